//! What any direct-current machine obeys, and what such machines usually reach.

use crate::document::MotorKind;
use crate::formulas::constants::RAD_S_PER_RPM;

/// Torque constant, N·m/A, of a motor with the given Kv, rpm/V: 60/(2π·Kv).
///
/// # Source
/// Power balance E·I = T·ω; the constants are one number in SI units.
#[must_use]
pub fn torque_constant_nm_per_a(kv_rpm_per_v: f64) -> f64 {
    1.0 / (RAD_S_PER_RPM * kv_rpm_per_v)
}

/// Best efficiency that motors of a kind and can diameter, mm, reach, 0 to 1 (common practice).
#[must_use]
pub fn usual_best_efficiency(kind: MotorKind, can_diameter_mm: Option<f64>) -> f64 {
    match (kind, can_diameter_mm) {
        (MotorKind::Brushed, Some(mm)) if mm < 30.0 => 0.60,
        (MotorKind::Brushed, _) => 0.72,
        (MotorKind::Brushless, Some(mm)) if mm < 30.0 => 0.80,
        (MotorKind::Brushless, Some(mm)) if mm > 50.0 => 0.90,
        (MotorKind::Brushless, _) => 0.85,
        (MotorKind::Stepper, _) => 0.60,
    }
}

/// Share of the stall current that flows without load in a motor of some best efficiency: (1 − √η)².
///
/// # Source
/// The best efficiency of a motor with a constant no-load current is η = (1 − √(I0/I_stall))², solved for I0.
#[must_use]
pub fn no_load_share(best_efficiency: f64) -> f64 {
    (1.0 - best_efficiency.sqrt()).powi(2)
}

/// Resistance of another winding of the same iron and fill, Ω: R·(old Kv/new Kv)², for Kv ∝ 1/turns and R ∝ turns².
#[must_use]
pub fn rewound_resistance_ohm(resistance_ohm: f64, old_kv_rpm_per_v: f64, new_kv_rpm_per_v: f64) -> f64 {
    resistance_ohm * (old_kv_rpm_per_v / new_kv_rpm_per_v).powi(2)
}

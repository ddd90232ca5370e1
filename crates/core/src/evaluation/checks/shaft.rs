//! Checks of the rotor and the shaft: how fast its rim flies, whether it is thick enough.

use super::{CheckBuilder, CheckCode, CheckContext, CheckLimit, Subject};
use crate::document::GearingKind;
use crate::format::significant;
use crate::formulas::ring::{HOOP_TRUSTED_MPA, hoop_stress_mpa, rim_speed_at_m_s, rim_speed_m_s};
use crate::formulas::shaft::{OVERHANG_MM, SHEAR_HARDENED_MPA, SHEAR_PLAIN_MPA, shear_mpa};
use crate::formulas::spur::PRESSURE_ANGLE_RAD;
use crate::model::Drive;
use crate::model::cases::{Case, rpm};
use crate::model::supply::FULL;

/// Moving mass on each motor from which a shaft of 5 mm is wanted, kg (common practice).
const HEAVY_KG: f64 = 5.0;

pub(super) fn judge(evidence: &CheckContext<'_>, drive: &Drive<'_>, ledger: &mut CheckBuilder) {
    rim_speed(evidence, drive, ledger);
    shaft(evidence, drive, ledger);
}

fn rim_speed(evidence: &CheckContext<'_>, drive: &Drive<'_>, ledger: &mut CheckBuilder) {
    let motor = &drive.parts.motor;
    let subject = Subject::of_drive(CheckCode::MotorRimSpeed, drive);
    let Some(rotor_mm) = motor.rotor_diameter_mm else {
        ledger.unknown(&subject, "No rotor diameter is given.");
        return;
    };
    let turning = evidence.chain.figures(drive.index, FULL, Case::NoLoad).map(|figures| rpm(figures.motor_rad_s));
    let demand = turning.map(|rpm| rim_speed_m_s(rotor_mm, rpm));
    let (limit, whose) = match motor.max_speed_rpm {
        Some(listed) => (rim_speed_m_s(rotor_mm, listed), "by the listed highest speed"),
        None => (rim_speed_at_m_s(HOOP_TRUSTED_MPA), "assumed, for glued magnets"),
    };
    ledger.judge(&subject, demand, &CheckLimit::At(limit), |demand, limit| {
        format!(
            "Spinning free the rim of the rotor, {} mm across, flies at {} m/s and pulls itself apart with {} MPa; \
             {} m/s is the limit {whose}.",
            significant(rotor_mm),
            significant(demand),
            significant(hoop_stress_mpa(demand)),
            significant(limit)
        )
    });
}

fn shaft(evidence: &CheckContext<'_>, drive: &Drive<'_>, ledger: &mut CheckBuilder) {
    let motor = &drive.parts.motor;
    let subject = Subject::of_drive(CheckCode::MotorShaft, drive);
    let Some(shaft_mm) = motor.shaft_diameter_mm else {
        ledger.unknown(&subject, "No diameter is given for the motor shaft.");
        return;
    };
    let (peak_nm, by) = evidence.chain.shaft_peak(drive);
    let pull = |torque_nm: f64| radial_nm(drive, torque_nm);
    let demand = peak_nm.map(|torque| shear_mpa(shaft_mm, torque.max(0.0), pull(torque.max(0.0))));
    let hardened = motor.shaft_hardened.unwrap_or(false);
    let limit = if hardened { SHEAR_HARDENED_MPA } else { SHEAR_PLAIN_MPA };
    let heavy = drive.load.vehicle.as_ref().is_some_and(|vehicle| vehicle.mass_kg / drive.motors > HEAVY_KG);
    ledger.judge(&subject, demand, &CheckLimit::At(limit), |demand, limit| {
        let kind = if hardened { "hardened" } else { "plain" };
        let thin = if heavy && shaft_mm < 5.0 { " A machine this heavy usually wants 5 mm or more." } else { "" };
        format!(
            "{} the {kind} shaft of {} mm is twisted and bent with {} MPa and is trusted with {} MPa.{thin}",
            by.when(),
            significant(shaft_mm),
            significant(demand),
            significant(limit)
        )
    });
}

/// Bending moment at the bearing from what the first stage pulls sideways, N·m; 0 without a wheel of known size.
///
/// Tooth force of a spur gear Wt/cos 20°; a tensioned belt pulls with about one and a half times its effective tension, a
/// chain with once (common practice).
fn radial_nm(drive: &Drive<'_>, torque_nm: f64) -> f64 {
    let Some(stage) = drive.parts.gearing.first() else { return 0.0 };
    let Some((driver_mm, _)) = stage.pitch_diameters_mm() else { return 0.0 };
    let tangential_n = 2000.0 * torque_nm / driver_mm;
    let (radial_n, width_mm) = match stage.kind {
        GearingKind::Spur => (tangential_n / PRESSURE_ANGLE_RAD.cos(), stage.face_width_mm),
        GearingKind::Belt => (1.5 * tangential_n, stage.width_mm),
        GearingKind::Chain => (tangential_n, None),
        _ => return 0.0,
    };
    radial_n * (OVERHANG_MM + width_mm.unwrap_or(10.0) / 2.0) / 1000.0
}

//! What a figure usually is on machines that people build themselves: what lies far outside is asked about once, and of two ways
//! to read an entry the usual one is taken.
//!
//! Common practice, from toys that weigh a few grams to carts that carry a person; wide on purpose.

/// Key of a field, the smallest and the largest usual figure in the unit of the document.
pub const USUAL: &[(&str, f64, f64)] = &[
    // What it must do.
    ("target_speed_m_s", 0.02, 45.0),
    ("usual_speed_m_s", 0.02, 45.0),
    ("climb_speed_m_s", 0.02, 30.0),
    ("lift_speed_m_s", 0.001, 5.0),
    ("speed_m_s", 0.5, 150.0),
    ("base_mass_kg", 0.02, 500.0),
    ("payload_kg", 0.001, 500.0),
    ("towed_kg", 0.01, 2000.0),
    ("rolling_resistance", 0.001, 0.5),
    ("drag_area_m2", 0.001, 3.0),
    ("grade_percent", 0.1, 100.0),
    ("climb_duration_s", 1.0, 7200.0),
    ("accelerate_s", 0.05, 120.0),
    ("spin_up_s", 0.01, 60.0),
    ("inertia_kg_m2", 1e-8, 10.0),
    ("target_rpm", 5.0, 80_000.0),
    ("reference_rpm", 20.0, 80_000.0),
    ("reference_power_w", 0.1, 20_000.0),
    ("target_tip_speed_m_s", 5.0, 100.0),
    ("blade_radius_m", 0.05, 0.7),
    ("torque_nm", 0.0001, 500.0),
    ("drag_torque_nm", 1e-6, 5.0),
    ("windage_torque_nm", 1e-6, 5.0),
    ("runtime_min", 0.2, 2880.0),
    ("ambient_c", -30.0, 60.0),
    ("accessory_power_w", 0.01, 1000.0),
    ("wheel_diameter_m", 0.008, 0.9),
    ("wheel_width_mm", 1.0, 200.0),
    // Motors.
    ("kv_rpm_per_v", 4.0, 12_000.0),
    ("resistance_ohm", 0.0005, 60.0),
    ("no_load_current_a", 0.003, 30.0),
    ("no_load_voltage_v", 1.0, 120.0),
    ("nominal_voltage_v", 1.0, 120.0),
    ("max_voltage_v", 2.0, 200.0),
    ("max_continuous_current_a", 0.03, 400.0),
    ("max_burst_current_a", 0.05, 1000.0),
    ("max_speed_rpm", 100.0, 120_000.0),
    ("rotor_inertia_kg_m2", 1e-9, 0.2),
    ("rotor_diameter_mm", 3.0, 400.0),
    ("can_diameter_mm", 4.0, 400.0),
    ("can_length_mm", 4.0, 400.0),
    ("shaft_diameter_mm", 0.5, 40.0),
    ("mass_kg", 0.0002, 80.0),
    // Batteries.
    ("capacity_ah", 0.02, 400.0),
    ("continuous_c", 0.1, 150.0),
    ("burst_c", 0.1, 300.0),
    ("max_charge_c", 0.02, 20.0),
    ("cell_resistance_ohm", 1e-5, 1.0),
    ("bms_limit_a", 0.5, 600.0),
    ("cutoff_v_per_cell", 0.8, 3.8),
    // Controllers and wiring.
    ("motor_current_limit_a", 0.1, 800.0),
    ("battery_current_limit_a", 0.1, 800.0),
    ("motor_current_continuous_a", 0.2, 600.0),
    ("motor_current_peak_a", 0.2, 1000.0),
    ("battery_current_continuous_a", 0.2, 600.0),
    ("battery_current_peak_a", 0.2, 1000.0),
    ("max_erpm", 3000.0, 500_000.0),
    ("length_m", 0.01, 30.0),
    ("area_mm2", 0.02, 120.0),
    ("fuse_a", 0.1, 500.0),
    // Gearing.
    ("ratio", 0.01, 1000.0),
    ("width_mm", 1.0, 200.0),
    ("center_distance_mm", 3.0, 2000.0),
    ("max_torque_nm", 0.01, 1000.0),
];

/// The usual range of a field, in the unit of the document.
#[must_use]
pub fn usual(key: &str) -> Option<(f64, f64)> {
    USUAL.iter().find(|(of, ..)| *of == key).map(|(_, low, high)| (*low, *high))
}

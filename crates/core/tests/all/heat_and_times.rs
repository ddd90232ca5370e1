//! Heat and times over what a maker can change: cooling, duty, air, magnets, gearing, battery.

use approx::assert_relative_eq;
use rstest::rstest;
use serde_json::{Value, json};
use ypsidyne_core::ThermalResult;
use ypsidyne_core::document::Build;
use ypsidyne_core::evaluation::{DriveEvaluation, evaluate};

const RPM: f64 = std::f64::consts::PI / 30.0;

/// A shaft that holds a torque, its motor 60 × 100 mm and 2 kg, on a stiff battery.
fn shaft(changes: &[(&str, Value)]) -> DriveEvaluation {
    let mut document = json!({
        "format": "ypsidyne.build/1", "name": "warm",
        "job": { "ambient_c": 20, "drives": [{ "name": "shaft", "load": {
            "kind": "constant_torque", "torque_nm": 0.4, "target_rpm": 1500, "inertia_kg_m2": 0.002
        } }] },
        "options": [{
            "name": "A",
            "battery": { "chemistry": "lead_acid", "cells_series": 12, "capacity_ah": 20, "cell_resistance_ohm": 0 },
            "drives": [{
                "drive": "shaft", "controller": { "kind": "brushed" }, "cooling": "still",
                "motor": {
                    "kind": "brushed", "kv_rpm_per_v": 130, "resistance_ohm": 0.3, "no_load_current_a": 0.8,
                    "no_load_voltage_v": 24, "brush_drop_v": 0.5, "can_diameter_mm": 60, "can_length_mm": 100, "mass_kg": 2,
                },
            }],
        }],
    });
    for (pointer, value) in changes {
        let (parent, key) = pointer.rsplit_once('/').unwrap();
        document.pointer_mut(parent).unwrap()[key] = value.clone();
    }
    let build = Build::from_value(&document).unwrap_or_else(|problems| panic!("{problems:#?}"));
    evaluate(&build).options.remove(0).drives.remove(0)
}

fn thermal(changes: &[(&str, Value)]) -> ThermalResult {
    shaft(changes).thermal.expect("the can is known")
}

const DRIVE: &str = "/options/0/drives/0";

#[test]
fn validated_heat_balance_by_hand() {
    // At the temperatures reported, what the winding loses flows through both resistances: an independent balance.
    let (ambient, radius, length): (f64, f64, f64) = (20.0, 0.03, 0.1);
    let area = 2.0 * std::f64::consts::PI * radius * length + 2.0 * std::f64::consts::PI * radius * radius;
    let (case_k_per_w, winding_k_per_w) = (1.0 / (20.0 * area), 0.3 / (20.0 * area));
    let found = thermal(&[]);
    let (winding, case) = (found.winding_c.unwrap(), found.case_c.unwrap());
    let kt20 = 1.0 / (RPM * 130.0);
    let no_load_rad_s = (24.0 - 0.8 * 0.3 - 0.5) / kt20;
    let omega = 1500.0 * RPM;
    let loss_nm = kt20 * 0.8 * (0.5 + 0.5 * omega / no_load_rad_s);
    let amperes = (0.4 + loss_nm) / (kt20 * (1.0 - 0.002 * (case - 20.0)));
    let copper_w = amperes * amperes * 0.3 * (1.0 + 0.00393 * (winding - 20.0)) + amperes * 0.5;
    assert_relative_eq!(winding - case, copper_w * winding_k_per_w, max_relative = 1e-6);
    assert_relative_eq!(case - ambient, (copper_w + loss_nm * omega) * case_k_per_w, max_relative = 1e-6);
}

#[test]
fn moving_air_cools_and_a_fan_cools_more() {
    let winding = |cooling: &str| thermal(&[(&format!("{DRIVE}/cooling"), json!(cooling))]).winding_c.unwrap();
    assert!(winding("still") > winding("airflow") && winding("airflow") > winding("fan"));
}

#[test]
fn resting_half_the_time_halves_the_heat_and_more_than_halves_the_rise() {
    let rise = |duty: f64| thermal(&[("/job/duty_cycle", json!(duty))]).winding_c.unwrap() - 20.0;
    assert!(rise(0.5) < 0.5 * rise(1.0), "a cooler winding has less resistance too");
    assert!(rise(0.5) > 0.35 * rise(1.0));
}

#[test]
fn hotter_air_is_passed_on_and_a_little_more() {
    let winding = |ambient: f64| thermal(&[("/job/ambient_c", json!(ambient))]).winding_c.unwrap();
    assert!(winding(40.0) - winding(20.0) > 20.0);
}

#[rstest]
#[case("smco", "alnico")]
#[case("ndfeb", "smco")]
#[case("ferrite", "ndfeb")]
fn magnets_that_weaken_more_make_it_hotter(#[case] hotter: &str, #[case] cooler: &str) {
    let winding = |magnet: &str| thermal(&[(&format!("{DRIVE}/motor/magnet"), json!(magnet))]).winding_c.unwrap();
    assert!(winding(hotter) > winding(cooler), "{hotter} {}, {cooler} {}", winding(hotter), winding(cooler));
}

#[test]
fn given_thermal_values_count_before_the_can_and_are_no_estimate() {
    let given = thermal(&[(
        &format!("{DRIVE}/motor/thermal"),
        json!({ "winding_to_case_k_per_w": 0.5, "case_to_ambient_k_per_w": 1.0 }),
    )]);
    assert!(!given.estimated && thermal(&[]).estimated);
    let half = thermal(&[(&format!("{DRIVE}/motor/thermal"), json!({ "winding_to_case_k_per_w": 0.5 }))]);
    assert!(half.estimated, "one of two is still a guess");
    assert!(given.winding_c.unwrap() < half.winding_c.unwrap());
}

#[test]
fn without_can_and_values_there_is_no_temperature() {
    assert_eq!(shaft(&[(&format!("{DRIVE}/motor/can_length_mm"), Value::Null)]).thermal, None);
}

#[test]
fn timing_advance_trades_torque_for_speed() {
    let advanced = shaft(&[(&format!("{DRIVE}/motor/timing_advance_deg"), json!(20))]).motor;
    let neutral = shaft(&[]).motor;
    let cosine = 20f64.to_radians().cos();
    assert_relative_eq!(
        advanced.torque_constant_nm_per_a,
        neutral.torque_constant_nm_per_a * cosine,
        max_relative = 1e-12
    );
    assert!(advanced.no_load_rpm > neutral.no_load_rpm);
}

#[test]
fn validated_reflected_inertia_by_its_time_constant() {
    // ω_max·(1 − e^(−t/τ)) with τ = J·R/(Kt²·G²) for a motor without loss behind a ratio G (Nise, Control Systems
    // Engineering, ex. 2.23, reflects in the same way): J = J_load + J_rotor·G².
    let (ratio, rotor, load): (f64, f64, f64) = (4.0, 5e-5, 0.002);
    let volts = 12.0 * 2.008;
    let kt = 1.0 / (RPM * 130.0);
    let inertia = load + rotor * ratio * ratio;
    let tau = inertia * 0.3 / (kt * ratio).powi(2);
    let top_rpm = volts * 130.0 / ratio;
    let drive = shaft(&[
        ("/job/drives/0/load", json!({ "kind": "flywheel", "inertia_kg_m2": load, "target_rpm": 0.9 * top_rpm })),
        (
            &format!("{DRIVE}/motor"),
            json!({ "kind": "brushed", "kv_rpm_per_v": 130, "resistance_ohm": 0.3, "no_load_current_a": 0, "no_load_voltage_v": 12, "rotor_inertia_kg_m2": rotor }),
        ),
        (&format!("{DRIVE}/gearing"), json!([{ "kind": "spur", "ratio": ratio }])),
    ]);
    assert_relative_eq!(drive.spin_up_s.unwrap().unwrap(), -tau * 0.1f64.ln(), max_relative = 1e-5);
}

#[test]
fn two_motors_spin_up_twice_as_fast_as_one() {
    let seconds = |count: u32| {
        let changes = [
            (format!("{DRIVE}/motor_count"), json!(count)),
            (format!("{DRIVE}/motor/no_load_current_a"), json!(0)),
            ("/job/drives/0/load/torque_nm".to_owned(), json!(0)),
        ];
        let changes: Vec<(&str, Value)> =
            changes.iter().map(|(pointer, value)| (pointer.as_str(), value.clone())).collect();
        shaft(&changes).spin_up_s.unwrap().unwrap()
    };
    assert_relative_eq!(seconds(1), 2.0 * seconds(2), max_relative = 1e-5);
}

#[test]
fn nothing_with_inertia_has_no_spin_up_time() {
    assert_eq!(shaft(&[("/job/drives/0/load/inertia_kg_m2", Value::Null)]).spin_up_s, Some(None));
}

//! What is braked, kept cool, discharged, thrown and told apart, against handbooks and sums by hand that share no code with it.

use std::f64::consts::PI;

use approx::assert_relative_eq;
use rstest::rstest;
use serde_json::{Value, json};
use ypsidyne_core::document::{Chemistry, Measurement};
use ypsidyne_core::formulas::worm;
use ypsidyne_core::measurement::measure;
use ypsidyne_core::simulation::limits::RunLimit;
use ypsidyne_testkit::{first_option, simulate};

const RPM: f64 = PI / 30.0;
const GRAVITY: f64 = 9.806_65;

fn change(document: &mut Value, changes: &[(&str, Value)]) {
    for (pointer, value) in changes {
        let (parent, key) = pointer.rsplit_once('/').unwrap();
        document.pointer_mut(parent).unwrap()[key] = value.clone();
    }
}

// ---- braking

const KT: f64 = 1.0 / (RPM * 60.0);
const OHM: f64 = 0.2;
const RADIUS_M: f64 = 0.15;
const RATIO: f64 = 4.0;
/// Ten cells and 0.02 Ω in each: 0.2 Ω.
const SOURCE_OHM: f64 = 0.2;
/// Of ten cells at half charge.
const HALF_V: f64 = 37.2;

/// A trolley of 80 kg that rolls down one in ten on two wheels of 300 mm, nothing lost that is not named.
fn downhill(changes: &[(&str, Value)]) -> Value {
    let mut build = json!({
        "format": "ypsidyne.build/1", "name": "downhill",
        "job": { "ambient_c": 20, "drives": [{ "name": "d", "load": {
            "kind": "vehicle", "base_mass_kg": 78, "payload_kg": 0, "target_speed_m_s": 3, "rolling_resistance": 0, "drag_area_m2": 0,
            "friction": 0.7, "driven_weight_share": 1, "friction_brake": true
        } }] },
        "options": [{
            "name": "only",
            "battery": { "chemistry": "li_ion", "cells_series": 10, "capacity_ah": 10, "cell_resistance_ohm": 0.02, "mass_kg": 1, "max_charge_c": 10 },
            "drives": [{
                "drive": "d", "output": { "wheel_diameter_m": 2.0 * RADIUS_M },
                "gearing": [{ "kind": "chain", "ratio": RATIO, "efficiency": 1 }],
                "controller": { "kind": "brushed", "can_brake": true },
                "motor": { "kind": "brushed", "kv_rpm_per_v": 60, "resistance_ohm": OHM, "no_load_current_a": 0,
                    "no_load_voltage_v": 24, "mass_kg": 1, "magnet": "ferrite" }
            }]
        }]
    });
    change(&mut build, changes);
    build
}

/// Force along the slope, N.
fn pushes_n() -> f64 {
    80.0 * GRAVITY * 0.1f64.atan().sin()
}

/// The first moment of the way down: braking current, A, battery current, A, and what bounds it.
fn braked(build: &Value, charge: f64) -> (f64, f64, Option<RunLimit>) {
    let ran = simulate(
        build,
        json!({
            "mode": { "kind": "hold", "speed_m_s": 3, "grade_percent": -10 }, "until_s": 1, "state_of_charge": charge
        }),
    );
    let series = &ran.lead.series;
    (-series.motor_current_a[0], -series.supply_current_a[0], series.limited_by[0])
}

/// Volts that the motor makes at 3 m/s.
fn emf_v() -> f64 {
    KT * RATIO * 3.0 / RADIUS_M
}

const DRIVE: &str = "/options/0/drives/0";

#[test]
fn a_free_descent_feeds_back_what_the_slope_gives() {
    let (amperes, charged_a, limit) = braked(&downhill(&[]), 0.5);
    let expected = pushes_n() * RADIUS_M / RATIO / KT;
    assert_relative_eq!(amperes, expected, max_relative = 1e-6);
    assert_eq!(limit, None);
    // What the winding does not take goes into the pack: P = V·I with V = V_oc + R·I.
    let given_w = emf_v() * expected - OHM * expected * expected;
    let into_pack = ((HALF_V * HALF_V + 4.0 * SOURCE_OHM * given_w).sqrt() - HALF_V) / (2.0 * SOURCE_OHM);
    assert_relative_eq!(charged_a, into_pack, max_relative = 1e-6);
}

/// Shigley's worm (Eq 13-46, values from memory, friction 0.05, normal pressure angle 14.5°) turned round: the wheel drives.
/// The rule of the trade, 2 − 1/η, counts the same loss both ways and is a little low.
#[rstest]
#[case(10.0)]
#[case(20.0)]
#[case(30.0)]
fn a_worm_gives_back_what_its_friction_leaves(#[case] lead_deg: f64) {
    let (friction, across, lead) = (0.05, 14.5f64.to_radians().cos(), lead_deg.to_radians().tan());
    let forward = (across - friction * lead) / (across + friction / lead);
    let back = (across - friction / lead) / (across + friction * lead);
    let (amperes, ..) = braked(
        &downhill(&[(&format!("{DRIVE}/gearing"), json!([{ "kind": "worm", "ratio": RATIO, "efficiency": forward }]))]),
        0.5,
    );
    assert_relative_eq!(amperes, back * pushes_n() * RADIUS_M / RATIO / KT, max_relative = 0.012);
}

#[test]
fn a_worm_that_holds_by_itself_gives_nothing_back() {
    let holds =
        downhill(&[(&format!("{DRIVE}/gearing"), json!([{ "kind": "worm", "ratio": RATIO, "efficiency": 0.45 }]))]);
    assert!(worm::holds_by_itself(0.45));
    let (amperes, charged_a, _) = braked(&holds, 0.5);
    assert_eq!((amperes, charged_a), (0.0, 0.0));
}

#[test]
fn braking_never_passes_the_motor_current_limit() {
    let limited = downhill(&[(&format!("{DRIVE}/controller/motor_current_limit_a"), json!(12))]);
    let (amperes, _, limit) = braked(&limited, 0.5);
    assert_relative_eq!(amperes, 12.0, max_relative = 1e-9);
    assert_eq!(limit, Some(RunLimit::MotorCurrent));
}

#[test]
fn braking_never_passes_the_grip() {
    let slippery = downhill(&[("/job/drives/0/load/friction", json!(0.05))]);
    let (amperes, _, limit) = braked(&slippery, 0.5);
    let grip_n = 0.05 * 80.0 * GRAVITY * 0.1f64.atan().cos();
    assert_relative_eq!(amperes, grip_n * RADIUS_M / RATIO / KT, max_relative = 1e-6);
    assert_eq!(limit, Some(RunLimit::Grip));
}

#[test]
fn braking_never_shorts_the_motor_harder_than_its_resistance_lets_it() {
    // So much resistance that the shorted motor brakes less than the slope asks.
    let ohm = 1.1;
    let stiff = downhill(&[(&format!("{DRIVE}/motor/resistance_ohm"), json!(ohm))]);
    let (amperes, _, limit) = braked(&stiff, 0.5);
    assert_relative_eq!(amperes, emf_v() / ohm, max_relative = 1e-6);
    assert_eq!(limit, Some(RunLimit::Duty));
}

#[test]
fn braking_never_charges_the_pack_faster_than_it_may() {
    let slow = downhill(&[("/options/0/battery/max_charge_c", json!(0.3))]);
    let (amperes, charged_a, limit) = braked(&slow, 0.5);
    assert_relative_eq!(charged_a, 3.0, max_relative = 1e-6);
    let power_w = 3.0 * (HALF_V + SOURCE_OHM * 3.0);
    // E·I − R·I² = P; the smaller current of the two.
    let expected = (emf_v() - (emf_v() * emf_v() - 4.0 * OHM * power_w).sqrt()) / (2.0 * OHM);
    assert_relative_eq!(amperes, expected, max_relative = 1e-6);
    assert_eq!(limit, Some(RunLimit::Charge));
}

#[test]
fn braking_never_lifts_a_nearly_full_pack_above_the_charger() {
    // At 99 % ten cells rest at 41.88 V and the charger ends at 42 V: 0.12 V over 0.2 Ω.
    let (_, charged_a, limit) = braked(&downhill(&[]), 0.99);
    assert_relative_eq!(charged_a, 0.12 / SOURCE_OHM, max_relative = 1e-6);
    assert_eq!(limit, Some(RunLimit::Charge));
    let (_, charged_a, limit) = braked(&downhill(&[]), 1.0);
    assert_relative_eq!(charged_a, 0.0, epsilon = 1e-6);
    assert_eq!(limit, Some(RunLimit::Full));
}

#[test]
fn a_controller_that_cannot_brake_leaves_it_all_to_the_brake_blocks() {
    let coasting = downhill(&[(&format!("{DRIVE}/controller/can_brake"), json!(false))]);
    let (amperes, _, limit) = braked(&coasting, 0.5);
    assert_relative_eq!(amperes, 0.0, epsilon = 1e-9);
    assert_eq!(limit, Some(RunLimit::NoBrake));
}

// ---- heat path

/// A black can in still air by a published correlation: Churchill and Chu 1975 for a horizontal cylinder, air at 60 °C (handbook
/// figures from memory), and radiation at an emissivity of 0.9. Metal that it is bolted to takes as much again at most.
#[rstest]
#[case(28.0, 60.0)]
#[case(36.0, 50.0)]
#[case(50.0, 55.0)]
#[case(63.0, 75.0)]
fn the_estimated_way_out_of_a_can_is_that_of_still_air_and_its_mount(#[case] diameter_mm: f64, #[case] length_mm: f64) {
    let diameter = diameter_mm / 1000.0;
    let (warm_c, air_c) = (90.0, 30.0);
    let (viscosity, diffusivity, conductivity, prandtl): (f64, f64, f64, f64) = (1.896e-5, 2.69e-5, 0.0285, 0.705);
    let rayleigh = GRAVITY * (warm_c - air_c) / (273.15 + 60.0) * diameter.powi(3) / (viscosity * diffusivity);
    let film = (1.0 + (0.559 / prandtl).powf(9.0 / 16.0)).powf(8.0 / 27.0);
    let nusselt = (0.6 + 0.387 * rayleigh.powf(1.0 / 6.0) / film).powi(2);
    let convection = nusselt * conductivity / diameter;
    let radiation =
        0.9 * 5.670_374e-8 * ((warm_c + 273.15f64).powi(4) - (air_c + 273.15f64).powi(4)) / (warm_c - air_c);
    let bare = convection + radiation;
    let area = PI * diameter * length_mm / 1000.0 + 0.5 * PI * diameter * diameter;
    let build = json!({
        "format": "ypsidyne.build/1", "name": "warm",
        "job": { "ambient_c": air_c, "drives": [{ "name": "d", "load": { "kind": "constant_torque", "torque_nm": 0.12, "target_rpm": 500 } }] },
        "options": [{
            "name": "A", "battery": { "chemistry": "lead_acid", "cells_series": 6, "capacity_ah": 20, "cell_resistance_ohm": 0 },
            "drives": [{ "drive": "d", "controller": { "kind": "brushed" }, "cooling": "still", "motor": {
                "kind": "brushed", "kv_rpm_per_v": 200, "resistance_ohm": 0.3, "no_load_current_a": 0, "no_load_voltage_v": 12,
                "mass_kg": 0.3, "brush_drop_v": 0, "can_diameter_mm": diameter_mm, "can_length_mm": length_mm
            } }],
        }],
    });
    let warmth = first_option(&build).drives[0].thermal.expect("the can is known");
    let (winding_c, case_c) = (warmth.winding_c.unwrap(), warmth.case_c.unwrap());
    // All that the motor loses goes through the can: its copper as hot as reported, ferrites 0.2 % a kelvin weaker.
    let amperes = 0.12 * (RPM * 200.0) / (1.0 - 0.002 * (case_c - 20.0));
    let lost_w = amperes * amperes * 0.3 * (1.0 + 0.003_93 * (winding_c - 20.0));
    let coefficient = lost_w / (case_c - air_c) / area;
    assert!((1.0..2.0).contains(&(coefficient / bare)), "{coefficient} over {bare} W/(m²·K)");
}

// ---- what is in a battery

/// Resting voltage by charge, 20 to 90 %, of published cells (values from memory of the sets of a battery modelling library):
/// LiCoO2 pouch by Ai 2020, NMC811 by Chen 2020, iron phosphate with the cathode of Afshar 2017, flooded lead-acid by the
/// Battery Council's chart. Cells differ by half a tenth of a volt; lead-acid by the chart counted from a higher "empty".
#[rstest]
#[case::pouch(Chemistry::Lipo, &[(0.2, 3.6954), (0.3, 3.7331), (0.4, 3.7622), (0.5, 3.7925), (0.6, 3.8365), (0.7, 3.9089), (0.8, 3.9945), (0.9, 4.0879)], 0.05)]
#[case::round(Chemistry::LiIon, &[(0.2, 3.4852), (0.3, 3.5814), (0.4, 3.6670), (0.5, 3.7509), (0.6, 3.8406), (0.7, 3.9479), (0.8, 4.0421), (0.9, 4.0967)], 0.07)]
#[case::phosphate(Chemistry::Lifepo4, &[(0.2, 3.1685), (0.3, 3.2058), (0.4, 3.2525), (0.5, 3.2660), (0.6, 3.2688), (0.7, 3.2740), (0.8, 3.3097), (0.9, 3.3142)], 0.055)]
#[case::lead(Chemistry::LeadAcid, &[(1.0, 12.65 / 6.0), (0.75, 12.45 / 6.0), (0.5, 12.24 / 6.0), (0.25, 12.06 / 6.0)], 0.06)]
fn cells_rest_where_published_cells_do(
    #[case] chemistry: Chemistry,
    #[case] published: &[(f64, f64)],
    #[case] by: f64,
) {
    for (charge, volts) in published {
        let ours = chemistry.cell().open_circuit_v(*charge);
        assert!((ours - volts).abs() <= by, "{chemistry:?} at {charge}: {ours}, published {volts}");
    }
}

/// Lead-acid run down at a steady power: Peukert's law for every slice of the charge, added up by hand.
#[rstest]
#[case(10.0)]
#[case(20.0)]
#[case(40.0)]
fn a_run_empties_lead_acid_by_peukerts_law(#[case] amperes: f64) {
    let kt = 1.0 / (RPM * 100.0);
    let rpm = 900.0;
    let build = json!({
        "format": "ypsidyne.build/1", "name": "lamp", "job": { "ambient_c": 20, "drives": [{ "name": "d", "load": {
            "kind": "constant_torque", "torque_nm": kt * amperes, "target_rpm": rpm
        } }] },
        "options": [{
            "name": "A",
            "battery": { "chemistry": "lead_acid", "cells_series": 6, "capacity_ah": 100, "cell_resistance_ohm": 0, "usable_fraction": 0.8, "peukert_exponent": 1.2, "rated_hours": 20 },
            "drives": [{ "drive": "d", "controller": { "kind": "brushed" }, "motor": {
                "kind": "brushed", "kv_rpm_per_v": 100, "resistance_ohm": 0.01, "no_load_current_a": 0, "no_load_voltage_v": 12
            } }],
        }],
    });
    let ran = simulate(&build, json!({ "mode": { "kind": "hold" } }));
    let watts = amperes * (rpm / 100.0 + amperes * 0.01);
    let volts = |charge: f64| {
        let table = [1.943, 1.968, 1.992, 2.008, 2.033, 2.053, 2.075, 2.100, 2.122];
        let place = ((charge - 0.2) * 10.0).clamp(0.0, 7.999_999);
        #[allow(clippy::cast_possible_truncation, clippy::cast_sign_loss)]
        let below = place as usize;
        6.0 * (table[below] + place.fract() * (table[below + 1] - table[below]))
    };
    let slices = 8_000;
    let hours: f64 = (0..slices)
        .map(|slice| {
            let charge = 0.2 + 0.8 * (f64::from(slice) + 0.5) / f64::from(slices);
            let current = watts / volts(charge);
            0.8 * 20.0 * (100.0 / (current * 20.0)).powf(1.2) / f64::from(slices)
        })
        .sum();
    assert_relative_eq!(ran.lead.summary.t_s / 3600.0, hours, max_relative = 1e-4);
}

// ---- shots

/// A shot takes ½mv²/η from the wheels; with the current held by a limit they come back in a straight line.
#[test]
fn a_shot_slows_the_wheels_and_the_limit_brings_them_back_in_a_straight_line() {
    let (inertia, target_rpm, mass, speed, share) = (2e-4, 6000.0, 0.02, 15.0, 0.5);
    let document = json!({
        "format": "ypsidyne.build/1", "name": "thrower", "job": { "ambient_c": 20, "drives": [{ "name": "d", "load": {
            "kind": "flywheel", "inertia_kg_m2": inertia, "target_rpm": target_rpm,
            "projectile": { "mass_kg": mass, "speed_m_s": speed, "transfer_efficiency": share, "per_second": 2 }
        } }] },
        "options": [{
            "name": "A", "battery": { "chemistry": "li_ion", "cells_series": 6, "capacity_ah": 1000, "cell_resistance_ohm": 0 },
            "drives": [{ "drive": "d", "controller": { "kind": "brushed", "motor_current_limit_a": 8 }, "motor": {
                "kind": "brushed", "kv_rpm_per_v": 400, "resistance_ohm": 0.05, "no_load_current_a": 0, "no_load_voltage_v": 12,
                "rotor_inertia_kg_m2": 0
            } }],
        }],
    });
    let found = first_option(&document);
    let drive = &found.drives[0];
    let before = target_rpm * RPM;
    let after = (before * before - 2.0 * (0.5 * mass * speed * speed / share) / inertia).sqrt();
    assert_relative_eq!(drive.speed_after_shot_rpm.flatten().unwrap() * RPM, after, max_relative = 1e-9);
    let back_s = inertia * (before - after) / (8.0 / (RPM * 400.0));
    assert_relative_eq!(drive.recovery_s.flatten().unwrap(), back_s, max_relative = 1e-6);
    assert_relative_eq!(drive.shots.unwrap().kept_per_second.unwrap(), 1.0 / back_s, max_relative = 1e-6);
    // A run of shots leaves the wheels as slow, and has them back before the next one.
    let ran = simulate(&document, json!({ "mode": { "kind": "shots", "per_second": 2, "shots": 4, "bursts": 1 } }));
    for shot in &ran.lead.launcher.as_ref().unwrap().shots {
        assert_relative_eq!(shot.before_rpm, target_rpm, max_relative = 1e-3);
        assert_relative_eq!(shot.after_rpm * RPM, after, max_relative = 1e-3);
    }
}

// ---- which motor it is

/// Free running by the textbook: (V − I0·R)·Kv and I0, and with a fan on the shaft where the motor's power meets P ∝ n³.
#[test]
fn an_unknown_motor_is_expected_where_the_textbook_puts_it() {
    let candidate = |label: &str, kv: f64| {
        json!({ "label": label, "kind": "brushed", "kv_rpm_per_v": kv, "resistance_ohm": 0.05, "no_load_current_a": 1.2,
            "no_load_voltage_v": 36, "brush_drop_v": 0 })
    };
    let sheet = |load: Value| {
        let sheet = json!({ "format": "ypsidyne.measurement/1", "kind": "identify", "load": load,
            "candidates": [candidate("190", 190.0), candidate("120", 120.0)],
            "unknowns": [{ "label": "found", "voltage_v": 36, "rpm": 6800 }] });
        let sheet = Measurement::from_value(&sheet).unwrap_or_else(|problems| panic!("{problems:#?}"));
        measure(&sheet).unwrap().results["unknowns"][0]["ranked"][0].clone()
    };
    let free = sheet(Value::Null);
    assert_eq!(free["label"], "190");
    assert_relative_eq!(free["expected"]["rpm"].as_f64().unwrap(), 6828.6, max_relative = 1e-6);
    assert_relative_eq!(free["expected"]["current_a"].as_f64().unwrap(), 1.2, max_relative = 1e-6);
    let fanned = sheet(json!({ "reference_power_w": 300, "reference_rpm": 5000 }));
    let (rpm, amperes) =
        (fanned["expected"]["rpm"].as_f64().unwrap(), fanned["expected"]["current_a"].as_f64().unwrap());
    let kt = 1.0 / (RPM * 190.0);
    // Half of the loss is friction, half grows with the speed.
    let lost_w = kt * 1.2 * (0.5 + 0.5 * rpm / 6828.6) * rpm * RPM;
    assert_relative_eq!(kt * amperes * rpm * RPM - lost_w, 300.0 * (rpm / 5000.0).powi(3), max_relative = 1e-6);
    assert_relative_eq!(36.0 - amperes * 0.05, kt * rpm * RPM, max_relative = 1e-9);
}

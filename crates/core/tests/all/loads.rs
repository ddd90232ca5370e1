//! Each kind of load by hand, and several drives on one battery by brute force.

use approx::assert_relative_eq;
use rstest::rstest;
use serde_json::{Value, json};
use ypsidyne_core::document::Build;
use ypsidyne_core::evaluation::{CaseEvaluation, DriveEvaluation, OptionEvaluation, evaluate};
use ypsidyne_core::{Case, awg_area_mm2};
use ypsidyne_testkit::{build_of, first_option};

const G: f64 = 9.80665;
const AIR: f64 = 1.225;
const RPM: f64 = std::f64::consts::PI / 30.0;

fn build(job: &Value, option: &Value) -> OptionEvaluation {
    first_option(&build_of(job, option))
}

/// A stiff 24.096 V source, an ideal motor of 100 rpm/V and 0.1 Ω behind 5:1 at 0.9.
fn one(load: &Value) -> DriveEvaluation {
    build(
        &json!({ "drives": [{ "name": "it", "load": load }] }),
        &json!({
            "name": "A",
            "battery": { "chemistry": "lead_acid", "cells_series": 12, "capacity_ah": 20, "cell_resistance_ohm": 0 },
            "drives": [{
                "drive": "it", "controller": { "kind": "brushed" },
                "motor": { "kind": "brushed", "kv_rpm_per_v": 100, "resistance_ohm": 0.1, "no_load_current_a": 0, "no_load_voltage_v": 12 },
                "gearing": [{ "kind": "belt", "driver_teeth": 20, "driven_teeth": 100, "efficiency": 0.9 }],
                "output": { "wheel_diameter_m": 0.3, "wheel_inertia_kg_m2": 0.02 },
            }],
        }),
    )
    .drives
    .remove(0)
}

fn at(drive: &DriveEvaluation, case: Case) -> CaseEvaluation {
    drive.cases.iter().find(|found| found.case == case && found.state_of_charge == 0.5).unwrap().clone()
}

/// Load, then rpm and torque at the output, worked out by hand.
#[rstest]
#[case::vehicle(
    json!({ "kind": "vehicle", "base_mass_kg": 50, "payload_kg": 10, "towed_mass_kg": 5, "rolling_resistance": 0.02,
            "drag_area_m2": 0.5, "target_speed_m_s": 3 }),
    3.0 / 0.15 / RPM, (65.0 * G * 0.02 + 0.5 * AIR * 0.5 * 9.0) * 0.15
)]
#[case::flywheel(
    json!({ "kind": "flywheel", "inertia_kg_m2": 0.01, "target_rpm": 300, "drag_torque_nm": 0.05, "windage_torque_nm": 0.15 }),
    300.0, 0.2
)]
#[case::fan(
    json!({ "kind": "fan", "reference_rpm": 200, "reference_power_w": 10, "target_rpm": 300 }),
    300.0, 10.0 / (200.0 * RPM) * 2.25
)]
#[case::blade(
    json!({ "kind": "blade", "blade_radius_m": 0.2, "reference_rpm": 400, "reference_power_w": 20, "cutting_torque_nm": 0.3,
            "target_tip_speed_m_s": 8 }),
    8.0 / 0.2 / RPM, 0.3 + 20.0 / (400.0 * RPM) * (8.0 / 0.2 / (400.0 * RPM)).powi(2)
)]
#[case::hoist(
    json!({ "kind": "hoist", "mass_kg": 20, "drum_radius_m": 0.04, "lift_speed_m_s": 0.5 }),
    0.5 / 0.04 / RPM, 20.0 * G * 0.04
)]
#[case::constant(json!({ "kind": "constant_torque", "torque_nm": 1.7, "target_rpm": 120 }), 120.0, 1.7)]
fn validated_requirements_by_hand(#[case] load: Value, #[case] rpm: f64, #[case] torque_nm: f64) {
    let drive = one(&load);
    let required = drive.required;
    assert_relative_eq!(required.output_rpm, rpm, max_relative = 1e-12);
    assert_relative_eq!(required.output_torque_nm, torque_nm, max_relative = 1e-12);
    assert_relative_eq!(required.output_power_w, torque_nm * rpm * RPM, max_relative = 1e-12);
    assert_relative_eq!(required.motor_rpm, 5.0 * rpm, max_relative = 1e-12);
    assert_relative_eq!(required.motor_torque_nm, torque_nm / 4.5, max_relative = 1e-12);
    // And through the motor: I = T/Kt, V = Kt·ω + I·R, all by Ohm's law on a source without resistance.
    let kt = 1.0 / (RPM * 100.0);
    let target = at(&drive, Case::Target);
    let amperes = torque_nm / 4.5 / kt;
    assert_relative_eq!(target.motor_current_a.unwrap(), amperes, max_relative = 1e-12);
    let volts = kt * 5.0 * rpm * RPM + amperes * 0.1;
    assert_relative_eq!(target.motor_voltage_v.unwrap(), volts, max_relative = 1e-12);
    assert_relative_eq!(target.supply_current_a.unwrap(), amperes * volts / (12.0 * 2.008), max_relative = 1e-12);
}

#[rstest]
#[case(5.0)]
#[case(12.0)]
#[case(100.0)]
fn validated_hill_by_hand(#[case] grade: f64) {
    let drive = one(&json!({
        "kind": "vehicle", "base_mass_kg": 20, "rolling_resistance": 0.03, "drag_area_m2": 0.4, "target_speed_m_s": 2,
        "grade_percent": grade, "climb_speed_m_s": 1
    }));
    let slope = (grade / 100.0).atan();
    let force = 20.0 * G * (0.03 * slope.cos() + slope.sin()) + 0.5 * AIR * 0.4;
    assert_relative_eq!(at(&drive, Case::Climb).output_torque_nm.unwrap(), force * 0.15, max_relative = 1e-12);
    assert_relative_eq!(at(&drive, Case::Climb).speed_m_s.unwrap(), 1.0, max_relative = 1e-12);
}

#[test]
fn the_hill_is_taken_at_the_level_speed_when_no_other_is_given() {
    let drive = one(&json!({
        "kind": "vehicle", "base_mass_kg": 20, "rolling_resistance": 0.03, "target_speed_m_s": 2, "grade_percent": 5
    }));
    assert_relative_eq!(at(&drive, Case::Climb).speed_m_s.unwrap(), 2.0, max_relative = 1e-12);
}

#[test]
fn a_heavier_battery_costs_hill() {
    let torque = |pack_kg: f64| {
        let result = build(
            &json!({ "drives": [{ "name": "it", "load": {
                "kind": "vehicle", "base_mass_kg": 20, "rolling_resistance": 0.03, "target_speed_m_s": 2, "grade_percent": 10
            } }] }),
            &json!({
                "name": "A",
                "battery": {
                    "chemistry": "lead_acid", "cells_series": 6, "packs_series": 2, "capacity_ah": 20,
                    "cell_resistance_ohm": 0, "mass_kg": pack_kg
                },
                "drives": [{
                    "drive": "it", "controller": { "kind": "brushed" }, "output": { "wheel_diameter_m": 0.3 },
                    "motor": { "kind": "brushed", "kv_rpm_per_v": 100, "resistance_ohm": 0.1, "no_load_current_a": 0, "no_load_voltage_v": 12 },
                }],
            }),
        );
        (result.moving_mass_kg.unwrap(), at(&result.drives[0], Case::Climb).output_torque_nm.unwrap())
    };
    let ((light_kg, light_nm), (heavy_kg, heavy_nm)) = (torque(1.0), torque(6.0));
    assert_relative_eq!(heavy_kg - light_kg, 10.0, max_relative = 1e-12);
    assert_relative_eq!(heavy_nm / light_nm, heavy_kg / light_kg, max_relative = 1e-9);
}

#[test]
fn built_in_gearbox_and_stages_multiply() {
    let result = build(
        &json!({ "drives": [{ "name": "it", "load": { "kind": "constant_torque", "torque_nm": 1, "target_rpm": 10 } }] }),
        &json!({
            "name": "A", "battery": { "chemistry": "lipo", "cells_series": 3, "capacity_ah": 2, "continuous_c": 20 },
            "drives": [{
                "drive": "it",
                "motor": {
                    "kind": "brushed", "kv_rpm_per_v": 100, "resistance_ohm": 0.1, "no_load_current_a": 0, "no_load_voltage_v": 12,
                    "gearbox": { "kind": "planetary", "ratio": 27, "efficiency": 0.8 },
                },
                "gearing": [
                    { "kind": "spur", "driver_teeth": 12, "driven_teeth": 36, "efficiency": 0.98 },
                    { "kind": "direct" }, { "kind": "chain", "ratio": 0.5 }
                ],
            }],
        }),
    );
    assert_relative_eq!(result.drives[0].ratio, 27.0 * 3.0 * 0.5, max_relative = 1e-12);
    assert_relative_eq!(result.drives[0].gearing_efficiency, 0.8 * 0.98, max_relative = 1e-12);
}

#[test]
fn validated_supply_and_motor_leads() {
    // 12 AWG, 2 × 1.5 m and 0.8 mΩ of connectors: IEC 60028 copper, ASTM B258 gauge.
    let lead_ohm = 2.0 * 1.5 * 1.7241e-8 / (awg_area_mm2(12.0) * 1e-6) + 0.0008;
    let result = build(
        &json!({ "drives": [{ "name": "it", "load": { "kind": "constant_torque", "torque_nm": 1, "target_rpm": 100 } }] }),
        &json!({
            "name": "A",
            "battery": { "chemistry": "lead_acid", "cells_series": 12, "capacity_ah": 20, "cell_resistance_ohm": 0.003 },
            "wiring": { "runs": [
                { "name": "pack", "circuit": "supply", "awg": 12, "length_m": 1.5, "connector_ohm": 0.0008 },
                { "name": "motor", "circuit": "motor:it", "area_mm2": 2.5, "length_m": 1 },
            ] },
            "drives": [{
                "drive": "it", "controller": { "kind": "brushed", "on_resistance_ohm": 0.01, "idle_power_w": 2 },
                "motor": { "kind": "brushed", "kv_rpm_per_v": 100, "resistance_ohm": 0.1, "no_load_current_a": 0, "no_load_voltage_v": 12 }, "controller_count": 2,
            }],
        }),
    );
    assert_relative_eq!(result.supply.resistance_ohm, 12.0 * 0.003 + lead_ohm, max_relative = 1e-12);
    let target = at(&result.drives[0], Case::Target);
    let amperes = target.motor_current_a.unwrap();
    let losses = target.losses_w.unwrap();
    assert_relative_eq!(losses.motor_leads, amperes.powi(2) * 2.0 * 1.7241e-8 / 2.5e-6, max_relative = 1e-12);
    assert_relative_eq!(losses.controller, amperes.powi(2) * 0.01 + 4.0, max_relative = 1e-12);
    assert_relative_eq!(
        target.battery_loss_w.unwrap(),
        target.supply_current_a.unwrap().powi(2) * 0.036,
        max_relative = 1e-9
    );
}

/// Two drives on one weak battery, both stalled or at the speeds where each draws most: the bus voltage by looking at
/// every millivolt from the top instead of solving.
#[test]
fn validated_joint_bus_voltage_by_brute_force() {
    let text = include_str!("../../src/library/demo_builds/meadow-strip-mower.json");
    let mut document: Value = serde_json::from_str(text).unwrap();
    document["options"].as_array_mut().unwrap().truncate(1);
    document["chosen"].take();
    document["decided"].take();
    for drive in document["job"]["drives"].as_array_mut().unwrap() {
        drive["can_jam"] = json!(true);
    }
    // Weak, so that limits of both kinds and the sag all matter.
    document["options"][0]["battery"]["cell_resistance_ohm"] = json!(0.012);
    let result = evaluate(&Build::from_value(&document).unwrap()).options.remove(0);
    let option = &document["options"][0];
    let open_v = result.supply.open_circuit_v.full;
    let accessory_w = document["job"]["accessory_power_w"].as_f64().unwrap();
    // Power of every drive at rest on a bus voltage, from the listed figures alone.
    let stalled_w = |bus_v: f64| -> f64 {
        option["drives"]
            .as_array()
            .unwrap()
            .iter()
            .map(|drive| {
                let number = |record: &str, key: &str| drive[record][key].as_f64();
                let motors = drive["motor_count"].as_f64().unwrap_or(1.0);
                let leads: f64 = option["wiring"]["runs"]
                    .as_array()
                    .unwrap()
                    .iter()
                    .filter(|run| run["circuit"] == json!(format!("motor:{}", drive["drive"].as_str().unwrap())))
                    .map(|run| {
                        let area = awg_area_mm2(run["awg"].as_f64().unwrap()) * 1e-6;
                        2.0 * run["length_m"].as_f64().unwrap() * 1.7241e-8 / area
                    })
                    .sum();
                let ohm = number("motor", "resistance_ohm").unwrap()
                    + leads
                    + number("controller", "on_resistance_ohm").unwrap();
                let emf_v = number("motor", "brush_drop_v").unwrap_or(0.0);
                let limit = number("controller", "motor_current_limit_a").unwrap();
                let by_battery = number("controller", "battery_current_limit_a")
                    .or(number("controller", "battery_current_peak_a"))
                    .map_or(f64::INFINITY, |amperes| {
                        (-emf_v + (emf_v * emf_v + 4.0 * ohm * amperes * bus_v).sqrt()) / (2.0 * ohm)
                    });
                let amperes = ((bus_v - emf_v) / ohm).min(limit).min(by_battery).max(0.0);
                motors * amperes * (emf_v + amperes * ohm) + number("controller", "idle_power_w").unwrap()
            })
            .sum()
    };
    let mut found = None;
    for millivolts in (1..(open_v * 10_000.0) as u32).rev() {
        let bus_v = f64::from(millivolts) / 10_000.0;
        if open_v - result.supply.resistance_ohm * (stalled_w(bus_v) + accessory_w) / bus_v >= bus_v {
            found = Some(bus_v);
            break;
        }
    }
    assert_relative_eq!(result.supply.all_stalled.voltage_v.unwrap(), found.unwrap(), max_relative = 1e-4);
}

#[test]
fn an_idle_drive_still_costs_range() {
    let minutes = |duty: f64, idle_w: f64| {
        let result = build(
            &json!({ "runtime_min": 10, "duty_cycle": duty, "drives": [{ "name": "it", "load": {
                "kind": "constant_torque", "torque_nm": 2, "target_rpm": 200
            } }] }),
            &json!({
                "name": "A",
                "battery": { "chemistry": "lifepo4", "cells_series": 8, "capacity_ah": 10, "cell_resistance_ohm": 0 },
                "drives": [{
                    "drive": "it", "controller": { "kind": "brushed", "idle_power_w": idle_w },
                    "motor": { "kind": "brushed", "kv_rpm_per_v": 100, "resistance_ohm": 0.1, "no_load_current_a": 0, "no_load_voltage_v": 12 },
                }],
            }),
        );
        (result.supply.runtime_min.unwrap(), result.supply.all_target.current_a.unwrap())
    };
    let (whole, working_a) = minutes(1.0, 0.0);
    assert_relative_eq!(whole, 60.0 * 0.8 * 10.0 / working_a, max_relative = 1e-9);
    assert_relative_eq!(minutes(0.5, 0.0).0, 2.0 * whole, max_relative = 1e-9);
    let (half, with_idle_a) = minutes(0.5, 5.0);
    let idle_a = 5.0 / (8.0 * 3.27);
    assert_relative_eq!(half, 60.0 * 0.8 * 10.0 / (0.5 * with_idle_a + 0.5 * idle_a), max_relative = 1e-9);
}

#[test]
fn a_motor_on_a_bare_switch_holds_no_speed_and_has_no_climb_case() {
    let result = build(
        &json!({ "drives": [{ "name": "it", "load": {
            "kind": "vehicle", "base_mass_kg": 10, "rolling_resistance": 0.02, "target_speed_m_s": 1, "grade_percent": 10, "friction": 0.8
        } }] }),
        &json!({
            "name": "A",
            "battery": { "chemistry": "lead_acid", "cells_series": 6, "capacity_ah": 7, "continuous_c": 3 },
            "drives": [{
                "drive": "it", "output": { "wheel_diameter_m": 0.2 },
                "motor": { "kind": "brushed", "kv_rpm_per_v": 100, "resistance_ohm": 0.2, "no_load_current_a": 0.5, "no_load_voltage_v": 12 },
                "gearing": [{ "kind": "spur", "ratio": 6 }],
            }],
        }),
    );
    let drive = &result.drives[0];
    assert!(drive.cases.iter().all(|case| case.case != Case::Climb));
    let (target, full) = (at(drive, Case::Target), at(drive, Case::FullThrottle));
    assert!(target.feasible && target.limited_by.is_none());
    assert_eq!(
        (target.output_rpm, target.supply_current_a, target.duty),
        (full.output_rpm, full.supply_current_a, Some(1.0))
    );
    for code in ["performance.climb", "performance.traction"] {
        assert!(result.checks.iter().any(|check| check.code == code && check.utilisation.is_some()), "{code} remains");
    }
    assert!(result.checks.iter().all(|check| !check.code.word().starts_with("controller.")));
}

#[test]
fn a_shot_takes_its_energy_from_the_wheels() {
    let shot = |mass_kg: f64| {
        one(&json!({
            "kind": "flywheel", "inertia_kg_m2": 0.001, "target_rpm": 400,
            "projectile": { "mass_kg": mass_kg, "speed_m_s": 10, "per_second": 1, "transfer_efficiency": 0.5 }
        }))
    };
    let drive = shot(0.003);
    let omega = 400.0 * RPM;
    let after = (omega * omega - 2.0 * (0.5 * 0.003 * 100.0 / 0.5) / 0.001).sqrt() / RPM;
    assert_relative_eq!(drive.speed_after_shot_rpm.unwrap().unwrap(), after, max_relative = 1e-12);
    assert!(drive.recovery_s.unwrap().unwrap() > 0.0);
    // A stone takes more than the wheels have.
    assert_eq!((shot(5.0).speed_after_shot_rpm, shot(5.0).recovery_s), (Some(None), Some(None)));
}

/// The stages of the power path lose together what all parts lose, and the leads I²·(Rs − Rpack).
#[test]
fn losses_by_stage_are_the_losses_of_the_parts() {
    let mut seen = 0;
    for build in ypsidyne_core::library::demo::BUILDS {
        let build = ypsidyne_testkit::read(&serde_json::from_str(build.json).unwrap());
        for option in evaluate(&build).options {
            let supply = &option.supply;
            for case in option.drives.iter().flat_map(|drive| &drive.cases) {
                let (Some(parts), Some(stages), Some(amperes)) =
                    (case.losses_w, case.stage_losses_w, case.supply_current_a)
                else {
                    continue;
                };
                let together = stages.battery + stages.wiring + stages.controller + stages.motor + stages.gearing;
                assert_relative_eq!(together, parts.total(), max_relative = 1e-9, epsilon = 1e-9);
                let leads_ohm = supply.resistance_ohm - supply.pack_resistance_ohm;
                assert_relative_eq!(stages.wiring, amperes * amperes * leads_ohm, max_relative = 1e-6, epsilon = 1e-6);
                seen += 1;
            }
        }
    }
    assert!(seen > 100, "{seen} cases");
}

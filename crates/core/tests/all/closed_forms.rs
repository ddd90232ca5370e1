//! Whole evaluations against closed forms and an ODE solver: spin-up, coast to speed, heat, wire and road.

use approx::assert_relative_eq;
use ode_solvers::{Dopri5, System, Vector1, Vector2};
use serde_json::{Value, json};
use ypsidyne_core::evaluation::OptionEvaluation;
use ypsidyne_testkit::{build_of, first_option};

const RPM: f64 = std::f64::consts::PI / 30.0;

fn option(job: &Value, option: &Value) -> OptionEvaluation {
    first_option(&build_of(job, option))
}

/// A motor without loss on a stiff 36 V source: Kv 190, 0.05 Ω, a wheel of 2e-3 kg·m², as in the closed forms.
fn spin_up_s(target_rpm: f64, motor_limit_a: Option<f64>) -> f64 {
    // Lead-acid cells at half charge rest at 2.008 V: the motor constant is scaled so that V·Kv is that of 36 V.
    let volts = 18.0 * 2.008;
    let scale = 36.0 / volts;
    let mut controller = json!({ "kind": "brushed" });
    if let Some(limit) = motor_limit_a {
        controller["motor_current_limit_a"] = json!(limit * scale);
    }
    let result = option(
        &json!({ "drives": [{ "name": "wheel", "load": {
            "kind": "flywheel", "inertia_kg_m2": 2e-3, "target_rpm": target_rpm, "spin_up_s": 1
        } }] }),
        &json!({
            "name": "A",
            "battery": { "chemistry": "lead_acid", "cells_series": 18, "capacity_ah": 10, "cell_resistance_ohm": 0 },
            "drives": [{
                "drive": "wheel", "controller": controller,
                // Volts up by 1/scale, amperes down by scale: the same power, the same torque, the same time.
                "motor": { "kind": "brushed", "kv_rpm_per_v": 190.0 * scale, "resistance_ohm": 0.05 / scale / scale, "no_load_current_a": 0, "no_load_voltage_v": 12 },
            }],
        }),
    );
    result.drives[0].spin_up_s.flatten().expect("it gets there")
}

#[test]
fn validated_spin_up_from_a_fixed_voltage() {
    // −τ·ln 0.05 with τ = J·R/Kt² = 0.039588 s; also confirmed by an ODE solver.
    assert_relative_eq!(spin_up_s(0.95 * 36.0 * 190.0, None), 0.118_595_288_531, max_relative = 1e-4);
}

#[test]
fn validated_spin_up_with_a_current_limit() {
    // 60 A until ω₁ = (V − I·R)/Kt at t₁ = J·ω₁/(Kt·I), then exponential: 0.4556915 s to 95 %, 0.5194060 s to 99 %.
    let top = 36.0 * 190.0;
    assert_relative_eq!(spin_up_s(0.95 * top, Some(60.0)), 0.455_691_484, max_relative = 1e-4);
    assert_relative_eq!(spin_up_s(0.99 * top, Some(60.0)), 0.519_406_041, max_relative = 1e-4);
}

/// A vehicle at full throttle with a stiff source, for the solver.
struct Launch {
    grip_n: f64,
}

const MASS: f64 = 90.0;
const WHEEL_RADIUS: f64 = 0.045;
const RATIO: f64 = 2.5;

impl System<f64, Vector1<f64>> for Launch {
    fn system(&self, _t: f64, speed: &Vector1<f64>, rate: &mut Vector1<f64>) {
        let kt = 1.0 / (RPM * 190.0);
        let motor_rad_s = speed[0] / WHEEL_RADIUS * RATIO;
        let volts = 10.0 * 3.72;
        let amperes = ((volts - kt * motor_rad_s) / 0.05).min(60.0);
        let push_n = (kt * amperes * RATIO * 0.95 / WHEEL_RADIUS).min(self.grip_n);
        let road_n = MASS * 9.80665 * 0.015 + 0.5 * 1.225 * 0.6 * speed[0] * speed[0];
        rate[0] = (push_n - road_n) / MASS;
    }
}

#[test]
fn validated_acceleration_against_an_ode_solver() {
    let target = 25.0 / 3.6;
    for friction in [1.0, 0.15] {
        let grip_n = friction * MASS * 9.80665;
        let mut solver = Dopri5::new(Launch { grip_n }, 0.0, 60.0, 1e-3, Vector1::new(0.0), 1e-10, 1e-10);
        solver.integrate().unwrap();
        let (times, speeds) = (solver.x_out(), solver.y_out());
        let after = speeds.iter().position(|speed| speed[0] >= target).unwrap();
        let share = (target - speeds[after - 1][0]) / (speeds[after][0] - speeds[after - 1][0]);
        let expected_s = times[after - 1] + share * (times[after] - times[after - 1]);
        let result = option(
            &json!({ "drives": [{ "name": "wheels", "load": {
                "kind": "vehicle", "base_mass_kg": MASS, "rolling_resistance": 0.015, "drag_area_m2": 0.6,
                "target_speed_m_s": target, "accelerate_s": 10, "friction": friction
            } }] }),
            &json!({
                "name": "A",
                "battery": { "chemistry": "li_ion", "cells_series": 10, "capacity_ah": 10, "cell_resistance_ohm": 0 },
                "drives": [{
                    "drive": "wheels", "controller": { "kind": "brushless", "motor_current_limit_a": 60 },
                    "motor": { "kind": "brushless", "kv_rpm_per_v": 190, "resistance_ohm": 0.05, "no_load_current_a": 0, "no_load_voltage_v": 12 },
                    "gearing": [{ "kind": "belt", "ratio": RATIO, "efficiency": 0.95 }],
                    "output": { "wheel_diameter_m": 2.0 * WHEEL_RADIUS },
                }],
            }),
        );
        let ours_s = result.drives[0].acceleration_s.flatten().expect("it gets there");
        assert_relative_eq!(ours_s, expected_s, max_relative = 1e-3);
    }
}

/// Winding and case of the cart's motor at 7 A, for the solver.
struct Heating;

const WINDING: (f64, f64) = (1.2, 150.0);
const CASE: (f64, f64) = (2.0, 700.0);
const HELD_A: f64 = 7.0;
const OHM: f64 = 0.32;

impl System<f64, Vector2<f64>> for Heating {
    fn system(&self, _t: f64, now: &Vector2<f64>, rate: &mut Vector2<f64>) {
        let (winding_c, case_c) = (now[0], now[1]);
        let amperes = HELD_A / (1.0 - 0.002 * (case_c - 20.0));
        let copper_w = amperes * amperes * OHM * (1.0 + 0.00393 * (winding_c - 20.0));
        let across_w = (winding_c - case_c) / WINDING.0;
        rate[0] = (copper_w - across_w) / WINDING.1;
        rate[1] = (across_w - (case_c - 25.0) / CASE.0) / CASE.1;
    }
}

/// A hoist whose motor holds 7 A, its heat measured; a `duty_cycle` of 1.
fn hoist(climb_like_minutes: Option<f64>) -> OptionEvaluation {
    let kt = 1.0 / (RPM * 130.0);
    // As a vehicle without air or rolling on a slope where M·g·sinθ·r = 7 A · Kt: standing in for a hoist so that the
    // duration of the work counts.
    let radius = 0.1;
    let mass = kt * HELD_A / (9.80665 * (1.0f64).atan().sin() * radius);
    let mut load = json!({
        "kind": "vehicle", "base_mass_kg": mass, "rolling_resistance": 0, "target_speed_m_s": 0.001,
        "grade_percent": 100, "climb_speed_m_s": 0.001,
    });
    if let Some(minutes) = climb_like_minutes {
        load["climb_duration_min"] = json!(minutes);
    }
    option(
        &json!({ "ambient_c": 25, "drives": [{ "name": "wheels", "load": load }] }),
        &json!({
            "name": "A",
            "battery": { "chemistry": "lead_acid", "cells_series": 12, "capacity_ah": 10, "cell_resistance_ohm": 0 },
            "drives": [{
                "drive": "wheels", "controller": { "kind": "brushed" }, "output": { "wheel_diameter_m": 2.0 * radius },
                "motor": {
                    "kind": "brushed", "kv_rpm_per_v": 130, "resistance_ohm": OHM, "no_load_current_a": 0, "no_load_voltage_v": 12,
                    "thermal": {
                        "winding_to_case_k_per_w": WINDING.0, "case_to_ambient_k_per_w": CASE.0,
                        "winding_j_per_k": WINDING.1, "case_j_per_k": CASE.1,
                    },
                },
            }],
        }),
    )
}

#[test]
fn validated_heat_of_a_hill_against_an_ode_solver() {
    for minutes in [0.5, 5.0, 30.0, 600.0] {
        let mut solver = Dopri5::new(Heating, 0.0, 60.0 * minutes, 1.0, Vector2::new(25.0, 25.0), 1e-10, 1e-10);
        solver.integrate().unwrap();
        let expected = solver.y_out().last().unwrap();
        let thermal = hoist(Some(minutes)).drives[0].thermal.unwrap();
        assert_relative_eq!(thermal.winding_c.unwrap(), expected[0], max_relative = 1e-3);
        assert_relative_eq!(thermal.case_c.unwrap(), expected[1], max_relative = 1e-3);
    }
}

#[test]
fn a_very_long_hill_ends_at_the_steady_state() {
    let (long, steady) = (hoist(Some(10_000.0)), hoist(None));
    let (long, steady) = (long.drives[0].thermal.unwrap(), steady.drives[0].thermal.unwrap());
    assert_relative_eq!(long.winding_c.unwrap(), steady.winding_c.unwrap(), max_relative = 1e-6);
}

#[test]
fn validated_thermal_feedback_of_copper() {
    // ΔT = P₀·R/(1 − α·P₀·R): 50 W at 20 °C, 1.5 K/W: 106.345 K where 75 K would come without the feedback.
    let kt = 1.0 / (RPM * 130.0);
    let amperes = (50.0f64 / OHM).sqrt();
    let result = option(
        &json!({ "ambient_c": 20, "drives": [{ "name": "shaft", "load": {
            "kind": "constant_torque", "torque_nm": kt * amperes, "target_rpm": 0.01
        } }] }),
        &json!({
            "name": "A",
            "battery": { "chemistry": "lead_acid", "cells_series": 12, "capacity_ah": 10, "cell_resistance_ohm": 0 },
            "drives": [{
                "drive": "shaft", "controller": { "kind": "brushless" },
                // Alnico hardly weakens; what it does is in the second assertion.
                "motor": {
                    "kind": "brushless", "kv_rpm_per_v": 130, "resistance_ohm": OHM, "no_load_current_a": 0, "no_load_voltage_v": 12, "magnet": "alnico",
                    "thermal": { "winding_to_case_k_per_w": 1.5, "case_to_ambient_k_per_w": 0.0001 },
                },
            }],
        }),
    );
    let thermal = result.drives[0].thermal.unwrap();
    assert_relative_eq!(thermal.winding_c.unwrap() - 20.0, 106.345, max_relative = 1e-3);
}

#[test]
fn a_motor_that_runs_away_is_a_failed_check_and_no_error() {
    let result = option(
        &json!({ "drives": [{ "name": "shaft", "load": { "kind": "constant_torque", "torque_nm": 5, "target_rpm": 10 } }] }),
        &json!({
            "name": "A",
            "battery": { "chemistry": "lead_acid", "cells_series": 12, "capacity_ah": 100, "cell_resistance_ohm": 0 },
            "drives": [{
                "drive": "shaft", "controller": { "kind": "brushed" },
                "motor": { "kind": "brushed", "kv_rpm_per_v": 130, "resistance_ohm": OHM, "no_load_current_a": 0, "no_load_voltage_v": 12, "can_diameter_mm": 36, "can_length_mm": 50 },
            }],
        }),
    );
    assert!(!result.drives[0].thermal.unwrap().steady);
    let check = result.checks.iter().find(|check| check.code == "motor.winding_temperature").unwrap();
    assert_eq!(check.verdict, ypsidyne_core::evaluation::checks::Verdict::Fail);
    assert_eq!(check.utilisation, None);
    assert_eq!(result.checks[0].utilisation, None, "failures without a number stand first");
}

#[test]
fn validated_peukert_runtime() {
    // 100 Ah over 20 h, k 1.2: 8.7055 h at 10 A, 3.7893 h at 20 A (closed form; a much-quoted example prints 8.7 h).
    for (amperes, hours) in [(10.0, 8.705_505_632_961), (20.0, 3.789_291_416_276)] {
        let volts = 6.0 * 2.008;
        let kt = 1.0 / (RPM * 100.0);
        let rpm = 100.0 * (volts - amperes * 0.01);
        let result = option(
            &json!({ "runtime_min": 10, "drives": [{ "name": "shaft", "load": {
                "kind": "constant_torque", "torque_nm": kt * amperes, "target_rpm": rpm
            } }] }),
            &json!({
                "name": "A",
                "battery": {
                    "chemistry": "lead_acid", "cells_series": 6, "capacity_ah": 100, "cell_resistance_ohm": 0, "usable_fraction": 1
                },
                "drives": [{
                    "drive": "shaft", "controller": { "kind": "brushed" },
                    "motor": { "kind": "brushed", "kv_rpm_per_v": 100, "resistance_ohm": 0.01, "no_load_current_a": 0, "no_load_voltage_v": 12 },
                }],
            }),
        );
        assert_relative_eq!(result.supply.runtime_min.unwrap() / 60.0, hours, max_relative = 1e-4);
    }
}

#[test]
fn brushless_motors_do_not_share_a_channel_and_kinds_must_match() {
    let result = |motor: &str, controller: Value, on_one: u32| {
        let result = option(
            &json!({ "drives": [{ "name": "shaft", "load": { "kind": "constant_torque", "torque_nm": 0.1, "target_rpm": 100 } }] }),
            &json!({
                "name": "A", "battery": { "chemistry": "lipo", "cells_series": 3, "capacity_ah": 2, "continuous_c": 20 },
                "drives": [{
                    "drive": "shaft", "controller": controller, "motor_count": 2, "motors_per_channel": on_one,
                    "motor": { "kind": motor, "kv_rpm_per_v": 100, "resistance_ohm": 0.1, "no_load_current_a": 0, "no_load_voltage_v": 12 },
                }],
            }),
        );
        let mut codes: Vec<_> = result
            .checks
            .iter()
            .map(|check| check.code.word())
            .filter(|code| code.starts_with("controller."))
            .collect();
        codes.retain(|code| ["controller.kind", "controller.channels"].contains(code));
        codes
    };
    assert_eq!(result("brushless", json!({ "kind": "brushless", "channels": 2 }), 2), ["controller.channels"]);
    assert_eq!(result("brushless", json!({ "kind": "brushless", "channels": 2 }), 1), [""; 0]);
    assert_eq!(result("brushed", json!({ "kind": "brushed", "channels": 1 }), 2), [""; 0]);
    assert_eq!(result("brushed", json!({ "kind": "brushed", "channels": 1 }), 1), ["controller.channels"]);
    assert_eq!(result("brushed", json!({ "kind": "brushless", "channels": 2 }), 1), ["controller.kind"]);
    assert_eq!(result("brushless", Value::Null, 1), ["controller.kind"]);
}

//! The bench: fits against published least squares and a reference crate, recovery of known truths, poor and hostile data.
//!
//! Over 400 lines: one table of readings for each kind of sheet.

use approx::assert_relative_eq;
use linregress::{FormulaRegressionBuilder, RegressionDataBuilder};
use ode_solvers::dop853::Dop853;
use ode_solvers::{System, Vector1};
use proptest::prelude::*;
use rand::{RngExt, SeedableRng};
use rand_chacha::ChaCha8Rng;
use rstest::rstest;
use serde_json::{Value, json};
use ypsidyne_core::document::{Measurement, Problem};
use ypsidyne_core::measurement::{Measured, Target, Weight, measure};

fn read(mut sheet: Value) -> Result<Measured, Vec<Problem>> {
    sheet["format"] = json!("ypsidyne.measurement/1");
    let measurement = Measurement::from_value(&sheet).unwrap_or_else(|problems| panic!("{problems:#?}"));
    measure(&measurement)
}

fn works(sheet: Value) -> Measured {
    read(sheet).unwrap_or_else(|problems| panic!("{problems:#?}"))
}

fn figure(measured: &Measured, key: &str) -> (f64, f64, [f64; 2]) {
    let found = measured.figures.iter().find(|figure| figure.key == key).unwrap_or_else(|| panic!("no {key}"));
    (found.value, found.standard_error.unwrap_or(f64::NAN), found.interval_95.unwrap_or([f64::NAN; 2]))
}

fn finds(measured: &Measured, code: &str) -> bool {
    measured.findings.iter().any(|finding| finding.code == code)
}

/// NIST Statistical Reference Datasets, Norris: y then x.
const NORRIS: [(f64, f64); 36] = [
    (0.1, 0.2),
    (338.8, 337.4),
    (118.1, 118.2),
    (888.0, 884.6),
    (9.2, 10.1),
    (228.1, 226.5),
    (668.5, 666.3),
    (998.5, 996.3),
    (449.1, 448.6),
    (778.9, 777.0),
    (559.2, 558.2),
    (0.3, 0.4),
    (0.1, 0.6),
    (778.1, 775.5),
    (668.8, 666.9),
    (339.3, 338.0),
    (448.9, 447.5),
    (10.8, 11.6),
    (557.7, 556.0),
    (228.3, 228.1),
    (998.0, 995.8),
    (888.8, 887.6),
    (119.6, 120.2),
    (0.3, 0.3),
    (0.6, 0.3),
    (557.6, 556.8),
    (339.3, 339.1),
    (888.0, 887.2),
    (998.5, 999.0),
    (778.9, 779.0),
    (10.2, 11.1),
    (117.6, 118.3),
    (228.9, 229.2),
    (668.4, 669.1),
    (449.2, 448.9),
    (0.2, 0.5),
];

#[test]
fn validated_a_line_is_that_of_the_nist_norris_data() {
    let points: Vec<Value> = NORRIS.iter().map(|(y, x)| json!({ "voltage_v": y, "current_a": x })).collect();
    let measured = works(json!({ "kind": "locked_rotor", "points": points }));
    let (slope, error, _) = figure(&measured, "resistance_ohm");
    let (intercept, intercept_error, _) = figure(&measured, "brush_drop_v");
    assert_relative_eq!(slope, 1.00211681802045, max_relative = 1e-11);
    assert_relative_eq!(error, 0.429796848199937e-3, max_relative = 1e-9);
    assert_relative_eq!(intercept, -0.262323073774029, max_relative = 1e-9);
    assert_relative_eq!(intercept_error, 0.232818234301152, max_relative = 1e-9);
}

/// Least squares with exact rationals (reference values from a published table of two statistics packages that agree).
#[test]
fn validated_kv_through_the_origin_and_its_error() {
    let points: Vec<Value> = [(2, 1890), (4, 3815), (6, 5690), (8, 7620), (10, 9510)]
        .iter()
        .map(|(volts, rpm)| json!({ "voltage_v": volts, "current_a": 0, "rpm": rpm }))
        .collect();
    let measured = works(json!({ "kind": "no_load_sweep", "resistance_ohm": 0.1, "points": points }));
    let (kv, error, _) = figure(&measured, "kv_rpm_per_v");
    assert_relative_eq!(kv, 951.090909091, max_relative = 1e-10);
    assert_relative_eq!(error, 0.8681104207, max_relative = 1e-8);
    assert_relative_eq!(measured.results["kv_standard_error"].as_f64().unwrap(), 0.8681104207, max_relative = 1e-8);
}

#[test]
fn validated_pack_resistance_with_its_interval_by_student() {
    let points: Vec<Value> = [(0, 12.60), (5, 12.51), (10, 12.40), (15, 12.32), (20, 12.21)]
        .iter()
        .map(|(amps, volts)| json!({ "current_a": amps, "voltage_v": volts }))
        .collect();
    let measured =
        works(json!({ "kind": "pack_resistance", "cells_series": 4, "packs_parallel": 2, "points": points }));
    let (ohm, error, [low, high]) = figure(&measured, "resistance_ohm");
    assert_relative_eq!(ohm, 0.0194, max_relative = 1e-10);
    assert_relative_eq!(error, 0.0005033222956847167, max_relative = 1e-8);
    // t(3) at 97.5 % is 3.1824463: ± 1.60 mΩ.
    assert_relative_eq!(high - low, 2.0 * 3.1824463 * 0.0005033222956847167, max_relative = 1e-6);
    assert_relative_eq!(figure(&measured, "open_circuit_v").0, 12.602, max_relative = 1e-10);
    assert_relative_eq!(figure(&measured, "cell_resistance_ohm").0, 0.0194 * 2.0 / 4.0, max_relative = 1e-10);
}

/// Type A evaluation of 12.01 12.03 11.98 12.02 12.00: mean 12.008, u = s/√n = 0.008602325.
#[test]
fn validated_the_mean_of_readings_and_its_error() {
    let sheet = json!({ "kind": "winding_resistance", "lead_readings_ohm": [0.2, 0.2],
        "motor_readings_ohm": [12.01, 12.03, 11.98, 12.02, 12.00], "supply_v": 12 });
    let measured = works(sheet);
    let (ohm, error, _) = figure(&measured, "resistance_ohm");
    assert_relative_eq!(ohm, 11.808, max_relative = 1e-12);
    assert_relative_eq!(error, 0.008602325, max_relative = 1e-6);
    assert_relative_eq!(
        measured.results["spread_percent"].as_f64().unwrap(),
        100.0 * 0.05 / 11.808,
        max_relative = 1e-9
    );
}

/// Common practice: 12 V over 0.7 Ω is 17.1 A.
#[test]
fn stall_current_is_by_ohms_law_and_resistance_comes_back_to_20_degrees() {
    let measured =
        works(json!({ "kind": "winding_resistance", "lead_readings_ohm": [0.1, 0.1], "motor_readings_ohm": [0.8, 0.8],
        "supply_v": 12, "temperature_c": 45 }));
    assert_relative_eq!(figure(&measured, "stall_current_a").0, 12.0 / 0.7, max_relative = 1e-9);
    assert_relative_eq!(
        figure(&measured, "resistance_at_20c_ohm").0,
        0.7 / (1.0 + 0.00393 * 25.0),
        max_relative = 1e-9
    );
    assert!(measured.gives.iter().any(|gives| gives.target == Target::Motor && gives.key == "resistance_ohm"));
}

proptest! {
    /// Any line against the reference crate.
    #[test]
    fn validated_lines_are_those_of_a_reference_crate(
        slope in 0.05..5.0f64, intercept in 1.0..50.0f64, scatter in prop::collection::vec(-0.2..0.2f64, 4..30),
    ) {
        let x: Vec<f64> = (0u32..).take(scatter.len()).map(f64::from).collect();
        let y: Vec<f64> = x.iter().zip(&scatter).map(|(x, noise)| intercept + slope * x + noise).collect();
        let points: Vec<Value> = x.iter().zip(&y).map(|(x, y)| json!({ "current_a": x, "voltage_v": y })).collect();
        let measured = works(json!({ "kind": "locked_rotor", "points": points }));
        let data = RegressionDataBuilder::new().build_from(vec![("Y", y), ("X", x)]).unwrap();
        let model = FormulaRegressionBuilder::new().data(&data).formula("Y ~ X").fit().unwrap();
        let (found, error, _) = figure(&measured, "resistance_ohm");
        prop_assert!((found - model.parameters()[1]).abs() < 1e-9 * slope);
        prop_assert!((error - model.se()[1]).abs() < 1e-7 * model.se()[1].max(1e-9));
    }
}

#[rstest]
#[case::brushed("brushed", 1.0)]
// 3√2/π of the line-to-line rms is the mean of the rectified voltage (Mohan, Undeland, Robbins: 1.35).
#[case::three_phase("three_phase", 1.3504744742)]
#[case::one_winding("one_winding", std::f64::consts::SQRT_2)]
fn validated_a_spun_machine_gives_its_kv(#[case] wiring: &str, #[case] factor: f64) {
    let points: Vec<Value> =
        [270.0, 540.0, 810.0].iter().map(|rpm| json!({ "rpm": rpm, "voltage_v": rpm / 270.0 / factor })).collect();
    let measured = works(json!({ "kind": "spin_test", "wiring": wiring, "points": points }));
    // Common practice: a 270 Kv machine must be spun at 270 rpm for about 1 V.
    assert_relative_eq!(figure(&measured, "kv_rpm_per_v").0, 270.0, max_relative = 1e-9);
}

/// A motor by its own equations: what is put in comes out.
#[test]
fn a_sweep_gives_back_the_motor_it_was_made_from() {
    let (kv, ohm, friction, with_speed) = (150.0, 0.35, 0.012, 4e-5);
    let torque_constant = 60.0 / (std::f64::consts::TAU * kv);
    let points: Vec<Value> = [4.0, 8.0, 12.0, 16.0, 20.0]
        .iter()
        .map(|volts| {
            // (V − I·R) = Kt·ω and Kt·I = friction + with_speed·ω, both lines.
            let omega =
                (volts - ohm * friction / torque_constant) / (torque_constant + ohm * with_speed / torque_constant);
            let amps = (friction + with_speed * omega) / torque_constant;
            json!({ "voltage_v": volts, "current_a": amps, "rpm": omega * 60.0 / std::f64::consts::TAU })
        })
        .collect();
    let measured = works(json!({ "kind": "no_load_sweep", "resistance_ohm": ohm, "points": points }));
    assert_relative_eq!(figure(&measured, "kv_rpm_per_v").0, kv, max_relative = 1e-9);
    assert_relative_eq!(figure(&measured, "friction_torque_nm").0, friction, max_relative = 1e-7);
    assert_relative_eq!(figure(&measured, "speed_torque_nm_s").0, with_speed, max_relative = 1e-7);
    assert_relative_eq!(figure(&measured, "no_load_voltage_v").0, 20.0, max_relative = 1e-12);
    let share = measured.results["no_load_speed_share"].as_f64().unwrap();
    assert!(share > 0.3 && share < 0.95);
    assert!(measured.findings.is_empty(), "{:?}", measured.findings);
}

struct Rolling {
    a: f64,
    b: f64,
}

impl System<f64, Vector1<f64>> for Rolling {
    fn system(&self, _t: f64, y: &Vector1<f64>, dy: &mut Vector1<f64>) {
        dy[0] = -self.a - self.b * y[0] * y[0];
    }
}

/// The slowing integrated by an ODE solver: its rolling resistance and drag area are found again.
#[rstest]
#[case::board(95.0, 2.0, 0.018, 0.6, 9.0)]
#[case::cart(140.0, 6.0, 0.03, 0.4, 4.0)]
fn validated_rolling_out_gives_back_what_an_integration_put_in(
    #[case] mass_kg: f64,
    #[case] turning_kg: f64,
    #[case] crr: f64,
    #[case] area_m2: f64,
    #[case] start_m_s: f64,
) {
    let moving = mass_kg + turning_kg;
    let system = Rolling { a: 9.80665 * crr * mass_kg / moving, b: 0.5 * 1.225 * area_m2 / moving };
    let stop_s = 0.8 * start_m_s / (system.a + system.b * start_m_s * start_m_s);
    let mut solver = Dop853::new(system, 0.0, stop_s, stop_s / 12.0, Vector1::new(start_m_s), 1e-10, 1e-12);
    solver.integrate().unwrap();
    let points: Vec<Value> =
        solver.x_out().iter().zip(solver.y_out()).map(|(t, y)| json!({ "t_s": t, "speed_m_s": y[0] })).collect();
    let measured =
        works(json!({ "kind": "coast_down", "mass_kg": mass_kg, "rotating_mass_kg": turning_kg, "points": points }));
    assert_relative_eq!(figure(&measured, "rolling_resistance").0, crr, max_relative = 1e-4);
    assert_relative_eq!(figure(&measured, "drag_area_m2").0, area_m2, max_relative = 1e-3);
}

#[test]
fn slow_rolling_shows_no_drag_and_says_so() {
    let points: Vec<Value> = (0..8).map(|t| json!({ "t_s": t, "speed_m_s": 2.0 - 0.2 * f64::from(t) })).collect();
    let measured = works(json!({ "kind": "coast_down", "mass_kg": 100, "points": points }));
    assert_relative_eq!(figure(&measured, "rolling_resistance").0, 0.2 / 9.80665, max_relative = 1e-6);
    assert!(finds(&measured, "no_drag_seen") || finds(&measured, "drag_unsure"), "{:?}", measured.findings);
}

/// T = 25 + 60·(1 − e^(−t/300)).
#[test]
fn a_heat_run_finds_where_it_is_going_and_says_stop_in_time() {
    let at = |t: f64| 25.0 + 60.0 * (1.0 - (-t / 300.0).exp());
    let points: Vec<Value> =
        (0..=6).map(|step| 50.0 * f64::from(step)).map(|t| json!({ "t_s": t, "motor_c": at(t) })).collect();
    let sheet = |planned: f64, limit: f64| json!({ "kind": "heat_run", "ambient_c": 25, "planned_s": planned, "points": points, "limits": { "motor_c": limit } });
    let measured = works(sheet(900.0, 90.0));
    assert_relative_eq!(measured.results["motor"]["final_c"].as_f64().unwrap(), 85.0, max_relative = 1e-6);
    assert_relative_eq!(measured.results["motor"]["time_constant_s"].as_f64().unwrap(), 300.0, max_relative = 1e-5);
    assert_eq!(measured.results["verdict"], "go_on");
    assert_relative_eq!(measured.results["next_stage_s"].as_f64().unwrap(), 600.0, max_relative = 1e-9);
    // A limit of 70 °C would be passed at −300·ln(1 − 45/60) = 415.9 s: stop, and after a stop there is no next stage.
    let measured = works(sheet(900.0, 70.0));
    assert_eq!(measured.results["verdict"], "stop");
    assert_eq!(measured.results["next_stage_s"], 0.0);
}

#[test]
fn after_one_warm_reading_the_next_stage_is_never_longer_than_the_last() {
    let next = |planned: f64, at_s: f64, celsius: f64, limit: f64| {
        let points = json!([{ "t_s": at_s, "motor_c": celsius }]);
        let sheet = json!({ "kind": "heat_run", "ambient_c": 25, "planned_s": planned, "points": points, "limits": { "motor_c": limit } });
        works(sheet).results["next_stage_s"].as_f64().unwrap()
    };
    assert_relative_eq!(next(3600.0, 120.0, 40.0, 90.0), 120.0, max_relative = 1e-12);
    // 15 K in 60 s: rising on like that, 70 °C are there after 180 s; 15 K in 120 s from 50 °C on leave less than as long again.
    assert_relative_eq!(next(3600.0, 120.0, 60.0, 70.0), 120.0 * 45.0 / 35.0 - 120.0, max_relative = 1e-9);
    assert_relative_eq!(next(150.0, 120.0, 40.0, 90.0), 30.0, max_relative = 1e-12);
    assert_eq!(next(3600.0, 120.0, 95.0, 90.0), 0.0);
}

#[test]
fn cells_at_rest_tell_charge_and_imbalance() {
    let measured =
        works(json!({ "kind": "cell_voltages", "chemistry": "lipo", "voltages_v": [3.84, 3.84, 3.80, 3.84] }));
    assert_relative_eq!(figure(&measured, "charge_left").0, 0.4, max_relative = 1e-6);
    assert_relative_eq!(figure(&measured, "imbalance_v").0, 0.04, max_relative = 1e-9);
    assert!(finds(&measured, "unbalanced"));
    assert_relative_eq!(measured.results["stop_pack_v"].as_f64().unwrap(), 4.0 * 3.3, max_relative = 1e-12);
    let low = works(json!({ "kind": "cell_voltages", "chemistry": "lipo", "voltages_v": [2.7] }));
    assert!(low.findings.iter().any(|finding| finding.code == "too_low" && finding.weight == Weight::Poor));
}

#[test]
fn a_discharge_adds_up() {
    let points: Vec<Value> =
        (0..=6).map(|step| json!({ "t_s": 600 * step, "current_a": 5, "voltage_v": 11.1 })).collect();
    let measured = works(json!({ "kind": "capacity", "rated_ah": 8, "points": points }));
    assert_relative_eq!(figure(&measured, "capacity_ah").0, 5.0, max_relative = 1e-12);
    assert_relative_eq!(figure(&measured, "energy_wh").0, 55.5, max_relative = 1e-12);
    assert!(finds(&measured, "worn"), "5 of 8 Ah");
}

#[test]
fn a_luggage_scale_gives_mass_and_rolling_resistance() {
    let measured = works(json!({ "kind": "pull_test", "wheel_loads_n": [490.3325, 490.3325], "pull_n": [29, 30, 31] }));
    assert_relative_eq!(figure(&measured, "mass_kg").0, 100.0, max_relative = 1e-9);
    assert_relative_eq!(figure(&measured, "rolling_resistance").0, 30.0 / 980.665, max_relative = 1e-9);
    let slope = works(json!({ "kind": "pull_test", "rolling_grade_percent": [2, 2.2, 1.8] }));
    assert_relative_eq!(figure(&slope, "rolling_resistance").0, 0.02, max_relative = 1e-9);
}

/// 6 V behind 0.2 Ω: matched at 0.2 Ω, 45 W at most.
#[test]
fn validated_the_load_for_most_power_is_what_the_generator_has_inside() {
    let points: Vec<Value> = [0.1, 0.2, 0.4, 0.8]
        .iter()
        .map(|load| json!({ "rpm": 600, "load_ohm": load, "voltage_v": 6.0 * load / (load + 0.2), "drive_power_w": 200 }))
        .collect();
    let measured = works(json!({ "kind": "generator_test", "points": points }));
    assert_relative_eq!(figure(&measured, "best_load_ohm").0, 0.2, max_relative = 1e-12);
    assert_relative_eq!(figure(&measured, "best_output_power_w").0, 45.0, max_relative = 1e-9);
    assert_relative_eq!(measured.results["matched_load_ohm"].as_f64().unwrap(), 0.2, max_relative = 1e-5);
    assert_relative_eq!(
        measured.results["points"][1]["efficiency"].as_f64().unwrap(),
        45.0 / 200.0,
        max_relative = 1e-9
    );
}

fn candidate(label: &str, kv: f64, ohm: f64) -> Value {
    json!({ "label": label, "kind": "brushed", "kv_rpm_per_v": kv, "resistance_ohm": ohm, "no_load_current_a": 0.5, "no_load_voltage_v": 12 })
}

#[test]
fn an_unknown_motor_is_told_by_its_speed_and_the_reading_that_would_tell_is_named() {
    let candidates =
        [candidate("slow", 200.0, 0.4), candidate("fast", 400.0, 0.4), candidate("fast, thin wire", 400.0, 0.9)];
    let sheet = |unknown: Value| json!({ "kind": "identify", "candidates": candidates, "unknowns": [unknown] });
    let slow = works(sheet(json!({ "label": "a", "voltage_v": 12, "rpm": 2360 })));
    assert_eq!(slow.results["unknowns"][0]["ranked"][0]["label"], "slow");
    assert!(finds(&slow, "is"));
    let fast = works(sheet(json!({ "label": "b", "voltage_v": 12, "rpm": 4700 })));
    assert!(finds(&fast, "not_sure"));
    assert!(fast.results["unknowns"][0]["telling"].as_str().unwrap().contains("winding resistance"));
    let sure = works(sheet(json!({ "label": "b", "voltage_v": 12, "rpm": 4700, "resistance_ohm": 0.88 })));
    assert_eq!(sure.results["unknowns"][0]["ranked"][0]["label"], "fast, thin wire");
    let none = works(sheet(json!({ "label": "c", "voltage_v": 12, "rpm": 20000 })));
    assert!(finds(&none, "none_fits"));
}

#[test]
fn several_unknowns_each_get_a_candidate_of_their_own() {
    let candidates = [candidate("one", 200.0, 0.4), candidate("two", 215.0, 0.4), candidate("three", 400.0, 0.4)];
    // Both are nearest to "two"; together "one" and "two" fit better.
    let unknowns =
        json!([{ "label": "a", "voltage_v": 12, "rpm": 2490 }, { "label": "b", "voltage_v": 12, "rpm": 2560 }]);
    let measured = works(json!({ "kind": "identify", "candidates": candidates, "unknowns": unknowns }));
    assert_eq!(measured.results["assigned"][0]["candidate_label"], "one");
    assert_eq!(measured.results["assigned"][1]["candidate_label"], "two");
}

#[test]
fn the_motor_that_drags_is_named_and_all_are_added_up() {
    let readings = json!([{ "label": "left front", "current_a": 2.0 }, { "label": "right front", "current_a": 2.1 },
        { "label": "left rear", "current_a": 3.4 }, { "label": "right rear", "current_a": 1.9 }]);
    let measured =
        works(json!({ "kind": "loaded_currents", "motors_are": "alike", "supply_v": 12, "readings": readings }));
    assert_relative_eq!(figure(&measured, "sum_a").0, 9.4, max_relative = 1e-12);
    assert_eq!(measured.results["ranked"][0]["label"], "left rear");
    let drags = measured.findings.iter().find(|finding| finding.code == "takes_more").expect("one drags");
    assert_eq!(drags.reading.as_deref(), Some("readings/2"));
}

/// Normal scatter by Box and Muller 1958.
fn normal(lot: &mut ChaCha8Rng) -> f64 {
    let (a, b): (f64, f64) = (lot.random::<f64>().max(1e-300), lot.random());
    (-2.0 * a.ln()).sqrt() * (std::f64::consts::TAU * b).cos()
}

/// Of many measurements with scatter the 95 % interval holds the truth in 90 to 99 of a hundred.
#[rstest]
#[case::kv("kv")]
#[case::winding("winding")]
#[case::pack("pack")]
#[case::rolling("rolling")]
fn the_interval_holds_the_truth_as_often_as_it_says(#[case] which: &str) {
    const TIMES: u32 = 600;
    let held = (0..TIMES)
        .filter(|seed| {
            let mut lot = ChaCha8Rng::seed_from_u64(u64::from(*seed));
            let (sheet, key, truth) = noisy(which, &mut lot);
            let (_, _, [low, high]) = figure(&works(sheet), key);
            (low..=high).contains(&truth)
        })
        .count();
    let share = held as f64 / f64::from(TIMES);
    assert!((0.90..=0.99).contains(&share), "{which}: {share}");
}

fn noisy(which: &str, lot: &mut ChaCha8Rng) -> (Value, &'static str, f64) {
    match which {
        "kv" => {
            let points: Vec<Value> = (1..=6)
                .map(|step| 3.0 * f64::from(step))
                .map(|volts| json!({ "voltage_v": volts, "current_a": 0.4, "rpm": (200.0 * (volts - 0.4 * 0.3) + 8.0 * normal(lot)).max(0.0) }))
                .collect();
            (json!({ "kind": "no_load_sweep", "resistance_ohm": 0.3, "points": points }), "kv_rpm_per_v", 200.0)
        }
        "winding" => {
            let leads: Vec<f64> = (0..4).map(|_| 0.2 + 0.01 * normal(lot)).collect();
            let motor: Vec<f64> = (0..6).map(|_| 1.1 + 0.03 * normal(lot)).collect();
            (
                json!({ "kind": "winding_resistance", "lead_readings_ohm": leads, "motor_readings_ohm": motor }),
                "resistance_ohm",
                0.9,
            )
        }
        "pack" => {
            let points: Vec<Value> = (0..6)
                .map(|step| 5.0 * f64::from(step))
                .map(|amps| json!({ "current_a": amps, "voltage_v": 25.0 - 0.04 * amps + 0.02 * normal(lot) }))
                .collect();
            (json!({ "kind": "pack_resistance", "cells_series": 6, "points": points }), "resistance_ohm", 0.04)
        }
        _ => {
            let points: Vec<Value> = (0..14)
                .map(|step| 1.5 * f64::from(step))
                .map(|t| {
                    let (a, b, v) = (0.17f64, 0.004f64, 8.0f64);
                    let speed = (a / b).sqrt() * ((v * (b / a).sqrt()).atan() - (a * b).sqrt() * t).tan();
                    json!({ "t_s": t, "speed_m_s": (speed + 0.02 * normal(lot)).max(0.0) })
                })
                .collect();
            (json!({ "kind": "coast_down", "mass_kg": 100, "points": points }), "rolling_resistance", 0.17 / 9.80665)
        }
    }
}

// ---- poor and hostile data

#[test]
fn a_reading_far_off_is_named_and_striking_it_out_keeps_it_but_uses_it_not() {
    let mut points: Vec<Value> = (0..8)
        .map(f64::from)
        .map(|x| json!({ "current_a": x, "voltage_v": 12.0 - 0.05 * x + 0.001 * (x * 7.0).sin() }))
        .collect();
    points[5]["voltage_v"] = json!(9.0);
    let sheet = json!({ "kind": "pack_resistance", "cells_series": 3, "points": points });
    let measured = works(sheet.clone());
    let far = measured.findings.iter().find(|finding| finding.code == "far_off").expect("it is named");
    assert_eq!(far.reading.as_deref(), Some("points/5"));
    let mut struck = sheet;
    struck["struck"] = json!(["points/5"]);
    let measured = works(struck);
    assert!(!finds(&measured, "far_off"));
    assert_relative_eq!(figure(&measured, "resistance_ohm").0, 0.05, max_relative = 0.01);
    let drawn = &measured.fits[0].points;
    assert!(drawn.len() == 8 && drawn[5].struck && drawn[5].residual.is_none(), "it is still drawn");
}

#[rstest]
#[case::no_reading(json!({ "kind": "winding_resistance", "motor_readings_ohm": [] }), "/motor_readings_ohm")]
#[case::one_reading(json!({ "kind": "winding_resistance", "motor_readings_ohm": [1] }), "/motor_readings_ohm")]
#[case::leads_above(json!({ "kind": "winding_resistance", "lead_readings_ohm": [2, 2], "motor_readings_ohm": [1, 1.1] }), "/motor_readings_ohm")]
#[case::one_point(json!({ "kind": "spin_test", "wiring": "brushed", "points": [{ "rpm": 100, "voltage_v": 1 }] }), "/points")]
#[case::same_current(json!({ "kind": "pack_resistance", "cells_series": 3, "points": [{ "current_a": 5, "voltage_v": 11 }, { "current_a": 5, "voltage_v": 11.1 }] }), "/points")]
#[case::rising(json!({ "kind": "pack_resistance", "cells_series": 3, "points": [{ "current_a": 0, "voltage_v": 11 }, { "current_a": 5, "voltage_v": 12 }] }), "/points")]
#[case::same_speed(json!({ "kind": "no_load_sweep", "resistance_ohm": 0.1, "points": [{ "voltage_v": 5, "current_a": 1, "rpm": 900 }, { "voltage_v": 6, "current_a": 1, "rpm": 900 }] }), "/points")]
#[case::speeds_up(json!({ "kind": "coast_down", "mass_kg": 10, "points": [{ "t_s": 0, "speed_m_s": 1 }, { "t_s": 1, "speed_m_s": 2 }, { "t_s": 2, "speed_m_s": 3 }, { "t_s": 3, "speed_m_s": 4 }] }), "/points")]
#[case::more_out_than_in(json!({ "kind": "generator_test", "points": [{ "rpm": 100, "load_ohm": 1, "voltage_v": 10, "drive_power_w": 50 }] }), "/points/0")]
#[case::backwards(json!({ "kind": "capacity", "points": [{ "t_s": 10, "current_a": 1 }, { "t_s": 5, "current_a": 1 }] }), "/points")]
#[case::nothing(json!({ "kind": "pull_test" }), "/pull_n")]
#[case::no_temperature(json!({ "kind": "heat_run", "ambient_c": 20, "planned_s": 60, "points": [{ "t_s": 1 }] }), "/points")]
#[case::no_candidate(json!({ "kind": "identify", "unknowns": [{ "label": "a", "voltage_v": 1, "rpm": 1 }], "candidates": [] }), "/candidates")]
fn what_cannot_be_worked_out_is_refused_with_what_is_needed(#[case] sheet: Value, #[case] place: &str) {
    let problems = read(sheet).expect_err("there is not enough");
    assert_eq!(problems[0].pointer, place, "{problems:?}");
    assert!(problems[0].detail.len() > 20);
}

#[test]
fn leads_that_were_not_zeroed_and_a_rotor_that_was_not_turned_are_found() {
    let measured = works(json!({ "kind": "winding_resistance", "motor_readings_ohm": [0.81, 0.81, 0.81] }));
    assert!(finds(&measured, "leads_not_zeroed") && finds(&measured, "rotor_not_turned"));
    let broken = works(
        json!({ "kind": "winding_resistance", "lead_readings_ohm": [0.1], "motor_readings_ohm": [0.8, 1.7, 0.9, 1.6] }),
    );
    assert!(finds(&broken, "wide_spread"));
}

proptest! {
    /// Whatever stands in a sheet, nothing but finite numbers comes out, or a refusal.
    #[test]
    fn hostile_numbers_give_finite_figures_or_a_refusal(
        points in prop::collection::vec((0.0..1000.0f64, 0.0..1000.0f64, 0.0..1e5f64), 0..12), ohm in 0.0..100.0f64,
    ) {
        let sweep: Vec<Value> = points.iter().map(|(v, i, n)| json!({ "voltage_v": v, "current_a": i, "rpm": n })).collect();
        let coast: Vec<Value> = points.iter().map(|(t, v, _)| json!({ "t_s": t, "speed_m_s": v / 10.0 })).collect();
        let heat: Vec<Value> = points.iter().map(|(t, c, _)| json!({ "t_s": t, "motor_c": c / 10.0 })).collect();
        for sheet in [
            json!({ "kind": "no_load_sweep", "resistance_ohm": ohm, "points": sweep }),
            json!({ "kind": "coast_down", "mass_kg": 80, "points": coast }),
            json!({ "kind": "heat_run", "ambient_c": 20, "planned_s": 600, "points": heat }),
        ] {
            if let Ok(measured) = read(sheet) {
                for figure in &measured.figures {
                    prop_assert!(figure.value.is_finite(), "{}", figure.key);
                    prop_assert!(figure.interval_95.is_none_or(|[a, b]| a.is_finite() && b.is_finite()));
                }
                for fit in &measured.fits {
                    prop_assert!(fit.line.iter().all(|[x, y]| x.is_finite() && y.is_finite()));
                    prop_assert!(fit.points.iter().all(|point| point.residual.is_none_or(f64::is_finite)));
                }
            }
        }
    }
}

/// Kv 100 rpm/V at 600 rpm behind 0.2 Ω: 6 V open, 45 W at most.
#[test]
fn validated_machines_compare_as_generators_on_one_source() {
    use ypsidyne_core::measurement::generators_ranked::as_generators;
    let spun = works(json!({ "kind": "spin_test", "wiring": "brushed",
        "points": [{ "rpm": 300, "voltage_v": 3 }, { "rpm": 600, "voltage_v": 6 }] }));
    let ohms =
        works(json!({ "kind": "winding_resistance", "lead_readings_ohm": [0, 0], "motor_readings_ohm": [0.2, 0.2] }));
    let other = works(json!({ "kind": "spin_test", "wiring": "brushed",
        "points": [{ "rpm": 100, "voltage_v": 5 }, { "rpm": 200, "voltage_v": 10 }] }));
    let sheets = [("geared".to_owned(), spun), ("geared".to_owned(), ohms), ("slow".to_owned(), other)];
    let ratios = std::collections::BTreeMap::from([("geared".to_owned(), 10.0)]);
    let found = as_generators(&sheets, 60.0, &ratios, Some(12.0));
    assert_eq!(found[0].label, "geared", "the one whose power is known first");
    assert_relative_eq!(found[0].open_v, 6.0, max_relative = 1e-12);
    assert_relative_eq!(found[0].most_power_w.unwrap(), 45.0, max_relative = 1e-9);
    assert_relative_eq!(found[0].speed_up_for_needed.unwrap(), 20.0, max_relative = 1e-9);
    assert_relative_eq!(found[1].open_v, 3.0, max_relative = 1e-12);
    assert_eq!(found[1].most_power_w, None);
}

/// A machine of 0.2 Ω and one of 0.8 Ω on the same drill: over equal drive watts the stiff one gives more, and between its
/// readings a straight line stands. The one that was never driven with 90 W has no figure there.
#[test]
fn machines_are_compared_over_equal_steps() {
    use ypsidyne_core::measurement::equal_steps::{StepOf, equal_steps};
    let driven = |points: &[(f64, f64, f64)]| {
        let points: Vec<Value> = points
            .iter()
            .map(|(ohm, volts, watts)| json!({ "load_ohm": ohm, "voltage_v": volts, "drive_power_w": watts }))
            .collect();
        works(json!({ "kind": "generator_test", "points": points }))
    };
    let stiff = driven(&[(10.0, 10.0, 20.0), (10.0, 20.0, 60.0), (10.0, 25.0, 90.0)]);
    let soft = driven(&[(10.0, 10.0, 40.0), (2.5, 5.0, 40.0), (10.0, 6.0, 10.0), (10.0, 12.0, 60.0)]);
    let sheets = [("stiff".to_owned(), stiff), ("soft".to_owned(), soft)];
    let found = equal_steps(&sheets).unwrap();
    assert_eq!(found.of, StepOf::DrivePower);
    assert_eq!(found.machines, ["soft", "stiff"]);
    let steps: Vec<f64> = found.steps.iter().map(|step| step.at).collect();
    assert_eq!(steps, [20.0, 40.0, 60.0], "10 W and 90 W were tried with one machine only");
    let at_40 = &found.steps[1];
    assert_relative_eq!(at_40.given[1].unwrap().output_power_w, 25.0, max_relative = 1e-12);
    assert_relative_eq!(at_40.given[0].unwrap().output_power_w, 10.0, max_relative = 1e-12);
    assert_eq!(at_40.most, Some(1));
    let share = found.steps[0].given[1].unwrap().efficiency.unwrap();
    assert_relative_eq!(share, 0.5, max_relative = 1e-12);

    let by_speed = |volts: f64| {
        works(json!({ "kind": "generator_test", "points": [{ "rpm": 100, "load_ohm": 10, "voltage_v": volts }] }))
    };
    let sheets = [("a".to_owned(), by_speed(3.0)), ("b".to_owned(), by_speed(3.02))];
    let found = equal_steps(&sheets).unwrap();
    assert_eq!((found.of, found.steps[0].most), (StepOf::Speed, None), "1 % is no difference");
    assert!(equal_steps(&sheets[..1]).is_none(), "one machine is compared with nothing");
}

/// Kt·Kv is one number: a Kv 10 % up is a Kt of 1/1.1, 10 % more current and 21 % more heat for the same torque.
#[rstest]
#[case::weakened(1.10, Some("lost 9.1 %"), Some("21 % more heat"))]
#[case::as_listed(1.0, None, None)]
#[case::below(0.95, None, None)]
fn a_kv_above_the_listed_one_says_what_the_magnets_lost(
    #[case] share: f64,
    #[case] lost: Option<&str>,
    #[case] heat: Option<&str>,
) {
    let mut build: Value = serde_json::from_str(ypsidyne_core::library::demo::BUILDS[0].json).unwrap();
    let listed = 130.0;
    build["options"][0]["drives"][0]["motor"]["kv_rpm_per_v"] = json!(listed);
    let points: Vec<Value> =
        [(6.0, -0.002), (9.0, 0.001), (12.0, 0.002), (15.0, -0.001), (18.0, 0.0)].iter().map(|(volts, off)| json!({ "voltage_v": volts, "current_a": 0.5, "rpm": share * listed * (volts - 0.5 * 0.3) * (1.0 + off) })).collect();
    let measured = works(json!({ "kind": "no_load_sweep", "resistance_ohm": 0.3, "points": points }));
    let build = ypsidyne_core::document::Build::from_value(&build).unwrap();
    let applied =
        ypsidyne_core::measurement::into_part::apply(&measured, &build, 0, 0, "2026-11-28T08:00:00Z").unwrap();
    let kv = applied.changes.iter().find(|change| change.pointer.ends_with("kv_rpm_per_v")).unwrap();
    match (lost, heat) {
        (Some(lost), Some(heat)) => {
            let says = kv.says.as_deref().expect("it is above by more than its error");
            assert!(says.contains(lost) && says.contains(heat), "{says}");
        }
        _ => assert_eq!(kv.says, None),
    }
}

/// 12 V, 0.5 A through 1 Ω leaves 11.5 V; 230 rpm behind 1:50 are 11 500 rpm inside: Kv 1000.
#[test]
fn a_speed_read_behind_the_gearbox_is_that_of_the_motor_times_its_ratio() {
    let sheet = |shaft: &str| {
        json!({
            "kind": "no_load_sweep", "resistance_ohm": 1.0, "shaft": shaft, "gear_ratio": 50,
            "points": [{ "voltage_v": 12, "current_a": 0.5, "rpm": 230 }, { "voltage_v": 6, "current_a": 0.4, "rpm": 112 }]
        })
    };
    let (kv, ..) = figure(&works(sheet("output")), "kv_rpm_per_v");
    assert_relative_eq!(kv, 1000.0, max_relative = 1e-9);
    let (bare, ..) = figure(&works(sheet("motor")), "kv_rpm_per_v");
    assert_relative_eq!(bare, 20.0, max_relative = 1e-9);
    let mut without = sheet("output");
    without.as_object_mut().unwrap().remove("gear_ratio");
    assert_eq!(read(without).unwrap_err()[0].pointer, "/gear_ratio");
}

#[test]
fn one_voltage_is_accepted_with_its_wider_error() {
    let one = works(json!({
        "kind": "no_load_sweep", "resistance_ohm": 0.5, "points": [{ "voltage_v": 12, "current_a": 1, "rpm": 11_500 }]
    }));
    let (kv, ..) = figure(&one, "kv_rpm_per_v");
    assert_relative_eq!(kv, 1000.0, max_relative = 1e-9);
    assert_relative_eq!(one.results["kv_standard_error"].as_f64().unwrap(), 50.0, max_relative = 1e-9);
    assert!(finds(&one, "one_voltage"));
    assert!(!one.results.contains_key("no_load_speed_share"), "one voltage does not tell it");
}

#[test]
fn a_kv_that_is_the_ratio_off_is_challenged() {
    let cart = ypsidyne_core::library::demo::BUILDS.iter().find(|demo| demo.json.contains("harvest cart")).unwrap();
    let build = ypsidyne_core::document::Build::from_json(cart.json).unwrap();
    let motor = &build.options[0].drives[0].motor;
    let ratio = motor.gearbox.as_ref().unwrap().ratio;
    let said = |kv: f64| {
        let measured = works(json!({
            "kind": "no_load_sweep", "resistance_ohm": 0.3,
            "points": [{ "voltage_v": 24.3, "current_a": 1, "rpm": 24.0 * kv }, { "voltage_v": 12.3, "current_a": 1, "rpm": 12.0 * kv }]
        }));
        let applied =
            ypsidyne_core::measurement::into_part::apply(&measured, &build, 0, 0, "2026-11-28T08:00:00Z").unwrap();
        applied.changes.iter().find(|change| change.pointer.ends_with("kv_rpm_per_v")).unwrap().says.clone()
    };
    assert!(said(motor.kv_rpm_per_v / ratio).is_some_and(|says| says.contains("behind the gearbox")));
    assert!(said(motor.kv_rpm_per_v * ratio).is_some_and(|says| says.contains("at the motor itself")));
    assert!(!said(1.02 * motor.kv_rpm_per_v).is_some_and(|says| says.contains("gearbox")));
}

/// What a generator test finds inside goes into the machine of a build; into a stepper it does not, and that is said.
#[test]
fn a_generator_test_goes_into_a_build_and_not_into_a_stepper() {
    let points: Vec<Value> = [(20.0, 600.0), (5.0, 590.0), (1.0, 610.0), (0.5, 600.0)]
        .iter()
        .map(|(ohm, rpm)| json!({ "rpm": rpm, "load_ohm": ohm, "voltage_v": rpm / 50.0 * ohm / (ohm + 0.3) }))
        .collect();
    let measured = works(json!({ "kind": "generator_test", "points": points }));
    let mut build = ypsidyne_testkit::demo("millrace-generator");
    let into = |build: &Value| {
        ypsidyne_core::measurement::into_part::apply(
            &measured,
            &ypsidyne_testkit::read(build),
            0,
            0,
            "2026-11-29T08:00:00Z",
        )
    };
    let applied = into(&build).unwrap();
    let after = |key: &str| applied.changes.iter().find(|change| change.pointer.ends_with(key)).unwrap().after;
    assert_relative_eq!(after("kv_rpm_per_v"), 50.0, max_relative = 1e-6);
    assert_relative_eq!(after("resistance_ohm"), 0.3, max_relative = 1e-6);
    build["options"][0]["drives"][0]["motor"] =
        json!({ "kind": "stepper", "kv_rpm_per_v": 50, "resistance_ohm": 2, "no_load_current_a": 0.1 });
    let refused = into(&build).unwrap_err();
    assert!(refused[0].detail.contains("spin it by a drill"), "{refused:?}");
}

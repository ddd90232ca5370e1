//! Sheets that judge fairly: motors that are meant to differ, a meter with coarse steps, generators at one load or behind a
//! bridge, packs read as a whole, pairings that agree with what is said of each. Each is tried where it is fine and where not.

use approx::assert_relative_eq;
use rand::{RngExt, SeedableRng};
use rand_chacha::ChaCha8Rng;
use rstest::rstest;
use serde_json::{Value, json};
use ypsidyne_core::document::{Build, Measurement, Problem};
use ypsidyne_core::library::demo;
use ypsidyne_core::measurement::into_part::apply;
use ypsidyne_core::measurement::{Measured, measure};

fn read(mut sheet: Value) -> Result<Measured, Vec<Problem>> {
    sheet["format"] = json!("ypsidyne.measurement/1");
    measure(&Measurement::from_value(&sheet).unwrap_or_else(|problems| panic!("{problems:#?}")))
}

fn works(sheet: Value) -> Measured {
    read(sheet).unwrap_or_else(|problems| panic!("{problems:#?}"))
}

fn number(measured: &Measured, key: &str) -> f64 {
    measured.results[key].as_f64().unwrap_or_else(|| panic!("no {key}"))
}

fn finds(measured: &Measured, code: &str) -> bool {
    measured.findings.iter().any(|finding| finding.code == code)
}

fn text_of<'a>(measured: &'a Measured, code: &str) -> &'a str {
    measured.findings.iter().find(|finding| finding.code == code).map_or("", |finding| finding.text.as_str())
}

// ---- currents under load

fn currents(are: Option<&str>, amps: &[f64], more: Value) -> Measured {
    let readings: Vec<Value> = amps
        .iter()
        .enumerate()
        .map(|(place, amps)| json!({ "label": format!("m{place}"), "current_a": amps }))
        .collect();
    let mut sheet = json!({ "kind": "loaded_currents", "readings": readings });
    if let Some(are) = are {
        sheet["motors_are"] = json!(are);
    }
    sheet.as_object_mut().unwrap().extend(more.as_object().unwrap().clone());
    works(sheet)
}

#[rstest]
#[case::alike_and_fine(Some("alike"), &[2.0, 2.1, 1.9], false, false)]
#[case::one_drags(Some("alike"), &[2.0, 2.1, 3.4], true, false)]
#[case::one_is_weak(Some("alike"), &[2.0, 2.1, 1.2], true, false)]
#[case::unlike(Some("unlike"), &[2.0, 2.6, 6.6], false, false)]
#[case::nobody_said(None, &[2.0, 2.6, 6.6], false, true)]
#[case::nobody_said_and_like(None, &[2.0, 2.1, 1.9], false, false)]
fn only_motors_that_are_meant_to_be_alike_are_accused(
    #[case] are: Option<&str>,
    #[case] amps: &[f64],
    #[case] accused: bool,
    #[case] asked: bool,
) {
    let measured = currents(are, amps, json!({}));
    assert_eq!(finds(&measured, "takes_more") || finds(&measured, "takes_less"), accused);
    assert_eq!(finds(&measured, "alike_or_not"), asked);
}

#[test]
fn unlike_motors_are_told_by_a_chosen_one_and_what_several_take_by_the_pack() {
    let more = json!({ "compared_to": "m0", "how_many": 4, "pack_ah": 5.0 });
    let measured = currents(Some("unlike"), &[2.0, 2.6, 6.6], more);
    assert_relative_eq!(measured.results["ranked"][0]["over_chosen"].as_f64().unwrap(), 3.3, max_relative = 1e-12);
    assert_relative_eq!(measured.results["ranked"][1]["over_chosen"].as_f64().unwrap(), 1.3, max_relative = 1e-12);
    assert_relative_eq!(number(&measured, "together_a"), 8.0);
    assert_relative_eq!(number(&measured, "pack_c"), 1.6);
    assert_eq!(text_of(&measured, "together"), "4 of m0 draw 8 A together, that is 1.6 C of this pack of 5 Ah.");
    let stranger =
        json!({ "kind": "loaded_currents", "compared_to": "m9", "readings": [{ "label": "m0", "current_a": 1 }] });
    assert_eq!(read(stranger).unwrap_err()[0].pointer, "/compared_to");
}

#[test]
fn a_reading_in_the_current_limit_is_the_supplys_and_not_counted() {
    let readings = json!([{ "label": "a", "current_a": 2.0 }, { "label": "b", "current_a": 2.1 },
        { "label": "c", "current_a": 3.0, "limited": true }]);
    let measured = works(json!({ "kind": "loaded_currents", "motors_are": "alike", "readings": readings }));
    assert!(finds(&measured, "supply_limited") && !finds(&measured, "takes_more"));
    assert_relative_eq!(number(&measured, "sum_a"), 4.1);
}

// ---- ohms by a meter with steps

#[test]
fn equal_readings_are_not_exact_and_a_coarse_meter_blames_no_brushes() {
    // A meter that shows tenths: 0.2, 0.3, 0.2 of a winding of a quarter of an ohm.
    let coarse = works(
        json!({ "kind": "winding_resistance", "lead_readings_ohm": [0.1], "motor_readings_ohm": [0.3, 0.4, 0.3] }),
    );
    assert!(finds(&coarse, "coarse_meter") && !finds(&coarse, "wide_spread"));
    assert!(text_of(&coarse, "coarse_meter").contains("held still"));
    // Three equal readings are known to half the last digit and no better.
    let equal = works(
        json!({ "kind": "winding_resistance", "lead_readings_ohm": [0.11], "motor_readings_ohm": [1.31, 1.31, 1.31] }),
    );
    assert_relative_eq!(number(&equal, "standard_error_ohm"), 0.01 * (2.0f64 / 12.0).sqrt(), max_relative = 1e-9);
    // Dirty brushes on a fine meter are blamed as before.
    let dirty = works(
        json!({ "kind": "winding_resistance", "lead_readings_ohm": [0.11], "motor_readings_ohm": [0.81, 1.73, 0.92, 1.64] }),
    );
    assert!(finds(&dirty, "wide_spread"));
}

/// Over many windings read with a meter of coarse steps the 95 % interval holds the truth at least nine times in ten.
#[rstest]
#[case(0.1)]
#[case(0.01)]
fn the_interval_holds_the_truth_behind_the_steps_of_a_meter(#[case] step: f64) {
    const TIMES: u32 = 500;
    let mut lot = ChaCha8Rng::seed_from_u64(3);
    let held = (0..TIMES)
        .filter(|_| {
            let (truth, leads) = (lot.random_range(8.0 * step..40.0 * step), lot.random_range(2.0 * step..9.0 * step));
            let shown = |ohm: f64| ((ohm / step).round() * step * 1e6).round() / 1e6;
            let measured = works(json!({ "kind": "winding_resistance", "meter_step_ohm": step,
                "lead_readings_ohm": vec![shown(leads); 3], "motor_readings_ohm": vec![shown(truth + leads); 5] }));
            let found = measured.figures.iter().find(|figure| figure.key == "resistance_ohm").unwrap();
            let [low, high] = found.interval_95.unwrap();
            (low..=high).contains(&truth)
        })
        .count();
    let share = held as f64 / f64::from(TIMES);
    assert!(share >= 0.9, "{share}");
}

// ---- generators

/// A machine of 0.02 V a turn and 1.5 Ω at a speed and a load, behind a bridge.
fn volts(rpm: f64, load: f64, bridge: f64) -> f64 {
    (0.02 * rpm - bridge) * load / (load + 1.5)
}

#[test]
fn the_bridge_is_subtracted_and_the_ohms_inside_stay_those_of_the_machine() {
    let points: Vec<Value> = [20.0, 8.0, 3.0, 1.5, 0.8]
        .into_iter()
        .map(|load| json!({ "rpm": 900, "load_ohm": load, "voltage_v": volts(900.0, load, 1.4) }))
        .collect();
    let measured = works(json!({ "kind": "generator_test", "bridge_drop_v": 1.4, "points": points }));
    assert_relative_eq!(number(&measured, "internal_resistance_ohm"), 1.5, max_relative = 1e-5);
    assert_relative_eq!(number(&measured, "volts_per_rpm"), 0.02, max_relative = 1e-5);
}

#[test]
fn one_load_at_several_speeds_is_called_that_and_fitted() {
    let points: Vec<Value> = [300.0, 600.0, 900.0]
        .into_iter()
        .map(|rpm| json!({ "rpm": rpm, "load_ohm": 10, "voltage_v": volts(rpm, 10.0, 0.0) }))
        .collect();
    let alone = works(json!({ "kind": "generator_test", "points": points }));
    assert!(finds(&alone, "one_load") && !alone.results.contains_key("best_load_ohm"));
    let metered = works(json!({ "kind": "generator_test", "winding_ohm": 1.5, "points": points }));
    assert_relative_eq!(number(&metered, "volts_per_rpm"), 0.02, max_relative = 1e-9);
    // 0.02 V a turn are 0.191 N·m an ampere; 0.03 N·m turn it without load.
    let arm = |rpm: f64| 0.02 * 60.0 / std::f64::consts::TAU * volts(rpm, 10.0, 0.0) / 10.0 + 0.03;
    let points: Vec<Value> = [300.0, 600.0, 900.0]
        .into_iter()
        .map(|rpm| json!({ "rpm": rpm, "load_ohm": 10, "voltage_v": volts(rpm, 10.0, 0.0), "torque_nm": arm(rpm) }))
        .collect();
    let turned = works(json!({ "kind": "generator_test", "points": points }));
    assert_relative_eq!(number(&turned, "internal_resistance_ohm"), 1.5, max_relative = 1e-6);
}

#[test]
fn the_best_load_is_told_of_like_speeds_and_watts_without_rpm_do() {
    let point = |rpm: f64, load: f64| json!({ "rpm": rpm, "load_ohm": load, "voltage_v": volts(rpm, load, 0.0) });
    // The one at twice the speed gives the most, and says nothing of loads.
    let points = json!([point(500.0, 8.0), point(500.0, 1.5), point(500.0, 0.8), point(1000.0, 8.0)]);
    let measured = works(json!({ "kind": "generator_test", "points": points }));
    assert_relative_eq!(number(&measured, "best_load_ohm"), 1.5);
    assert!(finds(&measured, "unlike_speeds"));
    let drilled = works(json!({ "kind": "generator_test", "points": [
        { "load_ohm": 8, "voltage_v": 8, "drive_power_w": 16 }, { "load_ohm": 2, "voltage_v": 5, "drive_power_w": 20 }] }));
    assert_relative_eq!(drilled.results["points"][0]["efficiency"].as_f64().unwrap(), 0.5);
    assert_relative_eq!(number(&drilled, "best_output_power_w"), 12.5);
    // A single point draws no line.
    let single = works(json!({ "kind": "generator_test", "points": [{ "rpm": 500, "load_ohm": 8, "voltage_v": 8 }] }));
    assert!(single.fits.is_empty());
}

// ---- packs

#[test]
fn a_whole_pack_tells_its_charge_and_alarms_agree_with_the_build_sheet() {
    let whole = works(
        json!({ "kind": "cell_voltages", "chemistry": "lipo", "pack_v": 22.8, "cells_series": 6, "voltages_v": [] }),
    );
    let each = works(json!({ "kind": "cell_voltages", "chemistry": "lipo", "voltages_v": vec![3.8; 6] }));
    assert_relative_eq!(number(&whole, "charge_left"), number(&each, "charge_left"), max_relative = 1e-9);
    assert!(finds(&whole, "whole_pack") && !finds(&whole, "unbalanced"));
    let build = Build::from_json(demo::BUILDS[0].json).unwrap();
    let battery = &build.options[0].battery;
    let charging = ypsidyne_core::workshop::charging::charging(&build.options[0], None);
    let alarm = charging.marks.iter().find(|mark| mark.name == "alarm").unwrap().cell_v;
    let here = works(
        json!({ "kind": "cell_voltages", "chemistry": serde_json::to_value(battery.chemistry).unwrap(), "voltages_v": [2.0] }),
    );
    assert_relative_eq!(number(&here, "alarm_v_per_cell"), alarm, max_relative = 1e-9);
    let none = json!({ "kind": "cell_voltages", "chemistry": "lipo", "pack_v": 22.8, "voltages_v": [] });
    assert_eq!(read(none).unwrap_err()[0].pointer, "/cells_series");
}

#[test]
fn a_sheet_of_ones_own_tells_least_mean_and_most_of_each_column() {
    let readings = json!([{ "words": "gust", "a": 410, "b": 10.9 }, { "a": 430 }, { "a": 420, "b": 10.4 }]);
    let sheet =
        json!({ "kind": "free_sheet", "name_a": "thrust, g", "name_b": "lowest volts, V", "readings": readings });
    let measured = works(sheet);
    assert_relative_eq!(number(&measured, "mean"), 420.0);
    let columns = &measured.results["columns"];
    assert_eq!(
        (&columns[1]["name"], &columns[1]["least"], &columns[1]["count"]),
        (&json!("lowest volts, V"), &json!(10.4), &json!(2))
    );
    let empty = json!({ "kind": "free_sheet", "name_a": "thrust, g", "readings": [{ "words": "nothing read" }] });
    assert_eq!(read(empty).unwrap_err()[0].pointer, "/readings");
}

// ---- which motor is it

fn candidate(label: &str, kv: f64) -> Value {
    json!({ "label": label, "kind": "brushed", "kv_rpm_per_v": kv, "resistance_ohm": 0.4, "no_load_current_a": 0.5, "no_load_voltage_v": 12 })
}

#[test]
fn what_is_said_of_each_agrees_with_the_pairing() {
    let candidates = [candidate("one", 200.0), candidate("two", 215.0), candidate("three", 400.0)];
    let unknowns =
        json!([{ "label": "a", "voltage_v": 12, "rpm": 2490 }, { "label": "b", "voltage_v": 12, "rpm": 2560 }]);
    let measured = works(json!({ "kind": "identify", "candidates": candidates, "unknowns": unknowns }));
    let pairs = measured.results["assigned"].as_array().unwrap();
    for (pair, row) in pairs.iter().zip(measured.results["unknowns"].as_array().unwrap()) {
        assert_eq!(pair["candidate_label"], row["ranked"][0]["label"]);
        let own = pair["candidate_label"].as_str().unwrap();
        let label = pair["label"].as_str().unwrap();
        let said = measured
            .findings
            .iter()
            .find(|finding| matches!(finding.code, "is" | "not_sure" | "none_fits") && finding.text.starts_with(label));
        assert!(said.unwrap().text.contains(own), "{said:?}");
    }
}

#[test]
fn a_propeller_is_calibrated_by_a_known_motor_and_tells_the_rest() {
    // The known one: 200 rpm/V, 0.4 Ω, at 12 V and 6 A: 9.6 V behind the winding, 1920 rpm, 52.8 W at the shaft.
    let sheet = json!({ "kind": "identify", "candidates": [candidate("known", 200.0), candidate("other", 300.0)],
        "known": { "candidate": 0, "voltage_v": 12, "current_a": 6 },
        "unknowns": [{ "label": "a", "voltage_v": 12, "rpm": 1920, "current_a": 6 }] });
    let measured = works(sheet);
    let propeller = &measured.results["propeller"];
    assert_relative_eq!(propeller["reference_rpm"].as_f64().unwrap(), 1920.0, max_relative = 1e-9);
    assert_relative_eq!(propeller["reference_power_w"].as_f64().unwrap(), 5.5 * 9.6, max_relative = 0.02);
    assert_eq!(measured.results["unknowns"][0]["ranked"][0]["label"], "known");
    let idle = json!({ "kind": "identify", "candidates": [candidate("known", 200.0)],
        "known": { "candidate": 0, "voltage_v": 12, "current_a": 0.2 }, "unknowns": [{ "label": "a", "voltage_v": 12, "rpm": 1 }] });
    assert_eq!(read(idle).unwrap_err()[0].pointer, "/known/current_a");
}

// ---- heat

#[test]
fn a_heat_run_with_known_watts_puts_the_heat_path_into_the_motor() {
    // 60 K in the end from 20 W: 3 K/W; 300 s: 100 J/K.
    let points: Vec<Value> = (0..=6)
        .map(|step| 50.0 * f64::from(step))
        .map(|t| json!({ "t_s": t, "motor_c": 25.0 + 60.0 * (1.0 - (-t / 300.0).exp()) }))
        .collect();
    let measured =
        works(json!({ "kind": "heat_run", "ambient_c": 25, "planned_s": 900, "motor_heat_w": 20, "points": points }));
    assert_relative_eq!(number(&measured, "case_to_ambient_k_per_w"), 3.0, max_relative = 1e-4);
    assert_relative_eq!(number(&measured, "case_j_per_k"), 100.0, max_relative = 1e-4);
    let build = Build::from_json(demo::BUILDS[0].json).unwrap();
    let applied =
        apply(&measured, &build, 0, 0, "2026-10-25T09:20:00Z").unwrap_or_else(|problems| panic!("{problems:?}"));
    assert!(applied.changes.iter().any(|change| change.label == "Case to air"));
    let there = applied.build.pointer("/options/0/drives/0/motor/thermal/case_to_ambient_k_per_w");
    assert_relative_eq!(there.and_then(Value::as_f64).unwrap(), 3.0, max_relative = 1e-4);
}

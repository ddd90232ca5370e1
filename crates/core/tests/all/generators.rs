//! Machines that are turned, against closed forms.

use approx::assert_relative_eq;
use proptest::prelude::*;
use rstest::rstest;
use serde_json::{Value, json};
use ypsidyne_core::Generating;
use ypsidyne_core::document::Build;
use ypsidyne_core::evaluation::checks::Verdict;
use ypsidyne_core::evaluation::{OptionEvaluation, evaluate};

fn build(source: Value, electrical: Value, motor: Value, ratio: f64) -> Build {
    let mut whole = json!({ "kind": "brushed", "kv_rpm_per_v": 100, "resistance_ohm": 0.2, "no_load_current_a": 0, "no_load_voltage_v": 12 });
    whole.as_object_mut().unwrap().extend(motor.as_object().unwrap().clone());
    Build::from_value(&json!({
        "format": "ypsidyne.build/1", "name": "wheel",
        "job": { "drives": [{ "name": "wheel", "load": {
            "kind": "generator", "source": source, "electrical": electrical, "needed_voltage_v": 12
        } }] },
        "options": [{
            "name": "only", "battery": { "chemistry": "lead_acid", "cells_series": 6, "capacity_ah": 12, "continuous_c": 3 },
            "drives": [{ "drive": "wheel", "motor": whole, "gearing": [{ "kind": "belt", "ratio": ratio, "efficiency": 1 }] }]
        }]
    }))
    .unwrap_or_else(|problems| panic!("{problems:#?}"))
}

fn only(build: &Build) -> OptionEvaluation {
    evaluate(build).options.remove(0)
}

#[test]
fn validated_most_power_at_a_fixed_speed() {
    // 100 rpm/V at 600 rpm and 0.2 Ω: 6 V open, 45 W at most, into 0.2 Ω, half of it lost (maximum power transfer).
    let option = only(&build(json!({ "rpm": 600 }), json!({ "resistance_ohm": 0.2 }), json!({}), 1.0));
    let generating = option.drives[0].generating.as_ref().unwrap();
    assert_relative_eq!(generating.emf_v, 6.0, max_relative = 1e-9);
    assert_relative_eq!(generating.output_power_w, 45.0, max_relative = 1e-9);
    assert_relative_eq!(generating.best_load_ohm, 0.2, max_relative = 1e-3);
    assert_relative_eq!(generating.best_load_power_w, 45.0, max_relative = 1e-9);
    assert_relative_eq!(generating.efficiency, 0.5, max_relative = 1e-9);
}

#[test]
fn validated_a_wheel_whose_torque_falls_evenly() {
    // T_s(1 − ω/ω_r) = Kt²·G²·ω/(R + R_l): a linear equation, all losses but copper left out.
    let (stall, runaway, gear, load) = (40.0, 60.0, 20.0, 4.0);
    let source = json!({ "stall_torque_nm": stall, "runaway_rpm": runaway });
    let option = only(&build(source, json!({ "resistance_ohm": load }), json!({}), gear));
    let generating = option.drives[0].generating.as_ref().unwrap();
    let kt = 60.0 / (2.0 * std::f64::consts::PI * 100.0);
    let top = runaway * std::f64::consts::PI / 30.0;
    let speed = stall / (stall / top + kt * kt * gear * gear / (0.2 + load));
    assert_relative_eq!(generating.source_rpm, speed * 30.0 / std::f64::consts::PI, max_relative = 1e-8);
    let current = kt * gear * speed / (0.2 + load);
    assert_relative_eq!(generating.current_a, current, max_relative = 1e-8);
    assert_relative_eq!(generating.output_power_w, current * current * load, max_relative = 1e-8);
    assert_relative_eq!(generating.runaway_voltage_v, kt * gear * top, max_relative = 1e-8);
    // The voltage at the load is V = Kt·G·ω·R_l/(R + R_l): the smallest G that gives 12 V, from its own quadratic.
    let ratio = generating.ratio_for_needed_voltage.unwrap();
    let reached = |gear: f64| {
        let speed = stall / (stall / top + kt * kt * gear * gear / (0.2 + load));
        kt * gear * speed * load / (0.2 + load)
    };
    assert_relative_eq!(reached(ratio), 12.0, max_relative = 1e-8);
    assert!(reached(0.9 * ratio) < 12.0);
}

#[rstest]
#[case::bridge("brushless", 1.4)]
#[case::brushes("brushed", 0.0)]
fn what_goes_in_comes_out_or_is_lost(#[case] kind: &str, #[case] bridge_v: f64) {
    let motor = json!({ "kind": kind, "no_load_current_a": 0.6, "no_load_voltage_v": 12 });
    let source = json!({ "stall_torque_nm": 30, "runaway_rpm": 90 });
    for electrical in [json!({ "resistance_ohm": 3 }), json!({ "battery_v": 12.8 })] {
        let mut document = serde_json::to_value(build(source.clone(), electrical, motor.clone(), 25.0)).unwrap();
        document["options"][0]["drives"][0]["gearing"][0]["efficiency"] = json!(0.9);
        document["options"][0]["drives"][0]["motor_count"] = json!(2);
        let option = only(&Build::from_value(&document).unwrap());
        let g = option.drives[0].generating.as_ref().unwrap();
        assert!(g.current_a > 0.0);
        let lost = g.bridge_loss_w + g.copper_loss_w + g.no_load_loss_w + g.gearing_loss_w;
        assert_relative_eq!(g.source_power_w, g.output_power_w + lost, max_relative = 1e-9);
        assert_relative_eq!(g.bridge_loss_w, 2.0 * g.current_a * bridge_v, max_relative = 1e-9);
        // The source gives what its line says at that speed.
        assert_relative_eq!(g.source_torque_nm, 30.0 * (1.0 - g.source_rpm / 90.0), max_relative = 1e-7);
        assert!(g.best_load_power_w >= g.output_power_w * (1.0 - 1e-9) || g.output_voltage_v > 12.7);
    }
}

/// A machine with everything that is lost, as it comes out with what hangs on it and a ratio.
fn lossy(kind: &str, source: &Value, hangs: Value, ratio: f64) -> Generating {
    let motor = json!({ "kind": kind, "no_load_current_a": 0.6, "no_load_voltage_v": 12, "no_load_speed_share": 0.3 });
    let mut document = serde_json::to_value(build(source.clone(), hangs, motor, ratio)).unwrap();
    document["options"][0]["drives"][0]["gearing"][0]["efficiency"] = json!(0.85);
    document["options"][0]["drives"][0]["motor_count"] = json!(2);
    let option = only(&Build::from_value(&document).unwrap());
    option.drives[0].generating.clone().unwrap()
}

proptest! {
    #![proptest_config(ProptestConfig::with_cases(60))]

    /// Maximum power transfer, and the ratio for a voltage, by what comes out when they are put in.
    #[test]
    fn the_best_load_and_the_ratio_for_a_voltage_are_what_they_promise(
        kind in prop::sample::select(vec!["brushless", "brushed"]), stall_nm in 4.0..60.0f64, runaway_rpm in 30.0..300.0f64,
        held in any::<bool>(), gear in 3.0..60.0f64, ohm in 0.5..30.0f64, battery in prop::option::of(6.0..20.0f64),
    ) {
        let source = if held { json!({ "rpm": runaway_rpm }) } else {
            json!({ "stall_torque_nm": stall_nm, "runaway_rpm": runaway_rpm })
        };
        let with = |hangs: Value, ratio: f64| lossy(kind, &source, hangs, ratio);
        let resistance = |ohm: f64| json!({ "resistance_ohm": ohm });
        let best = with(resistance(ohm), gear);
        if best.best_load_power_w > 1e-6 {
            let at = |share: f64| with(resistance(share * best.best_load_ohm), gear).output_power_w;
            prop_assert!((at(1.0) / best.best_load_power_w - 1.0).abs() < 1e-9, "{} W of {}", at(1.0), best.best_load_power_w);
            prop_assert!(at(0.8) < at(1.0) && at(1.25) < at(1.0));
        }
        let hangs = battery.map_or_else(|| resistance(ohm), |volts| json!({ "battery_v": volts }));
        let bridge_v = if kind == "brushless" { 1.4 } else { 0.0 };
        let reached_v = |ratio: f64| {
            let now = with(hangs.clone(), ratio);
            if battery.is_some() { now.emf_v - bridge_v } else { now.output_voltage_v }
        };
        match with(hangs.clone(), gear).ratio_for_needed_voltage {
            Some(ratio) => {
                prop_assert!((reached_v(ratio) / 12.0 - 1.0).abs() < 1e-9, "{} V at 1 : {ratio}", reached_v(ratio));
                prop_assert!(reached_v(0.99 * ratio) < 12.0);
            }
            None => {
                let tried = (0..50).map(|step| 1.2_f64.powi(step)).find(|ratio| reached_v(*ratio) >= 12.0);
                prop_assert_eq!(tried, None);
            }
        }
    }
}

#[test]
fn a_generator_has_its_own_checks_and_no_others() {
    let motor = json!({ "max_speed_rpm": 1000, "max_continuous_current_a": 20, "max_voltage_v": 20 });
    let source = json!({ "stall_torque_nm": 40, "runaway_rpm": 60 });
    let option = only(&build(source, json!({ "resistance_ohm": 2 }), motor, 20.0));
    let codes: Vec<&str> = option.checks.iter().map(|check| check.code.word()).collect();
    for code in ["generator.voltage", "motor.speed", "motor.continuous_current", "safety.runaway_generator"] {
        assert!(codes.contains(&code), "{codes:?}");
    }
    assert!(!codes.iter().any(|code| code.starts_with("battery.") || code.starts_with("performance.")), "{codes:?}");
    let speed = option.checks.iter().find(|check| check.code == "motor.speed").unwrap();
    // 60 rpm runaway times 20.
    assert_relative_eq!(speed.demand.unwrap(), 1200.0, max_relative = 1e-6);
    assert_eq!(speed.verdict, Verdict::Fail);
}

#[test]
fn without_gears_a_slow_wheel_never_reaches_its_voltage() {
    let source = json!({ "stall_torque_nm": 40, "runaway_rpm": 60 });
    let option = only(&build(source, json!({ "battery_v": 12.5 }), json!({}), 1.0));
    let generating = option.drives[0].generating.as_ref().unwrap();
    assert_eq!(generating.current_a, 0.0);
    let voltage = option.checks.iter().find(|check| check.code == "generator.voltage").unwrap();
    assert_eq!(voltage.verdict, Verdict::Fail);
    // It begins to charge where Kt·G·ω = 12.5 V: 1250 rpm of the machine.
    assert_relative_eq!(generating.cut_in_rpm.unwrap(), 1250.0, max_relative = 1e-9);
    assert!(voltage.because.contains("speed-up"), "{}", voltage.because);
}

#[rstest]
#[case(json!({ "rpm": 5, "runaway_rpm": 6 }), "/job/drives/0/load/source/rpm")]
#[case(json!({ "runaway_rpm": 6 }), "/job/drives/0/load/source/stall_torque_nm")]
#[case(json!({}), "/job/drives/0/load/source")]
fn a_source_is_told_one_way(#[case] source: Value, #[case] pointer: &str) {
    let mut document =
        serde_json::to_value(build(json!({ "rpm": 5 }), json!({ "resistance_ohm": 1 }), json!({}), 1.0)).unwrap();
    document["job"]["drives"][0]["load"]["source"] = source;
    let problems = Build::from_value(&document).unwrap_err();
    assert!(problems.iter().any(|problem| problem.pointer == pointer), "{problems:#?}");
}

fn stepper(hangs: Value, more: Value) -> OptionEvaluation {
    let mut motor = json!({ "kind": "stepper", "kv_rpm_per_v": 50, "resistance_ohm": 2, "no_load_current_a": 0.1,
        "phase_inductance_mh": 3, "pole_pairs": 50, "max_continuous_current_a": 1.5 });
    motor.as_object_mut().unwrap().extend(more.as_object().unwrap().clone());
    only(&build(json!({ "rpm": 600 }), hangs, motor, 1.0))
}

/// What the source gives is what comes out and every loss, on a battery and on a resistance.
#[rstest]
#[case::battery(json!({ "battery_v": 6 }))]
#[case::resistance(json!({ "resistance_ohm": 12 }))]
fn the_power_of_a_stepper_adds_up(#[case] hangs: Value) {
    let option = stepper(hangs, json!({}));
    let told = option.drives[0].generating.as_ref().unwrap();
    let all = told.output_power_w + told.copper_loss_w + told.bridge_loss_w + told.no_load_loss_w + told.gearing_loss_w;
    assert_relative_eq!(told.source_power_w, all, max_relative = 1e-6);
    assert!(told.output_power_w > 1.0 && told.efficiency < 0.8, "{told:?}");
}

/// Without inductance, nearly short-circuited by ideal diodes, each winding gives the mean of |E·sin|/R: 2·(2/π)·E/R together.
#[test]
fn validated_a_stepper_short_circuited() {
    let source = json!({ "kind": "generator", "source": { "rpm": 600 }, "electrical": { "battery_v": 1e-9 }, "diode_drop_v": 0 });
    let mut whole = serde_json::to_value(build(
        json!({ "rpm": 600 }),
        json!({ "battery_v": 6 }),
        json!({ "kind": "stepper", "kv_rpm_per_v": 50, "resistance_ohm": 2, "phase_inductance_mh": 1e-4 }),
        1.0,
    ))
    .unwrap();
    whole["job"]["drives"][0]["load"] = source;
    whole["job"]["drives"][0]["load"]["electrical"]["battery_v"] = json!(0.1);
    let option = only(&Build::from_value(&whole).unwrap());
    let told = option.drives[0].generating.as_ref().unwrap();
    assert_relative_eq!(told.emf_v, 12.0, max_relative = 1e-9);
    assert_relative_eq!(told.current_a, 2.0 * 2.0 / std::f64::consts::PI * 12.0 / 2.0, max_relative = 0.02);
}

/// Many poles: twice the speed is far less than twice the current, for the reactance grows with it.
#[test]
fn the_reactance_of_a_stepper_holds_its_current_down() {
    let at = |rpm: f64| {
        let motor = json!({ "kind": "stepper", "kv_rpm_per_v": 50, "resistance_ohm": 2, "phase_inductance_mh": 3 });
        let option = only(&build(json!({ "rpm": rpm }), json!({ "battery_v": 3 }), motor, 1.0));
        option.drives[0].generating.as_ref().unwrap().current_a
    };
    assert!(at(2000.0) < 1.2 * at(1000.0), "{} and {}", at(2000.0), at(1000.0));
    assert!(at(600.0) > at(300.0));
}

/// Its rating is about one winding, which has half of what comes out.
#[rstest]
#[case::within(1.5, Verdict::Ok)]
#[case::beyond(0.2, Verdict::Fail)]
fn a_stepper_is_judged_by_one_winding(#[case] rated_a: f64, #[case] verdict: Verdict) {
    let option = stepper(json!({ "battery_v": 6 }), json!({ "max_continuous_current_a": rated_a }));
    let told = option.drives[0].generating.as_ref().unwrap();
    let check = option.checks.iter().find(|check| check.code == "motor.continuous_current").unwrap();
    assert_eq!(check.verdict, verdict, "{check:?}");
    assert!(check.demand.unwrap() < 0.7 * told.current_a, "{} of {}", check.demand.unwrap(), told.current_a);
}

/// Where something is to be driven, a stepper is told to be none of ours, with a controller and without.
#[rstest]
#[case(true)]
#[case(false)]
fn a_stepper_drives_nothing_here(#[case] controlled: bool) {
    let mut whole = ypsidyne_testkit::demo("hillside-harvest-cart");
    let drive = &mut whole["options"][0]["drives"][0];
    drive["motor"] = json!({ "kind": "stepper", "kv_rpm_per_v": 50, "resistance_ohm": 2 });
    if !controlled {
        let _ = drive.as_object_mut().unwrap().remove("controller");
    }
    let option = evaluate(&ypsidyne_testkit::read(&whole)).options.remove(0);
    let check = option.checks.iter().find(|check| check.code == "controller.kind").unwrap();
    assert_eq!(check.verdict, Verdict::Fail);
    assert!(check.because.contains("driver of its own"), "{}", check.because);
}

/// What a seller tells of a stepper: the torque it holds with both windings on is √2·Kt·I.
#[test]
fn validated_a_stepper_is_worked_out_from_its_label() {
    let text = "NEMA 17 stepper motor 1.8° 1.5A 0.42Nm 2.8V 3.2 mH 280 g";
    let read = ypsidyne_core::shelf::line::read_line(text, None, None);
    assert!(read.left.is_empty(), "{:?}", read.left);
    let motor = &read.part;
    assert_eq!(motor["kind"], "stepper");
    assert_eq!(motor["pole_pairs"].as_f64(), Some(50.0));
    assert_eq!(motor["phase_inductance_mh"].as_f64(), Some(3.2));
    assert_relative_eq!(motor["resistance_ohm"].as_f64().unwrap(), 2.8 / 1.5, max_relative = 1e-3);
    let kt = 0.42 / (2f64.sqrt() * 1.5);
    assert_relative_eq!(
        motor["kv_rpm_per_v"].as_f64().unwrap(),
        60.0 / (2.0 * std::f64::consts::PI * kt),
        max_relative = 1e-3
    );
}

/// A resistance as load needs no battery: it is neither weighed nor bought, and nothing to charge it is asked for.
#[rstest]
#[case::resistance(json!({ "resistance_ohm": 4 }), false)]
#[case::battery(json!({ "battery_v": 6 }), true)]
fn a_resistance_brings_no_battery_to_weigh(#[case] hangs: Value, #[case] there: bool) {
    let mut whole =
        serde_json::to_value(build(json!({ "rpm": 600 }), hangs, json!({ "mass_kg": 0.5, "price": 20 }), 1.0)).unwrap();
    whole["options"][0]["battery"]["mass_kg"] = json!(4.0);
    whole["options"][0]["battery"]["price"] = json!(30.0);
    let build = Build::from_value(&whole).unwrap();
    let option = only(&build);
    let (mass_kg, price) = if there { (4.5, 50.0) } else { (0.5, 20.0) };
    assert_relative_eq!(option.hardware_mass_kg, mass_kg, max_relative = 1e-12);
    assert_eq!(option.price, Some(price));
    let list = ypsidyne_core::workshop::bill_of_materials::parts_list(&build.job, &build.options[0]);
    assert_eq!(list.lines.iter().any(|line| line.place == "battery"), there);
    assert_eq!(list.suggested.iter().any(|line| line.what.starts_with("Charger")), there);
}

/// A gear motor is turned at its output: what it is sped up by is told there, and no further than it stands.
#[test]
fn a_gear_motor_is_sped_up_at_its_own_shaft() {
    use ypsidyne_core::evaluation::generator_curves::machines;
    let source = json!({ "stall_torque_nm": 40, "runaway_rpm": 60 });
    let of = |motor: Value| {
        let build = build(source.clone(), json!({ "resistance_ohm": 4 }), motor, 12.0);
        machines(&build, 0, "wheel", &[]).remove(0)
    };
    let gearbox = json!({ "kind": "planetary", "ratio": 10, "efficiency": 1 });
    let bare = of(json!({}));
    let geared = of(json!({ "gearbox": gearbox }));
    assert_relative_eq!(bare.needed_speed_up.unwrap(), 10.0 * geared.needed_speed_up.unwrap(), max_relative = 1e-6);
    assert!(!bare.too_fast && !geared.too_fast);
    let free = geared.best_speed_up.unwrap();
    let held = of(json!({ "gearbox": gearbox, "max_speed_rpm": 150 }));
    assert!(held.too_fast, "{} rpm", held.now.motor_rpm);
    assert!(held.best_speed_up.unwrap() < free && held.best_power_w < geared.best_power_w, "{held:?}");
    let boxed = json!({ "kind": "planetary", "ratio": 10, "efficiency": 1, "max_input_rpm": 150 });
    assert_eq!(of(json!({ "gearbox": boxed })).best_speed_up, held.best_speed_up);
}

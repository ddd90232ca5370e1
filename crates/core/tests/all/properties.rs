//! What must hold for every machine that can be described, not only for the worked ones.

use proptest::prelude::*;
use serde_json::{Value, json};
use ypsidyne_core::document::{Build, Job};
use ypsidyne_core::evaluation::checks::{Check, CheckClass, TIGHT_ABOVE, Verdict};
use ypsidyne_core::evaluation::envelope::envelopes;
use ypsidyne_core::evaluation::{
    CaseEvaluation, Evaluation, OptionEvaluation, evaluate, evaluate_figures, evaluate_option, evaluate_verdicts,
};
use ypsidyne_testkit::read;

/// A number over decades, so that small and large come equally often.
fn decades(low: f64, high: f64) -> impl Strategy<Value = f64> {
    (low.ln()..=high.ln()).prop_map(move |log| log.exp().clamp(low, high))
}

fn optional(strategy: impl Strategy<Value = f64>) -> impl Strategy<Value = Option<f64>> {
    prop::option::of(strategy)
}

prop_compose! {
    fn motor()(
        brushless in any::<bool>(), kv in decades(1.0, 20_000.0), ohm in decades(1e-5, 1000.0),
        idle in optional(decades(1e-4, 0.9)), volts in decades(1.0, 1000.0), brush in 0.0..2.0f64,
        inertia in optional(decades(1e-9, 1.0)), continuous in optional(decades(0.01, 5000.0)),
        can in optional(decades(1.0, 2000.0)), mass in optional(decades(0.001, 100.0)),
        advance in -60.0..60.0f64, gearbox in prop::option::of((decades(0.01, 10_000.0), 0.01..1.0f64)),
    ) -> Value {
        let brush = if brushless { 0.0 } else { brush.min(volts * 0.05) };
        // The no-load current must leave some voltage over, or the document is refused.
        let idle = idle.map(|share| (share * (volts - brush) / ohm).min(500.0));
        let mut motor = json!({
            "kind": if brushless { "brushless" } else { "brushed" },
            "kv_rpm_per_v": kv, "resistance_ohm": ohm, "timing_advance_deg": advance, "brush_drop_v": brush,
        });
        let mut set = |key: &str, value: Option<f64>| if let Some(value) = value { motor[key] = json!(value); };
        set("no_load_current_a", idle);
        set("no_load_voltage_v", idle.map(|_| volts));
        set("rotor_inertia_kg_m2", inertia);
        set("max_continuous_current_a", continuous);
        set("can_diameter_mm", can);
        set("can_length_mm", can);
        set("mass_kg", mass);
        if let Some((ratio, efficiency)) = gearbox {
            motor["gearbox"] = json!({"kind": "planetary", "ratio": ratio, "efficiency": efficiency, "max_torque_nm": 10});
        }
        motor
    }
}

prop_compose! {
    fn load()(
        kind in 0..6usize, mass in decades(0.01, 1e5), rolling in 0.0..0.5f64, drag in 0.0..5.0f64,
        speed in decades(0.001, 150.0), grade in prop_oneof![Just(0.0), 0.0..100.0f64], small in decades(1e-6, 100.0),
        rpm in decades(0.1, 500_000.0), watts in decades(0.1, 1e6), climb_min in optional(decades(0.001, 10_000.0)),
    ) -> Value {
        match kind {
            0 => {
                let mut load = json!({
                    "kind": "vehicle", "base_mass_kg": mass, "rolling_resistance": rolling, "drag_area_m2": drag,
                    "target_speed_m_s": speed, "grade_percent": grade, "friction": 0.6, "accelerate_s": 5,
                });
                if let Some(minutes) = climb_min { load["climb_duration_min"] = json!(minutes); }
                load
            }
            1 => json!({
                "kind": "flywheel", "inertia_kg_m2": small * 1e-3, "target_rpm": rpm, "drag_torque_nm": small,
                "windage_torque_nm": small, "spin_up_s": 1,
                "projectile": {"mass_kg": (small * 1e-2).max(1e-6), "speed_m_s": speed.max(0.01), "per_second": 2, "transfer_efficiency": 0.4},
            }),
            2 => json!({"kind": "fan", "reference_rpm": rpm, "reference_power_w": watts, "target_rpm": rpm}),
            3 => json!({
                "kind": "blade", "blade_radius_m": 0.2, "reference_rpm": rpm, "reference_power_w": watts,
                "cutting_torque_nm": small, "target_tip_speed_m_s": speed.max(0.01),
            }),
            4 => json!({"kind": "hoist", "mass_kg": mass, "drum_radius_m": 0.05, "lift_speed_m_s": speed.min(100.0)}),
            _ => json!({"kind": "constant_torque", "torque_nm": small, "target_rpm": rpm}),
        }
    }
}

prop_compose! {
    fn battery()(
        chemistry in prop::sample::select(vec!["lipo", "li_ion", "lifepo4", "nimh", "lead_acid"]),
        cells in 1..=200u32, ah in decades(0.01, 10_000.0), c in decades(0.01, 500.0),
        ohm in optional(decades(1e-6, 10.0)), series in 1..=3u32, parallel in 1..=4u32,
    ) -> Value {
        let mut battery = json!({
            "chemistry": chemistry, "cells_series": cells, "capacity_ah": ah, "continuous_c": c,
            "packs_series": series, "packs_parallel": parallel, "mass_kg": 2, "bms_limit_a": 40,
        });
        if let Some(ohm) = ohm { battery["cell_resistance_ohm"] = json!(ohm); }
        battery
    }
}

prop_compose! {
    fn controller()(
        foc in any::<bool>(), motor_a in optional(decades(0.01, 10_000.0)), battery_a in optional(decades(0.01, 10_000.0)),
        ohm in 0.0..0.5f64, idle in 0.0..20.0f64, duty in 0.05..1.0f64,
    ) -> Value {
        let mut controller = json!({
            "kind": "brushless", "commutation": if foc { "foc" } else { "six_step" }, "channels": 2,
            "on_resistance_ohm": ohm, "idle_power_w": idle, "max_duty": duty, "min_voltage_v": 5,
        });
        if let Some(limit) = motor_a { controller["motor_current_limit_a"] = json!(limit); }
        if let Some(limit) = battery_a { controller["battery_current_limit_a"] = json!(limit); }
        controller
    }
}

prop_compose! {
    /// A build that reads, with one or two drives.
    fn build()(
        drives in prop::collection::vec((motor(), load(), prop::option::of(controller()), 1..=4u32, decades(0.01, 100.0)), 1..=2),
        battery in battery(), accessory in prop_oneof![Just(0.0), 0.0..500.0f64], duty in 0.01..1.0f64,
    ) -> Value {
        let names = ["one", "two"];
        let job: Vec<Value> = drives.iter().enumerate()
            .map(|(index, (_, load, ..))| json!({"name": names[index], "load": load})).collect();
        let parts: Vec<Value> = drives.iter().enumerate().map(|(index, (motor, _, controller, count, ratio))| json!({
            "drive": names[index], "motor": motor, "motor_count": count, "controller": controller,
            "motors_per_channel": if *count > 2 { 2 } else { 1 },
            "gearing": [{"kind": "belt", "ratio": ratio, "efficiency": 0.95}],
            "output": {"wheel_diameter_m": 0.2, "wheel_inertia_kg_m2": 0.01},
        })).collect();
        json!({
            "format": "ypsidyne.build/1", "name": "any",
            "job": {"accessory_power_w": accessory, "duty_cycle": duty, "runtime_min": 30, "drives": job},
            "options": [{
                "name": "A", "battery": battery, "drives": parts,
                "wiring": {"runs": [{"name": "pack", "circuit": "supply", "awg": 12, "length_m": 0.5}]},
            }],
        })
    }
}

fn every_case(evaluation: &Evaluation) -> impl Iterator<Item = &CaseEvaluation> {
    evaluation.options.iter().flat_map(|option| &option.drives).flat_map(|drive| &drive.cases)
}

/// A null that is written where a number ought to be would be a NaN or an infinity.
fn first_odd_number(value: &Value, at: &str) -> Option<String> {
    match value {
        Value::Number(number) => (!number.as_f64().is_some_and(f64::is_finite)).then(|| format!("{at}: {number}")),
        Value::Array(list) => list.iter().enumerate().find_map(|(i, v)| first_odd_number(v, &format!("{at}/{i}"))),
        Value::Object(object) => object.iter().find_map(|(k, v)| first_odd_number(v, &format!("{at}/{k}"))),
        _ => None,
    }
}

fn take_words_away(option: &mut OptionEvaluation) {
    option.guesses.clear();
    for check in &mut option.checks {
        check.because.clear();
        check.said.clear();
    }
    for drive in &mut option.drives {
        drive.cases.iter_mut().for_each(|case| case.because.clear());
        for stage in &mut drive.stages {
            stage.advice.clear();
            stage.around.iter_mut().for_each(|around| around.stock.clear());
        }
        drive.gearbox.iter_mut().for_each(|gearbox| gearbox.advice.clear());
    }
}

/// What a search and the odds do without: figures no check rests on, and a time to speed where nobody asks for one.
fn take_what_no_verdict_needs_away(job: &Job, option: &mut OptionEvaluation) {
    for drive in &mut option.drives {
        let wanted = job.drives.iter().find(|served| served.name == drive.drive).unwrap().allowed_to_speed_s();
        for time in [&mut drive.acceleration_s, &mut drive.spin_up_s].into_iter().flatten() {
            *time = time.filter(|_| wanted.is_some());
        }
        drive.cases.retain(|case| (case.state_of_charge - 0.5).abs() < 1e-9);
        drive.gearbox = None;
        drive.stages.clear();
        drive.winding_by_rating_c = None;
    }
}

#[test]
fn every_demo_option_has_the_same_figures_without_words() {
    for demo in ypsidyne_core::library::demo::BUILDS {
        let build = Build::from_json(demo.json).unwrap();
        for option in &build.options {
            let mut worded = evaluate_option(&build.job, option, 0);
            assert!(worded.checks.iter().all(|check| !check.because.is_empty()));
            take_words_away(&mut worded);
            assert_eq!(evaluate_figures(&build.job, option), worded, "{}, {}", demo.slug, option.name);
            take_what_no_verdict_needs_away(&build.job, &mut worded);
            assert_eq!(evaluate_verdicts(&build.job, option), worded, "{}, {}", demo.slug, option.name);
        }
    }
}

proptest! {
    #![proptest_config(ProptestConfig { cases: 600, ..ProptestConfig::default() })]

    #[test]
    fn no_machine_yields_a_panic_or_a_number_that_is_none(document in build()) {
        let build = read(&document);
        let evaluation = evaluate(&build);
        // Numbers that must be there are typed as such; serde_json would write a NaN among them as null.
        for option in &evaluation.options {
            let fixed = [option.hardware_mass_kg, option.supply.resistance_ohm, option.supply.energy_wh];
            prop_assert!(fixed.iter().all(|number| number.is_finite()));
            for drive in &option.drives {
                let numbers = [
                    drive.ratio, drive.required.output_torque_nm, drive.required.motor_torque_nm,
                    drive.motor.stall_current_a, drive.motor.no_load_rpm,
                ];
                prop_assert!(numbers.iter().all(|number| number.is_finite()), "{numbers:?}");
                let there = [drive.flat_out.and_then(|flat_out| flat_out.seconds), drive.acceleration_s.flatten()];
                prop_assert!(there.into_iter().flatten().all(f64::is_finite), "{there:?}");
            }
            for check in &option.checks {
                for number in [check.demand, check.limit, check.utilisation].into_iter().flatten() {
                    prop_assert!(number.is_finite(), "{check:?}");
                }
                prop_assert!(!check.because.is_empty());
                prop_assert!(!check.because.contains("NaN") && !check.because.contains("inf"), "{}", check.because);
            }
        }
        for case in every_case(&evaluation) {
            let numbers = [
                case.output_rpm, case.output_torque_nm, case.motor_rpm, case.motor_torque_nm, case.motor_current_a,
                case.duty, case.supply_voltage_v, case.supply_current_a, case.output_power_w, case.efficiency,
            ];
            prop_assert!(numbers.into_iter().flatten().all(f64::is_finite), "{case:?}");
            prop_assert!(case.losses_w.is_none_or(|losses| losses.total().is_finite()), "{case:?}");
        }
        let drawn = serde_json::to_value(envelopes(&build.job, &build.options[0])).unwrap();
        prop_assert_eq!(first_odd_number(&drawn, ""), None);
    }

    #[test]
    fn figures_without_words_are_the_same_figures(document in build()) {
        let build = read(&document);
        let mut worded = evaluate_option(&build.job, &build.options[0], 0);
        take_words_away(&mut worded);
        prop_assert_eq!(&evaluate_figures(&build.job, &build.options[0]), &worded);
        take_what_no_verdict_needs_away(&build.job, &mut worded);
        prop_assert_eq!(evaluate_verdicts(&build.job, &build.options[0]), worded);
    }

    #[test]
    fn losses_and_output_add_up_to_what_the_battery_gives(document in build()) {
        let evaluation = evaluate(&read(&document));
        for case in every_case(&evaluation) {
            let (Some(losses), Some(output_w), Some(supply_a)) = (case.losses_w, case.output_power_w, case.supply_current_a) else { continue };
            let given_w = case.open_circuit_v * supply_a - case.accessory_power_w;
            let used_w = losses.total() + output_w;
            // Below a milliwatt rounding of the speed is all there is.
            let scale = (case.open_circuit_v * supply_a).max(1e-3);
            prop_assert!((given_w - used_w).abs() <= 1e-6 * scale, "{given_w} given, {used_w} used: {case:?}");
        }
    }

    #[test]
    fn utilisation_is_demand_over_limit_and_the_verdict_follows(document in build()) {
        let evaluation = evaluate(&read(&document));
        for option in &evaluation.options {
            for check in &option.checks {
                if let (Some(demand), Some(limit), Some(utilisation)) = (check.demand, check.limit, check.utilisation) {
                    prop_assert!((utilisation - demand / limit).abs() <= 1e-12 * utilisation.abs());
                }
                match (check.utilisation, check.verdict) {
                    (_, verdict) if check.class == CheckClass::Caution => prop_assert!(verdict != Verdict::Fail),
                    (None, verdict) => prop_assert!(matches!(verdict, Verdict::Fail | Verdict::Unknown)),
                    (Some(ratio), verdict) if check.class == CheckClass::Ceiling => {
                        prop_assert!(verdict == Verdict::of(ratio) || ratio <= 1.05);
                        prop_assert!(ratio > 0.97 || verdict == Verdict::Ok);
                    }
                    (Some(ratio), verdict) => prop_assert_eq!(verdict, Verdict::of(ratio)),
                }
            }
            // What holds is no worry, however full: a ceiling at its limit stands among what holds.
            let worry = |check: &Check| match check.verdict {
                Verdict::Ok => check.utilisation.map(|used| used.min(TIGHT_ABOVE)),
                _ => check.utilisation,
            };
            let ranks: Vec<f64> = option.checks.iter().filter_map(worry).collect();
            prop_assert!(ranks.windows(2).all(|pair| pair[0] >= pair[1]), "sorted by utilisation");
            let failing = option.checks.iter().find(|check| check.verdict == Verdict::Fail);
            if let Some(failing) = failing {
                prop_assert_eq!(option.weakest_link.as_ref().map(|link| link.code), Some(failing.code));
            }
        }
    }

    #[test]
    fn one_more_cell_never_lowers_the_no_load_speed(document in build(), charge in 0..3usize) {
        // Nothing else on the battery: idle load can take a weak one to collapse on the way up, and then the last digit
        // of a sum decides whether the motor ever gets there.
        let mut document = document;
        document["job"]["accessory_power_w"] = json!(0);
        for drive in document["options"][0]["drives"].as_array_mut().unwrap() {
            if let Some(controller) = drive["controller"].as_object_mut() {
                controller.insert("idle_power_w".to_owned(), json!(0));
            }
            // What is missing of the no-load run is taken from the battery, which is another one with a cell more.
            let motor = drive["motor"].as_object_mut().unwrap();
            if !motor.contains_key("no_load_current_a") || !motor.contains_key("no_load_voltage_v") {
                motor.insert("no_load_current_a".to_owned(), json!(0));
                motor.insert("no_load_voltage_v".to_owned(), json!(1000));
            }
        }
        // With the same resistance of the whole pack: a cell more is more voltage and nothing else. Where a
        // battery-current limit acts more voltage gives more power, so the speed still cannot fall.
        let mut more = document.clone();
        let battery = &mut more["options"][0]["battery"];
        let cells = battery["cells_series"].as_u64().unwrap();
        prop_assume!(cells < 200);
        let chemistry_sag = if matches!(battery["chemistry"].as_str(), Some("nimh" | "lead_acid")) { 0.15 } else { 0.30 };
        let cell_ohm = battery["cell_resistance_ohm"].as_f64().unwrap_or_else(|| {
            chemistry_sag / (battery["continuous_c"].as_f64().unwrap() * battery["capacity_ah"].as_f64().unwrap())
        });
        prop_assume!(cell_ohm <= 10.0);
        battery["cells_series"] = json!(cells + 1);
        battery["cell_resistance_ohm"] = json!(cell_ohm * cells as f64 / (cells + 1) as f64);
        let at = |document: &Value| -> Vec<Option<f64>> {
            evaluate(&read(document)).options[0].drives.iter()
                .map(|drive| drive.cases.iter().filter(|case| case.case == ypsidyne_core::Case::NoLoad).nth(charge).and_then(|case| case.motor_rpm))
                .collect()
        };
        for (before, after) in at(&document).into_iter().zip(at(&more)) {
            if let Some(before) = before {
                let after = after.expect("more voltage cannot make it impossible");
                prop_assert!(after >= before * (1.0 - 1e-7), "{before} then {after}");
            }
        }
    }

    #[test]
    fn a_lower_limit_never_raises_the_current(
        document in build(), controller in controller(), limit in decades(0.1, 10_000.0), share in 0.1..1.0f64,
        key in prop::sample::select(vec!["motor_current_limit_a", "battery_current_limit_a"]), stiff in any::<bool>(),
    ) {
        let with = |limit_a: f64| {
            let mut document = document.clone();
            let option = &mut document["options"][0];
            option["drives"][0]["controller"] = controller.clone();
            option["drives"][0]["controller"][key] = json!(limit_a);
            if stiff {
                option["battery"]["cell_resistance_ohm"] = json!(0.0);
                option["wiring"] = json!({"runs": []});
            }
            let per_channel = option["drives"][0]["motors_per_channel"].as_f64().unwrap();
            evaluate(&read(&document)).options[0].drives[0].cases.iter()
                .filter(|case| case.case == ypsidyne_core::Case::Stall)
                .map(|case| {
                    let motor_a = case.motor_current_a.map(|motor_a| motor_a * per_channel);
                    motor_a.zip(case.supply_current_a).zip(case.controller_battery_current_a)
                })
                .collect::<Vec<_>>()
        };
        for (before, after) in with(limit).into_iter().zip(with(limit * share)) {
            let (Some(((motor_before, supply_before), _)), Some(((motor_after, supply_after), channel_after))) = (before, after)
            else { continue };
            prop_assert!(supply_after <= supply_before * (1.0 + 1e-9), "battery: {before:?} then {after:?}");
            let limited = if key == "motor_current_limit_a" { motor_after } else { channel_after };
            prop_assert!(limited <= limit * share * (1.0 + 1e-9), "{key}: {limited} over {}", limit * share);
            // A weak battery can collapse under the higher limit and give the motor less than under the lower one, so
            // that the motor current itself only falls with a stiff source.
            prop_assert!(!stiff || motor_after <= motor_before * (1.0 + 1e-9), "motor: {before:?} then {after:?}");
        }
    }

    #[test]
    fn a_build_reads_back_equal(document in build()) {
        let build = read(&document);
        let again = Build::from_json(&serde_json::to_string(&build).unwrap()).unwrap();
        prop_assert_eq!(build, again);
    }

    #[test]
    fn no_text_makes_the_reader_panic(text in "\\PC{0,200}") {
        let _ = Build::from_json(&text);
    }
}

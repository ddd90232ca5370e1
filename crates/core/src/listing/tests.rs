//! Sixty motors as sellers describe them: figures invented, consistent by a reference motor; what is worked out must lie
//! within what it promises of the true figures.

use serde_json::{Map, Value, json};

use super::work_out::{WorkedOut, work_out};

/// The motor that a description is of.
#[derive(Clone, Copy)]
struct Reference {
    name: &'static str,
    form: &'static str,
    size: &'static str,
    kv: f64,
    ohm: f64,
    idle_a: f64,
    volts: f64,
    ratio: f64,
    efficiency: f64,
    rated_w: f64,
    most_a: f64,
    turns: f64,
}

impl Reference {
    /// Its figures by the plain equations, written apart from the code that is tested.
    fn speed(&self) -> f64 {
        (self.volts - self.idle_a * self.ohm) * self.kv / self.ratio
    }
    fn stall_a(&self) -> f64 {
        self.volts / self.ohm
    }
    fn stall_nm(&self) -> f64 {
        let kt = 9.549_296_6 / self.kv;
        (kt * self.stall_a() - 0.5 * kt * self.idle_a) * self.ratio * self.efficiency
    }
    fn fact(&self, key: &str) -> Value {
        match key {
            "voltage_v" => json!(self.volts),
            "speed_rpm" => json!(self.speed()),
            "no_load_current_a" => json!(self.idle_a),
            "stall_current_a" => json!(self.stall_a()),
            "stall_torque_nm" => json!(self.stall_nm()),
            "rated_power_w" => json!(self.rated_w),
            "max_current_a" => json!(self.most_a),
            "kv_rpm_per_v" => json!(self.kv),
            "resistance_ohm" => json!(self.ohm),
            "turns" => json!(self.turns),
            "gear_ratio" => json!(self.ratio),
            "size_code" => json!(self.size),
            "form" => json!(self.form),
            other => panic!("no fact {other}"),
        }
    }
}

#[rustfmt::skip]
const MOTORS: &[Reference] = &[
    Reference { name: "launcher can", form: "can", size: "130", kv: 3250.0, ohm: 0.44, idle_a: 1.1, volts: 11.1, ratio: 1.0, efficiency: 1.0, rated_w: 22.0, most_a: 5.0, turns: 22.0 },
    Reference { name: "car can", form: "can", size: "540", kv: 2050.0, ohm: 0.08, idle_a: 2.0, volts: 7.4, ratio: 1.0, efficiency: 1.0, rated_w: 60.0, most_a: 12.0, turns: 27.0 },
    Reference { name: "mower can", form: "can", size: "775", kv: 980.0, ohm: 0.075, idle_a: 1.6, volts: 12.0, ratio: 1.0, efficiency: 1.0, rated_w: 150.0, most_a: 18.0, turns: 40.0 },
    Reference { name: "micro gear motor", form: "gear", size: "020", kv: 1300.0, ohm: 8.5, idle_a: 0.06, volts: 12.0, ratio: 30.0, efficiency: 0.78, rated_w: 1.5, most_a: 0.3, turns: 120.0 },
    Reference { name: "robot gear motor", form: "gear", size: "370", kv: 560.0, ohm: 3.2, idle_a: 0.18, volts: 12.0, ratio: 50.0, efficiency: 0.72, rated_w: 5.0, most_a: 0.8, turns: 80.0 },
    Reference { name: "chair gear motor", form: "gear", size: "", kv: 140.0, ohm: 0.28, idle_a: 1.5, volts: 24.0, ratio: 32.0, efficiency: 0.75, rated_w: 200.0, most_a: 18.0, turns: 14.0 },
    Reference { name: "car brushless", form: "inner", size: "3650", kv: 3500.0, ohm: 0.012, idle_a: 2.6, volts: 7.4, ratio: 1.0, efficiency: 1.0, rated_w: 400.0, most_a: 60.0, turns: 10.5 },
    Reference { name: "board motor", form: "outer", size: "6374", kv: 190.0, ohm: 0.035, idle_a: 1.9, volts: 37.0, ratio: 1.0, efficiency: 1.0, rated_w: 2600.0, most_a: 80.0, turns: 8.0 },
    Reference { name: "small propeller motor", form: "outer", size: "2826", kv: 1000.0, ohm: 0.07, idle_a: 0.9, volts: 11.1, ratio: 1.0, efficiency: 1.0, rated_w: 150.0, most_a: 18.0, turns: 12.0 },
    Reference { name: "scooter hub", form: "hub", size: "", kv: 21.0, ohm: 0.16, idle_a: 1.2, volts: 48.0, ratio: 1.0, efficiency: 1.0, rated_w: 1200.0, most_a: 35.0, turns: 5.0 },
];

/// What sellers tell, in the combinations they tell it.
const TOLD: &[&[&str]] = &[
    &["form", "voltage_v", "speed_rpm", "stall_current_a", "gear_ratio"],
    &["form", "voltage_v", "speed_rpm", "no_load_current_a", "stall_current_a", "stall_torque_nm", "gear_ratio"],
    &["form", "voltage_v", "speed_rpm", "stall_torque_nm", "gear_ratio"],
    &["form", "kv_rpm_per_v", "resistance_ohm"],
    &["form", "voltage_v", "speed_rpm", "no_load_current_a", "resistance_ohm", "gear_ratio"],
    &["form", "voltage_v", "kv_rpm_per_v", "stall_torque_nm", "gear_ratio"],
    &["form", "voltage_v", "rated_power_w", "speed_rpm", "gear_ratio"],
    &["form", "voltage_v", "speed_rpm", "rated_power_w", "max_current_a", "size_code", "gear_ratio"],
];

fn described(motor: &Reference, told: &[&str]) -> Map<String, Value> {
    let mut facts = Map::new();
    for key in told {
        let skip = (*key == "gear_ratio" && motor.ratio == 1.0) || (*key == "size_code" && motor.size.is_empty());
        if !skip {
            facts.insert((*key).to_owned(), motor.fact(key));
        }
    }
    let mut document = Map::new();
    document.insert("facts".to_owned(), Value::Object(facts));
    document
}

fn worked(facts: Value) -> WorkedOut {
    let document = json!({ "facts": facts });
    work_out(document.as_object().unwrap(), None).expect("the facts read")
}

fn found(worked: &WorkedOut, key: &str) -> (f64, f64, String) {
    let figure = worked.figures.iter().find(|figure| figure.key == key).unwrap_or_else(|| panic!("no {key}"));
    let provenance = serde_json::to_value(figure.provenance).unwrap().as_str().unwrap().to_owned();
    (figure.value.as_f64().unwrap(), figure.factor.unwrap_or(1.0), provenance)
}

#[test]
fn eighty_descriptions_give_the_true_figures_within_what_each_promises() {
    let mut descriptions = 0;
    for motor in MOTORS {
        for told in TOLD {
            let answer = work_out(&described(motor, told), None).expect("reads");
            assert!(answer.contradictions.is_empty(), "{} {told:?}: {:?}", motor.name, answer.contradictions);
            for (key, truth) in [("kv_rpm_per_v", motor.kv), ("resistance_ohm", motor.ohm)] {
                let (value, factor, _) = found(&answer, key);
                let off = (value / truth).ln().abs();
                assert!(
                    off <= factor.ln() + 0.02,
                    "{} {told:?}: {key} {value} of {truth}, promised {factor}: {:#?}",
                    motor.name,
                    answer.working
                );
            }
            descriptions += 1;
        }
    }
    assert!(descriptions >= 60);
}

#[test]
fn what_is_told_is_met_again() {
    for motor in MOTORS {
        let answer = work_out(&described(motor, TOLD[0]), None).expect("reads");
        let seen = answer.at_output.expect("volts were told");
        assert!((seen.no_load_rpm / motor.speed()).ln().abs() < 0.02, "{}: {seen:?} of {}", motor.name, motor.speed());
        assert!((seen.stall_current_a / motor.stall_a()).ln().abs() < 0.03, "{}: {seen:?}", motor.name);
    }
}

/// 11.1 V over 25 A is 0.444 Ω; 35 000 rpm at 11.1 V is at least 3153 rpm/V, more by what the winding loses.
#[test]
fn a_launcher_can_by_hand() {
    let answer = worked(json!({ "voltage_v": 11.1, "speed_rpm": 35_000, "stall_current_a": 25, "size_code": "130" }));
    let (ohm, _, how) = found(&answer, "resistance_ohm");
    assert!((ohm - 0.444).abs() < 0.02 && how == "worked_out", "{ohm} {how}");
    let (kv, _, how) = found(&answer, "kv_rpm_per_v");
    assert!((3153.0..3450.0).contains(&kv) && how == "worked_out", "{kv} {how}");
    assert_eq!(answer.motor["kind"], "brushed");
    assert_eq!(answer.motor["can_diameter_mm"], 20.0);
    assert!(answer.working.iter().any(|line| line.contains("11.1 V / 25 A")), "{:?}", answer.working);
}

/// With the current without load given: Kv = 10 000 / (12 − 0.5 · 1) rpm/V = 869.6.
#[test]
fn no_load_amps_are_taken_off_the_volts() {
    let answer =
        worked(json!({ "voltage_v": 12, "speed_rpm": 10_000, "no_load_current_a": 0.5, "resistance_ohm": 1.0 }));
    let (kv, ..) = found(&answer, "kv_rpm_per_v");
    assert!((kv / 869.6 - 1.0).abs() < 0.005, "{kv}");
}

#[test]
fn stall_torque_against_stall_amps_is_named() {
    // 12 V, 6000 rpm, 10 A: 0.19 N·m at most; 0.5 is told.
    let answer = worked(json!({ "voltage_v": 12, "speed_rpm": 6000, "stall_current_a": 10, "stall_torque_nm": 0.5 }));
    let contradiction = &answer.contradictions[0];
    assert!(
        (2.3..3.3).contains(&contradiction.times) || (0.3..0.45).contains(&contradiction.times),
        "{contradiction:?}"
    );
    for key in ["stall_torque_nm", "stall_current_a"] {
        assert!(contradiction.keys.contains(&key), "{contradiction:?}");
    }
    // The more it disagrees, the less is promised.
    assert!(found(&answer, "resistance_ohm").1 > 1.4);
    let fits = worked(json!({ "voltage_v": 12, "speed_rpm": 6000, "stall_current_a": 10, "stall_torque_nm": 0.17 }));
    assert!(fits.contradictions.is_empty(), "{:?}", fits.contradictions);
}

#[test]
fn what_disagrees_by_a_quarter_of_the_ohms_does_not_cry() {
    let answer = worked(json!({ "voltage_v": 24, "speed_rpm": 120, "resistance_ohm": 0.7, "stall_current_a": 30 }));
    assert!(answer.contradictions.is_empty(), "{:?}", answer.contradictions);
    let answer = worked(json!({ "voltage_v": 24, "speed_rpm": 120, "resistance_ohm": 0.7, "stall_current_a": 12 }));
    assert_eq!(answer.contradictions.len(), 1);
}

#[test]
fn a_gear_motor_of_unknown_ratio_gives_what_is_told_at_its_output() {
    let answer = worked(json!({ "form": "gear", "voltage_v": 12, "speed_rpm": 85, "stall_current_a": 17 }));
    let seen = answer.at_output.unwrap();
    assert!((seen.no_load_rpm / 85.0 - 1.0).abs() < 0.02, "{seen:?}");
    assert_eq!(found(&answer, "gearbox.ratio").2, "estimated");
    assert_eq!(found(&answer, "resistance_ohm").2, "worked_out");
}

#[test]
fn a_slow_motor_without_another_word_has_a_gearbox() {
    assert_eq!(worked(json!({ "voltage_v": 12, "speed_rpm": 381 })).motor["gearbox"]["kind"], "spur");
    assert!(worked(json!({ "voltage_v": 12, "speed_rpm": 15_000 })).motor.get("gearbox").is_none());
}

#[test]
fn watts_alone_make_a_hub_that_says_it_is_a_guess() {
    let document = json!({ "facts": { "form": "hub", "voltage_v": 48, "rated_power_w": 1600 } });
    let answer = work_out(document.as_object().unwrap(), Some(0.254)).unwrap();
    let (kv, factor, how) = found(&answer, "kv_rpm_per_v");
    // 13 m/s of a 10 in tyre: 977 rpm at 48 V.
    assert!((kv - 21.0).abs() < 1.5 && factor > 1.4 && how == "estimated", "{kv} {factor} {how}");
    assert_eq!(answer.motor["rated_power_w"], 1600.0);
    assert!(answer.working.iter().all(|line| !line.is_empty()));
    let bicycle = work_out(document.as_object().unwrap(), Some(0.66)).unwrap();
    assert!(found(&bicycle, "kv_rpm_per_v").0 < 0.5 * kv, "a larger wheel turns more slowly");
}

/// Codes of aircraft motors that are flat count the stator: the can stands about 6 mm round it and 13 mm longer (common
/// practice). 2212, 920 rpm/V: some 0.1 ohm are sold, not the 0.7 of a can of 22 by 12.
#[test]
fn a_flat_code_is_that_of_a_stator() {
    let flat = worked(json!({ "form": "outer", "size_code": "2212", "kv_rpm_per_v": 920 }));
    let (ohm, factor, _) = found(&flat, "resistance_ohm");
    assert!((ohm / 0.1).ln().abs() < factor.ln(), "{ohm} within {factor}");
    assert_eq!(found(&flat, "can_diameter_mm"), (28.0, 1.0, "estimated".to_owned()));
    let tall = worked(json!({ "form": "outer", "size_code": "6374", "kv_rpm_per_v": 190 }));
    assert_eq!(found(&tall, "can_diameter_mm").0, 63.0, "a code of a can is its measure");
}

/// By hand: 1600 W at 48 V are 33.3 A; where the can stands less, that is what is guessed, and what is told stands.
#[test]
fn watts_say_what_amps_they_are() {
    let hub = worked(json!({ "form": "hub", "voltage_v": 48, "rated_power_w": 1600 }));
    let (amps, _, provenance) = found(&hub, "max_continuous_current_a");
    assert!((amps - 33.33).abs() < 0.01 && provenance == "estimated", "{amps} {provenance}");
    let small = json!({ "form": "can", "size_code": "130", "voltage_v": 12, "speed_rpm": 12000, "rated_power_w": 600 });
    assert!(found(&worked(small), "max_continuous_current_a").0 < 10.0, "no such can stands 50 A");
    let told = json!({ "form": "hub", "voltage_v": 48, "rated_power_w": 1600, "max_current_a": 60 });
    assert_eq!(found(&worked(told), "max_continuous_current_a").0, 60.0);
}

#[test]
fn too_little_says_what_would_do() {
    let answer = worked(json!({ "stall_current_a": 25 }));
    assert!(answer.figures.is_empty() && answer.missing.len() == 2, "{:?}", answer.missing);
    assert!(worked(json!({ "turns": 27, "size_code": "540" })).missing.is_empty());
}

#[test]
fn what_was_measured_stays() {
    let document = json!({
        "resistance_ohm": 0.9, "provenance": { "resistance_ohm": "measured" },
        "facts": { "voltage_v": 12, "speed_rpm": 9000, "stall_current_a": 12 }
    });
    let answer = work_out(document.as_object().unwrap(), None).unwrap();
    assert_eq!(answer.motor["resistance_ohm"], 0.9);
    assert_eq!(answer.motor["provenance"]["resistance_ohm"], "measured");
    assert!(answer.figures.iter().all(|figure| figure.key != "resistance_ohm"));
}

#[test]
fn a_fact_out_of_range_names_its_place() {
    let document = json!({ "facts": { "voltage_v": -3 } });
    let problems = work_out(document.as_object().unwrap(), None).unwrap_err();
    assert_eq!(problems[0].pointer, "/facts/voltage_v");
}

#[test]
fn facts_of_another_motor_take_nothing_of_the_one_before() {
    let document = json!({
        "label": "mine", "kind": "brushless", "kv_rpm_per_v": 190, "resistance_ohm": 0.04, "no_load_current_a": 1.8,
        "can_diameter_mm": 63, "can_length_mm": 74, "mass_kg": 0.85, "part_id": "old", "price": 90,
        "facts": { "voltage_v": 12, "speed_rpm": 381, "gear_ratio": 50, "size_code": "020" }
    });
    let answer = work_out(document.as_object().unwrap(), None).unwrap();
    assert_eq!(answer.motor["label"], "mine");
    assert_eq!(answer.motor["can_diameter_mm"], 12.0);
    for gone in ["no_load_current_a", "mass_kg", "part_id", "price"] {
        assert!(
            answer.motor.get(gone).is_none() && answer.goes.contains(&gone.to_owned()),
            "{gone}: {:?}",
            answer.goes
        );
    }
    // Told again, it is the same motor: what was added since stays.
    let mut again = answer.motor.as_object().unwrap().clone();
    again.insert("mass_kg".to_owned(), json!(0.011));
    let second = work_out(&again, None).unwrap();
    assert!(second.goes.is_empty() && second.motor["mass_kg"] == 0.011);
    assert_eq!(second.motor["kv_rpm_per_v"], answer.motor["kv_rpm_per_v"]);
}

/// The same descriptions with one figure wrong by a factor of three: it is named every time, alone or with the one it
/// quarrels with.
#[test]
fn a_wrong_figure_put_into_a_description_is_named() {
    for motor in MOTORS {
        for (key, told) in [("stall_torque_nm", TOLD[1]), ("stall_current_a", TOLD[1]), ("speed_rpm", TOLD[1])] {
            for factor in [3.0, 1.0 / 3.0] {
                let mut document = described(motor, told);
                let wrong = document["facts"][key].as_f64().unwrap() * factor;
                document["facts"][key] = json!(wrong);
                let answer = work_out(&document, None).expect("reads");
                let named = answer.contradictions.first();
                assert!(
                    named.is_some_and(|entry| entry.keys.contains(&key)),
                    "{} {key} times {factor}: {:?}",
                    motor.name,
                    answer.contradictions
                );
            }
        }
    }
}

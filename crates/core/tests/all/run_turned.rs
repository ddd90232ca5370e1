//! Generators over time: how long a battery takes to fill, what runs away then, where the energy goes, how warm it gets.

use approx::assert_relative_eq;
use rstest::rstest;
use serde_json::{Value, json};
use ypsidyne_core::document::{Build, Simulation};
use ypsidyne_core::evaluation::evaluate;
use ypsidyne_core::simulation::limits::RunLimit;
use ypsidyne_core::simulation::outcome::{EndedBy, EventKind};
use ypsidyne_core::simulation::{Simulated, courses::courses};
use ypsidyne_testkit::{members, simulate, simulation};

fn build() -> Value {
    let demo = ypsidyne_core::library::demo::BUILDS.iter().find(|demo| demo.slug == "millrace-generator").unwrap();
    serde_json::from_str(demo.json).unwrap()
}

/// A simulation that holds what the source gives.
fn held(asked: Value) -> Value {
    members(json!({ "mode": { "kind": "hold" } }), asked)
}

fn hold(build: &Value, asked: Value) -> Simulated {
    simulate(build, held(asked))
}

fn read(build: &Value, asked: Value) -> Result<Simulation, Vec<String>> {
    simulation(build, held(asked)).map_err(|problems| {
        problems.into_iter().map(|problem| format!("{} {}", problem.pointer, problem.detail)).collect()
    })
}

fn unbalanced_wh(ran: &Simulated) -> f64 {
    let e = ran.energy_wh;
    -e.cells + e.accessories + e.controller + e.motor_copper + e.motor_leads + e.motor_no_load + e.gearing + e.output
}

#[test]
fn a_battery_fills_with_the_current_of_the_evaluation() {
    // Without a heat path the machine stays as cold as in the evaluation, so the current never changes: t = C·(1 − s)/I.
    let mut build = build();
    for key in ["mass_kg", "can_diameter_mm", "can_length_mm"] {
        build["options"][0]["drives"][0]["motor"].as_object_mut().unwrap().remove(key);
    }
    build["job"]["ambient_c"] = json!(20);
    let evaluated = evaluate(&Build::from_value(&build).unwrap());
    let generating = evaluated.options[0].drives[0].generating.clone().unwrap();
    let ran = hold(&build, json!({ "state_of_charge": 0.25 }));
    assert_eq!(ran.ended_by, EndedBy::Full);
    assert!(ran.lead.summary.winding_c.is_none());
    assert_relative_eq!(ran.lead.summary.rms_motor_current_a, generating.current_a, max_relative = 0.01);
    let seconds = 3600.0 * 20.0 * 0.75 / ran.lead.summary.rms_motor_current_a;
    assert_relative_eq!(ran.lead.summary.t_s, seconds, max_relative = 1e-6);
    assert_relative_eq!(ran.lead.summary.recovered_wh, 0.75 * 20.0 * 13.2, max_relative = 1e-9);
    let last = ran.lead.series.t_s.len() - 1;
    assert_eq!(ran.lead.series.limited_by[last], Some(RunLimit::Full));
    assert_relative_eq!(ran.lead.series.output_rpm[last], generating.runaway_source_rpm, max_relative = 0.01);
}

#[rstest]
#[case::battery(json!({ "battery_v": 13.2 }))]
#[case::heater(json!({ "resistance_ohm": 4 }))]
fn what_the_source_gives_is_stored_used_or_lost(#[case] electrical: Value) {
    let mut build = build();
    build["job"]["drives"][0]["load"]["electrical"] = electrical;
    let ran = hold(&build, json!({ "state_of_charge": 0.5, "until_s": 20_000 }));
    assert_eq!(ran.ended_by, EndedBy::Time);
    assert!(ran.energy_wh.output < -100.0);
    assert_relative_eq!(unbalanced_wh(&ran), 0.0, epsilon = 1e-6 * ran.energy_wh.output.abs());
    assert!(ran.energy_wh.gearing > 0.0 && ran.energy_wh.controller > 0.0);
}

#[test]
fn on_a_heater_the_winding_settles_where_the_evaluation_says() {
    let mut build = build();
    build["job"]["drives"][0]["load"]["electrical"] = json!({ "resistance_ohm": 2 });
    let evaluated = evaluate(&Build::from_value(&build).unwrap());
    let steady = evaluated.options[0].drives[0].thermal.as_ref().unwrap().winding_c.unwrap();
    let ran = hold(&build, json!({ "until_s": 40_000 }));
    // The evaluation takes the current of the cold machine; the warm one has a little more resistance and gives less.
    let rise = ran.lead.summary.winding_c.unwrap() - 15.0;
    assert!(rise < steady - 15.0 && rise > 0.9 * (steady - 15.0), "{rise} {steady}");
}

#[test]
fn when_the_battery_is_full_the_wheel_runs_away() {
    let ran = hold(&build(), json!({ "state_of_charge": 0.9, "until_s": 7200 }));
    let full = ran.events.iter().find(|event| event.kind == EventKind::BatteryFull).unwrap();
    assert!(full.words.contains("what hangs on it stands 40 V"), "{}", full.words);
    let series = &ran.lead.series;
    let after = series.t_s.iter().position(|t| *t > full.t_s).unwrap();
    assert!(series.output_rpm[after] > 1.5 * series.output_rpm[0]);
    assert_relative_eq!(series.supply_voltage_v[0], 13.2);
    assert!(series.supply_voltage_v[after] > 20.0);
    assert_relative_eq!(series.supply_current_a[after], 0.0);
    let mut weak = build();
    weak["options"][0]["drives"][0]["controller"]["max_voltage_v"] = json!(20);
    let ran = hold(&weak, json!({ "state_of_charge": 0.9, "until_s": 7200 }));
    assert!(ran.words.iter().any(|words| words.contains("stands only 20 V")), "{:?}", ran.words);
}

#[test]
fn without_gears_it_never_charges_and_says_what_it_takes() {
    let build = build();
    let option = build["options"][1]["name"].clone();
    let ran = hold(&build, json!({ "option": option, "until_s": 3600 }));
    assert_relative_eq!(ran.lead.summary.recovered_wh, 0.0);
    assert_eq!(ran.words[0], "Nothing flows.");
    assert!(ran.words[1].contains("it takes a speed-up of 1 : 14.6 or more"), "{:?}", ran.words);
}

#[test]
fn less_water_takes_longer_and_no_water_gives_nothing() {
    let build = build();
    let took = |share: f64| {
        hold(&build, json!({ "state_of_charge": 0.5, "mode": { "kind": "hold", "load_share": share } }))
            .lead
            .summary
            .t_s
    };
    assert!(took(0.5) > 1.5 * took(1.0));
    let dry = hold(&build, json!({ "mode": { "kind": "hold", "load_share": 0 }, "until_s": 600 }));
    assert_relative_eq!(dry.energy_wh.output, 0.0);
}

#[test]
fn it_can_be_stopped_and_gives_what_there_is() {
    let simulation = read(&build(), json!({ "state_of_charge": 0.2 })).unwrap();
    let mut told = 0;
    let ran = ypsidyne_core::simulation::simulate(&simulation, &mut |_| {
        told += 1;
        told < 3
    });
    assert_eq!(ran.ended_by, EndedBy::Stopped);
    assert!(ran.lead.summary.t_s > 0.0 && ran.lead.summary.state_of_charge < 1.0);
}

#[rstest]
#[case(json!({ "kind": "launch" }), "/mode")]
#[case(json!({ "kind": "hold", "output_rpm": 30 }), "/mode")]
fn a_generator_is_not_driven(#[case] mode: Value, #[case] pointer: &str) {
    let problems = read(&build(), json!({ "mode": mode })).unwrap_err();
    assert!(problems[0].starts_with(pointer) && problems[0].contains("its source turns it"), "{problems:?}");
}

#[test]
fn courses_are_offered_for_what_hangs_on_it() {
    let mut build = build();
    let names = |build: &Value| {
        let build = Build::from_value(build).unwrap();
        let offered = courses(&build, 0);
        for course in &offered {
            Simulation::of_course(&build, &build.options[0].name, course)
                .unwrap_or_else(|problems| panic!("{problems:?}"));
        }
        offered.into_iter().map(|course| course.name).collect::<Vec<_>>()
    };
    assert_eq!(names(&build), ["Fill the battery", "Half the torque"]);
    build["job"]["drives"][0]["load"]["source"] = json!({ "rpm": 30 });
    assert_eq!(names(&build), ["Fill the battery"]);
    build["job"]["drives"][0]["load"]["electrical"] = json!({ "resistance_ohm": 4 });
    assert_eq!(names(&build), ["Warm up"]);
}

/// A machine that got too hot is weaker for good, and holds the wheel that turns it less.
#[test]
fn a_generator_that_cooked_its_magnets_runs_faster_in_the_figures_too() {
    let turned = |grade: &str| {
        let mut build = build();
        build["job"]["ambient_c"] = json!(50);
        build["job"]["drives"][0]["load"]["electrical"] = json!({ "resistance_ohm": 1.5 });
        let motor = build["options"][0]["drives"][0]["motor"].as_object_mut().unwrap();
        motor.insert("magnet".to_owned(), json!("ndfeb"));
        motor.insert("magnet_grade".to_owned(), json!(grade));
        motor.insert("insulation_class".to_owned(), json!("H"));
        motor.insert("thermal".to_owned(), json!({ "winding_to_case_k_per_w": 1.0, "case_to_ambient_k_per_w": 3.0, "winding_j_per_k": 20, "case_j_per_k": 100 }));
        hold(&build, json!({ "until_s": 3000 }))
    };
    let (cooked, sound) = (turned("none"), turned("EH"));
    assert!(sound.lead.summary.kv_factor == 1.0, "{}", sound.lead.summary.kv_factor);
    assert!(cooked.lead.summary.hottest_case_c.unwrap() > 80.0, "{:?}", cooked.lead.summary.hottest_case_c);
    assert!(cooked.lead.summary.kv_factor > 1.01, "{}", cooked.lead.summary.kv_factor);
    assert!(cooked.events.iter().any(|event| event.kind == EventKind::Demagnetised));
    let rpm = |ran: &Simulated| ran.lead.series.output_rpm.last().copied().unwrap();
    assert!(rpm(&cooked) > 1.005 * rpm(&sound), "{} {}", rpm(&cooked), rpm(&sound));
}

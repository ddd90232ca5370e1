//! Every demo build with any one of its values changed: it is refused by name, or worked through from the verdict to the printed
//! sheet and along its courses, without a figure that is none and without a clock that stands still.

use proptest::prelude::*;
use proptest::test_runner::RngSeed;
use rstest::rstest;
use serde_json::{Value, json};
use ypsidyne_core::document::{Build, Simulation};
use ypsidyne_core::evaluation::evaluate;
use ypsidyne_core::evaluation::generator_curves::curves;
use ypsidyne_core::evaluation::workings::{job_sums, sums};
use ypsidyne_core::library::demo;
use ypsidyne_core::simulation::courses::courses;
use ypsidyne_core::simulation::endurance::endurance;
use ypsidyne_core::simulation::outcome::EndedBy;
use ypsidyne_core::simulation::{Simulated, simulate};
use ypsidyne_core::workshop::bill_of_materials::parts_list;
use ypsidyne_core::workshop::build_sheet::{Title, sheet};
use ypsidyne_core::workshop::workshop;
use ypsidyne_testkit::{demo, read, used_wh};

/// Pointers to everything below a value.
fn places(value: &Value, at: &str, found: &mut Vec<String>) {
    let inner: Vec<(String, &Value)> = match value {
        Value::Object(object) => object.iter().map(|(key, inner)| (key.clone(), inner)).collect(),
        Value::Array(list) => list.iter().enumerate().map(|(place, inner)| (place.to_string(), inner)).collect(),
        _ => Vec::new(),
    };
    for (key, inner) in inner {
        let pointer = format!("{at}/{key}");
        places(inner, &pointer, found);
        found.push(pointer);
    }
}

/// Whether a figure that is none, or endless, was written.
fn is_none(said: &str) -> bool {
    let bytes = said.as_bytes();
    let apart = |place: Option<&u8>| place.is_none_or(|byte| !byte.is_ascii_alphanumeric());
    ["NaN", "inf"].iter().any(|word| {
        said.match_indices(word)
            .any(|(at, _)| apart(at.checked_sub(1).map(|before| &bytes[before])) && apart(bytes.get(at + word.len())))
    })
}

/// Everything that is worked out of a build, written down.
fn worked(build: &Build) -> String {
    let mut said = format!("{:?}", evaluate(build));
    for (place, option) in build.options.iter().enumerate() {
        said +=
            &format!("{:?} {:?} {:?}", workshop(build, place, &|| true), endurance(build, place), curves(build, place));
        said += &format!("{:?} {:?}", parts_list(&build.job, option), job_sums(&build.job, option));
        for index in 0..option.drives.len() {
            said += &format!("{:?}", sums(&build.job, option, index));
        }
        said +=
            &sheet(build, place, &Title { day: "2026-11-26".to_owned(), revision: None }, &|| true).unwrap_or_default();
    }
    said
}

/// Runs a course for at most so many steps: `None` where the option cannot run it.
fn ran(build: &Build, course: &ypsidyne_core::document::Course, most_steps: u32) -> Option<Simulated> {
    let simulation = Simulation::of_course(build, &build.options[0].name, course).ok()?;
    // Asked every 256 steps.
    let mut left = most_steps / 256;
    Some(simulate(&simulation, &mut |_| {
        left = left.saturating_sub(1);
        left > 0
    }))
}

fn balances(ran: &Simulated) -> bool {
    let (cells, used) = (ran.energy_wh.cells, used_wh(&ran.energy_wh));
    let (sum, scale) = (used.iter().sum::<f64>(), used.iter().fold(cells.abs(), |most, part| most.max(part.abs())));
    (sum - cells).abs() <= 1e-5 * scale + 1e-9
}

fn values(was: &Value) -> Vec<Value> {
    let mut values = vec![
        Value::Null,
        json!(-1),
        json!(0),
        json!(1e-9),
        json!(1),
        json!(7),
        json!(1e3),
        json!(1e9),
        json!("x"),
        json!([]),
        json!({}),
        json!(true),
    ];
    if let Some(number) = was.as_f64() {
        values.extend([0.01, 0.5, 3.0, 100.0].map(|factor| json!(number * factor)));
    }
    values
}

proptest! {
    #![proptest_config(ProptestConfig { cases: 96, rng_seed: RngSeed::Fixed(7), ..ProptestConfig::default() })]

    #[test]
    fn any_value_is_refused_by_name_or_worked_through(
        which in 0..demo::BUILDS.len(),
        place in any::<prop::sample::Index>(),
        value in any::<prop::sample::Index>(),
        course in any::<prop::sample::Index>(),
    ) {
        let original: Value = serde_json::from_str(demo::BUILDS[which].json).unwrap();
        let mut found = Vec::new();
        places(&original, "", &mut found);
        let pointer = &found[place.index(found.len())];
        let values = values(original.pointer(pointer).unwrap());
        let mut altered = original.clone();
        *altered.pointer_mut(pointer).unwrap() = values[value.index(values.len())].clone();
        match Build::from_value(&altered) {
            Err(problems) => {
                prop_assert!(!problems.is_empty());
                for problem in problems {
                    prop_assert!(!problem.detail.is_empty());
                    // It names the value, something in it, or what else can no longer be right.
                    prop_assert!(problem.pointer.starts_with('/'), "{pointer}: {problem:?}");
                }
            }
            Ok(build) => {
                prop_assert!(!is_none(&worked(&build)), "{pointer}");
                let courses = courses(&build, 0);
                let course = &courses[course.index(courses.len())];
                if let Some(ran) = ran(&build, course, 60_000) {
                    prop_assert!(!is_none(&format!("{ran:?}")), "{pointer} / {}", course.name);
                    prop_assert!(balances(&ran), "{pointer} / {}: {:?}", course.name, ran.energy_wh);
                }
            }
        }
    }
}

/// What somebody mistypes, and once made runs stand still: they end, soon, and in order.
#[rstest]
#[case::tired_cells("hillside-harvest-cart", "/options/0/battery/cell_resistance_ohm", json!(0.3))]
#[case::a_kilometre_of_lead("hillside-harvest-cart", "/options/0/wiring/runs/0/length_m", json!(1000))]
#[case::a_bad_joint("hillside-harvest-cart", "/options/0/wiring/runs/0/connector_ohm", json!(7))]
#[case::a_motor_of_no_mass("hillside-harvest-cart", "/options/0/drives/0/motor/mass_kg", json!(1e-9))]
#[case::a_pack_of_no_mass("hillside-harvest-cart", "/options/0/battery/mass_kg", json!(1e-9))]
#[case::a_kilometre_of_lead_for_two_drives("meadow-strip-mower", "/options/0/wiring/runs/0/length_m", json!(1000))]
#[case::hopeless_cells("meadow-strip-mower", "/options/0/battery/cell_resistance_ohm", json!(7))]
#[case::a_blade_in_honey("meadow-strip-mower", "/job/drives/0/load/reference_rpm", json!(300))]
#[case::a_limit_below_idling("meadow-strip-mower", "/options/0/drives/1/controller/motor_current_limit_a", json!(0.12))]
#[case::a_motor_that_binds("meadow-strip-mower", "/options/0/drives/1/motor/no_load_current_a", json!(25))]
#[case::a_buffer_of_no_mass("millrace-generator", "/options/0/battery/mass_kg", json!(1e-9))]
#[case::a_machine_of_no_mass("millrace-generator", "/options/0/drives/0/motor/mass_kg", json!(1e-9))]
#[case::nothing_to_turn("shuttlecock-launcher", "/job/drives/1/load/inertia_kg_m2", json!(0))]
#[case::hardly_anything_to_turn("shuttlecock-launcher", "/job/drives/1/load/inertia_kg_m2", json!(2e-9))]
#[case::wheels_of_lead("shuttlecock-launcher", "/job/drives/0/load/inertia_kg_m2", json!(7))]
#[case::bound_wheels("shuttlecock-launcher", "/job/drives/0/load/drag_torque_nm", json!(7))]
fn odd_parts_make_no_endless_run(#[case] slug: &str, #[case] pointer: &str, #[case] value: Value) {
    let mut altered = demo(slug);
    *altered.pointer_mut(pointer).unwrap() = value;
    let build = read(&altered);
    for course in courses(&build, 0).iter().chain(&build.courses) {
        let Some(ran) = ran(&build, course, 1_000_000) else { continue };
        assert_ne!(ran.ended_by, EndedBy::Stopped, "{}: at {} s", course.name, ran.lead.summary.t_s);
        assert!(!is_none(&format!("{ran:?}")), "{}", course.name);
        assert!(balances(&ran), "{}: {:?}", course.name, ran.energy_wh);
    }
}

#[test]
fn a_battery_too_tired_to_feed_what_idles_moves_nothing() {
    let mut altered = demo("meadow-strip-mower");
    altered["options"][0]["battery"]["cell_resistance_ohm"] = json!(7);
    let build = read(&altered);
    for course in courses(&build, 0) {
        let Some(ran) = ran(&build, &course, 1_000_000) else { continue };
        assert!(matches!(ran.ended_by, EndedBy::CannotMove), "{}: {:?}", course.name, ran.ended_by);
        assert!(ran.words[0].starts_with("It does not move"), "{:?}", ran.words);
    }
}

#[test]
fn a_motor_of_hardly_any_mass_gets_as_warm_as_its_heat_path_says() {
    // However little it weighs, after a long steady pull the temperatures are those of its two resistances alone.
    let steady = |mass: f64| {
        let mut altered = demo("hillside-harvest-cart");
        altered["options"][0]["drives"][0]["motor"]["mass_kg"] = json!(mass);
        let build = read(&altered);
        let simulation = Simulation::from_value(&json!({
            "format": "ypsidyne.simulation/1", "build": altered, "option": build.options[0].name,
            "mode": { "kind": "hold", "speed_m_s": 1.0 }, "until_s": 600,
        }));
        simulate(&simulation.unwrap_or_else(|problems| panic!("{problems:#?}")), &mut |_| true)
    };
    let (light, lighter) = (steady(1e-4), steady(1e-9));
    let (a, b) = (light.lead.summary.hottest_winding_c.unwrap(), lighter.lead.summary.hottest_winding_c.unwrap());
    assert!((a - b).abs() < 0.05 && a > 26.0, "{a} {b}");
}

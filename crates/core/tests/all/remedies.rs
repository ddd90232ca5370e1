//! What would fix a check: every remedy that is offered is applied to the document, read back strictly, and holds.

use proptest::prelude::*;
use rstest::rstest;
use serde_json::Value;
use ypsidyne_core::document::Build;
use ypsidyne_core::evaluation::checks::CheckCode;
use ypsidyne_core::evaluation::checks::{Check, Verdict};
use ypsidyne_core::evaluation::{OptionEvaluation, evaluate_option};
use ypsidyne_core::library::demo;
use ypsidyne_core::variants::remedies::{MOST_REMEDIES, Remedy, evaluate_with_remedies, remedies};

fn document(json: &str) -> Value {
    serde_json::from_str(json).unwrap()
}

/// A document with a value put at a pointer, as anyone with the file can do it.
fn applied(document: &Value, remedy: &Remedy) -> Value {
    let mut changed = document.clone();
    match changed.pointer_mut(&remedy.pointer) {
        Some(place) => *place = remedy.value.clone(),
        None => {
            let (parent, key) = remedy.pointer.rsplit_once('/').unwrap();
            let parent = changed.pointer_mut(parent).unwrap_or_else(|| panic!("{} has no parent", remedy.pointer));
            parent.as_object_mut().unwrap().insert(key.to_owned(), remedy.value.clone());
        }
    }
    changed
}

fn evaluated(document: &Value, option: usize) -> OptionEvaluation {
    let build = Build::from_value(document).unwrap_or_else(|problems| panic!("{problems:?}"));
    evaluate_option(&build.job, &build.options[option], option)
}

fn find<'a>(result: &'a OptionEvaluation, check: &Check) -> Option<&'a Check> {
    result.checks.iter().find(|other| other.same_as(check))
}

fn in_question(result: &OptionEvaluation) -> impl Iterator<Item = &Check> {
    result.checks.iter().filter(|check| matches!(check.verdict, Verdict::Fail | Verdict::Tight))
}

/// Applies every remedy of every check in question, and checks all that it promises.
fn every_remedy_keeps_its_word(document: &Value) -> usize {
    let build = Build::from_value(document).unwrap();
    let mut applied_so_far = 0;
    for option in 0..build.options.len() {
        let now = evaluated(document, option);
        for check in in_question(&now) {
            let offered = remedies(&build, option, check.code, check.drive.as_deref(), check.stage);
            assert!(offered.len() <= MOST_REMEDIES);
            for remedy in &offered {
                let then = evaluated(&applied(document, remedy), option);
                let after = find(&then, check);
                let verdict = after.map_or(Verdict::Ok, |after| after.verdict);
                assert!(matches!(verdict, Verdict::Ok | Verdict::Tight), "{}: {}", check.code, remedy.says);
                assert!(check.verdict == Verdict::Fail || verdict == Verdict::Ok, "{}", remedy.says);
                assert_eq!(verdict, remedy.verdict, "{}", remedy.says);
                assert_eq!(after.and_then(|after| after.utilisation), remedy.utilisation, "{}", remedy.says);
                let fails = |result: &OptionEvaluation| {
                    let failing = result.checks.iter().filter(|check| check.verdict == Verdict::Fail);
                    failing.map(|check| (check.code, check.drive.clone(), check.stage)).collect::<Vec<_>>()
                };
                let (before, now_failing) = (fails(&now), fails(&then));
                let mut broken: Vec<_> = now_failing.iter().filter(|check| !before.contains(check)).cloned().collect();
                let mut said: Vec<_> =
                    remedy.breaks.iter().map(|moved| (moved.code, moved.drive.clone(), moved.stage)).collect();
                broken.sort();
                said.sort();
                assert_eq!(said, broken, "what it breaks is said first: {}", remedy.says);
                assert_eq!(remedy.failing_after as usize, now_failing.len());
                for mended in &remedy.mends {
                    assert!(
                        !now_failing.contains(&(mended.code, mended.drive.clone(), mended.stage)),
                        "{}",
                        remedy.says
                    );
                }
                assert_eq!(
                    remedy.was,
                    document
                        .pointer(&remedy.pointer)
                        .cloned()
                        .unwrap_or(Value::Null)
                        .into_read(&build, &remedy.pointer)
                );
                applied_so_far += 1;
            }
        }
    }
    applied_so_far
}

/// A value as the product writes it, with defaults filled in.
trait IntoRead {
    fn into_read(self, build: &Build, pointer: &str) -> Value;
}

impl IntoRead for Value {
    fn into_read(self, build: &Build, pointer: &str) -> Value {
        serde_json::to_value(build).unwrap().pointer(pointer).cloned().unwrap_or(self)
    }
}

#[test]
fn every_failing_or_tight_check_of_the_demo_builds_has_remedies_that_work() {
    for demo in demo::BUILDS {
        let json = document(demo.json);
        assert!(every_remedy_keeps_its_word(&json) > 0);
        let build = Build::from_value(&json).unwrap();
        for (index, option) in evaluate_with_remedies(&build).options.iter().enumerate() {
            for check in &option.checks {
                match check.verdict {
                    Verdict::Fail | Verdict::Tight => {
                        assert!(!check.remedies.is_empty(), "{} {}", option.name, check.code);
                        assert_eq!(
                            check.remedies,
                            remedies(&build, index, check.code, check.drive.as_deref(), check.stage)
                        );
                    }
                    Verdict::Ok | Verdict::Unknown => assert!(check.remedies.is_empty()),
                }
            }
        }
    }
}

#[test]
fn the_first_remedy_again_and_again_brings_every_demo_option_to_hold() {
    for demo in demo::BUILDS {
        let mut json = document(demo.json);
        let options = json["options"].as_array().unwrap().len();
        for option in 0..options {
            let mut steps = Vec::new();
            loop {
                let now = evaluated(&json, option);
                let Some(failing) = now.checks.iter().find(|check| check.verdict == Verdict::Fail) else { break };
                let build = Build::from_value(&json).unwrap();
                let offered = remedies(&build, option, failing.code, failing.drive.as_deref(), failing.stage);
                let first = offered.first().unwrap_or_else(|| panic!("nothing for {}: {steps:#?}", failing.code));
                steps.push(format!("{}: {}", failing.code, first.says));
                json = applied(&json, first);
                assert!(steps.len() < 12, "too many steps: {steps:#?}");
            }
        }
    }
}

#[test]
fn a_check_that_holds_or_does_not_exist_has_no_remedies() {
    let build = Build::from_json(demo::BUILDS[0].json).unwrap();
    assert!(remedies(&build, 0, CheckCode::BatteryRuntime, None, None).is_empty());
    assert!(remedies(&build, 99, CheckCode::BatterySag, None, None).is_empty());
}

#[test]
fn a_controller_for_the_wrong_kind_of_motor_is_swapped() {
    let mut json = document(demo::BUILDS.iter().find(|demo| demo.json.contains("Twin belt")).unwrap().json);
    json["options"][0]["drives"][0]["controller"]["kind"] = "brushed".into();
    json["options"][0]["drives"][0]["controller"]["commutation"] = "six_step".into();
    let now = evaluated(&json, 0);
    let check = now.checks.iter().find(|check| check.code == "controller.kind").unwrap();
    assert_eq!(check.verdict, Verdict::Fail);
    let offered = remedies(&Build::from_value(&json).unwrap(), 0, check.code, check.drive.as_deref(), check.stage);
    assert_eq!(offered[0].value["kind"], "brushless");
    assert!(offered[0].part.as_ref().unwrap().figures.iter().any(|wanted| wanted.word == Some("brushless")));
}

proptest! {
    #![proptest_config(ProptestConfig { cases: 24, ..ProptestConfig::default() })]
    #[test]
    fn remedies_of_builds_pushed_out_of_shape_all_work(
        which in 0usize..4,
        capacity in 0.2f64..2.0,
        kv in 0.6f64..1.8,
        rating in 0.3f64..1.5,
        mass in 0.6f64..2.5,
    ) {
        let mut json = document(demo::BUILDS[which].json);
        let scale = |place: Option<&mut Value>, factor: f64| {
            if let Some(place) = place && let Some(number) = place.as_f64() {
                *place = (number * factor).into();
            }
        };
        scale(json.pointer_mut("/options/0/battery/capacity_ah"), capacity);
        scale(json.pointer_mut("/options/0/drives/0/motor/kv_rpm_per_v"), kv);
        scale(json.pointer_mut("/options/0/drives/0/motor/max_continuous_current_a"), rating);
        scale(json.pointer_mut("/job/drives/0/load/base_mass_kg"), mass);
        json["options"].as_array_mut().unwrap().truncate(1);
        if let Some(build) = json.as_object_mut() { build.remove("chosen"); }
        if Build::from_value(&json).is_ok() {
            every_remedy_keeps_its_word(&json);
        }
    }
}

/// The dolly board with other gearing, motor or room.
fn dolly(pointer: &str, value: Value) -> Value {
    let demo = demo::BUILDS.iter().find(|demo| demo.json.contains("dolly")).unwrap();
    let mut json = document(demo.json);
    let keep = json["options"][0].clone();
    json["options"] = serde_json::json!([keep]);
    if let Some(chosen) = json.get_mut("chosen") {
        *chosen = Value::Null;
    }
    match json.pointer_mut(pointer) {
        Some(place) => *place = value,
        None => {
            let (parent, key) = pointer.rsplit_once('/').unwrap();
            json.pointer_mut(parent).unwrap()[key] = value;
        }
    }
    json
}

const GEARING: &str = "/options/0/drives/0/gearing";

#[rstest]
#[case::mismatched_modules("gearing.mesh", GEARING, serde_json::json!([{
    "kind": "spur", "driver_teeth": 20, "driven_teeth": 50, "module_mm": 0.8, "driven_diametral_pitch": 32,
    "face_width_mm": 12, "material": "hardened steel" }]))]
#[case::shafts_too_close("gearing.mesh", GEARING, serde_json::json!([{
    "kind": "spur", "driver_teeth": 20, "driven_teeth": 50, "module_mm": 1.5, "face_width_mm": 12,
    "material": "hardened steel", "centre_distance_mm": 52.0 }]))]
#[case::thin_printed_teeth("gearing.bending", GEARING, serde_json::json!([{
    "kind": "spur", "driver_teeth": 16, "driven_teeth": 40, "module_mm": 1, "face_width_mm": 8,
    "material": "printed PETG" }]))]
#[case::narrow_belt("gearing.belt_tension", "/options/0/drives/0/gearing/0/width_mm", serde_json::json!(5))]
#[case::few_teeth_in_mesh("gearing.teeth_in_mesh", "/options/0/drives/0/gearing/0/driver_teeth", serde_json::json!(12))]
#[case::thin_chain("gearing.chain_load", GEARING, serde_json::json!([{
    "kind": "chain", "driver_teeth": 11, "driven_teeth": 28, "pitch_mm": 6.35, "efficiency": 0.95,
    "permissible_tension_n": 90 }]))]
#[case::wrong_bore("gearing.bore", "/options/0/drives/0/gearing/0/driver_bore_mm", serde_json::json!(6.35))]
#[case::fat_rotor("motor.rim_speed", "/options/0/drives/0/motor/max_speed_rpm", serde_json::json!(5000))]
#[case::thin_shaft("motor.shaft", "/options/0/drives/0/motor/shaft_diameter_mm", serde_json::json!(3.175))]
#[case::long_can("fit.motor", "/job/drives/0/motor_space", serde_json::json!({ "diameter_mm": 65, "length_mm": 50 }))]
#[case::other_mount("fit.motor", "/job/drives/0/motor_space", serde_json::json!({ "bolt_circle_mm": 25, "thread": "M4" }))]
#[case::small_room("fit.battery", "/job/compartment", serde_json::json!({
    "length_mm": 300, "width_mm": 160, "height_mm": 40 }))]
#[case::low_deck("fit.battery", "/job/compartment", serde_json::json!({
    "length_mm": 400, "width_mm": 160, "height_mm": 40, "above_ground_mm": 80, "ground_clearance_mm": 60 }))]
#[case::small_controller_room("fit.controller", "/job/controller_space", serde_json::json!({
    "length_mm": 70, "width_mm": 70, "height_mm": 70 }))]
fn a_failing_check_of_gearing_shaft_or_room_has_remedies_that_work(
    #[case] code: &str,
    #[case] pointer: &str,
    #[case] value: Value,
) {
    let json = dolly(pointer, value);
    let result = evaluated(&json, 0);
    let check = result.checks.iter().find(|check| check.code == code).expect("it is judged");
    assert_eq!(check.verdict, Verdict::Fail, "{}", check.because);
    let build = Build::from_value(&json).unwrap();
    let offered = remedies(&build, 0, check.code, check.drive.as_deref(), check.stage);
    assert!(!offered.is_empty(), "{}", check.because);
    assert!(every_remedy_keeps_its_word(&json) > 0);
}

#[test]
fn a_limit_that_is_set_low_is_raised_before_another_controller_is_bought() {
    let build =
        Build::from_json(demo::BUILDS.iter().find(|demo| demo.slug == "tracking-shot-dolly-board").unwrap().json);
    let offers: Vec<String> = remedies(&build.unwrap(), 1, CheckCode::PerformanceAcceleration, Some("wheels"), None)
        .into_iter()
        .map(|remedy| remedy.says)
        .collect();
    assert!(offers.iter().any(|says| says.starts_with("Motor current limit set to")), "{offers:?}");
    assert!(offers.iter().all(|says| !says.starts_with("A controller for")), "{offers:?}");
}

//! Strict reading: every problem at once, each with its place, what came and what would do.

use rstest::rstest;
use serde_json::{Value, json};
use ypsidyne_core::document::Build;

fn cart() -> Value {
    serde_json::from_str(include_str!("../worked/harvest-cart.build.json")).unwrap()
}

/// The cart with one value at a pointer; `Value::Null` at a path that is not there adds it.
fn cart_with(pointer: &str, value: Value) -> Value {
    let mut cart = cart();
    let (parent, key) = pointer.rsplit_once('/').unwrap();
    let parent = cart.pointer_mut(parent).unwrap_or_else(|| panic!("no {parent}"));
    match parent {
        Value::Object(object) => {
            object.insert(key.to_owned(), value);
        }
        Value::Array(list) => list[key.parse::<usize>().unwrap()] = value,
        _ => panic!("{pointer} has no parent that holds values"),
    }
    cart
}

#[rstest]
#[case::unknown_key("/job/runtme_min", json!(5), "/job/runtme_min", "did you mean runtime_min?")]
#[case::unknown_key_far_off("/job/zzz", json!(5), "/job/zzz", "unknown key")]
#[case::wrong_type("/job/ambient_c", json!("warm"), "/job/ambient_c", "\"warm\" came, a number from -50 to 80")]
#[case::too_hot("/job/ambient_c", json!(5000), "/job/ambient_c", "5000 is out of range: -50 to 80")]
#[case::absurd_kv("/options/0/drives/0/motor/kv_rpm_per_v", json!(1e9), "/options/0/drives/0/motor/kv_rpm_per_v", "1 to 20000")]
#[case::too_few_teeth("/options/0/drives/0/gearing/0", json!({"kind": "spur", "driver_teeth": 4, "driven_teeth": 40}),
    "/options/0/drives/0/gearing/0/driver_teeth", "5 to 400")]
#[case::half_a_tooth("/options/0/drives/0/gearing/0", json!({"kind": "spur", "driver_teeth": 12.5, "driven_teeth": 40}),
    "/options/0/drives/0/gearing/0/driver_teeth", "whole number")]
#[case::teeth_and_ratio("/options/0/drives/0/gearing/0", json!({"kind": "spur", "driver_teeth": 12, "driven_teeth": 40, "ratio": 3}),
    "/options/0/drives/0/gearing/0/ratio", "not both")]
#[case::no_ratio_at_all("/options/0/drives/0/gearing/0", json!({"kind": "belt"}), "/options/0/drives/0/gearing/0", "neither teeth nor a ratio")]
#[case::no_cells("/options/0/battery/cells_series", json!(0), "/options/0/battery/cells_series", "1 to 200")]
#[case::no_resistance_and_no_rating("/options/0/battery", json!({"chemistry": "lipo", "cells_series": 3, "capacity_ah": 2}),
    "/options/0/battery", "neither continuous_c nor cell_resistance_ohm")]
#[case::chemistry("/options/0/battery/chemistry", json!("potato"), "/options/0/battery/chemistry", "one of lipo, li_ion")]
#[case::missing_gauge("/options/0/wiring/runs/0", json!({"name": "a", "circuit": "supply", "length_m": 1}), "/options/0/wiring/runs/0", "neither awg nor area_mm2")]
#[case::lead_to_nowhere("/options/0/wiring/runs/0/circuit", json!("motor:blade"), "/options/0/wiring/runs/0/circuit", "no such drive; it has wheels")]
#[case::wrong_circuit("/options/0/wiring/runs/0/circuit", json!("supplies"), "/options/0/wiring/runs/0/circuit", "\"supply\" or \"motor:\"")]
#[case::format("/format", json!("ypsidyne.build/2"), "/format", "\"ypsidyne.build/1\" is needed")]
#[case::chosen_unknown("/chosen", json!("C"), "/chosen", "no option has that name")]
#[case::load_kind("/job/drives/0/load", json!({"kind": "teleport"}), "/job/drives/0/load/kind", "one of vehicle, flywheel")]
#[case::empty_name("/name", json!("  "), "/name", "at least one letter")]
#[case::no_options("/options", json!([]), "/options", "1 to 50")]
#[case::limits_crossed("/options/0/drives/0/controller/min_voltage_v", json!(60), "/options/0/drives/0/controller/min_voltage_v", "not below max_voltage_v 34")]
#[case::no_load_current_eats_the_voltage("/options/0/drives/0/motor/no_load_current_a", json!(90), "/options/0/drives/0/motor/no_load_current_a", "leaves nothing of 24 V")]
#[case::provenance_of_nothing("/options/0/battery/provenance", json!({"colour": "listed"}), "/options/0/battery/provenance/colour", "no field of this part")]
#[case::wheels_without_diameter("/options/0/drives/0/output", json!({}), "/options/0/drives/0/output/wheel_diameter_m", "diameter is needed")]
#[case::more_on_a_channel_than_there_are("/options/0/drives/0/motors_per_channel", json!(3), "/options/0/drives/0/motors_per_channel", "there are 2 motors")]
#[case::nested_where_text("/name", json!({"a": 1}), "/name", "an object came")]
#[case::two_pitches("/options/0/drives/0/gearing/0", json!({"kind": "spur", "driver_teeth": 12, "driven_teeth": 40, "driven_module_mm": 1, "driven_diametral_pitch": 24}),
    "/options/0/drives/0/gearing/0/driven_diametral_pitch", "give one of the two")]
#[case::short_belt("/options/0/drives/0/gearing/0", json!({"kind": "belt", "driver_teeth": 12, "driven_teeth": 40, "belt_teeth": 4}),
    "/options/0/drives/0/gearing/0/belt_teeth", "10 to 5000")]
#[case::clearance_from_nowhere("/job/compartment", json!({"length_mm": 300, "width_mm": 100, "height_mm": 50, "ground_clearance_mm": 60}),
    "/job/compartment/above_ground_mm", "counted from the top of the room")]
#[case::half_a_size("/options/0/battery/size_mm", json!({"length": 100}), "/options/0/battery/size_mm/width", "missing: width")]
#[case::wish("/job/drives/0/wishes", json!({"noise": "loud"}), "/job/drives/0/wishes/noise", "one of any, quiet")]
#[case::controller_room_without_height("/job/controller_space", json!({"length_mm": 90, "width_mm": 60}), "/job/controller_space/height_mm", "missing: height is needed")]
#[case::hardened_by_word("/options/0/drives/0/motor/shaft_hardened", json!("yes"), "/options/0/drives/0/motor/shaft_hardened", "true or false")]
#[case::clutch_of_nothing("/options/0/drives/0/motor/gearbox/slip_clutch_nm", json!(0), "/options/0/drives/0/motor/gearbox/slip_clutch_nm", "out of range")]
#[case::lead_angle("/options/0/drives/0/gearing/0", json!({"kind": "worm", "ratio": 20, "lead_angle_deg": 85}), "/options/0/drives/0/gearing/0/lead_angle_deg", "0.5 to 60")]
#[case::missing_kind("/options/0/drives/0/gearing/0", json!({"ratio": 2}), "/options/0/drives/0/gearing/0/kind", "one of spur, belt, chain")]
#[case::tilde_in_a_key("/job/a~b", json!(1), "/job/a~0b", "unknown key")]
fn each_problem_has_place_and_remedy(
    #[case] at: &str,
    #[case] value: Value,
    #[case] pointer: &str,
    #[case] words: &str,
) {
    let problems = Build::from_value(&cart_with(at, value)).expect_err("it must be refused");
    assert!(
        problems.iter().any(|problem| problem.pointer == pointer && problem.detail.contains(words)),
        "{problems:#?}"
    );
}

#[test]
fn all_problems_come_at_once() {
    let mut cart = cart();
    cart["job"]["ambient_c"] = json!("warm");
    cart["job"]["drives"][0]["load"]["friction"] = json!(-1);
    cart["options"][0]["battery"]["cells_series"] = json!(1000);
    cart["options"][0]["drives"][0]["motor"].as_object_mut().unwrap().remove("resistance_ohm");
    cart["options"][0]["oops"] = json!(true);
    let problems = Build::from_value(&cart).unwrap_err();
    let pointers: Vec<_> = problems.iter().map(|problem| problem.pointer.as_str()).collect();
    for wanted in [
        "/job/ambient_c",
        "/job/drives/0/load/friction",
        "/options/0/battery/cells_series",
        "/options/0/drives/0/motor/resistance_ohm",
        "/options/0/oops",
    ] {
        assert!(pointers.contains(&wanted), "{wanted} not in {pointers:?}");
    }
    assert_eq!(problems.len(), 5, "{problems:#?}");
}

#[test]
fn names_must_differ_and_drives_must_match() {
    let mut cart = cart();
    let option = cart["options"][0].clone();
    cart["options"].as_array_mut().unwrap().push(option);
    let problems = Build::from_value(&cart).unwrap_err();
    assert_eq!(problems[0].pointer, "/options/1/name");

    let mut cart = self::cart();
    let drive = cart["options"][0]["drives"][0].clone();
    cart["options"][0]["drives"].as_array_mut().unwrap().push(drive);
    let problems = Build::from_value(&cart).unwrap_err();
    assert_eq!(problems[0].pointer, "/options/0/drives/1/drive");

    let mut cart = self::cart();
    cart["options"][0]["drives"][0]["drive"] = json!("blade");
    let problems = Build::from_value(&cart).unwrap_err();
    assert!(problems.iter().any(|problem| problem.detail.contains("the job has no such drive; it has wheels")));
    assert!(problems.iter().any(|problem| problem.detail.contains("nothing serves the job's drive \"wheels\"")));
}

#[rstest]
#[case::not_json("{", "line 1 column 1")]
#[case::number_beyond_doubles(r#"{"name": 1e999}"#, "number out of range")]
#[case::key_twice(r#"{"name": "a", "name": "b"}"#, "the key name is given twice")]
#[case::not_an_object("[]", "an object is needed")]
#[case::nothing("", "EOF")]
fn text_that_is_no_document_is_refused_with_its_place(#[case] text: &str, #[case] words: &str) {
    let problems = Build::from_json(text).unwrap_err();
    assert!(problems.iter().any(|problem| problem.detail.contains(words)), "{problems:#?}");
}

#[test]
fn deep_nesting_is_refused_and_not_followed() {
    let deep = format!("{}{}", "[".repeat(100_000), "]".repeat(100_000));
    assert!(Build::from_json(&deep).unwrap_err()[0].detail.contains("recursion limit"));
}

#[test]
fn a_thousand_mistakes_make_a_list_that_ends() {
    let mut cart = cart();
    for key in 0..1000 {
        cart["job"][format!("key{key}")] = json!(1);
    }
    assert_eq!(Build::from_value(&cart).unwrap_err().len(), 200);
}

#[rstest]
#[case(include_str!("../worked/dolly-board.build.json"))]
#[case(include_str!("../worked/harvest-cart.build.json"))]
#[case(include_str!("../worked/shuttle-launcher.build.json"))]
fn a_document_written_by_the_product_reads_back_equal(#[case] text: &str) {
    let build = Build::from_json(text).unwrap();
    let written = serde_json::to_string(&build).unwrap();
    assert_eq!(Build::from_json(&written).unwrap(), build);
}

#[test]
fn the_schema_lists_every_key_the_reader_takes() {
    // A document with a key of every record, taken by the reader, has no key that the schema lacks.
    let schema = ypsidyne_core::schema::schema("build").unwrap();
    let motor = &schema["$defs"]["Motor"]["properties"];
    let build = cart();
    for key in build["options"][0]["drives"][0]["motor"].as_object().unwrap().keys() {
        assert!(motor.get(key).is_some(), "{key}");
    }
    assert_eq!(motor["kv_rpm_per_v"]["minimum"], 1.0);
    assert_eq!(motor["kv_rpm_per_v"]["maximum"], 20_000.0);
    assert_eq!(schema["$defs"]["Motor"]["additionalProperties"], false);
    assert!(ypsidyne_core::schema::schema("evaluation").is_some());
    assert!(ypsidyne_core::schema::schema("horoscope").is_none());
}

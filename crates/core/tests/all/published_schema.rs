//! The published schemas against an independent validator, the crate `jsonschema`.

use rstest::rstest;
use serde_json::{Value, json};
use ypsidyne_core::document::Build;
use ypsidyne_core::library::{demo, templates};
use ypsidyne_core::schema::schema;
use ypsidyne_core::shelf::ShelfPart;
use ypsidyne_core::shelf::stock::{PARTS, STOCK};
use ypsidyne_core::variants::remedies::evaluate_with_remedies;

fn validator(document: &str) -> jsonschema::Validator {
    jsonschema::draft202012::new(&schema(document).unwrap()).expect("it is a valid schema")
}

/// Every build document there is.
fn builds() -> Vec<Value> {
    let worked = [
        include_str!("../worked/dolly-board.build.json"),
        include_str!("../worked/harvest-cart.build.json"),
        include_str!("../worked/shuttle-launcher.build.json"),
    ];
    let ours = demo::BUILDS.iter().map(|demo| demo.json).chain(templates::TEMPLATES.iter().map(|start| start.json));
    worked.into_iter().chain(ours).map(|text| serde_json::from_str(text).unwrap()).collect()
}

#[test]
fn every_build_and_its_evaluation_keep_to_their_schema() {
    let (build_schema, evaluation_schema) = (validator("build"), validator("evaluation"));
    for document in builds() {
        assert!(build_schema.is_valid(&document), "{}", document["name"]);
        let build = Build::from_value(&document).unwrap();
        let evaluation = serde_json::to_value(evaluate_with_remedies(&build)).unwrap();
        let problems: Vec<String> = evaluation_schema.iter_errors(&evaluation).map(|error| error.to_string()).collect();
        assert!(problems.is_empty(), "{}: {problems:#?}", document["name"]);
        // What the product writes keeps to it too.
        assert!(build_schema.is_valid(&serde_json::to_value(&build).unwrap()), "{}", document["name"]);
    }
}

#[test]
fn every_part_of_the_stock_and_what_is_written_of_it_keep_to_their_schemas() {
    let (part_schema, shelf_schema) = (validator("part"), validator("shelf"));
    let stock: Value = serde_json::from_str(STOCK).unwrap();
    assert!(shelf_schema.is_valid(&stock));
    for part in PARTS.iter() {
        let problems: Vec<String> = part_schema.iter_errors(&part.document()).map(|error| error.to_string()).collect();
        assert!(problems.is_empty(), "{}: {problems:#?}", part.label());
    }
    for wrong in [json!({ "part": "wheel", "label": "x" }), json!({ "part": "gizmo", "label": "x", "diameter_m": 1 })] {
        assert!(!part_schema.is_valid(&wrong) && ShelfPart::from_value(&wrong).is_err());
    }
}

/// Reader and schema refuse the same mistakes of shape and range; what must hold between fields only the reader knows.
#[rstest]
#[case::unknown_key("/job", "runtme", json!(1))]
#[case::out_of_range("/options/0/battery", "cells_series", json!(0))]
#[case::too_many_teeth("/options/0/drives/0/gearing/0", "driver_teeth", json!(401))]
#[case::wrong_type("/options/0/drives/0/motor", "kv_rpm_per_v", json!("many"))]
#[case::half_a_cell("/options/0/battery", "cells_series", json!(2.5))]
#[case::unknown_word("/options/0/battery", "chemistry", json!("potato"))]
#[case::unknown_load("/job/drives/0/load", "kind", json!("teleport"))]
#[case::wrong_circuit("/options/0/wiring/runs/0", "circuit", json!("supplies"))]
#[case::wrong_format("", "format", json!("ypsidyne.build/2"))]
#[case::no_list("", "options", json!({}))]
fn reader_and_schema_refuse_the_same(#[case] record: &str, #[case] key: &str, #[case] value: Value) {
    let mut document = builds().remove(0);
    assert!(validator("build").is_valid(&document));
    document.pointer_mut(record).unwrap()[key] = value;
    assert!(!validator("build").is_valid(&document), "the schema takes it");
    assert!(Build::from_value(&document).is_err(), "the reader takes it");
}

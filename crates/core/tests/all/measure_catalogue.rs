//! The catalogue of the bench against the documents it makes and against what the sheets give.

use std::collections::BTreeSet;

use serde_json::{Value, json};
use ypsidyne_core::document::Measurement;
use ypsidyne_core::document::measurement::Sheet;
use ypsidyne_core::library::demo;
use ypsidyne_core::measurement::catalogue::{Column, SHEETS, SheetKind, sheets_that_give};
use ypsidyne_core::measurement::given::Given;
use ypsidyne_core::measurement::{Target, measure};

#[test]
fn every_kind_of_sheet_is_in_the_catalogue_once_under_its_own_title() {
    let mut known: Vec<(&str, &str)> = Sheet::KINDS.to_vec();
    let mut shown: Vec<(&str, &str)> = SHEETS.iter().map(|sheet| (sheet.kind, sheet.title())).collect();
    known.sort_unstable();
    shown.sort_unstable();
    assert_eq!(shown, known);
}

#[test]
fn a_new_sheet_of_every_kind_can_be_read_and_says_which_readings_it_wants() {
    for sheet in SHEETS {
        let read = Measurement::from_value(&sheet.new_sheet());
        let read = read.unwrap_or_else(|problems| panic!("{}: {problems:#?}", sheet.kind));
        let Err(problems) = measure(&read) else { panic!("{} gives something without a reading", sheet.kind) };
        let lists: Vec<String> = sheet.lists.iter().map(|list| format!("/{}", list.key)).collect();
        let named = problems.iter().any(|problem| lists.contains(&problem.pointer) || problem.pointer == "/candidates");
        assert!(named, "{}: {problems:#?}", sheet.kind);
    }
}

/// Members of a sheet that reading does not know, when everything in the catalogue is typed into it.
fn not_known(sheet: &SheetKind) -> Vec<String> {
    let mut document = sheet.new_sheet();
    for field in sheet.fields.iter().chain(&sheet.choice) {
        document[field.key] = json!(1);
    }
    let reading = |columns: &[Column]| match columns {
        [Column { key: "", .. }] => json!(1),
        columns => columns.iter().map(|column| (column.key.to_owned(), json!(1))).collect(),
    };
    for list in sheet.lists {
        document[list.key] = json!([reading(list.columns)]);
    }
    let problems = Measurement::from_value(&document).err().unwrap_or_default();
    problems.into_iter().filter(|problem| problem.detail.contains("known")).map(|problem| problem.pointer).collect()
}

#[test]
fn what_the_catalogue_asks_for_has_a_field() {
    for sheet in SHEETS {
        assert_eq!(not_known(sheet), Vec::<String>::new(), "{}", sheet.kind);
    }
    let wrong = SheetKind { fields: SHEETS[1].fields, ..SHEETS[2] };
    assert_eq!(not_known(&wrong), ["/supply_v", "/temperature_c"], "a field that is not there is found out");
}

#[test]
fn what_a_sheet_gives_is_what_its_catalogue_says() {
    let mut given = BTreeSet::new();
    let coast: Vec<Value> = (0..8)
        .map(|step| f64::from(step) * 2.0)
        .map(|t_s| json!({ "t_s": t_s, "speed_m_s": 8.0 - 0.2 * t_s + 0.002 * t_s * t_s }))
        .collect();
    let own = [
        json!({ "kind": "locked_rotor", "points": [
            { "voltage_v": 0.62, "current_a": 1.0 }, { "voltage_v": 1.03, "current_a": 2.0 }, { "voltage_v": 1.41, "current_a": 3.0 } ] }),
        json!({ "kind": "spin_test", "wiring": "brushed", "points": [
            { "rpm": 1000, "voltage_v": 10.0 }, { "rpm": 2000, "voltage_v": 20.1 } ] }),
        json!({ "kind": "capacity", "points": [
            { "t_s": 0, "current_a": 2.0, "voltage_v": 12.4 }, { "t_s": 3600, "current_a": 2.0, "voltage_v": 11.0 } ] }),
        json!({ "kind": "pull_test", "mass_kg": 90, "pull_n": [12.0, 13.0, 12.5] }),
        json!({ "kind": "coast_down", "mass_kg": 90, "points": coast }),
    ];
    let demos = demo::SHEETS.iter().map(|json| serde_json::from_str::<Value>(json).expect("it reads"));
    for mut document in own.into_iter().chain(demos) {
        document["format"] = json!("ypsidyne.measurement/1");
        let read = Measurement::from_value(&document).unwrap_or_else(|problems| panic!("{problems:#?}"));
        let measured = measure(&read).unwrap_or_else(|problems| panic!("{}: {problems:#?}", read.sheet().kind()));
        let sheet = SHEETS.iter().find(|sheet| sheet.kind == measured.kind).expect("it is in the catalogue");
        for gives in &measured.gives {
            let known = Given::of(gives.target, gives.key).expect("it is a figure of a document");
            assert!(sheet.gives.contains(&known), "{} gives {known:?}, and its catalogue does not say so", sheet.kind);
            given.insert(known.key());
        }
    }
    assert!(given.len() >= 8, "{given:?}");
}

#[test]
fn every_figure_that_can_be_measured_has_a_sheet_and_a_field_with_a_name() {
    for given in Given::ALL {
        assert!(!sheets_that_give(*given).is_empty(), "{given:?}");
        assert_ne!(given.label(), given.key());
    }
    assert_eq!(Given::of(Target::Battery, "capacity_ah"), Some(Given::Capacity));
    assert_eq!(Given::of(Target::Motor, "capacity_ah"), None);
    assert_eq!(sheets_that_give(Given::Resistance), "“Winding resistance” or “Held still” or “As a generator”");
}

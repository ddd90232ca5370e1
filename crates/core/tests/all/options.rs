//! Options as wholes: parts list and its totals, the table in and out, a decision and what overturns it, blank and adopted.

use proptest::prelude::*;
use serde_json::{Value, json};
use ypsidyne_core::document::Build;
use ypsidyne_core::document::parts::Getting;
use ypsidyne_core::evaluation::risks::about;
use ypsidyne_core::evaluation::{evaluate, evaluate_option};
use ypsidyne_core::library::demo;
use ypsidyne_core::variants::decision::{decided, review};
use ypsidyne_core::variants::new_option::{adopt, blank};
use ypsidyne_core::workshop::bill_of_materials::{LineState, from_csv, parts_list, to_csv};
use ypsidyne_testkit::read;

fn demo_json(word: &str) -> Value {
    let demo = demo::BUILDS.iter().find(|demo| demo.slug.contains(word)).expect("it is among the demos");
    serde_json::from_str(demo.json).expect("it reads")
}

/// Two packs at 30, two motors at 50 of which are in the drawer, a controller at 80, 3 m of lead at 2, a made mount.
fn priced() -> Value {
    json!({
        "format": "ypsidyne.build/1", "name": "list",
        "job": { "budget": { "amount": 150, "currency": "EUR" },
            "drives": [{ "name": "shaft", "load": { "kind": "constant_torque", "torque_nm": 1, "target_rpm": 1000 } }] },
        "options": [{
            "name": "a",
            "battery": { "label": "pack", "chemistry": "li_ion", "cells_series": 6, "capacity_ah": 5, "continuous_c": 10, "packs_parallel": 2, "price": 30 },
            "drives": [{ "drive": "shaft", "motor_count": 2,
                "motor": { "label": "motor", "kind": "brushed", "kv_rpm_per_v": 100, "resistance_ohm": 0.1, "price": 50, "owned": true },
                "controller": { "kind": "brushed", "channels": 2, "price": 80 } }],
            "parts_list": [
                { "what": "lead", "quantity": 3, "unit": "m", "price": 2 },
                { "what": "mount", "quantity": 2, "made": true, "price": 9 },
                { "what": "screws", "quantity": 8 },
            ],
        }],
    })
}

#[test]
fn the_totals_of_a_parts_list_are_those_added_up_by_hand() {
    let build = read(&priced());
    let list = parts_list(&build.job, &build.options[0]);
    // 2·30 + 2·50 + 80 + 3·2 + 2·9
    assert_eq!(list.total, 264.0);
    // Without the motors that are there and the mounts that are made: 60 + 80 + 6.
    assert_eq!(list.to_buy, 146.0);
    assert_eq!(list.left, Some(4.0));
    assert_eq!(list.without_price, 1, "the screws");
    assert_eq!(list.lines.len(), 6);
}

#[test]
fn a_list_that_goes_out_as_a_table_comes_back_the_same() {
    let mut json = priced();
    json["options"][0]["parts_list"][0]["what"] = json!("=HYPERLINK(\"x\"), \"quoted\"; lead");
    json["options"][0]["parts_list"][0]["note"] = json!("two\nlines, ümlaut");
    let build = read(&json);
    let option = &build.options[0];
    let text = to_csv(&parts_list(&build.job, option));
    assert!(text.contains("'=HYPERLINK"), "{text}");
    let back = from_csv(&text, &build.job, option).expect("it reads");
    assert_eq!(back.problems, []);
    assert_eq!(back.lines, option.parts_list);
    let places: Vec<&str> = back.parts.iter().map(|part| part.place.as_str()).collect();
    assert_eq!(places, ["battery", "drives/0/motor", "drives/0/controller"]);
    assert!(back.parts[1].have && back.parts[1].price == Some(50.0));
}

#[test]
fn a_table_of_ones_own_reads_and_bad_rows_are_named() {
    let build = read(&priced());
    let text = "What;Quantity;Price;Have\nwasher;4;0,05;yes\n;1;2;no\nnut;many;1;no\nbolt;1;-3;perhaps\n";
    let back = from_csv(text, &build.job, &build.options[0]).expect("it reads");
    assert_eq!(back.lines.len(), 1);
    assert_eq!((back.lines[0].price, back.lines[0].quantity, back.lines[0].owned), (Some(0.05), 4.0, true));
    let named: Vec<(u64, &str)> =
        back.problems.iter().map(|problem| (problem.line, problem.column.as_deref().unwrap())).collect();
    assert_eq!(named, [(3, "what"), (4, "quantity"), (5, "price"), (5, "have")]);
    assert!(from_csv("a,b\n1,2\n", &build.job, &build.options[0]).unwrap_err().to_string().contains("what"));
}

proptest! {
    #[test]
    fn whatever_is_in_the_lines_the_sums_are_those_of_the_lines(
        prices in prop::collection::vec((prop::option::of(0.0..1000.0f64), 0.0..20.0f64, any::<bool>(), any::<bool>()), 0..20),
    ) {
        let mut json = priced();
        let lines: Vec<Value> = prices.iter().map(|(price, quantity, owned, made)| {
            let mut line = json!({ "what": "line", "quantity": quantity, "owned": owned, "made": made });
            if let Some(price) = price { line["price"] = json!(price); }
            line
        }).collect();
        json["options"][0]["parts_list"] = json!(lines);
        let build = read(&json);
        let list = parts_list(&build.job, &build.options[0]);
        let expected: f64 = 240.0 + prices.iter().map(|(price, quantity, ..)| price.unwrap_or(0.0) * quantity).sum::<f64>();
        prop_assert!((list.total - expected).abs() < 1e-6);
        prop_assert!(list.to_buy <= list.total + 1e-9);
        let back = from_csv(&to_csv(&list), &build.job, &build.options[0]).unwrap();
        prop_assert_eq!(&back.lines, &build.options[0].parts_list);
    }
}

#[test]
fn what_is_usually_needed_too_is_offered_until_a_line_has_it() {
    let mut json = demo_json("dolly");
    let build = read(&json);
    let first = parts_list(&build.job, &build.options[0]).suggested;
    let words: Vec<&str> = first.iter().map(|line| line.what.as_str()).collect();
    for word in ["Pulley 16 teeth", "Belt", "Lead", "Fuse", "Motor mount"] {
        assert!(words.iter().any(|what| what.starts_with(word)), "{word} in {words:?}");
    }
    json["options"][0]["parts_list"] = serde_json::to_value(&first).unwrap();
    let build = read(&json);
    assert_eq!(parts_list(&build.job, &build.options[0]).suggested, []);
}

/// The board with its first option chosen, at the figures it has.
fn chosen() -> Value {
    let mut json = demo_json("dolly");
    // A second option that holds too, dearer and heavier.
    let mut second = json["options"][0].clone();
    second["name"] = json!("spare");
    second["battery"]["price"] = json!(400);
    second["battery"]["mass_kg"] = json!(4.2);
    json["options"] = json!([json["options"][0], second]);
    let name = json["options"][0]["name"].as_str().unwrap().to_owned();
    let build = read(&json);
    let kept = decided(&build, &evaluate(&build), &name, "2026-11-25T10:00:00Z").expect("it is there");
    json["chosen"] = json!(name);
    json["decided"] = serde_json::to_value(kept).unwrap();
    json
}

fn reviewed(json: &Value) -> ypsidyne_core::variants::decision::Review {
    let build = read(json);
    review(&build, &evaluate(&build)).expect("a decision was kept")
}

#[test]
fn a_decision_stands_while_nothing_changes() {
    let json = chosen();
    let review = reviewed(&json);
    assert!(review.stands && review.changes.is_empty(), "{review:#?}");
    assert_eq!(review.at, "2026-11-25T10:00:00Z");
    // It reads back as it was written.
    assert_eq!(serde_json::to_value(read(&json)).unwrap()["decided"], json["decided"]);
}

#[test]
fn another_one_that_becomes_cheaper_overturns_what_was_the_cheapest() {
    let mut json = chosen();
    json["options"][1]["battery"]["price"] = json!(10);
    let review = reviewed(&json);
    assert!(!review.stands);
    assert!(review.changes[0].text.contains("cheapest") && review.changes[0].text.contains("spare"), "{review:#?}");
}

#[test]
fn a_job_that_asks_for_more_than_the_chosen_one_can_overturns_it() {
    let mut json = chosen();
    json["job"]["drives"][0]["load"]["grade_percent"] = json!(60);
    let review = reviewed(&json);
    assert!(!review.stands);
    assert!(review.changes[0].text.starts_with("It held then; now it fails"), "{review:#?}");
}

#[test]
fn a_figure_that_moves_is_told_and_overturns_nothing() {
    let mut json = chosen();
    json["options"][0]["battery"]["price"] = json!(json["options"][0]["battery"]["price"].as_f64().unwrap() + 40.0);
    json["options"][1]["battery"]["price"] = json!(4000);
    let review = reviewed(&json);
    assert!(review.stands);
    assert!(review.changes.iter().any(|change| change.text.starts_with("Its price was")), "{review:#?}");
}

#[test]
fn another_choice_has_no_decision_to_look_back_on() {
    let mut json = chosen();
    json["chosen"] = json!("spare");
    let build = read(&json);
    assert_eq!(review(&build, &evaluate(&build)), None);
}

#[test]
fn a_blank_option_reads_evaluates_and_says_what_to_find_out() {
    for demo in demo::BUILDS {
        let mut json: Value = serde_json::from_str(demo.json).unwrap();
        let build = read(&json);
        let sheet = blank(&build.job, "blank").expect("the name does");
        json["options"].as_array_mut().unwrap().push(serde_json::to_value(&sheet).unwrap());
        let build = read(&json);
        let result = evaluate_option(&build.job, build.options.last().unwrap(), 0);
        assert!(result.guesses.len() >= 3, "{}", demo.slug);
    }
    assert_eq!(blank(&read(&priced()).job, ""), None, "a name is needed");
}

#[test]
fn every_option_of_every_build_can_be_taken_over_by_every_other() {
    for from in demo::BUILDS {
        let source = Build::from_json(from.json).unwrap();
        for to in demo::BUILDS {
            let mut json: Value = serde_json::from_str(to.json).unwrap();
            let build = read(&json);
            let sheet = adopt(&build.job, &source, 0, "taken over").expect("it is there");
            assert_eq!(sheet.battery, source.options[0].battery);
            json["options"].as_array_mut().unwrap().push(serde_json::to_value(&sheet).unwrap());
            let _ = read(&json);
        }
    }
}

#[test]
fn drives_are_taken_over_by_name_first_and_leads_follow_them() {
    let mut from = demo_json("mower");
    from["options"][0]["wiring"]["runs"] = json!([
        { "name": "to the blade", "circuit": "motor:blade", "awg": 12, "length_m": 0.4 },
        { "name": "main", "circuit": "supply", "awg": 10, "length_m": 0.3 },
    ]);
    let source = read(&from);
    let build = read(&demo_json("dolly"));
    let sheet = adopt(&build.job, &source, 0, "x").unwrap();
    let runs: Vec<&str> = sheet.wiring.runs.iter().map(|run| run.name.as_str()).collect();
    assert_eq!(runs, ["main"], "the board has no blade");
    let wheels = source.options[0].drives.iter().find(|drive| drive.drive == "wheels").unwrap();
    assert_eq!(sheet.drives[0].motor, wheels.motor);
}

#[test]
fn what_must_be_made_comes_from_what_does_not_fit_together() {
    let mut json = demo_json("dolly");
    json["job"]["drives"][0]["motor_space"] = json!({ "bolt_circle_mm": 30, "thread": "M3" });
    json["options"][0]["drives"][0]["motor"]["mount"] = json!({ "bolt_circle_mm": 44, "thread": "M4" });
    json["options"][0]["drives"][0]["motor"]["shaft_diameter_mm"] = json!(8);
    json["options"][0]["drives"][0]["gearing"][0]["driver_bore_mm"] = json!(6);
    let build = read(&json);
    let result = evaluate_option(&build.job, &build.options[0], 0);
    let said = about(&build.job, &build.options[0], &result);
    for word in ["adapter plate from the motor's 44 mm", "holes for M4", "bored out from 6 to 8 mm"] {
        assert!(said.to_make.iter().any(|line| line.contains(word)), "{word} in {:?}", said.to_make);
    }
}

/// What is on its way is no longer to buy and not yet there: 80 of 264 are ordered, 100 in the drawer, 18 made.
#[test]
fn how_far_a_line_is_moves_it_between_the_sums() {
    let mut json = priced();
    json["options"][0]["drives"][0]["controller"]["getting"] = json!("ordered");
    json["options"][0]["drives"][0]["controller"]["ordered_on"] = json!("2026-11-20");
    let build = read(&json);
    let list = parts_list(&build.job, &build.options[0]);
    assert_eq!((list.ordered, list.to_buy, list.left), (80.0, 66.0, Some(4.0)));
    let controller = list.lines.iter().find(|line| line.place == "drives/0/controller").unwrap();
    assert_eq!((controller.state, controller.ordered_on.as_deref()), (LineState::Ordered, Some("2026-11-20")));
    json["options"][0]["battery"]["getting"] = json!("fitted");
    let build = read(&json);
    let fitted = parts_list(&build.job, &build.options[0]);
    assert_eq!(fitted.to_buy, 6.0, "what is fitted is there");
    // The table takes it out and brings it back.
    let table = to_csv(&fitted);
    let back = from_csv(&table, &build.job, &build.options[0]).unwrap();
    assert_eq!(back.problems, []);
    let controller = back.parts.iter().find(|part| part.place == "drives/0/controller").unwrap();
    assert_eq!((controller.getting, controller.ordered_on.as_deref()), (Some(Getting::Ordered), Some("2026-11-20")));
    let wrong = from_csv(&table.replace("ordered,", "posted,"), &build.job, &build.options[0]).unwrap();
    assert!(wrong.problems[0].detail.contains("need, ordered, have, fitted"), "{:?}", wrong.problems);
}

#[test]
fn leads_are_counted_and_the_loom_says_what_else_it_needs() {
    let mut json = priced();
    let option = &mut json["options"][0];
    option["battery"]["chemistry"] = json!("lipo");
    option["battery"]["connector"] = json!("bullet 4 mm");
    option["drives"][0]["gearing"] = json!([{ "kind": "direct", "efficiency": 1 }]);
    option["drives"][0]["motor"] =
        json!({ "kind": "brushless", "kv_rpm_per_v": 100, "resistance_ohm": 0.1, "sensor": "hall" });
    option["drives"][0]["controller"] = json!({ "kind": "brushless", "channels": 1 });
    option["drives"][0]["controller_count"] = json!(2);
    option["wiring"] = json!({ "receiver": true, "runs": [
        { "name": "battery", "circuit": "supply", "awg": 12, "length_m": 0.5, "connector": "two-pole housing" },
        { "name": "motor", "circuit": "motor:shaft", "awg": 14, "length_m": 0.3 },
    ] });
    let build = read(&json);
    let list = parts_list(&build.job, &build.options[0]);
    let needs = |what: &str| list.suggested.iter().find(|line| line.what.starts_with(what)).map(|line| line.quantity);
    assert_eq!(needs("Lead AWG 12, battery"), Some(1.0), "two wires of half a metre");
    assert!((needs("Lead AWG 14, motor").unwrap() - 1.8).abs() < 1e-9, "three phases of two motors, 0.3 m each");
    for (what, count) in [
        ("Splitter lead, one pack to 2 controllers", 1.0),
        ("Y-lead for the throttle signal", 1.0),
        ("Lead for 2 packs side by side", 1.0),
        ("Sensor lead, shaft", 2.0),
        ("Main switch", 1.0),
        ("Charger for 6 cells", 1.0),
        ("Cell alarm", 2.0),
        ("Rigid box", 1.0),
    ] {
        assert_eq!(needs(what), Some(count), "{what}");
    }
    assert_eq!(needs("Motor lead with its connector"), None, "they are drawn");
    json["options"][0]["wiring"]["runs"].as_array_mut().unwrap().pop();
    let undrawn = parts_list(&build.job, &read(&json).options[0]);
    let leads = undrawn.suggested.iter().find(|line| line.what == "Motor lead with its connector, shaft");
    assert_eq!(leads.map(|line| line.quantity), Some(6.0), "three phases of two motors, drawn or not");
    assert!(list.findings[0].contains("bullet 4 mm") && list.findings[0].contains("two-pole housing"));
    assert!(list.lines.iter().all(|line| !line.place.contains("gearing")), "a direct stage is nothing to buy");
}

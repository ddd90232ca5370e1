//! Every field that the document can hold has a place in the page: what no step shows is listed here, with why.

use std::collections::BTreeSet;

use crate::support::Server;
use crate::window::Browser;
use serde_json::{Value, json};

/// Fields of these records are looked for.
const RECORDS: [&str; 32] = [
    "Job",
    "Compartment",
    "ControllerSpace",
    "Budget",
    "JobDrive",
    "Load:vehicle",
    "Load:flywheel",
    "Load:fan",
    "Load:blade",
    "Load:hoist",
    "Load:constant_torque",
    "Load:generator",
    "Projectile",
    "GeneratorSource",
    "Electrical",
    "MotorSpace",
    "Wishes",
    "Battery",
    "SizeMm",
    "Wiring",
    "WiringRun",
    "OptionDrive",
    "Motor",
    "Mount",
    "Gearbox",
    "Thermal",
    "MotorFacts",
    "GearingStage",
    "Output",
    "Controller",
    "Bec",
    "Course",
];

/// What no field of its own shows, and why.
const ELSEWHERE: &[(&str, &str)] = &[
    ("*.kind", "chosen by what the record is: the lists at the head of Job and of a course"),
    ("*.part_id", "the link to the shelf: put there by taking a part from it"),
    ("JobDrive.name", "the name at the head of Job"),
    ("OptionDrive.drive", "names the drive of the job: set by Job"),
    ("*.getting", "the parts list"),
    ("*.ordered_on", "the parts list"),
];

/// The fields of the document by record, as the page knows them; what holds other records is none.
fn fields() -> Vec<String> {
    let text = include_str!("../../../../web/src/api/fields.gen.ts");
    let start = text.find("> = {").expect("the table of fields") + 4;
    let end = text.rfind('}').expect("its end");
    let table: Value = serde_json::from_str(&text[start..=end]).expect("it is JSON");
    let mut found = Vec::new();
    for record in RECORDS {
        let keys = table[record].as_object().unwrap_or_else(|| panic!("no record {record}"));
        for (key, meta) in keys {
            let simple = ["min", "choices", "longest", "flag"].iter().any(|part| !meta[part].is_null());
            if simple || key == "sensors" {
                found.push(format!("{record}.{key}"));
            }
        }
    }
    found
}

fn elsewhere(field: &str) -> bool {
    let key = field.split('.').next_back().unwrap_or_default();
    ELSEWHERE.iter().any(|(named, _)| *named == field || *named == format!("*.{key}"))
}

/// A template's build with every record that may be there.
async fn everything(server: &Server, kind: &str) -> Value {
    let mut build: Value =
        reqwest::get(server.url(&format!("/api/templates/{kind}"))).await.unwrap().json().await.unwrap();
    let job = &mut build["job"];
    job["compartment"] = json!({ "length_mm": 900, "width_mm": 900, "height_mm": 900 });
    job["controller_space"] = json!({ "length_mm": 900, "width_mm": 900, "height_mm": 900 });
    job["budget"] = json!({ "amount": 300, "currency": "EUR" });
    for option in build["options"].as_array_mut().unwrap() {
        for drive in option["drives"].as_array_mut().unwrap() {
            drive["motor"]["gearbox"] = json!({ "kind": "planetary", "ratio": 10, "efficiency": 0.8 });
            drive["motor"]["thermal"] = json!({});
            drive["motor"]["facts"] = json!({ "mass_kg": 1 });
            // A stage of every kind, in millimetres and in teeth an inch.
            drive["gearing"] = json!([
                { "kind": "spur", "driver_teeth": 20, "driven_teeth": 40, "module_mm": 1, "efficiency": 0.95 },
                { "kind": "spur", "driver_teeth": 20, "driven_teeth": 40, "diametral_pitch": 20, "efficiency": 0.95 },
                { "kind": "belt", "driver_teeth": 20, "driven_teeth": 40, "pitch_mm": 5, "efficiency": 0.95 },
                { "kind": "worm", "ratio": 20, "efficiency": 0.5 },
                { "kind": "chain", "driver_teeth": 11, "driven_teeth": 22, "pitch_mm": 12.7, "efficiency": 0.95 }
            ]);
            if drive["controller"].is_object() {
                drive["controller"]["bec"] = json!({ "voltage_v": 5, "current_a": 3 });
            }
        }
        option["wiring"] = json!({
            "runs": [{ "name": "battery leads", "circuit": "supply", "awg": 12, "length_m": 0.5, "switch_a": 40 },
                     { "name": "other leads", "circuit": "supply", "area_mm2": 2.5, "length_m": 0.5 }],
            "receiver": true
        });
    }
    build
}

async fn store(server: &Server, build: &Value) -> String {
    let made = reqwest::Client::new()
        .post(server.url("/api/builds"))
        .header("content-type", "application/json")
        .body(build.to_string())
        .send()
        .await
        .unwrap();
    assert!(made.status().is_success(), "{}", made.text().await.unwrap());
    let made: Value = made.json().await.unwrap();
    made["id"].as_str().unwrap().to_owned()
}

#[tokio::test]
async fn whatever_the_document_can_hold_has_a_field() {
    let server = Server::start();
    let browser = Browser::start().await;
    let templates: Vec<Value> = reqwest::get(server.url("/api/templates")).await.unwrap().json().await.unwrap();
    let (mut shown, mut builds) = (BTreeSet::new(), Vec::new());
    for template in &templates {
        let kind = template["kind"].as_str().unwrap();
        let mut build = everything(&server, kind).await;
        builds.push(build.clone());
        for load in build["job"]["drives"].as_array_mut().unwrap().iter_mut().map(|drive| &mut drive["load"]) {
            if load["kind"] == "generator" {
                load["source"] = json!({ "kind": "bench", "rpm": 300 });
                load["electrical"] = json!({ "resistance_ohm": 10 });
            }
        }
        if build != builds[builds.len() - 1] {
            builds.push(build);
        }
    }
    // What only a stepper has stands on its own machine.
    let mut stepper = builds[0].clone();
    let motor = &mut stepper["options"][0]["drives"][0]["motor"];
    motor["kind"] = json!("stepper");
    motor["facts"] = json!({ "form": "stepper" });
    let _ = motor.as_object_mut().unwrap().remove("brush_drop_v");
    builds.insert(2, stepper);
    for (place, build) in builds.iter().enumerate() {
        let id = store(&server, build).await;
        // What the machine is shows in Job and Run; the parts are those of the first three, a stepper among them.
        let steps: &[&str] = if place < 4 {
            &["job", "motor", "gearing", "battery", "controller", "wiring", "run"]
        } else {
            &["job", "run"]
        };
        browser.open(&server.url(&format!("/builds/{id}/sheet"))).await;
        browser.until("the build", "document.querySelector('h1')").await;
        for step in steps {
            browser.turn_to(&format!("/builds/{id}/{step}")).await;
            browser
                .until(
                    "figures",
                    "document.querySelector('[data-check], [data-verdict-strip] b, [data-foot-bar] .word')",
                )
                .await;
            if *step == "run" {
                browser.click("[data-course-edit]:not([disabled])").await;
                browser.find("[data-course-editor]").await;
            }
            let places = browser
                .run(
                    "return [...document.querySelectorAll('[data-place]')].map(field => field.dataset.place).join(' ')",
                )
                .await;
            shown.extend(places.as_str().unwrap().split_whitespace().map(str::to_owned));
        }
    }
    let lacking: Vec<_> = fields().into_iter().filter(|field| !shown.contains(field) && !elsewhere(field)).collect();
    assert!(lacking.is_empty(), "no step shows {lacking:#?}");
    browser.end().await;
}

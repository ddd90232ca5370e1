//! The bench over HTTP: worked out, kept with a revision, put into a build and onto the shelf.

use crate::request::{JSON, answer, post_json, problem, send};
use crate::support::Server;
use reqwest::{Method, StatusCode};
use serde_json::{Value, json};

fn winding() -> Value {
    json!({ "format": "ypsidyne.measurement/1", "kind": "winding_resistance", "label": "grey can", "at": "2026-11-20T10:00:00Z",
        "lead_readings_ohm": [0.11, 0.11], "motor_readings_ohm": [0.92, 0.95, 0.9, 0.93], "supply_v": 24 })
}

fn sweep() -> Value {
    let points: Vec<Value> = [6.0, 12.0, 18.0]
        .iter()
        .map(|volts| json!({ "voltage_v": volts, "current_a": 0.5, "rpm": 120.0 * (volts - 0.5 * 0.815) }))
        .collect();
    json!({ "format": "ypsidyne.measurement/1", "kind": "no_load_sweep", "label": "grey can", "at": "2026-11-21T10:00:00Z",
        "resistance_ohm": 0.815, "points": points })
}

async fn keep(server: &Server, sheet: &Value) -> String {
    answer(server, "/api/sheets", sheet).await["id"].as_str().unwrap().to_owned()
}

#[tokio::test]
async fn readings_are_worked_out_and_too_few_are_refused_with_what_is_needed() {
    let server = Server::start();
    let measured = answer(&server, "/api/measure", &winding()).await;
    assert_eq!(measured["format"], "ypsidyne.measured/1");
    assert!((measured["results"]["resistance_ohm"].as_f64().unwrap() - 0.815).abs() < 1e-9);
    let mut few = winding();
    few["motor_readings_ohm"] = json!([1]);
    let refused =
        problem(post_json(&server, "/api/measure", few.to_string()).await, StatusCode::UNPROCESSABLE_ENTITY).await;
    assert_eq!(refused["errors"][0]["pointer"], "/motor_readings_ohm");
    few["motor_readings_ohm"] = json!(["one"]);
    few["colour"] = json!("red");
    let refused =
        problem(post_json(&server, "/api/measure", few.to_string()).await, StatusCode::UNPROCESSABLE_ENTITY).await;
    assert_eq!(refused["errors"].as_array().unwrap().len(), 2);
}

#[tokio::test]
async fn a_sheet_is_kept_edited_from_its_revision_listed_and_binned() {
    let server = Server::start();
    let mut sheet = winding();
    sheet["motor_readings_ohm"] = json!([]);
    let id = keep(&server, &sheet).await;
    let list: Value = reqwest::get(server.url("/api/sheets")).await.unwrap().json().await.unwrap();
    assert_eq!((&list[0]["label"], &list[0]["measured"]), (&json!("grey can"), &Value::Null), "not enough yet");
    let path = format!("/api/sheets/{id}");
    let put = async |body: &Value, revision: u32| {
        let tag = format!("\"{id}.{revision}\"");
        send(&server, Method::PUT, &path, &[("content-type", JSON), ("if-match", tag.as_str())], body.to_string()).await
    };
    assert_eq!(put(&winding(), 1).await.status(), StatusCode::OK);
    problem(put(&sheet, 1).await, StatusCode::PRECONDITION_FAILED).await;
    let now: Value = reqwest::get(server.url(&path)).await.unwrap().json().await.unwrap();
    assert_eq!(now, winding(), "it reads back as it was written");
    assert_eq!(send(&server, Method::DELETE, &path, &[], "").await.status(), StatusCode::NO_CONTENT);
    problem(reqwest::get(server.url(&path)).await.unwrap(), StatusCode::NOT_FOUND).await;
    assert_eq!(send(&server, Method::POST, &format!("{path}/restore"), &[], "").await.status(), StatusCode::NO_CONTENT);
    assert_eq!(reqwest::get(server.url(&path)).await.unwrap().status(), StatusCode::OK);
}

#[tokio::test]
async fn a_measured_figure_replaces_the_listed_one_and_says_what_that_changes() {
    let server = Server::demo();
    let list: Vec<Value> = reqwest::get(server.url("/api/builds")).await.unwrap().json().await.unwrap();
    let id =
        list.iter().find(|build| build["name"] == "Hillside harvest cart").unwrap()["id"].as_str().unwrap().to_owned();
    let build: Value = reqwest::get(server.url(&format!("/api/builds/{id}"))).await.unwrap().json().await.unwrap();
    let listed = build["options"][0]["drives"][0]["motor"]["kv_rpm_per_v"].as_f64().unwrap();
    let asked = json!({ "build": build, "measurement": sweep(), "option": 0, "drive": 0 });
    let applied = answer(&server, "/api/measure/apply", &asked).await;
    let kv = applied["changes"]
        .as_array()
        .unwrap()
        .iter()
        .find(|one| one["label"] == "Speed constant Kv" || one["pointer"].as_str().unwrap().ends_with("kv_rpm_per_v"))
        .unwrap();
    assert!((kv["by"].as_f64().unwrap() - (120.0 / listed - 1.0)).abs() < 1e-9);
    let motor = &applied["build"]["options"][0]["drives"][0]["motor"];
    assert_eq!(motor["provenance"]["kv_rpm_per_v"], "measured");
    assert_eq!(motor["measured_on"]["kv_rpm_per_v"], "2026-11-21T10:00:00Z");
    assert_ne!(applied["before"], applied["after"]);
    // What comes back is a build that can be saved.
    answer(&server, "/api/evaluate?remedies=false", &applied["build"]).await;
}

#[tokio::test]
async fn sheets_of_one_motor_make_a_part_of_the_shelf() {
    let server = Server::start();
    let ohms = keep(&server, &winding()).await;
    let start = json!({ "format": "ypsidyne.part/1", "part": "motor", "label": "grey can", "kind": "brushed" });
    let early = json!({ "part": start, "sheets": [ohms] });
    let refused = post_json(&server, "/api/measure/part", early.to_string()).await;
    let refused = problem(refused, StatusCode::UNPROCESSABLE_ENTITY).await;
    assert!(refused["errors"][0]["pointer"].as_str().unwrap().ends_with("kv_rpm_per_v"), "{refused}");
    let detail = refused["errors"][0]["detail"].as_str().unwrap();
    assert_eq!(
        detail,
        "Speed constant Kv is still missing: the sheet “Speed without load” or “Spun by a drill” or “As a generator” under the same name gives it"
    );
    let pack = json!({ "format": "ypsidyne.part/1", "part": "battery", "label": "pack", "chemistry": "lipo",
        "cells_series": 6, "capacity_ah": 1 });
    let refused = post_json(&server, "/api/measure/part", json!({ "part": pack, "sheets": [] }).to_string()).await;
    let refused = problem(refused, StatusCode::UNPROCESSABLE_ENTITY).await;
    assert!(refused["errors"][0]["detail"].as_str().unwrap().contains("“Pack resistance”"), "{refused}");
    let turns = keep(&server, &sweep()).await;
    let part = answer(&server, "/api/measure/part", &json!({ "part": start, "sheets": [ohms, turns] })).await;
    assert!((part["resistance_ohm"].as_f64().unwrap() - 0.815).abs() < 1e-9);
    assert_eq!(part["provenance"]["resistance_ohm"], "measured");
    assert_eq!(part["measured_on"]["resistance_ohm"], "2026-11-20T10:00:00Z");
    assert_eq!(part["measured_on"]["kv_rpm_per_v"], "2026-11-21T10:00:00Z");
    let reply = post_json(&server, "/api/parts", part.to_string()).await;
    assert_eq!(reply.status(), StatusCode::CREATED);
}

#[tokio::test]
async fn a_faster_motor_than_listed_changes_what_the_cart_is_short_of() {
    let server = Server::demo();
    let list: Vec<Value> = reqwest::get(server.url("/api/builds")).await.unwrap().json().await.unwrap();
    let id =
        list.iter().find(|build| build["name"] == "Hillside harvest cart").unwrap()["id"].as_str().unwrap().to_owned();
    let build: Value = reqwest::get(server.url(&format!("/api/builds/{id}"))).await.unwrap().json().await.unwrap();
    // Kv 8 % above what is listed: the speed that was tight holds with room.
    let points: Vec<Value> = [6.0, 12.0, 18.0, 24.0]
        .iter()
        .map(|volts| json!({ "voltage_v": volts, "current_a": 0.9, "rpm": 140.5 * (volts - 0.9 * 0.266 - 0.4) }))
        .collect();
    let sheet = json!({ "format": "ypsidyne.measurement/1", "kind": "no_load_sweep", "resistance_ohm": 0.266, "brush_drop_v": 0.4, "points": points });
    let asked = json!({ "build": build, "measurement": sheet, "option": 0, "drive": 0 });
    let applied = answer(&server, "/api/measure/apply", &asked).await;
    let kv = applied["changes"]
        .as_array()
        .unwrap()
        .iter()
        .find(|one| one["pointer"].as_str().unwrap().ends_with("kv_rpm_per_v"))
        .unwrap();
    assert!((kv["by"].as_f64().unwrap() - 0.0808).abs() < 1e-3, "{kv}");
    let speed = applied["moved"]
        .as_array()
        .unwrap()
        .iter()
        .find(|one| one["code"] == "performance.target_speed")
        .expect("it moves");
    assert_eq!((&speed["before"], &speed["after"]), (&json!("tight"), &json!("ok")));
}

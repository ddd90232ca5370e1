//! The logbook over HTTP: rides kept and compared as they were that day, figures put in, changes that enter themselves, files.

use crate::request::{JSON, answer, demo, get, post_json, problem, send};
use crate::rides::table;
use crate::support::Server;
use reqwest::{Method, StatusCode};
use serde_json::{Value, json};

const BOARD: &str = "Tracking-shot dolly board";

/// A server with one build and no log.
async fn with_build(name: &str) -> (Server, String, Value) {
    let server = Server::demo();
    let (_, build) = demo(&server, name).await;
    let id = answer(&server, "/api/builds", &build).await["id"].as_str().unwrap().to_owned();
    (server, id, build)
}

async fn keep_ride(server: &Server, id: &str, text: &str, ride: Value) -> String {
    let kept = answer(server, &format!("/api/builds/{id}/log/rides"), &json!({ "text": text, "ride": ride })).await;
    kept["id"].as_str().unwrap().to_owned()
}

async fn save(server: &Server, id: &str, build: &Value) {
    let path = format!("/api/builds/{id}");
    let tag = reqwest::get(server.url(&path)).await.unwrap().headers()["etag"].to_str().unwrap().to_owned();
    let headers = [("content-type", JSON), ("if-match", tag.as_str())];
    let reply = send(server, Method::PUT, &path, &headers, build.to_string()).await;
    assert!(reply.status().is_success(), "{}", reply.text().await.unwrap());
}

async fn log(server: &Server, id: &str) -> Vec<Value> {
    get(server, &format!("/api/builds/{id}/log")).await["lines"].as_array().unwrap().clone()
}

#[tokio::test]
async fn a_ride_is_looked_at_kept_compared_and_its_figures_put_in() {
    let (server, id, build) = with_build(BOARD).await;
    let text = table(&build, 1.5);
    let looked = answer(&server, "/api/log/table", &json!({ "text": text })).await;
    let wrong: Vec<(u64, &str)> = looked["problems"]
        .as_array()
        .unwrap()
        .iter()
        .map(|one| (one["line"].as_u64().unwrap(), one["column"].as_str().unwrap()))
        .collect();
    assert_eq!(wrong, [(43, "Pack A"), (124, "Time [s]"), (93, "Pack A")], "{looked:#}");
    assert_eq!(looked["left_out"], 1);
    assert!(looked["totals"]["peak_supply_current_a"].as_f64().unwrap() < 60.0);

    let ride = keep_ride(&server, &id, &text, json!({ "at": "2026-11-28T14:00:00+01:00", "title": "Yard" })).await;
    let lines = log(&server, &id).await;
    assert_eq!((lines[0]["kind"].as_str(), lines[0]["at"].as_str()), (Some("ride"), Some("2026-11-28T13:00:00.000Z")));
    let told = get(&server, &format!("/api/log/{ride}/compared")).await;
    let figure = |told: &Value, name: &str| {
        let all = told["ride"]["calibration"].as_array().unwrap().clone();
        all.into_iter().find(|figure| figure["name"] == name).unwrap()
    };
    let rolling = figure(&told, "rolling_resistance");
    assert_eq!(rolling["determined"], true);
    assert!((rolling["after"].as_f64().unwrap() / (0.018 * 1.5) - 1.0).abs() < 0.05, "{rolling}");
    assert!(told["ride"]["says"][0].as_str().unwrap().starts_with("It rolls harder"), "{}", told["ride"]["says"]);
    // The list says it too, from now on.
    assert!(log(&server, &id).await[0]["says"].as_str().unwrap().contains("It rolls harder"));
    // Computed with its own figures it agrees.
    let own = get(&server, &format!("/api/log/{ride}/compared?figures=ride")).await;
    assert!(own["ride"]["channels"].as_array().unwrap().iter().all(|channel| channel["leaves_s"].is_null()), "{own:#}");

    let body = json!({ "build": build, "option": 0, "drive": 0, "by": "2026-11-28T13:00:00Z, Yard",
        "figures": [{ "name": "rolling_resistance", "value": rolling["after"] }] });
    let corrected = answer(&server, "/api/log/corrected", &body).await;
    assert_eq!(corrected["changes"][0]["before"], 0.018);
    save(&server, &id, &corrected["build"]).await;
    // The ride is still computed with the figures of then, unless those of now are asked for.
    let then = get(&server, &format!("/api/log/{ride}/compared")).await;
    assert_eq!(figure(&then, "rolling_resistance")["before"], 0.018);
    let now = get(&server, &format!("/api/log/{ride}/compared?figures=now")).await;
    assert_eq!(figure(&now, "rolling_resistance")["before"], rolling["after"]);
    assert!(now["ride"]["says"][0].as_str().unwrap().starts_with("As computed"), "{}", now["ride"]["says"]);
    // And the log says what changed.
    let lines = log(&server, &id).await;
    assert_eq!((lines[0]["kind"].as_str(), lines[0]["by_itself"].as_bool()), (Some("change"), Some(true)));
    assert!(lines[0]["title"].as_str().unwrap().contains("rolling resistance"), "{}", lines[0]["title"]);

    let bad = json!({ "build": build, "option": 0, "drive": 0, "by": "x", "figures": [{ "name": "drag_area_m2", "value": -1 }] });
    problem(post_json(&server, "/api/log/corrected", bad.to_string()).await, StatusCode::BAD_REQUEST).await;
    problem(
        reqwest::get(server.url(&format!("/api/log/{ride}/compared?figures=hers"))).await.unwrap(),
        StatusCode::BAD_REQUEST,
    )
    .await;
}

#[tokio::test]
async fn lines_keep_peaks_and_the_readings_come_back_as_they_were_kept() {
    let (server, id, build) = with_build(BOARD).await;
    let ride = keep_ride(&server, &id, &table(&build, 1.0), json!({ "at": "2026-11-28T14:00:00Z" })).await;
    let lines = get(&server, &format!("/api/log/{ride}/lines?points=40")).await;
    let volts = lines.as_array().unwrap().iter().find(|line| line["name"] == "supply_voltage_v").unwrap();
    let drawn: Vec<f64> = volts["values"].as_array().unwrap().iter().filter_map(Value::as_f64).collect();
    assert!(drawn.len() <= 60);
    let csv = reqwest::get(server.url(&format!("/api/log/{ride}/table"))).await.unwrap().text().await.unwrap();
    let place = csv.lines().next().unwrap().split(',').position(|head| head == "supply_voltage_v").unwrap();
    let all: Vec<f64> =
        csv.lines().skip(1).filter_map(|line| line.split(',').nth(place).unwrap().parse().ok()).collect();
    assert_eq!(all.len(), 351);
    let least = |values: &[f64]| values.iter().copied().fold(f64::INFINITY, f64::min);
    assert_eq!(least(&drawn), least(&all));
    let entry = get(&server, &format!("/api/log/{ride}")).await;
    assert_eq!(entry["columns"]["supply_voltage_v"].as_array().unwrap().len(), 351);

    // Edited, it keeps its readings; a stale edit overwrites nothing.
    let path = format!("/api/log/{ride}");
    let edited =
        json!({ "kind": "ride", "at": "2026-11-28T14:00:00Z", "title": "Yard again", "ambient_c": 4 }).to_string();
    let tag = format!("\"{ride}.1\"");
    let headers = [("content-type", JSON), ("if-match", tag.as_str())];
    let reply = send(&server, Method::PUT, &path, &headers, edited.clone()).await;
    assert_eq!(reply.status(), StatusCode::OK, "{}", reply.text().await.unwrap());
    let entry = get(&server, &path).await;
    assert_eq!(entry["columns"]["supply_voltage_v"].as_array().unwrap().len(), 351);
    assert_eq!((entry["title"].as_str(), entry["ambient_c"].as_f64()), (Some("Yard again"), Some(4.0)));
    problem(send(&server, Method::PUT, &path, &headers, edited).await, StatusCode::PRECONDITION_FAILED).await;
}

#[tokio::test]
async fn changes_in_a_row_are_one_entry_and_one_that_is_taken_back_leaves_none() {
    let (server, id, build) = with_build("Hillside harvest cart").await;
    let mut changed = build.clone();
    changed["options"][0]["battery"]["capacity_ah"] = json!(10);
    save(&server, &id, &changed).await;
    changed["options"][0]["battery"]["capacity_ah"] = json!(8);
    changed["chosen"] = changed["options"][0]["name"].clone();
    save(&server, &id, &changed).await;
    let lines = log(&server, &id).await;
    assert_eq!(lines.len(), 1, "{lines:#?}");
    let changes = lines[0]["entry"]["changes"].as_array().unwrap();
    assert_eq!(changes.len(), 2);
    assert!(
        changes[1]["before"].as_str().unwrap().contains("12 Ah")
            && changes[1]["after"].as_str().unwrap().contains("8 Ah")
    );
    // A figure that is no part is no change of the machine.
    changed["job"]["runtime_min"] = json!(45);
    save(&server, &id, &changed).await;
    assert_eq!(log(&server, &id).await[0]["entry"]["changes"].as_array().unwrap().len(), 2);
    save(&server, &id, &build).await;
    assert!(log(&server, &id).await.is_empty());
}

#[tokio::test]
async fn a_log_goes_out_as_json_and_csv_and_comes_in_elsewhere() {
    let server = Server::demo();
    let (board, build) = demo(&server, BOARD).await;
    let there = log(&server, &board).await;
    let other = answer(&server, "/api/builds", &build).await["id"].as_str().unwrap().to_owned();
    // A note with a picture travels too.
    const PNG: &[u8] = &[0x89, b'P', b'N', b'G', 0x0d, 0x0a, 0x1a, 0x0a, 1, 2, 3];
    let path = format!("/api/builds/{board}/log/pictures");
    let kept: Value = send(&server, Method::POST, &path, &[], PNG).await.json().await.unwrap();
    let note = json!({ "kind": "note", "at": "2026-11-29T09:00:00Z", "title": "The belt", "pictures": [{ "name": kept["name"] }] });
    answer(&server, &format!("/api/builds/{board}/log/entries"), &note).await;
    problem(send(&server, Method::POST, &path, &[], "<svg/>").await, StatusCode::BAD_REQUEST).await;

    let text = reqwest::get(server.url(&format!("/api/builds/{board}/log/export?format=json")))
        .await
        .unwrap()
        .text()
        .await
        .unwrap();
    let into = format!("/api/builds/{other}/log/import?format=json");
    let octets = [("content-type", "application/octet-stream")];
    let taken: Value = send(&server, Method::POST, &into, &octets, text.clone()).await.json().await.unwrap();
    assert_eq!(
        (taken["written"].as_u64(), taken["known"].as_u64()),
        (Some(there.len() as u64 + 1), Some(0)),
        "{taken}"
    );
    let here = log(&server, &other).await;
    let titles = |lines: &[Value]| lines.iter().map(|line| line["title"].clone()).collect::<Vec<_>>();
    assert_eq!(titles(&here)[1..], titles(&there)[..]);
    let picture = here[0]["entry"]["pictures"][0]["name"].as_str().unwrap();
    assert_ne!(kept["name"], picture);
    let shown = reqwest::get(server.url(&format!("/api/log/pictures/{picture}"))).await.unwrap();
    assert_eq!(shown.headers()["content-type"], "image/png");
    assert_eq!(shown.bytes().await.unwrap(), PNG);
    // The same once more: all of it stands there.
    let again: Value = send(&server, Method::POST, &into, &octets, text).await.json().await.unwrap();
    assert_eq!(again["written"], 0);

    let csv = reqwest::get(server.url(&format!("/api/builds/{board}/log/export?format=csv")))
        .await
        .unwrap()
        .text()
        .await
        .unwrap();
    assert_eq!(csv.lines().count(), there.len() + 2);
    let table =
        "at,kind,title,minutes,km\n2026-11-01T10:00:00Z,ride,Round the block,12,3.5\n2026-11-02,ride,No minutes,,3\n";
    let into = format!("/api/builds/{other}/log/import?format=csv");
    let taken: Value = send(&server, Method::POST, &into, &octets, table).await.json().await.unwrap();
    assert_eq!(taken["written"], 1, "{taken}");
    assert_eq!(
        (taken["problems"][0]["line"].as_u64(), taken["problems"][0]["column"].as_str()),
        (Some(3), Some("minutes"))
    );
}

#[tokio::test]
async fn entries_are_refused_by_their_fields_taken_out_and_put_back() {
    let (server, id, _) = with_build(BOARD).await;
    let write = format!("/api/builds/{id}/log/entries");
    let bad = json!({ "kind": "upkeep", "at": "yesterday", "item": "Belt", "hours": -3 });
    let refused = problem(post_json(&server, &write, bad.to_string()).await, StatusCode::UNPROCESSABLE_ENTITY).await;
    assert_eq!(refused["errors"][0]["pointer"], "/hours");
    let bad = json!({ "kind": "upkeep", "at": "yesterday", "item": "Belt" });
    let refused = problem(post_json(&server, &write, bad.to_string()).await, StatusCode::UNPROCESSABLE_ENTITY).await;
    assert_eq!(refused["errors"][0]["pointer"], "/at");
    let nowhere = "/api/builds/01920000-0000-7000-8000-000000000000/log/entries";
    let good = json!({ "kind": "upkeep", "at": "2026-11-28T14:00:00Z", "item": "Belt tension" });
    problem(post_json(&server, nowhere, good.to_string()).await, StatusCode::NOT_FOUND).await;

    let entry = answer(&server, &write, &good).await["id"].as_str().unwrap().to_owned();
    let path = format!("/api/log/{entry}");
    send(&server, Method::DELETE, &path, &[], "").await;
    assert!(log(&server, &id).await.is_empty());
    problem(reqwest::get(server.url(&path)).await.unwrap(), StatusCode::NOT_FOUND).await;
    send(&server, Method::POST, &format!("{path}/restore"), &[], "").await;
    assert_eq!(log(&server, &id).await.len(), 1);
}

#[tokio::test]
async fn what_is_due_stands_on_the_list_and_all_logs_on_one_line_of_time() {
    let server = Server::demo();
    let list = get(&server, "/api/builds").await;
    let due = |name: &str| {
        let line = list.as_array().unwrap().iter().find(|line| line["name"] == name).unwrap().clone();
        line["due"].as_array().unwrap().iter().map(|item| item.as_str().unwrap().to_owned()).collect::<Vec<_>>()
    };
    assert!(due("Hillside harvest cart").contains(&"Brushes".to_owned()));
    let all = get(&server, "/api/log").await;
    let times: Vec<&str> = all.as_array().unwrap().iter().map(|line| line["at"].as_str().unwrap()).collect();
    assert!(times.len() > 30 && times.is_sorted_by(|a, b| a >= b));
    let names: std::collections::BTreeSet<&str> =
        all.as_array().unwrap().iter().map(|line| line["build_name"].as_str().unwrap()).collect();
    assert_eq!(names.len(), 5);
    // Measured brushes: they are as new, and nothing of them is due.
    let (cart, _) = demo(&server, "Hillside harvest cart").await;
    let new = json!({ "kind": "upkeep", "at": "2026-11-28T10:00:00Z", "item": "Brushes", "hours": 52,
        "measured": { "length_mm": 14, "limit_mm": 5 } });
    answer(&server, &format!("/api/builds/{cart}/log/entries"), &new).await;
    let book = get(&server, &format!("/api/builds/{cart}/log")).await["book"].clone();
    let brushes = book["upkeep"].as_array().unwrap().iter().find(|one| one["item"] == "Brushes").unwrap().clone();
    assert_eq!(brushes["due"], false, "{brushes}");
    // Magnets that lost, a batch that breaks: the demo's bad days are told.
    assert_eq!(book["magnets"][0]["lost"], true);
    let (mower, _) = demo(&server, "Meadow strip mower").await;
    let failures = get(&server, &format!("/api/builds/{mower}/log")).await["book"]["failures"].clone();
    assert_eq!(failures[0]["explanation"], "suspect_batch");
}

#[tokio::test]
async fn a_sheet_of_the_build_and_a_moment_at_which_something_broke() {
    let (server, id, build) = with_build("Hillside harvest cart").await;
    let sheet = json!({ "format": "ypsidyne.measurement/1", "kind": "winding_resistance", "label": "left", "build_id": id,
        "at": "2026-11-20T10:00:00Z", "lead_readings_ohm": [0.11, 0.11], "motor_readings_ohm": [0.43, 0.44, 0.43] });
    answer(&server, "/api/sheets", &sheet).await;
    let lines = log(&server, &id).await;
    assert_eq!((lines[0]["kind"].as_str(), lines[0]["title"].as_str()), (Some("check"), Some("left")));
    assert!(lines[0]["sheet"].is_string() && lines[0]["says"].as_str().unwrap().contains("Ω"), "{}", lines[0]);
    let moment = |component: &str| json!({ "build_id": id, "at": "2026-11-29T08:00:00Z", "component": component });
    let fine = answer(&server, "/api/log/moment", &moment("motor")).await;
    assert_eq!(fine["beyond"], false, "{fine}");
    // The machine of that day had the small motor.
    let mut small = build.clone();
    small["chosen"] = small["options"][1]["name"].clone();
    save(&server, &id, &small).await;
    let at = json!({ "build_id": id, "at": "2999-01-01T00:00:00Z", "component": "motor" });
    assert_eq!(answer(&server, "/api/log/moment", &at).await["beyond"], true);
    assert_eq!(answer(&server, "/api/log/moment", &moment("other")).await["beyond"], Value::Null);
}

//! The shelf over HTTP: searched, edited, filled from files, and what its parts do in a build.

use std::collections::BTreeSet;

use crate::request::{JSON, answer, post_json, problem, send};
use crate::support::{DOLLY, Server};
use reqwest::{Method, StatusCode};
use serde_json::{Value, json};

fn dolly() -> Value {
    serde_json::from_str(DOLLY).unwrap()
}

fn failing() -> Value {
    let mut build = dolly();
    build["options"][0]["battery"]["capacity_ah"] = json!(1.5);
    build
}

async fn file(server: &Server, query: &str, bytes: impl Into<reqwest::Body>) -> reqwest::Response {
    let path = format!("/api/parts/import?{query}");
    send(server, Method::POST, &path, &[("content-type", "application/octet-stream")], bytes).await
}

#[tokio::test]
async fn the_demo_shelf_is_searched_filtered_and_sorted() {
    let server = Server::demo();
    let all = answer(&server, "/api/parts/search", &json!({})).await;
    assert!(all["total"].as_u64().unwrap() >= 120);
    assert_eq!(all["parts"].as_array().unwrap().len(), 100);
    let search = json!({ "kind": "motor", "text": "outer 63", "ranges": [{ "key": "kv_rpm_per_v", "at_least": 150, "at_most": 200 }],
        "sort": "kv_rpm_per_v", "descending": true });
    let found = answer(&server, "/api/parts/search", &search).await;
    let kvs: Vec<f64> =
        found["parts"].as_array().unwrap().iter().map(|line| line["part"]["kv_rpm_per_v"].as_f64().unwrap()).collect();
    assert!(kvs.len() >= 3 && kvs.windows(2).all(|pair| pair[0] >= pair[1]), "{kvs:?}");
    assert!(kvs.iter().all(|kv| (150.0..=200.0).contains(kv)));
    let unknown = post_json(&server, "/api/parts/search", json!({ "colour": "red" }).to_string()).await;
    assert!(problem(unknown, StatusCode::BAD_REQUEST).await["detail"].as_str().unwrap().contains("colour"));
}

#[tokio::test]
async fn a_part_is_kept_edited_retired_and_brought_back_without_overwriting() {
    let server = Server::start();
    let part = json!({ "format": "ypsidyne.part/1", "part": "wheel", "label": "tyre", "diameter_m": 0.2 });
    let created = answer(&server, "/api/parts", &part).await;
    let id = created["id"].as_str().unwrap();
    let path = format!("/api/parts/{id}");
    let tag = |revision: u32| format!("\"{id}.{revision}\"");
    let got = reqwest::get(server.url(&path)).await.unwrap();
    assert_eq!(got.headers()["etag"], tag(1));
    let mut written = part.clone();
    written["owned"] = json!(false);
    assert_eq!(got.json::<Value>().await.unwrap(), written);
    let mut edited = part.clone();
    edited["diameter_m"] = json!(0.25);
    let put = async |revision: u32, body: &Value| {
        send(
            &server,
            Method::PUT,
            &path,
            &[("content-type", JSON), ("if-match", tag(revision).as_str())],
            body.to_string(),
        )
        .await
    };
    assert_eq!(put(1, &edited).await.status(), StatusCode::OK);
    let stale = problem(put(1, &part).await, StatusCode::PRECONDITION_FAILED).await;
    assert_eq!(stale["current_revision"], 2);
    let bad = json!({ "part": "wheel", "label": "tyre", "diameter_m": -1, "colour": "red" });
    let refused = problem(put(2, &bad).await, StatusCode::UNPROCESSABLE_ENTITY).await;
    let pointers: Vec<&str> =
        refused["errors"].as_array().unwrap().iter().map(|error| error["pointer"].as_str().unwrap()).collect();
    assert_eq!(pointers, ["/colour", "/diameter_m"]);
    assert_eq!(
        send(&server, Method::DELETE, &path, &[("if-match", tag(2).as_str())], "").await.status(),
        StatusCode::NO_CONTENT
    );
    assert_eq!(answer(&server, "/api/parts/search", &json!({})).await["total"], 0);
    let restore = format!("{path}/restore");
    assert!(send(&server, Method::POST, &restore, &[("if-match", tag(2).as_str())], "").await.status().is_success());
    assert_eq!(answer(&server, "/api/parts/search", &json!({})).await["total"], 1);
    problem(reqwest::get(server.url("/api/parts/none")).await.unwrap(), StatusCode::NOT_FOUND).await;
}

#[tokio::test]
async fn a_table_is_looked_at_then_the_good_rows_or_all_or_none_are_stored() {
    let server = Server::start();
    let table = "name,kind,Kv,resistance (mohm)\nA,brushless,190,52\nB,steam,190,52\nC,brushless,170,60\n";
    let look: Value = file(&server, "format=csv&kind=motor&mode=look", table).await.json().await.unwrap();
    assert_eq!((&look["good"], &look["bad"], &look["stored"]), (&json!(2), &json!(1), &json!(0)));
    assert_eq!(look["problems"][0]["line"], 3);
    assert_eq!(look["problems"][0]["column"], "kind");
    assert_eq!(look["columns"][2]["choice"]["key"], "kv_rpm_per_v");
    assert_eq!(look["columns"][3]["choice"]["unit"], "mΩ");
    let whole: Value = file(&server, "format=csv&kind=motor&mode=whole", table).await.json().await.unwrap();
    assert_eq!(whole["stored"], 0, "one bad row refuses the whole");
    let columns = r#"{"Kv":{"key":null,"unit":null}}"#;
    let reply = reqwest::Client::new()
        .post(server.url("/api/parts/import"))
        .query(&[("format", "csv"), ("kind", "motor"), ("mode", "look"), ("columns", columns)])
        .body(table)
        .send()
        .await
        .unwrap();
    assert_eq!(reply.json::<Value>().await.unwrap()["good"], 0, "without a Kv no motor reads");
    let good = file(&server, "format=csv&kind=motor&mode=good", table).await;
    assert_eq!(good.status(), StatusCode::CREATED);
    assert_eq!(answer(&server, "/api/parts/search", &json!({})).await["total"], 2);
}

#[tokio::test]
async fn files_that_cannot_be_read_are_refused_whole() {
    let server = Server::start();
    let csv = "format=csv&kind=wheel&mode=good";
    for (bytes, said) in [
        (b"label,diameter\nb\xf6se,1\n".to_vec(), "UTF-8"),
        (b"label,diameter\n\"open,1\n".to_vec(), "never closed"),
        (b"".to_vec(), "no rows"),
        ([b"label,diameter\n".as_slice(), b"a,0.1\n".repeat(1_000_000).as_slice()].concat(), "split the file"),
    ] {
        let refused = problem(file(&server, csv, bytes).await, StatusCode::UNPROCESSABLE_ENTITY).await;
        assert!(refused["detail"].as_str().unwrap().contains(said), "{refused}");
    }
    let wrong = problem(file(&server, "format=xls&mode=good", "x").await, StatusCode::BAD_REQUEST).await;
    assert!(wrong["detail"].as_str().unwrap().contains("format=csv"));
    problem(file(&server, "format=json&mode=good", "{}").await, StatusCode::UNPROCESSABLE_ENTITY).await;
    assert_eq!(answer(&server, "/api/parts/search", &json!({})).await["total"], 0);
}

#[tokio::test]
async fn the_shelf_goes_out_and_comes_back_as_csv_and_json() {
    let server = Server::start();
    let stocked = answer(&server, "/api/parts/stock", &json!({})).await;
    let count = stocked["stored"].as_u64().unwrap();
    assert!(count >= 120);
    for format in ["csv", "json"] {
        let exported = reqwest::get(server.url(&format!("/api/parts/export?format={format}"))).await.unwrap();
        assert!(exported.headers()["content-disposition"].to_str().unwrap().contains(&format!("shelf.{format}")));
        let bytes = exported.bytes().await.unwrap();
        let fresh = Server::start();
        let reply: Value = file(&fresh, &format!("format={format}&mode=whole"), bytes).await.json().await.unwrap();
        assert_eq!((reply["stored"].as_u64(), &reply["bad"]), (Some(count), &json!(0)), "{format}");
    }
}

#[tokio::test]
async fn candidates_come_best_first_and_can_be_put_in() {
    let server = Server::demo();
    let asked = json!({ "build": dolly(), "option": 0, "drive": 0, "search": { "kind": "motor" } });
    let found = answer(&server, "/api/candidates", &asked).await;
    let candidates = found["candidates"].as_array().unwrap();
    assert!(candidates.len() >= 60 && found["tried"] == found["total"]);
    let failing = |folded: bool| -> Vec<u64> {
        let some = candidates.iter().filter(|one| one["folded"].is_null() != folded);
        some.map(|one| one["effect"]["failing"].as_u64().unwrap()).collect()
    };
    assert!(failing(false).is_sorted() && failing(true).is_sorted(), "{:?} {:?}", failing(false), failing(true));
    let first_folded = candidates.iter().position(|one| !one["folded"].is_null()).unwrap();
    assert!(candidates[first_folded..].iter().all(|one| !one["folded"].is_null()), "no answers come last");
    // What is found of other kinds is told where nothing of this kind is.
    let packs = json!({ "build": dolly(), "option": 0, "drive": 0, "search": { "kind": "motor", "text": "pouch" } });
    let none = answer(&server, "/api/candidates", &packs).await;
    assert_eq!(none["total"], 0);
    assert!(none["elsewhere"].as_array().unwrap().iter().any(|other| other["kind"] == "battery"), "{none}");
    let best = &candidates[0];
    let mut build = dolly();
    *build.pointer_mut(best["pointer"].as_str().unwrap()).unwrap() = best["value"].clone();
    let evaluated = answer(&server, "/api/evaluate?remedies=false", &build).await;
    assert_eq!(evaluated["options"][0]["hardware_mass_kg"], best["effect"]["hardware_mass_kg"]);
    assert_eq!(build.pointer("/options/0/drives/0/motor/part_id"), Some(&best["id"]));
    let no_drive = json!({ "build": dolly(), "option": 0, "drive": 7, "search": { "kind": "motor" } });
    let refused =
        problem(post_json(&server, "/api/candidates", no_drive.to_string()).await, StatusCode::BAD_REQUEST).await;
    assert!(refused["detail"].as_str().unwrap().contains("drive"));
    let mut bad = asked.clone();
    bad["build"]["options"][0]["battery"]["cells_series"] = json!(0);
    let refused =
        problem(post_json(&server, "/api/candidates", bad.to_string()).await, StatusCode::UNPROCESSABLE_ENTITY).await;
    assert_eq!(refused["errors"][0]["pointer"], "/build/options/0/battery/cells_series");
}

#[tokio::test]
async fn remedies_say_whether_the_shelf_has_such_a_part() {
    let server = Server::demo();
    let build = failing();
    let evaluated = answer(&server, "/api/evaluate", &build).await;
    let checks = evaluated["options"][0]["checks"].as_array().unwrap();
    let changes_a_part =
        |check: &Value| check["remedies"].as_array().unwrap().iter().any(|remedy| !remedy["part"].is_null());
    let check = checks.iter().find(|check| check["verdict"] == "fail" && changes_a_part(check)).unwrap();
    let without = answer(&server, "/api/evaluate?remedies=false", &build).await;
    let bare = without["options"][0]["checks"].as_array().unwrap();
    assert!(bare.iter().all(|check| check["remedies"] == json!([])));
    let asked = json!({ "build": build, "option": 0, "code": check["code"], "drive": check["drive"] });
    let offers = answer(&server, "/api/remedies", &asked).await;
    let offers = offers.as_array().unwrap();
    assert_eq!(offers.len(), check["remedies"].as_array().unwrap().len());
    let with_part = offers.iter().find(|offer| !offer["shelf"].is_null()).expect("one is another part");
    assert!(with_part["shelf"]["count"].is_u64());
    for offer in offers {
        let mut fixed = build.clone();
        let (parent, key) = offer["pointer"].as_str().unwrap().rsplit_once('/').unwrap();
        fixed.pointer_mut(parent).unwrap()[key] = offer["value"].clone();
        let then = answer(&server, "/api/evaluate?remedies=false", &fixed).await;
        let checks = then["options"][0]["checks"].as_array().unwrap();
        let after =
            checks.iter().find(|other| other["code"] == check["code"] && other["drive"] == check["drive"]).unwrap();
        assert_eq!(after["verdict"], offer["verdict"]);
    }
}

#[tokio::test]
async fn sums_guesses_and_schools_answer_for_one_option() {
    let server = Server::start();
    let sums = answer(&server, "/api/sums?option=0", &dolly()).await;
    let ids: BTreeSet<&str> = sums.as_array().unwrap().iter().map(|sum| sum["id"].as_str().unwrap()).collect();
    assert!(ids.len() >= 40);
    let guesses = answer(&server, "/api/guesses", &json!({ "build": dolly(), "option": 0 })).await;
    let moves: Vec<f64> = guesses.as_array().unwrap().iter().map(|guess| guess["moves"].as_f64().unwrap()).collect();
    assert!(moves.windows(2).all(|pair| pair[0] >= pair[1]));
    let wild = json!({ "build": dolly(), "option": 0, "tolerances": { "kv_share": 5 } });
    let refused =
        problem(post_json(&server, "/api/guesses", wild.to_string()).await, StatusCode::UNPROCESSABLE_ENTITY).await;
    assert_eq!(refused["errors"][0]["pointer"], "/tolerances/kv_share");
    let schools = answer(&server, "/api/schools?option=0", &dolly()).await;
    let asked: BTreeSet<&str> =
        schools.as_array().unwrap().iter().map(|question| question["id"].as_str().unwrap()).collect();
    assert_eq!(
        asked,
        BTreeSet::from([
            "battery_rule",
            "brushes",
            "c_rating",
            "hub_or_belt",
            "motor_count",
            "pouch_or_cells",
            "sensors",
            "voltage"
        ])
    );
    problem(post_json(&server, "/api/schools?option=9", DOLLY).await, StatusCode::BAD_REQUEST).await;
}

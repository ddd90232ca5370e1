//! Searches over HTTP: counted before they start, watched while they run, stopped, kept, cut off with the program.

use std::time::{Duration, Instant};

use crate::request::{demo, get, post_json, problem, send};
use crate::support::Server;
use reqwest::{Method, StatusCode};
use serde_json::{Value, json};

const PATIENCE: Duration = Duration::from_secs(60);

/// A search of the board: its own battery, controller and motor, and these teeth.
async fn board(server: &Server, driver: Vec<u32>, driven: Vec<u32>) -> Value {
    let (id, build) = demo(server, "Tracking-shot dolly board").await;
    json!({ "build": build, "build_id": id, "option": 0, "drive": 0, "rank_by": "margin",
        "gearing": { "stage": 0, "driver_teeth": driver, "driven_teeth": driven } })
}

/// More than any test waits for.
async fn endless(server: &Server) -> Value {
    let mut asked = board(server, (10..60).collect(), (60..160).collect()).await;
    let all = json!({ "filter": {}, "ids": [], "own": true });
    asked["motors"] = all.clone();
    asked["batteries"] = all;
    asked
}

async fn begin(server: &Server, asked: &Value) -> Value {
    let reply = post_json(server, "/api/searches", asked.to_string()).await;
    assert_eq!(reply.status(), StatusCode::CREATED, "{}", reply.text().await.unwrap());
    reply.json().await.unwrap()
}

/// Waits until a search is no longer running.
async fn ended(server: &Server, id: &str) -> Value {
    let end = Instant::now() + PATIENCE;
    loop {
        let result = get(server, &format!("/api/searches/{id}")).await;
        if result["line"]["state"] != "running" {
            return result;
        }
        assert!(Instant::now() < end, "it never ended: {}", result["line"]);
        tokio::time::sleep(Duration::from_millis(50)).await;
    }
}

#[tokio::test]
async fn a_search_is_counted_run_and_kept_and_its_hits_open_as_options() {
    let server = Server::demo();
    let asked = board(&server, vec![14, 15, 16], vec![36, 40, 44]).await;
    let counted: Value = post_json(&server, "/api/searches/count", asked.to_string()).await.json().await.unwrap();
    assert_eq!((&counted["combinations"], &counted["pairs"]), (&json!(9), &json!(9)));
    let line = begin(&server, &asked).await;
    let id = line["id"].as_str().unwrap();
    let result = ended(&server, id).await;
    assert_eq!(result["line"]["state"], "done");
    assert_eq!(result["line"]["considered"], 9);
    let hits = result["found"]["ranked"].as_array().unwrap();
    assert!(!hits.is_empty(), "{}", result["found"]["fell"]);
    assert_eq!(result["line"]["feasible"], json!(hits.len()));

    // The same as the stateless search gives.
    let stateless = json!({ "format": "ypsidyne.search/1", "job": asked["build"]["job"], "drive": "wheels",
        "base": asked["build"]["options"][0], "rank_by": "margin", "limit": 200,
        "vary": { "gearing": asked["gearing"] } });
    let found: Value = post_json(&server, "/api/find", stateless.to_string()).await.json().await.unwrap();
    assert_eq!(found, result["found"]);

    // A hit as an option has the teeth of the hit, and everything else of the option it came from.
    let option = get(&server, &format!("/api/searches/{id}/options/{}", hits[0]["number"])).await;
    assert_eq!(option["drives"][0]["gearing"][0]["driver_teeth"], hits[0]["driver_teeth"]);
    assert_eq!(option["battery"]["label"], asked["build"]["options"][0]["battery"]["label"]);
    let reply = reqwest::get(server.url(&format!("/api/searches/{id}/options/9"))).await.unwrap();
    problem(reply, StatusCode::BAD_REQUEST).await;
}

#[tokio::test]
async fn events_tell_how_far_a_search_is_until_it_is_stopped() {
    let server = Server::demo();
    let line = begin(&server, &endless(&server).await).await;
    let id = line["id"].as_str().unwrap();
    assert!(line["combinations"].as_u64().unwrap() > 10_000_000);
    let mut stream = reqwest::get(server.url(&format!("/api/searches/{id}/events"))).await.unwrap();
    assert_eq!(stream.headers()["content-type"], "text/event-stream");
    let (mut text, mut stopped) = (String::new(), false);
    let end = Instant::now() + PATIENCE;
    while let Some(chunk) = stream.chunk().await.unwrap() {
        text.push_str(std::str::from_utf8(&chunk).unwrap());
        if !stopped && text.matches("data:").count() >= 3 {
            stopped = true;
            let reply = send(&server, Method::POST, &format!("/api/searches/{id}/stop"), &[], "").await;
            assert_eq!(reply.status(), StatusCode::NO_CONTENT);
        }
        assert!(Instant::now() < end, "the stream never ended: {text}");
    }
    let lines: Vec<Value> = text
        .lines()
        .filter_map(|line| line.strip_prefix("data:"))
        .map(|line| serde_json::from_str(line).unwrap())
        .collect();
    let considered: Vec<u64> = lines.iter().map(|line| line["considered"].as_u64().unwrap()).collect();
    assert!(considered.is_sorted(), "it goes forward: {considered:?}");
    assert!(lines[..lines.len() - 1].iter().all(|line| line["state"] == "running"));
    assert_eq!(lines.last().unwrap()["state"], "stopped");
    let result = ended(&server, id).await;
    let (tried, all) = (&result["line"]["considered"], &result["line"]["combinations"]);
    assert!(tried.as_u64() < all.as_u64());
    assert_eq!(&result["found"]["considered"], tried, "what was found until then is kept");
}

#[tokio::test]
async fn a_search_that_the_program_leaves_is_marked_and_the_program_ends_at_once() {
    let mut server = Server::demo();
    let id = begin(&server, &endless(&server).await).await["id"].as_str().unwrap().to_owned();
    // A stream that is open does not hold the program up.
    let stream = reqwest::get(server.url(&format!("/api/searches/{id}/events"))).await.unwrap();
    let asked = Instant::now();
    assert_eq!(server.terminate(), Some(0));
    assert!(asked.elapsed() < Duration::from_secs(20), "it took {:?}", asked.elapsed());
    drop(stream);
    server.start_again();
    let result = get(&server, &format!("/api/searches/{id}")).await;
    assert_eq!(result["line"]["state"], "cut_off");
    assert_eq!(result["found"], Value::Null);
}

#[tokio::test]
async fn the_page_answers_while_a_search_runs() {
    let server = Server::demo();
    let asked = endless(&server).await;
    let id = begin(&server, &asked).await["id"].as_str().unwrap().to_owned();
    let candidates = json!({ "build": asked["build"], "option": 0, "drive": 0, "search": { "kind": "motor" } });
    let reply = post_json(&server, "/api/candidates", candidates.to_string()).await;
    assert_eq!(reply.status(), StatusCode::OK);
    assert_eq!(get(&server, &format!("/api/searches/{id}")).await["line"]["state"], "running");
}

#[tokio::test]
async fn the_last_ten_searches_of_a_build_are_kept() {
    let server = Server::demo();
    let asked = board(&server, vec![16], vec![40]).await;
    let mut ids = Vec::new();
    for _ in 0..12 {
        let id = begin(&server, &asked).await["id"].as_str().unwrap().to_owned();
        ended(&server, &id).await;
        ids.push(id);
    }
    let list = get(&server, &format!("/api/builds/{}/searches", asked["build_id"].as_str().unwrap())).await;
    let kept: Vec<&str> = list.as_array().unwrap().iter().map(|line| line["id"].as_str().unwrap()).collect();
    let newest: Vec<&str> = ids.iter().rev().take(10).map(String::as_str).collect();
    assert_eq!(kept, newest);
    let gone = reqwest::get(server.url(&format!("/api/searches/{}", ids[0]))).await.unwrap();
    problem(gone, StatusCode::NOT_FOUND).await;
    let reply = send(&server, Method::DELETE, &format!("/api/searches/{}", ids[11]), &[], "").await;
    assert_eq!(reply.status(), StatusCode::NO_CONTENT);
}

#[tokio::test]
async fn parts_are_taken_by_filter_or_one_by_one_and_the_one_in_use_comes_too() {
    let server = Server::demo();
    let mut asked = board(&server, vec![16], vec![40]).await;
    asked.as_object_mut().unwrap().remove("gearing");
    let search = json!({ "kind": "motor", "owned": true });
    let drawer: Value = post_json(&server, "/api/parts/search", search.to_string()).await.json().await.unwrap();
    let owned = drawer["total"].as_u64().unwrap();
    let some = drawer["parts"][0]["id"].clone();
    for (pick, expected) in [
        (json!({ "filter": { "owned": true } }), owned),
        (json!({ "filter": { "owned": true }, "own": true }), owned + 1),
        (json!({ "ids": [some] }), 1),
        (json!({}), 0),
    ] {
        asked["motors"] = pick.clone();
        let counted: Value = post_json(&server, "/api/searches/count", asked.to_string()).await.json().await.unwrap();
        assert_eq!(counted["motors"], json!(expected), "{pick}");
        assert_eq!(counted["combinations"], json!(expected.max(1)), "{pick}");
    }
}

#[tokio::test]
async fn what_cannot_be_searched_is_refused_with_its_reason() {
    let server = Server::demo();
    let mut asked = board(&server, (5..=400).collect(), (5..=400).collect()).await;
    let all = json!({ "filter": {}, "ids": [], "own": true });
    for key in ["motors", "batteries", "controllers"] {
        asked[key] = all.clone();
    }
    let counted: Value = post_json(&server, "/api/searches/count", asked.to_string()).await.json().await.unwrap();
    assert!(counted["combinations"].as_u64() > counted["most"].as_u64());
    let refused = post_json(&server, "/api/searches", asked.to_string()).await;
    let refused = problem(refused, StatusCode::UNPROCESSABLE_ENTITY).await;
    assert!(refused["errors"][0]["detail"].as_str().unwrap().contains("are possible in one search"));

    let mut asked = board(&server, vec![3], vec![40]).await;
    let refused =
        problem(post_json(&server, "/api/searches", asked.to_string()).await, StatusCode::UNPROCESSABLE_ENTITY).await;
    assert_eq!(refused["errors"][0]["pointer"], "/vary/gearing/driver_teeth/0");
    asked["gearing"]["driver_teeth"] = json!([16]);
    asked["build_id"] = json!("0192f0c0-0000-7000-8000-000000000001");
    problem(post_json(&server, "/api/searches", asked.to_string()).await, StatusCode::NOT_FOUND).await;
}

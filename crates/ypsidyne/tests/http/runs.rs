//! Runs over HTTP: simulated as JSON, CSV and with progress, stopped by hanging up, kept; courses; what stands beside a run.

use std::time::{Duration, Instant};

use crate::request::{JSON, answer, demo, get, post_json, problem, send};
use crate::support::Server;
use reqwest::{Method, StatusCode};
use serde_json::{Value, json};

fn simulation(build: &Value, mode: Value) -> Value {
    json!({ "format": "ypsidyne.simulation/1", "build": build, "mode": mode, "until_s": 30 })
}

/// Stop and go, over and over on an enormous battery: longer than any test waits for.
fn endless(mut build: Value) -> Value {
    build["options"][0]["battery"]["capacity_ah"] = json!(5000);
    let points: Vec<Value> = (0..400).map(|at| json!({ "t_s": 9 * at, "speed_m_s": at % 2 })).collect();
    let mut asked = simulation(&build, json!({ "kind": "profile", "points": points }));
    asked["repeat"] = json!(true);
    asked["mode"]["points"][399]["speed_m_s"] = json!(0);
    asked.as_object_mut().unwrap().remove("until_s");
    asked
}

#[tokio::test]
async fn a_run_is_told_as_json_and_as_csv() {
    let server = Server::demo();
    let (_, build) = demo(&server, "Hillside harvest cart").await;
    let asked = simulation(&build, json!({ "kind": "hold", "speed_m_s": 0.6, "grade_percent": 12 }));
    let ran = answer(&server, "/api/simulate", &asked).await;
    assert_eq!((ran["format"].as_str(), ran["ended_by"].as_str()), (Some("ypsidyne.simulated/1"), Some("time")));
    let rows = ran["series"]["t_s"].as_array().unwrap().len();
    assert_eq!(ran["series"]["motor_loss_w"].as_array().unwrap().len(), rows);

    let headers = [("content-type", JSON), ("accept", "text/csv")];
    let reply = send(&server, Method::POST, "/api/simulate", &headers, asked.to_string()).await;
    assert_eq!(reply.headers()["content-type"], "text/csv; charset=utf-8");
    let table = reply.text().await.unwrap();
    assert!(table.starts_with("t_s,output_rpm,speed_m_s,"));
    assert_eq!(table.lines().count(), rows + 1);
}

#[tokio::test]
async fn a_stream_tells_how_far_it_is_and_hanging_up_stops_the_run() {
    let server = Server::demo();
    let (_, build) = demo(&server, "Tracking-shot dolly board").await;
    let headers = [("content-type", JSON), ("accept", "text/event-stream")];

    let short = simulation(&build, json!({ "kind": "launch" }));
    let told = send(&server, Method::POST, "/api/simulate", &headers, short.to_string()).await.text().await.unwrap();
    let done = told.split("event: done\ndata: ").nth(1).expect("the answer").split('\n').next().unwrap();
    let streamed: Value = serde_json::from_str(done).unwrap();
    assert_eq!(streamed, answer(&server, "/api/simulate", &short).await);

    // The answers of other requests are quick again once the long runs have been left.
    for _ in 0..6 {
        let mut reply =
            send(&server, Method::POST, "/api/simulate", &headers, endless(build.clone()).to_string()).await;
        let mut heard = String::new();
        while !heard.contains("event: progress") {
            heard += std::str::from_utf8(&reply.chunk().await.unwrap().expect("it goes on")).unwrap();
        }
        let progress = heard.split("event: progress\ndata: ").nth(1).unwrap().split('\n').next().unwrap();
        let progress: Value = serde_json::from_str(progress).unwrap();
        assert!(progress["t_s"].as_f64().unwrap() > 0.0 && progress["share"].as_f64().unwrap() < 1.0);
    }
    let end = Instant::now() + Duration::from_secs(20);
    let answered = tokio::time::timeout_at(end.into(), answer(&server, "/api/simulate", &short)).await;
    assert_eq!(answered.expect("six runs would take every thread for minutes"), streamed);
}

#[tokio::test]
async fn a_run_that_is_to_be_kept_stops_when_nobody_waits_for_it_and_is_not_kept() {
    let server = Server::demo();
    let (id, build) = demo(&server, "Tracking-shot dolly board").await;
    let keep = json!({ "title": "for ever", "simulation": endless(build.clone()) });
    // More than there are cores: were they to go on, nothing else would be answered.
    let path = format!("/api/builds/{id}/runs");
    for _ in 0..6 {
        let asked = post_json(&server, &path, keep.to_string());
        let waited = tokio::time::timeout(Duration::from_millis(300), asked).await;
        assert!(waited.is_err(), "it is still computed");
    }
    let short = simulation(&build, json!({ "kind": "launch" }));
    let end = Instant::now() + Duration::from_secs(20);
    tokio::time::timeout_at(end.into(), answer(&server, "/api/simulate", &short)).await.expect("the cores are free");
    assert_eq!(get(&server, &path).await, json!([]));
}

#[tokio::test]
async fn a_run_that_streams_is_stopped_by_its_id_and_answers_with_what_there_is() {
    let server = Server::demo();
    let (_, build) = demo(&server, "Tracking-shot dolly board").await;
    let headers = [("content-type", JSON), ("accept", "text/event-stream")];
    let mut reply = send(&server, Method::POST, "/api/simulate", &headers, endless(build).to_string()).await;
    let mut heard = String::new();
    while !heard.contains("event: progress") {
        heard += std::str::from_utf8(&reply.chunk().await.unwrap().expect("it goes on")).unwrap();
    }
    assert!(heard.starts_with("event: begun\ndata: "), "{heard}");
    let begun = heard.split("data: ").nth(1).unwrap().split('\n').next().unwrap();
    let id = serde_json::from_str::<Value>(begun).unwrap()["id"].as_str().unwrap().to_owned();
    let stop = format!("/api/simulate/{id}/stop");
    let stopped = send(&server, Method::POST, &stop, &[], String::new()).await;
    assert_eq!(stopped.status(), StatusCode::NO_CONTENT);
    heard += &reply.text().await.unwrap();
    let done = heard.split("event: done\ndata: ").nth(1).expect("the answer").split('\n').next().unwrap();
    let ran: Value = serde_json::from_str(done).unwrap();
    assert_eq!(ran["ended_by"], "stopped");
    assert!(ran["summary"]["t_s"].as_f64().unwrap() > 0.0 && !ran["series"]["t_s"].as_array().unwrap().is_empty());
    // It is forgotten then.
    let again = send(&server, Method::POST, &stop, &[], String::new()).await;
    assert_eq!(again.status(), StatusCode::NOT_FOUND);
    assert!(again.text().await.unwrap().contains(&id));
}

#[tokio::test]
async fn runs_are_kept_with_a_build_and_taken_away() {
    let server = Server::demo();
    let (id, build) = demo(&server, "Shuttlecock launcher").await;
    let asked =
        json!({ "title": "three shots", "simulation": simulation(&build, json!({ "kind": "shots", "shots": 3 })) });
    let path = format!("/api/builds/{id}/runs");
    let reply = post_json(&server, &path, asked.to_string()).await;
    assert_eq!(reply.status(), StatusCode::CREATED);
    let line: Value = reply.json().await.unwrap();
    assert_eq!(get(&server, &path).await, json!([line]));
    let run = format!("/api/runs/{}", line["id"].as_str().unwrap());
    assert_eq!(get(&server, &run).await["launcher"]["shots"].as_array().unwrap().len(), 3);

    let mut nameless = asked.clone();
    nameless["title"] = json!("  ");
    problem(post_json(&server, &path, nameless.to_string()).await, StatusCode::BAD_REQUEST).await;
    let mut wrong = asked;
    wrong["simulation"]["mode"]["shots"] = json!(0);
    let refused = problem(post_json(&server, &path, wrong.to_string()).await, StatusCode::UNPROCESSABLE_ENTITY).await;
    assert_eq!(refused["errors"][0]["pointer"], "/simulation/mode/shots");

    // Twice, as from two windows: gone is gone.
    assert_eq!(send(&server, Method::DELETE, &run, &[], "").await.status(), StatusCode::NO_CONTENT);
    assert_eq!(send(&server, Method::DELETE, &run, &[], "").await.status(), StatusCode::NO_CONTENT);
    problem(reqwest::get(server.url(&run)).await.unwrap(), StatusCode::NOT_FOUND).await;
    assert_eq!(get(&server, &path).await, json!([]));
}

#[tokio::test]
async fn every_offered_course_of_every_demo_build_runs() {
    let server = Server::demo();
    for line in get(&server, "/api/builds").await.as_array().unwrap() {
        let build = get(&server, &format!("/api/builds/{}", line["id"].as_str().unwrap())).await;
        let offered = answer(&server, "/api/courses?option=0", &build).await;
        assert!(!offered.as_array().unwrap().is_empty(), "{}", line["name"]);
        assert!(!build["courses"].as_array().unwrap().is_empty(), "{}", line["name"]);
        for course in offered.as_array().unwrap() {
            let mut asked = simulation(&build, course["parts"][0]["mode"].clone());
            asked["drive"] = course["parts"][0]["drive"].clone();
            asked["others"] = json!(course["parts"].as_array().unwrap()[1..]);
            let ran = answer(&server, "/api/simulate", &asked).await;
            assert!(!ran["words"][0].as_str().unwrap().is_empty(), "{}", course["name"]);
        }
    }
}

#[tokio::test]
async fn beside_a_run_stand_how_hard_launchers_and_generators() {
    let server = Server::demo();
    let (_, cart) = demo(&server, "Hillside harvest cart").await;
    let beside = answer(&server, "/api/running?option=1", &cart).await;
    let endurance = &beside["endurance"][0];
    assert!(endurance["allowed_a"].as_f64().unwrap() < endurance["climb_a"].as_f64().unwrap());
    assert!(beside["generators"].as_array().unwrap().is_empty());
    let (_, launcher) = demo(&server, "Shuttlecock launcher").await;
    let beside = answer(&server, "/api/running?option=0", &launcher).await;
    assert_eq!(beside["launchers"][0]["drive"], "wheels");
    assert_eq!(beside["launchers"][0]["changes"][0]["change"], "as it is");
    let (_, mill) = demo(&server, "Millrace generator").await;
    let beside = answer(&server, "/api/running?option=1", &mill).await;
    let row = &beside["generators"][0];
    assert_eq!(row["curves"]["now"]["output_power_w"], 0.0);
    // The other option's machine and the motors of the shelf stand beside it.
    assert!(row["machines"].as_array().unwrap().len() > 20);
    problem(post_json(&server, "/api/running?option=7", mill.to_string()).await, StatusCode::BAD_REQUEST).await;
}

#[tokio::test]
async fn points_come_from_a_table_go_to_one_and_turn_over() {
    let server = Server::start();
    let read = answer(&server, "/api/courses/read", &json!({ "text": "t_s,km/h\n0,0\n10,18\n20,quick\n" })).await;
    assert_eq!(read["points"][1]["speed_m_s"], 5.0);
    assert_eq!(read["problems"][0]["line"], 4);
    let refused = problem(
        post_json(&server, "/api/courses/read", json!({ "text": "a,b\n" }).to_string()).await,
        StatusCode::UNPROCESSABLE_ENTITY,
    )
    .await;
    assert!(refused["detail"].as_str().unwrap().contains("t_s or distance_m"), "{refused}");

    let profile = json!({ "points": read["points"] });
    let reply = post_json(&server, "/api/courses/table", json!({ "profile": profile }).to_string()).await;
    assert_eq!(reply.text().await.unwrap(), "t_s,speed_m_s\n0,0\n10,5\n");
    let over = answer(&server, "/api/courses/over", &json!({ "profile": profile, "over": "way" })).await;
    assert_eq!(over[1]["distance_m"], 25.0);
    let one = json!({ "profile": { "points": [{ "t_s": 0, "speed_m_s": 1 }] }, "over": "way" });
    problem(post_json(&server, "/api/courses/over", one.to_string()).await, StatusCode::UNPROCESSABLE_ENTITY).await;
}

#[tokio::test]
async fn a_simulation_that_cannot_be_names_every_field() {
    let server = Server::demo();
    let (_, build) = demo(&server, "Hillside harvest cart").await;
    let mut asked = simulation(&build, json!({ "kind": "shots" }));
    asked["sample_s"] = json!(-1);
    let refused =
        problem(post_json(&server, "/api/simulate", asked.to_string()).await, StatusCode::UNPROCESSABLE_ENTITY).await;
    let pointers: Vec<_> = refused["errors"].as_array().unwrap().iter().map(|error| &error["pointer"]).collect();
    assert!(pointers.contains(&&json!("/sample_s")), "{refused}");
    asked.as_object_mut().unwrap().remove("sample_s");
    let refused =
        problem(post_json(&server, "/api/simulate", asked.to_string()).await, StatusCode::UNPROCESSABLE_ENTITY).await;
    assert!(refused["errors"][0]["detail"].as_str().unwrap().contains("throws nothing"), "{refused}");
}

//! Weighing over HTTP: options side by side, a strip over a figure's range, ways to a share of a limit, and the sentences of the
//! steps in the reader's units.

use crate::request::{answer, post_json, problem};
use crate::support::{DOLLY, Server};
use reqwest::StatusCode;
use serde_json::{Value, json};

fn dolly() -> Value {
    serde_json::from_str(DOLLY).unwrap()
}

#[tokio::test]
async fn options_are_answered_question_by_question() {
    let server = Server::start();
    let mut build = dolly();
    let second = build["options"][0].clone();
    build["options"] = json!([second.clone(), second]);
    build["options"][1]["name"] = json!("The other");
    let told = answer(&server, "/api/side-by-side", &build).await;
    assert!(told["says"].as_str().unwrap().ends_with('.'));
    for row in told["rows"].as_array().unwrap() {
        assert_eq!(row["values"].as_array().unwrap().len(), 2, "{row}");
        assert_eq!(row["standing"], json!([null, null]), "twins are neither best nor worst: {row}");
    }
}

#[tokio::test]
async fn a_strip_answers_each_value_and_refuses_what_is_no_range() {
    let server = Server::start();
    let asked = |more: Value| {
        let mut body = json!({ "build": dolly(), "option": 0, "pointer": "/options/0/battery/cells_series", "from": 4, "to": 14, "whole": true });
        for (key, value) in more.as_object().unwrap() {
            body[key] = value.clone();
        }
        body
    };
    let strip = answer(&server, "/api/strip", &asked(json!({}))).await;
    let values: Vec<i64> =
        strip.as_array().unwrap().iter().map(|point| point["value"].as_f64().unwrap() as i64).collect();
    assert_eq!(values, (4..=14).collect::<Vec<i64>>());
    for (more, names) in [
        (json!({ "from": 14, "to": 4 }), "to"),
        (json!({ "count": 1 }), "count"),
        (json!({ "count": 100_000 }), "count"),
        (json!({ "option": 9 }), "option"),
    ] {
        let reply = post_json(&server, "/api/strip", asked(more).to_string()).await;
        let said = problem(reply, StatusCode::BAD_REQUEST).await;
        assert!(said["detail"].as_str().unwrap().contains(names), "{said}");
    }
}

#[tokio::test]
async fn ways_to_a_share_are_offered_and_an_odd_share_is_refused() {
    let server = Server::start();
    let asked =
        |share: f64| json!({ "build": dolly(), "option": 0, "code": "wire.fuse", "drive": null, "share": share });
    let offers = answer(&server, "/api/remedies", &asked(0.5)).await;
    for offer in offers.as_array().unwrap() {
        assert!(offer["utilisation"].as_f64().unwrap() <= 0.5, "{offer}");
    }
    for odd in [0.0, -1.0, 1.5] {
        let reply = post_json(&server, "/api/remedies", asked(odd).to_string()).await;
        let said = problem(reply, StatusCode::BAD_REQUEST).await;
        assert!(said["detail"].as_str().unwrap().contains("share"), "{said}");
    }
}

#[tokio::test]
async fn sentences_of_the_steps_are_said_in_the_reader_s_units() {
    let server = Server::start();
    let metric = answer(&server, "/api/workbench?option=0", &dolly()).await;
    let imperial = answer(&server, "/api/workbench?option=0&units=mph,ozf-in,lb,in", &dolly()).await;
    let motor = |told: &Value| {
        let all = told["sentences"].as_array().unwrap();
        all.iter().find(|one| one["step"] == "motor").unwrap()["says"].as_str().unwrap().to_owned()
    };
    assert!(motor(&metric).contains("N·m"), "{}", motor(&metric));
    assert!(motor(&imperial).contains("ozf·in"), "{}", motor(&imperial));
    assert_eq!(metric["discharge"]["points"].as_array().unwrap().len(), 21);
}

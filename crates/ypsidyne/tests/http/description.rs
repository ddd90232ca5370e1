//! The description of the interface says what really comes.

use crate::request::{demo, get};
use crate::support::Server;
use reqwest::header;
use serde_json::{Value, json};

fn kinds(answer: &Value) -> Vec<&str> {
    answer["responses"]["200"]["content"].as_object().unwrap().keys().map(String::as_str).collect()
}

#[tokio::test]
async fn every_reply_has_a_content_type_that_is_described() {
    let server = Server::demo();
    let description = get(&server, "/api/openapi.json").await;
    let (id, build) = demo(&server, "Tracking-shot dolly board").await;
    let simulation = json!({ "format": "ypsidyne.simulation/1", "build": build, "until_s": 5,
        "mode": { "kind": "hold", "speed_m_s": 4 } });
    let points = json!({ "profile": { "points": [{ "t_s": 0, "speed_m_s": 0 }, { "t_s": 5, "speed_m_s": 1 }] } });
    let client = reqwest::Client::new();
    let cases = [
        ("/api/builds/{id}/sheet", "get", Value::Null, "text/html"),
        ("/api/parts/export?format=csv", "get", Value::Null, "text/csv"),
        ("/api/parts/export?format=json", "get", Value::Null, "application/json"),
        ("/api/parts-list/table", "post", json!({ "build": build, "option": 0 }), "text/csv"),
        ("/api/courses/table", "post", points, "text/csv"),
        ("/api/simulate", "post", simulation.clone(), "application/json"),
        ("/api/simulate", "post", simulation.clone(), "text/csv"),
        ("/api/simulate", "post", simulation, "text/event-stream"),
        ("/api/instruments/sweep/events", "get", Value::Null, "text/event-stream"),
        ("/api/builds", "get", Value::Null, "application/json"),
    ];
    for (path, method, body, wanted) in cases {
        let plain = path.split('?').next().unwrap();
        let answer = &description["paths"][plain][method];
        assert!(kinds(answer).contains(&wanted), "{method} {plain}: {answer}");
        let address = server.url(&path.replace("{id}", &id));
        let request = if method == "get" { client.get(address) } else { client.post(address).json(&body) };
        let reply = request.header(header::ACCEPT, wanted).send().await.unwrap();
        let came = reply.headers()[header::CONTENT_TYPE].to_str().unwrap().to_owned();
        assert!(reply.status().is_success() && came.starts_with(wanted), "{path}: {} {came}", reply.status());
    }
}

#[tokio::test]
async fn what_speaks_says_that_it_can_be_had_in_other_units() {
    let server = Server::start();
    let description = get(&server, "/api/openapi.json").await;
    let mut spoken = 0;
    for (path, methods) in description["paths"].as_object().unwrap() {
        for (method, operation) in methods.as_object().unwrap() {
            let parameters = operation["parameters"].as_array().cloned().unwrap_or_default();
            let has = |place: &str, name: &str| parameters.iter().any(|one| one["in"] == place && one["name"] == name);
            assert_eq!(has("header", "x-reader-units"), has("query", "units"), "{method} {path}");
            spoken += u32::from(has("query", "units"));
        }
    }
    assert!(spoken >= 20, "{spoken} operations speak");
    // A body beside a build shows the build among its members, and needs it.
    let body = &description["components"]["schemas"]["TeethRequest"];
    assert_eq!(body["properties"]["build"]["$ref"], "#/components/schemas/Build");
    assert_eq!(body["required"][0], "build");
}

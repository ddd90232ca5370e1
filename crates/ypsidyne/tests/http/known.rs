//! Parts as people know them: worked out, read from a line, rewound, proposed.

use crate::request::{answer, demo, get, post_json, problem};
use crate::support::Server;
use reqwest::StatusCode;
use serde_json::json;

#[tokio::test]
async fn a_motor_is_worked_out_and_bad_facts_are_named() {
    let server = Server::start();
    let body = json!({ "motor": { "facts": { "voltage_v": 12, "speed_rpm": 10_000, "stall_current_a": 20 } } });
    let found = answer(&server, "/api/motors/known", &body).await;
    assert_eq!(found["motor"]["kind"], "brushed");
    assert!((found["motor"]["resistance_ohm"].as_f64().unwrap() - 0.6).abs() < 0.03);
    let wild = json!({ "motor": { "facts": { "voltage_v": "twelve" } } });
    let refused =
        problem(post_json(&server, "/api/motors/known", wild.to_string()).await, StatusCode::UNPROCESSABLE_ENTITY)
            .await;
    assert_eq!(refused["errors"][0]["pointer"], "/facts/voltage_v");
}

#[tokio::test]
async fn a_line_is_read_and_a_book_is_refused() {
    let server = Server::start();
    let read = answer(&server, "/api/parts/line", &json!({ "text": "5S 5000 20C" })).await;
    assert_eq!((&read["kind"], &read["part"]["cells_series"]), (&json!("battery"), &json!(5.0)));
    let book = json!({ "text": "a".repeat(9000) });
    let refused = problem(post_json(&server, "/api/parts/line", book.to_string()).await, StatusCode::BAD_REQUEST).await;
    assert!(refused["detail"].as_str().unwrap().contains("8000"));
}

#[tokio::test]
async fn another_winding_has_its_resistance() {
    let server = Server::start();
    let ohm = get(&server, "/api/motors/rewound?resistance_ohm=0.2&was_rpm_per_v=100&now_rpm_per_v=200").await;
    assert_eq!(ohm, json!(0.05));
    let reply =
        reqwest::get(server.url("/api/motors/rewound?resistance_ohm=0.2&was_rpm_per_v=0&now_rpm_per_v=200")).await;
    problem(reply.unwrap(), StatusCode::BAD_REQUEST).await;
}

#[tokio::test]
async fn three_machines_come_from_the_demo_shelf() {
    let server = Server::demo();
    let (_, build) = demo(&server, "Hillside harvest cart").await;
    let found = answer(&server, "/api/propose", &json!({ "build": build, "option": 0 })).await;
    let machines = found["machines"].as_array().unwrap();
    assert_eq!(machines.len(), 3, "{found}");
    for machine in machines {
        assert_ne!(machine["verdict"], "fail");
        assert!(machine["option"]["battery"]["part_id"].is_string(), "linked to the shelf");
    }
    let wrong = json!({ "build": build, "option": 9 });
    problem(post_json(&server, "/api/propose", wrong.to_string()).await, StatusCode::BAD_REQUEST).await;
}

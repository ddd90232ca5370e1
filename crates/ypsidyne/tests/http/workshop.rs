//! The workshop over HTTP: loom, settings and first power-up of an option; the build sheet of a stored build.

use crate::request::{demo, post_json, problem};
use crate::support::Server;
use reqwest::StatusCode;
use serde_json::Value;

#[tokio::test]
async fn an_option_comes_with_all_the_workshop_needs() {
    let server = Server::demo();
    let (_, build) = demo(&server, "Meadow strip mower").await;
    let reply = post_json(&server, "/api/workshop?option=0", build.to_string()).await;
    assert_eq!(reply.status(), StatusCode::OK);
    let shop: Value = reply.json().await.unwrap();
    assert_eq!(shop["runs"].as_array().unwrap().len(), 3);
    assert_eq!(shop["loom_svg"].as_str().unwrap().matches("data-part=\"motor\"").count(), 3);
    assert!(shop["power_up"].as_array().unwrap().len() > 8);
    assert_eq!(shop["charging"]["cells"], 8);
    problem(post_json(&server, "/api/workshop?option=9", build.to_string()).await, StatusCode::BAD_REQUEST).await;
}

#[tokio::test]
async fn the_sheet_is_of_what_is_stored_and_names_its_revision() {
    let server = Server::demo();
    let (id, mut build) = demo(&server, "Hillside harvest cart").await;
    build["name"] = "Cart for the orchard".into();
    let put = reqwest::Client::new()
        .put(server.url(&format!("/api/builds/{id}")))
        .header("content-type", "application/json")
        .header("if-match", format!("\"{id}.1\""))
        .body(build.to_string());
    assert_eq!(put.send().await.unwrap().status(), StatusCode::OK);
    let reply = reqwest::get(server.url(&format!("/api/builds/{id}/sheet?option=1"))).await.unwrap();
    assert_eq!(reply.headers()["content-type"], "text/html; charset=utf-8");
    let text = reply.text().await.unwrap();
    assert!(text.contains("<h1>Cart for the orchard</h1>") && text.contains("One small motor, iron phosphate"));
    assert!(text.contains("<td class=\"soft\">Revision</td><td>2</td>"));
    problem(
        reqwest::get(server.url(&format!("/api/builds/{id}/sheet?option=4"))).await.unwrap(),
        StatusCode::BAD_REQUEST,
    )
    .await;
    problem(reqwest::get(server.url("/api/builds/nothing/sheet")).await.unwrap(), StatusCode::NOT_FOUND).await;
}

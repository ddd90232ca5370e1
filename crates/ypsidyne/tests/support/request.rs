//! Requests, and the problem documents they get back.
#![allow(dead_code, reason = "each user takes its own part")]

use reqwest::{Client, Method, Response, StatusCode};
use serde_json::Value;

use crate::support::Server;

pub const JSON: &str = "application/json";

pub async fn send(
    server: &Server,
    method: Method,
    path: &str,
    headers: &[(&str, &str)],
    body: impl Into<reqwest::Body>,
) -> Response {
    let request = headers
        .iter()
        .fold(Client::new().request(method, server.url(path)), |request, (name, value)| request.header(*name, *value));
    request.body(body).send().await.unwrap()
}

pub async fn post_json(server: &Server, path: &str, body: impl Into<reqwest::Body>) -> Response {
    send(server, Method::POST, path, &[("content-type", JSON)], body).await
}

pub async fn problem(reply: Response, status: StatusCode) -> Value {
    assert_eq!(reply.status(), status);
    assert_eq!(reply.headers()["content-type"], "application/problem+json");
    let document: Value = reply.json().await.unwrap();
    assert_eq!(document["status"], status.as_u16());
    assert!(document["type"].as_str().unwrap().starts_with("/problems/"), "{document}");
    assert!(!document["title"].as_str().unwrap().is_empty());
    document
}

/// What comes back as JSON.
pub async fn get(server: &Server, path: &str) -> Value {
    reqwest::get(server.url(path)).await.unwrap().json().await.unwrap()
}

/// What a document that is posted is answered with; anything but success fails the test.
pub async fn answer(server: &Server, path: &str, body: &Value) -> Value {
    let reply = post_json(server, path, body.to_string()).await;
    let status = reply.status();
    let text = reply.text().await.unwrap();
    assert!(status.is_success(), "{path}: {text}");
    serde_json::from_str(&text).unwrap()
}

/// Id and document of a demo build.
pub async fn demo(server: &Server, name: &str) -> (String, Value) {
    let list = get(server, "/api/builds").await;
    let line = list.as_array().unwrap().iter().find(|build| build["name"] == name).expect("a demo build");
    let id = line["id"].as_str().unwrap().to_owned();
    let build = get(server, &format!("/api/builds/{id}")).await;
    (id, build)
}

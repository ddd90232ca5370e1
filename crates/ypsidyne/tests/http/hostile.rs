//! Whatever is sent to whatever there is: every operation of the interface answers with what it gives, or with a problem document
//! that says what came and what would do; never with a fault of the program, and it still answers afterwards.

use std::time::Duration;

use crate::support::Server;
use reqwest::{Client, Method, Response, StatusCode};
use serde_json::{Value, json};

/// Operations as method, path with its places filled in, and whether it takes a body.
async fn operations(server: &Server) -> Vec<(Method, String, bool)> {
    let document: Value = reqwest::get(server.url("/api/openapi.json")).await.unwrap().json().await.unwrap();
    let mut found = Vec::new();
    for (path, methods) in document["paths"].as_object().unwrap() {
        for (method, operation) in methods.as_object().unwrap() {
            // Streams that only end with what they tell of.
            if path.ends_with("/events") {
                continue;
            }
            let method: Method = method.to_uppercase().parse().unwrap();
            found.push((method, path.clone(), operation.get("requestBody").is_some()));
        }
    }
    assert!(found.len() > 60, "{} operations", found.len());
    found
}

/// A path with something in each of its places.
fn filled(path: &str, with: &str) -> String {
    path.split('/').map(|part| if part.starts_with('{') { with } else { part }).collect::<Vec<_>>().join("/")
}

async fn send(client: &Client, server: &Server, method: &Method, path: &str, body: Option<&[u8]>) -> Response {
    let mut request = client.request(method.clone(), server.url(path)).timeout(Duration::from_secs(30));
    if let Some(body) = body {
        request = request.header("content-type", "application/json").body(body.to_vec());
    }
    request.send().await.unwrap_or_else(|error| panic!("{method} {path}: {error}"))
}

/// No fault of the program; what is refused is explained.
async fn is_answered(reply: Response, what: &str) {
    let status = reply.status();
    assert!(!status.is_server_error(), "{what}: {status} {}", reply.text().await.unwrap());
    if status.is_client_error() {
        assert_eq!(reply.headers()["content-type"], "application/problem+json", "{what}");
        let problem: Value = reply.json().await.unwrap();
        assert_eq!(problem["status"], status.as_u16(), "{what}");
        let said = problem["detail"].as_str().unwrap_or_default();
        let named = problem["errors"].as_array().is_some_and(|errors| !errors.is_empty());
        assert!(!said.is_empty() || named, "{what}: {problem}");
    }
}

async fn still_answers(server: &Server) {
    let builds: Value = reqwest::get(server.url("/api/builds")).await.unwrap().json().await.unwrap();
    assert_eq!(builds.as_array().unwrap().len(), 5);
}

#[tokio::test]
async fn no_body_is_a_fault_of_the_program() {
    let server = Server::demo();
    let client = Client::new();
    let deep = format!("{}{}", "[".repeat(4000), "]".repeat(4000));
    let bodies: [&[u8]; 9] = [
        b"",
        b"{",
        b"null",
        b"[]",
        b"{}",
        b"\"\\ud800\"",
        b"{\"format\":\"ypsidyne.build/1\",\"format\":\"ypsidyne.build/1\"}",
        &[0xff, 0xfe, 0x00, 0x22],
        deep.as_bytes(),
    ];
    for (method, path, takes_body) in operations(&server).await {
        if !takes_body {
            continue;
        }
        for (place, body) in bodies.iter().enumerate() {
            let path = filled(&path, "01990000-0000-7000-8000-000000000000");
            let reply = send(&client, &server, &method, &path, Some(body)).await;
            is_answered(reply, &format!("{method} {path} with body {place}")).await;
        }
    }
    still_answers(&server).await;
}

#[tokio::test]
async fn no_id_and_no_query_is_a_fault_of_the_program() {
    let server = Server::demo();
    let client = Client::new();
    let ids = ["0", "-1", "no-such-thing", "%00", "..%2f..%2fetc%2fpasswd", "%F0%9F%94%8B", "'%20OR%201=1--"];
    let queries = [
        "",
        "?option=99",
        "?option=-1",
        "?option=a&option=b",
        "?limit=99999999999999999999",
        "?q=%25%27%22%2A&sort=%00",
    ];
    for (method, path, _) in operations(&server).await {
        // What takes everything away, or moves the bench, has tests of its own.
        if method != Method::GET {
            continue;
        }
        for id in ids.iter().take(if path.contains('{') { ids.len() } else { 1 }) {
            for query in queries {
                let path = format!("{}{query}", filled(&path, id));
                is_answered(send(&client, &server, &method, &path, None).await, &format!("{method} {path}")).await;
            }
        }
    }
    still_answers(&server).await;
}

#[tokio::test]
async fn what_is_deleted_or_stopped_without_being_there_is_said_not_to_be() {
    let server = Server::demo();
    let client = Client::new();
    let mut tried = 0;
    for (method, path, takes_body) in operations(&server).await {
        // What shall be gone and is not there is as it shall be: some deletions say so, others say that it is not there.
        let deletes = method == Method::DELETE;
        if !(deletes || path.ends_with("/stop")) || takes_body || !path.contains("{id}") {
            continue;
        }
        let path = filled(&path, "01990000-0000-7000-8000-000000000000");
        let reply = send(&client, &server, &method, &path, None).await;
        assert!(deletes || reply.status() == StatusCode::NOT_FOUND, "{method} {path}: {}", reply.status());
        is_answered(reply, &format!("{method} {path}")).await;
        tried += 1;
    }
    assert!(tried >= 5, "{tried}");
    still_answers(&server).await;
}

#[tokio::test]
async fn a_build_with_any_list_emptied_is_taken_or_refused_by_its_place() {
    let server = Server::demo();
    let client = Client::new();
    let builds: Value = reqwest::get(server.url("/api/builds")).await.unwrap().json().await.unwrap();
    let id = builds.as_array().unwrap().iter().find(|line| line["name"] == "Meadow strip mower").unwrap()["id"].clone();
    let path = server.url(&format!("/api/builds/{}", id.as_str().unwrap()));
    let build: Value = reqwest::get(path).await.unwrap().json().await.unwrap();
    let mut lists = Vec::new();
    collect(&build, String::new(), &mut lists);
    assert!(lists.len() > 5);
    for pointer in lists {
        let mut emptied = build.clone();
        *emptied.pointer_mut(&pointer).unwrap() = json!([]);
        for path in ["/api/evaluate", "/api/workbench", "/api/workshop", "/api/running", "/api/courses"] {
            let body = emptied.to_string();
            let reply = send(&client, &server, &Method::POST, path, Some(body.as_bytes())).await;
            let status = reply.status();
            if status.is_client_error() {
                let problem: Value = reply.json().await.unwrap();
                let named = problem["errors"].as_array().is_some_and(|places| !places.is_empty());
                assert!(named, "{path} without {pointer}: {problem}");
            } else {
                assert!(status.is_success(), "{path} without {pointer}: {status}");
            }
        }
    }
}

fn collect(value: &Value, at: String, lists: &mut Vec<String>) {
    match value {
        Value::Array(list) => {
            for (place, inner) in list.iter().enumerate() {
                collect(inner, format!("{at}/{place}"), lists);
            }
            lists.push(at);
        }
        Value::Object(object) => {
            for (key, inner) in object {
                collect(inner, format!("{at}/{key}"), lists);
            }
        }
        _ => {}
    }
}

#[tokio::test]
async fn a_search_of_thousands_of_ranges_is_refused_and_many_are_taken() {
    let server = Server::demo();
    let ranges = |count: usize| {
        let one = json!({ "key": "kv_rpm_per_v", "at_least": 1 });
        json!({ "kind": "motor", "ranges": vec![one; count] }).to_string()
    };
    let client = Client::new();
    for (count, status) in [(60, StatusCode::OK), (61, StatusCode::BAD_REQUEST), (2000, StatusCode::BAD_REQUEST)] {
        let reply = send(&client, &server, &Method::POST, "/api/parts/search", Some(ranges(count).as_bytes())).await;
        assert_eq!(reply.status(), status, "{count}");
        is_answered(reply, "a search").await;
    }
}

#[tokio::test]
async fn a_file_that_is_too_large_is_called_that() {
    let server = Server::start();
    let body = vec![b'a'; 64 * 1024 * 1024 + 1];
    let path = "/api/parts/import?format=csv&mode=look&kind=motor";
    let reply = Client::new().post(server.url(path)).body(body).send().await.unwrap();
    assert_eq!(reply.status(), StatusCode::PAYLOAD_TOO_LARGE);
    is_answered(reply, "an import").await;
}

#[tokio::test]
async fn names_of_nothing_that_can_be_seen_are_refused() {
    let server = Server::demo();
    let client = Client::new();
    let list: Value = reqwest::get(server.url("/api/builds")).await.unwrap().json().await.unwrap();
    let path = format!("/api/builds/{}", list[0]["id"].as_str().unwrap());
    let build: Value = reqwest::get(server.url(&path)).await.unwrap().json().await.unwrap();
    for (name, status) in [
        ("\u{200b}\u{200b}", StatusCode::UNPROCESSABLE_ENTITY),
        ("\u{feff}", StatusCode::UNPROCESSABLE_ENTITY),
        ("cart\u{7}", StatusCode::UNPROCESSABLE_ENTITY),
        ("cart\n2", StatusCode::UNPROCESSABLE_ENTITY),
        ("कार्ट", StatusCode::CREATED),
        ("cart 👩\u{200d}🔧", StatusCode::CREATED),
        ("ＷＷＷＷＷＷＷＷ", StatusCode::CREATED),
    ] {
        let mut named = build.clone();
        named["name"] = json!(name);
        let reply = send(&client, &server, &Method::POST, "/api/builds", Some(named.to_string().as_bytes())).await;
        assert_eq!(reply.status(), status, "{name:?}");
        if status == StatusCode::UNPROCESSABLE_ENTITY {
            let problem: Value = reply.json().await.unwrap();
            assert_eq!(problem["errors"][0]["pointer"], "/name", "{problem}");
        }
    }
}

//! The interface over HTTP: revisions, problems, limits, who may ask.
//!
//! Over 400 lines: the whole life of a build in its order.

use crate::request::{JSON, post_json, problem, send};
use crate::support::{DOLLY, Server};
use reqwest::{Client, Method, Response, StatusCode};
use rstest::rstest;
use serde_json::{Value, json};

/// Stores the dolly board and gives back its id.
async fn stored(server: &Server) -> String {
    let reply = post_json(server, "/api/builds", DOLLY).await;
    assert_eq!(reply.status(), StatusCode::CREATED);
    let tag = reply.headers()["etag"].clone();
    let id = reply.json::<Value>().await.unwrap()["id"].as_str().unwrap().to_owned();
    assert_eq!(tag, tag_of(&id, 1));
    id
}

/// The ETag of a revision of a document.
fn tag_of(id: &str, revision: u32) -> String {
    format!("\"{id}.{revision}\"")
}

fn renamed(name: &str) -> String {
    let mut build: Value = serde_json::from_str(DOLLY).unwrap();
    build["name"] = json!(name);
    build.to_string()
}

async fn save(server: &Server, id: &str, revision: u32, body: String) -> Response {
    let tag = tag_of(id, revision);
    send(server, Method::PUT, &format!("/api/builds/{id}"), &[("content-type", JSON), ("if-match", &tag)], body).await
}

#[tokio::test]
async fn the_evaluation_over_http_is_that_of_the_core() {
    let server = Server::start();
    let ours: Value = post_json(&server, "/api/evaluate", DOLLY).await.json().await.unwrap();
    let build = ypsidyne_core::document::Build::from_json(DOLLY).unwrap();
    assert_eq!(ours, serde_json::to_value(ypsidyne_core::variants::remedies::evaluate_with_remedies(&build)).unwrap());
    let bench: Value = post_json(&server, "/api/workbench?option=0", DOLLY).await.json().await.unwrap();
    let plain = serde_json::to_value(ypsidyne_core::evaluation::evaluate(&build)).unwrap();
    assert_eq!(bench["evaluation"], plain, "typing does not wait for remedies");
    assert_eq!(bench["envelopes"].as_array().unwrap().len(), 3, "one drive at three charges");
    assert!(bench["sums"].as_array().unwrap().len() > 5);
}

#[tokio::test]
async fn a_stale_save_gets_412_and_both_versions_stay() {
    let server = Server::start();
    let id = stored(&server).await;
    assert_eq!(save(&server, &id, 1, renamed("theirs")).await.headers()["etag"], tag_of(&id, 2));
    let reply = save(&server, &id, 1, renamed("mine")).await;
    assert_eq!(reply.headers()["etag"], tag_of(&id, 2), "the current one, to go on from");
    let refused = problem(reply, StatusCode::PRECONDITION_FAILED).await;
    assert_eq!((&refused["current_revision"], &refused["kept_as"]), (&json!(2), &json!(3)));
    let get = async |path: String| -> Value { reqwest::get(server.url(&path)).await.unwrap().json().await.unwrap() };
    assert_eq!(get(format!("/api/builds/{id}")).await["name"], "theirs");
    assert_eq!(get(format!("/api/builds/{id}/revisions/3")).await["name"], "mine");
    assert_eq!(get(format!("/api/builds/{id}/revisions")).await[0]["kind"], "set_aside");
}

#[tokio::test]
async fn a_change_without_if_match_is_not_taken() {
    let server = Server::start();
    let id = stored(&server).await;
    let path = format!("/api/builds/{id}");
    let reply = send(&server, Method::PUT, &path, &[("content-type", JSON)], DOLLY).await;
    problem(reply, StatusCode::PRECONDITION_REQUIRED).await;
    let reply = send(&server, Method::PUT, &path, &[("content-type", JSON), ("if-match", "*")], DOLLY).await;
    problem(reply, StatusCode::BAD_REQUEST).await;
    let reply = send(&server, Method::PUT, &path, &[("content-type", JSON), ("if-match", "\"1\"")], DOLLY).await;
    problem(reply, StatusCode::BAD_REQUEST).await;
    problem(send(&server, Method::DELETE, &path, &[], "").await, StatusCode::PRECONDITION_REQUIRED).await;
}

#[tokio::test]
async fn a_document_of_another_build_at_the_same_revision_overwrites_nothing() {
    let server = Server::start();
    let (one, other) = (stored(&server).await, stored(&server).await);
    let tag = tag_of(&one, 1);
    let headers = [("content-type", JSON), ("if-match", tag.as_str())];
    let reply = send(&server, Method::PUT, &format!("/api/builds/{other}"), &headers, renamed("of the first")).await;
    let refused = problem(reply, StatusCode::PRECONDITION_FAILED).await;
    assert_eq!(refused["type"], "/problems/other-document");
    let still: Value = reqwest::get(server.url(&format!("/api/builds/{other}"))).await.unwrap().json().await.unwrap();
    assert_eq!(still["name"], "Tracking-shot dolly board");
    let reply = send(&server, Method::DELETE, &format!("/api/builds/{other}"), &[("if-match", &tag)], "").await;
    problem(reply, StatusCode::PRECONDITION_FAILED).await;
}

#[tokio::test]
async fn deleted_builds_come_back() {
    let server = Server::start();
    let id = stored(&server).await;
    let reply = send(&server, Method::DELETE, &format!("/api/builds/{id}"), &[("if-match", &tag_of(&id, 1))], "").await;
    assert_eq!(reply.status(), StatusCode::NO_CONTENT);
    let list = async |query: &str| -> Vec<Value> {
        reqwest::get(server.url(&format!("/api/builds{query}"))).await.unwrap().json().await.unwrap()
    };
    assert!(list("").await.is_empty());
    assert_eq!(list("?deleted=true").await[0]["id"], json!(id));
    let reply = send(&server, Method::POST, &format!("/api/builds/{id}/restore"), &[], "").await;
    assert_eq!(reply.status(), StatusCode::OK);
    let lines = list("").await;
    assert_eq!(lines[0]["name"], "Tracking-shot dolly board");
    assert_eq!(lines[0]["options"][0]["verdict"], "ok");
}

#[rstest]
#[case::unknown_path(Method::GET, "/api/horoscope", "", StatusCode::NOT_FOUND)]
#[case::unknown_path_by_post(Method::POST, "/api/builds/1/2/3/4", "", StatusCode::NOT_FOUND)]
#[case::bare_api(Method::GET, "/api", "", StatusCode::NOT_FOUND)]
#[case::wrong_method(Method::DELETE, "/api/evaluate", "", StatusCode::METHOD_NOT_ALLOWED)]
#[case::no_such_build(Method::GET, "/api/builds/0192f0c0-0000-7000-8000-000000000000", "", StatusCode::NOT_FOUND)]
#[case::no_such_revision(Method::GET, "/api/builds/x/revisions/first", "", StatusCode::BAD_REQUEST)]
#[case::no_such_option(Method::POST, "/api/workbench?option=9", DOLLY, StatusCode::BAD_REQUEST)]
#[case::option_no_number(Method::POST, "/api/workbench?option=last", DOLLY, StatusCode::BAD_REQUEST)]
#[case::no_such_kind(Method::GET, "/api/templates/spaceship", "", StatusCode::BAD_REQUEST)]
#[case::path_that_is_no_text(Method::GET, "/api/builds/%FF", "", StatusCode::BAD_REQUEST)]
#[case::no_json(Method::POST, "/api/evaluate", "{", StatusCode::UNPROCESSABLE_ENTITY)]
#[tokio::test]
async fn every_error_is_a_problem_document(
    #[case] method: Method,
    #[case] path: &str,
    #[case] body: &'static str,
    #[case] status: StatusCode,
) {
    let server = Server::start();
    problem(send(&server, method, path, &[("content-type", JSON)], body).await, status).await;
}

#[tokio::test]
async fn a_bad_document_names_every_place() {
    let server = Server::start();
    let mut build: Value = serde_json::from_str(DOLLY).unwrap();
    build["job"]["ambient_c"] = json!("warm");
    build["options"][0]["battery"]["cells_series"] = json!(0);
    let refused =
        problem(post_json(&server, "/api/builds", build.to_string()).await, StatusCode::UNPROCESSABLE_ENTITY).await;
    let pointers: Vec<_> = refused["errors"].as_array().unwrap().iter().map(|error| error["pointer"].clone()).collect();
    assert_eq!(pointers, [json!("/job/ambient_c"), json!("/options/0/battery/cells_series")]);
    let list: Vec<Value> = reqwest::get(server.url("/api/builds")).await.unwrap().json().await.unwrap();
    assert!(list.is_empty(), "nothing is stored");
}

#[tokio::test]
async fn only_json_of_a_reasonable_size_is_read() {
    let server = Server::start();
    let reply = send(&server, Method::POST, "/api/evaluate", &[("content-type", "text/plain")], DOLLY).await;
    problem(reply, StatusCode::UNSUPPORTED_MEDIA_TYPE).await;
    let reply = send(&server, Method::POST, "/api/evaluate", &[], DOLLY).await;
    problem(reply, StatusCode::UNSUPPORTED_MEDIA_TYPE).await;
    let fits = format!("{}{}", " ".repeat(4 * 1024 * 1024 - DOLLY.len()), DOLLY);
    assert_eq!(post_json(&server, "/api/evaluate", fits.clone()).await.status(), StatusCode::OK);
    problem(post_json(&server, "/api/evaluate", format!(" {fits}")).await, StatusCode::PAYLOAD_TOO_LARGE).await;
    let reply = post_json(&server, "/api/evaluate", vec![b'"', 0xff, b'"']).await;
    problem(reply, StatusCode::BAD_REQUEST).await;
}

#[rstest]
#[case::foreign_host(&[("host", "bench.example")], StatusCode::MISDIRECTED_REQUEST)]
#[case::rebound_name(&[("host", "127.0.0.1.attacker.example:80")], StatusCode::MISDIRECTED_REQUEST)]
#[case::foreign_origin(&[("origin", "https://attacker.example")], StatusCode::FORBIDDEN)]
#[case::other_port_of_this_machine(&[("origin", "http://127.0.0.1:1")], StatusCode::FORBIDDEN)]
#[case::no_origin_at_all(&[("origin", "null")], StatusCode::FORBIDDEN)]
#[tokio::test]
async fn a_page_elsewhere_cannot_drive_it(#[case] headers: &[(&str, &str)], #[case] status: StatusCode) {
    let server = Server::start();
    for path in ["/api/builds", "/"] {
        problem(send(&server, Method::GET, path, headers, "").await, status).await;
    }
    let mut with_type = vec![("content-type", JSON)];
    with_type.extend(headers);
    problem(send(&server, Method::POST, "/api/builds", &with_type, DOLLY).await, status).await;
    let list: Vec<Value> = reqwest::get(server.url("/api/builds")).await.unwrap().json().await.unwrap();
    assert!(list.is_empty());
}

#[tokio::test]
async fn its_own_page_may() {
    let server = Server::start();
    let origin = server.address.clone();
    let reply = send(&server, Method::POST, "/api/builds", &[("content-type", JSON), ("origin", &origin)], DOLLY).await;
    assert_eq!(reply.status(), StatusCode::CREATED);
}

#[tokio::test]
async fn every_reply_carries_the_security_headers() {
    let server = Server::start();
    for path in ["/", "/api/builds", "/api/nothing", "/assets/none.js"] {
        let reply = reqwest::get(server.url(path)).await.unwrap();
        let policy = reply.headers()["content-security-policy"].to_str().unwrap();
        assert!(policy.contains("default-src 'none'") && policy.contains("script-src 'self';"), "{policy}");
        assert!(!policy.contains("unsafe-eval"));
        assert_eq!(reply.headers()["x-content-type-options"], "nosniff");
    }
}

#[tokio::test]
async fn beyond_this_machine_a_passphrase_is_asked_for() {
    let folder = tempfile::tempdir().unwrap();
    let file = folder.path().join("passphrase");
    std::fs::write(&file, "quarry street\n").unwrap();
    let server = Server::with(&["serve", "--address", "0.0.0.0", "--passphrase-file", file.to_str().unwrap()]);
    let address = server.address.replace("0.0.0.0", "127.0.0.1");
    let client = Client::builder().cookie_store(true).build().unwrap();
    let get = async |path: &str| client.get(format!("{address}{path}")).send().await.unwrap();
    let give = async |passphrase: &str| {
        client.post(format!("{address}/api/session")).json(&json!({ "passphrase": passphrase })).send().await.unwrap()
    };
    assert_eq!(get("/").await.status(), StatusCode::OK, "the page itself, to ask for it");
    problem(get("/api/builds").await, StatusCode::UNAUTHORIZED).await;
    assert_eq!(get("/api/session").await.json::<Value>().await.unwrap()["needs_passphrase"], true);
    problem(give("quarry stret").await, StatusCode::FORBIDDEN).await;
    problem(get("/api/builds").await, StatusCode::UNAUTHORIZED).await;
    let opened = give("quarry street").await;
    let cookie = opened.headers()["set-cookie"].to_str().unwrap().to_owned();
    assert!(cookie.contains("HttpOnly") && cookie.contains("SameSite=Strict"), "{cookie}");
    assert_eq!(get("/api/builds").await.status(), StatusCode::OK);
    assert_eq!(
        Client::new().get(format!("{address}/api/builds")).send().await.unwrap().status(),
        StatusCode::UNAUTHORIZED
    );
}

#[tokio::test]
async fn the_plug_pulled_in_the_middle_of_writes_loses_nothing_acknowledged() {
    let mut server = Server::start();
    let id = stored(&server).await;
    for round in 0..4u32 {
        let (address, build) = (server.address.clone(), id.clone());
        let first: u32 = {
            let reply = reqwest::get(server.url(&format!("/api/builds/{id}"))).await.unwrap();
            reply.headers()["etag"].to_str().unwrap().trim_matches('"').rsplit_once('.').unwrap().1.parse().unwrap()
        };
        // Saves as fast as they go until the connection breaks; tells the last one that was acknowledged.
        let writer = tokio::spawn(async move {
            let client = Client::new();
            let mut acknowledged = (first, None);
            for number in 0.. {
                let name = format!("round {round} save {number}");
                let sent = client
                    .put(format!("{address}/api/builds/{build}"))
                    .header("content-type", JSON)
                    .header("if-match", tag_of(&build, acknowledged.0))
                    .body(renamed(&name))
                    .send()
                    .await;
                let Ok(reply) = sent else { break };
                let Ok(saved) = reply.json::<Value>().await else { break };
                acknowledged = (u32::try_from(saved["revision"].as_u64().unwrap()).unwrap(), Some(name));
            }
            acknowledged
        });
        // Somewhere in the middle: as soon as a few were taken.
        loop {
            let reply = reqwest::get(server.url(&format!("/api/builds/{id}"))).await.unwrap();
            let now: u32 = reply.headers()["etag"]
                .to_str()
                .unwrap()
                .trim_matches('"')
                .rsplit_once('.')
                .unwrap()
                .1
                .parse()
                .unwrap();
            if now >= first + 5 {
                break;
            }
        }
        server.pull_the_plug();
        let (revision, name) = writer.await.unwrap();
        server.start_again();
        let reply = reqwest::get(server.url(&format!("/api/builds/{id}"))).await.unwrap();
        let now: u32 =
            reply.headers()["etag"].to_str().unwrap().trim_matches('"').rsplit_once('.').unwrap().1.parse().unwrap();
        // The one in flight may have been taken without its answer arriving; nothing more, nothing less.
        assert!(now == revision || now == revision + 1, "acknowledged {revision}, stored {now}");
        let kept: Value = reqwest::get(server.url(&format!("/api/builds/{id}/revisions/{revision}")))
            .await
            .unwrap()
            .json()
            .await
            .unwrap();
        assert_eq!(kept["name"].as_str(), name.as_deref());
    }
}

#[tokio::test]
async fn it_ends_gracefully_when_asked() {
    let mut server = Server::start();
    stored(&server).await;
    assert_eq!(server.terminate(), Some(0));
}

#[tokio::test]
async fn nobody_holds_the_program_up_with_half_a_request_or_an_open_stream() {
    use std::io::Write as _;
    let mut server = Server::start();
    let id = stored(&server).await;
    let address = server.address.trim_start_matches("http://").to_owned();
    let open = |text: String| {
        let mut half = std::net::TcpStream::connect(&address).unwrap();
        half.write_all(text.as_bytes()).unwrap();
        half
    };
    let host = format!("Host: {address}");
    let head = open(format!("GET /api/builds HTTP/1.1\r\n{host}\r\nX-Never: "));
    let body = open(format!(
        "POST /api/evaluate HTTP/1.1\r\n{host}\r\nContent-Type: application/json\r\nContent-Length: 5000\r\n\r\n{{"
    ));
    let idle = open(String::new());
    let kept = reqwest::get(server.url(&format!("/api/builds/{id}"))).await.unwrap();
    tokio::time::sleep(std::time::Duration::from_millis(200)).await;
    let asked = std::time::Instant::now();
    assert_eq!(server.terminate(), Some(0));
    assert!(asked.elapsed() < std::time::Duration::from_secs(2), "it took {:?}", asked.elapsed());
    drop((head, body, idle, kept));
}

#[tokio::test]
async fn who_guesses_is_told_to_wait_even_when_he_hangs_up() {
    let folder = tempfile::tempdir().unwrap();
    let file = folder.path().join("passphrase");
    std::fs::write(&file, "quarry street\n").unwrap();
    let server = Server::with(&["serve", "--address", "0.0.0.0", "--passphrase-file", file.to_str().unwrap()]);
    let address = server.address.replace("0.0.0.0", "127.0.0.1");
    let give = async |passphrase: &str, from: &str| {
        let request = Client::new().post(format!("{address}/api/session")).header("x-forwarded-for", from);
        request.json(&json!({ "passphrase": passphrase })).send().await.unwrap()
    };
    // Hanging up at once does not save the guesser the count.
    let (host, sent) = (address.trim_start_matches("http://"), "{\"passphrase\":\"guess\"}");
    for _ in 0..6 {
        use std::io::Write as _;
        let mut guess = std::net::TcpStream::connect(host).unwrap();
        let head = format!(
            "POST /api/session HTTP/1.1\r\nHost: {host}\r\nX-Forwarded-For: 192.0.2.7\r\nContent-Type: application/json\r\nContent-Length: {}\r\n\r\n{sent}",
            sent.len()
        );
        guess.write_all(head.as_bytes()).unwrap();
        tokio::time::sleep(std::time::Duration::from_millis(60)).await;
    }
    let reply = give("another guess", "192.0.2.7").await;
    let wait: u64 = reply.headers()["retry-after"].to_str().unwrap().parse().unwrap();
    assert!(wait >= 1);
    problem(reply, StatusCode::TOO_MANY_REQUESTS).await;
    // From anywhere else the right one opens at once, and behind a proxy with TLS its cookie keeps to TLS.
    let asked = std::time::Instant::now();
    assert_eq!(give("quarry street", "192.0.2.8").await.status(), StatusCode::NO_CONTENT);
    assert!(asked.elapsed() < std::time::Duration::from_secs(1));
    let secure = Client::new()
        .post(format!("{address}/api/session"))
        .header("x-forwarded-for", "192.0.2.9")
        .header("x-forwarded-proto", "https")
        .json(&json!({ "passphrase": "quarry street" }));
    assert!(secure.send().await.unwrap().headers()["set-cookie"].to_str().unwrap().ends_with("; Secure"));
}

#[tokio::test]
async fn a_page_with_another_scheme_is_a_foreign_one() {
    let server = Server::start();
    let host = server.address.trim_start_matches("http://");
    for (origin, status) in [
        (format!("http://{host}"), StatusCode::NO_CONTENT),
        (format!("https://{host}"), StatusCode::FORBIDDEN),
        ("null".to_owned(), StatusCode::FORBIDDEN),
    ] {
        let reply = Client::new().get(server.url("/api/health")).header("origin", &origin).send().await.unwrap();
        assert_eq!(reply.status(), status, "{origin}");
    }
}

#[tokio::test]
async fn the_demo_is_put_in_once() {
    let server = Server::demo();
    let list: Vec<Value> = reqwest::get(server.url("/api/builds")).await.unwrap().json().await.unwrap();
    assert_eq!(list.len(), 5);
    assert!(list.iter().all(|build| build["options"].as_array().unwrap().len() == 2));
}

#[tokio::test]
async fn the_interface_describes_itself() {
    let server = Server::start();
    let document: Value = reqwest::get(server.url("/api/openapi.json")).await.unwrap().json().await.unwrap();
    assert_eq!(document["openapi"], "3.1.0");
    // Every path it names answers with something else than "unknown path".
    for (path, operations) in document["paths"].as_object().unwrap() {
        for method in operations.as_object().unwrap().keys() {
            let method: Method = method.to_uppercase().parse().unwrap();
            let path = path
                .replace("{kind}", "board")
                .replace("{what}", "build")
                .replace("{number}", "1")
                .replace("{id}", "none");
            let reply = send(&server, method.clone(), &path, &[("content-type", JSON)], "{}").await;
            assert_ne!(reply.status(), StatusCode::METHOD_NOT_ALLOWED, "{method} {path}");
            // A stream of what goes on has no end.
            if reply.headers().get("content-type").is_some_and(|kind| kind == "text/event-stream") {
                continue;
            }
            let text = reply.text().await.unwrap();
            assert!(!text.contains("/problems/unknown-path"), "{method} {path}: {text}");
        }
    }
    for what in ["build", "evaluation"] {
        let schema: Value =
            reqwest::get(server.url(&format!("/api/schema/{what}"))).await.unwrap().json().await.unwrap();
        assert_eq!(schema["type"], "object");
    }
}

#[tokio::test]
async fn of_many_saves_from_the_same_revision_one_wins_and_none_is_lost() {
    let server = Server::start();
    let id = stored(&server).await;
    let names: Vec<String> = (0..8).map(|window| format!("window {window}")).collect();
    let saves = names.iter().map(|name| {
        let (url, body, tag) = (server.url(&format!("/api/builds/{id}")), renamed(name), tag_of(&id, 1));
        tokio::spawn(async move {
            let request = Client::new().put(url).header("content-type", JSON).header("if-match", tag).body(body);
            request.send().await.unwrap().status()
        })
    });
    let mut statuses = Vec::new();
    for save in saves.collect::<Vec<_>>() {
        statuses.push(save.await.unwrap());
    }
    assert_eq!(statuses.iter().filter(|status| status.is_success()).count(), 1, "{statuses:?}");
    assert_eq!(statuses.iter().filter(|status| **status == StatusCode::PRECONDITION_FAILED).count(), 7);
    let lines: Vec<Value> =
        reqwest::get(server.url(&format!("/api/builds/{id}/revisions"))).await.unwrap().json().await.unwrap();
    let kept: std::collections::HashSet<&str> = lines.iter().map(|line| line["name"].as_str().unwrap()).collect();
    assert!(names.iter().all(|name| kept.contains(name.as_str())), "{kept:?}");
}

#[tokio::test]
async fn what_stands_ready_is_served_and_usable() {
    let server = Server::start();
    let get = async |path: &str| -> Value { reqwest::get(server.url(path)).await.unwrap().json().await.unwrap() };
    let kinds = get("/api/templates").await;
    assert_eq!(kinds.as_array().unwrap().len(), 13);
    for kind in kinds.as_array().unwrap() {
        let start = get(&format!("/api/templates/{}", kind["kind"].as_str().unwrap())).await;
        let reply = post_json(&server, "/api/builds", start.to_string()).await;
        assert_eq!(reply.status(), StatusCode::CREATED, "{kind}");
    }
    let lines = get("/api/builds").await;
    assert_eq!(lines.as_array().unwrap().len(), 13);
    assert!(lines.as_array().unwrap().iter().all(|line| line["options"][0]["verdict"] != "fail"), "{lines}");
    let typical = get("/api/typical").await;
    assert!(typical.as_array().unwrap().iter().all(|entry| !entry["source"].as_str().unwrap().is_empty()));
}

#[tokio::test]
async fn saving_what_is_there_already_is_no_new_revision() {
    let server = Server::start();
    let id = stored(&server).await;
    let reply = save(&server, &id, 1, DOLLY.to_owned()).await;
    assert_eq!((reply.status(), &reply.headers()["etag"]), (StatusCode::OK, &tag_of(&id, 1).parse().unwrap()));
    assert_eq!(save(&server, &id, 1, renamed("second")).await.headers()["etag"], tag_of(&id, 2));
    let reply = save(&server, &id, 1, renamed("second")).await;
    assert_eq!(reply.status(), StatusCode::OK, "the same text from two windows is no conflict");
}

#[tokio::test]
async fn the_list_has_the_newest_change_first_and_the_verdict_of_each_option() {
    let server = Server::start();
    let first = stored(&server).await;
    let second = stored(&server).await;
    // Another millisecond, so that the times differ.
    tokio::time::sleep(std::time::Duration::from_millis(5)).await;
    save(&server, &first, 1, renamed("edited last")).await;
    let lines: Vec<Value> = reqwest::get(server.url("/api/builds")).await.unwrap().json().await.unwrap();
    assert_eq!((lines[0]["id"].as_str(), lines[1]["id"].as_str()), (Some(first.as_str()), Some(second.as_str())));
    assert_eq!(lines[0]["options"][0]["weakest"], "Protection board");
    assert_eq!((&lines[0]["drives"], &lines[0]["loads"]), (&json!(["wheels"]), &json!(["vehicle"])));
}

#[tokio::test]
async fn a_build_that_is_in_the_bin_is_not_edited() {
    let server = Server::start();
    let id = stored(&server).await;
    send(&server, Method::DELETE, &format!("/api/builds/{id}"), &[("if-match", &tag_of(&id, 1))], "").await;
    problem(save(&server, &id, 1, renamed("late")).await, StatusCode::NOT_FOUND).await;
    let reply = send(&server, Method::DELETE, &format!("/api/builds/{id}"), &[("if-match", &tag_of(&id, 1))], "").await;
    problem(reply, StatusCode::NOT_FOUND).await;
    let reply = send(&server, Method::POST, "/api/builds/none/restore", &[], "").await;
    problem(reply, StatusCode::NOT_FOUND).await;
}

#[tokio::test]
async fn views_of_the_page_are_the_page_and_missing_files_are_missing() {
    let server = Server::start();
    let page = async |path: &str| reqwest::get(server.url(path)).await.unwrap();
    let root = page("/").await.text().await.unwrap();
    assert!(root.contains("<div id=\"app\">"), "the page is built into the program");
    assert_eq!(page("/builds/1/motor").await.text().await.unwrap(), root);
    assert_eq!(page("/assets/none.js").await.status(), StatusCode::NOT_FOUND);
    assert_eq!(page("/nothing.png").await.status(), StatusCode::NOT_FOUND);
    let script = root.split("src=\"").nth(1).unwrap().split('"').next().unwrap();
    let reply = page(script).await;
    assert!(reply.headers()["cache-control"].to_str().unwrap().contains("immutable"));
    assert_eq!(page("/").await.headers()["cache-control"], "no-cache");
}

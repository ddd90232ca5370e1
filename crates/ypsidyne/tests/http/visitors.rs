//! Owner and visitors of one bench: who may do what, and who did.

use reqwest::{Client, Method, StatusCode};
use serde_json::{Value, json};

use crate::request::JSON;
use crate::support::{DOLLY, Server};

const OWNER: &str = "quarry street bench";
const VISITOR: &str = "open evening";

/// A server for both, and the folder with its passphrases.
fn shared() -> (Server, tempfile::TempDir) {
    let folder = tempfile::tempdir().unwrap();
    let file = |name: &str, text: &str| {
        let file = folder.path().join(name);
        std::fs::write(&file, text).unwrap();
        file.to_str().unwrap().to_owned()
    };
    let (owner, visitor) = (file("owner", OWNER), file("visitor", VISITOR));
    let arguments =
        ["demo", "--address", "0.0.0.0", "--passphrase-file", &owner, "--visitor-passphrase-file", &visitor];
    let server = Server::with(&arguments);
    (server, folder)
}

/// Somebody who came in.
struct Guest {
    client: Client,
    address: String,
}

impl Guest {
    async fn come(server: &Server, passphrase: &str, name: Option<&str>) -> Self {
        let client = Client::builder().cookie_store(true).build().unwrap();
        let address = server.address.replace("0.0.0.0", "127.0.0.1");
        let given = json!({ "passphrase": passphrase, "name": name });
        let reply = client.post(format!("{address}/api/session")).json(&given).send().await.unwrap();
        assert_eq!(reply.status(), StatusCode::NO_CONTENT);
        Self { client, address }
    }

    async fn ask(&self, method: Method, path: &str, headers: &[(&str, &str)], body: String) -> (StatusCode, Value) {
        let request = self.client.request(method, format!("{}{path}", self.address)).header("content-type", JSON);
        let request = headers.iter().fold(request, |request, (name, value)| request.header(*name, *value));
        let reply = request.body(body).send().await.unwrap();
        (reply.status(), reply.json().await.unwrap_or_default())
    }

    async fn get(&self, path: &str) -> Value {
        let (status, value) = self.ask(Method::GET, path, &[], String::new()).await;
        assert_eq!(status, StatusCode::OK, "{path}: {value}");
        value
    }
}

#[tokio::test]
async fn a_visitor_reads_and_tries_and_keeps_nothing() {
    let (server, _folder) = shared();
    let visitor = Guest::come(&server, VISITOR, Some("Ines")).await;
    let state = visitor.get("/api/session").await;
    assert_eq!(state, json!({ "needs_passphrase": false, "role": "visitor", "name": "Ines" }));
    let list = visitor.get("/api/builds").await;
    let id = list[0]["id"].as_str().unwrap().to_owned();
    let build = visitor.get(&format!("/api/builds/{id}")).await;
    for path in ["/api/workbench?option=0", "/api/evaluate", "/api/sums?option=0"] {
        assert_eq!(visitor.ask(Method::POST, path, &[], build.to_string()).await.0, StatusCode::OK, "{path}");
    }
    let odds = json!({ "build": build, "option": 0, "draws": 100 });
    assert_eq!(visitor.ask(Method::POST, "/api/odds", &[], odds.to_string()).await.0, StatusCode::OK);

    // Every request that is not a reading and not named as trying is refused, those of tomorrow too.
    let described = visitor.get("/api/openapi.json").await;
    let (mut refused, mut tried) = (0, 0);
    for (path, methods) in described["paths"].as_object().unwrap() {
        for (method, _) in methods.as_object().unwrap().iter().filter(|(method, _)| *method != "get") {
            let path = path.replace("{id}", &id).replace("{kind}", "motor").replace("{role}", "supply");
            let method = Method::from_bytes(method.to_uppercase().as_bytes()).unwrap();
            let (status, said) = visitor.ask(method.clone(), &path, &[("if-match", "\"x.1\"")], "{}".to_owned()).await;
            if said["type"] == "/problems/owner-only" {
                assert_eq!(status, StatusCode::FORBIDDEN);
                refused += 1;
            } else {
                assert_eq!(method, Method::POST, "{method} {path} is open to visitors: {said}");
                tried += 1;
            }
        }
    }
    assert!(refused >= 25 && tried >= 45, "{refused} refused, {tried} tried");
    assert_eq!(visitor.get("/api/builds").await, list, "and nothing has changed");
    assert_eq!(visitor.get(&format!("/api/builds/{id}")).await, build);
}

#[tokio::test]
async fn the_history_says_who_saved_and_a_name_is_no_key() {
    let (server, _folder) = shared();
    let (ada, nameless) = (Guest::come(&server, OWNER, Some(" Ada ")).await, Guest::come(&server, OWNER, None).await);
    let (status, made) = ada.ask(Method::POST, "/api/builds", &[], DOLLY.to_owned()).await;
    assert_eq!(status, StatusCode::CREATED);
    let id = made["id"].as_str().unwrap().to_owned();
    let changed = DOLLY.replacen("\"name\": \"", "\"name\": \"second ", 1);
    let tag = format!("\"{id}.1\"");
    let saved = nameless.ask(Method::PUT, &format!("/api/builds/{id}"), &[("if-match", &tag)], changed).await;
    assert_eq!(saved.0, StatusCode::OK, "{}", saved.1);
    let history = ada.get(&format!("/api/builds/{id}/revisions")).await;
    let by: Vec<&Value> = history.as_array().unwrap().iter().map(|line| &line["saved_by"]).collect();
    assert_eq!(by, [&Value::Null, &json!("Ada")]);

    let owner = ada.get("/api/session").await;
    assert_eq!((&owner["role"], &owner["name"]), (&json!("owner"), &json!("Ada")));
    let client = Client::new();
    let bad = json!({ "passphrase": OWNER, "name": "x".repeat(61) });
    let reply = client.post(format!("{}/api/session", ada.address)).json(&bad).send().await.unwrap();
    assert_eq!(reply.status(), StatusCode::BAD_REQUEST);
    let guess = json!({ "passphrase": "Ada", "name": "Ada" });
    let reply = client.post(format!("{}/api/session", ada.address)).json(&guess).send().await.unwrap();
    assert_eq!(reply.status(), StatusCode::FORBIDDEN);
}

#[test]
fn passphrases_that_would_let_visitors_do_everything_are_refused() {
    let folder = tempfile::tempdir().unwrap();
    let file = folder.path().join("both");
    std::fs::write(&file, OWNER).unwrap();
    let file = file.to_str().unwrap();
    for (arguments, said) in [
        (vec!["--passphrase-file", file, "--visitor-passphrase-file", file], "the same passphrase"),
        (vec!["--visitor-passphrase-file", file], "the owner has none"),
    ] {
        let run = std::process::Command::new(crate::support::PROGRAM)
            .args(["serve", "--port", "0", "--data", folder.path().join("data").to_str().unwrap()])
            .args(arguments)
            .output()
            .unwrap();
        assert_eq!(run.status.code(), Some(1));
        assert!(String::from_utf8_lossy(&run.stderr).contains(said), "{}", String::from_utf8_lossy(&run.stderr));
    }
}

//! A workshop's server as it is used: 20 000 parts on the shelf, 1 005 builds, twenty visitors. Prints a line
//! `measured: name = value unit` for each figure; what is wanted of them stands in `cargo xtask bench`.

#[path = "../tests/support/mod.rs"]
mod support;

use std::time::{Duration, Instant};

use reqwest::{Client, Response};
use serde_json::{Value, json};
use support::{DOLLY, Server};

const PARTS: usize = 20_000;
const BUILDS: usize = 1000;

fn main() {
    // `cargo test --benches` and listings run this too: only a bench run loads a server.
    if std::env::args().any(|argument| argument == "--bench") {
        tokio::runtime::Runtime::new().expect("a runtime").block_on(measured());
    }
}

fn say(name: &str, value: f64, unit: &str) {
    println!("measured: {name} = {value:.2} {unit}");
}

fn milliseconds(since: Instant) -> f64 {
    since.elapsed().as_secs_f64() * 1e3
}

async fn measured() {
    let began = Instant::now();
    drop(Server::start());
    say("start to listening, empty", milliseconds(began), "ms");
    let mut server = Server::demo();
    let client = Client::new();
    stock(&client, &server).await;
    store_builds(&client, &server).await;
    // As after a night: everything is on the disk, nothing in memory.
    server.terminate();
    let began = Instant::now();
    server.start_again();
    say("start to listening, 20 000 parts", milliseconds(began), "ms");
    keystroke(&client, &server).await;
    list_of_builds(&client, &server).await;
    shelf(&client, &server).await;
    say("resident memory, 20 000 parts, all asked for", resident_mb(&server), "MB");
    health_under_load(&client, &server).await;
    say("resident memory after the load", resident_mb(&server), "MB");
}

/// The shelf comes in as a file, made of the stock of the program with other names and prices.
async fn stock(client: &Client, server: &Server) {
    let shelf: Value = json_of(client.get(server.url("/api/parts/export?format=json"))).await;
    let models = shelf["parts"].as_array().expect("the demo shelf has parts").clone();
    let parts: Vec<Value> = (0..PARTS - models.len())
        .map(|number| {
            let mut part = models[number % models.len()].clone();
            part["label"] = format!("{} no. {number}", part["label"].as_str().expect("a name")).into();
            part["price"] = ((number * 7919) % 10_007).into();
            part
        })
        .collect();
    let document = json!({ "format": "ypsidyne.shelf/1", "parts": parts }).to_string();
    let began = Instant::now();
    let import = client.post(server.url("/api/parts/import?format=json&mode=good")).body(document);
    let stored: Value = json_of(import).await;
    assert_eq!(stored["bad"], 0, "{stored}");
    say("import of a shelf of 20 000", milliseconds(began), "ms");
}

async fn store_builds(client: &Client, server: &Server) {
    let mut build: Value = serde_json::from_str(DOLLY).expect("the dolly board is JSON");
    for number in 0..BUILDS {
        build["name"] = format!("Board no. {number}").into();
        let reply = client.post(server.url("/api/builds")).header("content-type", "application/json");
        assert!(reply.body(build.to_string()).send().await.expect("a server").status().is_success());
    }
}

/// One key in a field: everything that the workbench shows, as the browser asks for it.
async fn keystroke(client: &Client, server: &Server) {
    for demo in ypsidyne_core::library::demo::BUILDS {
        let mut times = Vec::new();
        let mut bytes = 0;
        for _ in 0..200 {
            let request = client.post(server.url("/api/workbench?option=0")).header("content-type", "application/json");
            let began = Instant::now();
            let reply = request.header("accept-encoding", "gzip").body(demo.json).send().await.expect("a server");
            bytes = reply.bytes().await.expect("an answer").len();
            times.push(milliseconds(began));
        }
        say(&format!("one keystroke, {}", demo.slug), quantile(&mut times, 0.5), "ms");
        #[allow(clippy::cast_precision_loss, reason = "some kilobytes")]
        say(&format!("one keystroke, bytes of the answer, {}", demo.slug), bytes as f64 / 1e3, "kB");
    }
}

async fn list_of_builds(client: &Client, server: &Server) {
    let list = || async { json_of::<Value>(client.get(server.url("/api/builds"))).await };
    let began = Instant::now();
    assert!(list().await.as_array().expect("a list").len() >= BUILDS);
    say("list of 1005 builds, the first after a start", milliseconds(began), "ms");
    let mut times = Vec::new();
    for _ in 0..20 {
        let began = Instant::now();
        list().await;
        times.push(milliseconds(began));
    }
    say("list of 1005 builds", quantile(&mut times, 0.5), "ms");
}

async fn shelf(client: &Client, server: &Server) {
    let searches = [
        ("everything", json!({})),
        ("a letter", json!({ "text": "b" })),
        ("motors by Kv", json!({ "kind": "motor", "sort": "kv_rpm_per_v" })),
        ("everything by price", json!({ "sort": "price" })),
        (
            "a range of mass, by price, dearest first",
            json!({
                "ranges": [{ "key": "mass_kg", "at_least": 0.05, "at_most": 5.0 }], "sort": "price", "descending": true
            }),
        ),
        (
            "words, two ranges, not in the drawer, by mass",
            json!({
                "kind": "motor", "text": "outer", "owned": false, "sort": "mass_kg",
                "ranges": [{ "key": "price", "at_least": 100.0 }, { "key": "kv_rpm_per_v", "at_most": 500.0 }]
            }),
        ),
        ("the last page", json!({ "offset": PARTS - 100 })),
    ];
    for (name, asked) in searches {
        let mut times = Vec::new();
        for _ in 0..15 {
            let began = Instant::now();
            let found: Value = json_of(client.post(server.url("/api/parts/search")).json(&asked)).await;
            times.push(milliseconds(began));
            assert!(found["total"].as_u64().is_some_and(|total| total > 0), "{name}: {found}");
        }
        say(&format!("search of 20 000 parts: {name}"), quantile(&mut times, 0.5), "ms");
    }
    for format in ["csv", "json"] {
        let began = Instant::now();
        let reply =
            client.get(server.url(&format!("/api/parts/export?format={format}"))).send().await.expect("a server");
        let bytes = reply.bytes().await.expect("the whole file").len();
        assert!(bytes > PARTS * 100);
        say(&format!("{format} export of 20 000 parts"), milliseconds(began), "ms");
    }
}

/// Four exports, a search, odds and kept runs go on, and somebody asks whether the server answers.
async fn health_under_load(client: &Client, server: &Server) {
    let mut asks = Vec::new();
    for _ in 0..2000 {
        let began = Instant::now();
        assert!(client.get(server.url("/api/health")).send().await.expect("a server").status().is_success());
        asks.push(milliseconds(began));
    }
    say("health at rest, 99th percentile", quantile(&mut asks, 0.99), "ms");
    let list: Value = json_of(client.get(server.url("/api/builds"))).await;
    let id = list[0]["id"].as_str().expect("an id").to_owned();
    let build: Value = serde_json::from_str(DOLLY).expect("the dolly board is JSON");
    let mut load = tokio::task::JoinSet::new();
    for _ in 0..4 {
        let (client, url) = (client.clone(), server.url("/api/parts/export?format=csv"));
        load.spawn(async move {
            loop {
                let reply = client.get(&url).send().await.expect("a server");
                assert!(reply.bytes().await.expect("the whole file").len() > PARTS * 100);
            }
        });
    }
    let odds = json!({ "build": build, "option": 0, "draws": 2000 });
    let run = json!({ "title": "a ride", "simulation": {
        "format": "ypsidyne.simulation/1", "build": build, "mode": { "kind": "hold" }
    } });
    for (path, body) in [("/api/odds".to_owned(), odds), (format!("/api/builds/{id}/runs"), run)] {
        let (client, url) = (client.clone(), server.url(&path));
        load.spawn(async move {
            loop {
                success(client.post(&url).json(&body).send().await.expect("a server")).await;
            }
        });
    }
    let some = json!({ "own": true, "filter": { "ranges": [{ "key": "price", "at_most": 500.0 }] } });
    let search = json!({
        "build": build, "build_id": id, "option": 0, "drive": 0, "rank_by": "mass",
        "motors": some, "batteries": some, "controllers": some,
        "gearing": { "stage": 0, "driver_teeth": [12, 14, 15, 16, 18, 20], "driven_teeth": [30, 36, 40, 44, 48, 60] }
    });
    let began = success(client.post(server.url("/api/searches")).json(&search).send().await.expect("a server")).await;
    let searching = began["id"].as_str().expect("a search").to_owned();
    let mut asks = Vec::new();
    let until = Instant::now() + Duration::from_secs(20);
    while Instant::now() < until {
        let began = Instant::now();
        assert!(client.get(server.url("/api/health")).send().await.expect("a server").status().is_success());
        asks.push(milliseconds(began));
        tokio::time::sleep(Duration::from_millis(5)).await;
    }
    let line: Value = json_of(client.get(server.url(&format!("/api/searches/{searching}")))).await;
    println!("meanwhile the search was {} of {}", line["line"]["considered"], line["line"]["combinations"]);
    load.shutdown().await;
    let _ = client.delete(server.url(&format!("/api/searches/{searching}"))).send().await;
    say("health under load, median", quantile(&mut asks, 0.5), "ms");
    say("health under load, 99th percentile", quantile(&mut asks, 0.99), "ms");
    say("health under load, worst", quantile(&mut asks, 1.0), "ms");
}

async fn json_of<T: serde::de::DeserializeOwned>(request: reqwest::RequestBuilder) -> T {
    let reply = request.send().await.expect("a server");
    let (status, text) = (reply.status(), reply.text().await.expect("an answer"));
    assert!(status.is_success(), "{status}: {text}");
    serde_json::from_str(&text).expect("JSON")
}

async fn success(reply: Response) -> Value {
    let (status, text) = (reply.status(), reply.text().await.expect("an answer"));
    assert!(status.is_success(), "{status}: {text}");
    serde_json::from_str(&text).unwrap_or_default()
}

/// The value below which such a share of them lies.
fn quantile(values: &mut [f64], share: f64) -> f64 {
    values.sort_by(f64::total_cmp);
    #[allow(clippy::cast_possible_truncation, clippy::cast_sign_loss, clippy::cast_precision_loss, reason = "a place")]
    let place = ((values.len() as f64 * share).ceil() as usize).clamp(1, values.len()) - 1;
    values[place]
}

/// What of the server stands in memory, MB; Linux says it.
fn resident_mb(server: &Server) -> f64 {
    let status = std::fs::read_to_string(format!("/proc/{}/status", server.process())).unwrap_or_default();
    let line = status.lines().find_map(|line| line.strip_prefix("VmRSS:")).unwrap_or_default();
    line.split_whitespace().next().and_then(|kb| kb.parse::<f64>().ok()).unwrap_or(f64::NAN) / 1024.0
}

//! What goes over the network small, and what goes as it is.

use std::io::Read;

use reqwest::header::{ACCEPT_ENCODING, CONTENT_ENCODING, CONTENT_TYPE};
use reqwest::{Client, Response};

use crate::support::{DOLLY, Server};

async fn get(url: String, accepted: &str) -> Response {
    Client::new().get(url).header(ACCEPT_ENCODING, accepted).send().await.unwrap()
}

fn encoding(reply: &Response) -> Option<String> {
    reply.headers().get(CONTENT_ENCODING).map(|value| value.to_str().unwrap().to_owned())
}

async fn unpacked(reply: Response) -> String {
    let packed = reply.bytes().await.unwrap();
    let mut text = String::new();
    flate2::read::GzDecoder::new(&packed[..]).read_to_string(&mut text).unwrap();
    text
}

/// The scripts and styles a document of the page names.
fn assets(html: &str) -> Vec<String> {
    html.split('"').filter(|part| part.starts_with("/assets/")).map(str::to_owned).collect()
}

#[tokio::test]
async fn the_page_is_sent_as_it_was_compressed_when_it_was_built() {
    let server = Server::start();
    let plain = get(server.url("/"), "identity").await;
    assert_eq!(encoding(&plain), None);
    let html = plain.text().await.unwrap();
    let packed = get(server.url("/"), "gzip, deflate").await;
    assert_eq!(encoding(&packed).as_deref(), Some("gzip"));
    assert!(packed.headers()[CONTENT_TYPE].to_str().unwrap().starts_with("text/html"));
    assert_eq!(unpacked(packed).await, html);

    let scripts = assets(&html);
    assert!(!scripts.is_empty(), "{html}");
    for script in scripts {
        let plain = get(server.url(&script), "identity").await;
        let kind = plain.headers()[CONTENT_TYPE].clone();
        let text = plain.text().await.unwrap();
        let packed = get(server.url(&script), "br;q=1, gzip;q=0.8").await;
        assert_eq!((encoding(&packed).as_deref(), &packed.headers()[CONTENT_TYPE]), (Some("gzip"), &kind), "{script}");
        assert_eq!(unpacked(packed).await, text, "{script}");
        // Refused by the one who asks.
        assert_eq!(encoding(&get(server.url(&script), "gzip;q=0, br").await), None, "{script}");
    }
}

#[tokio::test]
async fn figures_are_compressed_and_say_the_same_short_ones_and_streams_are_not() {
    let server = Server::demo();
    let client = Client::new();
    let ask = |path: &str, accepted: &str| {
        client
            .post(server.url(path))
            .header(CONTENT_TYPE, "application/json")
            .header(ACCEPT_ENCODING, accepted)
            .body(DOLLY)
            .send()
    };
    let plain = ask("/api/workbench?option=0", "identity").await.unwrap();
    assert_eq!(encoding(&plain), None);
    let plain = plain.text().await.unwrap();
    let packed = ask("/api/workbench?option=0", "gzip").await.unwrap();
    assert_eq!(encoding(&packed).as_deref(), Some("gzip"));
    let bytes = packed.bytes().await.unwrap();
    assert!(3 * bytes.len() < plain.len(), "{} of {}", bytes.len(), plain.len());
    let mut text = String::new();
    flate2::read::GzDecoder::new(&bytes[..]).read_to_string(&mut text).unwrap();
    assert_eq!(text, plain);

    assert_eq!(encoding(&get(server.url("/api/session"), "gzip").await), None);
    let build: serde_json::Value = serde_json::from_str(DOLLY).unwrap();
    let run = serde_json::json!({
        "format": "ypsidyne.simulation/1", "build": build, "option": build["options"][0]["name"],
        "drive": build["job"]["drives"][0]["name"], "mode": { "kind": "launch" },
    });
    let streamed = client
        .post(server.url("/api/simulate"))
        .header(CONTENT_TYPE, "application/json")
        .header("accept", "text/event-stream")
        .header(ACCEPT_ENCODING, "gzip")
        .body(run.to_string())
        .send()
        .await
        .unwrap();
    assert_eq!((streamed.status().as_u16(), encoding(&streamed)), (200, None));
}

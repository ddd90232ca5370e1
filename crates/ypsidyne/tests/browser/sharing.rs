//! A bench that is shared: visitors, who saved what, everything taken along to another machine.

use serde_json::{Value, json};

use crate::support::Server;
use crate::window::{Browser, document, open_demo};

fn shared(folder: &std::path::Path) -> Server {
    let file = |name: &str, text: &str| {
        let file = folder.join(name);
        std::fs::write(&file, text).unwrap();
        file.to_str().unwrap().to_owned()
    };
    let (owner, visitor) = (file("owner", "quarry street bench"), file("visitor", "open evening"));
    let mut server = Server::with(&[
        "demo",
        "--address",
        "0.0.0.0",
        "--passphrase-file",
        &owner,
        "--visitor-passphrase-file",
        &visitor,
    ]);
    server.address = server.address.replace("0.0.0.0", "127.0.0.1");
    server
}

/// What a script in the page fetches, as whoever is in there.
async fn fetched(browser: &Browser, path: &str) -> Value {
    let script = format!(
        "const done = arguments[arguments.length - 1]; fetch({}).then((reply) => reply.json()).then(done)",
        json!(path)
    );
    browser.ask(&script).await
}

async fn come_in(browser: &Browser, passphrase: &str, name: &str) {
    browser.until_text("Passphrase of this bench").await;
    // What was given the last time stands there.
    browser.find("#name").await.send_keys(&format!("\u{e009}a\u{e000}{name}")).await.unwrap();
    browser.find("#passphrase").await.send_keys(&format!("{passphrase}\u{e007}")).await.unwrap();
}

#[tokio::test]
async fn a_visitor_tries_and_leaves_nothing_and_the_owner_s_name_stands_in_the_history() {
    let folder = tempfile::tempdir().unwrap();
    let server = shared(folder.path());
    let browser = Browser::start().await;
    browser.open(&server.address).await;
    come_in(&browser, "open evening", "Ines").await;
    browser.until_text("As a visitor you try").await;
    browser.until_text("5 on the bench").await;
    assert_eq!(browser.run("return document.querySelectorAll('[data-archive-in]').length").await, 0);
    let list = fetched(&browser, "/api/builds").await;
    let id = list.as_array().unwrap().iter().find(|build| build["name"] == "Hillside harvest cart").unwrap()["id"]
        .as_str()
        .unwrap()
        .to_owned();
    let stored = format!("/api/builds/{id}");
    let before = fetched(&browser, &stored).await;
    browser.open(&format!("{}/builds/{id}/motor", server.address)).await;
    browser.until("figures", "document.querySelector('[data-check]')").await;
    let verdicts = "[...document.querySelectorAll('[data-check]')].map((check) => check.innerText).join()";
    let figures = browser.text(verdicts).await;
    browser.fill("kv_rpm_per_v", "90").await;
    browser.until_text("not kept").await;
    browser.until("other figures", &format!("{verdicts} !== {}", json!(figures))).await;
    // Longer than a save takes; then the page again.
    tokio::time::sleep(std::time::Duration::from_millis(800)).await;
    assert_eq!(fetched(&browser, &stored).await, before);
    browser.open(&format!("{}/builds/{id}/motor", server.address)).await;
    browser.until("the figures of before", "document.querySelector(\"input[data-field='kv_rpm_per_v']\")").await;
    assert_eq!(browser.value("kv_rpm_per_v").await, "130");

    browser.press("I am the owner").await;
    come_in(&browser, "quarry street bench", "Ada").await;
    browser.until("figures", "document.querySelector('[data-check]')").await;
    browser.fill("kv_rpm_per_v", "140").await;
    browser.until_saved().await;
    let history = fetched(&browser, &format!("{stored}/revisions")).await;
    assert_eq!(history[0]["saved_by"], "Ada", "{history}");
    assert_eq!(fetched(&browser, &stored).await["options"][0]["drives"][0]["motor"]["kv_rpm_per_v"], 140.0);
    browser.end().await;
}

#[tokio::test]
async fn everything_is_taken_along_and_taken_in_where_it_stands_differently() {
    let (here, there) = (Server::demo(), Server::start());
    let folder = tempfile::tempdir().unwrap();
    let archive = folder.path().join("workshop.zip");
    let bytes = reqwest::get(here.url("/api/archive")).await.unwrap().bytes().await.unwrap();
    std::fs::write(&archive, bytes).unwrap();
    let browser = Browser::start().await;
    browser.open(&there.url("/")).await;
    browser.find("[data-archive-in]").await.send_keys(archive.to_str().unwrap()).await.unwrap();
    browser.until("what is new", "/5 builds/.test(document.querySelector('[data-archive-told]')?.innerText)").await;
    browser.click("[data-archive-take]").await;
    browser.until_text("5 on the bench").await;

    // Changed on both sides.
    let id = open_demo(&browser, &there, "Meadow strip mower", "job").await;
    let client = reqwest::Client::new();
    for (server, notes) in [(&here, "theirs"), (&there, "ours")] {
        let mut build = document(server, &id).await;
        build["notes"] = notes.into();
        let request = client.put(server.url(&format!("/api/builds/{id}"))).header("if-match", format!("\"{id}.1\""));
        assert!(request.json(&build).send().await.unwrap().status().is_success());
    }
    let bytes = reqwest::get(here.url("/api/archive")).await.unwrap().bytes().await.unwrap();
    std::fs::write(&archive, bytes).unwrap();
    browser.open(&there.url("/")).await;
    browser.find("[data-archive-in]").await.send_keys(archive.to_str().unwrap()).await.unwrap();
    browser
        .until(
            "the conflict",
            "document.querySelector('[data-archive-conflict]')?.innerText.includes('Meadow strip mower')",
        )
        .await;
    browser.click("[data-archive] input[value=theirs]").await;
    browser.click("[data-archive-take]").await;
    browser.until_text("Taken in").await;
    assert_eq!(document(&there, &id).await["notes"], "theirs");
    browser.end().await;
}

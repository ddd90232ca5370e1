//! Wiring and the build sheet in a real browser: the loom follows the option, gauges are taken, the first power-up is ticked and
//! stops where a reading is wrong, the sheet prints.

mod support;
#[path = "support/browser.rs"]
mod window;

use fantoccini::wd::{PrintConfiguration, PrintSize};
use serde_json::Value;
use support::Server;
use window::{Browser, document, open_demo, until_stored, until_stored_entries};

const MOTORS: &str = "document.querySelectorAll('[data-loom] [data-part=motor]').length";

async fn text(browser: &Browser, script: &str) -> String {
    browser.run(&format!("return String({script})")).await.as_str().unwrap().to_owned()
}

#[tokio::test]
async fn the_loom_follows_the_option_and_a_gauge_is_taken() {
    let server = Server::demo();
    let browser = Browser::start().await;
    let id = open_demo(&browser, &server, "Meadow strip mower", "wiring").await;
    browser.until("three motors", &format!("{MOTORS} === 3")).await;
    browser.until("no receiver", "!document.querySelector('[data-loom] [data-part=receiver]')").await;
    browser.click("input[data-field='receiver']").await;
    browser.until("a receiver", "document.querySelector('[data-loom] [data-part=receiver]')").await;
    browser.fill("regulators", "2").await;
    browser.until("two regulators fight", "document.querySelector('[data-finding=one_regulator]')").await;
    until_stored(&server, &id, "/options/0/wiring/regulators", 2).await;

    // The suggested gauge of the first run, and back.
    let gauge =
        text(&browser, "document.querySelector(\"[data-run-line='0'] td:last-child button\").textContent.trim()").await;
    let awg: f64 = gauge.split(' ').next().unwrap().parse().unwrap();
    assert!(awg > 8.0, "{gauge}");
    browser.click("[data-run-line='0'] td:last-child button").await;
    until_stored(&server, &id, "/options/0/wiring/runs/0/awg", awg).await;
    browser.run("document.activeElement.blur()").await;
    browser.control("z").await;
    until_stored(&server, &id, "/options/0/wiring/runs/0/awg", 8.0).await;

    // A press on a lead goes to its entry.
    browser.run("document.querySelector(\"[data-loom] [data-run='1']\").dispatchEvent(new MouseEvent('click', { bubbles: true }))").await;
    browser.until("its entry", "document.activeElement.closest('[data-run-entry]')?.dataset.runEntry === '1'").await;
    browser.end().await;
}

#[tokio::test]
async fn the_first_power_up_is_ticked_kept_and_stops_at_a_wrong_reading() {
    let server = Server::demo();
    let browser = Browser::start().await;
    let id = open_demo(&browser, &server, "Tracking-shot dolly board", "sheet").await;
    let first = "document.querySelector('[data-power-step]').classList.contains('done')";
    browser.until("nothing is done", &format!("document.querySelector('[data-power-step]') && !{first}")).await;
    browser.click("[data-tick]").await;
    browser.until("the first is done", first).await;
    browser.click("[data-tick]").await;
    until_stored_entries(&server, &id, "/options/0/power_up", 2).await;
    let reading = browser.find("[data-reading]").await;
    reading.send_keys("a lot\u{e007}").await.unwrap();
    browser.until_text("A number is needed").await;
    let entry = browser.find("[data-reading]").await;
    entry.send_keys("\u{e009}a\u{e000}0.01\u{e007}").await.unwrap();
    browser.until_text("Stop here: lower than it should be").await;
    browser
        .until("nothing goes on", "!document.querySelector('[data-tick]') && !document.querySelector('[data-reading]')")
        .await;
    until_stored(&server, &id, "/options/0/power_up/2/reading", 0.01).await;

    // After a reload it still stops there; read again it goes on.
    browser.client.refresh().await.unwrap();
    browser.until_text("a short: a crimp that bridges").await;
    browser.click("[data-power-step=poles] .action").await;
    let entry = browser.find("[data-reading]").await;
    entry.send_keys("18\u{e007}").await.unwrap();
    browser.until("on to the pack", "document.querySelector('[data-power-step=pack] [data-reading]')").await;
    let stored = document(&server, &id).await;
    let ticks = stored["options"][0]["power_up"].as_array().unwrap();
    assert!(ticks.iter().all(|tick: &Value| tick["at"].as_str().unwrap().len() > 18), "{ticks:?}");
    browser.end().await;
}

#[tokio::test]
async fn every_demo_sheet_prints_on_a4_and_letter() {
    let server = Server::demo();
    let browser = Browser::start().await;
    let list: Value = reqwest::get(server.url("/api/builds")).await.unwrap().json().await.unwrap();
    for line in list.as_array().unwrap() {
        let name = line["name"].as_str().unwrap();
        browser.open(&server.url(&format!("/api/builds/{}/sheet", line["id"].as_str().unwrap()))).await;
        // Nothing is wider than the paper: no table is cut off.
        browser.until("it fits", "document.documentElement.scrollWidth <= document.documentElement.clientWidth").await;
        for size in [PrintSize::A4, PrintSize::US_LETTER] {
            let how = PrintConfiguration::builder().size(size).build().unwrap();
            let printed = browser.client.print(how).await.unwrap();
            let paper = lopdf::Document::load_mem(&printed).unwrap();
            let pages: Vec<u32> = paper.get_pages().keys().copied().collect();
            assert!((3..=9).contains(&pages.len()), "{name}: {} pages", pages.len());
            let words = paper.extract_text(&pages).unwrap().replace(['\n', ' '], "");
            for part in [name, "What it must do", "Verdict", "Wiring", "First power-up", "Cautions"] {
                assert!(words.contains(&part.replace(' ', "")), "{name}: {part}");
            }
        }
    }
    browser.end().await;
}

#[tokio::test]
async fn the_sheet_opens_with_what_was_just_typed() {
    let server = Server::demo();
    let browser = Browser::start().await;
    open_demo(&browser, &server, "Hillside harvest cart", "job").await;
    browser.type_into("payload_kg", "55").await;
    browser.run("document.activeElement.blur()").await;
    browser.keys("b").await;
    browser.click("[data-print]").await;
    let mut windows = Vec::new();
    for _ in 0..100 {
        windows = browser.client.windows().await.unwrap();
        if windows.len() == 2 {
            break;
        }
        tokio::time::sleep(std::time::Duration::from_millis(50)).await;
    }
    browser.client.switch_to_window(windows.pop().unwrap()).await.unwrap();
    browser.until_text("km/h with 81 kg on it").await;
    browser.end().await;
}

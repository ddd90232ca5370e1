//! Wiring and the build sheet in a real browser: the loom follows the option and the hand, gauges are taken, the first power-up is ticked and
//! stops where a reading is wrong, the sheet prints.

use crate::support::Server;
use crate::window::{Browser, document, open_demo, until_stored, until_stored_entries};
use fantoccini::wd::{PrintConfiguration, PrintSize};
use serde_json::Value;

const MOTORS: &str = "document.querySelectorAll('[data-loom] [data-part=motor]').length";

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
        browser.text("document.querySelector(\"[data-run-line='0'] td:last-child button\").textContent.trim()").await;
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

/// Drags a box of the loom by so many pixels of the page.
async fn pull(browser: &Browser, key: &str, by: (f64, f64)) {
    let (left, top, width, height) = browser.place(&format!("[data-key='{key}']")).await;
    let (x, y) = (left + 0.5 * width, top + 0.5 * height);
    browser.drag((x, y), (x + by.0, y + by.1)).await;
}

#[tokio::test]
async fn the_loom_is_put_right_by_hand() {
    let server = Server::demo();
    let browser = Browser::start().await;
    let id = open_demo(&browser, &server, "Hillside harvest cart", "wiring").await;
    let receiver = "document.querySelector(\"[data-key='receiver::1'] rect\")?.getAttribute('x')";
    browser.until("a receiver", receiver).await;
    let before = browser.text(receiver).await;

    // Dragged, undone, dragged again, still there after a reload.
    pull(&browser, "receiver::1", (-60.0, 40.0)).await;
    until_stored_entries(&server, &id, "/options/0/wiring/placed", 1).await;
    browser.until("it stands there", &format!("{receiver} !== '{before}'")).await;
    browser.run("document.activeElement.blur()").await;
    browser.control("z").await;
    browser.until("back again", &format!("{receiver} === '{before}'")).await;
    pull(&browser, "receiver::1", (-60.0, 40.0)).await;
    until_stored_entries(&server, &id, "/options/0/wiring/placed", 1).await;
    browser.until("it stands there", &format!("{receiver} !== '{before}'")).await;
    let there = browser.text(receiver).await;
    browser.client.refresh().await.unwrap();
    browser.until("kept", &format!("{receiver} === '{there}'")).await;

    // Something is hung on it, named, hung elsewhere.
    browser.click("[data-key='receiver::1']").await;
    browser.click("[data-loom-hang]").await;
    until_stored(&server, &id, "/options/0/wiring/extras/0/by", "signal").await;
    browser.fill("name", "horn").await;
    browser.until("the horn", "document.querySelector(\"[data-key='extra::1']\")?.textContent === 'horn'").await;
    browser
        .run(
            "const on = document.querySelector('[data-loom-on]'); on.value = 'battery::1'; \
             on.dispatchEvent(new Event('change'))",
        )
        .await;
    until_stored(&server, &id, "/options/0/wiring/extras/0/on", "battery::1").await;
    // By key: picked with Enter, moved with an arrow, let go.
    browser.run("document.querySelector(\"[data-key='extra::1']\").focus()").await;
    browser.keys("\u{e014}\u{e014}\u{e007}").await;
    browser.until("picked", "document.querySelector('[data-loom-back]')").await;
    browser.click("[data-loom-back]").await;
    browser.until("as generated", "!document.querySelector('[data-loom-back]')").await;
    browser.click("[data-loom-out]").await;
    until_stored_entries(&server, &id, "/options/0/wiring/extras", 0).await;

    // A lead that has no run yet begins one.
    browser.press("take it out").await;
    browser.until("one run", "document.querySelectorAll('[data-run-entry]').length === 1").await;
    browser.press("take it out").await;
    browser.until("no run", "document.querySelectorAll('[data-run-entry]').length === 0").await;
    browser.until("a bare motor lead", "document.querySelector('[data-lead=motor]:not([data-run])')").await;
    browser
        .run("document.querySelector('[data-lead=motor]').dispatchEvent(new MouseEvent('click', { bubbles: true }))")
        .await;
    until_stored(&server, &id, "/options/0/wiring/runs/0/circuit", "motor:wheels").await;
    browser.until("its entry", "document.activeElement.closest('[data-run-entry]')?.dataset.runEntry === '0'").await;

    // From a box to its step.
    browser.click("[data-key='battery::1']").await;
    browser.press("change it").await;
    browser.until("the battery", "location.pathname.endsWith('/battery')").await;
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

//! The search in a real browser: counted, begun, watched, stopped, there again after a reload; hits picked in the scatter,
//! stepped through in the table, taken as an option.

use std::time::Duration;

use crate::support::Server;
use crate::window::{Browser, document, open_demo, until_stored_entries};
use fantoccini::actions::{InputSource, MOUSE_BUTTON_LEFT, MouseActions, PointerAction};

const DOWN: &str = "\u{e015}";
const ENTER: &str = "\u{e007}";
const ESCAPE: &str = "\u{e00c}";

async fn number(browser: &Browser, script: &str) -> f64 {
    browser.run(&format!("return Number({script})")).await.as_f64().unwrap()
}

/// Replaces what stands in a plain entry.
async fn write(browser: &Browser, selector: &str, words: &str) {
    let entry = browser.find(selector).await;
    entry.click().await.unwrap();
    entry.send_keys(&format!("\u{e009}a\u{e000}{words}")).await.unwrap();
}

/// Only teeth: the parts in use, and these.
async fn only_teeth(browser: &Browser, driver: &str, driven: &str) {
    for kind in ["motor", "battery"] {
        browser.find(&format!("[data-pick='{kind}'] input[type=checkbox]")).await;
        browser.run(&format!("const box = document.querySelector(\"[data-pick='{kind}'] input[type=checkbox]\"); if (box.checked) box.click()")).await;
    }
    write(browser, "[data-search-driver]", driver).await;
    write(browser, "[data-search-driven]", driven).await;
}

const SHOWN: &str = "document.querySelectorAll('[data-hit]').length";
const COUNT: &str = "document.querySelector('[data-count] .figure')?.textContent.replaceAll(/\\s/g, '')";
const STATE: &str = "document.querySelector('[data-search-state]')?.dataset.searchState";

#[tokio::test]
async fn a_long_search_survives_a_reload_and_is_stopped() {
    let server = Server::demo();
    let browser = Browser::start().await;
    open_demo(&browser, &server, "Tracking-shot dolly board", "search").await;
    write(&browser, "[data-search-driver]", "10-90").await;
    write(&browser, "[data-search-driven]", "40-200").await;
    browser.until("a count", &format!("Number({COUNT}) > 10_000_000")).await;
    browser.click("[data-begin]").await;
    browser.until("it runs", &format!("{STATE} === 'running'")).await;
    let considered = "document.querySelector('.progress .figure')?.textContent.replaceAll(/\\s/g, '')";
    browser.until("progress", &format!("Number({considered}) > 0")).await;
    browser.until_text("a second").await;
    let before = number(&browser, considered).await;

    browser.client.refresh().await.unwrap();
    browser.until("it still runs", &format!("{STATE} === 'running'")).await;
    browser.until("and goes on", &format!("Number({considered}) > {before}")).await;
    browser.click("[data-stop]").await;
    browser.until("stopped", &format!("{STATE} === 'stopped'")).await;
    browser.until_text("stopped by hand").await;
    browser.until_text("not tried").await;
    browser.until("the reasons", "document.querySelectorAll('[data-fell-code]').length > 0").await;

    browser.client.refresh().await.unwrap();
    browser.until("kept", &format!("{STATE} === 'stopped'")).await;
    browser.end().await;
}

#[tokio::test]
async fn a_hit_is_stepped_to_seen_in_the_power_path_and_taken_in_one_key() {
    let server = Server::demo();
    let browser = Browser::start().await;
    let id = open_demo(&browser, &server, "Tracking-shot dolly board", "search").await;
    only_teeth(&browser, "14-18", "36-60/4").await;
    browser.until("35 pairs", &format!("{COUNT} === '35'")).await;
    browser.click("[data-begin]").await;
    browser.until("hits", &format!("{SHOWN} > 3")).await;
    assert_eq!(browser.text(STATE).await, "done");

    browser.full_path().await;
    let ratio = "document.querySelector(\"[data-stage='gearing'] .foot\")?.textContent.trim()";
    let before = browser.text(ratio).await;
    browser.run("document.querySelector('[data-hits]').focus()").await;
    browser.keys(&format!("{DOWN}{DOWN}")).await;
    browser.until("one is looked at", "document.querySelectorAll('[data-hit][aria-selected=true]').length === 1").await;
    browser.until("the path follows", &format!("{ratio} !== '{before}'")).await;
    assert_eq!(document(&server, &id).await["options"].as_array().unwrap().len(), 2, "nothing is stored yet");
    browser.keys(ESCAPE).await;
    browser.until("and back", &format!("{ratio} === '{before}'")).await;

    browser.keys(&format!("{DOWN}{ENTER}")).await;
    until_stored_entries(&server, &id, "/options", 3).await;
    let taken = document(&server, &id).await["options"][2].clone();
    let teeth = &taken["drives"][0]["gearing"][0];
    let said = format!("{}:{}", teeth["driver_teeth"], teeth["driven_teeth"]);
    assert!(taken["name"].as_str().unwrap().ends_with(&said), "{} has {said}", taken["name"]);
    browser.until("it is the open one", "document.querySelectorAll('.tab.open .letter')[0].textContent === 'C'").await;
    browser.control("z").await;
    until_stored_entries(&server, &id, "/options", 2).await;
    browser.end().await;
}

#[tokio::test]
async fn points_are_clicked_and_drawn_around_and_axes_are_chosen() {
    let server = Server::demo();
    let browser = Browser::start().await;
    open_demo(&browser, &server, "Tracking-shot dolly board", "search").await;
    only_teeth(&browser, "12-20", "36-66/3").await;
    browser.click("[data-begin]").await;
    browser.until("hits", &format!("{SHOWN} > 10")).await;
    // Of one set of parts only teeth and margin differ.
    browser.run("const pick = (axis, value) => { const one = document.querySelector(`[data-axis=${axis}]`); one.value = value; one.dispatchEvent(new Event('change')); }; pick('x', 'ratio'); pick('y', 'margin')").await;
    browser
        .until(
            "the axis",
            "document.querySelector('[data-scatter]')?.getAttribute('aria-label')?.includes('teeth ratio across')",
        )
        .await;
    browser.run("document.querySelector('[data-scatter]').scrollIntoView({ block: 'center' })").await;
    let all = number(&browser, SHOWN).await;
    let area = "document.querySelector('[data-scatter]').getBoundingClientRect()";
    let [left, top, width] = [
        number(&browser, &format!("{area}.left")).await,
        number(&browser, &format!("{area}.top")).await,
        number(&browser, &format!("{area}.width")).await,
    ];
    // Around the left half of the paper.
    let corners = [(30.0, 4.0), (width * 0.45, 4.0), (width * 0.45, 236.0), (30.0, 236.0), (30.0, 8.0)];
    let at = |(x, y): (f64, f64)| PointerAction::MoveTo {
        duration: Some(Duration::from_millis(20)),
        x: left + x,
        y: top + y,
    };
    let mut mouse = MouseActions::new("mouse".to_owned()).then(at(corners[0]));
    mouse = mouse.then(PointerAction::Down { button: MOUSE_BUTTON_LEFT });
    for corner in &corners[1..] {
        mouse = mouse.then(at(*corner));
    }
    mouse = mouse.then(PointerAction::Up { button: MOUSE_BUTTON_LEFT });
    browser.client.perform_actions(mouse).await.unwrap();
    browser.until("only some are left", &format!("{SHOWN} > 0 && {SHOWN} < {all}")).await;
    browser.until_text("drawn around").await;

    // A click on empty paper lets all in again.
    let click = MouseActions::new("mouse".to_owned())
        .then(at((width - 18.0, 236.0)))
        .then(PointerAction::Down { button: MOUSE_BUTTON_LEFT })
        .then(PointerAction::Up { button: MOUSE_BUTTON_LEFT });
    browser.client.perform_actions(click).await.unwrap();
    browser.until("all again", &format!("{SHOWN} === {all}")).await;

    // A click on a point looks at it: the one that nothing beats has a ring, so its place is known.
    let ring = "document.querySelector('[data-scatter] circle.ring').getBoundingClientRect()";
    let x = number(&browser, &format!("{ring}.left + {ring}.width / 2")).await;
    let y = number(&browser, &format!("{ring}.top + {ring}.height / 2")).await;
    let point = MouseActions::new("mouse".to_owned())
        .then(PointerAction::MoveTo { duration: None, x, y })
        .then(PointerAction::Down { button: MOUSE_BUTTON_LEFT })
        .then(PointerAction::Up { button: MOUSE_BUTTON_LEFT });
    browser.client.perform_actions(point).await.unwrap();
    browser.until("it is looked at", "document.querySelector('[data-scatter] circle.here')").await;
    browser.until("in the table too", "document.querySelector('[data-hit][aria-selected=true]')").await;
    browser.end().await;
}

#[tokio::test]
async fn what_is_typed_wrong_says_what_would_do_and_nothing_found_says_what_would() {
    let server = Server::demo();
    let browser = Browser::start().await;
    open_demo(&browser, &server, "Tracking-shot dolly board", "search").await;
    only_teeth(&browser, "14-18", "two").await;
    browser.until_text("14, 12-20 or 30-72/2 would do").await;
    browser.until("no search with that", "document.querySelector('[data-begin]')?.disabled").await;
    write(&browser, "[data-search-driver]", "60-64").await;
    write(&browser, "[data-search-driven]", "20-22").await;
    browser.until("15 pairs", &format!("{COUNT} === '15'")).await;
    browser.click("[data-begin]").await;
    browser.until_text("Nothing does the job").await;
    browser.until_text("The one that fails by the least is").await;
    browser.until("and why", "document.querySelectorAll('.closest li').length > 0").await;
    browser.until("what fell to what", "document.querySelectorAll('[data-fell-code]').length > 0").await;
    browser.end().await;
}

#[tokio::test]
async fn axes_are_round_in_the_units_that_are_read() {
    let server = Server::demo();
    let browser = Browser::start().await;
    browser.open(&server.url("/")).await;
    let pounds = r#"{ "speed": "mph", "torque": "ozf·in", "mass": "lb", "length": "in" }"#;
    browser.run(&format!("localStorage.setItem('ypsidyne.preferences', '{pounds}')")).await;
    open_demo(&browser, &server, "Tracking-shot dolly board", "search").await;
    browser.find("[data-pick='battery'] input[type=checkbox]").await;
    browser.run("const box = document.querySelector(\"[data-pick='battery'] input[type=checkbox]\"); if (box.checked) box.click()").await;
    write(&browser, "[data-search-driver]", "12-20").await;
    write(&browser, "[data-search-driven]", "36-66/3").await;
    browser.click("[data-begin]").await;
    browser.until("hits", &format!("{SHOWN} > 10")).await;
    browser.run("const one = document.querySelector('[data-axis=x]'); one.value = 'mass'; one.dispatchEvent(new Event('change'))").await;
    const TICKS: &str =
        "[...document.querySelectorAll('[data-scatter] [data-plot-tick]')].map((one) => one.textContent.trim())";
    browser.until("pounds", &format!("{TICKS}.length > 2 && {TICKS}.every((text) => text.endsWith(' lb'))")).await;
    let ticks = browser.text(&format!("{TICKS}.join(';')")).await;
    let values: Vec<f64> = ticks.split(';').map(|tick| tick.trim_end_matches(" lb").parse().unwrap()).collect();
    let step = values[1] - values[0];
    let first = step / 10f64.powf(step.log10().floor());
    assert!([1.0, 2.0, 5.0].iter().any(|round| (first - round).abs() < 1e-6), "{ticks}");
    browser.end().await;
}

#[tokio::test]
async fn a_generator_is_searched_by_what_is_turned() {
    let server = Server::demo();
    let browser = Browser::start().await;
    open_demo(&browser, &server, "Millrace generator", "search").await;
    browser.until("the motors are counted", &format!("Number({COUNT}) > 50 && Number({COUNT}) < 500")).await;
    let picks = browser.text("[...document.querySelectorAll('[data-pick]')].map(pick => pick.dataset.pick)").await;
    assert_eq!(picks, "motor", "neither packs nor controllers are tried");
    assert_eq!(browser.text("document.querySelectorAll('[data-rank=runtime]').length").await, "0");
    browser.click("[data-begin]").await;
    browser.until("some do it", &format!("{STATE} === 'done' && {SHOWN} > 0")).await;
    let others = "[...document.querySelectorAll('[data-hit]')].filter(row => /\\d+S/.test(row.innerText)).length";
    assert_eq!(browser.text(others).await, "0", "no pack of the shelf hangs on it");
    // Nothing beats what the line through the cloud joins, and it is drawn on these two axes.
    assert_ne!(browser.text("document.querySelector('path.front').getAttribute('d')").await, "");
    browser.end().await;
}

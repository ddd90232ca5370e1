//! Whoever uses keys, a reader or large type: every view in both themes under axe, and what is in view at five sizes.

use crate::support::Server;
use crate::window::{Browser, open_demo};
use serde_json::{Value, json};

const STEPS: [&str; 12] = [
    "job",
    "motor",
    "gearing",
    "battery",
    "controller",
    "wiring",
    "search",
    "options",
    "parts",
    "odds",
    "run",
    "sheet",
];

/// The rules of axe-core, as the page's packages bring it.
fn axe() -> String {
    let path = concat!(env!("CARGO_MANIFEST_DIR"), "/../../web/node_modules/axe-core/axe.min.js");
    std::fs::read_to_string(path).unwrap_or_else(|error| panic!("{path}: {error}; npm ci brings it"))
}

/// What axe finds wrong in the page as it stands, in one line each. The dark theme has other colours and nothing else: the
/// rules about colours are what is asked there.
async fn violations(browser: &Browser, axe: &str, theme: &str) -> Vec<String> {
    const OF_COLOURS: &str = ", runOnly: ['color-contrast', 'link-in-text-block']";
    let only = if theme == "dark" { OF_COLOURS } else { "" };
    browser.run(&format!("if (!window.axe) {{ {axe}; }}")).await;
    let found = browser
        .run(&format!(
            "return axe.run(document, {{ resultTypes: ['violations']{only} }}).then(({{ violations }}) => violations.map((one) => \
             `${{one.id}}: ${{one.nodes.slice(0, 3).map((node) => node.html.slice(0, 160)).join(' ## ')}}`))",
        ))
        .await;
    found.as_array().unwrap().iter().map(|one| one.as_str().unwrap().to_owned()).collect()
}

#[tokio::test]
async fn every_view_is_free_of_violations_in_both_themes() {
    let server = Server::demo();
    let browser = Browser::start().await;
    let axe = axe();
    let id = open_demo(&browser, &server, "Hillside harvest cart", "job").await;
    let mut wrong = Vec::new();
    let steps = STEPS.map(|step| format!("/builds/{id}/{step}"));
    let rooms = ["/", "/shelf", "/bench", "/model"].map(ToOwned::to_owned);
    for theme in ["light", "dark"] {
        browser
            .run(&format!("localStorage.setItem('ypsidyne.preferences', JSON.stringify({{ theme: '{theme}' }}))"))
            .await;
        browser.client.refresh().await.unwrap();
        for place in rooms.iter().chain(&steps) {
            browser.turn_to(place).await;
            browser.until("no part is being fetched", "!document.querySelector('[data-fetching]')").await;
            // What is pale is of before, and says so: it is looked at once it is of now.
            browser
                .until(
                    "all of it is of now",
                    "!document.querySelector('[data-stale]') && !document.body.innerText.includes('Working it out')",
                )
                .await;
            if place.ends_with("/run") {
                browser.until("a run", "document.querySelector('[data-run-words]')").await;
            }
            wrong.extend(
                violations(&browser, &axe, theme).await.into_iter().map(|one| format!("{theme} {place}: {one}")),
            );
        }
        // A sheet with the live supply, and the same at the bench.
        browser.open(&server.url("/bench")).await;
        browser.click(".kept a").await;
        browser.until("its readings", "document.querySelector('[data-reading]')").await;
        browser.until("the supply", "document.querySelector('[data-supply-state=off]')").await;
        for place in ["sheet", "at the bench"] {
            wrong.extend(
                violations(&browser, &axe, theme).await.into_iter().map(|one| format!("{theme} {place}: {one}")),
            );
            if place == "sheet" {
                browser.click("[data-at-bench]").await;
                browser.until("the pad", "document.querySelector('[data-bench-mode] .pad')").await;
            }
        }
    }
    assert!(wrong.is_empty(), "{} wrong:\n{}", wrong.len(), wrong.join("\n"));
    browser.end().await;
}

/// What a maker must see without scrolling, at the sizes of a desk, a wall, a tablet, a phone, and twice the zoom.
#[tokio::test]
async fn entry_sentence_and_weakest_link_are_in_view_at_every_size() {
    let server = Server::demo();
    for (width, height) in [(1280, 800), (1920, 1080), (768, 1024), (390, 844), (640, 400)] {
        let browser = Browser::sized(width, height).await;
        let id = open_demo(&browser, &server, "Tracking-shot dolly board", "sheet").await;
        for step in STEPS {
            browser.turn_to(&format!("/builds/{id}/{step}")).await;
            browser.until("the sentence", "document.querySelector('main h2')?.innerText.length > 10").await;
            let seen = browser
                .run(
                    "const inView = (element) => { if (!element) return 'none'; const box = element.getBoundingClientRect(); \
                       return box.top >= 0 && box.bottom <= innerHeight && box.left >= -1 && box.right <= innerWidth + 1 \
                         ? 'seen' : `${box.top} to ${box.bottom} of ${innerHeight}, ${box.left} to ${box.right} of ${innerWidth}`; }; \
                     const entries = [...document.querySelectorAll('main .field-row input, main .field-row select, main .who input')] \
                       .filter((entry) => entry.checkVisibility()); \
                     const weakest = document.querySelector('[data-foot-bar] .word, [data-verdict] [data-check], [data-verdict-strip] b'); \
                     return { sentence: inView(document.querySelector('main h2')), entry: inView(entries[0]), \
                       weakest: inView(weakest), sideways: document.scrollingElement.scrollWidth > innerWidth };",
                )
                .await;
            let about = format!("{step} at {width} × {height}: {seen}");
            assert_eq!((&seen["sentence"], &seen["weakest"]), (&json!("seen"), &json!("seen")), "{about}");
            assert_eq!(seen["sideways"], json!(false), "{about}");
            // What is typed of a part is in view; the later steps are read first.
            if ["job", "motor", "gearing", "battery", "controller"].contains(&step) {
                assert_eq!(seen["entry"], json!("seen"), "{about}");
            }
        }
        browser.end().await;
    }
}

/// Nothing of what people have in hand of a part is below the fold at 1280 × 800.
#[tokio::test]
async fn nobody_scrolls_to_type_a_part() {
    let server = Server::demo();
    let browser = Browser::sized(1280, 800).await;
    let id = open_demo(&browser, &server, "Hillside harvest cart", "motor").await;
    for (step, fields) in [
        (
            "motor",
            vec![
                "label",
                "kv_rpm_per_v",
                "resistance_ohm",
                "no_load_current_a",
                "max_continuous_current_a",
                "can_length_mm",
            ],
        ),
        ("battery", vec!["label", "cells_series", "capacity_ah", "continuous_c", "packs_parallel", "price"]),
        ("controller", vec!["label", "max_voltage_v", "motor_current_peak_a", "battery_current_limit_a"]),
        ("job", vec!["target_speed_m_s", "payload_kg", "grade_percent", "climb_speed_m_s"]),
    ] {
        browser.open(&server.url(&format!("/builds/{id}/{step}"))).await;
        for field in fields {
            let place = format!(
                "document.querySelector(\"main [data-field='{field}']\")?.getBoundingClientRect().bottom <= innerHeight"
            );
            browser.until(&format!("{field} of {step}"), &place).await;
        }
    }
    // All steps are in view.
    let last: Value = browser
        .run("return document.querySelector(\"[data-step='sheet']\").getBoundingClientRect().bottom <= innerHeight")
        .await;
    assert_eq!(last, Value::Bool(true));
    browser.end().await;
}

//! From a key in a field to new figures on the screen, in a real browser. Wanted: median under 50 ms, 95th
//! percentile under 80 ms.
//!
//! Needs Chromium and its driver, and the built page. Prints median, 95th percentile and worst of the rounds.

#[path = "../tests/support/mod.rs"]
mod support;
#[path = "../tests/support/browser.rs"]
mod window;

use support::Server;
use window::Browser;

/// Types another Kv again and again and times each until the motor's no-load figure has changed and was painted.
const ROUNDS: &str = r"
    const entry = document.querySelector('input[data-field=kv_rpm_per_v]');
    const drawn = () => ['.panel .pair', 'section.sheet'].map((place) => document.querySelector(place)?.textContent ?? '').join();
    const times = [];
    for (let round = 0; round < 60; round += 1) {
        await new Promise((resolve) => setTimeout(resolve, 40));
        const before = drawn();
        const start = performance.now();
        entry.value = String(140 + round);
        entry.dispatchEvent(new Event('input', { bubbles: true }));
        await new Promise((resolve) => {
            const look = () => (drawn() === before ? requestAnimationFrame(look) : resolve());
            requestAnimationFrame(look);
        });
        times.push(performance.now() - start);
    }
    times.sort((a, b) => a - b);
    return [times[times.length / 2], times[Math.ceil(times.length * 0.95) - 1], times[times.length - 1]];
";

#[tokio::main]
async fn main() {
    // `cargo test --benches` and listings run this too: only a bench run types.
    if !std::env::args().any(|argument| argument == "--bench") {
        return;
    }
    let server = Server::demo();
    let list: serde_json::Value = reqwest::get(server.url("/api/builds")).await.unwrap().json().await.unwrap();
    let browser = Browser::start().await;
    for build in list.as_array().unwrap() {
        browser.open(&server.url(&format!("/builds/{}/motor", build["id"].as_str().unwrap()))).await;
        browser.until("figures", "document.querySelector('[data-check]') && document.querySelector('.panel .pictures')?.innerText.length > 10").await;
        let times = browser.run(ROUNDS).await;
        println!(
            "typing to new figures, {}: median {:.1} ms, 95th percentile {:.1} ms, worst {:.1} ms",
            build["name"].as_str().unwrap(),
            times[0].as_f64().unwrap(),
            times[1].as_f64().unwrap(),
            times[2].as_f64().unwrap()
        );
    }
    browser.end().await;
}

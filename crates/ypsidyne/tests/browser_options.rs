//! Options side by side in a real browser: figures with best and worst, sorted, moved, chosen and reasoned.

mod support;
#[path = "support/browser.rs"]
mod window;

use support::Server;
use window::{Browser, open_demo, until_stored};

#[tokio::test]
async fn options_are_compared_moved_chosen_and_reasoned() {
    let server = Server::demo();
    let browser = Browser::start().await;
    let id = open_demo(&browser, &server, "Tracking-shot dolly board", "battery").await;
    browser.run("document.querySelector('[data-compare-options]').click()").await;
    browser.until("both options", "document.querySelectorAll('[data-options] th[data-option]').length === 2").await;
    browser
        .until(
            "best and worst by word",
            "['best', 'worst'].every((word) => document.querySelector(`[data-options] .${word}`))",
        )
        .await;
    let first = "document.querySelector('[data-options] th[data-option]').dataset.option";
    browser.run("[...document.querySelectorAll('[data-options] tbody button')].find((one) => one.textContent.includes('minutes')).click()").await;
    browser.until("the longest runtime first", &format!("{first} === 'Direct hubs, limits mixed up'")).await;
    browser.run("[...document.querySelectorAll('[data-options] tbody button')].find((one) => one.textContent.includes('minutes')).click()").await;
    browser.until("as they were", &format!("{first} === 'Twin belt drive, 10S'")).await;
    browser.run("document.querySelector(\"[aria-label='Move Twin belt drive, 10S to the right']\").click()").await;
    until_stored(&server, &id, "/options/0/name", "Direct hubs, limits mixed up").await;
    browser.until("moved", &format!("{first} === 'Direct hubs, limits mixed up'")).await;
    browser.run("[...document.querySelectorAll('[data-choose]')].at(-1).click()").await;
    until_stored(&server, &id, "/chosen", "Twin belt drive, 10S").await;
    let reason = browser.find("[data-decision]").await;
    reason.send_keys("It climbs, and the belts are in the drawer.").await.unwrap();
    until_stored(&server, &id, "/decision", "It climbs, and the belts are in the drawer.").await;
    browser.keys("\u{e00c}").await;
    browser.until("closed", "!document.querySelector('[data-options]')").await;
    browser.control("z").await;
    until_stored(&server, &id, "/decision", serde_json::Value::Null).await;
    browser.end().await;
}

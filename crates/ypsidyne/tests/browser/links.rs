//! Links that are slow, cut or gone, and windows that are reloaded, hidden and doubled: nothing typed is lost, nothing is
//! overwritten.
//!
//! Over 400 lines: each test is one story of a user, told whole.

use std::collections::HashMap;

use crate::link::Link;
use crate::support::Server;
use crate::window::{Browser, document, open_demo, until_stored};
use rand::{RngExt, SeedableRng};
use serde_json::{Value, json};

const KV: &str = "/options/0/drives/0/motor/kv_rpm_per_v";

/// The demo build with this name, opened through a link.
async fn open_linked(browser: &Browser, server: &Server, link: &Link, name: &str, step: &str) -> String {
    let id = id_of(server, name).await;
    browser.open(&link.url(&format!("/builds/{id}/{step}"))).await;
    browser
        .until("figures", "document.querySelector('[data-check], [data-verdict-strip] b, [data-foot-bar] .word')")
        .await;
    id
}

async fn id_of(server: &Server, name: &str) -> String {
    let list: Vec<Value> = reqwest::get(server.url("/api/builds")).await.unwrap().json().await.unwrap();
    list.iter().find(|build| build["name"] == name).unwrap()["id"].as_str().unwrap().to_owned()
}

/// Saves a build as someone on another machine does.
async fn saved_elsewhere(server: &Server, id: &str, document: &Value) {
    let revision = reqwest::get(server.url(&format!("/api/builds/{id}"))).await.unwrap();
    let tag = revision.headers()["etag"].clone();
    let saved = reqwest::Client::new()
        .put(server.url(&format!("/api/builds/{id}")))
        .header("content-type", "application/json")
        .header("if-match", tag)
        .body(document.to_string())
        .send()
        .await
        .unwrap();
    assert!(saved.status().is_success(), "{}", saved.text().await.unwrap());
}

/// A new bench sheet of a kind, as the store keeps it.
async fn new_sheet(server: &Server, sheet: Value) -> String {
    let made = reqwest::Client::new()
        .post(server.url("/api/sheets"))
        .header("content-type", "application/json")
        .body(sheet.to_string())
        .send()
        .await
        .unwrap();
    assert!(made.status().is_success(), "{}", made.text().await.unwrap());
    let made: Value = made.json().await.unwrap();
    made["id"].as_str().unwrap().to_owned()
}

fn winding() -> Value {
    json!({
        "format": "ypsidyne.measurement/1", "kind": "winding_resistance", "label": "grey can",
        "motor_readings_ohm": [0.92, 0.95, 0.9, 0.93], "lead_readings_ohm": [0.11]
    })
}

async fn sheet(server: &Server, id: &str) -> Value {
    reqwest::get(server.url(&format!("/api/sheets/{id}"))).await.unwrap().json().await.unwrap()
}

async fn until_sheet(server: &Server, id: &str, pointer: &str, expected: Value) {
    let end = std::time::Instant::now() + std::time::Duration::from_secs(30);
    loop {
        let found = sheet(server, id).await.pointer(pointer).cloned().unwrap_or(Value::Null);
        if found == expected || found.as_f64().is_some_and(|found| Some(found) == expected.as_f64()) {
            return;
        }
        assert!(std::time::Instant::now() < end, "never stored: {pointer} {expected}, it is {found}");
        tokio::time::sleep(std::time::Duration::from_millis(25)).await;
    }
}

#[tokio::test]
async fn a_sheet_goes_into_the_build_that_was_picked_last_whatever_comes_first() {
    let server = Server::demo();
    let link = Link::to(&server.address).await;
    let browser = Browser::start().await;
    let (cart, board) =
        (id_of(&server, "Hillside harvest cart").await, id_of(&server, "Tracking-shot dolly board").await);
    let before = document(&server, &cart).await;
    let made = new_sheet(&server, winding()).await;
    browser.open(&link.url(&format!("/bench/{made}"))).await;
    browser.until("builds to pick", "document.querySelectorAll('[data-apply-build] option').length > 3").await;
    let pick = |id: &str| {
        format!(
            "const pick = document.querySelector('[data-apply-build]'); pick.value = \
             [...pick.options].find(option => option.value === '{id}' || option._value === '{id}').value; \
             pick.dispatchEvent(new Event('change'))"
        )
    };
    let held = link.hold(&format!("GET /api/builds/{cart}"));
    browser.run(&pick(&cart)).await;
    held.arrived().await;
    browser.run(&pick(&board)).await;
    browser.until("what would change", "document.querySelector('[data-put-in]')").await;
    held.let_go();
    tokio::time::sleep(std::time::Duration::from_millis(300)).await;
    browser.click("[data-put-in]").await;
    browser.until_text("The measured figures are in the build").await;
    assert_eq!(document(&server, &cart).await, before, "the build picked first is as it was");
    let board = document(&server, &board).await;
    assert_eq!(board["name"], "Tracking-shot dolly board");
    let ohm = board["options"][0]["drives"][0]["motor"]["resistance_ohm"].as_f64().unwrap();
    assert!((ohm - 0.815).abs() < 0.01, "{ohm}");
    browser.end().await;
}

#[tokio::test]
async fn an_edit_made_while_another_machine_s_is_fetched_is_not_overwritten() {
    let server = Server::demo();
    let link = Link::to(&server.address).await;
    let browser = Browser::start().await;
    let id = open_linked(&browser, &server, &link, "Hillside harvest cart", "motor").await;
    let mut theirs = document(&server, &id).await;
    theirs["options"][0]["drives"][0]["motor"]["max_speed_rpm"] = json!(5000);
    saved_elsewhere(&server, &id, &theirs).await;
    let held = link.hold(&format!("GET /api/builds/{id}"));
    browser.run("window.dispatchEvent(new Event('focus'))").await;
    held.arrived().await;
    browser.fill("kv_rpm_per_v", "140").await;
    held.let_go();
    browser.until_text("They differ in 2 places").await;
    assert_eq!(browser.value("kv_rpm_per_v").await, "140");
    browser.click("[data-keep='theirs']").await;
    browser.until("theirs", "document.querySelector(\"input[data-field='max_speed_rpm']\").value === '5000'").await;
    browser.until("no question", "!document.querySelector('.conflict')").await;
    // The version that gave way is one undo away.
    browser.control("z").await;
    until_stored(&server, &id, KV, 140).await;
    browser.end().await;
}

#[tokio::test]
async fn a_reply_that_is_lost_is_no_conflict() {
    let server = Server::demo();
    let link = Link::to(&server.address).await;
    let browser = Browser::start().await;
    let id = open_linked(&browser, &server, &link, "Hillside harvest cart", "motor").await;
    link.lose_reply(&format!("PUT /api/builds/{id}"));
    browser.fill("kv_rpm_per_v", "141").await;
    until_stored(&server, &id, KV, 141).await;
    // Typed before the page knows that the first has arrived.
    browser.fill("kv_rpm_per_v", "142").await;
    until_stored(&server, &id, KV, 142).await;
    browser.until_saved().await;
    browser.until("no one is asked", "!document.querySelector('.conflict')").await;
    browser.end().await;
}

#[tokio::test]
async fn the_newest_question_wins_whatever_order_the_answers_come_in() {
    let server = Server::demo();
    let link = Link::to(&server.address).await;
    let browser = Browser::start().await;
    browser.open(&link.url("/shelf")).await;
    browser.until("parts", "document.querySelector('[data-part]')").await;
    let held = link.hold("POST /api/parts/search");
    let entry = browser.find("input[type=search]").await;
    entry.send_keys("a").await.unwrap();
    held.arrived().await;
    entry.send_keys("zzzzqqq").await.unwrap();
    browser.until("nothing found", "!document.querySelector('[data-part]')").await;
    held.let_go();
    tokio::time::sleep(std::time::Duration::from_millis(300)).await;
    browser.until("still nothing", "!document.querySelector('[data-part]')").await;
    browser.end().await;
}

#[tokio::test]
async fn what_an_outage_kept_from_the_page_comes_by_itself() {
    let server = Server::demo();
    let link = Link::to(&server.address).await;
    let browser = Browser::start().await;
    let id = open_linked(&browser, &server, &link, "Hillside harvest cart", "motor").await;
    link.cut("");
    // Figures, lists and saves alike.
    browser.fill("kv_rpm_per_v", "133").await;
    browser.until("it is said", "document.querySelector('[data-silent]')").await;
    browser.until("drawn as stale", "document.querySelector('[data-stale]')").await;
    browser.click("[data-step='run']").await;
    browser.click(".brand").await;
    browser.until_text("has not answered since").await;
    link.mend();
    browser.until("the list", "document.querySelectorAll('[data-build]').length === 5").await;
    browser.until("nothing is said any more", "!document.querySelector('[data-silent]')").await;
    until_stored(&server, &id, KV, 133).await;
    browser.end().await;
}

#[tokio::test]
async fn a_sheet_keeps_what_was_typed_through_a_reload_and_a_hidden_page() {
    let server = Server::demo();
    let browser = Browser::start().await;
    let id = new_sheet(&server, winding()).await;
    let open = async || {
        browser.open(&server.url(&format!("/bench/{id}"))).await;
        browser.until("the sheet", "document.querySelector('[data-sheet-label]')").await;
    };
    open().await;
    let reading = "[data-reading='motor_readings_ohm/0'] input";
    let type_reading = async |figure: &str| {
        browser.click(reading).await;
        let entry = browser.find(reading).await;
        entry.send_keys(&format!("\u{e009}a\u{e000}{figure}")).await.unwrap();
    };
    // Gone before the save is due, with a name and half a reading in the row for the next.
    type_reading("0.97").await;
    browser.find("[data-sheet-label]").await.send_keys("\u{e010}, rewound").await.unwrap();
    browser.find("[data-list='motor_readings_ohm'] [data-entry] input").await.send_keys("0.99").await.unwrap();
    open().await;
    until_sheet(&server, &id, "/motor_readings_ohm/0", json!(0.97)).await;
    until_sheet(&server, &id, "/label", json!("grey can, rewound")).await;
    browser
        .until(
            "the half-typed reading",
            "document.querySelector(\"[data-list='motor_readings_ohm'] [data-entry] input\").value === '0.99'",
        )
        .await;
    // A phone hides the page and closes it without another word.
    type_reading("0.98").await;
    browser
        .run(
            "Object.defineProperty(document, 'visibilityState', { value: 'hidden', configurable: true }); \
             document.dispatchEvent(new Event('visibilitychange'))",
        )
        .await;
    until_sheet(&server, &id, "/motor_readings_ohm/0", json!(0.98)).await;
    browser.end().await;
}

#[tokio::test]
async fn a_part_that_is_being_edited_keeps_what_was_typed_through_a_reload() {
    let server = Server::demo();
    let browser = Browser::start().await;
    let open = async || {
        browser.open(&server.url("/shelf")).await;
        browser.click("[data-part] .open").await;
        browser.find("[data-part-sheet]").await;
    };
    open().await;
    let before = browser.value("mass_kg").await;
    browser.type_into("mass_kg", "4.25").await;
    open().await;
    browser.until("it stands again", "document.querySelector('[data-resumed]')").await;
    assert_eq!(browser.value("mass_kg").await, "4.25");
    browser.press("as it is on the shelf").await;
    browser.until("it is let go", "!document.querySelector('[data-resumed]')").await;
    assert_eq!(browser.value("mass_kg").await, before);
    browser.end().await;
}

#[tokio::test]
async fn two_windows_on_one_sheet_ask_and_keep_both() {
    let server = Server::demo();
    let browser = Browser::start().await;
    let id = new_sheet(&server, winding()).await;
    browser.open(&server.url(&format!("/bench/{id}"))).await;
    browser.click("[data-sheet-label]").await;
    let mut theirs = sheet(&server, &id).await;
    theirs["motor_readings_ohm"][1] = json!(0.96);
    let saved = reqwest::Client::new()
        .put(server.url(&format!("/api/sheets/{id}")))
        .header("content-type", "application/json")
        .header("if-match", format!("\"{id}.1\""))
        .body(theirs.to_string())
        .send()
        .await
        .unwrap();
    assert!(saved.status().is_success());
    browser.find("[data-sheet-label]").await.send_keys("\u{e010} two").await.unwrap();
    browser.until_text("They differ in 2 places").await;
    browser.click("[data-keep='both']").await;
    browser.until("mine", "document.querySelector('[data-sheet-label]')?.value === 'grey can two, mine'").await;
    assert_eq!(sheet(&server, &id).await, theirs, "theirs is as it was");
    browser.end().await;
}

#[tokio::test]
async fn each_window_keeps_a_draft_of_its_own() {
    let server = Server::demo();
    let link = Link::to(&server.address).await;
    let browser = Browser::start().await;
    let id = open_linked(&browser, &server, &link, "Hillside harvest cart", "motor").await;
    let first = browser.client.window().await.unwrap();
    let second = browser.client.new_window(true).await.unwrap();
    browser.client.switch_to_window(second.handle.clone()).await.unwrap();
    browser.open(&link.url(&format!("/builds/{id}/motor"))).await;
    browser
        .until("figures", "document.querySelector('[data-check], [data-verdict-strip] b, [data-foot-bar] .word')")
        .await;
    link.cut("PUT");
    browser.fill("kv_rpm_per_v", "151").await;
    browser.client.switch_to_window(first).await.unwrap();
    browser.fill("resistance_ohm", "0.33").await;
    // Reloaded, each finds its own again and not its neighbour's.
    let drafts = "Object.keys(localStorage).filter(key => key.startsWith('ypsidyne.draft.build')).length";
    browser.until("two drafts", &format!("{drafts} === 2")).await;
    for (handle, kv, ohm) in [(None, "130", "0.33"), (Some(second.handle), "151", "0.32")] {
        if let Some(handle) = handle {
            browser.client.switch_to_window(handle).await.unwrap();
        }
        browser.open(&link.url(&format!("/builds/{id}/motor"))).await;
        browser
            .until("figures", "document.querySelector('[data-check], [data-verdict-strip] b, [data-foot-bar] .word')")
            .await;
        assert_eq!(browser.value("kv_rpm_per_v").await, kv);
        assert_eq!(browser.value("resistance_ohm").await, ohm);
    }
    browser.end().await;
}

#[tokio::test]
async fn what_was_typed_into_a_build_deleted_elsewhere_can_be_kept() {
    let mut server = Server::demo();
    let link = Link::to(&server.address).await;
    let browser = Browser::start().await;
    let id = open_linked(&browser, &server, &link, "Hillside harvest cart", "motor").await;
    link.cut("PUT");
    browser.fill("kv_rpm_per_v", "152").await;
    let gone = reqwest::Client::new()
        .delete(server.url(&format!("/api/builds/{id}")))
        .header("if-match", format!("\"{id}.1\""))
        .send()
        .await
        .unwrap();
    assert!(gone.status().is_success());
    link.mend();
    // It is in the bin, and comes out of it with what was typed.
    browser.click("[data-unbin]").await;
    until_stored(&server, &id, KV, 152).await;
    browser.until_saved().await;
    // Gone for good, a new build takes it.
    link.cut("PUT");
    browser.fill("kv_rpm_per_v", "153").await;
    server.pull_the_plug();
    for end in ["", "-wal", "-shm"] {
        let _ = std::fs::remove_file(format!("{}{end}", server.data().display()));
    }
    server.start_again();
    link.mend();
    browser.open(&link.url(&format!("/builds/{id}/motor"))).await;
    browser.click("[data-orphan]").await;
    browser
        .until("a new build", &format!("!location.href.includes('{id}') && document.querySelector('[data-check]')"))
        .await;
    let kept = id_of(&server, "Hillside harvest cart").await;
    assert_eq!(document(&server, &kept).await.pointer(KV), Some(&json!(153)));
    browser.end().await;
}

#[tokio::test]
async fn half_a_figure_is_no_error_and_a_whole_one_that_is_refused_says_where_and_goes_back() {
    let server = Server::demo();
    let browser = Browser::start().await;
    let id = open_demo(&browser, &server, "Hillside harvest cart", "battery").await;
    browser.fill("burst_c", "60").await;
    until_stored(&server, &id, "/options/0/battery/burst_c", 60).await;
    browser.fill("continuous_c", "30").await;
    until_stored(&server, &id, "/options/0/battery/continuous_c", 30).await;
    // "6" on the way to "65" is below 30.
    browser.type_into("burst_c", "6").await;
    tokio::time::sleep(std::time::Duration::from_millis(700)).await;
    browser.until("no error", "!document.querySelector('[data-refusal]')").await;
    browser.keys("5\t").await;
    until_stored(&server, &id, "/options/0/battery/burst_c", 65).await;
    browser.fill("burst_c", "7").await;
    browser.until("it is said", "document.querySelector('[data-refusal]')").await;
    browser.until_text("Battery · Burst rating").await;
    browser.until("no key, no pointer", "!document.body.innerText.includes('continuous_c')").await;
    browser.click("[data-refusal] [data-put-back]").await;
    browser.until("it is back", "document.querySelector(\"input[data-field='burst_c']\").value === '65'").await;
    browser.until("nothing is said", "!document.querySelector('[data-refusal]')").await;
    browser.until_saved().await;
    browser.end().await;
}

/// What happens to the link and the server between two edits.
struct Weather {
    rng: rand_chacha::ChaCha8Rng,
    up: bool,
}

impl Weather {
    fn new(seed: u64) -> Self {
        Self { rng: rand_chacha::ChaCha8Rng::seed_from_u64(seed), up: true }
    }

    /// Kills or starts the server, cuts or mends the link. Gives whether the page may be loaded now.
    fn change(&mut self, server: &mut Server, link: &Link) -> bool {
        match self.rng.random_range(0..12) {
            0 if self.up => {
                server.pull_the_plug();
                self.up = false;
            }
            0..=2 if !self.up => {
                server.start_again();
                self.up = true;
            }
            3 => link.cut("PUT"),
            4 => link.lose_replies("PUT"),
            5 => link.lose_reply("PUT"),
            6 => link.cut("POST"),
            7..=9 => link.mend(),
            _ => {}
        }
        self.up
    }

    fn calm(&mut self, server: &mut Server, link: &Link) {
        link.mend();
        if !self.up {
            server.start_again();
        }
    }

    fn figure(&mut self, from: u32, to: u32) -> u32 {
        self.rng.random_range(from..to)
    }
}

#[tokio::test]
async fn a_hundred_edits_of_a_build_through_cuts_and_crashes_lose_nothing() {
    // Each keeps its whole figures through every check of the document.
    const FIELDS: [(&str, &str, u32, u32); 4] = [
        ("kv_rpm_per_v", KV, 100, 180),
        ("max_speed_rpm", "/options/0/drives/0/motor/max_speed_rpm", 4000, 6000),
        ("rotor_diameter_mm", "/options/0/drives/0/motor/rotor_diameter_mm", 40, 90),
        ("mass_kg", "/options/0/drives/0/motor/mass_kg", 1, 9),
    ];
    let mut server = Server::demo();
    let link = Link::to(&server.address).await;
    let browser = Browser::start().await;
    let id = open_linked(&browser, &server, &link, "Hillside harvest cart", "motor").await;
    let mut weather = Weather::new(20_261_128);
    let mut expected = HashMap::new();
    for _ in 0..100 {
        let (field, pointer, from, to) = FIELDS[weather.figure(0, 4) as usize];
        let figure = weather.figure(from, to);
        browser.type_into(field, &figure.to_string()).await;
        expected.insert(pointer, figure);
        let may_load = weather.change(&mut server, &link);
        if may_load && weather.figure(0, 8) == 0 {
            browser.open(&link.url(&format!("/builds/{id}/motor"))).await;
        }
    }
    weather.calm(&mut server, &link);
    for (pointer, figure) in expected {
        until_stored(&server, &id, pointer, figure).await;
    }
    browser.until_saved().await;
    browser.end().await;
}

#[tokio::test]
async fn a_hundred_edits_of_a_sheet_through_cuts_and_crashes_lose_nothing() {
    let mut server = Server::demo();
    let link = Link::to(&server.address).await;
    let browser = Browser::start().await;
    let id = new_sheet(&server, winding()).await;
    browser.open(&link.url(&format!("/bench/{id}"))).await;
    let mut weather = Weather::new(41);
    let mut expected = HashMap::new();
    for _ in 0..100 {
        let place = weather.figure(0, 4);
        let figure = format!("0.{}", weather.figure(800, 999));
        let reading = format!("[data-reading='motor_readings_ohm/{place}'] input");
        browser.click(&reading).await;
        browser.find(&reading).await.send_keys(&format!("\u{e009}a\u{e000}{figure}")).await.unwrap();
        expected.insert(place, figure.parse::<f64>().unwrap());
        let may_load = weather.change(&mut server, &link);
        if may_load && weather.figure(0, 8) == 0 {
            browser.open(&link.url(&format!("/bench/{id}"))).await;
        }
    }
    weather.calm(&mut server, &link);
    for (place, figure) in expected {
        until_sheet(&server, &id, &format!("/motor_readings_ohm/{place}"), json!(figure)).await;
    }
    browser.end().await;
}

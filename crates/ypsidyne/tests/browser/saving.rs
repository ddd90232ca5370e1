//! The page in a real browser: saving, undo, two windows, files, a server that goes away.

use crate::support::{DOLLY, Server};
use crate::window::{Browser, document, open_demo, until_stored, until_stored_entries};
use serde_json::{Value, json};

#[tokio::test]
async fn undo_and_redo_go_over_every_edit() {
    let server = Server::demo();
    let browser = Browser::start().await;
    let id = open_demo(&browser, &server, "Hillside harvest cart", "motor").await;
    browser.fill("kv_rpm_per_v", "150").await;
    browser.fill("resistance_ohm", "0.5").await;
    until_stored(&server, &id, "/options/0/drives/0/motor/kv_rpm_per_v", 150).await;
    // Typing three figures was one step.
    browser.run("document.activeElement.blur()").await;
    browser.control("z").await;
    assert_eq!(browser.value("resistance_ohm").await, "0.32");
    assert_eq!(browser.value("kv_rpm_per_v").await, "150");
    // It says what it undid, and shows it wherever one is.
    browser.until_text("Undone: A · wheels · Motor · Resistance").await;
    browser.click("[data-step='battery']").await;
    browser.control("z").await;
    browser.until_text("Undone: A · wheels · Motor · Speed constant Kv").await;
    browser.until("shown", "document.querySelector(\"input[data-field='kv_rpm_per_v']\")").await;
    assert_eq!(browser.value("kv_rpm_per_v").await, "130");
    browser.control("y").await;
    assert_eq!(browser.value("kv_rpm_per_v").await, "150");
    // An option taken out comes back whole.
    let before = document(&server, &id).await["options"].as_array().unwrap().len();
    // The tabs stand still once the figures of the redone edit are there.
    browser.until_saved().await;
    browser
        .until("figures of both", "document.querySelector('nav[aria-label=Options]').innerText.includes('fails')")
        .await;
    browser.click("[aria-label^='Take option']").await;
    browser.until("one option", "document.querySelectorAll('nav[aria-label=Options] .letter').length === 1").await;
    browser.press("Undo").await;
    browser.until("both options", "document.querySelectorAll('nav[aria-label=Options] .letter').length === 2").await;
    until_stored_entries(&server, &id, "/options", before).await;
    browser.end().await;
}

#[tokio::test]
async fn export_and_import_carry_a_build_and_a_bad_file_is_explained() {
    let server = Server::demo();
    let browser = Browser::start().await;
    let id = open_demo(&browser, &server, "Tracking-shot dolly board", "job").await;
    browser.menu("Export").await;
    let exported: Value =
        serde_json::from_slice(&browser.downloaded("tracking-shot-dolly-board.build.json").await).unwrap();
    let read = |value: &Value| ypsidyne_core::document::Build::from_value(value).unwrap();
    assert_eq!(read(&exported), read(&document(&server, &id).await));

    browser.open(&server.address).await;
    let mut renamed: Value = serde_json::from_str(DOLLY).unwrap();
    renamed["name"] = json!("Taken in");
    let good = browser.file("good.json", &renamed.to_string());
    browser.find("input[type=file]").await.send_keys(good.to_str().unwrap()).await.unwrap();
    browser
        .until("the bench", "document.querySelector('[data-check], [data-verdict-strip] b, [data-foot-bar] .word')")
        .await;
    browser.open(&server.address).await;
    browser.until("it is in the list", "document.querySelector(\"[data-build='Taken in']\")").await;

    renamed["options"][0]["battery"]["cells_seres"] = json!(4);
    let bad = browser.file("bad.json", &renamed.to_string());
    browser.find("input[type=file]").await.send_keys(bad.to_str().unwrap()).await.unwrap();
    browser.until_text("bad.json was not taken in").await;
    browser.until_text("/options/0/battery/cells_seres").await;
    browser.until_text("did you mean cells_series?").await;
    browser.end().await;
}

#[tokio::test]
async fn two_tabs_reconcile_by_asking() {
    let server = Server::demo();
    let browser = Browser::start().await;
    let id = open_demo(&browser, &server, "Hillside harvest cart", "motor").await;
    // A window that comes to the front looks whether someone saved: this one is at the front before anyone does.
    browser.click("input[data-field='kv_rpm_per_v']").await;
    browser.until("it is at the front", "document.hasFocus()").await;
    // Someone else saves, unseen by this tab: another machine has no way to tell it.
    let mut theirs = document(&server, &id).await;
    theirs["options"][0]["drives"][0]["motor"]["max_speed_rpm"] = json!(5000);
    let saved = reqwest::Client::new()
        .put(server.url(&format!("/api/builds/{id}")))
        .header("content-type", "application/json")
        .header("if-match", format!("\"{id}.1\""))
        .body(theirs.to_string())
        .send()
        .await
        .unwrap();
    assert!(saved.status().is_success());
    browser.fill("kv_rpm_per_v", "140").await;
    browser.until_text("Changed in another window too").await;
    browser.until_text("They differ in 2 places").await;
    assert_eq!(document(&server, &id).await, theirs, "nothing is overwritten before a person decides");
    browser.click("[data-keep='mine']").await;
    until_stored(&server, &id, "/options/0/drives/0/motor/kv_rpm_per_v", 140).await;
    until_stored(&server, &id, "/options/0/drives/0/motor/max_speed_rpm", 4200).await;
    browser.until_saved().await;
    // Theirs is still in the history, and can be taken.
    browser.menu("History").await;
    browser.until("the history", "document.querySelectorAll('[role=dialog] tr').length >= 4").await;
    browser.run("[...document.querySelectorAll('[role=dialog] tr')].find(row => row.cells[0].innerText.trim() === '2').querySelector('button').click()").await;
    until_stored(&server, &id, "/options/0/drives/0/motor/max_speed_rpm", 5000).await;
    browser.end().await;
}

#[tokio::test]
async fn an_idle_tab_takes_over_what_the_other_one_saved() {
    let server = Server::demo();
    let browser = Browser::start().await;
    let id = open_demo(&browser, &server, "Hillside harvest cart", "motor").await;
    let first = browser.client.window().await.unwrap();
    let second = browser.client.new_window(true).await.unwrap();
    browser.client.switch_to_window(second.handle).await.unwrap();
    browser.open(&server.url(&format!("/builds/{id}/motor"))).await;
    browser
        .until("figures", "document.querySelector('[data-check], [data-verdict-strip] b, [data-foot-bar] .word')")
        .await;
    browser.fill("kv_rpm_per_v", "145").await;
    browser.until_saved().await;
    browser.client.switch_to_window(first).await.unwrap();
    browser
        .until("the other's value", "document.querySelector(\"input[data-field='kv_rpm_per_v']\").value === '145'")
        .await;
    assert_eq!(browser.verdict("motor.speed").await, "tight", "and its figures: 145 Kv come near the rotor's limit");
    browser.end().await;
}

#[tokio::test]
async fn a_closed_lid_loses_nothing() {
    let server = Server::demo();
    let browser = Browser::start().await;
    let id = open_demo(&browser, &server, "Hillside harvest cart", "motor").await;
    // Gone before the save is due.
    browser.type_into("kv_rpm_per_v", "147").await;
    browser.open(&server.url("/api/health")).await;
    browser.open(&server.url(&format!("/builds/{id}/motor"))).await;
    browser
        .until("figures", "document.querySelector('[data-check], [data-verdict-strip] b, [data-foot-bar] .word')")
        .await;
    browser.until("the edit", "document.querySelector(\"input[data-field='kv_rpm_per_v']\").value === '147'").await;
    until_stored(&server, &id, "/options/0/drives/0/motor/kv_rpm_per_v", 147).await;
    browser.end().await;
}

#[tokio::test]
async fn a_server_that_is_gone_is_said_and_the_edit_arrives_later() {
    let mut server = Server::demo();
    let browser = Browser::start().await;
    let id = open_demo(&browser, &server, "Hillside harvest cart", "motor").await;
    server.pull_the_plug();
    browser.fill("kv_rpm_per_v", "133").await;
    browser.until_text("not saved").await;
    browser.until_text("Nothing typed is lost").await;
    browser.until("the figures are drawn as stale", "document.querySelector('[data-stale]')").await;
    browser.until_text("The figures are those of").await;
    assert_eq!(browser.value("kv_rpm_per_v").await, "133");
    server.start_again();
    until_stored(&server, &id, "/options/0/drives/0/motor/kv_rpm_per_v", 133).await;
    // The figures come back by themselves.
    browser.until("they are of now", "!document.querySelector('[data-stale]')").await;
    // Left for the list at once: the last edit goes along.
    browser.fill("kv_rpm_per_v", "134").await;
    browser.click(".brand").await;
    browser.until_text("on the bench").await;
    let end = std::time::Instant::now() + std::time::Duration::from_secs(10);
    while document(&server, &id).await["options"][0]["drives"][0]["motor"]["kv_rpm_per_v"] != 134 {
        assert!(std::time::Instant::now() < end, "the last edit never arrived");
    }
    browser.end().await;
}

#[tokio::test]
async fn the_list_renames_copies_deletes_and_brings_back() {
    let server = Server::demo();
    let browser = Browser::start().await;
    browser.open(&server.address).await;
    let row = |name: &str, act: &str| {
        format!(
            "[...document.querySelectorAll(\"[data-build='{name}'] .acts button\")].find(b => b.innerText === '{act}').click()"
        )
    };
    browser.until("the list", "document.querySelectorAll('[data-build]').length === 5").await;
    browser.run(&row("Shuttlecock launcher", "copy")).await;
    browser.until("a copy", "document.querySelector(\"[data-build='Shuttlecock launcher, copy']\")").await;
    browser.run(&row("Shuttlecock launcher, copy", "rename")).await;
    let entry = browser.find("input[aria-label='Name of the build']").await;
    entry.send_keys("\u{e009}a\u{e000}Launcher for the yard\u{e007}").await.unwrap(); // Control A, then Enter
    browser.until("renamed", "document.querySelector(\"[data-build='Launcher for the yard']\")").await;
    browser.run(&row("Launcher for the yard", "delete")).await;
    browser.until("deleted", "!document.querySelector(\"[data-build='Launcher for the yard']\")").await;
    browser.press("undo").await;
    browser.until("back", "document.querySelector(\"[data-build='Launcher for the yard']\")").await;
    browser.end().await;
}

#[tokio::test]
async fn the_undo_of_a_remedy_leaves_later_edits_and_words_are_undone_by_themselves() {
    let server = Server::demo();
    let browser = Browser::start().await;
    let id = open_demo(&browser, &server, "Hillside harvest cart", "battery").await;
    browser.until("a remedy", "document.querySelector('[data-remedy]')").await;
    const RATIO: &str = "/options/0/drives/0/motor/gearbox/ratio";
    browser.click("[data-remedy]").await;
    browser.until_text("Done: The same motor with a gearbox of 25 : 1").await;
    until_stored(&server, &id, RATIO, 25).await;
    browser.fill("capacity_ah", "14").await;
    until_stored(&server, &id, "/options/0/battery/capacity_ah", 14).await;
    browser.press("undo").await;
    until_stored(&server, &id, RATIO, 27).await;
    assert_eq!(document(&server, &id).await["options"][0]["battery"]["capacity_ah"], 14);
    // In a search box Ctrl Z is the box's own.
    browser.click("[data-shelf-line]").await;
    browser.find("[data-candidate-search]").await.send_keys("lead").await.unwrap();
    browser.control("z").await;
    browser.until_saved().await;
    assert_eq!(document(&server, &id).await["options"][0]["battery"]["capacity_ah"], 14);
    browser.end().await;
}

#[tokio::test]
async fn what_a_change_of_kind_makes_void_is_set_aside_and_comes_back() {
    const MOTOR: &str = "/options/0/drives/0/motor";
    let server = Server::demo();
    let browser = Browser::start().await;
    let id = open_demo(&browser, &server, "Hillside harvest cart", "motor").await;
    let drop_v = document(&server, &id).await.pointer(&format!("{MOTOR}/brush_drop_v")).unwrap().clone();
    let choose = async |words: &str| {
        browser.choose("[data-field='kind']", words).await;
    };
    choose("Brushless").await;
    until_stored(&server, &id, &format!("{MOTOR}/kind"), "brushless").await;
    browser.until_text("Set aside, for it does not apply any more: brush drop").await;
    assert_eq!(document(&server, &id).await.pointer(&format!("{MOTOR}/brush_drop_v")), None);
    choose("Brushed").await;
    until_stored(&server, &id, &format!("{MOTOR}/kind"), "brushed").await;
    until_stored(&server, &id, &format!("{MOTOR}/brush_drop_v"), drop_v).await;
    browser.end().await;
}

#[tokio::test]
async fn what_was_set_aside_of_one_build_stays_out_of_another() {
    const MOTOR: &str = "/options/0/drives/0/motor";
    let server = Server::demo();
    let browser = Browser::start().await;
    let cart = open_demo(&browser, &server, "Hillside harvest cart", "motor").await;
    let choose = async |words: &str| {
        browser.choose("[data-field='kind']", words).await;
    };
    choose("Brushless").await;
    until_stored(&server, &cart, &format!("{MOTOR}/kind"), "brushless").await;
    // Within the page: a reload would forget it anyway.
    browser.click(".brand").await;
    browser.press("Tracking-shot dolly board").await;
    browser
        .until(
            "the other build",
            "document.querySelector('[data-check], [data-verdict-strip] b, [data-foot-bar] .word')",
        )
        .await;
    let list: Value = reqwest::get(server.url("/api/builds")).await.unwrap().json().await.unwrap();
    let lines = list.as_array().unwrap();
    let board = lines.iter().find(|line| line["name"] == "Tracking-shot dolly board").unwrap()["id"].as_str().unwrap();
    browser.click("[data-step='motor']").await;
    choose("Brushed").await;
    until_stored(&server, board, &format!("{MOTOR}/kind"), "brushed").await;
    assert_eq!(document(&server, board).await.pointer(&format!("{MOTOR}/brush_drop_v")), None);
    browser.end().await;
}

#[tokio::test]
async fn a_controller_for_brushes_sets_the_field_orientation_aside() {
    const CONTROLLER: &str = "/options/0/drives/0/controller";
    let server = Server::demo();
    let browser = Browser::start().await;
    let id = open_demo(&browser, &server, "Tracking-shot dolly board", "controller").await;
    assert_eq!(document(&server, &id).await.pointer(&format!("{CONTROLLER}/commutation")), Some(&json!("foc")));
    let choose = async |words: &str| {
        browser.choose("[data-field='kind']", words).await;
    };
    choose("Brushed").await;
    until_stored(&server, &id, &format!("{CONTROLLER}/kind"), "brushed").await;
    browser.until_text("Set aside, for it does not apply any more: commutation").await;
    assert_eq!(document(&server, &id).await.pointer(&format!("{CONTROLLER}/commutation")), None);
    choose("Brushless").await;
    until_stored(&server, &id, &format!("{CONTROLLER}/commutation"), "foc").await;
    browser.end().await;
}

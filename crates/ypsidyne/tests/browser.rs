//! The page in a real browser: what a person does, from a new machine to two tabs.

mod support;
#[path = "support/browser.rs"]
mod window;

use serde_json::{Value, json};
use support::{DOLLY, Server};
use window::Browser;

/// Opens the demo build with this name at a step.
async fn open_demo(browser: &Browser, server: &Server, name: &str, step: &str) -> String {
    let id = demo_id(server, name).await;
    browser.open(&server.url(&format!("/builds/{id}/{step}"))).await;
    browser.until("figures", "document.querySelector('[data-check]')").await;
    id
}

async fn demo_id(server: &Server, name: &str) -> String {
    let list: Vec<Value> = reqwest::get(server.url("/api/builds")).await.unwrap().json().await.unwrap();
    list.iter().find(|build| build["name"] == name).unwrap()["id"].as_str().unwrap().to_owned()
}

async fn document(server: &Server, id: &str) -> Value {
    reqwest::get(server.url(&format!("/api/builds/{id}"))).await.unwrap().json().await.unwrap()
}

#[tokio::test]
async fn a_newcomer_sizes_a_machine_of_their_own() {
    let server = Server::start();
    let browser = Browser::start().await;
    browser.open(&server.address).await;
    browser.until_text("Nothing here yet").await;
    browser.click("[data-template='cart']").await;
    browser.until("the bench", "document.querySelector('[data-check]')").await;
    browser.until_text("holds").await;

    // Job: typed in the units people use.
    browser.fill("target_speed_m_s", "4.6 ft/s").await;
    browser.fill("payload_kg", "120 lb").await;
    browser.fill("wheel_diameter_m", "6 in").await;
    browser.until_text("175.7").await; // rpm at the wheel
    assert_eq!(browser.value("wheel_diameter_m").await, "152.4");

    // Motor: one that is too weak, and the verdict says so.
    browser.click("[data-step='motor']").await;
    browser.fill("max_voltage_v", "20").await;
    browser.until_verdict("motor.voltage", "fail").await;
    browser.fill("max_voltage_v", "36").await;
    browser.until_verdict("motor.voltage", "ok").await;

    // Gearing: a stage more.
    browser.click("[data-step='gearing']").await;
    browser.press("Add a stage").await;
    browser.fill("driver_teeth", "30").await;
    browser.fill("driven_teeth", "20").await;
    browser.until_text("18 : 1").await;

    // Battery: a small one sags.
    browser.click("[data-step='battery']").await;
    browser.fill("capacity_ah", "2200 mAh").await;
    browser.until_verdict("battery.continuous_current", "fail").await;
    browser.fill("capacity_ah", "15").await;
    browser.until_verdict("battery.continuous_current", "ok").await;

    // Controller: a limit below what the hill needs.
    browser.click("[data-step='controller']").await;
    browser.fill("motor_current_limit_a", "3").await;
    browser.until_verdict("performance.climb", "fail").await;
    browser.fill("motor_current_limit_a", "30").await;
    browser.until_verdict("performance.climb", "ok").await;

    // Everything is there after a reload.
    browser.until_saved().await;
    browser.client.refresh().await.unwrap();
    browser.until("figures", "document.querySelector('[data-check]')").await;
    assert_eq!(browser.value("motor_current_limit_a").await, "30");
    browser.click("[data-step='battery']").await;
    assert_eq!(browser.value("capacity_ah").await, "15");
    browser.end().await;
}

#[tokio::test]
async fn undo_and_redo_go_over_every_edit() {
    let server = Server::demo();
    let browser = Browser::start().await;
    let id = open_demo(&browser, &server, "Hillside harvest cart", "motor").await;
    browser.fill("kv_rpm_per_v", "150").await;
    browser.fill("resistance_ohm", "0.5").await;
    browser.until_saved().await;
    assert_eq!(document(&server, &id).await["options"][0]["drives"][0]["motor"]["kv_rpm_per_v"], 150);
    // Typing three figures was one step.
    browser.run("document.activeElement.blur()").await;
    browser.control("z").await;
    assert_eq!(browser.value("resistance_ohm").await, "0.32");
    assert_eq!(browser.value("kv_rpm_per_v").await, "150");
    browser.control("z").await;
    assert_eq!(browser.value("kv_rpm_per_v").await, "130");
    browser.control("y").await;
    assert_eq!(browser.value("kv_rpm_per_v").await, "150");
    // An option taken out comes back whole.
    let before = document(&server, &id).await["options"].as_array().unwrap().len();
    browser.click("[aria-label^='Take option']").await;
    browser.until("one option", "document.querySelectorAll('nav[aria-label=Options] .letter').length === 1").await;
    browser.press("Undo").await;
    browser.until("both options", "document.querySelectorAll('nav[aria-label=Options] .letter').length === 2").await;
    browser.until_saved().await;
    assert_eq!(document(&server, &id).await["options"].as_array().unwrap().len(), before);
    browser.end().await;
}

#[tokio::test]
async fn a_wrong_entry_keeps_what_was_typed_and_the_last_good_figures() {
    let server = Server::demo();
    let browser = Browser::start().await;
    let id = open_demo(&browser, &server, "Hillside harvest cart", "motor").await;
    let summary = browser.run("return document.querySelector('[data-summary]').innerText").await;
    for (typed, said) in [
        ("130 furlongs", "“furlongs” is no unit here; rpm/V would do"),
        ("1e9", "out of range: 1 to 20000 rpm/V is possible"),
        ("fast", "“fast” is no number"),
        ("", "Speed constant Kv is needed"),
    ] {
        browser.type_into("kv_rpm_per_v", typed).await;
        if typed.is_empty() {
            browser.keys("\u{e003}").await; // backspace over the selection
        }
        browser.until_text(said).await;
        assert_eq!(browser.value("kv_rpm_per_v").await, typed);
        let stays = format!("document.querySelector('[data-summary]').innerText === {summary}");
        browser.until("the last good figures stay", &stays).await;
    }
    browser.fill("kv_rpm_per_v", "fast").await;
    assert_eq!(browser.value("kv_rpm_per_v").await, "fast", "also after leaving the field");
    assert_eq!(document(&server, &id).await["options"][0]["drives"][0]["motor"]["kv_rpm_per_v"], 130);
    browser.fill("kv_rpm_per_v", "131").await;
    browser.until("no complaint", "!document.querySelector('.why')").await;
    // Up steps the last figure, and stops at the end of the range.
    browser.type_into("kv_rpm_per_v", "19999").await;
    browser.keys(&"\u{e013}".repeat(3)).await;
    assert_eq!(browser.value("kv_rpm_per_v").await, "20000");
    browser.end().await;
}

#[tokio::test]
async fn export_and_import_carry_a_build_and_a_bad_file_is_explained() {
    let server = Server::demo();
    let browser = Browser::start().await;
    let id = open_demo(&browser, &server, "Tracking-shot dolly board", "job").await;
    browser.press("Export").await;
    let exported: Value =
        serde_json::from_slice(&browser.downloaded("tracking-shot-dolly-board.build.json").await).unwrap();
    let read = |value: &Value| ypsidyne_core::document::Build::from_value(value).unwrap();
    assert_eq!(read(&exported), read(&document(&server, &id).await));

    browser.open(&server.address).await;
    let mut renamed: Value = serde_json::from_str(DOLLY).unwrap();
    renamed["name"] = json!("Taken in");
    let good = browser.file("good.json", &renamed.to_string());
    browser.find("input[type=file]").await.send_keys(good.to_str().unwrap()).await.unwrap();
    browser.until("the bench", "document.querySelector('[data-check]')").await;
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
    // Someone else saves, unseen by this tab: another machine has no way to tell it.
    let mut theirs = document(&server, &id).await;
    theirs["options"][0]["drives"][0]["motor"]["max_speed_rpm"] = json!(5000);
    let saved = reqwest::Client::new()
        .put(server.url(&format!("/api/builds/{id}")))
        .header("content-type", "application/json")
        .header("if-match", "\"1\"")
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
    browser.until_saved().await;
    let now = document(&server, &id).await;
    assert_eq!(now["options"][0]["drives"][0]["motor"]["kv_rpm_per_v"], 140);
    assert_eq!(now["options"][0]["drives"][0]["motor"]["max_speed_rpm"], 4200);
    // Theirs is still in the history, and can be taken.
    browser.press("History").await;
    browser.until("the history", "document.querySelectorAll('[role=dialog] tr').length >= 4").await;
    browser.run("[...document.querySelectorAll('[role=dialog] tr')].find(row => row.cells[0].innerText.trim() === '2').querySelector('button').click()").await;
    browser.until_saved().await;
    assert_eq!(document(&server, &id).await["options"][0]["drives"][0]["motor"]["max_speed_rpm"], 5000);
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
    browser.until("figures", "document.querySelector('[data-check]')").await;
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
    browser.until("figures", "document.querySelector('[data-check]')").await;
    browser.until("the edit", "document.querySelector(\"input[data-field='kv_rpm_per_v']\").value === '147'").await;
    browser.until_saved().await;
    assert_eq!(document(&server, &id).await["options"][0]["drives"][0]["motor"]["kv_rpm_per_v"], 147);
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
    assert_eq!(browser.value("kv_rpm_per_v").await, "133");
    server.start_again();
    browser.until_saved().await;
    assert_eq!(document(&server, &id).await["options"][0]["drives"][0]["motor"]["kv_rpm_per_v"], 133);
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
async fn units_are_a_preference_and_the_document_stays_si() {
    let server = Server::demo();
    let browser = Browser::start().await;
    let id = open_demo(&browser, &server, "Tracking-shot dolly board", "job").await;
    assert_eq!(browser.value("target_speed_m_s").await, "23.4");
    browser.click("[data-preferences]").await;
    browser.press("mph").await;
    browser.press("ozf·in").await;
    browser.until("mph", "document.querySelector(\"input[data-field='target_speed_m_s']\").value === '14.5401'").await;
    browser.keys("\u{e00c}").await;
    browser.fill("target_speed_m_s", "15").await;
    browser.until_saved().await;
    let speed = document(&server, &id).await["job"]["drives"][0]["load"]["target_speed_m_s"].as_f64().unwrap();
    assert!((speed - 15.0 * 0.44704).abs() < 1e-9, "{speed}");
    browser.client.refresh().await.unwrap();
    browser.until("kept", "document.querySelector(\"input[data-field='target_speed_m_s']\")?.value === '15'").await;
    // Fractions, and a typical value with its source.
    browser.click("[data-step='motor']").await;
    browser.fill("shaft_diameter_mm", "1/8 in").await;
    assert_eq!(browser.value("shaft_diameter_mm").await, "3.175");
    browser.click("[data-step='job']").await;
    browser.run("document.querySelector(\"input[data-field='rolling_resistance']\").closest('.field').querySelector('.ask').click()").await;
    browser.until_text("Bosch Automotive Handbook").await;
    browser.press("0.07").await;
    browser
        .until("picked", "document.querySelector(\"input[data-field='rolling_resistance']\").value === '0.07'")
        .await;
    browser.end().await;
}

#[tokio::test]
async fn everything_is_reachable_by_keyboard() {
    let server = Server::demo();
    let browser = Browser::start().await;
    open_demo(&browser, &server, "Meadow strip mower", "job").await;
    browser.keys("2").await;
    browser.until("the motor step", "location.pathname.endsWith('/motor')").await;
    browser.keys("s").await;
    browser
        .until("stall", "document.querySelector('[aria-label=Case] [aria-pressed=true]').innerText === 'Stall'")
        .await;
    browser.keys("[").await;
    browser
        .until("low charge", "document.querySelector('[aria-label=Charge] [aria-pressed=true]').innerText === 'low'")
        .await;
    browser.keys("d").await;
    browser
        .until("the wheels", "document.querySelector('[aria-label=Drive] [aria-pressed=true]').innerText === 'wheels'")
        .await;
    browser.keys("c").await;
    browser
        .until("climb", "document.querySelector('[aria-label=Case] [aria-pressed=true]').innerText.startsWith('Climb')")
        .await;
    browser.keys("o").await;
    browser.until("the second option", "document.querySelector('.tab.open .letter').innerText === 'B'").await;
    browser.keys("v").await;
    browser.keys("\u{e015}\u{e015}").await; // down, down
    browser.keys("\u{e007}").await; // Enter opens it
    browser.until("an open check", "document.activeElement.getAttribute('aria-expanded') === 'true'").await;
    browser.keys("?").await;
    browser
        .until("the keys", "document.querySelector('[role=dialog]')?.innerText.includes('charge lower or higher')")
        .await;
    browser.keys("\u{e00c}").await;
    browser.until("gone", "!document.querySelector('[role=dialog]')").await;
    // The ribbon's stages are buttons.
    browser.run("document.querySelector(\"[data-stage='battery']\").focus()").await;
    browser.keys("\u{e007}").await;
    browser.until("the battery step", "location.pathname.endsWith('/battery')").await;
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
    browser.until("the list", "document.querySelectorAll('[data-build]').length === 4").await;
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
async fn several_drives_and_loads_are_added_and_taken_out_in_every_option() {
    let server = Server::demo();
    let browser = Browser::start().await;
    let id = open_demo(&browser, &server, "Hillside harvest cart", "job").await;
    browser.press("add a drive").await;
    browser.until("two drives", "document.querySelectorAll('[aria-label=Drive] button').length === 2").await;
    browser.click(".p-select[data-field='load_kind']").await;
    browser.press_option("cutting blade").await;
    browser.until("a blade", "document.querySelector(\"input[data-field='blade_radius_m']\")").await;
    browser.until_saved().await;
    let build = document(&server, &id).await;
    assert_eq!(build["job"]["drives"][1]["load"]["kind"], "blade");
    for option in build["options"].as_array().unwrap() {
        assert_eq!(option["drives"].as_array().unwrap().len(), 2);
    }
    browser.press("take this drive out").await;
    browser.until_saved().await;
    assert_eq!(document(&server, &id).await["job"]["drives"].as_array().unwrap().len(), 1);
    browser.end().await;
}

#[tokio::test]
async fn charts_are_read_at_a_point_and_taken_away() {
    let server = Server::demo();
    let browser = Browser::start().await;
    open_demo(&browser, &server, "Hillside harvest cart", "motor").await;
    browser.run("document.querySelector('.chart svg').focus()").await;
    browser.keys(&"\u{e014}".repeat(5)).await;
    browser.until("a reading", "/full throttle\\s+\\d/.test(document.querySelector('figcaption').innerText)").await;
    browser.press("table").await;
    browser.until("its table", "document.querySelectorAll('.behind tbody tr').length > 40").await;
    browser.press("SVG").await;
    let svg = String::from_utf8(browser.downloaded("motor-torque-over-speed.svg").await).unwrap();
    assert!(svg.contains("<path") && !svg.contains("class="), "a drawing that needs no style sheet");
    browser.press("PNG").await;
    assert_eq!(browser.downloaded("motor-torque-over-speed.png").await[..4], *b"\x89PNG");
    browser.end().await;
}

#[tokio::test]
async fn the_page_asks_nothing_of_anywhere_else_and_complains_of_nothing() {
    let server = Server::demo();
    let browser = Browser::start().await;
    open_demo(&browser, &server, "Meadow strip mower", "motor").await;
    for step in ["job", "gearing", "battery", "controller", "wiring"] {
        browser.click(&format!("[data-step='{step}']")).await;
        browser.until(step, &format!("location.pathname.endsWith('/{step}')")).await;
    }
    browser.run("await document.fonts.ready").await;
    let asked = browser.run("return performance.getEntriesByType('resource').map(entry => entry.name)").await;
    let asked: Vec<&str> = asked.as_array().unwrap().iter().map(|name| name.as_str().unwrap()).collect();
    assert!(asked.iter().any(|name| name.ends_with(".woff2")), "the fonts come from the program: {asked:?}");
    for name in &asked {
        assert!(name.starts_with(&server.address) || name.starts_with("data:"), "{name}");
    }
    let log = browser.client.issue_cmd(window::ConsoleLog).await.unwrap();
    let complaints: Vec<&Value> = log
        .as_array()
        .unwrap()
        .iter()
        .filter(|entry| entry["level"] == "SEVERE" || entry["level"] == "WARNING")
        .collect();
    assert!(complaints.is_empty(), "{complaints:#?}");
    // Scripts of the first load, compressed: at most 350 kB.
    let script = "return performance.getEntriesByType('resource').filter(e => e.name.endsWith('.js')).reduce((sum, e) => sum + e.encodedBodySize, 0)";
    let bytes = browser.run(script).await.as_f64().unwrap();
    assert!(bytes > 10_000.0 && bytes < 350_000.0, "{bytes}");
    browser.end().await;
}

#[tokio::test]
async fn the_workbench_fits_its_screens() {
    let server = Server::demo();
    let browser = Browser::start().await;
    open_demo(&browser, &server, "Meadow strip mower", "motor").await;
    let fits =
        "document.scrollingElement.scrollHeight <= innerHeight && document.scrollingElement.scrollWidth <= innerWidth";
    browser.until("no page scroll at 1280 × 800", fits).await;
    for place in ["[data-stage='battery']", "[data-step='wiring']", "[data-check]"] {
        let seen = format!("document.querySelector(\"{place}\").getBoundingClientRect().bottom <= innerHeight");
        browser.until(place, &seen).await;
    }
    browser.end().await;

    let phone = Browser::sized(500, 844).await;
    open_demo(&phone, &server, "Meadow strip mower", "motor").await;
    phone.until("no sideways scroll", "document.scrollingElement.scrollWidth <= innerWidth").await;
    phone
        .until(
            "the verdict under it",
            "document.querySelector('[data-verdict]').getBoundingClientRect().top > innerHeight",
        )
        .await;
    phone.end().await;
}

#[tokio::test]
async fn both_themes_have_readable_contrast() {
    let server = Server::demo();
    let browser = Browser::start().await;
    browser.open(&server.address).await;
    // WCAG 2.1 relative luminance; AA asks 4.5 for text.
    let script = r"
        const luminance = (hex) => {
            const [r, g, b] = [1, 3, 5].map((at) => parseInt(hex.slice(at, at + 2), 16) / 255)
                .map((c) => (c <= 0.03928 ? c / 12.92 : ((c + 0.055) / 1.055) ** 2.4));
            return 0.2126 * r + 0.7152 * g + 0.0722 * b;
        };
        const low = [];
        for (const theme of ['light', 'dark']) {
            document.documentElement.classList.toggle('dark', theme === 'dark');
            const style = getComputedStyle(document.documentElement);
            const token = (name) => style.getPropertyValue('--' + name).trim();
            for (const ink of ['ink', 'soft', 'accent', 'ok', 'tight', 'fail', 'heat-ink']) {
                for (const paper of ['sheet', 'paper']) {
                    const [a, b] = [luminance(token(ink)), luminance(token(paper))].sort((x, y) => y - x);
                    const ratio = (a + 0.05) / (b + 0.05);
                    if (!(ratio >= 4.5)) low.push(`${theme} ${ink} on ${paper}: ${ratio.toFixed(2)}`);
                }
            }
            const [a, b] = [luminance(token('ink')), luminance(token('ribbon'))].sort((x, y) => y - x);
            if (!((a + 0.05) / (b + 0.05) >= 4.5)) low.push(`${theme} ink on ribbon`);
        }
        return low;
    ";
    assert_eq!(browser.run(script).await, json!([]));
    browser.end().await;
}

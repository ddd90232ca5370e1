//! The page in a real browser: a machine from the first word to the verdict, and everything on the way.
//!
//! Over 400 lines: each test is one story of a user, told whole.

use crate::support::Server;
use crate::window;
use crate::window::{Browser, document, open_demo, until_stored, until_stored_entries};
use serde_json::{Value, json};

#[tokio::test]
async fn a_newcomer_sizes_a_machine_of_their_own() {
    let server = Server::start();
    let browser = Browser::start().await;
    browser.open(&server.address).await;
    browser.until_text("Nothing here yet").await;
    browser.click("[data-template='cart']").await;
    browser
        .until("the bench", "document.querySelector('[data-check], [data-verdict-strip] b, [data-foot-bar] .word')")
        .await;
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
    browser
        .until("figures", "document.querySelector('[data-check], [data-verdict-strip] b, [data-foot-bar] .word')")
        .await;
    assert_eq!(browser.value("motor_current_limit_a").await, "30");
    browser.click("[data-step='battery']").await;
    assert_eq!(browser.value("capacity_ah").await, "15");
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
    until_stored(&server, &id, "/options/0/drives/0/motor/kv_rpm_per_v", 130).await;
    browser.fill("kv_rpm_per_v", "131").await;
    browser.until("no complaint", "!document.querySelector('.why')").await;
    // Up steps the last figure, and stops at the end of the range.
    browser.type_into("kv_rpm_per_v", "19999").await;
    browser.keys(&"\u{e013}".repeat(3)).await;
    assert_eq!(browser.value("kv_rpm_per_v").await, "20000");
    browser.end().await;
}

#[tokio::test]
async fn units_are_a_preference_and_the_document_stays_si() {
    let server = Server::demo();
    let browser = Browser::start().await;
    let id = open_demo(&browser, &server, "Tracking-shot dolly board", "job").await;
    assert_eq!(browser.value("target_speed_m_s").await, "23.4");
    browser.click("[data-menu]").await;
    browser.press("mph").await;
    browser.press("ozf·in").await;
    browser.until("mph", "document.querySelector(\"input[data-field='target_speed_m_s']\").value === '14.54'").await;
    browser.keys("\u{e00c}").await;
    browser.fill("target_speed_m_s", "15").await;
    until_stored(&server, &id, "/job/drives/0/load/target_speed_m_s", 15.0 * 0.44704).await;
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
    // What fixes its weakest link arrives after its figures, and pushes the rows down.
    browser.until("its verdict", "document.querySelector('[data-verdict] h2').innerText === 'Fails'").await;
    browser.until("what would fix it", "document.querySelector('[data-verdict] [data-remedy]')").await;
    browser.keys("v").await;
    // Down past what would fix the first check, to the next one.
    let at_the_next = "document.activeElement.matches(\"[data-verdict] button.row[aria-expanded='false']\")";
    for _ in 0..8 {
        if browser.run(&format!("return {at_the_next}")).await == json!(true) {
            break;
        }
        browser.keys("\u{e015}").await;
    }
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
async fn several_drives_and_loads_are_added_and_taken_out_in_every_option() {
    let server = Server::demo();
    let browser = Browser::start().await;
    let id = open_demo(&browser, &server, "Hillside harvest cart", "job").await;
    browser.press("add a drive").await;
    browser.until("two drives", "document.querySelectorAll('[aria-label=Drive] button').length === 2").await;
    browser.choose("[data-field='load_kind']", "cutting blade").await;
    browser.until("a blade", "document.querySelector(\"input[data-field='blade_radius_m']\")").await;
    until_stored(&server, &id, "/job/drives/1/load/kind", "blade").await;
    let build = document(&server, &id).await;
    for option in build["options"].as_array().unwrap() {
        assert_eq!(option["drives"].as_array().unwrap().len(), 2);
    }
    browser.press("take this drive out").await;
    until_stored_entries(&server, &id, "/job/drives", 1).await;
    browser.end().await;
}

#[tokio::test]
async fn charts_are_read_at_a_point_and_taken_away() {
    let server = Server::demo();
    let browser = Browser::start().await;
    open_demo(&browser, &server, "Hillside harvest cart", "motor").await;
    browser.find("svg.chart").await;
    browser.run("document.querySelector('svg.chart').focus()").await;
    browser.keys(&"\u{e014}".repeat(5)).await;
    browser.until("a reading", "/full throttle\\s+\\d/.test(document.querySelector('figcaption').innerText)").await;
    browser.press("table").await;
    browser.until("its table", "document.querySelectorAll('.behind tbody tr').length > 40").await;
    browser.press("SVG").await;
    let svg = String::from_utf8(browser.downloaded("motor-torque-over-speed.svg").await).unwrap();
    assert!(svg.contains("<path") && !svg.contains("class="), "a drawing that needs no style sheet");
    assert!(svg.contains(">Motor torque over speed</text>"), "its title stands in it");
    assert!(svg.contains("@font-face") && svg.contains("url(data:font/woff2;base64,"), "its faces are inside");
    browser.click("[data-plot-csv]").await;
    let csv = String::from_utf8(browser.downloaded("motor-torque-over-speed.csv").await).unwrap();
    assert!(csv.starts_with("motor rpm,full throttle") && csv.lines().count() > 40, "{csv}");
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
    // Scripts of all steps, compressed: at most 400 kB.
    let script = "return performance.getEntriesByType('resource').filter(e => e.name.endsWith('.js')).reduce((sum, e) => sum + e.encodedBodySize, 0)";
    let bytes = browser.run(script).await.as_f64().unwrap();
    assert!(bytes > 10_000.0 && bytes < 400_000.0, "{bytes}");
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
    // The bar stays, and opens the verdict over the step.
    phone
        .until(
            "the bar",
            "Math.abs(document.querySelector('[data-foot-bar]').getBoundingClientRect().bottom - innerHeight) < 1",
        )
        .await;
    phone.click("[data-open-verdict]").await;
    phone.until("the verdict", "document.querySelector('[data-verdict] [data-check]')").await;
    phone.click("[data-next-step]").await;
    phone.until("the next step", "location.pathname.endsWith('/gearing')").await;
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

#[tokio::test]
async fn what_people_type_reaches_the_document_in_si() {
    let server = Server::demo();
    let browser = Browser::start().await;
    let id = open_demo(&browser, &server, "Hillside harvest cart", "job").await;
    // Exact by definition of the units: inch, foot, mile, pound, ounce, standard gravity.
    let entries = [
        ("job", "target_speed_m_s", "4.6 ft/s", "/job/drives/0/load/target_speed_m_s", 1.40208),
        ("job", "target_speed_m_s", "5 mph", "/job/drives/0/load/target_speed_m_s", 2.2352),
        ("job", "target_speed_m_s", "1,5 m/s", "/job/drives/0/load/target_speed_m_s", 1.5),
        ("job", "payload_kg", "88 lb", "/job/drives/0/load/payload_kg", 39.916_128_56),
        ("job", "payload_kg", "500 g", "/job/drives/0/load/payload_kg", 0.5),
        ("job", "wheel_diameter_m", "10 in", "/options/0/drives/0/output/wheel_diameter_m", 0.254),
        ("job", "wheel_diameter_m", "10 1/4 in", "/options/0/drives/0/output/wheel_diameter_m", 0.260_35),
        ("job", "runtime_min", "1.5 h", "/job/runtime_min", 90.0),
        ("job", "ambient_c", "77 °F", "/job/ambient_c", 25.0),
        ("job", "duty_cycle", "60 %", "/job/duty_cycle", 0.6),
        ("motor", "resistance_ohm", "320 mohm", "/options/0/drives/0/motor/resistance_ohm", 0.32),
        ("motor", "shaft_diameter_mm", "1/8 in", "/options/0/drives/0/motor/shaft_diameter_mm", 3.175),
        ("motor", "max_torque_nm", "5600 ozf.in", "/options/0/drives/0/motor/gearbox/max_torque_nm", 39.544_690_16),
        ("motor", "max_torque_nm", "400 kgf.cm", "/options/0/drives/0/motor/gearbox/max_torque_nm", 39.2266),
        ("motor", "rotor_inertia_kg_m2", "600 g·cm²", "/options/0/drives/0/motor/rotor_inertia_kg_m2", 6e-5),
        ("battery", "capacity_ah", "12000 mAh", "/options/0/battery/capacity_ah", 12.0),
        ("battery", "cell_resistance_ohm", "3 mΩ", "/options/0/battery/cell_resistance_ohm", 0.003),
    ];
    for (step, field, typed, pointer, expected) in entries {
        browser.click(&format!("[data-step='{step}']")).await;
        browser.fill(field, typed).await;
        until_stored(&server, &id, pointer, expected).await;
    }
    browser.end().await;
}

#[tokio::test]
async fn visitors_from_elsewhere_give_the_passphrase() {
    let folder = tempfile::tempdir().unwrap();
    let file = folder.path().join("passphrase");
    std::fs::write(&file, "quarry street\n").unwrap();
    let server = Server::with(&["demo", "--address", "0.0.0.0", "--passphrase-file", file.to_str().unwrap()]);
    let browser = Browser::start().await;
    browser.open(&server.address.replace("0.0.0.0", "127.0.0.1")).await;
    browser.until_text("Passphrase of this bench").await;
    let entry = browser.find("#passphrase").await;
    entry.send_keys("open sesame\u{e007}").await.unwrap();
    browser.until_text("the passphrase is not right").await;
    entry.send_keys("\u{e009}a\u{e000}quarry street\u{e007}").await.unwrap();
    browser.until_text("5 on the bench").await;
    // A sheet is carried to the phone by a code.
    browser.open(&format!("{}/bench", server.address.replace("0.0.0.0", "127.0.0.1"))).await;
    browser.click("[data-new-sheet=heat_run]").await;
    browser.click("[data-on-phone]").await;
    browser
        .until(
            "a code of the address that others reach",
            "document.querySelector('[data-phone] img')?.naturalWidth > 100 &&
                /^http:.*[/]bench[/]/.test(document.querySelector('[data-phone] .url').innerText) &&
                !document.querySelector('[data-phone] .url').innerText.includes('127.0.0.1')",
        )
        .await;
    browser.end().await;
}

#[tokio::test]
async fn leads_stages_and_controllers_are_put_in_and_taken_out() {
    let server = Server::demo();
    let browser = Browser::start().await;
    let id = open_demo(&browser, &server, "Hillside harvest cart", "wiring").await;
    browser.press("give mm² instead").await;
    browser.fill("area_mm2", "4").await;
    browser.press("Add a run").await;
    browser.until("three runs", "document.querySelectorAll(\"input[data-field='length_m']\").length === 3").await;
    until_stored_entries(&server, &id, "/options/0/wiring/runs", 3).await;
    let runs = document(&server, &id).await["options"][0]["wiring"]["runs"].clone();
    assert_eq!((&runs[0]["area_mm2"], &runs[0]["awg"]), (&json!(4), &Value::Null));

    browser.click("[data-step='controller']").await;
    browser.press("use a plain switch instead").await;
    browser.until_text("full on or off").await;
    browser.until("no climb case", "!document.querySelector('[aria-label=Case]').innerText.includes('Climb')").await;
    browser.press("Put in a controller").await;
    browser.until_text("Your controller").await;
    until_stored(&server, &id, "/options/0/drives/0/controller/kind", "brushed").await;

    browser.click("[data-step='gearing']").await;
    browser.press("Add a stage").await;
    browser.press("give a ratio instead").await;
    until_stored(&server, &id, "/options/0/drives/0/gearing/1/ratio", 2.4).await;
    let stages = document(&server, &id).await["options"][0]["drives"][0]["gearing"].clone();
    assert_eq!((&stages[1]["ratio"], &stages[1]["driver_teeth"]), (&json!(2.4), &Value::Null), "36 over 15");
    browser.press("take it out").await;
    until_stored_entries(&server, &id, "/options/0/drives/0/gearing", 1).await;
    browser.end().await;
}

#[tokio::test]
async fn options_are_sheets_that_are_copied_and_renamed() {
    let server = Server::demo();
    let browser = Browser::start().await;
    let id = open_demo(&browser, &server, "Hillside harvest cart", "motor").await;
    browser.press("+ option").await;
    browser.until("the copy", "document.querySelector('.tab.open .letter').innerText === 'C'").await;
    browser.fill("kv_rpm_per_v", "111").await;
    browser.click(".tab.open button").await;
    let entry = browser.find("[data-rename]").await;
    entry.send_keys("\u{e009}a\u{e000}Slower winding\u{e007}").await.unwrap();
    browser.until("renamed", "document.querySelector('.tab.open .words').innerText === 'Slower winding'").await;
    until_stored(&server, &id, "/options/2/name", "Slower winding").await;
    let options = document(&server, &id).await["options"].clone();
    assert_eq!(options[2]["name"], "Slower winding");
    assert_eq!(options[2]["drives"][0]["motor"]["kv_rpm_per_v"], 111);
    assert_eq!(options[0]["drives"][0]["motor"]["kv_rpm_per_v"], 130, "the copied one is as it was");
    browser.end().await;
}

#[tokio::test]
async fn the_theme_is_a_preference_that_stays() {
    let server = Server::demo();
    let browser = Browser::start().await;
    browser.open(&server.address).await;
    let paper = "getComputedStyle(document.body).backgroundColor";
    browser.click("[data-preferences]").await;
    browser.press("dark").await;
    browser.until("dark paper", &format!("{paper} === 'rgb(18, 28, 39)'")).await;
    browser.client.refresh().await.unwrap();
    browser.until("still dark", &format!("{paper} === 'rgb(18, 28, 39)'")).await;
    browser.click("[data-preferences]").await;
    browser.press("light").await;
    browser.until("light paper", &format!("{paper} === 'rgb(252, 251, 248)'")).await;
    browser.end().await;
}

#[tokio::test]
async fn a_keystroke_is_one_request_and_the_rest_waits_until_nobody_types() {
    let server = Server::demo();
    let browser = Browser::start().await;
    open_demo(&browser, &server, "Tracking-shot dolly board", "motor").await;
    browser.click("[data-shelf-line]").await;
    browser.until("candidates", "document.querySelectorAll('[data-candidates] tbody tr').length > 5").await;
    browser.click("input[data-field='kv_rpm_per_v']").await;
    browser
        .run(
            "performance.clearResourceTimings(); \
             addEventListener('keydown', () => { window.pressed = performance.now(); }, { once: true, capture: true })",
        )
        .await;
    browser.keys("5").await;
    let asked = "performance.getEntriesByType('resource').filter(({ name }) => name.includes('/api/'))";
    browser
        .until("the list is asked again", &format!("{asked}.some(({{ name }}) => name.includes('candidates'))"))
        .await;
    let soon = format!("{asked}.filter(({{ startTime }}) => startTime < window.pressed + 280)");
    let first = browser.run(&format!("return {soon}.map((entry) => [entry.name, entry.transferSize])")).await;
    let first = first.as_array().unwrap();
    assert_eq!(first.len(), 1, "{first:?}");
    assert!(first[0][0].as_str().unwrap().contains("/api/workbench"), "{first:?}");
    let bytes = first[0][1].as_f64().unwrap();
    assert!((1.0..60_000.0).contains(&bytes), "{bytes} bytes");
    let late = format!("{asked}.filter(({{ name }}) => name.includes('candidates'))[0].startTime - window.pressed");
    assert!(browser.run(&format!("return {late}")).await.as_f64().unwrap() > 550.0);
    browser.end().await;
}

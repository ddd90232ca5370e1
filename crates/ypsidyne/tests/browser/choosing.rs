//! Choosing parts in a real browser: stepping and pin by keyboard, what would fix it, sums, honest numbers, schools.

use crate::support::Server;
use crate::window::{Browser, document, open_demo, until_other, until_stored};
use serde_json::{Value, json};

const DOWN: &str = "\u{e015}";
const ENTER: &str = "\u{e007}";
const ESCAPE: &str = "\u{e00c}";

const KV: &str = "/options/0/drives/0/motor/kv_rpm_per_v";

const SUMMARY: &str = "document.querySelector('[data-verdict] header').innerText";
const SELECTED: &str = "document.querySelector(\"[data-candidates] [aria-selected=true]\")";

#[tokio::test]
async fn candidates_are_stepped_through_kept_and_left_by_keyboard() {
    let server = Server::demo();
    let browser = Browser::start().await;
    let id = open_demo(&browser, &server, "Tracking-shot dolly board", "motor").await;
    let before = document(&server, &id).await;
    let holds = browser.text(SUMMARY).await;
    browser.open_shelf("motor").await;
    browser.until("candidates", "document.querySelectorAll('[data-candidate]').length > 20").await;
    browser.keys("p").await;
    browser.until("pinned", "document.querySelector('[data-pin]').getAttribute('aria-pressed') === 'true'").await;
    browser.keys("k").await;
    browser.keys("\u{e010}").await; // End: the one that fits worst
    browser.until("a candidate is looked at", SELECTED).await;
    browser.until("the verdict follows", &format!("{SUMMARY} !== {}", json!(holds))).await;
    // The field, the step and the ribbon follow too, and every figure says how it differs.
    let tried = browser.text(&format!("{SELECTED}.dataset.candidate")).await;
    browser
        .until(
            "the label",
            &format!("document.querySelector(\"input[data-field='label']\").value === {}", json!(tried)),
        )
        .await;
    browser
        .until("differences in words", "[...document.querySelectorAll('[data-delta]')].some((one) => /(more|less) than pinned/.test(one.textContent))")
        .await;
    browser.until("in the ribbon", "document.querySelector('svg .delta')").await;
    assert_eq!(document(&server, &id).await, before, "nothing is stored before it is kept");
    browser.keys(ESCAPE).await;
    browser.until("back", &format!("!{SELECTED} && {SUMMARY} === {}", json!(holds))).await;
    browser.until("no difference", "!document.querySelector('[data-verdict] [data-was]')").await;

    browser.keys(&format!("{DOWN}{DOWN}")).await;
    let kept = browser.text(&format!("{SELECTED}.dataset.candidate")).await;
    browser.keys(ENTER).await;
    until_stored(&server, &id, "/options/0/drives/0/motor/label", kept.clone()).await;
    let stored = document(&server, &id).await;
    assert!(stored.pointer("/options/0/drives/0/motor/part_id").is_some(), "linked to the shelf");
    assert_eq!(stored["options"][0]["drives"][0]["motor_count"], before["options"][0]["drives"][0]["motor_count"]);
    browser.control("z").await;
    until_stored(
        &server,
        &id,
        "/options/0/drives/0/motor/label",
        before["options"][0]["drives"][0]["motor"]["label"].clone(),
    )
    .await;
    browser.end().await;
}

#[tokio::test]
async fn candidates_are_searched_sorted_and_filtered_by_effect() {
    let server = Server::demo();
    let browser = Browser::start().await;
    open_demo(&browser, &server, "Hillside harvest cart", "battery").await;
    browser.open_shelf("battery").await;
    browser.until("candidates", "document.querySelectorAll('[data-candidate]').length > 20").await;
    browser.run("document.querySelector(\"[data-sort='hardware_mass_kg']\").click()").await;
    let masses = "[...document.querySelectorAll('[data-candidate]')].map((row) => parseFloat(row.cells[row.cells.length - 2].innerText))";
    browser
        .until(
            "light first",
            &format!("(() => {{ const m = {masses}; return m.every((x, i) => i === 0 || m[i - 1] <= x) }})()"),
        )
        .await;
    browser.click(".candidates input[type=checkbox]").await;
    browser
        .until(
            "only what holds",
            "[...document.querySelectorAll('[data-candidate]')].every((row) => !row.innerText.includes('fails'))",
        )
        .await;
    // Only what lasts: a range of an effect, typed with a unit of its own.
    browser.choose("[data-filter-effect]", "runs").await;
    browser
        .find("[data-effect-range='runtime_min'] input[aria-label$='at least']")
        .await
        .send_keys("2 h")
        .await
        .unwrap();
    let minutes = "[...document.querySelectorAll('[data-candidate]')].map((row) => parseFloat(row.cells[row.cells.length - 3].innerText))";
    browser.until("only what lasts", &format!("{minutes}.length > 0 && {minutes}.every((min) => min >= 120)")).await;
    browser.find("[data-candidate-search='battery']").await.send_keys("lead 12").await.unwrap();
    browser
        .until("searched", "[...document.querySelectorAll('[data-candidate]')].every((row) => row.dataset.candidate.startsWith('Lead-acid'))")
        .await;
    browser.end().await;
}

/// Presses keys until what has the focus is a remedy.
async fn to_the_first_remedy(browser: &Browser) {
    browser.until("remedies", "document.querySelector('[data-remedy]')").await;
    browser.keys("v").await;
    for _ in 0..40 {
        if browser.text("document.activeElement.hasAttribute('data-remedy')").await == "true" {
            return;
        }
        browser.keys(DOWN).await;
    }
    panic!("no remedy is reachable by the arrows");
}

#[tokio::test]
async fn every_demo_build_is_brought_from_failing_to_holding_by_keyboard_and_advice_alone() {
    let server = Server::demo();
    let browser = Browser::start().await;
    for name in ["Hillside harvest cart", "Meadow strip mower", "Shuttlecock launcher", "Tracking-shot dolly board"] {
        open_demo(&browser, &server, name, "job").await;
        browser.keys("o").await;
        browser.until("it fails", &format!("{SUMMARY}.includes('Fails')")).await;
        let mut steps = 0;
        while browser.text(SUMMARY).await.contains("Fails") {
            assert!(steps < 12, "{name}: {}", browser.text(SUMMARY).await);
            steps += 1;
            to_the_first_remedy(&browser).await;
            let before = browser.text("document.querySelector('[data-remedy]').ariaLabel").await;
            browser.keys(ENTER).await;
            let moved = format!(
                "!{SUMMARY}.includes('Fails') || (document.querySelector('[data-remedy]') && document.querySelector('[data-remedy]').ariaLabel !== {})",
                json!(before)
            );
            browser.until("the next advice", &moved).await;
        }
        browser.until("it holds", &format!("{SUMMARY}.includes('Holds')")).await;
        browser.until_saved().await;
    }
    browser.end().await;
}

#[tokio::test]
async fn a_remedy_says_what_it_moves_and_is_undone() {
    let server = Server::demo();
    let browser = Browser::start().await;
    let id = open_demo(&browser, &server, "Hillside harvest cart", "battery").await;
    browser.fill("capacity_ah", "4 Ah").await;
    browser.until("remedies", "document.querySelectorAll('[data-remedies] li').length === 1").await;
    // What would break something else stands behind one quiet line.
    browser.click("[data-harmful]").await;
    browser.until("the others", "document.querySelectorAll('[data-remedies] li').length > 1").await;
    browser.until_text("Would break: packs in their room").await;
    let said = browser.text("document.querySelector('[data-remedies]').innerText").await;
    assert!(said.contains("weakest then") && said.contains('→'), "{said}");
    let before = document(&server, &id).await;
    browser.click("[data-remedy]").await;
    browser.until_text("Done:").await;
    let end = std::time::Instant::now() + std::time::Duration::from_secs(20);
    while document(&server, &id).await == before {
        assert!(std::time::Instant::now() < end, "the remedy was never stored");
    }
    browser.press("undo").await;
    until_stored(&server, &id, "/options/0/battery/capacity_ah", 4).await;
    browser.end().await;
}

#[tokio::test]
async fn a_figure_opens_its_sum_and_the_sums_behind_it() {
    let server = Server::demo();
    let browser = Browser::start().await;
    open_demo(&browser, &server, "Tracking-shot dolly board", "motor").await;
    browser.click("[data-sum='motor.required_torque']").await;
    browser
        .until(
            "the formula",
            "document.querySelector('[data-sum-shown] [data-formula]')?.dataset.formula === 'T_m = T / (N · G · η)'",
        )
        .await;
    browser.press("its own sum").await;
    browser
        .until(
            "torque at the wheels",
            "document.querySelector('[data-sum-shown] [data-formula]')?.dataset.formula === 'T = (F_r + F_a) · d / 2'",
        )
        .await;
    browser.until_text("What torque do the wheels need on the level?").await;
    browser.press("Copy as text").await;
    browser.until("said", "/copied as text|does not let it copy/.test(document.body.innerText)").await;
    // Any figure can be chosen; there are more than forty.
    browser.until("the list", "document.querySelectorAll('[role=dialog] select option').length > 40").await;
    browser.choose("[role=dialog]", "time on one charge").await;
    browser.until_text("Peukert's law").await;
    browser.keys(ESCAPE).await;
    browser.until("closed", "!document.querySelector('[role=dialog]')").await;
    browser.end().await;
}

#[tokio::test]
async fn figures_say_whether_they_are_measured_and_which_guess_matters() {
    let server = Server::demo();
    let browser = Browser::start().await;
    let id = open_demo(&browser, &server, "Tracking-shot dolly board", "motor").await;
    browser.click("[data-guesses] summary").await;
    browser.until("ranked", &format!("document.querySelector(\"[data-guess='{KV}']\")")).await;
    let mark = "[data-provenance='kv_rpm_per_v']";
    let label = format!("document.querySelector(\"{mark}\").ariaLabel");
    while !browser.text(&label).await.contains("measured") {
        browser.click(mark).await;
    }
    until_stored(&server, &id, "/options/0/drives/0/motor/provenance/kv_rpm_per_v", "measured").await;
    browser.until("no guess any more", &format!("!document.querySelector(\"[data-guess='{KV}']\")")).await;
    let guesses = "[...document.querySelectorAll('[data-guess]')].map((one) => one.innerText).join()";
    assert!(browser.text(guesses).await.contains("would replace it"));
    browser.press("change the usual tolerances").await;
    let tolerance = browser.find("[data-tolerance='kv_share']").await;
    assert_eq!(tolerance.prop("value").await.unwrap().as_deref(), Some("8"));
    browser.run("const field = document.querySelector(\"[data-tolerance='thermal_factor']\"); field.value = '9'; field.dispatchEvent(new Event('change'))").await;
    browser.until_text("1 to 5 is possible").await;
    browser.press("as usual again").await;
    browser.until("good again", "!document.body.innerText.includes('1 to 5 is possible')").await;
    browser.end().await;
}

#[tokio::test]
async fn both_schools_stand_at_the_choice_and_can_be_followed() {
    let server = Server::demo();
    let browser = Browser::start().await;
    let id = open_demo(&browser, &server, "Hillside harvest cart", "battery").await;
    browser.click("[data-schools] summary").await;
    browser
        .until("three schools", "document.querySelectorAll(\"[data-question='battery_rule'] .school\").length === 3")
        .await;
    browser.run("[...document.querySelectorAll(\"[data-question='battery_rule'] .school\")].find((one) => one.innerText.includes('burst rating covers')).querySelector('button').click()").await;
    until_stored(&server, &id, "/job/battery_rule", "burst_covers_stall").await;
    browser.keys("2").await;
    let arrived = "location.pathname.endsWith('/motor') && !document.querySelector(\"[data-question='battery_rule']\")";
    browser.until("the motor step, and its own schools", arrived).await;
    browser.click("[data-schools] summary").await;
    browser
        .until(
            "one or two",
            "document.querySelector(\"[data-question='motor_count'] .now h4\")?.innerText.includes('Two motors')",
        )
        .await;
    browser.run("document.querySelector(\"[data-question='motor_count'] .school:not(.now) button\").click()").await;
    until_stored(&server, &id, "/options/0/drives/0/motor_count", 1).await;
    browser.end().await;
}

/// Each school of the motor is followed with one press and taken back with one.
#[tokio::test]
async fn schools_of_the_motor_are_followed_and_taken_back() {
    let server = Server::demo();
    let browser = Browser::start().await;
    let id = open_demo(&browser, &server, "Tracking-shot dolly board", "motor").await;
    let before = document(&server, &id).await;
    browser.click("[data-schools] summary").await;
    for (question, changed) in [
        ("voltage", "/options/0/battery/cells_series"),
        ("brushes", "/options/0/drives/0/motor/kind"),
        ("sensors", "/options/0/drives/0/motor/sensor"),
        ("hub_or_belt", "/options/0/drives/0/motor/kv_rpm_per_v"),
    ] {
        let other = format!("document.querySelector(\"[data-question='{question}'] .school:not(.now) button\")");
        browser.until(question, &format!("{other} !== null")).await;
        browser.run(&format!("{other}.click()")).await;
        let was = before.pointer(changed).cloned().unwrap_or_default();
        until_other(&server, &id, changed, &was).await;
        browser
            .run("[...document.querySelectorAll('button')].find((one) => one.innerText.includes('Undo')).click()")
            .await;
        until_stored(&server, &id, changed, was).await;
    }
    assert_eq!(document(&server, &id).await["options"][0], before["options"][0], "as it was");
    browser.end().await;
}

#[tokio::test]
async fn entries_take_sums_and_refuse_the_wrong_dimension_by_name() {
    let server = Server::demo();
    let browser = Browser::start().await;
    let id = open_demo(&browser, &server, "Hillside harvest cart", "job").await;
    let load = "/job/drives/0/load";
    for (field, typed, pointer, expected) in [
        ("payload_kg", "26+14", "payload_kg", 40.0),
        ("payload_kg", "30 kg + 500 g", "payload_kg", 30.5),
        ("target_speed_m_s", "3 km/h + 1 mph", "target_speed_m_s", 3.0 / 3.6 + 0.447_04),
        ("target_speed_m_s", "55 in/s", "target_speed_m_s", 1.397),
        ("payload_kg", "2*(10+5) lb", "payload_kg", 13.607_771_1),
    ] {
        browser.type_into(field, typed).await;
        browser
            .until(
                "it tells what it understood",
                "document.querySelector('[data-understood]')?.innerText.startsWith('read as')",
            )
            .await;
        browser.keys("\u{e004}").await;
        until_stored(&server, &id, &format!("{load}/{pointer}"), expected).await;
    }
    let before = document(&server, &id).await;
    for (field, typed, said) in [
        ("target_speed_m_s", "4 m", "is a length; a speed is needed"),
        ("payload_kg", "40 V", "is a voltage; a mass is needed"),
        ("payload_kg", "4 kg + 3", "with and without units"),
        ("payload_kg", "3 bananas", "is no unit here; kg, g, lb, oz would do"),
        ("target_speed_m_s", "fast", "“fast” is no number"),
    ] {
        browser.type_into(field, typed).await;
        browser.until_text(said).await;
        assert_eq!(browser.value(field).await, typed, "what was typed stays");
        browser.fill(field, "1.5").await;
        browser.control("z").await;
    }
    browser.until_saved().await;
    assert_eq!(document(&server, &id).await["job"]["name"], before["job"]["name"]);
    browser.click("[data-step='motor']").await;
    for (typed, expected) in [("290 gf.cm", 0.028_439_285), ("40 oz-in", 0.282_462), ("3 kg-cm", 0.294_199_5)] {
        browser.type_into("max_torque_nm", typed).await;
        browser.keys("\u{e004}").await;
        let stored: Value = expected.into();
        let end = std::time::Instant::now() + std::time::Duration::from_secs(20);
        loop {
            let now = document(&server, &id).await.pointer("/options/0/drives/0/motor/gearbox/max_torque_nm").cloned();
            let near =
                now.and_then(|now| now.as_f64()).is_some_and(|now| (now / stored.as_f64().unwrap() - 1.0).abs() < 1e-5);
            if near {
                break;
            }
            assert!(std::time::Instant::now() < end, "{typed} never arrived");
        }
    }
    browser.end().await;
}

#[tokio::test]
async fn a_row_pressed_twice_at_one_place_is_the_one_that_is_kept() {
    for (width, height) in [(1280, 800), (390, 844)] {
        let server = Server::demo();
        let browser = Browser::sized(width, height).await;
        let id = open_demo(&browser, &server, "Hillside harvest cart", "motor").await;
        browser.open_shelf("motor").await;
        browser.until("candidates", "document.querySelectorAll('[data-candidate]').length > 20").await;
        let label = browser.text("document.querySelectorAll('[data-candidate]')[2].dataset.candidate").await;
        let (x, y, wide, high) = browser.place("[data-candidate]:nth-of-type(4)").await;
        let press = format!(
            "const [x, y] = [{}, {}]; const row = document.elementFromPoint(x, y).closest('[data-candidate]'); \
             row.click(); return row.dataset.candidate",
            x + wide.min(300.0) / 2.0,
            y + high / 2.0
        );
        assert_eq!(browser.run(&press).await, json!(label));
        browser.until("it is tried", SELECTED).await;
        // The figures of the page around it have come.
        tokio::time::sleep(std::time::Duration::from_millis(600)).await;
        assert_eq!(browser.run(&press).await, json!(label), "the same row is under the finger at {width}");
        until_stored(&server, &id, "/options/0/drives/0/motor/label", label).await;
        browser.end().await;
    }
}

#[tokio::test]
async fn figures_typed_over_a_part_of_the_shelf_say_whose_price_stands_and_can_let_it_go() {
    const MOTOR: &str = "/options/0/drives/0/motor";
    let server = Server::demo();
    let browser = Browser::start().await;
    let id = open_demo(&browser, &server, "Hillside harvest cart", "motor").await;
    browser.open_shelf("motor").await;
    browser.until("candidates", "document.querySelectorAll('[data-candidate]').length > 20").await;
    browser.click("[data-candidate]").await;
    browser.until("it is tried", SELECTED).await;
    browser.press("Keep").await;
    browser.until_saved().await;
    let kept = document(&server, &id).await.pointer(MOTOR).unwrap().clone();
    assert!(kept["part_id"].is_string());
    browser.until("nothing differs", "!document.querySelector('[data-shelf-note]')").await;
    browser.fill("kv_rpm_per_v", "133").await;
    browser.until_text("On the shelf it has other figures: speed constant kv").await;
    browser.click("[data-as-shelved]").await;
    until_stored(&server, &id, KV, kept["kv_rpm_per_v"].clone()).await;
    browser.until("nothing differs", "!document.querySelector('[data-shelf-note]')").await;
    browser.fill("kv_rpm_per_v", "134").await;
    browser.click("[data-let-go]").await;
    until_stored(&server, &id, &format!("{MOTOR}/part_id"), Value::Null).await;
    let now = document(&server, &id).await.pointer(MOTOR).unwrap().clone();
    assert_eq!((now.get("price"), now.get("source"), &now["label"]), (None, None, &kept["label"]));
    browser.end().await;
}

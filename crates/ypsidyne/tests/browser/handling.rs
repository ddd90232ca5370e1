//! What hands do at the workbench: drag figures on pictures, go through a range, bring a check to a share, blink, command,
//! fold, and come from an empty list to a printed sheet by keys alone.

use crate::support::Server;
use crate::window::{Browser, document, open_demo, until_stored};
use fantoccini::key::Key;
use serde_json::{Value, json};

const CART: &str = "Hillside harvest cart";

/// Middle of a handle, px.
async fn handle(browser: &Browser, key: &str) -> (f64, f64) {
    let (x, y, wide, high) = browser.place(&format!("[data-handle='{key}'] .reach")).await;
    (x + wide / 2.0, y + high / 2.0)
}

fn figure(document: &Value, pointer: &str) -> f64 {
    document.pointer(pointer).and_then(Value::as_f64).unwrap_or_else(|| panic!("{pointer}"))
}

#[tokio::test]
async fn figures_are_dragged_on_the_envelope_in_one_step_each_and_given_back() {
    const LIMIT: &str = "/options/0/drives/0/controller/motor_current_limit_a";
    const TARGET: &str = "/job/drives/0/load/target_speed_m_s";
    let server = Server::demo();
    let browser = Browser::start().await;
    let id = open_demo(&browser, &server, CART, "motor").await;
    browser.until("the handles", "document.querySelectorAll('[data-handle]').length === 4").await;
    let before = document(&server, &id).await;
    let rpm = browser.text("document.querySelector('[data-handle=target]').getAttribute('aria-valuenow')").await;
    let from = handle(&browser, "target").await;
    let axis = browser
        .run("const ticks = [...document.querySelectorAll('.typed [data-plot-tick]')].map((tick) => [Number(tick.textContent), Number(tick.getAttribute('x'))]); return [ticks[0], ticks.at(-1)]")
        .await;
    let at = |tick: usize, part: usize| axis[tick][part].as_f64().unwrap();
    let rpm_per_px = (at(1, 0) - at(0, 0)) / (at(1, 1) - at(0, 1));
    browser.drag(from, (from.0 - 50.0, from.1)).await;
    browser
        .until(
            "a slower target",
            &format!("document.querySelector('[data-handle=target]').getAttribute('aria-valuenow') !== '{rpm}'"),
        )
        .await;
    browser.until_saved().await;
    let after = document(&server, &id).await;
    // The speed wanted goes with the motor speed: as far as the mark was drawn, by three figures of km/h.
    let rpm: f64 = rpm.parse().unwrap();
    let expected = figure(&before, TARGET) * (rpm - 50.0 * rpm_per_px) / rpm;
    let (found, tolerance) = (figure(&after, TARGET), 0.01 * figure(&before, TARGET));
    assert!((found - expected).abs() < tolerance, "{found} instead of {expected}");
    browser.control("z").await;
    until_stored(&server, &id, TARGET, figure(&before, TARGET)).await;
    assert!(browser.text("location.pathname").await.ends_with("/motor"), "undo stays at the picture");

    // Keys move a mark too; Escape gives back what stood there.
    let was = figure(&before, LIMIT);
    browser.run("document.querySelector('[data-handle=limit]').focus()").await;
    browser.keys(&String::from(char::from(Key::Down)).repeat(5)).await;
    browser.until_saved().await;
    let less = figure(&document(&server, &id).await, LIMIT);
    assert!(less < was && less > 0.9 * was, "{less}");
    browser.keys(&char::from(Key::Escape).to_string()).await;
    until_stored(&server, &id, LIMIT, was).await;
    browser.end().await;
}

#[tokio::test]
async fn sag_stop_and_reserve_and_teeth_are_dragged() {
    let server = Server::demo();
    let browser = Browser::start().await;
    let id = open_demo(&browser, &server, "Tracking-shot dolly board", "battery").await;
    browser.until("the handles", "document.querySelectorAll('[data-handle]').length === 3").await;
    let battery = "/options/0/battery";
    for (key, pointer, by) in [
        ("reserve", "usable_fraction", (-30.0, 0.0)),
        ("stop", "cutoff_v_per_cell", (0.0, -20.0)),
        ("sag", "cell_resistance_ohm", (0.0, 12.0)),
    ] {
        let before = document(&server, &id).await;
        let from = handle(&browser, key).await;
        browser.drag(from, (from.0 + by.0, from.1 + by.1)).await;
        browser.until_saved().await;
        browser.until("one step back", "[...document.querySelectorAll('button')].some((one) => one.textContent.includes('Undo') && !one.disabled)").await;
        let place = format!("{battery}/{pointer}");
        let (was, now) = (before.pointer(&place).cloned(), document(&server, &id).await.pointer(&place).cloned());
        assert_ne!(was, now, "{key}");
        let (was, now) = (was.and_then(|one| one.as_f64()), now.and_then(|one| one.as_f64()));
        match (key, was, now) {
            ("reserve", Some(was), Some(now)) => assert!(now < was, "less is used"),
            ("stop" | "sag", Some(was), Some(now)) => assert!(now > was, "{key}: {was} to {now}"),
            _ => {}
        }
        browser.control("z").await;
        browser.until_saved().await;
        assert_eq!(document(&server, &id).await.pointer(&place), before.pointer(&place), "{key} is one step");
    }
    browser.click("[data-step='gearing']").await;
    let from = handle(&browser, "driven_teeth").await;
    let (_, _, _, high) = browser.place("[data-stage-drawing] .pitch:nth-of-type(1)").await;
    assert!(high > 10.0);
    browser.drag(from, (from.0, from.1 + 12.0)).await;
    browser.until_saved().await;
    let stage = "/options/0/drives/0/gearing/0";
    let now = document(&server, &id).await;
    assert!(figure(&now, &format!("{stage}/driven_teeth")) < 40.0, "a smaller wheel");
    assert_eq!(figure(&now, &format!("{stage}/driver_teeth")) as i64, 16, "the other stays");
    browser.end().await;
}

#[tokio::test]
async fn a_strip_shows_where_the_build_holds_and_is_gone_through_by_pointer_and_keys() {
    const KV: &str = "/options/0/drives/0/motor/kv_rpm_per_v";
    let server = Server::demo();
    let browser = Browser::start().await;
    let id = open_demo(&browser, &server, CART, "motor").await;
    browser.click("input[data-field='kv_rpm_per_v']").await;
    browser.click("[data-strip-open]").await;
    let bands = "[...document.querySelectorAll('[data-strip-verdict]')].map((band) => band.dataset.stripVerdict)";
    browser
        .until("the strip", &format!("{bands}.length > 40 && {bands}.includes('fail') && {bands}.includes('tight')"))
        .await;
    // Where it is pressed the figure goes, and the verdict of the build is that of the band.
    let pressed = browser
        .run(
            "const bands = [...document.querySelectorAll('[data-strip-verdict]')]; \
             const one = bands.find((band) => band.dataset.stripVerdict === 'fail').getBoundingClientRect(); \
             return [one.left + one.width / 2, one.top + 4]",
        )
        .await;
    browser.point((pressed[0].as_f64().unwrap(), pressed[1].as_f64().unwrap())).await;
    let point = |part: usize| pressed[part].as_f64().unwrap();
    browser.drag((point(0), point(1)), (point(0) + 1.0, point(1))).await;
    browser.until("it fails", "document.querySelector('[data-verdict] h2').innerText === 'Fails'").await;
    browser.control("z").await;
    until_stored(&server, &id, KV, 130).await;
    // By keys: one band further, and back with Escape.
    browser.run("document.querySelector('[data-strip] [role=slider]').focus()").await;
    browser.keys(&char::from(Key::Right).to_string()).await;
    browser.until_saved().await;
    assert!(figure(&document(&server, &id).await, KV) > 130.0);
    browser.keys(&char::from(Key::Escape).to_string()).await;
    until_stored(&server, &id, KV, 130).await;
    browser.end().await;
}

#[tokio::test]
async fn a_check_is_brought_to_four_fifths_by_one_of_the_ways_that_are_offered() {
    let server = Server::demo();
    let browser = Browser::start().await;
    open_demo(&browser, &server, CART, "motor").await;
    browser.until("the weakest link", "document.querySelector(\"[data-check='performance.target_speed']\")").await;
    browser.click("[data-check='performance.target_speed'] [data-to-share]").await;
    browser
        .until("ways to 80 %", "document.querySelector('[data-remedies] h3').innerText.includes('ways to 80 %')")
        .await;
    browser.click("[data-check='performance.target_speed'] [data-remedy]").await;
    let row = "document.querySelector(\"[data-check='performance.target_speed']\")";
    browser.until("it holds", &format!("{row}.dataset.checkVerdict === 'ok'")).await;
    browser.end().await;
}

#[tokio::test]
async fn words_set_go_and_fix_and_say_it_before() {
    let server = Server::demo();
    let browser = Browser::start().await;
    let id = open_demo(&browser, &server, "Tracking-shot dolly board", "job").await;
    let said = "document.querySelector('[data-command-line]')?.innerText ?? ''";
    for (typed, says, pointer, value) in [
        ("kv 150", "170 rpm/V becomes 150 rpm/V", "/options/0/drives/0/motor/kv_rpm_per_v", json!(150)),
        ("15:40", "16:40 becomes 15:40", "/options/0/drives/0/gearing/0/driver_teeth", json!(15)),
        ("12 cells", "10 becomes 12", "/options/0/battery/cells_series", json!(12)),
    ] {
        browser.control("k").await;
        browser.find("[data-command]").await.send_keys(typed).await.unwrap();
        browser.until(typed, &format!("{said}.includes({})", json!(says))).await;
        assert_ne!(document(&server, &id).await.pointer(pointer), Some(&value), "nothing before Enter");
        browser.keys(&char::from(Key::Enter).to_string()).await;
        until_stored(&server, &id, pointer, value).await;
    }
    browser.control("k").await;
    browser.find("[data-command]").await.send_keys("run stop").await.unwrap();
    browser.keys(&char::from(Key::Enter).to_string()).await;
    browser
        .until(
            "the course",
            "document.querySelector('[data-courses] [aria-pressed=true]')?.innerText.includes('Stop and go')",
        )
        .await;
    // Escape leaves without doing anything; the list of keys is made of what can be said.
    browser.control("k").await;
    browser.find("[data-command]").await.send_keys("motor").await.unwrap();
    browser.keys(&char::from(Key::Escape).to_string()).await;
    browser.until("closed", "!document.querySelector('dialog[open]')").await;
    assert!(browser.text("location.pathname").await.ends_with("/run"));
    browser.run("document.activeElement.blur()").await;
    browser.keys("?").await;
    browser.until("the keys", "document.querySelectorAll('[role=dialog] tr').length > 20").await;
    browser.end().await;
}

#[tokio::test]
async fn what_is_pinned_blinks_while_it_is_held_and_the_differences_stand_in_one_line() {
    let server = Server::demo();
    let browser = Browser::start().await;
    open_demo(&browser, &server, CART, "battery").await;
    browser.keys("p").await;
    browser.until("pinned", "document.querySelector('[data-pin-strip]')").await;
    let volts = "document.querySelector(\"[data-stage='battery']\").textContent";
    let before = browser.text(volts).await;
    browser.fill("cells_series", "7").await;
    browser.until("the difference", "document.querySelector('[data-pin-strip]').innerText.includes('runs')").await;
    browser.until("more volts", &format!("{volts} !== {}", json!(before))).await;
    let after = browser.text(volts).await;
    browser.run("document.activeElement.blur()").await;
    let press =
        |kind: &str| format!("window.dispatchEvent(new KeyboardEvent('{kind}', {{ key: '.', bubbles: true }}))");
    browser.run(&press("keydown")).await;
    browser.until("then", "document.querySelector('[data-pin-strip]').innerText.includes('as pinned')").await;
    browser.until("its volts", &format!("{volts}.includes('24.1 V')")).await;
    browser.run(&press("keyup")).await;
    browser.until("now", &format!("{volts} === {}", json!(after))).await;
    browser.end().await;
}

#[tokio::test]
async fn path_and_verdict_fold_step_by_step_and_stay_so() {
    let server = Server::demo();
    let browser = Browser::start().await;
    open_demo(&browser, &server, CART, "motor").await;
    let height = "(document.querySelector('section.sheet')?.getBoundingClientRect().height ?? 0)";
    browser.until("in full", &format!("Math.round({height}) <= 150 && {height} > 100")).await;
    browser.keys("w").await;
    browser.until("a line", &format!("Math.round({height}) === 40")).await;
    browser.click("[data-fold-verdict]").await;
    browser.until("a strip", "document.querySelector('[data-verdict-strip]').getBoundingClientRect().width < 60").await;
    browser.click("[data-step='battery']").await;
    browser.until("in full there", &format!("{height} > 100 && document.querySelector('[data-verdict] h2')")).await;
    browser.client.refresh().await.unwrap();
    browser.click("[data-step='motor']").await;
    browser
        .until(
            "still a line",
            &format!("Math.round({height}) === 40 && document.querySelector('[data-verdict-strip]')"),
        )
        .await;
    browser.end().await;
}

#[tokio::test]
async fn help_is_reached_without_a_pointer_and_letters_can_be_no_keys() {
    let server = Server::demo();
    let browser = Browser::start().await;
    open_demo(&browser, &server, CART, "motor").await;
    browser.click("input[data-field='kv_rpm_per_v']").await;
    browser
        .until(
            "of the one in hand",
            "document.querySelector('[data-help-line]').innerText.startsWith('Kv Turns per minute')",
        )
        .await;
    browser.run("document.activeElement.blur()").await;
    browser.keys("h").await;
    browser.until("of all", "document.querySelectorAll('main .told').length > 5").await;
    browser.click("[data-menu]").await;
    browser.run("document.querySelector('[data-menu-items] .letters input').click()").await;
    browser.keys(&char::from(Key::Escape).to_string()).await;
    browser.run("document.activeElement.blur()").await;
    browser.keys("4").await;
    browser.keys("h").await;
    assert!(browser.text("location.pathname").await.ends_with("/motor"), "a letter is no key");
    browser.end().await;
}

#[tokio::test]
async fn enter_goes_on_and_escape_gives_back() {
    let server = Server::demo();
    let browser = Browser::start().await;
    let id = open_demo(&browser, &server, CART, "motor").await;
    browser.type_into("kv_rpm_per_v", "140").await;
    browser.keys(&char::from(Key::Enter).to_string()).await;
    browser.until("the next", "document.activeElement.dataset.field === 'resistance_ohm'").await;
    until_stored(&server, &id, "/options/0/drives/0/motor/kv_rpm_per_v", 140).await;
    let all = format!("{}a{}", char::from(Key::Control), char::from(Key::Null));
    browser.keys(&format!("{all}5")).await;
    browser.keys(&char::from(Key::Escape).to_string()).await;
    assert_eq!(browser.value("resistance_ohm").await, "0.32");
    until_stored(&server, &id, "/options/0/drives/0/motor/resistance_ohm", 0.32).await;
    browser.end().await;
}

#[tokio::test]
async fn keys_alone_lead_from_an_empty_list_to_the_printed_sheet() {
    let server = Server::start();
    let browser = Browser::start().await;
    browser.open(&server.address).await;
    browser.until_text("Nothing here yet").await;
    let tab = char::from(Key::Tab).to_string();
    for _ in 0..60 {
        browser.keys(&tab).await;
        if browser.text("document.activeElement.dataset.template === 'cart'").await == "true" {
            break;
        }
    }
    browser.keys(&char::from(Key::Enter).to_string()).await;
    browser.until("the bench", "document.querySelector('[data-check]')").await;
    browser.keys("2").await;
    browser.until("the step has the focus", "document.activeElement.id === 'step'").await;
    for _ in 0..40 {
        browser.keys(&tab).await;
        if browser.text("document.activeElement.dataset.field === 'kv_rpm_per_v'").await == "true" {
            break;
        }
    }
    let all = format!("{}a{}", char::from(Key::Control), char::from(Key::Null));
    browser.keys(&format!("{all}120{}", char::from(Key::Enter))).await;
    browser.until("the next entry", "document.activeElement.dataset.field === 'resistance_ohm'").await;
    browser.until_saved().await;
    browser.control("p").await;
    let windows = loop {
        let windows = browser.client.windows().await.unwrap();
        if windows.len() > 1 {
            break windows;
        }
    };
    browser.client.switch_to_window(windows[1].clone()).await.unwrap();
    browser
        .until(
            "the sheet",
            "document.title.includes('build sheet') && document.body.innerText.includes('First power-up')",
        )
        .await;
    browser.end().await;
}

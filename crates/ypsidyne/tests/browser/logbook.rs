//! The Logbook step in a real browser: a ride imported, compared, put in, undone; heat in stages with the simulated thermometer;
//! entries written, found, taken out.

use crate::rides::table;
use crate::support::Server;
use crate::window::{Browser, document, open_demo, until_stored};
use serde_json::json;

const SAYS: &str = "document.querySelector('[data-ride-says]')?.textContent";
const BOARD: &str = "Tracking-shot dolly board";

/// Types into what a selector finds, replacing what stood there, and leaves it.
async fn write(browser: &Browser, selector: &str, text: &str) {
    browser.click(selector).await;
    browser.control("a").await;
    browser.keys(&format!("{text}\u{e004}")).await;
    if text.is_empty() {
        browser.click(selector).await;
        browser.control("a").await;
        browser.keys("\u{e017}").await;
    }
}

#[tokio::test]
async fn a_ride_is_imported_compared_put_in_and_undone() {
    let server = Server::demo();
    let browser = Browser::start().await;
    let id = open_demo(&browser, &server, BOARD, "log").await;
    browser.until("the newest ride", &format!("{SAYS}?.includes('rolls harder')")).await;
    let build = document(&server, &id).await;
    let file = browser.file("yard.csv", &table(&build, 1.5));

    browser.click("[data-log-import]").await;
    browser.find("[data-ride-file]").await.send_keys(file.to_str().unwrap()).await.unwrap();
    browser.until("the preview", "document.querySelectorAll('[data-ride-column]').length === 7").await;
    browser.until("what is wrong is named", "document.querySelectorAll('[data-ride-problems] li').length === 3").await;
    browser.until_text("line 43, Pack A").await;
    // A column is taken for something else, and back.
    let note = "document.querySelector(\"[data-ride-column='Note'] select\")";
    browser.run(&format!("{note}.value = 'case'; {note}.dispatchEvent(new Event('change'))")).await;
    browser.until("nothing to read in it", "document.body.textContent.includes('\"Note\" has no reading')").await;
    browser.run(&format!("{note}.value = ''; {note}.dispatchEvent(new Event('change'))")).await;
    browser.until("left out", "document.body.textContent.includes('Not used: Note')").await;
    browser.click("[data-ride-keep]").await;

    browser
        .until(
            "what it says",
            &format!("{SAYS}?.includes('rolls harder') && document.querySelector('[data-put-in-ride]:not(:disabled)')"),
        )
        .await;
    browser
        .until("both lines", "document.querySelector('[data-measured]') && document.querySelector('[data-foretold]')")
        .await;
    let told = "document.querySelector(\"[data-calibrated='rolling_resistance'][data-determined]\")";
    browser.until("it is told", told).await;
    browser.until("odds", "/in 10/.test(document.querySelector('[data-odds-after] b').textContent)").await;
    // Only what is wanted goes in.
    for other in [
        "drag_area_m2",
        "gearing_efficiency",
        "winding_to_case_k_per_w",
        "case_to_ambient_k_per_w",
        "cell_resistance_ohm",
    ] {
        let there = browser.run(&format!("return !!document.querySelector(\"[data-goes-in='{other}']\")")).await;
        if there == json!(true) {
            browser.click(&format!("[data-goes-in='{other}']")).await;
        }
    }
    browser.until("asked anew", "document.querySelector('[data-put-in-ride]:not(:disabled)')").await;
    browser.click("[data-put-in-ride]").await;
    until_stored(&server, &id, "/job/drives/0/load/provenance/rolling_resistance", "measured").await;
    let stored = document(&server, &id).await;
    let rolling = stored["job"]["drives"][0]["load"]["rolling_resistance"].as_f64().unwrap();
    assert!((rolling / 0.027 - 1.0).abs() < 0.05, "{rolling}");
    for untouched in
        ["/battery/cell_resistance_ohm", "/drives/0/motor/resistance_ohm", "/drives/0/gearing/0/efficiency"]
    {
        assert_eq!(stored["options"][0].pointer(untouched), build["options"][0].pointer(untouched), "{untouched}");
    }
    browser.click("[data-figures='now']").await;
    browser.until("it agrees now", &format!("{SAYS}?.startsWith('As computed')")).await;
    browser.until("a change entered itself", "document.querySelector(\"[data-entry-kind='change']\")").await;

    browser.control("z").await;
    until_stored(&server, &id, "/job/drives/0/load/rolling_resistance", 0.018).await;
    let back = document(&server, &id).await;
    assert_eq!(back["job"]["drives"][0]["load"].get("provenance"), None);
    browser.end().await;
}

#[tokio::test]
async fn heat_is_run_in_stages_with_the_thermometer_and_survives_a_reload() {
    let server = Server::demo();
    let browser = Browser::start().await;
    let id = open_demo(&browser, &server, BOARD, "log").await;
    browser.click("[data-log-heat]").await;
    browser.until("the plan", "document.querySelectorAll('[data-heat-plan] tbody tr').length >= 3").await;
    browser.click("[data-heat-start]").await;
    browser.until("the clock runs", "document.querySelector('[data-heat-clock]')?.textContent.includes(':')").await;
    browser.click("[data-heat-thermometer='motor_c']").await;
    let motor = "document.querySelector(\"[data-heat-reading='motor_c'] input\").value";
    browser.until("the thermometer's reading", &format!("Number({motor}) > 0")).await;
    browser.click("[data-heat-stage]").await;
    browser.until("one stage", "document.querySelectorAll('[data-heat-run]').length === 1").await;

    // The page goes; what was read is still there.
    browser.open(&server.url(&format!("/builds/{id}/log"))).await;
    browser.click("[data-log-heat]").await;
    browser.until("still one stage", "document.querySelectorAll('[data-heat-run]').length === 1").await;
    // A motor that runs away is stopped.
    for celsius in ["70", "88", "93"] {
        write(&browser, "[data-heat-reading='motor_c'] input", celsius).await;
        write(&browser, ".short input", "2 min").await;
        browser.until("readable", "!document.querySelector('[data-heat-stage]').disabled").await;
        browser.click("[data-heat-stage]").await;
    }
    browser.until("stop", "document.querySelector('[data-heat-says]').textContent.startsWith('Stop:')").await;
    browser.until("no next stage", "document.querySelector('[data-heat-start]')?.disabled").await;
    browser.click("[data-heat-keep]").await;
    browser.until("kept", "document.querySelectorAll(\"[data-entry-kind='heat']\").length === 2").await;
    browser.until("its stages", "document.querySelectorAll('[data-heat-read] tbody tr').length === 4").await;
    browser.end().await;
}

#[tokio::test]
async fn entries_are_written_found_taken_out_and_put_back() {
    let server = Server::demo();
    let browser = Browser::start().await;
    let id = open_demo(&browser, &server, BOARD, "log").await;
    browser.until("the log", "document.querySelectorAll('[data-log-entry]').length === 8").await;
    browser.click("[data-log-write]").await;
    browser.click("[data-write-kind='failure']").await;
    write(&browser, "[data-log-part]", "Belt, left").await;
    browser.choose("[data-log-component]", "Gearing").await;
    browser
        .until(
            "the verdict of that day",
            "document.querySelector('[data-moment]')?.textContent.includes('Within its limits')",
        )
        .await;
    write(&browser, "[data-log-batch]", "B7").await;
    browser.click("[data-entry-keep]").await;
    browser.until("written", "document.querySelector('[data-log-entry=\"Belt, left: failed\"]')").await;
    write(&browser, "[data-log-find]", "belt left").await;
    browser.until("found", "document.querySelectorAll('[data-log-entry]').length === 1").await;
    browser.click("[data-entry-out]").await;
    browser.until("gone", "document.querySelectorAll('[data-log-entry]').length === 0").await;
    browser.press("undo").await;
    browser.until("back", "document.querySelectorAll('[data-log-entry]').length === 1").await;
    write(&browser, "[data-log-find]", "").await;

    // By hand: the clock, the meter, the charger.
    browser.click("[data-log-import]").await;
    browser.click("[data-by-hand]").await;
    write(&browser, "[aria-label='Time since the start, row 2']", "25 min").await;
    write(&browser, "[aria-label='Way, row 2']", "4.2 km").await;
    write(&browser, "[data-log-title]", "To the pond").await;
    browser.until("can be kept", "!document.querySelector('[data-ride-keep]').disabled").await;
    browser.click("[data-ride-keep]").await;
    browser
        .until(
            "kept",
            "document.querySelector('[data-log-entry=\"To the pond\"]')?.textContent.includes('4.2 km, 25 min')",
        )
        .await;

    // All logs on one line of time lead back to this one.
    browser.open(&server.url("/log")).await;
    browser.click("[data-log-entry='To the pond']").await;
    browser.until("its build", &format!("location.pathname === '/builds/{id}/log'")).await;
    browser
        .until("the entry itself", "document.querySelector('[data-log-entry=\"To the pond\"][aria-pressed=true]')")
        .await;
    browser.end().await;
}

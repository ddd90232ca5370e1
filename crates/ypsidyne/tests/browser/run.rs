//! The Run step in a real browser: a course drawn and run, the moment scrubbed with the power path following, options overlaid,
//! a run kept, a long one stopped; generators.

use crate::support::Server;
use crate::window::{Browser, document, open_demo, until_stored, until_stored_entries};
use serde_json::Value;

const RIGHT: &str = "\u{e014}";
const UP: &str = "\u{e013}";
const HOME: &str = "\u{e011}";

const HEADLINE: &str = "document.querySelector('[data-run-words] .headline')?.textContent";
const READING: &str = "document.querySelector(\"[data-stage='battery'] .reading\")?.textContent.trim()";

fn points(build: &Value, course: usize) -> Vec<Value> {
    build["courses"][course]["parts"][0]["mode"]["points"].as_array().unwrap().clone()
}

#[tokio::test]
async fn a_course_is_drawn_point_by_point_and_run_at_once() {
    let server = Server::demo();
    let browser = Browser::start().await;
    let id = open_demo(&browser, &server, "Tracking-shot dolly board", "run").await;
    browser.until("the first course ran", &format!("{HEADLINE}?.includes('660 m')")).await;
    browser.click("[data-course-draw]").await;
    until_stored_entries(&server, &id, "/courses", 4).await;
    browser.until("it ran", &format!("{HEADLINE} && !{HEADLINE}.includes('660 m')")).await;
    let first = browser.text(HEADLINE).await;

    // A press between two points puts one there; a drag of the last one ends the course later.
    let (left, top, width, height) = browser.place("[data-draw='grade']").await;
    browser.drag((left + 0.5 * width, top + 0.5 * height), (left + 0.5 * width, top + 0.2 * height)).await;
    until_stored_entries(&server, &id, "/courses/3/parts/0/mode/points", 5).await;
    let drawn = points(&document(&server, &id).await, 3);
    assert!(drawn[2]["grade_percent"].as_f64().unwrap() > 2.0, "{drawn:?}");
    let end = drawn[4]["t_s"].as_f64().unwrap();
    let (x, y, size, _) = browser.place("[data-point='speed 4']").await;
    browser.drag((x + size / 2.0, y + size / 2.0), (x + size / 2.0 + 30.0, y + size / 2.0)).await;
    let typed = "Number(document.querySelector(\"input[aria-label='Time of point 5']\")?.value)";
    browser.until("later", &format!("{typed} > {end}")).await;
    browser.until("another run", &format!("{HEADLINE} !== '{first}'")).await;
    browser.until_saved().await;
    let later = points(&document(&server, &id).await, 3)[4]["t_s"].as_f64().unwrap();
    assert!(later > end, "{later} {end}");

    // With the keys: a point up, taken out, and all of it undone.
    browser.run("document.querySelector(\"[data-point='grade 2']\").focus()").await;
    let before = drawn[2]["grade_percent"].as_f64().unwrap();
    browser.keys(UP).await;
    browser.until_saved().await;
    browser
        .until(
            "up",
            &format!(
                "Number(document.querySelector(\"[data-point='grade 2']\").getAttribute('aria-valuenow')) > {before}"
            ),
        )
        .await;
    browser.run("document.querySelector(\"[data-point='grade 2']\").focus()").await;
    browser.keys("\u{e017}").await;
    until_stored_entries(&server, &id, "/courses/3/parts/0/mode/points", 4).await;
    browser.run("document.activeElement.blur()").await;
    browser.control("z").await;
    until_stored_entries(&server, &id, "/courses/3/parts/0/mode/points", 5).await;

    // Over the way instead of over time, and after a reload it is still the course that is open.
    browser.click("[data-over='distance_m']").await;
    browser.until("metres", "document.querySelector('[data-points] input[data-field=distance_m]')").await;
    browser.until_saved().await;
    assert!(points(&document(&server, &id).await, 3)[4]["distance_m"].as_f64().unwrap() > 100.0);
    browser.client.refresh().await.unwrap();
    browser
        .until(
            "still open",
            "document.querySelector('[data-courses] [aria-pressed=true]')?.textContent.includes('My course')",
        )
        .await;
    browser.end().await;
}

#[tokio::test]
async fn the_power_path_follows_the_moment_that_is_looked_at() {
    let server = Server::demo();
    let browser = Browser::start().await;
    open_demo(&browser, &server, "Hillside harvest cart", "run").await;
    browser.until("it ran", &format!("{HEADLINE}?.startsWith('There after')")).await;
    browser.full_path().await;
    let standing = browser.text(READING).await;
    let (left, top, width, _) = browser.place("[data-run-chart]").await;
    browser.point((left + 0.3 * width, top + 60.0)).await;
    browser.until("the charge of that moment", &format!("{READING}.endsWith('%') && {READING} !== '{standing}'")).await;
    browser.until("it says when", "document.querySelector('[data-because]').textContent.includes('of the run')").await;
    let at_third = browser.text(READING).await;

    // The slider and the arrow keys move the same moment.
    browser.run("document.querySelector('[data-run-chart]').focus()").await;
    browser.keys(HOME).await;
    browser.until("full again", &format!("{READING} === '100 %'")).await;
    browser.keys(&RIGHT.repeat(12)).await;
    browser.until("a little later", &format!("{READING} !== '100 %'")).await;
    browser
        .run("const slider = document.querySelector('[data-scrub]'); slider.value = slider.max; slider.dispatchEvent(new Event('input'))")
        .await;
    browser.until("the end", &format!("Number.parseFloat({READING}) < Number.parseFloat('{at_third}')")).await;

    // Played from the start it moves by itself and can be halted.
    browser.click("[data-play]").await;
    browser.until("it plays", "document.querySelector('[data-play]').textContent.includes('Pause')").await;
    let moment = "Number(document.querySelector('[data-scrub]').value)";
    browser.until("it moves", &format!("{moment} > 5")).await;
    browser.click("[data-play]").await;
    browser.until("it stands", "document.querySelector('[data-play]').textContent.includes('Play')").await;

    // A drag zooms in, a key zooms out again; the cases come back when the step is left.
    let ticks =
        "[...document.querySelectorAll('[data-run-chart] .tick.middle')].map((tick) => tick.textContent.trim()).join()";
    let all = browser.text(ticks).await;
    let (left, top, width, _) = browser.place("[data-run-chart]").await;
    browser.drag((left + 0.3 * width, top + 60.0), (left + 0.5 * width, top + 60.0)).await;
    browser.until("closer", &format!("{ticks} !== '{all}'")).await;
    browser.click("[data-all]").await;
    browser.until("all of it", &format!("{ticks} === '{all}'")).await;
    browser.run("document.activeElement.blur()").await;
    browser.keys("1").await;
    browser.until("the cases again", &format!("{READING}.endsWith('V')")).await;
    browser.end().await;
}

#[tokio::test]
async fn options_are_overlaid_and_runs_kept_and_compared() {
    let server = Server::demo();
    let browser = Browser::start().await;
    open_demo(&browser, &server, "Hillside harvest cart", "run").await;
    browser.until("it ran", &format!("{HEADLINE}?.startsWith('There after')")).await;
    browser.click("[data-overlay]").await;
    browser.until("the other option", "document.querySelectorAll('[data-overlaid]').length === 1").await;
    browser
        .until("both in the table", "document.querySelectorAll('[data-run-figures] thead tr > *').length === 3")
        .await;
    browser.until_text("It would burn there").await;
    browser.click("[data-keep]").await;
    browser.until("kept", "document.querySelectorAll('[data-kept] tr').length === 1").await;
    browser.click("[data-overlay]").await;
    browser.until("alone again", "document.querySelectorAll('[data-overlaid]').length === 0").await;

    // The kept run stands beside another course, also after a reload.
    browser.press("Until empty").await;
    browser.until("another course", &format!("{HEADLINE}?.startsWith('Empty after')")).await;
    browser.client.refresh().await.unwrap();
    // The list stands below what the run says; it is pressed once that has come.
    browser.until("it ran again", &format!("Boolean({HEADLINE})")).await;
    browser.click("[data-kept] input").await;
    browser.until("beside", "document.querySelectorAll('[data-run-figures] thead tr > *').length === 3").await;
    browser.press("forget").await;
    browser.until("gone", "!document.querySelector('[data-kept]')").await;
    browser.until("one column", "document.querySelectorAll('[data-run-figures] thead tr > *').length === 2").await;

    browser.click("[data-plot-csv]").await;
    let table = String::from_utf8(browser.downloaded(".csv").await).unwrap();
    let lines = table.lines().count();
    assert!(
        table.starts_with("t_s,output_rpm,speed_m_s,") && lines > 100,
        "{lines} lines of {} bytes, first {:?}",
        table.len(),
        table.lines().next()
    );
    browser.end().await;
}

#[tokio::test]
async fn a_long_run_says_how_far_it_is_and_is_stopped() {
    let server = Server::demo();
    let browser = Browser::start().await;
    let id = open_demo(&browser, &server, "Tracking-shot dolly board", "battery").await;
    browser.fill("capacity_ah", "5000").await;
    until_stored(&server, &id, "/options/0/battery/capacity_ah", 5000.0).await;
    browser.run("document.activeElement.blur()").await;
    browser.keys("r").await;
    browser.press("Stop and go").await;
    browser.until("it ran", &format!("{HEADLINE}?.includes('6.67 min')")).await;
    browser.click("[data-course-edit]").await;
    browser.click("[data-course-editor] input[data-field='repeat']").await;
    browser.until("how far", "document.querySelector('[data-run-progress] progress')?.value > 0").await;
    browser.click("[data-run-stop]").await;
    browser.until("stopped", "document.querySelector('[data-run-stopped]')").await;
    // What there is until then stands, as words and as a drawing.
    browser.until_text("what it gave until it was stopped").await;
    browser.until("it says when", &format!("{HEADLINE}?.startsWith('Stopped by you at')")).await;
    // Once only again: it runs by itself.
    browser.click("[data-course-editor] input[data-field='repeat']").await;
    browser.until("it runs again", "!document.querySelector('[data-run-stopped]')").await;
    browser.end().await;
}

#[tokio::test]
async fn points_are_pasted_as_a_table_and_wrong_rows_are_named() {
    let server = Server::demo();
    let browser = Browser::start().await;
    let id = open_demo(&browser, &server, "Hillside harvest cart", "run").await;
    browser.click("[data-course-draw]").await;
    until_stored_entries(&server, &id, "/courses", 4).await;
    browser.press("paste").await;
    let paste = browser.find("[data-paste]").await;
    paste.send_keys("t_s;speed_m_s;grade\n0;0;0\n5;1,2;4\n30;fast;4\n").await.unwrap();
    browser.click("[data-paste-take]").await;
    browser.until_text("line 4, speed_m_s: \"fast\" came").await;
    until_stored_entries(&server, &id, "/courses/3/parts/0/mode/points", 2).await;
    until_stored(&server, &id, "/courses/3/parts/0/mode/points/1/speed_m_s", 1.2).await;
    browser.run("document.activeElement.blur()").await;
    browser.control("z").await;
    until_stored_entries(&server, &id, "/courses/3/parts/0/mode/points", 4).await;
    browser.end().await;
}

#[tokio::test]
async fn a_generator_says_what_it_gives_and_what_it_lacks() {
    let server = Server::demo();
    let browser = Browser::start().await;
    let id = open_demo(&browser, &server, "Millrace generator", "run").await;
    browser.until("it fills", &format!("{HEADLINE}?.startsWith('211 Wh in 8 h')")).await;
    browser.until_text("the battery is full and takes nothing more").await;
    browser.until("machines beside it", "document.querySelectorAll('[data-machines] tbody tr').length === 8").await;
    browser.keys("o").await;
    browser.until("nothing flows", &format!("{HEADLINE} === 'Nothing flows.'")).await;
    browser.until_verdict("generator.voltage", "fail").await;
    browser.until_text("it takes a speed-up of 1 : 14.6 or more").await;

    // A heater instead of the battery, in Job.
    browser.run("document.activeElement.blur()").await;
    browser.keys("o1").await;
    browser.press("heater or lamp").await;
    until_stored(&server, &id, "/job/drives/0/load/electrical/resistance_ohm", 4.0).await;
    browser.run("document.activeElement.blur()").await;
    browser.keys("2").await;
    browser.until_text("into the load").await;
    browser.end().await;
}

#[tokio::test]
async fn a_run_that_cannot_start_says_so_and_draws_nothing() {
    let server = Server::demo();
    let browser = Browser::start().await;
    open_demo(&browser, &server, "Hillside harvest cart", "job").await;
    browser.fill("base_mass_kg", "9000").await;
    browser.click("[data-step='run']").await;
    browser.press("Start wheels").await;
    browser.until("it says so", "document.querySelector('[data-run-stuck]')").await;
    let said = browser.text("document.querySelector('[data-run-stuck]').innerText").await;
    assert!(said.starts_with("It cannot start"), "{said}");
    assert_eq!(browser.run("return document.querySelectorAll('[data-lane]').length").await, serde_json::json!(0));
    browser.end().await;
}

//! The shelf in a real browser: search, filter, compare, edit, retire, import, and parts from a build.

use crate::support::Server;
use crate::window::{Browser, document, open_demo, until_stored};

const PARTS: &str = "[...document.querySelectorAll('[data-part]')].map((row) => row.dataset.part).filter(Boolean)";

async fn open_shelf(browser: &Browser, server: &Server) {
    browser.open(&server.url("/shelf")).await;
    browser.until("parts", &format!("{PARTS}.length > 10")).await;
}

#[tokio::test]
async fn parts_are_searched_filtered_sorted_and_compared() {
    let server = Server::demo();
    let browser = Browser::start().await;
    open_shelf(&browser, &server).await;
    let search = browser.find("[data-shelf-search]").await;
    search.send_keys("outer 63").await.unwrap();
    browser
        .until(
            "searched",
            &format!("{PARTS}.length >= 5 && {PARTS}.every((name) => name.startsWith('Outer-rotor 63'))"),
        )
        .await;
    // A range, typed with a unit of its own.
    browser.choose("[data-add-filter]", "Speed constant Kv").await;
    browser
        .find("[data-filter='kv_rpm_per_v'] input[aria-label$='at least']")
        .await
        .send_keys("160 rpm/V")
        .await
        .unwrap();
    browser
        .until(
            "filtered",
            &format!("{PARTS}.length >= 2 && {PARTS}.every((name) => parseFloat(name.split(', ')[1]) >= 160)"),
        )
        .await;
    browser.click("[data-sort='kv_rpm_per_v']").await;
    browser.until("sorted", &format!("{PARTS}.map((name) => parseFloat(name.split(', ')[1])).every((kv, at, all) => at === 0 || all[at - 1] <= kv)")).await;
    browser
        .run(
            "document.querySelectorAll('[data-part] input[type=checkbox]').forEach((box, at) => at < 3 && box.click())",
        )
        .await;
    browser.press("Compare 3").await;
    browser.until("side by side", "document.querySelectorAll('[data-compare-table] thead tr > *').length === 4").await;
    browser.until("differences are marked", "document.querySelectorAll('[data-compare-table] .differs').length >= 2 && document.querySelectorAll('[data-compare-table] tbody tr:not(.differs)').length >= 2").await;
    browser.keys("\u{e00c}").await;
    // What nobody has finds nothing and says what would help.
    search.send_keys(" \"*()").await.unwrap();
    browser.until("odd signs do no harm", &format!("{PARTS}.length >= 2")).await;
    search.send_keys("zzz").await.unwrap();
    browser.until_text("Nothing here matches").await;
    browser.end().await;
}

#[tokio::test]
async fn a_part_is_edited_copied_owned_and_retired() {
    let server = Server::demo();
    let browser = Browser::start().await;
    open_shelf(&browser, &server).await;
    browser.click("[data-kind='wheel']").await;
    browser.until("wheels", &format!("{PARTS}.includes('Air tyre 6 in')")).await;
    browser.press("Air tyre 6 in").await;
    browser.find("[data-part-sheet]").await;
    browser.fill("diameter_m", "6.25 in").await;
    browser.click("[data-save-part]").await;
    browser.until("saved", "!document.querySelector('[data-part-sheet]')").await;
    browser.until("the list has it", "document.querySelector(\"[data-part='Air tyre 6 in']\")?.innerText.includes('159 mm') || document.querySelector(\"[data-part='Air tyre 6 in']\")?.innerText.replace(/\\s/g, '').includes('159mm')").await;
    browser.press("Air tyre 6 in").await;
    browser.press("Copy").await;
    browser.until("a copy", &format!("{PARTS}.includes('Air tyre 6 in, copy')")).await;
    browser.click("[data-part='Air tyre 6 in, copy'] .own").await;
    browser
        .until("marked", "document.querySelector(\"[data-part='Air tyre 6 in, copy'] .own\").innerText === 'own'")
        .await;
    browser.press("Air tyre 6 in, copy").await;
    browser.click("[data-retire]").await;
    browser.until("retired", &format!("!{PARTS}.includes('Air tyre 6 in, copy')")).await;
    browser.press("undo").await;
    browser.until("back", &format!("{PARTS}.includes('Air tyre 6 in, copy')")).await;
    // A part without a name is refused at its field, and nothing typed is lost.
    browser.press("New wheel").await;
    browser.fill("diameter_m", "0.3 m").await;
    browser.click("[data-save-part]").await;
    browser.until_text("on the shelf a part needs a name").await;
    assert_eq!(browser.value("diameter_m").await, "300");
    browser.end().await;
}

#[tokio::test]
async fn a_table_is_matched_looked_at_and_its_good_rows_kept() {
    let server = Server::start();
    let browser = Browser::start().await;
    browser.open(&server.url("/shelf")).await;
    browser.until_text("Nothing of this kind is on the shelf yet").await;
    browser.press("Import").await;
    let table = "Article,kind,Kv,Rm (mohm),Weight (g),Colour\nfirst,brushless,190,52,740,red\nsecond,steam,190,52,740,red\nthird,brushless,170,60,760,blue\n";
    let file = browser.file("parts.csv", table);
    browser.find("[data-parts-file]").await.send_keys(file.to_str().unwrap()).await.unwrap();
    // No header says the name: the user does.
    browser
        .until("nothing reads yet", "document.querySelector('[data-import-sum]')?.innerText.startsWith('0 parts read')")
        .await;
    browser.choose("[data-column='Article']", "Name").await;
    browser
        .until(
            "two read",
            "document.querySelector('[data-import-sum]')?.innerText.startsWith('2 parts read, 1 does not')",
        )
        .await;
    browser.until_text("\"steam\" came, one of brushed, brushless, stepper is needed").await;
    browser.click("[data-import-good]").await;
    browser.until_text("2 parts are on the shelf, 1 rows were left out").await;
    browser.press("Done").await;
    browser.until("there", &format!("{PARTS}.includes('first') && {PARTS}.includes('third')")).await;
    browser.press("Import").await;
    let broken = browser.file("broken.csv", "label,Kv\n\"open,190\n");
    browser.find("[data-parts-file]").await.send_keys(broken.to_str().unwrap()).await.unwrap();
    browser.until_text("a quote opened on line 2 is never closed").await;
    browser.end().await;
}

#[tokio::test]
async fn a_long_shelf_only_draws_what_is_in_view() {
    let server = Server::start();
    let mut table = String::from("label,diameter_m\n");
    for number in 0..3000 {
        table.push_str(&format!("wheel {number:04},0.2\n"));
    }
    let url = server.url("/api/parts/import?format=csv&kind=wheel&mode=whole");
    assert!(reqwest::Client::new().post(url).body(table).send().await.unwrap().status().is_success());
    let browser = Browser::start().await;
    browser.open(&server.url("/shelf")).await;
    browser.click("[data-kind='wheel']").await;
    browser.until("the first", &format!("{PARTS}.includes('wheel 0000')")).await;
    browser.until_text("3000 parts").await;
    browser.run("document.querySelector('.scroller').scrollTop = 1e7").await;
    browser.until("the last", &format!("{PARTS}.includes('wheel 2999')")).await;
    let drawn = browser.run("return document.querySelectorAll('[data-part]').length").await;
    assert!(drawn.as_u64().unwrap() < 150, "{drawn} rows drawn");
    browser.end().await;
}

#[tokio::test]
async fn a_part_of_a_build_goes_on_the_shelf_and_is_a_candidate_elsewhere() {
    let server = Server::demo();
    let browser = Browser::start().await;
    let id = open_demo(&browser, &server, "Hillside harvest cart", "battery").await;
    browser.fill("label", "Barn battery").await;
    until_stored(&server, &id, "/options/0/battery/label", "Barn battery").await;
    browser.click("[data-to-shelf='battery']").await;
    browser.until_text("“Barn battery” is on the shelf").await;
    let end = std::time::Instant::now() + std::time::Duration::from_secs(20);
    while document(&server, &id).await.pointer("/options/0/battery/part_id").is_none() {
        assert!(std::time::Instant::now() < end, "the link to the shelf was never stored");
    }
    open_demo(&browser, &server, "Meadow strip mower", "battery").await;
    browser.open_shelf("battery").await;
    browser.find("[data-candidate-search='battery']").await.send_keys("barn").await.unwrap();
    browser.until("offered there", "document.querySelector(\"[data-candidate='Barn battery']\")").await;
    // Retiring it breaks no build that uses it.
    browser.open(&server.url("/shelf")).await;
    browser.click("[data-kind='battery']").await;
    browser.find("[data-shelf-search]").await.send_keys("barn").await.unwrap();
    browser.press("Barn battery").await;
    browser.click("[data-retire]").await;
    browser.until_text("Builds that use it keep their figures").await;
    open_demo(&browser, &server, "Hillside harvest cart", "battery").await;
    assert_eq!(browser.value("label").await, "Barn battery");
    browser.end().await;
}

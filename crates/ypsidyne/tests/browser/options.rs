//! Options in a real browser: side by side with best and worst, moved, chosen and reasoned; a decision overturned; one taken
//! over from another build; the drawer; the parts list; the odds.

use crate::support::Server;
use crate::window::{Browser, document, open_demo, until_stored, until_stored_entries};
use serde_json::{Value, json};

const BOARD: &str = "Tracking-shot dolly board";

#[tokio::test]
async fn options_are_compared_moved_chosen_and_reasoned() {
    let server = Server::demo();
    let browser = Browser::start().await;
    let id = open_demo(&browser, &server, BOARD, "battery").await;
    browser.click("[data-step='options']").await;
    browser.until("both options", "document.querySelectorAll('[data-options] th[data-option]').length === 2").await;
    browser
        .until("who wins what", "document.querySelector('[data-says]')?.innerText.startsWith('A holds everywhere')")
        .await;
    // The other option cannot run: nothing is best or worst against it.
    browser.until("rows", "document.querySelectorAll('[data-compared]').length > 10").await;
    assert_eq!(
        browser.text("document.querySelectorAll('[data-options] .best, [data-options] .worst').length").await,
        "0"
    );
    let first = "document.querySelector('[data-options] th[data-option]').dataset.option";
    browser.run("[...document.querySelectorAll('[data-options] tbody button')].find((one) => one.textContent.includes('runs on one charge')).click()").await;
    browser.until("the longest runtime first", &format!("{first} === 'Direct hubs, limits mixed up'")).await;
    browser.run("[...document.querySelectorAll('[data-options] tbody button')].find((one) => one.textContent.includes('runs on one charge')).click()").await;
    browser.until("as they were", &format!("{first} === 'Twin belt drive, 10S'")).await;
    browser.run("document.querySelector(\"[aria-label='Move Twin belt drive, 10S to the right']\").click()").await;
    until_stored(&server, &id, "/options/0/name", "Direct hubs, limits mixed up").await;
    browser.until("moved", &format!("{first} === 'Direct hubs, limits mixed up'")).await;
    browser.run("[...document.querySelectorAll('[data-choose]')].at(-1).click()").await;
    until_stored(&server, &id, "/chosen", "Twin belt drive, 10S").await;
    let reason = browser.find("[data-decision]").await;
    reason.send_keys("It climbs, and the belts are in the drawer.").await.unwrap();
    until_stored(&server, &id, "/decision", "It climbs, and the belts are in the drawer.").await;
    browser.run("document.activeElement.blur()").await;
    browser.control("z").await;
    until_stored(&server, &id, "/decision", Value::Null).await;
    // The paths of both stand one above another, and open what is pressed.
    browser.until("two paths", "document.querySelectorAll('[data-paths] > g').length === 2").await;
    browser.run("document.querySelectorAll('[data-paths] > g')[1].dispatchEvent(new MouseEvent('click', { bubbles: true }))").await;
    browser.until("the other is open", "document.querySelector('.tab.open .letter')?.textContent === 'B'").await;
    browser.end().await;
}

#[tokio::test]
async fn a_decision_keeps_its_figures_and_says_when_they_no_longer_hold() {
    let server = Server::demo();
    let browser = Browser::start().await;
    let id = open_demo(&browser, &server, BOARD, "options").await;
    browser.run("document.querySelectorAll('[data-choose]')[0].click()").await;
    until_stored(&server, &id, "/decided/option", "Twin belt drive, 10S").await;
    browser.until_text("Nothing it was based on has changed.").await;
    let kept = document(&server, &id).await["decided"].clone();
    assert_eq!(kept["options"].as_array().unwrap().len(), 2);
    assert_eq!(kept["options"][0]["failing"], 0);

    // A hill that the chosen one cannot climb overturns it, and every step says so.
    browser.run("document.querySelector('[data-step=job]').click()").await;
    browser.fill("grade_percent", "70").await;
    browser.until_text("the decision no longer holds").await;
    browser.run("document.querySelector('[data-step=options]').click()").await;
    browser.until("overturned", "document.querySelector('[data-overturned]')").await;
    browser.until_text("It held then; now it fails").await;
    assert_eq!(document(&server, &id).await["decided"], kept, "what was decided stays as it was");
    browser.control("z").await;
    browser.until_text("Nothing it was based on has changed.").await;
    browser.control("y").await;
    browser.click("[data-decide-again]").await;
    browser.until_text("Nothing it was based on has changed.").await;
    // The edit was noted before these words could stand there.
    browser.until_saved().await;
    let again = document(&server, &id).await["decided"].clone();
    assert!(again["options"][0]["failing"].as_u64() > Some(0), "decided on the figures of now");
    browser.client.refresh().await.unwrap();
    browser.until_text("Nothing it was based on has changed.").await;
    browser.end().await;
}

#[tokio::test]
async fn options_start_blank_from_another_build_and_from_the_drawer() {
    let server = Server::demo();
    let browser = Browser::start().await;
    let id = open_demo(&browser, &server, "Hillside harvest cart", "options").await;
    browser.click("[data-new=blank]").await;
    until_stored(&server, &id, "/options/2/name", "from scratch").await;
    browser.until("it is judged", "document.querySelectorAll('[data-options] th[data-option]').length === 3").await;
    browser.click("[data-new=adopt]").await;
    browser.press("Twin belt drive, 10S").await;
    until_stored(&server, &id, "/options/3/name", "Twin belt drive, 10S").await;
    until_stored(&server, &id, "/options/3/drives/0/drive", "wheels").await;
    browser.until("the dialog is gone", "!document.querySelector('[data-adopt]')").await;

    browser.run("document.querySelector('[data-drawer] .head').click()").await;
    browser.until("the drawer", "document.querySelectorAll('[data-cell]').length > 20").await;
    browser.run("document.querySelector('[data-cell]').focus()").await;
    browser.until("why", "document.querySelector('[data-drawer] .said')?.innerText.length > 60").await;
    browser.run("document.querySelector('[data-cell]').click()").await;
    until_stored_entries(&server, &id, "/options", 5).await;
    let taken = document(&server, &id).await["options"][4].clone();
    assert!(taken["battery"]["part_id"].is_string() && taken["drives"][0]["motor"]["part_id"].is_string());
    browser.end().await;
}

#[tokio::test]
async fn a_parts_list_is_filled_priced_saved_and_read_back() {
    let server = Server::demo();
    let browser = Browser::start().await;
    let id = open_demo(&browser, &server, BOARD, "parts").await;
    let to_buy = "document.querySelector('[data-to-buy]')?.textContent";
    browser.until("the price of the parts", &format!("{to_buy} === '578'")).await;
    browser.click("[data-add-all]").await;
    until_stored(&server, &id, "/options/0/parts_list/0/what", "Lead AWG 10, pack to controllers").await;

    // 240 for the pack; with it in the drawer there is less to buy.
    browser.choose("[data-parts-list] tbody [data-state]", "have").await;
    until_stored(&server, &id, "/options/0/battery/owned", true).await;
    browser.until("less to buy", &format!("{to_buy} === '338'")).await;
    // The motors are on their way since a day, and no longer to be bought.
    browser.choose("[data-parts-list] tbody tr:nth-child(2) [data-state]", "ordered").await;
    until_stored(&server, &id, "/options/0/drives/0/motor/getting", "ordered").await;
    browser
        .until("their day", "document.querySelector('[data-parts-list] input[type=date]')?.value.length === 10")
        .await;
    browser
        .until("ordered", "document.querySelector('[data-to-buy]').closest('h2').innerText.includes('ordered')")
        .await;
    browser.choose("[data-parts-list] tbody tr:nth-child(2) [data-state]", "need").await;
    browser.until("to be bought again", &format!("{to_buy} === '338'")).await;
    browser.find("[data-new-line]").await.send_keys("Switch\u{e007}").await.unwrap();
    browser.until("one more", "[...document.querySelectorAll('.what input')].at(-1)?.value === 'Switch'").await;
    let price = "[...document.querySelectorAll(\"[data-parts-list] input[data-field='price']\")].at(-1)";
    browser.run(&format!("{price}.focus()")).await;
    browser.keys("12.5\u{e004}").await;
    browser.until("the sum follows", &format!("{to_buy} === '350.5'")).await;

    browser.click("[data-parts-out]").await;
    let table = String::from_utf8(browser.downloaded(".csv").await).unwrap();
    assert!(table.contains("Switch,1,,no,no,12.5,12.5,,need,"), "{table}");

    // Edited elsewhere, with a bad row, and read back.
    let edited =
        table.replace("Switch,1,,no,no,12.5,12.5,,need,", "Switch,2,,no,no,12.5,25,,need,\n,Nuts,plenty,,no,no,,,,,");
    let file = browser.file("list.csv", &edited);
    browser.find("[data-parts-in]").await.send_keys(&file.to_string_lossy()).await.unwrap();
    browser
        .until("the bad row is named", "document.querySelector('[data-parts-problems]')?.innerText.includes('plenty')")
        .await;
    browser.until("the good ones are in", &format!("{to_buy} === '363'")).await;
    browser.control("z").await;
    browser.until("and undone", &format!("{to_buy} === '350.5'")).await;
    browser.end().await;
}

#[tokio::test]
async fn odds_are_bands_and_words_and_follow_the_tolerances() {
    let server = Server::demo();
    let browser = Browser::start().await;
    open_demo(&browser, &server, BOARD, "odds").await;
    browser.until("bands", "document.querySelectorAll('[data-band]').length >= 5").await;
    browser.until("both options", "document.querySelectorAll('[data-odds-options] tr').length === 2").await;
    let words = "document.querySelector('[data-odds] .big')?.textContent";
    browser.until("in doubt", &format!("{words}?.startsWith('about')")).await;
    browser.until("what is in doubt", "document.querySelectorAll('[data-doubts] tr').length > 0").await;
    // With everything known as exactly as can be, what holds holds.
    browser.run("document.querySelector('.panel details').open = true").await;
    for (key, exact) in [
        ("kv_share", "0"),
        ("resistance_share", "0"),
        ("cell_resistance_factor", "1"),
        ("c_rating_share", "0"),
        ("rolling_resistance_factor", "1"),
        ("thermal_factor", "1"),
    ] {
        browser
            .run(&format!(
                "const one = document.querySelector(\".panel [data-tolerance='{key}']\"); one.value = {}; one.dispatchEvent(new Event('change'))",
                json!(exact)
            ))
            .await;
    }
    browser.until("sure", &format!("{words} === 'always'")).await;
    browser.end().await;
}

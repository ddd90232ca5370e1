//! Gearing and motors in a real browser: the pair to scale, the map of teeth by keyboard and touch, which kind of motor,
//! the trap of the smaller motor, packs in their room.

use crate::support::Server;
use crate::window::{Browser, document, open_demo, until_stored};
use serde_json::json;

const RIGHT: &str = "\u{e014}";
const UP: &str = "\u{e013}";
const ENTER: &str = "\u{e007}";

const TEETH: &str = "/options/0/drives/0/gearing/0";

#[tokio::test]
async fn the_pair_is_drawn_to_scale_and_follows_what_is_typed() {
    let server = Server::demo();
    let browser = Browser::start().await;
    let id = open_demo(&browser, &server, "Tracking-shot dolly board", "gearing").await;
    let radii = "[...document.querySelectorAll('[data-stage-drawing] circle.pitch')].map((one) => one.r.baseVal.value)";
    browser.until("two wheels", "document.querySelectorAll('[data-stage-drawing] circle.pitch').length === 2").await;
    let ratio = browser.run(&format!("const [a, b] = {radii}; return b / a")).await.as_f64().unwrap();
    assert!((ratio - 2.5).abs() < 1e-6, "40 to 16 teeth, drawn as {ratio}");
    browser.fill("driven_teeth", "48").await;
    until_stored(&server, &id, &format!("{TEETH}/driven_teeth"), 48).await;
    browser
        .until(
            "the drawing follows",
            &format!("(() => {{ const [a, b] = {radii}; return Math.abs(b / a - 3) < 1e-6 }})()"),
        )
        .await;
    // A belt that is sold is taken with one press, and the shafts move.
    let wanted = "document.querySelector('[data-stage-drawing] .measure text').textContent";
    let before = browser.text(wanted).await;
    browser.run("[...document.querySelectorAll('[data-stage] .stock button')].find((one) => one.getAttribute('aria-pressed') !== 'true').click()").await;
    browser.until("the shafts move", &format!("{wanted} !== {}", json!(before))).await;
    browser.control("z").await;
    browser.until("and back", &format!("{wanted} === {}", json!(before))).await;
    browser.end().await;
}

#[tokio::test]
async fn the_map_of_teeth_is_walked_by_keyboard_and_a_pair_is_taken_and_undone() {
    let server = Server::demo();
    let browser = Browser::start().await;
    let id = open_demo(&browser, &server, "Tracking-shot dolly board", "gearing").await;
    browser.run("document.querySelector('[data-every-pair] summary').click()").await;
    browser.until("the map", "document.querySelector('[data-tooth-map] .edge')?.getAttribute('d').length > 100").await;
    browser.until_text("pairs hold").await;
    browser.until("the ratio", "document.querySelector('[data-ratio-needed]')").await;
    browser.run("document.querySelector('[data-tooth-plot]').focus()").await;
    browser.keys(&format!("{RIGHT}{RIGHT}{UP}")).await;
    browser
        .until("what the pair does", "document.querySelector('[data-tooth-read]').textContent.includes('17 : 42')")
        .await;
    browser.keys(ENTER).await;
    until_stored(&server, &id, &format!("{TEETH}/driver_teeth"), 17).await;
    until_stored(&server, &id, &format!("{TEETH}/driven_teeth"), 42).await;
    browser.control("z").await;
    until_stored(&server, &id, &format!("{TEETH}/driver_teeth"), 16).await;
    // A pair near the ratio that is needed, with one press.
    browser.run("document.querySelector('[data-pair]').click()").await;
    let first = browser.text("document.querySelector('[data-stage] input[data-field=driven_teeth]').value").await;
    until_stored(&server, &id, &format!("{TEETH}/driven_teeth"), first.parse::<u64>().unwrap()).await;
    // Another range is remembered in this browser.
    browser.run("const one = document.querySelector(\"[data-range='driver-1']\"); one.value = '30'; one.dispatchEvent(new Event('change'))").await;
    browser.until("fewer rows", "document.querySelector('[data-holding]').textContent.includes('of 1320')").await;
    // The map can be read as a table and taken away, as any chart.
    browser.run("[...document.querySelectorAll('[data-tooth-map] figcaption button')].find(button => button.innerText === 'table').click()").await;
    browser.until("all pairs", "document.querySelectorAll('[data-tooth-map] .behind tbody tr').length === 1320").await;
    let first = browser
        .text("document.querySelector('[data-tooth-map] .behind tbody tr').innerText.split(/\\s+/).slice(0, 2)")
        .await;
    assert_eq!(first, "9,20");
    assert_eq!(browser.text("document.querySelectorAll('[data-tooth-map] [data-plot-csv]').length").await, "1");
    browser.run("location.reload()").await;
    browser.until("still", "document.querySelector('[data-holding]')?.textContent.includes('of 1320')").await;
    browser.end().await;
}

#[tokio::test]
async fn a_finger_looks_with_its_first_touch_and_takes_with_its_second() {
    let server = Server::demo();
    let browser = Browser::sized(420, 900).await;
    let id = open_demo(&browser, &server, "Tracking-shot dolly board", "gearing").await;
    browser.run("document.querySelector('[data-every-pair] summary').click()").await;
    browser.until("the map", "document.querySelector('[data-tooth-map] .edge')?.getAttribute('d').length > 100").await;
    let touch = "const surface = document.querySelector('[data-tooth-surface]'); const box = surface.getBoundingClientRect(); \
        surface.dispatchEvent(new PointerEvent('pointerdown', { bubbles: true, pointerType: 'touch', buttons: 1, \
        clientX: box.left + box.width * (30.5 / 60), clientY: box.bottom - box.height * (9.5 / 40) }))";
    browser.run(touch).await;
    browser.until("looked at", "document.querySelector('[data-tooth-read]').textContent.includes('18 : 50')").await;
    assert_eq!(document(&server, &id).await.pointer(&format!("{TEETH}/driver_teeth")), Some(&json!(16)));
    browser.run(touch).await;
    until_stored(&server, &id, &format!("{TEETH}/driver_teeth"), 18).await;
    until_stored(&server, &id, &format!("{TEETH}/driven_teeth"), 50).await;
    browser.end().await;
}

#[tokio::test]
async fn which_kind_of_motor_follows_the_wishes_and_they_are_stored() {
    let server = Server::demo();
    let browser = Browser::start().await;
    let id = open_demo(&browser, &server, "Tracking-shot dolly board", "motor").await;
    browser.run("document.querySelector('[data-motor-guide] summary').click()").await;
    let first = "document.querySelector('[data-motor-guide] [data-kind]')?.dataset.kind";
    browser.until("quiet crawling wants an encoder", &format!("{first} === 'field_oriented'")).await;
    browser.choose("[data-field='class_rule']", "Sealed brushed cans only").await;
    until_stored(&server, &id, "/job/drives/0/wishes/class_rule", "sealed_only").await;
    browser.until("the class decides", &format!("{first} !== 'field_oriented'")).await;
    browser
        .until(
            "and says so",
            "document.querySelector(\"[data-kind='field_oriented']\").textContent.includes('ruled out')",
        )
        .await;
    browser.run("document.querySelector(\"[data-kind='field_oriented']\").click()").await;
    browser
        .until(
            "with its reason",
            "document.querySelector('[data-reasons]').textContent.includes('the class forbids it')",
        )
        .await;
    browser.end().await;
}

#[tokio::test]
async fn a_smaller_faster_motor_is_warned_of_and_regeared_with_one_press() {
    let server = Server::demo();
    let browser = Browser::start().await;
    let id = open_demo(&browser, &server, "Tracking-shot dolly board", "motor").await;
    browser.fill("can_diameter_mm", "50").await;
    browser.fill("kv_rpm_per_v", "300").await;
    browser
        .until("the warning", "document.querySelector('[data-swap]')?.textContent.includes('Underpowering burns too')")
        .await;
    browser.run("document.querySelector('[data-swap] button').click()").await;
    browser.until("it goes away once regeared", "!document.querySelector('[data-swap]')").await;
    // 2.5 : 1 times 300/170 is 4.41 : 1, with 16 teeth at the motor 71 at the wheel.
    until_stored(&server, &id, &format!("{TEETH}/driven_teeth"), 71).await;
    until_stored(&server, &id, &format!("{TEETH}/driver_teeth"), 16).await;
    until_stored(&server, &id, "/options/0/drives/0/motor/kv_rpm_per_v", 300.0).await;
    browser.end().await;
}

#[tokio::test]
async fn packs_are_drawn_in_their_room_whole_and_halved() {
    let server = Server::demo();
    let browser = Browser::start().await;
    let id = open_demo(&browser, &server, "Tracking-shot dolly board", "battery").await;
    browser.until("the plan", "document.querySelectorAll('[data-fit-plan] rect.one').length === 2").await;
    browser.press("two flat halves").await;
    browser
        .until("both halves from two sides", "document.querySelectorAll('[data-fit-plan] rect.one').length >= 3")
        .await;
    browser.fill("size_mm", "15 in x 150 x 25").await;
    until_stored(&server, &id, "/options/0/battery/size_mm/length", 381.0).await;
    browser.fill("size_mm", "420 x 150 x 25").await;
    browser.until_verdict("fit.battery", "fail").await;
    browser.fill("size_mm", "420 x 150").await;
    browser.until_text("length × width × height is needed").await;
    until_stored(&server, &id, "/options/0/battery/size_mm/length", 420.0).await;
    browser.fill("size_mm", "\u{e017}").await; // Delete
    browser.until_text("The size of a pack is not given").await;
    browser.end().await;
}

#[tokio::test]
async fn a_motor_is_read_rewound_and_undone() {
    let server = Server::demo();
    let browser = Browser::start().await;
    let id = open_demo(&browser, &server, "Tracking-shot dolly board", "motor").await;
    browser.fill("turns", "10").await;
    until_stored(&server, &id, "/options/0/drives/0/motor/turns", 10.0).await;
    browser.run("document.querySelector('[data-motor-reading] summary').click()").await;
    browser.until("the windings", "document.querySelectorAll('[data-rewound]').length === 5").await;
    // What would 13 turns do? It comes as a row of its own, and is taken with one press.
    browser.run("const one = document.querySelector('[data-turns]'); one.value = '13'; one.dispatchEvent(new Event('change'))").await;
    let row =
        "[...document.querySelectorAll('[data-rewound]')].find((one) => one.children[1].textContent.trim() === '13')";
    browser.until("13 turns", row).await;
    browser.run(&format!("{row}.querySelector('button').click()")).await;
    until_stored(&server, &id, "/options/0/drives/0/motor/turns", 13.0).await;
    browser
        .until(
            "and Kv with it",
            "Math.abs(Number(document.querySelector(\"[data-field='kv_rpm_per_v']\").value) - 170 / 1.3) < 0.01",
        )
        .await;
    browser.control("z").await;
    until_stored(&server, &id, "/options/0/drives/0/motor/turns", 10.0).await;
    // A code read off a can: a measure, and a name that is none.
    browser.run("const one = document.querySelector('[data-size-code]'); one.value = '6355'; one.dispatchEvent(new Event('input'))").await;
    browser
        .until(
            "a measure",
            "document.querySelector('[data-size-says]').textContent.includes('63 mm across and 55 mm long')",
        )
        .await;
    browser.run("const one = document.querySelector('[data-size-code]'); one.value = '540'; one.dispatchEvent(new Event('input'))").await;
    browser.until("a name", "document.querySelector('[data-size-says]').textContent.includes('not a measure')").await;
    browser.end().await;
}

#[tokio::test]
async fn a_way_to_go_slower_is_taken_and_the_note_goes() {
    let server = Server::demo();
    let browser = Browser::start().await;
    let id = open_demo(&browser, &server, "Tracking-shot dolly board", "motor").await;
    browser.until("three ways", "document.querySelectorAll('[data-slower] [data-way]').length === 4").await;
    let says = browser.text("document.querySelector('[data-slower] summary').textContent").await;
    assert!(says.contains("three ways to go slower"), "{says}");
    browser
        .run("[...document.querySelectorAll('[data-slower] [data-way]')].at(-1).querySelector('button').click()")
        .await;
    browser.until("nothing to spare any more", "!document.querySelector('[data-slower]')").await;
    let stored = document(&server, &id).await;
    assert!(stored.pointer(&format!("{TEETH}/driver_teeth")).is_some());
    browser.control("z").await;
    // Undo shows what it undid: the stage. The note is back where it was.
    browser.until("the stage", "location.pathname.endsWith('/gearing')").await;
    browser.click("[data-step='motor']").await;
    browser.until("and back", "document.querySelector('[data-slower]')").await;
    browser.end().await;
}

#[tokio::test]
async fn a_spur_pair_is_put_in_judged_and_mended() {
    let server = Server::demo();
    let browser = Browser::start().await;
    let id = open_demo(&browser, &server, "Tracking-shot dolly board", "gearing").await;
    browser.choose("[data-stage] [data-field='kind']", "Spur gears").await;
    until_stored(&server, &id, &format!("{TEETH}/kind"), "spur").await;
    browser.fill("module_mm", "1.5").await;
    browser.fill("face_width_mm", "3").await;
    browser.fill("material", "acetal").await;
    browser.until_verdict("gearing.bending", "fail").await;
    browser
        .until(
            "the pair stands where it meshes",
            "document.querySelector('[data-stage-drawing] .measure text').textContent.startsWith('42')",
        )
        .await;
    browser.run("const row = document.querySelector(\"[data-check='gearing.bending'] button.row\"); if (row.ariaExpanded !== 'true') row.click()").await;
    browser
        .until("what would fix it", "document.querySelector(\"[data-check='gearing.bending'] [data-remedy]\")")
        .await;
    browser.run("document.querySelector(\"[data-check='gearing.bending'] [data-remedy]\").click()").await;
    browser
        .until("mended", "document.querySelector(\"[data-check='gearing.bending']\")?.dataset.checkVerdict !== 'fail'")
        .await;
    // Teeth per inch and back say the same pitch.
    browser.press("teeth per inch").await;
    browser.until("as diametral pitch", "document.querySelector(\"[data-field='diametral_pitch']\")").await;
    browser.press("module in mm").await;
    browser.until("as module", "document.querySelector(\"[data-field='module_mm']\")").await;
    browser.end().await;
}

#[tokio::test]
async fn the_motor_s_own_gearbox_is_drawn_and_a_clutch_spares_it() {
    let server = Server::demo();
    let browser = Browser::start().await;
    let id = open_demo(&browser, &server, "Hillside harvest cart", "gearing").await;
    browser.until("the gear motor", "document.querySelectorAll('[data-gearbox-drawing] circle').length >= 5").await;
    browser.until_text("A jam puts").await;
    browser.run("document.querySelector('[data-gearbox] a').click()").await;
    browser.until("the motor step", "location.pathname.endsWith('/motor')").await;
    browser.fill("slip_clutch_nm", "30").await;
    until_stored(&server, &id, "/options/0/drives/0/motor/gearbox/slip_clutch_nm", 30.0).await;
    browser.until_verdict("gearing.gearbox_jam", "ok").await;
    browser.end().await;
}

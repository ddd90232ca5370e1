//! What people type into a field, and what it is read as: every entry typed into the real page.
//!
//! Over 400 lines: each test is one story of a user, told whole.

use crate::link::Link;
use crate::support::Server;
use crate::window::{Browser, open_demo, until_stored};
use rand::{RngExt, SeedableRng};
use serde_json::{Value, json};

/// What stands in a field after it was typed into and left: text and unit, what was told back, what is asked, what is wrong.
async fn typed(browser: &Browser, field: &str, entry: &str) -> Value {
    let script = "return (async () => {
        const [field, entry] = [FIELD, ENTRY];
        const drawn = () => new Promise((resolve) => setTimeout(resolve, 8));
        const input = document.querySelector(`[data-field='${field}']`);
        for (let fold = input.closest('details:not([open])'); fold; fold = fold.closest('details:not([open])')) fold.open = true;
        input.focus();
        Object.getOwnPropertyDescriptor(HTMLInputElement.prototype, 'value').set.call(input, entry);
        input.dispatchEvent(new Event('input', { bubbles: true }));
        await drawn();
        document.activeElement.blur();
        await drawn();
        const box = document.querySelector(`[data-field='${field}']`).closest('.quantity');
        const text = (part) => box.querySelector(part)?.innerText ?? null;
        return { shown: `${box.querySelector('input').value} ${text('.unit')}`.trim(), told: text('[data-understood]'),
            asks: [...box.querySelectorAll('[data-reading]')].map((button) => button.innerText),
            wrong: box.querySelector('[role=alert]')?.firstChild?.textContent.trim() ?? null };
    })()";
    let script = script.replace("FIELD", &json!(field).to_string()).replace("ENTRY", &json!(entry).to_string());
    browser.run(&script).await
}

/// Step, field, entries with what then stands in the field.
type Rows = &'static [(&'static str, &'static [(&'static str, &'static str)])];

const MOTOR: Rows = &[
    (
        "max_speed_rpm",
        &[
            ("35,000", "35000 rpm"),
            ("35,000 rpm", "35000 rpm"),
            ("25 000", "25000 rpm"),
            ("25\u{a0}000", "25000 rpm"),
            ("25\u{2009}000", "25000 rpm"),
            ("25\u{202f}000", "25000 rpm"),
            ("25'000", "25000 rpm"),
            ("25’000", "25000 rpm"),
            ("25k", "25000 rpm"),
            ("25 k", "25000 rpm"),
            ("25K", "25000 rpm"),
            ("12.5k", "12500 rpm"),
            ("12,5k", "12500 rpm"),
            ("12.5k rpm", "12500 rpm"),
            ("12.5 krpm", "12500 rpm"),
            ("35.000", "35000 rpm"),
            ("35.000 rpm", "35000 rpm"),
            ("1,234.5", "1234.5 rpm"),
            ("1.234,5", "1234.5 rpm"),
            ("12 345.6", "12345.6 rpm"),
            ("9,000", "9000 rpm"),
            ("9000", "9000 rpm"),
            ("9000.5", "9000.5 rpm"),
            ("9000,5", "9000.5 rpm"),
            ("9e3", "9000 rpm"),
            ("3000 * 3", "9000 rpm"),
            ("3,000 * 3", "9000 rpm"),
            ("3 000 + 2 000", "5000 rpm"),
            ("150 rps", "9000 rpm"),
            ("9000 1/min", "9000 rpm"),
            ("9,000/min", "9000 rpm"),
            ("2 1/2 krpm", "2500 rpm"),
            ("942.47779607694 rad/s", "9000 rpm"),
        ],
    ),
    (
        "kv_rpm_per_v",
        &[
            ("1,150", "1150 rpm/V"),
            ("2,500", "2500 rpm/V"),
            ("2.500", "2500 rpm/V"),
            ("2 500", "2500 rpm/V"),
            ("2.5k", "2500 rpm/V"),
            ("130", "130 rpm/V"),
            ("130,5", "130.5 rpm/V"),
            ("130 rpm/V", "130 rpm/V"),
            ("180 rpm at 12 V", "15 rpm/V"),
            ("180 rpm @ 12 V", "15 rpm/V"),
            ("180 rpm / 12 V", "15 rpm/V"),
            ("180rpm/12V", "15 rpm/V"),
            ("1,800 rpm at 12 V", "150 rpm/V"),
            ("18k rpm at 12 V", "1500 rpm/V"),
            ("18 krpm / 12 V", "1500 rpm/V"),
            ("1800 / 12", "150 rpm/V"),
        ],
    ),
    (
        "resistance_ohm",
        &[
            ("11.1 V / 25 A", "0.444 Ω"),
            ("11,1 V / 25 A", "0.444 Ω"),
            ("11.1V/25A", "0.444 Ω"),
            ("12 V / (2 A)", "6 Ω"),
            ("12 V at 2 A", "6 Ω"),
            ("320 mohm", "0.32 Ω"),
            ("320 mΩ", "0.32 Ω"),
            ("320 milliohm", "0.32 Ω"),
            ("0,25", "0.25 Ω"),
            ("0,250", "0.25 Ω"),
            ("0.250", "0.25 Ω"),
            ("0.32 ohm", "0.32 Ω"),
            ("1 ohm / 4", "0.25 Ω"),
            ("1/4", "0.25 Ω"),
        ],
    ),
    (
        "no_load_current_a",
        &[
            ("1,5", "1.5 A"),
            ("1.5", "1.5 A"),
            ("1.5 A", "1.5 A"),
            ("1500 mA", "1.5 A"),
            ("1,500 mA", "1.5 A"),
            ("1 500 mA", "1.5 A"),
            ("60 W at 12 V", "5 A"),
            ("60 W / 12 V", "5 A"),
            ("60W/12V", "5 A"),
            ("12 V / 24 ohm", "0.5 A"),
            ("0,350", "0.35 A"),
        ],
    ),
    (
        "max_continuous_current_a",
        &[
            ("20C", "240 A"),
            ("2.5 C", "30 A"),
            ("2,5C", "30 A"),
            ("25 A", "25 A"),
            ("2500 W at 48 V", "52.0833 A"),
            ("1,200 W at 48 V", "25 A"),
        ],
    ),
    (
        "max_voltage_v",
        &[
            ("3S", "6 V"),
            ("12S", "24 V"),
            ("12 cells", "24 V"),
            ("twelve cells", "24 V"),
            ("12,6 V", "12.6 V"),
            ("12.6V", "12.6 V"),
            ("2 x 12 V", "24 V"),
            ("2 × 12", "24 V"),
            ("25 A * 0.5 ohm", "12.5 V"),
            ("60 W / 5 A", "12 V"),
            ("24000 mV", "24 V"),
            ("24,000 mV", "24 V"),
        ],
    ),
    (
        "mass_kg",
        &[
            ("1 500 g", "1.5 kg"),
            ("1500 g", "1.5 kg"),
            ("1500g", "1.5 kg"),
            ("1.5k g", "1.5 kg"),
            ("1.500", "1.5 kg"),
            ("2 lb 3 oz", "0.99223 kg"),
            ("1,5 kg", "1.5 kg"),
            ("850 g", "0.85 kg"),
        ],
    ),
    (
        "shaft_diameter_mm",
        &[("1/8 in", "3.175 mm"), ("0.125 in", "3.175 mm"), ("0,5 cm", "5 mm"), ("5", "5 mm"), ("3/16\"", "4.7625 mm")],
    ),
];

const BATTERY: Rows = &[
    (
        "continuous_c",
        &[
            ("100 A", "8.33333 C"),
            ("60 A", "5 C"),
            ("60A", "5 C"),
            ("1,200 mA", "0.1 C"),
            ("20", "20 C"),
            ("20C", "20 C"),
            ("2,5", "2.5 C"),
        ],
    ),
    (
        "capacity_ah",
        &[
            ("2,200", "2.2 Ah"),
            ("2.200", "2.2 Ah"),
            ("2200 mAh", "2.2 Ah"),
            ("2,200 mAh", "2.2 Ah"),
            ("2 200 mAh", "2.2 Ah"),
            ("2'200 mAh", "2.2 Ah"),
            ("2.2k mAh", "2.2 Ah"),
            ("12,5", "12.5 Ah"),
            ("120 Wh / 12 V", "10 Ah"),
            ("2 * 6 Ah", "12 Ah"),
            ("12 Ah", "12 Ah"),
        ],
    ),
    (
        "cell_resistance_ohm",
        &[("3 mΩ", "3 mΩ"), ("3 mohm", "3 mΩ"), ("0,003 ohm", "3 mΩ"), ("0.003 ohm", "3 mΩ"), ("30 mV / 10 A", "3 mΩ")],
    ),
];

const JOB: Rows = &[
    (
        "target_speed_m_s",
        &[
            ("10 m / 0.3 s", "120 km/h"),
            ("10 m/0.3s", "120 km/h"),
            ("100 m / 40 s", "9 km/h"),
            ("1 km / 10 min", "6 km/h"),
            ("5 mph + 1 km/h", "9.04672 km/h"),
            ("3 km/h + 1 mph", "4.60934 km/h"),
            ("2.5 m/s", "9 km/h"),
            ("2,5 m/s", "9 km/h"),
            ("9 kph", "9 km/h"),
            ("9", "9 km/h"),
            ("55 in/s", "5.0292 km/h"),
            ("4.608", "4.608 km/h"),
        ],
    ),
    (
        "base_mass_kg",
        &[
            ("1,500 g", "1500 g"),
            ("1.500 g", "1500 g"),
            ("1600", "1600 g"),
            ("30 kg", "30 kg"),
            ("26", "26 kg"),
            ("26,5", "26.5 kg"),
            ("120 lb", "54.431 kg"),
            ("3 lb 4 oz", "1474.2 g"),
            ("2*(10+5) lb", "13.608 kg"),
            ("30 kg + 500 g", "30.5 kg"),
            ("4 500 g + 500 g", "5 kg"),
            ("40k g", "40 kg"),
        ],
    ),
    (
        "wheel_diameter_m",
        &[
            ("10 1/4 in", "260.35 mm"),
            ("1 ft 2 in", "355.6 mm"),
            ("260", "260 mm"),
            ("26 cm", "260 mm"),
            ("0.26 m", "260 mm"),
            ("0,26 m", "260 mm"),
        ],
    ),
    (
        "runtime_min",
        &[
            ("1.5 h", "90 min"),
            ("1,5 h", "90 min"),
            ("1 h 30 min", "90 min"),
            ("90", "90 min"),
            ("5400 s", "90 min"),
            ("5,400 s", "90 min"),
        ],
    ),
    ("ambient_c", &[("77 °F", "25 °C"), ("25", "25 °C"), ("-5", "-5 °C"), ("−5", "-5 °C")]),
];

#[tokio::test]
async fn what_is_typed_is_read_as_it_was_meant_and_told_back() {
    let server = Server::demo();
    let browser = Browser::start().await;
    let id = open_demo(&browser, &server, "Hillside harvest cart", "motor").await;
    let (mut count, mut misread) = (0, Vec::new());
    for (step, rows) in [("motor", MOTOR), ("battery", BATTERY), ("job", JOB)] {
        browser.click(&format!("[data-step='{step}']")).await;
        for (field, entries) in rows {
            browser.find(&format!("[data-field='{field}']")).await;
            for (entry, shown) in *entries {
                let read = typed(&browser, field, entry).await;
                if read["shown"] != *shown || !read["wrong"].is_null() || read["asks"] != json!([]) {
                    misread.push(format!("{field} {entry:?}, {shown:?} was meant: {read}"));
                }
                // Whatever is not the plain figure that then stands there is told back.
                let plain = *shown == *entry || shown.split(' ').next() == Some(entry);
                let simple = entry.chars().all(|c| c.is_ascii_digit() || "-−.,".contains(c))
                    && !entry
                        .trim_start_matches(|c: char| c.is_ascii_digit())
                        .trim_start_matches(['.', ','])
                        .len()
                        .eq(&3);
                assert!(
                    plain || simple || *entry == "9e3" || read["told"] == format!("read as {shown}"),
                    "{field} {entry:?}: {read}"
                );
                count += 1;
            }
        }
    }
    assert!(misread.is_empty(), "{misread:#?}");
    assert!(count >= 150, "{count}");
    until_stored(&server, &id, "/job/ambient_c", -5).await;
    browser.end().await;
}

#[tokio::test]
async fn where_a_comma_can_be_either_both_readings_are_offered() {
    let server = Server::demo();
    let browser = Browser::start().await;
    let id = open_demo(&browser, &server, "Hillside harvest cart", "motor").await;
    typed(&browser, "mass_kg", "2 kg").await;
    let read = typed(&browser, "mass_kg", "1,500 g").await;
    assert_eq!((&read["shown"], &read["asks"]), (&json!("1,500 g kg"), &json!(["1.5 kg", "1.5 g"])), "{read}");
    until_stored(&server, &id, "/options/0/drives/0/motor/mass_kg", 2).await;
    browser.press("1.5 kg").await;
    until_stored(&server, &id, "/options/0/drives/0/motor/mass_kg", 1.5).await;
    browser.until("decided", "!document.querySelector('[data-asks]')").await;
    let read = typed(&browser, "can_diameter_mm", "1,250").await;
    assert_eq!(read["asks"].as_array().map(Vec::len), Some(2), "{read}");
    browser.end().await;
}

#[tokio::test]
async fn a_figure_far_from_usual_is_taken_and_asked_about_once() {
    let server = Server::demo();
    let browser = Browser::start().await;
    let id = open_demo(&browser, &server, "Hillside harvest cart", "motor").await;
    typed(&browser, "mass_kg", "250").await;
    until_stored(&server, &id, "/options/0/drives/0/motor/mass_kg", 250).await;
    browser.until_text("250 kg is unusually much. Meant so?").await;
    browser.press("250 g").await;
    until_stored(&server, &id, "/options/0/drives/0/motor/mass_kg", 0.25).await;
    typed(&browser, "mass_kg", "120 kg").await;
    browser.until_text("120 kg is unusually much").await;
    browser.click("[data-keep]").await;
    browser.until("let be", "!document.querySelector('[data-asks]')").await;
    until_stored(&server, &id, "/options/0/drives/0/motor/mass_kg", 120).await;
    browser.end().await;
}

/// The units a reader may choose, as the browser keeps them.
const READERS: [&str; 2] = [
    r#"{ "speed": "km/h", "torque": "N·m", "mass": "kg", "length": "mm" }"#,
    r#"{ "speed": "mph", "torque": "ozf·in", "mass": "lb", "length": "in" }"#,
];

/// Fields of the motor with a span of what they may hold, in the unit of the document.
const SPANS: [(&str, f64, f64); 8] = [
    ("kv_rpm_per_v", 5.0, 9000.0),
    ("resistance_ohm", 0.002, 40.0),
    ("no_load_current_a", 0.02, 30.0),
    ("max_speed_rpm", 500.0, 60_000.0),
    ("mass_kg", 0.02, 60.0),
    ("can_diameter_mm", 4.0, 300.0),
    ("rotor_inertia_kg_m2", 1e-8, 1e-2),
    ("max_voltage_v", 2.0, 400.0),
];

/// What the page holds of a field of the motor just now: its draft, before anything is saved.
async fn held(browser: &Browser, field: &str) -> f64 {
    let script = "const key = Object.keys(localStorage).find(key => key.startsWith('ypsidyne.draft.build'));
        const build = key ? JSON.parse(localStorage.getItem(key)).document : null;
        return build?.options[0].drives[0].motor.FIELD ?? null";
    browser.run(&script.replace("FIELD", field)).await.as_f64().unwrap_or(f64::NAN)
}

#[tokio::test]
async fn what_is_shown_reads_back_as_itself_in_every_unit() {
    let server = Server::demo();
    let link = Link::to(&server.address).await;
    let browser = Browser::start().await;
    let id = open_demo(&browser, &server, "Hillside harvest cart", "motor").await;
    let mut rng = rand_chacha::ChaCha8Rng::seed_from_u64(9);
    for reader in READERS {
        browser.open(&link.url(&format!("/builds/{id}/motor"))).await;
        browser.run(&format!("localStorage.setItem('ypsidyne.preferences', '{reader}')")).await;
        browser.open(&link.url(&format!("/builds/{id}/motor"))).await;
        browser
            .until("figures", "document.querySelector('[data-check], [data-verdict-strip] b, [data-foot-bar] .word')")
            .await;
        // Drafts stay where they can be read.
        link.cut("PUT");
        for (field, from, to) in SPANS {
            for _ in 0..2 {
                let value = from * (to / from).powf(rng.random());
                let figures = rng.random_range(1..=5_usize);
                let entry = format!("{value:.*e}", figures - 1).parse::<f64>().unwrap().to_string();
                let read = typed(&browser, field, &entry).await;
                let first = held(&browser, field).await;
                let shown = read["shown"].as_str().unwrap().to_owned();
                if !read["wrong"].is_null() || read["asks"].as_array().is_some_and(|asks| asks.len() == 2) {
                    continue;
                }
                // Another figure in between, or the same would be no edit.
                let other = typed(&browser, field, &format!("{to}")).await;
                assert!(other["shown"].is_string());
                typed(&browser, field, &shown).await;
                let again = held(&browser, field).await;
                assert!(
                    (again / first - 1.0).abs() < 6e-5,
                    "{reader} {field}: {entry} is {first}, shown {shown}, {again}"
                );
            }
        }
        link.mend();
        browser.until_saved().await;
    }
    browser.end().await;
}

#[tokio::test]
async fn no_entry_is_read_a_thousandfold_off_in_silence() {
    let server = Server::demo();
    let link = Link::to(&server.address).await;
    let browser = Browser::start().await;
    let id = open_demo(&browser, &server, "Hillside harvest cart", "motor").await;
    browser.open(&link.url(&format!("/builds/{id}/motor"))).await;
    browser
        .until("figures", "document.querySelector('[data-check], [data-verdict-strip] b, [data-foot-bar] .word')")
        .await;
    link.cut("PUT");
    let mut rng = rand_chacha::ChaCha8Rng::seed_from_u64(10);
    for (field, ..) in SPANS {
        for separator in [",", ".", " ", "\u{a0}", "\u{2009}", "'", "’", "k"] {
            let (thousands, rest) = (rng.random_range(1..=60_u32), rng.random_range(0..=999_u32));
            let entry =
                if separator == "k" { format!("{thousands}k") } else { format!("{thousands}{separator}{rest:03}") };
            let (whole, point) = (f64::from(thousands * 1000 + rest), f64::from(thousands) + f64::from(rest) / 1000.0);
            let before = held(&browser, field).await;
            let read = typed(&browser, field, &entry).await;
            let now = held(&browser, field).await;
            let said = !read["told"].is_null() || !read["wrong"].is_null() || read["asks"] != json!([]);
            // A point with three digits behind it that reads as a decimal is what everyone means by it.
            let plain = separator == "." && !(now / whole > 0.99 && now / whole < 1.01);
            assert!(said || plain, "{field} {entry:?} was {before}, is {now}: {read} ({whole} or {point})");
        }
    }
    link.mend();
    browser.end().await;
}

#[tokio::test]
async fn sentences_and_figures_follow_the_chosen_units_everywhere() {
    let server = Server::demo();
    let browser = Browser::start().await;
    browser.open(&server.address).await;
    browser.run(&format!("localStorage.setItem('ypsidyne.preferences', '{}')", READERS[1])).await;
    let id = open_demo(&browser, &server, "Tracking-shot dolly board", "job").await;
    // A speed on the ground is one, in miles an hour, and what is asked is as round as it was typed.
    browser.fill("target_speed_m_s", "40 mph").await;
    browser.until_verdict("performance.target_speed", "fail").await;
    browser.until("its row", "/has .* mph/.test(document.querySelector('[data-check=\"performance.target_speed\"] .figure').innerText) || document.querySelector('[data-check=\"performance.target_speed\"]').innerText.includes(', has ')").await;
    let row = browser
        .run("return document.querySelector('[data-check=\"performance.target_speed\"] .figure').innerText")
        .await;
    assert!(row.as_str().unwrap().starts_with("wants 40, has ") && row.as_str().unwrap().ends_with(" mph"), "{row}");
    let mut metric = Vec::new();
    for step in ["job", "motor", "gearing", "battery", "controller", "wiring", "options", "odds", "run", "sheet"] {
        browser.open(&server.url(&format!("/builds/{id}/{step}"))).await;
        browser
            .until("figures", "document.querySelector('[data-check], [data-verdict-strip] b, [data-foot-bar] .word')")
            .await;
        if step == "run" {
            browser.until("a run", "document.querySelector('[data-run-words]')").await;
        }
        // The list of parts says sizes as they are ordered.
        // Sums stand in the units of their formulas; what a part is called is its name.
        let script = r#"
            for (const sum of document.querySelectorAll('table.sum, [data-candidates]')) sum.remove();
            const metric = new RegExp('.{0,40}[\\d ](km/h|kg|N·m|mm|km|m/s)(?![²³·/A-Za-z0-9]).{0,10}', 'gu');
            return [...document.body.innerText.matchAll(metric)].map((hit) => hit[0])"#;
        let found = browser.run(script).await;
        metric.extend(found.as_array().unwrap().iter().map(|hit| format!("{step}: {hit}")));
    }
    assert!(metric.is_empty(), "{metric:#?}");
    // Printed as well.
    let printed =
        reqwest::get(server.url(&format!("/api/builds/{id}/sheet?option=0&units=mph,ozf-in,lb,in"))).await.unwrap();
    let printed = printed.text().await.unwrap();
    assert!(printed.contains(" mph") && printed.contains(" lb") && !printed.contains(" km/h"), "{printed}");
    browser.end().await;
}

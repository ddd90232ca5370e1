//! Every sheet of the bench, driven by hand and by instruments, on a desk and on a phone; and with the plug pulled at each step.

use serde_json::Value;
use ypsidyne::instruments::client::{Instrument, SocketInstrument};
use ypsidyne::instruments::simulated::{SimulatedBench, motor};

use crate::support::Server;
use crate::window::{Browser, until_stored};

const ENTER: &str = "\u{e007}";

/// A sheet as somebody without instruments fills it in.
struct ByHand {
    kind: &'static str,
    fields: &'static [(&'static str, &'static str)],
    lists: &'static [(&'static str, &'static [&'static str])],
    /// A figure that it comes to.
    figure: &'static str,
    about: f64,
}

const BY_HAND: &[ByHand] = &[
    ByHand {
        kind: "winding_resistance",
        fields: &[],
        lists: &[("lead_readings_ohm", &["0.1", "0.1"]), ("motor_readings_ohm", &["0.8", "0.82", "0.81"])],
        figure: "resistance_ohm",
        about: 0.71,
    },
    ByHand {
        kind: "locked_rotor",
        fields: &[],
        lists: &[("points", &["0.5", "1", "0.9", "2", "1.3", "3", "1.7", "4"])],
        figure: "resistance_ohm",
        about: 0.4,
    },
    ByHand {
        kind: "no_load_sweep",
        fields: &[("resistance_ohm", "0.4")],
        lists: &[("points", &["3", "0.5", "280", "6", "0.52", "579", "9", "0.55", "878", "12", "0.58", "1177"])],
        figure: "kv_rpm_per_v",
        about: 100.0,
    },
    ByHand {
        kind: "spin_test",
        fields: &[],
        lists: &[("points", &["300", "3", "600", "6", "900", "9"])],
        figure: "kv_rpm_per_v",
        about: 100.0,
    },
    ByHand {
        kind: "pack_resistance",
        fields: &[("cells_series", "6")],
        lists: &[("points", &["0", "24", "10", "23.4", "20", "22.8", "30", "22.2"])],
        figure: "resistance_ohm",
        about: 0.06,
    },
    ByHand {
        kind: "capacity",
        fields: &[("rated_ah", "5")],
        lists: &[("points", &["0", "2", "25", "3600", "2", "23", "7200", "2", "20"])],
        figure: "capacity_ah",
        about: 4.0,
    },
    ByHand {
        kind: "cell_voltages",
        fields: &[],
        lists: &[("voltages_v", &["3.85", "3.84", "3.86"])],
        figure: "mean_v",
        about: 3.85,
    },
    ByHand {
        kind: "coast_down",
        fields: &[("mass_kg", "90")],
        lists: &[(
            "points",
            &["0", "6", "2", "5.6", "4", "5.2", "6", "4.8", "8", "4.4", "10", "4", "12", "3.6", "14", "3.2"],
        )],
        figure: "rolling_resistance",
        about: 0.0204,
    },
    ByHand {
        kind: "pull_test",
        fields: &[("mass_kg", "90")],
        lists: &[("pull_n", &["17.6", "17.7", "17.5"])],
        figure: "rolling_resistance",
        about: 0.02,
    },
    ByHand {
        kind: "generator_test",
        fields: &[],
        lists: &[(
            "points",
            &[
                "600", "20", "9.5", "", "", "600", "5", "8.3", "", "", "600", "1", "5", "", "", "600", "0.5", "3.3",
                "", "",
            ],
        )],
        figure: "internal_resistance_ohm",
        about: 1.0,
    },
    ByHand {
        kind: "loaded_currents",
        fields: &[],
        lists: &[("readings", &["a", "2", "b", "2.1", "c", "3.4"])],
        figure: "",
        about: 0.0,
    },
    ByHand {
        kind: "heat_run",
        fields: &[("ambient_c", "20")],
        lists: &[("points", &["0", "20", "", "", "300", "45", "", "", "600", "58", "", "", "900", "64", "", ""])],
        figure: "",
        about: 0.0,
    },
    ByHand {
        kind: "free_sheet",
        fields: &[("name_a", "thrust, g")],
        lists: &[("readings", &["first", "410", "second", "430"])],
        figure: "",
        about: 0.0,
    },
];

async fn type_readings(browser: &Browser, list: &str, figures: &[&str]) {
    let first = browser.find(&format!("[data-list='{list}'] [data-entry] input")).await;
    first.click().await.unwrap();
    for figure in figures {
        browser.keys(&format!("{figure}{ENTER}")).await;
    }
}

fn rows(list: &str) -> String {
    format!("document.querySelectorAll('[data-list={list}] [data-reading]').length")
}

async fn new_sheet(browser: &Browser, server: &Server, kind: &str) {
    browser.open(&server.url("/bench")).await;
    browser.click(&format!("[data-new-sheet={kind}]")).await;
    browser.until("the sheet", "document.querySelector('[data-sheet]')").await;
}

/// What stands on the sheet once it has been worked out.
async fn until_worked_out(browser: &Browser, sheet: &ByHand) {
    if sheet.figure.is_empty() {
        browser.until(sheet.kind, "document.querySelector('[data-result]')?.innerText.trim().length > 10").await;
        return;
    }
    let shown = format!(
        "[...document.querySelectorAll(\"[data-figure='{}'] :is(.figure, .unit)\")].map(one => one.textContent).join(' ')",
        sheet.figure
    );
    // Milliohms and ohms are both how it may be shown.
    let near = format!(
        "(text => {{ const value = parseFloat(text.replace(/[^0-9.].*$/u, '')) * (/mΩ/u.test(text) ? 1e-3 : 1); \
         return Math.abs(value - {about}) <= 0.05 * {about}; }})({shown})",
        about = sheet.about
    );
    browser.until(&format!("{} of {}", sheet.figure, sheet.kind), &near).await;
}

#[tokio::test]
async fn every_sheet_is_filled_in_by_hand() {
    // The demo has the shelf that an unknown motor is looked for on; its instruments are let go.
    let server = Server::demo();
    for role in ["supply", "meter", "tachometer", "thermometer"] {
        let gone =
            reqwest::Client::new().delete(server.url(&format!("/api/instruments/use/{role}"))).send().await.unwrap();
        assert!(gone.status().is_success());
    }
    let browser = Browser::start().await;
    new_sheet(&browser, &server, "identify").await;
    type_readings(&browser, "unknowns", &["grey", "12", "0.5", "1590", "", ""]).await;
    browser.until("a reading", &format!("{} === 1", rows("unknowns"))).await;
    let pick = "[...document.querySelectorAll('main button')].filter(one => one.innerText.startsWith('+ ')).slice(0, 2).forEach(one => one.click())";
    browser.run(pick).await;
    browser
        .until("the likelier one", "document.querySelector('[data-result]')?.innerText.includes('Brushed can')")
        .await;
    for sheet in BY_HAND {
        new_sheet(&browser, &server, sheet.kind).await;
        browser.until("no instrument reads", "!document.querySelector('[data-list] [data-read]')").await;
        for (field, text) in sheet.fields {
            browser.fill(field, text).await;
        }
        for (list, figures) in sheet.lists {
            type_readings(&browser, list, figures).await;
        }
        until_worked_out(&browser, sheet).await;
        browser.until_saved().await;
    }
    browser.end().await;
}

/// A sheet with the bench's instruments: what a press of *read* takes, what is left to type, and how many rows.
struct Read {
    kind: &'static str,
    list: &'static str,
    /// Typed before the press, column by column from the first; an empty one is left to the instrument.
    typed: &'static [&'static str],
    /// The keys of a row that the instruments fill.
    filled: &'static [&'static str],
}

const READ: &[Read] = &[
    Read { kind: "locked_rotor", list: "points", typed: &[], filled: &["voltage_v", "current_a"] },
    Read { kind: "no_load_sweep", list: "points", typed: &[], filled: &["voltage_v", "current_a", "rpm"] },
    Read { kind: "spin_test", list: "points", typed: &[], filled: &["rpm", "voltage_v"] },
    Read { kind: "identify", list: "unknowns", typed: &["grey"], filled: &["voltage_v", "current_a", "rpm"] },
    Read { kind: "loaded_currents", list: "readings", typed: &["left"], filled: &["current_a"] },
    Read { kind: "cell_voltages", list: "voltages_v", typed: &[], filled: &[""] },
    Read { kind: "pack_resistance", list: "points", typed: &["10"], filled: &["voltage_v"] },
    Read { kind: "capacity", list: "points", typed: &["", "2"], filled: &["t_s", "voltage_v"] },
    Read { kind: "generator_test", list: "points", typed: &["", "10"], filled: &["rpm", "voltage_v"] },
    Read { kind: "heat_run", list: "points", typed: &[], filled: &["t_s", "motor_c"] },
];

/// The reading in hand, by column.
async fn type_into_entry(browser: &Browser, list: &str, typed: &[&str]) {
    for (column, text) in typed.iter().enumerate().filter(|(_, text)| !text.is_empty()) {
        let all = format!("[data-list='{list}'] [data-entry] input");
        let entries = browser.client.find_all(fantoccini::Locator::Css(&all)).await.unwrap();
        let entry = &entries[column];
        entry.click().await.unwrap();
        entry.send_keys(&format!("{text}\u{e004}")).await.unwrap();
    }
}

async fn switch_on(browser: &Browser, volts: &str) {
    let heard =
        "['off', 'on', 'limiting'].includes(document.querySelector('[data-supply-state]')?.dataset.supplyState)";
    browser.until("the supply is heard", heard).await;
    let field = browser.find("[aria-label='Volts of the supply']").await;
    field.send_keys(&format!("\u{e009}a\u{e000}{volts}")).await.unwrap();
    let limit = browser.find("[aria-label='Current limit of the supply']").await;
    limit.send_keys("\u{e009}a\u{e000}4\u{e007}").await.unwrap();
    browser.until("it is on", "document.querySelector('[data-supply-state]')?.dataset.supplyState === 'on'").await;
}

/// The stored sheet that is open.
async fn stored(browser: &Browser, server: &Server) -> Value {
    browser.until_saved().await;
    let id = browser.run("return location.pathname.split('/').pop()").await;
    let reply = reqwest::get(server.url(&format!("/api/sheets/{}", id.as_str().unwrap()))).await.unwrap();
    let sheet: Value = serde_json::from_str(&reply.text().await.unwrap()).unwrap();
    sheet.get("document").or_else(|| sheet.get("sheet")).unwrap_or(&sheet).clone()
}

#[tokio::test]
async fn every_sheet_is_filled_by_the_instruments_that_serve_it_on_a_phone() {
    let server = Server::demo();
    let browser = Browser::sized(390, 844).await;
    for sheet in READ {
        new_sheet(&browser, &server, sheet.kind).await;
        browser
            .until("the instruments", &format!("document.querySelector('[data-list={}] [data-read]')", sheet.list))
            .await;
        switch_on(&browser, "4").await;
        browser.until("live volts", "parseFloat(document.querySelector('[data-supply] b').innerText) > 2").await;
        for row in 1..=2 {
            type_into_entry(&browser, sheet.list, sheet.typed).await;
            let read = format!("document.querySelector(\"[data-list='{}'] [data-read]\")", sheet.list);
            browser.until("nothing is being read", &format!("{read} && !{read}.disabled")).await;
            browser.click(&format!("[data-list='{}'] [data-read]", sheet.list)).await;
            browser.until(&format!("row {row} of {}", sheet.kind), &format!("{} === {row}", rows(sheet.list))).await;
        }
        let document = stored(&browser, &server).await;
        for reading in document[sheet.list].as_array().unwrap() {
            for key in sheet.filled {
                let value = if key.is_empty() { reading } else { &reading[*key] };
                assert!(value.as_f64().is_some_and(f64::is_finite), "{} of {}: {reading}", key, sheet.kind);
            }
        }
        // Leaving the sheet leaves the output off.
        browser.run("document.querySelector('a.back').click()").await;
        browser.until("off", "document.querySelector('[data-supply-state]')?.dataset.supplyState === 'off'").await;
    }
    browser.end().await;
}

const SUPPLY: &str = "document.querySelector('[data-supply-state]')?.dataset.supplyState";

/// The plug is pulled and put in again: the page finds the program, and the program the supply.
async fn plug(server: &mut Server, browser: &Browser) {
    browser.until_saved().await;
    server.pull_the_plug();
    browser.until("not heard of", &format!("{SUPPLY} === 'unread'")).await;
    server.start_again();
    browser.until("heard again", &format!("['on', 'off', 'limiting'].includes({SUPPLY})")).await;
}

async fn into_build(browser: &Browser, name: &str) {
    let pick = format!(
        "const list = document.querySelector('[data-apply-build]'); \
         list.value = [...list.options].find(one => one.text === '{name}').value; list.dispatchEvent(new Event('change'))"
    );
    browser.run(&pick).await;
    browser.until("before and after", "document.querySelector('[data-effect]')?.innerText.includes('→')").await;
}

async fn id_of(server: &Server, name: &str) -> String {
    let builds: Vec<Value> = reqwest::get(server.url("/api/builds")).await.unwrap().json().await.unwrap();
    builds.iter().find(|build| build["name"] == name).unwrap()["id"].as_str().unwrap().to_owned()
}

async fn put_in(browser: &Browser, server: &Server, build: &str, pointer: &str) {
    into_build(browser, build).await;
    browser.click("[data-put-in]").await;
    until_stored(server, &id_of(server, build).await, pointer, "measured").await;
}

async fn number_near(browser: &Browser, key: &str, about: f64, within: f64) {
    let figure = format!("parseFloat(document.querySelector(\"[data-figure='{key}'] .figure\")?.textContent)");
    browser.until(key, &format!("Math.abs({figure} - {about}) < {within}")).await;
}

/// On the phone, from the instruments to a build, with the plug pulled at every step: an unlabelled motor, four unlike motors,
/// a pack, a generator. What was read stays, and the supply is shown as it is.
#[tokio::test(flavor = "multi_thread")]
async fn a_bench_is_worked_on_a_phone_with_the_plug_pulled_at_every_step() {
    let mut server = Server::demo();
    let bench = SimulatedBench::new(motor(None).unwrap(), 11);
    let addresses = bench.listen([0; 4]).await.unwrap();
    for (role, address) in ["supply", "meter", "tachometer", "thermometer"].into_iter().zip(addresses) {
        let asked = serde_json::json!({ "address": address.to_string() }).to_string();
        let taken = reqwest::Client::new()
            .put(server.url(&format!("/api/instruments/use/{role}")))
            .header("content-type", "application/json")
            .body(asked);
        assert!(taken.send().await.unwrap().status().is_success());
    }
    let browser = Browser::sized(390, 844).await;

    // An unlabelled motor.
    new_sheet(&browser, &server, "winding_resistance").await;
    let label = browser.find("[data-sheet-label]").await;
    label.send_keys("\u{e009}a\u{e000}out of the bin\u{e004}").await.unwrap();
    for (list, times) in [("lead_readings_ohm", 3), ("motor_readings_ohm", 6)] {
        for time in 1..=times {
            browser.click(&format!("[data-list={list}] [data-read]")).await;
            browser.until("one more", &format!("{} === {time}", rows(list))).await;
        }
        plug(&mut server, &browser).await;
        browser.until("kept", &format!("{} === {times}", rows(list))).await;
    }
    browser.client.refresh().await.unwrap();
    number_near(&browser, "resistance_ohm", 0.266, 0.03).await;
    browser.open(&server.url("/bench")).await;
    browser.click("[data-group='out of the bin'] [data-next=no_load_sweep]").await;
    let settle = browser.find("[data-sweep-settle]").await;
    settle.send_keys("\u{e009}a\u{e000}0.3").await.unwrap();
    browser.click("[data-sweep]").await;
    browser.until("points come in", &format!("{} >= 2", rows("points"))).await;
    server.pull_the_plug();
    browser.until("not heard of", &format!("{SUPPLY} === 'unread'")).await;
    browser.until("and what may be is told", "/may be ON/u.test(document.body.innerText)").await;
    server.start_again();
    browser.until("it is off, by its own word", &format!("{SUPPLY} === 'off'")).await;
    browser.until("what came in is kept", &format!("{} >= 2", rows("points"))).await;
    browser.click("[data-sweep]").await;
    browser.until("done", "document.querySelector('[data-sweep-state]')?.dataset.sweepState === 'done'").await;
    browser.fill("brush_drop_v", "0.4").await;
    number_near(&browser, "kv_rpm_per_v", 140.5, 2.5).await;
    plug(&mut server, &browser).await;
    put_in(&browser, &server, "Hillside harvest cart", "/options/0/drives/0/motor/provenance/kv_rpm_per_v").await;

    // Four unlike motors, each put on the bench by hand.
    new_sheet(&browser, &server, "loaded_currents").await;
    for (place, (name, words)) in [
        ("small", "can 42"),
        ("middle", "rebuildable 125"),
        ("large", "rebuildable 100 kv"),
        ("largest", "rebuildable 76"),
    ]
    .into_iter()
    .enumerate()
    {
        SocketInstrument::at(addresses[0]).tell(&format!("SIM:MOT {words}")).await.unwrap();
        switch_on(&browser, "8").await;
        browser.until("live volts", "parseFloat(document.querySelector('[data-supply] b').innerText) > 4").await;
        type_into_entry(&browser, "readings", &[name]).await;
        browser.click("[data-list=readings] [data-read]").await;
        browser.until("read", &format!("{} === {}", rows("readings"), place + 1)).await;
        if place % 2 == 1 {
            plug(&mut server, &browser).await;
        }
    }
    browser.choose("[data-field=motors_are]", "Unlike: each has its own").await;
    browser.until("none is accused", "!document.querySelector('[data-finding=takes_more]')").await;
    browser.choose("[data-field=compared_to]", "small").await;
    browser.until("told by it", "/×[0-9.]+/u.test(document.querySelector('[data-result]').innerText)").await;
    browser.fill("how_many", "4").await;
    browser.choose("[data-pack-of]", "Hillside harvest cart, Two gear motors on lead-acid").await;
    browser.until_text("C of this pack of 12 Ah.").await;

    // A pack.
    new_sheet(&browser, &server, "pack_resistance").await;
    browser.fill("cells_series", "6").await;
    type_readings(&browser, "points", &["0", "12.7", "10", "12.4"]).await;
    plug(&mut server, &browser).await;
    // Half of a reading stands in the entry while the plug is out.
    type_readings(&browser, "points", &["20"]).await;
    plug(&mut server, &browser).await;
    browser.keys(&format!("12.1{ENTER}")).await;
    browser.until("three", &format!("{} === 3", rows("points"))).await;
    number_near(&browser, "resistance_ohm", 30.0, 1.0).await;
    put_in(&browser, &server, "Hillside harvest cart", "/options/0/battery/provenance/cell_resistance_ohm").await;

    // A generator.
    new_sheet(&browser, &server, "generator_test").await;
    let points = [
        "600", "20", "13.3", "", "", "600", "4", "12.3", "", "", "600", "1", "9.8", "", "", "600", "0.5", "7.8", "", "",
    ];
    for row in points.chunks(5) {
        type_readings(&browser, "points", row).await;
    }
    plug(&mut server, &browser).await;
    number_near(&browser, "internal_resistance_ohm", 0.39, 0.05).await;
    put_in(&browser, &server, "Millrace generator", "/options/0/drives/0/motor/provenance/kv_rpm_per_v").await;
    assert!(!bench.output_is_on());
    browser.end().await;
}

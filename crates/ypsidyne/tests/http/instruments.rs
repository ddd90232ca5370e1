//! Instruments: SCPI sessions with the simulated bench, timeouts, faults, and what the bench makes of its readings.

use std::net::SocketAddr;
use std::time::Duration;

use crate::request::{JSON, post_json, problem, send};
use crate::support::Server;
use rand::{RngExt, SeedableRng};
use rand_chacha::ChaCha8Rng;
use reqwest::{Method, StatusCode};
use serde_json::{Value, json};
use tokio::io::{AsyncReadExt, AsyncWriteExt};
use tokio::net::TcpStream;
use ypsidyne::instruments::client::{Instrument, SocketInstrument};
use ypsidyne::instruments::error::InstrumentError;
use ypsidyne::instruments::simulated::{SimulatedBench, motor};
use ypsidyne_core::document::{Measurement, Motor};
use ypsidyne_core::measurement::{Measured, measure};

struct Bench {
    bench: SimulatedBench,
    supply: SocketInstrument,
    meter: SocketInstrument,
    tachometer: SocketInstrument,
    thermometer: SocketInstrument,
    addresses: [SocketAddr; 4],
}

async fn bench(motor: Motor, seed: u64) -> Bench {
    let bench = SimulatedBench::new(motor, seed);
    let addresses = bench.listen([0; 4]).await.unwrap();
    let [supply, meter, tachometer, thermometer] = addresses.map(SocketInstrument::at);
    Bench { bench, supply, meter, tachometer, thermometer, addresses }
}

#[tokio::test]
async fn a_session_speaks_as_the_standards_say() {
    let Bench { bench, mut supply, mut meter, mut thermometer, .. } = bench(motor(None).unwrap(), 1).await;
    assert_eq!(supply.ask("*IDN?").await.unwrap().split(',').count(), 4, "maker, model, serial, firmware");
    assert_eq!(supply.ask("SYST:VERS?").await.unwrap(), "1999.0");
    supply.tell("VOLT 12").await.unwrap();
    assert!((supply.number(":source:voltage:level?").await.unwrap() - 12.0).abs() < 1e-9);
    supply.tell("CURR 5;:OUTP ON").await.unwrap();
    assert!(bench.output_is_on());
    assert_eq!(supply.ask("OUTP?").await.unwrap(), "1");
    let volts = supply.number("MEAS:VOLT?").await.unwrap();
    assert!((volts - 12.0).abs() < 0.3, "{volts}");
    assert!((supply.number("STAT:QUES:COND?").await.unwrap()).abs() < 1e-9, "constant voltage");
    assert!((thermometer.number("MEAS:TEMP?").await.unwrap() - 21.0).abs() < 2.0);
    // Errors wait in order; *RST leaves them, *CLS takes them away.
    for (command, number) in
        [("VOLT 900", "-222"), ("VOLT much", "-104"), ("VOLT", "-109"), ("OUTP perhaps", "-224"), ("COFFEE 1", "-113")]
    {
        let Err(InstrumentError::Reports { report, .. }) = supply.tell(command).await else { panic!("{command}") };
        assert!(report.starts_with(number), "{command}: {report}");
    }
    supply.tell("*RST").await.unwrap();
    assert!(!bench.output_is_on());
    // A meter that reads nothing says so.
    supply.tell("SIM:FAUL BRUSH,ON").await.unwrap();
    assert!(matches!(meter.number("MEAS:RES?").await, Err(InstrumentError::NothingRead { .. })));
}

#[tokio::test]
async fn a_supply_that_nobody_watches_any_more_goes_off() {
    let Bench { bench, mut supply, addresses, .. } = bench(motor(None).unwrap(), 1).await;
    supply.tell("VOLT 6;OUTP ON").await.unwrap();
    // Another caller that only reads and leaves changes nothing.
    SocketInstrument::at(addresses[0]).number("MEAS:CURR?").await.unwrap();
    assert!(bench.output_is_on());
    drop(supply);
    for _ in 0..200 {
        if !bench.output_is_on() {
            return;
        }
        tokio::time::sleep(Duration::from_millis(10)).await;
    }
    panic!("it is still on");
}

#[tokio::test]
async fn nobody_there_silence_and_lost_connections_are_told_apart() {
    let Bench { mut supply, addresses, .. } = bench(motor(None).unwrap(), 1).await;
    supply.tell("SIM:FAUL DEAD,ON").await.expect_err("it no longer answers");
    let silent = SocketInstrument::at(addresses[0]).ask("*IDN?").await;
    assert!(matches!(silent, Err(InstrumentError::Silent { .. })), "{silent:?}");
    let free = std::net::TcpListener::bind("127.0.0.1:0").unwrap().local_addr().unwrap();
    let nobody = SocketInstrument::at(free).ask("*IDN?").await;
    assert!(matches!(nobody, Err(InstrumentError::NotThere { .. })), "{nobody:?}");
    let listener = tokio::net::TcpListener::bind("127.0.0.1:0").await.unwrap();
    let rude = listener.local_addr().unwrap();
    tokio::spawn(async move {
        while let Ok((socket, _)) = listener.accept().await {
            drop(socket);
        }
    });
    let lost = SocketInstrument::at(rude).ask("*IDN?").await;
    assert!(matches!(lost, Err(InstrumentError::Lost { .. })), "{lost:?}");
}

#[tokio::test]
async fn hostile_callers_get_no_answer_and_others_go_on() {
    let Bench { addresses, mut meter, .. } = bench(motor(None).unwrap(), 1).await;
    let mut hostile = TcpStream::connect(addresses[1]).await.unwrap();
    hostile.write_all(&[0xFF; 100_000]).await.ok();
    let mut nothing = Vec::new();
    let _ = tokio::time::timeout(Duration::from_secs(5), hostile.read_to_end(&mut nothing)).await.expect("it hangs up");
    assert!(nothing.is_empty());
    assert!(meter.number("MEAS:RES?").await.unwrap() > 0.0);
}

fn worked(mut sheet: Value) -> Measured {
    sheet["format"] = json!("ypsidyne.measurement/1");
    measure(&Measurement::from_value(&sheet).unwrap()).unwrap_or_else(|problems| panic!("{problems:?}"))
}

fn figure(measured: &Measured, key: &str) -> (f64, Option<[f64; 2]>) {
    let found = measured.figures.iter().find(|figure| figure.key == key).expect("the figure");
    (found.value, found.interval_95)
}

/// Ohms as one takes them: the leads, then the winding with the rotor turned by hand in between, never by the same angle.
async fn winding(meter: &mut SocketInstrument, seed: u64) -> Measured {
    let mut hand = ChaCha8Rng::seed_from_u64(seed);
    let (mut leads, mut ohms) = (Vec::new(), Vec::new());
    meter.tell("SIM:SHOR ON").await.unwrap();
    for _ in 0..3 {
        leads.push(meter.number("MEAS:RES?").await.unwrap());
    }
    meter.tell("SIM:SHOR OFF").await.unwrap();
    for _ in 0..8 {
        meter.tell(&format!("SIM:TURN {}", hand.random_range(20..340))).await.unwrap();
        ohms.push(meter.number("MEAS:RES?").await.unwrap());
    }
    worked(
        json!({ "kind": "winding_resistance", "lead_readings_ohm": leads, "motor_readings_ohm": ohms, "temperature_c": 21, "supply_v": 24 }),
    )
}

async fn sweep(bench: &mut Bench, ohm: f64, brush_v: f64) -> Measured {
    let mut points = Vec::new();
    bench.supply.tell("CURR 10;OUTP ON").await.unwrap();
    for volts in [6, 10, 14, 18, 24] {
        bench.supply.tell(&format!("VOLT {volts}")).await.unwrap();
        points.push(json!({ "voltage_v": bench.supply.number("MEAS:VOLT?").await.unwrap(),
            "current_a": bench.supply.number("MEAS:CURR?").await.unwrap(),
            "rpm": 60.0 * bench.tachometer.number("MEAS:FREQ?").await.unwrap() }));
    }
    bench.supply.tell("OUTP OFF").await.unwrap();
    worked(json!({ "kind": "no_load_sweep", "resistance_ohm": ohm, "brush_drop_v": brush_v, "points": points }))
}

/// Over many seeds the 95 % interval of the ohms holds the truth in 90 to 99 of a hundred (the ripple over the rotor's
/// positions is what scatters), and Kv is found within a part in two hundred.
#[tokio::test]
async fn the_truth_is_found_within_the_stated_uncertainty() {
    let unlabelled = motor(None).unwrap();
    let (mut held, times) = (0u32, 60u32);
    for seed in 0..u64::from(times) {
        let mut bench = bench(unlabelled.clone(), seed).await;
        let ohms = winding(&mut bench.meter, seed).await;
        let (_, interval) = figure(&ohms, "resistance_at_20c_ohm");
        let [low, high] = interval.unwrap();
        held += u32::from((low..=high).contains(&unlabelled.resistance_ohm));
        if seed < 6 {
            let turns = sweep(&mut bench, unlabelled.resistance_ohm, 0.4).await;
            let (kv, _) = figure(&turns, "kv_rpm_per_v");
            assert!((kv / unlabelled.kv_rpm_per_v - 1.0).abs() < 0.005, "{kv}");
        }
    }
    let share = f64::from(held) / f64::from(times);
    assert!(share >= 0.9, "{share}");
}

#[tokio::test]
async fn faults_show_in_what_is_read() {
    let unlabelled = motor(None).unwrap();
    let mut healthy = bench(unlabelled.clone(), 3).await;
    let sound = sweep(&mut healthy, unlabelled.resistance_ohm, 0.4).await;
    let (kv, amps) = (figure(&sound, "kv_rpm_per_v").0, figure(&sound, "no_load_current_a").0);

    // Weak magnets: a Kv above what it was when new (common practice).
    let mut weak = bench(unlabelled.clone(), 3).await;
    weak.supply.tell("SIM:FAUL MAGNET,ON").await.unwrap();
    let (weak_kv, _) = figure(&sweep(&mut weak, unlabelled.resistance_ohm, 0.4).await, "kv_rpm_per_v");
    assert!(weak_kv > 1.2 * kv, "{weak_kv} {kv}");

    // A shorted turn: ohms that jump with the rotor, and far more current to turn itself.
    let mut shorted = bench(unlabelled.clone(), 3).await;
    shorted.supply.tell("SIM:FAUL TURN,ON").await.unwrap();
    let ohms = winding(&mut shorted.meter, 3).await;
    assert!(ohms.findings.iter().any(|finding| finding.code == "wide_spread"), "{:?}", ohms.findings);
    let drags = figure(&sweep(&mut shorted, unlabelled.resistance_ohm, 0.4).await, "no_load_current_a").0;
    assert!(drags > 1.8 * amps, "{drags} {amps}");

    // Sensors in the wrong order: it works against itself and takes far too much to turn.
    let mut crossed = bench(unlabelled.clone(), 3).await;
    crossed.supply.tell("SIM:FAUL SENSOR,ON").await.unwrap();
    let found = sweep(&mut crossed, unlabelled.resistance_ohm, 0.4).await;
    assert!(found.findings.iter().any(|finding| finding.code == "hard_to_turn"), "{:?}", found.findings);
    assert!(!sound.findings.iter().any(|finding| finding.code == "hard_to_turn"));

    // Held still behind a small current limit, the voltage is pulled down and the supply says so.
    let mut held = bench(unlabelled, 3).await;
    held.supply.tell("SIM:LOCK ON;CURR 2;VOLT 12;OUTP ON").await.unwrap();
    assert!((held.supply.number("STAT:QUES:COND?").await.unwrap() - 1.0).abs() < 1e-9, "constant current");
    assert!((held.supply.number("MEAS:CURR?").await.unwrap() - 2.0).abs() < 0.05);
    let volts = held.supply.number("MEAS:VOLT?").await.unwrap();
    assert!((volts - (2.0 * 0.266 + 0.4)).abs() < 0.1, "{volts}");
    let _ = held.thermometer.number("MEAS:TEMP?").await.unwrap();
}

// ---- over HTTP

async fn put(server: &Server, path: &str, body: &Value) -> reqwest::Response {
    send(server, Method::PUT, path, &[("content-type", JSON)], body.to_string()).await
}

async fn sweep_state(server: &Server) -> Value {
    reqwest::get(server.url("/api/instruments/sweep")).await.unwrap().json().await.unwrap()
}

async fn until_state(server: &Server, wanted: &str) -> Value {
    for _ in 0..400 {
        let now = sweep_state(server).await;
        if now["state"] == wanted {
            return now;
        }
        tokio::time::sleep(Duration::from_millis(25)).await;
    }
    panic!("never {wanted}: {}", sweep_state(server).await)
}

async fn current(server: &Server) -> f64 {
    let body = json!({ "wanted": ["voltage", "current"] });
    let reply = post_json(server, "/api/instruments/read", body.to_string()).await;
    let readings: Value = reply.json().await.unwrap();
    readings["current_a"].as_f64().unwrap_or_else(|| panic!("{readings}"))
}

#[tokio::test]
async fn a_sweep_runs_by_itself_and_the_output_is_off_at_its_end_and_when_it_is_stopped() {
    let server = Server::demo();
    let list: Value = reqwest::get(server.url("/api/instruments")).await.unwrap().json().await.unwrap();
    assert_eq!(list.as_array().unwrap().len(), 4);
    let sweep = |settle_s: f64| json!({ "from_v": 6, "to_v": 18, "steps": 4, "limit_a": 5, "settle_s": settle_s });
    post_json(&server, "/api/instruments/sweep", sweep(0.1).to_string()).await.error_for_status().unwrap();
    let done = until_state(&server, "done").await;
    assert_eq!(done["points"].as_array().unwrap().len(), 4);
    assert!(done["points"][3]["rpm"].as_f64().unwrap() > 2000.0);
    assert!(current(&server).await.abs() < 0.005, "off at its end");

    post_json(&server, "/api/instruments/sweep", sweep(20.0).to_string()).await.error_for_status().unwrap();
    let again = post_json(&server, "/api/instruments/sweep", sweep(1.0).to_string()).await;
    problem(again, StatusCode::UNPROCESSABLE_ENTITY).await;
    let reply = send(&server, Method::POST, "/api/instruments/stop", &[], "").await;
    assert_eq!(reply.status(), StatusCode::NO_CONTENT);
    until_state(&server, "stopped").await;
    assert!(current(&server).await.abs() < 0.005, "off when it is stopped");
}

// The bench of this test goes on speaking while the test waits for the program to end.
#[tokio::test(flavor = "multi_thread")]
async fn the_output_goes_off_when_an_instrument_fails_and_when_the_program_ends() {
    let mut server = Server::demo();
    let bench = SimulatedBench::new(motor(None).unwrap(), 5);
    let addresses = bench.listen([0; 4]).await.unwrap();
    for (role, address) in ["supply", "meter", "tachometer", "thermometer"].into_iter().zip(addresses) {
        let taken =
            put(&server, &format!("/api/instruments/use/{role}"), &json!({ "address": address.to_string() })).await;
        assert_eq!(taken.status(), StatusCode::OK);
    }
    let sweep = json!({ "from_v": 6, "to_v": 18, "steps": 3, "limit_a": 5, "settle_s": 20 });
    post_json(&server, "/api/instruments/sweep", sweep.to_string()).await.error_for_status().unwrap();
    let mut on = false;
    for _ in 0..200 {
        on = bench.output_is_on();
        if on {
            break;
        }
        tokio::time::sleep(Duration::from_millis(10)).await;
    }
    assert!(on, "it runs");
    assert_eq!(server.terminate(), Some(0));
    assert!(!bench.output_is_on(), "off before the program ended");
}

/// A page that is loaded again hangs up in the middle of a reading: the connection to the supply stays, and what is on stays on.
#[tokio::test(flavor = "multi_thread")]
async fn a_reading_goes_on_to_its_end_where_whoever_asked_for_it_hangs_up() {
    let server = Server::demo();
    let Bench { bench, mut supply, addresses, .. } = bench(motor(None).unwrap(), 6).await;
    for (role, address) in ["supply", "meter"].into_iter().zip(addresses) {
        let taken =
            put(&server, &format!("/api/instruments/use/{role}"), &json!({ "address": address.to_string() })).await;
        assert_eq!(taken.status(), StatusCode::OK);
    }
    let on = json!({ "voltage_v": 6, "limit_a": 1, "on": true });
    assert_eq!(put(&server, "/api/instruments/supply", &on).await.status(), StatusCode::OK);
    // Every answer takes a second and a half from now on, that to this one too.
    let _ = supply.tell("SIM:FAUL SLOW,ON").await;
    let wanted = json!({ "wanted": ["voltage", "current"] }).to_string();
    for (path, body) in [("supply", None), ("supply/events", None), ("read", Some(wanted))]
        .map(|(path, body)| (format!("/api/instruments/{path}"), body))
    {
        let asking = async {
            match body {
                Some(body) => drop(post_json(&server, &path, body).await),
                None => drop(reqwest::get(server.url(&path)).await.unwrap().text().await),
            }
        };
        let heard = tokio::time::timeout(Duration::from_millis(500), asking).await;
        assert!(heard.is_err(), "{path} answers while every answer is slow");
        tokio::time::sleep(Duration::from_millis(2500)).await;
        assert!(bench.output_is_on(), "{path}: the connection was lost with whoever asked, and the output went off");
    }
}

#[tokio::test]
async fn off_by_hand_goes_first_whatever_else_is_wrong_and_is_told_as_the_supply_says_it() {
    let server = Server::demo();
    let supply =
        async || -> Value { reqwest::get(server.url("/api/instruments/supply")).await.unwrap().json().await.unwrap() };
    assert_eq!(supply().await["supply"]["on"], false);
    let on = json!({ "voltage_v": 6, "limit_a": 1, "on": true });
    for off in [
        json!({ "on": false }),
        json!({ "voltage_v": null, "limit_a": 0, "on": false }),
        json!({ "voltage_v": 900, "limit_a": -1, "on": false }),
        json!({ "voltage_v": "six", "on": false }),
        json!({ "coffee": 1, "on": false }),
    ] {
        assert_eq!(put(&server, "/api/instruments/supply", &on).await.status(), StatusCode::OK);
        let now = supply().await;
        assert_eq!((&now["supply"]["on"], &now["supply"]["set_v"]), (&json!(true), &json!(6.0)), "{now}");
        put(&server, "/api/instruments/supply", &off).await;
        let now = supply().await;
        assert_eq!((&now["supply"]["on"], &now["supply"]["may_be_on"]), (&json!(false), &json!(false)), "{off}: {now}");
    }
    let empty = problem(
        put(&server, "/api/instruments/supply", &json!({ "voltage_v": null, "limit_a": 1, "on": true })).await,
        StatusCode::UNPROCESSABLE_ENTITY,
    )
    .await;
    assert_eq!(empty["errors"][0]["pointer"], "/voltage_v");
    // Let go: it is off first.
    put(&server, "/api/instruments/supply", &on).await;
    let address = supply().await["supply"]["address"].as_str().unwrap().to_owned();
    send(&server, Method::DELETE, "/api/instruments/use/supply", &[], "").await;
    let mut left = SocketInstrument::at(address.parse().unwrap());
    assert_eq!(left.ask("OUTP?").await.unwrap(), "0");
    assert_eq!(supply().await, json!({ "supply": null, "left_on": [] }));
}

#[tokio::test]
async fn what_is_known_of_a_motor_makes_its_sweep() {
    let server = Server::start();
    let keep = async |sheet: Value| -> String {
        let reply = post_json(&server, "/api/sheets", sheet.to_string()).await;
        let saved: Value = reply.json().await.unwrap();
        saved["id"].as_str().unwrap().to_owned()
    };
    let known = async |id: &str| -> Value {
        reqwest::get(server.url(&format!("/api/sheets/{id}/known"))).await.unwrap().json().await.unwrap()
    };
    let format = "ypsidyne.measurement/1";
    let bare =
        json!({ "format": format, "kind": "no_load_sweep", "resistance_ohm": 0.1, "points": [], "label": "tiny can" });
    let id = keep(bare).await;
    let now = known(&id).await;
    assert_eq!((&now["sweep"]["to_v"], &now["sweep"]["limit_a"]), (&json!(3.0), &json!(1.0)), "{now}");
    keep(json!({ "format": format, "kind": "winding_resistance", "label": "tiny can", "supply_v": 3.5,
        "lead_readings_ohm": [0.1], "motor_readings_ohm": [1.3, 1.32, 1.29] }))
    .await;
    let now = known(&id).await;
    assert_eq!(now["sweep"]["to_v"], 3.5);
    assert!((now["resistance_ohm"].as_f64().unwrap() - 1.203).abs() < 0.01, "{now}");
}

#[tokio::test]
async fn an_address_beyond_this_machine_is_asked_about_first() {
    let server = Server::start();
    let beyond = put(&server, "/api/instruments/use/supply", &json!({ "address": "192.0.2.7:5025" })).await;
    let refused = problem(beyond, StatusCode::UNPROCESSABLE_ENTITY).await;
    assert_eq!(refused["errors"][0]["pointer"], "/confirmed");
    let wrong = put(&server, "/api/instruments/use/supply", &json!({ "address": "bench supply" })).await;
    let refused = problem(wrong, StatusCode::UNPROCESSABLE_ENTITY).await;
    assert_eq!(refused["errors"][0]["pointer"], "/address");
    problem(
        put(&server, "/api/instruments/use/lamp", &json!({ "address": "127.0.0.1:1" })).await,
        StatusCode::BAD_REQUEST,
    )
    .await;
    let nobody = put(&server, "/api/instruments/use/supply", &json!({ "address": "127.0.0.1:1" })).await;
    problem(nobody, StatusCode::BAD_GATEWAY).await;
    let none = post_json(
        &server,
        "/api/instruments/sweep",
        r#"{ "from_v": 1, "to_v": 2, "steps": 99, "limit_a": 1, "settle_s": 1 }"#,
    )
    .await;
    let refused = problem(none, StatusCode::UNPROCESSABLE_ENTITY).await;
    assert_eq!(refused["errors"][0]["pointer"], "/steps");
}

/// The plug is pulled while the output is on: the program that is started again finds the supply, shows what it says, and a
/// press of stop switches it off. One that does not answer may be on, and that is told until it has been read.
#[tokio::test(flavor = "multi_thread")]
async fn a_program_that_was_cut_off_finds_its_instruments_again_and_says_what_may_be_on() {
    let mut server = Server::start();
    let supply = async |server: &Server| -> Value {
        reqwest::get(server.url("/api/instruments/supply")).await.unwrap().json().await.unwrap()
    };
    let bench = SimulatedBench::new(motor(None).unwrap(), 5);
    let addresses = bench.listen([0; 4]).await.unwrap();
    for (role, address) in ["supply", "meter"].into_iter().zip(addresses) {
        let asked = json!({ "address": address.to_string() });
        assert_eq!(put(&server, &format!("/api/instruments/use/{role}"), &asked).await.status(), StatusCode::OK);
    }
    server.pull_the_plug();
    server.start_again();
    let list: Value = reqwest::get(server.url("/api/instruments")).await.unwrap().json().await.unwrap();
    let roles: Vec<&str> = list.as_array().unwrap().iter().map(|one| one["role"].as_str().unwrap()).collect();
    assert_eq!(roles, ["supply", "meter"]);
    let on = json!({ "voltage_v": 6, "limit_a": 1, "on": true });
    assert_eq!(put(&server, "/api/instruments/supply", &on).await.status(), StatusCode::OK);
    server.pull_the_plug();
    // The supply of this bench goes off by itself when nobody listens any more; a real one does not.
    let mut own = SocketInstrument::at(addresses[0]);
    for command in ["VOLT 6", "CURR 1", "OUTP ON"] {
        own.tell(command).await.unwrap();
    }
    server.start_again();
    let told = supply(&server).await;
    assert_eq!(told["supply"]["on"], true, "{told}");
    let reply = send(&server, Method::POST, "/api/instruments/stop", &[], "").await;
    assert_eq!(reply.status(), StatusCode::NO_CONTENT);
    assert!(!bench.output_is_on());

    // One that is not there when the program comes back.
    let gone = std::net::TcpListener::bind("127.0.0.1:0").unwrap();
    let address = gone.local_addr().unwrap().to_string();
    drop(gone);
    server.pull_the_plug();
    let store = ypsidyne_store::Store::open(&server.data()).unwrap();
    let kept = store.with(|connection| ypsidyne_store::instruments::kept(connection)).unwrap().unwrap();
    let moved = kept.replace(&addresses[0].to_string(), &address);
    store.with(|connection| ypsidyne_store::instruments::keep(connection, &moved)).unwrap();
    drop(store);
    server.start_again();
    let told = supply(&server).await;
    assert_eq!((&told["supply"]["on"], &told["supply"]["may_be_on"]), (&Value::Null, &json!(true)), "{told}");

    // After an orderly end with the output off there is nothing to warn of.
    let reply = send(&server, Method::DELETE, "/api/instruments/use/supply", &[], "").await;
    assert_eq!(reply.status(), StatusCode::NO_CONTENT);
    let list: Value = reqwest::get(server.url("/api/instruments")).await.unwrap().json().await.unwrap();
    assert_eq!(list.as_array().unwrap().len(), 1);
    let asked = json!({ "address": addresses[0].to_string() });
    assert_eq!(put(&server, "/api/instruments/use/supply", &asked).await.status(), StatusCode::OK);
    assert_eq!(server.terminate(), Some(0));
    server.start_again();
    assert_eq!(supply(&server).await["supply"]["may_be_on"], false);
}

//! Every reader of text, fed with documents that were bent: nothing is broken by them, and what is read is sound.
//!
//! The same inputs every time, some hundreds for each reader. `YPSIDYNE_FUZZ_SECONDS=600` goes on with others for so long for
//! each reader; what breaks one is printed, and goes into [`FOUND`].

use std::collections::BTreeMap;
use std::panic::{AssertUnwindSafe, catch_unwind};
use std::time::{Duration, Instant};

use rand::{RngExt, SeedableRng};
use rand_chacha::ChaCha8Rng;
use ypsidyne_core::document::{Build, Log, Measurement, Search, Simulation};
use ypsidyne_core::evaluation::evaluate_option;
use ypsidyne_core::format::Reader;
use ypsidyne_core::library::demo;
use ypsidyne_core::logbook::{entries_csv, ride_table};
use ypsidyne_core::measurement::measure;
use ypsidyne_core::shelf::{PartKind, ShelfPart, csv_in, line, read_shelf, stock};
use ypsidyne_core::simulation::course_table;

/// Inputs that once broke a reader: its name, and what came.
const FOUND: &[(&str, &str)] = &[
    // Beside a time of so many digits two later rows were one.
    ("ride table", "Time (s);Speed (km/h)\n-1e308;0\n1;3\n2;8\n3;9\n"),
];

/// Without being asked for more.
const ROUNDS: u32 = 250;

/// What bends a document worst.
const PIECES: &[&str] = &[
    "1e999",
    "-1e308",
    "1e-320",
    "-0",
    "NaN",
    "null",
    "true",
    "\"\"",
    "{}",
    "[]",
    "[[[[[[[[",
    "{\"a\":{\"a\":{\"a\":",
    "\\u0000",
    "\\ud800",
    "\u{200b}",
    "\u{feff}",
    "\u{202e}",
    "😀",
    "ß",
    ";",
    ",",
    "\t",
    "\r\n",
    "\"",
    "'",
    "=1+1",
    "%",
    "°F",
    "mph",
    "0x10",
    "99999999999999999999",
    "0.000000000000000000001",
    "1,5",
    "1.234,5",
    "12:61:99",
    "2026-02-30T25:00:00Z",
    "kind",
    "vehicle",
    "generator",
    "stepper",
    "options",
    "drives",
    "-",
    "+",
    "..",
    "e",
    "E+",
];

fn bent(seed: &str, others: &[String], lot: &mut ChaCha8Rng) -> String {
    let mut text: Vec<char> = seed.chars().collect();
    for _ in 0..lot.random_range(1..6) {
        let at = lot.random_range(0..=text.len());
        let length = lot.random_range(0..40usize).min(text.len() - at);
        match lot.random_range(0..7) {
            0 => drop(text.drain(at..at + length)),
            1 => {
                let again: Vec<char> = text[at..at + length].to_vec();
                text.splice(at..at, again);
            }
            2 => drop(text.splice(at..at + length.min(6), PIECES[lot.random_range(0..PIECES.len())].chars())),
            3 => text.truncate(at),
            4 => {
                let other: Vec<char> = others[lot.random_range(0..others.len())].chars().collect();
                let from = lot.random_range(0..=other.len());
                let to = (from + length).min(other.len());
                drop(text.splice(at..at, other[from..to].iter().copied()));
            }
            // A digit becomes another: most documents stay readable, with figures nobody meant.
            5 => {
                if let Some(place) = (at..text.len()).find(|place| text[*place].is_ascii_digit()) {
                    text[place] = char::from(b'0' + lot.random_range(0..10u8));
                }
            }
            _ => {
                if let Some(place) = (at..text.len()).find(|place| text[*place].is_ascii_digit()) {
                    drop(text.splice(place..=place, PIECES[lot.random_range(0..8)].chars()));
                }
            }
        }
    }
    text.into_iter().collect()
}

fn feed(name: &str, seeds: &[String], read: impl Fn(&str)) {
    let more: Option<u64> = std::env::var("YPSIDYNE_FUZZ_SECONDS").ok().and_then(|text| text.parse().ok());
    let until = more.map(|seconds| Instant::now() + Duration::from_secs(seconds));
    let tried = |text: &str| {
        let done = catch_unwind(AssertUnwindSafe(|| read(text)));
        assert!(done.is_ok(), "{name} is broken by {text:?}");
    };
    for (of, text) in FOUND {
        if *of == name {
            tried(text);
        }
    }
    let mut lot = ChaCha8Rng::seed_from_u64(19);
    let mut round = 0;
    while until.map_or(round < ROUNDS, |until| Instant::now() < until) {
        tried(&bent(&seeds[round as usize % seeds.len()], seeds, &mut lot));
        round += 1;
    }
}

fn builds() -> Vec<String> {
    demo::BUILDS.iter().map(|demo| demo.json.to_owned()).collect()
}

/// Whatever is read is worked out with figures that are finite or none.
fn finite(value: &serde_json::Value) {
    match value {
        serde_json::Value::Array(values) => values.iter().for_each(finite),
        serde_json::Value::Object(members) => members.values().for_each(finite),
        serde_json::Value::Number(number) => assert!(number.as_f64().is_some_and(f64::is_finite)),
        _ => {}
    }
}

#[test]
fn builds_are_read_and_worked_out() {
    feed("build", &builds(), |text| {
        let Ok(build) = Build::from_json(text) else { return };
        let told = evaluate_option(&build.job, &build.options[0], 0);
        finite(&serde_json::to_value(&told).unwrap());
        // What was read is written so that it reads the same.
        assert_eq!(Build::from_value(&serde_json::to_value(&build).unwrap()).as_ref(), Ok(&build));
    });
}

#[test]
fn sheets_searches_simulations_and_logs_are_read() {
    let sheets: Vec<String> = demo::SHEETS.iter().map(|&sheet| sheet.to_owned()).collect();
    feed("sheet", &sheets, |text| {
        if let Ok(sheet) = Measurement::from_json(text) {
            let _ = measure(&sheet);
        }
    });
    let build = &demo::BUILDS[0].json;
    let simulation = format!(
        "{{\"format\":\"ypsidyne.simulation/1\",\"build\":{build},\"mode\":{{\"kind\":\"profile\",\"points\":[{{\"t_s\":0,\"speed_m_s\":0}},{{\"t_s\":9,\"speed_m_s\":1}}]}},\"until_s\":9}}"
    );
    feed("simulation", &[simulation], |text| drop(Simulation::from_json(text)));
    let read: serde_json::Value = serde_json::from_str(build).unwrap();
    let search = serde_json::json!({ "format": "ypsidyne.search/1", "job": read["job"], "drive": "wheels", "base": read["options"][0],
        "vary": { "wheel_diameter_m": [0.2, 0.3] }, "rank_by": "price", "limit": 5 });
    feed("search", &[search.to_string()], |text| drop(Search::from_json(text)));
    let logs: Vec<String> = demo::BUILDS
        .iter()
        .map(|demo| format!("{{\"format\":\"ypsidyne.log/1\",\"build\":{},\"entries\":{}}}", demo.json, demo.log))
        .collect();
    feed("log", &logs, |text| drop(Log::from_json(text)));
}

#[test]
fn tables_are_read() {
    let ride = "Time (s);Speed (km/h);Current (A);Motor temp (°C)\n0;0,0;1,2;20\n1;3,5;4;20,5\n2;8;5;21\n3;9;-1;21\n";
    let clock =
        "Date,Time,Speed [mph],Volts\n2026-11-21,14:00:00,1,40\n2026-11-21,14:00:01,2,39.5\n2026-11-21,14:00:02,3,39\n";
    feed("ride table", &[ride.to_owned(), clock.to_owned()], |text| {
        let Ok(read) = ride_table::read_ride(text, &BTreeMap::new()) else { return };
        let times = &read.columns.t_s.0;
        assert!(times.windows(2).all(|pair| pair[1] > pair[0]), "times rise");
        assert!(times.iter().all(|time| (0.0..=1e7).contains(time)), "times are those of a ride");
        finite(&serde_json::to_value(ypsidyne_core::logbook::totals::totals(&read.columns)).unwrap());
    });
    let entries = "at;kind;title;minutes;km;item\n2026-11-21T14:02:00Z;ride;Yard;12,4;2,2;\n2026-11-22T10:00:00Z;upkeep;;;;Brushes\n";
    feed("entries", &[entries.to_owned()], |text| drop(entries_csv::read(text)));
    let parts = "label,Kv (rpm/V),Resistance (mΩ),No-load current (A)\n63x74,190,30,1.2\n50x60,270,45,0.9\n";
    feed("parts table", &[parts.to_owned()], |text| {
        drop(csv_in::read(text, Some(PartKind::Motor), &csv_in_choices()));
    });
    let points = "t_s,speed_m_s,grade_percent\n0,0,0\n10,3,2\n20,0,0\n";
    feed("course", &[points.to_owned()], |text| drop(course_table::from_csv(text)));
}

fn csv_in_choices() -> ypsidyne_core::shelf::columns::ColumnChoices {
    ypsidyne_core::shelf::columns::ColumnChoices::new()
}

#[test]
fn parts_lines_and_units_are_read() {
    let parts: Vec<String> = stock::PARTS.iter().step_by(11).map(|part| part.document().to_string()).collect();
    feed("part", &parts, |text| drop(ShelfPart::from_json(text)));
    let shelf = format!("{{\"format\":\"ypsidyne.shelf/1\",\"parts\":[{}]}}", parts[..3].join(","));
    feed("shelf", &[shelf], |text| drop(read_shelf(text)));
    let lines = [
        "5S 5000 20C",
        "63x74 190kv 45A",
        "1:27 24V 120rpm",
        "27T 540",
        "NEMA 23 stepper 1.8° 2.8A 1.2Nm 0.95 ohm 2.6mH",
    ];
    feed("line", &lines.map(str::to_owned), |text| {
        for kind in [None, Some(PartKind::Motor), Some(PartKind::Battery), Some(PartKind::Controller)] {
            drop(line::read_line(text, kind, Some(0.2)));
        }
    });
    feed("units", &["mph lb in".to_owned(), "km/h N·m kg".to_owned()], |text| {
        if let Ok(reader) = Reader::of(text) {
            let _ = reader.restate("It makes 3.5 m/s with 12 kg over 300 mm at 5 N·m.");
        }
    });
}

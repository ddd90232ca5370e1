//! Searching a shelf of 20 000 parts. Wanted: under 30 ms each.

use std::hint::black_box;

use criterion::{Criterion, criterion_group, criterion_main};
use ypsidyne_store::Store;
use ypsidyne_store::parts::{self, NewPart, Range, Search};

const PARTS: u32 = 20_000;

/// A shelf with so many parts of every kind, with the figures a motor has.
fn shelf(folder: &std::path::Path) -> Store {
    let store = Store::open(&folder.join("shelf.sqlite")).expect("a store");
    const KINDS: [&str; 5] = ["motor", "controller", "battery", "gearing_stage", "wheel"];
    const FIGURES: [&str; 12] = [
        "kv_rpm_per_v",
        "resistance_ohm",
        "price",
        "mass_kg",
        "max_voltage_v",
        "max_speed_rpm",
        "can_diameter_mm",
        "can_length_mm",
        "shaft_diameter_mm",
        "rotor_inertia_kg_m2",
        "no_load_current_a",
        "max_continuous_current_a",
    ];
    let part = |number: u32| NewPart {
        kind: KINDS[number as usize % KINDS.len()],
        label: format!("part {number}, {} by {}", number % 97, number % 89),
        document: format!("{{\"label\": \"part {number}\", \"padding\": \"{}\"}}", "x".repeat(400)),
        text: format!("part {number} brushless outer-rotor {}Kv {}S hall sensors", number % 4000, number % 20),
        figures: FIGURES
            .iter()
            .enumerate()
            .map(|(place, key)| ((*key).to_owned(), f64::from((number * 7919 + place as u32 * 104_729) % 10_007)))
            .collect(),
        words: vec![
            ("kind".to_owned(), if number.is_multiple_of(3) { "brushed" } else { "brushless" }.to_owned()),
            ("owned".to_owned(), (number.is_multiple_of(10)).to_string()),
        ],
    };
    let all: Vec<NewPart> = (0..PARTS).map(part).collect();
    let mut next = 0;
    let ids = || {
        next += 1;
        format!("0192f0c0-0000-7000-8000-{next:012}")
    };
    store.with(|connection| parts::create(connection, &all, ids, "2026-01-01T00:00:00Z")).expect("all are stored");
    store
}

fn searching(criterion: &mut Criterion) {
    let folder = tempfile::tempdir().expect("a folder");
    let store = shelf(folder.path());
    let motor = || Search { kind: Some("motor".to_owned()), limit: 100, ..Search::default() };
    let range =
        |key: &str, at_least, at_most| Range { key: key.to_owned(), at_least: Some(at_least), at_most: Some(at_most) };
    let searches = [
        ("everything by name", Search { limit: 100, ..Search::default() }),
        ("a letter", Search { text: "b".to_owned(), ..motor() }),
        ("two words", Search { text: "outer 190".to_owned(), ..motor() }),
        ("sorted by a figure", Search { sort: Some("kv_rpm_per_v".to_owned()), descending: true, ..motor() }),
        (
            "words, two ranges, the drawer, sorted",
            Search {
                text: "brush".to_owned(),
                ranges: vec![range("kv_rpm_per_v", 1000.0, 6000.0), range("price", 100.0, 9000.0)],
                owned: Some(false),
                sort: Some("price".to_owned()),
                ..motor()
            },
        ),
        ("every kind, sorted by price", Search { sort: Some("price".to_owned()), limit: 100, ..Search::default() }),
        (
            "every kind, a wide range, sorted by price",
            Search {
                ranges: vec![range("mass_kg", 10.0, 9000.0)],
                sort: Some("price".to_owned()),
                limit: 100,
                ..Search::default()
            },
        ),
        ("the last page", Search { offset: PARTS - 100, limit: 100, ..Search::default() }),
    ];
    let mut group = criterion.benchmark_group("search 20 000 parts");
    for (name, search) in &searches {
        group.bench_function(*name, |bencher| {
            bencher.iter(|| store.with(|connection| parts::search(connection, black_box(search))).expect("found"));
        });
    }
    group.finish();
}

criterion_group!(benches, searching);
criterion_main!(benches);

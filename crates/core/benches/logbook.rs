//! The logbook: a large table read, packed, drawn; a ride compared and calibrated; a long log worked out.

use std::collections::BTreeMap;
use std::fmt::Write as _;
use std::hint::black_box;

use criterion::{Criterion, criterion_group, criterion_main};
use ypsidyne_core::document::Build;
use ypsidyne_core::document::log::{Entry, Happened, RideColumns};
use ypsidyne_core::library::demo;
use ypsidyne_core::logbook::book::{RideSummary, book};
use ypsidyne_core::logbook::compare_ride;
use ypsidyne_core::logbook::drawn::drawn;
use ypsidyne_core::logbook::ride_table::read_ride;
use ypsidyne_core::logbook::totals::{ride_totals, totals};

/// A table of a logger of ten rows a second.
fn table(rows: u32) -> String {
    let mut text = String::from("Time (s),Speed (km/h),Current (A),Voltage (V),Motor temp (°C)\n");
    for row in 0..rows {
        let t = 0.1 * f64::from(row);
        let swing = (t / 37.0).sin();
        let _ = writeln!(
            text,
            "{t:.1},{:.2},{:.2},{:.2},{:.1}",
            12.0 + 8.0 * swing,
            6.0 + 5.0 * swing,
            38.0 - swing,
            40.0 + 10.0 * (t / 900.0).sin()
        );
    }
    text
}

/// Wanted: 500 000 rows read and drawn in the page within two seconds.
fn large(criterion: &mut Criterion) {
    let text = table(500_000);
    let columns = read_ride(&text, &BTreeMap::new()).expect("the table reads").columns;
    let bytes = columns.to_bytes();
    let mut group = criterion.benchmark_group("500 000 rows");
    group.sample_size(10);
    group.bench_function("read", |bencher| bencher.iter(|| read_ride(black_box(&text), &BTreeMap::new())));
    group.bench_function("added up", |bencher| bencher.iter(|| totals(black_box(&columns))));
    group.bench_function("to bytes", |bencher| bencher.iter(|| black_box(&columns).to_bytes()));
    group.bench_function("from bytes", |bencher| bencher.iter(|| RideColumns::from_bytes(black_box(&bytes))));
    group.bench_function("drawn", |bencher| bencher.iter(|| drawn(black_box(&columns), 0.0, 1e9, 2400)));
    group.finish();
}

fn rides(criterion: &mut Criterion) {
    let board = &demo::BUILDS[3];
    let build = Build::from_json(board.json).expect("the demo builds read");
    let entries = board.entries().expect("the demo logs read");
    let heavy = entries.iter().rev().find(|entry| matches!(entry.happened, Happened::Ride(_))).expect("a ride");
    let Happened::Ride(ride) = &heavy.happened else { return };
    criterion.bench_function("a ride of eight minutes compared and calibrated", |bencher| {
        bencher.iter(|| compare_ride(black_box(&build), 0, 0, heavy, ride));
    });
    let others: Vec<Entry> =
        entries.iter().filter(|entry| !matches!(entry.happened, Happened::Ride(_))).cloned().collect();
    let summary = RideSummary {
        at: heavy.heading.at.clone(),
        title: heavy.title().to_owned(),
        totals: ride_totals(ride),
        ambient_c: ride.ambient_c,
        magnets_c: None,
        computed: false,
        says: Vec::new(),
    };
    let thousand = vec![summary; 1000];
    criterion.bench_function("a log of a thousand rides worked out", |bencher| {
        bencher.iter(|| book(black_box(&build), 0, 0, &others, &thousand, "2026-11-29T12:00:00Z"));
    });
}

criterion_group!(benches, large, rides);
criterion_main!(benches);

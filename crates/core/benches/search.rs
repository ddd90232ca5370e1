//! The search over a shelf of 120 motors, 40 batteries and 25 controllers with 60 pairs of teeth, beside the plain loop.
//! Wanted: 300 000 combinations a second. A part of the space is searched; the figure is for each combination.

use std::hint::black_box;

use criterion::{Criterion, Throughput, criterion_group, criterion_main};
use serde_json::{Value, json};
use ypsidyne_core::document::Search;
use ypsidyne_core::library::demo;
use ypsidyne_core::variants::search::{Space, Watch, find, find_plainly};

fn stock(kind: &str, count: usize) -> Vec<Value> {
    ypsidyne_testkit::stock(kind).into_iter().cycle().take(count).collect()
}

fn search(build: usize, motors: usize, batteries: usize, controllers: usize) -> Search {
    let build: Value = serde_json::from_str(demo::BUILDS[build].json).expect("the demo builds read");
    let drive = &build["job"]["drives"][0]["name"];
    let mut base = build["options"][0].clone();
    base["drives"][0]["gearing"] = json!([{ "kind": "belt", "driver_teeth": 16, "driven_teeth": 40, "pitch_mm": 5, "width_mm": 15, "efficiency": 0.95 }]);
    let document = json!({
        "format": "ypsidyne.search/1", "job": build["job"], "drive": drive, "base": base, "rank_by": "mass",
        "vary": {
            "motors": stock("motor", motors), "batteries": stock("battery", batteries),
            "controllers": stock("controller", controllers),
            "gearing": { "stage": 0, "driver_teeth": [12, 14, 15, 16, 18, 20], "driven_teeth": [30, 32, 36, 40, 44, 48, 52, 60, 66, 72] },
        },
    });
    Search::from_value(&document).unwrap_or_else(|problems| panic!("{problems:#?}"))
}

fn searching(criterion: &mut Criterion) {
    let mut group = criterion.benchmark_group("search");
    group.sample_size(10);
    for (place, demo) in demo::BUILDS.iter().enumerate() {
        let whole = search(place, 120, 40, 25);
        group.throughput(Throughput::Elements(Space::new(&whole).count()));
        group.bench_function(format!("{}: 120 x 40 x 25 x 60", demo.slug), |bencher| {
            bencher.iter(|| find(black_box(&whole), &Watch::default()));
        });
    }
    let small = search(0, 12, 4, 3);
    group.throughput(Throughput::Elements(Space::new(&small).count()));
    group.bench_function("plain loop: 12 x 4 x 3 x 60", |bencher| bencher.iter(|| find_plainly(black_box(&small))));
    group.finish();
}

criterion_group!(benches, searching);
criterion_main!(benches);

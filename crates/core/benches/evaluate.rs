//! One option evaluated: all cases, checks, heat and times. Wanted: at most 30 µs for an option.

use std::hint::black_box;

use criterion::{Criterion, criterion_group, criterion_main};
use ypsidyne_core::document::Build;
use ypsidyne_core::evaluation::envelope::envelopes;
use ypsidyne_core::evaluation::{evaluate_figures, evaluate_option};

const BUILDS: [(&str, &str); 3] = [
    ("dolly board", include_str!("../tests/worked/dolly-board.build.json")),
    ("harvest cart", include_str!("../tests/worked/harvest-cart.build.json")),
    ("shuttle launcher, two drives", include_str!("../tests/worked/shuttle-launcher.build.json")),
];

fn evaluate(criterion: &mut Criterion) {
    let mut group = criterion.benchmark_group("evaluate one option");
    for (name, text) in BUILDS {
        let build = Build::from_json(text).expect("the worked build reads");
        group.bench_function(name, |bencher| {
            bencher.iter(|| evaluate_option(black_box(&build.job), black_box(&build.options[0]), 0));
        });
    }
    group.finish();
    let mut group = criterion.benchmark_group("figures of one option");
    for (name, text) in BUILDS {
        let build = Build::from_json(text).expect("the worked build reads");
        group.bench_function(name, |bencher| {
            bencher.iter(|| evaluate_figures(black_box(&build.job), black_box(&build.options[0])));
        });
    }
    group.finish();
}

fn around(criterion: &mut Criterion) {
    let (_, text) = BUILDS[0];
    let build = Build::from_json(text).expect("the worked build reads");
    criterion.bench_function("read a build from JSON", |bencher| bencher.iter(|| Build::from_json(black_box(text))));
    criterion.bench_function("envelopes of one option", |bencher| {
        bencher.iter(|| envelopes(black_box(&build.job), black_box(&build.options[0])));
    });
}

criterion_group!(benches, evaluate, around);
criterion_main!(benches);

//! The odds of an option: 2 000 draws of every figure nobody measured. Wanted: under a second.

use std::hint::black_box;

use criterion::{Criterion, criterion_group, criterion_main};
use ypsidyne_core::document::Build;
use ypsidyne_core::library::demo;
use ypsidyne_core::variants::odds::{USUAL_DRAWS, odds};
use ypsidyne_core::variants::sensitivity::Tolerances;

fn drawing(criterion: &mut Criterion) {
    let mut group = criterion.benchmark_group("odds");
    group.sample_size(20);
    for demo in demo::BUILDS {
        let build = Build::from_json(demo.json).expect("the demo builds read");
        group.bench_function(format!("{}: 2000 draws", demo.slug), |bencher| {
            bencher.iter(|| odds(black_box(&build), 0, &Tolerances::default(), USUAL_DRAWS, 1));
        });
    }
    group.finish();
}

criterion_group!(benches, drawing);
criterion_main!(benches);

//! Remedies of one check, 200 candidates, all sums, the guesses that matter, the map of teeth.
//! Wanted: 200 candidates under 100 ms, 40 by 60 pairs of teeth under 150 ms.

use std::hint::black_box;

use criterion::{Criterion, criterion_group, criterion_main};
use ypsidyne_core::document::{Battery, Build, Controller, GearingStage, Motor};
use ypsidyne_core::evaluation::evaluate_option;
use ypsidyne_core::evaluation::workings::sums;
use ypsidyne_core::library::demo;
use ypsidyne_core::shelf::ShelfPart;
use ypsidyne_core::shelf::place::Slot;
use ypsidyne_core::shelf::stock::PARTS;
use ypsidyne_core::variants::candidates::placed;
use ypsidyne_core::variants::proposals::{Stock, propose};
use ypsidyne_core::variants::ratio_needed::ratio_needed;
use ypsidyne_core::variants::remedies::{evaluate_with_remedies, remedies};
use ypsidyne_core::variants::sensitivity::{Tolerances, guesses_that_matter};
use ypsidyne_core::variants::tooth_map::tooth_grid;
use ypsidyne_core::variants::trade_offs::questions;

fn choosing(criterion: &mut Criterion) {
    let build = Build::from_json(demo::BUILDS[0].json).expect("the demo builds read");
    let candidates: Vec<(&str, &ShelfPart)> = PARTS.iter().map(|part| ("", part)).cycle().take(200).collect();
    criterion.bench_function("200 candidates", |bencher| {
        bencher.iter(|| placed(black_box(&build), 0, Slot { drive: 0, stage: 0 }, &[], candidates.clone()));
    });
    let worst = build.options.len() - 1;
    let failing = evaluate_option(&build.job, &build.options[worst], worst);
    let check = &failing.checks[0];
    criterion.bench_function("remedies of one check", |bencher| {
        bencher.iter(|| remedies(black_box(&build), worst, check.code, check.drive.as_deref(), check.stage));
    });
    criterion.bench_function("evaluate a build of two options with all remedies", |bencher| {
        bencher.iter(|| evaluate_with_remedies(black_box(&build)));
    });
    criterion.bench_function("all sums of one option", |bencher| {
        bencher.iter(|| sums(black_box(&build.job), &build.options[0], 0));
    });
    criterion.bench_function("guesses that matter", |bencher| {
        bencher.iter(|| guesses_that_matter(black_box(&build), 0, &Tolerances::default()));
    });
    let (driver, driven): (Vec<u32>, Vec<u32>) = ((9..49).collect(), (20..80).collect());
    criterion.bench_function("map of 40 by 60 pairs of teeth", |bencher| {
        bencher.iter(|| tooth_grid(black_box(&build), 0, 0, 0, &driver, &driven));
    });
    criterion.bench_function("ratio needed", |bencher| {
        bencher.iter(|| ratio_needed(black_box(&build), 0, 0, 0, &driver, &driven));
    });
    criterion.bench_function("both schools", |bencher| bencher.iter(|| questions(black_box(&build), 0)));
}

/// The shelf so many times over, each copy a little dearer, so that no two parts are the same.
fn shelf(times: u32) -> (Vec<Motor>, Vec<Battery>, Vec<Controller>, Vec<GearingStage>) {
    let mut found = (Vec::new(), Vec::new(), Vec::new(), Vec::new());
    for copy in 0..times {
        let dearer = |price: Option<f64>| price.map(|price| price * (1.0 + 0.01 * f64::from(copy)));
        for part in PARTS.iter() {
            match part.clone() {
                ShelfPart::Motor(part) => found.0.push(Motor { price: dearer(part.price), ..*part }),
                ShelfPart::Battery(part) => found.1.push(Battery { price: dearer(part.price), ..*part }),
                ShelfPart::Controller(part) => found.2.push(Controller { price: dearer(part.price), ..*part }),
                ShelfPart::GearingStage(part) => found.3.push(GearingStage { price: dearer(part.price), ..*part }),
                ShelfPart::Wheel(_) => {}
            }
        }
    }
    found
}

/// Three machines for each demo job. Wanted: under a second from the whole shelf, under two from 2000 parts.
fn proposing(criterion: &mut Criterion) {
    for (times, name) in [(1, "the demo shelf"), (9, "2000 parts")] {
        let (motors, batteries, controllers, stages) = shelf(times);
        let stock = Stock { motors: &motors, batteries: &batteries, controllers: &controllers, stages: &stages };
        for demo in demo::BUILDS {
            let build = Build::from_json(demo.json).expect("the demo builds read");
            let mut group = criterion.benchmark_group("three machines");
            group.sample_size(10);
            group.bench_function(format!("{} from {name}", build.name), |bencher| {
                bencher.iter(|| propose(black_box(&build), 0, &stock, false));
            });
            group.finish();
        }
    }
}

criterion_group!(benches, choosing, proposing);
criterion_main!(benches);

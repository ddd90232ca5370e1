//! Runs over time. Wanted: an hour's profile at points of 1 s on one drive in at most 20 ms; 1 000 random courses in seconds.

use std::hint::black_box;

use criterion::{Criterion, criterion_group, criterion_main};
use rand::{RngExt, SeedableRng};
use rand_chacha::ChaCha8Rng;
use rayon::prelude::*;
use serde_json::{Value, json};
use ypsidyne_core::document::Simulation;
use ypsidyne_core::library::demo;
use ypsidyne_core::simulation::simulate;

/// A random ride with a point every second: speeds and grades that drift.
fn course(seed: u64, seconds: u32, fastest: f64) -> Value {
    let mut random = ChaCha8Rng::seed_from_u64(seed);
    let (mut speed, mut grade) = (0.0_f64, 0.0_f64);
    let points: Vec<Value> = (0..=seconds)
        .map(|t_s| {
            speed = (speed + random.random_range(-0.3..0.32)).clamp(0.0, fastest);
            grade = (0.98 * grade + random.random_range(-0.6..0.6)).clamp(-8.0, 8.0);
            json!({ "t_s": t_s, "speed_m_s": speed, "grade_percent": grade })
        })
        .collect();
    json!({ "kind": "profile", "points": points })
}

fn simulation(slug: &str, mode: &Value) -> Simulation {
    from_charge(slug, mode, 1.0)
}

fn from_charge(slug: &str, mode: &Value, charge: f64) -> Simulation {
    let demo = demo::BUILDS.iter().find(|demo| demo.slug == slug).expect("a demo build");
    let build: Value = serde_json::from_str(demo.json).expect("the demo builds are JSON");
    Simulation::from_value(&json!({
        "format": "ypsidyne.simulation/1", "build": build, "mode": mode, "state_of_charge": charge
    }))
    .expect("the simulation reads")
}

fn runs(criterion: &mut Criterion) {
    let mut group = criterion.benchmark_group("run");
    group.sample_size(20);
    for (slug, fastest) in [("hillside-harvest-cart", 1.3), ("tracking-shot-dolly-board", 6.5)] {
        let hour = simulation(slug, &course(1, 3600, fastest));
        group.bench_function(format!("{slug}: an hour at 1 s points"), |bencher| {
            bencher.iter(|| simulate(black_box(&hour), &mut |_| true));
        });
    }
    let turned = from_charge("millrace-generator", &json!({ "kind": "hold" }), 0.2);
    group.bench_function("millrace-generator: until full", |bencher| {
        bencher.iter(|| simulate(black_box(&turned), &mut |_| true));
    });
    group.sample_size(10);
    let many: Vec<Simulation> =
        (0..1000).map(|seed| simulation("tracking-shot-dolly-board", &course(seed, 600, 6.5))).collect();
    group.bench_function("1000 random courses of ten minutes, all cores", |bencher| {
        bencher.iter(|| many.par_iter().map(|one| simulate(one, &mut |_| true).lead.summary.energy_wh).sum::<f64>());
    });
    group.finish();
}

criterion_group!(benches, runs);
criterion_main!(benches);

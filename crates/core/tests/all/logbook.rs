//! The logbook: rides against what is computed, what they correct and what they cannot, magnets, wear, failures.

use approx::assert_relative_eq;
use rand::{RngExt, SeedableRng};
use rand_chacha::ChaCha8Rng;
use rstest::rstest;
use serde_json::{Value, json};
use ypsidyne_core::document::Log;
use ypsidyne_core::logbook::calibration::CalibratedFigure;
use ypsidyne_core::logbook::failures::{Explanation, fisher_exact, jeffreys_90};
use ypsidyne_core::logbook::{Compared, compare};
use ypsidyne_testkit::{demo, simulate, with};

/// A course with fast and slow stretches, a hill, stops: t, m/s, %.
const COURSE: &[[f64; 3]] = &[
    [0.0, 0.0, 0.0],
    [6.0, 3.0, 0.0],
    [40.0, 3.0, 0.0],
    [48.0, 7.0, 0.0],
    [90.0, 7.0, 0.0],
    [95.0, 4.0, 0.0],
    [97.0, 4.0, 6.0],
    [140.0, 4.0, 6.0],
    [142.0, 4.0, 0.0],
    [150.0, 0.0, 0.0],
    [156.0, 0.0, 0.0],
    [162.0, 6.5, 0.0],
    [220.0, 6.5, 0.0],
    [230.0, 2.0, 0.0],
    [280.0, 2.0, 0.0],
    [286.0, 0.0, 0.0],
];

fn normal(lot: &mut ChaCha8Rng) -> f64 {
    let (a, b): (f64, f64) = (lot.random::<f64>().max(1e-300), lot.random());
    (-2.0 * a.ln()).sqrt() * (std::f64::consts::TAU * b).cos()
}

/// How a logger falsifies what it writes.
#[derive(Clone, Copy)]
struct Logger {
    amps: f64,
    volts: f64,
    speed: f64,
    celsius_step: f64,
    every_s: f64,
    gap: bool,
}

const USUAL: Logger = Logger { amps: 0.15, volts: 0.02, speed: 0.03, celsius_step: 0.5, every_s: 0.5, gap: false };

/// The course as somebody rides it: no speed changes from one moment to the next.
fn eased(course: &[[f64; 3]]) -> Vec<[f64; 3]> {
    let mut points = vec![course[0]];
    for pair in course.windows(2) {
        let ([t, v, g], [t_to, v_to, g_to]) = (pair[0], pair[1]);
        let steps = if v == v_to && g == g_to { 1 } else { ((t_to - t) / 0.25).round().max(1.0) as usize };
        points.extend((1..=steps).map(|step| {
            let share = step as f64 / steps as f64;
            let ease = share * share * (3.0 - 2.0 * share);
            [t + share * (t_to - t), v + ease * (v_to - v), g + ease * (g_to - g)]
        }));
    }
    points
}

/// A ride of a build as a logger writes it.
fn logged(build: &Value, course: &[[f64; 3]], logger: Logger, seed: u64) -> Value {
    let points: Vec<Value> =
        eased(course).iter().map(|[t, v, g]| json!({ "t_s": t, "speed_m_s": v, "grade_percent": g })).collect();
    let run = simulate(
        build,
        json!({ "mode": { "kind": "profile", "points": points }, "sample_s": logger.every_s,
            "until_s": course.last().unwrap()[0] }),
    );
    let series = &run.lead.series;
    let mut lot = ChaCha8Rng::seed_from_u64(seed);
    let stepped = |value: f64, step: f64| (value / step).round() * step;
    let mut columns: std::collections::BTreeMap<&str, Vec<Option<f64>>> = std::collections::BTreeMap::new();
    for row in 0..series.t_s.len() {
        let t = series.t_s[row];
        if logger.gap && (100.0..130.0).contains(&t) {
            continue;
        }
        let mut put = |key: &'static str, value: Option<f64>| columns.entry(key).or_default().push(value);
        put("t_s", Some(t));
        put("speed_m_s", series.speed_m_s[row].map(|v| stepped(v + logger.speed * normal(&mut lot), 0.01)));
        put("grade_percent", Some(series.grade_percent[row]));
        put("supply_current_a", Some(stepped(series.supply_current_a[row] + logger.amps * normal(&mut lot), 0.01)));
        put("supply_voltage_v", Some(stepped(series.supply_voltage_v[row] + logger.volts * normal(&mut lot), 0.01)));
        put("winding_c", series.winding_c[row].map(|c| stepped(c + 0.3 * normal(&mut lot), logger.celsius_step)));
        put("case_c", series.case_c[row].map(|c| stepped(c + 0.3 * normal(&mut lot), logger.celsius_step)));
    }
    // Speeds below zero are noise at a stop.
    for value in columns.get_mut("speed_m_s").unwrap().iter_mut().flatten() {
        *value = value.max(0.0);
    }
    json!(columns)
}

fn board() -> Value {
    let mut build = demo("tracking-shot-dolly-board");
    build["job"]["accessory_power_w"] = json!(0.0);
    build["job"]["drives"][0]["load"]["drag_area_m2"] = json!(0.5);
    build
}

fn log_of(build: &Value, entries: Vec<Value>) -> Log {
    let document = json!({ "format": "ypsidyne.log/1", "build": build, "entries": entries });
    Log::from_value(&document).unwrap_or_else(|problems| panic!("{problems:#?}"))
}

fn ride(columns: &Value, more: Value) -> Value {
    let mut entry = json!({ "kind": "ride", "at": "2026-11-21T14:02:10Z", "title": "Yard", "columns": columns });
    entry.as_object_mut().unwrap().extend(more.as_object().unwrap().clone());
    entry
}

fn compared(build: &Value, columns: &Value, more: Value) -> Compared {
    compare(&log_of(build, vec![ride(columns, more)]))
}

fn figure<'a>(compared: &'a Compared, name: &str) -> &'a CalibratedFigure {
    let all = &compared.rides[0].calibration;
    all.iter().find(|figure| figure.name == name).unwrap_or_else(|| panic!("no {name} in {all:#?}"))
}

#[test]
fn a_ride_that_is_as_computed_agrees_and_corrects_nothing() {
    let build = board();
    let columns = logged(&build, COURSE, USUAL, 1);
    let told = compared(&build, &columns, json!({}));
    let ride = &told.rides[0];
    for channel in &ride.channels {
        assert!(channel.leaves_s.is_none(), "{}", channel.says);
    }
    for figure in &ride.calibration {
        let off = (figure.after - figure.before).abs() / figure.after_sigma;
        assert!(off < 3.5, "{}: {} → {} ± {}", figure.name, figure.before, figure.after, figure.after_sigma);
    }
}

#[test]
fn worse_figures_are_found_and_the_corrected_build_agrees() {
    let build = board();
    let rolling = build["job"]["drives"][0]["load"]["rolling_resistance"].as_f64().unwrap();
    let mut worse = build.clone();
    worse["job"]["drives"][0]["load"]["rolling_resistance"] = json!(rolling * 1.4);
    worse["options"][0]["battery"]["cell_resistance_ohm"] = json!(0.012);
    let columns = logged(&worse, COURSE, USUAL, 3);
    let told = compared(&build, &columns, json!({}));
    let found = figure(&told, "rolling_resistance");
    assert!(found.determined, "{found:?}");
    assert_relative_eq!(found.after, rolling * 1.4, max_relative = 0.12);
    let cells = figure(&told, "cell_resistance_ohm");
    assert!(cells.determined, "{cells:?}");
    assert_relative_eq!(cells.after, 0.012, max_relative = 0.1);
    assert!(!told.rides[0].says.is_empty());
    let corrected: Vec<_> = told.rides[0]
        .calibration
        .iter()
        .filter(|figure| figure.determined)
        .map(|figure| {
            (
                *ypsidyne_core::document::log::Calibrated::ALL.iter().find(|one| one.word() == figure.name).unwrap(),
                figure.after,
            )
        })
        .collect();
    let read = ypsidyne_testkit::read(&build);
    let put = ypsidyne_core::logbook::adjusted::put_in(&read, 0, 0, &corrected, "2026-11-21T14:02:10Z").unwrap();
    assert_eq!(put["options"][0]["battery"]["provenance"]["cell_resistance_ohm"], "measured");
    let again = compared(&put, &columns, json!({}));
    for channel in &again.rides[0].channels {
        assert!(channel.leaves_s.is_none(), "{}", channel.says);
    }
}

/// At one steady speed drag and rolling resistance trade against each other: the ride says that it does not tell the drag.
#[test]
fn a_ride_at_one_speed_does_not_determine_the_drag() {
    let build = board();
    let steady: &[[f64; 3]] = &[[0.0, 0.0, 0.0], [5.0, 4.0, 0.0], [300.0, 4.0, 0.0]];
    let columns = logged(&build, steady, USUAL, 5);
    let told = compared(&build, &columns, json!({}));
    let drag = figure(&told, "drag_area_m2");
    assert!(!drag.determined, "{drag:?}");
    assert!(drag.says.contains("not told by this ride") && drag.says.contains("level"), "{}", drag.says);
    assert!(!figure(&told, "capacity_ah").determined, "five minutes use no half of the charge");
}

/// Over many rides with hidden figures, noise, steps and a gap, the 95 % interval of what a ride determines holds the truth.
#[test]
fn the_intervals_hold_what_was_hidden() {
    const SEEDS: u64 = 200;
    let build = board();
    let rolling = build["job"]["drives"][0]["load"]["rolling_resistance"].as_f64().unwrap();
    use rayon::prelude::*;
    let held: Vec<[Option<bool>; 2]> = (0..SEEDS)
        .into_par_iter()
        .map(|seed| {
            let mut lot = ChaCha8Rng::seed_from_u64(1000 + seed);
            // As far off as figures usually are, and further.
            let (roll, cell) = ((0.2 * normal(&mut lot)).exp(), 0.004 * (0.2 * normal(&mut lot)).exp());
            let mut hidden = with(build.clone(), "/job/drives/0/load/rolling_resistance", json!(rolling * roll));
            hidden["options"][0]["battery"]["cell_resistance_ohm"] = json!(cell);
            let mut told_build = build.clone();
            told_build["options"][0]["battery"]["cell_resistance_ohm"] = json!(0.004);
            let logger = Logger { amps: 0.8, volts: 0.08, gap: seed % 3 == 0, ..USUAL };
            let columns = logged(&hidden, &COURSE[..10], logger, seed);
            let asked = json!({ "calibrate": ["rolling_resistance", "cell_resistance_ohm"] });
            let told = compared(&told_build, &columns, asked);
            let holds = |name: &str, truth: f64| {
                let found = figure(&told, name);
                found.determined.then(|| (found.interval_95[0]..=found.interval_95[1]).contains(&truth))
            };
            [holds("rolling_resistance", rolling * roll), holds("cell_resistance_ohm", cell)]
        })
        .collect();
    let mut all = Vec::new();
    for (place, name) in ["rolling resistance", "cell resistance"].into_iter().enumerate() {
        let told: Vec<bool> = held.iter().filter_map(|held| held[place]).collect();
        let share = told.iter().filter(|held| **held).count() as f64 / told.len() as f64;
        assert!(told.len() > 150, "{name}: determined in {} of {SEEDS}", told.len());
        assert!(share >= 0.90, "{name}: {share}");
        all.extend(told);
    }
    let share = all.iter().filter(|held| **held).count() as f64 / all.len() as f64;
    assert!((0.90..=0.99).contains(&share), "{share}");
}

/// Totals against integrals by hand: 10 V at 2 A for an hour, then back; a straight line through zero has both parts.
#[test]
fn validated_totals_by_hand() {
    let build = board();
    let columns = json!({ "t_s": [0, 1800, 3600, 3601, 5401], "speed_m_s": [2, 2, 2, 2, 2],
        "supply_current_a": [2, 2, 2, -1, -1], "supply_voltage_v": [10, 10, 10, 10, 10] });
    let told = compared(&build, &columns, json!({}));
    let totals = &told.rides[0].totals;
    assert_relative_eq!(totals.distance_m.unwrap(), 10_802.0, max_relative = 1e-9);
    // The line from 2 A to −1 A crosses zero after two thirds of its second.
    let crossing = 10.0 * (0.5 * 2.0 * 2.0 / 3.0) / 3600.0;
    assert_relative_eq!(totals.energy_out_wh.unwrap(), 20.0 + crossing, max_relative = 1e-9);
    let back = 10.0 * (1800.0 + 0.5 * 1.0 / 3.0) / 3600.0;
    assert_relative_eq!(totals.energy_back_wh.unwrap(), back, max_relative = 1e-9);
    assert_relative_eq!(totals.wh_per_km.unwrap(), (20.0 + crossing - back) / 10.802, max_relative = 1e-9);
    assert_eq!((totals.peak_supply_current_a, totals.min_supply_voltage_v), (Some(2.0), Some(10.0)));
    assert!(totals.gaps.is_empty());
}

#[test]
fn nothing_is_added_up_across_a_gap_and_the_gap_is_named() {
    let build = board();
    let mut times: Vec<f64> = (0..100).map(f64::from).collect();
    times.extend((0..100).map(|t| 300.0 + f64::from(t)));
    let rows = times.len();
    let columns = json!({ "t_s": times, "speed_m_s": vec![3.0; rows], "supply_current_a": vec![3.6; rows],
        "supply_voltage_v": vec![10.0; rows] });
    let told = compared(&build, &columns, json!({}));
    let totals = &told.rides[0].totals;
    assert_relative_eq!(totals.charge_ah.unwrap(), 3.6 * 198.0 / 3600.0, max_relative = 1e-9);
    assert_eq!(totals.gaps.len(), 1);
    assert_relative_eq!(totals.gaps[0].lasts_s, 201.0, max_relative = 1e-9);
    assert!(told.rides[0].says.iter().any(|said| said.contains("201 s")), "{:?}", told.rides[0].says);
}

/// Fisher's exact test, two-sided. Tea tasting 3 of 4 against 1 of 4: p = 34/70 (Fisher, The Design of Experiments, ch. 2;
/// Agresti, Categorical Data Analysis, table 3.9). The others were worked out by hand from the hypergeometric distribution.
#[rstest]
#[case((3, 4), (1, 4), 34.0 / 70.0)]
#[case((4, 4), (0, 4), 2.0 / 70.0)]
#[case((5, 10), (5, 10), 1.0)]
#[case((3, 3), (0, 17), 1.0 / 1140.0)]
fn validated_exact_comparison(#[case] a: (u32, u32), #[case] b: (u32, u32), #[case] p: f64) {
    assert_relative_eq!(fisher_exact(a, b).unwrap(), p, max_relative = 1e-9);
    assert_relative_eq!(fisher_exact(b, a).unwrap(), p, max_relative = 1e-9);
}

/// Jeffreys intervals against the cumulative beta distribution, which has 5 % below and above.
#[rstest]
#[case(1, 10)]
#[case(3, 20)]
#[case(9, 10)]
fn validated_intervals_of_a_share(#[case] failed: u32, #[case] of: u32) {
    let [low, high] = jeffreys_90(failed, of).unwrap();
    let (a, b) = (f64::from(failed) + 0.5, f64::from(of - failed) + 0.5);
    // Midpoint rule over the density, normed by itself.
    let density = |x: f64| x.powf(a - 1.0) * (1.0 - x).powf(b - 1.0);
    let sum =
        |to: f64| (0..200_000).map(|i| density((f64::from(i) + 0.5) / 200_000.0 * to)).sum::<f64>() * to / 200_000.0;
    let whole = sum(1.0);
    assert_relative_eq!(sum(low) / whole, 0.05, epsilon = 2e-3);
    assert_relative_eq!(sum(high) / whole, 0.95, epsilon = 2e-3);
    assert!(jeffreys_90(0, of).unwrap()[0] == 0.0 && jeffreys_90(of, of).unwrap()[1] == 1.0);
}

fn failure(part: &str, batch: &str, of: u32, beyond: Option<bool>) -> Value {
    json!({ "kind": "failure", "at": "2026-11-01T10:00:00Z", "part": part, "batch": batch, "of": of, "hours": 12,
        "beyond_limits": beyond })
}

#[rstest]
#[case::a_bad_batch(6, 8, 0, Some(false), Explanation::SuspectBatch)]
#[case::overloaded(6, 8, 0, Some(true), Explanation::Overload)]
#[case::one_only(1, 8, 0, Some(false), Explanation::TooFew)]
#[case::both_alike(4, 8, 4, Some(false), Explanation::TooFew)]
#[case::nobody_looked(6, 8, 0, None, Explanation::TooFew)]
fn the_counts_support_one_explanation(
    #[case] first: usize,
    #[case] of: u32,
    #[case] second: usize,
    #[case] beyond: Option<bool>,
    #[case] explanation: Explanation,
) {
    let build = board();
    let mut entries = vec![failure("worm", "spring lot", of, beyond); first];
    entries.extend(vec![failure("worm", "autumn lot", of, beyond); second.max(1)]);
    if second == 0 {
        // One of the good batch was looked at and is not broken: it is in use, nothing more.
        entries.pop();
        entries.push(json!({ "kind": "failure", "at": "2026-11-02T10:00:00Z", "part": "worm", "batch": "autumn lot",
            "of": 40, "beyond_limits": beyond }));
    }
    let told = compare(&log_of(&build, entries));
    assert_eq!(told.failures[0].explanation, explanation, "{}", told.failures[0].says);
}

/// Three lengths on a straight line with no scatter: 0.1 mm an hour, 20 h to go from 8 to 6 mm; two give no interval.
#[test]
fn validated_wear_on_a_straight_line() {
    let build = board();
    let upkeep = |hours: f64, length: f64| {
        json!({ "kind": "upkeep", "at": "2026-11-01T10:00:00Z", "item": "brushes", "hours": hours,
            "measured": { "length_mm": length, "limit_mm": 6 } })
    };
    let told = compare(&log_of(&build, vec![upkeep(0.0, 10.0), upkeep(10.0, 9.01), upkeep(20.0, 8.0)]));
    let wear = &told.wear[0];
    assert_relative_eq!(wear.hours_left.unwrap(), 20.0, max_relative = 0.02);
    let [Some(least), most] = wear.interval_90.unwrap() else { panic!("{wear:?}") };
    assert!(least < 20.0 && most.is_some_and(|most| most > 20.0), "{wear:?}");
    let two = compare(&log_of(&build, vec![upkeep(0.0, 10.0), upkeep(20.0, 8.0)]));
    assert_relative_eq!(two.wear[0].hours_left.unwrap(), 20.0, max_relative = 1e-9);
    assert!(two.wear[0].interval_90.is_none());
    // A new set of brushes begins anew.
    let renewed = compare(&log_of(&build, vec![upkeep(0.0, 10.0), upkeep(30.0, 7.0), upkeep(31.0, 10.0)]));
    assert!(renewed.wear[0].hours_left.is_none(), "{:?}", renewed.wear[0]);
}

#[rstest]
#[case::weakened(140.0, 152.0, true)]
#[case::as_new(140.0, 140.9, false)]
#[case::less(140.0, 132.0, false)]
fn lost_strength_is_told_beyond_twice_its_error(#[case] then: f64, #[case] now: f64, #[case] lost: bool) {
    let build = board();
    let check = |at: &str, kv: f64| json!({ "kind": "check", "at": at, "results": { "kv_rpm_per_v": kv, "kv_standard_error": 0.8 } });
    let told = compare(&log_of(&build, vec![check("2026-03-01T10:00:00Z", then), check("2026-11-01T10:00:00Z", now)]));
    let health = &told.magnets[0];
    assert_eq!(health.lost, lost, "{:?}", health.says);
    assert_relative_eq!(health.strength.unwrap(), then / now, max_relative = 1e-9);
}

//! A stage of a heat run: where each temperature is going, and whether to go on.

use serde_json::{Value, json};

use super::given::Given;
use super::least_squares::{Estimate, curve};
use super::{Axis, Refusal, Weight, Worksheet, refused};
use crate::document::measurement::{HeatPoint, HeatRun};
use crate::format::{lasting, significant};

/// While nobody knows where a temperature is going, the next stage brings the run to no more than so many times its length.
const AS_LONG_AGAIN: f64 = 2.0;

/// A place whose temperature was read.
struct Place {
    key: &'static str,
    word: &'static str,
    read: fn(&HeatPoint) -> Option<f64>,
    limit_c: f64,
}

/// T = Ta + ΔT·(1 − e^(−t/τ)).
fn warming(ambient_c: f64, rise_k: f64, time_constant_s: f64, t_s: f64) -> f64 {
    ambient_c - rise_k * (-t_s / time_constant_s.max(1e-6)).exp_m1()
}

/// Time at which a warming reaches a limit, s; `None` where it never does.
fn reaches(ambient_c: f64, rise_k: f64, time_constant_s: f64, limit_c: f64) -> Option<f64> {
    let share = (limit_c - ambient_c) / rise_k;
    (rise_k > 0.0 && share < 1.0).then(|| -time_constant_s * (-share.max(0.0)).ln_1p())
}

/// Least squares of each temperature; stop where a measured or planned one reaches its limit.
pub(super) fn heat_run(sheet: &HeatRun, paper: &mut Worksheet<'_>) -> Result<(), Refusal> {
    let used = paper.used("points", &sheet.points, Clone::clone).values;
    let elapsed_s = used.iter().map(|point| point.t_s).fold(0.0, f64::max);
    let places = [
        Place { key: "motor", word: "motor", read: |point| point.motor_c, limit_c: sheet.limits.motor_c },
        Place {
            key: "controller",
            word: "controller",
            read: |point| point.controller_c,
            limit_c: sheet.limits.controller_c,
        },
        Place { key: "battery", word: "battery", read: |point| point.battery_c, limit_c: sheet.limits.battery_c },
    ];
    let mut stop = Vec::new();
    let mut next_s = sheet.planned_s;
    let mut any = false;
    for place in &places {
        let read: Vec<[f64; 2]> = used.iter().filter_map(|point| Some([point.t_s, (place.read)(point)?])).collect();
        if read.is_empty() {
            paper.result(place.key, Value::Null);
            continue;
        }
        any = true;
        let hottest_c = read.iter().map(|[_, celsius]| *celsius).fold(f64::NEG_INFINITY, f64::max);
        if hottest_c >= place.limit_c {
            stop.push(format!(
                "the {} is at {} °C, its limit is {} °C",
                place.word,
                significant(hottest_c),
                significant(place.limit_c)
            ));
        }
        let (times, celsius): (Vec<f64>, Vec<f64>) = read.iter().map(|[t, c]| (*t, *c)).unzip();
        let guess = [(hottest_c - sheet.ambient_c).max(0.5), (0.5 * elapsed_s).max(1.0)];
        let value = |p: &[f64], t_s: f64| warming(sheet.ambient_c, p[0], p[1], t_s);
        let fitted = if read.len() < 3 { None } else { curve(&times, &celsius, &guess, value) };
        let Some(fitted) = fitted.filter(|fitted| fitted.parameters[1].value > 0.0) else {
            let text = format!("The {} needs at least 3 readings that rise to tell where it is going.", place.word);
            paper.find("too_few", Weight::Doubt, None, text);
            paper.result(place.key, json!({ "final_c": null, "time_constant_s": null, "at_planned_c": null }));
            // Nobody knows yet where it goes: never more than as long again, and no longer than it could go on rising like this.
            let rise_k = hottest_c - sheet.ambient_c;
            let evenly_s = elapsed_s * (place.limit_c - sheet.ambient_c) / rise_k;
            next_s = next_s.min(AS_LONG_AGAIN * elapsed_s);
            if rise_k > 0.0 {
                next_s = next_s.min(evenly_s);
            }
            continue;
        };
        let [rise, time] = [fitted.parameters[0], fitted.parameters[1]];
        let final_c = sheet.ambient_c + rise.value;
        let planned_c = warming(sheet.ambient_c, rise.value, time.value, sheet.planned_s);
        paper.result(
            place.key,
            json!({ "final_c": final_c, "time_constant_s": time.value, "at_planned_c": planned_c,
                "final_standard_error_c": rise.standard_error }),
        );
        paper.work(format!(
            "{}: {} + {}·(1 − e^(−t/{} s)); in the end {} °C, after {} {} °C",
            place.word,
            significant(sheet.ambient_c),
            significant(rise.value),
            significant(time.value),
            significant(final_c),
            lasting(sheet.planned_s),
            significant(planned_c)
        ));
        if planned_c >= place.limit_c {
            stop.push(format!(
                "the {} would be at {} °C by then, its limit is {} °C",
                place.word,
                significant(planned_c),
                significant(place.limit_c)
            ));
        }
        if let Some(at_s) = reaches(sheet.ambient_c, rise.value, time.value, place.limit_c) {
            next_s = next_s.min(at_s);
        }
        if time.value > 3.0 * elapsed_s {
            let text = format!(
                "The {} was read for less than a third of its time constant: where it ends is a guess.",
                place.word
            );
            paper.find("too_early", Weight::Doubt, None, text);
            next_s = next_s.min(AS_LONG_AGAIN * elapsed_s);
        }
        if place.key == "motor" {
            heat_path(sheet, paper, &rise, &time);
        }
        draw(sheet, paper, place, [rise.value, time.value]);
    }
    if !any {
        return Err(refused("points", "no temperature was read: at least one place, better at 3 moments or more"));
    }
    paper.result("verdict", if stop.is_empty() { "go_on" } else { "stop" });
    let next_stage_s = if stop.is_empty() { (next_s - elapsed_s).max(0.0) } else { 0.0 };
    paper.result("next_stage_s", next_stage_s);
    if next_stage_s > 0.0 {
        paper.work(format!("next stage: {} more, then read again", lasting(next_stage_s)));
    }
    for why in stop {
        paper.find("stop", Weight::Poor, None, format!("Stop: {why}. Let it cool, then find out why."));
    }
    Ok(())
}

/// What the motor's case gives to the air, where the heat in it is known: rise in the end over watts, and time constant over that.
///
/// # Source
/// One body: R = ΔT/P, C = τ/R (Incropera, Fundamentals of Heat and Mass Transfer, 5.1).
fn heat_path(sheet: &HeatRun, paper: &mut Worksheet<'_>, rise: &Estimate, time: &Estimate) {
    let Some(heat_w) = sheet.motor_heat_w else { return };
    let path = rise.times(1.0 / heat_w);
    if path.value <= 0.0 {
        return;
    }
    let capacity_j = time.value / path.value;
    paper.figure("case_to_ambient_k_per_w", "case to air", "K/W", path);
    paper.figure("case_j_per_k", "to warm it by 1 K", "J/K", Estimate::exact(capacity_j));
    paper.work(format!(
        "{} K / {} W = {} K/W; {} s / {} K/W = {} J/K",
        significant(rise.value),
        significant(heat_w),
        significant(path.value),
        significant(time.value),
        significant(path.value),
        significant(capacity_j)
    ));
    paper.gives(Given::CaseToAmbient, path.value);
    paper.gives(Given::CaseHeat, capacity_j);
}

fn draw(sheet: &HeatRun, paper: &mut Worksheet<'_>, place: &Place, [rise_k, time_s]: [f64; 2]) {
    let all: Vec<[f64; 2]> =
        sheet.points.iter().map(|point| [point.t_s, (place.read)(point).unwrap_or(f64::NAN)]).collect();
    if all.iter().any(|[_, celsius]| celsius.is_nan()) {
        return;
    }
    let axes = [Axis { label: "time", unit: "s" }, Axis { label: place.word, unit: "°C" }];
    paper.draw("warming up", axes, "points", &all, |t_s| warming(sheet.ambient_c, rise_k, time_s, t_s));
}

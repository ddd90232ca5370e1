//! A generator at load steps: what each load takes, and which takes the most.

use serde_json::{Value, json};

use super::least_squares::{Estimate, curve};
use super::{Axis, Refusal, Weight, Worksheet, refused};
use crate::document::measurement::{GeneratorPoint, GeneratorTest};
use crate::format::significant;
use crate::formulas::constants::RAD_S_PER_RPM;
use crate::formulas::numeric::between;

/// One load worked out.
struct Step {
    current_a: f64,
    output_w: f64,
    drive_w: Option<f64>,
}

fn step(point: &GeneratorPoint) -> Step {
    let current_a = point.voltage_v / point.load_ohm;
    let drive_w = point.torque_nm.map(|torque| torque * point.rpm * RAD_S_PER_RPM).or(point.drive_power_w);
    Step { current_a, output_w: point.voltage_v * current_a, drive_w: drive_w.filter(|watts| *watts > 0.0) }
}

/// Current, output and efficiency of each point, the best load, and the load that would take the most.
pub(super) fn generator_test(sheet: &GeneratorTest, paper: &mut Worksheet<'_>) -> Result<(), Refusal> {
    let used = paper.used("points", &sheet.points, Clone::clone);
    if used.values.is_empty() {
        return Err(refused("points", "no load is used, at least 1 is needed"));
    }
    let steps: Vec<Step> = used.values.iter().map(step).collect();
    for (place, one) in used.places.iter().zip(&steps) {
        if let Some(drive_w) = one.drive_w.filter(|drive_w| one.output_w > *drive_w) {
            return Err(refused(
                &format!("points/{place}"),
                format!(
                    "{} W come out and {} W go in: a torque, a speed or a load is wrong",
                    significant(one.output_w),
                    significant(drive_w)
                ),
            ));
        }
    }
    let rows: Vec<Value> = used
        .values
        .iter()
        .zip(&steps)
        .map(|(point, one)| {
            json!({ "rpm": point.rpm, "load_ohm": point.load_ohm, "current_a": one.current_a,
                "output_power_w": one.output_w, "efficiency": one.drive_w.map(|drive_w| one.output_w / drive_w) })
        })
        .collect();
    paper.result("points", rows);
    let best = (0..steps.len()).max_by(|a, b| steps[*a].output_w.total_cmp(&steps[*b].output_w)).unwrap_or(0);
    paper.figure("best_load_ohm", "best load tried", "Ω", Estimate::exact(used.values[best].load_ohm));
    paper.figure("best_output_power_w", "gives there", "W", Estimate::exact(steps[best].output_w));
    paper.work(format!(
        "V²/R: the most is {} V² / {} Ω = {} W",
        significant(used.values[best].voltage_v),
        significant(used.values[best].load_ohm),
        significant(steps[best].output_w)
    ));
    inside(paper, &used.values, &steps);
    let all: Vec<[f64; 2]> = sheet.points.iter().map(|point| [step(point).current_a, step(point).output_w]).collect();
    let axes = [Axis { label: "current", unit: "A" }, Axis { label: "output", unit: "W" }];
    let sorted = {
        let mut sorted = all.clone();
        sorted.sort_by(|a, b| a[0].total_cmp(&b[0]));
        sorted
    };
    paper.draw("power over current", axes, "points", &all, |amps| between(&sorted, amps));
    let ends = used.values.iter().map(|point| point.load_ohm);
    let (low, high) = ends.fold((f64::INFINITY, 0.0f64), |(low, high), ohm| (low.min(ohm), high.max(ohm)));
    let at = used.values[best].load_ohm;
    if used.values.len() >= 3 && (at <= low || at >= high) {
        let text = "The best load is the last one tried: go on beyond it.";
        paper.find("best_at_the_end", Weight::Doubt, None, text);
    }
    Ok(())
}

/// V = k·rpm − R·I over all points: what it has inside, and so the load that takes the most.
fn inside(paper: &mut Worksheet<'_>, points: &[GeneratorPoint], steps: &[Step]) {
    if points.len() < 3 {
        return;
    }
    let places: Vec<f64> = (0u32..).take(points.len()).map(f64::from).collect();
    let volts: Vec<f64> = points.iter().map(|point| point.voltage_v).collect();
    #[allow(clippy::cast_possible_truncation, clippy::cast_sign_loss, reason = "a place in the list")]
    let value = |p: &[f64], place: f64| {
        let place = place as usize;
        p[0] * points[place].rpm - p[1] * steps[place].current_a
    };
    let first = &points[0];
    let guess = [first.voltage_v / first.rpm.max(1.0), 0.1 * first.load_ohm];
    let Some(fitted) = curve(&places, &volts, &guess, value) else { return };
    let [volts_per_rpm, ohm] = [fitted.parameters[0], fitted.parameters[1]];
    if ohm.value > 0.0 && volts_per_rpm.value > 0.0 {
        paper.figure("internal_resistance_ohm", "inside", "Ω", ohm);
        paper.result("matched_load_ohm", ohm.value);
        paper.result("volts_per_rpm", volts_per_rpm.value);
        paper.work(format!(
            "V = {} V/rpm · n − {} Ω·I; at a steady speed a load of the same {} Ω takes the most",
            significant(volts_per_rpm.value),
            significant(ohm.value),
            significant(ohm.value)
        ));
    }
}

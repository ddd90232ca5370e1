//! A generator at load steps: what each load takes, and which takes the most.

use serde_json::{Value, json};

use super::given::Given;
use super::least_squares::{Estimate, curve, line};
use super::{Axis, Refusal, Weight, Worksheet, refused};
use crate::document::measurement::{GeneratorPoint, GeneratorTest};
use crate::format::significant;
use crate::formulas::constants::RAD_S_PER_RPM;
use crate::formulas::numeric::between;

/// Loads or speeds within this share of each other are alike (common practice).
const ALIKE: f64 = 0.03;

/// One load worked out.
struct Step {
    current_a: f64,
    output_w: f64,
    drive_w: Option<f64>,
}

fn step(point: &GeneratorPoint) -> Step {
    let current_a = point.voltage_v / point.load_ohm;
    let turned_w = point.torque_nm.zip(point.rpm).map(|(torque, rpm)| torque * rpm * RAD_S_PER_RPM);
    let drive_w = turned_w.or(point.drive_power_w).filter(|watts| *watts > 0.0);
    Step { current_a, output_w: point.voltage_v * current_a, drive_w }
}

fn alike(values: impl Iterator<Item = f64> + Clone) -> bool {
    let (low, high) = values.fold((f64::INFINITY, 0.0f64), |(low, high), value| (low.min(value), high.max(value)));
    high <= low * (1.0 + ALIKE)
}

/// Current, output and efficiency of each point; the best load where loads were tried at like speeds; what is inside.
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
                "output_power_w": one.output_w, "drive_power_w": one.drive_w, "efficiency": one.drive_w.map(|drive_w| one.output_w / drive_w) })
        })
        .collect();
    paper.result("points", rows);
    paper.result("bridge_drop_v", sheet.bridge_drop_v);
    let one_load = used.values.len() >= 2 && alike(used.values.iter().map(|point| point.load_ohm));
    if one_load && !alike(used.values.iter().filter_map(|point| point.rpm)) {
        at_one_load(sheet, paper, &used.values, &steps);
        return Ok(());
    }
    let tried = at_like_speeds(&used.values);
    if tried.len() < used.values.len() {
        let text = "Loads at unlike speeds are not compared with each other: the best one is told of those at the speed that \
                    most were read at.";
        paper.find("unlike_speeds", Weight::Note, None, text);
    }
    let best = tried.iter().copied().max_by(|a, b| steps[*a].output_w.total_cmp(&steps[*b].output_w)).unwrap_or(0);
    paper.figure("best_load_ohm", "best load tried", "Ω", Estimate::exact(used.values[best].load_ohm));
    paper.figure("best_output_power_w", "gives there", "W", Estimate::exact(steps[best].output_w));
    paper.work(format!(
        "V²/R: the most is {} V² / {} Ω = {} W",
        significant(used.values[best].voltage_v),
        significant(used.values[best].load_ohm),
        significant(steps[best].output_w)
    ));
    inside(sheet, paper, &used.values, &steps);
    let all: Vec<[f64; 2]> = sheet.points.iter().map(|point| [step(point).current_a, step(point).output_w]).collect();
    let axes = [Axis { label: "current", unit: "A" }, Axis { label: "output", unit: "W" }];
    let sorted = {
        let mut sorted = all.clone();
        sorted.sort_by(|a, b| a[0].total_cmp(&b[0]));
        sorted
    };
    paper.draw("power over current", axes, "points", &all, |amps| between(&sorted, amps));
    let ends = tried.iter().map(|place| used.values[*place].load_ohm);
    let (low, high) = ends.fold((f64::INFINITY, 0.0f64), |(low, high), ohm| (low.min(ohm), high.max(ohm)));
    let at = used.values[best].load_ohm;
    if tried.len() >= 3 && (at <= low || at >= high) {
        let text = "The best load is the last one tried: go on beyond it.";
        paper.find("best_at_the_end", Weight::Doubt, None, text);
    }
    Ok(())
}

/// Places of the points at like speeds, of the largest such group; a drive that keeps its speed unread has one.
fn at_like_speeds(points: &[GeneratorPoint]) -> Vec<usize> {
    let group = |base: Option<f64>| -> Vec<usize> {
        (0..points.len())
            .filter(|place| match (points[*place].rpm, base) {
                (Some(rpm), Some(base)) => alike([rpm, base].into_iter()),
                (None, None) => true,
                _ => false,
            })
            .collect()
    };
    points.iter().map(|point| group(point.rpm)).max_by_key(Vec::len).unwrap_or_default()
}

/// Volts per turn and ohms, by whatever told them.
fn tell_inside(paper: &mut Worksheet<'_>, volts_per_rpm: Estimate, ohm: Estimate) {
    paper.figure("internal_resistance_ohm", "inside", "Ω", ohm);
    paper.result("matched_load_ohm", ohm.value);
    paper.result("volts_per_rpm", volts_per_rpm.value);
    paper.figure("kv_rpm_per_v", "Kv", "rpm/V", volts_per_rpm.inverted());
    paper.gives(Given::Kv, volts_per_rpm.inverted().value);
    paper.gives(Given::Resistance, ohm.value);
}

/// One load at several speeds: V over n gives k·R_L/(R + R_L); torque over current, or the winding by meter, parts the two.
fn at_one_load(sheet: &GeneratorTest, paper: &mut Worksheet<'_>, points: &[GeneratorPoint], steps: &[Step]) {
    let turned: Vec<(f64, f64, f64, Option<f64>)> = points
        .iter()
        .zip(steps)
        .filter_map(|(point, one)| {
            Some((point.rpm?, point.voltage_v + sheet.bridge_drop_v, one.current_a, point.torque_nm))
        })
        .collect();
    let (speeds, volts): (Vec<f64>, Vec<f64>) = turned.iter().map(|(rpm, volts, ..)| (*rpm, *volts)).unzip();
    let load_ohm = points[0].load_ohm;
    let all: Vec<[f64; 2]> = sheet.points.iter().map(|point| [point.rpm.unwrap_or(0.0), point.voltage_v]).collect();
    let axes = [Axis { label: "speed", unit: "rpm" }, Axis { label: "voltage", unit: "V" }];
    let Some(fitted) = line(&speeds, &volts) else { return };
    paper.draw("one load at several speeds", axes, "points", &all, |rpm| fitted.at(rpm) - sheet.bridge_drop_v);
    paper.figure("volts_per_rpm_loaded", "volts a turn under this load", "V/rpm", fitted.slope);
    let torques: Vec<(f64, f64)> = turned.iter().filter_map(|(_, _, amps, torque)| Some((*amps, (*torque)?))).collect();
    let by_torque = (torques.len() >= 2).then(|| {
        let (amps, torque): (Vec<f64>, Vec<f64>) = torques.iter().copied().unzip();
        // Kt in N·m/A is k in V·s/rad.
        line(&amps, &torque).map(|fitted| fitted.slope.times(RAD_S_PER_RPM))
    });
    let inside = match (by_torque.flatten(), sheet.winding_ohm) {
        (Some(k), _) if k.value > fitted.slope.value => {
            Some((k, Estimate::exact(load_ohm * (k.value / fitted.slope.value - 1.0)), "torque over current"))
        }
        (_, Some(ohm)) => {
            Some((fitted.slope.times(1.0 + ohm / load_ohm), Estimate::exact(ohm), "the winding by meter"))
        }
        _ => None,
    };
    match inside {
        Some((k, ohm, by)) => {
            tell_inside(paper, k, ohm);
            paper.work(format!(
                "V = {} V/rpm · n under {} Ω; by {by}: {} V/rpm and {} Ω inside",
                significant(fitted.slope.value),
                significant(load_ohm),
                significant(k.value),
                significant(ohm.value)
            ));
        }
        None => {
            let text = format!(
                "This is one load, {} Ω, at several speeds: it tells the volts a turn under this load, {} V/rpm, and no best \
                 load. Another load, the winding by meter, or torque readings tell what is inside.",
                significant(load_ohm),
                significant(fitted.slope.value)
            );
            paper.find("one_load", Weight::Note, None, text);
        }
    }
}

/// V + bridge = k·rpm − R·I over all points: what it has inside, and so the load that takes the most.
fn inside(sheet: &GeneratorTest, paper: &mut Worksheet<'_>, points: &[GeneratorPoint], steps: &[Step]) {
    let turned: Vec<(f64, f64, f64)> = points
        .iter()
        .zip(steps)
        .filter_map(|(point, one)| Some((point.rpm?, point.voltage_v + sheet.bridge_drop_v, one.current_a)))
        .collect();
    if turned.len() < 3 {
        return;
    }
    let places: Vec<f64> = (0u32..).take(turned.len()).map(f64::from).collect();
    let volts: Vec<f64> = turned.iter().map(|(_, volts, _)| *volts).collect();
    #[allow(clippy::cast_possible_truncation, clippy::cast_sign_loss, reason = "a place in the list")]
    let value = |p: &[f64], place: f64| {
        let (rpm, _, amps) = turned[place as usize];
        p[0] * rpm - p[1] * amps
    };
    let guess = [turned[0].1 / turned[0].0.max(1.0), 0.1 * points[0].load_ohm];
    let Some(fitted) = curve(&places, &volts, &guess, value) else { return };
    let [volts_per_rpm, ohm] = [fitted.parameters[0], fitted.parameters[1]];
    if ohm.value > 0.0 && volts_per_rpm.value > 0.0 {
        tell_inside(paper, volts_per_rpm, ohm);
        let bridge = if sheet.bridge_drop_v > 0.0 {
            format!(" − {} V", significant(sheet.bridge_drop_v))
        } else {
            String::new()
        };
        paper.work(format!(
            "V = {} V/rpm · n − {} Ω·I{bridge}; at a steady speed a load of the same {} Ω takes the most",
            significant(volts_per_rpm.value),
            significant(ohm.value),
            significant(ohm.value)
        ));
    }
}

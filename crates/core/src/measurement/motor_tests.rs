//! Sheets of a motor that stands: ohms by meter, held still.

use super::given::Given;
use super::least_squares::{Estimate, line, mean};
use super::{Axis, Refusal, Weight, Worksheet, refused};
use crate::document::measurement::{LockedRotor, WindingResistance};
use crate::format::significant;
use crate::formulas::constants::copper_factor;

const VOLTS: Axis = Axis { label: "voltage", unit: "V" };
const AMPS: Axis = Axis { label: "current", unit: "A" };

/// Stall current at a supply, A, and why it matters.
fn stall(paper: &mut Worksheet<'_>, supply_v: Option<f64>, ohm: Estimate) {
    let Some(supply_v) = supply_v else { return };
    let current_a = supply_v / ohm.value;
    let error = ohm.standard_error.map(|error| current_a * error / ohm.value);
    paper.figure(
        "stall_current_a",
        "held still",
        "A",
        Estimate { value: current_a, standard_error: error, freedom: ohm.freedom },
    );
    paper.work(format!(
        "held still: {} V / {} Ω = {} A",
        significant(supply_v),
        significant(ohm.value),
        significant(current_a)
    ));
    paper.find(
        "why_stall",
        Weight::Note,
        None,
        format!(
            "Held still on {} V it draws {} A and turns all of it into heat: controller, leads, fuse and battery must \
             stand that for the moment it lasts.",
            significant(supply_v),
            significant(current_a)
        ),
    );
}

/// A resistance at 20 °C.
fn at_20(paper: &mut Worksheet<'_>, ohm: Estimate, temperature_c: f64) -> Estimate {
    let cold = ohm.times(1.0 / copper_factor(temperature_c));
    paper.figure("resistance_at_20c_ohm", "winding at 20 °C", "Ω", cold);
    if (temperature_c - 20.0).abs() > 0.5 {
        paper.work(format!(
            "at 20 °C: {} Ω / (1 + 0.00393·({} − 20)) = {} Ω",
            significant(ohm.value),
            significant(temperature_c),
            significant(cold.value)
        ));
    }
    paper.gives(Given::Resistance, cold.value);
    cold
}

/// A step of more than this share of the winding tells little of it (common practice).
const COARSE: f64 = 0.1;
/// Readings that differ by no more steps of the meter are the meter's, not the brushes' (common practice).
const BLAMED_FROM_STEPS: f64 = 2.0;
/// Freedom of an error that is known.
const KNOWN: f64 = 1e6;

/// The step of a meter by its readings, Ω: the last digit that any of them has. `None` without a reading.
fn meter_step(readings: impl Iterator<Item = f64>) -> Option<f64> {
    let digits = |value: f64| {
        let text = value.abs().to_string();
        i32::try_from(text.split_once('.').map_or(0, |(_, behind)| behind.len())).unwrap_or(0)
    };
    // Beyond a tenth of a milliohm it is no display any more.
    readings.map(digits).max().filter(|most| *most <= 4).map(|most| 10f64.powi(-most))
}

/// Mean of the winding less mean of the leads; errors in quadrature.
pub(super) fn winding_resistance(sheet: &WindingResistance, paper: &mut Worksheet<'_>) -> Result<(), Refusal> {
    let leads = paper.used("lead_readings_ohm", &sheet.lead_readings_ohm, |ohm| ohm.0).values;
    let motor = paper.used("motor_readings_ohm", &sheet.motor_readings_ohm, |ohm| ohm.0).values;
    let Some(read) = mean(&motor).filter(|_| motor.len() >= 2) else {
        return Err(refused(
            "motor_readings_ohm",
            format!("{} readings are used, at least 2 are needed, the rotor turned in between", motor.len()),
        ));
    };
    let zero = mean(&leads).unwrap_or(Estimate::exact(0.0));
    let value = read.value - zero.value;
    if value <= 0.0 {
        return Err(refused(
            "motor_readings_ohm",
            format!(
                "the winding reads {} Ω and the leads alone {} Ω: nothing is left. Hold the leads together and read them \
                 again, or use brief steps held still",
                significant(read.value),
                significant(zero.value)
            ),
        ));
    }
    let part = |estimate: &Estimate| estimate.standard_error.unwrap_or(0.0).powi(2);
    let step = sheet.meter_step_ohm.or_else(|| meter_step(motor.iter().chain(&leads).copied()));
    // However alike the readings are, each is rounded to the meter's step: a half-width of half a step, evenly likely
    // (JCGM 100:2008, 4.3.7), for the winding and for the leads.
    let rounded = step.map_or(0.0, |step| step / 12f64.sqrt() * if leads.is_empty() { 1.0 } else { 2f64.sqrt() });
    let scatter = (part(&read) + part(&zero)).sqrt();
    let error = scatter.max(rounded);
    // Welch 1947 and Satterthwaite 1946: the freedom of a sum of two errors.
    let share = |estimate: &Estimate| part(estimate).powi(2) / estimate.freedom.max(1.0);
    let weights = share(&read) + share(&zero);
    let freedom = if weights > 0.0 { scatter.powi(4) / weights } else { read.freedom };
    // The step is known, not estimated from a few readings.
    let freedom = if rounded > scatter { KNOWN } else { freedom };
    let ohm = Estimate { value, standard_error: Some(error), freedom };
    paper.figure("resistance_ohm", "winding", "Ω", ohm);
    paper.result("standard_error_ohm", error);
    paper.work(format!(
        "mean of {} readings {} Ω less leads {} Ω = {} Ω",
        motor.len(),
        significant(read.value),
        significant(zero.value),
        significant(value)
    ));
    at_20(paper, ohm, sheet.temperature_c);
    let (least, most) = motor.iter().fold((f64::INFINITY, 0.0f64), |(low, high), x| (low.min(*x), high.max(*x)));
    let spread = 100.0 * (most - least) / value;
    paper.result("spread_percent", spread);
    stall(paper, sheet.supply_v, ohm);
    let points: Vec<[f64; 2]> = sheet
        .motor_readings_ohm
        .iter()
        .zip(1u32..)
        .map(|(ohm, number)| [f64::from(number), ohm.0 - zero.value])
        .collect();
    let places = Axis { label: "reading", unit: "" };
    paper.draw(
        "ohms by rotor position",
        [places, Axis { label: "winding", unit: "Ω" }],
        "motor_readings_ohm",
        &points,
        |_| value,
    );
    if leads.is_empty() {
        let text =
            "The leads were not zeroed: hold them together and read them, or what they have is taken for the winding.";
        paper.find("leads_not_zeroed", Weight::Doubt, None, text);
    } else if zero.value > 0.5 * read.value {
        let text =
            "More than half of what the meter shows is its leads: brief steps held still, at low voltage, tell more.";
        paper.find("leads_rule", Weight::Poor, None, text);
    }
    let in_steps = step.map_or(f64::INFINITY, |step| (most - least) / step);
    if step.is_some_and(|step| step > COARSE * value) {
        let text = format!(
            "The meter shows steps of {} Ω, and the winding has {} Ω: brief steps held still, volts over amps, tell it \
             better.",
            significant(step.unwrap_or(0.0)),
            significant(value)
        );
        paper.find("coarse_meter", Weight::Doubt, None, text);
    } else if motor.len() >= 3 && spread < 0.05 {
        let text = "Every reading is the same: turn the rotor a little between readings, or the brushes stand on the same \
                    bars and a bad one is not seen.";
        paper.find("rotor_not_turned", Weight::Doubt, None, text);
    } else if spread > 25.0 && in_steps > BLAMED_FROM_STEPS {
        let text = format!(
            "The readings spread by {} %: dirty brushes or commutator, or a coil that is broken at some positions. Turn it \
             by hand for a while and read again.",
            significant(spread)
        );
        paper.find("wide_spread", Weight::Doubt, None, text);
    }
    Ok(())
}

/// The slope of volts over amps of a motor held still; the brushes stand in its intercept.
pub(super) fn locked_rotor(sheet: &LockedRotor, paper: &mut Worksheet<'_>) -> Result<(), Refusal> {
    let used = paper.used("points", &sheet.points, |point| [point.current_a, point.voltage_v]).values;
    let (amps, volts): (Vec<f64>, Vec<f64>) = used.iter().map(|[a, v]| (*a, *v)).unzip();
    let Some(fitted) = line(&amps, &volts) else {
        return Err(refused(
            "points",
            format!("{} steps are used, at least 2 at different currents are needed", used.len()),
        ));
    };
    let ohm = fitted.slope;
    if ohm.value <= 0.0 {
        return Err(refused("points", "more current at less voltage: the two columns may be the wrong way round"));
    }
    paper.figure("resistance_ohm", "winding", "Ω", ohm);
    paper.work(format!(
        "volts over amps of {} steps: {} Ω, and {} V that do not depend on the current",
        used.len(),
        significant(ohm.value),
        significant(fitted.intercept.value)
    ));
    at_20(paper, ohm, sheet.temperature_c);
    paper.figure("brush_drop_v", "at the brushes", "V", fitted.intercept);
    if fitted.intercept.value > 0.05 {
        paper.gives(Given::BrushDrop, fitted.intercept.value);
    }
    stall(paper, sheet.supply_v, ohm);
    let all: Vec<[f64; 2]> = sheet.points.iter().map(|point| [point.current_a, point.voltage_v]).collect();
    paper.draw("held still", [AMPS, VOLTS], "points", &all, |amps| fitted.at(amps));
    paper.judge_line(&fitted, "the volts");
    let most_a = amps.iter().copied().fold(0.0, f64::max);
    if amps.len() >= 3 && amps.iter().filter(|amps| **amps > 0.995 * most_a).count() >= 2 {
        let text = "The highest steps have the same current: the supply was in its current limit and let the voltage sag, so \
                    that they are one step read twice. Allow more current, or stop below it.";
        paper.find("supply_limited", Weight::Note, None, text);
    }
    for (place, _) in sheet.points.iter().enumerate().filter(|(_, point)| point.limited) {
        let text =
            "The supply was in its current limit: its display and its leads may not agree with the motor's volts.";
        paper.find("supply_limited", Weight::Note, Some(format!("points/{place}")), text);
    }
    Ok(())
}

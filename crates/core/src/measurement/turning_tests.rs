//! Sheets of a motor that turns: freely by itself, or spun by a drill.

use std::f64::consts::PI;

use super::given::Given;
use super::least_squares::{Estimate, Line, count, line, through_origin};
use super::{Axis, Refusal, Weight, Worksheet, refused};
use crate::document::Shaft;
use crate::document::measurement::{NoLoadSweep, SpinTest, SpunWiring};
use crate::format::{percent, significant};
use crate::formulas::constants::RAD_S_PER_RPM;

const VOLTS: Axis = Axis { label: "voltage", unit: "V" };
const AMPS: Axis = Axis { label: "current", unit: "A" };
const SPEED: Axis = Axis { label: "speed", unit: "rpm" };

/// Motor turns for each turn that was read, and a line about it where the speed was read behind a gearbox.
fn turns_inside(shaft: Option<Shaft>, ratio: Option<f64>, paper: &mut Worksheet<'_>) -> Result<f64, Refusal> {
    match (shaft, ratio) {
        (Some(Shaft::Output), None) => Err(refused(
            "gear_ratio",
            "the speed is that of the gearbox: its ratio is needed, or the speed of the motor's own shaft".to_owned(),
        )),
        (Some(Shaft::Motor), _) | (None, None) => Ok(1.0),
        (_, Some(ratio)) => {
            paper.work(format!("the motor turns {} times for each turn that was read", significant(ratio)));
            Ok(ratio)
        }
    }
}

/// Voltages that differ by less than this factor are one.
const SAME_VOLTAGE: f64 = 1.03;
/// How far Kv of a single voltage may be off, as a share (common practice): it leans on one reading and on the resistance.
const ONE_VOLTAGE_OFF: f64 = 0.05;

/// Kv from rpm over what is left of the volts; friction from the torque that turns it. One voltage does, with a wider error
/// and without telling friction at rest from friction with speed.
pub(super) fn no_load_sweep(sheet: &NoLoadSweep, paper: &mut Worksheet<'_>) -> Result<(), Refusal> {
    let inside = turns_inside(sheet.shaft, sheet.gear_ratio, paper)?;
    let emf_v = |voltage_v: f64, current_a: f64| voltage_v - current_a * sheet.resistance_ohm - sheet.brush_drop_v;
    let used = paper
        .used("points", &sheet.points, |point| {
            (emf_v(point.voltage_v, point.current_a), point.current_a, inside * point.rpm, point.voltage_v)
        })
        .values;
    if used.is_empty() {
        return Err(refused(
            "points",
            "no point is used: one voltage with amps and rpm is needed, four are better".to_owned(),
        ));
    }
    if let Some((_, current_a, ..)) = used.iter().find(|(emf, ..)| *emf <= 0.0) {
        return Err(refused(
            "resistance_ohm",
            format!(
                "{} Ω at {} A takes more than the whole voltage: the resistance or the current is wrong",
                significant(sheet.resistance_ohm),
                significant(*current_a)
            ),
        ));
    }
    let emf: Vec<f64> = used.iter().map(|point| point.0).collect();
    let rpm: Vec<f64> = used.iter().map(|point| point.2).collect();
    let Some(fitted) = through_origin(&emf, &rpm).filter(|line| line.slope.value > 0.0) else {
        return Err(refused("points", "it never turns: speeds above 0 are needed"));
    };
    let speeds: Vec<f64> = rpm.iter().map(|rpm| rpm * RAD_S_PER_RPM).collect();
    let torque_constant = 1.0 / (RAD_S_PER_RPM * fitted.slope.value);
    let torques: Vec<f64> = used.iter().map(|point| torque_constant * point.1).collect();
    let friction = line(&speeds, &torques);
    let (least_v, most_v) =
        used.iter().fold((f64::MAX, 0.0f64), |(low, high), point| (low.min(point.3), high.max(point.3)));
    if friction.is_none() && most_v > SAME_VOLTAGE * least_v {
        return Err(refused("points", "the same speed at different voltages: one of the columns is wrong"));
    }
    let kv = match friction {
        Some(_) => fitted.slope,
        None => Estimate { standard_error: Some(ONE_VOLTAGE_OFF * fitted.slope.value), ..fitted.slope },
    };
    paper.figure("kv_rpm_per_v", "Kv", "rpm/V", kv);
    paper.result("kv_standard_error", kv.standard_error.unwrap_or(0.0));
    paper.gives(Given::Kv, kv.value);
    paper.work(format!(
        "rpm over (V − I·{} Ω − {} V), through the origin: {} rpm/V",
        significant(sheet.resistance_ohm),
        significant(sheet.brush_drop_v),
        significant(kv.value)
    ));
    let Some(friction) = friction else {
        one_voltage(paper, &used);
        return Ok(());
    };
    losses(paper, &used, torque_constant, &friction);
    let all: Vec<[f64; 2]> =
        sheet.points.iter().map(|point| [emf_v(point.voltage_v, point.current_a), inside * point.rpm]).collect();
    paper.draw(
        "speed over what is left of the volts",
        [Axis { label: "V − I·R", unit: "V" }, SPEED],
        "points",
        &all,
        |volts| kv.value * volts,
    );
    let currents: Vec<[f64; 2]> = sheet.points.iter().map(|point| [inside * point.rpm, point.current_a]).collect();
    let turning = |rpm: f64| friction.at(rpm * RAD_S_PER_RPM) / torque_constant;
    paper.draw("current to turn itself", [SPEED, AMPS], "points", &currents, turning);
    bent(paper, &emf, &rpm, kv.value);
    limited(paper, sheet);
    hard_to_turn(paper, sheet, &used);
    Ok(())
}

/// What one voltage tells beside Kv: the current that turns it, not what of it grows with speed.
fn one_voltage(paper: &mut Worksheet<'_>, used: &[(f64, f64, f64, f64)]) {
    let count = used.len().max(1) as f64;
    let current_a = used.iter().map(|point| point.1).sum::<f64>() / count;
    let voltage_v = used.iter().map(|point| point.3).sum::<f64>() / count;
    paper.figure("no_load_current_a", "no-load current", "A", Estimate::exact(current_a));
    paper.figure("no_load_voltage_v", "at", "V", Estimate::exact(voltage_v));
    paper.gives(Given::NoLoadCurrent, current_a);
    paper.gives(Given::NoLoadVoltage, voltage_v);
    paper.find(
        "one_voltage",
        Weight::Note,
        None,
        format!(
            "One voltage: Kv leans on one speed and on the resistance, good to about {}. A second voltage, half of it, would tell \
             friction apart and halve the error.",
            percent(ONE_VOLTAGE_OFF)
        ),
    );
}

/// Friction at rest and with speed, and the two listed figures at the fastest point.
fn losses(paper: &mut Worksheet<'_>, used: &[(f64, f64, f64, f64)], torque_constant: f64, friction: &Line) {
    paper.figure("friction_torque_nm", "friction", "N·m", friction.intercept);
    paper.figure("speed_torque_nm_s", "friction with speed", "N·m·s", friction.slope);
    let fastest = used.iter().max_by(|a, b| a.2.total_cmp(&b.2)).copied().unwrap_or_default();
    let omega = fastest.2 * RAD_S_PER_RPM;
    let whole = friction.at(omega);
    let share = if whole > 0.0 { (friction.slope.value * omega / whole).clamp(0.0, 1.0) } else { 0.0 };
    paper.result("no_load_speed_share", share);
    let current_a = (whole / torque_constant).max(0.0);
    paper.figure("no_load_current_a", "no-load current", "A", Estimate::exact(current_a));
    paper.figure("no_load_voltage_v", "at", "V", Estimate::exact(fastest.3));
    paper.work(format!(
        "torque to turn itself: {} N·m + {} N·m·s·ω; at {} V that is {} A",
        significant(friction.intercept.value),
        significant(friction.slope.value),
        significant(fastest.3),
        significant(current_a)
    ));
    paper.gives(Given::NoLoadCurrent, current_a);
    paper.gives(Given::NoLoadVoltage, fastest.3);
    paper.gives(Given::NoLoadSpeedShare, share);
    if friction.intercept.value < 0.0 {
        let text = "The current seems to vanish at rest: the slowest points are below what the meter can tell. The shares of \
                    friction are a guess.";
        paper.find("friction_below_zero", Weight::Note, None, text);
    }
}

/// Slower at high speed than the slow points say, or the other way round: the resistance is not right.
fn bent(paper: &mut Worksheet<'_>, emf: &[f64], rpm: &[f64], kv: f64) {
    let Some(free) = line(emf, rpm) else { return };
    let offset = free.intercept.value / (kv * emf.iter().copied().fold(0.0, f64::max)).max(1e-9);
    let surely = free.intercept.interval_95().is_some_and(|[low, high]| low > 0.0 || high < 0.0);
    if surely && offset.abs() > 0.01 {
        let text = format!(
            "A line that need not go through the origin meets the axis at {} rpm: the winding resistance or the brush drop \
             may be off, or the tachometer counts something else.",
            significant(free.intercept.value)
        );
        paper.find("not_through_origin", Weight::Doubt, None, text);
    }
}

/// A motor that takes much of its stall current just to turn itself.
fn hard_to_turn(paper: &mut Worksheet<'_>, sheet: &NoLoadSweep, used: &[(f64, f64, f64, f64)]) {
    /// Share of the stall current above which something is wrong (common practice: a few in a hundred are usual).
    const MUCH: f64 = 0.05;
    let Some(fastest) = used.iter().max_by(|a, b| a.2.total_cmp(&b.2)) else { return };
    let share = fastest.1 * sheet.resistance_ohm / fastest.3.max(1e-9);
    if share > MUCH {
        let text = format!(
            "It takes {} % of its stall current just to turn itself: a tight bearing, a shorted turn, sensors in the wrong \
             order, or timing far off. A sound motor takes a few in a hundred.",
            significant(100.0 * share)
        );
        paper.find("hard_to_turn", Weight::Doubt, None, text);
    }
}

/// Points at which the supply held the current back.
fn limited(paper: &mut Worksheet<'_>, sheet: &NoLoadSweep) {
    for (place, _) in sheet.points.iter().enumerate().filter(|(_, point)| point.limited) {
        let text = "The supply was in its current limit, so the voltage sagged and the motor was not free: strike this point \
                    out or allow more current.";
        paper.find("supply_limited", Weight::Doubt, Some(format!("points/{place}")), text);
    }
}

/// rms of a three-phase line-to-line voltage to the mean of its rectified value: 3√2/π.
const RECTIFIED: f64 = 3.0 * std::f64::consts::SQRT_2 / PI;

/// Kv from volts over speed of open leads, through the origin.
pub(super) fn spin_test(sheet: &SpinTest, paper: &mut Worksheet<'_>) -> Result<(), Refusal> {
    let factor = match sheet.wiring {
        SpunWiring::Brushed => 1.0,
        SpunWiring::ThreePhase => RECTIFIED,
        // The Kv of a stepper is told by the peak of a winding.
        SpunWiring::OneWinding => std::f64::consts::SQRT_2,
    };
    let inside = turns_inside(sheet.shaft, sheet.gear_ratio, paper)?;
    let used = paper.used("points", &sheet.points, |point| [inside * point.rpm, factor * point.voltage_v]).values;
    let (rpm, volts): (Vec<f64>, Vec<f64>) = used.iter().map(|[x, y]| (*x, *y)).unzip();
    if used.len() < 2 {
        return Err(refused("points", format!("{} points are used, at least 2 speeds are needed", used.len())));
    }
    let Some(fitted) = through_origin(&rpm, &volts).filter(|line| line.slope.value > 0.0) else {
        return Err(refused("points", "no volts at any speed: a lead is off, or it was not turned"));
    };
    let value = 1.0 / fitted.slope.value;
    let error = fitted.slope.standard_error.map(|error| error / fitted.slope.value.powi(2));
    paper.figure(
        "kv_rpm_per_v",
        "Kv",
        "rpm/V",
        Estimate { value, standard_error: error, freedom: fitted.slope.freedom },
    );
    paper.gives(Given::Kv, value);
    let times = match sheet.wiring {
        SpunWiring::Brushed => "",
        SpunWiring::ThreePhase => " · 3√2/π",
        SpunWiring::OneWinding => " · √2",
    };
    paper.work(format!(
        "volts{times} over rpm, through the origin: {} V/rpm, so {} rpm/V",
        significant(fitted.slope.value),
        significant(value)
    ));
    let all: Vec<[f64; 2]> = sheet.points.iter().map(|point| [inside * point.rpm, factor * point.voltage_v]).collect();
    paper.draw("volts over speed", [SPEED, VOLTS], "points", &all, |rpm| fitted.at(rpm));
    paper.judge_line(&fitted, "the volts");
    let fastest = rpm.iter().copied().fold(0.0, f64::max);
    paper.find(
        "as_generator",
        Weight::Note,
        None,
        format!(
            "As a generator it gives {} V open at {} rpm; under load less, by its resistance.",
            significant(fitted.at(fastest)),
            significant(fastest)
        ),
    );
    if count(&rpm) < 3.0 {
        paper.find(
            "few_points",
            Weight::Note,
            None,
            "Two points always lie on a line: a third tells whether they are right.",
        );
    }
    Ok(())
}

//! Sheets of a pack: its resistance, and what it holds.

use super::given::Given;
use super::least_squares::{Estimate, line};
use super::{Axis, Refusal, Weight, Worksheet, refused};
use crate::document::measurement::{Capacity, PackResistance};
use crate::format::significant;
use crate::formulas::numeric::between;

/// Pack voltage over current: the slope is the resistance, the voltage at no current the open-circuit one.
pub(super) fn pack_resistance(sheet: &PackResistance, paper: &mut Worksheet<'_>) -> Result<(), Refusal> {
    let used = paper.used("points", &sheet.points, |point| [point.current_a, point.voltage_v]).values;
    let (amps, volts): (Vec<f64>, Vec<f64>) = used.iter().map(|[a, v]| (*a, *v)).unzip();
    let Some(fitted) = line(&amps, &volts) else {
        return Err(refused(
            "points",
            format!("{} points are used, at least 2 at different currents are needed", used.len()),
        ));
    };
    let ohm = fitted.slope.times(-1.0);
    if ohm.value <= 0.0 {
        return Err(refused(
            "points",
            "the voltage rises with the current taken: current out of the pack counts above zero",
        ));
    }
    paper.figure("resistance_ohm", "pack", "Ω", ohm);
    paper.figure("open_circuit_v", "at rest", "V", fitted.intercept);
    let cell = ohm.times(f64::from(sheet.packs_parallel) / f64::from(sheet.cells_series));
    paper.figure("cell_resistance_ohm", "one cell", "Ω", cell);
    paper.gives(Given::CellResistance, cell.value);
    paper.work(format!(
        "volts over amps: {} V − {} Ω·I; {} Ω · {} in parallel / {} in series = {} Ω a cell",
        significant(fitted.intercept.value),
        significant(ohm.value),
        significant(ohm.value),
        sheet.packs_parallel,
        sheet.cells_series,
        significant(cell.value)
    ));
    let all: Vec<[f64; 2]> = sheet.points.iter().map(|point| [point.current_a, point.voltage_v]).collect();
    let axes = [Axis { label: "current", unit: "A" }, Axis { label: "voltage", unit: "V" }];
    paper.draw("pack under load", axes, "points", &all, |amps| fitted.at(amps));
    paper.judge_line(&fitted, "the volts");
    let span = amps.iter().copied().fold(0.0, f64::max) - amps.iter().copied().fold(f64::INFINITY, f64::min);
    let sag = ohm.value * span;
    if sag < 0.01 * fitted.intercept.value {
        let text = format!(
            "The loads move the voltage by only {} V: a larger load tells the resistance better than the last digit of the meter.",
            significant(sag)
        );
        paper.find("small_load", Weight::Doubt, None, text);
    }
    Ok(())
}

/// Amps over time, added up.
pub(super) fn capacity(sheet: &Capacity, paper: &mut Worksheet<'_>) -> Result<(), Refusal> {
    let used = paper.used("points", &sheet.points, Clone::clone).values;
    if used.len() < 2 {
        return Err(refused(
            "points",
            format!("{} moments are used, at least the start and the end are needed", used.len()),
        ));
    }
    if let Some(place) = used.windows(2).position(|pair| pair[1].t_s <= pair[0].t_s) {
        return Err(refused(
            "points",
            format!("the time does not rise after {} s: moments go in order", significant(used[place].t_s)),
        ));
    }
    let mut amp_seconds = 0.0;
    let mut joules = Some(0.0);
    for pair in used.windows(2) {
        let step_s = pair[1].t_s - pair[0].t_s;
        amp_seconds += 0.5 * (pair[0].current_a + pair[1].current_a) * step_s;
        let watts = |place: usize| pair[place].voltage_v.map(|volts| volts * pair[place].current_a);
        joules = joules.zip(watts(0).zip(watts(1))).map(|(sum, (a, b))| sum + 0.5 * (a + b) * step_s);
    }
    if amp_seconds <= 0.0 {
        return Err(refused("points", "no current flowed: amps above 0 are needed"));
    }
    let amp_hours = amp_seconds / 3600.0;
    paper.figure("capacity_ah", "holds", "Ah", Estimate::exact(amp_hours));
    paper.gives(Given::Capacity, amp_hours);
    paper.work(format!(
        "amps over time, straight between the moments: {} As / 3600 = {} Ah",
        significant(amp_seconds),
        significant(amp_hours)
    ));
    if let Some(joules) = joules {
        paper.figure("energy_wh", "gives", "Wh", Estimate::exact(joules / 3600.0));
    }
    if let Some(rated_ah) = sheet.rated_ah {
        let share = amp_hours / rated_ah;
        paper.result("share_of_rated", share);
        paper.work(format!(
            "{} of {} Ah written on it: {} %",
            significant(amp_hours),
            significant(rated_ah),
            significant(100.0 * share)
        ));
        if share < 0.8 {
            let text = format!(
                "It holds {} % of what is written on it: worn, or never had it. Below 80 % a pack is at its end (common practice).",
                significant(100.0 * share)
            );
            paper.find("worn", Weight::Note, None, text);
        }
    }
    let all: Vec<[f64; 2]> = sheet.points.iter().filter_map(|point| Some([point.t_s, point.voltage_v?])).collect();
    if all.len() == sheet.points.len() {
        // No line is fitted through a discharge: its readings are joined.
        let axes = [Axis { label: "time", unit: "s" }, Axis { label: "voltage", unit: "V" }];
        paper.draw("discharge", axes, "points", &all, |at| between(&all, at));
    }
    Ok(())
}

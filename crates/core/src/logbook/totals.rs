//! What a ride adds up to.

use serde::Serialize;

use crate::document::log::{Column, RideColumns};

/// A pause this many times as long as the usual one is a gap: nothing is added up across it.
const GAP_TIMES: f64 = 10.0;

/// What a ride adds up to; null where its channels do not tell.
#[derive(Debug, Clone, PartialEq, Serialize, schemars::JsonSchema)]
pub struct RideTotals {
    /// From the first row to the last, s.
    pub duration_s: f64,
    /// Way, m.
    pub distance_m: Option<f64>,
    /// Energy out of the battery, Wh.
    pub energy_out_wh: Option<f64>,
    /// Energy back into it, Wh.
    pub energy_back_wh: Option<f64>,
    /// Charge out of the battery less what came back, Ah.
    pub charge_ah: Option<f64>,
    /// Energy out less back over the way, Wh/km.
    pub wh_per_km: Option<f64>,
    /// Largest battery current, A.
    pub peak_supply_current_a: Option<f64>,
    /// Lowest battery voltage, V.
    pub min_supply_voltage_v: Option<f64>,
    /// Hottest winding, °C.
    pub hottest_winding_c: Option<f64>,
    /// Times without readings.
    pub gaps: Vec<Gap>,
}

/// A time without readings.
#[derive(Debug, Clone, Copy, PartialEq, Serialize, schemars::JsonSchema)]
pub struct Gap {
    /// Since the start, s.
    pub from_s: f64,
    /// How long, s.
    pub lasts_s: f64,
}

/// Median time between two rows, s.
pub(super) fn usual_step_s(times: &[f64]) -> f64 {
    let mut steps: Vec<f64> = times.windows(2).map(|pair| pair[1] - pair[0]).collect();
    if steps.is_empty() {
        return 0.0;
    }
    let middle = steps.len() / 2;
    *steps.select_nth_unstable_by(middle, f64::total_cmp).1
}

/// Times between which nothing was written.
pub(super) fn gaps(times: &[f64]) -> Vec<Gap> {
    let longest = GAP_TIMES * usual_step_s(times);
    let pauses = times.windows(2).filter(|pair| pair[1] - pair[0] > longest);
    pauses.map(|pair| Gap { from_s: pair[0], lasts_s: pair[1] - pair[0] }).collect()
}

/// Positive and negative part of the integral of a line from `from` to `to` over `seconds`.
fn parts(from: f64, to: f64, seconds: f64) -> (f64, f64) {
    if from >= 0.0 && to >= 0.0 {
        (0.5 * (from + to) * seconds, 0.0)
    } else if from <= 0.0 && to <= 0.0 {
        (0.0, -0.5 * (from + to) * seconds)
    } else {
        // It crosses zero on the way.
        let share = from / (from - to);
        let (first, second) = (0.5 * from * share * seconds, 0.5 * to * (1.0 - share) * seconds);
        (first.max(0.0) + second.max(0.0), (-first).max(0.0) + (-second).max(0.0))
    }
}

/// Integrates what rows tell by trapezoids: positive and negative part apart. A row without a reading is passed over, a gap is
/// not. `None` with fewer than two readings.
fn integral(times: &[f64], value: impl Fn(usize) -> Option<f64>) -> Option<(f64, f64)> {
    let longest = GAP_TIMES * usual_step_s(times);
    let (mut plus, mut minus) = (0.0, 0.0);
    let mut before: Option<(f64, f64)> = None;
    let mut read = 0u32;
    for (row, time) in times.iter().enumerate() {
        let Some(now) = value(row) else { continue };
        read += 1;
        if let Some((then_s, then)) = before.filter(|(then_s, _)| time - then_s <= longest) {
            let (more, less) = parts(then, now, time - then_s);
            plus += more;
            minus += less;
        }
        before = Some((*time, now));
    }
    (read >= 2).then_some((plus, minus))
}

fn extreme(column: Option<&Column>, better: impl Fn(f64, f64) -> f64) -> Option<f64> {
    column?.0.iter().copied().filter(|value| !value.is_nan()).reduce(better)
}

/// Adds a ride up: energies as the positive and negative parts of ∫V·I dt, charge as ∫I dt, the way by its own column, else by
/// the speed.
#[must_use]
pub fn totals(columns: &RideColumns) -> RideTotals {
    const SECONDS: f64 = 3600.0;
    let times = &columns.t_s.0;
    let duration_s = times.last().zip(times.first()).map_or(0.0, |(last, first)| last - first);
    let by_column = columns.distance_m.as_ref().and_then(|column| {
        let read: Vec<f64> = column.0.iter().copied().filter(|value| !value.is_nan()).collect();
        Some(read.last()? - read.first()?)
    });
    let speed = columns.speed_m_s.as_ref();
    let by_speed =
        || integral(times, |row| Some(speed?.at(row)?.abs())).filter(|_| speed.is_some()).map(|(way, _)| way);
    let distance_m = by_column.filter(|way| *way > 0.0).or_else(by_speed);
    let amps = columns.supply_current_a.as_ref();
    let volts = columns.supply_voltage_v.as_ref();
    let energy = amps.zip(volts).and_then(|(amps, volts)| integral(times, |row| Some(amps.at(row)? * volts.at(row)?)));
    let charge = amps.and_then(|amps| integral(times, |row| amps.at(row)));
    let (energy_out_wh, energy_back_wh) =
        (energy.map(|(out, _)| out / SECONDS), energy.map(|(_, back)| back / SECONDS));
    RideTotals {
        duration_s,
        distance_m,
        energy_out_wh,
        energy_back_wh,
        charge_ah: charge.map(|(out, back)| (out - back) / SECONDS),
        wh_per_km: energy_out_wh
            .zip(energy_back_wh)
            .zip(distance_m.filter(|way| *way > 1.0))
            .map(|((out, back), way)| (out - back) / way * 1000.0),
        peak_supply_current_a: extreme(amps, f64::max),
        min_supply_voltage_v: extreme(volts, f64::min),
        hottest_winding_c: extreme(columns.winding_c.as_ref(), f64::max),
        gaps: gaps(times),
    }
}

//! What a ride adds up to.

use serde::{Deserialize, Serialize};

use crate::document::log::{Column, Ride, RideColumns};

/// A pause this many times as long as the usual one is a gap: nothing is added up across it.
const GAP_TIMES: f64 = 10.0;

/// What a ride adds up to; null where its channels do not tell.
#[derive(Debug, Clone, PartialEq, Serialize, Deserialize, schemars::JsonSchema)]
pub struct RideTotals {
    /// From the first row to the last, s.
    pub duration_s: f64,
    /// Time under way, s: with a motor that turns or draws; the whole where nothing tells.
    pub running_s: f64,
    /// How often it started from a stand.
    pub starts: u32,
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
#[derive(Debug, Clone, Copy, PartialEq, Serialize, Deserialize, schemars::JsonSchema)]
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

/// It stands below the first and is under way above the second, m/s.
const STANDS_M_S: [f64; 2] = [0.05, 0.25];
/// Where no speed was read: as shares of the largest battery current.
const STANDS_SHARE: [f64; 2] = [0.02, 0.08];

/// Time under way, and how often it set off. A ride of two rows tells neither: it is one start, and all of it under way.
fn running(columns: &RideColumns, duration_s: f64) -> (f64, u32) {
    let times = &columns.t_s.0;
    let current = columns.supply_current_a.as_ref().or(columns.motor_current_a.as_ref());
    let largest = current.map_or(0.0, |column| column.0.iter().fold(0.0f64, |most, value| most.max(value.abs())));
    let (column, [stands, goes]) = match (columns.speed_m_s.as_ref(), current) {
        (Some(speed), _) => (speed, STANDS_M_S),
        (None, Some(current)) if largest > 0.0 => (current, STANDS_SHARE.map(|share| share * largest)),
        _ => return (duration_s, 1),
    };
    if times.len() < 3 {
        return (duration_s, 1);
    }
    let longest = GAP_TIMES * usual_step_s(times);
    let (mut under_way, mut running_s, mut starts) = (false, 0.0, 0);
    let mut before: Option<f64> = None;
    for (row, time) in times.iter().enumerate() {
        let Some(value) = column.at(row).map(f64::abs) else { continue };
        if let Some(then) = before.filter(|then| under_way && time - then <= longest) {
            running_s += time - then;
        }
        before = Some(*time);
        if !under_way && value > goes {
            under_way = true;
            starts += 1;
        } else if under_way && value < stands {
            under_way = false;
        }
    }
    (running_s, starts)
}

/// Adds a ride up; where no current was read, its charge is what the charger put back.
#[must_use]
pub fn ride_totals(ride: &Ride) -> RideTotals {
    let mut told = totals(&ride.columns);
    let Some(charged_ah) = ride.charged_ah.filter(|_| told.charge_ah.is_none()) else { return told };
    told.charge_ah = Some(charged_ah);
    if let Some(volts) = &ride.columns.supply_voltage_v {
        let read: Vec<f64> = volts.0.iter().copied().filter(|volts| !volts.is_nan()).collect();
        #[allow(clippy::cast_precision_loss, reason = "rows are at most a million")]
        let mean = read.iter().sum::<f64>() / read.len().max(1) as f64;
        if mean > 0.0 {
            let out = mean * charged_ah;
            told.energy_out_wh = Some(out);
            told.energy_back_wh = Some(0.0);
            told.wh_per_km = told.distance_m.filter(|way| *way > 1.0).map(|way| out / way * 1000.0);
        }
    }
    told
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
    let (running_s, starts) = running(columns, duration_s);
    RideTotals {
        duration_s,
        running_s,
        starts,
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

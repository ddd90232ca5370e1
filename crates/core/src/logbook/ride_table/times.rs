//! The times of a table set right: units, clocks past midnight, rows that repeat or go back.

use super::{Reading, short};
use crate::logbook::clock::Moment;
use crate::logbook::totals::usual_step_s;

/// A ride lasts so long at most, s: as its document allows.
const LONGEST_S: f64 = 1e7;

impl Reading {
    /// Times as seconds since the start, each above the one before; rows that repeat or go back are left out and named.
    pub(super) fn times_set_right(&mut self) {
        let time_at = self.time_at.unwrap_or_default();
        let factor = self.understood[time_at].map_or(1.0, |found| found.factor);
        let said = self.understood[time_at].is_some_and(|found| found.unit_said);
        let dated = self.times.iter().filter(|time| matches!(time, Moment::Dated(_))).count() * 2 > self.times.len();
        let numbers: Vec<f64> =
            self.times.iter().filter_map(|time| if let Moment::Number(n) = time { Some(*n) } else { None }).collect();
        let epoch = numbers.first().copied().filter(|first| *first > 6e8);
        let scale = match epoch {
            // Seconds, milliseconds, microseconds since 1970.
            Some(first) if first > 1e14 => 1e-6,
            Some(first) if first > 1e11 => 1e-3,
            Some(_) => 1.0,
            None if !said => guessed_unit(&numbers),
            None => factor,
        };
        if epoch.is_none() && !said && (scale - factor).abs() > 1e-12 {
            self.says.push("The time names no unit and is taken for milliseconds.".to_owned());
            self.mapped[time_at].unit = "ms";
        }
        let mut seconds: Vec<f64> = self
            .times
            .iter()
            .map(|time| match time {
                Moment::Number(number) => number * scale,
                Moment::Clock(seconds) | Moment::Dated(seconds) => *seconds,
            })
            .collect();
        if dated || epoch.is_some() {
            self.began_s = seconds.first().copied();
        }
        let clock = matches!(self.times.first(), Some(Moment::Clock(_)));
        if clock || dated {
            // A clock is in no other unit.
            self.mapped[time_at].units.clear();
            self.mapped[time_at].unit = "";
        }
        let mut days = 0.0;
        let mut raw_before = f64::NAN;
        for second in &mut seconds {
            // Past midnight the clock begins again.
            if clock && raw_before - *second > 43_200.0 {
                days += 86_400.0;
            }
            raw_before = *second;
            *second += days;
        }
        spread_whole_seconds(&mut seconds);
        self.keep_rising(&seconds);
    }

    pub(super) fn keep_rising(&mut self, seconds: &[f64]) {
        let name = self.time_at.map(|at| self.mapped[at].head.clone());
        let mut keep = vec![true; seconds.len()];
        let first = seconds.first().copied().unwrap_or_default();
        let mut last = f64::NEG_INFINITY;
        for (row, second) in seconds.iter().enumerate() {
            // Since the start: what is left of an enormous number tells two rows apart no more.
            let since = second - first;
            if since > last && since <= LONGEST_S {
                last = since;
                continue;
            }
            keep[row] = false;
            self.left_out += 1;
            let (line, back) = (self.lines[row], last - since);
            let detail = move || {
                if since > LONGEST_S {
                    format!(
                        "it is {} s after the start, at most {} s are possible: the row is left out",
                        short(since),
                        short(LONGEST_S)
                    )
                } else if back == 0.0 {
                    "the time of the row before is repeated: the row is left out".to_owned()
                } else {
                    format!("the time goes back by {} s: the row is left out", short(back))
                }
            };
            self.note(line, name.as_deref(), detail);
        }
        self.seconds = seconds.iter().zip(&keep).filter(|(_, keep)| **keep).map(|(second, _)| second - first).collect();
        let mut row = 0;
        self.lines.retain(|_| {
            row += 1;
            keep[row - 1]
        });
        for (_, values) in &mut self.values {
            let mut row = 0;
            values.retain(|_| {
                row += 1;
                keep[row - 1]
            });
        }
    }
}

/// Plain numbers without a unit: milliseconds where they rise by whole numbers of ten and more.
fn guessed_unit(numbers: &[f64]) -> f64 {
    let step = usual_step_s(numbers);
    if step >= 10.0 && numbers.iter().take(200).all(|number| number.fract() == 0.0) { 1e-3 } else { 1.0 }
}

/// Rows of a clock of whole seconds that share one are spread over it.
fn spread_whole_seconds(seconds: &mut [f64]) {
    let whole = seconds.iter().all(|second| second.fract() == 0.0);
    let repeated = seconds.windows(2).filter(|pair| pair[0] == pair[1]).count();
    if !whole || repeated * 4 < seconds.len() {
        return;
    }
    let mut from = 0;
    while from < seconds.len() {
        let mut to = from + 1;
        while to < seconds.len() && seconds[to] == seconds[from] {
            to += 1;
        }
        #[allow(clippy::cast_precision_loss, reason = "rows of a second are few")]
        let count = (to - from) as f64;
        for (place, second) in seconds[from..to].iter_mut().enumerate() {
            #[allow(clippy::cast_precision_loss, reason = "rows of a second are few")]
            let share = place as f64 / count;
            *second += share;
        }
        from = to;
    }
}

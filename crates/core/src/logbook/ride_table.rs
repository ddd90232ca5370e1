//! Any logger's table to a ride: columns by their heads, units, clocks, what is unusable named by line and column.
//!
//! Over 400 lines with its steps in order: find the head, read the cells, set the times right, take out what is no reading.

use std::collections::BTreeMap;

use serde::{Deserialize, Serialize};

use super::channel_heads::{Channel, Understood, understood, unit_of};
use super::clock::{Moment, moment, plain_number};
use super::totals::{Gap, gaps, usual_step_s};
use crate::document::log::{Column, MOST_ROWS, RideColumns};
use crate::shelf::csv_in::TableError;
use crate::shelf::table::{delimiter, harmless, refuse_open_quote};

/// What is wrong with cells is named this often; the rest is counted.
const MOST_NAMED: usize = 200;
/// The head stands among this many first lines.
const HEAD_WITHIN: usize = 60;
/// A current that stands alone is no reading where it is so many times what is usual at most.
const FAR_BEYOND: f64 = 5.0;
/// Cells that say that nothing was read.
const NOTHING: [&str; 9] = ["", "-", "--", "na", "n/a", "nan", "null", "none", "inf"];

/// A column, said by hand: what it is and in which unit; without a channel it is left out.
#[derive(Debug, Clone, PartialEq, Serialize, Deserialize, schemars::JsonSchema)]
#[serde(deny_unknown_fields)]
pub struct SaidColumn {
    /// What it is; null leaves it out.
    pub channel: Option<Channel>,
    /// Its unit; null for the one of the head, else the usual one.
    #[serde(default)]
    pub unit: Option<String>,
}

/// A column of the table, as it was understood.
#[derive(Debug, Clone, PartialEq, Serialize, schemars::JsonSchema)]
pub struct MappedColumn {
    /// Its head.
    pub head: String,
    /// What it is taken for; null where it is not used.
    pub channel: Option<Channel>,
    /// The unit it is taken in; empty where it is not used.
    pub unit: &'static str,
    /// Units that it may be in instead.
    pub units: Vec<&'static str>,
    /// Whether head or units row said the unit; else it is the usual one.
    pub unit_said: bool,
    /// A few of its cells.
    pub sample: Vec<String>,
    /// Readings that were taken.
    pub readings: usize,
}

/// What is wrong with a cell or a row.
#[derive(Debug, Clone, PartialEq, Eq, Serialize, schemars::JsonSchema)]
pub struct CellProblem {
    /// Line of the file, from 1.
    pub line: u64,
    /// Head of the column; null for the whole row.
    pub column: Option<String>,
    /// What came, and what would do.
    pub detail: String,
}

/// A table as it was read.
#[derive(Debug, Clone, PartialEq, Serialize, schemars::JsonSchema)]
pub struct ReadRide {
    /// The columns in the order of the table.
    pub mapped: Vec<MappedColumn>,
    /// When it began, seconds since 1970; null where the table tells no date.
    pub began_s: Option<f64>,
    /// Rows that were read.
    pub rows: usize,
    /// Rows that were left out.
    pub left_out: usize,
    /// What is wrong with cells and rows, the first 200.
    pub problems: Vec<CellProblem>,
    /// How many there are in all.
    pub problem_count: usize,
    /// Times without rows.
    pub gaps: Vec<Gap>,
    /// The whole in words.
    pub says: Vec<String>,
    /// The ride.
    #[serde(skip)]
    pub columns: RideColumns,
}

/// The head of a table and where its rows begin.
struct Head {
    /// Line of the head, from 0.
    line: usize,
    heads: Vec<String>,
    units: Option<Vec<String>>,
    delimiter: u8,
}

/// Reads a table. `said`: columns by their place that are not what their heads say.
///
/// # Errors
/// [`TableError`] when nothing can be made of the file as a whole; what is wrong with cells and rows is in the answer.
pub fn read_ride(text: &str, said: &BTreeMap<usize, SaidColumn>) -> Result<ReadRide, TableError> {
    let text = text.trim_start_matches('\u{feff}');
    refuse_open_quote(text)?;
    let head = head_of(text).ok_or(TableError::Empty)?;
    let mut reading = Reading::of(&head, said)?;
    reading.read(text, &head);
    reading.times_set_right();
    reading.spikes_taken_out();
    reading.told()
}

fn split(line: &str, delimiter: u8) -> Vec<String> {
    let mut reader =
        csv::ReaderBuilder::new().delimiter(delimiter).has_headers(false).flexible(true).from_reader(line.as_bytes());
    let record = reader.records().next().and_then(Result::ok);
    record.map(|record| record.iter().map(|cell| cell.trim().to_owned()).collect()).unwrap_or_default()
}

/// The line with most heads that are understood, a time among them; units may stand in the line below.
fn head_of(text: &str) -> Option<Head> {
    let mut best: Option<(usize, Head)> = None;
    for (line, content) in text.lines().take(HEAD_WITHIN).enumerate() {
        let content = content.trim_start_matches('#').trim_start();
        let delimiter = delimiter(content);
        let heads = split(content, delimiter);
        let known = heads.iter().filter(|head| understood(head, None).is_some()).count();
        let numbers = heads.iter().filter(|head| plain_number(head, true).is_some()).count();
        if known >= 2 && numbers * 2 <= heads.len() && best.as_ref().is_none_or(|(most, _)| known > *most) {
            best = Some((known, Head { line, heads, units: None, delimiter }));
        }
    }
    let mut head = best?.1;
    if let Some(below) = text.lines().nth(head.line + 1) {
        let cells = split(below.trim_start_matches('#').trim_start(), head.delimiter);
        let figures = cells.iter().filter(|cell| cell.starts_with(|letter: char| letter.is_ascii_digit())).count();
        let words = cells.iter().filter(|cell| !cell.is_empty()).count();
        if words >= 2 && figures == 0 {
            head.units = Some(cells.iter().map(|cell| cell.trim_matches(['[', ']', '(', ')']).to_owned()).collect());
        }
    }
    Some(head)
}

struct Reading {
    mapped: Vec<MappedColumn>,
    understood: Vec<Option<Understood>>,
    time_at: Option<usize>,
    date_at: Option<usize>,
    times: Vec<Moment>,
    lines: Vec<u64>,
    /// By the columns that are used.
    values: Vec<(usize, Vec<f64>)>,
    problems: Vec<CellProblem>,
    problem_count: usize,
    left_out: usize,
    began_s: Option<f64>,
    seconds: Vec<f64>,
    says: Vec<String>,
}

impl Reading {
    fn of(head: &Head, said: &BTreeMap<usize, SaidColumn>) -> Result<Self, TableError> {
        let mut taken: Vec<Channel> = Vec::new();
        let mut found: Vec<Option<Understood>> = Vec::with_capacity(head.heads.len());
        for (place, name) in head.heads.iter().enumerate() {
            let unit_row = head.units.as_ref().and_then(|units| units.get(place)).map(String::as_str);
            let by_head = understood(name, unit_row);
            let chosen = match said.get(&place) {
                None => by_head.filter(|found| !said.values().any(|said| said.channel == Some(found.channel))),
                Some(said) => said.channel.map(|channel| {
                    let by_unit = said.unit.as_deref().and_then(|unit| unit_of(channel, unit));
                    let own = by_head.filter(|found| found.channel == channel);
                    let usual = channel.units().first().map(|(words, factor, offset)| (*factor, *offset, words[0]));
                    match (by_unit, own) {
                        (Some((factor, offset, unit)), _) => {
                            Understood { channel, factor, offset, unit, unit_said: true }
                        }
                        (None, Some(own)) => own,
                        (None, None) => {
                            let (factor, offset, unit) = usual.unwrap_or((1.0, 0.0, ""));
                            Understood { channel, factor, offset, unit, unit_said: false }
                        }
                    }
                }),
            };
            // The first column of its kind counts.
            let chosen = chosen.filter(|chosen| !taken.contains(&chosen.channel));
            taken.extend(chosen.map(|chosen| chosen.channel));
            found.push(chosen);
        }
        let place_of = |channel: Channel| found.iter().position(|one| one.is_some_and(|one| one.channel == channel));
        let time_at = place_of(Channel::Time);
        if time_at.is_none() {
            return Err(TableError::NoColumn { header: "time" });
        }
        let used = (0..found.len())
            .filter(|place| found[*place].is_some_and(|one| !matches!(one.channel, Channel::Time | Channel::Date)));
        let values: Vec<(usize, Vec<f64>)> = used.map(|place| (place, Vec::new())).collect();
        if values.is_empty() {
            return Err(TableError::NoColumn { header: "speed, current, voltage or temperature" });
        }
        let mapped = head
            .heads
            .iter()
            .zip(&found)
            .map(|(name, found)| MappedColumn {
                head: name.clone(),
                channel: found.map(|found| found.channel),
                unit: found.map_or("", |found| found.unit),
                units: found
                    .map_or_else(Vec::new, |found| found.channel.units().iter().map(|(words, ..)| words[0]).collect()),
                unit_said: found.is_some_and(|found| found.unit_said),
                sample: Vec::new(),
                readings: 0,
            })
            .collect();
        Ok(Self {
            mapped,
            date_at: place_of(Channel::Date),
            understood: found,
            time_at,
            times: Vec::new(),
            lines: Vec::new(),
            values,
            problems: Vec::new(),
            problem_count: 0,
            left_out: 0,
            began_s: None,
            seconds: Vec::new(),
            says: Vec::new(),
        })
    }

    fn note(&mut self, line: u64, column: Option<&str>, detail: impl FnOnce() -> String) {
        self.problem_count += 1;
        if self.problems.len() < MOST_NAMED {
            self.problems.push(CellProblem { line, column: column.map(str::to_owned), detail: detail() });
        }
    }

    /// Every cell of every row.
    fn read(&mut self, text: &str, head: &Head) {
        let below = head.line + 1 + usize::from(head.units.is_some());
        let start = nth_line(text, below);
        let decimal_comma = head.delimiter != b',';
        let mut reader = csv::ReaderBuilder::new()
            .delimiter(head.delimiter)
            .has_headers(false)
            .flexible(true)
            .from_reader(&text.as_bytes()[start..]);
        let mut record = csv::StringRecord::new();
        let time_at = self.time_at.unwrap_or_default();
        while matches!(reader.read_record(&mut record), Ok(true)) {
            #[allow(clippy::cast_possible_truncation, reason = "a file has fewer lines than 2^64")]
            let line = record.position().map_or(0, csv::Position::line) + below as u64;
            if record.iter().all(|cell| cell.trim().is_empty())
                || record.get(0).is_some_and(|cell| cell.starts_with('#'))
            {
                continue;
            }
            if self.times.len() >= MOST_ROWS {
                self.note(line, None, || format!("at most {MOST_ROWS} rows are possible: the rest is left out"));
                self.left_out += 1;
                break;
            }
            let time = record.get(time_at).unwrap_or_default().trim();
            let whole;
            let time_said = match self.date_at.and_then(|at| record.get(at)) {
                Some(date) if !date.trim().is_empty() => {
                    whole = format!("{} {time}", date.trim());
                    whole.as_str()
                }
                _ => time,
            };
            let said = moment(harmless(time_said), decimal_comma);
            let Some(moment) = said.or_else(|| with_unit(time_said, decimal_comma).map(Moment::Number)) else {
                let name = self.mapped[time_at].head.clone();
                self.note(line, Some(&name), || format!("{time_said:?} came, a time is needed: the row is left out"));
                self.left_out += 1;
                continue;
            };
            self.times.push(moment);
            self.lines.push(line);
            for at in 0..self.values.len() {
                let place = self.values[at].0;
                let cell = record.get(place).unwrap_or_default().trim();
                let value = self.cell(place, cell, decimal_comma, line);
                self.values[at].1.push(value);
            }
            if self.times.len() <= 3 {
                for (place, mapped) in self.mapped.iter_mut().enumerate() {
                    mapped.sample.push(record.get(place).unwrap_or_default().trim().to_owned());
                }
            }
        }
    }

    /// One cell in the unit of the ride; NaN where nothing was read or what was read cannot be.
    fn cell(&mut self, place: usize, cell: &str, decimal_comma: bool, line: u64) -> f64 {
        let Some(found) = self.understood[place] else { return f64::NAN };
        if let Some(value) = plain_number(cell, decimal_comma).or_else(|| with_unit(cell, decimal_comma)) {
            let value = value * found.factor + found.offset;
            let (least, most) = found.channel.range();
            if (least..=most).contains(&value) {
                self.mapped[place].readings += 1;
                return value;
            }
            let name = self.mapped[place].head.clone();
            let (low, high) = ((least - found.offset) / found.factor, (most - found.offset) / found.factor);
            self.note(line, Some(&name), || {
                format!(
                    "{cell} is out of range, {} to {} {} is possible: left out",
                    short(low),
                    short(high),
                    found.unit
                )
            });
            return f64::NAN;
        }
        let lower = cell.to_lowercase();
        if !NOTHING.contains(&lower.as_str()) {
            let name = self.mapped[place].head.clone();
            let came: String = cell.chars().take(40).collect();
            self.note(line, Some(&name), || format!("{came:?} came, a number is needed: left out"));
        }
        f64::NAN
    }

    /// Times as seconds since the start, each above the one before; rows that repeat or go back are left out and named.
    fn times_set_right(&mut self) {
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

    fn keep_rising(&mut self, seconds: &[f64]) {
        let name = self.time_at.map(|at| self.mapped[at].head.clone());
        let mut keep = vec![true; seconds.len()];
        let mut last = f64::NEG_INFINITY;
        for (row, second) in seconds.iter().enumerate() {
            if *second > last {
                last = *second;
                continue;
            }
            keep[row] = false;
            self.left_out += 1;
            let (line, back) = (self.lines[row], last - second);
            let detail = move || {
                if back == 0.0 {
                    "the time of the row before is repeated: the row is left out".to_owned()
                } else {
                    format!("the time goes back by {} s: the row is left out", short(back))
                }
            };
            self.note(line, name.as_deref(), detail);
        }
        let first = seconds.iter().zip(&keep).find(|(_, keep)| **keep).map_or(0.0, |(second, _)| *second);
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

    /// A single reading far from both neighbours, which agree with each other, is none.
    fn spikes_taken_out(&mut self) {
        let mut found: Vec<(usize, usize, f64)> = Vec::new();
        for (at, (place, values)) in self.values.iter().enumerate() {
            let Some(channel) = self.understood[*place].map(|found| found.channel) else { continue };
            let Some(far) = channel.spike().or_else(|| channel.is_flow().then(|| far_beyond(values))) else { continue };
            for row in 1..values.len().saturating_sub(1) {
                let (before, now, after) = (values[row - 1], values[row], values[row + 1]);
                let (up, down) = (now - before, now - after);
                if up * down > 0.0 && up.abs().min(down.abs()) > far && (before - after).abs() < 0.3 * far {
                    found.push((at, row, now));
                }
            }
        }
        for (at, row, value) in found {
            let place = self.values[at].0;
            self.values[at].1[row] = f64::NAN;
            self.mapped[place].readings -= 1;
            let (line, name) = (self.lines[row], self.mapped[place].head.clone());
            let shown = self.understood[place].map_or(value, |found| (value - found.offset) / found.factor);
            self.note(line, Some(&name), || format!("{} stands alone between two that agree: left out", short(shown)));
        }
    }

    fn told(mut self) -> Result<ReadRide, TableError> {
        if self.seconds.len() < 2 {
            return Err(TableError::Empty);
        }
        let mut columns = RideColumns {
            t_s: Column(std::mem::take(&mut self.seconds)),
            speed_m_s: None,
            distance_m: None,
            grade_percent: None,
            altitude_m: None,
            motor_current_a: None,
            supply_current_a: None,
            supply_voltage_v: None,
            winding_c: None,
            case_c: None,
            controller_c: None,
            battery_c: None,
        };
        let mut power = None;
        let mut drawn = None;
        for (place, values) in std::mem::take(&mut self.values) {
            let Some(channel) = self.understood[place].map(|found| found.channel) else { continue };
            let column = Column(values);
            if column.is_empty() {
                self.says.push(format!("{:?} has no reading that can be used.", self.mapped[place].head));
                continue;
            }
            match channel {
                Channel::SupplyPower => power = Some(column),
                Channel::ChargeDrawn => drawn = Some(column),
                _ => {
                    if let Some(at) = channel.key().and_then(|key| columns.channel_mut(key)) {
                        *at = Some(column);
                    }
                }
            }
        }
        self.current_by_other_means(&mut columns, power, drawn);
        let rows = columns.t_s.0.len();
        let gaps = gaps(&columns.t_s.0);
        self.says.insert(0, rows_said(rows, self.left_out, usual_step_s(&columns.t_s.0)));
        for mapped in self.mapped.iter().filter(|mapped| mapped.channel.is_some() && !mapped.unit_said) {
            if mapped.units.len() > 1 && mapped.channel != Some(Channel::Time) {
                self.says.push(format!("{:?} names no unit: it is taken for {}.", mapped.head, mapped.unit));
            }
        }
        let unused: Vec<&str> =
            self.mapped.iter().filter(|mapped| mapped.channel.is_none()).map(|mapped| mapped.head.as_str()).collect();
        if !unused.is_empty() {
            self.says.push(format!("Not used: {}.", unused.join(", ")));
        }
        Ok(ReadRide {
            mapped: self.mapped,
            began_s: self.began_s,
            rows,
            left_out: self.left_out,
            problems: self.problems,
            problem_count: self.problem_count,
            gaps,
            says: self.says,
            columns,
        })
    }

    /// Battery current from power over voltage, or from the charge that was drawn.
    fn current_by_other_means(&mut self, columns: &mut RideColumns, power: Option<Column>, drawn: Option<Column>) {
        if columns.supply_current_a.is_some() {
            return;
        }
        if let (Some(power), Some(volts)) = (&power, &columns.supply_voltage_v) {
            let amps =
                power.0.iter().zip(&volts.0).map(|(watts, volts)| if *volts > 0.5 { watts / volts } else { f64::NAN });
            columns.supply_current_a = Some(Column(amps.collect()));
            self.says.push("The battery current is the power over the voltage.".to_owned());
            return;
        }
        let Some(drawn) = drawn else { return };
        let times = &columns.t_s.0;
        let mut amps = vec![f64::NAN; times.len()];
        let mut before: Option<usize> = None;
        for row in 0..times.len() {
            if drawn.0[row].is_nan() {
                continue;
            }
            match before {
                None => before = Some(row),
                Some(then) => {
                    let (hours, more) = ((times[row] - times[then]) / 3600.0, drawn.0[row] - drawn.0[then]);
                    // The counter moves in steps: a rate over less than a few of them is noise.
                    if more.abs() > 0.0 && times[row] - times[then] >= 5.0 {
                        amps[then..=row].fill(more / hours);
                        before = Some(row);
                    }
                }
            }
        }
        columns.supply_current_a = Some(Column(amps));
        self.says.push("The battery current is how fast the charge drawn rises.".to_owned());
    }
}

/// Currents have spikes of their own: only one that is far beyond all the others is a fault of the logger.
fn far_beyond(values: &[f64]) -> f64 {
    let mut sizes: Vec<f64> = values.iter().filter(|value| !value.is_nan()).map(|value| value.abs()).collect();
    let Some(last) = sizes.len().checked_sub(1) else { return f64::INFINITY };
    let place = last - last / 100;
    // Of a hundred readings the largest is left out of what is usual.
    let usual = *sizes.select_nth_unstable_by(place.min(last.saturating_sub(1)), f64::total_cmp).1;
    (FAR_BEYOND * usual).max(1.0)
}

fn rows_said(rows: usize, left_out: usize, step_s: f64) -> String {
    let every = if step_s >= 1.0 {
        format!("{} s apart", short(step_s))
    } else {
        format!("{} a second", short(1.0 / step_s.max(1e-6)))
    };
    if left_out == 0 { format!("{rows} rows, {every}.") } else { format!("{rows} rows, {every}; {left_out} left out.") }
}

/// A number with its unit behind it in the cell: "23.5 km/h".
fn with_unit(cell: &str, decimal_comma: bool) -> Option<f64> {
    let end = cell.find(|letter: char| letter.is_alphabetic() || matches!(letter, '°' | '%'))?;
    plain_number(cell[..end].trim(), decimal_comma)
}

/// Where a line begins, in bytes.
fn nth_line(text: &str, line: usize) -> usize {
    if line == 0 {
        return 0;
    }
    text.bytes().enumerate().filter(|(_, byte)| *byte == b'\n').nth(line - 1).map_or(text.len(), |(at, _)| at + 1)
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

fn short(value: f64) -> String {
    crate::format::significant(value).to_string()
}

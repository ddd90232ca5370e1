//! Any logger's table to a ride: columns by their heads, units, clocks, what is unusable named by line and column.
//!
//! In order: the head is found, the [`cells`] are read, the [`times`] set right, [`spikes`] taken out, and the whole is [`told`].

mod cells;
mod spikes;
mod times;
mod told;

use std::collections::BTreeMap;

use serde::{Deserialize, Serialize};

use super::channel_heads::{Channel, Understood, understood, unit_of};
use super::clock::{Moment, plain_number};
use super::totals::Gap;
use crate::document::log::RideColumns;
use crate::shelf::csv_in::TableError;
use crate::shelf::table::{delimiter, refuse_open_quote};

/// What is wrong with cells is named this often; the rest is counted.
const MOST_NAMED: usize = 200;
/// The head stands among this many first lines.
const HEAD_WITHIN: usize = 60;

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
}

fn short(value: f64) -> String {
    crate::format::significant(value).to_string()
}

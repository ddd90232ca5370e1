//! The cells of a table: every row with its time, every reading in the unit of the ride.

use super::{Head, Reading, short};
use crate::document::log::MOST_ROWS;
use crate::logbook::channel_heads::Channel;
use crate::logbook::clock::{Moment, moment, plain_number};
use crate::shelf::table::harmless;

/// Cells that say that nothing was read.
const NOTHING: [&str; 9] = ["", "-", "--", "na", "n/a", "nan", "null", "none", "inf"];

impl Reading {
    /// Every cell of every row.
    pub(super) fn read(&mut self, text: &str, head: &Head) {
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
            let said = said.or_else(|| with_unit(time_said, decimal_comma).map(Moment::Number));
            let (least, most) = Channel::Time.range();
            let possible =
                |moment: &Moment| !matches!(moment, Moment::Number(number) if !(least..=most).contains(number));
            let Some(moment) = said.filter(possible) else {
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
    pub(super) fn cell(&mut self, place: usize, cell: &str, decimal_comma: bool, line: u64) -> f64 {
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

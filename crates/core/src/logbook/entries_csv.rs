//! The log as a table, out and in again: a line an entry, rides by what they add up to.

use serde_json::{Value, json};

use super::ride_table::CellProblem;
use super::totals::RideTotals;
use crate::document::log::{Column, Entry, Happened, RideColumns};
use crate::shelf::csv_in::TableError;
use crate::shelf::table::{defused, delimiter, harmless, refuse_open_quote, write as write_table};

/// Heads of the table, in order.
const HEADS: [&str; 19] = [
    "at",
    "kind",
    "title",
    "notes",
    "item",
    "minutes",
    "km",
    "charge_ah",
    "energy_out_wh",
    "wh_per_km",
    "peak_a",
    "lowest_v",
    "ambient_c",
    "length_mm",
    "limit_mm",
    "batch",
    "of",
    "hours",
    "cost",
];

/// An entry as a line of the table.
fn line(entry: &Entry, totals: Option<&RideTotals>) -> Vec<String> {
    let heading = &entry.heading;
    let number = |value: Option<f64>| value.map_or_else(String::new, |value| value.to_string());
    let mut cells: Vec<String> = vec![String::new(); HEADS.len()];
    let mut set = |head: &str, value: String| {
        if let Some(place) = HEADS.iter().position(|known| *known == head) {
            cells[place] = value;
        }
    };
    set("at", heading.at.clone());
    set("kind", entry.happened.kind().to_owned());
    set("title", heading.title.clone().unwrap_or_default());
    set("notes", heading.notes.clone().unwrap_or_default());
    match &entry.happened {
        Happened::Ride(ride) => {
            if let Some(totals) = totals {
                set("minutes", (totals.duration_s / 60.0).to_string());
                set("km", number(totals.distance_m.map(|metres| metres / 1000.0)));
                set("charge_ah", number(totals.charge_ah));
                set("energy_out_wh", number(totals.energy_out_wh));
                set("wh_per_km", number(totals.wh_per_km));
                set("peak_a", number(totals.peak_supply_current_a));
                set("lowest_v", number(totals.min_supply_voltage_v));
            }
            set("ambient_c", number(ride.ambient_c));
        }
        Happened::Heat(heat) => {
            set("ambient_c", number(heat.ambient_c));
            set("minutes", heat.stages.iter().map(|stage| stage.minutes).sum::<f64>().to_string());
        }
        Happened::Upkeep(upkeep) => {
            set("item", upkeep.item.clone());
            set("hours", number(upkeep.hours));
            set("cost", number(upkeep.cost));
            if let Some(read) = &upkeep.measured {
                set("length_mm", read.length_mm.to_string());
                set("limit_mm", read.limit_mm.to_string());
            }
        }
        Happened::Failure(failure) => {
            set("item", failure.part.clone());
            set("batch", failure.batch.clone().unwrap_or_default());
            set("of", failure.of.map_or_else(String::new, |of| of.to_string()));
            set("hours", number(failure.hours));
            set("cost", number(failure.cost));
        }
        Happened::Check(check) => set("item", check.motor.clone().unwrap_or_default()),
        Happened::Change(_) | Happened::Note(_) => {}
    }
    cells
}

/// The log as CSV. `entries`: each with the totals of its ride.
#[must_use]
pub fn write<'e>(entries: impl Iterator<Item = (&'e Entry, Option<&'e RideTotals>)>) -> String {
    write_table(HEADS, entries.map(|(entry, totals)| line(entry, totals).into_iter().map(|cell| defused(&cell))))
}

/// The readings of a ride as CSV, a line a row, under the keys of its channels.
#[must_use]
pub fn write_ride(columns: &RideColumns) -> String {
    let channels: Vec<(&str, &Column)> = std::iter::once(("t_s", &columns.t_s)).chain(columns.channels()).collect();
    let rows = (0..columns.t_s.0.len()).map(|row| {
        let cell = |(_, column): &(&str, &Column)| column.at(row).map_or_else(String::new, |value| value.to_string());
        channels.iter().map(cell).collect::<Vec<String>>()
    });
    write_table(channels.iter().map(|(key, _)| *key), rows)
}

/// A table as it was read.
#[derive(Debug, Default)]
pub struct ReadEntries {
    /// The entries that read.
    pub entries: Vec<Entry>,
    /// What is wrong with the other lines.
    pub problems: Vec<CellProblem>,
}

/// Reads a table of entries: rides, upkeep, failures and notes; what else a log holds travels as JSON.
///
/// # Errors
/// A table without the columns `at` and `kind`.
pub fn read(text: &str) -> Result<ReadEntries, TableError> {
    let text = text.trim_start_matches('\u{feff}');
    refuse_open_quote(text)?;
    let first = text.lines().next().ok_or(TableError::Empty)?;
    let mut table = csv::ReaderBuilder::new().delimiter(delimiter(first)).flexible(true).from_reader(text.as_bytes());
    let heads: Vec<String> = table
        .headers()
        .map(|heads| heads.iter().map(|head| head.trim().to_lowercase()).collect())
        .map_err(|_| TableError::Empty)?;
    for header in ["at", "kind"] {
        if !heads.iter().any(|head| head == header) {
            return Err(TableError::NoColumn { header });
        }
    }
    let decimal_comma = delimiter(first) != b',';
    let mut read = ReadEntries::default();
    for record in table.records() {
        let Ok(record) = record else { continue };
        let number = record.position().map_or(0, csv::Position::line);
        let row = Row { heads: &heads, cells: &record, decimal_comma };
        match row.entry() {
            Ok(entry) => read.entries.push(entry),
            Err((column, detail)) => read.problems.push(CellProblem { line: number, column, detail }),
        }
    }
    Ok(read)
}

struct Row<'r> {
    heads: &'r [String],
    cells: &'r csv::StringRecord,
    decimal_comma: bool,
}

type Wrong = (Option<String>, String);

impl Row<'_> {
    fn text(&self, head: &str) -> Option<String> {
        let place = self.heads.iter().position(|known| known == head)?;
        let cell = harmless(self.cells.get(place)?.trim()).to_owned();
        (!cell.is_empty()).then_some(cell)
    }

    fn number(&self, head: &str) -> Result<Option<f64>, Wrong> {
        let Some(cell) = self.text(head) else { return Ok(None) };
        match super::clock::plain_number(&cell, self.decimal_comma) {
            Some(value) => Ok(Some(value)),
            None => Err((Some(head.to_owned()), format!("{cell:?} came, a number is needed"))),
        }
    }

    fn needed(&self, head: &str) -> Result<String, Wrong> {
        self.text(head).ok_or_else(|| (Some(head.to_owned()), "missing".to_owned()))
    }

    fn entry(&self) -> Result<Entry, Wrong> {
        let kind = self.needed("kind")?.to_lowercase();
        let mut value = json!({ "kind": kind, "at": self.needed("at")? });
        for head in ["title", "notes"] {
            put(&mut value, head, self.text(head).map(Value::from));
        }
        match kind.as_str() {
            "ride" => {
                let minutes = self.number("minutes")?.filter(|minutes| *minutes > 0.0);
                let Some(minutes) = minutes else {
                    return Err((Some("minutes".to_owned()), "missing: a ride lasts some minutes".to_owned()));
                };
                let mut columns = json!({ "t_s": [0.0, minutes * 60.0] });
                if let Some(km) = self.number("km")? {
                    columns["distance_m"] = json!([0.0, km * 1000.0]);
                }
                if let Some(volts) = self.number("lowest_v")? {
                    columns["supply_voltage_v"] = json!([null, volts]);
                }
                value["columns"] = columns;
                put(&mut value, "charged_ah", self.number("charge_ah")?.map(Value::from));
                put(&mut value, "ambient_c", self.number("ambient_c")?.map(Value::from));
            }
            "upkeep" => {
                value["item"] = json!(self.text("item").or_else(|| self.text("title")).unwrap_or_default());
                put(&mut value, "hours", self.number("hours")?.map(Value::from));
                put(&mut value, "cost", self.number("cost")?.map(Value::from));
                if let (Some(length), Some(limit)) = (self.number("length_mm")?, self.number("limit_mm")?) {
                    value["measured"] = json!({ "length_mm": length, "limit_mm": limit });
                }
            }
            "failure" => {
                value["part"] = json!(self.text("item").or_else(|| self.text("title")).unwrap_or_default());
                put(&mut value, "batch", self.text("batch").map(Value::from));
                #[allow(
                    clippy::cast_possible_truncation,
                    clippy::cast_sign_loss,
                    reason = "its range is checked where it is read"
                )]
                let of = self.number("of")?.map(|of| json!(of.round() as u64));
                put(&mut value, "of", of);
                put(&mut value, "hours", self.number("hours")?.map(Value::from));
                put(&mut value, "cost", self.number("cost")?.map(Value::from));
            }
            "note" | "change" => {}
            other => {
                let detail =
                    format!("{other:?} came, one of ride, upkeep, failure, change, note is possible in a table");
                return Err((Some("kind".to_owned()), detail));
            }
        }
        Entry::from_value(&value).map_err(|problems| {
            let first = problems.into_iter().next();
            first.map_or((None, "not readable".to_owned()), |problem| {
                (Some(problem.pointer.trim_start_matches('/').to_owned()), problem.detail)
            })
        })
    }
}

fn put(value: &mut Value, key: &str, member: Option<Value>) {
    if let Some(member) = member {
        value[key] = member;
    }
}

#[cfg(test)]
mod tests {
    use super::{read, write};
    use crate::document::log::{Entry, Happened};
    use crate::logbook::totals::ride_totals;

    #[test]
    fn a_table_goes_out_and_comes_in_again() {
        let text = "at;kind;title;minutes;km;charge_ah;item;length_mm;limit_mm;hours;batch;of\n\
            2026-11-21T14:02:00Z;ride;Yard;12,4;2,2;1,1;;;;;;\n\
            2026-11-22T10:00:00Z;upkeep;;;;;Brushes;9,5;4;31;;\n\
            2026-11-23T10:00:00Z;failure;=cmd;;;;Worm;;;12;B2;6\n\
            2026-11-24T10:00:00Z;ride;;;3;;;;;;;\n\
            2026-11-25T10:00:00Z;flight;;;3;;;;;;;\n";
        let first = read(text).unwrap();
        assert_eq!(first.entries.len(), 3);
        let wrong: Vec<(u64, &str)> =
            first.problems.iter().map(|one| (one.line, one.column.as_deref().unwrap())).collect();
        assert_eq!(wrong, [(5, "minutes"), (6, "kind")]);
        let totals = |entry: &Entry| match &entry.happened {
            Happened::Ride(ride) => Some(ride_totals(ride)),
            _ => None,
        };
        let of: Vec<_> = first.entries.iter().map(totals).collect();
        assert!((of[0].as_ref().unwrap().distance_m.unwrap() - 2200.0).abs() < 1e-9);
        assert_eq!(of[0].as_ref().unwrap().charge_ah, Some(1.1));
        let out = write(first.entries.iter().zip(of.iter().map(Option::as_ref)));
        assert!(out.contains("'=cmd"), "{out}");
        let again = read(&out).unwrap();
        assert!(again.problems.is_empty(), "{:?}", again.problems);
        assert_eq!(again.entries, first.entries);
    }
}

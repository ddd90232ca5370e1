//! The list as a table: out, and back with what was filled in.

use serde::Serialize;

use super::{LineState, PartsList};
use crate::document::build::MOST_LINES;
use crate::document::parts::Getting;
use crate::document::{FreeLine, Job, OptionSheet};
use crate::evaluation::price::price_of_parts;
use crate::shelf::csv_in::{RowProblem, TableError};
use crate::shelf::table::{self, defused, delimiter, harmless, refuse_open_quote};

/// Headers of the table.
const HEADERS: [&str; 11] =
    ["place", "what", "quantity", "unit", "have", "make", "price", "total", "note", "state", "ordered on"];

/// The list as a table; what a table program would run as a formula is defused.
#[must_use]
pub fn to_csv(list: &PartsList) -> String {
    let number = |value: Option<f64>| value.map(|value| value.to_string()).unwrap_or_default();
    let flag = |value: bool| if value { "yes" } else { "no" }.to_owned();
    let rows = list.lines.iter().map(|line| {
        let place = if line.free { String::new() } else { line.place.clone() };
        [
            place,
            defused(&line.what),
            line.quantity.to_string(),
            defused(&line.unit),
            flag(line.have),
            flag(line.made),
            number(line.price),
            number(line.total),
            defused(&line.note),
            state_word(line.state).to_owned(),
            defused(line.ordered_on.as_deref().unwrap_or_default()),
        ]
    });
    table::write(HEADERS, rows)
}

const fn state_word(state: LineState) -> &'static str {
    match state {
        LineState::Need => "need",
        LineState::Ordered => "ordered",
        LineState::Have => "have",
        LineState::Fitted => "fitted",
    }
}

/// What a table says of an option.
#[derive(Debug, Clone, PartialEq, Default, Serialize, schemars::JsonSchema)]
pub struct ReadList {
    /// The free lines, all of them.
    pub lines: Vec<FreeLine>,
    /// Price and drawer of parts of the chain, by their place in the option.
    pub parts: Vec<PartChange>,
    /// What is wrong with rows; those are left out.
    pub problems: Vec<RowProblem>,
}

/// What a table says of a part of the chain.
#[derive(Debug, Clone, PartialEq, Serialize, schemars::JsonSchema)]
pub struct PartChange {
    /// Where it stands in the option.
    pub place: String,
    /// Price of one; null where the table has none.
    pub price: Option<f64>,
    /// In the drawer.
    pub have: bool,
    /// Ordered or fitted; null for neither.
    pub getting: Option<Getting>,
    /// The day it was ordered; null where the table has none.
    pub ordered_on: Option<String>,
}

/// Reads a table of lines. Only a column headed `what` is needed; `total` is worked out and not read.
///
/// # Errors
/// [`TableError`] when the file as a whole cannot be read. What is wrong with single rows is in the answer.
pub fn from_csv(text: &str, job: &Job, option: &OptionSheet) -> Result<ReadList, TableError> {
    refuse_open_quote(text)?;
    let mark = delimiter(text);
    let mut reader = csv::ReaderBuilder::new().delimiter(mark).flexible(true).from_reader(text.as_bytes());
    let headers = reader.headers().map_err(|_| TableError::Empty)?.clone();
    let column = |name: &str| headers.iter().position(|header| header.trim().eq_ignore_ascii_case(name));
    let Some(what) = column("what") else { return Err(TableError::NoColumn { header: "what" }) };
    let places: Vec<String> = price_of_parts(job, option).into_iter().map(|part| part.place.to_string()).collect();
    let mut read = ReadList::default();
    for record in reader.records().filter_map(Result::ok) {
        let line = record.position().map_or(0, csv::Position::line);
        let cell = |name: &str| column(name).and_then(|at| record.get(at)).map_or("", |cell| harmless(cell.trim()));
        let mut problems = Vec::new();
        let mut number = |name: &str, most: f64| match cell(name) {
            "" => None,
            text => match crate::shelf::table::figure(text, mark == b';') {
                Some(value) if (0.0..=most).contains(&value) => Some(value),
                _ => {
                    problems.push((name.to_owned(), format!("{text:?} came, a number from 0 to {most} is needed")));
                    None
                }
            },
        };
        let (quantity, price) = (number("quantity", 1e6), number("price", 1e7));
        let mut flag = |name: &str| match cell(name).to_lowercase().as_str() {
            "" | "no" | "n" | "0" | "false" => false,
            "yes" | "y" | "1" | "true" | "x" => true,
            other => {
                problems.push((name.to_owned(), format!("{other:?} came, yes or no is needed")));
                false
            }
        };
        let (have, made) = (flag("have"), flag("make"));
        let (getting, has) = match cell("state").to_lowercase().as_str() {
            "ordered" => (Some(Getting::Ordered), false),
            "fitted" => (Some(Getting::Fitted), true),
            "have" => (None, true),
            "" | "need" => (None, false),
            other => {
                problems.push((
                    "state".to_owned(),
                    format!("{other:?} came, one of need, ordered, have, fitted is needed"),
                ));
                (None, false)
            }
        };
        let have = have || has;
        let ordered_on = Some(cell("ordered on").to_owned()).filter(|day| !day.is_empty());
        let name = harmless(record.get(what).unwrap_or_default().trim()).to_owned();
        let place = cell("place");
        if name.is_empty() && place.is_empty() {
            if record.iter().any(|cell| !cell.trim().is_empty()) {
                problems.push(("what".to_owned(), "nothing came: say what the line is".to_owned()));
            }
        } else if !place.is_empty() && !places.iter().any(|known| known == place) {
            problems.push(("place".to_owned(), format!("{place:?} came, this option has {}", places.join(", "))));
        }
        for (key, text, longest) in [
            ("what", name.as_str(), 200),
            ("unit", cell("unit"), 20),
            ("note", cell("note"), 400),
            ("ordered on", cell("ordered on"), 40),
        ] {
            if text.chars().count() > longest {
                problems.push((key.to_owned(), format!("longer than {longest} letters")));
            }
        }
        if read.lines.len() == MOST_LINES && place.is_empty() {
            problems.push(("what".to_owned(), format!("at most {MOST_LINES} free lines are possible")));
        }
        if !problems.is_empty() {
            let row = |(column, detail)| RowProblem { line, column: Some(column), detail };
            read.problems.extend(problems.into_iter().map(row));
        } else if !place.is_empty() {
            read.parts.push(PartChange { place: place.to_owned(), price, have, getting, ordered_on });
        } else if !name.is_empty() {
            let given = |text: &str| (!text.is_empty()).then(|| text.to_owned());
            read.lines.push(FreeLine {
                what: name,
                quantity: quantity.unwrap_or(1.0),
                unit: given(cell("unit")),
                price,
                owned: have,
                made,
                getting,
                ordered_on,
                note: given(cell("note")),
            });
        }
    }
    Ok(read)
}

//! Tables in: every bad row is named by line and column, the good ones are read.

use std::collections::BTreeMap;

use serde::Serialize;
use serde_json::{Map, Value};

use super::columns::{ColumnChoice, ColumnChoices, guess};
use super::csv_cell::{insert, value_of};
use super::line::read_line;
pub use super::table::text_of;
use super::table::{delimiter, harmless, refuse_open_quote};
use super::{MOST_PARTS, PartKind, ShelfPart};
use crate::document::reading::{Place, Problems, Spec};
use crate::document::{Gearbox, Thermal, parts};
use crate::listing::work_out::complete;

/// A column of a table.
#[derive(Debug, Clone, PartialEq, Serialize, schemars::JsonSchema)]
pub struct Column {
    /// What stands over it.
    pub header: String,
    /// What it is taken for.
    pub choice: ColumnChoice,
    /// Its first cells.
    pub samples: Vec<String>,
}

/// Something wrong with a row.
#[derive(Debug, Clone, PartialEq, Eq, Serialize, schemars::JsonSchema)]
pub struct RowProblem {
    /// Line of the file, from 1.
    pub line: u64,
    /// Header of the column; null when it is about the whole row.
    pub column: Option<String>,
    /// What came and what would do.
    pub detail: String,
}

/// A part read from a table.
#[derive(Debug, Clone, PartialEq)]
pub struct Row {
    /// Line of the file, from 1.
    pub line: u64,
    /// The part.
    pub part: ShelfPart,
    /// What of it cannot all be right, in a sentence each.
    pub doubts: Vec<String>,
}

/// A table as it was understood.
#[derive(Debug, Clone, PartialEq, Default)]
pub struct Table {
    /// Its columns.
    pub columns: Vec<Column>,
    /// Rows that read.
    pub good: Vec<Row>,
    /// What is wrong with the others, in order of lines.
    pub problems: Vec<RowProblem>,
    /// Rows with at least one problem.
    pub bad_rows: u64,
}

/// Why a table cannot be read at all.
#[derive(Debug, Clone, PartialEq, Eq, thiserror::Error)]
pub enum TableError {
    /// Not UTF-8.
    #[error("line {line} is not UTF-8 text (byte {byte} of the file): save the table as CSV in UTF-8")]
    Encoding {
        /// Line with the first bad byte.
        line: usize,
        /// Its place in the file, from 1.
        byte: usize,
    },
    /// UTF-16.
    #[error("the file is UTF-16: save the table as CSV in UTF-8")]
    Utf16,
    /// No header or no rows.
    #[error("the file has no rows under a line of headers")]
    Empty,
    /// Too many rows.
    #[error("{rows} rows came, at most {MOST_PARTS} fit at once: split the file")]
    TooLong {
        /// Rows that came.
        rows: usize,
    },
    /// A quote that is never closed.
    #[error("a quote opened on line {line} is never closed: double the quotes inside a cell, or take it away")]
    OpenQuote {
        /// Line of the quote.
        line: usize,
    },
    /// No column says what the parts are.
    #[error("no column says what kind of part each row is: choose a kind, or add a column headed part")]
    NoKind,
    /// A column that is needed is not there.
    #[error("no column is headed {header:?}: the first line of the table names its columns")]
    NoColumn {
        /// The header.
        header: &'static str,
    },
    /// A header stands twice.
    #[error("two columns are headed {header:?}: give each its own name")]
    TwinHeaders {
        /// The header.
        header: String,
    },
    /// Two columns were taken for the same figure.
    #[error("the columns {first:?} and {second:?} are both taken for {key}: leave one of them out")]
    TwinColumns {
        /// First header.
        first: String,
        /// Second header.
        second: String,
        /// Key of the figure.
        key: String,
    },
}

/// Reads a table.
///
/// * `kind`: kind of the parts where no column says it.
/// * `choices`: what the user says of columns, by header; the others are guessed.
///
/// # Errors
/// [`TableError`] when the file as a whole cannot be read. What is wrong with single rows is in the table.
pub fn read(text: &str, kind: Option<PartKind>, choices: &ColumnChoices) -> Result<Table, TableError> {
    let lines = text.bytes().filter(|byte| *byte == b'\n').count();
    refuse_open_quote(text)?;
    // Before anything is held in memory: a million rows are refused politely.
    if lines > 2 * MOST_PARTS {
        return Err(TableError::TooLong { rows: lines });
    }
    let delimiter = delimiter(text);
    let mut reader = csv::ReaderBuilder::new().delimiter(delimiter).flexible(true).from_reader(text.as_bytes());
    let headers: Vec<String> = match reader.headers() {
        Ok(headers) => headers.iter().map(|header| harmless(header.trim()).to_owned()).collect(),
        Err(_) => return Err(TableError::Empty),
    };
    for (place, header) in headers.iter().enumerate() {
        if headers[..place].contains(header) && !header.is_empty() {
            return Err(TableError::TwinHeaders { header: header.clone() });
        }
    }
    let records: Vec<csv::StringRecord> = reader.records().filter_map(Result::ok).collect();
    if records.is_empty() {
        return Err(TableError::Empty);
    }
    if records.len() > MOST_PARTS {
        return Err(TableError::TooLong { rows: records.len() });
    }
    let kinds = kinds(&headers, kind, choices, &records)?;
    let mut table = Table { columns: columns(&headers, &kinds, choices, &records), ..Table::default() };
    refuse_twin_columns(&table.columns)?;
    for record in &records {
        if record.iter().all(|cell| cell.trim().is_empty()) {
            continue;
        }
        let line = record.position().map_or(0, csv::Position::line);
        let mut problems = Vec::new();
        let part = read_row(record, &table.columns, kind, delimiter == b';', &mut problems);
        match part {
            Some((part, doubts)) if problems.is_empty() => table.good.push(Row { line, part, doubts }),
            _ => {
                table.bad_rows += 1;
                table.problems.extend(problems.into_iter().map(|(column, detail)| RowProblem { line, column, detail }));
            }
        }
    }
    Ok(table)
}

/// The kinds of part in the table.
fn kinds(
    headers: &[String],
    kind: Option<PartKind>,
    choices: &ColumnChoices,
    records: &[csv::StringRecord],
) -> Result<Vec<PartKind>, TableError> {
    let is_kind = |header: &String| match choices.get(header) {
        Some(choice) => choice.key.as_deref() == Some("part"),
        None => PartKind::ALL.iter().any(|kind| guess(header, *kind).key.as_deref() == Some("part")),
    };
    let column = headers.iter().position(is_kind);
    let mut found: Vec<PartKind> = kind.into_iter().collect();
    for cell in column.into_iter().flat_map(|column| records.iter().filter_map(move |record| record.get(column))) {
        if let Some(kind) = kind_of(cell)
            && !found.contains(&kind)
        {
            found.push(kind);
        }
    }
    if found.is_empty() && column.is_none() { Err(TableError::NoKind) } else { Ok(found) }
}

fn kind_of(cell: &str) -> Option<PartKind> {
    let cell = cell.trim().to_lowercase();
    PartKind::ALL.iter().copied().find(|kind| kind.word() == cell || kind.label().to_lowercase() == cell)
}

fn columns(
    headers: &[String],
    kinds: &[PartKind],
    choices: &ColumnChoices,
    records: &[csv::StringRecord],
) -> Vec<Column> {
    const SAMPLES: usize = 3;
    let mut columns: Vec<Column> = headers
        .iter()
        .enumerate()
        .map(|(place, header)| Column {
            header: header.clone(),
            choice: choices.get(header).cloned().unwrap_or_else(|| {
                let exact = || ColumnChoice { key: Some(header.clone()), unit: None };
                if kinds.iter().any(|kind| spec_of(*kind, header).is_some()) {
                    return exact();
                }
                // What a table of such parts means by it comes before the key of a kind that is not in it.
                let meant = kinds.iter().map(|kind| guess(header, *kind)).find(|choice| choice.key.is_some());
                meant.unwrap_or_else(|| if elsewhere(header) { exact() } else { ColumnChoice::default() })
            }),
            samples: records.iter().take(SAMPLES).filter_map(|record| record.get(place)).map(str::to_owned).collect(),
        })
        .collect();
    volts_of_a_speed(&mut columns, choices);
    columns
}

/// Where a speed is told, the voltage beside it is the one of that speed, not the most that a motor stands.
fn volts_of_a_speed(columns: &mut [Column], choices: &ColumnChoices) {
    const VOLTS: &str = "facts.voltage_v";
    let means = |columns: &[Column], key: &str| columns.iter().any(|column| column.choice.key.as_deref() == Some(key));
    if !means(columns, "facts.speed_rpm") || means(columns, VOLTS) {
        return;
    }
    let plain = |column: &&mut Column| {
        let name = column.header.trim().to_lowercase();
        name.starts_with("voltage") && !choices.contains_key(&column.header)
    };
    if let Some(column) = columns.iter_mut().find(plain) {
        column.choice.key = Some(VOLTS.to_owned());
    }
}

fn refuse_twin_columns(columns: &[Column]) -> Result<(), TableError> {
    let mut seen: BTreeMap<&str, &str> = BTreeMap::new();
    for column in columns {
        if let Some(key) = &column.choice.key
            && let Some(first) = seen.insert(key, &column.header)
        {
            return Err(TableError::TwinColumns {
                first: first.to_owned(),
                second: column.header.clone(),
                key: key.clone(),
            });
        }
    }
    Ok(())
}

/// The kind of a gearbox by the name of its motor, where no column tells: a window lift has a worm.
fn gearbox_by_name(motor: &mut Map<String, Value>) {
    const KIND: &str = "gearbox.kind";
    let told = |key: &str| motor.get("gearbox").and_then(|gearbox| gearbox.get(key)).is_some();
    let geared = told("ratio") || motor.get("facts").and_then(|facts| facts.get("gear_ratio")).is_some();
    if told("kind") || !geared {
        return;
    }
    let Some(label) = motor.get("label").and_then(Value::as_str) else { return };
    let heard = read_line(label, Some(PartKind::Motor), None).figures.into_iter().find(|figure| figure.key == KIND);
    if let Some(figure) = heard {
        insert(motor, KIND, figure.value);
    }
}

type CellProblems = Vec<(Option<String>, String)>;

fn read_row(
    record: &csv::StringRecord,
    columns: &[Column],
    kind: Option<PartKind>,
    decimal_comma: bool,
    problems: &mut CellProblems,
) -> Option<(ShelfPart, Vec<String>)> {
    if record.len() != columns.len() {
        problems.push((
            None,
            format!(
                "{} cells came under {} headers: a comma inside a cell needs quotes around it",
                record.len(),
                columns.len()
            ),
        ));
        return None;
    }
    let cells = || columns.iter().zip(record).filter(|(_, cell)| !cell.trim().is_empty());
    let kind_cell = cells().find(|(column, _)| column.choice.key.as_deref() == Some("part"));
    let row_kind = match kind_cell {
        Some((column, cell)) => kind_of(cell).or_else(|| {
            let words: Vec<&str> = PartKind::ALL.iter().map(|kind| kind.word()).collect();
            problems
                .push((Some(column.header.clone()), format!("{cell:?} came, one of {} is needed", words.join(", "))));
            None
        })?,
        None => kind.or_else(|| {
            problems.push((None, "no kind of part: say what this row is".to_owned()));
            None
        })?,
    };
    let mut document = Map::new();
    document.insert("part".to_owned(), row_kind.word().into());
    for (column, cell) in cells() {
        let Some(key) = column.choice.key.as_deref().filter(|key| *key != "part") else { continue };
        let Some(spec) = spec_of(row_kind, key) else {
            if !elsewhere(key) {
                problems.push((
                    Some(column.header.clone()),
                    format!("{key} is no figure of a {}", row_kind.label().to_lowercase()),
                ));
            }
            continue;
        };
        match value_of(harmless(cell.trim()), key, spec, column.choice.unit.as_deref(), decimal_comma) {
            Ok(value) => insert(&mut document, key, value),
            Err(detail) => problems.push((Some(column.header.clone()), detail)),
        }
    }
    let mut doubts = Vec::new();
    if row_kind == PartKind::Motor && problems.is_empty() {
        gearbox_by_name(&mut document);
        match complete(&mut document) {
            Ok(contradictions) => doubts = contradictions,
            Err(missing) => {
                problems.push((None, format!("too little is known of it. Wanted: {}", missing.join(". And: "))));
                return None;
            }
        }
    }
    let mut found = Problems::default();
    let part = ShelfPart::read(&Value::Object(document), &Place::root(), &mut found);
    for problem in found.0 {
        let key = problem.pointer.trim_start_matches('/').replace('/', ".");
        let column = columns.iter().find(|column| column.choice.key.as_deref() == Some(&key));
        let said =
            problems.iter().any(|(known, _)| known.is_some() && *known == column.map(|column| column.header.clone()));
        if said {
            continue;
        }
        match column {
            Some(column) => problems.push((Some(column.header.clone()), problem.detail)),
            None if key.is_empty() => problems.push((None, problem.detail)),
            None => problems.push((None, format!("{key}: {}", problem.detail))),
        }
    }
    part.map(|part| (part, doubts))
}

/// Whether some other kind has the figure: a table of several kinds has columns that only serve some of its rows.
fn elsewhere(key: &str) -> bool {
    PartKind::ALL.iter().any(|kind| spec_of(*kind, key).is_some())
}

/// The description of a dotted key of a kind.
pub(super) fn spec_of(kind: PartKind, key: &str) -> Option<&'static Spec> {
    let (outer, inner) = key.split_once('.').map_or((key, None), |(outer, inner)| (outer, Some(inner)));
    let spec = kind.fields().iter().find(|spec| spec.key == outer)?;
    let Some(inner) = inner else { return Some(spec) };
    let nested: &[Spec] = match outer {
        "gearbox" => Gearbox::FIELDS,
        "thermal" => Thermal::FIELDS,
        "size_mm" => parts::SizeMm::FIELDS,
        "mount" => parts::Mount::FIELDS,
        "bec" => parts::Bec::FIELDS,
        "facts" => parts::MotorFacts::FIELDS,
        _ => return None,
    };
    nested.iter().find(|spec| spec.key == inner)
}

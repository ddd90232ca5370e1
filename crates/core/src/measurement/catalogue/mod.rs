//! The sheets of the bench in the order one works: what each needs, how it is done, what is typed into it, what it gives.
//!
//! What a sheet is called stands with its record ([`Sheet::KINDS`]).

mod machines;
mod motors;
mod packs;

use serde::Serialize;
use serde_json::{Map, Value, json};

use super::given::Given;
use crate::document::measurement::{MEASUREMENT_FORMAT, Sheet};

/// One kind of sheet.
#[derive(Debug, Clone, Copy, PartialEq, Serialize)]
pub struct SheetKind {
    /// Its word in a document.
    pub kind: &'static str,
    /// What it answers.
    pub answers: &'static str,
    /// What must be on the bench.
    pub needs: &'static [&'static str],
    /// What is done, in order.
    pub steps: &'static [&'static str],
    /// What can hurt.
    #[serde(skip_serializing_if = "Option::is_none")]
    pub caution: Option<&'static str>,
    /// How it is set up.
    pub scene: Scene,
    /// Figures beside the readings.
    pub fields: &'static [Field],
    /// The readings.
    pub lists: &'static [ReadingList],
    /// What a new sheet starts with.
    #[serde(serialize_with = "started")]
    pub start: &'static [(&'static str, Start)],
    /// What an instrument reads of a column, by its key; the clock counts from the first reading.
    #[serde(serialize_with = "paired")]
    pub reads: &'static [(&'static str, &'static str)],
    /// A chemistry or a way of wiring to choose.
    #[serde(skip_serializing_if = "Option::is_none")]
    pub choice: Option<Field>,
    /// Figures of a document that it can give.
    pub gives: &'static [Given],
}

/// The things on the bench, joined from left to right, and by how many leads.
#[derive(Debug, Clone, Copy, PartialEq, Eq, Serialize)]
pub struct Scene {
    /// From left to right.
    pub things: &'static [&'static str],
    /// Between each two.
    pub leads: u8,
}

/// A figure beside the readings.
#[derive(Debug, Clone, Copy, PartialEq, Eq, Serialize)]
pub struct Field {
    /// Key in the document.
    pub key: &'static str,
    /// What it is called at the bench.
    pub label: &'static str,
}

/// A list of readings.
#[derive(Debug, Clone, Copy, PartialEq, Serialize)]
pub struct ReadingList {
    /// Key in the document.
    pub key: &'static str,
    /// What it is called.
    pub title: &'static str,
    /// What one reading has, in the order it is typed; a single empty key for a plain number.
    pub columns: &'static [Column],
    /// What to do between two readings.
    #[serde(skip_serializing_if = "Option::is_none")]
    pub hint: Option<&'static str>,
}

/// What is typed of one reading.
#[derive(Debug, Clone, Copy, PartialEq, Eq, Serialize)]
pub struct Column {
    /// Key in the reading.
    pub key: &'static str,
    /// What it is called.
    pub label: &'static str,
    /// Key whose unit is meant.
    pub unit: &'static str,
    /// Whether it is words.
    #[serde(skip_serializing_if = "std::ops::Not::not")]
    pub text: bool,
}

/// What a member of a new sheet starts with.
#[derive(Debug, Clone, Copy, PartialEq)]
pub enum Start {
    /// A list without readings.
    Empty,
    /// A number.
    Number(f64),
    /// A word.
    Word(&'static str),
}

const fn field(key: &'static str, label: &'static str) -> Field {
    Field { key, label }
}

const fn column(key: &'static str, label: &'static str, unit: &'static str) -> Column {
    Column { key, label, unit, text: false }
}

impl Column {
    const fn of_words(self) -> Self {
        Self { text: true, ..self }
    }
}

/// Every kind of sheet, in the order one works.
pub const SHEETS: &[SheetKind] = &[
    motors::WINDING_RESISTANCE,
    motors::LOCKED_ROTOR,
    motors::NO_LOAD_SWEEP,
    motors::SPIN_TEST,
    motors::IDENTIFY,
    motors::LOADED_CURRENTS,
    packs::CELL_VOLTAGES,
    packs::PACK_RESISTANCE,
    packs::CAPACITY,
    machines::COAST_DOWN,
    machines::PULL_TEST,
    motors::GENERATOR_TEST,
    machines::HEAT_RUN,
    machines::FREE_SHEET,
];

impl SheetKind {
    /// What a maker calls it.
    #[must_use]
    pub fn title(&self) -> &'static str {
        Sheet::KINDS.iter().find(|(word, _)| *word == self.kind).map_or(self.kind, |(_, title)| *title)
    }

    /// A new sheet of this kind, without a reading.
    #[must_use]
    pub fn new_sheet(&self) -> Value {
        let mut sheet = start_of(self.start);
        sheet.insert("format".to_owned(), MEASUREMENT_FORMAT.into());
        sheet.insert("kind".to_owned(), self.kind.into());
        Value::Object(sheet)
    }
}

/// The sheets that give a figure, as a maker calls them, to be read after "by".
#[must_use]
pub fn sheets_that_give(given: Given) -> String {
    let giving = SHEETS.iter().filter(|sheet| sheet.gives.contains(&given));
    let titles: Vec<String> = giving.map(|sheet| format!("\u{201c}{}\u{201d}", sheet.title())).collect();
    titles.join(" or ")
}

fn start_of(start: &[(&str, Start)]) -> Map<String, Value> {
    let value = |start: &Start| match start {
        Start::Empty => json!([]),
        Start::Number(number) => json!(number),
        Start::Word(word) => json!(word),
    };
    start.iter().map(|(key, start)| ((*key).to_owned(), value(start))).collect()
}

fn started<S: serde::Serializer>(start: &&[(&str, Start)], to: S) -> Result<S::Ok, S::Error> {
    start_of(start).serialize(to)
}

fn paired<S: serde::Serializer>(pairs: &&[(&str, &str)], to: S) -> Result<S::Ok, S::Error> {
    to.collect_map(pairs.iter().copied())
}

/// The sheets as the page gets them, with what each is called.
pub(super) fn facts() -> Value {
    let fact = |sheet: &SheetKind| {
        let mut fact = serde_json::to_value(sheet).unwrap_or_default();
        fact["title"] = sheet.title().into();
        fact
    };
    SHEETS.iter().map(fact).collect()
}

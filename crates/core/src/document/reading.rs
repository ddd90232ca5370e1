//! Strict reading: a JSON value becomes a document, or every problem in it is named at once.
//!
//! A field is described once, by a [`Spec`]; reading, the published JSON Schema and the labels
//! of the page all come from that one description (see [`record!`](super::record)).
//!
//! Over 400 lines: strict reading is one walk over one description, and reads better whole.

use std::collections::BTreeMap;

use schemars::{Schema, SchemaGenerator};
use serde::Serialize;
use serde_json::{Map, Value};

/// One thing wrong with a document: where, what came and what would do.
#[derive(Debug, Clone, PartialEq, Eq, Serialize, schemars::JsonSchema, thiserror::Error)]
#[error("{pointer}: {detail}")]
pub struct Problem {
    /// JSON pointer (RFC 6901) to the offending place; empty for the whole document.
    pub pointer: String,
    /// What came and what would do, in one sentence.
    pub detail: String,
}

/// A place in a document, kept as a chain on the stack so that reading a good document builds no text.
#[derive(Clone, Copy)]
pub struct Place<'a> {
    parent: Option<&'a Place<'a>>,
    step: Step<'a>,
}

#[derive(Clone, Copy)]
enum Step<'a> {
    Root,
    Key(&'a str),
    Index(usize),
}

impl<'a> Place<'a> {
    /// The whole document.
    #[must_use]
    pub const fn root() -> Self {
        Self { parent: None, step: Step::Root }
    }

    /// The member `key` of the object at this place.
    #[must_use]
    pub const fn key(&'a self, key: &'a str) -> Place<'a> {
        Place { parent: Some(self), step: Step::Key(key) }
    }

    /// The element `index` of the array at this place.
    #[must_use]
    pub const fn index(&'a self, index: usize) -> Place<'a> {
        Place { parent: Some(self), step: Step::Index(index) }
    }

    /// The place as a JSON pointer (RFC 6901), for example `/options/0/battery/cells_series`.
    #[must_use]
    pub fn pointer(&self) -> String {
        let mut text = self.parent.map(Place::pointer).unwrap_or_default();
        match self.step {
            Step::Root => {}
            Step::Key(key) => {
                text.push('/');
                text.push_str(&key.replace('~', "~0").replace('/', "~1"));
            }
            Step::Index(index) => {
                text.push('/');
                text.push_str(&index.to_string());
            }
        }
        text
    }
}

/// Problems found so far.
#[derive(Debug, Default)]
pub struct Problems(pub Vec<Problem>);

/// More problems than this are not collected: nobody reads them, and a hostile document could make millions.
const MOST_PROBLEMS: usize = 200;

impl Problems {
    /// Notes that something is wrong `at` a place.
    pub fn note(&mut self, at: &Place<'_>, detail: impl Into<String>) {
        if self.0.len() < MOST_PROBLEMS {
            self.0.push(Problem { pointer: at.pointer(), detail: detail.into() });
        }
    }
}

/// What a field may hold, beyond its type.
#[derive(Debug, Clone, Copy, PartialEq)]
pub enum Shape {
    /// A finite number from `min` to `max`.
    Number {
        /// Smallest value that is accepted.
        min: f64,
        /// Largest value that is accepted.
        max: f64,
    },
    /// Text of at most `longest` characters; `filled` asks for at least one that is not a space.
    Text {
        /// Most characters.
        longest: usize,
        /// Whether empty text is refused.
        filled: bool,
    },
    /// A list of `fewest` to `most` entries.
    List {
        /// Fewest entries.
        fewest: usize,
        /// Most entries.
        most: usize,
    },
    /// Whatever the type itself says: a choice, a truth value, a nested record.
    Typed,
}

/// A number from `min` to `max`.
#[must_use]
pub const fn number(min: f64, max: f64) -> Shape {
    Shape::Number { min, max }
}

/// Text of at most `longest` characters, possibly empty.
#[must_use]
pub const fn text(longest: usize) -> Shape {
    Shape::Text { longest, filled: false }
}

/// Text of 1 to `longest` characters.
#[must_use]
pub const fn name(longest: usize) -> Shape {
    Shape::Text { longest, filled: true }
}

/// A list of `fewest` to `most` entries.
#[must_use]
pub const fn list(fewest: usize, most: usize) -> Shape {
    Shape::List { fewest, most }
}

/// Whatever the type itself says.
#[must_use]
pub const fn typed() -> Shape {
    Shape::Typed
}

/// The one description of a field.
#[derive(Debug, Clone, Copy)]
pub struct Spec {
    /// Key in the document; its ending names the unit.
    pub key: &'static str,
    /// What a maker calls it.
    pub label: &'static str,
    /// One sentence of help.
    pub doc: &'static str,
    /// What it may hold.
    pub shape: Shape,
}

/// A type that can stand in a field.
pub trait FieldValue: Sized {
    /// Reads the value, noting every problem; `None` when it cannot be used.
    fn read(value: &Value, spec: &Spec, at: &Place<'_>, problems: &mut Problems) -> Option<Self>;

    /// What a missing key means: a problem, unless the type has a meaning for it.
    fn missing(spec: &Spec, at: &Place<'_>, problems: &mut Problems) -> Option<Self> {
        problems.note(at, format!("missing: {} is needed, {}", spec.label.to_lowercase(), wanted(spec)));
        None
    }

    /// Whether the key may be left out.
    #[must_use]
    fn may_be_missing() -> bool {
        false
    }

    /// Whether this value is written as a left-out key.
    fn is_absent(&self) -> bool {
        false
    }

    /// The JSON Schema of the value.
    fn schema(spec: &Spec, generator: &mut SchemaGenerator) -> Schema;
}

/// Notes a document whose `format` is missing or another one.
pub(crate) fn expect_format(members: &Map<String, Value>, format: &str, root: &Place<'_>, problems: &mut Problems) {
    match members.get("format") {
        Some(Value::String(came)) if came == format => {}
        Some(other) => problems.note(&root.key("format"), format!("{} came, \"{format}\" is needed", shown(other))),
        None => problems.note(&root.key("format"), format!("missing: \"{format}\" is needed")),
    }
}

/// A value as it is named in a message: short, on one line.
#[must_use]
pub fn shown(value: &Value) -> String {
    const LONGEST: usize = 60;
    let full = match value {
        Value::Object(_) => return "an object".to_owned(),
        Value::Array(entries) => return format!("a list of {}", entries.len()),
        other => other.to_string(),
    };
    if full.chars().count() > LONGEST {
        full.chars().take(LONGEST).chain(std::iter::once('…')).collect()
    } else {
        full
    }
}

fn wanted(spec: &Spec) -> String {
    match spec.shape {
        Shape::Number { min, max } => format!("a number from {min} to {max}"),
        Shape::Text { longest, .. } => format!("text of at most {longest} characters"),
        Shape::List { fewest, most } => format!("a list of {fewest} to {most} entries"),
        Shape::Typed => "see the schema".to_owned(),
    }
}

impl FieldValue for f64 {
    fn read(value: &Value, spec: &Spec, at: &Place<'_>, problems: &mut Problems) -> Option<Self> {
        let Shape::Number { min, max } = spec.shape else { unreachable!("a number field has a range") };
        let Some(number) = value.as_f64() else {
            problems.note(at, format!("{} came, {} is needed", shown(value), wanted(spec)));
            return None;
        };
        if number.is_finite() && (min..=max).contains(&number) {
            // Negative zero would print as -0 and divide to the wrong side.
            return Some(if number == 0.0 { 0.0 } else { number });
        }
        problems.note(at, format!("{} is out of range: {min} to {max} is possible", shown(value)));
        None
    }

    fn schema(spec: &Spec, _generator: &mut SchemaGenerator) -> Schema {
        let Shape::Number { min, max } = spec.shape else { unreachable!("a number field has a range") };
        schemars::json_schema!({ "type": "number", "minimum": min, "maximum": max })
    }
}

impl FieldValue for u32 {
    fn read(value: &Value, spec: &Spec, at: &Place<'_>, problems: &mut Problems) -> Option<Self> {
        let number = f64::read(value, spec, at, problems)?;
        if number.fract() == 0.0 {
            // In range by the spec, which never reaches beyond u32.
            #[allow(clippy::cast_possible_truncation, clippy::cast_sign_loss)]
            return Some(number as u32);
        }
        problems.note(at, format!("{} came, a whole number is needed", shown(value)));
        None
    }

    fn schema(spec: &Spec, _generator: &mut SchemaGenerator) -> Schema {
        let Shape::Number { min, max } = spec.shape else { unreachable!("a number field has a range") };
        schemars::json_schema!({ "type": "integer", "minimum": min, "maximum": max })
    }
}

impl FieldValue for bool {
    fn read(value: &Value, _spec: &Spec, at: &Place<'_>, problems: &mut Problems) -> Option<Self> {
        let read = value.as_bool();
        if read.is_none() {
            problems.note(at, format!("{} came, true or false is needed", shown(value)));
        }
        read
    }

    fn schema(_spec: &Spec, _generator: &mut SchemaGenerator) -> Schema {
        schemars::json_schema!({ "type": "boolean" })
    }
}

/// Whether a character leaves nothing on paper: space, control, zero width, a mark of direction.
fn is_unseen(letter: char) -> bool {
    letter.is_whitespace()
        || letter.is_control()
        || matches!(letter, '\u{ad}' | '\u{200b}'..='\u{200f}' | '\u{202a}'..='\u{202e}' | '\u{2060}'..='\u{206f}' | '\u{feff}')
}

impl FieldValue for String {
    fn read(value: &Value, spec: &Spec, at: &Place<'_>, problems: &mut Problems) -> Option<Self> {
        let Shape::Text { longest, filled } = spec.shape else { unreachable!("a text field has a length") };
        let Some(text) = value.as_str() else {
            problems.note(at, format!("{} came, text is needed", shown(value)));
            return None;
        };
        let length = text.chars().count();
        if length > longest {
            problems.note(at, format!("{length} characters came, at most {longest} fit"));
            return None;
        }
        if filled && text.chars().all(is_unseen) {
            problems.note(at, format!("{} came, at least one letter is needed", shown(value)));
            return None;
        }
        if let Some(place) = text.chars().position(char::is_control).filter(|_| filled) {
            let detail = format!("{} came, a control character stands at place {}", shown(value), place + 1);
            problems.note(at, detail);
            return None;
        }
        Some(text.to_owned())
    }

    fn schema(spec: &Spec, _generator: &mut SchemaGenerator) -> Schema {
        let Shape::Text { longest, filled } = spec.shape else { unreachable!("a text field has a length") };
        schemars::json_schema!({ "type": "string", "minLength": usize::from(filled), "maxLength": longest })
    }
}

impl<T: FieldValue> FieldValue for Option<T> {
    fn read(value: &Value, spec: &Spec, at: &Place<'_>, problems: &mut Problems) -> Option<Self> {
        if value.is_null() {
            return Some(None);
        }
        T::read(value, spec, at, problems).map(Some)
    }

    fn missing(_spec: &Spec, _at: &Place<'_>, _problems: &mut Problems) -> Option<Self> {
        Some(None)
    }

    fn may_be_missing() -> bool {
        true
    }

    fn is_absent(&self) -> bool {
        self.is_none()
    }

    fn schema(spec: &Spec, generator: &mut SchemaGenerator) -> Schema {
        let inner = T::schema(spec, generator);
        schemars::json_schema!({ "anyOf": [inner, { "type": "null" }] })
    }
}

impl<T: FieldValue> FieldValue for Vec<T> {
    fn read(value: &Value, spec: &Spec, at: &Place<'_>, problems: &mut Problems) -> Option<Self> {
        let Shape::List { fewest, most } = spec.shape else { unreachable!("a list field has a length") };
        let Some(entries) = value.as_array() else {
            problems.note(at, format!("{} came, {} is needed", shown(value), wanted(spec)));
            return None;
        };
        if entries.len() < fewest || entries.len() > most {
            problems.note(at, format!("{} entries came, {fewest} to {most} are possible", entries.len()));
            return None;
        }
        let read: Vec<Option<T>> =
            entries.iter().enumerate().map(|(index, entry)| T::read(entry, spec, &at.index(index), problems)).collect();
        read.into_iter().collect()
    }

    fn schema(spec: &Spec, generator: &mut SchemaGenerator) -> Schema {
        let Shape::List { fewest, most } = spec.shape else { unreachable!("a list field has a length") };
        let items = T::schema(spec, generator);
        schemars::json_schema!({ "type": "array", "minItems": fewest, "maxItems": most, "items": items })
    }
}

/// Where a figure came from.
#[derive(Debug, Clone, Copy, PartialEq, Eq, Serialize, schemars::JsonSchema)]
#[serde(rename_all = "snake_case")]
pub enum Provenance {
    /// From a listing or data sheet.
    Listed,
    /// Measured on this very part.
    Measured,
    /// Worked out from what is listed.
    WorkedOut,
    /// A guess.
    Estimated,
}

impl FieldValue for BTreeMap<String, String> {
    fn read(value: &Value, spec: &Spec, at: &Place<'_>, problems: &mut Problems) -> Option<Self> {
        let Some(object) = value.as_object() else {
            problems.note(at, format!("{} came, an object of field names is needed", shown(value)));
            return None;
        };
        let read = |(key, value): (&String, &Value)| {
            String::read(value, spec, &at.key(key), problems).map(|text| (key.clone(), text))
        };
        Some(object.iter().filter_map(read).collect())
    }

    fn schema(spec: &Spec, generator: &mut SchemaGenerator) -> Schema {
        let text = String::schema(spec, generator);
        schemars::json_schema!({ "type": "object", "additionalProperties": text })
    }
}

impl FieldValue for BTreeMap<String, Provenance> {
    fn read(value: &Value, _spec: &Spec, at: &Place<'_>, problems: &mut Problems) -> Option<Self> {
        let Some(object) = value.as_object() else {
            problems.note(at, format!("{} came, an object of field names is needed", shown(value)));
            return None;
        };
        let mut read = Self::new();
        for (key, value) in object {
            let provenance = match value.as_str() {
                Some("listed") => Provenance::Listed,
                Some("measured") => Provenance::Measured,
                Some("worked_out") => Provenance::WorkedOut,
                Some("estimated") => Provenance::Estimated,
                _ => {
                    problems.note(
                        &at.key(key),
                        format!("{} came, one of listed, measured, worked_out, estimated is needed", shown(value)),
                    );
                    continue;
                }
            };
            read.insert(key.clone(), provenance);
        }
        Some(read)
    }

    fn schema(_spec: &Spec, _generator: &mut SchemaGenerator) -> Schema {
        schemars::json_schema!({
            "type": "object",
            "additionalProperties": { "enum": ["listed", "measured", "worked_out", "estimated"] }
        })
    }
}

/// The members of a record's schema and those it must have.
pub(crate) type Members = (Map<String, Value>, Vec<Value>);

/// The schema of a record told apart by `kind`: each kind with its members and required keys.
pub(crate) fn tagged_schema(kinds: impl IntoIterator<Item = (&'static str, Members)>) -> Schema {
    let variants: Vec<Value> = kinds
        .into_iter()
        .map(|(kind, (mut members, mut required))| {
            members.insert("kind".to_owned(), serde_json::json!({ "const": kind, "type": "string" }));
            required.push("kind".into());
            serde_json::json!({
                "type": "object", "properties": members, "required": required, "additionalProperties": false
            })
        })
        .collect();
    schemars::json_schema!({ "oneOf": variants })
}

/// The object at a place, or a problem.
pub fn object<'v>(value: &'v Value, at: &Place<'_>, problems: &mut Problems) -> Option<&'v Map<String, Value>> {
    let object = value.as_object();
    if object.is_none() {
        problems.note(at, format!("{} came, an object is needed", shown(value)));
    }
    object
}

/// Notes every key that no field has, with the nearest one that exists.
pub fn refuse_unknown_keys(
    object: &Map<String, Value>,
    fields: &[Spec],
    besides: &[&str],
    at: &Place<'_>,
    problems: &mut Problems,
) {
    for key in object.keys() {
        if fields.iter().any(|field| field.key == key) || besides.contains(&key.as_str()) {
            continue;
        }
        let nearest = fields.iter().map(|field| field.key).min_by_key(|known| edit_distance(key, known));
        let hint = match nearest {
            Some(nearest) if edit_distance(key, nearest) <= 1 + nearest.len() / 3 => {
                format!("; did you mean {nearest}?")
            }
            _ => String::new(),
        };
        problems.note(&at.key(key), format!("unknown key{hint}"));
    }
}

/// Levenshtein distance: how many letters to insert, drop or change.
fn edit_distance(from: &str, to: &str) -> usize {
    let to: Vec<char> = to.chars().collect();
    let mut row: Vec<usize> = (0..=to.len()).collect();
    for (index, letter) in from.chars().take(64).enumerate() {
        let mut diagonal = row[0];
        row[0] = index + 1;
        for column in 0..to.len() {
            let change = diagonal + usize::from(to[column] != letter);
            diagonal = row[column + 1];
            row[column + 1] = change.min(row[column] + 1).min(diagonal + 1);
        }
    }
    row[to.len()]
}

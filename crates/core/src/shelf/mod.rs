//! Parts on the shelf: the open documents `ypsidyne.part/1` and `ypsidyne.shelf/1`, and their way in and out as CSV.
//!
//! * [`ShelfPart`]: one part, read as strictly as a build; its figures are those of the same part inside a build.
//! * [`columns`]: which column of a table holds which figure in which unit.
//! * [`csv_in`], [`csv_out`]: tables.
//! * [`line`]: a line of words or a seller's text read into figures.
//! * [`place`]: a part from the shelf put into an option.

pub mod columns;
mod csv_cell;
pub mod csv_in;
pub mod csv_out;
pub mod figures;
pub mod line;
mod line_text;
mod line_told;
mod line_usual;
mod line_words;
pub mod place;
pub mod stock;
pub mod table;

use serde::Serialize;
use serde_json::{Map, Value, json};

use crate::document::reading::{Place, Problem, Problems, Spec, object, shown};
use crate::document::{Battery, Controller, GearingStage, Motor, Wheel, duplicate_keys};

/// The `format` of one part.
pub const PART_FORMAT: &str = "ypsidyne.part/1";
/// The `format` of a shelf.
pub const SHELF_FORMAT: &str = "ypsidyne.shelf/1";
/// Most parts of one shelf document or table.
pub const MOST_PARTS: usize = 25_000;

choice! {
    /// Kind of part on the shelf.
    PartKind {
        Motor = "motor", "Motor";
        Controller = "controller", "Controller";
        Battery = "battery", "Battery";
        GearingStage = "gearing_stage", "Gearing stage";
        Wheel = "wheel", "Wheel";
    }
}

/// The figures of a part, told apart by `part`.
#[derive(Debug, Clone, PartialEq, Serialize)]
#[serde(tag = "part", rename_all = "snake_case")]
pub enum ShelfPart {
    /// A motor.
    Motor(Box<Motor>),
    /// A controller.
    Controller(Box<Controller>),
    /// A battery pack.
    Battery(Box<Battery>),
    /// A gearing stage.
    GearingStage(Box<GearingStage>),
    /// A wheel.
    Wheel(Box<Wheel>),
}

const BESIDES: &[&str] = &["part", "format"];

impl PartKind {
    /// The kind with this word.
    #[must_use]
    pub fn from_word(word: &str) -> Option<Self> {
        Self::ALL.iter().copied().find(|kind| kind.word() == word)
    }

    /// The fields of the kind.
    #[must_use]
    pub fn fields(self) -> &'static [Spec] {
        match self {
            Self::Motor => Motor::FIELDS,
            Self::Controller => Controller::FIELDS,
            Self::Battery => Battery::FIELDS,
            Self::GearingStage => GearingStage::FIELDS,
            Self::Wheel => Wheel::FIELDS,
        }
    }

    /// Name of the record with its fields in the published schema.
    #[must_use]
    pub const fn record(self) -> &'static str {
        match self {
            Self::Motor => "Motor",
            Self::Controller => "Controller",
            Self::Battery => "Battery",
            Self::GearingStage => "GearingStage",
            Self::Wheel => "Wheel",
        }
    }
}

impl ShelfPart {
    /// Reads a part from JSON text.
    ///
    /// # Errors
    /// Every problem at once, each with its JSON pointer.
    ///
    /// ```
    /// use ypsidyne_core::shelf::ShelfPart;
    /// let wheel = r#"{"format": "ypsidyne.part/1", "part": "wheel", "label": "soft 165 mm", "diameter_m": 0.165}"#;
    /// assert_eq!(ShelfPart::from_json(wheel).unwrap().label(), "soft 165 mm");
    /// ```
    pub fn from_json(text: &str) -> Result<Self, Vec<Problem>> {
        let value = duplicate_keys::parse(text)
            .map_err(|error| vec![Problem { pointer: String::new(), detail: format!("not readable: {error}") }])?;
        Self::from_value(&value)
    }

    /// Reads a part from a parsed value.
    ///
    /// # Errors
    /// Every problem at once, each with its JSON pointer.
    pub fn from_value(value: &Value) -> Result<Self, Vec<Problem>> {
        let mut problems = Problems::default();
        let root = Place::root();
        if let Some(object) = value.as_object()
            && let Some(format) = object.get("format")
            && format.as_str() != Some(PART_FORMAT)
        {
            problems.note(&root.key("format"), format!("{} came, \"{PART_FORMAT}\" is needed", shown(format)));
        }
        let read = Self::read(value, &root, &mut problems);
        match read {
            Some(part) if problems.0.is_empty() => Ok(part),
            _ => Err(problems.0),
        }
    }

    pub(crate) fn read(value: &Value, at: &Place<'_>, problems: &mut Problems) -> Option<Self> {
        let members = object(value, at, problems)?;
        let word = members.get("part");
        let kind = word.and_then(Value::as_str).and_then(PartKind::from_word);
        let read = match kind {
            Some(PartKind::Motor) => Motor::read_object(value, BESIDES, at, problems).map(|p| Self::Motor(Box::new(p))),
            Some(PartKind::Controller) => {
                Controller::read_object(value, BESIDES, at, problems).map(|p| Self::Controller(Box::new(p)))
            }
            Some(PartKind::Battery) => {
                Battery::read_object(value, BESIDES, at, problems).map(|p| Self::Battery(Box::new(p)))
            }
            Some(PartKind::GearingStage) => {
                GearingStage::read_object(value, BESIDES, at, problems).map(|p| Self::GearingStage(Box::new(p)))
            }
            Some(PartKind::Wheel) => Wheel::read_object(value, BESIDES, at, problems).map(|p| Self::Wheel(Box::new(p))),
            None => {
                let came = word.map_or_else(|| "nothing".to_owned(), shown);
                problems.note(
                    &at.key("part"),
                    format!("{came} came, one of motor, controller, battery, gearing_stage, wheel is needed"),
                );
                None
            }
        };
        if read.is_some() && members.get("label").and_then(Value::as_str).is_none_or(|label| label.trim().is_empty()) {
            problems.note(&at.key("label"), "missing: on the shelf a part needs a name");
        }
        read
    }

    /// Kind of the part.
    #[must_use]
    pub const fn kind(&self) -> PartKind {
        match self {
            Self::Motor(_) => PartKind::Motor,
            Self::Controller(_) => PartKind::Controller,
            Self::Battery(_) => PartKind::Battery,
            Self::GearingStage(_) => PartKind::GearingStage,
            Self::Wheel(_) => PartKind::Wheel,
        }
    }

    /// What the part is called.
    #[must_use]
    pub fn label(&self) -> &str {
        let label = match self {
            Self::Motor(part) => &part.label,
            Self::Controller(part) => &part.label,
            Self::Battery(part) => &part.label,
            Self::GearingStage(part) => &part.label,
            Self::Wheel(part) => &part.label,
        };
        label.as_deref().unwrap_or_default()
    }

    /// The document, with `format` and `part` in front.
    #[must_use]
    pub fn document(&self) -> Value {
        let mut document = Map::new();
        document.insert("format".to_owned(), PART_FORMAT.into());
        if let Ok(Value::Object(members)) = serde_json::to_value(self) {
            document.extend(members);
        }
        Value::Object(document)
    }
}

impl schemars::JsonSchema for ShelfPart {
    fn schema_name() -> std::borrow::Cow<'static, str> {
        "ShelfPart".into()
    }

    fn json_schema(generator: &mut schemars::SchemaGenerator) -> schemars::Schema {
        let kinds = [
            (PartKind::Motor, Motor::schema_members(generator)),
            (PartKind::Controller, Controller::schema_members(generator)),
            (PartKind::Battery, Battery::schema_members(generator)),
            (PartKind::GearingStage, GearingStage::schema_members(generator)),
            (PartKind::Wheel, Wheel::schema_members(generator)),
        ];
        let variants: Vec<Value> = kinds
            .into_iter()
            .map(|(kind, (mut members, mut required))| {
                members.insert("format".to_owned(), json!({ "type": "string", "const": PART_FORMAT }));
                members.insert("part".to_owned(), json!({ "type": "string", "const": kind.word() }));
                required.extend(["part".into(), "label".into()]);
                json!({
                    "type": "object", "properties": members, "required": required, "additionalProperties": false
                })
            })
            .collect();
        schemars::json_schema!({ "oneOf": variants })
    }
}

/// The shape of a shelf document, for its published schema.
pub struct Shelf;

impl schemars::JsonSchema for Shelf {
    fn schema_name() -> std::borrow::Cow<'static, str> {
        "Shelf".into()
    }

    fn json_schema(generator: &mut schemars::SchemaGenerator) -> schemars::Schema {
        let part = generator.subschema_for::<ShelfPart>();
        schemars::json_schema!({
            "type": "object",
            "properties": {
                "format": { "type": "string", "const": SHELF_FORMAT },
                "parts": { "type": "array", "maxItems": MOST_PARTS, "items": part }
            },
            "required": ["format", "parts"]
        })
    }
}

/// A part read from a shelf, or what is wrong with it; `place` counts from 0.
pub type ReadPart = (usize, Result<ShelfPart, Vec<Problem>>);

/// Reads a shelf document, or a single part, part by part.
///
/// # Errors
/// What is wrong with the document as a whole: not JSON, no shelf, too many parts.
pub fn read_shelf(text: &str) -> Result<Vec<ReadPart>, Vec<Problem>> {
    let whole = |detail: String, pointer: &str| vec![Problem { pointer: pointer.to_owned(), detail }];
    let value = duplicate_keys::parse(text).map_err(|error| whole(format!("not readable: {error}"), ""))?;
    let format = value.get("format").and_then(Value::as_str).unwrap_or_default();
    if format == PART_FORMAT {
        return Ok(vec![(0, ShelfPart::from_value(&value))]);
    }
    if format != SHELF_FORMAT {
        let came = value.get("format").map_or_else(|| "nothing".to_owned(), shown);
        return Err(whole(format!("{came} came, \"{SHELF_FORMAT}\" or \"{PART_FORMAT}\" is needed"), "/format"));
    }
    let Some(parts) = value.get("parts").and_then(Value::as_array) else {
        return Err(whole("missing: a list of parts is needed".to_owned(), "/parts"));
    };
    if parts.len() > MOST_PARTS {
        return Err(whole(format!("{} parts came, at most {MOST_PARTS} fit at once", parts.len()), "/parts"));
    }
    Ok(parts.iter().map(ShelfPart::from_value).enumerate().collect())
}

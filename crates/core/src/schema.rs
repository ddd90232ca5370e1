//! The published JSON Schemas, generated from the Rust types.

use schemars::generate::SchemaSettings;
use serde_json::Value;

use crate::document::{Build, Log, Measurement, Search, Simulation};
use crate::evaluation::Evaluation;
use crate::logbook::Compared;
use crate::measurement::Measured;
use crate::shelf::{Shelf, ShelfPart};
use crate::simulation::Simulated;
use crate::variants::search::Found;

/// Documents with a published schema.
pub const DOCUMENTS: &[&str] = &[
    "build",
    "evaluation",
    "part",
    "shelf",
    "search",
    "found",
    "measurement",
    "measured",
    "simulation",
    "simulated",
    "log",
    "compared",
];

/// The JSON Schema (2020-12) of a document, one of [`DOCUMENTS`]; `None` for any other word.
///
/// ```
/// let schema = ypsidyne_core::schema::schema("build").unwrap();
/// assert_eq!(schema["properties"]["format"]["const"], "ypsidyne.build/1");
/// ```
#[must_use]
pub fn schema(document: &str) -> Option<Value> {
    let generator = SchemaSettings::draft2020_12().into_generator();
    let schema = match document {
        "build" => generator.into_root_schema_for::<Build>(),
        "evaluation" => generator.into_root_schema_for::<Evaluation>(),
        "part" => generator.into_root_schema_for::<ShelfPart>(),
        "search" => generator.into_root_schema_for::<Search>(),
        "found" => generator.into_root_schema_for::<Found>(),
        "measurement" => generator.into_root_schema_for::<Measurement>(),
        "measured" => generator.into_root_schema_for::<Measured>(),
        "simulation" => generator.into_root_schema_for::<Simulation>(),
        "simulated" => generator.into_root_schema_for::<Simulated>(),
        "log" => generator.into_root_schema_for::<Log>(),
        "compared" => generator.into_root_schema_for::<Compared>(),
        "shelf" => generator.into_root_schema_for::<Shelf>(),
        _ => return None,
    };
    Some(schema.to_value())
}

//! The published JSON Schemas, generated from the Rust types.

use schemars::generate::SchemaSettings;
use serde_json::Value;

use crate::document::{Build, Search};
use crate::evaluation::Evaluation;
use crate::search::Found;
use crate::shelf::{Shelf, ShelfPart};

/// Documents with a published schema.
pub const DOCUMENTS: &[&str] = &["build", "evaluation", "part", "shelf", "search", "found"];

/// The JSON Schema (2020-12) of a document: `build`, `evaluation`, `part`, `shelf`, `search` or `found`; `None` for any other word.
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
        "shelf" => generator.into_root_schema_for::<Shelf>(),
        _ => return None,
    };
    Some(schema.to_value())
}

//! Tables out: one row a part, one column a figure, in the document's units; nothing a table program would run.

use serde_json::Value;

use super::columns::fields;
use super::table::{defused, write as write_table};
use super::{PartKind, ShelfPart};

/// The parts as a table: `part`, then every figure that any of their kinds has.
///
/// Reading the table gives the same parts, apart from shelf links and provenance, which tables do not carry.
#[must_use]
pub fn write<'a>(parts: impl Iterator<Item = &'a ShelfPart> + Clone) -> String {
    let mut keys: Vec<String> = Vec::new();
    for kind in PartKind::ALL {
        if parts.clone().any(|part| part.kind() == *kind) {
            for field in fields(*kind) {
                if !keys.contains(&field.key) {
                    keys.push(field.key);
                }
            }
        }
    }
    let header: Vec<&str> = std::iter::once("part").chain(keys.iter().map(String::as_str)).collect();
    let rows = parts.map(|part| {
        let document = part.document();
        let cells = keys.iter().map(|key| cell(document.pointer(&format!("/{}", key.replace('.', "/")))));
        std::iter::once(part.kind().word().to_owned()).chain(cells).collect::<Vec<_>>()
    });
    write_table(header, rows)
}

fn cell(value: Option<&Value>) -> String {
    match value {
        None | Some(Value::Null | Value::Object(_)) => String::new(),
        Some(Value::String(text)) => defused(text),
        Some(Value::Array(words)) => words.iter().filter_map(Value::as_str).collect::<Vec<_>>().join("|"),
        Some(Value::Bool(flag)) => if *flag { "yes" } else { "no" }.to_owned(),
        Some(number) => number.to_string(),
    }
}

//! Tables out: one row a part, one column a figure, in the document's units; nothing a table program would run.

use serde_json::Value;

use super::columns::fields;
use super::table::{defused, lines};
use super::{PartKind, ShelfPart};

/// The columns of a table of parts: `part`, then every figure that any of their kinds has.
#[derive(Debug, Clone)]
pub struct PartColumns {
    keys: Vec<String>,
}

impl PartColumns {
    /// The columns that parts of these kinds need.
    #[must_use]
    pub fn of(kinds: &[PartKind]) -> Self {
        let mut keys: Vec<String> = Vec::new();
        for kind in PartKind::ALL.iter().filter(|kind| kinds.contains(kind)) {
            for field in fields(*kind) {
                if !keys.contains(&field.key) {
                    keys.push(field.key);
                }
            }
        }
        Self { keys }
    }

    /// The line of heads.
    #[must_use]
    pub fn heading(&self) -> String {
        lines([std::iter::once("part").chain(self.keys.iter().map(String::as_str))])
    }

    /// A line for each part, given as its document.
    #[must_use]
    pub fn rows<'a>(&self, documents: impl IntoIterator<Item = &'a Value>) -> String {
        lines(documents.into_iter().map(|document| {
            let at = move |key: &String| key.split('.').try_fold(document, |value, member| value.get(member));
            std::iter::once(cell(document.get("part"))).chain(self.keys.iter().map(move |key| cell(at(key))))
        }))
    }
}

/// The parts as a table.
///
/// Reading the table gives the same parts, apart from shelf links and provenance, which tables do not carry.
#[must_use]
pub fn write<'a>(parts: impl Iterator<Item = &'a ShelfPart> + Clone) -> String {
    let kinds: Vec<PartKind> = parts.clone().map(ShelfPart::kind).collect();
    let columns = PartColumns::of(&kinds);
    let documents: Vec<Value> = parts.map(ShelfPart::document).collect();
    columns.heading() + &columns.rows(&documents)
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

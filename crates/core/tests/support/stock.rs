//! Parts of the stock as they stand in a build.

use serde_json::Value;
use ypsidyne_core::shelf::stock::PARTS;

/// Every part of a kind.
pub fn stock(kind: &str) -> Vec<Value> {
    let documents = PARTS.iter().map(ypsidyne_core::shelf::ShelfPart::document);
    documents
        .filter(|document| document["part"] == kind)
        .map(|mut document| {
            let members = document.as_object_mut().expect("an object");
            members.remove("format");
            members.remove("part");
            document
        })
        .collect()
}

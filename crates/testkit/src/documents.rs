//! Documents as JSON, to be changed and read.

use serde_json::{Value, json};
use ypsidyne_core::document::Build;
use ypsidyne_core::library::demo::BUILDS;
use ypsidyne_core::shelf::ShelfPart;
use ypsidyne_core::shelf::stock::PARTS;

/// A demo build by its slug.
///
/// # Panics
/// Where there is none.
#[must_use]
pub fn demo(slug: &str) -> Value {
    let found = BUILDS.iter().find(|demo| demo.slug == slug).unwrap_or_else(|| panic!("no demo {slug}"));
    serde_json::from_str(found.json).expect("a demo is JSON")
}

/// A build.
///
/// # Panics
/// With every problem of it.
#[must_use]
pub fn read(document: &Value) -> Build {
    Build::from_value(document).unwrap_or_else(|problems| panic!("{problems:#?}\n{document}"))
}

/// A document with another value at a pointer; `null` takes it out. Members on the way that are missing are made.
///
/// # Panics
/// Where the pointer leads through something that is no object and no list.
#[must_use]
pub fn with(mut document: Value, pointer: &str, value: Value) -> Value {
    let (parent, key) = pointer.rsplit_once('/').expect("a pointer begins with a slash");
    let holder = parent.split('/').skip(1).fold(&mut document, |place, key| match place {
        Value::Array(list) => &mut list[key.parse::<usize>().expect("a place in a list")],
        other => &mut other[key],
    });
    match (holder, value) {
        (Value::Object(members), Value::Null) => {
            members.remove(key);
        }
        (Value::Array(list), value) => list[key.parse::<usize>().expect("a place in a list")] = value,
        (holder, value) => holder[key] = value,
    }
    document
}

/// An object with the members of another put over its own.
///
/// # Panics
/// Where one of them is no object.
#[must_use]
pub fn members(mut object: Value, more: Value) -> Value {
    let Value::Object(more) = more else { panic!("no object: {more}") };
    object.as_object_mut().expect("an object").extend(more);
    object
}

/// Every part of a kind in the stock, as it stands in a build.
///
/// # Panics
/// Never: parts of the stock are objects.
#[must_use]
pub fn stock(kind: &str) -> Vec<Value> {
    let documents = PARTS.iter().map(ShelfPart::document).filter(|document| document["part"] == kind);
    documents.map(|document| with(with(document, "/format", Value::Null), "/part", Value::Null)).collect()
}

/// A build of one job and one option, both as JSON.
#[must_use]
pub fn build_of(job: &Value, option: &Value) -> Value {
    json!({ "format": "ypsidyne.build/1", "name": "by hand", "job": job, "options": [option] })
}

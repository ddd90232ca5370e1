//! A store of its own for each test.

use tempfile::TempDir;
use ypsidyne_store::Store;
use ypsidyne_store::builds::{self, NewRevision};

/// An empty store; its folder goes with the first of the pair.
///
/// # Panics
/// Where the machine gives no folder.
#[must_use]
pub fn fresh_store() -> (TempDir, Store) {
    let folder = tempfile::tempdir().expect("a folder");
    let store = Store::open(&folder.path().join("builds.sqlite")).expect("a store");
    (folder, store)
}

/// A store that holds one build of this id.
///
/// # Panics
/// As [`fresh_store`].
#[must_use]
pub fn store_with_build(id: &str) -> (TempDir, Store) {
    let (folder, store) = fresh_store();
    let new = NewRevision { name: "cart", document: "{}", now: "2026-01-01T10:00:00Z", by: None };
    store.with(|connection| builds::create(connection, id, &new)).expect("a build");
    (folder, store)
}

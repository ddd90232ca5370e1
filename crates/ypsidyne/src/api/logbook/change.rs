//! Changes enter themselves: what a save changed of the machine stands in its log; saves in a row are one entry.

use serde_json::json;
use ypsidyne_core::document::Build;
use ypsidyne_core::logbook::changes::between;
use ypsidyne_store::log::{self, NewEntry};
use ypsidyne_store::{Connection, StoreError, builds};

/// Saves that follow each other within this time are one change.
const IN_A_ROW: jiff::SignedDuration = jiff::SignedDuration::from_mins(10);

/// Writes what changed from a revision to what was just saved. A change that was taken back leaves nothing.
///
/// # Errors
/// What the store reports; the save itself is done by then.
pub(in crate::api) fn enter(
    connection: &mut Connection,
    build: &str,
    from_revision: u32,
    document: &str,
    now: &str,
) -> Result<(), StoreError> {
    let since = now.parse::<jiff::Timestamp>().and_then(|now| now.checked_sub(IN_A_ROW));
    let since = since.map_or_else(|_| now.to_owned(), |since| format!("{since:.3}"));
    let open = log::open_change(connection, build, &since)?;
    let base = open.as_ref().and_then(|open| open.since_revision).unwrap_or(from_revision);
    // Of past days not every revision is kept.
    let Ok(before) = builds::revision(connection, build, base) else { return Ok(()) };
    let (Ok(before), Ok(after)) = (Build::from_json(&before), Build::from_json(document)) else { return Ok(()) };
    let changes = between(&before, &after);
    let at = open
        .as_ref()
        .and_then(|open| serde_json::from_str::<serde_json::Value>(&open.document).ok())
        .and_then(|entry| Some(entry.get("at")?.as_str()?.to_owned()))
        .unwrap_or_else(|| now.to_owned());
    let entry = json!({ "kind": "change", "at": at, "changes": changes }).to_string();
    match open {
        Some(open) => log::change_again(connection, &open.id, (!changes.is_empty()).then_some(entry.as_str()), now),
        None if changes.is_empty() => Ok(()),
        None => {
            let id = uuid::Uuid::now_v7().to_string();
            let new = NewEntry {
                id: &id,
                kind: "change",
                at: &at,
                document: &entry,
                summary: None,
                readings: None,
                since_revision: Some(base),
            };
            log::create(connection, build, &[new], now)
        }
    }
}

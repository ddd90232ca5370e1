//! The shelf: parts with their figures and words beside them, so that any of them can be searched, filtered, sorted.

mod search;

use rusqlite::{Connection, OptionalExtension, Transaction, named_params};

use crate::StoreError;
pub use search::{Found, Range, Search, by_numbers, numbers, search};

/// A part as it stands on the shelf.
#[derive(Debug, Clone, PartialEq, Eq)]
pub struct StoredPart {
    /// Id of the part.
    pub id: String,
    /// Current revision.
    pub revision: u32,
    /// When it was last saved, RFC 3339.
    pub updated_at: String,
    /// When it was retired, RFC 3339.
    pub retired_at: Option<String>,
    /// The document, JSON text.
    pub document: String,
}

/// A part about to be stored. It has been read and checked; the store only keeps it.
#[derive(Debug, Clone)]
pub struct NewPart {
    /// Kind of part.
    pub kind: &'static str,
    /// What it is called.
    pub label: String,
    /// JSON text.
    pub document: String,
    /// What a search looks through.
    pub text: String,
    /// Its numbers, by key.
    pub figures: Vec<(String, f64)>,
    /// Its choices, by key.
    pub words: Vec<(String, String)>,
}

/// One part; retired ones too.
///
/// # Errors
/// [`StoreError::PartNotFound`] or what SQLite reports.
pub fn by_id(connection: &Connection, id: &str) -> Result<StoredPart, StoreError> {
    connection
        .prepare_cached("SELECT id, revision, updated_at, retired_at, document FROM part WHERE id = :id")?
        .query_row(named_params! { ":id": id }, row)
        .optional()?
        .ok_or_else(|| StoreError::PartNotFound { id: id.to_owned() })
}

/// The kinds of which the shelf offers any.
///
/// # Errors
/// What SQLite reports.
pub fn kinds(connection: &Connection) -> Result<Vec<String>, StoreError> {
    let mut statement = connection.prepare_cached("SELECT DISTINCT kind FROM part WHERE retired_at IS NULL")?;
    Ok(statement.query_map([], |row| row.get(0))?.collect::<Result<_, _>>()?)
}

/// Stores new parts, all of them or none; `ids` gives the id of each.
///
/// # Errors
/// [`StoreError::Full`], [`StoreError::Busy`] or what SQLite reports; then nothing is stored.
pub fn create(
    connection: &mut Connection,
    parts: &[NewPart],
    mut ids: impl FnMut() -> String,
    now: &str,
) -> Result<Vec<String>, StoreError> {
    let transaction = crate::begin(connection)?;
    let mut created = Vec::with_capacity(parts.len());
    for part in parts {
        let id = ids();
        transaction
            .prepare_cached(
                "INSERT INTO part (id, kind, label, revision, updated_at, document)
                 VALUES (:id, :kind, :label, 1, :now, :document)",
            )?
            .execute(named_params! {
                ":id": id, ":kind": part.kind, ":label": part.label, ":now": now, ":document": part.document,
            })?;
        index(&transaction, transaction.last_insert_rowid(), part)?;
        created.push(id);
    }
    transaction.commit()?;
    Ok(created)
}

/// Saves a part that was edited from revision `expected`.
///
/// # Errors
/// [`StoreError::Stale`] when someone saved since, [`StoreError::PartNotFound`], [`StoreError::Full`],
/// [`StoreError::Busy`] or what SQLite reports; then nothing stored has changed.
pub fn save(
    connection: &mut Connection,
    id: &str,
    expected: u32,
    part: &NewPart,
    now: &str,
) -> Result<u32, StoreError> {
    let transaction = crate::begin(connection)?;
    let stored = current(&transaction, id, expected)?;
    let next = stored.revision + 1;
    let number: i64 = transaction
        .prepare_cached("SELECT number FROM part WHERE id = :id")?
        .query_row(named_params! { ":id": id }, |row| row.get(0))?;
    transaction
        .prepare_cached(
            "UPDATE part SET kind = :kind, label = :label, revision = :next, updated_at = :now, document = :document
             WHERE number = :number",
        )?
        .execute(named_params! {
            ":kind": part.kind, ":label": part.label, ":next": next, ":now": now, ":document": part.document,
            ":number": number,
        })?;
    for table in ["DELETE FROM part_figure WHERE part = ?", "DELETE FROM part_word WHERE part = ?"] {
        transaction.prepare_cached(table)?.execute([number])?;
    }
    transaction.prepare_cached("DELETE FROM part_text WHERE rowid = ?")?.execute([number])?;
    index(&transaction, number, part)?;
    transaction.commit()?;
    Ok(next)
}

/// Retires a part, or brings it back: it is offered no more, and every build that used it keeps its figures.
///
/// # Errors
/// [`StoreError::Stale`] when someone saved since, [`StoreError::PartNotFound`], or what SQLite reports.
pub fn retire(
    connection: &mut Connection,
    id: &str,
    expected: u32,
    retired_at: Option<&str>,
) -> Result<(), StoreError> {
    let transaction = crate::begin(connection)?;
    current(&transaction, id, expected)?;
    transaction
        .prepare_cached("UPDATE part SET retired_at = :at WHERE id = :id")?
        .execute(named_params! { ":id": id, ":at": retired_at })?;
    transaction.commit()?;
    Ok(())
}

fn current(transaction: &Transaction<'_>, id: &str, expected: u32) -> Result<StoredPart, StoreError> {
    let stored = by_id(transaction, id)?;
    if stored.revision == expected {
        return Ok(stored);
    }
    Err(StoreError::Stale { id: id.to_owned(), expected, current: stored.revision, kept_as: None })
}

/// Writes what a part is found by.
fn index(transaction: &Transaction<'_>, number: i64, part: &NewPart) -> Result<(), StoreError> {
    for (key, value) in &part.figures {
        transaction
            .prepare_cached("INSERT INTO part_figure (part, key, value) VALUES (:part, :key, :value)")?
            .execute(named_params! { ":part": number, ":key": key, ":value": value })?;
    }
    for (key, word) in &part.words {
        transaction
            .prepare_cached("INSERT INTO part_word (part, key, word) VALUES (:part, :key, :word)")?
            .execute(named_params! { ":part": number, ":key": key, ":word": word })?;
    }
    transaction
        .prepare_cached("INSERT INTO part_text (rowid, text) VALUES (:number, :text)")?
        .execute(named_params! { ":number": number, ":text": part.text })?;
    Ok(())
}

fn row(row: &rusqlite::Row<'_>) -> rusqlite::Result<StoredPart> {
    Ok(StoredPart {
        id: row.get(0)?,
        revision: row.get(1)?,
        updated_at: row.get(2)?,
        retired_at: row.get(3)?,
        document: row.get(4)?,
    })
}

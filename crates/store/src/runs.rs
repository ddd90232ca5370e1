//! Runs that are kept with a build: what was asked, what came of it.

use rusqlite::{Connection, OptionalExtension, named_params};

use crate::StoreError;
use crate::pack::{pack, unpack};

/// Runs that are kept for a build; the oldest goes when another comes.
pub const KEPT: u32 = 40;

/// A run about to be kept.
#[derive(Debug, Clone, Copy)]
pub struct NewRun<'a> {
    /// Id of the build it belongs to.
    pub build: &'a str,
    /// What it is called.
    pub title: &'a str,
    /// The option that ran.
    pub option: &'a str,
    /// The simulation document, JSON text.
    pub document: &'a str,
    /// What came of it, JSON text.
    pub simulated: &'a str,
    /// When, RFC 3339.
    pub now: &'a str,
}

/// A run in the list.
#[derive(Debug, Clone, PartialEq, Eq, serde::Serialize, schemars::JsonSchema)]
pub struct RunLine {
    /// Id.
    pub id: String,
    /// What it is called.
    pub title: String,
    /// The option that ran.
    pub option: String,
    /// When it was kept, RFC 3339.
    pub kept_at: String,
}

/// Keeps a run and lets the oldest of its build go.
///
/// # Errors
/// [`StoreError::NotFound`] when there is no such build, [`StoreError::Full`], or what SQLite reports.
pub fn keep(connection: &mut Connection, id: &str, new: &NewRun<'_>) -> Result<RunLine, StoreError> {
    let document = pack(new.document)?;
    let simulated = pack(new.simulated)?;
    let transaction = crate::begin(connection)?;
    crate::builds::must_be_there(&transaction, new.build)?;
    transaction
        .prepare_cached(
            "INSERT INTO run (id, build_id, title, option_name, kept_at, document, simulated)
             VALUES (:id, :build, :title, :option, :now, :document, :simulated)",
        )?
        .execute(named_params! {
            ":id": id, ":build": new.build, ":title": new.title, ":option": new.option, ":now": new.now,
            ":document": document, ":simulated": simulated,
        })?;
    transaction
        .prepare_cached(
            "DELETE FROM run WHERE build_id = :build AND id NOT IN (
               SELECT id FROM run WHERE build_id = :build ORDER BY kept_at DESC, id DESC LIMIT :kept)",
        )?
        .execute(named_params! { ":build": new.build, ":kept": KEPT })?;
    transaction.commit()?;
    Ok(RunLine {
        id: id.to_owned(),
        title: new.title.to_owned(),
        option: new.option.to_owned(),
        kept_at: new.now.to_owned(),
    })
}

/// The runs of a build, the newest first.
///
/// # Errors
/// What SQLite reports.
pub fn list(connection: &Connection, build: &str) -> Result<Vec<RunLine>, StoreError> {
    let mut statement = connection.prepare_cached(
        "SELECT id, title, option_name, kept_at FROM run WHERE build_id = :build ORDER BY kept_at DESC, id DESC",
    )?;
    let rows = statement.query_map(named_params! { ":build": build }, |row| {
        Ok(RunLine { id: row.get(0)?, title: row.get(1)?, option: row.get(2)?, kept_at: row.get(3)? })
    })?;
    Ok(rows.collect::<Result<_, _>>()?)
}

/// What came of a run, JSON text.
///
/// # Errors
/// [`StoreError::RunNotFound`], [`StoreError::Damaged`] or what SQLite reports.
pub fn simulated(connection: &Connection, id: &str) -> Result<String, StoreError> {
    let packed: Vec<u8> = connection
        .prepare_cached("SELECT simulated FROM run WHERE id = :id")?
        .query_row(named_params! { ":id": id }, |row| row.get(0))
        .optional()?
        .ok_or_else(|| StoreError::RunNotFound { id: id.to_owned() })?;
    unpack(&packed).ok_or_else(|| StoreError::Damaged { id: id.to_owned(), number: 0 })
}

/// A run whole: what was asked and what came of it, JSON text.
///
/// # Errors
/// [`StoreError::RunNotFound`], [`StoreError::Damaged`] or what SQLite reports.
pub fn whole(connection: &Connection, id: &str) -> Result<(String, String), StoreError> {
    let packed: Vec<u8> = connection
        .prepare_cached("SELECT document FROM run WHERE id = :id")?
        .query_row(named_params! { ":id": id }, |row| row.get(0))
        .optional()?
        .ok_or_else(|| StoreError::RunNotFound { id: id.to_owned() })?;
    let document = unpack(&packed).ok_or_else(|| StoreError::Damaged { id: id.to_owned(), number: 0 })?;
    Ok((document, simulated(connection, id)?))
}

/// Takes a run away.
///
/// # Errors
/// What SQLite reports.
pub fn delete(connection: &Connection, id: &str) -> Result<(), StoreError> {
    connection.prepare_cached("DELETE FROM run WHERE id = :id")?.execute(named_params! { ":id": id })?;
    Ok(())
}

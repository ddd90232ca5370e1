//! Searches: what was asked, how far it came, what it found. The last ten of a build are kept.

use rusqlite::{Connection, OptionalExtension, named_params};
use serde::Serialize;

use crate::StoreError;
use crate::pack::{pack, unpack};

/// Searches that are kept for a build.
pub const KEPT: u32 = 10;

/// Where a search stands.
#[derive(Debug, Clone, Copy, PartialEq, Eq, Serialize, schemars::JsonSchema)]
#[serde(rename_all = "snake_case")]
pub enum SearchState {
    /// Waits for its turn, or runs.
    Running,
    /// Tried everything.
    Done,
    /// Was stopped by hand; what it found until then is kept.
    Stopped,
    /// The program ended, or failed, while it ran.
    CutOff,
}

impl SearchState {
    const fn word(self) -> &'static str {
        match self {
            Self::Running => "running",
            Self::Done => "done",
            Self::Stopped => "stopped",
            Self::CutOff => "cut_off",
        }
    }

    fn of(word: &str) -> Self {
        match word {
            "running" => Self::Running,
            "done" => Self::Done,
            "stopped" => Self::Stopped,
            _ => Self::CutOff,
        }
    }
}

/// A search about to run.
#[derive(Debug, Clone, Copy)]
pub struct NewSearch<'a> {
    /// Id of the build it belongs to.
    pub build: &'a str,
    /// What it tries, in a few words.
    pub title: &'a str,
    /// How many combinations there are.
    pub combinations: u64,
    /// The search document, JSON text.
    pub document: &'a str,
    /// Time of the start, RFC 3339.
    pub now: &'a str,
}

/// How a search came out.
#[derive(Debug, Clone, Copy)]
pub struct Outcome<'a> {
    /// Done or stopped.
    pub state: SearchState,
    /// Combinations that were tried.
    pub considered: u64,
    /// Those that do the job.
    pub feasible: u64,
    /// What was found, JSON text.
    pub found: &'a str,
    /// Time of the end, RFC 3339.
    pub now: &'a str,
}

/// A search in the list.
#[derive(Debug, Clone, PartialEq, Eq)]
pub struct StoredSearch {
    /// Id.
    pub id: String,
    /// Id of the build it belongs to.
    pub build: String,
    /// What it tries, in a few words.
    pub title: String,
    /// Where it stands.
    pub state: SearchState,
    /// When it began, RFC 3339.
    pub started_at: String,
    /// When it ended, RFC 3339.
    pub ended_at: Option<String>,
    /// How many combinations there are.
    pub combinations: u64,
    /// How many were tried; 0 while it runs.
    pub considered: u64,
    /// Those that do the job; 0 while it runs.
    pub feasible: u64,
}

const COLUMNS: &str = "id, build_id, title, state, started_at, ended_at, combinations, considered, feasible";

/// SQLite counts in signed numbers.
fn signed(count: u64) -> i64 {
    i64::try_from(count).unwrap_or(i64::MAX)
}

fn unsigned(count: i64) -> u64 {
    u64::try_from(count).unwrap_or(0)
}

fn row(row: &rusqlite::Row<'_>) -> rusqlite::Result<StoredSearch> {
    let state: String = row.get(3)?;
    Ok(StoredSearch {
        id: row.get(0)?,
        build: row.get(1)?,
        title: row.get(2)?,
        state: SearchState::of(&state),
        started_at: row.get(4)?,
        ended_at: row.get(5)?,
        combinations: unsigned(row.get(6)?),
        considered: unsigned(row.get(7)?),
        feasible: unsigned(row.get(8)?),
    })
}

/// Notes a search that begins, and lets the oldest of its build go.
///
/// # Errors
/// [`StoreError::NotFound`] when there is no such build, [`StoreError::Full`], or what SQLite reports.
pub fn begin(connection: &mut Connection, id: &str, new: &NewSearch<'_>) -> Result<(), StoreError> {
    let packed = pack(new.document)?;
    let transaction = crate::begin(connection)?;
    crate::builds::must_be_there(&transaction, new.build)?;
    transaction
        .prepare_cached(
            "INSERT INTO search (id, build_id, title, state, started_at, combinations, document)
             VALUES (:id, :build, :title, 'running', :now, :combinations, :document)",
        )?
        .execute(named_params! {
            ":id": id, ":build": new.build, ":title": new.title, ":now": new.now,
            ":combinations": signed(new.combinations), ":document": packed,
        })?;
    transaction
        .prepare_cached(
            "DELETE FROM search WHERE build_id = :build AND state <> 'running' AND id NOT IN (
               SELECT id FROM search WHERE build_id = :build ORDER BY started_at DESC, id DESC LIMIT :kept)",
        )?
        .execute(named_params! { ":build": new.build, ":kept": KEPT })?;
    transaction.commit()?;
    Ok(())
}

/// Notes how a search came out.
///
/// # Errors
/// [`StoreError::Full`] or what SQLite reports. A search that was deleted meanwhile is no error.
pub fn end(connection: &Connection, id: &str, outcome: &Outcome<'_>) -> Result<(), StoreError> {
    let packed = pack(outcome.found)?;
    connection
        .prepare_cached(
            "UPDATE search SET state = :state, ended_at = :now, considered = :considered, feasible = :feasible,
               found = :found WHERE id = :id",
        )?
        .execute(named_params! {
            ":id": id, ":state": outcome.state.word(), ":now": outcome.now, ":found": packed,
            ":considered": signed(outcome.considered), ":feasible": signed(outcome.feasible),
        })?;
    Ok(())
}

/// Marks what still ran when the program ended.
///
/// # Errors
/// What SQLite reports.
pub fn cut_all_off(connection: &Connection, now: &str) -> Result<(), StoreError> {
    connection.execute(
        "UPDATE search SET state = 'cut_off', ended_at = :now WHERE state = 'running'",
        named_params! { ":now": now },
    )?;
    Ok(())
}

/// Marks a search that failed.
///
/// # Errors
/// What SQLite reports. A search that was deleted meanwhile is no error.
pub fn cut_off(connection: &Connection, id: &str, now: &str) -> Result<(), StoreError> {
    connection
        .prepare_cached("UPDATE search SET state = 'cut_off', ended_at = :now WHERE id = :id")?
        .execute(named_params! { ":id": id, ":now": now })?;
    Ok(())
}

/// The searches of a build, the newest first.
///
/// # Errors
/// What SQLite reports.
pub fn list(connection: &Connection, build: &str) -> Result<Vec<StoredSearch>, StoreError> {
    let mut statement = connection.prepare_cached(&format!(
        "SELECT {COLUMNS} FROM search WHERE build_id = :build ORDER BY started_at DESC, id DESC"
    ))?;
    let rows = statement.query_map(named_params! { ":build": build }, row)?;
    Ok(rows.collect::<Result<_, _>>()?)
}

/// One search.
///
/// # Errors
/// [`StoreError::SearchNotFound`] or what SQLite reports.
pub fn by_id(connection: &Connection, id: &str) -> Result<StoredSearch, StoreError> {
    connection
        .prepare_cached(&format!("SELECT {COLUMNS} FROM search WHERE id = :id"))?
        .query_row(named_params! { ":id": id }, row)
        .optional()?
        .ok_or_else(|| StoreError::SearchNotFound { id: id.to_owned() })
}

fn text(connection: &Connection, id: &str, column: &str) -> Result<Option<String>, StoreError> {
    let packed: Option<Vec<u8>> = connection
        .prepare_cached(&format!("SELECT {column} FROM search WHERE id = :id"))?
        .query_row(named_params! { ":id": id }, |row| row.get(0))
        .optional()?
        .ok_or_else(|| StoreError::SearchNotFound { id: id.to_owned() })?;
    packed.map(|packed| unpack(&packed).ok_or_else(|| StoreError::Damaged { id: id.to_owned(), number: 0 })).transpose()
}

/// The search document, JSON text.
///
/// # Errors
/// [`StoreError::SearchNotFound`], [`StoreError::Damaged`] or what SQLite reports.
pub fn document(connection: &Connection, id: &str) -> Result<String, StoreError> {
    Ok(text(connection, id, "document")?.unwrap_or_default())
}

/// What it found, JSON text; `None` while it runs or where it was cut off.
///
/// # Errors
/// [`StoreError::SearchNotFound`], [`StoreError::Damaged`] or what SQLite reports.
pub fn found(connection: &Connection, id: &str) -> Result<Option<String>, StoreError> {
    text(connection, id, "found")
}

/// Takes a search away.
///
/// # Errors
/// What SQLite reports.
pub fn delete(connection: &Connection, id: &str) -> Result<(), StoreError> {
    connection.prepare_cached("DELETE FROM search WHERE id = :id")?.execute(named_params! { ":id": id })?;
    Ok(())
}

//! The shelf: parts with their figures and words beside them, so that any of them can be searched, filtered, sorted.

use std::fmt::Write;

use rusqlite::types::Value;
use rusqlite::{Connection, OptionalExtension, Transaction, named_params, params_from_iter};

use crate::StoreError;

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

/// A range that a figure must be in.
#[derive(Debug, Clone, PartialEq)]
pub struct Range {
    /// Key of the figure.
    pub key: String,
    /// Smallest value that does.
    pub at_least: Option<f64>,
    /// Largest value that does.
    pub at_most: Option<f64>,
}

/// What is looked for.
#[derive(Debug, Clone, Default, PartialEq)]
pub struct Search {
    /// Kind of part; any when left out.
    pub kind: Option<String>,
    /// Beginnings of words, all of which must be found.
    pub text: String,
    /// Ranges of figures, all of which must hold. A part without the figure is not found.
    pub ranges: Vec<Range>,
    /// Words that must stand, by key.
    pub words: Vec<(String, String)>,
    /// Only parts in the drawer, or only those that are not.
    pub owned: Option<bool>,
    /// Retired parts instead of the others.
    pub retired: bool,
    /// Key of the figure to sort by; by name when left out. Parts without it come last.
    pub sort: Option<String>,
    /// Largest first.
    pub descending: bool,
    /// How many to give at most.
    pub limit: u32,
    /// How many to skip.
    pub offset: u32,
}

/// What was found.
#[derive(Debug, Clone, PartialEq, Eq)]
pub struct Found {
    /// How many there are in all.
    pub total: u32,
    /// The ones asked for.
    pub parts: Vec<StoredPart>,
}

/// Searches the shelf.
///
/// # Errors
/// What SQLite reports.
pub fn search(connection: &Connection, search: &Search) -> Result<Found, StoreError> {
    let mut bound: Vec<Value> = Vec::new();
    let mut conditions = vec![format!("part.retired_at IS {}NULL", if search.retired { "NOT " } else { "" })];
    if let Some(kind) = &search.kind {
        conditions.push("part.kind = ?".to_owned());
        bound.push(kind.clone().into());
    }
    if let Some(pattern) = pattern(&search.text) {
        conditions.push("part.number IN (SELECT rowid FROM part_text WHERE part_text MATCH ?)".to_owned());
        bound.push(pattern.into());
    }
    for range in &search.ranges {
        conditions.push(
            "EXISTS (SELECT 1 FROM part_figure WHERE part = part.number AND key = ? AND value BETWEEN ? AND ?)"
                .to_owned(),
        );
        bound.push(range.key.clone().into());
        bound.push(range.at_least.unwrap_or(f64::MIN).into());
        bound.push(range.at_most.unwrap_or(f64::MAX).into());
    }
    let is_word = "EXISTS (SELECT 1 FROM part_word WHERE part = part.number AND key = ? AND word = ?)";
    for (key, word) in &search.words {
        conditions.push(is_word.to_owned());
        bound.push(key.clone().into());
        bound.push(word.clone().into());
    }
    if let Some(owned) = search.owned {
        conditions.push(format!("{}{is_word}", if owned { "" } else { "NOT " }));
        bound.push("owned".to_owned().into());
        bound.push("true".to_owned().into());
    }
    let conditions = conditions.join(" AND ");
    let mut statement = String::from("SELECT part.number FROM part");
    let mut all: Vec<Value> = Vec::new();
    if let Some(key) = &search.sort {
        statement.push_str(" LEFT JOIN part_figure AS sorted ON sorted.part = part.number AND sorted.key = ?");
        all.push(key.clone().into());
    }
    all.extend(bound);
    let direction = if search.descending { "DESC" } else { "ASC" };
    // Writing to a text cannot fail.
    let _ = write!(statement, " WHERE {conditions} ORDER BY ");
    if search.sort.is_some() {
        let _ = write!(statement, "sorted.value IS NULL, sorted.value {direction}, ");
    }
    let by_name = if search.sort.is_some() { "ASC" } else { direction };
    let _ = write!(statement, "part.label COLLATE NOCASE {by_name}, part.id");
    // Numbers only: one narrow pass gives the count and the page, and documents are read for the page alone.
    let mut statement = connection.prepare_cached(&statement)?;
    let numbers: Vec<i64> = statement.query_map(params_from_iter(&all), |row| row.get(0))?.collect::<Result<_, _>>()?;
    let mut whole = connection
        .prepare_cached("SELECT id, revision, updated_at, retired_at, document FROM part WHERE number = ?")?;
    let page = numbers.iter().skip(search.offset as usize).take(search.limit as usize);
    let parts = page.map(|number| whole.query_row([number], row)).collect::<Result<_, _>>()?;
    Ok(Found { total: u32::try_from(numbers.len()).unwrap_or(u32::MAX), parts })
}

/// The full-text pattern of what was typed: every word from its beginning, whatever signs stand between; `None` when
/// there is no word in it.
fn pattern(typed: &str) -> Option<String> {
    const MOST_WORDS: usize = 12;
    let words: Vec<String> = typed
        .split(|letter: char| !letter.is_alphanumeric())
        .filter(|word| !word.is_empty())
        .take(MOST_WORDS)
        .map(|word| format!("\"{word}\"*"))
        .collect();
    (!words.is_empty()).then(|| words.join(" "))
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

//! Bench sheets: kept, listed by what they belong to, changed only from the revision that was read.

use rusqlite::{Connection, OptionalExtension, named_params};

use crate::StoreError;
use crate::pack::{pack, unpack};

/// A sheet as it stands.
#[derive(Debug, Clone, PartialEq, Eq)]
pub struct StoredSheet {
    /// Id.
    pub id: String,
    /// Current revision.
    pub revision: u32,
    /// When it was last saved, RFC 3339.
    pub updated_at: String,
    /// The document, JSON text.
    pub document: String,
}

/// A sheet about to be stored. It has been read and checked; the store only keeps it.
#[derive(Debug, Clone, Copy)]
pub struct NewSheet<'a> {
    /// Id of the build it belongs to.
    pub build: Option<&'a str>,
    /// Id of the part it belongs to.
    pub part: Option<&'a str>,
    /// JSON text.
    pub document: &'a str,
    /// Time of the save, RFC 3339.
    pub now: &'a str,
}

/// Which sheets are listed.
#[derive(Debug, Clone, Default, PartialEq, Eq)]
pub struct Belonging {
    /// Only those of a build.
    pub build: Option<String>,
    /// Only those of a part.
    pub part: Option<String>,
}

fn row(row: &rusqlite::Row<'_>) -> rusqlite::Result<(StoredSheet, Vec<u8>)> {
    let sheet =
        StoredSheet { id: row.get(0)?, revision: row.get(1)?, updated_at: row.get(2)?, document: String::new() };
    Ok((sheet, row.get(3)?))
}

fn unpacked((sheet, packed): (StoredSheet, Vec<u8>)) -> Result<StoredSheet, StoreError> {
    match unpack(&packed) {
        Some(document) => Ok(StoredSheet { document, ..sheet }),
        None => Err(StoreError::Damaged { id: sheet.id, number: sheet.revision }),
    }
}

/// Keeps a new sheet.
///
/// # Errors
/// [`StoreError::Full`] or what SQLite reports.
pub fn create(connection: &mut Connection, id: &str, new: &NewSheet<'_>) -> Result<(), StoreError> {
    let packed = pack(new.document)?;
    let transaction = crate::begin(connection)?;
    transaction
        .prepare_cached(
            "INSERT INTO sheet (id, build_id, part_id, revision, updated_at, document)
             VALUES (:id, :build, :part, 1, :now, :document)",
        )?
        .execute(named_params! {
            ":id": id, ":build": new.build, ":part": new.part, ":now": new.now, ":document": packed,
        })?;
    transaction.commit()?;
    Ok(())
}

/// The sheets, the newest change first.
///
/// # Errors
/// [`StoreError::Damaged`] or what SQLite reports.
pub fn list(connection: &Connection, of: &Belonging) -> Result<Vec<StoredSheet>, StoreError> {
    let mut statement = connection.prepare_cached(
        "SELECT id, revision, updated_at, document FROM sheet
         WHERE deleted_at IS NULL AND (:build IS NULL OR build_id = :build) AND (:part IS NULL OR part_id = :part)
         ORDER BY updated_at DESC, id DESC",
    )?;
    let rows = statement.query_map(named_params! { ":build": of.build, ":part": of.part }, row)?;
    rows.map(|found| unpacked(found?)).collect()
}

/// One sheet.
///
/// # Errors
/// [`StoreError::SheetNotFound`], [`StoreError::Damaged`] or what SQLite reports.
pub fn by_id(connection: &Connection, id: &str) -> Result<StoredSheet, StoreError> {
    connection
        .prepare_cached("SELECT id, revision, updated_at, document FROM sheet WHERE id = :id AND deleted_at IS NULL")?
        .query_row(named_params! { ":id": id }, row)
        .optional()?
        .map_or_else(|| Err(StoreError::SheetNotFound { id: id.to_owned() }), unpacked)
}

/// When the sheet of an id went into the bin, RFC 3339; `None` for one that is not in it.
///
/// # Errors
/// What SQLite reports.
pub fn binned_at(connection: &Connection, id: &str) -> Result<Option<String>, StoreError> {
    let at = connection
        .prepare_cached("SELECT deleted_at FROM sheet WHERE id = :id AND deleted_at IS NOT NULL")?
        .query_row(named_params! { ":id": id }, |row| row.get(0))
        .optional()?;
    Ok(at)
}

fn refuse_stale(connection: &Connection, id: &str, expected: u32) -> Result<(), StoreError> {
    let current = by_id(connection, id)?.revision;
    if current == expected {
        Ok(())
    } else {
        Err(StoreError::Stale { id: id.to_owned(), expected, current, kept_as: None })
    }
}

/// Saves a sheet that was edited from a revision; gives the new one.
///
/// # Errors
/// [`StoreError::Stale`] when someone saved since, [`StoreError::SheetNotFound`], [`StoreError::Full`], or what SQLite
/// reports.
pub fn save(connection: &mut Connection, id: &str, expected: u32, new: &NewSheet<'_>) -> Result<u32, StoreError> {
    let packed = pack(new.document)?;
    let transaction = crate::begin(connection)?;
    refuse_stale(&transaction, id, expected)?;
    transaction
        .prepare_cached(
            "UPDATE sheet SET build_id = :build, part_id = :part, revision = revision + 1, updated_at = :now,
               document = :document WHERE id = :id",
        )?
        .execute(named_params! {
            ":id": id, ":build": new.build, ":part": new.part, ":now": new.now, ":document": packed,
        })?;
    transaction.commit()?;
    Ok(expected + 1)
}

/// Puts a sheet into the bin, or takes it out.
///
/// # Errors
/// What SQLite reports.
pub fn delete(connection: &mut Connection, id: &str, deleted_at: Option<&str>) -> Result<(), StoreError> {
    let transaction = crate::begin(connection)?;
    let changed = transaction
        .prepare_cached("UPDATE sheet SET deleted_at = :at WHERE id = :id")?
        .execute(named_params! { ":id": id, ":at": deleted_at })?;
    transaction.commit()?;
    if changed == 0 { Err(StoreError::SheetNotFound { id: id.to_owned() }) } else { Ok(()) }
}

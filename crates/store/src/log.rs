//! The logbook of each build: entries, the readings of rides beside them, pictures.

use rusqlite::{Connection, OptionalExtension, Transaction, named_params};

use crate::StoreError;
use crate::pack::{pack, pack_bytes, unpack, unpack_bytes};

/// An entry as it stands, without the readings of a ride.
#[derive(Debug, Clone, PartialEq, Eq)]
pub struct StoredEntry {
    /// Id.
    pub id: String,
    /// Id of the build it belongs to.
    pub build: String,
    /// Current revision of the entry.
    pub revision: u32,
    /// Revision of the build before a change that entered itself; `None` for anything else.
    pub since_revision: Option<u32>,
    /// The document, JSON text; of a ride without its channels.
    pub document: String,
    /// What a ride adds up to and says, JSON text; `None` for anything else.
    pub summary: Option<String>,
}

/// An entry about to be stored. It has been read and checked; the store only keeps it.
#[derive(Debug, Clone, Copy)]
pub struct NewEntry<'a> {
    /// Id of the entry.
    pub id: &'a str,
    /// What it is about.
    pub kind: &'a str,
    /// When it happened, RFC 3339.
    pub at: &'a str,
    /// JSON text.
    pub document: &'a str,
    /// What a ride adds up to, JSON text.
    pub summary: Option<&'a str>,
    /// The channels of a ride, as bytes.
    pub readings: Option<&'a [u8]>,
    /// Revision of the build before a change that entered itself.
    pub since_revision: Option<u32>,
}

fn row(row: &rusqlite::Row<'_>) -> rusqlite::Result<(StoredEntry, Vec<u8>, Option<Vec<u8>>)> {
    let entry = StoredEntry {
        id: row.get(0)?,
        build: row.get(1)?,
        revision: row.get(2)?,
        since_revision: row.get(3)?,
        document: String::new(),
        summary: None,
    };
    Ok((entry, row.get(4)?, row.get(5)?))
}

fn unpacked((entry, packed, summary): (StoredEntry, Vec<u8>, Option<Vec<u8>>)) -> Result<StoredEntry, StoreError> {
    match unpack(&packed) {
        Some(document) => Ok(StoredEntry { document, summary: summary.and_then(|packed| unpack(&packed)), ..entry }),
        None => Err(StoreError::Damaged { id: entry.id, number: entry.revision }),
    }
}

const COLUMNS: &str = "id, build_id, revision, since_revision, document, summary";

fn add(transaction: &Transaction<'_>, build: &str, new: &NewEntry<'_>, now: &str) -> Result<(), StoreError> {
    let document = pack(new.document)?;
    let summary = new.summary.map(pack).transpose()?;
    let readings = new.readings.map(pack_bytes).transpose()?;
    transaction
        .prepare_cached(
            "INSERT INTO log_entry (id, build_id, kind, at, revision, updated_at, since_revision, document, summary, readings)
             VALUES (:id, :build, :kind, :at, 1, :now, :since, :document, :summary, :readings)",
        )?
        .execute(named_params! {
            ":id": new.id, ":build": build, ":kind": new.kind, ":at": new.at, ":now": now,
            ":since": new.since_revision, ":document": document, ":summary": summary, ":readings": readings,
        })?;
    Ok(())
}

/// Keeps new entries of a build, all or none.
///
/// # Errors
/// [`StoreError::NotFound`] when there is no such build, [`StoreError::Full`], or what SQLite reports.
pub fn create(connection: &mut Connection, build: &str, new: &[NewEntry<'_>], now: &str) -> Result<(), StoreError> {
    let transaction = crate::begin(connection)?;
    crate::builds::must_be_there(&transaction, build)?;
    for entry in new {
        add(&transaction, build, entry, now)?;
    }
    transaction.commit()?;
    Ok(())
}

/// Entries of a build, or of all builds that are not in the bin, the newest first.
///
/// # Errors
/// [`StoreError::Damaged`] or what SQLite reports.
pub fn list(connection: &Connection, build: Option<&str>) -> Result<Vec<StoredEntry>, StoreError> {
    let mut statement = connection.prepare_cached(&format!(
        "SELECT {COLUMNS} FROM log_entry
         WHERE deleted_at IS NULL AND (build_id = :build OR
           (:build IS NULL AND build_id IN (SELECT id FROM build WHERE deleted_at IS NULL)))
         ORDER BY at DESC, id DESC"
    ))?;
    let rows = statement.query_map(named_params! { ":build": build }, row)?;
    rows.map(|found| unpacked(found?)).collect()
}

/// Builds whose log counts towards upkeep: those with rides, and those that were looked after.
///
/// # Errors
/// What SQLite reports.
pub fn builds_in_use(connection: &Connection) -> Result<Vec<String>, StoreError> {
    let mut statement = connection.prepare_cached(
        "SELECT DISTINCT build_id FROM log_entry WHERE deleted_at IS NULL AND kind IN ('ride', 'upkeep')",
    )?;
    let rows = statement.query_map([], |row| row.get(0))?;
    Ok(rows.collect::<Result<_, _>>()?)
}

/// One entry.
///
/// # Errors
/// [`StoreError::EntryNotFound`], [`StoreError::Damaged`] or what SQLite reports.
pub fn by_id(connection: &Connection, id: &str) -> Result<StoredEntry, StoreError> {
    connection
        .prepare_cached(&format!("SELECT {COLUMNS} FROM log_entry WHERE id = :id AND deleted_at IS NULL"))?
        .query_row(named_params! { ":id": id }, row)
        .optional()?
        .map_or_else(|| Err(StoreError::EntryNotFound { id: id.to_owned() }), unpacked)
}

/// When an entry was last written, RFC 3339.
///
/// # Errors
/// [`StoreError::EntryNotFound`] or what SQLite reports.
pub fn written_at(connection: &Connection, id: &str) -> Result<String, StoreError> {
    connection
        .prepare_cached("SELECT updated_at FROM log_entry WHERE id = :id AND deleted_at IS NULL")?
        .query_row(named_params! { ":id": id }, |row| row.get(0))
        .optional()?
        .ok_or_else(|| StoreError::EntryNotFound { id: id.to_owned() })
}

/// When the entry of an id went into the bin, RFC 3339; `None` for one that is not in it.
///
/// # Errors
/// What SQLite reports.
pub fn binned_at(connection: &Connection, id: &str) -> Result<Option<String>, StoreError> {
    let at = connection
        .prepare_cached("SELECT deleted_at FROM log_entry WHERE id = :id AND deleted_at IS NOT NULL")?
        .query_row(named_params! { ":id": id }, |row| row.get(0))
        .optional()?;
    Ok(at)
}

/// The channels of a ride, as bytes; `None` for anything else.
///
/// # Errors
/// [`StoreError::EntryNotFound`], [`StoreError::Damaged`] or what SQLite reports.
pub fn readings(connection: &Connection, id: &str) -> Result<Option<Vec<u8>>, StoreError> {
    let packed: Option<Vec<u8>> = connection
        .prepare_cached("SELECT readings FROM log_entry WHERE id = :id AND deleted_at IS NULL")?
        .query_row(named_params! { ":id": id }, |row| row.get(0))
        .optional()?
        .ok_or_else(|| StoreError::EntryNotFound { id: id.to_owned() })?;
    match packed {
        None => Ok(None),
        Some(packed) => match unpack_bytes(&packed) {
            Some(bytes) => Ok(Some(bytes)),
            None => Err(StoreError::Damaged { id: id.to_owned(), number: 0 }),
        },
    }
}

/// Saves an entry that was edited from a revision; its readings stay. Gives the new revision.
///
/// # Errors
/// [`StoreError::Stale`] when someone saved since, [`StoreError::EntryNotFound`], [`StoreError::Full`], or what SQLite
/// reports.
pub fn save(connection: &mut Connection, expected: u32, new: &NewEntry<'_>, now: &str) -> Result<u32, StoreError> {
    let document = pack(new.document)?;
    let summary = new.summary.map(pack).transpose()?;
    let transaction = crate::begin(connection)?;
    let current = by_id(&transaction, new.id)?.revision;
    if current != expected {
        return Err(StoreError::Stale { id: new.id.to_owned(), expected, current, kept_as: None });
    }
    transaction
        .prepare_cached(
            "UPDATE log_entry SET kind = :kind, at = :at, revision = revision + 1, updated_at = :now, document = :document,
               summary = :summary, since_revision = NULL WHERE id = :id",
        )?
        .execute(named_params! {
            ":id": new.id, ":kind": new.kind, ":at": new.at, ":now": now, ":document": document, ":summary": summary,
        })?;
    transaction.commit()?;
    Ok(expected + 1)
}

/// Keeps what a ride adds up to and says; no new revision, for nobody wrote it.
///
/// # Errors
/// [`StoreError::Full`] or what SQLite reports.
pub fn keep_summary(connection: &mut Connection, id: &str, summary: &str) -> Result<(), StoreError> {
    let packed = pack(summary)?;
    let transaction = crate::begin(connection)?;
    transaction
        .prepare_cached("UPDATE log_entry SET summary = :summary WHERE id = :id")?
        .execute(named_params! { ":id": id, ":summary": packed })?;
    transaction.commit()?;
    Ok(())
}

/// Takes an entry out of the log, or puts it back.
///
/// # Errors
/// [`StoreError::EntryNotFound`] or what SQLite reports.
pub fn set_deleted(connection: &mut Connection, id: &str, deleted_at: Option<&str>) -> Result<(), StoreError> {
    let transaction = crate::begin(connection)?;
    let touched = transaction
        .prepare_cached("UPDATE log_entry SET deleted_at = :deleted WHERE id = :id")?
        .execute(named_params! { ":id": id, ":deleted": deleted_at })?;
    transaction.commit()?;
    if touched == 0 { Err(StoreError::EntryNotFound { id: id.to_owned() }) } else { Ok(()) }
}

/// The newest change of a build that entered itself and began after a moment, RFC 3339.
///
/// # Errors
/// [`StoreError::Damaged`] or what SQLite reports.
pub fn open_change(connection: &Connection, build: &str, after: &str) -> Result<Option<StoredEntry>, StoreError> {
    connection
        .prepare_cached(&format!(
            "SELECT {COLUMNS} FROM log_entry
             WHERE build_id = :build AND kind = 'change' AND since_revision IS NOT NULL AND deleted_at IS NULL
               AND updated_at > :after
             ORDER BY at DESC, id DESC LIMIT 1"
        ))?
        .query_row(named_params! { ":build": build, ":after": after }, row)
        .optional()?
        .map(unpacked)
        .transpose()
}

/// Writes a change that entered itself anew, or takes it away where nothing is left of it.
///
/// # Errors
/// [`StoreError::Full`] or what SQLite reports.
pub fn change_again(
    connection: &mut Connection,
    id: &str,
    document: Option<&str>,
    now: &str,
) -> Result<(), StoreError> {
    let transaction = crate::begin(connection)?;
    match document {
        Some(document) => {
            let packed = pack(document)?;
            transaction
                .prepare_cached("UPDATE log_entry SET document = :document, updated_at = :now WHERE id = :id")?
                .execute(named_params! { ":id": id, ":document": packed, ":now": now })?;
        }
        None => {
            transaction.prepare_cached("DELETE FROM log_entry WHERE id = :id")?.execute(named_params! { ":id": id })?;
        }
    }
    transaction.commit()?;
    Ok(())
}

/// A picture as it is kept.
#[derive(Debug, Clone, PartialEq, Eq)]
pub struct StoredPicture {
    /// Its media type.
    pub kind: String,
    /// The file.
    pub content: Vec<u8>,
}

/// Keeps a picture of a build.
///
/// # Errors
/// [`StoreError::NotFound`] when there is no such build, or what SQLite reports.
pub fn keep_picture(
    connection: &mut Connection,
    build: &str,
    id: &str,
    picture: &StoredPicture,
    now: &str,
) -> Result<(), StoreError> {
    let transaction = crate::begin(connection)?;
    crate::builds::must_be_there(&transaction, build)?;
    transaction
        .prepare_cached(
            "INSERT INTO log_picture (id, build_id, kind, kept_at, content) VALUES (:id, :build, :kind, :now, :content)",
        )?
        .execute(named_params! {
            ":id": id, ":build": build, ":kind": picture.kind, ":now": now, ":content": picture.content,
        })?;
    transaction.commit()?;
    Ok(())
}

/// A picture.
///
/// # Errors
/// [`StoreError::EntryNotFound`] or what SQLite reports.
pub fn picture(connection: &Connection, id: &str) -> Result<StoredPicture, StoreError> {
    connection
        .prepare_cached("SELECT kind, content FROM log_picture WHERE id = :id")?
        .query_row(named_params! { ":id": id }, |row| Ok(StoredPicture { kind: row.get(0)?, content: row.get(1)? }))
        .optional()?
        .ok_or_else(|| StoreError::EntryNotFound { id: id.to_owned() })
}

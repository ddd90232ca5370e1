//! Builds: each change is a new revision, and a stale one is set aside instead of lost.

use rusqlite::{Connection, OptionalExtension, Transaction, named_params};
use serde::Serialize;

use crate::StoreError;
use crate::pack::{pack, unpack};

/// A build as it stands.
#[derive(Debug, Clone, PartialEq, Eq)]
pub struct StoredBuild {
    /// Id of the build.
    pub id: String,
    /// Current revision.
    pub revision: u32,
    /// When it was last saved, RFC 3339.
    pub updated_at: String,
    /// When it went into the bin, RFC 3339.
    pub deleted_at: Option<String>,
    /// The document, JSON text.
    pub document: String,
}

/// A build in the list.
#[derive(Debug, Clone, PartialEq, Eq)]
pub struct ListedBuild {
    /// Id of the build.
    pub id: String,
    /// Current revision.
    pub revision: u32,
    /// When it was last saved, RFC 3339.
    pub updated_at: String,
    /// When it went into the bin, RFC 3339.
    pub deleted_at: Option<String>,
    /// Name of its current revision.
    pub name: String,
    /// What is said of this revision by these rules, as it was kept; `None` where it was not worked out yet.
    pub line: Option<String>,
}

/// What a revision is.
#[derive(Debug, Clone, Copy, PartialEq, Eq, Serialize, schemars::JsonSchema)]
#[serde(rename_all = "snake_case")]
pub enum RevisionKind {
    /// Was the current one at its time.
    Saved,
    /// Came too late, from another window; kept, never current.
    SetAside,
}

/// One line of the history of a build.
#[derive(Debug, Clone, PartialEq, Eq, Serialize, schemars::JsonSchema)]
pub struct RevisionLine {
    /// Number of the revision, rising.
    pub number: u32,
    /// What it is.
    pub kind: RevisionKind,
    /// When it was saved, RFC 3339.
    pub saved_at: String,
    /// Name of the build in it.
    pub name: String,
    /// Who saved it, where that was said.
    pub saved_by: Option<String>,
}

/// A document about to be stored. It has been read and checked; the store only keeps it.
#[derive(Debug, Clone, Copy)]
pub struct NewRevision<'a> {
    /// Name of the build.
    pub name: &'a str,
    /// JSON text.
    pub document: &'a str,
    /// Time of the save, RFC 3339.
    pub now: &'a str,
    /// Who saves, where that was said.
    pub by: Option<&'a str>,
}

/// All builds, newest change first; those in the bin when `deleted`. No document is opened. `rules` names the rules by which
/// what is said of them was worked out.
///
/// # Errors
/// What SQLite reports.
pub fn list(connection: &Connection, deleted: bool, rules: &str) -> Result<Vec<ListedBuild>, StoreError> {
    let mut statement = connection.prepare_cached(
        "SELECT build.id, current_revision, updated_at, deleted_at, name, line
         FROM build JOIN revision ON revision.build_id = build.id AND number = current_revision
         LEFT JOIN build_line ON build_line.build_id = build.id AND build_line.revision = current_revision AND rules = :rules
         WHERE (deleted_at IS NOT NULL) = :deleted
         ORDER BY updated_at DESC, build.id",
    )?;
    let rows = statement.query_map(named_params! { ":deleted": deleted, ":rules": rules }, |row| {
        Ok(ListedBuild {
            id: row.get(0)?,
            revision: row.get(1)?,
            updated_at: row.get(2)?,
            deleted_at: row.get(3)?,
            name: row.get(4)?,
            line: row.get(5)?,
        })
    })?;
    Ok(rows.collect::<Result<_, _>>()?)
}

/// Keeps what is said of revisions of builds: id, revision, text.
///
/// # Errors
/// What SQLite reports.
pub fn keep_lines(connection: &mut Connection, rules: &str, lines: &[(String, u32, String)]) -> Result<(), StoreError> {
    let transaction = crate::begin(connection)?;
    for (id, revision, line) in lines {
        transaction
            .prepare_cached(
                "INSERT INTO build_line (build_id, revision, rules, line)
                 SELECT id, :revision, :rules, :line FROM build WHERE id = :id
                 ON CONFLICT (build_id) DO UPDATE SET revision = :revision, rules = :rules, line = :line",
            )?
            .execute(named_params! { ":id": id, ":revision": revision, ":rules": rules, ":line": line })?;
    }
    transaction.commit()?;
    Ok(())
}

/// Id and name of every build that is not in the bin, the newest change first.
///
/// # Errors
/// What SQLite reports.
pub fn names(connection: &Connection) -> Result<Vec<(String, String)>, StoreError> {
    let listed = list(connection, false, "")?;
    Ok(listed.into_iter().map(|build| (build.id, build.name)).collect())
}

/// One build; those in the bin too.
///
/// # Errors
/// [`StoreError::NotFound`], [`StoreError::Damaged`] or what SQLite reports.
pub fn by_id(connection: &Connection, id: &str) -> Result<StoredBuild, StoreError> {
    connection
        .prepare_cached(
            "SELECT build.id, current_revision, updated_at, deleted_at, document
             FROM build JOIN revision ON build_id = build.id AND number = current_revision
             WHERE build.id = :id",
        )?
        .query_row(named_params! { ":id": id }, row)
        .optional()?
        .ok_or_else(|| StoreError::NotFound { id: id.to_owned() })?
        .unpacked()
}

/// Refuses what would belong to a build that is not there.
pub(crate) fn must_be_there(connection: &Connection, build: &str) -> Result<(), StoreError> {
    connection
        .prepare_cached("SELECT 1 FROM build WHERE id = :id")?
        .query_row(named_params! { ":id": build }, |_| Ok(()))
        .optional()?
        .ok_or_else(|| StoreError::NotFound { id: build.to_owned() })
}

/// Stores a new build as its revision 1.
///
/// # Errors
/// [`StoreError::Full`], [`StoreError::Busy`] or what SQLite reports; then nothing is stored.
pub fn create(connection: &mut Connection, id: &str, new: &NewRevision<'_>) -> Result<u32, StoreError> {
    let transaction = crate::begin(connection)?;
    transaction
        .prepare_cached(
            "INSERT INTO build (id, created_at, updated_at, current_revision, newest_revision)
             VALUES (:id, :now, :now, 1, 1)",
        )?
        .execute(named_params! { ":id": id, ":now": new.now })?;
    add_revision(&transaction, id, 1, RevisionKind::Saved, new)?;
    transaction.commit()?;
    Ok(1)
}

/// Saves a build that was edited from revision `expected`.
///
/// Saving what is already there makes no new revision. A stale document is set aside as a revision of its own.
///
/// # Errors
/// [`StoreError::Stale`] with the number it was set aside as, [`StoreError::NotFound`] also for a build in the bin,
/// [`StoreError::Full`], [`StoreError::Busy`] or what SQLite reports; then nothing stored has changed.
pub fn save(connection: &mut Connection, id: &str, expected: u32, new: &NewRevision<'_>) -> Result<u32, StoreError> {
    let transaction = crate::begin(connection)?;
    let stored = by_id(&transaction, id)?;
    if stored.deleted_at.is_some() {
        return Err(StoreError::NotFound { id: id.to_owned() });
    }
    let next = newest_revision(&transaction, id)? + 1;
    let stale = stored.revision != expected;
    if stored.document == new.document {
        // The same text from two windows is no conflict.
        return Ok(stored.revision);
    }
    let kind = if stale { RevisionKind::SetAside } else { RevisionKind::Saved };
    add_revision(&transaction, id, next, kind, new)?;
    let current = if stale { stored.revision } else { next };
    transaction
        .prepare_cached(
            "UPDATE build SET newest_revision = :next, current_revision = :current,
                updated_at = CASE WHEN :stale THEN updated_at ELSE :now END
             WHERE id = :id",
        )?
        .execute(named_params! { ":id": id, ":next": next, ":current": current, ":stale": stale, ":now": new.now })?;
    thin(&transaction, id, next, new.now)?;
    transaction.commit()?;
    if stale {
        return Err(StoreError::Stale { id: id.to_owned(), expected, current: stored.revision, kept_as: Some(next) });
    }
    Ok(next)
}

/// Puts a build into the bin.
///
/// # Errors
/// [`StoreError::Stale`] when someone saved since `expected`, [`StoreError::NotFound`], or what SQLite reports.
pub fn delete(connection: &mut Connection, id: &str, expected: u32, now: &str) -> Result<(), StoreError> {
    let transaction = crate::begin(connection)?;
    let stored = by_id(&transaction, id)?;
    if stored.deleted_at.is_some() {
        return Err(StoreError::NotFound { id: id.to_owned() });
    }
    if stored.revision != expected {
        return Err(StoreError::Stale { id: id.to_owned(), expected, current: stored.revision, kept_as: None });
    }
    transaction
        .prepare_cached("UPDATE build SET deleted_at = :now WHERE id = :id")?
        .execute(named_params! { ":id": id, ":now": now })?;
    transaction.commit()?;
    Ok(())
}

/// Takes a build out of the bin; one that is not in it stays as it is.
///
/// # Errors
/// [`StoreError::NotFound`] or what SQLite reports.
pub fn restore(connection: &mut Connection, id: &str) -> Result<StoredBuild, StoreError> {
    let transaction = crate::begin(connection)?;
    transaction
        .prepare_cached("UPDATE build SET deleted_at = NULL WHERE id = :id")?
        .execute(named_params! { ":id": id })?;
    let stored = by_id(&transaction, id)?;
    transaction.commit()?;
    Ok(stored)
}

/// The history of a build, newest first.
///
/// # Errors
/// [`StoreError::NotFound`] or what SQLite reports.
pub fn revisions(connection: &Connection, id: &str) -> Result<Vec<RevisionLine>, StoreError> {
    newest_revision(connection, id)?;
    let mut statement = connection.prepare_cached(
        "SELECT number, kind, saved_at, name, saved_by FROM revision WHERE build_id = :id ORDER BY number DESC",
    )?;
    let rows = statement.query_map(named_params! { ":id": id }, |row| {
        let kind: String = row.get(1)?;
        Ok(RevisionLine {
            number: row.get(0)?,
            kind: if kind == "saved" { RevisionKind::Saved } else { RevisionKind::SetAside },
            saved_at: row.get(2)?,
            name: row.get(3)?,
            saved_by: row.get(4)?,
        })
    })?;
    Ok(rows.collect::<Result<_, _>>()?)
}

/// The document of one revision, JSON text.
///
/// # Errors
/// [`StoreError::NoRevision`], [`StoreError::Damaged`] or what SQLite reports.
pub fn revision(connection: &Connection, id: &str, number: u32) -> Result<String, StoreError> {
    let packed: Vec<u8> = connection
        .prepare_cached("SELECT document FROM revision WHERE build_id = :id AND number = :number")?
        .query_row(named_params! { ":id": id, ":number": number }, |row| row.get(0))
        .optional()?
        .ok_or_else(|| StoreError::NoRevision { id: id.to_owned(), number })?;
    unpack(&packed).ok_or_else(|| StoreError::Damaged { id: id.to_owned(), number })
}

/// The build as it stood at a moment, RFC 3339: number and document of the last revision that was saved until then; the oldest
/// that is kept where there is none.
///
/// # Errors
/// [`StoreError::NotFound`], [`StoreError::Damaged`] or what SQLite reports.
pub fn at_moment(connection: &Connection, id: &str, at: &str) -> Result<(u32, String), StoreError> {
    let found: Option<(u32, Vec<u8>)> = connection
        .prepare_cached(
            "SELECT number, document FROM revision WHERE build_id = :id AND kind = 'saved'
             ORDER BY saved_at > :at, CASE WHEN saved_at > :at THEN number ELSE -number END LIMIT 1",
        )?
        .query_row(named_params! { ":id": id, ":at": at }, |row| Ok((row.get(0)?, row.get(1)?)))
        .optional()?;
    let (number, packed) = found.ok_or_else(|| StoreError::NotFound { id: id.to_owned() })?;
    let document = unpack(&packed).ok_or_else(|| StoreError::Damaged { id: id.to_owned(), number })?;
    Ok((number, document))
}

/// Sets a mark once: true the first time, false when it was there.
///
/// # Errors
/// What SQLite reports.
pub fn mark_once(connection: &Connection, key: &str, value: &str) -> Result<bool, StoreError> {
    let set = connection
        .prepare_cached("INSERT INTO mark (key, value) VALUES (:key, :value) ON CONFLICT DO NOTHING")?
        .execute(named_params! { ":key": key, ":value": value })?;
    Ok(set == 1)
}

fn newest_revision(connection: &Connection, id: &str) -> Result<u32, StoreError> {
    connection
        .prepare_cached("SELECT newest_revision FROM build WHERE id = :id")?
        .query_row(named_params! { ":id": id }, |row| row.get(0))
        .optional()?
        .ok_or_else(|| StoreError::NotFound { id: id.to_owned() })
}

fn add_revision(
    transaction: &Transaction<'_>,
    id: &str,
    number: u32,
    kind: RevisionKind,
    new: &NewRevision<'_>,
) -> Result<(), StoreError> {
    let packed = pack(new.document)?;
    let kind = match kind {
        RevisionKind::Saved => "saved",
        RevisionKind::SetAside => "set_aside",
    };
    transaction
        .prepare_cached(
            "INSERT INTO revision (build_id, number, kind, saved_at, name, saved_by, document)
             VALUES (:id, :number, :kind, :now, :name, :by, :document)",
        )?
        .execute(named_params! {
            ":id": id, ":number": number, ":kind": kind, ":now": new.now, ":name": new.name, ":by": new.by,
            ":document": packed,
        })?;
    Ok(())
}

/// Every so many revisions the old ones are thinned.
const THIN_EVERY: u32 = 50;

/// Of the days before today keeps the last saved revision of each hour, and all that were set aside: typing makes a
/// revision every second, and nobody looks for one second of last week.
fn thin(transaction: &Transaction<'_>, id: &str, number: u32, now: &str) -> Result<(), StoreError> {
    if !number.is_multiple_of(THIN_EVERY) {
        return Ok(());
    }
    transaction
        .prepare_cached(
            "DELETE FROM revision
             WHERE build_id = :id AND kind = 'saved' AND substr(saved_at, 1, 10) < substr(:now, 1, 10)
               AND number <> (SELECT current_revision FROM build WHERE id = :id)
               AND EXISTS (
                 SELECT 1 FROM revision AS later
                 WHERE later.build_id = :id AND later.kind = 'saved' AND later.number > revision.number
                   AND substr(later.saved_at, 1, 13) = substr(revision.saved_at, 1, 13)
               )",
        )?
        .execute(named_params! { ":id": id, ":now": now })?;
    Ok(())
}

/// A row as it comes, its document still packed.
struct Packed {
    build: StoredBuild,
    document: Vec<u8>,
}

fn row(row: &rusqlite::Row<'_>) -> rusqlite::Result<Packed> {
    Ok(Packed {
        build: StoredBuild {
            id: row.get(0)?,
            revision: row.get(1)?,
            updated_at: row.get(2)?,
            deleted_at: row.get(3)?,
            document: String::new(),
        },
        document: row.get(4)?,
    })
}

impl Packed {
    fn unpacked(self) -> Result<StoredBuild, StoreError> {
        match unpack(&self.document) {
            Some(document) => Ok(StoredBuild { document, ..self.build }),
            None => Err(StoreError::Damaged { id: self.build.id, number: self.build.revision }),
        }
    }
}

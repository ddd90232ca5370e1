//! What can go wrong in the store.

use std::path::PathBuf;

/// What can go wrong in the store.
#[derive(Debug, thiserror::Error)]
pub enum StoreError {
    /// The file cannot be opened or is no database.
    #[error("cannot open the database {}: {detail}", path.display())]
    Open {
        /// The file.
        path: PathBuf,
        /// What SQLite said.
        detail: String,
    },
    /// A newer version of the program wrote the file.
    #[error("the database {} was written by a newer version; use that one, nothing was changed", path.display())]
    Newer {
        /// The file.
        path: PathBuf,
    },
    /// The file is a database, and not one of this program.
    #[error("{} is a database of another program; nothing was changed in it, name another file", path.display())]
    Foreign {
        /// The file.
        path: PathBuf,
    },
    /// The file was deleted or put away while the program runs.
    #[error(
        "the data file {path} is gone: nothing is stored any more. Export what you need, put the file back and start again"
    )]
    Gone {
        /// The file.
        path: String,
    },
    /// No such build, or it is in the bin.
    #[error("there is no build {id}")]
    NotFound {
        /// The build asked for.
        id: String,
    },
    /// No such part on the shelf.
    #[error("there is no part {id} on the shelf")]
    PartNotFound {
        /// The part asked for.
        id: String,
    },
    /// No such bench sheet, or it is in the bin.
    #[error("there is no bench sheet {id}")]
    SheetNotFound {
        /// The sheet asked for.
        id: String,
    },
    /// No such entry or picture of a logbook, or it was taken out.
    #[error("there is no entry {id} in the log")]
    EntryNotFound {
        /// The entry asked for.
        id: String,
    },
    /// No such search, or it made room for newer ones.
    #[error("there is no search {id}")]
    SearchNotFound {
        /// The search asked for.
        id: String,
    },
    /// No such run, or it made room for newer ones.
    #[error("there is no run {id}")]
    RunNotFound {
        /// The run asked for.
        id: String,
    },
    /// No such revision of a build.
    #[error("build {id} has no revision {number}")]
    NoRevision {
        /// The build.
        id: String,
        /// The revision asked for.
        number: u32,
    },
    /// Someone saved since; nothing was overwritten.
    #[error("revision {expected} was edited, but {current} is the current one")]
    Stale {
        /// The document.
        id: String,
        /// The revision that the edit started from.
        expected: u32,
        /// The current revision.
        current: u32,
        /// The revision that now holds the refused document, set aside; `None` when there was none to keep.
        kept_as: Option<u32>,
    },
    /// The disk is full.
    #[error("the disk is full: this change is not stored, everything stored before is kept")]
    Full,
    /// Another process holds the database, or every connection is in use.
    #[error("the database is busy; this change is not stored")]
    Busy,
    /// A document cannot be compressed.
    #[error("a document could not be packed: {0}; this change is not stored")]
    Packing(std::io::Error),
    /// A stored document cannot be unpacked.
    #[error("{} is damaged on the disk", damaged(id, *number))]
    Damaged {
        /// The document.
        id: String,
        /// Its revision; 0 for one that has none.
        number: u32,
    },
    /// Anything else SQLite reports.
    #[error("database: {0}")]
    Sqlite(rusqlite::Error),
}

fn damaged(id: &str, number: u32) -> String {
    if number == 0 { format!("what is kept as {id}") } else { format!("revision {number} of {id}") }
}

impl From<rusqlite::Error> for StoreError {
    fn from(error: rusqlite::Error) -> Self {
        match error.sqlite_error_code() {
            Some(rusqlite::ErrorCode::DiskFull) => Self::Full,
            Some(rusqlite::ErrorCode::DatabaseBusy | rusqlite::ErrorCode::DatabaseLocked) => Self::Busy,
            _ => Self::Sqlite(error),
        }
    }
}

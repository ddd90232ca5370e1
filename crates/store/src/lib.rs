//! Builds, their revisions and searches, and the shelf of parts in one SQLite file.
//!
//! * [`Store`]: the pool of connections, write-ahead log, foreign keys on, every commit on the disk before it returns.
//! * [`builds`]: create, read, save, delete, restore. Functions are synchronous and take a connection.
//! * [`parts`]: the shelf, searched by text, figure and word.
//! * [`searches`]: what was asked and found, the last ten of a build.
//! * [`sheets`]: readings of the bench. [`runs`]: runs that are kept. [`log`]: what happened to a machine. [`backup`]: copies and looks through.
//! * [`StoreError`]: what can go wrong, the full disk by name.

pub mod backup;
pub mod builds;
mod error;
pub mod instruments;
pub mod log;
mod pack;
pub mod parts;
pub mod runs;
mod schema;
pub mod searches;
pub mod sheets;

use std::path::Path;
use std::time::Duration;

use r2d2_sqlite::SqliteConnectionManager;
use rusqlite::{OpenFlags, Transaction, TransactionBehavior};

pub use error::StoreError;
pub use rusqlite::Connection;

/// A pool of connections to one database file. Cheap to clone.
#[derive(Clone)]
pub struct Store {
    pool: r2d2::Pool<SqliteConnectionManager>,
}

/// How long a connection waits for another one's write.
const BUSY_TIMEOUT: Duration = Duration::from_secs(5);
/// Connections in the pool: readers never wait for the writer in write-ahead mode.
const CONNECTIONS: u32 = 4;

impl Store {
    /// Opens or creates the database at `path` and brings its tables up to date.
    ///
    /// # Errors
    /// [`StoreError::Open`] when the file cannot be opened or is no database, [`StoreError::Newer`] when a newer
    /// version of the program wrote it.
    pub fn open(path: &Path) -> Result<Self, StoreError> {
        let manager = SqliteConnectionManager::file(path)
            .with_flags(
                OpenFlags::SQLITE_OPEN_READ_WRITE | OpenFlags::SQLITE_OPEN_CREATE | OpenFlags::SQLITE_OPEN_NO_MUTEX,
            )
            .with_init(prepare);
        let opened = |detail: String| StoreError::Open { path: path.to_owned(), detail };
        if is_foreign(path) {
            return Err(StoreError::Foreign { path: path.to_owned() });
        }
        // One look first, for a clear message: the pool only says that it timed out.
        let mut first = Connection::open(path).map_err(|error| opened(error.to_string()))?;
        prepare(&mut first).map_err(|error| opened(error.to_string()))?;
        schema::migrate(&mut first).map_err(|error| match error {
            rusqlite_migration::Error::MigrationDefinition(_) => StoreError::Newer { path: path.to_owned() },
            other => opened(other.to_string()),
        })?;
        drop(first);
        let pool =
            r2d2::Pool::builder().max_size(CONNECTIONS).build(manager).map_err(|error| opened(error.to_string()))?;
        Ok(Self { pool })
    }

    /// Runs `work` with a connection. Blocks: call it off the async threads.
    ///
    /// # Errors
    /// [`StoreError::Busy`] when no connection becomes free, else what `work` returns.
    pub fn with<T>(&self, work: impl FnOnce(&mut Connection) -> Result<T, StoreError>) -> Result<T, StoreError> {
        let mut connection = self.pool.get().map_err(|_| StoreError::Busy)?;
        work(&mut connection)
    }
}

/// The one way a write begins: with the right to write, so that nobody else's write comes between what it reads and what it
/// writes. It waits for others; a transaction that began by reading would fail at once.
///
/// A file that was deleted meanwhile would still take everything, and keep nothing.
fn begin(connection: &mut Connection) -> Result<Transaction<'_>, StoreError> {
    if let Some(path) = connection.path().filter(|path| !Path::new(path).exists()) {
        return Err(StoreError::Gone { path: path.to_owned() });
    }
    Ok(connection.transaction_with_behavior(TransactionBehavior::Immediate)?)
}

/// Whether a file is a database with tables, and none of ours among them.
fn is_foreign(path: &Path) -> bool {
    let look = || -> rusqlite::Result<bool> {
        let connection = Connection::open_with_flags(path, OpenFlags::SQLITE_OPEN_READ_ONLY)?;
        let tables = |name: &str| -> rusqlite::Result<u32> {
            connection.query_row("SELECT count(*) FROM sqlite_master WHERE name LIKE ?", [name], |row| row.get(0))
        };
        Ok(tables("%")? > 0 && tables("revision")? == 0)
    };
    path.exists() && look().unwrap_or(false)
}

/// Settings of every connection.
fn prepare(connection: &mut Connection) -> rusqlite::Result<()> {
    connection.busy_timeout(BUSY_TIMEOUT)?;
    connection.pragma_update(None, "journal_mode", "wal")?;
    // Full: a saved edit survives the plug being pulled, not only the process being killed.
    connection.pragma_update(None, "synchronous", "full")?;
    connection.pragma_update(None, "foreign_keys", true)?;
    Ok(())
}

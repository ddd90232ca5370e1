//! A data file copied while it is in use, and looked through.

use std::path::Path;

use rusqlite::{Connection, OpenFlags, OptionalExtension};

use crate::StoreError;
use crate::pack::{unpack, unpack_bytes};

/// Writes a consistent copy of the database into a new file, while others read and write.
///
/// # Errors
/// [`StoreError::Full`] where the disk is full, what SQLite reports where the file is there already or cannot be made.
pub fn copy(connection: &Connection, to: &Path) -> Result<(), StoreError> {
    connection.execute("VACUUM INTO ?", [to.to_string_lossy()])?;
    Ok(())
}

/// What a data file holds, and what of it is damaged.
#[derive(Debug, Clone, Default, PartialEq, Eq)]
pub struct Looked {
    /// What SQLite says of its pages and indices; empty where all is well.
    pub pages: Vec<String>,
    /// Kind by kind: what it is called, how many there are, how many can be read.
    pub kinds: Vec<(&'static str, u64, u64)>,
    /// What cannot be read, in words; the first fifty.
    pub damaged: Vec<String>,
}

impl Looked {
    /// Whether everything can be read.
    #[must_use]
    pub fn is_sound(&self) -> bool {
        self.pages.is_empty() && self.kinds.iter().all(|(_, all, read)| all == read)
    }
}

/// Most that is named of what is damaged.
const MOST_NAMED: usize = 50;

type Unpack = fn(&[u8]) -> bool;
const TEXT: Unpack = |bytes| unpack(bytes).is_some_and(|text| serde_json::from_str::<serde_json::Value>(&text).is_ok());
const BYTES: Unpack = |bytes| unpack_bytes(bytes).is_some();
const PLAIN: Unpack = |bytes| serde_json::from_slice::<serde_json::Value>(bytes).is_ok();

/// What is kept compressed or as JSON: name, table, what tells one row, the column, how it is opened.
const KEPT: [(&str, &str, &str, &str, Unpack); 8] = [
    ("revisions of builds", "revision", "build_id || ' ' || number", "document", TEXT),
    ("parts", "part", "label", "CAST(document AS BLOB)", PLAIN),
    ("searches", "search", "title", "document", TEXT),
    ("bench sheets", "sheet", "id", "document", TEXT),
    ("runs", "run", "title", "document", TEXT),
    ("log entries", "log_entry", "id", "document", TEXT),
    ("readings of rides", "log_entry", "id", "readings", BYTES),
    ("pictures", "log_picture", "id", "content", |bytes| !bytes.is_empty()),
];

/// Looks a data file through without changing it: its pages, and whether everything in it can be opened.
///
/// # Errors
/// [`StoreError::Open`] for a file that is not there, [`StoreError::Foreign`] for one of another program, what SQLite reports
/// where it is no database at all.
pub fn look_through(path: &Path) -> Result<Looked, StoreError> {
    let opened = |detail: String| StoreError::Open { path: path.to_owned(), detail };
    if !path.exists() {
        return Err(opened("there is no such file".to_owned()));
    }
    let connection = Connection::open_with_flags(path, OpenFlags::SQLITE_OPEN_READ_ONLY)
        .map_err(|error| opened(error.to_string()))?;
    let has = |table: &str| {
        let found = connection.query_row("SELECT 1 FROM sqlite_master WHERE name = ?", [table], |_| Ok(()));
        found.optional().map_err(|error| opened(error.to_string())).map(|found| found.is_some())
    };
    if !has("revision")? {
        return Err(StoreError::Foreign { path: path.to_owned() });
    }
    let mut looked = Looked::default();
    let mut statement = connection.prepare("PRAGMA integrity_check")?;
    let said: Result<Vec<String>, _> = statement.query_map([], |row| row.get(0))?.collect();
    match said {
        Ok(said) => looked.pages.extend(said.into_iter().filter(|line| line != "ok")),
        Err(error) => looked.pages.push(error.to_string()),
    }
    for (name, table, tells, column, opens) in KEPT {
        if !has(table)? {
            continue;
        }
        let (mut all, mut read) = (0, 0);
        let mut note = |what: String| {
            if looked.damaged.len() < MOST_NAMED {
                looked.damaged.push(what);
            }
        };
        let sql = format!("SELECT {tells}, {column} FROM {table} WHERE {column} IS NOT NULL");
        let rows = connection.prepare(&sql);
        match rows {
            Err(error) => note(format!("{name}: {error}")),
            Ok(mut statement) => {
                let mut rows = statement.query([])?;
                loop {
                    match rows.next() {
                        Ok(None) => break,
                        Ok(Some(row)) => {
                            all += 1;
                            let whole = row.get::<_, Vec<u8>>(1).is_ok_and(|bytes| opens(&bytes));
                            if whole {
                                read += 1;
                            } else {
                                note(format!("{name}: {}", row.get::<_, String>(0).unwrap_or_default()));
                            }
                        }
                        Err(error) => {
                            all += 1;
                            note(format!("{name}: from here on nothing can be read: {error}"));
                            break;
                        }
                    }
                }
            }
        }
        looked.kinds.push((name, all, read));
    }
    Ok(looked)
}

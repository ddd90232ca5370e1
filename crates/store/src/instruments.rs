//! Which instruments were in use, kept so that a program that was cut off finds them again.

use rusqlite::{Connection, OptionalExtension, named_params};

use crate::StoreError;

const KEY: &str = "instruments in use";

/// Keeps what is said of the instruments in use, in place of what was kept before.
///
/// # Errors
/// [`StoreError`] where it cannot be written.
pub fn keep(connection: &Connection, said: &str) -> Result<(), StoreError> {
    connection
        .prepare_cached("INSERT INTO mark (key, value) VALUES (:key, :value) ON CONFLICT DO UPDATE SET value = :value")?
        .execute(named_params! { ":key": KEY, ":value": said })?;
    Ok(())
}

/// What was kept last; `None` where nothing was.
///
/// # Errors
/// [`StoreError`] where it cannot be read.
pub fn kept(connection: &Connection) -> Result<Option<String>, StoreError> {
    let mut found = connection.prepare_cached("SELECT value FROM mark WHERE key = :key")?;
    Ok(found.query_row(named_params! { ":key": KEY }, |row| row.get(0)).optional()?)
}

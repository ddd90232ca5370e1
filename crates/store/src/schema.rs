//! Tables, as migrations that only ever grow at the end.

use rusqlite::Connection;
use rusqlite_migration::{M, Migrations};

const STEPS: &[M<'static>] = &[
    M::up(
        "CREATE TABLE build (
        id TEXT PRIMARY KEY CHECK (length(id) = 36),
        created_at TEXT NOT NULL,
        updated_at TEXT NOT NULL,
        deleted_at TEXT,
        current_revision INTEGER NOT NULL CHECK (current_revision > 0),
        newest_revision INTEGER NOT NULL CHECK (newest_revision >= current_revision)
    ) STRICT;
    CREATE TABLE revision (
        build_id TEXT NOT NULL REFERENCES build (id) ON DELETE CASCADE,
        number INTEGER NOT NULL CHECK (number > 0),
        kind TEXT NOT NULL CHECK (kind IN ('saved', 'set_aside')),
        saved_at TEXT NOT NULL,
        name TEXT NOT NULL,
        document BLOB NOT NULL,
        PRIMARY KEY (build_id, number)
    ) STRICT, WITHOUT ROWID;
    CREATE INDEX build_by_time ON build (updated_at);
    CREATE TABLE mark (
        key TEXT PRIMARY KEY,
        value TEXT NOT NULL
    ) STRICT;",
    ),
    M::up(
        "CREATE TABLE part (
        number INTEGER PRIMARY KEY,
        id TEXT NOT NULL UNIQUE CHECK (length(id) = 36),
        kind TEXT NOT NULL,
        label TEXT NOT NULL,
        revision INTEGER NOT NULL CHECK (revision > 0),
        updated_at TEXT NOT NULL,
        retired_at TEXT,
        document TEXT NOT NULL
    ) STRICT;
    CREATE INDEX part_by_kind ON part (kind, label COLLATE NOCASE);
    CREATE TABLE part_figure (
        part INTEGER NOT NULL REFERENCES part (number) ON DELETE CASCADE,
        key TEXT NOT NULL,
        value REAL NOT NULL,
        PRIMARY KEY (part, key)
    ) STRICT, WITHOUT ROWID;
    CREATE INDEX part_figure_by_value ON part_figure (key, value, part);
    CREATE TABLE part_word (
        part INTEGER NOT NULL REFERENCES part (number) ON DELETE CASCADE,
        key TEXT NOT NULL,
        word TEXT NOT NULL,
        PRIMARY KEY (part, key)
    ) STRICT, WITHOUT ROWID;
    CREATE INDEX part_word_by_word ON part_word (key, word, part);
    CREATE VIRTUAL TABLE part_text USING fts5 (text, tokenize = 'unicode61 remove_diacritics 2', prefix = '1 2 3');",
    ),
    // What is searched and sorted by stands in the index, so that no row with its long document is read for it.
    M::up(
        "CREATE INDEX part_by_name ON part (retired_at, label COLLATE NOCASE, id, kind);
    CREATE INDEX part_by_kind_and_name ON part (retired_at, kind, label COLLATE NOCASE, id);
    DROP INDEX part_by_kind;",
    ),
    M::up(
        "CREATE TABLE search (
        id TEXT PRIMARY KEY CHECK (length(id) = 36),
        build_id TEXT NOT NULL REFERENCES build (id) ON DELETE CASCADE,
        title TEXT NOT NULL,
        state TEXT NOT NULL CHECK (state IN ('running', 'done', 'stopped', 'cut_off')),
        started_at TEXT NOT NULL,
        ended_at TEXT,
        combinations INTEGER NOT NULL CHECK (combinations >= 0),
        considered INTEGER NOT NULL DEFAULT 0,
        feasible INTEGER NOT NULL DEFAULT 0,
        document BLOB NOT NULL,
        found BLOB
    ) STRICT;
    CREATE INDEX search_by_build ON search (build_id, started_at);",
    ),
    // A sheet outlives its build and its part: what was measured stays true.
    M::up(
        "CREATE TABLE sheet (
        id TEXT PRIMARY KEY CHECK (length(id) = 36),
        build_id TEXT,
        part_id TEXT,
        revision INTEGER NOT NULL CHECK (revision > 0),
        updated_at TEXT NOT NULL,
        deleted_at TEXT,
        document BLOB NOT NULL
    ) STRICT;
    CREATE INDEX sheet_by_time ON sheet (deleted_at, updated_at);",
    ),
    M::up(
        "CREATE TABLE run (
        id TEXT PRIMARY KEY CHECK (length(id) = 36),
        build_id TEXT NOT NULL REFERENCES build (id) ON DELETE CASCADE,
        title TEXT NOT NULL,
        option_name TEXT NOT NULL,
        kept_at TEXT NOT NULL,
        document BLOB NOT NULL,
        simulated BLOB NOT NULL
    ) STRICT;
    CREATE INDEX run_by_build ON run (build_id, kept_at);",
    ),
    // What happened stays true when its build goes into the bin; it goes with it for good.
    M::up(
        "CREATE TABLE log_entry (
        id TEXT PRIMARY KEY CHECK (length(id) = 36),
        build_id TEXT NOT NULL REFERENCES build (id) ON DELETE CASCADE,
        kind TEXT NOT NULL,
        at TEXT NOT NULL,
        revision INTEGER NOT NULL CHECK (revision > 0),
        updated_at TEXT NOT NULL,
        deleted_at TEXT,
        since_revision INTEGER,
        document BLOB NOT NULL,
        summary BLOB,
        readings BLOB
    ) STRICT;
    CREATE INDEX log_entry_by_build ON log_entry (build_id, deleted_at, at);
    CREATE TABLE build_line (
        build_id TEXT PRIMARY KEY REFERENCES build (id) ON DELETE CASCADE,
        revision INTEGER NOT NULL CHECK (revision > 0),
        rules TEXT NOT NULL,
        line TEXT NOT NULL
    ) STRICT, WITHOUT ROWID;
    CREATE TABLE log_picture (
        id TEXT PRIMARY KEY CHECK (length(id) = 36),
        build_id TEXT NOT NULL REFERENCES build (id) ON DELETE CASCADE,
        kind TEXT NOT NULL,
        kept_at TEXT NOT NULL,
        content BLOB NOT NULL
    ) STRICT;",
    ),
    // Who saved, where visitors say their names.
    M::up("ALTER TABLE revision ADD COLUMN saved_by TEXT;"),
];

static MIGRATIONS: Migrations<'static> = Migrations::from_slice(STEPS);

/// Brings the tables up to date.
pub(crate) fn migrate(connection: &mut Connection) -> Result<(), rusqlite_migration::Error> {
    MIGRATIONS.to_latest(connection)
}

#[cfg(test)]
mod tests {
    #[test]
    fn the_migrations_apply() {
        super::MIGRATIONS.validate().unwrap();
    }
}

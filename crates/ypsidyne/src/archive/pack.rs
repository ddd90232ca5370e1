//! An archive written piece by piece: a document is read, packed and handed on before the next one is read.

use std::collections::VecDeque;
use std::io::Write;
use std::sync::{Arc, Mutex, PoisonError};

use ypsidyne_store::builds::RevisionLine;
use ypsidyne_store::parts::Search;
use ypsidyne_store::runs::RunLine;
use ypsidyne_store::sheets::Belonging;
use ypsidyne_store::{Connection, StoreError, builds, log, parts, runs, sheets};
use zip::write::{SimpleFileOptions, StreamWriter};
use zip::{CompressionMethod, ZipWriter};

use super::{ARCHIVE_FORMAT, Item, ItemKind, LIST, List, RunFile};
use crate::api;

/// What is still to be written.
enum Next {
    Shelf,
    Parts(Vec<i64>),
    Sheets,
    Builds,
    Build(String),
    Revision { build: String, line: RevisionLine },
    Entry { build: String, id: String },
    Run { build: String, line: RunLine },
    End,
}

/// Where the archive is written to until somebody takes it.
#[derive(Clone, Default)]
struct Drain(Arc<Mutex<Vec<u8>>>);

impl Write for Drain {
    fn write(&mut self, bytes: &[u8]) -> std::io::Result<usize> {
        self.0.lock().unwrap_or_else(PoisonError::into_inner).extend_from_slice(bytes);
        Ok(bytes.len())
    }

    fn flush(&mut self) -> std::io::Result<()> {
        Ok(())
    }
}

/// An archive that is being written.
pub(crate) struct Packer {
    /// `None` once it is closed.
    zip: Option<ZipWriter<StreamWriter<Drain>>>,
    written: Drain,
    next: VecDeque<Next>,
    files: Vec<Item>,
    missing: Vec<String>,
    now: String,
}

/// So many parts are written at once.
const AT_ONCE: usize = 200;

impl Packer {
    /// Nothing yet.
    pub fn new(now: String) -> Self {
        let written = Drain::default();
        let next = VecDeque::from([Next::Shelf, Next::Sheets, Next::Builds, Next::End]);
        let (files, missing) = (Vec::new(), Vec::new());
        Self { zip: Some(ZipWriter::new_stream(written.clone())), written, next, files, missing, now }
    }

    /// The next piece of the archive; `None` at its end. What is damaged on the disk is left out and named in the list.
    ///
    /// # Errors
    /// What keeps anything else from being read.
    pub fn piece(&mut self, connection: &mut Connection) -> Result<Option<Vec<u8>>, StoreError> {
        let Some(next) = self.next.pop_front() else { return Ok(None) };
        match self.step(connection, next) {
            Err(damaged @ StoreError::Damaged { .. }) => self.missing.push(damaged.to_string()),
            done => done?,
        }
        Ok(Some(std::mem::take(&mut *self.written.0.lock().unwrap_or_else(PoisonError::into_inner))))
    }

    fn step(&mut self, connection: &Connection, next: Next) -> Result<(), StoreError> {
        match next {
            Next::Shelf => self.shelf(connection),
            Next::Parts(numbers) => self.parts(connection, &numbers),
            Next::Sheets => self.sheets(connection),
            Next::Builds => {
                let all = builds::list(connection, false, "")?;
                self.first(all.into_iter().map(|build| Next::Build(build.id)));
                Ok(())
            }
            Next::Build(id) => self.build(connection, &id),
            Next::Revision { build, line } => {
                let document = builds::revision(connection, &build, line.number)?;
                let path = format!("builds/{build}/history/{}.json", line.number);
                let (name, saved_at, by) = (line.name, line.saved_at, line.saved_by);
                self.file(
                    Item { kind: ItemKind::Revision, path, id: build, build: None, name, saved_at, retired: false, by },
                    &document,
                )
            }
            Next::Entry { build, id } => {
                let (entry, name, saved_at) = api::entry_out(connection, &id)?;
                let path = format!("builds/{build}/log/{id}.json");
                self.file(
                    Item {
                        kind: ItemKind::Entry,
                        path,
                        id,
                        build: Some(build),
                        name,
                        saved_at,
                        retired: false,
                        by: None,
                    },
                    &entry,
                )
            }
            Next::Run { build, line } => {
                let (simulation, simulated) = runs::whole(connection, &line.id)?;
                let read = |text: &str| serde_json::from_str(text).unwrap_or_default();
                let run = RunFile {
                    title: line.title.clone(),
                    option: line.option,
                    simulation: read(&simulation),
                    simulated: read(&simulated),
                };
                let path = format!("builds/{build}/runs/{}.json", line.id);
                let (id, name, saved_at) = (line.id, line.title, line.kept_at);
                let item = Item {
                    kind: ItemKind::Run,
                    path,
                    id,
                    build: Some(build),
                    name,
                    saved_at,
                    retired: false,
                    by: None,
                };
                self.file(item, &json(&run)?)
            }
            Next::End => self.end(),
        }
    }

    /// What comes before everything that waits, in its order.
    fn first(&mut self, steps: impl DoubleEndedIterator<Item = Next>) {
        steps.rev().for_each(|step| self.next.push_front(step));
    }

    /// Retired parts too: a build may still name them.
    fn shelf(&mut self, connection: &Connection) -> Result<(), StoreError> {
        let mut numbers = parts::numbers(connection, &Search::default())?;
        numbers.extend(parts::numbers(connection, &Search { retired: true, ..Search::default() })?);
        self.first(numbers.chunks(AT_ONCE).map(|chunk| Next::Parts(chunk.to_vec())));
        Ok(())
    }

    fn parts(&mut self, connection: &Connection, numbers: &[i64]) -> Result<(), StoreError> {
        for part in parts::by_numbers(connection, numbers)? {
            let path = format!("parts/{}.json", part.id);
            let item = Item {
                kind: ItemKind::Part,
                path,
                id: part.id,
                build: None,
                name: String::new(),
                saved_at: part.updated_at,
                retired: part.retired_at.is_some(),
                by: None,
            };
            self.file(item, &part.document)?;
        }
        Ok(())
    }

    fn sheets(&mut self, connection: &Connection) -> Result<(), StoreError> {
        for sheet in sheets::list(connection, &Belonging::default())? {
            let path = format!("sheets/{}.json", sheet.id);
            let item = Item {
                kind: ItemKind::Sheet,
                path,
                id: sheet.id,
                build: None,
                name: String::new(),
                saved_at: sheet.updated_at,
                retired: false,
                by: None,
            };
            self.file(item, &sheet.document)?;
        }
        Ok(())
    }

    /// A build as it stands; its history, its log and its runs come next.
    fn build(&mut self, connection: &Connection, id: &str) -> Result<(), StoreError> {
        let stored = builds::by_id(connection, id)?;
        let (history, log, runs) =
            (builds::revisions(connection, id)?, log::list(connection, Some(id))?, runs::list(connection, id)?);
        let now = history.iter().find(|line| line.number == stored.revision);
        let (name, by) = now.map(|line| (line.name.clone(), line.saved_by.clone())).unwrap_or_default();
        let saved_at = stored.updated_at;
        let path = format!("builds/{id}/build.json");
        let item =
            Item { kind: ItemKind::Build, path, id: id.to_owned(), build: None, name, saved_at, retired: false, by };
        self.file(item, &stored.document)?;
        let build = || id.to_owned();
        let earlier = history.into_iter().filter(|line| line.number != stored.revision);
        let steps: Vec<Next> = earlier
            .map(|line| Next::Revision { build: build(), line })
            .chain(log.into_iter().map(|entry| Next::Entry { build: build(), id: entry.id }))
            .chain(runs.into_iter().map(|line| Next::Run { build: build(), line }))
            .collect();
        self.first(steps.into_iter());
        Ok(())
    }

    fn file(&mut self, item: Item, text: &str) -> Result<(), StoreError> {
        self.write(&item.path, text)?;
        self.files.push(item);
        Ok(())
    }

    fn write(&mut self, path: &str, text: &str) -> Result<(), StoreError> {
        let Some(zip) = &mut self.zip else { return Ok(()) };
        let options = SimpleFileOptions::default().compression_method(CompressionMethod::Deflated);
        zip.start_file(path, options).map_err(packing)?;
        zip.write_all(text.as_bytes()).map_err(StoreError::Packing)
    }

    fn end(&mut self) -> Result<(), StoreError> {
        let list = List {
            format: ARCHIVE_FORMAT.to_owned(),
            made_at: self.now.clone(),
            files: std::mem::take(&mut self.files),
            missing: std::mem::take(&mut self.missing),
        };
        self.write(LIST, &json(&list)?)?;
        if let Some(zip) = self.zip.take() {
            zip.finish().map_err(packing)?;
        }
        Ok(())
    }
}

fn json(value: &impl serde::Serialize) -> Result<String, StoreError> {
    serde_json::to_string(value).map_err(|error| StoreError::Packing(error.into()))
}

fn packing(error: zip::result::ZipError) -> StoreError {
    StoreError::Packing(std::io::Error::other(error))
}

//! An archive taken in: what is new is added under its own id, what is the same is left, and what stands differently here is
//! told, and decided by whoever takes it in. Taking the same archive in again changes nothing.
//!
//! Over 400 lines: one way through an archive, document kind by document kind.

mod of_build;

use std::collections::{BTreeMap, BTreeSet};
use std::io::{Read, Seek};

use ypsidyne_core::document::{Build, Measurement, Problem};
use ypsidyne_core::shelf::ShelfPart;
use ypsidyne_store::parts::NewPart;
use ypsidyne_store::runs::NewRun;
use ypsidyne_store::sheets::NewSheet;
use ypsidyne_store::{Store, StoreError, log, parts, runs, sheets};
use zip::ZipArchive;

use super::told::{Conflict, Refused, TakenIn};
use super::{ARCHIVE_FORMAT, Item, ItemKind, LIST, List, RunFile};
use crate::api;

/// What becomes of what stands differently here.
#[derive(Debug, Clone, Copy, PartialEq, Eq, serde::Deserialize, clap::ValueEnum)]
#[serde(rename_all = "snake_case")]
pub(crate) enum Policy {
    /// Ours stays.
    Ours,
    /// Theirs comes as a new revision; ours stays in the history.
    Theirs,
    /// Theirs comes beside ours, under a name of its own.
    Both,
}

/// Why an archive cannot be taken in at all.
#[derive(Debug, thiserror::Error)]
pub(crate) enum ArchiveError {
    /// It is no archive.
    #[error("this is no archive of the bench: {0}")]
    NotOne(String),
    /// The store.
    #[error(transparent)]
    Store(#[from] StoreError),
}

/// Largest document of an archive, bytes: an entry with a long ride and its pictures.
const LARGEST_DOCUMENT: u64 = 256 * 1024 * 1024;
/// Most files of an archive.
const MOST_FILES: usize = 500_000;
/// So many parts are stored at once.
const PARTS_AT_ONCE: usize = 500;

/// Takes an archive in by a policy; without one it is only looked at.
///
/// # Errors
/// [`ArchiveError::NotOne`], or what the store reports; what was written until then stays, and taking it in again goes on.
pub(crate) fn take_in(
    file: impl Read + Seek,
    store: &Store,
    policy: Option<Policy>,
    now: &str,
) -> Result<TakenIn, ArchiveError> {
    let mut archive = ZipArchive::new(file).map_err(|error| ArchiveError::NotOne(error.to_string()))?;
    let list = text(&mut archive, LIST).map_err(ArchiveError::NotOne)?;
    let list: List = serde_json::from_str(&list).map_err(|error| ArchiveError::NotOne(format!("{LIST}: {error}")))?;
    if list.format != ARCHIVE_FORMAT {
        return Err(ArchiveError::NotOne(format!("{:?} came, {ARCHIVE_FORMAT:?} is needed", list.format)));
    }
    if list.files.len() > MOST_FILES {
        return Err(ArchiveError::NotOne(format!("{} files came, {MOST_FILES} are possible", list.files.len())));
    }
    let told = TakenIn { made_at: list.made_at, missing: list.missing, taken: policy.is_some(), ..TakenIn::default() };
    let mut taking = Taking {
        archive,
        store,
        policy,
        now,
        told,
        parts: Vec::new(),
        retired: Vec::new(),
        moved: BTreeMap::new(),
        homes: BTreeSet::new(),
    };
    // Parts and sheets first, for builds name them; a build before what belongs to it.
    let of = |kind: ItemKind| list.files.iter().filter(move |item| item.kind == kind);
    for kind in [ItemKind::Part, ItemKind::Sheet] {
        for item in of(kind) {
            taking.item(item, &[])?;
        }
    }
    taking.store_parts(0)?;
    let mut history: BTreeMap<&str, Vec<&Item>> = BTreeMap::new();
    for revision in of(ItemKind::Revision) {
        history.entry(&revision.id).or_default().push(revision);
    }
    for item in of(ItemKind::Build) {
        let mut earlier = history.remove(item.id.as_str()).unwrap_or_default();
        earlier.sort_by(|one, other| one.saved_at.cmp(&other.saved_at));
        taking.item(item, &earlier)?;
    }
    for kind in [ItemKind::Entry, ItemKind::Run] {
        for item in of(kind) {
            taking.item(item, &[])?;
        }
    }
    Ok(taking.told)
}

fn text(archive: &mut ZipArchive<impl Read + Seek>, path: &str) -> Result<String, String> {
    let file = archive.by_name(path).map_err(|error| format!("{path}: {error}"))?;
    let mut text = String::new();
    // What unpacks to more than it may be is cut, and then cannot be read.
    file.take(LARGEST_DOCUMENT).read_to_string(&mut text).map_err(|error| format!("{path}: {error}"))?;
    Ok(text)
}

struct Taking<'a, R> {
    archive: ZipArchive<R>,
    store: &'a Store,
    policy: Option<Policy>,
    now: &'a str,
    told: TakenIn,
    /// Parts that wait to be stored together.
    parts: Vec<(String, NewPart)>,
    /// Those of them that are offered no more.
    retired: Vec<String>,
    /// Builds that came beside ours: their ids there and here.
    moved: BTreeMap<String, String>,
    /// Builds that are here, or come, under their own ids.
    homes: BTreeSet<String>,
}

/// What stands here of an item.
enum Here {
    Nothing,
    Same,
    Differs { revision: u32, at: String, in_bin: bool },
}

impl<R: Read + Seek> Taking<'_, R> {
    fn item(&mut self, item: &Item, earlier: &[&Item]) -> Result<(), StoreError> {
        if uuid::Uuid::parse_str(&item.id).is_err() {
            return self.refuse(item, format!("{:?} is no id", item.id));
        }
        let document = match text(&mut self.archive, &item.path) {
            Ok(document) => document,
            Err(error) => return self.refuse(item, error),
        };
        match item.kind {
            ItemKind::Part => match ShelfPart::from_json(&document) {
                Ok(part) => self.part(item, &part),
                Err(problems) => self.refuse(item, first(&problems)),
            },
            ItemKind::Sheet => match Measurement::from_json(&document) {
                Ok(readings) => self.sheet(item, &document, &readings),
                Err(problems) => self.refuse(item, first(&problems)),
            },
            ItemKind::Build => match Build::from_json(&document) {
                Ok(build) => self.build(item, &document, &build, earlier),
                Err(problems) => self.refuse(item, first(&problems)),
            },
            ItemKind::Entry => self.entry(item, &document),
            ItemKind::Run => self.run(item, &document),
            ItemKind::Revision => Ok(()),
        }
    }

    /// Notes that a file cannot be used; the others still are.
    #[allow(clippy::unnecessary_wraps, reason = "what becomes of an item, as of every other")]
    fn refuse(&mut self, item: &Item, detail: String) -> Result<(), StoreError> {
        self.told.refused.push(Refused { path: item.path.clone(), detail });
        Ok(())
    }

    fn is_new(&mut self, kind: &'static str) {
        *self.told.new.entry(kind).or_default() += 1;
    }

    fn differs(&mut self, item: &Item, name: &str, ours_at: String, in_bin: bool) {
        self.told.conflicts.push(Conflict {
            kind: item.kind,
            id: item.id.clone(),
            name: name.to_owned(),
            ours_at,
            theirs_at: item.saved_at.clone(),
            in_bin,
        });
    }

    fn part(&mut self, item: &Item, part: &ShelfPart) -> Result<(), StoreError> {
        let new = api::new_part(part);
        let here = match self.store.with(|connection| parts::by_id(connection, &item.id)) {
            Err(StoreError::PartNotFound { .. }) => Here::Nothing,
            Ok(ours) if ours.document == new.document => Here::Same,
            Ok(ours) => {
                Here::Differs { revision: ours.revision, at: ours.updated_at, in_bin: ours.retired_at.is_some() }
            }
            Err(error) => return Err(error),
        };
        match here {
            Here::Same => self.told.same += 1,
            Here::Nothing => {
                self.is_new("parts");
                self.parts.push((item.id.clone(), new));
                if item.retired {
                    self.retired.push(item.id.clone());
                }
                self.store_parts(PARTS_AT_ONCE)?;
            }
            Here::Differs { revision, at, in_bin } => {
                self.differs(item, part.label(), at, in_bin);
                match self.policy {
                    Some(Policy::Theirs) => {
                        let now = self.now;
                        self.store.with(|connection| parts::save(connection, &item.id, revision, &new, now))?;
                    }
                    Some(Policy::Both) => self.parts.push((new_id(), new)),
                    Some(Policy::Ours) | None => {}
                }
            }
        }
        Ok(())
    }

    /// Stores the parts that wait, where there are at least so many.
    fn store_parts(&mut self, at_least: usize) -> Result<(), StoreError> {
        if self.parts.len() < at_least.max(1) {
            return Ok(());
        }
        let waiting = std::mem::take(&mut self.parts);
        if self.policy.is_none() {
            return Ok(());
        }
        let (ids, new): (Vec<String>, Vec<NewPart>) = waiting.into_iter().unzip();
        let mut ids = ids.into_iter();
        let now = self.now;
        let retired = std::mem::take(&mut self.retired);
        self.store.with(|connection| {
            parts::create(connection, &new, || ids.next().unwrap_or_else(new_id), now)?;
            retired.iter().try_for_each(|id| parts::retire(connection, id, 1, Some(now)))
        })
    }

    fn sheet(&mut self, item: &Item, document: &str, readings: &Measurement) -> Result<(), StoreError> {
        let heading = readings.heading();
        let (build, part) = (heading.build_id.as_deref(), heading.part_id.as_deref());
        let now = self.now;
        let new = NewSheet { build, part, document, now };
        let here = match self.store.with(|connection| sheets::by_id(connection, &item.id)) {
            Err(StoreError::SheetNotFound { .. }) => {
                match self.store.with(|connection| sheets::binned_at(connection, &item.id))? {
                    Some(at) => Here::Differs { revision: 0, at, in_bin: true },
                    None => Here::Nothing,
                }
            }
            Ok(ours) if ours.document == document => Here::Same,
            Ok(ours) => Here::Differs { revision: ours.revision, at: ours.updated_at, in_bin: false },
            Err(error) => return Err(error),
        };
        match here {
            Here::Same => self.told.same += 1,
            Here::Nothing => {
                self.is_new("sheets");
                if self.policy.is_some() {
                    self.store.with(|connection| sheets::create(connection, &item.id, &new))?;
                }
            }
            Here::Differs { revision, at, in_bin } => {
                self.differs(item, heading.label.as_deref().unwrap_or_default(), at, in_bin);
                match self.policy {
                    Some(Policy::Theirs) => {
                        self.store.with(|connection| {
                            let mut revision = revision;
                            if in_bin {
                                sheets::delete(connection, &item.id, None)?;
                                revision = sheets::by_id(connection, &item.id)?.revision;
                            }
                            sheets::save(connection, &item.id, revision, &new)
                        })?;
                    }
                    Some(Policy::Both) => self.store.with(|connection| sheets::create(connection, &new_id(), &new))?,
                    Some(Policy::Ours) | None => {}
                }
            }
        }
        Ok(())
    }

    /// The build here that something of a build there belongs to, and whether it came beside ours; `None` where there is none.
    fn home(&self, item: &Item) -> Option<(String, bool)> {
        let there = item.build.as_deref()?;
        if let Some(here) = self.moved.get(there) {
            return Some((here.clone(), true));
        }
        self.homes.contains(there).then(|| (there.to_owned(), false))
    }

    fn entry(&mut self, item: &Item, document: &str) -> Result<(), StoreError> {
        let Some((build, beside)) = self.home(item) else {
            return self.refuse(item, "its build is neither here nor in the archive".to_owned());
        };
        let now = self.now;
        let here = if beside {
            None
        } else {
            match self.store.with(|connection| api::entry_out(connection, &item.id)) {
                Err(StoreError::EntryNotFound { .. }) => None,
                found => Some(found?),
            }
        };
        if let Some((ours, name, at)) = here {
            if same_json(&ours, document) {
                self.told.same += 1;
                return Ok(());
            }
            self.differs(item, &name, at, false);
            let taken = self.store.with(|connection| {
                Ok(match self.policy {
                    Some(Policy::Theirs) => api::entry_over(connection, &item.id, document, now),
                    Some(Policy::Both) => api::entry_in(connection, &build, new_id(), document, now),
                    Some(Policy::Ours) | None => Ok(()),
                })
            })?;
            return self.unless_refused(item, taken);
        }
        let taken_out = self.store.with(|connection| log::binned_at(connection, &item.id))?.filter(|_| !beside);
        let id = match (taken_out, self.policy) {
            (None, None) => {
                self.is_new("entries");
                return Ok(());
            }
            (None, Some(_)) => {
                self.is_new("entries");
                if beside { new_id() } else { item.id.clone() }
            }
            // One that was taken out of our log: theirs puts it back.
            (Some(at), policy) => {
                self.differs(item, &item.name, at, true);
                match policy {
                    Some(Policy::Theirs) => {
                        return self.store.with(|connection| log::set_deleted(connection, &item.id, None));
                    }
                    Some(Policy::Both) => new_id(),
                    Some(Policy::Ours) | None => return Ok(()),
                }
            }
        };
        let taken = self.store.with(|connection| Ok(api::entry_in(connection, &build, id, document, now)))?;
        self.unless_refused(item, taken)
    }

    /// What the store reports stops; what is wrong with an entry is told of it.
    fn unless_refused(&mut self, item: &Item, taken: Result<(), api::problem::ApiError>) -> Result<(), StoreError> {
        match taken {
            Ok(()) => Ok(()),
            Err(api::problem::ApiError::Store(error)) => Err(error),
            Err(error) => self.refuse(item, error.to_string()),
        }
    }

    fn run(&mut self, item: &Item, document: &str) -> Result<(), StoreError> {
        let Some((build, beside)) = self.home(item) else {
            return self.refuse(item, "its build is neither here nor in the archive".to_owned());
        };
        let run: RunFile = match serde_json::from_str(document) {
            Ok(run) => run,
            Err(error) => return self.refuse(item, error.to_string()),
        };
        if !beside && self.store.with(|connection| runs::simulated(connection, &item.id)).is_ok() {
            self.told.same += 1;
            return Ok(());
        }
        self.is_new("runs");
        if self.policy.is_none() {
            return Ok(());
        }
        let id = if beside { new_id() } else { item.id.clone() };
        let (simulation, simulated) = (run.simulation.to_string(), run.simulated.to_string());
        let at = if item.saved_at.is_empty() { self.now } else { &item.saved_at };
        let new = NewRun {
            build: &build,
            title: &run.title,
            option: &run.option,
            document: &simulation,
            simulated: &simulated,
            now: at,
        };
        self.store.with(|connection| runs::keep(connection, &id, &new))?;
        Ok(())
    }
}

/// Whether two documents say the same, whatever their spaces and the order of their keys.
fn same_json(one: &str, other: &str) -> bool {
    let read = |text: &str| serde_json::from_str::<serde_json::Value>(text).ok();
    one == other || read(one).is_some_and(|one| Some(one) == read(other))
}

fn new_id() -> String {
    uuid::Uuid::now_v7().to_string()
}

fn first(problems: &[Problem]) -> String {
    problems.first().map_or_else(String::new, |problem| format!("{}: {}", problem.pointer, problem.detail))
}

//! The log of a build as a whole, and that of all builds.

use std::collections::BTreeMap;

use axum::extract::{Path, State};
use serde::Serialize;
use ypsidyne_core::document::Build;
use ypsidyne_core::document::log::{Entry, Happened};
use ypsidyne_core::logbook::book::{Book, RideSummary, book};
use ypsidyne_core::logbook::line;
use ypsidyne_core::logbook::part_stories::{MachineLog, PartStory, part_stories};
use ypsidyne_store::log::{self, StoredEntry};
use ypsidyne_store::sheets::{self, Belonging, StoredSheet};
use ypsidyne_store::{Connection, StoreError, builds};

use super::kept::{about, build_of, in_utc, light, summary};
use crate::api::answer::Json;
use crate::api::problem::ApiError;
use crate::api::{App, Operation, Route};

pub(super) fn routes() -> Vec<Route> {
    vec![
        Route::at("/api/builds/{id}/log").get(
            of_build,
            Operation::new::<BuildLog>("buildLog", "The log of a build, the newest entry first, and what it answers.")
                .said()
                .path("id", "string"),
        ),
        Route::at("/api/log").get(
            of_all,
            Operation::new::<Vec<LogLine>>("wholeLog", "The log of all builds, the newest entry first.").said(),
        ),
        Route::at("/api/log/parts").get(
            of_parts,
            Operation::new::<Vec<PartStory>>("partStories", "Parts over all machines: what broke, wore and cost.")
                .said(),
        ),
    ]
}

/// An entry in the timeline.
#[derive(Debug, Serialize, schemars::JsonSchema)]
pub(super) struct LogLine {
    /// Id.
    id: String,
    /// Id of its build.
    build: String,
    /// Name of its build.
    build_name: String,
    /// Current revision.
    revision: u32,
    /// What it is about.
    kind: &'static str,
    /// When, RFC 3339.
    at: String,
    /// What it is called.
    title: String,
    /// What it says, in a few words.
    says: String,
    /// Whether nobody wrote it: a change that entered itself.
    by_itself: bool,
    /// The entry; of a ride without its readings.
    #[schemars(with = "Entry")]
    entry: serde_json::Value,
    /// What a ride adds up to and says; null for anything else.
    summary: Option<RideSummary>,
    /// Id of the bench sheet that stands here by itself; null for anything else.
    sheet: Option<String>,
}

impl LogLine {
    fn of(kept: &Kept<'_>, build_name: &str) -> Self {
        Self {
            build_name: build_name.to_owned(),
            revision: kept.stored.revision,
            by_itself: kept.stored.since_revision.is_some(),
            ..Self::about(&kept.stored.id, &kept.stored.build, &kept.entry, kept.summary.clone())
        }
    }

    /// A bench sheet of this build: a check that nobody had to write.
    fn of_sheet(stored: &StoredSheet, entry: &Entry, build: &str, build_name: &str) -> Self {
        Self {
            build_name: build_name.to_owned(),
            revision: stored.revision,
            by_itself: true,
            sheet: Some(stored.id.clone()),
            ..Self::about(&stored.id, build, entry, None)
        }
    }

    fn about(id: &str, build: &str, entry: &Entry, summary: Option<RideSummary>) -> Self {
        Self {
            id: id.to_owned(),
            build: build.to_owned(),
            build_name: String::new(),
            revision: 1,
            kind: entry.happened.kind(),
            at: entry.heading.at.clone(),
            title: line::title(entry),
            says: line::says(entry, summary.as_ref()),
            by_itself: false,
            entry: entry.without_readings(),
            summary,
            sheet: None,
        }
    }
}

/// An entry that was kept, read once for all that is said of it.
struct Kept<'s> {
    stored: &'s StoredEntry,
    entry: Entry,
    summary: Option<RideSummary>,
}

/// What was kept, but for entries that another version wrote and this one cannot read.
fn read(stored: &[StoredEntry]) -> Vec<Kept<'_>> {
    stored.iter().filter_map(|stored| Some(Kept { stored, entry: light(stored)?, summary: summary(stored) })).collect()
}

/// A bench sheet as a check of the log; `None` for one that nothing can be read of yet.
fn entry_of_sheet(stored: &StoredSheet) -> Option<Entry> {
    let sheet: serde_json::Value = serde_json::from_str(&stored.document).ok()?;
    let at = sheet.get("at").and_then(|at| at.as_str()).unwrap_or(&stored.updated_at).to_owned();
    let title = sheet.get("label").and_then(|label| label.as_str()).map(str::to_owned);
    let mut entry = serde_json::json!({ "kind": "check", "at": in_utc(&at).ok()?, "measurement": sheet });
    if let Some(title) = title.filter(|title| !title.trim().is_empty()) {
        entry["title"] = title.clone().into();
        entry["motor"] = title.chars().take(120).collect::<String>().into();
    }
    Entry::from_value(&entry).ok()
}

/// The log of a build.
#[derive(Debug, Serialize, schemars::JsonSchema)]
struct BuildLog {
    /// Place of the option that it is about.
    option: usize,
    /// Place of the drive that it is about.
    drive: usize,
    /// The entries, the newest first.
    lines: Vec<LogLine>,
    /// What they answer.
    book: Book,
}

/// Entries that are no rides, and rides by what they add up to.
fn parted(kept: Vec<Kept<'_>>) -> (Vec<Entry>, Vec<RideSummary>) {
    let (mut entries, mut rides) = (Vec::new(), Vec::new());
    for one in kept {
        rides.extend(one.summary);
        if !matches!(one.entry.happened, Happened::Ride(_)) {
            entries.push(one.entry);
        }
    }
    (entries, rides)
}

async fn of_build(State(app): State<App>, Path(id): Path<String>) -> Result<Json<BuildLog>, ApiError> {
    let (build, stored, sheets) = app
        .store(move |connection| {
            let of = Belonging { build: Some(id.clone()), part: None };
            Ok((builds::by_id(connection, &id)?, log::list(connection, Some(&id))?, sheets::list(connection, &of)?))
        })
        .await?;
    app.compute(move || {
        let id = build.id;
        let build = build_of(&build.document)?;
        let (option, drive) = about(&build);
        let kept = read(&stored);
        let checks: Vec<(&StoredSheet, Entry)> =
            sheets.iter().filter_map(|sheet| Some((sheet, entry_of_sheet(sheet)?))).collect();
        let mut lines: Vec<LogLine> = kept.iter().map(|kept| LogLine::of(kept, &build.name)).collect();
        lines.extend(checks.iter().map(|(sheet, entry)| LogLine::of_sheet(sheet, entry, &id, &build.name)));
        lines.sort_by(|a, b| b.at.cmp(&a.at));
        let (mut entries, rides) = parted(kept);
        entries.extend(checks.into_iter().map(|(_, entry)| entry));
        let book = book(&build, option, drive, &entries, &rides, &crate::time::now());
        Ok(Json(BuildLog { option, drive, lines, book }))
    })
    .await?
}

async fn of_all(State(app): State<App>) -> Result<Json<Vec<LogLine>>, ApiError> {
    let (names, stored) = app
        .store(|connection| {
            let names: BTreeMap<String, String> = builds::names(connection)?.into_iter().collect();
            Ok((names, log::list(connection, None)?))
        })
        .await?;
    app.compute(move || {
        let name = |id: &str| names.get(id).map_or("", String::as_str);
        Json(read(&stored).iter().map(|kept| LogLine::of(kept, name(&kept.stored.build))).collect())
    })
    .await
}

async fn of_parts(State(app): State<App>) -> Result<Json<Vec<PartStory>>, ApiError> {
    let (names, stored) = app
        .store(|connection| {
            let names = builds::names(connection)?;
            Ok((names, log::list(connection, None)?))
        })
        .await?;
    app.compute(move || {
        let mut by_build: BTreeMap<&str, Vec<Kept<'_>>> = BTreeMap::new();
        for kept in read(&stored) {
            by_build.entry(&kept.stored.build).or_default().push(kept);
        }
        let logs: Vec<(&String, Vec<Entry>, Vec<RideSummary>)> = names
            .iter()
            .filter_map(|(id, name)| {
                let (entries, rides) = parted(by_build.remove(id.as_str())?);
                Some((name, entries, rides))
            })
            .collect();
        let machines: Vec<MachineLog<'_>> =
            logs.iter().map(|(name, entries, rides)| MachineLog { name, entries, rides }).collect();
        Json(part_stories(&machines))
    })
    .await
}

/// What is due, build by build, of those that have a log.
pub(in crate::api) fn due_of(connection: &Connection, now: &str) -> Result<BTreeMap<String, Vec<String>>, StoreError> {
    let mut found = BTreeMap::new();
    for id in log::builds_in_use(connection)? {
        let (Ok(stored), entries) = (builds::by_id(connection, &id), log::list(connection, Some(&id))?) else {
            continue;
        };
        let Ok(build) = Build::from_json(&stored.document) else { continue };
        let (option, drive) = about(&build);
        let (entries, rides) = parted(read(&entries));
        let upkeep = book(&build, option, drive, &entries, &rides, now).upkeep;
        found.insert(id, upkeep.into_iter().filter(|one| one.due).map(|one| one.item).collect());
    }
    Ok(found)
}

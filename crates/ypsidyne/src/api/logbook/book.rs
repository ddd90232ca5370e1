//! The log of a build as a whole, and that of all builds.

use std::collections::BTreeMap;

use axum::Json;
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
    /// `None` for an entry that another version wrote and this one cannot read.
    fn of(stored: &StoredEntry, build_name: &str) -> Option<Self> {
        let entry = light(stored)?;
        let summary = summary(stored);
        Some(Self {
            id: stored.id.clone(),
            build: stored.build.clone(),
            build_name: build_name.to_owned(),
            revision: stored.revision,
            kind: entry.happened.kind(),
            at: entry.heading.at.clone(),
            title: line::title(&entry),
            says: line::says(&entry, summary.as_ref()),
            by_itself: stored.since_revision.is_some(),
            entry: entry.without_readings(),
            summary,
            sheet: None,
        })
    }

    /// A bench sheet of this build: a check that nobody had to write.
    fn of_sheet(stored: &StoredSheet, build: &str, build_name: &str) -> Option<Self> {
        let entry = entry_of_sheet(stored)?;
        Some(Self {
            id: stored.id.clone(),
            build: build.to_owned(),
            build_name: build_name.to_owned(),
            revision: stored.revision,
            kind: entry.happened.kind(),
            at: entry.heading.at.clone(),
            title: line::title(&entry),
            says: line::says(&entry, None),
            by_itself: true,
            entry: entry.without_readings(),
            summary: None,
            sheet: Some(stored.id.clone()),
        })
    }
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

fn parted(stored: &[StoredEntry]) -> (Vec<Entry>, Vec<RideSummary>) {
    let entries = stored.iter().filter_map(light).filter(|entry| !matches!(entry.happened, Happened::Ride(_)));
    (entries.collect(), stored.iter().filter_map(summary).collect())
}

fn booked(build: &Build, stored: &[StoredEntry], now: &str) -> Book {
    let (option, drive) = about(build);
    let (entries, rides) = parted(stored);
    book(build, option, drive, &entries, &rides, now)
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
        let mut lines: Vec<LogLine> = stored.iter().filter_map(|entry| LogLine::of(entry, &build.name)).collect();
        lines.extend(sheets.iter().filter_map(|sheet| LogLine::of_sheet(sheet, &id, &build.name)));
        lines.sort_by(|a, b| b.at.cmp(&a.at));
        let (mut entries, rides) = parted(&stored);
        entries.extend(sheets.iter().filter_map(entry_of_sheet));
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
        Json(stored.iter().filter_map(|entry| LogLine::of(entry, name(&entry.build))).collect())
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
        let logs: Vec<(String, Vec<Entry>, Vec<RideSummary>)> = names
            .into_iter()
            .map(|(id, name)| {
                let own: Vec<StoredEntry> = stored.iter().filter(|entry| entry.build == id).cloned().collect();
                let (entries, rides) = parted(&own);
                (name, entries, rides)
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
        let due = booked(&build, &entries, now).upkeep.into_iter().filter(|one| one.due).map(|one| one.item).collect();
        found.insert(id, due);
    }
    Ok(found)
}

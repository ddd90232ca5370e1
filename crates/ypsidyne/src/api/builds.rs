//! Stored builds. A change names the revision it was made from (If-Match); a stale one is refused and set aside.

use axum::Json;
use axum::extract::{Path, State};
use axum::http::{HeaderMap, StatusCode};
use axum::response::Response;
use serde::{Deserialize, Serialize};
use ypsidyne_core::document::{Build, Load};
use ypsidyne_core::evaluation::checks::Verdict;
use ypsidyne_core::evaluation::evaluate_option;
use ypsidyne_store::builds::{self, ListedBuild, NewRevision, RevisionLine};

use super::compute::json_text;
use super::etag::{Saved, if_match, saved, tagged};
use super::extract::{QueryFields, QueryOf};
use super::json::JsonBody;
use super::problem::ApiError;
use super::{App, Operation, Route, logbook};

pub(super) fn routes() -> Vec<Route> {
    vec![
        Route::at("/api/builds")
            .get(
                list,
                Operation::new::<Vec<BuildLine>>("builds", "All builds, newest change first.")
                    .query("deleted", "boolean"),
            )
            .post(
                create,
                Operation::new::<Saved>("createBuild", "Store a new build.").body::<Build>().status(201).etag(),
            ),
        Route::at("/api/builds/{id}")
            .get(read, Operation::new::<Build>("build", "One build.").path("id", "string").etag())
            .put(
                save,
                Operation::new::<Saved>("saveBuild", "Save a build that was edited.")
                    .path("id", "string")
                    .if_match()
                    .body::<Build>()
                    .etag(),
            )
            .delete(
                delete,
                Operation::empty("deleteBuild", "Put a build into the bin.").path("id", "string").if_match(),
            ),
        Route::at("/api/builds/{id}/restore").post(
            restore,
            Operation::new::<Saved>("restoreBuild", "Take a build out of the bin.").path("id", "string").etag(),
        ),
        Route::at("/api/builds/{id}/revisions").get(
            revisions,
            Operation::new::<Vec<RevisionLine>>("revisions", "The history of a build, newest first.")
                .path("id", "string"),
        ),
        Route::at("/api/builds/{id}/revisions/{number}").get(
            revision,
            Operation::new::<Build>("revision", "A build as it was.").path("id", "string").path("number", "integer"),
        ),
    ]
}

/// A build in the list.
#[derive(Debug, Serialize, schemars::JsonSchema)]
struct BuildLine {
    /// Id.
    id: String,
    /// Name.
    name: String,
    /// Why it cannot be opened; null for one that can.
    unreadable: Option<&'static str>,
    /// First words of the notes.
    notes: String,
    /// Current revision.
    revision: u32,
    /// When it was last saved, RFC 3339.
    updated_at: String,
    /// When it went into the bin, RFC 3339.
    deleted_at: Option<String>,
    /// What it drives: names of the drives.
    drives: Vec<String>,
    /// Kinds of its loads, in the order of the drives.
    loads: Vec<&'static str>,
    /// Its options with their verdicts.
    options: Vec<OptionLine>,
    /// What of it is due, by its log.
    due: Vec<String>,
}

/// An option in the list.
#[derive(Debug, Serialize, schemars::JsonSchema)]
struct OptionLine {
    /// Name.
    name: String,
    /// Whether it is the chosen one.
    chosen: bool,
    /// Its verdict.
    verdict: Verdict,
    /// Title of what gives way first.
    weakest: Option<&'static str>,
    /// How far that is used.
    utilisation: Option<f64>,
}

#[derive(Deserialize)]
struct ListQuery {
    #[serde(default)]
    deleted: bool,
}

impl QueryFields for ListQuery {
    const NAME: &'static str = "deleted";
    const NEEDED: &'static str = "true or false";
}

async fn list(
    State(app): State<App>,
    QueryOf(ListQuery { deleted }): QueryOf<ListQuery>,
) -> Result<Json<Vec<BuildLine>>, ApiError> {
    let now = crate::time::now();
    let (stored, mut due) = app
        .store(move |connection| Ok((builds::list(connection, deleted)?, logbook::due_of(connection, &now)?)))
        .await?;
    let lines = app
        .compute(move || {
            let lines = stored.iter().map(line);
            lines.map(|line| BuildLine { due: due.remove(&line.id).unwrap_or_default(), ..line }).collect()
        })
        .await?;
    Ok(Json(lines))
}

fn line(listed: &ListedBuild) -> BuildLine {
    let stored = &listed.build;
    const LONGEST_NOTES: usize = 200;
    let mut line = BuildLine {
        id: stored.id.clone(),
        name: listed.name.clone(),
        unreadable: None,
        notes: String::new(),
        revision: stored.revision,
        updated_at: stored.updated_at.clone(),
        deleted_at: stored.deleted_at.clone(),
        drives: Vec::new(),
        loads: Vec::new(),
        options: Vec::new(),
        due: Vec::new(),
    };
    // Only checked documents are stored; one from a version with other rules still shows, so that it can be exported.
    let Ok(build) = Build::from_json(&stored.document) else {
        line.unreadable = Some(if listed.damaged {
            "damaged on the disk: an earlier version may be whole, look into its history"
        } else {
            "not readable by this version of the program"
        });
        return line;
    };
    line.notes = build.notes.chars().take(LONGEST_NOTES).collect();
    for drive in &build.job.drives {
        line.drives.push(drive.name.clone());
        line.loads.push(match drive.load {
            Load::Vehicle(_) => "vehicle",
            Load::Flywheel(_) => "flywheel",
            Load::Fan(_) => "fan",
            Load::Blade(_) => "blade",
            Load::Hoist(_) => "hoist",
            Load::ConstantTorque(_) => "constant_torque",
            Load::Generator(_) => "generator",
        });
    }
    for (index, option) in build.options.iter().enumerate() {
        let result = evaluate_option(&build.job, option, index);
        let weakest = result.weakest();
        line.options.push(OptionLine {
            name: option.name.clone(),
            chosen: build.chosen.as_deref() == Some(option.name.as_str()),
            verdict: result.verdict,
            weakest: weakest.map(|check| check.title),
            utilisation: weakest.and_then(|check| check.utilisation),
        });
    }
    line
}

async fn create(State(app): State<App>, body: JsonBody) -> Result<Response, ApiError> {
    let name = body.build()?.name.clone();
    let (id, now) = (uuid::Uuid::now_v7().to_string(), crate::time::now());
    let (revision, id, now) = app
        .store(move |connection| {
            let document = body.text().unwrap_or_default();
            let revision = builds::create(connection, &id, &NewRevision { name: &name, document, now: &now })?;
            Ok((revision, id, now))
        })
        .await?;
    Ok(saved(StatusCode::CREATED, id, revision, now))
}

async fn read(State(app): State<App>, Path(id): Path<String>) -> Result<Response, ApiError> {
    let stored = app.store(move |connection| builds::by_id(connection, &id)).await?;
    Ok(tagged(stored.document, &stored.id, stored.revision))
}

async fn save(
    State(app): State<App>,
    Path(id): Path<String>,
    headers: HeaderMap,
    body: JsonBody,
) -> Result<Response, ApiError> {
    let expected = if_match(&headers, &id)?;
    let name = body.build()?.name.clone();
    let now = crate::time::now();
    let (revision, id, now) = app
        .store(move |connection| {
            let document = body.text().unwrap_or_default();
            let revision = builds::save(connection, &id, expected, &NewRevision { name: &name, document, now: &now })?;
            if revision != expected
                && let Err(error) = logbook::enter(connection, &id, expected, document, &now)
            {
                // The build is saved; that the log does not say so is no reason to refuse it.
                tracing::warn!(%error, "a change did not enter the log");
            }
            Ok((revision, id, now))
        })
        .await?;
    Ok(saved(StatusCode::OK, id, revision, now))
}

async fn delete(State(app): State<App>, Path(id): Path<String>, headers: HeaderMap) -> Result<StatusCode, ApiError> {
    let expected = if_match(&headers, &id)?;
    let now = crate::time::now();
    app.store(move |connection| builds::delete(connection, &id, expected, &now)).await?;
    Ok(StatusCode::NO_CONTENT)
}

async fn restore(State(app): State<App>, Path(id): Path<String>) -> Result<Response, ApiError> {
    let stored = app.store(move |connection| builds::restore(connection, &id)).await?;
    Ok(saved(StatusCode::OK, stored.id, stored.revision, stored.updated_at))
}

async fn revisions(State(app): State<App>, Path(id): Path<String>) -> Result<Json<Vec<RevisionLine>>, ApiError> {
    app.store(move |connection| builds::revisions(connection, &id)).await.map(Json)
}

async fn revision(State(app): State<App>, Path((id, number)): Path<(String, String)>) -> Result<Response, ApiError> {
    let number: u32 = number.parse().map_err(|_| ApiError::Parameter {
        name: "revision",
        came: number,
        needed: "a number from the history",
    })?;
    let document = app.store(move |connection| builds::revision(connection, &id, number)).await?;
    Ok(json_text(StatusCode::OK, document))
}

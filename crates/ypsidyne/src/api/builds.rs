//! Stored builds. A change names the revision it was made from (If-Match); a stale one is refused and set aside.

use std::collections::BTreeMap;
use std::hash::{Hash as _, Hasher as _};
use std::sync::LazyLock;

use axum::Extension;
use axum::extract::{Path, State};
use axum::http::{HeaderMap, StatusCode};
use axum::response::Response;
use serde::{Deserialize, Serialize};
use ypsidyne_core::document::Build;
use ypsidyne_core::evaluation::checks::Verdict;
use ypsidyne_core::evaluation::evaluate_option;
use ypsidyne_store::builds::{self, NewRevision, RevisionLine};

use super::answer::Json;
use super::compute::json_text;
use super::etag::{Saved, if_match, saved, tagged};
use super::extract::{QueryFields, QueryOf};
use super::json::JsonBody;
use super::problem::ApiError;
use super::{App, Operation, Route, logbook};
use crate::guard::Who;

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
    /// Current revision.
    revision: u32,
    /// When it was last saved, RFC 3339.
    updated_at: String,
    /// When it went into the bin, RFC 3339.
    deleted_at: Option<String>,
    /// What it is and how it comes out.
    #[serde(flatten)]
    said: SaidOfBuild,
    /// What of it is due, by its log.
    due: Vec<String>,
}

/// What a revision of a build is and how it comes out: worked out once for each.
#[derive(Debug, Clone, Default, Serialize, Deserialize, schemars::JsonSchema)]
struct SaidOfBuild {
    /// Why it cannot be opened; null for one that can.
    unreadable: Option<String>,
    /// First words of the notes.
    notes: String,
    /// What it drives: names of the drives.
    drives: Vec<String>,
    /// Kinds of its loads, in the order of the drives.
    loads: Vec<String>,
    /// Its options with their verdicts.
    options: Vec<OptionLine>,
}

/// An option in the list.
#[derive(Debug, Clone, Serialize, Deserialize, schemars::JsonSchema)]
struct OptionLine {
    /// Name.
    name: String,
    /// Whether it is the chosen one.
    chosen: bool,
    /// Its verdict.
    verdict: Verdict,
    /// Title of what gives way first.
    weakest: Option<String>,
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
    let (listed, mut due, unsaid) = app
        .store(move |connection| {
            let listed = builds::list(connection, deleted, rules())?;
            let mut unsaid: Vec<(String, u32, Option<String>)> = Vec::new();
            for build in listed.iter().filter(|build| build.line.is_none()) {
                // One that is damaged hides no other.
                let document = builds::by_id(connection, &build.id).ok().map(|stored| stored.document);
                unsaid.push((build.id.clone(), build.revision, document));
            }
            Ok((listed, logbook::due_of(connection, &now)?, unsaid))
        })
        .await?;
    let (lines, said) = app
        .compute(move || {
            use rayon::prelude::*;
            let said: BTreeMap<String, (u32, SaidOfBuild)> = unsaid
                .into_par_iter()
                .map(|(id, revision, document)| (id, (revision, said_of(document.as_deref()))))
                .collect();
            let lines: Vec<BuildLine> = listed
                .into_iter()
                .map(|build| BuildLine {
                    said: build
                        .line
                        .and_then(|line| serde_json::from_str(&line).ok())
                        .or_else(|| said.get(&build.id).map(|(_, said)| said.clone()))
                        .unwrap_or_default(),
                    due: due.remove(&build.id).unwrap_or_default(),
                    id: build.id,
                    name: build.name,
                    revision: build.revision,
                    updated_at: build.updated_at,
                    deleted_at: build.deleted_at,
                })
                .collect();
            (lines, said)
        })
        .await?;
    if !said.is_empty() {
        // A list that cannot be kept is worked out again the next time.
        let _ = app
            .store(move |connection| {
                let kept: Vec<(String, u32, String)> = said
                    .into_iter()
                    .filter(|(_, (_, said))| said.unreadable.is_none())
                    .filter_map(|(id, (revision, said))| Some((id, revision, serde_json::to_string(&said).ok()?)))
                    .collect();
                builds::keep_lines(connection, rules(), &kept)
            })
            .await;
    }
    Ok(Json(lines))
}

/// The rules by which builds are judged, told apart by how the demo builds come out: what was kept by others is worked out anew.
fn rules() -> &'static str {
    static RULES: LazyLock<String> = LazyLock::new(|| {
        let mut hasher = std::hash::DefaultHasher::new();
        env!("CARGO_PKG_VERSION").hash(&mut hasher);
        for demo in ypsidyne_core::library::demo::BUILDS {
            serde_json::to_string(&said_of(Some(demo.json))).unwrap_or_default().hash(&mut hasher);
        }
        format!("{:016x}", hasher.finish())
    });
    &RULES
}

/// What a build document is and how it comes out; `None` for one that is damaged.
fn said_of(document: Option<&str>) -> SaidOfBuild {
    const LONGEST_NOTES: usize = 200;
    let unreadable = |why: &str| SaidOfBuild { unreadable: Some(why.to_owned()), ..SaidOfBuild::default() };
    let Some(document) = document else {
        return unreadable("damaged on the disk: an earlier version may be whole, look into its history");
    };
    // Only checked documents are stored; one from a version with other rules still shows, so that it can be exported.
    let Ok(build) = Build::from_json(document) else {
        return unreadable("not readable by this version of the program");
    };
    let mut said = SaidOfBuild { notes: build.notes.chars().take(LONGEST_NOTES).collect(), ..SaidOfBuild::default() };
    for drive in &build.job.drives {
        said.drives.push(drive.name.clone());
        said.loads.push(drive.load.kind().to_owned());
    }
    for (index, option) in build.options.iter().enumerate() {
        let result = evaluate_option(&build.job, option, index);
        let weakest = result.weakest();
        said.options.push(OptionLine {
            name: option.name.clone(),
            chosen: build.chosen.as_deref() == Some(option.name.as_str()),
            verdict: result.verdict,
            weakest: weakest.map(|check| check.title.to_owned()),
            utilisation: weakest.and_then(|check| check.utilisation),
        });
    }
    said
}

async fn create(State(app): State<App>, Extension(who): Extension<Who>, body: JsonBody) -> Result<Response, ApiError> {
    let name = body.by(|body| Ok(body.build()?.name.clone())).await?;
    let (id, now) = (uuid::Uuid::now_v7().to_string(), crate::time::now());
    let (revision, id, now) = app
        .store(move |connection| {
            let document = body.text().unwrap_or_default();
            let revision = builds::create(
                connection,
                &id,
                &NewRevision { name: &name, document, now: &now, by: who.name.as_deref() },
            )?;
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
    Extension(who): Extension<Who>,
    headers: HeaderMap,
    body: JsonBody,
) -> Result<Response, ApiError> {
    let expected = if_match(&headers, &id)?;
    let name = body.by(|body| Ok(body.build()?.name.clone())).await?;
    let now = crate::time::now();
    let (revision, id, now) = app
        .store(move |connection| {
            let document = body.text().unwrap_or_default();
            let revision = builds::save(
                connection,
                &id,
                expected,
                &NewRevision { name: &name, document, now: &now, by: who.name.as_deref() },
            )?;
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

//! Searches of a build over the shelf: counted, started, watched, stopped, kept.

use std::convert::Infallible;
use std::time::Duration;

use axum::extract::{Path, State};
use axum::http::StatusCode;
use axum::response::sse::{Event, KeepAlive, Sse};
use axum::response::{IntoResponse, Response};
use serde::Serialize;
use serde_json::Value;
use tokio_stream::Stream;
use ypsidyne_core::document::{OptionSheet, Search};
use ypsidyne_core::variants::search::{Found, Space, find};
use ypsidyne_store::searches::{self, NewSearch, Outcome, SearchState, StoredSearch};

use super::answer::Json;
use super::extract::WithBuild;
use super::problem::ApiError;
use super::search_request::{SearchRequest, document};
use super::{App, Operation, Route};

pub(super) fn routes() -> Vec<Route> {
    vec![
        Route::at("/api/searches").post(
            begin,
            Operation::new::<SearchLine>("beginSearch", "Start a search of a build over the shelf.")
                .body_with_build::<SearchRequest>()
                .status(201),
        ),
        Route::at("/api/searches/count").post(
            count,
            Operation::new::<Counted>("countSearch", "How many combinations a search would try.")
                .body_with_build::<SearchRequest>(),
        ),
        Route::at("/api/builds/{id}/searches").get(
            list,
            Operation::new::<Vec<SearchLine>>("searches", "The last ten searches of a build, newest first.")
                .path("id", "string"),
        ),
        Route::at("/api/searches/{id}")
            .get(read, Operation::new::<SearchResult>("search", "A search and what it found.").path("id", "string"))
            .delete(delete, Operation::empty("deleteSearch", "Stop a search and take it away.").path("id", "string")),
        Route::at("/api/searches/{id}/events").get(
            events,
            Operation::events::<SearchLine>(
                "searchEvents",
                "Server-sent events: the search as it stands, five times a second, until it has ended.",
            )
            .path("id", "string"),
        ),
        Route::at("/api/searches/{id}/stop").post(
            stop,
            Operation::empty("stopSearch", "Stop a search; what it found until then is kept.").path("id", "string"),
        ),
        Route::at("/api/searches/{id}/options/{number}").get(
            option,
            Operation::new::<OptionSheet>("searchOption", "A combination of a search as an option.")
                .path("id", "string")
                .path("number", "integer"),
        ),
    ]
}

/// How many there are of what.
#[derive(Debug, Serialize, schemars::JsonSchema)]
struct Counted {
    /// Combinations in all.
    combinations: u64,
    /// Most that one search may try.
    most: u64,
    /// Motors.
    motors: usize,
    /// Batteries.
    batteries: usize,
    /// Controllers.
    controllers: usize,
    /// Pairs of teeth.
    pairs: usize,
}

/// A search as it stands.
#[derive(Debug, Serialize, schemars::JsonSchema)]
struct SearchLine {
    /// Id.
    id: String,
    /// What it tries, in a few words.
    title: String,
    /// Where it stands.
    state: SearchState,
    /// When it began, RFC 3339.
    started_at: String,
    /// When it ended, RFC 3339.
    ended_at: Option<String>,
    /// Combinations there are.
    combinations: u64,
    /// Combinations tried so far.
    considered: u64,
    /// Combinations a second; null once it has ended.
    rate_per_s: Option<f64>,
    /// Those that do the job; 0 while it runs.
    feasible: u64,
}

/// A search and what it found.
#[derive(Debug, Serialize, schemars::JsonSchema)]
struct SearchResult {
    /// The search as it stands.
    line: SearchLine,
    /// What it ranks by.
    rank_by: String,
    /// The drive that was searched.
    drive: String,
    /// What was found; null while it runs or where it was cut off.
    #[schemars(with = "Option<Found>")]
    found: Option<Value>,
}

/// Most combinations of one search: some minutes of work, and it can be stopped.
const MOST_COMBINATIONS: u64 = 2_000_000_000;
/// Time between two looks at a running search.
const LOOK_EVERY: Duration = Duration::from_millis(200);

impl App {
    fn line(&self, stored: StoredSearch) -> SearchLine {
        let job = self.jobs.get(&stored.id);
        SearchLine {
            considered: job.as_ref().map_or(stored.considered, |job| job.considered()),
            rate_per_s: job.as_ref().map(|job| job.rate()),
            id: stored.id,
            title: stored.title,
            state: stored.state,
            started_at: stored.started_at,
            ended_at: stored.ended_at,
            combinations: stored.combinations,
            feasible: stored.feasible,
        }
    }

    async fn search_of(&self, id: &str) -> Result<StoredSearch, ApiError> {
        let id = id.to_owned();
        self.store(move |connection| searches::by_id(connection, &id)).await
    }
}

async fn count(State(app): State<App>, body: WithBuild<SearchRequest>) -> Result<Json<Counted>, ApiError> {
    let (_, search, ..) = document(&app, body).await?;
    let vary = &search.vary;
    Ok(Json(Counted {
        combinations: Space::new(&search).count(),
        most: MOST_COMBINATIONS,
        motors: vary.motors.len(),
        batteries: vary.batteries.len(),
        controllers: vary.controllers.len(),
        pairs: vary.gearing.as_ref().map_or(0, |teeth| teeth.driver_teeth.len() * teeth.driven_teeth.len()),
    }))
}

async fn begin(State(app): State<App>, body: WithBuild<SearchRequest>) -> Result<Response, ApiError> {
    let (text, search, title, build) = document(&app, body).await?;
    let combinations = Space::new(&search).count();
    if combinations > MOST_COMBINATIONS {
        return Err(ApiError::Document(vec![ypsidyne_core::document::Problem {
            pointer: "/motors".to_owned(),
            detail: format!(
                "{combinations} combinations came, {MOST_COMBINATIONS} are possible in one search: filter the parts or \
                 try fewer teeth"
            ),
        }]));
    }
    let (id, now) = (uuid::Uuid::now_v7().to_string(), crate::time::now());
    let begun = id.clone();
    app.store(move |connection| {
        let new = NewSearch { build: &build, title: &title, combinations, document: &text, now: &now };
        searches::begin(connection, &begun, &new)
    })
    .await?;
    let (keeper, kept) = (app.clone(), id.clone());
    app.jobs.run(
        id.clone(),
        move |watch| find(&search, watch),
        async move |job, found| {
            // Cut off by the end of the program: marked so when it starts again.
            if keeper.closing.is_cancelled() {
                return;
            }
            let Some(found) = found else {
                let cut = keeper.store(move |connection| searches::cut_off(connection, &kept, &crate::time::now()));
                if let Err(error) = cut.await {
                    tracing::error!("that a search failed is not stored: {error}");
                }
                return;
            };
            let state = if job.was_stopped() { SearchState::Stopped } else { SearchState::Done };
            let stored = keeper.store(move |connection| {
                let now = crate::time::now();
                let text = serde_json::to_string(&found).unwrap_or_default();
                let (considered, feasible) = (found.considered, found.feasible);
                searches::end(connection, &kept, &Outcome { state, considered, feasible, found: &text, now: &now })
            });
            if let Err(error) = stored.await {
                tracing::error!("what a search found is not stored: {error}");
            }
        },
    );
    let line = app.line(app.search_of(&id).await?);
    Ok((StatusCode::CREATED, Json(line)).into_response())
}

async fn list(State(app): State<App>, Path(id): Path<String>) -> Result<Json<Vec<SearchLine>>, ApiError> {
    let stored = app.store(move |connection| searches::list(connection, &id)).await?;
    Ok(Json(stored.into_iter().map(|stored| app.line(stored)).collect()))
}

async fn read(State(app): State<App>, Path(id): Path<String>) -> Result<Json<SearchResult>, ApiError> {
    let answering = app.clone();
    app.store(move |connection| {
        let stored = searches::by_id(connection, &id)?;
        let (document, found) = (searches::document(connection, &id)?, searches::found(connection, &id)?);
        let document: Value = serde_json::from_str(&document).unwrap_or_default();
        let word = |key: &str| document[key].as_str().unwrap_or_default().to_owned();
        Ok(Json(SearchResult {
            line: answering.line(stored),
            rank_by: word("rank_by"),
            drive: word("drive"),
            found: found.and_then(|text| serde_json::from_str(&text).ok()),
        }))
    })
    .await
}

async fn stop(State(app): State<App>, Path(id): Path<String>) -> Result<StatusCode, ApiError> {
    app.search_of(&id).await?;
    if let Some(job) = app.jobs.get(&id) {
        job.stop();
    }
    Ok(StatusCode::NO_CONTENT)
}

async fn delete(State(app): State<App>, Path(id): Path<String>) -> Result<StatusCode, ApiError> {
    if let Some(job) = app.jobs.get(&id) {
        job.stop();
    }
    app.store(move |connection| searches::delete(connection, &id)).await?;
    Ok(StatusCode::NO_CONTENT)
}

async fn events(
    State(app): State<App>,
    Path(id): Path<String>,
) -> Result<Sse<impl Stream<Item = Result<Event, Infallible>>>, ApiError> {
    app.search_of(&id).await?;
    let (sender, receiver) = tokio::sync::mpsc::channel(4);
    tokio::spawn(async move {
        loop {
            // Asked before the store, so that an end in between is seen with the next look.
            let job = app.jobs.get(&id);
            let Ok(stored) = app.search_of(&id).await else { break };
            let over = stored.state != SearchState::Running;
            let Ok(event) = Event::default().json_data(app.line(stored)) else { break };
            if sender.send(Ok(event)).await.is_err() || over {
                break;
            }
            let mut ended = match &job {
                Some(job) => job.ended(),
                None => break,
            };
            tokio::select! {
                () = tokio::time::sleep(LOOK_EVERY) => {}
                _ = ended.wait_for(|ended| *ended) => {}
                () = app.closing.cancelled() => break,
            }
        }
    });
    Ok(Sse::new(tokio_stream::wrappers::ReceiverStream::new(receiver)).keep_alive(KeepAlive::default()))
}

async fn option(
    State(app): State<App>,
    Path((id, number)): Path<(String, String)>,
) -> Result<Json<OptionSheet>, ApiError> {
    let text = app.store(move |connection| searches::document(connection, &id)).await?;
    app.compute(move || {
        let search = Search::from_json(&text).map_err(ApiError::Document)?;
        let space = Space::new(&search);
        let wanted = number.parse().ok().filter(|wanted| *wanted < space.count());
        let wanted = wanted.ok_or(ApiError::Parameter {
            name: "number",
            came: number,
            needed: "the number of a combination of this search",
        })?;
        Ok(Json(space.option(&search, wanted)))
    })
    .await?
}

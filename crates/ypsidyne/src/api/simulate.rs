//! Runs on request: as JSON, as CSV, or as a stream that tells how far they are and can be stopped.

use std::convert::Infallible;
use std::time::{Duration, Instant};

use axum::extract::{Path, State};
use axum::http::{HeaderMap, StatusCode, header};
use axum::response::sse::{Event, KeepAlive, Sse};
use axum::response::{IntoResponse, Response};
use serde::Serialize;
use ypsidyne_core::document::Simulation;
use ypsidyne_core::format::Reader;
use ypsidyne_core::simulation::{Progress, Simulated, simulate};
use ypsidyne_store::StoreError;

use super::answer::Json;
use super::json::JsonBody;
use super::problem::ApiError;
use super::{App, Operation, Route};

/// Between two messages of progress.
const TELL_EVERY: Duration = Duration::from_millis(150);

pub(super) fn routes() -> Vec<Route> {
    vec![
        Route::at("/api/simulate").post(run, Operation::new::<Simulated>( "simulate",
                    "A run over time. Accept text/csv gives the series of the leading drive, text/event-stream tells how far \
                     it is before it gives the answer, and first of all the `id` by which it is stopped; a request that is \
                     dropped stops its run.",
                ).said()
                .or_text("text/csv")
.or_events::<serde_json::Value>()
.body::<Simulation>()),
        Route::at("/api/simulate/{id}/stop").post(stop, Operation::empty( "stopRun", "Stop a run that streams: its stream ends with what there is.")
                    .path("id", "string")),
    ]
}

/// The id of a run, first in its stream.
#[derive(Serialize)]
struct Begun<'a> {
    id: &'a str,
}

async fn run(State(app): State<App>, headers: HeaderMap, body: JsonBody) -> Result<Response, ApiError> {
    let accepts = headers.get(header::ACCEPT).and_then(|value| value.to_str().ok()).unwrap_or("");
    let (table, stream) = (accepts.contains("text/csv"), accepts.contains("text/event-stream"));
    let simulation = body.by(|body| Simulation::from_json(body.text()?).map_err(ApiError::Document)).await?;
    if stream {
        return Ok(told(&app, simulation, super::reader::from_headers(&headers)?));
    }
    app.watched(move |token| {
        let ran = simulate(&simulation, &mut |_| !token.is_cancelled());
        if table {
            return ([(header::CONTENT_TYPE, "text/csv; charset=utf-8")], ran.lead.series.to_csv()).into_response();
        }
        Json(ran).into_response()
    })
    .await
}

/// How far a run is, in the stream.
#[derive(Serialize)]
struct Told {
    t_s: f64,
    state_of_charge: f64,
    share: f64,
}

/// A run as a stream: `begun` with its id, `progress` while it runs, `done` with the answer. It ends early when it is
/// stopped or nobody listens any more.
fn told(app: &App, simulation: Simulation, reader: Reader) -> Response {
    let (sender, receiver) = tokio::sync::mpsc::channel::<Result<Event, Infallible>>(16);
    let app = app.clone();
    tokio::spawn(async move {
        let underway = app.underway.begin();
        let token = underway.token();
        let teller = sender.clone();
        if let Ok(event) = Event::default().event("begun").json_data(Begun { id: underway.id() })
            && sender.send(Ok(event)).await.is_err()
        {
            return;
        }
        let ran = app
            .compute(move || {
                let mut last = Instant::now();
                let mut on_the_way = |progress: Progress| {
                    if last.elapsed() >= TELL_EVERY {
                        last = Instant::now();
                        let told = Told {
                            t_s: progress.t_s,
                            state_of_charge: progress.state_of_charge,
                            share: progress.share,
                        };
                        if let Ok(event) = Event::default().event("progress").json_data(told) {
                            // A full channel only loses a message of progress.
                            let _ = teller.try_send(Ok(event));
                        }
                    }
                    !token.is_cancelled() && !teller.is_closed()
                };
                let ran = simulate(&simulation, &mut on_the_way);
                let text = serde_json::to_string(&ran).map_err(|_| ApiError::Internal)?;
                Ok::<_, ApiError>(Event::default().event("done").data(reader.restate_json(&text)))
            })
            .await;
        if let Ok(Ok(event)) = ran {
            // Nobody listens any more: nothing to tell.
            let _ = sender.send(Ok(event)).await;
        }
    });
    Sse::new(tokio_stream::wrappers::ReceiverStream::new(receiver)).keep_alive(KeepAlive::default()).into_response()
}

async fn stop(State(app): State<App>, Path(id): Path<String>) -> Result<StatusCode, ApiError> {
    if app.underway.stop(&id) { Ok(StatusCode::NO_CONTENT) } else { Err(StoreError::RunNotFound { id }.into()) }
}

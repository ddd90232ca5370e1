//! Entries: written, edited, taken out, put back.

use axum::extract::{Path, State};
use axum::http::{HeaderMap, StatusCode};
use axum::response::Response;
use ypsidyne_core::document::log::{Entry, Happened};
use ypsidyne_store::log;

use super::kept::{Prepared, keep_new, read_whole, whole};
use crate::api::answer::Json;
use crate::api::etag::{Saved, if_match, saved};
use crate::api::json::JsonBody;
use crate::api::problem::ApiError;
use crate::api::{App, Operation, Route};

pub(super) fn routes() -> Vec<Route> {
    vec![
        Route::at("/api/builds/{id}/log/entries").post(
            create,
            Operation::new::<Saved>("writeEntry", "Write an entry into the log of a build.")
                .path("id", "string")
                .body::<Entry>()
                .status(201)
                .etag(),
        ),
        Route::at("/api/log/{id}")
            .get(read, Operation::new::<Entry>("logEntry", "An entry of a log, whole.").path("id", "string"))
            .put(
                save,
                Operation::new::<Saved>(
                    "saveEntry",
                    "Save an entry that was edited; the readings of a ride stay where none come.",
                )
                .path("id", "string")
                .if_match()
                .body::<Entry>()
                .etag(),
            )
            .delete(take_out, Operation::empty("deleteEntry", "Take an entry out of the log.").path("id", "string")),
        Route::at("/api/log/{id}/restore")
            .post(put_back, Operation::empty("restoreEntry", "Put an entry back into the log.").path("id", "string")),
    ]
}

async fn create(State(app): State<App>, Path(build): Path<String>, body: JsonBody) -> Result<Response, ApiError> {
    let id = uuid::Uuid::now_v7().to_string();
    let prepared = app
        .compute(move || {
            let value = serde_json::from_str(body.text()?)
                .map_err(|error| ApiError::Body(format!("the body cannot be read: {error}")))?;
            Prepared::of(id, Entry::from_value(&value).map_err(ApiError::Document)?)
        })
        .await??;
    keep_new(&app, build, prepared).await
}

async fn read(State(app): State<App>, Path(id): Path<String>) -> Result<Json<Entry>, ApiError> {
    let (stored, readings) = app.store(move |connection| read_whole(connection, &id)).await?;
    app.compute(move || whole(&stored, readings.as_deref()).map(Json)).await?
}

async fn save(
    State(app): State<App>,
    Path(id): Path<String>,
    headers: HeaderMap,
    body: JsonBody,
) -> Result<Response, ApiError> {
    let expected = if_match(&headers, &id)?;
    let (of, entry_id) = (id.clone(), id);
    let (stored, readings) = app.store(move |connection| read_whole(connection, &of)).await?;
    let prepared = app
        .compute(move || {
            let value: serde_json::Value = serde_json::from_str(body.text()?)
                .map_err(|error| ApiError::Body(format!("the body cannot be read: {error}")))?;
            let before = whole(&stored, readings.as_deref())?;
            let columns = match before.happened {
                Happened::Ride(ride) => Some(ride.columns),
                _ => None,
            };
            Prepared::of(entry_id, Entry::with_readings(&value, columns).map_err(ApiError::Document)?)
        })
        .await??;
    let now = crate::time::now();
    let (id, revision, now) = app
        .store(move |connection| {
            let new = prepared.stored();
            Ok((new.id.to_owned(), log::save(connection, expected, &new, &now)?, now))
        })
        .await?;
    Ok(saved(StatusCode::OK, id, revision, now))
}

async fn take_out(State(app): State<App>, Path(id): Path<String>) -> Result<StatusCode, ApiError> {
    let now = crate::time::now();
    app.store(move |connection| log::set_deleted(connection, &id, Some(&now))).await?;
    Ok(StatusCode::NO_CONTENT)
}

async fn put_back(State(app): State<App>, Path(id): Path<String>) -> Result<StatusCode, ApiError> {
    app.store(move |connection| log::set_deleted(connection, &id, None)).await?;
    Ok(StatusCode::NO_CONTENT)
}

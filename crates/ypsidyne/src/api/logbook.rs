//! The logbook: a log against what is computed, and a logger's table as it is understood.

use std::collections::BTreeMap;

use axum::Json;
use axum::extract::State;
use serde::Deserialize;
use ypsidyne_core::document::Log;
use ypsidyne_core::logbook::ride_table::{ReadRide, SaidColumn, read_ride};
use ypsidyne_core::logbook::{Compared, compare};

use super::json::JsonBody;
use super::problem::ApiError;
use super::{App, Operation, Route};

pub(super) fn routes() -> Vec<Route> {
    vec![
        Route::at("/api/compare").post(
            compare_log,
            Operation::new::<Compared>("compareLog", "A log against what is computed of its machine.").body::<Log>(),
        ),
        Route::at("/api/log/table").post(
            look_at_table,
            Operation::new::<ReadRide>(
                "lookAtTable",
                "A logger's table as it is understood: its columns, what cannot be used of it, by line and column.",
            )
            .body::<TableRequest>(),
        ),
    ]
}

/// A logger's table.
#[derive(Debug, Deserialize, schemars::JsonSchema)]
#[serde(deny_unknown_fields)]
struct TableRequest {
    /// The table as text.
    text: String,
    /// Columns by their place, from 0, that are not what their heads say.
    #[serde(default)]
    said: BTreeMap<usize, SaidColumn>,
}

async fn compare_log(State(app): State<App>, body: JsonBody) -> Result<Json<Compared>, ApiError> {
    app.compute(move || {
        let log = Log::from_json(body.text()?).map_err(ApiError::Document)?;
        Ok(Json(compare(&log)))
    })
    .await?
}

async fn look_at_table(State(app): State<App>, body: JsonBody) -> Result<Json<ReadRide>, ApiError> {
    app.compute(move || {
        let asked: TableRequest = body.read()?;
        Ok(Json(read_ride(&asked.text, &asked.said)?))
    })
    .await?
}

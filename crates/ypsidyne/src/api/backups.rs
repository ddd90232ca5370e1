//! Which days' copies of the data there are.

use axum::extract::State;
use serde::Serialize;

use super::answer::Json;
use super::problem::ApiError;
use super::{App, Operation, Route};
use crate::backups::{KEPT, days, folder};

pub(super) fn routes() -> Vec<Route> {
    vec![
        Route::at("/api/backups").get(
            list,
            Operation::new::<Backups>("backups", "Which days' copies of the data there are, the newest first."),
        ),
    ]
}

/// The daily copies.
#[derive(Debug, Serialize, schemars::JsonSchema)]
struct Backups {
    /// Name of the folder beside the data in which they are.
    folder: String,
    /// Their days, the newest first.
    days: Vec<String>,
    /// How many stay.
    kept: usize,
}

async fn list(State(app): State<App>) -> Result<Json<Backups>, ApiError> {
    let data = app.data.clone();
    app.compute(move || {
        let name = folder(&data).file_name().map(|name| name.to_string_lossy().into_owned()).unwrap_or_default();
        Json(Backups { folder: name, days: days(&data), kept: KEPT })
    })
    .await
}

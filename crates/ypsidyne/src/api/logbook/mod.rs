//! The logbook: entries of each build, rides against what is computed, what all of it answers.

mod book;
mod change;
mod entries;
mod files;
mod kept;
mod rides;
mod weigh;

use axum::extract::State;
use ypsidyne_core::document::Log;
use ypsidyne_core::logbook::{Compared, compare};

use super::answer::Json;
use super::json::JsonBody;
use super::problem::ApiError;
use super::{App, Operation, Route};

pub(super) use book::due_of;
pub(super) use change::enter;
pub(crate) use files::{entry_in, entry_out, entry_over};
pub(crate) use kept::new_entries;

/// Largest table of a logger, log or picture.
const LARGEST_FILE_BYTES: usize = 128 * 1024 * 1024;

pub(super) fn routes() -> Vec<Route> {
    let own = vec![Route::at("/api/compare").post(
        compare_log,
        Operation::new::<Compared>("compareLog", "A log against what is computed of its machine.").body::<Log>(),
    )];
    [own, book::routes(), entries::routes(), rides::routes(), weigh::routes(), files::routes()]
        .into_iter()
        .flatten()
        .collect()
}

async fn compare_log(State(app): State<App>, body: JsonBody) -> Result<Json<Compared>, ApiError> {
    app.compute(move || {
        let log = Log::from_json(body.text()?).map_err(ApiError::Document)?;
        Ok(Json(compare(&log)))
    })
    .await?
}

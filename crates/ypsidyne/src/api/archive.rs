//! Everything as one archive, out and in.

use std::io::{Seek as _, SeekFrom, Write as _};

use axum::body::Body;
use axum::extract::State;
use axum::http::HeaderMap;
use axum::response::Response;
use serde::Deserialize;
use tokio_stream::StreamExt as _;

use super::answer::{Json, streamed};
use super::extract::{QueryFields, QueryOf};
use super::problem::ApiError;
use super::{App, Operation, Route};
use crate::archive::{ArchiveError, Packer, Policy, TakenIn, take_in};

/// Largest archive that is taken in over the network.
const LARGEST_FILE_BYTES: usize = 1024 * 1024 * 1024;

pub(super) fn routes() -> Vec<Route> {
    vec![
        Route::at("/api/archive")
            .get(
                pack,
                Operation::text(
                    "exportArchive",
                    "Everything that is kept, as a ZIP of open documents.",
                    "application/zip",
                ),
            )
            .post(
                unpack,
                Operation::new::<TakenIn>(
                    "importArchive",
                    "An archive looked at, or taken in: what is new, and what stands differently here.",
                )
                .file()
                .query("conflicts", "string"),
            )
            .largest_body(LARGEST_FILE_BYTES),
    ]
}

async fn pack(State(app): State<App>, headers: HeaderMap) -> Response {
    let mut packer = Packer::new(crate::time::now());
    streamed(&app, &headers, "application/zip", "workshop.zip", move |connection| packer.piece(connection))
}

/// What becomes of what stands differently here; left out, the archive is only looked at.
#[derive(Deserialize)]
struct ConflictsQuery {
    conflicts: Option<Policy>,
}

impl QueryFields for ConflictsQuery {
    const NAME: &'static str = "conflicts";
    const NEEDED: &'static str = "ours, theirs or both; nothing to look only";
}

async fn unpack(
    State(app): State<App>,
    QueryOf(ConflictsQuery { conflicts }): QueryOf<ConflictsQuery>,
    body: Body,
) -> Result<Json<TakenIn>, ApiError> {
    // A large archive goes to the disk as it comes, not into memory.
    let broken = |error: &dyn std::fmt::Display| ApiError::Body(format!("the archive did not arrive whole: {error}"));
    let mut file = app.compute(tempfile::tempfile).await?.map_err(|error| broken(&error))?;
    let mut pieces = http_body_util::Limited::new(body, LARGEST_FILE_BYTES);
    let mut pieces = std::pin::pin!(http_body_util::BodyStream::new(&mut pieces));
    while let Some(piece) = pieces.next().await {
        let piece = piece.map_err(|error| match error.is::<http_body_util::LengthLimitError>() {
            true => ApiError::TooLarge,
            false => broken(&error),
        })?;
        let Ok(bytes) = piece.into_data() else { continue };
        file = tokio::task::spawn_blocking(move || file.write_all(&bytes).map(|()| file))
            .await
            .map_err(|_| ApiError::Internal)?
            .map_err(|error| broken(&error))?;
    }
    let store = app.store.clone();
    let taken = app.compute(move || {
        file.seek(SeekFrom::Start(0)).map_err(|error| ApiError::Body(error.to_string()))?;
        take_in(file, &store, conflicts, &crate::time::now()).map_err(|error| match error {
            ArchiveError::NotOne(_) => ApiError::Body(error.to_string()),
            ArchiveError::Store(error) => ApiError::Store(error),
        })
    });
    Ok(Json(taken.await??))
}

//! What the workshop needs of an option: loom, charging, settings, first power-up; and the build sheet to print.

use axum::extract::{Path, State};
use axum::http::header;
use axum::response::{IntoResponse, Response};
use ypsidyne_core::document::Build;
use ypsidyne_core::workshop::build_sheet::{self, Title};
use ypsidyne_core::workshop::{Workshop, workshop};
use ypsidyne_store::builds;

use super::answer::Json;
use super::extract::{OptionOf, OptionPlace, QueryOf, option_at};
use super::problem::ApiError;
use super::{App, Operation, Route};

pub(super) fn routes() -> Vec<Route> {
    vec![
        Route::at("/api/workshop").post(
            of_option,
            Operation::new::<Workshop>("workshop", "Loom, runs, charging, settings and first power-up of an option.")
                .said()
                .body::<Build>()
                .query("option", "integer"),
        ),
        Route::at("/api/builds/{id}/sheet").get(
            printed,
            Operation::text("buildSheet", "The build sheet of a stored build, one HTML file to print.", "text/html")
                .said()
                .path("id", "string")
                .query("option", "integer"),
        ),
    ]
}

async fn of_option(State(app): State<App>, OptionOf { build, place }: OptionOf) -> Result<Json<Workshop>, ApiError> {
    app.watched(move |token| workshop(&build, place, &|| !token.is_cancelled()).map(Json).ok_or(ApiError::Internal))
        .await?
}

async fn printed(
    State(app): State<App>,
    Path(id): Path<String>,
    QueryOf(OptionPlace { option: place }): QueryOf<OptionPlace>,
) -> Result<Response, ApiError> {
    let stored = app.store(move |connection| builds::by_id(connection, &id)).await?;
    let day = crate::time::now().get(..10).unwrap_or_default().to_owned();
    let text = app
        .watched(move |token| {
            let build = Build::from_json(&stored.document).map_err(ApiError::Document)?;
            option_at(&build, place)?;
            let title = Title { day, revision: Some(stored.revision) };
            build_sheet::sheet(&build, place, &title, &|| !token.is_cancelled()).ok_or(ApiError::Internal)
        })
        .await??;
    Ok(([(header::CONTENT_TYPE, "text/html; charset=utf-8")], text).into_response())
}

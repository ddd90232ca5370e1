//! What the workshop needs of an option: loom, charging, settings, first power-up; and the build sheet to print.

use axum::Json;
use axum::extract::rejection::QueryRejection;
use axum::extract::{Path, Query, State};
use axum::http::header;
use axum::response::{IntoResponse, Response};
use axum::routing::{get, post};
use ypsidyne_core::document::Build;
use ypsidyne_core::workshop::build_sheet::{self, Title};
use ypsidyne_core::workshop::{Workshop, workshop};
use ypsidyne_store::builds;

use super::compute::{OptionQuery, asked, option_at};
use super::json::JsonBody;
use super::problem::ApiError;
use super::{App, Operation, Route};

pub(super) fn routes() -> Vec<Route> {
    vec![
        Route {
            path: "/api/workshop",
            handlers: post(of_option),
            operations: vec![
                Operation::new::<Workshop>(
                    "post",
                    "workshop",
                    "Loom, runs, charging, settings and first power-up of an option.",
                )
                .body::<Build>()
                .query("option", "integer"),
            ],
        },
        Route {
            path: "/api/builds/{id}/sheet",
            handlers: get(printed),
            operations: vec![
                Operation::new::<String>(
                    "get",
                    "buildSheet",
                    "The build sheet of a stored build, one HTML file to print.",
                )
                .path("id", "string")
                .query("option", "integer"),
            ],
        },
    ]
}

async fn of_option(
    State(app): State<App>,
    query: Result<Query<OptionQuery>, QueryRejection>,
    body: JsonBody,
) -> Result<Json<Workshop>, ApiError> {
    let place = asked(query)?;
    app.watched(move |token| {
        let build = body.build()?;
        option_at(&build, place)?;
        workshop(&build, place, &|| !token.is_cancelled()).map(Json).ok_or(ApiError::Internal)
    })
    .await?
}

async fn printed(
    State(app): State<App>,
    Path(id): Path<String>,
    query: Result<Query<OptionQuery>, QueryRejection>,
) -> Result<Response, ApiError> {
    let place = asked(query)?;
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

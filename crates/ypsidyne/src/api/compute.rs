//! Stateless: what a document says, without storing it.

use axum::Json;
use axum::extract::{Path, Query, State};
use axum::http::{StatusCode, header};
use axum::response::{IntoResponse, Response};
use axum::routing::{get, post};
use serde::{Deserialize, Serialize};
use ypsidyne_core::document::{Build, OptionSheet, Problem, Search};
use ypsidyne_core::evaluation::envelope::{Envelope, envelopes};
use ypsidyne_core::evaluation::risks::{About, about};
use ypsidyne_core::evaluation::workings::{Sum, job_sums};
use ypsidyne_core::evaluation::{Evaluation, evaluate};
use ypsidyne_core::library::templates::{TEMPLATES, Template};
use ypsidyne_core::library::typical::{TYPICAL, Typical};
use ypsidyne_core::variants::decision::{Review, review};
use ypsidyne_core::variants::remedies::evaluate_with_remedies;
use ypsidyne_core::variants::search::{Found, Space, Watch, find};

use super::json::JsonBody;
use super::problem::ApiError;
use super::{App, Operation, Route};

pub(super) fn routes() -> Vec<Route> {
    vec![
        Route {
            path: "/api/evaluate",
            handlers: post(evaluate_build),
            operations: vec![
                Operation::new::<Evaluation>(
                    "post",
                    "evaluate",
                    "Evaluate every option of a build, with remedies unless they are not wanted.",
                )
                .body::<Build>()
                .query("remedies", "boolean"),
            ],
        },
        Route {
            path: "/api/find",
            handlers: post(find_parts),
            operations: vec![
                Operation::new::<Found>(
                    "post",
                    "find",
                    "Search: every combination of parts, teeth and wheels in an option, at most five million.",
                )
                .body::<Search>(),
            ],
        },
        Route {
            path: "/api/workbench",
            handlers: post(workbench),
            operations: vec![
                Operation::new::<Workbench>(
                    "post",
                    "workbench",
                    "Everything the workbench shows of a build: the evaluation, and envelopes and sums of one option.",
                )
                .body::<Build>()
                .query("option", "integer"),
            ],
        },
        Route {
            path: "/api/typical",
            handlers: get(async || Json(TYPICAL)),
            operations: vec![Operation::new::<Vec<Typical>>("get", "typical", "Values for what people do not know.")],
        },
        Route {
            path: "/api/templates",
            handlers: get(async || Json(TEMPLATES)),
            operations: vec![Operation::new::<Vec<Template>>("get", "templates", "Kinds of machine to start from.")],
        },
        Route {
            path: "/api/templates/{kind}",
            handlers: get(template),
            operations: vec![
                Operation::new::<Build>("get", "template", "A build to start from.").path("kind", "string"),
            ],
        },
        Route {
            path: "/api/schema/{what}",
            handlers: get(schema),
            operations: vec![
                Operation::new::<serde_json::Value>("get", "schema", "The JSON Schema of a document.")
                    .path("what", "string"),
            ],
        },
        Route {
            path: "/api/openapi.json",
            handlers: get(async || Json(super::openapi())),
            operations: vec![Operation::new::<serde_json::Value>("get", "openapi", "This description.")],
        },
    ]
}

/// Everything the workbench shows of a build.
#[derive(Debug, Serialize, schemars::JsonSchema)]
pub(crate) struct Workbench {
    /// Every option evaluated.
    evaluation: Evaluation,
    /// Envelopes of the drives of the asked option, at three charges each.
    envelopes: Vec<Envelope>,
    /// The sums of its job, drive by drive.
    sums: Vec<Sum>,
    /// What of each option no figure says.
    about: Vec<About>,
    /// What has become of the decision; null where none was kept.
    review: Option<Review>,
}

#[derive(Deserialize)]
struct EvaluateQuery {
    remedies: Option<bool>,
}

async fn evaluate_build(
    State(app): State<App>,
    query: Result<Query<EvaluateQuery>, axum::extract::rejection::QueryRejection>,
    body: JsonBody,
) -> Result<Json<Evaluation>, ApiError> {
    let Ok(Query(query)) = query else {
        return Err(ApiError::Parameter {
            name: "remedies",
            came: "something else".to_owned(),
            needed: "true or false",
        });
    };
    app.compute(move || {
        let build = body.build()?;
        let wanted = query.remedies.unwrap_or(true);
        Ok(Json(if wanted { evaluate_with_remedies(&build) } else { evaluate(&build) }))
    })
    .await?
}

/// Most combinations of one request: some seconds of work.
const MOST_COMBINATIONS: u64 = 5_000_000;

async fn find_parts(State(app): State<App>, body: JsonBody) -> Result<Json<Found>, ApiError> {
    let search = Search::from_json(body.text()?).map_err(ApiError::Document)?;
    let count = Space::new(&search).count();
    if count > MOST_COMBINATIONS {
        let problem = Problem {
            pointer: "/vary".to_owned(),
            detail: format!(
                "{count} combinations came, {MOST_COMBINATIONS} are possible in one request: vary fewer parts or teeth, or \
                 search on the command line"
            ),
        };
        return Err(ApiError::Document(vec![problem]));
    }
    let found = app.watched(move |token| {
        let token = token.clone();
        find(&search, &Watch::asking(move || !token.is_cancelled()))
    });
    Ok(Json(found.await?))
}

/// The place of an option in the query.
#[derive(Deserialize)]
pub(super) struct OptionQuery {
    #[serde(default)]
    pub option: usize,
}

/// A query with the place of an option, or what would do.
pub(super) fn asked(
    query: Result<Query<OptionQuery>, axum::extract::rejection::QueryRejection>,
) -> Result<usize, ApiError> {
    query.map(|Query(query)| query.option).map_err(|_| ApiError::Parameter {
        name: "option",
        came: "no number".to_owned(),
        needed: "the place of an option",
    })
}

/// The option at a place, or what would do.
pub(super) fn option_at(build: &Build, place: usize) -> Result<&OptionSheet, ApiError> {
    build.options.get(place).ok_or_else(|| ApiError::Parameter {
        name: "option",
        came: place.to_string(),
        needed: "the place of an option, from 0",
    })
}

async fn workbench(
    State(app): State<App>,
    query: Result<Query<OptionQuery>, axum::extract::rejection::QueryRejection>,
    body: JsonBody,
) -> Result<Json<Workbench>, ApiError> {
    let place = asked(query)?;
    app.compute(move || {
        let build = body.build()?;
        let option = option_at(&build, place)?;
        let evaluation = evaluate(&build);
        let pairs = build.options.iter().zip(&evaluation.options);
        Ok(Json(Workbench {
            envelopes: envelopes(&build.job, option),
            sums: job_sums(&build.job, option),
            about: pairs.map(|(option, result)| about(&build.job, option, result)).collect(),
            review: review(&build, &evaluation),
            evaluation,
        }))
    })
    .await?
}

async fn template(Path(kind): Path<String>) -> Result<Response, ApiError> {
    let template = TEMPLATES.iter().find(|template| template.kind == kind).ok_or_else(|| ApiError::Parameter {
        name: "kind",
        came: kind,
        needed: "one of the kinds at /api/templates",
    })?;
    Ok(json_text(StatusCode::OK, template.json.to_owned()))
}

async fn schema(Path(what): Path<String>) -> Result<Json<serde_json::Value>, ApiError> {
    ypsidyne_core::schema::schema(&what).map(Json).ok_or(ApiError::Parameter {
        name: "what",
        came: what,
        needed: "one of build, evaluation, part, shelf, search, found, measurement, measured, simulation, simulated",
    })
}

/// A reply with JSON that is already text.
pub(super) fn json_text(status: StatusCode, text: String) -> Response {
    (status, [(header::CONTENT_TYPE, "application/json")], text).into_response()
}

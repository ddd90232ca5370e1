//! Stateless: what a document says, without storing it.

use axum::extract::{Path, State};
use axum::http::{StatusCode, header};
use axum::response::{IntoResponse, Response};
use serde::{Deserialize, Serialize};
use ypsidyne_core::document::{Build, Problem, Search};
use ypsidyne_core::evaluation::discharge::{Discharge, discharge};
use ypsidyne_core::evaluation::envelope::{Envelope, envelopes};
use ypsidyne_core::evaluation::risks::{About, about};
use ypsidyne_core::evaluation::step_sentences::{StepSentence, step_sentences};
use ypsidyne_core::evaluation::workings::{Sum, job_sums};
use ypsidyne_core::evaluation::{Evaluation, evaluate};
use ypsidyne_core::library::templates::{TEMPLATES, Template};
use ypsidyne_core::library::typical::{TYPICAL, Typical};
use ypsidyne_core::variants::decision::{Review, review};
use ypsidyne_core::variants::remedies::evaluate_with_remedies;
use ypsidyne_core::variants::search::{Found, Space, Watch, find};

use super::answer::Json;
use super::extract::{OptionOf, QueryFields, QueryOf, option_at};
use super::json::JsonBody;
use super::problem::ApiError;
use super::{App, Operation, Route};

pub(super) fn routes() -> Vec<Route> {
    vec![
        Route::at("/api/evaluate").post(
            evaluate_build,
            Operation::new::<Evaluation>(
                "evaluate",
                "Evaluate every option of a build, with remedies unless they are not wanted.",
            )
            .said()
            .body::<Build>()
            .query("remedies", "boolean"),
        ),
        Route::at("/api/find").post(
            find_parts,
            Operation::new::<Found>(
                "find",
                "Search: every combination of parts, teeth and wheels in an option, at most five million.",
            )
            .body::<Search>(),
        ),
        Route::at("/api/workbench").post(
            workbench,
            Operation::new::<Workbench>(
                "workbench",
                "Everything the workbench shows of a build: the evaluation, and envelopes and sums of one option.",
            )
            .said()
            .body::<Build>()
            .query("option", "integer"),
        ),
        Route::at("/api/typical").get(
            async || Json(TYPICAL),
            Operation::new::<Vec<Typical>>("typical", "Values for what people do not know."),
        ),
        Route::at("/api/templates").get(
            async || Json(TEMPLATES),
            Operation::new::<Vec<Template>>("templates", "Kinds of machine to start from."),
        ),
        Route::at("/api/templates/{kind}")
            .get(template, Operation::new::<Build>("template", "A build to start from.").path("kind", "string")),
        Route::at("/api/schema/{what}").get(
            schema,
            Operation::new::<serde_json::Value>("schema", "The JSON Schema of a document.").path("what", "string"),
        ),
        Route::at("/api/openapi.json")
            .get(async || Json(super::openapi()), Operation::new::<serde_json::Value>("openapi", "This description.")),
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
    /// A cell of the asked option from full to empty.
    discharge: Discharge,
    /// What each part of the asked option does, in one sentence a step.
    sentences: Vec<StepSentence>,
    /// What has become of the decision; null where none was kept.
    review: Option<Review>,
}

#[derive(Deserialize)]
struct EvaluateQuery {
    remedies: Option<bool>,
}

impl QueryFields for EvaluateQuery {
    const NAME: &'static str = "remedies";
    const NEEDED: &'static str = "true or false";
}

async fn evaluate_build(
    State(app): State<App>,
    QueryOf(query): QueryOf<EvaluateQuery>,
    body: JsonBody,
) -> Result<Json<Evaluation>, ApiError> {
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
    let read = body.by(|body| {
        let search = Search::from_json(body.text()?).map_err(ApiError::Document)?;
        let count = Space::new(&search).count();
        Ok((search, count))
    });
    let (search, count) = read.await?;
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

async fn workbench(State(app): State<App>, OptionOf { build, place }: OptionOf) -> Result<Json<Workbench>, ApiError> {
    app.compute(move || {
        let option = option_at(&build, place)?;
        let evaluation = evaluate(&build);
        let pairs = build.options.iter().zip(&evaluation.options);
        Ok(Json(Workbench {
            envelopes: envelopes(&build.job, option),
            sums: job_sums(&build.job, option),
            about: pairs.map(|(option, result)| about(&build.job, option, result)).collect(),
            discharge: discharge(option, &evaluation.options[place].supply),
            sentences: step_sentences(&build.job, option, &evaluation.options[place]),
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

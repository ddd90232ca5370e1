//! Weighing: options side by side, and where a build holds over the range of one of its figures.

use axum::extract::State;
use serde::Deserialize;
use ypsidyne_core::document::Build;
use ypsidyne_core::evaluation::evaluate;
use ypsidyne_core::variants::side_by_side::{SideBySide, side_by_side};
use ypsidyne_core::variants::verdict_strip::{MOST_VALUES, StripPoint, values_over, verdicts_over};

use super::answer::Json;
use super::extract::{WithBuild, option_at};
use super::json::JsonBody;
use super::problem::ApiError;
use super::{App, Operation, Route};

pub(super) fn routes() -> Vec<Route> {
    vec![
        Route::at("/api/side-by-side").post(
            compare,
            Operation::new::<SideBySide>("sideBySide", "Options side by side, question by question.")
                .said()
                .body::<Build>(),
        ),
        Route::at("/api/strip").post(
            strip,
            Operation::new::<Vec<StripPoint>>("strip", "Where an option holds over the range of one figure.")
                .body_with_build::<StripRequest>(),
        ),
    ]
}

async fn compare(State(app): State<App>, body: JsonBody) -> Result<Json<SideBySide>, ApiError> {
    app.compute(move || {
        let build = body.build()?;
        let evaluation = evaluate(&build);
        Ok(Json(side_by_side(&build, &evaluation)))
    })
    .await?
}

/// A build, and the figure of it that is turned.
#[derive(Debug, Deserialize, schemars::JsonSchema)]
#[serde(deny_unknown_fields)]
struct StripRequest {
    /// Place of the option.
    option: usize,
    /// JSON pointer to the figure.
    pointer: String,
    /// Its least value, in the unit of the document.
    from: f64,
    /// Its largest value.
    to: f64,
    /// Whether only whole numbers count.
    #[serde(default)]
    whole: bool,
    /// How many values, 2 to 200; 61 when left out.
    count: Option<usize>,
}

/// Values of a strip whose number is left out.
const USUAL_COUNT: usize = 61;

async fn strip(
    State(app): State<App>,
    WithBuild(build, asked): WithBuild<StripRequest>,
) -> Result<Json<Vec<StripPoint>>, ApiError> {
    option_at(&build, asked.option)?;
    if !(asked.from.is_finite() && asked.to.is_finite() && asked.from < asked.to) {
        return Err(ApiError::Parameter {
            name: "to",
            came: asked.to.to_string(),
            needed: "a finite number above “from”",
        });
    }
    let count = asked.count.unwrap_or(USUAL_COUNT);
    if !(2..=MOST_VALUES).contains(&count) {
        return Err(ApiError::Parameter { name: "count", came: count.to_string(), needed: "a number from 2 to 200" });
    }
    app.compute(move || {
        let values = values_over(asked.from, asked.to, asked.whole, count);
        Ok(Json(verdicts_over(&build, asked.option, &asked.pointer, &values)))
    })
    .await?
}

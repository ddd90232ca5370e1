//! What a log leads to: figures put in, the next heat stage, whether a limit was passed when something broke.

use axum::extract::State;
use serde::Deserialize;
use ypsidyne_core::document::Build;
use ypsidyne_core::document::log::{Calibrated, Component, Entry, Happened, HeatEntry, Ride};
use ypsidyne_core::logbook::at_that_moment::{AtThatMoment, at_that_moment};
use ypsidyne_core::logbook::corrected::{Corrected, corrected};
use ypsidyne_core::logbook::heat_stages::{HeatStages, heat_stages};
use ypsidyne_store::{builds, log};

use super::kept::{build_of, named, summary, whole};
use crate::api::answer::Json;
use crate::api::extract::WithBuild;
use crate::api::json::JsonBody;
use crate::api::problem::ApiError;
use crate::api::{App, Operation, Route};

pub(super) fn routes() -> Vec<Route> {
    vec![
        Route::at("/api/log/corrected").post(
            put_figures_in,
            Operation::new::<Corrected>(
                "correctedBuild",
                "A build with the figures of a ride put in: what changes, the odds before and after.",
            )
            .body_with_build::<CorrectedRequest>(),
        ),
        Route::at("/api/log/heat").post(
            heat,
            Operation::new::<HeatStages>("heatStages", "Heat in stages: the plan, what was read, what comes next.")
                .said()
                .body_with_build::<HeatRequest>(),
        ),
        Route::at("/api/log/moment").post(
            moment,
            Operation::new::<AtThatMoment>(
                "atThatMoment",
                "Whether a part was beyond its limits on a day: by the verdict and the rides of that day.",
            )
            .said()
            .body::<MomentRequest>(),
        ),
    ]
}

/// A figure that a ride corrects.
#[derive(Debug, Deserialize, schemars::JsonSchema)]
#[serde(deny_unknown_fields)]
struct CorrectedFigure {
    /// Key of the figure.
    #[schemars(with = "String")]
    name: Calibrated,
    /// Its value.
    value: f64,
}

/// Figures to be put in.
#[derive(Debug, Deserialize, schemars::JsonSchema)]
#[serde(deny_unknown_fields)]
struct CorrectedRequest {
    /// Place of the option.
    option: usize,
    /// Place of the drive in the job.
    drive: usize,
    /// The figures.
    figures: Vec<CorrectedFigure>,
    /// When and by what, such as `2026-11-21T14:02:00Z, Yard level`.
    by: String,
}

/// A heat run in stages.
#[derive(Debug, Deserialize, schemars::JsonSchema)]
#[serde(deny_unknown_fields)]
struct HeatRequest {
    /// The entry as it stands: `ambient_c`, `option`, `drive`, `planned_min`, `stages`.
    #[schemars(with = "Entry")]
    entry: serde_json::Value,
}

/// A moment at which something broke.
#[derive(Debug, Deserialize, schemars::JsonSchema)]
#[serde(deny_unknown_fields)]
struct MomentRequest {
    /// Id of the build.
    build_id: String,
    /// When, RFC 3339.
    at: String,
    /// The part of the chain.
    #[schemars(with = "Option<String>")]
    component: Option<Component>,
}

async fn put_figures_in(
    State(app): State<App>,
    WithBuild(build, asked): WithBuild<CorrectedRequest>,
) -> Result<Json<Corrected>, ApiError> {
    app.compute(move || {
        let mut figures = Vec::with_capacity(asked.figures.len());
        for figure in asked.figures {
            if !(figure.value.is_finite() && figure.value > 0.0) {
                let came = figure.value.to_string();
                return Err(ApiError::Parameter { name: "value", came, needed: "a figure above zero" });
            }
            figures.push((figure.name, figure.value));
        }
        corrected(&build, asked.option, asked.drive, &figures, &asked.by).map(Json).map_err(ApiError::Document)
    })
    .await?
}

async fn heat(
    State(app): State<App>,
    WithBuild(build, asked): WithBuild<HeatRequest>,
) -> Result<Json<HeatStages>, ApiError> {
    app.compute(move || {
        let mut value = asked.entry;
        // Before the first stage there is none: the plan is asked for.
        let none = value.get("stages").and_then(|stages| stages.as_array()).is_none_or(Vec::is_empty);
        if none {
            value["stages"] = serde_json::json!([{ "minutes": 1.0 }]);
        }
        let entry = Entry::from_value(&value).map_err(|mut problems| {
            for problem in &mut problems {
                problem.pointer.insert_str(0, "/entry");
            }
            ApiError::Document(problems)
        })?;
        let Happened::Heat(mut heat) = entry.happened else {
            return Err(ApiError::Parameter { name: "kind", came: entry.happened.kind().to_owned(), needed: "heat" });
        };
        if none {
            heat.stages.clear();
        }
        let (option, drive) = of_heat(&build, &heat);
        heat_stages(&build, option, drive, &heat).map(Json).map_err(ApiError::Document)
    })
    .await?
}

fn of_heat(build: &Build, heat: &HeatEntry) -> (usize, usize) {
    named(build, heat.option.as_ref(), heat.drive.as_ref())
}

async fn moment(State(app): State<App>, body: JsonBody) -> Result<Json<AtThatMoment>, ApiError> {
    let asked: MomentRequest = body.read().await?;
    let day = asked.at.get(..10).unwrap_or(&asked.at).to_owned();
    let (id, at) = (asked.build_id, asked.at);
    let (document, rides) = app
        .store(move |connection| {
            let (_, document) = builds::at_moment(connection, &id, &at)?;
            let of_that_day = log::list(connection, Some(&id))?
                .into_iter()
                .filter(|entry| summary(entry).is_some_and(|ride| ride.at.get(..10) == Some(&*day)));
            let mut rides = Vec::new();
            for stored in of_that_day {
                let readings = log::readings(connection, &stored.id)?;
                rides.push((stored, readings));
            }
            Ok((document, rides))
        })
        .await?;
    app.compute(move || {
        let build = build_of(&document)?;
        let mut of_that_day: Vec<(usize, Ride)> = Vec::new();
        let mut option = named(&build, None, None).0;
        for (stored, readings) in &rides {
            let entry = whole(stored, readings.as_deref())?;
            if let Happened::Ride(ride) = entry.happened {
                let (of, drive) = named(&build, ride.option.as_ref(), ride.drive.as_ref());
                option = of;
                of_that_day.push((drive, ride));
            }
        }
        Ok(Json(at_that_moment(&build, option, asked.component, &of_that_day)))
    })
    .await?
}

//! Motors and gearing as their trade knows them: tooth grid, ratio, which kind of motor, readings, going slower.

use axum::extract::State;
use serde::Deserialize;
use ypsidyne_core::document::Motor;
use ypsidyne_core::listing::size_code::{SizeCode, size_code};
use ypsidyne_core::variants::motor_guide::guide::{Guide, guide};
use ypsidyne_core::variants::motor_guide::reading::{Reading, reading};
use ypsidyne_core::variants::motor_guide::slower::{Slower, slower};
use ypsidyne_core::variants::motor_guide::swap::{Swap, swap};
use ypsidyne_core::variants::ratio_needed::{RatioNeeded, ratio_needed};
use ypsidyne_core::variants::tooth_map::{MOST_CELLS, ToothGrid, tooth_grid};

use super::answer::Json;
use super::extract::{QueryFields, QueryOf, WithBuild};
use super::problem::ApiError;
use super::{App, Operation, Route};

pub(super) fn routes() -> Vec<Route> {
    vec![
        Route::at("/api/teeth/grid").post(
            grid,
            Operation::new::<ToothGrid>("toothGrid", "What every pair of teeth at a stage does.")
                .said()
                .body_with_build::<TeethRequest>(),
        ),
        Route::at("/api/teeth/ratio").post(
            ratio,
            Operation::new::<RatioNeeded>("ratioNeeded", "The ratio a stage needs, and pairs of teeth near it.")
                .said()
                .body_with_build::<TeethRequest>(),
        ),
        Route::at("/api/motors/guide").post(
            kinds,
            Operation::new::<Guide>("motorGuide", "Which kind of motor, each point with its reason.")
                .said()
                .body_with_build::<DriveRequest>(),
        ),
        Route::at("/api/motors/reading").post(
            read,
            Operation::new::<Reading>("motorReading", "What the figures of a motor say.")
                .said()
                .body_with_build::<ReadingRequest>(),
        ),
        Route::at("/api/motors/swap").post(
            swapped,
            Operation::new::<Option<Swap>>(
                "motorSwap",
                "What a smaller motor with a higher Kv does without regearing; null for any other motor.",
            )
            .said()
            .body_with_build::<SwapRequest>(),
        ),
        Route::at("/api/motors/slower").post(
            ways,
            Operation::new::<Option<Slower>>("slowerWays", "Three ways to go slower; null where nothing is to spare.")
                .said()
                .body_with_build::<DriveRequest>(),
        ),
        Route::at("/api/motors/size-code").get(
            code,
            Operation::new::<Option<SizeCode>>("sizeCode", "What the size code in a text says; null for none.")
                .said()
                .query("text", "string"),
        ),
    ]
}

/// A drive of a build.
#[derive(Debug, Deserialize, schemars::JsonSchema)]
#[serde(deny_unknown_fields)]
struct DriveRequest {
    /// Place of the option.
    option: usize,
    /// Place of the drive in the option.
    drive: usize,
}

/// A stage of a build, and the teeth that can be had.
#[derive(Debug, Deserialize, schemars::JsonSchema)]
#[serde(deny_unknown_fields)]
struct TeethRequest {
    /// Place of the option.
    option: usize,
    /// Place of the drive in the option.
    drive: usize,
    /// Place of the stage in the gearing.
    stage: usize,
    /// Teeth of the driver that can be had.
    driver_teeth: Vec<u32>,
    /// Teeth of the driven wheel that can be had.
    driven_teeth: Vec<u32>,
}

/// A drive of a build, and numbers of turns to look at beside the usual ones.
#[derive(Debug, Deserialize, schemars::JsonSchema)]
#[serde(deny_unknown_fields)]
struct ReadingRequest {
    /// Place of the option.
    option: usize,
    /// Place of the drive in the option.
    drive: usize,
    /// Numbers of turns.
    #[serde(default)]
    turns: Vec<f64>,
}

/// A drive of a build, and the motor that would be put in.
#[derive(Debug, Deserialize, schemars::JsonSchema)]
#[serde(deny_unknown_fields)]
struct SwapRequest {
    /// Place of the option.
    option: usize,
    /// Place of the drive in the option.
    drive: usize,
    /// The motor, as in a build document.
    #[schemars(with = "Motor")]
    motor: serde_json::Value,
}

fn no_drive() -> ApiError {
    ApiError::Parameter {
        name: "drive",
        came: "a place that is not there".to_owned(),
        needed: "the place of an option of the build, of one of its drives and stages, each from 0",
    }
}

fn teeth(name: &'static str, teeth: &[u32]) -> Result<(), ApiError> {
    let wrong = teeth.iter().find(|teeth| !(5..=400).contains(*teeth));
    match wrong {
        Some(wrong) => {
            Err(ApiError::Parameter { name, came: wrong.to_string(), needed: "whole numbers of teeth from 5 to 400" })
        }
        None if teeth.is_empty() => {
            Err(ApiError::Parameter { name, came: "none".to_owned(), needed: "at least one number of teeth" })
        }
        None => Ok(()),
    }
}

impl TeethRequest {
    fn checked(&self) -> Result<(), ApiError> {
        teeth("driver_teeth", &self.driver_teeth)?;
        teeth("driven_teeth", &self.driven_teeth)?;
        let cells = self.driver_teeth.len().saturating_mul(self.driven_teeth.len());
        if cells > MOST_CELLS {
            return Err(ApiError::Parameter {
                name: "driven_teeth",
                came: format!("{cells} pairs"),
                needed: "at most 10000 pairs of teeth",
            });
        }
        Ok(())
    }
}

async fn grid(
    State(app): State<App>,
    WithBuild(build, asked): WithBuild<TeethRequest>,
) -> Result<Json<ToothGrid>, ApiError> {
    asked.checked()?;
    let TeethRequest { option, drive, stage, driver_teeth, driven_teeth, .. } = asked;
    app.compute(move || tooth_grid(&build, option, drive, stage, &driver_teeth, &driven_teeth))
        .await?
        .map(Json)
        .ok_or_else(no_drive)
}

async fn ratio(
    State(app): State<App>,
    WithBuild(build, asked): WithBuild<TeethRequest>,
) -> Result<Json<RatioNeeded>, ApiError> {
    asked.checked()?;
    let TeethRequest { option, drive, stage, driver_teeth, driven_teeth, .. } = asked;
    app.compute(move || ratio_needed(&build, option, drive, stage, &driver_teeth, &driven_teeth))
        .await?
        .map(Json)
        .ok_or_else(no_drive)
}

async fn kinds(
    State(app): State<App>,
    WithBuild(build, asked): WithBuild<DriveRequest>,
) -> Result<Json<Guide>, ApiError> {
    app.compute(move || guide(&build, asked.option, asked.drive)).await?.map(Json).ok_or_else(no_drive)
}

async fn read(
    State(app): State<App>,
    WithBuild(build, asked): WithBuild<ReadingRequest>,
) -> Result<Json<Reading>, ApiError> {
    if let Some(wrong) = asked.turns.iter().find(|turns| !(0.5..=1000.0).contains(*turns)) {
        return Err(ApiError::Parameter { name: "turns", came: wrong.to_string(), needed: "turns from 0.5 to 1000" });
    }
    app.compute(move || reading(&build, asked.option, asked.drive, &asked.turns)).await?.map(Json).ok_or_else(no_drive)
}

async fn swapped(
    State(app): State<App>,
    WithBuild(build, asked): WithBuild<SwapRequest>,
) -> Result<Json<Option<Swap>>, ApiError> {
    let SwapRequest { option, drive, motor, .. } = asked;
    if build.options.get(option).and_then(|option| option.drives.get(drive)).is_none() {
        return Err(no_drive());
    }
    let motor = Motor::from_value(&motor, "motor").map_err(ApiError::Document)?;
    app.compute(move || Json(swap(&build, option, drive, &motor))).await
}

async fn ways(
    State(app): State<App>,
    WithBuild(build, asked): WithBuild<DriveRequest>,
) -> Result<Json<Option<Slower>>, ApiError> {
    let there = build.options.get(asked.option).and_then(|option| option.drives.get(asked.drive)).is_some();
    if !there {
        return Err(no_drive());
    }
    app.compute(move || Json(slower(&build, asked.option, asked.drive))).await
}

/// The text a size code is looked for in.
#[derive(Debug, Deserialize)]
struct CodeQuery {
    text: String,
}

impl QueryFields for CodeQuery {
    const NAME: &'static str = "text";
    const NEEDED: &'static str = "a name with a size code in it, like 6355 or 540";
}

async fn code(QueryOf(CodeQuery { text }): QueryOf<CodeQuery>) -> Result<Json<Option<SizeCode>>, ApiError> {
    if text.chars().count() > 400 {
        return Err(ApiError::Parameter {
            name: "text",
            came: "a long text".to_owned(),
            needed: "at most 400 characters",
        });
    }
    Ok(Json(size_code(&text)))
}

//! Motors and gearing as their trade knows them: tooth grid, ratio, which kind of motor, readings, going slower.

use axum::Json;
use axum::extract::rejection::QueryRejection;
use axum::extract::{Query, State};
use axum::routing::{get, post};
use serde::Deserialize;
use ypsidyne_core::document::{Build, Motor};
use ypsidyne_core::variants::motor_guide::codes::{SizeCode, size_code};
use ypsidyne_core::variants::motor_guide::guide::{Ranked, guide};
use ypsidyne_core::variants::motor_guide::reading::{Reading, reading};
use ypsidyne_core::variants::motor_guide::slower::{Slower, slower};
use ypsidyne_core::variants::motor_guide::swap::{Swap, swap};
use ypsidyne_core::variants::ratio_needed::{RatioNeeded, ratio_needed};
use ypsidyne_core::variants::tooth_map::{MOST_CELLS, ToothGrid, tooth_grid};

use super::json::JsonBody;
use super::problem::ApiError;
use super::{App, Operation, Route};

pub(super) fn routes() -> Vec<Route> {
    vec![
        Route {
            path: "/api/teeth/grid",
            handlers: post(grid),
            operations: vec![
                Operation::new::<ToothGrid>("post", "toothGrid", "What every pair of teeth at a stage does.")
                    .body::<TeethAsked>(),
            ],
        },
        Route {
            path: "/api/teeth/ratio",
            handlers: post(ratio),
            operations: vec![
                Operation::new::<RatioNeeded>(
                    "post",
                    "ratioNeeded",
                    "The ratio a stage needs, and pairs of teeth near it.",
                )
                .body::<TeethAsked>(),
            ],
        },
        Route {
            path: "/api/motors/guide",
            handlers: post(kinds),
            operations: vec![
                Operation::new::<Vec<Ranked>>("post", "motorGuide", "Which kind of motor, each point with its reason.")
                    .body::<DriveAsked>(),
            ],
        },
        Route {
            path: "/api/motors/reading",
            handlers: post(read),
            operations: vec![
                Operation::new::<Reading>("post", "motorReading", "What the figures of a motor say.")
                    .body::<ReadingAsked>(),
            ],
        },
        Route {
            path: "/api/motors/swap",
            handlers: post(swapped),
            operations: vec![
                Operation::new::<Option<Swap>>(
                    "post",
                    "motorSwap",
                    "What a smaller motor with a higher Kv does without regearing; null for any other motor.",
                )
                .body::<SwapAsked>(),
            ],
        },
        Route {
            path: "/api/motors/slower",
            handlers: post(ways),
            operations: vec![
                Operation::new::<Option<Slower>>(
                    "post",
                    "slowerWays",
                    "Three ways to go slower; null where nothing is to spare.",
                )
                .body::<DriveAsked>(),
            ],
        },
        Route {
            path: "/api/motors/size-code",
            handlers: get(code),
            operations: vec![
                Operation::new::<Option<SizeCode>>(
                    "get",
                    "sizeCode",
                    "What the size code in a text says; null for none.",
                )
                .query("text", "string"),
            ],
        },
    ]
}

/// Defines a request body: a build beside other members.
macro_rules! asked {
    ($(#[$meta:meta])* $name:ident { $( $(#[$field:meta])* $key:ident : $type:ty ),* $(,)? }) => {
        $(#[$meta])*
        #[derive(Debug, Deserialize, schemars::JsonSchema)]
        #[serde(deny_unknown_fields)]
        struct $name {
            /// The build; read before the rest.
            #[serde(default)]
            #[schemars(with = "Build")]
            #[allow(dead_code, reason = "named for the published description")]
            build: (),
            /// Place of the option.
            option: usize,
            /// Place of the drive in the option.
            drive: usize,
            $( $(#[$field])* $key: $type ),*
        }
    };
}

asked! {
    /// A drive of a build.
    DriveAsked {}
}

asked! {
    /// A stage of a build, and the teeth that can be had.
    TeethAsked {
        /// Place of the stage in the gearing.
        stage: usize,
        /// Teeth of the driver that can be had.
        driver_teeth: Vec<u32>,
        /// Teeth of the driven wheel that can be had.
        driven_teeth: Vec<u32>,
    }
}

asked! {
    /// A drive of a build, and numbers of turns to look at beside the usual ones.
    ReadingAsked {
        /// Numbers of turns.
        #[serde(default)]
        turns: Vec<f64>,
    }
}

asked! {
    /// A drive of a build, and the motor that would be put in.
    SwapAsked {
        /// The motor, as in a build document.
        #[schemars(with = "Motor")]
        motor: serde_json::Value,
    }
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

impl TeethAsked {
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

async fn grid(State(app): State<App>, body: JsonBody) -> Result<Json<ToothGrid>, ApiError> {
    let (build, asked): (Build, TeethAsked) = body.build_and()?;
    asked.checked()?;
    let TeethAsked { option, drive, stage, driver_teeth, driven_teeth, .. } = asked;
    app.compute(move || tooth_grid(&build, option, drive, stage, &driver_teeth, &driven_teeth))
        .await?
        .map(Json)
        .ok_or_else(no_drive)
}

async fn ratio(State(app): State<App>, body: JsonBody) -> Result<Json<RatioNeeded>, ApiError> {
    let (build, asked): (Build, TeethAsked) = body.build_and()?;
    asked.checked()?;
    let TeethAsked { option, drive, stage, driver_teeth, driven_teeth, .. } = asked;
    app.compute(move || ratio_needed(&build, option, drive, stage, &driver_teeth, &driven_teeth))
        .await?
        .map(Json)
        .ok_or_else(no_drive)
}

async fn kinds(State(app): State<App>, body: JsonBody) -> Result<Json<Vec<Ranked>>, ApiError> {
    let (build, asked): (Build, DriveAsked) = body.build_and()?;
    app.compute(move || guide(&build, asked.option, asked.drive)).await?.map(Json).ok_or_else(no_drive)
}

async fn read(State(app): State<App>, body: JsonBody) -> Result<Json<Reading>, ApiError> {
    let (build, asked): (Build, ReadingAsked) = body.build_and()?;
    if let Some(wrong) = asked.turns.iter().find(|turns| !(0.5..=1000.0).contains(*turns)) {
        return Err(ApiError::Parameter { name: "turns", came: wrong.to_string(), needed: "turns from 0.5 to 1000" });
    }
    app.compute(move || reading(&build, asked.option, asked.drive, &asked.turns)).await?.map(Json).ok_or_else(no_drive)
}

async fn swapped(State(app): State<App>, body: JsonBody) -> Result<Json<Option<Swap>>, ApiError> {
    let (build, asked): (Build, SwapAsked) = body.build_and()?;
    let SwapAsked { option, drive, motor, .. } = asked;
    if build.options.get(option).and_then(|option| option.drives.get(drive)).is_none() {
        return Err(no_drive());
    }
    let motor = Motor::from_value(&motor, "motor").map_err(ApiError::Document)?;
    app.compute(move || Json(swap(&build, option, drive, &motor))).await
}

async fn ways(State(app): State<App>, body: JsonBody) -> Result<Json<Option<Slower>>, ApiError> {
    let (build, asked): (Build, DriveAsked) = body.build_and()?;
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

async fn code(query: Result<Query<CodeQuery>, QueryRejection>) -> Result<Json<Option<SizeCode>>, ApiError> {
    let Query(CodeQuery { text }) = query.map_err(|_| ApiError::Parameter {
        name: "text",
        came: "nothing".to_owned(),
        needed: "a name with a size code in it, like 6355 or 540",
    })?;
    if text.chars().count() > 400 {
        return Err(ApiError::Parameter {
            name: "text",
            came: "a long text".to_owned(),
            needed: "at most 400 characters",
        });
    }
    Ok(Json(size_code(&text)))
}

//! Options as wholes: odds, parts list, decision, what the drawer makes possible, options to start from.

use axum::extract::State;
use axum::http::{StatusCode, header};
use axum::response::{IntoResponse, Response};
use serde::{Deserialize, Serialize};
use ypsidyne_core::document::sheet::Decided;
use ypsidyne_core::document::{Build, OptionSheet, Problem};
use ypsidyne_core::evaluation::evaluate;
use ypsidyne_core::shelf::place::{Slot, place_part};
use ypsidyne_core::shelf::{PartKind, ShelfPart};
use ypsidyne_core::variants::decision::decided;
use ypsidyne_core::variants::inventory::{Cell, Drawer, MOST, judge_all};
use ypsidyne_core::variants::new_option::{adopt, blank};
use ypsidyne_core::variants::odds::{DRAWS, Odds, USUAL_DRAWS, odds};
use ypsidyne_core::variants::sensitivity::Tolerances;
use ypsidyne_core::workshop::bill_of_materials::{PartsList, ReadList, from_csv, parts_list, to_csv};
use ypsidyne_store::{Connection, StoreError, builds, parts};

use super::answer::Json;
use super::extract::{WithBuild, option_at};
use super::parts::{PartLine, PartSearch};
use super::problem::ApiError;
use super::{App, Operation, Route};

pub(super) fn routes() -> Vec<Route> {
    vec![
        Route::at("/api/odds").post(
            all_odds,
            Operation::new::<Vec<Odds>>("odds", "The chance that each check holds, and bands, by option.")
                .said()
                .body_with_build::<OddsRequest>(),
        ),
        Route::at("/api/parts-list").post(
            list,
            Operation::new::<PartsList>("partsList", "What an option needs, has and costs.")
                .body_with_build::<OptionRequest>(),
        ),
        Route::at("/api/parts-list/table").post(
            table,
            Operation::text("partsTable", "The parts list as CSV.", "text/csv").body_with_build::<OptionRequest>(),
        ),
        Route::at("/api/parts-list/read").post(
            read_table,
            Operation::new::<ReadList>("readPartsTable", "Lines of a CSV table for a parts list.")
                .body_with_build::<TableRequest>(),
        ),
        Route::at("/api/decide").post(
            decide,
            Operation::new::<Decided>("decide", "Date and figures to keep with a decision.")
                .body_with_build::<DecideRequest>(),
        ),
        Route::at("/api/drawer").post(
            drawer,
            Operation::new::<DrawerMap>("drawer", "Every combination of what lies in the drawer.")
                .said()
                .body_with_build::<DrawerRequest>(),
        ),
        Route::at("/api/drawer/option").post(
            drawer_option,
            Operation::new::<OptionSheet>("drawerOption", "An option with parts of the shelf put in.")
                .body_with_build::<DrawerOptionRequest>(),
        ),
        Route::at("/api/options/blank").post(
            blank_option,
            Operation::new::<OptionSheet>("blankOption", "An option with nothing but what must be given.")
                .body_with_build::<BlankRequest>(),
        ),
        Route::at("/api/options/adopt").post(
            adopted_option,
            Operation::new::<OptionSheet>("adoptOption", "An option of another build for this job.")
                .body_with_build::<AdoptRequest>(),
        ),
    ]
}

/// A build, and what to draw from.
#[derive(Debug, Deserialize, schemars::JsonSchema)]
#[serde(deny_unknown_fields)]
struct OddsRequest {
    /// Place of the option; every option when left out.
    #[serde(default)]
    option: Option<usize>,
    /// Tolerances; the usual ones when left out.
    #[serde(default)]
    tolerances: Tolerances,
    /// Draws, 100 to 20 000; 2 000 when left out.
    #[serde(default)]
    draws: Option<u32>,
    /// Seed of the draws; 1 when left out.
    #[serde(default)]
    seed: Option<u64>,
}

/// A build, and the option in question.
#[derive(Debug, Deserialize, schemars::JsonSchema)]
#[serde(deny_unknown_fields)]
struct OptionRequest {
    /// Place of the option.
    option: usize,
}

/// A build, the option in question, and a table.
#[derive(Debug, Deserialize, schemars::JsonSchema)]
#[serde(deny_unknown_fields)]
struct TableRequest {
    /// Place of the option.
    option: usize,
    /// The table, CSV.
    text: String,
}

/// A build, and the option that is chosen.
#[derive(Debug, Deserialize, schemars::JsonSchema)]
#[serde(deny_unknown_fields)]
struct DecideRequest {
    /// Name of the option.
    option: String,
}

/// A build, and the drive in which the drawer is tried.
#[derive(Debug, Deserialize, schemars::JsonSchema)]
#[serde(deny_unknown_fields)]
struct DrawerRequest {
    /// Place of the option.
    option: usize,
    /// Place of the drive in the option.
    drive: usize,
}

/// A build, and parts of the shelf that go into an option.
#[derive(Debug, Deserialize, schemars::JsonSchema)]
#[serde(deny_unknown_fields)]
struct DrawerOptionRequest {
    /// Place of the option.
    option: usize,
    /// Place of the drive in the option.
    drive: usize,
    /// Id of the motor.
    motor: String,
    /// Id of the battery.
    battery: String,
    /// Id of the controller; a plain switch when left out.
    #[serde(default)]
    controller: Option<String>,
}

/// A build, and what a new option is to be called.
#[derive(Debug, Deserialize, schemars::JsonSchema)]
#[serde(deny_unknown_fields)]
struct BlankRequest {
    /// Name of the option.
    name: String,
}

/// A build, and the option of another one that is taken over.
#[derive(Debug, Deserialize, schemars::JsonSchema)]
#[serde(deny_unknown_fields)]
struct AdoptRequest {
    /// Id of the other build.
    from: String,
    /// Place of the option in it.
    option: usize,
    /// Name of the new option.
    name: String,
}

async fn all_odds(
    State(app): State<App>,
    WithBuild(build, asked): WithBuild<OddsRequest>,
) -> Result<Json<Vec<Odds>>, ApiError> {
    if let Some(option) = asked.option {
        option_at(&build, option)?;
    }
    asked.tolerances.refuse()?;
    let draws = asked.draws.unwrap_or(USUAL_DRAWS);
    if !DRAWS.contains(&draws) {
        let (least, most) = (DRAWS.start(), DRAWS.end());
        return Err(ApiError::Document(vec![Problem {
            pointer: "/draws".to_owned(),
            detail: format!("{draws} is out of range: {least} to {most} is possible"),
        }]));
    }
    app.compute(move || {
        let places = asked.option.map_or(0..build.options.len(), |option| option..option + 1);
        Ok(Json(
            places.filter_map(|place| odds(&build, place, &asked.tolerances, draws, asked.seed.unwrap_or(1))).collect(),
        ))
    })
    .await?
}

/// Tolerances that are refused where they are out of range.
pub(super) trait Refuse {
    /// # Errors
    /// Every one that is out of range, by its pointer.
    fn refuse(&self) -> Result<(), ApiError>;
}

impl Refuse for Tolerances {
    fn refuse(&self) -> Result<(), ApiError> {
        let problems = self.problems();
        if problems.is_empty() {
            return Ok(());
        }
        let problem = |(key, detail): (&str, String)| Problem { pointer: format!("/tolerances/{key}"), detail };
        Err(ApiError::Document(problems.into_iter().map(problem).collect()))
    }
}

async fn list(
    State(app): State<App>,
    WithBuild(build, asked): WithBuild<OptionRequest>,
) -> Result<Json<PartsList>, ApiError> {
    app.compute(move || Ok(Json(parts_list(&build.job, option_at(&build, asked.option)?)))).await?
}

async fn table(
    State(app): State<App>,
    WithBuild(build, asked): WithBuild<OptionRequest>,
) -> Result<Response, ApiError> {
    let text = app
        .compute(move || Ok::<_, ApiError>(to_csv(&parts_list(&build.job, option_at(&build, asked.option)?))))
        .await??;
    Ok((StatusCode::OK, [(header::CONTENT_TYPE, "text/csv; charset=utf-8")], text).into_response())
}

async fn read_table(
    State(app): State<App>,
    WithBuild(build, asked): WithBuild<TableRequest>,
) -> Result<Json<ReadList>, ApiError> {
    app.compute(move || Ok(Json(from_csv(&asked.text, &build.job, option_at(&build, asked.option)?)?))).await?
}

async fn decide(
    State(app): State<App>,
    WithBuild(build, asked): WithBuild<DecideRequest>,
) -> Result<Json<Decided>, ApiError> {
    app.compute(move || {
        let kept = decided(&build, &evaluate(&build), &asked.option, &crate::time::now());
        kept.map(Json).ok_or(ApiError::Parameter {
            name: "option",
            came: asked.option,
            needed: "the name of an option of the build",
        })
    })
    .await?
}

/// What lies in the drawer, and every combination of it.
#[derive(Debug, Serialize, schemars::JsonSchema)]
struct DrawerMap {
    /// Motors, by name.
    motors: Vec<DrawerPart>,
    /// Batteries, by name.
    batteries: Vec<DrawerPart>,
    /// Controllers, by name.
    controllers: Vec<DrawerPart>,
    /// Every combination: by motor, then battery, then controller.
    cells: Vec<Cell>,
    /// Whether there are more combinations than one map takes.
    cut: bool,
}

/// A part in the drawer.
#[derive(Debug, Serialize, schemars::JsonSchema)]
struct DrawerPart {
    /// Id on the shelf.
    id: String,
    /// What it is called.
    label: String,
}

fn in_drawer(connection: &Connection, kind: PartKind) -> Result<Vec<PartLine>, StoreError> {
    let search = PartSearch { kind: Some(kind), owned: Some(true), limit: Some(500), ..PartSearch::default() };
    Ok(parts::search(connection, &search.stored())?.parts.into_iter().filter_map(PartLine::of).collect())
}

async fn drawer(
    State(app): State<App>,
    WithBuild(build, asked): WithBuild<DrawerRequest>,
) -> Result<Json<DrawerMap>, ApiError> {
    option_at(&build, asked.option)?;
    let held = app
        .store(move |connection| {
            Ok([
                in_drawer(connection, PartKind::Motor)?,
                in_drawer(connection, PartKind::Battery)?,
                in_drawer(connection, PartKind::Controller)?,
            ])
        })
        .await?;
    app.compute(move || {
        let parts = |lines: &[PartLine]| lines.iter().map(|line| line.part.clone()).collect::<Vec<ShelfPart>>();
        let named = |lines: &[PartLine]| {
            lines.iter().map(|line| DrawerPart { id: line.id.clone(), label: line.part.label().to_owned() }).collect()
        };
        let [motors, batteries, controllers] = &held;
        let (m, b, c) = (parts(motors), parts(batteries), parts(controllers));
        let cells = judge_all(&build, asked.option, asked.drive, Drawer { motors: &m, batteries: &b, controllers: &c });
        let cells = cells.ok_or(ApiError::Parameter {
            name: "drive",
            came: asked.drive.to_string(),
            needed: "the place of a drive of the option, from 0",
        })?;
        Ok(Json(DrawerMap {
            motors: named(motors),
            batteries: named(batteries),
            controllers: named(controllers),
            cut: cells.len() == MOST,
            cells,
        }))
    })
    .await?
}

async fn drawer_option(
    State(app): State<App>,
    WithBuild(build, asked): WithBuild<DrawerOptionRequest>,
) -> Result<Json<OptionSheet>, ApiError> {
    let mut option = option_at(&build, asked.option)?.clone();
    let Some(drive) = option.drives.get_mut(asked.drive) else {
        return Err(ApiError::Parameter {
            name: "drive",
            came: asked.drive.to_string(),
            needed: "the place of a drive of the option, from 0",
        });
    };
    if asked.controller.is_none() {
        drive.controller = None;
    }
    let ids: Vec<String> = [Some(asked.motor), Some(asked.battery), asked.controller].into_iter().flatten().collect();
    let found = app
        .store(move |connection| ids.iter().map(|id| parts::by_id(connection, id)).collect::<Result<Vec<_>, _>>())
        .await?;
    let slot = Slot { drive: asked.drive, stage: 0 };
    for line in found.into_iter().filter_map(PartLine::of) {
        place_part(&mut option, slot, &line.part, Some(&line.id));
    }
    Ok(Json(option))
}

/// A name that cannot be used.
fn refused(name: String) -> ApiError {
    ApiError::Parameter { name: "name", came: name, needed: "a name of 1 to 120 letters" }
}

async fn blank_option(
    State(app): State<App>,
    WithBuild(build, asked): WithBuild<BlankRequest>,
) -> Result<Json<OptionSheet>, ApiError> {
    app.compute(move || blank(&build.job, &asked.name).map(Json).ok_or_else(|| refused(asked.name))).await?
}

async fn adopted_option(
    State(app): State<App>,
    WithBuild(build, asked): WithBuild<AdoptRequest>,
) -> Result<Json<OptionSheet>, ApiError> {
    let id = asked.from.clone();
    let stored = app.store(move |connection| builds::by_id(connection, &id)).await?;
    app.compute(move || {
        let from = Build::from_json(&stored.document).map_err(ApiError::Document)?;
        option_at(&from, asked.option)?;
        adopt(&build.job, &from, asked.option, &asked.name).map(Json).ok_or_else(|| refused(asked.name))
    })
    .await?
}

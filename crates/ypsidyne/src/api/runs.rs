//! Beside runs: courses to start from, runs kept with a build, how hard and how long.

use axum::extract::{Path, State};
use axum::http::{StatusCode, header};
use axum::response::{IntoResponse, Response};
use serde::{Deserialize, Serialize};
use ypsidyne_core::document::course::{CoursePoint, Profile};
use ypsidyne_core::document::{Build, Course, Motor, Simulation};
use ypsidyne_core::evaluation::generator_curves::{GeneratorCurves, MachineOnSource, curves, machines};
use ypsidyne_core::shelf::{PartKind, ShelfPart};
use ypsidyne_core::simulation::course_table::{self, ReadPoints};
use ypsidyne_core::simulation::courses::{Over, courses, turned_over};
use ypsidyne_core::simulation::endurance::{Endurance, endurance};
use ypsidyne_core::simulation::launcher::{LauncherChange, changes};
use ypsidyne_core::simulation::{Simulated, simulate};
use ypsidyne_store::runs::{self, NewRun, RunLine};
use ypsidyne_store::{Connection, StoreError};

use super::answer::Json;
use super::extract::OptionOf;
use super::json::JsonBody;
use super::parts::{PartLine, PartSearch};
use super::problem::ApiError;
use super::{App, Operation, Route};

pub(super) fn routes() -> Vec<Route> {
    vec![
        Route::at("/api/courses").post(
            offered,
            Operation::new::<Vec<Course>>("courses", "Courses to start from, made for a build and an option.")
                .body::<Build>()
                .query("option", "integer"),
        ),
        Route::at("/api/courses/read").post(
            read_points,
            Operation::new::<ReadPoints>("readPoints", "Points of a course from a CSV table.").body::<PointsTable>(),
        ),
        Route::at("/api/courses/over").post(
            over,
            Operation::new::<Vec<CoursePoint>>("courseOver", "A course over time as one over the way, or back.")
                .body::<OverRequest>(),
        ),
        Route::at("/api/courses/table").post(
            points_table,
            Operation::text("pointsTable", "Points of a course as CSV.", "text/csv").body::<PointsRequest>(),
        ),
        Route::at("/api/running").post(
            running,
            Operation::new::<Running>(
                "running",
                "How hard and how long for each motor, what would change a launcher, generators over load and speed.",
            )
            .said()
            .body::<Build>()
            .query("option", "integer"),
        ),
        Route::at("/api/builds/{id}/runs")
            .get(
                list,
                Operation::new::<Vec<RunLine>>("runs", "Runs that are kept with a build, the newest first.")
                    .path("id", "string"),
            )
            .post(
                keep,
                Operation::new::<RunLine>("keepRun", "Run a simulation and keep it with a build.")
                    .path("id", "string")
                    .body::<KeepRequest>()
                    .status(201),
            ),
        Route::at("/api/runs/{id}")
            .get(read, Operation::new::<Simulated>("keptRun", "A run that was kept.").said().path("id", "string"))
            .delete(take_away, Operation::empty("deleteRun", "Take a kept run away.").path("id", "string")),
    ]
}

/// What stands beside a run.
#[derive(Debug, Serialize, schemars::JsonSchema)]
struct Running {
    /// How hard, how long, drive by drive.
    endurance: Vec<Endurance>,
    /// What would change launchers.
    launchers: Vec<LauncherRow>,
    /// Machines that are turned.
    generators: Vec<GeneratorRow>,
}

/// What would change the wheels of a launcher.
#[derive(Debug, Serialize, schemars::JsonSchema)]
struct LauncherRow {
    /// Name of the drive.
    drive: String,
    /// The changes, the build as it is first.
    changes: Vec<LauncherChange>,
}

/// A machine that is turned, and others in its place.
#[derive(Debug, Serialize, schemars::JsonSchema)]
struct GeneratorRow {
    /// Over load and speed.
    curves: GeneratorCurves,
    /// The machine of every option and the motors of the shelf on the same source, the one of the option first.
    machines: Vec<MachineOnSource>,
}

/// A run to keep.
#[derive(Debug, Deserialize, schemars::JsonSchema)]
#[serde(deny_unknown_fields)]
struct KeepRequest {
    /// What it is called.
    title: String,
    /// The simulation document.
    #[schemars(with = "Simulation")]
    simulation: serde_json::Value,
}

/// A table of points.
#[derive(Debug, Deserialize, schemars::JsonSchema)]
#[serde(deny_unknown_fields)]
struct PointsTable {
    /// The table: a line of heads, then a line a point.
    text: String,
}

/// A course that is wanted over time or over the way.
#[derive(Debug, Deserialize, schemars::JsonSchema)]
#[serde(deny_unknown_fields)]
struct OverRequest {
    /// What a drive does.
    #[schemars(with = "Profile")]
    profile: serde_json::Value,
    /// Over what.
    over: Over,
}

/// Points that are wanted as a table.
#[derive(Debug, Deserialize, schemars::JsonSchema)]
#[serde(deny_unknown_fields)]
struct PointsRequest {
    /// What a drive does.
    #[schemars(with = "Profile")]
    profile: serde_json::Value,
}

async fn offered(State(app): State<App>, OptionOf { build, place }: OptionOf) -> Result<Json<Vec<Course>>, ApiError> {
    app.compute(move || Ok(Json(courses(&build, place)))).await?
}

async fn read_points(State(app): State<App>, body: JsonBody) -> Result<Json<ReadPoints>, ApiError> {
    let asked: PointsTable = body.read().await?;
    app.compute(move || Ok(Json(course_table::from_csv(&asked.text)?))).await?
}

async fn over(State(app): State<App>, body: JsonBody) -> Result<Json<Vec<CoursePoint>>, ApiError> {
    app.compute(move || {
        let asked: OverRequest = body.value()?;
        let profile = Profile::from_value(&asked.profile).map_err(ApiError::Document)?;
        Ok(Json(turned_over(&profile.points, asked.over)))
    })
    .await?
}

async fn points_table(State(app): State<App>, body: JsonBody) -> Result<Response, ApiError> {
    let text = app
        .compute(move || {
            let asked: PointsRequest = body.value()?;
            let profile = Profile::from_value(&asked.profile).map_err(ApiError::Document)?;
            Ok::<_, ApiError>(course_table::to_csv(&profile.points))
        })
        .await??;
    Ok(([(header::CONTENT_TYPE, "text/csv; charset=utf-8")], text).into_response())
}

async fn running(State(app): State<App>, OptionOf { build, place }: OptionOf) -> Result<Json<Running>, ApiError> {
    let generates =
        build.job.drives.iter().any(|drive| matches!(drive.load, ypsidyne_core::document::Load::Generator(_)));
    let shelf = if generates { app.store(|connection| motors_of_the_shelf(connection)).await? } else { Vec::new() };
    app.compute(move || {
        let launchers = build
            .job
            .drives
            .iter()
            .map(|drive| LauncherRow { drive: drive.name.clone(), changes: changes(&build, place, &drive.name) })
            .filter(|row| !row.changes.is_empty())
            .collect();
        let generators = curves(&build, place)
            .into_iter()
            .map(|curves| {
                let mut tried: Vec<_> = build
                    .options
                    .iter()
                    .enumerate()
                    .filter(|(index, _)| *index != place)
                    .filter_map(|(_, option)| {
                        let served = option.drives.iter().find(|served| served.drive == curves.drive)?;
                        let label = served.motor.label.clone().unwrap_or_else(|| "a machine".to_owned());
                        Some((String::new(), format!("{label} ({})", option.name), served.motor.clone()))
                    })
                    .collect();
                tried.extend(shelf.iter().cloned());
                GeneratorRow { machines: machines(&build, place, &curves.drive, &tried), curves }
            })
            .collect();
        Ok(Json(Running { endurance: endurance(&build, place), launchers, generators }))
    })
    .await?
}

/// Motors of the shelf that are not retired: id, name, figures.
fn motors_of_the_shelf(connection: &Connection) -> Result<Vec<(String, String, Motor)>, StoreError> {
    let search = PartSearch { kind: Some(PartKind::Motor), limit: Some(500), ..PartSearch::default() };
    let found = ypsidyne_store::parts::search(connection, &search.stored())?.parts;
    Ok(found
        .into_iter()
        .filter_map(PartLine::of)
        .filter_map(|line| match &line.part {
            ShelfPart::Motor(motor) => Some((line.id.clone(), line.part.label().to_owned(), (**motor).clone())),
            _ => None,
        })
        .collect())
}

async fn list(State(app): State<App>, Path(id): Path<String>) -> Result<Json<Vec<RunLine>>, ApiError> {
    Ok(Json(app.store(move |connection| runs::list(connection, &id)).await?))
}

async fn keep(State(app): State<App>, Path(id): Path<String>, body: JsonBody) -> Result<Response, ApiError> {
    let (title, document, option, simulated) = app
        .watched(move |token| {
            let KeepRequest { title, simulation: document } = body.value()?;
            let title = title.trim().chars().take(120).collect::<String>();
            if title.is_empty() {
                return Err(ApiError::Parameter {
                    name: "title",
                    came: "nothing".to_owned(),
                    needed: "a name for the run",
                });
            }
            let simulation = Simulation::from_value(&document).map_err(|mut problems| {
                for problem in &mut problems {
                    problem.pointer.insert_str(0, "/simulation");
                }
                ApiError::Document(problems)
            })?;
            let ran = simulate(&simulation, &mut |_| !token.is_cancelled());
            let simulated = serde_json::to_string(&ran).map_err(|_| ApiError::Internal)?;
            Ok((title, document.to_string(), ran.option, simulated))
        })
        .await??;
    let (run_id, now) = (uuid::Uuid::now_v7().to_string(), crate::time::now());
    let line = app
        .store(move |connection| {
            let new = NewRun {
                build: &id,
                title: &title,
                option: &option,
                document: &document,
                simulated: &simulated,
                now: &now,
            };
            runs::keep(connection, &run_id, &new)
        })
        .await?;
    Ok((StatusCode::CREATED, Json(line)).into_response())
}

async fn read(State(app): State<App>, Path(id): Path<String>) -> Result<Response, ApiError> {
    let text = app.store(move |connection| runs::simulated(connection, &id)).await?;
    Ok(super::compute::json_text(StatusCode::OK, text))
}

async fn take_away(State(app): State<App>, Path(id): Path<String>) -> Result<StatusCode, ApiError> {
    app.store(move |connection| runs::delete(connection, &id)).await?;
    Ok(StatusCode::NO_CONTENT)
}

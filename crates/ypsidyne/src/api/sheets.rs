//! The bench: readings worked out, kept, and put where listed figures stood.

use std::collections::BTreeMap;

use axum::extract::{Path, State};
use axum::http::{HeaderMap, StatusCode};
use axum::response::{IntoResponse, Response};
use serde::{Deserialize, Serialize};
use serde_json::{Map, Value};
use ypsidyne_core::document::{Build, Measurement};
use ypsidyne_core::measurement::equal_steps::{EqualSteps, equal_steps};
use ypsidyne_core::measurement::generators_ranked::{AsGenerator, as_generators};
use ypsidyne_core::measurement::into_part::{Applied, apply, part_with, still_missing};
use ypsidyne_core::measurement::packs::{PackOf, packs_of};
use ypsidyne_core::measurement::sweep_plan::{InHand, SweepPlan, sweep_plan};
use ypsidyne_core::measurement::{Measured, Target, measure};
use ypsidyne_core::shelf::{PartKind, ShelfPart};
use ypsidyne_store::sheets::{self, Belonging, NewSheet, StoredSheet};
use ypsidyne_store::{builds, parts};

use super::answer::Json;
use super::etag::{Saved, if_match, saved, tagged};
use super::extract::{QueryFields, QueryOf, WithBuild};
use super::json::JsonBody;
use super::problem::ApiError;
use super::{App, Operation, Route};

pub(super) fn routes() -> Vec<Route> {
    vec![
        Route::at("/api/measure").post(
            work_out,
            Operation::new::<Measured>("measure", "Work out the readings of a bench sheet.")
                .said()
                .body::<Measurement>(),
        ),
        Route::at("/api/measure/apply").post(
            into_part,
            Operation::new::<Applied>("applyMeasurement", "A measurement in a build, and what it changes.")
                .body_with_build::<ApplyRequest>(),
        ),
        Route::at("/api/measure/part").post(
            as_part,
            Operation::new::<ShelfPart>("measuredPart", "A part of the shelf with what sheets measured.")
                .body::<PartRequest>(),
        ),
        Route::at("/api/measure/packs").get(
            packs,
            Operation::new::<Vec<PacksOfBuild>>("packs", "The packs of the builds that were saved last."),
        ),
        Route::at("/api/measure/generators").post(
            compare_generators,
            Operation::new::<ComparedGenerators>(
                "compareGenerators",
                "Every machine of the kept sheets as a generator: on one source, and over equal steps of what drove them.",
            )
            .body::<GeneratorsRequest>(),
        ),
        Route::at("/api/sheets")
            .get(
                list,
                Operation::new::<Vec<SheetLine>>("sheets", "Bench sheets, newest change first.")
                    .query("build", "string")
                    .query("part", "string"),
            )
            .post(
                create,
                Operation::new::<Saved>("createSheet", "Keep a bench sheet.").body::<Measurement>().status(201).etag(),
            ),
        Route::at("/api/sheets/{id}")
            .get(read, Operation::new::<Measurement>("sheet", "One bench sheet.").path("id", "string").etag())
            .put(
                save,
                Operation::new::<Saved>("saveSheet", "Save a bench sheet that was edited.")
                    .path("id", "string")
                    .if_match()
                    .body::<Measurement>()
                    .etag(),
            )
            .delete(delete, Operation::empty("deleteSheet", "Put a bench sheet into the bin.").path("id", "string")),
        Route::at("/api/sheets/{id}/known").get(
            known,
            Operation::new::<KnownOfIt>(
                "knownOfSheet",
                "What is known of what a sheet measures, by its part and by other sheets of the same name; a sweep from that.",
            )
            .path("id", "string"),
        ),
        Route::at("/api/sheets/{id}/restore")
            .post(restore, Operation::empty("restoreSheet", "Take a bench sheet out of the bin.").path("id", "string")),
    ]
}

/// A bench sheet in the list.
#[derive(Debug, Serialize, schemars::JsonSchema)]
struct SheetLine {
    /// Id.
    id: String,
    /// Current revision.
    revision: u32,
    /// When it was last saved, RFC 3339.
    updated_at: String,
    /// Kind of sheet.
    kind: &'static str,
    /// What was measured.
    label: String,
    /// Id of the build it belongs to.
    build_id: Option<String>,
    /// Id of the part it belongs to.
    part_id: Option<String>,
    /// What it says; null while there is not enough.
    measured: Option<Measured>,
}

fn measurement(body: &JsonBody) -> Result<Measurement, ApiError> {
    Measurement::from_json(body.text()?).map_err(ApiError::Document)
}

async fn work_out(State(app): State<App>, body: JsonBody) -> Result<Json<Measured>, ApiError> {
    app.compute(move || measure(&measurement(&body)?).map(Json).map_err(ApiError::Document)).await?
}

/// A build, and a measurement that goes into it.
#[derive(Debug, Deserialize, schemars::JsonSchema)]
#[serde(deny_unknown_fields)]
struct ApplyRequest {
    /// The readings.
    #[schemars(with = "Measurement")]
    measurement: Value,
    /// Place of the option.
    option: usize,
    /// Place of the drive in the option.
    drive: usize,
}

/// When something was measured: as the sheet says, else now.
fn time_of(measurement: &Measurement) -> String {
    measurement.heading().at.clone().unwrap_or_else(crate::time::now)
}

async fn into_part(
    State(app): State<App>,
    WithBuild(build, asked): WithBuild<ApplyRequest>,
) -> Result<Json<Applied>, ApiError> {
    app.compute(move || {
        let readings = Measurement::from_value(&asked.measurement).map_err(ApiError::Document)?;
        let measured = measure(&readings).map_err(ApiError::Document)?;
        let applied = apply(&measured, &build, asked.option, asked.drive, &time_of(&readings));
        applied.map(Json).map_err(ApiError::Document)
    })
    .await?
}

/// A part to start from, and the sheets whose figures go into it.
#[derive(Debug, Deserialize, schemars::JsonSchema)]
#[serde(deny_unknown_fields)]
struct PartRequest {
    /// The part so far: at least which kind of part it is and what it is called.
    part: Map<String, Value>,
    /// Ids of the sheets, the later ones last.
    sheets: Vec<String>,
}

async fn as_part(State(app): State<App>, body: JsonBody) -> Result<Json<Value>, ApiError> {
    let PartRequest { part, sheets: ids } = body.read().await?;
    let target = match part.get("part").and_then(Value::as_str).and_then(PartKind::from_word) {
        Some(PartKind::Motor) => Target::Motor,
        Some(PartKind::Battery) => Target::Battery,
        _ => {
            return Err(ApiError::Parameter {
                name: "part",
                came: part.get("part").map(Value::to_string).unwrap_or_default(),
                needed: "motor or battery: the bench measures those",
            });
        }
    };
    let stored: Vec<StoredSheet> =
        app.store(move |connection| ids.iter().map(|id| sheets::by_id(connection, id)).collect()).await?;
    app.compute(move || {
        let worked_out = stored.iter().filter_map(|stored| {
            let readings = Measurement::from_json(&stored.document).ok()?;
            Some((measure(&readings).ok()?, time_of(&readings)))
        });
        let document = part_with(part, target, &worked_out.collect::<Vec<_>>());
        let lacking = |problems| ApiError::Document(still_missing(problems, target));
        ShelfPart::from_json(&document.to_string()).map_err(lacking)?;
        Ok(Json(document))
    })
    .await?
}

/// The source, and what is put between it and each machine.
#[derive(Debug, Deserialize, schemars::JsonSchema)]
#[serde(deny_unknown_fields)]
struct GeneratorsRequest {
    /// Speed of the source, rpm.
    source_rpm: f64,
    /// Turns of the shaft per turn of the source, by what was measured; 1 where none is given.
    #[serde(default)]
    speed_up: BTreeMap<String, f64>,
    /// Volts that are needed.
    #[serde(default)]
    needed_v: Option<f64>,
}

/// Machines as generators.
#[derive(Debug, Serialize, schemars::JsonSchema)]
struct ComparedGenerators {
    /// On one source, the most power first.
    machines: Vec<AsGenerator>,
    /// As they were driven, step by step; null where no two share a step.
    equal_steps: Option<EqualSteps>,
}

async fn compare_generators(State(app): State<App>, body: JsonBody) -> Result<Json<ComparedGenerators>, ApiError> {
    let asked: GeneratorsRequest = body.read().await?;
    let out = |value: f64, least: f64, most: f64| !(least..=most).contains(&value);
    if out(asked.source_rpm, 0.0, 1e6) || asked.speed_up.values().any(|ratio| out(*ratio, 1e-3, 1e4)) {
        return Err(ApiError::Parameter {
            name: "source_rpm or speed_up",
            came: asked.source_rpm.to_string(),
            needed: "0 to 1000000 rpm, and a speed-up of 0.001 to 10000",
        });
    }
    let stored = app.store(move |connection| sheets::list(connection, &Belonging::default())).await?;
    app.compute(move || {
        let named = stored.into_iter().filter_map(line).filter_map(|line| Some((line.label, line.measured?)));
        let named: Vec<(String, Measured)> = named.filter(|(label, _)| !label.is_empty()).collect();
        Json(ComparedGenerators {
            machines: as_generators(&named, asked.source_rpm, &asked.speed_up, asked.needed_v),
            equal_steps: equal_steps(&named),
        })
    })
    .await
}

/// The packs of one build.
#[derive(Debug, Serialize, schemars::JsonSchema)]
struct PacksOfBuild {
    /// Id of the build.
    build_id: String,
    /// Its name.
    build: String,
    /// The pack of each option.
    packs: Vec<PackOf>,
}

/// So many builds are offered a pack of, the ones that were saved last.
const MOST_BUILDS: usize = 40;

async fn packs(State(app): State<App>) -> Result<Json<Vec<PacksOfBuild>>, ApiError> {
    let stored = app
        .store(|connection| {
            let newest = builds::names(connection)?.into_iter().take(MOST_BUILDS);
            Ok(newest.filter_map(|(id, _)| builds::by_id(connection, &id).ok()).collect::<Vec<_>>())
        })
        .await?;
    app.compute(move || {
        let read = stored.into_iter().filter_map(|stored| {
            let build = Build::from_json(&stored.document).ok()?;
            Some(PacksOfBuild { build_id: stored.id, packs: packs_of(&build), build: build.name.clone() })
        });
        Json(read.collect())
    })
    .await
}

#[derive(Deserialize)]
struct ListQuery {
    build: Option<String>,
    part: Option<String>,
}

impl QueryFields for ListQuery {
    const NAME: &'static str = "build or part";
    const NEEDED: &'static str = "the id of a build or of a part";
}

async fn list(
    State(app): State<App>,
    QueryOf(ListQuery { build, part }): QueryOf<ListQuery>,
) -> Result<Json<Vec<SheetLine>>, ApiError> {
    let stored = app.store(move |connection| sheets::list(connection, &Belonging { build, part })).await?;
    app.compute(move || Json(stored.into_iter().filter_map(line).collect())).await
}

/// Only checked sheets are stored; one this version cannot read is left out.
fn line(stored: StoredSheet) -> Option<SheetLine> {
    let readings = Measurement::from_json(&stored.document).ok()?;
    let heading = readings.heading();
    Some(SheetLine {
        kind: readings.sheet().kind(),
        label: heading.label.clone().unwrap_or_default(),
        build_id: heading.build_id.clone(),
        part_id: heading.part_id.clone(),
        measured: measure(&readings).ok(),
        id: stored.id,
        revision: stored.revision,
        updated_at: stored.updated_at,
    })
}

async fn create(State(app): State<App>, body: JsonBody) -> Result<Response, ApiError> {
    let readings = body.by(measurement).await?;
    let (id, now) = (uuid::Uuid::now_v7().to_string(), crate::time::now());
    let (id, now) = app
        .store(move |connection| {
            let heading = readings.heading();
            let document = body.text().unwrap_or_default();
            let (build, part) = (heading.build_id.as_deref(), heading.part_id.as_deref());
            sheets::create(connection, &id, &NewSheet { build, part, document, now: &now })?;
            Ok((id, now))
        })
        .await?;
    Ok(saved(StatusCode::CREATED, id, 1, now))
}

/// What is known of the thing on a sheet.
#[derive(Debug, Serialize, schemars::JsonSchema)]
struct KnownOfIt {
    /// Its volts and its current without load.
    in_hand: InHand,
    /// Its winding, measured under the same name, Ω at 20 °C; null where it was not.
    resistance_ohm: Option<f64>,
    /// A sweep that starts from that.
    sweep: SweepPlan,
}

async fn known(State(app): State<App>, Path(id): Path<String>) -> Result<Json<KnownOfIt>, ApiError> {
    let (label, stored, part) = app
        .store(move |connection| {
            let own = Measurement::from_json(&sheets::by_id(connection, &id)?.document).ok();
            let heading = own.as_ref().map(Measurement::heading);
            let label = heading.and_then(|heading| heading.label.clone()).unwrap_or_default();
            let part = heading.and_then(|heading| heading.part_id.clone());
            let part = part.and_then(|part| parts::by_id(connection, &part).ok());
            Ok((label, sheets::list(connection, &Belonging::default())?, part))
        })
        .await?;
    app.compute(move || {
        let same = stored.into_iter().filter_map(|sheet| {
            let readings = Measurement::from_json(&sheet.document).ok()?;
            let name = readings.heading().label.clone().unwrap_or_default();
            (!label.trim().is_empty() && name.trim() == label.trim()).then(|| {
                let measured = measure(&readings).ok();
                (readings, measured)
            })
        });
        let same: Vec<(Measurement, Option<Measured>)> = same.collect();
        let mut in_hand = InHand::of_sheets(same.iter().map(|(readings, measured)| (readings, measured.as_ref())));
        if let Some(motor) = part.and_then(|part| ShelfPart::from_json(&part.document).ok())
            && let ShelfPart::Motor(motor) = motor
        {
            in_hand = in_hand.or_papers(&motor);
        }
        let ohm = |measured: &Measured| measured.results.get("resistance_at_20c_ohm")?.as_f64();
        let resistance_ohm = same.iter().find_map(|(_, measured)| ohm(measured.as_ref()?));
        Json(KnownOfIt { in_hand, resistance_ohm, sweep: sweep_plan(in_hand) })
    })
    .await
}

async fn read(State(app): State<App>, Path(id): Path<String>) -> Result<Response, ApiError> {
    let stored = app.store(move |connection| sheets::by_id(connection, &id)).await?;
    Ok(tagged(stored.document, &stored.id, stored.revision))
}

async fn save(
    State(app): State<App>,
    Path(id): Path<String>,
    headers: HeaderMap,
    body: JsonBody,
) -> Result<Response, ApiError> {
    let expected = if_match(&headers, &id)?;
    let readings = body.by(measurement).await?;
    let now = crate::time::now();
    let (revision, id, now) = app
        .store(move |connection| {
            let heading = readings.heading();
            let document = body.text().unwrap_or_default();
            let (build, part) = (heading.build_id.as_deref(), heading.part_id.as_deref());
            let revision = sheets::save(connection, &id, expected, &NewSheet { build, part, document, now: &now })?;
            Ok((revision, id, now))
        })
        .await?;
    Ok(saved(StatusCode::OK, id, revision, now))
}

async fn delete(State(app): State<App>, Path(id): Path<String>) -> Result<Response, ApiError> {
    let now = crate::time::now();
    app.store(move |connection| sheets::delete(connection, &id, Some(&now))).await?;
    Ok(StatusCode::NO_CONTENT.into_response())
}

async fn restore(State(app): State<App>, Path(id): Path<String>) -> Result<Response, ApiError> {
    app.store(move |connection| sheets::delete(connection, &id, None)).await?;
    Ok(StatusCode::NO_CONTENT.into_response())
}

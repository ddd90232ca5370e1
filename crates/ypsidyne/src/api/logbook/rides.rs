//! Rides: a logger's table looked at and kept, drawn, compared with what is computed.

use std::collections::BTreeMap;

use axum::extract::{Path, State};
use axum::http::header;
use axum::response::{IntoResponse, Response};
use serde::{Deserialize, Serialize};
use ypsidyne_core::document::Build;
use ypsidyne_core::document::log::{Calibrated, Entry, Happened, Ride};
use ypsidyne_core::logbook::adjusted::put_in;
use ypsidyne_core::logbook::book::RideSummary;
use ypsidyne_core::logbook::drawn::{DrawnChannel, drawn};
use ypsidyne_core::logbook::entries_csv::write_ride;
use ypsidyne_core::logbook::ride_table::{ReadRide, SaidColumn, read_ride};
use ypsidyne_core::logbook::totals::{RideTotals, totals};
use ypsidyne_core::logbook::{ComparedRide, compare_ride};
use ypsidyne_store::{builds, log};

use super::LARGEST_FILE_BYTES;
use super::kept::{Prepared, build_of, keep_new, named, read_whole, whole};
use crate::api::answer::Json;
use crate::api::etag::Saved;
use crate::api::extract::{QueryFields, QueryOf};
use crate::api::json::JsonBody;
use crate::api::problem::ApiError;
use crate::api::{App, Operation, Route};

pub(super) fn routes() -> Vec<Route> {
    vec![
        Route::at("/api/log/table")
            .post(
                look_at_table,
                Operation::new::<LookedAt>(
                    "lookAtTable",
                    "A logger's table as it is understood: its columns, what cannot be used of it, by line and column.",
                )
                .body::<TableRequest>(),
            )
            .largest_body(LARGEST_FILE_BYTES),
        Route::at("/api/builds/{id}/log/rides")
            .post(
                keep_ride,
                Operation::new::<Saved>("keepRide", "Keep a ride from a logger's table.")
                    .path("id", "string")
                    .body::<RideRequest>()
                    .status(201)
                    .etag(),
            )
            .largest_body(LARGEST_FILE_BYTES),
        Route::at("/api/log/{id}/lines").get(
            lines,
            Operation::new::<Vec<DrawnChannel>>("rideLines", "The readings of a ride for drawing, every peak kept.")
                .path("id", "string")
                .query("from_s", "number")
                .query("to_s", "number")
                .query("points", "integer"),
        ),
        Route::at("/api/log/{id}/compared").get(
            compared,
            Operation::new::<RideAgainst>("comparedRide", "A ride against what is computed of it.")
                .said()
                .path("id", "string")
                .query("figures", "string"),
        ),
        Route::at("/api/log/{id}/table").get(
            table,
            Operation::text("rideTable", "The readings of a ride as CSV.", "text/csv").path("id", "string"),
        ),
    ]
}

/// A logger's table.
#[derive(Debug, Deserialize, schemars::JsonSchema)]
#[serde(deny_unknown_fields)]
struct TableRequest {
    /// The table as text.
    text: String,
    /// Columns by their place, from 0, that are not what their heads say.
    #[serde(default)]
    said: BTreeMap<usize, SaidColumn>,
}

/// A table as it is understood, and the ride in it.
#[derive(Debug, Serialize, schemars::JsonSchema)]
struct LookedAt {
    /// The table.
    #[serde(flatten)]
    table: ReadRide,
    /// What the ride adds up to.
    totals: RideTotals,
    /// Its readings for drawing.
    lines: Vec<DrawnChannel>,
}

/// A ride to be kept.
#[derive(Debug, Deserialize, schemars::JsonSchema)]
#[serde(deny_unknown_fields)]
struct RideRequest {
    /// The table as text.
    text: String,
    /// Columns by their place, from 0, that are not what their heads say.
    #[serde(default)]
    said: BTreeMap<usize, SaidColumn>,
    /// The entry but for its channels: when, title, charge at the start, air, payload.
    #[schemars(with = "serde_json::Map<String, serde_json::Value>")]
    ride: serde_json::Value,
}

/// Points of a line in a preview.
const PREVIEW_POINTS: usize = 600;

async fn look_at_table(State(app): State<App>, body: JsonBody) -> Result<Json<LookedAt>, ApiError> {
    app.compute(move || {
        let asked: TableRequest = body.value()?;
        let table = read_ride(&asked.text, &asked.said)?;
        let totals = totals(&table.columns);
        let lines = drawn(&table.columns, 0.0, f64::INFINITY, PREVIEW_POINTS);
        Ok(Json(LookedAt { table, totals, lines }))
    })
    .await?
}

async fn keep_ride(State(app): State<App>, Path(build): Path<String>, body: JsonBody) -> Result<Response, ApiError> {
    let id = uuid::Uuid::now_v7().to_string();
    let prepared = app
        .compute(move || {
            let asked: RideRequest = body.value()?;
            let table = read_ride(&asked.text, &asked.said)?;
            let mut value = asked.ride;
            value["kind"] = "ride".into();
            let entry = Entry::with_readings(&value, Some(table.columns)).map_err(ApiError::Document)?;
            Prepared::of(id, entry)
        })
        .await??;
    keep_new(&app, build, prepared).await
}

#[derive(Deserialize)]
struct LinesQuery {
    #[serde(default)]
    from_s: f64,
    to_s: Option<f64>,
    points: Option<usize>,
}

impl QueryFields for LinesQuery {
    const NAME: &'static str = "from_s, to_s or points";
    const NEEDED: &'static str = "seconds since the start, and how many points";
}

/// Points of a line, as many as a wide screen has.
const POINTS: std::ops::RangeInclusive<usize> = 10..=8000;

async fn ride(app: &App, id: String) -> Result<(Entry, Ride, String), ApiError> {
    let (stored, readings) = app.store(move |connection| read_whole(connection, &id)).await?;
    app.compute(move || {
        let entry = whole(&stored, readings.as_deref())?;
        match &entry.happened {
            Happened::Ride(ride) => {
                let ride = ride.clone();
                Ok((entry, ride, stored.build))
            }
            _ => Err(ApiError::Parameter { name: "id", came: stored.id, needed: "the id of a ride" }),
        }
    })
    .await?
}

async fn lines(
    State(app): State<App>,
    Path(id): Path<String>,
    QueryOf(query): QueryOf<LinesQuery>,
) -> Result<Json<Vec<DrawnChannel>>, ApiError> {
    let (_, ride, _) = ride(&app, id).await?;
    let points = query.points.unwrap_or(2000).clamp(*POINTS.start(), *POINTS.end());
    let to_s = query.to_s.unwrap_or(f64::INFINITY);
    app.compute(move || Json(drawn(&ride.columns, query.from_s, to_s, points))).await
}

async fn table(State(app): State<App>, Path(id): Path<String>) -> Result<Response, ApiError> {
    let (_, ride, _) = ride(&app, id).await?;
    let text = app.compute(move || write_ride(&ride.columns)).await?;
    Ok(([(header::CONTENT_TYPE, "text/csv; charset=utf-8")], text).into_response())
}

/// With which figures a ride is computed.
#[derive(Debug, Clone, Copy, PartialEq, Eq, Deserialize, Serialize, schemars::JsonSchema, Default)]
#[serde(rename_all = "snake_case")]
enum Figures {
    /// The build as it stood on that day.
    #[default]
    Then,
    /// The build as it stands now.
    Now,
    /// That of then, with what the ride says put in.
    Ride,
}

#[derive(Deserialize)]
struct FiguresQuery {
    #[serde(default)]
    figures: Figures,
}

impl QueryFields for FiguresQuery {
    const NAME: &'static str = "figures";
    const NEEDED: &'static str = "then, now or ride";
}

/// A ride against what is computed of it.
#[derive(Debug, Serialize, schemars::JsonSchema)]
struct RideAgainst {
    /// With which figures.
    figures: Figures,
    /// Revision of the build that they are from.
    revision: u32,
    /// Name of the option.
    option: String,
    /// Name of the drive.
    drive: String,
    /// The ride, compared.
    ride: ComparedRide,
}

async fn compared(
    State(app): State<App>,
    Path(id): Path<String>,
    QueryOf(FiguresQuery { figures }): QueryOf<FiguresQuery>,
) -> Result<Json<RideAgainst>, ApiError> {
    let (entry, ride, build_id) = ride(&app, id.clone()).await?;
    let at = entry.heading.at.clone();
    let (revision, document) = app
        .store(move |connection| match figures {
            Figures::Now => {
                let stored = builds::by_id(connection, &build_id)?;
                Ok((stored.revision, stored.document))
            }
            Figures::Then | Figures::Ride => builds::at_moment(connection, &build_id, &at),
        })
        .await?;
    let told = app
        .compute(move || {
            let build = build_of(&document)?;
            let (option, drive) = named(&build, ride.option.as_ref(), ride.drive.as_ref());
            let mut ride_told = compare_ride(&build, option, drive, &entry, &ride);
            if figures == Figures::Ride {
                ride_told = with_its_own(&build, option, drive, &entry, &ride, ride_told)?;
            }
            let (option, drive) = (build.options[option].name.clone(), build.job.drives[drive].name.clone());
            Ok::<_, ApiError>(RideAgainst { figures, revision, option, drive, ride: ride_told })
        })
        .await??;
    if figures == Figures::Then {
        let summary = RideSummary {
            at: told.ride.at.clone(),
            title: told.ride.title.clone(),
            totals: told.ride.totals.clone(),
            ambient_c: None,
            magnets_c: told.ride.magnets_c,
            computed: told.ride.computed.is_some(),
            says: told.ride.says.clone(),
        };
        // The next list says it without computing.
        app.store(move |connection| {
            let kept: Option<RideSummary> =
                log::by_id(connection, &id)?.summary.and_then(|text| serde_json::from_str(&text).ok());
            let summary = RideSummary { ambient_c: kept.as_ref().and_then(|kept| kept.ambient_c), ..summary };
            if kept.as_ref() == Some(&summary) {
                return Ok(());
            }
            log::keep_summary(connection, &id, &serde_json::to_string(&summary).unwrap_or_default())
        })
        .await?;
    }
    Ok(Json(told))
}

/// The ride computed anew with what it says put in; what it says stays what it said of the build.
fn with_its_own(
    build: &Build,
    option: usize,
    drive: usize,
    entry: &Entry,
    ride: &Ride,
    told: ComparedRide,
) -> Result<ComparedRide, ApiError> {
    let figures: Vec<(Calibrated, f64)> = told
        .calibration
        .iter()
        .filter(|figure| figure.determined)
        .map(|figure| (figure.figure, figure.after))
        .collect();
    let document = put_in(build, option, drive, &figures, &entry.heading.at).map_err(ApiError::Document)?;
    let corrected = Build::from_value(&document).map_err(ApiError::Document)?;
    let again = compare_ride(&corrected, option, drive, entry, &Ride { calibrate: Some(Vec::new()), ..ride.clone() });
    Ok(ComparedRide { calibration: told.calibration, ..again })
}

//! Parts as people know them: a motor from its label, a line of words, another winding.

use serde::Deserialize;
use serde_json::{Map, Value};
use ypsidyne_core::format::four_figures;
use ypsidyne_core::formulas::machine::rewound_resistance_ohm;
use ypsidyne_core::listing::work_out::{WorkedOut, work_out};
use ypsidyne_core::shelf::PartKind;
use ypsidyne_core::shelf::line::{LONGEST, LineReading, read_line};

use super::answer::Json;
use super::extract::{QueryFields, QueryOf};
use super::json::JsonBody;
use super::problem::ApiError;
use super::{Operation, Route};

pub(super) fn routes() -> Vec<Route> {
    vec![
        Route::at("/api/motors/known").post(
            known,
            Operation::new::<WorkedOut>("workedOut", "A motor worked out from whatever is known of it.")
                .said()
                .body::<KnownRequest>(),
        ),
        Route::at("/api/motors/rewound").get(
            rewound,
            Operation::new::<f64>("rewound", "Resistance, Ω, of another winding of the same iron.")
                .query("resistance_ohm", "number")
                .query("was_rpm_per_v", "number")
                .query("now_rpm_per_v", "number"),
        ),
        Route::at("/api/parts/line").post(
            line,
            Operation::new::<LineReading>("partLine", "A line of words, or a seller's text, read into figures.")
                .body::<LineRequest>(),
        ),
    ]
}

/// A motor as far as it is known.
#[derive(Debug, Deserialize, schemars::JsonSchema)]
#[serde(deny_unknown_fields)]
struct KnownRequest {
    /// The members of its document that there are, `facts` among them.
    motor: Map<String, Value>,
    /// Diameter of the wheel it would sit in, m.
    #[serde(default)]
    wheel_diameter_m: Option<f64>,
}

async fn known(body: JsonBody) -> Result<Json<WorkedOut>, ApiError> {
    let asked: KnownRequest = body.read().await?;
    let wheel = asked.wheel_diameter_m.filter(|diameter| (0.005..5.0).contains(diameter));
    work_out(&asked.motor, wheel).map(Json).map_err(ApiError::Document)
}

/// A winding and the Kv it shall have.
#[derive(Debug, Deserialize)]
struct RewoundQuery {
    resistance_ohm: f64,
    was_rpm_per_v: f64,
    now_rpm_per_v: f64,
}

impl QueryFields for RewoundQuery {
    const NAME: &'static str = "resistance_ohm, was_rpm_per_v, now_rpm_per_v";
    const NEEDED: &'static str = "a resistance, the Kv it was listed with and the new one, each above 0";
}

async fn rewound(QueryOf(asked): QueryOf<RewoundQuery>) -> Result<Json<f64>, ApiError> {
    let RewoundQuery { resistance_ohm, was_rpm_per_v, now_rpm_per_v } = asked;
    let ohm = rewound_resistance_ohm(resistance_ohm, was_rpm_per_v, now_rpm_per_v);
    let fine =
        [resistance_ohm, was_rpm_per_v, now_rpm_per_v, ohm].iter().all(|value| *value > 0.0 && value.is_finite());
    if !fine {
        return Err(ApiError::Parameter {
            name: RewoundQuery::NAME,
            came: format!("{resistance_ohm}, {was_rpm_per_v}, {now_rpm_per_v}"),
            needed: RewoundQuery::NEEDED,
        });
    }
    Ok(Json(four_figures(ohm)))
}

/// A text about a part.
#[derive(Debug, Deserialize, schemars::JsonSchema)]
#[serde(deny_unknown_fields)]
struct LineRequest {
    /// The text.
    text: String,
    /// What it is about; null where that is to be told from the text.
    #[serde(default)]
    kind: Option<PartKind>,
    /// Diameter of the wheel that a hub would sit in, m.
    #[serde(default)]
    wheel_diameter_m: Option<f64>,
}

async fn line(body: JsonBody) -> Result<Json<LineReading>, ApiError> {
    let asked: LineRequest = body.read().await?;
    let letters = asked.text.chars().count();
    if letters > LONGEST {
        return Err(ApiError::Parameter {
            name: "text",
            came: format!("{letters} letters"),
            needed: "at most 8000 letters",
        });
    }
    let wheel = asked.wheel_diameter_m.filter(|diameter| (0.005..5.0).contains(diameter));
    Ok(Json(read_line(&asked.text, asked.kind, wheel)))
}

//! The bench: readings of a sheet to figures with their uncertainty, the fit, and what is wrong with the readings.
//!
//! [`measure`] turns a `ypsidyne.measurement/1` into a `ypsidyne.measured/1`. Too few readings are refused with what is
//! needed; a poor fit is reported as poor, never hidden.

pub mod catalogue;
mod cell_voltages;
mod coast_down;
pub mod equal_steps;
mod free_sheet;
mod generator_test;
pub mod generators_ranked;
pub mod given;
mod heat_run;
mod identify;
pub mod into_part;
pub(crate) mod least_squares;
mod loaded_currents;
mod motor_tests;
mod pack_tests;
pub mod packs;
mod pull_test;
pub mod simulated_motor;
pub mod sweep_plan;
mod turning_tests;
mod worksheet;

use serde::Serialize;
use serde_json::{Map, Value};

use crate::document::measurement::Sheet;
use crate::document::{Measurement, Problem};
pub(crate) use worksheet::Worksheet;

/// The `format` of what a measurement says.
pub const MEASURED_FORMAT: &str = "ypsidyne.measured/1";

/// What a measurement says.
#[derive(Debug, Clone, PartialEq, Serialize, schemars::JsonSchema)]
#[schemars(extend("x-sheets" = catalogue::facts()))]
pub struct Measured {
    /// Always `ypsidyne.measured/1`.
    pub format: &'static str,
    /// Kind of sheet.
    pub kind: &'static str,
    /// Every result by key; numbers in SI units, °C and Ah.
    pub results: Map<String, Value>,
    /// The results that are figures, with their uncertainty, the one wanted most first.
    pub figures: Vec<Figure>,
    /// The readings drawn, with the line through them.
    pub fits: Vec<Fit>,
    /// What is wrong with the readings, or worth knowing.
    pub findings: Vec<Finding>,
    /// The sum, line by line, with the numbers put in.
    pub working: Vec<String>,
    /// Figures of a part or a job that this can replace.
    pub gives: Vec<Gives>,
}

/// A figure with its uncertainty.
#[derive(Debug, Clone, PartialEq, Serialize, schemars::JsonSchema)]
pub struct Figure {
    /// Key among the results.
    pub key: &'static str,
    /// What a maker calls it.
    pub label: &'static str,
    /// Unit.
    pub unit: &'static str,
    /// The value.
    pub value: f64,
    /// Standard error; null where the readings do not tell.
    pub standard_error: Option<f64>,
    /// The 95 % interval; null where the readings do not tell.
    pub interval_95: Option<[f64; 2]>,
}

/// Readings drawn.
#[derive(Debug, Clone, PartialEq, Serialize, schemars::JsonSchema)]
pub struct Fit {
    /// What it shows.
    pub title: &'static str,
    /// Across.
    pub x: Axis,
    /// Up.
    pub y: Axis,
    /// The readings.
    pub points: Vec<FitPoint>,
    /// The fitted line, from left to right; empty where there is none.
    pub line: Vec<[f64; 2]>,
}

/// An axis of a drawing.
#[derive(Debug, Clone, Copy, PartialEq, Eq, Serialize, schemars::JsonSchema)]
pub struct Axis {
    /// What a maker calls it.
    pub label: &'static str,
    /// Unit.
    pub unit: &'static str,
}

/// A reading in a drawing.
#[derive(Debug, Clone, PartialEq, Serialize, schemars::JsonSchema)]
pub struct FitPoint {
    /// Which reading: its list and its place in it.
    pub reading: String,
    /// Across.
    pub x: f64,
    /// Up.
    pub y: f64,
    /// Distance from the line; null for one that is struck out.
    pub residual: Option<f64>,
    /// Struck out: drawn, not used.
    pub struck: bool,
}

/// How much a finding matters.
#[derive(Debug, Clone, Copy, PartialEq, Eq, Serialize, schemars::JsonSchema)]
#[serde(rename_all = "snake_case")]
pub enum Weight {
    /// Worth knowing.
    Note,
    /// The result is less sure than it looks.
    Doubt,
    /// The result is of little use.
    Poor,
}

/// What is wrong with the readings, or worth knowing.
#[derive(Debug, Clone, PartialEq, Eq, Serialize, schemars::JsonSchema)]
pub struct Finding {
    /// Word for it, for example `far_off`.
    pub code: &'static str,
    /// The reading it is about: its list and its place in it; null for the whole.
    pub reading: Option<String>,
    /// How much it matters.
    pub weight: Weight,
    /// In words, with what to do.
    pub text: String,
}

/// Where a measured figure can go.
#[derive(Debug, Clone, Copy, PartialEq, Eq, Serialize, schemars::JsonSchema)]
#[serde(rename_all = "snake_case")]
pub enum Target {
    /// A motor.
    Motor,
    /// A battery.
    Battery,
    /// The load of a vehicle.
    Vehicle,
}

/// A figure that a measurement can replace.
#[derive(Debug, Clone, Copy, PartialEq, Serialize, schemars::JsonSchema)]
pub struct Gives {
    /// Where it goes.
    pub target: Target,
    /// Key of the document.
    pub key: &'static str,
    /// The value.
    pub value: f64,
}

/// Works a measurement out.
///
/// # Errors
/// What is missing or contradicts itself, each with the JSON pointer of the readings and what is needed.
///
/// ```
/// use ypsidyne_core::{document::Measurement, measurement::measure};
/// let readings = r#"{ "format": "ypsidyne.measurement/1", "kind": "winding_resistance",
///   "lead_readings_ohm": [0.2, 0.2], "motor_readings_ohm": [1.0, 1.1, 0.9], "supply_v": 12 }"#;
/// let measured = measure(&Measurement::from_json(readings).expect("it reads")).expect("there is enough");
/// assert!((measured.results["resistance_ohm"].as_f64().unwrap() - 0.8).abs() < 1e-9);
/// ```
pub fn measure(measurement: &Measurement) -> Result<Measured, Vec<Problem>> {
    let mut paper = Worksheet::new(measurement);
    let done = match measurement.sheet() {
        Sheet::WindingResistance(sheet) => motor_tests::winding_resistance(sheet, &mut paper),
        Sheet::LockedRotor(sheet) => motor_tests::locked_rotor(sheet, &mut paper),
        Sheet::NoLoadSweep(sheet) => turning_tests::no_load_sweep(sheet, &mut paper),
        Sheet::SpinTest(sheet) => turning_tests::spin_test(sheet, &mut paper),
        Sheet::PackResistance(sheet) => pack_tests::pack_resistance(sheet, &mut paper),
        Sheet::Capacity(sheet) => pack_tests::capacity(sheet, &mut paper),
        Sheet::CellVoltages(sheet) => cell_voltages::cell_voltages(sheet, &mut paper),
        Sheet::CoastDown(sheet) => coast_down::coast_down(sheet, &mut paper),
        Sheet::PullTest(sheet) => pull_test::pull_test(sheet, &mut paper),
        Sheet::GeneratorTest(sheet) => generator_test::generator_test(sheet, &mut paper),
        Sheet::Identify(sheet) => identify::identify(sheet, &mut paper),
        Sheet::HeatRun(sheet) => heat_run::heat_run(sheet, &mut paper),
        Sheet::LoadedCurrents(sheet) => loaded_currents::loaded_currents(sheet, &mut paper),
        Sheet::FreeSheet(sheet) => free_sheet::free_sheet(sheet, &mut paper),
    };
    done?;
    Ok(paper.finished())
}

/// Why a sheet cannot be worked out.
pub(crate) type Refusal = Vec<Problem>;

/// A refusal of one list.
pub(crate) fn refused(list: &str, detail: impl Into<String>) -> Refusal {
    vec![Problem { pointer: format!("/{list}"), detail: detail.into() }]
}

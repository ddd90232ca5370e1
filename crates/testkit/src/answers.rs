//! What documents come to.

use serde_json::{Value, json};
use ypsidyne_core::document::{Problem, Simulation};
use ypsidyne_core::evaluation::checks::Check;
use ypsidyne_core::evaluation::{OptionEvaluation, evaluate};
use ypsidyne_core::simulation::Simulated;
use ypsidyne_core::simulation::outcome::EnergyWh;

use crate::documents::{members, read};

/// The first option of a build, evaluated.
///
/// # Panics
/// With the problems of a build that cannot be read.
#[must_use]
pub fn first_option(document: &Value) -> OptionEvaluation {
    evaluate(&read(document)).options.remove(0)
}

/// A check of an option by its code.
///
/// # Panics
/// Where it is not judged.
#[must_use]
pub fn check<'a>(option: &'a OptionEvaluation, code: &str) -> &'a Check {
    let found = option.checks.iter().find(|check| check.code == code);
    found.unwrap_or_else(|| {
        let judged: Vec<&str> = option.checks.iter().map(|check| check.code.word()).collect();
        panic!("no {code} among {judged:?}")
    })
}

/// A simulation document of a build with these members.
///
/// # Errors
/// Its problems.
pub fn simulation(build: &Value, more: Value) -> Result<Simulation, Vec<Problem>> {
    Simulation::from_value(&members(json!({ "format": "ypsidyne.simulation/1", "build": build }), more))
}

/// What a build does over time.
///
/// # Panics
/// With the problems of a document that cannot be read.
#[must_use]
pub fn simulate(build: &Value, more: Value) -> Simulated {
    let simulation = simulation(build, more).unwrap_or_else(|problems| panic!("{problems:#?}"));
    ypsidyne_core::simulation::simulate(&simulation, &mut |_| true)
}

/// Where the energy of the cells went, part by part, Wh.
#[must_use]
pub fn used_wh(e: &EnergyWh) -> [f64; 8] {
    [e.supply, e.accessories, e.controller, e.motor_copper, e.motor_leads, e.motor_no_load, e.gearing, e.output]
}

//! The demo builds as documents, to be changed and read.
#![allow(dead_code, reason = "each test file uses its own part")]

use serde_json::Value;
use ypsidyne_core::document::Build;
use ypsidyne_core::library::demo::BUILDS;
use ypsidyne_core::simulation::outcome::EnergyWh;

/// A demo build by its slug.
pub fn document(slug: &str) -> Value {
    let demo = BUILDS.iter().find(|demo| demo.slug == slug).unwrap_or_else(|| panic!("no demo {slug}"));
    serde_json::from_str(demo.json).unwrap()
}

/// A build, or every problem of it.
pub fn read(document: &Value) -> Build {
    Build::from_value(document).unwrap_or_else(|problems| panic!("{problems:#?}"))
}

/// Where the energy of the cells went, part by part, Wh.
pub fn used_wh(e: &EnergyWh) -> [f64; 8] {
    [e.supply, e.accessories, e.controller, e.motor_copper, e.motor_leads, e.motor_no_load, e.gearing, e.output]
}

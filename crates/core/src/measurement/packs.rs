//! The packs of a build, for currents that were read of motors that are to run on one of them.

use serde::Serialize;

use crate::document::Build;
use crate::model::battery::BatteryModel;

/// The battery of an option as a whole.
#[derive(Debug, Clone, PartialEq, Serialize, schemars::JsonSchema)]
pub struct PackOf {
    /// Name of the option.
    pub option: String,
    /// Capacity of all packs side by side, Ah.
    pub pack_ah: f64,
    /// What it gives continuously, A; null where that is not listed.
    pub continuous_a: Option<f64>,
}

/// The battery of each option.
#[must_use]
pub fn packs_of(build: &Build) -> Vec<PackOf> {
    build
        .options
        .iter()
        .map(|option| {
            let model = BatteryModel::new(option);
            let continuous_a = model.battery.continuous_c.map(|times| times * model.capacity_ah);
            PackOf { option: option.name.clone(), pack_ah: model.capacity_ah, continuous_a }
        })
        .collect()
}

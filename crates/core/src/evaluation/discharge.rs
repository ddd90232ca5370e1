//! A cell from full to empty: its volts at rest and under the work of this build, as drawn in the Battery step.

use serde::Serialize;

use crate::document::OptionSheet;
use crate::model::battery::BatteryModel;
use crate::model::supply::Supply;

/// A cell over its charge.
#[derive(Debug, Clone, PartialEq, Serialize, schemars::JsonSchema)]
pub struct Discharge {
    /// From nothing used to everything.
    pub points: Vec<DischargePoint>,
    /// Current of the hardest work at half charge, A; null when the battery cannot give it.
    pub hardest_a: Option<f64>,
    /// Volts of a cell at which one stops, V.
    pub stop_v_per_cell: f64,
    /// Share of the capacity that is used.
    pub usable_fraction: f64,
    /// Resistance of a cell, Ω: as given, else what its continuous rating implies.
    pub cell_resistance_ohm: f64,
}

/// A cell at one charge.
#[derive(Debug, Clone, Copy, PartialEq, Serialize, schemars::JsonSchema)]
pub struct DischargePoint {
    /// Share of the capacity that has been taken, 0 to 1.
    pub used: f64,
    /// Volts at rest, V.
    pub rest_v: f64,
    /// Volts while the hardest work is done, V; null when the battery cannot give its current.
    pub working_v: Option<f64>,
}

/// Points of a curve, less one.
const STEPS: u8 = 20;

/// The cells of an option from full to empty; the current is that of the hardest work at half charge throughout.
#[must_use]
pub fn discharge(option: &OptionSheet, supply: &Supply) -> Discharge {
    let battery = BatteryModel::new(option);
    let hardest_a = supply.all_hardest.current_a;
    let sag_v = hardest_a.map(|current_a| battery.cell_sag_v(current_a));
    let points = (0..=STEPS)
        .map(|step| {
            let used = f64::from(step) / f64::from(STEPS);
            let rest_v = battery.cell.open_circuit_v(1.0 - used);
            DischargePoint { used, rest_v, working_v: sag_v.map(|sag_v| rest_v - sag_v) }
        })
        .collect();
    Discharge {
        points,
        hardest_a,
        stop_v_per_cell: battery.cutoff_v_per_cell(),
        usable_fraction: option.battery.usable_fraction,
        cell_resistance_ohm: battery.cell_sag_v(1.0) * f64::from(option.battery.packs_parallel),
    }
}

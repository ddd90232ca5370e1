//! Where a sweep by itself starts and ends: from the motor in hand, and carefully where nothing of it is known.

use serde::Serialize;

use super::Measured;
use crate::document::measurement::Sheet;
use crate::document::{Measurement, Motor};
use crate::format::four_figures;

/// What is known of the motor before it is measured; all of it may be missing.
#[derive(Debug, Clone, Copy, Default, PartialEq, Serialize, schemars::JsonSchema)]
pub struct InHand {
    /// Volts that are printed on it, or that it will run on, V.
    pub volts: Option<f64>,
    /// Current without load, A.
    pub no_load_a: Option<f64>,
}

impl InHand {
    /// What other sheets of the same thing say of it, the newest first: the volts it will run on, and what it took unloaded.
    #[must_use]
    pub fn of_sheets<'a>(sheets: impl IntoIterator<Item = (&'a Measurement, Option<&'a Measured>)>) -> Self {
        let mut known = Self::default();
        for (readings, measured) in sheets {
            let volts = match readings.sheet() {
                Sheet::WindingResistance(sheet) => sheet.supply_v,
                Sheet::LockedRotor(sheet) => sheet.supply_v,
                _ => None,
            };
            let no_load_a = measured.and_then(|measured| measured.results.get("no_load_current_a")?.as_f64());
            known = Self { volts: known.volts.or(volts), no_load_a: known.no_load_a.or(no_load_a) };
        }
        known
    }

    /// What its papers say fills what was not measured.
    #[must_use]
    pub fn or_papers(self, motor: &Motor) -> Self {
        Self {
            volts: self.volts.or(motor.nominal_voltage_v).or(motor.max_voltage_v),
            no_load_a: self.no_load_a.or(motor.no_load_current_a),
        }
    }
}

/// A sweep as it is proposed.
#[derive(Debug, Clone, Copy, PartialEq, Serialize, schemars::JsonSchema)]
pub struct SweepPlan {
    /// First voltage, V.
    pub from_v: f64,
    /// Last voltage, V.
    pub to_v: f64,
    /// How many.
    pub steps: u32,
    /// Current limit of the supply, A.
    pub limit_a: f64,
}

/// Volts that no motor minds for a moment (common practice): the smallest cans are wound for 3 V.
const UNKNOWN_V: f64 = 3.0;
/// Current limit where nothing is known, A (common practice).
const UNKNOWN_A: f64 = 1.0;
/// The limit stands so many times above what it takes without load: enough to start, too little to burn (common practice).
const LIMIT_OVER_NO_LOAD: f64 = 3.0;
/// Of the motor's volts, the first step.
const FIRST_STEP: f64 = 0.25;
const STEPS: u32 = 6;

/// A sweep from a quarter of the motor's volts to all of them, with a limit from its current without load.
#[must_use]
pub fn sweep_plan(known: InHand) -> SweepPlan {
    let positive = |value: Option<f64>| value.filter(|value| value.is_finite() && *value > 0.0);
    let to_v = positive(known.volts).unwrap_or(UNKNOWN_V);
    let limit_a = positive(known.no_load_a).map_or(UNKNOWN_A, |amps| (LIMIT_OVER_NO_LOAD * amps * 10.0).ceil() / 10.0);
    SweepPlan { from_v: four_figures(FIRST_STEP * to_v), to_v, steps: STEPS, limit_a }
}

#[cfg(test)]
mod tests {
    use super::*;

    #[test]
    fn it_starts_from_the_motor_in_hand_and_carefully_without() {
        let plan = |volts, no_load_a| sweep_plan(InHand { volts, no_load_a });
        assert_eq!(plan(Some(3.5), None), SweepPlan { from_v: 0.875, to_v: 3.5, steps: 6, limit_a: 1.0 });
        assert_eq!(plan(Some(24.0), Some(0.3001)), SweepPlan { from_v: 6.0, to_v: 24.0, steps: 6, limit_a: 1.0 });
        assert_eq!(plan(None, None), SweepPlan { from_v: 0.75, to_v: 3.0, steps: 6, limit_a: 1.0 });
        assert_eq!(plan(Some(-1.0), Some(f64::NAN)), plan(None, None));
    }
}

//! All stages between motor and load as one: ratio, efficiency, and what comes through backwards.

use crate::document::OptionDrive;

/// All gearing stages together, the built-in gearbox first.
#[derive(Debug, Clone, Copy, PartialEq)]
pub(crate) struct Gearing {
    /// Motor turns per output turn (G).
    pub ratio: f64,
    /// Share of the power that comes through (η).
    pub efficiency: f64,
    /// Ratio of the stages after a built-in gearbox.
    pub ratio_after_gearbox: f64,
    /// Efficiency of the stages after a built-in gearbox.
    pub efficiency_after_gearbox: f64,
    /// Share of the power that comes through from load to motor (η_b); 0 where a stage holds by itself.
    pub backward_efficiency: f64,
}

impl Gearing {
    /// The stages of a drive.
    pub(super) fn of(parts: &OptionDrive) -> Self {
        let (ratio_after_gearbox, efficiency_after_gearbox) =
            parts.gearing.iter().fold((1.0, 1.0), |(ratio, efficiency), stage| {
                (ratio * stage.ratio(), efficiency * stage.efficiency.unwrap_or(1.0))
            });
        let (ratio, efficiency) =
            parts.motor.gearbox.as_ref().map_or((1.0, 1.0), |gearbox| (gearbox.ratio, gearbox.efficiency));
        // A stage with half the power lost forwards holds by itself backwards.
        let backward = |forward: f64| (2.0 - 1.0 / forward).max(0.0);
        let backward_efficiency = parts
            .gearing
            .iter()
            .map(|stage| backward(stage.efficiency.unwrap_or(1.0)))
            .fold(backward(efficiency), |product, stage| product * stage);
        Self {
            ratio: ratio * ratio_after_gearbox,
            efficiency: efficiency * efficiency_after_gearbox,
            ratio_after_gearbox,
            efficiency_after_gearbox,
            backward_efficiency,
        }
    }
}

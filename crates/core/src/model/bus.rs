//! The battery as a source, and the bus voltage at a fixed power.
//!
//! V_bus = V_oc − Rs·P/V_bus. With P fixed that is one quadratic. At full throttle P depends on V_bus: see
//! [`super::throttle`].

use serde::Serialize;

use crate::formulas::numeric::larger_root;

/// A battery at one charge behind its resistance and the supply leads.
#[derive(Debug, Clone, Copy, PartialEq)]
pub(crate) struct Source {
    /// Resting voltage, V.
    pub open_circuit_v: f64,
    /// Pack and supply leads, Ω.
    pub resistance_ohm: f64,
    /// Other consumers, W.
    pub accessory_w: f64,
}

/// What keeps a motor from giving more.
#[derive(Debug, Clone, Copy, PartialEq, Eq, Hash, Serialize, schemars::JsonSchema)]
#[serde(rename_all = "snake_case")]
pub enum Limit {
    /// The battery cannot deliver the power at any voltage.
    Supply,
    /// Full duty: the battery voltage.
    Duty,
    /// The motor-current limit of the controller.
    MotorCurrent,
    /// The battery-current limit of the controller.
    BatteryCurrent,
    /// The motor cannot move the load.
    Load,
}

impl Source {
    /// Bus voltage, V, when the drives take a fixed power, W; `None` when the battery cannot give it.
    pub fn bus_v(&self, drives_w: f64) -> Option<f64> {
        let power_w = drives_w + self.accessory_w;
        larger_root(1.0, -self.open_circuit_v, self.resistance_ohm * power_w).filter(|volts| *volts > 0.0)
    }

    /// Half the resting voltage, V: where the battery gives most.
    pub fn half_v(&self) -> f64 {
        0.5 * self.open_circuit_v
    }

    /// Most power that is left for drives, W, at half the resting voltage: V_oc²/4Rs less the other consumers. Infinite for a
    /// source without resistance; below 0 when the other consumers alone are too much.
    ///
    /// # Source
    /// Maximum power transfer: a matched load takes V²/4R.
    pub fn most_w(&self) -> f64 {
        self.open_circuit_v * self.open_circuit_v / (4.0 * self.resistance_ohm) - self.accessory_w
    }

    /// Current from the battery, A, at a bus voltage and a power of the drives.
    pub fn current_a(&self, drives_w: f64, bus_v: f64) -> f64 {
        (drives_w + self.accessory_w) / bus_v
    }
}

#[cfg(test)]
mod tests {
    use super::super::Drive;
    use super::super::throttle::{Alone, Pull, Yields};
    use super::*;
    use approx::assert_relative_eq;
    use rstest::rstest;

    /// Sag at constant power, closed form (V − √(V² − 4RP))/2R.
    #[rstest]
    #[case(36.0, 0.08, 1000.0, 29.743_758_102_333_65)]
    #[case(22.2, 0.03, 1000.0, 48.182_246_191_005_38)]
    fn validated_sag_at_constant_power(#[case] volts: f64, #[case] ohm: f64, #[case] watts: f64, #[case] amperes: f64) {
        let source = Source { open_circuit_v: volts, resistance_ohm: ohm, accessory_w: 0.0 };
        let bus_v = source.bus_v(watts).unwrap();
        assert_relative_eq!(source.current_a(watts, bus_v), amperes, max_relative = 1e-9);
    }

    #[test]
    fn one_drive_alone_gives_the_same_by_both_ways() {
        for demo in crate::library::demo::BUILDS {
            let build = crate::document::Build::from_json(demo.json).unwrap();
            for option in &build.options {
                for index in 0..option.drives.len() {
                    let job = build.job.drives.iter().find(|job| job.name == option.drives[index].drive).unwrap();
                    let drive = Drive::new(job, option, index, 5.0);
                    let battery = crate::model::battery::BatteryModel::new(option);
                    for (charge, worse) in [(1.0, 1.0), (0.5, 3.0), (0.2, 10.0), (0.0, 100.0)] {
                        let mut source = battery.source(charge, 4.0);
                        source.resistance_ohm *= worse;
                        for step in 0..40 {
                            let motor_rad_s = f64::from(step) * 40.0;
                            let alone = Alone::new(&source, &drive).throttled(motor_rad_s).map(|point| point.bus_v);
                            let pull = Pull::new(&drive, motor_rad_s, Yields::Never);
                            let together = source.shared(&[pull]).map(|shared| shared.bus_v);
                            match (alone, together) {
                                (Some(alone), Some(together)) => {
                                    assert_relative_eq!(alone, together, max_relative = 1e-9);
                                }
                                (alone, together) => assert_eq!(alone, together, "{} {motor_rad_s}", demo.slug),
                            }
                        }
                    }
                }
            }
        }
    }

    #[test]
    fn a_battery_gives_no_more_than_its_matched_load() {
        // Limit V²/4R = 4050 W.
        let source = Source { open_circuit_v: 36.0, resistance_ohm: 0.08, accessory_w: 0.0 };
        assert!(source.bus_v(4049.9).is_some());
        assert!(source.bus_v(4050.1).is_none());
    }
}

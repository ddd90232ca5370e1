//! The battery as a source, and the bus voltage that all drives settle on.
//!
//! V_bus = V_oc − Rs·P/V_bus. With P fixed that is one quadratic. At full throttle P depends on V_bus: between the
//! voltages where a drive changes what limits it, P is c₂V² + c₁V + c₀, so each stretch is a quadratic again and the
//! largest consistent voltage is found exactly, without iteration.

use serde::Serialize;

use super::Drive;
use crate::document::job::MOST_DRIVES;
use crate::numeric::larger_root;

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

/// A drive at full throttle at one speed.
#[derive(Debug, Clone, Copy, PartialEq)]
pub(crate) struct Throttled {
    /// Bus voltage, V.
    pub bus_v: f64,
    /// Equivalent current of each motor, A; never below 0.
    pub current_a: f64,
    /// What limits it.
    pub limited_by: Limit,
}

/// What a drive draws at full throttle and one speed, over the bus voltage.
#[derive(Clone, Copy)]
struct Draw<'a> {
    drive: &'a Drive<'a>,
    emf_v: f64,
}

/// P = c₂V² + c₁V + c₀.
#[derive(Clone, Copy, Default)]
struct PowerOverVoltage {
    square: f64,
    linear: f64,
    constant: f64,
}

impl Draw<'_> {
    /// Current of each motor at a bus voltage and what limits it.
    fn current(&self, bus_v: f64) -> (f64, Limit) {
        let (controller, loop_ohm) = (&self.drive.controller, self.drive.loop_ohm);
        let mut least = ((controller.voltage_share() * bus_v - self.emf_v) / loop_ohm, Limit::Duty);
        if let Some(limit_a) = controller.motor_limit_a
            && limit_a < least.0
        {
            least = (limit_a, Limit::MotorCurrent);
        }
        if let Some(limit_a) = controller.battery_limit_a {
            let current =
                (-self.emf_v + (self.emf_v * self.emf_v + 4.0 * loop_ohm * limit_a * bus_v).sqrt()) / (2.0 * loop_ohm);
            if current < least.0 {
                least = (current, Limit::BatteryCurrent);
            }
        }
        (least.0.max(0.0), least.1)
    }

    /// The power law that holds around a bus voltage.
    fn power(&self, bus_v: f64) -> PowerOverVoltage {
        let drive = self.drive;
        let idle = PowerOverVoltage { constant: drive.controller.idle_w, ..PowerOverVoltage::default() };
        let (current_a, limit) = self.current(bus_v);
        if current_a <= 0.0 {
            return idle;
        }
        let share = drive.controller.voltage_share();
        match limit {
            Limit::MotorCurrent => PowerOverVoltage {
                constant: idle.constant + drive.motors * current_a * (self.emf_v + current_a * drive.loop_ohm),
                ..idle
            },
            Limit::BatteryCurrent => {
                PowerOverVoltage { linear: drive.motors * drive.controller.battery_limit_a.unwrap_or(0.0), ..idle }
            }
            _ => PowerOverVoltage {
                square: drive.motors * share * share / drive.loop_ohm,
                linear: -drive.motors * share * self.emf_v / drive.loop_ohm,
                ..idle
            },
        }
    }

    /// Bus voltages where the limiting quantity changes.
    fn corners(&self) -> [f64; 4] {
        let (controller, loop_ohm) = (&self.drive.controller, self.drive.loop_ohm);
        let share = controller.voltage_share();
        let motor = controller.motor_limit_a;
        let battery = controller.battery_limit_a;
        [
            self.emf_v / share,
            motor.map_or(0.0, |limit_a| (self.emf_v + limit_a * loop_ohm) / share),
            battery.map_or(0.0, |limit_a| (self.emf_v + limit_a / share * loop_ohm) / share),
            match (motor, battery) {
                (Some(motor_a), Some(battery_a)) => motor_a * (self.emf_v + motor_a * loop_ohm) / battery_a,
                _ => 0.0,
            },
        ]
    }
}

impl Drive<'_> {
    /// Equivalent current of each motor, A, at full throttle and a motor speed, rad/s, on a given bus voltage, and what
    /// limits it.
    pub fn throttled_current_a(&self, bus_v: f64, motor_rad_s: f64) -> (f64, Limit) {
        Draw { drive: self, emf_v: self.emf_v(motor_rad_s) }.current(bus_v)
    }

    /// Power, W, at full throttle and a motor speed, rad/s, on a given bus voltage.
    pub fn throttled_power_w(&self, bus_v: f64, motor_rad_s: f64) -> f64 {
        let (current_a, _) = Draw { drive: self, emf_v: self.emf_v(motor_rad_s) }.current(bus_v);
        self.supply_power_w(current_a, motor_rad_s)
    }
}

impl Source {
    /// Bus voltage, V, when the drives take a fixed power, W; `None` when the battery cannot give it.
    pub fn bus_v(&self, drives_w: f64) -> Option<f64> {
        let power_w = drives_w + self.accessory_w;
        larger_root(1.0, -self.open_circuit_v, self.resistance_ohm * power_w).filter(|volts| *volts > 0.0)
    }

    /// Largest consistent bus voltage, V, with every drive at full throttle at its motor speed, rad/s.
    pub fn throttled_bus_v(&self, drives: &[(&Drive<'_>, f64)]) -> Option<f64> {
        const MOST_CORNERS: usize = 4 * MOST_DRIVES;
        let mut corners = [0.0; MOST_CORNERS];
        let mut count = 0;
        let draw = |(drive, motor_rad_s): &(&Drive<'_>, f64)| drive.emf_v(*motor_rad_s);
        for entry in drives {
            let emf_v = draw(entry);
            for corner in (Draw { drive: entry.0, emf_v }).corners() {
                // Corners above the open-circuit voltage are never reached.
                if corner > 0.0 && corner < self.open_circuit_v {
                    corners[count] = corner;
                    count += 1;
                }
            }
        }
        let corners = &mut corners[..count];
        corners.sort_unstable_by(|a, b| b.total_cmp(a));
        let mut high = self.open_circuit_v;
        for low in corners.iter().copied().chain(std::iter::once(0.0)) {
            let middle = 0.5 * (low + high);
            let total = drives.iter().fold(PowerOverVoltage::default(), |sum, entry| {
                let part = Draw { drive: entry.0, emf_v: draw(entry) }.power(middle);
                PowerOverVoltage {
                    square: sum.square + part.square,
                    linear: sum.linear + part.linear,
                    constant: sum.constant + part.constant,
                }
            });
            let root = larger_root(
                1.0 + self.resistance_ohm * total.square,
                self.resistance_ohm * total.linear - self.open_circuit_v,
                self.resistance_ohm * (total.constant + self.accessory_w),
            );
            const SLACK: f64 = 1e-12;
            if let Some(root) = root
                && root > 0.0
                && root >= low * (1.0 - SLACK)
                && root <= high * (1.0 + SLACK)
            {
                return Some(root);
            }
            high = low;
        }
        None
    }

    /// A drive alone on the source at full throttle at a motor speed, rad/s; `None` when the battery cannot give it.
    ///
    /// The same answer as [`Self::throttled_bus_v`] for one drive, without looking at corners: the power is the least
    /// of the three limits' powers, so the largest consistent voltage is the largest of their roots.
    pub fn throttled(&self, drive: &Drive<'_>, motor_rad_s: f64) -> Option<Throttled> {
        let emf_v = drive.emf_v(motor_rad_s);
        let controller = &drive.controller;
        let share = controller.voltage_share();
        let rest_v = self.bus_v(controller.idle_w)?;
        let resting = Throttled { bus_v: rest_v, current_a: 0.0, limited_by: Limit::Duty };
        if share * rest_v <= emf_v {
            return Some(resting);
        }
        let fixed = self.resistance_ohm * (controller.idle_w + self.accessory_w);
        let per_volt = self.resistance_ohm * drive.motors * share / drive.loop_ohm;
        let duty = larger_root(1.0 + per_volt * share, -(per_volt * emf_v + self.open_circuit_v), fixed);
        let motor = controller.motor_limit_a.and_then(|limit_a| {
            let power_w = drive.motors * limit_a * (emf_v + limit_a * drive.loop_ohm);
            larger_root(1.0, -self.open_circuit_v, fixed + self.resistance_ohm * power_w)
        });
        let battery = controller.battery_limit_a.and_then(|limit_a| {
            larger_root(1.0, self.resistance_ohm * drive.motors * limit_a - self.open_circuit_v, fixed)
        });
        let found = [duty, motor, battery].into_iter().flatten().reduce(f64::max).and_then(|bus_v| {
            let (current_a, limited_by) = Draw { drive, emf_v }.current(bus_v);
            // No current at a voltage below rest: a source too weak for its idle load.
            (current_a > 0.0).then_some(Throttled { bus_v, current_a, limited_by })
        });
        // A loss-free motor spins up to the very speed where nothing flows: 87 cells of 9.7 Ω that barely feed their
        // idle load gave 4e-13 V too much there, and no current that fits.
        const ROUNDING: f64 = 1e-6;
        found.or_else(|| (share * rest_v <= emf_v * (1.0 + ROUNDING)).then_some(resting))
    }

    /// Shaft torque, N·m, of each motor of a drive alone at full throttle at a motor speed, rad/s.
    pub fn throttled_shaft_nm(&self, drive: &Drive<'_>, motor_rad_s: f64) -> Option<f64> {
        self.throttled(drive, motor_rad_s).map(|point| drive.shaft_nm(point.current_a, motor_rad_s))
    }

    /// Motor speeds, rad/s, where a drive alone at full throttle changes what limits it, in no order.
    ///
    /// The battery gives most at one of them, at rest, or at the top speed.
    pub fn corner_speeds_rad_s(&self, drive: &Drive<'_>) -> [f64; 3] {
        let (controller, loop_ohm, kt) = (&drive.controller, drive.loop_ohm, drive.motor.torque_constant_nm_per_a);
        let share = controller.voltage_share();
        let fixed_w = controller.idle_w + self.accessory_w;
        // V = V_oc − Rs·(linear + fixed/V)
        let bus_v = |linear: f64| {
            larger_root(1.0, self.resistance_ohm * linear - self.open_circuit_v, self.resistance_ohm * fixed_w)
        };
        let speed = |emf_v: f64| (emf_v - drive.motor.brush_drop_v) / kt;
        let mut corners = [0.0; 3];
        if let Some(limit_a) = controller.motor_limit_a
            && let Some(volts) = bus_v(drive.motors * limit_a * share)
        {
            corners[0] = speed(share * volts - limit_a * loop_ohm);
        }
        if let Some(battery_a) = controller.battery_limit_a
            && let Some(volts) = bus_v(drive.motors * battery_a)
        {
            corners[1] = speed(share * volts - battery_a / share * loop_ohm);
            if let Some(motor_a) = controller.motor_limit_a {
                corners[2] = speed(battery_a * volts / motor_a - motor_a * loop_ohm);
            }
        }
        corners.map(|corner| if corner.is_finite() { corner.max(0.0) } else { 0.0 })
    }

    /// Motor speed, rad/s, between rest and `top_rad_s` at which a drive alone at full throttle draws most.
    ///
    /// With a motor-current limit that is not at rest: there the duty is small. The lowest such speed where
    /// several draw the same.
    pub fn hungriest_rad_s(&self, drive: &Drive<'_>, top_rad_s: f64) -> f64 {
        let power = |motor_rad_s: f64| {
            self.throttled(drive, motor_rad_s)
                .map_or(f64::INFINITY, |point| drive.supply_power_w(point.current_a, motor_rad_s))
        };
        let [a, b, c] = self.corner_speeds_rad_s(drive);
        let mut candidates = [0.0, a, b, c, top_rad_s];
        candidates.sort_unstable_by(f64::total_cmp);
        let mut best = (0.0, power(0.0));
        for candidate in candidates {
            let speed = candidate.min(top_rad_s);
            let drawn = power(speed);
            if drawn > best.1 * (1.0 + 1e-9) {
                best = (speed, drawn);
            }
        }
        best.0
    }

    /// Current from the battery, A, at a bus voltage and a power of the drives.
    pub fn current_a(&self, drives_w: f64, bus_v: f64) -> f64 {
        (drives_w + self.accessory_w) / bus_v
    }
}

#[cfg(test)]
mod tests {
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
        for demo in crate::demo::BUILDS {
            let build = crate::document::Build::from_json(demo.json).unwrap();
            for option in &build.options {
                for index in 0..option.drives.len() {
                    let job = build.job.drives.iter().find(|job| job.name == option.drives[index].drive).unwrap();
                    let drive = Drive::new(job, option, index, 5.0);
                    let battery = crate::battery::BatteryModel::new(option);
                    for (charge, worse) in [(1.0, 1.0), (0.5, 3.0), (0.2, 10.0), (0.0, 100.0)] {
                        let mut source = battery.source(charge, 4.0);
                        source.resistance_ohm *= worse;
                        for step in 0..40 {
                            let motor_rad_s = f64::from(step) * 40.0;
                            let alone = source.throttled(&drive, motor_rad_s).map(|point| point.bus_v);
                            let together = source.throttled_bus_v(&[(&drive, motor_rad_s)]);
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

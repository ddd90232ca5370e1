//! One drive as it runs: what it is asked for, what of it is warm, where its current is cut back.

use super::brake::Brake;
use super::dynamics::*;
use super::limits::RunLimit;
use crate::formulas::constants::copper_factor;
use crate::model::Drive;
use crate::model::bus::{Limit, Source};
use crate::model::heat::ThermalPath;
use crate::model::heat_node::{HeatNode, followed};
use crate::model::load::Slope;
use crate::model::throttle::{Alone, Pull};

/// What a drive does at the moment.
#[derive(Debug, Clone, Copy, PartialEq)]
pub(super) enum DriveMode {
    /// Keeps to what is wanted; the output gains `rad_s2`.
    Follows { rad_s2: f64 },
    /// Full throttle, because more is wanted than it can give.
    Throttle,
    /// Stands still, held by what holds it.
    Rests,
}

/// No motor comes up to speed in less than this time constant, s: the best coreless ones take some 5 ms with nothing on them
/// (common practice). A drive without any inertia, for nobody gave it, would otherwise ask for steps of nothing.
const QUICKEST_S: f64 = 1e-3;

/// What the way asks of a drive at the moment.
#[derive(Debug, Clone, Copy, PartialEq)]
pub(super) struct RoadSegment {
    pub slope: Slope,
    pub load_share: f64,
}

/// One drive that runs.
pub(super) struct Runner<'d> {
    /// At 20 °C.
    pub cold: Drive<'d>,
    /// At the temperatures of the moment.
    pub(super) hot: Drive<'d>,
    pub path: Option<ThermalPath>,
    pub controller_node: Option<HeatNode>,
    pub doing: DriveMode,
    /// What the magnets have lost for good, share of their strength that is left.
    pub magnet_strength: f64,
    pub sensor: Option<SensorCut>,
    pub(super) inertia: f64,
    /// The same for full throttle, where nothing follows its motor quicker than it can be followed.
    pub(super) throttle_inertia: f64,
    pub(super) bare_limit_a: f64,
}

/// A temperature sensor that cuts the current limit back.
#[derive(Debug, Clone, Copy, PartialEq)]
pub(super) struct SensorCut {
    /// Winding temperature from which it cuts, °C.
    pub from_c: f64,
    /// Winding temperature where nothing is left, °C.
    pub to_c: f64,
}

impl SensorCut {
    pub(super) fn left(&self, winding_c: f64) -> f64 {
        ((self.to_c - winding_c) / (self.to_c - self.from_c)).clamp(0.0, 1.0)
    }
}

impl<'d> Runner<'d> {
    /// A drive ready to run on a battery of `full_v`.
    pub fn new(drive: Drive<'d>, sensor: Option<SensorCut>, full_v: f64, controller_node: Option<HeatNode>) -> Self {
        let path = drive.thermal_path().and_then(followed);
        let bare_limit_a =
            ((drive.controller.voltage_share() * full_v - drive.motor.brush_drop_v) / drive.loop_ohm).max(0.0);
        let inertia = drive.inertia_kg_m2();
        let damping =
            drive.motors * (drive.motor.torque_constant_nm_per_a * drive.gearing.ratio).powi(2) / drive.loop_ohm;
        Self {
            inertia,
            throttle_inertia: inertia.max(QUICKEST_S * damping),
            hot: drive.clone(),
            path,
            controller_node,
            doing: DriveMode::Rests,
            magnet_strength: 1.0,
            sensor,
            bare_limit_a,
            cold: drive,
        }
    }

    /// Output speed, rad/s, that the drive settles at with full throttle at the start of a run.
    pub fn steady_rad_s(&mut self, source: &Source, celsius: f64, way: RoadSegment) -> f64 {
        self.warm(celsius, celsius);
        let hot = &self.hot;
        let grip_nm = self.grip_nm(way).map_or(f64::INFINITY, |grip_nm| hot.motor_nm(grip_nm));
        let alone = Alone::new(source, hot);
        let surplus = |motor_rad_s: f64| {
            alone.shaft_nm(motor_rad_s).unwrap_or(-1.0).min(grip_nm)
                - hot.motor_nm(hot.load.slope_nm(motor_rad_s / hot.gearing.ratio, way.slope, way.load_share))
        };
        let free = (hot.controller.voltage_share() * source.open_circuit_v / hot.motor.torque_constant_nm_per_a)
            / hot.gearing.ratio;
        let steady =
            crate::formulas::numeric::falling_root(0.0, free * hot.gearing.ratio, 1e-10, surplus) / hot.gearing.ratio;
        // A load that grows steeply follows as quickly as a strong motor.
        let nudged = steady * (1.0 + 1e-6);
        let load_nm = |speed: f64| hot.load.slope_nm(speed, way.slope, way.load_share);
        if steady > 0.0 {
            let damping = (load_nm(nudged) - load_nm(steady)) / (nudged - steady);
            self.throttle_inertia = self.throttle_inertia.max(QUICKEST_S * damping);
        }
        steady
    }

    /// Output speed of the wheels' rim or rope per rad/s, m.
    pub fn travel_m(&self) -> Option<f64> {
        self.cold.load.travel_radius_m
    }

    /// Everything that turns, at the output, kg·m².
    pub const fn inertia_kg_m2(&self) -> f64 {
        self.inertia
    }

    /// Sets resistance, torque constant and current limit to what they are at these temperatures.
    pub(super) fn warm(&mut self, winding_c: f64, case_c: f64) {
        let (cold, hot) = (&self.cold, &mut self.hot);
        let factor = copper_factor(winding_c).max(0.1);
        let strength = cold.motor.magnet_strength_in_a_run(case_c) * self.magnet_strength;
        hot.motor.resistance_ohm = cold.motor.resistance_ohm * factor;
        hot.motor.torque_constant_nm_per_a = cold.motor.torque_constant_nm_per_a * strength;
        hot.loop_ohm = cold.loop_ohm + cold.controller.resistance_factor * cold.motor.resistance_ohm * (factor - 1.0);
        if let Some(sensor) = self.sensor {
            let left = sensor.left(winding_c);
            hot.controller.motor_limit_a = if left < 1.0 {
                Some(left * cold.controller.motor_limit_a.unwrap_or(self.bare_limit_a))
            } else {
                cold.controller.motor_limit_a
            };
        }
    }

    /// Largest torque the ground takes at the output, N·m.
    pub(super) fn grip_nm(&self, way: RoadSegment) -> Option<f64> {
        let vehicle = self.cold.load.vehicle.as_ref()?;
        vehicle.grip_nm(way.slope)
    }

    /// What is wanted of a drive that keeps to its course, before the battery is asked.
    pub(super) fn followed(&self, speed: f64, way: RoadSegment, rad_s2: f64) -> (DriveFlow, Option<Brake>) {
        let hot = &self.hot;
        let motor_rad_s = hot.motor_rad_s(speed);
        let wanted_nm = hot.load.slope_nm(speed, way.slope, way.load_share) + self.inertia * rad_s2;
        let mut flow = DriveFlow { gain_rad_s2: rad_s2, ..DriveFlow::IDLE };
        let through = hot.motors * hot.gearing.ratio;
        if wanted_nm >= 0.0 {
            flow.current_a = hot.current_for_a(hot.motor_nm(wanted_nm), motor_rad_s);
            flow.output_nm = wanted_nm;
            flow.wanted_share = self.grip_nm(way).map_or(0.0, |grip_nm| wanted_nm / grip_nm);
            return (flow, None);
        }
        let back = hot.gearing.backward_efficiency;
        let current_a =
            (wanted_nm * back / through + hot.motor.loss.at_nm(motor_rad_s)) / hot.motor.torque_constant_nm_per_a;
        if current_a >= 0.0 {
            flow.current_a = current_a;
            flow.output_nm = wanted_nm;
            return (flow, None);
        }
        let brake = Brake {
            wanted_nm,
            wanted_a: current_a,
            grip_nm: self.grip_nm(way),
            can_brake: self.can_brake(),
            motor_rad_s,
        };
        (flow, Some(brake))
    }

    /// Whether a controller can take less than full throttle.
    pub(super) const fn regulated(&self) -> bool {
        self.cold.parts.controller.is_some()
    }

    pub(super) fn can_brake(&self) -> bool {
        self.cold.parts.controller.as_ref().is_some_and(|controller| controller.can_brake)
    }
}

impl Runner<'_> {
    pub(super) fn limit_of(&self, limit: Limit, pull: &Pull<'_>) -> RunLimit {
        match limit {
            Limit::MotorCurrent if pull.yields_first() => RunLimit::Grip,
            Limit::MotorCurrent => self.motor_limit(),
            other => other.into(),
        }
    }

    /// What the motor-current limit of the moment is: the one that is set, or the temperature sensor's.
    pub(super) fn motor_limit(&self) -> RunLimit {
        if self.hot.controller.motor_limit_a == self.cold.controller.motor_limit_a {
            RunLimit::MotorCurrent
        } else {
            RunLimit::Temperature
        }
    }
}

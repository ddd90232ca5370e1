//! A machine that is turned and gives current: what flows in it, what it settles at on its source, what it could give.

use super::Drive;
use super::generator_figures::GeneratorPoint;
use super::generator_source::{ElectricLine, LEAST_OHM};
use crate::document::load::{Electrical, Generator};
use crate::document::{Load, MotorKind, USUAL_STEPPER_POLE_PAIRS};
use crate::formulas::constants::RAD_S_PER_RPM;
use crate::formulas::numeric::{falling_root, highest};
use crate::formulas::rectifier::BridgedWinding;

/// Inductance of a stepper's winding over its resistance where nobody measured it, s (common practice).
const USUAL_INDUCTANCE_OVER_OHM_S: f64 = 1.5e-3;

/// What flows in each machine at a speed.
#[derive(Clone, Copy)]
pub(super) struct Flow {
    /// Behind brushes or bridge, A.
    pub current_a: f64,
    /// What turning it takes for that, N·m.
    pub torque_nm: f64,
    /// Lost in its windings and leads, W.
    pub copper_w: f64,
}

/// Speeds are found this closely.
const TOLERANCE: f64 = 1e-11;

/// What hangs on a machine.
#[derive(Debug, Clone, Copy, PartialEq)]
pub(crate) enum ElectricalLoad {
    /// Nothing: no current flows.
    Open,
    /// Ω.
    Resistance(f64),
    /// V.
    Battery(f64),
}

impl ElectricalLoad {
    fn of(electrical: &Electrical) -> Self {
        match (electrical.resistance_ohm, electrical.battery_v) {
            (_, Some(volts)) => Self::Battery(volts),
            (Some(ohm), None) => Self::Resistance(ohm),
            (None, None) => Self::Open,
        }
    }
}

/// A drive whose load is a generator.
#[derive(Clone, Copy)]
pub(crate) struct GeneratorModel<'a> {
    pub(super) drive: &'a Drive<'a>,
    pub(super) load: &'a Generator,
    pub(super) hangs: ElectricalLoad,
    /// Machine turns per source turn.
    pub(super) ratio: f64,
}

impl<'a> GeneratorModel<'a> {
    /// The generator of a drive; `None` where the drive is none.
    pub fn of(drive: &'a Drive<'a>) -> Option<Self> {
        match &drive.job.load {
            Load::Generator(load) => {
                Some(Self { drive, load, hangs: ElectricalLoad::of(&load.electrical), ratio: drive.gearing.ratio })
            }
            _ => None,
        }
    }

    /// What it settles at with another ratio.
    pub fn geared(&self, ratio: f64) -> GeneratorPoint {
        let geared = Self { ratio, ..*self };
        geared.point(geared.speed())
    }

    /// The same with another load on it.
    pub const fn with(self, hangs: ElectricalLoad) -> Self {
        Self { hangs, ..self }
    }

    /// Voltage lost at brushes, and in two diodes of a bridge where the machine gives alternating current.
    ///
    /// # Source
    /// A three-phase bridge, and the one of each winding of a stepper, conducts through two diodes at any time (Mohan, Undeland, Robbins, Power Electronics, ch. 5).
    pub fn lost_v(&self) -> f64 {
        let bridge_v = match self.drive.parts.motor.kind {
            MotorKind::Brushless | MotorKind::Stepper => 2.0 * self.load.diode_drop_v,
            MotorKind::Brushed => 0.0,
        };
        self.drive.motor.brush_drop_v + bridge_v
    }

    pub(super) fn own_ohm(&self) -> f64 {
        self.drive.motor.resistance_ohm + self.drive.leads_ohm
    }

    /// Voltage behind the bridge with nothing on it, V.
    pub fn open_v(&self, source_rad_s: f64) -> f64 {
        (self.drive.motor.torque_constant_nm_per_a * self.ratio * source_rad_s - self.lost_v()).max(0.0)
    }

    /// What flows in each machine at a speed of the source.
    pub(super) fn flow(&self, source_rad_s: f64) -> Flow {
        let kt = self.drive.motor.torque_constant_nm_per_a;
        if self.drive.parts.motor.kind == MotorKind::Stepper {
            return self.two_bridges(source_rad_s);
        }
        let open_v = self.drive.motor.torque_constant_nm_per_a * self.ratio * source_rad_s - self.lost_v();
        let current_a = match self.hangs {
            ElectricalLoad::Open => 0.0,
            ElectricalLoad::Resistance(ohm) => open_v / (self.own_ohm() + ohm),
            ElectricalLoad::Battery(volts) => (open_v - volts) / self.own_ohm(),
        };
        let current_a = current_a.max(0.0);
        Flow { current_a, torque_nm: kt * current_a, copper_w: current_a * current_a * self.own_ohm() }
    }

    /// Both windings of a stepper, each with a bridge of its own, side by side on what hangs on it, its volts smoothed.
    fn two_bridges(&self, source_rad_s: f64) -> Flow {
        const NOTHING: Flow = Flow { current_a: 0.0, torque_nm: 0.0, copper_w: 0.0 };
        let motor = &self.drive.parts.motor;
        let motor_rad_s = self.ratio * source_rad_s;
        let peak_v = self.drive.motor.torque_constant_nm_per_a * motor_rad_s;
        let lost_v = self.lost_v();
        if peak_v <= lost_v {
            return NOTHING;
        }
        let pairs = f64::from(motor.pole_pairs.unwrap_or(USUAL_STEPPER_POLE_PAIRS));
        let henry = motor
            .phase_inductance_mh
            .map_or(USUAL_INDUCTANCE_OVER_OHM_S * self.drive.motor.resistance_ohm, |millihenry| 1e-3 * millihenry);
        let winding = BridgedWinding { peak_v, ohm: self.own_ohm(), reactance_ohm: pairs * motor_rad_s * henry };
        let held_v = match self.hangs {
            ElectricalLoad::Open => return NOTHING,
            ElectricalLoad::Battery(volts) => volts + lost_v,
            ElectricalLoad::Resistance(ohm) => falling_root(lost_v, peak_v, TOLERANCE, |held_v| {
                2.0 * winding.on(held_v).mean_a * ohm + lost_v - held_v
            }),
        };
        let each = winding.on(held_v);
        // What is neither given nor lost in the bridges heats the windings.
        Flow {
            current_a: 2.0 * each.mean_a,
            torque_nm: 2.0 * each.power_w / motor_rad_s,
            copper_w: 2.0 * (each.power_w - held_v * each.mean_a).max(0.0),
        }
    }

    /// Torque at the source, N·m: (T_electric + T_loss)·N·G/η.
    pub(super) fn torque_nm(&self, source_rad_s: f64, electric_nm: f64) -> f64 {
        let drive = self.drive;
        let motor_rad_s = self.ratio * source_rad_s;
        (electric_nm + drive.motor.loss.at_nm(motor_rad_s)) * drive.motors * self.ratio / drive.gearing.efficiency
    }

    /// Voltage at what hangs on it, V.
    pub(super) fn output_v(&self, source_rad_s: f64, current_a: f64) -> f64 {
        match self.hangs {
            ElectricalLoad::Resistance(ohm) => current_a * ohm,
            ElectricalLoad::Battery(volts) if current_a > 0.0 => volts,
            ElectricalLoad::Battery(_) | ElectricalLoad::Open => self.open_v(source_rad_s),
        }
    }

    /// Power of all machines, W.
    pub(super) fn output_w(&self, source_rad_s: f64, current_a: f64) -> f64 {
        match self.hangs {
            ElectricalLoad::Open => 0.0,
            ElectricalLoad::Resistance(ohm) => self.drive.motors * current_a * current_a * ohm,
            ElectricalLoad::Battery(_) => self.drive.motors * current_a * self.output_v(source_rad_s, current_a),
        }
    }

    /// Electric torque of a machine with a plain bridge or brushes over the speed of the source; `None` where no current
    /// flows.
    fn electric_line(&self) -> Option<ElectricLine> {
        let kt = self.drive.motor.torque_constant_nm_per_a;
        let (held_v, ohm) = match self.hangs {
            ElectricalLoad::Open => return None,
            ElectricalLoad::Resistance(ohm) => (0.0, self.own_ohm() + ohm),
            ElectricalLoad::Battery(volts) => (volts, self.own_ohm()),
        };
        let emf_per_rad_s = kt * self.ratio;
        Some(ElectricLine { from_rad_s: (self.lost_v() + held_v) / emf_per_rad_s, per_rad_s: kt * emf_per_rad_s / ohm })
    }

    /// Speed of the source, rad/s, with its load.
    pub fn speed(&self) -> f64 {
        let source = &self.load.source;
        match (source.rpm, source.stall_torque_nm, source.runaway_rpm) {
            // The bridges of a stepper give a torque that is no straight line.
            (None, Some(stall_nm), Some(runaway_rpm)) if self.drive.parts.motor.kind == MotorKind::Stepper => {
                let runaway = runaway_rpm * RAD_S_PER_RPM;
                falling_root(0.0, runaway, TOLERANCE, |speed| {
                    stall_nm * (1.0 - speed / runaway) - self.torque_nm(speed, self.flow(speed).torque_nm)
                })
            }
            _ => self.settled(self.electric_line()),
        }
    }

    /// Speed of the source, rad/s, when the load falls off.
    pub fn runaway(&self) -> f64 {
        self.settled(None)
    }

    /// What it reaches at a ratio, V: at a resistance the voltage there, at a battery what drives the charge.
    fn reached_v(&self, ratio: f64) -> f64 {
        let geared = Self { ratio, ..*self };
        let speed = geared.speed();
        match self.hangs {
            ElectricalLoad::Resistance(_) => geared.output_v(speed, geared.flow(speed).current_a),
            ElectricalLoad::Battery(_) | ElectricalLoad::Open => geared.open_v(speed),
        }
    }

    /// What stands against the voltage that is needed, V: a battery that is charged holds the voltage down, so what is
    /// reached without it is what there is to spare.
    pub fn voltage_there_v(&self) -> f64 {
        let speed = self.speed();
        let current_a = self.flow(speed).current_a;
        if self.charges(current_a) { self.open_v(self.runaway()) } else { self.output_v(speed, current_a) }
    }

    pub(super) fn charges(&self, current_a: f64) -> bool {
        current_a > 0.0 && matches!(self.hangs, ElectricalLoad::Battery(_))
    }

    /// What must be reached, V; `None` when nobody said.
    pub fn needed_v(&self) -> Option<f64> {
        self.load.needed_v()
    }

    /// The smallest ratio that reaches a voltage; `None` where none does.
    pub(super) fn ratio_for(&self, needed_v: f64) -> Option<f64> {
        const LEAST: f64 = 1e-2;
        const MOST: f64 = 1e4;
        if let Some(ratio) = self.ratio_by_lines(needed_v) {
            return ratio.filter(|ratio| *ratio <= MOST).map(|ratio| ratio.max(LEAST));
        }
        let scan = |steps: u32| {
            let at = move |step: u32| LEAST * (MOST / LEAST).powf(f64::from(step) / f64::from(steps));
            let first = (0..=steps).find(|step| self.reached_v(at(*step)) >= needed_v)?;
            Some((first, at))
        };
        // More speed-up gives more until the source is held back: where wide steps pass over the top, narrow ones look for it.
        let (first, at) = scan(60).or_else(|| scan(240))?;
        if first == 0 {
            return Some(LEAST);
        }
        Some(falling_root(at(first - 1), at(first), 1e-12, |ratio| needed_v - self.reached_v(ratio)))
    }

    /// The resistance that takes the most power, Ω, and that power, W, of all machines.
    ///
    /// Of a stepper over the logarithm of the resistance.
    pub(super) fn best_load(&self) -> (f64, f64) {
        if let Some((ohm, watts)) = self.matched_load() {
            return (ohm, self.drive.motors * watts);
        }
        let power = |log: f64| {
            let loaded = self.with(ElectricalLoad::Resistance(log.exp()));
            let speed = loaded.speed();
            loaded.output_w(speed, loaded.flow(speed).current_a)
        };
        let own = self.own_ohm().max(LEAST_OHM).ln();
        let log = highest(own - 5.0, own + 12.0, 1e-8, power);
        (log.exp(), power(log))
    }
}

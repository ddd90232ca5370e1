//! What a machine that is turned does at work and at any speed of its source, figure by figure.

use serde::Serialize;

use super::cases::rpm;
use super::generating::{ElectricalLoad, Flow, GeneratorModel};
use crate::document::MotorKind;

/// A generator at work.
#[derive(Debug, Clone, PartialEq, Serialize, schemars::JsonSchema)]
pub struct Generating {
    /// Speed of the source, rpm.
    pub source_rpm: f64,
    /// Speed of the machine, rpm.
    pub motor_rpm: f64,
    /// Back-EMF, V.
    pub emf_v: f64,
    /// Current of each machine, A.
    pub current_a: f64,
    /// Voltage at what hangs on it, V; where a battery takes nothing, what the machine reaches by itself.
    pub output_voltage_v: f64,
    /// Power of all machines, W.
    pub output_power_w: f64,
    /// Torque at the source, N·m.
    pub source_torque_nm: f64,
    /// Power of the source, W.
    pub source_power_w: f64,
    /// Output power over the power of the source; 0 where nothing flows.
    pub efficiency: f64,
    /// What must be reached, V; null when nobody said.
    pub needed_voltage_v: Option<f64>,
    /// Smallest ratio that reaches it, machine turns per source turn; null where none does.
    pub ratio_for_needed_voltage: Option<f64>,
    /// Resistance that takes the most power, Ω, for each machine.
    pub best_load_ohm: f64,
    /// The power it takes of all machines, W.
    pub best_load_power_w: f64,
    /// Speed of the source at which current begins to flow, rpm; null where that needs none.
    pub cut_in_rpm: Option<f64>,
    /// Current of one winding that heats it, A: what its rating is about. Of direct current it is the current.
    #[serde(skip)]
    pub winding_a: f64,
    /// Whether it charges a battery, which holds its voltage down.
    #[serde(skip)]
    pub charges: bool,
    /// Lost in brushes or bridge, all machines, W.
    pub bridge_loss_w: f64,
    /// Lost in windings and leads, all machines, W.
    pub copper_loss_w: f64,
    /// Lost in iron, bearings and air of all machines, W.
    pub no_load_loss_w: f64,
    /// Lost in the gearing, W.
    pub gearing_loss_w: f64,
    /// When the load falls off: speed of the source, rpm.
    pub runaway_source_rpm: f64,
    /// When the load falls off: speed of the machine, rpm.
    pub runaway_motor_rpm: f64,
    /// When the load falls off: voltage behind the bridge, V.
    pub runaway_voltage_v: f64,
}

/// A generator at one speed of its source.
#[derive(Debug, Clone, Copy, PartialEq, Serialize, schemars::JsonSchema)]
pub struct GeneratorPoint {
    /// Speed of the source, rpm.
    pub source_rpm: f64,
    /// Resistance of the load, Ω; null where a battery hangs on it, or nothing.
    pub load_ohm: Option<f64>,
    /// Current of each machine, A.
    pub current_a: f64,
    /// Voltage at what hangs on it, V.
    pub output_voltage_v: f64,
    /// Voltage with nothing on it at this speed, V.
    pub open_voltage_v: f64,
    /// Power of all machines, W.
    pub output_power_w: f64,
    /// Torque at the source, N·m.
    pub source_torque_nm: f64,
    /// Output power over source power.
    pub efficiency: f64,
    /// Lost in windings and leads of each machine, W.
    #[serde(skip)]
    pub copper_w: f64,
}

impl GeneratorModel<'_> {
    /// A point at a speed of the source, rad/s.
    pub fn point(&self, source_rad_s: f64) -> GeneratorPoint {
        let Flow { current_a, torque_nm, copper_w } = self.flow(source_rad_s);
        let torque_nm = self.torque_nm(source_rad_s, torque_nm);
        let (output_w, source_w) = (self.output_w(source_rad_s, current_a), torque_nm * source_rad_s);
        GeneratorPoint {
            source_rpm: rpm(source_rad_s),
            load_ohm: match self.hangs {
                ElectricalLoad::Resistance(ohm) => Some(ohm),
                ElectricalLoad::Battery(_) | ElectricalLoad::Open => None,
            },
            current_a,
            output_voltage_v: self.output_v(source_rad_s, current_a),
            open_voltage_v: self.open_v(source_rad_s),
            output_power_w: output_w,
            source_torque_nm: torque_nm,
            efficiency: if source_w > 0.0 { output_w / source_w } else { 0.0 },
            copper_w,
        }
    }

    /// Everything about it.
    pub fn generating(&self) -> Generating {
        let drive = self.drive;
        let speed = self.speed();
        let point = self.point(speed);
        let current_a = point.current_a;
        let motor_rad_s = self.ratio * speed;
        let source_w = point.source_torque_nm * speed;
        let (best_load_ohm, best_load_power_w) = self.best_load();
        let needed_voltage_v = self.load.needed_v();
        let runaway = self.runaway();
        let kt = drive.motor.torque_constant_nm_per_a;
        let against_v = match self.hangs {
            ElectricalLoad::Battery(volts) => self.lost_v() + volts,
            ElectricalLoad::Resistance(_) | ElectricalLoad::Open => self.lost_v(),
        };
        Generating {
            source_rpm: point.source_rpm,
            motor_rpm: rpm(motor_rad_s),
            emf_v: kt * motor_rad_s,
            current_a,
            output_voltage_v: point.output_voltage_v,
            output_power_w: point.output_power_w,
            source_torque_nm: point.source_torque_nm,
            source_power_w: source_w,
            efficiency: point.efficiency,
            needed_voltage_v,
            ratio_for_needed_voltage: needed_voltage_v.and_then(|needed_v| self.ratio_for(needed_v)),
            best_load_ohm,
            best_load_power_w,
            cut_in_rpm: (against_v > 0.0).then(|| rpm(against_v / (kt * self.ratio))),
            charges: self.charges(current_a),
            bridge_loss_w: drive.motors * current_a * self.lost_v(),
            copper_loss_w: drive.motors * point.copper_w,
            winding_a: match drive.parts.motor.kind {
                MotorKind::Stepper => (0.5 * point.copper_w / self.own_ohm()).sqrt(),
                MotorKind::Brushed | MotorKind::Brushless => current_a,
            },
            no_load_loss_w: drive.motors * drive.motor.loss.at_nm(motor_rad_s) * motor_rad_s,
            gearing_loss_w: source_w * (1.0 - drive.gearing.efficiency),
            runaway_source_rpm: rpm(runaway),
            runaway_motor_rpm: rpm(self.ratio * runaway),
            runaway_voltage_v: self.open_v(runaway),
        }
    }
}

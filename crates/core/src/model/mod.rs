//! One drive of an option with every figure resolved: the chain from the bus to the load.
//!
//! * [`motor`]: torque constant, loss torque, listed figures.
//! * [`controller`]: duty and the two current limits, in the equivalent direct current of the motor.
//! * [`load`]: torque wanted at the output, inertia, target and climb.
//! * [`bus`]: the battery as a source. [`throttle`]: full throttle, and the voltage all drives settle on.
//! * [`cases`]: no load, full throttle, stall, target, climb.
//! * [`times`], [`heat`], [`flat_out`]: getting up to speed, shots, temperatures, how long it stands full throttle.
//! * [`heat_node`]: controller and battery, each as one warm body.
//! * [`generating`]: a machine that is turned; [`generator_figures`]: what it does at work;
//!   [`generator_source`]: as what hangs on it sees it.

pub(crate) mod battery;
pub(crate) mod bus;
pub(crate) mod cases;
pub(crate) mod controller;
pub(crate) mod flat_out;
mod gearing;
pub(crate) mod generating;
pub(crate) mod generator_figures;
mod generator_source;
pub(crate) mod heat;
pub(crate) mod heat_node;
pub mod launcher_shots;
pub(crate) mod load;
mod magnets;
pub(crate) mod motor;
pub mod supply;
pub(crate) mod throttle;
pub(crate) mod times;

pub(crate) use gearing::Gearing;

use crate::document::{Circuit, Job, JobDrive, OptionDrive, OptionSheet};
use controller::ControllerModel;
use load::LoadModel;
use motor::MotorModel;

/// A drive ready to compute with. Motor side unless named otherwise; SI units.
#[derive(Debug, Clone)]
pub(crate) struct Drive<'d> {
    /// The drive of the job.
    pub job: &'d JobDrive,
    /// The parts that serve it.
    pub parts: &'d OptionDrive,
    /// Place of the drive in the option.
    pub index: usize,
    /// Motors on the drive (N).
    pub motors: f64,
    /// Motors on one channel (m).
    pub per_channel: f64,
    /// The motor at 20 °C.
    pub motor: MotorModel,
    /// The controller, or what stands for it on a plain switch.
    pub controller: ControllerModel,
    /// Resistance of the motor leads, Ω.
    pub leads_ohm: f64,
    /// Resistance of the loop of one motor, Ω: R_loop.
    pub loop_ohm: f64,
    /// Ratio and efficiency of all stages.
    pub gearing: Gearing,
    /// The load.
    pub load: LoadModel,
}

impl<'d> Drive<'d> {
    /// Resolves the drive at `index` of an option. `hardware_kg` is the mass of the whole option's parts.
    pub fn new(job: &'d JobDrive, option: &'d OptionSheet, index: usize, hardware_kg: f64) -> Self {
        let parts = &option.drives[index];
        let motors = f64::from(parts.motor_count);
        let per_channel = f64::from(parts.motors_per_channel);
        let motor = MotorModel::new(&parts.motor, crate::model::battery::nominal_v(&option.battery));
        let controller = ControllerModel::new(parts);
        let leads_ohm = option
            .wiring
            .runs
            .iter()
            .filter(|run| matches!(&run.circuit, Circuit::Motor(name) if *name == parts.drive))
            .map(crate::document::WiringRun::loop_resistance_ohm)
            .fold(0.0, |sum, ohm| sum + ohm);
        let loop_ohm = controller.resistance_factor
            * (motor.resistance_ohm + leads_ohm + per_channel * controller.on_resistance_ohm);
        Self {
            job,
            parts,
            index,
            motors,
            per_channel,
            motor,
            controller,
            leads_ohm,
            loop_ohm,
            gearing: Gearing::of(parts),
            load: LoadModel::new(&job.load, &parts.output, hardware_kg),
        }
    }

    /// Motor speed, rad/s, at an output speed, rad/s.
    pub fn motor_rad_s(&self, output_rad_s: f64) -> f64 {
        output_rad_s * self.gearing.ratio
    }

    /// Torque at the output, N·m, for a shaft torque of each motor, N·m.
    pub fn output_nm(&self, motor_nm: f64) -> f64 {
        motor_nm * self.motors * self.gearing.ratio * self.gearing.efficiency
    }

    /// Shaft torque of each motor, N·m, for a torque at the output, N·m.
    pub fn motor_nm(&self, output_nm: f64) -> f64 {
        output_nm / (self.motors * self.gearing.ratio * self.gearing.efficiency)
    }

    /// Back-EMF and brush drop, V, at a motor speed, rad/s: E.
    pub fn emf_v(&self, motor_rad_s: f64) -> f64 {
        self.motor.torque_constant_nm_per_a * motor_rad_s + self.motor.brush_drop_v
    }

    /// Equivalent current, A, of each motor that gives a shaft torque, N·m, at a speed, rad/s.
    pub fn current_for_a(&self, motor_nm: f64, motor_rad_s: f64) -> f64 {
        (motor_nm + self.motor.loss.at_nm(motor_rad_s)) / self.motor.torque_constant_nm_per_a
    }

    /// Shaft torque, N·m, of each motor at an equivalent current, A, and a speed, rad/s.
    pub fn shaft_nm(&self, current_a: f64, motor_rad_s: f64) -> f64 {
        self.motor.torque_constant_nm_per_a * current_a - self.motor.loss.at_nm(motor_rad_s)
    }

    /// Power, W, that all motors and controllers of the drive take from the bus.
    pub fn supply_power_w(&self, current_a: f64, motor_rad_s: f64) -> f64 {
        self.motors * current_a * (self.emf_v(motor_rad_s) + current_a * self.loop_ohm) + self.controller.idle_w
    }

    /// Whether a source turns it, so that it gives current instead of taking it.
    pub const fn generates(&self) -> bool {
        matches!(self.job.load, crate::document::Load::Generator(_))
    }

    /// Everything that spins, as inertia at the output, kg·m². The rotors reflect as η·N·J·G².
    pub fn inertia_kg_m2(&self) -> f64 {
        let rotor = self.parts.motor.rotor_inertia_kg_m2.unwrap_or(0.0);
        self.load.inertia_kg_m2 + self.gearing.efficiency * self.motors * rotor * self.gearing.ratio.powi(2)
    }
}

/// Mass of all parts of an option, kg: packs, motors, controllers, each stage once. Parts without a mass count 0.
pub(crate) fn hardware_mass_kg(job: &Job, option: &OptionSheet) -> f64 {
    let battery = &option.battery;
    let packs =
        if job.uses_battery() { f64::from(battery.packs_series) * f64::from(battery.packs_parallel) } else { 0.0 };
    let drives: f64 = option
        .drives
        .iter()
        .map(|drive| {
            let motors = f64::from(drive.motor_count) * drive.motor.mass_kg.unwrap_or(0.0);
            let controllers = drive
                .controller
                .as_ref()
                .map_or(0.0, |controller| f64::from(drive.controller_count) * controller.mass_kg.unwrap_or(0.0));
            let stages: f64 = drive.gearing.iter().map(|stage| stage.mass_kg.unwrap_or(0.0)).sum();
            motors + controllers + stages
        })
        .sum();
    packs * battery.mass_kg.unwrap_or(0.0) + drives
}

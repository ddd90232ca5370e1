//! Machines that are turned, for drawing and choosing: output over load and over speed, several machines on one source.

use serde::Serialize;

use crate::document::{Build, Job, Motor, OptionSheet};
use crate::formulas::constants::RAD_S_PER_RPM;
use crate::model::generating::{ElectricalLoad, GeneratorModel};
use crate::model::generator_figures::{Generating, GeneratorPoint};
use crate::model::{Drive, hardware_mass_kg};

/// Points of a curve.
const POINTS: i32 = 60;

/// Output of one generator drive over load and over speed.
#[derive(Debug, Clone, PartialEq, Serialize, schemars::JsonSchema)]
pub struct GeneratorCurves {
    /// Name of the drive.
    pub drive: String,
    /// What it does now.
    pub now: Generating,
    /// On its source, the load going from light to heavy.
    pub by_load: Vec<GeneratorPoint>,
    /// With what hangs on it, the source held at speeds up to its runaway.
    pub by_speed: Vec<GeneratorPoint>,
}

/// One machine on the source of a drive.
#[derive(Debug, Clone, PartialEq, Serialize, schemars::JsonSchema)]
pub struct MachineOnSource {
    /// What it is called.
    pub label: String,
    /// Id of the part; null for the one in the option.
    pub part_id: Option<String>,
    /// In the place of the one in the option, same gearing.
    pub now: Generating,
    /// Power with the speed-up that just reaches the voltage needed, all machines, W; null where none does.
    pub power_at_needed_w: Option<f64>,
    /// Turns of its own shaft (of its gearbox, where it has one) per turn of the source from which on it reaches the voltage
    /// needed; null where none does, or no voltage is asked.
    pub needed_speed_up: Option<f64>,
    /// Whether it turns faster here than it, or its gearbox, stands.
    pub too_fast: bool,
    /// Turns of its own shaft per turn of the source at which it gives most, up to what three stages make and it stands; null
    /// where it gives nothing.
    pub best_speed_up: Option<f64>,
    /// What it gives then, all machines, W.
    pub best_power_w: f64,
}

/// Most that three stages speed up by.
const MOST_SPEED_UP: f64 = 60.0;
/// Speed-ups that are tried, each a tenth more than the last.
const SPEED_UPS: i32 = 60;

/// Curves of every generator of an option.
#[must_use]
pub fn curves(build: &Build, option: usize) -> Vec<GeneratorCurves> {
    let Some(option) = build.options.get(option) else { return Vec::new() };
    each(build, option, |drive, dynamo| {
        let now = dynamo.generating();
        let middle = now.best_load_ohm.max(1e-6);
        let by_load = (0..=POINTS)
            .map(|step| {
                let ohm = middle * 10f64.powf(2.0 - 4.0 * f64::from(step) / f64::from(POINTS));
                let loaded = dynamo.with(ElectricalLoad::Resistance(ohm));
                loaded.point(loaded.speed())
            })
            .collect();
        let top = now.runaway_source_rpm.max(now.source_rpm) * RAD_S_PER_RPM;
        let by_speed = (0..=POINTS).map(|step| dynamo.point(top * f64::from(step) / f64::from(POINTS))).collect();
        GeneratorCurves { drive: drive.parts.drive.clone(), now, by_load, by_speed }
    })
}

/// Machines in the place of the one of a generator drive, on the same source with the same gearing; the one of the option first.
#[must_use]
pub fn machines(build: &Build, option: usize, drive: &str, motors: &[(String, String, Motor)]) -> Vec<MachineOnSource> {
    let Some(option) = build.options.get(option) else { return Vec::new() };
    let Some(place) = option.drives.iter().position(|served| served.drive == drive) else { return Vec::new() };
    let mut told = Vec::with_capacity(motors.len() + 1);
    let own = option.drives[place].motor.label.clone().unwrap_or_else(|| "the one in the option".to_owned());
    told.extend(on_source(build, option, place, own, None));
    for (id, label, motor) in motors {
        let mut swapped = option.clone();
        swapped.drives[place].motor = motor.clone();
        told.extend(on_source(build, &swapped, place, label.clone(), Some(id.clone())));
    }
    told
}

fn on_source(
    build: &Build,
    option: &OptionSheet,
    place: usize,
    label: String,
    part_id: Option<String>,
) -> Option<MachineOnSource> {
    let job = build.job.drives.iter().find(|job| job.name == option.drives[place].drive)?;
    let drive = Drive::new(job, option, place, hardware_mass_kg(&build.job, option));
    let dynamo = GeneratorModel::of(&drive)?;
    let now = dynamo.generating();
    let power_at_needed_w = now.ratio_for_needed_voltage.map(|ratio| dynamo.geared(ratio).output_power_w);
    let motor = &option.drives[place].motor;
    let inside = inside(motor);
    let own = now.motor_rpm / now.source_rpm.max(1e-9) / inside;
    let best = best_speed_up(&dynamo, motor, (own > 0.0).then_some(own));
    Some(MachineOnSource {
        label,
        part_id,
        needed_speed_up: now.ratio_for_needed_voltage.map(|ratio| ratio / inside),
        too_fast: now.motor_rpm > stands_rpm(motor),
        now,
        power_at_needed_w,
        best_speed_up: best.map(|(speed_up, _)| speed_up),
        best_power_w: best.map_or(0.0, |(_, power_w)| power_w),
    })
}

/// Ratio of a motor's own gearbox: a gear motor is turned at its output, and its gearbox goes on from there.
fn inside(motor: &Motor) -> f64 {
    motor.gearbox.as_ref().map_or(1.0, |gearbox| gearbox.ratio)
}

/// The speed that a motor and its gearbox stand, rpm.
fn stands_rpm(motor: &Motor) -> f64 {
    [motor.max_speed_rpm, motor.gearbox.as_ref().and_then(|gearbox| gearbox.max_input_rpm)]
        .into_iter()
        .flatten()
        .fold(f64::INFINITY, f64::min)
}

/// The speed-up at its own shaft at which a machine gives most and stands it, and what all of them give then, W. `own`: the
/// speed-up it has, tried beside the others.
fn best_speed_up(dynamo: &GeneratorModel<'_>, motor: &Motor, own: Option<f64>) -> Option<(f64, f64)> {
    let (inside, stands_rpm) = (inside(motor), stands_rpm(motor));
    (0..SPEED_UPS)
        .map(|step| 0.25 * 1.1f64.powi(step))
        .filter(|speed_up| *speed_up <= MOST_SPEED_UP)
        .chain(own)
        .map(|speed_up| (speed_up, dynamo.geared(speed_up * inside)))
        .filter(|(speed_up, there)| there.output_power_w > 0.0 && there.source_rpm * speed_up * inside <= stands_rpm)
        .map(|(speed_up, there)| (speed_up, there.output_power_w))
        .max_by(|a, b| a.1.total_cmp(&b.1))
}

/// The speed-up at which the machine of a drive gives most on its source; `None` where it gives nothing, or is fed.
#[must_use]
pub fn speed_up_for_most(job: &Job, option: &OptionSheet, place: usize) -> Option<f64> {
    let parts = option.drives.get(place)?;
    let served = job.drives.iter().find(|served| served.name == parts.drive)?;
    let drive = Drive::new(served, option, place, hardware_mass_kg(job, option));
    let dynamo = GeneratorModel::of(&drive)?;
    best_speed_up(&dynamo, &parts.motor, None).map(|(speed_up, _)| speed_up)
}

fn each<T>(build: &Build, option: &OptionSheet, of: impl Fn(&Drive<'_>, GeneratorModel<'_>) -> T) -> Vec<T> {
    let hardware_kg = hardware_mass_kg(&build.job, option);
    (0..option.drives.len())
        .filter_map(|index| {
            let job = build.job.drives.iter().find(|job| job.name == option.drives[index].drive)?;
            let drive = Drive::new(job, option, index, hardware_kg);
            let dynamo = GeneratorModel::of(&drive)?;
            Some(of(&drive, dynamo))
        })
        .collect()
}

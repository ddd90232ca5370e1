//! Pack and controller for a drive: by what it takes, the best by some measure.

use crate::document::{Battery, Controller, Job, Motor, MotorKind, OptionDrive, OptionSheet};
use crate::model::battery::BatteryModel;

use super::Stock;

/// Packs of about the same volts: within this share.
const SAME_VOLTS: f64 = 0.06;

/// Packs in series, at most; and all together: more are wired by nobody who can buy a larger one.
const MOST_SERIES: u32 = 2;
const MOST_PACKS: u32 = 4;

/// Nominal volts of a pack as often in series as it says.
pub(super) fn nominal_v(battery: &Battery) -> f64 {
    f64::from(battery.cells_series * battery.packs_series) * battery.chemistry.cell().nominal_v
}

/// Packs of a voltage, each in series as it takes and side by side up to three times.
pub(super) fn packs_at(voltage_v: f64, stock: &Stock<'_>) -> Vec<Battery> {
    let mut found = Vec::new();
    for pack in stock.batteries {
        for series in 1..=MOST_SERIES {
            let once = Battery { packs_series: series, packs_parallel: 1, ..pack.clone() };
            if (nominal_v(&once) / voltage_v - 1.0).abs() > SAME_VOLTS {
                continue;
            }
            found
                .extend((1..=MOST_PACKS / series).map(|parallel| Battery { packs_parallel: parallel, ..once.clone() }));
        }
    }
    found
}

/// The voltages that the shelf can make, V, low to high, those that are about the same once.
pub(super) fn voltages(stock: &Stock<'_>, most_v: f64) -> Vec<f64> {
    let mut all: Vec<f64> = stock
        .batteries
        .iter()
        .flat_map(|pack| (1..=MOST_SERIES).map(|series| nominal_v(&Battery { packs_series: series, ..pack.clone() })))
        .filter(|volts| *volts <= most_v)
        .collect();
    all.sort_by(f64::total_cmp);
    all.dedup_by(|later, earlier| (*later / *earlier - 1.0).abs() < SAME_VOLTS);
    all
}

/// The lightest of some packs that gives what some motors may take, for a first look; the strongest where none does.
pub(super) fn pack_for(job: &Job, voltage_v: f64, motor: &Motor, count: u32, packs: &[Battery]) -> Option<Battery> {
    let wanted_a = motor.max_continuous_current_a.unwrap_or(voltage_v / motor.resistance_ohm / 6.0) * f64::from(count);
    let wanted_a = wanted_a * 0.7 + job.accessory_power_w / voltage_v;
    let amps = |pack: &Battery| pack.continuous_c.unwrap_or(5.0) * pack.capacity_ah * f64::from(pack.packs_parallel);
    let mass = |pack: &Battery| pack.mass_kg.unwrap_or(0.05) * f64::from(pack.packs());
    let enough = packs.iter().filter(|pack| amps(pack) >= wanted_a).min_by(|a, b| mass(a).total_cmp(&mass(b)));
    enough.or_else(|| packs.iter().max_by(|a, b| amps(a).total_cmp(&amps(b)))).cloned()
}

/// The strongest controller for a drive: of its kind and for the volts, its limits set to what motor and controller stand.
pub(super) fn strongest(drive: &OptionDrive, battery: &Battery, controllers: &[Controller]) -> Option<Controller> {
    let amps = |controller: &Controller| controller.motor_current_continuous_a.unwrap_or(0.0);
    fitting(drive, battery, f64::INFINITY, controllers)
        .max_by(|a, b| amps(a).total_cmp(&amps(b)))
        .map(|controller| limited(controller, drive))
}

/// The controllers that fit a drive, by the least of a measure, at most so many, each with its limits set.
///
/// `motor_a`: current of each motor at the hardest steady work, A.
pub(super) fn best_controllers(
    drive: &OptionDrive,
    battery: &Battery,
    motor_a: f64,
    controllers: &[Controller],
    most: usize,
    measure: impl Fn(&Controller) -> f64,
) -> Vec<Controller> {
    let mut found: Vec<&Controller> = fitting(drive, battery, motor_a, controllers).collect();
    found.sort_by(|a, b| measure(a).total_cmp(&measure(b)));
    found.into_iter().take(most).map(|controller| limited(controller, drive)).collect()
}

/// Every controller that fits a drive; infinite amps ask for none.
fn fitting<'a>(
    drive: &'a OptionDrive,
    battery: &Battery,
    motor_a: f64,
    controllers: &'a [Controller],
) -> impl Iterator<Item = &'a Controller> {
    let full_v = charger_end_v(battery);
    let least_v = nominal_v(battery) * 0.8;
    controllers.iter().filter(move |controller| {
        let kind = controller.kind.motor() == drive.motor.kind;
        let high =
            controller.max_voltage_v.is_none_or(|most| full_v <= if controller.can_brake { 0.97 * most } else { most });
        let low = controller.min_voltage_v.is_none_or(|least| least_v >= least);
        let shared = f64::from(sharing(drive, controller));
        let enough =
            motor_a.is_infinite() || controller.motor_current_continuous_a.is_some_and(|amps| amps >= motor_a * shared);
        kind && high && low && enough
    })
}

fn charger_end_v(battery: &Battery) -> f64 {
    f64::from(battery.cells_series * battery.packs_series) * battery.chemistry.cell().charger_end_v
}

/// Motors on one channel of a controller that a drive has once.
fn sharing(drive: &OptionDrive, controller: &Controller) -> u32 {
    match drive.motor.kind {
        MotorKind::Brushless | MotorKind::Stepper => 1,
        MotorKind::Brushed => drive.motor_count.div_ceil(controller.channels),
    }
}

/// A controller set so that neither it nor the motors see more than they stand for a moment.
fn limited(controller: &Controller, drive: &OptionDrive) -> Controller {
    let mut set = controller.clone();
    let shared = f64::from(sharing(drive, controller));
    let motor_most = drive.motor.max_burst_current_a.map(|amps| amps * shared);
    let own_most = controller.motor_current_peak_a.or(controller.motor_current_continuous_a);
    set.motor_current_limit_a = match (motor_most, own_most) {
        (Some(motor), Some(own)) => Some(motor.min(own)),
        (motor, own) => motor.or(own),
    };
    set.battery_current_limit_a = controller.battery_current_peak_a;
    set
}

/// As many controllers as the motors want, brushed motors side by side on the channels of one.
pub(super) fn share_channels(drive: &mut OptionDrive) {
    let Some(controller) = &drive.controller else { return };
    (drive.motors_per_channel, drive.controller_count) = match drive.motor.kind {
        MotorKind::Brushless | MotorKind::Stepper => (1, drive.motor_count.div_ceil(controller.channels)),
        MotorKind::Brushed => (drive.motor_count.div_ceil(controller.channels), 1),
    };
}

/// Nominal volts of an option.
pub(super) fn volts_of(option: &OptionSheet) -> f64 {
    BatteryModel::new(option).nominal_v()
}

//! A motor with what it needs: a reduction, a direct hub with its tyre, a channel for each or one for all.

use std::sync::LazyLock;

use regex::Regex;

use super::Fitted;
use super::reduction::{Size, in_words, reduction};
use crate::document::{GearingStage, Job, Load, Motor, MotorForm, MotorKind, OptionDrive, OptionSheet};
use crate::evaluation::generator_curves::speed_up_for_most;
use crate::formulas::machine::torque_constant_nm_per_a;
use crate::model::battery::BatteryModel;
use crate::variants::new_option::target_rpm;

/// At its target a motor turns this share of its free speed: what sag and load leave, with a tenth to spare.
const OF_FREE_SPEED: f64 = 0.8;
/// Gearing that was there stays while it makes this share of the ratio that is wanted.
const STAYS: std::ops::RangeInclusive<f64> = 0.7..=1.06;
/// Wheel of a drive that has none, m.
const SOME_WHEEL_M: f64 = 0.2;

/// Whether a motor sits in the wheel: told, or by its name.
#[must_use]
pub fn is_hub(motor: &Motor) -> bool {
    let told = motor.facts.as_ref().and_then(|facts| facts.form) == Some(MotorForm::Hub);
    let word =
        |label: &str| label.to_lowercase().split(|letter: char| !letter.is_alphanumeric()).any(|word| word == "hub");
    told || motor.label.as_deref().is_some_and(word)
}

/// The tyre that is named with a hub, m: "107 mm tyre", "8.5 in".
#[must_use]
pub fn tyre_m(motor: &Motor) -> Option<f64> {
    static TYRE: LazyLock<Option<Regex>> = LazyLock::new(|| Regex::new(r#"(\d+(?:\.\d+)?)\s*(mm tyre|in\b|")"#).ok());
    let found = TYRE.as_ref()?.captures(motor.label.as_deref()?)?;
    let figure: f64 = found.get(1)?.as_str().parse().ok()?;
    let metres = if found.get(2)?.as_str().starts_with("mm") { figure / 1000.0 } else { figure * 0.0254 };
    (0.03..1.0).contains(&metres).then_some(metres)
}

/// The ratio behind the motor (and its own gearbox) at which it does the job of a drive in an option; where it is turned,
/// the speed-up at which it gives most. `None` where no ratio does.
#[must_use]
pub fn wanted_ratio(job: &Job, option: &OptionSheet, place: usize) -> Option<f64> {
    let drive = option.drives.get(place)?;
    let served = job.drives.iter().find(|served| served.name == drive.drive)?;
    if matches!(served.load, Load::Generator(_)) {
        return speed_up_for_most(job, option, place);
    }
    let wheel_m = drive.output.wheel_diameter_m.unwrap_or(SOME_WHEEL_M);
    let target = target_rpm(&served.load, wheel_m);
    let motor = &drive.motor;
    let volts = BatteryModel::new(option).nominal_v() - motor.brush_drop_v.unwrap_or(0.0);
    let free = motor.kv_rpm_per_v * volts / motor.gearbox.as_ref().map_or(1.0, |gearbox| gearbox.ratio);
    (target > 0.0 && free > 0.0).then(|| OF_FREE_SPEED * free / target)
}

/// How heavy the work of a motor's teeth is: by the torque that it gives at a third of what it takes held still.
fn size_of(motor: &Motor, volts: f64) -> Size {
    let stall_nm = torque_constant_nm_per_a(motor.kv_rpm_per_v) * volts / motor.resistance_ohm;
    let burst_nm = motor.max_burst_current_a.map(|amps| torque_constant_nm_per_a(motor.kv_rpm_per_v) * amps);
    let through = motor.gearbox.as_ref().map_or(1.0, |gearbox| gearbox.ratio * gearbox.efficiency);
    match burst_nm.unwrap_or(stall_nm).min(stall_nm) / 3.0 * through {
        nm if nm < 0.03 => Size::Small,
        nm if nm < 0.25 => Size::Middle,
        _ => Size::Large,
    }
}

/// Puts a motor in with what it needs; `None` where the option has no such drive, or no gearing would do.
#[must_use]
pub fn fit_motor(
    job: &Job,
    option: &OptionSheet,
    place: usize,
    motor: &Motor,
    id: Option<&str>,
    stages: &[GearingStage],
) -> Option<Fitted> {
    let mut option = option.clone();
    let mut brings = Vec::new();
    let served = {
        let drive = option.drives.get(place)?;
        job.drives.iter().find(|served| served.name == drive.drive)?
    };
    let volts = BatteryModel::new(&option).nominal_v();
    let drive = option.drives.get_mut(place)?;
    drive.motor = motor.clone();
    drive.motor.part_id = id.map(str::to_owned);
    let hub = is_hub(motor) && matches!(served.load, Load::Vehicle(_));
    if hub {
        if !drive.gearing.is_empty() {
            drive.gearing.clear();
            brings.push("without the stage".to_owned());
        }
        if let Some(tyre) = tyre_m(motor)
            && drive.output.wheel_diameter_m != Some(tyre)
        {
            drive.output.wheel_diameter_m = Some(tyre);
            brings.push(format!("on its tyre of {:.0} mm", 1000.0 * tyre));
        }
    }
    channels(drive, &mut brings);
    let now: f64 = option.drives[place].gearing.iter().map(GearingStage::ratio).product();
    let wanted = wanted_ratio(job, &option, place)?;
    if !hub && !STAYS.contains(&(now / wanted)) {
        let found = reduction(wanted, size_of(motor, volts), stages)?;
        brings.push(if found.is_empty() {
            "straight on the shaft".to_owned()
        } else {
            format!("with {}", in_words(&found))
        });
        option.drives[place].gearing = found;
    }
    Some(Fitted { option, brings })
}

/// A brushless motor wants a channel of its own, brushed ones may share.
pub(super) fn channels(drive: &mut OptionDrive, brings: &mut Vec<String>) {
    let Some(controller) = &drive.controller else { return };
    let there = controller.channels * drive.controller_count;
    match drive.motor.kind {
        MotorKind::Brushless | MotorKind::Stepper => {
            drive.motors_per_channel = 1;
            if there < drive.motor_count {
                drive.controller_count = drive.motor_count.div_ceil(controller.channels);
                brings.push(format!("{} controllers", drive.controller_count));
            }
        }
        MotorKind::Brushed if drive.motor_count.div_ceil(drive.motors_per_channel) > there => {
            drive.motors_per_channel = drive.motor_count.div_ceil(there);
            brings.push(format!("{} on a channel", drive.motors_per_channel));
        }
        MotorKind::Brushed => {}
    }
}

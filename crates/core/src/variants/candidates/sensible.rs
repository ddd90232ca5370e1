//! Which parts are no answer to a job, however the sum comes out: far too heavy, far too fast, of another world. Common
//! practice.

use serde::Serialize;

use super::{Effect, Placed};
use crate::document::{Build, JobDrive, Load, OptionDrive, OptionSheet};
use crate::model::battery::BatteryModel;
use crate::shelf::ShelfPart;
use crate::shelf::place::Slot;
use crate::variants::motor_guide::asked::least_motor_kg;

/// Why a part is folded away: it is no answer to this job.
#[derive(Debug, Clone, Copy, PartialEq, Eq, PartialOrd, Ord, Serialize, schemars::JsonSchema)]
#[serde(rename_all = "snake_case")]
pub enum FoldedAway {
    /// Far heavier than the machine, or than what would do.
    TooHeavy,
    /// It would turn the output several times as fast as is wanted.
    TooFast,
    /// It would not reach half the speed.
    TooSlow,
    /// A wheel of far another size than the one that stands there.
    WrongSize,
    /// Not of the kind that goes with what stands there.
    WrongKind,
}

/// More than this factor above the wanted speed is far too fast.
const FAR_TOO_FAST: f64 = 3.0;
/// Less than this share of it far too slow.
const FAR_TOO_SLOW: f64 = 0.5;
/// Motors that weigh more than this share of the rest of a vehicle are far too heavy.
const FAR_TOO_HEAVY: f64 = 0.5;
/// One wheel that weighs more than this share of the rest of a vehicle is far too heavy.
const FAR_TOO_HEAVY_A_WHEEL: f64 = 0.15;
/// Sizes of another wheel over the one that stands there that make sense.
const SENSIBLE_SIZES: std::ops::RangeInclusive<f64> = 0.6..=1.7;
/// A battery that is charged has about the volts that the job says.
const SAME_VOLTS: std::ops::RangeInclusive<f64> = 0.8..=1.2;
/// A controller stands so many times what a motor takes at its hardest work (common practice).
const USUAL_OVER_NEED: f64 = 3.0;
/// Where nothing says what the machine weighs: so much more than the lightest that holds.
const FAR_HEAVIER: f64 = 5.0;

/// Why a wheel is no answer to the job; `None` for any that makes sense, and for other parts.
pub(super) fn no_such_wheel(build: &Build, sheet: &OptionSheet, slot: Slot, part: &ShelfPart) -> Option<FoldedAway> {
    let ShelfPart::Wheel(wheel) = part else { return None };
    let drive = sheet.drives.get(slot.drive)?;
    let times = drive.output.wheel_diameter_m.map_or(1.0, |now| wheel.diameter_m / now);
    if served(build, drive)
        .and_then(|served| served.load.vehicle_kg())
        .zip(wheel.mass_kg)
        .is_some_and(|(machine, wheel)| wheel > FAR_TOO_HEAVY_A_WHEEL * machine)
    {
        return Some(FoldedAway::TooHeavy);
    }
    (!SENSIBLE_SIZES.contains(&times)).then_some(FoldedAway::WrongSize)
}

/// How many times stronger than is usual a controller is that was put in; 1 where the one that stood there stays.
fn times_too_strong(sheet: &OptionSheet, slot: Slot, option: &OptionSheet, effect: &Effect) -> f64 {
    let (Some(now), Some(before)) = (option.drives.get(slot.drive), sheet.drives.get(slot.drive)) else { return 1.0 };
    let Some(controller) = now.controller.as_ref().filter(|there| before.controller.as_ref() != Some(there)) else {
        return 1.0;
    };
    let amps = controller.motor_current_continuous_a.zip(effect.motor_a).filter(|(_, motor)| *motor > 0.0);
    amps.map_or(1.0, |(stands, motor)| stands / (USUAL_OVER_NEED * motor * f64::from(now.motors_per_channel)))
}

fn served<'a>(build: &'a Build, drive: &OptionDrive) -> Option<&'a JobDrive> {
    build.job.drives.iter().find(|served| served.name == drive.drive)
}

/// Volts of the battery that machines which are turned charge, where the job has no others; `None` anywhere else.
fn charged_v(build: &Build) -> Option<f64> {
    let mut volts = None;
    for served in &build.job.drives {
        let Load::Generator(generator) = &served.load else { return None };
        volts = generator.electrical.battery_v.or(volts);
    }
    volts
}

/// Says which parts are no answer to the job.
pub(super) fn fold(build: &Build, sheet: &OptionSheet, slot: Slot, found: &mut [Option<Placed>]) {
    let holding = found.iter().flatten().filter(|placed| placed.effect.failing == 0);
    let lightest = holding.map(|placed| placed.effect.hardware_mass_kg).reduce(f64::min);
    let served = sheet.drives.get(slot.drive).and_then(|drive| served(build, drive));
    let machine_kg = served.and_then(|served| served.load.vehicle_kg());
    let charged_v = charged_v(build);
    for placed in found.iter_mut().flatten().filter(|placed| placed.folded.is_none()) {
        let Some(drive) = placed.option.drives.get(slot.drive) else { continue };
        let moving_kg = machine_kg.map(|machine| machine + placed.effect.hardware_mass_kg);
        let lighter = served
            .zip(moving_kg)
            .and_then(|(served, moving)| least_motor_kg(&served.load, moving, drive.motor_count))
            .zip(drive.motor.mass_kg)
            .map_or(1.0, |(least, has)| least / has);
        placed.times_off_size = lighter.max(times_too_strong(sheet, slot, &placed.option, &placed.effect)).max(1.0);
        let motors_kg = drive.motor.mass_kg.unwrap_or(0.0) * f64::from(drive.motor_count);
        let heavy = match (machine_kg, lightest) {
            (Some(machine), _) if motors_kg > FAR_TOO_HEAVY * machine => true,
            (None, Some(lightest)) => placed.effect.hardware_mass_kg > FAR_HEAVIER * lightest,
            _ => false,
        };
        let kind_differs =
            drive.controller.as_ref().is_some_and(|controller| controller.kind.motor() != drive.motor.kind);
        let speed = placed.effect.speed_over_target;
        let pack_v = BatteryModel::new(&placed.option).nominal_v();
        let other_volts = placed.option.battery != sheet.battery
            && charged_v.is_some_and(|charged| !SAME_VOLTS.contains(&(pack_v / charged)));
        placed.folded = if other_volts {
            Some(FoldedAway::WrongSize)
        } else if heavy {
            Some(FoldedAway::TooHeavy)
        } else if speed.is_some_and(|over| over > FAR_TOO_FAST) {
            Some(FoldedAway::TooFast)
        } else if speed.is_some_and(|over| over < FAR_TOO_SLOW) {
            Some(FoldedAway::TooSlow)
        } else if kind_differs {
            Some(FoldedAway::WrongKind)
        } else {
            None
        };
    }
}

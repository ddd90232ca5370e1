//! A part from the shelf put into an option: what is set there stays, what belongs to the part comes along.

use super::ShelfPart;
use crate::document::OptionSheet;
use crate::document::build::MOST_STAGES;

/// Where in an option a part goes.
#[derive(Debug, Clone, Copy, PartialEq, Eq)]
pub struct Slot {
    /// Place of the drive in the option; no matter for a battery.
    pub drive: usize,
    /// Place of the stage in the gearing; no matter for anything else.
    pub stage: usize,
}

/// Puts a part in. `id` links it to the shelf.
///
/// How many packs, motors and controllers there are stays as it was, and so do the limits set in a controller while
/// the new one is rated for them; a limit above the rating comes down to it.
///
/// A wheel brings its diameter; the inertia of all wheels together stays with the build, which knows how many there
/// are.
///
/// Gives false, and changes nothing, when the option has no such slot.
pub fn place_part(option: &mut OptionSheet, slot: Slot, part: &ShelfPart, id: Option<&str>) -> bool {
    let id = id.map(str::to_owned);
    if let ShelfPart::Battery(battery) = part {
        let (packs_series, packs_parallel) = (option.battery.packs_series, option.battery.packs_parallel);
        let usable = option.battery.usable_fraction;
        option.battery = (**battery).clone();
        option.battery.part_id = id;
        option.battery.packs_series = packs_series;
        option.battery.packs_parallel = packs_parallel;
        option.battery.usable_fraction = usable;
        return true;
    }
    let Some(drive) = option.drives.get_mut(slot.drive) else { return false };
    match part {
        ShelfPart::Motor(motor) => {
            drive.motor = (**motor).clone();
            drive.motor.part_id = id;
        }
        ShelfPart::Controller(controller) => {
            let mut fresh = (**controller).clone();
            fresh.part_id = id;
            if let Some(old) = &drive.controller {
                let within = |set: Option<f64>, rating: Option<f64>| match (set, rating) {
                    (Some(set), Some(rating)) => Some(set.min(rating)),
                    (set, _) => set,
                };
                fresh.motor_current_limit_a = within(old.motor_current_limit_a, fresh.motor_current_peak_a);
                fresh.battery_current_limit_a = within(old.battery_current_limit_a, fresh.battery_current_peak_a);
            }
            drive.controller = Some(fresh);
        }
        ShelfPart::GearingStage(stage) => {
            let mut fresh = (**stage).clone();
            fresh.part_id = id;
            let stages = drive.gearing.len();
            match drive.gearing.get_mut(slot.stage) {
                Some(old) => *old = fresh,
                None if stages == slot.stage && stages < MOST_STAGES => drive.gearing.push(fresh),
                None => return false,
            }
        }
        ShelfPart::Wheel(wheel) => {
            if drive.output.wheel_diameter_m.is_none() {
                return false;
            }
            drive.output.wheel_diameter_m = Some(wheel.diameter_m);
        }
        ShelfPart::Battery(_) => return false,
    }
    true
}

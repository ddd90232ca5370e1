//! The combinations of a search, counted and numbered in the order of the document.

use super::Hit;
use super::front::Candidate;
use crate::document::{MotorKind, OptionDrive, OptionSheet, Search};
use crate::variants::tooth_map::put_teeth;

/// How many of each there are, and where they go. A list that is left out counts one: the base's own.
#[derive(Debug, Clone, Copy, PartialEq, Eq)]
pub struct Space {
    drive: usize,
    stage: usize,
    motors: u64,
    batteries: u64,
    controllers: u64,
    counts: u64,
    driver: u64,
    driven: u64,
    wheels: u64,
}

fn at_least_one(count: usize) -> u64 {
    u64::try_from(count).unwrap_or(u64::MAX).max(1)
}

/// A number below a count as a place in a list.
fn place(number: u64) -> usize {
    usize::try_from(number).unwrap_or(usize::MAX)
}

impl Space {
    /// The combinations of a search.
    #[must_use]
    pub fn new(search: &Search) -> Self {
        let vary = &search.vary;
        let gearing = vary.gearing.as_ref();
        Self {
            // Reading refuses a search whose base does not serve the drive.
            drive: search.base.drives.iter().position(|drive| drive.drive == search.drive).unwrap_or(0),
            stage: gearing.map_or(0, |gearing| gearing.stage as usize),
            motors: at_least_one(vary.motors.len()),
            batteries: at_least_one(vary.batteries.len()),
            controllers: at_least_one(vary.controllers.len()),
            counts: at_least_one(vary.motor_count.len()),
            driver: at_least_one(gearing.map_or(0, |gearing| gearing.driver_teeth.len())),
            driven: at_least_one(gearing.map_or(0, |gearing| gearing.driven_teeth.len())),
            wheels: at_least_one(vary.wheel_diameter_m.len()),
        }
    }

    /// All combinations.
    #[must_use]
    pub fn count(&self) -> u64 {
        self.sets().saturating_mul(self.pairs())
    }

    /// Sets of motor, battery, controller and number of motors.
    pub(super) fn sets(&self) -> u64 {
        self.motors.saturating_mul(self.batteries).saturating_mul(self.controllers).saturating_mul(self.counts)
    }

    /// Teeth and wheels for each set.
    pub(super) fn pairs(&self) -> u64 {
        self.driver.saturating_mul(self.driven).saturating_mul(self.wheels)
    }

    /// Place of the searched drive in the option.
    pub(super) const fn drive(&self) -> usize {
        self.drive
    }

    /// Puts a set of parts into an option that is the base.
    pub(super) fn put_set(&self, search: &Search, set: u64, option: &mut OptionSheet) {
        let vary = &search.vary;
        let (rest, count) = (set / self.counts, set % self.counts);
        let (rest, controller) = (rest / self.controllers, rest % self.controllers);
        let (motor, battery) = (rest / self.batteries, rest % self.batteries);
        if let Some(part) = vary.motors.get(place(motor)) {
            let drive = &mut option.drives[self.drive];
            drive.motor.clone_from(part);
            // The driver is bored for the shaft of the motor that comes: a bore given for another one is let go.
            if let Some(stage) = drive.gearing.first_mut()
                && stage.driver_bore_mm != part.shaft_diameter_mm
            {
                stage.driver_bore_mm = None;
            }
        }
        if let Some(part) = vary.batteries.get(place(battery)) {
            option.battery.clone_from(part);
        }
        if let Some(part) = vary.controllers.get(place(controller)) {
            option.drives[self.drive].controller = Some(part.clone());
        }
        if let Some(count) = vary.motor_count.get(place(count)) {
            put_count(&mut option.drives[self.drive], count.0);
        }
    }

    /// Puts teeth and wheel into the drive; nothing is allocated.
    pub(super) fn put_pair(&self, search: &Search, pair: u64, drive: &mut OptionDrive) {
        let (rest, wheel) = (pair / self.wheels, pair % self.wheels);
        let (few, many) = (rest / self.driven, rest % self.driven);
        if let Some(gearing) = &search.vary.gearing
            && let Some(stage) = drive.gearing.get_mut(self.stage)
        {
            put_teeth(stage, gearing.driver_teeth[place(few)].0, gearing.driven_teeth[place(many)].0);
        }
        if let Some(diameter) = search.vary.wheel_diameter_m.get(place(wheel)) {
            drive.output.wheel_diameter_m = Some(diameter.0);
        }
    }

    /// The option of a number.
    #[must_use]
    pub fn option(&self, search: &Search, number: u64) -> OptionSheet {
        let mut option = search.base.clone();
        self.put_set(search, number / self.pairs(), &mut option);
        self.put_pair(search, number % self.pairs(), &mut option.drives[self.drive]);
        option
    }

    /// An evaluated combination with what its parts are called.
    pub(super) fn hit_of(&self, search: &Search, number: u64, result: &crate::evaluation::OptionEvaluation) -> Hit {
        self.hit(search, Candidate::new(number, result))
    }

    /// A candidate with what its parts are called.
    pub(super) fn hit(&self, search: &Search, candidate: Candidate) -> Hit {
        let option = self.option(search, candidate.number);
        let drive = &option.drives[self.drive];
        let teeth = drive.gearing.get(self.stage).and_then(crate::document::GearingStage::teeth);
        Hit {
            number: candidate.number,
            motor: drive.motor.label.clone(),
            battery: option.battery.label.clone(),
            controller: drive.controller.as_ref().and_then(|controller| controller.label.clone()),
            motor_count: drive.motor_count,
            driver_teeth: teeth.map(|(driver, _)| driver),
            driven_teeth: teeth.map(|(_, driven)| driven),
            wheel_diameter_m: drive.output.wheel_diameter_m,
            price: candidate.price,
            to_buy: candidate.to_buy,
            hardware_mass_kg: candidate.hardware_mass_kg,
            runtime_min: candidate.runtime_min,
            flat_out_s: candidate.flat_out_s,
            worst_utilisation: candidate.worst_utilisation,
            weakest_link: candidate.weakest_link,
        }
    }
}

/// Puts so many motors in, with as many controllers as they need.
fn put_count(drive: &mut OptionDrive, count: u32) {
    drive.motor_count = count;
    // Brushless motors never turn in step, so each has a channel of its own.
    let most = if drive.motor.kind != MotorKind::Brushed { 1 } else { count };
    drive.motors_per_channel = drive.motors_per_channel.min(most);
    if let Some(controller) = &drive.controller {
        drive.controller_count = count.div_ceil(drive.motors_per_channel).div_ceil(controller.channels.max(1));
    }
}

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

    /// The option of a number.
    #[must_use]
    pub fn option(&self, search: &Search, number: u64) -> OptionSheet {
        let mut placed = Placed::new(search, self);
        placed.put_set(number / self.pairs());
        placed.put_pair(number % self.pairs());
        placed.option
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

/// An option into which one combination after the other is put: of two that follow each other most parts are the same.
pub(super) struct Placed<'a> {
    pub search: &'a Search,
    pub space: &'a Space,
    /// The combination that was put in last.
    pub option: OptionSheet,
    /// Places of motor, battery and controller that are in it.
    parts: Option<[usize; 3]>,
}

impl<'a> Placed<'a> {
    /// The base itself.
    pub fn new(search: &'a Search, space: &'a Space) -> Self {
        Self { search, space, option: search.base.clone(), parts: None }
    }

    /// Puts a set of parts in.
    pub fn put_set(&mut self, set: u64) {
        let (search, space) = (self.search, self.space);
        let vary = &search.vary;
        let (rest, count) = (set / space.counts, place(set % space.counts));
        let (rest, controller) = (rest / space.controllers, place(rest % space.controllers));
        let (motor, battery) = (place(rest / space.batteries), place(rest % space.batteries));
        let before = self.parts.replace([motor, battery, controller]);
        let changed = |which: usize, now: usize| before.is_none_or(|before| before[which] != now);
        let base = &search.base.drives[space.drive];
        let drive = &mut self.option.drives[space.drive];
        if let Some(part) = vary.motors.get(motor)
            && changed(0, motor)
        {
            drive.motor.clone_from(part);
            // The driver is bored for the shaft of the motor that comes: a bore given for another one is let go.
            if let (Some(stage), Some(given)) = (drive.gearing.first_mut(), base.gearing.first()) {
                stage.driver_bore_mm = given.driver_bore_mm.filter(|bore_mm| Some(*bore_mm) == part.shaft_diameter_mm);
            }
        }
        if let Some(part) = vary.batteries.get(battery)
            && changed(1, battery)
        {
            self.option.battery.clone_from(part);
        }
        if let Some(part) = vary.controllers.get(controller)
            && changed(2, controller)
        {
            drive.controller = Some(part.clone());
        }
        if let Some(count) = vary.motor_count.get(count) {
            drive.motors_per_channel = base.motors_per_channel;
            drive.controller_count = base.controller_count;
            put_count(drive, count.0);
        }
    }

    /// Puts teeth and wheel in; nothing is allocated.
    pub fn put_pair(&mut self, pair: u64) {
        let (search, space) = (self.search, self.space);
        let drive = &mut self.option.drives[space.drive];
        let (rest, wheel) = (pair / space.wheels, pair % space.wheels);
        let (few, many) = (rest / space.driven, rest % space.driven);
        if let Some(gearing) = &search.vary.gearing
            && let Some(stage) = drive.gearing.get_mut(space.stage)
        {
            put_teeth(stage, gearing.driver_teeth[place(few)].0, gearing.driven_teeth[place(many)].0);
        }
        if let Some(diameter) = search.vary.wheel_diameter_m.get(place(wheel)) {
            drive.output.wheel_diameter_m = Some(diameter.0);
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

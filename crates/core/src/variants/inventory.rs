//! What the drawer holds, every combination: battery × motor × controller, each judged with the whole chain.

use rayon::prelude::*;
use serde::Serialize;

use crate::document::{Build, MotorKind};
use crate::evaluation::checks::Verdict;
use crate::evaluation::evaluate_option;
use crate::shelf::ShelfPart;
use crate::shelf::place::{Slot, place_part};

/// Most combinations of one map.
pub const MOST: usize = 20_000;

/// The parts of a drawer, by kind, in the order of the map.
#[derive(Debug, Clone, Copy)]
pub struct Drawer<'a> {
    /// Motors.
    pub motors: &'a [ShelfPart],
    /// Batteries.
    pub batteries: &'a [ShelfPart],
    /// Controllers.
    pub controllers: &'a [ShelfPart],
}

/// One combination.
#[derive(Debug, Clone, PartialEq, Serialize, schemars::JsonSchema)]
pub struct Cell {
    /// Place of the motor.
    pub motor: usize,
    /// Place of the battery.
    pub battery: usize,
    /// Place of the controller; null for a plain switch.
    pub controller: Option<usize>,
    /// How the option comes out with it.
    pub verdict: Verdict,
    /// How far the weakest link is used; null when it fails without a number.
    pub worst_utilisation: Option<f64>,
    /// Title of the weakest link.
    pub weakest: Option<&'static str>,
    /// Why it fails, or what leaves least to spare, in one sentence.
    pub because: String,
}

/// Every combination in an option's drive, in the order motor, battery, controller; after the controllers a plain switch
/// where the motor turns on one.
///
/// `None` when there is no such option or drive. Combinations beyond [`MOST`] are left out.
#[must_use]
pub fn judge_all(build: &Build, option: usize, drive: usize, drawer: Drawer<'_>) -> Option<Vec<Cell>> {
    let base = build.options.get(option)?;
    base.drives.get(drive)?;
    let slot = Slot { drive, stage: 0 };
    let mut places = Vec::new();
    for (motor, part) in drawer.motors.iter().enumerate() {
        let brushed = matches!(part, ShelfPart::Motor(motor) if motor.kind == MotorKind::Brushed);
        for battery in 0..drawer.batteries.len() {
            places.extend((0..drawer.controllers.len()).map(|controller| (motor, battery, Some(controller))));
            if brushed {
                places.push((motor, battery, None));
            }
        }
    }
    places.truncate(MOST);
    let judged = places.into_par_iter().map(|(motor, battery, controller)| {
        let mut tried = base.clone();
        place_part(&mut tried, slot, &drawer.motors[motor], None);
        place_part(&mut tried, slot, &drawer.batteries[battery], None);
        match controller {
            Some(controller) => {
                place_part(&mut tried, slot, &drawer.controllers[controller], None);
            }
            None => tried.drives[drive].controller = None,
        }
        let result = evaluate_option(&build.job, &tried, option);
        let weakest = result.weakest();
        Cell {
            motor,
            battery,
            controller,
            verdict: result.verdict,
            worst_utilisation: weakest.and_then(|check| check.utilisation),
            weakest: weakest.map(|check| check.title),
            because: weakest.map(|check| check.because.clone()).unwrap_or_default(),
        }
    });
    Some(judged.collect())
}

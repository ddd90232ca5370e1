//! A controller with what it needs: as many as the motors want channels.

use super::Fitted;
use super::motor::channels;
use crate::document::{Controller, OptionSheet};
use crate::shelf::ShelfPart;
use crate::shelf::place::{Slot, place_part};

/// Puts a controller in, as many times as the motors want; `None` where the option has no such drive.
#[must_use]
pub fn fit_controller(option: &OptionSheet, place: usize, controller: &Controller, id: Option<&str>) -> Option<Fitted> {
    let mut option = option.clone();
    let part = ShelfPart::Controller(Box::new(controller.clone()));
    if !place_part(&mut option, Slot { drive: place, stage: 0 }, &part, id) {
        return None;
    }
    let mut brings = Vec::new();
    let drive = option.drives.get_mut(place)?;
    let count = drive.motor_count.div_ceil(drive.motors_per_channel).div_ceil(controller.channels).max(1);
    if count != drive.controller_count {
        drive.controller_count = count;
        brings.push(if count == 1 { "one of them".to_owned() } else { format!("{count} of them") });
    }
    channels(drive, &mut brings);
    Some(Fitted { option, brings })
}

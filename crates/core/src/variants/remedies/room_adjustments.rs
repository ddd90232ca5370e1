//! Levers of room: a motor, packs and controllers that go in, or more room for them.

use super::Group;
use super::Variant;
use super::adjustments::Adjustment;
use super::drive_adjustments::DriveLevers;
use super::grid::{falling, rising};
use crate::format::significant;
use crate::variants::scaling::{longer, times};

impl DriveLevers<'_> {
    /// A motor that goes in: shorter, or with the mount and shaft the machine takes.
    pub fn fitting_motor(&self, draft: &Variant) -> Vec<Adjustment> {
        let place = self.place;
        let at = format!("/options/{}/drives/{place}/motor", self.index);
        let job = draft.job.drives.iter().find(|job| job.name == self.parts.drive);
        let Some(space) = job.and_then(|job| job.motor_space.clone()) else { return Vec::new() };
        let shorter = Adjustment::new(
            Group::Motor,
            at.clone(),
            falling(1.0, 0.3),
            move |draft, step| longer(&mut draft.option.drives[place].motor, step),
            |step| format!("A shorter motor of the same diameter and Kv, {} as long.", times(step)),
        );
        let matching = Adjustment::new(
            Group::Count,
            at,
            vec![1.0],
            move |draft, _| {
                let motor = &mut draft.option.drives[place].motor;
                if space.bolt_circle_mm.is_some() || space.thread.is_some() {
                    let had = motor.mount.take();
                    motor.mount = Some(crate::document::parts::Mount {
                        bolt_circle_mm: space.bolt_circle_mm.or(had.as_ref().and_then(|mount| mount.bolt_circle_mm)),
                        thread: space.thread.clone().or(had.and_then(|mount| mount.thread)),
                    });
                }
                if let Some(shaft_mm) = space.shaft_diameter_mm {
                    motor.shaft_diameter_mm = Some(shaft_mm);
                }
            },
            |_| "The same motor with the mount and shaft that the machine takes.".to_owned(),
        );
        vec![shorter, matching]
    }
}

/// Room for the motor made larger.
pub(super) fn motor_room(draft: &Variant, drive: &str) -> Option<Adjustment> {
    let place = draft.job.drives.iter().position(|job| job.name == drive)?;
    draft.job.drives[place].motor_space.as_ref()?;
    Some(Adjustment::new(
        Group::Requested,
        format!("/job/drives/{place}/motor_space"),
        rising(1.0, 3.0),
        move |draft, step| {
            if let Some(space) = &mut draft.job.drives[place].motor_space {
                for side in [&mut space.diameter_mm, &mut space.length_mm] {
                    *side = side.map(|mm| (mm * step).ceil());
                }
            }
        },
        |step| format!("A place for the motor {} as large.", times(step)),
    ))
}

/// Packs that go in: less capacity, two flat halves; or a larger room.
pub(super) fn packs_that_fit(draft: &Variant, index: usize) -> Vec<Adjustment> {
    let battery = &draft.option.battery;
    let (capacity, cells) = (battery.capacity_ah, battery.cells_series);
    let at = format!("/options/{index}/battery");
    let mut levers = vec![Adjustment::new(
        Group::Battery,
        at.clone(),
        falling(capacity, 0.1),
        move |draft, step| crate::variants::scaling::battery(&mut draft.option.battery, step, cells),
        move |step| {
            format!(
                "A pack of {} Ah instead of {} Ah, shorter in proportion.",
                significant(step),
                significant(capacity)
            )
        },
    )];
    if cells.is_multiple_of(2) && battery.packs_series <= 25 && battery.size_mm.is_some() {
        levers.push(Adjustment::new(
            Group::Count,
            at,
            vec![2.0],
            |draft, _| halved(&mut draft.option.battery),
            move |_| format!("Two flat halves of {} cells in series instead of each tall pack of {cells}.", cells / 2),
        ));
    }
    if draft.job.compartment.is_some() {
        levers.push(Adjustment::new(
            Group::Requested,
            "/job/compartment".to_owned(),
            rising(1.0, 4.0),
            |draft, step| {
                if let Some(room) = &mut draft.job.compartment {
                    for side in [&mut room.length_mm, &mut room.width_mm, &mut room.height_mm] {
                        *side = (*side * step).ceil().min(10_000.0);
                    }
                }
            },
            |step| format!("A battery room {} as large each way.", times(step)),
        ));
        if draft.job.compartment.as_ref().is_some_and(|room| room.ground_clearance_mm.is_some()) {
            let now = draft.job.compartment.as_ref().and_then(|room| room.ground_clearance_mm).unwrap_or(0.0);
            levers.push(Adjustment::new(
                Group::Requested,
                "/job/compartment/ground_clearance_mm".to_owned(),
                falling(now, 0.05),
                |draft, step| {
                    if let Some(room) = &mut draft.job.compartment {
                        room.ground_clearance_mm = Some(step.floor());
                    }
                },
                move |step| {
                    format!("{} mm of ground clearance instead of {} mm.", significant(step.floor()), significant(now))
                },
            ));
        }
    }
    levers
}

/// A pack made of two halves in series, split across its thinnest side.
fn halved(battery: &mut crate::document::Battery) {
    battery.cells_series /= 2;
    battery.packs_series *= 2;
    battery.mass_kg = battery.mass_kg.map(|kg| kg / 2.0);
    battery.price = battery.price.map(|price| price / 2.0);
    battery.part_id = None;
    if let Some(size) = &mut battery.size_mm {
        let sides = [&mut size.length, &mut size.width, &mut size.height];
        if let Some(thinnest) = sides.into_iter().min_by(|a, b| a.total_cmp(b)) {
            *thinnest /= 2.0;
        }
    }
}

/// A larger room for the controllers.
pub(super) fn controller_room(draft: &Variant) -> Option<Adjustment> {
    draft.job.controller_space.as_ref()?;
    Some(Adjustment::new(
        Group::Requested,
        "/job/controller_space".to_owned(),
        rising(1.0, 4.0),
        |draft, step| {
            if let Some(room) = &mut draft.job.controller_space {
                for side in [&mut room.length_mm, &mut room.width_mm, &mut room.height_mm] {
                    *side = (*side * step).ceil().min(10_000.0);
                }
            }
        },
        |step| format!("A controller room {} as large each way.", times(step)),
    ))
}

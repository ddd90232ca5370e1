//! Checks of room: motor, packs, controllers against what the machine takes. What is unknown never "fits".

use super::{CheckBuilder, CheckCode, CheckContext, CheckLimit, Subject};
use crate::evaluation::fits::Packing;
use crate::format::significant;
use crate::formulas::shaft::BORE_PLAY_MM;
use crate::model::Drive;

pub(super) fn judge_drive(drive: &Drive<'_>, ledger: &mut CheckBuilder) {
    let Some(space) = &drive.job.motor_space else { return };
    let motor = &drive.parts.motor;
    let subject = Subject::of_drive(CheckCode::FitMotor, drive);
    let unknown = |ledger: &mut CheckBuilder, ask| {
        ledger.unknown(&subject, ask);
    };
    let mount = motor.mount.as_ref();
    let circle = mount.and_then(|mount| mount.bolt_circle_mm);
    let thread = mount.and_then(|mount| mount.thread.as_deref());
    if let (Some(wanted), Some(has)) = (space.bolt_circle_mm, circle)
        && (wanted - has).abs() > 0.3
    {
        let text = format!(
            "Its screws stand on a circle of {} mm, the mount has {} mm.",
            significant(has),
            significant(wanted)
        );
        return ledger.does_not_fit(&subject, text);
    }
    if let (Some(wanted), Some(has)) = (space.thread.as_deref(), thread)
        && !wanted.eq_ignore_ascii_case(has)
    {
        return ledger.does_not_fit(&subject, format!("It takes {has} screws, the mount has {wanted}."));
    }
    if let (Some(wanted), Some(has)) = (space.shaft_diameter_mm, motor.shaft_diameter_mm)
        && (has > wanted + 1e-9 || wanted - has > BORE_PLAY_MM)
    {
        let text = format!("Its shaft is {has} mm thick, the machine takes {wanted} mm.");
        return ledger.does_not_fit(&subject, text);
    }
    let sides = [
        (space.diameter_mm, motor.can_diameter_mm, "across", "No can diameter is given."),
        (space.length_mm, motor.can_length_mm, "long", "No can length is given."),
    ];
    let mut tightest: Option<(f64, f64, &str)> = None;
    for (room, has, word, ask) in sides {
        let Some(room) = room else { continue };
        let Some(has) = has else { return unknown(ledger, ask) };
        if tightest.is_none_or(|(has_now, room_now, _)| has / room > has_now / room_now) {
            tightest = Some((has, room, word));
        }
    }
    let asked = [
        (space.bolt_circle_mm.is_some() && circle.is_none(), "No bolt circle is given for the motor."),
        (space.thread.is_some() && thread.is_none(), "No thread is given for the mount of the motor."),
        (
            space.shaft_diameter_mm.is_some() && motor.shaft_diameter_mm.is_none(),
            "No diameter is given for the motor shaft.",
        ),
    ];
    let missing = asked.iter().find(|(missing, _)| *missing);
    let sticks_out = tightest.is_some_and(|(has, room, _)| has > room);
    if let (Some((_, ask)), false) = (missing, sticks_out) {
        return unknown(ledger, ask);
    }
    if let Some((has, room, word)) = tightest {
        ledger.judge(&subject, Some(has), &CheckLimit::At(room), |has, room| {
            let left = fits_by(has, room);
            format!(
                "The motor is {} mm {word}, and there is room for {} mm: {left}.",
                significant(has),
                significant(room)
            )
        });
    }
}

pub(super) fn judge_option(evidence: &CheckContext<'_>, ledger: &mut CheckBuilder) {
    battery(evidence, ledger);
    if let Some(fit) = &evidence.controller_fit {
        let subject = Subject::of_option(CheckCode::FitController);
        room(&subject, fit.controllers.as_ref(), "controller", "No size is given for a controller.", ledger);
    }
}

fn battery(evidence: &CheckContext<'_>, ledger: &mut CheckBuilder) {
    let chain = evidence.chain;
    let subject = Subject::of_option(CheckCode::FitBattery);
    let Some(fit) = &evidence.battery_fit else { return };
    if let Some(packs) = &fit.packs
        && packs.tightest() <= 1.0
        && let Some(wanted) = chain.job.compartment.as_ref().and_then(|room| room.ground_clearance_mm)
        && let Some(free) = packs.ground_clearance_mm
        && free < wanted
    {
        let text = format!(
            "Under the packs {} mm stay free of the ground, and {} mm are wanted.",
            significant(free),
            significant(wanted)
        );
        return ledger.does_not_fit(&subject, text);
    }
    room(&subject, fit.packs.as_ref(), "pack", "No size is given for the pack.", ledger);
}

fn room(subject: &Subject<'_>, packing: Option<&Packing>, what: &str, ask: &'static str, ledger: &mut CheckBuilder) {
    let Some(packing) = packing else {
        return ledger.unknown(subject, ask);
    };
    let axis = (0..3).max_by(|a, b| packing.used[*a].total_cmp(&packing.used[*b])).unwrap_or(0);
    let word = ["along the room", "across the room", "high"][axis];
    let stack = packing.box_mm[axis] * f64::from(packing.count[axis]);
    let [along, across, up] = packing.count;
    let number = along * across * up;
    let how = if number == 1 { format!("One {what}") } else { format!("{along} × {across} × {up} {what}s") };
    ledger.judge(subject, Some(stack), &CheckLimit::At(stack + packing.left_mm[axis]), |has, room| {
        let left = fits_by(has, room);
        format!(
            "{how}, laid as they fit best, take {} mm {word}, and there are {} mm: {left}.",
            significant(has),
            significant(room)
        )
    });
}

/// Whether something goes into a room, and by how many millimetres.
fn fits_by(has_mm: f64, room_mm: f64) -> String {
    let left_mm = room_mm - has_mm;
    if left_mm >= -1e-9 {
        format!("it fits, with {} mm to spare", significant(left_mm.max(0.0)))
    } else {
        format!("it does not fit, by {} mm", significant(-left_mm))
    }
}

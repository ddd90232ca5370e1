//! What an option like this usually needs too, and what of it does not go together (common practice).

use crate::document::parts::Sensor;
use crate::document::{Battery, Chemistry, Circuit, FreeLine, GearingKind, Job, Load, OptionSheet};
use crate::format::significant;

/// Pack and lead with different connectors.
pub(super) fn connectors_apart(option: &OptionSheet) -> Option<String> {
    let pack = option.battery.connector.as_deref()?.trim();
    let lead = option
        .wiring
        .runs
        .iter()
        .filter(|run| run.circuit == Circuit::Supply)
        .find_map(|run| run.connector.as_deref())?
        .trim();
    let differ = !pack.is_empty() && !lead.is_empty() && !pack.eq_ignore_ascii_case(lead);
    differ.then(|| {
        format!("The pack has {pack} and the lead at it {lead}: change one of them, or buy an adapter. Never solder on a live pack: one lead at a time, the other covered.")
    })
}

/// What an option like this usually needs too (common practice): leads, connectors, pulleys, belts, screws, a fuse.
pub(super) fn suggested(job: &Job, option: &OptionSheet) -> Vec<FreeLine> {
    let mut found = Vec::new();
    let mut want = |what: String, quantity: f64, unit: Option<&str>, made: bool| {
        let has = |line: &FreeLine| line.what.to_lowercase() == what.to_lowercase();
        if !option.parts_list.iter().any(has) {
            let unit = unit.map(str::to_owned);
            found.push(FreeLine {
                what,
                quantity,
                unit,
                price: None,
                owned: false,
                made,
                getting: None,
                ordered_on: None,
                note: None,
            });
        }
    };
    for run in &option.wiring.runs {
        let gauge = run.awg.map_or_else(
            || run.area_mm2.map(|area| format!("{} mm²", significant(area))).unwrap_or_default(),
            |awg| format!("AWG {}", significant(awg)),
        );
        let name = run.name.to_lowercase();
        let (wires, joints) = wires_of(option, &run.circuit);
        want(format!("Lead {gauge}, {name}"), f64::from(wires) * run.length_m, Some("m"), false);
        if let Some(connector) = &run.connector {
            want(format!("Connector {connector}, {name}"), f64::from(joints), Some("pairs"), false);
        }
        if let Some(crimps) = run.crimps.filter(|crimps| *crimps > 0) {
            want(format!("Crimp contacts {gauge}, {name}"), f64::from(crimps), None, false);
        }
        match (&run.circuit, run.fuse_a) {
            (Circuit::Supply, Some(fuse_a)) => {
                want(format!("Fuse {} A with holder, {name}", significant(fuse_a)), 1.0, None, false);
            }
            (Circuit::Supply, None) => want(format!("Fuse with holder, {name}"), 1.0, None, false),
            _ => {}
        }
    }
    loom_needs(option, &mut want);
    if job.uses_battery() {
        pack_needs(&option.battery, option.wiring.alarm, &mut want);
    }
    for served in &job.drives {
        let what = match served.load {
            Load::Fan(_) => "Guard around the propeller",
            Load::Blade(_) => "Guard over the blade",
            Load::Flywheel(_) => "Cage around the wheels",
            _ => continue,
        };
        want(format!("{what}, {}", served.name), 1.0, None, true);
    }
    for drive in &option.drives {
        let name = &drive.drive;
        for stage in &drive.gearing {
            let Some((driver, driven)) = stage.teeth() else { continue };
            let bore = stage.driver_bore_mm.or(drive.motor.shaft_diameter_mm);
            let bore = bore.map(|bore| format!(", bore {} mm", significant(bore))).unwrap_or_default();
            let count = f64::from(drive.motor_count);
            match stage.kind {
                GearingKind::Belt | GearingKind::Chain => {
                    let (wheel, band) =
                        if stage.kind == GearingKind::Belt { ("Pulley", "Belt") } else { ("Sprocket", "Chain") };
                    let pitch =
                        stage.pitch_mm.map(|pitch| format!(", {} mm pitch", significant(pitch))).unwrap_or_default();
                    want(format!("{wheel} {driver} teeth{bore}, {name}"), count, None, false);
                    want(format!("{wheel} {driven} teeth, {name}"), count, None, false);
                    let length = stage.belt_teeth.or(stage.chain_links);
                    let length = length.map(|length| format!(", {length} long")).unwrap_or_default();
                    want(format!("{band}{pitch}{length}, {name}"), count, None, false);
                }
                GearingKind::Spur => {
                    want(format!("Pinion {driver} teeth{bore}, {name}"), count, None, false);
                    want(format!("Gear {driven} teeth, {name}"), count, None, false);
                }
                _ => {}
            }
        }
        if let Some(thread) = drive.motor.mount.as_ref().and_then(|mount| mount.thread.as_ref()) {
            want(format!("Screw {thread} for the motor, {name}"), 4.0 * f64::from(drive.motor_count), None, false);
        }
        want(format!("Motor mount, {name}"), f64::from(drive.motor_count), None, true);
    }
    found
}

/// Wires of a run, and pairs of connectors: two for direct current, as many as it has leads for each motor.
fn wires_of(option: &OptionSheet, circuit: &Circuit) -> (u32, u32) {
    match circuit {
        Circuit::Supply => (2, 1),
        Circuit::Motor(name) => option.drives.iter().find(|drive| drive.drive == *name).map_or((2, 1), |drive| {
            let phases = drive.motor.kind.leads();
            (phases * drive.motor_count, phases * drive.motor_count)
        }),
    }
}

/// What the loom asks for beside its leads (common practice): splitters, a switch, guards.
fn loom_needs(option: &OptionSheet, want: &mut impl FnMut(String, f64, Option<&str>, bool)) {
    let controllers: u32 =
        option.drives.iter().filter(|drive| drive.controller.is_some()).map(|drive| drive.controller_count).sum();
    if controllers > 1 {
        want(format!("Splitter lead, one pack to {controllers} controllers"), 1.0, None, false);
        if option.wiring.receiver {
            want("Y-lead for the throttle signal".to_owned(), f64::from(controllers - 1), None, false);
        }
    }
    let drawn = |name: &str| {
        option.wiring.runs.iter().any(|run| matches!(&run.circuit, Circuit::Motor(drive) if drive == name))
    };
    for drive in &option.drives {
        if !drawn(&drive.drive) {
            let leads = drive.motor.kind.leads() * drive.motor_count;
            want(format!("Motor lead with its connector, {}", drive.drive), f64::from(leads), None, false);
        }
        if drive.motors_per_channel > 1 {
            let channels = drive.motor_count.div_ceil(drive.motors_per_channel);
            want(
                format!("Splitter lead, one channel to {} motors, {}", drive.motors_per_channel, drive.drive),
                f64::from(channels),
                None,
                false,
            );
        }
        if drive.motor.sensor.is_some_and(|sensor| sensor != Sensor::None) {
            want(format!("Sensor lead, {}", drive.drive), f64::from(drive.motor_count), None, false);
        }
        let turns_in_the_open =
            drive.gearing.iter().any(|stage| matches!(stage.kind, GearingKind::Belt | GearingKind::Chain));
        if turns_in_the_open {
            want(format!("Guard over belt or chain, {}", drive.drive), 1.0, None, true);
        }
    }
    if !option.wiring.runs.iter().any(|run| run.switch.is_some()) && option.wiring.main_switch.is_none() {
        want("Main switch for direct current".to_owned(), 1.0, None, false);
    }
}

/// What a battery asks for (common practice): leads between packs, a charger, an alarm, a box.
fn pack_needs(battery: &Battery, alarm: bool, want: &mut impl FnMut(String, f64, Option<&str>, bool)) {
    let packs = battery.packs();
    if battery.packs_series > 1 {
        let what = format!("Lead for {} packs in series", battery.packs_series);
        want(what, f64::from(battery.packs_parallel), None, false);
    }
    if battery.packs_parallel > 1 {
        want(format!("Lead for {} packs side by side", battery.packs_parallel), 1.0, None, false);
    }
    let lithium = matches!(battery.chemistry, Chemistry::Lipo | Chemistry::LiIon | Chemistry::Lifepo4);
    let charge_a = battery.max_charge_c.unwrap_or(battery.chemistry.cell().charge_c) * battery.capacity_ah;
    want(
        format!(
            "Charger for {} cells, {}, about {} A",
            battery.cells_series,
            battery.chemistry.label().to_lowercase(),
            significant(charge_a)
        ),
        1.0,
        None,
        false,
    );
    if lithium && battery.bms_limit_a.is_none() && !alarm {
        want("Cell alarm for the balance lead".to_owned(), f64::from(packs), None, false);
    }
    if battery.chemistry == Chemistry::Lipo {
        want("Rigid box for the pack".to_owned(), 1.0, None, true);
    }
}

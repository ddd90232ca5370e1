//! What the machine must do, before any part is chosen.

use super::load::Load;
use super::reading::{Place, Problems, list, name, number, typed};

choice! {
    /// Which battery current must fit which rating; makers differ, so the build chooses.
    BatteryRule {
        ContinuousWithHeadroom = "continuous_with_headroom", "Continuous rating with headroom";
        ContinuousCoversStall = "continuous_covers_stall", "Continuous rating covers a stall";
        BurstCoversStall = "burst_covers_stall", "Burst rating covers a stall";
    }
}

record! {
    /// Room for the battery.
    Compartment {
        length_mm: f64, number(1.0, 10_000.0), "Length", "Longest side of the room.";
        width_mm: f64, number(1.0, 10_000.0), "Width", "Second side of the room.";
        height_mm: f64, number(1.0, 10_000.0), "Height", "Third side of the room.";
    }
}

record! {
    /// What may be spent.
    Budget {
        amount: f64, number(0.0, 1e9), "Budget", "Most that may be spent.";
        currency: String, name(8), "Currency", "Currency of all prices.";
    }
}

record! {
    /// One load, by name.
    JobDrive {
        name: String, name(60), "Drive", "What turns: wheels, blade, flywheels.";
        load: Load, typed(), "Load", "What it has to move.";
    }
}

/// Most drives of one machine.
pub const MOST_DRIVES: usize = 8;

record! {
    /// What the machine must do.
    Job {
        ambient_c: f64 = 25.0, number(-50.0, 80.0), "Air temperature", "Temperature of the air around it.";
        runtime_min: Option<f64>, number(0.01, 100_000.0), "Must run for", "Time on one charge.";
        duty_cycle: f64 = 1.0, number(0.001, 1.0), "Working share", "Share of that time under load.";
        accessory_power_w: f64 = 0.0, number(0.0, 100_000.0), "Other consumers", "Lights, receiver, computer.";
        battery_rule: BatteryRule = BatteryRule::ContinuousWithHeadroom, typed(), "Battery rule",
            "Which current must fit which rating.";
        battery_headroom: f64 = 1.5, number(1.0, 10.0), "Headroom", "Factor over the hardest work.";
        compartment: Option<Compartment>, typed(), "Battery room", "Room for the battery.";
        budget: Option<Budget>, typed(), "Budget", "What may be spent.";
        drives: Vec<JobDrive>, list(1, MOST_DRIVES), "Drives", "Every load that a motor turns.";
    }
    check(|job, at, problems| {
        refuse_twins(job.drives.iter().map(|drive| drive.name.as_str()), "name", &at.key("drives"), problems);
    })
}

/// Notes every entry whose name an earlier entry already has. `key` is where the name stands in an entry.
pub(super) fn refuse_twins<'a>(
    names: impl Iterator<Item = &'a str>,
    key: &str,
    list: &Place<'_>,
    problems: &mut Problems,
) {
    let mut seen: Vec<&str> = Vec::new();
    for (index, name) in names.enumerate() {
        if let Some(first) = seen.iter().position(|known| *known == name) {
            problems.note(
                &list.index(index).key(key),
                format!("{name:?} is also the {key} of entry {first}: each needs its own"),
            );
        }
        seen.push(name);
    }
}

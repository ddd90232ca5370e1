//! What the machine must do, before any part is chosen.

use super::load::Load;
use super::reading::{Place, Problems, list, name, number, text, typed};

choice! {
    /// Which battery current must fit which rating; makers differ, so the build chooses.
    BatteryRule {
        ContinuousWithHeadroom = "continuous_with_headroom", "Continuous rating with headroom",
            "Printed ratings are optimistic, so the pack is asked for more than the work takes. The usual choice; stalls are left to the burst rating.";
        ContinuousCoversStall = "continuous_covers_stall", "Continuous rating covers a stall",
            "A jam may then last without harm to the pack. For machines that jam: feeders, mowers, robots that push. It costs the largest pack.";
        BurstCoversStall = "burst_covers_stall", "Burst rating covers a stall",
            "A stall lasts a moment and the burst rating is for ten seconds. The lightest pack; something must cut the throttle when a stall lasts.";
    }
}

record! {
    /// Room for the battery.
    Compartment {
        length_mm: f64, number(1.0, 10_000.0), "Length", "Longest side of the room.";
        width_mm: f64, number(1.0, 10_000.0), "Width", "Second side of the room.";
        height_mm: f64, number(1.0, 10_000.0), "Height", "Third side of the room.";
        above_ground_mm: Option<f64>, number(1.0, 10_000.0), "Its top above ground",
            "From the ground to the top of the room, for a pack that hangs below a deck.";
        ground_clearance_mm: Option<f64>, number(0.0, 10_000.0), "Least ground clearance",
            "What must stay free under the pack.";
    }
    check(|room, at, problems| {
        if let (Some(clear), None) = (room.ground_clearance_mm, room.above_ground_mm) {
            problems.note(
                &at.key("above_ground_mm"),
                format!("missing: ground_clearance_mm {clear} came, and it is counted from the top of the room"),
            );
        }
    })
}

record! {
    /// Room for the controllers.
    ControllerSpace {
        length_mm: f64, number(1.0, 10_000.0), "Length", "Longest side of the room.";
        width_mm: f64, number(1.0, 10_000.0), "Width", "Second side of the room.";
        height_mm: f64, number(1.0, 10_000.0), "Height", "Third side of the room.";
    }
}

record! {
    /// What the machine takes where a motor goes.
    MotorSpace {
        diameter_mm: Option<f64>, number(1.0, 5000.0), "Widest can", "Largest can diameter that fits.";
        length_mm: Option<f64>, number(1.0, 5000.0), "Longest can", "Largest can length that fits.";
        bolt_circle_mm: Option<f64>, number(0.5, 1000.0), "Bolt circle", "Bolt circle of the mount.";
        thread: Option<String>, text(40), "Thread", "Thread of the mounting screws.";
        shaft_diameter_mm: Option<f64>, number(0.2, 500.0), "Shaft it takes", "Bore that the shaft goes into.";
    }
}

choice! {
    /// How finely the machine must move near standstill.
    Finesse { Little = "little", "Hardly matters"; Smooth = "smooth", "Smooth starts"; Much = "much", "Crawling, walking pace"; }
}

choice! {
    /// Water and dirt it meets.
    Wetness { Dry = "dry", "Dry"; Splash = "splash", "Splashes, dust"; Mud = "mud", "Mud, wading, salt"; }
}

choice! {
    /// How much noise may be made.
    Noise { Any = "any", "Does not matter"; Quiet = "quiet", "Must be quiet"; }
}

choice! {
    /// Who keeps it running.
    Upkeep { Handy = "handy", "Someone who likes to"; Seldom = "seldom", "Now and then"; Nobody = "nobody", "Nobody"; }
}

choice! {
    /// What a class or a rule forbids.
    ClassRule {
        Free = "free", "Anything goes";
        BrushedOnly = "brushed_only", "Brushed motors only";
        SealedOnly = "sealed_only", "Sealed brushed cans only";
        NoSensors = "no_sensors", "No rotor sensors";
    }
}

choice! {
    /// What it may cost.
    Purse { Small = "small", "As little as can be"; Fair = "fair", "What it takes"; }
}

choice! {
    /// What it is driven for.
    Purpose {
        Everyday = "everyday", "Getting work done";
        Racing = "racing", "Racing against others";
        Feel = "feel", "Crawling, fine feel";
    }
}

choice! {
    /// What may stand in the wheel.
    WheelWish { Any = "any", "Any wheel, changed at will"; Fixed = "fixed", "One wheel, no moving parts outside"; }
}

record! {
    /// What is asked of a motor beside speed and torque; each may be left open.
    Wishes {
        finesse: Option<Finesse>, typed(), "Near standstill", "How finely it must move.";
        wetness: Option<Wetness>, typed(), "Water and dirt", "What it meets.";
        noise: Option<Noise>, typed(), "Noise", "How loud it may be.";
        upkeep: Option<Upkeep>, typed(), "Who looks after it", "Brushes and belts want someone.";
        purse: Option<Purse>, typed(), "May cost", "What it may cost.";
        class_rule: Option<ClassRule>, typed(), "Class rules", "What a class forbids.";
        wheel: Option<WheelWish>, typed(), "Wheel", "For machines on wheels.";
        purpose: Option<Purpose>, typed(), "What for", "Work, racing or fine feel.";
        class_cells: Option<u32>, number(1.0, 30.0), "Class: cells at most", "Cells in series that a class allows.";
        class_can: Option<String>, text(40), "Class: can", "The can that a class asks for, as 540.";
        class_turns: Option<f64>, number(0.5, 200.0), "Class: turns at least", "Fewest turns that a class allows.";
        class_poles: Option<u32>, number(2.0, 100.0), "Class: poles at most", "Most magnet poles that a class allows.";
        class_timing: Option<bool>, typed(), "Class: timing is fixed", "Whether a class forbids to change the timing.";
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
        can_jam: Option<bool>, typed(), "Can it be held still?",
            "Whether the shaft can be held while the power is on. Wheels that spin first and propellers cannot; all else is taken to.";
        flat_out_s: Option<f64>, number(0.1, 100_000.0), "Flat out for",
            "How long it must stand full throttle; without it a minute is judged and told, and nothing fails for it.";
        motor_space: Option<MotorSpace>, typed(), "Room for the motor", "What the machine takes.";
        wishes: Option<Wishes>, typed(), "Wishes", "What is asked of the motor beside speed and torque.";
    }
}

impl JobDrive {
    /// Whether the shaft can be held still under power: as given, else what is usual. Wheels that are not wedged spin, a
    /// propeller turns in its air; anything else can jam.
    #[must_use]
    pub fn jams(&self) -> bool {
        self.can_jam.unwrap_or(!matches!(self.load, Load::Vehicle(_) | Load::Fan(_)))
    }

    /// How long it may take from rest to speed, s; `None` where nobody asks for it.
    #[must_use]
    pub const fn allowed_to_speed_s(&self) -> Option<f64> {
        match &self.load {
            Load::Vehicle(vehicle) => vehicle.accelerate_s,
            Load::Flywheel(flywheel) => flywheel.spin_up_s,
            Load::Fan(fan) => fan.spin_up_s,
            Load::Blade(blade) => blade.spin_up_s,
            Load::Hoist(_) | Load::ConstantTorque(_) | Load::Generator(_) => None,
        }
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
        controller_space: Option<ControllerSpace>, typed(), "Controller room", "Room for the controllers.";
        budget: Option<Budget>, typed(), "Budget", "What may be spent.";
        drives: Vec<JobDrive>, list(1, MOST_DRIVES), "Drives", "Every load that a motor turns.";
    }
    check(|job, at, problems| {
        refuse_twins(job.drives.iter().map(|drive| drive.name.as_str()), "name", &at.key("drives"), problems);
    })
}

impl Job {
    /// Whether anything is fed by the battery or charges it: a machine that is turned and heats a resistance needs none.
    #[must_use]
    pub fn uses_battery(&self) -> bool {
        self.accessory_power_w > 0.0
            || self.drives.iter().any(|drive| match &drive.load {
                Load::Generator(generator) => generator.electrical.battery_v.is_some(),
                _ => true,
            })
    }
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

//! The sheets about a motor, and a motor as a generator.

use super::{ReadingList, Scene, SheetKind, Start, column, field};
use crate::measurement::given::Given;

pub(super) const WINDING_RESISTANCE: SheetKind = SheetKind {
    kind: "winding_resistance",
    answers: "ohms of the winding, and the current when it is held still",
    needs: &["a meter that shows tenths of an ohm", "a mark on the shaft"],
    steps: &[
        "Nothing but the meter is connected.",
        "Hold the two leads of the meter together and read them, three times.",
        "Read the motor; turn the rotor a little and read again, five times or more. Three leads: between any two.",
    ],
    caution: None,
    scene: Scene { things: &["meter Ω", "motor"], leads: 2 },
    fields: &[
        field("supply_v", "Volts it will run on"),
        field("temperature_c", "Winding temperature"),
        field("meter_step_ohm", "Step of the meter"),
    ],
    lists: &[
        ReadingList {
            key: "lead_readings_ohm",
            title: "Leads held together",
            columns: &[column("", "leads", "resistance_ohm")],
            hint: None,
        },
        ReadingList {
            key: "motor_readings_ohm",
            title: "Winding",
            columns: &[column("", "winding", "resistance_ohm")],
            hint: Some("turn the rotor a little before the next"),
        },
    ],
    start: &[("motor_readings_ohm", Start::Empty)],
    reads: &[("", "resistance")],
    choice: None,
    gives: &[Given::Resistance],
};

pub(super) const LOCKED_ROTOR: SheetKind = SheetKind {
    kind: "locked_rotor",
    answers: "ohms where a meter is too coarse, and what the brushes take",
    needs: &["a supply with a current limit", "a clamp for the shaft", "two meters, or the supply's own"],
    steps: &[
        "Clamp the shaft so that it cannot turn. Start at the lowest voltage.",
        "Switch on for two seconds, read volts at the motor and amps, switch off.",
        "Let it cool; four steps or more, each a little higher.",
    ],
    caution: Some(
        "A motor that is held still turns everything into heat: two seconds, then off. Keep fingers off the clamp.",
    ),
    scene: Scene { things: &["supply", "A", "motor, clamped"], leads: 2 },
    fields: &[field("supply_v", "Volts it will run on"), field("temperature_c", "Winding temperature")],
    lists: &[ReadingList {
        key: "points",
        title: "Steps",
        columns: &[column("voltage_v", "volts at the motor", "voltage_v"), column("current_a", "amps", "current_a")],
        hint: Some("off, and let it cool"),
    }],
    start: &[("points", Start::Empty)],
    reads: &[("voltage_v", "voltage"), ("current_a", "current")],
    choice: None,
    gives: &[Given::Resistance, Given::BrushDrop],
};

pub(super) const NO_LOAD_SWEEP: SheetKind = SheetKind {
    kind: "no_load_sweep",
    answers: "Kv, friction, no-load current",
    needs: &["a supply", "a meter for amps", "a tachometer"],
    steps: &[
        "Nothing on the shaft; the motor held down.",
        "Set a voltage, wait until the speed is steady, read volts at the motor, amps and rpm.",
        "Four voltages or more, from a quarter to the whole; one alone does, with a wider error.",
    ],
    caution: Some("A free rotor runs fast: eye protection, nothing loose near it."),
    scene: Scene { things: &["supply", "A", "motor", "tachometer"], leads: 2 },
    fields: &[
        field("resistance_ohm", "Winding resistance"),
        field("brush_drop_v", "Brush drop"),
        field("shaft", "Which shaft?"),
        field("gear_ratio", "Its gearbox, 1 to"),
    ],
    lists: &[ReadingList {
        key: "points",
        title: "Points",
        columns: &[
            column("voltage_v", "volts", "voltage_v"),
            column("current_a", "amps", "current_a"),
            column("rpm", "rpm", "target_rpm"),
        ],
        hint: Some("wait until the speed is steady"),
    }],
    start: &[("resistance_ohm", Start::Number(0.1)), ("points", Start::Empty)],
    reads: &[("voltage_v", "voltage"), ("current_a", "current"), ("rpm", "rpm")],
    choice: None,
    gives: &[Given::Kv, Given::NoLoadCurrent, Given::NoLoadVoltage, Given::NoLoadSpeedShare],
};

pub(super) const SPIN_TEST: SheetKind = SheetKind {
    kind: "spin_test",
    answers: "Kv from the volts it gives; what it would be as a generator",
    needs: &["a drill with a known speed, or a tachometer", "a meter for volts"],
    steps: &[
        "The motor's leads open, only the meter on them. Three leads: the meter on any two, set to alternating volts.",
        "Turn it at a steady speed, read rpm and volts.",
        "Three speeds or more.",
    ],
    caution: Some("Clamp the motor, no loose sleeves. A high-voltage motor gives volts that can hurt."),
    scene: Scene { things: &["drill", "motor", "meter V"], leads: 2 },
    fields: &[field("shaft", "Which shaft is turned?"), field("gear_ratio", "Its gearbox, 1 to")],
    lists: &[ReadingList {
        key: "points",
        title: "Points",
        columns: &[column("rpm", "rpm", "target_rpm"), column("voltage_v", "volts", "voltage_v")],
        hint: None,
    }],
    start: &[("wiring", Start::Word("brushed")), ("points", Start::Empty)],
    reads: &[("rpm", "rpm"), ("voltage_v", "meter_voltage")],
    choice: Some(field("wiring", "Leads")),
    gives: &[Given::Kv],
};

pub(super) const IDENTIFY: SheetKind = SheetKind {
    kind: "identify",
    answers: "which of the shelf's motors an unknown one is, and how sure that is",
    needs: &["a supply and a tachometer", "a meter, a scale", "the same propeller for all, or none"],
    steps: &[
        "Run each unknown motor at the same voltage, free or with the same propeller.",
        "Write down what can be read of it; leave the rest empty.",
        "Pick the motors of the shelf that it may be.",
    ],
    caution: Some("A propeller cuts: guard it, stand out of its plane."),
    scene: Scene { things: &["supply", "A", "unknown", "tachometer"], leads: 2 },
    fields: &[],
    lists: &[ReadingList {
        key: "unknowns",
        title: "Unknown motors",
        columns: &[
            column("label", "name", "").of_words(),
            column("voltage_v", "volts", "voltage_v"),
            column("current_a", "amps", "current_a"),
            column("rpm", "rpm", "target_rpm"),
            column("resistance_ohm", "ohms", "resistance_ohm"),
            column("mass_kg", "weighs", "mass_kg"),
        ],
        hint: None,
    }],
    start: &[("unknowns", Start::Empty), ("candidates", Start::Empty)],
    reads: &[("voltage_v", "voltage"), ("current_a", "current"), ("rpm", "rpm"), ("resistance_ohm", "resistance")],
    choice: None,
    gives: &[],
};

pub(super) const LOADED_CURRENTS: SheetKind = SheetKind {
    kind: "loaded_currents",
    answers: "which of alike motors drags or is weak; how unlike ones compare; what they take together",
    needs: &["a supply", "a meter for amps", "the same load for each"],
    steps: &[
        "Say whether the motors are meant to be alike: only alike ones are judged by each other.",
        "Put the same load on each motor, one after the other: the same wheel on the same ground, the same propeller.",
        "Read the amps once it runs steadily.",
    ],
    caution: Some(
        "Clamp the motor before it has a propeller or a wheel on it. A propeller cuts: guard it, stand out of its plane.",
    ),
    scene: Scene { things: &["supply", "A", "motor", "load"], leads: 2 },
    fields: &[field("supply_v", "Supply"), field("pack_ah", "Pack they are to run on")],
    lists: &[ReadingList {
        key: "readings",
        title: "Motors",
        columns: &[column("label", "name", "").of_words(), column("current_a", "amps", "current_a")],
        hint: None,
    }],
    start: &[("readings", Start::Empty)],
    reads: &[("current_a", "current")],
    choice: Some(field("motors_are", "The motors are meant to be")),
    gives: &[],
};

pub(super) const GENERATOR_TEST: SheetKind = SheetKind {
    kind: "generator_test",
    answers: "volts and watts at each load, and the load that takes the most",
    needs: &["a drive with a known speed", "resistors or lamps", "a meter for volts"],
    steps: &[
        "Drive it at a steady speed.",
        "Put on one load after the other, from light to heavy; read rpm and volts.",
        "With a torque arm or a drill of known watts the efficiency comes too.",
    ],
    caution: Some("Resistors get hot. When the load falls off, speed and volts jump."),
    scene: Scene { things: &["drive", "generator", "load Ω"], leads: 2 },
    fields: &[field("bridge_drop_v", "Lost at the bridge"), field("winding_ohm", "Winding, by meter")],
    lists: &[ReadingList {
        key: "points",
        title: "Loads",
        columns: &[
            column("rpm", "rpm", "target_rpm"),
            column("load_ohm", "load", "resistance_ohm"),
            column("voltage_v", "volts", "voltage_v"),
            column("torque_nm", "torque", "torque_nm"),
            column("drive_power_w", "or drill watts", "drive_power_w"),
        ],
        hint: None,
    }],
    start: &[("points", Start::Empty)],
    reads: &[("rpm", "rpm"), ("voltage_v", "meter_voltage")],
    choice: None,
    gives: &[Given::Kv, Given::Resistance],
};

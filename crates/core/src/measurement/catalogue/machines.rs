//! The sheets about the whole machine, and the one with columns of its own.

use super::{ReadingList, Scene, SheetKind, Start, column, field};
use crate::measurement::given::Given;

pub(super) const COAST_DOWN: SheetKind = SheetKind {
    kind: "coast_down",
    answers: "rolling resistance and drag",
    needs: &["a level way without wind", "a speed reading or a film", "the drive off or disconnected"],
    steps: &[
        "Bring it up to speed, take the drive off.",
        "Read time and speed while it rolls out, six times or more, from fast to slow.",
        "Both ways, as two sheets, and take the mean.",
    ],
    caution: Some("Off public roads, with brakes and a free way ahead; helmet on."),
    scene: Scene { things: &["fast", "rolling free", "slow"], leads: 1 },
    fields: &[field("mass_kg", "Machine and rider"), field("rotating_mass_kg", "Turning mass")],
    lists: &[ReadingList {
        key: "points",
        title: "Points",
        columns: &[column("t_s", "time", "t_s"), column("speed_m_s", "speed", "speed_m_s")],
        hint: None,
    }],
    start: &[("mass_kg", Start::Number(90.0)), ("points", Start::Empty)],
    reads: &[],
    choice: None,
    gives: &[Given::RollingResistance, Given::DragArea],
};

pub(super) const PULL_TEST: SheetKind = SheetKind {
    kind: "pull_test",
    answers: "mass on the wheels and rolling resistance without riding",
    needs: &["a luggage scale", "level ground, or a slope"],
    steps: &[
        "Lift one axle after the other with the scale, or give the mass.",
        "Pull it at a steady walking pace on the level, three times.",
        "Or find the slope it just rolls down steadily.",
    ],
    caution: None,
    scene: Scene { things: &["hand", "scale N", "machine"], leads: 1 },
    fields: &[field("mass_kg", "Mass, if known")],
    lists: &[
        ReadingList {
            key: "wheel_loads_n",
            title: "Weight on each axle",
            columns: &[column("", "axle", "force_n")],
            hint: None,
        },
        ReadingList {
            key: "pull_n",
            title: "Pull on the level",
            columns: &[column("", "pull", "force_n")],
            hint: None,
        },
        ReadingList {
            key: "rolling_grade_percent",
            title: "Grade it just rolls down",
            columns: &[column("", "grade", "grade_percent")],
            hint: None,
        },
    ],
    start: &[],
    reads: &[],
    choice: None,
    gives: &[Given::RollingResistance],
};

pub(super) const HEAT_RUN: SheetKind = SheetKind {
    kind: "heat_run",
    answers: "where each temperature is going, and whether to go on",
    needs: &["a thermometer that can be aimed or stuck on", "a clock"],
    steps: &[
        "Run it gently for a short stage, stop, read motor, controller and battery at once.",
        "Three readings or more, then look whether to go on.",
    ],
    caution: Some("Hot parts burn. Stop at a smell, a hiss, or a temperature near its limit."),
    scene: Scene { things: &["machine", "thermometer"], leads: 1 },
    fields: &[field("ambient_c", "Air"), field("planned_s", "Planned"), field("motor_heat_w", "Heat in the motor")],
    lists: &[ReadingList {
        key: "points",
        title: "Readings",
        columns: &[
            column("t_s", "time", "planned_s"),
            column("motor_c", "motor", "motor_c"),
            column("controller_c", "controller", "controller_c"),
            column("battery_c", "battery", "battery_c"),
        ],
        hint: None,
    }],
    start: &[("ambient_c", Start::Number(20.0)), ("planned_s", Start::Number(1200.0)), ("points", Start::Empty)],
    reads: &[("t_s", "clock"), ("motor_c", "temperature")],
    choice: None,
    gives: &[Given::CaseToAmbient, Given::CaseHeat],
};

pub(super) const FREE_SHEET: SheetKind = SheetKind {
    kind: "free_sheet",
    answers: "thrust on a scale, lowest volts in use, a temperature: columns with names of your own",
    needs: &["whatever reads it"],
    steps: &["Name the columns, each with its unit.", "Read, one after the other; leave empty what was not read."],
    caution: Some("A propeller that pulls on a scale cuts: clamp the stand, stand out of its plane."),
    scene: Scene { things: &["machine", "what reads it"], leads: 1 },
    fields: &[
        field("name_a", "First column"),
        field("name_b", "Second column"),
        field("name_c", "Third column"),
        field("name_d", "Fourth column"),
    ],
    lists: &[ReadingList {
        key: "readings",
        title: "Readings",
        columns: &[
            column("words", "what", "").of_words(),
            column("a", "first", ""),
            column("b", "second", ""),
            column("c", "third", ""),
            column("d", "fourth", ""),
        ],
        hint: None,
    }],
    start: &[("name_a", Start::Word("reading")), ("readings", Start::Empty)],
    reads: &[],
    choice: None,
    gives: &[],
};

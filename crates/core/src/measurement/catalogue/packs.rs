//! The sheets about a pack.

use super::{ReadingList, Scene, SheetKind, Start, column, field};
use crate::measurement::given::Given;

const LITHIUM: &str = "A pack can give hundreds of amps into a short: fuse near the pack, something that does not burn under it, somebody there.";

pub(super) const CELL_VOLTAGES: SheetKind = SheetKind {
    kind: "cell_voltages",
    answers: "charge left, imbalance, where alarm and stop stand",
    needs: &["a meter or a cell checker", "an hour of rest"],
    steps: &[
        "Let the pack rest for an hour.",
        "Read every cell at the balance lead, or the whole pack divided by its cells.",
    ],
    caution: Some(
        "Do not short the balance lead. A cell that is puffed, hot or far too low is not charged: follow the maker and local rules.",
    ),
    scene: Scene { things: &["pack", "meter V"], leads: 2 },
    fields: &[
        field("cutoff_v_per_cell", "Stop voltage per cell"),
        field("pack_v", "Or the whole pack"),
        field("cells_series", "of so many cells"),
    ],
    lists: &[ReadingList {
        key: "voltages_v",
        title: "Cells",
        columns: &[column("", "cell", "voltage_v")],
        hint: None,
    }],
    start: &[("chemistry", Start::Word("lipo")), ("voltages_v", Start::Empty)],
    reads: &[("", "meter_voltage")],
    choice: Some(field("chemistry", "Chemistry")),
    gives: &[],
};

pub(super) const PACK_RESISTANCE: SheetKind = SheetKind {
    kind: "pack_resistance",
    answers: "ohms of a cell, and so the sag",
    needs: &["two loads that differ much: lamps, heaters, a motor", "meters for amps and volts"],
    steps: &[
        "Read the pack at rest: amps 0.",
        "Put a load on for five seconds, read amps and volts at the pack, take it off.",
        "Three loads or more.",
    ],
    caution: Some(LITHIUM),
    scene: Scene { things: &["pack", "fuse", "A", "load"], leads: 2 },
    fields: &[field("cells_series", "Cells in series"), field("packs_parallel", "Packs in parallel")],
    lists: &[ReadingList {
        key: "points",
        title: "Points",
        columns: &[column("current_a", "amps", "current_a"), column("voltage_v", "volts at the pack", "voltage_v")],
        hint: Some("load off for a minute"),
    }],
    start: &[("cells_series", Start::Number(6.0)), ("points", Start::Empty)],
    reads: &[("voltage_v", "meter_voltage")],
    choice: None,
    gives: &[Given::CellResistance],
};

pub(super) const CAPACITY: SheetKind = SheetKind {
    kind: "capacity",
    answers: "amp-hours it really holds",
    needs: &["a load of about a fifth of the capacity", "meters, a clock", "the stop voltage"],
    steps: &[
        "Charge it full and let it rest.",
        "Switch the load on, note the time, amps and volts now and then.",
        "Stop at the stop voltage, not below.",
    ],
    caution: Some(LITHIUM),
    scene: Scene { things: &["pack", "fuse", "A", "load"], leads: 2 },
    fields: &[field("rated_ah", "Written on it")],
    lists: &[ReadingList {
        key: "points",
        title: "Moments",
        columns: &[
            column("t_s", "time", "t_s"),
            column("current_a", "amps", "current_a"),
            column("voltage_v", "volts", "voltage_v"),
        ],
        hint: None,
    }],
    start: &[("points", Start::Empty)],
    reads: &[("t_s", "clock"), ("voltage_v", "meter_voltage")],
    choice: None,
    gives: &[Given::Capacity],
};

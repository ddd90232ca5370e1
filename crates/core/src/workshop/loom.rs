//! The loom of an option as a drawing: what is joined to what, with how many wires.

use serde::Serialize;

use crate::document::build::{HangsBy, LoomPlace, MainSwitch};
use crate::document::parts::Circuit;
use crate::document::parts::Sensor;
use crate::document::{Chemistry, MotorKind, OptionSheet};
use crate::format::significant;

/// What a box of the loom is.
#[derive(Debug, Clone, Copy, PartialEq, Eq, Hash, Serialize, schemars::JsonSchema)]
#[serde(rename_all = "snake_case")]
pub enum LoomPartKind {
    /// A pack.
    Battery,
    /// Its protection board.
    Board,
    /// A fuse.
    Fuse,
    /// What takes the battery off.
    MainSwitch,
    /// Where the lead parts.
    Splitter,
    /// A controller.
    Controller,
    /// A plain switch in place of one.
    BareSwitch,
    /// A motor.
    Motor,
    /// The receiver.
    Receiver,
    /// A servo.
    Servo,
    /// The alarm on the balance lead.
    Alarm,
    /// The charge socket.
    ChargeSocket,
    /// Something that was hung in by hand.
    Extra,
}

/// What runs between two boxes.
#[derive(Debug, Clone, Copy, PartialEq, Eq, Hash, Serialize, schemars::JsonSchema)]
#[serde(rename_all = "snake_case")]
pub enum LeadKind {
    /// Two leads of battery current.
    Supply,
    /// Two leads of a brushed motor.
    Motor,
    /// Three leads of a brushless motor.
    Phases,
    /// A sensor lead.
    Sensor,
    /// A signal lead.
    Signal,
    /// A balance or charge lead.
    Balance,
}

/// A box of the loom, in the units of the drawing.
#[derive(Debug, Clone, PartialEq, Serialize, schemars::JsonSchema)]
pub struct LoomPart {
    /// What the document calls it: its kind, its drive and its number.
    pub key: String,
    /// What it is.
    pub kind: LoomPartKind,
    /// Whether somebody put it where it stands.
    pub placed: bool,
    /// The drive it serves; null for the battery's side.
    pub drive: Option<String>,
    /// What stands in it.
    pub label: String,
    /// Left edge.
    pub x: f64,
    /// Top edge.
    pub y: f64,
    /// Width.
    pub width: f64,
    /// Height.
    pub height: f64,
}

/// A lead of the loom.
#[derive(Debug, Clone, PartialEq, Serialize, schemars::JsonSchema)]
pub struct LoomLead {
    /// What it is.
    pub kind: LeadKind,
    /// Place of the box it comes from.
    pub from: usize,
    /// Place of the box it goes to.
    pub to: usize,
    /// Run of the wiring it belongs to; null where none is given.
    pub run: Option<usize>,
    /// What is written on it.
    pub label: String,
}

/// A whole loom.
#[derive(Debug, Clone, PartialEq, Serialize, schemars::JsonSchema)]
pub struct Loom {
    /// Boxes.
    pub parts: Vec<LoomPart>,
    /// Leads.
    pub leads: Vec<LoomLead>,
    /// Width of the drawing.
    pub width: f64,
    /// Height of the drawing.
    pub height: f64,
}

const ROW: f64 = 58.0;
const BOX_H: f64 = 36.0;
const COLUMNS: [f64; 7] = [10.0, 128.0, 214.0, 292.0, 378.0, 470.0, 690.0];
const WIDTH: f64 = 830.0;
/// Width of a letter in a box.
const LETTER: f64 = 6.4;

impl Loom {
    fn add(&mut self, kind: LoomPartKind, drive: Option<&str>, label: String, x: f64, y: f64, width: f64) -> usize {
        let alike = self.parts.iter().filter(|part| part.kind == kind && part.drive.as_deref() == drive).count();
        self.parts.push(LoomPart {
            key: [word(kind), drive.unwrap_or_default().to_owned(), (alike + 1).to_string()].join(":"),
            kind,
            placed: false,
            drive: drive.map(str::to_owned),
            label,
            x,
            y,
            width,
            height: BOX_H,
        });
        self.height = self.height.max(y + BOX_H + 24.0);
        self.parts.len() - 1
    }

    /// Puts a box where somebody wants it; the paper grows with it.
    fn put(&mut self, place: usize, x: f64, y: f64) {
        let part = &mut self.parts[place];
        (part.x, part.y, part.placed) = (x, y, true);
        self.width = self.width.max(x + part.width + 10.0);
        self.height = self.height.max(y + part.height + 24.0);
    }

    /// The box with a key.
    #[must_use]
    pub fn place_of(&self, key: &str) -> Option<usize> {
        self.parts.iter().position(|part| part.key == key)
    }

    fn join(&mut self, kind: LeadKind, from: usize, to: usize, run: Option<usize>, label: String) {
        self.leads.push(LoomLead { kind, from, to, run, label });
    }

    /// Boxes of a kind.
    #[must_use]
    pub fn count(&self, kind: LoomPartKind) -> usize {
        self.parts.iter().filter(|part| part.kind == kind).count()
    }

    /// Leads of a kind.
    #[must_use]
    pub fn leads_of(&self, kind: LeadKind) -> usize {
        self.leads.iter().filter(|lead| lead.kind == kind).count()
    }
}

/// What is written on a run: gauge, length; nothing where there is none.
pub(crate) fn written(option: &OptionSheet, run: impl Into<Option<usize>>) -> String {
    let Some(run) = run.into().and_then(|place| option.wiring.runs.get(place)) else { return String::new() };
    let gauge = match (run.awg, run.area_mm2) {
        (Some(awg), _) => format!("{} AWG", significant(awg)),
        (None, Some(area)) => format!("{} mm²", significant(area)),
        (None, None) => String::new(),
    };
    format!("{gauge} · {} m", significant(run.length_m))
}

/// The loom of an option, from battery to motors.
#[must_use]
pub fn loom(option: &OptionSheet) -> Loom {
    let wiring = &option.wiring;
    let rows: u32 = option.drives.iter().map(|served| served.motor_count.max(1)).sum();
    let middle = 20.0 + 0.5 * ROW * f64::from(rows.max(2) - 1);
    let mut loom = Loom { parts: Vec::new(), leads: Vec::new(), width: WIDTH, height: 0.0 };
    let supply: Vec<usize> = of_circuit(option, &Circuit::Supply);
    let main = supply.first().copied();

    // The battery's side, in one line.
    let battery = &option.battery;
    let packs = battery.packs();
    let pack = if packs > 1 { format!("{packs} packs") } else { "battery".to_owned() };
    let mut last = loom.add(
        LoomPartKind::Battery,
        None,
        format!(
            "{pack}, {} V",
            significant(battery.chemistry.cell().nominal_v * f64::from(battery.cells_series * battery.packs_series))
        ),
        COLUMNS[0],
        middle,
        100.0,
    );
    let cells = last;
    let mut chain = |loom: &mut Loom, kind, label: String, column: usize| {
        let next = loom.add(kind, None, label, COLUMNS[column], middle, 66.0);
        let text = if last == cells { written(option, main) } else { String::new() };
        loom.join(LeadKind::Supply, last, next, main, text);
        last = next;
    };
    if let Some(limit_a) = battery.bms_limit_a {
        chain(&mut loom, LoomPartKind::Board, format!("board {} A", significant(limit_a)), 1);
    }
    if let Some(fuse_a) = supply.iter().find_map(|place| wiring.runs[*place].fuse_a) {
        chain(&mut loom, LoomPartKind::Fuse, format!("fuse {} A", significant(fuse_a)), 2);
    }
    if let Some(switch) = wiring.main_switch {
        let label = match switch {
            MainSwitch::Switch => "switch",
            MainSwitch::AntiSpark => "anti-spark",
            MainSwitch::LoopKey => "loop key",
        };
        chain(&mut loom, LoomPartKind::MainSwitch, label.to_owned(), 3);
    }
    let branches: u32 =
        option.drives.iter().map(|served| if served.controller.is_some() { served.controller_count } else { 1 }).sum();
    if branches > 1 {
        chain(&mut loom, LoomPartKind::Splitter, format!("{branches} ways"), 4);
    }
    let hub = last;

    // Each drive: its controllers, its motors beside them.
    let mut controllers = Vec::new();
    let mut y = 20.0;
    for served in &option.drives {
        let name = Some(served.drive.as_str());
        let motors = served.motor_count.max(1);
        let boxes = if served.controller.is_some() { served.controller_count.max(1) } else { 1 };
        let runs = of_circuit(option, &Circuit::Motor(served.drive.clone()));
        let brushless = served.motor.kind == MotorKind::Brushless;
        let (kind, label) = match &served.controller {
            Some(controller) if controller.channels * boxes > boxes => {
                (LoomPartKind::Controller, format!("{}, {} channels", served.drive, controller.channels))
            }
            Some(_) => (LoomPartKind::Controller, format!("{}, controller", served.drive)),
            None => (LoomPartKind::BareSwitch, format!("{}, switch", served.drive)),
        };
        let tall = ROW * f64::from(motors);
        let mut own = Vec::new();
        for place in 0..boxes {
            let middle = y + tall * (f64::from(place) + 0.5) / f64::from(boxes) - 0.5 * ROW;
            let controller = loom.add(kind, name, label.clone(), COLUMNS[5], middle, 130.0);
            let branch = supply.get(1 + controllers.len()).copied().or(main);
            let text = if branch == main { String::new() } else { written(option, branch) };
            loom.join(LeadKind::Supply, hub, controller, branch, text);
            own.push(controller);
            if kind == LoomPartKind::Controller {
                controllers.push(controller);
            }
        }
        for place in 0..motors {
            let motor = loom.add(LoomPartKind::Motor, name, format!("motor {}", place + 1), COLUMNS[6], y, 110.0);
            let controller = own[(place * boxes / motors) as usize];
            let run = runs.first().copied();
            let lead = if brushless { LeadKind::Phases } else { LeadKind::Motor };
            // The leads of a drive's motors are alike: the first says what they are.
            let text = if place == 0 { written(option, run) } else { String::new() };
            loom.join(lead, controller, motor, run, text);
            if !matches!(served.motor.sensor, Some(Sensor::None) | None) && kind == LoomPartKind::Controller {
                loom.join(LeadKind::Sensor, controller, motor, None, String::new());
            }
            y += ROW;
        }
    }

    // What is not power.
    let below = y.max(middle + ROW) + 8.0;
    if wiring.receiver {
        let receiver = loom.add(LoomPartKind::Receiver, None, "receiver".to_owned(), COLUMNS[4], below, 92.0);
        for (place, controller) in controllers.iter().enumerate() {
            // Several controllers that do the same hang on one channel by a Y-lead.
            let lead = if controllers.len() > 1 { "Y-lead" } else { "signal" };
            let feeds = if place < wiring.regulators as usize { "fed" } else { "red wire out" };
            loom.join(LeadKind::Signal, receiver, *controller, None, format!("{lead}, {feeds}"));
        }
        for place in 0..wiring.servos {
            let x = COLUMNS[5] + 100.0 * f64::from(place % 3);
            let servo = loom.add(
                LoomPartKind::Servo,
                None,
                format!("servo {}", place + 1),
                x,
                below + ROW * f64::from(place / 3),
                80.0,
            );
            loom.join(LeadKind::Signal, receiver, servo, None, String::new());
        }
    }
    let lithium = matches!(battery.chemistry, Chemistry::Lipo | Chemistry::LiIon | Chemistry::Lifepo4);
    let label = if lithium {
        format!("charge, balance {} wires", battery.cells_series + 1)
    } else {
        "charge socket".to_owned()
    };
    let socket = loom.add(LoomPartKind::ChargeSocket, None, label, COLUMNS[0], below, 150.0);
    loom.join(LeadKind::Balance, cells, socket, None, String::new());
    if wiring.alarm {
        let alarm = loom.add(LoomPartKind::Alarm, None, "alarm".to_owned(), 200.0, below, 66.0);
        loom.join(LeadKind::Balance, cells, alarm, None, String::new());
    }
    for LoomPlace { part, x, y } in &wiring.placed {
        if let Some(place) = loom.place_of(part) {
            loom.put(place, *x, *y);
        }
    }
    hang(&mut loom, option);
    loom
}

/// What was hung in by hand, under everything else where nobody put it.
fn hang(loom: &mut Loom, option: &OptionSheet) {
    let top = loom.height - 8.0;
    let mut waiting = 0_u32;
    for extra in &option.wiring.extras {
        let on = loom.place_of(&extra.on);
        #[expect(clippy::cast_precision_loss, reason = "names are short")]
        let width = (LETTER * extra.name.chars().count() as f64 + 16.0).clamp(60.0, 400.0);
        let put = extra.x.zip(extra.y);
        let (x, y) = put.unwrap_or_else(|| {
            let stands = (COLUMNS[0] + 140.0 * f64::from(waiting % 6), top + ROW * f64::from(waiting / 6));
            waiting += 1;
            stands
        });
        let place = loom.add(LoomPartKind::Extra, None, extra.name.clone(), x, y, width);
        if put.is_some() {
            loom.put(place, x, y);
        }
        let kind = match extra.by {
            HangsBy::Supply => LeadKind::Supply,
            HangsBy::Signal => LeadKind::Signal,
            HangsBy::Balance => LeadKind::Balance,
        };
        // It may hang on something that is no longer there: then it stands alone until somebody says on what.
        if let Some(on) = on.filter(|on| loom.parts[*on].kind != LoomPartKind::Extra) {
            loom.join(kind, on, place, None, String::new());
        }
    }
}

/// The word a kind is written with.
pub(super) fn word(kind: impl Serialize) -> String {
    serde_json::to_value(kind).ok().and_then(|value| value.as_str().map(str::to_owned)).unwrap_or_default()
}

fn of_circuit(option: &OptionSheet, circuit: &Circuit) -> Vec<usize> {
    let runs = option.wiring.runs.iter().enumerate();
    runs.filter(|(_, run)| &run.circuit == circuit).map(|(place, _)| place).collect()
}

//! The loom of an option as a drawing: what is joined to what, with how many wires.

use std::fmt::Write as _;

use serde::Serialize;

use crate::document::build::MainSwitch;
use crate::document::parts::Circuit;
use crate::document::parts::Sensor;
use crate::document::{Chemistry, MachineKind, OptionSheet};
use crate::say::{escaped, three};

/// What a box of the loom is.
#[derive(Debug, Clone, Copy, PartialEq, Eq, Hash, Serialize, schemars::JsonSchema)]
#[serde(rename_all = "snake_case")]
pub enum PartKind {
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
    /// What it is.
    pub kind: PartKind,
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

impl Loom {
    fn add(&mut self, kind: PartKind, drive: Option<&str>, label: String, x: f64, y: f64, width: f64) -> usize {
        self.parts.push(LoomPart { kind, drive: drive.map(str::to_owned), label, x, y, width, height: BOX_H });
        self.height = self.height.max(y + BOX_H + 24.0);
        self.parts.len() - 1
    }

    fn join(&mut self, kind: LeadKind, from: usize, to: usize, run: Option<usize>, label: String) {
        self.leads.push(LoomLead { kind, from, to, run, label });
    }

    /// Boxes of a kind.
    #[must_use]
    pub fn count(&self, kind: PartKind) -> usize {
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
        (Some(awg), _) => format!("{} AWG", three(awg)),
        (None, Some(area)) => format!("{} mm²", three(area)),
        (None, None) => String::new(),
    };
    format!("{gauge} · {} m", three(run.length_m))
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
    let packs = battery.packs_series * battery.packs_parallel;
    let pack = if packs > 1 { format!("{packs} packs") } else { "battery".to_owned() };
    let mut last = loom.add(
        PartKind::Battery,
        None,
        format!(
            "{pack}, {} V",
            three(battery.chemistry.cell().nominal_v * f64::from(battery.cells_series * battery.packs_series))
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
        chain(&mut loom, PartKind::Board, format!("board {} A", three(limit_a)), 1);
    }
    if let Some(fuse_a) = supply.iter().find_map(|place| wiring.runs[*place].fuse_a) {
        chain(&mut loom, PartKind::Fuse, format!("fuse {} A", three(fuse_a)), 2);
    }
    if let Some(switch) = wiring.main_switch {
        let label = match switch {
            MainSwitch::Switch => "switch",
            MainSwitch::AntiSpark => "anti-spark",
            MainSwitch::LoopKey => "loop key",
        };
        chain(&mut loom, PartKind::MainSwitch, label.to_owned(), 3);
    }
    let branches: u32 =
        option.drives.iter().map(|served| if served.controller.is_some() { served.controller_count } else { 1 }).sum();
    if branches > 1 {
        chain(&mut loom, PartKind::Splitter, format!("{branches} ways"), 4);
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
        let brushless = served.motor.kind == MachineKind::Brushless;
        let (kind, label) = match &served.controller {
            Some(controller) if controller.channels * boxes > boxes => {
                (PartKind::Controller, format!("{}, {} channels", served.drive, controller.channels))
            }
            Some(_) => (PartKind::Controller, format!("{}, controller", served.drive)),
            None => (PartKind::BareSwitch, format!("{}, switch", served.drive)),
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
            if kind == PartKind::Controller {
                controllers.push(controller);
            }
        }
        for place in 0..motors {
            let motor = loom.add(PartKind::Motor, name, format!("motor {}", place + 1), COLUMNS[6], y, 110.0);
            let controller = own[(place * boxes / motors) as usize];
            let run = runs.first().copied();
            let lead = if brushless { LeadKind::Phases } else { LeadKind::Motor };
            // The leads of a drive's motors are alike: the first says what they are.
            let text = if place == 0 { written(option, run) } else { String::new() };
            loom.join(lead, controller, motor, run, text);
            if !matches!(served.motor.sensor, Some(Sensor::None) | None) && kind == PartKind::Controller {
                loom.join(LeadKind::Sensor, controller, motor, None, String::new());
            }
            y += ROW;
        }
    }

    // What is not power.
    let below = y.max(middle + ROW) + 8.0;
    if wiring.receiver {
        let receiver = loom.add(PartKind::Receiver, None, "receiver".to_owned(), COLUMNS[4], below, 92.0);
        for (place, controller) in controllers.iter().enumerate() {
            // Several controllers that do the same hang on one channel by a Y-lead.
            let lead = if controllers.len() > 1 { "Y-lead" } else { "signal" };
            let feeds = if place < wiring.regulators as usize { "fed" } else { "red wire out" };
            loom.join(LeadKind::Signal, receiver, *controller, None, format!("{lead}, {feeds}"));
        }
        for place in 0..wiring.servos {
            let x = COLUMNS[5] + 100.0 * f64::from(place % 3);
            let servo = loom.add(
                PartKind::Servo,
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
    let socket = loom.add(PartKind::ChargeSocket, None, label, COLUMNS[0], below, 150.0);
    loom.join(LeadKind::Balance, cells, socket, None, String::new());
    if wiring.alarm {
        let alarm = loom.add(PartKind::Alarm, None, "alarm".to_owned(), 200.0, below, 66.0);
        loom.join(LeadKind::Balance, cells, alarm, None, String::new());
    }
    loom
}

fn of_circuit(option: &OptionSheet, circuit: &Circuit) -> Vec<usize> {
    let runs = option.wiring.runs.iter().enumerate();
    runs.filter(|(_, run)| &run.circuit == circuit).map(|(place, _)| place).collect()
}

/// The loom as SVG. Its colours follow the page where it has `--ink` and the like, and are ink on nothing elsewhere; leads are
/// told apart by count and dash, so that it holds in black and white.
#[must_use]
pub fn svg(loom: &Loom) -> String {
    let mut text = format!(
        "<svg xmlns=\"http://www.w3.org/2000/svg\" viewBox=\"0 0 {} {}\" role=\"img\" aria-label=\"Loom\" class=\"loom\" \
         font-family=\"inherit\" font-size=\"11\">",
        loom.width, loom.height
    );
    for lead in &loom.leads {
        let (from, to) = (&loom.parts[lead.from], &loom.parts[lead.to]);
        draw_lead(&mut text, lead, from, to);
    }
    for part in &loom.parts {
        // Writing to a text cannot fail.
        let _ = write!(
            text,
            "<g data-part=\"{}\"><rect x=\"{:.1}\" y=\"{:.1}\" width=\"{}\" height=\"{}\" fill=\"var(--sheet, #fff)\" \
             stroke=\"var(--ink, #000)\"/><text x=\"{:.1}\" y=\"{:.1}\" text-anchor=\"middle\" fill=\"var(--ink, #000)\">{}</text></g>",
            word(part.kind),
            part.x,
            part.y,
            part.width,
            part.height,
            part.x + 0.5 * part.width,
            part.y + 22.0,
            escaped(&part.label)
        );
    }
    text.push_str("</svg>");
    text
}

/// The word a kind is written with.
fn word(kind: impl Serialize) -> String {
    serde_json::to_value(kind).ok().and_then(|value| value.as_str().map(str::to_owned)).unwrap_or_default()
}

fn draw_lead(text: &mut String, lead: &LoomLead, from: &LoomPart, to: &LoomPart) {
    let (offsets, dash, stroke): (&[f64], &str, &str) = match lead.kind {
        LeadKind::Supply | LeadKind::Motor => (&[-3.0, 3.0], "", "var(--ink, #000)"),
        LeadKind::Phases => (&[-6.0, 0.0, 6.0], "", "var(--ink, #000)"),
        LeadKind::Sensor => (&[11.0], "2 3", "var(--soft, #555)"),
        LeadKind::Signal => (&[0.0], "5 3", "var(--soft, #555)"),
        LeadKind::Balance => (&[0.0], "1 3", "var(--soft, #555)"),
    };
    let downwards = to.x < from.x + from.width;
    let (x1, y1) = if downwards {
        (from.x + 0.5 * from.width.min(to.width), from.y + from.height)
    } else {
        (from.x + from.width, from.y + 0.5 * from.height)
    };
    let (x2, y2) = match (downwards, lead.kind) {
        (true, LeadKind::Balance) => (to.x + 0.5 * to.width.min(from.width), to.y),
        // A signal goes up to a controller that stands above its receiver.
        (_, LeadKind::Signal) => (to.x, to.y + 0.75 * to.height),
        _ => (to.x, to.y + 0.5 * to.height),
    };
    let bend = if lead.kind == LeadKind::Signal { to.x - 12.0 } else { x2 - 22.0 };
    let run = lead.run.map_or(String::new(), |run| format!(" data-run=\"{run}\""));
    let _ = write!(text, "<g data-lead=\"{}\"{run}>", word(lead.kind));
    for (place, offset) in offsets.iter().enumerate() {
        let path = if downwards && lead.kind == LeadKind::Balance {
            format!("M{:.1} {y1:.1}V{:.1}H{x2:.1}V{y2:.1}", x1 + offset, 0.5 * (y1 + y2))
        } else {
            format!(
                "M{x1:.1} {:.1}H{:.1}V{:.1}H{x2:.1}",
                y1 + offset,
                // The leads of one bundle bend one after the other, so that they do not cross.
                bend + if y2 > y1 { -offset } else { *offset },
                y2 + offset
            )
        };
        // The lead of the minus pole is the thinner one.
        let width = if matches!(lead.kind, LeadKind::Supply) && place == 0 { 2.0 } else { 1.2 };
        let _ = write!(
            text,
            "<path d=\"{path}\" fill=\"none\" stroke=\"{stroke}\" stroke-width=\"{width}\"{}/>",
            if dash.is_empty() { String::new() } else { format!(" stroke-dasharray=\"{dash}\"") }
        );
    }
    if !lead.label.is_empty() {
        let (x, y) = match lead.kind {
            LeadKind::Signal => (x2 - 96.0, y2 + 12.0),
            // Boxes of the battery's side stand close: above them is room.
            LeadKind::Supply => (x1 + 4.0, from.y.min(to.y) - 6.0),
            _ => (x1 + 4.0, y2 - 10.0),
        };
        let _ = write!(
            text,
            "<text x=\"{x:.1}\" y=\"{y:.1}\" font-size=\"10\" fill=\"var(--soft, #555)\">{}</text>",
            escaped(&lead.label)
        );
    }
    text.push_str("</g>");
}

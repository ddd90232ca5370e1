//! The parts list of an option: packs, motors, controllers and stages from the document, leads and small things as free
//! lines; what is there, what it costs, what is still to buy. As a table it goes out and comes back.

use serde::Serialize;

use crate::document::build::MOST_LINES;
use crate::document::parts::{Getting, Sensor};
use crate::document::{Chemistry, Circuit, FreeLine, GearingKind, GearingStage, Job, Load, MachineKind, OptionSheet};
use crate::evaluation::price::price_of_parts;
use crate::format::significant;
use crate::shelf::csv_in::{RowProblem, TableError};
use crate::shelf::table::{self, defused, delimiter, harmless, refuse_open_quote};

/// What an option needs.
#[derive(Debug, Clone, PartialEq, Serialize, schemars::JsonSchema)]
pub struct PartsList {
    /// Every line, the parts of the chain first.
    pub lines: Vec<ListLine>,
    /// Price of all lines that have one.
    pub total: f64,
    /// The same without what is in the drawer or made.
    pub to_buy: f64,
    /// Lines to buy without a price: the sums are too low by those.
    pub without_price: u32,
    /// What may be spent; null without a budget.
    pub budget: Option<f64>,
    /// Currency of all prices; empty without a budget.
    pub currency: String,
    /// What is left of the budget; below zero where it does not reach, null without one.
    pub left: Option<f64>,
    /// What is ordered and not there yet, in money.
    pub ordered: f64,
    /// What does not go together, in one sentence each.
    pub findings: Vec<String>,
    /// What an option like this usually needs too and no line has yet.
    pub suggested: Vec<FreeLine>,
}

/// How far a line is.
#[derive(Debug, Clone, Copy, PartialEq, Eq, Serialize, schemars::JsonSchema)]
#[serde(rename_all = "snake_case")]
pub enum LineState {
    /// To be bought or made.
    Need,
    /// On its way.
    Ordered,
    /// In the drawer.
    Have,
    /// In the machine.
    Fitted,
}

impl LineState {
    const fn of(owned: bool, getting: Option<Getting>) -> Self {
        match (getting, owned) {
            (Some(Getting::Fitted), _) => Self::Fitted,
            (_, true) => Self::Have,
            (Some(Getting::Ordered), false) => Self::Ordered,
            (None, false) => Self::Need,
        }
    }
}

/// One line.
#[derive(Debug, Clone, PartialEq, Serialize, schemars::JsonSchema)]
pub struct ListLine {
    /// Where it stands in the option: `battery`, `drives/0/motor`, `parts_list/2`.
    pub place: String,
    /// What is needed.
    pub what: String,
    /// How many, or how much of its unit.
    pub quantity: f64,
    /// Unit of the quantity; empty for pieces.
    pub unit: String,
    /// Already in the drawer, or in the machine.
    pub have: bool,
    /// How far it is.
    pub state: LineState,
    /// The day it was ordered; null where nobody said.
    pub ordered_on: Option<String>,
    /// Made in the workshop.
    pub made: bool,
    /// Price of one.
    pub price: Option<f64>,
    /// Price of all of them.
    pub total: Option<f64>,
    /// Note.
    pub note: String,
    /// Whether the line is a free one, of the list itself.
    pub free: bool,
}

/// The parts list of an option.
#[must_use]
pub fn parts_list(job: &Job, option: &OptionSheet) -> PartsList {
    let mut lines: Vec<ListLine> = price_of_parts(option)
        .into_iter()
        .filter(|part| !is_nothing_to_buy(option, &part.place, part.price))
        .map(|part| (getting_of(option, &part.place), part))
        .map(|((getting, ordered_on), part)| ListLine {
            what: what_of(option, &part.place),
            state: LineState::of(part.owned, getting),
            ordered_on,
            quantity: f64::from(part.count),
            unit: String::new(),
            have: part.owned || getting == Some(Getting::Fitted),
            made: false,
            price: part.price,
            total: part.price.map(|price| price * f64::from(part.count)),
            note: String::new(),
            free: false,
            place: part.place,
        })
        .collect();
    lines.extend(option.parts_list.iter().enumerate().map(|(place, line)| ListLine {
        place: format!("parts_list/{place}"),
        what: line.what.clone(),
        quantity: line.quantity,
        unit: line.unit.clone().unwrap_or_default(),
        have: line.owned || line.getting == Some(Getting::Fitted),
        state: LineState::of(line.owned, line.getting),
        ordered_on: line.ordered_on.clone(),
        made: line.made,
        price: line.price,
        total: line.price.map(|price| price * line.quantity),
        note: line.note.clone().unwrap_or_default(),
        free: true,
    }));
    let total = lines.iter().filter_map(|line| line.total).fold(0.0, |sum, price| sum + price);
    let wanted = || lines.iter().filter(|line| line.state == LineState::Need && !line.made);
    let ordered = lines
        .iter()
        .filter(|line| line.state == LineState::Ordered)
        .filter_map(|line| line.total)
        .fold(0.0, |sum, price| sum + price);
    let to_buy = wanted().filter_map(|line| line.total).fold(0.0, |sum, price| sum + price);
    let without_price = wanted().filter(|line| line.total.is_none() && line.quantity > 0.0).count();
    let budget = job.budget.as_ref();
    PartsList {
        total,
        to_buy,
        without_price: u32::try_from(without_price).unwrap_or(u32::MAX),
        budget: budget.map(|budget| budget.amount),
        currency: budget.map(|budget| budget.currency.clone()).unwrap_or_default(),
        left: budget.map(|budget| budget.amount - to_buy - ordered),
        ordered,
        findings: connectors_apart(option).into_iter().collect(),
        suggested: suggested(job, option),
        lines,
    }
}

/// A stage that only says that the shaft goes straight on is nothing to buy.
fn is_nothing_to_buy(option: &OptionSheet, place: &str, price: Option<f64>) -> bool {
    let stage = place.strip_prefix("drives/").and_then(|rest| rest.split_once("/gearing/"));
    let Some((drive, stage)) = stage else { return false };
    let stage = drive
        .parse::<usize>()
        .ok()
        .zip(stage.parse::<usize>().ok())
        .and_then(|(drive, stage)| option.drives.get(drive)?.gearing.get(stage));
    price.is_none() && stage.is_some_and(|stage| stage.kind == GearingKind::Direct)
}

/// How far a part of the chain is, and the day it was ordered.
fn getting_of(option: &OptionSheet, place: &str) -> (Option<Getting>, Option<String>) {
    let mut steps = place.split('/');
    let found = match (steps.next(), steps.next().and_then(|step| step.parse::<usize>().ok()), steps.next()) {
        (Some("drives"), Some(at), Some(part)) => option.drives.get(at).and_then(|drive| match part {
            "motor" => Some((drive.motor.getting, &drive.motor.ordered_on)),
            "controller" => drive.controller.as_ref().map(|part| (part.getting, &part.ordered_on)),
            _ => {
                let stage = steps.next()?.parse::<usize>().ok()?;
                drive.gearing.get(stage).map(|part| (part.getting, &part.ordered_on))
            }
        }),
        _ => Some((option.battery.getting, &option.battery.ordered_on)),
    };
    found.map_or((None, None), |(getting, day)| (getting, day.clone()))
}

/// Pack and lead with different connectors.
fn connectors_apart(option: &OptionSheet) -> Option<String> {
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

/// What a part of the chain is called in a list.
fn what_of(option: &OptionSheet, place: &str) -> String {
    let labelled = |label: &Option<String>, otherwise: &str| label.clone().unwrap_or_else(|| otherwise.to_owned());
    let mut steps = place.split('/');
    match (steps.next(), steps.next().and_then(|step| step.parse::<usize>().ok()), steps.next()) {
        (Some("drives"), Some(at), Some(part)) => {
            let Some(drive) = option.drives.get(at) else { return place.to_owned() };
            match part {
                "motor" => format!("{}: {}", drive.drive, labelled(&drive.motor.label, "motor")),
                "controller" => {
                    let label = drive.controller.as_ref().and_then(|controller| controller.label.clone());
                    format!("{}: {}", drive.drive, labelled(&label, "controller"))
                }
                _ => {
                    let stage =
                        steps.next().and_then(|step| step.parse().ok()).and_then(|at: usize| drive.gearing.get(at));
                    format!("{}: {}", drive.drive, stage.map_or_else(|| "stage".to_owned(), stage_in_words))
                }
            }
        }
        _ => labelled(&option.battery.label, "battery pack"),
    }
}

fn stage_in_words(stage: &GearingStage) -> String {
    if let Some(label) = &stage.label {
        return label.clone();
    }
    match stage.teeth() {
        Some((driver, driven)) => format!("{} {driver}:{driven}", stage.kind.word()),
        None => format!("{}, {} : 1", stage.kind.word(), significant(stage.ratio())),
    }
}

/// What an option like this usually needs too (common practice): leads, connectors, pulleys, belts, screws, a fuse.
fn suggested(job: &Job, option: &OptionSheet) -> Vec<FreeLine> {
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

/// Wires of a run, and pairs of connectors: two for direct current, three for each brushless motor.
fn wires_of(option: &OptionSheet, circuit: &Circuit) -> (u32, u32) {
    match circuit {
        Circuit::Supply => (2, 1),
        Circuit::Motor(name) => option.drives.iter().find(|drive| drive.drive == *name).map_or((2, 1), |drive| {
            let phases = if drive.motor.kind == MachineKind::Brushless { 3 } else { 2 };
            (phases * drive.motor_count, phases * drive.motor_count)
        }),
    }
}

/// What the loom asks for beside its leads (common practice): splitters, a switch, a charger, an alarm, a box, guards.
fn loom_needs(option: &OptionSheet, want: &mut impl FnMut(String, f64, Option<&str>, bool)) {
    let battery = &option.battery;
    let packs = battery.packs_series * battery.packs_parallel;
    if battery.packs_series > 1 {
        want(
            format!("Lead for {} packs in series", battery.packs_series),
            f64::from(battery.packs_parallel),
            None,
            false,
        );
    }
    if battery.packs_parallel > 1 {
        want(format!("Lead for {} packs side by side", battery.packs_parallel), 1.0, None, false);
    }
    let controllers: u32 =
        option.drives.iter().filter(|drive| drive.controller.is_some()).map(|drive| drive.controller_count).sum();
    if controllers > 1 {
        want(format!("Splitter lead, one pack to {controllers} controllers"), 1.0, None, false);
        if option.wiring.receiver {
            want("Y-lead for the throttle signal".to_owned(), f64::from(controllers - 1), None, false);
        }
    }
    for drive in &option.drives {
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
    if lithium && battery.bms_limit_a.is_none() && !option.wiring.alarm {
        want("Cell alarm for the balance lead".to_owned(), f64::from(packs), None, false);
    }
    if battery.chemistry == Chemistry::Lipo {
        want("Rigid box for the pack".to_owned(), 1.0, None, true);
    }
}

/// Headers of the table.
const HEADERS: [&str; 11] =
    ["place", "what", "quantity", "unit", "have", "make", "price", "total", "note", "state", "ordered on"];

/// The list as a table; what a table program would run as a formula is defused.
#[must_use]
pub fn to_csv(list: &PartsList) -> String {
    let number = |value: Option<f64>| value.map(|value| value.to_string()).unwrap_or_default();
    let flag = |value: bool| if value { "yes" } else { "no" }.to_owned();
    let rows = list.lines.iter().map(|line| {
        let place = if line.free { String::new() } else { line.place.clone() };
        [
            place,
            defused(&line.what),
            line.quantity.to_string(),
            defused(&line.unit),
            flag(line.have),
            flag(line.made),
            number(line.price),
            number(line.total),
            defused(&line.note),
            state_word(line.state).to_owned(),
            defused(line.ordered_on.as_deref().unwrap_or_default()),
        ]
    });
    table::write(HEADERS, rows)
}

const fn state_word(state: LineState) -> &'static str {
    match state {
        LineState::Need => "need",
        LineState::Ordered => "ordered",
        LineState::Have => "have",
        LineState::Fitted => "fitted",
    }
}

/// What a table says of an option.
#[derive(Debug, Clone, PartialEq, Default, Serialize, schemars::JsonSchema)]
pub struct ReadList {
    /// The free lines, all of them.
    pub lines: Vec<FreeLine>,
    /// Price and drawer of parts of the chain, by their place in the option.
    pub parts: Vec<PartChange>,
    /// What is wrong with rows; those are left out.
    pub problems: Vec<RowProblem>,
}

/// What a table says of a part of the chain.
#[derive(Debug, Clone, PartialEq, Serialize, schemars::JsonSchema)]
pub struct PartChange {
    /// Where it stands in the option.
    pub place: String,
    /// Price of one; null where the table has none.
    pub price: Option<f64>,
    /// In the drawer.
    pub have: bool,
    /// Ordered or fitted; null for neither.
    pub getting: Option<Getting>,
    /// The day it was ordered; null where the table has none.
    pub ordered_on: Option<String>,
}

/// Reads a table of lines. Only a column headed `what` is needed; `total` is worked out and not read.
///
/// # Errors
/// [`TableError`] when the file as a whole cannot be read. What is wrong with single rows is in the answer.
pub fn from_csv(text: &str, option: &OptionSheet) -> Result<ReadList, TableError> {
    refuse_open_quote(text)?;
    let mark = delimiter(text);
    let mut reader = csv::ReaderBuilder::new().delimiter(mark).flexible(true).from_reader(text.as_bytes());
    let headers = reader.headers().map_err(|_| TableError::Empty)?.clone();
    let column = |name: &str| headers.iter().position(|header| header.trim().eq_ignore_ascii_case(name));
    let Some(what) = column("what") else { return Err(TableError::NoColumn { header: "what" }) };
    let places: Vec<String> = price_of_parts(option).into_iter().map(|part| part.place).collect();
    let mut read = ReadList::default();
    for record in reader.records().filter_map(Result::ok) {
        let line = record.position().map_or(0, csv::Position::line);
        let cell = |name: &str| column(name).and_then(|at| record.get(at)).map_or("", |cell| harmless(cell.trim()));
        let mut problems = Vec::new();
        let mut number = |name: &str, most: f64| match cell(name) {
            "" => None,
            text => match crate::shelf::table::figure(text, mark == b';') {
                Some(value) if (0.0..=most).contains(&value) => Some(value),
                _ => {
                    problems.push((name.to_owned(), format!("{text:?} came, a number from 0 to {most} is needed")));
                    None
                }
            },
        };
        let (quantity, price) = (number("quantity", 1e6), number("price", 1e7));
        let mut flag = |name: &str| match cell(name).to_lowercase().as_str() {
            "" | "no" | "n" | "0" | "false" => false,
            "yes" | "y" | "1" | "true" | "x" => true,
            other => {
                problems.push((name.to_owned(), format!("{other:?} came, yes or no is needed")));
                false
            }
        };
        let (have, made) = (flag("have"), flag("make"));
        let (getting, has) = match cell("state").to_lowercase().as_str() {
            "ordered" => (Some(Getting::Ordered), false),
            "fitted" => (Some(Getting::Fitted), true),
            "have" => (None, true),
            "" | "need" => (None, false),
            other => {
                problems.push((
                    "state".to_owned(),
                    format!("{other:?} came, one of need, ordered, have, fitted is needed"),
                ));
                (None, false)
            }
        };
        let have = have || has;
        let ordered_on = Some(cell("ordered on").to_owned()).filter(|day| !day.is_empty());
        let name = harmless(record.get(what).unwrap_or_default().trim()).to_owned();
        let place = cell("place");
        if name.is_empty() && place.is_empty() {
            if record.iter().any(|cell| !cell.trim().is_empty()) {
                problems.push(("what".to_owned(), "nothing came: say what the line is".to_owned()));
            }
        } else if !place.is_empty() && !places.iter().any(|known| known == place) {
            problems.push(("place".to_owned(), format!("{place:?} came, this option has {}", places.join(", "))));
        }
        for (key, text, longest) in [
            ("what", name.as_str(), 200),
            ("unit", cell("unit"), 20),
            ("note", cell("note"), 400),
            ("ordered on", cell("ordered on"), 40),
        ] {
            if text.chars().count() > longest {
                problems.push((key.to_owned(), format!("longer than {longest} letters")));
            }
        }
        if read.lines.len() == MOST_LINES && place.is_empty() {
            problems.push(("what".to_owned(), format!("at most {MOST_LINES} free lines are possible")));
        }
        if !problems.is_empty() {
            let row = |(column, detail)| RowProblem { line, column: Some(column), detail };
            read.problems.extend(problems.into_iter().map(row));
        } else if !place.is_empty() {
            read.parts.push(PartChange { place: place.to_owned(), price, have, getting, ordered_on });
        } else if !name.is_empty() {
            let given = |text: &str| (!text.is_empty()).then(|| text.to_owned());
            read.lines.push(FreeLine {
                what: name,
                quantity: quantity.unwrap_or(1.0),
                unit: given(cell("unit")),
                price,
                owned: have,
                made,
                getting,
                ordered_on,
                note: given(cell("note")),
            });
        }
    }
    Ok(read)
}

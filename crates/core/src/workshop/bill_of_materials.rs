//! The parts list of an option: packs, motors, controllers and stages from the document, leads and small things as free
//! lines; what is there, what it costs, what is still to buy. As a table it goes out and comes back.

mod suggested;
mod table;

use serde::Serialize;

use crate::document::parts::Getting;
use crate::document::{FreeLine, GearingKind, GearingStage, Job, OptionSheet};
use crate::evaluation::price::price_of_parts;
use crate::format::significant;
use suggested::{connectors_apart, suggested};
pub use table::{PartChange, ReadList, from_csv, to_csv};

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
    let mut lines: Vec<ListLine> = price_of_parts(job, option)
        .into_iter()
        .map(|part| (part.place.to_string(), part))
        .filter(|(place, part)| !is_nothing_to_buy(option, place, part.price))
        .map(|(place, part)| (getting_of(option, &place), place, part))
        .map(|((getting, ordered_on), place, part)| ListLine {
            what: what_of(option, &place),
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
            place,
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

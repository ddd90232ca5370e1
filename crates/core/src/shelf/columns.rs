//! Which column of a table holds which figure, in which unit: by the exact key, by label, by what people write.

use std::collections::BTreeMap;

use serde::{Deserialize, Serialize};

use super::PartKind;
use crate::document::parts::{Bec, Mount, SizeMm};
use crate::document::reading::{Shape, Spec};
use crate::document::{Gearbox, MotorFacts, Thermal};
use crate::formulas::units::{Unit, quantity_of};

/// A figure that a column can hold.
#[derive(Debug, Clone, PartialEq, Serialize, schemars::JsonSchema)]
pub struct Field {
    /// Dotted key, for example `gearbox.ratio`.
    pub key: String,
    /// What a maker calls it.
    pub label: String,
    /// Units it can be written in, the document's own first; empty for words.
    pub units: Vec<&'static str>,
    /// Whether it is a number.
    pub number: bool,
}

/// What a column was taken for, or what the user says it is.
#[derive(Debug, Clone, PartialEq, Eq, Default, Serialize, Deserialize, schemars::JsonSchema)]
#[serde(deny_unknown_fields)]
pub struct ColumnChoice {
    /// Dotted key of the figure; null leaves the column out.
    pub key: Option<String>,
    /// Unit of its numbers; null for the document's own.
    pub unit: Option<String>,
}

/// Columns by their header.
pub type ColumnChoices = BTreeMap<String, ColumnChoice>;

/// Records inside a part.
const NESTED: &[(&str, &str, &[Spec])] = &[
    ("gearbox", "Gearbox", Gearbox::FIELDS),
    ("thermal", "Thermal", Thermal::FIELDS),
    ("size_mm", "Size", SizeMm::FIELDS),
    ("mount", "Mount", Mount::FIELDS),
    ("bec", "Receiver supply", Bec::FIELDS),
    ("facts", "Known", MotorFacts::FIELDS),
];

/// Keys that are for programs, not for tables.
const HIDDEN: &[&str] = &["part_id", "provenance", "getting", "ordered_on"];

/// Every figure a column of a kind can hold, name and price first.
#[must_use]
pub fn fields(kind: PartKind) -> Vec<Field> {
    const FIRST: &[&str] = &["label", "price", "owned"];
    let mut found = Vec::new();
    for spec in kind.fields() {
        if HIDDEN.contains(&spec.key) {
            continue;
        }
        match NESTED.iter().find(|(key, ..)| *key == spec.key) {
            Some((key, words, inner)) => found.extend(inner.iter().map(|inner| {
                field(format!("{key}.{}", inner.key), format!("{words}: {}", inner.label.to_lowercase()), inner)
            })),
            None => found.push(field(spec.key.to_owned(), spec.label.to_owned(), spec)),
        }
    }
    found.sort_by_key(|field| FIRST.iter().position(|key| *key == field.key).unwrap_or(FIRST.len()));
    found
}

fn field(key: String, label: String, spec: &Spec) -> Field {
    let number = matches!(spec.shape, Shape::Number { .. });
    let units = if number { quantity_of(&key).units.iter().map(|unit| unit.symbol).collect() } else { Vec::new() };
    Field { key, label, units, number }
}

/// What people write over a column, squeezed, and the key it means.
const USUAL: &[(&str, &str)] = &[
    ("name", "label"),
    ("part", "part"),
    ("type", "part"),
    ("model", "label"),
    ("description", "label"),
    ("cost", "price"),
    ("weight", "mass_kg"),
    ("mass", "mass_kg"),
    ("kv", "kv_rpm_per_v"),
    ("speedconstant", "kv_rpm_per_v"),
    ("r", "resistance_ohm"),
    ("rm", "resistance_ohm"),
    ("resistance", "resistance_ohm"),
    ("io", "no_load_current_a"),
    ("i0", "no_load_current_a"),
    ("noloadcurrent", "no_load_current_a"),
    ("noloadamps", "no_load_current_a"),
    ("idlecurrent", "no_load_current_a"),
    ("idleamps", "no_load_current_a"),
    ("ohms", "resistance_ohm"),
    ("ohm", "resistance_ohm"),
    ("voltage", "max_voltage_v"),
    ("maxvoltage", "max_voltage_v"),
    ("maxcurrent", "max_continuous_current_a"),
    ("continuouscurrent", "max_continuous_current_a"),
    ("continuouscurrent", "motor_current_continuous_a"),
    ("maxcurrent", "motor_current_continuous_a"),
    ("burstcurrent", "max_burst_current_a"),
    ("peakcurrent", "motor_current_peak_a"),
    ("maxrpm", "max_speed_rpm"),
    ("amps", "facts.max_current_a"),
    ("maxamps", "facts.max_current_a"),
    ("ratedcurrent", "facts.max_current_a"),
    ("ratedamps", "facts.max_current_a"),
    ("volts", "facts.voltage_v"),
    ("ratedvoltage", "facts.voltage_v"),
    ("rpm", "facts.speed_rpm"),
    ("speed", "facts.speed_rpm"),
    ("noloadrpm", "facts.speed_rpm"),
    ("noloadspeed", "facts.speed_rpm"),
    ("stallcurrent", "facts.stall_current_a"),
    ("stallamps", "facts.stall_current_a"),
    ("stalltorque", "facts.stall_torque_nm"),
    ("power", "facts.rated_power_w"),
    ("watts", "facts.rated_power_w"),
    ("ratedpower", "facts.rated_power_w"),
    ("hp", "facts.rated_power_w"),
    ("horsepower", "facts.rated_power_w"),
    ("kw", "facts.rated_power_w"),
    ("ratio", "facts.gear_ratio"),
    ("gearratio", "facts.gear_ratio"),
    ("reduction", "facts.gear_ratio"),
    ("reductionratio", "facts.gear_ratio"),
    ("turn", "turns"),
    ("t", "turns"),
    ("size", "facts.size_code"),
    ("sizecode", "facts.size_code"),
    ("can", "facts.size_code"),
    ("cells", "cells_series"),
    ("s", "cells_series"),
    ("cells", "facts.cells"),
    ("s", "facts.cells"),
    ("lithiumcells", "facts.cells"),
    ("capacity", "capacity_ah"),
    ("c", "continuous_c"),
    ("crating", "continuous_c"),
    ("burstc", "burst_c"),
    ("internalresistance", "cell_resistance_ohm"),
    ("diameter", "diameter_m"),
    ("diameter", "can_diameter_mm"),
    ("length", "can_length_mm"),
    ("shaft", "shaft_diameter_mm"),
    ("have", "owned"),
    ("stock", "owned"),
    ("notes", "source"),
];

/// What a header most likely means for a kind: the figure, and the unit in brackets or at its end.
///
/// ```
/// use ypsidyne_core::shelf::{PartKind, columns::guess};
/// let choice = guess("Weight (g)", PartKind::Motor);
/// assert_eq!(choice.key.as_deref(), Some("mass_kg"));
/// assert_eq!(choice.unit.as_deref(), Some("g"));
/// ```
#[must_use]
pub fn guess(header: &str, kind: PartKind) -> ColumnChoice {
    let known = fields(kind);
    let exact = |key: &str| known.iter().find(|field| field.key == key);
    if header.trim() == "part" {
        return ColumnChoice { key: Some("part".to_owned()), unit: None };
    }
    if let Some(field) = exact(header.trim()) {
        return ColumnChoice { key: Some(field.key.clone()), unit: None };
    }
    // What is asked for beside a motor, by the name it is asked by: "Gearbox, 1 to".
    let asked = |written: &str| {
        let fact = MotorFacts::FIELDS.iter().find(|spec| squeeze(spec.label) == squeeze(written))?;
        // A figure that the motor has itself says the same.
        exact(fact.key).or_else(|| exact(&format!("facts.{}", fact.key)))
    };
    let plainly = known.iter().find(|field| squeeze(&field.label) == squeeze(header));
    if let Some(field) = plainly.or_else(|| asked(header)) {
        return chosen(field, None);
    }
    let (name, bracketed) = split_unit(header);
    if let Some(field) = exact(name) {
        return chosen(field, bracketed);
    }
    let squeezed = squeeze(name);
    if squeezed == "part" {
        return ColumnChoice { key: Some("part".to_owned()), unit: None };
    }
    let by_label = known.iter().find(|field| squeeze(&field.label) == squeezed);
    let usual = |wanted: &str| USUAL.iter().filter(|(written, _)| *written == wanted).find_map(|(_, key)| exact(key));
    if let Some(field) = by_label.or_else(|| asked(name)).or_else(|| usual(&squeezed)) {
        // "hp" and "ohms" are unit and figure in one.
        return chosen(field, bracketed.or(Some(&squeezed)));
    }
    // capacity_mah, weight_g: the unit stands behind an underscore or a space.
    if bracketed.is_none()
        && let Some((front, unit)) = name.trim().rsplit_once(['_', ' '])
    {
        let found = usual(&squeeze(front))
            .or_else(|| known.iter().find(|field| stem(&field.key) == front.trim().to_lowercase()));
        if let Some(field) = found.filter(|field| unit_of(&field.key, unit).is_some()) {
            return chosen(field, Some(unit));
        }
    }
    ColumnChoice::default()
}

fn chosen(field: &Field, unit: Option<&str>) -> ColumnChoice {
    let unit = unit.filter(|_| field.number).and_then(|written| unit_of(&field.key, written));
    ColumnChoice { key: Some(field.key.clone()), unit: unit.map(|unit| unit.symbol.to_owned()) }
}

/// A unit written for a figure.
pub(super) fn unit_of(key: &str, written: &str) -> Option<&'static Unit> {
    quantity_of(key).unit(written)
}

/// A key without its unit ending: `capacity_ah` is `capacity`.
fn stem(key: &str) -> &str {
    crate::formulas::units::ENDINGS.iter().find_map(|(ending, _)| key.strip_suffix(ending)).unwrap_or(key)
}

/// Name and unit of a header such as `Kv [rpm/V]`, `mass (g)`, `length, mm`.
fn split_unit(header: &str) -> (&str, Option<&str>) {
    for (open, close) in [('(', ')'), ('[', ']')] {
        if let Some((name, rest)) = header.split_once(open)
            && let Some((unit, _)) = rest.split_once(close)
        {
            return (name.trim(), Some(unit.trim()));
        }
    }
    match header.split_once(',') {
        Some((name, unit)) => (name.trim(), Some(unit.trim())),
        None => (header.trim(), None),
    }
}

fn squeeze(text: &str) -> String {
    text.to_lowercase().chars().filter(|letter| letter.is_alphanumeric()).collect()
}

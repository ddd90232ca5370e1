//! One cell of a table of parts: the value it holds, in the unit of its column.

use serde_json::{Map, Value, json};

use super::columns::unit_of;
use crate::document::parts;
use crate::document::reading::{Shape, Spec};

pub(super) fn insert(document: &mut Map<String, Value>, key: &str, value: Value) {
    match key.split_once('.') {
        None => {
            document.insert(key.to_owned(), value);
        }
        Some((outer, inner)) => {
            if let Some(nested) = document.entry(outer).or_insert_with(|| json!({})).as_object_mut() {
                nested.insert(inner.to_owned(), value);
            }
        }
    }
}

pub(super) fn value_of(
    cell: &str,
    key: &str,
    spec: &Spec,
    unit: Option<&str>,
    decimal_comma: bool,
) -> Result<Value, String> {
    match spec.shape {
        Shape::Number { .. } => number(cell, key, unit, decimal_comma).map(Value::from),
        Shape::Text { .. } => Ok(cell.into()),
        Shape::List { .. } => {
            Ok(cell.split(['|', '/', ';']).map(|word| Value::from(word.trim().to_lowercase())).collect())
        }
        Shape::Typed => Ok(typed(cell, key)),
    }
}

/// Yes and no, or the word of a choice by word or label.
pub(super) fn typed(cell: &str, key: &str) -> Value {
    let lower = cell.to_lowercase();
    if matches!(key, "owned" | "can_brake" | "temperature_sensor") {
        match lower.as_str() {
            "yes" | "true" | "1" | "x" | "y" | "own" => return true.into(),
            "no" | "false" | "0" | "n" | "need" => return false.into(),
            _ => {}
        }
    }
    let labels = choice_labels(key);
    let by_label = labels
        .iter()
        .find(|(word, label)| *word == cell || word.to_lowercase() == lower || label.to_lowercase() == lower);
    by_label.map_or(cell, |(word, _)| word).into()
}

/// Words and labels of the choice that a key holds.
pub(super) fn choice_labels(key: &str) -> Vec<(&'static str, &'static str)> {
    macro_rules! labels {
        ($choice:ty) => {
            <$choice>::ALL.iter().map(|choice| (choice.word(), choice.label())).collect()
        };
    }
    match key {
        "chemistry" => labels!(parts::Chemistry),
        "magnet" => labels!(parts::Magnet),
        "magnet_grade" => labels!(parts::MagnetGrade),
        "insulation_class" => labels!(parts::InsulationClass),
        "sensor" => labels!(parts::Sensor),
        "commutation" => labels!(parts::Commutation),
        "gearbox.kind" => labels!(parts::GearingKind),
        "facts.form" => labels!(parts::MotorForm),
        "facts.shaft" => labels!(parts::Shaft),
        "kind" => {
            let mut all: Vec<_> = labels!(parts::MachineKind);
            let stages: Vec<_> = labels!(parts::GearingKind);
            all.extend(stages);
            all
        }
        _ => Vec::new(),
    }
}

/// What stands over a stroke is divided by what stands under it: `1/4 hp`.
fn fraction(over: f64, rest: &str) -> (f64, &str) {
    let Some(under) = rest.strip_prefix('/') else { return (over, rest) };
    let end = under.find(|letter: char| !letter.is_ascii_digit()).unwrap_or(under.len());
    match under[..end].parse::<f64>() {
        Ok(divisor) if divisor > 0.0 => (over / divisor, under[end..].trim()),
        _ => (over, rest),
    }
}

/// A number with an optional unit of its own, in the document's unit.
pub(super) fn number(cell: &str, key: &str, column_unit: Option<&str>, decimal_comma: bool) -> Result<f64, String> {
    let split = cell
        .char_indices()
        .find(|(place, letter)| {
            let exponent = matches!(letter, 'e' | 'E')
                && cell[..*place].ends_with(|before: char| before.is_ascii_digit())
                && cell[place + 1..].starts_with(|after: char| after.is_ascii_digit() || after == '-' || after == '+');
            !(letter.is_ascii_digit() || matches!(letter, '.' | ',' | '-' | '+' | '−') || exponent)
        })
        .map_or(cell.len(), |(place, _)| place);
    let (digits, own_unit) = (cell[..split].replace('−', "-"), cell[split..].trim());
    // 35,000 under commas is thirty-five thousand; 0,700 and 2,5 are not.
    let thousands = digits
        .split_once(',')
        .is_some_and(|(front, back)| back.len() == 3 && !front.trim_start_matches(['-', '+']).starts_with('0'));
    let plain = if decimal_comma || (digits.matches(',').count() == 1 && !digits.contains('.') && !thousands) {
        digits.replace(',', ".")
    } else {
        digits.replace(',', "")
    };
    let wrong = || format!("{cell:?} is no number");
    let written: f64 = plain.parse().map_err(|_| wrong())?;
    if !written.is_finite() {
        return Err(wrong());
    }
    let (written, own_unit) = fraction(written, own_unit);
    let wanted = if own_unit.is_empty() { column_unit } else { Some(own_unit) };
    let Some(wanted) = wanted else { return Ok(written) };
    let unit = unit_of(key, wanted).ok_or_else(|| {
        let known: Vec<&str> = crate::formulas::units::quantity_of(key)
            .units
            .iter()
            .map(|unit| unit.symbol)
            .filter(|unit| !unit.is_empty())
            .collect();
        if known.is_empty() {
            format!("{wanted:?} is no unit here; a plain number is needed")
        } else {
            format!("{wanted:?} is no unit here; {} would do", known.join(", "))
        }
    })?;
    // Rounding of a unit factor must not push 2200 mAh to 2.2000000000000002 Ah.
    Ok(format!("{:.14e}", unit.in_document(written)).parse().unwrap_or(written))
}

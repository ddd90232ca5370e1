//! Figures that cannot all be right: each is held against what the others say of it.

use super::equations::Line;
use super::fit::solve;
use super::known_motor::KnownMotor;
use super::work_out::{Contradiction, SAME};
use crate::format::significant;

/// So many errors off is a contradiction.
const ERRORS_OFF: f64 = 2.0;

impl KnownMotor<'_> {
    /// The figure that goes least with the others, and what else may be wrong instead; none where all go together.
    pub fn contradictions(&self, lines: &[Line]) -> Vec<Contradiction> {
        let mut off: Vec<(&'static str, f64, f64)> = Vec::new();
        for (place, line) in lines.iter().enumerate() {
            let Some(key) = line.equation.key.filter(|key| !key.is_empty()) else { continue };
            let others = lines.iter().enumerate().filter(|(other, _)| *other != place).map(|(_, line)| &line.equation);
            let (left, error) = solve(others).left(&line.equation);
            let errors = left.abs() / error.hypot(line.equation.error);
            if left.abs() > SAME && errors > ERRORS_OFF {
                off.push((key, left, errors));
            }
        }
        off.sort_by(|a, b| b.2.total_cmp(&a.2));
        let Some((key, left, _)) = off.first().copied() else { return Vec::new() };
        let typed = |key: &str| self.typed_number(key);
        let fits = |key: &str, left: f64| {
            // Ohms are told as the amps that they were typed as.
            let sign = if key == "stall_current_a" { 1.0 } else { -1.0 };
            typed(key).map(|value| value * (sign * left).exp())
        };
        let unit = |key: &str, value: f64| unit_of(key, value);
        let others: Vec<_> = off.iter().skip(1).filter(|(other, ..)| *other != key).take(2).copied().collect();
        let mut says = format!(
            "{} of {} does not go with the rest, which makes it {}",
            capital(named(key)),
            unit(key, typed(key).unwrap_or_default()),
            unit(key, fits(key, left).unwrap_or_default())
        );
        for (other, left, _) in &others {
            says.push_str(&format!(
                "; or {} is off, and {} would fit",
                named(other),
                unit(other, fits(other, *left).unwrap_or_default())
            ));
        }
        says.push('.');
        let sign = if key == "stall_current_a" { -1.0 } else { 1.0 };
        vec![Contradiction {
            keys: std::iter::once(key).chain(others.iter().map(|(other, ..)| *other)).collect(),
            times: (sign * left).exp(),
            says,
        }]
    }

    fn typed_number(&self, key: &str) -> Option<f64> {
        if let Some(measured) = self.measured(key) {
            return Some(measured);
        }
        let facts = self.facts;
        match key {
            "kv_rpm_per_v" => facts.kv_rpm_per_v,
            "speed_rpm" => facts.speed_rpm,
            "resistance_ohm" => facts.resistance_ohm,
            "stall_current_a" => facts.stall_current_a,
            "stall_torque_nm" => facts.stall_torque_nm,
            "gear_ratio" => facts.gear_ratio,
            "turns" => facts.turns,
            _ => None,
        }
    }
}

/// What a figure is called in a sentence.
pub(super) fn named(key: &str) -> &'static str {
    match key {
        "kv_rpm_per_v" => "Kv",
        "speed_rpm" => "the speed",
        "resistance_ohm" => "the resistance",
        "stall_current_a" => "the current held still",
        "stall_torque_nm" => "the torque held still",
        "gear_ratio" => "the ratio of the gearbox",
        "turns" => "the number of turns",
        _ => "a figure",
    }
}

fn unit_of(key: &str, value: f64) -> String {
    let figure = significant(value);
    match key {
        "kv_rpm_per_v" => format!("{figure} rpm/V"),
        "speed_rpm" => format!("{figure} rpm"),
        "resistance_ohm" => format!("{figure} Ω"),
        "stall_current_a" => format!("{figure} A"),
        "stall_torque_nm" => format!("{figure} N·m"),
        "gear_ratio" => format!("1:{figure}"),
        _ => figure.to_string(),
    }
}

fn capital(text: &str) -> String {
    let mut letters = text.chars();
    letters.next().map_or_else(String::new, |first| first.to_uppercase().chain(letters).collect())
}

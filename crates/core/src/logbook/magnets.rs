//! The health of the magnets: Kv and resistance of every check brought to 20 °C, and what lost strength means.

use serde::Serialize;

use crate::document::Motor;
use crate::document::log::{CheckEntry, Entry, Happened};
use crate::format::{percent, significant};
use crate::formulas::constants::REFERENCE_TEMPERATURE_C;
use crate::formulas::constants::copper_factor;
use crate::measurement::measure;

/// One check, at 20 °C.
#[derive(Debug, Clone, PartialEq, Serialize, schemars::JsonSchema)]
pub struct MagnetCheck {
    /// When, RFC 3339.
    pub at: String,
    /// Kv, rpm/V.
    pub kv_rpm_per_v: Option<f64>,
    /// Its standard error.
    pub kv_standard_error: Option<f64>,
    /// Winding resistance, Ω.
    pub resistance_ohm: Option<f64>,
    /// No-load current, A.
    pub no_load_current_a: Option<f64>,
}

/// What the checks of a motor say of its magnets.
#[derive(Debug, Clone, PartialEq, Serialize, schemars::JsonSchema)]
pub struct MagnetHealth {
    /// Which motor; null where there is one only.
    pub motor: Option<String>,
    /// Every check, the first one first.
    pub checks: Vec<MagnetCheck>,
    /// Strength over that of the first check, 1 for as new; null with fewer than two checks of Kv.
    pub strength: Option<f64>,
    /// Its standard error; null where no check tells one.
    pub standard_error: Option<f64>,
    /// Whether it is lost: by more than twice its error.
    pub lost: bool,
    /// What that means, in whole sentences.
    pub says: Vec<String>,
}

/// A change of Kv is never known better than this, where a check tells no error (common practice).
const USUAL_ERROR: f64 = 0.01;

/// Groups the checks by motor.
#[must_use]
pub fn magnet_health(motor: &Motor, entries: &[Entry], hottest_magnet_c: Option<f64>) -> Vec<MagnetHealth> {
    let mut groups: Vec<(Option<String>, Vec<MagnetCheck>)> = Vec::new();
    let mut sorted: Vec<&Entry> = entries.iter().collect();
    sorted.sort_by(|a, b| a.heading.at.cmp(&b.heading.at));
    for entry in sorted {
        let Happened::Check(check) = &entry.happened else { continue };
        let Some(read) = at_20_c(motor, check, &entry.heading.at) else { continue };
        match groups.iter_mut().find(|(name, _)| *name == check.motor) {
            Some((_, checks)) => merged(checks, read),
            None => groups.push((check.motor.clone(), vec![read])),
        }
    }
    groups.into_iter().map(|(name, checks)| health(motor, name, checks, hottest_magnet_c)).collect()
}

/// Checks of one day are one: the meter's ohms beside the sweep's Kv.
fn merged(checks: &mut Vec<MagnetCheck>, read: MagnetCheck) {
    let day = |at: &str| at.get(..10).unwrap_or(at).to_owned();
    match checks.last_mut().filter(|last| day(&last.at) == day(&read.at)) {
        Some(last) => {
            last.kv_rpm_per_v = last.kv_rpm_per_v.or(read.kv_rpm_per_v);
            last.kv_standard_error = last.kv_standard_error.or(read.kv_standard_error);
            last.resistance_ohm = last.resistance_ohm.or(read.resistance_ohm);
            last.no_load_current_a = last.no_load_current_a.or(read.no_load_current_a);
        }
        None => checks.push(read),
    }
}

fn at_20_c(motor: &Motor, check: &CheckEntry, at: &str) -> Option<MagnetCheck> {
    let warm_c = check.temperature_c;
    let (kv, kv_error, ohm, no_load, celsius) = match (&check.results, &check.measurement) {
        (Some(results), _) => (
            results.kv_rpm_per_v,
            results.kv_standard_error,
            results.resistance_ohm,
            results.no_load_current_a,
            warm_c.unwrap_or(results.temperature_c),
        ),
        (None, Some(sheet)) => {
            let measured = measure(sheet).ok()?;
            let figure = |key: &str| measured.results.get(key).and_then(serde_json::Value::as_f64);
            let error = measured.figures.iter().find(|figure| figure.key == "kv_rpm_per_v");
            // A sheet brings its ohms to 20 °C itself.
            let ohm = figure("resistance_at_20c_ohm")
                .map(|ohm| ohm * copper_factor(warm_c.unwrap_or(REFERENCE_TEMPERATURE_C)));
            (
                figure("kv_rpm_per_v"),
                error.and_then(|figure| figure.standard_error),
                ohm,
                figure("no_load_current_a"),
                warm_c.unwrap_or(REFERENCE_TEMPERATURE_C),
            )
        }
        (None, None) => return None,
    };
    if kv.is_none() && ohm.is_none() && no_load.is_none() {
        return None;
    }
    // Warm magnets are weaker by their coefficient, and Kv is higher by as much.
    let strength = 1.0 + motor.magnet_or_usual().coefficient_per_k() * (celsius - REFERENCE_TEMPERATURE_C);
    Some(MagnetCheck {
        at: at.to_owned(),
        kv_rpm_per_v: kv.map(|kv| kv * strength),
        kv_standard_error: kv_error.map(|error| error * strength),
        resistance_ohm: ohm.map(|ohm| ohm / copper_factor(celsius)),
        no_load_current_a: no_load,
    })
}

fn health(
    motor: &Motor,
    name: Option<String>,
    checks: Vec<MagnetCheck>,
    hottest_magnet_c: Option<f64>,
) -> MagnetHealth {
    let known: Vec<&MagnetCheck> = checks.iter().filter(|check| check.kv_rpm_per_v.is_some()).collect();
    let mut told = MagnetHealth {
        motor: name,
        checks: checks.clone(),
        strength: None,
        standard_error: None,
        lost: false,
        says: Vec::new(),
    };
    let (Some(first), Some(last)) = (known.first(), known.last().filter(|_| known.len() >= 2)) else {
        told.says.push(
            "One check of Kv is the start: the next one tells whether the magnets have lost anything.".to_owned(),
        );
        return told;
    };
    let (Some(new), Some(now)) = (first.kv_rpm_per_v, last.kv_rpm_per_v) else { return told };
    let strength = new / now;
    let error_of = |check: &MagnetCheck, kv: f64| check.kv_standard_error.map_or(USUAL_ERROR, |error| error / kv);
    let error = strength * error_of(first, new).hypot(error_of(last, now));
    told.strength = Some(strength);
    told.standard_error = Some(error);
    told.lost = 1.0 - strength > 2.0 * error;
    if !told.lost {
        let why = if strength > 1.0 + 2.0 * error {
            "Kv has fallen: that is no lost strength. Was it read at another timing, another shaft, or warm?"
        } else {
            "The magnets are as strong as at the first check, as far as the checks can tell."
        };
        told.says.push(why.to_owned());
        return told;
    }
    told.says.push(format!(
        "The magnets have {} of their strength, ± {}: {} faster unloaded, {} more amps for the same pull, {} more heat in the \
         winding for it.",
        percent(strength),
        percent(2.0 * error),
        percent(1.0 / strength - 1.0),
        percent(1.0 / strength - 1.0),
        percent(strength.powi(-2) - 1.0)
    ));
    if let Some(limit_c) = motor.magnet_limit_c() {
        told.says.push(match hottest_magnet_c {
            Some(hottest) if hottest > limit_c => format!(
                "The rides explain it: they were computed to {} °C at the magnets, which stand {} °C.",
                significant(hottest),
                significant(limit_c)
            ),
            Some(hottest) => format!(
                "The rides do not explain it: they were computed to {} °C at the magnets, which stand {} °C. A jam, a knock, or a \
                 ride that is not in the log may.",
                significant(hottest),
                significant(limit_c)
            ),
            None => format!("No ride in the log tells how hot they were; they stand {} °C.", significant(limit_c)),
        });
    }
    told
}

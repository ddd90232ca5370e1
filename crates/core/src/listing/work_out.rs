//! A motor from whatever is known of it: volts and speed, amps, watts, turns, size, ohms.

use serde::Serialize;
use serde_json::{Map, Value, json};

use super::known_motor::KnownMotor;
use crate::document::reading::{Place, Problems};
use crate::document::{Motor, MotorFacts, Problem, Provenance};

/// A figure of the motor that was found.
#[derive(Debug, Clone, PartialEq, Serialize, schemars::JsonSchema)]
pub struct FoundFigure {
    /// Dotted key in the motor's document.
    pub key: &'static str,
    /// Its value: a number in the document's unit, or a word.
    pub value: Value,
    /// Whether it was listed, worked out from what is listed, or estimated.
    pub provenance: Provenance,
    /// How far it may be off, as a factor either way; null where it is as listed.
    pub factor: Option<f64>,
    /// The bench sheet that would replace it.
    pub sheet: Option<&'static str>,
}

/// One figure that does not go with the others.
#[derive(Debug, Clone, PartialEq, Serialize, schemars::JsonSchema)]
pub struct Contradiction {
    /// Keys of what is known that cannot both be right, the worst first.
    pub keys: Vec<&'static str>,
    /// What was typed over what the others say.
    pub times: f64,
    /// In one sentence.
    pub says: String,
}

/// What people see at the output of a built-in gearbox.
#[derive(Debug, Clone, Copy, PartialEq, Serialize, schemars::JsonSchema)]
pub struct AtOutput {
    /// Volts it is told at.
    pub voltage_v: f64,
    /// Speed with nothing on the shaft, rpm.
    pub no_load_rpm: f64,
    /// Torque held still, N·m.
    pub stall_torque_nm: f64,
    /// Amps held still.
    pub stall_current_a: f64,
}

/// What was worked out from what is known.
#[derive(Debug, Clone, PartialEq, Serialize, schemars::JsonSchema)]
pub struct WorkedOut {
    /// Figures for the motor's document.
    pub figures: Vec<FoundFigure>,
    /// How, line by line.
    pub working: Vec<String>,
    /// What cannot all be right.
    pub contradictions: Vec<Contradiction>,
    /// What is still wanted, in a maker's words; empty where Kv and resistance were found.
    pub missing: Vec<&'static str>,
    /// Figures at the output shaft; null without volts.
    pub at_output: Option<AtOutput>,
    /// The members of the motor's document with the figures put in; what was measured stays.
    pub motor: Value,
    /// Keys of the motor before that are not in it: what is known is of another motor.
    pub goes: Vec<String>,
}

/// A figure that is off by less than this, as a logarithm, is the same, whatever the errors say.
pub(super) const SAME: f64 = 0.2;

/// Works a motor out.
///
/// `motor`: the members of its document as far as there are any, `facts` among them; `wheel_diameter_m`: of the wheel that
/// it would sit in, for a hub that nobody told a speed of.
///
/// # Errors
/// What is wrong with the facts, each with its JSON pointer.
pub fn work_out(motor: &Map<String, Value>, wheel_diameter_m: Option<f64>) -> Result<WorkedOut, Vec<Problem>> {
    let mut problems = Problems::default();
    let empty = json!({});
    let facts =
        MotorFacts::read_object(motor.get("facts").unwrap_or(&empty), &[], &Place::root().key("facts"), &mut problems);
    match facts {
        Some(facts) if problems.0.is_empty() => Ok(as_another_or_the_same(motor, &facts, wheel_diameter_m)),
        _ => Err(problems.0),
    }
}

/// What is known may be of another motor than the one that stands in the document: then nothing of that one stays but its
/// name and what was measured.
fn as_another_or_the_same(motor: &Map<String, Value>, facts: &MotorFacts, wheel_diameter_m: Option<f64>) -> WorkedOut {
    const STAYS: &[&str] = &["format", "part", "label", "kind", "facts", "mount"];
    let measured =
        |key: &str| motor.get("provenance").and_then(|map| map.get(key)).and_then(Value::as_str) == Some("measured");
    let mut bare = motor.clone();
    bare.retain(|key, _| STAYS.contains(&key.as_str()) || measured(key));
    for marks in ["provenance", "measured_on"] {
        if let Some(all) = motor.get(marks).and_then(Value::as_object) {
            let kept: Map<_, _> =
                all.iter().filter(|(key, _)| measured(key)).map(|(k, v)| (k.clone(), v.clone())).collect();
            if !kept.is_empty() {
                bare.insert(marks.to_owned(), Value::Object(kept));
            }
        }
    }
    let another = KnownMotor::new(&bare, facts, wheel_diameter_m).worked_out();
    let differs = ["kv_rpm_per_v", "resistance_ohm"].iter().any(|key| {
        let then = motor.get(*key).and_then(Value::as_f64);
        let found = another.figures.iter().find(|figure| figure.key == *key);
        then.zip(found).is_some_and(|(then, found)| {
            let now = found.value.as_f64().unwrap_or(then);
            (now / then).ln().abs() > found.factor.unwrap_or(1.0).ln().max(SAME)
        })
    });
    if another.missing.is_empty() && differs {
        let stays = |key: &String| another.motor.as_object().is_some_and(|now| now.contains_key(key));
        let ratio = |motor: &Map<String, Value>| motor.get("gearbox").and_then(|own| own.get("ratio")).cloned();
        let mut goes: Vec<String> = motor.keys().filter(|key| !stays(key)).cloned().collect();
        if stays(&"gearbox".to_owned())
            && ratio(motor).is_some()
            && ratio(motor) != another.motor.as_object().and_then(ratio)
        {
            goes.push("gearbox.ratio".to_owned());
        }
        return WorkedOut { goes, ..another };
    }
    KnownMotor::new(motor, facts, wheel_diameter_m).worked_out()
}

/// Completes a motor's document that lacks Kv, resistance or its kind from whatever it says. Figures it has count as known too.
/// Gives what cannot all be right, in a sentence each.
///
/// # Errors
/// What is still wanted, in a maker's words; the document is as it was.
pub fn complete(motor: &mut Map<String, Value>) -> Result<Vec<String>, Vec<&'static str>> {
    /// What a table may have in place of what is known.
    const ALSO_KNOWN: &[(&str, &str)] = &[
        ("kv_rpm_per_v", "kv_rpm_per_v"),
        ("resistance_ohm", "resistance_ohm"),
        ("no_load_current_a", "no_load_current_a"),
        ("no_load_voltage_v", "voltage_v"),
        ("nominal_voltage_v", "voltage_v"),
        ("max_continuous_current_a", "max_current_a"),
        ("rated_power_w", "rated_power_w"),
        ("turns", "turns"),
        ("mass_kg", "mass_kg"),
    ];
    let listed = motor.contains_key("kv_rpm_per_v") && motor.contains_key("resistance_ohm");
    if listed && motor.contains_key("kind") && !motor.contains_key("facts") {
        return Ok(Vec::new());
    }
    let mut whole = motor.clone();
    let facts = whole.entry("facts").or_insert_with(|| json!({}));
    for (key, fact) in ALSO_KNOWN {
        if let (Some(value), Some(facts)) = (motor.get(*key), facts.as_object_mut()) {
            facts.entry(*fact).or_insert_with(|| value.clone());
        }
    }
    let ratio = motor.get("gearbox").and_then(|gearbox| gearbox.get("ratio"));
    if let (Some(ratio), Some(facts)) = (ratio, facts.as_object_mut()) {
        facts.entry("gear_ratio").or_insert_with(|| ratio.clone());
    }
    // What is wrong with the facts themselves is said when the whole is read.
    let Ok(worked) = work_out(&whole, None) else { return Ok(Vec::new()) };
    if !worked.missing.is_empty() {
        return Err(worked.missing);
    }
    let contradictions = worked.contradictions.into_iter().map(|entry| entry.says).collect();
    match worked.motor {
        // What is listed stays as it is; only what kind of motor it is may not have been said.
        Value::Object(complete) if listed => {
            if let Some(kind) = complete.get("kind") {
                motor.entry("kind").or_insert_with(|| kind.clone());
            }
        }
        Value::Object(complete) => *motor = complete,
        _ => {}
    }
    Ok(contradictions)
}

impl Motor {
    /// What is worked out from what is known of it; `None` where nothing is.
    #[must_use]
    pub fn worked_out(&self) -> Option<WorkedOut> {
        self.facts.as_ref()?;
        let document = serde_json::to_value(self).ok()?;
        work_out(document.as_object()?, None).ok()
    }
}

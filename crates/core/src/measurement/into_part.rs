//! A measured figure put where a listed one stood: into a drive of a build, or onto the shelf; and what that changes.

use std::collections::BTreeMap;

use serde::Serialize;
use serde_json::{Map, Value, json};

use super::catalogue::sheets_that_give;
use super::given::Given;
use super::{Measured, Target};
use crate::document::{Build, Load, MotorKind, Problem, Provenance};
use crate::evaluation::checks::{CheckCode, Verdict};
use crate::evaluation::{OptionEvaluation, evaluate_option};
use crate::format::{percent, significant};
use crate::variants::candidates::Effect;

/// What a measurement changes in a build.
#[derive(Debug, Clone, PartialEq, Serialize, schemars::JsonSchema)]
pub struct Applied {
    /// Figure by figure.
    pub changes: Vec<Changed>,
    /// What the option did with the figures before.
    pub before: Effect,
    /// What it does with the measured ones.
    pub after: Effect,
    /// Checks whose verdict or use moves, the ones whose verdict changes first.
    pub moved: Vec<MovedCheck>,
    /// The build with the measured figures in it.
    #[schemars(with = "Build")]
    pub build: Value,
}

/// A check that comes out differently.
#[derive(Debug, Clone, PartialEq, Serialize, schemars::JsonSchema)]
pub struct MovedCheck {
    /// Code of the check.
    pub code: CheckCode,
    /// What a maker calls it.
    pub title: &'static str,
    /// How it came out before.
    pub before: Verdict,
    /// How it comes out now.
    pub after: Verdict,
    /// How far it was used; null without a number.
    pub used_before: Option<f64>,
    /// How far it is used now; null without a number.
    pub used_after: Option<f64>,
}

/// Use that moves by less is as it was.
const MOVED: f64 = 0.01;

/// Checks whose verdict or use moves from one evaluation of an option to another.
pub(crate) fn moved(before: &OptionEvaluation, after: &OptionEvaluation) -> Vec<MovedCheck> {
    let mut found: Vec<MovedCheck> = after
        .checks
        .iter()
        .filter_map(|now| {
            let then = before.checks.iter().find(|then| then.same_as(now))?;
            let by = now.utilisation.zip(then.utilisation).map_or(0.0, |(now, then)| (now - then).abs());
            (now.verdict != then.verdict || by > MOVED).then_some(MovedCheck {
                code: now.code,
                title: now.title,
                before: then.verdict,
                after: now.verdict,
                used_before: then.utilisation,
                used_after: now.utilisation,
            })
        })
        .collect();
    found.sort_by_key(|check| check.before == check.after);
    found
}

/// One figure replaced.
#[derive(Debug, Clone, PartialEq, Serialize, schemars::JsonSchema)]
pub struct Changed {
    /// Where it stands in the document.
    pub pointer: String,
    /// What a maker calls it.
    pub label: String,
    /// What stood there; null where nothing did.
    pub before: Option<f64>,
    /// What was measured.
    pub after: f64,
    /// How much more it is, as a share; below zero for less, null where nothing stood there.
    pub by: Option<f64>,
    /// What that means for the machine, in whole sentences; null where it means nothing more than the figure says.
    pub says: Option<String>,
}

/// What a measured Kv above the one that stood there means: magnets that have weakened. `None` where it is not above it by more
/// than twice the standard error.
///
/// # Source
/// Kt·Kv is one number: torque for an ampere falls as Kv rises, the current for a torque rises with it, copper heat with its
/// square.
fn weaker_magnets(before: f64, after: f64, standard_error: f64) -> Option<String> {
    if after - before <= 2.0 * standard_error {
        return None;
    }
    let more = after / before - 1.0;
    Some(format!(
        "Kv is {} above what stood there, by more than its error: the magnets have lost {} of their strength, or the listing was \
         off, as listings are by up to 8 %. For the same torque it takes {} more current and makes {} more heat in the winding.",
        percent(more),
        percent(1.0 - before / after),
        percent(more),
        percent((1.0 + more).powi(2) - 1.0)
    ))
}

/// A Kv that is the ratio of the gearbox off the one that stood there was read at the other shaft. `None` where it is not.
fn wrong_shaft(before: f64, after: f64, ratio: Option<f64>) -> Option<String> {
    /// Off by no more than this share it is the ratio.
    const NEAR: f64 = 0.2;
    let ratio = ratio.filter(|ratio| *ratio > 1.5)?;
    let off = after / before;
    let by = |wanted: f64| (off / wanted).ln().abs() < NEAR;
    if by(1.0 / ratio) {
        Some(format!(
            "Kv is {} times less than what stood there, and that is the ratio of its gearbox: the speed was read behind the \
             gearbox. Say on the sheet which shaft it was; the Kv of a motor is that of its own shaft.",
            significant(1.0 / off)
        ))
    } else if by(ratio) {
        Some(format!(
            "Kv is {} times what stood there, and that is the ratio of its gearbox: the speed was read at the motor itself, or what \
             stood there was that of the gearbox shaft.",
            significant(off)
        ))
    } else {
        None
    }
}

/// A figure by its key, dotted where it stands in a record of its own.
pub(crate) fn figure_at(part: &Map<String, Value>, key: &str) -> Option<f64> {
    match key.split_once('.') {
        Some((outer, inner)) => part.get(outer)?.get(inner)?.as_f64(),
        None => part.get(key)?.as_f64(),
    }
}

/// Puts a figure where its key says, and marks it as measured at a time.
pub(crate) fn put_measured(part: &mut Map<String, Value>, key: &str, value: f64, at: Option<&str>) {
    let (outer, inner) = key.split_once('.').map_or((key, None), |(outer, inner)| (outer, Some(inner)));
    match inner {
        Some(inner) => {
            let record = part.entry(outer).or_insert_with(|| json!({}));
            if let Some(record) = record.as_object_mut() {
                record.insert(inner.to_owned(), json!(value));
            }
        }
        None => {
            part.insert(key.to_owned(), json!(value));
        }
    }
    if let Some(at) = at {
        mark(part, outer, at);
    }
}

/// Marks a figure of a part as measured at a time.
fn mark(part: &mut Map<String, Value>, key: &str, at: &str) {
    for (member, value) in [("provenance", json!(Provenance::Measured)), ("measured_on", json!(at))] {
        let marks = part.entry(member).or_insert_with(|| json!({}));
        if let Some(marks) = marks.as_object_mut() {
            marks.insert(key.to_owned(), value);
        }
    }
}

/// Puts the figures of a measurement into a drive of an option, marked as measured at a time (RFC 3339).
///
/// # Errors
/// What is wrong with the build once the figures are in it; a measurement that gives no figure of a build.
pub fn apply(
    measured: &Measured,
    build: &Build,
    option: usize,
    drive: usize,
    at: &str,
) -> Result<Applied, Vec<Problem>> {
    let nothing = |detail: &str| vec![Problem { pointer: String::new(), detail: detail.to_owned() }];
    let Some(sheet) = build.options.get(option).filter(|sheet| drive < sheet.drives.len()) else {
        return Err(nothing("there is no such option or drive"));
    };
    let served = &sheet.drives[drive].drive;
    let job_place = build.job.drives.iter().position(|one| one.name == *served).unwrap_or(0);
    let rolls = matches!(build.job.drives[job_place].load, Load::Vehicle(_));
    let mut document = serde_json::to_value(build).unwrap_or_default();
    let mut changes = Vec::new();
    let stepper = sheet.drives[drive].motor.kind == MotorKind::Stepper;
    if stepper && measured.kind == "generator_test" {
        return Err(nothing(
            "the volts behind the two bridges of a stepper tell neither its Kv nor its ohms: spin it by a drill with the meter on \
             one winding, and read that winding with the meter",
        ));
    }
    for gives in &measured.gives {
        let place = match gives.target {
            Target::Motor => format!("/options/{option}/drives/{drive}/motor"),
            Target::Battery => format!("/options/{option}/battery"),
            Target::Vehicle if rolls => format!("/job/drives/{job_place}/load"),
            Target::Vehicle => continue,
        };
        let Some(part) = document.pointer_mut(&place).and_then(Value::as_object_mut) else { continue };
        let before = figure_at(part, gives.key);
        let ratio = part.get("gearbox").and_then(|gearbox| gearbox.get("ratio")).and_then(Value::as_f64);
        put_measured(part, gives.key, gives.value, Some(at));
        changes.push(Changed {
            pointer: format!("{place}/{}", gives.key.replace('.', "/")),
            label: Given::of(gives.target, gives.key).map_or(gives.key, Given::label).to_owned(),
            before,
            after: gives.value,
            by: before.filter(|before| *before != 0.0).map(|before| gives.value / before - 1.0),
            says: before.filter(|_| gives.key == "kv_rpm_per_v").and_then(|before| {
                if let Some(wrong) = wrong_shaft(before, gives.value, ratio) {
                    return Some(wrong);
                }
                let error = measured.results.get("kv_standard_error").and_then(Value::as_f64);
                weaker_magnets(before, gives.value, error.unwrap_or(0.0))
            }),
        });
    }
    if changes.is_empty() {
        return Err(nothing("this measurement gives no figure that stands in this drive"));
    }
    let changed = Build::from_value(&document)?;
    let result = |build: &Build| evaluate_option(&build.job, &build.options[option], option);
    let (before, after) = (result(build), result(&changed));
    Ok(Applied {
        changes,
        moved: moved(&before, &after),
        before: Effect::of(&before, &build.options[option], drive),
        after: Effect::of(&after, &changed.options[option], drive),
        build: document,
    })
}

/// A part of the shelf with the figures of several measurements, the later ones last; each marked with its time (RFC 3339).
///
/// `part` is a shelf document to start from, or just `{part, label, kind}`. What is then still missing is for the reader of
/// the document to say.
#[must_use]
pub fn part_with(mut part: Map<String, Value>, target: Target, measurements: &[(Measured, String)]) -> Value {
    let mut figures: BTreeMap<&str, (f64, &str)> = BTreeMap::new();
    for (measured, at) in measurements {
        for gives in measured.gives.iter().filter(|gives| gives.target == target) {
            figures.insert(gives.key, (gives.value, at));
        }
    }
    for (key, (value, at)) in figures {
        put_measured(&mut part, key, value, Some(at));
    }
    Value::Object(part)
}

/// What a part made of measurements still lacks, with the sheets that would give it in place of what the reader of the
/// document says; any other problem as it is.
#[must_use]
pub fn still_missing(problems: Vec<Problem>, target: Target) -> Vec<Problem> {
    let told = |problem: Problem| {
        let key = problem.pointer.rsplit('/').next().unwrap_or_default();
        let detail = match Given::of(target, key) {
            Some(given) => format!(
                "{} is still missing: the sheet {} under the same name gives it",
                given.label(),
                sheets_that_give(given)
            ),
            // Of a battery one of two figures is needed, so that the problem is about the whole.
            None if target == Target::Battery && problem.detail.contains(Given::CellResistance.key()) => format!(
                "a continuous rating or the resistance of a cell is still missing: the sheet {} under the same name gives the latter",
                sheets_that_give(Given::CellResistance)
            ),
            None => problem.detail,
        };
        Problem { detail, ..problem }
    };
    problems.into_iter().map(told).collect()
}

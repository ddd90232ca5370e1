//! What would fix a check: found by solving for one parameter at a time with the whole model, never by a rule of thumb.
//!
//! * [`adjustments`]: what can be turned, from the smallest change to the largest.
//! * [`relevant`]: which levers can move which check.
//! * [`remedies`] turns each lever until the check is ok, sees what that does to all the others, applies what it is
//!   about to offer to the document, reads it back strictly and offers only what then holds.

mod adjustments;
mod controller_adjustments;
mod drive_adjustments;
mod grid;
mod job_adjustments;
mod motor_adjustments;
mod relevant;
mod room_adjustments;
mod stage_adjustments;
mod supply_adjustments;

use rayon::prelude::*;
use serde_json::Value;

use crate::document::{Build, Job, OptionSheet};
pub use crate::evaluation::checks::remedy::{CheckMove, Group, PartNeed, Remedy, Wanted};
use crate::evaluation::checks::{Check, CheckCode, Verdict};
use crate::evaluation::{Evaluation, OptionEvaluation, evaluate, evaluate_figures, evaluate_option};
use adjustments::Adjustment;
pub(crate) use supply_adjustments::highest_c;

/// Most remedies that are offered for one check.
pub const MOST_REMEDIES: usize = 4;

/// Job and option, as a lever changes them.
#[derive(Debug, Clone)]
pub(crate) struct Variant {
    pub job: Job,
    pub option: OptionSheet,
}

/// How good a check is to become.
#[derive(Debug, Clone, Copy, PartialEq)]
enum Goal {
    /// As good as this verdict.
    Verdict(Verdict),
    /// At most this share of its limit used.
    Share(f64),
}

impl Goal {
    fn reached(self, verdict: Verdict, utilisation: Option<f64>) -> bool {
        match self {
            Self::Verdict(wanted) => verdict == Verdict::Ok || (wanted == Verdict::Tight && verdict == Verdict::Tight),
            Self::Share(share) => utilisation.is_some_and(|used| used <= share),
        }
    }
}

/// A step of a lever that was tried.
struct Tried {
    step: f64,
    result: OptionEvaluation,
}

/// A lever at the step where the check holds.
struct Found<'a> {
    lever: &'a Adjustment,
    tried: Tried,
    /// Share of the lever's travel that was needed: small changes before large ones.
    travel: f64,
}

/// Every option of a build evaluated, with remedies at every check that fails or is tight.
#[must_use]
pub fn evaluate_with_remedies(build: &Build) -> Evaluation {
    let mut evaluation = evaluate(build);
    for (index, option) in evaluation.options.iter_mut().enumerate() {
        let now = option.clone();
        option.checks.par_iter_mut().filter(|check| needs_remedy(check)).for_each(|check| {
            check.remedies = found_for(build, index, &now, check);
        });
    }
    evaluation
}

/// Remedies of one check of one option; none for a check that holds, is unknown or does not exist.
#[must_use]
pub fn remedies(
    build: &Build,
    option: usize,
    code: CheckCode,
    drive: Option<&str>,
    stage: Option<usize>,
) -> Vec<Remedy> {
    let Some(now) = evaluated(build, option) else { return Vec::new() };
    let check = named(&now, code, drive, stage).filter(|check| needs_remedy(check));
    check.map_or_else(Vec::new, |check| found_for(build, option, &now, check))
}

/// What would bring a check down to a share of its limit, above 0 to 1: whatever moves it, whether it holds or not. None where
/// it is there already, has no number, or does not exist.
#[must_use]
pub fn ways_to(
    build: &Build,
    option: usize,
    code: CheckCode,
    drive: Option<&str>,
    stage: Option<usize>,
    share: f64,
) -> Vec<Remedy> {
    let Some(now) = evaluated(build, option) else { return Vec::new() };
    let check = named(&now, code, drive, stage).filter(|check| check.utilisation.is_some_and(|used| used > share));
    let Some(check) = check else { return Vec::new() };
    let draft = Variant { job: build.job.clone(), option: build.options[option].clone() };
    let levers = relevant::levers_for(check, &draft, option);
    let mut found: Vec<Found<'_>> =
        levers.iter().filter_map(|lever| turn(lever, &draft, check, Goal::Share(share))).collect();
    found.sort_by(|a, b| cost(a, &now).total_cmp(&cost(b, &now)));
    offered(&found, build, option, &now, check, Goal::Share(share))
}

/// An option as it is; `None` where there is no such option.
fn evaluated(build: &Build, option: usize) -> Option<OptionEvaluation> {
    build.options.get(option).map(|sheet| evaluate_option(&build.job, sheet, option))
}

/// A check by what it is told apart by.
fn named<'a>(
    result: &'a OptionEvaluation,
    code: CheckCode,
    drive: Option<&str>,
    stage: Option<usize>,
) -> Option<&'a Check> {
    result.checks.iter().find(|check| check.code == code && check.drive.as_deref() == drive && check.stage == stage)
}

fn needs_remedy(check: &Check) -> bool {
    matches!(check.verdict, Verdict::Fail | Verdict::Tight)
}

fn found_for(build: &Build, index: usize, now: &OptionEvaluation, check: &Check) -> Vec<Remedy> {
    let draft = Variant { job: build.job.clone(), option: build.options[index].clone() };
    let levers = relevant::levers_for(check, &draft, index);
    let mut found: Vec<Found<'_>> =
        levers.iter().filter_map(|lever| turn(lever, &draft, check, Goal::Verdict(Verdict::Ok))).collect();
    if found.len() < 2 && check.verdict == Verdict::Fail {
        // Nothing but one makes it ok: holding at all is worth something too.
        let known: Vec<*const Adjustment> = found.iter().map(|found| std::ptr::from_ref(found.lever)).collect();
        found.extend(
            levers
                .iter()
                .filter(|lever| !known.contains(&std::ptr::from_ref(*lever)))
                .filter_map(|lever| turn(lever, &draft, check, Goal::Verdict(Verdict::Tight))),
        );
    }
    found.sort_by(|a, b| cost(a, now).total_cmp(&cost(b, now)));
    offered(&found, build, index, now, check, Goal::Verdict(Verdict::Tight))
}

/// What a remedy costs: above all what it breaks, then what still fails, then giving up what was asked for.
fn cost(found: &Found<'_>, now: &OptionEvaluation) -> f64 {
    let after = &found.tried.result;
    let breaks = broken(now, after).count();
    let failing = after.checks.iter().filter(|check| check.verdict == Verdict::Fail).count();
    let numberless =
        after.checks.iter().filter(|check| check.verdict == Verdict::Fail && check.utilisation.is_none()).count();
    let concession = if found.lever.group == Group::Requested { 30.0 } else { 0.0 };
    let worst = worst_utilisation(after).unwrap_or(3.0).min(3.0);
    let count = |number: usize| f64::from(u32::try_from(number).unwrap_or(u32::MAX));
    25.0 * count(breaks) + 10.0 * count(failing) + 5.0 * count(numberless) + concession + worst + found.travel
}

/// How far the weakest link is used; `None` when it fails without a number.
fn worst_utilisation(result: &OptionEvaluation) -> Option<f64> {
    result.weakest().and_then(|check| check.utilisation)
}

fn same<'a>(result: &'a OptionEvaluation, check: &Check) -> Option<&'a Check> {
    result.checks.iter().find(|other| other.same_as(check))
}

/// Verdict and utilisation of a check in another result. A mismatch that is gone leaves no check behind, and holds.
fn outcome(result: &OptionEvaluation, check: &Check) -> Option<(Verdict, Option<f64>)> {
    match same(result, check) {
        Some(after) => Some((after.verdict, after.utilisation)),
        None => check.code.is_there_only_when_wrong().then_some((Verdict::Ok, None)),
    }
}

/// Checks that hold or are unknown now and fail afterwards.
fn broken<'a>(now: &'a OptionEvaluation, after: &'a OptionEvaluation) -> impl Iterator<Item = &'a Check> {
    after.checks.iter().filter(|check| {
        check.verdict == Verdict::Fail && same(now, check).is_none_or(|before| before.verdict != Verdict::Fail)
    })
}

/// Turns a lever until the check is as good as the goal; `None` when no step of it does that.
fn turn<'a>(lever: &'a Adjustment, draft: &Variant, check: &Check, goal: Goal) -> Option<Found<'a>> {
    let holds = |step: f64| -> Option<Tried> {
        let mut changed = draft.clone();
        (lever.apply)(&mut changed, step);
        let result = evaluate_figures(&changed.job, &changed.option);
        let (verdict, utilisation) = outcome(&result, check)?;
        goal.reached(verdict, utilisation).then_some(Tried { step, result })
    };
    let (place, tried) = grid::first(&lever.steps, holds)?;
    #[allow(clippy::cast_precision_loss, reason = "a lever has some tens of steps")]
    let travel = (place + 1) as f64 / lever.steps.len() as f64;
    Some(Found { lever, tried, travel })
}

/// The best of what was found, of different groups first, each proven on the document itself.
fn offered(
    found: &[Found<'_>],
    build: &Build,
    index: usize,
    now: &OptionEvaluation,
    check: &Check,
    goal: Goal,
) -> Vec<Remedy> {
    let mut chosen: Vec<usize> = Vec::new();
    let mut remedies = Vec::new();
    for different_groups in [true, false] {
        for (place, candidate) in found.iter().enumerate() {
            if remedies.len() == MOST_REMEDIES {
                return remedies;
            }
            let group = candidate.lever.group;
            let taken = chosen.contains(&place);
            let repeats = chosen.iter().any(|other| found[*other].lever.group == group);
            // What breaks other things is a way out of need, not a fourth choice.
            let harms = broken(now, &candidate.tried.result).next().is_some() && chosen.len() >= 2;
            if taken || harms || (different_groups && repeats) || (group == Group::Requested && repeats) {
                continue;
            }
            if let Some(remedy) = proven(candidate, build, index, now, check, goal) {
                chosen.push(place);
                remedies.push(remedy);
            }
        }
    }
    remedies
}

/// The remedy as a change of the document, if the changed document reads and the check then comes out the same.
fn proven(
    found: &Found<'_>,
    build: &Build,
    index: usize,
    now: &OptionEvaluation,
    check: &Check,
    goal: Goal,
) -> Option<Remedy> {
    let lever = found.lever;
    let mut draft = Variant { job: build.job.clone(), option: build.options[index].clone() };
    (lever.apply)(&mut draft, found.tried.step);
    let mut changed = serde_json::to_value(build).ok()?;
    let was = changed.pointer(&lever.pointer).cloned().unwrap_or(Value::Null);
    let value = draft.value_at(&lever.pointer, index)?;
    put(&mut changed, &lever.pointer, value.clone())?;
    let read = Build::from_value(&changed).ok()?;
    let result = evaluate_option(&read.job, &read.options[index], index);
    let (verdict, utilisation) = outcome(&result, check)?;
    let better = matches!(goal, Goal::Share(_)) || verdict != check.verdict;
    if !goal.reached(verdict, utilisation) || !better {
        return None;
    }
    let moved = |other: &Check, after: Option<&Check>| CheckMove {
        code: other.code,
        drive: other.drive.clone(),
        stage: other.stage,
        title: other.title,
        before: same(now, other).and_then(|check| check.utilisation),
        after: after.and_then(|check| check.utilisation),
    };
    let mends = now
        .checks
        .iter()
        .filter(|other| other.verdict == Verdict::Fail && !other.same_as(check))
        .filter_map(|other| {
            let then = same(&result, other)?;
            matches!(then.verdict, Verdict::Ok | Verdict::Tight).then(|| moved(other, Some(then)))
        })
        .collect();
    let failing = result.checks.iter().filter(|check| check.verdict == Verdict::Fail).count();
    Some(Remedy {
        says: (lever.says)(found.tried.step),
        group: lever.group,
        pointer: lever.pointer.clone(),
        value,
        was,
        utilisation,
        verdict,
        weakest_after: result.weakest().map(|link| moved(link, Some(link))),
        breaks: broken(now, &result).map(|other| moved(other, Some(other))).collect(),
        mends,
        failing_after: u32::try_from(failing).unwrap_or(u32::MAX),
        part: lever.need.as_ref().map(|need| need(&draft)),
    })
}

/// Puts a value at a JSON pointer whose parent exists.
pub(crate) fn put(document: &mut Value, pointer: &str, value: Value) -> Option<()> {
    if let Some(place) = document.pointer_mut(pointer) {
        *place = value;
        return Some(());
    }
    let (parent, key) = pointer.rsplit_once('/')?;
    document.pointer_mut(parent)?.as_object_mut()?.insert(key.to_owned(), value);
    Some(())
}

impl Variant {
    /// The value at a pointer of the build, in this draft.
    fn value_at(&self, pointer: &str, index: usize) -> Option<Value> {
        let (whole, rest) = match pointer.strip_prefix(&format!("/options/{index}")) {
            Some(rest) => (serde_json::to_value(&self.option).ok()?, rest),
            None => (serde_json::to_value(&self.job).ok()?, pointer.strip_prefix("/job")?),
        };
        whole.pointer(rest).cloned()
    }
}

//! Why the others fell, and how near they came: counted by check, the nearest of each, and how many more there would be
//! if that one bound gave way a little.
//!
//! What was wholly evaluated is counted exactly: it would be let through if the one check it fails were eased. What a cheap
//! bound ruled out is known by how far it is from that bound; the nearest of those are evaluated once the search is done, and
//! what they give is said to be the least.

use std::collections::BTreeMap;

use rayon::prelude::*;
use serde::Serialize;

use super::bounds::ruled_out;
use super::easing::{HIGHER, LESS, STEPS, change_of, step_of};
use super::{Hit, Seen, Space, Watch, try_set};
use crate::document::load::{Blade, ConstantTorque, Fan, Flywheel, Hoist, Vehicle};
use crate::document::{Load, OptionSheet, Search};
use crate::evaluation::checks::{Check, Verdict, fails_above};
use crate::evaluation::{OptionEvaluation, evaluate_option};
use crate::format::percent;

/// How many of the nearest are kept for each reason.
const KEPT: usize = 32;
/// How many sets of parts are tried again with a bound of theirs lifted.
const SETS_TRIED_AGAIN: usize = 8;
/// Code of a combination whose parts cannot hold the target speed.
pub(super) const TARGET: &str = "target";
/// Code of a combination whose parts cannot hold the climb.
pub(super) const CLIMB: &str = "climb";

/// What some combinations fell to.
#[derive(Debug, Clone, PartialEq, Serialize, schemars::JsonSchema)]
pub struct Fell {
    /// `target`, `climb`, or the code of the first check that fails.
    pub code: &'static str,
    /// What a maker calls it.
    pub title: &'static str,
    /// How many.
    pub count: u64,
    /// The one that came nearest, with nothing else against it where there is such a one; null where there is no near and
    /// far.
    pub nearest: Option<Nearest>,
    /// What would let some of them through, the smallest change first.
    pub eased: Vec<Eased>,
}

/// The combination that came nearest.
#[derive(Debug, Clone, PartialEq, Serialize, schemars::JsonSchema)]
pub struct Nearest {
    /// The combination.
    pub hit: Hit,
    /// How much of the bound it takes; above 1.
    pub utilisation: f64,
    /// Why it falls, in one sentence.
    pub because: String,
    /// What else it fails in, by title.
    pub also: Vec<&'static str>,
}

/// A bound that gives way, and what comes of it.
#[derive(Debug, Clone, PartialEq, Serialize, schemars::JsonSchema)]
pub struct Eased {
    /// The change, to be read after "if".
    pub change: String,
    /// How far the bound gives way, as a share.
    pub by: f64,
    /// How many more there would be.
    pub more: u64,
    /// Whether there may be more still: only the nearest were looked at.
    pub at_least: bool,
}

/// Where nothing does the job: the combination that fails by the least, and everything it fails in.
#[derive(Debug, Clone, PartialEq, Serialize, schemars::JsonSchema)]
pub struct Closest {
    /// The combination.
    pub hit: Hit,
    /// Everything it fails in, in sentences.
    pub fails: Vec<String>,
}

/// Where nothing does the job: the change that goes the least far and lets something through.
pub(super) fn least(fell: &[Fell]) -> Option<Eased> {
    fell.iter().flat_map(|fell| &fell.eased).min_by(|a, b| a.by.total_cmp(&b.by)).cloned()
}

/// The nearest so far: smallest first, equals in the order of the document.
#[derive(Debug, Clone)]
struct Near(Vec<(f64, u64)>);

impl Near {
    fn new() -> Self {
        Self(Vec::with_capacity(KEPT + 1))
    }

    fn take(&mut self, far: f64, number: u64) {
        let after = |kept: &(f64, u64)| kept.0.total_cmp(&far).then(kept.1.cmp(&number)).is_lt();
        if !far.is_finite() || (self.0.len() == KEPT && self.0.last().is_some_and(after)) {
            return;
        }
        self.0.insert(self.0.partition_point(after), (far, number));
        self.0.truncate(KEPT);
    }
}

/// What one worker knows of one reason.
#[derive(Debug, Clone)]
struct Reason {
    count: u64,
    title: &'static str,
    /// Those with nothing else against them; for a bound, all of them.
    near: Near,
    /// Those that fail in something else too.
    near_besides: Near,
    /// Of those with nothing else against them, how many each step of easing lets through first.
    let_through: [u64; STEPS],
}

/// Every reason seen so far.
#[derive(Debug, Clone)]
pub(super) struct Reasons {
    by_code: BTreeMap<&'static str, Reason>,
    /// Of what was wholly evaluated, the ones that fail by the least.
    closest: Near,
}

impl Reasons {
    pub fn new() -> Self {
        Self { by_code: BTreeMap::new(), closest: Near::new() }
    }

    fn reason(&mut self, code: &'static str) -> &mut Reason {
        self.by_code.entry(code).or_insert_with(|| Reason {
            count: 0,
            title: title_of(code),
            near: Near::new(),
            near_besides: Near::new(),
            let_through: [0; STEPS],
        })
    }

    /// Notes combinations that a bound ruled out. `far` is how much of the bound they take, where that can be said.
    pub fn bound(&mut self, code: &'static str, count: u64, far: Option<f64>, number: u64) {
        let reason = self.reason(code);
        reason.count += count;
        if let Some(far) = far {
            reason.near.take(far, number);
        }
    }

    /// Notes one that was wholly evaluated and fails.
    pub fn failed(&mut self, code: &'static str, number: u64, result: &OptionEvaluation, ambient_c: f64) {
        let failing = || result.checks.iter().filter(|check| check.verdict == Verdict::Fail);
        let worst = failing().map(|check| check.utilisation.unwrap_or(f64::INFINITY)).fold(0.0, f64::max);
        if worst > 0.0 {
            self.closest.take(worst, number);
        }
        let alone = failing().all(|check| check.code == code);
        let reason = self.reason(code);
        reason.count += 1;
        if let Some(check) = failing().find(|check| check.code == code) {
            reason.title = check.title;
            if alone && worst.is_finite() {
                reason.near.take(worst, number);
                if let Some(step) = step_of(check, worst, ambient_c) {
                    reason.let_through[step] += 1;
                }
            } else if let Some(used) = check.utilisation {
                reason.near_besides.take(used, number);
            }
        }
    }

    /// Takes in what another worker has seen.
    pub fn merge(&mut self, other: Self) {
        for (far, number) in other.closest.0 {
            self.closest.take(far, number);
        }
        for (code, theirs) in other.by_code {
            let mine = self.reason(code);
            mine.count += theirs.count;
            mine.title = theirs.title;
            for (far, number) in theirs.near.0 {
                mine.near.take(far, number);
            }
            for (far, number) in theirs.near_besides.0 {
                mine.near_besides.take(far, number);
            }
            for (mine, theirs) in mine.let_through.iter_mut().zip(theirs.let_through) {
                *mine += theirs;
            }
        }
    }

    /// The reasons, the most frequent first, with what would let some through.
    pub fn into_fell(self, search: &Search, space: &Space) -> Vec<Fell> {
        let mut fell: Vec<Fell> = self
            .by_code
            .into_iter()
            .map(|(code, reason)| match code {
                TARGET | CLIMB => held_if_less(search, space, code, &reason),
                _ if is_of_parts(code) => with_lifted(search, space, code, &reason),
                _ => counted(search, space, code, &reason),
            })
            .collect();
        fell.sort_by(|a, b| b.count.cmp(&a.count).then(a.code.cmp(b.code)));
        fell
    }

    /// The one that fails by the least, among what was wholly evaluated, else among what came nearest to a bound.
    pub fn closest(&self, search: &Search, space: &Space) -> Option<Closest> {
        let nearest_bound = || {
            let near = self.by_code.values().filter_map(|reason| reason.near.0.first());
            near.min_by(|a, b| a.0.total_cmp(&b.0).then(a.1.cmp(&b.1)))
        };
        let (_, number) = *self.closest.0.first().or_else(nearest_bound)?;
        let option = space.option(search, number);
        let result = evaluate_option(&search.job, &option, 0);
        let fails = result.checks.iter().filter(|check| check.verdict == Verdict::Fail);
        Some(Closest {
            hit: space.hit_of(search, number, &result),
            fails: fails.map(|check| format!("{}: {}", check.title, check.because)).collect(),
        })
    }
}

fn title_of(code: &str) -> &'static str {
    match code {
        TARGET => "Target speed",
        CLIMB => "Climb",
        "controller.kind" => "Kind of controller",
        "controller.channels" => "Controller channels",
        "motor.voltage" => "Motor voltage",
        "controller.max_voltage" => "Controller voltage",
        _ => "",
    }
}

/// Bounds that hang on the parts alone, whatever the teeth.
fn is_of_parts(code: &str) -> bool {
    matches!(code, "controller.kind" | "controller.channels" | "motor.voltage" | "controller.max_voltage")
}

/// What the steps let through, added up, where each adds something; three at most.
fn eased(counts: &[u64; STEPS], at_least: bool, say: impl Fn(usize) -> (String, f64)) -> Vec<Eased> {
    let mut more = 0;
    let mut found = Vec::new();
    for (step, count) in counts.iter().enumerate().filter(|(_, count)| **count > 0) {
        more += count;
        let (change, by) = say(step);
        found.push(Eased { change, by, more, at_least });
    }
    found.truncate(3);
    found
}

/// A reason whose combinations were all wholly evaluated.
fn counted(search: &Search, space: &Space, code: &'static str, reason: &Reason) -> Fell {
    Fell {
        code,
        title: reason.title,
        count: reason.count,
        nearest: reason.nearest().and_then(|number| nearest(search, space, code, number)),
        eased: eased(&reason.let_through, false, |step| change_of(code, reason.title, step, search.job.ambient_c)),
    }
}

impl Reason {
    /// The nearest with nothing else against it, else the nearest.
    fn nearest(&self) -> Option<u64> {
        self.near.0.first().or(self.near_besides.0.first()).map(|(_, number)| *number)
    }
}

/// A combination as the nearest to a bound. `None` where the check has no number.
fn nearest(search: &Search, space: &Space, code: &str, number: u64) -> Option<Nearest> {
    let option = space.option(search, number);
    let result = evaluate_option(&search.job, &option, 0);
    let failing = || result.checks.iter().filter(|check| check.verdict == Verdict::Fail);
    let check = failing().find(|check| check.code == code)?;
    let of_parts = || ruled_out(&option, space.drive()).and_then(|broken| broken.far);
    Some(Nearest {
        hit: space.hit_of(search, number, &result),
        utilisation: check.utilisation.or_else(of_parts)?,
        because: check.because.clone(),
        also: titles(failing().filter(|check| check.code != code)),
    })
}

fn titles<'a>(checks: impl Iterator<Item = &'a Check>) -> Vec<&'static str> {
    let mut titles: Vec<&'static str> = Vec::new();
    for check in checks {
        if !titles.contains(&check.title) {
            titles.push(check.title);
        }
    }
    titles
}

/// A wish of the searched drive's job, made smaller.
fn less_asked(search: &Search, code: &str, left: f64) -> crate::document::Job {
    let mut job = search.job.clone();
    for served in job.drives.iter_mut().filter(|served| served.name == search.drive) {
        match &mut served.load {
            Load::Vehicle(Vehicle { grade_percent, .. }) if code == CLIMB => *grade_percent *= left,
            Load::Vehicle(Vehicle { target_speed_m_s: wish, .. })
            | Load::Flywheel(Flywheel { target_rpm: wish, .. })
            | Load::Fan(Fan { target_rpm: wish, .. })
            | Load::Blade(Blade { target_tip_speed_m_s: wish, .. })
            | Load::Hoist(Hoist { lift_speed_m_s: wish, .. })
            | Load::ConstantTorque(ConstantTorque { target_rpm: wish, .. }) => *wish *= left,
            Load::Generator(generator) => {
                if let Some(wish) = generator.needed_voltage_v.as_mut() {
                    *wish *= left;
                }
            }
        }
    }
    job
}

/// A reason that is a speed or a hill which cannot be held: the nearest are asked for less.
fn held_if_less(search: &Search, space: &Space, code: &'static str, reason: &Reason) -> Fell {
    let jobs: Vec<crate::document::Job> = LESS.iter().map(|left| less_asked(search, code, *left)).collect();
    let first_step = |number: u64| {
        let option = space.option(search, number);
        let holds =
            |job: &crate::document::Job| super::fell_to(&evaluate_option(job, &option, 0), &search.drive).is_none();
        jobs.iter().position(holds)
    };
    let steps: Vec<(u64, usize)> =
        reason.near.0.par_iter().filter_map(|(_, number)| first_step(*number).map(|step| (*number, step))).collect();
    let mut counts = [0; STEPS];
    for (_, step) in &steps {
        counts[*step] += 1;
    }
    let best = steps.iter().min_by_key(|(_, step)| *step).map(|(number, step)| (*number, Some(*step)));
    let nearest = best.or(reason.nearest().map(|number| (number, None))).map(|(number, step)| {
        let result = evaluate_option(&search.job, &space.option(search, number), 0);
        let own = result.drives.iter().find(|drive| drive.drive == search.drive);
        let case = own.and_then(|drive| drive.at_half(drive.first_not_held()?));
        let failing = result.checks.iter().filter(|check| check.verdict == Verdict::Fail);
        // A speed that is not reached also stands as a check of its own.
        let besides = failing.filter(|check| step.is_none() && !check.code.starts_with("performance."));
        let far = reason.near.0.iter().find(|(_, near)| *near == number).map_or(1.0, |(far, _)| *far);
        Nearest {
            hit: space.hit_of(search, number, &result),
            utilisation: step.map_or(far, |step| 1.0 / LESS[step]),
            because: case.map(|case| case.because.clone()).unwrap_or_default(),
            also: titles(besides),
        }
    });
    let say = |step: usize| {
        let (left, by) = (percent(LESS[step]), 1.0 / LESS[step] - 1.0);
        let text = match code {
            CLIMB => format!("the hill were {} less steep", percent(1.0 - LESS[step])),
            _ => format!("{left} of the target speed were enough"),
        };
        (text, by)
    };
    Fell { code, title: reason.title, count: reason.count, nearest, eased: eased(&counts, true, say) }
}

/// A reason that hangs on the parts alone: the nearest sets are tried again with that bound lifted.
fn with_lifted(search: &Search, space: &Space, code: &'static str, reason: &Reason) -> Fell {
    let can_be_lifted = code != "controller.kind";
    let near = reason.near.0.iter().take(if can_be_lifted { SETS_TRIED_AGAIN } else { 0 });
    let near: Vec<(f64, u64)> = near.copied().collect();
    let again: Vec<(f64, u64, u64)> = near
        .into_par_iter()
        .filter_map(|(far, number)| {
            let mut seen = Seen::new(search);
            try_set(search, space, number / space.pairs(), Some(code), &Watch::default(), &mut seen);
            let feasible = seen.feasible;
            let (ranked, ..) = seen.front.into_parts();
            Some((far, ranked.first()?.number, feasible))
        })
        .collect();
    let number = again.first().map(|(_, number, _)| *number).or_else(|| reason.nearest());
    let nearest = number.and_then(|number| nearest(search, space, code, number));
    let mut counts = [0; STEPS];
    for (far, _, more) in &again {
        if let Some(step) = HIGHER.iter().position(|step| step * fails_above(code) >= *far) {
            counts[step] += more;
        }
    }
    let say = |step: usize| {
        let by = HIGHER[step] - 1.0;
        let text = match code {
            "motor.voltage" => format!("the motor took {} more voltage", percent(by)),
            "controller.max_voltage" => format!("the controller took {} more voltage", percent(by)),
            _ => "there were as many controllers as the motors need".to_owned(),
        };
        (text, by)
    };
    Fell { code, title: reason.title, count: reason.count, nearest, eased: eased(&counts, true, say) }
}

/// Lifts a bound of the parts.
pub(super) fn lift(option: &mut OptionSheet, place: usize, code: &str) {
    let drive = &mut option.drives[place];
    match code {
        "motor.voltage" => drive.motor.max_voltage_v = None,
        "controller.max_voltage" => {
            if let Some(controller) = &mut drive.controller {
                controller.max_voltage_v = None;
            }
        }
        "controller.channels" => {
            if let Some(controller) = &drive.controller {
                let channels = drive.motor_count.div_ceil(drive.motors_per_channel);
                drive.controller_count = channels.div_ceil(controller.channels);
            }
        }
        _ => {}
    }
}

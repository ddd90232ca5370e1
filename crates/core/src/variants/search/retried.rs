//! What would let some through: counted where all were evaluated, tried again with less asked or a bound lifted where not.

use rayon::prelude::*;

use super::bounds::PartsBound;
use super::nearest::{Nearest, nearest, titles};
use super::rejections::{Reason, RejectedBy, Rejection};
use super::relaxation::{HIGHER, LESS, Relaxation, STEPS, change_of, relaxations};
use super::space::Placed;
use super::{Seen, Space, Watch, own_first, try_set};
use crate::document::load::{Blade, ConstantTorque, Fan, Flywheel, Hoist, Vehicle};
use crate::document::{Job, Load, Search};
use crate::evaluation::checks::{Check, CheckCode, CheckGroup, Verdict, fails_above};
use crate::evaluation::{DriveEvaluation, evaluate_option, evaluate_verdicts};
use crate::format::percent;

/// How many sets of parts are tried again with a bound of theirs lifted.
const SETS_TRIED_AGAIN: usize = 8;

/// A reason whose combinations were all wholly evaluated.
pub(super) fn counted(search: &Search, space: &Space, code: CheckCode, reason: &Reason) -> Rejection {
    let by = RejectedBy::Check(code);
    let found = reason.nearest().and_then(|number| nearest(search, space, by, number));
    let eased = relaxations(&reason.let_through, false, |step| change_of(code, step, search.job.ambient_c));
    rejection(by, reason, found, eased)
}

fn rejection(by: RejectedBy, reason: &Reason, nearest: Option<Nearest>, eased: Vec<Relaxation>) -> Rejection {
    Rejection { code: by, title: by.title(), count: reason.count, nearest, eased }
}

/// What is asked of the searched drive.
#[derive(Debug, Clone, Copy, PartialEq, Eq)]
pub(super) enum Wish {
    /// Its target speed.
    Speed,
    /// Its hill.
    Hill,
    /// The voltage of a generator.
    Voltage,
}

impl Wish {
    const fn by(self) -> RejectedBy {
        match self {
            Self::Speed => RejectedBy::Target,
            Self::Hill => RejectedBy::Climb,
            Self::Voltage => RejectedBy::Check(CheckCode::GeneratorVoltage),
        }
    }

    /// A share of it that is left, to be read after "if".
    fn left(self, left: f64) -> String {
        match self {
            Self::Speed => format!("{} of the target speed were enough", percent(left)),
            Self::Hill => format!("the hill were {} less steep", percent(1.0 - left)),
            Self::Voltage => format!("{} of the voltage were enough", percent(left)),
        }
    }
}

/// A wish of the searched drive's job, made smaller.
fn less_asked(search: &Search, wish: Wish, left: f64) -> Job {
    let mut job = search.job.clone();
    for served in job.drives.iter_mut().filter(|served| served.name == search.drive) {
        match &mut served.load {
            Load::Vehicle(Vehicle { grade_percent, .. }) if wish == Wish::Hill => *grade_percent *= left,
            Load::Vehicle(Vehicle { target_speed_m_s: asked, .. })
            | Load::Flywheel(Flywheel { target_rpm: asked, .. })
            | Load::Fan(Fan { target_rpm: asked, .. })
            | Load::Blade(Blade { target_tip_speed_m_s: asked, .. })
            | Load::Hoist(Hoist { lift_speed_m_s: asked, .. })
            | Load::ConstantTorque(ConstantTorque { target_rpm: asked, .. }) => *asked *= left,
            Load::Generator(generator) => {
                if let Some(asked) = generator.needed_voltage_v.as_mut() {
                    *asked *= left;
                }
            }
        }
    }
    job
}

/// A reason that is a wish which cannot be held: the nearest are asked for less.
pub(super) fn held_if_less(search: &Search, space: &Space, wish: Wish, reason: &Reason) -> Rejection {
    let jobs: Vec<Job> = LESS.iter().map(|left| less_asked(search, wish, *left)).collect();
    let first_step = |number: u64| {
        let option = space.option(search, number);
        let holds = |job: &Job| super::fell_to(&evaluate_verdicts(job, &option), &search.drive).is_none();
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
        let missed = |drive: &DriveEvaluation| Some(drive.at_half(drive.first_not_held()?)?.because.clone());
        let by_check = || result.checks.iter().find(|check| Some(check.code) == wish.by().check());
        let because = own_first(&result, &search.drive).find_map(missed);
        let because = because.or_else(|| Some(by_check()?.because.clone())).unwrap_or_default();
        let failing = result.checks.iter().filter(|check| check.verdict == Verdict::Fail);
        // A wish that is missed also stands as a check of its own.
        let itself =
            |check: &Check| check.code.group() == CheckGroup::Performance || Some(check.code) == wish.by().check();
        let besides = failing.filter(|check| step.is_none() && !itself(check));
        let far = reason.near.0.iter().find(|(_, near)| *near == number).map_or(1.0, |(far, _)| *far);
        Nearest {
            hit: space.hit_of(search, number, &result),
            utilisation: step.map_or(far, |step| 1.0 / LESS[step]),
            because,
            also: titles(besides),
        }
    });
    let say = |step: usize| (wish.left(LESS[step]), 1.0 / LESS[step] - 1.0);
    rejection(wish.by(), reason, nearest, relaxations(&counts, true, say))
}

/// A reason that hangs on the parts alone: the nearest sets are tried again with that bound lifted.
pub(super) fn with_lifted(search: &Search, space: &Space, bound: PartsBound, reason: &Reason) -> Rejection {
    let near = reason.near.0.iter().take(if bound.can_be_lifted() { SETS_TRIED_AGAIN } else { 0 });
    let near: Vec<(f64, u64)> = near.copied().collect();
    let again: Vec<(f64, u64, u64)> = near
        .into_par_iter()
        .filter_map(|(far, number)| {
            let mut seen = Seen::new(search);
            let mut placed = Placed::new(search, space);
            try_set(&mut placed, number / space.pairs(), Some(bound), &Watch::default(), &mut seen);
            let feasible = seen.feasible;
            Some((far, seen.front.into_kept().ranked.first()?.number, feasible))
        })
        .collect();
    let number = again.first().map(|(_, number, _)| *number).or_else(|| reason.nearest());
    let nearest = number.and_then(|number| nearest(search, space, RejectedBy::Parts(bound), number));
    let mut counts = [0; STEPS];
    for (far, _, more) in &again {
        if let Some(step) = HIGHER.iter().position(|step| step * fails_above(bound.check()) >= *far) {
            counts[step] += more;
        }
    }
    let say = |step: usize| {
        let by = HIGHER[step] - 1.0;
        (bound.lifted_by(by), by)
    };
    rejection(RejectedBy::Parts(bound), reason, nearest, relaxations(&counts, true, say))
}

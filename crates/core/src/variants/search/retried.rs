//! What would let some through: counted where all were evaluated, tried again with less asked or a bound lifted where not.

use rayon::prelude::*;

use super::bounds::PartsBound;
use super::nearest::{Nearest, nearest, titles};
use super::rejections::{Reason, RejectedBy, Rejection};
use super::relaxation::{HIGHER, LESS, Relaxation, STEPS, change_of, relaxations};
use super::{Seen, Space, Watch, try_set};
use crate::document::load::{Blade, ConstantTorque, Fan, Flywheel, Hoist, Vehicle};
use crate::document::{Job, Load, Search};
use crate::evaluation::checks::{CheckCode, CheckGroup, Verdict, fails_above};
use crate::evaluation::{evaluate_figures, evaluate_option};
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

/// A wish of the searched drive's job, made smaller.
fn less_asked(search: &Search, of_climb: bool, left: f64) -> Job {
    let mut job = search.job.clone();
    for served in job.drives.iter_mut().filter(|served| served.name == search.drive) {
        match &mut served.load {
            Load::Vehicle(Vehicle { grade_percent, .. }) if of_climb => *grade_percent *= left,
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
pub(super) fn held_if_less(search: &Search, space: &Space, of_climb: bool, reason: &Reason) -> Rejection {
    let jobs: Vec<Job> = LESS.iter().map(|left| less_asked(search, of_climb, *left)).collect();
    let first_step = |number: u64| {
        let option = space.option(search, number);
        let holds = |job: &Job| super::fell_to(&evaluate_figures(job, &option), &search.drive).is_none();
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
        let besides = failing.filter(|check| step.is_none() && check.code.group() != CheckGroup::Performance);
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
        let text = if of_climb {
            format!("the hill were {} less steep", percent(1.0 - LESS[step]))
        } else {
            format!("{left} of the target speed were enough")
        };
        (text, by)
    };
    let by = if of_climb { RejectedBy::Climb } else { RejectedBy::Target };
    rejection(by, reason, nearest, relaxations(&counts, true, say))
}

/// A reason that hangs on the parts alone: the nearest sets are tried again with that bound lifted.
pub(super) fn with_lifted(search: &Search, space: &Space, bound: PartsBound, reason: &Reason) -> Rejection {
    let near = reason.near.0.iter().take(if bound.can_be_lifted() { SETS_TRIED_AGAIN } else { 0 });
    let near: Vec<(f64, u64)> = near.copied().collect();
    let again: Vec<(f64, u64, u64)> = near
        .into_par_iter()
        .filter_map(|(far, number)| {
            let mut seen = Seen::new(search);
            try_set(search, space, number / space.pairs(), Some(bound), &Watch::default(), &mut seen);
            let feasible = seen.feasible;
            let (ranked, ..) = seen.front.into_parts();
            Some((far, ranked.first()?.number, feasible))
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

//! `ypsidyne.found/1`: every combination of parts, teeth and wheels in an option, judged with the whole model.
//!
//! * [`find`] tries them all on every core; [`Watch`] tells how far it is and stops it.
//! * [`space`](Space): the combinations, counted and numbered in the order of the document.
//! * [`front`]: the best by one ranking, those that nothing beats in all four, and a fair sample of the rest;
//!   [`pair_fronts`]: those that nothing beats in two measures.
//! * [`rejections`]: what the others fell to; [`nearest`]: how near they came; [`relaxation`]: how a limit gives way;
//!   [`retried`]: what would let them through.
//!
//! Cheap bounds come first: kinds, channels and voltages of the [parts](bounds), then target, climb, voltage and heat of the
//! [drives](drive_bounds), then the whole evaluation. Nothing is refused by a bound that the whole evaluation would let
//! through.

mod bounds;
mod drive_bounds;
mod front;
mod nearest;
mod pair_fronts;
mod rejections;
mod relaxation;
mod retried;
mod space;

use std::sync::atomic::{AtomicU64, Ordering};

use rayon::prelude::*;
use serde::Serialize;

use crate::document::Search;
use crate::evaluation::checks::{Check, CheckCode, Verdict};
use crate::evaluation::{DriveEvaluation, OptionEvaluation, WeakestLink, evaluate_verdicts};
pub use bounds::PartsBound;
use bounds::ruled_out;
use drive_bounds::{DriveBounds, missed_case};
use front::{Candidate, Front};
pub use nearest::{Closest, Nearest};
pub use pair_fronts::{Measure, PairFront};
use rejections::Reasons;
pub use rejections::{RejectedBy, Rejection};
pub use relaxation::Relaxation;
use space::Placed;
pub use space::Space;

/// The `format` of what a search found.
pub const FOUND_FORMAT: &str = "ypsidyne.found/1";

/// Combinations between two looks at whether to stop.
const BLOCK: u64 = 4096;

/// How far a search is, and whether it is still wanted.
#[derive(Default)]
pub struct Watch {
    /// Combinations tried so far.
    pub done: AtomicU64,
    goes_on: Option<Box<dyn Fn() -> bool + Send + Sync>>,
}

impl Watch {
    /// A watch of a search that ends early once `goes_on` says no; what it found until then is its answer.
    #[must_use]
    pub fn asking(goes_on: impl Fn() -> bool + Send + Sync + 'static) -> Self {
        Self { done: AtomicU64::new(0), goes_on: Some(Box::new(goes_on)) }
    }

    fn is_stopped(&self) -> bool {
        self.goes_on.as_ref().is_some_and(|goes_on| !goes_on())
    }
}

/// What a search found.
#[derive(Debug, Clone, PartialEq, Serialize, schemars::JsonSchema)]
pub struct Found {
    /// Always `ypsidyne.found/1`.
    pub format: &'static str,
    /// Combinations there are.
    pub combinations: u64,
    /// Combinations that were tried; fewer when it was stopped.
    pub considered: u64,
    /// Those that do the job: target and climb at half charge, kinds match, heat steady, no check fails.
    pub feasible: u64,
    /// Of those, how many have a check nobody gave the limit of.
    pub feasible_with_unknowns: u64,
    /// The best by the ranking asked for.
    pub ranked: Vec<Hit>,
    /// Those that no other beats in price, mass, time on one charge and margin at once.
    pub pareto: Vec<Hit>,
    /// Whether the list of those nothing beats was cut at its most.
    pub pareto_cut: bool,
    /// A fair sample of all that do the job, in the order of the document: every one while they are few.
    pub sample: Vec<Hit>,
    /// Of each two measures: the numbers of those that no other beats in both.
    pub fronts: Vec<PairFront>,
    /// The hits of those numbers, in the order of the document.
    pub leading: Vec<Hit>,
    /// What the others fell to, the most frequent first, and what would let some through.
    pub fell: Vec<Rejection>,
    /// Where nothing does the job: the one that fails by the least.
    pub closest: Option<Closest>,
    /// Where nothing does the job: the smallest single change that lets something through; null where none does.
    pub least: Option<Relaxation>,
}

/// A combination that does the job.
#[derive(Debug, Clone, PartialEq, Serialize, schemars::JsonSchema)]
pub struct Hit {
    /// Its number in the order of the document, from 0.
    pub number: u64,
    /// What the motor is called.
    pub motor: Option<String>,
    /// What the battery is called.
    pub battery: Option<String>,
    /// What the controller is called; null for a plain switch.
    pub controller: Option<String>,
    /// Equal motors that share the work.
    pub motor_count: u32,
    /// Teeth of the driver; null where the stage has none.
    pub driver_teeth: Option<u32>,
    /// Teeth of the driven wheel.
    pub driven_teeth: Option<u32>,
    /// Diameter of the driven wheels, m.
    pub wheel_diameter_m: Option<f64>,
    /// Price of packs, motors, controllers and stages; null while one of battery, motor, controller has none.
    pub price: Option<f64>,
    /// The same without what is in the drawer.
    pub to_buy: Option<f64>,
    /// Mass of all drive parts, kg.
    pub hardware_mass_kg: f64,
    /// Minutes on one charge.
    pub runtime_min: Option<f64>,
    /// Shortest time any motor stands full throttle from cold, s; null where all hold continuously or nothing is known.
    pub flat_out_s: Option<f64>,
    /// How far the weakest link is used.
    pub worst_utilisation: Option<f64>,
    /// What gives way first.
    pub weakest_link: Option<WeakestLink>,
}

/// What one worker has seen.
struct Seen {
    considered: u64,
    feasible: u64,
    unknowns: u64,
    reasons: Reasons,
    front: Front,
}

impl Seen {
    fn new(search: &Search) -> Self {
        Self {
            considered: 0,
            feasible: 0,
            unknowns: 0,
            reasons: Reasons::new(),
            front: Front::new(search.rank_by, search.limit as usize),
        }
    }

    /// Notes a combination that was wholly evaluated.
    fn note(&mut self, number: u64, result: &OptionEvaluation, search: &Search) {
        match fell_to(result, &search.drive) {
            Some(by) => self.reasons.failed(by, number, result, search.job.ambient_c),
            None => {
                self.feasible += 1;
                self.unknowns += u64::from(result.checks.iter().any(|check| check.verdict == Verdict::Unknown));
                self.front.take(Candidate::new(number, result));
            }
        }
    }

    /// Takes in what another worker has seen.
    fn with(mut self, other: Self) -> Self {
        self.considered += other.considered;
        self.feasible += other.feasible;
        self.unknowns += other.unknowns;
        self.reasons.merge(other.reasons);
        self.front.merge(other.front);
        self
    }

    fn found(self, search: &Search, space: &Space) -> Found {
        let closest = if self.feasible == 0 { self.reasons.closest(search, space) } else { None };
        let kept = self.front.into_kept();
        let hits = |found: Vec<Candidate>| found.into_iter().map(|candidate| space.hit(search, candidate)).collect();
        let fell = self.reasons.into_rejections(search, space);
        let least = if self.feasible == 0 { relaxation::least(&fell) } else { None };
        Found {
            format: FOUND_FORMAT,
            combinations: space.count(),
            considered: self.considered,
            feasible: self.feasible,
            feasible_with_unknowns: self.unknowns,
            ranked: hits(kept.ranked),
            pareto: hits(kept.unbeaten),
            pareto_cut: kept.cut,
            sample: hits(kept.sample),
            fronts: kept.fronts,
            leading: hits(kept.leading),
            fell,
            closest,
            least,
        }
    }
}

/// Tries every combination. The answer does not hang on the number of cores.
#[must_use]
pub fn find(search: &Search, watch: &Watch) -> Found {
    let space = Space::new(search);
    let seen = (0..space.sets())
        .into_par_iter()
        .fold(
            // Boxed: it is handed on from set to set.
            || Box::new((Seen::new(search), Placed::new(search, &space))),
            |mut state, set| {
                let (seen, placed) = &mut *state;
                try_set(placed, set, None, watch, seen);
                state
            },
        )
        .map(|state| state.0)
        .reduce(|| Seen::new(search), Seen::with);
    seen.found(search, &space)
}

/// Tries every pair of teeth and wheel with one set of motor, battery and controller. `lifted` is a bound of the parts that
/// is left out: what it is put into is of no use after that.
fn try_set(placed: &mut Placed<'_>, set: u64, lifted: Option<PartsBound>, watch: &Watch, seen: &mut Seen) {
    if watch.is_stopped() {
        return;
    }
    let (search, space) = (placed.search, placed.space);
    placed.put_set(set);
    let place = space.drive();
    if let Some(bound) = lifted {
        bound.lift(&mut placed.option, place);
    }
    let each = space.pairs();
    if let Some(broken) = ruled_out(&search.job, &placed.option, place) {
        seen.reasons.bound(RejectedBy::Parts(broken.bound), each, broken.far, set * each);
        seen.considered += each;
        watch.done.fetch_add(each, Ordering::Relaxed);
        return;
    }
    let bounds = DriveBounds::new(search, &placed.option, place);
    for pair in 0..each {
        if pair % BLOCK == 0 && watch.is_stopped() {
            return;
        }
        placed.put_pair(pair);
        seen.considered += 1;
        watch.done.fetch_add(1, Ordering::Relaxed);
        if let Some(ruled_out) = bounds.ruled_out(&placed.option) {
            seen.reasons.drives(ruled_out, set * each + pair);
            continue;
        }
        let result = evaluate_verdicts(&search.job, &placed.option);
        seen.note(set * each + pair, &result, search);
    }
}

/// What an evaluated option of a search falls to; `None` when it does the job. In the order of the bounds, so that a bound
/// says the same as the whole evaluation.
fn fell_to(result: &OptionEvaluation, drive: &str) -> Option<RejectedBy> {
    let fails = |code: CheckCode| {
        result.checks.iter().any(|check| {
            check.code == code
                && check.verdict == Verdict::Fail
                && check.drive.as_deref().is_none_or(|name| name == drive)
        })
    };
    if let Some(bound) = PartsBound::ALL.into_iter().find(|bound| fails(bound.check())) {
        return Some(RejectedBy::Parts(bound));
    }
    let missed = |seen: &DriveEvaluation| {
        let no_voltage = |check: &Check| {
            check.code == CheckCode::GeneratorVoltage
                && check.verdict == Verdict::Fail
                && check.drive.as_ref() == Some(&seen.drive)
        };
        let voltage = || result.checks.iter().any(no_voltage).then_some(RejectedBy::Check(CheckCode::GeneratorVoltage));
        seen.first_not_held().map(missed_case).or_else(voltage)
    };
    if let Some(by) = own_first(result, drive).find_map(missed) {
        return Some(by);
    }
    if result.drives.iter().any(|seen| seen.thermal.as_ref().is_some_and(|thermal| !thermal.steady)) {
        return Some(RejectedBy::Check(CheckCode::MotorWindingTemperature));
    }
    result.checks.iter().find(|check| check.verdict == Verdict::Fail).map(|check| RejectedBy::of(check.code))
}

/// The drive that is searched, then the others.
fn own_first<'a>(result: &'a OptionEvaluation, drive: &'a str) -> impl Iterator<Item = &'a DriveEvaluation> {
    let own = result.drives.iter().filter(move |seen| seen.drive == drive);
    own.chain(result.drives.iter().filter(move |seen| seen.drive != drive))
}

/// The same as [`find`], one whole evaluation after the other: what the bounds are measured and tested against.
#[must_use]
pub fn find_plainly(search: &Search) -> Found {
    let space = Space::new(search);
    let mut seen = Seen::new(search);
    for number in 0..space.count() {
        let option = space.option(search, number);
        let result = evaluate_verdicts(&search.job, &option);
        seen.considered += 1;
        match fell_to(&result, &search.drive) {
            Some(by @ RejectedBy::Parts(bound)) => {
                let first_pair = number.is_multiple_of(space.pairs());
                match ruled_out(&search.job, &option, space.drive()).filter(|broken| broken.bound == bound) {
                    Some(broken) => seen.reasons.bound(by, 1, broken.far.filter(|_| first_pair), number),
                    None => seen.note(number, &result, search),
                }
            }
            Some(by) => {
                let bounds = DriveBounds::new(search, &option, space.drive());
                match bounds.ruled_out(&option).filter(|ruled_out| ruled_out.by == by) {
                    Some(ruled_out) => seen.reasons.drives(ruled_out, number),
                    None => seen.note(number, &result, search),
                }
            }
            None => seen.note(number, &result, search),
        }
    }
    seen.found(search, &space)
}

//! `ypsidyne.found/1`: every combination of parts, teeth and wheels in an option, judged with the whole model.
//!
//! * [`find`] tries them all on every core; [`Watch`] tells how far it is and stops it.
//! * [`space`](Space): the combinations, counted and numbered in the order of the document.
//! * [`front`]: the best by one ranking, and those that nothing beats in all four.
//!
//! Cheap bounds come first: kinds, channels and voltages of the parts, then target and climb of the drive, then the whole
//! evaluation. Nothing is refused by a bound that the whole evaluation would let through.

mod front;
mod space;

use std::collections::BTreeMap;
use std::sync::atomic::{AtomicBool, AtomicU64, Ordering};

use rayon::prelude::*;
use serde::Serialize;

use crate::battery::BatteryModel;
use crate::checks::Verdict;
use crate::constants::TOUCH_SAFE_DC_V;
use crate::document::{OptionDrive, OptionSheet, Search};
use crate::drive::{Drive, hardware_mass_kg};
use crate::evaluation::{OptionEvaluation, WeakestLink, evaluate_option};
use crate::supply::{CHARGES, HALF};
use front::{Candidate, Front};
pub use space::Space;

/// The `format` of what a search found.
pub const FOUND_FORMAT: &str = "ypsidyne.found/1";

/// Combinations between two looks at whether to stop.
const BLOCK: u64 = 4096;

/// How far a search is, and whether it is to stop; shared between the searching and the watching.
#[derive(Debug, Default)]
pub struct Watch {
    /// Combinations tried so far.
    pub done: AtomicU64,
    /// Set to end the search early.
    pub stop: AtomicBool,
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
    /// What the others fell to, the most frequent first.
    pub fell: Vec<Fell>,
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
    /// What the controller is called; null for a bare switch.
    pub controller: Option<String>,
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
    /// How far the weakest link is used.
    pub worst_utilisation: Option<f64>,
    /// What gives way first.
    pub weakest_link: Option<WeakestLink>,
}

/// What some combinations fell to.
#[derive(Debug, Clone, PartialEq, Eq, Serialize, schemars::JsonSchema)]
pub struct Fell {
    /// `target`, `climb`, or the code of the first check that fails.
    pub code: &'static str,
    /// How many.
    pub count: u64,
}

/// What one worker has seen.
struct Seen {
    considered: u64,
    feasible: u64,
    unknowns: u64,
    fell: BTreeMap<&'static str, u64>,
    front: Front,
}

impl Seen {
    fn new(search: &Search) -> Self {
        Self {
            considered: 0,
            feasible: 0,
            unknowns: 0,
            fell: BTreeMap::new(),
            front: Front::new(search.rank_by, search.limit as usize),
        }
    }

    /// Notes a combination that was wholly evaluated.
    fn note(&mut self, number: u64, result: &OptionEvaluation, drive: &str) {
        match fell_to(result, drive) {
            Some(code) => *self.fell.entry(code).or_default() += 1,
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
        for (code, count) in other.fell {
            *self.fell.entry(code).or_default() += count;
        }
        self.front.merge(other.front);
        self
    }

    fn found(self, search: &Search, space: &Space) -> Found {
        let mut fell: Vec<Fell> = self.fell.into_iter().map(|(code, count)| Fell { code, count }).collect();
        fell.sort_by(|a, b| b.count.cmp(&a.count).then(a.code.cmp(b.code)));
        let (ranked, pareto, pareto_cut) = self.front.into_parts();
        let hits = |found: Vec<Candidate>| found.into_iter().map(|candidate| space.hit(search, candidate)).collect();
        Found {
            format: FOUND_FORMAT,
            combinations: space.count(),
            considered: self.considered,
            feasible: self.feasible,
            feasible_with_unknowns: self.unknowns,
            ranked: hits(ranked),
            pareto: hits(pareto),
            pareto_cut,
            fell,
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
            || Seen::new(search),
            |mut seen, set| {
                try_set(search, &space, set, watch, &mut seen);
                seen
            },
        )
        .reduce(|| Seen::new(search), Seen::with);
    seen.found(search, &space)
}

/// Tries every pair of teeth and wheel with one set of motor, battery and controller.
fn try_set(search: &Search, space: &Space, set: u64, watch: &Watch, seen: &mut Seen) {
    if watch.stop.load(Ordering::Relaxed) {
        return;
    }
    let mut option = search.base.clone();
    space.put_set(search, set, &mut option);
    let place = space.drive();
    let each = space.pairs();
    if let Some(code) = ruled_out(&option, place) {
        *seen.fell.entry(code).or_default() += each;
        seen.considered += each;
        watch.done.fetch_add(each, Ordering::Relaxed);
        return;
    }
    // What the teeth and the wheel do not change is worked out once.
    let hardware_kg = hardware_mass_kg(&option);
    let source = BatteryModel::new(&option).source(CHARGES[HALF], search.job.accessory_power_w);
    let served = search.job.drives.iter().find(|drive| drive.name == search.drive);
    for pair in 0..each {
        if pair % BLOCK == 0 && watch.stop.load(Ordering::Relaxed) {
            return;
        }
        space.put_pair(search, pair, &mut option.drives[place]);
        seen.considered += 1;
        watch.done.fetch_add(1, Ordering::Relaxed);
        let held = served.and_then(|served| Drive::new(served, &option, place, hardware_kg).first_not_held(&source));
        if let Some(case) = held {
            *seen.fell.entry(code_of(case)).or_default() += 1;
            continue;
        }
        let result = evaluate_option(&search.job, &option, 0);
        seen.note(set * each + pair, &result, &search.drive);
    }
}

const fn code_of(case: crate::Case) -> &'static str {
    match case {
        crate::Case::Climb => "climb",
        _ => "target",
    }
}

/// What rules parts out before anything is computed: kinds, channels, voltages, in this order.
fn ruled_out(option: &OptionSheet, place: usize) -> Option<&'static str> {
    let drive: &OptionDrive = &option.drives[place];
    let charged_v = BatteryModel::new(option).charger_end_v();
    let over = |limit: Option<f64>| limit.is_some_and(|limit| Verdict::of(charged_v / limit) == Verdict::Fail);
    let controller = drive.controller.as_ref();
    let kinds_differ = match controller {
        Some(controller) => controller.kind != drive.motor.kind,
        None => drive.motor.kind == crate::document::MachineKind::Brushless,
    };
    if kinds_differ {
        return Some("controller.kind");
    }
    let channels = controller.map(|controller| controller.channels * drive.controller_count);
    if channels.is_some_and(|there| drive.motor_count.div_ceil(drive.motors_per_channel) > there) {
        return Some("controller.channels");
    }
    if over(drive.motor.max_voltage_v) {
        return Some("motor.voltage");
    }
    if over(controller.and_then(|controller| controller.max_voltage_v)) {
        return Some("controller.max_voltage");
    }
    over(Some(TOUCH_SAFE_DC_V)).then_some("safety.touch_voltage")
}

/// What an evaluated option of a search falls to; `None` when it does the job. In the order of the bounds, so that a bound
/// says the same as the whole evaluation.
fn fell_to(result: &OptionEvaluation, drive: &str) -> Option<&'static str> {
    const FIRST: [&str; 5] =
        ["controller.kind", "controller.channels", "motor.voltage", "controller.max_voltage", "safety.touch_voltage"];
    let fails = |code: &str| {
        result.checks.iter().any(|check| {
            check.code == code
                && check.verdict == Verdict::Fail
                && check.drive.as_deref().is_none_or(|name| name == drive)
        })
    };
    if let Some(code) = FIRST.into_iter().find(|code| fails(code)) {
        return Some(code);
    }
    // The drive that is searched first, then the others.
    let own = result.drives.iter().filter(|seen| seen.drive == drive);
    let others = result.drives.iter().filter(|seen| seen.drive != drive);
    if let Some(case) = own.chain(others).find_map(crate::evaluation::DriveEvaluation::first_not_held) {
        return Some(code_of(case));
    }
    if result.drives.iter().any(|seen| seen.thermal.as_ref().is_some_and(|thermal| !thermal.steady)) {
        return Some("motor.winding_temperature");
    }
    result.checks.iter().find(|check| check.verdict == Verdict::Fail).map(|check| check.code)
}

/// The same as [`find`], one whole evaluation after the other: what the bounds are measured and tested against.
#[must_use]
pub fn find_plainly(search: &Search) -> Found {
    let space = Space::new(search);
    let mut seen = Seen::new(search);
    for number in 0..space.count() {
        let result = evaluate_option(&search.job, &space.option(search, number), 0);
        seen.considered += 1;
        seen.note(number, &result, &search.drive);
    }
    seen.found(search, &space)
}

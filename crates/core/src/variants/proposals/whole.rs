//! Whole options at one voltage: sets of the motors that do the work, each with its controllers, tried with packs from the
//! cheapest and from the lightest on until one holds.

use super::picks::{best_controllers, packs_at, share_channels, strongest};
use super::screen::{Screened, screen};
use super::{BestIn, Stock};
use crate::document::{Battery, Controller, Job, OptionSheet};
use crate::evaluation::checks::{CheckGroup, Verdict};
use crate::evaluation::{OptionEvaluation, evaluate_option};

/// Motors of each drive that sets are made of, by each of price, mass and calm: fewer the more drives there are.
const fn of_each(drives: usize) -> usize {
    match drives {
        0 | 1 => 7,
        2 => 3,
        _ => 2,
    }
}

/// Packs that are tried from the cheapest, and from the lightest, on.
const PACKS: usize = 10;
/// The strongest packs that are tried in any case.
const STRONGEST: usize = 2;
/// Controllers that are tried for a drive, from the cheapest on.
const CONTROLLERS: usize = 3;

/// A whole option that was judged.
pub(super) struct Judged {
    /// The option.
    pub option: OptionSheet,
    /// What it does.
    pub result: OptionEvaluation,
}

impl Judged {
    /// Stages without a price.
    pub fn unpriced(&self) -> u32 {
        let stages = self.option.drives.iter().flat_map(|drive| &drive.gearing);
        u32::try_from(stages.filter(|stage| stage.price.is_none()).count()).unwrap_or(u32::MAX)
    }

    /// Checks that fail.
    pub fn failing(&self) -> usize {
        self.result.checks.iter().filter(|check| check.verdict == Verdict::Fail).count()
    }

    /// How far the weakest link is used.
    pub fn used(&self) -> f64 {
        self.result.weakest().and_then(|check| check.utilisation).unwrap_or(f64::MAX)
    }

    /// The least first by what a machine shall be best in; `from_drawer`: what is there costs nothing.
    pub fn measure(&self, best_in: BestIn, from_drawer: bool, stage_price: f64) -> f64 {
        /// Nobody wants more to spare than this leaves.
        const CALM: f64 = 0.6;
        const FOR_EACH_TIMES_E_OF_MASS: f64 = 0.1;
        match best_in {
            BestIn::Price => {
                let parts = if from_drawer { self.result.to_buy } else { self.result.price };
                parts.map_or(f64::MAX, |parts| parts + stage_price * f64::from(self.unpriced()))
            }
            BestIn::Mass => self.result.hardware_mass_kg,
            // Far to spare is bought with weight: of two that are about as calm the lighter one.
            BestIn::Calm => {
                self.used().max(CALM) + FOR_EACH_TIMES_E_OF_MASS * self.result.hardware_mass_kg.max(1e-3).ln()
            }
            BestIn::Power => -self.result.generated_w().unwrap_or(0.0),
        }
    }
}

/// Whole options at one voltage.
pub(super) fn at_voltage(
    job: &Job,
    base: &OptionSheet,
    voltage_v: f64,
    stock: &Stock<'_>,
    from_drawer: bool,
) -> Vec<Judged> {
    let mut packs = packs_at(voltage_v, stock);
    let screened: Vec<Vec<Screened>> =
        (0..base.drives.len()).map(|place| screen(job, base, place, voltage_v, &packs, stock, from_drawer)).collect();
    if screened.iter().any(Vec::is_empty) {
        return Vec::new();
    }
    let count = |pack: &Battery| f64::from(pack.packs());
    let amps = |pack: &Battery| pack.continuous_c.unwrap_or(0.0) * pack.capacity_ah * f64::from(pack.packs_parallel);
    packs.sort_by(|a, b| amps(b).total_cmp(&amps(a)));
    let strongest: Vec<Battery> = packs.iter().take(STRONGEST).cloned().collect();
    let price = |pack: &Battery| {
        if from_drawer && pack.owned { 0.0 } else { pack.price.map_or(f64::MAX, |price| price * count(pack)) }
    };
    let mass = |pack: &Battery| pack.mass_kg.unwrap_or(f64::MAX) * count(pack);
    let mut found = Vec::new();
    for set in sets_of(&screened) {
        let Some(option) = with_controllers(job, base, &set, &strongest[0], stock, from_drawer) else { continue };
        let judge = |pack: &Battery| {
            let option = OptionSheet { battery: pack.clone(), ..option.clone() };
            let result = evaluate_option(job, &option, 0);
            Judged { option, result }
        };
        let wanted_a = found_a(&judge(&strongest[0]));
        for order in [&price as &dyn Fn(&Battery) -> f64, &mass] {
            // A pack that gives less than the hardest work takes is not looked at.
            let mut enough: Vec<&Battery> =
                packs.iter().filter(|pack| amps(pack) >= wanted_a || pack.continuous_c.is_none()).collect();
            enough.sort_by(|a, b| order(a).total_cmp(&order(b)));
            for pack in enough.into_iter().take(PACKS) {
                let judged = judge(pack);
                let holds = judged.failing() == 0;
                found.push(judged);
                if holds {
                    break;
                }
            }
        }
        found.extend(strongest.iter().map(judge));
    }
    found
}

/// What the hardest work takes from the pack, A; 0 where that cannot be said.
fn found_a(judged: &Judged) -> f64 {
    judged.result.supply.all_hardest.current_a.unwrap_or(0.0)
}

/// Sets of one motor for each drive: of the best by price, by mass and by calm every combination.
fn sets_of(screened: &[Vec<Screened>]) -> Vec<Vec<&Screened>> {
    let orders: [fn(&Screened) -> f64; 3] = [
        |screened| screened.price.unwrap_or(f64::MAX),
        |screened| screened.mass_kg,
        |screened| screened.utilisation.max(0.6) + 0.1 * screened.mass_kg.max(1e-3).ln(),
    ];
    let mut all: Vec<Vec<&Screened>> = Vec::new();
    for order in orders {
        let mut sets: Vec<Vec<&Screened>> = vec![Vec::new()];
        for of_drive in screened {
            let mut best: Vec<&Screened> = of_drive.iter().collect();
            best.sort_by(|a, b| a.failing.cmp(&b.failing).then(order(a).total_cmp(&order(b))));
            best.truncate(of_each(screened.len()));
            sets = sets
                .iter()
                .flat_map(|set| best.iter().map(move |one| set.iter().copied().chain(std::iter::once(*one)).collect()))
                .collect();
        }
        for set in sets {
            let known = all.iter().any(|other| other.iter().zip(&set).all(|(a, b)| std::ptr::eq(*a, *b)));
            if !known {
                all.push(set);
            }
        }
    }
    all
}

/// The option of a set of motors on a strong pack with the cheapest controllers that hold; `None` where a drive finds none.
fn with_controllers(
    job: &Job,
    base: &OptionSheet,
    set: &[&Screened],
    pack: &Battery,
    stock: &Stock<'_>,
    from_drawer: bool,
) -> Option<OptionSheet> {
    let mut option = base.clone();
    option.wiring.runs.clear();
    option.parts_list.clear();
    option.power_up.clear();
    option.battery = pack.clone();
    option.drives = set.iter().map(|screened| screened.drive.clone()).collect();
    for drive in &mut option.drives {
        let strongest = strongest(drive, pack, stock.controllers)?;
        drive.controller = Some(strongest);
        share_channels(drive);
    }
    let price = |controller: &Controller| {
        if from_drawer && controller.owned { 0.0 } else { controller.price.unwrap_or(f64::MAX) }
    };
    for (place, screened) in set.iter().enumerate() {
        let drive = &option.drives[place];
        let some = best_controllers(drive, pack, 1.1 * screened.motor_a, stock.controllers, CONTROLLERS, price);
        let mut best: Option<(usize, Controller)> = None;
        for controller in some {
            option.drives[place].controller = Some(controller.clone());
            share_channels(&mut option.drives[place]);
            let failing = failing_of_the_controller(&evaluate_option(job, &option, 0));
            if best.as_ref().is_none_or(|(fewest, _)| failing < *fewest) {
                best = Some((failing, controller));
            }
            if failing == 0 {
                break;
            }
        }
        if let Some((_, controller)) = best {
            option.drives[place].controller = Some(controller);
            share_channels(&mut option.drives[place]);
        }
    }
    Some(option)
}

/// Checks that hang on the controller: its own, and what the drive does with it.
fn failing_of_the_controller(result: &OptionEvaluation) -> usize {
    let own = |group: CheckGroup| {
        matches!(group, CheckGroup::Controller | CheckGroup::Performance | CheckGroup::Motor | CheckGroup::Safety)
    };
    result.checks.iter().filter(|check| check.verdict == Verdict::Fail && own(check.code.group())).count()
}

//! From the job alone to three machines of the shelf: the cheapest, the lightest, and the calmest or, of those that a source
//! turns ([`turned`]), the one that gives most.
//!
//! First a look at each motor at each voltage the packs can make, geared for the job ([`screen`]); then whole options of the
//! best of them ([`whole`]) with the packs and controllers that fit ([`picks`]), judged with the whole model; at last leads,
//! fuse and switch ([`wiring`]). Where nothing does the job, the nearest, and which wish to ease.

mod picks;
mod screen;
mod turned;
mod whole;
mod wiring;

use rayon::prelude::*;
use serde::Serialize;

use crate::document::{Battery, Build, Controller, GearingStage, Job, Motor, OptionSheet};
use crate::evaluation::checks::Verdict;
use crate::evaluation::evaluate_option;
use crate::format::{lasting, percent, significant};
use crate::variants::fitted::reduction::in_words;
use crate::variants::remedies::{Group, remedies};
use picks::{voltages, volts_of};
use whole::{Judged, at_voltage};

/// What can be had.
#[derive(Debug, Clone, Copy)]
pub struct Stock<'a> {
    /// Motors, each with its link to the shelf.
    pub motors: &'a [Motor],
    /// Packs.
    pub batteries: &'a [Battery],
    /// Controllers.
    pub controllers: &'a [Controller],
    /// Gearing stages.
    pub stages: &'a [GearingStage],
}

/// What a machine is best in.
#[derive(Debug, Clone, Copy, PartialEq, Eq, Serialize, schemars::JsonSchema)]
#[serde(rename_all = "snake_case")]
pub enum BestIn {
    /// Least to pay.
    Price,
    /// Least mass of parts.
    Mass,
    /// Most to spare for its weight.
    Calm,
    /// Most power given, where it is turned.
    Power,
}

/// What machines that are fed, and what machines that are turned, are best in.
const FED: [BestIn; 3] = [BestIn::Price, BestIn::Mass, BestIn::Calm];
const TURNED: [BestIn; 3] = [BestIn::Price, BestIn::Mass, BestIn::Power];

/// A machine that does the job.
#[derive(Debug, Clone, PartialEq, Serialize, schemars::JsonSchema)]
pub struct Proposal {
    /// What it is best in.
    pub best_in: BestIn,
    /// What it is, in one line.
    pub what: String,
    /// Why it, in one sentence.
    pub why: String,
    /// What gives way first, in one sentence.
    pub gives_way: String,
    /// What would have been next, in one sentence; null where nothing else does the job.
    pub next: Option<String>,
    /// How it comes out.
    pub verdict: Verdict,
    /// How far its weakest link is used.
    pub worst_utilisation: Option<f64>,
    /// Price of its parts; null while one has none.
    pub price: Option<f64>,
    /// The same without what is in the drawer.
    pub to_buy: Option<f64>,
    /// Mass of its parts, kg.
    pub hardware_mass_kg: f64,
    /// Minutes on one charge.
    pub runtime_min: Option<f64>,
    /// What it gives where it is turned, W.
    pub generated_w: Option<f64>,
    /// The option for the build's document.
    pub option: OptionSheet,
}

/// A machine that comes near.
#[derive(Debug, Clone, PartialEq, Serialize, schemars::JsonSchema)]
pub struct Miss {
    /// What it is, in one line.
    pub what: String,
    /// What it fails by, in one sentence.
    pub fails: String,
    /// Which wish to ease, and to what; null where easing one does not help.
    pub ease: Option<String>,
    /// The option for the build's document.
    pub option: OptionSheet,
}

/// What the shelf proposes for a job.
#[derive(Debug, Clone, PartialEq, Serialize, schemars::JsonSchema)]
pub struct Proposals {
    /// Up to three machines.
    pub machines: Vec<Proposal>,
    /// Where none does the job: the nearest.
    pub misses: Vec<Miss>,
    /// Whole machines that were judged.
    pub tried: u64,
    /// Why there is none, where that is plain from the start; null otherwise.
    pub cannot: Option<String>,
}

/// Highest voltage of a machine that people build without more care than is usual: below what is touched safely.
const MOST_V: f64 = 55.0;
/// Whoever has more has decided so: voltages up to about theirs.
const ABOUT: f64 = 1.06;
impl Stock<'_> {
    /// What a gearing stage costs that has no price: the middle one of those that have.
    fn usual_stage_price(&self) -> f64 {
        let mut prices: Vec<f64> = self.stages.iter().filter_map(|stage| stage.price).collect();
        prices.sort_by(f64::total_cmp);
        prices.get(prices.len() / 2).copied().unwrap_or(0.0)
    }
}

/// Three machines for the job of a build, or what comes nearest. `base`: place of the option whose wheels and lead lengths
/// stay; `from_drawer`: parts in the drawer cost nothing.
///
/// `None` where the build has no such option.
#[must_use]
pub fn propose(build: &Build, base: usize, stock: &Stock<'_>, from_drawer: bool) -> Option<Proposals> {
    let base = build.options.get(base)?;
    let job = &build.job;
    let cannot =
        |why: &str| Proposals { machines: Vec::new(), misses: Vec::new(), tried: 0, cannot: Some(why.to_owned()) };
    let turned = is_turned(job);
    if job.drives.iter().any(|served| served.load.is_turned()) && (!turned || base.drives.len() != 1) {
        return Some(cannot(
            "Machines that are turned are proposed one at a time, with nothing else in the job: see the machines on this \
             source in Motor.",
        ));
    }
    for (there, what) in [
        (!stock.motors.is_empty(), "motors"),
        (turned || !stock.batteries.is_empty(), "packs"),
        (turned || !stock.controllers.is_empty(), "controllers"),
    ] {
        if !there {
            return Some(cannot(&format!("There are no {what} on the shelf to choose from.")));
        }
    }
    let judged: Vec<Judged> = if turned {
        turned::on_source(job, base, stock)
    } else {
        voltages(stock, MOST_V.max(ABOUT * volts_of(base)))
            .into_par_iter()
            .flat_map_iter(|voltage_v| at_voltage(job, base, voltage_v, stock, from_drawer))
            .collect()
    };
    let tried = judged.len() as u64;
    let mut holding: Vec<&Judged> = judged.iter().filter(|judged| judged.failing() == 0).collect();
    if turned {
        turned::keep_what_gives_enough(&mut holding);
    }
    if holding.is_empty() {
        return Some(Proposals { machines: Vec::new(), misses: nearest(build, base, &judged), tried, cannot: None });
    }
    let mut machines: Vec<Proposal> = Vec::new();
    let stage_price = stock.usual_stage_price();
    for best_in in if turned { TURNED } else { FED } {
        let measure = |judged: &Judged| judged.measure(best_in, from_drawer, stage_price);
        holding.sort_by(|a, b| measure(a).total_cmp(&measure(b)));
        let taken = |judged: &Judged| machines.iter().any(|machine| same_parts(&machine.option, &judged.option));
        let first_is_taken = holding.first().is_some_and(|first| taken(first));
        // With its leads an option loses a little: some of the first are given theirs, and compared as they are then.
        let mut wired: Vec<Judged> = Vec::new();
        for judged in holding.iter().filter(|judged| !taken(judged)).take(MOST_WIRED) {
            let whole = with_leads(job, base, &judged.option);
            if whole.failing() == 0 {
                wired.push(whole);
            }
        }
        wired.sort_by(|a, b| measure(a).total_cmp(&measure(b)));
        let mut wired = wired.into_iter();
        let Some(best) = wired.next() else { continue };
        let next = wired.find(|judged| !same_parts(&judged.option, &best.option));
        machines.push(told(best, next.as_ref(), best_in, first_is_taken));
    }
    let misses = if machines.is_empty() { nearest(build, base, &judged) } else { Vec::new() };
    Some(Proposals { machines, misses, tried, cannot: None })
}

/// Options whose leads are looked for, at most.
const MOST_WIRED: usize = 12;

/// An option with leads, fuse and switch; what a source turns keeps the leads that are there.
fn with_leads(job: &Job, base: &OptionSheet, option: &OptionSheet) -> Judged {
    let mut option = option.clone();
    if !is_turned(job) {
        wiring::wire(job, &mut option, base);
    }
    let result = evaluate_option(job, &option, 0);
    Judged { option, result }
}

/// Whether all that a job has is turned by a source.
fn is_turned(job: &Job) -> bool {
    job.drives.iter().all(|served| served.load.is_turned())
}

fn same_parts(a: &OptionSheet, b: &OptionSheet) -> bool {
    let motors = |option: &OptionSheet| -> Vec<(Option<String>, u32)> {
        option.drives.iter().map(|drive| (drive.motor.label.clone(), drive.motor_count)).collect()
    };
    motors(a) == motors(b)
}

/// What an option is made of; the pack of a machine that is turned is the one that was there.
fn in_one_line(option: &OptionSheet, turned: bool) -> String {
    let name = |label: &Option<String>| label.clone().unwrap_or_else(|| "a part without a name".to_owned());
    let times = |count: u32, label: String| if count == 1 { label } else { format!("{count} × {label}") };
    let drives: Vec<String> = option
        .drives
        .iter()
        .map(|drive| {
            let motor = times(drive.motor_count, name(&drive.motor.label));
            if drive.gearing.is_empty() { motor } else { format!("{motor}, {}", in_words(&drive.gearing)) }
        })
        .collect();
    let packs = times(option.battery.packs(), name(&option.battery.label));
    if turned { drives.join("; ") } else { format!("{}; {packs}", drives.join("; ")) }
}

fn name_of(best_in: BestIn) -> &'static str {
    match best_in {
        BestIn::Price => "Cheapest",
        BestIn::Mass => "Lightest",
        BestIn::Calm => "Calmest",
        BestIn::Power => "Strongest",
    }
}

/// The figure that a machine is best by, in words; stages that nobody gave a price are told beside it.
fn figure_of(judged: &Judged, best_in: BestIn) -> String {
    let result = &judged.result;
    let weighs = format!("its parts weigh {} kg", significant(result.hardware_mass_kg));
    match best_in {
        BestIn::Price => {
            let cost = result.price.map_or("an unknown price".to_owned(), |price| significant(price).to_string());
            match judged.unpriced() {
                0 => format!("its parts cost {cost}"),
                1 => format!("its parts cost {cost} and what its stage costs, which has no price yet"),
                several => format!("its parts cost {cost} and what its {several} stages cost, which have no price yet"),
            }
        }
        BestIn::Mass => weighs,
        BestIn::Calm => {
            let used = result.weakest().and_then(|check| check.utilisation);
            let used = used.map_or("unknown".to_owned(), |used| percent(used).to_string());
            format!("its weakest link is used to {used} and {weighs}")
        }
        BestIn::Power => format!("it gives {} W", significant(result.generated_w().unwrap_or_default())),
    }
}

fn told(best: Judged, next: Option<&Judged>, best_in: BestIn, first_is_taken: bool) -> Proposal {
    let figure = |judged: &Judged| figure_of(judged, best_in);
    let says = figure(&best);
    let Judged { mut option, result } = best;
    let turned = result.generated_w();
    option.name = match turned {
        Some(watts) => format!("{}: {} W", name_of(best_in), significant(watts)),
        None => format!("{}: {:.0} V", name_of(best_in), volts_of(&option)),
    };
    let rest = if first_is_taken { " of the rest" } else { "" };
    let best_word = match best_in {
        BestIn::Price => "cheapest",
        BestIn::Mass => "lightest",
        BestIn::Calm => "one with most to spare for its weight",
        BestIn::Power => "one that gives most",
    };
    let lasts = match (turned, result.supply.runtime_min) {
        (Some(watts), _) if best_in != BestIn::Power => format!(", and it gives {} W", significant(watts)),
        (None, Some(minutes)) => format!(", and it runs {}", lasting(60.0 * minutes)),
        _ => String::new(),
    };
    let of_whom = match (turned.is_some(), best_in) {
        (_, BestIn::Power) => "and holds every check",
        (true, _) => "of those that give enough and hold every check",
        (false, _) => "that holds every check",
    };
    let why = format!("The {best_word}{rest} {of_whom}: {says}{lasts}.");
    let gives_way = result.weakest().map_or_else(
        || "Nothing gives way first: no check has a limit.".to_owned(),
        |check| {
            format!(
                "{} gives way first, used to {}.",
                check.title,
                check.utilisation.map_or("more than there is".to_owned(), |used| percent(used).to_string())
            )
        },
    );
    let next =
        next.map(|next| format!("Next would be {}: {}.", in_one_line(&next.option, turned.is_some()), figure(next)));
    Proposal {
        best_in,
        what: in_one_line(&option, turned.is_some()),
        why,
        gives_way,
        next,
        verdict: result.verdict,
        worst_utilisation: result.weakest().and_then(|check| check.utilisation),
        price: result.price,
        to_buy: result.to_buy,
        hardware_mass_kg: result.hardware_mass_kg,
        runtime_min: result.supply.runtime_min,
        generated_w: turned,
        option,
    }
}

/// Nearest misses of different motors.
const MISSES: usize = 3;

fn nearest(build: &Build, base: &OptionSheet, judged: &[Judged]) -> Vec<Miss> {
    let mut order: Vec<&Judged> = judged.iter().collect();
    order.sort_by(|a, b| a.failing().cmp(&b.failing()).then(a.used().total_cmp(&b.used())));
    let mut found: Vec<Miss> = Vec::new();
    for near in order {
        if found.len() == MISSES {
            break;
        }
        if found.iter().any(|miss| same_parts(&miss.option, &near.option)) {
            continue;
        }
        let Judged { mut option, result } = with_leads(&build.job, base, &near.option);
        option.name = format!("Nearest: {:.0} V", volts_of(&option));
        let Some(check) = result.checks.iter().find(|check| check.verdict == Verdict::Fail) else { continue };
        let ease = with_option(build, &option).and_then(|(changed, place)| {
            remedies(&changed, place, check.code, check.drive.as_deref(), check.stage)
                .into_iter()
                .find(|remedy| remedy.group == Group::Requested && remedy.failing_after == 0)
                .map(|remedy| remedy.says)
        });
        found.push(Miss {
            what: in_one_line(&option, result.generated_w().is_some()),
            fails: check.because.clone(),
            ease,
            option,
        });
    }
    found
}

/// The build with an option more, and its place.
fn with_option(build: &Build, option: &OptionSheet) -> Option<(Build, usize)> {
    let mut document = serde_json::to_value(build).ok()?;
    let options = document.get_mut("options")?.as_array_mut()?;
    options.push(serde_json::to_value(option).ok()?);
    let place = options.len() - 1;
    Some((Build::from_value(&document).ok()?, place))
}

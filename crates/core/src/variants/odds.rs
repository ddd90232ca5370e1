//! The odds: every figure nobody measured drawn from its tolerance, the whole option evaluated each time.
//!
//! Latin hypercube sampling: with n draws the range of every figure is cut into n equal parts, and each part is drawn from
//! exactly once, so that a chance that hangs on one figure is off by no more than 1/n.
//!
//! # Source
//! McKay, Beckman and Conover, A comparison of three methods for selecting values of input variables in the analysis of
//! output from a computer code, Technometrics 21, 1979.

use rand::seq::SliceRandom;
use rand::{RngExt, SeedableRng};
use rand_chacha::ChaCha8Rng;
use rayon::prelude::*;
use serde::Serialize;

use crate::document::{Build, Provenance};
use crate::evaluation::checks::{Check, CheckCode, Verdict};
use crate::evaluation::{OptionEvaluation, evaluate_option, evaluate_verdicts};
use crate::model::cases::Case;
use crate::variants::remedies::Variant;
use crate::variants::sensitivity::{BenchSheet, Figure, Tolerances, figures};

/// Draws when nothing else is asked for.
pub const USUAL_DRAWS: u32 = 2000;
/// Fewest and most draws.
pub const DRAWS: std::ops::RangeInclusive<u32> = 100..=20_000;
/// Utilisation that stands for a failure without a number, so that draws can be put in order.
const CANNOT: f64 = 10.0;
/// Least share of the spread that makes a figure worth naming.
const WORTH_NAMING: f64 = 0.05;

/// What the tolerances make of an option.
#[derive(Debug, Clone, PartialEq, Serialize, schemars::JsonSchema)]
pub struct Odds {
    /// Name of the option.
    pub option: String,
    /// Draws that were made.
    pub draws: u32,
    /// Seed they were made from: the same seed gives the same draws.
    pub seed: u64,
    /// Share of the draws in which no check fails.
    pub all_hold: f64,
    /// The checks, the least likely to hold first.
    pub checks: Vec<CheckOdds>,
    /// What the machine does, as bands.
    pub bands: Vec<Band>,
    /// The figures that were drawn.
    pub figures: Vec<DrawnFigure>,
}

/// The chance that one check holds.
#[derive(Debug, Clone, PartialEq, Serialize, schemars::JsonSchema)]
pub struct CheckOdds {
    /// Code of the check.
    pub code: CheckCode,
    /// The drive it is about; null for the battery and the whole.
    pub drive: Option<String>,
    /// Place of the stage in the gearing, from 0; absent unless it is about one.
    #[serde(skip_serializing_if = "Option::is_none")]
    pub stage: Option<usize>,
    /// What a maker calls it.
    pub title: &'static str,
    /// Share of the draws in which it holds; null where its limit is unknown.
    pub holds: Option<f64>,
    /// How far that share may be off for want of more draws: its standard error at most.
    pub standard_error: Option<f64>,
    /// Utilisation in nine draws of ten at least, half, and one in ten at most; null where there is no number.
    pub utilisation: Option<Percentiles>,
    /// Which figures drive it, the strongest first.
    pub driven_by: Vec<DrivenBy>,
}

/// A figure of the machine as a band.
#[derive(Debug, Clone, PartialEq, Serialize, schemars::JsonSchema)]
pub struct Band {
    /// Which figure.
    pub quantity: Quantity,
    /// The drive it is about; null for the whole.
    pub drive: Option<String>,
    /// With every figure as written; null where there is none.
    pub now: Option<f64>,
    /// The band; null where most draws have no number.
    pub band: Option<Percentiles>,
    /// Share of the draws that have a number at all.
    pub known: f64,
    /// Which figures drive it, the strongest first.
    pub driven_by: Vec<DrivenBy>,
}

/// What a band is of.
#[derive(Debug, Clone, Copy, PartialEq, Eq, Serialize, schemars::JsonSchema)]
#[serde(rename_all = "snake_case")]
pub enum Quantity {
    /// Speed flat out at half charge, m/s.
    SpeedMS,
    /// Speed of the output flat out at half charge, rpm.
    OutputRpm,
    /// Share of the torque on the hill that is used.
    ClimbUtilisation,
    /// Way on one charge, m.
    RangeM,
    /// Time on one charge, min.
    RuntimeMin,
    /// Winding, °C.
    WindingC,
}

/// Values that a tenth, half and nine tenths of the draws stay below.
#[derive(Debug, Clone, Copy, PartialEq, Serialize, schemars::JsonSchema)]
pub struct Percentiles {
    /// A tenth of the draws is below.
    pub p10: f64,
    /// Half of the draws is below.
    pub p50: f64,
    /// Nine tenths of the draws are below.
    pub p90: f64,
}

/// A figure that drives another.
#[derive(Debug, Clone, Copy, PartialEq, Serialize, schemars::JsonSchema)]
pub struct DrivenBy {
    /// Place among the figures that were drawn.
    pub figure: usize,
    /// Share of the spread that goes with it, 0 to 1: the square of the rank correlation.
    pub share: f64,
    /// Whether more of it makes more of the other.
    pub rises: bool,
}

/// A figure that was drawn.
#[derive(Debug, Clone, PartialEq, Serialize, schemars::JsonSchema)]
pub struct DrawnFigure {
    /// Where it stands, or would stand, in the document.
    pub pointer: String,
    /// What it is.
    pub what: String,
    /// The drive it is about; null for the battery.
    pub drive: Option<String>,
    /// Listed, or estimated because nobody gave it.
    pub provenance: Provenance,
    /// The bench sheet that would replace it.
    pub sheet: BenchSheet,
}

/// What one draw gave.
struct Drawn {
    /// By check of the option as written; `None` where it is unknown.
    checks: Vec<Option<(Verdict, f64)>>,
    any_fails: bool,
    bands: Vec<Option<f64>>,
}

/// The odds of an option. The same seed gives the same answer on every machine.
#[must_use]
pub fn odds(build: &Build, option: usize, tolerances: &Tolerances, draws: u32, seed: u64) -> Option<Odds> {
    let sheet = build.options.get(option)?;
    let draft = Variant { job: build.job.clone(), option: sheet.clone() };
    let figures = figures(&draft, option, tolerances);
    let now = evaluate_option(&build.job, sheet, option);
    let quantities = quantities(&now);
    let draws = draws.clamp(*DRAWS.start(), *DRAWS.end());
    let places = hypercube(figures.len(), draws as usize, seed);
    let drawn: Vec<Drawn> = (0..draws as usize)
        .into_par_iter()
        .map(|draw| {
            let mut moved = draft.clone();
            for (figure, places) in figures.iter().zip(&places) {
                (figure.scale)(&mut moved, figure.spread.at(places[draw]));
            }
            let result = evaluate_verdicts(&moved.job, &moved.option);
            Drawn {
                checks: now.checks.iter().map(|check| outcome(&result, check)).collect(),
                any_fails: result.checks.iter().any(|check| check.verdict == Verdict::Fail),
                bands: quantities.iter().map(|(quantity, drive)| value(&result, *quantity, *drive)).collect(),
            }
        })
        .collect();
    let ranks: Vec<Ranks> = places.par_iter().map(|places| Ranks::of(places)).collect();
    let mut checks: Vec<CheckOdds> =
        now.checks.par_iter().enumerate().map(|(place, check)| check_odds(place, check, &drawn, &ranks)).collect();
    // Unknown ones last; of equals the order of the verdict stays.
    checks.sort_by(|a, b| a.holds.unwrap_or(2.0).total_cmp(&b.holds.unwrap_or(2.0)));
    let bands = quantities
        .par_iter()
        .enumerate()
        .map(|(place, (quantity, drive))| {
            let values: Vec<Option<f64>> = drawn.iter().map(|draw| draw.bands[place]).collect();
            let known: Vec<f64> = values.iter().copied().flatten().collect();
            Band {
                quantity: *quantity,
                drive: drive.map(|drive| now.drives[drive].drive.clone()),
                now: value(&now, *quantity, *drive),
                known: share(known.len(), values.len()),
                band: if 2 * known.len() > values.len() { percentiles(known) } else { None },
                driven_by: driven_by(&ranks, &values),
            }
        })
        .collect();
    Some(Odds {
        option: sheet.name.clone(),
        draws,
        seed,
        all_hold: share(drawn.iter().filter(|draw| !draw.any_fails).count(), drawn.len()),
        checks,
        bands,
        figures: figures.into_iter().map(described).collect(),
    })
}

fn described(figure: Figure) -> DrawnFigure {
    let Figure { pointer, what, drive, provenance, sheet, .. } = figure;
    DrawnFigure { pointer, what, drive, provenance, sheet }
}

#[allow(clippy::cast_precision_loss, reason = "counts of draws are far below 2^52")]
fn share(part: usize, whole: usize) -> f64 {
    if whole == 0 { 0.0 } else { part as f64 / whole as f64 }
}

/// Places from 0 to 1, one list for each figure: each of `draws` equal parts is met once, in an order of its own.
fn hypercube(figures: usize, draws: usize, seed: u64) -> Vec<Vec<f64>> {
    let mut lot = ChaCha8Rng::seed_from_u64(seed);
    (0..figures)
        .map(|_| {
            let mut parts: Vec<usize> = (0..draws).collect();
            parts.shuffle(&mut lot);
            #[allow(clippy::cast_precision_loss, reason = "at most 20 000")]
            parts.into_iter().map(|part| (part as f64 + lot.random::<f64>()) / draws as f64).collect()
        })
        .collect()
}

/// How a check of the option as written came out in a draw.
fn outcome(result: &OptionEvaluation, check: &Check) -> Option<(Verdict, f64)> {
    let found = result.checks.iter().find(|candidate| candidate.same_as(check))?;
    match (found.verdict, found.utilisation) {
        (Verdict::Unknown, _) => None,
        (verdict, used) => Some((verdict, used.unwrap_or(CANNOT).min(CANNOT))),
    }
}

fn check_odds(place: usize, check: &Check, drawn: &[Drawn], ranks: &[Ranks]) -> CheckOdds {
    let outcomes: Vec<Option<(Verdict, f64)>> = drawn.iter().map(|draw| draw.checks[place]).collect();
    let known = outcomes.iter().flatten().count();
    let held = outcomes.iter().flatten().filter(|(verdict, _)| *verdict != Verdict::Fail).count();
    let holds = (known > 0).then(|| share(held, known));
    let used: Vec<Option<f64>> = outcomes.iter().map(|outcome| outcome.map(|(_, used)| used)).collect();
    // A check that never has a number, such as the kind of controller, has no band.
    let numbered = check.utilisation.is_some() || used.iter().flatten().any(|used| *used < CANNOT);
    #[allow(clippy::cast_precision_loss, reason = "at most 20 000")]
    let error = |share: f64| (share * (1.0 - share) / known as f64).sqrt();
    CheckOdds {
        code: check.code,
        drive: check.drive.clone(),
        stage: check.stage,
        title: check.title,
        holds,
        standard_error: holds.map(error),
        utilisation: if numbered { percentiles(used.iter().copied().flatten().collect()) } else { None },
        driven_by: driven_by(ranks, &used),
    }
}

/// What is said of an option: by drive, then of the whole.
fn quantities(now: &OptionEvaluation) -> Vec<(Quantity, Option<usize>)> {
    let mut found = Vec::new();
    for (place, drive) in now.drives.iter().enumerate() {
        let travels = drive.at_half(Case::FullThrottle).is_some_and(|case| case.speed_m_s.is_some());
        found.push((if travels { Quantity::SpeedMS } else { Quantity::OutputRpm }, Some(place)));
        if drive.cases.iter().any(|case| case.case == Case::Climb) {
            found.push((Quantity::ClimbUtilisation, Some(place)));
        }
        found.push((Quantity::WindingC, Some(place)));
    }
    found.push((Quantity::RuntimeMin, None));
    found.push((Quantity::RangeM, None));
    found
        .into_iter()
        // What this machine does not have is left out: the range of a mower's blade.
        .filter(|(quantity, drive)| *quantity != Quantity::RangeM || value(now, *quantity, *drive).is_some())
        .collect()
}

fn value(result: &OptionEvaluation, quantity: Quantity, drive: Option<usize>) -> Option<f64> {
    let drive = drive.and_then(|place| result.drives.get(place));
    let flat_out = || drive?.at_half(Case::FullThrottle).filter(|case| case.feasible);
    match quantity {
        Quantity::SpeedMS => flat_out()?.speed_m_s,
        Quantity::OutputRpm => flat_out()?.output_rpm,
        Quantity::ClimbUtilisation => {
            let name = &drive?.drive;
            let of_climb =
                |check: &&Check| check.code == CheckCode::PerformanceClimb && check.drive.as_ref() == Some(name);
            result.checks.iter().find(of_climb)?.utilisation
        }
        Quantity::WindingC => drive?.thermal.as_ref()?.winding_c,
        Quantity::RuntimeMin => result.supply.runtime_min,
        Quantity::RangeM => result.supply.range_m.flatten(),
    }
}

/// Percentiles by straight lines between the ordered values; `None` of none.
fn percentiles(mut values: Vec<f64>) -> Option<Percentiles> {
    values.sort_by(f64::total_cmp);
    #[allow(
        clippy::cast_precision_loss,
        clippy::cast_possible_truncation,
        clippy::cast_sign_loss,
        reason = "a place in the list"
    )]
    let at = |share: f64| {
        let place = share * (values.len().checked_sub(1)? as f64);
        let low = place.floor() as usize;
        let high = (low + 1).min(values.len() - 1);
        Some(values[low] + (values[high] - values[low]) * (place - low as f64))
    };
    Some(Percentiles { p10: at(0.1)?, p50: at(0.5)?, p90: at(0.9)? })
}

/// Ranks from 0, equals sharing the middle of theirs, less the mean of all: what a rank correlation is made of.
struct Ranks {
    centred: Vec<f64>,
    /// Sum of the squares.
    square: f64,
}

impl Ranks {
    fn of(values: &[f64]) -> Self {
        let mut order: Vec<usize> = (0..values.len()).collect();
        order.sort_unstable_by(|a, b| values[*a].total_cmp(&values[*b]));
        #[allow(clippy::cast_precision_loss, reason = "at most 20 000")]
        let rank = |place: usize| place as f64;
        // The mean of 0 to n − 1, whichever are equal.
        let mean = (rank(values.len()) - 1.0) / 2.0;
        let mut centred = vec![0.0; values.len()];
        let mut from = 0;
        while from < order.len() {
            let alike = order[from..].iter().take_while(|place| values[**place] == values[order[from]]).count();
            for place in &order[from..from + alike] {
                centred[*place] = rank(from) + (rank(alike) - 1.0) / 2.0 - mean;
            }
            from += alike;
        }
        Self::centred(centred)
    }

    fn centred(centred: Vec<f64>) -> Self {
        Self { square: centred.iter().map(|rank| rank * rank).sum(), centred }
    }

    /// Those of some of them, less the mean of these.
    fn at(&self, places: &[usize]) -> Self {
        let some: Vec<f64> = places.iter().map(|place| self.centred[*place]).collect();
        #[allow(clippy::cast_precision_loss, reason = "at most 20 000")]
        let mean = some.iter().sum::<f64>() / some.len().max(1) as f64;
        Self::centred(some.into_iter().map(|rank| rank - mean).collect())
    }

    /// Pearson's correlation; `None` where one does not vary.
    fn correlation(&self, other: &Self) -> Option<f64> {
        let both: f64 = self.centred.iter().zip(&other.centred).map(|(a, b)| a * b).sum();
        (self.square > 0.0 && other.square > 0.0).then(|| both / (self.square * other.square).sqrt())
    }
}

/// The figures that go with some values, by the square of the rank correlation (Spearman 1904).
fn driven_by(figures: &[Ranks], values: &[Option<f64>]) -> Vec<DrivenBy> {
    let known: Vec<usize> = (0..values.len()).filter(|place| values[*place].is_some()).collect();
    let given: Vec<f64> = known.iter().filter_map(|place| values[*place]).collect();
    if given.windows(2).all(|pair| pair[0] == pair[1]) {
        // What never varies goes with nothing.
        return Vec::new();
    }
    let given = Ranks::of(&given);
    let all = known.len() == values.len();
    let mut found: Vec<DrivenBy> = figures
        .iter()
        .enumerate()
        .filter_map(|(figure, ranks)| {
            let correlation = if all { ranks.correlation(&given) } else { ranks.at(&known).correlation(&given) }?;
            let share = correlation * correlation;
            (share >= WORTH_NAMING).then_some(DrivenBy { figure, share, rises: correlation > 0.0 })
        })
        .collect();
    found.sort_by(|a, b| b.share.total_cmp(&a.share));
    found
}

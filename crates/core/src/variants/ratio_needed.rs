//! The ratio that is needed, and pairs of teeth near it.

use serde::Serialize;

use crate::document::{Build, OptionSheet};
use crate::evaluation::checks::{CheckCode, Verdict};
use crate::evaluation::{OptionEvaluation, evaluate_figures, evaluate_option};
use crate::model::cases::Case;

/// The ratios of one stage between which the drive does its job.
#[derive(Debug, Clone, PartialEq, Serialize, schemars::JsonSchema)]
pub struct RatioNeeded {
    /// Ratio of the stage now.
    pub now: f64,
    /// The largest that still reaches the target speed at half charge; null when none does.
    pub largest: Option<f64>,
    /// The smallest that climbs and gets up to speed; null when none does or nothing is asked.
    pub smallest: Option<f64>,
    /// Ratio of all other stages together.
    pub others: f64,
    /// Pairs of teeth nearest below the largest ratio, nearest first.
    pub pairs: Vec<ToothPair>,
}

/// A pair of wheels.
#[derive(Debug, Clone, Copy, PartialEq, Serialize, schemars::JsonSchema)]
pub struct ToothPair {
    /// Teeth of the driver.
    pub driver_teeth: u32,
    /// Teeth of the driven wheel.
    pub driven_teeth: u32,
    /// Driver turns per driven turn.
    pub ratio: f64,
    /// How far it is off the ratio asked for: 0.01 is 1 % more.
    pub off: f64,
}

/// Pairs that are offered.
const MOST_PAIRS: usize = 6;

/// Pairs of teeth nearest to a ratio, nearest first; of pairs of the same ratio the one with the most teeth at the driver
/// comes first. `driver` and `driven` are the teeth that can be had.
#[must_use]
pub fn nearest_pairs(ratio: f64, driver: &[u32], driven: &[u32]) -> Vec<ToothPair> {
    let mut pairs: Vec<ToothPair> = driver
        .iter()
        .flat_map(|&few| driven.iter().map(move |&many| (few, many)))
        .map(|(few, many)| {
            let has = f64::from(many) / f64::from(few);
            ToothPair { driver_teeth: few, driven_teeth: many, ratio: has, off: has / ratio - 1.0 }
        })
        .collect();
    pairs.sort_by(|a, b| a.off.abs().total_cmp(&b.off.abs()).then(b.driver_teeth.cmp(&a.driver_teeth)));
    pairs.truncate(MOST_PAIRS);
    pairs
}

/// The option with another ratio at a stage: teeth give way to a plain ratio.
fn with_ratio(option: &OptionSheet, drive: usize, stage: usize, ratio: f64) -> Option<OptionSheet> {
    let mut changed = option.clone();
    let stage = changed.drives.get_mut(drive)?.gearing.get_mut(stage)?;
    (stage.driver_teeth, stage.driven_teeth, stage.ratio) = (None, None, Some(ratio));
    Some(changed)
}

fn reaches_target(result: &OptionEvaluation, drive: usize) -> bool {
    let target = result.drives.get(drive).and_then(|seen| seen.at_half(Case::Target));
    target.is_some_and(|target| target.feasible)
}

fn strong_enough(result: &OptionEvaluation, drive: usize) -> bool {
    let name = result.drives.get(drive).map(|seen| &seen.drive);
    result
        .checks
        .iter()
        .filter(|check| {
            check.drive.as_ref() == name
                && matches!(
                    check.code,
                    CheckCode::PerformanceClimb | CheckCode::PerformanceAcceleration | CheckCode::PerformanceSpinUp
                )
        })
        .all(|check| check.verdict != Verdict::Fail)
}

/// The ratios of a stage between which the drive does its job, found with the whole model; `None` where the option has no
/// such drive or stage.
///
/// `driver` and `driven` are the teeth that can be had.
#[must_use]
pub fn ratio_needed(
    build: &Build,
    option: usize,
    drive: usize,
    stage: usize,
    driver: &[u32],
    driven: &[u32],
) -> Option<RatioNeeded> {
    let sheet = build.options.get(option)?;
    let now = sheet.drives.get(drive)?.gearing.get(stage)?.ratio();
    let whole = evaluate_option(&build.job, sheet, option).drives.get(drive)?.ratio;
    // A fine ladder of ratios: each is a whole evaluation, some hundred of them take milliseconds.
    const STEPS: u32 = 121;
    let (low, high): (f64, f64) = ((now / 12.0).max(0.001), (now * 12.0).min(10_000.0));
    let at = |step: u32| low * (high / low).powf(f64::from(step) / f64::from(STEPS - 1));
    let seen: Vec<(f64, bool, bool)> = (0..STEPS)
        .filter_map(|step| {
            let changed = with_ratio(sheet, drive, stage, at(step))?;
            let result = evaluate_figures(&build.job, &changed);
            Some((at(step), reaches_target(&result, drive), strong_enough(&result, drive)))
        })
        .collect();
    let test = |ratio: f64, which: fn(&OptionEvaluation, usize) -> bool| {
        with_ratio(sheet, drive, stage, ratio)
            .is_some_and(|changed| which(&evaluate_figures(&build.job, &changed), drive))
    };
    // Between the last rung that does and the next: halve until it is known to a thousandth.
    let refine = |mut good: f64, mut bad: f64, which: fn(&OptionEvaluation, usize) -> bool| {
        while (bad / good).ln().abs() > 1e-4 {
            let middle = (good * bad).sqrt();
            if test(middle, which) { good = middle } else { bad = middle }
        }
        good
    };
    let largest = seen.iter().rposition(|(_, reaches, _)| *reaches).map(|place| match seen.get(place + 1) {
        Some(next) => refine(seen[place].0, next.0, reaches_target),
        None => seen[place].0,
    });
    let smallest = seen.iter().position(|(_, _, strong)| *strong).map(|place| match place.checked_sub(1) {
        Some(before) => refine(seen[place].0, seen[before].0, strong_enough),
        None => seen[place].0,
    });
    let wanted = largest.map_or(now, |largest| match smallest {
        // Half way between too slow and too weak leaves room on both sides.
        Some(smallest) if smallest < largest => (largest * smallest).sqrt().max(largest * 0.9),
        _ => largest,
    });
    let mut pairs = nearest_pairs(wanted, driver, driven);
    if let Some(largest) = largest {
        let reaching = |pair: &ToothPair| pair.ratio <= largest * (1.0 + 1e-6);
        pairs.sort_by_key(|pair| !reaching(pair));
    }
    Some(RatioNeeded { now, largest, smallest, others: whole / now, pairs })
}

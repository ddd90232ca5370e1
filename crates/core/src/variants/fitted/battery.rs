//! A pack as many times as the job needs: in series up to the volts that stood there, side by side for current and time.

use super::Fitted;
use crate::document::{Battery, Job, OptionSheet};
use crate::evaluation::checks::{CheckGroup, Verdict};
use crate::evaluation::{OptionEvaluation, evaluate_verdicts};
use crate::model::battery::BatteryModel;

/// Most packs in series or side by side that make sense.
const MOST: u32 = 4;
/// Most packs in all.
const MOST_PACKS: u32 = 6;
/// Volts that differ by no more than this share are the same.
const SAME_VOLTS: f64 = 0.15;

/// Puts a pack in, in series and side by side as the job needs; as one pack where more of it would not help.
#[must_use]
pub fn fit_battery(job: &Job, option: &OptionSheet, pack: &Battery, id: Option<&str>) -> Fitted {
    let wanted_v = BatteryModel::new(option).nominal_v();
    let mut placed = option.clone();
    placed.battery = Battery {
        part_id: id.map(str::to_owned),
        packs_series: 1,
        packs_parallel: 1,
        usable_fraction: option.battery.usable_fraction,
        ..pack.clone()
    };
    let one_v = BatteryModel::new(&placed).nominal_v();
    let series = (1..=MOST)
        .min_by(|a, b| off(f64::from(*a) * one_v, wanted_v).total_cmp(&off(f64::from(*b) * one_v, wanted_v)))
        .filter(|count| off(f64::from(*count) * one_v, wanted_v) < SAME_VOLTS)
        .unwrap_or(1);
    placed.battery.packs_series = series;
    let mut best: Option<(u32, u32)> = None;
    for parallel in 1..=MOST.min((MOST_PACKS / series).max(1)) {
        placed.battery.packs_parallel = parallel;
        let failing = failing_of_the_battery(&evaluate_verdicts(job, &placed));
        if best.is_none_or(|(_, fewest)| failing < fewest) {
            best = Some((parallel, failing));
        }
        if failing == 0 {
            break;
        }
    }
    placed.battery.packs_parallel = best.map_or(1, |(parallel, _)| parallel);
    let brings = packs_in_words(&placed.battery);
    Fitted { option: placed, brings }
}

/// How many packs, in a few words each; nothing for one.
#[must_use]
pub fn packs_in_words(battery: &Battery) -> Vec<String> {
    [(battery.packs_series, "in series"), (battery.packs_parallel, "side by side")]
        .into_iter()
        .filter(|(count, _)| *count > 1)
        .map(|(count, words)| format!("{count} {words}"))
        .collect()
}

fn off(volts: f64, wanted: f64) -> f64 {
    (volts / wanted).ln().abs()
}

fn failing_of_the_battery(result: &OptionEvaluation) -> u32 {
    let failing = result.checks.iter().filter(|check| {
        check.verdict == Verdict::Fail
            && (check.code.group() == CheckGroup::Battery
                || check.code == crate::evaluation::checks::CheckCode::ControllerBrownOut)
    });
    u32::try_from(failing.count()).unwrap_or(u32::MAX)
}

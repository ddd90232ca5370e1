//! Where a build holds, is tight, fails over the range of one figure of it: the whole model at every value.

use rayon::prelude::*;
use serde::Serialize;
use serde_json::Value;

use crate::document::Build;
use crate::evaluation::checks::Verdict;
use crate::evaluation::evaluate_verdicts;
use crate::variants::remedies::put;

/// Most values of one strip.
pub const MOST_VALUES: usize = 200;

/// How the option comes out at one value.
#[derive(Debug, Clone, PartialEq, Serialize, schemars::JsonSchema)]
pub struct StripPoint {
    /// The value, in the unit of the document.
    pub value: f64,
    /// How it comes out; null where the document does not allow the value.
    pub verdict: Option<Verdict>,
    /// What gives way first.
    pub weakest: Option<String>,
    /// Share of its limit that is used.
    pub utilisation: Option<f64>,
}

/// Values from one end to the other, both included: whole numbers where `whole`, else by equal steps, or by equal factors where
/// the range spans more than a factor of [`WIDE`].
#[must_use]
pub fn values_over(from: f64, to: f64, whole: bool, count: usize) -> Vec<f64> {
    let count = count.clamp(2, MOST_VALUES);
    #[allow(clippy::cast_precision_loss, reason = "a strip has some hundred values")]
    let share = |place: usize| place as f64 / (count - 1) as f64;
    let by_factor = from > 0.0 && to / from > WIDE;
    let mut values: Vec<f64> = (0..count)
        .map(|place| if by_factor { from * (to / from).powf(share(place)) } else { from + (to - from) * share(place) })
        .map(|value| if whole { value.round() } else { value })
        .collect();
    values.dedup();
    values
}

/// Above this factor between its ends a range is walked by equal factors.
const WIDE: f64 = 20.0;

/// How an option comes out with each of the values at a place of the document. A value that the document does not allow has no
/// verdict; so has every value where the place or the option does not exist.
#[must_use]
pub fn verdicts_over(build: &Build, option: usize, pointer: &str, values: &[f64]) -> Vec<StripPoint> {
    let json = serde_json::to_value(build).unwrap_or(Value::Null);
    values
        .par_iter()
        .map(|&value| {
            let mut point = StripPoint { value, verdict: None, weakest: None, utilisation: None };
            let mut changed = json.clone();
            #[allow(clippy::cast_possible_truncation, reason = "a whole number of the document is small")]
            let number = if value.fract() == 0.0 { Value::from(value as i64) } else { Value::from(value) };
            if put(&mut changed, pointer, number).is_none() {
                return point;
            }
            let Ok(read) = Build::from_value(&changed) else { return point };
            let Some(sheet) = read.options.get(option) else { return point };
            let result = evaluate_verdicts(&read.job, sheet);
            point.verdict = Some(result.verdict);
            if let Some(weakest) = result.weakest() {
                point.weakest = Some(weakest.title.to_owned());
                point.utilisation = weakest.utilisation;
            }
            point
        })
        .collect()
}

//! Failures: how many of a batch, how sure that is, whether two batches differ, and which explanation the counts support.

use serde::Serialize;
use statrs::distribution::{Beta, ContinuousCDF, Discrete, Hypergeometric};

use crate::document::log::{Entry, Happened};
use crate::format::{percent, significant};

/// A batch of a part.
#[derive(Debug, Clone, PartialEq, Serialize, schemars::JsonSchema)]
pub struct Batch {
    /// Its name; null where nobody gave one.
    pub batch: Option<String>,
    /// How many failed.
    pub failed: u32,
    /// How many were in use; null where nobody said.
    pub of: Option<u32>,
    /// Share that fails, in the middle of its interval; null without the number in use.
    pub rate: Option<f64>,
    /// Its 90 % interval.
    pub interval_90: Option<[f64; 2]>,
    /// How many of them had a limit passed; null where that was looked at for none.
    pub beyond_limits: Option<u32>,
    /// Hours after which they failed, where that is known.
    pub hours: Vec<f64>,
}

/// What the counts support.
#[derive(Debug, Clone, Copy, PartialEq, Eq, Serialize, schemars::JsonSchema)]
#[serde(rename_all = "snake_case")]
pub enum Explanation {
    /// One batch fails more than another, and no limit was passed.
    SuspectBatch,
    /// A limit of that part was passed.
    Overload,
    /// The counts do not decide.
    TooFew,
}

/// The failures of one part.
#[derive(Debug, Clone, PartialEq, Serialize, schemars::JsonSchema)]
pub struct Failures {
    /// The part.
    pub part: String,
    /// Its batches, the worst first.
    pub batches: Vec<Batch>,
    /// Chance that batches alike would differ as much, between the worst and the best; null with one batch.
    pub p_value: Option<f64>,
    /// What the counts support.
    pub explanation: Explanation,
    /// In one sentence.
    pub says: String,
}

/// Interval of a share after `failed` of `of`, 90 %.
///
/// # Source
/// Jeffreys interval, quantiles of Beta(k + ½, n − k + ½) (Brown, Cai, DasGupta, Interval Estimation for a Binomial Proportion,
/// Statistical Science 16, 2001): 0 failed begin at 0, all failed end at 1.
#[must_use]
pub fn jeffreys_90(failed: u32, of: u32) -> Option<[f64; 2]> {
    if of == 0 || failed > of {
        return None;
    }
    let beta = Beta::new(f64::from(failed) + 0.5, f64::from(of - failed) + 0.5).ok()?;
    let low = if failed == 0 { 0.0 } else { beta.inverse_cdf(0.05) };
    let high = if failed == of { 1.0 } else { beta.inverse_cdf(0.95) };
    Some([low, high])
}

/// Chance that two batches alike differ as much as these, both ways.
///
/// # Source
/// Fisher's exact test, two-sided: every table with the same margins that is not likelier than this one (Agresti, Categorical
/// Data Analysis, ch. 3.5).
#[must_use]
pub fn fisher_exact(a: (u32, u32), b: (u32, u32)) -> Option<f64> {
    let ((failed_a, of_a), (failed_b, of_b)) = (a, b);
    if failed_a > of_a || failed_b > of_b || of_a + of_b == 0 {
        return None;
    }
    let failed = failed_a + failed_b;
    let table = Hypergeometric::new(u64::from(of_a + of_b), u64::from(failed), u64::from(of_a)).ok()?;
    let here = table.pmf(u64::from(failed_a));
    let least = failed.saturating_sub(of_b);
    let most = failed.min(of_a);
    // A share of the last place more: alike tables count as alike.
    let sum: f64 = (least..=most).map(|k| table.pmf(u64::from(k))).filter(|p| *p <= here * (1.0 + 1e-7)).sum();
    Some(sum.min(1.0))
}

/// The failures of a log, part by part.
#[must_use]
pub fn failures(entries: &[Entry]) -> Vec<Failures> {
    let mut parts: Vec<(String, Vec<Batch>)> = Vec::new();
    for entry in entries {
        let Happened::Failure(failure) = &entry.happened else { continue };
        let place = parts.iter().position(|(part, _)| part.eq_ignore_ascii_case(&failure.part)).unwrap_or_else(|| {
            parts.push((failure.part.clone(), Vec::new()));
            parts.len() - 1
        });
        let batches = &mut parts[place].1;
        let at = batches.iter().position(|batch| batch.batch == failure.batch).unwrap_or_else(|| {
            batches.push(Batch {
                batch: failure.batch.clone(),
                failed: 0,
                of: None,
                rate: None,
                interval_90: None,
                beyond_limits: None,
                hours: Vec::new(),
            });
            batches.len() - 1
        });
        let batch = &mut batches[at];
        batch.failed += 1;
        batch.of = batch.of.max(failure.of);
        batch.hours.extend(failure.hours);
        if let Some(beyond) = failure.beyond_limits {
            batch.beyond_limits = Some(batch.beyond_limits.unwrap_or(0) + u32::from(beyond));
        }
    }
    parts.into_iter().map(|(part, batches)| of_part(part, batches)).collect()
}

/// Below this chance two batches are not alike.
const UNLIKELY: f64 = 0.05;

fn of_part(part: String, mut batches: Vec<Batch>) -> Failures {
    for batch in &mut batches {
        // More failures than parts in use: what was in use is at least that.
        let of = batch.of.map(|of| of.max(batch.failed));
        batch.of = of;
        batch.rate = of.map(|of| f64::from(batch.failed) / f64::from(of));
        batch.interval_90 = of.and_then(|of| jeffreys_90(batch.failed, of));
    }
    batches.sort_by(|a, b| b.rate.unwrap_or(-1.0).total_cmp(&a.rate.unwrap_or(-1.0)));
    let counted: Vec<&Batch> = batches.iter().filter(|batch| batch.of.is_some()).collect();
    let p_value = match (counted.first(), counted.last()) {
        (Some(worst), Some(best)) if counted.len() >= 2 => {
            fisher_exact((worst.failed, worst.of.unwrap_or(0)), (best.failed, best.of.unwrap_or(0)))
        }
        _ => None,
    };
    let failed: u32 = batches.iter().map(|batch| batch.failed).sum();
    let looked_at = batches.iter().any(|batch| batch.beyond_limits.is_some());
    let beyond: u32 = batches.iter().filter_map(|batch| batch.beyond_limits).sum();
    let explanation = if beyond > 0 {
        Explanation::Overload
    } else if looked_at && p_value.is_some_and(|p| p < UNLIKELY) {
        Explanation::SuspectBatch
    } else {
        Explanation::TooFew
    };
    let says = match explanation {
        Explanation::Overload => {
            format!(
                "{part}: a limit was passed at {beyond} of {failed} failures. The load explains them, not the batch."
            )
        }
        Explanation::SuspectBatch => {
            let worst = counted.first().and_then(|batch| batch.batch.clone()).unwrap_or_else(|| "one batch".to_owned());
            format!(
                "{part}: {worst} fails more than the other, and no limit was passed: a suspect batch (batches alike would \
                 differ so by chance {} of the time).",
                percent(p_value.unwrap_or(0.0))
            )
        }
        Explanation::TooFew => {
            let rate = counted.first().and_then(|batch| {
                let [low, high] = batch.interval_90?;
                Some(format!(
                    " {} of {} so far, that is {} to {}.",
                    batch.failed,
                    batch.of?,
                    percent(low),
                    percent(high)
                ))
            });
            let p =
                p_value.map_or_else(String::new, |p| format!(" Batches alike differ so {} of the time.", percent(p)));
            format!(
                "{part}: too few to tell.{}{p}",
                rate.unwrap_or_else(|| format!(" {} failed.", significant(f64::from(failed))))
            )
        }
    };
    Failures { part, batches, p_value, explanation, says }
}

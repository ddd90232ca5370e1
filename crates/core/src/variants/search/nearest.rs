//! The combinations that came nearest, and why they fall all the same.

use serde::Serialize;

use super::bounds::ruled_out;
use super::rejections::RejectedBy;
use super::{Hit, Space};
use crate::document::Search;
use crate::evaluation::checks::{Check, Verdict};
use crate::evaluation::evaluate_option;

/// How many of the nearest are kept for each reason.
const KEPT: usize = 32;
/// The combination that came nearest.
#[derive(Debug, Clone, PartialEq, Serialize, schemars::JsonSchema)]
pub struct Nearest {
    /// The combination.
    pub hit: Hit,
    /// How much of the bound it takes; above 1.
    pub utilisation: f64,
    /// Why it falls, in one sentence.
    pub because: String,
    /// What else it fails in, by title.
    pub also: Vec<&'static str>,
}

/// Where nothing does the job: the combination that fails by the least, and everything it fails in.
#[derive(Debug, Clone, PartialEq, Serialize, schemars::JsonSchema)]
pub struct Closest {
    /// The combination.
    pub hit: Hit,
    /// Everything it fails in, in sentences.
    pub fails: Vec<String>,
}

/// The nearest so far: smallest first, equals in the order of the document.
#[derive(Debug, Clone)]
pub(super) struct NearestFew(pub(super) Vec<(f64, u64)>);

impl NearestFew {
    pub(super) fn new() -> Self {
        Self(Vec::with_capacity(KEPT + 1))
    }

    pub(super) fn take(&mut self, far: f64, number: u64) {
        let after = |kept: &(f64, u64)| kept.0.total_cmp(&far).then(kept.1.cmp(&number)).is_lt();
        if !far.is_finite() || (self.0.len() == KEPT && self.0.last().is_some_and(after)) {
            return;
        }
        self.0.insert(self.0.partition_point(after), (far, number));
        self.0.truncate(KEPT);
    }
}

/// A combination as the nearest to a bound. `None` where the check has no number.
pub(super) fn nearest(search: &Search, space: &Space, by: RejectedBy, number: u64) -> Option<Nearest> {
    let option = space.option(search, number);
    let result = evaluate_option(&search.job, &option, 0);
    let failing = || result.checks.iter().filter(|check| check.verdict == Verdict::Fail);
    let check = failing().find(|check| Some(check.code) == by.check())?;
    let of_parts = || ruled_out(&search.job, &option, space.drive()).and_then(|broken| broken.far);
    Some(Nearest {
        hit: space.hit_of(search, number, &result),
        utilisation: check.utilisation.or_else(of_parts)?,
        because: check.because.clone(),
        also: titles(failing().filter(|check| Some(check.code) != by.check())),
    })
}

pub(super) fn titles<'a>(checks: impl Iterator<Item = &'a Check>) -> Vec<&'static str> {
    let mut titles: Vec<&'static str> = Vec::new();
    for check in checks {
        if !titles.contains(&check.title) {
            titles.push(check.title);
        }
    }
    titles
}

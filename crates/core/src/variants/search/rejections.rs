//! Why the others fell, and how near they came: counted by check, the nearest of each, and how many more there would be
//! if that one bound gave way a little.
//!
//! What was wholly evaluated is counted exactly: it would be let through if the one check it fails were eased. What a cheap
//! bound ruled out is known by how far it is from that bound; the nearest of those are evaluated once the search is done, and
//! what they give is said to be the least.

use std::collections::BTreeMap;

use serde::{Serialize, Serializer};

use super::Space;
use super::bounds::PartsBound;
use super::drive_bounds::RuledOut;
use super::nearest::{Closest, Nearest, NearestFew};
use super::relaxation::{Relaxation, STEPS, step_of};
use super::retried::{Wish, counted, held_if_less, with_lifted};
use crate::document::Search;
use crate::evaluation::checks::{CheckCode, Verdict};
use crate::evaluation::{OptionEvaluation, evaluate_option};

/// What a combination falls to.
#[derive(Debug, Clone, Copy, PartialEq, Eq, PartialOrd, Ord)]
pub enum RejectedBy {
    /// A bound of its parts, whatever the teeth.
    Parts(PartsBound),
    /// Its parts cannot hold the target speed.
    Target,
    /// Its parts cannot hold the climb.
    Climb,
    /// A check.
    Check(CheckCode),
}

impl RejectedBy {
    /// What a check that fails is counted under.
    #[must_use]
    pub fn of(code: CheckCode) -> Self {
        PartsBound::of(code).map_or(Self::Check(code), Self::Parts)
    }

    /// The check behind it; `None` for a speed and a hill, which are cases.
    #[must_use]
    pub const fn check(self) -> Option<CheckCode> {
        match self {
            Self::Parts(bound) => Some(bound.check()),
            Self::Check(code) => Some(code),
            Self::Target | Self::Climb => None,
        }
    }

    /// As replies write it.
    #[must_use]
    pub const fn word(self) -> &'static str {
        match self {
            Self::Parts(bound) => bound.check().word(),
            Self::Target => "target",
            Self::Climb => "climb",
            Self::Check(code) => code.word(),
        }
    }

    /// What a maker calls it.
    #[must_use]
    pub const fn title(self) -> &'static str {
        match self {
            Self::Parts(bound) => bound.title(),
            Self::Target => "Target speed",
            Self::Climb => "Climb",
            Self::Check(code) => code.title(),
        }
    }
}

impl Serialize for RejectedBy {
    fn serialize<S: Serializer>(&self, to: S) -> Result<S::Ok, S::Error> {
        to.serialize_str(self.word())
    }
}

/// As replies write it.
impl PartialEq<&str> for RejectedBy {
    fn eq(&self, word: &&str) -> bool {
        self.word() == *word
    }
}

/// What some combinations fell to.
#[derive(Debug, Clone, PartialEq, Serialize, schemars::JsonSchema)]
pub struct Rejection {
    /// `target`, `climb`, or the code of the first check that fails.
    #[schemars(with = "String")]
    pub code: RejectedBy,
    /// What a maker calls it.
    pub title: &'static str,
    /// How many.
    pub count: u64,
    /// The one that came nearest, with nothing else against it where there is such a one; null where there is no near and
    /// far.
    pub nearest: Option<Nearest>,
    /// What would let some of them through, the smallest change first.
    pub eased: Vec<Relaxation>,
}

/// What one worker knows of one reason.
#[derive(Debug, Clone)]
pub(super) struct Reason {
    pub count: u64,
    /// Those with nothing else against them; for a bound, all of them.
    pub near: NearestFew,
    /// Those that fail in something else too, or in a drive that is not searched.
    near_besides: NearestFew,
    /// Of those with nothing else against them, how many each step of easing lets through first.
    pub let_through: [u64; STEPS],
}

/// Every reason seen so far.
#[derive(Debug, Clone)]
pub(super) struct Reasons {
    by_reason: BTreeMap<RejectedBy, Reason>,
    /// Of what was wholly evaluated, the ones that fail by the least.
    closest: NearestFew,
}

impl Reasons {
    pub fn new() -> Self {
        Self { by_reason: BTreeMap::new(), closest: NearestFew::new() }
    }

    fn reason(&mut self, by: RejectedBy) -> &mut Reason {
        self.by_reason.entry(by).or_insert_with(|| Reason {
            count: 0,
            near: NearestFew::new(),
            near_besides: NearestFew::new(),
            let_through: [0; STEPS],
        })
    }

    /// Notes combinations that a bound ruled out. `far` is how much of the bound they take, where that can be said.
    pub fn bound(&mut self, by: RejectedBy, count: u64, far: Option<f64>, number: u64) {
        let reason = self.reason(by);
        reason.count += count;
        if let Some(far) = far {
            reason.near.take(far, number);
        }
    }

    /// Notes one that a bound of its drives ruled out.
    pub fn drives(&mut self, ruled_out: RuledOut, number: u64) {
        let RuledOut { by, far, own } = ruled_out;
        self.bound(by, 1, far.filter(|_| own), number);
        if let Some(far) = far.filter(|_| !own) {
            self.reason(by).near_besides.take(far, number);
        }
    }

    /// Notes one that was wholly evaluated and fails.
    pub fn failed(&mut self, by: RejectedBy, number: u64, result: &OptionEvaluation, ambient_c: f64) {
        let failing = || result.checks.iter().filter(|check| check.verdict == Verdict::Fail);
        let worst = failing().map(|check| check.utilisation.unwrap_or(f64::INFINITY)).fold(0.0, f64::max);
        if worst > 0.0 {
            self.closest.take(worst, number);
        }
        let alone = failing().all(|check| Some(check.code) == by.check());
        let reason = self.reason(by);
        reason.count += 1;
        if let Some(check) = failing().find(|check| Some(check.code) == by.check()) {
            if alone && worst.is_finite() {
                reason.near.take(worst, number);
                if let Some(step) = step_of(check, worst, ambient_c) {
                    reason.let_through[step] += 1;
                }
            } else if let Some(used) = check.utilisation {
                reason.near_besides.take(used, number);
            }
        }
    }

    /// Takes in what another worker has seen.
    pub fn merge(&mut self, other: Self) {
        for (far, number) in other.closest.0 {
            self.closest.take(far, number);
        }
        for (by, theirs) in other.by_reason {
            let mine = self.reason(by);
            mine.count += theirs.count;
            for (far, number) in theirs.near.0 {
                mine.near.take(far, number);
            }
            for (far, number) in theirs.near_besides.0 {
                mine.near_besides.take(far, number);
            }
            for (mine, theirs) in mine.let_through.iter_mut().zip(theirs.let_through) {
                *mine += theirs;
            }
        }
    }

    /// The reasons, the most frequent first, with what would let some through.
    pub fn into_rejections(self, search: &Search, space: &Space) -> Vec<Rejection> {
        let mut rejections: Vec<Rejection> = self
            .by_reason
            .into_iter()
            .map(|(by, reason)| match by {
                RejectedBy::Target => held_if_less(search, space, Wish::Speed, &reason),
                RejectedBy::Climb => held_if_less(search, space, Wish::Hill, &reason),
                RejectedBy::Check(CheckCode::GeneratorVoltage) => held_if_less(search, space, Wish::Voltage, &reason),
                RejectedBy::Parts(bound) => with_lifted(search, space, bound, &reason),
                RejectedBy::Check(code) => counted(search, space, code, &reason),
            })
            .collect();
        rejections.sort_by(|a, b| b.count.cmp(&a.count).then_with(|| a.code.word().cmp(b.code.word())));
        rejections
    }

    /// The one that fails by the least, among what was wholly evaluated, else among what came nearest to a bound.
    pub fn closest(&self, search: &Search, space: &Space) -> Option<Closest> {
        let nearest_bound = || {
            let near = self.by_reason.values().filter_map(Reason::nearest_and_far);
            near.min_by(|a, b| a.0.total_cmp(&b.0).then(a.1.cmp(&b.1)))
        };
        let (_, number) = *self.closest.0.first().or_else(nearest_bound)?;
        let option = space.option(search, number);
        let result = evaluate_option(&search.job, &option, 0);
        let fails = result.checks.iter().filter(|check| check.verdict == Verdict::Fail);
        Some(Closest {
            hit: space.hit_of(search, number, &result),
            fails: fails.map(|check| format!("{}: {}", check.title, check.because)).collect(),
        })
    }
}

impl Reason {
    /// The nearest with nothing else against it, else the nearest.
    pub fn nearest(&self) -> Option<u64> {
        self.nearest_and_far().map(|(_, number)| *number)
    }

    fn nearest_and_far(&self) -> Option<&(f64, u64)> {
        self.near.0.first().or(self.near_besides.0.first())
    }
}

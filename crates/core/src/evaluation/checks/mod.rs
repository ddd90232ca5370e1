//! The verdict: every check with demand, limit, utilisation and one sentence that says why.
//!
//! utilisation = demand / limit; above 1.005 fails (nothing here is known better, and equal is not too much), above 0.85 is
//! tight. A limit nobody gave is `unknown`, never ok; a capability that is not there at all fails without a number.
//! Ceilings are exact figures and ok up to their limit; cautions are to be known and make no machine fail ([`CheckClass`]).

mod battery;
mod builder;
mod code;
mod context;
mod controller;
mod fit;
mod gearing;
mod generator;
mod motor;
mod performance;
pub mod remedy;
mod safety;
mod scale;
mod shaft;
mod teeth;
mod wire;

pub use code::{CheckCode, CheckGroup, CheckKind, Step};
pub use scale::{CheckClass, FAILS_ABOVE, TIGHT_ABOVE, Verdict};

pub(crate) use builder::{CheckBuilder, CheckLimit, Subject};
pub(crate) use context::{CheckContext, HeldBy};
pub(crate) use scale::{Scale, fails_above};

use std::cmp::Ordering;

use remedy::Remedy;
use serde::Serialize;

use crate::evaluation::DriveEvaluation;

/// One check.
#[derive(Debug, Clone, PartialEq, Serialize, schemars::JsonSchema)]
pub struct Check {
    /// Code, for example `battery.sag`.
    pub code: CheckCode,
    /// The drive it is about; null for the battery and the whole.
    pub drive: Option<String>,
    /// Place of the stage in the gearing, from 0; absent unless it is about one.
    #[serde(skip_serializing_if = "Option::is_none")]
    pub stage: Option<usize>,
    /// What a maker calls it.
    pub title: &'static str,
    /// What it says about the machine.
    pub class: CheckClass,
    /// For sizes and numbers of teeth: whether it fits; null for anything else and while it is unknown.
    pub fits: Option<bool>,
    /// What is asked; null where there is no number.
    pub demand: Option<f64>,
    /// What is allowed or possible; null where there is no number.
    pub limit: Option<f64>,
    /// Unit of demand and limit.
    pub unit: &'static str,
    /// Demand over limit; null where one of them has no number.
    pub utilisation: Option<f64>,
    /// How it came out.
    pub verdict: Verdict,
    /// In short: demand of limit, or that it fits, or cannot.
    pub said: String,
    /// One sentence with its numbers.
    pub because: String,
    /// What would fix it; empty unless asked for, and for a check that holds.
    pub remedies: Vec<Remedy>,
}

impl Check {
    /// Whether both are the same check, in two evaluations of an option.
    #[must_use]
    pub fn same_as(&self, other: &Self) -> bool {
        self.code == other.code && self.drive == other.drive && self.stage == other.stage
    }
}

/// All checks of an option, ranked.
pub(crate) fn judge(evidence: &CheckContext<'_>, drives: &[DriveEvaluation]) -> Vec<Check> {
    let chain = evidence.chain;
    let mut ledger = CheckBuilder::new(chain.worded(), 16 + 24 * drives.len());
    if chain.drives.iter().any(|drive| !drive.generates()) {
        battery::judge(evidence, &mut ledger);
    }
    for (drive, result) in chain.drives.iter().zip(drives) {
        if let Some(generating) = &result.generating {
            generator::judge(evidence, drive, result, generating, &mut ledger);
            continue;
        }
        motor::judge(evidence, drive, result, &mut ledger);
        controller::judge(evidence, drive, &mut ledger);
        gearing::judge(evidence, drive, &mut ledger);
        teeth::judge(evidence, drive, &mut ledger);
        shaft::judge(evidence, drive, &mut ledger);
        fit::judge_drive(drive, &mut ledger);
        performance::judge(evidence, drive, result, &mut ledger);
        safety::judge_drive(evidence, drive, &mut ledger);
        safety::judge_hazards(evidence, drive, result, &mut ledger);
    }
    wire::judge(evidence, &mut ledger);
    safety::judge_option(evidence, &mut ledger);
    fit::judge_option(evidence, &mut ledger);
    // Equals keep the order of the chain. A check is large: its rank is sorted instead, and each is moved once.
    ledger.checks.sort_by_cached_key(|check| Rank(rank(check)));
    ledger.checks
}

/// A number that has a place among all others.
#[derive(PartialEq)]
struct Rank(f64);

impl Eq for Rank {}

impl PartialOrd for Rank {
    fn partial_cmp(&self, other: &Self) -> Option<Ordering> {
        Some(self.cmp(other))
    }
}

impl Ord for Rank {
    fn cmp(&self, other: &Self) -> Ordering {
        self.0.total_cmp(&other.0)
    }
}

impl Check {
    /// Whether it can be what gives way first: a ceiling that holds does not give way, a caution never does.
    #[must_use]
    pub fn can_be_weakest(&self) -> bool {
        match self.class {
            CheckClass::Requirement => self.utilisation.is_some(),
            CheckClass::Ceiling => self.verdict == Verdict::Fail,
            CheckClass::Caution => false,
        }
    }
}

fn rank(check: &Check) -> f64 {
    match (check.verdict, check.utilisation) {
        (Verdict::Unknown, _) => f64::INFINITY,
        // A full room is no worry: it stands among what holds.
        (Verdict::Ok, Some(utilisation)) => -utilisation.min(TIGHT_ABOVE),
        (_, Some(utilisation)) => -utilisation,
        // A speed that is not reached has no time either: what keeps it from the speed stands before that.
        (_, None) if check.code.follows_from_another() => f64::MIN,
        (_, None) => f64::NEG_INFINITY,
    }
}

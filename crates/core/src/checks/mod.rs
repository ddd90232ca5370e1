//! The verdict: every check with demand, limit, utilisation and one sentence that says why.
//!
//! utilisation = demand / limit; above 1 fails, above 0.85 is tight. A limit nobody gave is `unknown`, never ok;
//! a capability that is not there at all fails without a number.

mod battery;
mod controller;
mod fit;
mod gearing;
mod generator;
mod motor;
mod performance;
mod safety;
mod shaft;
mod teeth;
mod wire;

use std::fmt::Write;

use serde::Serialize;

use crate::drive::Drive;
use crate::drive::cases::{Case, Figures};
use crate::evaluation::DriveEvaluation;
use crate::remedies::Remedy;
use crate::say::percent;
use crate::supply::{Chain, HALF, Supply};

/// The check that a jam is not the plan: never fails, never the weakest link.
pub(crate) const JAM: &str = "gearing.gearbox_jam";
/// The check of what a shot does to people.
const PROJECTILE: &str = "safety.projectile_energy";

/// Utilisation above which a check that holds is called tight.
pub const TIGHT_ABOVE: f64 = 0.85;

/// How a check came out.
#[derive(Debug, Clone, Copy, PartialEq, Eq, Hash, Serialize, schemars::JsonSchema)]
#[serde(rename_all = "snake_case")]
pub enum Verdict {
    /// Holds with room.
    Ok,
    /// Holds, but with less than 15 % to spare.
    Tight,
    /// Does not hold.
    Fail,
    /// Nobody gave the limit.
    Unknown,
}

/// One check.
#[derive(Debug, Clone, PartialEq, Serialize, schemars::JsonSchema)]
pub struct Check {
    /// Code, for example `battery.sag`.
    pub code: &'static str,
    /// The drive it is about; null for the battery and the whole.
    pub drive: Option<String>,
    /// Place of the stage in the gearing, from 0; absent unless it is about one.
    #[serde(skip_serializing_if = "Option::is_none")]
    pub stage: Option<usize>,
    /// What a maker calls it.
    pub title: &'static str,
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
    /// One sentence with its numbers.
    pub because: String,
    /// What would fix it; empty unless asked for, and for a check that holds.
    pub remedies: Vec<Remedy>,
}

/// The limit side of a check.
pub(crate) enum Bound {
    /// A number.
    At(f64),
    /// Nobody gave it; the text says what to find out.
    NotGiven(&'static str),
    /// It cannot be done at all; the text says why.
    Impossible(&'static str),
}

impl Bound {
    fn given(limit: Option<f64>, ask: &'static str) -> Self {
        limit.map_or(Self::NotGiven(ask), Self::At)
    }

    /// A capability: none or zero means it cannot be done at all.
    fn capability(value: Option<f64>, otherwise: &'static str) -> Self {
        value.filter(|value| *value > 0.0).map_or(Self::Impossible(otherwise), Self::At)
    }
}

/// What a check is about.
pub(crate) struct Subject<'a> {
    pub code: &'static str,
    pub title: &'static str,
    pub unit: &'static str,
    pub drive: Option<&'a Drive<'a>>,
    /// The gearing stage it is about, from 0.
    pub stage: Option<usize>,
}

impl<'a> Subject<'a> {
    /// About the battery or the whole.
    pub const fn of_option(code: &'static str, title: &'static str, unit: &'static str) -> Self {
        Self { code, title, unit, drive: None, stage: None }
    }

    /// About a whole drive.
    pub const fn of_drive(code: &'static str, title: &'static str, unit: &'static str, drive: &'a Drive<'a>) -> Self {
        Self { code, title, unit, drive: Some(drive), stage: None }
    }
}

impl Check {
    /// Whether both are the same check, in two evaluations of an option.
    #[must_use]
    pub fn same_as(&self, other: &Self) -> bool {
        self.code == other.code && self.drive == other.drive && self.stage == other.stage
    }
}

/// The checks so far.
pub(crate) struct Ledger(Vec<Check>);

impl Ledger {
    /// Judges a demand against a bound. `because` makes the sentence from demand and limit, without its margin.
    /// A demand of `None` means that no case has numbers.
    pub fn judge(
        &mut self,
        subject: &Subject<'_>,
        demand: Option<f64>,
        bound: &Bound,
        because: impl FnOnce(f64, f64) -> String,
    ) {
        let utilisation = match (demand, bound) {
            (Some(demand), Bound::At(limit)) => Some(demand / limit).filter(|ratio| ratio.is_finite()),
            _ => None,
        };
        let (verdict, because) = match (demand, bound, utilisation) {
            (_, Bound::NotGiven(ask), _) => (Verdict::Unknown, (*ask).to_owned()),
            (_, Bound::Impossible(why), _) => (Verdict::Fail, (*why).to_owned()),
            (Some(demand), Bound::At(limit), Some(ratio)) => {
                let mut text = because(demand, *limit);
                let verdict = Verdict::of(ratio);
                // Writing to a text cannot fail.
                let _ = if verdict == Verdict::Fail {
                    write!(text, " That is {} too much.", percent(ratio - 1.0))
                } else {
                    write!(text, " That leaves {} to spare.", percent((1.0 - ratio).max(0.0)))
                };
                (verdict, text)
            }
            _ => (
                Verdict::Fail,
                "The battery cannot give the power this takes at any voltage, so there is no figure to judge."
                    .to_owned(),
            ),
        };
        self.0.push(Check {
            code: subject.code,
            drive: subject.drive.map(|drive| drive.parts.drive.clone()),
            stage: subject.stage,
            title: subject.title,
            demand,
            limit: match bound {
                Bound::At(limit) => Some(*limit),
                _ => None,
            },
            unit: subject.unit,
            utilisation,
            verdict,
            because,
            remedies: Vec::new(),
        });
    }

    /// Notes that nobody gave what a check needs; `ask` says what to find out.
    pub fn unknown(&mut self, subject: &Subject<'_>, ask: &'static str) {
        self.judge(subject, Some(0.0), &Bound::NotGiven(ask), |_, _| String::new());
    }

    /// Judges what something takes against the room it has: utilisation and verdict like any other, but a box that just
    /// goes in is no reason to worry, so that a full room is ok.
    pub fn judge_room(&mut self, subject: &Subject<'_>, has: f64, room: f64, because: impl FnOnce(f64, f64) -> String) {
        self.judge(subject, Some(has), &Bound::At(room), because);
        if let Some(last) = self.0.last_mut()
            && last.verdict == Verdict::Tight
        {
            last.verdict = Verdict::Ok;
        }
    }

    /// Notes something that fails without a number.
    pub fn fail(&mut self, subject: &Subject<'_>, because: String) {
        self.0.push(Check {
            code: subject.code,
            drive: subject.drive.map(|drive| drive.parts.drive.clone()),
            stage: subject.stage,
            title: subject.title,
            demand: None,
            limit: None,
            unit: subject.unit,
            utilisation: None,
            verdict: Verdict::Fail,
            because,
            remedies: Vec::new(),
        });
    }

    /// Softens the last check: above its limit it is tight, not failed.
    fn only_tight(&mut self) {
        if let Some(last) = self.0.last_mut()
            && last.verdict == Verdict::Fail
        {
            last.verdict = Verdict::Tight;
        }
    }
}

impl Verdict {
    /// The verdict of a utilisation.
    #[must_use]
    pub fn of(utilisation: f64) -> Self {
        // 12 cells of 4.2 V are 50.400000000000006 V: that is 50.4 of 50.4, not more.
        const ROUNDING: f64 = 1e-9;
        if utilisation > 1.0 + ROUNDING {
            Self::Fail
        } else if utilisation > TIGHT_ABOVE {
            Self::Tight
        } else {
            Self::Ok
        }
    }
}

/// Everything a check may look at.
pub(crate) struct Evidence<'a> {
    pub chain: &'a Chain<'a>,
    pub supply: &'a Supply,
}

impl<'a> Evidence<'a> {
    /// The larger of target and climb at half charge of one quantity, over the cases that have numbers.
    pub fn sustained(&self, drive: &Drive<'_>, quantity: impl Fn(&Figures) -> f64) -> Option<f64> {
        [Case::Target, Case::Climb]
            .into_iter()
            .filter_map(|case| self.chain.figures(drive.index, HALF, case).map(&quantity))
            .reduce(f64::max)
    }

    /// The larger of all drives stalled and all drives at their hungriest, A.
    pub fn worst_supply_a(&self) -> Option<f64> {
        Some(self.supply.all_stalled.current_a?.max(self.supply.all_peak.current_a?))
    }
}

/// All checks of an option, ranked.
pub(crate) fn judge(chain: &Chain<'_>, supply: &Supply, drives: &[DriveEvaluation]) -> Vec<Check> {
    let evidence = Evidence { chain, supply };
    let mut ledger = Ledger(Vec::with_capacity(16 + 24 * drives.len()));
    if chain.drives.iter().any(|drive| !drive.generates()) {
        battery::judge(&evidence, &mut ledger);
    }
    for (drive, result) in chain.drives.iter().zip(drives) {
        if let Some(generating) = &result.generating {
            generator::judge(&evidence, drive, result, generating, &mut ledger);
            continue;
        }
        motor::judge(&evidence, drive, result, &mut ledger);
        controller::judge(&evidence, drive, &mut ledger);
        gearing::judge(&evidence, drive, &mut ledger);
        teeth::judge(&evidence, drive, &mut ledger);
        shaft::judge(&evidence, drive, &mut ledger);
        fit::judge_drive(drive, &mut ledger);
        performance::judge(&evidence, drive, result, &mut ledger);
        safety::judge_drive(&evidence, drive, &mut ledger);
        safety::judge_more(&evidence, drive, result, &mut ledger);
    }
    wire::judge(&evidence, &mut ledger);
    safety::judge_option(&evidence, &mut ledger);
    fit::judge_option(&evidence, &mut ledger);
    let mut checks = ledger.0;
    // Stable, so that equals keep the order of the chain.
    checks.sort_by(|a, b| rank(a).total_cmp(&rank(b)));
    checks
}

impl Check {
    /// Whether it can be what gives way first: a jam is not the plan, a shot that is no toy is the job itself, and a box that goes in does not give way.
    #[must_use]
    pub fn can_be_weakest(&self) -> bool {
        self.utilisation.is_some()
            && self.code != JAM
            && self.code != PROJECTILE
            && !(self.code.starts_with("fit.") && self.verdict == Verdict::Ok)
    }
}

fn rank(check: &Check) -> f64 {
    match (check.verdict, check.utilisation) {
        (Verdict::Unknown, _) => f64::INFINITY,
        // A full room is no worry: it stands among what holds.
        (Verdict::Ok, Some(utilisation)) => -utilisation.min(TIGHT_ABOVE),
        (_, Some(utilisation)) => -utilisation,
        (_, None) => f64::NEG_INFINITY,
    }
}

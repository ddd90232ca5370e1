//! The verdict: every check with demand, limit, utilisation and one sentence that says why.
//!
//! utilisation = demand / limit; above 1.005 fails (nothing here is known better, and equal is not too much), above 0.85 is
//! tight. A limit nobody gave is `unknown`, never ok; a capability that is not there at all fails without a number.
//! Ceilings are exact figures and ok up to their limit; cautions are to be known and make no machine fail ([`CheckClass`]).

mod battery;
mod controller;
mod fit;
mod gearing;
mod generator;
mod motor;
mod performance;
pub mod remedy;
mod safety;
mod shaft;
mod teeth;
mod wire;

use remedy::Remedy;
use serde::Serialize;

use crate::evaluation::DriveEvaluation;
use crate::format::{lasting, percent, significant};
use crate::model::Drive;
use crate::model::bus::Limit;
use crate::model::cases::{Case, Figures};
use crate::model::supply::{Chain, FULL, HALF, Supply};
use crate::model::throttle::Yields;

/// Utilisation above which a check that holds is called tight.
pub const TIGHT_ABOVE: f64 = 0.85;
/// Utilisation above which a check fails: nothing is known better, and equal is not too much.
pub const FAILS_ABOVE: f64 = 1.005;
/// 12 cells of 4.2 V are 50.400000000000006 V: that is 50.4 of 50.4, not more.
const ROUNDING: f64 = 1e-9;

/// What a check says about a machine.
#[derive(Debug, Clone, Copy, PartialEq, Eq, Hash, Serialize, schemars::JsonSchema)]
#[serde(rename_all = "snake_case")]
pub enum CheckClass {
    /// What must hold, with room for what is not known better.
    Requirement,
    /// An exact figure against an exact limit: ok up to it, and no weak link while it holds.
    Ceiling,
    /// To be known: never fails, never gives way first, does not touch the verdict.
    Caution,
}

/// Utilisation above which a check fails that can be asked before anything is computed, or whose limit is raised.
pub(crate) fn fails_above(code: &str) -> f64 {
    if code == "motor.voltage" { Scale::MOTOR_VOLTAGE.tight_to } else { FAILS_ABOVE }
}

/// How a utilisation becomes a verdict.
#[derive(Debug, Clone, Copy, PartialEq)]
pub(crate) struct Scale {
    class: CheckClass,
    ok_to: f64,
    tight_to: f64,
    /// Sizes fit or do not fit; a share of too much says nothing of them.
    fits: bool,
    /// The limit is what the machine does: it falls short rather than being too much.
    falls_short: bool,
    /// A time that is held or not; what share of it is said by the times themselves.
    lasts: bool,
}

impl Scale {
    /// Demand and limit as figures are known here.
    pub const PLAIN: Self = Self {
        class: CheckClass::Requirement,
        ok_to: TIGHT_ABOVE,
        tight_to: FAILS_ABOVE,
        fits: false,
        falls_short: false,
        lasts: false,
    };
    /// What it must do as figures are known here: the limit is what it does.
    pub const ABILITY: Self = Self { falls_short: true, ..Self::PLAIN };
    /// Exact figures.
    pub const CEILING: Self = Self { class: CheckClass::Ceiling, ok_to: 1.0 + ROUNDING, ..Self::PLAIN };
    /// Sizes, and numbers of teeth.
    pub const FIT: Self = Self { fits: true, ..Self::CEILING };
    /// To be known.
    pub const CAUTION: Self = Self { class: CheckClass::Caution, tight_to: f64::INFINITY, ..Self::PLAIN };
    /// The highest voltage of a motor, which is no cliff.
    pub const MOTOR_VOLTAGE: Self = Self { tight_to: 1.05, ..Self::CEILING };
    /// The highest voltage of a controller that brakes: braking lifts the bus.
    pub const BRAKING_VOLTAGE: Self = Self { ok_to: 0.97, ..Self::CEILING };

    /// The same for a time that is held or not.
    pub const fn of_time(self) -> Self {
        Self { lasts: true, ..self }
    }

    /// A requirement, or a ceiling where the demand is a limit that is set.
    pub const fn unless_set(set: bool) -> Self {
        if set { Self::CEILING } else { Self::PLAIN }
    }

    /// The verdict of a utilisation on this scale.
    pub fn verdict(&self, utilisation: f64) -> Verdict {
        if utilisation > self.tight_to {
            Verdict::Fail
        } else if utilisation > self.ok_to {
            Verdict::Tight
        } else {
            Verdict::Ok
        }
    }

    /// The verdict of what cannot be done at all.
    fn impossible(&self) -> Verdict {
        if self.class == CheckClass::Caution { Verdict::Tight } else { Verdict::Fail }
    }
}

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

/// The limit side of a check.
pub(crate) enum CheckLimit {
    /// A number.
    At(f64),
    /// Nobody gave it; the text says what to find out.
    NotGiven(&'static str),
    /// It cannot be done at all; the text says why.
    Impossible(&'static str),
    /// The limit is never reached, whatever is asked; the text says so.
    Never(String),
}

impl CheckLimit {
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
    /// How demand and limit are said where a maker says them in something else: so many of this unit for each.
    pub said_in: Option<(f64, &'static str)>,
}

impl<'a> Subject<'a> {
    /// About the battery or the whole.
    pub const fn of_option(code: &'static str, title: &'static str, unit: &'static str) -> Self {
        Self { code, title, unit, drive: None, stage: None, said_in: None }
    }

    /// About a whole drive.
    pub const fn of_drive(code: &'static str, title: &'static str, unit: &'static str, drive: &'a Drive<'a>) -> Self {
        Self { code, title, unit, drive: Some(drive), stage: None, said_in: None }
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
pub(crate) struct CheckBuilder(Vec<Check>);

impl CheckBuilder {
    /// Judges a demand against a bound as figures are known here. `because` makes the sentence from demand and limit, without
    /// its margin. A demand of `None` means that no case has numbers.
    pub fn judge(
        &mut self,
        subject: &Subject<'_>,
        demand: Option<f64>,
        bound: &CheckLimit,
        because: impl FnOnce(f64, f64) -> String,
    ) {
        self.judge_as(Scale::PLAIN, subject, demand, bound, because);
    }

    /// The same on another scale.
    pub fn judge_as(
        &mut self,
        scale: Scale,
        subject: &Subject<'_>,
        demand: Option<f64>,
        bound: &CheckLimit,
        because: impl FnOnce(f64, f64) -> String,
    ) {
        let utilisation = match (demand, bound) {
            (Some(demand), CheckLimit::At(limit)) => Some(demand / limit).filter(|ratio| ratio.is_finite()),
            (Some(_), CheckLimit::Never(_)) => Some(0.0),
            _ => None,
        };
        let (verdict, because) = match (demand, bound, utilisation) {
            (_, CheckLimit::NotGiven(ask), _) => (Verdict::Unknown, (*ask).to_owned()),
            (_, CheckLimit::Impossible(why), _) => (scale.impossible(), (*why).to_owned()),
            (Some(_), CheckLimit::Never(why), _) => (Verdict::Ok, why.clone()),
            (Some(demand), CheckLimit::At(limit), Some(ratio)) => {
                let mut text = because(demand, *limit);
                text.push_str(&margin(scale, ratio));
                (scale.verdict(ratio), text)
            }
            _ => (
                scale.impossible(),
                "The battery cannot give the power this takes at any voltage, so there is no figure to judge."
                    .to_owned(),
            ),
        };
        let limit = match bound {
            CheckLimit::At(limit) => Some(*limit),
            _ => None,
        };
        self.note(scale, subject, (demand, limit, utilisation), verdict, because);
    }

    fn note(
        &mut self,
        scale: Scale,
        subject: &Subject<'_>,
        (demand, limit, utilisation): (Option<f64>, Option<f64>, Option<f64>),
        verdict: Verdict,
        because: String,
    ) {
        self.0.push(Check {
            code: subject.code,
            drive: subject.drive.map(|drive| drive.parts.drive.clone()),
            stage: subject.stage,
            title: subject.title,
            class: scale.class,
            fits: (scale.fits && verdict != Verdict::Unknown).then_some(verdict != Verdict::Fail),
            demand,
            limit,
            unit: subject.unit,
            utilisation,
            verdict,
            said: in_short(scale, subject, demand, limit, verdict),
            because,
            remedies: Vec::new(),
        });
    }

    /// Adds to the sentence of the last check.
    pub fn add(&mut self, more: &str) {
        if let Some(last) = self.0.last_mut() {
            last.because.push_str(more);
        }
    }

    /// Notes that nobody gave what a check needs; `ask` says what to find out.
    pub fn unknown(&mut self, subject: &Subject<'_>, ask: &'static str) {
        self.judge(subject, None, &CheckLimit::NotGiven(ask), |_, _| String::new());
    }

    /// Notes something that fails without a number.
    pub fn fail(&mut self, subject: &Subject<'_>, because: String) {
        self.note(Scale::PLAIN, subject, (None, None, None), Verdict::Fail, because);
    }

    /// Notes sizes that do not go together, without a number.
    pub fn does_not_fit(&mut self, subject: &Subject<'_>, because: String) {
        self.note(Scale::FIT, subject, (None, None, None), Verdict::Fail, because);
    }
}

/// Demand and limit in a few words.
fn in_short(scale: Scale, subject: &Subject<'_>, demand: Option<f64>, limit: Option<f64>, verdict: Verdict) -> String {
    if scale.fits && verdict != Verdict::Unknown {
        return if verdict == Verdict::Fail { "does not fit" } else { "fits" }.to_owned();
    }
    match (demand, limit) {
        // A time that is asked for is reached or not: both as people say times.
        (Some(demand), Some(limit)) if scale.lasts => format!("{} of {}", lasting(limit), lasting(demand)),
        (Some(demand), Some(limit)) => {
            let (factor, unit) = subject.said_in.unwrap_or((1.0, subject.unit));
            let between = if scale.class == CheckClass::Caution && demand > limit { "over" } else { "of" };
            format!("{} {between} {} {unit}", significant(factor * demand), significant(factor * limit))
                .trim_end()
                .to_owned()
        }
        (Some(_), None) if verdict == Verdict::Ok => "for good".to_owned(),
        _ if verdict == Verdict::Fail => "cannot".to_owned(),
        _ => String::new(),
    }
}

/// What is left to the limit, or how far beyond it, as a sentence. Sizes say it in their own.
fn margin(scale: Scale, ratio: f64) -> String {
    let caution = scale.class == CheckClass::Caution;
    if scale.fits || (scale.lasts && caution) {
        String::new()
    } else if scale.falls_short && ratio > 1.0 + ROUNDING {
        let lived_with = if ratio > scale.tight_to { "" } else { ", which is lived with" };
        format!(" That is {} short{lived_with}.", percent(1.0 - 1.0 / ratio))
    } else if ratio > MANY_TIMES {
        format!(" That is {} times as much.", significant(ratio))
    } else if ratio > scale.tight_to || (caution && ratio > 1.0) {
        let word = if caution { "above it" } else { "too much" };
        format!(" That is {} {word}.", percent(ratio - 1.0))
    } else if ratio > 1.0 + ROUNDING {
        format!(" That is {} above it, which is lived with.", percent(ratio - 1.0))
    } else {
        format!(" That leaves {} to spare.", percent((1.0 - ratio).max(0.0)))
    }
}

/// From here on a share of too much is no longer read: it is said how many times.
const MANY_TIMES: f64 = 3.0;

impl Verdict {
    /// The verdict of a utilisation as figures are known here.
    #[must_use]
    pub fn of(utilisation: f64) -> Self {
        Scale::PLAIN.verdict(utilisation)
    }
}

/// What a motor takes when it is held still at full throttle.
#[derive(Debug, Clone, Copy, PartialEq)]
pub(crate) struct Held {
    /// Shown current of each motor, A.
    pub shown_a: f64,
    /// What holds it to that.
    pub by: HeldBy,
}

/// What holds the current of a motor down when its shaft is held.
#[derive(Debug, Clone, Copy, PartialEq, Eq)]
pub(crate) enum HeldBy {
    /// Nothing but resistance and battery.
    Nothing,
    /// A limit that is set, or that the controller keeps by itself.
    Limit,
    /// The wheels slip.
    Grip,
    /// It is started softly.
    SoftStart,
}

/// Everything a check may look at.
pub(crate) struct CheckContext<'a> {
    pub chain: &'a Chain<'a>,
    pub supply: &'a Supply,
}

impl<'a> CheckContext<'a> {
    /// The larger of target and climb at half charge of one quantity, over the cases that have numbers.
    pub fn sustained(&self, drive: &Drive<'_>, quantity: impl Fn(&Figures) -> f64) -> Option<f64> {
        [Case::Target, Case::Climb]
            .into_iter()
            .filter_map(|case| self.chain.figures(drive.index, HALF, case).map(&quantity))
            .reduce(f64::max)
    }

    /// The current that flows when a motor of the drive is held still at full throttle on a full battery, as far as anything
    /// can hold it; `None` when the battery cannot give it.
    pub fn held(&self, drive: &Drive<'_>) -> Option<Held> {
        let stall = self.chain.case(drive.index, FULL, Case::Stall)?;
        let stalled_a = stall.figures?.motor_current_a;
        let yields = self.chain.yields(drive, FULL);
        let through = drive.yields_at_a(yields, 0.0).map(|current_a| current_a / drive.controller.current_factor);
        Some(match (through, yields) {
            (Some(through_a), Yields::Slips(_)) if through_a < stalled_a => {
                Held { shown_a: through_a, by: HeldBy::Grip }
            }
            (Some(through_a), _) if through_a < stalled_a => Held { shown_a: through_a, by: HeldBy::SoftStart },
            _ if stall.limited_by == Some(Limit::MotorCurrent) => Held { shown_a: stalled_a, by: HeldBy::Limit },
            _ => Held { shown_a: stalled_a, by: HeldBy::Nothing },
        })
    }

    /// The larger of all drives stalled and all drives where they draw most, A.
    pub fn worst_supply_a(&self) -> Option<f64> {
        Some(self.supply.all_stalled.current_a?.max(self.supply.all_peak.current_a?))
    }
}

/// All checks of an option, ranked.
pub(crate) fn judge(chain: &Chain<'_>, supply: &Supply, drives: &[DriveEvaluation]) -> Vec<Check> {
    let evidence = CheckContext { chain, supply };
    let mut ledger = CheckBuilder(Vec::with_capacity(16 + 24 * drives.len()));
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
        (_, None) if check.code == "battery.runtime" => f64::MIN,
        (_, None) => f64::NEG_INFINITY,
    }
}

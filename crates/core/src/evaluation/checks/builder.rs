//! Judging: a demand against a limit becomes a check with its sentence.

use super::scale::{ROUNDING, Scale};
use super::{Check, CheckClass, CheckCode, Verdict};
use crate::format::{lasting, percent, significant};
use crate::model::Drive;

/// The limit side of a check.
pub(crate) enum CheckLimit {
    /// A number.
    At(f64),
    /// Nobody gave it; the text says what to find out.
    NotGiven(&'static str),
    /// It cannot be done at all; the text says why.
    Impossible(&'static str),
    /// The limit is never reached, whatever is asked; the text says so.
    Never(&'static str),
}

impl CheckLimit {
    pub(super) fn given(limit: Option<f64>, ask: &'static str) -> Self {
        limit.map_or(Self::NotGiven(ask), Self::At)
    }

    /// A capability: none or zero means it cannot be done at all.
    pub(super) fn capability(value: Option<f64>, otherwise: &'static str) -> Self {
        value.filter(|value| *value > 0.0).map_or(Self::Impossible(otherwise), Self::At)
    }
}

/// What a check is about.
pub(crate) struct Subject<'a> {
    pub code: CheckCode,
    pub drive: Option<&'a Drive<'a>>,
    /// The gearing stage it is about, from 0.
    pub stage: Option<usize>,
    /// How demand and limit are said where a maker says them in something else: so many of this unit for each.
    pub said_in: Option<(f64, &'static str)>,
}

impl<'a> Subject<'a> {
    /// About the battery or the whole.
    pub const fn of_option(code: CheckCode) -> Self {
        Self { code, drive: None, stage: None, said_in: None }
    }

    /// About a whole drive.
    pub const fn of_drive(code: CheckCode, drive: &'a Drive<'a>) -> Self {
        Self { code, drive: Some(drive), stage: None, said_in: None }
    }
}

/// The checks so far.
pub(crate) struct CheckBuilder {
    pub(super) checks: Vec<Check>,
    /// Whether anybody reads what is said of them.
    worded: bool,
}

impl CheckBuilder {
    /// None yet, with room for so many.
    pub(super) fn new(worded: bool, room: usize) -> Self {
        Self { checks: Vec::with_capacity(room), worded }
    }

    /// Judges a demand against a limit on the scale of the check. `because` makes the sentence from demand and limit, without
    /// its margin. A demand of `None` means that no case has numbers.
    pub fn judge(
        &mut self,
        subject: &Subject<'_>,
        demand: Option<f64>,
        limit: &CheckLimit,
        because: impl FnOnce(f64, f64) -> String,
    ) {
        self.judge_as(Scale::of(subject.code), subject, demand, limit, because);
    }

    /// The same on another scale.
    pub fn judge_as(
        &mut self,
        scale: Scale,
        subject: &Subject<'_>,
        demand: Option<f64>,
        limit: &CheckLimit,
        because: impl FnOnce(f64, f64) -> String,
    ) {
        let utilisation = match (demand, limit) {
            (Some(demand), CheckLimit::At(limit)) => Some(demand / limit).filter(|ratio| ratio.is_finite()),
            (Some(_), CheckLimit::Never(_)) => Some(0.0),
            _ => None,
        };
        let (verdict, because) = match (demand, limit, utilisation) {
            (_, CheckLimit::NotGiven(ask), _) => (Verdict::Unknown, self.constant(ask)),
            (_, CheckLimit::Impossible(why), _) => (scale.impossible(), self.constant(why)),
            (Some(_), CheckLimit::Never(why), _) => (Verdict::Ok, self.constant(why)),
            (Some(demand), CheckLimit::At(limit), Some(ratio)) => {
                let text = if self.worded { with_margin(because(demand, *limit), scale, ratio) } else { String::new() };
                (scale.verdict(ratio), text)
            }
            _ => (
                scale.impossible(),
                self.constant(
                    "The battery cannot give the power this takes at any voltage, so there is no figure to judge.",
                ),
            ),
        };
        let limit = match limit {
            CheckLimit::At(limit) => Some(*limit),
            _ => None,
        };
        self.note(scale, subject, (demand, limit, utilisation), verdict, because);
    }

    /// A sentence without a number in it.
    fn constant(&self, text: &str) -> String {
        if self.worded { text.to_owned() } else { String::new() }
    }

    fn note(
        &mut self,
        scale: Scale,
        subject: &Subject<'_>,
        (demand, limit, utilisation): (Option<f64>, Option<f64>, Option<f64>),
        verdict: Verdict,
        because: String,
    ) {
        self.checks.push(Check {
            code: subject.code,
            drive: subject.drive.map(|drive| drive.parts.drive.clone()),
            stage: subject.stage,
            title: subject.code.title(),
            class: scale.class,
            fits: (scale.fits && verdict != Verdict::Unknown).then_some(verdict != Verdict::Fail),
            demand,
            limit,
            unit: subject.code.unit(),
            utilisation,
            verdict,
            said: if self.worded { in_short(scale, subject, demand, limit, verdict) } else { String::new() },
            because: if self.worded { because } else { String::new() },
            remedies: Vec::new(),
        });
    }

    /// Adds to the sentence of the last check.
    pub fn add(&mut self, more: impl FnOnce() -> String) {
        if let Some(last) = self.checks.last_mut().filter(|_| self.worded) {
            last.because.push_str(&more());
        }
    }

    /// Says the last check in other figures than demand and limit.
    pub fn say(&mut self, short: impl FnOnce() -> String) {
        if let Some(last) = self.checks.last_mut().filter(|_| self.worded) {
            last.said = short();
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

/// Demand and limit in a few words, in the unit they stand in.
fn in_short(scale: Scale, subject: &Subject<'_>, demand: Option<f64>, limit: Option<f64>, verdict: Verdict) -> String {
    if scale.fits && verdict != Verdict::Unknown {
        return if verdict == Verdict::Fail { "does not fit" } else { "fits" }.to_owned();
    }
    match (demand, limit) {
        // A time that is asked for is reached or not: both as people say times.
        (Some(demand), Some(limit)) if scale.lasts => format!("{} of {}", lasting(limit), lasting(demand)),
        (Some(demand), Some(limit)) => {
            let (factor, unit) = subject.said_in.unwrap_or((1.0, subject.code.unit()));
            let (asked, there) = (significant(factor * demand), significant(factor * limit));
            // Every check says it in every evaluation: piece by piece, which is three times as quick as a format.
            let mut text = String::with_capacity(48);
            // The limit is what the machine does or has: a least value reads as one.
            if matches!(subject.code, CheckCode::ControllerMinVoltage | CheckCode::ControllerBrownOut) {
                there.push_to(&mut text);
                text.extend([" ", unit, ", not below "]);
                asked.push_to(&mut text);
                return text;
            }
            let caution = scale.class == CheckClass::Caution && demand > limit;
            let (before, between) = match (scale.falls_short, caution) {
                (true, _) => ("wants ", ", has "),
                (false, true) => ("", " over "),
                (false, false) => ("", " of "),
            };
            text.push_str(before);
            asked.push_to(&mut text);
            text.push_str(between);
            there.push_to(&mut text);
            if !unit.is_empty() || scale.falls_short {
                text.extend([" ", unit]);
            }
            text
        }
        (Some(_), None) if verdict == Verdict::Ok => "continuously".to_owned(),
        _ if verdict == Verdict::Fail => "cannot".to_owned(),
        _ => String::new(),
    }
}

/// A sentence, and after it what is left to the limit, or how far beyond it. Sizes say it in their own.
fn with_margin(mut text: String, scale: Scale, ratio: f64) -> String {
    let caution = scale.class == CheckClass::Caution;
    if scale.fits || (scale.lasts && caution) {
        return text;
    }
    let (before, share, after) = if scale.falls_short && ratio > 1.0 + ROUNDING {
        let lived_with = ratio <= scale.tight_to;
        (" That is ", 1.0 - 1.0 / ratio, if lived_with { " short, which is lived with." } else { " short." })
    } else if ratio > MANY_TIMES {
        text.push_str(" That is ");
        significant(ratio).push_to(&mut text);
        text.push_str(" times as much.");
        return text;
    } else if ratio > scale.tight_to || (caution && ratio > 1.0) {
        (" That is ", ratio - 1.0, if caution { " above it." } else { " too much." })
    } else if ratio > 1.0 + ROUNDING {
        (" That is ", ratio - 1.0, " above it, which is lived with.")
    } else {
        (" That leaves ", (1.0 - ratio).max(0.0), " to spare.")
    };
    text.push_str(before);
    percent(share).push_to(&mut text);
    text.push_str(after);
    text
}

/// From here on a share of too much is no longer read: it is said how many times.
const MANY_TIMES: f64 = 3.0;

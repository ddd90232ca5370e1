//! The decision: what the options stood at when one was chosen, and what has changed since.

use serde::Serialize;

use crate::document::{Build, Decided, DecidedOption};
use crate::evaluation::checks::Verdict;
use crate::evaluation::{Evaluation, OptionEvaluation};
use crate::format::{percent, significant};

/// Figures that moved by less are as they were.
const MOVED: f64 = 0.02;

/// What has become of a decision.
#[derive(Debug, Clone, PartialEq, Serialize, schemars::JsonSchema)]
pub struct Review {
    /// When it was made, RFC 3339.
    pub at: String,
    /// The option that was chosen.
    pub option: String,
    /// Whether it would be made again on the same grounds.
    pub stands: bool,
    /// What has changed, what overturns it first.
    pub changes: Vec<Change>,
}

/// Something that has changed since.
#[derive(Debug, Clone, PartialEq, Eq, Serialize, schemars::JsonSchema)]
pub struct Change {
    /// In one sentence.
    pub text: String,
    /// Whether it takes away a ground of the decision.
    pub overturns: bool,
}

/// The options of a build as they stand, to be kept with a decision made at a time (RFC 3339).
///
/// `None` when no option has the name.
#[must_use]
pub fn decided(build: &Build, evaluation: &Evaluation, option: &str, at: &str) -> Option<Decided> {
    build.options.iter().find(|candidate| candidate.name == option)?;
    Some(Decided {
        at: at.to_owned(),
        option: option.to_owned(),
        options: evaluation.options.iter().map(standing).collect(),
    })
}

fn standing(result: &OptionEvaluation) -> DecidedOption {
    let failing = result.checks.iter().filter(|check| check.verdict == Verdict::Fail).count();
    let weakest = result.weakest();
    let windings =
        result.drives.iter().filter_map(|drive| drive.thermal.as_ref().and_then(|thermal| thermal.winding_c));
    DecidedOption {
        name: result.name.clone(),
        failing: u32::try_from(failing).unwrap_or(u32::MAX),
        weakest: weakest.map(|check| check.title.to_owned()),
        worst_utilisation: weakest.and_then(|check| check.utilisation),
        price: result.price,
        to_buy: result.to_buy,
        mass_kg: result.hardware_mass_kg,
        runtime_min: result.supply.runtime_min,
        winding_c: windings.reduce(f64::max),
    }
}

/// A figure that options are compared by.
struct Ground {
    /// "the cheapest"
    best: &'static str,
    /// "costs"
    says: &'static str,
    unit: &'static str,
    value: fn(&DecidedOption) -> Option<f64>,
    less_is_better: bool,
}

const GROUNDS: [Ground; 4] = [
    Ground { best: "the cheapest", says: "price", unit: "", value: |option| option.price, less_is_better: true },
    Ground {
        best: "the lightest",
        says: "mass of its parts",
        unit: " kg",
        value: |option| Some(option.mass_kg),
        less_is_better: true,
    },
    Ground {
        best: "the one that runs longest",
        says: "time on one charge",
        unit: " min",
        value: |option| option.runtime_min,
        less_is_better: false,
    },
    Ground {
        best: "the one with most margin",
        says: "use of its weakest link",
        unit: "",
        value: |option| option.worst_utilisation,
        less_is_better: true,
    },
];

impl Ground {
    /// The best of those that hold, with its figure; `None` where fewer than two can be compared.
    fn best_of<'a>(&self, options: &'a [DecidedOption]) -> Option<(&'a DecidedOption, f64)> {
        let known = options.iter().filter(|option| option.failing == 0);
        let mut known: Vec<(&DecidedOption, f64)> =
            known.filter_map(|option| Some((option, (self.value)(option)?))).collect();
        known.sort_by(|a, b| a.1.total_cmp(&b.1));
        if known.len() < 2 {
            return None;
        }
        if self.less_is_better { known.first().copied() } else { known.last().copied() }
    }

    fn said(&self, value: f64) -> String {
        if self.best == "the one with most margin" {
            percent(value).to_string()
        } else {
            format!("{}{}", significant(value), self.unit)
        }
    }
}

/// What has become of the decision of a build; `None` where none was kept, or another option is chosen now.
#[must_use]
pub fn review(build: &Build, evaluation: &Evaluation) -> Option<Review> {
    let decided = build.decided.as_ref()?;
    if build.chosen.as_ref() != Some(&decided.option) {
        return None;
    }
    let now: Vec<DecidedOption> = evaluation.options.iter().map(standing).collect();
    let own_now = now.iter().find(|option| option.name == decided.option)?;
    let own_then = decided.options.iter().find(|option| option.name == decided.option)?;
    let mut changes = Vec::new();
    let mut note = |overturns: bool, text: String| changes.push(Change { text, overturns });
    if own_then.failing == 0 && own_now.failing > 0 {
        let weakest = own_now.weakest.as_deref().unwrap_or("a check").to_lowercase();
        note(true, format!("It held then; now it fails, first at {weakest}."));
    }
    for other in now.iter().filter(|option| option.name != decided.option && option.failing == 0) {
        let then = decided.options.iter().find(|option| option.name == other.name);
        match then {
            Some(then) if then.failing > 0 => {
                note(own_now.failing > 0, format!("{} failed then and holds now.", quoted(&other.name)));
            }
            None => note(own_now.failing > 0, format!("{} has come since and holds.", quoted(&other.name))),
            Some(_) => {}
        }
    }
    for ground in &GROUNDS {
        let alone = decided.options.iter().filter(|option| option.failing == 0).count() == 1;
        let (then, best_now) = (ground.best_of(&decided.options), ground.best_of(&now));
        let was_best = then.is_some_and(|(best, _)| best.name == decided.option) || (alone && own_then.failing == 0);
        if let (true, Some((best, value)), Some(own)) = (was_best, best_now, (ground.value)(own_now))
            && best.name != decided.option
            && own_now.failing == 0
            && (value - own).abs() > 1e-9 * own.abs()
        {
            // Alone among those that held it was chosen for that, not for a figure.
            let overturns = !alone;
            let (name, theirs, mine) = (quoted(&best.name), ground.said(value), ground.said(own));
            let was = if alone { "It was the only one that held; now" } else { "It was" };
            let rest = if alone {
                format!("{name} is {}, {theirs} against {mine}.", ground.best)
            } else {
                format!("{} that holds; now {name} is, {theirs} against {mine}.", ground.best)
            };
            note(overturns, format!("{was} {rest}"));
        }
        let (before, after) = ((ground.value)(own_then), (ground.value)(own_now));
        if let (Some(before), Some(after)) = (before, after)
            && (after - before).abs() > MOVED * before.abs()
        {
            note(false, format!("Its {} was {} and is {} now.", ground.says, ground.said(before), ground.said(after)));
        }
    }
    changes.sort_by_key(|change| !change.overturns);
    Some(Review {
        at: decided.at.clone(),
        option: decided.option.clone(),
        stands: !changes.iter().any(|change| change.overturns),
        changes,
    })
}

fn quoted(name: &str) -> String {
    format!("\u{201c}{name}\u{201d}")
}

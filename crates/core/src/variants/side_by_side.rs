//! Options side by side: one row a question, what the job asks, best and worst where the difference matters.

use serde::Serialize;

use crate::document::{Build, Load};
use crate::evaluation::checks::Verdict;
use crate::evaluation::{DriveEvaluation, Evaluation, OptionEvaluation};
use crate::format::significant;
use crate::formulas::constants::GRAVITY_M_S2;
use crate::model::cases::Case;

/// A difference below this share is none that anybody would choose by (common practice).
const MATTERS: f64 = 0.05;

/// How a figure of an option stands among the others.
#[derive(Debug, Clone, Copy, PartialEq, Eq, Serialize, schemars::JsonSchema)]
#[serde(rename_all = "snake_case")]
pub enum Standing {
    /// The best, by a difference that matters.
    Best,
    /// The worst, by a difference that matters.
    Worst,
}

/// One question, answered by every option.
#[derive(Debug, Clone, PartialEq, Serialize, schemars::JsonSchema)]
pub struct ComparedRow {
    /// Its name; the ending tells the unit, as in a document.
    pub key: &'static str,
    /// What a maker asks.
    pub title: &'static str,
    /// Whether more is better; null where it is only different.
    pub more_is_better: Option<bool>,
    /// What the job asks; null where it asks nothing.
    pub asked: Option<f64>,
    /// The figure of each option; null where there is none.
    pub values: Vec<Option<f64>>,
    /// Best and worst.
    pub standing: Vec<Option<Standing>>,
    /// What is said beside each figure; empty where nothing is.
    pub notes: Vec<String>,
}

/// All options of a build, question by question.
#[derive(Debug, Clone, PartialEq, Serialize, schemars::JsonSchema)]
pub struct SideBySide {
    /// Who wins what, in a sentence or two.
    pub says: String,
    /// The questions that at least one option answers.
    pub rows: Vec<ComparedRow>,
}

/// What a row asks of one option.
struct Asked {
    key: &'static str,
    title: &'static str,
    more_is_better: Option<bool>,
    asked: fn(&Build) -> Option<f64>,
    value: fn(&OptionEvaluation) -> Option<f64>,
    note: fn(&OptionEvaluation) -> String,
}

const fn row(
    key: &'static str,
    title: &'static str,
    more_is_better: bool,
    value: fn(&OptionEvaluation) -> Option<f64>,
) -> Asked {
    Asked { key, title, more_is_better: Some(more_is_better), asked: |_| None, value, note: |_| String::new() }
}

/// The questions, in the order in which makers ask them.
fn questions() -> Vec<Asked> {
    vec![
        Asked {
            note: |result| {
                let failing = result.checks.iter().filter(|check| check.verdict == Verdict::Fail);
                failing.take(2).map(|check| check.title.to_lowercase()).collect::<Vec<_>>().join(", ")
            },
            ..row("failing", "checks that fail", false, |result| Some(count(result, Verdict::Fail)))
        },
        Asked {
            note: |result| result.weakest().map_or_else(String::new, |check| check.title.to_lowercase()),
            ..row("weakest_percent", "weakest link, used", false, |result| {
                result.weakest().and_then(|check| check.utilisation).map(|used| 100.0 * used)
            })
        },
        row("unknown", "checks without a figure", false, |result| Some(count(result, Verdict::Unknown))),
        row("generator_output_w", "gives as a generator", true, |result| {
            drives(result, |drive| drive.generating.as_ref().map(|given| given.output_power_w)).reduce(|a, b| a + b)
        }),
        row("generator_percent", "of the source's power arrives", true, |result| {
            most(drives(result, |drive| drive.generating.as_ref().map(|given| 100.0 * given.efficiency)))
        }),
        Asked {
            more_is_better: None,
            ..row("source_rpm", "the source turns at", true, |result| {
                most(drives(result, |drive| drive.generating.as_ref().map(|given| given.source_rpm)))
            })
        },
        Asked {
            asked: |build| ability(build, |load| vehicle_of(load).and_then(|vehicle| vehicle.accelerate_s)),
            ..row("to_speed_s", "time to speed", false, |result| {
                most(drives(result, |drive| drive.acceleration_s.flatten()))
            })
        },
        Asked {
            asked: |build| ability(build, |load| if let Load::Flywheel(wheel) = load { wheel.spin_up_s } else { None }),
            ..row("spin_up_s", "spun up in", false, |result| most(drives(result, |drive| drive.spin_up_s.flatten())))
        },
        row("shots_per_second", "shots a second", true, |result| {
            least(drives(result, |drive| drive.shots.as_ref().and_then(|shots| shots.kept_per_second)))
        }),
        row("shots", "shots on one charge", true, |result| {
            least(drives(result, |drive| drive.shots.as_ref().and_then(|shots| shots.per_charge)))
        }),
        Asked {
            note: |result| match (start_pull_n(result), result.moving_mass_kg) {
                (Some(pull_n), Some(mass_kg)) => {
                    format!("{} % of its weight", significant(100.0 * pull_n / (mass_kg * GRAVITY_M_S2)))
                }
                _ => String::new(),
            },
            ..row("start_pull_n", "pull at start", true, start_pull_n)
        },
        row("power_w", "power at the load, flat out", true, |result| {
            drives(result, |drive| drive.at_half(Case::FullThrottle).and_then(|case| case.output_power_w))
                .reduce(|a, b| a + b)
        }),
        Asked {
            asked: |build| ability(build, |load| vehicle_of(load).and_then(|vehicle| vehicle.climb_speed_m_s)),
            ..row("hill_m_s", "speed on the hill", true, |result| {
                least(drives(result, |drive| drive.at_half(Case::Climb).and_then(|case| case.speed_m_s)))
            })
        },
        Asked {
            asked: |build| ability(build, |load| vehicle_of(load).map(|vehicle| vehicle.target_speed_m_s)),
            ..row("top_m_s", "flat out", true, |result| {
                least(drives(result, |drive| drive.at_half(Case::FullThrottle).and_then(|case| case.speed_m_s)))
            })
        },
        row("loaded_v", "volts at the hardest work", true, |result| result.supply.all_hardest.voltage_v),
        row("winding_c", "hottest winding", false, |result| {
            let all: Vec<Option<f64>> =
                result.drives.iter().map(|drive| drive.thermal.as_ref().and_then(|heat| heat.winding_c)).collect();
            all.iter().all(Option::is_some).then(|| most(all.into_iter().flatten())).flatten()
        }),
        row("pack_c", "pack, when a charge is used up", false, |result| result.supply.pack_after_charge_c),
        row("flat_out_s", "held flat out, until hot", true, OptionEvaluation::flat_out_s),
        Asked {
            asked: |build| build.job.runtime_min,
            ..row("runtime_min", "runs on one charge", true, |result| result.supply.runtime_min)
        },
        row("range_m", "reaches on one charge", true, |result| result.supply.range_m.flatten()),
        row("hardware_kg", "drive parts weigh", false, |result| Some(result.hardware_mass_kg)),
        row("price", "all parts cost", false, |result| result.price),
        Asked {
            asked: |build| build.job.budget.as_ref().map(|budget| budget.amount),
            ..row("to_buy", "to buy, the drawer counted", false, |result| result.to_buy)
        },
    ]
}

fn vehicle_of(load: &Load) -> Option<&crate::document::load::Vehicle> {
    if let Load::Vehicle(vehicle) = load { Some(vehicle) } else { None }
}

/// What the first drive that asks it asks.
fn ability(build: &Build, of: impl Fn(&Load) -> Option<f64>) -> Option<f64> {
    build.job.drives.iter().find_map(|drive| of(&drive.load))
}

fn drives<'a>(
    result: &'a OptionEvaluation,
    figure: impl Fn(&DriveEvaluation) -> Option<f64> + 'a,
) -> impl Iterator<Item = f64> + 'a {
    result.drives.iter().filter_map(figure)
}

fn most(all: impl Iterator<Item = f64>) -> Option<f64> {
    all.reduce(f64::max)
}

fn least(all: impl Iterator<Item = f64>) -> Option<f64> {
    all.reduce(f64::min)
}

#[allow(clippy::cast_precision_loss, reason = "an option has some tens of checks")]
fn count(result: &OptionEvaluation, verdict: Verdict) -> f64 {
    result.checks.iter().filter(|check| check.verdict == verdict).count() as f64
}

/// Pull of the wheels at rest with full throttle at half charge, N; `None` where nothing rolls.
fn start_pull_n(result: &OptionEvaluation) -> Option<f64> {
    let pulls = result.drives.iter().filter_map(|drive| {
        let (stall, target) = (drive.at_half(Case::Stall)?, drive.at_half(Case::Target)?);
        let radius_m = target.travel_radius_m().filter(|radius_m| *radius_m > 0.0)?;
        Some(stall.output_torque_nm? / radius_m)
    });
    pulls.reduce(|a, b| a + b)
}

/// Whether an option does at all what is asked: one that does not is neither best nor worst at anything but failing.
fn runs(result: &OptionEvaluation) -> bool {
    !result.drives.iter().any(|drive| drive.first_not_held().is_some())
        && !result.checks.iter().any(|check| check.verdict == Verdict::Fail && check.utilisation.is_none())
}

/// Options side by side; with one option there is no best and no worst.
#[must_use]
pub fn side_by_side(build: &Build, evaluation: &Evaluation) -> SideBySide {
    let results = &evaluation.options;
    let able: Vec<bool> = results.iter().map(runs).collect();
    let rows: Vec<ComparedRow> = questions()
        .into_iter()
        .filter_map(|asked| {
            let values: Vec<Option<f64>> = results.iter().map(asked.value).collect();
            values.iter().any(Option::is_some).then(|| ComparedRow {
                key: asked.key,
                title: asked.title,
                more_is_better: asked.more_is_better,
                asked: (asked.asked)(build),
                standing: standing(&values, &able, asked.more_is_better),
                values,
                notes: results.iter().map(asked.note).collect(),
            })
        })
        .collect();
    SideBySide { says: who_wins(results, &rows), rows }
}

fn standing(values: &[Option<f64>], able: &[bool], more_is_better: Option<bool>) -> Vec<Option<Standing>> {
    let none = vec![None; values.len()];
    let Some(more) = more_is_better else { return none };
    let counted: Vec<f64> =
        values.iter().zip(able).filter(|(_, able)| **able).filter_map(|(value, _)| *value).collect();
    let (Some(low), Some(high)) = (least(counted.iter().copied()), most(counted.iter().copied())) else { return none };
    if counted.len() < 2 || high - low <= MATTERS * high.abs().max(low.abs()) {
        return none;
    }
    let (best, worst) = if more { (high, low) } else { (low, high) };
    let near = |value: f64, end: f64| (value - end).abs() <= f64::EPSILON * end.abs().max(1.0);
    values
        .iter()
        .zip(able)
        .map(|(value, able)| match value.filter(|_| *able) {
            Some(value) if near(value, best) => Some(Standing::Best),
            Some(value) if near(value, worst) => Some(Standing::Worst),
            _ => None,
        })
        .collect()
}

/// The letter of an option, as its tab has it.
fn letter(place: usize) -> char {
    char::from(b'A' + u8::try_from(place % 26).unwrap_or_default())
}

fn who_wins(results: &[OptionEvaluation], rows: &[ComparedRow]) -> String {
    if results.len() < 2 {
        return match results.first() {
            Some(only) if only.verdict == Verdict::Fail => "One option, and it fails.".to_owned(),
            Some(_) => "One option, and it holds.".to_owned(),
            None => "No option yet.".to_owned(),
        };
    }
    let holding: Vec<String> = (0..results.len())
        .filter(|place| results[*place].verdict != Verdict::Fail)
        .map(|place| letter(place).to_string())
        .collect();
    let mut said = vec![match holding.len() {
        0 => "No option holds everywhere.".to_owned(),
        1 => format!("{} holds everywhere.", holding[0]),
        all if all == results.len() => "All of them hold everywhere.".to_owned(),
        _ => format!("{} hold everywhere.", holding.join(" and ")),
    }];
    let wins = |key: &str| {
        let row = rows.iter().find(|row| row.key == key)?;
        row.standing.iter().position(|standing| *standing == Some(Standing::Best))
    };
    let mut by_letter: Vec<(usize, Vec<&str>)> = Vec::new();
    for (key, words) in [
        ("to_speed_s", "is quickest to speed"),
        ("spin_up_s", "spins up fastest"),
        ("generator_output_w", "gives most"),
        ("runtime_min", "runs longest"),
        ("hardware_kg", "is lightest"),
        ("to_buy", "costs least to buy"),
    ] {
        let Some(place) = wins(key) else { continue };
        match by_letter.iter_mut().find(|(other, _)| *other == place) {
            Some((_, all)) => all.push(words),
            None => by_letter.push((place, vec![words])),
        }
    }
    said.extend(by_letter.iter().take(2).map(|(place, words)| format!("{} {}.", letter(*place), joined(words))));
    if let Some(place) = (0..results.len()).find(|place| !runs(&results[*place])) {
        let slow = results[place].drives.iter().any(|drive| drive.first_not_held().is_some());
        let why = results[place].checks.iter().find(|check| check.verdict == Verdict::Fail);
        said.push(match why {
            Some(check) if !slow => format!("{} cannot run: {}.", letter(place), check.title.to_lowercase()),
            _ => format!("{} never gets to its speed.", letter(place)),
        });
    }
    said.join(" ")
}

fn joined(words: &[&str]) -> String {
    match words {
        [] => String::new(),
        [only] => (*only).to_owned(),
        [first @ .., last] => format!("{} and {last}", first.join(", ")),
    }
}

//! A build with the figures of a ride put in: what changes, and the odds before and after.

use serde::Serialize;
use serde_json::Value;

use super::adjusted::{adjustable, put_in};
use crate::document::log::Calibrated;
use crate::document::{Build, Problem};
use crate::evaluation::evaluate_option;
use crate::measurement::into_part::{MovedCheck, moved};
use crate::variants::candidates::Effect;
use crate::variants::odds::odds;
use crate::variants::sensitivity::Tolerances;

/// Draws of the odds, and what they are drawn from.
const DRAWS: u32 = 600;
const SEED: u64 = 18;

/// A figure that is put in.
#[derive(Debug, Clone, PartialEq, Serialize, schemars::JsonSchema)]
pub struct PutIn {
    /// Key of the figure.
    pub name: &'static str,
    /// What a maker calls it.
    pub title: &'static str,
    /// Unit; empty where it has none.
    pub unit: &'static str,
    /// What stood there.
    pub before: f64,
    /// What stands there now.
    pub after: f64,
}

/// A build with the figures of a ride in it.
#[derive(Debug, Clone, PartialEq, Serialize, schemars::JsonSchema)]
pub struct Corrected {
    /// Figure by figure.
    pub changes: Vec<PutIn>,
    /// What the option did with the figures before.
    pub before: Effect,
    /// What it does with those of the ride.
    pub after: Effect,
    /// Checks whose verdict or use moves.
    pub moved: Vec<MovedCheck>,
    /// Share of draws within all tolerances in which everything holds, before.
    pub odds_before: Option<f64>,
    /// And after: what is measured is drawn no more.
    pub odds_after: Option<f64>,
    /// The build with the figures in it.
    #[schemars(with = "Build")]
    pub build: Value,
}

/// Puts figures in, marked as measured. `by`: when and by what, such as `2026-11-21T14:02:00Z, Yard level`.
///
/// # Errors
/// An option or a drive that is not there; what is wrong with the build once the figures are in it.
pub fn corrected(
    build: &Build,
    option: usize,
    drive: usize,
    figures: &[(Calibrated, f64)],
    by: &str,
) -> Result<Corrected, Vec<Problem>> {
    let nothing = || vec![Problem { pointer: String::new(), detail: "there is no such option or drive".to_owned() }];
    let sheet = build.options.get(option).ok_or_else(nothing)?;
    let job = build.job.drives.get(drive).ok_or_else(nothing)?;
    let place = sheet.drives.iter().position(|served| served.drive == job.name).ok_or_else(nothing)?;
    let changes = figures
        .iter()
        .filter_map(|(figure, value)| {
            let now = adjustable(build, option, drive, *figure)?;
            let (title, unit) = (figure.label(), figure.unit());
            Some(PutIn { name: figure.word(), title, unit, before: now.value, after: *value })
        })
        .collect();
    let document = put_in(build, option, drive, figures, by)?;
    let changed = Build::from_value(&document)?;
    let result = |build: &Build| evaluate_option(&build.job, &build.options[option], option);
    let (before, after) = (result(build), result(&changed));
    let holds = |build: &Build| odds(build, option, &Tolerances::default(), DRAWS, SEED).map(|odds| odds.all_hold);
    Ok(Corrected {
        changes,
        moved: moved(&before, &after),
        before: Effect::of(&before, &build.options[option], place),
        after: Effect::of(&after, &changed.options[option], place),
        odds_before: holds(build),
        odds_after: holds(&changed),
        build: document,
    })
}

//! The sums behind the figures: what is asked, the formula, the numbers put in and where each came from, the result.
//!
//! Made from the values that were used, never from a second computation: the text of a sum, worked out by hand, gives
//! its result. A module for each stretch of the chain: [`job`], [`motor`], [`running`], [`supply`], [`outcome`].

mod battery;
mod generating;
mod job;
mod motor;
mod outcome;
mod running;
mod supply;
mod worksheet;

use serde::Serialize;

use crate::document::{Job, OptionSheet};
use crate::evaluation::checks::{CheckCode, CheckContext, judge};
use crate::model::supply::{Chain, Supply};

pub use worksheet::Input;
use worksheet::Worksheet;

/// One figure with its working.
#[derive(Debug, Clone, PartialEq, Serialize, schemars::JsonSchema)]
pub struct Sum {
    /// Which figure, for example `motor.torque_constant`.
    pub id: String,
    /// The drive it is about; null for the battery and the whole.
    pub drive: Option<String>,
    /// What is worked out.
    pub what: &'static str,
    /// What is asked, in one sentence.
    pub asks: &'static str,
    /// The formula, in the field's symbols.
    pub formula: String,
    /// The numbers that go in.
    pub inputs: Vec<Input>,
    /// The right side of the formula with its numbers.
    pub put_in: String,
    /// The result, not rounded.
    pub result: f64,
    /// Unit of the result.
    pub unit: &'static str,
    /// Where the formula is from.
    pub source: &'static str,
    /// The section of `docs/model.md` about it.
    pub section: &'static str,
}

/// The section of `docs/model.md` about a sum.
fn section_of(id: &str) -> &'static str {
    let (group, name) = id.split_once('.').unwrap_or((id, ""));
    match (group, name) {
        ("check", code) => {
            // A stage stands behind the code of its check.
            let code = code.trim_end_matches(|c: char| c.is_ascii_digit() || c == '.');
            CheckCode::named(code).map_or("verdict", CheckCode::section)
        }
        ("job", "shot_energy" | "wheel_energy" | "speed_after_shot") => "times",
        ("job" | "build", _) => "load",
        ("gearing", _) | ("motor", "required_speed" | "required_torque" | "climb_torque") => "gearing",
        ("motor", "can_area" | "case_to_air" | "winding_to_case" | "winding_capacity") => "heat",
        ("motor", _) => "motor",
        ("battery", "runtime" | "range" | "average_current" | "effective_share") | ("supply", _) => "cases",
        ("battery", _) => "battery",
        ("generating", _) => "generators",
        _ => "cases",
    }
}

pub(crate) const MECHANICS: &str = "mechanics";
pub(crate) const OHM: &str = "Ohm's law";
pub(crate) const COMMON_PRACTICE: &str = "common practice";
pub(crate) const DC_MACHINE: &str = "direct-current machine (Fitzgerald, Electric Machinery, ch. 7)";

/// Every sum of an option; `index` is its place in the build, used in the pointers of the figures put in.
///
/// ```
/// use ypsidyne_core::{document::Build, evaluation::workings::sums, library::demo};
/// let build = Build::from_json(demo::BUILDS[0].json).expect("the demo builds read");
/// let all = sums(&build.job, &build.options[0], 0);
/// assert!(all.iter().any(|sum| sum.id == "battery.energy"));
/// ```
#[must_use]
pub fn sums(job: &Job, option: &OptionSheet, index: usize) -> Vec<Sum> {
    let chain = Chain::new(job, option);
    let supply = chain.supply();
    let drives: Vec<_> = chain.drives.iter().map(|drive| chain.drive(drive, &supply)).collect();
    let checks = judge(&CheckContext::new(&chain, &supply), &drives);
    let desk = WorkingContext { chain: &chain, supply: &supply, option, index };
    let mut paper = Worksheet::default();
    for (drive, result) in chain.drives.iter().zip(&drives) {
        job::write(&desk, drive, &mut paper);
        if drive.generates() {
            continue;
        }
        motor::write(&desk, drive, result, &mut paper);
        running::write(&desk, drive, result, &mut paper);
    }
    supply::write(&desk, &mut paper);
    outcome::write(&checks, &mut paper);
    paper.sums
}

/// The sums from the words of the job to speed, torque and power at the load, drive by drive.
#[must_use]
pub fn job_sums(job: &Job, option: &OptionSheet) -> Vec<Sum> {
    let chain = Chain::resolved(job, option);
    let mut paper = Worksheet::default();
    for drive in &chain.drives {
        job::write(&WorkingContext { chain: &chain, supply: &(), option, index: 0 }, drive, &mut paper);
    }
    paper.sums
}

/// What a sum may look at.
struct WorkingContext<'a, S> {
    chain: &'a Chain<'a>,
    supply: &'a S,
    option: &'a OptionSheet,
    index: usize,
}

type FullDesk<'a> = WorkingContext<'a, Supply>;

impl<S> WorkingContext<'_, S> {
    /// Pointer to a place in the option.
    fn at(&self, rest: &str) -> String {
        format!("/options/{}/{rest}", self.index)
    }

    /// Pointer to a place in the parts of a drive.
    fn at_drive(&self, drive: &crate::model::Drive<'_>, rest: &str) -> String {
        self.at(&format!("drives/{}/{rest}", drive.index))
    }

    /// Pointer to a place in the load of a drive.
    fn at_load(&self, drive: &crate::model::Drive<'_>, rest: &str) -> String {
        let place = self.chain.job.drives.iter().position(|served| served.name == drive.job.name).unwrap_or(0);
        format!("/job/drives/{place}/load/{rest}")
    }
}

//! One change that would make a check hold, as it is told; how it is found is a matter of `variants::remedies`.

use serde::Serialize;
use serde_json::Value;

use super::{CheckCode, Verdict};
use crate::shelf::PartKind;

/// One change that makes a check hold.
#[derive(Debug, Clone, PartialEq, Serialize, schemars::JsonSchema)]
pub struct Remedy {
    /// What to change to how much, in one sentence.
    pub says: String,
    /// What kind of change it is.
    pub group: Group,
    /// JSON pointer of the place to change in the build document.
    pub pointer: String,
    /// The value to put there.
    pub value: Value,
    /// What stands there now; null when nothing does.
    pub was: Value,
    /// How far the check is used afterwards.
    pub utilisation: Option<f64>,
    /// Its verdict afterwards: ok, or tight where nothing better exists.
    pub verdict: Verdict,
    /// What gives way first afterwards.
    pub weakest_after: Option<CheckMove>,
    /// Checks that hold now and would fail afterwards.
    pub breaks: Vec<CheckMove>,
    /// Other checks that fail now and would hold afterwards.
    pub mends: Vec<CheckMove>,
    /// Checks that would still fail afterwards.
    pub failing_after: u32,
    /// What a part from the shelf must have to be this change; null where no part changes.
    pub part: Option<PartNeed>,
}

/// A check, and how far a remedy moves it.
#[derive(Debug, Clone, PartialEq, Serialize, schemars::JsonSchema)]
pub struct CheckMove {
    /// Code of the check.
    pub code: CheckCode,
    /// The drive it is about; null for the battery and the whole.
    pub drive: Option<String>,
    /// Place of the stage it is about, from 0.
    #[serde(skip_serializing_if = "Option::is_none")]
    pub stage: Option<usize>,
    /// What a maker calls it.
    pub title: &'static str,
    /// How far it is used now.
    pub before: Option<f64>,
    /// How far it is used afterwards.
    pub after: Option<f64>,
}

/// What kind of change a remedy is.
#[derive(Debug, Clone, Copy, PartialEq, Eq, Hash, Serialize, schemars::JsonSchema)]
#[serde(rename_all = "snake_case")]
pub enum Group {
    /// Another battery.
    Battery,
    /// Another motor.
    Motor,
    /// More motors.
    Count,
    /// Teeth or ratio.
    Gearing,
    /// Another controller.
    Controller,
    /// A limit that is set in the controller.
    Setting,
    /// Thicker leads.
    Wiring,
    /// Air around the motor.
    Cooling,
    /// A lighter machine.
    Mass,
    /// Less than was asked for.
    #[serde(rename = "asked")]
    Requested,
}

/// What a part from the shelf must have.
#[derive(Debug, Clone, PartialEq, Serialize, schemars::JsonSchema)]
pub struct PartNeed {
    /// Kind of part.
    pub part: PartKind,
    /// Figure by figure.
    pub figures: Vec<Wanted>,
}

/// One figure a part must have.
#[derive(Debug, Clone, PartialEq, Serialize, schemars::JsonSchema)]
pub struct Wanted {
    /// Key of the figure.
    pub key: &'static str,
    /// Smallest value that does.
    pub at_least: Option<f64>,
    /// Largest value that does.
    pub at_most: Option<f64>,
    /// The word it must be, for a choice.
    pub word: Option<&'static str>,
}

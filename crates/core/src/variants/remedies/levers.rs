//! What a lever is: one parameter, the steps it can take, how a step is put into job and option, and how it is said.

use serde::Serialize;

use super::Draft;
use crate::shelf::PartKind;

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
    Asked,
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

impl Wanted {
    /// At least so much.
    pub fn at_least(key: &'static str, value: f64) -> Self {
        // The last digits of a sum must not shut out the part that has exactly this.
        Self { key, at_least: Some(value * (1.0 - 1e-9)), at_most: None, word: None }
    }

    /// Within a share of a value.
    pub fn near(key: &'static str, value: f64, share: f64) -> Self {
        Self { key, at_least: Some(value * (1.0 - share)), at_most: Some(value * (1.0 + share)), word: None }
    }

    /// Exactly so many.
    pub fn exactly(key: &'static str, count: u32) -> Self {
        Self { key, at_least: Some(f64::from(count)), at_most: Some(f64::from(count)), word: None }
    }

    /// This word.
    pub fn word(key: &'static str, word: &'static str) -> Self {
        Self { key, at_least: None, at_most: None, word: Some(word) }
    }
}

type Apply = Box<dyn Fn(&mut Draft, f64) + Send + Sync>;
type Says = Box<dyn Fn(f64) -> String + Send + Sync>;
type Need = Box<dyn Fn(&Draft) -> PartNeed + Send + Sync>;

/// One parameter that can be turned.
pub(super) struct Lever {
    pub group: Group,
    /// Where its value stands in the build document.
    pub pointer: String,
    /// From the smallest change to the largest; never the present value.
    pub steps: Vec<f64>,
    pub apply: Apply,
    pub says: Says,
    pub need: Option<Need>,
}

impl Lever {
    pub fn new(
        group: Group,
        pointer: String,
        steps: Vec<f64>,
        apply: impl Fn(&mut Draft, f64) + Send + Sync + 'static,
        says: impl Fn(f64) -> String + Send + Sync + 'static,
    ) -> Self {
        Self { group, pointer, steps, apply: Box::new(apply), says: Box::new(says), need: None }
    }

    /// Says what a part from the shelf must have to be this change; asked once the change is made.
    pub fn needing(mut self, need: impl Fn(&Draft) -> PartNeed + Send + Sync + 'static) -> Self {
        self.need = Some(Box::new(need));
        self
    }
}

/// A step as a whole number. Steps of counted things are whole and below 2^32.
#[allow(clippy::cast_possible_truncation, clippy::cast_sign_loss, reason = "counted steps are whole and small")]
pub(crate) fn whole(step: f64) -> u32 {
    step.round() as u32
}

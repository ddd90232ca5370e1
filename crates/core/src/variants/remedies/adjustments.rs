//! What a lever is: one parameter, the steps it can take, how a step is put into job and option, and how it is said.

use super::{Group, PartNeed, Variant, Wanted};

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

type Apply = Box<dyn Fn(&mut Variant, f64) + Send + Sync>;
type Says = Box<dyn Fn(f64) -> String + Send + Sync>;
type Need = Box<dyn Fn(&Variant) -> PartNeed + Send + Sync>;

/// One parameter that can be turned.
pub(super) struct Adjustment {
    pub group: Group,
    /// Where its value stands in the build document.
    pub pointer: String,
    /// From the smallest change to the largest; never the present value.
    pub steps: Vec<f64>,
    pub apply: Apply,
    pub says: Says,
    pub need: Option<Need>,
}

impl Adjustment {
    pub fn new(
        group: Group,
        pointer: String,
        steps: Vec<f64>,
        apply: impl Fn(&mut Variant, f64) + Send + Sync + 'static,
        says: impl Fn(f64) -> String + Send + Sync + 'static,
    ) -> Self {
        Self { group, pointer, steps, apply: Box::new(apply), says: Box::new(says), need: None }
    }

    /// Says what a part from the shelf must have to be this change; asked once the change is made.
    pub fn needing(mut self, need: impl Fn(&Variant) -> PartNeed + Send + Sync + 'static) -> Self {
        self.need = Some(Box::new(need));
        self
    }
}

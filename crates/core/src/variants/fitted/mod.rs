//! A part put in with what it needs to do this job: a motor with its gearing, a pack as many times as it takes.
//!
//! * [`reduction`]: stages for a ratio, from the shelf where it has one, else of standard teeth.
//! * [`motor`], [`battery`], [`controller`]: the part and what comes along, told in words.

pub mod battery;
pub mod controller;
pub mod motor;
pub mod reduction;

use crate::document::OptionSheet;

/// An option with a part put in and what came along.
#[derive(Debug, Clone, PartialEq)]
pub struct Fitted {
    /// The option.
    pub option: OptionSheet,
    /// What came along or went, each in a few words: "with 12:60 belt"; empty where nothing did.
    pub brings: Vec<String>,
}

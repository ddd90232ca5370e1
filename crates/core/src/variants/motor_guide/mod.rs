//! Motors as their trade knows them.
//!
//! * [`guide`]: which kind of motor suits a job and its wishes, every point with its reason; [`rules`] and [`generator_rules`] are its data,
//!   [`asked`] the size that power asks for and what a class forbids.
//! * [`reading`]: turns, Kv, timing, voltage, size and rim speed of the motor at hand.
//! * [`swap`]: what a smaller, faster motor does without regearing. [`slower`]: three ways to go slower.

pub mod asked;
mod generator_rules;
pub mod guide;
mod kv_band;
pub mod reading;
mod rules;
pub mod slower;
pub mod swap;

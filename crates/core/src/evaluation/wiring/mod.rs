//! Leads as what they are: how warm they get, what they cost in volts, which fuse suits them, what they should be.
//!
//! * [`heat`]: the temperature of a wire. [`runs`]: every run of an option judged.

pub mod heat;
pub mod runs;

pub use runs::{JudgedRun, judged};

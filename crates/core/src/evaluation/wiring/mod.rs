//! Leads as what they are: how warm they get, what they cost in volts, which fuse suits them, what they should be.
//!
//! * [`wire_runs`]: every run of an option judged.

pub mod wire_runs;

pub use wire_runs::{JudgedRun, judged};

//! What happened against what was computed: `ypsidyne.log/1` to `ypsidyne.compared/1`.
//!
//! * [`ride_table`]: any logger's table to a ride, its heads in [`channel_heads`], its clock in [`clock`].
//! * [`totals`]: what a ride adds up to. [`windows`]: its readings in equal windows of time.
//! * [`prediction`]: the same course, computed. [`comparison`]: where the two agree, and where they leave each other.
//! * [`calibration`]: which figures of the build the ride corrects, and how surely; [`adjusted`]: a build with such a figure.
//! * [`magnets`], [`wear`], [`failures`]: what checks, upkeep and breakage say. [`compared`]: the answer.

pub mod adjusted;
pub mod calibration;
mod channel_heads;
mod clock;
pub mod compared;
pub mod comparison;
pub mod failures;
pub mod magnets;
pub mod prediction;
pub mod ride_table;
pub mod totals;
pub mod wear;
mod windows;

pub use compared::{Compared, compare};

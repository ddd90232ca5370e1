//! What happened against what was computed: `ypsidyne.log/1` to `ypsidyne.compared/1`.
//!
//! * [`ride_table`]: any logger's table to a ride, its heads in [`channel_heads`], its clock in [`clock`].
//! * [`totals`]: what a ride adds up to. [`windows`]: its readings in equal windows of time.
//! * [`prediction`]: the same course, computed. [`comparison`]: where the two agree, and where they leave each other.
//! * [`calibration`]: which figures of the build the ride corrects, and how surely; [`adjusted`]: a build with such a figure.
//!   [`corrected`]: what changes once such figures are in, and the odds.
//! * [`magnets`], [`wear`], [`failures`]: what checks, upkeep and breakage say. [`compared`]: the answer.
//! * [`book`]: a whole logbook: [`upkeep`] and what is due, [`answers`] over many rides; [`part_stories`]: one part over all machines.
//! * [`heat_stages`]: heat runs in stages. [`at_that_moment`]: whether a limit was passed when something broke.
//! * [`changes`]: what changed between two documents of a machine. [`line`]: an entry in one line, [`entries_csv`]: the log as a table. [`drawn`]: a ride's lines.

pub mod adjusted;
pub mod answers;
pub mod at_that_moment;
pub mod book;
pub mod calibration;
pub mod changes;
mod channel_heads;
mod clock;
pub mod compared;
pub mod comparison;
pub mod corrected;
pub mod drawn;
pub mod entries_csv;
pub mod failures;
pub mod heat_stages;
pub mod line;
pub mod magnets;
pub mod part_stories;
pub mod prediction;
pub mod ride_table;
pub mod totals;
pub mod upkeep;
pub mod wear;
mod windows;

pub use compared::{Compared, ComparedRide, compare, compare_ride};

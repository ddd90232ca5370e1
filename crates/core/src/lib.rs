//! The drive-train model of Ypsidyne.
//!
//! A [`document::Build`] is read strictly from JSON; [`evaluation::evaluate`] works out what every option of it does,
//! which check gives way first and why. Nothing here touches a file, a clock, a network or a screen.
//!
//! * [`document`]: the open format `ypsidyne.build/1`, its ranges and its schema.
//! * [`evaluation`]: `ypsidyne.evaluation/1`, the answer.
//! * [`checks`]: the verdict.
//! * [`remedies`]: what would fix a check.
//! * [`shelf`]: parts kept for builds, their import and export.
//! * [`units`]: the one place for units.
//! * [`candidates`]: what each part of the shelf would do here.
//! * [`honest`]: which guess matters most. [`odds`]: what the tolerances make of it. [`schools`]: where practice is split.
//! * [`motors`]: which kind, what a motor's figures say, going slower.
//! * [`teeth`]: gearing stages, the tooth grid. [`fit`]: boxes in rooms.
//! * [`search`]: every combination of parts, on every core. [`drawer`]: what lies there, in one map.
//! * [`parts_list`], [`about`], [`decision`], [`new_option`]: options as wholes.
//! * [`measure`]: readings of the bench to figures with their uncertainty. [`simulated`]: a motor on a bench that is not there.
//! * [`generators`]: machines that are turned, over load and speed.
//! * [`run`]: the ride, the cut, the spin-up and the heat over time; how hard, how long; courses.
//! * [`envelope`]: torque and currents over speed, for drawing.
//! * [`sums`]: the sums behind the figures, with the numbers put in.
//! * [`typical`], [`templates`], [`demo`]: values and builds to start from.

pub mod about;
mod battery;
pub mod candidates;
pub mod checks;
pub mod chemistry;
pub mod constants;
pub mod course_table;
pub mod decision;
pub mod demo;
#[macro_use]
pub mod document;
pub mod drawer;
mod drive;
pub mod envelope;
pub mod evaluation;
pub mod fit;
pub mod generators;
mod guesses;
pub mod honest;
pub mod measure;
pub mod motors;
pub mod new_option;
mod numeric;
pub mod odds;
pub mod parts_list;
mod price;
pub mod remedies;
pub mod run;
pub mod say;
pub mod schema;
pub mod schools;
pub mod search;
pub mod sheet;
pub mod shelf;
pub mod shots;
pub mod simulated;
pub mod sums;
pub mod supply;
pub mod teeth;
pub mod templates;
pub mod typical;
pub mod units;
pub mod wire;
pub mod wiring;
pub mod workshop;

pub use drive::bus::Limit;
pub use drive::cases::{Case, LossesW};
pub use drive::generating::{Generating, GeneratorPoint};
pub use drive::heat::ThermalResult;
pub use drive::load::road_force_n;
pub use drive::motor::{Listed, copper_factor, torque_constant_nm_per_a};
pub use guesses::Guess;
pub use wire::awg_area_mm2;

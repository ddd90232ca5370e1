//! The drive-train model of Ypsidyne.
//!
//! A [`document::Build`] is read strictly from JSON; [`evaluation::evaluate`] works out what every option of it does,
//! which check gives way first and why. Nothing here touches a file, a clock, a network or a screen.
//!
//! From the ground up; what stands higher uses what stands lower, never the other way round:
//!
//! * [`document`]: the open formats, their ranges, their schema, and the one place for units. [`format`]: numbers in sentences.
//! * [`formulas`]: closed forms and tables, each with its source.
//! * [`listing`]: what a label, a seller or a line of words says of a part, worked out into figures.
//! * [`model`]: one drive and one battery resolved: motor, controller, load, voltage, heat, cases, times.
//! * [`evaluation`]: `ypsidyne.evaluation/1`: figures, checks, gearing, wiring, workings.
//! * [`shelf`]: parts kept for builds, their import and export. [`library`]: values and builds to start from.
//! * [`variants`]: what else could be: remedies, candidates, search, sensitivity, odds.
//! * [`simulation`]: the ride, the cut, the spin-up and the heat over time.
//! * [`measurement`]: readings of the bench to figures with their uncertainty.
//! * [`logbook`]: what happened, against what was computed.
//! * [`workshop`]: loom, settings, first power-up, build sheet, bill of materials.
//! * [`schema`]: the schema of every document and answer.

#[macro_use]
pub mod document;
pub mod evaluation;
pub mod format;
pub mod formulas;
pub mod library;
pub mod listing;
pub mod logbook;
pub mod measurement;
pub mod model;
pub mod schema;
pub mod shelf;
pub mod simulation;
pub mod variants;
pub mod workshop;

pub use evaluation::assumptions::Guess;
pub use formulas::constants::copper_factor;
pub use formulas::machine::torque_constant_nm_per_a;
pub use formulas::wire::awg_area_mm2;
pub use model::bus::Limit;
pub use model::cases::{Case, LossesW};
pub use model::generator_figures::{Generating, GeneratorPoint};
pub use model::heat::ThermalResult;
pub use model::load::road_force_n;
pub use model::motor::Listed;

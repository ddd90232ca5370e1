//! The open document `ypsidyne.build/1`: its shape, its ranges, its strict reading.
//!
//! * [`Build::from_json`] reads text; [`Build::from_value`] reads a parsed value. Both name every problem at once.
//! * The fields of each record, with label, unit (by the ending of the key) and range, stand in
//!   [`parts`], [`load`], [`job`] and [`build`]; the JSON Schema is made from the same list.

#[macro_use]
mod macros;

pub mod build;
pub mod course;
pub mod duplicate_keys;
pub mod job;
pub mod load;
pub mod log;
pub mod measurement;
pub mod parts;
pub mod reading;
pub mod search;
pub mod sheet;
pub mod simulation;
pub mod usual;

pub use build::{Build, OptionDrive, OptionSheet, Output, Wiring};
pub use course::{Course, CoursePart, CoursePoint, Mode};
pub use job::{
    BatteryRule, Budget, ClassRule, Compartment, ControllerSpace, Finesse, Job, JobDrive, MotorSpace, Noise, Purpose,
    Purse, Upkeep, Wetness, WheelWish, Wishes,
};
pub use load::Load;
pub use log::Log;
pub use measurement::Measurement;
pub use parts::{
    Battery, Chemistry, Circuit, Commutation, Controller, Cooling, Gearbox, GearingKind, GearingStage, InsulationClass,
    MachineKind, Magnet, MagnetGrade, Motor, MotorFacts, MotorForm, MotorKind, Shaft, Thermal,
    USUAL_STEPPER_POLE_PAIRS, Wheel, WiringRun,
};
pub use reading::{Problem, Provenance};
pub use search::{RankBy, Search};
pub use sheet::{Decided, DecidedOption, FreeLine};
pub use simulation::Simulation;

/// The `format` of a build document.
pub const BUILD_FORMAT: &str = "ypsidyne.build/1";

/// The `format` of a search document.
pub const SEARCH_FORMAT: &str = "ypsidyne.search/1";

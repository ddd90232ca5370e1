//! Closed forms and tables, each with its source. Nothing here knows a build.
//!
//! * [`constants`], [`numeric`]: constants of nature and of copper; integrals and roots.
//! * [`chemistry`]: cells of each kind. [`wire`]: gauges and insulation. [`wire_heat`]: how warm a
//!   wire gets; [`convection`]: what rising air takes from it.
//! * [`spur`], [`belt`], [`chain_drive`], [`worm`]: pairs of wheels. [`tooth_materials`]: what teeth are trusted with.
//! * [`machine`], [`can_heat`]: what any motor obeys; the heat path of a can.
//! * [`shaft`]: a shaft twisted and bent. [`ring`]: a ring that turns.
//! * [`rectifier`]: a winding on a bridge of its own.
//! * [`units`]: the one place for units.

pub mod belt;
pub mod can_heat;
pub mod chain_drive;
pub mod chemistry;
pub mod constants;
pub mod convection;
pub mod machine;
pub(crate) mod numeric;
pub(crate) mod rectifier;
pub mod ring;
pub mod shaft;
pub mod spur;
pub mod tooth_materials;
pub mod units;
pub mod wire;
pub mod wire_heat;
pub mod worm;

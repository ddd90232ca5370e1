//! Gearing stages as their trade knows them: wheels, pulleys, sprockets, their geometry and what they carry.
//!
//! * [`gearbox`]: the one built into a motor, and what a jam does to it.
//! * [`stages`]: torque and speed at every stage of a drive, its geometry and advice for it.

mod advice;
pub mod gearbox;
pub mod stages;

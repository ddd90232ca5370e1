//! Gearing stages as their trade knows them: wheels, pulleys, sprockets, their geometry and what they carry.
//!
//! * [`spur`], [`belt`], [`chain`], [`worm`], [`shaft`]: closed forms, each with its source.
//! * [`materials`]: what teeth are trusted with.
//! * [`gearbox`]: the one built into a motor, and what a jam does to it.
//! * [`stages`]: torque and speed at every stage of a drive, its geometry and advice for it.
//! * [`grid`]: driver teeth by driven teeth, what each pair does. [`ratio`]: the ratio that is needed, and pairs near it.

mod advice;
pub mod belt;
pub mod chain;
pub mod gearbox;
pub mod grid;
pub mod materials;
pub mod ratio;
pub mod shaft;
pub mod spur;
pub mod stages;
pub mod worm;

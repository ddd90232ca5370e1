//! What a label or a seller says of a motor, worked out into the figures of its document.
//!
//! * [`work_out`]: a motor from whatever is known of it. [`known_motor`] brings together what is known, [`equations`] says it
//!   as equations, [`usual`] is what such motors usually are, [`fit`] weighs them all, [`contradictions`] finds what cannot
//!   all be right, [`figures`] makes the motor's document of the answer.
//! * [`stepper`]: the same for steppers.
//! * [`size_code`]: what the figures on a can say.

mod contradictions;
mod equations;
mod figures;
mod fit;
mod known_motor;
pub mod size_code;
mod stepper;
mod usual;
pub mod work_out;

#[cfg(test)]
mod tests;

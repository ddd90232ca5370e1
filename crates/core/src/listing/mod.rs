//! What a label or a seller says of a motor, worked out into the figures of its document.
//!
//! * [`work_out`]: a motor from whatever is known of it; [`fit`] weighs what is known, [`usual`] is what such motors
//!   usually are.
//! * [`size_code`]: what the figures on a can say.

mod fit;
pub mod size_code;
mod usual;
pub mod work_out;

#[cfg(test)]
mod tests;

//! What the program comes with: builds to look at, builds to start from, what something new begins with, values for what people
//! do not know.

pub mod demo;
pub(crate) mod starts;
pub mod templates;
pub mod typical;

//! What the program comes with: builds to look at, builds to start from, values for what people do not know.

pub mod demo;
pub mod templates;
pub mod typical;

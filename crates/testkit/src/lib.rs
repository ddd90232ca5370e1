//! What tests of every crate share: documents to change, what they come to, a store of its own.
//!
//! Everything here panics where a test would fail anyway, and says what came.

mod answers;
mod documents;
mod store;

pub use answers::{check, first_option, simulate, simulation, used_wh};
pub use documents::{build_of, demo, members, read, stock, with};
pub use store::{fresh_store, store_with_build};

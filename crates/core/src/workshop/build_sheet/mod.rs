//! The build sheet: one document that stands alone, to be printed and taken to the bench.
//!
//! * [`page`]: the whole of it. [`task`]: what it must do. [`verdict`]: what holds. [`making`]: parts, wiring, mechanics, settings.
//!   [`bench`]: charging, first power-up. [`ribbon`]: the power path as a drawing. [`html`]: tables and lists.

mod bench;
mod html;
mod making;
mod page;
mod ribbon;
mod task;
mod verdict;

use crate::document::Build;

/// A length of a drawing, to a tenth.
pub(super) fn tenth(value: f64) -> String {
    format!("{value:.1}")
}

/// What the sheet says of itself.
#[derive(Debug, Clone, PartialEq, Eq)]
pub struct Title {
    /// Day it was made, as it is to be read.
    pub day: String,
    /// Revision of the build; `None` for a file.
    pub revision: Option<u32>,
}

/// The build sheet of an option as one self-contained HTML file; `None` where the build has no such option.
///
/// It needs no network and no other file, breaks between sections on A4 and Letter, and holds in black and white.
#[must_use]
pub fn sheet(build: &Build, place: usize, title: &Title, goes_on: &dyn Fn() -> bool) -> Option<String> {
    page::write(build, place, title, goes_on)
}

/// The option a sheet is about when none is named: the chosen one, else the first.
#[must_use]
pub fn chosen(build: &Build) -> usize {
    let chosen = build.chosen.as_deref();
    build.options.iter().position(|option| Some(option.name.as_str()) == chosen).unwrap_or(0)
}

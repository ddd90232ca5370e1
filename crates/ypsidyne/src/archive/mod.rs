//! Everything that is kept, as one archive of open formats: a ZIP of JSON documents, each as it goes in and out on its own, with
//! a list `archive.json`. [`pack`] writes one, [`take_in`] reads one on another machine and says what stands differently there.

mod pack;
mod take_in;
mod told;

pub(crate) use pack::Packer;
pub(crate) use take_in::{ArchiveError, Policy, take_in};
pub(crate) use told::TakenIn;

use serde::{Deserialize, Serialize};

/// The `format` of the list.
pub(crate) const ARCHIVE_FORMAT: &str = "ypsidyne.archive/1";
/// Name of the list in the archive.
const LIST: &str = "archive.json";

/// What a file of an archive is.
#[derive(Debug, Clone, Copy, PartialEq, Eq, Serialize, Deserialize, schemars::JsonSchema)]
#[serde(rename_all = "snake_case")]
pub(crate) enum ItemKind {
    /// A part of the shelf, `ypsidyne.part/1`.
    Part,
    /// A bench sheet, `ypsidyne.measurement/1`.
    Sheet,
    /// A build as it stands, `ypsidyne.build/1`.
    Build,
    /// A build as it was.
    Revision,
    /// An entry of the log of a build, as in `ypsidyne.log/1`.
    Entry,
    /// A run that was kept: its title, the simulation and what came of it.
    Run,
}

/// A file of an archive.
#[derive(Debug, Clone, Serialize, Deserialize)]
struct Item {
    kind: ItemKind,
    /// Where it stands in the archive.
    path: String,
    /// Its id; a revision has that of its build.
    id: String,
    /// Id of the build it belongs to.
    #[serde(default, skip_serializing_if = "Option::is_none")]
    build: Option<String>,
    /// What a maker calls it.
    #[serde(default)]
    name: String,
    /// When it was last saved, RFC 3339.
    #[serde(default)]
    saved_at: String,
    /// Who saved it, where that was said.
    #[serde(default, skip_serializing_if = "Option::is_none")]
    by: Option<String>,
    /// Whether it is a part that is offered no more.
    #[serde(default, skip_serializing_if = "std::ops::Not::not")]
    retired: bool,
}

/// The list.
#[derive(Debug, Serialize, Deserialize)]
struct List {
    format: String,
    /// When it was made, RFC 3339.
    made_at: String,
    files: Vec<Item>,
    /// What was damaged on the disk and is not in it.
    #[serde(default)]
    missing: Vec<String>,
}

/// A run as it stands in an archive.
#[derive(Debug, Serialize, Deserialize)]
struct RunFile {
    title: String,
    option: String,
    simulation: serde_json::Value,
    simulated: serde_json::Value,
}

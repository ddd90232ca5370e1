//! What an archive holds and what became of it, as it is told.

use std::collections::BTreeMap;

use serde::Serialize;

use super::ItemKind;

/// What an archive holds, and what became of it.
#[derive(Debug, Default, Serialize, schemars::JsonSchema)]
pub(crate) struct TakenIn {
    /// When it was made, RFC 3339.
    pub made_at: String,
    /// What is new here, by kind.
    pub new: BTreeMap<&'static str, u32>,
    /// What stands here already, as it is there.
    pub same: u32,
    /// What stands differently here.
    pub conflicts: Vec<Conflict>,
    /// What cannot be used.
    pub refused: Vec<Refused>,
    /// What was damaged where the archive was made, and is not in it.
    pub missing: Vec<String>,
    /// Whether anything was written: not where it was only looked at.
    pub taken: bool,
}

impl TakenIn {
    /// The same in lines to read.
    pub fn lines(&self) -> Vec<String> {
        let new: Vec<String> = self.new.iter().map(|(kind, count)| format!("{count} {kind}")).collect();
        let new = if new.is_empty() { "nothing".to_owned() } else { new.join(", ") };
        let mut lines = vec![format!("made {}: new here: {new}; the same: {}", self.made_at, self.same)];
        lines.extend(self.conflicts.iter().map(|conflict| {
            let bin = if conflict.in_bin { ", in the bin" } else { "" };
            let Conflict { name, id, ours_at, theirs_at, .. } = conflict;
            format!("stands differently here: {name:?} ({id}), ours of {ours_at}{bin}, theirs of {theirs_at}")
        }));
        lines.extend(self.refused.iter().map(|refused| format!("not used: {}: {}", refused.path, refused.detail)));
        lines.extend(self.missing.iter().map(|missing| format!("not in the archive: {missing}")));
        if !self.taken {
            lines.push("nothing was written: say --conflicts ours, theirs or both to take it in".to_owned());
        }
        lines
    }
}

/// Something that stands differently here.
#[derive(Debug, Serialize, schemars::JsonSchema)]
pub(crate) struct Conflict {
    /// What it is.
    pub kind: ItemKind,
    /// Its id.
    pub id: String,
    /// What a maker calls it.
    pub name: String,
    /// When ours was last saved, RFC 3339.
    pub ours_at: String,
    /// When theirs was last saved, RFC 3339.
    pub theirs_at: String,
    /// Whether ours is in the bin.
    pub in_bin: bool,
}

/// A file of the archive that cannot be used.
#[derive(Debug, Serialize, schemars::JsonSchema)]
pub(crate) struct Refused {
    /// Where it stands in the archive.
    pub path: String,
    /// What is wrong with it.
    pub detail: String,
}

//! A build of an archive, with its history.

use std::io::{Read, Seek};

use ypsidyne_core::document::Build;
use ypsidyne_store::builds::NewRevision;
use ypsidyne_store::{StoreError, builds};

use super::{Here, Item, Policy, Taking, new_id, text};

/// Longest name of a build, letters.
const LONGEST_NAME: usize = 120;

impl<R: Read + Seek> Taking<'_, R> {
    pub(super) fn build(
        &mut self,
        item: &Item,
        document: &str,
        build: &Build,
        earlier: &[&Item],
    ) -> Result<(), StoreError> {
        let here = match self.store.with(|connection| builds::by_id(connection, &item.id)) {
            Err(StoreError::NotFound { .. }) => Here::Nothing,
            Ok(ours) if ours.document == document && ours.deleted_at.is_none() => Here::Same,
            Ok(ours) => {
                Here::Differs { revision: ours.revision, at: ours.updated_at, in_bin: ours.deleted_at.is_some() }
            }
            Err(error) => return Err(error),
        };
        self.homes.insert(item.id.clone());
        match here {
            Here::Same => self.told.same += 1,
            Here::Nothing => {
                self.is_new("builds");

                if self.policy.is_some() {
                    self.create_build(&item.id, item, document, &build.name, earlier)?;
                }
            }
            Here::Differs { revision, at, in_bin } => {
                self.differs(item, &build.name, at, in_bin);
                let now = self.now;
                match self.policy {
                    Some(Policy::Theirs) => {
                        self.store.with(|connection| {
                            if in_bin {
                                builds::restore(connection, &item.id)?;
                            }
                            builds::save(
                                connection,
                                &item.id,
                                revision,
                                &NewRevision { name: &build.name, document, now, by: item.by.as_deref() },
                            )
                        })?;
                    }
                    Some(Policy::Both) => {
                        let id = new_id();
                        let name: String = format!("{} (taken in)", build.name).chars().take(LONGEST_NAME).collect();
                        let mut renamed: serde_json::Value =
                            serde_json::from_str(document).map_err(|error| StoreError::Packing(error.into()))?;
                        renamed["name"] = name.clone().into();
                        let renamed = renamed.to_string();
                        self.create_build(&id, item, &renamed, &name, earlier)?;
                        self.moved.insert(item.id.clone(), id);
                    }
                    Some(Policy::Ours) | None => {}
                }
            }
        }
        Ok(())
    }

    /// Stores a build with its history, each revision at its own time.
    fn create_build(
        &mut self,
        id: &str,
        item: &Item,
        document: &str,
        name: &str,
        earlier: &[&Item],
    ) -> Result<(), StoreError> {
        let mut history: Vec<(String, String, String, Option<String>)> = Vec::new();
        for revision in earlier {
            match text(&mut self.archive, &revision.path) {
                Ok(document) if Build::from_json(&document).is_ok() => {
                    history.push((revision.name.clone(), document, revision.saved_at.clone(), revision.by.clone()));
                }
                Ok(_) => self.refuse(revision, "a revision that this version cannot read".to_owned())?,
                Err(error) => self.refuse(revision, error)?,
            }
        }
        let at = if item.saved_at.is_empty() { self.now } else { &item.saved_at };
        history.push((name.to_owned(), document.to_owned(), at.to_owned(), item.by.clone()));
        self.store.with(|connection| {
            let mut revision = None;
            for (name, document, now, by) in &history {
                let new = NewRevision { name, document, now, by: by.as_deref() };
                revision = Some(match revision {
                    None => builds::create(connection, id, &new)?,
                    Some(expected) => builds::save(connection, id, expected, &new)?,
                });
            }
            Ok(())
        })
    }
}

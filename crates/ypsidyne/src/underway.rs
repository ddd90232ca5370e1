//! Runs that are under way: each has an id by which it is stopped, and is stopped where nobody waits for it any more.

use std::collections::HashMap;
use std::sync::atomic::{AtomicBool, Ordering};
use std::sync::{Arc, Mutex, PoisonError};

/// All runs that are under way.
#[derive(Clone, Default)]
pub(crate) struct Underway(Arc<Mutex<HashMap<String, Watch>>>);

/// Asked by the run itself.
#[derive(Clone, Default)]
pub(crate) struct Watch(Arc<AtomicBool>);

/// One of them; dropped, it is stopped and forgotten.
pub(crate) struct Run {
    id: String,
    watch: Watch,
    all: Underway,
}

impl Watch {
    /// Whether nobody stopped it yet.
    pub fn goes_on(&self) -> bool {
        !self.0.load(Ordering::Relaxed)
    }

    fn stop(&self) {
        self.0.store(true, Ordering::Relaxed);
    }
}

impl Underway {
    fn with<T>(&self, work: impl FnOnce(&mut HashMap<String, Watch>) -> T) -> T {
        work(&mut self.0.lock().unwrap_or_else(PoisonError::into_inner))
    }

    /// A run begins.
    pub fn begin(&self) -> Run {
        let (id, watch) = (uuid::Uuid::now_v7().to_string(), Watch::default());
        self.with(|all| all.insert(id.clone(), watch.clone()));
        Run { id, watch, all: self.clone() }
    }

    /// Stops one; false where there is none of that id.
    pub fn stop(&self, id: &str) -> bool {
        self.with(|all| all.get(id).map(Watch::stop)).is_some()
    }
}

impl Run {
    /// What it is stopped by.
    pub fn id(&self) -> &str {
        &self.id
    }

    /// What the run itself asks.
    pub fn watch(&self) -> Watch {
        self.watch.clone()
    }
}

impl Drop for Run {
    fn drop(&mut self) {
        self.watch.stop();
        self.all.with(|all| all.remove(&self.id));
    }
}

//! What is under way: every run has a token of its own, below the program's, by which it is stopped; it is stopped too where
//! nobody waits for it any more, and when the program closes.

use std::collections::HashMap;
use std::sync::{Arc, Mutex, PoisonError};

use tokio_util::sync::CancellationToken;

/// All runs that are under way.
#[derive(Clone)]
pub(crate) struct Underway {
    runs: Arc<Mutex<HashMap<String, CancellationToken>>>,
    closing: CancellationToken,
}

/// One of them; dropped, it is stopped and forgotten.
pub(crate) struct Run {
    id: String,
    token: CancellationToken,
    all: Underway,
}

impl Underway {
    /// None yet, in a program that closes with `closing`.
    pub fn new(closing: CancellationToken) -> Self {
        Self { runs: Arc::default(), closing }
    }

    fn with<T>(&self, work: impl FnOnce(&mut HashMap<String, CancellationToken>) -> T) -> T {
        work(&mut self.runs.lock().unwrap_or_else(PoisonError::into_inner))
    }

    /// A run begins.
    pub fn begin(&self) -> Run {
        let (id, token) = (uuid::Uuid::now_v7().to_string(), self.closing.child_token());
        self.with(|runs| runs.insert(id.clone(), token.clone()));
        Run { id, token, all: self.clone() }
    }

    /// Stops one; false where there is none of that id.
    pub fn stop(&self, id: &str) -> bool {
        self.with(|runs| runs.get(id).map(CancellationToken::cancel)).is_some()
    }
}

impl Run {
    /// What it is stopped by.
    pub fn id(&self) -> &str {
        &self.id
    }

    /// What the run itself asks.
    pub fn token(&self) -> CancellationToken {
        self.token.clone()
    }
}

impl Drop for Run {
    fn drop(&mut self) {
        self.token.cancel();
        self.all.with(|runs| runs.remove(&self.id));
    }
}

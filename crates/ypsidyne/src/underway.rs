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

#[cfg(test)]
mod tests {
    use super::*;

    #[test]
    fn a_run_is_stopped_by_its_id_alone_and_forgotten_when_it_is_dropped() {
        let all = Underway::new(CancellationToken::new());
        let (first, second) = (all.begin(), all.begin());
        let token = first.token();
        assert!(!all.stop("no such run") && !token.is_cancelled());
        assert!(all.stop(first.id()) && token.is_cancelled());
        assert!(!second.token().is_cancelled(), "the other goes on");
        let (id, token) = (second.id().to_owned(), second.token());
        drop(second);
        assert!(token.is_cancelled(), "nobody waits for it any more");
        assert!(!all.stop(&id), "and it is forgotten");
    }

    #[test]
    fn the_end_of_the_program_stops_all_and_what_comes_after() {
        let closing = CancellationToken::new();
        let all = Underway::new(closing.clone());
        let run = all.begin();
        closing.cancel();
        assert!(run.token().is_cancelled() && all.begin().token().is_cancelled());
    }
}

//! Searches that run: how far they are, how fast, and how they are stopped. They have threads of their own, so that the page
//! goes on answering, and run one after the other.

use std::collections::HashMap;
use std::sync::atomic::Ordering;
use std::sync::{Arc, Mutex, PoisonError};
use std::time::Instant;

use tokio::sync::{Mutex as Turn, watch};
use tokio_util::sync::CancellationToken;
use ypsidyne_core::variants::search::Watch;

/// A search that waits or runs.
pub(crate) struct Job {
    /// Shared with the search itself.
    watch: Arc<Watch>,
    token: CancellationToken,
    closing: CancellationToken,
    started: Mutex<Option<Instant>>,
    ended: watch::Sender<bool>,
}

impl Job {
    /// Combinations tried so far.
    pub fn considered(&self) -> u64 {
        self.watch.done.load(Ordering::Relaxed)
    }

    /// Combinations a second since it began; 0 while it waits.
    pub fn rate(&self) -> f64 {
        let started = *self.started.lock().unwrap_or_else(PoisonError::into_inner);
        let seconds = started.map_or(0.0, |started| started.elapsed().as_secs_f64());
        #[allow(clippy::cast_precision_loss, reason = "a rate to look at")]
        let considered = self.considered() as f64;
        if seconds > 0.0 { considered / seconds } else { 0.0 }
    }

    /// Stops it: what it found until now is kept.
    pub fn stop(&self) {
        self.token.cancel();
    }

    /// Whether a person stopped it, rather than the end of the program.
    pub fn was_stopped(&self) -> bool {
        self.token.is_cancelled() && !self.closing.is_cancelled()
    }

    /// Turns true when it has ended and is stored.
    pub fn ended(&self) -> watch::Receiver<bool> {
        self.ended.subscribe()
    }
}

/// All searches that wait or run.
#[derive(Clone)]
pub(crate) struct Jobs {
    running: Arc<Mutex<HashMap<String, Arc<Job>>>>,
    turn: Arc<Turn<()>>,
    threads: Arc<rayon::ThreadPool>,
    closing: CancellationToken,
}

/// Takes a search off the list of those that run, and says that it has ended, however that comes about.
struct Ends {
    jobs: Jobs,
    id: String,
    job: Arc<Job>,
}

impl Drop for Ends {
    fn drop(&mut self) {
        self.jobs.with(|running| running.remove(&self.id));
        self.job.ended.send_replace(true);
    }
}

impl Jobs {
    /// None yet, in a program that closes with `closing`.
    ///
    /// # Errors
    /// Where the machine gives no threads.
    pub fn new(closing: CancellationToken) -> anyhow::Result<Self> {
        let threads = rayon::ThreadPoolBuilder::new().thread_name(|place| format!("search {place}")).build()?;
        Ok(Self { running: Arc::default(), turn: Arc::default(), threads: Arc::new(threads), closing })
    }

    fn with<T>(&self, work: impl FnOnce(&mut HashMap<String, Arc<Job>>) -> T) -> T {
        work(&mut self.running.lock().unwrap_or_else(PoisonError::into_inner))
    }

    /// The running search of an id.
    pub fn get(&self, id: &str) -> Option<Arc<Job>> {
        self.with(|running| running.get(id).cloned())
    }

    /// Runs `search` when its turn comes, then `keep` with what it gave: nothing where it failed.
    pub fn run<T: Send + 'static, F: Future<Output = ()> + Send>(
        &self,
        id: String,
        search: impl FnOnce(&Watch) -> T + Send + 'static,
        keep: impl FnOnce(Arc<Job>, Option<T>) -> F + Send + 'static,
    ) -> Arc<Job> {
        let (ended, _) = watch::channel(false);
        let token = self.closing.child_token();
        let asked = token.clone();
        let job = Arc::new(Job {
            watch: Arc::new(Watch::asking(move || !asked.is_cancelled())),
            token,
            closing: self.closing.clone(),
            started: Mutex::default(),
            ended,
        });
        self.with(|running| running.insert(id.clone(), Arc::clone(&job)));
        let ends = Ends { jobs: self.clone(), id, job: Arc::clone(&job) };
        tokio::spawn(async move {
            let job = Arc::clone(&ends.job);
            let turn = ends.jobs.turn.lock().await;
            *job.started.lock().unwrap_or_else(PoisonError::into_inner) = Some(Instant::now());
            let (threads, watch) = (Arc::clone(&ends.jobs.threads), Arc::clone(&job.watch));
            let found = tokio::task::spawn_blocking(move || threads.install(|| search(&watch))).await;
            drop(turn);
            if let Err(error) = &found {
                tracing::error!("a search failed: {error}");
            }
            keep(job, found.ok()).await;
        });
        job
    }
}

#[cfg(test)]
mod tests {
    use super::*;

    #[tokio::test]
    async fn a_search_that_panics_ends_and_the_next_has_its_turn() {
        let jobs = Jobs::new(CancellationToken::new()).unwrap();
        let (told, mut tells) = tokio::sync::mpsc::channel(2);
        let teller = told.clone();
        jobs.run(
            "one".to_owned(),
            |_: &Watch| -> u32 { panic!("a fault in the search") },
            async move |_, found| teller.send(found).await.unwrap(),
        );
        let second = jobs.run("two".to_owned(), |_: &Watch| 2, async move |_, found| told.send(found).await.unwrap());
        let (first, next) = (tells.recv().await.unwrap(), tells.recv().await.unwrap());
        assert_eq!((first, next), (None, Some(2)));
        second.ended().wait_for(|ended| *ended).await.unwrap();
        assert!(jobs.get("one").is_none() && jobs.get("two").is_none());
    }

    #[tokio::test]
    async fn the_end_of_the_program_is_no_person_who_stops() {
        let closing = CancellationToken::new();
        let jobs = Jobs::new(closing.clone()).unwrap();
        let waits = |_: &Watch| std::thread::sleep(std::time::Duration::from_millis(50));
        let cut = jobs.run("one".to_owned(), waits, async |_, _| {});
        closing.cancel();
        assert!(!cut.was_stopped() && cut.token.is_cancelled());
        let jobs = Jobs::new(CancellationToken::new()).unwrap();
        let stopped = jobs.run("two".to_owned(), waits, async |_, _| {});
        stopped.stop();
        assert!(stopped.was_stopped());
    }
}

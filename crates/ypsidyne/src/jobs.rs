//! Searches that run: how far they are, how fast, and how they are stopped. They have threads of their own, so that the page
//! goes on answering, and run one after the other.

use std::collections::HashMap;
use std::sync::atomic::{AtomicBool, Ordering};
use std::sync::{Arc, Mutex, PoisonError};
use std::time::Instant;

use tokio::sync::{Mutex as Turn, watch};
use ypsidyne_core::search::Watch;

/// A search that waits or runs.
pub(crate) struct Job {
    /// Shared with the search itself.
    pub watch: Arc<Watch>,
    /// Whether a person stopped it.
    stopped: AtomicBool,
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
        self.stopped.store(true, Ordering::Relaxed);
        self.watch.stop.store(true, Ordering::Relaxed);
    }

    /// Whether a person stopped it.
    pub fn was_stopped(&self) -> bool {
        self.stopped.load(Ordering::Relaxed)
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
    closing: watch::Sender<bool>,
}

impl Jobs {
    /// None yet.
    ///
    /// # Errors
    /// Where the machine gives no threads.
    pub fn new() -> anyhow::Result<Self> {
        let threads = rayon::ThreadPoolBuilder::new().thread_name(|place| format!("search {place}")).build()?;
        let (closing, _) = watch::channel(false);
        Ok(Self { running: Arc::default(), turn: Arc::default(), threads: Arc::new(threads), closing })
    }

    fn with<T>(&self, work: impl FnOnce(&mut HashMap<String, Arc<Job>>) -> T) -> T {
        work(&mut self.running.lock().unwrap_or_else(PoisonError::into_inner))
    }

    /// The running search of an id.
    pub fn get(&self, id: &str) -> Option<Arc<Job>> {
        self.with(|running| running.get(id).cloned())
    }

    /// Ends every search and stream: the program closes.
    pub fn close(&self) {
        self.closing.send_replace(true);
        for job in self.with(|running| running.values().cloned().collect::<Vec<_>>()) {
            job.watch.stop.store(true, Ordering::Relaxed);
        }
    }

    /// Turns true when the program closes.
    pub fn closing(&self) -> watch::Receiver<bool> {
        self.closing.subscribe()
    }

    /// Whether the program closes.
    pub fn is_closing(&self) -> bool {
        *self.closing.borrow()
    }

    /// Runs `search` when its turn comes, then `keep` with what it gave.
    pub fn run<T: Send + 'static, F: Future<Output = ()> + Send>(
        &self,
        id: String,
        search: impl FnOnce(&Watch) -> T + Send + 'static,
        keep: impl FnOnce(Arc<Job>, T) -> F + Send + 'static,
    ) -> Arc<Job> {
        let (ended, _) = watch::channel(false);
        let job =
            Arc::new(Job { watch: Arc::default(), stopped: AtomicBool::new(false), started: Mutex::default(), ended });
        self.with(|running| running.insert(id.clone(), Arc::clone(&job)));
        let (jobs, running) = (self.clone(), Arc::clone(&job));
        tokio::spawn(async move {
            let turn = jobs.turn.lock().await;
            *running.started.lock().unwrap_or_else(PoisonError::into_inner) = Some(Instant::now());
            let (threads, watch) = (Arc::clone(&jobs.threads), Arc::clone(&running.watch));
            let found = tokio::task::spawn_blocking(move || threads.install(|| search(&watch))).await;
            drop(turn);
            if let Ok(found) = found {
                keep(Arc::clone(&running), found).await;
            }
            jobs.with(|running| running.remove(&id));
            running.ended.send_replace(true);
        });
        job
    }
}

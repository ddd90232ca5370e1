//! What is kept of a run that turns a generator.

use super::super::outcome::{EventKind, RunEvent};
use super::super::series::Series;

/// What is kept of it.
pub(super) struct Book {
    pub series: Series,
    pub events: Vec<RunEvent>,
    pub hottest: (f64, f64),
    pub hottest_case_c: f64,
    pub peak_a: f64,
    pub least_v: f64,
}

impl Default for Book {
    fn default() -> Self {
        Self {
            series: Series::default(),
            events: Vec::new(),
            hottest: (f64::NEG_INFINITY, 0.0),
            hottest_case_c: f64::NEG_INFINITY,
            peak_a: 0.0,
            least_v: f64::INFINITY,
        }
    }
}

impl Book {
    pub fn event(&mut self, t_s: f64, kind: EventKind, drive: &str, words: String) {
        self.events.push(RunEvent { t_s, kind, drive: Some(drive.to_owned()), words });
    }

    pub fn told(&self, kind: EventKind) -> bool {
        self.events.iter().any(|event| event.kind == kind)
    }
}

//! A sweep over voltages by itself: set, wait, read, go on. However it ends, the output goes off.

use std::sync::PoisonError;
use std::time::Duration;

use serde::{Deserialize, Serialize};
use tokio::sync::watch;
use tokio_util::sync::CancellationToken;

use super::error::InstrumentError;
use super::readings::{ReadingWanted, Readings, read_into, read_supply};
use super::registry::InstrumentRegistry;
use super::role::Role;
use super::supply::Supply;

/// A sweep over voltages.
#[derive(Debug, Clone, Copy, Deserialize, schemars::JsonSchema)]
#[serde(deny_unknown_fields)]
pub(crate) struct Sweep {
    /// First voltage, V.
    pub from_v: f64,
    /// Last voltage, V.
    pub to_v: f64,
    /// How many.
    pub steps: u32,
    /// Current limit of the supply, A.
    pub limit_a: f64,
    /// Time to settle at each, s.
    pub settle_s: f64,
}

/// Where a sweep stands.
#[derive(Debug, Clone, Copy, Default, PartialEq, Eq, Serialize, schemars::JsonSchema)]
#[serde(rename_all = "snake_case")]
pub(crate) enum SweepState {
    /// None was begun.
    #[default]
    Idle,
    /// Runs; the output is on.
    Running,
    /// Came to its end; the output is off.
    Done,
    /// Was stopped; the output is off.
    Stopped,
    /// An instrument failed; the output was switched off where it could be reached.
    Failed,
}

/// A sweep as it stands.
#[derive(Debug, Clone, Default, Serialize, schemars::JsonSchema)]
pub(crate) struct SweepProgress {
    /// Where it stands.
    pub state: SweepState,
    /// How many steps there are.
    pub steps: u32,
    /// What was read so far.
    pub points: Vec<Readings>,
    /// What failed, in words.
    pub problem: Option<String>,
}

impl InstrumentRegistry {
    /// The sweep as it stands, and as it goes on.
    pub fn progress(&self) -> watch::Receiver<SweepProgress> {
        self.progress.subscribe()
    }

    /// Whether a sweep runs.
    pub fn sweeps(&self) -> bool {
        self.progress.borrow().state == SweepState::Running
    }

    /// Begins a sweep; false where one runs already.
    pub fn begin(&self, sweep: Sweep) -> bool {
        let begun = self.progress.send_if_modified(|progress| {
            let free = progress.state != SweepState::Running;
            if free {
                *progress =
                    SweepProgress { state: SweepState::Running, steps: sweep.steps, ..SweepProgress::default() };
            }
            free
        });
        if begun {
            let (hub, token) = (self.clone(), self.closing.child_token());
            *self.sweeping.lock().unwrap_or_else(PoisonError::into_inner) = token.clone();
            tokio::spawn(async move {
                let own = hub.clone();
                hub.see_through(async move { own.steps(sweep, &token).await }).await;
            });
        }
        begun
    }

    /// Waits for a sweep to its end and switches the output off, also where the sweep failed in the program itself.
    pub(super) async fn see_through(
        &self,
        steps: impl Future<Output = Result<bool, InstrumentError>> + Send + 'static,
    ) {
        let (state, problem) = match tokio::spawn(steps).await {
            Ok(Ok(true)) => (SweepState::Done, None),
            Ok(Ok(false) | Err(InstrumentError::Interrupted)) => (SweepState::Stopped, None),
            Ok(Err(error)) => (SweepState::Failed, Some(error.to_string())),
            Err(fault) => {
                tracing::error!("a sweep failed in the program: {fault}");
                (SweepState::Failed, Some("a fault in the program".to_owned()))
            }
        };
        let problem = match self.stop().await {
            Ok(()) => problem.map(|problem| format!("{problem}; the output is off")),
            Err(error) => Some(problem.map_or_else(|| error.to_string(), |problem| format!("{problem}; {error}"))),
        };
        self.progress.send_modify(|progress| {
            progress.state = if problem.is_some() { SweepState::Failed } else { state };
            progress.problem = problem;
        });
    }

    /// Every step; whether it came to its end.
    async fn steps(&self, sweep: Sweep, stop: &CancellationToken) -> Result<bool, InstrumentError> {
        let supply = self.needed_supply()?;
        let until = supply.until_stop();
        if stop.is_cancelled() {
            return Ok(false);
        }
        supply.tell(&until, &format!("CURR {}", sweep.limit_a)).await?;
        for step in 0..sweep.steps {
            let share = f64::from(step) / f64::from(sweep.steps.max(2) - 1);
            let volts = sweep.from_v + share * (sweep.to_v - sweep.from_v);
            supply.tell(&until, &format!("VOLT {volts:.4}")).await?;
            if step == 0 {
                supply.on(&until).await?;
            }
            tokio::select! {
                biased;
                () = stop.cancelled() => return Ok(false),
                () = until.cancelled() => return Ok(false),
                point = self.settled_point(sweep, &supply, &until) => {
                    let point = point?;
                    self.progress.send_modify(|progress| progress.points.push(point));
                }
            }
        }
        Ok(true)
    }

    /// Waits until it has settled, and reads. The supply is not held meanwhile: Stop and the live figures go past it.
    async fn settled_point(
        &self,
        sweep: Sweep,
        supply: &Supply,
        until: &CancellationToken,
    ) -> Result<Readings, InstrumentError> {
        tokio::time::sleep(Duration::from_secs_f64(sweep.settle_s)).await;
        let mut point = Readings::default();
        read_supply(supply, until, &mut point).await?;
        if let Some(tachometer) = self.reader(Role::Tachometer) {
            read_into(&mut *tachometer.lock().await, ReadingWanted::Rpm, &mut point).await?;
        }
        Ok(point)
    }
}

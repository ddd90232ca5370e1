//! The instruments in use: a reading of all of them at once, and a sweep by itself whose output goes off however it ends.

use std::collections::HashMap;
use std::net::SocketAddr;
use std::sync::{Arc, Mutex, PoisonError};
use std::time::Duration;

use serde::{Deserialize, Serialize};
use tokio::sync::{Mutex as Turn, watch};
use tokio_util::sync::CancellationToken;

use super::client::{Instrument, InstrumentError, SocketInstrument};
use super::simulated::Role;

/// When the program ends a supply has this long to say that its output is off.
const OFF_WITHIN: Duration = Duration::from_millis(1000);

/// An instrument in use.
#[derive(Debug, Clone, Serialize, schemars::JsonSchema)]
pub(crate) struct InUse {
    /// What it is.
    pub role: Role,
    /// Where it listens.
    pub address: String,
    /// What it calls itself; null until it was asked.
    pub name: Option<String>,
    /// Whether it is the simulated one.
    pub simulated: bool,
}

/// What was read at one moment; null where no instrument reads it.
#[derive(Debug, Clone, Default, Serialize, schemars::JsonSchema)]
pub(crate) struct Readings {
    /// At the motor, V.
    pub voltage_v: Option<f64>,
    /// From the supply, A.
    pub current_a: Option<f64>,
    /// The supply is in its current limit.
    pub limited: Option<bool>,
    /// Speed, rpm.
    pub rpm: Option<f64>,
    /// Between the meter's leads, Ω.
    pub resistance_ohm: Option<f64>,
    /// Of the can, °C.
    pub temperature_c: Option<f64>,
}

/// What can be read.
#[derive(Debug, Clone, Copy, PartialEq, Eq, Deserialize, schemars::JsonSchema)]
#[serde(rename_all = "snake_case")]
pub(crate) enum ReadingWanted {
    /// Volts at the motor.
    Voltage,
    /// Amps of the supply.
    Current,
    /// Speed.
    Rpm,
    /// Ohms.
    Resistance,
    /// Temperature of the can.
    Temperature,
}

impl ReadingWanted {
    const fn role(self) -> Role {
        match self {
            Self::Voltage | Self::Current => Role::Supply,
            Self::Rpm => Role::Tachometer,
            Self::Resistance => Role::Meter,
            Self::Temperature => Role::Thermometer,
        }
    }
}

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

#[derive(Clone)]
struct Place {
    address: SocketAddr,
    name: Option<String>,
    simulated: bool,
    /// Held for as long as it is in use: an instrument that takes one caller at a time has one.
    instrument: Arc<Turn<SocketInstrument>>,
}

impl Place {
    fn new(address: SocketAddr, name: String, simulated: bool, instrument: SocketInstrument) -> Self {
        Self { address, name: Some(name), simulated, instrument: Arc::new(Turn::new(instrument)) }
    }
}

/// The instruments in use. Cheap to clone.
#[derive(Clone)]
pub(crate) struct InstrumentRegistry {
    places: Arc<Mutex<HashMap<Role, Place>>>,
    progress: watch::Sender<SweepProgress>,
    /// Stops the sweep that runs.
    sweeping: Arc<Mutex<CancellationToken>>,
    closing: CancellationToken,
}

impl InstrumentRegistry {
    /// No instruments yet, in a program that closes with `closing`.
    pub fn new(closing: CancellationToken) -> Self {
        Self {
            places: Arc::default(),
            progress: watch::channel(SweepProgress::default()).0,
            sweeping: Arc::default(),
            closing,
        }
    }

    fn with<T>(&self, work: impl FnOnce(&mut HashMap<Role, Place>) -> T) -> T {
        work(&mut self.places.lock().unwrap_or_else(PoisonError::into_inner))
    }

    /// Takes the simulated bench into use, in the order of [`Role::ALL`].
    pub fn simulate(&self, addresses: [SocketAddr; 4]) {
        for (role, address) in Role::ALL.into_iter().zip(addresses) {
            let place = Place::new(address, "simulated".to_owned(), true, SocketInstrument::at(address));
            self.with(|places| places.insert(role, place));
        }
    }

    /// Every instrument in use.
    pub fn list(&self) -> Vec<InUse> {
        let known = self.with(|places| places.clone());
        let in_use = |role: Role| {
            known.get(&role).map(|place| InUse {
                role,
                address: place.address.to_string(),
                name: place.name.clone(),
                simulated: place.simulated,
            })
        };
        Role::ALL.into_iter().filter_map(in_use).collect()
    }

    /// Takes an instrument into use once it has said who it is.
    ///
    /// # Errors
    /// What keeps it from answering.
    pub async fn take(&self, role: Role, address: SocketAddr) -> Result<InUse, InstrumentError> {
        let mut instrument = SocketInstrument::at(address);
        let name = instrument.ask("*IDN?").await?;
        let simulated = name.contains("SIMULATED");
        self.with(|places| places.insert(role, Place::new(address, name.clone(), simulated, instrument)));
        Ok(InUse { role, address: address.to_string(), name: Some(name), simulated })
    }

    /// Lets an instrument go.
    pub fn leave(&self, role: Role) {
        self.with(|places| places.remove(&role));
    }

    fn instrument(&self, role: Role) -> Option<Arc<Turn<SocketInstrument>>> {
        self.with(|places| places.get(&role).map(|place| Arc::clone(&place.instrument)))
    }

    fn needed(&self, role: Role) -> Result<Arc<Turn<SocketInstrument>>, InstrumentError> {
        self.instrument(role).ok_or(InstrumentError::NoneInUse { what: role.word() })
    }

    /// Whether the instrument of a role is the simulated one.
    pub fn is_simulated(&self, role: Role) -> bool {
        self.with(|places| places.get(&role).is_some_and(|place| place.simulated))
    }

    /// Reads what is wanted, where an instrument reads it.
    ///
    /// # Errors
    /// What an instrument does not do.
    pub async fn read(&self, wanted: &[ReadingWanted]) -> Result<Readings, InstrumentError> {
        let mut readings = Readings::default();
        for role in Role::ALL {
            let Some(instrument) = self.instrument(role).filter(|_| wanted.iter().any(|one| one.role() == role)) else {
                continue;
            };
            let mut instrument = instrument.try_lock().map_err(|_| InstrumentError::Busy { what: role.word() })?;
            read_into(&mut *instrument, role, wanted, &mut readings).await?;
        }
        Ok(readings)
    }

    /// Tells one instrument something.
    ///
    /// # Errors
    /// What it does not do, [`InstrumentError::NoneInUse`], [`InstrumentError::Busy`].
    pub async fn tell(&self, role: Role, command: &str) -> Result<(), InstrumentError> {
        let instrument = self.needed(role)?;
        let mut instrument = instrument.try_lock().map_err(|_| InstrumentError::Busy { what: role.word() })?;
        instrument.tell(command).await
    }

    /// Sets the supply by hand: voltage and current limit first, the output last.
    ///
    /// # Errors
    /// As [`Self::tell`].
    pub async fn set_supply(&self, volts: f64, limit_a: f64, on: bool) -> Result<(), InstrumentError> {
        self.tell(Role::Supply, &format!("CURR {limit_a}")).await?;
        self.tell(Role::Supply, &format!("VOLT {volts}")).await?;
        self.tell(Role::Supply, if on { "OUTP ON" } else { "OUTP OFF" }).await
    }

    /// The sweep as it stands, and as it goes on.
    pub fn progress(&self) -> watch::Receiver<SweepProgress> {
        self.progress.subscribe()
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

    /// Stops the sweep, and switches the output off whether one runs or not.
    ///
    /// # Errors
    /// Where the supply cannot be reached: then its own switch has to do.
    pub async fn stop(&self) -> Result<(), InstrumentError> {
        self.sweeping.lock().unwrap_or_else(PoisonError::into_inner).cancel();
        let mut progress = self.progress.subscribe();
        // The sweep itself switches off on the connection it holds; then once more, for whoever switched on by hand.
        let _ =
            tokio::time::timeout(super::client::WAIT, progress.wait_for(|now| now.state != SweepState::Running)).await;
        match self.instrument(Role::Supply) {
            Some(supply) => supply.lock().await.tell("OUTP OFF").await,
            None => Ok(()),
        }
    }

    /// Switches everything off: the program closes.
    pub async fn close(&self) {
        match tokio::time::timeout(OFF_WITHIN, self.stop()).await {
            Ok(Ok(())) => {}
            Ok(Err(error)) => tracing::error!("the output could not be switched off: {error}"),
            Err(_) => tracing::error!("the supply does not answer: switch its output off by hand"),
        }
    }

    /// Waits for a sweep to its end. One that fails in the program itself cannot switch off any more: then this does.
    async fn see_through(&self, steps: impl Future<Output = Result<bool, InstrumentError>> + Send + 'static) {
        let (state, problem) = match tokio::spawn(steps).await {
            Ok(Ok(true)) => (SweepState::Done, None),
            Ok(Ok(false)) => (SweepState::Stopped, None),
            Ok(Err(error)) => (SweepState::Failed, Some(error.to_string())),
            Err(fault) => {
                tracing::error!("a sweep failed in the program: {fault}");
                let off = match self.needed(Role::Supply) {
                    Ok(supply) => switch_off(&mut *supply.lock().await).await,
                    Err(error) => Err(error),
                };
                let said = match off {
                    Ok(()) => "a fault in the program; the output is off".to_owned(),
                    Err(error) => format!("a fault in the program, and {error}: switch the supply off by hand"),
                };
                (SweepState::Failed, Some(said))
            }
        };
        self.progress.send_modify(|progress| {
            progress.state = state;
            progress.problem = problem;
        });
    }

    /// Every step; whether it came to its end. The output is off when this returns, by the connection that switched it on, or
    /// by a new one where that was lost.
    async fn steps(&self, sweep: Sweep, stop: &CancellationToken) -> Result<bool, InstrumentError> {
        let supply = self.needed(Role::Supply)?;
        let mut supply = supply.lock().await;
        let done = self.sweep_over(sweep, &mut supply, stop).await;
        let off = switch_off(&mut supply).await;
        done.and_then(|done| off.map(|()| done))
    }

    async fn sweep_over(
        &self,
        sweep: Sweep,
        supply: &mut SocketInstrument,
        stop: &CancellationToken,
    ) -> Result<bool, InstrumentError> {
        supply.tell(&format!("CURR {}", sweep.limit_a)).await?;
        let tachometer = self.instrument(Role::Tachometer);
        for step in 0..sweep.steps {
            let share = f64::from(step) / f64::from(sweep.steps.max(2) - 1);
            supply.tell(&format!("VOLT {:.4}", sweep.from_v + share * (sweep.to_v - sweep.from_v))).await?;
            if step == 0 {
                supply.tell("OUTP ON").await?;
            }
            tokio::select! {
                () = stop.cancelled() => return Ok(false),
                () = tokio::time::sleep(Duration::from_secs_f64(sweep.settle_s)) => {}
            }
            let mut point = Readings::default();
            read_into(supply, Role::Supply, &[ReadingWanted::Voltage, ReadingWanted::Current], &mut point).await?;
            if let Some(tachometer) = &tachometer {
                read_into(&mut *tachometer.lock().await, Role::Tachometer, &[ReadingWanted::Rpm], &mut point).await?;
            }
            self.progress.send_modify(|progress| progress.points.push(point));
            if stop.is_cancelled() {
                return Ok(false);
            }
        }
        Ok(true)
    }
}

/// Switches the output off; once more where the connection was lost meanwhile: it is made anew.
async fn switch_off(supply: &mut SocketInstrument) -> Result<(), InstrumentError> {
    match supply.tell("OUTP OFF").await {
        Ok(()) => Ok(()),
        Err(_) => supply.tell("OUTP OFF").await,
    }
}

/// What one instrument reads of what is wanted.
async fn read_into(
    instrument: &mut impl Instrument,
    role: Role,
    wanted: &[ReadingWanted],
    readings: &mut Readings,
) -> Result<(), InstrumentError> {
    for one in wanted.iter().filter(|one| one.role() == role) {
        match one {
            ReadingWanted::Voltage => {
                readings.voltage_v = Some(instrument.number("MEAS:VOLT?").await?);
                let condition = instrument.number("STAT:QUES:COND?").await?;
                // Bit 0: the voltage is not held, so the current limit is.
                readings.limited = Some(condition.rem_euclid(2.0) >= 1.0);
            }
            ReadingWanted::Current => readings.current_a = Some(instrument.number("MEAS:CURR?").await?),
            ReadingWanted::Rpm => readings.rpm = Some(60.0 * instrument.number("MEAS:FREQ?").await?),
            ReadingWanted::Resistance => readings.resistance_ohm = Some(instrument.number("MEAS:RES?").await?),
            ReadingWanted::Temperature => readings.temperature_c = Some(instrument.number("MEAS:TEMP?").await?),
        }
    }
    Ok(())
}

#[cfg(test)]
mod tests;

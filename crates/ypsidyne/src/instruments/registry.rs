//! The instruments in use: taken, let go, read all at once. A supply is switched off before it is let go.

use std::collections::HashMap;
use std::net::SocketAddr;
use std::sync::{Arc, Mutex, PoisonError};
use std::time::Duration;

use serde::{Deserialize, Serialize};
use tokio::sync::{Mutex as Turn, watch};
use tokio_util::sync::CancellationToken;

use super::client::{Instrument, SocketInstrument};
use super::error::InstrumentError;
use super::readings::{ReadingWanted, Readings, read_into, read_supply};
use super::role::Role;
use super::supply::{STATUS, Supply, SupplyNow};
use super::sweep::SweepProgress;

/// When the program ends a supply has this long to say that its output is off.
const OFF_WITHIN: Duration = Duration::from_millis(1500);
/// And each try of it this.
const CLOSING_TRIES: [Duration; 2] = [Duration::from_millis(250), Duration::from_millis(800)];

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

/// How an instrument is held.
#[derive(Clone)]
enum Held {
    /// A supply: what it does can hurt.
    Supply(Supply),
    /// One that only reads.
    Reader(Arc<Turn<SocketInstrument>>),
}

#[derive(Clone)]
struct Place {
    address: SocketAddr,
    name: String,
    simulated: bool,
    has_status: bool,
    held: Held,
}

/// The name of an instrument that the program simulates itself, and forgets.
const OWN: &str = "simulated";

/// What outlives the program: the instruments in use, and whether it saw to it that their output is off when it ended.
#[derive(Debug, Clone, Default, PartialEq, Serialize, Deserialize)]
pub(crate) struct Remembered {
    /// The program has ended by itself, with the output off.
    pub seen_off: bool,
    /// The instruments.
    pub places: Vec<RememberedPlace>,
}

/// An instrument that was in use.
#[derive(Debug, Clone, PartialEq, Serialize, Deserialize)]
pub(crate) struct RememberedPlace {
    role: Role,
    address: SocketAddr,
    name: String,
    has_status: bool,
}

impl Place {
    fn new(
        role: Role,
        address: SocketAddr,
        name: String,
        simulated: bool,
        has_status: bool,
        instrument: SocketInstrument,
    ) -> Self {
        let held = match role {
            Role::Supply => Held::Supply(Supply::new(address, instrument, has_status)),
            _ => Held::Reader(Arc::new(Turn::new(instrument))),
        };
        Self { address, name, simulated, has_status, held }
    }
}

/// The instruments in use. Cheap to clone.
#[derive(Clone)]
pub(crate) struct InstrumentRegistry {
    places: Arc<Mutex<HashMap<Role, Place>>>,
    /// Supplies that were let go and have not said that they are off.
    left_on: Arc<Mutex<Vec<Supply>>>,
    pub(super) progress: watch::Sender<SweepProgress>,
    /// Stops the sweep that runs.
    pub(super) sweeping: Arc<Mutex<CancellationToken>>,
    pub(super) closing: CancellationToken,
}

impl InstrumentRegistry {
    /// No instruments yet, in a program that closes with `closing`.
    pub fn new(closing: CancellationToken) -> Self {
        Self {
            places: Arc::default(),
            left_on: Arc::default(),
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
            let place = Place::new(role, address, OWN.to_owned(), true, true, SocketInstrument::at(address));
            self.with(|places| places.insert(role, place));
        }
    }

    /// What is to outlive the program.
    pub fn memory(&self, seen_off: bool) -> Remembered {
        let known = self.with(|places| places.clone());
        let of = |role: Role| {
            let place = known.get(&role).filter(|place| place.name != OWN)?;
            let (address, name, has_status) = (place.address, place.name.clone(), place.has_status);
            Some(RememberedPlace { role, address, name, has_status })
        };
        Remembered { seen_off, places: Role::ALL.into_iter().filter_map(of).collect() }
    }

    /// Takes what was in use when the program ended into use again. Nothing is switched. The output of a supply that nobody
    /// saw off may be on until it has said what it is: it is asked again and again.
    pub fn take_again(&self, remembered: Remembered) {
        for RememberedPlace { role, address, name, has_status } in remembered.places {
            let simulated = name.contains("SIMULATED");
            let place = Place::new(role, address, name, simulated, has_status, SocketInstrument::at(address));
            if let Held::Supply(supply) = &place.held {
                if !remembered.seen_off {
                    supply.left_alone();
                }
                supply.find(&self.closing);
            }
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
                name: Some(place.name.clone()),
                simulated: place.simulated,
            })
        };
        Role::ALL.into_iter().filter_map(in_use).collect()
    }

    /// Takes an instrument into use once it has said who it is and answered as such an instrument does. The one before is let
    /// go; a supply is switched off first.
    ///
    /// # Errors
    /// What keeps it from answering, [`InstrumentError::Unlike`], [`InstrumentError::Taken`].
    pub async fn take(&self, role: Role, address: SocketAddr) -> Result<InUse, InstrumentError> {
        let other = self.with(|places| {
            places.iter().find(|(known, place)| **known != role && place.address == address).map(|(known, _)| *known)
        });
        if let Some(other) = other {
            return Err(InstrumentError::Taken { address, what: other.word() });
        }
        // The same supply once more: it is let go before it is greeted, for some take one caller at a time.
        let same = self.with(|places| places.get(&role).is_some_and(|place| place.address == address));
        if same {
            self.leave(role).await;
        }
        let mut instrument = SocketInstrument::at(address);
        let name = instrument.greet(role).await?;
        let simulated = name.contains("SIMULATED");
        // Not every supply says that it limits.
        let has_status = role == Role::Supply && instrument.number(STATUS).await.is_ok();
        self.leave(role).await;
        self.with(|places| {
            places.insert(role, Place::new(role, address, name.clone(), simulated, has_status, instrument))
        });
        if let Some(supply) = self.supply() {
            supply.look().await;
        }
        Ok(InUse { role, address: address.to_string(), name: Some(name), simulated })
    }

    /// Lets an instrument go. A supply is switched off first; where it does not say that it is, that is tried on and told.
    pub async fn leave(&self, role: Role) {
        if role == Role::Supply
            && let Some(supply) = self.supply()
        {
            self.stop_sweep();
            if supply.off().await.is_err() {
                supply.insist(&self.closing);
                self.left_on.lock().unwrap_or_else(PoisonError::into_inner).push(supply);
            }
        }
        self.with(|places| places.remove(&role));
    }

    pub(super) fn stop_sweep(&self) {
        self.sweeping.lock().unwrap_or_else(PoisonError::into_inner).cancel();
    }

    pub(super) fn reader(&self, role: Role) -> Option<Arc<Turn<SocketInstrument>>> {
        self.with(|places| match places.get(&role).map(|place| &place.held) {
            Some(Held::Reader(instrument)) => Some(Arc::clone(instrument)),
            _ => None,
        })
    }

    /// The supply in use.
    pub fn supply(&self) -> Option<Supply> {
        self.with(|places| match places.get(&Role::Supply).map(|place| &place.held) {
            Some(Held::Supply(supply)) => Some(supply.clone()),
            _ => None,
        })
    }

    /// The supply in use, which has to be there.
    ///
    /// # Errors
    /// [`InstrumentError::NoneInUse`].
    pub fn needed_supply(&self) -> Result<Supply, InstrumentError> {
        self.supply().ok_or(InstrumentError::NoneInUse { what: Role::Supply.word() })
    }

    /// Addresses of supplies that were let go and have not said that they are off.
    pub fn left_on(&self) -> Vec<String> {
        let mut left = self.left_on.lock().unwrap_or_else(PoisonError::into_inner);
        left.retain(Supply::may_be_on);
        left.iter().map(|supply| supply.now().address).collect()
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
        if wanted.iter().any(|one| one.role() == Role::Supply)
            && let Some(supply) = self.supply()
        {
            read_supply(&supply, &supply.until_stop(), &mut readings).await?;
        }
        for one in wanted.iter().filter(|one| one.role() != Role::Supply) {
            let role = one.role();
            let Some(instrument) = self.reader(role) else { continue };
            let mut instrument = instrument.try_lock().map_err(|_| InstrumentError::Busy { what: role.word() })?;
            match read_into(&mut *instrument, *one, &mut readings).await {
                // Beside others it is one that stays empty: ohms, while the output is on.
                Err(InstrumentError::NothingRead { .. }) if wanted.len() > 1 => {}
                other => other?,
            }
        }
        Ok(readings)
    }

    /// Tells one instrument something.
    ///
    /// # Errors
    /// What it does not do, [`InstrumentError::NoneInUse`], [`InstrumentError::Busy`].
    pub async fn tell(&self, role: Role, command: &str) -> Result<(), InstrumentError> {
        if role == Role::Supply {
            let supply = self.needed_supply()?;
            return supply.tell(&supply.until_stop(), command).await;
        }
        let instrument = self.reader(role).ok_or(InstrumentError::NoneInUse { what: role.word() })?;
        let mut instrument = instrument.try_lock().map_err(|_| InstrumentError::Busy { what: role.word() })?;
        instrument.tell(command).await
    }

    /// Sets the supply by hand and switches it on; what it then says of itself.
    ///
    /// # Errors
    /// What it does not do, [`InstrumentError::NoneInUse`], [`InstrumentError::Busy`] while a sweep runs.
    pub async fn switch_on(&self, volts: f64, limit_a: f64) -> Result<SupplyNow, InstrumentError> {
        let supply = self.needed_supply()?;
        if self.sweeps() {
            return Err(InstrumentError::Busy { what: Role::Supply.word() });
        }
        supply.set(&supply.until_stop(), volts, limit_a).await?;
        Ok(supply.look().await)
    }

    /// Stops the sweep and switches the output off, first and alone.
    ///
    /// # Errors
    /// [`InstrumentError::MayBeOn`] where the supply does not say that it is off: that is tried on.
    pub async fn stop(&self) -> Result<(), InstrumentError> {
        self.stop_sweep();
        let Some(supply) = self.supply() else { return Ok(()) };
        let off = supply.off().await;
        if off.is_err() {
            supply.insist(&self.closing);
        }
        off
    }

    /// Switches everything off: the program closes. Whether every supply has said that it is.
    pub async fn close(&self) -> bool {
        self.stop_sweep();
        let left = self.left_on.lock().unwrap_or_else(PoisonError::into_inner).clone();
        let mut seen_off = true;
        for supply in self.supply().into_iter().chain(left) {
            let off = supply.off_within(&CLOSING_TRIES);
            match tokio::time::timeout(OFF_WITHIN, off).await {
                Ok(Ok(())) => continue,
                Ok(Err(error)) => tracing::error!("{error}"),
                Err(_) => tracing::error!("the supply does not answer: switch its output off by hand"),
            }
            seen_off = false;
        }
        seen_off
    }
}

#[cfg(test)]
mod hostile;
#[cfg(test)]
mod tests;

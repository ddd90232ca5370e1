//! A supply in use: what it says of itself, and an output that goes off when it is told to, past whatever waits for an answer.
//!
//! Off goes first and alone: at once on the connection that is held, then on a fresh one, and it counts once the supply has
//! said so itself, twice. Until then the output may be on, and that is what is told.

use std::net::SocketAddr;
use std::sync::{Arc, Mutex, PoisonError};
use std::time::{Duration, Instant};

use serde::Serialize;
use tokio::sync::{Mutex as Turn, watch};
use tokio_util::sync::CancellationToken;

use super::client::{Instrument, SocketInstrument, Urgent, WAIT, switch_in};
use super::error::InstrumentError;

/// How long each try to switch off waits for the supply to say so: short at first, for a press of Stop must not wait behind
/// a connection that is dead.
const OFF_TRIES: [Duration; 3] = [Duration::from_millis(250), Duration::from_millis(1000), WAIT];
/// A line said at once has this long to go out.
const AT_ONCE: Duration = Duration::from_millis(100);
/// Between the two times it is asked: what was on its way when Stop was pressed has arrived then.
const ASKED_AGAIN_AFTER: Duration = Duration::from_millis(150);
/// What a supply is asked about its limit.
pub(crate) const STATUS: &str = "STAT:QUES:COND?";
/// One that does not say counts as limiting from this share of its limit on (common practice).
const AT_LIMIT: f64 = 0.98;
/// Where off is not confirmed it is tried again and again.
const INSIST_EVERY: Duration = Duration::from_millis(1000);

/// What is known of the supply: only what it has said itself.
#[derive(Debug, Clone, Default, PartialEq, Serialize, schemars::JsonSchema)]
pub(crate) struct SupplyNow {
    /// Where it listens.
    pub address: String,
    /// Whether its output is on; null where it was not read.
    pub on: Option<bool>,
    /// Its output may be on: it was switched on, or off is not confirmed.
    pub may_be_on: bool,
    /// Voltage it is set to, V.
    pub set_v: Option<f64>,
    /// Current limit it is set to, A.
    pub limit_a: Option<f64>,
    /// At its terminals, V.
    pub voltage_v: Option<f64>,
    /// From it, A.
    pub current_a: Option<f64>,
    /// It is in its current limit.
    pub limited: Option<bool>,
    /// Why nothing was read, in words.
    pub problem: Option<String>,
}

/// A supply. Cheap to clone.
#[derive(Clone)]
pub(crate) struct Supply(Arc<Inner>);

struct Inner {
    address: SocketAddr,
    link: Turn<SocketInstrument>,
    urgent: Urgent,
    now: watch::Sender<SupplyNow>,
    /// Interrupts whoever waits for an answer; a new one after each stop.
    interrupt: Mutex<CancellationToken>,
    /// Ends what goes on switching off.
    insisting: Mutex<CancellationToken>,
    /// Whether it says itself that it limits; else its current tells.
    has_status: bool,
    /// When it was looked at last: who looks together looks once.
    looked: Turn<Option<Instant>>,
}

impl Supply {
    /// A supply behind this connection; `has_status`: whether it says itself that it limits.
    pub fn new(address: SocketAddr, instrument: SocketInstrument, has_status: bool) -> Self {
        let urgent = instrument.urgent();
        let now = SupplyNow { address: address.to_string(), ..SupplyNow::default() };
        Self(Arc::new(Inner {
            address,
            link: Turn::new(instrument),
            urgent,
            now: watch::channel(now).0,
            interrupt: Mutex::default(),
            insisting: Mutex::default(),
            has_status,
            looked: Turn::default(),
        }))
    }

    /// The program ended without seeing it off.
    pub fn left_alone(&self) {
        self.0.now.send_modify(|now| {
            now.may_be_on = true;
            now.problem = Some("the program was cut off while it was in use, and it was not read since".to_owned());
        });
    }

    /// Asks it what it is until it has answered once, somebody uses it, or the program closes.
    pub fn find(&self, closing: &CancellationToken) {
        let (supply, closing) = (self.clone(), closing.clone());
        tokio::spawn(async move {
            while supply.now().on.is_none() && !closing.is_cancelled() {
                let _ = supply.look_within(INSIST_EVERY).await;
                tokio::select! {
                    () = closing.cancelled() => return,
                    () = tokio::time::sleep(INSIST_EVERY) => {}
                }
            }
        });
    }

    /// What is known of it now.
    pub fn now(&self) -> SupplyNow {
        self.0.now.borrow().clone()
    }

    /// Whether its output may be on as far as anyone knows.
    pub fn may_be_on(&self) -> bool {
        let now = self.0.now.borrow();
        now.may_be_on || now.on == Some(true)
    }

    /// What goes on until the next stop. Work that belongs together is done under one.
    pub fn until_stop(&self) -> CancellationToken {
        self.0.interrupt.lock().unwrap_or_else(PoisonError::into_inner).clone()
    }

    /// Asks for numbers, until a stop.
    ///
    /// # Errors
    /// As [`Instrument::numbers`]; [`InstrumentError::Interrupted`].
    pub async fn numbers(&self, until: &CancellationToken, commands: &[&str]) -> Result<Vec<f64>, InstrumentError> {
        tokio::select! {
            biased;
            () = until.cancelled() => Err(InstrumentError::Interrupted),
            numbers = async { self.0.link.lock().await.numbers(commands).await } => numbers,
        }
    }

    /// Tells it something, until a stop. Nothing is sent after one.
    ///
    /// # Errors
    /// As [`Instrument::tell`]; [`InstrumentError::Interrupted`].
    pub async fn tell(&self, until: &CancellationToken, command: &str) -> Result<(), InstrumentError> {
        tokio::select! {
            biased;
            () = until.cancelled() => Err(InstrumentError::Interrupted),
            told = async { self.0.link.lock().await.tell(command).await } => told,
        }
    }

    /// Sets it and switches it on: current limit and voltage first, the output last.
    ///
    /// # Errors
    /// As [`Self::tell`]. The output may be on where the last one failed.
    pub async fn set(&self, until: &CancellationToken, volts: f64, limit_a: f64) -> Result<(), InstrumentError> {
        self.tell(until, &format!("CURR {limit_a}")).await?;
        self.tell(until, &format!("VOLT {volts:.4}")).await?;
        self.on(until).await
    }

    /// Switches the output on.
    ///
    /// # Errors
    /// As [`Self::tell`].
    pub async fn on(&self, until: &CancellationToken) -> Result<(), InstrumentError> {
        self.0.insisting.lock().unwrap_or_else(PoisonError::into_inner).cancel();
        // From before it is sent: nobody knows when it arrives.
        self.0.now.send_modify(|now| now.may_be_on = true);
        self.tell(until, "OUTP ON").await
    }

    /// What it says of itself, read within this time: however many look, it is asked once.
    pub async fn look_within(&self, age: Duration) -> SupplyNow {
        let mut looked = self.0.looked.lock().await;
        if looked.is_some_and(|at| at.elapsed() < age) {
            return self.now();
        }
        let now = self.look().await;
        *looked = Some(Instant::now());
        now
    }

    /// Reads everything it says of itself.
    pub async fn look(&self) -> SupplyNow {
        let until = self.until_stop();
        let read = tokio::select! {
            biased;
            () = until.cancelled() => Err(InstrumentError::Interrupted),
            read = self.read() => read,
        };
        // What was read before a stop is not shown after it.
        if !matches!(read, Err(InstrumentError::Interrupted)) && !until.is_cancelled() {
            self.0.now.send_modify(|now| match read {
                Ok(read) => *now = SupplyNow { address: std::mem::take(&mut now.address), ..read },
                Err(error) => {
                    *now = SupplyNow {
                        address: std::mem::take(&mut now.address),
                        may_be_on: now.may_be_on || now.on == Some(true),
                        problem: Some(error.to_string()),
                        ..SupplyNow::default()
                    }
                }
            });
        }
        self.now()
    }

    async fn read(&self) -> Result<SupplyNow, InstrumentError> {
        let mut link = self.0.link.lock().await;
        let answer = link.ask("OUTP?").await?;
        let on = switch_in(&answer);
        let numbers = link.numbers(&self.questions(&["VOLT?", "CURR?", "MEAS:VOLT?", "MEAS:CURR?"])).await?;
        let on = on.ok_or_else(|| InstrumentError::NoNumber { command: "OUTP?".to_owned(), answer })?;
        let figure = |place: usize| numbers.get(place).copied();
        Ok(SupplyNow {
            address: String::new(),
            on: Some(on),
            may_be_on: on,
            set_v: figure(0),
            limit_a: figure(1),
            voltage_v: figure(2),
            current_a: figure(3),
            limited: self.limits(figure(4), figure(3), figure(1)),
            problem: None,
        })
    }

    fn questions<'a>(&self, asked: &[&'a str]) -> Vec<&'a str> {
        asked.iter().copied().chain(self.0.has_status.then_some(STATUS)).collect()
    }

    /// Whether it limits: as it says, else by a current that has come to its limit.
    fn limits(&self, condition: Option<f64>, current_a: Option<f64>, limit_a: Option<f64>) -> Option<bool> {
        condition.map(in_limit).or_else(|| Some(current_a? >= AT_LIMIT * limit_a?))
    }

    /// Volts, amps, and whether it limits, until a stop.
    ///
    /// # Errors
    /// As [`Self::numbers`].
    pub async fn measured(&self, until: &CancellationToken) -> Result<(f64, f64, Option<bool>), InstrumentError> {
        let numbers = self.numbers(until, &self.questions(&["MEAS:VOLT?", "MEAS:CURR?"])).await?;
        let figure = |place: usize| numbers.get(place).copied();
        let (volts, amps) = (figure(0).unwrap_or_default(), figure(1).unwrap_or_default());
        let limited = self.limits(figure(2), Some(amps), self.now().limit_a);
        self.0.now.send_modify(|now| {
            (now.voltage_v, now.current_a, now.limited) = (Some(volts), Some(amps), limited);
        });
        Ok((volts, amps, limited))
    }

    /// Interrupts whoever waits, says off at once on the connection that is held, then on a fresh one until the supply has
    /// confirmed it.
    ///
    /// # Errors
    /// [`InstrumentError::MayBeOn`]: nothing has confirmed it, and [`SupplyNow::may_be_on`] stays.
    pub async fn off(&self) -> Result<(), InstrumentError> {
        self.off_within(&OFF_TRIES).await
    }

    /// As [`Self::off`], with a limit for each try.
    ///
    /// # Errors
    /// As [`Self::off`].
    pub async fn off_within(&self, tries: &[Duration]) -> Result<(), InstrumentError> {
        self.0.now.send_modify(|now| {
            now.may_be_on = now.may_be_on || now.on != Some(false);
            now.on = None;
        });
        std::mem::take(&mut *self.0.interrupt.lock().unwrap_or_else(PoisonError::into_inner)).cancel();
        self.0.urgent.say("OUTP OFF", AT_ONCE).await;
        let mut link = self.0.link.lock().await;
        let mut why = String::new();
        for limit in tries {
            link.hang_up();
            link.within(*limit);
            match off_and_confirmed(&mut link).await {
                Ok(()) => {
                    link.within(WAIT);
                    self.0.now.send_modify(|now| {
                        *now = SupplyNow {
                            address: std::mem::take(&mut now.address),
                            on: Some(false),
                            set_v: now.set_v,
                            limit_a: now.limit_a,
                            ..SupplyNow::default()
                        };
                    });
                    return Ok(());
                }
                Err(error) => why = error.to_string(),
            }
        }
        link.hang_up();
        link.within(WAIT);
        drop(link);
        let error = InstrumentError::MayBeOn { address: self.0.address, why };
        self.0.now.send_modify(|now| {
            (now.on, now.may_be_on) = (None, true);
            now.problem = Some(error.to_string());
        });
        Err(error)
    }

    /// Goes on switching off until it is confirmed, somebody switches on again, or the program closes.
    pub fn insist(&self, closing: &CancellationToken) {
        let over = closing.child_token();
        let before = {
            let mut insisting = self.0.insisting.lock().unwrap_or_else(PoisonError::into_inner);
            std::mem::replace(&mut *insisting, over.clone())
        };
        before.cancel();
        let supply = self.clone();
        tokio::spawn(async move {
            loop {
                tokio::select! {
                    () = over.cancelled() => return,
                    () = tokio::time::sleep(INSIST_EVERY) => {}
                }
                if !supply.may_be_on() || supply.off_within(&OFF_TRIES[1..2]).await.is_ok() {
                    return;
                }
            }
        });
    }
}

/// Bit 0 of the questionable status: the voltage is not held, so the current limit is (SCPI-1999, volume 1, chapter 9).
fn in_limit(condition: f64) -> bool {
    condition.rem_euclid(2.0) >= 1.0
}

/// Sends off and asks twice, a little apart, whether it is.
async fn off_and_confirmed(link: &mut SocketInstrument) -> Result<(), InstrumentError> {
    // Sent whether or not it can say that it understood.
    let told = link.tell("OUTP OFF").await;
    for again in [false, true] {
        if again {
            tokio::time::sleep(ASKED_AGAIN_AFTER).await;
        }
        let answer = link.ask("OUTP?").await?;
        match switch_in(&answer) {
            Some(false) => {}
            // It has been told; what was on its way has come after it.
            Some(true) => link.tell("OUTP OFF").await?,
            None => return Err(InstrumentError::NoNumber { command: "OUTP?".to_owned(), answer }),
        }
    }
    let answer = link.ask("OUTP?").await?;
    link.settle("OUTP?").await?;
    match switch_in(&answer) {
        Some(false) => Ok(()),
        _ => Err(told.err().unwrap_or(InstrumentError::NoNumber { command: "OUTP?".to_owned(), answer })),
    }
}

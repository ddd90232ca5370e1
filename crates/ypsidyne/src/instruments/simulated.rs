//! The simulated bench: four instruments around one motor, each behind a TCP port of its own. It warms up, ripples, scatters
//! and rounds as real ones do, and its faults can be switched on.

use std::net::{Ipv4Addr, SocketAddr};
use std::sync::{Arc, Mutex, PoisonError};
use std::time::{Duration, Instant};

use rand::{RngExt, SeedableRng};
use rand_chacha::ChaCha8Rng;
use tokio::io::AsyncWriteExt;
use tokio::net::{TcpListener, TcpStream};
use tokio_stream::StreamExt;
use tokio_util::codec::{FramedRead, LinesCodec};
use ypsidyne_core::document::Motor;
use ypsidyne_core::library::demo;
use ypsidyne_core::measurement::simulated_motor::{MotorFaults, Setup, SimulatedMotor};
use ypsidyne_core::shelf::{ShelfPart, stock};

use super::role::Role;
use super::scpi::{Command, ErrorQueue, ILLEGAL_VALUE, ScpiError, UNDEFINED, nr3};

/// Seed of a bench that nobody gave one.
pub const SEED: u64 = 20;

/// A motor for the bench: one of the stock by words of its name, else the one without a label.
///
/// # Errors
/// Where the stock has no motor with these words.
pub fn motor(words: Option<&str>) -> anyhow::Result<Motor> {
    let Some(words) = words else {
        let part = ShelfPart::from_json(demo::UNLABELLED_MOTOR);
        let Ok(ShelfPart::Motor(motor)) = part else { anyhow::bail!("the motor without a label does not read") };
        return Ok(*motor);
    };
    let wanted: Vec<String> = words.split_whitespace().map(str::to_lowercase).collect();
    let found = stock::PARTS.iter().find_map(|part| match part {
        ShelfPart::Motor(motor) if wanted.iter().all(|word| part.label().to_lowercase().contains(word)) => Some(motor),
        _ => None,
    });
    found
        .map(|motor| (**motor).clone())
        .ok_or_else(|| anyhow::anyhow!("the stock has no motor with the words {words:?}"))
}

/// Resistance of the two leads, Ω.
const LEAD_OHM: f64 = 0.11;
/// Air of the workshop, °C.
const AMBIENT_C: f64 = 21.0;
/// Most the supply gives.
const MOST_V: f64 = 60.0;
/// Most the supply gives.
const MOST_A: f64 = 30.0;

/// The bench and what stands on it.
struct Bench {
    motor: Motor,
    faults: MotorFaults,
    simulated: SimulatedMotor,
    set_v: f64,
    limit_a: f64,
    on: bool,
    locked: bool,
    /// The meter's leads are held together.
    shorted_leads: bool,
    position: f64,
    winding_c: f64,
    case_c: f64,
    seen: Instant,
    /// An instrument that takes its time, or says nothing at all.
    slow: bool,
    dead: bool,
    lot: ChaCha8Rng,
}

impl Bench {
    fn new(motor: Motor, seed: u64) -> Self {
        let faults = MotorFaults::default();
        Self {
            simulated: SimulatedMotor::new(&motor, faults),
            motor,
            faults,
            set_v: 0.0,
            limit_a: 1.0,
            on: false,
            locked: false,
            shorted_leads: false,
            position: 0.0,
            winding_c: AMBIENT_C,
            case_c: AMBIENT_C,
            seen: Instant::now(),
            slow: false,
            dead: false,
            lot: ChaCha8Rng::seed_from_u64(seed),
        }
    }

    fn setup(&self) -> Setup {
        let set_v = if self.on { self.set_v } else { 0.0 };
        Setup { set_v, limit_a: self.limit_a, lead_ohm: LEAD_OHM, locked: self.locked, winding_c: self.winding_c }
    }

    /// Lets the time since the last look pass: it turns and warms up.
    fn pass(&mut self) {
        let seconds = self.seen.elapsed().as_secs_f64();
        self.seen = Instant::now();
        let steady = self.simulated.settled(&self.setup());
        self.winding_c = self.simulated.warmed(self.winding_c, AMBIENT_C, steady.winding_w, seconds);
        self.case_c += (AMBIENT_C + 0.6 * (self.winding_c - AMBIENT_C) - self.case_c) * (1.0 - (-seconds / 60.0).exp());
        self.position = (self.position + steady.rpm / 60.0 * seconds).fract();
    }

    /// Normal scatter (Box and Muller 1958) of a share, rounded to a step.
    fn read(&mut self, value: f64, share: f64, step: f64) -> f64 {
        let (a, b): (f64, f64) = (self.lot.random::<f64>().max(1e-300), self.lot.random());
        let scatter = (-2.0 * a.ln()).sqrt() * (std::f64::consts::TAU * b).cos();
        ((value * (1.0 + share * scatter)) / step).round() * step
    }

    fn reset(&mut self) {
        (self.set_v, self.limit_a, self.on) = (0.0, 1.0, false);
    }

    fn set_fault(&mut self, name: &str, on: bool) -> Result<(), ScpiError> {
        match name.to_ascii_uppercase().as_str() {
            "BRUSH" => self.faults.open_brush = on,
            "TURN" => self.faults.shorted_turn = on,
            "MAGNET" => self.faults.weak_magnet = on,
            "SENSOR" => self.faults.wrong_sensor_order = on,
            "SLOW" => self.slow = on,
            "DEAD" => self.dead = on,
            _ => return Err(ILLEGAL_VALUE),
        }
        self.simulated = SimulatedMotor::new(&self.motor, self.faults);
        Ok(())
    }
}

/// The bench as others hold it. Cheap to clone.
#[derive(Clone)]
pub struct SimulatedBench(Arc<Mutex<Bench>>);

/// What a command gives: an answer, or nothing to say.
type Said = Result<Option<String>, ScpiError>;

impl SimulatedBench {
    /// A bench with this motor on it; the same seed scatters the same way.
    #[must_use]
    pub fn new(motor: Motor, seed: u64) -> Self {
        Self(Arc::new(Mutex::new(Bench::new(motor, seed))))
    }

    fn with<T>(&self, work: impl FnOnce(&mut Bench) -> T) -> T {
        let mut bench = self.0.lock().unwrap_or_else(PoisonError::into_inner);
        bench.pass();
        work(&mut bench)
    }

    /// Whether the supply's output is on.
    #[must_use]
    pub fn output_is_on(&self) -> bool {
        self.with(|bench| bench.on)
    }

    /// Obeys a command of an instrument.
    fn obey(&self, role: Role, command: &Command) -> Said {
        self.with(|bench| match role {
            Role::Supply => supply(bench, command),
            Role::Meter => meter(bench, command),
            Role::Tachometer => match (command.is("MEASure:FREQuency"), command.asks) {
                (true, true) => {
                    let hertz = bench.simulated.settled(&bench.setup()).rpm / 60.0;
                    Ok(Some(nr3(bench.read(hertz, 5e-4, 0.01))))
                }
                _ => Err(UNDEFINED),
            },
            Role::Thermometer => match (command.is("MEASure:TEMPerature"), command.asks) {
                (true, true) => {
                    let celsius = bench.case_c;
                    Ok(Some(nr3(bench.read(celsius, 2e-3, 0.1))))
                }
                _ => Err(UNDEFINED),
            },
        })
    }

    /// Listens as four instruments on free ports of this machine, until the listening task ends.
    ///
    /// # Errors
    /// Where no port is free.
    pub async fn listen(&self, ports: [u16; 4]) -> anyhow::Result<[SocketAddr; 4]> {
        let mut addresses = [SocketAddr::from((Ipv4Addr::LOCALHOST, 0)); 4];
        for (place, role) in Role::ALL.into_iter().enumerate() {
            let wanted = SocketAddr::from((Ipv4Addr::LOCALHOST, ports[place]));
            let listener = TcpListener::bind(wanted)
                .await
                .map_err(|error| anyhow::anyhow!("port {wanted} for the {} is not free: {error}", role.word()))?;
            addresses[place] = listener.local_addr()?;
            let bench = self.clone();
            tokio::spawn(async move {
                while let Ok((socket, _)) = listener.accept().await {
                    tokio::spawn(speak(bench.clone(), role, socket));
                }
            });
        }
        Ok(addresses)
    }
}

fn supply(bench: &mut Bench, command: &Command) -> Said {
    let steady = bench.simulated.settled(&bench.setup());
    match () {
        () if command.is("MEASure[:SCALar]:VOLTage[:DC]") && command.asks => {
            Ok(Some(nr3(bench.read(steady.motor_v, 5e-4, 0.001))))
        }
        () if command.is("MEASure[:SCALar]:CURRent[:DC]") && command.asks => {
            Ok(Some(nr3(bench.read(steady.current_a, 2e-3, 0.001))))
        }
        () if command.is("[SOURce:]VOLTage[:LEVel]") && command.asks => Ok(Some(nr3(bench.set_v))),
        () if command.is("[SOURce:]VOLTage[:LEVel]") => {
            bench.set_v = command.number(0.0, MOST_V)?;
            Ok(None)
        }
        () if command.is("[SOURce:]CURRent[:LEVel]") && command.asks => Ok(Some(nr3(bench.limit_a))),
        () if command.is("[SOURce:]CURRent[:LEVel]") => {
            bench.limit_a = command.number(0.0, MOST_A)?;
            Ok(None)
        }
        () if command.is("OUTPut[:STATe]") && command.asks => Ok(Some(u8::from(bench.on).to_string())),
        () if command.is("OUTPut[:STATe]") => {
            bench.on = command.switch()?;
            Ok(None)
        }
        // Bit 0: the voltage is not held, so the current limit is.
        () if command.is("STATus:QUEStionable:CONDition") && command.asks => {
            Ok(Some(u8::from(steady.limited).to_string()))
        }
        () if command.is("SIMulate:LOCK") => {
            bench.locked = command.switch()?;
            Ok(None)
        }
        () if command.is("SIMulate:MOTor") => {
            // The words of a name may hold commas of their own.
            let words = command.parameters.join(" ");
            bench.motor = motor(Some(&words)).map_err(|_| ILLEGAL_VALUE)?;
            bench.simulated = SimulatedMotor::new(&bench.motor, bench.faults);
            Ok(None)
        }
        () if command.is("SIMulate:FAULt") => match command.parameters.as_slice() {
            [name, state] => {
                let on = matches!(state.to_ascii_uppercase().as_str(), "ON" | "1");
                bench.set_fault(name, on).map(|()| None)
            }
            _ => Err(super::scpi::MISSING),
        },
        () => Err(UNDEFINED),
    }
}

fn meter(bench: &mut Bench, command: &Command) -> Said {
    match () {
        () if command.is("MEASure:RESistance") && command.asks => {
            if bench.shorted_leads {
                return Ok(Some(nr3(bench.read(LEAD_OHM, 5e-3, 0.001))));
            }
            let ohm = bench.simulated.winding_ohm(bench.position, bench.winding_c);
            if !ohm.is_finite() || bench.on {
                return Ok(Some(nr3(f64::NAN)));
            }
            Ok(Some(nr3(bench.read(ohm + LEAD_OHM, 2e-3, 0.001))))
        }
        () if command.is("MEASure:VOLTage[:DC]") && command.asks => {
            let volts = bench.simulated.settled(&bench.setup()).motor_v;
            Ok(Some(nr3(bench.read(volts, 2e-4, 0.001))))
        }
        () if command.is("SIMulate:SHORt") => {
            bench.shorted_leads = command.switch()?;
            Ok(None)
        }
        () if command.is("SIMulate:TURN") => {
            bench.position = (bench.position + command.number(-360.0, 360.0)? / 360.0).rem_euclid(1.0);
            Ok(None)
        }
        () => Err(UNDEFINED),
    }
}

/// How long a slow instrument takes.
const SLOW: Duration = Duration::from_millis(1500);
/// Longest line that is listened to.
const LONGEST_LINE: usize = 1024;

/// Speaks with one caller, line by line, until the socket closes.
async fn speak(bench: SimulatedBench, role: Role, socket: TcpStream) {
    // Where it cannot be set, answers only come later.
    let _ = socket.set_nodelay(true);
    let (read, mut write) = socket.into_split();
    let mut lines = FramedRead::new(read, LinesCodec::new_with_max_length(LONGEST_LINE));
    let mut errors = ErrorQueue::default();
    let mut switched_on = false;
    // A line that is too long, or no text at all, ends the talk.
    while let Some(Ok(line)) = lines.next().await {
        let mut answers = Vec::new();
        for part in line.split(';') {
            let Some(command) = Command::parse(part) else { continue };
            let switches = role == Role::Supply && command.is("OUTPut[:STATe]") && !command.asks;
            match common(&bench, role, &command, &mut errors).unwrap_or_else(|| bench.obey(role, &command)) {
                Ok(Some(answer)) => answers.push(answer),
                Ok(None) => {}
                Err(error) => errors.push(error),
            }
            if switches {
                switched_on = bench.output_is_on();
            }
        }
        let (slow, dead) = bench.with(|bench| (bench.slow, bench.dead));
        if slow {
            tokio::time::sleep(SLOW).await;
        }
        if answers.is_empty() || dead {
            continue;
        }
        if write.write_all(format!("{}\n", answers.join(";")).as_bytes()).await.is_err() {
            break;
        }
    }
    // Whoever switched it on watches no more: it goes off.
    if switched_on {
        bench.with(|bench| bench.on = false);
    }
}

/// Commands that every instrument has.
fn common(bench: &SimulatedBench, role: Role, command: &Command, errors: &mut ErrorQueue) -> Option<Said> {
    let asked = |text: String| Some(Ok(Some(text)));
    match (command.asks, ()) {
        (true, ()) if command.is("*IDN") => asked(format!("YPSIDYNE,SIMULATED {},0,1.0", role.model())),
        (true, ()) if command.is("*OPC") => asked("1".to_owned()),
        (true, ()) if command.is("*ESR") => asked("0".to_owned()),
        (true, ()) if command.is("*STB") => asked("0".to_owned()),
        (true, ()) if command.is("SYSTem:ERRor[:NEXT]") => asked(errors.oldest()),
        (true, ()) if command.is("SYSTem:VERSion") => asked("1999.0".to_owned()),
        (false, ()) if command.is("*CLS") => {
            errors.clear();
            Some(Ok(None))
        }
        (false, ()) if command.is("*RST") => {
            // By IEEE 488.2 the errors stay.
            bench.with(Bench::reset);
            Some(Ok(None))
        }
        _ => None,
    }
}

#[cfg(test)]
mod bent;

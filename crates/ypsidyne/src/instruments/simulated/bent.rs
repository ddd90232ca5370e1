//! Both sides of the wire fed with lines that were bent: an instrument refuses or obeys and stays within its limits, and what an
//! instrument answers is a number or none.
//!
//! The same lines every time; `YPSIDYNE_FUZZ_SECONDS=600` goes on with others for so long.

use std::time::{Duration, Instant};

use rand::{RngExt as _, SeedableRng as _};
use rand_chacha::ChaCha8Rng;

use super::*;
use crate::instruments::client::{number_in, report_in, switch_in};

const LINES: &[&str] = &[
    "VOLT 12",
    "SOUR:CURR 2.5",
    "OUTP ON",
    "OUTP?",
    "MEAS:VOLT?",
    "MEAS:CURR:DC?",
    "SYST:ERR?",
    "*IDN?",
    "*RST",
    "*CLS",
    "CONF:RES",
    "SIM:LOCK ON",
    "SIM:FAUL brush,ON",
    "SIM:MOT 540 can",
    "SIM:TURN 30",
    "MEAS:FREQ?",
    "MEAS:TEMP?",
    "0,\"No error\"",
    "-222,\"Data out of range\"",
    "+1.234000E+01",
    "9.91E+37",
    "\"no error\"",
    "ON",
];
const PIECES: &[&str] = &[
    "",
    " ",
    ":",
    "::",
    "?",
    "??",
    ",",
    ",,",
    ";",
    "\"",
    "1e999",
    "-1e308",
    "NaN",
    "inf",
    "-0",
    "ß",
    "😀",
    "\u{0}",
    "\u{200b}",
    "\u{feff}",
    "\t",
    "*",
    "[",
    "]",
    "0x10",
    "99999999999999999999",
    "1,5",
    "ON",
    "volt",
];
/// Lines that once broke one of them.
const FOUND: &[&str] = &[];

fn bent(random: &mut ChaCha8Rng) -> String {
    let mut letters: Vec<char> = LINES[random.random_range(0..LINES.len())].chars().collect();
    for _ in 0..random.random_range(1..5) {
        let at = random.random_range(0..=letters.len());
        match random.random_range(0..4) {
            0 => letters.truncate(at),
            1 if at < letters.len() => drop(letters.remove(at)),
            2 => letters.extend(LINES[random.random_range(0..LINES.len())].chars()),
            _ => drop(letters.splice(at..at, PIECES[random.random_range(0..PIECES.len())].chars())),
        }
    }
    letters.into_iter().collect()
}

fn fed(bench: &SimulatedBench, line: &str) {
    if let Some(command) = Command::parse(line) {
        for role in Role::ALL {
            if let Ok(Some(answer)) = bench.obey(role, &command) {
                assert!(
                    !answer.contains(['\n', '\r']) && !answer.contains("NaN") && !answer.contains("inf"),
                    "{line:?}: {answer:?}"
                );
            }
        }
        let mut errors = ErrorQueue::default();
        let _ = common(bench, Role::Supply, &command, &mut errors);
    }
    if let Ok(number) = number_in("MEAS:VOLT?", line) {
        assert!(number.is_finite() && number.abs() < 9.9e37, "{line:?}: {number}");
    }
    let _ = (report_in(line), switch_in(line));
}

#[tokio::test]
async fn bent_lines_are_refused_or_obeyed_and_nothing_breaks() {
    let bench = SimulatedBench::new(motor(None).unwrap(), SEED);
    FOUND.iter().chain(LINES).for_each(|line| fed(&bench, line));
    let asked = std::env::var("YPSIDYNE_FUZZ_SECONDS").ok().and_then(|text| text.parse().ok());
    let (mut random, end) = (ChaCha8Rng::seed_from_u64(7), Instant::now() + Duration::from_secs(asked.unwrap_or(0)));
    let mut rounds = 0;
    while rounds < 4000 || Instant::now() < end {
        let line = bent(&mut random);
        let broken = std::panic::catch_unwind(std::panic::AssertUnwindSafe(|| fed(&bench, &line)));
        assert!(broken.is_ok(), "put this into FOUND: {line:?}");
        rounds += 1;
    }
}

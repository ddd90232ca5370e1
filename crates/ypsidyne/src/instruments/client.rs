//! Instruments as the bench uses them: one trait to ask and to tell, and a socket behind it.

use std::net::SocketAddr;
use std::sync::{Arc, Mutex, PoisonError};
use std::time::Duration;

use tokio::io::AsyncWriteExt;
use tokio::net::TcpStream;
use tokio::net::tcp::{OwnedReadHalf, OwnedWriteHalf};
use tokio::sync::Mutex as Turn;
use tokio::time::timeout;
use tokio_stream::StreamExt;
use tokio_util::bytes::BytesMut;
use tokio_util::codec::{Decoder, FramedRead, LinesCodec, LinesCodecError};

use super::error::InstrumentError;
use super::role::Role;

/// Longest wait for an answer.
pub const WAIT: Duration = Duration::from_secs(3);

/// Longest answer that is listened to, bytes.
const LONGEST_ANSWER: usize = 4096;

/// What comes within this time without having been asked for is of before, and thrown away.
const STALE_WITHIN: Duration = Duration::from_millis(1);

/// What is asked after every exchange: its answer has a form of its own, so that one that is late or came twice shows.
const ERRORS: &str = "SYST:ERR?";

/// An instrument that is asked and told in SCPI.
pub trait Instrument: Send {
    /// Asks and waits for the answer.
    ///
    /// # Errors
    /// [`InstrumentError::Silent`] and [`InstrumentError::Lost`].
    fn ask(&mut self, command: &str) -> impl Future<Output = Result<String, InstrumentError>> + Send;

    /// Tells, and looks whether it was understood.
    ///
    /// # Errors
    /// [`InstrumentError::Reports`] beside those of [`Self::ask`].
    fn tell(&mut self, command: &str) -> impl Future<Output = Result<(), InstrumentError>> + Send;

    /// Asks for the report of errors, which ends an exchange: what came before it belonged to what was asked.
    ///
    /// # Errors
    /// [`InstrumentError::Reports`] and [`InstrumentError::Muddled`] beside those of [`Self::ask`].
    fn settle(&mut self, command: &str) -> impl Future<Output = Result<(), InstrumentError>> + Send;

    /// Asks for numbers, one after another.
    ///
    /// # Errors
    /// [`InstrumentError::NoNumber`] and [`InstrumentError::NothingRead`] beside those of [`Self::settle`].
    fn numbers(&mut self, commands: &[&str]) -> impl Future<Output = Result<Vec<f64>, InstrumentError>> + Send {
        async move {
            let mut answers = Vec::with_capacity(commands.len());
            for command in commands {
                answers.push(self.ask(command).await?);
            }
            self.settle(commands.last().copied().unwrap_or_default()).await?;
            commands.iter().zip(&answers).map(|(command, answer)| number_in(command, answer)).collect()
        }
    }

    /// Asks for a number.
    ///
    /// # Errors
    /// As [`Self::numbers`].
    fn number(&mut self, command: &str) -> impl Future<Output = Result<f64, InstrumentError>> + Send {
        async move { Ok(self.numbers(&[command]).await?.first().copied().unwrap_or_default()) }
    }
}

pub(super) fn number_in(command: &str, answer: &str) -> Result<f64, InstrumentError> {
    let no_number = || InstrumentError::NoNumber { command: command.to_owned(), answer: answer.to_owned() };
    let value: f64 = answer.trim().parse().map_err(|_| no_number())?;
    // SCPI-1999: 9.91E37 is not a number, 9.9E37 is too much.
    if value.abs() >= 9.9e37 {
        return Err(InstrumentError::NothingRead { command: command.to_owned() });
    }
    if value.is_finite() { Ok(value) } else { Err(no_number()) }
}

/// What a line says where a report of errors is due.
#[derive(Debug, Clone, Copy, PartialEq, Eq)]
pub(super) enum Report {
    /// No error, by number and words.
    Clear,
    /// No error, by a bare number: a reading of 0 looks the same.
    Bare,
    /// An error.
    Error,
    /// No report at all: a reading, or noise.
    Other,
}

/// Reads a report: `0,"No error"` (SCPI-1999), and how else instruments spell it.
pub(super) fn report_in(line: &str) -> Report {
    let line = line.trim();
    let (number, words) = line.split_once([',', ' ']).map_or((line, ""), |(number, words)| (number, words.trim()));
    let unquoted = line.trim_matches(['"', '\'']).to_ascii_lowercase();
    match (number.trim_start_matches('+').parse::<i64>(), words.is_empty()) {
        (Ok(0), false) => Report::Clear,
        (Ok(0), true) => Report::Bare,
        (Ok(_), false) => Report::Error,
        _ if ["no error", "no errors", "noerr", "ok"].contains(&unquoted.as_str()) => Report::Clear,
        _ => Report::Other,
    }
}

/// Lines that have come whole; what stands without its end when the talk ends is no answer.
#[derive(Debug)]
struct WholeLines(LinesCodec);

impl Decoder for WholeLines {
    type Item = String;
    type Error = LinesCodecError;

    fn decode(&mut self, bytes: &mut BytesMut) -> Result<Option<String>, LinesCodecError> {
        self.0.decode(bytes)
    }

    fn decode_eof(&mut self, bytes: &mut BytesMut) -> Result<Option<String>, LinesCodecError> {
        let whole = self.0.decode(bytes)?;
        if whole.is_none() {
            bytes.clear();
        }
        Ok(whole)
    }
}

type Writing = Arc<Turn<OwnedWriteHalf>>;

/// The two directions of a socket.
struct Link {
    lines: FramedRead<OwnedReadHalf, WholeLines>,
    write: Writing,
}

impl Link {
    async fn send(&self, line: &str) -> Result<(), std::io::Error> {
        self.write.lock().await.write_all(format!("{line}\n").as_bytes()).await
    }

    /// Throws away what came unasked; false where the other side has hung up.
    async fn drain(&mut self) -> bool {
        loop {
            match timeout(STALE_WITHIN, self.lines.next()).await {
                Err(_) => return true,
                Ok(Some(Ok(_))) => {}
                Ok(_) => return false,
            }
        }
    }
}

/// A way to say a line at once on the connection that is held, whoever is waiting for an answer on it.
#[derive(Clone, Default)]
pub(crate) struct Urgent(Arc<Mutex<Option<Writing>>>);

impl Urgent {
    fn held(&self, write: Option<Writing>) {
        *self.0.lock().unwrap_or_else(PoisonError::into_inner) = write;
    }

    /// Says a line and takes the connection out of use; whether it went out.
    pub async fn say(&self, line: &str, limit: Duration) -> bool {
        let write = self.0.lock().unwrap_or_else(PoisonError::into_inner).take();
        let Some(write) = write else { return false };
        let line = format!("{line}\n");
        let said = async { write.lock().await.write_all(line.as_bytes()).await };
        matches!(timeout(limit, said).await, Ok(Ok(())))
    }
}

/// An instrument behind a TCP socket. The connection is made with the first question and held; one that is lost, or on which an
/// exchange was interrupted, is thrown away and made anew with the next.
pub struct SocketInstrument {
    address: SocketAddr,
    /// Longest wait for an answer.
    limit: Duration,
    link: Option<Link>,
    urgent: Urgent,
    /// Says a bare 0 for no error.
    bare: bool,
}

impl SocketInstrument {
    /// An instrument that listens at an address; nothing is sent yet.
    #[must_use]
    pub fn at(address: SocketAddr) -> Self {
        Self { address, limit: WAIT, link: None, urgent: Urgent::default(), bare: false }
    }

    /// Waits for answers no longer than this from now on.
    pub const fn within(&mut self, limit: Duration) {
        self.limit = limit;
    }

    /// Throws the connection away.
    pub fn hang_up(&mut self) {
        self.link = None;
        self.urgent.held(None);
    }

    /// A way past whoever is waiting.
    pub(crate) fn urgent(&self) -> Urgent {
        self.urgent.clone()
    }

    /// Makes sure that what is at the address is such an instrument, by its name and by what it answers; its name.
    ///
    /// # Errors
    /// [`InstrumentError::Unlike`] beside those of [`Instrument::ask`].
    pub async fn greet(&mut self, role: Role) -> Result<String, InstrumentError> {
        let (name, address) = (self.ask("*IDN?").await?, self.address);
        let unlike = |why: String| InstrumentError::Unlike { address, name: name.clone(), what: role.word(), why };
        let says = Role::ALL.into_iter().find(|other| other.names().iter().any(|word| has_word(&name, word)));
        if let Some(says) = says.filter(|says| *says != role) {
            return Err(unlike(format!("it calls itself a {}", says.word())));
        }
        // Errors of before are not ours; how it says that there is none is learnt here.
        for _ in 0..MOST_ERRORS_WAITING {
            let report = self.ask(ERRORS).await?;
            match report_in(&report) {
                Report::Clear => break,
                Report::Bare => {
                    self.bare = true;
                    break;
                }
                Report::Error => {}
                Report::Other => {
                    return Err(InstrumentError::Muddled {
                        address: self.address,
                        command: ERRORS.to_owned(),
                        answer: report,
                    });
                }
            }
        }
        let question = role.question();
        match self.number(question).await {
            Ok(_) | Err(InstrumentError::NothingRead { .. }) => Ok(name),
            Err(InstrumentError::NoNumber { answer, .. }) if switch_in(&answer).is_some() => Ok(name),
            Err(InstrumentError::NoNumber { answer, .. }) => {
                Err(unlike(format!("it answers {answer:?} to {question}")))
            }
            Err(InstrumentError::Reports { report, .. }) => Err(unlike(format!("it answers {report} to {question}"))),
            Err(InstrumentError::Silent { .. } | InstrumentError::Muddled { .. }) => {
                Err(unlike(format!("it has no answer to {question}")))
            }
            Err(other) => Err(other),
        }
    }

    async fn linked(&mut self) -> Result<Link, InstrumentError> {
        if let Some(mut link) = self.link.take()
            && link.drain().await
        {
            return Ok(link);
        }
        let socket = timeout(self.limit, TcpStream::connect(self.address)).await.ok().and_then(Result::ok);
        let socket = socket.ok_or(InstrumentError::NotThere { address: self.address })?;
        // Short lines back and forth: none waits to be sent with the next. Where it cannot be set, it is only slower.
        let _ = socket.set_nodelay(true);
        let (read, write) = socket.into_split();
        let lines = FramedRead::new(read, WholeLines(LinesCodec::new_with_max_length(LONGEST_ANSWER)));
        let write = Arc::new(Turn::new(write));
        self.urgent.held(Some(Arc::clone(&write)));
        Ok(Link { lines, write })
    }

    /// Sends lines and waits for one answer. While it waits it holds the connection alone: interrupted, the connection goes
    /// with it, and no late answer is taken for that to another question.
    async fn exchange(&mut self, lines: &[&str]) -> Result<String, InstrumentError> {
        let (address, limit) = (self.address, self.limit);
        let asked = || (*lines.last().unwrap_or(&"")).to_owned();
        let mut link = self.linked().await?;
        let talk = async {
            for line in lines {
                link.send(line).await.ok()?;
            }
            link.lines.next().await?.ok()
        };
        let answer = timeout(limit, talk).await;
        match answer {
            Ok(Some(answer)) => {
                self.link = Some(link);
                Ok(answer)
            }
            Ok(None) => {
                self.urgent.held(None);
                Err(InstrumentError::Lost { address })
            }
            Err(_) => {
                self.urgent.held(None);
                Err(InstrumentError::Silent { address, command: asked(), limit })
            }
        }
    }

    /// As [`Self::exchange`]; once more where a connection that stood idle turns out to be lost.
    async fn persistently(&mut self, lines: &[&str]) -> Result<String, InstrumentError> {
        let held = self.link.is_some();
        match self.exchange(lines).await {
            Err(InstrumentError::Lost { .. }) if held => self.exchange(lines).await,
            other => other,
        }
    }

    fn judge(&mut self, command: &str, report: String) -> Result<(), InstrumentError> {
        match report_in(&report) {
            Report::Clear => Ok(()),
            Report::Bare if self.bare => Ok(()),
            Report::Error => Err(InstrumentError::Reports { command: command.to_owned(), report }),
            Report::Bare | Report::Other => {
                self.hang_up();
                Err(InstrumentError::Muddled { address: self.address, command: command.to_owned(), answer: report })
            }
        }
    }
}

/// Most errors of before that are listened to.
const MOST_ERRORS_WAITING: usize = 32;

fn has_word(text: &str, word: &str) -> bool {
    text.split(|letter: char| !letter.is_alphanumeric()).any(|part| part.eq_ignore_ascii_case(word))
}

/// A switch as instruments write it.
pub(crate) fn switch_in(answer: &str) -> Option<bool> {
    match answer.trim().trim_start_matches('+').to_ascii_uppercase().as_str() {
        "1" | "ON" => Some(true),
        "0" | "OFF" => Some(false),
        _ => None,
    }
}

impl Instrument for SocketInstrument {
    async fn ask(&mut self, command: &str) -> Result<String, InstrumentError> {
        self.persistently(&[command]).await
    }

    async fn tell(&mut self, command: &str) -> Result<(), InstrumentError> {
        let report = self.persistently(&[command, ERRORS]).await?;
        self.judge(command, report)
    }

    async fn settle(&mut self, command: &str) -> Result<(), InstrumentError> {
        let report = self.exchange(&[ERRORS]).await?;
        self.judge(command, report)
    }
}

#[cfg(test)]
mod tests {
    use super::*;
    use rstest::rstest;

    #[rstest]
    #[case("0,\"No error\"", Report::Clear)]
    #[case("+0,\"No error\"", Report::Clear)]
    #[case("0,No Error", Report::Clear)]
    #[case("00, \"No error; queue empty\"", Report::Clear)]
    #[case("0 \"No error\"", Report::Clear)]
    #[case("\"No error\"", Report::Clear)]
    #[case("NO ERROR", Report::Clear)]
    #[case("0", Report::Bare)]
    #[case("-222,\"Data out of range\"", Report::Error)]
    #[case("5,\"Bad\"", Report::Error)]
    #[case("1.18E-01", Report::Other)]
    #[case("+1.5000E+00", Report::Other)]
    #[case("12", Report::Other)]
    #[case("hello", Report::Other)]
    fn reports_are_told_from_readings(#[case] line: &str, #[case] report: Report) {
        assert_eq!(report_in(line), report);
    }
}

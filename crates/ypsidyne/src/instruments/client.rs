//! Instruments as the bench uses them: one trait to ask and to tell, and a socket behind it.

use std::net::SocketAddr;
use std::time::Duration;

use tokio::io::AsyncWriteExt;
use tokio::net::TcpStream;
use tokio::net::tcp::{OwnedReadHalf, OwnedWriteHalf};
use tokio::time::timeout;
use tokio_stream::StreamExt;
use tokio_util::codec::{FramedRead, LinesCodec};

/// What goes wrong with an instrument.
#[derive(Debug, thiserror::Error)]
pub enum InstrumentError {
    /// Nobody listens there.
    #[error("no instrument answers at {address}: is it switched on, and is the address right?")]
    NotThere {
        /// Where.
        address: SocketAddr,
    },
    /// It is at work for someone else.
    #[error("the {what} is busy with a sweep: stop it first")]
    Busy {
        /// Which instrument.
        what: &'static str,
    },
    /// None is in use.
    #[error("no {what} is in use: give its address on the bench first")]
    NoneInUse {
        /// Which instrument.
        what: &'static str,
    },
    /// It took too long.
    #[error("the instrument at {address} did not answer {command:?} within {} s", WAIT.as_secs())]
    Silent {
        /// Where.
        address: SocketAddr,
        /// What was asked.
        command: String,
    },
    /// The connection is gone.
    #[error("the connection to the instrument at {address} is lost")]
    Lost {
        /// Where.
        address: SocketAddr,
    },
    /// It answered something that is no number.
    #[error("the instrument answered {answer:?} to {command:?}, a number is needed")]
    NoNumber {
        /// What was asked.
        command: String,
        /// What came.
        answer: String,
    },
    /// It reads nothing: an open circuit, a range that is too small.
    #[error("the instrument reads nothing at {command:?}: an open circuit, or beyond its range")]
    NothingRead {
        /// What was asked.
        command: String,
    },
    /// It reports an error of its own.
    #[error("the instrument reports {report} at {command:?}")]
    Reports {
        /// What was told.
        command: String,
        /// Its report.
        report: String,
    },
}

/// Longest wait for an answer.
pub const WAIT: Duration = Duration::from_secs(3);

/// Longest answer that is listened to, bytes.
const LONGEST_ANSWER: usize = 4096;

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

    /// Asks for a number.
    ///
    /// # Errors
    /// [`InstrumentError::NoNumber`] and [`InstrumentError::NothingRead`] beside those of [`Self::ask`].
    fn number(&mut self, command: &str) -> impl Future<Output = Result<f64, InstrumentError>> + Send {
        async move {
            let answer = self.ask(command).await?;
            let no_number = || InstrumentError::NoNumber { command: command.to_owned(), answer: answer.clone() };
            let value: f64 = answer.trim().parse().map_err(|_| no_number())?;
            // SCPI-1999: 9.91E37 is not a number, 9.9E37 is too much.
            if value.abs() >= 9.9e37 {
                return Err(InstrumentError::NothingRead { command: command.to_owned() });
            }
            if value.is_finite() { Ok(value) } else { Err(no_number()) }
        }
    }
}

/// The two directions of a socket.
struct Link {
    lines: FramedRead<OwnedReadHalf, LinesCodec>,
    write: OwnedWriteHalf,
}

/// An instrument behind a TCP socket. The connection is made with the first question and held; one that is lost is made anew
/// with the next.
pub struct SocketInstrument {
    address: SocketAddr,
    link: Option<Link>,
}

impl SocketInstrument {
    /// An instrument that listens at an address; nothing is sent yet.
    #[must_use]
    pub const fn at(address: SocketAddr) -> Self {
        Self { address, link: None }
    }

    async fn linked(&mut self) -> Result<&mut Link, InstrumentError> {
        let link = match self.link.take() {
            Some(link) => link,
            None => {
                let socket = timeout(WAIT, TcpStream::connect(self.address)).await.ok().and_then(Result::ok);
                let socket = socket.ok_or(InstrumentError::NotThere { address: self.address })?;
                // Short lines back and forth: none waits to be sent with the next. Where it cannot be set, it is only slower.
                let _ = socket.set_nodelay(true);
                let (read, write) = socket.into_split();
                let lines = FramedRead::new(read, LinesCodec::new_with_max_length(LONGEST_ANSWER));
                Link { lines, write }
            }
        };
        Ok(self.link.insert(link))
    }

    async fn send(&mut self, command: &str) -> Result<(), InstrumentError> {
        let address = self.address;
        let sent = self.linked().await?.write.write_all(format!("{command}\n").as_bytes()).await;
        if sent.is_err() {
            self.link = None;
        }
        sent.map_err(|_| InstrumentError::Lost { address })
    }
}

impl Instrument for SocketInstrument {
    async fn ask(&mut self, command: &str) -> Result<String, InstrumentError> {
        let address = self.address;
        self.send(command).await?;
        let answer = match &mut self.link {
            Some(link) => timeout(WAIT, link.lines.next()).await,
            None => Ok(None),
        };
        match answer {
            Ok(Some(Ok(answer))) => Ok(answer),
            // An answer that comes late would be taken for that to the next question: the connection is given up.
            Err(_) => {
                self.link = None;
                Err(InstrumentError::Silent { address, command: command.to_owned() })
            }
            Ok(_) => {
                self.link = None;
                Err(InstrumentError::Lost { address })
            }
        }
    }

    async fn tell(&mut self, command: &str) -> Result<(), InstrumentError> {
        self.send(command).await?;
        let report = self.ask("SYST:ERR?").await?;
        if report.trim_start_matches('+').starts_with("0,") {
            Ok(())
        } else {
            Err(InstrumentError::Reports { command: command.to_owned(), report })
        }
    }
}

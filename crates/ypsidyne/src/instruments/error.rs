//! What goes wrong with an instrument, as it is told to whoever stands at the bench.

use std::net::SocketAddr;
use std::time::Duration;

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
    #[error("the instrument at {address} did not answer {command:?} within {} s", limit.as_secs_f64())]
    Silent {
        /// Where.
        address: SocketAddr,
        /// What was asked.
        command: String,
        /// How long it was waited for.
        limit: Duration,
    },
    /// An answer that may belong to another question.
    #[error(
        "the instrument at {address} answered {answer:?} out of turn after {command:?}: the connection is made anew, read again"
    )]
    Muddled {
        /// Where.
        address: SocketAddr,
        /// What was asked.
        command: String,
        /// What came where a report of errors was due.
        answer: String,
    },
    /// Stop was pressed meanwhile.
    #[error("stopped: the output goes off")]
    Interrupted,
    /// What is at an address is no such instrument.
    #[error("{name:?} at {address} is no {what}: {why}")]
    Unlike {
        /// Where.
        address: SocketAddr,
        /// What it calls itself.
        name: String,
        /// What it was to be.
        what: &'static str,
        /// What speaks against it.
        why: String,
    },
    /// The address is in use.
    #[error("{address} is in use as the {what} already: give the other port, or let the {what} go first")]
    Taken {
        /// Where.
        address: SocketAddr,
        /// As what.
        what: &'static str,
    },
    /// Off was sent and is not confirmed.
    #[error("the output at {address} may be ON: switch it off at the supply ({why})")]
    MayBeOn {
        /// Where.
        address: SocketAddr,
        /// What kept it from saying so.
        why: String,
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

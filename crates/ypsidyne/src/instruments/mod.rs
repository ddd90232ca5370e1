//! Instruments of the bench: spoken to in SCPI over TCP, and a simulated bench that answers as they do.
//!
//! * [`scpi`]: commands, short and long forms, the error queue (IEEE 488.2, SCPI-1999).
//! * [`simulated`]: supply, meter, tachometer and thermometer around a motor that is not there.
//! * [`error`]: what goes wrong. [`client`]: one trait, and an instrument behind a socket.
//! * `supply`: a supply in use: what it says of itself, and an output that goes off when it is told to.
//! * [`role`]: the kinds of instrument. `readings`: what they read at one moment.
//! * `registry`: the instruments in use.
//! * `sweep`: a sweep over voltages by itself that always ends with the output off.

pub mod client;
pub mod error;
pub(crate) mod readings;
pub(crate) mod registry;
pub mod role;
pub mod scpi;
pub mod simulated;
pub(crate) mod supply;
pub(crate) mod sweep;

//! Instruments of the bench: spoken to in SCPI over TCP, and a simulated bench that answers as they do.
//!
//! * [`scpi`]: commands, short and long forms, the error queue (IEEE 488.2, SCPI-1999).
//! * [`simulated`]: supply, meter, tachometer and thermometer around a motor that is not there.
//! * [`client`]: one trait, and an instrument behind a socket.
//! * `registry`: the instruments in use: readings of all of them, and a sweep that always ends with the output off.

pub mod client;
pub(crate) mod registry;
pub mod scpi;
pub mod simulated;

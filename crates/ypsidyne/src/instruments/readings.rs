//! What the instruments read at one moment, figure by figure.

use serde::{Deserialize, Serialize};
use tokio_util::sync::CancellationToken;

use super::client::Instrument;
use super::error::InstrumentError;
use super::role::Role;
use super::supply::Supply;

/// What was read at one moment; null where no instrument reads it.
#[derive(Debug, Clone, Default, Serialize, schemars::JsonSchema)]
pub(crate) struct Readings {
    /// At the motor, V.
    pub voltage_v: Option<f64>,
    /// From the supply, A.
    pub current_a: Option<f64>,
    /// The supply is in its current limit.
    pub limited: Option<bool>,
    /// Between the meter's leads, V.
    pub meter_v: Option<f64>,
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
    /// Volts of the supply.
    Voltage,
    /// Amps of the supply.
    Current,
    /// Volts between the meter's leads.
    MeterVoltage,
    /// Speed.
    Rpm,
    /// Ohms.
    Resistance,
    /// Temperature of the can.
    Temperature,
}

impl ReadingWanted {
    pub(super) const fn role(self) -> Role {
        match self {
            Self::Voltage | Self::Current => Role::Supply,
            Self::Rpm => Role::Tachometer,
            Self::Resistance | Self::MeterVoltage => Role::Meter,
            Self::Temperature => Role::Thermometer,
        }
    }
}

/// What the supply reads, until a stop.
pub(super) async fn read_supply(
    supply: &Supply,
    until: &CancellationToken,
    readings: &mut Readings,
) -> Result<(), InstrumentError> {
    let (volts, amps, limited) = supply.measured(until).await?;
    (readings.voltage_v, readings.current_a, readings.limited) = (Some(volts), Some(amps), limited);
    Ok(())
}

/// What one instrument reads.
pub(super) async fn read_into(
    instrument: &mut impl Instrument,
    wanted: ReadingWanted,
    readings: &mut Readings,
) -> Result<(), InstrumentError> {
    match wanted {
        ReadingWanted::Voltage | ReadingWanted::Current => {}
        ReadingWanted::MeterVoltage => readings.meter_v = Some(instrument.number("MEAS:VOLT?").await?),
        ReadingWanted::Rpm => readings.rpm = Some(60.0 * instrument.number("MEAS:FREQ?").await?),
        ReadingWanted::Resistance => readings.resistance_ohm = Some(instrument.number("MEAS:RES?").await?),
        ReadingWanted::Temperature => readings.temperature_c = Some(instrument.number("MEAS:TEMP?").await?),
    }
    Ok(())
}

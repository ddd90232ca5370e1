//! The kinds of instrument, and how each is told from the others.

/// What an instrument is.
#[derive(Debug, Clone, Copy, PartialEq, Eq, Hash, serde::Serialize, serde::Deserialize, schemars::JsonSchema)]
#[serde(rename_all = "snake_case")]
pub enum Role {
    /// Voltage with a current limit.
    Supply,
    /// Ohms and volts.
    Meter,
    /// Revolutions.
    Tachometer,
    /// Temperature of the can.
    Thermometer,
}

impl Role {
    /// All of them.
    pub const ALL: [Self; 4] = [Self::Supply, Self::Meter, Self::Tachometer, Self::Thermometer];

    /// What it is called.
    #[must_use]
    pub const fn word(self) -> &'static str {
        match self {
            Self::Supply => "supply",
            Self::Meter => "meter",
            Self::Tachometer => "tachometer",
            Self::Thermometer => "thermometer",
        }
    }

    /// Words of a name that say what it is.
    #[must_use]
    pub(crate) const fn names(self) -> &'static [&'static str] {
        match self {
            Self::Supply => &["supply", "psu", "smu"],
            Self::Meter => &["meter", "multimeter", "dmm", "ohmmeter"],
            Self::Tachometer => &["tachometer", "tacho"],
            Self::Thermometer => &["thermometer", "pyrometer"],
        }
    }

    /// What such an instrument answers and the others do not.
    #[must_use]
    pub(crate) const fn question(self) -> &'static str {
        match self {
            Self::Supply => "OUTP?",
            Self::Meter => "MEAS:RES?",
            Self::Tachometer => "MEAS:FREQ?",
            Self::Thermometer => "MEAS:TEMP?",
        }
    }

    /// What the simulated one calls itself.
    pub(super) const fn model(self) -> &'static str {
        match self {
            Self::Supply => "BENCH SUPPLY",
            Self::Meter => "METER",
            Self::Tachometer => "TACHOMETER",
            Self::Thermometer => "THERMOMETER",
        }
    }
}

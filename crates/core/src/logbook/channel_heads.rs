//! What loggers call their columns, and in which units they write.

use std::sync::LazyLock;

use regex::Regex;
use serde::{Deserialize, Serialize};

use crate::formulas::constants::KELVIN;

/// What a column of a logger is.
#[derive(Debug, Clone, Copy, PartialEq, Eq, PartialOrd, Ord, Serialize, Deserialize, schemars::JsonSchema)]
#[serde(rename_all = "snake_case")]
pub enum Channel {
    /// Time, elapsed or of the clock.
    Time,
    /// Date, beside a time of the clock.
    Date,
    /// Speed.
    Speed,
    /// Way.
    Distance,
    /// Grade.
    Grade,
    /// Height.
    Altitude,
    /// Current of each motor.
    MotorCurrent,
    /// Battery current.
    SupplyCurrent,
    /// Battery voltage.
    SupplyVoltage,
    /// Battery power: current where voltage is there and current is not.
    SupplyPower,
    /// Charge drawn so far: current where none is there.
    ChargeDrawn,
    /// Winding.
    Winding,
    /// Motor case.
    Case,
    /// Controller.
    Controller,
    /// Battery temperature.
    Battery,
}

impl Channel {
    /// Every channel.
    pub const ALL: [Self; 15] = [
        Self::Time,
        Self::Date,
        Self::Speed,
        Self::Distance,
        Self::Grade,
        Self::Altitude,
        Self::MotorCurrent,
        Self::SupplyCurrent,
        Self::SupplyVoltage,
        Self::SupplyPower,
        Self::ChargeDrawn,
        Self::Winding,
        Self::Case,
        Self::Controller,
        Self::Battery,
    ];

    /// Key of the ride's column; `None` for what becomes another one.
    #[must_use]
    pub const fn key(self) -> Option<&'static str> {
        Some(match self {
            Self::Speed => "speed_m_s",
            Self::Distance => "distance_m",
            Self::Grade => "grade_percent",
            Self::Altitude => "altitude_m",
            Self::MotorCurrent => "motor_current_a",
            Self::SupplyCurrent => "supply_current_a",
            Self::SupplyVoltage => "supply_voltage_v",
            Self::Winding => "winding_c",
            Self::Case => "case_c",
            Self::Controller => "controller_c",
            Self::Battery => "battery_c",
            Self::Time | Self::Date | Self::SupplyPower | Self::ChargeDrawn => return None,
        })
    }

    /// Least and most in the units of the ride.
    pub(super) const fn range(self) -> (f64, f64) {
        match self {
            Self::Time => (-1e17, 1e17),
            Self::Date => (0.0, 0.0),
            Self::Speed => (-150.0, 150.0),
            Self::Distance => (-1e8, 1e8),
            Self::Grade => (-100.0, 100.0),
            Self::Altitude => (-1000.0, 10_000.0),
            Self::MotorCurrent | Self::SupplyCurrent => (-10_000.0, 10_000.0),
            Self::SupplyVoltage => (0.0, 2000.0),
            Self::SupplyPower => (-1e6, 1e6),
            Self::ChargeDrawn => (-10_000.0, 10_000.0),
            Self::Winding | Self::Case | Self::Controller | Self::Battery => (-60.0, 400.0),
        }
    }

    /// Whether it is a current or a power, which have spikes of their own.
    pub(super) const fn is_flow(self) -> bool {
        matches!(self, Self::MotorCurrent | Self::SupplyCurrent | Self::SupplyPower)
    }

    /// A reading this far from both of its neighbours, which agree, is a fault of the logger.
    pub(super) const fn spike(self) -> Option<f64> {
        Some(match self {
            Self::Speed => 6.0,
            Self::Distance | Self::ChargeDrawn | Self::Time | Self::Date => return None,
            Self::Grade => 25.0,
            Self::Altitude => 30.0,
            Self::MotorCurrent | Self::SupplyCurrent | Self::SupplyPower => return None,
            Self::SupplyVoltage => 6.0,
            Self::Winding | Self::Case | Self::Controller | Self::Battery => 15.0,
        })
    }

    /// Units that it may be written in: words, factor and offset to the unit of the ride. The first stands where none is named.
    pub(super) const fn units(self) -> &'static [(&'static [&'static str], f64, f64)] {
        const CELSIUS: &[(&[&str], f64, f64)] = &[
            (&["°C", "c", "degc", "deg c", "celsius"], 1.0, 0.0),
            (&["°F", "f", "degf", "deg f", "fahrenheit"], 5.0 / 9.0, -160.0 / 9.0),
            (&["K", "kelvin"], 1.0, -KELVIN),
        ];
        const AMPERES: &[(&[&str], f64, f64)] =
            &[(&["A", "amp", "amps", "ampere", "amperes"], 1.0, 0.0), (&["mA"], 1e-3, 0.0)];
        match self {
            Self::Time => &[
                (&["s", "sec", "secs", "second", "seconds"], 1.0, 0.0),
                (&["ms", "msec", "millis", "milliseconds"], 1e-3, 0.0),
                (&["us", "µs", "μs", "micros"], 1e-6, 0.0),
                (&["min", "mins", "minute", "minutes"], 60.0, 0.0),
                (&["h", "hr", "hour", "hours"], 3600.0, 0.0),
            ],
            Self::Date => &[],
            Self::Speed => &[
                (&["m/s", "mps", "m_s", "ms-1"], 1.0, 0.0),
                (&["km/h", "kmh", "kph", "kmph", "km_h"], 1.0 / 3.6, 0.0),
                (&["mph", "mi/h", "miles/h"], 0.447_04, 0.0),
                (&["ft/s", "fps"], 0.3048, 0.0),
                (&["kn", "kt", "kts", "knots", "knot"], 1852.0 / 3600.0, 0.0),
            ],
            Self::Distance => &[
                (&["m", "meter", "meters", "metre", "metres"], 1.0, 0.0),
                (&["km"], 1000.0, 0.0),
                (&["mi", "mile", "miles"], 1609.344, 0.0),
                (&["ft", "feet"], 0.3048, 0.0),
                (&["cm"], 0.01, 0.0),
            ],
            Self::Grade => &[(&["%", "percent", "pct"], 1.0, 0.0)],
            Self::Altitude => {
                &[(&["m", "meter", "meters", "metre", "metres"], 1.0, 0.0), (&["ft", "feet"], 0.3048, 0.0)]
            }
            Self::MotorCurrent | Self::SupplyCurrent => AMPERES,
            Self::SupplyVoltage => &[(&["V", "volt", "volts"], 1.0, 0.0), (&["mV"], 1e-3, 0.0)],
            Self::SupplyPower => &[(&["W", "watt", "watts"], 1.0, 0.0), (&["kW"], 1000.0, 0.0)],
            Self::ChargeDrawn => &[(&["Ah"], 1.0, 0.0), (&["mAh"], 1e-3, 0.0)],
            Self::Winding | Self::Case | Self::Controller | Self::Battery => CELSIUS,
        }
    }
}

/// A column as its head was understood.
#[derive(Debug, Clone, Copy, PartialEq)]
pub(super) struct Understood {
    pub channel: Channel,
    /// To the unit of the ride: value · factor + offset.
    pub factor: f64,
    pub offset: f64,
    /// The unit, as it is written.
    pub unit: &'static str,
    /// Whether the head said it.
    pub unit_said: bool,
}

/// Words of a head, the more telling first; the first that is found counts.
const WORDS: &[(&str, Channel)] = &[
    (
        r"(?:motor|mot|winding|stator)[ _.-]*(?:temp\w*|t)\b|\btemp\w*[ _.-]*(?:motor|mot|winding)|\bwinding\b",
        Channel::Winding,
    ),
    (
        r"(?:case|can|housing|magnet)[ _.-]*(?:temp\w*|t)\b|\btemp\w*[ _.-]*(?:case|can|housing)|\bcase c\b",
        Channel::Case,
    ),
    (
        r"(?:esc|controller|fet|mosfet|mos|inverter|driver)[ _.-]*(?:temp\w*|t)\b|\btemp\w*[ _.-]*(?:esc|controller|fet|mosfet|mos|inverter)|\bcontroller c\b",
        Channel::Controller,
    ),
    (
        r"(?:bat\w*|pack|cell|bms)[ _.-]*(?:temp\w*|t)\b|\btemp\w*[ _.-]*(?:bat\w*|pack|cell|bms)|\bbattery c\b",
        Channel::Battery,
    ),
    (
        r"\b(?:motor|mot|phase|q)[ _.-]*(?:current|curr|amps?|a|i)\b|\b(?:current|amps|i)[ _.-]*(?:motor|mot|phase)\b",
        Channel::MotorCurrent,
    ),
    (
        r"\b(?:charge|capacity|consum\w*|used|drawn|discharged?)\b.*\bm?ah\b|\bm?ah\b|\bamp[ _-]*hours?\b",
        Channel::ChargeDrawn,
    ),
    (
        r"\b(?:bat\w*|input|in|supply|pack|dc|bus|total)?[ _.-]*(?:current|curr|amps?|amperage)\b|\bi[ _.-]*(?:bat\w*|in|dc)\b|\b(?:bat\w*|pack|supply|input|dc|bus)[ _.-]*[ai]\b|^(?:i|a)$",
        Channel::SupplyCurrent,
    ),
    (
        r"\b(?:bat\w*|input|in|supply|pack|dc|bus|total)?[ _.-]*(?:voltage|volts?|vbat\w*|vin)\b|\b(?:v|u)[ _.-]*(?:bat\w*|in|dc|bus|pack)\b|\b(?:bat\w*|pack|supply|input|dc|bus)[ _.-]*[vu]\b|^(?:v|u)$",
        Channel::SupplyVoltage,
    ),
    (r"\b(?:power|watts?|p[ _.-]*(?:in|bat\w*|el))\b|^(?:p|w)$", Channel::SupplyPower),
    (
        r"\b(?:speed|velocity|spd)\b|\bgps[ _.-]*speed\b|^(?:v[ _.-]*(?:gps|wheel|ground)|km/h|kmh|kph|mph)$",
        Channel::Speed,
    ),
    (r"\b(?:distance|dist|trip|odo\w*|mileage|way)\b|^(?:km|mi)$", Channel::Distance),
    (r"\b(?:grade|slope|incline|gradient)\b", Channel::Grade),
    (r"\b(?:alt\w*|elev\w*|height)\b", Channel::Altitude),
    (r"^date$", Channel::Date),
    (
        r"\b(?:time|timestamp|elapsed|seconds|secs|millis|clock|datetime|t|runtime|uptime)\b|^(?:s|ms|sec)$",
        Channel::Time,
    ),
];

struct Compiled {
    regex: Regex,
    channel: Channel,
}

fn words() -> &'static [Compiled] {
    static ALL: LazyLock<Vec<Compiled>> = LazyLock::new(|| {
        WORDS
            .iter()
            .filter_map(|(words, channel)| Some(Compiled { regex: Regex::new(words).ok()?, channel: *channel }))
            .collect()
    });
    &ALL
}

/// Words of a head that is none of ours, though it sounds like one: set points, throttle, lowest cell.
const NOT_THESE: &str = r"\b(?:limit|max|min|set|target|cell[ _.-]*(?:v\w*|min|low)|lowest|throttle|duty|accel\w*|rpm|erpm|lat\w*|lon\w*|heading|fault|ambient|air)\b";

/// What a head says, with the unit that a row below it may name.
pub(super) fn understood(head: &str, unit_row: Option<&str>) -> Option<Understood> {
    static NOT: LazyLock<Option<Regex>> = LazyLock::new(|| Regex::new(NOT_THESE).ok());
    static UNIT: LazyLock<Option<Regex>> = LazyLock::new(|| Regex::new(r"[\[(<{]\s*([^\])>}]*?)\s*[\])>}]").ok());
    let lower = head.trim().trim_start_matches('\u{feff}').to_lowercase();
    let bracketed = UNIT.as_ref().and_then(|regex| regex.captures(&lower)).map(|found| found[1].to_owned());
    let plain = UNIT.as_ref().map_or_else(|| lower.clone(), |regex| regex.replace_all(&lower, " ").into_owned());
    let spaced = plain.replace(['_', '-', '.'], " ");
    let spaced = spaced.trim();
    if spaced.is_empty() || NOT.as_ref().is_some_and(|regex| regex.is_match(spaced)) {
        return None;
    }
    let own = |key: &str| key.replace('_', " ") == spaced || key == plain.trim();
    let channel = Channel::ALL
        .into_iter()
        .find(|channel| channel.key().is_some_and(own))
        .or_else(|| own("t_s").then_some(Channel::Time))
        .or_else(|| words().iter().find(|known| known.regex.is_match(spaced)).map(|known| known.channel))?;
    let units = channel.units();
    let named = |text: &str| units.iter().find(|(words, ..)| is_one_of(words, text));
    // In brackets, in the row below, as the last word of the head, or the whole head.
    let last_word = spaced.rsplit(' ').next().unwrap_or_default();
    let ending = || {
        // Keys of a ride and the like: speed_m_s, speed_km_h, distance_km.
        let two = plain.trim().rsplitn(3, '_').take(2).collect::<Vec<_>>();
        let joined = two.iter().rev().copied().collect::<Vec<_>>().join("_");
        named(&joined)
    };
    let said =
        bracketed.as_deref().and_then(named).or_else(|| unit_row.and_then(named)).or_else(ending).or_else(|| {
            named(last_word).filter(|_| spaced.contains(' ') || channel == Channel::Time || spaced.len() > 1)
        });
    let (words, factor, offset) = said.or_else(|| units.first()).copied().unwrap_or((&[""], 1.0, 0.0));
    Some(Understood { channel, factor, offset, unit: words[0], unit_said: said.is_some() })
}

fn is_one_of(words: &[&str], text: &str) -> bool {
    let text = text.trim().to_lowercase();
    words.iter().any(|word| word.to_lowercase() == text)
}

/// A unit of a channel by its word.
pub(super) fn unit_of(channel: Channel, word: &str) -> Option<(f64, f64, &'static str)> {
    let found = channel.units().iter().find(|(words, ..)| is_one_of(words, word))?;
    Some((found.1, found.2, found.0[0]))
}

#[cfg(test)]
mod tests {
    use super::*;
    use rstest::rstest;

    #[rstest]
    #[case("t_s", Channel::Time, 1.0)]
    #[case("Time (ms)", Channel::Time, 1e-3)]
    #[case("elapsed [min]", Channel::Time, 60.0)]
    #[case("speed_m_s", Channel::Speed, 1.0)]
    #[case("Speed km/h", Channel::Speed, 1.0 / 3.6)]
    #[case("GPS Speed (mph)", Channel::Speed, 0.447_04)]
    #[case("speed_kmh", Channel::Speed, 1.0 / 3.6)]
    #[case("km/h", Channel::Speed, 1.0 / 3.6)]
    #[case("Trip [km]", Channel::Distance, 1000.0)]
    #[case("distance_m", Channel::Distance, 1.0)]
    #[case("Altitude(ft)", Channel::Altitude, 0.3048)]
    #[case("Battery Current (mA)", Channel::SupplyCurrent, 1e-3)]
    #[case("current", Channel::SupplyCurrent, 1.0)]
    #[case("motor_current_a", Channel::MotorCurrent, 1.0)]
    #[case("Phase current", Channel::MotorCurrent, 1.0)]
    #[case("Voltage", Channel::SupplyVoltage, 1.0)]
    #[case("pack voltage [mV]", Channel::SupplyVoltage, 1e-3)]
    #[case("input_voltage", Channel::SupplyVoltage, 1.0)]
    #[case("Pack V", Channel::SupplyVoltage, 1.0)]
    #[case("Battery A", Channel::SupplyCurrent, 1.0)]
    #[case("Motor Temp (°F)", Channel::Winding, 5.0 / 9.0)]
    #[case("temp_motor", Channel::Winding, 1.0)]
    #[case("ESC temp C", Channel::Controller, 1.0)]
    #[case("battery_c", Channel::Battery, 1.0)]
    #[case("Consumed mAh", Channel::ChargeDrawn, 1e-3)]
    #[case("Power (kW)", Channel::SupplyPower, 1000.0)]
    #[case("Grade %", Channel::Grade, 1.0)]
    #[case("Date", Channel::Date, 1.0)]
    fn heads_are_understood(#[case] head: &str, #[case] channel: Channel, #[case] factor: f64) {
        let found = understood(head, None).unwrap_or_else(|| panic!("{head}"));
        assert_eq!(found.channel, channel, "{head}");
        assert!((found.factor - factor).abs() < 1e-12, "{head}: {}", found.factor);
    }

    #[rstest]
    #[case("Throttle %")]
    #[case("ERPM")]
    #[case("max current")]
    #[case("lowest cell V")]
    #[case("Latitude")]
    #[case("")]
    fn what_is_none_of_ours_is_left(#[case] head: &str) {
        assert_eq!(understood(head, None), None, "{head}");
    }

    #[test]
    fn a_row_below_names_the_unit() {
        assert!((understood("Speed", Some("km/h")).unwrap().factor - 1.0 / 3.6).abs() < 1e-12);
        assert_eq!(understood("Motor temp", Some("°F")).unwrap().unit, "°F");
    }
}

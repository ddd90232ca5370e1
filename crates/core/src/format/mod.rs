//! Numbers in sentences: three figures, no more; and the units of whoever reads them ([`Reader`]).
//!
//! Written digit by digit from a whole number: an evaluation says some hundred numbers, and the general formatting of
//! floating-point numbers would take as long as working them out.

mod reader;

pub use reader::{Length, Mass, Reader, Speed, Torque};

use std::fmt::{Display, Formatter, Result};

/// A number to three significant figures, whole numbers from 1000 on, without trailing zeros.
pub(crate) struct Significant(f64);

/// A share as whole per cent; small ones with one decimal.
pub(crate) struct Percent(f64);

/// A number to three significant figures, for a sentence.
#[must_use]
pub(crate) fn significant(value: f64) -> Significant {
    Significant(value)
}

/// A share as whole per cent, for a sentence.
#[must_use]
pub(crate) fn percent(share: f64) -> Percent {
    Percent(100.0 * share)
}

/// Below this it is nothing.
const NOTHING: f64 = 1e-9;
/// From here on digits mean nothing: powers of ten are written.
const HUGE: f64 = 1e15;

impl Display for Significant {
    fn fmt(&self, formatter: &mut Formatter<'_>) -> Result {
        match self.digits() {
            Some(digits) => formatter.write_str(digits.as_str()),
            None => write!(formatter, "{:.2e}", self.0),
        }
    }
}

impl Significant {
    /// Its digits; `None` for what is written in powers of ten.
    fn digits(&self) -> Option<Digits> {
        let size = self.0.abs();
        if size < NOTHING {
            return Some(Digits::of(0.0, 0, false));
        }
        if size >= HUGE || size.is_nan() {
            return None;
        }
        // 0.0123 wants 4 decimals, 1.23 wants 2, 123 wants 0.
        let mut decimals = 0;
        let mut scaled = size;
        while scaled < 99.95 {
            scaled *= 10.0;
            decimals += 1;
        }
        Some(Digits::of(scaled, decimals, self.0 < 0.0))
    }

    /// Writes it at the end of a text.
    pub(crate) fn push_to(&self, text: &mut String) {
        match self.digits() {
            Some(digits) => text.push_str(digits.as_str()),
            None => text.push_str(&self.to_string()),
        }
    }
}

impl Display for Percent {
    fn fmt(&self, formatter: &mut Formatter<'_>) -> Result {
        match self.digits() {
            Some(digits) => formatter.write_str(digits.as_str())?,
            None => write!(formatter, "{:.1e}", self.0)?,
        }
        formatter.write_str(" %")
    }
}

impl Percent {
    /// Its digits; `None` for what is written in powers of ten.
    fn digits(&self) -> Option<Digits> {
        let size = self.0.abs();
        if size >= HUGE || size.is_nan() {
            return None;
        }
        let tenths = size < 9.95 && size > 0.05;
        let (scaled, decimals) = if tenths { (size * 10.0, 1) } else { (size, 0) };
        Some(Digits::of(scaled, decimals, self.0 < 0.0))
    }

    /// Writes it at the end of a text.
    pub(crate) fn push_to(&self, text: &mut String) {
        match self.digits() {
            Some(digits) => {
                text.push_str(digits.as_str());
                text.push_str(" %");
            }
            None => text.push_str(&self.to_string()),
        }
    }
}

/// The digits of a number.
struct Digits {
    bytes: [u8; Self::LONGEST],
    length: usize,
}

impl Digits {
    const LONGEST: usize = 24;

    /// `scaled`/10^`decimals`, rounded to a whole `scaled`, without trailing zeros. `scaled` from 0 to 1e15, and below 1000 where
    /// there are decimals, of which there are at most 12.
    fn of(scaled: f64, decimals: usize, negative: bool) -> Self {
        // In range by the callers.
        #[allow(clippy::cast_possible_truncation, clippy::cast_sign_loss)]
        let whole = (scaled + 0.5) as u64;
        let mut digits = Self { bytes: [b'0'; Self::LONGEST], length: 0 };
        if negative {
            digits.push(b'-');
        }
        match u16::try_from(whole) {
            Ok(few) if few < 1000 => digits.write_three(few, decimals),
            // 999.6 tenths are a hundred.
            _ if decimals > 0 => digits.write_three(100, decimals - 1),
            _ => digits.write_whole(whole),
        }
        digits
    }

    /// A whole number below 1000 over 10^`decimals`.
    fn write_three(&mut self, whole: u16, decimals: usize) {
        let digit = |place: u16| b'0' + (whole / place % 10) as u8;
        let all = [digit(100), digit(10), digit(1)];
        let point = all.len().saturating_sub(decimals);
        let first = all.iter().position(|byte| *byte != b'0').unwrap_or(all.len());
        // At least one digit before the point.
        match all.get(first.min(point.saturating_sub(1))..point) {
            Some(before) if point > 0 => before.iter().for_each(|byte| self.push(*byte)),
            _ => self.push(b'0'),
        }
        let end = all.iter().rposition(|byte| *byte != b'0').map_or(0, |place| place + 1);
        if end > point {
            self.push(b'.');
            self.length += decimals.saturating_sub(all.len());
            all[point..end].iter().for_each(|byte| self.push(*byte));
        }
    }

    fn write_whole(&mut self, whole: u64) {
        let mut place = whole.checked_ilog10().map_or(1, |power| 10_u64.pow(power));
        while place > 0 {
            self.push(b'0' + (whole / place % 10) as u8);
            place /= 10;
        }
    }

    fn push(&mut self, byte: u8) {
        self.bytes[self.length] = byte;
        self.length += 1;
    }

    fn as_str(&self) -> &str {
        std::str::from_utf8(&self.bytes[..self.length]).unwrap_or_default()
    }
}

/// A value to four significant figures: what is worked out from figures of a label deserves no more.
#[must_use]
pub fn four_figures(value: f64) -> f64 {
    format!("{value:.3e}").parse().unwrap_or(value)
}

/// A time as a maker says it: seconds, minutes, hours.
pub(crate) fn lasting(seconds: f64) -> String {
    if seconds < 120.0 {
        format!("{} s", significant(seconds))
    } else if seconds < 2.0 * 3600.0 {
        format!("{} min", significant(seconds / 60.0))
    } else {
        format!("{} h", significant(seconds / 3600.0))
    }
}

#[cfg(test)]
mod tests {
    use super::*;
    use rstest::rstest;

    #[rstest]
    #[case(0.0, "0")]
    #[case(6437.25, "6437")]
    #[case(29.4, "29.4")]
    #[case(42.0, "42")]
    #[case(1.75, "1.75")]
    #[case(0.390_52, "0.391")]
    #[case(0.012_345, "0.0123")]
    #[case(999.7, "1000")]
    #[case(99.97, "100")]
    #[case(9.999, "10")]
    #[case(100.0, "100")]
    #[case(0.1, "0.1")]
    #[case(1e-6, "0.000001")]
    #[case(-3.456, "-3.46")]
    #[case(123_456_789.0, "123456789")]
    #[case(1e300, "1.00e300")]
    fn three_figures(#[case] value: f64, #[case] text: &str) {
        assert_eq!(significant(value).to_string(), text);
    }

    /// Against the general formatting, over all sizes: rounded to what three figures leave, without trailing zeros.
    #[test]
    fn digits_are_those_of_the_general_formatting() {
        let mut value = 1.07e-9_f64;
        while value < 9.9e14 {
            for odd in [value, -value, 2.0 * value, value.round(), 5.0 * value.ceil()] {
                let size = odd.abs();
                if !(NOTHING..HUGE).contains(&size) {
                    continue;
                }
                #[allow(clippy::cast_possible_truncation, clippy::cast_sign_loss)]
                let decimals = (0..20).find(|tens| size * 10_f64.powi(*tens) >= 99.95).unwrap() as usize;
                // Halves go up here, and to the even digit there.
                let scaled = size * 10_f64.powi(i32::try_from(decimals).unwrap());
                if (scaled.fract() - 0.5).abs() < 1e-6 {
                    continue;
                }
                let plain = format!("{odd:.decimals$}");
                let plain = if decimals > 0 { plain.trim_end_matches('0').trim_end_matches('.') } else { &plain };
                assert_eq!(significant(odd).to_string(), plain, "{odd:e}");
            }
            value *= 1.000_37;
        }
    }

    #[rstest]
    #[case(0.081_25, "8.1 %")]
    #[case(0.5, "50 %")]
    #[case(0.0, "0 %")]
    #[case(0.1, "10 %")]
    #[case(0.05, "5 %")]
    #[case(12.345, "1235 %")]
    fn per_cent(#[case] share: f64, #[case] text: &str) {
        assert_eq!(percent(share).to_string(), text);
    }
}

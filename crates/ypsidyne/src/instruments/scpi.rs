//! SCPI: a header matched in its short or long form, numbers, and the queue of errors.

use std::collections::VecDeque;

/// An error as an instrument reports it.
#[derive(Debug, Clone, Copy, PartialEq, Eq)]
pub struct ScpiError {
    /// Number, SCPI-1999 volume 2, chapter 21.
    pub number: i32,
    /// What it says.
    pub text: &'static str,
}

/// No error is waiting.
pub const NO_ERROR: ScpiError = ScpiError { number: 0, text: "No error" };
/// A parameter that is no number.
pub const DATA_TYPE: ScpiError = ScpiError { number: -104, text: "Data type error" };
/// More than is taken.
pub const NOT_ALLOWED: ScpiError = ScpiError { number: -108, text: "Parameter not allowed" };
/// Less than is needed.
pub const MISSING: ScpiError = ScpiError { number: -109, text: "Missing parameter" };
/// No such command.
pub const UNDEFINED: ScpiError = ScpiError { number: -113, text: "Undefined header" };
/// A number the instrument cannot be set to.
pub const OUT_OF_RANGE: ScpiError = ScpiError { number: -222, text: "Data out of range" };
/// A word that is none of those it knows.
pub const ILLEGAL_VALUE: ScpiError = ScpiError { number: -224, text: "Illegal parameter value" };
/// More errors than the queue holds.
pub const OVERFLOW: ScpiError = ScpiError { number: -350, text: "Queue overflow" };

/// SCPI's "not a number": what a meter gives where it reads nothing.
pub const NAN: &str = "9.91E+37";

/// Errors in the order they came; when it is full the last one says so.
#[derive(Debug, Default)]
pub struct ErrorQueue(VecDeque<ScpiError>);

impl ErrorQueue {
    const MOST: usize = 16;

    /// Notes an error.
    pub fn push(&mut self, error: ScpiError) {
        if self.0.len() < Self::MOST {
            self.0.push_back(error);
        } else if let Some(last) = self.0.back_mut() {
            *last = OVERFLOW;
        }
    }

    /// The oldest error, as `SYSTem:ERRor?` gives it.
    pub fn oldest(&mut self) -> String {
        let error = self.0.pop_front().unwrap_or(NO_ERROR);
        format!("{},\"{}\"", error.number, error.text)
    }

    /// `*CLS`.
    pub fn clear(&mut self) {
        self.0.clear();
    }
}

/// One command taken apart.
#[derive(Debug, Clone, PartialEq, Eq)]
pub struct Command {
    /// Mnemonics in capitals, without a leading colon.
    header: Vec<String>,
    /// Whether it asks.
    pub asks: bool,
    /// What follows it.
    pub parameters: Vec<String>,
}

impl Command {
    /// Takes a line apart; an empty one is no command.
    #[must_use]
    pub fn parse(line: &str) -> Option<Self> {
        let line = line.trim();
        let (header, rest) = line.split_once(char::is_whitespace).unwrap_or((line, ""));
        if header.is_empty() {
            return None;
        }
        let asks = header.ends_with('?');
        let header = header.trim_end_matches('?').trim_start_matches(':').to_ascii_uppercase();
        let parameters = rest.split(',').map(|part| part.trim().to_owned()).filter(|part| !part.is_empty());
        Some(Self { header: header.split(':').map(str::to_owned).collect(), asks, parameters: parameters.collect() })
    }

    /// Whether the header is this one, written as SCPI documents write it: `[SOURce:]VOLTage[:LEVel]`, capitals for the
    /// short form, brackets for what may be left out.
    #[must_use]
    pub fn is(&self, pattern: &str) -> bool {
        let mut wanted: Vec<(String, bool)> = Vec::new();
        let mut optional = false;
        for piece in pattern.split_inclusive([':', '[', ']']) {
            let word = piece.trim_matches(&[':', '[', ']'][..]);
            if !word.is_empty() {
                wanted.push((word.to_owned(), optional));
            }
            match piece.chars().last() {
                Some('[') => optional = true,
                Some(']') => optional = false,
                _ => {}
            }
        }
        matches(&self.header, &wanted)
    }

    /// Its only parameter as a number.
    ///
    /// # Errors
    /// [`MISSING`], [`NOT_ALLOWED`], [`DATA_TYPE`] and [`OUT_OF_RANGE`].
    pub fn number(&self, least: f64, most: f64) -> Result<f64, ScpiError> {
        let value: f64 = self.only()?.parse().map_err(|_| DATA_TYPE)?;
        if (least..=most).contains(&value) { Ok(value) } else { Err(OUT_OF_RANGE) }
    }

    /// Its only parameter as a switch.
    ///
    /// # Errors
    /// [`MISSING`], [`NOT_ALLOWED`] and [`ILLEGAL_VALUE`].
    pub fn switch(&self) -> Result<bool, ScpiError> {
        match self.only()?.to_ascii_uppercase().as_str() {
            "ON" | "1" => Ok(true),
            "OFF" | "0" => Ok(false),
            _ => Err(ILLEGAL_VALUE),
        }
    }

    fn only(&self) -> Result<&str, ScpiError> {
        match self.parameters.as_slice() {
            [] => Err(MISSING),
            [one] => Ok(one),
            _ => Err(NOT_ALLOWED),
        }
    }
}

/// A mnemonic in its short form (its capitals) or whole.
fn is_mnemonic(written: &str, mnemonic: &str) -> bool {
    let short: String = mnemonic.chars().filter(|letter| !letter.is_ascii_lowercase()).collect();
    written.eq_ignore_ascii_case(mnemonic) || written == short
}

fn matches(header: &[String], wanted: &[(String, bool)]) -> bool {
    match (header.split_first(), wanted.split_first()) {
        (None, None) => true,
        (None, Some(((_, optional), rest))) => *optional && matches(header, rest),
        (Some(_), None) => false,
        (Some((written, others)), Some(((mnemonic, optional), rest))) => {
            (is_mnemonic(written, mnemonic) && matches(others, rest)) || (*optional && matches(header, rest))
        }
    }
}

/// A number as instruments write it, NR3: `+1.234E+01`.
#[must_use]
pub fn nr3(value: f64) -> String {
    if !value.is_finite() {
        return NAN.to_owned();
    }
    let text = format!("{value:+.6E}");
    // Rust writes E1 and E-1; IEEE 488.2 wants a sign and two digits.
    let (digits, exponent) = text.split_once('E').unwrap_or((&text, "0"));
    let exponent: i32 = exponent.parse().unwrap_or(0);
    format!("{digits}E{exponent:+03}")
}

#[cfg(test)]
mod tests {
    use super::*;
    use rstest::rstest;

    #[rstest]
    #[case("VOLT 12", "[SOURce:]VOLTage[:LEVel]", true)]
    #[case("sour:volt:lev 12", "[SOURce:]VOLTage[:LEVel]", true)]
    #[case(":SOURCE:VOLTAGE 12", "[SOURce:]VOLTage[:LEVel]", true)]
    #[case("VOLTA 12", "[SOURce:]VOLTage[:LEVel]", false)]
    #[case("VOLT:CURR 12", "[SOURce:]VOLTage[:LEVel]", false)]
    #[case("MEAS:VOLT:DC?", "MEASure:VOLTage[:DC]", true)]
    #[case("measure:voltage?", "MEASure:VOLTage[:DC]", true)]
    #[case("*idn?", "*IDN", true)]
    #[case("SYST:ERR:NEXT?", "SYSTem:ERRor[:NEXT]", true)]
    fn headers_match_in_short_and_long_form(#[case] line: &str, #[case] pattern: &str, #[case] expected: bool) {
        assert_eq!(Command::parse(line).unwrap().is(pattern), expected);
    }

    #[rstest]
    #[case(12.34, "+1.234000E+01")]
    #[case(-0.05, "-5.000000E-02")]
    #[case(f64::INFINITY, NAN)]
    fn numbers_are_written_as_nr3(#[case] value: f64, #[case] text: &str) {
        assert_eq!(nr3(value), text);
    }

    #[test]
    fn errors_come_in_order_and_the_last_says_that_the_queue_is_full() {
        let mut queue = ErrorQueue::default();
        for _ in 0..20 {
            queue.push(UNDEFINED);
        }
        queue.push(DATA_TYPE);
        let said: Vec<String> = (0..17).map(|_| queue.oldest()).collect();
        assert_eq!(said[0], "-113,\"Undefined header\"");
        assert_eq!(said[15], "-350,\"Queue overflow\"");
        assert_eq!(said[16], "0,\"No error\"");
    }
}

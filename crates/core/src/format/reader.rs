//! Sentences in the units of whoever reads them.
//!
//! The core says speeds on the ground in km/h, the speeds of rims, belts and shots in m/s, torques in N·m, masses in kg and
//! lengths in mm, m and km. [`Reader::restate`] says the same in the units a reader has chosen, with no more figures than the
//! sentence had: the roundest number that the sentence allows.

use std::borrow::Cow;

use crate::formulas::constants::GRAVITY_M_S2;
use crate::formulas::units::{FOOT, INCH, OUNCE_FORCE_INCH_NM, POUND};

/// The units of a reader; by default those of the sentences themselves.
#[derive(Debug, Clone, Copy, PartialEq, Eq, Default)]
pub struct Reader {
    /// Speeds on the ground.
    pub speed: Speed,
    /// Torques.
    pub torque: Torque,
    /// Masses.
    pub mass: Mass,
    /// Lengths.
    pub length: Length,
}

/// Unit of speeds on the ground; the fast speeds of rims and shots are in m/s, and in ft/s beside mph.
#[derive(Debug, Clone, Copy, PartialEq, Eq, Default)]
pub enum Speed {
    /// Kilometres an hour.
    #[default]
    KilometresAnHour,
    /// Miles an hour.
    MilesAnHour,
    /// Metres a second.
    MetresASecond,
}

/// Unit of torques.
#[derive(Debug, Clone, Copy, PartialEq, Eq, Default)]
pub enum Torque {
    /// Newton metres.
    #[default]
    NewtonMetres,
    /// Kilogram-force centimetres.
    KilogramForceCentimetres,
    /// Ounce-force inches.
    OunceForceInches,
}

/// Unit of masses.
#[derive(Debug, Clone, Copy, PartialEq, Eq, Default)]
pub enum Mass {
    /// Kilograms, small ones in grams.
    #[default]
    Kilograms,
    /// Pounds, small ones in ounces.
    Pounds,
}

/// Unit of lengths.
#[derive(Debug, Clone, Copy, PartialEq, Eq, Default)]
pub enum Length {
    /// Millimetres, metres, kilometres.
    #[default]
    Metric,
    /// Inches, feet, miles.
    Inches,
}

/// What stands in a sentence, what it is read as, and how much of that one of it is.
type Change = (&'static str, &'static str, f64);

impl Reader {
    /// A reader by the symbols of the units, in any order and separated by commas; what is not named stays as usual.
    ///
    /// # Errors
    /// The first symbol that is none of `km/h`, `mph`, `m/s`, `N·m`, `kgf·cm`, `ozf·in`, `kg`, `lb`, `mm`, `in`; a `-` may
    /// stand for the `·`.
    pub fn of(symbols: &str) -> Result<Self, String> {
        let mut reader = Self::default();
        for symbol in symbols.split(',').map(str::trim).filter(|symbol| !symbol.is_empty()) {
            match symbol.replace('-', "·").as_str() {
                "km/h" => reader.speed = Speed::KilometresAnHour,
                "mph" => reader.speed = Speed::MilesAnHour,
                "m/s" => reader.speed = Speed::MetresASecond,
                "N·m" => reader.torque = Torque::NewtonMetres,
                "kgf·cm" => reader.torque = Torque::KilogramForceCentimetres,
                "ozf·in" => reader.torque = Torque::OunceForceInches,
                "kg" => reader.mass = Mass::Kilograms,
                "lb" => reader.mass = Mass::Pounds,
                "mm" => reader.length = Length::Metric,
                "in" => reader.length = Length::Inches,
                _ => return Err(symbol.to_owned()),
            }
        }
        Ok(reader)
    }

    /// What this reader reads for a unit that stands in a sentence; `None` where it is the same.
    fn change(self, unit: &str) -> Option<Change> {
        let kilometre_an_hour = 1.0 / 3.6;
        let mile_an_hour = 5280.0 * FOOT / 3600.0;
        let change = match (unit, self) {
            ("km/h", Self { speed: Speed::MilesAnHour, .. }) => ("km/h", "mph", kilometre_an_hour / mile_an_hour),
            ("km/h", Self { speed: Speed::MetresASecond, .. }) => ("km/h", "m/s", kilometre_an_hour),
            ("m/s", Self { speed: Speed::MilesAnHour, .. }) => ("m/s", "ft/s", 1.0 / FOOT),
            ("N·m", Self { torque: Torque::KilogramForceCentimetres, .. }) => ("N·m", "kgf·cm", 100.0 / GRAVITY_M_S2),
            ("N·m", Self { torque: Torque::OunceForceInches, .. }) => ("N·m", "ozf·in", 1.0 / OUNCE_FORCE_INCH_NM),
            ("kg", Self { mass: Mass::Pounds, .. }) => ("kg", "lb", 1.0 / POUND),
            ("g", Self { mass: Mass::Pounds, .. }) => ("g", "oz", 0.016 / POUND),
            ("mm", Self { length: Length::Inches, .. }) => ("mm", "in", 0.001 / INCH),
            ("m", Self { length: Length::Inches, .. }) => ("m", "ft", 1.0 / FOOT),
            ("km", Self { length: Length::Inches, .. }) => ("km", "mi", 1000.0 / (5280.0 * FOOT)),
            _ => return None,
        };
        Some(change)
    }

    /// The sentence in this reader's units.
    ///
    /// ```
    /// use ypsidyne_core::format::Reader;
    /// let miles = Reader::of("mph, lb").unwrap();
    /// assert_eq!(miles.restate("On the level at 9.66 km/h, carrying 2 to 3 kg."), "On the level at 6 mph, carrying 4.4 to 6.61 lb.");
    /// ```
    #[must_use]
    pub fn restate(self, sentence: &str) -> Cow<'_, str> {
        if self == Self::default() {
            return Cow::Borrowed(sentence);
        }
        let mut said = String::new();
        let mut done = 0;
        let mut at = 0;
        while let Some(space) = sentence[at..].find(' ').map(|found| at + found) {
            at = space + 1;
            let Some((_, read, factor)) = unit_at(sentence, at).and_then(|unit| self.change(unit)) else { continue };
            let mut numbers = numbers_before(&sentence[done..space]);
            let Some(first) = numbers.last().map(|(start, _)| *start) else { continue };
            numbers.reverse();
            let mut from = done;
            debug_assert!(first <= space - done);
            for (start, end) in numbers {
                said.push_str(&sentence[from..done + start]);
                said.push_str(&converted(&sentence[done + start..done + end], factor));
                from = done + end;
            }
            said.push(' ');
            said.push_str(read);
            at += unit_at(sentence, at).map_or(0, str::len);
            done = at;
        }
        if done == 0 {
            return Cow::Borrowed(sentence);
        }
        said.push_str(&sentence[done..]);
        Cow::Owned(said)
    }

    /// A JSON text with every sentence in it in this reader's units. What has a name, a code or a formula stays as it is.
    #[must_use]
    pub fn restate_json(self, json: &str) -> Cow<'_, str> {
        if self == Self::default() {
            return Cow::Borrowed(json);
        }
        let mut said = String::with_capacity(json.len());
        let (mut done, mut at) = (0, 0);
        let mut key = "";
        while let Some(open) = json[at..].find('"').map(|found| at + found) {
            let Some(close) = end_of_string(json, open + 1) else { break };
            let text = &json[open + 1..close];
            at = close + 1;
            if json.as_bytes().get(at) == Some(&b':') {
                key = text;
            } else if !NOT_SAID.contains(&key)
                && let Cow::Owned(read) = self.restate(text)
            {
                said.push_str(&json[done..=open]);
                said.push_str(&read);
                done = close;
            }
        }
        if done == 0 {
            return Cow::Borrowed(json);
        }
        said.push_str(&json[done..]);
        Cow::Owned(said)
    }
}

/// Keys whose strings are no sentences.
const NOT_SAID: &[&str] = &[
    "name", "label", "drive", "option", "code", "format", "pointer", "id", "unit", "formula", "put_in", "symbol",
    "source", "weakest",
];

/// The place of the quote that ends a JSON string.
fn end_of_string(json: &str, from: usize) -> Option<usize> {
    let bytes = json.as_bytes();
    let mut at = from;
    while at < bytes.len() {
        match bytes[at] {
            b'"' => return Some(at),
            b'\\' => at += 2,
            _ => at += 1,
        }
    }
    None
}

/// The whole unit that stands at a place: a longer one than those known is none of them.
fn unit_at(sentence: &str, at: usize) -> Option<&str> {
    let rest = &sentence[at..];
    let end = rest
        .char_indices()
        .find(|(_, letter)| !(letter.is_alphanumeric() || matches!(letter, '·' | '/' | '²' | '³' | '°' | 'Ω')))
        .map_or(rest.len(), |(end, _)| end);
    (end > 0).then(|| &rest[..end])
}

/// Words between numbers that share the unit behind the last one.
const JOINED_BY: &[&str] = &[" of ", ", has ", " to ", " over ", " by ", " × ", "–", " ± "];

/// Where the numbers are that end a text and share a unit, the last first.
fn numbers_before(text: &str) -> Vec<(usize, usize)> {
    let mut found = Vec::new();
    let mut end = text.len();
    loop {
        let start = text[..end]
            .char_indices()
            .rev()
            .take_while(|(_, letter)| letter.is_ascii_digit() || *letter == '.')
            .last()
            .map_or(end, |(start, _)| start);
        let number = &text[start..end];
        if number.is_empty() || number.parse::<f64>().is_err() || text[..start].ends_with(|c: char| c.is_alphanumeric())
        {
            return found;
        }
        found.push((start, end));
        let Some(joined) = JOINED_BY.iter().find(|joined| text[..start].ends_with(**joined)) else { return found };
        end = start - joined.len();
    }
}

/// A written number in another unit, `factor` of it for each: the roundest one within what the number as written may stand
/// for, three figures of it.
fn converted(written: &str, factor: f64) -> String {
    let value: f64 = written.parse().unwrap_or(0.0);
    if value <= 0.0 {
        return written.to_owned();
    }
    // Trailing zeros are not written: 2.5 may be 2.50.
    let decimals = written.split_once('.').map_or(0, |(_, decimals)| decimals.len());
    #[allow(clippy::cast_possible_truncation, reason = "the size of a number that was written")]
    let size = value.log10().floor() as i32;
    let least = (2 - size).clamp(0, 6).max(i32::try_from(decimals).unwrap_or(6));
    let half = 0.5 * 10_f64.powi(-least);
    let (low, high) = ((value - half) * factor, (value + half) * factor);
    let exact = value * factor;
    let most = i32::try_from(written.chars().filter(char::is_ascii_digit).skip_while(|digit| *digit == '0').count())
        .unwrap_or(3)
        .clamp(3, 6);
    for figures in 1..most {
        let rounded = rounded_to(exact, figures);
        if rounded >= low && rounded <= high {
            return plain(rounded, figures);
        }
    }
    plain(rounded_to(exact, most), most)
}

fn rounded_to(value: f64, figures: i32) -> f64 {
    #[allow(clippy::cast_possible_truncation, reason = "the size of a number that was written")]
    let scale = 10_f64.powi(figures - 1 - value.abs().log10().floor() as i32);
    (value * scale).round() / scale
}

/// A number with so many figures, without trailing zeros.
fn plain(value: f64, figures: i32) -> String {
    #[allow(clippy::cast_possible_truncation, reason = "the size of a number that was written")]
    let decimals = usize::try_from(figures - 1 - value.abs().log10().floor() as i32).unwrap_or(0);
    let text = format!("{value:.decimals$}");
    if text.contains('.') { text.trim_end_matches('0').trim_end_matches('.').to_owned() } else { text }
}

#[cfg(test)]
mod tests {
    use super::*;
    use proptest::prelude::*;
    use rstest::rstest;

    fn reader(symbols: &str) -> Reader {
        Reader::of(symbols).unwrap()
    }

    #[rstest]
    #[case("mph", "Up the hill at 5.04 km/h instead of 9.65 km/h.", "Up the hill at 3.13 mph instead of 6 mph.")]
    #[case("mph", "7.2 of 6.4 km/h", "4.47 of 3.98 mph")]
    #[case("mph", "wants 7.2, has 6.4 km/h", "wants 4.47, has 3.98 mph")]
    #[case("mph", "A shot leaves with 25 m/s and 0.31 J.", "A shot leaves with 82 ft/s and 0.31 J.")]
    #[case("m/s", "It falls 3.6 km/h behind.", "It falls 1 m/s behind.")]
    #[case("m/s", "At 25 m/s the rim pulls.", "At 25 m/s the rim pulls.")]
    #[case("ozf-in", "pushes 0.4 N·m through", "pushes 56.6 ozf·in through")]
    #[case("kgf·cm", "The hill asks 12 N·m", "The hill asks 122 kgf·cm")]
    #[case("lb", "A lighter machine: 6.5 kg instead of 78 kg.", "A lighter machine: 14.3 lb instead of 172 lb.")]
    #[case("lb", "Against now the pack is 120 g heavier", "Against now the pack is 4.23 oz heavier")]
    #[case("in", "take 90 × 45 × 30 mm and 2 m, 1.2 km", "take 3.54 × 1.77 × 1.18 in and 6.56 ft, 0.746 mi")]
    #[case("in", "it fits, with 25.4 mm to spare", "it fits, with 1 in to spare")]
    // What only looks like one of them.
    #[case("in,lb,mph", "9.81 m/s² and 2.5 mm² of 3 kg·m² at 4 mΩ", "9.81 m/s² and 2.5 mm² of 3 kg·m² at 4 mΩ")]
    #[case("in,lb,mph", "Wheel A2 m and no kg", "Wheel A2 m and no kg")]
    #[case("in,lb,mph", "2200 rpm, 5.5 V", "2200 rpm, 5.5 V")]
    fn says_it_in_the_reader_s_units(#[case] symbols: &str, #[case] sentence: &str, #[case] said: &str) {
        assert_eq!(reader(symbols).restate(sentence), said);
    }

    #[test]
    fn the_usual_reader_reads_it_as_it_is() {
        assert!(matches!(Reader::default().restate("25 km/h"), Cow::Borrowed(_)));
        assert_eq!(Reader::of("km/h, N·m, kg, mm"), Ok(Reader::default()));
        assert_eq!(Reader::of("furlongs"), Err("furlongs".to_owned()));
    }

    #[test]
    fn names_and_formulas_in_json_stay() {
        let json =
            r#"{"name":"the 5 kg one","because":"It \"weighs\" 5 kg.","formula":"5 kg","list":["1 kg"],"mass_kg":5}"#;
        let said =
            r#"{"name":"the 5 kg one","because":"It \"weighs\" 11 lb.","formula":"5 kg","list":["1 kg"],"mass_kg":5}"#;
        // The entries of a list belong to the key of the list.
        assert_eq!(reader("lb").restate_json(json), said.replace("\"1 kg\"", "\"2.2 lb\""));
    }

    proptest! {
        #[test]
        fn what_is_said_is_within_what_the_sentence_allows(value in 0.011_f64..9_000.0) {
            let written = crate::format::significant(value).to_string();
            let read = reader("mph").restate(&format!("at {written} km/h")).into_owned();
            let miles: f64 = read.trim_start_matches("at ").trim_end_matches(" mph").parse().unwrap();
            let back = miles * 5280.0 * FOOT / 1000.0;
            prop_assert!((back / value - 1.0).abs() < 0.011, "{written} km/h, {read}, {back}");
            prop_assert!(read.len() <= "at ".len() + " mph".len() + 7, "{read}");
        }
    }
}

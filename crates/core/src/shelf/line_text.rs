//! A text before it is read: plain letters and numbers, and what it is about.

use std::sync::LazyLock;

use regex::{Captures, Regex};

use super::PartKind;
use super::line::LONGEST;
use super::line_words::TELLS;

/// What a text is about; a motor where nothing tells.
#[must_use]
pub fn kind_of_text(text: &str) -> PartKind {
    static ALL: LazyLock<Vec<(Regex, PartKind)>> =
        LazyLock::new(|| TELLS.iter().filter_map(|(regex, kind)| Some((Regex::new(regex).ok()?, *kind))).collect());
    let plain = plain(text);
    ALL.iter().find(|(regex, _)| regex.is_match(&plain)).map_or(PartKind::Motor, |(_, kind)| *kind)
}

/// Lower case, points for decimal commas, no commas between thousands, plain hyphens and signs, units behind their figures,
/// horsepower without fractions.
pub(super) fn plain(text: &str) -> String {
    static THOUSANDS: LazyLock<Option<Regex>> = LazyLock::new(|| Regex::new(r"\b([1-9]\d{0,2}),(\d{3})(\D|$)").ok());
    static UNIT_FIRST: LazyLock<Option<Regex>> = LazyLock::new(|| {
        Regex::new(r"\((v|volts?|m?a|amps?|rpm|w|g|kg|Ω|ohms?|n\.?m|kgf?\.?cm|m?ah)\)\s*[:=]?\s*(\d+(?:\.\d+)?)").ok()
    });
    static FRACTION_OF_HP: LazyLock<Option<Regex>> =
        LazyLock::new(|| Regex::new(r"\b(?:(\d+)[ -]+)?(\d+)/(\d+)\s*-?hp\b").ok());
    static DECIMAL: LazyLock<Option<Regex>> = LazyLock::new(|| Regex::new(r"(\d),(\d)").ok());
    let mut plain: String = text
        .chars()
        .take(LONGEST)
        .flat_map(|letter| match letter {
            '×' | '*' => vec!['x'],
            '−' => vec!['-'],
            '\u{2126}' | '\u{3a9}' => vec!['Ω'],
            '·' => vec!['.'],
            // "≤ 1.2 A" is told as the figure itself.
            '≤' | '≥' | '<' | '>' | '~' | '≈' | '±' => vec![' '],
            other => other.to_lowercase().collect(),
        })
        .collect();
    if let Some(thousands) = THOUSANDS.as_ref() {
        plain = thousands.replace_all(&plain, "$1$2$3").into_owned();
    }
    if let Some(decimal) = DECIMAL.as_ref() {
        plain = decimal.replace_all(&plain, "$1.$2").into_owned();
    }
    if let Some(unit_first) = UNIT_FIRST.as_ref() {
        plain = unit_first.replace_all(&plain, ": $2 $1").into_owned();
    }
    if let Some(fraction) = FRACTION_OF_HP.as_ref() {
        let decimal = |found: &Captures<'_>| {
            let number = |group: usize| found.get(group).and_then(|text| text.as_str().parse::<f64>().ok());
            let (Some(over), Some(under)) = (number(2), number(3).filter(|under| *under > 0.0)) else {
                return found[0].to_owned();
            };
            format!("{} hp", number(1).unwrap_or(0.0) + over / under)
        };
        plain = fraction.replace_all(&plain, decimal).into_owned();
    }
    plain
}

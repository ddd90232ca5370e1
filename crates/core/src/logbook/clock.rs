//! Times as loggers write them: elapsed, of the clock, with a date.

/// What a cell of time says.
#[derive(Debug, Clone, Copy, PartialEq)]
pub(super) enum Moment {
    /// A plain number, in the unit of the column.
    Number(f64),
    /// Elapsed as minutes and seconds or hours, minutes and seconds; or of the clock: seconds.
    Clock(f64),
    /// With a date: seconds since 1970.
    Dated(f64),
}

/// Reads a time. A colon makes a clock, a date in front or behind makes it a moment.
pub(super) fn moment(text: &str, decimal_comma: bool) -> Option<Moment> {
    let text = text.trim().trim_matches('"');
    if let Some(value) = plain_number(text, decimal_comma) {
        return Some(Moment::Number(value));
    }
    let cut = text.trim_end_matches(['Z', 'z']);
    let (first, second) = match cut.split_once(['T', ' ']) {
        Some((first, second)) => (first.trim_end_matches(','), Some(second.trim())),
        None => (cut, None),
    };
    if let Some(days) = date(first) {
        let clock = match second {
            Some(second) => clock(without_zone(second), decimal_comma)?,
            None => 0.0,
        };
        let zone_s = second.map_or(0.0, zone_s);
        return Some(Moment::Dated(days * 86_400.0 + clock - zone_s));
    }
    if second.is_some_and(|second| second.eq_ignore_ascii_case("am") || second.eq_ignore_ascii_case("pm")) {
        return clock(text, decimal_comma).map(Moment::Clock);
    }
    clock(cut, decimal_comma).map(Moment::Clock)
}

/// A number with a decimal point, or a comma where the table's cells are not divided by one.
pub(super) fn plain_number(text: &str, decimal_comma: bool) -> Option<f64> {
    let text = text.trim();
    if !text.starts_with(|letter: char| letter.is_ascii_digit() || matches!(letter, '-' | '+' | '.' | ',')) {
        return None;
    }
    if decimal_comma && text.contains(',') {
        // 1.234,5 has points between thousands.
        let text = if text.contains('.') { text.replace('.', "") } else { text.to_owned() };
        return text.replace(',', ".").parse::<f64>().ok().filter(|value| value.is_finite());
    }
    text.parse::<f64>().ok().filter(|value| value.is_finite())
}

/// Seconds of a clock: m:ss, h:mm:ss, with am or pm.
fn clock(text: &str, decimal_comma: bool) -> Option<f64> {
    let lower = text.to_lowercase();
    let (digits, half) = if let Some(rest) = lower.strip_suffix("am") {
        (rest.trim(), Some(false))
    } else if let Some(rest) = lower.strip_suffix("pm") {
        (rest.trim(), Some(true))
    } else {
        (lower.trim(), None)
    };
    let parts: Vec<&str> = digits.split(':').collect();
    // hh:mm:ss:mmm is written too.
    let (whole, millis) = match parts.as_slice() {
        [h, m, s, ms] => (vec![*h, *m, *s], plain_number(ms, decimal_comma)? / 1000.0),
        parts => (parts.to_vec(), 0.0),
    };
    let numbers: Vec<f64> = whole.iter().map(|part| plain_number(part, decimal_comma)).collect::<Option<_>>()?;
    let seconds = match numbers.as_slice() {
        [minutes, seconds] if half.is_none() && (0.0..60.0).contains(seconds) => 60.0 * minutes + seconds,
        [hours, minutes] if half.is_some() => 3600.0 * hours + 60.0 * minutes,
        [hours, minutes, seconds] if (0.0..60.0).contains(minutes) && (0.0..61.0).contains(seconds) => {
            3600.0 * hours + 60.0 * minutes + seconds
        }
        _ => return None,
    };
    Some(
        match half {
            Some(true) if seconds < 43_200.0 => seconds + 43_200.0,
            Some(false) if seconds >= 43_200.0 => seconds - 43_200.0,
            _ => seconds,
        } + millis,
    )
}

/// A time of day without the zone behind it.
fn without_zone(text: &str) -> &str {
    let at = text.char_indices().skip(1).find(|(_, letter)| matches!(letter, '+' | '-')).map(|(at, _)| at);
    at.map_or(text, |at| text[..at].trim())
}

/// Seconds of the zone behind a time of day.
fn zone_s(text: &str) -> f64 {
    let Some((at, sign)) = text.char_indices().skip(1).find(|(_, letter)| matches!(letter, '+' | '-')) else {
        return 0.0;
    };
    let digits: String = text[at + 1..].chars().filter(char::is_ascii_digit).collect();
    let number = |text: Option<&str>| text.and_then(|text| text.parse::<f64>().ok()).unwrap_or(0.0);
    let seconds = 3600.0 * number(digits.get(..2)) + 60.0 * number(digits.get(2..4));
    if sign == '-' { -seconds } else { seconds }
}

/// Days since 1970 of a date: 2026-11-21, 2026/11/21, 21.11.2026, 11/21/2026. Of two numbers that may both be a month the first
/// is the day where points divide them, the month where strokes do.
///
/// # Source
/// Days of the proleptic Gregorian calendar (Hinnant, chrono-compatible low-level date algorithms, from memory).
fn date(text: &str) -> Option<f64> {
    let mark = ['-', '/', '.'].into_iter().find(|mark| text.matches(*mark).count() == 2)?;
    let parts: Vec<i64> = text.split(mark).map(|part| part.trim().parse().ok()).collect::<Option<_>>()?;
    let [a, b, c] = parts[..] else { return None };
    let (year, month, day) = if a > 31 {
        (a, b, c)
    } else if mark == '.' || a > 12 {
        (c, b, a)
    } else {
        (c, a, b)
    };
    let year = if year < 100 { year + 2000 } else { year };
    if !(1970..=2200).contains(&year) || !(1..=12).contains(&month) || !(1..=31).contains(&day) {
        return None;
    }
    let years = if month <= 2 { year - 1 } else { year };
    let era = years.div_euclid(400);
    let of_era = years.rem_euclid(400);
    let of_year = (153 * (month + if month > 2 { -3 } else { 9 }) + 2) / 5 + day - 1;
    let days = era * 146_097 + of_era * 365 + of_era / 4 - of_era / 100 + of_year - 719_468;
    #[allow(clippy::cast_precision_loss, reason = "days since 1970 are some tens of thousands")]
    Some(days as f64)
}

#[cfg(test)]
mod tests {
    use super::*;
    use rstest::rstest;

    #[rstest]
    #[case("12.5", Moment::Number(12.5))]
    #[case("1:02", Moment::Clock(62.0))]
    #[case("0:01:02.5", Moment::Clock(62.5))]
    #[case("14:02:10", Moment::Clock(50_530.0))]
    #[case("14:02:10:250", Moment::Clock(50_530.25))]
    #[case("2:02:10 PM", Moment::Clock(50_530.0))]
    #[case("1970-01-02 00:00:01", Moment::Dated(86_401.0))]
    #[case("2026-11-21T14:02:10Z", Moment::Dated(1_795_269_730.0))]
    #[case("2026-11-21T14:02:10+01:00", Moment::Dated(1_795_266_130.0))]
    #[case("21.11.2026 14:02:10", Moment::Dated(1_795_269_730.0))]
    #[case("11/21/2026 2:02:10 pm", Moment::Dated(1_795_269_730.0))]
    fn times_are_read(#[case] text: &str, #[case] wanted: Moment) {
        assert_eq!(moment(text, false), Some(wanted), "{text}");
    }

    #[rstest]
    #[case("")]
    #[case("soon")]
    #[case("12:99")]
    #[case("2026-13-40 10:00")]
    fn what_is_no_time_is_none(#[case] text: &str) {
        assert_eq!(moment(text, false), None, "{text}");
    }

    #[test]
    fn a_comma_is_a_decimal_point_where_cells_are_divided_by_something_else() {
        assert_eq!(moment("12,5", true), Some(Moment::Number(12.5)));
        assert_eq!(plain_number("1.234,5", true), Some(1234.5));
        assert_eq!(moment("0:01:02,5", true), Some(Moment::Clock(62.5)));
    }
}

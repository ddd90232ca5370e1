//! Numbers in sentences: three figures, no more.

/// A number to three significant figures, whole numbers from 1000 on, without trailing zeros.
#[must_use]
pub(crate) fn three(value: f64) -> String {
    let size = value.abs();
    if size < 1e-9 {
        return "0".to_owned();
    }
    if size >= 999.5 {
        return format!("{value:.0}");
    }
    // 0.0123 wants 4 decimals, 1.23 wants 2, 123 wants 0.
    let decimals = if size >= 99.95 {
        0
    } else if size >= 9.995 {
        1
    } else {
        // Between −9 and 0 after the tests above.
        #[allow(clippy::cast_possible_truncation, clippy::cast_sign_loss)]
        let lead = -(size.log10().floor()) as usize;
        2 + lead
    };
    let text = format!("{value:.decimals$}");
    if text.contains('.') { text.trim_end_matches('0').trim_end_matches('.').to_owned() } else { text }
}

/// A share as whole per cent; small ones with one decimal.
#[must_use]
pub(crate) fn percent(share: f64) -> String {
    let value = 100.0 * share;
    if value.abs() < 9.95 && value.abs() > 0.05 { format!("{value:.1} %") } else { format!("{value:.0} %") }
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
    #[case(-3.456, "-3.46")]
    fn three_figures(#[case] value: f64, #[case] text: &str) {
        assert_eq!(three(value), text);
    }
}

//! Steps of a lever: values a maker can buy or set, from the smallest change to the largest, and the search over them.

/// The first step, with its place, at which `holds` gives something.
///
/// Short lists are walked. Long ones are sought in doubling strides, then halved back: right where holding stays
/// once reached, and elsewhere still a step that holds.
pub(super) fn first<T>(steps: &[f64], mut holds: impl FnMut(f64) -> Option<T>) -> Option<(usize, T)> {
    const WALKED: usize = 10;
    if steps.len() <= WALKED {
        return steps.iter().enumerate().find_map(|(place, step)| Some((place, holds(*step)?)));
    }
    let mut bad_up_to: usize = 0;
    let mut place: usize = 0;
    let mut stride = 1;
    let mut found = loop {
        if let Some(good) = holds(steps[place]) {
            break (place, good);
        }
        bad_up_to = place + 1;
        if place == steps.len() - 1 {
            return None;
        }
        place = (place + stride).min(steps.len() - 1);
        stride *= 2;
    };
    while bad_up_to < found.0 {
        let middle = bad_up_to + (found.0 - bad_up_to) / 2;
        match holds(steps[middle]) {
            Some(good) => found = (middle, good),
            None => bad_up_to = middle + 1,
        }
    }
    Some(found)
}

/// Values above `from` up to `from`·`factor`, about a twentieth apart, rounded up to two figures. `from` above 0.
pub(super) fn rising(from: f64, factor: f64) -> Vec<f64> {
    steps(from, factor, f64::ceil)
}

/// Values below `from` down to `from`·`factor`, about a twentieth apart, rounded down to two figures. `from` above 0.
pub(super) fn falling(from: f64, factor: f64) -> Vec<f64> {
    steps(from, factor, f64::floor)
}

fn steps(from: f64, factor: f64, round: fn(f64) -> f64) -> Vec<f64> {
    const FINENESS: f64 = 1.05;
    let up = factor > 1.0;
    let count = (factor.ln().abs() / FINENESS.ln()).ceil();
    let mut values: Vec<f64> = Vec::new();
    let mut power = 1.0;
    while power <= count {
        let raw = from * FINENESS.powf(if up { power } else { -power });
        let value = two_figures(raw, round);
        let beyond = if up { value > from } else { value < from };
        if beyond && value > 0.0 && values.last().is_none_or(|last| (last - value).abs() > 1e-12 * value) {
            values.push(value);
        }
        power += 1.0;
    }
    values
}

/// Rounded to two significant figures.
fn two_figures(value: f64, round: fn(f64) -> f64) -> f64 {
    let exponent = value.log10().floor() - 1.0;
    let scale = 10f64.powf(exponent);
    // Written and read, so that 2.3 is 2.3 and not 2.3000000000000003.
    format!("{:.2e}", round(value / scale + 1e-9) * scale).parse().unwrap_or(value)
}

/// Whole numbers above `from` up to `to`, `stride` apart.
pub(super) fn counting_up(from: u32, to: u32, stride: u32) -> Vec<f64> {
    (1..).map(|times| from + times * stride).take_while(|value| *value <= to).map(f64::from).collect()
}

/// Whole numbers below `from` down to `to`, `stride` apart.
pub(super) fn counting_down(from: u32, to: u32, stride: u32) -> Vec<f64> {
    (1..)
        .map_while(|times: u32| from.checked_sub(times * stride))
        .take_while(|value| *value >= to)
        .map(f64::from)
        .collect()
}

#[cfg(test)]
mod tests {
    use super::*;
    use proptest::prelude::*;

    #[test]
    fn steps_are_what_a_shop_would_print() {
        assert_eq!(rising(10.0, 1.3), [11.0, 12.0, 13.0, 14.0]);
        assert_eq!(falling(0.5, 0.8), [0.47, 0.45, 0.43, 0.41, 0.39]);
        assert_eq!(counting_up(12, 24, 6), [18.0, 24.0]);
        assert_eq!(counting_down(3, 1, 1), [2.0, 1.0]);
    }

    proptest! {
        #[test]
        fn the_first_that_holds_is_found_where_holding_stays(from in 0usize..60, length in 1usize..60) {
            let steps: Vec<f64> = (0u32..).map(f64::from).take(length).collect();
            #[allow(clippy::cast_precision_loss)]
            let found = first(&steps, |step| (step >= from as f64).then_some(()));
            prop_assert_eq!(found.map(|(place, ())| place), (from < length).then_some(from));
        }

        #[test]
        fn steps_move_away_from_where_they_start(from in 1e-3f64..1e5, factor in 1.2f64..8.0) {
            let up = rising(from, factor);
            prop_assert!(up.windows(2).all(|pair| pair[0] < pair[1]) && up[0] > from);
            let down = falling(from, 1.0 / factor);
            prop_assert!(down.windows(2).all(|pair| pair[0] > pair[1]) && down[0] < from);
        }
    }
}

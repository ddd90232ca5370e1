//! The small numerical tools of the model: a bracketed root, a quadratic, a quadrature.

/// Between two values, `share` 0 to 1 of the way.
#[must_use]
pub(crate) fn blend(from: f64, to: f64, share: f64) -> f64 {
    from + share * (to - from)
}

/// Straight between the points of a rising list, and on along its first and last stretch beyond them. Where two points have
/// one abscissa the first counts. No points: 0.
#[must_use]
pub(crate) fn between(points: &[[f64; 2]], at: f64) -> f64 {
    let place = points.partition_point(|[x, _]| *x < at).clamp(1, points.len().max(2) - 1);
    match (points.get(place - 1), points.get(place)) {
        (Some([x0, y0]), Some([x1, y1])) if x1 > x0 => blend(*y0, *y1, (at - x0) / (x1 - x0)),
        (Some([_, y]), _) => *y,
        _ => 0.0,
    }
}

/// The larger root of a·x² + b·x + c with a > 0; `None` when there is none.
#[must_use]
pub(crate) fn larger_root(a: f64, b: f64, c: f64) -> Option<f64> {
    let discriminant = b * b - 4.0 * a * c;
    if !discriminant.is_finite() || discriminant < 0.0 {
        return None;
    }
    // Written so that nothing cancels when b is large and either sign.
    let q = -0.5 * (b + discriminant.sqrt().copysign(b));
    let (first, second) = (q / a, if q == 0.0 { 0.0 } else { c / q });
    Some(first.max(second))
}

/// Where a falling function crosses zero between `low` (where it is above) and `high` (where it is not).
///
/// Illinois false position with bisection as a net: about eight evaluations for a smooth function, and an end
/// after at most 200 for any.
pub(crate) fn falling_root(mut low: f64, mut high: f64, relative: f64, function: impl Fn(f64) -> f64) -> f64 {
    let (mut at_low, mut at_high) = (function(low), function(high));
    if at_low <= 0.0 {
        return low;
    }
    if at_high > 0.0 {
        return high;
    }
    let mut kept = 0i8;
    for round in 0..200 {
        let width = high - low;
        if width <= relative * high.abs() {
            break;
        }
        let mut middle = low + width * (at_low / (at_low - at_high));
        // A kink can hold one end for long: every eighth round halves instead.
        if round % 8 == 7 || !(middle > low && middle < high) {
            middle = 0.5 * (low + high);
        }
        let value = function(middle);
        if value == 0.0 {
            return middle;
        }
        if value > 0.0 {
            low = middle;
            at_low = value;
            if kept == 1 {
                at_high *= 0.5;
            }
            kept = 1;
        } else {
            high = middle;
            at_high = value;
            if kept == -1 {
                at_low *= 0.5;
            }
            kept = -1;
        }
    }
    low + (high - low) * (at_low / (at_low - at_high)).clamp(0.0, 1.0)
}

/// Abscissae and weights of the 10-point Gauss–Legendre rule on −1 to 1 (positive half).
/// Source: Abramowitz and Stegun, table 25.4.
const GAUSS_10: [(f64, f64); 5] = [
    (0.148_874_338_981_631_2, 0.295_524_224_714_752_9),
    (0.433_395_394_129_247_2, 0.269_266_719_309_996_4),
    (0.679_409_568_299_024_4, 0.219_086_362_515_982_04),
    (0.865_063_366_688_984_5, 0.149_451_349_150_580_6),
    (0.973_906_528_517_171_7, 0.066_671_344_308_688_14),
];

/// ∫ f over `from` to `to` for a smooth f, by halving until two halves agree with the whole within `relative`.
///
/// `None` when it does not settle within 24 halvings, as at a pole.
pub(crate) fn integral(from: f64, to: f64, relative: f64, function: &impl Fn(f64) -> f64) -> Option<f64> {
    fn rule(from: f64, to: f64, function: &impl Fn(f64) -> f64) -> f64 {
        let (middle, half) = (0.5 * (from + to), 0.5 * (to - from));
        half * GAUSS_10
            .iter()
            .map(|(x, w)| w * (function(middle - half * x) + function(middle + half * x)))
            .sum::<f64>()
    }
    fn refine(from: f64, to: f64, whole: f64, allowed: f64, depth: u32, function: &impl Fn(f64) -> f64) -> Option<f64> {
        let middle = 0.5 * (from + to);
        let (left, right) = (rule(from, middle, function), rule(middle, to, function));
        if (left + right - whole).abs() <= allowed {
            return Some(left + right);
        }
        if depth == 0 || !whole.is_finite() {
            return None;
        }
        Some(
            refine(from, middle, left, 0.5 * allowed, depth - 1, function)?
                + refine(middle, to, right, 0.5 * allowed, depth - 1, function)?,
        )
    }
    if to <= from {
        return Some(0.0);
    }
    let whole = rule(from, to, function);
    refine(from, to, whole, relative * whole.abs(), 24, function).filter(|value| value.is_finite())
}

/// A counted thing as a whole number: whole already but for rounding, and below 2^32.
#[allow(clippy::cast_possible_truncation, clippy::cast_sign_loss, reason = "what is counted is whole and small")]
pub(crate) fn whole(count: f64) -> u32 {
    count.round() as u32
}

#[cfg(test)]
mod tests {
    use super::*;
    use approx::assert_relative_eq;

    #[test]
    fn validated_larger_root_against_the_factored_form() {
        // (x − 2)(x − 5), and a case that cancels in the schoolbook form.
        assert_relative_eq!(larger_root(1.0, -7.0, 10.0).unwrap(), 5.0, max_relative = 1e-15);
        assert_relative_eq!(larger_root(1.0, -1e8, 1.0).unwrap(), 1e8, max_relative = 1e-15);
        assert_relative_eq!(larger_root(1.0, 1e8, 1.0).unwrap(), -1e-8, max_relative = 1e-15);
        assert_eq!(larger_root(1.0, 0.0, 1.0), None);
    }

    #[test]
    fn validated_root_against_brent() {
        // The root of a level-road power balance; the reference is the crate `roots` (Brent).
        let balance = |v: f64| 500.0 - v * (13.238_977_5 + 0.3675 * v * v);
        let mut settled = roots::SimpleConvergency { eps: 1e-12, max_iter: 100 };
        let brent = roots::find_root_brent(0.0, 100.0, balance, &mut settled).unwrap();
        assert_relative_eq!(falling_root(0.0, 100.0, 1e-12, balance), brent, max_relative = 1e-9);
        // Published: 36.0032 km/h.
        assert_relative_eq!(brent, 10.000_892_518_664_985, max_relative = 1e-9);
    }

    #[test]
    fn a_kinked_function_is_still_bracketed() {
        let kinked = |x: f64| if x < 3.0 { 1e6 } else { 3.5 - x };
        assert_relative_eq!(falling_root(0.0, 1e4, 1e-12, kinked), 3.5, max_relative = 1e-9);
    }

    #[test]
    fn validated_integral_against_closed_forms() {
        assert_relative_eq!(integral(0.0, 0.95, 1e-9, &|x| 1.0 / (1.0 - x)).unwrap(), 20f64.ln(), max_relative = 1e-9);
        assert_relative_eq!(
            integral(0.0, 3.0, 1e-9, &|x: f64| x.exp()).unwrap(),
            3f64.exp() - 1.0,
            max_relative = 1e-12
        );
        assert!(integral(0.0, 1.0, 1e-9, &|x: f64| 1.0 / (1.0 - x)).is_none());
    }
}

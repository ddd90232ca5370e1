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
    // Written so that nothing cancels when b is large and either sign: the sum that does not cancel is twice the larger root
    // where b is not above 0, and goes into the product of both where it is.
    let root = discriminant.sqrt();
    Some(if b <= 0.0 { 0.5 * (root - b) / a } else { -2.0 * c / (b + root) })
}

/// Where a falling function crosses zero between `low` (where it is above) and `high` (where it is not).
///
/// About seven evaluations for a smooth function, and an end after at most 200 for any.
pub(crate) fn falling_root(low: f64, high: f64, relative: f64, function: impl Fn(f64) -> f64) -> f64 {
    root_between((low, function(low)), (high, function(high)), relative, function)
}

/// The same where the values at both ends are known: each end is its place and the value there.
///
/// # Source
/// Chandrupatla, A new hybrid quadratic/bisection algorithm, Advances in Engineering Software 28 (1997), 145; it begins with a
/// secant instead of a half.
pub(crate) fn root_between(
    (low, at_low): (f64, f64),
    (high, at_high): (f64, f64),
    relative: f64,
    function: impl Fn(f64) -> f64,
) -> f64 {
    if at_low <= 0.0 {
        return low;
    }
    if at_high > 0.0 {
        return high;
    }
    // The newest point, the other end of the bracket, and the point before.
    let (mut a, mut at_a, mut b, mut at_b) = (high, at_high, low, at_low);
    // A function that runs out of numbers beyond its root is halved towards it.
    let secant = |at_a: f64, at_b: f64| Some(at_a / (at_a - at_b)).filter(|share| share.is_finite());
    let mut share = secant(at_a, at_b).unwrap_or(0.5);
    for _ in 0..200 {
        let next = a + share * (b - a);
        let at_next = function(next);
        let (c, at_c);
        if (at_next > 0.0) == (at_a > 0.0) {
            (c, at_c) = (a, at_a);
        } else {
            (c, at_c) = (b, at_b);
            (b, at_b) = (a, at_a);
        }
        (a, at_a) = (next, at_next);
        let nearest = if at_a.abs() < at_b.abs() { a } else { b };
        let closest = 0.5 * relative * nearest.abs() / (b - a).abs();
        if at_a == 0.0 || a == b {
            return a;
        }
        // Narrow enough, or without an end that is a number.
        if closest.is_nan() || closest >= 0.5 {
            return secant(at_a, at_b).map_or(nearest, |share| a + (b - a) * share.clamp(0.0, 1.0));
        }
        let (along, up) = ((a - b) / (c - b), (at_a - at_b) / (at_c - at_b));
        // Where the three points lie well enough for a parabola through them, else the middle.
        let parabolic = up * up < along && (1.0 - up) * (1.0 - up) < 1.0 - along;
        share = if parabolic {
            at_a / (at_b - at_a) * at_c / (at_b - at_c)
                + (c - a) / (b - a) * at_a / (at_c - at_a) * at_b / (at_c - at_b)
        } else {
            0.5
        };
        share = share.clamp(closest, 1.0 - closest);
    }
    a
}

/// Where a nearly straight function crosses zero, by secants from a first guess and the slope there; `None` where they do not
/// meet within eight steps. The last step is shorter than `closely`, and what it misses far smaller still.
pub(crate) fn secant_root(first: f64, slope: f64, closely: f64, function: impl Fn(f64) -> f64) -> Option<f64> {
    let (mut before, mut at_before) = (first, function(first));
    let mut now = before - at_before / slope;
    for _ in 0..8 {
        if !now.is_finite() {
            return None;
        }
        if (now - before).abs() <= closely {
            return Some(now);
        }
        let at_now = function(now);
        let next = now - at_now * (now - before) / (at_now - at_before);
        (before, at_before, now) = (now, at_now, next);
    }
    None
}

/// Where a function with one top is highest between `low` and `high`, within `closely`.
///
/// # Source
/// Brent, Algorithms for Minimization without Derivatives (1973), chapter 5: a parabola through the three best points where it
/// is of use, else the golden section.
pub(crate) fn highest(low: f64, high: f64, closely: f64, function: impl Fn(f64) -> f64) -> f64 {
    const GOLDEN: f64 = 0.381_966_011_250_105_1;
    let (mut low, mut high) = (low, high);
    let mut best = low + GOLDEN * (high - low);
    let mut at_best = function(best);
    let (mut second, mut at_second, mut third, mut at_third) = (best, at_best, best, at_best);
    let (mut step, mut step_before) = (0.0_f64, 0.0_f64);
    for _ in 0..100 {
        let middle = 0.5 * (low + high);
        let width = closely + 1e-10 * best.abs();
        if (best - middle).abs() <= 2.0 * width - 0.5 * (high - low) {
            break;
        }
        let side = if best >= middle { low - best } else { high - best };
        let r = (best - second) * (at_best - at_third);
        let q = (best - third) * (at_best - at_second);
        let down = 2.0 * (q - r);
        let across = (best - third) * q - (best - second) * r;
        let (across, down) = if down > 0.0 { (-across, down) } else { (across, -down) };
        let useful = across.abs() < (0.5 * down * step_before).abs()
            && across > down * (low - best)
            && across < down * (high - best);
        step_before = step;
        step = if useful { across / down } else { GOLDEN * side };
        if !useful {
            step_before = side;
        }
        let next = if step.abs() >= width { best + step } else { best + width.copysign(step) };
        let at_next = function(next);
        if at_next >= at_best {
            *(if next >= best { &mut low } else { &mut high }) = best;
            (third, at_third, second, at_second) = (second, at_second, best, at_best);
            (best, at_best) = (next, at_next);
        } else {
            *(if next < best { &mut low } else { &mut high }) = next;
            if at_next >= at_second || second == best {
                (third, at_third, second, at_second) = (second, at_second, next, at_next);
            } else if at_next >= at_third || third == best || third == second {
                (third, at_third) = (next, at_next);
            }
        }
    }
    best
}

/// Abscissae of the 15-point Kronrod rule on −1 to 1 (positive half), its weights, and those of the 7-point Gauss rule whose
/// points are among them. Source: Piessens and others, QUADPACK (1983), qk15.
const KRONROD_15: [(f64, f64, f64); 7] = [
    (0.991_455_371_120_812_6, 0.022_935_322_010_529_224, 0.0),
    (0.949_107_912_342_758_5, 0.063_092_092_629_978_55, 0.129_484_966_168_869_7),
    (0.864_864_423_359_769_1, 0.104_790_010_322_250_19, 0.0),
    (0.741_531_185_599_394_4, 0.140_653_259_715_525_92, 0.279_705_391_489_276_64),
    (0.586_087_235_467_691_1, 0.169_004_726_639_267_9, 0.0),
    (0.405_845_151_377_397_2, 0.190_350_578_064_785_4, 0.381_830_050_505_118_9),
    (0.207_784_955_007_898_47, 0.204_432_940_075_298_9, 0.0),
];
/// Weights of the middle.
const KRONROD_15_MIDDLE: (f64, f64) = (0.209_482_141_084_727_82, 0.417_959_183_673_469_4);

/// ∫ f over `from` to `to` for a smooth f, by halving until both rules agree within `relative` of the whole; the better of
/// the two is the answer, and far closer than that.
///
/// `None` when it does not settle within 24 halvings, as at a pole.
pub(crate) fn integral(from: f64, to: f64, relative: f64, function: &impl Fn(f64) -> f64) -> Option<f64> {
    /// By the 15 points, and how far the 7 are off.
    fn rule(from: f64, to: f64, function: &impl Fn(f64) -> f64) -> (f64, f64) {
        let (middle, half) = (0.5 * (from + to), 0.5 * (to - from));
        let at_middle = function(middle);
        let (mut fine, mut coarse) = (KRONROD_15_MIDDLE.0 * at_middle, KRONROD_15_MIDDLE.1 * at_middle);
        for (x, weight, coarse_weight) in KRONROD_15 {
            let both = function(middle - half * x) + function(middle + half * x);
            fine += weight * both;
            coarse += coarse_weight * both;
        }
        (half * fine, half * (fine - coarse).abs())
    }
    fn refine(from: f64, to: f64, allowed: f64, depth: u32, function: &impl Fn(f64) -> f64) -> Option<f64> {
        let (whole, off) = rule(from, to, function);
        if off <= allowed {
            return Some(whole);
        }
        if depth == 0 || !whole.is_finite() {
            return None;
        }
        let middle = 0.5 * (from + to);
        Some(
            refine(from, middle, 0.5 * allowed, depth - 1, function)?
                + refine(middle, to, 0.5 * allowed, depth - 1, function)?,
        )
    }
    if to <= from {
        return Some(0.0);
    }
    let (whole, off) = rule(from, to, function);
    let allowed = relative * whole.abs();
    let sum = if off <= allowed { Some(whole) } else { refine(from, to, allowed, 24, function) };
    sum.filter(|value| value.is_finite())
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
    fn secants_meet_where_the_root_is_or_say_that_they_do_not() {
        // √2, e, and a function without a root.
        assert_relative_eq!(secant_root(1.0, 2.0, 1e-5, |x| x * x - 2.0).unwrap(), 2.0_f64.sqrt(), max_relative = 1e-9);
        let e = secant_root(2.0, 0.5, 1e-5, |x| x.ln() - 1.0).unwrap();
        assert_relative_eq!(e, std::f64::consts::E, max_relative = 1e-9);
        assert_eq!(secant_root(1.0, 2.0, 1e-5, |x| x * x + 1.0), None);
        assert_eq!(secant_root(1.0, 0.0, 1e-5, |x| x * x - 2.0), None);
    }

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
    fn a_function_that_runs_out_of_numbers_is_still_bracketed() {
        let explodes = |x: f64| 5.0 - (1e3 * x).exp();
        assert_relative_eq!(falling_root(0.0, 1.0, 1e-9, explodes), 5f64.ln() / 1e3, max_relative = 1e-8);
        let vanishes = |x: f64| if x > 2.0 { f64::NAN } else { 1.0 - x };
        assert_relative_eq!(falling_root(0.0, 64.0, 1e-9, vanishes), 1.0, max_relative = 1e-8);
    }

    #[test]
    fn a_root_of_a_smooth_function_is_found_in_some_eight_looks() {
        let looks = std::cell::Cell::new(0);
        let smooth = |x: f64| {
            looks.set(looks.get() + 1);
            500.0 - x * (13.2 + 0.37 * x * x)
        };
        falling_root(0.0, 100.0, 1e-12, smooth);
        assert!(looks.get() <= 14, "{}", looks.get());
    }

    #[test]
    fn the_top_is_found_in_few_looks() {
        let looks = std::cell::Cell::new(0);
        let power = |log: f64| {
            looks.set(looks.get() + 1);
            let ohm = log.exp();
            ohm / ((2.0 + ohm) * (2.0 + ohm))
        };
        assert_relative_eq!(highest(-5.0, 12.0, 1e-8, power), 2f64.ln(), epsilon = 1e-6);
        assert!(looks.get() < 30, "{}", looks.get());
        // Flat on one side, a corner on the top, at an end.
        assert_relative_eq!(highest(0.0, 10.0, 1e-9, |x| -(x - 7.0_f64).abs()), 7.0, epsilon = 1e-6);
        assert_relative_eq!(highest(0.0, 10.0, 1e-9, |x| -x), 0.0, epsilon = 1e-6);
        assert_relative_eq!(highest(0.0, 10.0, 1e-9, |x| x.min(9.0) - 0.5 * x.max(9.0)), 9.0, epsilon = 1e-6);
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

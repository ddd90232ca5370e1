//! A winding with sinusoidal voltage behind its resistance and inductance, on a bridge into a constant voltage.

use std::f64::consts::PI;

use super::numeric::falling_root;

/// One winding that a bridge of its own rectifies.
#[derive(Debug, Clone, Copy, PartialEq)]
pub(crate) struct BridgedWinding {
    /// Peak of the voltage inside, V, above 0.
    pub peak_v: f64,
    /// Resistance, Ω, above 0.
    pub ohm: f64,
    /// Reactance at the frequency of the voltage, Ω, at least 0.
    pub reactance_ohm: f64,
}

/// What a winding gives over a period.
#[derive(Debug, Clone, Copy, PartialEq)]
pub(crate) struct Rectified {
    /// Mean of the rectified current, A.
    pub mean_a: f64,
    /// Mean of what the voltage inside gives, W: the output and the heat of the winding.
    pub power_w: f64,
}

/// Nothing flows while the voltage inside stays below what it must reach.
const NOTHING: Rectified = Rectified { mean_a: 0.0, power_w: 0.0 };
/// A reactance below this share of the resistance is none.
const NO_REACTANCE: f64 = 1e-6;
/// The end of a pulse of current is found this closely.
const TOLERANCE: f64 = 1e-12;

impl BridgedWinding {
    /// Current and power while the bridge's output, its diodes included, is held at a voltage, V, at least 0.
    ///
    /// # Source
    /// L·di/dt + R·i = E·sin θ − U in each half wave, solved in closed form; the pulse starts where E·sin θ reaches U and ends
    /// where the current is 0, or, where it would flow longer than half a wave, both half waves follow each other without a
    /// gap (rectifier with a resistive-inductive source and a constant voltage: Mohan, Undeland, Robbins, Power Electronics,
    /// ch. 5, from memory).
    pub fn on(&self, held_v: f64) -> Rectified {
        let (peak, ohm) = (self.peak_v, self.ohm);
        if held_v >= peak {
            return NOTHING;
        }
        let first = (held_v / peak).asin();
        let steady = held_v / ohm;
        if self.reactance_ohm < NO_REACTANCE * ohm {
            let last = PI - first;
            let (cos, wide) = (first.cos(), last - first);
            let mean_a = (2.0 * peak / ohm * cos - steady * wide) / PI;
            let squared = peak / ohm * (0.5 * wide + first.sin() * cos);
            return Rectified { mean_a, power_w: peak * (squared - steady * 2.0 * cos) / PI };
        }
        let impedance = ohm.hypot(self.reactance_ohm);
        let lag = self.reactance_ohm.atan2(ohm);
        let decay = ohm / self.reactance_ohm;
        let swing = peak / impedance;
        let pulse = |start: f64, left: f64| {
            move |theta: f64| swing * (theta - lag).sin() - steady + left * (-(theta - start) * decay).exp()
        };
        let left = steady - swing * (first - lag).sin();
        let current = pulse(first, left);
        let (start, left, end) = if current(first + PI) <= 0.0 {
            (first, left, falling_root(PI - first, first + PI, TOLERANCE, current))
        } else {
            // Both ends of the half wave are zeros of the current.
            let back = (0.5 * PI * decay).tanh() * steady / swing;
            let start = lag - back.clamp(-1.0, 1.0).asin();
            (start, steady + swing * back, start + PI)
        };
        let faded = (-(end - start) * decay).exp();
        let mean_a = (swing * ((start - lag).cos() - (end - lag).cos()) - steady * (end - start)
            + left / decay * (1.0 - faded))
            / PI;
        // ∫ sin θ · i dθ, term by term.
        let of_swing = |theta: f64| 0.5 * (theta * lag.cos() - 0.5 * (2.0 * theta - lag).sin());
        let of_left = |theta: f64, faded: f64| -faded * (decay * theta.sin() + theta.cos()) / (decay * decay + 1.0);
        let inside = swing * (of_swing(end) - of_swing(start))
            + steady * (end.cos() - start.cos())
            + left * (of_left(end, faded) - of_left(start, 1.0));
        Rectified { mean_a, power_w: peak * inside / PI }
    }
}

#[cfg(test)]
mod tests {
    use super::*;
    use approx::assert_relative_eq;
    use rstest::rstest;

    /// The same stepped through time (trapezoids, from rest until nothing changes from one half wave to the next).
    fn stepped(winding: &BridgedWinding, held_v: f64) -> Rectified {
        const STEPS: u32 = 20_000;
        let wide = PI / f64::from(STEPS);
        let inductance = winding.reactance_ohm;
        let (mut amps, mut told) = (0.0f64, NOTHING);
        for half_wave in 0..60 {
            let sign = if half_wave % 2 == 0 { 1.0 } else { -1.0 };
            let (mut charge, mut power) = (0.0, 0.0);
            for step in 0..STEPS {
                let theta = (f64::from(step) + 0.5) * wide;
                let inside = sign * winding.peak_v * theta.sin();
                let against = |amps: f64| if amps > 0.0 { held_v } else { -held_v };
                let before = amps;
                if amps == 0.0 && inside.abs() > held_v {
                    amps = (inside - inside.signum() * held_v) * wide / inductance;
                } else if amps != 0.0 {
                    let next = (amps * (inductance / wide - 0.5 * winding.ohm) + inside - against(amps))
                        / (inductance / wide + 0.5 * winding.ohm);
                    amps = if next * amps < 0.0 { 0.0 } else { next };
                }
                charge += 0.5 * (before + amps).abs() * wide;
                power += 0.5 * (before + amps) * inside * wide;
            }
            told = Rectified { mean_a: charge / PI, power_w: power / PI };
        }
        told
    }

    #[rstest]
    #[case::mostly_resistance(10.0, 4.0, 0.4, 5.0)]
    #[case::a_pulse(10.0, 2.0, 1.5, 6.0)]
    #[case::without_a_gap(10.0, 1.0, 8.0, 2.0)]
    #[case::mostly_reactance(40.0, 2.0, 30.0, 12.0)]
    #[case::short_circuit(10.0, 2.0, 5.0, 0.0)]
    #[case::hardly_anything(10.0, 2.0, 3.0, 9.5)]
    fn validated_the_closed_form_is_what_time_steps_give(
        #[case] peak_v: f64,
        #[case] ohm: f64,
        #[case] reactance_ohm: f64,
        #[case] held_v: f64,
    ) {
        let winding = BridgedWinding { peak_v, ohm, reactance_ohm };
        let (closed, stepped) = (winding.on(held_v), stepped(&winding, held_v));
        assert_relative_eq!(closed.mean_a, stepped.mean_a, max_relative = 2e-3);
        assert_relative_eq!(closed.power_w, stepped.power_w, max_relative = 2e-3);
    }

    /// A winding without reactance is the limit of one with hardly any; short-circuited, the mean of |sin| is 2/π.
    #[test]
    fn without_reactance_it_is_the_mean_of_what_is_above() {
        let bare = BridgedWinding { peak_v: 10.0, ohm: 2.0, reactance_ohm: 0.0 };
        let hardly = BridgedWinding { reactance_ohm: 1e-4, ..bare };
        for held_v in [0.0, 3.0, 8.0] {
            assert_relative_eq!(bare.on(held_v).mean_a, hardly.on(held_v).mean_a, max_relative = 1e-3);
            assert_relative_eq!(bare.on(held_v).power_w, hardly.on(held_v).power_w, max_relative = 1e-3);
        }
        assert_relative_eq!(bare.on(0.0).mean_a, 10.0 / 2.0 * 2.0 / PI, max_relative = 1e-12);
        assert_eq!(bare.on(10.0), NOTHING);
    }

    proptest::proptest! {
        /// What goes in is what comes out and what heats; more volts take less current.
        #[test]
        fn it_never_gives_more_than_it_takes(
            peak_v in 0.5f64..100.0, ohm in 0.05f64..50.0, ratio in 0.0f64..30.0, share in 0.0f64..0.999,
        ) {
            let winding = BridgedWinding { peak_v, ohm, reactance_ohm: ratio * ohm };
            let told = winding.on(share * peak_v);
            proptest::prop_assert!(told.mean_a >= 0.0 && told.power_w.is_finite());
            // The heat is at least that of a steady current of the same mean.
            let heat_w = told.power_w - share * peak_v * told.mean_a;
            proptest::prop_assert!(heat_w >= told.mean_a.powi(2) * ohm * (1.0 - 1e-6) - 1e-9, "{told:?}");
            let less = winding.on((share + 1e-3) * peak_v);
            proptest::prop_assert!(less.mean_a <= told.mean_a + 1e-9);
        }
    }
}

//! How warm a wire gets: what the current makes against what leaves by air and radiation.

use std::f64::consts::PI;

use super::constants::{
    COPPER_RESISTIVITY_OHM_M, COPPER_TEMPERATURE_COEFFICIENT_PER_K, KELVIN, REFERENCE_TEMPERATURE_C, copper_factor,
};
use super::convection::convection_w_m2_k;
use super::numeric::{root_between, secant_root};

/// Emissivity of insulation and of tarnished copper (common practice).
const EMISSIVITY: f64 = 0.9;
/// Stefan–Boltzmann constant, W/(m²·K⁴) (CODATA 2018).
const STEFAN_BOLTZMANN: f64 = 5.670_374_419e-8;
/// Heat conductivity of wire insulation, W/(m·K) (common practice).
const INSULATION_W_M_K: f64 = 0.2;
/// Beyond this no wire is left, °C: copper melts at 1083 °C.
const HOTTEST_C: f64 = 1000.0;
/// Temperatures are found this closely.
const CLOSELY: f64 = 1e-7;
/// Where nearly straight lines are followed, a step this short is the last.
const LAST_STEP: f64 = 1e-5;
/// So much warmer than the air a wire is looked for first, K.
const LITTLE_WARMER_K: f64 = 20.0;
/// What leaves a warm wire grows with this power of its rise, about (free convection and radiation together).
const LOSS_POWER: f64 = 1.2;
/// What leaves a warm wire, W/(m²·K), about: where its temperature is looked for first.
const LOSS_W_M2_K: f64 = 25.0;

/// A wire as the heat sees it.
#[derive(Debug, Clone, Copy, PartialEq)]
pub struct Wire {
    /// Copper area, mm².
    pub area_mm2: f64,
    /// Wall of the insulation, mm; 0 for a bare wire.
    pub wall_mm: f64,
    /// Share of its current that it may carry among others: 1 alone in free air.
    pub grouping: f64,
}

/// A metre of wire in air: what leaves it, and what its wall holds back.
struct InAir {
    outer_m: f64,
    ambient_c: f64,
    /// What the air around radiates back, K⁴.
    ambient_k4: f64,
    /// Thermal resistance of a metre of the wall, K·m/W.
    wall_k_m_w: f64,
}

impl InAir {
    /// Heat it gives away at a surface temperature, W/m.
    fn lost_w_m(&self, surface_c: f64) -> f64 {
        let by_air = convection_w_m2_k(self.outer_m, surface_c, self.ambient_c) * (surface_c - self.ambient_c);
        let radiated = EMISSIVITY * STEFAN_BOLTZMANN * ((surface_c + KELVIN).powi(4) - self.ambient_k4);
        PI * self.outer_m * (by_air + radiated)
    }

    /// Heat it gives away, W/m, while its copper has a temperature above the air's.
    fn lost_with_copper_w_m(&self, copper_c: f64) -> f64 {
        let at_copper_w_m = self.lost_w_m(copper_c);
        if self.wall_k_m_w <= 0.0 {
            return at_copper_w_m;
        }
        let short = |surface_c: f64| copper_c - surface_c - self.wall_k_m_w * self.lost_w_m(surface_c);
        // What the wall holds back if the surface were as warm as the copper, over what it may hold back at most.
        let share = self.wall_k_m_w * at_copper_w_m / (copper_c - self.ambient_c);
        let slope = -1.0 - LOSS_POWER * share;
        let first_c = copper_c + self.wall_k_m_w * at_copper_w_m / slope;
        let near_c = secant_root(first_c, slope, LAST_STEP * (copper_c - self.ambient_c), short);
        if let Some(surface_c) = near_c.filter(|surface_c| *surface_c > self.ambient_c && *surface_c <= copper_c) {
            return self.lost_w_m(surface_c);
        }
        let coolest = (self.ambient_c, copper_c - self.ambient_c);
        self.lost_w_m(root_between(coolest, (copper_c, short(copper_c)), CLOSELY, short))
    }
}

impl Wire {
    fn conductor_m(&self) -> f64 {
        (4.0 * self.area_mm2 / PI).sqrt() * 1e-3
    }

    fn in_air(&self, ambient_c: f64) -> InAir {
        let conductor_m = self.conductor_m();
        let outer_m = conductor_m + 2e-3 * self.wall_mm;
        let wall_k_m_w =
            if self.wall_mm > 0.0 { (outer_m / conductor_m).ln() / (2.0 * PI * INSULATION_W_M_K) } else { 0.0 };
        InAir { outer_m, ambient_c, ambient_k4: (ambient_c + KELVIN).powi(4), wall_k_m_w }
    }

    /// Heat a current makes in a metre of it, W/m.
    fn made_w_m(&self, current_a: f64, copper_c: f64) -> f64 {
        let ohm_m = COPPER_RESISTIVITY_OHM_M / (self.area_mm2 * 1e-6) * copper_factor(copper_c);
        let alone_a = current_a / self.grouping;
        alone_a * alone_a * ohm_m
    }

    /// Temperature of the copper with a steady current, °C; `None` where it never settles below 1000 °C.
    ///
    /// * `current_a`: root of the mean square in the one wire, A. `ambient_c`: −50 to 200.
    ///
    /// # Source
    /// Heat balance I²R'(T) = convection + radiation, conduction through the wall; among other loaded wires the current
    /// counts as I over the grouping factor.
    #[must_use]
    pub fn temperature_c(&self, current_a: f64, ambient_c: f64) -> Option<f64> {
        if current_a <= 0.0 {
            return Some(ambient_c);
        }
        let air = self.in_air(ambient_c);
        if let Some(copper_c) = self.settled_c(&air, current_a) {
            return Some(copper_c);
        }
        // Along the surface temperature both sides are plain: what leaves, and the copper inside the wall.
        let surplus = |surface_c: f64| {
            let lost_w_m = air.lost_w_m(surface_c);
            self.made_w_m(current_a, surface_c + air.wall_k_m_w * lost_w_m) - lost_w_m
        };
        // Most wires are little warmer than the air: they are looked for there first.
        let mut cooler = (ambient_c, self.made_w_m(current_a, ambient_c));
        let mut warmer = (ambient_c + LITTLE_WARMER_K, surplus(ambient_c + LITTLE_WARMER_K));
        while warmer.0 < HOTTEST_C && warmer.1 > 0.0 {
            cooler = warmer;
            let further_c = (ambient_c + 4.0 * (warmer.0 - ambient_c)).min(HOTTEST_C);
            warmer = (further_c, surplus(further_c));
        }
        let surface_c = root_between(cooler, warmer, CLOSELY, surplus);
        Some(surface_c + air.wall_k_m_w * air.lost_w_m(surface_c)).filter(|celsius| *celsius < HOTTEST_C)
    }

    /// The same where a few secants find it, which is nearly everywhere; `None` where they do not.
    ///
    /// What leaves over what is made is nearly a power of the rise over the air: a straight line along the logarithms.
    fn settled_c(&self, air: &InAir, current_a: f64) -> Option<f64> {
        let at_20_w_m = self.made_w_m(current_a, REFERENCE_TEMPERATURE_C);
        // All that is made goes through the wall: T = Ts + w·P₂₀·(1 + α·(T − 20)), solved for T.
        let feedback = air.wall_k_m_w * at_20_w_m * COPPER_TEMPERATURE_COEFFICIENT_PER_K;
        let copper_at =
            |surface_c: f64| (surface_c + air.wall_k_m_w * at_20_w_m * copper_factor(0.0)) / (1.0 - feedback);
        if feedback >= 1.0 {
            return None;
        }
        let balance = |log_rise: f64| {
            let surface_c = air.ambient_c + log_rise.exp();
            (air.lost_w_m(surface_c) / (at_20_w_m * copper_factor(copper_at(surface_c)))).ln()
        };
        let first_k = self.made_w_m(current_a, air.ambient_c) / (PI * air.outer_m * LOSS_W_M2_K);
        let log_rise = secant_root(first_k.min(HOTTEST_C).ln(), LOSS_POWER, LAST_STEP, balance)?;
        Some(copper_at(air.ambient_c + log_rise.exp())).filter(|copper_c| *copper_c < HOTTEST_C)
    }

    /// Temperature of the copper, °C, after a current, A, has flowed for a time, s, from a temperature on; `None` where nothing
    /// of it is left by then.
    ///
    /// # Source
    /// One time constant between the start, where the copper's heat capacity takes everything that does not leave, and the
    /// steady end: both are exact. Where there is no steady end, nothing leaves (adiabatic).
    #[must_use]
    pub fn temperature_after_c(&self, current_a: f64, ambient_c: f64, from_c: f64, time_s: f64) -> Option<f64> {
        let Some(end_c) = self.temperature_c(current_a, ambient_c) else {
            let reached_c = adiabatic_c(self.area_mm2, current_a / self.grouping, from_c, time_s);
            return (reached_c < HOTTEST_C).then_some(reached_c);
        };
        if end_c <= from_c {
            return Some(from_c);
        }
        let lost_w_m = if from_c > ambient_c { self.in_air(ambient_c).lost_with_copper_w_m(from_c) } else { 0.0 };
        let gained_w_m = self.made_w_m(current_a, from_c) - lost_w_m;
        let constant_s = COPPER_J_K_MM3 * self.area_mm2 * 1e3 * (end_c - from_c) / gained_w_m.max(1e-9);
        Some(from_c + (end_c - from_c) * -(-time_s / constant_s).exp_m1())
    }

    /// Steady current that brings the copper to a temperature, A; 0 where the air is as warm.
    #[must_use]
    pub fn current_for_a(&self, copper_c: f64, ambient_c: f64) -> f64 {
        if copper_c <= ambient_c {
            return 0.0;
        }
        let ohm_m = COPPER_RESISTIVITY_OHM_M / (self.area_mm2 * 1e-6) * copper_factor(copper_c);
        self.grouping * (self.in_air(ambient_c).lost_with_copper_w_m(copper_c) / ohm_m).sqrt()
    }
}

/// Share of its current that each of several circuits may carry in one bundle in air. A pair of leads, or the three of a
/// three-phase motor, is one circuit.
///
/// # Source
/// IEC 60364-5-52 table B.52.17, item 1, bunched in air: it counts circuits (from memory).
#[must_use]
pub fn grouping(circuits: u32) -> f64 {
    const TABLE: [(u32, f64); 11] = [
        (1, 1.0),
        (2, 0.8),
        (3, 0.7),
        (4, 0.65),
        (5, 0.6),
        (6, 0.57),
        (7, 0.54),
        (8, 0.52),
        (9, 0.5),
        (12, 0.45),
        (16, 0.41),
    ];
    TABLE.iter().find(|(count, _)| circuits <= *count).map_or(0.38, |(_, share)| *share)
}

/// Time a short takes to heat copper from one temperature to another with nothing leaving, s.
///
/// * `current_a` above 0; temperatures in °C, the second above the first.
///
/// # Source
/// IEC 60364-5-54 annex A: t = (k·S/I)², k = √(Qc(B + 20)/ρ₂₀ · ln((B + T₂)/(B + T₁))), copper Qc 3.45e-3 J/(K·mm³), B 234.5 °C,
/// ρ₂₀ 17.241e-6 Ω·mm.
#[must_use]
pub fn adiabatic_s(area_mm2: f64, current_a: f64, from_c: f64, to_c: f64) -> f64 {
    (adiabatic_k(from_c, to_c) * area_mm2 / current_a).powi(2)
}

/// Temperature, °C, that a current, A, brings copper of an area, mm², to in a time, s, when no heat leaves it: the inverse of
/// [`adiabatic_s`], and its source. At 1 085 °C the copper melts; it gets no hotter here.
#[must_use]
pub fn adiabatic_c(area_mm2: f64, current_a: f64, from_c: f64, time_s: f64) -> f64 {
    let grown = (current_a / area_mm2).powi(2) * time_s / COPPER_A2_S_MM4;
    ((COPPER_ZERO_C + from_c) * grown.exp() - COPPER_ZERO_C).min(COPPER_MELTS_C)
}

/// The adiabatic constant of copper, A·√s/mm².
#[must_use]
pub fn adiabatic_k(from_c: f64, to_c: f64) -> f64 {
    (COPPER_A2_S_MM4 * ((COPPER_ZERO_C + to_c) / (COPPER_ZERO_C + from_c)).ln()).sqrt()
}

/// The resistance of copper would be nothing at minus this temperature, °C.
const COPPER_ZERO_C: f64 = 234.5;
/// Copper melts, °C (CRC Handbook of Chemistry and Physics, from memory).
const COPPER_MELTS_C: f64 = 1085.0;
/// Heat that a cubic millimetre of copper takes for each kelvin, J/(K·mm³) (IEC 60364-5-54 annex A).
const COPPER_J_K_MM3: f64 = 3.45e-3;
/// Qc(B + 20)/ρ₂₀ of [`adiabatic_s`], A²·s/mm⁴.
const COPPER_A2_S_MM4: f64 = COPPER_J_K_MM3 * (COPPER_ZERO_C + 20.0) / 17.241e-6;

#[cfg(test)]
mod tests {
    use super::*;
    use crate::formulas::wire::awg_area_mm2;
    use approx::assert_relative_eq;
    use rstest::rstest;

    fn bare(awg: f64) -> Wire {
        Wire { area_mm2: awg_area_mm2(awg), wall_mm: 0.0, grouping: 1.0 }
    }

    /// The chassis column of the Handbook of Electronic Tables and Formulas (from memory) in 25 °C, bare and with a wall of
    /// 0.8 mm; temperatures worked out with a general heat-transfer library.
    #[rstest]
    #[case(8.0, 73.0, 84.8, 75.3)]
    #[case(10.0, 55.0, 88.1, 76.0)]
    #[case(12.0, 41.0, 89.8, 75.2)]
    #[case(14.0, 32.0, 97.3, 78.5)]
    #[case(16.0, 22.0, 87.2, 68.8)]
    #[case(18.0, 16.0, 84.3, 64.8)]
    #[case(20.0, 11.0, 75.1, 57.1)]
    #[case(22.0, 7.0, 61.0, 47.2)]
    fn validated_temperature_at_the_chassis_current(
        #[case] awg: f64,
        #[case] current_a: f64,
        #[case] bare_c: f64,
        #[case] insulated_c: f64,
    ) {
        let wire = bare(awg);
        assert_relative_eq!(wire.temperature_c(current_a, 25.0).unwrap(), bare_c, epsilon = 1.0, max_relative = 0.0);
        let insulated = Wire { wall_mm: 0.8, ..wire };
        let found = insulated.temperature_c(current_a, 25.0).unwrap();
        assert_relative_eq!(found, insulated_c, epsilon = 1.0, max_relative = 0.0);
    }

    /// NEC 310.17, single conductors in free air, 90 °C insulation, 30 °C (from memory): within 10 %.
    #[rstest]
    #[case(14.0, 2.819, 35.0)]
    #[case(12.0, 3.302, 40.0)]
    #[case(10.0, 4.166, 55.0)]
    #[case(8.0, 5.486, 80.0)]
    fn validated_printed_ampacity(#[case] awg: f64, #[case] outer_mm: f64, #[case] printed_a: f64) {
        let wire = bare(awg);
        let wall_mm = 0.5 * (outer_mm - 1e3 * wire.conductor_m());
        let found = Wire { wall_mm, ..wire }.current_for_a(90.0, 30.0);
        assert_relative_eq!(found, printed_a, max_relative = 0.1, epsilon = 0.0);
    }

    #[rstest]
    #[case(70.0, 160.0, 114.84)]
    #[case(90.0, 250.0, 142.87)]
    fn validated_adiabatic_constant(#[case] from_c: f64, #[case] to_c: f64, #[case] k: f64) {
        // Printed 115 and 143 in IEC 60364-5-54.
        assert_relative_eq!(adiabatic_k(from_c, to_c), k, max_relative = 1e-4);
        // 12 AWG with k = 115: 3.62 s at 200 A.
        if to_c < 200.0 {
            assert_relative_eq!(adiabatic_s(awg_area_mm2(12.0), 200.0, 70.0, 160.0), 3.62, max_relative = 5e-3);
        }
    }

    #[rstest]
    #[case(2.081, 40.0, 28.4)]
    #[case(0.205, 20.0, 35.0)]
    #[case(0.823, 16.0, 50.0)]
    fn time_and_temperature_of_a_jam_are_each_others_inverse(
        #[case] area_mm2: f64,
        #[case] a: f64,
        #[case] from_c: f64,
    ) {
        let reached_c = adiabatic_c(area_mm2, a, from_c, 0.3);
        assert!(reached_c > from_c);
        assert_relative_eq!(adiabatic_s(area_mm2, a, from_c, reached_c), 0.3, max_relative = 1e-9);
    }

    /// The balance itself, put in: what is made leaves, whatever found the temperature.
    #[test]
    fn what_is_made_leaves_at_the_temperature_found() {
        for area_mm2 in [0.05, 0.2, 1.0, 6.0, 35.0, 95.0] {
            for wall_mm in [0.0, 0.3, 0.8, 3.0] {
                for ambient_c in [-30.0, 25.0, 80.0] {
                    let wire = Wire { area_mm2, wall_mm, grouping: 0.7 };
                    let air = wire.in_air(ambient_c);
                    let mut hottest_c = ambient_c;
                    for step in 0..40 {
                        let current_a = 0.01 * 1.4_f64.powi(step);
                        let Some(copper_c) = wire.temperature_c(current_a, ambient_c) else {
                            // Nothing settles above 1000 °C: what leaves there is less than what is made.
                            assert!(wire.made_w_m(current_a, HOTTEST_C) > air.lost_with_copper_w_m(HOTTEST_C) * 0.999);
                            continue;
                        };
                        assert!(copper_c > hottest_c, "{wire:?} {current_a} A");
                        hottest_c = copper_c;
                        let (made, lost) = (wire.made_w_m(current_a, copper_c), air.lost_with_copper_w_m(copper_c));
                        assert_relative_eq!(made, lost, max_relative = 1e-6);
                    }
                }
            }
        }
    }

    #[test]
    fn current_and_temperature_are_each_others_inverse() {
        for awg in [8.0, 14.0, 20.0] {
            for grouping in [1.0, 0.7] {
                let wire = Wire { wall_mm: 0.6, grouping, ..bare(awg) };
                let amperes = wire.current_for_a(105.0, 30.0);
                assert_relative_eq!(wire.temperature_c(amperes, 30.0).unwrap(), 105.0, max_relative = 1e-6);
            }
        }
    }

    #[test]
    fn too_much_never_settles_and_nothing_stays_cold() {
        assert_eq!(bare(22.0).temperature_c(200.0, 25.0), None);
        assert_relative_eq!(bare(22.0).temperature_c(0.0, 25.0).unwrap(), 25.0);
        assert_relative_eq!(bare(22.0).current_for_a(20.0, 25.0), 0.0);
    }

    #[test]
    fn bundles_carry_less_the_larger_they_are() {
        let shares: Vec<f64> = (1..30).map(grouping).collect();
        assert!(shares.windows(2).all(|pair| pair[1] <= pair[0]));
        assert_relative_eq!(shares[1], 0.8);
    }
}

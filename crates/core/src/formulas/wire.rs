//! Copper and wire gauges.

use crate::document::WiringRun;
use crate::formulas::constants::COPPER_RESISTIVITY_OHM_M;

/// Diameter of a solid conductor, mm. `awg`: gauge number, -3 (4/0) to 40.
///
/// # Source
/// ASTM B258: 0.127 mm · 92^((36−n)/39).
#[must_use]
pub fn awg_diameter_mm(awg: f64) -> f64 {
    0.127 * 92f64.powf((36.0 - awg) / 39.0)
}

/// Copper area of a gauge, mm².
#[must_use]
pub fn awg_area_mm2(awg: f64) -> f64 {
    std::f64::consts::FRAC_PI_4 * awg_diameter_mm(awg).powi(2)
}

/// Resistance at 20 °C of one lead of copper, Ω.
///
/// * `length_m`: at least 0. `area_mm2`: above 0.
#[must_use]
pub fn lead_resistance_ohm(length_m: f64, area_mm2: f64) -> f64 {
    COPPER_RESISTIVITY_OHM_M * length_m / (area_mm2 * 1e-6)
}

impl WiringRun {
    /// Copper area of the run, mm².
    #[must_use]
    pub fn copper_area_mm2(&self) -> f64 {
        self.area_mm2.or_else(|| self.awg.map(awg_area_mm2)).unwrap_or(f64::INFINITY)
    }

    /// Resistance there and back with its connectors at 20 °C, Ω.
    #[must_use]
    pub fn loop_resistance_ohm(&self) -> f64 {
        2.0 * lead_resistance_ohm(self.length_m, self.copper_area_mm2()) + self.connector_ohm
    }
}

#[cfg(test)]
mod tests {
    use super::*;
    use approx::assert_relative_eq;
    use rstest::rstest;

    /// Diameter by ASTM B258, mm; printed resistance, Ω per 1000 ft at 20 °C, by NBS Handbook 100 (from memory),
    /// good to half of its last digit.
    #[rstest]
    #[case(8.0, 3.263_643_205_883_633_3, 0.6282)]
    #[case(10.0, 2.588_186_728_012_863_6, 0.9989)]
    #[case(12.0, 2.052_525_388_493_948, 1.588)]
    #[case(14.0, 1.627_726_633_791_505, 2.525)]
    #[case(16.0, 1.290_845_905_832_281_4, 4.016)]
    #[case(18.0, 1.023_687_342_832_652_3, 6.385)]
    #[case(20.0, 0.811_820_970_373_776_8, 10.15)]
    #[case(22.0, 0.643_803_298_490_479_5, 16.14)]
    fn validated_wire_table(#[case] awg: f64, #[case] diameter_mm: f64, #[case] ohm_per_1000_ft: f64) {
        assert_relative_eq!(awg_diameter_mm(awg), diameter_mm, epsilon = 0.0, max_relative = 1e-12);
        let ours = lead_resistance_ohm(304.8, awg_area_mm2(awg));
        assert_relative_eq!(ours, ohm_per_1000_ft, epsilon = 0.0, max_relative = 6e-4);
    }

    #[test]
    fn validated_voltage_drop_of_a_pair() {
        // 2 × 1.5 m of 12 AWG at 40 A and 20 °C: 0.62530 V with IACS copper (IEC 60028, 1/58).
        let drop_v = 40.0 * 2.0 * lead_resistance_ohm(1.5, awg_area_mm2(12.0));
        assert_relative_eq!(drop_v, 0.625_296_9, epsilon = 0.0, max_relative = 3e-5);
    }
}

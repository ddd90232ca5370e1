//! What air takes from a warm cylinder by rising along it.

use super::constants::{GRAVITY_M_S2, KELVIN};

/// Air at a film temperature, K.
///
/// # Source
/// Sutherland's formulas at 101 325 Pa (White, Viscous Fluid Flow, table 1-2), specific heat 1006 J/(kg·K).
struct Air {
    /// Kinematic viscosity, m²/s.
    viscosity_m2_s: f64,
    /// W/(m·K).
    conductivity_w_m_k: f64,
    prandtl: f64,
}

impl Air {
    fn at(kelvin: f64) -> Self {
        let ratio = kelvin / KELVIN;
        let ratio = ratio * ratio.sqrt();
        let viscosity = 1.716e-5 * ratio * (KELVIN + 110.4) / (kelvin + 110.4);
        let conductivity = 0.0241 * ratio * (KELVIN + 194.0) / (kelvin + 194.0);
        Self {
            viscosity_m2_s: viscosity * kelvin * (287.05 / 101_325.0),
            conductivity_w_m_k: conductivity,
            prandtl: 1006.0 * viscosity / conductivity,
        }
    }
}

/// (1 + x^(9/16))^(−8/9), whose square is what the Prandtl number does to the Rayleigh number in [`convection_w_m2_k`];
/// x = 0.559/Pr.
///
/// Over what air has between −70 and 1300 °C, x from 0.74 to 0.92, by a polynomial that is within 2e-9 of it: a wire is looked
/// at some hundred times in an evaluation.
fn prandtl_share(x: f64) -> f64 {
    if !(0.74..=0.92).contains(&x) {
        return (1.0 + x.powf(9.0 / 16.0)).powf(-8.0 / 9.0);
    }
    let d = x - 0.83;
    let high = 0.053_505_873_359_995_15 - 0.046_793_663_233_823_3 * d;
    let low = 0.565_091_026_034_525_7 - 0.161_296_506_784_964_93 * d;
    low + d * d * (0.091_425_855_676_672_16 - 0.065_450_886_234_917_78 * d + d * d * high)
}

/// Heat transfer by free convection around a level cylinder, W/(m²·K).
///
/// * `diameter_m` above 0; temperatures in °C.
///
/// # Source
/// Churchill and Chu, Int. J. Heat Mass Transfer 18 (1975), 1049: Nu = (0.60 + 0.387 (Ra/(1 + (0.559/Pr)^(9/16))^(16/9))^(1/6))².
#[must_use]
pub fn convection_w_m2_k(diameter_m: f64, surface_c: f64, ambient_c: f64) -> f64 {
    let film = 0.5 * (surface_c + ambient_c) + KELVIN;
    let Air { viscosity_m2_s, conductivity_w_m_k, prandtl } = Air::at(film);
    let cube_m3 = diameter_m * diameter_m * diameter_m;
    let rayleigh =
        GRAVITY_M_S2 * (surface_c - ambient_c).abs() * cube_m3 * prandtl / (film * viscosity_m2_s * viscosity_m2_s);
    let share = prandtl_share(0.559 / prandtl);
    let root = 0.60 + 0.387 * (rayleigh * share * share).sqrt().cbrt();
    root * root * conductivity_w_m_k / diameter_m
}

#[cfg(test)]
mod tests {
    use super::*;
    use approx::assert_relative_eq;

    #[test]
    fn the_polynomial_of_the_prandtl_number_is_its_formula() {
        for step in 0..=500 {
            let x = 0.7 + 0.0005 * f64::from(step);
            assert_relative_eq!(prandtl_share(x), (1.0 + x.powf(9.0 / 16.0)).powf(-8.0 / 9.0), max_relative = 2e-9);
        }
        for celsius in [-70.0, 20.0, 1300.0] {
            assert!((0.74..=0.92).contains(&(0.559 / Air::at(celsius + KELVIN).prandtl)), "{celsius}");
        }
    }

    #[test]
    fn validated_free_convection_of_a_wire_and_of_a_pipe() {
        // Bare 12 AWG at 90 °C in 30 °C: 19.06 W/(m²·K) with air from a property library; ours is within 1 %.
        assert_relative_eq!(convection_w_m2_k(2.0525e-3, 90.0, 30.0), 19.06, max_relative = 0.01);
        assert_relative_eq!(convection_w_m2_k(0.05, 80.0, 25.0), 6.5315, max_relative = 0.01);
        assert_relative_eq!(convection_w_m2_k(0.1, 60.0, 25.0), 5.2360, max_relative = 0.01);
    }
}

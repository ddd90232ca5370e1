//! Physical constants, each with unit and source.

/// Standard acceleration of free fall, m/s². Source: ISO 80000-3 (3rd CGPM, 1901).
pub const GRAVITY_M_S2: f64 = 9.80665;

/// Density of air at sea level and 15 °C, kg/m³. Source: ISO 2533 (standard atmosphere).
pub const AIR_DENSITY_KG_M3: f64 = 1.225;

/// Resistivity of annealed copper at 20 °C, Ω·m. Source: IEC 60028 (1925), as printed.
pub const COPPER_RESISTIVITY_OHM_M: f64 = 1.7241e-8;

/// Copper: relative rise of resistance per kelvin from 20 °C, 1/K. Source: IEC 60028 (1925).
pub const COPPER_TEMPERATURE_COEFFICIENT_PER_K: f64 = 3.93e-3;

/// Temperature at which resistances and torque constants are stated, °C. Source: IEC 60028.
pub const REFERENCE_TEMPERATURE_C: f64 = 20.0;

/// Specific heat of copper, J/(kg·K). Source: handbook value at 20 °C.
pub const COPPER_SPECIFIC_HEAT_J_KG_K: f64 = 385.0;

/// Specific heat of iron and steel, J/(kg·K). Source: handbook value at 20 °C.
pub const STEEL_SPECIFIC_HEAT_J_KG_K: f64 = 460.0;

/// Direct voltage below which touching live parts is held safe when dry, V.
/// Source: ISO 6469-3 and IEC 60364-4-41 (60 V d.c.).
pub const TOUCH_SAFE_DC_V: f64 = 60.0;

/// Highest tip speed of a mower blade, m/s: 19 000 ft/min. Source: ANSI/OPEI B71.1, IEC 60335-2-77 (96.5 m/s).
pub const BLADE_TIP_SPEED_LIMIT_M_S: f64 = 96.5;

/// rad/s in one turn per minute.
pub const RAD_S_PER_RPM: f64 = std::f64::consts::PI / 30.0;

/// 0 °C, K.
pub(crate) const KELVIN: f64 = 273.15;

/// Copper resistance at `celsius` as a multiple of that at 20 °C. Source: IEC 60028.
#[must_use]
pub fn copper_factor(celsius: f64) -> f64 {
    1.0 + COPPER_TEMPERATURE_COEFFICIENT_PER_K * (celsius - REFERENCE_TEMPERATURE_C)
}

#[cfg(test)]
mod tests {
    use super::*;
    use approx::assert_relative_eq;
    use rstest::rstest;

    /// Copper at 0, 75, 100, 130 and 155 °C. Source: IEC 60028.
    #[rstest]
    #[case(0.0, 0.9214)]
    #[case(75.0, 1.216_15)]
    #[case(100.0, 1.3144)]
    #[case(130.0, 1.4323)]
    #[case(155.0, 1.530_55)]
    fn validated_hot_copper(#[case] celsius: f64, #[case] factor: f64) {
        assert_relative_eq!(copper_factor(celsius), factor, max_relative = 1e-12);
    }
}

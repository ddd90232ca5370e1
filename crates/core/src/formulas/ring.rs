//! A thin ring that turns: a rotor, a wheel's rim.

use std::f64::consts::PI;

/// Stress in a thin rim, MPa, at a rim speed, m/s, and a density, kg/m³.
///
/// # Source
/// σ = ρ·v², the free ring (Roark's Formulas for Stress and Strain, rotating ring).
#[must_use]
pub fn ring_stress_mpa(density_kg_m3: f64, rim_speed_m_s: f64) -> f64 {
    density_kg_m3 * rim_speed_m_s * rim_speed_m_s * 1e-6
}

/// Speed of the rim of a rotor, m/s.
#[must_use]
pub fn rim_speed_m_s(diameter_mm: f64, rpm: f64) -> f64 {
    PI * diameter_mm / 1000.0 * rpm / 60.0
}

/// Density of a rotor ring, kg/m³: neodymium, 7500 (IEC 60404-8-1, from memory); steel is 7850.
pub const RING_DENSITY_KG_M3: f64 = 7500.0;

/// Hoop stress a rotor ring of glued magnets is trusted with when no speed is listed, MPa (a guess, common practice).
pub const HOOP_TRUSTED_MPA: f64 = 40.0;

/// Hoop stress in a thin ring that carries only itself, MPa: [`ring_stress_mpa`] of neodymium.
#[must_use]
pub fn hoop_stress_mpa(rim_speed_m_s: f64) -> f64 {
    ring_stress_mpa(RING_DENSITY_KG_M3, rim_speed_m_s)
}

/// Rim speed at a hoop stress, m/s: √(σ/ρ).
#[must_use]
pub fn rim_speed_at_m_s(hoop_mpa: f64) -> f64 {
    (hoop_mpa * 1e6 / RING_DENSITY_KG_M3).sqrt()
}

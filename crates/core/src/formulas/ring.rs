//! A thin ring that turns.

/// Stress in a thin rim, MPa, at a rim speed, m/s, and a density, kg/m³.
///
/// # Source
/// σ = ρ·v², the free ring (Roark's Formulas for Stress and Strain, rotating ring).
#[must_use]
pub fn ring_stress_mpa(density_kg_m3: f64, rim_speed_m_s: f64) -> f64 {
    density_kg_m3 * rim_speed_m_s * rim_speed_m_s * 1e-6
}

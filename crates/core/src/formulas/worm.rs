//! Worm gears: efficiency from the lead angle, and whether the worm holds by itself.

/// Friction at the thread, bronze on polished steel, oiled (Shigley, figure 13-42, from memory).
pub const FRICTION: f64 = 0.05;
/// Normal pressure angle, degrees (Shigley, table 13-6).
const PRESSURE_ANGLE_DEG: f64 = 14.5;

/// Efficiency of a worm that drives: (cos φ − f·tan λ)/(cos φ + f·cot λ).
/// `lead_angle_deg` between 0 and 60. Source: Shigley, equation 13-46.
#[must_use]
pub fn efficiency(lead_angle_deg: f64) -> f64 {
    let (lead, pressure) = (lead_angle_deg.to_radians(), PRESSURE_ANGLE_DEG.to_radians().cos());
    (pressure - FRICTION * lead.tan()) / (pressure + FRICTION / lead.tan())
}

/// Whether a stage of this efficiency holds its load by itself: driven backwards nothing comes through, 2 − 1/η ≤ 0.
#[must_use]
pub fn holds_by_itself(efficiency: f64) -> bool {
    efficiency <= 0.5
}

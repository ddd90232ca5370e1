//! The heat path of a can from its size and the air around it (common practice; good to a factor of 1.5).

/// What a can in still air, screwed to metal, gives off, W/(m²·K).
pub const STILL_W_M2_K: f64 = 20.0;
/// What a can in moving air gives off, W/(m²·K).
pub const AIRFLOW_W_M2_K: f64 = 40.0;
/// What a can that a fan blows on gives off, W/(m²·K).
pub const FAN_W_M2_K: f64 = 80.0;
/// From winding to can the heat has this share of the way that it has from a can to still air.
const WINDING_OVER_CASE: f64 = 0.3;

/// Surface of a can of a diameter and a length in mm, m²: π·D·L + π·D²/2.
#[must_use]
pub fn can_area_m2(diameter_mm: f64, length_mm: f64) -> f64 {
    let (diameter, length) = (diameter_mm / 1000.0, length_mm / 1000.0);
    std::f64::consts::PI * diameter * (length + diameter / 2.0)
}

/// Winding to case, K/W, of a can with a surface, m².
#[must_use]
pub fn winding_to_case_k_per_w(area_m2: f64) -> f64 {
    WINDING_OVER_CASE / (STILL_W_M2_K * area_m2)
}

/// Case to air, K/W, of a can with a surface, m², that gives off so many W/(m²·K).
#[must_use]
pub fn case_to_ambient_k_per_w(area_m2: f64, coefficient_w_m2_k: f64) -> f64 {
    1.0 / (coefficient_w_m2_k * area_m2)
}

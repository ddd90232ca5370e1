//! Shafts and bores.

use std::f64::consts::PI;

/// Most by which a bore may be wider than its shaft, mm: more needs a sleeve (common practice).
pub const BORE_PLAY_MM: f64 = 0.05;
/// Shear stress a plain steel shaft is trusted with, MPa: half a yield of 350 MPa over a safety of 1.5 (common practice).
pub const SHEAR_PLAIN_MPA: f64 = 117.0;
/// The same for a hardened shaft: half a yield of 900 MPa over 1.5 (common practice).
pub const SHEAR_HARDENED_MPA: f64 = 300.0;
/// From the bearing to the middle of what sits on the shaft, mm, beside half of its width (a guess).
pub const OVERHANG_MM: f64 = 5.0;
/// Bores and shafts that are sold, mm: 1/8 in is 3.175 mm, 1/4 in 6.35 mm (common practice).
pub const SIZES_MM: &[f64] = &[2.0, 2.3, 3.0, 3.175, 4.0, 5.0, 6.0, 6.35, 8.0, 10.0, 12.0, 15.0, 20.0];

/// Largest shear stress in a shaft under torque and bending, MPa: 16·√(T² + M²)/(πd³), T and M in N·mm.
/// Source: maximum-shear-stress theory for round shafts (Shigley, chapter 7).
#[must_use]
pub fn shear_mpa(diameter_mm: f64, torque_nm: f64, bending_nm: f64) -> f64 {
    16.0 * 1000.0 * torque_nm.hypot(bending_nm) / (PI * diameter_mm.powi(3))
}

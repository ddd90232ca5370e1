//! Roller chain: sprockets, length, evenness, what it may carry.

use std::f64::consts::PI;

/// A chain of ISO 606.
#[derive(Debug, Clone, Copy, PartialEq)]
pub struct ChainSize {
    /// Number in ISO 606.
    pub name: &'static str,
    /// Pitch, mm.
    pub pitch_mm: f64,
    /// Least breaking load, N.
    pub breaking_n: f64,
}

/// Single-strand chains of ISO 606, one for each pitch (from memory).
pub const CHAINS: &[ChainSize] = &[
    ChainSize { name: "04C", pitch_mm: 6.35, breaking_n: 3500.0 },
    ChainSize { name: "05B", pitch_mm: 8.0, breaking_n: 4400.0 },
    ChainSize { name: "06C", pitch_mm: 9.525, breaking_n: 7900.0 },
    ChainSize { name: "08A", pitch_mm: 12.7, breaking_n: 13_900.0 },
    ChainSize { name: "10A", pitch_mm: 15.875, breaking_n: 21_800.0 },
    ChainSize { name: "12A", pitch_mm: 19.05, breaking_n: 31_300.0 },
];

/// Breaking load over the pull in steady work (common practice, 7 to 10 for slow open drives).
pub const SAFETY_RUNNING: f64 = 8.0;
/// Breaking load over the pull of a jam (common practice).
pub const SAFETY_JAM: f64 = 4.0;
/// Teeth below which a sprocket runs rough and wears its chain (common practice).
pub const FEW_TEETH: u32 = 11;

/// The chain of a pitch, mm; `None` for a pitch that is not listed.
#[must_use]
pub fn chain(pitch_mm: f64) -> Option<&'static ChainSize> {
    CHAINS.iter().find(|known| (known.pitch_mm - pitch_mm).abs() < 0.02)
}

/// Pitch diameter of a sprocket, mm: p/sin(π/N). Source: ISO 606.
#[must_use]
pub fn pitch_diameter_mm(pitch_mm: f64, teeth: u32) -> f64 {
    pitch_mm / (PI / f64::from(teeth)).sin()
}

/// Length in links: 2C/p + (N₁ + N₂)/2 + ((N₂ − N₁)/2π)²·p/C. Source: Shigley, chapter 17.
#[must_use]
pub fn length_links(pitch_mm: f64, driver_teeth: u32, driven_teeth: u32, centre_mm: f64) -> f64 {
    let (n1, n2) = (f64::from(driver_teeth), f64::from(driven_teeth));
    2.0 * centre_mm / pitch_mm + (n1 + n2) / 2.0 + ((n2 - n1) / (2.0 * PI)).powi(2) * pitch_mm / centre_mm
}

/// Centre distance, mm, that a chain of so many links wants: [`length_links`] solved for C.
/// `None` when the chain is too short.
#[must_use]
pub fn centre_distance_mm(pitch_mm: f64, driver_teeth: u32, driven_teeth: u32, links: f64) -> Option<f64> {
    let (n1, n2) = (f64::from(driver_teeth), f64::from(driven_teeth));
    let left = links - (n1 + n2) / 2.0;
    let under = left * left - 8.0 * ((n2 - n1) / (2.0 * PI)).powi(2);
    let centre = pitch_mm / 4.0 * (left + under.max(0.0).sqrt());
    (under >= 0.0 && left > 0.0 && centre > 0.0).then_some(centre)
}

/// How much the chain's speed swings round its mean as the sprocket turns: (π/N)(1/sin(180°/N) − 1/tan(180°/N)).
/// Source: Shigley, chapter 17.
#[must_use]
pub fn chordal_variation(teeth: u32) -> f64 {
    let half = PI / f64::from(teeth);
    half * (1.0 / half.sin() - 1.0 / half.tan())
}

//! Synchronous belts: length for a centre distance and back, teeth in mesh, tension, lengths in stock.

use std::f64::consts::PI;

use crate::formulas::numeric::falling_root;

/// Teeth in mesh from which a belt carries its whole rating (common rule of belt handbooks).
pub const FULL_MESH_TEETH: f64 = 6.0;

/// What passes for a moment, a jam or a start, may be so many times what a belt pulls continuously (common practice).
pub const MOMENT_FACTOR: f64 = 2.0;

/// Belt speed from which it is told, m/s (common practice).
pub const FAST_M_S: f64 = 25.0;

/// A belt pitch and what its teeth are trusted with.
#[derive(Debug, Clone, Copy, PartialEq)]
pub struct BeltPitch {
    /// Pitch, mm.
    pub pitch_mm: f64,
    /// Working tension for a width of 1 mm, N. Common practice, from memory: belts of one pitch differ by half.
    pub tension_n_per_mm: f64,
    /// Widths that are sold, mm (common practice).
    pub widths_mm: &'static [f64],
    /// Numbers of teeth of closed belts that are sold (common practice, from memory; sellers differ).
    pub stock_teeth: &'static [u32],
}

/// Pitches of ISO 13050 (curved teeth) and ISO 5296 (trapezoids, 2.032 to 12.7 mm).
pub const PITCHES: &[BeltPitch] = &[
    BeltPitch { pitch_mm: 2.0, tension_n_per_mm: 4.5, widths_mm: &[6.0, 9.0, 12.0], stock_teeth: STOCK_2 },
    BeltPitch { pitch_mm: 2.032, tension_n_per_mm: 3.0, widths_mm: &[3.2, 4.8, 6.4], stock_teeth: STOCK_2 },
    BeltPitch { pitch_mm: 3.0, tension_n_per_mm: 8.0, widths_mm: &[6.0, 9.0, 12.0, 15.0], stock_teeth: STOCK_3 },
    BeltPitch {
        pitch_mm: 5.0,
        tension_n_per_mm: 18.0,
        widths_mm: &[9.0, 12.0, 15.0, 20.0, 25.0, 30.0],
        stock_teeth: STOCK_5,
    },
    BeltPitch { pitch_mm: 5.08, tension_n_per_mm: 7.0, widths_mm: &[6.4, 7.9, 9.5, 12.7], stock_teeth: STOCK_5 },
    BeltPitch {
        pitch_mm: 8.0,
        tension_n_per_mm: 35.0,
        widths_mm: &[12.0, 20.0, 30.0, 50.0, 85.0],
        stock_teeth: STOCK_8,
    },
    BeltPitch { pitch_mm: 9.525, tension_n_per_mm: 12.0, widths_mm: &[12.7, 19.1, 25.4], stock_teeth: STOCK_8 },
    BeltPitch { pitch_mm: 12.7, tension_n_per_mm: 30.0, widths_mm: &[19.1, 25.4, 38.1, 50.8], stock_teeth: STOCK_8 },
];

#[rustfmt::skip]
const STOCK_2: &[u32] = &[
    55, 56, 60, 62, 64, 70, 76, 79, 80, 84, 90, 94, 97, 100, 105, 110, 112, 120, 126, 130, 140, 150, 160, 170, 180, 190,
    200, 210, 220, 240, 280, 305, 320, 366, 400, 425, 500, 576, 645,
];
#[rustfmt::skip]
const STOCK_3: &[u32] = &[
    35, 37, 41, 43, 47, 48, 50, 52, 53, 55, 56, 58, 59, 60, 62, 64, 65, 67, 68, 70, 71, 74, 75, 77, 78, 79, 80, 81, 82,
    84, 85, 87, 88, 89, 90, 92, 94, 95, 96, 97, 98, 99, 100, 104, 106, 108, 110, 111, 112, 113, 115, 117, 118, 119, 120,
    121, 123, 124, 125, 128, 130, 131, 133, 135, 136, 137, 140, 142, 144, 145, 149, 150, 151, 153, 154, 156, 158, 159,
    160, 161, 164, 167, 168, 169, 170, 171, 173, 174, 175, 177, 179, 184, 188, 190, 194, 199, 200, 211, 223, 232, 263,
];
#[rustfmt::skip]
const STOCK_5: &[u32] = &[
    36, 38, 40, 42, 44, 45, 46, 47, 48, 49, 50, 51, 52, 53, 54, 55, 56, 57, 58, 59, 60, 61, 62, 63, 64, 65, 66, 67, 68,
    69, 70, 71, 72, 73, 74, 75, 76, 77, 78, 79, 80, 81, 82, 83, 84, 85, 86, 87, 88, 89, 90, 91, 92, 93, 95, 96, 98, 100,
    101, 102, 104, 105, 106, 107, 108, 110, 112, 113, 115, 116, 118, 120, 122, 123, 124, 125, 126, 127, 128, 130, 131,
    132, 133, 134, 136, 138, 139, 140, 141, 142, 144, 146, 148, 149, 150, 151, 155, 156, 157, 158, 160, 163, 165, 167,
    170, 174, 178, 180, 188, 190, 200, 210, 225, 239, 254,
];
#[rustfmt::skip]
const STOCK_8: &[u32] = &[
    36, 40, 44, 47, 48, 50, 51, 52, 53, 55, 57, 59, 60, 61, 62, 63, 64, 65, 66, 67, 68, 70, 72, 73, 75, 76, 78, 79, 80,
    81, 82, 85, 87, 89, 90, 92, 94, 95, 97, 98, 100, 103, 105, 106, 107, 109, 110, 112, 114, 115, 118, 120, 121, 126,
    128, 130, 131, 132, 135, 139, 140, 142, 146, 148, 150, 152, 155, 157, 160, 164, 170, 180, 190, 200,
];

/// The pitch of the table that a stage names; `None` for one that is not listed there.
#[must_use]
pub fn pitch(pitch_mm: f64) -> Option<&'static BeltPitch> {
    PITCHES.iter().find(|known| (known.pitch_mm - pitch_mm).abs() < 0.01)
}

/// Pitch diameter of a pulley, mm: pitch times teeth over π (definition).
#[must_use]
pub fn pitch_diameter_mm(pitch_mm: f64, teeth: u32) -> f64 {
    pitch_mm * f64::from(teeth) / PI
}

/// Half the angle by which the spans lean against the line of centres, rad: asin((D − d)/2C).
/// `None` when the pulleys overlap.
fn lean_rad(small_mm: f64, large_mm: f64, centre_mm: f64) -> Option<f64> {
    let overlap = (small_mm + large_mm) / 2.0 >= centre_mm;
    (!overlap).then(|| ((large_mm - small_mm).abs() / (2.0 * centre_mm)).asin())
}

/// Length of a belt round two pulleys, mm; `None` when the pulleys overlap.
///
/// * `driver_mm`, `driven_mm`: pitch diameters, mm. `centre_mm`: centre distance, mm.
///
/// Source: 2C·cos γ + π(D + d)/2 + (D − d)γ, exact for two circles (ISO 5295 gives the same).
#[must_use]
pub fn length_mm(driver_mm: f64, driven_mm: f64, centre_mm: f64) -> Option<f64> {
    let (small, large) = (driver_mm.min(driven_mm), driver_mm.max(driven_mm));
    let lean = lean_rad(small, large, centre_mm)?;
    Some(2.0 * centre_mm * lean.cos() + PI * (large + small) / 2.0 + (large - small) * lean)
}

/// Centre distance, mm, that a belt of a length, mm, wants: [`length_mm`] the other way round.
/// `None` when the belt is too short to go round both pulleys.
#[must_use]
pub fn centre_distance_mm(driver_mm: f64, driven_mm: f64, belt_mm: f64) -> Option<f64> {
    let touching = (driver_mm + driven_mm) / 2.0 * (1.0 + 1e-9);
    let short = length_mm(driver_mm, driven_mm, touching)?;
    if belt_mm < short {
        return None;
    }
    // No belt spans more than half its length.
    let missing = |centre| belt_mm - length_mm(driver_mm, driven_mm, centre).unwrap_or(0.0);
    Some(falling_root(touching, belt_mm / 2.0, 1e-12, missing))
}

/// Teeth of the smaller pulley that carry: z(π − 2γ)/2π; `None` when the pulleys overlap.
/// Source: ISO 5295, before its rounding down.
#[must_use]
pub fn teeth_in_mesh(pitch_mm: f64, driver_teeth: u32, driven_teeth: u32, centre_mm: f64) -> Option<f64> {
    let (few, many) = (driver_teeth.min(driven_teeth), driver_teeth.max(driven_teeth));
    let lean = lean_rad(pitch_diameter_mm(pitch_mm, few), pitch_diameter_mm(pitch_mm, many), centre_mm)?;
    Some(f64::from(few) * (PI - 2.0 * lean) / (2.0 * PI))
}

/// Share of the rating that is left with few teeth in mesh: 1 from six on, a fifth less for each that lacks, not under 0.2
/// (common rule of belt handbooks).
#[must_use]
pub fn mesh_factor(teeth_in_mesh: f64) -> f64 {
    (1.0 - 0.2 * (FULL_MESH_TEETH - teeth_in_mesh.floor()).max(0.0)).max(0.2)
}

/// The stock lengths nearest to a number of teeth, in teeth, nearest first.
#[must_use]
pub fn nearest_stock(pitch_mm: f64, teeth: f64, most: usize) -> Vec<u32> {
    let Some(known) = pitch(pitch_mm) else { return Vec::new() };
    let mut stock: Vec<u32> = known.stock_teeth.to_vec();
    stock.sort_by(|a, b| (f64::from(*a) - teeth).abs().total_cmp(&(f64::from(*b) - teeth).abs()));
    stock.truncate(most);
    stock
}

//! Spur gears: pitch, centre distance, contact, undercut, bending of the teeth.

use std::f64::consts::PI;

use super::numeric::between;

/// Pressure angle, rad: 20° full-depth teeth (ISO 53).
pub const PRESSURE_ANGLE_RAD: f64 = 20.0 * PI / 180.0;

/// Teeth below which a wheel cut without profile shift is undercut, as practice counts: 17 (the strict figure, 2/sin²φ,
/// is 17.1; ISO 53 teeth).
pub const UNDERCUT_BELOW_TEETH: u32 = 17;

/// Modules of ISO 54:1996, series 1, mm (from memory).
pub const ISO_54_SERIES_1_MM: &[f64] =
    &[1.0, 1.25, 1.5, 2.0, 2.5, 3.0, 4.0, 5.0, 6.0, 8.0, 10.0, 12.0, 16.0, 20.0, 25.0, 32.0, 40.0, 50.0];

/// Form factor Y of Lewis for 20° full-depth teeth, by number of teeth.
/// Source: Shigley, Mechanical Engineering Design, table 14-2 (from memory).
const LEWIS_Y: &[[f64; 2]] = &[
    [12.0, 0.245],
    [13.0, 0.261],
    [14.0, 0.277],
    [15.0, 0.290],
    [16.0, 0.296],
    [17.0, 0.303],
    [18.0, 0.309],
    [19.0, 0.314],
    [20.0, 0.322],
    [21.0, 0.328],
    [22.0, 0.331],
    [24.0, 0.337],
    [26.0, 0.346],
    [28.0, 0.353],
    [30.0, 0.359],
    [34.0, 0.371],
    [38.0, 0.384],
    [43.0, 0.397],
    [50.0, 0.409],
    [60.0, 0.422],
    [75.0, 0.435],
    [100.0, 0.447],
    [150.0, 0.460],
    [300.0, 0.472],
    [400.0, 0.480],
];

/// Module, mm, of a diametral pitch, teeth per inch of pitch diameter: 25.4/DP (definition).
#[must_use]
pub fn module_of_diametral_pitch_mm(diametral_pitch: f64) -> f64 {
    25.4 / diametral_pitch
}

/// Pitch diameter, mm: module times teeth (definition).
#[must_use]
pub fn pitch_diameter_mm(module_mm: f64, teeth: u32) -> f64 {
    module_mm * f64::from(teeth)
}

/// Centre distance without profile shift, mm: m(z₁ + z₂)/2.
#[must_use]
pub fn centre_distance_mm(module_mm: f64, driver_teeth: u32, driven_teeth: u32) -> f64 {
    module_mm * (f64::from(driver_teeth) + f64::from(driven_teeth)) / 2.0
}

/// Transverse contact ratio of full-depth teeth without profile shift: how many pairs carry on average.
///
/// Source: length of the line of action over the base pitch (Shigley, chapter 13).
#[must_use]
pub fn contact_ratio(driver_teeth: u32, driven_teeth: u32) -> f64 {
    let (z1, z2) = (f64::from(driver_teeth), f64::from(driven_teeth));
    let reach = |teeth: f64| {
        let (tip, base) = (teeth / 2.0 + 1.0, teeth / 2.0 * PRESSURE_ANGLE_RAD.cos());
        (tip * tip - base * base).sqrt()
    };
    let between = (z1 + z2) / 2.0 * PRESSURE_ANGLE_RAD.sin();
    (reach(z1) + reach(z2) - between) / (PI * PRESSURE_ANGLE_RAD.cos())
}

/// Profile shift, in modules, that lifts a wheel out of the undercut: (17 − z)/17, 0 from 17 teeth on (common practice).
#[must_use]
pub fn usual_profile_shift(teeth: u32) -> f64 {
    let least = f64::from(UNDERCUT_BELOW_TEETH);
    ((least - f64::from(teeth)) / least).max(0.0)
}

/// Form factor Y of Lewis, between the table's numbers of teeth on a straight line; below 12 teeth carried on with the
/// slope of the first two, not under 0.1 (a guess: the table ends there).
#[must_use]
pub fn lewis_form_factor(teeth: u32) -> f64 {
    let last = LEWIS_Y[LEWIS_Y.len() - 1][0];
    between(LEWIS_Y, f64::from(teeth).min(last)).max(0.1)
}

/// Speed factor of Barth for cut or milled teeth: (6.1 + V)/6.1, V the pitch-line speed in m/s.
/// Source: Shigley, equations 14-4 to 14-6 in metres.
#[must_use]
pub fn barth_speed_factor(pitch_line_m_s: f64) -> f64 {
    (6.1 + pitch_line_m_s.abs()) / 6.1
}

/// Bending stress at the foot of a tooth, MPa: Kv·Wt/(b·m·Y), after Lewis with the speed factor of Barth.
///
/// * `tangential_n`: force at the pitch circle, N. `face_width_mm`, `module_mm`: above 0.
#[must_use]
pub fn bending_mpa(tangential_n: f64, pitch_line_m_s: f64, face_width_mm: f64, module_mm: f64, teeth: u32) -> f64 {
    barth_speed_factor(pitch_line_m_s) * tangential_n / (face_width_mm * module_mm * lewis_form_factor(teeth))
}

//! Size codes: what the figures on a can say, and when they say nothing.

use serde::Serialize;

use crate::document::{Motor, MotorKind};

/// What a size code says.
#[derive(Debug, Clone, PartialEq, Serialize, schemars::JsonSchema)]
pub struct SizeCode {
    /// The code as it was understood.
    pub code: String,
    /// Whether it is a measure; a nominal name tells the family, not millimetres.
    pub is_measure: bool,
    /// Diameter of the can, mm.
    pub diameter_mm: f64,
    /// Length of the can, mm.
    pub length_mm: f64,
    /// Usual shaft, mm; null where there is no usual one.
    pub shaft_mm: Option<f64>,
    /// What a maker should know about it, in one sentence.
    pub says: String,
    /// Where code and can differ: that, and which counts; null where they agree or the can is not known.
    pub differs: Option<String>,
}

/// A can that is known by a number that is no measure (common practice; makers differ by a millimetre or two).
struct Nominal {
    name: &'static str,
    diameter_mm: f64,
    length_mm: f64,
    shaft_mm: f64,
    uses: &'static str,
}

const fn nominal(name: &'static str, diameter_mm: f64, length_mm: f64, shaft_mm: f64, uses: &'static str) -> Nominal {
    Nominal { name, diameter_mm, length_mm, shaft_mm, uses }
}

/// Usual brushed cans: diameter (over the round sides), length without shaft, shaft.
const NOMINAL: &[Nominal] = &[
    nominal("020", 12.0, 15.0, 1.0, "tiny gear motors"),
    nominal("030", 15.5, 20.0, 1.5, "tiny gear motors"),
    nominal("050", 15.5, 24.0, 1.5, "small gear motors"),
    nominal("130", 20.0, 25.0, 2.0, "toys and foam-dart launchers; flat sides, 15 mm across them"),
    nominal("180", 20.0, 32.0, 2.0, "toys and launchers with more torque than the 130; flat sides"),
    nominal("280", 24.0, 31.0, 2.0, "small boats and pumps"),
    nominal("360", 27.7, 32.5, 2.3, "small cars and pumps"),
    nominal("370", 24.4, 31.0, 2.0, "gear motors of small robots"),
    nominal("380", 27.7, 38.0, 2.3, "small cars and drills"),
    nominal("385", 27.7, 38.0, 2.3, "small cars and pumps"),
    nominal("390", 27.7, 47.0, 2.3, "small cars"),
    nominal("395", 27.7, 47.0, 2.3, "pumps and ride-on toys"),
    nominal("480", 29.0, 48.0, 2.3, "small aircraft"),
    nominal("540", 35.8, 50.0, 3.175, "cars in 1/10, drills"),
    nominal("545", 35.8, 50.0, 3.175, "drills and winches"),
    nominal("550", 35.8, 57.0, 3.175, "crawlers, drills, ride-on toys"),
    nominal("555", 35.8, 57.0, 3.175, "tools and gear motors"),
    nominal("570", 35.8, 60.0, 3.175, "ride-on toys"),
    nominal("770", 42.2, 66.7, 5.0, "tools and mowers"),
    nominal("775", 42.2, 66.7, 5.0, "tools, mowers and carts"),
    nominal("795", 42.2, 70.0, 5.0, "tools and carts"),
    nominal("895", 45.0, 72.0, 6.0, "saws and carts"),
];

/// Usual shaft of a brushless can, mm (common practice): 1/8 in on two-pole motors of 36 mm; 5 mm on four-pole ones of 36 mm,
/// which are the longer ones, and on 42 mm; 8 mm from 56 mm.
fn usual_shaft_mm(diameter_mm: f64, length_mm: f64, pole_pairs: Option<u32>) -> f64 {
    const FOUR_POLE_FROM_MM: f64 = 52.0;
    let four_poles = pole_pairs.map_or(length_mm >= FOUR_POLE_FROM_MM, |pairs| pairs >= 2);
    match diameter_mm {
        d if d < 20.0 => 2.0,
        d if d < 30.0 => 3.0,
        d if d < 38.0 && (d < 35.0 || !four_poles) => 3.175,
        d if d < 50.0 => 5.0,
        d if d < 56.0 => 6.0,
        d if d < 90.0 => 8.0,
        _ => 12.0,
    }
}

/// A code and a can that differ by more than this share are not the same measure.
const SAME_SIZE: f64 = 0.08;

/// What the size code in the name of a motor says, and whether its can agrees; `None` when there is none.
#[must_use]
pub fn size_code_of(motor: &Motor) -> Option<SizeCode> {
    let mut code = size_code(motor.label.as_deref()?)?;
    if motor.kind == MotorKind::Brushless {
        code.shaft_mm = Some(match code.code.as_str() {
            // Brushless motors of that size have the thicker shaft.
            "550" => 5.0,
            _ => usual_shaft_mm(code.diameter_mm, code.length_mm, motor.pole_pairs),
        });
        if code.is_measure {
            code.says = says_of_measure(code.diameter_mm, code.length_mm, code.shaft_mm.unwrap_or_default());
        }
    }
    let off = |says: f64, can: Option<f64>| can.is_some_and(|can| (says / can - 1.0).abs() > SAME_SIZE);
    if off(code.diameter_mm, motor.can_diameter_mm) || off(code.length_mm, motor.can_length_mm) {
        let side = |can: Option<f64>| can.map_or_else(|| "unknown".to_owned(), |mm| format!("{mm} mm"));
        code.differs = Some(format!(
            "The name says {} by {} mm and the can is {} by {}: the code is the size of rotor or stator, or just a name. The can \
             counts for heat, room and weight.",
            code.diameter_mm,
            code.length_mm,
            side(motor.can_diameter_mm),
            side(motor.can_length_mm)
        ));
    }
    Some(code)
}

/// What the size code in a text says; `None` when there is none.
///
/// Three figures are a usual can by name; four are diameter and length in whole millimetres (6355: 63 by 55); five, or four
/// with a point, have a length of three figures or tenths (63100: 63 by 100). `63x55` and `63 by 55` are read too.
#[must_use]
pub fn size_code(text: &str) -> Option<SizeCode> {
    let lowered = text.to_lowercase().replace("by", "x").replace('×', "x").replace("mm", "");
    let lowered = lowered.replace(" x", "x").replace("x ", "x");
    if let Some(pair) = lowered.split(|c: char| !(c.is_ascii_digit() || c == 'x' || c == '.')).find_map(by_sides) {
        return Some(pair);
    }
    lowered
        .split(|c: char| !c.is_ascii_digit())
        .filter(|digits| !digits.is_empty())
        .find_map(|digits| named(digits).or_else(|| measured(digits)))
}

fn by_sides(word: &str) -> Option<SizeCode> {
    let (diameter, length) = word.split_once('x')?;
    measure(word, diameter.parse().ok()?, length.parse().ok()?)
}

fn named(digits: &str) -> Option<SizeCode> {
    let can = NOMINAL.iter().find(|can| can.name == digits)?;
    Some(SizeCode {
        code: digits.to_owned(),
        is_measure: false,
        diameter_mm: can.diameter_mm,
        length_mm: can.length_mm,
        shaft_mm: Some(can.shaft_mm),
        says: format!(
            "{} is a name and not a measure: cans of that name are about {} mm across and {} mm long with a shaft of {} \
             mm, for {}. Measure yours.",
            can.name, can.diameter_mm, can.length_mm, can.shaft_mm, can.uses
        ),
        differs: None,
    })
}

fn measured(digits: &str) -> Option<SizeCode> {
    if !matches!(digits.len(), 4 | 5) {
        return None;
    }
    let (diameter, length) = digits.split_at(2);
    measure(digits, diameter.parse().ok()?, length.parse().ok()?)
}

fn measure(code: &str, diameter_mm: f64, length_mm: f64) -> Option<SizeCode> {
    if !((5.0..=300.0).contains(&diameter_mm) && (5.0..=500.0).contains(&length_mm)) {
        return None;
    }
    let shaft_mm = usual_shaft_mm(diameter_mm, length_mm, None);
    Some(SizeCode {
        code: code.to_owned(),
        is_measure: true,
        diameter_mm,
        length_mm,
        shaft_mm: Some(shaft_mm),
        says: says_of_measure(diameter_mm, length_mm, shaft_mm),
        differs: None,
    })
}

fn says_of_measure(diameter_mm: f64, length_mm: f64, shaft_mm: f64) -> String {
    format!(
        "{diameter_mm} mm across and {length_mm} mm long; some makers count the stator, so measure the can. A shaft of about \
         {shaft_mm} mm is usual."
    )
}

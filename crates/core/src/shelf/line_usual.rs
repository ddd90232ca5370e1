//! What is usual of parts that a line says little of. Common practice, from memory.

use crate::document::Chemistry;

/// Lithium cell when it is full, V: what a controller for so many cells must stand.
pub(super) const FULL_CELL_V: f64 = 4.2;
/// Lithium cell that is nearly flat, V: what a controller for so few cells must run on.
pub(super) const FLAT_CELL_V: f64 = 3.0;

/// What packs of a chemistry give continuously where nobody says, times the capacity (common practice).
pub(super) fn usual_c(chemistry: Chemistry) -> f64 {
    match chemistry {
        Chemistry::Lipo => 20.0,
        Chemistry::Nimh => 8.0,
        Chemistry::LiIon | Chemistry::Lifepo4 | Chemistry::LeadAcid => 3.0,
    }
}

/// Round cells give less than this, times the capacity (common practice).
pub(super) const ROUND_CELL_C: f64 = 12.0;

/// 6, 12, 24 V without another word are lead (common practice).
pub(super) fn lead_acid_volts(volts: f64) -> bool {
    [6.0, 12.0, 24.0].contains(&volts)
}

/// Tyres up to this across are told in inches.
pub(super) const MOST_INCHES: f64 = 36.0;

/// 18 and 20 V, 36 V and more without another word are round lithium cells, as in tools and bicycles (common practice).
pub(super) fn round_cell_volts(volts: f64) -> bool {
    [18.0, 20.0, 36.0, 40.0, 48.0, 52.0, 60.0, 72.0].contains(&volts)
}

/// Volts of a lithium battery that controllers are sold for, and what it has fresh from the charger, which they stand (common
/// practice). 12 and 24 V are not among them: of a bridge they are the most it stands.
pub(super) const SOLD_FOR: &[(f64, f64)] = &[
    (7.2, 8.4),
    (7.4, 8.4),
    (11.1, 12.6),
    (14.8, 16.8),
    (18.5, 21.0),
    (22.2, 25.2),
    (36.0, 42.0),
    (48.0, 54.6),
    (52.0, 58.8),
    (72.0, 84.0),
];

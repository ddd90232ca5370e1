//! Values that stand ready for what people do not know, each with where it comes from.

use serde::Serialize;

/// A typical value of a field.
#[derive(Debug, Clone, Copy, PartialEq, Serialize, schemars::JsonSchema)]
#[schemars(extend("x-starts" = super::starts::facts()))]
pub struct Typical {
    /// Key of the field it can fill.
    pub field: &'static str,
    /// What it is a value of.
    pub what: &'static str,
    /// The value, in the unit of the field.
    pub value: f64,
    /// Usual lowest value.
    pub low: f64,
    /// Usual highest value.
    pub high: f64,
    /// Where it comes from.
    pub source: &'static str,
}

const fn typical(
    field: &'static str,
    what: &'static str,
    value: f64,
    low: f64,
    high: f64,
    source: &'static str,
) -> Typical {
    Typical { field, what, value, low, high, source }
}

const AUTOMOTIVE: &str = "Bosch Automotive Handbook";
const DYNAMICS: &str = "Gillespie, Fundamentals of Vehicle Dynamics, table 4.1";
const AERO: &str = "Hoerner, Fluid-Dynamic Drag; Çengel and Cimbala, table 11-2";
const PRACTICE: &str = "common practice";
const HANDBOOK: &str = "Machinery's Handbook, Roloff/Matek (range of handbooks)";

/// All typical values, grouped by field.
pub const TYPICAL: &[Typical] = &[
    typical("rolling_resistance", "urethane wheels, smooth floor or asphalt", 0.018, 0.01, 0.03, PRACTICE),
    typical("rolling_resistance", "air tyres 150 to 200 mm, asphalt", 0.018, 0.012, 0.025, PRACTICE),
    typical("rolling_resistance", "bicycle tyres, smooth road", 0.006, 0.002, 0.014, "Wilson, Bicycling Science"),
    typical("rolling_resistance", "car tyres, asphalt or concrete", 0.013, 0.011, 0.015, AUTOMOTIVE),
    typical("rolling_resistance", "rolled gravel", 0.02, 0.015, 0.03, AUTOMOTIVE),
    typical("rolling_resistance", "unpaved path", 0.05, 0.04, 0.08, AUTOMOTIVE),
    typical("rolling_resistance", "lawn, air tyres", 0.07, 0.05, 0.10, PRACTICE),
    typical("rolling_resistance", "medium-hard soil", 0.08, 0.06, 0.12, DYNAMICS),
    typical("rolling_resistance", "field", 0.15, 0.1, 0.35, AUTOMOTIVE),
    typical("rolling_resistance", "loose sand", 0.30, 0.2, 0.35, DYNAMICS),
    typical("rolling_resistance", "steel wheel on rail", 0.0015, 0.001, 0.002, AUTOMOTIVE),
    typical("drag_area_m2", "person standing, facing the wind", 0.84, 0.7, 0.9, AERO),
    typical("drag_area_m2", "rider standing sideways on a board", 0.6, 0.45, 0.7, PRACTICE),
    typical("drag_area_m2", "person sitting", 0.56, 0.5, 0.6, AERO),
    typical("drag_area_m2", "cyclist upright", 0.56, 0.5, 0.6, AERO),
    typical("drag_area_m2", "cyclist bent low", 0.32, 0.3, 0.36, AERO),
    typical("drag_area_m2", "cart with crates, knee high", 0.4, 0.2, 0.6, PRACTICE),
    typical("drag_area_m2", "small robot or mower", 0.1, 0.05, 0.2, PRACTICE),
    typical("friction", "rubber on dry asphalt", 0.85, 0.7, 1.0, AUTOMOTIVE),
    typical("friction", "rubber on wet asphalt", 0.6, 0.5, 0.65, AUTOMOTIVE),
    typical("friction", "rubber on loose gravel or earth", 0.5, 0.35, 0.6, PRACTICE),
    typical("friction", "tyres on dry lawn", 0.45, 0.3, 0.55, PRACTICE),
    typical("friction", "tyres on wet lawn", 0.25, 0.15, 0.35, PRACTICE),
    typical("friction", "rubber on ice", 0.1, 0.05, 0.15, AUTOMOTIVE),
    typical("driven_weight_share", "all wheels driven", 1.0, 1.0, 1.0, PRACTICE),
    typical("driven_weight_share", "one axle of two, load in the middle", 0.5, 0.4, 0.6, PRACTICE),
    typical("driven_weight_share", "one axle of two, load over it", 0.7, 0.6, 0.8, PRACTICE),
    typical("drag_torque_nm", "pair of small launcher wheels on the motors' own shafts", 0.001, 0.0, 0.003, PRACTICE),
    typical("drag_torque_nm", "small wheel in its own two ball bearings", 0.003, 0.001, 0.01, PRACTICE),
    typical("transfer_efficiency", "pair of wheels gripping a soft projectile", 0.4, 0.25, 0.6, PRACTICE),
    typical("target_tip_speed_m_s", "grass, sharp blade", 75.0, 60.0, 90.0, PRACTICE),
    typical("target_tip_speed_m_s", "grass, swinging razor blades", 45.0, 30.0, 60.0, PRACTICE),
    typical("efficiency", "spur gears, enclosed and oiled", 0.98, 0.97, 0.99, HANDBOOK),
    typical("efficiency", "spur gears, open or plastic", 0.93, 0.90, 0.96, HANDBOOK),
    typical("efficiency", "planetary gear motor, small", 0.80, 0.70, 0.90, HANDBOOK),
    typical("efficiency", "toothed belt", 0.97, 0.95, 0.98, HANDBOOK),
    typical("efficiency", "roller chain, clean and oiled", 0.97, 0.95, 0.98, HANDBOOK),
    typical("efficiency", "bevel gears", 0.96, 0.95, 0.98, HANDBOOK),
    typical("efficiency", "worm, steep (15° lead)", 0.80, 0.70, 0.85, "Shigley, table 13-6"),
    typical("efficiency", "worm, shallow (5° lead)", 0.60, 0.45, 0.65, "Shigley, table 13-6"),
    typical("cell_resistance_ohm", "round cell 18650, energy type", 0.045, 0.03, 0.06, PRACTICE),
    typical("cell_resistance_ohm", "round cell 18650, power type", 0.018, 0.012, 0.025, PRACTICE),
    typical("cell_resistance_ohm", "round cell 21700, power type", 0.014, 0.008, 0.02, PRACTICE),
    typical("cell_resistance_ohm", "pouch cell 5 Ah", 0.003, 0.0015, 0.005, PRACTICE),
    typical("cell_resistance_ohm", "iron phosphate round cell 2.5 Ah", 0.009, 0.006, 0.012, PRACTICE),
    typical("cell_resistance_ohm", "nickel cell, sub-C", 0.006, 0.004, 0.008, PRACTICE),
    typical("cell_resistance_ohm", "lead-acid cell of a 12 V 7 Ah block", 0.004, 0.003, 0.005, PRACTICE),
    typical("connector_a", "pin housing, 2.5 mm pitch", 3.0, 2.0, 4.0, PRACTICE),
    typical("connector_a", "flat blade 6.3 mm", 20.0, 15.0, 25.0, PRACTICE),
    typical("connector_a", "bullet 3.5 mm", 40.0, 30.0, 50.0, PRACTICE),
    typical("connector_a", "two-pole housing, 45 A class", 45.0, 40.0, 50.0, PRACTICE),
    typical("connector_a", "bullet 4 mm", 60.0, 50.0, 70.0, PRACTICE),
    typical("connector_a", "bullet 5.5 mm", 90.0, 80.0, 100.0, PRACTICE),
    typical("connector_a", "bullet 8 mm, or bolted lug", 150.0, 120.0, 200.0, PRACTICE),
];

#[cfg(test)]
mod tests {
    use super::*;

    #[test]
    fn every_typical_value_lies_in_its_own_range() {
        for entry in TYPICAL {
            assert!(entry.low <= entry.value && entry.value <= entry.high, "{entry:?}");
        }
    }

    #[test]
    fn every_typical_value_fits_its_field() {
        use crate::document::load::{Blade, Flywheel, Projectile, Vehicle};
        use crate::document::reading::Shape;
        use crate::document::{Battery, GearingStage};
        let records = [
            Vehicle::FIELDS,
            Projectile::FIELDS,
            Flywheel::FIELDS,
            Blade::FIELDS,
            GearingStage::FIELDS,
            Battery::FIELDS,
            crate::document::WiringRun::FIELDS,
        ];
        for entry in TYPICAL {
            let spec = records
                .iter()
                .flat_map(|fields| fields.iter())
                .find(|spec| spec.key == entry.field)
                .unwrap_or_else(|| panic!("no field {}", entry.field));
            let Shape::Number { min, max } = spec.shape else { panic!("{} is no number", entry.field) };
            assert!(min <= entry.low && entry.high <= max, "{entry:?} outside {min} to {max}");
        }
    }
}

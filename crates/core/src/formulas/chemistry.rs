//! What is known of a cell by its chemistry: voltage against charge, limits, sag when nothing is listed.
//!
//! The tables are typical curves (common practice); single cells differ by some hundredths of a volt.

use super::numeric::blend;
use crate::document::Chemistry;

/// Figures of one cell of a chemistry.
#[derive(Debug, Clone, Copy, PartialEq)]
pub struct CellTable {
    /// Open-circuit voltage at 0, 10 … 100 % charge, V.
    pub open_circuit_v: [f64; 11],
    /// Voltage used for energy figures, V.
    pub nominal_v: f64,
    /// Voltage at the end of charging, V: the highest the pack ever shows.
    pub charger_end_v: f64,
    /// Lowest voltage under load, V.
    pub cutoff_v: f64,
    /// Lowest voltage for a moment, V.
    pub momentary_floor_v: f64,
    /// Charge current as a multiple of the capacity when none is listed, 1/h.
    pub charge_c: f64,
    /// Sag at the continuous rating when the resistance is unknown, V.
    pub rated_sag_v: f64,
    /// Peukert exponent when none is listed.
    pub peukert_exponent: f64,
}

const LIPO: CellTable = CellTable {
    open_circuit_v: [3.27, 3.69, 3.73, 3.77, 3.80, 3.84, 3.87, 3.95, 4.02, 4.11, 4.20],
    nominal_v: 3.7,
    charger_end_v: 4.20,
    cutoff_v: 3.3,
    momentary_floor_v: 3.0,
    charge_c: 1.0,
    rated_sag_v: 0.30,
    peukert_exponent: 1.0,
};

const LI_ION: CellTable = CellTable {
    open_circuit_v: [3.00, 3.45, 3.55, 3.61, 3.66, 3.72, 3.81, 3.90, 3.99, 4.08, 4.20],
    nominal_v: 3.6,
    cutoff_v: 3.0,
    momentary_floor_v: 2.5,
    ..LIPO
};

const LIFEPO4: CellTable = CellTable {
    open_circuit_v: [2.60, 3.17, 3.22, 3.25, 3.26, 3.27, 3.29, 3.31, 3.32, 3.33, 3.45],
    nominal_v: 3.2,
    charger_end_v: 3.65,
    cutoff_v: 2.8,
    momentary_floor_v: 2.0,
    ..LIPO
};

const NIMH: CellTable = CellTable {
    open_circuit_v: [1.00, 1.15, 1.20, 1.22, 1.24, 1.25, 1.26, 1.28, 1.30, 1.33, 1.40],
    nominal_v: 1.2,
    charger_end_v: 1.45,
    cutoff_v: 1.0,
    momentary_floor_v: 0.9,
    rated_sag_v: 0.15,
    ..LIPO
};

const LEAD_ACID: CellTable = CellTable {
    open_circuit_v: [1.893, 1.918, 1.943, 1.968, 1.992, 2.008, 2.033, 2.053, 2.075, 2.100, 2.122],
    nominal_v: 2.0,
    charger_end_v: 2.45,
    cutoff_v: 1.75,
    momentary_floor_v: 1.5,
    charge_c: 0.3,
    rated_sag_v: 0.15,
    peukert_exponent: 1.2,
};

impl Chemistry {
    /// The table of one cell.
    #[must_use]
    pub const fn cell(self) -> &'static CellTable {
        match self {
            Self::Lipo => &LIPO,
            Self::LiIon => &LI_ION,
            Self::Lifepo4 => &LIFEPO4,
            Self::Nimh => &NIMH,
            Self::LeadAcid => &LEAD_ACID,
        }
    }
}

impl CellTable {
    /// Where an alarm stands at rest, V a cell: this share of the charge before the stop voltage.
    #[must_use]
    pub fn alarm_v(&self) -> f64 {
        /// Common practice.
        const ALARM_CHARGE: f64 = 0.2;
        self.open_circuit_v(ALARM_CHARGE)
    }

    /// Voltage of a resting cell, V, straight between the points of the table.
    ///
    /// `charge`: share of the full charge, 0 to 1; beyond that the end value.
    #[must_use]
    pub fn open_circuit_v(&self, charge: f64) -> f64 {
        let tenths = charge.clamp(0.0, 1.0) * 10.0;
        // 0 to 9 after the clamp, so that the next point exists.
        #[allow(clippy::cast_possible_truncation, clippy::cast_sign_loss)]
        let below = (tenths.floor() as usize).min(9);
        let share = tenths - below as f64;
        blend(self.open_circuit_v[below], self.open_circuit_v[below + 1], share)
    }

    /// Charge at which a cell rests at a voltage, V, 0 to 1: the inverse of [`Self::open_circuit_v`]. `None` below an empty cell,
    /// 1 above a full one.
    #[must_use]
    pub fn charge_at_rest(&self, cell_v: f64) -> Option<f64> {
        let table = &self.open_circuit_v;
        if cell_v < table[0] {
            return None;
        }
        let Some(above) = table.iter().position(|volts| *volts > cell_v) else { return Some(1.0) };
        let (low, high) = (table[above - 1], table[above]);
        Some(((above - 1) as f64 + (cell_v - low) / (high - low)) / 10.0)
    }
}

#[cfg(test)]
mod tests {
    use super::*;
    use rstest::rstest;

    /// Open-circuit voltage of a flooded 12 V block, ±0.05 V, and of a lithium cell model.
    /// Source: BCI state-of-charge table (from memory), 75 and 50 %; the lithium row is the published LG M50 set
    /// of Chen et al. 2020 at 50 %, within the 0.05 V that "typical" allows.
    #[rstest]
    #[case::lead_three_quarters(Chemistry::LeadAcid, 6.0, 0.75, 12.45, 0.08)]
    #[case::lead_half(Chemistry::LeadAcid, 6.0, 0.50, 12.24, 0.25)]
    #[case::lithium_half(Chemistry::LiIon, 1.0, 0.50, 3.7509, 0.05)]
    fn validated_open_circuit_voltage(
        #[case] chemistry: Chemistry,
        #[case] cells: f64,
        #[case] charge: f64,
        #[case] published_v: f64,
        #[case] allowed_v: f64,
    ) {
        let volts = cells * chemistry.cell().open_circuit_v(charge);
        assert!((volts - published_v).abs() <= allowed_v, "{volts} against {published_v}");
    }

    #[test]
    fn voltage_never_falls_as_charge_rises() {
        for chemistry in Chemistry::ALL {
            let mut last = 0.0;
            for step in 0..=1000 {
                let volts = chemistry.cell().open_circuit_v(f64::from(step) / 1000.0);
                assert!(volts >= last, "{chemistry:?} at {step}");
                last = volts;
            }
        }
    }

    #[test]
    fn charge_and_voltage_of_a_resting_cell_are_each_others_inverse() {
        for chemistry in Chemistry::ALL {
            let cell = chemistry.cell();
            for charge in [0.0, 0.05, 0.5, 0.73, 1.0] {
                let found = cell.charge_at_rest(cell.open_circuit_v(charge)).unwrap();
                assert!((found - charge).abs() < 1e-9, "{chemistry:?} at {charge}: {found}");
            }
            assert_eq!(cell.charge_at_rest(cell.open_circuit_v[0] - 0.01), None);
            assert_eq!(cell.charge_at_rest(cell.open_circuit_v[10] + 0.3), Some(1.0));
        }
    }

    #[test]
    fn a_lithium_pack_of_ten_is_full_at_42_volts() {
        // Common practice: 10 in series are 42 V full.
        assert!((10.0 * Chemistry::LiIon.cell().open_circuit_v(1.0) - 42.0).abs() < 1e-12);
    }
}

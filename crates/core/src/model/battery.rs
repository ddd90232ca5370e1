//! The battery of an option: voltages, resistance, ratings, and how long it lasts.

use crate::document::{Battery, Circuit, OptionSheet, WiringRun};
use crate::formulas::chemistry::CellTable;
use crate::model::bus::Source;

/// A battery ready to compute with; whole battery, not one pack.
#[derive(Debug, Clone, Copy)]
pub(crate) struct BatteryModel<'d> {
    /// The listed battery.
    pub battery: &'d Battery,
    /// Table of one cell.
    pub cell: &'static CellTable,
    /// Cells in series.
    pub cells: f64,
    /// Capacity, Ah.
    pub capacity_ah: f64,
    /// Resistance of the packs, Ω.
    pub pack_ohm: f64,
    /// Whether that resistance is an estimate from the continuous rating.
    pub resistance_estimated: bool,
    /// Packs and supply leads, Ω.
    pub supply_ohm: f64,
}

/// Nominal voltage of a whole battery, V.
pub(crate) fn nominal_v(battery: &Battery) -> f64 {
    f64::from(battery.cells_series) * f64::from(battery.packs_series) * battery.chemistry.cell().nominal_v
}

impl<'d> BatteryModel<'d> {
    /// The battery of an option with its supply leads.
    pub fn new(option: &'d OptionSheet) -> Self {
        let battery = &option.battery;
        let cell = battery.chemistry.cell();
        let cells = f64::from(battery.cells_series) * f64::from(battery.packs_series);
        let packs_parallel = f64::from(battery.packs_parallel);
        // Reading refuses a battery with neither resistance nor continuous rating.
        let cell_ohm = battery
            .cell_resistance_ohm
            .unwrap_or_else(|| cell.rated_sag_v / (battery.continuous_c.unwrap_or(1.0) * battery.capacity_ah));
        let pack_ohm = cells * cell_ohm / packs_parallel;
        let leads_ohm: f64 = option
            .wiring
            .runs
            .iter()
            .filter(|run| run.circuit == Circuit::Supply)
            .map(WiringRun::loop_resistance_ohm)
            .fold(0.0, |sum, ohm| sum + ohm);
        Self {
            battery,
            cell,
            cells,
            capacity_ah: battery.capacity_ah * packs_parallel,
            pack_ohm,
            resistance_estimated: battery.cell_resistance_ohm.is_none(),
            supply_ohm: pack_ohm + leads_ohm,
        }
    }

    /// Resting voltage, V, at a charge from 0 to 1.
    pub fn open_circuit_v(&self, charge: f64) -> f64 {
        self.cells * self.cell.open_circuit_v(charge)
    }

    /// Highest voltage the battery ever shows, V: at the end of charging.
    pub fn charger_end_v(&self) -> f64 {
        self.cells * self.cell.charger_end_v
    }

    /// The battery as a source at a charge from 0 to 1.
    pub fn source(&self, charge: f64, accessory_w: f64) -> Source {
        Source { open_circuit_v: self.open_circuit_v(charge), resistance_ohm: self.supply_ohm, accessory_w }
    }

    /// Continuous current, A.
    pub fn continuous_a(&self) -> Option<f64> {
        self.battery.continuous_c.map(|c| c * self.capacity_ah)
    }

    /// Burst current for about 10 s, A; the continuous one when no burst is listed.
    pub fn burst_a(&self) -> Option<f64> {
        self.battery.burst_c.or(self.battery.continuous_c).map(|c| c * self.capacity_ah)
    }

    /// Current at which the protection boards open, A.
    pub fn board_limit_a(&self) -> Option<f64> {
        self.battery.bms_limit_a.map(|limit_a| limit_a * f64::from(self.battery.packs_parallel))
    }

    /// Nominal voltage, V.
    pub fn nominal_v(&self) -> f64 {
        nominal_v(self.battery)
    }

    /// Energy, Wh, at nominal voltage.
    pub fn energy_wh(&self) -> f64 {
        self.nominal_v() * self.capacity_ah
    }

    /// Lowest voltage per cell under load, V.
    pub fn cutoff_v_per_cell(&self) -> f64 {
        self.battery.cutoff_v_per_cell.unwrap_or(self.cell.cutoff_v)
    }

    /// Sag of a cell, V, while a current, A, flows; the packs alone, without leads.
    pub fn cell_sag_v(&self, current_a: f64) -> f64 {
        current_a * self.pack_ohm / self.cells
    }

    /// Minutes on one charge.
    ///
    /// * `working_a`: current while working, above 0. `average_a`: average over working and resting, above 0.
    ///
    /// # Source
    /// Peukert's law for the effective capacity: Ah·(Ah/(I·H))^(k−1), never more than listed.
    pub fn runtime_min(&self, working_a: f64, average_a: f64) -> Option<f64> {
        let exponent = self.battery.peukert_exponent.unwrap_or(self.cell.peukert_exponent);
        let effective_ah = self.capacity_ah
            * (self.capacity_ah / (working_a * self.battery.rated_hours)).powf(exponent - 1.0).min(1.0);
        Some(60.0 * self.battery.usable_fraction * effective_ah / average_a).filter(|minutes| minutes.is_finite())
    }
}

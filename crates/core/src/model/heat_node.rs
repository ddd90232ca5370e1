//! Heat of controller and battery, each as one node.

use crate::document::{Chemistry, Controller, Cooling};

use super::battery::BatteryModel;
use super::heat::ThermalPath;

/// One body that takes heat and gives it to the air.
#[derive(Debug, Clone, Copy, PartialEq)]
pub(crate) struct HeatNode {
    pub k_per_w: f64,
    pub j_per_k: f64,
    /// Highest temperature it is made for, °C.
    pub limit_c: f64,
    /// Whether resistance or limit are estimates.
    pub estimated: bool,
}

/// A body is taken to follow its heat no faster than in this time, s. Real ones take seconds to hours; a mass that was typed
/// a thousand times too small would otherwise ask for steps of microseconds and give the same temperatures.
pub(crate) const QUICKEST_S: f64 = 0.2;

/// A motor's heat path with heat capacities that a run can follow; `None` where they are not known.
pub(crate) fn followed(path: ThermalPath) -> Option<ThermalPath> {
    let [winding_j, case_j] = path.capacity_j_per_k?;
    let [from_winding, from_case] = conductances_w_per_k(&path);
    let capacity = [winding_j.max(QUICKEST_S * from_winding), case_j.max(QUICKEST_S * from_case)];
    Some(ThermalPath { capacity_j_per_k: Some(capacity), ..path })
}

/// The shorter time constant of winding and case, s; `None` where their heat capacities are not known.
pub(crate) fn quickest_s(path: &ThermalPath) -> Option<f64> {
    let [winding_j, case_j] = path.capacity_j_per_k?;
    let [from_winding, from_case] = conductances_w_per_k(path);
    Some((winding_j / from_winding).min(case_j / from_case))
}

/// What leads heat away from winding and from case, W/K.
fn conductances_w_per_k(path: &ThermalPath) -> [f64; 2] {
    let (across, out) = (1.0 / path.winding_k_per_w, 1.0 / path.case_k_per_w);
    [across, across + out]
}

/// Heat transfer of a housing in still air, W/(m²·K), radiation included (common practice: 10 to 12).
const HOUSING_W_M2_K: f64 = 11.0;
/// Specific heat of a controller, mostly aluminium and board, J/(kg·K) (common practice).
const CONTROLLER_J_KG_K: f64 = 850.0;
/// Temperature at which controllers usually cut back or fail, °C (common practice).
const CONTROLLER_LIMIT_C: f64 = 85.0;
/// Specific heat of cells, J/(kg·K): lithium about 1000, lead about 750, nickel about 900 (common practice).
const fn cell_j_kg_k(chemistry: Chemistry) -> f64 {
    match chemistry {
        Chemistry::Lipo | Chemistry::LiIon | Chemistry::Lifepo4 => 1000.0,
        Chemistry::Nimh => 900.0,
        Chemistry::LeadAcid => 750.0,
    }
}

/// Temperature a pack should stay below while it gives current, °C (common practice).
const fn pack_limit_c(chemistry: Chemistry) -> f64 {
    match chemistry {
        Chemistry::Lipo | Chemistry::LiIon | Chemistry::Lifepo4 => 60.0,
        Chemistry::Nimh => 55.0,
        Chemistry::LeadAcid => 50.0,
    }
}

/// Surface of a box, m²; of a box of the usual shape for its mass where no size is given.
fn surface_m2(size: Option<[f64; 3]>, mass_kg: Option<f64>, density_kg_m3: f64) -> Option<f64> {
    match (size, mass_kg) {
        (Some([a, b, c]), _) => Some(2.0 * (a * b + b * c + c * a) * 1e-6),
        // Sides in the relation 3 : 2 : 1.
        (None, Some(mass)) => Some(22.0 * (mass / density_kg_m3 / 6.0).powf(2.0 / 3.0)),
        (None, None) => None,
    }
}

impl HeatNode {
    /// Gain, K/s, at a temperature, °C, with a heat, W, in air of `ambient_c`.
    pub fn rate(&self, celsius: f64, heat_w: f64, ambient_c: f64) -> f64 {
        (heat_w - (celsius - ambient_c) / self.k_per_w) / self.j_per_k
    }

    /// Temperature, °C, after a steady heat, W, over seconds, from the air's temperature on.
    ///
    /// # Source
    /// One body with one resistance to the air: ambient + P·R·(1 − e^(−t/(R·C))).
    pub fn after_s(&self, heat_w: f64, ambient_c: f64, seconds: f64) -> f64 {
        ambient_c - heat_w * self.k_per_w * (-seconds / (self.k_per_w * self.j_per_k)).exp_m1()
    }

    /// One controller: stated resistance to air or its surface, heat capacity from its mass. `None` without a mass.
    pub fn of_controller(controller: &Controller, cooling: Cooling) -> Option<Self> {
        let mass_kg = controller.mass_kg.filter(|mass| *mass > 0.0)?;
        let size = controller.size_mm.as_ref().map(|size| [size.length, size.width, size.height]);
        let moved = match cooling {
            Cooling::Still => 1.0,
            Cooling::Airflow => 2.0,
            Cooling::Fan => 4.0,
        };
        let estimated_k_per_w =
            surface_m2(size, Some(mass_kg), 1500.0).map(|area| 1.0 / (HOUSING_W_M2_K * moved * area));
        let k_per_w = controller.case_to_ambient_k_per_w.or(estimated_k_per_w)?;
        Some(Self {
            k_per_w,
            j_per_k: (mass_kg * CONTROLLER_J_KG_K).max(QUICKEST_S / k_per_w),
            limit_c: controller.max_temperature_c.unwrap_or(CONTROLLER_LIMIT_C),
            estimated: controller.case_to_ambient_k_per_w.is_none() || controller.max_temperature_c.is_none(),
        })
    }

    /// The whole battery: heat capacity from its mass, surface of all packs. `None` without a mass.
    pub fn of_battery(model: &BatteryModel<'_>) -> Option<Self> {
        let battery = model.battery;
        let packs = f64::from(battery.packs_series) * f64::from(battery.packs_parallel);
        let mass_kg = battery.mass_kg.filter(|mass| *mass > 0.0)?;
        let size = battery.size_mm.as_ref().map(|size| [size.length, size.width, size.height]);
        let area = surface_m2(size, Some(mass_kg), 2000.0)? * packs;
        let k_per_w = 1.0 / (HOUSING_W_M2_K * area);
        Some(Self {
            k_per_w,
            j_per_k: (mass_kg * packs * cell_j_kg_k(battery.chemistry)).max(QUICKEST_S / k_per_w),
            limit_c: pack_limit_c(battery.chemistry),
            estimated: true,
        })
    }
}

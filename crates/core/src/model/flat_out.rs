//! How long a motor stands full throttle: the machine held flat out from cold, until winding or magnets are at their limit.

use serde::Serialize;

use super::Drive;
use super::cases::Figures;
use super::heat::{ThermalPath, exponential_step};
use crate::formulas::constants::{COPPER_TEMPERATURE_COEFFICIENT_PER_K, copper_factor};
use crate::formulas::numeric::falling_root;

/// What gives way first flat out.
#[derive(Debug, Clone, Copy, PartialEq, Eq, Serialize, schemars::JsonSchema)]
#[serde(rename_all = "snake_case")]
pub enum FlatOutEnd {
    /// The winding reaches its insulation class.
    Winding,
    /// The magnets reach the limit of their grade.
    Magnets,
}

/// How long a motor stands full throttle at its steady speed.
#[derive(Debug, Clone, Copy, PartialEq, Serialize, schemars::JsonSchema)]
pub struct FlatOut {
    /// From ambient until something is at its limit, s; null where nothing ever is.
    pub seconds: Option<f64>,
    /// What is at its limit then; null where nothing ever is.
    pub ends_by: Option<FlatOutEnd>,
    /// Whether ambient is at a limit already, so that there is no time at all.
    pub no_room: bool,
}

/// Longest time looked at, s: what is below its limit after four months never reaches it.
const LONGEST_S: f64 = 1e7;

/// The two nodes of a motor with what heats them held: linear in the temperatures.
pub(crate) struct HeldNodes {
    jacobian: [[f64; 2]; 2],
    rate_at_start: [f64; 2],
    start_c: [f64; 2],
}

/// What heats a motor, held, W of each motor.
#[derive(Debug, Clone, Copy, PartialEq)]
pub(crate) struct HeldHeat {
    /// Copper loss as at 20 °C.
    pub copper_w: f64,
    /// Brush loss.
    pub brush_w: f64,
    /// No-load loss, in the case.
    pub iron_w: f64,
}

impl HeldNodes {
    /// A motor in air of `ambient_c` from the temperatures of winding and case at the start, °C.
    pub fn new(
        path: &ThermalPath,
        [winding_j, case_j]: [f64; 2],
        heat: HeldHeat,
        ambient_c: f64,
        start_c: [f64; 2],
    ) -> Self {
        let (across, away) = (1.0 / path.winding_k_per_w, 1.0 / path.case_k_per_w);
        let slope = heat.copper_w * COPPER_TEMPERATURE_COEFFICIENT_PER_K;
        let winding_w = heat.copper_w * copper_factor(start_c[0]) + heat.brush_w;
        let across_w = across * (start_c[0] - start_c[1]);
        Self {
            jacobian: [
                [(slope - across) / winding_j, across / winding_j],
                [across / case_j, -(across + away) / case_j],
            ],
            rate_at_start: [
                (winding_w - across_w) / winding_j,
                (across_w + heat.iron_w - away * (start_c[1] - ambient_c)) / case_j,
            ],
            start_c,
        }
    }

    /// Winding and case, °C, after a time, s.
    fn after(&self, seconds: f64) -> [f64; 2] {
        let rise = exponential_step(self.jacobian, self.rate_at_start, seconds);
        [self.start_c[0] + rise[0], self.start_c[1] + rise[1]]
    }

    /// When one of them (0 winding, 1 case) first is at a limit, s, within `longest_s`; `None` where it is not.
    pub fn reaches(&self, node: usize, limit_c: f64, longest_s: f64) -> Option<f64> {
        if self.start_c[node] >= limit_c {
            return Some(0.0);
        }
        let left = |seconds: f64| limit_c - self.after(seconds)[node];
        let (mut low, mut high) = (0.0, 1.0);
        while left(high) > 0.0 {
            if high >= longest_s {
                return None;
            }
            (low, high) = (high, 8.0 * high);
        }
        Some(falling_root(low, high, 1e-9, left))
    }
}

impl Drive<'_> {
    /// How long each motor stands what flows at a point, from ambient, °C; `None` where heat path or heat capacity are not
    /// known. The current is held: the torque falls as magnets warm.
    ///
    /// # Source
    /// Two-node network, winding k_r·I²·R(T) + I·V_brush, case T_loss·ω; linear, so solved by its matrix exponential.
    pub fn flat_out(&self, ambient_c: f64, figures: &Figures) -> Option<FlatOut> {
        let path = self.thermal_path()?;
        let capacity = path.capacity_j_per_k?;
        let motor = &self.parts.motor;
        let magnets_c = motor.magnet_limit_c();
        let winding_c = motor.winding_limit_c();
        if ambient_c >= winding_c || magnets_c.is_some_and(|limit_c| ambient_c >= limit_c) {
            return Some(FlatOut { seconds: None, ends_by: None, no_room: true });
        }
        let current_a = figures.current_a;
        let heat = HeldHeat {
            copper_w: self.controller.resistance_factor * current_a * current_a * self.motor.resistance_ohm,
            brush_w: current_a * self.motor.brush_drop_v,
            iron_w: self.motor.loss.at_nm(figures.motor_rad_s) * figures.motor_rad_s,
        };
        let nodes = HeldNodes::new(&path, capacity, heat, ambient_c, [ambient_c; 2]);
        let ends = [
            (nodes.reaches(0, winding_c, LONGEST_S), FlatOutEnd::Winding),
            (magnets_c.and_then(|limit_c| nodes.reaches(1, limit_c, LONGEST_S)), FlatOutEnd::Magnets),
        ];
        let first = ends.into_iter().filter_map(|(at_s, end)| Some((at_s?, end))).min_by(|a, b| a.0.total_cmp(&b.0));
        Some(FlatOut { seconds: first.map(|(at_s, _)| at_s), ends_by: first.map(|(_, end)| end), no_room: false })
    }
}

#[cfg(test)]
mod tests {
    use super::*;
    use approx::assert_relative_eq;

    /// A winding alone (its case held at ambient by a path of nothing) warms by ΔT·(1 − e^(−t/τ)) with the copper feedback in
    /// both; by hand: 100 W, 1 K/W, 50 J/K, limit 60 K above: feedback 100·0.00393 = 0.393, τ = 50/(1 − 0.393) = 82.372 s,
    /// ΔT = 100/(1 − 0.393) = 164.745 K, t = −τ·ln(1 − 60/164.745) = 37.304 s.
    #[test]
    fn validated_time_of_one_node_by_hand() {
        let path = ThermalPath { winding_k_per_w: 1.0, case_k_per_w: 1e-9, capacity_j_per_k: None, estimated: false };
        let heat = HeldHeat { copper_w: 100.0, brush_w: 0.0, iron_w: 0.0 };
        let nodes = HeldNodes::new(&path, [50.0, 1.0], heat, 20.0, [20.0; 2]);
        assert_relative_eq!(nodes.reaches(0, 80.0, LONGEST_S).unwrap(), 37.304, max_relative = 1e-4);
        assert_eq!(nodes.reaches(0, 190.0, LONGEST_S), None);
        assert_eq!(nodes.reaches(1, 21.0, LONGEST_S), None);
    }
}

//! Drives at full throttle on one battery: what all settle on, and what controllers give up at the stop voltage.

use super::super::limits::RunLimit;
use super::super::runner::{DriveMode, RoadSegment};
use super::{Dynamics, Flow};
use crate::model::bus::{Limit, Source};
use crate::model::throttle::Pull;

impl Dynamics<'_> {
    /// Bus voltage with every throttling drive at full throttle, the wheels held to their grip and, where that is wished, the
    /// battery to its stop voltage. On a weak battery the one rule of [`crate::model::throttle`] holds; those that follow
    /// their course come first.
    pub(super) fn settle(
        &self,
        source: &Source,
        state: &[f64],
        ways: &[RoadSegment],
        fixed_w: f64,
        throttling: &[bool],
        into: &mut Flow,
    ) -> f64 {
        let pulls: Vec<Pull<'_>> = (0..self.runners.len())
            .filter(|index| throttling[*index])
            .map(|index| self.pull(index, state, ways))
            .collect();
        if pulls.is_empty() {
            // More is asked than the battery can give at any voltage: at half its voltage it gives most.
            return source.bus_v(fixed_w).unwrap_or_else(|| source.half_v());
        }
        let resting = Source { accessory_w: source.accessory_w + fixed_w, ..*source };
        let shared = resting.shared(&pulls);
        let bus_v = shared.map_or_else(|| source.half_v(), |shared| shared.bus_v);
        for (place, index) in (0..self.runners.len()).filter(|index| throttling[*index]).enumerate() {
            let pull = &pulls[place];
            let (current_a, power_w, limit) = match &shared {
                Some(shared) => {
                    let taken = shared.taken()[place];
                    (taken.current_a, taken.power_w, taken.limited_by)
                }
                None if self.runners[index].regulated() => (0.0, 0.0, Limit::Supply),
                None => {
                    let (current_a, limit) = pull.current(bus_v);
                    (current_a, pull.power_w(current_a), limit)
                }
            };
            let flow = &mut into.drives[index];
            flow.current_a = current_a;
            flow.power_w = power_w;
            flow.limited_by = Some(self.runners[index].limit_of(limit, pull));
        }
        self.cut_back(source, state, ways, bus_v, throttling, into)
    }

    /// Takes the full throttle of controllers back until the battery stands at its stop voltage, where that is wished. A plain
    /// switch takes nothing back.
    pub(super) fn cut_back(
        &self,
        source: &Source,
        state: &[f64],
        ways: &[RoadSegment],
        bus_v: f64,
        throttling: &[bool],
        into: &mut Flow,
    ) -> f64 {
        let Some((allowed_a, floor_v)) = self.stop_voltage(source) else { return bus_v };
        if source.current_a(self.power_w(into), bus_v) <= allowed_a || self.open_w(into) <= 0.0 {
            return bus_v;
        }
        // What they would take there, not at the voltage that their full throttle would pull the battery down to.
        for index in (0..self.runners.len()).filter(|index| throttling[*index]) {
            let pull = self.pull(index, state, ways);
            let (current_a, limit) = pull.current(floor_v);
            let flow = &mut into.drives[index];
            flow.current_a = current_a;
            flow.limited_by = Some(self.runners[index].limit_of(limit, &pull));
            flow.power_w = pull.power_w(current_a);
        }
        let open_w = self.open_w(into);
        let fixed_w = self.power_w(into) - open_w;
        let left = if open_w > 0.0 {
            ((allowed_a * floor_v - source.accessory_w - fixed_w) / open_w).clamp(0.0, 1.0)
        } else {
            1.0
        };
        for index in (0..self.runners.len()).filter(|index| throttling[*index] && self.runners[*index].regulated()) {
            let pull = self.pull(index, state, ways);
            let idle_w = self.runners[index].hot.controller.idle_w;
            let flow = &mut into.drives[index];
            flow.current_a = pull.current_at_w(idle_w + left * (flow.power_w - idle_w));
            flow.power_w = pull.power_w(flow.current_a);
            // Where there is enough at that voltage, it is not the battery that holds it.
            if left < 1.0 {
                flow.limited_by = Some(RunLimit::StopVoltage);
            }
        }
        source.bus_v(self.power_w(into)).unwrap_or(floor_v)
    }

    /// Power above idling of the drives at full throttle that a controller can take back, W.
    pub(super) fn open_w(&self, flow: &Flow) -> f64 {
        self.runners
            .iter()
            .zip(&flow.drives)
            .filter(|(runner, _)| matches!(runner.doing, DriveMode::Throttle) && runner.regulated())
            .map(|(runner, drive)| drive.power_w - runner.hot.controller.idle_w)
            .sum()
    }

    /// Current of the battery at its stop voltage, A, and the bus voltage there, V, where controllers cut back at it and the
    /// battery still can give more.
    pub(super) fn stop_voltage(&self, source: &Source) -> Option<(f64, f64)> {
        if !self.stop_voltage_cutback {
            return None;
        }
        let most_a = source.half_v() / source.resistance_ohm.max(1e-9);
        let stop_v = self.battery.cells * self.battery.cutoff_v_per_cell();
        let stop_a = ((source.open_circuit_v - stop_v) / self.battery.pack_ohm.max(1e-9)).max(0.0);
        (stop_a <= most_a).then_some((stop_a, source.open_circuit_v - stop_a * source.resistance_ohm))
    }
}

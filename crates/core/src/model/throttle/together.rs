//! Several drives at full throttle on one battery.

use super::{PowerOverVoltage, Pull, Shared, Taken};
use crate::document::job::MOST_DRIVES;
use crate::formulas::numeric::larger_root;
use crate::model::bus::{Limit, Source};

impl Source {
    /// Several drives at full throttle at once; `None` when the battery cannot give it.
    ///
    /// On a weak battery the plain switches draw what they draw at half the resting voltage and the controllers share what is
    /// left, each in proportion to what it would draw there. Where the plain switches alone pull it lower, theirs is the
    /// voltage and the controllers get nothing.
    pub fn shared(&self, pulls: &[Pull<'_>]) -> Option<Shared> {
        let bus_v = self.largest_consistent_v(pulls, |_| true);
        let regulated = pulls.iter().any(Pull::regulated);
        if !regulated || bus_v.is_some_and(|bus_v| bus_v >= self.half_v()) {
            return Some(Shared::at(pulls, bus_v?, |pull, bus_v| {
                let (current_a, limited_by) = pull.current(bus_v);
                Taken { current_a, power_w: pull.power_w(current_a), limited_by }
            }));
        }
        if self.most_w() < 0.0 {
            return None;
        }
        let half_v = self.half_v();
        let drawn = |regulated: bool| -> f64 {
            let like = pulls.iter().filter(|pull| pull.regulated() == regulated);
            like.map(|pull| pull.power_w(pull.current(half_v).0)).sum()
        };
        let left_w = self.most_w() - drawn(false);
        if left_w < 0.0 {
            let bus_v = self.largest_consistent_v(pulls, |pull| !pull.regulated())?;
            return Some(Shared::at(pulls, bus_v, |pull, bus_v| {
                if pull.regulated() {
                    return Taken { current_a: 0.0, power_w: 0.0, limited_by: Limit::Supply };
                }
                let (current_a, limited_by) = pull.current(bus_v);
                Taken { current_a, power_w: pull.power_w(current_a), limited_by }
            }));
        }
        let asked_w = drawn(true);
        let share = if asked_w > 0.0 { (left_w / asked_w).min(1.0) } else { 0.0 };
        Some(Shared::at(pulls, half_v, |pull, bus_v| {
            let (current_a, limited_by) = pull.current(bus_v);
            let power_w = pull.power_w(current_a);
            if pull.regulated() {
                let power_w = share * power_w;
                Taken { current_a: pull.current_at_w(power_w), power_w, limited_by: Limit::Supply }
            } else {
                Taken { current_a, power_w, limited_by }
            }
        }))
    }

    /// Largest bus voltage, V, at which what the chosen drives take is what the source gives.
    pub(super) fn largest_consistent_v(&self, pulls: &[Pull<'_>], chosen: impl Fn(&Pull<'_>) -> bool) -> Option<f64> {
        const MOST_CORNERS: usize = 4 * MOST_DRIVES;
        let mut corners = [0.0; MOST_CORNERS];
        let mut count = 0;
        for pull in pulls.iter().filter(|pull| chosen(pull)) {
            for corner in pull.corners() {
                // Corners above the open-circuit voltage are never reached.
                if corner > 0.0 && corner < self.open_circuit_v {
                    corners[count] = corner;
                    count += 1;
                }
            }
        }
        let corners = &mut corners[..count];
        corners.sort_unstable_by(|a, b| b.total_cmp(a));
        let mut high = self.open_circuit_v;
        for low in corners.iter().copied().chain(std::iter::once(0.0)) {
            let middle = 0.5 * (low + high);
            let total = pulls.iter().filter(|pull| chosen(pull)).fold(PowerOverVoltage::default(), |sum, pull| {
                let part = pull.power(middle);
                PowerOverVoltage {
                    square: sum.square + part.square,
                    linear: sum.linear + part.linear,
                    constant: sum.constant + part.constant,
                }
            });
            let root = larger_root(
                1.0 + self.resistance_ohm * total.square,
                self.resistance_ohm * total.linear - self.open_circuit_v,
                self.resistance_ohm * (total.constant + self.accessory_w),
            );
            const SLACK: f64 = 1e-12;
            if let Some(root) = root
                && root > 0.0
                && root >= low * (1.0 - SLACK)
                && root <= high * (1.0 + SLACK)
            {
                return Some(root);
            }
            high = low;
        }
        None
    }
}

impl Shared {
    fn at(pulls: &[Pull<'_>], bus_v: f64, take: impl Fn(&Pull<'_>, f64) -> Taken) -> Self {
        const NOTHING: Taken = Taken { current_a: 0.0, power_w: 0.0, limited_by: Limit::Supply };
        let mut taken = [NOTHING; MOST_DRIVES];
        for (slot, pull) in taken.iter_mut().zip(pulls) {
            *slot = take(pull, bus_v);
        }
        Self { bus_v, taken, count: pulls.len().min(MOST_DRIVES) }
    }
}

//! Full throttle: what drives draw, what limits them, and the bus voltage they settle on.
//!
//! At full throttle the power P depends on V_bus: between the voltages where a drive changes what limits it, P is
//! c₂V² + c₁V + c₀, so each stretch is a quadratic and the largest consistent voltage is found exactly, without iteration.
//!
//! A source gives most, V_oc²/4Rs, at half its resting voltage. Where the largest consistent voltage lies below that (or there
//! is none), controllers hold the bus at V_oc/2 and share what is left there; plain switches take what they take. This is the
//! one rule for weak batteries: evaluation, envelope, times, wiring, search and runs all ask here.

mod together;

use super::Drive;
use super::bus::{Limit, Source};
use crate::document::job::MOST_DRIVES;
use crate::formulas::numeric::{falling_root, larger_root};

/// A drive at full throttle at one speed.
#[derive(Debug, Clone, Copy, PartialEq)]
pub(crate) struct Throttled {
    /// Bus voltage, V.
    pub bus_v: f64,
    /// Equivalent current of each motor, A; never below 0.
    pub current_a: f64,
    /// What limits it.
    pub limited_by: Limit,
}

/// What keeps the current of a motor down besides its controller, because nothing holds its shaft.
#[derive(Debug, Clone, Copy, PartialEq)]
pub(crate) enum Yields {
    /// Nothing: the shaft can be held.
    Never,
    /// The wheels slip at this torque at the output, N·m.
    Slips(f64),
    /// It is started softly: never more than this equivalent current of each motor, A.
    Softly(f64),
}

/// A drive at full throttle at a motor speed.
#[derive(Clone, Copy)]
pub(crate) struct Pull<'a> {
    drive: &'a Drive<'a>,
    emf_v: f64,
    /// Most equivalent current of each motor, A: the controller's limit, or less where something yields.
    motor_limit_a: Option<f64>,
    /// Whether it is what yields that holds it there.
    yields: bool,
}

/// P = c₂V² + c₁V + c₀.
#[derive(Clone, Copy, Default)]
struct PowerOverVoltage {
    square: f64,
    linear: f64,
    constant: f64,
}

/// What one of several drives takes.
#[derive(Debug, Clone, Copy, PartialEq)]
pub(crate) struct Taken {
    /// Equivalent current of each motor, A; never below 0.
    pub current_a: f64,
    /// Power from the bus, W, idle power included.
    pub power_w: f64,
    /// What limits it.
    pub limited_by: Limit,
}

/// Several drives at full throttle on one bus, in their order.
#[derive(Debug, Clone, Copy, PartialEq)]
pub(crate) struct Shared {
    /// Bus voltage, V.
    pub bus_v: f64,
    taken: [Taken; MOST_DRIVES],
    count: usize,
}

impl Shared {
    /// What each takes.
    pub fn taken(&self) -> &[Taken] {
        &self.taken[..self.count]
    }

    /// Power that all take from the bus, W.
    pub fn power_w(&self) -> f64 {
        self.taken().iter().map(|taken| taken.power_w).sum()
    }
}

impl<'a> Pull<'a> {
    /// A drive at a motor speed, rad/s.
    pub fn new(drive: &'a Drive<'a>, motor_rad_s: f64, yields: Yields) -> Self {
        let set_a = drive.controller.motor_limit_a;
        let yields_a = drive.yields_at_a(yields, motor_rad_s);
        let held = yields_a.filter(|yields_a| set_a.is_none_or(|set_a| *yields_a < set_a));
        Self { drive, emf_v: drive.emf_v(motor_rad_s), motor_limit_a: held.or(set_a), yields: held.is_some() }
    }

    /// Whether a motor-current limit on it is the grip or the soft start, not the controller's.
    pub const fn yields_first(&self) -> bool {
        self.yields
    }

    /// Current of each motor at a bus voltage, V, and what limits it.
    pub fn current(&self, bus_v: f64) -> (f64, Limit) {
        let (controller, loop_ohm) = (&self.drive.controller, self.drive.loop_ohm);
        let mut least = ((controller.voltage_share() * bus_v - self.emf_v) / loop_ohm, Limit::Duty);
        if let Some(limit_a) = self.motor_limit_a
            && limit_a < least.0
        {
            least = (limit_a, Limit::MotorCurrent);
        }
        if let Some(limit_a) = controller.battery_limit_a {
            let current = self.current_of_w(limit_a * bus_v);
            if current < least.0 {
                least = (current, Limit::BatteryCurrent);
            }
        }
        (least.0.max(0.0), least.1)
    }

    /// Current of each motor, A, that takes a power from the bus, W, of each motor; 0 where there is none.
    fn current_of_w(&self, each_w: f64) -> f64 {
        let (emf_v, loop_ohm) = (self.emf_v, self.drive.loop_ohm);
        (-emf_v + (emf_v * emf_v + 4.0 * loop_ohm * each_w.max(0.0)).sqrt()) / (2.0 * loop_ohm)
    }

    /// Power from the bus, W, at a current of each motor, A.
    pub fn power_w(&self, current_a: f64) -> f64 {
        let drive = self.drive;
        drive.motors * current_a * (self.emf_v + current_a * drive.loop_ohm) + drive.controller.idle_w
    }

    /// Current of each motor, A, when all of the drive takes a power from the bus, W: what its controllers idle with belongs to
    /// it, and below that nothing flows.
    pub fn current_at_w(&self, power_w: f64) -> f64 {
        self.current_of_w((power_w - self.drive.controller.idle_w) / self.drive.motors)
    }

    /// The power law that holds around a bus voltage.
    fn power(&self, bus_v: f64) -> PowerOverVoltage {
        let drive = self.drive;
        let idle = PowerOverVoltage { constant: drive.controller.idle_w, ..PowerOverVoltage::default() };
        let (current_a, limit) = self.current(bus_v);
        if current_a <= 0.0 {
            return idle;
        }
        let share = drive.controller.voltage_share();
        match limit {
            Limit::MotorCurrent => PowerOverVoltage { constant: self.power_w(current_a), ..idle },
            Limit::BatteryCurrent => {
                PowerOverVoltage { linear: drive.motors * drive.controller.battery_limit_a.unwrap_or(0.0), ..idle }
            }
            _ => PowerOverVoltage {
                square: drive.motors * share * share / drive.loop_ohm,
                linear: -drive.motors * share * self.emf_v / drive.loop_ohm,
                ..idle
            },
        }
    }

    /// Bus voltages where the limiting quantity changes.
    fn corners(&self) -> [f64; 4] {
        let (controller, loop_ohm) = (&self.drive.controller, self.drive.loop_ohm);
        let share = controller.voltage_share();
        let motor = self.motor_limit_a;
        let battery = controller.battery_limit_a;
        [
            self.emf_v / share,
            motor.map_or(0.0, |limit_a| (self.emf_v + limit_a * loop_ohm) / share),
            battery.map_or(0.0, |limit_a| (self.emf_v + limit_a / share * loop_ohm) / share),
            match (motor, battery) {
                (Some(motor_a), Some(battery_a)) => motor_a * (self.emf_v + motor_a * loop_ohm) / battery_a,
                _ => 0.0,
            },
        ]
    }

    const fn regulated(&self) -> bool {
        self.drive.controller.present
    }
}

impl Drive<'_> {
    /// Most equivalent current of each motor, A, that what yields lets through at a motor speed, rad/s.
    ///
    /// # Source
    /// Balance of torque at the slipping wheel: I = (T_grip/(N·G·η) + T_loss(ω))/Kt.
    pub fn yields_at_a(&self, yields: Yields, motor_rad_s: f64) -> Option<f64> {
        match yields {
            Yields::Never => None,
            Yields::Slips(output_nm) => Some(self.current_for_a(self.motor_nm(output_nm), motor_rad_s)),
            Yields::Softly(current_a) => Some(current_a),
        }
    }
}

/// A drive alone on a source: what of its full throttle is the same at every speed, worked out once.
pub(crate) struct Alone<'a> {
    source: &'a Source,
    drive: &'a Drive<'a>,
    /// Voltage of the motors over that of the bus at full duty.
    share: f64,
    half_v: f64,
    most_w: f64,
    /// Bus voltage while nothing turns, V; `None` where what idles alone is too much.
    rest_v: Option<f64>,
    /// Bus voltage, V, where the battery-current limit holds.
    limited_v: Option<f64>,
    /// What idles, W, times the resistance of the source, Ω.
    fixed: f64,
    per_volt: f64,
}

impl<'a> Alone<'a> {
    /// A drive alone on a source.
    pub fn new(source: &'a Source, drive: &'a Drive<'a>) -> Self {
        let controller = &drive.controller;
        let (share, resistance_ohm) = (controller.voltage_share(), source.resistance_ohm);
        let fixed = resistance_ohm * (controller.idle_w + source.accessory_w);
        Self {
            source,
            drive,
            share,
            half_v: source.half_v(),
            most_w: source.most_w(),
            rest_v: source.bus_v(controller.idle_w),
            limited_v: controller.battery_limit_a.and_then(|limit_a| {
                larger_root(1.0, resistance_ohm * drive.motors * limit_a - source.open_circuit_v, fixed)
            }),
            fixed,
            per_volt: resistance_ohm * drive.motors * share / drive.loop_ohm,
        }
    }

    /// At full throttle at a motor speed, rad/s; `None` when the battery cannot give it.
    pub fn throttled(&self, motor_rad_s: f64) -> Option<Throttled> {
        self.pulled(&Pull::new(self.drive, motor_rad_s, Yields::Never))
    }

    /// The same for a drive that something holds down; `None` when the battery cannot give it.
    ///
    /// The same answer as [`Source::shared`] for one drive, without looking at corners: the power is the least of the three
    /// limits' powers, so the largest consistent voltage is the largest of their roots.
    pub fn pulled(&self, pull: &Pull<'_>) -> Option<Throttled> {
        let (source, drive, emf_v) = (self.source, self.drive, pull.emf_v);
        let Some(rest_v) = self.rest_v else {
            // What idles alone is too much: no share is left for the motors.
            let starved = Throttled { bus_v: self.half_v, current_a: 0.0, limited_by: Limit::Supply };
            return (pull.regulated() && self.most_w >= 0.0).then_some(starved);
        };
        let resting = Throttled { bus_v: rest_v, current_a: 0.0, limited_by: Limit::Duty };
        if self.share * rest_v <= emf_v {
            return Some(resting);
        }
        let duty =
            larger_root(1.0 + self.per_volt * self.share, -(self.per_volt * emf_v + source.open_circuit_v), self.fixed);
        let motor = pull.motor_limit_a.and_then(|limit_a| {
            let power_w = drive.motors * limit_a * (emf_v + limit_a * drive.loop_ohm);
            larger_root(1.0, -source.open_circuit_v, self.fixed + source.resistance_ohm * power_w)
        });
        let largest = [duty, motor, self.limited_v].into_iter().flatten().reduce(f64::max);
        if pull.regulated() && largest.is_none_or(|bus_v| bus_v < self.half_v) {
            let current_a = pull.current_at_w(self.most_w);
            return Some(Throttled { bus_v: self.half_v, current_a, limited_by: Limit::Supply });
        }
        let found = largest.and_then(|bus_v| {
            let (current_a, limited_by) = pull.current(bus_v);
            // No current at a voltage below rest: a source too weak for its idle load.
            (current_a > 0.0).then_some(Throttled { bus_v, current_a, limited_by })
        });
        // A loss-free motor spins up to the very speed where nothing flows: 87 cells of 9.7 Ω that barely feed their
        // idle load gave 4e-13 V too much there, and no current that fits. A limit of nothing lets nothing through either.
        const ROUNDING: f64 = 1e-6;
        found.or_else(|| {
            let held = pull.motor_limit_a.is_some_and(|limit_a| limit_a <= 0.0);
            (held || self.share * rest_v <= emf_v * (1.0 + ROUNDING)).then_some(resting)
        })
    }

    /// Shaft torque, N·m, of each motor at full throttle at a motor speed, rad/s.
    pub fn shaft_nm(&self, motor_rad_s: f64) -> Option<f64> {
        self.throttled(motor_rad_s).map(|point| self.drive.shaft_nm(point.current_a, motor_rad_s))
    }
}

impl Source {
    /// Motor speeds, rad/s, where a drive alone at full throttle changes what limits it, in no order; 0 where it does not.
    ///
    /// The battery gives most at one of them, at rest, or at the top speed.
    pub fn corner_speeds_rad_s(&self, drive: &Drive<'_>) -> [f64; 5] {
        let (controller, loop_ohm, kt) = (&drive.controller, drive.loop_ohm, drive.motor.torque_constant_nm_per_a);
        let share = controller.voltage_share();
        let fixed_w = controller.idle_w + self.accessory_w;
        // V = V_oc − Rs·(linear + fixed/V)
        let bus_v = |linear: f64| {
            larger_root(1.0, self.resistance_ohm * linear - self.open_circuit_v, self.resistance_ohm * fixed_w)
        };
        let speed = |emf_v: f64| (emf_v - drive.motor.brush_drop_v) / kt;
        let mut corners = [0.0; 5];
        if let Some(limit_a) = controller.motor_limit_a
            && let Some(volts) = bus_v(drive.motors * limit_a * share)
        {
            corners[0] = speed(share * volts - limit_a * loop_ohm);
        }
        if let Some(battery_a) = controller.battery_limit_a
            && let Some(volts) = bus_v(drive.motors * battery_a)
        {
            corners[1] = speed(share * volts - battery_a / share * loop_ohm);
            if let Some(motor_a) = controller.motor_limit_a {
                corners[2] = speed(battery_a * volts / motor_a - motor_a * loop_ohm);
            }
        }
        let each_w = (self.most_w() - controller.idle_w) / drive.motors;
        if controller.present && each_w > 0.0 && each_w.is_finite() {
            let motor_v = share * self.half_v();
            corners[3] = speed(motor_v - loop_ohm * each_w / motor_v);
            if let Some(limit_a) = controller.motor_limit_a.filter(|limit_a| *limit_a > 0.0) {
                corners[4] = speed(each_w / limit_a - limit_a * loop_ohm);
            }
        }
        corners.map(|corner| if corner.is_finite() { corner.max(0.0) } else { 0.0 })
    }

    /// Motor speed, rad/s, between rest and `top_rad_s` at which a drive alone at full throttle draws most.
    ///
    /// With a motor-current limit that is not at rest: there the duty is small. The lowest such speed where
    /// several draw the same.
    pub fn peak_draw_rad_s(&self, drive: &Drive<'_>, top_rad_s: f64, yields: Yields) -> f64 {
        let alone = Alone::new(self, drive);
        let power = |motor_rad_s: f64| {
            let pull = Pull::new(drive, motor_rad_s, yields);
            alone.pulled(&pull).map_or(f64::INFINITY, |point| pull.power_w(point.current_a))
        };
        // Below it what yields holds the current, above it something else does.
        let freed = match drive.yields_at_a(yields, 0.0) {
            None => 0.0,
            Some(_) => falling_root(0.0, top_rad_s, 1e-12, |motor_rad_s| {
                let free_a = alone.throttled(motor_rad_s).map_or(0.0, |point| point.current_a);
                free_a - drive.yields_at_a(yields, motor_rad_s).unwrap_or(f64::INFINITY)
            }),
        };
        let [a, b, c, d, e] = self.corner_speeds_rad_s(drive);
        let mut candidates = [0.0, a, b, c, d, e, freed, top_rad_s];
        candidates.sort_unstable_by(f64::total_cmp);
        let mut best = (0.0, power(0.0));
        let mut seen = 0.0;
        for candidate in candidates {
            let speed = candidate.min(top_rad_s);
            if speed <= seen {
                continue;
            }
            seen = speed;
            let drawn = power(speed);
            if drawn > best.1 * (1.0 + 1e-9) {
                best = (speed, drawn);
            }
        }
        best.0
    }
}

#[cfg(test)]
mod tests;

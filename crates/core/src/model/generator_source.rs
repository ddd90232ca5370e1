//! A generator on its source as what hangs on it sees it: a voltage behind a resistance.
//!
//! The torque of the source falls in a straight line with its speed, or its speed is given; the losses of the machine rise in
//! a straight line. The voltage of the machine then falls in a straight line with its current, and the load of most power and
//! the ratio for a voltage are closed forms (Thévenin's theorem; maximum power transfer). Windings of a stepper, each with a
//! bridge of its own, give no straight line.

use super::generating::{ElectricalLoad, GeneratorModel};
use crate::document::MotorKind;
use crate::formulas::constants::RAD_S_PER_RPM;

/// What turns a generator: the source, and what its machines take from it without a current.
enum Turned {
    /// A speed that holds, rad/s.
    Held(f64),
    /// A torque that falls with speed.
    Falling(Falling),
}

/// Torque at the source with no current: at rest, and how it falls.
struct Falling {
    /// Of the source at rest, N·m.
    stall_nm: f64,
    /// What the machines take at rest, N·m for each turn of theirs per turn of the source.
    rest_nm_per_ratio: f64,
    /// How the source falls by itself, N·m for each rad/s.
    own_nm_s: f64,
    /// How the losses of the machines rise, N·m for each rad/s, by the square of the ratio.
    loss_nm_s_per_ratio2: f64,
}

/// A voltage behind a resistance, as each machine has them.
struct Thevenin {
    /// With no current and its brushes or bridge lost, V; below 0 where it is too slow to give any.
    emf_v: f64,
    /// What the source gives way, as a resistance in series with the winding, Ω.
    source_ohm: f64,
}

/// Torque of the current that a machine gives, over the speed of its source: none up to a speed, from there a straight line.
#[derive(Clone, Copy)]
pub(super) struct ElectricLine {
    pub from_rad_s: f64,
    /// N·m of each machine for each rad/s.
    pub per_rad_s: f64,
}

impl Falling {
    /// Torque left at rest, N·m, and how it falls, N·m for each rad/s, at a ratio.
    fn at(&self, ratio: f64) -> (f64, f64) {
        (self.stall_nm - self.rest_nm_per_ratio * ratio, self.own_nm_s + self.loss_nm_s_per_ratio2 * ratio * ratio)
    }
}

impl GeneratorModel<'_> {
    /// Torque at the source for each N·m of each machine at a ratio of 1: N/η.
    fn machines_by_efficiency(&self) -> f64 {
        self.drive.motors / self.drive.gearing.efficiency
    }

    fn turned(&self) -> Turned {
        let (loss, source) = (self.drive.motor.loss, &self.load.source);
        let (None, Some(stall_nm), Some(runaway_rpm)) = (source.rpm, source.stall_torque_nm, source.runaway_rpm) else {
            return Turned::Held(source.rpm.unwrap_or(0.0) * RAD_S_PER_RPM);
        };
        let share = self.machines_by_efficiency();
        Turned::Falling(Falling {
            stall_nm,
            rest_nm_per_ratio: share * loss.at_rest_nm,
            own_nm_s: stall_nm / (runaway_rpm * RAD_S_PER_RPM),
            loss_nm_s_per_ratio2: share * loss.per_rad_s,
        })
    }

    /// Whether the torque of its current is a straight line over speed.
    fn is_straight(&self) -> bool {
        self.drive.parts.motor.kind != MotorKind::Stepper
    }

    /// Speed of the source, rad/s, at which its torque meets what is asked: no electric torque, or a straight line over the
    /// speed from the speed on at which current flows.
    pub(super) fn settled(&self, electric: Option<ElectricLine>) -> f64 {
        let falling = match self.turned() {
            Turned::Held(rad_s) => return rad_s,
            Turned::Falling(falling) => falling,
        };
        let (left_nm, falls) = falling.at(self.ratio);
        let free = (left_nm / falls).max(0.0);
        match electric {
            Some(line) if free > line.from_rad_s => {
                let rises = self.machines_by_efficiency() * self.ratio * line.per_rad_s;
                ((left_nm + rises * line.from_rad_s) / (falls + rises)).max(0.0)
            }
            _ => free,
        }
    }

    fn thevenin(&self) -> Thevenin {
        let (kt, ratio) = (self.drive.motor.torque_constant_nm_per_a, self.ratio);
        let source_ohm = match self.turned() {
            Turned::Held(_) => 0.0,
            Turned::Falling(falling) => {
                let (_, falls) = falling.at(ratio);
                kt * kt * ratio * ratio * self.machines_by_efficiency() / falls
            }
        };
        Thevenin { emf_v: kt * ratio * self.settled(None) - self.lost_v(), source_ohm }
    }

    /// The resistance that takes the most power, Ω, and the power it takes, W, of each machine; `None` for a stepper.
    ///
    /// R = r + k_t²·G²·N/(η·c), P = E²/(4R): maximum power transfer, c being how the torque of the source falls.
    pub(super) fn matched_load(&self) -> Option<(f64, f64)> {
        if !self.is_straight() {
            return None;
        }
        let Thevenin { emf_v, source_ohm } = self.thevenin();
        let ohm = (self.own_ohm() + source_ohm).max(LEAST_OHM);
        Some((ohm, emf_v.max(0.0).powi(2) / (4.0 * ohm)))
    }

    /// The smallest ratio that reaches a voltage; an inner `None` where none does, the outer for a stepper.
    ///
    /// With E(G) = k_t·G·ω₀(G) − V_lost and the source's resistance R_s(G), x·E ≥ y + z·R_s is a quadratic in G.
    #[allow(clippy::option_option, reason = "no straight line, and no ratio that reaches it, are two things")]
    pub(super) fn ratio_by_lines(&self, needed_v: f64) -> Option<Option<f64>> {
        if !self.is_straight() {
            return None;
        }
        let (kt, own_ohm, lost_v) = (self.drive.motor.torque_constant_nm_per_a, self.own_ohm(), self.lost_v());
        let (x, y, z) = match self.hangs {
            ElectricalLoad::Resistance(ohm) => (ohm, needed_v * (own_ohm + ohm), needed_v),
            // Up to its own voltage a battery lets no current through.
            ElectricalLoad::Battery(volts) if needed_v > volts => (own_ohm, needed_v * own_ohm, needed_v - volts),
            ElectricalLoad::Battery(_) | ElectricalLoad::Open => (1.0, needed_v, 0.0),
        };
        Some(match self.turned() {
            Turned::Held(rad_s) => Some((y / x + lost_v) / (kt * rad_s)),
            Turned::Falling(falling) => {
                let held = x * lost_v + y;
                let current_nm = z * kt * kt * self.machines_by_efficiency();
                let square = -(x * kt * falling.rest_nm_per_ratio + held * falling.loss_nm_s_per_ratio2 + current_nm);
                let (linear, constant) = (x * kt * falling.stall_nm, -held * falling.own_nm_s);
                let discriminant = linear * linear - 4.0 * square * constant;
                (discriminant >= 0.0).then(|| -2.0 * constant / (linear + discriminant.sqrt()))
            }
        })
    }
}

/// No load is smaller than this, Ω.
pub(super) const LEAST_OHM: f64 = 1e-6;

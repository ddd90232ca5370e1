//! A motor on a bench that is not there: what supply, meters and tachometer would show of it, by the same model that is used
//! everywhere else. Pure: time, scatter and sockets are for whoever uses it.

use crate::document::Motor;
use crate::formulas::constants::RAD_S_PER_RPM;
use crate::formulas::constants::copper_factor;
use crate::formulas::numeric::falling_root;
use crate::model::motor::MotorModel;

/// What is wrong with the motor.
#[derive(Debug, Clone, Copy, PartialEq, Eq, Default)]
pub struct MotorFaults {
    /// A brush or a lead does not touch.
    pub open_brush: bool,
    /// Some turns of the winding are bridged.
    pub shorted_turn: bool,
    /// The magnets have lost strength.
    pub weak_magnet: bool,
    /// The sensors are wired in the wrong order: it jerks and turns slowly.
    pub wrong_sensor_order: bool,
}

/// How the bench is set up.
#[derive(Debug, Clone, Copy, PartialEq)]
pub struct Setup {
    /// Voltage the supply is set to, V.
    pub set_v: f64,
    /// Current limit of the supply, A.
    pub limit_a: f64,
    /// Resistance of both leads together, Ω.
    pub lead_ohm: f64,
    /// The shaft is clamped.
    pub locked: bool,
    /// Winding temperature, °C.
    pub winding_c: f64,
}

/// What stands on the bench.
#[derive(Debug, Clone, Copy, PartialEq)]
pub struct Steady {
    /// At the motor's terminals, V.
    pub motor_v: f64,
    /// At the supply's terminals, V.
    pub supply_v: f64,
    /// Through the motor, A.
    pub current_a: f64,
    /// Speed of the shaft, rpm.
    pub rpm: f64,
    /// The supply is in its current limit.
    pub limited: bool,
    /// Heat in the winding, W.
    pub winding_w: f64,
}

/// Share of the turns that a short takes away.
const SHORTED_SHARE: f64 = 0.15;
/// Share of the strength that weak magnets have left.
const WEAK_SHARE: f64 = 0.8;
/// Ripple of the resistance over the rotor position, share up and down.
const RIPPLE: f64 = 0.025;
/// Voltage of the bench supply, V, for a motor whose no-load voltage nobody gave.
const BENCH_V: f64 = 12.0;
/// Bars of a commutator; a short stands under the brushes at some of them.
const BARS: f64 = 5.0;

/// A motor with its faults.
#[derive(Debug, Clone, Copy, PartialEq)]
pub struct SimulatedMotor {
    model: MotorModel,
    faults: MotorFaults,
    winding_j_per_k: f64,
    winding_k_per_w: f64,
}

impl SimulatedMotor {
    /// A motor by its figures.
    #[must_use]
    pub fn new(motor: &Motor, faults: MotorFaults) -> Self {
        let mut model = MotorModel::new(motor, BENCH_V);
        if faults.weak_magnet {
            model.torque_constant_nm_per_a *= WEAK_SHARE;
        }
        if faults.shorted_turn {
            // The bridged turns drag as a brake does, and no longer push.
            model.torque_constant_nm_per_a *= 1.0 - SHORTED_SHARE;
            model.resistance_ohm *= 1.0 - SHORTED_SHARE;
            model.loss.at_rest_nm *= 2.0;
            model.loss.per_rad_s *= 4.0;
        }
        let mass_kg = motor.mass_kg.unwrap_or(0.3);
        let thermal = motor.thermal.as_ref();
        let given_j = thermal.and_then(|thermal| thermal.winding_j_per_k);
        let given_k = thermal.and_then(|thermal| thermal.winding_to_case_k_per_w);
        Self {
            model,
            faults,
            winding_j_per_k: given_j.unwrap_or(0.2 * mass_kg * 385.0),
            winding_k_per_w: given_k.unwrap_or(3.0) + 4.0,
        }
    }

    /// Resistance between the terminals at a rotor position (turns) and winding temperature, Ω; infinite with an open brush.
    #[must_use]
    pub fn winding_ohm(&self, position: f64, winding_c: f64) -> f64 {
        if self.faults.open_brush {
            return f64::INFINITY;
        }
        let wave = (std::f64::consts::TAU * BARS * position).sin();
        let under_the_short = self.faults.shorted_turn && wave > 0.3;
        let share = if under_the_short { 1.0 - 2.0 * SHORTED_SHARE } else { 1.0 };
        self.model.resistance_ohm * copper_factor(winding_c) * (1.0 + RIPPLE * wave) * share
    }

    /// Where supply and motor settle with nothing on the shaft.
    #[must_use]
    pub fn settled(&self, setup: &Setup) -> Steady {
        let off = Steady {
            motor_v: setup.set_v,
            supply_v: setup.set_v,
            current_a: 0.0,
            rpm: 0.0,
            limited: false,
            winding_w: 0.0,
        };
        if self.faults.open_brush || setup.set_v <= 0.0 {
            return off;
        }
        let ohm = self.model.resistance_ohm * copper_factor(setup.winding_c);
        let whole_ohm = ohm + setup.lead_ohm;
        let torque_constant = self.model.torque_constant_nm_per_a;
        let drop_v = self.model.brush_drop_v;
        let jerks = self.faults.wrong_sensor_order;
        // With the sensors in the wrong order most of the torque works against itself.
        let push = if jerks { 0.1 } else { 1.0 };
        let current = |omega: f64, volts: f64| ((volts - drop_v - torque_constant * omega) / whole_ohm).max(0.0);
        let surplus = |omega: f64| {
            let amps = current(omega, setup.set_v).min(setup.limit_a);
            push * torque_constant * amps - self.model.loss.at_nm(omega)
        };
        let fastest = ((setup.set_v - drop_v) / torque_constant).max(0.0);
        let omega = if setup.locked { 0.0 } else { falling_root(0.0, fastest, 1e-10, surplus) };
        let wanted = current(omega, setup.set_v);
        let limited = wanted > setup.limit_a;
        let amps = wanted.min(setup.limit_a);
        // In its current limit a supply lets the voltage down until just that current flows.
        let supply_v =
            if limited { (amps * whole_ohm + drop_v + torque_constant * omega).min(setup.set_v) } else { setup.set_v };
        Steady {
            motor_v: (supply_v - amps * setup.lead_ohm).max(0.0),
            supply_v,
            current_a: amps,
            rpm: omega / RAD_S_PER_RPM,
            limited,
            winding_w: amps * amps * ohm + amps * drop_v,
        }
    }

    /// Winding temperature after some seconds of a heat, from one temperature in air of another.
    ///
    /// # Source
    /// One node: C·dT/dt = P − (T − Ta)/R, exact for a steady heat.
    #[must_use]
    pub fn warmed(&self, winding_c: f64, ambient_c: f64, heat_w: f64, seconds: f64) -> f64 {
        let end_c = ambient_c + heat_w * self.winding_k_per_w;
        end_c + (winding_c - end_c) * (-seconds / (self.winding_j_per_k * self.winding_k_per_w)).exp()
    }

    /// The true figures, for whoever checks a measurement: rpm/V and Ω at 20 °C.
    #[must_use]
    pub fn truth(&self) -> (f64, f64) {
        (1.0 / (RAD_S_PER_RPM * self.model.torque_constant_nm_per_a), self.model.resistance_ohm)
    }
}

//! Braking by the motors: how much of what is wanted they take, and what stops them.

use super::limits::RunLimit;
use crate::model::Drive;

/// What braking is wanted of a drive.
#[derive(Debug, Clone, Copy, PartialEq)]
pub(super) struct Brake {
    /// Torque at the output, N·m, below zero.
    pub wanted_nm: f64,
    /// Equivalent current of each motor that would give it, A, below zero.
    pub wanted_a: f64,
    /// Largest torque the ground takes, N·m.
    pub grip_nm: Option<f64>,
    /// Whether the controller can brake at all.
    pub can_brake: bool,
    pub motor_rad_s: f64,
}

/// What the motors take of it.
#[derive(Debug, Clone, Copy, PartialEq)]
pub(super) struct Taken {
    /// Equivalent current of each motor, A, 0 or below.
    pub current_a: f64,
    /// Torque at the output, N·m.
    pub output_nm: f64,
    /// What kept them from taking all.
    pub limited_by: Option<RunLimit>,
}

impl Brake {
    /// Back-EMF, V, less the brush drop, which now stands against it.
    fn emf_v(&self, drive: &Drive<'_>) -> f64 {
        drive.motor.torque_constant_nm_per_a * self.motor_rad_s - drive.motor.brush_drop_v
    }

    /// Power, W, that the drive takes from the bus at a current; below zero it feeds it.
    pub fn power_w(&self, drive: &Drive<'_>, current_a: f64) -> f64 {
        if current_a >= 0.0 {
            return drive.controller.idle_w;
        }
        drive.motors * current_a * (self.emf_v(drive) + current_a * drive.loop_ohm) + drive.controller.idle_w
    }

    /// What the motors take; `least_w` is the least power they may take from the bus, `None` where the battery takes nothing.
    ///
    /// The current stays above each of: the motor-current limit, the grip, −E/R (duty 0), what the battery may be charged
    /// with.
    pub fn taken(&self, drive: &Drive<'_>, least_w: Option<f64>) -> Taken {
        let through = drive.motors * drive.gearing.ratio;
        let back = drive.gearing.backward_efficiency;
        let loss_nm = drive.motor.loss.at_nm(self.motor_rad_s);
        let kt = drive.motor.torque_constant_nm_per_a;
        let mut bound = (self.wanted_a, None);
        let mut keep_above = |floor_a: f64, limit: RunLimit| {
            if floor_a > bound.0 {
                bound = (floor_a, Some(limit));
            }
        };
        if self.can_brake {
            if let Some(limit_a) = drive.controller.motor_limit_a {
                keep_above(-limit_a, RunLimit::MotorCurrent);
            }
            if let Some(grip_nm) = self.grip_nm {
                keep_above(-(grip_nm * back / through - loss_nm) / kt, RunLimit::Grip);
            }
            let emf_v = self.emf_v(drive);
            keep_above(-emf_v.max(0.0) / drive.loop_ohm, RunLimit::Duty);
            match least_w {
                None => keep_above(0.0, RunLimit::Full),
                Some(least_w) => {
                    let each_w = (least_w - drive.controller.idle_w) / drive.motors;
                    let inside = emf_v * emf_v + 4.0 * drive.loop_ohm * each_w;
                    if inside >= 0.0 && emf_v > 0.0 {
                        keep_above((-emf_v + inside.sqrt()) / (2.0 * drive.loop_ohm), RunLimit::Charge);
                    }
                }
            }
        } else {
            keep_above(0.0, RunLimit::NoBrake);
        }
        let current_a = bound.0.min(0.0);
        let shaft_nm = kt * current_a - loss_nm;
        // A gearing that holds by itself takes everything.
        let output_nm = if back > 0.0 { (shaft_nm * through / back).max(self.wanted_nm) } else { self.wanted_nm };
        Taken { current_a, output_nm, limited_by: bound.1 }
    }
}

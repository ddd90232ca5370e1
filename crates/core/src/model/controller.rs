//! The controller: the voltage it can pass on and the two currents it limits.

use crate::document::{Commutation, OptionDrive};

/// A controller, or a plain switch, in terms of the equivalent direct current of one motor.
#[derive(Debug, Clone, Copy, PartialEq)]
pub(crate) struct ControllerModel {
    /// Whether there is a controller; without one nothing can hold a speed.
    pub present: bool,
    /// Shown current is the equivalent current over this (k_i).
    pub current_factor: f64,
    /// Share of the duty voltage the motor sees (k_v).
    pub voltage_factor: f64,
    /// Resistance the motor shows (k_r).
    pub resistance_factor: f64,
    /// Largest duty.
    pub max_duty: f64,
    /// Conduction path, Ω.
    pub on_resistance_ohm: f64,
    /// Idle power of all controllers of the drive, W.
    pub idle_w: f64,
    /// Motor-current limit in equivalent current of one motor, A: k_i·limit/m.
    pub motor_limit_a: Option<f64>,
    /// Battery-current limit for one motor, A: limit/m.
    pub battery_limit_a: Option<f64>,
}

/// k_i = π/(2√3): mean of the rectified line current against the phase amplitude at equal torque.
const FOC_CURRENT_FACTOR: f64 = std::f64::consts::PI / (2.0 * 1.732_050_807_568_877_2);
/// k_v = 3/π: mean of the rectified line voltage that a sine drive can reach, against the bus.
const FOC_VOLTAGE_FACTOR: f64 = 3.0 / std::f64::consts::PI;
/// k_r = 0.75/k_i²: copper loss of three sine currents in terms of the equivalent current.
const FOC_RESISTANCE_FACTOR: f64 = 0.75 / (FOC_CURRENT_FACTOR * FOC_CURRENT_FACTOR);

impl ControllerModel {
    pub fn new(parts: &OptionDrive) -> Self {
        let Some(controller) = &parts.controller else {
            return Self {
                present: false,
                current_factor: 1.0,
                voltage_factor: 1.0,
                resistance_factor: 1.0,
                max_duty: 1.0,
                on_resistance_ohm: 0.0,
                idle_w: 0.0,
                motor_limit_a: None,
                battery_limit_a: None,
            };
        };
        let (current_factor, voltage_factor, resistance_factor) = match controller.commutation {
            Commutation::SixStep => (1.0, 1.0, 1.0),
            Commutation::Foc => (FOC_CURRENT_FACTOR, FOC_VOLTAGE_FACTOR, FOC_RESISTANCE_FACTOR),
        };
        let per_channel = f64::from(parts.motors_per_channel);
        Self {
            present: true,
            current_factor,
            voltage_factor,
            resistance_factor,
            max_duty: controller.max_duty,
            on_resistance_ohm: controller.on_resistance_ohm,
            idle_w: controller.idle_power_w * f64::from(parts.controller_count),
            motor_limit_a: controller.motor_current_held_a().map(|limit_a| current_factor * limit_a / per_channel),
            battery_limit_a: controller.battery_current_held_a().map(|limit_a| limit_a / per_channel),
        }
    }

    /// Largest motor voltage per volt of bus: D_max·k_v.
    pub fn voltage_share(&self) -> f64 {
        self.max_duty * self.voltage_factor
    }
}

#[cfg(test)]
mod tests {
    use super::*;
    use approx::assert_relative_eq;

    #[test]
    fn validated_field_oriented_factors() {
        // Six-step sees the rectified mean of the line-to-line EMF: 3/π of its peak. With sine current in phase,
        // torque = (√3/2)·(peak line EMF)/ω·(phase amplitude), so equivalent current per shown ampere is
        // (√3/2)/(3/π) = π/(2√3); printed 0.9069, 0.9549, 0.9119.
        assert_relative_eq!(FOC_CURRENT_FACTOR, 3f64.sqrt() / 2.0 / (3.0 / std::f64::consts::PI), max_relative = 1e-12);
        assert_relative_eq!(FOC_CURRENT_FACTOR, 0.9069, max_relative = 1e-4);
        assert_relative_eq!(FOC_VOLTAGE_FACTOR, 0.9549, max_relative = 1e-4);
        assert_relative_eq!(FOC_RESISTANCE_FACTOR, 0.9119, max_relative = 1e-4);
    }
}

//! How a bound gives way, step by step, and how that is said.

use crate::document::{InsulationClass, MagnetGrade};
use crate::evaluation::checks::{Check, fails_above};
use crate::format::{percent, significant};

/// Most steps of easing.
pub(super) const STEPS: usize = 8;
/// How much higher a limit is, step by step.
pub(super) const HIGHER: [f64; STEPS] = [1.02, 1.05, 1.1, 1.2, 1.35, 1.5, 2.0, 3.0];
/// How much of a wish is left, step by step.
pub(super) const LESS: [f64; STEPS] = [0.98, 0.95, 0.9, 0.85, 0.8, 0.7, 0.6, 0.5];

/// The step of easing that lets a check through which takes `used` of its limit; `None` where none does.
pub(super) fn step_of(check: &Check, used: f64, ambient_c: f64) -> Option<usize> {
    // Limits of heat are given as rises.
    let rise_k = check.demand?;
    let enough_c = |limit_c: f64| (limit_c - ambient_c) * fails_above(check.code) >= rise_k;
    match check.code {
        "motor.winding_temperature" => InsulationClass::ALL.iter().position(|class| enough_c(class.limit_c())),
        "motor.magnet_temperature" => MagnetGrade::ALL.iter().position(|grade| enough_c(grade.limit_c())),
        // Nobody raises what is safe to touch.
        code if code.starts_with("safety.") => None,
        code => HIGHER.iter().position(|step| step * fails_above(code) >= used),
    }
}

/// How far a limit of heat gives way when it ends at a temperature instead of at class B, as a share.
fn hotter_by(limit_c: f64, ambient_c: f64) -> f64 {
    let usual_k = InsulationClass::B.limit_c() - ambient_c;
    if usual_k > 0.0 { ((limit_c - ambient_c) / usual_k - 1.0).max(0.0) } else { 1.0 }
}

/// The change of a step, to be read after "if", and how far it goes.
pub(super) fn change_of(code: &str, title: &str, step: usize, ambient_c: f64) -> (String, f64) {
    let more = percent(HIGHER[step] - 1.0);
    let by = match code {
        "motor.winding_temperature" => hotter_by(InsulationClass::ALL[step].limit_c(), ambient_c),
        "motor.magnet_temperature" => hotter_by(MagnetGrade::ALL[step].limit_c(), ambient_c),
        _ => HIGHER[step] - 1.0,
    };
    let text = match code {
        "motor.winding_temperature" => {
            format!("the winding were of class {}", InsulationClass::ALL[step].word().to_uppercase())
        }
        "motor.magnet_temperature" => {
            format!("the magnets stood {} °C", significant(MagnetGrade::ALL[step].limit_c()))
        }
        "battery.runtime" => format!("{} of the time on one charge were enough", percent(1.0 / HIGHER[step])),
        "battery.continuous_current" => format!("the battery were rated {more} higher"),
        "battery.burst_current" => format!("the battery's burst rating were {more} higher"),
        "battery.bms_current" => format!("the protection board carried {more} more"),
        "battery.sag" | "battery.peak_sag" => format!("the cells might sag {more} deeper"),
        "motor.continuous_current" | "motor.burst_current" => format!("the motor were rated {more} higher"),
        "motor.speed" => format!("the motor might turn {more} faster"),
        "controller.motor_current_continuous" | "controller.motor_current_peak" => {
            format!("the controller's motor current were rated {more} higher")
        }
        "controller.battery_current_continuous" => {
            format!("the controller's battery current were rated {more} higher")
        }
        "performance.acceleration" | "performance.spin_up" => format!("it might take {more} longer"),
        "performance.rate" => format!("{} of the rate were enough", percent(1.0 / HIGHER[step])),
        "performance.target_speed" => format!("{} of the target speed were enough", percent(1.0 / HIGHER[step])),
        "performance.climb" => format!("{} of the torque on the hill were enough", percent(1.0 / HIGHER[step])),
        "performance.traction" => format!("the wheels gripped {more} better"),
        "fit.battery" => format!("the battery room were {more} larger"),
        "fit.motor" => format!("the room for the motor were {more} larger"),
        "fit.controller" => format!("the room for the controllers were {more} larger"),
        _ => format!("\u{201c}{}\u{201d} allowed {more} more", title.to_lowercase()),
    };
    (text, by)
}

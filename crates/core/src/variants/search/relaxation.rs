//! How a bound gives way, step by step, how that is said, and what comes of it.
#![deny(clippy::wildcard_enum_match_arm, reason = "a new check must be thought of here")]

use serde::Serialize;

use super::rejections::Rejection;
use crate::document::{InsulationClass, MagnetGrade};
use crate::evaluation::checks::{Check, CheckCode, fails_above};
use crate::format::{percent, significant};

/// Most steps of easing.
pub(super) const STEPS: usize = 8;
/// How much higher a limit is, step by step.
pub(super) const HIGHER: [f64; STEPS] = [1.02, 1.05, 1.1, 1.2, 1.35, 1.5, 2.0, 3.0];
/// How much of a wish is left, step by step.
pub(super) const LESS: [f64; STEPS] = [0.98, 0.95, 0.9, 0.85, 0.8, 0.7, 0.6, 0.5];

/// A bound that gives way, and what comes of it.
#[derive(Debug, Clone, PartialEq, Serialize, schemars::JsonSchema)]
pub struct Relaxation {
    /// The change, to be read after "if".
    pub change: String,
    /// How far the bound gives way, as a share.
    pub by: f64,
    /// How many more there would be.
    pub more: u64,
    /// Whether there may be more still: only the nearest were looked at.
    pub at_least: bool,
}

/// Where nothing does the job: the change that goes the least far and lets something through.
pub(super) fn least(rejections: &[Rejection]) -> Option<Relaxation> {
    rejections.iter().flat_map(|rejection| &rejection.eased).min_by(|a, b| a.by.total_cmp(&b.by)).cloned()
}

/// What the steps let through, added up, where each adds something; three at most.
pub(super) fn relaxations(
    counts: &[u64; STEPS],
    at_least: bool,
    say: impl Fn(usize) -> (String, f64),
) -> Vec<Relaxation> {
    let mut more = 0;
    let mut found = Vec::new();
    for (step, count) in counts.iter().enumerate().filter(|(_, count)| **count > 0) {
        more += count;
        let (change, by) = say(step);
        found.push(Relaxation { change, by, more, at_least });
    }
    found.truncate(3);
    found
}

/// The step of easing that lets a check through which takes `used` of its limit; `None` where none does.
pub(super) fn step_of(check: &Check, used: f64, ambient_c: f64) -> Option<usize> {
    // Limits of heat are given as rises.
    let rise_k = check.demand?;
    let enough_c = |limit_c: f64| (limit_c - ambient_c) * fails_above(check.code) >= rise_k;
    match what_gives_way(check.code) {
        GivesWay::Nothing => None,
        GivesWay::Winding => InsulationClass::ALL.iter().position(|class| enough_c(class.limit_c())),
        GivesWay::Magnets => MagnetGrade::ALL.iter().position(|grade| enough_c(grade.limit_c())),
        GivesWay::Wish(_) | GivesWay::Limit(..) | GivesWay::Named => {
            HIGHER.iter().position(|step| step * fails_above(check.code) >= used)
        }
    }
}

/// How far a limit of heat gives way when it ends at a temperature instead of at class B, as a share.
fn hotter_by(limit_c: f64, ambient_c: f64) -> f64 {
    let usual_k = InsulationClass::B.limit_c() - ambient_c;
    if usual_k > 0.0 { ((limit_c - ambient_c) / usual_k - 1.0).max(0.0) } else { 1.0 }
}

/// The change of a step, to be read after "if", and how far it goes.
pub(super) fn change_of(code: CheckCode, step: usize, ambient_c: f64) -> (String, f64) {
    let share = HIGHER[step] - 1.0;
    let more = percent(share);
    match what_gives_way(code) {
        GivesWay::Winding => {
            let class = InsulationClass::ALL[step];
            let text = format!("the winding were of class {}", class.word().to_uppercase());
            (text, hotter_by(class.limit_c(), ambient_c))
        }
        GivesWay::Magnets => {
            let limit_c = MagnetGrade::ALL[step].limit_c();
            (format!("the magnets stood {} °C", significant(limit_c)), hotter_by(limit_c, ambient_c))
        }
        GivesWay::Wish(what) => (format!("{} of {what} were enough", percent(1.0 / HIGHER[step])), share),
        GivesWay::Limit(before, after) => (format!("{before} {more} {after}"), share),
        GivesWay::Named | GivesWay::Nothing => {
            (format!("\u{201c}{}\u{201d} allowed {more} more", code.title().to_lowercase()), share)
        }
    }
}

/// What of a check gives way.
enum GivesWay {
    /// What is safe is not raised.
    Nothing,
    /// The class of the insulation.
    Winding,
    /// The grade of the magnets.
    Magnets,
    /// Less is asked for.
    Wish(&'static str),
    /// A limit: the words before and after how much more, read after "if".
    Limit(&'static str, &'static str),
    /// A limit that is called by the title of its check.
    Named,
}

fn what_gives_way(code: CheckCode) -> GivesWay {
    use GivesWay::{Limit, Magnets, Named, Nothing, Winding, Wish};
    match code {
        CheckCode::MotorWindingTemperature => Winding,
        CheckCode::MotorMagnetTemperature => Magnets,
        CheckCode::BatteryRuntime => Wish("the time on one charge"),
        CheckCode::PerformanceRate => Wish("the rate"),
        CheckCode::PerformanceTargetSpeed => Wish("the target speed"),
        CheckCode::PerformanceClimb => Wish("the torque on the hill"),
        CheckCode::BatteryContinuousCurrent => Limit("the battery were rated", "higher"),
        CheckCode::BatteryBurstCurrent => Limit("the battery's burst rating were", "higher"),
        CheckCode::BatteryBmsCurrent => Limit("the protection board carried", "more"),
        CheckCode::BatterySag | CheckCode::BatteryPeakSag => Limit("the cells might sag", "deeper"),
        CheckCode::MotorContinuousCurrent | CheckCode::MotorBurstCurrent | CheckCode::MotorRatedPower => {
            Limit("the motor were rated", "higher")
        }
        CheckCode::MotorSpeed => Limit("the motor might turn", "faster"),
        CheckCode::ControllerMotorCurrentContinuous | CheckCode::ControllerMotorCurrentPeak => {
            Limit("the controller's motor current were rated", "higher")
        }
        CheckCode::ControllerBatteryCurrentContinuous => Limit("the controller's battery current were rated", "higher"),
        CheckCode::PerformanceAcceleration | CheckCode::PerformanceSpinUp => Limit("it might take", "longer"),
        CheckCode::PerformanceTraction => Limit("the wheels gripped", "better"),
        CheckCode::FitBattery => Limit("the battery room were", "larger"),
        CheckCode::FitMotor => Limit("the room for the motor were", "larger"),
        CheckCode::FitController => Limit("the room for the controllers were", "larger"),
        CheckCode::BatteryFlatOutCurrent
        | CheckCode::MotorVoltage
        | CheckCode::MotorNominalVoltage
        | CheckCode::MotorFlatOut
        | CheckCode::MotorFlatOutPower
        | CheckCode::MotorRimSpeed
        | CheckCode::MotorShaft
        | CheckCode::ControllerKind
        | CheckCode::ControllerChannels
        | CheckCode::ControllerMaxVoltage
        | CheckCode::ControllerMinVoltage
        | CheckCode::ControllerBrownOut
        | CheckCode::ControllerFlatOutCurrent
        | CheckCode::ControllerErpm
        | CheckCode::GearingInputSpeed
        | CheckCode::GearingGearboxJam
        | CheckCode::GearingGearboxTorque
        | CheckCode::GearingMesh
        | CheckCode::GearingBore
        | CheckCode::GearingBending
        | CheckCode::GearingBeltTension
        | CheckCode::GearingTeethInMesh
        | CheckCode::GearingChainLoad
        | CheckCode::WireTemperature
        | CheckCode::WireDrop
        | CheckCode::WireFuse
        | CheckCode::WireConnector
        | CheckCode::WireSwitch
        | CheckCode::GeneratorVoltage => Named,
        CheckCode::SafetyTouchVoltage
        | CheckCode::SafetyProjectileEnergy
        | CheckCode::SafetyRimSpeed
        | CheckCode::SafetyBladeStop
        | CheckCode::SafetyNoBrake
        | CheckCode::SafetyHotSurface
        | CheckCode::SafetyFailsafe
        | CheckCode::SafetyBladeTipSpeed
        | CheckCode::SafetyRunawayGenerator => Nothing,
    }
}

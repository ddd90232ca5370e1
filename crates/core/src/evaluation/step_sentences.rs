//! What each part does in this build, in one sentence: the words at the head of a step.

use serde::Serialize;

use super::checks::Step;
use super::{DriveEvaluation, OptionEvaluation};
use crate::document::{Job, Load, OptionDrive, OptionSheet};
use crate::format::{percent, significant};
use crate::model::cases::Case;

/// One sentence about what a part does.
#[derive(Debug, Clone, PartialEq, Serialize, schemars::JsonSchema)]
pub struct StepSentence {
    /// The step that it heads.
    pub step: Step,
    /// The drive it is about; null for what all drives share.
    pub drive: Option<String>,
    /// The sentence.
    pub says: String,
}

/// What each part of an option does: job, motor, gearing and controller of each drive; battery and wiring once.
#[must_use]
pub fn step_sentences(job: &Job, option: &OptionSheet, result: &OptionEvaluation) -> Vec<StepSentence> {
    let mut all = Vec::new();
    for (parts, seen) in option.drives.iter().zip(&result.drives) {
        let Some(served) = job.drives.iter().find(|served| served.name == parts.drive) else { continue };
        let about = [
            (Step::Job, job_says(&served.load, seen)),
            (Step::Motor, motor_says(parts, seen)),
            (Step::Gearing, gearing_says(parts, seen)),
            (Step::Controller, controller_says(parts, seen)),
        ];
        all.extend(about.map(|(step, says)| StepSentence { step, drive: Some(seen.drive.clone()), says }));
    }
    for (step, says) in [(Step::Battery, battery_says(result)), (Step::Wiring, wiring_says(option, result))] {
        all.push(StepSentence { step, drive: None, says });
    }
    all
}

fn job_says(load: &Load, seen: &DriveEvaluation) -> String {
    if let Some(given) = &seen.generating {
        return format!(
            "The load gets {} W at {} V; the source turns at {} rpm.",
            significant(given.output_power_w),
            significant(given.output_voltage_v),
            significant(given.source_rpm)
        );
    }
    let asked = &seen.required;
    let level = format!(
        "{} takes {} N·m at {} rpm, which is {} W.",
        match load {
            Load::Vehicle(_) => "The speed wanted on the level",
            Load::Blade(_) => "The cut wanted",
            Load::Flywheel(_) => "To hold the wheels at their speed",
            _ => "The speed wanted",
        },
        significant(asked.output_torque_nm),
        significant(asked.output_rpm),
        significant(asked.output_power_w)
    );
    match seen.at_half(Case::Climb).and_then(|climb| climb.output_torque_nm) {
        Some(torque_nm) if matches!(load, Load::Vehicle(_)) => {
            format!("{level} The hill takes {} N·m.", significant(torque_nm))
        }
        _ => level,
    }
}

fn motor_says(parts: &OptionDrive, seen: &DriveEvaluation) -> String {
    let which = if parts.motor_count > 1 { "each motor" } else { "the motor" };
    if let Some(given) = &seen.generating {
        return format!(
            "Turned at {} rpm {which} sends {} A into the load.",
            significant(given.motor_rpm),
            significant(given.current_a)
        );
    }
    let Some((target, current_a)) = seen
        .at_half(Case::Target)
        .and_then(|target| Some((target, target.motor_current_a?)))
        .filter(|(target, _)| target.feasible)
    else {
        return "The motor does not reach the speed wanted at half charge.".to_owned();
    };
    let amps = parts.motor.max_continuous_current_a.map_or_else(
        || format!(" with {} A", significant(current_a)),
        |most_a| format!(", {} of the amps it stands continuously", percent(current_a / most_a)),
    );
    let heat = match &seen.thermal {
        Some(thermal) => match thermal.winding_c {
            Some(celsius) => format!(" Its winding gets to {} °C.", significant(celsius)),
            None => " Its winding never stops getting hotter.".to_owned(),
        },
        None => String::new(),
    };
    format!(
        "At the target {which} gives {} N·m at {} rpm{amps}.{heat}",
        significant(target.motor_torque_nm.unwrap_or(seen.required.motor_torque_nm)),
        significant(target.motor_rpm.unwrap_or(seen.required.motor_rpm))
    )
}

/// Ratios nearer to one than this are no gearing.
const DIRECT: f64 = 1e-6;

fn gearing_says(parts: &OptionDrive, seen: &DriveEvaluation) -> String {
    if parts.gearing.is_empty() && parts.motor.gearbox.is_none() {
        return "The motor turns the load itself, without gears.".to_owned();
    }
    let turns = if (seen.ratio - 1.0).abs() < DIRECT {
        "The motor turns as fast as the load".to_owned()
    } else if seen.generating.is_some() {
        format!("One turn of the source makes {} of the machine", significant(seen.ratio))
    } else {
        format!("{} turns of the motor make one of the load", significant(seen.ratio))
    };
    format!("{turns}; {} of the power comes through.", percent(seen.gearing_efficiency))
}

fn controller_says(parts: &OptionDrive, seen: &DriveEvaluation) -> String {
    if let Some(given) = &seen.generating {
        return format!(
            "{} A pass it; with the load gone {} V stand on it.",
            significant(given.current_a),
            significant(given.runaway_voltage_v)
        );
    }
    if parts.controller.is_none() {
        return "A plain switch: all or nothing, and a stalled motor takes all it can.".to_owned();
    }
    let amps = |case: Case| seen.at_half(case).and_then(|case| case.motor_current_a);
    match (amps(Case::Target), amps(Case::Stall)) {
        (Some(target), Some(stall)) => format!(
            "It lets {} A into each motor at the target and {} A when it is held still.",
            significant(target),
            significant(stall)
        ),
        (None, Some(stall)) => {
            format!("It lets {} A into each motor held still; the target is not reached.", significant(stall))
        }
        _ => "What it lets through cannot be worked out yet.".to_owned(),
    }
}

fn battery_says(result: &OptionEvaluation) -> String {
    let supply = &result.supply;
    if result.drives.iter().all(|drive| drive.generating.is_some()) {
        return format!(
            "It is charged: {} Wh at {} V.",
            significant(supply.energy_wh),
            significant(supply.open_circuit_v.mid)
        );
    }
    let work = match (supply.all_hardest.current_a, supply.continuous_a) {
        (Some(current_a), Some(most_a)) => format!(
            "The hardest work takes {} A, {} of what it gives continuously",
            significant(current_a),
            percent(current_a / most_a)
        ),
        (Some(current_a), None) => format!("The hardest work takes {} A", significant(current_a)),
        (None, _) => "It cannot give what the hardest work takes".to_owned(),
    };
    let lasts = match (&supply.reached_instead, supply.runtime_min) {
        (None, Some(minutes)) => format!("One charge runs {} min.", significant(minutes)),
        (Some(instead), _) => {
            format!("The target is not reached; flat out it runs {} min.", significant(instead.runtime_min))
        }
        (None, None) => "How long it runs cannot be worked out yet.".to_owned(),
    };
    format!("{work}. {lasts}")
}

fn wiring_says(option: &OptionSheet, result: &OptionEvaluation) -> String {
    let leads_ohm = (result.supply.resistance_ohm - result.supply.pack_resistance_ohm).max(0.0);
    let runs = option.wiring.runs.len();
    if runs == 0 {
        return "No lead is described yet: wires and joints count as nothing.".to_owned();
    }
    result.supply.all_hardest.current_a.map_or_else(
        || format!("Leads and joints to the battery have {} mΩ.", significant(1000.0 * leads_ohm)),
        |current_a| {
            format!(
                "At the hardest work the leads from the battery lose {} V and {} W.",
                significant(current_a * leads_ohm),
                significant(current_a * current_a * leads_ohm)
            )
        },
    )
}

//! What of an option no figure says: what must be made for it, and what is risky in it.

use serde::Serialize;

use crate::document::{Job, Load, OptionDrive, OptionSheet};
use crate::evaluation::OptionEvaluation;
use crate::evaluation::checks::Verdict;
use crate::format::{percent, significant};

/// Less to spare than this is called risky.
const LITTLE_TO_SPARE: f64 = 0.05;
/// Diameters this close are the same, mm.
const SAME_MM: f64 = 0.02;

/// What of an option no figure says.
#[derive(Debug, Clone, PartialEq, Eq, Serialize, schemars::JsonSchema)]
pub struct About {
    /// Mounts, adapters, holes: what the workshop has to make.
    pub to_make: Vec<String>,
    /// What is not known or leaves little to spare.
    pub risks: Vec<String>,
}

/// What must be made for an option and what is risky in it.
#[must_use]
pub fn about(job: &Job, option: &OptionSheet, result: &OptionEvaluation) -> About {
    About { to_make: to_make(job, option), risks: risks(job, option, result) }
}

fn to_make(job: &Job, option: &OptionSheet) -> Vec<String> {
    let mut found: Vec<String> =
        option.parts_list.iter().filter(|line| line.made).map(|line| line.what.clone()).collect();
    for drive in &option.drives {
        let space =
            job.drives.iter().find(|served| served.name == drive.drive).and_then(|served| served.motor_space.as_ref());
        let motor = &drive.motor;
        let mount = motor.mount.as_ref();
        let differ = |a: Option<f64>, b: Option<f64>| a.zip(b).filter(|(a, b)| (a - b).abs() > SAME_MM);
        let name = &drive.drive;
        if let Some((has, takes)) =
            differ(mount.and_then(|mount| mount.bolt_circle_mm), space.and_then(|space| space.bolt_circle_mm))
        {
            let (has, takes) = (significant(has), significant(takes));
            found.push(format!("{name}: an adapter plate from the motor's {has} mm bolt circle to {takes} mm"));
        }
        let threads = mount.and_then(|mount| mount.thread.as_ref()).zip(space.and_then(|space| space.thread.as_ref()));
        if let Some((has, takes)) = threads.filter(|(has, takes)| has != takes) {
            found.push(format!("{name}: holes for {has} where there are {takes}"));
        }
        let bore = drive.gearing.first().and_then(|stage| stage.driver_bore_mm);
        if let Some((shaft, bore)) = differ(motor.shaft_diameter_mm, bore) {
            let (from, to) = (significant(bore), significant(shaft));
            found.push(if shaft > bore {
                format!("{name}: the driver bored out from {from} to {to} mm")
            } else {
                format!("{name}: a sleeve from the {to} mm shaft to the {from} mm bore")
            });
        } else if let Some((shaft, takes)) =
            differ(motor.shaft_diameter_mm, space.and_then(|space| space.shaft_diameter_mm))
        {
            found.push(format!(
                "{name}: a coupling from the {} mm shaft to {} mm",
                significant(shaft),
                significant(takes)
            ));
        }
    }
    found
}

fn risks(job: &Job, option: &OptionSheet, result: &OptionEvaluation) -> Vec<String> {
    let mut found = Vec::new();
    for check in &result.checks {
        let spare = check.utilisation.map(|used| 1.0 - used).filter(|spare| (0.0..LITTLE_TO_SPARE).contains(spare));
        if let (Verdict::Tight, Some(spare), true) = (check.verdict, spare, check.can_be_weakest()) {
            found.push(format!("{}: {} to spare", check.title, percent(spare)));
        }
    }
    let unknown: Vec<&str> =
        result.checks.iter().filter(|check| check.verdict == Verdict::Unknown).map(|check| check.title).collect();
    if !unknown.is_empty() {
        found.push(format!("nobody gave the limit of {}", unknown.join(", ").to_lowercase()));
    }
    if !result.guesses.is_empty() {
        let count = result.guesses.len();
        found.push(format!("{count} {} assumed", if count == 1 { "figure is" } else { "figures are" }));
    }
    for drive in &option.drives {
        let load = job.drives.iter().find(|served| served.name == drive.drive).map(|served| &served.load);
        if let Some(Load::Vehicle(vehicle)) = load
            && vehicle.grade_percent > 0.0
            && !brakes(drive)
        {
            found.push(format!(
                "{}: the motor does not brake down the {} % hill",
                drive.drive,
                significant(vehicle.grade_percent)
            ));
        }
    }
    found
}

fn brakes(drive: &OptionDrive) -> bool {
    drive.controller.as_ref().is_some_and(|controller| controller.can_brake)
}

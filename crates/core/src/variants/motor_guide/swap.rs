//! Underpowering burns too: what happens when a smaller motor with a higher Kv is put in without regearing.

use serde::Serialize;
use serde_json::{Value, json};

use crate::document::{Build, Motor, OptionDrive};
use crate::evaluation::{DriveEvaluation, evaluate_option};
use crate::format::significant;
use crate::model::cases::Case;

/// A warning at a smaller, faster motor, and the ratio that sets it right.
#[derive(Debug, Clone, PartialEq, Serialize, schemars::JsonSchema)]
pub struct Swap {
    /// What happens, in whole sentences with the numbers of this build.
    pub says: String,
    /// Motor turns per output turn now.
    pub ratio_now: f64,
    /// Ratio that gives the output the speed it has now.
    pub ratio_restoring: f64,
    /// JSON pointer of the stage to regear; null without one.
    pub pointer: Option<String>,
    /// The stage with that ratio, as near as whole teeth come.
    pub value: Option<Value>,
    /// Motor current in the harder of target and climb, A: now, with the other motor, with it and regeared.
    pub motor_current_a: [Option<f64>; 3],
}

/// Size of a motor for comparing: torque goes with D²·L of the can; without a can, with what torque costs in heat, Kt²/R.
/// Both need the same figures in both motors.
fn smaller(than: &Motor, motor: &Motor) -> bool {
    let can = |motor: &Motor| Some(motor.can_diameter_mm?.powi(2) * motor.can_length_mm?);
    let stiffness = |motor: &Motor| 1.0 / (motor.kv_rpm_per_v.powi(2) * motor.resistance_ohm);
    match can(than).zip(can(motor)) {
        Some((old, new)) => new < 0.97 * old,
        None => stiffness(motor) < 0.8 * stiffness(than),
    }
}

pub(super) fn hardest_a(seen: Option<&DriveEvaluation>) -> Option<f64> {
    let seen = seen?;
    [Case::Target, Case::Climb].into_iter().filter_map(|case| seen.at_half(case)?.motor_current_a).reduce(f64::max)
}

/// The first stage with its ratio multiplied, as near as whole teeth come; `None` where no stage can be regeared.
pub(super) fn regeared(drive: &OptionDrive, factor: f64) -> Option<(usize, crate::document::GearingStage)> {
    let (place, stage) =
        drive.gearing.iter().enumerate().find(|(_, stage)| stage.teeth().is_some() || stage.ratio.is_some())?;
    let mut changed = stage.clone();
    if let Some((driver, driven)) = stage.teeth() {
        let wanted = f64::from(driven) / f64::from(driver) * factor;
        // The wheel grows to 120 teeth at most, then the driver shrinks: what can be bought (common practice).
        let many = (f64::from(driver) * wanted).round().clamp(9.0, 120.0);
        let few = (many / wanted).round().clamp(9.0, 60.0);
        changed.driver_teeth = Some(crate::formulas::numeric::whole(few));
        changed.driven_teeth = Some(crate::formulas::numeric::whole((few * wanted).round().clamp(9.0, 400.0)));
        changed.belt_teeth = None;
        changed.chain_links = None;
        if stage.kind == crate::document::GearingKind::Spur {
            changed.centre_distance_mm = None;
        }
    } else {
        changed.ratio = stage.ratio.map(|ratio| ratio * factor);
    }
    Some((place, changed))
}

/// What putting in `motor` without regearing would do; `None` where it is not a smaller motor with a higher Kv, or the
/// option has no such drive.
#[must_use]
pub fn swap(build: &Build, option: usize, drive: usize, motor: &Motor) -> Option<Swap> {
    let sheet = build.options.get(option)?;
    let parts = sheet.drives.get(drive)?;
    let old = &parts.motor;
    // A gear motor's own gear is part of how fast its shaft turns.
    let shaft_kv = |motor: &Motor| motor.kv_rpm_per_v / motor.gearbox.as_ref().map_or(1.0, |gearbox| gearbox.ratio);
    let faster = shaft_kv(motor) / shaft_kv(old);
    if faster < 1.05 || !smaller(old, motor) {
        return None;
    }
    let now = evaluate_option(&build.job, sheet, option);
    let mut swapped = sheet.clone();
    swapped.drives[drive].motor = motor.clone();
    let then = evaluate_option(&build.job, &swapped, option);
    let regeared = regeared(&swapped.drives[drive], faster);
    let set_right = regeared.as_ref().map(|(place, stage)| {
        let mut changed = swapped.clone();
        changed.drives[drive].gearing[*place] = stage.clone();
        evaluate_option(&build.job, &changed, option)
    });
    let ratio_now = now.drives.get(drive)?.ratio;
    let ratio_restoring = ratio_now * faster;
    let currents = [
        hardest_a(now.drives.get(drive)),
        hardest_a(then.drives.get(drive)),
        hardest_a(set_right.as_ref().and_then(|result| result.drives.get(drive))),
    ];
    let amps = |current: Option<f64>| {
        current.map_or_else(|| "more than there is".to_owned(), |a| format!("{} A", significant(a)))
    };
    let mut says = format!(
        "Underpowering burns too: this motor is smaller and turns {} times as fast per volt. Without regearing it is asked \
         for more, not less: the hardest work takes {} in each motor instead of {}. A ratio of {} : 1 instead of {} : 1 \
         gives the output back its speed",
        significant(faster),
        amps(currents[1]),
        amps(currents[0]),
        significant(ratio_restoring),
        significant(ratio_now)
    );
    says.push_str(&match (&set_right, currents[2]) {
        (Some(_), Some(a)) => format!(", and then it takes {} A.", significant(a)),
        (Some(_), None) => ", but even so the work is too much for it.".to_owned(),
        (None, _) => "; add a stage for it.".to_owned(),
    });
    Some(Swap {
        says,
        ratio_now,
        ratio_restoring,
        pointer: regeared.as_ref().map(|(place, _)| format!("/options/{option}/drives/{drive}/gearing/{place}")),
        value: regeared.map(|(_, stage)| json!(stage)),
        motor_current_a: currents,
    })
}

//! Three ways to go slower: fewer volts, a lower Kv, shorter gearing, with what each takes.

use serde::Serialize;
use serde_json::{Value, json};

use super::swap::regeared;
use crate::document::{Build, OptionSheet};
use crate::evaluation::{OptionEvaluation, evaluate_option};
use crate::format::significant;
use crate::formulas::numeric::whole;
use crate::model::cases::Case;
use crate::variants::candidates::Effect;
use crate::variants::scaling;

/// Spare speed from which a machine is called faster than it needs to be: a fifth over the target.
const SPARE: f64 = 1.2;

/// How a machine can be made slower.
#[derive(Debug, Clone, PartialEq, Serialize, schemars::JsonSchema)]
pub struct Slower {
    /// Flat out at half charge over the target.
    pub spare: f64,
    /// As it is.
    pub now: Way,
    /// Fewer cells, a lower Kv, shorter gearing; each goes as far as the target still allows.
    pub ways: Vec<Way>,
}

/// One way, with what it takes at half charge.
#[derive(Debug, Clone, PartialEq, Serialize, schemars::JsonSchema)]
pub struct Way {
    /// What to change.
    pub says: String,
    /// JSON pointer of the change; null for the build as it is.
    pub pointer: Option<String>,
    /// What to put there.
    pub value: Option<Value>,
    /// Current in each motor at the target, A.
    pub motor_current_target_a: Option<f64>,
    /// Current in each motor on the climb, A; null without a hill.
    pub motor_current_climb_a: Option<f64>,
    /// Current from the battery in the hardest work, A.
    pub supply_current_a: Option<f64>,
    /// What the whole option then does.
    pub effect: Effect,
}

fn case_of(result: &OptionEvaluation, drive: usize, case: Case) -> Option<&crate::evaluation::CaseEvaluation> {
    result.drives.get(drive)?.at_half(case)
}

fn way(
    result: &OptionEvaluation,
    option: &OptionSheet,
    drive: usize,
    says: String,
    change: Option<(String, Value)>,
) -> Way {
    let (pointer, value) = change.unzip();
    Way {
        says,
        pointer,
        value,
        motor_current_target_a: case_of(result, drive, Case::Target).and_then(|case| case.motor_current_a),
        motor_current_climb_a: case_of(result, drive, Case::Climb).and_then(|case| case.motor_current_a),
        supply_current_a: result.supply.all_hardest.current_a,
        effect: Effect::of(result, option, drive),
    }
}

/// Whether the work that could be done before is still done.
fn still_does(result: &OptionEvaluation, before: &OptionEvaluation, drive: usize) -> bool {
    [Case::Target, Case::Climb].into_iter().all(|case| {
        let could = case_of(before, drive, case).is_some_and(|case| case.feasible);
        !could || case_of(result, drive, case).is_some_and(|case| case.feasible)
    })
}

/// The ways to go slower; `None` where the machine is not much faster than it needs to be, or has no such drive.
#[must_use]
pub fn slower(build: &Build, option: usize, drive: usize) -> Option<Slower> {
    let sheet = build.options.get(option)?;
    let before = evaluate_option(&build.job, sheet, option);
    let required = before.drives.get(drive)?.required.output_rpm;
    let spare = case_of(&before, drive, Case::FullThrottle)?.output_rpm? / required;
    if spare < SPARE {
        return None;
    }
    let run = |change: &dyn Fn(&mut OptionSheet)| {
        let mut changed = sheet.clone();
        change(&mut changed);
        (evaluate_option(&build.job, &changed, option), changed)
    };
    // The furthest of a ladder of steps that still does the work.
    let furthest = |steps: Vec<f64>, change: &dyn Fn(&mut OptionSheet, f64)| {
        steps
            .into_iter()
            .map(|step| (step, run(&|sheet: &mut OptionSheet| change(sheet, step))))
            .take_while(|(_, (result, _))| still_does(result, &before, drive))
            .last()
    };
    let mut ways = Vec::new();
    let cells = sheet.battery.cells_series;
    let fewer = (1..cells).rev().map(f64::from).collect();
    let change = |sheet: &mut OptionSheet, step: f64| {
        let capacity = sheet.battery.capacity_ah;
        scaling::battery(&mut sheet.battery, capacity, whole(step));
    };
    if let Some((step, (result, changed))) = furthest(fewer, &change) {
        let at = format!("/options/{option}/battery");
        let packs = sheet.battery.packs_series;
        let says = format!("Fewer volts: {} cells in series instead of {}.", packs * whole(step), packs * cells);
        ways.push(way(&result, &changed, drive, says, Some((at, json!(changed.battery)))));
    }
    let kv = sheet.drives[drive].motor.kv_rpm_per_v;
    let lower = (1..=60).map(|step| kv * 0.98_f64.powi(step)).map(|kv| (kv * 10.0).round() / 10.0).collect();
    let change = |sheet: &mut OptionSheet, step: f64| scaling::rewound(&mut sheet.drives[drive].motor, step.max(1.0));
    if let Some((step, (result, changed))) = furthest(lower, &change) {
        let at = format!("/options/{option}/drives/{drive}/motor");
        let says =
            format!("A lower Kv: the same motor wound for {} rpm/V instead of {}.", significant(step), significant(kv));
        ways.push(way(&result, &changed, drive, says, Some((at, json!(changed.drives[drive].motor)))));
    }
    let shorter = (1..=60).map(|step| 1.02_f64.powi(step)).collect();
    let change = |sheet: &mut OptionSheet, step: f64| {
        if let Some((place, stage)) = regeared(&sheet.drives[drive], step) {
            sheet.drives[drive].gearing[place] = stage;
        }
    };
    if let Some((place, now)) = regeared(&sheet.drives[drive], 1.0)
        && let Some((_, (result, changed))) = furthest(shorter, &change)
    {
        let stage = &changed.drives[drive].gearing[place];
        if (stage.ratio() / now.ratio() - 1.0).abs() > 0.005 {
            let at = format!("/options/{option}/drives/{drive}/gearing/{place}");
            let says = match stage.teeth() {
                Some((few, many)) => {
                    format!("Shorter gearing: {few} to {many} teeth, {} : 1 there.", significant(stage.ratio()))
                }
                None => {
                    format!(
                        "Shorter gearing: {} : 1 there instead of {} : 1.",
                        significant(stage.ratio()),
                        significant(now.ratio())
                    )
                }
            };
            ways.push(way(&result, &changed, drive, says, Some((at, json!(stage)))));
        }
    }
    Some(Slower { spare, now: way(&before, sheet, drive, "As it is.".to_owned(), None), ways })
}

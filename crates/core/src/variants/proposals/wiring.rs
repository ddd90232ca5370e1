//! Leads, fuse and switch for an option: the thinnest wire whose checks hold, the smallest fuse that stands the work.

use serde_json::json;

use crate::document::reading::{Place, Problems};
use crate::document::{Circuit, Job, OptionSheet, Wiring, WiringRun};
use crate::evaluation::checks::{CheckGroup, Verdict};
use crate::evaluation::evaluate_option;

/// Gauges that can be bought as soft silicone wire, thin to thick.
const GAUGES: &[f64] = &[26.0, 24.0, 22.0, 20.0, 18.0, 16.0, 14.0, 12.0, 10.0, 8.0, 6.0, 4.0, 2.0];
/// The thickest of them.
const THICKEST: f64 = 2.0;
/// Fuses that can be bought, A.
const FUSES_A: &[f64] = &[
    1.0, 2.0, 3.0, 5.0, 7.5, 10.0, 15.0, 20.0, 25.0, 30.0, 40.0, 50.0, 60.0, 80.0, 100.0, 125.0, 150.0, 200.0, 250.0,
    300.0, 400.0, 500.0,
];
/// Connector families and what they are good for, A (common practice, as the typical values).
const CONNECTORS: &[(&str, f64, f64)] = &[
    ("pin housing, 2.5 mm pitch", 3.0, 0.006),
    ("flat blade 6.3 mm", 20.0, 0.0015),
    ("bullet 3.5 mm", 40.0, 0.0008),
    ("bullet 4 mm", 60.0, 0.0005),
    ("bullet 5.5 mm", 90.0, 0.0003),
    ("bullet 8 mm, or bolted lug", 150.0, 0.0002),
    ("bolted lugs", 400.0, 0.0001),
];
/// A fuse carries this much more than the hardest work (common practice).
const OVER_THE_WORK: f64 = 1.35;

/// Length of leads where the option before has none, m: by the mass of its parts.
fn usual_length_m(hardware_kg: f64) -> f64 {
    match hardware_kg {
        kg if kg < 0.5 => 0.12,
        kg if kg < 3.0 => 0.3,
        _ => 0.5,
    }
}

/// Puts leads into an option, with fuse and switch at the battery. `before`: the option whose lengths stay.
pub(super) fn wire(job: &Job, option: &mut OptionSheet, before: &OptionSheet) {
    let first = evaluate_option(job, option, 0);
    let usual = usual_length_m(first.hardware_mass_kg);
    let length_of = |circuit: &Circuit| {
        before.wiring.runs.iter().find(|run| run.circuit == *circuit).map_or(usual, |run| run.length_m)
    };
    let work_a = first.supply.all_hardest.current_a.or(first.supply.all_target.current_a).unwrap_or(1.0);
    let connector = connector_for(work_a);
    let fuse_a = FUSES_A.iter().copied().find(|amps| *amps >= OVER_THE_WORK * work_a).unwrap_or(500.0);
    let mut wiring = Wiring { main_switch: before.wiring.main_switch, ..Wiring::default() };
    let supply = json!({
        "name": "battery to controller", "circuit": "supply", "insulation": "silicone", "awg": GAUGES[0],
        "length_m": length_of(&Circuit::Supply), "connector": connector.0, "connector_a": connector.1,
        "connector_ohm": connector.2, "fuse_a": fuse_a, "switch": "direct current, at the battery",
        "switch_a": fuse_a, "switch_rated_for": "dc"
    });
    wiring.runs.extend(run_of(&supply));
    for (place, drive) in option.drives.iter().enumerate() {
        let circuit = format!("motor:{}", drive.drive);
        let motor_a = first.drives.get(place).map_or(1.0, |seen| {
            seen.cases
                .iter()
                .filter(|case| case.state_of_charge == 0.5)
                .filter_map(|case| case.motor_current_a)
                .fold(0.1, f64::max)
        });
        let connector = connector_for(0.5 * motor_a);
        let run = json!({
            "name": format!("controller to {}", drive.drive), "circuit": circuit, "insulation": "silicone",
            "awg": GAUGES[0], "length_m": length_of(&Circuit::Motor(drive.drive.clone())), "connector": connector.0, "connector_a": connector.1,
            "connector_ohm": connector.2
        });
        wiring.runs.extend(run_of(&run));
    }
    option.wiring = wiring;
    for run in &mut option.wiring.runs {
        run.awg = Some(THICKEST);
    }
    fuse_between(job, option);
    for place in 0..option.wiring.runs.len() {
        thick_enough(job, option, place);
    }
}

fn connector_for(amps: f64) -> (&'static str, f64, f64) {
    CONNECTORS
        .iter()
        .copied()
        .find(|(_, good_for, _)| *good_for >= 1.2 * amps)
        .unwrap_or(CONNECTORS[CONNECTORS.len() - 1])
}

fn run_of(value: &serde_json::Value) -> Option<WiringRun> {
    let mut problems = Problems::default();
    WiringRun::read_object(value, &[], &Place::root(), &mut problems).filter(|_| problems.0.is_empty())
}

/// How many checks of the leads are not at ease.
fn uneasy(job: &Job, option: &OptionSheet) -> usize {
    let result = evaluate_option(job, option, 0);
    result
        .checks
        .iter()
        .filter(|check| {
            check.code.group() == CheckGroup::Wire && matches!(check.verdict, Verdict::Fail | Verdict::Tight)
        })
        .count()
}

/// Takes the thinnest wire for a run that leaves its checks no worse than a thick one would.
fn thick_enough(job: &Job, option: &mut OptionSheet, place: usize) {
    let best = uneasy(job, option);
    // From thick to thin by halves: the checks get no better the thinner it is.
    let holds = |option: &mut OptionSheet, gauge: f64| {
        option.wiring.runs[place].awg = Some(gauge);
        uneasy(job, option) <= best
    };
    let thinnest = GAUGES.partition_point(|gauge| !holds(option, *gauge));
    option.wiring.runs[place].awg = GAUGES.get(thinnest).copied().or(Some(THICKEST));
}

/// The smallest fuse whose checks are at ease.
fn fuse_between(job: &Job, option: &mut OptionSheet) {
    let Some(first) = option.wiring.runs.first().and_then(|run| run.fuse_a) else { return };
    let mut best = (usize::MAX, first);
    for amps in FUSES_A.iter().copied().filter(|amps| *amps >= first) {
        option.wiring.runs[0].fuse_a = Some(amps);
        option.wiring.runs[0].switch_a = Some(amps);
        let uneasy = uneasy(job, option);
        if uneasy < best.0 {
            best = (uneasy, amps);
        }
        if uneasy == 0 {
            break;
        }
    }
    option.wiring.runs[0].fuse_a = Some(best.1);
    option.wiring.runs[0].switch_a = Some(best.1);
}

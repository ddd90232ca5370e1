//! What hangs on what: combinations that burn parts or run away although every single part is right.

use serde::Serialize;

use crate::document::{Build, Chemistry, MotorKind, OptionSheet};
use crate::format::significant;

/// How bad a finding is.
#[derive(Debug, Clone, Copy, PartialEq, Eq, Hash, PartialOrd, Ord, Serialize, schemars::JsonSchema)]
#[serde(rename_all = "snake_case")]
pub enum LoomWeight {
    /// It will break something.
    Wrong,
    /// It may.
    Risky,
    /// To be done when it is built.
    Mind,
}

/// Something about how the parts hang together.
#[derive(Debug, Clone, PartialEq, Serialize, schemars::JsonSchema)]
pub struct LoomFinding {
    /// Short name of the rule.
    pub code: &'static str,
    /// How bad.
    pub weight: LoomWeight,
    /// The drive; null for the whole.
    pub drive: Option<String>,
    /// What and why, in a sentence, with what would do.
    pub words: String,
}

/// Above this a plug sparks into the controllers' capacitors, V (common practice).
const SPARK_V: f64 = 40.0;
/// The same for the capacitors themselves, µF (common practice).
const SPARK_UF: f64 = 3000.0;

/// Everything that is to be said of how an option hangs together, the worst first.
#[must_use]
pub fn findings(build: &Build, option: &OptionSheet) -> Vec<LoomFinding> {
    let mut found = Vec::new();
    drives(build, option, &mut found);
    packs(option, &mut found);
    board(build, option, &mut found);
    receiver(option, &mut found);
    found.sort_by_key(|finding| finding.weight);
    found
}

fn finding(code: &'static str, weight: LoomWeight, drive: Option<&str>, words: String) -> LoomFinding {
    LoomFinding { code, weight, drive: drive.map(str::to_owned), words }
}

fn drives(build: &Build, option: &OptionSheet, found: &mut Vec<LoomFinding>) {
    let mut controllers = 0;
    for served in &option.drives {
        let name = Some(served.drive.as_str());
        let generates = build
            .job
            .drives
            .iter()
            .any(|job| job.name == served.drive && matches!(job.load, crate::document::Load::Generator(_)));
        let Some(controller) = served.controller.as_ref().filter(|_| !generates) else { continue };
        controllers += served.controller_count;
        let channels = served.motor_count.div_ceil(served.motors_per_channel);
        if served.motor.kind == MotorKind::Brushless && served.motors_per_channel > 1 {
            found.push(finding(
                "one_controller_each",
                LoomWeight::Wrong,
                name,
                format!(
                    "{} brushless motors hang on one channel: only one of them can be followed, the others stall and burn. \
                     Each needs a channel of its own.",
                    served.motors_per_channel
                ),
            ));
        } else if served.motors_per_channel > 1 {
            found.push(finding(
                "brushed_share",
                LoomWeight::Mind,
                name,
                format!(
                    "{} brushed motors share a channel: their currents add, the limit counts for all of them, and one that is \
                     stalled takes the current of the others.",
                    served.motors_per_channel
                ),
            ));
        }
        if controller.channels * served.controller_count < channels {
            found.push(finding(
                "too_few_channels",
                LoomWeight::Wrong,
                name,
                format!(
                    "{channels} channels are needed and there are {}.",
                    controller.channels * served.controller_count
                ),
            ));
        }
    }
    if controllers > 1 {
        found.push(finding(
            "one_pack",
            LoomWeight::Mind,
            None,
            format!(
                "{controllers} controllers on one pack: leads of the same length from one splitter near the pack, and their \
                 signal grounds joined at one place only."
            ),
        ));
    }
}

fn packs(option: &OptionSheet, found: &mut Vec<LoomFinding>) {
    let battery = &option.battery;
    if battery.packs_series > 1 {
        found.push(finding(
            "series_packs",
            LoomWeight::Mind,
            None,
            format!(
                "{} packs in series: same kind, same capacity, same age, and the same charge when they are joined; the weakest \
                 one is driven below its stop first. Charge them apart.",
                battery.packs_series
            ),
        ));
    }
    if battery.packs_parallel > 1 {
        found.push(finding(
            "parallel_packs",
            LoomWeight::Risky,
            None,
            format!(
                "{} packs side by side: join them only at equal voltage, to a tenth of a volt, or the fuller one floods the \
                 other. A fuse in each.",
                battery.packs_parallel
            ),
        ));
    }
    let full_v =
        f64::from(battery.cells_series) * f64::from(battery.packs_series) * battery.chemistry.cell().charger_end_v;
    let capacitance_uf = option.wiring.input_capacitance_uf.unwrap_or(0.0);
    let guarded = matches!(option.wiring.main_switch, Some(crate::document::build::MainSwitch::AntiSpark));
    if (full_v > SPARK_V || capacitance_uf > SPARK_UF) && !guarded {
        found.push(finding(
            "precharge",
            LoomWeight::Risky,
            None,
            format!(
                "At {} V{} the first contact sparks and eats the plug: an anti-spark switch, or a resistor of some tens of ohms \
                 for a second before it.",
                significant(full_v),
                if capacitance_uf > 0.0 { format!(" into {} µF", significant(capacitance_uf)) } else { String::new() }
            ),
        ));
    }
    if option.wiring.main_switch.is_none() {
        found.push(finding(
            "main_switch",
            LoomWeight::Risky,
            None,
            "Nothing takes the battery off: a switch for direct current, a loop key or an anti-spark switch within reach.".to_owned(),
        ));
    }
    let lithium = matches!(battery.chemistry, Chemistry::Lipo | Chemistry::LiIon | Chemistry::Lifepo4);
    if lithium && battery.bms_limit_a.is_none() && !option.wiring.alarm {
        found.push(finding(
            "alarm",
            LoomWeight::Risky,
            None,
            "Neither a protection board nor an alarm on the balance lead: the first empty ride ruins a cell."
                .to_owned(),
        ));
    }
}

fn board(build: &Build, option: &OptionSheet, found: &mut Vec<LoomFinding>) {
    let brakes =
        option.drives.iter().any(|served| served.controller.as_ref().is_some_and(|controller| controller.can_brake));
    if option.battery.bms_limit_a.is_some() && brakes {
        found.push(finding(
            "board_and_braking",
            LoomWeight::Risky,
            None,
            "The protection board may part the pack while the motors brake, when it is full or too cold: with nowhere to go the \
             current lifts the voltage and kills the controller. Brake with little, or take the discharge past the board and \
             keep an alarm."
                .to_owned(),
        ));
    }
    let generates = build.job.drives.iter().any(|job| matches!(job.load, crate::document::Load::Generator(_)));
    if option.battery.bms_limit_a.is_some() && generates {
        found.push(finding(
            "board_and_generator",
            LoomWeight::Risky,
            None,
            "When the board parts a full pack the generator runs away: a load that is dumped must be on before that."
                .to_owned(),
        ));
    }
}

fn receiver(option: &OptionSheet, found: &mut Vec<LoomFinding>) {
    let wiring = &option.wiring;
    if !wiring.receiver {
        return;
    }
    if wiring.regulators > 1 {
        found.push(finding(
            "one_regulator",
            LoomWeight::Wrong,
            None,
            format!(
                "{} regulators feed the receiver and fight each other: take the red wire out of all signal leads but one.",
                wiring.regulators
            ),
        ));
    } else if wiring.regulators == 0 {
        found.push(finding(
            "no_regulator",
            LoomWeight::Wrong,
            None,
            "Nothing feeds the receiver: one controller's regulator, or one of its own.".to_owned(),
        ));
    }
    if wiring.servos > 1 && wiring.signal_split {
        found.push(finding(
            "servo_y_lead",
            LoomWeight::Risky,
            None,
            format!(
                "{} servos on a Y-lead draw through one regulator wire and cannot be trimmed apart: one channel each, and a \
                 regulator that stands them all stalled.",
                wiring.servos
            ),
        ));
    }
}

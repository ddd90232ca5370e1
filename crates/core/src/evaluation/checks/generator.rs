//! Checks of a machine that is turned: does it reach its voltage, does it stand speed and current, what if the load falls off.

use super::{CheckBuilder, CheckCode, CheckContext, CheckLimit, Subject, motor};
use crate::evaluation::DriveEvaluation;
use crate::format::significant;
use crate::formulas::constants::TOUCH_SAFE_DC_V;
use crate::model::Drive;
use crate::model::generator_figures::Generating;

pub(super) fn judge(
    evidence: &CheckContext<'_>,
    drive: &Drive<'_>,
    result: &DriveEvaluation,
    generating: &Generating,
    ledger: &mut CheckBuilder,
) {
    let subject = |code| Subject::of_drive(code, drive);
    let parts = &drive.parts.motor;
    let charges = generating.charges;
    let geared = || match generating.ratio_for_needed_voltage {
        Some(ratio) => format!("; it takes a speed-up of 1 : {} or more", significant(ratio)),
        None => "; no speed-up reaches it on this source".to_owned(),
    };
    match generating.needed_voltage_v {
        Some(needed_v) => ledger.judge(
            &subject(CheckCode::GeneratorVoltage),
            Some(needed_v),
            // A battery that is charged holds the voltage down: what it reaches without one is what there is to spare.
            &CheckLimit::capability(
                Some(if charges { generating.runaway_voltage_v } else { generating.output_voltage_v }),
                "It gives no voltage at all at this speed: it must turn faster.",
            ),
            |demand, limit| {
                if charges {
                    return format!(
                        "It charges with {} A: with nothing on it it reaches {} V, and {} V are needed.",
                        significant(generating.current_a),
                        significant(limit),
                        significant(demand)
                    );
                }
                format!("It reaches {} V and {} V are needed{}.", significant(limit), significant(demand), geared())
            },
        ),
        None => ledger.unknown(
            &subject(CheckCode::GeneratorVoltage),
            "Nobody said what voltage is needed: give the one of the lamp or the battery.",
        ),
    }
    ledger.judge(
        &subject(CheckCode::MotorSpeed),
        Some(generating.runaway_motor_rpm),
        &CheckLimit::given(
            parts.max_speed_rpm,
            "No highest speed is given for the machine: magnets fly out of a rotor that is too fast.",
        ),
        |demand, limit| {
            format!(
                "When the load falls off the machine runs up to {} rpm; its rotor is safe to {} rpm.",
                significant(demand),
                significant(limit)
            )
        },
    );
    ledger.judge(
        &subject(CheckCode::MotorContinuousCurrent),
        Some(generating.winding_a),
        &CheckLimit::given(parts.max_continuous_current_a, "No continuous current is given for the machine."),
        |demand, limit| {
            format!(
                "Each machine gives {} A, and {} A is what it takes continuously.",
                significant(demand),
                significant(limit)
            )
        },
    );
    motor::judge_heat(evidence, drive, result, ledger);
    let hangs_v = drive.parts.controller.as_ref().and_then(|controller| controller.max_voltage_v);
    ledger.judge(
        &subject(CheckCode::SafetyRunawayGenerator),
        Some(generating.runaway_voltage_v),
        &CheckLimit::given(
            hangs_v.or(parts.max_voltage_v),
            "Nobody said what voltage the things on it stand: give the highest voltage of the charge controller.",
        ),
        |demand, limit| {
            format!(
                "With nothing on it the source runs away to {} rpm and it gives {} V; what hangs on it stands {} V. \
                 A load that is dumped, or a brake, must catch it.",
                significant(generating.runaway_source_rpm),
                significant(demand),
                significant(limit)
            )
        },
    );
    ledger.judge(&subject(CheckCode::SafetyTouchVoltage),
        Some(generating.runaway_voltage_v),
        &CheckLimit::At(TOUCH_SAFE_DC_V),
        |demand, limit| {
            format!(
                "When the load falls off its leads stand at {} V; up to {} V is held safe to touch when dry, 30 V where it \
                 gets wet.",
                significant(demand),
                significant(limit)
            )
        },
    );
}

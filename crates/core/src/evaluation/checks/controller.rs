//! Checks of the controller. On a plain switch there is none.

use super::{CheckBuilder, CheckCode, CheckContext, CheckLimit, HeldBy, Scale, Subject};
use crate::document::{Controller, MachineKind, MotorKind};
use crate::format::significant;
use crate::model::Drive;
use crate::model::cases::{Case, rpm};
use crate::model::supply::{FULL, HALF};

pub(super) fn judge(evidence: &CheckContext<'_>, drive: &Drive<'_>, ledger: &mut CheckBuilder) {
    let subject = |code| Subject::of_drive(code, drive);
    judge_match(drive, ledger);
    let Some(controller) = &drive.parts.controller else {
        return;
    };
    let chain = evidence.chain;
    ledger.judge_as(
        if controller.can_brake { Scale::BRAKING_VOLTAGE } else { Scale::CEILING },
        &subject(CheckCode::ControllerMaxVoltage),
        Some(chain.battery.charger_end_v()),
        &CheckLimit::given(controller.max_voltage_v, "No highest voltage is given for the controller."),
        |demand, limit| {
            let lifts = if controller.can_brake { " Braking lifts it further." } else { "" };
            format!(
                "Fresh from the charger the pack stands at {} V; the controller takes {} V.{lifts}",
                significant(demand),
                significant(limit)
            )
        },
    );
    if let Some(lowest_v) = controller.min_voltage_v {
        ledger.judge(
            &subject(CheckCode::ControllerMinVoltage),
            Some(lowest_v),
            &CheckLimit::capability(
                evidence.supply.all_hardest_low.voltage_v,
                "Near the end of the charge the battery cannot give this power at any voltage.",
            ),
            |demand, limit| {
                format!(
                    "At 20 % charge the hardest work leaves {} V at the controller, which stops below {} V.",
                    significant(limit),
                    significant(demand)
                )
            },
        );
        ledger.judge(
            &subject(CheckCode::ControllerBrownOut),
            Some(lowest_v),
            &CheckLimit::capability(
                evidence.supply.all_peak_low.voltage_v,
                "Near the end of the charge the battery cannot give this power at any voltage.",
            ),
            |demand, limit| {
                format!(
                    "At 20 % charge the moment that takes most leaves {} V at the controller, which stops below {} V.",
                    significant(limit),
                    significant(demand)
                )
            },
        );
    } else {
        ledger.unknown(&subject(CheckCode::ControllerMinVoltage), "No lowest voltage is given for the controller.");
    }
    let per_channel = drive.per_channel;
    let sharing =
        if per_channel > 1.0 { format!(" ({} motors on it)", significant(per_channel)) } else { String::new() };
    ledger.judge(
        &subject(CheckCode::ControllerMotorCurrentContinuous),
        evidence.sustained(drive, |figures| per_channel * figures.motor_current_a),
        &CheckLimit::given(
            controller.motor_current_continuous_a,
            "No continuous motor current is given for the controller.",
        ),
        |demand, limit| {
            format!(
                "The hardest steady work takes {} A through a channel{sharing}, rated for {} A.",
                significant(demand),
                significant(limit)
            )
        },
    );
    judge_peak(evidence, drive, controller, &sharing, ledger);
    judge_flat_out(evidence, drive, controller, &sharing, ledger);
    ledger.judge(
        &subject(CheckCode::ControllerBatteryCurrentContinuous),
        evidence.sustained(drive, |figures| figures.channel_battery_a),
        &CheckLimit::given(
            controller.battery_current_continuous_a,
            "No continuous battery current is given for the controller; it is another number than the motor current.",
        ),
        |demand, limit| {
            format!(
                "The hardest steady work draws {} A from the battery through a channel, rated for {} A.",
                significant(demand),
                significant(limit)
            )
        },
    );
    if controller.kind == MachineKind::Brushless {
        let speed_rpm = chain.figures(drive.index, FULL, Case::NoLoad).map(|figures| rpm(figures.motor_rad_s));
        let pole_pairs = drive.parts.motor.pole_pairs.map(f64::from);
        let bound = match (controller.max_erpm, pole_pairs) {
            (_, None) => CheckLimit::NotGiven(
                "Without the number of pole pairs the electrical speed is not known: count the magnets, halve them.",
            ),
            (limit, _) => CheckLimit::given(limit, "No highest electrical speed is given for the controller."),
        };
        ledger.judge(
            &subject(CheckCode::ControllerErpm),
            speed_rpm.zip(pole_pairs).map(|(rpm, pairs)| rpm * pairs),
            &bound,
            |demand, limit| {
                format!(
                    "{} rpm times {} pole pairs is {} electrical rpm; the controller follows up to {}.",
                    significant(demand / pole_pairs.unwrap_or(1.0)),
                    significant(pole_pairs.unwrap_or(1.0)),
                    significant(demand),
                    significant(limit)
                )
            },
        );
    }
}

/// What goes through a channel when the shaft is held: a rating is what it survives, not what it enforces.
fn judge_peak(
    evidence: &CheckContext<'_>,
    drive: &Drive<'_>,
    controller: &Controller,
    sharing: &str,
    ledger: &mut CheckBuilder,
) {
    let held = evidence.held(drive);
    ledger.judge_as(
        Scale::unless_set(held.is_some_and(|held| held.by == HeldBy::Limit)),
        &Subject::of_drive(CheckCode::ControllerMotorCurrentPeak, drive),
        held.map(|held| drive.per_channel * held.shown_a),
        &CheckLimit::given(controller.motor_current_peak_a, "No peak motor current is given for the controller."),
        |demand, limit| {
            let (amperes, rated) = (significant(demand), significant(limit));
            match held.map(|held| held.by) {
                Some(HeldBy::Limit) => {
                    format!("Its limit holds a channel{sharing} to {amperes} A; for moments it takes {rated} A.")
                }
                Some(HeldBy::Grip) => format!(
                    "Before a channel{sharing} passes more than {amperes} A the wheels slip; for moments it takes {rated} A."
                ),
                Some(HeldBy::SoftStart) => format!(
                    "Started softly, as is usual, a channel{sharing} passes no more than {amperes} A; for moments it takes {rated} A."
                ),
                _ if demand > limit => format!(
                    "With the shaft held at full throttle a channel{sharing} passes {amperes} A. It is rated for {rated} A for \
                     moments, and nothing keeps it there: a current limit of {rated} A would do, or a controller for {amperes} A."
                ),
                _ => format!(
                    "With the shaft held at full throttle a channel{sharing} passes {amperes} A; for moments it takes {rated} A."
                ),
            }
        },
    );
}

/// What goes through a channel flat out: nobody may hold it there, and some will.
fn judge_flat_out(
    evidence: &CheckContext<'_>,
    drive: &Drive<'_>,
    controller: &Controller,
    sharing: &str,
    ledger: &mut CheckBuilder,
) {
    let Some(continuous_a) = controller.motor_current_continuous_a else { return };
    let flat_out = evidence.chain.figures(drive.index, HALF, Case::FullThrottle);
    ledger.judge(
        &Subject::of_drive(CheckCode::ControllerFlatOutCurrent, drive),
        flat_out.map(|figures| drive.per_channel * figures.motor_current_a),
        &CheckLimit::At(continuous_a),
        |demand, limit| {
            format!(
                "Held at full throttle a channel{sharing} passes {} A, rated for {} A continuous.",
                significant(demand),
                significant(limit)
            )
        },
    );
}

/// Kind and channels: right or wrong, without a number.
fn judge_match(drive: &Drive<'_>, ledger: &mut CheckBuilder) {
    let motor = &drive.parts.motor;
    let kind = Subject::of_drive(CheckCode::ControllerKind, drive);
    if motor.kind == MotorKind::Stepper {
        let text = "A stepper goes step by step on a driver of its own, which is not worked out here: take another motor. \
                    Where something turns it, it is worked out as a generator.";
        ledger.fail(&kind, text.to_owned());
        return;
    }
    let Some(controller) = &drive.parts.controller else {
        if motor.kind == MotorKind::Brushless {
            ledger.fail(
                &kind,
                "A brushless motor does not turn on a plain switch: it needs a brushless controller.".to_owned(),
            );
        }
        return;
    };
    if controller.kind.motor() != motor.kind {
        ledger.fail(
            &kind,
            format!("The controller is for {} motors, this motor is {}.", controller.kind.word(), motor.kind.word()),
        );
    }
    let channels = Subject::of_drive(CheckCode::ControllerChannels, drive);
    let (motors, on_one) = (drive.parts.motor_count, drive.parts.motors_per_channel);
    let needed = motors.div_ceil(on_one);
    let there = controller.channels * drive.parts.controller_count;
    if motor.kind == MotorKind::Brushless && on_one > 1 {
        ledger.fail(
            &channels,
            format!("{on_one} brushless motors share a channel: each needs its own, for they never turn in step."),
        );
    } else if needed > there {
        ledger.fail(
            &channels,
            format!("{motors} motors with {on_one} on a channel need {needed} channels, and there are {there}."),
        );
    }
}

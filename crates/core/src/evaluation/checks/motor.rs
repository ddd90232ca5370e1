//! Checks of the motor: voltage, speed, current, heat.

use super::{CheckBuilder, CheckCode, CheckContext, CheckLimit, HeldBy, Scale, Subject};
use crate::document::{InsulationClass, Load, Magnet, MagnetGrade, Provenance};
use crate::evaluation::DriveEvaluation;
use crate::format::{lasting, significant};
use crate::model::Drive;
use crate::model::cases::{Case, Figures, rpm};
use crate::model::flat_out::FlatOutEnd;
use crate::model::supply::{FULL, HALF};

pub(super) fn judge(
    evidence: &CheckContext<'_>,
    drive: &Drive<'_>,
    result: &DriveEvaluation,
    ledger: &mut CheckBuilder,
) {
    let chain = evidence.chain;
    let motor = &drive.parts.motor;
    let subject = |code| Subject::of_drive(code, drive);
    ledger.judge(
        &subject(CheckCode::MotorVoltage),
        Some(chain.battery.charger_end_v()),
        &CheckLimit::given(
            motor.max_voltage_v,
            "No highest voltage is given for the motor: look for it in its listing.",
        ),
        |demand, limit| {
            format!(
                "Fresh from the charger the pack stands at {} V; the motor is rated for {} V.",
                significant(demand),
                significant(limit)
            )
        },
    );
    if let Some(printed_v) = motor.nominal_voltage_v {
        ledger.judge(
            &subject(CheckCode::MotorNominalVoltage),
            Some(chain.battery.nominal_v()),
            &CheckLimit::At(OVERVOLT_LIVED_WITH * printed_v),
            |demand, limit| {
                format!(
                    "The battery has {} V by its name and {} V stand on the motor; a quarter more, {} V, is lived with.",
                    significant(demand),
                    significant(printed_v),
                    significant(limit)
                )
            },
        );
    }
    ledger.judge(
        &subject(CheckCode::MotorSpeed),
        chain.figures(drive.index, FULL, Case::NoLoad).map(|figures| rpm(figures.motor_rad_s)),
        &CheckLimit::given(
            motor.max_speed_rpm,
            "No highest speed is given for the motor: magnets fly out of a rotor that is too fast.",
        ),
        |demand, limit| {
            format!(
                "With nothing to drive and a full pack the motor runs up to {} rpm; its rotor is safe to {} rpm.",
                significant(demand),
                significant(limit)
            )
        },
    );
    let guessed = motor.provenance_of("max_continuous_current_a") == Some(Provenance::Estimated);
    ledger.judge_as(
        // A limit that was guessed from the can is to be known; the heat of its winding is judged beside it.
        if guessed { Scale::CAUTION } else { Scale::PLAIN },
        &subject(CheckCode::MotorContinuousCurrent),
        evidence.sustained(drive, |figures| figures.motor_current_a),
        &CheckLimit::given(motor.max_continuous_current_a, "No continuous current is given for the motor."),
        |demand, limit| {
            if guessed {
                return format!(
                    "The hardest steady work takes {} A in each motor; ≈ {} A is what a can of its size stands in moving air.",
                    significant(demand),
                    significant(limit)
                );
            }
            format!(
                "The hardest steady work takes {} A in each motor, and {} A is what it takes continuously.",
                significant(demand),
                significant(limit)
            )
        },
    );
    judge_rated_power(evidence, drive, ledger);
    let held = evidence.held(drive);
    ledger.judge_as(
        Scale::unless_set(held.is_some_and(|held| held.by == HeldBy::Limit)),
        &subject(CheckCode::MotorBurstCurrent),
        held.map(|held| held.shown_a),
        &CheckLimit::given(motor.max_burst_current_a, "No burst current is given for the motor."),
        |demand, limit| {
            let how = match held.map(|held| held.by) {
                Some(HeldBy::Limit) => "The limit of its controller holds each motor to",
                Some(HeldBy::Grip) => "Before a motor takes more, the wheels slip: it takes",
                Some(HeldBy::SoftStart) => "Started softly, as is usual, each motor takes no more than",
                _ => "Held still at full throttle each motor takes",
            };
            format!("{how} {} A; for a moment it stands {} A.", significant(demand), significant(limit))
        },
    );
    judge_heat(evidence, drive, result, ledger);
    judge_flat_out(drive, result, ledger);
}

/// Power at the shaft against what it is sold for, where that is told.
fn judge_rated_power(evidence: &CheckContext<'_>, drive: &Drive<'_>, ledger: &mut CheckBuilder) {
    let Some(rated_w) = drive.parts.motor.rated_power_w else { return };
    let shaft_w = |figures: &Figures| figures.motor_nm * figures.motor_rad_s;
    ledger.judge(
        &Subject::of_drive(CheckCode::MotorRatedPower, drive),
        evidence.sustained(drive, shaft_w),
        &CheckLimit::At(rated_w),
        |demand, limit| {
            format!(
                "The hardest steady work takes {} W from the shaft of each motor; it is sold for {} W.",
                significant(demand),
                significant(limit)
            )
        },
    );
    let flat_out = evidence.chain.figures(drive.index, HALF, Case::FullThrottle).map(shaft_w);
    ledger.judge(
        &Subject::of_drive(CheckCode::MotorFlatOutPower, drive),
        flat_out,
        &CheckLimit::At(rated_w),
        |demand, limit| {
            format!(
                "Flat out each motor gives {} W; it is sold for {} W, and no maker says for how long it stands more.",
                significant(demand),
                significant(limit)
            )
        },
    );
}

/// From this share of the class on the estimate is held against the listed current.
const TIGHT_SHARE: f64 = 0.85;

/// Where the heat path estimated from the can burns a motor that its listed current allows: both, and which is trusted.
fn against_rating(drive: &Drive<'_>, result: &DriveEvaluation) -> Option<String> {
    let motor = &drive.parts.motor;
    let listed_a = motor
        .max_continuous_current_a
        .filter(|_| motor.provenance_of("max_continuous_current_a") != Some(Provenance::Estimated))?;
    let by_rating_c = result.winding_by_rating_c?;
    Some(format!(
        " That is estimated from its can; the {} A it lists as continuous would burn it by the same estimate, and a heat path that allows \
         them would end at {} °C here. The estimate is trusted, for listed currents often mean moving air; a heat run on the \
         bench tells which is right.",
        significant(listed_a),
        significant(by_rating_c)
    ))
}

/// How long it stands full throttle: a machine that can be held flat out will be.
fn judge_flat_out(drive: &Drive<'_>, result: &DriveEvaluation, ledger: &mut CheckBuilder) {
    let held_flat_out = matches!(drive.job.load, Load::Vehicle(_) | Load::Fan(_)) && drive.controller.present;
    if !held_flat_out {
        return;
    }
    let subject = Subject::of_drive(CheckCode::MotorFlatOut, drive);
    let asked = drive.job.flat_out_s;
    let scale = if asked.is_some() { Scale::ABILITY } else { Scale::CAUTION }.of_time();
    let Some(flat_out) = &result.flat_out else {
        // The winding's heat has asked for the same.
        if asked.is_some() {
            ledger.unknown(
                &subject,
                "Without can, mass or thermal values of the motor nobody can say how long it stands full throttle.",
            );
        }
        return;
    };
    let bound = match flat_out.seconds {
        _ if flat_out.no_room => {
            CheckLimit::Impossible("The air is as hot as the motor may get: there is no room left to warm up.")
        }
        Some(seconds) => CheckLimit::At(seconds),
        None => CheckLimit::Never("Held at full throttle it settles below what winding and magnets stand."),
    };
    ledger.judge_as(scale, &subject, Some(asked.unwrap_or(FLAT_OUT_S)), &bound, |demand, limit| {
        let part = match flat_out.ends_by {
            Some(FlatOutEnd::Magnets) => "its magnets are",
            _ => "its winding is",
        };
        let limit = lasting(limit);
        match asked {
            Some(_) => format!(
                "From cold, held at full throttle, {part} at the limit after {limit}; you asked for {}.",
                lasting(demand)
            ),
            None => format!(
                "From cold, held at full throttle, {part} at the limit after {limit}. Whoever can hold it there will: gear it \
                 down, take a lower Kv or fewer cells, or set an end stop of the throttle."
            ),
        }
    });
}

/// Flat out for so long, s, where nobody asked for another time (common practice).
const FLAT_OUT_S: f64 = 60.0;
/// Over the printed volts so much is lived with (common practice).
const OVERVOLT_LIVED_WITH: f64 = 1.25;

pub(super) fn judge_heat(
    evidence: &CheckContext<'_>,
    drive: &Drive<'_>,
    result: &DriveEvaluation,
    ledger: &mut CheckBuilder,
) {
    const NO_PATH: &str = "Without the size of the can or thermal values nobody can say how hot it gets: \
                           measure diameter and length.";
    const RUNS_AWAY: &str = "The heat never settles: a hotter winding has more resistance, weaker magnets need more \
                             current, and both make it hotter still. This motor burns at this work.";
    let ambient_c = evidence.chain.job.ambient_c;
    let motor = &drive.parts.motor;
    let class = motor.insulation_class.unwrap_or(InsulationClass::B);
    let assumed = if motor.insulation_class.is_none() { "assumed " } else { "" };
    let (rises, has_numbers) = match &result.thermal {
        Some(thermal) => (thermal.winding_c.zip(thermal.case_c), thermal.steady),
        None => (None, false),
    };
    let heat = |ledger: &mut CheckBuilder,
                scale: Scale,
                subject: &Subject<'_>,
                reached_c: Option<f64>,
                limit_c: f64,
                words: &dyn Fn(f64) -> String| {
        let bound = match &result.thermal {
            // Known path but no case with numbers: nothing to heat it, judged by the supply checks.
            None if drive.thermal_path().is_none() => CheckLimit::NotGiven(NO_PATH),
            Some(_) if !has_numbers => CheckLimit::Impossible(RUNS_AWAY),
            _ => {
                let room_k = limit_c - ambient_c;
                if room_k > 0.0 {
                    CheckLimit::At(room_k)
                } else {
                    CheckLimit::Impossible("The air is as hot as the motor may get: there is no room left to warm up.")
                }
            }
        };
        ledger
            .judge_as(scale, subject, reached_c.map(|celsius| celsius - ambient_c), &bound, |demand, _| words(demand));
    };
    heat(
        ledger,
        Scale::PLAIN,
        &Subject::of_drive(CheckCode::MotorWindingTemperature, drive),
        rises.map(|(winding, _)| winding),
        class.limit_c(),
        &|rise| {
            format!(
                "In {} °C air the winding reaches {} °C, a rise of {} K; its {assumed}insulation class {} ends at {} °C.",
                significant(ambient_c),
                significant(ambient_c + rise),
                significant(rise),
                class.word(),
                significant(class.limit_c())
            )
        },
    );
    let near_its_limit = result.thermal.as_ref().is_some_and(|thermal| {
        !thermal.steady || thermal.winding_c.is_some_and(|winding_c| winding_c > TIGHT_SHARE * class.limit_c())
    });
    if near_its_limit {
        ledger.add(|| against_rating(drive, result).unwrap_or_default());
    }
    if motor.magnet_or_usual() == Magnet::Ndfeb {
        let grade = motor.magnet_grade.unwrap_or(MagnetGrade::None);
        let name = match (motor.magnet_grade, grade) {
            (None, _) => "magnets of unknown grade are good to".to_owned(),
            (_, MagnetGrade::None) => "magnets without a grade suffix are good to".to_owned(),
            (_, grade) => format!("magnets of grade {} are good to", grade.word()),
        };
        // Where nobody gave a grade its limit is a guess.
        let scale = if motor.magnet_grade.is_none() { Scale::CAUTION } else { Scale::PLAIN };
        heat(
            ledger,
            scale,
            &Subject::of_drive(CheckCode::MotorMagnetTemperature, drive),
            rises.map(|(_, case)| case),
            grade.limit_c(),
            &|rise| {
                format!(
                    "The magnets reach {} °C, a rise of {} K; {name} {} °C, and lose strength for good above it.",
                    significant(ambient_c + rise),
                    significant(rise),
                    significant(grade.limit_c())
                )
            },
        );
    }
}

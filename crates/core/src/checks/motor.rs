//! Checks of the motor: voltage, speed, current, heat.

use super::{Bound, Evidence, Ledger, Subject};
use crate::document::{InsulationClass, Magnet, MagnetGrade};
use crate::drive::Drive;
use crate::drive::cases::{Case, rpm};
use crate::evaluation::DriveEvaluation;
use crate::say::three;
use crate::supply::FULL;

pub(super) fn judge(evidence: &Evidence<'_>, drive: &Drive<'_>, result: &DriveEvaluation, ledger: &mut Ledger) {
    let chain = evidence.chain;
    let motor = &drive.parts.motor;
    let subject = |code, title, unit| Subject::of_drive(code, title, unit, drive);
    ledger.judge(
        &subject("motor.voltage", "Motor voltage ceiling", "V"),
        Some(chain.battery.charger_end_v()),
        &Bound::given(motor.max_voltage_v, "No highest voltage is given for the motor: look for it in its listing."),
        |demand, limit| {
            format!(
                "Fresh from the charger the pack stands at {} V; the motor is rated for {} V.",
                three(demand),
                three(limit)
            )
        },
    );
    ledger.judge(
        &subject("motor.speed", "Motor speed limit", "rpm"),
        chain.figures(drive.index, FULL, Case::NoLoad).map(|figures| rpm(figures.motor_rad_s)),
        &Bound::given(
            motor.max_speed_rpm,
            "No highest speed is given for the motor: magnets fly out of a rotor that is too fast.",
        ),
        |demand, limit| {
            format!(
                "With nothing to drive and a full pack the motor runs up to {} rpm; its rotor is safe to {} rpm.",
                three(demand),
                three(limit)
            )
        },
    );
    ledger.judge(
        &subject("motor.continuous_current", "Motor current, sustained", "A"),
        evidence.sustained(drive, |figures| figures.motor_current_a),
        &Bound::given(motor.max_continuous_current_a, "No continuous current is given for the motor."),
        |demand, limit| {
            format!(
                "The hardest steady work takes {} A in each motor, and {} A is what it takes for good.",
                three(demand),
                three(limit)
            )
        },
    );
    ledger.judge(
        &subject("motor.burst_current", "Motor current, stalled", "A"),
        chain.stalled(drive.index).map(|figures| figures.motor_current_a),
        &Bound::given(motor.max_burst_current_a, "No burst current is given for the motor."),
        |demand, limit| {
            format!(
                "Held still at full throttle each motor takes {} A; for a moment it stands {} A.",
                three(demand),
                three(limit)
            )
        },
    );
    judge_heat(evidence, drive, result, ledger);
}

pub(super) fn judge_heat(evidence: &Evidence<'_>, drive: &Drive<'_>, result: &DriveEvaluation, ledger: &mut Ledger) {
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
    let mut heat = |subject: &Subject<'_>, reached_c: Option<f64>, limit_c: f64, words: &dyn Fn(f64) -> String| {
        let bound = match &result.thermal {
            // Known path but no case with numbers: nothing to heat it, judged by the supply checks.
            None if drive.thermal_path().is_none() => Bound::NotGiven(NO_PATH),
            Some(_) if !has_numbers => Bound::Impossible(RUNS_AWAY),
            _ => {
                let room_k = limit_c - ambient_c;
                if room_k > 0.0 {
                    Bound::At(room_k)
                } else {
                    Bound::Impossible("The air is as hot as the motor may get: there is no room left to warm up.")
                }
            }
        };
        ledger.judge(subject, reached_c.map(|celsius| celsius - ambient_c), &bound, |demand, _| words(demand));
    };
    heat(
        &Subject::of_drive("motor.winding_temperature", "Winding heat", "K", drive),
        rises.map(|(winding, _)| winding),
        class.limit_c(),
        &|rise| {
            format!(
                "In {} °C air the winding reaches {} °C, a rise of {} K; its {assumed}insulation class {} ends at {} °C.",
                three(ambient_c),
                three(ambient_c + rise),
                three(rise),
                class.word(),
                three(class.limit_c())
            )
        },
    );
    if motor.magnet_or_usual() == Magnet::Ndfeb {
        let grade = motor.magnet_grade.unwrap_or(MagnetGrade::None);
        let name = match (motor.magnet_grade, grade) {
            (None, _) => "magnets of unknown grade are good to".to_owned(),
            (_, MagnetGrade::None) => "magnets without a grade suffix are good to".to_owned(),
            (_, grade) => format!("magnets of grade {} are good to", grade.word()),
        };
        heat(
            &Subject::of_drive("motor.magnet_temperature", "Magnet heat", "K", drive),
            rises.map(|(_, case)| case),
            grade.limit_c(),
            &|rise| {
                format!(
                    "The magnets reach {} °C, a rise of {} K; {name} {} °C, and lose strength for good above it.",
                    three(ambient_c + rise),
                    three(rise),
                    three(grade.limit_c())
                )
            },
        );
    }
}

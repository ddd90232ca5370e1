//! Checks of what the machine must do: speed, hill, grip, time, rate.

use super::{CheckBuilder, CheckCode, CheckContext, CheckLimit, Subject};
use crate::evaluation::DriveEvaluation;
use crate::format::significant;
use crate::formulas::constants::RAD_S_PER_RPM;
use crate::model::Drive;
use crate::model::cases::{Case, rpm};
use crate::model::load::Slope;
use crate::model::load::VehicleModel;
use crate::model::supply::HALF;
use crate::model::throttle::Alone;

pub(super) fn judge(
    evidence: &CheckContext<'_>,
    drive: &Drive<'_>,
    result: &DriveEvaluation,
    ledger: &mut CheckBuilder,
) {
    let subject = |code| Subject::of_drive(code, drive);
    let full = evidence.chain.case(drive.index, HALF, Case::FullThrottle);
    let reached =
        full.filter(|case| case.feasible).and_then(|case| case.figures).map(|figures| rpm(figures.output_rad_s));
    // What drives or lifts is asked for a speed on the way, and is told one.
    let on_the_way = drive.load.travel_radius_m.map(|radius_m| (3.6 * RAD_S_PER_RPM * radius_m, "km/h"));
    ledger.judge(
        &Subject { said_in: on_the_way, ..subject(CheckCode::PerformanceTargetSpeed) },
        Some(result.required.output_rpm),
        &CheckLimit::capability(reached, "At full throttle and half charge the motor cannot move this load at all."),
        |demand, limit| {
            let (factor, unit) = on_the_way.unwrap_or((1.0, "rpm at the output"));
            format!(
                "You want {} {unit}; flat out at half charge it reaches {} {}.",
                significant(factor * demand),
                significant(factor * limit),
                unit.split(' ').next().unwrap_or_default()
            )
        },
    );
    if let Some(vehicle) = &drive.load.vehicle {
        judge_vehicle(evidence, drive, vehicle, ledger);
    }
    if let Some(within_s) = drive.job.allowed_to_speed_s() {
        let (time_s, subject) = if drive.load.vehicle.is_some() {
            (result.acceleration_s, subject(CheckCode::PerformanceAcceleration))
        } else {
            (result.spin_up_s, subject(CheckCode::PerformanceSpinUp))
        };
        if drive.inertia_kg_m2() > 0.0 {
            let time_s = time_s.flatten();
            let bound = if time_s.is_some() {
                CheckLimit::At(within_s)
            } else {
                CheckLimit::Impossible("Full throttle at half charge never gets it up to the speed wanted.")
            };
            ledger.judge(&subject, time_s, &bound, |demand, limit| {
                format!(
                    "At half charge it takes {} s from rest to speed; you allow {} s.",
                    significant(demand),
                    significant(limit)
                )
            });
        } else {
            ledger.unknown(
                &subject,
                "Without an inertia nobody can say how long it takes to spin up: give the inertia of what turns.",
            );
        }
    }
    judge_rate(drive, result, ledger);
}

/// Whether the wheels are back at speed before the next shot, as often as it is asked for or fed.
fn judge_rate(drive: &Drive<'_>, result: &DriveEvaluation, ledger: &mut CheckBuilder) {
    let Some(shots) = &result.shots else { return };
    let Some(demand) = shots.wanted_per_second else { return };
    let by_feeder = shots.fed_per_second.is_some_and(|fed| fed >= demand);
    ledger.judge(
        &Subject::of_drive(CheckCode::PerformanceRate, drive),
        Some(demand),
        &CheckLimit::capability(
            shots.kept_per_second,
            "The wheels cannot get back to speed after a shot, so no rate can be kept.",
        ),
        |demand, limit| {
            let asks = if by_feeder {
                format!("the feeder pushes in {} a second on a full battery", significant(demand))
            } else {
                format!("you want {} shots a second", significant(demand))
            };
            format!("After a shot the wheels are back at speed {} times a second; {asks}.", significant(limit))
        },
    );
}

fn judge_vehicle(evidence: &CheckContext<'_>, drive: &Drive<'_>, vehicle: &VehicleModel, ledger: &mut CheckBuilder) {
    let subject = |code| Subject::of_drive(code, drive);
    let half = &evidence.chain.sources[HALF];
    if let Some(climb) = &vehicle.climb {
        let possible_nm = Alone::new(half, drive)
            .shaft_nm(drive.motor_rad_s(climb.output_rad_s))
            .map(|shaft_nm| drive.output_nm(shaft_nm));
        ledger.judge(
            &subject(CheckCode::PerformanceClimb),
            Some(climb.output_nm),
            &CheckLimit::capability(
                possible_nm,
                "At the speed wanted on the hill the motor has no torque left at all.",
            ),
            |demand, limit| {
                format!(
                    "The hill asks {} N·m at the wheels; at that speed and half charge the drive can push {} N·m.",
                    significant(demand),
                    significant(limit)
                )
            },
        );
    }
    let (force_n, slope, place) = vehicle.climb.as_ref().map_or_else(
        || (drive.load.level_nm(drive.load.target_rad_s) / vehicle.wheel_radius_m, Slope::LEVEL, "The level"),
        |climb| (climb.output_nm / vehicle.wheel_radius_m, climb.slope, "The hill"),
    );
    ledger.judge(
        &subject(CheckCode::PerformanceTraction),
        Some(force_n),
        &CheckLimit::given(
            vehicle.grip_n(slope),
            "Without a figure for the grip nobody can say whether the wheels slip.",
        ),
        |demand, limit| {
            format!("{place} asks the tyres to push {} N; they slip at {} N.", significant(demand), significant(limit))
        },
    );
}

//! Checks that are about people.

use super::{CheckBuilder, CheckCode, CheckContext, CheckLimit, Subject};
use crate::document::Load;
use crate::document::build::MountMaterial;
use crate::document::load::{Blade, Flywheel, Vehicle};
use crate::evaluation::DriveEvaluation;
use crate::format::significant;
use crate::formulas::constants::{BLADE_TIP_SPEED_LIMIT_M_S, RAD_S_PER_RPM, TOUCH_SAFE_DC_V};
use crate::formulas::numeric::integral;
use crate::formulas::ring::ring_stress_mpa;
use crate::model::Drive;
use crate::model::bus::Source;
use crate::model::cases::{Case, rpm};
use crate::model::supply::FULL;

pub(super) fn judge_option(evidence: &CheckContext<'_>, ledger: &mut CheckBuilder) {
    ledger.judge(
        &Subject::of_option(CheckCode::SafetyTouchVoltage),
        Some(evidence.chain.battery.charger_end_v()),
        &CheckLimit::At(TOUCH_SAFE_DC_V),
        |demand, limit| {
            format!(
                "A full pack stands at {} V; up to {} V is held safe to touch when dry, 30 V where it gets wet.",
                significant(demand),
                significant(limit)
            )
        },
    );
}

/// Toys stay below this energy over the area that hits, J/m², for projectiles of more than 0.08 J.
///
/// # Source
/// ASTM F963-17 4.21, ISO 8124-1 4.18 (from memory).
const TOY_J_PER_M2: f64 = 2500.0;
/// Up to this energy a projectile is a toy whatever its face, J (EN 71-1, from memory).
const TOY_J: f64 = 0.08;
/// A walk-behind blade stands still within this time, s (16 CFR 1205.5(a)(1), from memory).
const BLADE_STOP_S: f64 = 3.0;
/// A blade stands when it turns this share of its speed.
const STANDS: f64 = 0.03;

/// Further checks about people, in the order of the machine.
pub(super) fn judge_hazards(
    evidence: &CheckContext<'_>,
    drive: &Drive<'_>,
    result: &DriveEvaluation,
    ledger: &mut CheckBuilder,
) {
    match &drive.job.load {
        Load::Flywheel(wheels) => judge_wheels(wheels, drive, result, ledger),
        Load::Blade(blade) => judge_blade_stop(blade, drive, ledger),
        Load::Vehicle(vehicle) => judge_brake(vehicle, drive, ledger),
        _ => {}
    }
    judge_mount(drive, result, ledger);
    judge_failsafe(evidence, drive, ledger);
}

fn judge_wheels(wheels: &Flywheel, drive: &Drive<'_>, result: &DriveEvaluation, ledger: &mut CheckBuilder) {
    if let Some((projectile, shots)) = wheels.projectile.as_ref().zip(result.shots) {
        let speed_m_s = shots.launch_speed_m_s;
        let joule = 0.5 * projectile.mass_kg * speed_m_s.powi(2);
        let subject = Subject::of_drive(CheckCode::SafetyProjectileEnergy, drive);
        if let Some(mm) = projectile.diameter_mm
            && joule > TOY_J
        {
            let area_m2 = std::f64::consts::FRAC_PI_4 * (mm * 1e-3).powi(2);
            ledger.judge(&subject,
                Some(joule / area_m2),
                &CheckLimit::At(TOY_J_PER_M2),
                |demand, limit| {
                    format!(
                        "A shot leaves with {} m/s and {} J, {} J/m² over its face; toys end at {} J/m². Eye protection for \
                         everyone, always; local rules come first.",
                        significant(speed_m_s),
                        significant(joule),
                        significant(demand),
                        significant(limit)
                    )
                },
            );
        }
    }
    if let (Some(mm), Some(material)) = (wheels.wheel_diameter_mm, wheels.wheel_material) {
        let rim_m_s = wheels.target_rpm * RAD_S_PER_RPM * mm / 2000.0;
        ledger.judge(
            &Subject::of_drive(CheckCode::SafetyRimSpeed, drive),
            Some(ring_stress_mpa(material.density_kg_m3(), rim_m_s)),
            &CheckLimit::At(material.allowed_mpa()),
            |demand, limit| {
                format!(
                    "At {} m/s the rim pulls with {} MPa; its material may carry {} MPa. A wheel that bursts throws its pieces in \
                     its plane.",
                    significant(rim_m_s),
                    significant(demand),
                    significant(limit)
                )
            },
        );
    }
}

/// How long a blade takes to stand after the switch, on a full battery: what drags at it. Motors that brake feed the battery,
/// and a full one takes nothing.
fn judge_blade_stop(blade: &Blade, drive: &Drive<'_>, ledger: &mut CheckBuilder) {
    let subject = Subject::of_drive(CheckCode::SafetyBladeStop, drive);
    if blade.inertia_kg_m2.is_none() {
        ledger.unknown(&subject, "Give the blade's inertia: how long it turns after the switch depends on it.");
        return;
    }
    let back = drive.gearing.backward_efficiency.max(0.05);
    let brake_nm = blade.brake_torque_nm.unwrap_or(0.0);
    let slows_nm = |speed: f64| {
        let free_nm = drive.load.level_nm(speed) - blade.cutting_torque_nm;
        let motor_nm = drive.motors * drive.gearing.ratio * drive.motor.loss.at_nm(drive.motor_rad_s(speed)) / back;
        free_nm.max(0.0) + motor_nm + brake_nm
    };
    let from = drive.load.target_rad_s;
    if slows_nm(STANDS * from) <= 0.0 {
        ledger
            .fail(&subject, "Nothing slows the blade: neither bearings, air nor a brake are in the build.".to_owned());
        return;
    }
    let inertia = drive.inertia_kg_m2();
    let seconds = integral(STANDS * from, from, 1e-6, &|speed| inertia / slows_nm(speed));
    ledger.judge(&subject, seconds, &CheckLimit::At(BLADE_STOP_S), |demand, limit| {
        format!(
            "After the switch the blade turns on for {} s {}; a walk-behind mower's must stand within {} s.",
            significant(demand),
            match drive.parts.controller.as_ref().is_some_and(|controller| controller.can_brake) {
                _ if brake_nm > 0.0 => "against its brake",
                true => "with nothing but air and bearings against it, for a full battery takes nothing from a motor that brakes",
                false => "with nothing but air and bearings against it",
            },
            significant(limit)
        )
    });
}

/// Something that rolls needs something that stops it.
fn judge_brake(vehicle: &Vehicle, drive: &Drive<'_>, ledger: &mut CheckBuilder) {
    let subject = Subject::of_drive(CheckCode::SafetyNoBrake, drive);
    let motors = drive.parts.controller.as_ref().is_some_and(|controller| controller.can_brake);
    match (motors, vehicle.friction_brake) {
        (false, Some(false)) => ledger.fail(
            &subject,
            "Neither the motors nor a friction brake can stop it: let the controller brake, or fit a brake.".to_owned(),
        ),
        (false, None) => {
            ledger.unknown(&subject, "The motors cannot brake: say in Job whether a friction brake stops it.");
        }
        _ => {}
    }
}

/// A mount of plastic or wood under a warm motor.
fn judge_mount(drive: &Drive<'_>, result: &DriveEvaluation, ledger: &mut CheckBuilder) {
    let Some(limit_c) = drive.parts.mount_material.and_then(MountMaterial::limit_c) else { return };
    let subject = Subject::of_drive(CheckCode::SafetyHotSurface, drive);
    let case_c = result.thermal.as_ref().and_then(|thermal| thermal.case_c);
    match case_c {
        Some(case_c) => ledger.judge(&subject, Some(case_c), &CheckLimit::At(limit_c), |demand, limit| {
            format!(
                "The motor's can gets {} °C warm and its mount gives way at {} °C; above 51 °C metal burns skin within a minute.",
                significant(demand),
                significant(limit)
            )
        }),
        None if result.thermal.is_some() => ledger.fail(
            &subject,
            "The motor's heat never settles: it burns, and its mount gives way before that.".to_owned(),
        ),
        None if drive.thermal_path().is_some() => {
            ledger.unknown(&subject, "No case of the work has numbers, so there is nothing to tell how warm the can gets.");
        }
        None => ledger.unknown(
            &subject,
            "The can's temperature is not known: measure diameter and length of the motor's can.",
        ),
    }
}

/// A throttle that is held when the signal is lost.
fn judge_failsafe(evidence: &CheckContext<'_>, drive: &Drive<'_>, ledger: &mut CheckBuilder) {
    let held = drive.parts.controller.as_ref().and_then(|controller| controller.failsafe_throttle);
    let Some(held) = held.filter(|held| *held > 0.0) else { return };
    let runs = drive
        .motion_at_throttle(&evidence.chain.sources[FULL], held)
        .map_or_else(|| ", too little to move it now".to_owned(), |speed| format!(", and it runs at {speed}"));
    ledger.fail(
        &Subject::of_drive(CheckCode::SafetyFailsafe, drive),
        format!(
            "When the signal is lost it holds {} % throttle{runs} with a full pack: a failsafe must stop it.",
            significant(100.0 * held)
        ),
    );
}

impl Drive<'_> {
    /// What the machine does with its load at a throttle that is held, in words; `None` where it does not move.
    pub(crate) fn motion_at_throttle(&self, source: &Source, throttle: f64) -> Option<String> {
        let mut held = self.clone();
        held.controller.max_duty = held.controller.max_duty.min(throttle);
        let full_rad_s = self.full_throttle_rad_s(source) / self.gearing.ratio;
        let rad_s = held.full_throttle_rad_s(source) / self.gearing.ratio;
        if rad_s <= 0.0 {
            return None;
        }
        Some(match (self.load.travel_radius_m, &self.job.load) {
            (Some(metres), _) => format!("{} km/h", significant(3.6 * rad_s * metres)),
            // Thrust goes with the square of the speed (affinity laws).
            (None, Load::Fan(_)) => format!(
                "{} rpm, {} % of the full thrust",
                significant(rpm(rad_s)),
                significant(100.0 * (rad_s / full_rad_s).powi(2))
            ),
            (None, _) => format!("{} rpm", significant(rpm(rad_s))),
        })
    }
}

pub(super) fn judge_drive(evidence: &CheckContext<'_>, drive: &Drive<'_>, ledger: &mut CheckBuilder) {
    if let Load::Blade(blade) = &drive.job.load {
        let tip_m_s = evidence
            .chain
            .figures(drive.index, FULL, Case::NoLoad)
            .map(|figures| figures.output_rad_s * blade.blade_radius_m);
        ledger.judge(
            &Subject::of_drive(CheckCode::SafetyBladeTipSpeed, drive),
            tip_m_s,
            &CheckLimit::At(BLADE_TIP_SPEED_LIMIT_M_S),
            |demand, limit| {
                format!(
                    "With a full pack and nothing to cut the tip runs at {} m/s; mower rules end at {} m/s.",
                    significant(demand),
                    significant(limit)
                )
            },
        );
    }
}

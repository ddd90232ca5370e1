//! Launcher wheels: spin-up, the rate they keep, running down, the rim; and what other wheels, motors and packs would change.

use serde::Serialize;

use super::outcome::Launcher;
use super::task::Task;
use crate::document::load::{Flywheel, WheelMaterial};
use crate::document::{Build, Job, Load, OptionSheet};
use crate::formulas::numeric::integral;
use crate::formulas::ring::ring_stress_mpa;
use crate::model::battery::BatteryModel;
use crate::model::bus::Source;
use crate::model::{Drive, hardware_mass_kg};

/// Running down is counted to this share of the target.
const RUN_DOWN_TO: f64 = 0.1;

impl WheelMaterial {
    /// Density, kg/m³ (handbook values).
    #[must_use]
    pub const fn density_kg_m3(self) -> f64 {
        match self {
            Self::PrintedPlastic => 1240.0,
            Self::MouldedPlastic => 1100.0,
            Self::Aluminium => 2700.0,
            Self::Steel => 7850.0,
        }
    }

    /// Stress that the rim may carry with safety, MPa (common practice: a quarter of the strength of the bulk, for printed parts
    /// across the layers; a quarter of the yield for metals).
    #[must_use]
    pub const fn allowed_mpa(self) -> f64 {
        match self {
            Self::PrintedPlastic => 7.0,
            Self::MouldedPlastic => 9.0,
            Self::Aluminium => 60.0,
            Self::Steel => 80.0,
        }
    }
}

impl Drive<'_> {
    /// From the target down to a tenth of it with the power off, s; `None` where nothing slows it down.
    fn run_down_s(&self) -> Option<f64> {
        let target = self.load.target_rad_s;
        let back = self.gearing.backward_efficiency.max(0.05);
        let drag_nm = |speed: f64| {
            self.load.level_nm(speed)
                + self.motors * self.gearing.ratio * self.motor.loss.at_nm(self.motor_rad_s(speed)) / back
        };
        if drag_nm(RUN_DOWN_TO * target) <= 0.0 {
            return None;
        }
        let inertia = self.inertia_kg_m2();
        integral(RUN_DOWN_TO * target, target, 1e-6, &|speed| inertia / drag_nm(speed))
    }
}

/// Figures of a launcher's wheels; `None` for anything else.
pub(super) fn figures(drive: &Drive<'_>, task: &Task, source: &Source) -> Option<Launcher> {
    let Load::Flywheel(wheels) = &drive.job.load else { return None };
    let rim_speed_m_s = rim_speed_m_s(wheels);
    let (shots, reached_s) = match task {
        Task::Shots(magazine) => (magazine.fired.clone(), magazine.reached_s),
        _ => (Vec::new(), None),
    };
    Some(Launcher {
        spin_up_s: reached_s.or_else(|| drive.time_between_s(source, 0.0, drive.load.target_rad_s)),
        shots,
        kept_per_second: drive.shot(source).and_then(|shot| shot.recovery_s).map(f64::recip),
        rev_down_s: drive.run_down_s(),
        rim_speed_m_s,
        rim_stress_mpa: rim_speed_m_s
            .zip(wheels.wheel_material)
            .map(|(speed, material)| ring_stress_mpa(material.density_kg_m3(), speed)),
        rim_allowed_mpa: wheels.wheel_material.map(WheelMaterial::allowed_mpa),
    })
}

fn rim_speed_m_s(wheels: &Flywheel) -> Option<f64> {
    wheels.wheel_diameter_mm.map(|mm| wheels.target_rpm * crate::formulas::constants::RAD_S_PER_RPM * mm / 2000.0)
}

/// What one change would make of spin-up and rate.
#[derive(Debug, Clone, PartialEq, Serialize, schemars::JsonSchema)]
pub struct LauncherChange {
    /// The change, in words.
    pub change: String,
    /// From rest to the target, s; null where it is never reached.
    pub spin_up_s: Option<f64>,
    /// Shots per second that hold; null where the target is never reached.
    pub kept_per_second: Option<f64>,
    /// What the wheels lose with each shot, rpm; null where one shot takes all.
    pub lost_rpm: Option<f64>,
}

/// What more torque, more inertia or another cell would change for a launcher's wheels, at full charge. The first entry is the
/// build as it is; empty where the drive throws nothing.
///
/// More torque is the same motor with thicker wire: resistance down by a third.
#[must_use]
pub fn changes(build: &Build, option: usize, drive: &str) -> Vec<LauncherChange> {
    let job = &build.job;
    let Some(option) = build.options.get(option) else { return Vec::new() };
    let Some(place) = option.drives.iter().position(|served| served.drive == drive) else { return Vec::new() };
    let Some(job_place) = job.drives.iter().position(|served| served.name == drive) else { return Vec::new() };
    if !matches!(&job.drives[job_place].load, Load::Flywheel(wheels) if wheels.projectile.is_some()) {
        return Vec::new();
    }
    let mut told = vec![judged(job, option, job_place, place, "as it is".to_owned())];
    let mut stronger = option.clone();
    stronger.drives[place].motor.resistance_ohm /= 1.5;
    told.push(judged(
        job,
        &stronger,
        job_place,
        place,
        "half as much torque again (less winding resistance)".to_owned(),
    ));
    for (factor, words) in [(1.5, "half as much inertia again"), (0.67, "a third less inertia")] {
        let mut heavier = job.clone();
        if let Load::Flywheel(wheels) = &mut heavier.drives[job_place].load {
            wheels.inertia_kg_m2 *= factor;
        }
        told.push(judged(&heavier, option, job_place, place, words.to_owned()));
    }
    let cells = option.battery.cells_series;
    let mut taller = option.clone();
    taller.battery.cells_series = cells + 1;
    told.push(judged(job, &taller, job_place, place, format!("{} cells instead of {cells}", cells + 1)));
    told
}

fn judged(job: &Job, option: &OptionSheet, job_place: usize, place: usize, change: String) -> LauncherChange {
    let drive = Drive::new(&job.drives[job_place], option, place, hardware_mass_kg(job, option));
    let source = BatteryModel::new(option).source(1.0, job.accessory_power_w);
    let shot = drive.shot(&source);
    LauncherChange {
        change,
        spin_up_s: drive.time_between_s(&source, 0.0, drive.load.target_rad_s),
        kept_per_second: shot.and_then(|shot| shot.recovery_s).map(f64::recip),
        lost_rpm: shot.map(|shot| crate::model::cases::rpm(drive.load.target_rad_s - shot.after_rad_s)),
    }
}

//! Shots of a launcher: how fast they leave, how often, how many on one charge.

use serde::Serialize;

use crate::document::Load;
use crate::document::load::{Flywheel, Projectile};
use crate::model::Drive;
use crate::model::cases::Case;
use crate::model::supply::{Chain, FULL, HALF, Supply};

/// What a launcher's wheels do with shots.
#[derive(Debug, Clone, Copy, PartialEq, Serialize, schemars::JsonSchema)]
pub struct Shots {
    /// Launch speed that is really reached, m/s: on a plain switch the wheels run at full throttle, and never above what they
    /// can give before they slip on it.
    pub launch_speed_m_s: f64,
    /// Shots a second that a feeder pushes in on a full battery; null without one.
    pub fed_per_second: Option<f64>,
    /// The larger of that and the rate asked for; null where there is neither.
    pub wanted_per_second: Option<f64>,
    /// Shots a second that hold, each with the target speed before it; null where it is never reached.
    pub kept_per_second: Option<f64>,
    /// Shots on one charge at the rate wanted, without a pause; null where the battery cannot hold the target.
    pub per_charge: Option<f64>,
}

/// On a plain switch the wheels are taken to be back at this share of their full speed before the next shot.
const BACK_AT: f64 = 0.97;

/// The wheels that throw, and what they throw.
pub(crate) fn thrown<'d>(drive: &Drive<'d>) -> Option<(&'d Flywheel, &'d Projectile)> {
    match &drive.job.load {
        Load::Flywheel(wheels) => Some((wheels, wheels.projectile.as_ref()?)),
        _ => None,
    }
}

impl Projectile {
    /// Launch speed, m/s, when the rim runs at a share of the target: in proportion, until it slips on the projectile.
    #[must_use]
    pub fn launched_m_s(&self, rim_share: f64) -> f64 {
        (self.speed_m_s * rim_share).min(self.grip_speed_m_s.unwrap_or(f64::INFINITY))
    }
}

impl Chain<'_> {
    /// Shots of a drive that throws; `None` for any other. `recovery_s`: time back to the target after one, s.
    pub(crate) fn shots(&self, drive: &Drive<'_>, supply: &Supply, recovery_s: Option<f64>) -> Option<Shots> {
        let (_, projectile) = thrown(drive)?;
        let full = self.figures(drive.index, FULL, Case::FullThrottle);
        let faster = match full {
            Some(full) if !drive.controller.present => full.output_rad_s / drive.load.target_rad_s,
            _ => 1.0,
        };
        let fed_per_second = self.fed_per_second();
        let wanted_per_second = [projectile.per_second, fed_per_second].into_iter().flatten().reduce(f64::max);
        let kept_per_second = recovery_s.filter(|seconds| *seconds > 0.0).map(f64::recip);
        let rate = wanted_per_second.or(kept_per_second);
        Some(Shots {
            launch_speed_m_s: projectile.launched_m_s(faster),
            fed_per_second,
            wanted_per_second,
            kept_per_second,
            per_charge: rate.and_then(|rate| self.shots_per_charge(drive, supply, rate)),
        })
    }

    /// Shots a second that a feeder pushes in: its speed flat out on a full battery, where nothing slows it.
    pub(crate) fn fed_per_second(&self) -> Option<f64> {
        let feeders = self.drives.iter().filter_map(|feeder| {
            let Load::ConstantTorque(load) = &feeder.job.load else { return None };
            let full = self.figures(feeder.index, FULL, Case::FullThrottle)?;
            Some(load.shots_per_turn? * full.output_rad_s / std::f64::consts::TAU)
        });
        feeders.reduce(f64::max)
    }

    /// Shots on one charge at a rate, 1/s: what everything takes at its target, and for each shot what brings the wheels back
    /// beyond that.
    fn shots_per_charge(&self, drive: &Drive<'_>, supply: &Supply, rate: f64) -> Option<f64> {
        let source = &self.sources[HALF];
        let holding_a = supply.all_target.current_a?;
        let target = self.figures(drive.index, HALF, Case::Target)?;
        let before = if drive.controller.present { drive.load.target_rad_s } else { BACK_AT * target.output_rad_s };
        let left = before * before - 2.0 * drive.load.shot_energy_j? / drive.inertia_kg_m2();
        if left <= 0.0 {
            return None;
        }
        let after = left.sqrt();
        let given_j = drive.energy_between_j(source, after, before)?;
        let held_j = source.open_circuit_v * target.supply_a * drive.time_between_s(source, after, before)?;
        let extra_as = (given_j - held_j).max(0.0) / source.open_circuit_v;
        let usable_as = 3600.0 * self.battery.battery.usable_fraction * self.battery.capacity_ah;
        Some(usable_as * rate / (holding_a + rate * extra_as)).filter(|shots| shots.is_finite())
    }
}

//! Torque and speed at every stage of a drive, its geometry, and advice for it.

use serde::Serialize;

use super::advice::advice;
use crate::document::{GearingKind, GearingStage};
use crate::formulas::{belt, chain_drive, spur};
use crate::model::Drive;
use crate::model::cases::{Case, rpm};
use crate::model::load::Slope;
use crate::model::supply::{Chain, FULL, HALF};

/// What sets the highest torque at a stage.
#[derive(Debug, Clone, Copy, PartialEq, Eq, Serialize, schemars::JsonSchema)]
#[serde(rename_all = "snake_case")]
pub enum PeakBy {
    /// The motor stalls at full throttle.
    Stall,
    /// The wheels slip first.
    Slip,
    /// The clutch of the gearbox slips first.
    Clutch,
    /// Full throttle: behind a gearbox that turns something else than wheels a jam is judged at the gearbox.
    FullThrottle,
}

impl PeakBy {
    /// When that is, as the start of a sentence.
    pub(crate) const fn when(self) -> &'static str {
        match self {
            Self::Stall => "When the output jams at full throttle",
            Self::Slip => "Before the wheels slip",
            Self::Clutch => "Before the clutch slips",
            Self::FullThrottle => "At full throttle",
        }
    }
}

/// What one motor puts through a stage; several motors each have their own.
#[derive(Debug, Clone, Copy, PartialEq, Serialize, schemars::JsonSchema)]
pub struct StageLoad {
    /// Highest torque at the driver, N·m; null when the battery cannot stall the motor at any voltage.
    pub peak_torque_nm: Option<f64>,
    /// What sets it.
    pub peak_by: PeakBy,
    /// Torque at the driver in the harder of target and climb at half charge, N·m.
    pub running_torque_nm: Option<f64>,
    /// Speed of the driver at the target, rpm.
    pub driver_rpm: f64,
}

/// The two wheels of a stage as circles, and how they stand.
#[derive(Debug, Clone, PartialEq, Serialize, schemars::JsonSchema)]
pub struct Pair {
    /// Pitch diameter of the driver, mm.
    pub driver_mm: f64,
    /// Pitch diameter of the driven wheel, mm.
    pub driven_mm: f64,
    /// Centre distance, mm: given, from the length of belt or chain, or where the wheels mesh; null while unknown.
    pub centre_mm: Option<f64>,
    /// Pitch-line speed at the target, m/s.
    pub pitch_line_m_s: f64,
    /// Force at the driver's pitch circle at the highest torque, N.
    pub peak_force_n: Option<f64>,
    /// The same in the harder of target and climb, N.
    pub running_force_n: Option<f64>,
    /// Pull that belt or chain is trusted with continuously, N, with all teeth in mesh; null for gears and while unknown.
    pub trusted_force_n: Option<f64>,
}

/// A belt or chain length that is sold, and the centre distance it wants.
#[derive(Debug, Clone, Copy, PartialEq, Serialize, schemars::JsonSchema)]
pub struct StockLength {
    /// Teeth of the belt, or links of the chain.
    pub teeth: u32,
    /// Length, mm.
    pub length_mm: f64,
    /// Centre distance it wants, mm.
    pub centre_mm: f64,
}

/// Length of a belt or chain.
#[derive(Debug, Clone, PartialEq, Serialize, schemars::JsonSchema)]
pub struct Loop {
    /// Length that the centre distance asks for, in teeth or links; null without a centre distance.
    pub teeth: Option<f64>,
    /// The nearest that can be had, nearest first.
    pub stock: Vec<StockLength>,
    /// How far the mount must let the centre distance come in to slip the belt on, mm (common practice).
    pub slack_mm: f64,
    /// How far out to tension it, mm (common practice).
    pub take_up_mm: f64,
    /// Teeth of the smaller wheel that carry; null for a chain or without a centre distance.
    pub teeth_in_mesh: Option<f64>,
    /// Share of the rating that is left with so few teeth in mesh.
    pub mesh_factor: Option<f64>,
}

/// One stage: load, geometry, advice.
#[derive(Debug, Clone, PartialEq, Serialize, schemars::JsonSchema)]
pub struct StageReport {
    /// Place in the gearing, from 0.
    pub stage: usize,
    /// Driver turns per driven turn.
    pub ratio: f64,
    /// What goes through it.
    pub load: StageLoad,
    /// The two wheels; null without teeth and a pitch.
    pub pair: Option<Pair>,
    /// Length of belt or chain; null for other kinds.
    pub around: Option<Loop>,
    /// Contact ratio of spur gears.
    pub contact_ratio: Option<f64>,
    /// What a maker should know about it, in whole sentences.
    pub advice: Vec<String>,
}

impl GearingStage {
    /// Module of the driver, mm: as given, or from the diametral pitch.
    #[must_use]
    pub fn driver_module_mm(&self) -> Option<f64> {
        self.module_mm.or(self.diametral_pitch.map(spur::module_of_diametral_pitch_mm))
    }

    /// Module of the driven wheel, mm; the driver's where no other is given.
    #[must_use]
    pub fn driven_wheel_module_mm(&self) -> Option<f64> {
        self.driven_module_mm
            .or(self.driven_diametral_pitch.map(spur::module_of_diametral_pitch_mm))
            .or_else(|| self.driver_module_mm())
    }

    /// Teeth of both wheels.
    #[must_use]
    pub fn teeth(&self) -> Option<(u32, u32)> {
        self.driver_teeth.zip(self.driven_teeth)
    }

    /// Pitch diameters of driver and driven wheel, mm.
    #[must_use]
    pub fn pitch_diameters_mm(&self) -> Option<(f64, f64)> {
        let (driver, driven) = self.teeth()?;
        match self.kind {
            GearingKind::Spur => Some((
                spur::pitch_diameter_mm(self.driver_module_mm()?, driver),
                spur::pitch_diameter_mm(self.driven_wheel_module_mm()?, driven),
            )),
            GearingKind::Belt => {
                let pitch = self.pitch_mm?;
                Some((belt::pitch_diameter_mm(pitch, driver), belt::pitch_diameter_mm(pitch, driven)))
            }
            GearingKind::Chain => {
                let pitch = self.pitch_mm?;
                Some((chain_drive::pitch_diameter_mm(pitch, driver), chain_drive::pitch_diameter_mm(pitch, driven)))
            }
            _ => None,
        }
    }

    /// Centre distance, mm: what is given, else what the belt, the chain or the mesh asks for.
    #[must_use]
    pub fn centre_mm(&self) -> Option<f64> {
        self.centre_distance_mm.or_else(|| self.wanted_centre_mm())
    }

    /// Centre distance that the belt, the chain or the mesh asks for, mm.
    #[must_use]
    pub fn wanted_centre_mm(&self) -> Option<f64> {
        let (driver, driven) = self.teeth()?;
        match self.kind {
            GearingKind::Spur => Some(spur::centre_distance_mm(self.driver_module_mm()?, driver, driven)),
            GearingKind::Belt => {
                let (driver_mm, driven_mm) = self.pitch_diameters_mm()?;
                belt::centre_distance_mm(driver_mm, driven_mm, f64::from(self.belt_teeth?) * self.pitch_mm?)
            }
            GearingKind::Chain => {
                chain_drive::centre_distance_mm(self.pitch_mm?, driver, driven, f64::from(self.chain_links?))
            }
            _ => None,
        }
    }

    /// Pull that belt or chain may carry continuously, N, and whether it is the table's guess.
    #[must_use]
    pub fn trusted_tension_n(&self) -> Option<(f64, bool)> {
        if let Some(given) = self.permissible_tension_n {
            return Some((given, false));
        }
        match self.kind {
            GearingKind::Belt => Some((belt::pitch(self.pitch_mm?)?.tension_n_per_mm * self.width_mm?, true)),
            GearingKind::Chain => {
                Some((chain_drive::chain(self.pitch_mm?)?.breaking_n / chain_drive::SAFETY_RUNNING, true))
            }
            _ => None,
        }
    }
}

/// Ratio and efficiency of what stands before and after the stages of a drive.
struct Along {
    ratio: f64,
    efficiency: f64,
}

fn along(stages: &[GearingStage]) -> Along {
    stages.iter().fold(Along { ratio: 1.0, efficiency: 1.0 }, |so_far, stage| Along {
        ratio: so_far.ratio * stage.ratio(),
        efficiency: so_far.efficiency * stage.efficiency.unwrap_or(1.0),
    })
}

impl Chain<'_> {
    /// The larger of target and climb at half charge: shaft torque of each motor, N·m, over the cases with numbers.
    fn running_nm(&self, drive: usize) -> Option<f64> {
        [Case::Target, Case::Climb]
            .into_iter()
            .filter_map(|case| self.figures(drive, HALF, case).map(|figures| figures.motor_nm))
            .reduce(f64::max)
    }

    /// Torque at the shaft that the built-in gearbox turns (the motor's own without one): highest, and what sets it.
    pub(crate) fn shaft_peak(&self, drive: &Drive<'_>) -> (Option<f64>, PeakBy) {
        let gearbox = drive.parts.motor.gearbox.as_ref();
        let through = gearbox.map_or(1.0, |gearbox| gearbox.ratio * gearbox.efficiency);
        // A propeller turns in its air: nothing holds it still under power.
        if drive.load.vehicle.is_none() && (gearbox.is_some() || !drive.job.jams()) {
            let running = self.figures(drive.index, FULL, Case::FullThrottle).map(|figures| figures.motor_nm * through);
            return (running, PeakBy::FullThrottle);
        }
        let stalled = self.stalled(drive.index).map(|figures| figures.motor_nm * through);
        let slip = drive.load.vehicle.as_ref().and_then(|vehicle| {
            let gearing = &drive.gearing;
            let after = gearing.ratio_after_gearbox * gearing.efficiency_after_gearbox;
            let grip_nm = vehicle.grip_nm(Slope::LEVEL).filter(|_| !drive.job.jams())?;
            Some(grip_nm / (drive.motors * after))
        });
        let clutch = gearbox.and_then(|gearbox| gearbox.slip_clutch_nm);
        let mut least = (stalled, PeakBy::Stall);
        for (cap, by) in [(slip, PeakBy::Slip), (clutch, PeakBy::Clutch)] {
            if let (Some(cap), Some(now)) = (cap, least.0)
                && cap < now
            {
                least = (Some(cap), by);
            }
        }
        least
    }

    /// What one motor puts through the stage at `place`.
    pub(crate) fn stage_load(&self, drive: &Drive<'_>, place: usize) -> StageLoad {
        let before = along(&drive.parts.gearing[..place]);
        let gearbox = drive.parts.motor.gearbox.as_ref();
        let (gearbox_ratio, gearbox_through) =
            gearbox.map_or((1.0, 1.0), |gearbox| (gearbox.ratio, gearbox.ratio * gearbox.efficiency));
        let through = before.ratio * before.efficiency;
        let (peak_nm, peak_by) = self.shaft_peak(drive);
        let target_rpm = rpm(drive.motor_rad_s(drive.load.target_rad_s));
        StageLoad {
            peak_torque_nm: peak_nm.map(|peak| peak.max(0.0) * through),
            peak_by,
            running_torque_nm: self.running_nm(drive.index).map(|nm| nm.max(0.0) * gearbox_through * through),
            driver_rpm: target_rpm / gearbox_ratio / before.ratio,
        }
    }

    /// Every stage of a drive.
    pub(crate) fn stage_reports(&self, drive: &Drive<'_>) -> Vec<StageReport> {
        (0..drive.parts.gearing.len()).map(|place| self.stage_report(drive, place)).collect()
    }

    fn stage_report(&self, drive: &Drive<'_>, place: usize) -> StageReport {
        let stage = &drive.parts.gearing[place];
        let load = self.stage_load(drive, place);
        let pair = pair(stage, &load);
        StageReport {
            stage: place,
            ratio: stage.ratio(),
            load,
            around: around(stage, self.worded()),
            contact_ratio: match (stage.kind, stage.teeth()) {
                (GearingKind::Spur, Some((driver, driven))) => Some(spur::contact_ratio(driver, driven)),
                _ => None,
            },
            advice: if self.worded() { advice(stage, pair.as_ref()) } else { Vec::new() },
            pair,
        }
    }
}

fn pair(stage: &GearingStage, load: &StageLoad) -> Option<Pair> {
    let (driver_mm, driven_mm) = stage.pitch_diameters_mm()?;
    let force_n = |torque_nm: f64| 2000.0 * torque_nm / driver_mm;
    Some(Pair {
        driver_mm,
        driven_mm,
        centre_mm: stage.centre_mm(),
        pitch_line_m_s: crate::formulas::ring::rim_speed_m_s(driver_mm, load.driver_rpm),
        peak_force_n: load.peak_torque_nm.map(force_n),
        running_force_n: load.running_torque_nm.map(force_n),
        trusted_force_n: stage.trusted_tension_n().map(|(force_n, _)| force_n),
    })
}

/// Stock lengths that are offered.
const MOST_STOCK: usize = 5;

/// The way around both wheels; what is sold is looked up where somebody reads it.
fn around(stage: &GearingStage, read: bool) -> Option<Loop> {
    let (driver, driven) = stage.teeth()?;
    let (driver_mm, driven_mm) = stage.pitch_diameters_mm()?;
    let pitch = stage.pitch_mm?;
    let centre = stage.centre_mm();
    // A belt must come over the flanges: about one pitch and a half. To tension it: 0.5 % of the centre distance and a
    // little (common practice).
    let (slack_mm, take_up_mm) = (1.5 * pitch, centre.unwrap_or(0.0) * 0.005 + 0.5);
    match stage.kind {
        GearingKind::Belt => {
            let teeth = centre.and_then(|centre| belt::length_mm(driver_mm, driven_mm, centre)).map(|mm| mm / pitch);
            let mut stock: Vec<u32> = Vec::new();
            if read {
                stock.extend(belt::nearest_stock(pitch, teeth.unwrap_or(100.0), MOST_STOCK));
                stock.extend(stage.belt_teeth.filter(|teeth| !stock.contains(teeth)));
            }
            let stock = stock.into_iter().filter_map(|teeth| {
                let length_mm = f64::from(teeth) * pitch;
                Some(StockLength {
                    teeth,
                    length_mm,
                    centre_mm: belt::centre_distance_mm(driver_mm, driven_mm, length_mm)?,
                })
            });
            let in_mesh = centre.and_then(|centre| belt::teeth_in_mesh(pitch, driver, driven, centre));
            Some(Loop {
                teeth,
                stock: stock.collect(),
                slack_mm,
                take_up_mm,
                teeth_in_mesh: in_mesh,
                mesh_factor: in_mesh.map(belt::mesh_factor),
            })
        }
        GearingKind::Chain => {
            let links = centre.map(|centre| chain_drive::length_links(pitch, driver, driven, centre));
            // An odd number wants a cranked link: even ones only.
            let near = links.map_or(50.0, |links| (links / 2.0).round() * 2.0);
            let offered: &[f64] = if read { &[0.0, -2.0, 2.0, 4.0] } else { &[] };
            let stock = offered.iter().filter_map(|off| {
                let count = near + off;
                let centre_mm = chain_drive::centre_distance_mm(pitch, driver, driven, count)?;
                Some(StockLength { teeth: crate::formulas::numeric::whole(count), length_mm: count * pitch, centre_mm })
            });
            Some(Loop {
                teeth: links,
                stock: stock.collect(),
                slack_mm: 0.0,
                take_up_mm: pitch,
                teeth_in_mesh: None,
                mesh_factor: None,
            })
        }
        _ => None,
    }
}

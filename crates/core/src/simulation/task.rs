//! What a drive of a run does: full throttle, a course, or shots.

use super::course_track::Track;
use super::outcome::Shot;
use crate::document::course::{Mode, Shots};
use crate::document::load::Projectile;
use crate::model::Drive;
use crate::model::cases::rpm;
use crate::model::launcher_shots::thrown;

/// Shots in a burst when nobody says how many.
const USUAL_SHOTS: u32 = 10;

/// The task of one drive.
#[derive(Debug, Clone, PartialEq)]
pub(super) enum Task {
    /// Full throttle up a grade, %.
    Launch { grade_percent: f64 },
    /// One speed, held.
    Hold(Track),
    /// From point to point.
    Course(Track),
    /// Up to the target, then shots.
    Shots(Magazine),
}

impl Task {
    pub fn new(mode: &Mode, drive: &Drive<'_>, endless: bool, fed_per_second: Option<f64>) -> Self {
        match mode {
            Mode::Launch(launch) => Self::Launch { grade_percent: launch.grade_percent },
            Mode::Hold(hold) => {
                let radius = drive.load.travel_radius_m.unwrap_or(1.0);
                let speed = match (hold.speed_m_s, hold.output_rpm) {
                    (Some(speed), _) => speed / radius,
                    (None, Some(rpm)) => rpm * crate::formulas::constants::RAD_S_PER_RPM,
                    (None, None) => drive.load.target_rad_s,
                };
                Self::Hold(Track::steady(speed, hold.grade_percent, hold.load_share))
            }
            Mode::Profile(profile) => Self::Course(Track::of_points(&profile.points, drive)),
            Mode::Shots(shots) => Self::Shots(Magazine::new(shots, drive, endless, fed_per_second)),
        }
    }

    /// The course, where there is one.
    pub const fn track(&self) -> Option<&Track> {
        match self {
            Self::Hold(track) | Self::Course(track) => Some(track),
            _ => None,
        }
    }

    pub const fn track_mut(&mut self) -> Option<&mut Track> {
        match self {
            Self::Hold(track) | Self::Course(track) => Some(track),
            _ => None,
        }
    }

    /// Output speed wanted, rad/s; `None` at full throttle.
    pub fn wanted(&self, t_s: f64, angle: f64) -> Option<f64> {
        match self {
            Self::Launch { .. } => None,
            Self::Hold(track) | Self::Course(track) => Some(track.speed(t_s, angle)),
            Self::Shots(magazine) => (!magazine.bare).then_some(magazine.target_rad_s),
        }
    }
}

/// Shots still to be fired, and those that were.
#[derive(Debug, Clone, PartialEq)]
pub(super) struct Magazine {
    pub target_rad_s: f64,
    /// On a plain switch the wheels run at full throttle, whatever is wanted.
    pub bare: bool,
    energy_j: f64,
    projectile: Option<Projectile>,
    gap_s: Option<f64>,
    in_burst: u32,
    left: u32,
    bursts: u32,
    pause_s: f64,
    /// When the next one is due, s; infinite while it waits for the wheels.
    pub next_s: f64,
    /// When the wheels first were at the target, s.
    pub reached_s: Option<f64>,
    pub fired: Vec<Shot>,
}

impl Magazine {
    fn new(shots: &Shots, drive: &Drive<'_>, endless: bool, fed_per_second: Option<f64>) -> Self {
        let projectile = thrown(drive).map(|(_, projectile)| projectile);
        let asked = projectile.and_then(|projectile| projectile.per_second);
        let rate = shots.per_second.or([asked, fed_per_second].into_iter().flatten().reduce(f64::max));
        let in_burst = shots.shots.unwrap_or(if endless { u32::MAX } else { USUAL_SHOTS });
        Self {
            target_rad_s: drive.load.target_rad_s,
            bare: !drive.controller.present,
            energy_j: projectile.map_or(0.0, Projectile::energy_from_wheels_j),
            projectile: projectile.cloned(),
            gap_s: rate.map(|rate| 1.0 / rate),
            in_burst,
            left: in_burst,
            bursts: shots.bursts,
            pause_s: shots.pause_s,
            next_s: f64::INFINITY,
            reached_s: None,
            fired: Vec::new(),
        }
    }

    /// Whether nothing is left to fire.
    pub const fn empty(&self) -> bool {
        self.left == 0 && self.bursts <= 1
    }

    /// The wheels are at the target.
    pub fn at_target(&mut self, t_s: f64) {
        if self.reached_s.is_none() {
            self.reached_s = Some(t_s);
            self.next_s = t_s;
        } else if self.gap_s.is_none() && !self.next_s.is_finite() && !self.empty() {
            self.next_s = t_s;
        }
    }

    /// Fires one: the wheels' speed after it, rad/s. The projectile leaves with the share of its speed that the rim has, as far as
    /// the wheels grip it, and takes energy by the square of that.
    pub fn fire(&mut self, t_s: f64, before: f64, inertia: f64) -> f64 {
        let rim_share = before / self.target_rad_s;
        let (speed_m_s, share) = self.projectile.as_ref().map_or((0.0, rim_share), |projectile| {
            let speed_m_s = projectile.launched_m_s(rim_share);
            (speed_m_s, speed_m_s / projectile.speed_m_s)
        });
        let after = (before * before - 2.0 * self.energy_j * share * share / inertia).max(0.0).sqrt();
        self.fired.push(Shot { t_s, before_rpm: rpm(before), after_rpm: rpm(after), speed_m_s });
        self.left = self.left.saturating_sub(1);
        if self.left > 0 {
            self.next_s = self.gap_s.map_or(f64::INFINITY, |gap_s| t_s + gap_s);
        } else if self.bursts > 1 {
            self.bursts -= 1;
            self.left = self.in_burst;
            self.next_s = t_s + self.pause_s.max(self.gap_s.unwrap_or(0.0));
        } else {
            self.next_s = f64::INFINITY;
        }
        after
    }
}

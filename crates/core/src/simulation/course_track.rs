//! What one drive is asked for: speed, slope and share of the load over time or along the way.

use super::runner::RoadSegment;
use crate::document::course::CoursePoint;
use crate::formulas::constants::RAD_S_PER_RPM;
use crate::formulas::numeric::blend;
use crate::model::Drive;
use crate::model::load::Slope;

/// A corner of a course, in terms of the output.
#[derive(Debug, Clone, Copy, PartialEq)]
struct Corner {
    /// s, or rad of the output on a course along the way.
    along: f64,
    /// rad/s.
    speed: f64,
    grade_percent: f64,
    load_share: f64,
    wait_s: f64,
}

/// A course of one drive, and where on it the drive is.
#[derive(Debug, Clone, PartialEq)]
pub(super) struct Track {
    corners: Vec<Corner>,
    by_way: bool,
    /// Segment that is run, from corner `segment` to the next.
    segment: usize,
    /// Where the present round began: s or rad.
    origin: f64,
    /// Standing at a corner until then, s.
    waits_until: Option<f64>,
    pub rounds: u32,
}

impl Track {
    /// The points of a profile for a drive.
    pub fn of_points(points: &[CoursePoint], drive: &Drive<'_>) -> Self {
        let radius = drive.load.travel_radius_m.unwrap_or(1.0);
        let by_way = points.first().is_some_and(|point| point.distance_m.is_some());
        let corners = points
            .iter()
            .map(|point| Corner {
                along: point.distance_m.map_or(point.t_s.unwrap_or(0.0), |metres| metres / radius),
                speed: point.speed_m_s.map_or(point.output_rpm.unwrap_or(0.0) * RAD_S_PER_RPM, |speed| speed / radius),
                grade_percent: point.grade_percent,
                load_share: point.load_share,
                wait_s: point.wait_s,
            })
            .collect();
        Self::new(corners, by_way)
    }

    /// One speed, rad/s, continuous.
    pub fn steady(speed: f64, grade_percent: f64, load_share: f64) -> Self {
        let corner = Corner { along: 0.0, speed, grade_percent, load_share, wait_s: 0.0 };
        Self::new(vec![corner, Corner { along: f64::INFINITY, ..corner }], false)
    }

    fn new(corners: Vec<Corner>, by_way: bool) -> Self {
        let origin = corners[0].along;
        let mut track = Self { corners, by_way, segment: 0, origin: 0.0, waits_until: None, rounds: 0 };
        // A course along the way starts where its first point is; one over time at time 0.
        if by_way {
            track.origin = -origin;
        }
        let wait_s = track.corners[0].wait_s;
        track.waits_until = (wait_s > 0.0).then_some(wait_s);
        track
    }

    fn ends(&self) -> (Corner, Corner) {
        (self.corners[self.segment], self.corners[self.segment + 1])
    }

    /// Gain of the output in the present segment, rad/s².
    pub fn gain_rad_s2(&self, t_s: f64) -> f64 {
        if self.waits_until.is_some() || self.finished() || self.before_start(t_s) {
            return 0.0;
        }
        let (from, to) = self.ends();
        let span = to.along - from.along;
        if !span.is_finite() {
            return 0.0;
        }
        if self.by_way {
            (to.speed * to.speed - from.speed * from.speed) / (2.0 * span)
        } else {
            (to.speed - from.speed) / span
        }
    }

    fn before_start(&self, t_s: f64) -> bool {
        !self.by_way && t_s - self.origin < self.corners[0].along
    }

    /// Whether the last corner is passed.
    pub const fn finished(&self) -> bool {
        self.segment + 1 >= self.corners.len()
    }

    /// How far along the present round: s or rad.
    fn along(&self, t_s: f64, angle: f64) -> f64 {
        (if self.by_way { angle } else { t_s }) - self.origin
    }

    /// Share of the present segment that is behind, 0 to 1.
    fn behind(&self, t_s: f64, angle: f64) -> f64 {
        let (from, to) = self.ends();
        let span = to.along - from.along;
        if span.is_finite() { ((self.along(t_s, angle) - from.along) / span).clamp(0.0, 1.0) } else { 0.0 }
    }

    /// Speed wanted, rad/s.
    pub fn speed(&self, t_s: f64, angle: f64) -> f64 {
        if self.finished() {
            return self.corners.last().map_or(0.0, |corner| corner.speed);
        }
        if self.waits_until.is_some() {
            return self.corners[self.segment].speed;
        }
        let (from, to) = self.ends();
        let behind = self.behind(t_s, angle);
        if self.by_way {
            blend(from.speed * from.speed, to.speed * to.speed, behind).max(0.0).sqrt()
        } else {
            blend(from.speed, to.speed, behind)
        }
    }

    /// Grade, %, at the moment.
    pub fn grade_percent(&self, t_s: f64, angle: f64) -> f64 {
        if self.finished() {
            return self.corners.last().map_or(0.0, |corner| corner.grade_percent);
        }
        let (from, to) = self.ends();
        blend(from.grade_percent, to.grade_percent, self.behind(t_s, angle))
    }

    /// Slope and share of the load at the moment.
    pub fn way(&self, t_s: f64, angle: f64) -> RoadSegment {
        let load_share = if self.finished() {
            self.corners.last().map_or(1.0, |corner| corner.load_share)
        } else {
            let (from, to) = self.ends();
            blend(from.load_share, to.load_share, self.behind(t_s, angle))
        };
        RoadSegment { slope: Slope::of_percent(self.grade_percent(t_s, angle)), load_share }
    }

    /// Whether nothing is wanted of the drive: it stands and goes on standing.
    pub fn rests(&self, t_s: f64, angle: f64) -> bool {
        self.speed(t_s, angle) <= 0.0 && self.gain_rad_s2(t_s) <= 0.0
    }

    /// The time, s, at which the segment or a wait ends by the clock; infinite where it ends by the way.
    pub fn next_s(&self) -> f64 {
        if let Some(until_s) = self.waits_until {
            return until_s;
        }
        if self.finished() || self.by_way {
            return f64::INFINITY;
        }
        self.origin + self.corners[self.segment + 1].along
    }

    /// The angle, rad, at which the segment ends; infinite where it ends by the clock.
    pub fn next_angle(&self) -> f64 {
        if self.finished() || !self.by_way || self.waits_until.is_some() {
            return f64::INFINITY;
        }
        self.origin + self.corners[self.segment + 1].along
    }

    /// Goes on to the next segment, to a wait, or after a wait on; with `repeat` from the last corner to the first.
    pub fn advance(&mut self, t_s: f64, repeat: bool) {
        if self.waits_until.take().is_some() {
            return;
        }
        if self.finished() {
            return;
        }
        self.segment += 1;
        let corner = self.corners[self.segment];
        if self.finished() {
            self.rounds += 1;
            if repeat {
                self.origin += corner.along - self.corners[0].along;
                self.segment = 0;
                self.waits_until = (self.corners[0].wait_s > 0.0).then(|| t_s + self.corners[0].wait_s);
                return;
            }
        }
        self.waits_until = (corner.wait_s > 0.0).then_some(t_s + corner.wait_s);
    }

    /// How long a course over time is, s; `None` along the way or continuously.
    pub fn length_s(&self) -> Option<f64> {
        let last = self.corners.last()?.along;
        (!self.by_way && last.is_finite()).then_some(last)
    }

    /// Length of a course along the way, rad.
    pub fn length_rad(&self) -> Option<f64> {
        self.by_way.then(|| self.corners.last().map_or(0.0, |corner| corner.along - self.corners[0].along))
    }

    /// The largest speed wanted, rad/s.
    pub fn fastest(&self) -> f64 {
        self.corners.iter().map(|corner| corner.speed).fold(0.0, f64::max)
    }

    pub const fn by_way(&self) -> bool {
        self.by_way
    }
}

//! The same course, computed: the measured speed as the wanted one, the measured slope, what it carried, the air, the charge at
//! the start.

use serde_json::json;

use super::windows::{Windows, filled};
use crate::document::log::Ride;
use crate::document::simulation::SIMULATION_FORMAT;
use crate::document::{Build, Load, Problem, Simulation};
use crate::format::significant;
use crate::simulation::outcome::{DriveRun, Simulated};
use crate::simulation::simulate;

/// A ride, made ready to be computed.
pub struct Course {
    simulation: Simulation,
    pub(super) windows: Windows,
}

/// What was computed of a ride, in the windows of its readings.
pub struct Predicted {
    /// Middle of each window, s.
    pub t_s: Vec<f64>,
    /// Half of a window at most, s.
    half_s: f64,
    /// The run.
    pub run: Simulated,
}

/// A ride of fewer moments is no course: one mean speed tells nothing of hills, stops and starts.
const FEWEST_ROWS: usize = 8;

/// Why a ride is not computed.
fn nothing(detail: impl Into<String>) -> Vec<Problem> {
    vec![Problem { pointer: String::new(), detail: detail.into() }]
}

/// The build as it was on the day of a ride.
pub(super) fn on_that_day(build: &Build, drive: usize, ride: &Ride) -> Build {
    let mut build = build.clone();
    if let Some(ambient_c) = ride.ambient_c {
        build.figures_mut().job.ambient_c = ambient_c;
    }
    if let Some(payload_kg) = ride.payload_kg
        && let Some(Load::Vehicle(vehicle)) = build.figures_mut().job.drives.get_mut(drive).map(|drive| &mut drive.load)
    {
        vehicle.payload_kg = payload_kg;
    }
    // A ride goes on where it went on: what is left of the pack is no end of it.
    for option in &mut build.figures_mut().options {
        option.battery.usable_fraction = 1.0;
    }
    build
}

impl Course {
    /// Makes a ride of a drive of an option ready.
    ///
    /// # Errors
    /// A ride without speed and way, a drive that does not travel, what does not suit the build.
    pub fn of(build: &Build, option: usize, drive: usize, ride: &Ride) -> Result<Self, Vec<Problem>> {
        let windows = Windows::of(&ride.columns);
        let job = build.job.drives.get(drive).ok_or_else(|| nothing("there is no such drive"))?;
        let option = build.options.get(option).ok_or_else(|| nothing("there is no such option"))?;
        if !matches!(job.load, Load::Vehicle(_)) {
            return Err(nothing(format!("{:?} does not travel: its rides are added up, not computed.", job.name)));
        }
        if windows.speed_m_s.iter().all(|speed| speed.is_nan()) {
            return Err(nothing("No speed and no distance was read: the ride is added up, not computed."));
        }
        if windows.t_s.len() < FEWEST_ROWS {
            return Err(nothing("It was written down by hand: it is added up, not computed."));
        }
        let speed = filled(windows.speed_m_s.clone());
        let first = windows.t_s.first().copied().unwrap_or_default();
        let mut points = Vec::with_capacity(speed.len());
        for (at, time) in windows.t_s.iter().enumerate() {
            points.push(json!({
                "t_s": time - first,
                "speed_m_s": speed[at].clamp(0.0, 150.0),
                "grade_percent": windows.grade_percent[at],
            }));
        }
        let until_s = windows.t_s[windows.t_s.len() - 1] - first;
        let day = on_that_day(build, drive, ride);
        let document = json!({
            "format": SIMULATION_FORMAT,
            "build": day,
            "option": option.name,
            "drive": job.name,
            "mode": { "kind": "profile", "points": points },
            "state_of_charge": ride.state_of_charge,
            "until_s": until_s,
            "sample_s": (0.5 * windows.width_s).max(until_s / 20_000.0),
        });
        Ok(Self { simulation: Simulation::from_value(&document)?, windows })
    }

    /// Computes it.
    #[must_use]
    pub fn run(&self) -> Predicted {
        self.predicted(&self.simulation)
    }

    /// Computes it with another build: the same names, other figures.
    #[must_use]
    pub fn run_with(&self, build: Build) -> Predicted {
        self.predicted(&self.simulation.on(build))
    }

    fn predicted(&self, simulation: &Simulation) -> Predicted {
        let half_s = 0.5 * self.windows.width_s;
        Predicted { t_s: self.windows.t_s.clone(), half_s, run: simulate(simulation, &mut |_| true) }
    }

    /// The build that is computed, as it was on that day.
    #[must_use]
    pub const fn build(&self) -> &Build {
        self.simulation.build()
    }
}

impl Predicted {
    /// A channel at the windows of the ride, as the ride's own channels are called; NaN where it was not computed, and after
    /// the run's end.
    #[must_use]
    pub fn channel(&self, key: &str) -> Vec<f64> {
        let series = &self.run.lead.series;
        let known = |values: &[Option<f64>]| values.iter().map(|value| value.unwrap_or(f64::NAN)).collect::<Vec<f64>>();
        let values: Vec<f64> = match key {
            "speed_m_s" => known(&series.speed_m_s),
            "distance_m" => known(&series.distance_m),
            "motor_current_a" => series.motor_current_a.clone(),
            "supply_current_a" => series.supply_current_a.clone(),
            "supply_voltage_v" => series.supply_voltage_v.clone(),
            "state_of_charge" => series.state_of_charge.clone(),
            "winding_c" => known(&series.winding_c),
            "case_c" => known(&series.case_c),
            "controller_c" => known(&series.controller_c),
            "battery_c" => known(&series.battery_c),
            _ => return vec![f64::NAN; self.t_s.len()],
        };
        self.at_windows(&series.t_s, &values)
    }

    /// The mean over each window: what is read at one moment stands for the time around it, and a line through readings
    /// knows no corner between them.
    fn at_windows(&self, times: &[f64], values: &[f64]) -> Vec<f64> {
        let first = self.t_s.first().copied().unwrap_or_default();
        let mut area = Vec::with_capacity(times.len());
        let mut sum = 0.0;
        for row in 0..times.len() {
            if row > 0 {
                sum += 0.5 * (values[row] + values[row - 1]) * (times[row] - times[row - 1]);
            }
            area.push(sum);
        }
        let last = times.last().copied().unwrap_or_default();
        let until = |time: f64| -> f64 {
            let row = times.partition_point(|known| *known <= time).clamp(1, times.len() - 1);
            let (from, to) = (times[row - 1], times[row]);
            let share = ((time - from) / (to - from)).clamp(0.0, 1.0);
            let there = values[row - 1] + share * (values[row] - values[row - 1]);
            area[row - 1] + 0.5 * (values[row - 1] + there) * share * (to - from)
        };
        (0..self.t_s.len())
            .map(|at| {
                let time = self.t_s[at] - first;
                // A run that ended earlier says nothing of what came then.
                if times.len() < 2 || time > last + 1.0 {
                    return f64::NAN;
                }
                let half = |other: Option<&f64>| {
                    other.map_or(0.0, |other| 0.5 * (other - self.t_s[at]).abs()).min(self.half_s)
                };
                let before = half(at.checked_sub(1).and_then(|at| self.t_s.get(at)));
                let after = half(self.t_s.get(at + 1));
                let (from, to) = ((time - before).max(0.0), (time + after).min(last));
                if to - from < 1e-9 {
                    let row = times.partition_point(|known| *known <= time).clamp(1, times.len()) - 1;
                    return values[row];
                }
                (until(to) - until(from)) / (to - from)
            })
            .collect()
    }

    /// The drive that was computed.
    #[must_use]
    pub const fn lead(&self) -> &DriveRun {
        &self.run.lead
    }

    /// Why it ended before the ride did, in words; `None` where it did not.
    #[must_use]
    pub fn cut_short(&self) -> Option<String> {
        let whole_s = self.t_s.last().zip(self.t_s.first()).map_or(0.0, |(last, first)| last - first);
        let reached_s = self.run.lead.series.t_s.last().copied().unwrap_or_default();
        (reached_s < whole_s - 2.0).then(|| {
            format!(
                "The computed ride ends after {} of {} min: the battery is empty there.",
                significant(reached_s / 60.0),
                significant(whole_s / 60.0)
            )
        })
    }
}

//! Which corner comes first inside a step, and where: a limit, the end of a segment, what is wanted reached or lost.

use super::super::dynamics::{Dynamics, Flow, block, head};
use super::super::outcome::EndedBy;
use super::super::runner::DriveMode;
use super::super::step_solver::Stepper;
use super::super::task::Task;
use super::{BEHIND, Corner, Engine, LEAST_STEP_S, STEADY_SHARE};

impl Engine<'_> {
    /// The moment at which something is due by the clock, s.
    pub(super) fn boundary_s(&self) -> f64 {
        let mut boundary = self.until_s.min(self.diary.next_s());
        for task in &self.tasks {
            match task {
                Task::Hold(track) | Task::Course(track) => boundary = boundary.min(track.next_s()),
                Task::Shots(magazine) => boundary = boundary.min(magazine.next_s),
                Task::Launch { .. } => {}
            }
        }
        boundary.max(self.t_s + LEAST_STEP_S)
    }

    /// The first thing that has happened by a moment.
    pub(super) fn corner(&self, t_s: f64, state: &[f64], flow: &Flow) -> Option<Corner> {
        if state[head::CHARGE] <= self.empty_charge {
            return Some(Corner::End(EndedBy::Empty));
        }
        if !self.plant.full && state[head::CHARGE] >= 1.0 && flow.supply_a < 0.0 {
            return Some(Corner::Full);
        }
        for (index, task) in self.tasks.iter().enumerate() {
            let at = Dynamics::at(index);
            let (speed, angle) = (state[at + block::SPEED], state[at + block::ANGLE]);
            let drive = &flow.drives[index];
            let lead = index == 0;
            let runner = &self.plant.runners[index];
            if lead
                && runner.path.is_some()
                && self.stops_at_limit()
                && state[at + block::WINDING_C] >= runner.cold.parts.motor.winding_limit_c()
            {
                return Some(Corner::End(EndedBy::WindingLimit));
            }
            match runner.doing {
                DriveMode::Follows { .. } if drive.wanted_share > BEHIND => {
                    return Some(if lead && matches!(task, Task::Hold(_)) {
                        Corner::End(EndedBy::CannotHold)
                    } else {
                        Corner::Behind(index)
                    });
                }
                DriveMode::Throttle => {
                    if let Some(end) = self.goal(index, speed, drive.gain_rad_s2) {
                        return Some(end);
                    }
                    if task.wanted(t_s, angle).is_some_and(|wanted| speed > wanted) {
                        return Some(Corner::Caught(index));
                    }
                    if drive.limited_by != self.flow.drives[index].limited_by {
                        return Some(Corner::Limit);
                    }
                }
                _ => {}
            }
            if let Some(track) = task.track()
                && (angle >= track.next_angle() || arrived_early(track, runner.doing, speed, t_s))
            {
                return Some(Corner::Arrived(index));
            }
        }
        None
    }

    pub(super) fn stops_at_limit(&self) -> bool {
        !self.simulation.burn_on && (matches!(self.tasks[0], Task::Hold(_)) || self.simulation.repeat)
    }

    /// The end of a launch, or the speed launcher wheels on a plain switch are waited for.
    ///
    /// A launch that gains no more, for the battery sags or a limit holds it, is over as well.
    pub(super) fn goal(&self, index: usize, speed: f64, gain_rad_s2: f64) -> Option<Corner> {
        let lead = index == 0;
        match &self.tasks[index] {
            Task::Launch { .. }
                if lead && (speed >= STEADY_SHARE * self.steady[index] || (speed > 0.0 && gain_rad_s2 <= 0.0)) =>
            {
                Some(Corner::End(EndedBy::Steady))
            }
            Task::Shots(magazine) if magazine.bare && magazine.reached_s.is_none() => {
                (speed >= magazine.target_rad_s).then_some(Corner::Caught(index))
            }
            Task::Shots(magazine)
                if lead && magazine.reached_s.is_none() && self.steady[index] < magazine.target_rad_s =>
            {
                (speed >= STEADY_SHARE * self.steady[index]).then_some(Corner::End(EndedBy::CannotReach))
            }
            _ => None,
        }
    }

    /// Finds where in the step a corner lies and ends the step there.
    pub(super) fn locate(
        &mut self,
        found: Corner,
        stepper: &mut Stepper,
        h: &mut f64,
        scratch: &mut [f64],
        between: &mut Flow,
    ) -> Corner {
        let rounds = if matches!(found, Corner::Limit) { 12 } else { 26 };
        let (mut low, mut high, mut corner) = (0.0, 1.0, found);
        let state = self.state.clone();
        for _ in 0..rounds {
            if (high - low) * *h <= LEAST_STEP_S {
                break;
            }
            let middle = 0.5 * (low + high);
            stepper.between(&state, *h, middle, scratch);
            let t_s = self.t_s + middle * *h;
            self.flow_at(t_s, scratch, between);
            match self.corner(t_s, scratch, between) {
                Some(inside) => {
                    high = middle;
                    corner = inside;
                }
                None => low = middle,
            }
        }
        if high < 1.0 {
            *h = (*h * high).max(LEAST_STEP_S);
            self.try_step(stepper, *h, between);
        } else {
            let end = stepper.end.clone();
            self.flow_at(self.t_s + *h, &end, between);
        }
        corner
    }
}

/// A segment along the way that ends at rest may stop a hair early.
fn arrived_early(track: &super::super::course_track::Track, doing: DriveMode, speed: f64, t_s: f64) -> bool {
    track.next_angle().is_finite()
        && track.gain_rad_s2(t_s) < 0.0
        && matches!(doing, DriveMode::Follows { .. })
        && speed <= 1e-9 * track.fastest()
}

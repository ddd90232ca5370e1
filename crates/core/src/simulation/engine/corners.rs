//! What happens at a corner of a run: a point of the course, a limit, a shot, falling behind, the end.

use super::super::dynamics::{Dynamics, Flow, block};
use super::super::outcome::{EndedBy, EventKind};
use super::super::runner::DriveMode;
use super::super::task::Task;
use super::{BEHIND, Corner, Engine, LONGEST_RECOVERY_S};

impl Engine<'_> {
    /// What is due at this moment: corners, ends of segments, shots. Whether anything changed, and the end if it is one.
    pub(super) fn turn(&mut self, corner: Option<Corner>) -> (bool, Option<EndedBy>) {
        let mut turned = corner.is_some();
        match corner {
            Some(Corner::End(end)) => return (true, Some(end)),
            Some(Corner::Full) => {
                self.plant.full = true;
                self.diary.note(
                    self.t_s,
                    EventKind::BatteryFull,
                    None,
                    "The battery is full: the motors can no longer brake.",
                );
            }
            Some(Corner::Behind(index)) => self.fall_behind(index),
            Some(Corner::Caught(index)) => {
                self.fallen[index] = false;
                let angle = self.state[Dynamics::at(index) + block::ANGLE];
                if let Some(wanted) = self.tasks[index].wanted(self.t_s, angle) {
                    self.state[Dynamics::at(index) + block::SPEED] = wanted;
                }
                let t_s = self.t_s;
                if let Task::Shots(magazine) = &mut self.tasks[index] {
                    magazine.at_target(t_s);
                    if index == 0 && magazine.empty() && !magazine.fired.is_empty() {
                        return (true, Some(EndedBy::Done));
                    }
                }
            }
            Some(Corner::Arrived(index)) => {
                self.advance(index);
            }
            Some(Corner::Limit) | None => {}
        }
        for index in 0..self.tasks.len() {
            while self.tasks[index].track().is_some_and(|track| track.next_s() <= self.t_s) {
                self.advance(index);
                turned = true;
            }
            turned |= self.fire(index);
        }
        if self.tasks[0].track().is_some_and(super::super::course_track::Track::finished) {
            let by_way = self.tasks[0].track().is_some_and(super::super::course_track::Track::by_way);
            return (true, Some(if by_way { EndedBy::Distance } else { EndedBy::Time }));
        }
        if let Task::Shots(magazine) = &self.tasks[0]
            && magazine.empty()
            && let Some(last) = magazine.fired.last()
            && self.t_s > last.t_s + if magazine.bare { self.bare_rest_s() } else { LONGEST_RECOVERY_S }
        {
            return (true, Some(EndedBy::Done));
        }
        (turned, None)
    }

    /// How long wheels on a plain switch are watched after the last shot, s.
    pub(super) fn bare_rest_s(&self) -> f64 {
        1.0f64.min(self.tasks.first().map_or(1.0, |task| match task {
            Task::Shots(magazine) => magazine.reached_s.unwrap_or(1.0).max(0.1),
            _ => 1.0,
        }))
    }

    pub(super) fn advance(&mut self, index: usize) {
        let (t_s, repeat) = (self.t_s, self.simulation.repeat);
        let following = matches!(self.plant.runners[index].doing, DriveMode::Follows { .. } | DriveMode::Rests);
        let at = Dynamics::at(index);
        let angle = self.state[at + block::ANGLE];
        if let Some(track) = self.tasks[index].track_mut() {
            track.advance(t_s, repeat);
            if following && !self.fallen[index] {
                self.state[at + block::SPEED] = track.speed(t_s, angle);
            }
        }
    }

    pub(super) fn fire(&mut self, index: usize) -> bool {
        let t_s = self.t_s;
        let inertia = self.plant.runners[index].inertia_kg_m2();
        let at = Dynamics::at(index) + block::SPEED;
        let Task::Shots(magazine) = &mut self.tasks[index] else { return false };
        if magazine.next_s > t_s {
            return false;
        }
        self.state[at] = magazine.fire(t_s, self.state[at], inertia);
        true
    }

    pub(super) fn fall_behind(&mut self, index: usize) {
        self.fallen[index] = true;
        self.plant.runners[index].doing = DriveMode::Throttle;
        let limit = self.flow.drives[index].limited_by;
        let name = self.plant.runners[index].cold.parts.drive.clone();
        self.diary.note_behind(self.t_s, name, limit);
    }

    /// Sets what each drive does from here on, and what flows then.
    pub(super) fn decide(&mut self) -> Option<EndedBy> {
        for index in 0..self.tasks.len() {
            let at = Dynamics::at(index);
            let (speed, angle) = (self.state[at + block::SPEED], self.state[at + block::ANGLE]);
            let t_s = self.t_s;
            let wanted = self.tasks[index].wanted(t_s, angle);
            let doing = match wanted {
                None => DriveMode::Throttle,
                Some(wanted) => {
                    let near = 1e-9 * wanted.max(1e-6);
                    let gain = self.tasks[index].track().map_or(0.0, |track| track.gain_rad_s2(t_s));
                    let rests = self.tasks[index].track().is_some_and(|track| track.rests(t_s, angle));
                    if speed < wanted - near {
                        DriveMode::Throttle
                    } else if rests {
                        self.state[at + block::SPEED] = 0.0;
                        DriveMode::Rests
                    } else {
                        self.state[at + block::SPEED] = wanted;
                        DriveMode::Follows { rad_s2: gain }
                    }
                }
            };
            self.plant.runners[index].doing = doing;
        }
        // A follower that cannot keep up goes to full throttle, which may weigh on the others: at most once each.
        for _ in 0..=self.tasks.len() {
            let mut flow = std::mem::replace(
                &mut self.flow,
                Flow { open_circuit_v: 0.0, bus_v: 0.0, supply_a: 0.0, drives: Vec::new() },
            );
            let state = std::mem::take(&mut self.state);
            self.flow_at(self.t_s, &state, &mut flow);
            self.state = state;
            self.flow = flow;
            let behind = (0..self.tasks.len()).find(|index| {
                matches!(self.plant.runners[*index].doing, DriveMode::Follows { .. })
                    && self.flow.drives[*index].wanted_share > BEHIND
            });
            let Some(index) = behind else { break };
            if index == 0 && matches!(self.tasks[0], Task::Hold(_)) {
                self.diary.observe(self.t_s, &self.state, &self.flow, &self.plant, &self.tasks);
                return Some(EndedBy::CannotHold);
            }
            self.fall_behind(index);
        }
        self.diary.observe(self.t_s, &self.state, &self.flow, &self.plant, &self.tasks);
        self.stuck()
    }

    /// Whether a drive stands on full throttle.
    pub(super) fn stuck(&mut self) -> Option<EndedBy> {
        for index in 0..self.tasks.len() {
            let runner = &self.plant.runners[index];
            let stands = matches!(runner.doing, DriveMode::Throttle)
                && self.state[Dynamics::at(index) + block::SPEED] <= 0.0
                && self.flow.drives[index].gain_rad_s2 <= 0.0;
            if !stands {
                continue;
            }
            let name = runner.cold.parts.drive.clone();
            let words = format!("The drive {name} stands on full throttle: the motor cannot move the load.");
            self.diary.note(self.t_s, EventKind::Stuck, Some(name), &words);
            let along = self.tasks[0].track().is_some_and(super::super::course_track::Track::by_way);
            if index == 0 && (along || self.simulation.repeat) {
                return Some(EndedBy::Stuck);
            }
        }
        None
    }

    /// What temperatures, board and fuses have to say after a step.
    pub(super) fn happen(&mut self) {
        for index in 0..self.tasks.len() {
            let at = Dynamics::at(index);
            let case_c = self.state[at + block::CASE_C];
            let runner = &mut self.plant.runners[index];
            if runner.path.is_some() {
                let left = runner.cold.parts.motor.magnet_strength_after(case_c);
                runner.magnet_strength = runner.magnet_strength.min(left);
            }
        }
        self.diary.happen(self.t_s, &self.state, &self.flow, &self.plant);
    }
}

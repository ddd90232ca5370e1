//! A run: steps, the corners inside them, what happens at them, and the end.

mod corners;
mod next_corner;

use super::Progress;
use super::dynamics::{Dynamics, Flow, block, head};
use super::outcome::{EndedBy, Simulated};
use super::recorder::Recorder;
use super::runner::{DriveMode, RoadSegment, Runner, SensorCut};
use super::step_solver::Stepper;
use super::task::Task;
use crate::document::Simulation;
use crate::model::battery::BatteryModel;
use crate::model::heat_node::HeatNode;
use crate::model::load::Slope;
use crate::model::supply::Chain;
use crate::model::{Drive, hardware_mass_kg};

/// Relative error of one step.
const TOLERANCE: f64 = 1e-7;
/// Steps are never shorter, s: two corners at one place must not stop the clock.
const LEAST_STEP_S: f64 = 1e-9;
/// Speed at which a launch counts as done, share of the steady one.
const STEADY_SHARE: f64 = 0.99;
/// How far beyond what it can give a follower must be before it counts as behind.
const BEHIND: f64 = 1.0 + 1e-9;
/// Longest launch and longest wait for a launcher, s.
const LONGEST_LAUNCH_S: f64 = 3600.0;
/// How long launcher wheels are given to come back after the last shot, s.
const LONGEST_RECOVERY_S: f64 = 10.0;
/// Longest run of all, s.
const LONGEST_S: f64 = 1e6;

/// What happens inside a step.
#[derive(Debug, Clone, Copy, PartialEq)]
enum Corner {
    /// The drive can no longer follow.
    Behind(usize),
    /// The drive is back at what is wanted.
    Caught(usize),
    /// Another limit takes over.
    Limit,
    /// The end of a segment along the way.
    Arrived(usize),
    /// The battery is full.
    Full,
    /// The run is over.
    End(EndedBy),
}

/// A run in progress.
pub(super) struct Engine<'s> {
    simulation: &'s Simulation,
    plant: Dynamics<'s>,
    tasks: Vec<Task>,
    /// Steady speed at full throttle at the start, rad/s, drive by drive.
    steady: Vec<f64>,
    t_s: f64,
    state: Vec<f64>,
    flow: Flow,
    ways: Vec<RoadSegment>,
    until_s: f64,
    empty_charge: f64,
    diary: Recorder,
    fallen: Vec<bool>,
}

impl<'s> Engine<'s> {
    pub fn new(simulation: &'s Simulation) -> Self {
        let build = simulation.build();
        let option = &build.options[simulation.option()];
        let battery = BatteryModel::new(option);
        let hardware_kg = hardware_mass_kg(&build.job, option);
        let full_v = battery.open_circuit_v(1.0);
        let endless = simulation.until_s.is_some();
        let fed_per_second = Chain::new(&build.job, option).fed_per_second();
        let mut tasks = Vec::new();
        let mut runners = Vec::new();
        for part in simulation.parts() {
            // Reading refuses a drive that job or option do not have.
            let Some(index) = option.drives.iter().position(|served| served.drive == part.drive) else { continue };
            let Some(job) = build.job.drives.iter().find(|drive| drive.name == part.drive) else { continue };
            let drive = Drive::new(job, option, index, hardware_kg);
            let class_c = drive.parts.motor.winding_limit_c();
            let sensor = (drive.parts.motor.temperature_sensor == Some(true)).then_some(SensorCut {
                from_c: class_c - simulation.sensor_from_k,
                to_c: class_c - simulation.sensor_to_k,
            });
            let controller = drive.parts.controller.as_ref();
            let node = controller.and_then(|controller| HeatNode::of_controller(controller, drive.parts.cooling));
            tasks.push(Task::new(&part.mode, &drive, endless, fed_per_second));
            runners.push(Runner::new(drive, sensor, full_v, node));
        }
        let ambient_c = build.job.ambient_c;
        let plant = Dynamics {
            battery_node: HeatNode::of_battery(&battery),
            battery,
            accessory_w: build.job.accessory_power_w,
            ambient_c,
            runners,
            stop_voltage_cutback: simulation.stop_voltage_cutback,
            full: simulation.state_of_charge >= 1.0,
        };
        let start_c = simulation.start_c.unwrap_or(ambient_c);
        let mut state = vec![0.0; plant.len()];
        state[head::CHARGE] = simulation.state_of_charge;
        state[head::BATTERY_C] = start_c;
        for (index, task) in tasks.iter().enumerate() {
            let at = Dynamics::at(index);
            state[at + block::WINDING_C] = start_c;
            state[at + block::CASE_C] = start_c;
            state[at + block::CONTROLLER_C] = start_c;
            state[at + block::SPEED] = task.track().map_or(0.0, |track| track.speed(0.0, 0.0));
        }
        let until_s = simulation.until_s.unwrap_or(match &tasks[0] {
            Task::Launch { .. } | Task::Shots(_) => LONGEST_LAUNCH_S,
            Task::Hold(_) => LONGEST_S,
            Task::Course(track) if !simulation.repeat => track.length_s().unwrap_or(LONGEST_S),
            Task::Course(_) => LONGEST_S,
        });
        let empty_charge = 1.0 - plant.battery.battery.usable_fraction;
        let sample_s = simulation.sample_s.unwrap_or(match &tasks[0] {
            Task::Launch { .. } | Task::Shots(_) => 0.01,
            _ => 1.0,
        });
        let count = tasks.len();
        let diary = Recorder::new(&plant, &tasks, sample_s, simulation.sample_s.is_none());
        Self {
            simulation,
            steady: vec![0.0; count],
            ways: vec![RoadSegment { slope: Slope::LEVEL, load_share: 1.0 }; count],
            flow: Flow { open_circuit_v: 0.0, bus_v: 0.0, supply_a: 0.0, drives: Vec::new() },
            t_s: 0.0,
            fallen: vec![false; count],
            plant,
            tasks,
            state,
            until_s,
            empty_charge,
            diary,
        }
    }

    pub fn run(mut self, most_steps: u64, on_the_way: &mut dyn FnMut(Progress) -> bool) -> Simulated {
        let ended_by = self.travel(most_steps, on_the_way);
        self.diary.row(self.t_s, &self.state, &self.flow, &self.plant, &self.tasks);
        self.diary.close(self.simulation, ended_by, self.t_s, &self.state, &self.plant, &self.tasks, self.empty_charge)
    }

    fn travel(&mut self, most_steps: u64, on_the_way: &mut dyn FnMut(Progress) -> bool) -> EndedBy {
        let source = self.plant.source(self.state[head::CHARGE]);
        let start_c = self.state[Dynamics::at(0) + block::WINDING_C];
        for index in 0..self.tasks.len() {
            let way = self.way(index, 0.0, 0.0);
            self.steady[index] = self.plant.runners[index].steady_rad_s(&source, start_c, way);
        }
        let launched = matches!(self.tasks[0], Task::Launch { .. });
        if (launched && self.steady[0] <= 0.0) || !self.plant.feeds_idling(&source) {
            self.decide();
            return EndedBy::CannotMove;
        }
        let mut stepper = Stepper::new(self.plant.len());
        let mut scratch = self.state.clone();
        let mut between = self.flow.clone();
        if let Some(end) = self.decide() {
            return end;
        }
        self.diary.row(0.0, &self.state, &self.flow, &self.plant, &self.tasks);
        self.plant.rates(&self.state, &self.flow, stepper.first());
        let mut h_try = 1e-3_f64;
        let mut steps: u64 = 0;
        loop {
            if let Some(end) = self.over() {
                return end;
            }
            steps += 1;
            if steps > most_steps {
                return EndedBy::TooLong;
            }
            if steps.is_multiple_of(256) && !on_the_way(self.progress()) {
                return EndedBy::Stopped;
            }
            stepper.follow(!self.plant.runners.iter().any(|runner| matches!(runner.doing, DriveMode::Throttle)));
            let boundary = self.boundary_s();
            let mut h = h_try.min(boundary - self.t_s).max(LEAST_STEP_S);
            // The step, shortened until its error is small enough.
            loop {
                self.try_step(&mut stepper, h, &mut between);
                let error = self.error(&stepper, h);
                if error <= 1.0 || h <= 2.0 * LEAST_STEP_S {
                    let growth = if error > 0.0 { 0.9 * error.powf(-0.2) } else { 5.0 };
                    h_try = h * growth.clamp(0.2, 5.0);
                    break;
                }
                h = (h * (0.9 * error.powf(-0.2)).clamp(0.1, 0.9)).max(LEAST_STEP_S);
            }
            let corner = self.corner(self.t_s + h, &stepper.end, &between);
            let corner = corner.map(|found| self.locate(found, &mut stepper, &mut h, &mut scratch, &mut between));
            self.t_s += h;
            // What the clock brings must not be missed by a rounding of the sum.
            if (boundary - self.t_s).abs() <= LEAST_STEP_S {
                self.t_s = boundary;
            }
            self.diary.step(h, &self.state, &stepper.end, &between, &self.plant, &self.tasks, self.t_s, &self.ways);
            self.state.copy_from_slice(&stepper.end);
            std::mem::swap(&mut self.flow, &mut between);
            stepper.keep();
            self.clean();
            self.happen();
            if self.diary.due(self.t_s) {
                self.diary.row(self.t_s, &self.state, &self.flow, &self.plant, &self.tasks);
            }
            let turned = self.turn(corner);
            if let Some(end) = turned.1 {
                return end;
            }
            if turned.0 {
                if let Some(end) = self.decide() {
                    return end;
                }
                self.plant.rates(&self.state, &self.flow, stepper.first());
            } else if let Some(end) = self.stuck() {
                return end;
            }
        }
    }

    fn progress(&self) -> Progress {
        let by_time = self.t_s / self.until_s;
        let usable = (self.simulation.state_of_charge - self.empty_charge).max(1e-9);
        let by_charge = (self.simulation.state_of_charge - self.state[head::CHARGE]) / usable;
        let by_way = self.tasks[0]
            .track()
            .filter(|_| !self.simulation.repeat)
            .and_then(|track| track.length_rad().map(|length| self.state[Dynamics::at(0) + block::ANGLE] / length));
        Progress {
            t_s: self.t_s,
            state_of_charge: self.state[head::CHARGE],
            share: by_way.unwrap_or(0.0).max(by_time).max(by_charge).clamp(0.0, 1.0),
        }
    }

    /// What the course asks of a drive.
    fn way(&self, index: usize, t_s: f64, angle: f64) -> RoadSegment {
        match &self.tasks[index] {
            Task::Launch { grade_percent } => RoadSegment { slope: Slope::of_percent(*grade_percent), load_share: 1.0 },
            Task::Shots(_) => RoadSegment { slope: Slope::LEVEL, load_share: 1.0 },
            Task::Hold(track) | Task::Course(track) => track.way(t_s, angle),
        }
    }

    fn flow_at(&mut self, t_s: f64, state: &[f64], into: &mut Flow) {
        for index in 0..self.tasks.len() {
            self.ways[index] = self.way(index, t_s, state[Dynamics::at(index) + block::ANGLE]);
        }
        let ways = std::mem::take(&mut self.ways);
        self.plant.flow(state, &ways, into);
        self.ways = ways;
    }

    fn try_step(&mut self, stepper: &mut Stepper, h: f64, between: &mut Flow) {
        let state = std::mem::take(&mut self.state);
        let t_s = self.t_s;
        stepper.step(t_s, &state, h, |t, y, out| {
            self.flow_at(t, y, between);
            self.plant.rates(y, between, out);
        });
        self.state = state;
    }

    /// Error of a step as a share of what is allowed.
    fn error(&self, stepper: &Stepper, h: f64) -> f64 {
        let of = |place: usize, floor: f64| {
            let scale = floor + TOLERANCE * self.state[place].abs().max(stepper.end[place].abs());
            stepper.error(place, h) / scale
        };
        let step_j = h * stepper.last()[head::GIVEN_J].abs();
        let mut worst =
            of(head::CHARGE, 1e-9).max(of(head::GIVEN_J, 1e-9 + 1e-6 * step_j)).max(of(head::BATTERY_C, 1e-3));
        for index in 0..self.tasks.len() {
            let at = Dynamics::at(index);
            if matches!(self.plant.runners[index].doing, DriveMode::Throttle) {
                worst = worst.max(of(at + block::SPEED, TOLERANCE * self.steady[index].max(1e-3)));
                worst = worst.max(of(at + block::ANGLE, 1e-6));
            }
            worst = worst.max(of(at + block::WINDING_C, 1e-5)).max(of(at + block::CASE_C, 1e-5));
            worst = worst.max(of(at + block::CONTROLLER_C, 1e-3));
        }
        worst
    }

    /// No speed below zero, no charge above one.
    fn clean(&mut self) {
        self.state[head::CHARGE] = self.state[head::CHARGE].min(1.0);
        for index in 0..self.tasks.len() {
            let speed = &mut self.state[Dynamics::at(index) + block::SPEED];
            *speed = speed.max(0.0);
        }
        // A protection board lets charge in again only after some of it was used.
        const AGAIN: f64 = 1e-4;
        if self.state[head::CHARGE] < 1.0 - AGAIN {
            self.plant.full = false;
        }
    }

    /// Whether the clock or the charge ends the run.
    fn over(&self) -> Option<EndedBy> {
        if self.state[head::CHARGE] <= self.empty_charge {
            return Some(EndedBy::Empty);
        }
        (self.t_s >= self.until_s).then_some(EndedBy::Time)
    }
}

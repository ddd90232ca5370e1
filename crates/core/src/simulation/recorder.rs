//! What is kept of a run while it goes on: rows, extremes, climbs, what happened.

mod closing;

use super::dynamics::{Dynamics, Flow, block, head};
use super::limits::RunLimit;
use super::outcome::{EventKind, Hill, RunEvent};
use super::runner::{DriveMode, RoadSegment};
use super::series::{Row, Series};
use super::task::Task;
use crate::format::significant;
use crate::model::cases::rpm;

/// Most rows of a series whose spacing is fitted to the run.
const MOST_ROWS: usize = 2400;
/// A grade counts as a climb from here, %.
const CLIMB_FROM_PERCENT: f64 = 1.0;
/// Most climbs that are told apart.
const MOST_HILLS: usize = 200;
const J_PER_WH: f64 = 3600.0;
/// Less braking than this is rounding, N·m.
const NO_BRAKE_NM: f64 = 1e-9;

/// Braking that the motors could not take, for one reason.
#[derive(Debug, Clone, Copy)]
struct Lacking {
    limit: Option<RunLimit>,
    /// When it first was missing, s.
    from_s: f64,
    /// Most that was missing, N·m.
    most_nm: f64,
}

/// Less braking missing than this share of the most goes untold.
const WORTH_TELLING: f64 = 0.2;

/// Extremes of one drive.
#[derive(Debug, Clone, Default)]
struct Page {
    series: Series,
    hottest_winding: (f64, f64),
    hottest_case_c: f64,
    hottest_controller_c: f64,
    peak_motor_a: f64,
    shortfall_rad_s: f64,
    /// Braking that was missing, one entry for each thing that kept the motors from it.
    lacking: Vec<Lacking>,
    hills: Vec<Hill>,
    climbing: Option<Climbing>,
}

/// A climb that is not over.
#[derive(Debug, Clone, Copy)]
struct Climbing {
    from_s: f64,
    angle: f64,
    steepest: f64,
    wanted_rad: f64,
}

/// What is kept of a run.
#[derive(Debug, Clone)]
pub(super) struct Recorder {
    pages: Vec<Page>,
    events: Vec<RunEvent>,
    peak_supply_a: f64,
    least_bus_v: f64,
    hottest_battery_c: f64,
    sample_s: f64,
    rows: u64,
    thins: bool,
    /// Rates of the row that is written.
    rates: Vec<f64>,
}

impl Recorder {
    pub fn new(plant: &Dynamics<'_>, tasks: &[Task], sample_s: f64, thins: bool) -> Self {
        let cold = Page {
            hottest_winding: (f64::NEG_INFINITY, 0.0),
            hottest_case_c: f64::NEG_INFINITY,
            hottest_controller_c: f64::NEG_INFINITY,
            ..Page::default()
        };
        debug_assert_eq!(plant.runners.len(), tasks.len());
        Self {
            pages: vec![cold; tasks.len()],
            events: Vec::new(),
            peak_supply_a: 0.0,
            least_bus_v: f64::INFINITY,
            hottest_battery_c: f64::NEG_INFINITY,
            sample_s,
            rows: 1,
            thins,
            rates: vec![0.0; plant.len()],
        }
    }

    /// When the next row is due, s.
    pub fn next_s(&self) -> f64 {
        #[allow(clippy::cast_precision_loss, reason = "rows stay far below 2^52")]
        let rows = self.rows as f64;
        self.sample_s * rows
    }

    pub fn due(&self, t_s: f64) -> bool {
        t_s >= self.next_s()
    }

    /// Writes a row of every drive.
    pub fn row(&mut self, t_s: f64, state: &[f64], flow: &Flow, plant: &Dynamics<'_>, tasks: &[Task]) {
        if let Some(last) = self.pages[0].series.t_s.last()
            && t_s <= *last
        {
            return;
        }
        while self.due(t_s) {
            self.rows += 1;
        }
        plant.rates(state, flow, &mut self.rates);
        for (index, page) in self.pages.iter_mut().enumerate() {
            let runner = &plant.runners[index];
            let at = Dynamics::at(index);
            let own = &state[at..at + block::LEN];
            let drive = &flow.drives[index];
            let warm = runner.path.is_some();
            let travel = runner.travel_m();
            let angle = own[block::ANGLE];
            let losses = &self.rates[at..at + block::LEN];
            page.series.push(&Row {
                t_s,
                output_rpm: rpm(own[block::SPEED]),
                speed_m_s: travel.map(|metres| own[block::SPEED] * metres),
                motor_current_a: drive.current_a / runner.cold.controller.current_factor,
                supply_voltage_v: flow.bus_v,
                supply_current_a: flow.supply_a,
                duty: drive.duty,
                state_of_charge: state[head::CHARGE],
                winding_c: warm.then_some(own[block::WINDING_C]),
                case_c: warm.then_some(own[block::CASE_C]),
                limited_by: drive.limited_by,
                wanted_rpm: tasks[index].wanted(t_s, angle).map(rpm),
                grade_percent: match &tasks[index] {
                    Task::Launch { grade_percent } => *grade_percent,
                    Task::Shots(_) => 0.0,
                    Task::Hold(track) | Task::Course(track) => track.grade_percent(t_s, angle),
                },
                distance_m: travel.map(|metres| angle * metres),
                output_power_w: drive.output_nm * own[block::SPEED],
                controller_c: runner.controller_node.map(|_| own[block::CONTROLLER_C]),
                battery_c: plant.battery_node.map(|_| state[head::BATTERY_C]),
                supply_loss_w: self.rates[head::SUPPLY_LOSS_J],
                controller_loss_w: losses[block::CONTROLLER_J],
                motor_loss_w: losses[block::COPPER_J] + losses[block::LEADS_J] + losses[block::NO_LOAD_J],
                gearing_loss_w: losses[block::GEARING_J],
            });
        }
        if self.thins && self.pages[0].series.t_s.len() > MOST_ROWS {
            for page in &mut self.pages {
                page.series.thin();
            }
            self.sample_s *= 2.0;
            self.rows = self.rows.div_ceil(2);
            while self.next_s() <= t_s {
                self.rows += 1;
            }
        }
    }

    /// Takes the extremes of a moment.
    pub fn observe(&mut self, t_s: f64, state: &[f64], flow: &Flow, plant: &Dynamics<'_>, tasks: &[Task]) {
        self.peak_supply_a = self.peak_supply_a.max(flow.supply_a);
        self.least_bus_v = self.least_bus_v.min(flow.bus_v);
        self.hottest_battery_c = self.hottest_battery_c.max(state[head::BATTERY_C]);
        for (index, page) in self.pages.iter_mut().enumerate() {
            let runner = &plant.runners[index];
            let at = Dynamics::at(index);
            let drive = &flow.drives[index];
            if state[at + block::WINDING_C] > page.hottest_winding.0 {
                page.hottest_winding = (state[at + block::WINDING_C], t_s);
            }
            page.hottest_case_c = page.hottest_case_c.max(state[at + block::CASE_C]);
            page.hottest_controller_c = page.hottest_controller_c.max(state[at + block::CONTROLLER_C]);
            page.peak_motor_a = page.peak_motor_a.max(drive.current_a.abs() / runner.cold.controller.current_factor);
            if matches!(runner.doing, DriveMode::Throttle)
                && matches!(tasks[index], Task::Hold(_) | Task::Course(_))
                && let Some(wanted) = tasks[index].wanted(t_s, state[at + block::ANGLE])
            {
                page.shortfall_rad_s = page.shortfall_rad_s.max(wanted - state[at + block::SPEED]);
            }
            if drive.brake_nm > NO_BRAKE_NM {
                match page.lacking.iter_mut().find(|lacking| lacking.limit == drive.limited_by) {
                    Some(lacking) => lacking.most_nm = lacking.most_nm.max(drive.brake_nm),
                    None => {
                        page.lacking.push(Lacking { limit: drive.limited_by, from_s: t_s, most_nm: drive.brake_nm });
                    }
                }
            }
        }
    }

    /// Takes a step of `h` that ends at `t_s`.
    #[allow(clippy::too_many_arguments, reason = "both ends of a step and what was wanted in it")]
    pub fn step(
        &mut self,
        h: f64,
        before: &[f64],
        after: &[f64],
        flow: &Flow,
        plant: &Dynamics<'_>,
        tasks: &[Task],
        t_s: f64,
        ways: &[RoadSegment],
    ) {
        self.observe(t_s, after, flow, plant, tasks);
        for (index, page) in self.pages.iter_mut().enumerate() {
            let Some(travel) = plant.runners[index].travel_m() else { continue };
            let at = Dynamics::at(index);
            let grade = ways[index].slope.percent();
            if grade >= CLIMB_FROM_PERCENT {
                let wanted = tasks[index].wanted(t_s, after[at + block::ANGLE]).unwrap_or(after[at + block::SPEED]);
                let climbing = page.climbing.get_or_insert(Climbing {
                    from_s: t_s - h,
                    angle: before[at + block::ANGLE],
                    steepest: grade,
                    wanted_rad: 0.0,
                });
                climbing.steepest = climbing.steepest.max(grade);
                climbing.wanted_rad += wanted * h;
            } else {
                page.end_climb(t_s - h, before[at + block::ANGLE], travel);
            }
        }
    }

    /// Notes something once for each drive.
    pub fn note(&mut self, t_s: f64, kind: EventKind, drive: Option<String>, words: &str) {
        if !self.events.iter().any(|event| event.kind == kind && event.drive == drive) {
            self.events.push(RunEvent { t_s, kind, drive, words: words.to_owned() });
        }
    }

    pub fn note_behind(&mut self, t_s: f64, drive: String, limit: Option<RunLimit>) {
        let why = limit.map_or("it can give no more", RunLimit::because);
        let words = format!("The drive {drive} falls behind what is wanted: {why}.");
        self.note(t_s, EventKind::FallsBehind, Some(drive), &words);
    }

    /// What temperatures, board, fuses and stop voltage have to say.
    pub fn happen(&mut self, t_s: f64, state: &[f64], flow: &Flow, plant: &Dynamics<'_>) {
        let battery = &plant.battery;
        if let Some(limit_a) = battery.board_limit_a()
            && flow.supply_a > limit_a
        {
            let words = format!(
                "The protection board opens: {} A flow and it allows {} A. What follows is what would have flowed.",
                significant(flow.supply_a),
                significant(limit_a)
            );
            self.note(t_s, EventKind::BoardOpens, None, &words);
        }
        let stop_v = battery.cutoff_v_per_cell();
        let cell_v = (flow.open_circuit_v - flow.supply_a * battery.pack_ohm) / battery.cells;
        if cell_v < stop_v - 1e-6 {
            let words = format!(
                "A cell stands at {} V, below the stop voltage of {} V.",
                significant(cell_v),
                significant(stop_v)
            );
            self.note(t_s, EventKind::BelowStopVoltage, None, &words);
        }
        if let Some(node) = &plant.battery_node
            && state[head::BATTERY_C] > node.limit_c
        {
            let words = format!("The battery passes {} °C (estimate).", significant(node.limit_c));
            self.note(t_s, EventKind::BatteryHot, None, &words);
        }
        for (index, runner) in plant.runners.iter().enumerate() {
            let at = Dynamics::at(index);
            let name = &runner.cold.parts.drive;
            let winding_c = state[at + block::WINDING_C];
            let class_c = runner.cold.parts.motor.winding_limit_c();
            if runner.path.is_some() && winding_c > class_c {
                let words =
                    format!("The winding of {name} passes {} °C, the limit of its insulation.", significant(class_c));
                self.note(t_s, EventKind::WindingLimit, Some(name.clone()), &words);
            }
            if runner.sensor.is_some_and(|sensor| winding_c > sensor.from_c) {
                let words = format!("The temperature sensor of {name} cuts the current back.");
                self.note(t_s, EventKind::SensorCuts, Some(name.clone()), &words);
            }
            if runner.magnet_strength < 1.0 {
                let limit_c = runner.cold.parts.motor.magnet_limit_c().unwrap_or(0.0);
                let words = format!(
                    "The magnets of {name} pass {} °C and lose strength for good: Kv rises, and the current with it.",
                    significant(limit_c)
                );
                self.note(t_s, EventKind::Demagnetised, Some(name.clone()), &words);
            }
            if let Some(node) = &runner.controller_node
                && state[at + block::CONTROLLER_C] > node.limit_c
            {
                let mark = if node.estimated { " (estimate)" } else { "" };
                let words = format!("The controller of {name} passes {} °C{mark}.", significant(node.limit_c));
                self.note(t_s, EventKind::ControllerHot, Some(name.clone()), &words);
            }
        }
    }
}

impl Page {
    fn end_climb(&mut self, t_s: f64, angle: f64, travel_m: f64) {
        let Some(climbing) = self.climbing.take() else { return };
        let lasted_s = t_s - climbing.from_s;
        if lasted_s > 0.0 && self.hills.len() < MOST_HILLS {
            self.hills.push(Hill {
                from_s: climbing.from_s,
                to_s: t_s,
                grade_percent: climbing.steepest,
                mean_m_s: (angle - climbing.angle) * travel_m / lasted_s,
                wanted_m_s: climbing.wanted_rad * travel_m / lasted_s,
            });
        }
    }
}

/// Who takes what the motors cannot brake.
fn brake_words(runner: &super::runner::Runner<'_>, brake_nm: f64, limit: Option<RunLimit>) -> String {
    let why = limit.map_or("more is wanted than the motors give", RunLimit::because_braking);
    let name = &runner.cold.parts.drive;
    match &runner.cold.load.vehicle {
        Some(vehicle) => {
            let newton = significant(brake_nm / vehicle.wheel_radius_m);
            let stops = match &runner.cold.job.load {
                crate::document::Load::Vehicle(job) => job.friction_brake,
                _ => None,
            };
            match stops {
                Some(true) => format!("The friction brake must take up to {newton} N: {why}."),
                Some(false) => {
                    format!(
                        "The motors lack up to {newton} N of braking and there is no friction brake, so nothing holds it: {why}."
                    )
                }
                None => format!(
                    "The motors lack up to {newton} N of braking: {why}. Without a friction brake nothing holds it; say in \
                     Job whether there is one."
                ),
            }
        }
        None => format!("The drive {name} slows down more slowly than wanted: {why}."),
    }
}

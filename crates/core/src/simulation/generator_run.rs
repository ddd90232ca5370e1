//! A machine that is turned, over time: the battery fills, the winding warms, the load falls off.

mod book;
mod words;

use book::Book;

use super::Progress;
use super::limits::RunLimit;
use super::outcome::{DriveRun, EndedBy, EnergyWh, EventKind, Limits, RunSummary, SIMULATED_FORMAT, Simulated};
use super::series::Row;
use super::step_solver::Stepper;
use crate::document::load::Generator;
use crate::document::{JobDrive, Load, Mode, Simulation};
use crate::format::significant;
use crate::formulas::constants::RAD_S_PER_RPM;
use crate::formulas::constants::copper_factor;
use crate::model::battery::BatteryModel;
use crate::model::generating::{ElectricalLoad, GeneratorModel};
use crate::model::generator_figures::GeneratorPoint;
use crate::model::heat::ThermalPath;
use crate::model::heat_node::{HeatNode, QUICKEST_S, followed, quickest_s};
use crate::model::{Drive, hardware_mass_kg};

/// Places in the state.
const CHARGE: usize = 0;
const WINDING_C: usize = 1;
const CASE_C: usize = 2;
const BATTERY_C: usize = 3;
const OUTPUT_J: usize = 4;
const SOURCE_J: usize = 5;
const COPPER_J: usize = 6;
const LEADS_J: usize = 7;
const BRIDGE_J: usize = 8;
const NO_LOAD_J: usize = 9;
const SQUARE: usize = 10;
const LEN: usize = 11;

/// Longest run when none is given, s.
const LONGEST_S: f64 = 48.0 * 3600.0;
/// How long a load that never fills is watched when no time is given, s.
const WATCHED_S: f64 = 4.0 * 3600.0;
/// Longest step, s.
const LONGEST_STEP_S: f64 = 20.0;
/// A row just after another, s.
const JUST_AFTER_S: f64 = 1e-3;
/// Rows of a series where no spacing is given.
const ROWS: f64 = 600.0;

/// What it does at one moment.
struct Moment {
    point: GeneratorPoint,
    copper_w: f64,
    leads_w: f64,
    bridge_w: f64,
    no_load_w: f64,
}

/// A generator at work on its battery or heater.
struct Turned<'s> {
    cold: Drive<'s>,
    hot: Drive<'s>,
    path: Option<ThermalPath>,
    battery: BatteryModel<'s>,
    battery_node: Option<HeatNode>,
    ambient_c: f64,
    charges: bool,
    full: bool,
    /// What the magnets have left for good, share of their strength.
    magnet_strength: f64,
}

/// Whether a simulation turns a generator.
pub(super) fn leads(simulation: &Simulation) -> bool {
    job_of(simulation).is_some_and(|job| matches!(job.load, Load::Generator(_)))
}

fn job_of(simulation: &Simulation) -> Option<&JobDrive> {
    let lead = &simulation.parts()[0].drive;
    simulation.build().job.drives.iter().find(|job| &job.name == lead)
}

fn generator(job: &JobDrive) -> Option<&Generator> {
    match &job.load {
        Load::Generator(generator) => Some(generator),
        _ => None,
    }
}

/// Runs it. Its series counts what flows into the battery below zero, and the work of the source as output below zero.
///
/// # Source
/// The machine at each moment is that of the evaluation; heat is the motor's two nodes with the losses of that moment.
pub(super) fn simulate(
    simulation: &Simulation,
    most_steps: u64,
    on_the_way: &mut dyn FnMut(Progress) -> bool,
) -> Option<Simulated> {
    let option = &simulation.build().options[simulation.option()];
    let mut job = job_of(simulation)?.clone();
    if let (Load::Generator(generator), Mode::Hold(hold)) = (&mut job.load, &simulation.parts()[0].mode) {
        generator.source.stall_torque_nm = generator.source.stall_torque_nm.map(|torque| torque * hold.load_share);
    }
    let place = option.drives.iter().position(|served| served.drive == job.name)?;
    let cold = Drive::new(&job, option, place, hardware_mass_kg(&simulation.build().job, option));
    let battery = BatteryModel::new(option);
    let turned = Turned {
        hot: cold.clone(),
        path: cold.thermal_path().and_then(followed),
        cold,
        battery_node: HeatNode::of_battery(&battery),
        battery,
        ambient_c: simulation.build().job.ambient_c,
        charges: generator(&job)?.electrical.battery_v.is_some(),
        full: simulation.state_of_charge >= 1.0,
        magnet_strength: 1.0,
    };
    Some(turned.run(simulation, generator(&job)?, most_steps, on_the_way))
}

impl Turned<'_> {
    fn moment(&mut self, state: &[f64]) -> Option<Moment> {
        let factor = copper_factor(state[WINDING_C]).max(0.1);
        let strength = self.cold.motor.magnet_strength_in_a_run(state[CASE_C]) * self.magnet_strength;
        self.hot.motor.resistance_ohm = self.cold.motor.resistance_ohm * factor;
        self.hot.motor.torque_constant_nm_per_a = self.cold.motor.torque_constant_nm_per_a * strength;
        let dynamo = GeneratorModel::of(&self.hot)?;
        let dynamo = if self.charges && self.full { dynamo.with(ElectricalLoad::Open) } else { dynamo };
        let point = dynamo.point(dynamo.speed());
        let (motors, amperes) = (self.hot.motors, point.current_a);
        let motor_rad_s = point.source_rpm * RAD_S_PER_RPM * self.hot.gearing.ratio;
        let brush_v = self.hot.motor.brush_drop_v;
        // Of the heat in the copper, what stays in the machine.
        let own = self.hot.motor.resistance_ohm / (self.hot.motor.resistance_ohm + self.hot.leads_ohm);
        Some(Moment {
            copper_w: motors * (point.copper_w * own + amperes * brush_v),
            leads_w: motors * point.copper_w * (1.0 - own),
            bridge_w: motors * amperes * (dynamo.lost_v() - brush_v),
            no_load_w: motors * self.hot.motor.loss.at_nm(motor_rad_s) * motor_rad_s,
            point,
        })
    }

    fn rates(&mut self, state: &[f64], out: &mut [f64]) {
        out.fill(0.0);
        let Some(now) = self.moment(state) else { return };
        let motors = self.hot.motors;
        if self.charges {
            out[CHARGE] = motors * now.point.current_a / (3600.0 * self.battery.capacity_ah);
        }
        if let Some((path, [winding_j, case_j])) = self.path.and_then(|path| path.capacity_j_per_k.map(|c| (path, c))) {
            let through_w = (state[WINDING_C] - state[CASE_C]) / path.winding_k_per_w;
            let away_w = (state[CASE_C] - self.ambient_c) / path.case_k_per_w;
            out[WINDING_C] = (now.copper_w / motors - through_w) / winding_j;
            out[CASE_C] = (now.no_load_w / motors + through_w - away_w) / case_j;
        }
        if let Some(node) = self.battery_node {
            let amperes = if self.charges { motors * now.point.current_a } else { 0.0 };
            out[BATTERY_C] = node.rate(state[BATTERY_C], amperes * amperes * self.battery.pack_ohm, self.ambient_c);
        }
        out[OUTPUT_J] = now.point.output_power_w;
        out[SOURCE_J] = now.point.source_torque_nm * now.point.source_rpm * RAD_S_PER_RPM;
        out[COPPER_J] = now.copper_w;
        out[LEADS_J] = now.leads_w;
        out[BRIDGE_J] = now.bridge_w;
        out[NO_LOAD_J] = now.no_load_w;
        out[SQUARE] = now.point.current_a * now.point.current_a;
    }

    fn run(
        mut self,
        simulation: &Simulation,
        generator: &Generator,
        most_steps: u64,
        on_the_way: &mut dyn FnMut(Progress) -> bool,
    ) -> Simulated {
        let start_c = simulation.start_c.unwrap_or(self.ambient_c);
        let mut state = vec![0.0; LEN];
        state[CHARGE] = simulation.state_of_charge;
        for place in [WINDING_C, CASE_C, BATTERY_C] {
            state[place] = start_c;
        }
        let mut first = vec![0.0; LEN];
        self.rates(&state, &mut first);
        let fills = self.charges && first[CHARGE] > 0.0;
        let until_s = simulation.until_s.unwrap_or(if fills { LONGEST_S } else { WATCHED_S });
        let lasts_s = if simulation.until_s.is_none() && fills {
            ((1.0 - state[CHARGE]) / first[CHARGE]).clamp(1.0, until_s)
        } else {
            until_s
        };
        let sample_s = simulation.sample_s.unwrap_or((lasts_s / ROWS).max(0.1));
        // Explicit steps hold up to some three times a time constant; a third of it keeps the temperatures close.
        let quickest_s = 0.3
            * self
                .path
                .and_then(|path| quickest_s(&path))
                .unwrap_or(f64::INFINITY)
                .min(self.battery_node.map_or(f64::INFINITY, |node| node.k_per_w * node.j_per_k));
        let longest_step_s = LONGEST_STEP_S.min(quickest_s.max(QUICKEST_S));
        let limit_c = self.cold.parts.motor.winding_limit_c();
        let magnet_c = self.cold.parts.motor.magnet_limit_c();

        let mut book = Book::default();
        let mut stepper = Stepper::new(LEN);
        let (mut t_s, mut rows, mut steps) = (0.0, 1.0, 0_u64);
        self.note(&mut book, t_s, &state);
        let ended_by = loop {
            if self.charges && self.full && simulation.until_s.is_none() {
                break EndedBy::Full;
            }
            if t_s >= until_s {
                break EndedBy::Time;
            }
            steps += 1;
            if steps > most_steps {
                break EndedBy::TooLong;
            }
            if steps.is_multiple_of(64)
                && !on_the_way(Progress { t_s, state_of_charge: state[CHARGE], share: (t_s / lasts_s).clamp(0.0, 1.0) })
            {
                break EndedBy::Stopped;
            }
            let due_s = (sample_s * rows).min(until_s);
            let mut h = (due_s - t_s).min(longest_step_s).max(1e-9);
            self.rates(&state, stepper.first());
            stepper.step(t_s, &state, h, |_, y, out| self.rates(y, out));
            if self.charges && !self.full && stepper.end[CHARGE] >= 1.0 {
                // Charge grows evenly within a step.
                h *= (1.0 - state[CHARGE]) / (stepper.end[CHARGE] - state[CHARGE]);
                stepper.step(t_s, &state, h, |_, y, out| self.rates(y, out));
                stepper.end[CHARGE] = 1.0;
            }
            t_s += h;
            if (due_s - t_s).abs() <= 1e-9 {
                t_s = due_s;
            }
            state.copy_from_slice(&stepper.end);
            if state[WINDING_C] > book.hottest.0 {
                book.hottest = (state[WINDING_C], t_s);
            }
            book.hottest_case_c = book.hottest_case_c.max(state[CASE_C]);
            if self.path.is_some() {
                let left = self.cold.parts.motor.magnet_strength_after(state[CASE_C]);
                self.magnet_strength = self.magnet_strength.min(left);
            }
            if self.charges && !self.full && state[CHARGE] >= 1.0 {
                self.note(&mut book, t_s, &state);
                self.full = true;
                let words = self.runaway_words(&state);
                book.event(t_s, EventKind::BatteryFull, &self.cold.parts.drive, words);
                // A wheel without its load runs up at once; times only grow.
                self.note(&mut book, t_s + JUST_AFTER_S, &state);
            }
            if state[WINDING_C] > limit_c && !book.told(EventKind::WindingLimit) {
                let words = format!("The winding passes the {} °C of its class: it burns.", significant(limit_c));
                book.event(t_s, EventKind::WindingLimit, &self.cold.parts.drive, words);
                if !simulation.burn_on {
                    break EndedBy::WindingLimit;
                }
            }
            if self.path.is_some()
                && magnet_c.is_some_and(|limit| state[CASE_C] > limit)
                && !book.told(EventKind::Demagnetised)
            {
                let words = "The magnets pass the limit of their grade and lose strength for good.".to_owned();
                book.event(t_s, EventKind::Demagnetised, &self.cold.parts.drive, words);
            }
            if t_s >= due_s {
                rows += 1.0;
                self.note(&mut book, t_s, &state);
            }
        };
        if book.series.t_s.last().is_some_and(|last| *last < t_s) {
            self.note(&mut book, t_s, &state);
        }
        self.close(simulation, generator, ended_by, t_s, &state, book)
    }

    /// Writes a row.
    fn note(&mut self, book: &mut Book, t_s: f64, state: &[f64]) {
        let Some(now) = self.moment(state) else { return };
        let motors = self.hot.motors;
        let warm = self.path.is_some();
        let point = now.point;
        let source_w = point.source_torque_nm * point.source_rpm * RAD_S_PER_RPM;
        let motor_w = now.copper_w + now.leads_w + now.no_load_w;
        book.series.push(&Row {
            t_s,
            output_rpm: point.source_rpm,
            speed_m_s: None,
            motor_current_a: -point.current_a,
            supply_voltage_v: point.output_voltage_v,
            supply_current_a: -motors * point.current_a,
            duty: 1.0,
            state_of_charge: state[CHARGE],
            winding_c: warm.then_some(state[WINDING_C]),
            case_c: warm.then_some(state[CASE_C]),
            limited_by: (self.charges && self.full).then_some(RunLimit::Full),
            wanted_rpm: None,
            grade_percent: 0.0,
            distance_m: None,
            output_power_w: -point.source_torque_nm * point.source_rpm * RAD_S_PER_RPM,
            controller_c: None,
            battery_c: self.battery_node.map(|_| state[BATTERY_C]),
            supply_loss_w: 0.0,
            controller_loss_w: now.bridge_w,
            motor_loss_w: motor_w,
            gearing_loss_w: (source_w - point.output_power_w - motor_w - now.bridge_w).max(0.0),
        });
        book.peak_a = book.peak_a.max(point.current_a);
        book.least_v = book.least_v.min(point.output_voltage_v);
    }

    fn close(
        &mut self,
        simulation: &Simulation,
        generator: &Generator,
        ended_by: EndedBy,
        t_s: f64,
        state: &[f64],
        book: Book,
    ) -> Simulated {
        const J_PER_WH: f64 = 3600.0;
        let warm = self.path.is_some();
        let motors = self.hot.motors;
        let in_wh = state[OUTPUT_J] / J_PER_WH;
        let rms_a = if t_s > 0.0 { (state[SQUARE].max(0.0) / t_s).sqrt() } else { 0.0 };
        let lost_wh = (state[COPPER_J] + state[LEADS_J] + state[BRIDGE_J] + state[NO_LOAD_J]) / J_PER_WH;
        let (charged_wh, heated_wh) = if self.charges { (in_wh, 0.0) } else { (0.0, in_wh) };
        let summary = RunSummary {
            t_s,
            distance_m: None,
            energy_wh: heated_wh,
            recovered_wh: in_wh,
            state_of_charge: state[CHARGE],
            winding_c: warm.then_some(state[WINDING_C]),
            case_c: warm.then_some(state[CASE_C]),
            peak_supply_current_a: 0.0,
            min_supply_voltage_v: book.least_v,
            output_rpm: book.series.output_rpm.last().copied().unwrap_or(0.0),
            hottest_winding_c: warm.then_some(book.hottest.0.max(state[WINDING_C])),
            hottest_winding_s: book.hottest.1,
            hottest_case_c: warm.then_some(book.hottest_case_c.max(state[CASE_C])),
            peak_motor_current_a: book.peak_a,
            rms_motor_current_a: rms_a,
            rms_supply_current_a: motors * rms_a,
            max_shortfall_m_s: None,
            max_shortfall_rpm: 0.0,
            max_brake_shortfall_nm: 0.0,
            max_brake_shortfall_n: None,
            rounds: 0,
            hottest_controller_c: None,
            hottest_battery_c: self.battery_node.map(|_| state[BATTERY_C]),
            kv_factor: 1.0 / self.magnet_strength,
        };
        let lead = DriveRun {
            drive: self.cold.parts.drive.clone(),
            limits: Limits {
                winding_c: self.cold.parts.motor.winding_limit_c(),
                magnet_c: self.cold.parts.motor.magnet_limit_c(),
                controller_c: None,
                battery_c: self.battery_node.map(|node| node.limit_c),
                stop_v: self.battery.cells * self.battery.cutoff_v_per_cell(),
                empty_charge: 1.0 - self.battery.battery.usable_fraction,
            },
            summary,
            series: book.series,
            hills: Vec::new(),
            launcher: None,
        };
        let said = self.words(ended_by, generator, &lead, &book.events);
        Simulated {
            format: SIMULATED_FORMAT,
            option: simulation.build().options[simulation.option()].name.clone(),
            ended_by,
            words: said,
            events: book.events,
            energy_wh: EnergyWh {
                cells: -charged_wh,
                supply: 0.0,
                accessories: heated_wh,
                controller: state[BRIDGE_J] / J_PER_WH,
                motor_copper: state[COPPER_J] / J_PER_WH,
                motor_leads: state[LEADS_J] / J_PER_WH,
                motor_no_load: state[NO_LOAD_J] / J_PER_WH,
                gearing: state[SOURCE_J] / J_PER_WH - in_wh - lost_wh,
                output: -state[SOURCE_J] / J_PER_WH,
                friction_brakes: 0.0,
            },
            estimates: self.estimates(),
            lead,
            others: Vec::new(),
        }
    }
}

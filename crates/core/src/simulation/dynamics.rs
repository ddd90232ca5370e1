//! The machine at one moment of a run: what flows, how fast everything changes.
//!
//! The state is one flat row of numbers: a head for the battery, then a block for each drive that runs. The block holds what
//! moves (speed, temperatures) and what is only counted (turns, energies); the counted ones never act back.

mod full_throttle;

use super::brake::Brake;
use super::limits::RunLimit;
use super::runner::{DriveMode, RoadSegment, Runner};
use crate::model::battery::BatteryModel;
use crate::model::bus::Source;
use crate::model::heat::ThermalPath;
use crate::model::heat_node::HeatNode;
use crate::model::throttle::{Pull, Yields};

/// Places in the head of the state.
pub(super) mod head {
    pub const CHARGE: usize = 0;
    pub const BATTERY_C: usize = 1;
    /// Positive part of ∫V_bus·I, J.
    pub const GIVEN_J: usize = 2;
    /// Negative part of the same, J.
    pub const TAKEN_J: usize = 3;
    pub const SUPPLY_LOSS_J: usize = 4;
    pub const ACCESSORY_J: usize = 5;
    /// ∫V_oc·I, J.
    pub const CHEMICAL_J: usize = 6;
    /// ∫I² of the battery, A²·s.
    pub const SQUARE: usize = 7;
    pub const LEN: usize = 8;
}

/// Places in the block of a drive.
pub(super) mod block {
    /// Output speed, rad/s.
    pub const SPEED: usize = 0;
    pub const WINDING_C: usize = 1;
    pub const CASE_C: usize = 2;
    pub const CONTROLLER_C: usize = 3;
    /// Angle the output has turned, rad.
    pub const ANGLE: usize = 4;
    pub const CONTROLLER_J: usize = 5;
    pub const COPPER_J: usize = 6;
    pub const LEADS_J: usize = 7;
    pub const NO_LOAD_J: usize = 8;
    pub const GEARING_J: usize = 9;
    pub const OUTPUT_J: usize = 10;
    pub const BRAKE_J: usize = 11;
    /// ∫I² of one motor, shown current, A²·s.
    pub const SQUARE: usize = 12;
    pub const LEN: usize = 13;
}

/// What one drive does at a moment.
#[derive(Debug, Clone, Copy, PartialEq)]
pub(super) struct DriveFlow {
    /// Equivalent current of each motor, A; below zero it brakes.
    pub current_a: f64,
    /// Power taken from the bus, W.
    pub power_w: f64,
    pub duty: f64,
    pub limited_by: Option<RunLimit>,
    /// What is wanted of the drive as a share of what it can give; above 1 it cannot follow.
    pub wanted_share: f64,
    /// Torque at the output, N·m.
    pub output_nm: f64,
    /// Torque that friction brakes take at the output, N·m.
    pub brake_nm: f64,
    /// Gain of output speed, rad/s².
    pub gain_rad_s2: f64,
    /// Heat in the controller, W.
    pub controller_w: f64,
}

impl DriveFlow {
    pub(super) const IDLE: Self = Self {
        current_a: 0.0,
        power_w: 0.0,
        duty: 0.0,
        limited_by: None,
        wanted_share: 0.0,
        output_nm: 0.0,
        brake_nm: 0.0,
        gain_rad_s2: 0.0,
        controller_w: 0.0,
    };
}

/// What flows at a moment.
#[derive(Debug, Clone, PartialEq)]
pub(super) struct Flow {
    pub open_circuit_v: f64,
    pub bus_v: f64,
    pub supply_a: f64,
    pub drives: Vec<DriveFlow>,
}

/// Everything that runs on the one battery.
pub(super) struct Dynamics<'d> {
    pub battery: BatteryModel<'d>,
    pub accessory_w: f64,
    pub ambient_c: f64,
    pub runners: Vec<Runner<'d>>,
    pub battery_node: Option<HeatNode>,
    /// Whether controllers take less rather than pull the battery below its stop voltage.
    pub stop_voltage_cutback: bool,
    /// Whether the battery is full and takes nothing.
    pub full: bool,
}

impl Dynamics<'_> {
    /// Length of the state.
    pub fn len(&self) -> usize {
        head::LEN + block::LEN * self.runners.len()
    }

    /// Where the block of a drive begins.
    pub const fn at(drive: usize) -> usize {
        head::LEN + block::LEN * drive
    }

    /// The battery at a charge.
    pub fn source(&self, charge: f64) -> Source {
        self.battery.source(charge, self.accessory_w)
    }

    /// Whether the battery can feed what is always on: controllers that idle, and the other consumers.
    pub fn feeds_idling(&self, source: &Source) -> bool {
        source.bus_v(self.runners.iter().map(|runner| runner.hot.controller.idle_w).sum()).is_some()
    }

    /// What flows at a state; `ways` are what the course asks of each drive.
    pub fn flow(&mut self, state: &[f64], ways: &[RoadSegment], into: &mut Flow) {
        let source = self.source(state[head::CHARGE]);
        into.open_circuit_v = source.open_circuit_v;
        into.drives.resize(self.runners.len(), DriveFlow::IDLE);
        let mut fixed_w = 0.0;
        let mut brakes: [Option<Brake>; crate::document::job::MOST_DRIVES] = [None; _];
        let mut throttling = [false; crate::document::job::MOST_DRIVES];
        for (index, runner) in self.runners.iter_mut().enumerate() {
            let own = &state[Self::at(index)..];
            runner.warm(own[block::WINDING_C], own[block::CASE_C]);
            let idle_w = runner.hot.controller.idle_w;
            let flow = &mut into.drives[index];
            match runner.doing {
                DriveMode::Rests => {
                    *flow = DriveFlow { power_w: idle_w, ..DriveFlow::IDLE };
                    fixed_w += idle_w;
                }
                DriveMode::Follows { rad_s2 } => {
                    (*flow, brakes[index]) = runner.followed(own[block::SPEED], ways[index], rad_s2);
                    let motor_rad_s = runner.hot.motor_rad_s(own[block::SPEED]);
                    flow.power_w = runner.hot.supply_power_w(flow.current_a, motor_rad_s);
                    fixed_w += flow.power_w;
                }
                DriveMode::Throttle => {
                    *flow = DriveFlow::IDLE;
                    throttling[index] = true;
                }
            }
        }
        let mut bus_v = self.settle(&source, state, ways, fixed_w, &throttling, into);
        for (index, brake) in brakes.iter().enumerate() {
            let Some(brake) = brake else { continue };
            let others_w = self.power_w(into) - into.drives[index].power_w;
            let charge = (!self.full && state[head::CHARGE] < 1.0).then(|| self.charge_limit(&source, others_w));
            let runner = &self.runners[index];
            let taken = brake.taken(&runner.hot, charge);
            let flow = &mut into.drives[index];
            flow.current_a = taken.current_a;
            flow.limited_by = taken.limited_by;
            flow.output_nm = taken.output_nm;
            flow.brake_nm = taken.output_nm - brake.wanted_nm;
            flow.power_w = brake.power_w(&runner.hot, taken.current_a);
        }
        if brakes.iter().any(Option::is_some) {
            bus_v = source.bus_v(self.power_w(into)).unwrap_or(bus_v);
        }
        into.bus_v = bus_v;
        into.supply_a = source.current_a(self.power_w(into), bus_v);
        self.finish(&source, state, ways, into);
    }

    /// Power that all drives take from the bus, W.
    fn power_w(&self, flow: &Flow) -> f64 {
        flow.drives.iter().map(|drive| drive.power_w).sum()
    }

    /// Least power, W, that a braking drive may take from the bus so that the battery is charged no faster than it may be.
    fn charge_limit(&self, source: &Source, others_w: f64) -> f64 {
        let battery = &self.battery;
        let rated_a = battery.battery.max_charge_c.unwrap_or(battery.cell.charge_c) * battery.capacity_ah;
        let lifted_a = ((battery.charger_end_v() - source.open_circuit_v) / source.resistance_ohm.max(1e-9)).max(0.0);
        let charge_a = rated_a.min(lifted_a);
        let bus_v = source.open_circuit_v + source.resistance_ohm * charge_a;
        -charge_a * bus_v - source.accessory_w - others_w
    }

    /// A drive at full throttle, its wheels held to their grip.
    fn pull(&self, index: usize, state: &[f64], ways: &[RoadSegment]) -> Pull<'_> {
        let runner = &self.runners[index];
        let yields = runner.grip_nm(ways[index]).map_or(Yields::Never, Yields::Slips);
        Pull::new(&runner.hot, runner.hot.motor_rad_s(state[Self::at(index) + block::SPEED]), yields)
    }

    /// Duty, how far each follower is from what it can give, and the gain of those that do not follow.
    fn finish(&self, source: &Source, state: &[f64], ways: &[RoadSegment], into: &mut Flow) {
        let asked_w = self.power_w(into);
        let over_supply = if source.bus_v(asked_w).is_none() { 2.0 } else { 0.0 };
        // As long as a drive at full throttle has something left to give up, the others may follow.
        const NOTHING_W: f64 = 1e-9;
        let over_stop = match self.stop_voltage(source) {
            Some((allowed_a, _)) if self.open_w(into) <= NOTHING_W => {
                if allowed_a > 0.0 {
                    into.supply_a / allowed_a
                } else {
                    2.0
                }
            }
            _ => 0.0,
        };
        // What all share falls to the hungriest of those that follow.
        let hungriest = (0..self.runners.len())
            .filter(|index| matches!(self.runners[*index].doing, DriveMode::Follows { .. }))
            .max_by(|a, b| into.drives[*a].power_w.total_cmp(&into.drives[*b].power_w));
        for (index, runner) in self.runners.iter().enumerate() {
            let hot = &runner.hot;
            let speed = state[Self::at(index) + block::SPEED];
            let motor_rad_s = hot.motor_rad_s(speed);
            let of_all = if hungriest == Some(index) { (over_supply, over_stop) } else { (0.0, 0.0) };
            let flow = &mut into.drives[index];
            let controller = &hot.controller;
            let brush_v = if flow.current_a < 0.0 { -2.0 * hot.motor.brush_drop_v } else { 0.0 };
            let motor_v = hot.emf_v(motor_rad_s) + brush_v + flow.current_a * hot.loop_ohm;
            let moves = !matches!(runner.doing, DriveMode::Rests);
            flow.duty = if moves { (motor_v / (controller.voltage_factor * into.bus_v)).max(0.0) } else { 0.0 };
            // On a weak battery its share may be less than it idles with.
            let starved = flow.current_a == 0.0 && flow.power_w < controller.idle_w;
            let idle_w = if starved { flow.power_w.max(0.0) } else { controller.idle_w };
            flow.controller_w = hot.motors
                * controller.resistance_factor
                * flow.current_a
                * flow.current_a
                * hot.per_channel
                * controller.on_resistance_ohm
                + idle_w;
            match runner.doing {
                DriveMode::Rests => {}
                DriveMode::Follows { .. } if flow.current_a > 0.0 => {
                    let battery_a = flow.current_a * motor_v / into.bus_v;
                    let shares = [
                        (flow.wanted_share, RunLimit::Grip),
                        (of_all.0, RunLimit::Supply),
                        (flow.duty / controller.max_duty, RunLimit::Duty),
                        (share(flow.current_a, controller.motor_limit_a), runner.motor_limit()),
                        (share(battery_a, controller.battery_limit_a), RunLimit::BatteryCurrent),
                        (of_all.1, RunLimit::StopVoltage),
                    ];
                    let worst = shares.iter().copied().reduce(|a, b| if b.0 > a.0 { b } else { a });
                    if let Some((wanted, limit)) = worst {
                        flow.wanted_share = wanted;
                        flow.limited_by = (wanted > 1.0).then_some(limit);
                    }
                }
                DriveMode::Follows { .. } => flow.wanted_share = 0.0,
                DriveMode::Throttle => {
                    let shaft_nm = hot.shaft_nm(flow.current_a, motor_rad_s);
                    // Dragging the motor along: backwards through the gearing, which a worm does not let through.
                    const LEAST_BACKWARD: f64 = 0.05;
                    flow.output_nm = if shaft_nm >= 0.0 || speed <= 0.0 {
                        hot.output_nm(shaft_nm.max(0.0))
                    } else {
                        shaft_nm * hot.motors * hot.gearing.ratio / hot.gearing.backward_efficiency.max(LEAST_BACKWARD)
                    };
                    let load_nm = hot.load.slope_nm(speed, ways[index].slope, ways[index].load_share);
                    let gain = (flow.output_nm - load_nm) / runner.throttle_inertia;
                    // What stands is not set in motion by the rounding of what holds it.
                    const STANDS_RAD_S2: f64 = 1e-9;
                    flow.gain_rad_s2 = if speed <= 0.0 && gain < STANDS_RAD_S2 { 0.0 } else { gain };
                }
            }
        }
    }

    /// Rates of change of the whole state at what flows.
    pub fn rates(&self, state: &[f64], flow: &Flow, rates: &mut [f64]) {
        let battery = &self.battery;
        let amperes = flow.supply_a;
        let capacity_as = 3600.0 * battery.capacity_ah;
        let exponent = battery.battery.peukert_exponent.unwrap_or(battery.cell.peukert_exponent);
        let stretch = if amperes > 0.0 && exponent > 1.0 {
            (amperes * battery.battery.rated_hours / battery.capacity_ah).powf(exponent - 1.0).max(1.0)
        } else {
            1.0
        };
        rates[head::CHARGE] = -amperes / capacity_as * stretch;
        let pack_w = amperes * amperes * battery.pack_ohm;
        rates[head::BATTERY_C] =
            self.battery_node.as_ref().map_or(0.0, |node| node.rate(state[head::BATTERY_C], pack_w, self.ambient_c));
        let bus_w = flow.bus_v * amperes;
        rates[head::GIVEN_J] = bus_w.max(0.0);
        rates[head::TAKEN_J] = (-bus_w).max(0.0);
        rates[head::SUPPLY_LOSS_J] = amperes * amperes * battery.supply_ohm;
        rates[head::ACCESSORY_J] = self.accessory_w;
        rates[head::CHEMICAL_J] = flow.open_circuit_v * amperes;
        rates[head::SQUARE] = amperes * amperes;
        for (index, runner) in self.runners.iter().enumerate() {
            let at = Self::at(index);
            let drive = &flow.drives[index];
            let hot = &runner.hot;
            let own = &state[at..at + block::LEN];
            let out = &mut rates[at..at + block::LEN];
            let speed = own[block::SPEED];
            let motor_rad_s = hot.motor_rad_s(speed);
            let square = hot.controller.resistance_factor * drive.current_a * drive.current_a;
            let copper_w = square * hot.motor.resistance_ohm + drive.current_a.abs() * hot.motor.brush_drop_v;
            let iron_w = hot.motor.loss.at_nm(motor_rad_s) * motor_rad_s;
            out[block::SPEED] = drive.gain_rad_s2;
            (out[block::WINDING_C], out[block::CASE_C]) = match runner.path {
                Some(ThermalPath {
                    winding_k_per_w,
                    case_k_per_w,
                    capacity_j_per_k: Some([winding_j, case_j]),
                    ..
                }) => {
                    let across_w = (own[block::WINDING_C] - own[block::CASE_C]) / winding_k_per_w;
                    let away_w = (own[block::CASE_C] - self.ambient_c) / case_k_per_w;
                    ((copper_w - across_w) / winding_j, (across_w + iron_w - away_w) / case_j)
                }
                _ => (0.0, 0.0),
            };
            out[block::CONTROLLER_C] = runner.controller_node.as_ref().map_or(0.0, |node| {
                let each = drive.controller_w / f64::from(runner.cold.parts.controller_count);
                node.rate(own[block::CONTROLLER_C], each, self.ambient_c)
            });
            out[block::ANGLE] = speed;
            out[block::CONTROLLER_J] = drive.controller_w;
            out[block::COPPER_J] = hot.motors * copper_w;
            out[block::LEADS_J] = hot.motors * square * hot.leads_ohm;
            out[block::NO_LOAD_J] = hot.motors * iron_w;
            let shaft_w = hot.motors * hot.shaft_nm(drive.current_a, motor_rad_s) * motor_rad_s;
            let output_w = drive.output_nm * speed;
            out[block::GEARING_J] = if matches!(runner.doing, DriveMode::Rests) { 0.0 } else { shaft_w - output_w };
            out[block::OUTPUT_J] = output_w;
            out[block::BRAKE_J] = drive.brake_nm * speed;
            out[block::SQUARE] = (drive.current_a / hot.controller.current_factor).powi(2);
        }
    }
}

fn share(value: f64, limit: Option<f64>) -> f64 {
    limit.map_or(0.0, |limit| if limit > 0.0 { value / limit } else { 2.0 })
}

//! The five cases of a drive, alone on the supply with the accessories.

use serde::Serialize;

use super::Drive;
use super::bus::{Limit, Source};
use super::throttle::{Alone, Pull, Yields};
use crate::formulas::constants::RAD_S_PER_RPM;
use crate::formulas::numeric::{falling_root, larger_root};

/// Speeds are found this closely.
const SPEED_TOLERANCE: f64 = 1e-10;

/// What a drive is asked to do.
#[derive(Debug, Clone, Copy, PartialEq, Eq, Hash, Serialize, schemars::JsonSchema)]
#[serde(rename_all = "snake_case")]
pub enum Case {
    /// Full throttle with nothing on the shaft.
    NoLoad,
    /// Full throttle against the level load.
    FullThrottle,
    /// Full throttle with the shaft held.
    Stall,
    /// Holds the target speed on the level.
    Target,
    /// Holds the climb speed on the grade.
    Climb,
}

/// Where the power goes that does not come out, W.
#[derive(Debug, Clone, Copy, PartialEq, Serialize, schemars::JsonSchema)]
pub struct LossesW {
    /// Heat in battery and supply leads.
    pub supply: f64,
    /// Heat in the controller, idle power included.
    pub controller: f64,
    /// Heat in windings and brushes.
    pub motor_copper: f64,
    /// Heat in the motor leads.
    pub motor_leads: f64,
    /// Iron, bearings and air inside the motors.
    pub motor_no_load: f64,
    /// Heat in the gearing.
    pub gearing: f64,
}

/// The same heat by the stages of the power path, W.
#[derive(Debug, Clone, Copy, PartialEq, Serialize, schemars::JsonSchema)]
pub struct StageLossesW {
    /// In the cells.
    pub battery: f64,
    /// In leads and connectors between battery and controller.
    pub wiring: f64,
    /// In the controllers, idle power included.
    pub controller: f64,
    /// In the motors and their leads: windings, brushes, iron, bearings, air.
    pub motor: f64,
    /// In the gearing.
    pub gearing: f64,
}

impl LossesW {
    /// By the stages of the power path; `battery_w` is what of the supply's loss stays in the cells, W.
    #[must_use]
    pub fn by_stage(&self, battery_w: f64) -> StageLossesW {
        StageLossesW {
            battery: battery_w,
            wiring: (self.supply - battery_w).max(0.0),
            controller: self.controller,
            motor: self.motor_copper + self.motor_leads + self.motor_no_load,
            gearing: self.gearing,
        }
    }

    /// All of them together, W.
    #[must_use]
    pub fn total(&self) -> f64 {
        self.supply + self.controller + self.motor_copper + self.motor_leads + self.motor_no_load + self.gearing
    }
}

/// Every figure along the chain at one operating point.
#[derive(Debug, Clone, Copy, PartialEq)]
pub(crate) struct Figures {
    pub motor_rad_s: f64,
    pub output_rad_s: f64,
    /// Equivalent current of each motor, A.
    pub current_a: f64,
    /// Shown current of each motor, A.
    pub motor_current_a: f64,
    pub motor_nm: f64,
    pub output_nm: f64,
    pub duty: f64,
    /// Battery current of one channel, A.
    pub channel_battery_a: f64,
    pub bus_v: f64,
    /// Voltage at one motor's controller terminals, averaged over switching: D·V_bus.
    pub motor_v: f64,
    pub supply_a: f64,
    pub output_w: f64,
    pub losses: LossesW,
    pub efficiency: f64,
}

/// One case at one charge.
#[derive(Debug, Clone, Copy, PartialEq)]
pub(crate) struct CaseResult {
    pub case: Case,
    pub charge: f64,
    pub feasible: bool,
    pub limited_by: Option<Limit>,
    /// `None` when the battery cannot give the power.
    pub figures: Option<Figures>,
}

/// A case that cannot be held.
#[derive(Debug, Clone, Copy, PartialEq)]
pub(crate) struct Missed {
    pub case: Case,
    /// How much of the limit it would take; `None` where there is no number.
    pub far: Option<f64>,
}

impl CaseResult {
    fn without_numbers(case: Case, charge: f64) -> Self {
        Self { case, charge, feasible: false, limited_by: Some(Limit::Supply), figures: None }
    }
}

impl Drive<'_> {
    /// All figures with each motor at an equivalent current and speed, on a bus voltage.
    fn figures(&self, source: &Source, motor_rad_s: f64, current_a: f64, bus_v: f64) -> Figures {
        let motor = &self.motor;
        let controller = &self.controller;
        let emf_v = self.emf_v(motor_rad_s);
        // A battery too weak for what idles gives no more than its most.
        let asked_w = self.supply_power_w(current_a, motor_rad_s);
        let power_w = asked_w.min(source.most_w());
        let idle_w = (controller.idle_w - (asked_w - power_w)).max(0.0);
        let supply_a = source.current_a(power_w, bus_v);
        let motor_nm = self.shaft_nm(current_a, motor_rad_s);
        let output_rad_s = motor_rad_s / self.gearing.ratio;
        let output_nm = self.output_nm(motor_nm);
        let output_w = output_nm * output_rad_s;
        let shown_square = self.motors * controller.resistance_factor * current_a * current_a;
        let duty = (emf_v + current_a * self.loop_ohm) / (controller.voltage_factor * bus_v);
        Figures {
            motor_rad_s,
            output_rad_s,
            current_a,
            motor_current_a: current_a / controller.current_factor,
            motor_nm,
            output_nm,
            duty,
            channel_battery_a: self.per_channel * current_a * (emf_v + current_a * self.loop_ohm) / bus_v,
            bus_v,
            motor_v: duty * bus_v,
            supply_a,
            output_w,
            losses: LossesW {
                supply: supply_a * supply_a * source.resistance_ohm,
                controller: shown_square * self.per_channel * controller.on_resistance_ohm + idle_w,
                motor_copper: shown_square * motor.resistance_ohm + self.motors * current_a * motor.brush_drop_v,
                motor_leads: shown_square * self.leads_ohm,
                motor_no_load: self.motors * motor.loss.at_nm(motor_rad_s) * motor_rad_s,
                gearing: self.motors * motor_nm * motor_rad_s - output_w,
            },
            efficiency: if supply_a > 0.0 { output_w / (source.open_circuit_v * supply_a) } else { 0.0 },
        }
    }

    /// Motor speed above which full throttle gives no current at all, rad/s.
    fn runaway_rad_s(&self, source: &Source) -> f64 {
        let rest_v = source.bus_v(self.controller.idle_w).unwrap_or(0.0);
        ((self.controller.voltage_share() * rest_v - self.motor.brush_drop_v) / self.motor.torque_constant_nm_per_a)
            .max(0.0)
    }

    /// Motor speed, rad/s, at which full throttle meets a shaft torque that rises with speed.
    fn balance_rad_s(&self, source: &Source, wanted_nm: impl Fn(f64) -> f64) -> f64 {
        let alone = Alone::new(source, self);
        let surplus_nm = |motor_rad_s: f64| alone.shaft_nm(motor_rad_s).unwrap_or(-1.0) - wanted_nm(motor_rad_s);
        // Between two corners the surplus is smooth, and a smooth root is found in a few steps.
        let (mut low, mut high) = (0.0, self.runaway_rad_s(source));
        for corner in source.corner_speeds_rad_s(self) {
            if corner > low && corner < high {
                if surplus_nm(corner) > 0.0 {
                    low = corner;
                } else {
                    high = corner;
                }
            }
        }
        falling_root(low, high, SPEED_TOLERANCE, surplus_nm)
    }

    /// Steady full-throttle motor speed on the level, rad/s; 0 when the motor cannot move the load.
    pub fn full_throttle_rad_s(&self, source: &Source) -> f64 {
        self.balance_rad_s(source, |motor_rad_s| self.motor_nm(self.load.level_nm(motor_rad_s / self.gearing.ratio)))
    }

    /// Full throttle at a given motor speed, rad/s.
    pub fn throttled_figures(&self, source: &Source, motor_rad_s: f64) -> Option<(Figures, Limit)> {
        self.yielding_figures(source, motor_rad_s, Yields::Never)
    }

    /// The same with the current held to what yields lets through.
    pub fn yielding_figures(&self, source: &Source, motor_rad_s: f64, yields: Yields) -> Option<(Figures, Limit)> {
        let point = Alone::new(source, self).pulled(&Pull::new(self, motor_rad_s, yields))?;
        Some((self.figures(source, motor_rad_s, point.current_a, point.bus_v), point.limited_by))
    }

    /// Whether full throttle moves the level load at all.
    fn moves(&self, source: &Source) -> bool {
        Alone::new(source, self).shaft_nm(0.0).is_some_and(|nm| nm > self.motor_nm(self.load.level_nm(0.0)))
    }

    /// Figures that hold an output torque, N·m, at an output speed, rad/s, and the first limit exceeded.
    ///
    /// `None` when the battery cannot give the power.
    pub(super) fn held(&self, source: &Source, output_nm: f64, output_rad_s: f64) -> Option<(Figures, Option<Limit>)> {
        let motor_rad_s = self.motor_rad_s(output_rad_s);
        let current_a = self.current_for_a(self.motor_nm(output_nm), motor_rad_s);
        let bus_v = source.bus_v(self.supply_power_w(current_a, motor_rad_s))?;
        let mut figures = self.figures(source, motor_rad_s, current_a, bus_v);
        // Asked exactly, not by way of the motor.
        figures.output_nm = output_nm;
        figures.output_rad_s = output_rad_s;
        let controller = &self.controller;
        // A speed that full throttle just reaches is reached, whatever the last digit of the sum says.
        const ROUNDING: f64 = 1.0 + 1e-9;
        let exceeded = if figures.duty > controller.max_duty * ROUNDING {
            Some(Limit::Duty)
        } else if controller.motor_limit_a.is_some_and(|limit_a| current_a > limit_a * ROUNDING) {
            Some(Limit::MotorCurrent)
        } else if controller
            .battery_limit_a
            .is_some_and(|limit_a| figures.channel_battery_a > limit_a * self.per_channel * ROUNDING)
        {
            Some(Limit::BatteryCurrent)
        } else {
            None
        };
        Some((figures, exceeded))
    }

    fn holding_case(&self, source: &Source, case: Case, charge: f64, output_nm: f64, output_rad_s: f64) -> CaseResult {
        match self.held(source, output_nm, output_rad_s) {
            None => CaseResult::without_numbers(case, charge),
            Some((figures, exceeded)) => {
                CaseResult { case, charge, feasible: exceeded.is_none(), limited_by: exceeded, figures: Some(figures) }
            }
        }
    }

    /// An output speed, rad/s, held on the level at a charge.
    pub fn holding(&self, source: &Source, charge: f64, output_rad_s: f64) -> CaseResult {
        self.holding_case(source, Case::Target, charge, self.load.level_nm(output_rad_s), output_rad_s)
    }

    /// The first of target and climb that cannot be held at one charge. The same answer as [`Self::cases`].
    pub fn first_missed(&self, source: &Source) -> Option<Missed> {
        if self.generates() {
            return None;
        }
        if !self.controller.present {
            let cases = self.cases(source, 0.5);
            let target = cases.iter().find(|case| case.case == Case::Target && !case.feasible)?;
            let reached = target.figures.map(|figures| figures.output_rad_s);
            let far = reached.filter(|reached| *reached > 0.0).map(|reached| self.load.target_rad_s / reached);
            return Some(Missed { case: Case::Target, far });
        }
        let level_nm = self.load.level_nm(self.load.target_rad_s);
        if let Some(far) = self.missed_by(source, level_nm, self.load.target_rad_s) {
            return Some(Missed { case: Case::Target, far });
        }
        let climb = self.climb()?;
        let far = self.missed_by(source, climb.output_nm, climb.output_rad_s)?;
        Some(Missed { case: Case::Climb, far })
    }

    /// How much of the limit it exceeds a torque held at a speed would take; `None` where it is held, an inner `None` where
    /// the battery cannot give the power.
    #[allow(clippy::option_option, reason = "held, missed by so much, and missed without a number are three things")]
    fn missed_by(&self, source: &Source, output_nm: f64, output_rad_s: f64) -> Option<Option<f64>> {
        let Some((figures, exceeded)) = self.held(source, output_nm, output_rad_s) else { return Some(None) };
        let controller = &self.controller;
        Some(match exceeded? {
            Limit::Duty => Some(figures.duty / controller.max_duty),
            Limit::MotorCurrent => controller.motor_limit_a.map(|limit_a| figures.current_a / limit_a),
            Limit::BatteryCurrent => {
                controller.battery_limit_a.map(|limit_a| figures.channel_battery_a / (limit_a * self.per_channel))
            }
            Limit::Supply | Limit::Load => None,
        })
    }

    /// All cases of the drive at one charge, in the order no load, full throttle, stall, target, climb.
    pub fn cases(&self, source: &Source, charge: f64) -> Vec<CaseResult> {
        let throttled = |case: Case, motor_rad_s: f64| match self.throttled_figures(source, motor_rad_s) {
            None => CaseResult::without_numbers(case, charge),
            Some((figures, limited_by)) => {
                CaseResult { case, charge, feasible: true, limited_by: Some(limited_by), figures: Some(figures) }
            }
        };
        let no_load = self.no_load_case(source, charge);
        let mut full = throttled(Case::FullThrottle, self.full_throttle_rad_s(source));
        if full.figures.is_some() && !self.moves(source) {
            full.feasible = false;
            full.limited_by = Some(Limit::Load);
        }
        let stall = throttled(Case::Stall, 0.0);
        let target = if self.controller.present {
            self.holding(source, charge, self.load.target_rad_s)
        } else {
            self.bare_target(&full)
        };
        let mut cases = vec![no_load, full, stall, target];
        if let Some(climb) = self.climb() {
            cases.push(self.holding_case(source, Case::Climb, charge, climb.output_nm, climb.output_rad_s));
        }
        cases
    }

    /// Motor speed, rad/s, at full duty with nothing on the shaft; `None` where something other than duty limits it.
    ///
    /// # Source
    /// I = (a + b·ω)/Kt turns the motor alone; with share·V = Kt·ω + V_brush + R_loop·I the current is a straight line over
    /// the bus voltage, I = i₀ + i₁·V, and V = V_oc − R_s·(N·share·I + P_idle/V) is a quadratic.
    fn free_rad_s(&self, source: &Source) -> Option<f64> {
        let (motor, controller) = (&self.motor, &self.controller);
        let (kt, share) = (motor.torque_constant_nm_per_a, controller.voltage_share());
        let (at_rest_a, per_rad_s) = (motor.loss.at_rest_nm / kt, motor.loss.per_rad_s / kt);
        // Speed over voltage: ω = w₀ + w₁·V.
        let stiff = kt + self.loop_ohm * per_rad_s;
        let (w0, w1) = (-(motor.brush_drop_v + self.loop_ohm * at_rest_a) / stiff, share / stiff);
        let (i0, i1) = (at_rest_a + per_rad_s * w0, per_rad_s * w1);
        let drop = source.resistance_ohm * self.motors * share;
        let fixed = source.resistance_ohm * (controller.idle_w + source.accessory_w);
        let bus_v = larger_root(1.0 + drop * i1, drop * i0 - source.open_circuit_v, fixed)?;
        let motor_rad_s = w0 + w1 * bus_v;
        let limit = Pull::new(self, motor_rad_s, Yields::Never).current(bus_v).1;
        let by_duty = limit == Limit::Duty && bus_v >= source.half_v();
        (by_duty && motor_rad_s > 0.0).then_some(motor_rad_s)
    }

    /// Full throttle with nothing on the shaft.
    fn no_load_case(&self, source: &Source, charge: f64) -> CaseResult {
        let case = Case::NoLoad;
        let motor_rad_s = self.free_rad_s(source).unwrap_or_else(|| self.balance_rad_s(source, |_| 0.0));
        let Some((throttled, limited_by)) = self.throttled_figures(source, motor_rad_s) else {
            return CaseResult::without_numbers(case, charge);
        };
        if motor_rad_s <= 0.0 {
            let limited_by = Some(Limit::Load);
            return CaseResult { case, charge, feasible: false, limited_by, figures: Some(throttled) };
        }
        // The current that turns the motor alone, exactly: the one at the speed found carries the rounding of the speed
        // over a small resistance.
        let current_a = self.current_for_a(0.0, motor_rad_s);
        let bus_v = source.bus_v(self.supply_power_w(current_a, motor_rad_s)).unwrap_or(throttled.bus_v);
        let mut figures = self.figures(source, motor_rad_s, current_a, bus_v);
        figures.motor_nm = 0.0;
        figures.output_nm = 0.0;
        figures.output_w = 0.0;
        figures.losses.gearing = 0.0;
        figures.efficiency = 0.0;
        CaseResult { case, charge, feasible: true, limited_by: Some(limited_by), figures: Some(figures) }
    }

    /// On a plain switch nothing can hold a speed: the machine runs at full throttle, fast enough or not.
    fn bare_target(&self, full: &CaseResult) -> CaseResult {
        let fast_enough = full.figures.is_some_and(|figures| figures.output_rad_s >= self.load.target_rad_s);
        let feasible = full.feasible && fast_enough;
        CaseResult { case: Case::Target, feasible, limited_by: if feasible { None } else { full.limited_by }, ..*full }
    }

    /// The hill that is to be held, if there is one: nothing holds a speed on a plain switch.
    pub fn climb(&self) -> Option<&super::load::Climb> {
        let vehicle = self.load.vehicle.as_ref().filter(|_| self.controller.present)?;
        vehicle.climb.as_ref()
    }
}

/// rpm of a speed in rad/s.
pub(crate) fn rpm(rad_s: f64) -> f64 {
    rad_s / RAD_S_PER_RPM
}

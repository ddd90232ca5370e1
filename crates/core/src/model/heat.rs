//! Two-node heat: winding (copper and brush loss) and case (no-load loss; the rotor is at case temperature).

use serde::Serialize;

use super::Drive;
use super::bus::Source;
use super::cases::Figures;
use super::generating::GeneratorModel;
use crate::document::{Cooling, InsulationClass, Load, Motor};
use crate::formulas::can_heat::{
    AIRFLOW_W_M2_K, FAN_W_M2_K, STILL_W_M2_K, can_area_m2, case_to_ambient_k_per_w, winding_to_case_k_per_w,
};
use crate::formulas::constants::{
    COPPER_SPECIFIC_HEAT_J_KG_K, COPPER_TEMPERATURE_COEFFICIENT_PER_K, RAD_S_PER_RPM, STEEL_SPECIFIC_HEAT_J_KG_K,
    copper_factor,
};

/// Share of a motor's mass that is copper (common practice).
const COPPER_SHARE: f64 = 0.2;
/// Share of a motor's mass that is iron and steel (common practice).
const STEEL_SHARE: f64 = 0.8;

/// Above it a motor is called burning rather than warm, °C.
const RUNS_AWAY_C: f64 = 1000.0;

/// Thermal path of one motor.
#[derive(Debug, Clone, Copy, PartialEq)]
pub(crate) struct ThermalPath {
    /// Winding to case, K/W.
    pub winding_k_per_w: f64,
    /// Case to air, K/W.
    pub case_k_per_w: f64,
    /// Heat capacity of winding and case, J/K; `None` when neither given nor to be estimated.
    pub capacity_j_per_k: Option<[f64; 2]>,
    /// Whether any value was estimated from can and mass.
    pub estimated: bool,
}

/// Temperatures of one motor.
#[derive(Debug, Clone, Copy, PartialEq, Serialize, schemars::JsonSchema)]
pub struct ThermalResult {
    /// Winding, °C; null when the heat runs away.
    pub winding_c: Option<f64>,
    /// Case and magnets, °C; null when the heat runs away.
    pub case_c: Option<f64>,
    /// Whether it settles or ends below 1000 °C.
    pub steady: bool,
    /// Whether the heat path was estimated from can size, mass and cooling.
    pub estimated: bool,
}

impl Cooling {
    /// Heat transfer coefficient of the can, W/(m²·K) (common practice; still counts the metal it is mounted on).
    #[must_use]
    pub const fn coefficient_w_m2_k(self) -> f64 {
        match self {
            Self::Still => STILL_W_M2_K,
            Self::Airflow => AIRFLOW_W_M2_K,
            Self::Fan => FAN_W_M2_K,
        }
    }
}

impl InsulationClass {
    /// Temperature limit of the class, °C. Source: IEC 60085.
    #[must_use]
    pub const fn limit_c(self) -> f64 {
        match self {
            Self::A => 105.0,
            Self::E => 120.0,
            Self::B => 130.0,
            Self::F => 155.0,
            Self::H => 180.0,
        }
    }
}

impl Motor {
    /// Temperature limit of the winding, °C; that of class B when none is given.
    #[must_use]
    pub fn winding_limit_c(&self) -> f64 {
        self.insulation_class.unwrap_or(InsulationClass::B).limit_c()
    }
}

/// A torque held at a speed, as a source of heat.
#[derive(Clone, Copy)]
struct Work<'a> {
    drive: &'a Drive<'a>,
    path: ThermalPath,
    ambient_c: f64,
    /// Electromagnetic torque at 20 °C constants, N·m: shaft and loss torque, both held.
    torque_nm: f64,
    /// No-load loss, W.
    iron_w: f64,
    /// Share of the time.
    share: f64,
}

impl<'a> Work<'a> {
    fn new(drive: &'a Drive<'a>, path: ThermalPath, ambient_c: f64, figures: &Figures, share: f64) -> Self {
        let loss_nm = drive.motor.loss.at_nm(figures.motor_rad_s);
        Self {
            drive,
            path,
            ambient_c,
            torque_nm: drive.motor.torque_constant_nm_per_a * figures.current_a,
            iron_w: loss_nm * figures.motor_rad_s,
            share,
        }
    }

    /// Current, A, that holds the torque with magnets at a temperature: weaker magnets need more.
    fn current_a(&self, case_c: f64) -> Option<f64> {
        let motor = &self.drive.motor;
        let strength = motor.magnet_strength_at(case_c);
        (strength > 0.0).then(|| self.torque_nm / (motor.torque_constant_nm_per_a * strength))
    }

    /// Copper loss at 20 °C and brush loss, W, at a current.
    fn copper_w(&self, current_a: f64) -> (f64, f64) {
        let motor = &self.drive.motor;
        let copper = self.drive.controller.resistance_factor * current_a * current_a * motor.resistance_ohm;
        (copper * self.share, current_a * motor.brush_drop_v * self.share)
    }

    /// Winding loss, W, once the winding has settled over a case temperature; `None` when it runs away.
    fn settled_winding_w(&self, case_c: f64) -> Option<f64> {
        let (copper_w, brush_w) = self.copper_w(self.current_a(case_c)?);
        let feedback = COPPER_TEMPERATURE_COEFFICIENT_PER_K * copper_w * self.path.winding_k_per_w;
        // P = c·(1 + α(Tc − 20)) + b + c·α·R·P, solved for P.
        (feedback < 1.0).then(|| (copper_w * copper_factor(case_c) + brush_w) / (1.0 - feedback))
    }

    /// Steady winding and case temperature, °C; `None` when there is none below 1000 °C.
    fn steady(&self) -> Option<[f64; 2]> {
        let lift = |case_c: f64| -> Option<f64> {
            let heat_w = self.settled_winding_w(case_c)? + self.iron_w * self.share;
            Some(self.ambient_c + self.path.case_k_per_w * heat_w - case_c)
        };
        // Heat rises ever faster with temperature, so Newton from below meets the lower crossing without passing it.
        let mut case_c = self.ambient_c;
        for _ in 0..60 {
            let gap = lift(case_c)?;
            if gap.abs() <= 1e-9 * (1.0 + case_c.abs()) {
                let winding_c = case_c + self.path.winding_k_per_w * self.settled_winding_w(case_c)?;
                return (winding_c < RUNS_AWAY_C).then_some([winding_c, case_c]);
            }
            const STEP_K: f64 = 1e-3;
            let slope = (lift(case_c + STEP_K)? - gap) / STEP_K;
            if slope >= 0.0 {
                return None;
            }
            case_c -= gap / slope;
            if case_c.is_nan() || case_c >= RUNS_AWAY_C {
                return None;
            }
        }
        None
    }

    /// Heating rates of winding and case, K/s, and how they change with either temperature, 1/s.
    #[allow(clippy::type_complexity, reason = "a vector and its matrix")]
    fn rates(&self, [winding_c, case_c]: [f64; 2], [winding_j, case_j]: [f64; 2]) -> Option<([f64; 2], [[f64; 2]; 2])> {
        let motor = &self.drive.motor;
        let (copper_w, brush_w) = self.copper_w(self.current_a(case_c)?);
        let (across, out) = (1.0 / self.path.winding_k_per_w, 1.0 / self.path.case_k_per_w);
        let resistive_w = copper_w * copper_factor(winding_c);
        let across_w = across * (winding_c - case_c);
        let rate = [
            (resistive_w + brush_w - across_w) / winding_j,
            (across_w + self.iron_w * self.share - out * (case_c - self.ambient_c)) / case_j,
        ];
        // Weaker magnets ask for more current: dI/dT = −I·α/strength, and copper goes with its square.
        let more = -motor.magnet_coefficient_per_k / motor.magnet_strength_at(case_c);
        let jacobian = [
            [
                (copper_w * COPPER_TEMPERATURE_COEFFICIENT_PER_K - across) / winding_j,
                (more * (2.0 * resistive_w + brush_w) + across) / winding_j,
            ],
            [across / case_j, -(across + out) / case_j],
        ];
        Some((rate, jacobian))
    }

    /// Highest winding and case temperature, °C, over a time, s, from a start; `None` when it runs away.
    ///
    /// Exponential Rosenbrock–Euler steps (Hochbruck and Ostermann, 2010): exact where the heat is linear in the
    /// temperatures, stable whatever the time constants.
    fn peak_after(&self, start: [f64; 2], seconds: f64, capacity: [f64; 2]) -> Option<[f64; 2]> {
        const STEPS: u32 = 16;
        let step_s = seconds / f64::from(STEPS);
        let mut now = start;
        let mut peak = start;
        for _ in 0..STEPS {
            let (rate, jacobian) = self.rates(now, capacity)?;
            let change = exponential_step(jacobian, rate, step_s);
            now = [now[0] + change[0], now[1] + change[1]];
            if now.iter().any(|celsius| celsius.is_nan() || *celsius >= RUNS_AWAY_C) {
                return None;
            }
            peak = [peak[0].max(now[0]), peak[1].max(now[1])];
        }
        Some(peak)
    }
}

/// h·φ₁(h·J)·f for a 2×2 matrix with real eigenvalues, φ₁(z) = (e^z − 1)/z.
pub(crate) fn exponential_step(jacobian: [[f64; 2]; 2], rate: [f64; 2], step: f64) -> [f64; 2] {
    let [[a, b], [c, d]] = jacobian;
    let half_trace = 0.5 * (a + d);
    // b·c > 0 in a passive network, so the root is real; rounding alone could make it negative.
    let spread = (0.25 * (a - d) * (a - d) + b * c).max(0.0).sqrt();
    let (fast, slow) = (half_trace - spread, half_trace + spread);
    let phi = |eigenvalue: f64| {
        let z = eigenvalue * step;
        if z.abs() < 1e-8 { step * (1.0 + 0.5 * z) } else { step * z.exp_m1() / z }
    };
    let (at_fast, at_slow) = (phi(fast), phi(slow));
    // Newton interpolation of φ₁ on the two eigenvalues: φ(J) = φ(slow)·1 + divided·(J − slow·1).
    let divided =
        if (fast - slow).abs() < 1e-12 * (fast.abs() + slow.abs()) { 0.0 } else { (at_fast - at_slow) / (fast - slow) };
    [
        at_slow * rate[0] + divided * ((a - slow) * rate[0] + b * rate[1]),
        at_slow * rate[1] + divided * (c * rate[0] + (d - slow) * rate[1]),
    ]
}

impl Drive<'_> {
    /// Thermal path of one motor: given values, else estimated from the can; `None` when neither is there.
    pub fn thermal_path(&self) -> Option<ThermalPath> {
        let motor = &self.parts.motor;
        let given = motor.thermal.as_ref();
        let area_m2 = match (motor.can_diameter_mm, motor.can_length_mm) {
            (Some(diameter_mm), Some(length_mm)) => Some(can_area_m2(diameter_mm, length_mm)),
            _ => None,
        };
        let given_winding = given.and_then(|thermal| thermal.winding_to_case_k_per_w);
        let given_case = given.and_then(|thermal| thermal.case_to_ambient_k_per_w);
        let winding_k_per_w = given_winding.or(area_m2.map(winding_to_case_k_per_w))?;
        let case_k_per_w =
            given_case.or(area_m2.map(|area| case_to_ambient_k_per_w(area, self.parts.cooling.coefficient_w_m2_k())))?;
        let winding_j = given
            .and_then(|thermal| thermal.winding_j_per_k)
            .or(motor.mass_kg.map(|mass| COPPER_SHARE * mass * COPPER_SPECIFIC_HEAT_J_KG_K));
        let case_j = given
            .and_then(|thermal| thermal.case_j_per_k)
            .or(motor.mass_kg.map(|mass| STEEL_SHARE * mass * STEEL_SPECIFIC_HEAT_J_KG_K));
        Some(ThermalPath {
            winding_k_per_w,
            case_k_per_w,
            capacity_j_per_k: match (winding_j, case_j) {
                (Some(winding), Some(case)) if winding > 0.0 && case > 0.0 => Some([winding, case]),
                _ => None,
            },
            estimated: given_winding.is_none() || given_case.is_none(),
        })
    }

    /// Steady temperatures of a machine that gives a current, A, at a motor speed, rad/s; `None` when the heat path is
    /// unknown.
    pub fn heat_of(&self, ambient_c: f64, motor_rad_s: f64, current_a: f64) -> Option<ThermalResult> {
        let path = self.thermal_path()?;
        let work = Work {
            drive: self,
            path,
            ambient_c,
            torque_nm: self.motor.torque_constant_nm_per_a * current_a,
            iron_w: self.motor.loss.at_nm(motor_rad_s) * motor_rad_s,
            share: 1.0,
        };
        let steady = work.steady();
        Some(ThermalResult {
            winding_c: steady.map(|[winding_c, _]| winding_c),
            case_c: steady.map(|[_, case_c]| case_c),
            steady: steady.is_some(),
            estimated: path.estimated,
        })
    }

    /// The worse of target and climb; `None` when the heat path is unknown or there are no numbers.
    ///
    /// * `target`, `climb`: figures at half charge, where they exist; `climb_min`: how long the hill lasts.
    pub fn heat(
        &self,
        ambient_c: f64,
        duty_cycle: f64,
        target: Option<&Figures>,
        climb: Option<&Figures>,
        climb_min: Option<f64>,
    ) -> Option<ThermalResult> {
        self.heat_along(self.thermal_path()?, ambient_c, duty_cycle, target, climb, climb_min)
    }

    /// Whether its steady work at half charge is known to heat it without end. What [`Self::heat`] and [`Self::heat_of`] say
    /// of its whole evaluation, for less: a hill that ends is not looked at, nor a plain switch.
    pub fn burns(&self, half: &Source, ambient_c: f64, duty_cycle: f64) -> bool {
        let thermal = if let Some(generator) = GeneratorModel::of(self) {
            let point = generator.point(generator.speed());
            self.heat_of(ambient_c, self.motor_rad_s(point.source_rpm * RAD_S_PER_RPM), point.current_a)
        } else if self.controller.present && self.thermal_path().is_some() {
            let held = |output_nm: f64, output_rad_s: f64| {
                self.held(half, output_nm, output_rad_s).map(|(figures, _)| figures)
            };
            let target_rad_s = self.load.target_rad_s;
            let target = held(self.load.level_nm(target_rad_s), target_rad_s);
            let endless = self.climb().filter(|_| self.climb_min().is_none());
            let climb = endless.and_then(|climb| held(climb.output_nm, climb.output_rad_s));
            self.heat(ambient_c, duty_cycle, target.as_ref(), climb.as_ref(), None)
        } else {
            None
        };
        thermal.is_some_and(|thermal| !thermal.steady)
    }

    /// How long its hill lasts, min; `None` where nobody said, or there is none.
    pub fn climb_min(&self) -> Option<f64> {
        match &self.job.load {
            Load::Vehicle(vehicle) => vehicle.climb_duration_min,
            _ => None,
        }
    }

    /// The heat path that the listed continuous current implies, where the one estimated from the can would burn the motor at
    /// that current: both resistances smaller by one factor, so that the winding ends at its class in air of 25 °C. `None`
    /// where nothing is estimated or listed, or the estimate allows that current.
    ///
    /// `motor_rad_s`: speed of the motor at that current, rad/s.
    ///
    /// # Source
    /// Steady two-node network: T_w − T_a = (R_w + R_c)·P_w + R_c·P_c.
    pub fn path_by_rating(&self, motor_rad_s: f64) -> Option<ThermalPath> {
        const LISTED_IN_C: f64 = 25.0;
        let path = self.thermal_path().filter(|path| path.estimated)?;
        let current_a = self.parts.motor.max_continuous_current_a? * self.controller.current_factor;
        let limit_c = self.parts.motor.winding_limit_c();
        let copper_w = self.controller.resistance_factor * current_a * current_a * self.motor.resistance_ohm;
        let winding_w = copper_w * copper_factor(limit_c) + current_a * self.motor.brush_drop_v;
        let iron_w = self.motor.loss.at_nm(motor_rad_s) * motor_rad_s;
        let rise_k = (path.winding_k_per_w + path.case_k_per_w) * winding_w + path.case_k_per_w * iron_w;
        let factor = (limit_c - LISTED_IN_C) / rise_k;
        (factor < 1.0).then_some(ThermalPath {
            winding_k_per_w: factor * path.winding_k_per_w,
            case_k_per_w: factor * path.case_k_per_w,
            ..path
        })
    }

    /// The worse of target and climb along a given heat path; `None` when there are no numbers.
    pub fn heat_along(
        &self,
        path: ThermalPath,
        ambient_c: f64,
        duty_cycle: f64,
        target: Option<&Figures>,
        climb: Option<&Figures>,
        climb_min: Option<f64>,
    ) -> Option<ThermalResult> {
        let runs_away = ThermalResult { winding_c: None, case_c: None, steady: false, estimated: path.estimated };
        let mut worst: Option<[f64; 2]> = None;
        if let Some(figures) = target {
            let Some(steady) = Work::new(self, path, ambient_c, figures, duty_cycle).steady() else {
                return Some(runs_away);
            };
            worst = Some(steady);
        }
        if let Some(figures) = climb {
            let work = Work::new(self, path, ambient_c, figures, 1.0);
            let start = worst.unwrap_or([ambient_c; 2]);
            let reached = match (climb_min, path.capacity_j_per_k) {
                (Some(minutes), Some(capacity)) => work.peak_after(start, 60.0 * minutes, capacity),
                _ => work.steady(),
            };
            let Some(reached) = reached else {
                return Some(runs_away);
            };
            worst = Some([start[0].max(reached[0]), start[1].max(reached[1])]);
        }
        worst.map(|[winding_c, case_c]| ThermalResult {
            winding_c: Some(winding_c),
            case_c: Some(case_c),
            steady: true,
            estimated: path.estimated,
        })
    }
}

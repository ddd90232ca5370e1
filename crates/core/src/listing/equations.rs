//! What is known of a motor as equations, each with how it is said; then what such motors usually are.

use std::f64::consts::PI;

use super::contradictions::named;
use super::fit::{EFFICIENCY, Equation, KV, OHM, RATIO, Solution, UNKNOWNS};
use super::known_motor::KnownMotor;
use super::usual::{self, Usual};
use crate::document::Shaft;
use crate::format::{percent, significant};
use crate::formulas::machine::torque_constant_nm_per_a;

/// 60/(2π): rpm of one rad/s.
const RPM_PER_RAD_S: f64 = 60.0 / (2.0 * PI);

fn typed(key: &'static str, weights: [f64; UNKNOWNS], value: f64, error: f64) -> Equation {
    Equation { key: Some(key), weights, value: value.ln(), error }
}

fn merely(weights: [f64; UNKNOWNS], usual: Usual) -> Equation {
    Equation { key: None, weights, value: usual.value.ln(), error: usual.factor.ln() }
}

/// An equation, which unknown it speaks of most, and how it is said once the answer is there.
pub(super) struct Line {
    /// The equation.
    pub equation: Equation,
    /// Which unknown it speaks of most.
    pub of: usize,
    /// How it is said; empty where that says nothing.
    pub says: String,
}

impl KnownMotor<'_> {
    /// Every equation: what is known first, then what is usual. `solution`: the answer so far, which some are said with;
    /// `free_share`: of the volts, what is left to turn it without load.
    pub fn lines(&self, free_share: f64, solution: &Solution) -> Vec<Line> {
        let ratio = if self.gearbox { solution.unknowns[RATIO].exp() } else { 1.0 };
        let mut lines = Vec::new();
        self.told_lines(free_share, ratio, &mut lines);
        self.gearbox_lines(ratio, &mut lines);
        self.usual_speed_lines(free_share, &mut lines);
        self.usual_ohm_lines(solution.unknowns[KV].exp(), &mut lines);
        lines
    }

    /// 1 where speed and torque are told behind the gearbox.
    fn outer(&self) -> f64 {
        if self.gearbox && self.shaft == Shaft::Output { 1.0 } else { 0.0 }
    }

    /// What was told.
    fn told_lines(&self, free_share: f64, ratio: f64, lines: &mut Vec<Line>) {
        let facts = self.facts;
        let mut push = |equation: Equation, of: usize, says: String| lines.push(Line { equation, of, says });
        let outer = self.outer();
        for (key, of) in [("kv_rpm_per_v", KV), ("resistance_ohm", OHM)] {
            if let Some(value) = self.measured(key) {
                let mut weights = [0.0; UNKNOWNS];
                weights[of] = 1.0;
                push(typed(key, weights, value, 0.01), of, format!("{} as measured.", named(key)));
            }
        }
        if let Some(kv) = facts.kv_rpm_per_v {
            push(
                typed("kv_rpm_per_v", [1.0, 0.0, 0.0, 0.0], kv, 0.05),
                KV,
                format!("Kv {} as listed.", significant(kv)),
            );
        }
        if let (Some(rpm), Some(volts)) = (facts.speed_rpm, self.voltage_v) {
            let at_inner = if outer > 0.0 {
                format!("{} · {} rpm", significant(ratio), significant(rpm))
            } else {
                format!("{} rpm", significant(rpm))
            };
            push(
                typed("speed_rpm", [1.0, 0.0, -outer, 0.0], rpm / (volts * free_share), 0.05),
                KV,
                format!(
                    "Kv = {at_inner} / ({} V · {}) = {}: the rest of the volts is lost in the winding without load.",
                    significant(volts),
                    significant(free_share),
                    significant(rpm * if outer > 0.0 { ratio } else { 1.0 } / (volts * free_share)),
                ),
            );
        }
        if let Some(ohm) = facts.resistance_ohm {
            push(
                typed("resistance_ohm", [0.0, 1.0, 0.0, 0.0], ohm, 0.1),
                OHM,
                format!("{} Ω as listed.", significant(ohm)),
            );
        }
        if let (Some(stall), Some(volts)) = (facts.stall_current_a, self.voltage_v) {
            push(
                typed("stall_current_a", [0.0, 1.0, 0.0, 0.0], volts / stall, 0.12),
                OHM,
                format!(
                    "{} V / {} A held still = {} Ω.",
                    significant(volts),
                    significant(stall),
                    significant(volts / stall)
                ),
            );
        }
        if let (Some(torque), Some(volts)) = (facts.stall_torque_nm, self.voltage_v) {
            let driving = RPM_PER_RAD_S * volts * (1.0 - 0.5 * (1.0 - free_share));
            push(
                typed("stall_torque_nm", [-1.0, -1.0, outer, outer], torque / driving, 0.15),
                OHM,
                format!(
                    "{} N·m held still at {} V: torque = 60/(2π·Kv) · V/R{}, less what the bearings take.",
                    significant(torque),
                    significant(volts),
                    if outer > 0.0 { " · ratio · efficiency of the gearbox" } else { "" },
                ),
            );
        }
    }

    /// Ratio and efficiency of the gearbox.
    fn gearbox_lines(&self, ratio: f64, lines: &mut Vec<Line>) {
        let facts = self.facts;
        let mut push = |equation: Equation, of: usize, says: String| lines.push(Line { equation, of, says });
        if self.gearbox {
            if let Some(ratio) = facts.gear_ratio {
                push(
                    typed("gear_ratio", [0.0, 0.0, 1.0, 0.0], ratio, 0.02),
                    RATIO,
                    format!("Gearbox 1:{} as listed.", significant(ratio)),
                );
            } else {
                push(merely([0.0, 0.0, 1.0, 0.0], usual::SOME_RATIO), RATIO, String::new());
            }
            let efficiency = usual::gearbox_efficiency(self.gearbox_kind, facts.gear_ratio.unwrap_or(ratio));
            push(
                merely([0.0, 0.0, 0.0, 1.0], efficiency),
                EFFICIENCY,
                format!("≈ {} of the power comes through such a gearbox.", percent(efficiency.value)),
            );
        } else {
            push(typed("", [0.0, 0.0, 1.0, 0.0], 1.0, 0.001), RATIO, String::new());
            push(typed("", [0.0, 0.0, 0.0, 1.0], 1.0, 0.001), EFFICIENCY, String::new());
        }
    }

    /// How fast such motors turn, where that is not told.
    fn usual_speed_lines(&self, free_share: f64, lines: &mut Vec<Line>) {
        let facts = self.facts;
        let mut push = |equation: Equation, of: usize, says: String| lines.push(Line { equation, of, says });
        let outer = self.outer();
        let kind = self.form.kind();
        if let Some(turns) = facts.turns {
            let (diameter, length) = self.can_mm.unwrap_or((36.0, 50.0));
            let product = usual::kv_times_turns(kind, diameter, length);
            push(
                Equation {
                    key: Some("turns"),
                    ..merely([1.0, 0.0, 0.0, 0.0], Usual { value: product.value / turns, ..product })
                },
                KV,
                format!(
                    "≈ Kv · turns is about {} in a can of {} by {} mm: {} turns make Kv {} (within a factor {}).",
                    significant(product.value),
                    significant(diameter),
                    significant(length),
                    significant(turns),
                    significant(product.value / turns),
                    significant(product.factor),
                ),
            );
        }
        let inner_known =
            facts.kv_rpm_per_v.is_some() || facts.turns.is_some() || self.measured("kv_rpm_per_v").is_some();
        let speed_known = facts.speed_rpm.is_some() && (outer == 0.0 || facts.gear_ratio.is_some());
        if let (Some(volts), false, false) = (self.voltage_v, inner_known, speed_known) {
            let free = usual::free_speed(self.form, self.wheel_diameter_m);
            push(
                merely([1.0, 0.0, 0.0, 0.0], Usual { value: free.value / (volts * free_share), ..free }),
                KV,
                format!(
                    "≈ Such motors turn about {} rpm inside at {} V (within a factor {}).",
                    significant(free.value),
                    significant(volts),
                    significant(free.factor)
                ),
            );
        }
    }

    /// What such motors have inside, by size, watts and amps.
    fn usual_ohm_lines(&self, kv: f64, lines: &mut Vec<Line>) {
        let facts = self.facts;
        let mut push = |equation: Equation, of: usize, says: String| lines.push(Line { equation, of, says });
        let ohm_known = facts.resistance_ohm.is_some()
            || self.measured("resistance_ohm").is_some()
            || (self.voltage_v.is_some() && (facts.stall_current_a.is_some() || facts.stall_torque_nm.is_some()));
        let mut of_size = false;
        if let Some(can) = self.can_cm3 {
            let constant = usual::motor_constant(self.form, can.value);
            // Km = Kt/√R: the volume enters with 5/6.
            let error = (constant.factor.ln().powi(2) + (5.0 / 6.0 * can.factor.ln()).powi(2)).sqrt();
            push(
                Equation {
                    key: None,
                    weights: [-1.0, -0.5, 0.0, 0.0],
                    value: (constant.value / RPM_PER_RAD_S).ln(),
                    error,
                },
                OHM,
                format!(
                    "≈ A can of {} cm³ has a motor constant Kt/√R of about {} N·m/√W (within a factor {}): with Kt = {} mN·m/A that is {} Ω.",
                    significant(can.value),
                    significant(constant.value),
                    significant(error.exp()),
                    significant(1000.0 * torque_constant_nm_per_a(kv)),
                    significant((torque_constant_nm_per_a(kv) / constant.value).powi(2)),
                ),
            );
            of_size = true;
        }
        if let Some(volts) = self.voltage_v {
            let squared = volts * volts;
            let usual_power = facts.rated_power_w.map(|watts| {
                let share = usual::STALL_OVER_RATED;
                (share, share.value * watts, format!("a motor of {} W", significant(watts)))
            });
            let usual_current = facts.max_current_a.map(|amps| {
                let share = usual::STALL_OVER_MOST;
                (share, share.value * amps * volts, format!("a motor for {} A", significant(amps)))
            });
            let rough = || {
                let share = usual::stall_power(self.form);
                (share, share.value, "a motor of which nothing else is known".to_owned())
            };
            let told = [usual_power, usual_current].into_iter().flatten().collect::<Vec<_>>();
            let told = if told.is_empty() && !of_size && !ohm_known { vec![rough()] } else { told };
            for (share, stall_w, whose) in told {
                push(
                    merely([0.0, 1.0, 0.0, 0.0], Usual { value: squared / stall_w, factor: share.factor }),
                    OHM,
                    format!(
                        "≈ Held still at {} V, {whose} would take about {} A (within a factor {}): {} Ω.",
                        significant(volts),
                        significant(stall_w / volts),
                        significant(share.factor),
                        significant(squared / stall_w),
                    ),
                );
            }
        }
    }
}

//! A stepper from its label: torque held still, amps and ohms of a winding, the angle of a step.

use std::f64::consts::SQRT_2;

use serde_json::Value;

use super::figures::Figures;
use super::known_motor::KnownMotor;
use super::work_out::WorkedOut;
use crate::document::{Provenance, USUAL_STEPPER_POLE_PAIRS};
use crate::format::significant;
use crate::formulas::constants::RAD_S_PER_RPM;

/// Torque held still for each kilogram, N·m/kg (common practice, a factor of 1.5 either way).
const HOLDS_NM_PER_KG: f64 = 1.5;
/// Inductance over resistance of a winding, s (common practice, a factor of 2 either way).
const INDUCTANCE_OVER_OHM_S: f64 = 1.5e-3;
/// What turning it costs at rest and slowly, over the torque it holds (common practice: detent and bearings, 3 to 8 %).
const DETENT_SHARE: f64 = 0.05;

impl KnownMotor<'_> {
    /// The answer for a stepper. Held still with both windings on, each gives Kt·I at 45° to the other: √2·Kt·I.
    ///
    /// # Source
    /// Acarnley, Stepping Motors, ch. 2 (sinusoidal torque over angle; saturation and detent left out).
    pub fn as_stepper(&self) -> WorkedOut {
        let facts = self.facts;
        let amps = facts.max_current_a;
        let ohm = facts.resistance_ohm.or(self.measured("resistance_ohm"));
        let ohm = ohm.or_else(|| Some(self.voltage_v? / amps?));
        let by_mass = facts.mass_kg.map(|mass_kg| HOLDS_NM_PER_KG * mass_kg);
        let holds_nm = facts.stall_torque_nm.or(by_mass);
        let kv_known = facts.kv_rpm_per_v.or(self.measured("kv_rpm_per_v"));
        let kv = kv_known.or_else(|| Some(1.0 / (RAD_S_PER_RPM * holds_nm? / (SQRT_2 * amps?))));
        let mut missing = Vec::new();
        if kv.is_none() {
            missing.push("amps of a winding, with the torque held still or the mass; or Kv: spun by a drill");
        }
        if ohm.is_none() {
            missing.push("ohms of a winding; or its volts and amps");
        }
        let (Some(kv), Some(ohm), true) = (kv, ohm, missing.is_empty()) else {
            return WorkedOut {
                figures: Vec::new(),
                working: Vec::new(),
                contradictions: Vec::new(),
                missing,
                at_output: None,
                motor: Value::Object(self.motor.clone()),
                goes: Vec::new(),
            };
        };
        let mut found = Figures::of(self.motor.clone());
        let mut working = Vec::new();
        found.word("kind", self.form.kind().word(), Provenance::Listed);
        if self.measured("kv_rpm_per_v").is_none() {
            let (provenance, factor) = match (facts.kv_rpm_per_v, facts.stall_torque_nm) {
                (Some(_), _) => (Provenance::Listed, None),
                (None, Some(_)) => (Provenance::WorkedOut, Some(1.2)),
                (None, None) => (Provenance::Estimated, Some(1.5)),
            };
            found.number("kv_rpm_per_v", kv, provenance, factor, Some("spin_test"));
            if let (None, Some(holds_nm), Some(amps)) = (kv_known, holds_nm, amps) {
                let whence = if facts.stall_torque_nm.is_none() { "≈ by its mass " } else { "" };
                working.push(format!(
                    "Kt = {whence}{} N·m / (√2 · {} A) = {} N·m/A, so {} rpm/V of the peak of a winding",
                    significant(holds_nm),
                    significant(amps),
                    significant(holds_nm / (SQRT_2 * amps)),
                    significant(kv)
                ));
            }
        }
        if self.measured("resistance_ohm").is_none() {
            let listed = facts.resistance_ohm.is_some();
            let provenance = if listed { Provenance::Listed } else { Provenance::WorkedOut };
            found.number("resistance_ohm", ohm, provenance, Some(1.1), Some("winding_resistance"));
            if let (false, Some(volts), Some(amps)) = (listed, self.voltage_v, amps) {
                working.push(format!(
                    "R = {} V / {} A = {} Ω",
                    significant(volts),
                    significant(amps),
                    significant(ohm)
                ));
            }
        }
        match facts.step_deg {
            Some(step) => found.number("pole_pairs", (90.0 / step).round(), Provenance::Listed, None, None),
            None => {
                found.number("pole_pairs", f64::from(USUAL_STEPPER_POLE_PAIRS), Provenance::Estimated, None, None);
            }
        }
        if !self.motor.contains_key("phase_inductance_mh") {
            let usual_mh = 1000.0 * INDUCTANCE_OVER_OHM_S * ohm;
            found.number("phase_inductance_mh", usual_mh, Provenance::Estimated, Some(2.0), None);
        }
        if let Some(volts) = self.voltage_v {
            found.number("nominal_voltage_v", volts, Provenance::Listed, None, None);
        }
        if let Some(amps) = amps {
            found.number("max_continuous_current_a", amps, Provenance::Listed, None, None);
            if !self.motor.contains_key("no_load_current_a") {
                let turning = DETENT_SHARE * SQRT_2 * amps;
                found.number("no_load_current_a", turning, Provenance::Estimated, Some(2.0), None);
            }
        }
        if let Some(mass) = facts.mass_kg {
            found.number("mass_kg", mass, Provenance::Listed, None, None);
        }
        let (motor, figures) = found.taken();
        WorkedOut {
            figures,
            working,
            contradictions: Vec::new(),
            missing: Vec::new(),
            at_output: None,
            motor: Value::Object(motor),
            goes: Vec::new(),
        }
    }
}

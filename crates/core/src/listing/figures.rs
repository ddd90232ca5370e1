//! The answer as figures of the motor's document, each with where it is from and how far it may be off.

use std::f64::consts::PI;

use serde_json::{Map, Value, json};

use super::equations::Line;
use super::fit::{EFFICIENCY, KV, OHM, RATIO, Solution};
use super::known_motor::KnownMotor;
use super::usual;
use super::work_out::{AtOutput, Contradiction, FoundFigure, WorkedOut};
use crate::document::{GearingKind, MotorKind, Provenance};
use crate::format::four_figures;
use crate::formulas::can_heat::{AIRFLOW_W_M2_K, can_area_m2, case_to_ambient_k_per_w, winding_to_case_k_per_w};
use crate::formulas::constants::COPPER_TEMPERATURE_COEFFICIENT_PER_K;
use crate::formulas::machine::torque_constant_nm_per_a;

/// From this error on, as a logarithm, a figure is a guess rather than worked out.
const A_GUESS: f64 = 0.3;

impl KnownMotor<'_> {
    /// The answer, told.
    pub fn told(
        &self,
        lines: &[Line],
        solution: &Solution,
        free_share: f64,
        contradictions: Vec<Contradiction>,
    ) -> WorkedOut {
        let mut found = Figures::of(self.motor.clone());
        let facts = self.facts;
        let kv = solution.unknowns[KV].exp();
        let ohm = solution.unknowns[OHM].exp();
        // What cannot all be right is at least half as far off as it disagrees.
        let apart = contradictions.iter().map(|entry| entry.times.ln().abs() / 2.0).fold(0.0, f64::max);
        found.word(
            "kind",
            self.form.kind().word(),
            if self.form_told { Provenance::Listed } else { Provenance::WorkedOut },
        );
        for (key, of, value, listed, sheet) in [
            ("kv_rpm_per_v", KV, kv, facts.kv_rpm_per_v, "no_load_sweep"),
            ("resistance_ohm", OHM, ohm, facts.resistance_ohm, "winding_resistance"),
        ] {
            if self.measured(key).is_some() {
                continue;
            }
            let by_others = self.error_of_known(lines, of);
            let as_listed = listed.filter(|listed| (listed / value).ln().abs() < 0.05);
            let provenance = match as_listed {
                Some(_) => Provenance::Listed,
                None if by_others < A_GUESS => Provenance::WorkedOut,
                None => Provenance::Estimated,
            };
            let factor = solution.error(of).hypot(apart).exp();
            found.number(key, as_listed.unwrap_or(value), provenance, Some(factor), Some(sheet));
        }
        if let Some(volts) = self.voltage_v {
            found.number("nominal_voltage_v", volts, Provenance::Listed, None, None);
        }
        if let Some(current) = facts.no_load_current_a {
            found.number("no_load_current_a", current, Provenance::Listed, None, None);
            if let Some(volts) = self.voltage_v {
                found.number("no_load_voltage_v", volts, Provenance::Listed, None, None);
            }
        }
        if let Some(watts) = facts.rated_power_w {
            found.number("rated_power_w", watts, Provenance::Listed, None, None);
        }
        if let Some(turns) = facts.turns {
            found.number("turns", turns, Provenance::Listed, None, None);
        }
        if let Some(mass) = facts.mass_kg {
            found.number("mass_kg", mass, Provenance::Listed, None, None);
        }
        if !self.gearbox && facts.form.is_some() {
            found.motor.remove("gearbox");
        }
        if self.form.kind() == MotorKind::Brushless {
            found.motor.remove("brush_drop_v");
        }
        self.size_into(&mut found);
        self.current_into(&mut found, ohm);
        let ratio = self.gearbox_into(&mut found, lines, solution);
        let at_output = self.voltage_v.map(|volts| {
            let efficiency = if self.gearbox { solution.unknowns[EFFICIENCY].exp() } else { 1.0 };
            AtOutput {
                voltage_v: volts,
                no_load_rpm: kv * volts * free_share / ratio,
                stall_torque_nm: torque_constant_nm_per_a(kv) * volts / ohm
                    * (1.0 - 0.5 * (1.0 - free_share))
                    * ratio
                    * efficiency,
                stall_current_a: volts / ohm,
            }
        });
        let working = lines
            .iter()
            .filter(|line| !line.says.is_empty())
            .filter(|line| {
                line.equation.key.is_some() || self.error_of_known(lines, line.of) >= A_GUESS || line.of == EFFICIENCY
            })
            .map(|line| line.says.clone())
            .collect();
        WorkedOut {
            figures: found.figures,
            working,
            contradictions,
            missing: Vec::new(),
            at_output,
            motor: Value::Object(found.motor),
            goes: Vec::new(),
        }
    }

    /// The can of a size code, where none is given.
    fn size_into(&self, found: &mut Figures) {
        let Some(size) = &self.size else { return };
        let provenance = if size.is_measure { Provenance::Listed } else { Provenance::Estimated };
        for (key, value) in [("can_diameter_mm", size.diameter_mm), ("can_length_mm", size.length_mm)] {
            if self.measured(key).is_none() && (self.facts.size_code.is_some() || !self.motor.contains_key(key)) {
                found.number(key, value, provenance, None, None);
            }
        }
    }

    /// The most amps continuously: as listed, else what its rated watts are at its volts (sellers tell what it takes as often
    /// as what it gives), and no more than what warms such a can by what its enamel stands in moving air.
    fn current_into(&self, found: &mut Figures, ohm: f64) {
        const KEY: &str = "max_continuous_current_a";
        if let Some(amps) = self.facts.max_current_a {
            found.number(KEY, amps, Provenance::Listed, None, None);
            return;
        }
        let guessed =
            self.motor.get("provenance").and_then(|map| map.get(KEY)).and_then(Value::as_str) == Some("estimated");
        if self.motor.get(KEY).and_then(Value::as_f64).is_some() && !guessed {
            return;
        }
        let by_watts = self.facts.rated_power_w.zip(self.voltage_v).map(|(watts, volts)| watts / volts);
        if let Some(amps) = [self.can_stands_a(ohm), by_watts].into_iter().flatten().reduce(f64::min) {
            found.number(KEY, amps, Provenance::Estimated, Some(1.6), Some("heat_run"));
        }
    }

    /// What warms its can by what its enamel stands in moving air, A; `None` where nobody knows how large it is.
    fn can_stands_a(&self, ohm: f64) -> Option<f64> {
        let (diameter, length) = self.can_mm.or_else(|| {
            let cm3 = self.can_cm3?.value;
            let shape = usual::length_over_diameter(self.form);
            let diameter = (4.0 * cm3 * 1000.0 / (PI * shape)).cbrt();
            Some((diameter, shape * diameter))
        })?;
        let area = can_area_m2(diameter, length);
        let path = winding_to_case_k_per_w(area) + case_to_ambient_k_per_w(area, AIRFLOW_W_M2_K);
        let hot = 1.0 + COPPER_TEMPERATURE_COEFFICIENT_PER_K * usual::TRUSTED_RISE_K;
        Some((usual::TRUSTED_RISE_K / path / (ohm * hot)).sqrt())
    }

    /// The gearbox; gives its ratio, 1 without one.
    fn gearbox_into(&self, found: &mut Figures, lines: &[Line], solution: &Solution) -> f64 {
        if !self.gearbox {
            return 1.0;
        }
        let (ratio, efficiency) = (solution.unknowns[RATIO].exp(), solution.unknowns[EFFICIENCY].exp());
        let ratio = self.facts.gear_ratio.unwrap_or(ratio);
        let mut gearbox = self.motor.get("gearbox").and_then(Value::as_object).cloned().unwrap_or_default();
        if !gearbox.contains_key("kind") {
            gearbox.insert("kind".to_owned(), json!(GearingKind::Spur.word()));
        }
        gearbox.insert("ratio".to_owned(), json!(four_figures(ratio)));
        gearbox.insert("efficiency".to_owned(), json!(four_figures(efficiency.min(1.0))));
        found.motor.insert("gearbox".to_owned(), Value::Object(gearbox));
        let by_known = self.error_of_known(lines, RATIO);
        let provenance = match self.facts.gear_ratio {
            Some(_) => Provenance::Listed,
            None if by_known < A_GUESS => Provenance::WorkedOut,
            None => Provenance::Estimated,
        };
        let factor = |of: usize| Some(solution.error(of).exp());
        found.figures.push(FoundFigure {
            key: "gearbox.ratio",
            value: json!(four_figures(ratio)),
            provenance,
            factor: if self.facts.gear_ratio.is_some() { None } else { factor(RATIO) },
            sheet: None,
        });
        found.figures.push(FoundFigure {
            key: "gearbox.efficiency",
            value: json!(four_figures(efficiency.min(1.0))),
            provenance: Provenance::Estimated,
            factor: factor(EFFICIENCY),
            sheet: None,
        });
        ratio
    }
}

/// The motor's document while figures are put in.
pub(super) struct Figures {
    motor: Map<String, Value>,
    figures: Vec<FoundFigure>,
}

impl Figures {
    /// Starts from a document.
    pub fn of(motor: Map<String, Value>) -> Self {
        Self { motor, figures: Vec::new() }
    }

    /// The document, and what was put into it.
    pub fn taken(self) -> (Map<String, Value>, Vec<FoundFigure>) {
        (self.motor, self.figures)
    }

    /// Puts a number in.
    pub fn number(
        &mut self,
        key: &'static str,
        value: f64,
        provenance: Provenance,
        factor: Option<f64>,
        sheet: Option<&'static str>,
    ) {
        let value = json!(four_figures(value));
        let factor = if provenance == Provenance::Listed { None } else { factor };
        self.motor.insert(key.to_owned(), value.clone());
        self.mark(key, provenance);
        let sheet = if provenance == Provenance::Listed { None } else { sheet };
        self.figures.push(FoundFigure { key, value, provenance, factor, sheet });
    }

    /// Puts a word in.
    pub fn word(&mut self, key: &'static str, word: &str, provenance: Provenance) {
        self.motor.insert(key.to_owned(), word.into());
        self.figures.push(FoundFigure { key, value: word.into(), provenance, factor: None, sheet: None });
    }

    fn mark(&mut self, key: &str, provenance: Provenance) {
        let marks = self.motor.entry("provenance").or_insert_with(|| json!({}));
        if let Some(marks) = marks.as_object_mut() {
            marks.insert(key.to_owned(), json!(provenance));
        }
    }
}

//! What is known of a motor, brought together: what it is, its can, its volts, its gearbox; and the answer settled from it.

use std::f64::consts::PI;

use serde_json::{Map, Value};

use super::equations::Line;
use super::fit::{EFFICIENCY, OHM, solve};
use super::size_code::{SizeCode, size_code};
use super::usual::{self, CELL_V, Usual};
use super::work_out::WorkedOut;
use crate::document::{GearingKind, MotorFacts, MotorForm, MotorKind, Shaft};
use crate::formulas::machine::{no_load_share, usual_best_efficiency};

/// What is known of a motor.
pub(super) struct KnownMotor<'a> {
    /// The members of its document as far as there are any.
    pub motor: &'a Map<String, Value>,
    /// What is told of it.
    pub facts: &'a MotorFacts,
    /// What it is.
    pub form: MotorForm,
    /// Whether the form was told rather than concluded.
    pub form_told: bool,
    /// What its size code says.
    pub size: Option<SizeCode>,
    /// Diameter and length of its can, mm.
    pub can_mm: Option<(f64, f64)>,
    /// Volume of its can, cm³.
    pub can_cm3: Option<Usual>,
    /// Volts that its figures are told at.
    pub voltage_v: Option<f64>,
    /// Whether it has a gearbox.
    pub gearbox: bool,
    /// What kind of gearbox.
    pub gearbox_kind: Option<GearingKind>,
    /// Which shaft speed and torque are told at.
    pub shaft: Shaft,
    /// Of the wheel it would sit in, m.
    pub wheel_diameter_m: Option<f64>,
}

impl<'a> KnownMotor<'a> {
    pub fn new(motor: &'a Map<String, Value>, facts: &'a MotorFacts, wheel_diameter_m: Option<f64>) -> Self {
        let number = |key: &str| motor.get(key).and_then(Value::as_f64);
        let voltage_v = facts.voltage_v.or(facts.cells.map(|cells| f64::from(cells) * CELL_V));
        let label = motor.get("label").and_then(Value::as_str);
        let size = facts.size_code.as_deref().and_then(size_code).or_else(|| label.and_then(size_code));
        let form = form_of(motor, facts);
        let size = size.map(|size| if form == MotorForm::Outer { of_stator(size) } else { size });
        let told_mm = number("can_diameter_mm").zip(number("can_length_mm"));
        let coded = facts.size_code.is_some();
        let can_mm = told_mm.filter(|_| !coded).or(size.as_ref().map(|size| (size.diameter_mm, size.length_mm)));
        let mass = facts.mass_kg.or(number("mass_kg"));
        let can_cm3 = can_mm
            .map(|(diameter, length)| Usual { value: PI / 4.0 * diameter * diameter * length / 1000.0, factor: 1.0 })
            .or(mass.map(|mass| usual::can_cm3_of_mass(form, mass)));
        let gearbox = form == MotorForm::Gear;
        Self {
            motor,
            facts,
            form,
            form_told: facts.form.is_some(),
            size,
            can_mm,
            can_cm3,
            voltage_v,
            gearbox,
            gearbox_kind: motor
                .get("gearbox")
                .and_then(|gearbox| gearbox.get("kind"))
                .and_then(Value::as_str)
                .and_then(|word| GearingKind::ALL.iter().copied().find(|kind| kind.word() == word)),
            shaft: if gearbox { facts.shaft.unwrap_or(Shaft::Output) } else { Shaft::Motor },
            wheel_diameter_m,
        }
    }

    /// A figure that was measured and stays.
    pub fn measured(&self, key: &str) -> Option<f64> {
        let provenance = self.motor.get("provenance")?.get(key)?.as_str()?;
        (provenance == "measured").then(|| self.motor.get(key)?.as_f64()).flatten()
    }

    pub fn worked_out(&self) -> WorkedOut {
        if self.form == MotorForm::Stepper {
            return self.as_stepper();
        }
        let missing = self.missing();
        if !missing.is_empty() {
            return WorkedOut {
                figures: Vec::new(),
                working: Vec::new(),
                contradictions: Vec::new(),
                missing,
                at_output: None,
                motor: Value::Object(self.motor.clone()),
                goes: Vec::new(),
            };
        }
        // How much of the volts is left to turn it hangs on the answer a little: settled after a few rounds.
        let mut free_share = 1.0 - no_load_share(usual_best_efficiency(self.form.kind(), self.can_mm.map(|can| can.0)));
        let mut lines = Vec::new();
        let mut solution = solve(&[]);
        for _ in 0..8 {
            lines = self.lines(free_share, &solution);
            solution = solve(lines.iter().map(|line| &line.equation));
            if let (Some(current), Some(volts)) = (self.facts.no_load_current_a, self.voltage_v) {
                free_share = (1.0 - current * solution.unknowns[OHM].exp() / volts).clamp(0.3, 1.0);
            }
        }
        let contradictions = self.contradictions(&lines);
        self.told(&lines, &solution, free_share, contradictions)
    }

    /// What would be needed at least.
    fn missing(&self) -> Vec<&'static str> {
        let facts = self.facts;
        let speed = facts.kv_rpm_per_v.is_some()
            || self.measured("kv_rpm_per_v").is_some()
            || (facts.turns.is_some() && self.can_mm.is_some())
            || self.voltage_v.is_some();
        let size = facts.resistance_ohm.is_some()
            || self.measured("resistance_ohm").is_some()
            || self.can_cm3.is_some()
            || self.voltage_v.is_some();
        let mut missing = Vec::new();
        if !speed {
            missing.push("volts, with the speed at them if it is known; or Kv; or turns and size");
        }
        if !size {
            missing.push("volts; or a size as 540 or 3650; or the mass; or ohms");
        }
        missing
    }

    /// The error of an unknown with what is known alone, as a logarithm: far off where only usual figures speak.
    pub fn error_of_known(&self, lines: &[Line], of: usize) -> f64 {
        let known = lines.iter().filter(|line| line.equation.key.is_some() || line.of == EFFICIENCY);
        solve(known.map(|line| &line.equation)).error(of)
    }
}

/// Codes of aircraft motors that are flat count the stator: the can stands round it (common practice).
fn of_stator(size: SizeCode) -> SizeCode {
    const FLAT: f64 = 0.75;
    const ROUND_IT_MM: f64 = 6.0;
    const BEYOND_IT_MM: f64 = 13.0;
    if size.length_mm >= FLAT * size.diameter_mm {
        return size;
    }
    SizeCode {
        is_measure: false,
        diameter_mm: size.diameter_mm + ROUND_IT_MM,
        length_mm: size.length_mm + BEYOND_IT_MM,
        ..size
    }
}

/// What the motor is: as told, else by what it has.
fn form_of(motor: &Map<String, Value>, facts: &MotorFacts) -> MotorForm {
    if let Some(form) = facts.form {
        return form;
    }
    if motor.get("kind").and_then(Value::as_str) == Some(MotorKind::Stepper.word()) {
        return MotorForm::Stepper;
    }
    let has_gearbox = motor.get("gearbox").is_some_and(Value::is_object);
    if facts.gear_ratio.is_some() || facts.shaft == Some(Shaft::Output) || has_gearbox {
        return MotorForm::Gear;
    }
    // Cans that go by a name have brushes.
    let by_name = facts.size_code.as_deref().and_then(size_code).is_some_and(|size| !size.is_measure);
    if by_name && facts.kv_rpm_per_v.is_none() && facts.turns.is_none_or(|turns| turns.fract() == 0.0) {
        return MotorForm::Can;
    }
    // A motor that is brushless already stays so; brushed is the start of an empty one.
    if motor.get("kind").and_then(Value::as_str) == Some(MotorKind::Brushless.word()) {
        return if facts.kv_rpm_per_v.is_some_and(|kv| kv > 1000.0) { MotorForm::Inner } else { MotorForm::Outer };
    }
    match (facts.speed_rpm, facts.kv_rpm_per_v) {
        (Some(rpm), _) if rpm < usual::SLOWEST_BARE_RPM => MotorForm::Gear,
        // Whoever lists Kv sells brushless motors.
        (None, Some(kv)) => {
            if kv > 1000.0 {
                MotorForm::Inner
            } else {
                MotorForm::Outer
            }
        }
        _ if facts.turns.is_some_and(|turns| turns.fract() != 0.0) => MotorForm::Inner,
        _ => MotorForm::Can,
    }
}

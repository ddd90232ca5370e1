//! A motor from whatever is known of it: volts and speed, amps, watts, turns, size, ohms.

use std::f64::consts::PI;

use serde::Serialize;
use serde_json::{Map, Value, json};

use super::fit::{EFFICIENCY, Equation, KV, OHM, RATIO, Solution, UNKNOWNS, solve};
use super::size_code::{SizeCode, size_code};
use super::usual::{self, CELL_V, Usual};
use crate::document::reading::{Place, Problems};
use crate::document::{GearingKind, MachineKind, Motor, MotorFacts, MotorForm, Problem, Provenance, Shaft};
use crate::format::{percent, significant};
use crate::formulas::can_heat::{AIRFLOW_W_M2_K, can_area_m2, case_to_ambient_k_per_w, winding_to_case_k_per_w};
use crate::formulas::constants::COPPER_TEMPERATURE_COEFFICIENT_PER_K;
use crate::formulas::machine::{no_load_share, torque_constant_nm_per_a, usual_best_efficiency};

/// A figure of the motor that was found.
#[derive(Debug, Clone, PartialEq, Serialize, schemars::JsonSchema)]
pub struct FoundFigure {
    /// Dotted key in the motor's document.
    pub key: &'static str,
    /// Its value: a number in the document's unit, or a word.
    pub value: Value,
    /// Whether it was listed, worked out from what is listed, or estimated.
    pub provenance: Provenance,
    /// How far it may be off, as a factor either way; null where it is as listed.
    pub factor: Option<f64>,
    /// The bench sheet that would replace it.
    pub sheet: Option<&'static str>,
}

/// One figure that does not go with the others.
#[derive(Debug, Clone, PartialEq, Serialize, schemars::JsonSchema)]
pub struct Contradiction {
    /// Keys of what is known that cannot both be right, the worst first.
    pub keys: Vec<&'static str>,
    /// What was typed over what the others say.
    pub times: f64,
    /// In one sentence.
    pub says: String,
}

/// What people see at the output of a built-in gearbox.
#[derive(Debug, Clone, Copy, PartialEq, Serialize, schemars::JsonSchema)]
pub struct AtOutput {
    /// Volts it is told at.
    pub voltage_v: f64,
    /// Speed with nothing on the shaft, rpm.
    pub no_load_rpm: f64,
    /// Torque held still, N·m.
    pub stall_torque_nm: f64,
    /// Amps held still.
    pub stall_current_a: f64,
}

/// What was worked out from what is known.
#[derive(Debug, Clone, PartialEq, Serialize, schemars::JsonSchema)]
pub struct WorkedOut {
    /// Figures for the motor's document.
    pub figures: Vec<FoundFigure>,
    /// How, line by line.
    pub working: Vec<String>,
    /// What cannot all be right.
    pub contradictions: Vec<Contradiction>,
    /// What is still wanted, in a maker's words; empty where Kv and resistance were found.
    pub missing: Vec<&'static str>,
    /// Figures at the output shaft; null without volts.
    pub at_output: Option<AtOutput>,
    /// The members of the motor's document with the figures put in; what was measured stays.
    pub motor: Value,
    /// Keys of the motor before that are not in it: what is known is of another motor.
    pub goes: Vec<String>,
}

/// From this error on, as a logarithm, a figure is a guess rather than worked out.
const A_GUESS: f64 = 0.3;
/// A figure that is off by less than this does not contradict, whatever the errors say.
const SAME: f64 = 0.2;
/// So many errors off is a contradiction.
const ERRORS_OFF: f64 = 2.0;

/// Works a motor out.
///
/// `motor`: the members of its document as far as there are any, `facts` among them; `wheel_diameter_m`: of the wheel that
/// it would sit in, for a hub that nobody told a speed of.
///
/// # Errors
/// What is wrong with the facts, each with its JSON pointer.
pub fn work_out(motor: &Map<String, Value>, wheel_diameter_m: Option<f64>) -> Result<WorkedOut, Vec<Problem>> {
    let mut problems = Problems::default();
    let empty = json!({});
    let facts =
        MotorFacts::read_object(motor.get("facts").unwrap_or(&empty), &[], &Place::root().key("facts"), &mut problems);
    match facts {
        Some(facts) if problems.0.is_empty() => Ok(as_another_or_the_same(motor, &facts, wheel_diameter_m)),
        _ => Err(problems.0),
    }
}

/// What is known may be of another motor than the one that stands in the document: then nothing of that one stays but its
/// name and what was measured.
fn as_another_or_the_same(motor: &Map<String, Value>, facts: &MotorFacts, wheel_diameter_m: Option<f64>) -> WorkedOut {
    const STAYS: &[&str] = &["format", "part", "label", "kind", "facts", "mount"];
    let measured =
        |key: &str| motor.get("provenance").and_then(|map| map.get(key)).and_then(Value::as_str) == Some("measured");
    let mut bare = motor.clone();
    bare.retain(|key, _| STAYS.contains(&key.as_str()) || measured(key));
    for marks in ["provenance", "measured_on"] {
        if let Some(all) = motor.get(marks).and_then(Value::as_object) {
            let kept: Map<_, _> =
                all.iter().filter(|(key, _)| measured(key)).map(|(k, v)| (k.clone(), v.clone())).collect();
            if !kept.is_empty() {
                bare.insert(marks.to_owned(), Value::Object(kept));
            }
        }
    }
    let another = Worker::new(&bare, facts, wheel_diameter_m).worked_out();
    let differs = ["kv_rpm_per_v", "resistance_ohm"].iter().any(|key| {
        let then = motor.get(*key).and_then(Value::as_f64);
        let found = another.figures.iter().find(|figure| figure.key == *key);
        then.zip(found).is_some_and(|(then, found)| {
            let now = found.value.as_f64().unwrap_or(then);
            (now / then).ln().abs() > found.factor.unwrap_or(1.0).ln().max(SAME)
        })
    });
    if another.missing.is_empty() && differs {
        let goes = motor.keys().filter(|key| !another.motor.as_object().is_some_and(|now| now.contains_key(*key)));
        return WorkedOut { goes: goes.cloned().collect(), ..another };
    }
    Worker::new(motor, facts, wheel_diameter_m).worked_out()
}

/// Completes a motor's document that lacks Kv or resistance from whatever it says. Figures it has count as known too.
///
/// # Errors
/// What is still wanted, in a maker's words; the document is as it was.
pub fn complete(motor: &mut Map<String, Value>) -> Result<(), Vec<&'static str>> {
    /// What a table may have in place of what is known.
    const ALSO_KNOWN: &[(&str, &str)] = &[
        ("kv_rpm_per_v", "kv_rpm_per_v"),
        ("resistance_ohm", "resistance_ohm"),
        ("no_load_current_a", "no_load_current_a"),
        ("no_load_voltage_v", "voltage_v"),
        ("nominal_voltage_v", "voltage_v"),
        ("max_continuous_current_a", "max_current_a"),
        ("rated_power_w", "rated_power_w"),
        ("turns", "turns"),
        ("mass_kg", "mass_kg"),
    ];
    if motor.contains_key("kv_rpm_per_v") && motor.contains_key("resistance_ohm") {
        return Ok(());
    }
    let mut whole = motor.clone();
    let facts = whole.entry("facts").or_insert_with(|| json!({}));
    for (key, fact) in ALSO_KNOWN {
        if let (Some(value), Some(facts)) = (motor.get(*key), facts.as_object_mut()) {
            facts.entry(*fact).or_insert_with(|| value.clone());
        }
    }
    // What is wrong with the facts themselves is said when the whole is read.
    let Ok(worked) = work_out(&whole, None) else { return Ok(()) };
    if !worked.missing.is_empty() {
        return Err(worked.missing);
    }
    if let Value::Object(complete) = worked.motor {
        *motor = complete;
    }
    Ok(())
}

impl Motor {
    /// What is worked out from what is known of it; `None` where nothing is.
    #[must_use]
    pub fn worked_out(&self) -> Option<WorkedOut> {
        self.facts.as_ref()?;
        let document = serde_json::to_value(self).ok()?;
        work_out(document.as_object()?, None).ok()
    }
}

struct Worker<'a> {
    motor: &'a Map<String, Value>,
    facts: &'a MotorFacts,
    form: MotorForm,
    /// Whether the form was told rather than concluded.
    form_told: bool,
    size: Option<SizeCode>,
    can_mm: Option<(f64, f64)>,
    can_cm3: Option<Usual>,
    voltage_v: Option<f64>,
    gearbox: bool,
    gearbox_kind: Option<GearingKind>,
    shaft: Shaft,
    wheel_diameter_m: Option<f64>,
}

fn typed(key: &'static str, weights: [f64; UNKNOWNS], value: f64, error: f64) -> Equation {
    Equation { key: Some(key), weights, value: value.ln(), error }
}

fn merely(weights: [f64; UNKNOWNS], usual: Usual) -> Equation {
    Equation { key: None, weights, value: usual.value.ln(), error: usual.factor.ln() }
}

/// An equation, which unknown it speaks of most, and how it is said once the answer is there.
struct Line {
    equation: Equation,
    of: usize,
    says: String,
}

impl<'a> Worker<'a> {
    fn new(motor: &'a Map<String, Value>, facts: &'a MotorFacts, wheel_diameter_m: Option<f64>) -> Self {
        let number = |key: &str| motor.get(key).and_then(Value::as_f64);
        let voltage_v = facts.voltage_v.or(facts.cells.map(|cells| f64::from(cells) * CELL_V));
        let label = motor.get("label").and_then(Value::as_str);
        let size = facts.size_code.as_deref().and_then(size_code).or_else(|| label.and_then(size_code));
        let form = form_of(motor, facts);
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
    fn measured(&self, key: &str) -> Option<f64> {
        let provenance = self.motor.get("provenance")?.get(key)?.as_str()?;
        (provenance == "measured").then(|| self.motor.get(key)?.as_f64()).flatten()
    }

    fn worked_out(&self) -> WorkedOut {
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

    /// Every equation: what is known first, then what is usual.
    #[allow(clippy::too_many_lines)]
    fn lines(&self, free_share: f64, solution: &Solution) -> Vec<Line> {
        let facts = self.facts;
        let mut lines: Vec<Line> = Vec::new();
        let mut push = |equation: Equation, of: usize, says: String| lines.push(Line { equation, of, says });
        let outer = if self.gearbox && self.shaft == Shaft::Output { 1.0 } else { 0.0 };
        let per_rad = 60.0 / (2.0 * PI);
        let kv = solution.unknowns[KV].exp();
        let ohm = solution.unknowns[OHM].exp();
        let ratio = if self.gearbox { solution.unknowns[RATIO].exp() } else { 1.0 };
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
            let driving = per_rad * volts * (1.0 - 0.5 * (1.0 - free_share));
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
        let ohm_known = facts.resistance_ohm.is_some()
            || self.measured("resistance_ohm").is_some()
            || (self.voltage_v.is_some() && (facts.stall_current_a.is_some() || facts.stall_torque_nm.is_some()));
        let mut of_size = false;
        if let Some(can) = self.can_cm3 {
            let constant = usual::motor_constant(self.form, can.value);
            // Km = Kt/√R: the volume enters with 5/6.
            let error = (constant.factor.ln().powi(2) + (5.0 / 6.0 * can.factor.ln()).powi(2)).sqrt();
            push(
                Equation { key: None, weights: [-1.0, -0.5, 0.0, 0.0], value: (constant.value / per_rad).ln(), error },
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
        let _ = ohm;
        lines
    }

    fn contradictions(&self, lines: &[Line]) -> Vec<Contradiction> {
        let mut off: Vec<(&'static str, f64, f64)> = Vec::new();
        for (place, line) in lines.iter().enumerate() {
            let Some(key) = line.equation.key.filter(|key| !key.is_empty()) else { continue };
            let others = lines.iter().enumerate().filter(|(other, _)| *other != place).map(|(_, line)| &line.equation);
            let (left, error) = solve(others).left(&line.equation);
            let errors = left.abs() / error.hypot(line.equation.error);
            if left.abs() > SAME && errors > ERRORS_OFF {
                off.push((key, left, errors));
            }
        }
        off.sort_by(|a, b| b.2.total_cmp(&a.2));
        let Some((key, left, _)) = off.first().copied() else { return Vec::new() };
        let typed = |key: &str| self.typed_number(key);
        let fits = |key: &str, left: f64| {
            // Ohms are told as the amps that they were typed as.
            let sign = if key == "stall_current_a" { 1.0 } else { -1.0 };
            typed(key).map(|value| value * (sign * left).exp())
        };
        let unit = |key: &str, value: f64| unit_of(key, value);
        let others: Vec<_> = off.iter().skip(1).filter(|(other, ..)| *other != key).take(2).copied().collect();
        let mut says = format!(
            "{} of {} does not go with the rest, which makes it {}",
            capital(named(key)),
            unit(key, typed(key).unwrap_or_default()),
            unit(key, fits(key, left).unwrap_or_default())
        );
        for (other, left, _) in &others {
            says.push_str(&format!(
                "; or {} is off, and {} would fit",
                named(other),
                unit(other, fits(other, *left).unwrap_or_default())
            ));
        }
        says.push('.');
        let sign = if key == "stall_current_a" { -1.0 } else { 1.0 };
        vec![Contradiction {
            keys: std::iter::once(key).chain(others.iter().map(|(other, ..)| *other)).collect(),
            times: (sign * left).exp(),
            says,
        }]
    }

    fn typed_number(&self, key: &str) -> Option<f64> {
        if let Some(measured) = self.measured(key) {
            return Some(measured);
        }
        let facts = self.facts;
        match key {
            "kv_rpm_per_v" => facts.kv_rpm_per_v,
            "speed_rpm" => facts.speed_rpm,
            "resistance_ohm" => facts.resistance_ohm,
            "stall_current_a" => facts.stall_current_a,
            "stall_torque_nm" => facts.stall_torque_nm,
            "gear_ratio" => facts.gear_ratio,
            "turns" => facts.turns,
            _ => None,
        }
    }

    /// The error of an unknown with what is known alone, as a logarithm: far off where only usual figures speak.
    fn error_of_known(&self, lines: &[Line], of: usize) -> f64 {
        let known = lines.iter().filter(|line| line.equation.key.is_some() || line.of == EFFICIENCY);
        solve(known.map(|line| &line.equation)).error(of)
    }

    fn told(
        &self,
        lines: &[Line],
        solution: &Solution,
        free_share: f64,
        contradictions: Vec<Contradiction>,
    ) -> WorkedOut {
        let mut found = Figures { motor: self.motor.clone(), figures: Vec::new() };
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
        if self.form.kind() == MachineKind::Brushless {
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

    /// The most amps for good: as listed, else what warms such a can by what its enamel stands in moving air.
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
        let Some((diameter, length)) = self.can_mm.or_else(|| {
            let cm3 = self.can_cm3?.value;
            let shape = usual::length_over_diameter(self.form);
            let diameter = (4.0 * cm3 * 1000.0 / (PI * shape)).cbrt();
            Some((diameter, shape * diameter))
        }) else {
            return;
        };
        let area = can_area_m2(diameter, length);
        let path = winding_to_case_k_per_w(area) + case_to_ambient_k_per_w(area, AIRFLOW_W_M2_K);
        let hot = 1.0 + COPPER_TEMPERATURE_COEFFICIENT_PER_K * usual::TRUSTED_RISE_K;
        let amps = (usual::TRUSTED_RISE_K / path / (ohm * hot)).sqrt();
        found.number(KEY, amps, Provenance::Estimated, Some(1.6), Some("heat_run"));
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
        gearbox.insert("ratio".to_owned(), json!(rounded(ratio)));
        gearbox.insert("efficiency".to_owned(), json!(rounded(efficiency.min(1.0))));
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
            value: json!(rounded(ratio)),
            provenance,
            factor: if self.facts.gear_ratio.is_some() { None } else { factor(RATIO) },
            sheet: None,
        });
        found.figures.push(FoundFigure {
            key: "gearbox.efficiency",
            value: json!(rounded(efficiency.min(1.0))),
            provenance: Provenance::Estimated,
            factor: factor(EFFICIENCY),
            sheet: None,
        });
        ratio
    }
}

/// What the motor is: as told, else by what it has.
fn form_of(motor: &Map<String, Value>, facts: &MotorFacts) -> MotorForm {
    if let Some(form) = facts.form {
        return form;
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
    if motor.get("kind").and_then(Value::as_str) == Some(MachineKind::Brushless.word()) {
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

/// The motor's document while figures are put in.
struct Figures {
    motor: Map<String, Value>,
    figures: Vec<FoundFigure>,
}

impl Figures {
    fn number(
        &mut self,
        key: &'static str,
        value: f64,
        provenance: Provenance,
        factor: Option<f64>,
        sheet: Option<&'static str>,
    ) {
        let value = json!(rounded(value));
        let factor = if provenance == Provenance::Listed { None } else { factor };
        self.motor.insert(key.to_owned(), value.clone());
        self.mark(key, provenance);
        let sheet = if provenance == Provenance::Listed { None } else { sheet };
        self.figures.push(FoundFigure { key, value, provenance, factor, sheet });
    }

    fn word(&mut self, key: &'static str, word: &str, provenance: Provenance) {
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

/// Four figures: what is worked out from five deserves no more.
fn rounded(value: f64) -> f64 {
    format!("{value:.3e}").parse().unwrap_or(value)
}

fn named(key: &str) -> &'static str {
    match key {
        "kv_rpm_per_v" => "Kv",
        "speed_rpm" => "the speed",
        "resistance_ohm" => "the resistance",
        "stall_current_a" => "the current held still",
        "stall_torque_nm" => "the torque held still",
        "gear_ratio" => "the ratio of the gearbox",
        "turns" => "the number of turns",
        _ => "a figure",
    }
}

fn unit_of(key: &str, value: f64) -> String {
    let figure = significant(value);
    match key {
        "kv_rpm_per_v" => format!("{figure} rpm/V"),
        "speed_rpm" => format!("{figure} rpm"),
        "resistance_ohm" => format!("{figure} Ω"),
        "stall_current_a" => format!("{figure} A"),
        "stall_torque_nm" => format!("{figure} N·m"),
        "gear_ratio" => format!("1:{figure}"),
        _ => figure.to_string(),
    }
}

fn capital(text: &str) -> String {
    let mut letters = text.chars();
    letters.next().map_or_else(String::new, |first| first.to_uppercase().chain(letters).collect())
}

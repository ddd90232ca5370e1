//! Heat in stages: how long each stage is to last by the computed run, and after each whether to go on.

use serde::Serialize;
use serde_json::{Value, json};

use crate::document::log::{HeatEntry, HeatStage};
use crate::document::measurement::MEASUREMENT_FORMAT;
use crate::document::simulation::SIMULATION_FORMAT;
use crate::document::{Build, Load, Measurement, Problem, Simulation};
use crate::evaluation::evaluate_option;
use crate::format::significant;
use crate::measurement::measure;
use crate::simulation::outcome::DriveRun;
use crate::simulation::simulate;
use crate::variants::candidates::Effect;

/// Length of the whole where nobody said, min (common practice).
const USUAL_MIN: f64 = 30.0;
/// A stage is never shorter than this, min.
const SHORTEST_MIN: f64 = 1.0;
/// The shortest stage that readings may ask for, min.
const FIRST_LOOK_MIN: f64 = 0.5;
/// A stage ends at these shares of the rise that is computed.
const ENDS_AT: [f64; 4] = [0.4, 0.65, 0.85, 0.95];
/// What may be touched by a hand on a motor, and what controllers and cells stand, °C (common practice).
const LIMITS_C: [f64; 3] = [90.0, 80.0, 60.0];
const PLACES: [(&str, &str); 3] = [("motor_c", "motor"), ("controller_c", "controller"), ("battery_c", "battery")];

/// Temperatures by place, °C; null where there is none.
#[derive(Debug, Clone, Copy, Default, PartialEq, Serialize, schemars::JsonSchema)]
pub struct Places {
    /// Case of the motor.
    pub motor_c: Option<f64>,
    /// Controller.
    pub controller_c: Option<f64>,
    /// Battery.
    pub battery_c: Option<f64>,
}

impl Places {
    fn of(values: [Option<f64>; 3]) -> Self {
        let [motor_c, controller_c, battery_c] = values;
        Self { motor_c, controller_c, battery_c }
    }

    fn all(self) -> [Option<f64>; 3] {
        [self.motor_c, self.controller_c, self.battery_c]
    }
}

/// A stage that is planned.
#[derive(Debug, Clone, PartialEq, Serialize, schemars::JsonSchema)]
pub struct PlannedStage {
    /// How long it lasts, min.
    pub minutes: f64,
    /// Minutes of running at its end.
    pub ends_min: f64,
    /// Speed that is held, m/s; null where nothing travels.
    pub speed_m_s: Option<f64>,
    /// Speed of the output that is held, rpm.
    pub output_rpm: Option<f64>,
    /// What is computed at its end.
    pub computed: Places,
}

/// A stage that was run, against what was computed.
#[derive(Debug, Clone, PartialEq, Serialize, schemars::JsonSchema)]
pub struct StageRead {
    /// Minutes of running at its end.
    pub ends_min: f64,
    /// What was read.
    pub read: Places,
    /// What is computed of the stages as they were run.
    pub computed: Places,
    /// In one sentence.
    pub says: String,
}

/// Stages: planned, run, and what comes next.
#[derive(Debug, Clone, PartialEq, Serialize, schemars::JsonSchema)]
pub struct HeatStages {
    /// How the whole is planned.
    pub plan: Vec<PlannedStage>,
    /// What was run.
    pub run: Vec<StageRead>,
    /// How hot each place may get, °C.
    pub limits: Places,
    /// Whether to go on: null before the first reading.
    pub go_on: Option<bool>,
    /// How long the next stage lasts, min; null where there is none.
    pub next_min: Option<f64>,
    /// What is computed at the end of the next stage.
    pub next_computed: Option<Places>,
    /// Why, the most important first.
    pub says: Vec<String>,
}

fn nothing(detail: impl Into<String>) -> Vec<Problem> {
    vec![Problem { pointer: String::new(), detail: detail.into() }]
}

/// What is asked of the drive: the speed, as it is held.
#[derive(Clone, Copy)]
struct Held {
    speed_m_s: Option<f64>,
    output_rpm: Option<f64>,
}

struct Machine<'b> {
    build: Build,
    option: &'b str,
    drive: &'b str,
    wanted: Held,
    flat_out: Held,
}

impl<'b> Machine<'b> {
    fn of(build: &'b Build, option: usize, drive: usize, ambient_c: Option<f64>) -> Result<Self, Vec<Problem>> {
        let job = build.job.drives.get(drive).ok_or_else(|| nothing("there is no such drive"))?;
        let sheet = build.options.get(option).ok_or_else(|| nothing("there is no such option"))?;
        let place = sheet
            .drives
            .iter()
            .position(|served| served.drive == job.name)
            .ok_or_else(|| nothing(format!("{:?} has nothing that drives {:?}", sheet.name, job.name)))?;
        let result = evaluate_option(&build.job, sheet, option);
        let effect = Effect::of(&result, sheet, place);
        let required = &result.drives[place].required;
        let usual_m_s = match &job.load {
            Load::Generator(_) => return Err(nothing("a machine that is turned is not run in stages")),
            Load::Vehicle(vehicle) => Some(vehicle.usual_speed_m_s.unwrap_or(vehicle.target_speed_m_s)),
            _ => None,
        };
        let wanted = match usual_m_s {
            Some(speed) => Held { speed_m_s: Some(speed), output_rpm: None },
            None => Held { speed_m_s: None, output_rpm: Some(required.output_rpm) },
        };
        let flat_out = Held { speed_m_s: effect.speed_m_s, output_rpm: effect.output_rpm };
        let mut build = build.clone();
        if let Some(ambient_c) = ambient_c {
            build.figures_mut().job.ambient_c = ambient_c;
        }
        // A heat run goes on until it is told to stop, not until the charge that is wanted is used.
        for option in &mut build.figures_mut().options {
            option.battery.usable_fraction = 1.0;
        }
        Ok(Self { option: &sheet.name, drive: &job.name, build, wanted, flat_out })
    }

    /// The speed of a stage: the one that was said, the throttle's share of the one flat out, else the usual one.
    fn held(&self, stage: Option<&HeatStage>) -> Held {
        let Some(stage) = stage else { return self.wanted };
        match (stage.speed_m_s, stage.throttle) {
            (Some(speed), _) => Held { speed_m_s: Some(speed), output_rpm: None },
            (None, Some(throttle)) => match (self.flat_out.speed_m_s, self.flat_out.output_rpm) {
                (Some(speed), _) => Held { speed_m_s: Some(speed * throttle), output_rpm: None },
                (None, rpm) => Held { speed_m_s: None, output_rpm: rpm.map(|rpm| rpm * throttle) },
            },
            (None, None) => self.wanted,
        }
    }

    /// One speed held for so long.
    fn run(&self, held: Held, minutes: f64) -> Result<DriveRun, Vec<Problem>> {
        let mut mode = json!({ "kind": "hold" });
        if let Some(speed) = held.speed_m_s {
            mode["speed_m_s"] = json!(speed);
        } else if let Some(rpm) = held.output_rpm {
            mode["output_rpm"] = json!(rpm);
        }
        let document = json!({
            "format": SIMULATION_FORMAT, "build": self.build, "option": self.option, "drive": self.drive,
            "mode": mode, "until_s": minutes * 60.0, "sample_s": (minutes * 60.0 / 400.0).max(0.5), "burn_on": true,
        });
        Ok(simulate(&Simulation::from_value(&document)?, &mut |_| true).lead)
    }
}

fn columns(run: &DriveRun) -> [&Vec<Option<f64>>; 3] {
    [&run.series.case_c, &run.series.controller_c, &run.series.battery_c]
}

/// Temperatures at a moment of a run; those of its end beyond it.
fn at(run: &DriveRun, minutes: f64) -> Places {
    let times = &run.series.t_s;
    let row = times.partition_point(|time| *time <= minutes * 60.0 + 1e-9).saturating_sub(1);
    Places::of(columns(run).map(|column| column.get(row).copied().flatten()))
}

/// When a run gets to a share of the way from the air to what counts: its own end, or the limit of the place that is nearest to it.
fn reaches(run: &DriveRun, ambient_c: f64, limits: Places, share: f64) -> f64 {
    let end_s = run.series.t_s.last().copied().unwrap_or_default();
    let first = columns(run).into_iter().zip(limits.all()).filter_map(|(column, limit)| {
        let last = column.iter().rev().find_map(|value| *value)?;
        let top = limit.map_or(last, |limit| last.min(limit));
        if top - ambient_c < 3.0 {
            return None;
        }
        let wanted = ambient_c + share * (top - ambient_c);
        let row = column.iter().position(|value| value.is_some_and(|value| value >= wanted))?;
        run.series.t_s.get(row).copied()
    });
    first.fold(end_s, f64::min) / 60.0
}

fn limits_of(run: &DriveRun) -> Places {
    // The case may be as hot as leaves the winding and the magnets below their limits.
    let end = |column: &Vec<Option<f64>>| column.iter().rev().find_map(|value| *value);
    let above = end(&run.series.winding_c).zip(end(&run.series.case_c)).map_or(0.0, |(winding, case)| winding - case);
    let by_winding = run.limits.winding_c - above.max(0.0);
    let motor = [LIMITS_C[0], by_winding, run.limits.magnet_c.unwrap_or(f64::INFINITY)];
    Places {
        motor_c: Some(motor.into_iter().fold(f64::INFINITY, f64::min)),
        controller_c: Some(run.limits.controller_c.map_or(LIMITS_C[1], |limit| limit.min(LIMITS_C[1]))),
        battery_c: Some(run.limits.battery_c.map_or(LIMITS_C[2], |limit| limit.min(LIMITS_C[2]))),
    }
}

/// Plans stages, reads those that were run, and tells what comes next.
///
/// # Errors
/// An option or a drive that is not there, a machine that is turned, what does not suit the build.
///
/// # Source
/// The stop is that of a heat run: first-order warming through the readings (Incropera, Fundamentals of Heat and Mass Transfer,
/// 5.1), stop where a reading or the planned end reaches a limit.
pub fn heat_stages(build: &Build, option: usize, drive: usize, entry: &HeatEntry) -> Result<HeatStages, Vec<Problem>> {
    let machine = Machine::of(build, option, drive, entry.ambient_c)?;
    let ambient_c = machine.build.job.ambient_c;
    let planned_min = entry.planned_min.unwrap_or(USUAL_MIN);
    let held = machine.held(entry.stages.first());
    let whole = machine.run(held, planned_min)?;
    let limits = limits_of(&whole);
    let mut ends: Vec<f64> = ENDS_AT.iter().map(|share| reaches(&whole, ambient_c, limits, *share)).collect();
    let over = columns(&whole)
        .into_iter()
        .zip(limits.all())
        .any(|(column, limit)| limit.is_some_and(|limit| column.iter().flatten().any(|celsius| *celsius >= limit)));
    if !over {
        ends.push(planned_min);
    }
    let mut plan: Vec<PlannedStage> = Vec::new();
    for end in ends {
        let begins = plan.last().map_or(0.0, |stage| stage.ends_min);
        // Whole minutes, as a clock tells them.
        let end = end.round().min(planned_min).max(begins);
        if end - begins >= SHORTEST_MIN {
            plan.push(PlannedStage {
                minutes: end - begins,
                ends_min: end,
                speed_m_s: held.speed_m_s,
                output_rpm: held.output_rpm,
                computed: at(&whole, end),
            });
        }
    }
    let run = stages_read(&machine, entry)?;
    let done = run.iter().any(|stage| stage.read != Places::default());
    let mut told = HeatStages { plan, run, limits, go_on: None, next_min: None, next_computed: None, says: Vec::new() };
    if done {
        told.after_a_stage(ambient_c, planned_min);
    } else {
        told.next_min = told.plan.first().map(|stage| stage.minutes);
        told.says.push(match told.plan.first() {
            Some(first) => format!("First {} min, then read every place.", significant(first.minutes)),
            None => "It is computed to be at a limit within a minute: do not run it like this.".to_owned(),
        });
    }
    let elapsed = told.run.last().map_or(0.0, |stage| stage.ends_min);
    told.next_computed = told.next_min.map(|next| at(&whole, elapsed + next));
    if over {
        told.says
            .push("It is computed to reach a limit before the planned end: the plan stops short of it.".to_owned());
    }
    Ok(told)
}

/// The stages as they were run: what is computed at the end of each is its own speed held from the start until then.
fn stages_read(machine: &Machine<'_>, entry: &HeatEntry) -> Result<Vec<StageRead>, Vec<Problem>> {
    let mut read = Vec::with_capacity(entry.stages.len());
    let mut ends_min = 0.0;
    for stage in &entry.stages {
        ends_min += stage.minutes;
        let run = machine.run(machine.held(Some(stage)), ends_min)?;
        let computed = at(&run, ends_min);
        let values = stage.readings.as_ref();
        let now = Places {
            motor_c: values.and_then(|values| values.motor_c),
            controller_c: values.and_then(|values| values.controller_c),
            battery_c: values.and_then(|values| values.battery_c),
        };
        let parts: Vec<String> = PLACES
            .iter()
            .zip(now.all().into_iter().zip(computed.all()))
            .filter_map(|((_, word), (read, computed))| {
                let read = read?;
                Some(match computed {
                    Some(computed) => {
                        format!("{word} {} °C of {} computed", significant(read), significant(computed.round()))
                    }
                    None => format!("{word} {} °C", significant(read)),
                })
            })
            .collect();
        let says = format!("{} min: {}", significant(ends_min), parts.join(", "));
        read.push(StageRead { ends_min, read: now, computed, says });
    }
    Ok(read)
}

impl HeatStages {
    /// Go on or stop, by the rule of a heat run over all readings.
    fn after_a_stage(&mut self, ambient_c: f64, planned_min: f64) {
        let points: Vec<Value> = self
            .run
            .iter()
            .filter(|stage| stage.read != Places::default())
            .map(|stage| {
                let mut point = json!({ "t_s": stage.ends_min * 60.0 });
                for ((key, _), value) in PLACES.iter().zip(stage.read.all()) {
                    if let Some(value) = value {
                        point[*key] = json!(value);
                    }
                }
                point
            })
            .collect();
        let mut limits = json!({});
        for ((key, _), limit) in PLACES.iter().zip(self.limits.all()) {
            limits[*key] = json!(limit.unwrap_or(LIMITS_C[0]));
        }
        let elapsed = self.run.last().map_or(0.0, |stage| stage.ends_min);
        let document = json!({
            "format": MEASUREMENT_FORMAT, "kind": "heat_run", "ambient_c": ambient_c,
            "planned_s": planned_min.max(elapsed) * 60.0, "points": points, "limits": limits,
        });
        let measured = Measurement::from_value(&document).and_then(|sheet| measure(&sheet));
        let Ok(measured) = measured else { return };
        let go_on = measured.results.get("verdict").and_then(Value::as_str) == Some("go_on");
        self.go_on = Some(go_on);
        let more = measured.results.get("next_stage_s").and_then(Value::as_f64).unwrap_or(0.0) / 60.0;
        // The plan's own stage, where the readings allow that much; after a first look of seconds half a minute is no risk.
        let planned =
            self.plan.iter().find(|stage| stage.ends_min > elapsed + 0.5).map(|stage| stage.ends_min - elapsed);
        let allowed = if elapsed < SHORTEST_MIN { more.max(FIRST_LOOK_MIN) } else { more };
        self.next_min = planned.map(|planned| planned.min(allowed)).filter(|next| go_on && *next >= FIRST_LOOK_MIN);
        for finding in measured.findings.iter().filter(|finding| finding.code == "stop") {
            self.says.push(finding.text.clone());
        }
        if go_on {
            self.says.push(match (self.next_min, planned) {
                (Some(next), _) => {
                    format!("Go on: {} min more, then read again.", significant((next * 2.0).round() / 2.0))
                }
                (None, None) => "Done: it ran as long as planned and stayed below every limit.".to_owned(),
                (None, Some(_)) => {
                    self.go_on = Some(false);
                    "Stop: a limit is less than half a minute away. Let it cool, then find out why.".to_owned()
                }
            });
        }
        if let Some(last) = self.run.last() {
            self.says.push(against(last));
        }
    }
}

/// How the last stage stands against what was computed.
fn against(stage: &StageRead) -> String {
    let apart = PLACES.iter().zip(stage.read.all().into_iter().zip(stage.computed.all())).filter_map(
        |((_, word), (read, computed))| {
            let by = read? - computed?;
            Some((*word, by))
        },
    );
    match apart.max_by(|a, b| a.1.abs().total_cmp(&b.1.abs())) {
        Some((word, by)) if by.abs() >= 5.0 => {
            let (more, why) = if by > 0.0 {
                ("warmer", "it works harder, or the air takes less than assumed")
            } else {
                ("cooler", "it works less, or the air takes more than assumed")
            };
            format!("The {word} is {} K {more} than computed: {why}.", significant(by.abs().round()))
        }
        Some(_) => "As computed, within 5 K.".to_owned(),
        None => "Nothing was computed for what was read.".to_owned(),
    }
}

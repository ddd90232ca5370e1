//! Where practice is split: what each school does in this very build, with its own numbers.

mod battery_questions;
mod motor_questions;

use serde::Serialize;
use serde_json::Value;

use crate::document::{BatteryRule, Build, Load};
use crate::evaluation::checks::{Check, CheckClass, CheckCode, CheckGroup, Verdict};
use crate::evaluation::{OptionEvaluation, evaluate_option};
use crate::format::significant;
use crate::model::cases::Case;
use crate::model::heat::ThermalResult;
use crate::variants::remedies::Variant;
use crate::variants::scaling;

/// A question that makers answer in more than one way.
#[derive(Debug, Clone, PartialEq, Serialize, schemars::JsonSchema)]
pub struct Question {
    /// Which: `battery_rule`, `c_rating`, `pouch_or_cells`, `voltage`, `motor_count`, `brushes`, `sensors` or `hub_or_belt`.
    pub id: &'static str,
    /// The drive it is about; null for the battery.
    pub drive: Option<String>,
    /// The question.
    pub asks: &'static str,
    /// The answers.
    pub schools: Vec<School>,
}

/// One answer.
#[derive(Debug, Clone, PartialEq, Serialize, schemars::JsonSchema)]
pub struct School {
    /// What it is called.
    pub name: String,
    /// What it does and when, with this build's numbers, in two or three sentences.
    pub says: String,
    /// Whether the build does it now.
    pub now: bool,
    /// JSON pointer of the place to change to follow it; null where it is followed.
    pub pointer: Option<String>,
    /// The value to put there.
    pub value: Option<Value>,
    /// Its figures, the same ones for every school of the question.
    pub figures: Vec<SchoolFigure>,
}

/// One figure of a school.
#[derive(Debug, Clone, PartialEq, Serialize, schemars::JsonSchema)]
pub struct SchoolFigure {
    /// What it is.
    pub what: &'static str,
    /// Its value in the document's unit; null where there is none.
    pub value: Option<f64>,
    /// What kind of figure it is: a quantity of the units.
    pub quantity: &'static str,
}

/// The questions of one option.
#[must_use]
pub fn questions(build: &Build, option: usize) -> Vec<Question> {
    let Some(sheet) = build.options.get(option) else { return Vec::new() };
    let desk = WorkingContext {
        draft: Variant { job: build.job.clone(), option: sheet.clone() },
        now: evaluate_option(&build.job, sheet, option),
        index: option,
    };
    let fed: Vec<usize> = (0..sheet.drives.len()).filter(|&drive| !desk.is_turned(drive)).collect();
    // What is charged by a machine that is turned is asked for nothing.
    if fed.is_empty() {
        return Vec::new();
    }
    let mut questions = vec![desk.battery_rule()];
    questions.extend(desk.c_rating());
    questions.extend(desk.pouch_or_cells());
    for drive in fed {
        questions.extend(desk.voltage(drive));
        questions.push(desk.motor_count(drive));
        questions.extend(desk.brushes(drive));
        questions.extend(desk.sensors(drive));
        questions.extend(desk.hub_or_belt(drive));
    }
    questions.iter_mut().for_each(Question::leave_out_what_nobody_knows);
    questions
}

impl Question {
    /// A figure that no school can tell, as the hill where there is none, is left out.
    fn leave_out_what_nobody_knows(&mut self) {
        let all = self.schools.iter().flat_map(|school| &school.figures);
        let known: Vec<&str> = all.filter(|figure| figure.value.is_some()).map(|figure| figure.what).collect();
        for school in &mut self.schools {
            school.figures.retain(|figure| known.contains(&figure.what));
        }
    }
}

/// Cells for more current carry more copper: about a quarter per cent of mass and size for each C (common practice).
const MASS_PER_C: f64 = 0.0025;
/// And cost about half a per cent more (common practice).
const PRICE_PER_C: f64 = 0.005;

/// The pack with another rating, and what that does to its mass, size and price.
fn rerated(draft: &mut Variant, from: f64, to: f64) {
    let grown = |share: f64| (1.0 + share * to) / (1.0 + share * from);
    let battery = &mut draft.option.battery;
    scaling::battery_rating(battery, to);
    battery.mass_kg = battery.mass_kg.map(|kg| kg * grown(MASS_PER_C));
    battery.price = battery.price.map(|price| price * grown(PRICE_PER_C));
    if let Some(size) = &mut battery.size_mm {
        size.height = (size.height * grown(MASS_PER_C)).clamp(0.1, 10_000.0);
    }
}

/// Sag of a cell at the moment that takes most, V.
fn sag(result: &OptionEvaluation) -> Option<f64> {
    check(result, CheckCode::BatteryPeakSag, None).and_then(|check| check.demand)
}

struct WorkingContext {
    draft: Variant,
    now: OptionEvaluation,
    index: usize,
}

fn check<'a>(result: &'a OptionEvaluation, code: CheckCode, drive: Option<&str>) -> Option<&'a Check> {
    result.checks.iter().find(|check| check.code == code && (drive.is_none() || check.drive.as_deref() == drive))
}

fn said(value: Option<f64>, unit: &str) -> String {
    value.map_or_else(|| "more than it can".to_owned(), |value| format!("{} {unit}", significant(value)))
}

/// What the winding gets to, in words; where its heat never settles there is no figure.
fn winding_said(thermal: Option<&ThermalResult>) -> String {
    match thermal.map(|thermal| thermal.winding_c) {
        Some(Some(celsius)) => format!("{} °C", significant(celsius)),
        Some(None) => "more than it can stand".to_owned(),
        None => "nobody knows what".to_owned(),
    }
}

/// A share of one, told in percent.
fn share(what: &'static str, value: Option<f64>) -> SchoolFigure {
    figure(what, value.map(|share| 100.0 * share), "percent")
}

fn figure(what: &'static str, value: Option<f64>, quantity: &'static str) -> SchoolFigure {
    SchoolFigure { what, value, quantity }
}

fn holding(result: &OptionEvaluation) -> String {
    let failing = result.checks.iter().filter(|check| check.verdict == Verdict::Fail).count();
    match failing {
        0 => "all checks hold".to_owned(),
        1 => "one check fails".to_owned(),
        count => format!("{count} checks fail"),
    }
}

impl WorkingContext {
    /// What a drive of the option moves; `None` where the job has no such drive.
    fn load(&self, drive: usize) -> Option<&Load> {
        let name = &self.draft.option.drives.get(drive)?.drive;
        self.draft.job.drives.iter().find(|served| served.name == *name).map(|served| &served.load)
    }

    /// Whether a drive is turned by a source.
    fn is_turned(&self, drive: usize) -> bool {
        self.load(drive).is_some_and(Load::is_turned)
    }

    fn tried(&self, change: impl FnOnce(&mut Variant)) -> (Variant, OptionEvaluation) {
        let mut draft = self.draft.clone();
        change(&mut draft);
        let result = evaluate_option(&draft.job, &draft.option, self.index);
        (draft, result)
    }

    /// Whether a rating is enough: every check of the battery holds, the wheels spin up, and the pack goes in and is paid. A fan
    /// is run flat out, so its headroom is judged there.
    fn does(&self, result: &OptionEvaluation) -> bool {
        let asked = |check: &&Check| {
            check.class != CheckClass::Caution
                && (check.code.group() == CheckGroup::Battery
                    || matches!(
                        check.code,
                        CheckCode::PerformanceSpinUp
                            | CheckCode::PerformanceAcceleration
                            | CheckCode::ControllerBrownOut
                    ))
        };
        let fails = |check: &Check| check.verdict == Verdict::Fail;
        let holds = !result.checks.iter().filter(asked).any(|check| fails(check) && !self.failed_already(check));
        let job = &self.draft.job;
        let headroom = job.battery_rule == BatteryRule::ContinuousWithHeadroom
            && job.drives.iter().any(|drive| matches!(drive.load, Load::Fan(_)));
        let flat_out = !headroom
            || result
                .supply
                .all_flat_out
                .current_a
                .zip(result.supply.continuous_a)
                .is_none_or(|(flat_out_a, continuous_a)| job.battery_headroom * flat_out_a <= continuous_a);
        holds && flat_out && self.goes_in(result)
    }

    /// Whether a check fails however the pack is rated: its time on one charge does not hang on that.
    fn failed_already(&self, check: &Check) -> bool {
        check.code == CheckCode::BatteryRuntime
            && self.now.checks.iter().any(|now| now.same_as(check) && now.verdict == Verdict::Fail)
    }

    /// Whether the pack goes into its room and the whole is within the budget.
    fn goes_in(&self, result: &OptionEvaluation) -> bool {
        let fits =
            !result.checks.iter().any(|check| check.code == CheckCode::FitBattery && check.verdict == Verdict::Fail);
        let budget = self.draft.job.budget.as_ref().map(|budget| budget.amount);
        fits && budget.zip(result.price).is_none_or(|(amount, price)| price <= amount)
    }

    /// Low Kv on high voltage, or high Kv on low.
    fn voltage(&self, drive: usize) -> Option<Question> {
        let cells = self.draft.option.battery.cells_series;
        let more = (f64::from(cells) * 4.0 / 3.0).round().max(f64::from(cells + 1));
        let fewer = (f64::from(cells) * 2.0 / 3.0).round().min(f64::from(cells) - 1.0);
        if fewer < 1.0 || more > 200.0 {
            return None;
        }
        let name = self.draft.option.drives[drive].drive.clone();
        let with = |to: f64| {
            self.tried(|draft| {
                let factor = to / f64::from(cells);
                let capacity = draft.option.battery.capacity_ah / factor;
                scaling::battery(&mut draft.option.battery, capacity, crate::formulas::numeric::whole(to));
                for other in &mut draft.option.drives {
                    let kv_rpm_per_v = other.motor.kv_rpm_per_v / factor;
                    scaling::rewound(&mut other.motor, kv_rpm_per_v);
                    if let Some(controller) = &mut other.controller {
                        controller.motor_current_limit_a = controller.motor_current_limit_a.map(|amps| amps / factor);
                        controller.battery_current_limit_a =
                            controller.battery_current_limit_a.map(|amps| amps / factor);
                    }
                }
            })
        };
        let school = |to: f64, title: &str, why: &str| {
            let now = (to - f64::from(cells)).abs() < 1e-9;
            let (draft, result) = if now { (self.draft.clone(), self.now.clone()) } else { with(to) };
            let seen = &result.drives[drive];
            let target = seen.at_half(Case::Target);
            let motor_a = target.and_then(|case| case.motor_current_a);
            let battery_a = result.supply.all_hardest.current_a;
            let wire_w = target.and_then(|case| Some(case.stage_losses_w?.wiring + case.losses_w?.motor_leads));
            let speed = check(&result, CheckCode::MotorSpeed, Some(&name));
            let kv = draft.option.drives[drive].motor.kv_rpm_per_v;
            let in_series = to * f64::from(draft.option.battery.packs_series);
            School {
                name: format!(
                    "{title}: {} cell{}, {} Kv",
                    significant(in_series),
                    if in_series > 1.0 { "s" } else { "" },
                    significant(kv)
                ),
                says: format!(
                    "{why} Here the battery gives {} at the hardest work, each motor shows {} at the target, and the \
                     leads burn {}; {}.",
                    said(battery_a, "A"),
                    said(motor_a, "A"),
                    said(wire_w, "W"),
                    holding(&result)
                ),
                now,
                pointer: (!now).then(|| format!("/options/{}", self.index)),
                value: if now { None } else { serde_json::to_value(&draft.option).ok() },
                figures: vec![
                    figure("battery, hardest work", battery_a, "current"),
                    figure("motor at the target", motor_a, "current"),
                    figure("lost in the leads", wire_w, "power"),
                    share("motor speed limit used", speed.and_then(|check| check.utilisation)),
                    figure("fresh from the charger", Some(result.supply.charger_end_v), "voltage"),
                ],
            }
        };
        Some(Question {
            id: "voltage",
            drive: Some(name.clone()),
            asks: "Low Kv on high voltage, or high Kv on low?",
            schools: vec![
                school(
                    fewer,
                    "High Kv, low voltage",
                    "Fewer cells to charge and balance, cheaper controllers, no voltage that bites.",
                ),
                school(f64::from(cells), "As it is", "The middle of the two, with the same energy and the same speed."),
                school(
                    more,
                    "Low Kv, high voltage",
                    "The same power with less current: thinner wire, cooler joints. Watch every voltage ceiling.",
                ),
            ],
        })
    }

    /// One motor or two.
    fn motor_count(&self, drive: usize) -> Question {
        let parts = &self.draft.option.drives[drive];
        let name = parts.drive.clone();
        let count = parts.motor_count;
        let rolls = matches!(self.load(drive), Some(Load::Vehicle(_)));
        let other = if count.is_multiple_of(2) { count / 2 } else { count * 2 };
        let school = |motors: u32| {
            let now = motors == count;
            let (draft, result) = self.tried(|draft| {
                let drive = &mut draft.option.drives[drive];
                let channels = drive.motor_count.div_ceil(drive.motors_per_channel);
                drive.motor_count = motors;
                drive.motors_per_channel = drive.motors_per_channel.min(motors);
                let wanted = motors.div_ceil(drive.motors_per_channel);
                // As many controllers to a channel as there were.
                drive.controller_count = (drive.controller_count * wanted).div_ceil(channels).max(1);
            });
            let seen = &result.drives[drive];
            let target = seen.at_half(Case::Target);
            let motor_a = target.and_then(|case| case.motor_current_a);
            let climb = check(&result, CheckCode::PerformanceClimb, Some(&name)).and_then(|check| check.utilisation);
            let winding_c = seen.thermal.as_ref().and_then(|thermal| thermal.winding_c);
            let why = match (motors > count.min(other), rolls) {
                (true, true) => {
                    "More hill, more grip, a cooler motor each; more weight and price, and whoever drives uses the power, so \
                     the pack lasts less long than the sum says."
                }
                (true, false) => "A cooler motor each; more weight and price, and the work must be shared evenly.",
                (false, true) => {
                    "Fewer parts, less weight, one controller to set up; each motor works harder and there is nothing to \
                     limp home on."
                }
                (false, false) => {
                    "Fewer parts, less weight, one controller to set up; each motor works harder, and when it stops all stops."
                }
            };
            School {
                name: match motors {
                    1 => "One motor".to_owned(),
                    2 => "Two motors".to_owned(),
                    many => format!("{many} motors"),
                },
                says: format!(
                    "{why} Here each shows {} at the target and its winding gets to {}; {}.",
                    said(motor_a, "A"),
                    winding_said(seen.thermal.as_ref()),
                    holding(&result)
                ),
                now,
                pointer: (!now).then(|| format!("/options/{}/drives/{drive}", self.index)),
                value: if now { None } else { serde_json::to_value(&draft.option.drives[drive]).ok() },
                figures: vec![
                    figure("each motor at the target", motor_a, "current"),
                    share("climb used", climb),
                    figure("winding", winding_c, "temperature"),
                    figure("time on one charge", result.supply.runtime_min, "minutes"),
                    figure("drive parts weigh", Some(result.hardware_mass_kg), "mass"),
                    figure("drive parts cost", result.price, "plain"),
                ],
            }
        };
        let mut counts = [count, other];
        counts.sort_unstable();
        Question {
            id: "motor_count",
            drive: Some(name.clone()),
            asks: "One motor or two?",
            schools: counts.into_iter().map(school).collect(),
        }
    }
}

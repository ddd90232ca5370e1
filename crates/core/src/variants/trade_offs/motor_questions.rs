//! Questions about the motor: sensors or none, brushes or none, in the wheel or beside it.

use super::{Question, School, WorkingContext, check, figure, holding, said, share, winding_said};
use crate::document::parts::{Controller, Motor, Sensor};
use crate::document::reading::{Place, Problems};
use crate::document::{GearingStage, Load, MachineKind, MotorKind};
use crate::evaluation::OptionEvaluation;
use crate::evaluation::checks::CheckCode;
use crate::format::{percent, significant};
use crate::model::cases::Case;
use crate::variants::fitted::motor::is_hub;
use crate::variants::remedies::Variant;
use crate::variants::scaling;

/// Below this share of its free speed a motor without sensors guesses its rotor (common practice).
const GUESSES_BELOW: f64 = 0.05;
/// On-resistance of a small brushless controller, Ω (common practice).
const SWITCHED_OHM: f64 = 0.005;
/// The belt that a hub is compared with: 15 teeth on 36.
const BELT: (u32, u32) = (15, 36);

impl WorkingContext {
    /// With rotor sensors or without; `None` for a brushed motor, and where nothing starts from rest under load.
    pub(super) fn sensors(&self, drive: usize) -> Option<Question> {
        let parts = &self.draft.option.drives[drive];
        if parts.motor.kind != MotorKind::Brushless || matches!(self.load(drive)?, Load::Fan(_)) {
            return None;
        }
        let seen = self.now.drives.get(drive)?;
        let free = seen.motor.no_load_rpm / seen.ratio.max(1e-9);
        let blind_rpm = GUESSES_BELOW * free;
        let slowest = seen.required.output_rpm;
        let has = parts.motor.sensor.is_some_and(|sensor| sensor != Sensor::None);
        let school = |sensored: bool| {
            let now = sensored == has;
            let mut motor = parts.motor.clone();
            motor.sensor = Some(if sensored { Sensor::Hall } else { Sensor::None });
            let says = if sensored {
                "Smooth from standstill, wanted for racing against others, crawling and walking pace. One thin lead more for each motor, and a \
                 controller that reads it."
                    .to_owned()
            } else {
                format!(
                    "Cheaper, fewer leads, better in water and mud. Below about {} rpm at the output it guesses where its rotor \
                     is, which is {} of the speed you want, and it can stutter at a start under load.",
                    significant(blind_rpm),
                    percent(blind_rpm / slowest.max(1e-9))
                )
            };
            School {
                name: if sensored { "With sensors" } else { "Without sensors" }.to_owned(),
                says,
                now,
                pointer: (!now).then(|| format!("/options/{}/drives/{drive}/motor", self.index)),
                value: if now { None } else { serde_json::to_value(&motor).ok() },
                figures: vec![
                    figure("guesses below", Some(if sensored { 0.0 } else { blind_rpm }), "rotation"),
                    figure("speed wanted", Some(slowest), "rotation"),
                    figure("leads to the motor", Some(if sensored { 8.0 } else { 3.0 }), "count"),
                ],
            }
        };
        Some(Question {
            id: "sensors",
            drive: Some(parts.drive.clone()),
            asks: "Rotor sensors, or none?",
            schools: vec![school(false), school(true)],
        })
    }

    /// With brushes or without: the same can with the other winding and the controller for it.
    pub(super) fn brushes(&self, drive: usize) -> Option<Question> {
        let parts = &self.draft.option.drives[drive];
        if is_hub(&parts.motor) || parts.motor.kind == MotorKind::Stepper {
            return None;
        }
        let school = |kind: MachineKind| {
            let now = kind.motor() == parts.motor.kind;
            let (draft, result) = if now {
                (self.draft.clone(), self.now.clone())
            } else {
                self.tried(|draft| other_kind(draft, drive, kind))
            };
            let seen = &result.drives[drive];
            let target = seen.at_half(Case::Target);
            let winding_c = seen.thermal.as_ref().and_then(|thermal| thermal.winding_c);
            let controllers = draft.option.drives[drive].controller_count;
            let why = match kind {
                MachineKind::Brushed => {
                    "Two leads, any simple controller, several motors on one channel, an even pull from standstill; brushes and \
                     commutator wear."
                }
                MachineKind::Brushless => {
                    "Hardly any wear and more power for the size; three leads and a controller of its own for each motor."
                }
            };
            School {
                name: kind.label().to_owned(),
                says: format!(
                    "{why} Here its winding would get to {} and it would run {}; {}.",
                    winding_said(seen.thermal.as_ref()),
                    said(result.supply.runtime_min, "min"),
                    holding(&result)
                ),
                now,
                pointer: (!now).then(|| format!("/options/{}/drives/{drive}", self.index)),
                value: if now { None } else { serde_json::to_value(&draft.option.drives[drive]).ok() },
                figures: vec![
                    share("efficiency at the target", target.and_then(|case| case.efficiency)),
                    figure("winding", winding_c, "temperature"),
                    figure("time on one charge", result.supply.runtime_min, "minutes"),
                    figure("controllers", Some(f64::from(controllers)), "count"),
                ],
            }
        };
        Some(Question {
            id: "brushes",
            drive: Some(parts.drive.clone()),
            asks: "Brushes, or none?",
            schools: vec![school(MachineKind::Brushed), school(MachineKind::Brushless)],
        })
    }

    /// In the wheel or beside it with a belt; `None` for anything that does not roll on a plain motor.
    pub(super) fn hub_or_belt(&self, drive: usize) -> Option<Question> {
        let parts = &self.draft.option.drives[drive];
        let rolls = matches!(self.load(drive)?, Load::Vehicle(_));
        if !rolls || parts.motor.kind != MotorKind::Brushless || parts.motor.gearbox.is_some() {
            return None;
        }
        let ratio: f64 = parts.gearing.iter().map(GearingStage::ratio).product();
        let is_hub = parts.gearing.is_empty();
        if !is_hub && ratio < 1.2 {
            return None;
        }
        let school = |hub: bool| {
            let now = hub == is_hub;
            let (draft, result) = if now {
                (self.draft.clone(), self.now.clone())
            } else {
                self.tried(
                    |draft| if hub { into_the_wheel(draft, drive, ratio) } else { beside_the_wheel(draft, drive) },
                )
            };
            self.hub_school(drive, hub, now, &draft, &result)
        };
        Some(Question {
            id: "hub_or_belt",
            drive: Some(parts.drive.clone()),
            asks: "A motor in the wheel, or a belt?",
            schools: vec![school(true), school(false)],
        })
    }

    fn hub_school(&self, drive: usize, hub: bool, now: bool, draft: &Variant, result: &OptionEvaluation) -> School {
        let parts = &draft.option.drives[drive];
        let seen = &result.drives[drive];
        let name = Some(parts.drive.as_str());
        let climb = check(result, CheckCode::PerformanceClimb, name).and_then(|check| check.utilisation);
        let motor_a = seen.at_half(Case::Climb).or(seen.at_half(Case::Target)).and_then(|case| case.motor_current_a);
        let winding_c = seen.thermal.as_ref().and_then(|thermal| thermal.winding_c);
        let why = if hub {
            "Quiet, hidden, no belt to keep; less torque for its weight, and the wheel is fixed."
        } else {
            "Any wheel, any ratio, more torque on hills; noise, a guard and a belt that wears."
        };
        School {
            name: if hub {
                format!("In the wheel, {} Kv", significant(parts.motor.kv_rpm_per_v))
            } else {
                format!("Belt, {} Kv", significant(parts.motor.kv_rpm_per_v))
            },
            says: format!(
                "{why} Here, from the same iron, each motor would take {} at its hardest and its winding get to {}; {}.",
                said(motor_a, "A"),
                winding_said(seen.thermal.as_ref()),
                holding(result)
            ),
            now,
            pointer: (!now).then(|| format!("/options/{}/drives/{drive}", self.index)),
            value: if now { None } else { serde_json::to_value(parts).ok() },
            figures: vec![
                figure("each motor, hardest work", motor_a, "current"),
                share("climb used", climb),
                figure("winding", winding_c, "temperature"),
                figure("time on one charge", result.supply.runtime_min, "minutes"),
            ],
        }
    }
}

/// The same can with the other winding, and the controller for it.
fn other_kind(draft: &mut Variant, drive: usize, kind: MachineKind) {
    let parts = &mut draft.option.drives[drive];
    scaling::other_kind(&mut parts.motor, kind.motor());
    if kind == MachineKind::Brushless && parts.controller.is_none() {
        parts.controller = controller_in_place_of_a_switch(&parts.motor);
    }
    if let Some(controller) = &mut parts.controller {
        scaling::controller_for(controller, kind);
        match kind {
            MachineKind::Brushless => {
                parts.motors_per_channel = 1;
                parts.controller_count = parts.motor_count.div_ceil(controller.channels);
            }
            MachineKind::Brushed => {
                parts.motors_per_channel = parts.motor_count.div_ceil(controller.channels * parts.controller_count);
            }
        }
    }
}

/// A brushless motor does not turn on a switch: a controller for as much as the motor takes.
fn controller_in_place_of_a_switch(motor: &Motor) -> Option<Controller> {
    let amps = motor.max_continuous_current_a;
    let made = serde_json::json!({
        "label": "Brushless controller, to be found", "kind": "brushless", "motor_current_continuous_a": amps, "motor_current_peak_a": amps,
        "on_resistance_ohm": SWITCHED_OHM, "source": "Worked out; look for a real one.",
        "provenance": {"on_resistance_ohm": "estimated"}
    });
    Controller::read_object(&made, &[], &Place::root(), &mut Problems::default())
}

/// The motor wound for the speed of the wheel, without its stages.
fn into_the_wheel(draft: &mut Variant, drive: usize, ratio: f64) {
    let parts = &mut draft.option.drives[drive];
    let kv = parts.motor.kv_rpm_per_v / ratio;
    scaling::rewound(&mut parts.motor, kv);
    parts.gearing.clear();
}

/// The motor wound faster, with a belt.
fn beside_the_wheel(draft: &mut Variant, drive: usize) {
    let parts = &mut draft.option.drives[drive];
    let kv = parts.motor.kv_rpm_per_v * f64::from(BELT.1) / f64::from(BELT.0);
    scaling::rewound(&mut parts.motor, kv);
    let belt = serde_json::json!({
        "kind": "belt", "label": format!("Belt 5 mm pitch, 15 mm wide, {}:{}", BELT.0, BELT.1), "driver_teeth": BELT.0,
        "driven_teeth": BELT.1, "pitch_mm": 5, "width_mm": 15, "efficiency": 0.95
    });
    let mut problems = Problems::default();
    parts.gearing.extend(GearingStage::read_object(&belt, &[], &Place::root(), &mut problems));
}

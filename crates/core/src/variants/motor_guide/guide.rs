//! Which kind of motor: reasons for and against each kind, from the job and a few plain wishes.
//!
//! There is no hidden score. Each point is one rule that applied, with its reason; a kind ranks by the points for it less
//! the points against it, and one that a class forbids or that cannot do the job comes last, with that as its reason.

use serde::Serialize;

use super::asked::{forbidden, size_asked};
use super::generator_rules::GENERATOR_RULES;
use super::rules::{RULES, Rule, Weight};
use crate::document::{Build, JobDrive, Load, Wishes};
use crate::evaluation::evaluate_option;
use crate::model::cases::Case;

choice! {
    /// A kind of motor.
    MotorFamily {
        SealedCan = "sealed_can", "Brushed, sealed can";
        Rebuildable = "rebuildable", "Brushed, rebuildable";
        Sensorless = "sensorless", "Brushless without sensors";
        Sensored = "sensored", "Brushless with sensors";
        FieldOriented = "field_oriented", "Field-oriented with encoder";
        HubDirect = "hub_direct", "Hub motor, direct";
        HubGeared = "hub_geared", "Hub motor, geared";
        GearMotorPlanetary = "gear_motor_planetary", "Gear motor, planetary";
        GearMotorWorm = "gear_motor_worm", "Gear motor, worm";
        Stepper = "stepper", "Stepper";
    }
}

impl MotorFamily {
    /// What else it needs beside itself where a source turns it.
    const fn needs_turned(self) -> &'static [&'static str] {
        match self {
            Self::SealedCan | Self::Rebuildable => {
                &["a speed-up of belt or chain", "a diode against running from the battery"]
            }
            Self::Sensorless | Self::Sensored | Self::FieldOriented => {
                &["a speed-up of belt or chain", "a three-phase bridge on something that cools it"]
            }
            Self::HubDirect | Self::HubGeared => {
                &["a fork or axle with torque arms", "a three-phase bridge on something that cools it"]
            }
            Self::GearMotorPlanetary | Self::GearMotorWorm => {
                &["a hub for its shaft", "a diode against running from the battery"]
            }
            Self::Stepper => &["two bridges, one for each phase", "a smoothing capacitor"],
        }
    }

    /// What else it needs beside itself where it is fed.
    #[must_use]
    pub const fn needs(self) -> &'static [&'static str] {
        match self {
            Self::SealedCan => &["a brushed controller, one channel for several motors", "a pinion and a mount"],
            Self::Rebuildable => &[
                "a brushed controller, one channel for several motors",
                "brushes, springs and a way to turn a commutator",
            ],
            Self::Sensorless => &[
                "a brushless controller of its own for each motor",
                "three thick leads",
                "pulleys or gears and a mount",
            ],
            Self::Sensored => &[
                "a brushless controller with a sensor input for each motor",
                "a sensor lead kept away from the power leads",
                "pulleys or gears and a mount",
            ],
            Self::FieldOriented => &[
                "a field-oriented controller with an encoder input for each motor",
                "an encoder, set to the rotor once",
                "pulleys or gears and a mount",
            ],
            Self::HubDirect => &[
                "a brushless controller of its own for each motor",
                "a fork or axle with torque arms",
                "a wheel that fits nothing else",
            ],
            Self::HubGeared => &["a brushless controller of its own for each motor", "a fork or axle with torque arms"],
            Self::GearMotorPlanetary => {
                &["a brushed controller, one channel for several motors", "a hub for its shaft"]
            }
            Self::GearMotorWorm => &[
                "a brushed controller, one channel for several motors",
                "a hub for its shaft",
                "room for a motor that stands across",
            ],
            Self::Stepper => &["a driver of its own for each motor"],
        }
    }

    /// What it asks for over the years.
    #[must_use]
    pub const fn upkeep(self) -> &'static [&'static str] {
        match self {
            Self::SealedCan => &[
                "brushes wear and cannot be changed: the can is thrown away",
                "bushings wear oval under gear load; cans with ball bearings do not",
            ],
            Self::Rebuildable => &[
                "brushes are changed, the commutator is turned and its slots are cleaned",
                "brush springs weaken with heat: a weak one sparks",
                "bushings wear oval under gear load; ball bearings do not",
            ],
            Self::Sensorless => &["bearings only; water is met best by this kind, but rust in the bearings is not"],
            Self::Sensored => &["bearings", "the sensor board and its thin lead are what fails in water"],
            Self::FieldOriented => &["bearings", "the encoder must stay clean, dry and tight on the shaft"],
            Self::HubDirect => &["bearings; the tyre wears with the motor in it"],
            Self::HubGeared => {
                &["plastic planet gears wear and strip when it is stalled", "bearings and a freewheel inside"]
            }
            Self::GearMotorPlanetary => &["brushes", "grease in the gearbox; the last stage strips first"],
            Self::GearMotorWorm => &["brushes", "grease; a brass wheel wears against a steel worm"],
            Self::Stepper => &["bearings only"],
        }
    }
}

/// Which way a point counts.
#[derive(Debug, Clone, Copy, PartialEq, Eq, Serialize, schemars::JsonSchema)]
#[serde(rename_all = "snake_case")]
pub enum Side {
    /// Speaks for it.
    For,
    /// Speaks against it.
    Against,
    /// Rules it out.
    RulesOut,
}

/// One rule that applied.
#[derive(Debug, Clone, PartialEq, Eq, Serialize, schemars::JsonSchema)]
pub struct Point {
    /// Which way it counts.
    pub side: Side,
    /// What was asked or is so.
    pub since: &'static str,
    /// Why it counts.
    pub reason: &'static str,
}

/// A kind of motor with every point for and against it.
#[derive(Debug, Clone, PartialEq, Serialize, schemars::JsonSchema)]
pub struct Ranked {
    /// The kind.
    pub kind: MotorFamily,
    /// What a maker calls it.
    pub label: &'static str,
    /// Points for it.
    pub points_for: u32,
    /// Points against it.
    pub points_against: u32,
    /// Whether a rule rules it out.
    pub ruled_out: bool,
    /// Each point with its reason.
    pub points: Vec<Point>,
    /// What else it needs.
    pub needs: Vec<&'static str>,
    /// What it asks for over the years.
    pub upkeep: Vec<&'static str>,
}

/// What a guide says.
#[derive(Debug, Clone, PartialEq, Serialize, schemars::JsonSchema)]
pub struct Guide {
    /// Whether anything is answered: without an answer the kinds that can do the job stand in no order.
    pub ranked: bool,
    /// Every kind, best first where they are ranked; those that cannot do the job last.
    pub kinds: Vec<Ranked>,
    /// The size that power and mass of the job ask for, in one sentence; null where nothing tells.
    pub size: Option<String>,
    /// What of the option a class forbids, in one sentence each.
    pub forbidden: Vec<String>,
}

/// What the rules look at.
#[derive(Debug, Clone, Copy, PartialEq)]
pub(super) struct MotorDuty<'a> {
    pub wishes: &'a Wishes,
    /// What it moves.
    pub load: &'a Load,
    /// Moving mass of a vehicle with its drive parts, kg.
    pub mass_kg: Option<f64>,
    /// Speed of the output it needs, rpm.
    pub output_rpm: f64,
    /// Power at the output at the target, W.
    pub power_w: f64,
    /// Motors on the drive.
    pub motors: u32,
}

/// Nothing asked beside speed and torque.
pub(super) const NO_WISHES: Wishes = Wishes {
    finesse: None,
    wetness: None,
    noise: None,
    upkeep: None,
    purse: None,
    class_rule: None,
    wheel: None,
    purpose: None,
    class_cells: None,
    class_can: None,
    class_turns: None,
    class_poles: None,
    class_timing: None,
};

/// Every kind for a drive of an option, best first; `None` where the option has no such drive.
#[must_use]
pub fn guide(build: &Build, option: usize, drive: usize) -> Option<Guide> {
    let sheet = build.options.get(option)?;
    let parts = sheet.drives.get(drive)?;
    let job: &JobDrive = build.job.drives.iter().find(|job| job.name == parts.drive)?;
    let result = evaluate_option(&build.job, sheet, option);
    let seen = result.drives.get(drive)?;
    let required = seen.required;
    let climb_w = seen.at_half(Case::Climb).and_then(|case| case.output_power_w);
    let duty = MotorDuty {
        wishes: job.wishes.as_ref().unwrap_or(&NO_WISHES),
        load: &job.load,
        mass_kg: match &job.load {
            Load::Vehicle(vehicle) => {
                Some(vehicle.base_mass_kg + vehicle.payload_kg + vehicle.towed_mass_kg + result.hardware_mass_kg)
            }
            _ => None,
        },
        output_rpm: required.output_rpm,
        power_w: required.output_power_w,
        motors: parts.motor_count,
    };
    let hardest_w = required.output_power_w.max(climb_w.unwrap_or(0.0));
    Some(Guide {
        ranked: *duty.wishes != NO_WISHES,
        kinds: rank(&duty),
        size: size_asked(&duty, hardest_w / f64::from(parts.motor_count.max(1))),
        forbidden: forbidden(duty.wishes, sheet, parts),
    })
}

/// Every kind with the rules that apply, best first; of equals the simpler one.
pub(super) fn rank(duty: &MotorDuty<'_>) -> Vec<Ranked> {
    let generates = matches!(duty.load, Load::Generator(_));
    // Steppers hold places; they are looked at where something turns them.
    let kinds = MotorFamily::ALL.iter().filter(|kind| generates || **kind != MotorFamily::Stepper);
    let mut ranked: Vec<Ranked> = kinds.map(|&kind| judged(kind, duty)).collect();
    if *duty.wishes == NO_WISHES && !generates {
        ranked.sort_by_key(|kind| kind.ruled_out);
        return ranked;
    }
    // Stable: the list of kinds runs from simple to involved.
    ranked.sort_by_key(|kind| (kind.ruled_out, i64::from(kind.points_against) - i64::from(kind.points_for)));
    ranked
}

fn judged(kind: MotorFamily, duty: &MotorDuty<'_>) -> Ranked {
    let mut points = Vec::new();
    let generates = matches!(duty.load, Load::Generator(_));
    let list = if generates { GENERATOR_RULES } else { RULES };
    let rules = list.iter().filter(|rule| (rule.when)(duty));
    for Rule { since, says, .. } in rules {
        let about = says.iter().filter(|(kinds, ..)| kinds.contains(&kind));
        points.extend(about.map(|&(_, weight, reason)| Point {
            side: match weight {
                Weight::For => Side::For,
                Weight::Against => Side::Against,
                Weight::RulesOut => Side::RulesOut,
            },
            since,
            reason,
        }));
    }
    let count =
        |side: Side| u32::try_from(points.iter().filter(|point| point.side == side).count()).unwrap_or(u32::MAX);
    Ranked {
        kind,
        label: kind.label(),
        points_for: count(Side::For),
        points_against: count(Side::Against),
        ruled_out: count(Side::RulesOut) > 0,
        points,
        needs: if generates { kind.needs_turned() } else { kind.needs() }.to_vec(),
        upkeep: kind.upkeep().to_vec(),
    }
}

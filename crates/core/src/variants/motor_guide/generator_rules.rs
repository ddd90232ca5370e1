//! The rules of the guide for machines that are turned, as data. Common practice throughout.

use super::guide::MotorDuty;
use super::guide::MotorFamily::{
    FieldOriented, GearMotorPlanetary, GearMotorWorm, HubDirect, HubGeared, Rebuildable, SealedCan, Sensored,
    Sensorless, Stepper,
};
use super::rules::Rule;
use super::rules::Weight::{Against, For, RulesOut};
use crate::document::{Noise, Purse, Upkeep, Wetness};

/// Below this a shaft is slow, rpm.
const SLOW_RPM: f64 = 300.0;

fn is_slow(duty: &MotorDuty<'_>) -> bool {
    duty.output_rpm < SLOW_RPM
}

/// Every rule for generators.
pub(super) const GENERATOR_RULES: &[Rule] = &[
    Rule {
        since: "it is turned from its shaft",
        when: |_| true,
        says: &[
            (&[GearMotorWorm], RulesOut, "a worm is not turned from behind"),
            (&[HubGeared], Against, "its freewheel lets the shaft turn alone in one direction"),
            (&[Sensorless], For, "with a speed-up and a bridge it gives most for its size"),
            (&[Sensored, FieldOriented], Against, "its sensors serve nothing here"),
            (&[Stepper], Against, "its two phases want two bridges, and it gives little for its weight"),
            (&[SealedCan, Rebuildable], For, "it gives direct current without a bridge"),
            (&[GearMotorPlanetary], Against, "turned from behind its gears are loud, and they and its brushes wear"),
        ],
    },
    Rule {
        since: "the source turns slowly",
        when: is_slow,
        says: &[
            (&[GearMotorPlanetary], For, "its gearbox speeds it up: volts at a slow shaft, ready to use"),
            (&[HubDirect], For, "many poles and a low Kv: volts at a slow shaft without gears"),
            (&[Stepper], For, "many poles: volts at a slow shaft without gears"),
            (
                &[SealedCan, Rebuildable],
                Against,
                "it wants a speed-up before it gives its volts, and its brushes wear with it",
            ),
        ],
    },
    Rule {
        since: "the source turns fast",
        when: |duty| !is_slow(duty),
        says: &[
            (&[GearMotorPlanetary], Against, "its gearbox would be spun far above what it stands"),
            (&[Stepper], Against, "its many poles make it lossy at speed"),
            (&[Sensorless], For, "it turns fast and is best then"),
        ],
    },
    Rule {
        since: "it runs for days",
        when: |duty| duty.wishes.upkeep == Some(Upkeep::Nobody),
        says: &[
            (&[SealedCan, Rebuildable, GearMotorPlanetary], Against, "its brushes wear whenever it turns"),
            (&[Sensorless, HubDirect, Stepper], For, "bearings are all that wears"),
        ],
    },
    Rule {
        since: "it must be quiet",
        when: |duty| duty.wishes.noise == Some(Noise::Quiet),
        says: &[
            (&[GearMotorPlanetary], Against, "its gears are heard wherever it stands"),
            (&[HubDirect, Stepper], For, "nothing in it meshes"),
        ],
    },
    Rule {
        since: "it may cost little",
        when: |duty| duty.wishes.purse == Some(Purse::Small),
        says: &[
            (&[GearMotorPlanetary], For, "motor and speed-up in one, from any scrap drawer"),
            (&[Stepper], For, "every old printer has one"),
        ],
    },
    Rule {
        since: "it meets water",
        when: |duty| matches!(duty.wishes.wetness, Some(Wetness::Mud | Wetness::Splash)),
        says: &[
            (&[Sensorless, HubDirect], For, "closed, or indifferent to water"),
            (&[SealedCan, Rebuildable, GearMotorPlanetary], Against, "brushes and water do not get on"),
        ],
    },
];

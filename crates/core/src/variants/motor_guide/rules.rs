//! The rules of the guide, as data: when each applies, and what it says about which kinds. Common practice throughout.

use super::guide::MotorDuty;
use super::guide::MotorFamily::{
    self, FieldOriented, GearMotorPlanetary, GearMotorWorm, HubDirect, HubGeared, Rebuildable, SealedCan, Sensored,
    Sensorless,
};
use crate::document::{ClassRule, Finesse, Load, Noise, Purpose, Purse, Upkeep, Wetness, WheelWish};

/// How a statement counts.
#[derive(Debug, Clone, Copy, PartialEq, Eq)]
pub(super) enum Weight {
    For,
    Against,
    RulesOut,
}
use Weight::{Against, For, RulesOut};

/// What a rule says about some kinds.
type Says = (&'static [MotorFamily], Weight, &'static str);

/// One rule.
pub(super) struct Rule {
    /// What was asked for or is so.
    pub since: &'static str,
    /// Whether it applies.
    pub when: fn(&MotorDuty<'_>) -> bool,
    /// What it says.
    pub says: &'static [Says],
}

const BRUSHED: &[MotorFamily] = &[SealedCan, Rebuildable, GearMotorPlanetary, GearMotorWorm];
const BRUSHLESS: &[MotorFamily] = &[Sensorless, Sensored, FieldOriented, HubDirect, HubGeared];
const HUBS: &[MotorFamily] = &[HubDirect, HubGeared];

/// Every rule of the guide.
pub(super) const RULES: &[Rule] = &[
    Rule {
        since: "it must crawl",
        when: |duty| duty.wishes.finesse == Some(Finesse::Much),
        says: &[
            (&[FieldOriented], For, "an encoder holds a crawl of a few turns a minute without a tremble"),
            (&[Sensored], For, "sensors start smoothly from standstill"),
            (&[GearMotorPlanetary, GearMotorWorm], For, "a deep gear makes walking pace a comfortable motor speed"),
            (&[SealedCan, Rebuildable], For, "brushes commutate at any speed, also at none"),
            (&[Sensorless], Against, "without sensors it cogs and stutters until it turns"),
            (&[HubDirect], Against, "at walking pace a direct hub works far below its speed: hot and weak"),
        ],
    },
    Rule {
        since: "starts must be smooth",
        when: |duty| duty.wishes.finesse == Some(Finesse::Smooth),
        says: &[
            (&[Sensored, FieldOriented], For, "it knows where its rotor is and starts without a jerk"),
            (&[Sensorless], Against, "it guesses the rotor at the start: a push or a jerk begins the ride"),
        ],
    },
    Rule {
        since: "it gets into mud, wading or salt",
        when: |duty| duty.wishes.wetness == Some(Wetness::Mud),
        says: &[
            (&[Sensorless], For, "three leads and a coated winding: nothing in it minds water"),
            (&[Sensored, FieldOriented], Against, "sensor boards and their thin leads fail in water first"),
            (&[SealedCan, Rebuildable], Against, "brushes wear fast in mud and water, and the springs rust"),
            (HUBS, Against, "water gets in along the axle and does not get out"),
        ],
    },
    Rule {
        since: "it meets splashes and dust",
        when: |duty| duty.wishes.wetness == Some(Wetness::Splash),
        says: &[
            (&[Sensorless, HubDirect], For, "closed or indifferent to splashes"),
            (&[Rebuildable], Against, "its open end bell takes dust in"),
        ],
    },
    Rule {
        since: "it must be quiet",
        when: |duty| duty.wishes.noise == Some(Noise::Quiet),
        says: &[
            (&[HubDirect], For, "no gear, no belt: the quietest there is"),
            (&[FieldOriented], For, "sine currents do not sing as six steps do"),
            (&[GearMotorWorm], For, "a worm runs more quietly than spur teeth"),
            (&[GearMotorPlanetary, HubGeared], Against, "its small gears whine"),
            (&[Sensorless], Against, "six-step drive sings, and its start can be heard"),
        ],
    },
    Rule {
        since: "nobody looks after it",
        when: |duty| duty.wishes.upkeep == Some(Upkeep::Nobody),
        says: &[
            (BRUSHLESS, For, "no brushes: bearings are all that wears"),
            (&[Rebuildable], Against, "it lives from being rebuilt"),
            (&[SealedCan, GearMotorPlanetary, GearMotorWorm], Against, "its brushes end one day, without notice"),
        ],
    },
    Rule {
        since: "someone likes to look after it",
        when: |duty| duty.wishes.upkeep == Some(Upkeep::Handy),
        says: &[(&[Rebuildable], For, "brushes, springs and commutator can be renewed for years")],
    },
    Rule {
        since: "it may cost little",
        when: |duty| duty.wishes.purse == Some(Purse::Small),
        says: &[
            (&[SealedCan], For, "the cheapest motor, and any simple controller drives it"),
            (&[GearMotorPlanetary, GearMotorWorm], For, "motor and gear in one, nothing else to buy"),
            (&[Sensorless], For, "the cheapest brushless kind"),
            (&[FieldOriented], Against, "encoder and controller cost more than the motor"),
            (&[Sensored], Against, "sensored controllers cost more"),
        ],
    },
    Rule {
        since: "it may cost little, and there are several motors",
        when: |duty| duty.wishes.purse == Some(Purse::Small) && duty.motors > 1,
        says: &[
            (BRUSHED, For, "several share one channel of one controller"),
            (BRUSHLESS, Against, "each motor wants a controller of its own"),
        ],
    },
    Rule {
        since: "the class allows brushed motors only",
        when: |duty| duty.wishes.class_rule == Some(ClassRule::BrushedOnly),
        says: &[(BRUSHLESS, RulesOut, "the class forbids it")],
    },
    Rule {
        since: "the class allows sealed cans only",
        when: |duty| duty.wishes.class_rule == Some(ClassRule::SealedOnly),
        says: &[
            (BRUSHLESS, RulesOut, "the class forbids it"),
            (&[Rebuildable], RulesOut, "the class wants a sealed can"),
        ],
    },
    Rule {
        since: "the class forbids rotor sensors",
        when: |duty| duty.wishes.class_rule == Some(ClassRule::NoSensors),
        says: &[(&[Sensored, FieldOriented], RulesOut, "the class forbids its sensor")],
    },
    Rule {
        since: "any wheel must go on",
        when: |duty| duty.wishes.wheel == Some(WheelWish::Any),
        says: &[
            (HUBS, Against, "the wheel is part of the motor: no other size, no other tyre"),
            (&[Sensorless, Sensored, FieldOriented], For, "a belt or gear drives any wheel at any ratio"),
        ],
    },
    Rule {
        since: "nothing may stick out of the wheel",
        when: |duty| duty.wishes.wheel == Some(WheelWish::Fixed),
        says: &[(HUBS, For, "all of it is hidden in the wheel: no belt, no guard")],
    },
    Rule {
        since: "it does not roll",
        when: |duty| !matches!(duty.load, Load::Vehicle(_)),
        says: &[(HUBS, RulesOut, "a hub motor is a wheel")],
    },
    Rule {
        since: "it holds a load that hangs",
        when: |duty| matches!(duty.load, Load::Hoist(_)),
        says: &[
            (&[GearMotorWorm], For, "a worm holds the load when the current stops"),
            (&[Sensorless], Against, "starting under a hanging load without sensors lets it drop first"),
        ],
    },
    Rule {
        since: "the grade is steep",
        when: |duty| matches!(duty.load, Load::Vehicle(vehicle) if vehicle.grade_percent >= 10.0),
        says: &[
            (&[HubDirect], Against, "without a gear it holds a hill only with high currents"),
            (&[GearMotorPlanetary, GearMotorWorm, HubGeared], For, "its gear multiplies the torque on the hill"),
            (&[Sensored, FieldOriented], For, "it starts under load on the hill without cogging"),
            (&[Sensorless], Against, "a start on the hill is where it stutters"),
        ],
    },
    Rule {
        since: "the output turns slowly",
        when: |duty| duty.output_rpm < 400.0,
        says: &[
            (&[GearMotorPlanetary, GearMotorWorm], For, "made for such speeds: no further stage"),
            (&[SealedCan, Rebuildable, Sensorless], Against, "it wants two stages to come down to this speed"),
        ],
    },
    Rule {
        since: "the output turns fast",
        when: |duty| duty.output_rpm > 3000.0,
        says: &[
            (&[Sensorless], For, "it likes speed, and sensors add nothing there"),
            (&[SealedCan], For, "it turns that fast without any gear"),
        ],
    },
    Rule {
        since: "the output turns faster than gear motors do",
        when: |duty| duty.output_rpm > 600.0,
        says: &[(&[GearMotorPlanetary, GearMotorWorm], RulesOut, "gear motors end at about 600 turns a minute")],
    },
    Rule {
        since: "it is a small vehicle that runs",
        when: |duty| duty.mass_kg.is_some_and(|mass| (0.7..6.0).contains(&mass)) && duty.output_rpm > 350.0,
        says: &[(
            &[GearMotorPlanetary, GearMotorWorm],
            RulesOut,
            "the small gearboxes that are fast enough strip: a pinion and a spur gear can be changed",
        )],
    },
    Rule {
        since: "it races against others",
        when: |duty| duty.wishes.purpose == Some(Purpose::Racing),
        says: &[
            (&[Sensored], For, "it leaves the line without a stutter, and its timing can be set"),
            (&[Sensorless], Against, "a stutter at the start loses the race"),
            (
                &[GearMotorPlanetary, GearMotorWorm, HubDirect, HubGeared],
                Against,
                "its gearing cannot be changed for a track",
            ),
        ],
    },
    Rule {
        since: "it is driven by feel",
        when: |duty| duty.wishes.purpose == Some(Purpose::Feel),
        says: &[
            (&[FieldOriented, Sensored], For, "torque follows the finger from standstill on"),
            (&[Rebuildable, SealedCan], For, "brushes give an even pull at a crawl, and many turns a fine one"),
            (&[Sensorless], Against, "below its first turns it has no feel at all"),
        ],
    },
    Rule {
        since: "the class names a can",
        when: |duty| duty.wishes.class_can.is_some(),
        says: &[
            (HUBS, RulesOut, "it has no such can"),
            (&[GearMotorPlanetary, GearMotorWorm], RulesOut, "it has no such can"),
        ],
    },
    Rule {
        since: "it takes more than 500 W",
        when: |duty| duty.power_w / f64::from(duty.motors.max(1)) > 500.0,
        says: &[
            (BRUSHLESS, For, "more power for its size, and the heat sits outside"),
            (
                &[SealedCan, GearMotorPlanetary, GearMotorWorm],
                Against,
                "cans and gear motors of that power are rare and hot",
            ),
        ],
    },
    Rule {
        since: "the machine is heavier than 150 kg",
        when: |duty| duty.mass_kg.is_some_and(|mass| mass > 150.0),
        says: &[
            (&[GearMotorPlanetary, GearMotorWorm], For, "large ones are made for carts and chairs"),
            (&[SealedCan], Against, "small cans and their bushings do not last under such loads"),
        ],
    },
];

#[cfg(test)]
mod tests {
    use super::super::guide::{MotorDuty, Ranked, Side, rank};
    use super::*;
    use crate::document::{Build, Wishes};

    fn cart() -> Build {
        Build::from_json(crate::library::demo::BUILDS[0].json).expect("the demo reads")
    }

    fn ranked_for(build: &Build, wishes: Wishes, output_rpm: f64, power_w: f64, motors: u32) -> Vec<Ranked> {
        let load = &build.job.drives[0].load;
        rank(&MotorDuty { wishes: &wishes, load, mass_kg: Some(60.0), output_rpm, power_w, motors })
    }

    const NONE: Wishes = super::super::guide::NO_WISHES;

    /// Common practice: which kinds a rule puts in front, and which it rules out.
    #[test]
    fn each_wish_moves_the_kinds_the_trade_would_move() {
        let build = cart();
        let table: &[(&str, Wishes, MotorFamily, Side)] = &[
            ("crawl", Wishes { finesse: Some(Finesse::Much), ..NONE }, FieldOriented, Side::For),
            ("crawl", Wishes { finesse: Some(Finesse::Much), ..NONE }, Sensorless, Side::Against),
            ("mud", Wishes { wetness: Some(Wetness::Mud), ..NONE }, Sensorless, Side::For),
            ("mud", Wishes { wetness: Some(Wetness::Mud), ..NONE }, Sensored, Side::Against),
            ("quiet", Wishes { noise: Some(Noise::Quiet), ..NONE }, HubDirect, Side::For),
            ("nobody", Wishes { upkeep: Some(Upkeep::Nobody), ..NONE }, Rebuildable, Side::Against),
            ("class", Wishes { class_rule: Some(ClassRule::SealedOnly), ..NONE }, Rebuildable, Side::RulesOut),
            ("class", Wishes { class_rule: Some(ClassRule::NoSensors), ..NONE }, FieldOriented, Side::RulesOut),
            ("any wheel", Wishes { wheel: Some(WheelWish::Any), ..NONE }, HubGeared, Side::Against),
        ];
        for (name, wishes, kind, side) in table {
            let ranked = ranked_for(&build, wishes.clone(), 1000.0, 100.0, 1);
            let seen = ranked.iter().find(|entry| entry.kind == *kind).expect("every kind is ranked");
            assert!(seen.points.iter().any(|point| point.side == *side), "{name}: {seen:?}");
        }
    }

    #[test]
    fn what_is_ruled_out_comes_last_and_every_point_names_its_reason() {
        let build = cart();
        let ranked = ranked_for(&build, Wishes { class_rule: Some(ClassRule::BrushedOnly), ..NONE }, 200.0, 50.0, 2);
        let first_out = ranked.iter().position(|entry| entry.ruled_out).expect("something is ruled out");
        assert!(ranked[first_out..].iter().all(|entry| entry.ruled_out));
        assert_eq!(ranked.len(), MotorFamily::ALL.len() - 1, "steppers are looked at where something turns them");
        for entry in &ranked {
            assert_eq!(entry.points_for as usize, entry.points.iter().filter(|p| p.side == Side::For).count());
            assert!(entry.points.iter().all(|point| point.reason.len() > 10 && point.since.len() > 5));
            assert!(!entry.needs.is_empty() && !entry.upkeep.is_empty());
        }
    }
}

//! Builds to start from, one for each kind of machine. Every figure is a plausible start and says so.

use serde::Serialize;

/// A kind of machine to start from.
#[derive(Debug, Clone, Copy, PartialEq, Eq, Serialize, schemars::JsonSchema)]
pub struct Template {
    /// Short name for addresses.
    pub kind: &'static str,
    /// What a maker calls it.
    pub title: &'static str,
    /// What it starts with.
    pub words: &'static str,
    /// The document, `ypsidyne.build/1`.
    #[serde(skip)]
    #[schemars(skip)]
    pub json: &'static str,
}

/// All kinds, in the order they are offered.
pub const TEMPLATES: &[Template] = &[
    Template {
        kind: "board",
        title: "Board",
        words: "a rider on small wheels, belt or hub",
        json: include_str!("template_builds/board.json"),
    },
    Template {
        kind: "car",
        title: "Model car or truck",
        words: "1/10 and the like: a can or a brushless motor, pinion and spur",
        json: include_str!("template_builds/car.json"),
    },
    Template {
        kind: "micro",
        title: "Small truck or robot",
        words: "some hundred grams on micro gear motors",
        json: include_str!("template_builds/micro.json"),
    },
    Template {
        kind: "scooter",
        title: "Bike or scooter",
        words: "a rider on a hub motor, or one in the middle",
        json: include_str!("template_builds/scooter.json"),
    },
    Template {
        kind: "cart",
        title: "Cart or robot",
        words: "walks, carries, climbs on gear motors",
        json: include_str!("template_builds/cart.json"),
    },
    Template {
        kind: "mower",
        title: "Mower",
        words: "a blade, and wheels that push it",
        json: include_str!("template_builds/mower.json"),
    },
    Template {
        kind: "launcher",
        title: "Launcher",
        words: "spinning wheels that throw, and a feeder",
        json: include_str!("template_builds/launcher.json"),
    },
    Template {
        kind: "plane",
        title: "Plane or drone propeller",
        words: "a known propeller, some minutes in the air",
        json: include_str!("template_builds/plane.json"),
    },
    Template {
        kind: "boat",
        title: "Boat",
        words: "a propeller with a known point",
        json: include_str!("template_builds/boat.json"),
    },
    Template {
        kind: "fan",
        title: "Fan or blower",
        words: "air at a speed, from a known point",
        json: include_str!("template_builds/fan.json"),
    },
    Template {
        kind: "hoist",
        title: "Hoist",
        words: "a mass on a drum",
        json: include_str!("template_builds/hoist.json"),
    },
    Template {
        kind: "generator",
        title: "Generator",
        words: "water, wind or a crank turns it, it charges",
        json: include_str!("template_builds/generator.json"),
    },
    Template {
        kind: "other",
        title: "Something else",
        words: "a torque at a speed",
        json: include_str!("template_builds/other.json"),
    },
];

#[cfg(test)]
mod tests {
    use super::TEMPLATES;
    use crate::document::Build;
    use crate::evaluation::checks::Verdict;
    use crate::evaluation::evaluate;

    #[test]
    fn every_start_reads_and_holds() {
        for template in TEMPLATES {
            let build =
                Build::from_json(template.json).unwrap_or_else(|problems| panic!("{}: {problems:#?}", template.kind));
            for option in evaluate(&build).options {
                let failing: Vec<_> =
                    option.checks.iter().filter(|check| check.verdict == Verdict::Fail).map(|c| &c.because).collect();
                assert!(failing.is_empty(), "{}: {failing:#?}", template.kind);
            }
        }
    }
}

//! The demo builds and bench sheets of the Quarry Street Community Workshop. Place, machines and parts are invented.

use crate::document::Problem;
use crate::document::log::Entry;

/// One demo build.
#[derive(Debug, Clone, Copy)]
pub struct DemoBuild {
    /// Short name for addresses and files.
    pub slug: &'static str,
    /// The document, `ypsidyne.build/1`.
    pub json: &'static str,
    /// What happened to it: entries of `ypsidyne.log/1`, good and bad days.
    pub log: &'static str,
}

/// All demo builds, in the order they are shown.
pub const BUILDS: &[DemoBuild] = &[
    DemoBuild {
        slug: "hillside-harvest-cart",
        json: include_str!("demo_builds/hillside-harvest-cart.json"),
        log: include_str!("demo_logs/hillside-harvest-cart.json"),
    },
    DemoBuild {
        slug: "meadow-strip-mower",
        json: include_str!("demo_builds/meadow-strip-mower.json"),
        log: include_str!("demo_logs/meadow-strip-mower.json"),
    },
    DemoBuild {
        slug: "shuttlecock-launcher",
        json: include_str!("demo_builds/shuttlecock-launcher.json"),
        log: include_str!("demo_logs/shuttlecock-launcher.json"),
    },
    DemoBuild {
        slug: "tracking-shot-dolly-board",
        json: include_str!("demo_builds/tracking-shot-dolly-board.json"),
        log: include_str!("demo_logs/tracking-shot-dolly-board.json"),
    },
    DemoBuild {
        slug: "millrace-generator",
        json: include_str!("demo_builds/millrace-generator.json"),
        log: include_str!("demo_logs/millrace-generator.json"),
    },
];

/// Bench sheets of the workshop, good and bad, `ypsidyne.measurement/1`.
pub const SHEETS: &[&str] = &[
    include_str!("demo_sheets/grey-can-winding.json"),
    include_str!("demo_sheets/grey-can-sweep.json"),
    include_str!("demo_sheets/cart-pack.json"),
    include_str!("demo_sheets/board-roll-out.json"),
    include_str!("demo_sheets/mower-currents.json"),
];

/// The motor on the simulated bench: a can without a label, `ypsidyne.part/1`. It is of the size of the harvest cart's, turns a
/// little faster and has thicker wire.
pub const UNLABELLED_MOTOR: &str = r#"{ "format": "ypsidyne.part/1", "part": "motor", "label": "no label", "kind": "brushed",
    "kv_rpm_per_v": 140.5, "resistance_ohm": 0.266, "no_load_current_a": 0.95, "no_load_voltage_v": 24, "brush_drop_v": 0.4,
    "magnet": "ferrite", "max_voltage_v": 32, "mass_kg": 2.1, "can_diameter_mm": 60, "can_length_mm": 105,
    "shaft_diameter_mm": 12 }"#;

impl DemoBuild {
    /// The entries of its log.
    ///
    /// # Errors
    /// What is wrong with them, each with its JSON pointer.
    pub fn entries(&self) -> Result<Vec<Entry>, Vec<Problem>> {
        let values: Vec<serde_json::Value> = serde_json::from_str(self.log).unwrap_or_default();
        values.iter().map(Entry::from_value).collect()
    }
}

#[cfg(test)]
mod tests {
    use super::BUILDS;
    use crate::document::Build;
    use crate::evaluation::checks::Verdict;
    use crate::evaluation::{OptionEvaluation, evaluate};

    fn options(slug: &str) -> Vec<OptionEvaluation> {
        let demo = BUILDS.iter().find(|demo| demo.slug == slug).unwrap();
        evaluate(&Build::from_json(demo.json).unwrap()).options
    }

    fn failing(option: &OptionEvaluation) -> Vec<&'static str> {
        option.checks.iter().filter(|check| check.verdict == Verdict::Fail).map(|check| check.code.word()).collect()
    }

    #[test]
    fn every_demo_build_reads_and_has_two_options() {
        for demo in BUILDS {
            let build = Build::from_json(demo.json).unwrap_or_else(|problems| panic!("{}: {problems:#?}", demo.slug));
            assert_eq!(build.options.len(), 2, "{}", demo.slug);
        }
    }

    #[test]
    fn the_demo_sheets_read_and_the_bad_ones_are_found_out() {
        let measured = |json: &str| {
            let sheet =
                crate::document::Measurement::from_json(json).unwrap_or_else(|problems| panic!("{problems:#?}"));
            crate::measurement::measure(&sheet).unwrap_or_else(|problems| panic!("{problems:#?}"))
        };
        let codes = |json: &str| measured(json).findings.iter().map(|finding| finding.code).collect::<Vec<_>>();
        let [winding, sweep, pack, board, currents] = super::SHEETS else { panic!("five sheets") };
        assert_eq!(codes(winding), ["why_stall"]);
        assert!(codes(sweep).is_empty());
        assert!(codes(pack).contains(&"far_off"));
        assert!(codes(board).is_empty(), "{:?}", codes(board));
        assert_eq!(codes(currents), ["takes_more"]);
    }

    #[test]
    fn each_demo_build_has_a_log_with_good_and_bad_days() {
        for demo in BUILDS {
            let entries = demo.entries().unwrap_or_else(|problems| panic!("{}: {problems:#?}", demo.slug));
            let kinds: Vec<&str> = entries.iter().map(|entry| entry.happened.kind()).collect();
            assert!(
                kinds.contains(&"ride") && kinds.contains(&"failure") | kinds.contains(&"check"),
                "{}: {kinds:?}",
                demo.slug
            );
            assert!(entries.windows(2).all(|pair| pair[0].heading.at <= pair[1].heading.at), "{}", demo.slug);
        }
    }

    #[test]
    fn the_first_option_of_each_demo_build_holds() {
        for demo in BUILDS {
            assert_eq!(failing(&options(demo.slug)[0]), Vec::<&str>::new(), "{}", demo.slug);
        }
    }

    #[test]
    fn the_second_options_fail_in_ways_to_learn_from() {
        assert!(failing(&options("hillside-harvest-cart")[1]).contains(&"motor.winding_temperature"));
        let mower = options("meadow-strip-mower");
        assert!(failing(&mower[1]).contains(&"motor.voltage"), "{:?}", failing(&mower[1]));
        assert!(failing(&mower[1]).contains(&"battery.sag"), "{:?}", failing(&mower[1]));
        assert!(failing(&options("shuttlecock-launcher")[1]).contains(&"performance.target_speed"));
        let dolly = options("tracking-shot-dolly-board");
        assert!(failing(&dolly[1]).contains(&"performance.climb"), "{:?}", failing(&dolly[1]));
        assert_eq!(failing(&options("millrace-generator")[1]), ["generator.voltage"]);
    }
}

//! What something new begins with, to be changed for what is in the hand: parts of the shelf, and what a build takes or
//! leaves by a button.
//!
//! A part needs some figures to be a part at all; these are of a size that such parts often have (common practice).

use serde_json::{Map, Value};

/// What each begins with: what it is, and the JSON of it.
const STARTS: &[(&str, &str)] = &[
    ("motor", r#"{"kind": "brushless", "kv_rpm_per_v": 200, "resistance_ohm": 0.05}"#),
    ("controller", r#"{"kind": "brushless"}"#),
    ("battery", r#"{"chemistry": "lipo", "cells_series": 6, "capacity_ah": 5, "continuous_c": 25}"#),
    ("gearing_stage", r#"{"kind": "belt", "driver_teeth": 15, "driven_teeth": 36}"#),
    ("wheel", r#"{"diameter_m": 0.2}"#),
    // A stage of a build stands in the machine already: its belt has a pitch and a width.
    (
        "stage",
        r#"{"kind": "belt", "driver_teeth": 15, "driven_teeth": 36, "pitch_mm": 5, "width_mm": 15, "efficiency": 0.95}"#,
    ),
    ("gearbox", r#"{"kind": "planetary", "ratio": 10, "efficiency": 0.8}"#),
    ("bec", r#"{"voltage_v": 5, "current_a": 3}"#),
    ("run", r#"{"awg": 12, "length_m": 0.5}"#),
    ("size_mm", r#"{"length": 100, "width": 50, "height": 50}"#),
    ("thermal", "{}"),
    ("mount", "{}"),
    ("projectile", r#"{"mass_kg": 0.005, "speed_m_s": 20, "per_second": 2, "transfer_efficiency": 0.4}"#),
    ("budget", r#"{"amount": 300, "currency": "EUR"}"#),
    ("compartment", r#"{"length_mm": 300, "width_mm": 150, "height_mm": 100}"#),
    ("controller_space", r#"{"length_mm": 120, "width_mm": 80, "height_mm": 40}"#),
    // A pack that goes to the shelf from the bench: its sheet gives what it sags by.
    ("measured_battery", r#"{"chemistry": "lipo", "cells_series": 1, "capacity_ah": 1}"#),
];

/// All of them by what they are, for whoever shows a button.
#[must_use]
pub(crate) fn facts() -> Map<String, Value> {
    STARTS.iter().map(|(what, json)| ((*what).to_owned(), serde_json::from_str(json).unwrap_or(Value::Null))).collect()
}

#[cfg(test)]
mod tests {
    use serde_json::json;

    use super::*;
    use crate::document::Build;
    use crate::shelf::ShelfPart;

    fn start(what: &str) -> Value {
        facts()[what].clone()
    }

    #[test]
    fn every_start_is_an_object() {
        assert!(facts().values().all(Value::is_object), "{:?}", facts());
    }

    #[test]
    fn a_part_of_the_shelf_can_be_kept_as_it_begins() {
        for kind in ["motor", "controller", "battery", "gearing_stage", "wheel", "measured_battery"] {
            let mut part = start(kind);
            let members = part.as_object_mut().unwrap();
            members.insert("format".to_owned(), json!("ypsidyne.part/1"));
            members.insert("part".to_owned(), json!(kind.trim_start_matches("measured_")));
            members.insert("label".to_owned(), json!("a new one"));
            if kind == "measured_battery" {
                // What the sheet gives.
                members.insert("cell_resistance_ohm".to_owned(), json!(0.005));
            }
            let read = ShelfPart::from_json(&part.to_string());
            assert!(read.is_ok(), "{kind}: {read:?}");
        }
    }

    /// Put where its button puts it, each leaves a build that reads.
    #[test]
    fn a_build_reads_with_whatever_its_buttons_put_in() {
        let by_slug = |slug: &str| {
            let demo = crate::library::demo::BUILDS.iter().find(|demo| demo.slug.contains(slug)).unwrap();
            serde_json::from_str::<Value>(demo.json).unwrap()
        };
        let places = [
            ("dolly", "/options/0/drives/0/gearing", "stage"),
            ("dolly", "/options/0/drives/0/motor", "gearbox"),
            ("dolly", "/options/0/drives/0/motor", "thermal"),
            ("dolly", "/options/0/drives/0/motor", "size_mm"),
            ("dolly", "/options/0/drives/0/motor", "mount"),
            ("dolly", "/options/0/drives/0/controller", "bec"),
            ("dolly", "/options/0/wiring/runs", "run"),
            ("launcher", "/job/drives/0/load", "projectile"),
            ("dolly", "/job", "budget"),
            ("dolly", "/job", "compartment"),
            ("dolly", "/job", "controller_space"),
        ];
        for (slug, pointer, what) in places {
            let mut document = by_slug(slug);
            let place = document.pointer_mut(pointer).unwrap_or_else(|| panic!("{slug} has {pointer}"));
            let mut fresh = start(what);
            match place {
                Value::Array(list) => {
                    if what == "run" {
                        fresh["name"] = json!("run 9");
                        fresh["circuit"] = json!("supply");
                    }
                    list.push(fresh);
                }
                place => place[what] = fresh,
            }
            let read = Build::from_value(&document);
            assert!(read.is_ok(), "{what}: {read:?}");
        }
    }
}

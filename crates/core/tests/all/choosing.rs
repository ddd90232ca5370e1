//! Candidates, guesses that matter, and both schools.

use proptest::prelude::*;
use serde_json::Value;
use ypsidyne_core::document::{Build, Load, Provenance};
use ypsidyne_core::evaluation::checks::{CheckCode, Verdict};
use ypsidyne_core::evaluation::evaluate_option;
use ypsidyne_core::formulas::units::QUANTITIES;
use ypsidyne_core::library::demo;
use ypsidyne_core::shelf::place::{Slot, place_part};
use ypsidyne_core::shelf::stock::PARTS;
use ypsidyne_core::shelf::{PartKind, ShelfPart};
use ypsidyne_core::variants::candidates::{Effect, placed};
use ypsidyne_core::variants::sensitivity::{BenchSheet, Tolerances, guesses_that_matter};
use ypsidyne_core::variants::trade_offs::{School, questions};
use ypsidyne_testkit::read;

fn dolly() -> Value {
    serde_json::from_str(demo::BUILDS.iter().find(|demo| demo.json.contains("dolly")).unwrap().json).unwrap()
}

const SLOT: Slot = Slot { drive: 0, stage: 0 };

#[test]
fn each_candidate_has_the_effect_of_the_option_with_it_put_in() {
    let build = read(&dolly());
    for kind in PartKind::ALL {
        let parts: Vec<&ShelfPart> = PARTS.iter().filter(|part| part.kind() == *kind).collect();
        let found = placed(&build, 0, SLOT, &[], parts.iter().map(|part| ("shelf-1", *part)).collect::<Vec<_>>());
        assert_eq!(found.len(), parts.len());
        for (part, found) in parts.iter().zip(&found) {
            let found = found.as_ref().expect("it has a place");
            let mut option = build.options[0].clone();
            assert!(place_part(&mut option, SLOT, part, Some("shelf-1")));
            let job = found.job.as_ref().unwrap_or(&build.job);
            let several = option.battery.packs_series * option.battery.packs_parallel > 1;
            if found.brings.is_empty() && !several || found.job.is_some() {
                assert_eq!(found.option, option, "{}", part.label());
            } else {
                option = found.option.clone();
            }
            let result = evaluate_option(job, &option, 0);
            assert_eq!(found.effect, Effect::of(&result, &option, 0), "{}", part.label());
            let mut document = dolly();
            document["options"][0] = serde_json::to_value(&option).unwrap();
            assert_eq!(read(&document).options[0], option, "what is put in can be stored");
        }
    }
}

#[test]
fn a_part_is_put_in_without_touching_what_is_set_there() {
    let build = read(&dolly());
    let part = |kind: PartKind| PARTS.iter().find(|part| part.kind() == kind).unwrap();
    let mut option = build.options[0].clone();
    let before = option.clone();
    assert!(place_part(&mut option, SLOT, part(PartKind::Battery), Some("b")));
    assert_eq!(option.battery.packs_parallel, before.battery.packs_parallel);
    assert_eq!(option.battery.part_id.as_deref(), Some("b"));
    assert!(place_part(&mut option, SLOT, part(PartKind::Motor), None));
    assert_eq!(option.drives[0].motor_count, before.drives[0].motor_count);
    let strong = PARTS.iter().find(|part| part.label().starts_with("Field-oriented controller 200 A")).unwrap();
    assert!(place_part(&mut option, SLOT, strong, None));
    let set = |option: &ypsidyne_core::document::OptionSheet| {
        option.drives[0].controller.as_ref().and_then(|controller| controller.motor_current_limit_a)
    };
    assert_eq!(set(&option), set(&before), "a limit within the rating stays");
    let weak = PARTS.iter().find(|part| part.label().starts_with("Brushless controller 20 A")).unwrap();
    assert!(place_part(&mut option, SLOT, weak, None));
    assert_eq!(set(&option), Some(32.0), "a limit above the peak rating comes down to it");
    assert!(!place_part(&mut option, Slot { drive: 9, stage: 0 }, part(PartKind::Motor), None));
    assert!(!place_part(&mut option, Slot { drive: 0, stage: 7 }, part(PartKind::GearingStage), None));
    let stages = option.drives[0].gearing.len();
    assert!(place_part(&mut option, Slot { drive: 0, stage: stages }, part(PartKind::GearingStage), None));
    assert_eq!(option.drives[0].gearing.len(), stages + 1);
}

#[test]
fn a_measured_figure_is_no_guess_any_more() {
    let mut json = dolly();
    let all = guesses_that_matter(&read(&json), 0, &Tolerances::default());
    let has = |all: &[ypsidyne_core::variants::sensitivity::GuessEffect], what: &str| {
        all.iter().any(|guess| guess.what == what)
    };
    for what in
        ["speed constant Kv", "winding resistance", "cell resistance", "C rating", "rolling resistance", "heat path"]
    {
        assert!(has(&all, what), "{what}");
    }
    assert!(all.windows(2).all(|pair| pair[0].moves >= pair[1].moves), "ranked");
    assert!(all[0].moves > 0.0);
    json["options"][0]["drives"][0]["motor"]["provenance"] =
        serde_json::json!({ "kv_rpm_per_v": "measured", "resistance_ohm": "measured" });
    let fewer = guesses_that_matter(&read(&json), 0, &Tolerances::default());
    assert!(!has(&fewer, "speed constant Kv") && !has(&fewer, "winding resistance") && has(&fewer, "heat path"));
}

#[test]
fn a_guess_names_its_sheet_and_where_it_stands() {
    let all = guesses_that_matter(&read(&dolly()), 0, &Tolerances::default());
    let sheet = |what: &str| all.iter().find(|guess| guess.what == what).unwrap().sheet;
    assert_eq!(sheet("cell resistance"), BenchSheet::PackResistance);
    assert_eq!(sheet("rolling resistance"), BenchSheet::CoastDown);
    assert_eq!(sheet("heat path"), BenchSheet::HeatRun);
    let cell = all.iter().find(|guess| guess.what == "cell resistance").unwrap();
    let given = dolly()["options"][0]["battery"]["cell_resistance_ohm"].is_number();
    assert_eq!(cell.provenance == Provenance::Estimated, !given);
}

#[test]
fn no_tolerance_moves_nothing_and_a_wild_one_is_refused() {
    let none = Tolerances {
        kv_share: 0.0,
        resistance_share: 0.0,
        cell_resistance_factor: 1.0,
        c_rating_share: 0.0,
        rolling_resistance_factor: 1.0,
        thermal_factor: 1.0,
        no_load_factor: 1.0,
    };
    assert!(none.problems().is_empty());
    assert!(guesses_that_matter(&read(&dolly()), 0, &none).iter().all(|guess| guess.moves.abs() < 1e-6));
    let wild = Tolerances { kv_share: 2.0, thermal_factor: f64::NAN, ..Tolerances::default() };
    assert_eq!(wild.problems().iter().map(|(key, _)| *key).collect::<Vec<_>>(), ["kv_share", "thermal_factor"]);
}

/// Puts a school into the document, as the page does.
fn followed(json: &Value, pointer: &str, value: &Value) -> Build {
    let mut changed = json.clone();
    match changed.pointer_mut(pointer) {
        Some(place) => *place = value.clone(),
        None => {
            let (parent, key) = pointer.rsplit_once('/').unwrap();
            changed.pointer_mut(parent).unwrap().as_object_mut().unwrap().insert(key.to_owned(), value.clone());
        }
    }
    read(&changed)
}

#[test]
fn every_school_can_be_followed_and_does_what_it_says() {
    for demo in demo::BUILDS {
        let json: Value = serde_json::from_str(demo.json).unwrap();
        let build = read(&json);
        for option in 0..build.options.len() {
            let all = questions(&build, option);
            // A machine that is turned asks nothing of its battery, and its makers do not differ over it.
            let turned = build.job.drives.iter().all(|drive| matches!(drive.load, Load::Generator(_)));
            assert_eq!(all.is_empty(), turned, "{}", build.name);
            for question in &all {
                assert!(question.schools.len() >= 2);
                assert!(question.schools.iter().filter(|school| school.now).count() <= 1);
                for school in &question.schools {
                    let of_what_there_is = |what: &str| what.contains("used") || what.contains("efficiency");
                    for (place, figure) in school.figures.iter().enumerate() {
                        let share = figure.quantity == "percent";
                        assert_eq!(share, of_what_there_is(figure.what), "{} is no share", figure.what);
                        assert!(QUANTITIES.iter().any(|known| known.name == figure.quantity), "{}", figure.quantity);
                        let told = |school: &School| school.figures[place].value.is_some();
                        assert!(question.schools.iter().any(told), "{}: nobody tells {}", question.id, figure.what);
                    }
                    assert!(school.says.matches('.').count() >= 2, "{}", school.says);
                    let (Some(pointer), Some(value)) = (&school.pointer, &school.value) else { continue };
                    let then = followed(&json, pointer, value);
                    let again = questions(&then, option);
                    let same =
                        again.iter().find(|other| other.id == question.id && other.drive == question.drive).unwrap();
                    let chosen = same.schools.iter().find(|school| school.now);
                    assert!(chosen.is_some(), "{} is followed then: {}", question.id, school.name);
                    let result = evaluate_option(&then.job, &then.options[option], option);
                    if question.id == "motor_count" {
                        let weighs = school.figures.iter().find(|figure| figure.what == "drive parts weigh").unwrap();
                        assert_eq!(weighs.value, Some(result.hardware_mass_kg));
                    }
                }
            }
        }
    }
}

#[test]
fn a_brushless_motor_in_place_of_a_brushed_one_on_a_switch_brings_a_controller() {
    let launcher = demo::BUILDS.iter().find(|demo| demo.json.contains("Shuttlecock")).unwrap();
    let json: Value = serde_json::from_str(launcher.json).unwrap();
    let build = read(&json);
    assert!(build.options[0].drives[0].controller.is_none(), "the wheels run on a switch");
    let brushes = questions(&build, 0).into_iter().find(|question| question.id == "brushes").unwrap();
    let brushless = brushes.schools.iter().find(|school| !school.now).unwrap();
    let then = followed(&json, brushless.pointer.as_ref().unwrap(), brushless.value.as_ref().unwrap());
    let result = evaluate_option(&then.job, &then.options[0], 0);
    let fits = result.checks.iter().find(|check| check.code == CheckCode::ControllerKind);
    assert!(fits.is_none_or(|check| check.verdict != Verdict::Fail), "{fits:?}");
}

#[test]
fn more_voltage_takes_less_current_for_the_same_work() {
    let all = questions(&read(&dolly()), 0);
    let voltage = all.iter().find(|question| question.id == "voltage").unwrap();
    let amps = |place: usize| voltage.schools[place].figures[0].value.unwrap();
    assert!(amps(0) > amps(1) && amps(1) > amps(2));
    // The same power at V and at V·4/3 cells: the current goes with the inverse of the voltage.
    let cells = |name: &str| name.split(": ").nth(1).unwrap().split(' ').next().unwrap().parse::<f64>().unwrap();
    assert_eq!(cells(&voltage.schools[1].name), 10.0, "ten in series");
    let ratio = cells(&voltage.schools[2].name) / cells(&voltage.schools[1].name);
    approx::assert_relative_eq!(amps(1) / amps(2), ratio, max_relative = 0.03);
}

/// Two packs of six cells in series are twelve cells; and what a launcher gains by a motor more is no hill.
#[test]
fn schools_speak_of_this_machine() {
    let of = |word: &str, id: &str| {
        let demo = demo::BUILDS.iter().find(|demo| demo.json.contains(word)).unwrap();
        questions(&Build::from_json(demo.json).unwrap(), 0).into_iter().find(|question| question.id == id).unwrap()
    };
    let names: Vec<String> = of("harvest cart", "voltage").schools.into_iter().map(|school| school.name).collect();
    assert!(names[1].starts_with("As it is: 12 cells"), "{names:?}");
    let says = |word: &str| {
        of(word, "motor_count").schools.into_iter().map(|school| school.says).collect::<Vec<_>>().join(" ")
    };
    assert!(says("harvest cart").contains("More hill"));
    assert!(!says("Shuttlecock").contains("hill") && !says("Shuttlecock").contains("limp"), "{}", says("Shuttlecock"));
}

proptest! {
    #![proptest_config(ProptestConfig { cases: 64, ..ProptestConfig::default() })]
    #[test]
    fn wider_tolerances_never_move_the_weakest_link_less(wide in 1.05f64..2.0) {
        let build = read(&dolly());
        let narrow = Tolerances { thermal_factor: 1.0 + (wide - 1.0) / 2.0, ..Tolerances::default() };
        let wider = Tolerances { thermal_factor: wide, ..Tolerances::default() };
        let moves = |tolerances: &Tolerances| {
            let all = guesses_that_matter(&build, 0, tolerances);
            all.into_iter().find(|guess| guess.what == "heat path").map(|guess| guess.moves)
        };
        prop_assert!(moves(&wider) >= moves(&narrow).map(|moves| moves - 1e-9));
    }
}

#[test]
fn the_demo_builds_each_have_an_option_that_fails() {
    for demo in demo::BUILDS {
        let build = Build::from_json(demo.json).unwrap();
        let fails = build
            .options
            .iter()
            .enumerate()
            .any(|(index, option)| evaluate_option(&build.job, option, index).verdict == Verdict::Fail);
        assert!(fails, "{}", build.name);
    }
}

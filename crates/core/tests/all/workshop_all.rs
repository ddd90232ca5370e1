//! What the workshop says holds together for every demo build and every start: loom, settings, charging, first power-up.

use std::collections::BTreeSet;

use crate::looms::is_drawn_clearly;
use ypsidyne_core::document::{Build, Commutation, Load, MotorKind};
use ypsidyne_core::library::demo;
use ypsidyne_core::library::templates::TEMPLATES;
use ypsidyne_core::workshop::loom::{LeadKind, LoomPartKind};
use ypsidyne_core::workshop::{Workshop, workshop};

/// Every option of every build that ships, with what the workshop says of it.
fn every() -> Vec<(String, Build, usize, Workshop)> {
    let builds = demo::BUILDS.iter().map(|demo| (demo.slug, demo.json));
    let builds = builds.chain(TEMPLATES.iter().map(|start| (start.kind, start.json)));
    builds
        .flat_map(|(name, json)| {
            let build = Build::from_json(json).unwrap_or_else(|problems| panic!("{name}: {problems:#?}"));
            (0..build.options.len()).map(move |place| {
                let shop = workshop(&build, place, &|| true).unwrap();
                (format!("{name} / {}", build.options[place].name), build.clone(), place, shop)
            })
        })
        .collect()
}

/// Numbers of a text, in order.
fn numbers(text: &str) -> Vec<f64> {
    text.split(|letter: char| !(letter.is_ascii_digit() || letter == '.'))
        .filter_map(|word| word.trim_end_matches('.').parse().ok())
        .collect()
}

#[test]
fn looms_join_what_is_there_and_cover_nothing() {
    for (title, build, place, shop) in every() {
        let (option, loom) = (&build.options[place], &shop.loom);
        let keys: BTreeSet<&str> = loom.parts.iter().map(|part| part.key.as_str()).collect();
        assert_eq!(keys.len(), loom.parts.len(), "{title}: keys are unique");
        is_drawn_clearly(loom, &title);
        let motors: u32 = option.drives.iter().map(|served| served.motor_count).sum();
        assert_eq!(loom.count(LoomPartKind::Motor), motors as usize, "{title}");
        assert_eq!(loom.leads_of(LeadKind::Motor) + loom.leads_of(LeadKind::Phases), motors as usize, "{title}");
        for (index, part) in loom.parts.iter().enumerate() {
            let joined = loom.leads.iter().any(|lead| lead.from == index || lead.to == index);
            assert!(joined, "{title}: {} hangs on nothing", part.label);
        }
        // A run that is given is drawn on some lead, and no lead has a run that is not given.
        let drawn: BTreeSet<usize> = loom.leads.iter().filter_map(|lead| lead.run).collect();
        assert_eq!(drawn, (0..option.wiring.runs.len()).collect::<BTreeSet<_>>(), "{title}");
        assert_eq!(shop.loom_svg.matches("<g ").count(), loom.parts.len() + loom.leads.len(), "{title}");
        assert_eq!(shop.loom_svg.matches("<g ").count(), shop.loom_svg.matches("</g>").count(), "{title}");
    }
}

#[test]
fn settings_are_said_once_each_and_in_order() {
    for (title, build, place, shop) in every() {
        let mut told = BTreeSet::new();
        for setting in &shop.settings {
            assert!(told.insert((setting.drive.as_str(), setting.name)), "{title}: {} twice", setting.name);
            assert!(!setting.value.is_empty() && setting.why.ends_with('.'), "{title}: {setting:?}");
            let said = format!("{} {}", setting.value, setting.why);
            assert!(!said.contains("NaN") && !said.contains("inf ") && !said.contains("  "), "{title}: {said}");
        }
        let option = &build.options[place];
        for served in &option.drives {
            let of =
                |name: &str| shop.settings.iter().find(|setting| setting.drive == served.drive && setting.name == name);
            let generates = build
                .job
                .drives
                .iter()
                .any(|drive| drive.name == served.drive && matches!(drive.load, Load::Generator(_)));
            if served.controller.is_none() || generates {
                assert!(shop.settings.iter().all(|setting| setting.drive != served.drive), "{title}");
                continue;
            }
            let controller = served.controller.as_ref().unwrap();
            let tunable = controller.commutation == Commutation::Foc;
            let volts = |name: &str| numbers(&of(name).unwrap().value)[0];
            if tunable {
                assert!(volts("cut-off begins") >= volts("cut-off ends"), "{title}");
            } else {
                assert!(volts("low-voltage cut-off") > 0.0 && of("cut-off begins").is_none(), "{title}");
            }
            if tunable && served.motor.temperature_sensor == Some(true) {
                let pair = numbers(&of("motor temperature, cut from and to").unwrap().value);
                assert!(pair.len() == 2 && pair[0] < pair[1], "{title}: {pair:?}");
            } else {
                assert_eq!(of("motor temperature").is_some(), tunable, "{title}");
            }
            let braked = of("braking, motor current").or(of("brake")).is_some();
            assert_eq!(braked, controller.can_brake, "{title}");
            let timed = served.motor.kind == MotorKind::Brushless && !tunable;
            assert_eq!(of("timing").is_some(), timed, "{title}");
            // Never above a rating, and no current to set where the controller keeps none.
            let set = |name: &str| of(name).map(|setting| numbers(&setting.value)[0]);
            let at_most = |value: Option<f64>, rating: Option<f64>| {
                assert!(
                    value.zip(rating).is_none_or(|(value, rating)| value <= rating * 1.001),
                    "{title}: {value:?} {rating:?}"
                );
            };
            at_most(set("motor current, most"), controller.motor_current_peak_a);
            at_most(set("battery current, most"), controller.battery_current_continuous_a);
            at_most(set("battery current, most"), controller.battery_current_peak_a);
            let keeps = controller.holds_its_current() || controller.motor_current_limit_a.is_some();
            assert!(keeps || of("motor current, most").is_none(), "{title}");
        }
    }
}

#[test]
fn packs_are_charged_within_their_rating_and_marks_fall() {
    for (title, build, place, shop) in every() {
        let (battery, charging) = (&build.options[place].battery, &shop.charging);
        if let Some(most_c) = battery.max_charge_c {
            assert!(charging.rated && charging.current_a <= most_c * battery.capacity_ah * (1.0 + 1e-12), "{title}");
        }
        // However gently: the capacity has to go in.
        assert!(charging.hours * charging.current_a >= battery.capacity_ah, "{title}");
        assert!((charging.charger_w - charging.charger_v * charging.current_a).abs() < 1e-9, "{title}");
        let full = charging.marks.iter().find(|mark| mark.name == "full, at rest").unwrap();
        assert_eq!(full.charge_at_rest, Some(1.0), "{title}");
        for mark in &charging.marks {
            assert!((mark.pack_v - mark.cell_v * f64::from(charging.cells)).abs() < 1e-9, "{title}: {mark:?}");
            assert!(mark.cell_v <= charging.marks[0].cell_v + 1e-12, "{title}: {mark:?}");
        }
    }
}

#[test]
fn the_first_power_up_goes_from_the_meter_to_the_heat_run() {
    let mut staged = 0;
    for (title, build, place, shop) in every() {
        let option = &build.options[place];
        let keys: Vec<&str> = shop.power_up.iter().map(|step| step.key.as_str()).collect();
        assert_eq!(keys.iter().collect::<BTreeSet<_>>().len(), keys.len(), "{title}: {keys:?}");
        assert_eq!(&keys[..2], ["looked_over", "continuity"], "{title}");
        let at = |key: &str| keys.iter().position(|other| *other == key);
        for step in &shop.power_up {
            assert!(!step.does.contains("NaN") && !step.does.contains("  "), "{title}: {}", step.does);
            if let Some(band) = &step.reading {
                let inside = band.from <= band.about && band.about <= band.to;
                assert!(inside && band.from.is_finite() && band.to.is_finite(), "{title}: {step:?}");
                assert!(!band.low.is_empty() && !band.high.is_empty(), "{title}: {step:?}");
            }
        }
        for (served, drive) in option.drives.iter().zip(&build.job.drives) {
            if matches!(drive.load, Load::Generator(_)) {
                continue;
            }
            let name = &served.drive;
            let (guarded, turned) = (at(&format!("guarded.{name}")), at(&format!("direction.{name}")));
            assert!(at("pack") < guarded && guarded < turned, "{title}: first the pack, then guarded, then it turns");
            // Each stage of the heat run is warmer than the one before.
            let stages: Vec<f64> = shop
                .power_up
                .iter()
                .filter(|step| step.key.starts_with("heat.") && step.key.contains(name.as_str()))
                .filter_map(|step| step.reading.as_ref().map(|band| band.about))
                .collect();
            assert!(stages.windows(2).all(|pair| pair[0] <= pair[1]), "{title}: {stages:?}");
            staged += usize::from(stages.len() == 3);
        }
    }
    assert!(staged > 5, "{staged} heat runs of three stages");
}

//! From the job alone to three machines: each holds, each is what it says it is, and where none does the nearest are told.

use ypsidyne_core::document::{Battery, Build, Controller, GearingStage, Motor};
use ypsidyne_core::evaluation::checks::Verdict;
use ypsidyne_core::evaluation::evaluate_option;
use ypsidyne_core::library::templates::TEMPLATES;
use ypsidyne_core::shelf::ShelfPart;
use ypsidyne_core::shelf::stock::PARTS;
use ypsidyne_core::variants::proposals::{BestIn, Proposal, Proposals, Stock, propose};

#[derive(Default)]
struct Shelf {
    motors: Vec<Motor>,
    batteries: Vec<Battery>,
    controllers: Vec<Controller>,
    stages: Vec<GearingStage>,
}

fn shelf() -> Shelf {
    let mut shelf = Shelf::default();
    for part in PARTS.iter() {
        match part {
            ShelfPart::Motor(part) => shelf.motors.push((**part).clone()),
            ShelfPart::Battery(part) => shelf.batteries.push((**part).clone()),
            ShelfPart::Controller(part) => shelf.controllers.push((**part).clone()),
            ShelfPart::GearingStage(part) => shelf.stages.push((**part).clone()),
            ShelfPart::Wheel(_) => {}
        }
    }
    shelf
}

impl Shelf {
    fn stock(&self) -> Stock<'_> {
        Stock { motors: &self.motors, batteries: &self.batteries, controllers: &self.controllers, stages: &self.stages }
    }
}

fn start(kind: &str) -> serde_json::Value {
    let json = TEMPLATES.iter().find(|template| template.kind == kind).expect("there is such a start").json;
    serde_json::from_str(json).expect("it is JSON")
}

fn demo(word: &str) -> serde_json::Value {
    let found = ypsidyne_core::library::demo::BUILDS.iter().find(|demo| demo.json.contains(word));
    serde_json::from_str(found.expect("there is such a demo").json).expect("it is JSON")
}

fn build(json: &serde_json::Value) -> Build {
    Build::from_value(json).expect("it reads")
}

fn proposed(kind: &str) -> (Build, Proposals) {
    let build = build(&start(kind));
    let found = propose(&build, 0, &shelf().stock(), false).expect("it has an option");
    (build, found)
}

#[test]
fn three_machines_hold_every_check_with_their_leads() {
    for kind in ["car", "micro", "hoist"] {
        let (build, found) = proposed(kind);
        assert_eq!(found.machines.len(), 3, "{kind}: {:?}", found.cannot);
        for machine in &found.machines {
            let result = evaluate_option(&build.job, &machine.option, 0);
            assert_ne!(result.verdict, Verdict::Fail, "{kind}: {}", machine.what);
            assert_eq!(result.verdict, machine.verdict);
            assert!(machine.option.wiring.runs.len() == 1 + machine.option.drives.len());
            assert!(machine.option.wiring.runs[0].fuse_a.is_some(), "{kind}: a fuse is picked");
            assert!(machine.why.contains("holds every check") && machine.gives_way.contains("gives way first"));
        }
    }
}

#[test]
fn the_lightest_is_lighter_and_the_cheapest_cheaper_than_the_others() {
    let (_, found) = proposed("cart");
    let of = |best_in: BestIn| found.machines.iter().find(|machine| machine.best_in == best_in).expect("it is there");
    let (cheap, light, calm) = (of(BestIn::Price), of(BestIn::Mass), of(BestIn::Calm));
    let price = |machine: &Proposal| machine.price.unwrap_or(f64::INFINITY);
    assert!(price(cheap) < price(light) && price(cheap) < price(calm));
    assert!(light.hardware_mass_kg < cheap.hardware_mass_kg && light.hardware_mass_kg < calm.hardware_mass_kg);
    assert!(calm.worst_utilisation < cheap.worst_utilisation && calm.worst_utilisation < light.worst_utilisation);
}

#[test]
fn what_is_in_the_drawer_comes_first_where_it_is_wished() {
    let build = build(&start("hoist"));
    let mut shelf = shelf();
    for motor in &mut shelf.motors {
        // One motor that does the job is there already, dear as it may be.
        if motor.label.as_deref() == Some("Planetary gear motor 42 mm, 24 V, 1:100") {
            (motor.owned, motor.price) = (true, Some(500.0));
        } else {
            motor.owned = false;
        }
    }
    let cheapest = |from_drawer| {
        let found = propose(&build, 0, &shelf.stock(), from_drawer).expect("it has an option");
        found.machines[0].option.drives[0].motor.label.clone()
    };
    assert_ne!(cheapest(false), cheapest(true));
    assert_eq!(cheapest(true).as_deref(), Some("Planetary gear motor 42 mm, 24 V, 1:100"));
}

#[test]
fn where_nothing_does_the_job_the_nearest_are_told_with_the_wish_to_ease() {
    let mut json = start("boat");
    json["job"]["runtime_min"] = 6000.into();
    let build = build(&json);
    let found = propose(&build, 0, &shelf().stock(), false).expect("it has an option");
    assert!(found.machines.is_empty());
    assert!(!found.misses.is_empty() && found.misses.iter().all(|miss| !miss.fails.is_empty()));
    assert!(found.misses.iter().any(|miss| miss.ease.is_some()), "{:?}", found.misses[0]);
}

/// On a source: each holds every check, is geared for it, gives what it says, and the strongest gives most.
#[test]
fn machines_for_a_source_are_sped_up_for_it() {
    for json in [start("generator"), demo("Millrace")] {
        let build = build(&json);
        let found = propose(&build, 0, &shelf().stock(), false).expect("it has an option");
        let of =
            |best_in: BestIn| found.machines.iter().find(|machine| machine.best_in == best_in).expect("it is there");
        let gives = |machine: &Proposal| machine.generated_w.expect("it gives something");
        let (cheap, light, strong) = (of(BestIn::Price), of(BestIn::Mass), of(BestIn::Power));
        for machine in [cheap, light, strong] {
            let result = evaluate_option(&build.job, &machine.option, 0);
            assert_ne!(result.verdict, Verdict::Fail, "{}", machine.what);
            assert_eq!(result.generated_w(), machine.generated_w);
            assert!(gives(machine) >= 0.5 * gives(strong) && gives(machine) > 1.0, "{}", machine.why);
            assert_eq!(machine.option.battery, build.options[0].battery, "what it charges stays");
        }
        assert!(strong.why.contains("gives most") && gives(strong) >= gives(cheap).max(gives(light)));
        assert!(light.hardware_mass_kg <= strong.hardware_mass_kg);
    }
}

/// What would have been next is as whole as what is proposed, leads and all: it is never better.
#[test]
fn what_would_have_been_next_is_no_better() {
    for json in [start("car"), start("hoist"), demo("harvest cart"), demo("dolly")] {
        let found = propose(&build(&json), 0, &shelf().stock(), false).expect("it has an option");
        for machine in &found.machines {
            let Some(next) = &machine.next else { continue };
            let figure = |words: &str| -> Option<f64> {
                next.split(words).nth(1)?.split_whitespace().next()?.trim_end_matches('.').parse().ok()
            };
            let (now, then) = match machine.best_in {
                BestIn::Price => (machine.price, figure("its parts cost ")),
                BestIn::Mass => (Some(machine.hardware_mass_kg), figure("its parts weigh ")),
                BestIn::Calm | BestIn::Power => {
                    // Calm is weighed against mass: what is calmer is heavier.
                    let used = figure("used to ").expect("it is told") / 100.0;
                    let calmer = used < machine.worst_utilisation.expect("it is known") - 0.005;
                    assert!(!calmer || figure("its parts weigh ") > Some(machine.hardware_mass_kg), "{next}");
                    continue;
                }
            };
            // Stages without a price are weighed with a usual one, and told.
            let unpriced =
                machine.best_in == BestIn::Price && format!("{}{next}", machine.why).contains("no price yet");
            let no_better = now.zip(then).is_none_or(|(now, then)| now <= 1.001 * then);
            assert!(unpriced || no_better, "{}: {now:?}; {next}", machine.why);
        }
    }
}

/// Whoever has 60 V, or four motors, is proposed machines of that too.
#[test]
fn what_the_option_has_is_not_beyond_the_proposals() {
    let mut json = start("cart");
    json["options"][0]["drives"][0]["motor_count"] = 4.into();
    json["options"][0]["battery"]["cells_series"] = 16.into();
    json["options"][0]["battery"]["chemistry"] = "li_ion".into();
    json["job"]["drives"][0]["load"]["target_speed_m_s"] = 2.5.into();
    let build = build(&json);
    let mut shelf = shelf();
    let mut tall = shelf.batteries.iter().max_by_key(|pack| pack.cells_series).expect("there are packs").clone();
    tall.cells_series = 16;
    shelf.batteries = vec![tall];
    let found = propose(&build, 0, &shelf.stock(), false).expect("it has an option");
    assert!(found.tried > 0, "{:?}", found.cannot);
    let of_four =
        found.machines.iter().map(|machine| &machine.option).chain(found.misses.iter().map(|miss| &miss.option));
    assert!(of_four.clone().all(|option| option.battery.cells_series == 16) && of_four.count() > 0);
}

/// As many stages as it takes, where only fast motors are there; and no more than two where those do.
#[test]
fn stages_are_as_many_as_it_takes() {
    let stages_of = |shelf: &Shelf| -> Vec<usize> {
        let build = build(&start("cart"));
        let found = propose(&build, 0, &shelf.stock(), false).expect("it has an option");
        found.machines.iter().map(|machine| machine.option.drives[0].gearing.len()).collect()
    };
    let mut shelf = shelf();
    let whole = stages_of(&shelf);
    assert!(whole.len() == 3 && whole.iter().all(|stages| *stages <= 2), "{whole:?}");
    // Only cans that turn fast, and nothing on the shelf to gear them with.
    shelf.motors.retain(|motor| motor.gearbox.is_none() && motor.kv_rpm_per_v > 700.0);
    shelf.stages.clear();
    let fast = stages_of(&shelf);
    assert!(fast.contains(&3), "{fast:?}");
}

#[test]
fn a_generator_and_an_empty_shelf_say_why_there_is_none() {
    let mut json = start("generator");
    json["job"]["drives"].as_array_mut().unwrap().push(start("car")["job"]["drives"][0].clone());
    let car = start("car")["options"][0]["drives"][0].clone();
    json["options"][0]["drives"].as_array_mut().unwrap().push(car);
    let mixed = propose(&build(&json), 0, &shelf().stock(), false).expect("it has an option");
    assert!(mixed.cannot.is_some_and(|why| why.contains("turned")), "one that is turned among others");
    let empty = Shelf::default();
    let found = propose(&build(&start("car")), 0, &empty.stock(), false).expect("it has an option");
    assert!(found.cannot.is_some_and(|why| why.contains("no motors")));
}

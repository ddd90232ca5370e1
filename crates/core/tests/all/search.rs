//! The search against brute force: the same answer as one whole evaluation after the other.

use proptest::prelude::*;
use serde_json::{Value, json};
use ypsidyne_core::document::{RankBy, Search};
use ypsidyne_core::library::demo;
use ypsidyne_core::variants::search::{Found, Hit, Measure, Watch, find, find_plainly};
use ypsidyne_testkit::stock;

fn dolly(vary: Value, rank_by: &str) -> Value {
    let demo = demo::BUILDS.iter().find(|demo| demo.json.contains("dolly")).expect("the board is among the demos");
    let build: Value = serde_json::from_str(demo.json).expect("it reads");
    json!({
        "format": "ypsidyne.search/1", "job": build["job"], "drive": "wheels", "base": build["options"][0],
        "vary": vary, "rank_by": rank_by, "limit": 10,
    })
}

fn read(json: &Value) -> Search {
    Search::from_value(json).unwrap_or_else(|problems| panic!("{problems:#?}"))
}

fn same(a: &Found, b: &Found) {
    assert_eq!(serde_json::to_value(a).unwrap(), serde_json::to_value(b).unwrap());
}

fn every(list: &[Value], stride: usize, from: usize) -> Vec<Value> {
    list.iter().skip(from % stride).step_by(stride).cloned().collect()
}

proptest! {
    #![proptest_config(ProptestConfig::with_cases(12))]

    /// Bounds first or whole evaluations one by one: the same counts, the same hits, the same reasons.
    #[test]
    fn the_search_says_what_plain_evaluation_says(
        from in 0..40usize, few in 9..20u32, many in 24..60u32, rank in prop::sample::select(RankBy::ALL.to_vec()),
        wheel in 0.08..0.2f64,
    ) {
        let vary = json!({
            "motors": every(&stock("motor"), 9, from), "batteries": every(&stock("battery"), 11, from),
            "controllers": every(&stock("controller"), 13, from),
            "gearing": { "stage": 0, "driver_teeth": [few, few + 3], "driven_teeth": [many, many + 7] },
            "wheel_diameter_m": [wheel],
        });
        let search = read(&dolly(vary, rank.word()));
        same(&find(&search, &Watch::default()), &find_plainly(&search));
    }
}

/// A part of the shelf, with a belt, for the first drive of a demo build.
fn on_the_shelf(slug: &str, stride: usize) -> Search {
    let demo = demo::BUILDS.iter().find(|demo| demo.slug == slug).expect("the demo has it");
    let build: Value = serde_json::from_str(demo.json).expect("it reads");
    let mut base = build["options"][0].clone();
    base["drives"][0]["gearing"] = json!([{ "kind": "belt", "driver_teeth": 16, "driven_teeth": 40, "pitch_mm": 5 }]);
    read(&json!({
        "format": "ypsidyne.search/1", "job": build["job"], "drive": build["job"]["drives"][0]["name"],
        "base": base, "rank_by": "mass",
        "vary": {
            "motors": every(&stock("motor"), stride, 1), "batteries": every(&stock("battery"), stride, 2),
            "controllers": every(&stock("controller"), stride, 3),
            "gearing": { "stage": 0, "driver_teeth": [12, 20], "driven_teeth": [30, 60] },
        },
    }))
}

#[test]
fn every_demo_build_is_searched_as_plain_evaluation_says() {
    let mut reasons = std::collections::BTreeSet::new();
    for demo in demo::BUILDS {
        let search = on_the_shelf(demo.slug, 5);
        let found = find(&search, &Watch::default());
        same(&found, &find_plainly(&search));
        reasons.extend(found.fell.iter().map(|fell| fell.code.word()));
    }
    for bound in ["target", "climb", "generator.voltage", "motor.winding_temperature"] {
        assert!(reasons.contains(bound), "{bound} is not among {reasons:?}");
    }
}

#[test]
fn a_lower_voltage_lets_a_generator_through() {
    let found = find(&on_the_shelf("millrace-generator", 2), &Watch::default());
    let fell = found.fell.iter().find(|fell| fell.code == "generator.voltage").expect("some are too slow");
    let eased = fell.eased.first().expect("the nearest would do with less");
    assert!(eased.change.ends_with(" of the voltage were enough") && eased.at_least && eased.more > 0, "{eased:?}");
    let nearest = fell.nearest.as_ref().expect("there is a nearest");
    assert!(nearest.because.starts_with("It ") && nearest.also.is_empty(), "{nearest:#?}");
}

/// Price, mass, time and margin, each the smaller the better; what is not known is worst.
fn keys(hit: &Hit) -> [f64; 4] {
    [
        hit.price.unwrap_or(f64::INFINITY),
        hit.hardware_mass_kg,
        -hit.runtime_min.unwrap_or(f64::NEG_INFINITY),
        hit.worst_utilisation.unwrap_or(f64::INFINITY),
    ]
}

#[test]
fn what_nothing_beats_is_what_a_check_of_every_pair_leaves() {
    let vary = json!({ "motors": stock("motor"), "wheel_diameter_m": [0.09, 0.1, 0.12],
        "gearing": { "stage": 0, "driver_teeth": [14, 16, 18], "driven_teeth": [36, 44, 52] } });
    let mut json = dolly(vary, "margin");
    json["limit"] = json!(1000);
    let search = read(&json);
    let found = find(&search, &Watch::default());
    assert!(found.feasible >= 5 && found.feasible <= 1000, "{} {:?}", found.feasible, found.fell);
    assert_eq!(found.ranked.len() as u64, found.feasible, "all of them are given back");
    let beats = |a: &Hit, b: &Hit| keys(a).iter().zip(keys(b)).all(|(a, b)| *a <= b) && keys(a) != keys(b);
    let unbeaten: Vec<[f64; 4]> =
        found.ranked.iter().filter(|hit| !found.ranked.iter().any(|other| beats(other, hit))).map(keys).collect();
    let mut front: Vec<[f64; 4]> = found.pareto.iter().map(keys).collect();
    front.dedup();
    assert!(front.iter().all(|hit| unbeaten.contains(hit)) && unbeaten.iter().all(|hit| front.contains(hit)));
}

/// The smaller the better; `None` where it is not known.
fn measured(hit: &Hit, measure: Measure) -> Option<f64> {
    match measure {
        Measure::Price => hit.price,
        Measure::ToBuy => hit.to_buy,
        Measure::Mass => Some(hit.hardware_mass_kg),
        Measure::Runtime => hit.runtime_min.map(|minutes| -minutes),
        Measure::FlatOut => hit.flat_out_s.map(|seconds| -seconds),
        Measure::Margin => hit.worst_utilisation,
    }
}

#[test]
fn the_front_of_each_two_measures_is_what_a_check_of_every_pair_leaves() {
    let vary = json!({ "motors": stock("motor"), "wheel_diameter_m": [0.09, 0.1, 0.12],
        "gearing": { "stage": 0, "driver_teeth": [14, 16, 18], "driven_teeth": [36, 44, 52] } });
    let mut json = dolly(vary, "margin");
    json["limit"] = json!(1000);
    let found = find(&read(&json), &Watch::default());
    assert_eq!(found.ranked.len() as u64, found.feasible, "all of them are given back");
    assert_eq!(found.fronts.len(), 15);
    for front in &found.fronts {
        let points = || found.ranked.iter().filter_map(|hit| Some((measured(hit, front.x)?, measured(hit, front.y)?)));
        let beaten = |(x, y): (f64, f64)| points().any(|(a, b)| a <= x && b <= y && (a, b) != (x, y));
        let mut wanted: Vec<(f64, f64)> = points().filter(|point| !beaten(*point)).collect();
        wanted.sort_by(|a, b| a.0.total_cmp(&b.0));
        wanted.dedup();
        let hit = |number: &u64| found.leading.iter().find(|hit| hit.number == *number).expect("it is given with them");
        let drawn: Vec<(f64, f64)> = front
            .numbers
            .iter()
            .map(hit)
            .map(|hit| (measured(hit, front.x).unwrap(), measured(hit, front.y).unwrap()))
            .collect();
        assert_eq!(drawn, wanted, "{:?} over {:?}", front.y, front.x);
        assert!(!drawn.is_empty() || points().next().is_none());
    }
}

#[test]
fn each_ranking_puts_its_best_first_and_equals_in_the_order_of_the_document() {
    for (rank, key) in [("price", 0), ("mass", 1), ("runtime", 2), ("margin", 3)] {
        let vary = json!({ "motors": stock("motor"), "batteries": every(&stock("battery"), 4, 1) });
        let found = find(&read(&dolly(vary, rank)), &Watch::default());
        let order: Vec<(f64, u64)> = found.ranked.iter().map(|hit| (keys(hit)[key], hit.number)).collect();
        assert!(order.windows(2).all(|pair| pair[0] <= pair[1]), "{rank}: {order:?}");
        let count: u64 = found.fell.iter().map(|fell| fell.count).sum();
        assert_eq!(count + found.feasible, found.considered);
        assert_eq!(found.considered, found.combinations);
    }
}

#[test]
fn a_search_that_is_stopped_says_how_far_it_came() {
    let vary = json!({ "motors": stock("motor"), "batteries": stock("battery") });
    let watch = Watch::asking(|| false);
    let found = find(&read(&dolly(vary, "mass")), &watch);
    assert_eq!(found.considered, 0);
    assert!(found.combinations > 1000 && found.ranked.is_empty());
}

#[test]
fn nothing_varied_is_the_base_itself() {
    let found = find(&read(&dolly(json!({}), "margin")), &Watch::default());
    assert_eq!((found.combinations, found.feasible), (1, 1));
    assert_eq!(found.ranked[0].driver_teeth, Some(16));
}

#[test]
fn what_is_wrong_is_named_all_at_once() {
    let mut json = dolly(json!({ "gearing": { "stage": 4, "driver_teeth": [3], "driven_teeth": [20] } }), "speed");
    json["drive"] = json!("rotor");
    json["colour"] = json!("red");
    let problems = Search::from_value(&json).expect_err("four things are wrong");
    let places: Vec<&str> = problems.iter().map(|problem| problem.pointer.as_str()).collect();
    for place in ["/colour", "/rank_by", "/vary/gearing/driver_teeth/0"] {
        assert!(places.contains(&place), "{place} in {places:?}");
    }
}

/// A warm day and a long hill, so that windings fall: the board of the demo asked for more.
fn hot_dolly() -> Value {
    let mut motors = stock("motor");
    for motor in motors.iter_mut().filter(|motor| motor["kind"] == "brushless") {
        // Magnets that stand the heat, so that the winding is what gives way.
        motor["magnet_grade"] = json!("EH");
        motor["insulation_class"] = json!("A");
    }
    let mut json = dolly(
        json!({ "motors": motors, "motor_count": [1, 2],
            "gearing": { "stage": 0, "driver_teeth": [14, 16, 18], "driven_teeth": [36, 44, 52] } }),
        "margin",
    );
    json["job"]["ambient_c"] = json!(35);
    json["job"]["drives"][0]["load"]["climb_duration_min"] = json!(12);
    json["job"]["runtime_min"] = json!(5);
    json["job"]["drives"][0]["load"]["accelerate_s"] = json!(30);
    json
}

#[test]
fn a_better_winding_class_lets_through_as_many_as_it_says() {
    let json = hot_dolly();
    let search = read(&json);
    let found = find(&search, &Watch::default());
    let fell = found.fell.iter().find(|fell| fell.code == "motor.winding_temperature").expect("some windings burn");
    assert!(!fell.eased.is_empty(), "{fell:#?}");
    for eased in &fell.eased {
        let class = eased.change.strip_prefix("the winding were of class ").expect("it names a class").to_owned();
        let space = ypsidyne_core::variants::search::Space::new(&search);
        let through = (0..space.count()).filter(|number| {
            let option = space.option(&search, *number);
            let fails = |option: &ypsidyne_core::document::OptionSheet| {
                let result = ypsidyne_core::evaluation::evaluate_option(&search.job, option, 0);
                let failing = |check: &ypsidyne_core::evaluation::checks::Check| {
                    check.verdict == ypsidyne_core::evaluation::checks::Verdict::Fail
                };
                result.checks.into_iter().filter(failing).map(|check| check.code).collect::<Vec<_>>()
            };
            let before = fails(&option);
            let only_heat = !before.is_empty() && before.iter().all(|code| *code == "motor.winding_temperature");
            let mut better = option.clone();
            for drive in &mut better.drives {
                let now = drive.motor.insulation_class.map_or(130.0, ypsidyne_core::document::InsulationClass::limit_c);
                let wanted: ypsidyne_core::document::InsulationClass =
                    *ypsidyne_core::document::InsulationClass::ALL.iter().find(|one| one.word() == class).unwrap();
                if wanted.limit_c() > now {
                    drive.motor.insulation_class = Some(wanted);
                }
            }
            only_heat && fails(&better).is_empty()
        });
        assert_eq!(through.count() as u64, eased.more, "{}", eased.change);
    }
}

#[test]
fn a_lower_speed_lets_through_at_least_as_many_as_it_says() {
    let mut json = dolly(
        json!({ "motors": every(&stock("motor"), 3, 0),
            "gearing": { "stage": 0, "driver_teeth": [14, 16], "driven_teeth": [60, 72] } }),
        "margin",
    );
    let asked = json["job"]["drives"][0]["load"]["target_speed_m_s"].as_f64().unwrap();
    json["job"]["drives"][0]["load"]["target_speed_m_s"] = json!(2.0 * asked);
    let before = find(&read(&json), &Watch::default());
    let fell = before.fell.iter().find(|fell| fell.code == "target").expect("most are too slow");
    let eased = fell.eased.last().expect("some would do slower");
    assert!(fell.nearest.is_some() && eased.at_least);
    json["job"]["drives"][0]["load"]["target_speed_m_s"] = json!(2.0 * asked / (1.0 + eased.by));
    let after = find(&read(&json), &Watch::default());
    assert!(after.feasible >= before.feasible + eased.more, "{} {} {}", after.feasible, before.feasible, eased.more);
}

#[test]
fn a_rating_that_gives_way_lets_through_what_takes_no_more_than_that() {
    let mut json = dolly(json!({ "batteries": stock("battery"), "motors": every(&stock("motor"), 2, 0) }), "mass");
    json["job"]["battery_headroom"] = json!(4);
    json["job"].as_object_mut().unwrap().remove("compartment");
    json["job"]["runtime_min"] = json!(5);
    let search = read(&json);
    let found = find(&search, &Watch::default());
    let fell =
        found.fell.iter().find(|fell| fell.code == "battery.continuous_current").expect("batteries are too small");
    let eased = fell.eased.last().expect("a little more would do");
    let space = ypsidyne_core::variants::search::Space::new(&search);
    let through = (0..space.count()).filter(|number| {
        let result = ypsidyne_core::evaluation::evaluate_option(&search.job, &space.option(&search, *number), 0);
        let failing: Vec<_> = result
            .checks
            .iter()
            .filter(|check| check.verdict == ypsidyne_core::evaluation::checks::Verdict::Fail)
            .collect();
        failing.len() == 1
            && failing[0].code == "battery.continuous_current"
            && failing[0].utilisation.is_some_and(|used| used <= 1.0 + eased.by + 1e-12)
    });
    assert_eq!(through.count() as u64, eased.more);
    let nearest = fell.nearest.as_ref().expect("the nearest one");
    assert!(nearest.utilisation > 1.0 && nearest.utilisation <= 1.0 + fell.eased[0].by);
}

#[test]
fn where_nothing_holds_the_one_that_fails_by_the_least_is_told_with_all_it_fails_in() {
    let mut json = hot_dolly();
    json["job"]["drives"][0]["load"]["payload_kg"] = json!(2000);
    let found = find(&read(&json), &Watch::default());
    assert_eq!(found.feasible, 0);
    let closest = found.closest.expect("something comes closest");
    assert!(!closest.fails.is_empty());
}

#[test]
fn where_nothing_holds_the_smallest_change_that_helps_is_told_and_helps() {
    let mut json =
        dolly(json!({ "gearing": { "stage": 0, "driver_teeth": [14, 15, 16], "driven_teeth": [40, 44] } }), "mass");
    // A little more than one charge gives.
    json["job"]["runtime_min"] = json!(70);
    let found = find(&read(&json), &Watch::default());
    assert_eq!(found.feasible, 0, "{:?}", found.ranked);
    let least = found.least.expect("a shorter time would do");
    assert!(least.change.contains("of the time on one charge were enough"), "{}", least.change);
    json["job"]["runtime_min"] = json!(70.0 / (1.0 + least.by));
    let eased = find(&read(&json), &Watch::default());
    assert_eq!(eased.feasible, least.more, "{least:?}");
}

#[test]
fn several_motors_bring_the_controllers_they_need() {
    let mut vary = json!({ "motor_count": [1, 2] });
    vary["controllers"] = json!(every(&stock("controller"), 5, 0));
    let mut json = dolly(vary, "mass");
    json["limit"] = json!(100);
    let search = read(&json);
    let space = ypsidyne_core::variants::search::Space::new(&search);
    assert_eq!(space.count() % 2, 0);
    let (one, two) = (space.option(&search, 0), space.option(&search, 1));
    assert_eq!((one.drives[0].motor_count, two.drives[0].motor_count), (1, 2));
    assert!(two.drives[0].controller_count * two.drives[0].controller.as_ref().unwrap().channels >= 2);
}

//! The search against brute force: the same answer as one whole evaluation after the other.

use std::sync::atomic::Ordering;

use proptest::prelude::*;
use serde_json::{Value, json};
use ypsidyne_core::demo;
use ypsidyne_core::document::{RankBy, Search};
use ypsidyne_core::search::{Found, Hit, Watch, find, find_plainly};
use ypsidyne_core::shelf::stock::PARTS;

/// Parts of the stock, of a kind, as they stand in a build.
fn stock(kind: &str) -> Vec<Value> {
    let documents = PARTS.iter().map(ypsidyne_core::shelf::ShelfPart::document);
    documents
        .filter(|document| document["part"] == kind)
        .map(|mut document| {
            let members = document.as_object_mut().expect("an object");
            members.remove("format");
            members.remove("part");
            document
        })
        .collect()
}

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
    let watch = Watch::default();
    watch.stop.store(true, Ordering::Relaxed);
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

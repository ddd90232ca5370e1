//! The logbook as a whole: what is due, what many rides answer, heat in stages, failures against the limits of that day, figures
//! put in with their odds.

use approx::assert_relative_eq;
use rstest::rstest;
use serde_json::{Value, json};
use ypsidyne_core::document::log::{Calibrated, Component, Entry, Happened, HeatEntry, Ride, RideColumns};
use ypsidyne_core::document::{Build, Provenance};
use ypsidyne_core::evaluation::checks::Verdict;
use ypsidyne_core::logbook::at_that_moment::at_that_moment;
use ypsidyne_core::logbook::book::{Book, RideSummary, book};
use ypsidyne_core::logbook::corrected::corrected;
use ypsidyne_core::logbook::heat_stages::{HeatStages, heat_stages};
use ypsidyne_core::logbook::totals::{RideTotals, ride_totals, totals};
use ypsidyne_testkit::{demo, read, simulate};

fn entry(value: Value) -> Entry {
    Entry::from_value(&value).unwrap_or_else(|problems| panic!("{problems:#?}"))
}

/// A ride by hand: so many minutes, kilometres, Wh out.
fn ridden(at: &str, minutes: f64, km: f64, wh: f64) -> RideSummary {
    let volts = 24.0;
    let value = json!({ "kind": "ride", "at": at, "charged_ah": wh / volts, "columns": {
        "t_s": [0.0, minutes * 60.0], "distance_m": [0.0, km * 1000.0], "supply_voltage_v": [volts, volts] } });
    let Happened::Ride(ride) = entry(value).happened else { unreachable!() };
    RideSummary {
        at: at.to_owned(),
        title: format!("ride of {at}"),
        totals: ride_totals(&ride),
        ambient_c: None,
        magnets_c: None,
        computed: false,
        says: Vec::new(),
    }
}

fn cart() -> Build {
    read(&demo("hillside-harvest-cart"))
}

fn booked(build: &Build, entries: Vec<Value>, rides: &[RideSummary], now: &str) -> Book {
    let entries: Vec<Entry> = entries.into_iter().map(entry).collect();
    book(build, 0, 0, &entries, rides, now)
}

const NOW: &str = "2026-11-29T12:00:00Z";

#[test]
fn hours_kilometres_and_days_are_counted_from_the_last_time_it_was_done() {
    let rides =
        [ridden("2026-09-01T10:00:00Z", 600.0, 30.0, 900.0), ridden("2026-11-20T10:00:00Z", 720.0, 24.0, 700.0)];
    let done = json!({ "kind": "upkeep", "at": "2026-10-01T10:00:00Z", "item": "screws" });
    let told = booked(&cart(), vec![done], &rides, NOW);
    assert_eq!(told.usage.rides, 2);
    assert_relative_eq!(told.usage.hours, 22.0);
    assert_relative_eq!(told.usage.km, 54.0);
    let find = |item: &str| told.upkeep.iter().find(|one| one.item == item).unwrap_or_else(|| panic!("no {item}"));
    // 12 of 20 h and 24 of 50 km since October: the hours are nearer.
    let screws = find("Screws");
    assert_relative_eq!(screws.since.hours, 12.0);
    assert_relative_eq!(screws.used, 0.6);
    assert!(!screws.due && screws.last.as_deref() == Some("2026-10-01T10:00:00Z"));
    // Never done: all of it counts. Lead-acid wants to be full, from the last ride on: nine days.
    assert_relative_eq!(find("Gear play").since.hours, 22.0);
    assert_relative_eq!(find("Full charge").since_days.unwrap(), 9.083, max_relative = 1e-3);
    assert!(told.upkeep.iter().all(|one| one.item != "Storage charge" && one.item != "Chain"));
}

#[rstest]
#[case(json!({ "hours_between": 20 }), true)]
#[case(json!({ "hours_between": 23 }), false)]
#[case(json!({ "km_between": 50 }), true)]
#[case(json!({ "days_between": 100 }), false)]
#[case(json!({ "days_between": 80 }), true)]
fn an_interval_of_ones_own_goes_before_the_habit(#[case] own: Value, #[case] due: bool) {
    let rides =
        [ridden("2026-09-10T10:00:00Z", 600.0, 30.0, 900.0), ridden("2026-11-20T10:00:00Z", 720.0, 24.0, 700.0)];
    let mut done = json!({ "kind": "upkeep", "at": "2026-09-01T10:00:00Z", "item": "Gear play" });
    done.as_object_mut().unwrap().extend(own.as_object().unwrap().clone());
    let told = booked(&cart(), vec![done], &rides, NOW);
    let play = told.upkeep.iter().find(|one| one.item == "Gear play").unwrap();
    assert!(play.own);
    assert_eq!(play.due, due, "{}", play.says);
    assert_eq!(play.says.starts_with("Due."), due, "{}", play.says);
}

#[test]
fn what_is_worn_to_its_limit_is_due_whatever_the_hours_say() {
    let measured = |at: &str, hours: f64, mm: f64| {
        json!({ "kind": "upkeep", "at": at, "item": "Brushes", "hours": hours,
            "measured": { "length_mm": mm, "limit_mm": 5.0 } })
    };
    let rides = [ridden("2026-11-20T10:00:00Z", 60.0, 3.0, 90.0)];
    let fine = booked(&cart(), vec![measured("2026-11-10T10:00:00Z", 10.0, 8.0)], &rides, NOW);
    let worn = booked(&cart(), vec![measured("2026-11-21T10:00:00Z", 11.0, 4.8)], &rides, NOW);
    let brushes = |told: &Book| told.upkeep.iter().find(|one| one.item == "Brushes").unwrap().clone();
    assert!(!brushes(&fine).due);
    assert!(brushes(&worn).due && brushes(&worn).used >= 1.0, "{:?}", brushes(&worn));
    assert_eq!(worn.upkeep[0].item, "Brushes", "what is due stands first");
}

#[test]
fn a_machine_without_a_log_has_nothing_due() {
    assert!(booked(&cart(), Vec::new(), &[], NOW).upkeep.is_empty());
}

#[test]
fn many_rides_answer_by_their_way() {
    let rides = [
        ridden("2026-01-10T10:00:00Z", 60.0, 4.0, 200.0),
        ridden("2026-02-10T10:00:00Z", 60.0, 1.0, 40.0),
        ridden("2026-07-10T10:00:00Z", 60.0, 5.0, 150.0),
        ridden("2026-07-11T10:00:00Z", 1.0, 0.05, 40.0),
    ];
    let broke = json!({ "kind": "failure", "at": "2026-07-12T10:00:00Z", "part": "Worm", "cost": 12 });
    let told = booked(&cart(), vec![broke], &rides, NOW).answers;
    // A ride of 50 m says nothing of a kilometre.
    assert_eq!(told.per_km.len(), 3);
    assert_relative_eq!(told.best.unwrap().wh_per_km, 30.0);
    assert_relative_eq!(told.worst.unwrap().wh_per_km, 50.0);
    // The winter by all of its way: 240 Wh over 5 km. 12 V · 2 · 12 Ah of lead-acid.
    let winter = told.seasons.iter().find(|season| season.months == "December to February").unwrap();
    assert_relative_eq!(winter.wh_per_km, 48.0);
    let charge_wh = winter.range_km.unwrap() * 48.0;
    assert!((200.0..320.0).contains(&charge_wh), "{charge_wh}");
    assert_relative_eq!(told.costs[0].per_hour.unwrap(), 12.0 / (181.0 / 60.0), max_relative = 1e-9);
}

#[test]
fn starts_and_time_under_way_are_counted_by_hand() {
    // Two starts: 10 s under way, 5 s standing, 10 s under way.
    let times: Vec<f64> = (0..=30).map(f64::from).collect();
    let speed: Vec<f64> = times.iter().map(|t| if (2.0..12.0).contains(t) || *t >= 17.0 { 3.0 } else { 0.0 }).collect();
    let mut columns = RideColumns::of_times(times);
    columns.speed_m_s = Some(ypsidyne_core::document::log::Column(speed));
    let told: RideTotals = totals(&columns);
    assert_eq!(told.starts, 2);
    assert_relative_eq!(told.running_s, 10.0 + 13.0);
    let still = totals(&RideColumns::of_times(vec![0.0, 90.0]));
    assert_eq!((still.starts, still.running_s), (1, 90.0));
}

// ---- heat in stages

fn heat(stages: Value, more: Value) -> HeatEntry {
    let mut value = json!({ "kind": "heat", "at": NOW, "stages": stages });
    value.as_object_mut().unwrap().extend(more.as_object().unwrap().clone());
    let Happened::Heat(heat) = entry(value).happened else { unreachable!() };
    heat
}

fn staged(build: &Build, entry: &HeatEntry) -> HeatStages {
    heat_stages(build, 0, 0, entry).unwrap_or_else(|problems| panic!("{problems:#?}"))
}

#[test]
fn the_plan_follows_the_computed_run_and_is_its_temperatures() {
    let build = read(&demo("tracking-shot-dolly-board"));
    let mut none = heat(json!([{ "minutes": 1 }]), json!({ "planned_min": 20, "ambient_c": 15 }));
    none.stages.clear();
    let told = staged(&build, &none);
    assert_relative_eq!(told.plan.iter().map(|stage| stage.minutes).sum::<f64>(), 20.0);
    assert!(told.plan.windows(2).all(|pair| pair[0].computed.motor_c < pair[1].computed.motor_c));
    assert_eq!(told.go_on, None);
    assert_eq!(told.next_min, Some(told.plan[0].minutes));
    // The same speed held as long by the run of its own.
    let mut document = demo("tracking-shot-dolly-board");
    document["job"]["ambient_c"] = json!(15);
    document["options"][0]["battery"]["usable_fraction"] = json!(1);
    let speed = told.plan[0].speed_m_s.unwrap();
    let run = simulate(&document, json!({ "mode": { "kind": "hold", "speed_m_s": speed }, "until_s": 1200.0 }));
    let end = run.lead.series.case_c.last().unwrap().unwrap();
    assert_relative_eq!(told.plan.last().unwrap().computed.motor_c.unwrap(), end, max_relative = 0.01);
}

#[test]
fn readings_as_computed_go_on_and_readings_that_run_away_stop() {
    let build = read(&demo("tracking-shot-dolly-board"));
    let mut none = heat(json!([{ "minutes": 1 }]), json!({ "planned_min": 20, "ambient_c": 15 }));
    none.stages.clear();
    let plan = staged(&build, &none).plan;
    let as_computed: Vec<Value> = plan[..3]
        .iter()
        .map(|stage| {
            json!({ "minutes": stage.minutes, "speed_m_s": stage.speed_m_s, "readings": {
            "motor_c": stage.computed.motor_c, "controller_c": stage.computed.controller_c } })
        })
        .collect();
    let fine = staged(&build, &heat(json!(as_computed), json!({ "planned_min": 20, "ambient_c": 15 })));
    assert_eq!(fine.go_on, Some(true), "{:?}", fine.says);
    assert!(fine.next_min.is_some_and(|next| next > 0.4), "{fine:#?}");
    assert!(fine.says.iter().any(|said| said.contains("As computed")), "{:?}", fine.says);

    let hot = json!([
        { "minutes": 3, "readings": { "motor_c": 45 } },
        { "minutes": 3, "readings": { "motor_c": 68 } },
        { "minutes": 3, "readings": { "motor_c": 84 } },
    ]);
    let stop = staged(&build, &heat(hot, json!({ "planned_min": 40, "ambient_c": 15 })));
    assert_eq!(stop.go_on, Some(false), "{:?}", stop.says);
    assert_eq!(stop.next_min, None);
    assert!(stop.says[0].starts_with("Stop:"), "{:?}", stop.says);
    assert!(stop.says.iter().any(|said| said.contains("warmer than computed")), "{:?}", stop.says);
}

#[test]
fn a_machine_that_burns_is_planned_to_stop_short_and_one_that_is_turned_is_not_run() {
    let build = cart();
    let mut none = heat(json!([{ "minutes": 1 }]), json!({ "planned_min": 240 }));
    none.stages.clear();
    // The small motor of the second option burns on the job.
    let told = heat_stages(&build, 1, 0, &none).unwrap();
    let last = told.plan.last().map_or(0.0, |stage| stage.ends_min);
    assert!(last <= 240.0);
    let mill = read(&demo("millrace-generator"));
    assert!(heat_stages(&mill, 0, 0, &none).is_err());
    assert!(heat_stages(&build, 7, 0, &none).is_err());
}

// ---- failures

fn climbing(build: &Value, minutes: f64, scale: f64) -> Ride {
    let run = simulate(
        build,
        json!({ "mode": { "kind": "hold", "speed_m_s": 0.6, "grade_percent": 12.0 * scale }, "until_s": 60.0 * minutes,
            "sample_s": 2.0, "burn_on": true }),
    );
    let series = &run.lead.series;
    let value = json!({ "kind": "ride", "at": NOW, "columns": { "t_s": series.t_s, "speed_m_s": series.speed_m_s,
        "grade_percent": series.grade_percent, "winding_c": series.winding_c } });
    let Happened::Ride(ride) = entry(value).happened else { unreachable!() };
    ride
}

#[test]
fn three_machines_within_their_limits_and_three_beyond() {
    let document = demo("hillside-harvest-cart");
    let build = read(&document);
    // Fine: the good option, without and with a ride of that day; another part of the bad option.
    for (option, component, rides) in [
        (0, Component::Motor, Vec::new()),
        (0, Component::Motor, vec![(0, climbing(&document, 2.0, 0.5))]),
        (0, Component::Battery, vec![(0, climbing(&document, 2.0, 0.5))]),
    ] {
        let told = at_that_moment(&build, option, Some(component), &rides);
        assert_eq!(told.beyond, Some(false), "{option} {component:?}: {told:?}");
    }
    // Beyond: the verdict of the bad option; a ride that is computed to burn; a winding that was read too hot.
    let verdict = at_that_moment(&build, 1, Some(Component::Motor), &[]);
    assert!(verdict.beyond == Some(true) && !verdict.failing.is_empty(), "{verdict:?}");
    let mut heavy = document.clone();
    heavy["job"]["drives"][0]["load"]["payload_kg"] = json!(140);
    let burning = at_that_moment(&read(&heavy), 0, Some(Component::Motor), &[(0, climbing(&heavy, 40.0, 1.0))]);
    assert!(burning.beyond == Some(true) && !burning.passed.is_empty(), "{burning:?}");
    let mut hot = climbing(&document, 2.0, 0.5);
    hot.columns.winding_c.as_mut().unwrap().0[20] = 171.0;
    let read_hot = at_that_moment(&build, 0, Some(Component::Motor), &[(0, hot)]);
    assert!(read_hot.passed.iter().any(|said| said.contains("171")), "{read_hot:?}");
    // No part of the chain: nothing tells.
    assert_eq!(at_that_moment(&build, 0, None, &[]).beyond, None);
}

// ---- figures put in

#[test]
fn figures_that_are_put_in_are_marked_measured_and_drawn_no_more() {
    let build = read(&demo("tracking-shot-dolly-board"));
    let figures = [(Calibrated::RollingResistance, 0.023), (Calibrated::CellResistance, 0.0081)];
    let told = corrected(&build, 0, 0, &figures, "2026-11-21T14:02:00Z, Yard and ramp").unwrap();
    assert_eq!(told.changes.len(), 2);
    assert_relative_eq!(told.changes[0].after, 0.023);
    let load = &told.build["job"]["drives"][0]["load"];
    assert_eq!(load["provenance"]["rolling_resistance"], json!(Provenance::Measured));
    assert_eq!(load["measured_on"]["rolling_resistance"], "2026-11-21T14:02:00Z, Yard and ramp");
    assert_eq!(told.build["options"][0]["battery"]["provenance"]["cell_resistance_ohm"], "measured");
    assert!(told.moved.iter().any(|check| check.used_before != check.used_after));
    assert_ne!(told.after.verdict, Verdict::Fail);
    // What stands there already changes nothing.
    let again =
        corrected(&Build::from_value(&told.build).unwrap(), 0, 0, &figures, "2026-11-21T14:02:00Z, Yard and ramp");
    let again = again.unwrap();
    assert!(again.changes.iter().all(|change| (change.after / change.before - 1.0).abs() < 1e-12));
    // The figures as they stood, now sure: nothing is worse, and less of it is drawn.
    let same = [(Calibrated::RollingResistance, 0.018), (Calibrated::CellResistance, 0.0065)];
    let sure = corrected(&build, 0, 0, &same, "2026-11-21T14:02:00Z, Yard and ramp").unwrap();
    let (before, after) = (sure.odds_before.unwrap(), sure.odds_after.unwrap());
    assert!((0.0..=1.0).contains(&before) && after > before, "{before} → {after}");
    assert!(corrected(&build, 9, 0, &figures, "x").is_err() && corrected(&build, 0, 9, &figures, "x").is_err());
}

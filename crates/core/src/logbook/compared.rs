//! The answer to a log: its rides against what was computed, magnets, wear, failures.

use serde::Serialize;

use super::calibration::{CalibratedFigure, calibrate};
use super::comparison::{ComparedChannel, compare_channels};
use super::failures::{Failures, failures};
use super::magnets::{MagnetHealth, magnet_health};
use super::prediction::Course;
use super::totals::{RideTotals, ride_totals, totals};
use super::wear::{Wear, wear};
use crate::document::log::{Column, Entry, Happened, Ride, RideColumns};
use crate::document::{Build, Log};
use crate::format::{percent, significant};
use crate::simulation::outcome::DriveRun;

/// The `format` of the answer.
pub const COMPARED_FORMAT: &str = "ypsidyne.compared/1";

/// What a log says.
#[derive(Debug, Clone, PartialEq, Serialize, schemars::JsonSchema)]
pub struct Compared {
    /// Always `ypsidyne.compared/1`.
    pub format: &'static str,
    /// Ride by ride, the first one first.
    pub rides: Vec<ComparedRide>,
    /// The magnets, motor by motor.
    pub magnets: Vec<MagnetHealth>,
    /// What wears.
    pub wear: Vec<Wear>,
    /// What broke, part by part.
    pub failures: Vec<Failures>,
}

/// A ride against what was computed of it.
#[derive(Debug, Clone, PartialEq, Serialize, schemars::JsonSchema)]
pub struct ComparedRide {
    /// What it is called.
    pub title: String,
    /// When, RFC 3339.
    pub at: String,
    /// What it adds up to.
    pub totals: RideTotals,
    /// What was computed adds up to, over the same time; null where it was not computed.
    pub computed: Option<RideTotals>,
    /// Warmest place of the magnets by computing it, °C.
    pub magnets_c: Option<f64>,
    /// Channel by channel; empty where it was not computed.
    pub channels: Vec<ComparedChannel>,
    /// What it says of the build's figures; empty where it was not computed.
    pub calibration: Vec<CalibratedFigure>,
    /// The whole in words, the most important first.
    pub says: Vec<String>,
}

/// Works a log out.
#[must_use]
pub fn compare(log: &Log) -> Compared {
    let mut entries: Vec<&Entry> = log.entries().iter().collect();
    entries.sort_by(|a, b| a.heading.at.cmp(&b.heading.at));
    let rides: Vec<ComparedRide> = entries
        .iter()
        .filter_map(|entry| {
            let Happened::Ride(ride) = &entry.happened else { return None };
            let (option, drive) = log.about(ride);
            Some(compare_ride(log.build(), option, drive, entry, ride))
        })
        .collect();
    let hottest_c = rides.iter().filter_map(|ride| ride.magnets_c).reduce(f64::max);
    let name = &log.build().job.drives[log.drive()].name;
    let served = log.build().options[log.option()].drives.iter().find(|served| served.drive == *name);
    Compared {
        format: COMPARED_FORMAT,
        rides,
        magnets: served.map(|served| magnet_health(&served.motor, log.entries(), hottest_c)).unwrap_or_default(),
        wear: wear(log.entries()),
        failures: failures(log.entries()),
    }
}

/// Works one ride out against a drive of an option of a build.
#[must_use]
pub fn compare_ride(build: &Build, option: usize, drive: usize, entry: &Entry, ride: &Ride) -> ComparedRide {
    let mut told = ComparedRide {
        title: entry.title().to_owned(),
        at: entry.heading.at.clone(),
        totals: ride_totals(ride),
        computed: None,
        magnets_c: None,
        channels: Vec::new(),
        calibration: Vec::new(),
        says: Vec::new(),
    };
    match Course::of(build, option, drive, ride) {
        Err(problems) => told.says.extend(problems.into_iter().map(|problem| problem.detail)),
        Ok(course) => {
            let predicted = course.run();
            let magnets = predicted.lead().series.case_c.iter().copied().flatten().reduce(f64::max);
            told.magnets_c = magnets;
            told.computed = Some(totals(&columns_of(predicted.lead())));
            told.channels = compare_channels(&course, &ride.columns, &predicted);
            told.calibration = calibrate(build, option, drive, ride, &course);
            told.says = in_words(&told);
            told.says.extend(predicted.cut_short());
        }
    }
    let gaps_s: f64 = told.totals.gaps.iter().map(|gap| gap.lasts_s).sum();
    if gaps_s > 0.0 {
        let count = told.totals.gaps.len();
        let times = if count == 1 { "time".to_owned() } else { format!("{count} times") };
        let what = if count == 1 { "once" } else { times.as_str() };
        told.says.push(format!(
            "The logger was silent {what}, {} s in all: nothing is added up there.",
            significant(gaps_s)
        ));
    }
    told
}

/// A computed run as the channels of a ride.
fn columns_of(run: &DriveRun) -> RideColumns {
    let known = |values: &[Option<f64>]| Column(values.iter().map(|value| value.unwrap_or(f64::NAN)).collect());
    let series = &run.series;
    RideColumns {
        speed_m_s: Some(known(&series.speed_m_s)),
        distance_m: Some(known(&series.distance_m)),
        supply_current_a: Some(Column(series.supply_current_a.clone())),
        supply_voltage_v: Some(Column(series.supply_voltage_v.clone())),
        winding_c: Some(known(&series.winding_c)),
        ..RideColumns::of_times(series.t_s.clone())
    }
}

/// A charge that differs by less is as computed.
const CHARGE_APART: f64 = 0.03;

/// How much more or less charge the ride took than computed.
fn charge_apart(ride: &ComparedRide) -> Option<String> {
    let (took, computed) = (ride.totals.charge_ah?, ride.computed.as_ref()?.charge_ah?);
    if took <= 0.0 || computed <= 0.0 || !ride.totals.gaps.is_empty() {
        return None;
    }
    let by = took / computed - 1.0;
    (by.abs() >= CHARGE_APART).then(|| {
        let more = if by > 0.0 { "more" } else { "less" };
        format!("It took {} {more} charge than computed.", percent(by.abs()))
    })
}

/// Of seven figures one is off by two sigma in a quarter of all rides that agree: it takes more to be told first.
const WORTH_SAYING: f64 = 3.0;

/// What the ride tells first: the figure that it corrects most, else that it agrees.
fn in_words(ride: &ComparedRide) -> Vec<String> {
    let mut says = Vec::new();
    let corrected = ride
        .calibration
        .iter()
        .filter(|figure| figure.determined && (figure.after - figure.before).abs() > WORTH_SAYING * figure.after_sigma)
        .max_by(|a, b| {
            let moved = |figure: &CalibratedFigure| (figure.after / figure.before).ln().abs();
            moved(a).total_cmp(&moved(b))
        });
    let leaving: Vec<&ComparedChannel> = ride.channels.iter().filter(|channel| channel.leaves_s.is_some()).collect();
    match corrected {
        Some(figure) => {
            let more = figure.after > figure.before;
            let by = percent((figure.after / figure.before - 1.0).abs());
            says.push(format!(
                "{} than assumed: {} is {by} {} than in the build.",
                head_of(figure.name, more),
                figure.title.to_lowercase(),
                if more { "more" } else { "less" }
            ));
        }
        None if leaving.is_empty() && !ride.channels.is_empty() && charge_apart(ride).is_none() => {
            says.push("As computed, in everything that was read.".to_owned());
        }
        None => {}
    }
    says.extend(charge_apart(ride));
    says.extend(leaving.iter().map(|channel| channel.says.clone()));
    says
}

/// What a corrected figure means, as a maker would say it.
fn head_of(name: &str, more: bool) -> &'static str {
    match (name, more) {
        ("rolling_resistance", true) => "It rolls harder",
        ("rolling_resistance", false) => "It rolls easier",
        ("drag_area_m2", true) => "The air holds it back more",
        ("drag_area_m2", false) => "The air holds it back less",
        ("gearing_efficiency", true) => "The gearing loses less",
        ("gearing_efficiency", false) => "The gearing loses more",
        ("cell_resistance_ohm", true) => "The cells sag more",
        ("cell_resistance_ohm", false) => "The cells sag less",
        ("capacity_ah", true) => "The pack holds more",
        ("capacity_ah", false) => "The pack holds less",
        ("winding_to_case_k_per_w", true) => "The winding gives its heat to the case worse",
        ("winding_to_case_k_per_w", false) => "The winding gives its heat to the case better",
        (_, true) => "The air took less heat from the motor",
        (_, false) => "The air took more heat from the motor",
    }
}

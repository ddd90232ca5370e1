//! The answer to a log: its rides against what was computed, magnets, wear, failures.

use serde::Serialize;

use super::calibration::{CalibratedFigure, calibrate};
use super::comparison::{ComparedChannel, compare_channels};
use super::failures::{Failures, failures};
use super::magnets::{MagnetHealth, magnet_health};
use super::prediction::Course;
use super::totals::{RideTotals, totals};
use super::wear::{Wear, wear};
use crate::document::Log;
use crate::document::log::{Entry, Happened, Ride};
use crate::format::{percent, significant};

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
    let mut hottest_c: Option<f64> = None;
    let mut entries: Vec<&Entry> = log.entries().iter().collect();
    entries.sort_by(|a, b| a.heading.at.cmp(&b.heading.at));
    let rides = entries
        .iter()
        .filter_map(|entry| {
            let Happened::Ride(ride) = &entry.happened else { return None };
            Some(compared_ride(log, entry, ride, &mut hottest_c))
        })
        .collect();
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

fn compared_ride(log: &Log, entry: &Entry, ride: &Ride, hottest_c: &mut Option<f64>) -> ComparedRide {
    let totals = totals(&ride.columns);
    let mut told = ComparedRide {
        title: entry.title().to_owned(),
        at: entry.heading.at.clone(),
        channels: Vec::new(),
        calibration: Vec::new(),
        says: Vec::new(),
        totals,
    };
    match Course::of(log.build(), log.option(), log.drive(), ride) {
        Err(problems) => told.says.extend(problems.into_iter().map(|problem| problem.detail)),
        Ok(course) => {
            let predicted = course.run();
            let magnets = predicted.lead().series.case_c.iter().copied().flatten().fold(f64::NEG_INFINITY, f64::max);
            if magnets.is_finite() {
                *hottest_c = Some(hottest_c.map_or(magnets, |before| before.max(magnets)));
            }
            told.channels = compare_channels(&course, &ride.columns, &predicted);
            told.calibration = calibrate(log.build(), log.option(), log.drive(), ride, &course);
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

/// What the ride tells first: the figure that it corrects most, else that it agrees.
fn in_words(ride: &ComparedRide) -> Vec<String> {
    let mut says = Vec::new();
    let corrected = ride
        .calibration
        .iter()
        .filter(|figure| figure.determined && (figure.after - figure.before).abs() > 2.0 * figure.after_sigma)
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
                "{} than assumed: {} is {by} {} than what stands in the build.",
                head_of(figure.name, more),
                figure.title.to_lowercase(),
                if more { "more" } else { "less" }
            ));
        }
        None if leaving.is_empty() && !ride.channels.is_empty() => {
            says.push("As computed, in everything that was read.".to_owned());
        }
        None => {}
    }
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

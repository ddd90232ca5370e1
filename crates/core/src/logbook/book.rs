//! What a logbook answers as a whole: how much a machine has run, what is due, what wore, what broke, what a kilometre takes.

use serde::{Deserialize, Serialize};

use super::answers::{Answers, answers};
use super::clock::{Moment, moment};
use super::failures::{Failures, failures};
use super::magnets::{MagnetHealth, magnet_health};
use super::totals::RideTotals;
use super::upkeep::{Upkeep, upkeep};
use super::wear::{Wear, wear};
use crate::document::Build;
use crate::document::log::Entry;

/// A ride without its readings.
#[derive(Debug, Clone, PartialEq, Serialize, Deserialize, schemars::JsonSchema)]
pub struct RideSummary {
    /// When, RFC 3339.
    pub at: String,
    /// What it is called.
    pub title: String,
    /// What it adds up to.
    pub totals: RideTotals,
    /// Air, °C; null where nobody said.
    pub ambient_c: Option<f64>,
    /// Warmest place of the magnets by computing it, °C; null where it was not computed.
    pub magnets_c: Option<f64>,
    /// Whether it was computed; false while it was not compared, and where it cannot be.
    #[serde(default)]
    pub computed: bool,
    /// What it says, the most important first; empty while it was not compared.
    pub says: Vec<String>,
}

/// How much a machine has run.
#[derive(Debug, Clone, Copy, Default, PartialEq, Serialize, schemars::JsonSchema)]
pub struct Usage {
    /// Rides.
    pub rides: u32,
    /// Hours under way.
    pub hours: f64,
    /// Kilometres.
    pub km: f64,
    /// Starts from a stand.
    pub starts: u32,
}

impl Usage {
    /// Adds rides up.
    pub fn of<'r>(rides: impl Iterator<Item = &'r RideSummary>) -> Self {
        rides.fold(Self::default(), |sum, ride| Self {
            rides: sum.rides + 1,
            hours: sum.hours + ride.totals.running_s / 3600.0,
            km: sum.km + ride.totals.distance_m.unwrap_or(0.0) / 1000.0,
            starts: sum.starts + ride.totals.starts,
        })
    }
}

/// What a logbook answers.
#[derive(Debug, Clone, PartialEq, Serialize, schemars::JsonSchema)]
pub struct Book {
    /// How much it has run.
    pub usage: Usage,
    /// What it needs, the nearest first.
    pub upkeep: Vec<Upkeep>,
    /// What wears.
    pub wear: Vec<Wear>,
    /// The magnets, motor by motor.
    pub magnets: Vec<MagnetHealth>,
    /// What broke, part by part.
    pub failures: Vec<Failures>,
    /// What a kilometre takes, best and worst, what an hour costs.
    pub answers: Answers,
}

/// Days from one moment to another, RFC 3339; `None` where one of them is none.
pub(super) fn days_between(from: &str, to: &str) -> Option<f64> {
    let seconds = |text: &str| match moment(text, false) {
        Some(Moment::Dated(seconds)) => Some(seconds),
        _ => None,
    };
    Some((seconds(to)? - seconds(from)?) / 86_400.0)
}

/// Works a logbook out. `entries`: those that are no rides. `now`: RFC 3339.
#[must_use]
pub fn book(build: &Build, option: usize, drive: usize, entries: &[Entry], rides: &[RideSummary], now: &str) -> Book {
    let worn = wear(entries);
    let hottest_c = rides.iter().filter_map(|ride| ride.magnets_c).reduce(f64::max);
    let name = build.job.drives.get(drive).map(|drive| drive.name.as_str());
    let served = build.options.get(option).and_then(|sheet| sheet.drives.iter().find(|one| Some(&*one.drive) == name));
    Book {
        usage: Usage::of(rides.iter()),
        upkeep: if rides.is_empty() && entries.is_empty() {
            Vec::new()
        } else {
            upkeep(build, option, entries, rides, &worn, now)
        },
        magnets: served.map(|served| magnet_health(&served.motor, entries, hottest_c)).unwrap_or_default(),
        failures: failures(entries),
        answers: answers(build, option, entries, rides),
        wear: worn,
    }
}

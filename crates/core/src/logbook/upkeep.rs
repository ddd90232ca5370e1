//! Upkeep: what a machine needs, how often, and what of it is due.

use serde::Serialize;

use super::book::{RideSummary, Usage, days_between};
use super::wear::Wear;
use crate::document::log::{Entry, Happened, UpkeepEntry};
use crate::document::{Build, Chemistry, GearingKind, Load, MotorKind};
use crate::format::significant;

/// How often something is looked after; the first of them that is reached counts.
#[derive(Debug, Clone, Copy, PartialEq, Serialize, schemars::JsonSchema)]
pub struct Interval {
    /// Hours under way.
    pub hours: Option<f64>,
    /// Kilometres.
    pub km: Option<f64>,
    /// Days.
    pub days: Option<f64>,
}

/// Something a machine needs.
#[derive(Debug, Clone, Copy)]
struct Habit {
    item: &'static str,
    every: Interval,
    how: &'static str,
    /// A length of it tells how much is left.
    measured: bool,
}

const fn every(hours: Option<f64>, km: Option<f64>, days: Option<f64>) -> Interval {
    Interval { hours, km, days }
}

const BRUSHES: Habit = Habit {
    item: "Brushes",
    every: every(Some(50.0), None, None),
    how: "measure the shorter one; at a third of its length when new it is due",
    measured: true,
};
const SPRINGS: Habit = Habit {
    item: "Brush springs",
    every: every(Some(200.0), None, None),
    how: "they must press: a spring that was hot is blue and weak",
    measured: false,
};
const COMMUTATOR: Habit = Habit {
    item: "Commutator",
    every: every(Some(100.0), None, None),
    how: "brown and smooth is right; clean the slots, do not sand what is smooth",
    measured: false,
};
const BUSHINGS: Habit = Habit {
    item: "Bushings oiled",
    every: every(Some(50.0), None, None),
    how: "a drop of thin oil at each, none on the commutator",
    measured: false,
};
const BEARINGS: Habit = Habit {
    item: "Bearings",
    every: every(Some(200.0), None, None),
    how: "turn it by hand and listen; play at the shaft or a rough feel is the end",
    measured: false,
};
const BELT: Habit = Habit {
    item: "Belt tension",
    every: every(Some(20.0), Some(50.0), None),
    how: "press in the middle of the long side, then over the bolts",
    measured: false,
};
const CHAIN: Habit = Habit {
    item: "Chain",
    every: every(Some(20.0), Some(100.0), None),
    how: "sag of a fiftieth of the distance, oil, and a look at the links",
    measured: false,
};
const PLAY: Habit = Habit {
    item: "Gear play",
    every: every(Some(50.0), None, None),
    how: "hold the motor and turn the output to and fro",
    measured: false,
};
const GREASE: Habit = Habit {
    item: "Grease",
    every: every(Some(200.0), None, None),
    how: "out with the old, a thin coat on the teeth",
    measured: false,
};
const CONNECTORS: Habit = Habit {
    item: "Connectors",
    every: every(Some(50.0), None, Some(180.0)),
    how: "feel them after a hard run: a warm one is loose or burnt",
    measured: false,
};
const SCREWS: Habit = Habit {
    item: "Screws",
    every: every(Some(20.0), Some(50.0), None),
    how: "go over mounts, set screws and axles",
    measured: false,
};
const EDGE: Habit = Habit {
    item: "Blade",
    every: every(Some(10.0), None, None),
    how: "battery off first; sharpen both sides alike, then balance it",
    measured: false,
};
const BALANCE: Habit = Habit {
    item: "Cell balance",
    every: every(Some(20.0), None, Some(90.0)),
    how: "read every cell after a full charge: 20 mV apart or less",
    measured: false,
};
const STORAGE: Habit = Habit {
    item: "Storage charge",
    every: every(None, None, Some(30.0)),
    how: "standing for long, lithium cells want about half their charge",
    measured: false,
};
const FULL: Habit = Habit {
    item: "Full charge",
    every: every(None, None, Some(30.0)),
    how: "lead that stands empty is lead that is lost",
    measured: false,
};

/// What an option needs, by its parts (habits, common practice).
fn habits(build: &Build, option: usize) -> Vec<Habit> {
    let Some(sheet) = build.options.get(option) else { return Vec::new() };
    let mut found: Vec<Habit> = Vec::new();
    let mut need = |habit: Habit| {
        if !found.iter().any(|known| known.item == habit.item) {
            found.push(habit);
        }
    };
    for served in &sheet.drives {
        let small = served.motor.can_diameter_mm.is_some_and(|diameter| diameter < 40.0);
        if served.motor.kind == MotorKind::Brushed {
            need(BRUSHES);
            if !small {
                need(SPRINGS);
                need(COMMUTATOR);
            }
            need(if small { BUSHINGS } else { BEARINGS });
        } else {
            need(BEARINGS);
        }
        for stage in &served.gearing {
            match stage.kind {
                GearingKind::Belt => need(BELT),
                GearingKind::Chain => need(CHAIN),
                GearingKind::Direct => {}
                _ => {
                    need(PLAY);
                    need(GREASE);
                }
            }
        }
        if served.motor.gearbox.is_some() {
            need(PLAY);
            need(GREASE);
        }
    }
    for drive in &build.job.drives {
        match drive.load {
            Load::Vehicle(_) => need(SCREWS),
            Load::Blade(_) => need(EDGE),
            _ => {}
        }
    }
    need(CONNECTORS);
    // What is charged all the time stands at no charge of its own.
    let charged = build.job.drives.iter().any(|drive| matches!(drive.load, Load::Generator(_)));
    if charged {
        return found;
    }
    if matches!(sheet.battery.chemistry, Chemistry::LeadAcid) {
        need(FULL);
    } else if matches!(sheet.battery.chemistry, Chemistry::Lipo | Chemistry::LiIon | Chemistry::Lifepo4) {
        if sheet.battery.cells_series > 1 {
            need(BALANCE);
        }
        need(STORAGE);
    }
    found
}

/// Something to be looked after, and how near it is.
#[derive(Debug, Clone, PartialEq, Serialize, schemars::JsonSchema)]
pub struct Upkeep {
    /// What.
    pub item: String,
    /// How it is done; null for one's own.
    pub how: Option<&'static str>,
    /// Every so much.
    pub every: Interval,
    /// Whether the interval is one's own; else it is a habit.
    pub own: bool,
    /// Whether a length of it is measured.
    pub measured: bool,
    /// When it was done last, RFC 3339; null where that is not in the log.
    pub last: Option<String>,
    /// Hours, kilometres, starts since.
    pub since: Usage,
    /// Days since; null where there is no first day to count from.
    pub since_days: Option<f64>,
    /// How much of the interval is used, 1 when it is due.
    pub used: f64,
    /// Whether it is due.
    pub due: bool,
    /// In one sentence.
    pub says: String,
}

/// What a machine needs, the nearest first. `now`: RFC 3339.
pub(super) fn upkeep(
    build: &Build,
    option: usize,
    entries: &[Entry],
    rides: &[RideSummary],
    worn: &[Wear],
    now: &str,
) -> Vec<Upkeep> {
    let mut done: Vec<(&str, &UpkeepEntry)> = entries
        .iter()
        .filter_map(|entry| match &entry.happened {
            Happened::Upkeep(upkeep) => Some((entry.heading.at.as_str(), upkeep)),
            _ => None,
        })
        .collect();
    done.sort_by_key(|(at, _)| *at);
    let habits = habits(build, option);
    let mut names: Vec<String> = habits.iter().map(|habit| habit.item.to_owned()).collect();
    for (_, entry) in &done {
        if own_interval(entry).is_some() && !names.iter().any(|name| name.eq_ignore_ascii_case(&entry.item)) {
            names.push(entry.item.clone());
        }
    }
    let began = rides.iter().map(|ride| ride.at.as_str()).chain(done.iter().map(|(at, _)| *at)).min();
    let mut found: Vec<Upkeep> = names
        .into_iter()
        .filter_map(|item| {
            let habit = habits.iter().find(|habit| habit.item == item);
            let of: Vec<_> = done.iter().filter(|(_, entry)| entry.item.eq_ignore_ascii_case(&item)).collect();
            let own = of.iter().rev().find_map(|(_, entry)| own_interval(entry));
            let every = own.or(habit.map(|habit| habit.every))?;
            let last = of.iter().rev().find(|(_, entry)| entry.done).map(|(at, _)| *at);
            let wear = worn.iter().find(|wear| wear.item.eq_ignore_ascii_case(&item));
            Some(one(item, habit, every, own.is_some(), last, began, rides, wear, now))
        })
        .collect();
    found.sort_by(|a, b| b.due.cmp(&a.due).then(b.used.total_cmp(&a.used)));
    found
}

/// Hours and kilometres of upkeep are counted in tenths.
fn tenths(value: f64) -> impl std::fmt::Display {
    significant((10.0 * value).round() / 10.0)
}

fn own_interval(entry: &UpkeepEntry) -> Option<Interval> {
    let own = every(entry.hours_between, entry.km_between, entry.days_between);
    (own.hours.is_some() || own.km.is_some() || own.days.is_some()).then_some(own)
}

#[allow(clippy::too_many_arguments, reason = "one place calls it")]
fn one(
    item: String,
    habit: Option<&Habit>,
    every: Interval,
    own: bool,
    last: Option<&str>,
    began: Option<&str>,
    rides: &[RideSummary],
    wear: Option<&Wear>,
    now: &str,
) -> Upkeep {
    let since = Usage::of(rides.iter().filter(|ride| last.is_none_or(|last| ride.at.as_str() > last)));
    // What is about standing counts from the last ride.
    let standing = [STORAGE.item, FULL.item].contains(&item.as_str());
    let last_ride = rides.iter().map(|ride| ride.at.as_str()).max();
    let from = if standing { last.max(last_ride) } else { last.or(began) };
    let since_days = from.and_then(|from| days_between(from, now));
    let shares = [
        every.hours.map(|every| since.hours / every),
        every.km.map(|every| since.km / every),
        every.days.zip(since_days).map(|(every, since)| since / every),
    ];
    // What is measured goes by its length, where that is told.
    let worn_out = wear.and_then(|wear| wear.hours_left).is_some_and(|left| left <= 0.0);
    let used = shares.into_iter().flatten().fold(if worn_out { 1.0 } else { 0.0 }, f64::max);
    let due = used >= 1.0 || worn_out;
    let says = if worn_out {
        wear.map_or_else(String::new, |wear| wear.says.clone())
    } else {
        let since_said = match last {
            Some(last) => format!("since {}", last.get(..10).unwrap_or(last)),
            None => "since the log began".to_owned(),
        };
        let counted = [
            every.hours.map(|every| format!("{} of {} h", tenths(since.hours), significant(every))),
            every.km.map(|every| format!("{} of {} km", tenths(since.km), significant(every))),
            every
                .days
                .zip(since_days)
                .map(|(every, since)| format!("{} of {} days", significant(since.round()), significant(every))),
        ];
        let counted: Vec<String> = counted.into_iter().flatten().collect();
        format!("{}{item}: {} {since_said}.", if due { "Due. " } else { "" }, counted.join(", "))
    };
    Upkeep {
        how: habit.map(|habit| habit.how),
        measured: habit.is_some_and(|habit| habit.measured),
        item,
        every,
        own,
        last: last.map(str::to_owned),
        since,
        since_days,
        used,
        due,
        says,
    }
}

//! An entry in one line of the timeline.

use super::book::RideSummary;
use crate::document::log::{ChangedFigure, CheckEntry, Entry, Happened, HeatEntry, UpkeepEntry};
use crate::format::significant;
use crate::measurement::measure;

/// What an entry is called in the timeline: its title, else what it is about.
#[must_use]
pub fn title(entry: &Entry) -> String {
    if let Some(title) = &entry.heading.title {
        return title.clone();
    }
    match &entry.happened {
        Happened::Upkeep(upkeep) => upkeep.item.clone(),
        Happened::Failure(failure) => format!("{}: failed", failure.part),
        Happened::Check(check) => match (&check.motor, &check.measurement) {
            (Some(motor), _) => format!("Check: {motor}"),
            (None, Some(sheet)) => sheet.heading().label.clone().unwrap_or_else(|| "Check".to_owned()),
            (None, None) => "Check".to_owned(),
        },
        Happened::Change(change) => match change.changes.as_slice() {
            [one] => one_change(one),
            [] => "Change".to_owned(),
            several => {
                let last = |change: &ChangedFigure| change.what.rsplit(": ").next().unwrap_or_default().to_owned();
                let named: Vec<String> = several.iter().take(3).map(last).collect();
                let more = several.len().saturating_sub(named.len());
                let more = if more > 0 { format!(", {more} more") } else { String::new() };
                format!("Changed: {}{more}", named.join(", "))
            }
        },
        _ => entry.title().to_owned(),
    }
}

fn one_change(change: &ChangedFigure) -> String {
    match (&change.before, &change.after) {
        (Some(before), Some(after)) => format!("{}: {before} → {after}", change.what),
        (None, Some(after)) => format!("{}: {after}", change.what),
        (Some(before), None) => format!("{}: {before} no more", change.what),
        (None, None) => change.what.clone(),
    }
}

/// What stands under the title, in a few words.
#[must_use]
pub fn says(entry: &Entry, summary: Option<&RideSummary>) -> String {
    match &entry.happened {
        Happened::Ride(_) => summary.map(ride_says).unwrap_or_default(),
        Happened::Heat(heat) => heat_says(heat),
        Happened::Check(check) => check_says(check),
        Happened::Upkeep(upkeep) => upkeep_says(upkeep),
        Happened::Failure(failure) => {
            let batch = failure.batch.as_ref().map(|batch| format!("batch {batch}"));
            let hours = failure.hours.map(|hours| format!("after {} h", significant(hours)));
            let what = Some(failure.what.clone()).filter(|what| !what.is_empty());
            [what, hours, batch].into_iter().flatten().collect::<Vec<_>>().join(", ")
        }
        Happened::Change(change) => match change.changes.as_slice() {
            [_] | [] => String::new(),
            several => several.iter().map(one_change).collect::<Vec<_>>().join("; "),
        },
        Happened::Note(note) => {
            let words = entry.heading.notes.clone().unwrap_or_default();
            match note.pictures.len() {
                0 => words,
                1 => format!("1 picture {words}"),
                count => format!("{count} pictures {words}"),
            }
        }
    }
}

fn ride_says(summary: &RideSummary) -> String {
    let totals = &summary.totals;
    let way = totals.distance_m.map(|metres| format!("{} km", significant(metres / 1000.0)));
    let time = Some(format!("{} min", significant(totals.duration_s / 60.0)));
    let need = totals.wh_per_km.map(|wh| format!("{} Wh/km", significant(wh)));
    let counted = [way, time, need].into_iter().flatten().collect::<Vec<_>>().join(", ");
    match summary.says.first().filter(|_| summary.computed) {
        Some(first) => format!("{counted}. {first}"),
        None => counted,
    }
}

fn heat_says(heat: &HeatEntry) -> String {
    let minutes: f64 = heat.stages.iter().map(|stage| stage.minutes).sum();
    let count = heat.stages.len();
    let stages = if count == 1 { "1 stage".to_owned() } else { format!("{count} stages") };
    let last = heat.stages.iter().rev().find_map(|stage| stage.readings.as_ref());
    let places = last.map(|read| {
        [("motor", read.motor_c), ("controller", read.controller_c), ("battery", read.battery_c)]
            .into_iter()
            .filter_map(|(word, celsius)| Some(format!("{word} {} °C", significant(celsius?))))
            .collect::<Vec<_>>()
            .join(", ")
    });
    let mut parts = vec![stages, format!("{} min", significant(minutes))];
    parts.extend(places.filter(|places| !places.is_empty()));
    parts.join(", ")
}

fn check_says(check: &CheckEntry) -> String {
    let (kv, ohm, amps) = match (&check.results, &check.measurement) {
        (Some(results), _) => (results.kv_rpm_per_v, results.resistance_ohm, results.no_load_current_a),
        (None, Some(sheet)) => {
            let measured = measure(sheet).ok();
            let figure = |key: &str| measured.as_ref()?.results.get(key)?.as_f64();
            (figure("kv_rpm_per_v"), figure("resistance_ohm"), figure("no_load_current_a"))
        }
        (None, None) => (None, None, None),
    };
    let parts = [
        kv.map(|kv| format!("Kv {}", significant(kv))),
        ohm.map(|ohm| format!("{} Ω", significant(ohm))),
        amps.map(|amps| format!("no load {} A", significant(amps))),
    ];
    parts.into_iter().flatten().collect::<Vec<_>>().join(", ")
}

fn upkeep_says(upkeep: &UpkeepEntry) -> String {
    let measured = upkeep
        .measured
        .as_ref()
        .map(|read| format!("{} mm, due at {}", significant(read.length_mm), significant(read.limit_mm)));
    let again = [
        upkeep.hours_between.map(|hours| format!("{} h", significant(hours))),
        upkeep.km_between.map(|km| format!("{} km", significant(km))),
        upkeep.days_between.map(|days| format!("{} days", significant(days))),
    ];
    let again: Vec<String> = again.into_iter().flatten().collect();
    let again = (!again.is_empty()).then(|| format!("again after {}", again.join(" or ")));
    let looked = (!upkeep.done).then(|| "looked at".to_owned());
    [measured, looked, again].into_iter().flatten().collect::<Vec<_>>().join(", ")
}

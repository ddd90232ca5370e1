//! One part over all machines: how often it broke and of which batch, what it cost for an hour, how long it ran.

use serde::Serialize;

use super::book::{RideSummary, Usage};
use super::failures::{Failures, failures};
use super::wear::{Wear, wear};
use crate::document::log::{Entry, Happened};

/// The log of one machine.
#[derive(Debug)]
pub struct MachineLog<'l> {
    /// Name of the build.
    pub name: &'l str,
    /// Entries that are no rides.
    pub entries: &'l [Entry],
    /// Rides.
    pub rides: &'l [RideSummary],
}

/// What all logs say of a part.
#[derive(Debug, Clone, PartialEq, Serialize, schemars::JsonSchema)]
pub struct PartStory {
    /// The part, as it was called first.
    pub part: String,
    /// Builds in whose logs it stands.
    pub builds: Vec<String>,
    /// How much these machines have run.
    pub usage: Usage,
    /// What broke; null where nothing did.
    pub failures: Option<Failures>,
    /// What wears, machine by machine.
    pub wear: Vec<Wear>,
    /// What it cost in all.
    pub cost: f64,
    /// Over the hours of these machines; null while there are none.
    pub cost_per_hour: Option<f64>,
}

/// The part an entry is about; `None` for entries of no part.
fn part_of(entry: &Entry) -> Option<(&str, f64)> {
    match &entry.happened {
        Happened::Failure(failure) => Some((&failure.part, failure.cost.unwrap_or(0.0))),
        Happened::Upkeep(upkeep) => Some((&upkeep.item, upkeep.cost.unwrap_or(0.0))),
        _ => None,
    }
}

/// Every part that broke or was looked after, those that broke most first.
#[must_use]
pub fn part_stories(machines: &[MachineLog<'_>]) -> Vec<PartStory> {
    let mut names: Vec<&str> = Vec::new();
    for (part, _) in machines.iter().flat_map(|machine| machine.entries).filter_map(part_of) {
        if !names.iter().any(|known| known.eq_ignore_ascii_case(part)) {
            names.push(part);
        }
    }
    let mut found: Vec<PartStory> = names.into_iter().map(|name| story(name, machines)).collect();
    let broke = |story: &PartStory| {
        story.failures.as_ref().map_or(0, |failures| failures.batches.iter().map(|batch| batch.failed).sum::<u32>())
    };
    found.sort_by(|a, b| broke(b).cmp(&broke(a)).then(b.cost.total_cmp(&a.cost)).then_with(|| a.part.cmp(&b.part)));
    found
}

fn story(name: &str, machines: &[MachineLog<'_>]) -> PartStory {
    let of = |entry: &&Entry| part_of(entry).is_some_and(|(part, _)| part.eq_ignore_ascii_case(name));
    let with: Vec<&MachineLog<'_>> =
        machines.iter().filter(|machine| machine.entries.iter().any(|one| of(&one))).collect();
    let own: Vec<Entry> = with.iter().flat_map(|machine| machine.entries.iter().filter(of)).cloned().collect();
    let usage = Usage::of(with.iter().flat_map(|machine| machine.rides));
    let cost: f64 = own.iter().filter_map(part_of).map(|(_, cost)| cost).sum();
    let worn = with.iter().flat_map(|machine| {
        let own: Vec<Entry> = machine.entries.iter().filter(of).cloned().collect();
        wear(&own)
    });
    PartStory {
        part: name.to_owned(),
        builds: with.iter().map(|machine| machine.name.to_owned()).collect(),
        usage,
        failures: failures(&own).into_iter().next(),
        wear: worn.collect(),
        cost,
        cost_per_hour: (usage.hours > 0.0 && cost > 0.0).then(|| cost / usage.hours),
    }
}

#[cfg(test)]
mod tests {
    use serde_json::json;

    use super::{MachineLog, part_stories};
    use crate::document::log::Entry;
    use crate::logbook::failures::Explanation;

    fn worm(batch: &str, of: u32) -> Entry {
        let value = json!({ "kind": "failure", "at": "2026-06-13T10:30:00Z", "part": "Worm", "batch": batch, "of": of,
            "beyond_limits": false, "cost": 14 });
        Entry::from_value(&value).unwrap()
    }

    #[test]
    fn a_batch_is_counted_over_all_machines() {
        // Two of six in one machine decide nothing; four of six over two machines do.
        let mower = [worm("B2", 6), worm("B2", 6)];
        let cart = [worm("B2", 6), worm("B2", 6), worm("A1", 14)];
        let alone = part_stories(&[MachineLog { name: "mower", entries: &mower, rides: &[] }]);
        assert_eq!(alone[0].failures.as_ref().unwrap().explanation, Explanation::TooFew);
        let both = part_stories(&[
            MachineLog { name: "mower", entries: &mower, rides: &[] },
            MachineLog { name: "cart", entries: &cart, rides: &[] },
        ]);
        assert_eq!(both.len(), 1);
        assert_eq!(both[0].builds, ["mower", "cart"]);
        assert_eq!(both[0].failures.as_ref().unwrap().explanation, Explanation::SuspectBatch);
        assert!((both[0].cost - 70.0).abs() < 1e-12 && both[0].cost_per_hour.is_none());
    }
}

//! Entries between the store and the core: what is kept of them, and what comes back.

use axum::http::StatusCode;
use axum::response::Response;
use serde_json::Value;
use ypsidyne_core::document::log::{Entry, Happened, Ride, RideColumns};
use ypsidyne_core::document::{Build, Load, Problem};
use ypsidyne_core::logbook::book::RideSummary;
use ypsidyne_core::logbook::totals::ride_totals;
use ypsidyne_store::log::{NewEntry, StoredEntry};
use ypsidyne_store::{Connection, Store, StoreError, log};

use crate::api::App;
use crate::api::etag::saved;
use crate::api::problem::ApiError;

/// An entry about to be kept, with what the store wants of it.
pub(crate) struct Prepared {
    id: String,
    kind: &'static str,
    at: String,
    document: String,
    summary: Option<String>,
    readings: Option<Vec<u8>>,
}

impl Prepared {
    /// An entry under an id; its time is brought to UTC, so that entries stand in order.
    pub(crate) fn of(id: String, mut entry: Entry) -> Result<Self, ApiError> {
        entry.heading.at = in_utc(&entry.heading.at).map_err(|problem| ApiError::Document(vec![problem]))?;
        let (summary, readings) = match &entry.happened {
            Happened::Ride(ride) => (Some(summary_of(&entry, ride)), Some(ride.columns.to_bytes())),
            _ => (None, None),
        };
        Ok(Self {
            id,
            kind: entry.happened.kind(),
            at: entry.heading.at.clone(),
            document: text(&entry.without_readings())?,
            summary: summary.map(|summary| text(&summary)).transpose()?,
            readings,
        })
    }

    pub(crate) fn stored(&self) -> NewEntry<'_> {
        NewEntry {
            id: &self.id,
            kind: self.kind,
            at: &self.at,
            document: &self.document,
            summary: self.summary.as_deref(),
            readings: self.readings.as_deref(),
            since_revision: None,
        }
    }
}

fn text(value: &impl serde::Serialize) -> Result<String, ApiError> {
    serde_json::to_string(value).map_err(|_| ApiError::Internal)
}

/// What a ride adds up to, before it is compared.
fn summary_of(entry: &Entry, ride: &Ride) -> RideSummary {
    RideSummary {
        at: entry.heading.at.clone(),
        title: entry.title().to_owned(),
        totals: ride_totals(ride),
        ambient_c: ride.ambient_c,
        magnets_c: None,
        computed: false,
        says: Vec::new(),
    }
}

/// A time of an entry as UTC.
pub(super) fn in_utc(at: &str) -> Result<String, Problem> {
    let read = at.parse::<jiff::Timestamp>();
    let read = read.or_else(|_| {
        let civil = at.parse::<jiff::civil::DateTime>()?;
        jiff::tz::Offset::UTC.to_timestamp(civil)
    });
    read.map(|moment| format!("{moment:.3}")).map_err(|_| Problem {
        pointer: "/at".to_owned(),
        detail: format!("{at:?} came, a date with a time is needed, such as 2026-11-21T14:02:00Z"),
    })
}

/// Keeps a new entry of a build, and says where it stands.
pub(super) async fn keep_new(app: &App, build: String, prepared: Prepared) -> Result<Response, ApiError> {
    let now = crate::time::now();
    let (id, now) = app
        .store(move |connection| {
            log::create(connection, &build, &[prepared.stored()], &now)?;
            Ok((prepared.id, now))
        })
        .await?;
    Ok(saved(StatusCode::CREATED, id, 1, now))
}

/// Keeps entries that were read; for the demo.
pub(crate) fn new_entries(store: &Store, build: &str, entries: Vec<Entry>) -> anyhow::Result<()> {
    let prepared = entries
        .into_iter()
        .map(|entry| Prepared::of(uuid::Uuid::now_v7().to_string(), entry))
        .collect::<Result<Vec<_>, _>>()
        .map_err(|problem| anyhow::anyhow!("an entry of a log cannot be kept: {problem:?}"))?;
    let new: Vec<NewEntry<'_>> = prepared.iter().map(Prepared::stored).collect();
    Ok(store.with(|connection| log::create(connection, build, &new, &crate::time::now()))?)
}

/// An entry that was kept, without the readings of a ride: those count two rows of nothing.
pub(super) fn light(stored: &StoredEntry) -> Option<Entry> {
    let value: Value = serde_json::from_str(&stored.document).ok()?;
    Entry::with_readings(&value, Some(RideColumns::of_times(vec![0.0, 1.0]))).ok()
}

pub(super) fn summary(stored: &StoredEntry) -> Option<RideSummary> {
    serde_json::from_str(stored.summary.as_ref()?).ok()
}

/// An entry that was kept, whole.
pub(super) fn whole(stored: &StoredEntry, readings: Option<&[u8]>) -> Result<Entry, ApiError> {
    let value: Value = serde_json::from_str(&stored.document).map_err(|_| ApiError::Internal)?;
    let damaged = || ApiError::Store(StoreError::Damaged { id: stored.id.clone(), number: stored.revision });
    let columns = readings.map(|bytes| RideColumns::from_bytes(bytes).ok_or_else(damaged)).transpose()?;
    Entry::with_readings(&value, columns).map_err(ApiError::Document)
}

/// An entry with its readings as they stand in the store.
pub(super) fn read_whole(connection: &Connection, id: &str) -> Result<(StoredEntry, Option<Vec<u8>>), StoreError> {
    let stored = log::by_id(connection, id)?;
    Ok((stored, log::readings(connection, id)?))
}

/// A build that was stored.
pub(super) fn build_of(document: &str) -> Result<Build, ApiError> {
    Build::from_json(document).map_err(ApiError::Document)
}

/// The option and the drive that a log is about where its entries do not say: the one that is chosen, else the first; the first
/// drive that travels, else the first.
pub(super) fn about(build: &Build) -> (usize, usize) {
    let chosen = build.chosen.as_ref().and_then(|name| build.options.iter().position(|one| one.name == *name));
    let travels = build.job.drives.iter().position(|drive| matches!(drive.load, Load::Vehicle(_)));
    (chosen.unwrap_or(0), travels.unwrap_or(0))
}

/// The option and the drive of a ride or a heat run in a build: as it names them, where the build still has them.
pub(super) fn named(build: &Build, option: Option<&String>, drive: Option<&String>) -> (usize, usize) {
    let (first_option, first_drive) = about(build);
    let option = option.and_then(|name| build.options.iter().position(|one| one.name == *name));
    let drive = drive.and_then(|name| build.job.drives.iter().position(|one| one.name == *name));
    (option.unwrap_or(first_option), drive.unwrap_or(first_drive))
}

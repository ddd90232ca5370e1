//! A copy of the data every day, beside it; seven of them stay.

use std::path::{Path, PathBuf};
use std::time::Duration;

use anyhow::Context;
use tokio_util::sync::CancellationToken;
use ypsidyne_store::{Store, backup};

/// Copies that stay.
pub const KEPT: usize = 7;
/// How often it is looked whether a day has begun.
const EVERY: Duration = Duration::from_secs(15 * 60);
/// The first look comes so long after the start.
const AFTER_START: Duration = Duration::from_secs(20);
const ENDING: &str = ".sqlite";

/// The folder beside a data file in which its copies are.
#[must_use]
pub fn folder(data: &Path) -> PathBuf {
    let mut name = data.file_name().unwrap_or_default().to_os_string();
    name.push(".backups");
    data.with_file_name(name)
}

/// Copies that are there, the newest first, by their day.
#[must_use]
pub fn days(data: &Path) -> Vec<String> {
    let mut found: Vec<String> = std::fs::read_dir(folder(data))
        .into_iter()
        .flatten()
        .filter_map(|entry| {
            let name = entry.ok()?.file_name().into_string().ok()?;
            let day = name.strip_suffix(ENDING)?;
            day.parse::<jiff::civil::Date>().is_ok().then(|| day.to_owned())
        })
        .collect();
    found.sort_unstable_by(|a, b| b.cmp(a));
    found
}

/// Makes the copy of a day where there is none, and lets those go that are more than seven. Gives whether it made one.
///
/// A copy is written under another name first: what is called by its day is whole.
///
/// # Errors
/// What keeps the folder or the copy from being made; then nothing that was there has gone.
pub fn of_day(store: &Store, data: &Path, day: &str) -> anyhow::Result<bool> {
    let folder = folder(data);
    let whole = folder.join(format!("{day}{ENDING}"));
    if whole.exists() {
        return Ok(false);
    }
    std::fs::create_dir_all(&folder).with_context(|| format!("cannot make {}", folder.display()))?;
    let begun = folder.join(format!("{day}.part"));
    let _ = std::fs::remove_file(&begun);
    store.with(|connection| backup::copy(connection, &begun))?;
    std::fs::rename(&begun, &whole).with_context(|| format!("cannot name {}", whole.display()))?;
    for old in days(data).into_iter().skip(KEPT) {
        // One that cannot go now goes tomorrow.
        let _ = std::fs::remove_file(folder.join(format!("{old}{ENDING}")));
    }
    Ok(true)
}

/// Makes a copy every day for as long as the program runs.
pub async fn daily(store: Store, data: PathBuf, closing: CancellationToken) {
    // Whoever has just started it waits for the page, not for a copy.
    tokio::select! {
        () = closing.cancelled() => return,
        () = tokio::time::sleep(AFTER_START) => {}
    }
    loop {
        let (of, at) = (store.clone(), data.clone());
        let day = crate::time::now().get(..10).unwrap_or_default().to_owned();
        let made = tokio::task::spawn_blocking(move || of_day(&of, &at, &day)).await;
        if let Ok(Err(error)) = made {
            tracing::error!("today's copy of the data was not made: {error:#}");
        }
        tokio::select! {
            () = closing.cancelled() => return,
            () = tokio::time::sleep(EVERY) => {}
        }
    }
}

#[cfg(test)]
mod tests {
    use super::{KEPT, days, folder, of_day};
    use ypsidyne_store::builds::{self, NewRevision};
    use ypsidyne_store::{Store, backup};

    #[test]
    fn seven_days_stay_each_whole_and_a_day_is_copied_once() {
        let place = tempfile::tempdir().unwrap();
        let data = place.path().join("builds.sqlite");
        let store = Store::open(&data).unwrap();
        for day in 1..=9 {
            let id = format!("0192f0c0-0000-7000-8000-00000000000{day}");
            let new = NewRevision { name: "cart", document: "{}", now: "2026-01-01T10:00:00Z", by: None };
            store.with(|connection| builds::create(connection, &id, &new)).unwrap();
            let day = format!("2026-11-0{day}");
            assert!(of_day(&store, &data, &day).unwrap());
            assert!(!of_day(&store, &data, &day).unwrap());
        }
        let kept = days(&data);
        assert_eq!((kept.len(), kept[0].as_str(), kept[6].as_str()), (KEPT, "2026-11-09", "2026-11-03"));
        let looked = backup::look_through(&folder(&data).join("2026-11-05.sqlite")).unwrap();
        assert!(looked.is_sound());
        assert_eq!(looked.kinds[0], ("revisions of builds", 5, 5));
        // What is no copy is left alone and counts for none.
        std::fs::write(folder(&data).join("notes.sqlite"), "mine").unwrap();
        assert_eq!(days(&data).len(), KEPT);
    }
}

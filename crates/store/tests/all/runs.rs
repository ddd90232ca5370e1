//! Runs in the store: kept with a build, the newest first, the oldest make room, gone one by one.

use ypsidyne_store::builds::{self, NewRevision};
use ypsidyne_store::runs::{self, KEPT, NewRun};
use ypsidyne_store::{Connection, StoreError};
use ypsidyne_testkit::store_with_build;

const BUILD: &str = "0192f0c0-0000-7000-8000-000000000001";

fn id(number: u32) -> String {
    format!("0192f0c0-0000-7000-9000-{number:012}")
}

fn keep(connection: &mut Connection, build: &str, number: u32) -> Result<(), StoreError> {
    let now = format!("2026-01-01T10:{number:02}:00Z");
    let simulated = format!("came to {number}");
    let new = NewRun { build, title: "hill", option: "A", document: "asked", simulated: &simulated, now: &now };
    runs::keep(connection, &id(number), &new).map(|_| ())
}

#[test]
fn a_run_is_kept_with_what_it_came_to() {
    let (_folder, store) = store_with_build(BUILD);
    store
        .with(|c| {
            keep(c, BUILD, 1)?;
            keep(c, BUILD, 2)?;
            let lines = runs::list(c, BUILD)?;
            assert_eq!(lines.iter().map(|line| line.id.clone()).collect::<Vec<_>>(), [id(2), id(1)]);
            assert_eq!((lines[0].title.as_str(), lines[0].option.as_str()), ("hill", "A"));
            assert_eq!(runs::simulated(c, &id(1))?, "came to 1");
            runs::delete(c, &id(1))?;
            assert!(matches!(runs::simulated(c, &id(1)), Err(StoreError::RunNotFound { .. })));
            // Gone is gone, also when two windows ask for it.
            runs::delete(c, &id(1))?;
            assert_eq!(runs::list(c, BUILD)?.len(), 1);
            Ok(())
        })
        .unwrap();
}

#[test]
fn the_oldest_make_room() {
    let (_folder, store) = store_with_build(BUILD);
    store
        .with(|c| {
            for number in 1..=KEPT + 2 {
                keep(c, BUILD, number)?;
            }
            let lines = runs::list(c, BUILD)?;
            assert_eq!(lines.len(), KEPT as usize);
            assert_eq!(lines.last().map(|line| line.id.clone()), Some(id(3)));
            Ok(())
        })
        .unwrap();
}

#[test]
fn a_run_of_no_build_is_refused() {
    let (_folder, store) = store_with_build(BUILD);
    store
        .with(|c| {
            assert!(keep(c, "0192f0c0-0000-7000-8000-000000000009", 1).is_err());
            assert!(runs::list(c, BUILD)?.is_empty());
            Ok(())
        })
        .unwrap();
}

/// A transaction that begins by reading cannot write once somebody else has: it has to begin with the right to write.
#[test]
fn runs_are_kept_while_others_save() {
    let (_folder, store) = store_with_build(BUILD);
    let stop = std::sync::atomic::AtomicBool::new(false);
    std::thread::scope(|scope| {
        let saver = scope.spawn(|| {
            let mut revision = 1;
            while !stop.load(std::sync::atomic::Ordering::Relaxed) {
                let document = format!("{{\"edit\":{revision}}}");
                let new = NewRevision { name: "cart", document: &document, now: "2026-01-01T10:00:00Z", by: None };
                revision = store.with(|c| builds::save(c, BUILD, revision, &new)).unwrap();
                // As fast as nobody types, and others have their turn.
                std::thread::sleep(std::time::Duration::from_millis(1));
            }
            revision
        });
        let kept: Vec<_> = (0..40).map(|number| store.with(|c| keep(c, BUILD, number))).collect();
        stop.store(true, std::sync::atomic::Ordering::Relaxed);
        assert!(kept.iter().all(Result::is_ok), "{kept:?}");
        assert!(saver.join().unwrap() > 1, "somebody saved meanwhile");
    });
}

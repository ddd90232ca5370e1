//! Data files copied while they are written to, torn and cut; looked through.

use std::fs;
use std::path::Path;

use ypsidyne_store::backup::{copy, look_through};
use ypsidyne_store::builds::{self, NewRevision};
use ypsidyne_store::{Store, StoreError};

fn document(number: usize) -> String {
    // Of some length, and not to be compressed to nothing.
    let words: String = (0..2000).map(|at| format!("{:x}", (at * 7919 + number * 104_729) % 65_521)).collect();
    format!("{{\"number\":{number},\"words\":\"{words}\"}}")
}

fn filled(path: &Path, builds_in_it: usize) -> Store {
    let store = Store::open(path).unwrap();
    for number in 0..builds_in_it {
        let id = format!("0192f0c0-0000-7000-8000-{number:012}");
        let document = document(number);
        let new = NewRevision { name: "cart", document: &document, now: "2026-01-01T10:00:00Z", by: None };
        store.with(|c| builds::create(c, &id, &new)).unwrap();
    }
    store
}

#[test]
fn a_copy_is_whole_while_others_write() {
    let folder = tempfile::tempdir().unwrap();
    let data = folder.path().join("builds.sqlite");
    let store = filled(&data, 20);
    let writing = store.clone();
    let writer = std::thread::spawn(move || {
        for number in 20..60 {
            let id = format!("0192f0c0-0000-7000-8000-{number:012}");
            let document = document(number);
            let new = NewRevision { name: "cart", document: &document, now: "2026-01-01T10:00:00Z", by: None };
            writing.with(|c| builds::create(c, &id, &new)).unwrap();
        }
    });
    for round in 0..5 {
        let file = folder.path().join(format!("copy{round}.sqlite"));
        store.with(|c| copy(c, &file)).unwrap();
        let looked = look_through(&file).unwrap();
        assert!(looked.is_sound(), "{looked:?}");
        assert!(looked.kinds[0].1 >= 20);
        assert!(store.with(|c| copy(c, &file)).is_err(), "a copy never goes over another file");
    }
    writer.join().unwrap();
}

#[test]
fn what_is_damaged_is_named_and_the_rest_counted() {
    let folder = tempfile::tempdir().unwrap();
    let data = folder.path().join("builds.sqlite");
    let store = filled(&data, 5);
    store
        .with(|c| {
            c.execute("UPDATE revision SET document = x'00ff' WHERE build_id LIKE '%2'", [])?;
            Ok(())
        })
        .unwrap();
    let looked = look_through(&data).unwrap();
    assert!(!looked.is_sound() && looked.pages.is_empty());
    assert_eq!(looked.kinds[0], ("revisions of builds", 5, 4));
    assert!(looked.damaged[0].ends_with("000000000002 1"), "{:?}", looked.damaged);
}

#[test]
fn pages_that_are_cut_or_zeroed_are_found_and_never_taken_for_whole() {
    let folder = tempfile::tempdir().unwrap();
    let data = folder.path().join("builds.sqlite");
    let whole = folder.path().join("whole.sqlite");
    filled(&data, 30).with(|c| copy(c, &whole)).unwrap();
    let bytes = fs::read(&whole).unwrap();
    let page = 4096;
    let pages = bytes.len() / page;
    assert!(pages > 20);
    let torn = folder.path().join("torn.sqlite");
    let mut found = 0;
    for last in 1..=pages / 2 {
        for zeroed in [false, true] {
            let mut damaged = bytes.clone();
            let from = (pages - last) * page;
            if zeroed {
                damaged[from..].fill(0);
            } else {
                damaged.truncate(from + page / 3);
            }
            fs::write(&torn, &damaged).unwrap();
            // Told as damaged, or refused as no database: never whole.
            let told = look_through(&torn).is_ok_and(|looked| looked.is_sound());
            assert!(!told, "the last {last} pages {}", if zeroed { "zeroed" } else { "cut" });
            found += 1;
        }
    }
    assert!(found >= 20);
}

#[test]
fn what_is_no_data_file_is_refused_by_what_it_is() {
    let folder = tempfile::tempdir().unwrap();
    assert!(matches!(look_through(&folder.path().join("none")), Err(StoreError::Open { .. })));
    let text = folder.path().join("text");
    fs::write(&text, "not a database at all, but long enough to be looked at as one").unwrap();
    assert!(look_through(&text).is_err());
    let other = folder.path().join("other.sqlite");
    ypsidyne_store::Connection::open(&other).unwrap().execute_batch("CREATE TABLE song (title TEXT)").unwrap();
    assert!(matches!(look_through(&other), Err(StoreError::Foreign { .. })));
}

//! The store by what it promises: nothing is lost, nothing is overwritten silently, a full disk says so.

use ypsidyne_store::builds::{self, NewRevision, RevisionKind};
use ypsidyne_store::{Store, StoreError};
use ypsidyne_testkit::fresh_store;

const ID: &str = "0192f0c0-0000-7000-8000-000000000001";

fn at<'a>(now: &'a str, document: &'a str) -> NewRevision<'a> {
    NewRevision { name: "cart", document, now, by: None }
}

#[test]
fn every_save_is_a_revision_and_reads_back_equal() {
    let (_folder, store) = fresh_store();
    store
        .with(|c| {
            assert_eq!(builds::create(c, ID, &at("2026-01-01T10:00:00Z", "one"))?, 1);
            assert_eq!(builds::save(c, ID, 1, &at("2026-01-01T10:00:01Z", "two"))?, 2);
            assert_eq!(builds::by_id(c, ID)?.document, "two");
            assert_eq!(builds::revision(c, ID, 1)?, "one");
            assert_eq!(builds::revisions(c, ID)?.len(), 2);
            Ok(())
        })
        .unwrap();
}

#[test]
fn a_stale_save_changes_nothing_and_is_set_aside() {
    let (_folder, store) = fresh_store();
    store
        .with(|c| {
            builds::create(c, ID, &at("2026-01-01T10:00:00Z", "one"))?;
            builds::save(c, ID, 1, &at("2026-01-01T10:00:01Z", "theirs"))?;
            let refused = builds::save(c, ID, 1, &at("2026-01-01T10:00:02Z", "mine"));
            let Err(StoreError::Stale { expected: 1, current: 2, kept_as: Some(3), .. }) = refused else {
                panic!("{refused:?}")
            };
            let now = builds::by_id(c, ID)?;
            assert_eq!((now.document.as_str(), now.revision), ("theirs", 2));
            assert_eq!(builds::revision(c, ID, 3)?, "mine");
            assert_eq!(builds::revisions(c, ID)?[0].kind, RevisionKind::SetAside);
            // The next good save goes on behind both.
            assert_eq!(builds::save(c, ID, 2, &at("2026-01-01T10:00:03Z", "merged"))?, 4);
            Ok(())
        })
        .unwrap();
}

#[test]
fn the_same_document_again_is_no_new_revision_and_no_conflict() {
    let (_folder, store) = fresh_store();
    store
        .with(|c| {
            builds::create(c, ID, &at("2026-01-01T10:00:00Z", "one"))?;
            builds::save(c, ID, 1, &at("2026-01-01T10:00:01Z", "two"))?;
            assert_eq!(builds::save(c, ID, 1, &at("2026-01-01T10:00:02Z", "two"))?, 2);
            assert_eq!(builds::revisions(c, ID)?.len(), 2);
            Ok(())
        })
        .unwrap();
}

#[test]
fn a_deleted_build_comes_back_whole() {
    let (_folder, store) = fresh_store();
    store
        .with(|c| {
            builds::create(c, ID, &at("2026-01-01T10:00:00Z", "one"))?;
            builds::delete(c, ID, 1, "2026-01-01T10:00:05Z")?;
            assert!(builds::list(c, false, "")?.is_empty());
            assert_eq!(builds::list(c, true, "")?.len(), 1);
            let save = builds::save(c, ID, 1, &at("2026-01-01T10:00:06Z", "two"));
            assert!(matches!(save, Err(StoreError::NotFound { .. })), "a build in the bin is not edited");
            assert_eq!(builds::restore(c, ID)?.document, "one");
            assert_eq!(builds::list(c, false, "")?.len(), 1);
            Ok(())
        })
        .unwrap();
}

#[test]
fn deleting_what_someone_edited_since_is_refused() {
    let (_folder, store) = fresh_store();
    store
        .with(|c| {
            builds::create(c, ID, &at("2026-01-01T10:00:00Z", "one"))?;
            builds::save(c, ID, 1, &at("2026-01-01T10:00:01Z", "two"))?;
            let refused = builds::delete(c, ID, 1, "2026-01-01T10:00:05Z");
            assert!(matches!(refused, Err(StoreError::Stale { expected: 1, current: 2, kept_as: None, .. })));
            assert_eq!(builds::list(c, false, "")?.len(), 1);
            Ok(())
        })
        .unwrap();
}

#[test]
fn old_days_keep_one_revision_an_hour_and_all_that_was_set_aside() {
    let (_folder, store) = fresh_store();
    store
        .with(|c| {
            builds::create(c, ID, &at("2026-01-01T10:00:00Z", "0"))?;
            for second in 1..40u32 {
                let (time, text) = (format!("2026-01-01T10:00:{second:02}Z"), second.to_string());
                builds::save(c, ID, second, &at(&time, &text))?;
            }
            let _ = builds::save(c, ID, 1, &at("2026-01-01T11:00:00Z", "late"));
            let mut current = 40;
            for second in 0..9u32 {
                let (time, text) = (format!("2026-01-03T08:00:{second:02}Z"), format!("new {second}"));
                current = builds::save(c, ID, current, &at(&time, &text))?;
            }
            assert_eq!(current, 50, "the fiftieth revision thins");
            let left = builds::revisions(c, ID)?;
            let old: Vec<u32> =
                left.iter().filter(|line| line.saved_at.starts_with("2026-01-01")).map(|line| line.number).collect();
            assert_eq!(old, [41, 40], "the one set aside and the last of the hour");
            assert_eq!(left.len(), 2 + 9);
            Ok(())
        })
        .unwrap();
}

#[test]
fn a_full_disk_is_named_and_loses_nothing_stored() {
    let (_folder, store) = fresh_store();
    // Text that does not compress, so that pages run out.
    let mut state = 0x1234_5678_u32;
    let noise: String = std::iter::repeat_with(|| {
        state = state.wrapping_mul(1_664_525).wrapping_add(1_013_904_223);
        char::from(b'!' + (state >> 24) as u8 % 90)
    })
    .take(200_000)
    .collect();
    store
        .with(|c| {
            builds::create(c, ID, &at("2026-01-01T10:00:00Z", "small"))?;
            let pages: i64 = c.query_row("PRAGMA page_count", [], |row| row.get(0))?;
            c.pragma_update(None, "max_page_count", pages + 2)?;
            let refused = builds::save(c, ID, 1, &at("2026-01-01T10:00:01Z", &noise));
            assert!(matches!(refused, Err(StoreError::Full)), "{refused:?}");
            assert_eq!(builds::by_id(c, ID)?.document, "small");
            Ok(())
        })
        .unwrap();
}

#[test]
fn what_is_no_database_is_refused_by_name() {
    let folder = tempfile::tempdir().unwrap();
    let path = folder.path().join("notes.txt");
    std::fs::write(&path, "this is not a database, only some text that is long enough to be looked at. ".repeat(20))
        .unwrap();
    let Err(error) = Store::open(&path) else { panic!("opened a text file") };
    assert!(error.to_string().contains("notes.txt"), "{error}");
    assert!(std::fs::read_to_string(&path).unwrap().starts_with("this is not"), "the file is untouched");
}

#[test]
fn everything_is_there_after_reopening() {
    let folder = tempfile::tempdir().unwrap();
    let path = folder.path().join("builds.sqlite");
    Store::open(&path).unwrap().with(|c| builds::create(c, ID, &at("2026-01-01T10:00:00Z", "one"))).unwrap();
    let document = Store::open(&path).unwrap().with(|c| Ok(builds::by_id(c, ID)?.document)).unwrap();
    assert_eq!(document, "one");
}

#[test]
fn a_damaged_build_hides_no_other() {
    let folder = tempfile::tempdir().unwrap();
    let store = Store::open(&folder.path().join("builds.sqlite")).unwrap();
    let ids = ["0192f0c0-0000-7000-8000-00000000000a", "0192f0c0-0000-7000-8000-00000000000b"];
    store
        .with(|c| {
            for id in ids {
                builds::create(
                    c,
                    id,
                    &NewRevision { name: id, document: "{}", now: "2026-01-01T10:00:00Z", by: None },
                )?;
            }
            c.execute("UPDATE revision SET document = x'00ff' WHERE build_id = ?", [ids[0]])?;
            let listed = builds::list(c, false, "")?;
            assert_eq!(listed.len(), 2);
            assert!(listed.iter().any(|one| one.name == ids[0]), "it is named");
            assert!(matches!(builds::by_id(c, ids[0]), Err(StoreError::Damaged { number: 1, .. })));
            Ok(())
        })
        .unwrap();
}

#[test]
fn a_data_file_that_is_gone_takes_nothing_any_more() {
    let folder = tempfile::tempdir().unwrap();
    let file = folder.path().join("builds.sqlite");
    let store = Store::open(&file).unwrap();
    let id = "0192f0c0-0000-7000-8000-00000000000c";
    let new = NewRevision { name: "cart", document: "{}", now: "2026-01-01T10:00:00Z", by: None };
    store.with(|c| builds::create(c, id, &new)).unwrap();
    std::fs::remove_file(&file).unwrap();
    let refused = store.with(|c| builds::save(c, id, 1, &NewRevision { document: "{\"a\":1}", ..new }));
    assert!(matches!(&refused, Err(StoreError::Gone { path }) if path.ends_with("builds.sqlite")), "{refused:?}");
    assert!(store.with(|c| builds::by_id(c, id)).is_ok(), "what is there can still be read and exported");
}

#[test]
fn a_database_of_another_program_is_refused_and_left_as_it_is() {
    let folder = tempfile::tempdir().unwrap();
    let file = folder.path().join("notes.sqlite");
    let theirs = ypsidyne_store::Connection::open(&file).unwrap();
    theirs.execute_batch("CREATE TABLE note (text TEXT); INSERT INTO note VALUES ('mine');").unwrap();
    drop(theirs);
    let before = std::fs::read(&file).unwrap();
    assert!(matches!(Store::open(&file), Err(StoreError::Foreign { .. })));
    assert_eq!(std::fs::read(&file).unwrap(), before);
}

#[test]
fn what_is_said_of_a_build_is_kept_for_its_revision_and_its_rules() {
    let (_folder, store) = fresh_store();
    store
        .with(|c| {
            builds::create(c, ID, &at("2026-01-01T10:00:00Z", "one"))?;
            builds::keep_lines(c, "rules", &[(ID.to_owned(), 1, "holds".to_owned())])?;
            let line = |c: &_, rules| Ok::<_, StoreError>(builds::list(c, false, rules)?[0].line.clone());
            assert_eq!(line(c, "rules")?.as_deref(), Some("holds"));
            assert_eq!(line(c, "other rules")?, None);
            builds::save(c, ID, 1, &at("2026-01-01T10:00:01Z", "two"))?;
            assert_eq!(line(c, "rules")?, None, "another revision");
            builds::keep_lines(
                c,
                "rules",
                &[(ID.to_owned(), 2, "fails".to_owned()), ("gone".to_owned(), 1, String::new())],
            )?;
            assert_eq!(line(c, "rules")?.as_deref(), Some("fails"));
            Ok(())
        })
        .unwrap();
}

#[test]
fn a_clock_that_jumps_to_and_fro_loses_no_save() {
    let (_folder, store) = fresh_store();
    // A machine without a battery for its clock: years back at every start, years ahead once.
    let clocks = ["2026-11-29T10:00:00Z", "1970-01-01T00:00:00Z", "2038-01-19T03:14:08Z", "2026-11-29T10:00:01Z"];
    let document = |number: u32| format!("{{\"number\": {number}}}");
    let first = document(0);
    store.with(|c| builds::create(c, ID, &at(clocks[0], &first))).unwrap();
    for number in 1..110 {
        let (now, text) = (clocks[(number as usize / 7) % clocks.len()], document(number));
        let saved = store.with(|c| builds::save(c, ID, number, &at(now, &text))).unwrap();
        assert_eq!(saved, number + 1);
        assert_eq!(
            store.with(|c| builds::by_id(c, ID)).unwrap().document,
            text,
            "the last save stands, whatever the clock says"
        );
    }
    let stale = store.with(|c| builds::save(c, ID, 3, &at(clocks[1], "{\"mine\": 1}")));
    let Err(StoreError::Stale { kept_as: Some(aside), current, .. }) = stale else { panic!("{stale:?}") };
    assert_eq!((aside, current), (111, 110));
    assert_eq!(store.with(|c| builds::revision(c, ID, aside)).unwrap(), "{\"mine\": 1}");
    // What a clock of years ahead has saved is thinned like any past day, and nothing of the last minute is.
    let left = store.with(|c| builds::revisions(c, ID)).unwrap();
    assert!(left.iter().any(|line| line.number == 110) && left.len() > 10, "{}", left.len());
    for moment in clocks {
        assert!(store.with(|c| builds::at_moment(c, ID, moment)).is_ok());
    }
    assert_eq!(store.with(|c| builds::list(c, false, "")).unwrap().len(), 1);
}

//! Searches in the store: begun, ended, cut off, the last ten of a build kept, gone with their build.

use ypsidyne_store::searches::{self, KEPT, NewSearch, Outcome, SearchState};
use ypsidyne_store::{Connection, StoreError};
use ypsidyne_testkit::store_with_build;

const BUILD: &str = "0192f0c0-0000-7000-8000-000000000001";

fn id(number: u32) -> String {
    format!("0192f0c0-0000-7000-9000-{number:012}")
}

fn begin(connection: &mut Connection, number: u32) -> Result<(), StoreError> {
    let now = format!("2026-01-01T10:{number:02}:00Z");
    let new = NewSearch { build: BUILD, title: "3 motors", combinations: 3, document: "asked", now: &now };
    searches::begin(connection, &id(number), &new)
}

fn end(connection: &Connection, number: u32) -> Result<(), StoreError> {
    let state = SearchState::Done;
    let outcome = Outcome { state, considered: 3, feasible: 1, found: "found", now: "2026-01-01T11:00:00Z" };
    searches::end(connection, &id(number), &outcome)
}

#[test]
fn a_search_is_kept_with_what_it_found() {
    let (_folder, store) = store_with_build(BUILD);
    store
        .with(|c| {
            begin(c, 1)?;
            assert_eq!(searches::by_id(c, &id(1))?.state, SearchState::Running);
            assert_eq!(searches::found(c, &id(1))?, None);
            end(c, 1)?;
            let stored = searches::by_id(c, &id(1))?;
            assert_eq!((stored.state, stored.considered, stored.feasible), (SearchState::Done, 3, 1));
            assert_eq!(searches::found(c, &id(1))?.as_deref(), Some("found"));
            assert_eq!(searches::document(c, &id(1))?, "asked");
            Ok(())
        })
        .unwrap();
}

#[test]
fn the_oldest_make_room_but_none_that_runs() {
    let (_folder, store) = store_with_build(BUILD);
    store
        .with(|c| {
            begin(c, 0)?;
            for number in 1..=KEPT + 3 {
                begin(c, number)?;
                end(c, number)?;
            }
            let kept = searches::list(c, BUILD)?;
            assert_eq!(kept.len(), KEPT as usize + 1);
            assert_eq!(kept.first().map(|line| line.id.clone()), Some(id(KEPT + 3)), "the newest first");
            assert_eq!(kept.last().map(|line| line.state), Some(SearchState::Running), "the one that runs stays");
            Ok(())
        })
        .unwrap();
}

#[test]
fn what_ran_when_the_program_ended_is_marked() {
    let (_folder, store) = store_with_build(BUILD);
    store
        .with(|c| {
            begin(c, 1)?;
            begin(c, 2)?;
            end(c, 2)?;
            searches::cut_all_off(c, "2026-01-02T00:00:00Z")?;
            let states: Vec<SearchState> = searches::list(c, BUILD)?.into_iter().map(|line| line.state).collect();
            assert_eq!(states, [SearchState::Done, SearchState::CutOff]);
            Ok(())
        })
        .unwrap();
}

#[test]
fn a_search_needs_a_build_and_one_that_is_gone_is_named() {
    let (_folder, store) = store_with_build(BUILD);
    let refused = store.with(|c| {
        let build = "0192f0c0-0000-7000-8000-000000000009";
        searches::begin(c, &id(1), &NewSearch { build, title: "", combinations: 1, document: "", now: "" })
    });
    assert!(matches!(refused, Err(StoreError::NotFound { .. })), "{refused:?}");
    let gone = store.with(|c| searches::by_id(c, &id(1)));
    assert!(matches!(gone, Err(StoreError::SearchNotFound { .. })), "{gone:?}");
    store
        .with(|c| {
            begin(c, 1)?;
            searches::delete(c, &id(1))?;
            assert_eq!(searches::list(c, BUILD)?.len(), 0);
            // The end of one that was deleted while it ran is no error.
            end(c, 1)
        })
        .unwrap();
}

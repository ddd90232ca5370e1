//! The shelf by what it promises: found by text, figure and word; odd input finds nothing and breaks nothing.

use ypsidyne_store::parts::{self, NewPart, Range, Search};
use ypsidyne_store::{Store, StoreError};

fn part(kind: &'static str, label: &str, text: &str, figures: &[(&str, f64)], words: &[(&str, &str)]) -> NewPart {
    NewPart {
        kind,
        label: label.to_owned(),
        document: format!("{{\"label\": \"{label}\"}}"),
        text: format!("{label} {text}"),
        figures: figures.iter().map(|(key, value)| ((*key).to_owned(), *value)).collect(),
        words: words.iter().map(|(key, word)| ((*key).to_owned(), (*word).to_owned())).collect(),
    }
}

fn ids() -> impl FnMut() -> String {
    let mut next = 0;
    move || {
        next += 1;
        format!("0192f0c0-0000-7000-8000-{next:012}")
    }
}

const NOW: &str = "2026-01-01T10:00:00Z";

fn shelf() -> (tempfile::TempDir, Store, Vec<String>) {
    let folder = tempfile::tempdir().unwrap();
    let store = Store::open(&folder.path().join("shelf.sqlite")).unwrap();
    let stock = [
        part(
            "motor",
            "Outer-rotor 63 × 74",
            "190Kv brushless",
            &[("kv_rpm_per_v", 190.0), ("price", 60.0)],
            &[("kind", "brushless"), ("owned", "true")],
        ),
        part(
            "motor",
            "Geared can",
            "worm 1:50 gear",
            &[("kv_rpm_per_v", 110.0)],
            &[("kind", "brushed"), ("owned", "false")],
        ),
        part("motor", "Übermotor", "1900Kv", &[("kv_rpm_per_v", 1900.0), ("price", 20.0)], &[("kind", "brushless")]),
        part("battery", "Pouch pack 6S", "5000mAh 6S lipo", &[("cells_series", 6.0)], &[("chemistry", "lipo")]),
    ];
    let created = store.with(|c| parts::create(c, &stock, ids(), NOW)).unwrap();
    (folder, store, created)
}

fn labels(store: &Store, search: Search) -> Vec<String> {
    labels_of(store, &Search { limit: 50, ..search })
}

fn by_text(store: &Store, text: &str) -> Vec<String> {
    labels(store, Search { text: text.to_owned(), ..Search::default() })
}

#[test]
fn words_are_found_from_their_beginning_in_any_order() {
    let (_folder, store, _) = shelf();
    assert_eq!(by_text(&store, "brushl 63"), ["Outer-rotor 63 × 74"]);
    assert_eq!(by_text(&store, "190"), ["Outer-rotor 63 × 74", "Übermotor"]);
    assert_eq!(by_text(&store, "UBER"), ["Übermotor"], "without the dots too");
    assert_eq!(by_text(&store, "6s lip"), ["Pouch pack 6S"]);
    assert_eq!(by_text(&store, "1:50"), ["Geared can"]);
}

#[test]
fn odd_input_breaks_nothing() {
    let (_folder, store, _) = shelf();
    for odd in
        ["\"", "\"\"\"", "*", "AND OR NOT", "NEAR(", "text:", "-", "(((", "'; DROP TABLE part; --", "🔋", "\u{0}", "%_"]
    {
        let found = by_text(&store, odd);
        assert!(found.len() <= 4, "{odd}: {found:?}");
    }
    assert_eq!(by_text(&store, "   ").len(), 4, "nothing typed finds all");
    assert_eq!(by_text(&store, &"long ".repeat(5000)).len(), 0);
    assert_eq!(by_text(&store, "geared").len(), 1, "and the shelf is still there");
}

#[test]
fn figures_words_and_the_drawer_filter() {
    let (_folder, store, _) = shelf();
    let range = |at_least, at_most| Range { key: "kv_rpm_per_v".to_owned(), at_least, at_most };
    let with = |ranges: Vec<Range>| labels(&store, Search { ranges, ..Search::default() });
    assert_eq!(with(vec![range(Some(150.0), Some(1000.0))]), ["Outer-rotor 63 × 74"]);
    assert_eq!(with(vec![range(None, Some(190.0))]), ["Geared can", "Outer-rotor 63 × 74"], "bounds count");
    assert_eq!(
        with(vec![Range { key: "cells_series".to_owned(), at_least: Some(1.0), at_most: None }]),
        ["Pouch pack 6S"]
    );
    let words = vec![("kind".to_owned(), "brushed".to_owned())];
    assert_eq!(labels(&store, Search { words, ..Search::default() }), ["Geared can"]);
    assert_eq!(labels(&store, Search { owned: Some(true), ..Search::default() }), ["Outer-rotor 63 × 74"]);
    assert_eq!(labels(&store, Search { owned: Some(false), ..Search::default() }).len(), 3);
    assert_eq!(labels(&store, Search { kind: Some("battery".to_owned()), ..Search::default() }), ["Pouch pack 6S"]);
}

#[test]
fn sorting_puts_parts_without_the_figure_last() {
    let (_folder, store, _) = shelf();
    let sorted =
        |key: &str, descending| labels(&store, Search { sort: Some(key.to_owned()), descending, ..Search::default() });
    assert_eq!(sorted("price", false)[..2], ["Übermotor", "Outer-rotor 63 × 74"]);
    assert_eq!(sorted("price", true)[..2], ["Outer-rotor 63 × 74", "Übermotor"]);
    assert_eq!(sorted("price", true)[3], "Pouch pack 6S");
}

#[test]
fn pages_follow_one_another() {
    let (_folder, store, _) = shelf();
    let page = |offset| {
        let search = Search { limit: 2, offset, ..Search::default() };
        store.with(|c| parts::search(c, &search)).unwrap()
    };
    assert_eq!((page(0).total, page(0).parts.len(), page(2).parts.len(), page(4).parts.len()), (4, 2, 2, 0));
    assert_ne!(page(0).parts[1].id, page(2).parts[0].id);
}

#[test]
fn an_edited_part_is_found_by_what_it_is_now() {
    let (_folder, store, created) = shelf();
    let edited = part("motor", "Planetary can", "1:20", &[("kv_rpm_per_v", 330.0)], &[]);
    assert_eq!(store.with(|c| parts::save(c, &created[1], 1, &edited, NOW)).unwrap(), 2);
    assert!(by_text(&store, "worm").is_empty() && by_text(&store, "geared").is_empty());
    assert_eq!(by_text(&store, "planetary"), ["Planetary can"]);
    let stale = store.with(|c| parts::save(c, &created[1], 1, &edited, NOW));
    assert!(matches!(stale, Err(StoreError::Stale { expected: 1, current: 2, kept_as: None, .. })));
    let missing = store.with(|c| parts::save(c, "nowhere", 1, &edited, NOW));
    assert!(matches!(missing, Err(StoreError::PartNotFound { .. })));
}

#[test]
fn a_retired_part_is_not_offered_and_comes_back() {
    let (_folder, store, created) = shelf();
    store.with(|c| parts::retire(c, &created[0], 1, Some(NOW))).unwrap();
    assert!(by_text(&store, "63").is_empty());
    assert_eq!(labels(&store, Search { retired: true, ..Search::default() }), ["Outer-rotor 63 × 74"]);
    assert!(store.with(|c| parts::by_id(c, &created[0])).unwrap().retired_at.is_some());
    store.with(|c| parts::retire(c, &created[0], 1, None)).unwrap();
    assert_eq!(by_text(&store, "63").len(), 1);
}

#[test]
fn an_import_that_fails_half_way_stores_nothing() {
    let (_folder, store, created) = shelf();
    let twin = created[0].clone();
    let two = [part("wheel", "one", "", &[], &[]), part("wheel", "two", "", &[], &[])];
    let mut given = vec![twin, "0192f0c0-0000-7000-8000-aaaaaaaaaaaa".to_owned()].into_iter().rev();
    assert!(store.with(|c| parts::create(c, &two, || given.next().unwrap(), NOW)).is_err());
    assert!(labels(&store, Search { kind: Some("wheel".to_owned()), ..Search::default() }).is_empty());
}

#[test]
fn a_search_finds_what_a_look_at_every_part_finds() {
    let folder = tempfile::tempdir().unwrap();
    let store = Store::open(&folder.path().join("shelf.sqlite")).unwrap();
    // Figures that repeat, that are missing, and that are less than nothing; names of which two are alike.
    let price = |number: i32| (number % 7 != 0).then(|| f64::from((number * 37) % 11 - 3));
    let mass = |number: i32| (number % 5 != 0).then(|| f64::from((number * 17) % 13));
    let kinds = ["motor", "battery", "wheel"];
    let is_owned = |number: i32| number % 4 == 0;
    let name = |number: i32| format!("{} {}", ["can", "Bell", "axle"][number as usize % 3], number / 2);
    let all: Vec<NewPart> = (0..120)
        .map(|number| {
            let figures: Vec<_> = [("price", price(number)), ("mass_kg", mass(number))]
                .into_iter()
                .filter_map(|(key, value)| Some((key, value?)))
                .collect();
            let mut new = part(
                kinds[number as usize % 3],
                &name(number),
                "",
                &figures,
                &[("owned", if is_owned(number) { "true" } else { "false" })],
            );
            new.document = format!("{{\"label\": \"{number}\"}}");
            new
        })
        .collect();
    store.with(|c| parts::create(c, &all, ids(), NOW)).unwrap();
    let plainly = |search: &Search| {
        let holds = |number: &i32| {
            let figure = |key: &str| if key == "price" { price(*number) } else { mass(*number) };
            let in_range = |range: &Range| {
                figure(&range.key).is_some_and(|value| {
                    range.at_least.is_none_or(|least| value >= least) && range.at_most.is_none_or(|most| value <= most)
                })
            };
            search.kind.as_ref().is_none_or(|kind| kind == kinds[*number as usize % 3])
                && search.ranges.iter().all(in_range)
                && search.owned.is_none_or(|owned| owned == is_owned(*number))
        };
        let mut found: Vec<i32> = (0..120).filter(holds).collect();
        found.sort_by_key(|number| (name(*number).to_lowercase(), *number));
        match search.sort.as_deref() {
            Some(key) => found.sort_by(|one, other| {
                let value = |number: i32| if key == "price" { price(number) } else { mass(number) };
                let (one, other) = (value(*one), value(*other));
                let by_value = one.partial_cmp(&other).unwrap();
                let missing = one.is_none().cmp(&other.is_none());
                missing.then(if search.descending { by_value.reverse() } else { by_value })
            }),
            None if search.descending => found.reverse(),
            None => {}
        }
        found.iter().map(i32::to_string).collect::<Vec<_>>()
    };
    let range = |key: &str, at_least, at_most| Range { key: key.to_owned(), at_least, at_most };
    let mut tried = 0;
    for kind in [None, Some("motor".to_owned())] {
        for ranges in [
            vec![],
            vec![range("price", Some(0.0), None)],
            vec![range("price", Some(-2.0), Some(5.0)), range("mass_kg", None, Some(9.0))],
        ] {
            for owned in [None, Some(true), Some(false)] {
                for sort in [None, Some("price".to_owned()), Some("mass_kg".to_owned())] {
                    for descending in [false, true] {
                        let search = Search {
                            kind: kind.clone(),
                            ranges: ranges.clone(),
                            owned,
                            sort: sort.clone(),
                            descending,
                            limit: 200,
                            ..Search::default()
                        };
                        assert_eq!(labels_of(&store, &search), plainly(&search), "{search:?}");
                        tried += 1;
                    }
                }
            }
        }
    }
    assert_eq!(tried, 108);
}

fn labels_of(store: &Store, search: &Search) -> Vec<String> {
    let found = store.with(|c| parts::search(c, search)).unwrap();
    assert_eq!(found.total as usize, found.parts.len());
    found.parts.into_iter().map(|part| part.document[11..part.document.len() - 2].to_owned()).collect()
}

//! The one list of checks: codes are told apart, every reader of the list knows each, and nobody writes a code by hand.

use std::collections::BTreeSet;
use std::fs;
use std::path::{Path, PathBuf};

use ypsidyne_core::document::Build;
use ypsidyne_core::evaluation::checks::{CheckClass, CheckCode, CheckKind, Step};
use ypsidyne_core::evaluation::evaluate;
use ypsidyne_core::library::demo;
use ypsidyne_core::variants::search::{PartsBound, RejectedBy};

#[test]
fn codes_and_titles_are_told_apart() {
    let words: BTreeSet<&str> = CheckCode::ALL.iter().map(|code| code.word()).collect();
    let titles: BTreeSet<&str> = CheckCode::ALL.iter().map(|code| code.title()).collect();
    assert_eq!((words.len(), titles.len()), (CheckCode::ALL.len(), CheckCode::ALL.len()));
    for code in CheckCode::ALL {
        assert_eq!(CheckCode::named(code.word()), Some(*code));
        assert_eq!(serde_json::to_value(code).unwrap(), code.word());
        let (group, name) = code.word().split_once('.').unwrap();
        assert_eq!(group, format!("{:?}", code.group()).to_lowercase(), "{code}");
        assert!(name.chars().all(|letter| letter.is_ascii_lowercase() || letter == '_'), "{code}");
    }
    assert_eq!(CheckCode::named("battery.nonsense"), None);
}

#[test]
fn the_schema_carries_the_list() {
    let schema = schemars::schema_for!(CheckCode);
    let facts = &schema.as_value()["x-checks"];
    assert_eq!(facts.as_object().unwrap().len(), CheckCode::ALL.len());
    assert_eq!(facts["battery.sag"]["unit"], "V/cell");
    assert_eq!(facts["fit.motor"]["step"], "motor");
    assert_eq!(facts["battery.flat_out_current"]["can_be_weakest"], false);
    assert_eq!(CheckCode::GeneratorVoltage.step(), Step::Gearing);
}

/// What the evaluations of the demo builds say agrees with what the list says of each check.
#[test]
fn evaluations_keep_to_the_list() {
    let mut seen = BTreeSet::new();
    for demo in demo::BUILDS {
        let build = Build::from_json(demo.json).unwrap();
        for check in evaluate(&build).options.into_iter().flat_map(|option| option.checks) {
            seen.insert(check.code);
            assert_eq!((check.title, check.unit), (check.code.title(), check.code.unit()));
            match check.code.kind() {
                CheckKind::Caution => assert_eq!(check.class, CheckClass::Caution, "{}", check.code),
                // Sizes that do not go together without a number stand as geometry too.
                CheckKind::Ceiling | CheckKind::Geometry if check.limit.is_some() => {
                    assert_eq!(check.class, CheckClass::Ceiling, "{}", check.code);
                }
                CheckKind::Ability => assert_eq!(check.class, CheckClass::Requirement, "{}", check.code),
                CheckKind::Ceiling
                | CheckKind::Geometry
                | CheckKind::Held
                | CheckKind::Requested
                | CheckKind::Requirement => {}
            }
            assert!(check.code.can_be_weakest() || !check.can_be_weakest(), "{}", check.code);
        }
    }
    assert!(seen.len() > 35, "the demo builds show {} kinds of checks", seen.len());
}

#[test]
fn a_bound_of_the_parts_and_its_check_are_one_reason() {
    for bound in PartsBound::ALL {
        assert_eq!(RejectedBy::of(bound.check()), RejectedBy::Parts(bound));
        assert_eq!(RejectedBy::Parts(bound).word(), bound.check().word());
    }
    assert_eq!(RejectedBy::of(CheckCode::BatterySag), RejectedBy::Check(CheckCode::BatterySag));
}

fn sources(folder: &Path, found: &mut Vec<PathBuf>) {
    for entry in fs::read_dir(folder).unwrap() {
        let path = entry.unwrap().path();
        if path.is_dir() {
            sources(&path, found);
        } else if path.extension().is_some_and(|end| end == "rs") {
            found.push(path);
        }
    }
}

/// Workings name their sums by words that are sometimes those of a check; they are not about checks.
#[test]
fn no_code_of_a_check_is_written_by_hand() {
    let root = Path::new(env!("CARGO_MANIFEST_DIR")).join("src");
    let mut files = Vec::new();
    sources(&root, &mut files);
    for path in files {
        let place = path.strip_prefix(&root).unwrap();
        if place.ends_with("checks/code.rs") || place.starts_with("evaluation/workings") {
            continue;
        }
        let text = fs::read_to_string(&path).unwrap();
        for line in
            text.split("#[cfg(test)]").next().unwrap().lines().filter(|line| !line.trim_start().starts_with("//"))
        {
            let by_hand = CheckCode::ALL.iter().find(|code| line.contains(&format!("\"{code}\"")));
            assert_eq!(by_hand, None, "{}: {line}", place.display());
        }
    }
}

//! `docs/model.md` and the code it tells of: every section names modules that are there, every check has its section, every
//! sum of the page has a section to lead to.

use std::collections::{BTreeMap, BTreeSet};
use std::fs;
use std::path::Path;

use ypsidyne_core::document::Build;
use ypsidyne_core::evaluation::checks::CheckCode;
use ypsidyne_core::evaluation::workings::sums;
use ypsidyne_core::library::{demo, templates};

/// A section: what it says of modules and checks.
#[derive(Default)]
struct Section {
    modules: Vec<String>,
    checks: Vec<String>,
}

/// The words between backquotes of a line.
fn quoted(line: &str) -> Vec<String> {
    line.split('`').skip(1).step_by(2).map(str::to_owned).collect()
}

/// A heading as links name it.
fn slug(heading: &str) -> String {
    let kept = heading.to_lowercase().replace(|c: char| !c.is_alphanumeric() && c != ' ', "");
    kept.replace(' ', "-")
}

fn sections() -> BTreeMap<String, Section> {
    let path = Path::new(env!("CARGO_MANIFEST_DIR")).join("../../docs/model.md");
    let text = fs::read_to_string(path).unwrap();
    let mut found: BTreeMap<String, Section> = BTreeMap::new();
    let mut now = String::new();
    for line in text.lines() {
        if let Some(heading) = line.strip_prefix("## ") {
            now = slug(heading);
            found.entry(now.clone()).or_default();
        } else if let Some(rest) = line.strip_prefix("Module: ") {
            found.get_mut(&now).unwrap().modules.extend(quoted(rest));
        } else if let Some(rest) = line.strip_prefix("Checks: ") {
            found.get_mut(&now).unwrap().checks.extend(quoted(rest));
        }
    }
    found
}

#[test]
fn every_section_has_a_module_that_is_there() {
    let source = Path::new(env!("CARGO_MANIFEST_DIR")).join("src");
    let sections = sections();
    assert!(sections.len() > 15, "{} sections", sections.len());
    for (name, section) in &sections {
        assert!(!section.modules.is_empty(), "{name} names no module");
        for module in &section.modules {
            assert!(source.join(module).is_file(), "{name}: {module} is not there");
        }
    }
}

#[test]
fn every_check_stands_in_its_section_and_nowhere_else() {
    let sections = sections();
    let told: Vec<&String> = sections.values().flat_map(|section| &section.checks).collect();
    assert_eq!(told.len(), CheckCode::ALL.len(), "a check is told twice, or one is not there");
    for code in CheckCode::ALL {
        let section = sections.get(code.section()).unwrap_or_else(|| panic!("{code}: no section {}", code.section()));
        assert!(section.checks.iter().any(|told| code == &told.as_str()), "{code} is not told in {}", code.section());
    }
}

#[test]
fn every_sum_leads_to_a_section() {
    let sections = sections();
    let mut led = BTreeSet::new();
    let texts = demo::BUILDS.iter().map(|demo| demo.json).chain(templates::TEMPLATES.iter().map(|one| one.json));
    for text in texts {
        let build = Build::from_json(text).unwrap();
        for (index, option) in build.options.iter().enumerate() {
            for sum in sums(&build.job, option, index) {
                assert!(sections.contains_key(sum.section), "{}: {}", sum.id, sum.section);
                led.insert(sum.section);
            }
        }
    }
    assert!(led.len() > 8, "the sums lead to {led:?}");
}

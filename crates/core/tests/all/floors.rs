//! The floors of the core: what stands lower never uses what stands higher. Read from the sources.

use std::fs;
use std::path::{Path, PathBuf};

/// Every module of the crate's root and its floor.
const FLOORS: [(&str, u8); 15] = [
    ("document", 0),
    ("formulas", 1),
    ("format", 2),
    ("listing", 3),
    ("shelf", 4),
    ("model", 5),
    ("evaluation", 6),
    ("library", 7),
    ("variants", 7),
    ("simulation", 7),
    ("measurement", 8),
    ("workshop", 8),
    ("logbook", 9),
    ("schema", 10),
    ("lib", 11),
];

fn floor(module: &str) -> Option<u8> {
    FLOORS.iter().find(|(name, _)| *name == module).map(|(_, floor)| *floor)
}

fn sources(folder: &Path) -> Vec<PathBuf> {
    let entries = fs::read_dir(folder).unwrap().map(|entry| entry.unwrap().path());
    let mut found: Vec<_> = entries
        .flat_map(|path| {
            if path.is_dir() {
                sources(&path)
            } else if path.extension().is_some_and(|end| end == "rs") {
                vec![path]
            } else {
                Vec::new()
            }
        })
        .collect();
    found.sort();
    found
}

/// What a line of code names of the crate's root.
fn named(line: &str) -> impl Iterator<Item = &str> {
    let code = if line.trim_start().starts_with("//") { "" } else { line };
    code.split("crate::")
        .skip(1)
        .map(|rest| rest.split(|c: char| !(c.is_alphanumeric() || c == '_')).next().unwrap_or(""))
}

/// Places where a lower floor uses a higher one.
fn climbs(root: &Path) -> Vec<String> {
    let mut found = Vec::new();
    for path in sources(root) {
        let place = path.strip_prefix(root).unwrap();
        let module = place.iter().next().unwrap().to_str().unwrap().trim_end_matches(".rs");
        let own =
            floor(module).unwrap_or_else(|| panic!("{module} has no floor: give it one here and in ARCHITECTURE.md"));
        let text = fs::read_to_string(&path).unwrap();
        let code = text.split("#[cfg(test)]").next().unwrap();
        for (number, line) in code.lines().enumerate() {
            for used in named(line).filter(|used| floor(used).is_some_and(|floor| floor > own)) {
                found.push(format!("{}:{}: {module} uses {used}", place.display(), number + 1));
            }
        }
    }
    found
}

#[test]
fn dependencies_only_go_down() {
    let climbs = climbs(&Path::new(env!("CARGO_MANIFEST_DIR")).join("src"));
    assert!(climbs.is_empty(), "{climbs:#?}");
}

#[test]
fn one_that_climbs_is_found() {
    let folder = tempfile::tempdir().unwrap();
    fs::create_dir(folder.path().join("formulas")).unwrap();
    let text = "// crate::evaluation\nuse crate::document::Build;\nuse crate::evaluation::Evaluation;\n#[cfg(test)]\nuse crate::schema::x;\n";
    fs::write(folder.path().join("formulas/belt.rs"), text).unwrap();
    assert_eq!(climbs(folder.path()), ["formulas/belt.rs:3: formulas uses evaluation"]);
}

#[test]
fn every_module_of_the_root_is_listed_where_people_look() {
    let root = Path::new(env!("CARGO_MANIFEST_DIR"));
    let listed = fs::read_to_string(root.join("src/lib.rs")).unwrap();
    for (module, _) in FLOORS.iter().filter(|(module, _)| *module != "lib") {
        assert!(
            listed.contains(&format!("//! * [`{module}`]")) || listed.contains(&format!("[`{module}`]")),
            "{module}"
        );
        assert!(root.join("src").join(module).exists() || root.join(format!("src/{module}.rs")).exists(), "{module}");
    }
}

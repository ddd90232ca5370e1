//! The benchmarks, and a table of what they came to beside what is wanted.

use std::fmt::Write as _;
use std::fs;
use std::io::{BufRead, BufReader};
use std::path::{Path, PathBuf};
use std::process::{Command, Stdio};

use anyhow::{Context, bail};
use serde_json::Value;

use crate::chores::install_browser;
use crate::page;
use crate::system::{cargo, root};

/// The benchmarks: package, name, and whether the real page in a browser is needed.
const BENCHES: &[(&str, &str, bool)] = &[
    ("ypsidyne-core", "evaluate", false),
    ("ypsidyne-core", "odds", false),
    ("ypsidyne-core", "run", false),
    ("ypsidyne-core", "search", false),
    ("ypsidyne-core", "choosing", false),
    ("ypsidyne-core", "logbook", false),
    ("ypsidyne-store", "shelf", false),
    ("ypsidyne", "http", false),
    ("ypsidyne", "workshop", false),
    ("ypsidyne", "typing", true),
];

/// How good a figure is to be: the beginning of its name, its bound and its unit.
const WANTED: &[(&str, Wanted)] = &[
    ("evaluate one option/", Wanted::AtMost(30.0, "µs")),
    ("figures of one option/", Wanted::AtMost(30.0, "µs")),
    ("odds/", Wanted::AtMost(60.0, "ms")),
    ("run/hillside-harvest-cart: an hour", Wanted::AtMost(6.0, "ms")),
    ("run/tracking-shot-dolly-board: an hour", Wanted::AtMost(6.0, "ms")),
    ("search/plain", Wanted::Told),
    ("search/", Wanted::AtLeast(10e6, "a second")),
    ("search 20 000 parts/", Wanted::AtMost(30.0, "ms")),
    ("one keystroke, bytes of the answer", Wanted::AtMost(60.0, "kB")),
    ("one keystroke, ", Wanted::AtMost(1.0, "ms")),
    ("start to listening, 20 000 parts", Wanted::AtMost(30.0, "ms")),
    ("list of 1005 builds, the first", Wanted::Told),
    ("list of 1005 builds", Wanted::AtMost(50.0, "ms")),
    ("search of 20 000 parts", Wanted::AtMost(30.0, "ms")),
    ("csv export of 20 000 parts", Wanted::AtMost(1000.0, "ms")),
    ("resident memory, 20 000 parts", Wanted::AtMost(60.0, "MB")),
    ("health under load, 99th", Wanted::AtMost(20.0, "ms")),
];

#[derive(Clone, Copy)]
enum Wanted {
    AtMost(f64, &'static str),
    AtLeast(f64, &'static str),
    /// Only told.
    Told,
}

/// What a benchmark came to: seconds, elements a second, or a figure in a unit of its own.
struct Measured {
    name: String,
    value: f64,
    unit: String,
}

/// Runs the benchmarks, all or those that are named, and prints the table.
pub fn bench(named: &[String]) -> anyhow::Result<()> {
    if let Some(unknown) = named.iter().find(|name| !BENCHES.iter().any(|(_, bench, _)| bench == name)) {
        let known: Vec<&str> = BENCHES.iter().map(|(_, bench, _)| *bench).collect();
        bail!("there is no benchmark {unknown}: {}", known.join(", "));
    }
    let wanted = |bench: &str| named.is_empty() || named.iter().any(|name| name == bench);
    let chosen: Vec<_> = BENCHES.iter().filter(|(_, bench, _)| wanted(bench)).collect();
    if chosen.iter().any(|(package, _, _)| *package == "ypsidyne") {
        page::build()?;
    }
    if chosen.iter().any(|(_, _, in_browser)| *in_browser) {
        install_browser()?;
    }
    let results = root().join("target/measured");
    if results.exists() {
        fs::remove_dir_all(&results).context("the figures of the last time cannot be taken away")?;
    }
    let mut measured = Vec::new();
    for (package, bench, _) in chosen {
        measured.extend(run(package, bench, &results)?);
    }
    measured.extend(of_criterion(&results)?);
    println!("\n{}", table(&measured));
    Ok(())
}

/// Runs one, shows what it prints, and keeps its lines `measured: name = value unit`.
fn run(package: &str, bench: &str, results: &Path) -> anyhow::Result<Vec<Measured>> {
    eprintln!("· cargo bench --package {package} --bench {bench}");
    let mut child = Command::new(cargo())
        .args(["bench", "--package", package, "--bench", bench])
        .env("CRITERION_HOME", results)
        .current_dir(root())
        .stdout(Stdio::piped())
        .spawn()
        .context("cannot start cargo")?;
    let mut measured = Vec::new();
    for line in BufReader::new(child.stdout.take().context("cargo has no output")?).lines() {
        let line = line?;
        println!("{line}");
        measured.extend(said(&line));
    }
    let status = child.wait()?;
    if !status.success() {
        bail!("the benchmark {bench} ended with {status}");
    }
    Ok(measured)
}

/// A figure in a line such as `measured: list of builds = 12.3 ms`.
fn said(line: &str) -> Option<Measured> {
    let (name, figure) = line.strip_prefix("measured: ")?.rsplit_once(" = ")?;
    let (value, unit) = figure.split_once(' ')?;
    Some(Measured { name: name.to_owned(), value: value.parse().ok()?, unit: unit.to_owned() })
}

/// The figures that criterion has written: the median of each, as a rate where it counts elements.
fn of_criterion(results: &Path) -> anyhow::Result<Vec<Measured>> {
    let mut measured = Vec::new();
    for file in named_so(results, "benchmark.json")? {
        let read = |path: &Path| -> anyhow::Result<Value> { Ok(serde_json::from_str(&fs::read_to_string(path)?)?) };
        let about = read(&file)?;
        let seconds = read(&file.with_file_name("estimates.json"))?["median"]["point_estimate"]
            .as_f64()
            .with_context(|| format!("{} has no median", file.display()))?
            * 1e-9;
        let name = about["full_id"].as_str().unwrap_or_default().to_owned();
        measured.push(match about["throughput"]["Elements"].as_f64() {
            Some(elements) => Measured { name, value: elements / seconds, unit: "a second".to_owned() },
            None => Measured { name, value: seconds, unit: "s".to_owned() },
        });
    }
    Ok(measured)
}

/// Files of a name in the folders `new` below a folder, in order.
fn named_so(folder: &Path, name: &str) -> anyhow::Result<Vec<PathBuf>> {
    let mut found = Vec::new();
    if !folder.is_dir() {
        return Ok(found);
    }
    let mut entries: Vec<PathBuf> =
        fs::read_dir(folder)?.map(|entry| Ok(entry?.path())).collect::<std::io::Result<_>>()?;
    entries.sort();
    for entry in entries {
        if entry.is_dir() {
            found.extend(named_so(&entry, name)?);
        } else if entry.file_name().is_some_and(|file| file == name) && folder.ends_with("new") {
            found.push(entry);
        }
    }
    Ok(found)
}

/// Name, what is wanted, what came, whether that does.
fn table(measured: &[Measured]) -> String {
    let width = measured.iter().map(|figure| figure.name.chars().count()).max().unwrap_or(0);
    let mut text = String::new();
    for figure in measured {
        let wanted =
            WANTED.iter().find(|(name, _)| figure.name.starts_with(name)).map_or(Wanted::Told, |(_, wanted)| *wanted);
        let (bound, value, word) = match wanted {
            Wanted::AtMost(most, unit) => {
                let value = in_unit(figure, unit);
                (format!("at most {} {unit}", short(most)), format!("{} {unit}", short(value)), verdict(value <= most))
            }
            Wanted::AtLeast(least, unit) => {
                let value = in_unit(figure, unit);
                (
                    format!("at least {} {unit}", short(least)),
                    format!("{} {unit}", short(value)),
                    verdict(value >= least),
                )
            }
            Wanted::Told => {
                let unit = if figure.unit == "s" { "ms" } else { figure.unit.as_str() };
                (String::new(), format!("{} {unit}", short(in_unit(figure, unit))), "")
            }
        };
        // Writing to a text cannot fail.
        let _ = writeln!(text, "{:width$}  {bound:22}  {value:>18}  {word}", figure.name);
    }
    text
}

const fn verdict(passes: bool) -> &'static str {
    if passes { "pass" } else { "miss" }
}

/// Seconds in the unit that is asked for; anything else stands in its own.
fn in_unit(figure: &Measured, unit: &str) -> f64 {
    match (figure.unit.as_str(), unit) {
        ("s", "ms") => figure.value * 1e3,
        ("s", "µs") => figure.value * 1e6,
        _ => figure.value,
    }
}

/// Three figures, millions by name.
fn short(value: f64) -> String {
    match value {
        value if value >= 1e6 => format!("{:.2} million", value / 1e6),
        value if value >= 100.0 => format!("{value:.0}"),
        value if value >= 10.0 => format!("{value:.1}"),
        value => format!("{value:.2}"),
    }
}

#[cfg(test)]
mod tests {
    use super::*;

    #[test]
    fn a_line_of_a_benchmark_is_read_and_others_are_not() {
        let figure = said("measured: search of 20 000 parts: a = b = 12.50 ms").unwrap();
        assert_eq!(
            (figure.name.as_str(), figure.value, figure.unit.as_str()),
            ("search of 20 000 parts: a = b", 12.5, "ms")
        );
        assert!(said("measured: nothing").is_none() && said("test result: ok").is_none());
    }

    #[test]
    fn figures_of_criterion_are_read_and_judged_by_what_is_wanted() {
        let folder = std::env::temp_dir().join(format!("xtask-bench-{}", std::process::id()));
        for (group, about, nanoseconds) in [
            ("odds", r#"{"full_id": "odds/dolly", "throughput": null}"#, 70e6),
            ("search", r#"{"full_id": "search/dolly: all", "throughput": {"Elements": 12000000}}"#, 1e9),
            ("run", r#"{"full_id": "run/something else", "throughput": null}"#, 5e6),
        ] {
            let new = folder.join(group).join("new");
            fs::create_dir_all(&new).unwrap();
            fs::write(new.join("benchmark.json"), about).unwrap();
            let estimates = format!(r#"{{"median": {{"point_estimate": {nanoseconds}}}}}"#);
            fs::write(new.join("estimates.json"), estimates).unwrap();
        }
        let text = table(&of_criterion(&folder).unwrap());
        fs::remove_dir_all(&folder).unwrap();
        let line = |name: &str| text.lines().find(|line| line.starts_with(name)).unwrap().to_owned();
        assert!(
            line("odds/dolly").contains("at most 60.0 ms") && line("odds/dolly").ends_with("70.0 ms  miss"),
            "{text}"
        );
        assert!(line("search/dolly").ends_with("12.00 million a second  pass"), "{text}");
        assert!(line("run/something").trim_end().ends_with("5.00 ms"), "{text}");
    }
}

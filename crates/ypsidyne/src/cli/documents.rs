//! Documents read, and what they come to.

use std::collections::BTreeMap;
use std::io::{Read, Write};
use std::path::Path;
use std::process::ExitCode;
use std::sync::atomic::Ordering;
use std::time::Duration;

use anyhow::Context;
use ypsidyne_core::document::log::{Entry, LogHeading};
use ypsidyne_core::document::{Build, Log, Measurement, Problem, Search, Simulation};
use ypsidyne_core::logbook::ride_table::read_ride;
use ypsidyne_core::variants::search::{Space, Watch};

use super::finish;

/// Exit code for input that cannot be used.
pub(super) const BAD_INPUT: u8 = 2;

/// Reads a document and does something with it; what is wrong with it is listed.
fn with_document<T>(
    file: &Path,
    read: impl FnOnce(&str) -> Result<T, Vec<Problem>>,
    act: impl FnOnce(T) -> anyhow::Result<()>,
) -> ExitCode {
    let text = match read_text(file) {
        Ok(text) => text,
        Err(error) => {
            eprintln!("ypsidyne: {error:#}");
            return ExitCode::from(BAD_INPUT);
        }
    };
    match read(&text) {
        Ok(document) => finish(act(document)),
        Err(problems) => {
            print_problems(file, &problems);
            ExitCode::from(BAD_INPUT)
        }
    }
}

pub(super) fn evaluate(file: &Path) -> ExitCode {
    with_document(file, Build::from_json, |build| {
        print_json(&ypsidyne_core::variants::remedies::evaluate_with_remedies(&build))
    })
}

pub(super) fn find(file: &Path) -> ExitCode {
    /// Between two lines of progress.
    const EVERY: Duration = Duration::from_secs(2);
    with_document(file, Search::from_json, |search| {
        let watch = Watch::default();
        let all = Space::new(&search).count();
        let (done, ended) = std::sync::mpsc::channel::<()>();
        let found = std::thread::scope(|scope| {
            let watch = &watch;
            scope.spawn(move || {
                while ended.recv_timeout(EVERY) == Err(std::sync::mpsc::RecvTimeoutError::Timeout) {
                    eprintln!("ypsidyne: {} of {all} combinations", watch.done.load(Ordering::Relaxed));
                }
            });
            let found = ypsidyne_core::variants::search::find(&search, watch);
            drop(done);
            found
        });
        print_json(&found)
    })
}

pub(super) fn measure(file: &Path) -> ExitCode {
    let worked_out =
        |text: &str| Measurement::from_json(text).and_then(|readings| ypsidyne_core::measurement::measure(&readings));
    with_document(file, worked_out, |measured| print_json(&measured))
}

pub(super) fn compare(file: &Path, build: Option<&Path>, option: Option<String>) -> ExitCode {
    let Some(build) = build else {
        return with_document(file, Log::from_json, |log| print_json(&ypsidyne_core::logbook::compare(&log)));
    };
    let table = match read_text(file).and_then(|text| Ok(read_ride(&text, &BTreeMap::new())?)) {
        Ok(table) => table,
        Err(error) => return finish(Err(error)),
    };
    for said in &table.says {
        eprintln!("ypsidyne: {said}");
    }
    for problem in &table.problems {
        let column = problem.column.as_deref().map_or_else(String::new, |column| format!(", {column}"));
        eprintln!("ypsidyne: line {}{column}: {}", problem.line, problem.detail);
    }
    let unnamed = table.problem_count - table.problems.len();
    if unnamed > 0 {
        eprintln!("ypsidyne: and {unnamed} more");
    }
    let log_of = |text: &str| {
        let build = Build::from_json(text)?;
        let heading = LogHeading { name: None, option: option.clone(), drive: None };
        Log::of(build, heading, vec![Entry::of_ride("unknown", table.columns.clone())])
    };
    with_document(build, log_of, |log| print_json(&ypsidyne_core::logbook::compare(&log)))
}

pub(super) fn simulate(file: &Path, csv: bool) -> ExitCode {
    /// Between two lines of progress.
    const EVERY: Duration = Duration::from_secs(2);
    with_document(file, Simulation::from_json, |simulation| {
        let mut told = std::time::Instant::now();
        let ran = ypsidyne_core::simulation::simulate(&simulation, &mut |progress| {
            if told.elapsed() >= EVERY {
                told = std::time::Instant::now();
                eprintln!("ypsidyne: {:.0} s, {:.0} % of the charge", progress.t_s, 100.0 * progress.state_of_charge);
            }
            true
        });
        if csv {
            return print_text(&ran.lead.series.to_csv());
        }
        print_json(&ran)
    })
}

pub(super) fn build_sheet(file: &Path, option: Option<&str>) -> ExitCode {
    use ypsidyne_core::workshop::build_sheet::{Title, chosen, sheet};
    with_document(file, Build::from_json, |build| {
        let place = match option {
            None => chosen(&build),
            Some(name) => build.options.iter().position(|option| option.name == name).ok_or_else(|| {
                let names: Vec<_> = build.options.iter().map(|option| option.name.as_str()).collect();
                anyhow::anyhow!("no option is called {name:?}; there are {}", names.join(", "))
            })?,
        };
        let day = crate::time::now().get(..10).unwrap_or_default().to_owned();
        let text = sheet(&build, place, &Title { day, revision: None }, &|| true).unwrap_or_default();
        print_text(&text)
    })
}

fn print_problems(file: &Path, problems: &[Problem]) {
    let count = problems.len();
    eprintln!("ypsidyne: {} {} in {}", count, if count == 1 { "problem" } else { "problems" }, file.display());
    for problem in problems {
        let place = if problem.pointer.is_empty() { "the document" } else { &problem.pointer };
        eprintln!("  {place}: {}", problem.detail);
    }
}

fn read_text(file: &Path) -> anyhow::Result<String> {
    if file == Path::new("-") {
        let mut text = String::new();
        std::io::stdin().read_to_string(&mut text).context("standard input is not readable text")?;
        return Ok(text);
    }
    std::fs::read_to_string(file).with_context(|| format!("cannot read {}", file.display()))
}

pub(super) fn schema(what: &str) -> ExitCode {
    match ypsidyne_core::schema::schema(what) {
        Some(schema) => finish(print_json(&schema)),
        None => {
            eprintln!(
                "ypsidyne: there is no schema {what:?}; there are {}",
                ypsidyne_core::schema::DOCUMENTS.join(", ")
            );
            ExitCode::from(BAD_INPUT)
        }
    }
}

fn print_text(text: &str) -> anyhow::Result<()> {
    written(std::io::stdout().lock().write_all(text.as_bytes()))
}

/// A reader that has seen enough, such as `head`, is no failure.
fn written(done: std::io::Result<()>) -> anyhow::Result<()> {
    match done {
        Err(error) if error.kind() == std::io::ErrorKind::BrokenPipe => Ok(()),
        other => other.context("cannot write the result"),
    }
}

pub(super) fn print_json(value: &impl serde::Serialize) -> anyhow::Result<()> {
    let mut out = std::io::stdout().lock();
    written(
        serde_json::to_writer_pretty(&mut out, value).map_err(std::io::Error::from).and_then(|()| out.write_all(b"\n")),
    )
}

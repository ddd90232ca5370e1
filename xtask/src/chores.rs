//! The chores themselves.

use std::fs;
use std::io::{BufRead, BufReader};
use std::path::Path;
use std::process::{Command, Stdio};

use anyhow::{Context, anyhow, bail};

use crate::page;
use crate::system::{cargo, has, output, root, run, web};

/// Files of the page that are made from the Rust types.
const GENERATED: &[&str] = &[
    "src/api/schema.d.ts",
    "src/api/fields.gen.ts",
    "src/api/help.gen.ts",
    "src/api/checks.gen.ts",
    "src/api/limits.gen.ts",
    "src/measure/kinds.gen.ts",
    "src/measure/sheetTitles.gen.ts",
    "src/shared/fields/starts.gen.ts",
    "src/units/units.gen.ts",
];

/// Where Debian puts Chromium without windows and menus; the tests look there too.
const HEADLESS_SHELL: &str = "/usr/bin/chromium-headless-shell";
/// Quiet, and soon at an end where the network is away.
const APT: &[&str] = &["-qq", "-o", "Acquire::Retries=0", "-o", "Acquire::http::Timeout=20"];

/// Builds page and program and starts it with the demo builds.
pub fn demo(rest: &[String]) -> anyhow::Result<()> {
    page::build()?;
    eprintln!("Building the program; the page goes inside it.");
    run(&root(), &cargo(), &["build", "--release", "--package", "ypsidyne"])?;
    let program = root().join("target/release/ypsidyne");
    eprintln!("The program is {}: one file, to be copied anywhere.", program.display());
    let status = Command::new(&program).arg("demo").args(rest).status().context("cannot start the program")?;
    if !status.success() {
        bail!("the program ended with {status}");
    }
    Ok(())
}

/// Every test; the browser tests need Chromium and its driver.
pub fn test() -> anyhow::Result<()> {
    page::build()?;
    install_browser()?;
    count_tests(&["test", "--workspace"])
}

/// Runs cargo's tests, shows what they print, and closes with the sum over all of them.
fn count_tests(arguments: &[&str]) -> anyhow::Result<()> {
    eprintln!("· cargo {}", arguments.join(" "));
    let mut child = Command::new(cargo())
        .args(arguments)
        .envs(lint_environment())
        .current_dir(root())
        .stdout(Stdio::piped())
        .spawn()
        .context("cannot start cargo")?;
    let (mut passed, mut failed) = (0, 0);
    for line in BufReader::new(child.stdout.take().context("cargo has no output")?).lines() {
        let line = line?;
        println!("{line}");
        if line.starts_with("test result:") {
            passed += counted(&line, " passed");
            failed += counted(&line, " failed");
        }
    }
    let status = child.wait()?;
    println!("{passed} passed, {failed} failed");
    if !status.success() || passed == 0 {
        bail!("the tests did not pass ({status})");
    }
    Ok(())
}

/// The number before a word in a line such as `test result: ok. 3 passed; 0 failed`.
fn counted(line: &str, word: &str) -> u32 {
    line.split(word)
        .next()
        .and_then(|before| before.rsplit(' ').next())
        .and_then(|number| number.parse().ok())
        .unwrap_or(0)
}

/// Installs Debian's Chromium and its driver where they are missing, and its shell without windows and menus, which is
/// lighter by a third; where that cannot be had the whole browser serves.
pub fn install_browser() -> anyhow::Result<()> {
    let (browser, shell) = (has("chromium") && has("chromedriver"), Path::new(HEADLESS_SHELL).exists());
    if browser && shell {
        return Ok(());
    }
    eprintln!("The browser tests need Chromium and its driver: installing Debian's packages.");
    let (program, before): (&str, &[&str]) =
        if has("sudo") && !is_root() { ("sudo", &["apt-get"]) } else { ("apt-get", &[]) };
    let apt = |arguments: &[&str]| run(&root(), program, &[before, APT, arguments].concat());
    let install = |packages: &[&str]| apt(&[&["install", "-y", "--no-install-recommends"], packages].concat());
    let updated = apt(&["update"]);
    if !browser {
        updated?;
        install(&["chromium", "chromium-driver"])
            .context("install chromium and chromium-driver by hand, then run this again")?;
    }
    if let Err(error) = install(&["chromium-headless-shell"]) {
        eprintln!("Without chromium-headless-shell the tests take longer: {error:#}");
    }
    Ok(())
}

fn is_root() -> bool {
    output(&root(), "id", &["-u"]).is_ok_and(|id| id.starts_with(b"0"))
}

/// Makes cargo compile the workspace's own crates with clippy, whose warnings are errors. Tests are built the same way, so
/// that what the lints have built serves them; where clippy is missing they are built plainly.
fn lint_environment() -> Vec<(&'static str, &'static str)> {
    if has("clippy-driver") {
        vec![
            ("RUSTC_WORKSPACE_WRAPPER", "clippy-driver"),
            ("CLIPPY_ARGS", "-D__CLIPPY_HACKERY__warnings__CLIPPY_HACKERY__"),
        ]
    } else {
        Vec::new()
    }
}

/// Runs cargo so that the workspace's own crates are linted as they are compiled.
fn linted(arguments: &[&str]) -> anyhow::Result<()> {
    eprintln!("· cargo {} (with clippy)", arguments.join(" "));
    let status = Command::new(cargo()).args(arguments).envs(lint_environment()).current_dir(root()).status();
    let status = status.context("cannot start cargo")?;
    if !status.success() {
        bail!("cargo {} failed ({status})", arguments.join(" "));
    }
    Ok(())
}

/// Everything that reads the sources without running them.
pub fn lint() -> anyhow::Result<()> {
    run(&root(), &cargo(), &["fmt", "--all", "--check"])?;
    page::build()?;
    page::install()?;
    if !has("clippy-driver") {
        bail!("clippy is missing: rustup component add clippy");
    }
    // The page's lints leave a core free that the compiler leaves free at other times.
    let of_page = std::thread::spawn(|| {
        let scripts = ["format:check", "lint", "typecheck"];
        scripts.iter().try_for_each(|script| run(&web(), "npm", &["run", "--silent", script]))
    });
    // A build, not a check: the tests use what is built here, and nothing is compiled twice.
    linted(&["build", "--workspace", "--all-targets"])?;
    of_page.join().map_err(|_| anyhow!("the page's lints ended early"))??;
    let before: Vec<_> = GENERATED.iter().map(|file| fs::read(web().join(file))).collect();
    let program = root().join("target/debug/ypsidyne");
    write_generated(&output(&root(), &program.to_string_lossy(), &["openapi"])?)?;
    for (file, before) in GENERATED.iter().zip(before) {
        if fs::read(web().join(file))? != before? {
            bail!("web/{file} was not up to date with the Rust types; it is now, commit it");
        }
    }
    Ok(())
}

/// Writes the generated files of the page.
pub fn generate() -> anyhow::Result<()> {
    page::install()?;
    write_generated(&output(&root(), &cargo(), &["run", "--quiet", "--package", "ypsidyne", "--", "openapi"])?)
}

/// The generated files of the page from the description of the interface.
fn write_generated(openapi: &[u8]) -> anyhow::Result<()> {
    eprintln!("· npm run generate");
    let mut child = Command::new("npm")
        .args(["run", "--silent", "generate"])
        .current_dir(web())
        .stdin(Stdio::piped())
        .spawn()
        .context("cannot start npm; is it installed?")?;
    if let Some(mut stdin) = child.stdin.take() {
        std::io::Write::write_all(&mut stdin, openapi)?;
    }
    if !child.wait()?.success() {
        bail!("the types of the page could not be generated");
    }
    Ok(())
}

#[cfg(test)]
mod tests {
    use super::*;

    #[test]
    fn the_sum_of_the_tests_is_read_from_what_cargo_prints() {
        let line = "test result: FAILED. 804 passed; 3 failed; 0 ignored; 0 measured; 12 filtered out";
        assert_eq!((counted(line, " passed"), counted(line, " failed")), (804, 3));
        assert_eq!(counted("nothing of the kind", " passed"), 0);
    }

    #[test]
    fn every_file_that_is_made_is_there_to_be_compared() {
        for file in GENERATED {
            assert!(web().join(file).exists(), "{file}");
        }
    }
}

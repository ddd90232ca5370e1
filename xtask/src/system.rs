//! Running other programs, saying what is run.

use std::path::{Path, PathBuf};
use std::process::{Command, Stdio};

use anyhow::{Context, bail};

/// The folder of the workspace.
pub fn root() -> PathBuf {
    let manifest = Path::new(env!("CARGO_MANIFEST_DIR"));
    manifest.parent().unwrap_or(manifest).to_owned()
}

/// The folder of the page's sources.
pub fn web() -> PathBuf {
    root().join("web")
}

/// Runs a program in a folder and fails when it fails.
pub fn run(folder: &Path, program: &str, arguments: &[&str]) -> anyhow::Result<()> {
    eprintln!("· {program} {}", arguments.join(" "));
    let status = Command::new(program)
        .args(arguments)
        .current_dir(folder)
        .status()
        .with_context(|| format!("cannot start {program}; is it installed?"))?;
    if !status.success() {
        bail!("{program} {} failed ({status})", arguments.join(" "));
    }
    Ok(())
}

/// Runs a program and gives back what it prints.
pub fn output(folder: &Path, program: &str, arguments: &[&str]) -> anyhow::Result<Vec<u8>> {
    eprintln!("· {program} {}", arguments.join(" "));
    let output = Command::new(program)
        .args(arguments)
        .current_dir(folder)
        .stderr(Stdio::inherit())
        .output()
        .with_context(|| format!("cannot start {program}; is it installed?"))?;
    if !output.status.success() {
        bail!("{program} {} failed ({})", arguments.join(" "), output.status);
    }
    Ok(output.stdout)
}

/// Whether a program answers to `--version`.
pub fn has(program: &str) -> bool {
    Command::new(program)
        .arg("--version")
        .stdout(Stdio::null())
        .stderr(Stdio::null())
        .status()
        .is_ok_and(|status| status.success())
}

/// The cargo that runs this chore.
pub fn cargo() -> String {
    std::env::var("CARGO").unwrap_or_else(|_| "cargo".to_owned())
}

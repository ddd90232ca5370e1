//! The page: its packages are installed and it is built only when its sources changed.

use std::fs;
use std::path::Path;

use anyhow::Context;
use sha2::{Digest, Sha256};

use crate::system::{run, web};

/// What the built page was made from.
const STAMP: &str = "dist/.built-from";
/// What the installed packages were made from.
const PACKAGES_STAMP: &str = "node_modules/.installed-from";
/// Sources of the page, in `web/`.
const SOURCES: &[&str] = &[
    "src",
    "public",
    "index.html",
    "package.json",
    "package-lock.json",
    "vite.config.ts",
    "tsconfig.json",
    "../docs/model.md",
];

/// Installs the page's packages where the lock file changed.
pub fn install() -> anyhow::Result<()> {
    let wanted = digest(&["package.json", "package-lock.json"])?;
    let stamp = web().join(PACKAGES_STAMP);
    if fs::read_to_string(&stamp).is_ok_and(|found| found == wanted) {
        return Ok(());
    }
    eprintln!("Installing the packages of the page (npm ci).");
    run(&web(), "npm", &["ci", "--no-audit", "--no-fund"])?;
    fs::write(&stamp, wanted).context("cannot write the stamp of the packages")
}

/// Builds the page into `web/dist` where its sources changed.
pub fn build() -> anyhow::Result<()> {
    let wanted = digest(SOURCES)?;
    let stamp = web().join(STAMP);
    if fs::read_to_string(&stamp).is_ok_and(|found| found == wanted) {
        eprintln!("The page is built already.");
        return Ok(());
    }
    install()?;
    eprintln!("Building the page.");
    run(&web(), "npm", &["run", "--silent", "build"])?;
    fs::write(&stamp, wanted).context("cannot write the stamp of the page")
}

fn digest(paths: &[&str]) -> anyhow::Result<String> {
    let mut hasher = Sha256::new();
    for path in paths {
        take(&web().join(path), &mut hasher)?;
    }
    Ok(hasher.finalize().iter().map(|byte| format!("{byte:02x}")).collect())
}

fn take(path: &Path, hasher: &mut Sha256) -> anyhow::Result<()> {
    hasher.update(path.to_string_lossy().as_bytes());
    if path.is_dir() {
        let mut entries: Vec<_> =
            fs::read_dir(path)?.map(|entry| entry.map(|entry| entry.path())).collect::<Result<_, _>>()?;
        entries.sort();
        entries.iter().try_for_each(|entry| take(entry, hasher))
    } else {
        hasher.update(fs::read(path).with_context(|| format!("cannot read {}", path.display()))?);
        Ok(())
    }
}

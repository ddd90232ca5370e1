//! The data file: where it is, copied, looked through.

use std::io::Write as _;
use std::path::{Path, PathBuf};
use std::process::ExitCode;

use anyhow::Context;
use ypsidyne_store::Store;

use crate::archive::{Packer, Policy, take_in};

use super::documents::BAD_INPUT;

/// The data file that is meant; one's own where none is named.
fn data_of(named: Option<PathBuf>) -> anyhow::Result<PathBuf> {
    named.map_or_else(|| default_data(false), Ok)
}

/// The store in a data file that is there.
fn store_of(named: Option<PathBuf>) -> anyhow::Result<(Store, PathBuf)> {
    let data = data_of(named)?;
    anyhow::ensure!(data.exists(), "there is no data file {}", data.display());
    Ok((Store::open(&data)?, data))
}

pub(super) fn archive(file: &Path, data: Option<PathBuf>) -> anyhow::Result<()> {
    let (store, data) = store_of(data)?;
    let written = std::fs::File::create_new(file)
        .with_context(|| format!("cannot write {}: name a file that is not there yet", file.display()))?;
    let mut written = std::io::BufWriter::new(written);
    let mut packer = Packer::new(crate::time::now());
    while let Some(piece) = store.with(|connection| packer.piece(connection))? {
        written.write_all(&piece)?;
    }
    written.into_inner().map_err(std::io::IntoInnerError::into_error)?.sync_all()?;
    println!("{} holds everything that is in {}", file.display(), data.display());
    Ok(())
}

pub(super) fn take_archive(file: &Path, conflicts: Option<Policy>, data: Option<PathBuf>) -> anyhow::Result<()> {
    let store = Store::open(&data_of(data)?)?;
    let archive = std::fs::File::open(file).with_context(|| format!("cannot read {}", file.display()))?;
    let taken = take_in(std::io::BufReader::new(archive), &store, conflicts, &crate::time::now())?;
    taken.lines().iter().for_each(|line| println!("{line}"));
    Ok(())
}

pub(super) fn back_up(file: &Path, data: Option<PathBuf>) -> anyhow::Result<()> {
    let (store, data) = store_of(data)?;
    anyhow::ensure!(!file.exists(), "{} is there already: name another file", file.display());
    store.with(|connection| ypsidyne_store::backup::copy(connection, file))?;
    let looked = ypsidyne_store::backup::look_through(file)?;
    anyhow::ensure!(looked.is_sound(), "the copy is not whole: look {} through with `ypsidyne check`", data.display());
    println!("{} holds a copy of {}", file.display(), data.display());
    Ok(())
}

pub(super) fn check(file: &Path) -> ExitCode {
    let looked = match ypsidyne_store::backup::look_through(file) {
        Ok(looked) => looked,
        Err(error) => {
            eprintln!("ypsidyne: {error}");
            return ExitCode::from(BAD_INPUT);
        }
    };
    for (name, all, read) in &looked.kinds {
        println!("{name}: {read} of {all} can be read");
    }
    for line in looked.pages.iter().chain(&looked.damaged) {
        println!("damaged: {line}");
    }
    if looked.is_sound() {
        println!("{} is whole", file.display());
        return ExitCode::SUCCESS;
    }
    println!(
        "What can be read can be exported: start the bench on a copy of this file, or go back to a day's copy beside it."
    );
    ExitCode::FAILURE
}

pub(super) fn default_data(demo: bool) -> anyhow::Result<PathBuf> {
    let folder =
        dirs::data_dir().context("no home folder to keep builds in; name a file with --data")?.join("ypsidyne");
    std::fs::create_dir_all(&folder).with_context(|| format!("cannot make {}", folder.display()))?;
    Ok(folder.join(if demo { "demo.sqlite" } else { "builds.sqlite" }))
}

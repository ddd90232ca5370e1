//! The log out and in as files, and pictures of notes.

use axum::extract::{Path, State};
use axum::http::{StatusCode, header};
use axum::response::{IntoResponse, Response};
use base64::Engine;
use base64::engine::general_purpose::STANDARD;
use serde::{Deserialize, Serialize};
use ypsidyne_core::document::log::{Entry, Happened, LogHeading};
use ypsidyne_core::document::{Log, Problem};
use ypsidyne_core::logbook::book::RideSummary;
use ypsidyne_core::logbook::entries_csv;
use ypsidyne_core::logbook::ride_table::CellProblem;
use ypsidyne_store::log::{self, NewEntry, StoredPicture};
use ypsidyne_store::{Connection, StoreError, builds};

use super::LARGEST_FILE_BYTES;
use super::kept::{Prepared, about, build_of, light, read_whole, summary, whole};
use crate::api::answer::Json;
use crate::api::extract::{QueryFields, QueryOf};
use crate::api::json::FileBody;
use crate::api::problem::ApiError;
use crate::api::{App, Operation, Route};

/// Largest picture.
const LARGEST_PICTURE_BYTES: usize = 12 * 1024 * 1024;

pub(super) fn routes() -> Vec<Route> {
    vec![
        Route::at("/api/builds/{id}/log/export").get(
            export,
            Operation::new::<serde_json::Value>("exportLog", "The log of a build as a file.")
                .or_text("text/csv")
                .path("id", "string")
                .query("format", "string"),
        ),
        Route::at("/api/builds/{id}/log/import")
            .post(
                import,
                Operation::new::<Imported>("importLog", "Entries of a file into the log of a build.")
                    .file()
                    .path("id", "string")
                    .query("format", "string"),
            )
            .largest_body(LARGEST_FILE_BYTES),
        Route::at("/api/builds/{id}/log/pictures")
            .post(
                keep_picture,
                Operation::new::<KeptPicture>("keepPicture", "Keep a picture for a note.")
                    .file()
                    .path("id", "string")
                    .status(201),
            )
            .largest_body(LARGEST_PICTURE_BYTES),
        Route::at("/api/log/pictures/{id}")
            .get(picture, Operation::text("picture", "A picture of a note.", "image/*").path("id", "string")),
    ]
}

#[derive(Deserialize, Clone, Copy)]
#[serde(rename_all = "snake_case")]
enum FileFormat {
    Csv,
    Json,
}

#[derive(Deserialize)]
struct FormatQuery {
    format: FileFormat,
}

impl QueryFields for FormatQuery {
    const NAME: &'static str = "format";
    const NEEDED: &'static str = "format=csv or format=json";
}

/// An entry as it travels: whole, with its readings and pictures; its title and when it was written.
pub(crate) fn entry_out(connection: &Connection, id: &str) -> Result<(String, String, String), StoreError> {
    let (stored, readings) = read_whole(connection, id)?;
    let damaged = || StoreError::Damaged { id: id.to_owned(), number: stored.revision };
    let entry = whole(&stored, readings.as_deref()).map_err(|_| damaged())?;
    let (title, at) = (entry.title().to_owned(), log::written_at(connection, id)?);
    let text = serde_json::to_string(&with_pictures(connection, entry)?);
    Ok((text.map_err(|error| StoreError::Packing(error.into()))?, title, at))
}

/// Takes in an entry that travelled, under an id.
pub(crate) fn entry_in(
    connection: &mut Connection,
    build: &str,
    id: String,
    text: &str,
    now: &str,
) -> Result<(), ApiError> {
    let prepared = prepared(connection, build, id, text, now)?;
    Ok(log::create(connection, build, &[prepared.stored()], now)?)
}

/// An entry that travelled, read and ready to be stored under an id.
fn prepared(connection: &mut Connection, build: &str, id: String, text: &str, now: &str) -> Result<Prepared, ApiError> {
    let value = serde_json::from_str(text).map_err(|error| ApiError::Body(error.to_string()))?;
    let entry = Entry::from_value(&value).map_err(ApiError::Document)?;
    Prepared::of(id, taken_in(connection, build, entry, now)?)
}

/// Puts an entry that travelled in place of the one that stands here under its id, of which a copy goes into the bin.
pub(crate) fn entry_over(connection: &mut Connection, id: &str, text: &str, now: &str) -> Result<(), ApiError> {
    let ours = log::by_id(connection, id)?;
    let theirs = prepared(connection, &ours.build, id.to_owned(), text, now)?;
    let (whole, ..) = entry_out(connection, id)?;
    let copy = uuid::Uuid::now_v7().to_string();
    entry_in(connection, &ours.build, copy.clone(), &whole, now)?;
    log::set_deleted(connection, &copy, Some(now))?;
    log::save(connection, ours.revision, &theirs.stored(), now)?;
    Ok(())
}

/// Pictures of an entry travel in it.
fn with_pictures(connection: &Connection, mut entry: Entry) -> Result<Entry, StoreError> {
    if let Happened::Note(note) = &mut entry.happened {
        for picture in &mut note.pictures {
            let Ok(kept) = log::picture(connection, &picture.name) else { continue };
            picture.data = Some(format!("data:{};base64,{}", kept.kind, STANDARD.encode(&kept.content)));
        }
    }
    Ok(entry)
}

async fn export(
    State(app): State<App>,
    Path(id): Path<String>,
    QueryOf(FormatQuery { format }): QueryOf<FormatQuery>,
) -> Result<Response, ApiError> {
    let (build, stored) = app
        .store(move |connection| {
            let build = builds::by_id(connection, &id)?;
            let mut all = Vec::new();
            for entry in log::list(connection, Some(&id))? {
                let readings = match format {
                    FileFormat::Json => log::readings(connection, &entry.id)?,
                    FileFormat::Csv => None,
                };
                all.push((entry, readings));
            }
            all.reverse();
            Ok((build, all))
        })
        .await?;
    let text = match format {
        FileFormat::Csv => {
            app.compute(move || {
                let read: Vec<(Entry, Option<RideSummary>)> =
                    stored.iter().filter_map(|(entry, _)| Some((light(entry)?, summary(entry)))).collect();
                entries_csv::write(read.iter().map(|(entry, of)| (entry, of.as_ref().map(|of| &of.totals))))
            })
            .await?
        }
        FileFormat::Json => {
            let entries = app
                .compute(move || {
                    stored
                        .iter()
                        .map(|(entry, readings)| whole(entry, readings.as_deref()))
                        .collect::<Result<Vec<_>, _>>()
                })
                .await??;
            let entries = app
                .store(move |connection| entries.into_iter().map(|entry| with_pictures(connection, entry)).collect())
                .await?;
            app.compute(move || {
                let build = build_of(&build.document)?;
                let (option, drive) = about(&build);
                let heading = LogHeading {
                    name: Some(build.name.clone()),
                    option: Some(build.options[option].name.clone()),
                    drive: Some(build.job.drives[drive].name.clone()),
                };
                // A ride of an option that is gone is one of the option that is there.
                let known: Vec<Entry> = entries;
                let log = Log::of(build.clone(), heading.clone(), known.clone())
                    .or_else(|_| Log::of(build, heading, known.into_iter().map(unnamed).collect()))
                    .map_err(ApiError::Document)?;
                serde_json::to_string(&log).map_err(|_| ApiError::Internal)
            })
            .await??
        }
    };
    let (kind, name) = match format {
        FileFormat::Csv => ("text/csv; charset=utf-8", "log.csv"),
        FileFormat::Json => ("application/json", "log.json"),
    };
    let disposition = format!("attachment; filename=\"{name}\"");
    Ok(([(header::CONTENT_TYPE, kind.to_owned()), (header::CONTENT_DISPOSITION, disposition)], text).into_response())
}

fn unnamed(mut entry: Entry) -> Entry {
    if let Happened::Ride(ride) = &mut entry.happened {
        ride.option = None;
        ride.drive = None;
    }
    entry
}

/// What came of a file.
#[derive(Debug, Serialize, schemars::JsonSchema)]
struct Imported {
    /// Entries that were written.
    written: usize,
    /// Entries that stood there already and were left.
    known: usize,
    /// Lines that cannot be used.
    problems: Vec<CellProblem>,
}

async fn import(
    State(app): State<App>,
    Path(id): Path<String>,
    QueryOf(FormatQuery { format }): QueryOf<FormatQuery>,
    FileBody(body): FileBody,
) -> Result<(StatusCode, Json<Imported>), ApiError> {
    let (entries, problems) = app
        .compute(move || {
            let text = ypsidyne_core::shelf::csv_in::text_of(&body)?;
            match format {
                FileFormat::Csv => {
                    let read = entries_csv::read(text)?;
                    Ok::<_, ApiError>((read.entries, read.problems))
                }
                FileFormat::Json => {
                    let log = Log::from_json(text).map_err(ApiError::Document)?;
                    Ok((log.entries().to_vec(), Vec::new()))
                }
            }
        })
        .await??;
    let now = crate::time::now();
    let imported = app
        .store(move |connection| {
            let mut there: Vec<(String, String)> = log::list(connection, Some(&id))?
                .iter()
                .filter_map(light)
                .map(|entry| (entry.heading.at.clone(), entry.title().to_owned()))
                .collect();
            let mut prepared: Vec<Prepared> = Vec::new();
            let mut known = 0;
            let mut refused: Vec<CellProblem> = problems;
            for entry in entries {
                let entry = taken_in(connection, &id, entry, &now)?;
                let title = entry.title().to_owned();
                match Prepared::of(uuid::Uuid::now_v7().to_string(), entry) {
                    Ok(one) => {
                        let mark = (one.stored().at.to_owned(), title);
                        if there.contains(&mark) {
                            known += 1;
                        } else {
                            there.push(mark);
                            prepared.push(one);
                        }
                    }
                    Err(ApiError::Document(found)) => refused.extend(found.into_iter().map(of_entry)),
                    Err(_) => refused.push(CellProblem { line: 0, column: None, detail: "cannot be kept".to_owned() }),
                }
            }
            let new: Vec<NewEntry<'_>> = prepared.iter().map(Prepared::stored).collect();
            log::create(connection, &id, &new, &now)?;
            Ok(Imported { written: new.len(), known, problems: refused })
        })
        .await?;
    Ok((if imported.written > 0 { StatusCode::CREATED } else { StatusCode::OK }, Json(imported)))
}

fn of_entry(problem: Problem) -> CellProblem {
    CellProblem { line: 0, column: Some(problem.pointer), detail: problem.detail }
}

/// Pictures that travelled in an entry are kept, and the entry names them.
fn taken_in(connection: &mut Connection, build: &str, mut entry: Entry, now: &str) -> Result<Entry, StoreError> {
    if let Happened::Note(note) = &mut entry.happened {
        for picture in &mut note.pictures {
            let Some(data) = picture.data.take() else { continue };
            let content = data.split_once("base64,").and_then(|(_, content)| STANDARD.decode(content).ok());
            if let Some(kept) = content.and_then(picture_of) {
                let id = uuid::Uuid::now_v7().to_string();
                log::keep_picture(connection, build, &id, &kept, now)?;
                picture.name = id;
            }
        }
    }
    Ok(entry)
}

/// A picture by its first bytes, whatever it is called; `None` for what is none that every browser shows.
fn picture_of(content: Vec<u8>) -> Option<StoredPicture> {
    let kind = match content.as_slice() {
        [0x89, b'P', b'N', b'G', ..] => "image/png",
        [0xFF, 0xD8, 0xFF, ..] => "image/jpeg",
        [b'R', b'I', b'F', b'F', _, _, _, _, b'W', b'E', b'B', b'P', ..] => "image/webp",
        [b'G', b'I', b'F', b'8', ..] => "image/gif",
        _ => return None,
    };
    Some(StoredPicture { kind: kind.to_owned(), content })
}

/// A picture that was kept.
#[derive(Debug, Serialize, schemars::JsonSchema)]
struct KeptPicture {
    /// The name a note gives it.
    name: String,
}

async fn keep_picture(
    State(app): State<App>,
    Path(build): Path<String>,
    FileBody(body): FileBody,
) -> Result<(StatusCode, Json<KeptPicture>), ApiError> {
    let picture = picture_of(body.to_vec()).ok_or_else(|| {
        ApiError::Body("the file is no picture that can be shown: PNG, JPEG, WebP or GIF would do".to_owned())
    })?;
    let (id, now) = (uuid::Uuid::now_v7().to_string(), crate::time::now());
    let name = id.clone();
    app.store(move |connection| log::keep_picture(connection, &build, &id, &picture, &now)).await?;
    Ok((StatusCode::CREATED, Json(KeptPicture { name })))
}

async fn picture(State(app): State<App>, Path(id): Path<String>) -> Result<Response, ApiError> {
    let kept = app.store(move |connection| log::picture(connection, &id)).await?;
    Ok((
        [(header::CONTENT_TYPE, kept.kind), (header::CACHE_CONTROL, "private, max-age=31536000".to_owned())],
        kept.content,
    )
        .into_response())
}

//! The shelf in and out as files: CSV and JSON.

use axum::extract::State;
use axum::http::{HeaderMap, StatusCode};
use axum::response::Response;
use serde::{Deserialize, Serialize};
use ypsidyne_core::shelf::columns::ColumnChoices;
use ypsidyne_core::shelf::csv_in::{Column, RowProblem, read, text_of};
use ypsidyne_core::shelf::csv_out::PartColumns;
use ypsidyne_core::shelf::{MOST_PARTS, PartKind, SHELF_FORMAT, ShelfPart, read_shelf, stock};
use ypsidyne_store::Connection;
use ypsidyne_store::parts::{self, Search, StoredPart};

use super::answer::{Json, streamed};
use super::extract::{QueryFields, QueryOf};
use super::json::FileBody;
use super::parts::new_part;
use super::problem::ApiError;
use super::{App, Operation, Route};

/// Largest file of parts.
const LARGEST_FILE_BYTES: usize = 64 * 1024 * 1024;

pub(super) fn routes() -> Vec<Route> {
    vec![
        Route::at("/api/parts/export").get(
            export,
            Operation::new::<serde_json::Value>("exportParts", "The shelf as a file.")
                .or_text("text/csv")
                .query("format", "string")
                .query("kind", "string"),
        ),
        Route::at("/api/parts/import")
            .post(
                import,
                Operation::new::<Import>(
                    "importParts",
                    "Parts from a file: looked at first, then stored, the good ones or all or none.",
                )
                .file()
                .query("format", "string")
                .query("kind", "string")
                .query("mode", "string")
                .query("columns", "string"),
            )
            .largest_body(LARGEST_FILE_BYTES),
        Route::at("/api/parts/stock").post(
            stock_up,
            Operation::new::<Import>("stockParts", "Put the generic parts that come with the program on the shelf."),
        ),
    ]
}

#[derive(Deserialize)]
#[serde(rename_all = "snake_case")]
enum FileFormat {
    Csv,
    Json,
}

#[derive(Deserialize)]
struct ExportQuery {
    format: FileFormat,
    kind: Option<PartKind>,
}

impl QueryFields for ExportQuery {
    const NAME: &'static str = "format or kind";
    const NEEDED: &'static str = "format=csv or format=json, and perhaps kind";
}

/// So many parts are written at once, in some milliseconds.
const WRITTEN_AT_ONCE: usize = 200;

async fn export(
    State(app): State<App>,
    headers: HeaderMap,
    QueryOf(query): QueryOf<ExportQuery>,
) -> Result<Response, ApiError> {
    let wanted = query.kind;
    let (numbers, kinds) = app
        .store(move |connection| {
            let kind = wanted.map(|kind| kind.word().to_owned());
            let numbers = parts::numbers(connection, &Search { kind, ..Search::default() })?;
            Ok((numbers, parts::kinds(connection)?))
        })
        .await?;
    let kinds: Vec<PartKind> = kinds
        .iter()
        .filter_map(|word| PartKind::from_word(word))
        .filter(|kind| wanted.is_none_or(|wanted| wanted == *kind))
        .collect();
    let mut file = match query.format {
        FileFormat::Csv => ShelfFile::Csv(PartColumns::of(&kinds)),
        FileFormat::Json => ShelfFile::Json { first: true },
    };
    let (kind, name) = match query.format {
        FileFormat::Csv => ("text/csv; charset=utf-8", "shelf.csv"),
        FileFormat::Json => ("application/json", "shelf.json"),
    };
    // No connection is held while the file is on its way: what is found is fixed, and nothing ever leaves the shelf.
    let parts = numbers.chunks(WRITTEN_AT_ONCE).map(|some| Piece::Parts(some.to_vec()));
    let steps: Vec<Piece> = std::iter::once(Piece::Head).chain(parts).chain([Piece::End]).collect();
    let mut steps = steps.into_iter();
    let pieces = move |connection: &mut Connection| {
        let text = match steps.next() {
            Some(Piece::Head) => file.head(),
            Some(Piece::Parts(some)) => file.body(&parts::by_numbers(connection, &some)?),
            Some(Piece::End) => file.end(),
            None => return Ok(None),
        };
        Ok(Some(text.into_bytes()))
    };
    Ok(streamed(&app, &headers, kind, name, pieces))
}

/// What is written at once.
enum Piece {
    Head,
    /// Parts by their numbers.
    Parts(Vec<i64>),
    End,
}

/// A shelf as a file, piece by piece.
enum ShelfFile {
    Csv(PartColumns),
    Json {
        /// Whether no part stands in it yet.
        first: bool,
    },
}

impl ShelfFile {
    fn head(&self) -> String {
        match self {
            Self::Csv(columns) => columns.heading(),
            Self::Json { .. } => format!("{{\n  \"format\": \"{SHELF_FORMAT}\",\n  \"parts\": ["),
        }
    }

    /// Only checked parts are stored: their documents go out as they are, one a line.
    fn body(&mut self, parts: &[StoredPart]) -> String {
        match self {
            Self::Csv(columns) => {
                let read = |part: &StoredPart| serde_json::from_str(&part.document).ok();
                columns.rows(&parts.iter().filter_map(read).collect::<Vec<serde_json::Value>>())
            }
            Self::Json { first } => {
                let mut text = String::new();
                for part in parts {
                    text.push_str(if *first { "\n    " } else { ",\n    " });
                    text.push_str(&part.document);
                    *first = false;
                }
                text
            }
        }
    }

    fn end(&self) -> String {
        match self {
            Self::Csv(_) => String::new(),
            Self::Json { .. } => "\n  ]\n}\n".to_owned(),
        }
    }
}

/// What becomes of a file.
#[derive(Deserialize, Clone, Copy, PartialEq, Eq)]
#[serde(rename_all = "snake_case")]
enum Mode {
    /// Only look.
    Look,
    /// Store the good rows.
    Good,
    /// Store all, or nothing when one is bad.
    Whole,
}

#[derive(Deserialize)]
struct ImportQuery {
    format: FileFormat,
    kind: Option<PartKind>,
    mode: Mode,
    columns: Option<String>,
}

/// What a file holds, and what was stored of it.
#[derive(Debug, Default, Serialize, schemars::JsonSchema)]
struct Import {
    /// Columns of a table and what they were taken for; empty for JSON.
    columns: Vec<Column>,
    /// Parts that read.
    good: u32,
    /// Rows or parts that do not.
    bad: u32,
    /// What is wrong with them, the first thousand; for JSON the line counts parts from 1 and the column is a pointer.
    problems: Vec<RowProblem>,
    /// What of the parts that read cannot all be right, the first thousand: figures of a motor that contradict each other.
    doubts: Vec<RowProblem>,
    /// The first parts that read.
    sample: Vec<ShelfPart>,
    /// How many were stored.
    stored: u32,
}

const MOST_PROBLEMS: usize = 1000;
const SAMPLE: usize = 20;

impl QueryFields for ImportQuery {
    const NAME: &'static str = "format, mode or kind";
    const NEEDED: &'static str = "format=csv or json, mode=look, good or whole, and perhaps kind";
}

async fn import(
    State(app): State<App>,
    QueryOf(query): QueryOf<ImportQuery>,
    FileBody(body): FileBody,
) -> Result<(StatusCode, Json<Import>), ApiError> {
    let choices: ColumnChoices = match &query.columns {
        None => ColumnChoices::new(),
        Some(text) => serde_json::from_str(text).map_err(|_| ApiError::Parameter {
            name: "columns",
            came: text.chars().take(60).collect(),
            needed: "an object of headers, each with key and unit",
        })?,
    };
    let mode = query.mode;
    let (mut import, parts) = app
        .compute(move || match query.format {
            FileFormat::Csv => of_table(&body, query.kind, &choices),
            FileFormat::Json => of_shelf(&body),
        })
        .await??;
    let store = match mode {
        Mode::Look => false,
        Mode::Good => true,
        Mode::Whole => import.bad == 0,
    };
    if store && !parts.is_empty() {
        import.stored = stored(&app, parts).await?;
    }
    Ok((if import.stored > 0 { StatusCode::CREATED } else { StatusCode::OK }, Json(import)))
}

async fn stock_up(State(app): State<App>) -> Result<Json<Import>, ApiError> {
    let stored = stored(&app, stock::PARTS.clone()).await?;
    Ok(Json(Import { good: stored, stored, ..Import::default() }))
}

async fn stored(app: &App, parts: Vec<ShelfPart>) -> Result<u32, ApiError> {
    let now = crate::time::now();
    let count = u32::try_from(parts.len()).unwrap_or(u32::MAX);
    app.store(move |connection| {
        let new: Vec<_> = parts.iter().map(new_part).collect();
        parts::create(connection, &new, || uuid::Uuid::now_v7().to_string(), &now)
    })
    .await?;
    Ok(count)
}

fn counted(number: usize) -> u32 {
    u32::try_from(number).unwrap_or(u32::MAX)
}

fn of_table(
    bytes: &[u8],
    kind: Option<PartKind>,
    choices: &ColumnChoices,
) -> Result<(Import, Vec<ShelfPart>), ApiError> {
    let mut table = read(text_of(bytes)?, kind, choices)?;
    table.problems.truncate(MOST_PROBLEMS);
    let doubts = table
        .good
        .iter()
        .flat_map(|row| {
            row.doubts.iter().map(|doubt| RowProblem { line: row.line, column: None, detail: doubt.clone() })
        })
        .take(MOST_PROBLEMS)
        .collect();
    let parts: Vec<ShelfPart> = table.good.into_iter().map(|row| row.part).collect();
    let import = Import {
        columns: table.columns,
        good: counted(parts.len()),
        bad: u32::try_from(table.bad_rows).unwrap_or(u32::MAX),
        problems: table.problems,
        doubts,
        sample: parts.iter().take(SAMPLE).cloned().collect(),
        stored: 0,
    };
    Ok((import, parts))
}

fn of_shelf(bytes: &[u8]) -> Result<(Import, Vec<ShelfPart>), ApiError> {
    let text = text_of(bytes)?;
    let mut parts = Vec::new();
    let mut import = Import::default();
    for (place, read) in read_shelf(text).map_err(ApiError::Document)? {
        match read {
            Ok(part) => parts.push(part),
            Err(problems) => {
                import.bad += 1;
                import.problems.extend(problems.into_iter().map(|problem| RowProblem {
                    line: place as u64 + 1,
                    column: Some(problem.pointer).filter(|pointer| !pointer.is_empty()),
                    detail: problem.detail,
                }));
            }
        }
    }
    import.problems.truncate(MOST_PROBLEMS);
    import.good = counted(parts.len());
    import.sample = parts.iter().take(SAMPLE).cloned().collect();
    debug_assert!(parts.len() <= MOST_PARTS);
    Ok((import, parts))
}

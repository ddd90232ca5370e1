//! The shelf: parts that are searched, kept, edited, retired.

use axum::extract::{Path, State};
use axum::http::{HeaderMap, StatusCode};
use axum::response::{IntoResponse, Response};
use serde::{Deserialize, Serialize};
use ypsidyne_core::shelf::columns::{Field, fields};
use ypsidyne_core::shelf::{PartKind, ShelfPart};
use ypsidyne_store::parts::{self, NewPart, Range, Search, StoredPart};

use super::answer::Json;
use super::etag::{Saved, if_match, saved, tagged};
use super::json::JsonBody;
use super::problem::ApiError;
use super::{App, Operation, Route};

pub(super) fn routes() -> Vec<Route> {
    vec![
        Route::at("/api/parts").post(
            create,
            Operation::new::<Saved>("createPart", "Put a part on the shelf.").body::<ShelfPart>().status(201).etag(),
        ),
        Route::at("/api/parts/search").post(
            search,
            Operation::new::<FoundParts>("searchParts", "Search the shelf by text, figure and word.")
                .body::<PartSearch>(),
        ),
        Route::at("/api/parts/fields/{kind}").get(
            fields_of,
            Operation::new::<Vec<Field>>("partFields", "Every figure a kind of part can have.").path("kind", "string"),
        ),
        Route::at("/api/parts/{id}")
            .get(read, Operation::new::<ShelfPart>("part", "One part.").path("id", "string").etag())
            .put(
                save,
                Operation::new::<Saved>("savePart", "Save a part that was edited.")
                    .path("id", "string")
                    .if_match()
                    .body::<ShelfPart>()
                    .etag(),
            )
            .delete(
                retire,
                Operation::empty("retirePart", "Retire a part: builds that used it keep its figures.")
                    .path("id", "string")
                    .if_match(),
            ),
        Route::at("/api/parts/{id}/restore").post(
            restore,
            Operation::new::<Saved>("restorePart", "Offer a retired part again.")
                .path("id", "string")
                .if_match()
                .etag(),
        ),
    ]
}

/// What is looked for.
#[derive(Debug, Clone, Default, Deserialize, schemars::JsonSchema)]
#[serde(default, deny_unknown_fields)]
pub(crate) struct PartSearch {
    /// Kind of part; any when left out.
    pub kind: Option<PartKind>,
    /// Beginnings of words, all of which must be found.
    pub text: String,
    /// Ranges of figures, by dotted key, in the document's units.
    pub ranges: Vec<FigureRange>,
    /// Words that must stand, by key.
    pub words: Vec<FigureWord>,
    /// Only what is in the drawer, or only what is not.
    pub owned: Option<bool>,
    /// Retired parts instead of the others.
    pub retired: bool,
    /// Key of the figure to sort by; by name when left out.
    pub sort: Option<String>,
    /// Largest first.
    pub descending: bool,
    /// How many at most, 1 to 500; 100 when left out.
    pub limit: Option<u32>,
    /// How many to skip.
    pub offset: u32,
}

/// A range that a figure must be in.
#[derive(Debug, Clone, Deserialize, schemars::JsonSchema)]
#[serde(deny_unknown_fields)]
pub(crate) struct FigureRange {
    /// Key of the figure.
    pub key: String,
    /// Smallest value that does.
    #[serde(default)]
    pub at_least: Option<f64>,
    /// Largest value that does.
    #[serde(default)]
    pub at_most: Option<f64>,
}

/// A word that must stand.
#[derive(Debug, Clone, Deserialize, schemars::JsonSchema)]
#[serde(deny_unknown_fields)]
pub(crate) struct FigureWord {
    /// Key of the choice.
    pub key: String,
    /// The word.
    pub word: String,
}

impl PartSearch {
    /// The search as the store takes it.
    pub fn stored(self) -> Search {
        const MOST: u32 = 500;
        const USUAL: u32 = 100;
        let range = |range: FigureRange| Range { key: range.key, at_least: range.at_least, at_most: range.at_most };
        Search {
            kind: self.kind.map(|kind| kind.word().to_owned()),
            text: self.text,
            ranges: self.ranges.into_iter().map(range).collect(),
            words: self.words.into_iter().map(|word| (word.key, word.word)).collect(),
            owned: self.owned,
            retired: self.retired,
            sort: self.sort,
            descending: self.descending,
            limit: self.limit.unwrap_or(USUAL).clamp(1, MOST),
            offset: self.offset,
        }
    }
}

/// Most ranges and words of one search: no kind of part has more figures, and the database takes no question of thousands.
const MOST_ASKED: usize = 60;

/// What was found.
#[derive(Debug, Serialize, schemars::JsonSchema)]
struct FoundParts {
    /// How many there are in all.
    total: u32,
    /// The ones asked for.
    parts: Vec<PartLine>,
}

/// A part in the list.
#[derive(Debug, Serialize, schemars::JsonSchema)]
pub(crate) struct PartLine {
    /// Id.
    pub id: String,
    /// Current revision.
    pub revision: u32,
    /// When it was last saved, RFC 3339.
    pub updated_at: String,
    /// When it was retired, RFC 3339.
    pub retired_at: Option<String>,
    /// The part.
    pub part: ShelfPart,
}

impl PartLine {
    /// A stored part, read. Only checked parts are stored; one this version cannot read is left out.
    pub fn of(stored: StoredPart) -> Option<Self> {
        Some(Self {
            part: ShelfPart::from_json(&stored.document).ok()?,
            id: stored.id,
            revision: stored.revision,
            updated_at: stored.updated_at,
            retired_at: stored.retired_at,
        })
    }
}

/// A part as the store takes it.
pub(crate) fn new_part(part: &ShelfPart) -> NewPart {
    NewPart {
        kind: part.kind().word(),
        label: part.label().to_owned(),
        document: part.document().to_string(),
        text: part.search_text(),
        figures: part.figures().into_iter().map(|figure| (figure.key, figure.value)).collect(),
        words: part.words().into_iter().map(|word| (word.key, word.word)).collect(),
    }
}

fn part_of(body: &JsonBody) -> Result<ShelfPart, ApiError> {
    ShelfPart::from_json(body.text()?).map_err(ApiError::Document)
}

async fn search(State(app): State<App>, body: JsonBody) -> Result<Json<FoundParts>, ApiError> {
    let search = body.read::<PartSearch>().await?;
    let asked = search.ranges.len() + search.words.len();
    if asked > MOST_ASKED {
        let came = format!("{asked} ranges and words");
        return Err(ApiError::Parameter { name: "ranges", came, needed: "at most 60 ranges and words together" });
    }
    let search = search.stored();
    app.store(move |connection| {
        let found = parts::search(connection, &search)?;
        Ok(Json(FoundParts { total: found.total, parts: found.parts.into_iter().filter_map(PartLine::of).collect() }))
    })
    .await
}

async fn fields_of(Path(kind): Path<String>) -> Result<Json<Vec<Field>>, ApiError> {
    PartKind::from_word(&kind).map(|kind| Json(fields(kind))).ok_or(ApiError::Parameter {
        name: "kind",
        came: kind,
        needed: "one of motor, controller, battery, gearing_stage, wheel",
    })
}

async fn create(State(app): State<App>, body: JsonBody) -> Result<Response, ApiError> {
    let part = body.by(|body| part_of(body).map(|part| new_part(&part))).await?;
    let (id, now) = (uuid::Uuid::now_v7().to_string(), crate::time::now());
    let (id, now) = app
        .store(move |connection| {
            parts::create(connection, &[part], || id.clone(), &now)?;
            Ok((id, now))
        })
        .await?;
    Ok(saved(StatusCode::CREATED, id, 1, now))
}

async fn read(State(app): State<App>, Path(id): Path<String>) -> Result<Response, ApiError> {
    let stored = app.store(move |connection| parts::by_id(connection, &id)).await?;
    Ok(tagged(stored.document, &stored.id, stored.revision))
}

async fn save(
    State(app): State<App>,
    Path(id): Path<String>,
    headers: HeaderMap,
    body: JsonBody,
) -> Result<Response, ApiError> {
    let expected = if_match(&headers, &id)?;
    let part = body.by(|body| part_of(body).map(|part| new_part(&part))).await?;
    let now = crate::time::now();
    let (revision, id, now) = app
        .store(move |connection| {
            let revision = parts::save(connection, &id, expected, &part, &now)?;
            Ok((revision, id, now))
        })
        .await?;
    Ok(saved(StatusCode::OK, id, revision, now))
}

async fn retire(State(app): State<App>, Path(id): Path<String>, headers: HeaderMap) -> Result<Response, ApiError> {
    let expected = if_match(&headers, &id)?;
    let now = crate::time::now();
    app.store(move |connection| parts::retire(connection, &id, expected, Some(&now))).await?;
    Ok(StatusCode::NO_CONTENT.into_response())
}

async fn restore(State(app): State<App>, Path(id): Path<String>, headers: HeaderMap) -> Result<Response, ApiError> {
    let expected = if_match(&headers, &id)?;
    let (id, now) = app
        .store(move |connection| {
            parts::retire(connection, &id, expected, None)?;
            Ok((id, crate::time::now()))
        })
        .await?;
    Ok(saved(StatusCode::OK, id, expected, now))
}

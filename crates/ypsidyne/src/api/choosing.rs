//! Choosing parts: candidates of the shelf in a build, remedies, sums, guesses that matter, both schools.

use axum::extract::State;
use serde::{Deserialize, Serialize};
use serde_json::Value;
use ypsidyne_core::document::{Build, GearingStage};
use ypsidyne_core::evaluation::checks::CheckCode;
use ypsidyne_core::evaluation::evaluate_option;
use ypsidyne_core::evaluation::workings::{Sum, sums};
use ypsidyne_core::shelf::place::Slot;
use ypsidyne_core::shelf::{PartKind, ShelfPart};
use ypsidyne_core::variants::candidates::{Effect, FoldedAway, MOST_CANDIDATES, Placed, best_first, placed};
use ypsidyne_core::variants::remedies::{PartNeed, Remedy, remedies, ways_to};
use ypsidyne_core::variants::sensitivity::{GuessEffect, Tolerances, guesses_that_matter};
use ypsidyne_core::variants::trade_offs::{Question, questions};
use ypsidyne_store::parts::{self, Range, Search};

use super::answer::Json;
use super::extract::{OptionOf, WithBuild, option_at};
use super::options::Refuse;
use super::parts::{PartLine, PartSearch};
use super::problem::ApiError;
use super::{App, Operation, Route};

pub(super) fn routes() -> Vec<Route> {
    vec![
        Route::at("/api/candidates").post(
            candidates,
            Operation::new::<Candidates>("candidates", "Parts of the shelf with their effect on a build.")
                .said()
                .body_with_build::<CandidatesRequest>(),
        ),
        Route::at("/api/remedies").post(
            fixes,
            Operation::new::<Vec<Offer>>("remedies", "What would fix a check.")
                .said()
                .body_with_build::<RemediesRequest>(),
        ),
        Route::at("/api/sums").post(
            all_sums,
            Operation::new::<Vec<Sum>>("sums", "Every headline figure of an option with its working.")
                .said()
                .body::<Build>()
                .query("option", "integer"),
        ),
        Route::at("/api/guesses").post(
            guesses,
            Operation::new::<Vec<GuessEffect>>(
                "guesses",
                "Figures nobody measured, the one that moves the weakest link most first.",
            )
            .said()
            .body_with_build::<GuessesRequest>(),
        ),
        Route::at("/api/schools").post(
            schools,
            Operation::new::<Vec<Question>>("schools", "Where practice is split, with this build's numbers.")
                .said()
                .body::<Build>()
                .query("option", "integer"),
        ),
    ]
}

/// A build, and which parts to try in it.
#[derive(Debug, Deserialize, schemars::JsonSchema)]
#[serde(deny_unknown_fields)]
struct CandidatesRequest {
    /// Place of the option.
    option: usize,
    /// Place of the drive in the option.
    drive: usize,
    /// Place of the stage in the gearing.
    #[serde(default)]
    stage: usize,
    /// Which parts; the kind is needed.
    search: PartSearch,
}

/// Candidates, best first.
#[derive(Debug, Serialize, schemars::JsonSchema)]
struct Candidates {
    /// What the option does as it is.
    now: Effect,
    /// How many parts of the shelf match.
    total: u32,
    /// How many of them were tried.
    tried: u32,
    /// The best of them: those that make sense first, and of those the ones that do the job best.
    candidates: Vec<Candidate>,
    /// Parts of other kinds that the words of the search find, where they find none of this kind.
    elsewhere: Vec<Elsewhere>,
}

/// How many parts of another kind a search finds.
#[derive(Debug, Serialize, schemars::JsonSchema)]
struct Elsewhere {
    /// The kind.
    kind: PartKind,
    /// How many.
    total: u32,
}

/// A part of the shelf with its effect on the build.
#[derive(Debug, Serialize, schemars::JsonSchema)]
struct Candidate {
    /// Id of the part.
    id: String,
    /// What it is called.
    label: String,
    /// Already in the drawer.
    owned: bool,
    /// Price of one.
    price: Option<f64>,
    /// What the option does with it.
    effect: Effect,
    /// Where it goes in the document.
    pointer: String,
    /// What to put there.
    value: Value,
    /// What comes along with it, in a few words each.
    brings: Vec<String>,
    /// Why it is folded away; null for a part that makes sense.
    folded: Option<FoldedAway>,
}

/// Candidates that are sent back.
const BEST: usize = 200;

async fn candidates(
    State(app): State<App>,
    WithBuild(build, asked): WithBuild<CandidatesRequest>,
) -> Result<Json<Candidates>, ApiError> {
    let option = option_at(&build, asked.option)?;
    let kind = asked.search.kind.ok_or(ApiError::Parameter {
        name: "search.kind",
        came: "nothing".to_owned(),
        needed: "one of motor, controller, battery, gearing_stage, wheel",
    })?;
    if asked.drive >= option.drives.len() {
        return Err(ApiError::Parameter {
            name: "drive",
            came: asked.drive.to_string(),
            needed: "the place of a drive of the option, from 0",
        });
    }
    let search = Search { limit: u32::try_from(MOST_CANDIDATES).unwrap_or(u32::MAX), ..asked.search.clone().stored() };
    let stages =
        Search { kind: Some(PartKind::GearingStage.word().to_owned()), limit: MOST_STAGES, ..Search::default() };
    let words = asked.search.clone();
    let (found, stages, elsewhere) = app
        .store(move |connection| {
            let found = parts::search(connection, &search)?;
            let elsewhere = if found.total == 0 { others_found(connection, kind, &words)? } else { Vec::new() };
            Ok((found, parts::search(connection, &stages)?, elsewhere))
        })
        .await?;
    app.compute(move || {
        let lines: Vec<PartLine> = found.parts.into_iter().filter_map(PartLine::of).collect();
        let stages: Vec<GearingStage> =
            stages.parts.into_iter().filter_map(PartLine::of).filter_map(stage_of).collect();
        let slot = Slot { drive: asked.drive, stage: asked.stage };
        let parts: Vec<(&str, &ShelfPart)> = lines.iter().map(|line| (line.id.as_str(), &line.part)).collect();
        let placed = placed(&build, asked.option, slot, &stages, parts);
        let option = option_at(&build, asked.option)?;
        let tried = u32::try_from(lines.len()).unwrap_or(u32::MAX);
        let mut tried_parts: Vec<(PartLine, Placed)> =
            lines.into_iter().zip(placed).filter_map(|(line, placed)| Some((line, placed?))).collect();
        best_first(&mut tried_parts);
        tried_parts.truncate(BEST);
        let candidates = tried_parts
            .into_iter()
            .filter_map(|(line, placed)| {
                let (pointer, value) = change(&build, kind, asked.option, slot, &placed)?;
                let document = line.part.document();
                Some(Candidate {
                    label: line.part.label().to_owned(),
                    owned: document["owned"].as_bool().unwrap_or(false),
                    price: document["price"].as_f64(),
                    id: line.id,
                    effect: placed.effect,
                    pointer,
                    value,
                    brings: placed.brings,
                    folded: placed.folded,
                })
            })
            .collect();
        Ok(Json(Candidates {
            now: Effect::of(&evaluate_option(&build.job, option, asked.option), option, asked.drive),
            total: found.total,
            tried,
            candidates,
            elsewhere,
        }))
    })
    .await?
}

/// Most stages that a motor is geared with.
const MOST_STAGES: u32 = 500;

fn stage_of(line: PartLine) -> Option<GearingStage> {
    match line.part {
        ShelfPart::GearingStage(stage) => Some(GearingStage { part_id: Some(line.id), ..*stage }),
        _ => None,
    }
}

/// How many parts of each other kind the words of a search find.
fn others_found(
    connection: &ypsidyne_store::Connection,
    kind: PartKind,
    search: &PartSearch,
) -> Result<Vec<Elsewhere>, ypsidyne_store::StoreError> {
    if search.clone().stored().text.is_empty() {
        return Ok(Vec::new());
    }
    let mut found = Vec::new();
    for other in PartKind::ALL.iter().copied().filter(|other| *other != kind) {
        let search = Search { kind: Some(other.word().to_owned()), limit: 1, ..search.clone().stored() };
        let total = parts::search(connection, &search)?.total;
        if total > 0 {
            found.push(Elsewhere { kind: other, total });
        }
    }
    Ok(found)
}

/// Where a part goes in the document with what comes along, and what stands there then.
fn change(build: &Build, kind: PartKind, place: usize, slot: Slot, placed: &Placed) -> Option<(String, Value)> {
    let option = serde_json::to_value(&placed.option).ok()?;
    if let Some(job) = &placed.job {
        // Job and option change together: the whole document does.
        let mut whole = serde_json::to_value(build).ok()?;
        *whole.get_mut("options")?.get_mut(place)? = option;
        whole["job"] = serde_json::to_value(job).ok()?;
        return Some((String::new(), whole));
    }
    let pointer = match kind {
        PartKind::Motor | PartKind::Controller if !placed.brings.is_empty() => {
            format!("/options/{place}/drives/{}", slot.drive)
        }
        _ => pointer_of(kind, place, slot),
    };
    let rest = pointer.strip_prefix(&format!("/options/{place}"))?;
    Some((pointer.clone(), option.pointer(rest)?.clone()))
}

/// Where a part of a kind goes in the document.
fn pointer_of(kind: PartKind, option: usize, slot: Slot) -> String {
    let Slot { drive, stage } = slot;
    match kind {
        PartKind::Battery => format!("/options/{option}/battery"),
        PartKind::Motor => format!("/options/{option}/drives/{drive}/motor"),
        PartKind::Controller => format!("/options/{option}/drives/{drive}/controller"),
        PartKind::GearingStage => format!("/options/{option}/drives/{drive}/gearing/{stage}"),
        PartKind::Wheel => format!("/options/{option}/drives/{drive}/output"),
    }
}

/// A build, and the check in question.
#[derive(Debug, Deserialize, schemars::JsonSchema)]
#[serde(deny_unknown_fields)]
struct RemediesRequest {
    /// Place of the option.
    option: usize,
    /// Code of the check.
    code: String,
    /// The drive it is about; null for the battery and the whole.
    drive: Option<String>,
    /// Place of the stage it is about, from 0; left out unless it is about one.
    #[serde(default)]
    stage: Option<usize>,
    /// The share of its limit that it is to be brought down to, above 0 to 1; left out where it is to be mended.
    #[serde(default)]
    share: Option<f64>,
}

/// A remedy, and whether the shelf has such a part.
#[derive(Debug, Serialize, schemars::JsonSchema)]
struct Offer {
    /// The change.
    #[serde(flatten)]
    remedy: Remedy,
    /// Parts of the shelf that are this change; null where no part changes.
    shelf: Option<ShelfMatch>,
}

/// Parts of the shelf that have what is wanted.
#[derive(Debug, Serialize, schemars::JsonSchema)]
struct ShelfMatch {
    /// How many.
    count: u32,
    /// The cheapest, or the first by name where none has a price.
    cheapest: Option<String>,
    /// Its price.
    price: Option<f64>,
    /// Whether one of them is in the drawer.
    owned: bool,
}

async fn fixes(
    State(app): State<App>,
    WithBuild(build, asked): WithBuild<RemediesRequest>,
) -> Result<Json<Vec<Offer>>, ApiError> {
    option_at(&build, asked.option)?;
    // A check nobody knows has no remedies, like one that holds.
    let Some(code) = CheckCode::named(&asked.code) else { return Ok(Json(Vec::new())) };
    if let Some(share) = asked.share.filter(|share| !(*share > 0.0 && *share <= 1.0)) {
        return Err(ApiError::Parameter {
            name: "share",
            came: share.to_string(),
            needed: "a number above 0, up to 1",
        });
    }
    let found = app
        .compute(move || {
            let (option, drive, stage) = (asked.option, asked.drive.as_deref(), asked.stage);
            match asked.share {
                Some(share) => ways_to(&build, option, code, drive, stage, share),
                None => remedies(&build, option, code, drive, stage),
            }
        })
        .await?;
    app.store(move |connection| {
        found
            .into_iter()
            .map(|remedy| {
                let shelf = remedy.part.as_ref().map(|need| match_on_shelf(connection, need)).transpose()?;
                Ok(Offer { remedy, shelf })
            })
            .collect()
    })
    .await
    .map(Json)
}

fn match_on_shelf(
    connection: &ypsidyne_store::Connection,
    need: &PartNeed,
) -> Result<ShelfMatch, ypsidyne_store::StoreError> {
    let ranged = need.figures.iter().filter(|wanted| wanted.word.is_none());
    let ranges =
        ranged.map(|wanted| Range { key: wanted.key.to_owned(), at_least: wanted.at_least, at_most: wanted.at_most });
    let worded = need.figures.iter().filter_map(|wanted| Some((wanted.key.to_owned(), wanted.word?.to_owned())));
    let search = Search {
        kind: Some(need.part.word().to_owned()),
        ranges: ranges.collect(),
        words: worded.collect(),
        sort: Some("price".to_owned()),
        limit: 1,
        ..Search::default()
    };
    let found = parts::search(connection, &search)?;
    let owned = parts::search(connection, &Search { owned: Some(true), ..search })?.total > 0;
    let first = found.parts.into_iter().next().and_then(PartLine::of).map(|line| line.part);
    Ok(ShelfMatch {
        count: found.total,
        price: first.as_ref().and_then(|part| part.document()["price"].as_f64()),
        cheapest: first.map(|part| part.label().to_owned()),
        owned,
    })
}

async fn all_sums(State(app): State<App>, OptionOf { build, place }: OptionOf) -> Result<Json<Vec<Sum>>, ApiError> {
    app.compute(move || Ok(Json(sums(&build.job, option_at(&build, place)?, place)))).await?
}

/// A build, and how far its figures usually are off.
#[derive(Debug, Deserialize, schemars::JsonSchema)]
#[serde(deny_unknown_fields)]
struct GuessesRequest {
    /// Place of the option.
    option: usize,
    /// Tolerances; the usual ones when left out.
    #[serde(default)]
    tolerances: Tolerances,
}

async fn guesses(
    State(app): State<App>,
    WithBuild(build, asked): WithBuild<GuessesRequest>,
) -> Result<Json<Vec<GuessEffect>>, ApiError> {
    option_at(&build, asked.option)?;
    asked.tolerances.refuse()?;
    app.compute(move || Ok(Json(guesses_that_matter(&build, asked.option, &asked.tolerances)))).await?
}

async fn schools(State(app): State<App>, OptionOf { build, place }: OptionOf) -> Result<Json<Vec<Question>>, ApiError> {
    app.compute(move || Ok(Json(questions(&build, place)))).await?
}

//! What is asked of a search, and the document that is made of it: parts of the shelf put into the vary lists.

use serde::{Deserialize, Serialize};
use serde_json::{Value, json};
use ypsidyne_core::document::{OptionSheet, SEARCH_FORMAT, Search};
use ypsidyne_core::shelf::PartKind;
use ypsidyne_core::shelf::place::{Slot, place_part};
use ypsidyne_store::{Connection, StoreError, parts};

use super::App;

use super::extract::{WithBuild, option_at};
use super::parts::{PartLine, PartSearch};
use super::problem::ApiError;

/// How many of the best are given back.
const LIMIT: u32 = 200;

/// Which parts of one kind are tried: by filter or picked; neither keeps the one in use.
#[derive(Debug, Default, Deserialize, schemars::JsonSchema)]
#[serde(default, deny_unknown_fields)]
struct Pick {
    /// Parts of the shelf by filter; the kind is set.
    filter: Option<PartSearch>,
    /// Parts of the shelf by id.
    ids: Vec<String>,
    /// The one in use too.
    own: bool,
}

/// Teeth to try at one stage.
#[derive(Debug, Deserialize, Serialize, schemars::JsonSchema)]
#[serde(deny_unknown_fields)]
struct SearchTeeth {
    /// Place in the gearing, from 0.
    stage: u32,
    /// Teeth of the driver.
    driver_teeth: Vec<u32>,
    /// Teeth of the driven wheel.
    driven_teeth: Vec<u32>,
}

/// A build, and what to try in one of its options.
#[derive(Debug, Deserialize, schemars::JsonSchema)]
#[serde(deny_unknown_fields)]
pub(super) struct SearchRequest {
    /// Id of the stored build.
    build_id: String,
    /// Place of the option it starts from.
    option: usize,
    /// Place of the drive in the option.
    drive: usize,
    /// Motors to try.
    #[serde(default)]
    motors: Pick,
    /// Batteries to try.
    #[serde(default)]
    batteries: Pick,
    /// Controllers to try.
    #[serde(default)]
    controllers: Pick,
    /// Numbers of motors to try; the present one when empty.
    #[serde(default)]
    motor_count: Vec<u32>,
    /// Teeth to try; the present ones when left out.
    #[serde(default)]
    gearing: Option<SearchTeeth>,
    /// Wheel diameters to try, m; the present one when empty.
    #[serde(default)]
    wheel_diameter_m: Vec<f64>,
    /// What the best one is best in.
    rank_by: String,
}

/// Parts of a pick, as they would stand in the option.
fn picked(
    connection: &Connection,
    pick: Pick,
    kind: PartKind,
    option: &OptionSheet,
    slot: Slot,
) -> Result<Vec<Value>, StoreError> {
    const MOST: u32 = ypsidyne_core::document::search::MOST_PARTS as u32;
    let mut stored = Vec::new();
    if let Some(filter) = pick.filter {
        let search = PartSearch { kind: Some(kind), retired: false, ..filter }.stored();
        stored = parts::search(connection, &parts::Search { limit: MOST, offset: 0, ..search })?.parts;
    }
    for id in &pick.ids {
        if !stored.iter().any(|part| part.id == *id) {
            stored.push(parts::by_id(connection, id)?);
        }
    }
    let wanted = !stored.is_empty();
    let lines = stored.into_iter().filter_map(PartLine::of).filter(|line| line.part.kind() == kind);
    let standing = |option: &OptionSheet| match kind {
        PartKind::Battery => serde_json::to_value(&option.battery).ok(),
        PartKind::Motor => serde_json::to_value(&option.drives[slot.drive].motor).ok(),
        _ => option.drives[slot.drive].controller.as_ref().and_then(|part| serde_json::to_value(part).ok()),
    };
    let own = if pick.own && wanted { standing(option) } else { None };
    let others = lines.filter_map(|line| {
        let mut changed = option.clone();
        place_part(&mut changed, slot, &line.part, Some(&line.id)).then(|| standing(&changed)).flatten()
    });
    // One's own counts among the most that are tried.
    Ok(own.into_iter().chain(others).take(MOST as usize).collect())
}

/// The search document of what was asked, and its text.
pub(super) async fn document(
    app: &App,
    WithBuild(build, asked): WithBuild<SearchRequest>,
) -> Result<(String, Search, String, String), ApiError> {
    let option = option_at(&build, asked.option)?.clone();
    let Some(drive) = option.drives.get(asked.drive) else {
        return Err(ApiError::Parameter {
            name: "drive",
            came: asked.drive.to_string(),
            needed: "the place of a drive of the option, from 0",
        });
    };
    let name = drive.drive.clone();
    let slot = Slot { drive: asked.drive, stage: 0 };
    let base = option.clone();
    let [motors, batteries, controllers] = app
        .store(move |connection| {
            Ok([
                picked(connection, asked.motors, PartKind::Motor, &option, slot)?,
                picked(connection, asked.batteries, PartKind::Battery, &option, slot)?,
                picked(connection, asked.controllers, PartKind::Controller, &option, slot)?,
            ])
        })
        .await?;
    app.compute(move || {
        let title = format!(
            "{} in “{}”: {}",
            name,
            base.name,
            said(&[
                (motors.len(), "motor"),
                (batteries.len(), "battery"),
                (controllers.len(), "controller"),
                (asked.gearing.as_ref().map_or(0, |teeth| teeth.driver_teeth.len() * teeth.driven_teeth.len()), "pair"),
                (asked.wheel_diameter_m.len(), "wheel"),
            ])
        );
        let mut vary = json!({ "motors": motors, "batteries": batteries, "controllers": controllers,
        "motor_count": asked.motor_count, "wheel_diameter_m": asked.wheel_diameter_m });
        if let Some(teeth) = &asked.gearing {
            vary["gearing"] = json!(teeth);
        }
        let document = json!({ "format": SEARCH_FORMAT, "job": build.job, "drive": name, "base": base, "vary": vary,
        "rank_by": asked.rank_by, "limit": LIMIT });
        let search = Search::from_value(&document).map_err(ApiError::Document)?;
        Ok((document.to_string(), search, title, asked.build_id))
    })
    .await?
}

fn said(counts: &[(usize, &str)]) -> String {
    let plural = |count: usize, word: &str| match (count, word) {
        (1, _) => word.to_owned(),
        (_, "battery") => "batteries".to_owned(),
        _ => format!("{word}s"),
    };
    let words: Vec<String> = counts
        .iter()
        .filter(|(count, _)| *count > 0)
        .map(|(count, word)| format!("{count} {}", plural(*count, word)))
        .collect();
    if words.is_empty() { "as it is".to_owned() } else { words.join(" × ") }
}

#[cfg(test)]
mod tests {
    use super::*;

    #[test]
    fn a_title_says_what_is_tried() {
        assert_eq!(said(&[(2, "motor"), (1, "battery"), (0, "controller")]), "2 motors × 1 battery");
        assert_eq!(said(&[(0, "motor"), (3, "battery")]), "3 batteries");
        assert_eq!(said(&[]), "as it is");
    }
}

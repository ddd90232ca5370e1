//! Three machines of the shelf for the job of a build.

use axum::extract::State;
use serde::Deserialize;
use ypsidyne_core::document::{Battery, Controller, GearingStage, Motor};
use ypsidyne_core::shelf::{PartKind, ShelfPart};
use ypsidyne_core::variants::proposals::{Proposals, Stock, propose};
use ypsidyne_store::parts::{self, Search};

use super::answer::Json;
use super::extract::{WithBuild, option_at};
use super::parts::PartLine;
use super::problem::ApiError;
use super::{App, Operation, Route};

pub(super) fn routes() -> Vec<Route> {
    vec![
        Route::at("/api/propose").post(
            proposals,
            Operation::new::<Proposals>("propose", "Three machines of the shelf for the job, or what comes nearest.")
                .said()
                .body_with_build::<ProposeRequest>(),
        ),
    ]
}

/// A build, and what of it stays.
#[derive(Debug, Deserialize, schemars::JsonSchema)]
#[serde(deny_unknown_fields)]
struct ProposeRequest {
    /// Place of the option whose wheels and lead lengths stay.
    option: usize,
    /// Whether what is in the drawer costs nothing, so that it comes first.
    #[serde(default)]
    from_drawer: bool,
}

/// Most parts of a kind that are looked at.
const MOST_OF_A_KIND: u32 = 2000;

/// The shelf, kind by kind, each part linked.
#[derive(Default)]
struct Shelf {
    motors: Vec<Motor>,
    batteries: Vec<Battery>,
    controllers: Vec<Controller>,
    stages: Vec<GearingStage>,
}

impl Shelf {
    fn take(&mut self, line: PartLine) {
        let part_id = Some(line.id);
        match line.part {
            ShelfPart::Motor(part) => self.motors.push(Motor { part_id, ..*part }),
            ShelfPart::Battery(part) => self.batteries.push(Battery { part_id, ..*part }),
            ShelfPart::Controller(part) => self.controllers.push(Controller { part_id, ..*part }),
            ShelfPart::GearingStage(part) => self.stages.push(GearingStage { part_id, ..*part }),
            ShelfPart::Wheel(_) => {}
        }
    }
}

async fn proposals(
    State(app): State<App>,
    WithBuild(build, asked): WithBuild<ProposeRequest>,
) -> Result<Json<Proposals>, ApiError> {
    option_at(&build, asked.option)?;
    let lines = app
        .store(|connection| {
            let mut found = Vec::new();
            for kind in [PartKind::Motor, PartKind::Battery, PartKind::Controller, PartKind::GearingStage] {
                let search = Search { kind: Some(kind.word().to_owned()), limit: MOST_OF_A_KIND, ..Search::default() };
                found.extend(parts::search(connection, &search)?.parts);
            }
            Ok(found)
        })
        .await?;
    app.compute(move || {
        let mut shelf = Shelf::default();
        lines.into_iter().filter_map(PartLine::of).for_each(|line| shelf.take(line));
        let stock = Stock {
            motors: &shelf.motors,
            batteries: &shelf.batteries,
            controllers: &shelf.controllers,
            stages: &shelf.stages,
        };
        let found = propose(&build, asked.option, &stock, asked.from_drawer);
        found.map(Json).ok_or(ApiError::Internal)
    })
    .await?
}

//! Driver teeth by driven teeth: what each pair does, with the whole model.

use rayon::prelude::*;
use serde::Serialize;

use crate::document::{Build, GearingKind, GearingStage};
use crate::evaluation::checks::Verdict;
use crate::evaluation::evaluate_figures;
use crate::variants::candidates::Effect;

/// Most cells of a grid.
pub const MOST_CELLS: usize = 10_000;

/// What every pair of teeth does; each column runs driver by driver, and within one driven by driven.
#[derive(Debug, Clone, PartialEq, Serialize, schemars::JsonSchema)]
pub struct ToothGrid {
    /// Teeth of the driver, by row.
    pub driver_teeth: Vec<u32>,
    /// Teeth of the driven wheel, by column.
    pub driven_teeth: Vec<u32>,
    /// Ratio of all stages together.
    pub ratio: Vec<f64>,
    /// Verdict of the whole option.
    pub verdict: Vec<Verdict>,
    /// Whether target and climb can be held at half charge.
    pub feasible: Vec<bool>,
    /// Flat out at half charge: speed of travel, m/s; null where nothing travels.
    pub speed_m_s: Vec<Option<f64>>,
    /// Flat out at half charge: speed of the output, rpm.
    pub output_rpm: Vec<Option<f64>>,
    /// How far the torque on the hill is used; null without a hill.
    pub climb_utilisation: Vec<Option<f64>>,
    /// Winding, °C; null when unknown or running away.
    pub winding_c: Vec<Option<f64>>,
    /// How long it stands full throttle from cold, s; null where it holds continuously or nothing is known of its heat.
    pub flat_out_s: Vec<Option<f64>>,
    /// How far the weakest link is used; null when it fails without a number.
    pub worst_utilisation: Vec<Option<f64>>,
    /// The weakest link, as a maker calls it.
    pub weakest: Vec<Option<&'static str>>,
    /// Minutes on one charge.
    pub runtime_min: Vec<Option<f64>>,
}

/// Puts a pair of teeth into a stage. The shafts go where the pair wants them: a belt, a chain and the distance of a spur
/// pair that were given for other teeth are let go.
pub(crate) fn put_teeth(stage: &mut GearingStage, driver: u32, driven: u32) {
    if stage.teeth() == Some((driver, driven)) {
        return;
    }
    stage.ratio = None;
    (stage.driver_teeth, stage.driven_teeth) = (Some(driver), Some(driven));
    (stage.belt_teeth, stage.chain_links) = (None, None);
    if stage.kind == GearingKind::Spur {
        stage.centre_distance_mm = None;
    }
}

/// Evaluates every pair of teeth at a stage; `None` where the option has no such drive or stage.
///
/// The shafts go where the pair wants them: a given centre distance or belt length does not hold another pair back.
#[must_use]
pub fn tooth_grid(
    build: &Build,
    option: usize,
    drive: usize,
    stage: usize,
    driver: &[u32],
    driven: &[u32],
) -> Option<ToothGrid> {
    let sheet = build.options.get(option)?;
    sheet.drives.get(drive)?.gearing.get(stage)?;
    let pairs: Vec<(u32, u32)> = driver.iter().flat_map(|&few| driven.iter().map(move |&many| (few, many))).collect();
    let cells: Vec<(f64, bool, Effect)> = pairs
        .par_iter()
        .map_init(
            || sheet.clone(),
            |changed, &(few, many)| {
                put_teeth(&mut changed.drives[drive].gearing[stage], few, many);
                let result = evaluate_figures(&build.job, changed);
                let effect = Effect::of(&result, changed, drive);
                // The next pair starts from the stage as it is.
                changed.drives[drive].gearing[stage].clone_from(&sheet.drives[drive].gearing[stage]);
                let seen = &result.drives[drive];
                (seen.ratio, seen.first_not_held().is_none(), effect)
            },
        )
        .collect();
    Some(ToothGrid {
        driver_teeth: driver.to_vec(),
        driven_teeth: driven.to_vec(),
        ratio: cells.iter().map(|(ratio, _, _)| *ratio).collect(),
        verdict: cells.iter().map(|(_, _, effect)| effect.verdict).collect(),
        feasible: cells.iter().map(|(_, feasible, _)| *feasible).collect(),
        speed_m_s: cells.iter().map(|(_, _, effect)| effect.speed_m_s).collect(),
        output_rpm: cells.iter().map(|(_, _, effect)| effect.output_rpm).collect(),
        climb_utilisation: cells.iter().map(|(_, _, effect)| effect.climb_utilisation).collect(),
        winding_c: cells.iter().map(|(_, _, effect)| effect.winding_c).collect(),
        flat_out_s: cells.iter().map(|(_, _, effect)| effect.flat_out_s).collect(),
        worst_utilisation: cells.iter().map(|(_, _, effect)| effect.worst_utilisation).collect(),
        weakest: cells.iter().map(|(_, _, effect)| effect.weakest).collect(),
        runtime_min: cells.iter().map(|(_, _, effect)| effect.runtime_min).collect(),
    })
}

//! What each part of the shelf would do in this build: the whole option evaluated with every one of them.

use rayon::prelude::*;
use serde::Serialize;

use crate::document::Build;
use crate::evaluation::checks::{CheckCode, Verdict};
use crate::evaluation::{OptionEvaluation, evaluate_option};
use crate::model::cases::Case;
use crate::shelf::ShelfPart;
use crate::shelf::place::{Slot, place_part};

/// Most candidates of one request.
pub const MOST_CANDIDATES: usize = 1000;

/// What an option does, in the few figures that candidates are compared by.
#[derive(Debug, Clone, PartialEq, Serialize, schemars::JsonSchema)]
pub struct Effect {
    /// Verdict of the option.
    pub verdict: Verdict,
    /// Checks that fail.
    pub failing: u32,
    /// How far the weakest link is used; null when it fails without a number.
    pub worst_utilisation: Option<f64>,
    /// Title of the weakest link.
    pub weakest: Option<&'static str>,
    /// How far the torque on the hill is used; null without a hill, or when it cannot.
    pub climb_utilisation: Option<f64>,
    /// Flat out at half charge: speed of travel or rope, m/s; null where nothing travels.
    pub speed_m_s: Option<f64>,
    /// Flat out at half charge: speed of the output, rpm.
    pub output_rpm: Option<f64>,
    /// Winding, °C; null when unknown or running away.
    pub winding_c: Option<f64>,
    /// How long it stands full throttle from cold, s; null where it holds for good, or nothing is known of its heat.
    pub flat_out_s: Option<f64>,
    /// Minutes on one charge.
    pub runtime_min: Option<f64>,
    /// Price of all drive parts; null while one has none.
    pub price: Option<f64>,
    /// Mass of all drive parts, kg.
    pub hardware_mass_kg: f64,
}

impl Effect {
    /// The effect as seen from one drive of an evaluated option.
    #[must_use]
    pub fn of(result: &OptionEvaluation, drive: usize) -> Self {
        let weakest = result.weakest();
        let seen = result.drives.get(drive);
        let flat_out = seen.and_then(|seen| seen.at_half(Case::FullThrottle));
        let climb = result.checks.iter().find(|check| {
            check.code == CheckCode::PerformanceClimb && check.drive.as_ref() == seen.map(|seen| &seen.drive)
        });
        let failing = result.checks.iter().filter(|check| check.verdict == Verdict::Fail).count();
        Self {
            verdict: result.verdict,
            failing: u32::try_from(failing).unwrap_or(u32::MAX),
            worst_utilisation: weakest.and_then(|check| check.utilisation),
            weakest: weakest.map(|check| check.title),
            climb_utilisation: climb.and_then(|check| check.utilisation),
            speed_m_s: flat_out.filter(|case| case.feasible).and_then(|case| case.speed_m_s),
            output_rpm: flat_out.filter(|case| case.feasible).and_then(|case| case.output_rpm),
            winding_c: seen.and_then(|seen| seen.thermal.as_ref()).and_then(|thermal| thermal.winding_c),
            flat_out_s: seen.and_then(|seen| seen.flat_out).and_then(|flat_out| flat_out.seconds),
            runtime_min: result.supply.runtime_min,
            price: result.price,
            hardware_mass_kg: result.hardware_mass_kg,
        }
    }
}

/// The effect of each part, in the order given; `None` where the option has no place for it.
#[must_use]
pub fn effects<'a>(
    build: &Build,
    option: usize,
    slot: Slot,
    parts: impl IntoParallelIterator<Item = &'a ShelfPart, Iter: IndexedParallelIterator<Item = &'a ShelfPart>>,
) -> Vec<Option<Effect>> {
    let Some(sheet) = build.options.get(option) else { return Vec::new() };
    parts
        .into_par_iter()
        .map(|part| {
            let mut changed = sheet.clone();
            place_part(&mut changed, slot, part, None)
                .then(|| Effect::of(&evaluate_option(&build.job, &changed, option), slot.drive))
        })
        .collect()
}

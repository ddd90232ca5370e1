//! What each part of the shelf would do in this build: the whole option evaluated with every one of them ([`effect`]), which
//! are no answer to the job ([`sensible`]), and which stand first ([`order`]).

mod effect;
mod order;
mod sensible;

use rayon::prelude::*;

use crate::document::{Build, GearingStage, Job, Load, OptionSheet};
use crate::evaluation::evaluate_figures;
use crate::format::significant;
use crate::shelf::ShelfPart;
use crate::shelf::place::{Slot, place_part};
use crate::variants::fitted::Fitted;
use crate::variants::fitted::battery::{fit_battery, packs_in_words};
use crate::variants::fitted::controller::fit_controller;
use crate::variants::fitted::motor::fit_motor;
pub use effect::Effect;
pub use order::best_first;
pub use sensible::FoldedAway;
use sensible::{fold, no_such_wheel};

/// Most candidates of one request.
pub const MOST_CANDIDATES: usize = 1000;

/// A part put in, with what came along and what that does.
#[derive(Debug, Clone, PartialEq)]
pub struct Placed {
    /// The option with it.
    pub option: OptionSheet,
    /// The job, where the part is a wheel that rolls or grips otherwise; `None` where it stays.
    pub job: Option<Job>,
    /// What the option does.
    pub effect: Effect,
    /// What came along, in a few words each.
    pub brings: Vec<String>,
    /// Why it is folded away; `None` for a part that makes sense.
    pub folded: Option<FoldedAway>,
    /// So many times off the size that such a machine is built with: a motor lighter, a controller stronger; 1 for any that
    /// is not.
    pub times_off_size: f64,
}

/// Each part put in, in the order given: as it is, or, where that does not do the job, with what it needs for it (a
/// reduction, packs in series and side by side, a channel for each motor). `None` where the option has no place for it.
///
/// `stages`: the gearing stages that can be had. `id`: how each part is linked.
#[must_use]
pub fn placed<'a>(
    build: &Build,
    option: usize,
    slot: Slot,
    stages: &[GearingStage],
    parts: impl IntoParallelIterator<Item = (&'a str, &'a ShelfPart), Iter: IndexedParallelIterator>,
) -> Vec<Option<Placed>> {
    let Some(sheet) = build.options.get(option) else { return Vec::new() };
    let mut found: Vec<Option<Placed>> = parts
        .into_par_iter()
        .map(|(id, part)| {
            let mut changed = sheet.clone();
            let plain = place_part(&mut changed, slot, part, Some(id)).then(|| {
                let rolls = wheel_in_job(build, sheet, slot, part);
                let (job, mut brings) = rolls.map_or((None, Vec::new()), |(job, brings)| (Some(job), brings));
                if matches!(part, ShelfPart::Battery(_)) {
                    brings = packs_in_words(&changed.battery);
                }
                let result = evaluate_figures(job.as_ref().unwrap_or(&build.job), &changed);
                let effect = Effect::of(&result, &changed, slot.drive);
                let folded = no_such_wheel(build, sheet, slot, part);
                Placed { option: changed, job, effect, brings, folded, times_off_size: 1.0 }
            })?;
            // Packs are as many as they were: fewer may do too.
            let several = matches!(part, ShelfPart::Battery(_)) && plain.option.battery.packs() > 1;
            if plain.effect.failing == 0 && !several {
                return Some(plain);
            }
            let fitted = fitted(build, sheet, slot, stages, id, part).filter(|fitted| fitted.option != plain.option);
            let Some(fitted) = fitted else { return Some(plain) };
            let effect = Effect::of(&evaluate_figures(&build.job, &fitted.option), &fitted.option, slot.drive);
            let fewer = effect.failing == 0 && fitted.option.battery.packs() < plain.option.battery.packs();
            let better = fewer || rank(&effect) < rank(&plain.effect);
            let Fitted { option, brings } = fitted;
            let with = Placed { option, job: None, effect, brings, folded: None, times_off_size: 1.0 };
            Some(if better { with } else { plain })
        })
        .collect();
    fold(build, sheet, slot, &mut found);
    found
}

/// The job with the rolling resistance and the grip that a wheel brings, and that in words; `None` where it brings neither.
fn wheel_in_job(build: &Build, sheet: &OptionSheet, slot: Slot, part: &ShelfPart) -> Option<(Job, Vec<String>)> {
    let ShelfPart::Wheel(wheel) = part else { return None };
    let name = &sheet.drives.get(slot.drive)?.drive;
    let mut job = build.job.clone();
    let served = job.drives.iter_mut().find(|served| served.name == *name)?;
    let Load::Vehicle(vehicle) = &mut served.load else { return None };
    let mut brings = Vec::new();
    if let Some(rolling) = wheel.rolling_resistance.filter(|rolling| *rolling != vehicle.rolling_resistance) {
        vehicle.rolling_resistance = rolling;
        brings.push(format!("rolls with {}", significant(rolling)));
    }
    if let Some(friction) = wheel.friction.filter(|friction| Some(*friction) != vehicle.friction) {
        vehicle.friction = Some(friction);
        brings.push(format!("grips with {}", significant(friction)));
    }
    (!brings.is_empty()).then_some((job, brings))
}

fn fitted(
    build: &Build,
    sheet: &OptionSheet,
    slot: Slot,
    stages: &[GearingStage],
    id: &str,
    part: &ShelfPart,
) -> Option<Fitted> {
    match part {
        ShelfPart::Motor(motor) => fit_motor(&build.job, sheet, slot.drive, motor, Some(id), stages),
        ShelfPart::Battery(pack) => Some(fit_battery(&build.job, sheet, pack, Some(id))),
        ShelfPart::Controller(controller) => fit_controller(sheet, slot.drive, controller, Some(id)),
        ShelfPart::GearingStage(_) | ShelfPart::Wheel(_) => None,
    }
}

fn rank(effect: &Effect) -> (u32, f64) {
    (effect.failing, effect.worst_utilisation.unwrap_or(f64::MAX))
}

//! Machines for a source: each of the shelf with a speed-up of its own, judged on the source with what hangs on it.

use rayon::prelude::*;

use super::Stock;
use super::whole::Judged;
use crate::document::{GearingKind, Job, Motor, OptionSheet};
use crate::evaluation::evaluate_option;
use crate::variants::fitted::motor::fit_motor;

/// Whoever gives less than this share of the most is no answer, however cheap.
const ENOUGH: f64 = 0.5;

/// Every machine that can be turned, with the speed-up at which it gives most; the pack, what stands between and the leads
/// stay.
pub(super) fn on_source(job: &Job, base: &OptionSheet, stock: &Stock<'_>) -> Vec<Judged> {
    let mut bare = base.clone();
    bare.parts_list.clear();
    bare.power_up.clear();
    bare.drives[0].gearing.clear();
    stock
        .motors
        .par_iter()
        .filter(|motor| !is_worm(motor))
        .filter_map(|motor| {
            let fitted = fit_motor(job, &bare, 0, motor, motor.part_id.as_deref(), stock.stages)?;
            let result = evaluate_option(job, &fitted.option, 0);
            Some(Judged { option: fitted.option, result })
        })
        .collect()
}

/// A worm is not turned from behind.
fn is_worm(motor: &Motor) -> bool {
    motor.gearbox.as_ref().is_some_and(|gearbox| gearbox.kind == GearingKind::Worm)
}

/// Leaves the machines that give about as much as the best of them.
pub(super) fn keep_what_gives_enough(holding: &mut Vec<&Judged>) {
    let gives = |judged: &Judged| judged.result.generated_w().unwrap_or(0.0);
    let most = holding.iter().map(|judged| gives(judged)).fold(0.0, f64::max);
    holding.retain(|judged| gives(judged) >= ENOUGH * most);
}

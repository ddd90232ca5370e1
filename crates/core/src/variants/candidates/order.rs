//! Which candidates stand first: what holds, then what suits.

use super::Placed;

/// Puts candidates in order: best first, those folded away last.
pub fn best_first<T>(tried: &mut [(T, Placed)]) {
    let sensible = || tried.iter().map(|(_, placed)| placed).filter(|placed| placed.folded.is_none());
    let holding = sensible().filter(|placed| placed.effect.failing == 0);
    let best = Best {
        lightest_kg: holding.map(|placed| placed.effect.hardware_mass_kg).reduce(f64::min),
        most_w: sensible().filter_map(|placed| placed.effect.generated_w).reduce(f64::max),
    };
    tried.sort_by(|(_, a), (_, b)| {
        a.folded.is_some().cmp(&b.folded.is_some()).then(best.suits(a).total_cmp(&best.suits(b)))
    });
}

/// What the best candidates reach.
struct Best {
    lightest_kg: Option<f64>,
    most_w: Option<f64>,
}

impl Best {
    /// How well a part does the job, the less the better: what fails first; of those that hold, what is left to spare down
    /// to half, what it weighs over the lightest that holds, what it gives under the most where it is turned, how far it is
    /// off the size that such machines are built with, and how many stages and packs it takes.
    fn suits(&self, placed: &Placed) -> f64 {
        const A_FAILURE: f64 = 100.0;
        const ENOUGH_TO_SPARE: f64 = 0.5;
        const FOR_EACH_TIMES_E_OF_MASS: f64 = 0.35;
        const FOR_EACH_TIMES_E_OF_POWER: f64 = 2.0;
        const FOR_EACH_TIMES_E_OFF_SIZE: f64 = 0.5;
        const FOR_EACH_STAGE: f64 = 0.15;
        const FOR_EACH_PACK_MORE: f64 = 0.1;
        /// Of the most that any gives: what gives less gives nothing, W/W.
        const NOTHING: f64 = 1e-3;
        let effect = &placed.effect;
        let used = effect.worst_utilisation.unwrap_or(2.0).clamp(ENOUGH_TO_SPARE, 10.0);
        let heavier = self.lightest_kg.map_or(0.0, |lightest| (effect.hardware_mass_kg / lightest).max(1.0).ln());
        let weaker = self
            .most_w
            .zip(effect.generated_w)
            .filter(|(most, _)| *most > 0.0)
            .map_or(0.0, |(most, gives)| -(gives / most).clamp(NOTHING, 1.0).ln());
        let stages: usize = placed.option.drives.iter().map(|drive| drive.gearing.len()).sum();
        let stages = f64::from(u32::try_from(stages).unwrap_or(u32::MAX));
        let battery = &placed.option.battery;
        let packs_more = f64::from(battery.packs() - 1);
        A_FAILURE * f64::from(effect.failing)
            + used
            + FOR_EACH_TIMES_E_OF_MASS * heavier
            + FOR_EACH_TIMES_E_OF_POWER * weaker
            + FOR_EACH_TIMES_E_OFF_SIZE * placed.times_off_size.ln()
            + FOR_EACH_STAGE * stages
            + FOR_EACH_PACK_MORE * packs_more
    }
}

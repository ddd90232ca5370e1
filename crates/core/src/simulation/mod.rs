//! The ride, the cut, the spin-up and the heat, before the machine exists: `ypsidyne.simulation/1` to
//! `ypsidyne.simulated/1`.
//!
//! * [`dynamics`]: the machine at one moment; [`brake`]: braking by the motors;
//! * [`course_track`], [`task`]: what is wanted of a drive. [`step_solver`]: one step. [`engine`]: the run, its corners and its end.
//! * [`limits`]: what keeps a drive from more, in words.
//! * [`generator_run`]: a generator over time. [`recorder`]: what is kept of it. [`sentences`]: what is said of it. [`outcome`]: the answer.
//! * [`endurance`]: how hard, how long. [`launcher`]: what other wheels, motors and packs would change.
//! * [`courses`]: courses to start from.

mod brake;
pub mod course_table;
mod course_track;
pub mod courses;
mod dynamics;
pub mod endurance;
mod engine;
mod generator_run;
pub mod launcher;
pub mod limits;
pub mod outcome;
mod recorder;
mod runner;
mod sentences;
pub mod series;
mod step_solver;
mod task;

pub use outcome::Simulated;

use crate::document::Simulation;

/// Steps after which a run is given up: about a minute of computing. A day of hills takes a hundredth of it.
const MOST_STEPS: u64 = 5_000_000;

/// How far a run is.
#[derive(Debug, Clone, Copy, PartialEq)]
pub struct Progress {
    /// Since its start, s.
    pub t_s: f64,
    /// Charge, 0 to 1.
    pub state_of_charge: f64,
    /// Share that is done, as far as it is known; 0 to 1.
    pub share: f64,
}

/// Runs a simulation to its end. `on_the_way` is told how far it is and says whether to go on.
///
/// Deterministic: the same document gives the same answer. A run that is stopped gives what there is, with
/// `ended_by` `stopped`.
///
/// ```
/// use ypsidyne_core::{document::Simulation, library::demo, simulation};
/// let build: serde_json::Value = serde_json::from_str(demo::BUILDS[0].json).expect("the demo builds are JSON");
/// let asked = serde_json::json!({ "format": "ypsidyne.simulation/1", "build": build, "mode": { "kind": "launch" } });
/// let asked = Simulation::from_value(&asked).expect("it reads");
/// let ran = simulation::simulate(&asked, &mut |_| true);
/// assert_eq!(ran.ended_by, simulation::outcome::EndedBy::Steady);
/// ```
///
/// # Source
/// Dormand and Prince (1980), fifth order with step control; corners (a limit that takes over, falling behind, catching up,
/// an end) are found inside the step and become its end.
#[must_use]
pub fn simulate(simulation: &Simulation, on_the_way: &mut dyn FnMut(Progress) -> bool) -> Simulated {
    within(simulation, MOST_STEPS, on_the_way)
}

fn within(simulation: &Simulation, most_steps: u64, on_the_way: &mut dyn FnMut(Progress) -> bool) -> Simulated {
    if generator_run::leads(simulation)
        && let Some(ran) = generator_run::simulate(simulation, most_steps, on_the_way)
    {
        return ran;
    }
    engine::Engine::new(simulation).run(most_steps, on_the_way)
}

#[cfg(test)]
mod tests {
    use super::*;
    use crate::library::demo;

    #[test]
    fn a_run_of_too_many_steps_is_given_up_with_what_there_is() {
        for (place, mode) in [(0, "launch"), (4, "hold")] {
            let build: serde_json::Value = serde_json::from_str(demo::BUILDS[place].json).unwrap();
            let asked = serde_json::json!({
                "format": "ypsidyne.simulation/1", "build": build, "mode": { "kind": mode }, "state_of_charge": 0.3
            });
            let simulation = Simulation::from_value(&asked).unwrap();
            let ran = within(&simulation, 10, &mut |_| true);
            assert_eq!(ran.ended_by, outcome::EndedBy::TooLong, "{}", demo::BUILDS[place].slug);
            assert!(!ran.lead.series.t_s.is_empty() && ran.words[0].starts_with("Given up"), "{:?}", ran.words);
        }
    }
}

//! `ypsidyne.evaluation/1`: what a build does, what gives way first, and by how much.

pub(crate) mod assumptions;
mod case;
mod chain;
pub mod checks;
pub mod discharge;
mod drive;
pub mod envelope;
pub mod fits;
pub mod gearing;
pub mod generator_curves;
pub(crate) mod price;
pub mod risks;
pub mod step_sentences;
pub mod wiring;
pub mod workings;

pub use case::CaseEvaluation;
pub use drive::{DriveEvaluation, Required};

use serde::Serialize;

use crate::document::{Build, Job, OptionSheet};
use crate::evaluation::assumptions::{Guess, guesses};
use crate::evaluation::checks::{Check, CheckCode, CheckContext, Verdict, judge};
use crate::evaluation::fits::{BatteryFit, ControllerFit};
use crate::evaluation::price::price;
use crate::model::supply::{Asked, Chain, FULL, Supply};

/// The `format` of an evaluation.
pub const EVALUATION_FORMAT: &str = "ypsidyne.evaluation/1";

/// Everything computed about a build, option by option.
#[derive(Debug, Clone, PartialEq, Serialize, schemars::JsonSchema)]
pub struct Evaluation {
    /// Always `ypsidyne.evaluation/1`.
    pub format: &'static str,
    /// In the order of the document.
    pub options: Vec<OptionEvaluation>,
}

/// Everything computed about one option.
#[derive(Debug, Clone, PartialEq, Serialize, schemars::JsonSchema)]
pub struct OptionEvaluation {
    /// Name of the option.
    pub name: String,
    /// Mass of all drive parts, kg.
    pub hardware_mass_kg: f64,
    /// Mass of everything that moves, kg; null where nothing travels.
    pub moving_mass_kg: Option<f64>,
    /// Price of packs, motors, controllers and stages; null while one of battery, motor, controller has none.
    pub price: Option<f64>,
    /// The same without what is already in the drawer.
    pub to_buy: Option<f64>,
    /// In the order of the document.
    pub drives: Vec<DriveEvaluation>,
    /// All drives together on the battery.
    pub supply: Supply,
    /// How the packs stand in their room; null where the job gives none.
    pub battery_fit: Option<BatteryFit>,
    /// How the controllers stand in theirs; null where the job gives none.
    pub controller_fit: Option<ControllerFit>,
    /// Failures without a number first, then by utilisation, unknowns last.
    pub checks: Vec<Check>,
    /// The worst verdict among the checks that are known.
    pub verdict: Verdict,
    /// What gives way first.
    pub weakest_link: Option<WeakestLink>,
    /// Figures that were assumed because none was given.
    pub guesses: Vec<Guess>,
}

/// What gives way first.
#[derive(Debug, Clone, PartialEq, Eq, Serialize, schemars::JsonSchema)]
pub struct WeakestLink {
    /// Code of the check.
    pub code: CheckCode,
    /// The drive it is about; null for the battery and the whole.
    pub drive: Option<String>,
    /// Place of the stage in the gearing, from 0; absent unless it is about one.
    #[serde(skip_serializing_if = "Option::is_none")]
    pub stage: Option<usize>,
}

impl WeakestLink {
    /// Whether it names this check.
    #[must_use]
    pub fn is(&self, check: &Check) -> bool {
        self.code == check.code && self.drive == check.drive && self.stage == check.stage
    }
}

impl OptionEvaluation {
    /// Shortest time any motor stands full throttle from cold, s; `None` where all hold continuously or nothing is known.
    #[must_use]
    pub fn flat_out_s(&self) -> Option<f64> {
        self.drives.iter().filter_map(|drive| drive.flat_out?.seconds).reduce(f64::min)
    }

    /// The check of the weakest link.
    #[must_use]
    pub fn weakest(&self) -> Option<&Check> {
        let link = self.weakest_link.as_ref()?;
        self.checks.iter().find(|check| link.is(check))
    }

    /// What its machines that are turned give together, W; `None` where none is.
    #[must_use]
    pub fn generated_w(&self) -> Option<f64> {
        self.drives.iter().filter_map(|seen| Some(seen.generating.as_ref()?.output_power_w)).reduce(|a, b| a + b)
    }
}

/// Evaluates every option of a build.
///
/// Never fails: what cannot be done is a result. Every number is finite.
///
/// ```
/// use ypsidyne_core::{document::Build, evaluation::evaluate, library::demo};
/// let build = Build::from_json(demo::BUILDS[0].json).expect("the demo builds read");
/// let evaluation = evaluate(&build);
/// assert_eq!(evaluation.options.len(), build.options.len());
/// ```
#[must_use]
pub fn evaluate(build: &Build) -> Evaluation {
    let mut options: Vec<OptionEvaluation> =
        build.options.iter().enumerate().map(|(index, option)| evaluate_option(&build.job, option, index)).collect();
    for (index, option) in options.iter_mut().enumerate() {
        tell_former_motor(build, index, option);
    }
    Evaluation { format: EVALUATION_FORMAT, options }
}

/// A failsafe that was set for another motor: what that motor did with the same throttle, beside what this one does. The
/// former motor is that of the chosen option, else of the first.
fn tell_former_motor(build: &Build, index: usize, option: &mut OptionEvaluation) {
    let former = build
        .chosen
        .as_ref()
        .map_or(0, |chosen| build.options.iter().position(|option| &option.name == chosen).unwrap_or_default());
    if former == index {
        return;
    }
    let (sheet, other) = (&build.options[index], &build.options[former]);
    for check in option.checks.iter_mut().filter(|check| check.code == CheckCode::SafetyFailsafe) {
        let serves =
            |sheet: &OptionSheet| sheet.drives.iter().position(|drive| Some(&drive.drive) == check.drive.as_ref());
        let (Some(here), Some(there)) = (serves(sheet), serves(other)) else { continue };
        let held = sheet.drives[here].controller.as_ref().and_then(|controller| controller.failsafe_throttle);
        if other.drives[there].motor == sheet.drives[here].motor {
            continue;
        }
        let chain = Chain::resolved(&build.job, other);
        let Some((held, drive)) = held.zip(chain.drives.iter().find(|drive| drive.index == there)) else { continue };
        let did = drive.motion_at_throttle(&chain.sources[FULL], held);
        check.because.push_str(&match did {
            Some(speed) => format!(" With the motor of \u{201c}{}\u{201d} the same throttle gave {speed}.", other.name),
            None => format!(
                " With the motor of \u{201c}{}\u{201d} the same throttle did not move it: a failsafe set for a weak motor flies \
                 away with a strong one.",
                other.name
            ),
        });
    }
}

/// Evaluates one option; `index` is its place in the build, used in the pointers of guesses.
#[must_use]
pub fn evaluate_option(job: &Job, option: &OptionSheet, index: usize) -> OptionEvaluation {
    evaluated(&Chain::new(job, option), index)
}

/// The same figures and verdicts as [`evaluate_option`] without a word: every sentence, short saying and piece of advice is
/// empty, no guess and no stock length is listed. For whoever tries many options and reads none.
#[must_use]
pub fn evaluate_figures(job: &Job, option: &OptionSheet) -> OptionEvaluation {
    evaluated(&Chain { asked: Asked::Figures, ..Chain::new(job, option) }, 0)
}

/// The same checks, weakest link, supply, mass and price as [`evaluate_figures`]; of the drives only what these rest on: the
/// cases at half charge, heat, and a time to speed where the job allows one. For whoever asks it of thousands: a search, the odds.
#[must_use]
pub fn evaluate_verdicts(job: &Job, option: &OptionSheet) -> OptionEvaluation {
    evaluated(&Chain { asked: Asked::Verdicts, ..Chain::new(job, option) }, 0)
}

fn evaluated(chain: &Chain<'_>, index: usize) -> OptionEvaluation {
    let (job, option) = (chain.job, chain.option);
    let supply = chain.supply();
    let drives: Vec<DriveEvaluation> = chain.drives.iter().map(|drive| chain.drive(drive, &supply)).collect();
    let context = CheckContext::new(chain, &supply);
    let checks = judge(&context, &drives);
    let CheckContext { battery_fit, controller_fit, .. } = context;
    let weakest = checks
        .iter()
        .find(|check| check.verdict == Verdict::Fail)
        .or_else(|| checks.iter().find(|check| check.can_be_weakest()));
    OptionEvaluation {
        name: option.name.clone(),
        hardware_mass_kg: chain.hardware_kg,
        moving_mass_kg: chain
            .drives
            .iter()
            .find_map(|drive| drive.load.vehicle.as_ref().map(|vehicle| vehicle.mass_kg)),
        price: price(job, option, false),
        to_buy: price(job, option, true),
        verdict: weakest.map_or(Verdict::Unknown, |check| check.verdict),
        weakest_link: weakest.map(|check| WeakestLink {
            code: check.code,
            drive: check.drive.clone(),
            stage: check.stage,
        }),
        guesses: if chain.worded() { guesses(chain, index) } else { Vec::new() },
        battery_fit,
        controller_fit,
        drives,
        supply,
        checks,
    }
}

//! From the plan to the thing on the bench: the loom, how it hangs together, charging, settings, the first power-up.
//!
//! * [`loom`]: what is joined to what; [`loom_drawing`]: as SVG. [`topology`]: what hangs on what. [`charging`], [`settings`], [`power_up`]: what is done with it.

pub mod bill_of_materials;
pub mod build_sheet;
pub mod charging;
pub mod loom;
pub mod loom_drawing;
pub mod power_up;
pub mod settings;
pub mod topology;

use serde::Serialize;

use crate::document::Build;
use crate::evaluation::checks::CheckContext;
use crate::evaluation::wiring::{JudgedRun, wire_runs};
use crate::model::supply::Chain;

/// Everything a workshop needs of an option.
#[derive(Debug, Clone, PartialEq, Serialize, schemars::JsonSchema)]
pub struct Workshop {
    /// The option.
    pub option: String,
    /// Its runs, judged.
    pub runs: Vec<JudgedRun>,
    /// Its loom.
    pub loom: loom::Loom,
    /// The loom as SVG.
    pub loom_svg: String,
    /// How it hangs together.
    pub findings: Vec<topology::LoomFinding>,
    /// Charging and keeping its packs.
    pub charging: charging::Charging,
    /// What is keyed into its controllers.
    pub settings: Vec<settings::Setting>,
    /// The first power-up.
    pub power_up: Vec<power_up::PowerStep>,
}

/// Everything a workshop needs of an option; `None` where the build has no such option. The runs behind the staged heat run
/// ask `goes_on` on their way; what is not wanted any more has fewer steps.
#[must_use]
pub fn workshop(build: &Build, place: usize, goes_on: &dyn Fn() -> bool) -> Option<Workshop> {
    let option = build.options.get(place)?;
    let chain = Chain::new(&build.job, option);
    let supply = chain.supply();
    let drawn = loom::loom(option);
    Some(Workshop {
        option: option.name.clone(),
        runs: wire_runs::suggested(&CheckContext::new(&chain, &supply)),
        loom_svg: loom_drawing::svg(&drawn),
        loom: drawn,
        findings: topology::findings(build, option),
        charging: charging::charging(option, supply.all_hardest.current_a),
        settings: settings::settings(&chain),
        power_up: power_up::power_up(build, place, &chain, goes_on),
    })
}

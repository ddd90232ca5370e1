//! Machines that were measured as generators, over the same steps of what drives them: what each gave there, how well.

use std::collections::BTreeMap;

use serde::Serialize;
use serde_json::Value;

use super::Measured;
use crate::formulas::numeric::between;

/// Steps are shown at most this many times.
const MOST_STEPS: usize = 8;
/// A step counts as reached this share beyond the last reading.
const REACHED: f64 = 0.03;

/// What a step is a step of.
#[derive(Debug, Clone, Copy, PartialEq, Eq, Serialize, schemars::JsonSchema)]
#[serde(rename_all = "snake_case")]
pub enum StepOf {
    /// Power that drives the machine, W.
    DrivePower,
    /// Speed of its shaft, rpm.
    Speed,
}

/// Machines over the same steps.
#[derive(Debug, Clone, PartialEq, Serialize, schemars::JsonSchema)]
pub struct EqualSteps {
    /// What the steps are.
    pub of: StepOf,
    /// The machines, by name, in the order of each step's figures.
    pub machines: Vec<String>,
    /// The steps, the smallest first.
    pub steps: Vec<EqualStep>,
}

/// One step.
#[derive(Debug, Clone, PartialEq, Serialize, schemars::JsonSchema)]
pub struct EqualStep {
    /// Drive power, W, or speed, rpm.
    pub at: f64,
    /// What each machine gave; null where it was not driven so.
    pub given: Vec<Option<Given>>,
    /// Place of the machine that gave most; null where none did by more than 5 %.
    pub most: Option<usize>,
}

/// What a machine gave at a step.
#[derive(Debug, Clone, Copy, PartialEq, Serialize, schemars::JsonSchema)]
pub struct Given {
    /// Power at the load, W.
    pub output_power_w: f64,
    /// Output over what drives it; null where the drive's power was not read.
    pub efficiency: Option<f64>,
}

/// The readings of one machine: step, output, and efficiency, the best load of each step.
struct Driven<'a> {
    label: &'a str,
    outputs: Vec<[f64; 2]>,
    efficiencies: Vec<[f64; 2]>,
}

impl<'a> Driven<'a> {
    fn of(label: &'a str, tests: &[&Measured], of: StepOf) -> Option<Self> {
        let key = match of {
            StepOf::DrivePower => "drive_power_w",
            StepOf::Speed => "rpm",
        };
        let rows = tests.iter().filter_map(|test| test.results.get("points")?.as_array()).flatten();
        let mut read: Vec<(f64, f64, Option<f64>)> = rows
            .filter_map(|row| {
                let number = |key: &str| row.get(key).and_then(Value::as_f64);
                Some((number(key).filter(|at| *at > 0.0)?, number("output_power_w")?, number("efficiency")))
            })
            .collect();
        // Of several loads at one step the best one counts.
        read.sort_by(|a, b| a.0.total_cmp(&b.0).then(b.1.total_cmp(&a.1)));
        let mut kept: Vec<(f64, f64, Option<f64>)> = Vec::new();
        for one in read {
            match kept.last_mut().filter(|last| one.0 <= last.0 * (1.0 + REACHED)) {
                Some(last) if one.1 > last.1 => *last = one,
                Some(_) => {}
                None => kept.push(one),
            }
        }
        (!kept.is_empty()).then(|| Self {
            label,
            outputs: kept.iter().map(|(at, watts, _)| [*at, *watts]).collect(),
            efficiencies: kept.iter().filter_map(|(at, _, share)| Some([*at, (*share)?])).collect(),
        })
    }

    fn reaches(&self, at: f64) -> bool {
        let ends = self.outputs.first().zip(self.outputs.last());
        ends.is_some_and(|(low, high)| at >= low[0] * (1.0 - REACHED) && at <= high[0] * (1.0 + REACHED))
    }

    fn given(&self, at: f64) -> Option<Given> {
        self.reaches(at).then(|| Given {
            output_power_w: between(&self.outputs, at),
            efficiency: (self.efficiencies.len() == self.outputs.len()).then(|| between(&self.efficiencies, at)),
        })
    }
}

/// The generator tests of at least two machines over the same steps: by the power that drives them where both were read so,
/// else by speed. Between readings a straight line, beyond them nothing. `None` where no two machines share a step.
#[must_use]
pub fn equal_steps(sheets: &[(String, Measured)]) -> Option<EqualSteps> {
    let mut tests: BTreeMap<&str, Vec<&Measured>> = BTreeMap::new();
    for (label, measured) in sheets.iter().filter(|(_, measured)| measured.kind == "generator_test") {
        tests.entry(label).or_default().push(measured);
    }
    [StepOf::DrivePower, StepOf::Speed].into_iter().find_map(|of| {
        let driven: Vec<Driven<'_>> = tests.iter().filter_map(|(label, tests)| Driven::of(label, tests, of)).collect();
        let mut shared: Vec<f64> = driven.iter().flat_map(|one| one.outputs.iter().map(|[at, _]| *at)).collect();
        shared.retain(|at| driven.iter().filter(|one| one.reaches(*at)).count() >= 2);
        shared.sort_by(f64::total_cmp);
        shared.dedup_by(|next, last| *next <= *last * (1.0 + REACHED));
        if shared.is_empty() {
            return None;
        }
        let chosen = spread(&shared);
        Some(EqualSteps {
            of,
            machines: driven.iter().map(|one| one.label.to_owned()).collect(),
            steps: chosen
                .into_iter()
                .map(|at| {
                    let given: Vec<Option<Given>> = driven.iter().map(|one| one.given(at)).collect();
                    EqualStep { at, most: most(&given), given }
                })
                .collect(),
        })
    })
}

/// At most [`MOST_STEPS`] of them, first and last among them.
fn spread(all: &[f64]) -> Vec<f64> {
    let count = all.len().min(MOST_STEPS);
    (0..count).map(|place| all[if count < 2 { 0 } else { place * (all.len() - 1) / (count - 1) }]).collect()
}

/// The machine that gave most by a difference that matters.
fn most(given: &[Option<Given>]) -> Option<usize> {
    const MATTERS: f64 = 1.05;
    let mut ranked: Vec<(usize, f64)> =
        given.iter().enumerate().filter_map(|(place, one)| Some((place, one.as_ref()?.output_power_w))).collect();
    ranked.sort_by(|a, b| b.1.total_cmp(&a.1));
    match ranked.as_slice() {
        [first, second, ..] if first.1 > MATTERS * second.1 => Some(first.0),
        _ => None,
    }
}

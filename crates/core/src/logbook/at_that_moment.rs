//! Whether a part was beyond its limits when it broke: the verdict and the runs of that day answer.

use serde::Serialize;

use super::prediction::Course;
use crate::document::Build;
use crate::document::log::{Component, Ride};
use crate::evaluation::checks::{Step, Verdict};
use crate::evaluation::evaluate_option;
use crate::format::significant;
use crate::simulation::outcome::EventKind;

/// What was the matter at that moment.
#[derive(Debug, Clone, PartialEq, Serialize, schemars::JsonSchema)]
pub struct AtThatMoment {
    /// Checks of the part that failed in the machine as it was, in one sentence each.
    pub failing: Vec<String>,
    /// What passed a limit in the rides of that day, measured or computed, in one sentence each.
    pub passed: Vec<String>,
    /// Rides of that day that were looked at.
    pub rides: u32,
    /// Whether a limit was passed; null where nothing tells, for no part of the chain is named.
    pub beyond: Option<bool>,
    /// In one sentence.
    pub says: String,
}

const fn component_of(step: Step) -> Component {
    match step {
        Step::Job => Component::Other,
        Step::Motor => Component::Motor,
        Step::Gearing => Component::Gearing,
        Step::Battery => Component::Battery,
        Step::Controller => Component::Controller,
        Step::Wiring => Component::Wiring,
    }
}

const fn component_of_event(kind: EventKind) -> Option<Component> {
    match kind {
        EventKind::WindingLimit | EventKind::Demagnetised | EventKind::SensorCuts => Some(Component::Motor),
        EventKind::ControllerHot => Some(Component::Controller),
        EventKind::BatteryHot | EventKind::BoardOpens | EventKind::BelowStopVoltage => Some(Component::Battery),
        EventKind::FuseOver => Some(Component::Wiring),
        EventKind::FallsBehind | EventKind::Stuck | EventKind::BatteryFull | EventKind::BrakeMissing => None,
    }
}

/// Looks a part up in the machine as it was and in the rides of that day. `rides`: place of the drive, and the ride.
#[must_use]
pub fn at_that_moment(
    build: &Build,
    option: usize,
    component: Option<Component>,
    rides: &[(usize, Ride)],
) -> AtThatMoment {
    let looked = u32::try_from(rides.len()).unwrap_or(u32::MAX);
    let Some(component) = component.filter(|component| *component != Component::Other) else {
        let says = "Say which part of the chain it belongs to, and its limits are looked up.".to_owned();
        return AtThatMoment { failing: Vec::new(), passed: Vec::new(), rides: looked, beyond: None, says };
    };
    let result = build.options.get(option).map(|sheet| evaluate_option(&build.job, sheet, option));
    let failing: Vec<String> = result
        .iter()
        .flat_map(|result| &result.checks)
        .filter(|check| check.verdict == Verdict::Fail && component_of(check.code.step()) == component)
        .map(|check| check.because.clone())
        .collect();
    let mut passed: Vec<String> = Vec::new();
    for (drive, ride) in rides {
        let Ok(course) = Course::of(build, option, *drive, ride) else { continue };
        let predicted = course.run();
        for event in predicted.run.events.iter().filter(|event| component_of_event(event.kind) == Some(component)) {
            passed.push(format!("computed: {}", event.words));
        }
        let limits = &predicted.lead().limits;
        let read = [
            (Component::Motor, "winding", &ride.columns.winding_c, Some(limits.winding_c)),
            (Component::Controller, "controller", &ride.columns.controller_c, limits.controller_c),
            (Component::Battery, "battery", &ride.columns.battery_c, limits.battery_c),
        ];
        for (of, word, column, limit) in read {
            let most =
                column.iter().flat_map(|column| &column.0).copied().filter(|value| !value.is_nan()).reduce(f64::max);
            if let (true, Some(most), Some(limit)) = (of == component, most, limit)
                && most > limit
            {
                passed.push(format!(
                    "measured: the {word} came to {} °C, it stands {} °C",
                    significant(most),
                    significant(limit)
                ));
            }
        }
    }
    passed.dedup();
    let beyond = !failing.is_empty() || !passed.is_empty();
    let word = component.label().to_lowercase();
    let says = match (failing.first(), passed.first()) {
        (_, Some(first)) => format!("Beyond its limits that day: {first}."),
        (Some(first), None) => format!("The machine as it was asks more of the {word} than it stands: {first}"),
        (None, None) if rides.is_empty() => {
            format!(
                "Within its limits by the verdict of that day; no ride of that day is in the log. No limit of the {word} fails."
            )
        }
        (None, None) => {
            format!("Within its limits: no check of the {word} failed, and no ride of that day passed a limit.")
        }
    };
    AtThatMoment { failing, passed, rides: looked, beyond: Some(beyond), says }
}

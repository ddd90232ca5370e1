//! Where a ride and what was computed of it agree, and where they leave each other.

use serde::Serialize;

use super::prediction::{Course, Predicted};
use crate::document::log::RideColumns;
use crate::format::significant;

/// One channel, measured and computed.
#[derive(Debug, Clone, PartialEq, Serialize, schemars::JsonSchema)]
pub struct ComparedChannel {
    /// Key of the channel.
    pub name: &'static str,
    /// What a maker calls it.
    pub title: &'static str,
    /// Unit.
    pub unit: &'static str,
    /// Mean of measured less computed.
    pub bias: f64,
    /// Root mean square of measured less computed.
    pub rms: f64,
    /// Share of what the measured signal varies that the computed one explains, 0 to 1; null where it does not vary.
    pub explained: Option<f64>,
    /// From when on it leaves what was computed, s; null where it does not.
    pub leaves_s: Option<f64>,
    /// In one sentence.
    pub says: String,
    /// Both over time, for drawing.
    pub lines: ChannelLines,
}

/// Both over time.
#[derive(Debug, Clone, PartialEq, Default, Serialize, schemars::JsonSchema)]
pub struct ChannelLines {
    /// Since the start, s.
    pub t_s: Vec<f64>,
    /// Measured; null where nothing was read.
    pub measured: Vec<Option<f64>>,
    /// Computed; null where nothing was computed.
    pub computed: Vec<Option<f64>>,
}

/// What a channel is called, and from which difference on it is another story.
struct Kind {
    key: &'static str,
    title: &'static str,
    unit: &'static str,
    /// Smallest difference that matters.
    least: f64,
    /// And as a share of what is usual for the signal.
    share: f64,
}

const KINDS: [Kind; 8] = [
    Kind { key: "speed_m_s", title: "speed", unit: "m/s", least: 0.3, share: 0.05 },
    Kind { key: "supply_current_a", title: "battery current", unit: "A", least: 0.3, share: 0.10 },
    Kind { key: "motor_current_a", title: "motor current", unit: "A", least: 0.3, share: 0.10 },
    Kind { key: "supply_voltage_v", title: "battery voltage", unit: "V", least: 0.1, share: 0.015 },
    Kind { key: "winding_c", title: "winding", unit: "°C", least: 4.0, share: 0.05 },
    Kind { key: "case_c", title: "motor case", unit: "°C", least: 4.0, share: 0.05 },
    Kind { key: "controller_c", title: "controller", unit: "°C", least: 4.0, share: 0.05 },
    Kind { key: "battery_c", title: "battery", unit: "°C", least: 3.0, share: 0.05 },
];

/// Most points of a drawn line.
const DRAWN: usize = 1500;
/// Differences are looked at over this many of the ride's parts.
const PARTS: usize = 24;

/// Every channel that was measured and computed.
#[must_use]
pub fn compare_channels(course: &Course, columns: &RideColumns, predicted: &Predicted) -> Vec<ComparedChannel> {
    KINDS
        .iter()
        .filter_map(|kind| {
            let column = columns.channels().find(|(key, _)| *key == kind.key)?.1;
            let measured = course.windows.mean(column);
            let computed = predicted.channel(kind.key);
            channel(kind, &predicted.t_s, &measured, &computed)
        })
        .collect()
}

fn channel(kind: &Kind, t_s: &[f64], measured: &[f64], computed: &[f64]) -> Option<ComparedChannel> {
    let both: Vec<(f64, f64, f64)> = t_s
        .iter()
        .zip(measured)
        .zip(computed)
        .filter(|((_, measured), computed)| !measured.is_nan() && !computed.is_nan())
        .map(|((time, measured), computed)| (*time, *measured, *computed))
        .collect();
    if both.len() < 2 {
        return None;
    }
    #[allow(clippy::cast_precision_loss, reason = "windows are some thousands")]
    let count = both.len() as f64;
    let bias = both.iter().map(|(_, measured, computed)| measured - computed).sum::<f64>() / count;
    let square = both.iter().map(|(_, measured, computed)| (measured - computed).powi(2)).sum::<f64>();
    let mean = both.iter().map(|(_, measured, _)| measured).sum::<f64>() / count;
    let varies = both.iter().map(|(_, measured, _)| (measured - mean).powi(2)).sum::<f64>();
    let level = (both.iter().map(|(_, measured, _)| measured * measured).sum::<f64>() / count).sqrt();
    let matters = kind.least.max(kind.share * level);
    let rms = (square / count).sqrt();
    let left = leaves(&both, matters);
    let says = match left {
        None => format!("{} as computed, within {} {}.", sentence_start(kind.title), significant(rms), kind.unit),
        Some((from_s, by)) => {
            let more = if by > 0.0 { "more" } else { "less" };
            let more = match (kind.unit, by > 0.0) {
                ("°C", true) => "warmer",
                ("°C", false) => "cooler",
                _ => more,
            };
            let unit = if kind.unit == "°C" { "K" } else { kind.unit };
            let from = if from_s < 1.0 {
                "From the start".to_owned()
            } else {
                format!("From minute {}", significant((from_s / 60.0 * 10.0).round() / 10.0))
            };
            format!("{from} on the {} is {} {unit} {more} than computed.", kind.title, significant(by.abs()))
        }
    };
    Some(ComparedChannel {
        name: kind.key,
        title: kind.title,
        unit: kind.unit,
        bias,
        rms,
        explained: (varies > 1e-9 * count).then(|| (1.0 - square / varies).max(0.0)),
        leaves_s: left.map(|(from_s, _)| from_s),
        says,
        lines: drawn(t_s, measured, computed),
    })
}

fn sentence_start(title: &str) -> String {
    let mut letters = title.chars();
    letters.next().map_or_else(String::new, |first| first.to_uppercase().chain(letters).collect())
}

/// From when on the difference stays beyond what matters, to the end, and how large it is on the mean from then on.
fn leaves(both: &[(f64, f64, f64)], matters: f64) -> Option<(f64, f64)> {
    let wide = both.len().div_ceil(PARTS).max(1);
    let parts: Vec<(f64, f64)> = both
        .chunks(wide)
        .map(|part| {
            #[allow(clippy::cast_precision_loss, reason = "windows are some thousands")]
            let count = part.len() as f64;
            (part[0].0, part.iter().map(|(_, measured, computed)| measured - computed).sum::<f64>() / count)
        })
        .collect();
    let last_within = parts.iter().rposition(|(_, by)| by.abs() <= matters);
    let from = last_within.map_or(0, |place| place + 1);
    // A last part alone is no story.
    if parts.len().saturating_sub(from) < parts.len().div_ceil(8).max(2).min(parts.len()) {
        return None;
    }
    let beyond = &parts[from..];
    #[allow(clippy::cast_precision_loss, reason = "parts are some tens")]
    let mean = beyond.iter().map(|(_, by)| by).sum::<f64>() / beyond.len() as f64;
    Some((beyond[0].0, mean))
}

/// The lines for drawing; where there are more points than that, least and most of each stretch are kept.
fn drawn(t_s: &[f64], measured: &[f64], computed: &[f64]) -> ChannelLines {
    let known = |value: f64| (!value.is_nan()).then_some(value);
    let keep: Vec<usize> =
        if t_s.len() <= DRAWN { (0..t_s.len()).collect() } else { peaks(measured, t_s.len().div_ceil(DRAWN / 2)) };
    ChannelLines {
        t_s: keep.iter().map(|at| t_s[*at]).collect(),
        measured: keep.iter().map(|at| known(measured[*at])).collect(),
        computed: keep.iter().map(|at| known(computed[*at])).collect(),
    }
}

/// Places of the least and the most of each stretch, in order.
pub(super) fn peaks(values: &[f64], stretch: usize) -> Vec<usize> {
    let mut keep = Vec::with_capacity(2 * values.len().div_ceil(stretch.max(1)));
    for (place, part) in values.chunks(stretch.max(1)).enumerate() {
        let known = || part.iter().enumerate().filter(|(_, value)| !value.is_nan());
        let least = known().min_by(|a, b| a.1.total_cmp(b.1)).map_or(0, |(at, _)| at);
        let most = known().max_by(|a, b| a.1.total_cmp(b.1)).map_or(part.len() - 1, |(at, _)| at);
        let from = place * stretch.max(1);
        keep.push(from + least.min(most));
        if least != most {
            keep.push(from + least.max(most));
        }
    }
    keep
}

//! Several machines as generators on one source: what each would give, with a speed-up of its own.

use std::collections::BTreeMap;

use serde::Serialize;

use super::Measured;

/// What a machine would give.
#[derive(Debug, Clone, PartialEq, Serialize, schemars::JsonSchema)]
pub struct AsGenerator {
    /// What was measured.
    pub label: String,
    /// Turns of its shaft per turn of the source.
    pub speed_up: f64,
    /// Speed of its shaft, rpm.
    pub shaft_rpm: f64,
    /// Volts with nothing on it, less what its bridge takes, V.
    pub open_v: f64,
    /// What it has inside, Ω; null while no sheet tells.
    pub internal_ohm: Option<f64>,
    /// The most it gives, into a load of the same resistance, W; null while that is not known.
    pub most_power_w: Option<f64>,
    /// Speed-up at which it reaches the volts that are needed with nothing on it; null without such a wish.
    pub speed_up_for_needed: Option<f64>,
}

/// The machines of some sheets, by name: volts per turn from a generator test or a spin test, ohms from a generator test or a
/// winding sheet of the same name. Ranked by the most power, the unknown last.
///
/// * `source_rpm`: speed of the source.
/// * `speed_up`: turns of the shaft per turn of the source, by name; 1 where none is given.
/// * `needed_v`: volts that are needed.
///
/// # Source
/// Most power into a matched load: V²/(4·R).
#[must_use]
pub fn as_generators(
    sheets: &[(String, Measured)],
    source_rpm: f64,
    speed_up: &BTreeMap<String, f64>,
    needed_v: Option<f64>,
) -> Vec<AsGenerator> {
    let mut machines: BTreeMap<&str, (Option<f64>, Option<f64>, f64)> = BTreeMap::new();
    let number = |measured: &Measured, key: &str| measured.results.get(key).and_then(serde_json::Value::as_f64);
    for (label, measured) in sheets {
        let (volts_per_rpm, ohm, bridge_v) = machines.entry(label).or_default();
        match measured.kind {
            "generator_test" => {
                *volts_per_rpm = number(measured, "volts_per_rpm").or(*volts_per_rpm);
                *ohm = number(measured, "internal_resistance_ohm").or(*ohm);
                *bridge_v = number(measured, "bridge_drop_v").unwrap_or(*bridge_v);
            }
            "spin_test" | "no_load_sweep" => {
                let from_kv = number(measured, "kv_rpm_per_v").map(|kv| 1.0 / kv);
                *volts_per_rpm = volts_per_rpm.or(from_kv);
            }
            "winding_resistance" | "locked_rotor" => *ohm = ohm.or(number(measured, "resistance_at_20c_ohm")),
            _ => {}
        }
    }
    let mut found: Vec<AsGenerator> = machines
        .into_iter()
        .filter_map(|(label, (volts_per_rpm, internal_ohm, bridge_v))| {
            let volts_per_rpm = volts_per_rpm?;
            let speed_up = speed_up.get(label).copied().unwrap_or(1.0);
            let shaft_rpm = source_rpm * speed_up;
            let open_v = (volts_per_rpm * shaft_rpm - bridge_v).max(0.0);
            Some(AsGenerator {
                label: label.to_owned(),
                speed_up,
                shaft_rpm,
                open_v,
                internal_ohm,
                most_power_w: internal_ohm.filter(|ohm| *ohm > 0.0).map(|ohm| open_v * open_v / (4.0 * ohm)),
                speed_up_for_needed: needed_v
                    .filter(|_| source_rpm > 0.0)
                    .map(|volts| (volts + bridge_v) / (volts_per_rpm * source_rpm)),
            })
        })
        .collect();
    found.sort_by(|a, b| b.most_power_w.unwrap_or(-1.0).total_cmp(&a.most_power_w.unwrap_or(-1.0)));
    found
}

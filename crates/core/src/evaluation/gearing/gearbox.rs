//! The gearbox built into a motor: what a jam does to it, and what would spare it.

use serde::Serialize;

use crate::document::GearingKind;
use crate::format::significant;
use crate::formulas::worm;
use crate::model::Drive;
use crate::model::cases::{Case, rpm};
use crate::model::supply::{Chain, FULL, HALF};

/// Highest ratio of one planetary stage of small gear motors (common practice, 3 to 6).
const PLANETARY_STAGE: f64 = 6.0;

/// The gearbox of a motor, as it is loaded here.
#[derive(Debug, Clone, PartialEq, Serialize, schemars::JsonSchema)]
pub struct GearboxReport {
    /// Torque at its output when that is jammed at full throttle, N·m; null when the battery cannot.
    pub jam_torque_nm: Option<f64>,
    /// Highest torque at its output that can come about with what limits it here, N·m.
    pub peak_torque_nm: Option<f64>,
    /// Speed of its output with nothing on the shaft at the pack's mid voltage, rpm.
    pub no_load_rpm: f64,
    /// Torque of its output held still at the pack's mid voltage on a stiff source, N·m.
    pub stall_torque_nm: f64,
    /// Torque it may carry, N·m; null when not given.
    pub max_torque_nm: Option<f64>,
    /// Speed of its input when the motor spins free with a full pack, rpm.
    pub input_rpm: Option<f64>,
    /// Motor-current limit, A of a channel, that keeps a jam within what it may carry; null where a jam is no danger.
    pub sparing_limit_a: Option<f64>,
    /// Planetary stages it probably has; null for other kinds.
    pub planetary_stages: Option<u32>,
    /// Whether the load cannot turn the motor.
    pub holds_by_itself: bool,
    /// What a maker should know about it, in whole sentences.
    pub advice: Vec<String>,
}

impl Chain<'_> {
    /// The gearbox of a drive's motor; `None` without one.
    pub(crate) fn gearbox_report(&self, drive: &Drive<'_>) -> Option<GearboxReport> {
        let gearbox = drive.parts.motor.gearbox.as_ref()?;
        let through = gearbox.ratio * gearbox.efficiency;
        let listed = drive.motor.listed_at(self.sources[HALF].open_circuit_v);
        let jam_torque_nm = self.stalled(drive.index).map(|figures| figures.motor_nm.max(0.0) * through);
        let danger = jam_torque_nm.zip(gearbox.max_torque_nm).filter(|(jam, most)| jam > most);
        let sparing_limit_a = danger.map(|(_, most)| {
            drive.current_for_a(most / through, 0.0) / drive.controller.current_factor * drive.per_channel
        });
        let holds_by_itself = worm::holds_by_itself(gearbox.efficiency);
        let advice =
            if self.worded() { advice(gearbox.kind, danger.zip(sparing_limit_a), holds_by_itself) } else { Vec::new() };
        Some(GearboxReport {
            jam_torque_nm,
            peak_torque_nm: self.shaft_peak(drive).0,
            no_load_rpm: listed.no_load_rpm / gearbox.ratio,
            stall_torque_nm: listed.stall_torque_nm * through,
            max_torque_nm: gearbox.max_torque_nm,
            input_rpm: self.figures(drive.index, FULL, Case::NoLoad).map(|figures| rpm(figures.motor_rad_s)),
            sparing_limit_a,
            planetary_stages: (gearbox.kind == GearingKind::Planetary && gearbox.ratio > 1.0)
                .then(|| crate::formulas::numeric::whole((gearbox.ratio.ln() / PLANETARY_STAGE.ln()).ceil().max(1.0))),
            holds_by_itself,
            advice,
        })
    }
}

/// What to know of a gearbox; `danger` is the torque of a jam and the most it stands, N·m, and the current limit of a channel
/// that spares it, A.
fn advice(kind: GearingKind, danger: Option<((f64, f64), f64)>, holds_by_itself: bool) -> Vec<String> {
    let mut advice = Vec::new();
    if let Some(((jam, most), limit_a)) = danger {
        advice.push(format!(
            "A jam puts {} N·m on teeth made for {} N·m. A motor-current limit of {} A in a channel or a slip clutch \
             below {} N·m spares them; of a family of small gearboxes the fastest version strips first.",
            significant(jam),
            significant(most),
            significant(limit_a),
            significant(most)
        ));
    }
    if holds_by_itself {
        advice.push(
            "It holds by itself: the load cannot turn the motor. Shaking can still walk it down, so a hoist wants a \
             brake."
                .to_owned(),
        );
    } else if kind == GearingKind::Worm {
        advice.push("At this efficiency the load can turn the motor backwards.".to_owned());
    }
    advice
}

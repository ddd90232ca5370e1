//! Checks that are about people.

use super::{Bound, Evidence, Ledger, Subject};
use crate::constants::{BLADE_TIP_SPEED_LIMIT_M_S, TOUCH_SAFE_DC_V};
use crate::document::Load;
use crate::drive::Drive;
use crate::drive::cases::Case;
use crate::say::three;
use crate::supply::FULL;

pub(super) fn judge_option(evidence: &Evidence<'_>, ledger: &mut Ledger) {
    ledger.judge(
        &Subject::of_option("safety.touch_voltage", "Voltage to touch", "V"),
        Some(evidence.chain.battery.charger_end_v()),
        &Bound::At(TOUCH_SAFE_DC_V),
        |demand, limit| {
            format!(
                "A full pack stands at {} V; up to {} V is held safe to touch when dry, 30 V where it gets wet.",
                three(demand),
                three(limit)
            )
        },
    );
}

pub(super) fn judge_drive(evidence: &Evidence<'_>, drive: &Drive<'_>, ledger: &mut Ledger) {
    if let Load::Blade(blade) = &drive.job.load {
        let tip_m_s = evidence
            .chain
            .figures(drive.index, FULL, Case::NoLoad)
            .map(|figures| figures.output_rad_s * blade.blade_radius_m);
        ledger.judge(
            &Subject::of_drive("safety.blade_tip_speed", "Blade tip speed", "m/s", drive),
            tip_m_s,
            &Bound::At(BLADE_TIP_SPEED_LIMIT_M_S),
            |demand, limit| {
                format!(
                    "With a full pack and nothing to cut the tip runs at {} m/s; mower rules end at {} m/s.",
                    three(demand),
                    three(limit)
                )
            },
        );
    }
}

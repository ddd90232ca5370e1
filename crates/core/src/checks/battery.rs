//! Checks of the battery: current, sag, how long it lasts.

use super::{Bound, Evidence, Ledger, Subject};
use crate::document::BatteryRule;
use crate::say::three;
use crate::supply::LOW;

fn subject(code: &'static str, title: &'static str, unit: &'static str) -> Subject<'static> {
    Subject::of_option(code, title, unit)
}

pub(super) fn judge(evidence: &Evidence<'_>, ledger: &mut Ledger) {
    let (chain, supply) = (evidence.chain, evidence.supply);
    let battery = &chain.battery;
    let job = chain.job;
    let worst_a = evidence.worst_supply_a();
    let hardest_a = supply.all_hardest.current_a;

    let continuous_a = match job.battery_rule {
        BatteryRule::ContinuousWithHeadroom => hardest_a.map(|current_a| job.battery_headroom * current_a),
        BatteryRule::ContinuousCoversStall => worst_a,
        BatteryRule::BurstCoversStall => hardest_a,
    };
    ledger.judge(
        &subject("battery.continuous_current", "Battery current, for good", "A"),
        continuous_a,
        &Bound::given(
            battery.continuous_a(),
            "No continuous rating is given for the battery: find the C rating, or judge it by how far it sags.",
        ),
        |demand, limit| match job.battery_rule {
            BatteryRule::ContinuousWithHeadroom => format!(
                "The hardest work takes {} A; with the headroom factor {} the pack should be good for {} A, \
                 and it is rated for {} A.",
                three(demand / job.battery_headroom),
                three(job.battery_headroom),
                three(demand),
                three(limit)
            ),
            BatteryRule::ContinuousCoversStall => format!(
                "A stall or a full-throttle peak draws {} A, and by your rule the continuous rating of {} A must cover it.",
                three(demand),
                three(limit)
            ),
            BatteryRule::BurstCoversStall => {
                format!("The hardest work takes {} A of the {} A it gives for good.", three(demand), three(limit))
            }
        },
    );
    ledger.judge(
        &subject("battery.burst_current", "Battery current, peak", "A"),
        worst_a,
        &Bound::given(battery.burst_a(), "No burst or continuous rating is given for the battery."),
        |demand, limit| {
            let moment = if supply.all_peak.current_a > supply.all_stalled.current_a {
                "Full throttle at its hungriest speed"
            } else {
                "With every shaft held at full throttle the chain"
            };
            format!("{moment} draws {} A; for about ten seconds the pack gives {} A.", three(demand), three(limit))
        },
    );
    judge_sag(evidence, ledger);
    if let Some(wanted_min) = job.runtime_min {
        ledger.judge(
            &subject("battery.runtime", "Time on one charge", "min"),
            Some(wanted_min),
            &Bound::capability(
                supply.runtime_min,
                "The battery cannot hold the target at half charge, so there is no time on one charge to give.",
            ),
            |demand, limit| {
                format!("One charge lasts {} min at the target; you asked for {} min.", three(limit), three(demand))
            },
        );
    }
    ledger.judge(
        &subject("battery.bms_current", "Protection board", "A"),
        hardest_a.zip(worst_a).map(|(hardest, worst)| hardest.max(worst)),
        &Bound::given(
            battery.board_limit_a(),
            "No limit of a protection board is given. A pack without a board has none to trip; a pack with one \
             needs its limit here.",
        ),
        |demand, limit| {
            format!(
                "The chain can draw {} A; the protection board opens at {} A and then all stops.",
                three(demand),
                three(limit)
            )
        },
    );
}

fn judge_sag(evidence: &Evidence<'_>, ledger: &mut Ledger) {
    let (chain, supply) = (evidence.chain, evidence.supply);
    let battery = &chain.battery;
    let at_low = |current_a: Option<f64>| current_a.map(|current_a| battery.cell_v_under_load(0.2, current_a));
    let low_v = chain.sources[LOW].open_circuit_v;
    let resting = low_v / battery.cells;
    const NO_POWER: &str = "Near the end of the charge the battery cannot give this power at any voltage: \
                            it collapses before the cells reach their stop voltage.";
    ledger.judge(
        &subject("battery.sag", "Sag at low charge", "V/cell"),
        Some(battery.cutoff_v_per_cell()),
        &Bound::capability(at_low(supply.all_hardest_low.current_a), NO_POWER),
        |demand, limit| {
            format!(
                "At 20 % charge a cell rests at {} V and the hardest work pulls it down to {} V; it should not go \
                 below {} V.",
                three(resting),
                three(limit),
                three(demand)
            )
        },
    );
    ledger.judge(
        &subject("battery.peak_sag", "Momentary sag", "V/cell"),
        Some(battery.cell.momentary_floor_v),
        &Bound::capability(at_low(supply.all_peak_low.current_a), NO_POWER),
        |demand, limit| {
            format!(
                "At 20 % charge the hungriest moment pulls a cell down to {} V; below {} V even for a moment it is harmed.",
                three(limit),
                three(demand)
            )
        },
    );
}

//! Checks of the battery: current, sag, how long it lasts.

use super::{CheckBuilder, CheckCode, CheckContext, CheckLimit, Scale, Subject};
use crate::document::BatteryRule;
use crate::format::significant;
use crate::model::supply::LOW;

pub(super) fn judge(evidence: &CheckContext<'_>, ledger: &mut CheckBuilder) {
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
    let set = supply.peak_is_set;
    ledger.judge_as(
        Scale::unless_set(set && job.battery_rule == BatteryRule::ContinuousCoversStall),
        &Subject::of_option(CheckCode::BatteryContinuousCurrent),
        continuous_a,
        &CheckLimit::given(
            battery.continuous_a(),
            "No continuous rating is given for the battery: find the C rating, or judge it by how far it sags.",
        ),
        |demand, limit| match job.battery_rule {
            BatteryRule::ContinuousWithHeadroom => format!(
                "The hardest work takes {} A; with the headroom factor {} the pack should be good for {} A, \
                 and it is rated for {} A.",
                significant(demand / job.battery_headroom),
                significant(job.battery_headroom),
                significant(demand),
                significant(limit)
            ),
            BatteryRule::ContinuousCoversStall => format!(
                "A stall or a full-throttle peak draws {} A, and by your rule the continuous rating of {} A must cover it.",
                significant(demand),
                significant(limit)
            ),
            BatteryRule::BurstCoversStall => {
                format!("The hardest work takes {} A of the {} A it gives continuously.", significant(demand), significant(limit))
            }
        },
    );
    ledger.judge_as(
        Scale::unless_set(set),
        &Subject::of_option(CheckCode::BatteryBurstCurrent),
        worst_a,
        &CheckLimit::given(battery.burst_a(), "No burst or continuous rating is given for the battery."),
        |demand, limit| {
            let moment = if set {
                "Held by the battery-current limits the chain"
            } else if supply.all_peak.current_a > supply.all_stalled.current_a {
                "Full throttle, at the speed where it takes most,"
            } else {
                "With every shaft held at full throttle the chain"
            };
            format!(
                "{moment} draws {} A; for about ten seconds the pack gives {} A.",
                significant(demand),
                significant(limit)
            )
        },
    );
    judge_sag(evidence, ledger);
    judge_flat_out(evidence, ledger);
    if let Some(wanted_min) = job.runtime_min {
        ledger.judge(
            &Subject::of_option(CheckCode::BatteryRuntime),
            Some(wanted_min),
            &CheckLimit::capability(
                supply.runtime_min,
                "The speed asked for is not reached at half charge, so there is no time on one charge to give.",
            ),
            |demand, limit| {
                format!(
                    "One charge lasts {} min at the usual work; you asked for {} min.",
                    significant(limit),
                    significant(demand)
                )
            },
        );
    }
    ledger.judge_as(
        Scale::unless_set(set),
        &Subject::of_option(CheckCode::BatteryBmsCurrent),
        hardest_a.zip(worst_a).map(|(hardest, worst)| hardest.max(worst)),
        &CheckLimit::given(
            battery.board_limit_a(),
            "No limit of a protection board is given. A pack without a board has none to trip; a pack with one \
             needs its limit here.",
        ),
        |demand, limit| {
            format!(
                "The chain can draw {} A; the protection board opens at {} A and then all stops.",
                significant(demand),
                significant(limit)
            )
        },
    );
}

fn judge_sag(evidence: &CheckContext<'_>, ledger: &mut CheckBuilder) {
    let (chain, supply) = (evidence.chain, evidence.supply);
    let battery = &chain.battery;
    let resting_v = chain.sources[LOW].open_circuit_v / battery.cells;
    const NO_POWER: &str = "Near the end of the charge the battery cannot give this power at any voltage: \
                            it collapses before the cells reach their stop voltage.";
    let room = |floor_v: f64, why: &'static str| {
        CheckLimit::capability(Some(resting_v - floor_v).filter(|volts| *volts > 1e-9), why)
    };
    let stop_v = battery.cutoff_v_per_cell();
    let floor_v = battery.cell.momentary_floor_v;
    let sags = [
        (
            Subject::of_option(CheckCode::BatterySag),
            supply.all_hardest_low.current_a,
            stop_v,
            room(stop_v, "At 20 % charge the cells already rest at their stop voltage: there is no room to sag."),
            "the hardest work",
            "it should not go below",
        ),
        (
            Subject::of_option(CheckCode::BatteryPeakSag),
            supply.all_peak_low.current_a,
            floor_v,
            room(floor_v, "At 20 % charge the cells already rest where they are harmed: there is no room to sag."),
            "the moment that takes most",
            "even for a moment it is harmed below",
        ),
    ];
    for (subject, current_a, floor_v, bound, when, ends) in sags {
        let Some(current_a) = current_a else {
            ledger.fail(&subject, NO_POWER.to_owned());
            continue;
        };
        ledger.judge(&subject, Some(battery.cell_sag_v(current_a)), &bound, |sag_v, _| {
            format!(
                "At 20 % charge a cell rests at {} V and {when} pulls it down by {} V to {} V; {ends} {} V.",
                significant(resting_v),
                significant(sag_v),
                significant(resting_v - sag_v),
                significant(floor_v)
            )
        });
        ledger.say(|| {
            format!(
                "{} V a cell, not below {}",
                significant(resting_v - battery.cell_sag_v(current_a)),
                significant(floor_v)
            )
        });
    }
}

/// What the pack gives flat out: nobody may hold it there, and some will.
fn judge_flat_out(evidence: &CheckContext<'_>, ledger: &mut CheckBuilder) {
    let Some(continuous_a) = evidence.chain.battery.continuous_a() else { return };
    ledger.judge(
        &Subject::of_option(CheckCode::BatteryFlatOutCurrent),
        evidence.supply.all_flat_out.current_a,
        &CheckLimit::At(continuous_a),
        |demand, limit| {
            format!(
                "Held at full throttle the chain takes {} A, and the pack is rated for {} A continuous.",
                significant(demand),
                significant(limit)
            )
        },
    );
}

//! Checks of the leads: each one of the run that is worst off, which it names.

use super::{CheckBuilder, CheckCode, CheckContext, CheckLimit, Subject};
use crate::document::parts::{CurrentKind, WiringRun};
use crate::evaluation::wiring::wire_runs::{self, DROP_SHARE, FUSE_HEADROOM, FUSE_START, JAM_S, JudgedRun, WarmestAt};
use crate::format::significant;

pub(super) fn judge(evidence: &CheckContext<'_>, ledger: &mut CheckBuilder) {
    let judged = wire_runs::judged_runs(evidence);
    if judged.is_empty() {
        return;
    }
    let sheet = &evidence.chain.option.wiring.runs;
    temperature(evidence, &judged, ledger);
    drop(&judged, ledger);
    fuse(sheet, &judged, ledger);
    connector(sheet, &judged, ledger);
    switch(evidence.chain.battery.charger_end_v(), sheet, &judged, ledger);
}

/// The run with the most of something.
fn worst(judged: &[JudgedRun], of: impl Fn(&JudgedRun) -> f64) -> Option<&JudgedRun> {
    judged.iter().max_by(|a, b| of(a).total_cmp(&of(b)))
}

fn temperature(evidence: &CheckContext<'_>, judged: &[JudgedRun], ledger: &mut CheckBuilder) {
    let ambient_c = evidence.chain.job.ambient_c;
    let used = |run: &JudgedRun| match (run.steady_a, run.copper_c) {
        (None, _) => f64::NEG_INFINITY,
        (_, Some(copper_c)) => (warmest_c(run, copper_c) - ambient_c) / (run.limit_c - ambient_c).max(1e-9),
        (_, None) => f64::INFINITY,
    };
    let Some(run) = worst(judged, used) else { return };
    let subject = Subject::of_option(CheckCode::WireTemperature);
    if run.steady_a.is_some() && run.copper_c.is_none() {
        ledger.fail(
            &subject,
            format!(
                "In {} the copper never settles with {} A: the wire burns. A thicker one is needed.",
                run.name,
                significant(run.steady_a.unwrap_or(0.0))
            ),
        );
        return;
    }
    let assumed = if run.assumed { " (taken for PVC, for nobody said)" } else { "" };
    let jams = run.jam_c > run.copper_c;
    ledger.judge(
        &subject,
        run.copper_c.map(|copper_c| warmest_c(run, copper_c) - ambient_c),
        &CheckLimit::At(run.limit_c - ambient_c),
        |demand, limit| {
            let (name, amperes) = (&run.name, significant(run.steady_a.unwrap_or(0.0)));
            let (warm_c, limit_c) = (significant(ambient_c + demand), significant(ambient_c + limit));
            if jams {
                let soon = match run.jam_s {
                    Some(seconds) if seconds < 0.1 => "at once".to_owned(),
                    Some(seconds) => format!("after {} s", significant(seconds)),
                    None => "before it begins".to_owned(),
                };
                return format!(
                    "Not the work but a jam: it sends {} A through {name} and no fuse stops it. {} s of it bring the copper to \
                     {warm_c} °C; it is at the {limit_c} °C that its insulation{assumed} stands {soon}.",
                    significant(run.jam_a.unwrap_or(0.0)),
                    significant(JAM_S),
                );
            }
            let when = match run.warmest_at {
                WarmestAt::Work => "At normal work",
                WarmestAt::Hill => "On the hill",
                WarmestAt::Given => "With the current you gave",
            };
            format!(
                "{when} {name} gets {warm_c} °C warm, a rise of {} K, with {amperes} A in it; its insulation{assumed} stands {limit_c} °C.",
                significant(demand),
            )
        },
    );
}

/// The copper at work or after a jam, whichever is warmer, °C.
fn warmest_c(run: &JudgedRun, copper_c: f64) -> f64 {
    run.jam_c.map_or(copper_c, |jam_c| jam_c.max(copper_c))
}

fn drop(judged: &[JudgedRun], ledger: &mut CheckBuilder) {
    let Some(run) = worst(judged, |run| run.drop_percent.unwrap_or(f64::NEG_INFINITY)) else { return };
    ledger.judge(
        &Subject::of_option(CheckCode::WireDrop),
        run.drop_percent,
        &CheckLimit::At(100.0 * DROP_SHARE),
        |demand, _| {
            format!(
                "{} loses {} V with {} A, {} % of what it carries; more than 3 % is felt and paid for.",
                run.name,
                significant(run.drop_v.unwrap_or(0.0)),
                significant(run.steady_a.unwrap_or(0.0)),
                significant(demand)
            )
        },
    );
}

/// A fuse that is too large burns the wire, one that is too small blows at work.
fn fuse(sheet: &[WiringRun], judged: &[JudgedRun], ledger: &mut CheckBuilder) {
    let subject = Subject::of_option(CheckCode::WireFuse);
    let fused = judged.iter().filter_map(|run| Some((run, sheet[run.place].fuse_a?)));
    let used = |(run, fuse_a): &(&JudgedRun, f64)| {
        (fuse_a / run.fuse_to_a).max(run.fuse_from_a.map_or(0.0, |from_a| from_a / fuse_a))
    };
    let Some((run, fuse_a)) = fused.max_by(|a, b| used(a).total_cmp(&used(b))) else {
        if judged.iter().any(|run| run.drive.is_none()) {
            ledger.unknown(
                &subject,
                "No fuse is given in the battery's lead: without one a short burns the wire. It belongs next to the battery.",
            );
        }
        return;
    };
    if run.fuse_from_a.is_some_and(|from_a| from_a / fuse_a > fuse_a / run.fuse_to_a) {
        ledger.judge(&subject, run.fuse_from_a, &CheckLimit::At(fuse_a), |demand, limit| {
            format!(
                "Work and start in {} ask for a fuse of {} A ({} times the steady {} A, and the start over {}); it has {} A.",
                run.name,
                significant(demand),
                significant(FUSE_HEADROOM),
                significant(run.steady_a.unwrap_or(0.0)),
                significant(FUSE_START),
                significant(limit)
            )
        });
        return;
    }
    ledger.judge(&subject, Some(fuse_a), &CheckLimit::At(run.fuse_to_a), |demand, limit| {
        format!(
            "The fuse of {} A in {} must blow before a short burns the wire, which it protects up to {} A.",
            significant(demand),
            run.name,
            significant(limit)
        )
    });
}

fn connector(sheet: &[WiringRun], judged: &[JudgedRun], ledger: &mut CheckBuilder) {
    let rated = judged.iter().filter_map(|run| Some((run, sheet[run.place].connector_a?)));
    let used = |(run, rating_a): &(&JudgedRun, f64)| run.steady_a.unwrap_or(0.0) / rating_a;
    let Some((run, rating_a)) = rated.max_by(|a, b| used(a).total_cmp(&used(b))) else { return };
    ledger.judge(
        &Subject::of_option(CheckCode::WireConnector),
        run.steady_a,
        &CheckLimit::At(rating_a),
        |demand, limit| {
            format!(
                "The connector in {} carries {} A and is good for {} A.",
                run.name,
                significant(demand),
                significant(limit)
            )
        },
    );
}

/// A switch breaks what flows through it: direct current makes an arc that an alternating-current rating says nothing of.
fn switch(full_v: f64, sheet: &[WiringRun], judged: &[JudgedRun], ledger: &mut CheckBuilder) {
    let subject = Subject::of_option(CheckCode::WireSwitch);
    let switched = judged.iter().filter(|run| sheet[run.place].switch.is_some() || sheet[run.place].switch_a.is_some());
    let used = |run: &&JudgedRun| sheet[run.place].switch_a.map_or(0.0, |rating_a| breaks(run) / rating_a);
    let Some(run) = switched.max_by(|a, b| used(a).total_cmp(&used(b))) else { return };
    let lead = &sheet[run.place];
    let Some(rating_a) = lead.switch_a else {
        ledger.unknown(&subject, "Nobody said what current the switch breaks: look for its direct-current rating.");
        return;
    };
    if lead.switch_rated_for == Some(CurrentKind::Ac) {
        judge_ac_rating(full_v, run, rating_a, &subject, ledger);
        return;
    }
    ledger.judge(&subject, Some(breaks(run)), &CheckLimit::At(rating_a), |demand, limit| {
        format!(
            "The switch in {} must carry and break {} A and is good for {} A. If it is not, let it switch a relay (with a diode \
                 across its coil) or a transistor (with a resistor that holds its gate down).",
            run.name,
            significant(demand),
            significant(limit)
        )
    });
}

/// A rating for alternating current on direct current: at low volts half of it is good for motors, above that nothing.
fn judge_ac_rating(full_v: f64, run: &JudgedRun, rating_a: f64, subject: &Subject<'_>, ledger: &mut CheckBuilder) {
    if full_v > AC_RATING_TO_V {
        ledger.fail(
            subject,
            format!(
                "The {} A of the switch in {} are for alternating current, whose arc goes out by itself; at {} V direct current's \
                 does not. Take one with a direct-current rating, or let it switch a relay or a transistor.",
                significant(rating_a),
                run.name,
                significant(full_v)
            ),
        );
        return;
    }
    ledger.judge(subject, Some(breaks(run)), &CheckLimit::At(AC_RATING_SHARE * rating_a), |demand, limit| {
        format!(
            "The switch in {} must carry and break {} A. Its {} A are for alternating current; up to {} V of direct current half \
             of that, {} A, is good for motors. If it is not, let it switch a relay (with a diode across its coil) or a transistor.",
            run.name,
            significant(demand),
            significant(rating_a),
            significant(AC_RATING_TO_V),
            significant(limit)
        )
    });
}

/// Direct volts up to which a rating for alternating current says something, V: below about this no arc stands by itself
/// (common practice; switches that list both print the same amperes at 30 V direct current).
const AC_RATING_TO_V: f64 = 30.0;
/// Share of an alternating-current rating that is left for motors, whose current does not want to stop (common practice).
const AC_RATING_SHARE: f64 = 0.5;

/// A switch in a battery lead without controllers behind it breaks the stall; elsewhere the steady current.
fn breaks(run: &JudgedRun) -> f64 {
    let steady_a = run.steady_a.unwrap_or(0.0);
    if run.bare { run.peak_a.unwrap_or(steady_a).max(steady_a) } else { steady_a }
}

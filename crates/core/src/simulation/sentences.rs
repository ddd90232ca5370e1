//! The run in words, the most important first.

use super::outcome::{DriveRun, EndedBy, EventKind, RunEvent};
use crate::document::{Mode, Simulation};
use crate::format::{lasting as time, significant};

/// The moment as a maker says it.
pub(super) fn moment(seconds: f64) -> String {
    if seconds < 120.0 {
        format!("after {} s", significant(seconds))
    } else {
        format!("at minute {:.0}", seconds / 60.0)
    }
}

fn way(metres: f64) -> String {
    if metres < 1000.0 { format!("{} m", significant(metres)) } else { format!("{} km", significant(metres / 1000.0)) }
}

/// How it ended, with the way made.
fn ending(ended_by: EndedBy, lead: &DriveRun) -> String {
    let summary = &lead.summary;
    let after = time(summary.t_s);
    let made =
        summary.distance_m.filter(|metres| *metres > 0.0).map_or(String::new(), |metres| format!(", {}", way(metres)));
    match ended_by {
        EndedBy::Steady => {
            let speed = lead.series.speed_m_s.last().copied().flatten().map_or_else(
                || format!("{} rpm", significant(summary.output_rpm)),
                |speed| format!("{} km/h", significant(3.6 * speed)),
            );
            format!("At full speed, {speed}, after {after}{made}.")
        }
        EndedBy::CannotMove => "It does not move: full throttle gives less than the load takes.".to_owned(),
        EndedBy::Empty => format!("Empty after {after}{made}."),
        EndedBy::Full => format!("Full after {after}."),
        EndedBy::WindingLimit => {
            format!("The winding reaches its {} °C after {after}{made}.", significant(lead.limits.winding_c))
        }
        EndedBy::CannotHold if summary.t_s <= 0.0 => "It cannot hold that from the first moment.".to_owned(),
        EndedBy::CannotHold => format!("It can no longer hold that after {after}{made}."),
        EndedBy::CannotReach => {
            format!("The wheels never reach their speed: {} rpm is all.", significant(summary.output_rpm))
        }
        EndedBy::Time => {
            format!("{after}{made}, {} % of the charge left.", significant(100.0 * summary.state_of_charge))
        }
        EndedBy::Distance => {
            format!("There after {after}{made}, {} % of the charge left.", significant(100.0 * summary.state_of_charge))
        }
        EndedBy::Done => {
            let shots = lead.launcher.as_ref().map_or(0, |launcher| launcher.shots.len());
            format!("{shots} shots in {after}.")
        }
        EndedBy::Stuck => format!("Stuck after {after}{made}: full throttle does not move it."),
        EndedBy::TooLong => too_long(&after),
        EndedBy::Stopped => format!("Stopped by you at {after}{made}."),
    }
}

/// A run that is given up, and what would do.
pub(super) fn too_long(after: &str) -> String {
    format!(
        "Given up at {after}: it takes too many steps. A shorter time, or fewer and longer pieces of the course, would do."
    )
}

/// How the hottest winding stands to its limit.
pub(super) fn heat(run: &DriveRun, named: bool) -> Option<String> {
    let celsius = run.summary.hottest_winding_c?;
    let whose = if named { format!("the winding of {}", run.drive) } else { "winding".to_owned() };
    Some(format!(
        "Hottest: {whose} {} °C {}, limit {}.",
        significant(celsius),
        moment(run.summary.hottest_winding_s),
        significant(run.limits.winding_c)
    ))
}

/// What the magnets have lost for good.
pub(super) fn damaged_magnets(run: &DriveRun) -> Option<String> {
    (run.summary.kv_factor > 1.0).then(|| {
        format!(
            "The magnets of {} are damaged: Kv is {} % higher for good (estimate).",
            run.drive,
            significant(100.0 * (run.summary.kv_factor - 1.0))
        )
    })
}

/// How later climbs stand to the first.
fn hills(run: &DriveRun) -> Option<String> {
    let hills = &run.hills;
    let first = hills.first()?;
    let behind = |hill: &super::outcome::Hill| hill.wanted_m_s - hill.mean_m_s;
    let last = hills.last().filter(|_| hills.len() > 1);
    let km_h = |m_s: f64| significant(m_s * 3.6);
    const FELT_M_S: f64 = 0.03;
    if let Some(last) = last
        && first.mean_m_s - last.mean_m_s > FELT_M_S
    {
        let which = match hills.len() {
            2 => "The second climb".to_owned(),
            count => format!("The last of {count} climbs"),
        };
        return Some(format!("{which} is {} km/h slower than the first.", km_h(first.mean_m_s - last.mean_m_s)));
    }
    (behind(first) > FELT_M_S).then(|| {
        let all = if hills.len() > 1 { "The climbs are" } else { "The climb is" };
        format!("{all} {} km/h slower than wanted.", km_h(behind(first)))
    })
}

fn shots(run: &DriveRun) -> Vec<String> {
    let Some(launcher) = &run.launcher else { return Vec::new() };
    let mut said = Vec::new();
    if let Some(seconds) = launcher.spin_up_s {
        said.push(format!("Spun up in {}.", time(seconds)));
    }
    let slowest = launcher.shots.iter().map(|shot| shot.speed_m_s).reduce(f64::min);
    let fastest = launcher.shots.iter().map(|shot| shot.speed_m_s).reduce(f64::max);
    if let (Some(slowest), Some(fastest)) = (slowest, fastest) {
        said.push(if fastest - slowest > 0.01 * fastest {
            format!("The shots leave with {} to {} m/s.", significant(slowest), significant(fastest))
        } else {
            format!("Every shot leaves with {} m/s.", significant(fastest))
        });
    }
    if let Some(rate) = launcher.kept_per_second {
        said.push(format!("It keeps up {} shots a second.", significant(rate)));
    }
    said
}

/// What is said of a run.
pub(super) fn run_in_words(
    ended_by: EndedBy,
    lead: &DriveRun,
    others: &[DriveRun],
    events: &[RunEvent],
    simulation: &Simulation,
) -> Vec<String> {
    let mut said = Vec::new();
    // A run that goes on beyond a burnt winding must not begin with how it ended.
    let burnt = events.iter().find(|event| event.kind == EventKind::WindingLimit);
    if let Some(event) = burnt.filter(|_| ended_by != EndedBy::WindingLimit) {
        said.push(format!("{} {} It would burn there.", capital(&moment(event.t_s)), lower_first(&event.words)));
    }
    said.push(ending(ended_by, lead));
    let named = !others.is_empty();
    let hottest = std::iter::once(lead).chain(others).max_by(|a, b| {
        let used =
            |run: &DriveRun| run.summary.hottest_winding_c.map_or(f64::NEG_INFINITY, |c| c - run.limits.winding_c);
        used(a).total_cmp(&used(b))
    });
    said.extend(hottest.and_then(|run| heat(run, named)));
    for run in std::iter::once(lead).chain(others) {
        said.extend(shots(run));
        said.extend(hills(run));
        if let Some(shortfall) = run.summary.max_shortfall_m_s.filter(|shortfall| *shortfall > 0.01)
            && run.hills.is_empty()
        {
            said.push(format!("It falls {} km/h behind what is wanted.", significant(3.6 * shortfall)));
        } else if run.summary.max_shortfall_m_s.is_none()
            && run.summary.max_shortfall_rpm > 1.0
            && run.launcher.is_none()
        {
            said.push(format!(
                "{} falls {} rpm behind what is wanted.",
                capital(&run.drive),
                significant(run.summary.max_shortfall_rpm)
            ));
        }
        said.extend(damaged_magnets(run));
    }
    if lead.summary.rounds > 0 && simulation.repeat {
        said.push(format!("{} rounds.", lead.summary.rounds));
    }
    if lead.summary.recovered_wh > 0.0 {
        said.push(format!(
            "{} Wh came back from braking, of {} Wh used.",
            significant(lead.summary.recovered_wh),
            significant(lead.summary.energy_wh)
        ));
    } else if matches!(simulation.mode, Mode::Hold(_) | Mode::Profile(_)) && ended_by != EndedBy::CannotHold {
        said.push(format!("{} Wh used.", significant(lead.summary.energy_wh)));
    }
    let told = [EventKind::FallsBehind, EventKind::Demagnetised, EventKind::Stuck, EventKind::WindingLimit];
    for event in events.iter().filter(|event| !told.contains(&event.kind)) {
        said.push(format!("{} {}", capital(&moment(event.t_s)), lower_first(&event.words)));
    }
    said
}

pub(super) fn capital(text: &str) -> String {
    let mut letters = text.chars();
    letters.next().map_or(String::new(), |first| first.to_uppercase().collect::<String>() + letters.as_str())
}

/// The sentence after a moment: "At minute 3 the battery is full".
pub(super) fn lower_first(text: &str) -> String {
    let first_word = text.split(' ').next().unwrap_or("");
    if matches!(first_word, "The" | "A") {
        let mut letters = text.chars();
        return letters
            .next()
            .map_or(String::new(), |first| first.to_lowercase().collect::<String>() + letters.as_str());
    }
    text.to_owned()
}

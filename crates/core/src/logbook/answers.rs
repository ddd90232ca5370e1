//! Questions over many rides: what a kilometre takes, how far it goes by season, best and worst, what an hour costs.

use serde::Serialize;

use super::book::RideSummary;
use crate::document::Build;
use crate::document::log::{Entry, Happened};
use crate::format::significant;
use crate::model::supply::Chain;

/// A ride of which it is known what a kilometre took.
#[derive(Debug, Clone, PartialEq, Serialize, schemars::JsonSchema)]
pub struct PerKilometre {
    /// When, RFC 3339.
    pub at: String,
    /// What it is called.
    pub title: String,
    /// Energy for a kilometre, Wh/km.
    pub wh_per_km: f64,
    /// How far a charge goes at that, km; null where the pack is not known.
    pub range_km: Option<f64>,
    /// Air, °C.
    pub ambient_c: Option<f64>,
}

/// A quarter of the year.
#[derive(Debug, Clone, PartialEq, Serialize, schemars::JsonSchema)]
pub struct Season {
    /// Its months.
    pub months: &'static str,
    /// Rides in it.
    pub rides: u32,
    /// Energy for a kilometre, by all their way, Wh/km.
    pub wh_per_km: f64,
    /// How far a charge goes at that, km.
    pub range_km: Option<f64>,
}

/// What something cost, over the hours of running.
#[derive(Debug, Clone, PartialEq, Serialize, schemars::JsonSchema)]
pub struct CostPerHour {
    /// What was bought or replaced.
    pub item: String,
    /// How often.
    pub times: u32,
    /// What it cost in all, in the currency of the budget.
    pub cost: f64,
    /// Over all hours of running; null while there are none.
    pub per_hour: Option<f64>,
}

/// What many rides say.
#[derive(Debug, Clone, PartialEq, Serialize, schemars::JsonSchema)]
pub struct Answers {
    /// Ride by ride, the first one first.
    pub per_km: Vec<PerKilometre>,
    /// By quarters of the year, those that were driven in.
    pub seasons: Vec<Season>,
    /// The ride that took least.
    pub best: Option<PerKilometre>,
    /// The ride that took most; null with one ride.
    pub worst: Option<PerKilometre>,
    /// What wore out, the dearest hour first.
    pub costs: Vec<CostPerHour>,
    /// In words.
    pub says: Vec<String>,
}

/// A ride shorter than this says nothing of a kilometre, m (common practice).
const LEAST_WAY_M: f64 = 200.0;

const SEASONS: [&str; 4] = ["December to February", "March to May", "June to August", "September to November"];

fn season_of(at: &str) -> Option<usize> {
    let month: usize = at.get(5..7)?.parse().ok()?;
    Some(month % 12 / 3)
}

/// Energy of a charge, Wh.
fn charge_wh(build: &Build, option: usize) -> Option<f64> {
    let sheet = build.options.get(option)?;
    let chain = Chain::resolved(&build.job, sheet);
    let battery = &sheet.battery;
    let ah = battery.capacity_ah * f64::from(battery.packs_parallel) * battery.usable_fraction;
    Some(ah * chain.battery.nominal_v()).filter(|wh| *wh > 0.0)
}

/// What many rides say.
pub(super) fn answers(build: &Build, option: usize, entries: &[Entry], rides: &[RideSummary]) -> Answers {
    let charge_wh = charge_wh(build, option);
    let range = |wh_per_km: f64| charge_wh.filter(|_| wh_per_km > 0.0).map(|wh| wh / wh_per_km);
    let mut counted: Vec<(&RideSummary, f64, f64)> = rides
        .iter()
        .filter_map(|ride| {
            let way_m = ride.totals.distance_m.filter(|way| *way >= LEAST_WAY_M)?;
            Some((ride, ride.totals.wh_per_km?, way_m / 1000.0))
        })
        .collect();
    counted.sort_by(|a, b| a.0.at.cmp(&b.0.at));
    let per_km: Vec<PerKilometre> = counted
        .iter()
        .map(|(ride, wh_per_km, _)| PerKilometre {
            at: ride.at.clone(),
            title: ride.title.clone(),
            wh_per_km: *wh_per_km,
            range_km: range(*wh_per_km),
            ambient_c: ride.ambient_c,
        })
        .collect();
    let seasons = SEASONS
        .iter()
        .enumerate()
        .filter_map(|(place, months)| {
            let of: Vec<_> = counted.iter().filter(|(ride, ..)| season_of(&ride.at) == Some(place)).collect();
            let way_km: f64 = of.iter().map(|(_, _, km)| km).sum();
            let wh_per_km = of.iter().map(|(_, wh, km)| wh * km).sum::<f64>() / way_km;
            let rides = u32::try_from(of.len()).unwrap_or(u32::MAX);
            (rides > 0).then(|| Season { months, rides, wh_per_km, range_km: range(wh_per_km) })
        })
        .collect();
    let by_need = |a: &&PerKilometre, b: &&PerKilometre| a.wh_per_km.total_cmp(&b.wh_per_km);
    let best = per_km.iter().min_by(by_need).cloned();
    let worst = per_km.iter().max_by(by_need).filter(|_| per_km.len() > 1).cloned();
    let hours: f64 = rides.iter().map(|ride| ride.totals.running_s / 3600.0).sum();
    let mut told = Answers { per_km, seasons, best, worst, costs: costs(entries, hours), says: Vec::new() };
    told.says = in_words(&told, build);
    told
}

fn costs(entries: &[Entry], hours: f64) -> Vec<CostPerHour> {
    let mut found: Vec<CostPerHour> = Vec::new();
    for entry in entries {
        let (item, cost) = match &entry.happened {
            Happened::Upkeep(upkeep) => (&upkeep.item, upkeep.cost),
            Happened::Failure(failure) => (&failure.part, failure.cost),
            _ => continue,
        };
        let Some(cost) = cost.filter(|cost| *cost > 0.0) else { continue };
        match found.iter_mut().find(|known| known.item.eq_ignore_ascii_case(item)) {
            Some(known) => {
                known.cost += cost;
                known.times += 1;
            }
            None => found.push(CostPerHour { item: item.clone(), times: 1, cost, per_hour: None }),
        }
    }
    for one in &mut found {
        one.per_hour = (hours > 0.0).then(|| one.cost / hours);
    }
    found.sort_by(|a, b| b.cost.total_cmp(&a.cost));
    found
}

fn in_words(answers: &Answers, build: &Build) -> Vec<String> {
    let mut says = Vec::new();
    if let (Some(best), Some(worst)) = (&answers.best, &answers.worst) {
        says.push(format!(
            "A kilometre took {} to {} Wh/km: least “{}”, most “{}”.",
            significant(best.wh_per_km),
            significant(worst.wh_per_km),
            best.title,
            worst.title
        ));
    }
    let farthest = answers.seasons.iter().filter_map(|season| Some((season, season.range_km?)));
    let (near, far) =
        (farthest.clone().min_by(|a, b| a.1.total_cmp(&b.1)), farthest.max_by(|a, b| a.1.total_cmp(&b.1)));
    match (near, far) {
        (Some((near, near_km)), Some((far, far_km))) if near.months != far.months => says.push(format!(
            "A charge goes {} km from {}, {} km from {}.",
            significant(near_km),
            near.months,
            significant(far_km),
            far.months
        )),
        (Some((_, km)), _) => says.push(format!("A charge goes {} km at that.", significant(km))),
        _ => {}
    }
    let cost: f64 = answers.costs.iter().filter_map(|cost| cost.per_hour).sum();
    if cost > 0.0 {
        let currency = build.job.budget.as_ref().map_or("", |budget| budget.currency.as_str());
        says.push(format!("What wore out or broke costs {} {currency} for an hour of running.", significant(cost)));
    }
    says
}

//! Questions of the battery: which current must fit which rating, and how much C.

use super::{Question, School, WorkingContext, check, figure, rerated, sag, said, share};
use crate::document::{BatteryRule, Chemistry};
use crate::evaluation::OptionEvaluation;
use crate::evaluation::checks::CheckCode;
use crate::format::{percent, significant};
use crate::variants::remedies::Variant;
use crate::variants::scaling;

/// Energy of a kilogram of pouch cells and of round cells with a board, Wh/kg (common practice).
const POUCH_WH_PER_KG: f64 = 150.0;
const ROUND_WH_PER_KG: f64 = 200.0;
/// What good round cells give continuously, and pouch cells that are made for it (common practice).
const ROUND_C: f64 = 5.0;
const POUCH_C: f64 = 25.0;
/// Resistance of a cell times its capacity, Ω·Ah: pouch and round cells of the power type (common practice).
const POUCH_OHM_AH: f64 = 0.015;
const ROUND_OHM_AH: f64 = 0.045;
/// Volts that a pouch cell and a round cell are called by.
const POUCH_V: f64 = 3.7;
const ROUND_V: f64 = 3.6;

impl WorkingContext {
    /// Pouch packs, or round cells with a protection board; `None` where the battery is neither.
    pub(super) fn pouch_or_cells(&self) -> Option<Question> {
        let battery = &self.draft.option.battery;
        if !matches!(battery.chemistry, Chemistry::Lipo | Chemistry::LiIon) {
            return None;
        }
        let school = |pouch: bool| {
            let now = pouch == (battery.chemistry == Chemistry::Lipo);
            let (draft, result) = if now {
                (self.draft.clone(), self.now.clone())
            } else {
                self.tried(|draft| of_the_other_cells(draft, pouch))
            };
            let continuous_a = result.supply.continuous_a;
            let board_a =
                draft.option.battery.bms_limit_a.map(|amps| amps * f64::from(draft.option.battery.packs_parallel));
            let why = if pouch {
                "Pouch packs give most current for their weight and are made for it; they want an alarm, a rigid box and a fire-proof \
                 place to charge."
            } else {
                "Round cells with a board switch themselves off, balance themselves and last longer; less peak, and more room."
            };
            School {
                name: if pouch { "Pouch pack" } else { "Round cells with a board" }.to_owned(),
                says: format!(
                    "{why} Here it would give {} continuously and a cell sag by {} where it is asked most; {}.",
                    said(continuous_a, "A"),
                    said(sag(&result), "V"),
                    super::holding(&result)
                ),
                now,
                pointer: (!now).then(|| format!("/options/{}/battery", self.index)),
                value: if now { None } else { serde_json::to_value(&draft.option.battery).ok() },
                figures: vec![
                    figure("gives continuously", continuous_a, "current"),
                    figure("the board opens at", board_a, "current"),
                    figure("sag of a cell, most", sag(&result), "voltage"),
                    figure("weighs", draft.option.battery.mass_kg, "mass"),
                    figure("time on one charge", result.supply.runtime_min, "minutes"),
                ],
            }
        };
        Some(Question {
            id: "pouch_or_cells",
            drive: None,
            asks: "Pouch pack, or cells with a protection board?",
            schools: vec![school(true), school(false)],
        })
    }

    /// Which battery current must fit which rating.
    pub(super) fn battery_rule(&self) -> Question {
        let now = self.draft.job.battery_rule;
        let ah = self.now.supply.capacity_ah;
        let schools = BatteryRule::ALL
            .iter()
            .map(|rule| {
                let (_, result) = self.tried(|draft| draft.job.battery_rule = *rule);
                let asked = check(&result, CheckCode::BatteryContinuousCurrent, None);
                let burst = check(&result, CheckCode::BatteryBurstCurrent, None);
                let demand_a = asked.and_then(|check| check.demand);
                let burst_a = burst.and_then(|check| check.demand);
                let name = match rule {
                    BatteryRule::ContinuousWithHeadroom => {
                        format!("{} × the hardest work", significant(self.draft.job.battery_headroom))
                    }
                    BatteryRule::ContinuousCoversStall => "The continuous rating covers a stall".to_owned(),
                    BatteryRule::BurstCoversStall => "The burst rating covers a stall".to_owned(),
                };
                School {
                    name,
                    says: format!(
                        "{} Here it asks {} continuously and {} for a moment.",
                        rule.why(),
                        said(demand_a, "A"),
                        said(burst_a, "A")
                    ),
                    now: *rule == now,
                    pointer: (*rule != now).then(|| "/job/battery_rule".to_owned()),
                    value: (*rule != now).then(|| rule.word().into()),
                    figures: vec![
                        figure("asked continuously", demand_a, "current"),
                        figure("as a C rating of this pack", demand_a.map(|amps| amps / ah), "cRate"),
                        share("used", asked.and_then(|check| check.utilisation)),
                    ],
                }
            })
            .collect();
        Question { id: "battery_rule", drive: None, asks: "Which current must the battery be rated for?", schools }
    }

    /// The highest C that fits, or just enough.
    pub(super) fn c_rating(&self) -> Option<Question> {
        let battery = &self.draft.option.battery;
        let c = battery.continuous_c?;
        let rated: Vec<f64> = {
            let highest = crate::variants::remedies::highest_c(battery.chemistry).max(c).floor();
            std::iter::successors(Some(1.0), |tried| Some(tried + 1.0)).take_while(|tried| *tried <= highest).collect()
        };
        let with = |to: f64| self.tried(|draft| rerated(draft, c, to));
        // A pack rated lower sags more and is asked for more, so the whole chain decides; and it must go in and be paid.
        let enough = rated.iter().copied().find(|tried| self.does(&with(*tried).1))?;
        let highest = rated.iter().rev().copied().find(|tried| *tried <= c || self.goes_in(&with(*tried).1))?;
        let climbs = check(&self.now, CheckCode::PerformanceClimb, None).is_some();
        let used =
            |result: &OptionEvaluation, code: CheckCode| check(result, code, None).and_then(|check| check.utilisation);
        let figures = |draft: &Variant, result: &OptionEvaluation| {
            let packs = f64::from(draft.option.battery.packs());
            let mut told = vec![figure("battery weighs", draft.option.battery.mass_kg.map(|kg| kg * packs), "mass")];
            if climbs {
                told.push(share("climb used", used(result, CheckCode::PerformanceClimb)));
            }
            if let Some(range_m) = result.supply.range_m {
                told.push(figure("distance on one charge", range_m, "way"));
            }
            told.extend([
                figure("time on one charge", result.supply.runtime_min, "minutes"),
                figure("sag of a cell at the moment that takes most", sag(result), "voltage"),
            ]);
            told
        };
        let pointer = format!("/options/{}/battery", self.index);
        let school = |name: String, why: &str, to: f64| {
            let now = (to - c).abs() < 1e-9;
            let (draft, result) = with(to);
            let heavier = draft.option.battery.mass_kg.zip(battery.mass_kg).map(|(then, now)| 1000.0 * (then - now));
            let hill = match used(&result, CheckCode::PerformanceClimb) {
                Some(used) if climbs => format!("the hill is used to {}, and it lasts ", percent(used)),
                _ => "it lasts ".to_owned(),
            };
            let costs = match heavier {
                Some(grams) if grams.abs() >= 1.0 => format!(
                    " Against now the pack is {} g {}; {hill}{} on one charge.",
                    significant(grams.abs()),
                    if grams > 0.0 { "heavier" } else { "lighter" },
                    said(result.supply.runtime_min, "min"),
                ),
                _ => format!(" It lasts {} on one charge.", said(result.supply.runtime_min, "min")),
            };
            School {
                name,
                says: format!("{why}{costs}"),
                now,
                pointer: (!now).then(|| pointer.clone()),
                value: if now { None } else { serde_json::to_value(&draft.option.battery).ok() },
                figures: figures(&draft, &result),
            }
        };
        let mut schools = vec![school(
            format!("Just enough: {} C", significant(enough)),
            "A motor takes what it needs; a rating it never reaches is weight and money.",
            enough,
        )];
        if highest > enough {
            schools.push(school(
                format!("The highest that fits: {} C", significant(highest)),
                "A rating too high harms nothing: less sag, less heat in the pack, fewer ripples for the controller. It costs \
                 price and weight.",
                highest,
            ));
        }
        Some(Question { id: "c_rating", drive: None, asks: "The highest C that fits, or just enough?", schools })
    }
}

/// The same cells in series and the same capacity, of the other kind.
fn of_the_other_cells(draft: &mut Variant, pouch: bool) {
    let battery = &mut draft.option.battery;
    let energy_wh = |volts: f64| f64::from(battery.cells_series) * volts * battery.capacity_ah;
    let (chemistry, continuous_c, ohm_ah, mass_kg) = if pouch {
        (Chemistry::Lipo, POUCH_C, POUCH_OHM_AH, energy_wh(POUCH_V) / POUCH_WH_PER_KG)
    } else {
        (Chemistry::LiIon, ROUND_C, ROUND_OHM_AH, energy_wh(ROUND_V) / ROUND_WH_PER_KG)
    };
    let capacity_ah = battery.capacity_ah;
    scaling::other_cells(battery, chemistry, continuous_c, ohm_ah / capacity_ah, mass_kg);
    battery.bms_limit_a = (!pouch).then_some(continuous_c * capacity_ah);
}

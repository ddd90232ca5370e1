//! Charging and keeping a pack: current, time, charger, and what its voltages mean.

use serde::Serialize;

use crate::document::{Chemistry, OptionSheet};
use crate::format::significant;
use crate::model::battery::BatteryModel;

/// How one pack is charged and kept.
#[derive(Debug, Clone, PartialEq, Serialize, schemars::JsonSchema)]
pub struct Charging {
    /// Charging current of one pack, A.
    pub current_a: f64,
    /// Whether the pack's own rating is behind it, or the usual one of its kind.
    pub rated: bool,
    /// From empty to full, h.
    pub hours: f64,
    /// Voltage at the end of charging, one pack, V.
    pub charger_v: f64,
    /// Power the charger gives, W.
    pub charger_w: f64,
    /// Cells in series in one pack.
    pub cells: u32,
    /// Wires of its balance lead; null where its kind has none.
    pub balance_wires: Option<u32>,
    /// Voltages of one pack and what they mean, from full to flat.
    pub marks: Vec<VoltageMark>,
    /// How its kind is charged and kept, in its own words.
    pub words: Vec<&'static str>,
    /// Energy of one pack, Wh.
    pub pack_wh: f64,
    /// What carriers by air usually allow, where the kind falls under it.
    pub transport: Option<String>,
}

/// A voltage that means something.
#[derive(Debug, Clone, PartialEq, Serialize, schemars::JsonSchema)]
pub struct VoltageMark {
    /// What it is.
    pub name: &'static str,
    /// Of one cell, V.
    pub cell_v: f64,
    /// Of one pack, V.
    pub pack_v: f64,
    /// Charge left when it is read at rest, 0 to 1; null below an empty cell.
    pub charge_at_rest: Option<f64>,
    /// Charge left when it is read during the hardest work, 0 to 1; null where it is never seen then.
    pub charge_under_load: Option<f64>,
}

/// Kept at this charge, share (common practice for lithium).
const fn storage_charge(chemistry: Chemistry) -> Option<f64> {
    match chemistry {
        Chemistry::Lipo | Chemistry::LiIon | Chemistry::Lifepo4 => Some(0.5),
        // Lead is kept full, nickel as it is.
        Chemistry::LeadAcid | Chemistry::Nimh => None,
    }
}

/// Share of the charging time that the falling current at the end adds (common practice).
const fn tail(chemistry: Chemistry) -> f64 {
    match chemistry {
        Chemistry::Lipo | Chemistry::LiIon | Chemistry::Lifepo4 => 1.25,
        Chemistry::Nimh => 1.4,
        Chemistry::LeadAcid => 1.6,
    }
}

const fn words(chemistry: Chemistry) -> &'static [&'static str] {
    match chemistry {
        Chemistry::Lipo | Chemistry::LiIon => &[
            "Only on a charger for this number of lithium cells, balanced, never left alone, on a base that does not burn.",
            "Not below 0 °C and not while warm from work. A puffed, dented or deeply discharged pack is not charged again.",
            "Kept at about half charge in a cool place; full only for the day it is used.",
        ],
        Chemistry::Lifepo4 => &[
            "Only on a charger for this number of iron-phosphate cells; its voltage says little between a fifth and full.",
            "Not below 0 °C. The board balances near full: let it finish now and then.",
            "Kept at about half charge; it loses little over a season.",
        ],
        Chemistry::Nimh => &[
            "On a charger that sees the end by the voltage that dips; slowly, a tenth of the capacity for 14 hours does.",
            "Warm at the end is right, hot is not. Cells in series are charged together, packs one by one.",
            "Kept charged or empty, either is fine; it loses a fifth in a month, low-self-discharge kinds little.",
        ],
        Chemistry::LeadAcid => &[
            "In a ventilated place: it gives off hydrogen. Constant current, then constant voltage until the current has fallen.",
            "Charged at once after use: left empty it turns to sulphate and is lost.",
            "Kept full, topped up every three months or on a float charger.",
        ],
    }
}

/// Charging and keeping of an option's packs. `work_a` is the current of the hardest work from the whole battery, A.
#[must_use]
pub fn charging(option: &OptionSheet, work_a: Option<f64>) -> Charging {
    let model = BatteryModel::new(option);
    let battery = &option.battery;
    let cells = battery.cells_series;
    let table = model.cell;
    let rated = battery.max_charge_c.is_some();
    let current_a = battery.max_charge_c.unwrap_or(gentle_charge_c(battery.chemistry)) * battery.capacity_ah;
    let charger_v = f64::from(cells) * table.charger_end_v;
    let lithium = matches!(battery.chemistry, Chemistry::Lipo | Chemistry::LiIon | Chemistry::Lifepo4);
    let at_rest = |cell_v: f64| table.charge_at_rest(cell_v);
    let cell_sag_v = work_a.map(|amperes| amperes * model.pack_ohm / model.cells);
    let mark = |name, cell_v: f64| VoltageMark {
        name,
        cell_v,
        pack_v: cell_v * f64::from(cells),
        charge_at_rest: at_rest(cell_v),
        charge_under_load: cell_sag_v.and_then(|sag_v| at_rest(cell_v + sag_v)),
    };
    let mut marks = vec![mark("end of charging", table.charger_end_v), mark("full, at rest", table.open_circuit_v[10])];
    if let Some(charge) = storage_charge(battery.chemistry) {
        marks.push(mark("to keep it", table.open_circuit_v(charge)));
    }
    marks.push(mark("alarm", table.alarm_v() - cell_sag_v.unwrap_or(0.0)));
    marks.push(mark("stop, under load", model.cutoff_v_per_cell()));
    marks.push(mark("never below", table.momentary_floor_v));
    let pack_wh = f64::from(cells) * table.nominal_v * battery.capacity_ah;
    Charging {
        current_a,
        rated,
        hours: battery.capacity_ah / current_a * tail(battery.chemistry),
        charger_v,
        charger_w: charger_v * current_a,
        cells,
        balance_wires: lithium.then_some(cells + 1),
        marks,
        words: words(battery.chemistry).to_vec(),
        pack_wh,
        transport: lithium.then(|| transport(pack_wh)),
    }
}

/// Charging current over capacity that a pack is spared with, 1/h, where it lists none (common practice). What it may take for
/// a moment, in braking, is the `charge_c` of its chemistry.
const fn gentle_charge_c(chemistry: Chemistry) -> f64 {
    match chemistry {
        Chemistry::Lipo => 1.0,
        Chemistry::LiIon | Chemistry::Lifepo4 | Chemistry::Nimh => 0.5,
        Chemistry::LeadAcid => 0.15,
    }
}

/// What airlines usually take along (IATA passenger provisions, from memory: 100 Wh, up to 160 Wh when asked).
fn transport(pack_wh: f64) -> String {
    let said = significant(pack_wh);
    if pack_wh <= 100.0 {
        format!("{said} Wh: carriers by air usually take it in the cabin, terminals covered. Ask before.")
    } else if pack_wh <= 160.0 {
        format!("{said} Wh: above 100 Wh carriers by air take it only when asked before, two at most.")
    } else {
        format!("{said} Wh: above 160 Wh no passenger takes it by air; by post and road it is dangerous goods.")
    }
}

#[cfg(test)]
mod tests {
    use super::*;
    use crate::document::Build;
    use approx::assert_relative_eq;

    fn option(name: &str) -> OptionSheet {
        let demo = crate::library::demo::BUILDS.iter().find(|demo| demo.slug == name).unwrap();
        Build::from_json(demo.json).unwrap().options[0].clone()
    }

    #[test]
    fn a_ten_cell_pack_is_charged_with_its_rating_to_42_volts() {
        // Common practice: 10 cells in series stand at 42 V full; half its capacity in amperes.
        let charging = charging(&option("tracking-shot-dolly-board"), None);
        assert_relative_eq!(charging.charger_v, 42.0, max_relative = 1e-12);
        assert_relative_eq!(charging.current_a, 5.0);
        assert_relative_eq!(charging.hours, 2.5);
        assert_eq!(charging.balance_wires, Some(11));
        assert!(charging.transport.unwrap().starts_with("360 Wh: above 160 Wh no passenger"));
    }

    #[test]
    fn voltages_fall_from_full_to_flat_and_say_what_is_left() {
        for demo in crate::library::demo::BUILDS {
            for sheet in Build::from_json(demo.json).unwrap().options.clone() {
                let marks = charging(&sheet, Some(5.0)).marks;
                let order: Vec<f64> =
                    marks.iter().filter(|mark| mark.name != "alarm").map(|mark| mark.pack_v).collect();
                assert!(order.windows(2).all(|pair| pair[0] >= pair[1]), "{}: {order:?}", demo.slug);
                for mark in &marks {
                    // Under load a cell shows less than it has: more is left than at rest.
                    if let (Some(rest), Some(load)) = (mark.charge_at_rest, mark.charge_under_load) {
                        assert!(load >= rest, "{}: {mark:?}", demo.slug);
                    }
                }
            }
        }
    }

    #[test]
    fn lead_is_kept_full_and_has_no_balance_lead() {
        let charging = charging(&option("hillside-harvest-cart"), None);
        assert_eq!(charging.balance_wires, None);
        assert!(charging.marks.iter().all(|mark| mark.name != "to keep it"));
        assert!(charging.words.iter().any(|words| words.contains("hydrogen")));
        assert_eq!(charging.transport, None);
    }
}

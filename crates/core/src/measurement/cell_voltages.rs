//! Every cell at rest: charge left, imbalance, where to set alarm and stop.

use super::least_squares::{Estimate, mean};
use super::{Refusal, Weight, Worksheet, refused};
use crate::document::measurement::CellVoltages;
use crate::format::significant;
use crate::measurement::worksheet::numbers;

/// Cells that differ by more are out of balance, V (common practice).
const UNBALANCED_V: f64 = 0.03;

/// Cells at rest.
pub(super) fn cell_voltages(sheet: &CellVoltages, paper: &mut Worksheet<'_>) -> Result<(), Refusal> {
    let mut used = paper.used("voltages_v", &sheet.voltages_v, |volts| volts.0);
    // Of a whole pack every cell counts as the middle one: what lies between them nobody sees.
    let whole = used.values.is_empty();
    if whole {
        match (sheet.pack_v, sheet.cells_series) {
            (Some(pack_v), Some(cells)) => {
                let count = usize::try_from(cells).unwrap_or(1);
                used.values = vec![pack_v / f64::from(cells); count];
            }
            (Some(_), None) => {
                return Err(refused("cells_series", "the volts of a whole pack need its cells in series"));
            }
            (None, _) => {
                return Err(refused(
                    "voltages_v",
                    "no cell is used: at least 1 is needed, or the volts of the whole pack",
                ));
            }
        }
    }
    let Some(middle) = mean(&used.values) else {
        return Err(refused("voltages_v", "no cell is used, at least 1 is needed"));
    };
    let table = sheet.chemistry.cell();
    let stop_v = sheet.cutoff_v_per_cell.unwrap_or(table.cutoff_v);
    let alarm_v = table.alarm_v().max(stop_v);
    // A rest voltage outside the table is full or empty.
    let charge = |volts: f64| table.charge_at_rest(volts).unwrap_or(0.0);
    let (least, most) = used.values.iter().fold((f64::INFINITY, 0.0f64), |(low, high), x| (low.min(*x), high.max(*x)));
    let cells = used.values.len();
    paper.figure("charge_left", "charge left", "", Estimate::exact(charge(least)));
    if whole {
        paper.figure("mean_v", "a cell", "V", Estimate::exact(middle.value));
        paper.find(
            "whole_pack",
            Weight::Note,
            None,
            "The pack was read as a whole: whether its cells differ was not seen.",
        );
    } else {
        paper.figure("mean_v", "a cell", "V", middle);
        paper.figure("imbalance_v", "between the cells", "V", Estimate::exact(most - least));
    }
    paper.result("lowest_v", least);
    paper.result("charges", numbers(used.values.iter().map(|volts| charge(*volts))));
    #[allow(clippy::cast_precision_loss, reason = "at most 400 cells")]
    let pack = |volts: f64| volts * cells as f64;
    paper.result("stop_pack_v", pack(stop_v));
    paper.result("alarm_pack_v", pack(alarm_v));
    paper.result("alarm_v_per_cell", alarm_v);
    paper.result("charge_at_stop_rest", charge(stop_v));
    paper.work(format!(
        "lowest of {cells} cells {} V at rest: {} % left; the highest is {} V above it",
        significant(least),
        significant(100.0 * charge(least)),
        significant(most - least)
    ));
    paper.work(format!(
        "stop at {} V a cell, {} V for the pack; alarm at {} V for the pack at rest, lower by the sag while it works",
        significant(stop_v),
        significant(pack(stop_v)),
        significant(pack(alarm_v))
    ));
    paper.find(
        "under_load",
        Weight::Note,
        None,
        format!(
            "The stop voltage holds under load: a pack that shows {} V while it works rests higher. At rest {} V a cell \
             would be {} % left.",
            significant(pack(stop_v)),
            significant(stop_v),
            significant(100.0 * charge(stop_v))
        ),
    );
    if most - least > UNBALANCED_V {
        let place = used
            .values
            .iter()
            .position(|volts| (volts - least).abs() < 1e-12)
            .and_then(|at| used.places.get(at).copied());
        let text = format!(
            "The cells differ by {} V: balance them, and if the lowest falls behind again, it is worn. The weakest cell says \
             when to stop.",
            significant(most - least)
        );
        paper.find("unbalanced", Weight::Doubt, place.map(|place| format!("voltages_v/{place}")), text);
    }
    if least < table.momentary_floor_v {
        let text = format!(
            "A cell is below {} V, where this chemistry is harmed: do not charge it as if nothing were; many are thrown away \
             at this point. Follow the maker's advice and local rules.",
            significant(table.momentary_floor_v)
        );
        paper.find("too_low", Weight::Poor, None, text);
    }
    if most > table.charger_end_v + 0.02 {
        let text = format!(
            "A cell stands above {} V, where charging ends: check the charger and the meter.",
            significant(table.charger_end_v)
        );
        paper.find("too_high", Weight::Poor, None, text);
    }
    Ok(())
}

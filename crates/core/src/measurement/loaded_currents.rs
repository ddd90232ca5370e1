//! Motors one after the other with the same load: the weak one, and what the battery must give.

use serde_json::{Value, json};

use super::least_squares::{Estimate, median};
use super::{Refusal, Weight, Worksheet, refused};
use crate::document::measurement::LoadedCurrents;
use crate::format::significant;

/// A motor that draws so much more or less than the middle one is marked (common practice).
const APART: f64 = 0.2;

/// Ranked from the most current down, the ones apart marked, all added up.
pub(super) fn loaded_currents(sheet: &LoadedCurrents, paper: &mut Worksheet<'_>) -> Result<(), Refusal> {
    let used = paper.used("readings", &sheet.readings, |reading| (reading.label.clone(), reading.current_a));
    if used.values.is_empty() {
        return Err(refused("readings", "no motor is used, at least 1 is needed"));
    }
    let amps: Vec<f64> = used.values.iter().map(|(_, amps)| *amps).collect();
    let middle = median(&amps);
    let sum: f64 = amps.iter().sum();
    let mut ranked: Vec<(usize, &(String, f64))> = used.places.iter().copied().zip(&used.values).collect();
    ranked.sort_by(|(_, a), (_, b)| b.1.total_cmp(&a.1));
    let rows: Vec<Value> = ranked
        .iter()
        .map(|(place, (label, amps))| {
            json!({ "label": label, "current_a": amps, "over_middle": if middle > 0.0 { json!(amps / middle) } else { Value::Null },
                "reading": format!("readings/{place}") })
        })
        .collect();
    paper.result("ranked", rows);
    paper.figure("sum_a", "all of them", "A", Estimate::exact(sum));
    paper.figure("middle_a", "the middle one", "A", Estimate::exact(middle));
    paper.work(format!(
        "{} motors together {} A; the middle one takes {} A",
        amps.len(),
        significant(sum),
        significant(middle)
    ));
    if let Some(supply_v) = sheet.supply_v {
        paper.figure("power_w", "from the battery", "W", Estimate::exact(sum * supply_v));
    }
    for (place, (label, amps)) in &ranked {
        let reading = Some(format!("readings/{place}"));
        if *amps > (1.0 + APART) * middle {
            let text = format!(
                "{label} takes {} A, {} % more than the middle one: it drags, by a bent shaft, dirt, tight gears, or a shorted turn.",
                significant(*amps),
                significant(100.0 * (amps / middle - 1.0))
            );
            paper.find("takes_more", Weight::Doubt, reading, text);
        } else if *amps < (1.0 - APART) * middle {
            let text = format!(
                "{label} takes {} A, {} % less than the middle one: a worn brush or a loose lead, and the others do its work.",
                significant(*amps),
                significant(100.0 * (1.0 - amps / middle))
            );
            paper.find("takes_less", Weight::Doubt, reading, text);
        }
    }
    Ok(())
}

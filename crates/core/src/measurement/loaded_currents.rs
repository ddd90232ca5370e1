//! Motors one after the other with the same load. Alike ones are judged by each other: the one that drags, the weak one. Unlike
//! ones are told by one of them, and none is accused. And what those that are to run together take from a pack.

use serde_json::{Value, json};

use super::least_squares::{Estimate, median};
use super::{Refusal, Weight, Worksheet, refused};
use crate::document::measurement::{LoadedCurrents, MotorsAre};
use crate::format::significant;

/// A motor that draws so much more or less than the middle one is marked (common practice).
const APART: f64 = 0.2;

/// One motor that counts.
struct Read {
    place: usize,
    label: String,
    current_a: f64,
}

/// Ranked from the most current down; judged by the middle one where they are alike, else told by the chosen one.
pub(super) fn loaded_currents(sheet: &LoadedCurrents, paper: &mut Worksheet<'_>) -> Result<(), Refusal> {
    let used = paper.used("readings", &sheet.readings, Clone::clone);
    let all = used.places.iter().zip(&used.values);
    let mut ranked: Vec<Read> = all
        .filter(|(_, reading)| !reading.limited)
        .map(|(place, reading)| Read { place: *place, label: reading.label.clone(), current_a: reading.current_a })
        .collect();
    for (place, reading) in used.places.iter().zip(&used.values).filter(|(_, reading)| reading.limited) {
        let text = format!(
            "{} was read in the current limit of the supply: that is the supply's current, not the motor's. It is not \
             counted; allow more current and read it again.",
            reading.label
        );
        paper.find("supply_limited", Weight::Doubt, Some(format!("readings/{place}")), text);
    }
    if ranked.is_empty() {
        return Err(refused("readings", "no motor is used, at least 1 is needed"));
    }
    ranked.sort_by(|a, b| b.current_a.total_cmp(&a.current_a));
    let amps: Vec<f64> = ranked.iter().map(|read| read.current_a).collect();
    let (middle, sum) = (median(&amps), amps.iter().sum::<f64>());
    let chosen = match &sheet.compared_to {
        Some(name) => Some(ranked.iter().find(|read| read.label == *name).ok_or_else(|| {
            let names: Vec<&str> = ranked.iter().map(|read| read.label.as_str()).collect();
            refused("compared_to", format!("{name:?} came, one of {} is needed", names.join(", ")))
        })?),
        None => None,
    };
    let over = |base: f64, read: &Read| if base > 0.0 { json!(read.current_a / base) } else { Value::Null };
    let rows: Vec<Value> = ranked
        .iter()
        .map(|read| {
            json!({ "label": read.label, "current_a": read.current_a, "over_middle": over(middle, read),
                "over_chosen": chosen.map_or(Value::Null, |chosen| over(chosen.current_a, read)),
                "reading": format!("readings/{}", read.place) })
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
    if let Some(chosen) = chosen {
        told_by(chosen, &ranked, paper);
    }
    together(sheet, chosen, sum, ranked.len(), paper);
    match sheet.motors_are {
        Some(MotorsAre::Alike) => accuse(&ranked, middle, paper),
        Some(MotorsAre::Unlike) => {}
        None => {
            if ranked.iter().any(|read| apart(read.current_a, middle) != 0.0) {
                let text = "They take different currents. Say whether they are meant to be alike: only then does one of them \
                            drag, or is weak.";
                paper.find("alike_or_not", Weight::Note, None, text);
            }
        }
    }
    Ok(())
}

/// How much more than the middle one it takes, as a share; 0 where that is as usual.
fn apart(current_a: f64, middle: f64) -> f64 {
    let more = current_a / middle - 1.0;
    if more.is_finite() && more.abs() > APART { more } else { 0.0 }
}

fn accuse(ranked: &[Read], middle: f64, paper: &mut Worksheet<'_>) {
    for read in ranked {
        let more = apart(read.current_a, middle);
        let takes =
            format!("{} takes {} A, {} %", read.label, significant(read.current_a), significant(100.0 * more.abs()));
        let reading = Some(format!("readings/{}", read.place));
        if more > 0.0 {
            let text = format!(
                "{takes} more than the middle one: it drags, by a bent shaft, dirt, tight gears, or a shorted turn."
            );
            paper.find("takes_more", Weight::Doubt, reading, text);
        } else if more < 0.0 {
            let text =
                format!("{takes} less than the middle one: a worn brush or a loose lead, and the others do its work.");
            paper.find("takes_less", Weight::Doubt, reading, text);
        }
    }
}

/// Each of the others by the chosen one: ×1.3, ×3.3.
fn told_by(chosen: &Read, ranked: &[Read], paper: &mut Worksheet<'_>) {
    let others: Vec<String> = ranked
        .iter()
        .filter(|read| read.place != chosen.place && chosen.current_a > 0.0)
        .map(|read| format!("{} ×{}", read.label, significant(read.current_a / chosen.current_a)))
        .collect();
    if !others.is_empty() {
        paper.work(format!("against {}: {}", chosen.label, others.join(", ")));
    }
}

/// What those that are to run together take: so many of the chosen one, else all that were read.
fn together(sheet: &LoadedCurrents, chosen: Option<&Read>, sum: f64, count: usize, paper: &mut Worksheet<'_>) {
    let (words, together_a) = match (chosen, sheet.how_many) {
        (Some(chosen), Some(many)) => (format!("{many} of {}", chosen.label), chosen.current_a * f64::from(many)),
        _ => (format!("all {count}"), sum),
    };
    if chosen.is_some() && sheet.how_many.is_some() {
        paper.figure("together_a", "so many together", "A", Estimate::exact(together_a));
    }
    let draws = format!("{words} draw {} A together", significant(together_a));
    match sheet.pack_ah {
        Some(pack_ah) => {
            let times = together_a / pack_ah;
            paper.figure("pack_c", "of this pack", "C", Estimate::exact(times));
            let text =
                format!("{draws}, that is {} C of this pack of {} Ah.", significant(times), significant(pack_ah));
            paper.find("together", Weight::Note, None, text);
        }
        None if sheet.how_many.is_some() => paper.find("together", Weight::Note, None, format!("{draws}.")),
        None => {}
    }
}

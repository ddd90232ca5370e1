//! What is done at the bench: charging, and the first power-up step by step.

use maud::{Markup, html};

use super::html::{list, section, table};
use crate::document::OptionSheet;
use crate::document::build::Tick;
use crate::format::significant;
use crate::workshop::Workshop;

/// How the packs are charged, and what their voltage says.
pub(super) fn charging(shop: &Workshop) -> Markup {
    let charge = &shop.charging;
    let percent =
        |share: Option<f64>| share.map_or_else(|| "–".to_owned(), |share| format!("{} %", significant(100.0 * share)));
    let rows: Vec<Vec<String>> = charge
        .marks
        .iter()
        .map(|mark| {
            vec![
                mark.name.to_owned(),
                format!("{} V", significant(mark.cell_v)),
                format!("{} V", significant(mark.pack_v)),
                percent(mark.charge_at_rest),
                percent(mark.charge_under_load),
            ]
        })
        .collect();
    let inside = html! {
        p {
            "Each pack with " (significant(charge.current_a)) " A"
            @if !charge.rated { " (usual for its kind; nobody listed one)" }
            " to " (significant(charge.charger_v)) " V, " (significant(charge.hours)) " h from empty; a charger of "
            (significant(charge.charger_w)) " W for " (charge.cells) " cells."
        }
        (table(&["", "#a cell", "#a pack", "#left, at rest", "#left, at work"], &rows))
        (list(charge.words.iter()))
        @if let Some(transport) = &charge.transport { p.soft { (transport) } }
    };
    section("charging", "Charging and keeping", &inside)
}

/// The first power-up, with what was ticked and read.
pub(super) fn first_power(option: &OptionSheet, shop: &Workshop) -> Markup {
    let tick = |key: &str| -> Option<&Tick> { option.power_up.iter().rfind(|tick| tick.step == key) };
    let inside = html! {
        p.caution {
            "In this order, stopping where a reading is out of its band. Local rules and licensed people come first."
        }
        ul.steps {
            @for step in &shop.power_up {
                @let tick = tick(&step.key);
                li.done[tick.is_some()] {
                    (step.does)
                    @if let Some(expected) = &step.reading {
                        " "
                        span.read {
                            "about " (significant(expected.about)) " " (expected.unit) ", " (band(expected)) "; read "
                            @match tick.and_then(|tick| tick.reading) {
                                Some(value) => (significant(value)),
                                None => "______",
                            }
                        }
                    }
                    @if let Some(caution) = step.caution { p.caution { (caution) } }
                    @if let Some(day) = tick.and_then(|tick| tick.at.get(..10)) { p.soft { "done " (day) } }
                }
            }
        }
    };
    section("power-up", "First power-up", &inside)
}

/// The band a reading may lie in.
fn band(expected: &crate::workshop::power_up::Expected) -> String {
    /// Beyond any meter: no upper end.
    const MOST: f64 = 1e5;
    if expected.to < MOST {
        format!("{} to {}", significant(expected.from), significant(expected.to))
    } else {
        format!("{} or more", significant(expected.from))
    }
}

//! What is bought, wired, geared and set.

use maud::{Markup, PreEscaped, html};

use super::html::{list, section, table};
use super::tenth;
use crate::document::{Build, OptionSheet};
use crate::evaluation::OptionEvaluation;
use crate::evaluation::checks::CheckGroup;
use crate::evaluation::fits::Packing;
use crate::format::significant;
use crate::workshop::Workshop;
use crate::workshop::bill_of_materials::parts_list;
use crate::workshop::loom::written;

/// What it is made of, what there is and what it costs.
pub(super) fn parts(build: &Build, option: &OptionSheet) -> Markup {
    let list = parts_list(&build.job, option);
    let rows: Vec<Vec<String>> = list
        .lines
        .iter()
        .map(|line| {
            let state = if line.have {
                "have"
            } else if line.made {
                "make"
            } else {
                "need"
            };
            vec![
                line.what.clone(),
                format!("{} {}", significant(line.quantity), line.unit).trim().to_owned(),
                state.to_owned(),
                line.total.map_or_else(|| "–".to_owned(), |total| significant(total).to_string()),
            ]
        })
        .collect();
    let inside = html! {
        (table(&["what", "#how many", "", "#price"], &rows))
        p {
            "In all " (significant(list.total)) " " (list.currency) ", still to buy " (significant(list.to_buy))
            @if let Some(amount) = list.budget { ", budget " (significant(amount)) }
            "."
        }
    };
    section("parts", "Parts", &inside)
}

/// The loom and its leads.
pub(super) fn wiring(option: &OptionSheet, shop: &Workshop) -> Markup {
    let maybe = |value: Option<f64>, unit: &str| {
        value.map_or_else(|| "–".to_owned(), |value| format!("{} {unit}", significant(value)))
    };
    let rows: Vec<Vec<String>> = shop
        .runs
        .iter()
        .map(|run| {
            vec![
                run.name.clone(),
                written(option, run.place),
                maybe(run.steady_a, "A"),
                maybe(run.peak_a, "A"),
                maybe(run.drop_percent, "%"),
                maybe(run.copper_c, "°C"),
                run.fuse_suggested_a
                    .filter(|_| run.drive.is_none())
                    .map_or_else(|| "–".to_owned(), |fuse| format!("{} A", significant(fuse))),
            ]
        })
        .collect();
    let inside = html! {
        (PreEscaped(&shop.loom_svg))
        (table(&["run", "wire", "#steady", "#most", "#loses", "#copper", "#fuse"], &rows))
        @if !shop.findings.is_empty() { (list(shop.findings.iter().map(|finding| finding.words.as_str()))) }
    };
    section("wiring", "Wiring", &inside)
}

/// Teeth, belts, wheels, and the room of the packs.
pub(super) fn mechanics(option: &OptionSheet, result: &OptionEvaluation) -> Markup {
    let mut rows = Vec::new();
    for (served, judged) in option.drives.iter().zip(&result.drives) {
        for (place, stage) in served.gearing.iter().enumerate() {
            let teeth = match (stage.driver_teeth, stage.driven_teeth) {
                (Some(driver), Some(driven)) => format!("{driver} : {driven}"),
                _ => format!("{} : 1", significant(stage.ratio())),
            };
            let size = stage
                .pitch_mm
                .map(|pitch| format!("pitch {} mm", significant(pitch)))
                .or_else(|| stage.module_mm.map(|module| format!("module {}", significant(module))))
                .unwrap_or_default();
            let length = stage
                .belt_teeth
                .map(|teeth| format!("{teeth} teeth"))
                .or_else(|| stage.chain_links.map(|links| format!("{links} links")))
                .unwrap_or_default();
            let centre = judged
                .stages
                .get(place)
                .and_then(|report| report.pair.as_ref()?.centre_mm)
                .or(stage.centre_distance_mm)
                .map_or_else(|| "–".to_owned(), |mm| format!("{} mm", significant(mm)));
            rows.push(vec![served.drive.clone(), stage.kind.label().to_lowercase(), teeth, size, length, centre]);
        }
        if let Some(gearbox) = &served.motor.gearbox {
            rows.push(vec![
                served.drive.clone(),
                "built-in gearbox".to_owned(),
                format!("{} : 1", significant(gearbox.ratio)),
                String::new(),
                String::new(),
                "–".to_owned(),
            ]);
        }
        if let Some(metres) = served.output.wheel_diameter_m {
            rows.push(vec![
                served.drive.clone(),
                "wheel".to_owned(),
                format!("⌀ {} mm", significant(1000.0 * metres)),
                String::new(),
                String::new(),
                "–".to_owned(),
            ]);
        }
    }
    let fits: Vec<String> = result
        .checks
        .iter()
        .filter(|check| check.code.group() == CheckGroup::Fit)
        .map(|check| format!("{}: {}", check.title, check.because))
        .collect();
    let inside = html! {
        @if rows.is_empty() {
            p.soft { "Nothing between motor and load." }
        } @else {
            (table(&["drive", "stage", "teeth", "size", "length", "#centre distance"], &rows))
        }
        @if let Some(fit) = &result.battery_fit && let Some(packs) = &fit.packs { (plan(fit.room_mm, packs)) }
        @if !fits.is_empty() { (list(fits)) }
    };
    section("mechanics", "Mechanics", &inside)
}

/// The packs in their room from above, to scale.
fn plan(room_mm: [f64; 3], packs: &Packing) -> Markup {
    let [length, width, _] = room_mm;
    let scale = (520.0 / length).min(130.0 / width);
    let (w, h) = (length * scale, width * scale);
    let each = packs.box_mm.map(|mm| mm * scale);
    let places = (0..packs.count[0])
        .flat_map(|along| (0..packs.count[1]).map(move |across| (f64::from(along), f64::from(across))));
    html! {
        svg viewBox=(format!("-4 -4 768 {:.0}", h + 26.0)) role="img" aria-label="Packs in their room" font-size="11" {
            rect width=(tenth(w)) height=(tenth(h)) fill="none" stroke="#111" stroke-width="1.4" {}
            @for (along, across) in places {
                rect x=(tenth(along * each[0])) y=(tenth(across * each[1])) width=(tenth(each[0])) height=(tenth(each[1]))
                    fill="#e4e4e4" stroke="#111" stroke-dasharray="4 2" {}
            }
            text x=(tenth(w + 14.0)) y="14" { "room " (size(room_mm)) " mm" }
            text x=(tenth(w + 14.0)) y="30" {
                "each pack " (size(packs.box_mm)) " mm"
                @if packs.count[2] > 1 { ", " (packs.count[2]) " high" }
            }
        }
    }
}

/// Three lengths, as one says a size.
fn size(mm: [f64; 3]) -> String {
    mm.map(|length| significant(length).to_string()).join(" × ")
}

/// What is keyed into controllers and chargers.
pub(super) fn settings(shop: &Workshop) -> Markup {
    if shop.settings.is_empty() {
        return html! {};
    }
    let rows: Vec<Vec<String>> = shop
        .settings
        .iter()
        .map(|setting| vec![setting.drive.clone(), setting.name.to_owned(), setting.value.clone(), setting.why.clone()])
        .collect();
    section("settings", "Settings to key in", &table(&["drive", "setting", "value", "why"], &rows))
}

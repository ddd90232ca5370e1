//! The build sheet as one page: its style, its title, its sections in the order one works.

use maud::{DOCTYPE, Markup, PreEscaped, html};

use super::html::{list, section, table};
use super::ribbon::ribbon;
use super::verdict::verdict;
use super::{Title, bench, making, task};
use crate::document::{Build, OptionSheet};
use crate::evaluation::checks::CheckGroup;
use crate::evaluation::{OptionEvaluation, evaluate_option};
use crate::format::significant;
use crate::model::cases::Case;
use crate::workshop::workshop;

/// The style of the sheet: two fonts that every machine has, ink on paper, tables that break between rows.
const STYLE: &str = "@page{size:auto;margin:14mm 13mm}\
*{box-sizing:border-box}\
body{font:10.5pt/1.38 'IBM Plex Sans','Liberation Sans',Arial,sans-serif;color:#111;background:#fff;margin:0 auto;max-width:184mm;padding:6mm}\
@media print{body{padding:0;max-width:none}}\
h1{font-size:20pt;line-height:1.15;margin:0}\
h2{font-size:12.5pt;margin:7mm 0 2mm;border-bottom:1.2pt solid #111;padding-bottom:1mm;break-after:avoid}\
h3{font-size:10.5pt;margin:4mm 0 1mm;break-after:avoid}\
p{margin:1mm 0}\
table{border-collapse:collapse;width:100%;margin:1.5mm 0;break-inside:auto}\
thead{display:table-header-group}\
tr{break-inside:avoid}\
th,td{text-align:left;vertical-align:top;padding:1mm 2mm 1mm 0;border-bottom:.4pt solid #999;overflow-wrap:break-word}\
th{font-weight:600;border-bottom:.8pt solid #111}\
.n{text-align:right;white-space:nowrap;font-family:'IBM Plex Mono','Liberation Mono',monospace;font-size:9.5pt}\
.n+td,.n+th{padding-left:4mm}\
.title{display:grid;grid-template-columns:1fr auto;gap:4mm;border:1.4pt solid #111;padding:3mm}\
.title table{width:auto;margin:0}\
.title td{border:0;padding:.3mm 3mm .3mm 0}\
.caution{border-left:2.4pt solid #111;padding-left:3mm;margin:2mm 0}\
.soft{color:#444;font-size:9.5pt}\
svg{display:block;width:100%;height:auto;break-inside:avoid}\
ul{margin:1mm 0;padding-left:5mm}\
.steps{list-style:none;padding:0}\
.steps li{padding:1.2mm 0 1.2mm 8mm;border-bottom:.4pt solid #999;position:relative;break-inside:avoid}\
.steps li::before{content:'';position:absolute;left:0;top:1.9mm;width:3.6mm;height:3.6mm;border:.8pt solid #111}\
.steps li.done::before{content:'\\2713';line-height:3.2mm;text-align:center}\
.read{font-family:'IBM Plex Mono','Liberation Mono',monospace;font-size:9.5pt}";

pub(super) fn write(build: &Build, place: usize, title: &Title, goes_on: &dyn Fn() -> bool) -> Option<String> {
    let option = build.options.get(place)?;
    let shop = workshop(build, place, goes_on)?;
    let result = &evaluate_option(&build.job, option, place);
    let page = html! {
        (DOCTYPE)
        html lang="en" {
            head {
                meta charset="utf-8";
                meta name="viewport" content="width=device-width";
                title { (build.name) ", build sheet" }
                style { (PreEscaped(STYLE)) }
            }
            body {
                (title_block(build, option, title))
                (task::job(build))
                (task::decision(build, option))
                (making::settings(&shop))
                (making::wiring(option, &shop))
                (bench::first_power(option, &shop))
                (cautions(build, result))
                (verdict(result))
                (power(result))
                (making::parts(build, option))
                (making::mechanics(option, result))
                (bench::charging(&shop))
                (figures(option, result))
            }
        }
    };
    Some(page.into_string())
}

fn title_block(build: &Build, option: &OptionSheet, title: &Title) -> Markup {
    let revision = title.revision.map_or_else(|| "file".to_owned(), |revision| revision.to_string());
    let rows = [("Build sheet", title.day.as_str()), ("Revision", revision.as_str()), ("Checked by", "____________")];
    html! {
        header.title {
            div {
                h1 { (build.name) }
                p { (option.name) }
                @if !build.notes.is_empty() { p.soft { (build.notes) } }
            }
            table { tbody { @for (name, value) in rows { tr { td.soft { (name) } td { (value) } } } } }
        }
    }
}

fn power(result: &OptionEvaluation) -> Markup {
    let drives = html! {
        @for drive in &result.drives {
            @let point = drive
                .cases
                .iter()
                .find(|point| point.case == Case::Target && (point.state_of_charge - 0.5).abs() < 1e-9);
            h3 { (drive.drive) }
            @match (point.and_then(|point| ribbon(drive, point)), &drive.generating) {
                (Some(drawing), _) => { p.soft { "at its target, half charge" } (drawing) }
                (None, Some(now)) => (table(
                    &["", "#"],
                    &[
                        ("from the source", format!("{} W at {} rpm", significant(now.source_power_w), significant(now.source_rpm))),
                        ("lost in gearing", format!("{} W", significant(now.gearing_loss_w))),
                        ("lost in the machine", format!("{} W", significant(now.copper_loss_w + now.no_load_loss_w))),
                        ("lost in the bridge", format!("{} W", significant(now.bridge_loss_w))),
                        ("into the load", format!("{} W at {} V", significant(now.output_power_w), significant(now.output_voltage_v))),
                    ]
                    .map(|(what, watts)| vec![what.to_owned(), watts]),
                )),
                (None, None) => p.caution { "It does not reach its target: there is no power to draw." }
            }
        }
    };
    section("power", "Where the power goes", &drives)
}

fn cautions(build: &Build, result: &OptionEvaluation) -> Markup {
    let mut said: Vec<String> = result
        .checks
        .iter()
        .filter(|check| check.code.group() == CheckGroup::Safety)
        .map(|check| check.because.clone())
        .collect();
    for drive in &build.job.drives {
        let rule = task::rules(&drive.load);
        if !said.iter().any(|known| known == rule) {
            said.push(rule.to_owned());
        }
    }
    section("cautions", "Cautions", &list(said))
}

fn figures(option: &OptionSheet, result: &OptionEvaluation) -> Markup {
    let rows: Vec<Vec<String>> = option
        .drives
        .iter()
        .flat_map(|served| {
            served.motor.measured_on.iter().flatten().map(|(field, at)| {
                let day = at.get(..10).unwrap_or(at);
                vec![format!("{} motor", served.drive), field.clone(), format!("measured {day}")]
            })
        })
        .collect();
    let mut assumed: Vec<String> = Vec::new();
    for guess in &result.guesses {
        // Two motors of a kind have the same assumptions.
        let line = format!("assumed: {}", guess.assumed);
        if !assumed.contains(&line) {
            assumed.push(line);
        }
    }
    let inside = html! {
        @if !rows.is_empty() { (table(&["part", "figure", ""], &rows)) }
        @if assumed.is_empty() { p.soft { "Nothing is assumed." } } @else { (list(assumed)) }
    };
    section("figures", "Figures measured and guessed", &inside)
}

//! The sections of the build sheet, in the order one works.

use super::Title;
use super::html::Html;
use super::ribbon::ribbon;
use super::verdict::verdict;
use crate::document::build::Tick;
use crate::document::{Build, Load, OptionSheet};
use crate::evaluation::checks::CheckGroup;
use crate::evaluation::fits::Packing;
use crate::evaluation::{OptionEvaluation, evaluate_option};
use crate::format::{escaped, significant};
use crate::model::cases::Case;
use crate::workshop::bill_of_materials::parts_list;
use crate::workshop::loom::written;
use crate::workshop::{Workshop, workshop};

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
    let mut html = Html::default();
    html.raw("<!doctype html><html lang=\"en\"><head><meta charset=\"utf-8\"><meta name=\"viewport\" content=\"width=device-width\">");
    html.raw(&format!("<title>{}, build sheet</title><style>{STYLE}</style></head><body>", escaped(&build.name)));
    title_block(&mut html, build, option, title);
    job(&mut html, build);
    decision(&mut html, build, option);
    power(&mut html, result);
    verdict(&mut html, result);
    parts(&mut html, build, option);
    wiring(&mut html, option, &shop);
    mechanics(&mut html, option, result);
    settings(&mut html, &shop);
    charging(&mut html, &shop);
    first_power(&mut html, option, &shop);
    cautions(&mut html, build, result);
    guesses(&mut html, option, result);
    html.raw("</body></html>");
    Some(html.0)
}

fn title_block(html: &mut Html, build: &Build, option: &OptionSheet, title: &Title) {
    html.raw("<header class=\"title\"><div>");
    html.raw(&format!("<h1>{}</h1>", escaped(&build.name)));
    html.words("", &option.name);
    if !build.notes.is_empty() {
        html.words("soft", &build.notes);
    }
    html.raw("</div>");
    let revision = title.revision.map_or_else(|| "file".to_owned(), |revision| revision.to_string());
    let rows = [("Build sheet", title.day.clone()), ("Revision", revision), ("Checked by", "____________".to_owned())];
    html.raw("<table><tbody>");
    for (name, value) in rows {
        html.raw(&format!("<tr><td class=\"soft\">{name}</td><td>{}</td></tr>", escaped(&value)));
    }
    html.raw("</tbody></table></header>");
}

fn job(html: &mut Html, build: &Build) {
    html.section("job", "What it must do");
    let job = &build.job;
    let rows: Vec<Vec<String>> = job.drives.iter().map(|drive| vec![drive.name.clone(), said(&drive.load)]).collect();
    html.table(&["drive", "work"], &rows);
    html.words(
        "",
        &format!(
            "{}Working {} % of the time, in air of {} °C.",
            job.runtime_min
                .map_or_else(String::new, |minutes| format!("For {} min on one charge. ", significant(minutes))),
            significant(100.0 * job.duty_cycle),
            significant(job.ambient_c)
        ),
    );
    html.end();
}

/// A load in one sentence.
fn said(load: &Load) -> String {
    match load {
        Load::Vehicle(vehicle) => format!(
            "{} km/h{} with {} kg on it{}",
            significant(3.6 * vehicle.target_speed_m_s),
            vehicle
                .usual_speed_m_s
                .map_or_else(String::new, |usual| format!(" at most, usually {} km/h,", significant(3.6 * usual))),
            significant(vehicle.base_mass_kg + vehicle.payload_kg),
            if vehicle.grade_percent > 0.0 {
                format!(
                    ", {} % of hill at {} km/h",
                    significant(vehicle.grade_percent),
                    significant(3.6 * vehicle.climb_speed_m_s.unwrap_or(vehicle.target_speed_m_s))
                )
            } else {
                String::new()
            }
        ),
        Load::Flywheel(wheels) => match &wheels.projectile {
            Some(shot) => format!(
                "{} rpm; throws {} g with {} m/s",
                significant(wheels.target_rpm),
                significant(1000.0 * shot.mass_kg),
                significant(shot.speed_m_s)
            ),
            None => format!("{} rpm", significant(wheels.target_rpm)),
        },
        Load::Fan(fan) => format!("{} rpm against air or water", significant(fan.target_rpm)),
        Load::Blade(blade) => format!(
            "blade of {} mm, tip at {} m/s",
            significant(2000.0 * blade.blade_radius_m),
            significant(blade.target_tip_speed_m_s)
        ),
        Load::Hoist(hoist) => {
            format!("lifts {} kg with {} m/s", significant(hoist.mass_kg), significant(hoist.lift_speed_m_s))
        }
        Load::ConstantTorque(shaft) => {
            format!("{} N·m at {} rpm", significant(shaft.torque_nm), significant(shaft.target_rpm))
        }
        Load::Generator(turned) => match turned.electrical.battery_v {
            Some(volts) => format!("is turned and charges a battery of {} V", significant(volts)),
            None => "is turned and feeds a resistance".to_owned(),
        },
    }
}

fn decision(html: &mut Html, build: &Build, option: &OptionSheet) {
    html.section("decision", "Chosen");
    match (&build.chosen, &build.decided) {
        (Some(chosen), decided) if chosen == &option.name => {
            let day = decided.as_ref().and_then(|decided| decided.at.get(..10)).unwrap_or("");
            html.words("", &format!("{chosen}{}", if day.is_empty() { String::new() } else { format!(", {day}") }));
            if !build.decision.is_empty() {
                html.words("", &build.decision);
            }
        }
        (Some(chosen), _) => {
            html.words(
                "caution",
                &format!("Not the chosen one: {chosen} was chosen, this sheet is of {}.", option.name),
            );
        }
        (None, _) => html.words("soft", "No option is chosen yet."),
    }
    html.end();
}

fn power(html: &mut Html, result: &OptionEvaluation) {
    html.section("power", "Where the power goes");
    for drive in &result.drives {
        let point =
            drive.cases.iter().find(|point| point.case == Case::Target && (point.state_of_charge - 0.5).abs() < 1e-9);
        html.raw(&format!("<h3>{}</h3>", escaped(&drive.drive)));
        match (point.and_then(|point| ribbon(drive, point)), &drive.generating) {
            (Some(drawing), _) => {
                html.words("soft", "at its target, half charge");
                html.raw(&drawing);
            }
            (None, Some(now)) => html.table(
                &["", "#"],
                &[
                    vec![
                        "from the source".to_owned(),
                        format!("{} W at {} rpm", significant(now.source_power_w), significant(now.source_rpm)),
                    ],
                    vec!["lost in gearing".to_owned(), format!("{} W", significant(now.gearing_loss_w))],
                    vec![
                        "lost in the machine".to_owned(),
                        format!("{} W", significant(now.copper_loss_w + now.no_load_loss_w)),
                    ],
                    vec!["lost in the bridge".to_owned(), format!("{} W", significant(now.bridge_loss_w))],
                    vec![
                        "into the load".to_owned(),
                        format!("{} W at {} V", significant(now.output_power_w), significant(now.output_voltage_v)),
                    ],
                ],
            ),
            (None, None) => html.words("caution", "It does not reach its target: there is no power to draw."),
        }
    }
    html.end();
}

fn parts(html: &mut Html, build: &Build, option: &OptionSheet) {
    html.section("parts", "Parts");
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
    html.table(&["what", "#how many", "", "#price"], &rows);
    let budget = list.budget.map_or_else(String::new, |amount| format!(", budget {}", significant(amount)));
    html.words(
        "",
        &format!(
            "In all {} {}, still to buy {}{budget}.",
            significant(list.total),
            list.currency,
            significant(list.to_buy)
        ),
    );
    html.end();
}

fn wiring(html: &mut Html, option: &OptionSheet, shop: &Workshop) {
    html.section("wiring", "Wiring");
    html.raw(&shop.loom_svg);
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
    html.table(&["run", "wire", "#steady", "#most", "#loses", "#copper", "#fuse"], &rows);
    if !shop.findings.is_empty() {
        html.list("", shop.findings.iter().map(|finding| finding.words.as_str()));
    }
    html.end();
}

fn mechanics(html: &mut Html, option: &OptionSheet, result: &OptionEvaluation) {
    html.section("mechanics", "Mechanics");
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
    if rows.is_empty() {
        html.words("soft", "Nothing between motor and load.");
    } else {
        html.table(&["drive", "stage", "teeth", "size", "length", "#centre distance"], &rows);
    }
    if let Some(fit) = &result.battery_fit
        && let Some(packs) = &fit.packs
    {
        html.raw(&plan(fit.room_mm, packs));
    }
    let fits: Vec<String> = result
        .checks
        .iter()
        .filter(|check| check.code.group() == CheckGroup::Fit)
        .map(|check| format!("{}: {}", check.title, check.because))
        .collect();
    if !fits.is_empty() {
        html.list("", fits);
    }
    html.end();
}

/// The packs in their room from above, to scale.
fn plan(room_mm: [f64; 3], packs: &Packing) -> String {
    let [length, width, _] = room_mm;
    let scale = (520.0 / length).min(130.0 / width);
    let (w, h) = (length * scale, width * scale);
    let mut text = format!(
        "<svg viewBox=\"-4 -4 768 {:.0}\" role=\"img\" aria-label=\"Packs in their room\" font-size=\"11\">\
         <rect width=\"{w:.1}\" height=\"{h:.1}\" fill=\"none\" stroke=\"#111\" stroke-width=\"1.4\"/>",
        h + 26.0
    );
    for along in 0..packs.count[0] {
        for across in 0..packs.count[1] {
            let (x, y) = (f64::from(along) * packs.box_mm[0] * scale, f64::from(across) * packs.box_mm[1] * scale);
            text.push_str(&format!(
                "<rect x=\"{x:.1}\" y=\"{y:.1}\" width=\"{:.1}\" height=\"{:.1}\" fill=\"#e4e4e4\" stroke=\"#111\" \
                 stroke-dasharray=\"4 2\"/>",
                packs.box_mm[0] * scale,
                packs.box_mm[1] * scale
            ));
        }
    }
    let layers = if packs.count[2] > 1 { format!(", {} high", packs.count[2]) } else { String::new() };
    text.push_str(&format!(
        "<text x=\"{:.1}\" y=\"14\">room {} × {} × {} mm</text><text x=\"{:.1}\" y=\"30\">each pack {} × {} × {} mm{layers}</text></svg>",
        w + 14.0,
        significant(length),
        significant(width),
        significant(room_mm[2]),
        w + 14.0,
        significant(packs.box_mm[0]),
        significant(packs.box_mm[1]),
        significant(packs.box_mm[2]),
    ));
    text
}

fn settings(html: &mut Html, shop: &Workshop) {
    if shop.settings.is_empty() {
        return;
    }
    html.section("settings", "Settings to key in");
    let rows: Vec<Vec<String>> = shop
        .settings
        .iter()
        .map(|setting| vec![setting.drive.clone(), setting.name.to_owned(), setting.value.clone(), setting.why.clone()])
        .collect();
    html.table(&["drive", "setting", "value", "why"], &rows);
    html.end();
}

fn charging(html: &mut Html, shop: &Workshop) {
    html.section("charging", "Charging and keeping");
    let charge = &shop.charging;
    html.words(
        "",
        &format!(
            "Each pack with {} A{} to {} V, {} h from empty; a charger of {} W for {} cells.",
            significant(charge.current_a),
            if charge.rated { "" } else { " (usual for its kind; nobody listed one)" },
            significant(charge.charger_v),
            significant(charge.hours),
            significant(charge.charger_w),
            charge.cells
        ),
    );
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
    html.table(&["", "#a cell", "#a pack", "#left, at rest", "#left, at work"], &rows);
    html.list("", charge.words.iter());
    if let Some(transport) = &charge.transport {
        html.words("soft", transport);
    }
    html.end();
}

fn first_power(html: &mut Html, option: &OptionSheet, shop: &Workshop) {
    html.section("power-up", "First power-up");
    html.words(
        "caution",
        "In this order, stopping where a reading is out of its band. Local rules and licensed people come first.",
    );
    html.raw("<ul class=\"steps\">");
    for step in &shop.power_up {
        let tick: Option<&Tick> = option.power_up.iter().rfind(|tick| tick.step == step.key);
        html.raw(if tick.is_some() { "<li class=\"done\">" } else { "<li>" });
        html.raw(&escaped(&step.does));
        if let Some(expected) = &step.reading {
            html.raw(&format!(
                " <span class=\"read\">about {} {}, {}; read {}</span>",
                significant(expected.about),
                expected.unit,
                band(expected),
                tick.and_then(|tick| tick.reading)
                    .map_or_else(|| "______".to_owned(), |value| significant(value).to_string())
            ));
        }
        if let Some(caution) = step.caution {
            html.words("caution", caution);
        }
        if let Some(day) = tick.and_then(|tick| tick.at.get(..10)) {
            html.words("soft", &format!("done {day}"));
        }
        html.raw("</li>");
    }
    html.raw("</ul>");
    html.end();
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

/// What local rules there usually are for a kind of machine.
pub(super) fn rules(load: &Load) -> &'static str {
    match load {
        Load::Vehicle(_) => {
            "Where it may be ridden or driven, how fast, and whether it must be insured differs from place to place: ask first."
        }
        Load::Blade(_) => {
            "Mowers have rules on blade speed, on how soon the blade stands and on guards; they come first."
        }
        Load::Flywheel(_) => {
            "What may be thrown, how fast and where, is ruled locally; never at people or animals, eye protection for all."
        }
        Load::Hoist(_) => "Nobody under a load; lifting gear has rules on rope, hook and brake.",
        Load::Fan(_) => "Boats and flying things have rules on where and how; a propeller needs a guard.",
        Load::Generator(_) => "Water rights, and anything tied to the grid, belong to licensed people.",
        Load::ConstantTorque(_) => "Machines with turning parts need guards and a switch within reach.",
    }
}

fn cautions(html: &mut Html, build: &Build, result: &OptionEvaluation) {
    html.section("cautions", "Cautions");
    let mut said: Vec<String> = result
        .checks
        .iter()
        .filter(|check| check.code.group() == CheckGroup::Safety)
        .map(|check| check.because.clone())
        .collect();
    let mut seen = Vec::new();
    for drive in &build.job.drives {
        let rule = rules(&drive.load);
        if !seen.contains(&rule) {
            seen.push(rule);
            said.push(rule.to_owned());
        }
    }
    html.list("", said);
    html.end();
}

fn guesses(html: &mut Html, option: &OptionSheet, result: &OptionEvaluation) {
    html.section("figures", "Figures measured and guessed");
    let mut rows = Vec::new();
    for served in &option.drives {
        for (part, measured) in [("motor", served.motor.measured_on.as_ref())] {
            for (field, at) in measured.into_iter().flatten() {
                rows.push(vec![
                    format!("{} {part}", served.drive),
                    field.clone(),
                    format!("measured {}", at.get(..10).unwrap_or(at)),
                ]);
            }
        }
    }
    if !rows.is_empty() {
        html.table(&["part", "figure", ""], &rows);
    }
    if result.guesses.is_empty() {
        html.words("soft", "Nothing is assumed.");
    } else {
        let mut said: Vec<String> = Vec::new();
        for guess in &result.guesses {
            // Two motors of a kind have the same guesses.
            let line = format!("assumed: {}", guess.assumed);
            if !said.contains(&line) {
                said.push(line);
            }
        }
        html.list("", said);
    }
    html.end();
}

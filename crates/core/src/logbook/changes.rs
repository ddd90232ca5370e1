//! What changed of a machine between two of its documents: the option that is chosen, parts, teeth, cells, measured figures.

use serde_json::Value;

use crate::document::log::ChangedFigure;
use crate::document::{Build, GearingStage, OptionDrive, OptionSheet};
use crate::format::significant;

/// Most changes of one entry.
const MOST: usize = 400;

fn changed(what: impl Into<String>, before: Option<String>, after: Option<String>) -> Option<ChangedFigure> {
    (before != after).then(|| ChangedFigure { what: what.into(), before, after })
}

/// What changed, in words; empty where nothing that a logbook tells did. Options are told apart by their names: one that was
/// renamed is the one that stands at its place.
#[must_use]
pub fn between(before: &Build, after: &Build) -> Vec<ChangedFigure> {
    let mut found: Vec<ChangedFigure> = Vec::new();
    found.extend(changed("Chosen", before.chosen.clone(), after.chosen.clone()));
    let several = after.options.len() > 1;
    for (place, option) in after.options.iter().enumerate() {
        let same_name = before.options.iter().find(|then| then.name == option.name);
        let renamed = || {
            let then = before.options.get(place)?;
            (!after.options.iter().any(|now| now.name == then.name)).then_some(then)
        };
        match same_name.or_else(renamed) {
            None => found.extend(changed("Option", None, Some(option.name.clone()))),
            Some(then) => {
                let prefix = if several { format!("{}: ", option.name) } else { String::new() };
                found.extend(of_option(&prefix, then, option));
            }
        }
    }
    for then in before.options.iter().filter(|then| !after.options.iter().any(|now| now.name == then.name)) {
        if before.options.len() > after.options.len() {
            found.extend(changed("Option", Some(then.name.clone()), None));
        }
    }
    for (place, drive) in after.job.drives.iter().enumerate() {
        let Some(then) = before.job.drives.get(place) else { continue };
        let (then, now) = (serde_json::to_value(&then.load), serde_json::to_value(&drive.load));
        if let (Ok(then), Ok(now)) = (then, now) {
            found.extend(measured(&format!("{}: ", drive.name), &then, &now));
        }
    }
    found.truncate(MOST);
    found
}

fn of_option(prefix: &str, before: &OptionSheet, after: &OptionSheet) -> Vec<ChangedFigure> {
    let mut found = Vec::new();
    let pack = |option: &OptionSheet| {
        let battery = &option.battery;
        let packs = match (battery.packs_series, battery.packs_parallel) {
            (1, 1) => String::new(),
            (series, parallel) => format!(", {series} x {parallel} packs"),
        };
        let cells = format!("{} cells, {} Ah{packs}", battery.cells_series, significant(battery.capacity_ah));
        Some(battery.label.as_ref().map_or_else(|| cells.clone(), |label| format!("{label} ({cells})")))
    };
    found.extend(changed(format!("{prefix}battery"), pack(before), pack(after)));
    found.extend(marks(&format!("{prefix}battery: "), &before.battery, &after.battery));
    for drive in &after.drives {
        let Some(then) = before.drives.iter().find(|then| then.drive == drive.drive) else { continue };
        let prefix = if after.drives.len() > 1 { format!("{prefix}{}, ", drive.drive) } else { prefix.to_owned() };
        found.extend(of_drive(&prefix, then, drive));
    }
    found
}

fn of_drive(prefix: &str, before: &OptionDrive, after: &OptionDrive) -> Vec<ChangedFigure> {
    let mut found = Vec::new();
    let motor = |drive: &OptionDrive| {
        let many = if drive.motor_count > 1 { format!("{} x ", drive.motor_count) } else { String::new() };
        let named =
            drive.motor.label.clone().unwrap_or_else(|| format!("Kv {}", significant(drive.motor.kv_rpm_per_v)));
        Some(format!("{many}{named}"))
    };
    let controller = |drive: &OptionDrive| {
        let kept = drive.controller.as_ref()?;
        Some(kept.label.clone().unwrap_or_else(|| "a controller".to_owned()))
    };
    found.extend(changed(format!("{prefix}motor"), motor(before), motor(after)));
    found.extend(changed(format!("{prefix}controller"), controller(before), controller(after)));
    for place in 0..before.gearing.len().max(after.gearing.len()) {
        let stage = |drive: &OptionDrive| drive.gearing.get(place).map(stage_words);
        found.extend(changed(format!("{prefix}stage {}", place + 1), stage(before), stage(after)));
    }
    let wheel = |drive: &OptionDrive| drive.output.wheel_diameter_m.map(|m| format!("{} mm", significant(m * 1000.0)));
    found.extend(changed(format!("{prefix}wheels"), wheel(before), wheel(after)));
    found.extend(marks(&format!("{prefix}motor: "), &before.motor, &after.motor));
    for (then, now) in before.gearing.iter().zip(&after.gearing) {
        found.extend(marks(&format!("{prefix}stage: "), then, now));
    }
    found
}

fn stage_words(stage: &GearingStage) -> String {
    let kind = stage.kind.label().to_lowercase();
    match (stage.driver_teeth, stage.driven_teeth, stage.ratio) {
        (Some(driver), Some(driven), _) => format!("{kind} {driver} : {driven}"),
        (_, _, Some(ratio)) => format!("{kind} {} : 1", significant(ratio)),
        _ => kind,
    }
}

fn marks(prefix: &str, before: &impl serde::Serialize, after: &impl serde::Serialize) -> Vec<ChangedFigure> {
    match (serde_json::to_value(before), serde_json::to_value(after)) {
        (Ok(before), Ok(after)) => measured(prefix, &before, &after),
        _ => Vec::new(),
    }
}

/// Figures that were measured anew: those whose mark has another day.
fn measured(prefix: &str, before: &Value, after: &Value) -> Vec<ChangedFigure> {
    let days = |part: &Value| part.get("measured_on").and_then(Value::as_object).cloned().unwrap_or_default();
    let then = days(before);
    let said = |part: &Value, key: &str| match part.get(key) {
        Some(Value::Number(number)) => number.as_f64().map(|number| significant(number).to_string()),
        _ => None,
    };
    days(after)
        .iter()
        .filter(|(key, day)| then.get(*key) != Some(day))
        .filter_map(|(key, _)| {
            let words = key.split('_').filter(|word| !is_unit(word)).collect::<Vec<_>>().join(" ");
            let what = format!("{prefix}{}", if key == "thermal" { "heat path" } else { &words });
            Some(ChangedFigure {
                what,
                before: said(before, key),
                after: Some(said(after, key).map_or_else(|| "measured".to_owned(), |now| format!("{now} measured"))),
            })
            .filter(|change| change.before != change.after)
        })
        .collect()
}

/// Whether a word of a key is its unit.
fn is_unit(word: &str) -> bool {
    ["ohm", "ah", "m2", "k", "w", "a", "v", "c", "s", "m", "rpm", "per"].contains(&word)
}

#[cfg(test)]
mod tests {
    use serde_json::{Value, json};

    use super::between;
    use crate::document::Build;
    use crate::library::demo::BUILDS;

    fn with(edit: impl Fn(&mut Value)) -> Vec<(String, Option<String>, Option<String>)> {
        let before: Value = serde_json::from_str(BUILDS[3].json).unwrap();
        let mut after = before.clone();
        edit(&mut after);
        let read = |value: &Value| Build::from_value(value).unwrap_or_else(|problems| panic!("{problems:#?}"));
        let found = between(&read(&before), &read(&after));
        found.into_iter().map(|change| (change.what, change.before, change.after)).collect()
    }

    #[test]
    fn parts_teeth_choices_and_measured_figures_are_told_and_nothing_else() {
        assert_eq!(with(|_| {}), []);
        assert_eq!(with(|build| build["job"]["drives"][0]["load"]["payload_kg"] = json!(95)), []);
        let chosen = with(|build| build["chosen"] = build["options"][0]["name"].clone());
        assert_eq!(chosen, [("Chosen".to_owned(), None, Some("Twin belt drive, 10S".to_owned()))]);
        let teeth = with(|build| build["options"][0]["drives"][0]["gearing"][0]["driver_teeth"] = json!(17));
        let [(what, _, after)] = teeth.as_slice() else { panic!("{teeth:?}") };
        assert_eq!(what, "Twin belt drive, 10S: stage 1");
        assert!(after.as_ref().unwrap().contains("17 : "), "{after:?}");
        let cells = with(|build| build["options"][0]["battery"]["capacity_ah"] = json!(8));
        assert!(cells[0].0.ends_with("battery") && cells[0].2.as_ref().unwrap().contains("8 Ah"), "{cells:?}");
        let measured = with(|build| {
            let load = &mut build["job"]["drives"][0]["load"];
            load["rolling_resistance"] = json!(0.021);
            load["provenance"] = json!({ "rolling_resistance": "measured" });
            load["measured_on"] = json!({ "rolling_resistance": "2026-11-21T14:02:00Z" });
        });
        let expected =
            ("wheels: rolling resistance".to_owned(), Some("0.018".to_owned()), Some("0.021 measured".to_owned()));
        assert_eq!(measured, [expected]);
        let renamed = with(|build| build["options"][1]["name"] = json!("Hubs"));
        assert_eq!(renamed, []);
    }
}

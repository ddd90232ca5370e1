//! What the machine must do, and which option was chosen for it.

use maud::{Markup, html};

use super::html::{section, table};
use crate::document::{Build, Load, OptionSheet};
use crate::format::significant;

/// The work of every drive.
pub(super) fn job(build: &Build) -> Markup {
    let job = &build.job;
    let rows: Vec<Vec<String>> = job.drives.iter().map(|drive| vec![drive.name.clone(), said(&drive.load)]).collect();
    let inside = html! {
        (table(&["drive", "work"], &rows))
        p {
            @if let Some(minutes) = job.runtime_min { "For " (significant(minutes)) " min on one charge. " }
            "Working " (significant(100.0 * job.duty_cycle)) " % of the time, in air of " (significant(job.ambient_c)) " °C."
        }
    };
    section("job", "What it must do", &inside)
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

/// Which option was chosen, when and why.
pub(super) fn decision(build: &Build, option: &OptionSheet) -> Markup {
    let inside = match (&build.chosen, &build.decided) {
        (Some(chosen), decided) if chosen == &option.name => {
            let day = decided.as_ref().and_then(|decided| decided.at.get(..10)).unwrap_or("");
            html! {
                p { (chosen) @if !day.is_empty() { ", " (day) } }
                @if !build.decision.is_empty() { p { (build.decision) } }
            }
        }
        (Some(chosen), _) => {
            html! { p.caution { "Not the chosen one: " (chosen) " was chosen, this sheet is of " (option.name) "." } }
        }
        (None, _) => html! { p.soft { "No option is chosen yet." } },
    };
    section("decision", "Chosen", &inside)
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

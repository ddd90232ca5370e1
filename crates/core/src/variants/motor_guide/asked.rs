//! The size of motor that power and mass ask for, and what of an option a class forbids. Common practice.

use super::guide::MotorDuty;
use crate::document::{Load, MotorKind, OptionDrive, OptionSheet, Wishes};
use crate::format::significant;
use crate::listing::size_code::size_code;

/// Shaft power that a kilogram of motor gives continuously, W/kg, and the sizes such motors come in, small to large.
struct Sizes {
    what: &'static str,
    watts_per_kg: f64,
    kg_per_cm3: f64,
    codes: &'static [&'static str],
}

const SIZES: &[Sizes] = &[
    Sizes {
        what: "a brushed can",
        watts_per_kg: 300.0,
        kg_per_cm3: 0.0033,
        codes: &["030", "130", "180", "280", "380", "395", "540", "550", "775", "895"],
    },
    Sizes {
        what: "a brushless motor with its rotor inside",
        watts_per_kg: 1200.0,
        kg_per_cm3: 0.0035,
        codes: &["2030", "2040", "2848", "3650", "3660", "3674", "4074", "4282", "5687", "70110"],
    },
    Sizes {
        what: "one whose can turns",
        watts_per_kg: 900.0,
        kg_per_cm3: 0.0038,
        codes: &["2826", "3536", "4240", "5055", "5065", "6355", "6374", "8085", "80110", "100125"],
    },
];

/// Moving mass on each motor from which a shaft of 5 mm is wanted, kg.
const HEAVY_KG: f64 = 4.0;

/// A motor of a small vehicle that runs weighs at least this share of what it moves.
const SHARE_OF_WHAT_RUNS: f64 = 0.08;
/// Vehicles up to this mass count as small, kg.
const SMALL_KG: f64 = 15.0;
/// From this speed on a small vehicle runs, m/s.
const RUNS_M_S: f64 = 3.0;

/// What each motor of a small vehicle that runs moves, kg; `None` for any other machine.
fn running_kg(load: &Load, moving_kg: f64, motors: u32) -> Option<f64> {
    let Load::Vehicle(vehicle) = load else { return None };
    let runs = moving_kg < SMALL_KG && vehicle.target_speed_m_s >= RUNS_M_S;
    runs.then(|| moving_kg / f64::from(motors.max(1)))
}

/// Mass that each motor of a small vehicle that runs has at least, kg; `None` for any other machine.
#[must_use]
pub fn least_motor_kg(load: &Load, moving_kg: f64, motors: u32) -> Option<f64> {
    running_kg(load, moving_kg, motors).map(|kg| SHARE_OF_WHAT_RUNS * kg)
}

/// Watts that hubs are sold for.
const HUBS_W: &[f64] = &[150.0, 250.0, 350.0, 500.0, 750.0, 1000.0, 1500.0, 2000.0, 3000.0, 5000.0];

/// The hub that a vehicle which carries something asks for; `None` for small ones and anything that does not roll.
fn hub_asked(duty: &MotorDuty<'_>, each_w: f64) -> Option<String> {
    let rolls = matches!(duty.load, Load::Vehicle(_)) && duty.mass_kg.is_some_and(|mass| mass >= SMALL_KG);
    let watts = HUBS_W.iter().find(|watts| **watts >= each_w).filter(|_| rolls)?;
    Some(format!("a hub sold for {watts} W"))
}

/// The size that so many watts at each shaft ask for, and the mass of a small vehicle that runs, in one sentence; `None`
/// where nothing is to be done.
pub(super) fn size_asked(duty: &MotorDuty<'_>, each_w: f64) -> Option<String> {
    if each_w < 0.05 {
        return None;
    }
    let running_kg = duty.mass_kg.and_then(|mass| running_kg(duty.load, mass, duty.motors));
    let mut sizes: Vec<String> = SIZES
        .iter()
        .filter_map(|sizes| {
            let mass_kg = (each_w / sizes.watts_per_kg).max(running_kg.unwrap_or(0.0) * SHARE_OF_WHAT_RUNS);
            let code = sizes.codes.iter().find(|code| {
                size_code(code).is_some_and(|size| {
                    let cm3 =
                        std::f64::consts::PI / 4.0 * size.diameter_mm * size.diameter_mm * size.length_mm / 1000.0;
                    sizes.kg_per_cm3 * cm3 >= mass_kg
                })
            })?;
            Some(format!("{} of the size {code}", sizes.what))
        })
        .collect();
    if sizes.is_empty() {
        return Some(format!(
            "{} W at each shaft are more than the usual cans give: look at large hubs and industrial motors.",
            significant(each_w)
        ));
    }
    sizes.extend(hub_asked(duty, each_w));
    let shaft = duty
        .mass_kg
        .filter(|mass| mass / f64::from(duty.motors.max(1)) >= HEAVY_KG)
        .map_or("", |_| " A machine this heavy wants a shaft of 5 mm or more.");
    let runs = running_kg.map_or_else(String::new, |kg| format!(", and {} kg that run on each", significant(kg)));
    Some(format!("{} W continuous at each shaft{runs}: {}, or larger.{shaft}", significant(each_w), sizes.join(", ")))
}

/// What of an option a class forbids.
pub(super) fn forbidden(wishes: &Wishes, option: &OptionSheet, drive: &OptionDrive) -> Vec<String> {
    let motor = &drive.motor;
    let mut found = Vec::new();
    let cells = option.battery.cells_series * option.battery.packs_series;
    if let Some(most) = wishes.class_cells.filter(|most| cells > *most) {
        let allowed = if most == 1 { "one cell".to_owned() } else { format!("{most} cells in series") };
        found.push(format!("The class allows {allowed}; the pack has {cells}."));
    }
    if let Some(asked) = wishes.class_can.as_deref().and_then(size_code) {
        let differs = |asked: f64, has: Option<f64>| has.is_some_and(|has| (has / asked - 1.0).abs() > 0.1);
        if differs(asked.diameter_mm, motor.can_diameter_mm) || differs(asked.length_mm, motor.can_length_mm) {
            found.push(format!(
                "The class asks for a {} can, about {} by {} mm; this one is {} by {} mm.",
                asked.code,
                significant(asked.diameter_mm),
                significant(asked.length_mm),
                significant(motor.can_diameter_mm.unwrap_or_default()),
                significant(motor.can_length_mm.unwrap_or_default())
            ));
        }
    }
    if let Some((least, turns)) = wishes.class_turns.zip(motor.turns).filter(|(least, turns)| turns < least) {
        found.push(format!(
            "The class allows no fewer than {} turns; this motor has {}.",
            significant(least),
            significant(turns)
        ));
    }
    if let Some((most, pairs)) = wishes.class_poles.zip(motor.pole_pairs).filter(|(most, pairs)| 2 * pairs > *most) {
        found.push(format!("The class allows {most} poles; this motor has {}.", 2 * pairs));
    }
    let timing = motor.timing_advance_deg.unwrap_or(0.0);
    if wishes.class_timing == Some(true) && timing != 0.0 {
        found.push(format!(
            "The class fixes the timing; this motor is set {} degrees from where its Kv was found.",
            significant(timing)
        ));
    }
    if wishes.class_turns.is_some() && motor.kind == MotorKind::Brushless && motor.turns.is_none() {
        found.push("The class counts turns, and nobody said how many this motor has.".to_owned());
    }
    found
}

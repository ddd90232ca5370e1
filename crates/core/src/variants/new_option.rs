//! Options to start from: one with nothing but what must be given, and one taken over from another build.

use serde_json::{Value, json};

use crate::document::reading::{Place, Problems};
use crate::document::{Build, Chemistry, Circuit, Job, Load, OptionDrive, OptionSheet};

/// Cells of the battery of a blank option.
const CELLS: u32 = 6;
/// Wheels of a blank option, m.
const WHEEL_M: f64 = 0.2;

/// An option with nothing in it but the figures that must be given: round numbers, none of them measured or listed.
///
/// Kv is such that the target speed is reached on the battery without gearing; every other figure is left out, so that the
/// verdict says what to find out.
#[must_use]
pub fn blank(job: &Job, name: &str) -> Option<OptionSheet> {
    let nominal_v = f64::from(CELLS) * Chemistry::LiIon.cell().nominal_v;
    let drives: Vec<Value> = job
        .drives
        .iter()
        .map(|served| {
            let vehicle = matches!(served.load, Load::Vehicle(_));
            let kv = (1.3 * target_rpm(&served.load, WHEEL_M) / nominal_v).round().clamp(1.0, 20_000.0);
            let output = if vehicle { json!({ "wheel_diameter_m": WHEEL_M }) } else { json!({}) };
            let motor = json!({ "kind": "brushed", "kv_rpm_per_v": kv, "resistance_ohm": 0.1 });
            json!({ "drive": served.name, "motor": motor, "output": output })
        })
        .collect();
    let battery = json!({ "chemistry": "li_ion", "cells_series": CELLS, "capacity_ah": 5, "continuous_c": 5 });
    let sheet = json!({ "name": name, "battery": battery, "drives": drives });
    let mut problems = Problems::default();
    OptionSheet::read_object(&sheet, &[], &Place::root(), &mut problems).filter(|_| problems.0.is_empty())
}

pub(crate) fn target_rpm(load: &Load, wheel_m: f64) -> f64 {
    let turns = |speed_m_s: f64, radius_m: f64| speed_m_s / radius_m * 60.0 / std::f64::consts::TAU;
    match load {
        Load::Vehicle(vehicle) => turns(vehicle.target_speed_m_s, wheel_m / 2.0),
        Load::Flywheel(flywheel) => flywheel.target_rpm,
        Load::Fan(fan) => fan.target_rpm,
        Load::Blade(blade) => turns(blade.target_tip_speed_m_s, blade.blade_radius_m),
        Load::Hoist(hoist) => turns(hoist.lift_speed_m_s, hoist.drum_radius_m),
        Load::ConstantTorque(shaft) => shaft.target_rpm,
        Load::Generator(generator) => generator.source.rpm.or(generator.source.runaway_rpm).unwrap_or(0.0),
    }
}

/// An option of another build for this job. Each drive of the job takes the parts of the drive of the same name, else of one
/// with the same kind of load, else a blank one; leads follow their drive, or are left out with it.
#[must_use]
pub fn adopt(job: &Job, from: &Build, option: usize, name: &str) -> Option<OptionSheet> {
    let source = from.options.get(option)?;
    let load_of = |drive: &OptionDrive| {
        from.job.drives.iter().find(|served| served.name == drive.drive).map(|served| &served.load)
    };
    let mut left: Vec<&OptionDrive> = source.drives.iter().collect();
    let mut adopted = blank(job, name)?;
    adopted.battery.clone_from(&source.battery);
    adopted.parts_list.clone_from(&source.parts_list);
    let mut renamed: Vec<(String, String)> = Vec::new();
    // Names first, so that a load of the same kind does not take what another drive has by name.
    for by_name in [true, false] {
        for (place, served) in job.drives.iter().enumerate() {
            if renamed.iter().any(|(_, to)| *to == served.name) {
                continue;
            }
            let fits = |drive: &&OptionDrive| {
                if by_name {
                    drive.drive == served.name
                } else {
                    load_of(drive)
                        .is_some_and(|load| std::mem::discriminant(load) == std::mem::discriminant(&served.load))
                }
            };
            let Some(found) = left.iter().position(fits) else { continue };
            let taken = left.remove(found);
            let wheel = taken.output.wheel_diameter_m.or(adopted.drives[place].output.wheel_diameter_m);
            renamed.push((taken.drive.clone(), served.name.clone()));
            adopted.drives[place] = OptionDrive { drive: served.name.clone(), ..taken.clone() };
            adopted.drives[place].output.wheel_diameter_m = wheel;
        }
    }
    adopted.wiring.runs = source
        .wiring
        .runs
        .iter()
        .filter_map(|run| {
            let mut run = run.clone();
            if let Circuit::Motor(old) = &run.circuit {
                run.circuit = Circuit::Motor(renamed.iter().find(|(from, _)| from == old)?.1.clone());
            }
            Some(run)
        })
        .collect();
    Some(adopted)
}

//! A figure of a build that a ride may correct: what it is now, how far it usually is off, and the build with another.

use serde_json::Value;

use crate::document::log::Calibrated;
use crate::document::{Build, Load, Problem, Provenance, Thermal};
use crate::measurement::into_part::{figure_at, put_measured};
use crate::model::Drive;
use crate::model::supply::Chain;
use crate::variants::sensitivity::Tolerances;

/// The drag area that nobody measured is off by this factor either way (common practice).
const DRAG_FACTOR: f64 = 1.5;
/// The efficiency of a gearing by this one.
const EFFICIENCY_FACTOR: f64 = 1.12;
/// The capacity that is written on a pack by this one.
const CAPACITY_FACTOR: f64 = 1.2;
/// What was measured once by this one.
const MEASURED_FACTOR: f64 = 1.1;

/// What a figure is now, in the units of its key.
#[derive(Debug, Clone, Copy, PartialEq)]
pub struct Adjustable {
    /// Which figure.
    pub figure: Calibrated,
    /// Its value: of the gearing the efficiency of all stages.
    pub value: f64,
    /// How far it usually is off: one sigma of its logarithm.
    pub sigma: f64,
    /// Where it came from.
    pub provenance: Provenance,
}

/// One sigma of the logarithm of a figure, every doubling within the factor as likely.
fn sigma_of(factor: f64) -> f64 {
    factor.ln() / 3f64.sqrt()
}

fn resolved<'d>(chain: &'d Chain<'d>, drive_name: &str) -> Option<&'d Drive<'d>> {
    chain.drives.iter().find(|drive| drive.parts.drive == drive_name)
}

/// The figure in a drive of an option; `None` where there is none of it.
#[must_use]
pub fn adjustable(build: &Build, option: usize, drive: usize, figure: Calibrated) -> Option<Adjustable> {
    let sheet = build.options.get(option)?;
    let chain = Chain::resolved(&build.job, sheet);
    let job = build.job.drives.get(drive)?;
    let served = resolved(&chain, &job.name)?;
    let vehicle = if let Load::Vehicle(vehicle) = &job.load { Some(vehicle) } else { None };
    let usual = Tolerances::default();
    let battery = |key: &str| sheet.battery.provenance.as_ref().and_then(|map| map.get(key)).copied();
    let (value, factor, provenance) = match figure {
        Calibrated::RollingResistance => {
            let known = vehicle?.is_measured("rolling_resistance");
            let mark = if known { Provenance::Measured } else { Provenance::Listed };
            (vehicle?.rolling_resistance, usual.rolling_resistance_factor, Some(mark))
        }
        Calibrated::DragArea => {
            let mark = if vehicle?.is_measured("drag_area_m2") { Provenance::Measured } else { Provenance::Listed };
            (vehicle?.drag_area_m2, DRAG_FACTOR, Some(mark))
        }
        Calibrated::GearingEfficiency => {
            if served.parts.gearing.is_empty() && served.parts.motor.gearbox.is_none() {
                return None;
            }
            (served.gearing.efficiency, EFFICIENCY_FACTOR, Some(Provenance::Estimated))
        }
        Calibrated::CellResistance => {
            let cell_ohm = chain.battery.pack_ohm * f64::from(sheet.battery.packs_parallel) / chain.battery.cells;
            let stated = sheet.battery.cell_resistance_ohm.map(|_| Provenance::Listed);
            (cell_ohm, usual.cell_resistance_factor, battery("cell_resistance_ohm").or(stated))
        }
        Calibrated::Capacity => {
            (sheet.battery.capacity_ah, CAPACITY_FACTOR, battery("capacity_ah").or(Some(Provenance::Listed)))
        }
        Calibrated::WindingToCase | Calibrated::CaseToAmbient => {
            let path = served.thermal_path()?;
            let _ = path.capacity_j_per_k?;
            let value = if figure == Calibrated::WindingToCase { path.winding_k_per_w } else { path.case_k_per_w };
            let stated =
                (!path.estimated).then(|| served.parts.motor.provenance_of("thermal").unwrap_or(Provenance::Listed));
            (value, usual.thermal_factor, stated)
        }
    };
    let provenance = provenance.unwrap_or(Provenance::Estimated);
    let factor = if provenance == Provenance::Measured { MEASURED_FACTOR } else { factor };
    (value > 0.0).then(|| Adjustable { figure, value, sigma: sigma_of(factor), provenance })
}

/// The build with a figure multiplied; what cannot be more than all of it stays below.
pub(super) fn multiplied(build: &mut Build, option: usize, drive: usize, now: &Adjustable, factor: f64) {
    let Some(job) = build.figures_mut().job.drives.get_mut(drive) else { return };
    let name = job.name.clone();
    match now.figure {
        Calibrated::RollingResistance | Calibrated::DragArea => {
            if let Load::Vehicle(vehicle) = &mut job.load {
                if now.figure == Calibrated::RollingResistance {
                    vehicle.rolling_resistance = now.value * factor;
                } else {
                    vehicle.drag_area_m2 = now.value * factor;
                }
            }
            return;
        }
        _ => {}
    }
    let path = build.options.get(option).and_then(|sheet| {
        let chain = Chain::resolved(&build.job, sheet);
        resolved(&chain, &name)?.thermal_path()
    });
    let Some(sheet) = build.figures_mut().options.get_mut(option) else { return };
    match now.figure {
        Calibrated::CellResistance => sheet.battery.cell_resistance_ohm = Some(now.value * factor),
        Calibrated::Capacity => sheet.battery.capacity_ah = now.value * factor,
        _ => {}
    }
    let Some(served) = sheet.drives.iter_mut().find(|served| served.drive == name) else { return };
    match now.figure {
        Calibrated::GearingEfficiency => {
            // One stage carries what is unknown of all of them.
            if let Some(stage) = served.gearing.first_mut() {
                let others = now.value / stage.efficiency.unwrap_or(1.0);
                stage.efficiency = Some((now.value * factor / others).clamp(0.01, 1.0));
            } else if let Some(gearbox) = &mut served.motor.gearbox {
                gearbox.efficiency = (now.value * factor).clamp(0.01, 1.0);
            }
        }
        Calibrated::WindingToCase | Calibrated::CaseToAmbient => {
            let Some(path) = path else { return };
            let thermal = served.motor.thermal.get_or_insert(Thermal {
                winding_to_case_k_per_w: None,
                case_to_ambient_k_per_w: None,
                winding_j_per_k: None,
                case_j_per_k: None,
            });
            thermal.winding_to_case_k_per_w.get_or_insert(path.winding_k_per_w);
            thermal.case_to_ambient_k_per_w.get_or_insert(path.case_k_per_w);
            if let Some([winding, case]) = path.capacity_j_per_k {
                thermal.winding_j_per_k.get_or_insert(winding);
                thermal.case_j_per_k.get_or_insert(case);
            }
            if now.figure == Calibrated::WindingToCase {
                thermal.winding_to_case_k_per_w = Some(now.value * factor);
            } else {
                thermal.case_to_ambient_k_per_w = Some(now.value * factor);
            }
        }
        _ => {}
    }
}

/// A build with corrected figures put in, marked as measured. `at`: when, RFC 3339, and by what.
///
/// # Errors
/// What is wrong with the build once they are in.
pub fn put_in(
    build: &Build,
    option: usize,
    drive: usize,
    corrected: &[(Calibrated, f64)],
    at: &str,
) -> Result<Value, Vec<Problem>> {
    let mut changed = build.clone();
    for (figure, value) in corrected {
        let Some(now) = adjustable(&changed, option, drive, *figure) else { continue };
        multiplied(&mut changed, option, drive, &now, value / now.value);
    }
    let mut document = serde_json::to_value(&changed).unwrap_or_default();
    let name = &build.job.drives[drive].name;
    let place = build.options[option].drives.iter().position(|served| served.drive == *name).unwrap_or(0);
    for (figure, _) in corrected {
        let (pointer, key) = match figure {
            Calibrated::CellResistance => (format!("/options/{option}/battery"), "cell_resistance_ohm"),
            Calibrated::Capacity => (format!("/options/{option}/battery"), "capacity_ah"),
            Calibrated::WindingToCase => {
                (format!("/options/{option}/drives/{place}/motor"), "thermal.winding_to_case_k_per_w")
            }
            Calibrated::CaseToAmbient => {
                (format!("/options/{option}/drives/{place}/motor"), "thermal.case_to_ambient_k_per_w")
            }
            Calibrated::GearingEfficiency => {
                if build.options[option].drives[place].gearing.is_empty() {
                    continue;
                }
                (format!("/options/{option}/drives/{place}/gearing/0"), "efficiency")
            }
            Calibrated::RollingResistance => (format!("/job/drives/{drive}/load"), "rolling_resistance"),
            Calibrated::DragArea => (format!("/job/drives/{drive}/load"), "drag_area_m2"),
        };
        if let Some(part) = document.pointer_mut(&pointer).and_then(Value::as_object_mut)
            && let Some(value) = figure_at(part, key)
        {
            put_measured(part, key, value, Some(at));
        }
    }
    let _ = Build::from_value(&document)?;
    Ok(document)
}

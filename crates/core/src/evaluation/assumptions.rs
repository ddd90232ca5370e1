//! What was assumed because nobody gave it, so that no guess passes for a measurement.

use serde::Serialize;

use crate::document::{GearingKind, InsulationClass, Load, Magnet, MagnetGrade};
use crate::format::significant;
use crate::formulas::{ring, shaft, tooth_materials};
use crate::model::Drive;
use crate::model::load::USUAL_FRICTION;
use crate::model::supply::Chain;

/// One figure that was assumed.
#[derive(Debug, Clone, PartialEq, Serialize, schemars::JsonSchema)]
pub struct Guess {
    /// Where the figure would stand in the document.
    pub pointer: String,
    /// What was assumed and why, in one sentence.
    pub assumed: String,
}

/// Every guess that went into an option, `index` being its place in the build.
pub(crate) fn guesses(chain: &Chain<'_>, index: usize) -> Vec<Guess> {
    let mut found = Vec::new();
    let battery = &chain.battery;
    if battery.resistance_estimated {
        found.push(Guess {
            pointer: format!("/options/{index}/battery/cell_resistance_ohm"),
            assumed: format!(
                "Cell resistance {} mΩ, from a usual sag of {} V at the continuous rating.",
                significant(1000.0 * battery.pack_ohm * f64::from(battery.battery.packs_parallel) / battery.cells),
                significant(battery.cell.rated_sag_v)
            ),
        });
    }
    for drive in &chain.drives {
        let at = format!("/options/{index}/drives/{}", drive.index);
        guesses_of_drive(drive, &at, battery.nominal_v(), &mut found);
        found.extend(guessed_grip(chain, drive));
    }
    found
}

/// The friction that slipping wheels are counted with, where nobody gave one.
fn guessed_grip(chain: &Chain<'_>, drive: &Drive<'_>) -> Option<Guess> {
    let Load::Vehicle(vehicle) = &drive.job.load else { return None };
    if vehicle.friction.is_some() || drive.job.jams() || !drive.controller.present {
        return None;
    }
    let place = chain.job.drives.iter().position(|served| served.name == drive.job.name)?;
    Some(Guess {
        pointer: format!("/job/drives/{place}/load/friction"),
        assumed: format!(
            "A grip of {} for the most that slipping wheels let through; no other figure counts with it.",
            significant(USUAL_FRICTION)
        ),
    })
}

fn guesses_of_drive(drive: &Drive<'_>, at: &str, battery_v: f64, found: &mut Vec<Guess>) {
    let motor = &drive.parts.motor;
    let mut note = |field: &str, assumed: String| found.push(Guess { pointer: format!("{at}/{field}"), assumed });
    let run = motor.no_load_run(battery_v);
    if run.current_estimated {
        note(
            "motor/no_load_current_a",
            format!(
                "≈ {} A without load at {} V, from the best efficiency that such motors reach, {} %; good to a factor of about 2.",
                significant(run.current_a),
                significant(run.voltage_v),
                significant(100.0 * motor.usual_best_efficiency())
            ),
        );
    } else if run.voltage_assumed {
        note("motor/no_load_voltage_v", format!("The no-load current taken at {} V.", significant(run.voltage_v)));
    }
    if motor.no_load_speed_share.is_none() {
        note(
            "motor/no_load_speed_share",
            format!(
                "{} of the no-load loss grows with speed, as is usual.",
                significant(crate::model::motor::USUAL_SPEED_SHARE)
            ),
        );
    }
    if motor.magnet_grade.is_none() && motor.magnet_or_usual() == Magnet::Ndfeb {
        note("motor/magnet_grade", format!("Magnets good to {} °C.", significant(MagnetGrade::None.limit_c())));
    }
    if let Some(controller) = &drive.parts.controller
        && controller.limits_current.is_none()
        && controller.motor_current_limit_a.is_none()
        && controller.motor_current_peak_a.is_some()
    {
        let holds = if controller.holds_its_current() {
            "holds its current down to its peak rating by itself, as field-oriented ones do"
        } else {
            "does not hold its current down: its peak rating is what it survives, not what it keeps to"
        };
        note("controller/limits_current", format!("The controller {holds}."));
    }
    if motor.rotor_inertia_kg_m2.is_none() {
        note(
            "motor/rotor_inertia_kg_m2",
            "A rotor without inertia: it gets up to speed a little slower than the times say.".to_owned(),
        );
    }
    if motor.insulation_class.is_none() {
        note(
            "motor/insulation_class",
            format!("Insulation class B, {} °C.", significant(InsulationClass::B.limit_c())),
        );
    }
    if let Some(path) = drive.thermal_path()
        && path.estimated
    {
        note(
            "motor/thermal",
            "Heat path from the size of the can and the air around it; good to a factor of about 1.5.".to_owned(),
        );
    }
    if motor.rotor_diameter_mm.is_some() && motor.max_speed_rpm.is_none() {
        note(
            "motor/max_speed_rpm",
            format!(
                "A rotor that stands {} m/s at its rim, as glued magnets do.",
                significant(ring::rim_speed_at_m_s(ring::HOOP_TRUSTED_MPA))
            ),
        );
    }
    if motor.shaft_diameter_mm.is_some() && motor.shaft_hardened.is_none() {
        note(
            "motor/shaft_hardened",
            format!("A plain shaft, trusted with {} MPa.", significant(shaft::SHEAR_PLAIN_MPA)),
        );
    }
    for (index, stage) in drive.parts.gearing.iter().enumerate() {
        if stage.efficiency.is_none() {
            note(&format!("gearing/{index}/efficiency"), "A stage without loss.".to_owned());
        }
        if let Some((trusted_n, true)) = stage.trusted_tension_n() {
            note(
                &format!("gearing/{index}/permissible_tension_n"),
                format!(
                    "A pull of {} N continuously, as is usual for its pitch; makes differ by half.",
                    significant(trusted_n)
                ),
            );
        }
        let wheels = [("material", &stage.material), ("driven_material", &stage.driven_material)];
        for (field, text) in wheels.into_iter().filter(|_| stage.kind == GearingKind::Spur) {
            if let Some(material) = text.as_deref().and_then(tooth_materials::named) {
                note(
                    &format!("gearing/{index}/{field}"),
                    format!(
                        "{} teeth trusted with {} MPa in bending; good to a factor of about 1.5.",
                        material.name,
                        significant(material.bending_mpa)
                    ),
                );
            }
        }
    }
}

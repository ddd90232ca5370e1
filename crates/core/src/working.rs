//! The sums behind the job: what is asked, the formula, the numbers put in, the result, where it is from.

use serde::Serialize;

use crate::constants::{AIR_DENSITY_KG_M3, GRAVITY_M_S2};
use crate::document::load::{Blade, ConstantTorque, Fan, Flywheel, Hoist, Vehicle};
use crate::document::{Job, Load, OptionSheet};
use crate::drive::cases::rpm;
use crate::drive::hardware_mass_kg;
use crate::drive::load::LoadModel;
use crate::say::three;

/// One line of a sum.
#[derive(Debug, Clone, PartialEq, Serialize, schemars::JsonSchema)]
pub struct SumLine {
    /// What is worked out.
    pub what: &'static str,
    /// The formula, in the field's symbols.
    pub formula: &'static str,
    /// The formula with its numbers.
    pub put_in: String,
    /// The result, not rounded.
    pub result: f64,
    /// Unit of the result.
    pub unit: &'static str,
    /// Where the formula is from.
    pub source: &'static str,
}

/// The sum from the words of the job to speed, torque and power at the load of one drive.
#[derive(Debug, Clone, PartialEq, Serialize, schemars::JsonSchema)]
pub struct JobSum {
    /// Name of the drive.
    pub drive: String,
    /// Line by line, each using the ones above.
    pub lines: Vec<SumLine>,
}

const MECHANICS: &str = "mechanics";
const ROAD_LOAD: &str = "road-load equation (Gillespie, Fundamentals of Vehicle Dynamics, ch. 4)";
const AFFINITY: &str = "affinity laws of fans and pumps";
const GEOMETRY: &str = "geometry of the circle";

/// The sums of every drive of an option.
#[must_use]
pub fn job_sums(job: &Job, option: &OptionSheet) -> Vec<JobSum> {
    let hardware_kg = hardware_mass_kg(option);
    option
        .drives
        .iter()
        .filter_map(|drive| {
            let served = job.drives.iter().find(|served| served.name == drive.drive)?;
            let load = LoadModel::new(&served.load, &drive.output, hardware_kg);
            let lines = match &served.load {
                Load::Vehicle(vehicle) => of_vehicle(vehicle, &load, hardware_kg),
                Load::Flywheel(flywheel) => of_flywheel(flywheel, &load),
                Load::Fan(fan) => of_fan(fan, &load),
                Load::Blade(blade) => of_blade(blade, &load),
                Load::Hoist(hoist) => of_hoist(hoist, &load),
                Load::ConstantTorque(torque) => of_torque(torque, &load),
            };
            Some(JobSum { drive: served.name.clone(), lines })
        })
        .collect()
}

fn line(
    what: &'static str,
    formula: &'static str,
    put_in: String,
    result: f64,
    unit: &'static str,
    source: &'static str,
) -> SumLine {
    SumLine { what, formula, put_in, result, unit, source }
}

fn of_vehicle(vehicle: &Vehicle, load: &LoadModel, hardware_kg: f64) -> Vec<SumLine> {
    let Some(model) = &load.vehicle else { return Vec::new() };
    let (mass, speed, radius) = (model.mass_kg, vehicle.target_speed_m_s, model.wheel_radius_m);
    let (rolling, drag) = (vehicle.rolling_resistance, vehicle.drag_area_m2);
    let roll_n = mass * GRAVITY_M_S2 * rolling;
    let air_n = 0.5 * AIR_DENSITY_KG_M3 * drag * speed * speed;
    let force_n = roll_n + air_n;
    let mut lines = vec![
        line(
            "everything that moves",
            "M = machine + load + towed + drive parts",
            format!(
                "{} + {} + {} + {}",
                three(vehicle.base_mass_kg),
                three(vehicle.payload_kg),
                three(vehicle.towed_mass_kg),
                three(hardware_kg)
            ),
            mass,
            "kg",
            MECHANICS,
        ),
        line(
            "to roll",
            "F_r = M · g · Crr",
            format!("{} · {GRAVITY_M_S2} · {}", three(mass), three(rolling)),
            roll_n,
            "N",
            ROAD_LOAD,
        ),
        line(
            "through the air",
            "F_a = ½ · ρ · CdA · v²",
            format!("½ · {AIR_DENSITY_KG_M3} · {} · {}²", three(drag), three(speed)),
            air_n,
            "N",
            ROAD_LOAD,
        ),
        line(
            "wheel speed",
            "n = 60 · v / (π · d)",
            format!("60 · {} / (π · {})", three(speed), three(2.0 * radius)),
            rpm(load.target_rad_s),
            "rpm",
            GEOMETRY,
        ),
        line(
            "wheel torque, level",
            "T = (F_r + F_a) · d / 2",
            format!("({} + {}) · {} / 2", three(roll_n), three(air_n), three(2.0 * radius)),
            force_n * radius,
            "N·m",
            MECHANICS,
        ),
        line(
            "power, level",
            "P = (F_r + F_a) · v",
            format!("({} + {}) · {}", three(roll_n), three(air_n), three(speed)),
            force_n * speed,
            "W",
            MECHANICS,
        ),
    ];
    if let Some(climb) = &model.climb {
        let climb_speed = climb.output_rad_s * radius;
        let degrees = climb.slope_rad.to_degrees();
        lines.push(line(
            "angle of the hill",
            "θ = atan(grade / 100)",
            format!("atan({} / 100)", three(vehicle.grade_percent)),
            degrees,
            "°",
            GEOMETRY,
        ));
        lines.push(line(
            "wheel torque, hill",
            "T = (M · g · (Crr · cosθ + sinθ) + ½ · ρ · CdA · v²) · d / 2",
            format!(
                "({} · {GRAVITY_M_S2} · ({} · cos {}° + sin {}°) + ½ · {AIR_DENSITY_KG_M3} · {} · {}²) · {} / 2",
                three(mass),
                three(rolling),
                three(degrees),
                three(degrees),
                three(drag),
                three(climb_speed),
                three(2.0 * radius)
            ),
            climb.output_nm,
            "N·m",
            ROAD_LOAD,
        ));
        lines.push(line(
            "power, hill",
            "P = T · v / (d / 2)",
            format!("{} · {} / ({} / 2)", three(climb.output_nm), three(climb_speed), three(2.0 * radius)),
            climb.output_nm * climb.output_rad_s,
            "W",
            MECHANICS,
        ));
    }
    lines
}

/// Torque and power at the target, which every load that turns in place ends with.
fn torque_and_power(load: &LoadModel, formula: &'static str, put_in: String, source: &'static str) -> [SumLine; 2] {
    let torque_nm = load.level_nm(load.target_rad_s);
    [
        line("torque", formula, put_in, torque_nm, "N·m", source),
        line(
            "power",
            "P = T · 2π · n / 60",
            format!("{} · 2π · {} / 60", three(torque_nm), three(rpm(load.target_rad_s))),
            torque_nm * load.target_rad_s,
            "W",
            MECHANICS,
        ),
    ]
}

fn of_flywheel(flywheel: &Flywheel, load: &LoadModel) -> Vec<SumLine> {
    let mut lines: Vec<SumLine> = torque_and_power(
        load,
        "T = bearing drag + windage",
        format!("{} + {}", three(flywheel.drag_torque_nm), three(flywheel.windage_torque_nm)),
        MECHANICS,
    )
    .into();
    lines.push(line(
        "energy in the wheels",
        "E = ½ · J · (2π · n / 60)²",
        format!("½ · {:e} · (2π · {} / 60)²", flywheel.inertia_kg_m2, three(flywheel.target_rpm)),
        0.5 * flywheel.inertia_kg_m2 * load.target_rad_s.powi(2),
        "J",
        MECHANICS,
    ));
    if let Some(projectile) = &flywheel.projectile {
        lines.push(line(
            "energy of one shot",
            "E = ½ · m · v² / η_t",
            format!(
                "½ · {} · {}² / {}",
                three(projectile.mass_kg),
                three(projectile.speed_m_s),
                three(projectile.transfer_efficiency)
            ),
            projectile.energy_from_wheels_j(),
            "J",
            MECHANICS,
        ));
    }
    lines
}

fn of_fan(fan: &Fan, load: &LoadModel) -> Vec<SumLine> {
    torque_and_power(
        load,
        "T = P_ref / (2π · n_ref / 60) · (n / n_ref)²",
        format!(
            "{} / (2π · {} / 60) · ({} / {})²",
            three(fan.reference_power_w),
            three(fan.reference_rpm),
            three(fan.target_rpm),
            three(fan.reference_rpm)
        ),
        AFFINITY,
    )
    .into()
}

fn of_blade(blade: &Blade, load: &LoadModel) -> Vec<SumLine> {
    let speed_rpm = rpm(load.target_rad_s);
    let mut lines = vec![line(
        "blade speed",
        "n = 60 · v_tip / (2π · r)",
        format!("60 · {} / (2π · {})", three(blade.target_tip_speed_m_s), three(blade.blade_radius_m)),
        speed_rpm,
        "rpm",
        GEOMETRY,
    )];
    lines.extend(torque_and_power(
        load,
        "T = T_cut + P_ref / (2π · n_ref / 60) · (n / n_ref)²",
        format!(
            "{} + {} / (2π · {} / 60) · ({} / {})²",
            three(blade.cutting_torque_nm),
            three(blade.reference_power_w),
            three(blade.reference_rpm),
            three(speed_rpm),
            three(blade.reference_rpm)
        ),
        AFFINITY,
    ));
    lines
}

fn of_hoist(hoist: &Hoist, load: &LoadModel) -> Vec<SumLine> {
    let mut lines = vec![line(
        "drum speed",
        "n = 60 · v / (2π · r)",
        format!("60 · {} / (2π · {})", three(hoist.lift_speed_m_s), three(hoist.drum_radius_m)),
        rpm(load.target_rad_s),
        "rpm",
        GEOMETRY,
    )];
    lines.extend(torque_and_power(
        load,
        "T = m · g · r",
        format!("{} · {GRAVITY_M_S2} · {}", three(hoist.mass_kg), three(hoist.drum_radius_m)),
        MECHANICS,
    ));
    lines
}

fn of_torque(torque: &ConstantTorque, load: &LoadModel) -> Vec<SumLine> {
    torque_and_power(load, "T as given", three(torque.torque_nm).to_string(), MECHANICS).into()
}

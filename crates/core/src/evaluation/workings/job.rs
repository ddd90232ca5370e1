//! From the words of the job to speed, torque and power at the load.

use super::worksheet::Worksheet;
use super::{MECHANICS, WorkingContext};
use crate::document::Load;
use crate::document::load::{Blade, ConstantTorque, Fan, Flywheel, Hoist, Vehicle};
use crate::formulas::constants::{AIR_DENSITY_KG_M3, GRAVITY_M_S2};
use crate::model::Drive;
use crate::model::cases::rpm;
use crate::model::load::Slope;

const ROAD_LOAD: &str = "road-load equation (Gillespie, Fundamentals of Vehicle Dynamics, ch. 4)";
const AFFINITY: &str = "affinity laws of fans and pumps";
const GEOMETRY: &str = "geometry of the circle";
const G_FROM: &str = "standard gravity (CGPM 1901)";
const AIR_FROM: &str = "ISA, sea level";

/// Writes the sums of the load of one drive.
pub(super) fn write<S>(desk: &WorkingContext<'_, S>, drive: &Drive<'_>, paper: &mut Worksheet) {
    match &drive.job.load {
        Load::Vehicle(vehicle) => of_vehicle(desk, drive, vehicle, paper),
        Load::Flywheel(flywheel) => of_flywheel(desk, drive, flywheel, paper),
        Load::Fan(fan) => of_fan(desk, drive, fan, paper),
        Load::Blade(blade) => of_blade(desk, drive, blade, paper),
        Load::Hoist(hoist) => of_hoist(desk, drive, hoist, paper),
        Load::ConstantTorque(torque) => of_torque(desk, drive, torque, paper),
        Load::Generator(_) => super::generating::write(desk, drive, paper),
    }
}

fn of_vehicle<S>(desk: &WorkingContext<'_, S>, drive: &Drive<'_>, vehicle: &Vehicle, paper: &mut Worksheet) {
    let Some(model) = &drive.load.vehicle else { return };
    let name = Some(drive.parts.drive.as_str());
    let load = |key: &str| desk.at_load(drive, key);
    let wheel = || desk.at_drive(drive, "output/wheel_diameter_m");
    let (mass, speed, diameter) = (model.mass_kg, vehicle.target_speed_m_s, 2.0 * model.wheel_radius_m);
    let roll_n = mass * GRAVITY_M_S2 * vehicle.rolling_resistance;
    let air_n = 0.5 * AIR_DENSITY_KG_M3 * vehicle.drag_area_m2 * speed * speed;
    let (target_rad_s, level_nm) = (drive.load.target_rad_s, drive.load.level_nm(drive.load.target_rad_s));
    paper
        .line("job.moving_mass", name, "everything that moves", "How heavy is the whole machine with its drive parts?")
        .job_figure("m_m", "machine without drive parts", vehicle.base_mass_kg, "kg", load("base_mass_kg"))
        .job_figure("m_l", "rider or load", vehicle.payload_kg, "kg", load("payload_kg"))
        .job_figure("m_t", "towed", vehicle.towed_mass_kg, "kg", load("towed_mass_kg"))
        .summed("m_d", "drive parts", desk.chain.hardware_kg, "kg", "build.hardware_mass")
        .gives("M = m_m + m_l + m_t + m_d", mass, "kg", MECHANICS);
    paper
        .line("job.rolling_force", name, "to roll", "What force keeps it rolling on the level?")
        .summed("M", "everything that moves", mass, "kg", "job.moving_mass")
        .constant("g", "gravity", GRAVITY_M_S2, "m/s²", G_FROM)
        .job_figure("Crr", "rolling resistance", vehicle.rolling_resistance, "", load("rolling_resistance"))
        .gives("F_r = M · g · Crr", roll_n, "N", ROAD_LOAD);
    paper
        .line("job.air_force", name, "through the air", "What force does the air take at that speed?")
        .constant("ρ", "air density", AIR_DENSITY_KG_M3, "kg/m³", AIR_FROM)
        .job_figure("CdA", "drag area", vehicle.drag_area_m2, "m²", load("drag_area_m2"))
        .job_figure("v", "speed on the level", speed, "m/s", load("target_speed_m_s"))
        .gives("F_a = 0.5 · ρ · CdA · v^2", air_n, "N", ROAD_LOAD);
    paper
        .line("job.output_speed", name, "wheel speed", "How fast must the wheels turn?")
        .job_figure("v", "speed on the level", speed, "m/s", load("target_speed_m_s"))
        .given("d", "wheel diameter", diameter, "m", wheel(), None)
        .gives("n = 60 · v / (π · d)", rpm(target_rad_s), "rpm", GEOMETRY);
    paper
        .line("job.output_torque", name, "wheel torque, level", "What torque do the wheels need on the level?")
        .summed("F_r", "to roll", roll_n, "N", "job.rolling_force")
        .summed("F_a", "through the air", air_n, "N", "job.air_force")
        .given("d", "wheel diameter", diameter, "m", wheel(), None)
        .gives("T = (F_r + F_a) · d / 2", level_nm, "N·m", MECHANICS);
    paper
        .line("job.output_power", name, "power, level", "What power does that take at the wheels?")
        .summed("F_r", "to roll", roll_n, "N", "job.rolling_force")
        .summed("F_a", "through the air", air_n, "N", "job.air_force")
        .job_figure("v", "speed on the level", speed, "m/s", load("target_speed_m_s"))
        .gives("P = (F_r + F_a) · v", level_nm * target_rad_s, "W", MECHANICS);
    if let Some(climb) = &model.climb {
        let climb_speed = climb.output_rad_s * model.wheel_radius_m;
        paper
            .line("job.slope", name, "angle of the hill", "What angle is that grade?")
            .job_figure("p", "steepest grade", vehicle.grade_percent, "%", load("grade_percent"))
            .gives("θ = atan(p / 100) · 180 / π", climb.slope.rad().to_degrees(), "°", GEOMETRY);
        paper
            .line("job.climb_torque", name, "wheel torque, hill", "What torque do the wheels need on the hill?")
            .summed("M", "everything that moves", mass, "kg", "job.moving_mass")
            .constant("g", "gravity", GRAVITY_M_S2, "m/s²", G_FROM)
            .job_figure("Crr", "rolling resistance", vehicle.rolling_resistance, "", load("rolling_resistance"))
            .summed("θ", "angle of the hill", climb.slope.rad().to_degrees(), "°", "job.slope")
            .constant("ρ", "air density", AIR_DENSITY_KG_M3, "kg/m³", AIR_FROM)
            .job_figure("CdA", "drag area", vehicle.drag_area_m2, "m²", load("drag_area_m2"))
            .job_figure("v", "speed on the hill", climb_speed, "m/s", load("climb_speed_m_s"))
            .given("d", "wheel diameter", diameter, "m", wheel(), None)
            .gives(
                "T = (M · g · (Crr · cos(θ · π / 180) + sin(θ · π / 180)) + 0.5 · ρ · CdA · v^2) · d / 2",
                climb.output_nm,
                "N·m",
                ROAD_LOAD,
            );
        paper
            .line("job.climb_power", name, "power, hill", "What power does the hill take at the wheels?")
            .summed("T", "wheel torque, hill", climb.output_nm, "N·m", "job.climb_torque")
            .job_figure("v", "speed on the hill", climb_speed, "m/s", load("climb_speed_m_s"))
            .given("d", "wheel diameter", diameter, "m", wheel(), None)
            .gives("P = T · v / (d / 2)", climb.output_nm * climb.output_rad_s, "W", MECHANICS);
    }
    if let Some(friction) = vehicle.friction {
        let slope = model.climb.as_ref().map_or(Slope::LEVEL, |climb| climb.slope);
        paper
            .line("job.grip", name, "grip of the tyres", "At what force do the driven wheels slip?")
            .job_figure("μ", "friction", friction, "", load("friction"))
            .job_figure(
                "w",
                "weight on the driven wheels",
                vehicle.driven_weight_share,
                "",
                load("driven_weight_share"),
            )
            .summed("M", "everything that moves", mass, "kg", "job.moving_mass")
            .job_figure("m_t", "towed", vehicle.towed_mass_kg, "kg", load("towed_mass_kg"))
            .constant("g", "gravity", GRAVITY_M_S2, "m/s²", G_FROM)
            .summed("θ", "angle of the hill", slope.rad().to_degrees(), "°", "job.slope")
            .gives("F_μ = μ · w · (M − m_t) · g · cos(θ · π / 180)", model.grip_n(slope), "N", "Coulomb friction");
    }
}

/// Torque and power at the target, which every load that turns in place ends with.
fn power(drive: &Drive<'_>, paper: &mut Worksheet) {
    let target = drive.load.target_rad_s;
    let torque_nm = drive.load.level_nm(target);
    paper
        .line("job.output_power", Some(&drive.parts.drive), "power", "What power does that take at the shaft?")
        .summed("T", "torque", torque_nm, "N·m", "job.output_torque")
        .summed("n", "speed", rpm(target), "rpm", "job.output_speed")
        .gives("P = T · 2 · π · n / 60", torque_nm * target, "W", MECHANICS);
}

fn of_flywheel<S>(desk: &WorkingContext<'_, S>, drive: &Drive<'_>, flywheel: &Flywheel, paper: &mut Worksheet) {
    let name = Some(drive.parts.drive.as_str());
    let load = |key: &str| desk.at_load(drive, key);
    let target = drive.load.target_rad_s;
    paper
        .line("job.output_torque", name, "torque", "What torque keeps the wheels at speed?")
        .job_figure("T_d", "bearing drag", flywheel.drag_torque_nm, "N·m", load("drag_torque_nm"))
        .job_figure("T_w", "windage", flywheel.windage_torque_nm, "N·m", load("windage_torque_nm"))
        .gives("T = T_d + T_w", drive.load.level_nm(target), "N·m", MECHANICS);
    power(drive, paper);
    paper
        .line("job.wheel_energy", name, "energy in the wheels", "How much energy do the wheels hold at speed?")
        .job_figure("J", "inertia of all wheels", flywheel.inertia_kg_m2, "kg·m²", load("inertia_kg_m2"))
        .job_figure("n", "wheel speed", flywheel.target_rpm, "rpm", load("target_rpm"))
        .gives("E = 0.5 · J · (2 · π · n / 60)^2", 0.5 * flywheel.inertia_kg_m2 * target.powi(2), "J", MECHANICS);
    let Some(projectile) = &flywheel.projectile else { return };
    let energy_j = projectile.energy_from_wheels_j();
    let inertia = drive.inertia_kg_m2();
    paper
        .line("job.shot_energy", name, "energy of one shot", "How much energy does a shot take from the wheels?")
        .job_figure("m", "mass of one", projectile.mass_kg, "kg", load("projectile/mass_kg"))
        .job_figure("v", "launch speed", projectile.speed_m_s, "m/s", load("projectile/speed_m_s"))
        .job_figure(
            "η_t",
            "transfer efficiency",
            projectile.transfer_efficiency,
            "",
            load("projectile/transfer_efficiency"),
        )
        .gives("E = 0.5 · m · v^2 / η_t", energy_j, "J", MECHANICS);
    let left = target * target - 2.0 * energy_j / inertia;
    paper
        .line("job.speed_after_shot", name, "wheel speed after a shot", "How fast are the wheels right after a shot?")
        .job_figure("n", "wheel speed", flywheel.target_rpm, "rpm", load("target_rpm"))
        .summed("E", "energy of one shot", energy_j, "J", "job.shot_energy")
        .solved("J", "inertia with the rotors", inertia, "kg·m²")
        .gives(
            "n_1 = √((2 · π · n / 60)^2 − 2 · E / J) · 60 / (2 · π)",
            (left > 0.0).then(|| rpm(left.sqrt())),
            "rpm",
            MECHANICS,
        );
}

fn of_fan<S>(desk: &WorkingContext<'_, S>, drive: &Drive<'_>, fan: &Fan, paper: &mut Worksheet) {
    let load = |key: &str| desk.at_load(drive, key);
    paper
        .line("job.output_torque", Some(&drive.parts.drive), "torque", "What torque does the fan take at that speed?")
        .job_figure("P_ref", "power of the known point", fan.reference_power_w, "W", load("reference_power_w"))
        .job_figure("n_ref", "speed of the known point", fan.reference_rpm, "rpm", load("reference_rpm"))
        .job_figure("n", "speed wanted", fan.target_rpm, "rpm", load("target_rpm"))
        .gives(
            "T = P_ref / (2 · π · n_ref / 60) · (n / n_ref)^2",
            drive.load.level_nm(drive.load.target_rad_s),
            "N·m",
            AFFINITY,
        );
    power(drive, paper);
}

fn of_blade<S>(desk: &WorkingContext<'_, S>, drive: &Drive<'_>, blade: &Blade, paper: &mut Worksheet) {
    let name = Some(drive.parts.drive.as_str());
    let load = |key: &str| desk.at_load(drive, key);
    let target = drive.load.target_rad_s;
    paper
        .line("job.output_speed", name, "blade speed", "How fast must the blade turn?")
        .job_figure("v", "tip speed wanted", blade.target_tip_speed_m_s, "m/s", load("target_tip_speed_m_s"))
        .job_figure("r", "blade radius", blade.blade_radius_m, "m", load("blade_radius_m"))
        .gives("n = 60 · v / (2 · π · r)", rpm(target), "rpm", GEOMETRY);
    paper
        .line("job.output_torque", name, "torque", "What torque do air and crop take?")
        .job_figure("T_c", "cutting torque", blade.cutting_torque_nm, "N·m", load("cutting_torque_nm"))
        .job_figure("P_ref", "power of the known point", blade.reference_power_w, "W", load("reference_power_w"))
        .job_figure("n_ref", "speed of the known point", blade.reference_rpm, "rpm", load("reference_rpm"))
        .summed("n", "blade speed", rpm(target), "rpm", "job.output_speed")
        .gives("T = T_c + P_ref / (2 · π · n_ref / 60) · (n / n_ref)^2", drive.load.level_nm(target), "N·m", AFFINITY);
    power(drive, paper);
}

fn of_hoist<S>(desk: &WorkingContext<'_, S>, drive: &Drive<'_>, hoist: &Hoist, paper: &mut Worksheet) {
    let name = Some(drive.parts.drive.as_str());
    let load = |key: &str| desk.at_load(drive, key);
    let target = drive.load.target_rad_s;
    paper
        .line("job.output_speed", name, "drum speed", "How fast must the drum turn?")
        .job_figure("v", "lift speed", hoist.lift_speed_m_s, "m/s", load("lift_speed_m_s"))
        .job_figure("r", "drum radius", hoist.drum_radius_m, "m", load("drum_radius_m"))
        .gives("n = 60 · v / (2 · π · r)", rpm(target), "rpm", GEOMETRY);
    paper
        .line("job.output_torque", name, "torque", "What torque lifts the mass?")
        .job_figure("m", "mass lifted", hoist.mass_kg, "kg", load("mass_kg"))
        .constant("g", "gravity", GRAVITY_M_S2, "m/s²", G_FROM)
        .job_figure("r", "drum radius", hoist.drum_radius_m, "m", load("drum_radius_m"))
        .gives("T = m · g · r", drive.load.level_nm(target), "N·m", MECHANICS);
    power(drive, paper);
}

fn of_torque<S>(desk: &WorkingContext<'_, S>, drive: &Drive<'_>, torque: &ConstantTorque, paper: &mut Worksheet) {
    paper
        .line("job.output_torque", Some(&drive.parts.drive), "torque", "What torque does the shaft take?")
        .job_figure("T_s", "torque", torque.torque_nm, "N·m", desk.at_load(drive, "torque_nm"))
        .gives("T = T_s", torque.torque_nm, "N·m", MECHANICS);
    power(drive, paper);
}

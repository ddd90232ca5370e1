//! Which levers can move which check.

use super::adjustments::Adjustment;
use super::drive_adjustments::DriveLevers;
use super::{Variant, job_adjustments, room_adjustments, supply_adjustments};
use crate::evaluation::checks::Check;
use crate::model::supply::{Chain, FULL};

/// The levers worth turning for a check, of the drive it is about or of every drive.
pub(super) fn levers_for(check: &Check, draft: &Variant, index: usize) -> Vec<Adjustment> {
    let mut levers = supply(check.code, draft, index);
    for (place, parts) in draft.option.drives.iter().enumerate() {
        let about = check.drive.as_deref();
        if about.is_none_or(|drive| drive == parts.drive) {
            let drive = DriveLevers { parts, place, index };
            levers.extend(of_drive(check, &drive, draft));
            if !is_geometry(check.code) {
                levers.extend(job_adjustments::wishes(draft, &parts.drive));
            }
        }
    }
    levers.retain(|lever| !lever.steps.is_empty());
    levers
}

/// Whether a check hangs on sizes alone: no speed or mass the job asks for moves it.
fn is_geometry(code: &str) -> bool {
    matches!(
        code,
        "gearing.mesh" | "gearing.bore" | "gearing.teeth_in_mesh" | "fit.motor" | "fit.battery" | "fit.controller"
    )
}

fn supply(code: &str, draft: &Variant, index: usize) -> Vec<Adjustment> {
    let capacity = || supply_adjustments::capacity(draft, index);
    let packs = || supply_adjustments::packs(draft, index);
    let cells = |more| supply_adjustments::cells(draft, index, more);
    let mut levers = Vec::new();
    match code {
        "battery.runtime" => {
            levers.extend([capacity(), packs(), cells(true), job_adjustments::duty(draft)]);
            levers.extend(job_adjustments::runtime(draft));
        }
        "motor.voltage"
        | "motor.nominal_voltage"
        | "motor.flat_out"
        | "controller.flat_out_current"
        | "controller.max_voltage"
        | "safety.touch_voltage"
        | "motor.speed"
        | "controller.erpm"
        | "safety.blade_tip_speed" => levers.push(cells(false)),
        "motor.continuous_current" | "motor.burst_current" | "gearing.gearbox_jam" | "gearing.gearbox_torque" => {
            levers.push(cells(false));
        }
        "motor.winding_temperature" | "motor.magnet_temperature" => levers.push(job_adjustments::duty(draft)),
        "motor.rim_speed" | "motor.shaft" | "gearing.input_speed" | "gearing.bending" | "gearing.belt_tension" => {
            levers.push(cells(false));
        }
        "generator.voltage" | "safety.runaway_generator" => {}
        "wire.temperature" | "wire.drop" | "wire.fuse" | "wire.connector" | "wire.switch" => {}
        "fit.battery" => levers.extend(room_adjustments::packs_that_fit(draft, index)),
        "fit.controller" => levers.extend(room_adjustments::controller_room(draft)),
        "performance.traction" | "gearing.chain_load" => {}
        _ if is_geometry(code) => {}
        _ => {
            levers.extend([capacity(), packs(), cells(true)]);
            levers.extend(supply_adjustments::rating(draft, index));
            levers.extend(supply_adjustments::board(draft, index));
            if code == "battery.sag" {
                levers.push(supply_adjustments::stop_voltage(draft, index));
            }
        }
    }
    levers
}

fn of_drive(check: &Check, drive: &DriveLevers<'_>, draft: &Variant) -> Vec<Adjustment> {
    let code = check.code;
    let stage = check.stage.unwrap_or(0);
    let mut levers: Vec<Adjustment> = Vec::new();
    let group = code.split('.').next().unwrap_or_default();
    let motor_limit = |levers: &mut Vec<Adjustment>, down: bool| {
        let (key, words) = ("motor_current_limit_a", "Motor current limit");
        if down {
            levers.extend(drive.lower_limit(
                key,
                words,
                |controller| &mut controller.motor_current_limit_a,
                held_a(drive, draft),
            ));
        } else {
            levers.extend(drive.raise_limit(key, words, |controller| &mut controller.motor_current_limit_a));
        }
    };
    let battery_limit = |levers: &mut Vec<Adjustment>, down: bool| {
        let (key, words) = ("battery_current_limit_a", "Battery current limit");
        if down {
            levers.extend(drive.lower_limit(
                key,
                words,
                |controller| &mut controller.battery_current_limit_a,
                drawn_a(drive, draft),
            ));
        } else {
            levers.extend(drive.raise_limit(key, words, |controller| &mut controller.battery_current_limit_a));
        }
    };
    match code {
        "motor.voltage" => levers.extend(drive.motor_rating("max_voltage_v", "V", |motor| &mut motor.max_voltage_v)),
        "motor.nominal_voltage" => {
            levers.extend(drive.motor_rating("nominal_voltage_v", "V", |motor| &mut motor.nominal_voltage_v));
        }
        // What flat out does is cured by going no faster: gearing, Kv, an end stop of the throttle.
        "motor.flat_out" | "controller.flat_out_current" | "battery.flat_out_current" => {
            levers.extend(drive.gearing(true));
            levers.push(drive.kv(false));
            levers.extend(drive.end_stop());
        }
        "motor.speed" => {
            levers.push(drive.kv(false));
            levers.extend(drive.motor_rating("max_speed_rpm", "rpm", |motor| &mut motor.max_speed_rpm));
        }
        "controller.max_voltage" => {
            levers.extend(drive.controller_rating(
                "max_voltage_v",
                "V",
                |controller| &mut controller.max_voltage_v,
                true,
            ));
        }
        "controller.min_voltage" | "controller.brown_out" => {
            levers.extend(drive.controller_rating(
                "min_voltage_v",
                "V at least",
                |controller| &mut controller.min_voltage_v,
                false,
            ));
        }
        "controller.erpm" => {
            levers.push(drive.kv(false));
            levers.extend(drive.controller_rating(
                "max_erpm",
                "electrical rpm",
                |controller| &mut controller.max_erpm,
                true,
            ));
        }
        "controller.kind" => levers.extend(drive.matching_controller()),
        "controller.channels" => {
            levers.push(drive.controllers());
            levers.extend(drive.own_channels());
            levers.extend(drive.shared_channel());
        }
        "motor.winding_temperature" | "motor.magnet_temperature" => {
            levers.extend([drive.size(), drive.count(), drive.cooling(), drive.kv(false), drive.kv(true)]);
            levers.push(if code == "motor.winding_temperature" { drive.enamel() } else { drive.magnets() });
            levers.extend(drive.heat_path_by_rating(draft));
            levers.extend(drive.gearing(true));
            levers.extend(drive.gearing(false));
        }
        "motor.continuous_current" | "motor.burst_current" => {
            levers.extend([drive.size(), drive.count(), drive.kv(false)]);
            levers.extend(if code == "motor.burst_current" {
                drive.motor_rating("max_burst_current_a", "A for a moment", |motor| &mut motor.max_burst_current_a)
            } else {
                drive
                    .motor_rating("max_continuous_current_a", "A for good", |motor| &mut motor.max_continuous_current_a)
            });
            levers.extend(drive.gearing(true));
            levers.extend(drive.wheel(false));
            motor_limit(&mut levers, true);
        }
        "gearing.gearbox_jam" | "gearing.gearbox_torque" => {
            levers.extend(drive.gearbox());
            levers.extend(drive.slip_clutch());
            levers.extend(drive.gearing(true));
            levers.push(drive.count());
            motor_limit(&mut levers, true);
        }
        "generator.voltage" => {
            levers.extend(drive.speed_up());
            levers.extend(drive.gearing(true));
            levers.push(drive.kv(false));
        }
        "safety.runaway_generator" => {
            levers.extend(drive.controller_rating(
                "max_voltage_v",
                "V",
                |controller| &mut controller.max_voltage_v,
                true,
            ));
            levers.extend(drive.gearing(false));
            levers.push(drive.kv(true));
        }
        "wire.temperature" | "wire.drop" | "wire.fuse" => {
            if code == "wire.fuse" {
                levers.extend(supply_adjustments::fuses(draft, drive.index));
            }
            levers.extend(supply_adjustments::wires(draft, drive.index, Some(&drive.parts.drive)));
        }
        "wire.connector" | "wire.switch" => {
            levers.extend(supply_adjustments::ratings_of_runs(draft, drive.index, code));
        }
        "gearing.mesh" => levers.extend(drive.meshing(stage)),
        "gearing.bore" => levers.extend(drive.bore(stage)),
        "gearing.bending" => {
            levers.extend(drive.stronger_teeth(stage));
            motor_limit(&mut levers, true);
        }
        "gearing.belt_tension" => {
            levers.extend(drive.stronger_belt(stage));
            levers.push(drive.larger_wheels(stage));
            motor_limit(&mut levers, true);
        }
        "gearing.teeth_in_mesh" => {
            levers.push(drive.larger_wheels(stage));
            levers.extend(drive.longer_centre(stage));
            levers.extend(drive.gearing(false));
        }
        "gearing.chain_load" => {
            levers.extend(drive.stronger_chain(stage));
            motor_limit(&mut levers, true);
        }
        "gearing.input_speed" => {
            levers.push(drive.kv(false));
            levers.extend(drive.gearing(false));
        }
        "motor.rim_speed" => {
            levers.push(drive.kv(false));
            levers.extend(drive.motor_rating("max_speed_rpm", "rpm", |motor| &mut motor.max_speed_rpm));
        }
        "motor.shaft" => {
            levers.extend(drive.stronger_shaft());
            levers.push(drive.larger_wheels(0));
            motor_limit(&mut levers, true);
        }
        "fit.motor" => {
            levers.extend(drive.fitting_motor(draft));
            levers.extend(room_adjustments::motor_room(draft, &drive.parts.drive));
        }
        "performance.traction" | "fit.battery" | "fit.controller" => {}
        _ if group == "controller" => {
            levers.extend(drive.stronger_controller());
            levers.extend([drive.size(), drive.kv(false), drive.count()]);
            levers.extend(drive.own_channels());
            levers.extend(drive.gearing(true));
            motor_limit(&mut levers, true);
            battery_limit(&mut levers, true);
        }
        _ if group == "performance" => {
            levers.extend([drive.size(), drive.count(), drive.kv(true), drive.kv(false)]);
            for gear_down in [true, false] {
                levers.extend(drive.gearing(gear_down));
                levers.extend(drive.wheel(!gear_down));
            }
            levers.extend(drive.stronger_controller());
            levers.extend(supply_adjustments::wires(draft, drive.index, Some(&drive.parts.drive)));
            motor_limit(&mut levers, false);
            battery_limit(&mut levers, false);
        }
        "safety.blade_stop" => {
            levers.extend(job_adjustments::blade_brake(draft, &drive.parts.drive));
        }
        "safety.no_brake" => levers.extend(drive.braking()),
        "safety.failsafe" => levers.extend(drive.failsafe_off()),
        "safety.hot_surface" => {
            levers.extend(drive.mount());
            levers.extend([drive.size(), drive.cooling(), drive.count()]);
        }
        "safety.projectile_energy" | "safety.rim_speed" => {}
        _ if group == "safety" => {
            levers.push(drive.kv(false));
            levers.extend(drive.gearing(true));
        }
        _ => {
            motor_limit(&mut levers, true);
            battery_limit(&mut levers, true);
            levers.extend(drive.gearing(true));
            levers.push(drive.kv(false));
        }
    }
    levers
}

/// Motor current of a channel when its shaft is held at full throttle on a full battery, A.
fn held_a(drive: &DriveLevers<'_>, draft: &Variant) -> f64 {
    let chain = Chain::new(&draft.job, &draft.option);
    let shown_a = chain.stalled(drive.place).map_or(0.0, |figures| figures.motor_current_a);
    shown_a * f64::from(drive.parts.motors_per_channel)
}

/// Most battery current of a channel at full throttle on a full battery, A.
fn drawn_a(drive: &DriveLevers<'_>, draft: &Variant) -> f64 {
    let chain = Chain::new(&draft.job, &draft.option);
    let Some(served) = chain.drives.iter().find(|served| served.index == drive.place) else { return 0.0 };
    let speed = chain.peak_draw_rad_s(served, FULL);
    let peak = served.yielding_figures(&chain.sources[FULL], speed, chain.yields(served, FULL));
    peak.map_or(0.0, |(figures, _)| figures.channel_battery_a)
}

//! Which levers can move which check. Both matches name every check: a new one must be thought of here.
#![deny(clippy::wildcard_enum_match_arm, reason = "a new check must be thought of here")]

use super::adjustments::Adjustment;
use super::drive_adjustments::DriveLevers;
use super::{Variant, job_adjustments, room_adjustments, supply_adjustments};
use crate::evaluation::checks::{Check, CheckCode};
use crate::model::supply::{Chain, FULL};

/// The levers worth turning for a check, of the drive it is about or of every drive.
pub(super) fn levers_for(check: &Check, draft: &Variant, index: usize) -> Vec<Adjustment> {
    let mut levers = supply(check.code, draft, index);
    for (place, parts) in draft.option.drives.iter().enumerate() {
        let about = check.drive.as_deref();
        if about.is_none_or(|drive| drive == parts.drive) {
            let drive = DriveLevers { parts, place, index };
            levers.extend(of_drive(check, &drive, draft));
            if !check.code.is_geometry() {
                levers.extend(job_adjustments::wishes(draft, &parts.drive));
            }
        }
    }
    levers.retain(|lever| !lever.steps.is_empty());
    levers
}

fn supply(code: CheckCode, draft: &Variant, index: usize) -> Vec<Adjustment> {
    let capacity = || supply_adjustments::capacity(draft, index);
    let packs = || supply_adjustments::packs(draft, index);
    let cells = |more| supply_adjustments::cells(draft, index, more);
    let mut levers = Vec::new();
    match code {
        CheckCode::BatteryRuntime => {
            levers.extend([capacity(), packs(), cells(true), job_adjustments::duty(draft)]);
            levers.extend(job_adjustments::runtime(draft));
        }
        CheckCode::MotorVoltage
        | CheckCode::MotorNominalVoltage
        | CheckCode::MotorFlatOut
        | CheckCode::ControllerFlatOutCurrent
        | CheckCode::ControllerMaxVoltage
        | CheckCode::SafetyTouchVoltage
        | CheckCode::MotorSpeed
        | CheckCode::ControllerErpm
        | CheckCode::SafetyBladeTipSpeed
        | CheckCode::MotorContinuousCurrent
        | CheckCode::MotorRatedPower
        | CheckCode::MotorFlatOutPower
        | CheckCode::MotorBurstCurrent
        | CheckCode::GearingGearboxJam
        | CheckCode::GearingGearboxTorque
        | CheckCode::MotorRimSpeed
        | CheckCode::MotorShaft
        | CheckCode::GearingInputSpeed
        | CheckCode::GearingBending
        | CheckCode::GearingBeltTension => levers.push(cells(false)),
        CheckCode::MotorWindingTemperature | CheckCode::MotorMagnetTemperature => {
            levers.push(job_adjustments::duty(draft));
        }
        CheckCode::FitBattery => levers.extend(room_adjustments::packs_that_fit(draft, index)),
        CheckCode::FitController => levers.extend(room_adjustments::controller_room(draft)),
        CheckCode::BatteryContinuousCurrent
        | CheckCode::BatteryBurstCurrent
        | CheckCode::BatterySag
        | CheckCode::BatteryPeakSag
        | CheckCode::BatteryFlatOutCurrent
        | CheckCode::BatteryBmsCurrent
        | CheckCode::ControllerMinVoltage
        | CheckCode::ControllerBrownOut
        | CheckCode::ControllerMotorCurrentContinuous
        | CheckCode::ControllerMotorCurrentPeak
        | CheckCode::ControllerBatteryCurrentContinuous
        | CheckCode::PerformanceTargetSpeed
        | CheckCode::PerformanceClimb
        | CheckCode::PerformanceAcceleration
        | CheckCode::PerformanceSpinUp
        | CheckCode::PerformanceRate
        | CheckCode::SafetyHotSurface => {
            levers.extend([capacity(), packs(), cells(true)]);
            levers.extend(supply_adjustments::rating(draft, index));
            levers.extend(supply_adjustments::board(draft, index));
            if code == CheckCode::BatterySag {
                levers.push(supply_adjustments::stop_voltage(draft, index));
            }
        }
        // Another battery does nothing for these.
        CheckCode::ControllerKind
        | CheckCode::ControllerChannels
        | CheckCode::GearingMesh
        | CheckCode::GearingBore
        | CheckCode::GearingTeethInMesh
        | CheckCode::GearingChainLoad
        | CheckCode::PerformanceTraction
        | CheckCode::WireTemperature
        | CheckCode::WireDrop
        | CheckCode::WireFuse
        | CheckCode::WireConnector
        | CheckCode::WireSwitch
        | CheckCode::FitMotor
        | CheckCode::GeneratorVoltage
        | CheckCode::SafetyProjectileEnergy
        | CheckCode::SafetyRimSpeed
        | CheckCode::SafetyBladeStop
        | CheckCode::SafetyNoBrake
        | CheckCode::SafetyFailsafe
        | CheckCode::SafetyRunawayGenerator => {}
    }
    levers
}

fn of_drive(check: &Check, drive: &DriveLevers<'_>, draft: &Variant) -> Vec<Adjustment> {
    let code = check.code;
    let stage = check.stage.unwrap_or(0);
    let mut levers: Vec<Adjustment> = Vec::new();
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
        CheckCode::MotorVoltage => {
            levers.extend(drive.motor_rating("max_voltage_v", "V", |motor| &mut motor.max_voltage_v));
        }
        CheckCode::MotorNominalVoltage => {
            levers.extend(drive.motor_rating("nominal_voltage_v", "V", |motor| &mut motor.nominal_voltage_v));
        }
        // What flat out does is cured by going no faster: gearing, Kv, an end stop of the throttle.
        CheckCode::MotorFlatOut | CheckCode::ControllerFlatOutCurrent | CheckCode::BatteryFlatOutCurrent => {
            levers.extend(drive.gearing(true));
            levers.push(drive.kv(false));
            levers.extend(drive.end_stop());
        }
        CheckCode::MotorSpeed => {
            levers.push(drive.kv(false));
            levers.extend(drive.motor_rating("max_speed_rpm", "rpm", |motor| &mut motor.max_speed_rpm));
        }
        CheckCode::ControllerMaxVoltage => {
            levers.extend(drive.controller_rating(
                "max_voltage_v",
                "V",
                |controller| &mut controller.max_voltage_v,
                true,
            ));
        }
        CheckCode::ControllerMinVoltage | CheckCode::ControllerBrownOut => {
            levers.extend(drive.controller_rating(
                "min_voltage_v",
                "V at least",
                |controller| &mut controller.min_voltage_v,
                false,
            ));
        }
        CheckCode::ControllerErpm => {
            levers.push(drive.kv(false));
            levers.extend(drive.controller_rating(
                "max_erpm",
                "electrical rpm",
                |controller| &mut controller.max_erpm,
                true,
            ));
        }
        CheckCode::ControllerKind => levers.extend(drive.matching_controller()),
        CheckCode::ControllerChannels => {
            levers.push(drive.controllers());
            levers.extend(drive.own_channels());
            levers.extend(drive.shared_channel());
        }
        CheckCode::MotorWindingTemperature | CheckCode::MotorMagnetTemperature => {
            levers.extend([drive.size(), drive.count(), drive.cooling(), drive.kv(false), drive.kv(true)]);
            levers.push(if code == CheckCode::MotorWindingTemperature { drive.enamel() } else { drive.magnets() });
            levers.extend(drive.heat_path_by_rating(draft));
            levers.extend(drive.gearing(true));
            levers.extend(drive.gearing(false));
        }
        CheckCode::MotorRatedPower | CheckCode::MotorFlatOutPower => {
            levers.extend([drive.size(), drive.count()]);
            levers.extend(drive.motor_rating("rated_power_w", "W by its seller", |motor| &mut motor.rated_power_w));
        }
        CheckCode::MotorContinuousCurrent | CheckCode::MotorBurstCurrent => {
            levers.extend([drive.size(), drive.count(), drive.kv(false)]);
            levers.extend(if code == CheckCode::MotorBurstCurrent {
                drive.motor_rating("max_burst_current_a", "A for a moment", |motor| &mut motor.max_burst_current_a)
            } else {
                drive.motor_rating("max_continuous_current_a", "A continuous", |motor| {
                    &mut motor.max_continuous_current_a
                })
            });
            levers.extend(drive.gearing(true));
            levers.extend(drive.wheel(false));
            motor_limit(&mut levers, true);
        }
        CheckCode::GearingGearboxJam | CheckCode::GearingGearboxTorque => {
            levers.extend(drive.gearbox());
            levers.extend(drive.slip_clutch());
            levers.extend(drive.gearing(true));
            levers.push(drive.count());
            motor_limit(&mut levers, true);
        }
        CheckCode::GeneratorVoltage => {
            levers.extend(drive.speed_up());
            levers.extend(drive.gearing(true));
            levers.push(drive.kv(false));
        }
        CheckCode::SafetyRunawayGenerator => {
            levers.extend(drive.controller_rating(
                "max_voltage_v",
                "V",
                |controller| &mut controller.max_voltage_v,
                true,
            ));
            levers.extend(drive.gearing(false));
            levers.push(drive.kv(true));
        }
        CheckCode::WireTemperature | CheckCode::WireDrop | CheckCode::WireFuse => {
            if code == CheckCode::WireFuse {
                levers.extend(supply_adjustments::fuses(draft, drive.index));
            }
            levers.extend(supply_adjustments::wires(draft, drive.index, Some(&drive.parts.drive)));
        }
        CheckCode::WireConnector | CheckCode::WireSwitch => {
            levers.extend(supply_adjustments::ratings_of_runs(draft, drive.index, code));
        }
        CheckCode::GearingMesh => levers.extend(drive.meshing(stage)),
        CheckCode::GearingBore => levers.extend(drive.bore(stage)),
        CheckCode::GearingBending => {
            levers.extend(drive.stronger_teeth(stage));
            motor_limit(&mut levers, true);
        }
        CheckCode::GearingBeltTension => {
            levers.extend(drive.stronger_belt(stage));
            levers.push(drive.larger_wheels(stage));
            motor_limit(&mut levers, true);
        }
        CheckCode::GearingTeethInMesh => {
            levers.push(drive.larger_wheels(stage));
            levers.extend(drive.longer_centre(stage));
            levers.extend(drive.gearing(false));
        }
        CheckCode::GearingChainLoad => {
            levers.extend(drive.stronger_chain(stage));
            motor_limit(&mut levers, true);
        }
        CheckCode::GearingInputSpeed => {
            levers.push(drive.kv(false));
            levers.extend(drive.gearing(false));
        }
        CheckCode::MotorRimSpeed => {
            levers.push(drive.kv(false));
            levers.extend(drive.motor_rating("max_speed_rpm", "rpm", |motor| &mut motor.max_speed_rpm));
        }
        CheckCode::MotorShaft => {
            levers.extend(drive.stronger_shaft());
            levers.push(drive.larger_wheels(0));
            motor_limit(&mut levers, true);
        }
        CheckCode::FitMotor => {
            levers.extend(drive.fitting_motor(draft));
            levers.extend(room_adjustments::motor_room(draft, &drive.parts.drive));
        }
        CheckCode::PerformanceTraction | CheckCode::FitBattery | CheckCode::FitController => {}
        CheckCode::ControllerMotorCurrentContinuous
        | CheckCode::ControllerMotorCurrentPeak
        | CheckCode::ControllerBatteryCurrentContinuous => {
            levers.extend(drive.stronger_controller());
            levers.extend([drive.size(), drive.kv(false), drive.count()]);
            levers.extend(drive.own_channels());
            levers.extend(drive.gearing(true));
            motor_limit(&mut levers, true);
            battery_limit(&mut levers, true);
        }
        CheckCode::PerformanceTargetSpeed
        | CheckCode::PerformanceClimb
        | CheckCode::PerformanceAcceleration
        | CheckCode::PerformanceSpinUp
        | CheckCode::PerformanceRate => {
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
        CheckCode::SafetyBladeStop => {
            levers.extend(job_adjustments::blade_brake(draft, &drive.parts.drive));
        }
        CheckCode::SafetyNoBrake => levers.extend(drive.braking()),
        CheckCode::SafetyFailsafe => levers.extend(drive.failsafe_off()),
        CheckCode::SafetyHotSurface => {
            levers.extend(drive.mount());
            levers.extend([drive.size(), drive.cooling(), drive.count()]);
        }
        CheckCode::SafetyProjectileEnergy | CheckCode::SafetyRimSpeed => {}
        CheckCode::SafetyTouchVoltage | CheckCode::SafetyBladeTipSpeed => {
            levers.push(drive.kv(false));
            levers.extend(drive.gearing(true));
        }
        CheckCode::BatteryContinuousCurrent
        | CheckCode::BatteryBurstCurrent
        | CheckCode::BatterySag
        | CheckCode::BatteryPeakSag
        | CheckCode::BatteryRuntime
        | CheckCode::BatteryBmsCurrent => {
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

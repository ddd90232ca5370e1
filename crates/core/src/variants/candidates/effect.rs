//! What an option does, in the few figures that it is compared by.

use serde::Serialize;

use crate::document::OptionSheet;
use crate::evaluation::checks::{CheckCode, Verdict};
use crate::evaluation::{CaseEvaluation, OptionEvaluation};
use crate::model::cases::Case;

/// What an option does, in the few figures that candidates are compared by.
#[derive(Debug, Clone, PartialEq, Serialize, schemars::JsonSchema)]
pub struct Effect {
    /// Verdict of the option.
    pub verdict: Verdict,
    /// Checks that fail.
    pub failing: u32,
    /// How far the weakest link is used; null when it fails without a number.
    pub worst_utilisation: Option<f64>,
    /// Title of the weakest link.
    pub weakest: Option<&'static str>,
    /// How far the torque on the hill is used; null without a hill, or when it cannot.
    pub climb_utilisation: Option<f64>,
    /// Flat out at half charge: speed of travel or rope, m/s; null where nothing travels.
    pub speed_m_s: Option<f64>,
    /// Flat out at half charge: speed of the output, rpm.
    pub output_rpm: Option<f64>,
    /// That speed over the one that is wanted; null where it cannot be said.
    pub speed_over_target: Option<f64>,
    /// Rest to target speed or spun up, s; null where it cannot get there.
    pub time_to_speed_s: Option<f64>,
    /// Torque of the output held still on a full battery, N·m.
    pub start_torque_nm: Option<f64>,
    /// Torque of each motor held still on a full battery, at its own shaft, N·m.
    pub motor_stall_nm: Option<f64>,
    /// Pull at the wheels from rest, N; null where nothing travels on wheels.
    pub start_pull_n: Option<f64>,
    /// Battery current of all drives at their hardest work, A.
    pub battery_a: Option<f64>,
    /// Battery current where it is largest, A.
    pub battery_peak_a: Option<f64>,
    /// The same as a C rate of the whole battery, 1/h.
    pub battery_c: Option<f64>,
    /// What the battery may give continuously, A; null where nobody listed it.
    pub battery_rated_a: Option<f64>,
    /// Sag of a cell at the hardest work with little charge, V.
    pub sag_v_per_cell: Option<f64>,
    /// Battery current of one controller of the drive at its hardest work, A.
    pub controller_battery_a: Option<f64>,
    /// Current of each motor at the hardest work, A.
    pub motor_a: Option<f64>,
    /// Winding, °C; null when unknown or running away.
    pub winding_c: Option<f64>,
    /// How long it stands full throttle from cold, s; null where it holds continuously, or nothing is known of its heat.
    pub flat_out_s: Option<f64>,
    /// What it gives where it is turned, W; null where it is fed.
    pub generated_w: Option<f64>,
    /// The volts at which it does, V.
    pub generated_v: Option<f64>,
    /// Volts on its leads when the load falls off, V.
    pub runaway_v: Option<f64>,
    /// Minutes on one charge.
    pub runtime_min: Option<f64>,
    /// Price of all drive parts; null while one has none.
    pub price: Option<f64>,
    /// Mass of all drive parts, kg.
    pub hardware_mass_kg: f64,
}

impl Effect {
    /// The effect as seen from one drive of an evaluated option.
    #[must_use]
    pub fn of(result: &OptionEvaluation, option: &OptionSheet, drive: usize) -> Self {
        let weakest = result.weakest();
        let seen = result.drives.get(drive);
        let flat_out = seen.and_then(|seen| seen.at_half(Case::FullThrottle));
        let climb = result.checks.iter().find(|check| {
            check.code == CheckCode::PerformanceClimb && check.drive.as_ref() == seen.map(|seen| &seen.drive)
        });
        let stall = seen.and_then(|seen| seen.cases.iter().find(|case| case.case == Case::Stall));
        let stalled = stall.and_then(|case| case.output_torque_nm);
        let gearbox = option
            .drives
            .get(drive)
            .and_then(|parts| parts.motor.gearbox.as_ref())
            .map_or(1.0, |own| own.ratio * own.efficiency);
        let generating = seen.and_then(|seen| seen.generating.as_ref());
        let capacity_ah = option.battery.capacity_ah * f64::from(option.battery.packs_parallel);
        let wheel_radius_m = flat_out.and_then(CaseEvaluation::travel_radius_m);
        let hardest = |figure: fn(&CaseEvaluation) -> Option<f64>| {
            [Case::Target, Case::Climb].into_iter().filter_map(|case| figure(seen?.at_half(case)?)).reduce(f64::max)
        };
        let failing = result.checks.iter().filter(|check| check.verdict == Verdict::Fail).count();
        Self {
            verdict: result.verdict,
            failing: u32::try_from(failing).unwrap_or(u32::MAX),
            worst_utilisation: weakest.and_then(|check| check.utilisation),
            weakest: weakest.map(|check| check.title),
            climb_utilisation: climb.and_then(|check| check.utilisation),
            speed_m_s: flat_out.filter(|case| case.feasible).and_then(|case| case.speed_m_s),
            output_rpm: flat_out.filter(|case| case.feasible).and_then(|case| case.output_rpm),
            speed_over_target: flat_out
                .filter(|case| case.feasible)
                .and_then(|case| case.output_rpm)
                .zip(seen.map(|seen| seen.required.output_rpm))
                .map(|(rpm, wanted)| rpm / wanted)
                .filter(|over| over.is_finite()),
            time_to_speed_s: seen.and_then(|seen| seen.acceleration_s.or(seen.spin_up_s).flatten()),
            start_torque_nm: stalled,
            motor_stall_nm: stall.and_then(|case| case.motor_torque_nm).map(|torque| torque * gearbox),
            start_pull_n: stalled.zip(wheel_radius_m).map(|(torque, radius)| torque / radius),
            battery_a: result.supply.all_hardest.current_a,
            battery_peak_a: result
                .supply
                .all_stalled
                .current_a
                .zip(result.supply.all_peak.current_a)
                .map(|(stalled, peak)| stalled.max(peak)),
            battery_c: result.supply.all_hardest.current_a.map(|amps| amps / capacity_ah),
            battery_rated_a: result.supply.continuous_a,
            sag_v_per_cell: result
                .checks
                .iter()
                .find(|check| check.code == CheckCode::BatterySag)
                .and_then(|check| check.demand),
            controller_battery_a: hardest(|case| case.controller_battery_current_a),
            motor_a: hardest(|case| case.motor_current_a),
            winding_c: seen.and_then(|seen| seen.thermal.as_ref()).and_then(|thermal| thermal.winding_c),
            flat_out_s: seen.and_then(|seen| seen.flat_out).and_then(|flat_out| flat_out.seconds),
            generated_w: generating.map(|own| own.output_power_w),
            generated_v: generating.map(|own| own.output_voltage_v),
            runaway_v: generating.map(|own| own.runaway_voltage_v),
            runtime_min: result.supply.runtime_min,
            price: result.price,
            hardware_mass_kg: result.hardware_mass_kg,
        }
    }
}

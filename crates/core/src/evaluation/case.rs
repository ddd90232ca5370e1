//! One case at one charge as it is told: figures, losses, what limits it.

use serde::Serialize;

use crate::format::{percent, significant};
use crate::formulas::constants::RAD_S_PER_RPM;
use crate::model::Drive;
use crate::model::bus::Limit;
use crate::model::cases::{Case, CaseResult, Figures, LossesW, StageLossesW, rpm};
use crate::model::supply::Chain;

/// One case at one charge. The figures are null when the battery cannot give the power.
#[derive(Debug, Clone, PartialEq, Serialize, schemars::JsonSchema)]
pub struct CaseEvaluation {
    /// Which case.
    pub case: Case,
    /// Charge, 0 to 1.
    pub state_of_charge: f64,
    /// Whether it can be done.
    pub feasible: bool,
    /// What limits it or makes it impossible; null when nothing does.
    pub limited_by: Option<Limit>,
    /// Speed of the output shaft, rpm.
    pub output_rpm: Option<f64>,
    /// Torque of the output shaft, N·m.
    pub output_torque_nm: Option<f64>,
    /// Speed of the motor, rpm.
    pub motor_rpm: Option<f64>,
    /// Shaft torque of each motor, N·m.
    pub motor_torque_nm: Option<f64>,
    /// Shown current of each motor, A.
    pub motor_current_a: Option<f64>,
    /// Average voltage at the motor, V: duty times bus voltage.
    pub motor_voltage_v: Option<f64>,
    /// Share of the time the controller switches on.
    pub duty: Option<f64>,
    /// Battery current of one channel, A.
    pub controller_battery_current_a: Option<f64>,
    /// Resting voltage of the battery, V.
    pub open_circuit_v: f64,
    /// Bus voltage at the controller, V.
    pub supply_voltage_v: Option<f64>,
    /// Current from the battery, A.
    pub supply_current_a: Option<f64>,
    /// Power at the output shaft, W.
    pub output_power_w: Option<f64>,
    /// Power of the other consumers, W.
    pub accessory_power_w: f64,
    /// Where the rest goes, W.
    pub losses_w: Option<LossesW>,
    /// Of the supply loss, what stays in the battery, W; the rest is in the leads.
    pub battery_loss_w: Option<f64>,
    /// The losses by the stages of the power path, W.
    pub stage_losses_w: Option<StageLossesW>,
    /// Output power over battery power.
    pub efficiency: Option<f64>,
    /// Speed of travel or of the rope, m/s; absent where nothing travels.
    #[serde(skip_serializing_if = "Option::is_none")]
    pub speed_m_s: Option<f64>,
    /// Speed of the blade tip, m/s; absent without a blade.
    #[serde(skip_serializing_if = "Option::is_none")]
    pub tip_speed_m_s: Option<f64>,
    /// What limits it or makes it impossible, in one sentence.
    pub because: String,
}

impl CaseEvaluation {
    /// Travel for each radian of the output shaft, m: the radius of wheel or drum; `None` where nothing travels or turns.
    #[must_use]
    pub fn travel_radius_m(&self) -> Option<f64> {
        let (speed_m_s, rpm) = self.speed_m_s.zip(self.output_rpm)?;
        (rpm > 0.0).then(|| speed_m_s / (rpm * RAD_S_PER_RPM))
    }

    pub(super) fn new(drive: &Drive<'_>, open_circuit_v: f64, chain: &Chain<'_>, result: &CaseResult) -> Self {
        let figures = result.figures.as_ref();
        let tip_radius_m = match &drive.job.load {
            crate::document::Load::Blade(blade) => Some(blade.blade_radius_m),
            _ => None,
        };
        let battery_w = |f: &Figures| f.supply_a * f.supply_a * chain.battery.pack_ohm;
        Self {
            case: result.case,
            state_of_charge: result.charge,
            feasible: result.feasible,
            limited_by: result.limited_by,
            output_rpm: figures.map(|f| rpm(f.output_rad_s)),
            output_torque_nm: figures.map(|f| f.output_nm),
            motor_rpm: figures.map(|f| rpm(f.motor_rad_s)),
            motor_torque_nm: figures.map(|f| f.motor_nm),
            motor_current_a: figures.map(|f| f.motor_current_a),
            motor_voltage_v: figures.map(|f| f.motor_v),
            duty: figures.map(|f| f.duty),
            controller_battery_current_a: figures.map(|f| f.channel_battery_a),
            open_circuit_v,
            supply_voltage_v: figures.map(|f| f.bus_v),
            supply_current_a: figures.map(|f| f.supply_a),
            output_power_w: figures.map(|f| f.output_w),
            accessory_power_w: chain.job.accessory_power_w,
            losses_w: figures.map(|f| f.losses),
            battery_loss_w: figures.map(battery_w),
            stage_losses_w: figures.map(|f| f.losses.by_stage(battery_w(f))),
            efficiency: figures.map(|f| f.efficiency),
            speed_m_s: drive.load.travel_radius_m.and_then(|radius| figures.map(|f| f.output_rad_s * radius)),
            tip_speed_m_s: tip_radius_m.and_then(|radius| figures.map(|f| f.output_rad_s * radius)),
            because: if chain.worded() { because(drive, result) } else { String::new() },
        }
    }
}

/// What limits a case or makes it impossible, in one sentence.
fn because(drive: &Drive<'_>, result: &CaseResult) -> String {
    let Some(figures) = &result.figures else {
        return "Not possible: the battery cannot give this power at any voltage.".to_owned();
    };
    let controller = &drive.controller;
    let motor_limit_a =
        controller.motor_limit_a.map_or(0.0, |limit_a| limit_a * drive.per_channel / controller.current_factor);
    let battery_limit_a = controller.battery_limit_a.map_or(0.0, |limit_a| limit_a * drive.per_channel);
    let channel_a = figures.motor_current_a * drive.per_channel;
    match (result.limited_by, result.feasible) {
        (None, _) if controller.present => format!("Held with {} of the battery voltage.", percent(figures.duty)),
        (None, _) => "On a plain switch it runs flat out, and that is fast enough.".to_owned(),
        (Some(Limit::Load), _) => format!(
            "Not possible: each motor pushes {} N·m at rest, too little to move this load.",
            significant(figures.motor_nm.max(0.0))
        ),
        (Some(Limit::Duty), true) => "The battery voltage is all used: full duty.".to_owned(),
        (Some(Limit::MotorCurrent), true) => {
            format!("The motor-current limit of {} A holds it back.", significant(motor_limit_a))
        }
        (Some(Limit::BatteryCurrent), true) => {
            format!("The battery-current limit of {} A holds it back.", significant(battery_limit_a))
        }
        (Some(Limit::Duty), false) if !controller.present => {
            format!("Not fast enough: flat out it reaches {} rpm.", significant(rpm(figures.output_rad_s)))
        }
        (Some(Limit::Duty), false) if controller.max_duty < 1.0 => format!(
            "Not possible: with the throttle's end stop at {} the battery voltage is too low for this speed.",
            percent(controller.max_duty)
        ),
        (Some(Limit::Duty), false) => "Not possible: the whole battery voltage is too low for this speed.".to_owned(),
        (Some(Limit::MotorCurrent), false) => format!(
            "Not possible: it takes {} A of motor current in a channel, and the limit is {} A.",
            significant(channel_a),
            significant(motor_limit_a)
        ),
        (Some(Limit::BatteryCurrent), false) => format!(
            "Not possible: it takes {} A of battery current in a channel, and the limit is {} A.",
            significant(figures.channel_battery_a),
            significant(battery_limit_a)
        ),
        (Some(Limit::Supply), _) => "Not possible: the battery cannot give this power at any voltage.".to_owned(),
    }
}

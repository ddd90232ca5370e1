//! Everything computed about one drive: its figures, cases, heat and times.

use serde::Serialize;

use super::case::CaseEvaluation;
use super::gearing::gearbox::GearboxReport;
use super::gearing::stages::StageReport;
use crate::model::Drive;
use crate::model::cases::{Case, rpm};
use crate::model::flat_out::FlatOut;
use crate::model::generating::GeneratorModel;
use crate::model::generator_figures::Generating;
use crate::model::heat::ThermalResult;
use crate::model::launcher_shots::Shots;
use crate::model::motor::Listed;
use crate::model::supply::{CHARGES, Chain, FULL, HALF, LOW, Supply};

/// Everything computed about one drive.
#[derive(Debug, Clone, PartialEq, Serialize, schemars::JsonSchema)]
pub struct DriveEvaluation {
    /// Name of the drive.
    pub drive: String,
    /// Motor turns per output turn.
    pub ratio: f64,
    /// Share of the power that comes through the gearing.
    pub gearing_efficiency: f64,
    /// Whether its shaft can be held still under power: as given, or what is usual for the load.
    pub can_jam: bool,
    /// Whether its controller holds its own current down: as given, or what is usual for the kind; null on a plain switch.
    pub holds_current: Option<bool>,
    /// What the target asks on the level.
    pub required: Required,
    /// Case by case, charge by charge.
    pub cases: Vec<CaseEvaluation>,
    /// The motor's built-in gearbox; null without one.
    pub gearbox: Option<GearboxReport>,
    /// Every gearing stage: what goes through it, its geometry, advice.
    pub stages: Vec<StageReport>,
    /// The bare motor at the pack's mid voltage.
    pub motor: Listed,
    /// Temperatures; null when the heat path is unknown.
    pub thermal: Option<ThermalResult>,
    /// What the winding would reach along the heat path that the listed continuous current implies, °C, where the estimate
    /// from the can would burn the motor at that current; null elsewhere, and where it runs away all the same.
    pub winding_by_rating_c: Option<f64>,
    /// How long it stands full throttle at half charge; null when heat path or capacity are unknown, and for a generator.
    pub flat_out: Option<FlatOut>,
    /// Rest to target speed at half charge, s; null where it cannot get there, absent unless a vehicle.
    #[serde(skip_serializing_if = "Option::is_none")]
    pub acceleration_s: Option<Option<f64>>,
    /// The same for a load that turns in place, s; absent for a vehicle.
    #[serde(skip_serializing_if = "Option::is_none")]
    pub spin_up_s: Option<Option<f64>>,
    /// Speed right after a shot, rpm; absent when nothing is thrown.
    #[serde(skip_serializing_if = "Option::is_none")]
    pub speed_after_shot_rpm: Option<Option<f64>>,
    /// Time back to the target after a shot, s; absent when nothing is thrown.
    #[serde(skip_serializing_if = "Option::is_none")]
    pub recovery_s: Option<Option<f64>>,
    /// Inertia of launcher wheels by their size and material, kg·m²; absent while one of them is missing.
    #[serde(skip_serializing_if = "Option::is_none")]
    pub inertia_by_size_kg_m2: Option<f64>,
    /// How fast shots leave, how often, how many on one charge; absent when nothing is thrown.
    #[serde(skip_serializing_if = "Option::is_none")]
    pub shots: Option<Shots>,
    /// What a machine that is turned gives; absent for anything else.
    #[serde(skip_serializing_if = "Option::is_none")]
    pub generating: Option<Generating>,
}

/// What the target asks on the level.
#[derive(Debug, Clone, Copy, PartialEq, Serialize, schemars::JsonSchema)]
pub struct Required {
    /// Speed of the output shaft, rpm.
    pub output_rpm: f64,
    /// Torque of the output shaft, N·m.
    pub output_torque_nm: f64,
    /// Power at the output shaft, W.
    pub output_power_w: f64,
    /// Speed of the motor, rpm.
    pub motor_rpm: f64,
    /// Shaft torque of each motor, N·m.
    pub motor_torque_nm: f64,
}

impl DriveEvaluation {
    /// A case at half charge, where the drive has it.
    #[must_use]
    pub fn at_half(&self, case: Case) -> Option<&CaseEvaluation> {
        self.cases.iter().find(|seen| seen.case == case && (seen.state_of_charge - CHARGES[HALF]).abs() < 1e-9)
    }

    /// The first of target and climb that cannot be held at half charge.
    #[must_use]
    pub fn first_not_held(&self) -> Option<Case> {
        [Case::Target, Case::Climb].into_iter().find(|case| self.at_half(*case).is_some_and(|seen| !seen.feasible))
    }
}

impl Chain<'_> {
    /// Everything computed about one drive.
    pub(crate) fn drive(&self, drive: &Drive<'_>, supply: &Supply) -> DriveEvaluation {
        if let Some(dynamo) = GeneratorModel::of(drive) {
            return self.generator(drive, dynamo.generating());
        }
        let target = drive.load.target_rad_s;
        let output_nm = drive.load.level_nm(target);
        let half = &self.sources[HALF];
        let whole = self.is_whole();
        let time_s = if whole || drive.job.allowed_to_speed_s().is_some() {
            drive.time_between_s(half, 0.0, target)
        } else {
            None
        };
        let travels_on_wheels = drive.load.vehicle.is_some();
        let shot = drive.load.shot_energy_j.map(|_| drive.shot(half));
        let figures = |case| self.case(drive.index, HALF, case).and_then(|result| result.figures.as_ref());
        let climb_min = drive.climb_min();
        DriveEvaluation {
            drive: drive.parts.drive.clone(),
            ratio: drive.gearing.ratio,
            gearing_efficiency: drive.gearing.efficiency,
            can_jam: drive.job.jams(),
            holds_current: drive.parts.controller.as_ref().map(crate::document::Controller::holds_its_current),
            required: Required {
                output_rpm: rpm(target),
                output_torque_nm: output_nm,
                output_power_w: output_nm * target,
                motor_rpm: rpm(drive.motor_rad_s(target)),
                motor_torque_nm: drive.motor_nm(output_nm),
            },
            cases: self.case_evaluations(drive),
            gearbox: if whole { self.gearbox_report(drive) } else { None },
            stages: if whole { self.stage_reports(drive) } else { Vec::new() },
            motor: drive.motor.listed_at(half.open_circuit_v),
            thermal: drive.heat(
                self.job.ambient_c,
                self.job.duty_cycle,
                figures(Case::Target),
                figures(Case::Climb),
                climb_min,
            ),
            winding_by_rating_c: whole.then(|| drive.path_by_rating(drive.motor_rad_s(target))).flatten().and_then(
                |path| {
                    let (duty, ambient_c) = (self.job.duty_cycle, self.job.ambient_c);
                    let (target, climb) = (figures(Case::Target), figures(Case::Climb));
                    drive.heat_along(path, ambient_c, duty, target, climb, climb_min)?.winding_c
                },
            ),
            flat_out: figures(Case::FullThrottle).and_then(|figures| drive.flat_out(self.job.ambient_c, figures)),
            acceleration_s: travels_on_wheels.then_some(time_s),
            spin_up_s: (!travels_on_wheels).then_some(time_s),
            speed_after_shot_rpm: shot.map(|shot| shot.map(|shot| rpm(shot.after_rad_s))),
            recovery_s: shot.map(|shot| shot.and_then(|shot| shot.recovery_s)),
            inertia_by_size_kg_m2: match &drive.job.load {
                crate::document::Load::Flywheel(wheels) => wheels.inertia_by_size_kg_m2(),
                _ => None,
            },
            shots: self.shots(drive, supply, shot.flatten().and_then(|shot| shot.recovery_s)),
            generating: None,
        }
    }

    /// The cases of a drive, charge by charge; those at half charge alone where only verdicts are asked for.
    fn case_evaluations(&self, drive: &Drive<'_>) -> Vec<CaseEvaluation> {
        let charges = if self.is_whole() { FULL..=LOW } else { HALF..=HALF };
        let cases = &self.cases[drive.index];
        let mut evaluated = Vec::with_capacity(charges.clone().map(|charge| cases[charge].len()).sum());
        for charge in charges {
            let open_circuit_v = self.sources[charge].open_circuit_v;
            evaluated
                .extend(cases[charge].iter().map(|result| CaseEvaluation::new(drive, open_circuit_v, self, result)));
        }
        evaluated
    }

    /// Everything computed about a machine that is turned.
    fn generator(&self, drive: &Drive<'_>, generating: Generating) -> DriveEvaluation {
        let whole = self.is_whole();
        let source_rad_s = generating.source_rpm * crate::formulas::constants::RAD_S_PER_RPM;
        DriveEvaluation {
            drive: drive.parts.drive.clone(),
            ratio: drive.gearing.ratio,
            gearing_efficiency: drive.gearing.efficiency,
            can_jam: drive.job.jams(),
            holds_current: drive.parts.controller.as_ref().map(crate::document::Controller::holds_its_current),
            required: Required {
                output_rpm: generating.source_rpm,
                output_torque_nm: generating.source_torque_nm,
                output_power_w: generating.source_power_w,
                motor_rpm: generating.motor_rpm,
                motor_torque_nm: generating.source_torque_nm * drive.gearing.efficiency
                    / (drive.motors * drive.gearing.ratio),
            },
            cases: Vec::new(),
            gearbox: if whole { self.gearbox_report(drive) } else { None },
            stages: if whole { self.stage_reports(drive) } else { Vec::new() },
            motor: drive.motor.listed_at(self.sources[HALF].open_circuit_v),
            thermal: drive.heat_of(self.job.ambient_c, drive.motor_rad_s(source_rad_s), generating.current_a),
            winding_by_rating_c: None,
            flat_out: None,
            acceleration_s: None,
            spin_up_s: None,
            speed_after_shot_rpm: None,
            recovery_s: None,
            inertia_by_size_kg_m2: None,
            shots: None,
            generating: Some(generating),
        }
    }

    /// The figures of a drive in a case at a charge, where the case has numbers.
    pub(crate) fn figures(&self, drive: usize, charge: usize, case: Case) -> Option<&crate::model::cases::Figures> {
        self.case(drive, charge, case)?.figures.as_ref()
    }

    /// Figures of a stalled motor at full charge.
    pub(crate) fn stalled(&self, drive: usize) -> Option<&crate::model::cases::Figures> {
        self.figures(drive, FULL, Case::Stall)
    }
}

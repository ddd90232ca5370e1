//! `ypsidyne.evaluation/1`: what a build does, what gives way first, and by how much.

pub(crate) mod assumptions;
pub mod checks;
pub mod envelope;
pub mod fits;
pub mod gearing;
pub mod generator_curves;
pub(crate) mod price;
pub mod risks;
pub mod wiring;
pub mod workings;

use serde::Serialize;

use crate::document::{Build, Job, OptionSheet};
use crate::evaluation::assumptions::{Guess, guesses};
use crate::evaluation::checks::{Check, CheckCode, Verdict, judge};
use crate::evaluation::fits::{BatteryFit, ControllerFit, battery_fit, controller_fit};
use crate::evaluation::gearing::gearbox::GearboxReport;
use crate::evaluation::gearing::stages::StageReport;
use crate::evaluation::price::price;
use crate::format::{percent, significant};
use crate::model::battery::BatteryModel;
use crate::model::bus::Limit;
use crate::model::cases::{Case, CaseResult, LossesW, rpm};
use crate::model::flat_out::FlatOut;
use crate::model::generating::{Generating, GeneratorModel};
use crate::model::heat::ThermalResult;
use crate::model::launcher_shots::Shots;
use crate::model::motor::Listed;
use crate::model::supply::{CHARGES, Chain, FULL, HALF, Supply};
use crate::model::{Drive, hardware_mass_kg};

/// The `format` of an evaluation.
pub const EVALUATION_FORMAT: &str = "ypsidyne.evaluation/1";

/// Everything computed about a build, option by option.
#[derive(Debug, Clone, PartialEq, Serialize, schemars::JsonSchema)]
pub struct Evaluation {
    /// Always `ypsidyne.evaluation/1`.
    pub format: &'static str,
    /// In the order of the document.
    pub options: Vec<OptionEvaluation>,
}

/// Everything computed about one option.
#[derive(Debug, Clone, PartialEq, Serialize, schemars::JsonSchema)]
pub struct OptionEvaluation {
    /// Name of the option.
    pub name: String,
    /// Mass of all drive parts, kg.
    pub hardware_mass_kg: f64,
    /// Mass of everything that moves, kg; null where nothing travels.
    pub moving_mass_kg: Option<f64>,
    /// Price of packs, motors, controllers and stages; null while one of battery, motor, controller has none.
    pub price: Option<f64>,
    /// The same without what is already in the drawer.
    pub to_buy: Option<f64>,
    /// In the order of the document.
    pub drives: Vec<DriveEvaluation>,
    /// All drives together on the battery.
    pub supply: Supply,
    /// How the packs stand in their room; null where the job gives none.
    pub battery_fit: Option<BatteryFit>,
    /// How the controllers stand in theirs; null where the job gives none.
    pub controller_fit: Option<ControllerFit>,
    /// Failures without a number first, then by utilisation, unknowns last.
    pub checks: Vec<Check>,
    /// The worst verdict among the checks that are known.
    pub verdict: Verdict,
    /// What gives way first.
    pub weakest_link: Option<WeakestLink>,
    /// Figures that were assumed because none was given.
    pub guesses: Vec<Guess>,
}

/// What gives way first.
#[derive(Debug, Clone, PartialEq, Eq, Serialize, schemars::JsonSchema)]
pub struct WeakestLink {
    /// Code of the check.
    pub code: CheckCode,
    /// The drive it is about; null for the battery and the whole.
    pub drive: Option<String>,
    /// Place of the stage in the gearing, from 0; absent unless it is about one.
    #[serde(skip_serializing_if = "Option::is_none")]
    pub stage: Option<usize>,
}

impl WeakestLink {
    /// Whether it names this check.
    #[must_use]
    pub fn is(&self, check: &Check) -> bool {
        self.code == check.code && self.drive == check.drive && self.stage == check.stage
    }
}

impl OptionEvaluation {
    /// Shortest time any motor stands full throttle from cold, s; `None` where all hold for good or nothing is known.
    #[must_use]
    pub fn flat_out_s(&self) -> Option<f64> {
        self.drives.iter().filter_map(|drive| drive.flat_out?.seconds).reduce(f64::min)
    }

    /// The check of the weakest link.
    #[must_use]
    pub fn weakest(&self) -> Option<&Check> {
        let link = self.weakest_link.as_ref()?;
        self.checks.iter().find(|check| link.is(check))
    }
}

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
    /// Whether its controller holds its own current down: as given, or what is usual for the kind; null on a bare switch.
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

/// Evaluates every option of a build.
///
/// Never fails: what cannot be done is a result. Every number is finite.
///
/// ```
/// use ypsidyne_core::{document::Build, evaluation::evaluate, library::demo};
/// let build = Build::from_json(demo::BUILDS[0].json).expect("the demo builds read");
/// let evaluation = evaluate(&build);
/// assert_eq!(evaluation.options.len(), build.options.len());
/// ```
#[must_use]
pub fn evaluate(build: &Build) -> Evaluation {
    let mut options: Vec<OptionEvaluation> =
        build.options.iter().enumerate().map(|(index, option)| evaluate_option(&build.job, option, index)).collect();
    for (index, option) in options.iter_mut().enumerate() {
        tell_former_motor(build, index, option);
    }
    Evaluation { format: EVALUATION_FORMAT, options }
}

/// A failsafe that was set for another motor: what that motor did with the same throttle, beside what this one does. The
/// former motor is that of the chosen option, else of the first.
fn tell_former_motor(build: &Build, index: usize, option: &mut OptionEvaluation) {
    let former = build
        .chosen
        .as_ref()
        .map_or(0, |chosen| build.options.iter().position(|option| &option.name == chosen).unwrap_or_default());
    if former == index {
        return;
    }
    let (sheet, other) = (&build.options[index], &build.options[former]);
    for check in option.checks.iter_mut().filter(|check| check.code == CheckCode::SafetyFailsafe) {
        let serves =
            |sheet: &OptionSheet| sheet.drives.iter().position(|drive| Some(&drive.drive) == check.drive.as_ref());
        let (Some(here), Some(there)) = (serves(sheet), serves(other)) else { continue };
        let held = sheet.drives[here].controller.as_ref().and_then(|controller| controller.failsafe_throttle);
        if other.drives[there].motor == sheet.drives[here].motor {
            continue;
        }
        let chain = Chain::resolved(&build.job, other);
        let Some((held, drive)) = held.zip(chain.drives.iter().find(|drive| drive.index == there)) else { continue };
        let did = drive.runs_away(&chain.sources[FULL], held);
        check.because.push_str(&match did {
            Some(speed) => format!(" With the motor of \u{201c}{}\u{201d} the same throttle gave {speed}.", other.name),
            None => format!(
                " With the motor of \u{201c}{}\u{201d} the same throttle did not move it: a failsafe set for a weak motor flies \
                 away with a strong one.",
                other.name
            ),
        });
    }
}

/// Evaluates one option; `index` is its place in the build, used in the pointers of guesses.
#[must_use]
pub fn evaluate_option(job: &Job, option: &OptionSheet, index: usize) -> OptionEvaluation {
    let chain = Chain::new(job, option);
    let supply = chain.supply();
    let drives: Vec<DriveEvaluation> = chain.drives.iter().map(|drive| chain.drive(drive, &supply)).collect();
    let checks = judge(&chain, &supply, &drives);
    let weakest = checks
        .iter()
        .find(|check| check.verdict == Verdict::Fail)
        .or_else(|| checks.iter().find(|check| check.can_be_weakest()));
    OptionEvaluation {
        name: option.name.clone(),
        hardware_mass_kg: chain.hardware_kg,
        moving_mass_kg: chain
            .drives
            .iter()
            .find_map(|drive| drive.load.vehicle.as_ref().map(|vehicle| vehicle.mass_kg)),
        price: price(option, false),
        to_buy: price(option, true),
        verdict: weakest.map_or(Verdict::Unknown, |check| check.verdict),
        weakest_link: weakest.map(|check| WeakestLink {
            code: check.code,
            drive: check.drive.clone(),
            stage: check.stage,
        }),
        guesses: guesses(&chain, index),
        battery_fit: battery_fit(job, &option.battery),
        controller_fit: controller_fit(job, option),
        drives,
        supply,
        checks,
    }
}

impl<'d> Chain<'d> {
    /// Resolves an option and computes the cases of every drive.
    pub(crate) fn new(job: &'d Job, option: &'d OptionSheet) -> Self {
        let mut chain = Self::resolved(job, option);
        chain.cases = chain
            .drives
            .iter()
            .map(|drive| {
                std::array::from_fn(|charge| {
                    // What is turned has none of the cases of what turns.
                    if drive.generates() { Vec::new() } else { drive.cases(&chain.sources[charge], CHARGES[charge]) }
                })
            })
            .collect();
        chain
    }

    /// Resolves an option without computing a case.
    pub(crate) fn resolved(job: &'d Job, option: &'d OptionSheet) -> Self {
        let battery = BatteryModel::new(option);
        let hardware_kg = hardware_mass_kg(option);
        let sources = CHARGES.map(|charge| battery.source(charge, job.accessory_power_w));
        let drives: Vec<Drive<'d>> = (0..option.drives.len())
            .filter_map(|index| {
                // Reading refuses an option whose drive the job does not have.
                let served = job.drives.iter().find(|drive| drive.name == option.drives[index].drive)?;
                Some(Drive::new(served, option, index, hardware_kg))
            })
            .collect();
        Self { job, option, battery, hardware_kg, sources, drives, cases: Vec::new() }
    }

    /// Everything computed about one drive.
    pub(crate) fn drive(&self, drive: &Drive<'_>, supply: &Supply) -> DriveEvaluation {
        if let Some(dynamo) = GeneratorModel::of(drive) {
            return self.generator(drive, dynamo.generating());
        }
        let target = drive.load.target_rad_s;
        let output_nm = drive.load.level_nm(target);
        let half = &self.sources[HALF];
        let time_s = drive.time_between_s(half, 0.0, target);
        let travels_on_wheels = drive.load.vehicle.is_some();
        let shot = drive.load.shot_energy_j.map(|_| drive.shot(half));
        let figures = |case| self.case(drive.index, HALF, case).and_then(|result| result.figures.as_ref());
        let climb_min = match &drive.job.load {
            crate::document::Load::Vehicle(vehicle) => vehicle.climb_duration_min,
            _ => None,
        };
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
            cases: self.cases[drive.index]
                .iter()
                .zip(&self.sources)
                .flat_map(|(cases, source)| {
                    cases.iter().map(|result| CaseEvaluation::new(drive, source.open_circuit_v, self, result))
                })
                .collect(),
            gearbox: self.gearbox_report(drive),
            stages: self.stage_reports(drive),
            motor: drive.motor.listed_at(half.open_circuit_v),
            thermal: drive.heat(
                self.job.ambient_c,
                self.job.duty_cycle,
                figures(Case::Target),
                figures(Case::Climb),
                climb_min,
            ),
            winding_by_rating_c: drive.path_by_rating(drive.motor_rad_s(target)).and_then(|path| {
                let (duty, ambient_c) = (self.job.duty_cycle, self.job.ambient_c);
                let (target, climb) = (figures(Case::Target), figures(Case::Climb));
                drive.heat_along(path, ambient_c, duty, target, climb, climb_min)?.winding_c
            }),
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

    /// Everything computed about a machine that is turned.
    fn generator(&self, drive: &Drive<'_>, generating: Generating) -> DriveEvaluation {
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
            gearbox: self.gearbox_report(drive),
            stages: self.stage_reports(drive),
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

impl CaseEvaluation {
    fn new(drive: &Drive<'_>, open_circuit_v: f64, chain: &Chain<'_>, result: &CaseResult) -> Self {
        let figures = result.figures.as_ref();
        let tip_radius_m = match &drive.job.load {
            crate::document::Load::Blade(blade) => Some(blade.blade_radius_m),
            _ => None,
        };
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
            battery_loss_w: figures.map(|f| f.supply_a * f.supply_a * chain.battery.pack_ohm),
            efficiency: figures.map(|f| f.efficiency),
            speed_m_s: drive.load.travel_radius_m.and_then(|radius| figures.map(|f| f.output_rad_s * radius)),
            tip_speed_m_s: tip_radius_m.and_then(|radius| figures.map(|f| f.output_rad_s * radius)),
            because: because(drive, result),
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
            "Not possible: with the throttle's end stop at {} the battery voltage is too low for this speed with this load.",
            percent(controller.max_duty)
        ),
        (Some(Limit::Duty), false) => {
            "Not possible: all of the battery voltage is too low for this speed with this load.".to_owned()
        }
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

//! What each part of the shelf would do in this build: the whole option evaluated with every one of them.

use rayon::prelude::*;
use serde::Serialize;

use crate::document::{Build, GearingStage, Job, JobDrive, Load, OptionDrive, OptionSheet};
use crate::evaluation::checks::{CheckCode, Verdict};
use crate::evaluation::{CaseEvaluation, OptionEvaluation, evaluate_figures};
use crate::format::significant;
use crate::model::battery::BatteryModel;
use crate::model::cases::Case;
use crate::shelf::ShelfPart;
use crate::shelf::place::{Slot, place_part};
use crate::variants::fitted::Fitted;
use crate::variants::fitted::battery::{fit_battery, packs_in_words};
use crate::variants::fitted::controller::fit_controller;
use crate::variants::fitted::motor::fit_motor;
use crate::variants::motor_guide::asked::least_motor_kg;

/// Most candidates of one request.
pub const MOST_CANDIDATES: usize = 1000;

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

/// Why a part is folded away: it is no answer to this job.
#[derive(Debug, Clone, Copy, PartialEq, Eq, PartialOrd, Ord, Serialize, schemars::JsonSchema)]
#[serde(rename_all = "snake_case")]
pub enum FoldedAway {
    /// Far heavier than the machine, or than what would do.
    TooHeavy,
    /// It would turn the output several times as fast as is wanted.
    TooFast,
    /// It would not reach half the speed.
    TooSlow,
    /// A wheel of far another size than the one that stands there.
    WrongSize,
    /// Not of the kind that goes with what stands there.
    WrongKind,
}

/// A part put in, with what came along and what that does.
#[derive(Debug, Clone, PartialEq)]
pub struct Placed {
    /// The option with it.
    pub option: OptionSheet,
    /// The job, where the part is a wheel that rolls or grips otherwise; `None` where it stays.
    pub job: Option<Job>,
    /// What the option does.
    pub effect: Effect,
    /// What came along, in a few words each.
    pub brings: Vec<String>,
    /// Why it is folded away; `None` for a part that makes sense.
    pub folded: Option<FoldedAway>,
    /// So many times lighter than the motors that such a machine is built with; 1 for any that is not.
    pub times_too_light: f64,
}

/// More than this factor above the wanted speed is far too fast.
const FAR_TOO_FAST: f64 = 3.0;
/// Less than this share of it far too slow.
const FAR_TOO_SLOW: f64 = 0.5;
/// Motors that weigh more than this share of the rest of a vehicle are far too heavy.
const FAR_TOO_HEAVY: f64 = 0.5;
/// One wheel that weighs more than this share of the rest of a vehicle is far too heavy.
const FAR_TOO_HEAVY_A_WHEEL: f64 = 0.15;
/// Sizes of another wheel over the one that stands there that make sense.
const SENSIBLE_SIZES: std::ops::RangeInclusive<f64> = 0.6..=1.7;
/// A battery that is charged has about the volts that the job says.
const SAME_VOLTS: std::ops::RangeInclusive<f64> = 0.8..=1.2;
/// Where nothing says what the machine weighs: so much more than the lightest that holds.
const FAR_HEAVIER: f64 = 5.0;

/// Each part put in, in the order given: as it is, or, where that does not do the job, with what it needs for it (a
/// reduction, packs in series and side by side, a channel for each motor). `None` where the option has no place for it.
///
/// `stages`: the gearing stages that can be had. `id`: how each part is linked.
#[must_use]
pub fn placed<'a>(
    build: &Build,
    option: usize,
    slot: Slot,
    stages: &[GearingStage],
    parts: impl IntoParallelIterator<Item = (&'a str, &'a ShelfPart), Iter: IndexedParallelIterator>,
) -> Vec<Option<Placed>> {
    let Some(sheet) = build.options.get(option) else { return Vec::new() };
    let mut found: Vec<Option<Placed>> = parts
        .into_par_iter()
        .map(|(id, part)| {
            let mut changed = sheet.clone();
            let plain = place_part(&mut changed, slot, part, Some(id)).then(|| {
                let rolls = wheel_in_job(build, sheet, slot, part);
                let (job, mut brings) = rolls.map_or((None, Vec::new()), |(job, brings)| (Some(job), brings));
                if matches!(part, ShelfPart::Battery(_)) {
                    brings = packs_in_words(&changed.battery);
                }
                let result = evaluate_figures(job.as_ref().unwrap_or(&build.job), &changed);
                let effect = Effect::of(&result, &changed, slot.drive);
                let folded = no_such_wheel(build, sheet, slot, part);
                Placed { option: changed, job, effect, brings, folded, times_too_light: 1.0 }
            })?;
            // Packs are as many as they were: fewer may do too.
            let several = plain.option.battery.packs_series * plain.option.battery.packs_parallel > 1;
            if plain.effect.failing == 0 && !(several && matches!(part, ShelfPart::Battery(_))) {
                return Some(plain);
            }
            let fitted = fitted(build, sheet, slot, stages, id, part).filter(|fitted| fitted.option != plain.option);
            let Some(fitted) = fitted else { return Some(plain) };
            let effect = Effect::of(&evaluate_figures(&build.job, &fitted.option), &fitted.option, slot.drive);
            let better = rank(&effect) < rank(&plain.effect);
            let Fitted { option, brings } = fitted;
            let with = Placed { option, job: None, effect, brings, folded: None, times_too_light: 1.0 };
            Some(if better { with } else { plain })
        })
        .collect();
    fold(build, sheet, slot, &mut found);
    found
}

/// Why a wheel is no answer to the job; `None` for any that makes sense, and for other parts.
fn no_such_wheel(build: &Build, sheet: &OptionSheet, slot: Slot, part: &ShelfPart) -> Option<FoldedAway> {
    let ShelfPart::Wheel(wheel) = part else { return None };
    let drive = sheet.drives.get(slot.drive)?;
    let times = drive.output.wheel_diameter_m.map_or(1.0, |now| wheel.diameter_m / now);
    if machine_kg(build, drive)
        .zip(wheel.mass_kg)
        .is_some_and(|(machine, wheel)| wheel > FAR_TOO_HEAVY_A_WHEEL * machine)
    {
        return Some(FoldedAway::TooHeavy);
    }
    (!SENSIBLE_SIZES.contains(&times)).then_some(FoldedAway::WrongSize)
}

fn served<'a>(build: &'a Build, drive: &OptionDrive) -> Option<&'a JobDrive> {
    build.job.drives.iter().find(|served| served.name == drive.drive)
}

/// Volts of the battery that machines which are turned charge, where the job has no others; `None` anywhere else.
fn charged_v(build: &Build) -> Option<f64> {
    let mut volts = None;
    for served in &build.job.drives {
        let Load::Generator(generator) = &served.load else { return None };
        volts = generator.electrical.battery_v.or(volts);
    }
    volts
}

/// Mass of a vehicle without its drive parts, kg; `None` for anything else.
fn machine_kg(build: &Build, drive: &OptionDrive) -> Option<f64> {
    match &served(build, drive)?.load {
        Load::Vehicle(vehicle) => Some(vehicle.base_mass_kg + vehicle.payload_kg),
        _ => None,
    }
}

/// The job with the rolling resistance and the grip that a wheel brings, and that in words; `None` where it brings neither.
fn wheel_in_job(build: &Build, sheet: &OptionSheet, slot: Slot, part: &ShelfPart) -> Option<(Job, Vec<String>)> {
    let ShelfPart::Wheel(wheel) = part else { return None };
    let name = &sheet.drives.get(slot.drive)?.drive;
    let mut job = build.job.clone();
    let served = job.drives.iter_mut().find(|served| served.name == *name)?;
    let Load::Vehicle(vehicle) = &mut served.load else { return None };
    let mut brings = Vec::new();
    if let Some(rolling) = wheel.rolling_resistance.filter(|rolling| *rolling != vehicle.rolling_resistance) {
        vehicle.rolling_resistance = rolling;
        brings.push(format!("rolls with {}", significant(rolling)));
    }
    if let Some(friction) = wheel.friction.filter(|friction| Some(*friction) != vehicle.friction) {
        vehicle.friction = Some(friction);
        brings.push(format!("grips with {}", significant(friction)));
    }
    (!brings.is_empty()).then_some((job, brings))
}

fn fitted(
    build: &Build,
    sheet: &OptionSheet,
    slot: Slot,
    stages: &[GearingStage],
    id: &str,
    part: &ShelfPart,
) -> Option<Fitted> {
    match part {
        ShelfPart::Motor(motor) => fit_motor(&build.job, sheet, slot.drive, motor, Some(id), stages),
        ShelfPart::Battery(pack) => Some(fit_battery(&build.job, sheet, pack, Some(id))),
        ShelfPart::Controller(controller) => fit_controller(sheet, slot.drive, controller, Some(id)),
        ShelfPart::GearingStage(_) | ShelfPart::Wheel(_) => None,
    }
}

fn rank(effect: &Effect) -> (u32, f64) {
    (effect.failing, effect.worst_utilisation.unwrap_or(f64::MAX))
}

/// Says which parts are no answer to the job.
fn fold(build: &Build, sheet: &OptionSheet, slot: Slot, found: &mut [Option<Placed>]) {
    let holding = found.iter().flatten().filter(|placed| placed.effect.failing == 0);
    let lightest = holding.map(|placed| placed.effect.hardware_mass_kg).reduce(f64::min);
    let machine_kg = sheet.drives.get(slot.drive).and_then(|drive| machine_kg(build, drive));
    let served = sheet.drives.get(slot.drive).and_then(|drive| served(build, drive));
    let charged_v = charged_v(build);
    for placed in found.iter_mut().flatten().filter(|placed| placed.folded.is_none()) {
        let Some(drive) = placed.option.drives.get(slot.drive) else { continue };
        placed.times_too_light = served
            .zip(machine_kg)
            .and_then(|(served, machine)| {
                least_motor_kg(&served.load, machine + placed.effect.hardware_mass_kg, drive.motor_count)
            })
            .zip(drive.motor.mass_kg)
            .map_or(1.0, |(least, has)| (least / has).max(1.0));
        let motors_kg = drive.motor.mass_kg.unwrap_or(0.0) * f64::from(drive.motor_count);
        let heavy = match (machine_kg, lightest) {
            (Some(machine), _) if motors_kg > FAR_TOO_HEAVY * machine => true,
            (None, Some(lightest)) => placed.effect.hardware_mass_kg > FAR_HEAVIER * lightest,
            _ => false,
        };
        let kind_differs =
            drive.controller.as_ref().is_some_and(|controller| controller.kind.motor() != drive.motor.kind);
        let speed = placed.effect.speed_over_target;
        let pack_v = BatteryModel::new(&placed.option).nominal_v();
        let other_volts = charged_v.is_some_and(|charged| !SAME_VOLTS.contains(&(pack_v / charged)));
        placed.folded = if other_volts {
            Some(FoldedAway::WrongSize)
        } else if heavy {
            Some(FoldedAway::TooHeavy)
        } else if speed.is_some_and(|over| over > FAR_TOO_FAST) {
            Some(FoldedAway::TooFast)
        } else if speed.is_some_and(|over| over < FAR_TOO_SLOW) {
            Some(FoldedAway::TooSlow)
        } else if kind_differs {
            Some(FoldedAway::WrongKind)
        } else {
            None
        };
    }
}

/// Puts candidates in order: best first, those folded away last.
pub fn best_first<T>(tried: &mut [(T, Placed)]) {
    let sensible = || tried.iter().map(|(_, placed)| placed).filter(|placed| placed.folded.is_none());
    let holding = sensible().filter(|placed| placed.effect.failing == 0);
    let best = Best {
        lightest_kg: holding.map(|placed| placed.effect.hardware_mass_kg).reduce(f64::min),
        most_w: sensible().filter_map(|placed| placed.effect.generated_w).reduce(f64::max),
    };
    tried.sort_by(|(_, a), (_, b)| {
        a.folded.is_some().cmp(&b.folded.is_some()).then(best.suits(a).total_cmp(&best.suits(b)))
    });
}

/// What the best candidates reach.
struct Best {
    lightest_kg: Option<f64>,
    most_w: Option<f64>,
}

impl Best {
    /// How well a part does the job, the less the better: what fails first; of those that hold, what is left to spare down
    /// to half, what it weighs over the lightest that holds, what it gives under the most where it is turned, how far it is
    /// lighter than such machines are built with, and how many stages and packs it takes.
    fn suits(&self, placed: &Placed) -> f64 {
        const A_FAILURE: f64 = 100.0;
        const ENOUGH_TO_SPARE: f64 = 0.5;
        const FOR_EACH_TIMES_E_OF_MASS: f64 = 0.35;
        const FOR_EACH_TIMES_E_OF_POWER: f64 = 2.0;
        const FOR_EACH_TIMES_E_TOO_LIGHT: f64 = 0.5;
        const FOR_EACH_STAGE: f64 = 0.15;
        const FOR_EACH_PACK_MORE: f64 = 0.1;
        /// Of the most that any gives: what gives less gives nothing, W/W.
        const NOTHING: f64 = 1e-3;
        let effect = &placed.effect;
        let used = effect.worst_utilisation.unwrap_or(2.0).clamp(ENOUGH_TO_SPARE, 10.0);
        let heavier = self.lightest_kg.map_or(0.0, |lightest| (effect.hardware_mass_kg / lightest).max(1.0).ln());
        let weaker = self
            .most_w
            .zip(effect.generated_w)
            .filter(|(most, _)| *most > 0.0)
            .map_or(0.0, |(most, gives)| -(gives / most).clamp(NOTHING, 1.0).ln());
        let stages: usize = placed.option.drives.iter().map(|drive| drive.gearing.len()).sum();
        let stages = f64::from(u32::try_from(stages).unwrap_or(u32::MAX));
        let battery = &placed.option.battery;
        let packs_more = f64::from(battery.packs_series * battery.packs_parallel - 1);
        A_FAILURE * f64::from(effect.failing)
            + used
            + FOR_EACH_TIMES_E_OF_MASS * heavier
            + FOR_EACH_TIMES_E_OF_POWER * weaker
            + FOR_EACH_TIMES_E_TOO_LIGHT * placed.times_too_light.ln()
            + FOR_EACH_STAGE * stages
            + FOR_EACH_PACK_MORE * packs_more
    }
}

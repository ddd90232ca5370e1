//! Which motors would do the work of a drive at a voltage: each with its gearing, on a pack that is strong enough and with
//! the controller that is.

use rayon::prelude::*;

use super::Stock;
use super::picks::{pack_for, strongest};
use crate::document::{Battery, Job, Load, Motor, OptionDrive, OptionSheet};
use crate::evaluation::checks::{CheckGroup, Verdict};
use crate::evaluation::{OptionEvaluation, evaluate_figures};
use crate::variants::fitted::motor::{fit_motor, is_hub};
use crate::variants::motor_guide::asked::least_motor_kg;

/// A motor that does the work of a drive, with its gearing.
#[derive(Debug, Clone)]
pub(super) struct Screened {
    /// The drive with motor, gearing and wheel.
    pub drive: OptionDrive,
    /// Checks of the drive itself that fail.
    pub failing: u32,
    /// How far the weakest of the checks is used.
    pub utilisation: f64,
    /// Price of motors and stages to be bought; `None` where one has none.
    pub price: Option<f64>,
    /// Mass of motors and stages, kg.
    pub mass_kg: f64,
    /// Current of each motor at the hardest steady work, A.
    pub motor_a: f64,
}

/// Motors that are kept for each of price, mass and calm.
const KEPT: usize = 7;
/// Motors above this share of a machine's own mass are no answer.
const TOO_HEAVY: f64 = 0.25;
/// Motors of less than this share of what such machines are built with are no answer either.
const FAR_TOO_LIGHT: f64 = 0.6;
/// Whoever needs more stages takes a gear motor, where one does the work.
const USUAL_STAGES: usize = 2;

/// The motors for a drive at a voltage, those that hold first; of every one that holds the best by price, by mass and by calm.
pub(super) fn screen(
    job: &Job,
    base: &OptionSheet,
    place: usize,
    voltage_v: f64,
    packs: &[Battery],
    stock: &Stock<'_>,
    from_drawer: bool,
) -> Vec<Screened> {
    let Some(drive) = base.drives.get(place) else { return Vec::new() };
    let Some(served) = job.drives.iter().find(|served| served.name == drive.drive) else { return Vec::new() };
    let counts: Vec<u32> = match served.load {
        Load::Vehicle(_) if drive.motor_count > 2 => vec![1, 2, drive.motor_count],
        Load::Vehicle(_) => vec![1, 2],
        // Flywheels, blades and propellers are as many as there are.
        _ => vec![drive.motor_count],
    };
    let machine_kg = served.load.vehicle_kg();
    let asked_w = asked_w(job, base, place);
    let tries: Vec<(&Motor, u32)> =
        stock.motors.iter().flat_map(|motor| counts.iter().map(move |count| (motor, *count))).collect();
    let all: Vec<Screened> = tries
        .into_par_iter()
        .filter(|(motor, count)| {
            if is_far_off(motor, asked_w / f64::from(*count), voltage_v) {
                return false;
            }
            let light = machine_kg
                .and_then(|machine| least_motor_kg(&served.load, machine, *count))
                .zip(motor.mass_kg)
                .is_some_and(|(least, has)| has < FAR_TOO_LIGHT * least);
            let heavy = machine_kg
                .zip(motor.mass_kg)
                .is_some_and(|(machine, mass)| mass * f64::from(*count) > TOO_HEAVY * machine);
            // A quarter more than is printed is lived with; a pack fresh from the charger has an eighth more.
            let volts = motor.max_voltage_v.is_none_or(|most| 1.1 * voltage_v <= 1.02 * most)
                && motor.nominal_voltage_v.is_none_or(|printed| voltage_v <= 1.25 * printed);
            volts && !heavy && !light
        })
        .filter_map(|(motor, count)| screened(job, base, place, motor, count, voltage_v, packs, stock, from_drawer))
        .collect();
    best_of(with_few_stages(all))
}

/// Leaves out what takes more stages than is usual, as long as something else does the work.
fn with_few_stages(mut all: Vec<Screened>) -> Vec<Screened> {
    let few = |screened: &Screened| screened.drive.gearing.len() <= USUAL_STAGES;
    if all.iter().any(|screened| few(screened) && screened.failing == 0) {
        all.retain(few);
    }
    all
}

#[allow(clippy::too_many_arguments)]
fn screened(
    job: &Job,
    base: &OptionSheet,
    place: usize,
    motor: &Motor,
    count: u32,
    voltage_v: f64,
    packs: &[Battery],
    stock: &Stock<'_>,
    from_drawer: bool,
) -> Option<Screened> {
    let mut alone = base.clone();
    let served = job.drives.iter().find(|served| served.name == base.drives[place].drive)?;
    alone.drives = vec![base.drives[place].clone()];
    alone.wiring.runs.clear();
    let lone = Job { drives: vec![served.clone()], ..job.clone() };
    let drive = &mut alone.drives[0];
    drive.motor_count = count;
    drive.motors_per_channel = 1;
    drive.controller = None;
    drive.gearing.clear();
    alone.battery = pack_for(job, voltage_v, motor, count, packs)?;
    if is_hub(motor) && served.load.vehicle_kg().is_none() {
        return None;
    }
    let fitted = fit_motor(&lone, &alone, 0, motor, motor.part_id.as_deref(), stock.stages)?;
    alone = fitted.option;
    let strongest = strongest(&alone.drives[0], &alone.battery, stock.controllers)?;
    alone.drives[0].controller = Some(strongest);
    super::picks::share_channels(&mut alone.drives[0]);
    let result = evaluate_figures(&lone, &alone);
    let failing = own_failures(&result);
    let drive = alone.drives.remove(0);
    let bought = |price: Option<f64>, owned: bool| if from_drawer && owned { Some(0.0) } else { price };
    let motors = bought(drive.motor.price, drive.motor.owned).map(|price| price * f64::from(count));
    let stages: f64 = drive
        .gearing
        .iter()
        .map(|stage| {
            bought(stage.price, stage.owned).unwrap_or(stock.usual_stage_price())
                * f64::from(if count > 1 { count } else { 1 })
        })
        .sum();
    let mass_kg = drive.motor.mass_kg.unwrap_or(0.0) * f64::from(count)
        + drive.gearing.iter().filter_map(|stage| stage.mass_kg).sum::<f64>();
    let utilisation = result
        .checks
        .iter()
        .filter(|check| check.code.can_be_weakest() && own(check.code.group()))
        .filter_map(|check| check.utilisation)
        .fold(0.0, f64::max);
    let motor_a = hardest_a(&result);
    Some(Screened { drive, motor_a, failing, utilisation, price: motors.map(|motors| motors + stages), mass_kg })
}

/// Current of each motor at target or climb, the larger, A.
fn hardest_a(result: &OptionEvaluation) -> f64 {
    let cases = result.drives.first().map(|seen| seen.cases.as_slice()).unwrap_or_default();
    cases
        .iter()
        .filter(|case| matches!(case.case, crate::Case::Target | crate::Case::Climb) && case.state_of_charge == 0.5)
        .filter_map(|case| case.motor_current_a)
        .fold(0.0, f64::max)
}

/// Power at the output that a drive's target and hill ask for, W: what the base option does, or would do.
fn asked_w(job: &Job, base: &OptionSheet, place: usize) -> f64 {
    let result = evaluate_figures(job, base);
    let Some(seen) = result.drives.get(place) else { return 0.0 };
    let climb = seen.at_half(crate::Case::Climb).and_then(|case| case.output_power_w).unwrap_or(0.0);
    seen.required.output_power_w.max(climb)
}

/// Whether a motor is far too weak, or far too strong, for its share of some power: judged by what it lists.
fn is_far_off(motor: &Motor, each_w: f64, voltage_v: f64) -> bool {
    /// Of volts times most amps so much comes out at the shaft at the best.
    const COMES_OUT: f64 = 0.95;
    /// Whoever takes a motor of this many times the power carries it for nothing.
    const FAR_TOO_STRONG: f64 = 40.0;
    let given_w = motor
        .max_continuous_current_a
        .map(|amps| amps * voltage_v)
        .or(motor.rated_power_w)
        .unwrap_or_else(|| voltage_v * voltage_v / (4.0 * motor.resistance_ohm));
    COMES_OUT * given_w < each_w || (each_w > 0.5 && given_w > FAR_TOO_STRONG * each_w)
}

/// Whether a check is about the drive rather than its pack or its leads.
fn own(group: CheckGroup) -> bool {
    matches!(
        group,
        CheckGroup::Motor | CheckGroup::Gearing | CheckGroup::Performance | CheckGroup::Safety | CheckGroup::Fit
    )
}

fn own_failures(result: &OptionEvaluation) -> u32 {
    let failing =
        result.checks.iter().filter(|check| check.verdict == Verdict::Fail && own(check.code.group())).count();
    u32::try_from(failing).unwrap_or(u32::MAX)
}

/// The best by each, the ones that hold first; where none holds, the nearest.
fn best_of(mut all: Vec<Screened>) -> Vec<Screened> {
    all.sort_by(|a, b| a.failing.cmp(&b.failing).then(a.utilisation.total_cmp(&b.utilisation)));
    let holding = all.iter().take_while(|screened| screened.failing == 0).count();
    if holding == 0 {
        all.truncate(KEPT);
        return all;
    }
    all.truncate(holding);
    let mut kept: Vec<usize> = (0..holding.min(KEPT)).collect();
    let by = |value: &dyn Fn(&Screened) -> f64| {
        let mut order: Vec<usize> = (0..holding).collect();
        order.sort_by(|a, b| value(&all[*a]).total_cmp(&value(&all[*b])));
        order.truncate(KEPT);
        order
    };
    kept.extend(by(&|screened| screened.price.unwrap_or(f64::INFINITY)));
    kept.extend(by(&|screened| screened.mass_kg));
    kept.sort_unstable();
    kept.dedup();
    kept.into_iter().map(|place| all[place].clone()).collect()
}

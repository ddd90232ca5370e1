//! What is keyed into the controllers of an option, with why and what margin it keeps.

use serde::Serialize;

use crate::document::{Commutation, Controller, Motor, MotorKind};
use crate::format::significant;
use crate::model::Drive;
use crate::model::cases::Case;
use crate::model::generating::GeneratorModel;
use crate::model::supply::{Chain, HALF};

/// One setting of a controller.
#[derive(Debug, Clone, PartialEq, Serialize, schemars::JsonSchema)]
pub struct Setting {
    /// The drive.
    pub drive: String,
    /// What it is called.
    pub name: &'static str,
    /// What to key in.
    pub value: String,
    /// Why.
    pub why: String,
}

/// Charge below which controllers begin to cut back, as a share of the way from stop voltage to rest at a fifth
/// (common practice: begin a little above the stop).
const CUT_FROM_SHARE: f64 = 0.5;
/// Room kept to a rating (common practice).
const ROOM: f64 = 0.9;
/// Kelvin below the limit of a winding where current is cut from and to nothing (common practice).
const CUT_FROM_K: f64 = 40.0;
const CUT_TO_K: f64 = 10.0;
/// The same for a controller, °C (common practice).
const CONTROLLER_CUT_C: (f64, f64) = (70.0, 85.0);

/// Settings of every controller of an option that has one.
pub(crate) fn settings(chain: &Chain<'_>) -> Vec<Setting> {
    chain.drives.iter().flat_map(|drive| of_drive(chain, drive)).collect()
}

/// The least of several ratings that are given, with the words of the one it is.
fn least(ratings: &[(Option<f64>, &'static str)]) -> Option<(f64, &'static str)> {
    ratings.iter().filter_map(|(value, words)| Some(((*value)?, *words))).min_by(|a, b| a.0.total_cmp(&b.0))
}

fn of_drive(chain: &Chain<'_>, drive: &Drive<'_>) -> Vec<Setting> {
    let Some(controller) = &drive.parts.controller else { return Vec::new() };
    if GeneratorModel::of(drive).is_some() {
        return Vec::new();
    }
    let motor = &drive.parts.motor;
    let name = drive.parts.drive.clone();
    let mut told = Vec::new();
    let mut tell = |setting, value: String, why: String| {
        told.push(Setting { drive: name.clone(), name: setting, value, why });
    };
    // Field-oriented ones have limits, ramps and temperatures to key in; others know throttle, timing and a cut-off.
    let tunable = controller.commutation == Commutation::Foc;
    let controllers = f64::from(drive.parts.controller_count) / share_of(chain, drive);
    currents(chain, drive, controller, controllers, &mut tell);
    cut_off(chain, motor, tunable, &mut tell);
    if tunable {
        temperatures(motor, controller, &mut tell);
    }
    if motor.kind == MotorKind::Brushless {
        if let Some(pairs) = motor.pole_pairs.filter(|_| tunable) {
            tell(
                "motor poles",
                format!("{}", 2 * pairs),
                format!(
                    "{pairs} pole pairs: one turn is {pairs} electrical turns; speed displays and field-oriented control need it."
                ),
            );
        }
        if !tunable {
            tell(
                "timing",
                format!("{} °", significant(motor.timing_advance_deg.unwrap_or(0.0))),
                "as in this option; more timing is faster and hotter. Sensorless ones: the middle setting first."
                    .to_owned(),
            );
        }
    }
    if let Some(metres) = drive.load.travel_radius_m.filter(|_| tunable) {
        tell(
            "wheel and ratio for the speed display",
            format!("{} mm, {} : 1", significant(2000.0 * metres), significant(drive.gearing.ratio)),
            "outer diameter under load, motor turns per wheel turn.".to_owned(),
        );
    }
    tell(
        "direction",
        "try it off the ground".to_owned(),
        match motor.kind {
            MotorKind::Brushless => "wrong way round: swap any two phases, or turn it in the settings.".to_owned(),
            MotorKind::Stepper => "wrong way round: swap the two leads of one winding.".to_owned(),
            MotorKind::Brushed => "wrong way round: swap the two motor leads, never those of the battery.".to_owned(),
        },
    );
    tell(
        "throttle ends and failsafe",
        "learn both ends, failsafe off".to_owned(),
        "with the transmitter off it must stop: a failsafe that holds a throttle runs away, the stronger the motor the farther."
            .to_owned(),
    );
    told
}

/// Motor and battery current, driving and braking: never more than a rating, and only where the controller has such a setting.
fn currents(
    chain: &Chain<'_>,
    drive: &Drive<'_>,
    controller: &Controller,
    controllers: f64,
    tell: &mut impl FnMut(&'static str, String, String),
) {
    let (motor, battery) = (&drive.parts.motor, &chain.battery);
    let stands = least(&[
        (controller.motor_current_peak_a, "the controller's peak"),
        (
            controller.motor_current_continuous_a.filter(|_| controller.motor_current_peak_a.is_none()),
            "what the controller takes continuously",
        ),
        (motor.max_burst_current_a.map(|amperes| amperes * drive.per_channel), "what the motor takes for a moment"),
    ]);
    // One over the share of this controller: by what each drive takes at its hardest work.
    let gives = least(&[
        (
            battery.continuous_a().map(|amperes| amperes / controllers),
            "this controller's share of what the pack gives continuously",
        ),
        (
            battery.board_limit_a().map(|amperes| ROOM * amperes / controllers),
            "its share of the protection board, a tenth kept",
        ),
        (controller.battery_current_continuous_a, "what the controller takes from the battery continuously"),
        (controller.battery_current_peak_a, "the controller's own peak"),
    ]);
    let settable = |set: Option<f64>| set.is_some() || controller.holds_its_current();
    let mut set_a = |name, set: Option<f64>, most: Option<(f64, &str)>, kept: f64, else_why: &str| -> Option<f64> {
        let (value, why) = match (set, most) {
            _ if !settable(set) => return None,
            (Some(limit), Some((most, words))) if limit > most => (
                most,
                format!(
                    "this option says {} A, but {words} is {} A, and no setting goes above a rating.",
                    significant(limit),
                    significant(most)
                ),
            ),
            (Some(limit), Some((most, words))) => (
                limit,
                format!(
                    "as in this option; {words} is {} A, so {} % is kept.",
                    significant(most),
                    significant(100.0 * (1.0 - limit / most))
                ),
            ),
            (Some(limit), None) => (limit, "as in this option.".to_owned()),
            (None, Some((most, words))) => (kept * most, format!("{words} is {} A{else_why}", significant(most))),
            (None, None) => return None,
        };
        tell(name, amperes(value), why);
        Some(value)
    };
    let motor_a = set_a(
        "motor current, most",
        controller.motor_current_limit_a,
        stands,
        ROOM,
        "; a tenth is kept. Without a limit a stall takes what the battery gives.",
    );
    set_a(
        "battery current, most",
        controller.battery_current_limit_a,
        gives,
        1.0,
        ": battery and motor current are two settings.",
    );
    if !controller.can_brake {
        return;
    }
    let Some(motor_a) = motor_a else {
        tell(
            "brake",
            "on, its middle strength first".to_owned(),
            "braking lifts the battery's voltage; full, it takes nothing.".to_owned(),
        );
        return;
    };
    let charge_a = battery.battery.max_charge_c.map(|c| c * battery.capacity_ah / controllers);
    tell(
        "braking, battery current",
        charge_a.map_or_else(|| "lowest there is".to_owned(), |value| format!("-{}", amperes(value))),
        charge_a.map_or_else(
            || "Nobody said how fast the pack may be charged: ask, and set little until then.".to_owned(),
            |value| {
                format!(
                    "the pack may be charged with {} A from each controller; full, it takes nothing.",
                    significant(value)
                )
            },
        ),
    );
    tell(
        "braking, motor current",
        format!("-{}", amperes(motor_a)),
        "as strong as it drives; less for a rider who stands.".to_owned(),
    );
}

fn amperes(value: f64) -> String {
    format!("{} A", significant(value))
}

/// The cut-off: a ramp where the controller has one, one voltage elsewhere.
fn cut_off(chain: &Chain<'_>, motor: &Motor, ramp: bool, tell: &mut impl FnMut(&'static str, String, String)) {
    let battery = &chain.battery;
    let stop_v = battery.cells * battery.cutoff_v_per_cell();
    let low_v = battery.open_circuit_v(0.2);
    let harmed =
        format!("{} V a cell under load: below it cells are harmed.", significant(battery.cutoff_v_per_cell()));
    if !ramp {
        let lacks = if motor.kind == MotorKind::Brushed {
            " Where it has none, a voltmeter or an alarm on the pack stands in for it."
        } else {
            ""
        };
        tell("low-voltage cut-off", format!("{} V", significant(stop_v)), format!("{harmed}{lacks}"));
        return;
    }
    let start_v = stop_v + CUT_FROM_SHARE * (low_v - stop_v).max(0.0);
    tell(
        "cut-off begins",
        format!("{} V", significant(start_v)),
        format!(
            "half way between rest at a fifth of the charge, {} V, and the stop: power fades, nothing stops at once.",
            significant(low_v)
        ),
    );
    tell("cut-off ends", format!("{} V", significant(stop_v)), harmed);
}

/// Where the controller cuts back for heat.
fn temperatures(motor: &Motor, controller: &Controller, tell: &mut impl FnMut(&'static str, String, String)) {
    if motor.temperature_sensor == Some(true) {
        let class_c = motor.winding_limit_c();
        let limit_c = motor.magnet_limit_c().map_or(class_c, |magnet| magnet.min(class_c));
        tell(
            "motor temperature, cut from and to",
            format!("{} and {} °C", significant(limit_c - CUT_FROM_K), significant(limit_c - CUT_TO_K)),
            format!(
                "winding class and magnets end at {} °C; the sensor lags behind the winding.",
                significant(limit_c)
            ),
        );
    } else {
        tell(
            "motor temperature",
            "off, or no sensor".to_owned(),
            "without a sensor nothing guards the winding: feel the can after the first minutes.".to_owned(),
        );
    }
    let to_c = controller.max_temperature_c.unwrap_or(CONTROLLER_CUT_C.1);
    tell(
        "controller temperature, cut from and to",
        format!("{} and {} °C", significant(CONTROLLER_CUT_C.0.min(to_c - 10.0)), significant(to_c)),
        "what most controllers stand.".to_owned(),
    );
}

/// Share of the battery current that goes to a drive when all work their hardest, 0 to 1; even shares without figures.
fn share_of(chain: &Chain<'_>, drive: &Drive<'_>) -> f64 {
    let hardest = |drive: &Drive<'_>| {
        [Case::Target, Case::Climb]
            .into_iter()
            .filter_map(|case| chain.figures(drive.index, HALF, case).map(|figures| figures.supply_a.max(0.0)))
            .fold(0.0, f64::max)
    };
    let all: f64 = chain.drives.iter().map(hardest).sum();
    #[allow(clippy::cast_precision_loss, reason = "a handful of drives")]
    let even = 1.0 / chain.drives.len().max(1) as f64;
    let own = hardest(drive);
    if all > 0.0 && own > 0.0 { own / all } else { even }
}

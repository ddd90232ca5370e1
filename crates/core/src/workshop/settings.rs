//! What is keyed into the controllers of an option, with why and what margin it keeps.

use serde::Serialize;

use crate::document::MachineKind;
use crate::drive::Drive;
use crate::drive::cases::Case;
use crate::drive::generating::Dynamo;
use crate::say::three;
use crate::supply::{Chain, HALF};

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
    if Dynamo::of(drive).is_some() {
        return Vec::new();
    }
    let motor = &drive.parts.motor;
    let name = drive.parts.drive.clone();
    let mut told = Vec::new();
    let mut tell = |setting, value: String, why: String| {
        told.push(Setting { drive: name.clone(), name: setting, value, why });
    };
    let amperes = |value: f64| format!("{} A", three(value));

    // Motor current: what is set, or what the weakest part stands.
    let per_channel = drive.per_channel;
    let stands = least(&[
        (controller.motor_current_peak_a, "the controller's peak"),
        (motor.max_burst_current_a.map(|amperes| amperes * per_channel), "what the motor takes for a moment"),
    ]);
    match (controller.motor_current_limit_a, stands) {
        (Some(limit), Some((most, words))) => tell(
            "motor current, most",
            amperes(limit),
            format!("as in this option; {words} is {} A{}.", three(most), room(limit, most)),
        ),
        (Some(limit), None) => tell("motor current, most", amperes(limit), "as in this option.".to_owned()),
        (None, Some((most, words))) => tell(
            "motor current, most",
            amperes(ROOM * most),
            format!(
                "{words} is {} A; a tenth is kept. Without a limit a stall takes what the battery gives.",
                three(most)
            ),
        ),
        (None, None) => {}
    }

    // Battery current of one controller: its share of what pack and board stand.
    let battery = &chain.battery;
    // One over the share of this controller: by what each drive takes at its hardest work.
    let controllers = f64::from(drive.parts.controller_count) / share_of(chain, drive);
    let pack = least(&[
        (
            battery.continuous_a().map(|amperes| amperes / controllers),
            "this controller's share of what the pack gives for good",
        ),
        (
            battery.board_limit_a().map(|amperes| ROOM * amperes / controllers),
            "its share of the protection board, a tenth kept",
        ),
        (controller.battery_current_peak_a, "the controller's own peak"),
    ]);
    match (controller.battery_current_limit_a, pack) {
        (Some(limit), Some((most, words))) => tell(
            "battery current, most",
            amperes(limit),
            format!("as in this option; {words} is {} A{}.", three(most), room(limit, most)),
        ),
        (Some(limit), None) => tell("battery current, most", amperes(limit), "as in this option.".to_owned()),
        (None, Some((most, words))) => {
            tell(
                "battery current, most",
                amperes(most),
                format!("{words}: battery and motor current are two settings."),
            );
        }
        (None, None) => {}
    }

    if controller.can_brake {
        let charge_a = battery.battery.max_charge_c.map(|c| c * battery.capacity_ah / controllers);
        tell(
            "braking, battery current",
            charge_a.map_or_else(|| "lowest there is".to_owned(), |value| format!("-{}", amperes(value))),
            charge_a.map_or_else(
                || "Nobody said how fast the pack may be charged: ask, and set little until then.".to_owned(),
                |value| {
                    format!(
                        "the pack may be charged with {} A from each controller; full, it takes nothing.",
                        three(value)
                    )
                },
            ),
        );
        if let Some(limit) = controller.motor_current_limit_a.or(stands.map(|(most, _)| ROOM * most)) {
            tell(
                "braking, motor current",
                format!("-{}", amperes(limit)),
                "as strong as it drives; less for a rider who stands.".to_owned(),
            );
        }
    }

    // Cut-off: from a little above the stop voltage to the stop voltage, under load.
    let stop_v = battery.cells * battery.cutoff_v_per_cell();
    let low_v = battery.open_circuit_v(0.2);
    let start_v = stop_v + CUT_FROM_SHARE * (low_v - stop_v).max(0.0);
    tell(
        "cut-off begins",
        format!("{} V", three(start_v)),
        format!(
            "half way between rest at a fifth of the charge, {} V, and the stop: power fades, nothing stops at once.",
            three(low_v)
        ),
    );
    tell(
        "cut-off ends",
        format!("{} V", three(stop_v)),
        format!("{} V a cell under load: below it cells are harmed.", three(battery.cutoff_v_per_cell())),
    );

    let class_c = motor.insulation_class.unwrap_or(crate::document::InsulationClass::B).limit_c();
    let magnet_c = motor.magnet_grade.map(crate::document::MagnetGrade::limit_c);
    if motor.temperature_sensor == Some(true) {
        let limit_c = magnet_c.map_or(class_c, |magnet| magnet.min(class_c));
        tell(
            "motor temperature, cut from and to",
            format!("{} and {} °C", three(limit_c - CUT_FROM_K), three(limit_c - CUT_TO_K)),
            format!("winding class and magnets end at {} °C; the sensor lags behind the winding.", three(limit_c)),
        );
    } else {
        tell(
            "motor temperature",
            "off, or no sensor".to_owned(),
            "without a sensor nothing guards the winding: feel the can after the first minutes.".to_owned(),
        );
    }
    tell(
        "controller temperature, cut from and to",
        format!(
            "{} and {} °C",
            three(CONTROLLER_CUT_C.0),
            three(controller.max_temperature_c.unwrap_or(CONTROLLER_CUT_C.1))
        ),
        "what most controllers stand.".to_owned(),
    );

    if motor.kind == MachineKind::Brushless {
        if let Some(pairs) = motor.pole_pairs {
            tell(
                "motor poles",
                format!("{}", 2 * pairs),
                format!(
                    "{pairs} pole pairs: one turn is {pairs} electrical turns; speed displays and field-oriented control need it."
                ),
            );
        }
        tell(
            "timing",
            format!("{} °", three(motor.timing_advance_deg.unwrap_or(0.0))),
            "as in this option; more timing is faster and hotter. Sensorless ones: the middle setting first."
                .to_owned(),
        );
    }
    if let Some(metres) = drive.load.travel_radius_m {
        tell(
            "wheel and ratio for the speed display",
            format!("{} mm, {} : 1", three(2000.0 * metres), three(drive.gearing.ratio)),
            "outer diameter under load, motor turns per wheel turn.".to_owned(),
        );
    }
    tell(
        "direction",
        "try it off the ground".to_owned(),
        match motor.kind {
            MachineKind::Brushless => "wrong way round: swap any two phases, or turn it in the settings.".to_owned(),
            MachineKind::Brushed => "wrong way round: swap the two motor leads, never those of the battery.".to_owned(),
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

/// How much is kept to a limit, in words.
fn room(value: f64, limit: f64) -> String {
    if value <= limit {
        format!(", so {} % is kept", three(100.0 * (1.0 - value / limit)))
    } else {
        ": this is more; set it lower or take a stronger part".to_owned()
    }
}

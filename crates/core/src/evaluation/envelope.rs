//! Torque and currents over motor speed at full throttle: what is drawn in the Motor and Controller steps.

use serde::{Serialize, Serializer};

use crate::document::{Job, OptionSheet};
use crate::format::significant;
use crate::model::Drive;
use crate::model::bus::Limit;
use crate::model::cases::{Case, Figures, rpm};
use crate::model::supply::{CHARGES, Chain};
use crate::model::throttle::Yields;

/// The full-throttle envelope of a drive, alone on the supply, at one charge.
#[derive(Debug, Clone, PartialEq, Serialize, schemars::JsonSchema)]
pub struct Envelope {
    /// Name of the drive.
    pub drive: String,
    /// Charge, 0 to 1.
    pub state_of_charge: f64,
    /// From rest to the no-load speed, rising; a point stands at every change of the limiting quantity.
    pub points: Vec<EnvelopePoint>,
    /// Where each limit holds, from rest upwards.
    pub stretches: Vec<Stretch>,
    /// Operating points to mark.
    pub marks: Vec<Mark>,
    /// Where full throttle takes most from the battery; null when the battery cannot give it.
    pub hungriest: Option<EnvelopePoint>,
    /// Battery current of all motors there, A.
    pub hungriest_supply_current_a: Option<f64>,
    /// What motor and battery current do over speed, in whole sentences: makers take the one limit for the other. Null when
    /// the battery cannot give it.
    pub says: Option<String>,
}

/// One speed on the envelope; figures of one motor or one channel.
#[derive(Debug, Clone, Copy, PartialEq, Serialize, schemars::JsonSchema)]
pub struct EnvelopePoint {
    /// Motor speed, rpm.
    #[serde(serialize_with = "as_drawn")]
    pub motor_rpm: f64,
    /// Shaft torque of each motor at full throttle, N·m.
    #[serde(serialize_with = "as_drawn")]
    pub shaft_torque_nm: f64,
    /// Shown current of each motor, A.
    #[serde(serialize_with = "as_drawn")]
    pub motor_current_a: f64,
    /// Battery current of one channel, A.
    #[serde(serialize_with = "as_drawn")]
    pub controller_battery_current_a: f64,
    /// Torque each motor gives continuously at its continuous current, N·m, not above the envelope; null when not listed.
    #[serde(serialize_with = "as_drawn_where_known")]
    pub sustained_torque_nm: Option<f64>,
    /// Shaft torque of each motor that the level load asks, N·m.
    #[serde(serialize_with = "as_drawn")]
    pub load_torque_nm: f64,
}

/// Seven digits: a curve has some hundred points, and they are drawn.
#[allow(
    clippy::trivially_copy_pass_by_ref,
    clippy::cast_possible_truncation,
    reason = "serde asks for it; as many digits as are drawn"
)]
fn as_drawn<S: Serializer>(value: &f64, to: S) -> Result<S::Ok, S::Error> {
    to.serialize_f32(*value as f32)
}

#[allow(
    clippy::ref_option,
    clippy::cast_possible_truncation,
    reason = "serde asks for it; as many digits as are drawn"
)]
fn as_drawn_where_known<S: Serializer>(value: &Option<f64>, to: S) -> Result<S::Ok, S::Error> {
    value.map(|value| value as f32).serialize(to)
}

/// A stretch of speeds with one limit.
#[derive(Debug, Clone, Copy, PartialEq, Serialize, schemars::JsonSchema)]
pub struct Stretch {
    /// What limits.
    pub limited_by: Limit,
    /// Lowest motor speed, rpm.
    pub from_rpm: f64,
    /// Highest motor speed, rpm.
    pub to_rpm: f64,
}

/// An operating point of a case.
#[derive(Debug, Clone, Copy, PartialEq, Serialize, schemars::JsonSchema)]
pub struct Mark {
    /// Target, climb or full throttle.
    pub case: Case,
    /// Whether it can be done.
    pub feasible: bool,
    /// Motor speed, rpm.
    pub motor_rpm: f64,
    /// Shaft torque of each motor, N·m.
    pub shaft_torque_nm: f64,
    /// Shown current of each motor, A.
    pub motor_current_a: f64,
    /// Battery current of one channel, A.
    pub controller_battery_current_a: f64,
}

/// Evenly spaced speeds of a drawing, beside the corners.
const EVEN_POINTS: u32 = 48;

/// Envelopes of every drive of an option at the three charges, drive by drive.
#[must_use]
pub fn envelopes(job: &Job, option: &OptionSheet) -> Vec<Envelope> {
    let chain = Chain::new(job, option);
    chain
        .drives
        .iter()
        .filter(|drive| !drive.generates())
        .flat_map(|drive| (0..CHARGES.len()).map(|charge| envelope(&chain, drive, charge)).collect::<Vec<_>>())
        .collect()
}

fn envelope(chain: &Chain<'_>, drive: &Drive<'_>, charge: usize) -> Envelope {
    let source = &chain.sources[charge];
    let figures = |case| chain.figures(drive.index, charge, case);
    let top = figures(Case::NoLoad).map_or(0.0, |figures| figures.motor_rad_s);
    let mut speeds: Vec<f64> = (0..=EVEN_POINTS).map(|step| top * f64::from(step) / f64::from(EVEN_POINTS)).collect();
    speeds.extend(source.corner_speeds_rad_s(drive).into_iter().filter(|speed| *speed > 0.0 && *speed < top));
    speeds.sort_unstable_by(f64::total_cmp);
    speeds.dedup();
    let mut points = Vec::with_capacity(speeds.len());
    let mut stretches: Vec<Stretch> = Vec::new();
    for motor_rad_s in speeds {
        let Some((figures, limited_by)) = drive.throttled_figures(source, motor_rad_s) else {
            continue;
        };
        let point = EnvelopePoint::new(drive, &figures);
        match stretches.last_mut() {
            Some(last) if last.limited_by == limited_by => last.to_rpm = point.motor_rpm,
            last => {
                // Stretches touch: a corner belongs to both.
                let from_rpm = last.map_or(point.motor_rpm, |last| last.to_rpm);
                stretches.push(Stretch { limited_by, from_rpm, to_rpm: point.motor_rpm });
            }
        }
        points.push(point);
    }
    let marks = [Case::FullThrottle, Case::Target, Case::Climb]
        .into_iter()
        .filter_map(|case| {
            let result = chain.case(drive.index, charge, case)?;
            let point = EnvelopePoint::new(drive, result.figures.as_ref()?);
            Some(Mark {
                case,
                feasible: result.feasible,
                motor_rpm: point.motor_rpm,
                shaft_torque_nm: point.shaft_torque_nm,
                motor_current_a: point.motor_current_a,
                controller_battery_current_a: point.controller_battery_current_a,
            })
        })
        .collect();
    let speed = chain.peak_draw_rad_s(drive, charge);
    let yields = chain.yields(drive, charge);
    let peak = drive.yielding_figures(source, speed, yields).map(|(figures, _)| figures);
    let peak = peak.map(|figures| (EnvelopePoint::new(drive, &figures), figures.supply_a));
    let held = figures(Case::Stall).map(|figures| EnvelopePoint::new(drive, figures));
    let says = held.zip(peak).map(|(held, (peak, _))| told(&held, &points, &peak, yields, drive.per_channel));
    Envelope {
        drive: drive.parts.drive.clone(),
        state_of_charge: CHARGES[charge],
        points,
        stretches,
        marks,
        hungriest: peak.map(|(point, _)| point),
        hungriest_supply_current_a: peak.map(|(_, supply_a)| supply_a),
        says,
    }
}

/// The currents of a motor that is held still, where the curve draws most, and where the drive does if something yields
/// before that.
fn told(
    held: &EnvelopePoint,
    points: &[EnvelopePoint],
    peak: &EnvelopePoint,
    yields: Yields,
    per_channel: f64,
) -> String {
    let drawn_a = |point: &EnvelopePoint| point.controller_battery_current_a;
    let top = points.iter().max_by(|a, b| drawn_a(a).total_cmp(&drawn_a(b))).filter(|top| drawn_a(top) > drawn_a(peak));
    let top = top.unwrap_or(peak);
    let mut said = if top.motor_rpm < 1.0 {
        format!(
            "With nothing to limit the current the battery gives most at stall: {} A a channel.",
            significant(drawn_a(top))
        )
    } else {
        format!(
            "Held still, each motor takes {} A{}, but a channel draws only {} A from the battery. It draws most, {} A, at {} rpm.",
            significant(held.motor_current_a),
            if per_channel > 1.0 {
                let together_a = per_channel * held.motor_current_a;
                format!(", the {} of a channel {} A", significant(per_channel), significant(together_a))
            } else {
                String::new()
            },
            significant(drawn_a(held)),
            significant(drawn_a(top)),
            significant(top.motor_rpm)
        )
    };
    // Less than that by no more than rounding is that.
    let before_that = match yields {
        _ if drawn_a(peak) > 0.99 * drawn_a(top) => None,
        Yields::Never => None,
        Yields::Slips(_) => Some("On the ground the wheels slip before that: there it draws most"),
        Yields::Softly(_) => Some("Started softly, as is usual, it draws most"),
    };
    if let Some(begins) = before_that {
        said += &format!(" {begins}, {} A, at {} rpm.", significant(drawn_a(peak)), significant(peak.motor_rpm));
    }
    if top.motor_rpm >= 1.0 {
        said += " The motor-current limit sets the push from rest, the battery-current limit the power at speed: two different \
                 numbers.";
    }
    said
}

impl EnvelopePoint {
    fn new(drive: &Drive<'_>, figures: &Figures) -> Self {
        let sustained = drive.parts.motor.max_continuous_current_a.map(|shown_a| {
            drive
                .shaft_nm(shown_a * drive.controller.current_factor, figures.motor_rad_s)
                .min(figures.motor_nm)
                .max(0.0)
        });
        Self {
            motor_rpm: rpm(figures.motor_rad_s),
            shaft_torque_nm: figures.motor_nm.max(0.0),
            motor_current_a: figures.motor_current_a,
            controller_battery_current_a: figures.channel_battery_a,
            sustained_torque_nm: sustained,
            load_torque_nm: drive.motor_nm(drive.load.level_nm(figures.output_rad_s)),
        }
    }
}

//! Reading the motor at hand: turns, Kv, timing, voltage, size, and how fast its rim flies.

use serde::Serialize;

use super::kv_band::kv_band;
use super::swap::hardest_a;
use crate::document::{Build, Motor};
use crate::evaluation::checks::Verdict;
use crate::evaluation::evaluate_option;
use crate::format::{percent, significant};
use crate::formulas::ring::{HOOP_TRUSTED_MPA, hoop_stress_mpa, rim_speed_at_m_s, rim_speed_m_s};
use crate::listing::size_code::{SizeCode, size_code_of};
use crate::model::cases::{Case, rpm};
use crate::model::motor::MotorModel;
use crate::model::supply::{Chain, FULL, HALF};
use crate::variants::scaling;

/// Everything that can be read off one motor.
#[derive(Debug, Clone, PartialEq, Serialize, schemars::JsonSchema)]
pub struct Reading {
    /// What its size code says, from its name; null without one.
    pub size_code: Option<SizeCode>,
    /// The same winding with other numbers of turns, the present one among them; by ratio where the turns are unknown.
    pub turns: Vec<Rewound>,
    /// The motor at more or less timing.
    pub timing: Vec<Timed>,
    /// Poles and electrical speed; null without pole pairs.
    pub electrical: Option<Electrical>,
    /// The present voltage and a quarter more.
    pub volts: [AtVolts; 2],
    /// How many volts over its rating the motor gets with a charged pack: 0.25 is a quarter too many; null unrated.
    pub overvolted: Option<f64>,
    /// What that does, in one sentence.
    pub volts_say: String,
    /// Cans of other sizes against this one.
    pub sizes: Vec<OtherSize>,
    /// How fast the rim flies; null without a rotor diameter.
    pub rim: Option<Rim>,
    /// Kv that suits, from practice and from this job.
    pub kv: KvBand,
}

/// The motor with another number of turns: Kv ∝ 1/turns, R ∝ turns², no-load current ∝ 1/turns.
#[derive(Debug, Clone, Copy, PartialEq, Serialize, schemars::JsonSchema)]
pub struct Rewound {
    /// Turns; null where the present ones are unknown.
    pub turns: Option<f64>,
    /// Turns over the present ones.
    pub times: f64,
    /// Kv, rpm/V.
    pub kv_rpm_per_v: f64,
    /// Resistance, Ω.
    pub resistance_ohm: f64,
    /// No-load current, A.
    pub no_load_current_a: Option<f64>,
    /// Whether it is the winding as it is.
    pub now: bool,
    /// Flat out at half charge in this build: speed of the output, rpm; null where it cannot.
    pub output_rpm: Option<f64>,
    /// Motor current in the harder of target and climb, A.
    pub motor_current_a: Option<f64>,
    /// Winding, °C.
    pub winding_c: Option<f64>,
    /// Verdict of the whole option.
    pub verdict: Verdict,
}

/// The motor at another timing.
#[derive(Debug, Clone, Copy, PartialEq, Serialize, schemars::JsonSchema)]
pub struct Timed {
    /// Degrees beyond the setting of the Kv.
    pub advance_deg: f64,
    /// Torque per ampere against the present.
    pub torque_per_ampere: f64,
    /// Speed per volt against the present.
    pub speed_per_volt: f64,
    /// Motor current at the hardest steady work, A; null where it has no numbers.
    pub motor_current_a: Option<f64>,
    /// Winding at the work, °C; null while unknown or where it runs away.
    pub winding_c: Option<f64>,
}

/// Poles and electrical speed.
#[derive(Debug, Clone, Copy, PartialEq, Serialize, schemars::JsonSchema)]
pub struct Electrical {
    /// Poles of the rotor.
    pub poles: u32,
    /// Spinning free with a full pack, electrical rpm.
    pub erpm: f64,
    /// The same, Hz.
    pub hertz: f64,
}

/// The bare motor at a voltage.
#[derive(Debug, Clone, Copy, PartialEq, Serialize, schemars::JsonSchema)]
pub struct AtVolts {
    /// Voltage, V.
    pub voltage_v: f64,
    /// Speed with nothing on the shaft, rpm.
    pub no_load_rpm: f64,
    /// Torque when held, N·m.
    pub stall_torque_nm: f64,
    /// Current when held, A.
    pub stall_current_a: f64,
    /// Heat when held, W.
    pub stall_heat_w: f64,
}

/// A can of another size of the same make: torque goes with D²·L.
#[derive(Debug, Clone, PartialEq, Serialize, schemars::JsonSchema)]
pub struct OtherSize {
    /// What it is.
    pub says: &'static str,
    /// Diameter, mm.
    pub diameter_mm: f64,
    /// Length, mm.
    pub length_mm: f64,
    /// Torque for the same heat against this can.
    pub torque: f64,
    /// Speed for the same stress in the rim against this can.
    pub safe_speed: f64,
}

/// How fast the rim of the rotor flies.
#[derive(Debug, Clone, PartialEq, Serialize, schemars::JsonSchema)]
pub struct Rim {
    /// Spinning free with a full pack, m/s; null when the battery cannot.
    pub speed_m_s: Option<f64>,
    /// Hoop stress of a ring that carries only itself, MPa.
    pub hoop_mpa: Option<f64>,
    /// Limit, m/s.
    pub limit_m_s: f64,
    /// Speed at that limit, rpm.
    pub limit_rpm: f64,
    /// Whether the limit is assumed.
    pub assumed: bool,
    /// Why a fatter rotor turns slower, with these numbers.
    pub says: String,
}

/// Kv that suits.
#[derive(Debug, Clone, PartialEq, Serialize, schemars::JsonSchema)]
pub struct KvBand {
    /// Kv of the motor now, rpm/V.
    pub now: f64,
    /// What practice uses for such machines at this voltage, rpm/V; null where there is no such habit.
    pub usual: Option<[f64; 2]>,
    /// Where that comes from.
    pub usual_for: &'static str,
    /// The lowest Kv on this iron that still reaches the target at half charge with this gearing, rpm/V; null when none
    /// does.
    pub computed: Option<f64>,
    /// Both beside each other, and why they differ, in whole sentences.
    pub says: String,
}

/// Reads the motor of a drive of an option; `None` where the option has no such drive. `rows` are numbers of turns to add.
#[must_use]
pub fn reading(build: &Build, option: usize, drive: usize, rows: &[f64]) -> Option<Reading> {
    let sheet = build.options.get(option)?;
    let parts = sheet.drives.get(drive)?;
    let motor = &parts.motor;
    let chain = Chain::new(&build.job, sheet);
    let model = MotorModel::new(motor, chain.battery.nominal_v());
    let mid_v = chain.sources[HALF].open_circuit_v;
    let free_rpm = chain.figures(drive, FULL, Case::NoLoad).map(|figures| rpm(figures.motor_rad_s));
    let volts = [1.0, 1.25].map(|factor| at_volts(&model, mid_v * factor, motor));
    let overvolted = motor.max_voltage_v.map(|rated| chain.battery.charger_end_v() / rated - 1.0);
    Some(Reading {
        size_code: size_code_of(motor),
        turns: turns(build, option, drive, rows),
        timing: timing(build, option, drive),
        electrical: motor.pole_pairs.zip(free_rpm).map(|(pairs, rpm)| Electrical {
            poles: 2 * pairs,
            erpm: rpm * f64::from(pairs),
            hertz: rpm * f64::from(pairs) / 60.0,
        }),
        volts_say: volts_say(motor, overvolted),
        volts,
        overvolted,
        sizes: sizes(motor),
        rim: rim(motor, free_rpm),
        kv: kv_band(build, option, drive, &chain),
    })
}

fn at_volts(model: &MotorModel, voltage_v: f64, motor: &Motor) -> AtVolts {
    let listed = model.listed_at(voltage_v);
    AtVolts {
        voltage_v,
        no_load_rpm: listed.no_load_rpm,
        stall_torque_nm: listed.stall_torque_nm,
        stall_current_a: listed.stall_current_a,
        stall_heat_w: listed.stall_current_a * listed.stall_current_a * motor.resistance_ohm,
    }
}

fn volts_say(motor: &Motor, overvolted: Option<f64>) -> String {
    let general =
        "A quarter more volts: a quarter more speed, stall torque and stall current, and 56 % more heat when held.";
    let brushes = if motor.kind == crate::document::MotorKind::Brushed {
        " Brushes spark more and wear faster; carbon ones stand it better than metal ones."
    } else {
        ""
    };
    let here = match overvolted {
        Some(over) if over > 0.3 => format!(
            " A charged pack gives this motor {} more than it is rated for: more than people live with.",
            percent(over)
        ),
        Some(over) if over > 0.0 => format!(
            " A charged pack gives this motor {} more than it is rated for; people live with about 25 % on small brushed \
             motors, at the price of brushes and heat.",
            percent(over)
        ),
        Some(_) => " The pack stays within its rated voltage.".to_owned(),
        None => String::new(),
    };
    format!("{general}{brushes}{here}")
}

/// Turns beside the present ones that are shown.
const BESIDE: [f64; 5] = [-2.0, -1.0, 0.0, 1.0, 2.0];

fn turns(build: &Build, option: usize, drive: usize, rows: &[f64]) -> Vec<Rewound> {
    let motor = &build.options[option].drives[drive].motor;
    let mut times: Vec<f64> = match motor.turns {
        Some(now) => BESIDE.iter().map(|off| now + off).chain(rows.iter().copied()).map(|turns| turns / now).collect(),
        None => vec![0.8, 0.9, 1.0, 1.1, 1.25],
    };
    times.retain(|times| times.is_finite() && *times > 0.05 && *times < 20.0);
    times.sort_by(f64::total_cmp);
    times.dedup_by(|a, b| (*a - *b).abs() < 1e-9);
    times.into_iter().map(|times| rewound(build, option, drive, times)).collect()
}

/// The drive with `times` the turns on the same iron.
fn rewound(build: &Build, option: usize, drive: usize, times: f64) -> Rewound {
    let mut sheet = build.options[option].clone();
    let now = (times - 1.0).abs() < 1e-9;
    if !now {
        let motor = &mut sheet.drives[drive].motor;
        let kv = (motor.kv_rpm_per_v / times).clamp(1.0, 20_000.0);
        scaling::rewound(motor, kv);
    }
    let motor = &sheet.drives[drive].motor;
    let result = evaluate_option(&build.job, &sheet, option);
    let seen = &result.drives[drive];
    Rewound {
        turns: build.options[option].drives[drive].motor.turns.map(|turns| turns * times),
        times,
        kv_rpm_per_v: motor.kv_rpm_per_v,
        resistance_ohm: motor.resistance_ohm,
        no_load_current_a: motor.no_load_current_a,
        now,
        output_rpm: seen.at_half(Case::FullThrottle).filter(|case| case.feasible).and_then(|case| case.output_rpm),
        motor_current_a: hardest_a(Some(seen)),
        winding_c: seen.thermal.as_ref().and_then(|thermal| thermal.winding_c),
        verdict: result.verdict,
    }
}

/// The drive at other timings: faster, with less torque for an ampere, and hotter, for iron and friction do not shrink with it.
fn timing(build: &Build, option: usize, drive: usize) -> Vec<Timed> {
    let now = build.options[option].drives[drive].motor.timing_advance_deg.unwrap_or(0.0);
    let at = |deg: f64| deg.to_radians().cos();
    [0.0, 5.0, 10.0, 15.0, 20.0, 30.0, 40.0]
        .into_iter()
        .map(|advance_deg| {
            let mut sheet = build.options[option].clone();
            sheet.drives[drive].motor.timing_advance_deg = Some(advance_deg);
            let result = evaluate_option(&build.job, &sheet, option);
            let seen = &result.drives[drive];
            Timed {
                advance_deg,
                torque_per_ampere: at(advance_deg) / at(now),
                speed_per_volt: at(now) / at(advance_deg),
                motor_current_a: hardest_a(Some(seen)),
                winding_c: seen.thermal.as_ref().and_then(|thermal| thermal.winding_c),
            }
        })
        .collect()
}

fn sizes(motor: &Motor) -> Vec<OtherSize> {
    let Some((diameter, length)) = motor.can_diameter_mm.zip(motor.can_length_mm) else { return Vec::new() };
    [
        ("a fifth longer", 1.0, 1.2),
        ("a fifth wider", 1.2, 1.0),
        ("a fifth wider and longer", 1.2, 1.2),
        ("a fifth narrower and shorter", 0.8, 0.8),
    ]
    .into_iter()
    .map(|(says, wider, longer)| OtherSize {
        says,
        diameter_mm: diameter * wider,
        length_mm: length * longer,
        torque: wider * wider * longer,
        safe_speed: 1.0 / wider,
    })
    .collect()
}

fn rim(motor: &Motor, free_rpm: Option<f64>) -> Option<Rim> {
    let rotor_mm = motor.rotor_diameter_mm?;
    let (limit_m_s, assumed) = match motor.max_speed_rpm {
        Some(listed) => (rim_speed_m_s(rotor_mm, listed), false),
        None => (rim_speed_at_m_s(HOOP_TRUSTED_MPA), true),
    };
    let speed_m_s = free_rpm.map(|rpm| rim_speed_m_s(rotor_mm, rpm));
    let limit_rpm = limit_m_s / rim_speed_m_s(rotor_mm, 1.0);
    Some(Rim {
        speed_m_s,
        hoop_mpa: speed_m_s.map(hoop_stress_mpa),
        limit_m_s,
        limit_rpm,
        assumed,
        says: format!(
            "The pull at the rim goes with the square of its speed, and the speed with the diameter: {} mm may turn {} rpm, \
             a rotor half as wide again only {} rpm. That is why fatter motors turn slower.",
            significant(rotor_mm),
            significant(limit_rpm),
            significant(limit_rpm / 1.5)
        ),
    })
}

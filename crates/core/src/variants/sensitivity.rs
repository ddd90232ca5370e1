//! Which guess matters most: every figure nobody measured, moved by its usual tolerance, and what that does to the
//! weakest link.

use rayon::prelude::*;
use serde::{Deserialize, Serialize};

use crate::document::{Build, Load, Provenance, Thermal};
use crate::evaluation::checks::Verdict;
use crate::evaluation::{OptionEvaluation, WeakestLink, evaluate_figures, evaluate_option};
use crate::model::supply::Chain;
use crate::variants::remedies::Variant;

/// How far figures usually are off (common practice).
#[derive(Debug, Clone, Copy, PartialEq, Serialize, Deserialize, schemars::JsonSchema)]
#[serde(default, deny_unknown_fields)]
pub struct Tolerances {
    /// Speed constant, share up and down.
    pub kv_share: f64,
    /// Winding resistance, share up and down.
    pub resistance_share: f64,
    /// Cell resistance, factor up and down.
    pub cell_resistance_factor: f64,
    /// C rating, share down.
    pub c_rating_share: f64,
    /// Rolling resistance, factor up and down.
    pub rolling_resistance_factor: f64,
    /// Heat path, factor up and down.
    pub thermal_factor: f64,
    /// No-load current that nobody gave, factor up and down.
    pub no_load_factor: f64,
}

impl Default for Tolerances {
    fn default() -> Self {
        Self {
            kv_share: 0.08,
            resistance_share: 0.15,
            cell_resistance_factor: 1.5,
            c_rating_share: 0.4,
            rolling_resistance_factor: 1.5,
            thermal_factor: 1.6,
            no_load_factor: 2.0,
        }
    }
}

impl Tolerances {
    /// What is out of range, by key: shares from 0 to 0.9, factors from 1 to 5.
    #[must_use]
    pub fn problems(&self) -> Vec<(&'static str, String)> {
        let shares = [
            ("kv_share", self.kv_share),
            ("resistance_share", self.resistance_share),
            ("c_rating_share", self.c_rating_share),
        ];
        let factors = [
            ("cell_resistance_factor", self.cell_resistance_factor),
            ("rolling_resistance_factor", self.rolling_resistance_factor),
            ("thermal_factor", self.thermal_factor),
            ("no_load_factor", self.no_load_factor),
        ];
        let out = |value: f64, low: f64, high: f64| !(low..=high).contains(&value);
        let shares = shares.into_iter().filter(|(_, value)| out(*value, 0.0, 0.9));
        let factors = factors.into_iter().filter(|(_, value)| out(*value, 1.0, 5.0));
        shares
            .map(|(key, value)| (key, format!("{value} is out of range: 0 to 0.9 is possible")))
            .chain(factors.map(|(key, value)| (key, format!("{value} is out of range: 1 to 5 is possible"))))
            .collect()
    }
}

/// The sheet of the bench that replaces a guess by a measurement.
#[derive(Debug, Clone, Copy, PartialEq, Eq, Serialize, schemars::JsonSchema)]
#[serde(rename_all = "snake_case")]
pub enum BenchSheet {
    /// Speed over voltage without load.
    NoLoadSweep,
    /// Ohms by meter at several rotor positions.
    WindingResistance,
    /// Pack voltage over current.
    PackResistance,
    /// Speed over time while rolling out.
    CoastDown,
    /// Temperatures over time at work.
    HeatRun,
}

/// One figure that is not measured, and what its tolerance does.
#[derive(Debug, Clone, PartialEq, Serialize, schemars::JsonSchema)]
pub struct GuessEffect {
    /// Where the figure stands, or would stand, in the document.
    pub pointer: String,
    /// What it is.
    pub what: String,
    /// The drive it is about; null for the battery.
    pub drive: Option<String>,
    /// Listed, or estimated because nobody gave it.
    pub provenance: Provenance,
    /// How far it is usually off, in words.
    pub tolerance: String,
    /// Weakest link with the figure at the kinder end of its tolerance.
    pub kind_end: EndOfTolerance,
    /// Weakest link with the figure at the harsher end.
    pub harsh_end: EndOfTolerance,
    /// How far the weakest link moves over the tolerance, as utilisation; the list is ranked by it.
    pub moves: f64,
    /// Whether the verdict changes between holding and failing.
    pub flips: bool,
    /// The bench sheet that would replace it.
    pub sheet: BenchSheet,
}

/// The weakest link at one end of a tolerance.
#[derive(Debug, Clone, PartialEq, Serialize, schemars::JsonSchema)]
pub struct EndOfTolerance {
    /// How far it is used; null when it fails without a number.
    pub utilisation: Option<f64>,
    /// Which it is.
    pub weakest_link: Option<WeakestLink>,
    /// Verdict of the option.
    pub verdict: Verdict,
}

type Scale = Box<dyn Fn(&mut Variant, f64) + Send + Sync>;

/// How a figure spreads around what is written.
#[derive(Debug, Clone, Copy, PartialEq)]
pub(crate) enum Spread {
    /// By a share up and down, every value as likely.
    Share(f64),
    /// By a factor up and down, every doubling as likely.
    Factor(f64),
    /// By a share down only: nobody lists less than it is.
    Down(f64),
}

impl Spread {
    /// The factor at a place from 0 to 1 of the spread.
    pub fn at(self, place: f64) -> f64 {
        match self {
            Self::Share(share) => 1.0 + share * (2.0 * place - 1.0),
            Self::Factor(factor) => factor.powf(2.0 * place - 1.0),
            Self::Down(share) => 1.0 - share * (1.0 - place),
        }
    }

    /// The factors at its ends that are not what is written.
    fn ends(self) -> Vec<f64> {
        match self {
            Self::Down(_) => vec![self.at(0.0)],
            _ => vec![self.at(0.0), self.at(1.0)],
        }
    }

    fn words(self) -> String {
        match self {
            Self::Share(share) => format!("± {} %", (100.0 * share).round()),
            Self::Factor(factor) => format!("× or ÷ {factor}"),
            Self::Down(share) => format!("−{} %", (100.0 * share).round()),
        }
    }
}

/// A figure to move.
pub(crate) struct Figure {
    pub pointer: String,
    pub what: String,
    pub drive: Option<String>,
    pub provenance: Provenance,
    pub sheet: BenchSheet,
    pub spread: Spread,
    pub scale: Scale,
}

/// Utilisation that stands for a failure without a number.
const CANNOT: f64 = 3.0;

/// The figures of an option that nobody measured, the one that moves the weakest link most first.
#[must_use]
pub fn guesses_that_matter(build: &Build, option: usize, tolerances: &Tolerances) -> Vec<GuessEffect> {
    let Some(sheet) = build.options.get(option) else { return Vec::new() };
    let draft = Variant { job: build.job.clone(), option: sheet.clone() };
    let now = evaluate_option(&build.job, sheet, option);
    let mut effects: Vec<GuessEffect> = figures(&draft, option, tolerances)
        .into_par_iter()
        .map(|figure| {
            let mut ends: Vec<EndOfTolerance> = figure
                .spread
                .ends()
                .into_iter()
                .map(|factor| {
                    let mut moved = draft.clone();
                    (figure.scale)(&mut moved, factor);
                    end(&evaluate_figures(&moved.job, &moved.option))
                })
                .collect();
            ends.push(end(&now));
            ends.sort_by(|a, b| used(a).total_cmp(&used(b)));
            let (kind_end, harsh_end) = (ends[0].clone(), ends[ends.len() - 1].clone());
            GuessEffect {
                moves: used(&harsh_end) - used(&kind_end),
                flips: (kind_end.verdict == Verdict::Fail) != (harsh_end.verdict == Verdict::Fail),
                pointer: figure.pointer,
                what: figure.what,
                drive: figure.drive,
                provenance: figure.provenance,
                tolerance: figure.spread.words(),
                sheet: figure.sheet,
                kind_end,
                harsh_end,
            }
        })
        .collect();
    effects.sort_by(|a, b| b.moves.total_cmp(&a.moves));
    effects
}

fn used(end: &EndOfTolerance) -> f64 {
    end.utilisation.unwrap_or(CANNOT).min(CANNOT)
}

fn end(result: &OptionEvaluation) -> EndOfTolerance {
    let weakest = result.weakest();
    EndOfTolerance {
        utilisation: weakest.and_then(|check| check.utilisation),
        weakest_link: result.weakest_link.clone(),
        verdict: result.verdict,
    }
}

/// The figures of an option that nobody measured, with how far each usually is off.
pub(crate) fn figures(draft: &Variant, index: usize, tolerances: &Tolerances) -> Vec<Figure> {
    let chain = Chain::resolved(&draft.job, &draft.option);
    let battery = &draft.option.battery;
    let mut found = Vec::new();
    let known = |key: &str| battery.provenance.as_ref().and_then(|map| map.get(key)).copied();
    if battery.cell_resistance_ohm.is_none() || known("cell_resistance_ohm") != Some(Provenance::Measured) {
        let cell_ohm = chain.battery.pack_ohm * f64::from(battery.packs_parallel) / chain.battery.cells;
        found.push(Figure {
            pointer: format!("/options/{index}/battery/cell_resistance_ohm"),
            what: "cell resistance".to_owned(),
            drive: None,
            provenance: match battery.cell_resistance_ohm {
                Some(_) => known("cell_resistance_ohm").unwrap_or(Provenance::Listed),
                None => Provenance::Estimated,
            },
            sheet: BenchSheet::PackResistance,
            spread: Spread::Factor(tolerances.cell_resistance_factor),
            scale: Box::new(move |draft, factor| draft.option.battery.cell_resistance_ohm = Some(cell_ohm * factor)),
        });
    }
    if battery.continuous_c.is_some() && known("continuous_c") != Some(Provenance::Measured) {
        found.push(Figure {
            pointer: format!("/options/{index}/battery/continuous_c"),
            what: "C rating".to_owned(),
            drive: None,
            provenance: known("continuous_c").unwrap_or(Provenance::Listed),
            sheet: BenchSheet::PackResistance,
            spread: Spread::Down(tolerances.c_rating_share),
            scale: Box::new(move |draft, factor| {
                let battery = &mut draft.option.battery;
                battery.continuous_c = battery.continuous_c.map(|c| c * factor);
                battery.burst_c = battery.burst_c.map(|c| c * factor);
            }),
        });
    }
    for drive in &chain.drives {
        figures_of_drive(draft, index, drive, chain.battery.nominal_v(), tolerances, &mut found);
    }
    found
}

/// However little is known, no figure is drawn from further off than this factor.
const MOST_OFF: f64 = 5.0;

fn figures_of_drive(
    draft: &Variant,
    index: usize,
    drive: &crate::model::Drive<'_>,
    battery_v: f64,
    tolerances: &Tolerances,
    found: &mut Vec<Figure>,
) {
    let motor = &drive.parts.motor;
    let place = drive.index;
    let name = Some(drive.parts.drive.clone());
    let known = |key: &str| motor.provenance.as_ref().and_then(|map| map.get(key)).copied();
    let at = |key: &str| format!("/options/{index}/drives/{place}/motor/{key}");
    let mut push = |pointer: String, what: &str, provenance, sheet, spread, scale| {
        found.push(Figure { pointer, what: what.to_owned(), drive: name.clone(), provenance, sheet, spread, scale });
    };
    // What was worked out or estimated from what is known of it is off by what that allows.
    let worked_out = motor.worked_out();
    let told_factor = |key: &str| {
        let said = matches!(known(key), Some(Provenance::WorkedOut | Provenance::Estimated));
        let figure = worked_out.as_ref()?.figures.iter().find(|figure| said && figure.key == key)?;
        figure.factor.map(|factor| Spread::Factor(factor.clamp(1.0, MOST_OFF)))
    };
    if known("kv_rpm_per_v") != Some(Provenance::Measured) {
        let scale: Scale = Box::new(move |draft, factor| draft.option.drives[place].motor.kv_rpm_per_v *= factor);
        let provenance = known("kv_rpm_per_v").unwrap_or(Provenance::Listed);
        let spread = told_factor("kv_rpm_per_v").unwrap_or(Spread::Share(tolerances.kv_share));
        push(at("kv_rpm_per_v"), "speed constant Kv", provenance, BenchSheet::NoLoadSweep, spread, scale);
    }
    if known("resistance_ohm") != Some(Provenance::Measured) {
        let scale: Scale = Box::new(move |draft, factor| draft.option.drives[place].motor.resistance_ohm *= factor);
        let provenance = known("resistance_ohm").unwrap_or(Provenance::Listed);
        let spread = told_factor("resistance_ohm").unwrap_or(Spread::Share(tolerances.resistance_share));
        push(at("resistance_ohm"), "winding resistance", provenance, BenchSheet::WindingResistance, spread, scale);
    }
    if motor.no_load_current_a.is_none() {
        let run = motor.no_load_run(battery_v);
        let scale: Scale = Box::new(move |draft, factor| {
            let motor = &mut draft.option.drives[place].motor;
            motor.no_load_voltage_v = Some(run.voltage_v);
            // A current that leaves nothing to turn the motor is none.
            let most_a = 0.9 * (run.voltage_v - motor.brush_drop_v.unwrap_or(0.0)).max(0.0) / motor.resistance_ohm;
            motor.no_load_current_a = Some((run.current_a * factor).min(most_a));
        });
        let spread = Spread::Factor(tolerances.no_load_factor);
        push(at("no_load_current_a"), "no-load current", Provenance::Estimated, BenchSheet::NoLoadSweep, spread, scale);
    }
    if let Some(path) = drive.thermal_path()
        && (path.estimated || known("thermal") != Some(Provenance::Measured))
    {
        let (winding, case) = (path.winding_k_per_w, path.case_k_per_w);
        let capacity = path.capacity_j_per_k;
        let scale: Scale = Box::new(move |draft, factor| {
            draft.option.drives[place].motor.thermal = Some(Thermal {
                winding_to_case_k_per_w: Some(winding * factor),
                case_to_ambient_k_per_w: Some(case * factor),
                winding_j_per_k: capacity.map(|[winding, _]| winding),
                case_j_per_k: capacity.map(|[_, case]| case),
            });
        });
        let provenance =
            if path.estimated { Provenance::Estimated } else { known("thermal").unwrap_or(Provenance::Listed) };
        let spread = Spread::Factor(tolerances.thermal_factor);
        push(at("thermal"), "heat path", provenance, BenchSheet::HeatRun, spread, scale);
    }
    let job_place = draft.job.drives.iter().position(|served| served.name == drive.parts.drive);
    if let (Load::Vehicle(vehicle), Some(job_place)) = (&drive.job.load, job_place)
        && vehicle.rolling_resistance > 0.0
        && !vehicle.is_measured("rolling_resistance")
    {
        let scale: Scale = Box::new(move |draft, factor| {
            if let Load::Vehicle(vehicle) = &mut draft.job.drives[job_place].load {
                vehicle.rolling_resistance *= factor;
            }
        });
        let pointer = format!("/job/drives/{job_place}/load/rolling_resistance");
        let spread = Spread::Factor(tolerances.rolling_resistance_factor);
        push(pointer, "rolling resistance", Provenance::Listed, BenchSheet::CoastDown, spread, scale);
    }
}

//! Every run of an option: what goes through it, how warm it gets, what it loses, which fuse and which gauge would do.

use serde::Serialize;

use crate::document::parts::{Circuit, Insulation, WiringRun};
use crate::document::{Job, MotorKind, OptionSheet};
use crate::evaluation::checks::CheckContext;
use crate::formulas::wire::awg_area_mm2;
use crate::formulas::wire_heat::{Wire, adiabatic_c, adiabatic_s, grouping};
use crate::model::Drive;
use crate::model::cases::Case;
use crate::model::generating::GeneratorModel;
use crate::model::supply::{Chain, HALF};

/// Gauges that shops keep, thin to thick.
pub const GAUGES: [f64; 14] = [28.0, 26.0, 24.0, 22.0, 20.0, 18.0, 16.0, 14.0, 12.0, 10.0, 8.0, 6.0, 4.0, 2.0];
/// Cross-sections that shops keep, mm² (the row of IEC 60228).
pub const AREAS_MM2: [f64; 16] =
    [0.22, 0.35, 0.5, 0.75, 1.0, 1.5, 2.5, 4.0, 6.0, 10.0, 16.0, 25.0, 35.0, 50.0, 70.0, 95.0];
/// Ratings of blade fuses and, above 40 A, of bolted ones, A (ISO 8820-3, -5; from memory).
pub const FUSES_A: [f64; 19] =
    [1.0, 2.0, 3.0, 4.0, 5.0, 7.5, 10.0, 15.0, 20.0, 25.0, 30.0, 35.0, 40.0, 50.0, 60.0, 70.0, 80.0, 100.0, 125.0];
/// Share of the system voltage one run may lose (common practice).
pub const DROP_SHARE: f64 = 0.03;
/// A fuse is rated for at least this many times the steady current (NEC 210.20(A)).
pub const FUSE_HEADROOM: f64 = 1.25;
/// A blade fuse holds this many times its rating for the three quarters of a second a start takes (ISO 8820-3, from memory).
pub const FUSE_START: f64 = 1.35;
/// A fuse next to the battery protects a wire up to this many times its steady current from a short; what the motors take is
/// bounded by their controllers (ABYC E-11, from memory).
pub const FUSE_ABOVE_AMPACITY: f64 = 1.5;
/// Time a lead of a motor must bear a jam, s: until somebody lets go of the throttle (common practice). No fuse protects it.
pub const JAM_S: f64 = 10.0;
/// What a lead is taken for where nobody said.
const ASSUMED: Insulation = Insulation::Pvc;

/// One run, judged.
#[derive(Debug, Clone, PartialEq, Serialize, schemars::JsonSchema)]
pub struct JudgedRun {
    /// Its place among the runs.
    pub place: usize,
    /// What it joins.
    pub name: String,
    /// The drive whose motor current it carries; null for battery current.
    pub drive: Option<String>,
    /// Wires that lie together and carry current.
    pub wires: u32,
    /// Steady current in one wire, A, rms; null where the battery cannot give it.
    pub steady_a: Option<f64>,
    /// Whether that is a figure of the run, given, rather than of the hardest work.
    pub steady_given: bool,
    /// Most that goes through it, A: a start or a stall on a full battery.
    pub peak_a: Option<f64>,
    /// Whether motors hang on it without a controller, so that a switch in it breaks their stall.
    pub bare: bool,
    /// Current of a dead short at its end on a full battery, A; null for the leads of a motor behind a controller.
    pub short_a: Option<f64>,
    /// Time in which that burns the insulation, s.
    pub short_s: Option<f64>,
    /// Volts it loses there and back at the steady current.
    pub drop_v: Option<f64>,
    /// The same as a share of the voltage it carries, %.
    pub drop_percent: Option<f64>,
    /// Temperature of its copper at work, °C; null where it never settles.
    pub copper_c: Option<f64>,
    /// What of the work makes it that warm.
    pub warmest_at: WarmestAt,
    /// Current of a jam that no fuse stops, A, as it flows in one wire; null where there is no such jam.
    pub jam_a: Option<f64>,
    /// Temperature of its copper after ten seconds of such a jam, °C; null elsewhere.
    pub jam_c: Option<f64>,
    /// Time in which such a jam brings it to what its insulation stands, s; null elsewhere.
    pub jam_s: Option<f64>,
    /// What its insulation stands, °C.
    pub limit_c: f64,
    /// Whether the insulation is assumed.
    pub assumed: bool,
    /// Steady current that brings it to that, A.
    pub ampacity_a: f64,
    /// Smallest fuse that survives work and start, A.
    pub fuse_from_a: Option<f64>,
    /// Largest fuse that protects the wire, A.
    pub fuse_to_a: f64,
    /// A fuse that is sold and does both; null where none does.
    pub fuse_suggested_a: Option<f64>,
    /// Thinnest gauge that stays cool enough, loses little enough and can be fused; null where none does.
    pub awg_suggested: Option<f64>,
    /// The same as a cross-section that is sold, mm².
    pub area_suggested_mm2: Option<f64>,
}

/// What of the work makes a run warmest.
#[derive(Debug, Clone, Copy, PartialEq, Eq, Serialize, schemars::JsonSchema)]
#[serde(rename_all = "snake_case")]
pub enum WarmestAt {
    /// The target, over the working share.
    Work,
    /// The hill, for as long as it lasts.
    Hill,
    /// A current that somebody gave.
    Given,
}

/// What goes through a run. Currents are those of one wire, root of the mean square.
#[derive(Debug, Clone, Copy)]
struct Load {
    /// At the hardest steady work.
    steady_a: Option<f64>,
    /// At the target, before the working share.
    target_a: Option<f64>,
    /// Share of the time at the target.
    working_share: f64,
    /// Up the hill, and how long that lasts, s.
    hill: Option<(f64, Option<f64>)>,
    peak_a: Option<f64>,
    /// What flows when the shaft jams and no fuse stops it.
    jam_a: Option<f64>,
    volts: f64,
    wires: u32,
    bare: bool,
    short_a: Option<f64>,
    ambient_c: f64,
}

/// Wall of the insulation of a copper area, mm, where nobody gave it.
///
/// # Source
/// IEC 60227-3, flexible single wires (from memory).
fn usual_wall_mm(area_mm2: f64) -> f64 {
    match area_mm2 {
        ..=1.0 => 0.6,
        ..=1.5 => 0.7,
        ..=6.0 => 0.8,
        ..=16.0 => 1.0,
        ..=35.0 => 1.2,
        _ => 1.4,
    }
}

fn wire(run: &WiringRun, area_mm2: f64, circuits: u32) -> Wire {
    Wire { area_mm2, wall_mm: run.wall_mm.unwrap_or_else(|| usual_wall_mm(area_mm2)), grouping: grouping(circuits) }
}

/// Rms current of one lead of a motor for its equivalent direct current: √(2·k_r/3) of a three-phase machine, which is √(2/3)
/// where two of three phases carry it at a time and 0.780 with sine currents.
///
/// # Source
/// Equal copper loss: 3·I_rms²·R/2 = k_r·I²·R, R between two lines (Hanselman, Brushless Permanent Magnet Motor Design, ch. 8,
/// from memory).
fn lead_share(drive: &Drive<'_>) -> f64 {
    match drive.parts.motor.kind {
        MotorKind::Brushless => (2.0 * drive.controller.resistance_factor / 3.0).sqrt(),
        MotorKind::Brushed => 1.0,
        // Each of two windings gives half of it, as the mean of a sine: its rms is π/(2√2) times that.
        MotorKind::Stepper => 0.5 * std::f64::consts::PI / (2.0 * std::f64::consts::SQRT_2),
    }
}

/// A fuse opens within the time a jam lasts when this many times its rating flows (ISO 8820-3, 200 % within 5 s; from memory).
const FUSE_STOPS: f64 = 2.0;

/// A jam that no fuse in the battery's leads stops.
fn unstopped(evidence: &CheckContext<'_>, supply_a: Option<f64>, jam_a: Option<f64>) -> Option<f64> {
    let runs = evidence.chain.option.wiring.runs.iter().filter(|run| run.circuit == Circuit::Supply);
    let smallest = runs.filter_map(|run| run.fuse_a).reduce(f64::min);
    let stops = smallest.zip(supply_a).is_some_and(|(fuse_a, supply_a)| supply_a >= FUSE_STOPS * fuse_a);
    jam_a.filter(|_| !stops)
}

/// What a circuit carries; `None` for a drive the option does not have.
fn load(evidence: &CheckContext<'_>, run: &WiringRun) -> Option<Load> {
    let (chain, supply) = (evidence.chain, evidence.supply);
    let ambient_c = chain.job.ambient_c;
    let volts = chain.battery.open_circuit_v(0.5);
    let working_share = chain.job.duty_cycle;
    let nothing = Load {
        steady_a: None,
        target_a: None,
        working_share,
        hill: None,
        peak_a: None,
        jam_a: None,
        volts,
        wires: 2,
        bare: false,
        short_a: None,
        ambient_c,
    };
    let turns = |drive: &&Drive<'_>| !drive.generates();
    let stalled_a = supply.all_stalled.current_a;
    match &run.circuit {
        Circuit::Supply => {
            let generated: f64 = chain
                .drives
                .iter()
                .filter_map(|drive| {
                    GeneratorModel::of(drive).map(|dynamo| drive.motors * dynamo.point(dynamo.speed()).current_a)
                })
                .sum();
            let drawn = chain.drives.iter().any(|drive| turns(&drive));
            let short_a = Some(chain.battery.open_circuit_v(1.0) / chain.battery.supply_ohm.max(1e-6));
            if !drawn {
                let amperes = Some(generated);
                return Some(Load { steady_a: amperes, target_a: amperes, peak_a: amperes, short_a, ..nothing });
            }
            let steady_a = supply.all_hardest.current_a.map(|amperes| amperes.max(generated));
            let target_a = supply.all_target.current_a.map(|amperes| amperes.max(generated));
            let bare = chain.drives.iter().filter(turns).any(|drive| drive.parts.controller.is_none());
            Some(Load {
                steady_a,
                target_a,
                hill: steady_a.filter(|amperes| Some(*amperes) > target_a).map(|amperes| (amperes, hill_s(chain))),
                peak_a: evidence.worst_supply_a().or(steady_a),
                jam_a: unstopped(evidence, stalled_a, stalled_a.filter(|_| bare)),
                bare,
                short_a,
                ..nothing
            })
        }
        Circuit::Motor(name) => {
            let drive = chain.drives.iter().find(|drive| &drive.parts.drive == name)?;
            let share = lead_share(drive);
            let wires = drive.parts.motor.kind.leads();
            if let Some(dynamo) = GeneratorModel::of(drive) {
                let point = dynamo.point(dynamo.speed());
                let amperes = Some(share * point.current_a);
                let volts = point.output_voltage_v.max(1.0);
                return Some(Load { steady_a: amperes, target_a: amperes, peak_a: amperes, volts, wires, ..nothing });
            }
            let bare = drive.parts.controller.is_none();
            let at = |case| chain.figures(drive.index, HALF, case).map(|figures| share * figures.current_a);
            let (target_a, climb_a) = (at(Case::Target), at(Case::Climb));
            let steady_a = [target_a, climb_a].into_iter().flatten().reduce(f64::max);
            // A shaft that stands still puts the whole current through two leads, or the amplitude of a sine.
            let held_a = evidence.held(drive).map(|held| held.shown_a);
            let jam_a = if bare { unstopped(evidence, stalled_a, held_a) } else { held_a };
            Some(Load {
                steady_a,
                target_a,
                hill: climb_a.map(|amperes| (amperes, hill_s(chain))),
                peak_a: held_a.or(steady_a),
                jam_a: jam_a.filter(|jam_a| Some(*jam_a) > steady_a),
                wires,
                bare,
                ..nothing
            })
        }
    }
}

/// How long the longest hill lasts, s; `None` where nobody said, or where there is none.
fn hill_s(chain: &Chain<'_>) -> Option<f64> {
    let hills = chain.drives.iter().filter_map(|drive| match &drive.job.load {
        crate::document::Load::Vehicle(vehicle) if vehicle.grade_percent > 0.0 => Some(vehicle.climb_duration_min),
        _ => None,
    });
    hills.reduce(|a, b| Some(a?.max(b?))).flatten().map(|minutes| 60.0 * minutes)
}

impl Load {
    /// Whether a copper area does everything that is asked of the run.
    fn does(&self, run: &WiringRun, area_mm2: f64, limit_c: f64) -> bool {
        // Where nothing flows, nothing can be said.
        let Some(steady_a) = self.steady_a.filter(|amperes| *amperes > 0.0) else { return false };
        let lead = wire(run, area_mm2, self.circuits(run));
        let carries_a = lead.current_for_a(limit_c, self.ambient_c);
        let loop_ohm = 2.0 * crate::formulas::wire::lead_resistance_ohm(run.length_m, area_mm2) + run.connector_ohm;
        let fused = run.circuit != Circuit::Supply
            || self.fuse_from_a().is_none_or(|from_a| {
                FUSES_A.iter().any(|fuse| *fuse >= from_a && *fuse <= FUSE_ABOVE_AMPACITY * carries_a)
            });
        let warm = self.warmest(run, &lead).map(|(copper_c, _)| copper_c);
        let bears = |copper_c: f64| {
            let jam_c = self.jam_a.map(|jam_a| adiabatic_c(area_mm2, jam_a, copper_c, JAM_S));
            copper_c.max(jam_c.unwrap_or(copper_c)) <= limit_c
        };
        // A tenth of what it may warm is kept.
        let room = |copper_c: f64| copper_c - self.ambient_c <= 0.9 * (limit_c - self.ambient_c);
        fused
            && steady_a * loop_ohm <= DROP_SHARE * self.volts
            && warm.is_some_and(|copper_c| room(copper_c) && bears(copper_c))
    }

    /// Circuits that lie together with a run: the table of grouped cables counts circuits, not wires.
    fn circuits(&self, run: &WiringRun) -> u32 {
        run.bundled.unwrap_or(self.wires).div_ceil(self.wires).max(1)
    }

    /// The copper at work, °C, and what of the work makes it that warm; `None` where it never settles or nothing is known.
    ///
    /// The target warms by its working share, as motors do; a hill that lasts seconds warms by the heat capacity of the copper.
    fn warmest(&self, run: &WiringRun, lead: &Wire) -> Option<(f64, WarmestAt)> {
        if let Some(amperes) = run.steady_a {
            return Some((lead.temperature_c(amperes, self.ambient_c)?, WarmestAt::Given));
        }
        let target_a = self.target_a? * self.working_share.sqrt();
        let work_c = lead.temperature_c(target_a, self.ambient_c)?;
        let Some((amperes, seconds)) = self.hill else { return Some((work_c, WarmestAt::Work)) };
        let hill_c = match seconds {
            None => lead.temperature_c(amperes, self.ambient_c)?,
            Some(seconds) => lead.temperature_after_c(amperes, self.ambient_c, work_c, seconds)?,
        };
        Some(if hill_c > work_c { (hill_c, WarmestAt::Hill) } else { (work_c, WarmestAt::Work) })
    }

    fn fuse_from_a(&self) -> Option<f64> {
        let steady_a = self.steady_a.filter(|amperes| *amperes > 0.0)?;
        Some((FUSE_HEADROOM * steady_a).max(self.peak_a.unwrap_or(0.0) / FUSE_START))
    }
}

/// Every run of an option whose circuit is there, judged, with the gauge that would do.
#[must_use]
pub fn judged(job: &Job, option: &OptionSheet) -> Vec<JudgedRun> {
    let chain = Chain::new(job, option);
    let supply = chain.supply();
    suggested(&CheckContext::new(&chain, &supply))
}

/// The same where the option is resolved already.
pub(crate) fn suggested(evidence: &CheckContext<'_>) -> Vec<JudgedRun> {
    let option = evidence.chain.option;
    let mut runs = judged_runs(evidence);
    for judged in &mut runs {
        let run = &option.wiring.runs[judged.place];
        let Some(load) = load(evidence, run) else { continue };
        let load = Load { steady_a: judged.steady_a, ..load };
        judged.awg_suggested = GAUGES.into_iter().find(|gauge| load.does(run, awg_area_mm2(*gauge), judged.limit_c));
        judged.area_suggested_mm2 = AREAS_MM2.into_iter().find(|area| load.does(run, *area, judged.limit_c));
    }
    runs
}

/// The same inside an evaluation, without what would do.
pub(crate) fn judged_runs(evidence: &CheckContext<'_>) -> Vec<JudgedRun> {
    let runs = &evidence.chain.option.wiring.runs;
    let mut judged = Vec::with_capacity(runs.len());
    judged.extend(runs.iter().enumerate().filter_map(|(place, run)| Some(judge(place, run, load(evidence, run)?))));
    judged
}

fn judge(place: usize, run: &WiringRun, load: Load) -> JudgedRun {
    let area_mm2 = run.copper_area_mm2();
    let insulation = run.insulation.unwrap_or(ASSUMED);
    let limit_c = insulation.limit_c();
    let lead = wire(run, area_mm2, load.circuits(run));
    let load = Load { steady_a: run.steady_a.or(load.steady_a), ..load };
    let warmest = load.warmest(run, &lead);
    let copper_c = warmest.map(|(copper_c, _)| copper_c);
    let ampacity_a = lead.current_for_a(limit_c, load.ambient_c);
    let drop_v = load.steady_a.map(|amperes| amperes * run.loop_resistance_ohm());
    let fuse_from_a = load.fuse_from_a();
    let fuse_to_a = FUSE_ABOVE_AMPACITY * ampacity_a;
    // It begins warm from the steady current.
    let jam = load.jam_a.zip(copper_c);
    let suits = |from_a: f64| FUSES_A.into_iter().find(|fuse| *fuse >= from_a && *fuse <= fuse_to_a);
    JudgedRun {
        place,
        name: run.name.clone(),
        drive: match &run.circuit {
            Circuit::Supply => None,
            Circuit::Motor(drive) => Some(drive.clone()),
        },
        wires: run.bundled.unwrap_or(load.wires),
        steady_a: load.steady_a,
        steady_given: run.steady_a.is_some(),
        peak_a: load.peak_a,
        bare: load.bare,
        short_a: load.short_a,
        short_s: load.short_a.map(|amperes| adiabatic_s(area_mm2, amperes, limit_c, insulation.short_c())),
        drop_v,
        drop_percent: drop_v.map(|volts| 100.0 * volts / load.volts),
        copper_c,
        warmest_at: warmest.map_or(WarmestAt::Work, |(_, at)| at),
        jam_a: load.jam_a,
        jam_c: jam.map(|(jam_a, from_c)| adiabatic_c(area_mm2, jam_a, from_c, JAM_S)),
        jam_s: jam
            .filter(|(_, from_c)| *from_c < limit_c)
            .map(|(jam_a, from_c)| adiabatic_s(area_mm2, jam_a, from_c, limit_c)),
        limit_c,
        assumed: run.insulation.is_none(),
        ampacity_a,
        fuse_from_a,
        fuse_to_a,
        fuse_suggested_a: fuse_from_a.and_then(suits),
        awg_suggested: None,
        area_suggested_mm2: None,
    }
}

//! Every run of an option: what goes through it, how warm it gets, what it loses, which fuse and which gauge would do.

use serde::Serialize;

use super::heat::{Wire, adiabatic_c, adiabatic_s, grouping};
use crate::checks::Evidence;
use crate::document::parts::{Circuit, Insulation, WiringRun};
use crate::document::{Job, MachineKind, OptionSheet};
use crate::drive::cases::Case;
use crate::drive::generating::Dynamo;
use crate::supply::{Chain, FULL};
use crate::wire::awg_area_mm2;

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
    /// Temperature of its copper, °C; null where it never settles.
    pub copper_c: Option<f64>,
    /// Temperature of the copper of a motor's lead after ten seconds of a jam, °C; null elsewhere.
    pub jam_c: Option<f64>,
    /// Time in which a jam brings it to what its insulation stands, s; null where there is no such jam.
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

/// What goes through a run.
#[derive(Debug, Clone, Copy)]
struct Load {
    steady_a: Option<f64>,
    peak_a: Option<f64>,
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

fn wire(run: &WiringRun, area_mm2: f64, wires: u32) -> Wire {
    Wire { area_mm2, wall_mm: run.wall_mm.unwrap_or_else(|| usual_wall_mm(area_mm2)), grouping: grouping(wires) }
}

/// Rms current of one phase lead for the current of the equivalent direct-current motor: two of three phases carry it at a
/// time (six-step commutation; Hanselman, Brushless Permanent Magnet Motor Design, ch. 8, from memory).
const PHASE_SHARE: f64 = 0.816_496_580_927_726;

/// What a circuit carries; `None` for a drive the option does not have.
fn load(evidence: &Evidence<'_>, run: &WiringRun) -> Option<Load> {
    let (chain, supply) = (evidence.chain, evidence.supply);
    let ambient_c = chain.job.ambient_c;
    let volts = chain.battery.open_circuit_v(0.5);
    match &run.circuit {
        Circuit::Supply => {
            let generated: f64 = chain
                .drives
                .iter()
                .filter_map(|drive| {
                    Dynamo::of(drive).map(|dynamo| drive.motors * dynamo.point(dynamo.speed()).current_a)
                })
                .sum();
            let drawn = chain.drives.iter().any(|drive| !drive.generates());
            let steady_a = if drawn {
                supply.all_hardest.current_a.map(|amperes| amperes.max(generated))
            } else {
                Some(generated)
            };
            let peak_a = if drawn { evidence.worst_supply_a().or(steady_a) } else { steady_a };
            let short_a = Some(chain.battery.open_circuit_v(1.0) / chain.battery.supply_ohm.max(1e-6));
            let bare = chain.drives.iter().any(|drive| !drive.generates() && drive.parts.controller.is_none());
            Some(Load { steady_a, peak_a, volts, wires: 2, bare, short_a, ambient_c })
        }
        Circuit::Motor(name) => {
            let drive = chain.drives.iter().find(|drive| &drive.parts.drive == name)?;
            let brushless = drive.parts.motor.kind == MachineKind::Brushless;
            let share = if brushless { PHASE_SHARE } else { 1.0 };
            let wires = if brushless { 3 } else { 2 };
            if let Some(dynamo) = Dynamo::of(drive) {
                let point = dynamo.point(dynamo.speed());
                let amperes = Some(share * point.current_a);
                let volts = point.output_voltage_v.max(1.0);
                return Some(Load {
                    steady_a: amperes,
                    peak_a: amperes,
                    volts,
                    wires,
                    bare: false,
                    short_a: None,
                    ambient_c,
                });
            }
            let steady_a = evidence.sustained(drive, |figures| figures.current_a).map(|amperes| share * amperes);
            let stall = chain.figures(drive.index, FULL, Case::Stall).map(|figures| share * figures.current_a);
            let bare = drive.parts.controller.is_none();
            Some(Load { steady_a, peak_a: stall.or(steady_a), volts, wires, bare, short_a: None, ambient_c })
        }
    }
}

impl Load {
    /// Whether a copper area does everything that is asked of the run.
    fn does(&self, run: &WiringRun, area_mm2: f64, limit_c: f64) -> bool {
        // Where nothing flows, nothing can be said.
        let Some(steady_a) = self.steady_a.filter(|amperes| *amperes > 0.0) else { return false };
        let lead = wire(run, area_mm2, run.bundled.unwrap_or(self.wires));
        let carries_a = lead.current_for_a(limit_c, self.ambient_c);
        let loop_ohm = 2.0 * crate::wire::lead_resistance_ohm(run.length_m, area_mm2) + run.connector_ohm;
        let fused = self.fuse_from_a().is_none_or(|from_a| {
            FUSES_A.iter().any(|fuse| *fuse >= from_a && *fuse <= FUSE_ABOVE_AMPACITY * carries_a)
        });
        let protected = match run.circuit {
            Circuit::Supply => fused,
            Circuit::Motor(_) => self
                .jam_a(run)
                .zip(lead.temperature_c(steady_a, self.ambient_c))
                .is_none_or(|(jam_a, from_c)| adiabatic_c(area_mm2, jam_a, from_c, JAM_S) <= limit_c),
        };
        steady_a * FUSE_HEADROOM <= carries_a && steady_a * loop_ohm <= DROP_SHARE * self.volts && protected
    }

    /// Current of a jam, A, in a lead of a motor, where it is more than the steady one.
    fn jam_a(&self, run: &WiringRun) -> Option<f64> {
        let of_motor = matches!(run.circuit, Circuit::Motor(_));
        self.peak_a.filter(|peak_a| of_motor && Some(*peak_a) > self.steady_a)
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
    suggested(&Evidence { chain: &chain, supply: &supply })
}

/// The same where the option is resolved already.
pub(crate) fn suggested(evidence: &Evidence<'_>) -> Vec<JudgedRun> {
    let option = evidence.chain.option;
    let mut runs = of(evidence);
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
pub(crate) fn of(evidence: &Evidence<'_>) -> Vec<JudgedRun> {
    let runs = evidence.chain.option.wiring.runs.iter().enumerate();
    runs.filter_map(|(place, run)| Some(judge(place, run, load(evidence, run)?))).collect()
}

fn judge(place: usize, run: &WiringRun, load: Load) -> JudgedRun {
    let area_mm2 = run.copper_area_mm2();
    let insulation = run.insulation.unwrap_or(ASSUMED);
    let limit_c = insulation.limit_c();
    let wires = run.bundled.unwrap_or(load.wires);
    let lead = wire(run, area_mm2, wires);
    let load = Load { steady_a: run.steady_a.or(load.steady_a), ..load };
    let copper_c = load.steady_a.and_then(|amperes| lead.temperature_c(amperes, load.ambient_c));
    let ampacity_a = lead.current_for_a(limit_c, load.ambient_c);
    let drop_v = load.steady_a.map(|amperes| amperes * run.loop_resistance_ohm());
    let fuse_from_a = load.fuse_from_a();
    let fuse_to_a = FUSE_ABOVE_AMPACITY * ampacity_a;
    // It begins warm from the steady current.
    let jam = load.jam_a(run).zip(copper_c);
    let suits = |from_a: f64| FUSES_A.into_iter().find(|fuse| *fuse >= from_a && *fuse <= fuse_to_a);
    JudgedRun {
        place,
        name: run.name.clone(),
        drive: match &run.circuit {
            Circuit::Supply => None,
            Circuit::Motor(drive) => Some(drive.clone()),
        },
        wires,
        steady_a: load.steady_a,
        steady_given: run.steady_a.is_some(),
        peak_a: load.peak_a,
        bare: load.bare,
        short_a: load.short_a,
        short_s: load.short_a.map(|amperes| adiabatic_s(area_mm2, amperes, limit_c, insulation.short_c())),
        drop_v,
        drop_percent: drop_v.map(|volts| 100.0 * volts / load.volts),
        copper_c,
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

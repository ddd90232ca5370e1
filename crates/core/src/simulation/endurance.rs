//! How hard, how long: minutes to the limit of the winding at a steady current, and the current it takes continuously.

use serde::Serialize;

use crate::document::{Build, Cooling};
use crate::formulas::constants::copper_factor;
use crate::model::cases::Case;
use crate::model::flat_out::{HeldHeat, HeldNodes};
use crate::model::heat::ThermalPath;
use crate::model::supply::{Chain, HALF};
use crate::model::{Drive, hardware_mass_kg};

/// Points of the curve.
const POINTS: i32 = 48;
/// Beyond this it is called continuously, s.
const FOR_GOOD_S: f64 = 24.0 * 3600.0;

/// A point of the curve.
#[derive(Debug, Clone, Copy, PartialEq, Serialize, schemars::JsonSchema)]
pub struct EndurancePoint {
    /// Motor current, A, as the controller shows it.
    pub current_a: f64,
    /// Seconds to the limit from the air's temperature; null when it never gets there.
    pub cold_s: Option<f64>,
    /// Seconds to the limit from the steady state of the target; null when it never gets there.
    pub warm_s: Option<f64>,
}

/// What a change of cooling, work or motor would do.
#[derive(Debug, Clone, PartialEq, Serialize, schemars::JsonSchema)]
pub struct EnduranceChange {
    /// The change, in words.
    pub change: &'static str,
    /// Current continuously, A; null when even idling is too hot.
    pub allowed_a: Option<f64>,
    /// Seconds at the hardest current of the job, from cold; null when it holds continuously.
    pub hardest_s: Option<f64>,
}

/// How hard, how long, for one drive.
#[derive(Debug, Clone, PartialEq, Serialize, schemars::JsonSchema)]
pub struct Endurance {
    /// Name of the drive.
    pub drive: String,
    /// Limit of the winding, °C.
    pub limit_c: f64,
    /// Continuous current that is listed, A.
    pub listed_a: Option<f64>,
    /// Continuous current that the heat path allows, A; null when even idling is too hot.
    pub allowed_a: Option<f64>,
    /// Whether the heat path is an estimate.
    pub estimated: bool,
    /// Motor current of the target, A.
    pub target_a: Option<f64>,
    /// Motor current of the climb, A.
    pub climb_a: Option<f64>,
    /// Winding temperature from which `warm_s` counts, °C; null when the target itself is too hot.
    pub warm_c: Option<f64>,
    /// Minutes against current.
    pub curve: Vec<EndurancePoint>,
    /// What would help.
    pub changes: Vec<EnduranceChange>,
}

/// A motor with a steady current in it.
struct Body<'a> {
    drive: &'a Drive<'a>,
    path: ThermalPath,
    capacity: [f64; 2],
    ambient_c: f64,
    limit_c: f64,
    iron_w: f64,
    /// Share of the time it works.
    share: f64,
}

impl Body<'_> {
    /// Copper loss at 20 °C and brush loss, W.
    fn heat_w(&self, shown_a: f64) -> (f64, f64) {
        let equivalent_a = shown_a * self.drive.controller.current_factor;
        let motor = &self.drive.motor;
        let copper = self.drive.controller.resistance_factor * equivalent_a * equivalent_a * motor.resistance_ohm;
        (self.share * copper, self.share * equivalent_a * motor.brush_drop_v)
    }

    /// Current, A, whose steady winding is at the limit.
    ///
    /// T_w − T_a = R_wc·P + R_ca·(P + P_iron) with P = c·I²·(1 + α(T_w − 20)) + b·I: a quadratic in I.
    fn allowed_a(&self) -> Option<f64> {
        let iron_w = self.share * self.iron_w;
        let winding_w = (self.limit_c - self.ambient_c - self.path.case_k_per_w * iron_w)
            / (self.path.winding_k_per_w + self.path.case_k_per_w);
        if winding_w <= 0.0 {
            return None;
        }
        let (copper_w, brush_w) = self.heat_w(1.0);
        let square = copper_w * copper_factor(self.limit_c);
        Some((-brush_w + (brush_w * brush_w + 4.0 * square * winding_w).sqrt()) / (2.0 * square))
    }

    /// Seconds to the limit from a start; `None` when it never gets there.
    fn time_s(&self, shown_a: f64, start: [f64; 2]) -> Option<f64> {
        let (copper_w, brush_w) = self.heat_w(shown_a);
        let heat = HeldHeat { copper_w, brush_w, iron_w: self.share * self.iron_w };
        HeldNodes::new(&self.path, self.capacity, heat, self.ambient_c, start).reaches(0, self.limit_c, FOR_GOOD_S)
    }
}

/// How hard, how long, for every drive of an option whose heat path is known.
#[must_use]
pub fn endurance(build: &Build, option: usize) -> Vec<Endurance> {
    let Some(option) = build.options.get(option) else { return Vec::new() };
    let job = &build.job;
    let chain = Chain::new(job, option);
    let hardware_kg = hardware_mass_kg(job, option);
    chain
        .drives
        .iter()
        .filter(|drive| !matches!(drive.job.load, crate::document::Load::Generator(_)))
        .filter_map(|drive| {
            let drive = Drive::new(drive.job, option, drive.index, hardware_kg);
            let path = drive.thermal_path()?;
            let capacity = path.capacity_j_per_k?;
            let shown = |case| chain.figures(drive.index, HALF, case).map(|figures| figures.motor_current_a);
            let target_a = shown(Case::Target);
            let climb_a = shown(Case::Climb);
            let motor_rad_s = drive.motor_rad_s(drive.load.target_rad_s);
            let body = Body {
                drive: &drive,
                path,
                capacity,
                ambient_c: job.ambient_c,
                limit_c: drive.parts.motor.winding_limit_c(),
                iron_w: drive.motor.loss.at_nm(motor_rad_s) * motor_rad_s,
                share: 1.0,
            };
            let warm = drive
                .heat(job.ambient_c, job.duty_cycle, chain.figures(drive.index, HALF, Case::Target), None, None)
                .and_then(|heat| heat.winding_c.zip(heat.case_c))
                .filter(|(winding_c, _)| *winding_c < body.limit_c);
            let cold = [job.ambient_c; 2];
            let allowed_a = body.allowed_a();
            let stall_a = chain
                .figures(drive.index, HALF, Case::Stall)
                .map_or(10.0 * target_a.unwrap_or(1.0), |figures| figures.motor_current_a);
            let from_a = 0.8 * allowed_a.unwrap_or(0.1 * stall_a).min(stall_a);
            let to_a = stall_a.max(1.5 * from_a);
            let curve = (0..POINTS)
                .map(|step| {
                    let current_a = from_a * (to_a / from_a).powf(f64::from(step) / f64::from(POINTS - 1));
                    EndurancePoint {
                        current_a,
                        cold_s: body.time_s(current_a, cold),
                        warm_s: warm.and_then(|(winding_c, case_c)| body.time_s(current_a, [winding_c, case_c])),
                    }
                })
                .collect();
            let hardest_a = target_a.into_iter().chain(climb_a).reduce(f64::max);
            Some(Endurance {
                drive: drive.parts.drive.clone(),
                limit_c: body.limit_c,
                listed_a: drive.parts.motor.max_continuous_current_a,
                allowed_a,
                estimated: path.estimated,
                target_a,
                climb_a,
                warm_c: warm.map(|(winding_c, _)| winding_c),
                curve,
                changes: changes(&body, drive.parts.cooling, hardest_a, cold),
            })
        })
        .collect()
}

/// What a fan, a gap in the work or a longer can would do.
fn changes(body: &Body<'_>, cooling: Cooling, hardest_a: Option<f64>, cold: [f64; 2]) -> Vec<EnduranceChange> {
    let mut told = Vec::new();
    let mut tell = |change: &'static str, path: ThermalPath, capacity: [f64; 2], share: f64| {
        let changed = Body { path, capacity, share, ..*body };
        told.push(EnduranceChange {
            change,
            allowed_a: changed.allowed_a(),
            hardest_s: hardest_a.and_then(|current_a| changed.time_s(current_a, cold)),
        });
    };
    let better = |to: Cooling| ThermalPath {
        case_k_per_w: body.path.case_k_per_w * cooling.coefficient_w_m2_k() / to.coefficient_w_m2_k(),
        ..body.path
    };
    tell("as it is", body.path, body.capacity, 1.0);
    if cooling == Cooling::Still {
        tell("moving air around it", better(Cooling::Airflow), body.capacity, 1.0);
    }
    if cooling != Cooling::Fan {
        tell("a fan that blows on it", better(Cooling::Fan), body.capacity, 1.0);
    }
    tell("half the time at rest, in short turns", body.path, body.capacity, 0.5);
    // Length alone: surface, heat capacity and the way out of the winding grow alike.
    const LONGER: f64 = 1.3;
    let longer = ThermalPath {
        winding_k_per_w: body.path.winding_k_per_w / LONGER,
        case_k_per_w: body.path.case_k_per_w / LONGER,
        ..body.path
    };
    tell("a can 30 % longer, same resistance", longer, body.capacity.map(|capacity| capacity * LONGER), 1.0);
    told
}

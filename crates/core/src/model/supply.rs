//! All drives at once on the one battery.

use serde::Serialize;

use crate::document::{Job, Load, OptionSheet};
use crate::model::Drive;
use crate::model::battery::BatteryModel;
use crate::model::bus::{Limit, Source};
use crate::model::cases::{Case, CaseResult, rpm};
use crate::model::heat_node::HeatNode;
use crate::model::throttle::{Pull, Shared, Yields};

/// Charges at which everything is computed: full, half, low.
pub const CHARGES: [f64; 3] = [1.0, 0.5, 0.2];
/// Index of full charge in [`CHARGES`].
pub(crate) const FULL: usize = 0;
/// Index of half charge in [`CHARGES`].
pub(crate) const HALF: usize = 1;
/// Index of low charge in [`CHARGES`].
pub(crate) const LOW: usize = 2;

/// What the battery gives in one case of all drives together; voltage, current and power null when it cannot.
#[derive(Debug, Clone, Copy, PartialEq, Serialize, schemars::JsonSchema)]
pub struct SupplyCase {
    /// Charge, 0 to 1.
    pub state_of_charge: f64,
    /// Bus voltage, V.
    pub voltage_v: Option<f64>,
    /// Current from the battery, A.
    pub current_a: Option<f64>,
    /// Power on the bus, W: voltage times current.
    pub power_w: Option<f64>,
}

/// The supply cases, and what follows from them.
#[derive(Debug, Clone, PartialEq, Serialize, schemars::JsonSchema)]
pub struct Supply {
    /// Resting voltage.
    pub open_circuit_v: OpenCircuit,
    /// Nominal voltage of one cell, V: what stands on packs for each.
    pub cell_nominal_v: f64,
    /// Voltage at the end of charging, V.
    pub charger_end_v: f64,
    /// Battery and supply leads, Ω.
    pub resistance_ohm: f64,
    /// Battery alone, Ω.
    pub pack_resistance_ohm: f64,
    /// Current it gives continuously, A; null when not listed.
    pub continuous_a: Option<f64>,
    /// Current it gives for about 10 s, A; null when not listed.
    pub burst_a: Option<f64>,
    /// Capacity of all packs, Ah.
    pub capacity_ah: f64,
    /// Energy at nominal voltage, Wh.
    pub energy_wh: f64,
    /// Every drive at its target, half charge.
    pub all_target: SupplyCase,
    /// Every drive at its usual speed, half charge: what time and distance on one charge count with.
    pub all_usual: SupplyCase,
    /// Every drive at the costlier of target and climb, half charge.
    pub all_hardest: SupplyCase,
    /// The same at low charge.
    pub all_hardest_low: SupplyCase,
    /// Every drive at full throttle with its shaft held, as far as it can be held, full charge.
    pub all_stalled: SupplyCase,
    /// Every drive where it draws most, full charge.
    pub all_peak: SupplyCase,
    /// The same at low charge.
    pub all_peak_low: SupplyCase,
    /// Every drive flat out at its steady speed, half charge.
    pub all_flat_out: SupplyCase,
    /// Whether it is the battery-current limits of the controllers that hold the most it gives.
    #[serde(skip)]
    pub peak_is_set: bool,
    /// Minutes on one charge; null when the usual speed is not reached.
    pub runtime_min: Option<f64>,
    /// Temperature of the battery when one charge has been used up at the usual work, °C; null where its mass is not known.
    pub pack_after_charge_c: Option<f64>,
    /// Distance on one charge, m; null without runtime, absent without a vehicle.
    #[serde(skip_serializing_if = "Option::is_none")]
    pub range_m: Option<Option<f64>>,
    /// Where the usual speed is not reached: what is reached instead, and what that gives; null elsewhere.
    pub reached_instead: Option<ReachedInstead>,
}

/// What one charge gives flat out, where the speed that was asked for is not reached.
#[derive(Debug, Clone, PartialEq, Serialize, schemars::JsonSchema)]
pub struct ReachedInstead {
    /// The drive that does not reach its speed.
    pub drive: String,
    /// Speed of its output, rpm.
    pub output_rpm: f64,
    /// Speed of travel or rope, m/s; null where nothing travels.
    pub speed_m_s: Option<f64>,
    /// Minutes on one charge with that drive flat out.
    pub runtime_min: f64,
    /// Distance on one charge, m; null without a vehicle.
    pub range_m: Option<f64>,
}

/// Resting voltage at three charges, V.
#[derive(Debug, Clone, Copy, PartialEq, Serialize, schemars::JsonSchema)]
pub struct OpenCircuit {
    /// At 100 %.
    pub full: f64,
    /// At 50 %.
    pub mid: f64,
    /// At 20 %.
    pub low: f64,
}

/// What of an evaluation is read: the rest is not worked out.
#[derive(Debug, Clone, Copy, PartialEq, Eq)]
pub(crate) enum Asked {
    /// Everything: sentences take as long as the figures.
    Words,
    /// Every figure and verdict, no sentence.
    Figures,
    /// The verdicts, and of the figures what they rest on.
    Verdicts,
}

/// All drives with their cases at the three charges.
pub(crate) struct Chain<'d> {
    pub job: &'d Job,
    pub option: &'d OptionSheet,
    pub battery: BatteryModel<'d>,
    /// Mass of all drive parts, kg.
    pub hardware_kg: f64,
    pub sources: [Source; 3],
    pub drives: Vec<Drive<'d>>,
    /// Cases by drive, then charge.
    pub cases: Vec<[Vec<CaseResult>; 3]>,
    /// What of it is read.
    pub asked: Asked,
}

impl Chain<'_> {
    /// Whether anybody reads what is said of it.
    pub fn worded(&self) -> bool {
        self.asked == Asked::Words
    }

    /// Whether anybody reads the figures that no verdict rests on.
    pub fn is_whole(&self) -> bool {
        self.asked != Asked::Verdicts
    }

    /// A case of a drive at a charge, where the drive has it.
    pub fn case(&self, drive: usize, charge: usize, case: Case) -> Option<&CaseResult> {
        self.cases[drive][charge].iter().find(|result| result.case == case)
    }

    /// Power on the bus of a drive in a case, W. `None` when the case has no numbers.
    fn power_w(&self, drive: usize, charge: usize, case: Case) -> Option<f64> {
        if self.drives[drive].generates() {
            return Some(0.0);
        }
        let figures = self.case(drive, charge, case)?.figures?;
        Some(self.drives[drive].supply_power_w(figures.current_a, figures.motor_rad_s))
    }

    /// The costlier of target and climb, W; both must have numbers.
    fn hardest_w(&self, drive: usize, charge: usize) -> Option<f64> {
        let target = self.power_w(drive, charge, Case::Target)?;
        match self.case(drive, charge, Case::Climb) {
            None => Some(target),
            Some(_) => Some(target.max(self.power_w(drive, charge, Case::Climb)?)),
        }
    }

    fn supply_case(&self, charge: usize, bus: impl FnOnce(&Source) -> Option<(f64, f64)>) -> SupplyCase {
        let source = &self.sources[charge];
        let found = bus(source);
        let current_a = found.map(|(bus_v, drives_w)| source.current_a(drives_w, bus_v));
        SupplyCase {
            state_of_charge: CHARGES[charge],
            voltage_v: found.map(|(bus_v, _)| bus_v),
            current_a,
            power_w: found.zip(current_a).map(|((bus_v, _), current_a)| bus_v * current_a),
        }
    }

    fn at_fixed_power(&self, charge: usize, power_w: impl Fn(usize) -> Option<f64>) -> SupplyCase {
        self.supply_case(charge, |source| {
            let drives_w = (0..self.drives.len()).map(power_w).sum::<Option<f64>>()?;
            Some((source.bus_v(drives_w)?, drives_w))
        })
    }

    /// What keeps the current of a drive down at a charge besides its controller: wheels that slip, a fan that is started
    /// softly. Nothing does on a plain switch or where the shaft can be held.
    pub fn yields(&self, drive: &Drive<'_>, charge: usize) -> Yields {
        if !drive.controller.present || drive.job.jams() {
            return Yields::Never;
        }
        match &drive.job.load {
            Load::Vehicle(_) => drive.load.slip_nm().map_or(Yields::Never, Yields::Slips),
            Load::Fan(_) => self
                .case(drive.index, charge, Case::FullThrottle)
                .and_then(|result| result.figures)
                .map_or(Yields::Never, |figures| Yields::Softly(figures.current_a)),
            _ => Yields::Never,
        }
    }

    /// Motor speed, rad/s, at which a drive alone on the supply draws most at full throttle.
    pub fn peak_draw_rad_s(&self, drive: &Drive<'_>, charge: usize) -> f64 {
        let steady = self.case(drive.index, charge, Case::FullThrottle).and_then(|result| result.figures);
        let top = steady.map_or(0.0, |figures| figures.motor_rad_s);
        self.sources[charge].peak_draw_rad_s(drive, top, self.yields(drive, charge))
    }

    fn throttled(&self, charge: usize, speed_rad_s: impl Fn(&Drive<'_>) -> f64) -> Option<Shared> {
        let pulls: Vec<Pull<'_>> = self
            .drives
            .iter()
            .filter(|drive| !drive.generates())
            .map(|drive| Pull::new(drive, speed_rad_s(drive), self.yields(drive, charge)))
            .collect();
        self.sources[charge].shared(&pulls)
    }

    fn shared_case(&self, charge: usize, shared: Option<Shared>) -> SupplyCase {
        self.supply_case(charge, |_| shared.map(|shared| (shared.bus_v, shared.power_w())))
    }

    /// Every drive takes the power of its own full throttle; never more than the battery gives.
    fn flat_out(&self, charge: usize) -> SupplyCase {
        let at_most = self.at_fixed_power(charge, |index| self.power_w(index, charge, Case::FullThrottle));
        let source = &self.sources[charge];
        let known = (0..self.drives.len()).all(|index| self.power_w(index, charge, Case::FullThrottle).is_some());
        if at_most.current_a.is_some() || !known || source.most_w() < 0.0 {
            return at_most;
        }
        self.supply_case(charge, |source| Some((source.half_v(), source.most_w())))
    }

    /// Power on the bus of a drive at its usual speed, W; `None` when the battery cannot give it.
    fn usual_w(&self, drive: &Drive<'_>) -> Option<f64> {
        match self.usual(drive) {
            Some(held) => held.figures.map(|figures| drive.supply_power_w(figures.current_a, figures.motor_rad_s)),
            None => self.power_w(drive.index, HALF, Case::Target),
        }
    }

    /// The usual speed of a drive, held alone at half charge; `None` where it is the target.
    pub fn usual(&self, drive: &Drive<'_>) -> Option<CaseResult> {
        let usual = drive.load.usual_rad_s.filter(|_| drive.controller.present && !drive.generates())?;
        Some(drive.holding(&self.sources[HALF], CHARGES[HALF], usual))
    }

    /// The first drive with a controller that does not hold its usual speed alone at half charge.
    fn falls_short(&self) -> Option<&Drive<'_>> {
        let driving = self.drives.iter().filter(|drive| !drive.generates() && drive.controller.present);
        driving.into_iter().find(|drive| {
            let usual = self.usual(drive);
            let held = usual.as_ref().or_else(|| self.case(drive.index, HALF, Case::Target));
            held.is_some_and(|held| !held.feasible)
        })
    }

    /// Average current over working and resting, A.
    fn average_a(&self, working_a: f64) -> f64 {
        let resting_w =
            self.drives.iter().map(|drive| drive.controller.idle_w).sum::<f64>() + self.job.accessory_power_w;
        let duty = self.job.duty_cycle;
        duty * working_a + (1.0 - duty) * resting_w / self.sources[HALF].open_circuit_v
    }

    /// Distance, m, at a speed of the output, rad/s, over minutes on one charge.
    fn range_m(&self, drive: &Drive<'_>, output_rad_s: f64, minutes: f64) -> f64 {
        output_rad_s * drive.load.travel_radius_m.unwrap_or(0.0) * 60.0 * minutes * self.job.duty_cycle
    }

    /// What one charge gives with the drive that falls short flat out, and the others at their usual speed.
    fn reached_instead(&self, short: &Drive<'_>) -> Option<ReachedInstead> {
        let full = self.case(short.index, HALF, Case::FullThrottle).filter(|full| full.feasible)?.figures?;
        let case = self.at_fixed_power(HALF, |index| {
            if index == short.index {
                self.power_w(index, HALF, Case::FullThrottle)
            } else {
                self.usual_w(&self.drives[index])
            }
        });
        let working_a = case.current_a?;
        let runtime_min = self.battery.runtime_min(working_a, self.average_a(working_a))?;
        Some(ReachedInstead {
            drive: short.parts.drive.clone(),
            output_rpm: rpm(full.output_rad_s),
            speed_m_s: short.load.travel_radius_m.map(|radius| full.output_rad_s * radius),
            runtime_min,
            range_m: short.load.vehicle.is_some().then(|| self.range_m(short, full.output_rad_s, runtime_min)),
        })
    }

    /// The supply cases, runtime and range.
    pub fn supply(&self) -> Supply {
        let battery = &self.battery;
        let all_usual = self.at_fixed_power(HALF, |index| self.usual_w(&self.drives[index]));
        let short = self.falls_short();
        let runtime_min = all_usual
            .current_a
            .filter(|_| short.is_none())
            .and_then(|working_a| battery.runtime_min(working_a, self.average_a(working_a)));
        let pack_after_charge_c = all_usual.current_a.zip(runtime_min).and_then(|(working_a, minutes)| {
            let heat_w = self.job.duty_cycle * working_a * working_a * battery.pack_ohm;
            Some(HeatNode::of_battery(battery)?.after_s(heat_w, self.job.ambient_c, 60.0 * minutes))
        });
        let vehicle = self.drives.iter().find(|drive| drive.load.vehicle.is_some());
        let range_m = vehicle.map(|drive| {
            let driven = if drive.controller.present {
                Some(drive.load.usual_rad_s.unwrap_or(drive.load.target_rad_s))
            } else {
                self.figures(drive.index, HALF, Case::FullThrottle).map(|figures| figures.output_rad_s)
            };
            driven.zip(runtime_min).map(|(output_rad_s, minutes)| self.range_m(drive, output_rad_s, minutes))
        });
        let stalled = self.throttled(FULL, |_| 0.0);
        let peak = self.throttled(FULL, |drive| self.peak_draw_rad_s(drive, FULL));
        let peak_low = self.throttled(LOW, |drive| self.peak_draw_rad_s(drive, LOW));
        let set = |shared: &Shared| shared.taken().iter().all(|taken| taken.limited_by == Limit::BatteryCurrent);
        let peak_is_set = self.job.accessory_power_w <= 0.0
            && peak.as_ref().is_some_and(set)
            && stalled.as_ref().zip(peak.as_ref()).is_some_and(|(stall, peak)| stall.bus_v >= peak.bus_v);
        Supply {
            open_circuit_v: OpenCircuit {
                full: battery.open_circuit_v(CHARGES[FULL]),
                mid: battery.open_circuit_v(CHARGES[HALF]),
                low: battery.open_circuit_v(CHARGES[LOW]),
            },
            cell_nominal_v: battery.cell.nominal_v,
            charger_end_v: battery.charger_end_v(),
            resistance_ohm: battery.supply_ohm,
            pack_resistance_ohm: battery.pack_ohm,
            continuous_a: battery.continuous_a(),
            burst_a: battery.burst_a(),
            capacity_ah: battery.capacity_ah,
            energy_wh: battery.energy_wh(),
            all_target: self.at_fixed_power(HALF, |index| self.power_w(index, HALF, Case::Target)),
            all_usual,
            all_hardest: self.at_fixed_power(HALF, |index| self.hardest_w(index, HALF)),
            all_hardest_low: self.at_fixed_power(LOW, |index| self.hardest_w(index, LOW)),
            all_stalled: self.shared_case(FULL, stalled),
            all_peak: self.shared_case(FULL, peak),
            all_peak_low: self.shared_case(LOW, peak_low),
            all_flat_out: self.flat_out(HALF),
            peak_is_set,
            runtime_min,
            pack_after_charge_c,
            range_m,
            reached_instead: short.and_then(|short| self.reached_instead(short)),
        }
    }
}

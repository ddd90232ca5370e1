//! All drives at once on the one battery.

use serde::Serialize;

use crate::battery::BatteryModel;
use crate::document::{Job, OptionSheet};
use crate::drive::Drive;
use crate::drive::bus::Source;
use crate::drive::cases::{Case, CaseResult};

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

/// The six supply cases, and what follows from them.
#[derive(Debug, Clone, PartialEq, Serialize, schemars::JsonSchema)]
pub struct Supply {
    /// Resting voltage.
    pub open_circuit_v: OpenCircuit,
    /// Voltage at the end of charging, V.
    pub charger_end_v: f64,
    /// Battery and supply leads, Ω.
    pub resistance_ohm: f64,
    /// Battery alone, Ω.
    pub pack_resistance_ohm: f64,
    /// Current it gives for good, A; null when not listed.
    pub continuous_a: Option<f64>,
    /// Current it gives for about 10 s, A; null when not listed.
    pub burst_a: Option<f64>,
    /// Capacity of all packs, Ah.
    pub capacity_ah: f64,
    /// Energy at nominal voltage, Wh.
    pub energy_wh: f64,
    /// Every drive at its target, half charge.
    pub all_target: SupplyCase,
    /// Every drive at the costlier of target and climb, half charge.
    pub all_hardest: SupplyCase,
    /// The same at low charge.
    pub all_hardest_low: SupplyCase,
    /// Every drive stalled at full throttle, full charge.
    pub all_stalled: SupplyCase,
    /// Every drive where it draws most, full charge.
    pub all_peak: SupplyCase,
    /// The same at low charge.
    pub all_peak_low: SupplyCase,
    /// Minutes on one charge; null when the target cannot be supplied.
    pub runtime_min: Option<f64>,
    /// Distance on one charge, m; null without runtime, absent without a vehicle.
    #[serde(skip_serializing_if = "Option::is_none")]
    pub range_m: Option<Option<f64>>,
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
}

impl Chain<'_> {
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

    fn throttled(&self, charge: usize, speed_rad_s: impl Fn(usize, &Source) -> f64) -> SupplyCase {
        self.supply_case(charge, |source| {
            let drives: Vec<(&Drive<'_>, f64)> = self
                .drives
                .iter()
                .enumerate()
                .filter(|(_, drive)| !drive.generates())
                .map(|(index, drive)| (drive, speed_rad_s(index, source)))
                .collect();
            let bus_v = source.throttled_bus_v(&drives)?;
            let drives_w =
                drives.iter().map(|(drive, motor_rad_s)| drive.throttled_power_w(bus_v, *motor_rad_s)).sum::<f64>();
            Some((bus_v, drives_w))
        })
    }

    fn peak(&self, charge: usize) -> SupplyCase {
        self.throttled(charge, |index, source| {
            let top = self
                .case(index, charge, Case::FullThrottle)
                .and_then(|result| result.figures)
                .map_or(0.0, |figures| figures.motor_rad_s);
            source.hungriest_rad_s(&self.drives[index], top)
        })
    }

    /// The supply cases, runtime and range.
    pub fn supply(&self) -> Supply {
        let battery = &self.battery;
        let all_target = self.at_fixed_power(HALF, |index| self.power_w(index, HALF, Case::Target));
        let resting_w =
            self.drives.iter().map(|drive| drive.controller.idle_w).sum::<f64>() + self.job.accessory_power_w;
        let duty = self.job.duty_cycle;
        let runtime_min = all_target.current_a.and_then(|working_a| {
            let idle_a = resting_w / self.sources[HALF].open_circuit_v;
            battery.runtime_min(working_a, duty * working_a + (1.0 - duty) * idle_a)
        });
        let vehicle = self.drives.iter().find(|drive| drive.load.vehicle.is_some());
        let range_m = vehicle.map(|drive| {
            let speed_m_s = drive.load.target_rad_s * drive.load.travel_radius_m.unwrap_or(0.0);
            runtime_min.map(|minutes| speed_m_s * 60.0 * minutes * duty)
        });
        Supply {
            open_circuit_v: OpenCircuit {
                full: battery.open_circuit_v(CHARGES[FULL]),
                mid: battery.open_circuit_v(CHARGES[HALF]),
                low: battery.open_circuit_v(CHARGES[LOW]),
            },
            charger_end_v: battery.charger_end_v(),
            resistance_ohm: battery.supply_ohm,
            pack_resistance_ohm: battery.pack_ohm,
            continuous_a: battery.continuous_a(),
            burst_a: battery.burst_a(),
            capacity_ah: battery.capacity_ah,
            energy_wh: battery.energy_wh(),
            all_target,
            all_hardest: self.at_fixed_power(HALF, |index| self.hardest_w(index, HALF)),
            all_hardest_low: self.at_fixed_power(LOW, |index| self.hardest_w(index, LOW)),
            all_stalled: self.throttled(FULL, |_, _| 0.0),
            all_peak: self.peak(FULL),
            all_peak_low: self.peak(LOW),
            runtime_min,
            range_m,
        }
    }
}

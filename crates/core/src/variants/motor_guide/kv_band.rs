//! The Kv a drive wants: what is usual for such a machine, and from where it reaches its target.

use super::reading::KvBand;
use crate::document::{Build, Load, OptionDrive};
use crate::evaluation::{OptionEvaluation, evaluate_figures};
use crate::format::significant;
use crate::model::cases::Case;
use crate::model::supply::Chain;
use crate::variants::scaling;

/// Usual Kv of model cars in 1/10 by lithium cells, rpm/V (common practice): above 4000 one stays on two cells.
const CAR_KV: [(f64, [f64; 2]); 6] = [
    (2.0, [4000.0, 5200.0]),
    (3.0, [2500.0, 4000.0]),
    (4.0, [1900.0, 2200.0]),
    (6.0, [1400.0, 2200.0]),
    (8.0, [800.0, 1300.0]),
    (12.0, [500.0, 620.0]),
];

/// The row of cars for a number of cells: the nearest, and between two rows the lower of both ends.
fn car_kv(cells: f64) -> [f64; 2] {
    let above = CAR_KV.iter().find(|(row, _)| *row >= cells - 0.2).unwrap_or(&CAR_KV[CAR_KV.len() - 1]);
    let below = CAR_KV.iter().rev().find(|(row, _)| *row <= cells + 0.2).unwrap_or(&CAR_KV[0]);
    [above.1[0].min(below.1[0]), above.1[1].max(below.1[1].min(above.1[1] * 1.5))]
}

/// Whether the motor turns what it drives at its own speed: without a stage, or with stages of 1 : 1.
fn direct(parts: &OptionDrive) -> bool {
    parts.motor.gearbox.is_none() && parts.gearing.iter().all(|stage| (stage.ratio() - 1.0).abs() < 1e-9)
}

/// What practice uses: Kv for a kind of machine at a nominal voltage of so many lithium cells.
fn usual(load: &Load, parts: &OptionDrive, nominal_v: f64) -> Option<([f64; 2], &'static str)> {
    let geared = parts.motor.gearbox.is_some();
    match load {
        Load::Vehicle(vehicle) => {
            let mass = vehicle.base_mass_kg + vehicle.payload_kg;
            if geared {
                // Gear motors turn 2500 to 5000 rpm inside, at whatever voltage they are wound for.
                return Some(([2500.0 / nominal_v, 5000.0 / nominal_v], "gear motors of carts and robots"));
            }
            if mass <= 15.0 {
                return Some((car_kv(nominal_v / 3.7), "model cars in 1/10, by cells"));
            }
            if mass <= 200.0 && direct(parts) {
                return Some(([60.0, 100.0], "direct hub motors of boards"));
            }
            (mass <= 200.0).then_some(([180.0, 270.0], "belt and gear drives of boards and the like"))
        }
        // About 25 000 rpm at the wheels suffices, with headroom to 35 000 unloaded.
        Load::Flywheel(wheels) if wheels.projectile.is_some() && direct(parts) => {
            Some(([25_000.0 / nominal_v, 35_000.0 / nominal_v], "foam-dart launchers"))
        }
        _ => None,
    }
}

fn reaches(result: &OptionEvaluation, drive: usize) -> bool {
    result.drives[drive].at_half(Case::Target).is_some_and(|target| target.feasible)
}

/// The lowest Kv on the same iron that reaches the target at half charge.
fn lowest_kv(build: &Build, option: usize, drive: usize) -> Option<f64> {
    let sheet = &build.options[option];
    let now = sheet.drives[drive].motor.kv_rpm_per_v;
    let does = |kv: f64| {
        let mut changed = sheet.clone();
        scaling::rewound(&mut changed.drives[drive].motor, kv);
        reaches(&evaluate_figures(&build.job, &changed), drive)
    };
    const STEPS: u32 = 60;
    let (low, high) = ((now / 8.0).max(1.0), (now * 8.0).min(20_000.0));
    let at = |step: u32| low * (high / low).powf(f64::from(step) / f64::from(STEPS));
    let step = (0..=STEPS).find(|step| does(at(*step)))?;
    let (mut bad, mut good) = (at(step.saturating_sub(1)), at(step));
    while good / bad > 1.001 {
        let middle = (good * bad).sqrt();
        if does(middle) { good = middle } else { bad = middle }
    }
    Some(good)
}

pub(super) fn kv_band(build: &Build, option: usize, drive: usize, chain: &Chain<'_>) -> KvBand {
    let parts = &build.options[option].drives[drive];
    let battery = &chain.battery;
    let nominal_v = battery.cells * battery.cell.nominal_v;
    let now = parts.motor.kv_rpm_per_v;
    let usual = usual(&chain.drives[drive].job.load, parts, nominal_v);
    let computed = lowest_kv(build, option, drive);
    let mut says = match computed {
        Some(least) => format!(
            "With this gearing the target takes at least {} rpm/V at half charge; a tenth more leaves room, much more only \
             draws current and heat.",
            significant(least)
        ),
        None => "With this gearing no winding on this iron reaches the target.".to_owned(),
    };
    if let Some(([low, high], whose)) = usual {
        says.push_str(&format!(
            " Usual for {whose} at {} V: {} to {} rpm/V.",
            significant(nominal_v),
            significant(low),
            significant(high)
        ));
        if let Some(least) = computed {
            says.push_str(if least < low * 0.9 {
                " They differ since this target is slower, or this gear longer, than usual: with shorter gearing a usual Kv \
                 would fit."
            } else if least > high * 1.1 {
                " They differ since this target is faster, or this gear shorter, than usual: with longer gearing a usual Kv \
                 would fit."
            } else {
                " Both agree."
            });
        }
    }
    KvBand {
        now,
        usual: usual.map(|(band, _)| band),
        usual_for: usual.map_or("no habit is known for such a machine", |(_, whose)| whose),
        computed,
        says,
    }
}

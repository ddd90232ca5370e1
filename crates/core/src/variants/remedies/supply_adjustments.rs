//! Levers of battery and leads.

use super::Variant;
use super::adjustments::Adjustment;
use super::grid::{counting_down, counting_up, rising};
use super::{Group, PartNeed, Wanted};
use crate::document::{Battery, Chemistry, Circuit};
use crate::evaluation::checks::CheckCode;
use crate::evaluation::wiring::wire_runs::{AREAS_MM2, FUSES_A, GAUGES};
use crate::format::significant;
use crate::formulas::numeric::whole;
use crate::formulas::wire::awg_area_mm2;
use crate::shelf::PartKind;
use crate::variants::scaling;

/// Highest continuous rating a listing of this chemistry still prints (common practice).
pub(crate) fn highest_c(chemistry: Chemistry) -> f64 {
    match chemistry {
        Chemistry::Lipo => 120.0,
        Chemistry::LiIon => 15.0,
        Chemistry::Lifepo4 => 30.0,
        Chemistry::Nimh => 20.0,
        Chemistry::LeadAcid => 12.0,
    }
}

/// Cells come in blocks: lead-acid in threes or sixes, the rest one by one.
fn block(battery: &Battery) -> u32 {
    match battery.chemistry {
        Chemistry::LeadAcid if battery.cells_series.is_multiple_of(6) => 6,
        Chemistry::LeadAcid if battery.cells_series.is_multiple_of(3) => 3,
        _ => 1,
    }
}

fn pack_need(draft: &Variant) -> PartNeed {
    let battery = &draft.option.battery;
    let mut figures = vec![
        Wanted::word("chemistry", battery.chemistry.word()),
        Wanted::exactly("cells_series", battery.cells_series),
        Wanted::at_least("capacity_ah", battery.capacity_ah),
    ];
    if let Some(continuous_c) = battery.continuous_c {
        figures.push(Wanted::at_least("continuous_c", continuous_c));
    }
    PartNeed { part: PartKind::Battery, figures }
}

fn pointer(index: usize, rest: &str) -> String {
    format!("/options/{index}/battery{rest}")
}

/// More capacity.
pub(super) fn capacity(draft: &Variant, index: usize) -> Adjustment {
    let now = draft.option.battery.capacity_ah;
    Adjustment::new(
        Group::Battery,
        pointer(index, ""),
        rising(now, 3.0),
        |draft, step| {
            let cells = draft.option.battery.cells_series;
            scaling::battery(&mut draft.option.battery, step, cells);
        },
        move |step| format!("A pack of {} Ah instead of {} Ah.", significant(step), significant(now)),
    )
    .needing(pack_need)
}

/// A higher C rating.
pub(super) fn rating(draft: &Variant, index: usize) -> Option<Adjustment> {
    let battery = &draft.option.battery;
    let now = battery.continuous_c?;
    let highest = highest_c(battery.chemistry);
    let steps: Vec<f64> = rising(now, (highest / now).max(1.0)).into_iter().filter(|step| *step <= highest).collect();
    let lever = Adjustment::new(
        Group::Battery,
        pointer(index, ""),
        steps,
        |draft, step| scaling::battery_rating(&mut draft.option.battery, step),
        move |step| format!("A pack rated {} C continuous instead of {} C.", significant(step), significant(now)),
    );
    Some(lever.needing(pack_need))
}

/// More or fewer cells in series.
pub(super) fn cells(draft: &Variant, index: usize, more: bool) -> Adjustment {
    let battery = &draft.option.battery;
    let (now, block) = (battery.cells_series, block(battery));
    let steps = if more { counting_up(now, (3 * now).min(200), block) } else { counting_down(now, 1, block) };
    Adjustment::new(
        Group::Battery,
        pointer(index, ""),
        steps,
        |draft, step| {
            let capacity_ah = draft.option.battery.capacity_ah;
            scaling::battery(&mut draft.option.battery, capacity_ah, whole(step));
        },
        move |step| match whole(step) {
            1 => format!("One cell instead of {now} in series."),
            cells => format!("{cells} cells in series instead of {now}."),
        },
    )
    .needing(pack_need)
}

/// More packs side by side.
pub(super) fn packs(draft: &Variant, index: usize) -> Adjustment {
    let now = draft.option.battery.packs_parallel;
    Adjustment::new(
        Group::Battery,
        pointer(index, "/packs_parallel"),
        counting_up(now, now + 4, 1),
        |draft, step| draft.option.battery.packs_parallel = whole(step),
        move |step| format!("{} equal packs side by side instead of {now}.", whole(step)),
    )
}

/// A lower stop voltage, never below what harms a cell even for a moment.
pub(super) fn stop_voltage(draft: &Variant, index: usize) -> Adjustment {
    let battery = &draft.option.battery;
    let cell = battery.chemistry.cell();
    let now = battery.cutoff_v_per_cell.unwrap_or(cell.cutoff_v);
    let floor = cell.momentary_floor_v;
    let hundredths = (1..).map(|step: u32| ((now - 0.01 * f64::from(step)) * 1000.0).round() / 1000.0);
    Adjustment::new(
        Group::Setting,
        pointer(index, "/cutoff_v_per_cell"),
        hundredths.take_while(|volts| *volts >= floor).collect(),
        |draft, step| draft.option.battery.cutoff_v_per_cell = Some(step),
        move |step| {
            format!(
                "Riding each cell down to {} V under load instead of {} V: allowed, and harder on the cells.",
                significant(step),
                significant(now)
            )
        },
    )
}

/// A protection board that opens later.
pub(super) fn board(draft: &Variant, index: usize) -> Option<Adjustment> {
    let now = draft.option.battery.bms_limit_a?;
    Some(Adjustment::new(
        Group::Battery,
        pointer(index, "/bms_limit_a"),
        rising(now, 5.0),
        |draft, step| draft.option.battery.bms_limit_a = Some(step),
        move |step| format!("A protection board for {} A instead of {} A.", significant(step), significant(now)),
    ))
}

/// Another fuse, run by run.
pub(super) fn fuses(draft: &Variant, index: usize) -> Vec<Adjustment> {
    let runs = draft.option.wiring.runs.iter().enumerate();
    runs.filter_map(|(place, run)| {
        let now = run.fuse_a?;
        let name = run.name.clone();
        Some(Adjustment::new(
            Group::Wiring,
            format!("/options/{index}/wiring/runs/{place}/fuse_a"),
            FUSES_A
                .into_iter()
                .filter(|fuse| *fuse > now)
                .chain(FUSES_A.into_iter().rev().filter(|fuse| *fuse < now))
                .collect(),
            move |draft, step| draft.option.wiring.runs[place].fuse_a = Some(step),
            move |step| format!("A fuse of {} A in {name} instead of {} A.", significant(step), significant(now)),
        ))
    })
    .collect()
}

/// A connector or a switch for more, run by run.
pub(super) fn ratings_of_runs(draft: &Variant, index: usize, code: CheckCode) -> Vec<Adjustment> {
    let connector = code == CheckCode::WireConnector;
    let runs = draft.option.wiring.runs.iter().enumerate();
    runs.filter_map(|(place, run)| {
        let now = if connector { run.connector_a } else { run.switch_a }?;
        let (key, what) = if connector { ("connector_a", "connector") } else { ("switch_a", "switch or a relay") };
        let name = run.name.clone();
        Some(Adjustment::new(
            Group::Wiring,
            format!("/options/{index}/wiring/runs/{place}/{key}"),
            rising(now, 20.0),
            move |draft, step| {
                let run = &mut draft.option.wiring.runs[place];
                *(if connector { &mut run.connector_a } else { &mut run.switch_a }) = Some(step);
            },
            move |step| format!("A {what} for {} A in {name} instead of {} A.", significant(step), significant(now)),
        ))
    })
    .collect()
}

/// Thicker leads, run by run: those of the battery, and those of one drive's motor.
pub(super) fn wires(draft: &Variant, index: usize, drive: Option<&str>) -> Vec<Adjustment> {
    let runs = draft.option.wiring.runs.iter().enumerate();
    let wanted = runs.filter(|(_, run)| match (&run.circuit, drive) {
        (Circuit::Supply, _) => true,
        (Circuit::Motor(name), Some(drive)) => name == drive,
        (Circuit::Motor(_), None) => false,
    });
    wanted
        .map(|(place, run)| {
            let name = run.name.clone();
            let (key, steps): (_, Vec<f64>) = match run.awg {
                Some(awg) => ("awg", GAUGES.into_iter().filter(|gauge| *gauge < awg).collect()),
                None => {
                    let now = run.copper_area_mm2();
                    ("area_mm2", AREAS_MM2.into_iter().filter(|area| *area > now).collect())
                }
            };
            let gauge = run.awg.is_some();
            Adjustment::new(
                Group::Wiring,
                format!("/options/{index}/wiring/runs/{place}/{key}"),
                steps,
                move |draft, step| {
                    let run = &mut draft.option.wiring.runs[place];
                    *(if gauge { &mut run.awg } else { &mut run.area_mm2 }) = Some(step);
                },
                move |step| {
                    if gauge {
                        format!("{name} in {} AWG ({} mm²).", significant(step), significant(awg_area_mm2(step)))
                    } else {
                        format!("{name} in {} mm².", significant(step))
                    }
                },
            )
        })
        .collect()
}

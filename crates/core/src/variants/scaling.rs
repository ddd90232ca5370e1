//! Parts made larger, smaller or of another kind on paper: how the figures of a pack, a motor and a controller go together.

use std::collections::BTreeMap;

use crate::document::{Battery, Chemistry, Commutation, Controller, MachineKind, Motor, MotorKind, Provenance};
use crate::format::{four_figures, significant};

fn scale(figure: &mut Option<f64>, factor: f64) {
    *figure = figure.map(|value| four_figures(value * factor));
}

/// What a part on paper no longer is: the one on the shelf, in the drawer, or measured.
macro_rules! on_paper {
    ($part:expr, $($key:literal),*) => {
        let part = $part;
        part.part_id = None;
        part.owned = false;
        part.source = Some(match &part.label {
            Some(label) if !label.starts_with("like ") => format!("Worked out from {label}; look for a real one."),
            _ => "Worked out; look for a real one.".to_owned(),
        });
        part.label = part.label.as_ref().map(|label| {
            let label = label.strip_prefix("like ").unwrap_or(label);
            format!("like {label}").chars().take(160).collect()
        });
        let provenance = part.provenance.get_or_insert_with(BTreeMap::new);
        $( provenance.insert($key.to_owned(), Provenance::Estimated); )*
    };
}

/// A pack with another capacity or other cells in series: mass and price go with the energy.
///
/// Cells of more capacity have less resistance in proportion (the same cells side by side).
pub(crate) fn battery(battery: &mut Battery, capacity_ah: f64, cells_series: u32) {
    let capacity = capacity_ah / battery.capacity_ah;
    let energy = capacity * f64::from(cells_series) / f64::from(battery.cells_series);
    battery.capacity_ah = capacity_ah;
    battery.cells_series = cells_series;
    scale(&mut battery.cell_resistance_ohm, 1.0 / capacity);
    if (capacity - 1.0).abs() > f64::EPSILON {
        scale(&mut battery.bms_limit_a, capacity);
    }
    scale(&mut battery.mass_kg, energy);
    scale(&mut battery.price, energy);
    if let Some(size) = &mut battery.size_mm {
        // One side grows: packs of a family share width and height.
        size.length = four_figures(size.length * energy).clamp(0.1, 10_000.0);
    }
    on_paper!(battery, "mass_kg", "price", "cell_resistance_ohm");
}

/// A pack with another rating: so much more continuously and for a moment, and less resistance in proportion.
pub(crate) fn battery_rating(battery: &mut Battery, continuous_c: f64) {
    let factor = battery.continuous_c.map_or(1.0, |now| continuous_c / now);
    battery.continuous_c = Some(continuous_c);
    scale(&mut battery.burst_c, factor);
    scale(&mut battery.cell_resistance_ohm, 1.0 / factor);
    on_paper!(battery, "continuous_c", "burst_c", "cell_resistance_ohm");
}

/// A pack of another kind of cell, as many in series and of the same capacity.
pub(crate) fn other_cells(battery: &mut Battery, chemistry: Chemistry, continuous_c: f64, cell_ohm: f64, mass_kg: f64) {
    battery.chemistry = chemistry;
    battery.continuous_c = Some(continuous_c);
    battery.burst_c = Some(2.0 * continuous_c);
    battery.cell_resistance_ohm = Some(four_figures(cell_ohm));
    battery.mass_kg = Some(four_figures(mass_kg));
    battery.cutoff_v_per_cell = None;
    battery.max_charge_c = None;
    battery.size_mm = None;
    battery.price = None;
    on_paper!(battery, "continuous_c", "burst_c", "cell_resistance_ohm", "mass_kg");
}

/// A motor with another winding on the same iron: Kv ∝ 1/turns, R ∝ turns², currents ∝ 1/turns at the same fill.
pub(crate) fn rewound(motor: &mut Motor, kv_rpm_per_v: f64) {
    let factor = kv_rpm_per_v / motor.kv_rpm_per_v;
    motor.kv_rpm_per_v = kv_rpm_per_v;
    motor.resistance_ohm = four_figures(motor.resistance_ohm / (factor * factor));
    scale(&mut motor.no_load_current_a, factor);
    scale(&mut motor.no_load_voltage_v, 1.0 / factor);
    scale(&mut motor.turns, 1.0 / factor);
    scale(&mut motor.max_continuous_current_a, factor);
    scale(&mut motor.max_burst_current_a, factor);
    on_paper!(motor, "resistance_ohm", "no_load_current_a", "max_continuous_current_a", "max_burst_current_a");
}

/// A longer motor of the same diameter and Kv: `factor` times the iron, and with it torque per heat.
///
/// Turns go with 1/length and copper area with length, so R ∝ 1/length; loss torque, ratings, inertia, mass and
/// price go with the length.
pub(crate) fn longer(motor: &mut Motor, factor: f64) {
    motor.resistance_ohm = four_figures(motor.resistance_ohm / factor);
    scale(&mut motor.turns, 1.0 / factor);
    for figure in [
        &mut motor.no_load_current_a,
        &mut motor.max_continuous_current_a,
        &mut motor.max_burst_current_a,
        &mut motor.rotor_inertia_kg_m2,
        &mut motor.can_length_mm,
        &mut motor.mass_kg,
        &mut motor.price,
    ] {
        scale(figure, factor);
    }
    if let Some(thermal) = &mut motor.thermal {
        scale(&mut thermal.winding_to_case_k_per_w, 1.0 / factor);
        scale(&mut thermal.case_to_ambient_k_per_w, 1.0 / factor);
        scale(&mut thermal.winding_j_per_k, factor);
        scale(&mut thermal.case_j_per_k, factor);
    }
    if let Some(size) = &mut motor.size_mm {
        size.length = four_figures(size.length * factor).clamp(0.1, 10_000.0);
    }
    on_paper!(
        motor,
        "resistance_ohm",
        "no_load_current_a",
        "max_continuous_current_a",
        "max_burst_current_a",
        "rotor_inertia_kg_m2",
        "can_length_mm",
        "mass_kg",
        "price"
    );
}

/// Km of a can with brushes over that of a brushless motor of its size (common practice).
const BRUSHED_OVER_BRUSHLESS: f64 = 0.8;
/// What two carbon brushes lose, V (common practice).
const BRUSH_DROP_V: f64 = 0.6;

/// A motor of the same size and Kv of the other kind, with brushes or without: R ∝ 1/Km², brushes with their drop or none.
pub(crate) fn other_kind(motor: &mut Motor, kind: MotorKind) {
    if motor.kind == kind || kind == MotorKind::Stepper {
        return;
    }
    let factor =
        if kind == MotorKind::Brushed { BRUSHED_OVER_BRUSHLESS.powi(-2) } else { BRUSHED_OVER_BRUSHLESS.powi(2) };
    motor.kind = kind;
    motor.resistance_ohm = four_figures(motor.resistance_ohm * factor);
    motor.brush_drop_v = (kind == MotorKind::Brushed).then_some(BRUSH_DROP_V);
    motor.magnet = None;
    motor.magnet_grade = None;
    motor.pole_pairs = None;
    motor.sensor = None;
    motor.turns = None;
    motor.facts = None;
    motor.no_load_current_a = None;
    for figure in [&mut motor.max_continuous_current_a, &mut motor.max_burst_current_a] {
        scale(figure, factor.sqrt().recip());
    }
    on_paper!(motor, "resistance_ohm", "max_continuous_current_a", "max_burst_current_a");
}

/// A controller of the same ratings for the other kind of motor.
pub(crate) fn controller_for(controller: &mut Controller, kind: MachineKind) {
    if controller.kind == kind {
        return;
    }
    controller.kind = kind;
    controller.commutation = Commutation::SixStep;
    controller.max_erpm = None;
    on_paper!(controller, "on_resistance_ohm");
}

/// A controller for `factor` times the current: ratings grow, the on-resistance shrinks. A limit grows with the rating that it
/// stands at; one that is set lower stays where it was set.
pub(crate) fn stronger(controller: &mut Controller, factor: f64) {
    let stands_at = |limit: Option<f64>, rating: Option<f64>| match (limit, rating) {
        (Some(limit), Some(rating)) => limit >= AT_ITS_RATING * rating,
        _ => true,
    };
    if stands_at(controller.motor_current_limit_a, controller.motor_current_peak_a) {
        scale(&mut controller.motor_current_limit_a, factor);
    }
    if stands_at(controller.battery_current_limit_a, controller.battery_current_peak_a) {
        scale(&mut controller.battery_current_limit_a, factor);
    }
    for figure in [
        &mut controller.motor_current_continuous_a,
        &mut controller.motor_current_peak_a,
        &mut controller.battery_current_continuous_a,
        &mut controller.battery_current_peak_a,
        &mut controller.mass_kg,
        &mut controller.price,
    ] {
        scale(figure, factor);
    }
    controller.on_resistance_ohm = four_figures(controller.on_resistance_ohm / factor);
    on_paper!(controller, "on_resistance_ohm", "mass_kg", "price");
}

/// From this share of its rating on a limit stands at the rating.
const AT_ITS_RATING: f64 = 0.9;

/// A factor, said: "1.5 times".
pub(crate) fn times(factor: f64) -> String {
    format!("{} times", significant(factor))
}

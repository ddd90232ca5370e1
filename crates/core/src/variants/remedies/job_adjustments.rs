//! Levers of the job: a lighter machine, and less than was asked for.

use super::Group;
use super::Variant;
use super::adjustments::Adjustment;
use super::grid::{falling, rising};
use crate::document::Load;
use crate::document::load::{Blade, ConstantTorque, Fan, Flywheel, Hoist, Vehicle};
use crate::format::significant;

/// A job figure that gives way, in every load that has it.
struct Wish {
    key: &'static str,
    words: &'static str,
    unit: &'static str,
    eases_downward: bool,
    /// How far it is turned.
    factor: f64,
    group: Group,
    place: fn(&mut Load) -> Option<&mut f64>,
}

macro_rules! figure {
    ($kind:ident, $key:ident) => {
        |load| match load {
            Load::$kind($kind { $key, .. }) => Some($key),
            _ => None,
        }
    };
    ($kind:ident, some $key:ident) => {
        |load| match load {
            Load::$kind($kind { $key, .. }) => $key.as_mut(),
            _ => None,
        }
    };
}

#[rustfmt::skip]
const WISHES: &[Wish] = &[
    Wish { key: "base_mass_kg", words: "A lighter machine:", unit: "kg", eases_downward: true, factor: 0.6, group: Group::Mass, place: figure!(Vehicle, base_mass_kg) },
    Wish { key: "payload_kg", words: "Carrying no more than", unit: "kg", eases_downward: true, factor: 0.3, group: Group::Requested, place: figure!(Vehicle, payload_kg) },
    Wish { key: "towed_mass_kg", words: "Towing no more than", unit: "kg", eases_downward: true, factor: 0.1, group: Group::Requested, place: figure!(Vehicle, towed_mass_kg) },
    Wish { key: "grade_percent", words: "Hills no steeper than", unit: "%", eases_downward: true, factor: 0.15, group: Group::Requested, place: figure!(Vehicle, grade_percent) },
    Wish { key: "climb_speed_m_s", words: "Up the hill at", unit: "km/h", eases_downward: true, factor: 0.15, group: Group::Requested, place: figure!(Vehicle, some climb_speed_m_s) },
    Wish { key: "climb_duration_min", words: "Hills that last no longer than", unit: "min", eases_downward: true, factor: 0.1, group: Group::Requested, place: figure!(Vehicle, some climb_duration_min) },
    Wish { key: "target_speed_m_s", words: "On the level at", unit: "km/h", eases_downward: true, factor: 0.3, group: Group::Requested, place: figure!(Vehicle, target_speed_m_s) },
    Wish { key: "accelerate_s", words: "Up to speed within", unit: "s", eases_downward: false, factor: 10.0, group: Group::Requested, place: figure!(Vehicle, some accelerate_s) },
    Wish { key: "friction", words: "Grippier tyres, a friction of", unit: "", eases_downward: false, factor: 2.0, group: Group::Mass, place: figure!(Vehicle, some friction) },
    Wish { key: "driven_weight_share", words: "More of the weight on the driven wheels, a share of", unit: "", eases_downward: false, factor: 4.0, group: Group::Mass, place: figure!(Vehicle, driven_weight_share) },
    Wish { key: "target_rpm", words: "Wheels at", unit: "rpm", eases_downward: true, factor: 0.4, group: Group::Requested, place: figure!(Flywheel, target_rpm) },
    Wish { key: "spin_up_s", words: "Spun up within", unit: "s", eases_downward: false, factor: 10.0, group: Group::Requested, place: figure!(Flywheel, some spin_up_s) },
    Wish { key: "inertia_kg_m2", words: "Lighter wheels:", unit: "kg·m²", eases_downward: true, factor: 0.3, group: Group::Mass, place: figure!(Flywheel, inertia_kg_m2) },
    Wish { key: "projectile/per_second", words: "A rate of", unit: "shots a second", eases_downward: true, factor: 0.1, group: Group::Requested, place: shots },
    Wish { key: "projectile/speed_m_s", words: "Shots with", unit: "m/s", eases_downward: true, factor: 0.3, group: Group::Requested, place: thrown },
    Wish { key: "target_rpm", words: "The fan at", unit: "rpm", eases_downward: true, factor: 0.4, group: Group::Requested, place: figure!(Fan, target_rpm) },
    Wish { key: "spin_up_s", words: "Spun up within", unit: "s", eases_downward: false, factor: 10.0, group: Group::Requested, place: figure!(Fan, some spin_up_s) },
    Wish { key: "target_tip_speed_m_s", words: "A tip speed of", unit: "m/s", eases_downward: true, factor: 0.4, group: Group::Requested, place: figure!(Blade, target_tip_speed_m_s) },
    Wish { key: "spin_up_s", words: "Spun up within", unit: "s", eases_downward: false, factor: 10.0, group: Group::Requested, place: figure!(Blade, some spin_up_s) },
    Wish { key: "lift_speed_m_s", words: "Lifting at", unit: "m/s", eases_downward: true, factor: 0.2, group: Group::Requested, place: figure!(Hoist, lift_speed_m_s) },
    Wish { key: "mass_kg", words: "Lifting no more than", unit: "kg", eases_downward: true, factor: 0.2, group: Group::Requested, place: figure!(Hoist, mass_kg) },
    Wish { key: "target_rpm", words: "The shaft at", unit: "rpm", eases_downward: true, factor: 0.3, group: Group::Requested, place: figure!(ConstantTorque, target_rpm) },
    Wish { key: "torque_nm", words: "A torque of", unit: "N·m", eases_downward: true, factor: 0.2, group: Group::Requested, place: figure!(ConstantTorque, torque_nm) },
];

fn thrown(load: &mut Load) -> Option<&mut f64> {
    match load {
        Load::Flywheel(flywheel) => Some(&mut flywheel.projectile.as_mut()?.speed_m_s),
        _ => None,
    }
}

/// A brake that grips the blade when the switch is let go.
pub(super) fn blade_brake(draft: &Variant, drive: &str) -> Option<Adjustment> {
    let place = draft.job.drives.iter().position(|served| served.name == drive)?;
    let Load::Blade(blade) = &draft.job.drives[place].load else { return None };
    Some(Adjustment::new(
        Group::Mass,
        format!("/job/drives/{place}/load/brake_torque_nm"),
        rising(blade.brake_torque_nm.unwrap_or(0.0).max(0.05), 2000.0),
        move |draft, step| {
            if let Load::Blade(blade) = &mut draft.job.drives[place].load {
                blade.brake_torque_nm = Some(step);
            }
        },
        |step| format!("A brake of {} N·m on the blade that grips when the switch is let go.", significant(step)),
    ))
}

fn shots(load: &mut Load) -> Option<&mut f64> {
    match load {
        Load::Flywheel(flywheel) => flywheel.projectile.as_mut()?.per_second.as_mut(),
        _ => None,
    }
}

/// What the load of one drive of the job may give up.
pub(super) fn wishes(draft: &Variant, drive: &str) -> Vec<Adjustment> {
    let Some(place) = draft.job.drives.iter().position(|served| served.name == drive) else { return Vec::new() };
    let mut load = draft.job.drives[place].load.clone();
    WISHES
        .iter()
        .filter_map(|wish| {
            let now = *(wish.place)(&mut load)?;
            if now <= 0.0 {
                return None;
            }
            let mut steps = if wish.eases_downward { falling(now, wish.factor) } else { rising(now, wish.factor) };
            // More than all of the weight cannot stand on them.
            steps.retain(|step| wish.key != "driven_weight_share" || *step <= 1.0);
            Some(Adjustment::new(
                wish.group,
                format!("/job/drives/{place}/load/{}", wish.key),
                steps,
                move |draft, step| {
                    if let Some(figure) = (wish.place)(&mut draft.job.drives[place].load) {
                        *figure = step;
                    }
                },
                move |step| {
                    // Speeds on the ground are said in km/h.
                    let shown = |figure: f64| significant(if wish.unit == "km/h" { 3.6 * figure } else { figure });
                    format!("{} {} {u} instead of {} {u}.", wish.words, shown(step), shown(now), u = wish.unit)
                        .replace("  ", " ")
                        .replace(" .", ".")
                },
            ))
        })
        .collect()
}

/// A shorter time on one charge.
pub(super) fn runtime(draft: &Variant) -> Option<Adjustment> {
    let now = draft.job.runtime_min?;
    Some(Adjustment::new(
        Group::Requested,
        "/job/runtime_min".to_owned(),
        falling(now, 0.05),
        |draft, step| draft.job.runtime_min = Some(step),
        move |step| format!("{} min on one charge instead of {} min.", significant(step), significant(now)),
    ))
}

/// A smaller share of work in the time.
pub(super) fn duty(draft: &Variant) -> Adjustment {
    let now = draft.job.duty_cycle;
    Adjustment::new(
        Group::Requested,
        "/job/duty_cycle".to_owned(),
        falling(now, 0.1),
        |draft, step| draft.job.duty_cycle = step,
        move |step| {
            format!("Working {} % of the time instead of {} %.", significant(100.0 * step), significant(100.0 * now))
        },
    )
}

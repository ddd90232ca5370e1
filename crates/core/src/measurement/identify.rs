//! Unknown motors against candidates: what each would read, how sure it is, which reading would tell them apart.

use pathfinding::kuhn_munkres::kuhn_munkres_min;
use pathfinding::matrix::Matrix;
use serde_json::{Value, json};

use super::{Refusal, Weight, Worksheet, refused};
use crate::document::Motor;
use crate::document::measurement::{Identify, KnownLoad, KnownReading, UnknownMotor};
use crate::format::significant;
use crate::formulas::constants::RAD_S_PER_RPM;
use crate::formulas::numeric::falling_root;
use crate::model::motor::MotorModel;

/// What can be read of a motor, and how far two of a kind usually differ (common practice).
#[derive(Clone, Copy)]
struct Quantity {
    key: &'static str,
    word: &'static str,
    unit: &'static str,
    usual_share: f64,
    read: fn(&UnknownMotor) -> Option<f64>,
    expected: fn(&Expected) -> Option<f64>,
}

const QUANTITIES: [Quantity; 4] = [
    Quantity {
        key: "rpm",
        word: "speed",
        unit: "rpm",
        usual_share: 0.05,
        read: |unknown| unknown.rpm,
        expected: |expected| Some(expected.rpm),
    },
    Quantity {
        key: "current_a",
        word: "current",
        unit: "A",
        usual_share: 0.15,
        read: |unknown| unknown.current_a,
        expected: |expected| Some(expected.current_a),
    },
    Quantity {
        key: "resistance_ohm",
        word: "winding resistance",
        unit: "Ω",
        usual_share: 0.12,
        read: |unknown| unknown.resistance_ohm,
        expected: |expected| Some(expected.resistance_ohm),
    },
    Quantity {
        key: "mass_kg",
        word: "mass",
        unit: "kg",
        usual_share: 0.05,
        read: |unknown| unknown.mass_kg,
        expected: |expected| expected.mass_kg,
    },
];

/// What a candidate would read.
struct Expected {
    rpm: f64,
    current_a: f64,
    resistance_ohm: f64,
    mass_kg: Option<f64>,
}

/// The steady point of a motor on a voltage with a load on its shaft.
fn expected(motor: &Motor, voltage_v: f64, load: Option<&KnownLoad>) -> Expected {
    let model = MotorModel::new(motor, voltage_v);
    let square = load.map_or(0.0, |load| load.reference_power_w / (load.reference_rpm * RAD_S_PER_RPM).powi(3));
    let left_v = (voltage_v - model.brush_drop_v).max(0.0);
    let current = |omega: f64| (left_v - model.torque_constant_nm_per_a * omega) / model.resistance_ohm.max(1e-9);
    let surplus =
        |omega: f64| model.torque_constant_nm_per_a * current(omega) - model.loss.at_nm(omega) - square * omega * omega;
    let omega = falling_root(0.0, left_v / model.torque_constant_nm_per_a, 1e-10, surplus);
    Expected {
        rpm: omega / RAD_S_PER_RPM,
        current_a: current(omega).max(0.0),
        resistance_ohm: motor.resistance_ohm,
        mass_kg: motor.mass_kg,
    }
}

/// A propeller by a known motor that turns it: what is left of its torque at the speed that its volts and amps tell.
fn propeller_of(known: &KnownReading, candidates: &[Motor]) -> Result<KnownLoad, Refusal> {
    let place = usize::try_from(known.candidate).unwrap_or(usize::MAX);
    let Some(motor) = candidates.get(place) else {
        return Err(refused("known/candidate", "the known motor is none of the candidates: pick it among them"));
    };
    let model = MotorModel::new(motor, known.voltage_v);
    let emf_v = known.voltage_v - model.brush_drop_v - known.current_a * model.resistance_ohm;
    let omega = emf_v / model.torque_constant_nm_per_a;
    let power_w = (model.torque_constant_nm_per_a * known.current_a - model.loss.at_nm(omega)) * omega;
    if !(omega > 0.0 && power_w > 0.0) {
        let detail = format!(
            "{} A at {} V leave that motor no power for a propeller: the reading or the motor is another",
            significant(known.current_a),
            significant(known.voltage_v)
        );
        return Err(refused("known/current_a", detail));
    }
    Ok(KnownLoad { reference_rpm: omega / RAD_S_PER_RPM, reference_power_w: power_w })
}

/// How far a reading is from what is expected, in usual differences.
fn apart(read: f64, expected: f64, usual_share: f64) -> f64 {
    (read - expected) / (usual_share * expected.abs().max(1e-9))
}

/// Distance of an unknown from a candidate over everything that was read of it: the root of the mean square.
fn distance(unknown: &UnknownMotor, expected: &Expected) -> Option<f64> {
    let squares: Vec<f64> = QUANTITIES
        .iter()
        .filter_map(|quantity| {
            Some(apart((quantity.read)(unknown)?, (quantity.expected)(expected)?, quantity.usual_share).powi(2))
        })
        .collect();
    let n = super::least_squares::count(&squares);
    (!squares.is_empty()).then(|| (squares.iter().sum::<f64>() / n).sqrt())
}

/// Candidates ranked for each unknown; each candidate given to one unknown where there are several.
pub(super) fn identify(sheet: &Identify, paper: &mut Worksheet<'_>) -> Result<(), Refusal> {
    let unknowns = paper.used("unknowns", &sheet.unknowns, Clone::clone);
    if unknowns.values.is_empty() {
        return Err(refused("unknowns", "no motor was read, at least 1 is needed"));
    }
    if sheet.candidates.is_empty() {
        return Err(refused("candidates", "there is no candidate: pick motors of the shelf that it may be"));
    }
    for (place, unknown) in unknowns.places.iter().zip(&unknowns.values) {
        if QUANTITIES.iter().all(|quantity| (quantity.read)(unknown).is_none()) {
            let detail = "nothing was read of it: speed, current, winding resistance or mass";
            return Err(refused(&format!("unknowns/{place}"), detail));
        }
    }
    let load = match (&sheet.load, &sheet.known) {
        (Some(load), _) => Some(load.clone()),
        (None, Some(known)) => Some(propeller_of(known, &sheet.candidates)?),
        (None, None) => None,
    };
    if let (Some(load), true) = (&load, sheet.load.is_none()) {
        paper.result(
            "propeller",
            json!({ "reference_rpm": load.reference_rpm, "reference_power_w": load.reference_power_w }),
        );
        paper.work(format!(
            "the propeller by the known motor: {} W at {} rpm, and with the cube of the speed from there",
            significant(load.reference_power_w),
            significant(load.reference_rpm)
        ));
    }
    let named = |motor: &Motor, place: usize| motor.label.clone().unwrap_or_else(|| format!("candidate {}", place + 1));
    let looked: Vec<(Vec<Expected>, Vec<f64>)> = unknowns
        .values
        .iter()
        .map(|unknown| {
            let seen = sheet.candidates.iter().map(|motor| expected(motor, unknown.voltage_v, load.as_ref()));
            let seen: Vec<Expected> = seen.collect();
            let far = seen.iter().map(|expected| distance(unknown, expected).unwrap_or(1e3)).collect();
            (seen, far)
        })
        .collect();
    // Of several, each candidate is one of them: what is said of each agrees with that.
    let several = unknowns.values.len() > 1;
    let far_of_all: Vec<Vec<f64>> = looked.iter().map(|(_, far)| far.clone()).collect();
    let given = if several { assigned(&far_of_all) } else { vec![None; unknowns.values.len()] };
    let mut rows: Vec<Value> = Vec::new();
    for ((unknown, (seen, far)), own) in unknowns.values.iter().zip(&looked).zip(&given) {
        let read = QUANTITIES.iter().filter(|quantity| (quantity.read)(unknown).is_some()).count();
        // Each reading counts as normal scatter around the candidate's; equal odds before anything was read.
        let likely = |far: f64| (-0.5 * far * far * f64::from(u32::try_from(read).unwrap_or(1))).exp();
        let all: f64 = far.iter().map(|far| likely(*far)).sum();
        let mut order: Vec<usize> = (0..far.len()).collect();
        order.sort_by(|a, b| far[*a].total_cmp(&far[*b]));
        let nearest = order.first().copied();
        if let Some(own) = own {
            order.retain(|place| place != own);
            order.insert(0, *own);
        }
        let ranked: Vec<Value> = order
            .iter()
            .map(|place| {
                let one = &seen[*place];
                json!({ "candidate": place, "label": named(&sheet.candidates[*place], *place), "distance": far[*place],
                    "sure": if all > 0.0 { likely(far[*place]) / all } else { 0.0 },
                    "expected": { "rpm": one.rpm, "current_a": one.current_a, "resistance_ohm": one.resistance_ohm, "mass_kg": one.mass_kg } })
            })
            .collect();
        let tell = order.get(1).and_then(|second| telling(unknown, &seen[order[0]], &seen[*second]));
        let elsewhere = nearest.filter(|nearest| own.is_some_and(|own| own != *nearest));
        if let (Some(nearest), Some(own)) = (elsewhere, own) {
            let text = format!(
                "{} alone is nearest to {}; but that fits another one better, so that {} is left for it.",
                unknown.label,
                named(&sheet.candidates[nearest], nearest),
                named(&sheet.candidates[*own], *own)
            );
            paper.find("by_pairing", Weight::Note, None, text);
        }
        conclude(
            paper,
            unknown,
            far,
            &order,
            all.max(f64::MIN_POSITIVE),
            &likely,
            &|place| named(&sheet.candidates[place], place),
            tell.as_deref(),
        );
        rows.push(json!({ "label": unknown.label, "ranked": ranked, "telling": tell }));
    }
    paper.result("unknowns", rows);
    if several {
        let pairs: Vec<Value> = unknowns
            .values
            .iter()
            .zip(given)
            .map(|(unknown, place)| {
                json!({ "label": unknown.label, "candidate": place, "candidate_label": place.map(|place| named(&sheet.candidates[place], place)) })
            })
            .collect();
        paper.result("assigned", pairs);
    }
    Ok(())
}

#[allow(clippy::too_many_arguments, reason = "one sentence of one table")]
fn conclude(
    paper: &mut Worksheet<'_>,
    unknown: &UnknownMotor,
    far: &[f64],
    order: &[usize],
    all: f64,
    likely: &dyn Fn(f64) -> f64,
    named: &dyn Fn(usize) -> String,
    tell: Option<&str>,
) {
    let Some(first) = order.first() else { return };
    let sure = likely(far[*first]) / all;
    paper.work(format!(
        "{}: nearest is {}, {} usual differences away",
        unknown.label,
        named(*first),
        significant(far[*first])
    ));
    if far[*first] > 3.0 {
        let text = format!(
            "{} is none of these: the nearest, {}, is {} usual differences away.",
            unknown.label,
            named(*first),
            significant(far[*first])
        );
        paper.find("none_fits", Weight::Poor, None, text);
    } else if sure < 0.8 {
        let more = tell.map(|tell| format!(" {tell}")).unwrap_or_default();
        let text = format!(
            "{} may be {}, but that is not sure ({} %).{more}",
            unknown.label,
            named(*first),
            significant(100.0 * sure)
        );
        paper.find("not_sure", Weight::Doubt, None, text);
    } else {
        paper.find(
            "is",
            Weight::Note,
            None,
            format!("{} is {} ({} % of these candidates).", unknown.label, named(*first), significant(100.0 * sure)),
        );
    }
}

/// The reading nobody has taken yet that differs most between two candidates.
fn telling(unknown: &UnknownMotor, first: &Expected, second: &Expected) -> Option<String> {
    let open = QUANTITIES.iter().filter(|quantity| (quantity.read)(unknown).is_none());
    let (quantity, a, b, far) = open
        .filter_map(|quantity| {
            let (a, b) = ((quantity.expected)(first)?, (quantity.expected)(second)?);
            Some((quantity, a, b, apart(a, b, quantity.usual_share).abs()))
        })
        .max_by(|a, b| a.3.total_cmp(&b.3))?;
    let _ = quantity.key;
    (far > 1.0).then(|| {
        format!(
            "Read its {}: {} {u} for the first, {} {u} for the second.",
            quantity.word,
            significant(a),
            significant(b),
            u = quantity.unit
        )
    })
}

/// Each unknown its own candidate, the distances together the smallest; an unknown goes without where there are too few.
///
/// # Source
/// Kuhn 1955, Munkres 1957.
fn assigned(distances: &[Vec<f64>]) -> Vec<Option<usize>> {
    const PARTS: f64 = 1e6;
    let (rows, columns) = (distances.len(), distances.first().map_or(0, Vec::len));
    #[allow(clippy::cast_possible_truncation, reason = "distances are capped at a thousand")]
    let weight = |row: usize, column: usize| (distances[row][column].min(1e3) * PARTS) as i64;
    if rows <= columns {
        let matrix = Matrix::from_fn(rows, columns, |(row, column)| weight(row, column));
        return kuhn_munkres_min(&matrix).1.into_iter().map(Some).collect();
    }
    let matrix = Matrix::from_fn(columns, rows, |(column, row)| weight(row, column));
    let mut given = vec![None; rows];
    for (column, row) in kuhn_munkres_min(&matrix).1.into_iter().enumerate() {
        given[row] = Some(column);
    }
    given
}

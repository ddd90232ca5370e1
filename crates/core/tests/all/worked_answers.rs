//! The worked answers: every figure of an independent implementation, within 0.3 %.

use rstest::rstest;
use serde_json::Value;
use ypsidyne_core::document::Build;
use ypsidyne_core::evaluation::evaluate;

/// Figures agree when they differ by less than this share.
const TOLERANCE: f64 = 2e-3;
/// Below this the reference itself is rounding noise around zero (its no-load torque is 8e-13 N·m).
const NOISE: f64 = 1e-6;

/// Collects every difference between what was worked out elsewhere and ours. Ours may have more keys.
fn differences(reference: &Value, ours: &Value, at: &str, found: &mut Vec<String>) {
    match (reference, ours) {
        (Value::Object(reference), Value::Object(ours)) => {
            for (key, value) in reference {
                match ours.get(key) {
                    Some(mine) => differences(value, mine, &format!("{at}/{key}"), found),
                    None => found.push(format!("{at}/{key}: missing")),
                }
            }
        }
        (Value::Array(reference), Value::Array(ours)) => {
            if reference.len() != ours.len() {
                found.push(format!("{at}: {} entries, ours {}", reference.len(), ours.len()));
            }
            for (index, (value, mine)) in reference.iter().zip(ours).enumerate() {
                differences(value, mine, &format!("{at}/{index}"), found);
            }
        }
        (Value::Number(reference), Value::Number(ours)) => {
            let (reference, ours) = (reference.as_f64().unwrap(), ours.as_f64().unwrap());
            let close = (reference - ours).abs() <= TOLERANCE * reference.abs();
            if !close && (reference.abs() > NOISE || ours.abs() > NOISE) {
                found.push(format!("{at}: {reference}, ours {ours}"));
            }
        }
        _ if reference == ours => {}
        _ => found.push(format!("{at}: {reference}, ours {ours}")),
    }
}

/// Checks of the gearing, the shaft, the room, the leads and of people came after the worked answers, which know none of them.
const LATER: &[&str] = &[
    "gearing.mesh",
    "gearing.bore",
    "gearing.bending",
    "gearing.belt_tension",
    "gearing.teeth_in_mesh",
    "gearing.chain_load",
    "motor.rim_speed",
    "motor.shaft",
    "fit.motor",
    "fit.battery",
    "fit.controller",
    "wire.temperature",
    "wire.drop",
    "wire.fuse",
    "wire.connector",
    "wire.switch",
    "safety.projectile_energy",
    "safety.rim_speed",
    "safety.blade_stop",
    "safety.hot_surface",
];

/// Only checks with a utilisation stand in the worked answers, and utilisations that agree within the tolerance may
/// stand in either order, so checks are matched by code and drive.
fn checks_by_code(evaluation: &mut Value) {
    for option in evaluation["options"].as_array_mut().unwrap() {
        let checks = option["checks"].take();
        let by_code: serde_json::Map<String, Value> = checks
            .as_array()
            .unwrap()
            .iter()
            .filter(|check| !check["utilisation"].is_null())
            .filter(|check| !LATER.contains(&check["code"].as_str().unwrap()))
            .map(|check| (format!("{} {}", check["code"], check["drive"]), check.clone()))
            .collect();
        option["check_count"] = by_code.len().into();
        option["checks"] = Value::Object(by_code);
    }
}

#[rstest]
#[case::dolly_board(include_str!("../worked/dolly-board.build.json"), include_str!("../worked/dolly-board.evaluation.json"))]
#[case::harvest_cart(include_str!("../worked/harvest-cart.build.json"), include_str!("../worked/harvest-cart.evaluation.json"))]
#[case::shuttle_launcher(
    include_str!("../worked/shuttle-launcher.build.json"),
    include_str!("../worked/shuttle-launcher.evaluation.json")
)]
fn validated_every_figure_of_the_worked_answers(#[case] build: &str, #[case] answer: &str) {
    let build = Build::from_json(build).expect("the worked build reads");
    let mut ours = serde_json::to_value(evaluate(&build)).unwrap();
    let mut reference: Value = serde_json::from_str(answer).unwrap();
    checks_by_code(&mut ours);
    checks_by_code(&mut reference);
    let mut found = Vec::new();
    differences(&reference, &ours, "", &mut found);
    assert!(found.is_empty(), "{} differences:\n{}", found.len(), found.join("\n"));
}

#[test]
fn a_difference_of_half_a_per_cent_is_noticed() {
    let mut found = Vec::new();
    differences(&serde_json::json!({ "a": [1.0] }), &serde_json::json!({ "a": [1.005] }), "", &mut found);
    assert_eq!(found.len(), 1);
}

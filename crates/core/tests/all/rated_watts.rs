//! Rated watts against what the job takes: three machines that are fine and three that are not.

use rstest::rstest;
use serde_json::{Value, json};
use ypsidyne_core::document::{Build, Provenance};
use ypsidyne_core::evaluation::checks::{CheckClass, CheckCode, Verdict};
use ypsidyne_core::evaluation::{OptionEvaluation, evaluate_option};
use ypsidyne_core::library::templates::TEMPLATES;
use ypsidyne_core::variants::sensitivity::{Tolerances, guesses_that_matter};

fn start(kind: &str) -> Value {
    let json = TEMPLATES.iter().find(|template| template.kind == kind).expect("there is such a start").json;
    serde_json::from_str(json).expect("JSON")
}

fn evaluated(json: &Value) -> OptionEvaluation {
    let build = Build::from_value(json).expect("it reads");
    evaluate_option(&build.job, &build.options[0], 0)
}

/// Power at each shaft by the evaluation's own torque and speed, at half charge.
fn hardest_w(result: &OptionEvaluation) -> f64 {
    result.drives[0]
        .cases
        .iter()
        .filter(|case| {
            case.state_of_charge == 0.5
                && ["target", "climb"].contains(&serde_json::to_value(case.case).unwrap().as_str().unwrap())
        })
        .filter_map(|case| Some(case.motor_torque_nm? * case.motor_rpm? * std::f64::consts::PI / 30.0))
        .fold(0.0, f64::max)
}

#[rstest]
#[case("scooter", 2.0, Verdict::Ok)]
#[case("cart", 3.0, Verdict::Ok)]
#[case("plane", 1.5, Verdict::Ok)]
#[case("scooter", 0.6, Verdict::Fail)]
#[case("cart", 0.5, Verdict::Fail)]
#[case("plane", 0.8, Verdict::Fail)]
fn shaft_power_is_held_against_the_rated_watts(#[case] kind: &str, #[case] times: f64, #[case] verdict: Verdict) {
    let mut json = start(kind);
    let needs_w = hardest_w(&evaluated(&json));
    json["options"][0]["drives"][0]["motor"]["rated_power_w"] = json!(times * needs_w);
    let result = evaluated(&json);
    let check = result.checks.iter().find(|check| check.code == CheckCode::MotorRatedPower).expect("it is judged");
    assert_eq!(check.verdict, verdict, "{}", check.because);
    assert!((check.utilisation.unwrap() - 1.0 / times).abs() < 1e-3);
    let flat_out = result.checks.iter().find(|check| check.code == CheckCode::MotorFlatOutPower).expect("it is told");
    assert_eq!(flat_out.class, CheckClass::Caution, "flat out is to be known and fails nothing");
}

#[test]
fn without_rated_watts_nothing_is_said_of_them() {
    let mut json = start("scooter");
    json["options"][0]["drives"][0]["motor"].as_object_mut().unwrap().remove("rated_power_w");
    let said = |code: CheckCode| evaluated(&json).checks.iter().any(|check| check.code == code);
    assert!(!said(CheckCode::MotorRatedPower) && !said(CheckCode::MotorFlatOutPower));
}

#[test]
fn a_current_that_was_guessed_from_the_can_fails_nothing() {
    let mut json = start("cart");
    let motor = &mut json["options"][0]["drives"][0]["motor"];
    motor["max_continuous_current_a"] = json!(0.5);
    let continuous = |json: &Value| {
        let result = evaluated(json);
        let check = result.checks.iter().find(|check| check.code == CheckCode::MotorContinuousCurrent).unwrap().clone();
        (check.verdict, check.because)
    };
    assert_eq!(continuous(&json).0, Verdict::Fail);
    json["options"][0]["drives"][0]["motor"]["provenance"] =
        json!({ "max_continuous_current_a": Provenance::Estimated });
    let (verdict, because) = continuous(&json);
    assert_ne!(verdict, Verdict::Fail);
    assert!(because.contains('≈'), "{because}");
}

/// What was worked out of too little is drawn from as far off as it may be, what was worked out of enough from less.
#[test]
fn what_is_guessed_is_wide_in_the_odds() {
    let moved = |facts: Value, how: &str| {
        let mut json = start("cart");
        let motor = &mut json["options"][0]["drives"][0]["motor"];
        motor["facts"] = facts;
        motor["provenance"] = json!({ "resistance_ohm": how });
        let build = Build::from_value(&json).expect("it reads");
        let all = guesses_that_matter(&build, 0, &Tolerances::default());
        all.into_iter().find(|guess| guess.what == "winding resistance").expect("it is a guess").tolerance
    };
    let wide = moved(json!({ "form": "gear", "voltage_v": 24, "speed_rpm": 115, "gear_ratio": 27 }), "estimated");
    let narrow = moved(
        json!({ "form": "gear", "voltage_v": 24, "speed_rpm": 115, "gear_ratio": 27, "stall_current_a": 70 }),
        "worked_out",
    );
    let listed = moved(json!({ "form": "gear", "voltage_v": 24, "speed_rpm": 115, "gear_ratio": 27 }), "listed");
    assert_ne!(wide, narrow);
    assert_ne!(wide, listed, "a listed figure keeps the usual tolerance");
}

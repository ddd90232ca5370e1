//! The odds against closed forms of one uniform figure, with the error of the sampling stated.

use approx::assert_relative_eq;
use rstest::rstest;
use serde_json::{Value, json};
use ypsidyne_core::document::Build;
use ypsidyne_core::evaluation::checks::FAILS_ABOVE;
use ypsidyne_core::library::demo;
use ypsidyne_core::variants::odds::{CheckOdds, Odds, Quantity, odds};
use ypsidyne_core::variants::sensitivity::Tolerances;

/// Nothing is off.
const EXACT: Tolerances = Tolerances {
    kv_share: 0.0,
    resistance_share: 0.0,
    cell_resistance_factor: 1.0,
    c_rating_share: 0.0,
    rolling_resistance_factor: 1.0,
    thermal_factor: 1.0,
    no_load_factor: 1.0,
};

/// A shaft on a stiff battery through an ideal controller: no-load speed is Kv times volts, stall current volts over ohms.
fn rig(motor: &Value) -> Build {
    let build = json!({
        "format": "ypsidyne.build/1", "name": "rig",
        "job": { "drives": [{ "name": "shaft", "load": { "kind": "constant_torque", "torque_nm": 0.1, "target_rpm": 1000 } }] },
        "options": [{
            "name": "a",
            "battery": { "chemistry": "lead_acid", "cells_series": 6, "capacity_ah": 100, "cell_resistance_ohm": 0, "continuous_c": 3 },
            "drives": [{ "drive": "shaft", "motor": motor,
                "controller": { "kind": "brushed", "max_voltage_v": 30 } }],
        }],
    });
    Build::from_value(&build).unwrap_or_else(|problems| panic!("{problems:#?}"))
}

fn motor() -> Value {
    json!({ "kind": "brushed", "kv_rpm_per_v": 200, "resistance_ohm": 0.2, "no_load_current_a": 0, "no_load_voltage_v": 12 })
}

fn check<'a>(odds: &'a Odds, code: &str) -> &'a CheckOdds {
    odds.checks.iter().find(|check| check.code == code).unwrap_or_else(|| panic!("no {code}"))
}

/// Full charge: 6 cells of 2.122 V.
const FULL_V: f64 = 6.0 * 2.122;
const DRAWS: u32 = 2000;

/// With Kv spread evenly by ± s the no-load speed is too, so the chance that it stays below a limit is the part of the
/// range below it. A Latin hypercube of n draws meets each n-th of the range once: off by 1/n at most.
#[rstest]
#[case::half(0.08, 1.0, 0.5)]
#[case::three_quarters(0.08, 1.04, 0.75)]
#[case::a_tenth(0.2, 0.84, 0.1)]
#[case::always(0.08, 1.1, 1.0)]
#[case::never(0.08, 0.9, 0.0)]
fn validated_one_even_figure_gives_the_part_of_its_range(
    #[case] share: f64,
    #[case] limit_over_nominal: f64,
    #[case] expected: f64,
) {
    let mut motor = motor();
    motor["max_speed_rpm"] = json!(200.0 * FULL_V * limit_over_nominal / FAILS_ABOVE);
    let odds = odds(&rig(&motor), 0, &Tolerances { kv_share: share, ..EXACT }, DRAWS, 7).expect("the option is there");
    let found = check(&odds, "motor.speed");
    assert!((found.holds.unwrap() - expected).abs() <= 1.0 / f64::from(DRAWS), "{:?}", found.holds);
    let error = (expected * (1.0 - expected) / f64::from(DRAWS)).sqrt();
    assert!((found.standard_error.unwrap() - error).abs() < 1e-3);
}

/// A quantity in proportion to an even figure has its percentiles at a tenth, half and nine tenths of the range.
#[test]
fn validated_the_band_of_an_even_figure_is_where_its_percentiles_are() {
    let mut motor = motor();
    motor["max_speed_rpm"] = json!(4000);
    let odds = odds(&rig(&motor), 0, &Tolerances { kv_share: 0.1, ..EXACT }, DRAWS, 3).unwrap();
    let band = check(&odds, "motor.speed").utilisation.expect("it has numbers");
    let nominal = 200.0 * FULL_V / 4000.0;
    // A place in the range is met within 1/n of it, here 0.0001 of the value.
    for (found, place) in [(band.p10, 0.1), (band.p50, 0.5), (band.p90, 0.9)] {
        assert_relative_eq!(found, nominal * (1.0 + 0.1 * (2.0 * place - 1.0)), max_relative = 2e-4);
    }
}

/// Stall current goes as one over the resistance alone, no-load speed as Kv alone.
#[test]
fn each_check_names_the_figure_that_drives_it() {
    let mut motor = motor();
    motor["max_speed_rpm"] = json!(2600);
    motor["max_burst_current_a"] = json!(64);
    let tolerances = Tolerances { kv_share: 0.1, resistance_share: 0.15, ..EXACT };
    let odds = odds(&rig(&motor), 0, &tolerances, DRAWS, 1).unwrap();
    let name = |check: &CheckOdds| odds.figures[check.driven_by[0].figure].what.clone();
    let (speed, burst) = (check(&odds, "motor.speed"), check(&odds, "motor.burst_current"));
    assert_eq!((name(speed).as_str(), name(burst).as_str()), ("speed constant Kv", "winding resistance"));
    assert!(speed.driven_by[0].rises && !burst.driven_by[0].rises);
    assert!(speed.driven_by[0].share > 0.99 && burst.driven_by[0].share > 0.99);
    assert!(speed.driven_by.len() == 1 && burst.driven_by.len() == 1, "nothing else moves them");
    // 12.732 V over 64 A is 0.19894 Ω: of 0.17 to 0.23 Ω the part above it holds.
    let expected = (0.23 - FULL_V / (64.0 * FAILS_ABOVE)) / 0.06;
    assert!((burst.holds.unwrap() - expected).abs() <= 1.0 / f64::from(DRAWS));
}

#[test]
fn what_is_measured_is_not_drawn_and_exact_figures_give_certainty() {
    let mut motor = motor();
    motor["provenance"] = json!({ "kv_rpm_per_v": "measured", "resistance_ohm": "measured" });
    let odds = odds(&rig(&motor), 0, &Tolerances::default(), 200, 1).unwrap();
    assert!(odds.figures.iter().all(|figure| figure.pointer.starts_with("/options/0/battery")), "{:?}", odds.figures);
    for demo in demo::BUILDS {
        let build = Build::from_json(demo.json).unwrap();
        let odds = ypsidyne_core::variants::odds::odds(&build, 0, &EXACT, 100, 1).unwrap();
        assert!(odds.checks.iter().filter_map(|check| check.holds).all(|holds| holds == 0.0 || holds == 1.0));
    }
}

#[test]
fn the_same_seed_gives_the_same_odds_and_another_one_nearly_the_same() {
    let build = Build::from_json(demo::BUILDS[0].json).unwrap();
    let of = |seed| odds(&build, 0, &Tolerances::default(), 400, seed).unwrap();
    let (one, again, other) = (of(1), of(1), of(2));
    assert_eq!(one, again);
    for (a, b) in one.checks.iter().filter_map(|a| {
        Some((a, other.checks.iter().find(|b| b.code == a.code && b.drive == a.drive && b.stage == a.stage)?))
    }) {
        if let (Some(a), Some(b)) = (a.holds, b.holds) {
            // Five standard errors of plain sampling, which a Latin hypercube stays below.
            assert!((a - b).abs() <= 5.0 * (0.5f64 / 400.0).sqrt(), "{a} {b}");
        }
    }
}

#[test]
fn bands_hold_the_figure_as_written_and_say_what_drives_them() {
    let build = Build::from_json(demo::BUILDS[0].json).unwrap();
    let odds = odds(&build, 0, &Tolerances::default(), 400, 1).unwrap();
    let speed = odds.bands.iter().find(|band| band.quantity == Quantity::SpeedMS).expect("the cart rolls");
    let (band, now) = (speed.band.unwrap(), speed.now.unwrap());
    assert!(band.p10 < now && now < band.p90);
    assert!(!speed.driven_by.is_empty());
    assert!(odds.bands.iter().any(|band| band.quantity == Quantity::RangeM));
    assert!(odds.all_hold <= odds.checks.iter().filter_map(|check| check.holds).fold(1.0, f64::min) + 1e-12);
}

#[test]
fn a_no_load_current_that_nobody_gave_is_drawn_over_a_wide_band() {
    let mut motor = motor();
    motor.as_object_mut().unwrap().remove("no_load_current_a");
    motor.as_object_mut().unwrap().remove("no_load_voltage_v");
    let odds_of = |motor: &Value| odds(&rig(motor), 0, &Tolerances::default(), 200, 1).unwrap();
    let drawn = odds_of(&motor);
    assert!(drawn.figures.iter().any(|figure| figure.pointer.ends_with("/motor/no_load_current_a")));
    assert!(
        odds_of(&self::motor()).figures.iter().all(|figure| !figure.pointer.ends_with("/motor/no_load_current_a")),
        "a figure that was given is none to be drawn"
    );
}

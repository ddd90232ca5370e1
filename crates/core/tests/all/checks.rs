//! Every check: what is asked, what is allowed, and that a missing limit is never called ok.

use approx::assert_relative_eq;
use rstest::rstest;
use serde_json::{Value, json};
use ypsidyne_core::evaluation::OptionEvaluation;
use ypsidyne_core::evaluation::checks::{CheckClass, Verdict};
use ypsidyne_testkit::{check, first_option, with as put};

const CART: &str = include_str!("../worked/harvest-cart.build.json");
const DOLLY: &str = include_str!("../worked/dolly-board.build.json");
const LAUNCHER: &str = include_str!("../worked/shuttle-launcher.build.json");
const MOWER: &str = include_str!("../../src/library/demo_builds/meadow-strip-mower.json");

/// The first option of a build with some values replaced; null takes a key away.
fn with(text: &str, changes: &[(&str, Value)]) -> OptionEvaluation {
    let document: Value = serde_json::from_str(text).unwrap();
    first_option(&changes.iter().fold(document, |document, (pointer, value)| put(document, pointer, value.clone())))
}

const BATTERY: &str = "/options/0/battery";
const MOTOR: &str = "/options/0/drives/0/motor";
const CONTROLLER: &str = "/options/0/drives/0/controller";
const LOAD: &str = "/job/drives/0/load";

fn at(record: &str, key: &str) -> String {
    format!("{record}/{key}")
}

/// A limit that nobody gave makes its check unknown: no number, never ok, and it says what to find out.
#[rstest]
#[case("battery.continuous_current", DOLLY, BATTERY, &["continuous_c"])]
#[case("battery.burst_current", DOLLY, BATTERY, &["burst_c", "continuous_c"])]
#[case("battery.bms_current", DOLLY, BATTERY, &["bms_limit_a"])]
#[case("motor.voltage", DOLLY, MOTOR, &["max_voltage_v"])]
#[case("motor.speed", DOLLY, MOTOR, &["max_speed_rpm"])]
#[case("motor.continuous_current", DOLLY, MOTOR, &["max_continuous_current_a"])]
#[case("motor.burst_current", DOLLY, MOTOR, &["max_burst_current_a"])]
#[case("motor.winding_temperature", DOLLY, MOTOR, &["can_diameter_mm"])]
#[case("motor.magnet_temperature", DOLLY, MOTOR, &["can_length_mm"])]
#[case("controller.max_voltage", DOLLY, CONTROLLER, &["max_voltage_v"])]
#[case("controller.min_voltage", DOLLY, CONTROLLER, &["min_voltage_v"])]
#[case("controller.motor_current_continuous", DOLLY, CONTROLLER, &["motor_current_continuous_a"])]
#[case("controller.motor_current_peak", DOLLY, CONTROLLER, &["motor_current_peak_a"])]
#[case("controller.battery_current_continuous", DOLLY, CONTROLLER, &["battery_current_continuous_a"])]
#[case("controller.erpm", DOLLY, CONTROLLER, &["max_erpm"])]
#[case("controller.erpm", DOLLY, MOTOR, &["pole_pairs"])]
#[case("performance.traction", DOLLY, LOAD, &["friction"])]
#[case("gearing.gearbox_torque", CART, "/options/0/drives/0/motor/gearbox", &["max_torque_nm"])]
#[case("gearing.gearbox_jam", CART, "/options/0/drives/0/motor/gearbox", &["max_torque_nm"])]
fn a_limit_nobody_gave_is_unknown(#[case] code: &str, #[case] text: &str, #[case] record: &str, #[case] keys: &[&str]) {
    assert_ne!(check(&with(text, &[]), code).verdict, Verdict::Unknown, "known while it is given");
    let pointers: Vec<String> = keys.iter().map(|key| at(record, key)).collect();
    let changes: Vec<(&str, Value)> = pointers.iter().map(|pointer| (pointer.as_str(), Value::Null)).collect();
    let option = with(text, &changes);
    let found = check(&option, code);
    assert_eq!((found.verdict, found.utilisation, found.limit), (Verdict::Unknown, None, None));
    assert!(found.because.len() > 20, "it says what to find out: {}", found.because);
    assert_eq!(option.checks.last().unwrap().verdict, Verdict::Unknown, "unknowns stand last");
}

/// What is not asked for is not judged at all.
#[rstest]
#[case("battery.runtime", DOLLY, "/job/runtime_min")]
#[case("performance.acceleration", DOLLY, "/job/drives/0/load/accelerate_s")]
#[case("performance.climb", DOLLY, "/job/drives/0/load/grade_percent")]
#[case("performance.spin_up", LAUNCHER, "/job/drives/0/load/spin_up_s")]
#[case("performance.rate", LAUNCHER, "/job/drives/0/load/projectile")]
#[case("controller.erpm", CART, "/job/notes")]
#[case("motor.magnet_temperature", CART, "/job/notes")]
#[case("safety.blade_tip_speed", DOLLY, "/job/notes")]
fn what_is_not_asked_is_not_judged(#[case] code: &str, #[case] text: &str, #[case] pointer: &str) {
    let option = with(text, &[(pointer, Value::Null)]);
    assert!(option.checks.iter().all(|check| check.code != code), "{code}");
}

/// Halving a limit doubles the utilisation, and the verdict follows.
#[rstest]
#[case("motor.voltage", DOLLY, MOTOR, "max_voltage_v", 50.0)]
#[case("motor.speed", DOLLY, MOTOR, "max_speed_rpm", 9000.0)]
#[case("motor.continuous_current", DOLLY, MOTOR, "max_continuous_current_a", 45.0)]
#[case("motor.burst_current", DOLLY, MOTOR, "max_burst_current_a", 75.0)]
#[case("controller.max_voltage", DOLLY, CONTROLLER, "max_voltage_v", 56.0)]
#[case("controller.motor_current_continuous", DOLLY, CONTROLLER, "motor_current_continuous_a", 60.0)]
#[case("controller.motor_current_peak", DOLLY, CONTROLLER, "motor_current_peak_a", 100.0)]
#[case("controller.battery_current_continuous", DOLLY, CONTROLLER, "battery_current_continuous_a", 40.0)]
#[case("controller.erpm", DOLLY, CONTROLLER, "max_erpm", 120_000.0)]
#[case("battery.bms_current", DOLLY, BATTERY, "bms_limit_a", 70.0)]
#[case("performance.acceleration", DOLLY, LOAD, "accelerate_s", 5.0)]
fn half_the_limit_is_twice_the_utilisation(
    #[case] code: &str,
    #[case] text: &str,
    #[case] record: &str,
    #[case] key: &str,
    #[case] limit: f64,
) {
    let pointer = at(record, key);
    let whole = check(&with(text, &[(&pointer, json!(limit))]), code).clone();
    let half = check(&with(text, &[(&pointer, json!(limit / 2.0))]), code).clone();
    assert_relative_eq!(half.utilisation.unwrap(), 2.0 * whole.utilisation.unwrap(), max_relative = 1e-9);
    assert_eq!(half.demand, whole.demand);
    assert_eq!(half.verdict, Verdict::of(half.utilisation.unwrap()));
}

#[test]
fn the_three_schools_of_battery_rating_ask_for_different_currents() {
    let demand = |rule: &str| {
        check(&with(DOLLY, &[("/job/battery_rule", json!(rule))]), "battery.continuous_current").demand.unwrap()
    };
    let option = with(DOLLY, &[]);
    let hardest = option.supply.all_hardest.current_a.unwrap();
    let worst = option.supply.all_peak.current_a.unwrap().max(option.supply.all_stalled.current_a.unwrap());
    assert_relative_eq!(demand("continuous_with_headroom"), 1.5 * hardest, max_relative = 1e-12);
    assert_relative_eq!(demand("continuous_covers_stall"), worst, max_relative = 1e-12);
    assert_relative_eq!(demand("burst_covers_stall"), hardest, max_relative = 1e-12);
    let twice = with(DOLLY, &[("/job/battery_headroom", json!(2.0))]);
    assert_relative_eq!(
        check(&twice, "battery.continuous_current").demand.unwrap(),
        2.0 * hardest,
        max_relative = 1e-12
    );
}

#[test]
fn the_stop_voltage_of_the_pack_counts_before_that_of_its_chemistry() {
    // At a fifth of the charge a lithium-ion cell rests at 3.55 V, so that is what it may sag from.
    let room = |option: &OptionEvaluation, code: &str| check(option, code).limit.unwrap();
    assert_relative_eq!(room(&with(DOLLY, &[]), "battery.sag"), 0.55, max_relative = 1e-9);
    let own = with(DOLLY, &[("/options/0/battery/cutoff_v_per_cell", json!(3.4))]);
    assert_relative_eq!(room(&own, "battery.sag"), 0.15, max_relative = 1e-9);
    assert_relative_eq!(room(&own, "battery.peak_sag"), 1.05, max_relative = 1e-9); // the momentary floor stays
    let none = with(DOLLY, &[("/options/0/battery/cutoff_v_per_cell", json!(3.6))]);
    assert_eq!(check(&none, "battery.sag").verdict, Verdict::Fail);
}

#[test]
fn packs_side_by_side_share_the_current_and_their_boards_add_up() {
    let two = with(DOLLY, &[("/options/0/battery/packs_parallel", json!(2))]);
    assert_eq!(check(&two, "battery.bms_current").limit, Some(140.0));
    assert_eq!(two.supply.continuous_a, Some(120.0));
    let one = with(DOLLY, &[]);
    assert_relative_eq!(two.supply.pack_resistance_ohm, one.supply.pack_resistance_ohm / 2.0, max_relative = 1e-12);
    assert_relative_eq!(two.hardware_mass_kg - one.hardware_mass_kg, 2.6, max_relative = 1e-9);
}

#[test]
fn a_jam_is_tight_at_worst_and_never_the_weakest_link() {
    let option = with(CART, &[("/options/0/drives/0/motor/gearbox/max_torque_nm", json!(20))]);
    let jam = check(&option, "gearing.gearbox_jam");
    assert!(jam.utilisation.unwrap() > 3.0);
    assert_eq!(jam.verdict, Verdict::Tight);
    assert_eq!(option.checks[0].code, "gearing.gearbox_jam", "ranked by utilisation all the same");
    assert_ne!(option.weakest_link.unwrap().code, "gearing.gearbox_jam");
}

#[test]
fn without_a_friction_figure_the_jam_is_what_the_gearbox_must_carry() {
    let slippery = with(CART, &[("/job/drives/0/load/friction", json!(0.2))]);
    let grippy = with(CART, &[("/job/drives/0/load/friction", json!(3.0))]);
    let unknown = with(CART, &[("/job/drives/0/load/friction", Value::Null)]);
    let torque = |option: &OptionEvaluation| check(option, "gearing.gearbox_torque").demand.unwrap();
    assert!(torque(&slippery) < torque(&grippy));
    assert_relative_eq!(torque(&unknown), check(&unknown, "gearing.gearbox_jam").demand.unwrap(), max_relative = 1e-12);
    assert!(check(&slippery, "gearing.gearbox_torque").because.contains("slip"));
}

#[test]
fn the_blade_is_judged_at_its_fastest_tip() {
    let option = with(MOWER, &[]);
    let tip = check(&option, "safety.blade_tip_speed");
    assert_eq!(tip.limit, Some(96.5));
    let drive = option.drives.iter().find(|drive| drive.drive == "blade").unwrap();
    assert_relative_eq!(tip.demand.unwrap(), drive.cases[0].tip_speed_m_s.unwrap(), max_relative = 1e-12);
    let faster = with(MOWER, &[("/options/0/drives/0/motor/kv_rpm_per_v", json!(190))]);
    assert_eq!(check(&faster, "safety.blade_tip_speed").verdict, Verdict::Fail);
}

#[test]
fn more_than_sixty_volts_are_to_be_known_and_make_no_machine_fail() {
    // Standards: 14 lithium-ion cells (58.8 V) stay below 60 V d.c., 15 (63.0 V) do not (ISO 6469-3, IEC 60364-4-41).
    let cells = |count: u32| with(DOLLY, &[("/options/0/battery/cells_series", json!(count))]);
    for (count, words) in [(14, "to spare"), (15, "above it")] {
        let option = cells(count);
        let touch = check(&option, "safety.touch_voltage");
        assert_eq!((touch.class, touch.verdict), (CheckClass::Caution, Verdict::Tight));
        assert!(touch.because.contains(words), "{}", touch.because);
        assert_ne!(option.weakest_link.unwrap().code, "safety.touch_voltage");
    }
    assert_eq!(check(&cells(10), "safety.touch_voltage").verdict, Verdict::Ok);
}

#[test]
fn a_target_out_of_reach_fails_and_says_how_far_it_gets() {
    let option = with(DOLLY, &[("/job/drives/0/load/target_speed_m_s", json!(20))]);
    let speed = check(&option, "performance.target_speed");
    assert_eq!(speed.verdict, Verdict::Fail);
    assert!(speed.because.contains("% short"), "{}", speed.because);
    assert_eq!(check(&option, "performance.acceleration").utilisation, None, "it never gets there");
    assert_eq!(option.verdict, Verdict::Fail);
}

#[test]
fn a_load_too_heavy_to_move_is_a_result_and_no_error() {
    let option = with(CART, &[("/job/drives/0/load/base_mass_kg", json!(90_000))]);
    let full = option.drives[0].cases.iter().find(|case| case.case == ypsidyne_core::Case::FullThrottle).unwrap();
    assert_eq!((full.feasible, full.limited_by, full.output_rpm), (false, Some(ypsidyne_core::Limit::Load), Some(0.0)));
    assert!(full.because.contains("too little to move"), "{}", full.because);
    assert_eq!(check(&option, "performance.target_speed").utilisation, None);
}

#[test]
fn a_battery_that_cannot_give_the_power_leaves_no_numbers_behind() {
    let option = with(
        DOLLY,
        &[("/options/0/battery/cell_resistance_ohm", json!(0.5)), ("/job/drives/0/load/target_speed_m_s", json!(12))],
    );
    let target = option.drives[0].cases.iter().find(|case| case.case == ypsidyne_core::Case::Target).unwrap();
    assert_eq!((target.feasible, target.limited_by), (false, Some(ypsidyne_core::Limit::Supply)));
    assert_eq!((target.supply_voltage_v, target.motor_current_a, target.losses_w), (None, None, None));
    assert_eq!((option.supply.runtime_min, option.supply.range_m), (None, Some(None)));
    for code in ["battery.runtime", "battery.sag", "battery.continuous_current"] {
        let found = check(&option, code);
        assert_eq!((found.verdict, found.utilisation), (Verdict::Fail, None), "{code}");
    }
    assert_eq!(option.checks[0].utilisation, None, "failures without a number first");
}

#[test]
fn a_sentence_has_its_numbers_in_it() {
    for (text, code, words) in [
        (DOLLY, "motor.voltage", &["42 V", "50 V", "16 %"][..]),
        (CART, "battery.sag", &["1.92 V", "1.75 V"]),
        (CART, "performance.climb", &["16.8 N·m", "108 N·m"]),
        (DOLLY, "controller.erpm", &["6437 rpm", "7 pole pairs", "45061", "120000"]),
        (LAUNCHER, "performance.rate", &["34.1 times", "3 shots"]),
    ] {
        let option = with(text, &[]);
        let because = &check(&option, code).because;
        for word in words {
            assert!(because.contains(word), "{word} in {because}");
        }
    }
}

#[test]
fn guesses_are_named_and_go_when_the_figure_is_given() {
    let pointers =
        |option: &OptionEvaluation| option.guesses.iter().map(|guess| guess.pointer.clone()).collect::<Vec<_>>();
    let launcher = with(LAUNCHER, &[]);
    for pointer in [
        "/options/0/battery/cell_resistance_ohm",
        "/options/0/drives/0/motor/insulation_class",
        "/options/0/drives/0/motor/no_load_speed_share",
        "/options/0/drives/0/motor/thermal",
    ] {
        assert!(pointers(&launcher).iter().any(|found| found == pointer), "{pointer}");
    }
    let known = with(
        LAUNCHER,
        &[
            ("/options/0/battery/cell_resistance_ohm", json!(0.006)),
            ("/options/0/drives/0/motor/insulation_class", json!("F")),
            ("/options/0/drives/0/motor/no_load_speed_share", json!(0.6)),
            ("/options/0/drives/0/motor/rotor_inertia_kg_m2", json!(1e-6)),
            (
                "/options/0/drives/0/motor/thermal",
                json!({ "winding_to_case_k_per_w": 3, "case_to_ambient_k_per_w": 9, "winding_j_per_k": 5, "case_j_per_k": 20 }),
            ),
        ],
    );
    assert!(
        pointers(&known).iter().all(|pointer| !pointer.contains("/drives/0/motor") && !pointer.contains("battery"))
    );
    let weightless = with(LAUNCHER, &[("/options/0/drives/0/motor/rotor_inertia_kg_m2", Value::Null)]);
    assert!(pointers(&weightless).iter().any(|pointer| pointer.ends_with("/rotor_inertia_kg_m2")));
    let lossless = with(LAUNCHER, &[("/options/0/drives/0/motor/no_load_current_a", Value::Null)]);
    assert!(pointers(&lossless).iter().any(|pointer| pointer.ends_with("/no_load_current_a")));
}

#[test]
fn prices_add_up_and_a_missing_one_makes_the_sum_unknown() {
    let option = with(DOLLY, &[]);
    // 240 for the pack, two motors at 74, 190 for the controller; the belt has no price and counts nothing.
    assert_eq!((option.price, option.to_buy), (Some(578.0), Some(578.0)));
    let owned = with(DOLLY, &[("/options/0/drives/0/motor/owned", json!(true))]);
    assert_eq!((owned.price, owned.to_buy), (Some(578.0), Some(430.0)));
    let unknown = with(DOLLY, &[("/options/0/battery/price", Value::Null)]);
    assert_eq!((unknown.price, unknown.to_buy), (None, None));
    let in_the_drawer =
        with(DOLLY, &[("/options/0/battery/price", Value::Null), ("/options/0/battery/owned", json!(true))]);
    assert_eq!((in_the_drawer.price, in_the_drawer.to_buy), (None, Some(338.0)));
}

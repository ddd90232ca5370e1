//! A verdict is only worth something if fine machines come out clean and dangerous ones do not: one machine by hand for each
//! way in which a verdict can cry wolf or excuse danger.
//!
//! Over 400 lines: the machines that are fine and that are not stand side by side.

use approx::assert_relative_eq;
use rstest::rstest;
use serde_json::{Value, json};
use ypsidyne_core::evaluation::checks::CheckCode;
use ypsidyne_core::evaluation::checks::{Check, CheckClass, Verdict};
use ypsidyne_core::evaluation::{OptionEvaluation, evaluate};
use ypsidyne_core::simulation::simulate;
use ypsidyne_core::variants::remedies::remedies;
use ypsidyne_core::variants::trade_offs::questions;
use ypsidyne_core::{Case, document::Simulation};
use ypsidyne_testkit::{check, demo, first_option, read};

fn found<'a>(option: &'a OptionEvaluation, code: &str) -> Option<&'a Check> {
    option.checks.iter().find(|check| check.code == code)
}

/// A model truck of 4 kg on two lithium cells: the motor takes 37 A to spin its wheels, and 120 A if they could not spin.
fn truck() -> Value {
    json!({
        "format": "ypsidyne.build/1", "name": "truck",
        "job": { "ambient_c": 20, "drives": [{ "name": "wheels", "load": {
            "kind": "vehicle", "base_mass_kg": 3, "rolling_resistance": 0.04, "drag_area_m2": 0.05, "target_speed_m_s": 6,
            "friction": 0.7, "driven_weight_share": 1
        } }] },
        "options": [{
            "name": "A",
            "battery": { "chemistry": "lipo", "cells_series": 2, "capacity_ah": 5, "continuous_c": 30, "burst_c": 60, "cell_resistance_ohm": 0.003 },
            "drives": [{
                "drive": "wheels", "output": { "wheel_diameter_m": 0.11 },
                "gearing": [{ "kind": "spur", "ratio": 12, "efficiency": 0.85 }],
                "motor": { "kind": "brushed", "kv_rpm_per_v": 2400, "resistance_ohm": 0.06, "no_load_current_a": 1.6, "no_load_voltage_v": 7.2,
                    "max_burst_current_a": 60, "can_diameter_mm": 36, "can_length_mm": 53, "mass_kg": 0.165 },
                "controller": { "kind": "brushed", "motor_current_continuous_a": 40, "motor_current_peak_a": 80 },
            }],
        }],
    })
}

// ---- a rating is not a limiter

#[test]
fn a_brushed_controller_that_holds_nothing_down_fails_at_stall_and_says_what_would_do() {
    let mut truck = truck();
    truck["job"]["drives"][0]["can_jam"] = json!(true);
    let judged = first_option(&truck);
    let peak = check(&judged, "controller.motor_current_peak");
    assert_eq!((peak.class, peak.verdict), (CheckClass::Requirement, Verdict::Fail));
    // 8.4 V over 60 mΩ and 6 mΩ of the pack: 127 A.
    assert_relative_eq!(peak.demand.unwrap(), 8.4 / 0.066, max_relative = 1e-3);
    assert!(peak.because.contains("a current limit of 80 A would do, or a controller for 127 A"), "{}", peak.because);

    // A set limit holds it, and what is held exactly is neither "100 % used" nor the weakest link.
    truck["options"][0]["drives"][0]["controller"]["motor_current_limit_a"] = json!(80);
    let held = first_option(&truck);
    let peak = check(&held, "controller.motor_current_peak");
    assert_eq!((peak.class, peak.verdict, peak.utilisation), (CheckClass::Ceiling, Verdict::Ok, Some(1.0)));
    assert_ne!(held.weakest_link.unwrap().code, "controller.motor_current_peak");

    // A limit above the rating is no excuse.
    truck["options"][0]["drives"][0]["controller"]["motor_current_limit_a"] = json!(100);
    assert_eq!(check(&first_option(&truck), "controller.motor_current_peak").verdict, Verdict::Fail);
}

#[test]
fn a_field_oriented_controller_keeps_to_its_rating_by_itself() {
    let mut board = demo("tracking-shot-dolly-board");
    board["job"]["drives"][0]["can_jam"] = json!(true);
    let controller = board["options"][0]["drives"][0]["controller"].as_object_mut().unwrap();
    controller.remove("motor_current_limit_a");
    let peak_a = controller["motor_current_peak_a"].as_f64().unwrap();
    let judged = first_option(&board);
    let peak = check(&judged, "controller.motor_current_peak");
    assert_relative_eq!(peak.demand.unwrap(), peak_a, max_relative = 1e-9);
    assert_eq!(peak.verdict, Verdict::Ok);
    assert_eq!(judged.drives[0].holds_current, Some(true));
    board["options"][0]["drives"][0]["controller"]["limits_current"] = json!(false);
    assert_eq!(check(&first_option(&board), "controller.motor_current_peak").verdict, Verdict::Fail);
}

// ---- wheels slip before they lock

#[test]
fn wheels_that_spin_first_take_no_more_than_their_grip_lets_through() {
    let free = first_option(&truck());
    let burst = check(&free, "motor.burst_current");
    // By hand: 0.7 · 3 kg · g · 0.055 m over 12 · 0.85, and half of the no-load torque, over Kt.
    let kt = 60.0 / (2.0 * std::f64::consts::PI * 2400.0);
    let by_hand = (0.7 * 3.165 * 9.80665 * 0.055 / (12.0 * 0.85) + 0.5 * kt * 1.6) / kt;
    assert_relative_eq!(burst.demand.unwrap(), by_hand, max_relative = 1e-6);
    assert_eq!(burst.verdict, Verdict::Ok);
    assert!(burst.because.contains("the wheels slip"), "{}", burst.because);
    assert!(!free.drives[0].can_jam);
    // The maker who says that it can jam is believed.
    let mut jams = truck();
    jams["job"]["drives"][0]["can_jam"] = json!(true);
    let jammed = first_option(&jams);
    assert_eq!(check(&jammed, "motor.burst_current").verdict, Verdict::Fail);
    assert!(jammed.supply.all_peak.current_a > free.supply.all_peak.current_a);
}

#[test]
fn a_ducted_fan_is_not_sized_for_a_rotor_that_is_held() {
    let mut fan: Value = serde_json::from_str(
        ypsidyne_core::library::templates::TEMPLATES.iter().find(|start| start.kind == "fan").unwrap().json,
    )
    .unwrap();
    let motor = fan["options"][0]["drives"][0]["motor"].as_object_mut().unwrap();
    motor.insert("max_burst_current_a".to_owned(), json!(60));
    motor.remove("magnet_grade");
    let controller = fan["options"][0]["drives"][0]["controller"].as_object_mut().unwrap();
    controller.remove("motor_current_limit_a");
    let judged = first_option(&fan);
    let burst = check(&judged, "motor.burst_current");
    let full = judged.drives[0].cases.iter().find(|case| case.case == Case::FullThrottle).unwrap();
    assert_relative_eq!(burst.demand.unwrap(), full.motor_current_a.unwrap(), max_relative = 1e-9);
    assert!(burst.verdict != Verdict::Fail, "{}", burst.because);
    assert!(burst.because.starts_with("Started softly"), "{}", burst.because);
    // Held still it would take many times that.
    let stall = judged.drives[0].cases.iter().find(|case| case.case == Case::Stall).unwrap();
    assert!(stall.motor_current_a.unwrap() > 3.0 * burst.demand.unwrap());
    // Magnets of a grade that nobody gave are to be known, not a failure.
    assert_eq!(check(&judged, "motor.magnet_temperature").class, CheckClass::Caution);
}

// ---- flat out, held

/// Asked for 13 m/s (30 mph), able to do twice that: it will be driven so.
fn fast_car() -> Value {
    let mut car = truck();
    car["job"]["drives"][0]["load"]["target_speed_m_s"] = json!(13);
    car["options"][0]["battery"]["cells_series"] = json!(3);
    car["options"][0]["drives"][0]["gearing"][0]["ratio"] = json!(6);
    car
}

#[test]
fn a_car_that_can_do_twice_what_is_asked_is_judged_flat_out_too() {
    let judged = first_option(&fast_car());
    let full = judged.drives[0].at_half(Case::FullThrottle).unwrap();
    assert!(full.speed_m_s.unwrap() > 1.5 * 13.0);
    let flat_out = check(&judged, "motor.flat_out");
    assert_eq!((flat_out.class, flat_out.verdict), (CheckClass::Caution, Verdict::Tight));
    assert!(flat_out.limit.unwrap() < 60.0, "{}", flat_out.because);
    for code in ["controller.flat_out_current", "battery.flat_out_current"] {
        assert_eq!(check(&judged, code).class, CheckClass::Caution);
    }
    // It makes no machine fail, and says what would help: gearing, Kv, an end stop.
    assert_ne!(judged.weakest_link.as_ref().unwrap().code, "motor.flat_out");
    let offers = remedies(&read(&fast_car()), 0, CheckCode::MotorFlatOut, Some("wheels"), None);
    let pointers: Vec<&str> = offers.iter().map(|offer| offer.pointer.as_str()).collect();
    assert!(
        pointers.iter().any(|pointer| pointer.ends_with("/max_duty") || pointer.contains("/gearing/")),
        "{pointers:?}"
    );
}

#[test]
fn a_time_flat_out_that_is_asked_for_must_hold() {
    let mut car = fast_car();
    car["job"]["drives"][0]["flat_out_s"] = json!(120);
    let judged = first_option(&car);
    let flat_out = check(&judged, "motor.flat_out");
    assert_eq!(
        (flat_out.class, flat_out.verdict, flat_out.demand),
        (CheckClass::Requirement, Verdict::Fail, Some(120.0))
    );
    car["options"][0]["drives"][0]["controller"]["max_duty"] = json!(0.4);
    assert!(check(&first_option(&car), "motor.flat_out").verdict != Verdict::Fail);
}

// ---- volts as printed

#[rstest]
#[case::six_volts_on_two_cells(6.0, 2, Verdict::Tight)]
#[case::eleven_volts_on_three_cells(11.1, 3, Verdict::Ok)]
#[case::two_cells_on_three(7.4, 3, Verdict::Fail)]
fn volts_printed_on_a_motor_are_lived_with_by_a_quarter(
    #[case] printed: f64,
    #[case] cells: u32,
    #[case] verdict: Verdict,
) {
    let mut truck = truck();
    truck["options"][0]["drives"][0]["motor"]["nominal_voltage_v"] = json!(printed);
    truck["options"][0]["battery"]["cells_series"] = json!(cells);
    let judged = first_option(&truck);
    let volts = check(&judged, "motor.nominal_voltage");
    assert_eq!(volts.verdict, verdict, "{}", volts.because);
    assert_relative_eq!(volts.demand.unwrap(), 3.7 * f64::from(cells), max_relative = 1e-9);
}

// ---- ceilings and cautions

#[rstest]
#[case::equal(8.4, Verdict::Ok)]
#[case::a_hair_more(8.38, Verdict::Tight)]
#[case::too_much(8.0, Verdict::Fail)]
fn a_voltage_ceiling_is_fine_up_to_its_figure(#[case] max_v: f64, #[case] verdict: Verdict) {
    let mut truck = truck();
    truck["options"][0]["drives"][0]["controller"]["max_voltage_v"] = json!(max_v);
    let judged = first_option(&truck);
    let volts = check(&judged, "controller.max_voltage");
    assert_eq!((volts.class, volts.verdict), (CheckClass::Ceiling, verdict), "{}", volts.because);
    assert_eq!(judged.weakest_link.unwrap().code == "controller.max_voltage", verdict == Verdict::Fail);
}

#[test]
fn a_controller_that_brakes_is_tight_below_its_ceiling() {
    let mut truck = truck();
    truck["options"][0]["drives"][0]["controller"]["max_voltage_v"] = json!(8.6);
    truck["options"][0]["drives"][0]["controller"]["can_brake"] = json!(true);
    assert_eq!(check(&first_option(&truck), "controller.max_voltage").verdict, Verdict::Tight);
}

#[test]
fn equal_is_not_too_much_for_what_is_not_known_better() {
    assert_eq!(Verdict::of(1.0), Verdict::Tight);
    assert_eq!(Verdict::of(1.005), Verdict::Tight);
    assert_eq!(Verdict::of(1.0051), Verdict::Fail);
    assert_eq!(Verdict::of(0.85), Verdict::Ok);
}

#[test]
fn sizes_fit_or_do_not_by_so_many_millimetres() {
    let mut truck = truck();
    let stage = &mut truck["options"][0]["drives"][0]["gearing"][0];
    stage["driver_bore_mm"] = json!(3.175);
    truck["options"][0]["drives"][0]["motor"]["shaft_diameter_mm"] = json!(5);
    let judged = first_option(&truck);
    let bore = check(&judged, "gearing.bore");
    assert_eq!((bore.fits, bore.verdict), (Some(false), Verdict::Fail));
    assert!(bore.because.contains("1.825 mm too narrow") && !bore.because.contains('%'), "{}", bore.because);
}

#[test]
fn sixty_three_volts_are_no_reason_for_a_search_to_find_nothing() {
    let mut json = demo("tracking-shot-dolly-board");
    json["options"][0]["battery"]["cells_series"] = json!(15);
    let drive = json["options"][0]["drives"][0].as_object_mut().unwrap();
    drive["motor"]["max_voltage_v"] = json!(80);
    drive["motor"]["max_speed_rpm"] = json!(40_000);
    drive["controller"]["max_voltage_v"] = json!(80);
    drive["controller"]["max_erpm"] = json!(300_000);
    let mut job = json["job"].clone();
    job["compartment"] = Value::Null;
    let base = &json["options"][0];
    let search = json!({ "format": "ypsidyne.search/1", "job": job, "drive": "wheels", "base": base,
        "vary": { "gearing": { "stage": 0, "driver_teeth": [15, 16], "driven_teeth": [40] } }, "rank_by": "price", "limit": 5 });
    let search =
        ypsidyne_core::document::Search::from_value(&search).unwrap_or_else(|problems| panic!("{problems:#?}"));
    let found = ypsidyne_core::variants::search::find(&search, &ypsidyne_core::variants::search::Watch::default());
    assert!(found.feasible > 0, "{:?}", found.fell);
}

// ---- sag

#[test]
fn a_stiff_pack_is_not_tight_for_sag_by_construction() {
    for chemistry in ["lipo", "li_ion", "lifepo4", "nimh", "lead_acid"] {
        let mut truck = truck();
        truck["options"][0]["battery"]["chemistry"] = json!(chemistry);
        truck["options"][0]["battery"]["cells_series"] = json!(4);
        truck["options"][0]["battery"]["cell_resistance_ohm"] = json!(1e-4);
        let judged = first_option(&truck);
        assert_eq!(check(&judged, "battery.sag").verdict, Verdict::Ok, "{chemistry}");
        assert_eq!(check(&judged, "battery.peak_sag").verdict, Verdict::Ok, "{chemistry}");
    }
}

#[test]
fn no_start_is_tight_for_sag() {
    for start in ypsidyne_core::library::templates::TEMPLATES {
        let judged = first_option(&serde_json::from_str(start.json).unwrap());
        for code in ["battery.sag", "battery.peak_sag"] {
            if let Some(sag) = found(&judged, code) {
                assert_eq!(sag.verdict, Verdict::Ok, "{}: {}", start.kind, sag.because);
            }
        }
    }
}

// ---- timing heats, and no motor turns without loss

#[test]
fn an_advanced_motor_takes_more_current_and_runs_hotter() {
    let at = |degrees: f64| {
        let mut truck = truck();
        truck["options"][0]["drives"][0]["motor"]["timing_advance_deg"] = json!(degrees);
        let judged = first_option(&truck);
        let target = judged.drives[0].at_half(Case::Target).unwrap().motor_current_a.unwrap();
        (target, judged.drives[0].thermal.unwrap().winding_c.unwrap())
    };
    let (plain, advanced) = (at(0.0), at(40.0));
    // The same shaft torque and the same loss torque, over a torque constant of cos 40°.
    assert_relative_eq!(advanced.0 / plain.0, 1.0 / 40f64.to_radians().cos(), max_relative = 1e-9);
    assert!(advanced.1 > plain.1 + 1.0, "{plain:?} {advanced:?}");
}

/// I0 = (V0 − V_b)/R·(1 − √η)², V0 the battery's nominal voltage, η what such motors reach (common practice).
#[rstest]
#[case::small_can("brushed", Some(28.0), 0.60)]
#[case::large_can("brushed", Some(36.0), 0.72)]
#[case::brushed_of_no_size("brushed", None, 0.72)]
#[case::small_brushless("brushless", Some(28.0), 0.80)]
#[case::brushless("brushless", Some(50.0), 0.85)]
#[case::large_brushless("brushless", Some(63.0), 0.90)]
#[case::brushless_of_no_size("brushless", None, 0.85)]
fn missing_no_load_figures_are_estimated_and_never_no_loss(
    #[case] kind: &str,
    #[case] can: Option<f64>,
    #[case] best: f64,
) {
    let mut truck = truck();
    let drive = &mut truck["options"][0]["drives"][0];
    drive["controller"]["kind"] = json!(kind);
    let motor = drive["motor"].as_object_mut().unwrap();
    motor.insert("kind".to_owned(), json!(kind));
    motor.insert("can_diameter_mm".to_owned(), json!(can));
    motor.remove("no_load_current_a");
    motor.remove("no_load_voltage_v");
    let judged = first_option(&truck);
    let by_hand = 7.4 / 0.06 * (1.0 - f64::sqrt(best)).powi(2);
    let guess =
        judged.guesses.iter().find(|guess| guess.pointer.ends_with("/no_load_current_a")).expect("it is marked");
    assert!(
        guess.assumed.starts_with('≈') && guess.assumed.contains(&format!("{:.0} %", 100.0 * best)),
        "{}",
        guess.assumed
    );
    // On the nominal voltage, stiff, it takes just that.
    truck["options"][0]["drives"][0]["motor"]["no_load_current_a"] = json!(by_hand);
    truck["options"][0]["drives"][0]["motor"]["no_load_voltage_v"] = json!(7.4);
    let given = first_option(&truck);
    let free = |option: &OptionEvaluation| option.drives[0].cases[0].motor_current_a.unwrap();
    assert_relative_eq!(free(&judged), free(&given), max_relative = 1e-9);
    assert!(free(&judged) > 0.5 * by_hand);
}

// ---- blades, leads, switches

#[test]
fn a_blade_is_not_stopped_by_a_battery_that_is_full() {
    let mut mower = demo("meadow-strip-mower");
    mower["job"]["drives"][0]["load"].as_object_mut().unwrap().remove("brake_torque_nm");
    let stop = |mower: &Value| check(&first_option(mower), "safety.blade_stop").demand.unwrap();
    mower["options"][0]["drives"][0]["controller"]["can_brake"] = json!(false);
    let rolls_out = stop(&mower);
    mower["options"][0]["drives"][0]["controller"]["can_brake"] = json!(true);
    assert_relative_eq!(stop(&mower), rolls_out, max_relative = 1e-9);
    assert!(rolls_out > 3.0);
    assert!(check(&first_option(&mower), "safety.blade_stop").because.contains("a full battery takes nothing"));
}

#[test]
fn a_held_brushless_motor_puts_the_whole_current_through_two_leads() {
    let mut board = demo("tracking-shot-dolly-board");
    board["job"]["drives"][0]["can_jam"] = json!(true);
    board["options"][0]["wiring"]["runs"] =
        json!([{ "name": "phases", "circuit": "motor:wheels", "awg": 14, "length_m": 0.3, "insulation": "silicone" }]);
    let build = read(&board);
    let run = &ypsidyne_core::evaluation::wiring::judged(&build.job, &build.options[0])[0];
    // Field-oriented: the amplitude that the controller shows, and limits to 55 A here.
    assert_relative_eq!(run.jam_a.unwrap(), 55.0, max_relative = 1e-9);
    // Steady work by equal copper loss: rms √(2·0.9119/3) of the equivalent current, 1/√2 of the amplitude.
    let target = evaluate(&build).options[0].drives[0].at_half(Case::Climb).unwrap().motor_current_a.unwrap();
    assert_relative_eq!(run.steady_a.unwrap(), target / f64::sqrt(2.0), max_relative = 1e-4);
}

#[test]
fn one_pair_of_leads_is_one_circuit_and_two_pairs_are_two() {
    let mut board = demo("tracking-shot-dolly-board");
    let ampacity = |board: &Value| {
        let build = read(board);
        ypsidyne_core::evaluation::wiring::judged(&build.job, &build.options[0])[0].ampacity_a
    };
    let run = |bundled: Value| json!([{ "name": "pack", "circuit": "supply", "awg": 12, "length_m": 0.3, "insulation": "silicone", "bundled": bundled }]);
    let mut with = |bundled: Value| {
        board["options"][0]["wiring"]["runs"] = run(bundled);
        ampacity(&board)
    };
    let alone = with(Value::Null);
    assert_relative_eq!(with(json!(2)), alone, max_relative = 1e-12);
    // IEC 60364-5-52 table B.52.17: two circuits 0.8, three 0.7.
    assert_relative_eq!(with(json!(4)), 0.8 * alone, max_relative = 1e-9);
    assert_relative_eq!(with(json!(6)), 0.7 * alone, max_relative = 1e-9);
}

#[test]
fn leads_warm_by_the_working_share_and_a_hill_of_seconds_by_their_copper() {
    let mut cart = demo("hillside-harvest-cart");
    cart["options"][0]["wiring"]["runs"] =
        json!([{ "name": "pack", "circuit": "supply", "awg": 22, "length_m": 0.3, "insulation": "silicone" }]);
    let warm = |cart: &Value| {
        let build = read(cart);
        ypsidyne_core::evaluation::wiring::judged(&build.job, &build.options[0])[0].copper_c.unwrap()
    };
    let for_good = warm(&cart);
    cart["job"]["drives"][0]["load"]["climb_duration_min"] = json!(0.05);
    let seconds = warm(&cart);
    assert!(seconds < for_good - 1.0, "{seconds} {for_good}");
    cart["job"]["drives"][0]["load"]["climb_duration_min"] = json!(600);
    assert_relative_eq!(warm(&cart), for_good, max_relative = 1e-3);
    cart["job"]["drives"][0]["load"]["grade_percent"] = json!(0);
    let level = warm(&cart);
    cart["job"]["duty_cycle"] = json!(0.25);
    assert!(warm(&cart) < level - 1.0);
}

#[test]
fn a_jam_that_no_fuse_stops_counts_in_the_lead_of_the_battery_too() {
    let mut launcher = demo("shuttlecock-launcher");
    launcher["options"][0]["wiring"]["runs"][0]["awg"] = json!(18);
    let wire = |launcher: &Value| check(&first_option(launcher), "wire.temperature").clone();
    let burns = wire(&launcher);
    assert_eq!(burns.verdict, Verdict::Fail);
    assert!(
        burns.because.starts_with("Not the work but a jam") && burns.because.contains("no fuse stops it"),
        "{}",
        burns.because
    );
    launcher["options"][0]["wiring"]["runs"][0]["awg"] = json!(14);
    assert_eq!(wire(&launcher).verdict, Verdict::Ok);
    // A fuse of less than half the jam opens within ten seconds (ISO 8820-3, from memory).
    launcher["options"][0]["wiring"]["runs"][0]["awg"] = json!(18);
    launcher["options"][0]["wiring"]["runs"][0]["fuse_a"] = json!(30);
    assert_eq!(wire(&launcher).verdict, Verdict::Ok);
}

#[test]
fn a_switch_rated_for_alternating_current_is_good_for_half_of_it_at_low_volts() {
    let mut launcher = demo("shuttlecock-launcher");
    let run = launcher["options"][0]["wiring"]["runs"][0].as_object_mut().unwrap();
    run.insert("switch_rated_for".to_owned(), json!("ac"));
    run.insert("switch_a".to_owned(), json!(160));
    let judged = first_option(&launcher);
    let switch = check(&judged, "wire.switch");
    assert_eq!((switch.limit, switch.verdict), (Some(80.0), Verdict::Tight), "{}", switch.because);
    launcher["options"][0]["battery"]["cells_series"] = json!(9);
    assert_eq!(check(&first_option(&launcher), "wire.switch").utilisation, None);
}

#[test]
fn no_sentence_asks_for_what_is_given() {
    let mut truck = truck();
    truck["options"][0]["drives"][0]["mount_material"] = json!("pla");
    // Can and mass are given; it is the work that has no numbers.
    truck["options"][0]["battery"]["cell_resistance_ohm"] = json!(9);
    for check in first_option(&truck).checks {
        assert!(!check.because.contains("give mass") && !check.because.contains("in 0 s"), "{}", check.because);
    }
}

// ---- run time

#[test]
fn run_time_is_only_told_for_a_speed_that_is_reached() {
    let mut truck = truck();
    let reached = first_option(&truck).supply;
    assert!(reached.runtime_min.is_some() && reached.reached_instead.is_none());
    truck["job"]["drives"][0]["load"]["target_speed_m_s"] = json!(30);
    let short = first_option(&truck).supply;
    assert_eq!((short.runtime_min, short.range_m), (None, Some(None)));
    let instead = short.reached_instead.expect("it says what it reaches");
    let full = first_option(&truck).drives[0].at_half(Case::FullThrottle).unwrap().speed_m_s.unwrap();
    assert_relative_eq!(instead.speed_m_s.unwrap(), full, max_relative = 1e-9);
    assert_relative_eq!(instead.range_m.unwrap(), full * 60.0 * instead.runtime_min, max_relative = 1e-9);
}

#[test]
fn time_and_distance_count_with_the_usual_speed() {
    let mut truck = truck();
    let fast = first_option(&truck).supply;
    truck["job"]["drives"][0]["load"]["usual_speed_m_s"] = json!(3);
    let slow = first_option(&truck).supply;
    assert!(slow.runtime_min > fast.runtime_min);
    assert_relative_eq!(slow.range_m.unwrap().unwrap(), 3.0 * 60.0 * slow.runtime_min.unwrap(), max_relative = 1e-9);
    // Drag falls with the square of the speed: slower goes further here.
    assert!(slow.range_m.unwrap() > fast.range_m.unwrap());
    assert_eq!(slow.all_target, fast.all_target);
    // A usual speed that is reached is enough, whatever else was wished.
    truck["job"]["drives"][0]["load"]["target_speed_m_s"] = json!(30);
    assert_eq!(first_option(&truck).supply.runtime_min, slow.runtime_min);
}

#[test]
fn what_cannot_be_has_no_ghost_figures_in_its_sentence() {
    let mut truck = truck();
    truck["job"]["drives"][0]["load"]["target_speed_m_s"] = json!(30);
    let judged = first_option(&truck);
    let target = judged.drives[0].at_half(Case::Target).unwrap();
    assert!(!target.feasible && !target.because.contains('%'), "{}", target.because);
}

// ---- remedies

#[test]
fn the_current_limit_is_found_from_what_flows_on_a_motor_of_little_resistance() {
    let mut board = demo("tracking-shot-dolly-board");
    board["job"]["drives"][0]["can_jam"] = json!(true);
    let controller = board["options"][0]["drives"][0]["controller"].as_object_mut().unwrap();
    controller.remove("motor_current_limit_a");
    controller.insert("limits_current".to_owned(), json!(false));
    let offers = remedies(&read(&board), 0, CheckCode::ControllerMotorCurrentPeak, Some("wheels"), None);
    let limit =
        offers.iter().find(|offer| offer.pointer.ends_with("/motor_current_limit_a")).expect("a limit is offered");
    assert_eq!(limit.verdict, Verdict::Ok);
    assert!(limit.breaks.is_empty(), "{limit:?}");
}

#[test]
fn brushed_motors_are_offered_a_channel_together() {
    let mut cart = demo("hillside-harvest-cart");
    cart["options"][0]["drives"][0]["controller_count"] = json!(1);
    cart["options"][0]["drives"][0]["controller"]["channels"] = json!(1);
    let offers = remedies(&read(&cart), 0, CheckCode::ControllerChannels, Some("wheels"), None);
    let pointers: Vec<&str> = offers.iter().map(|offer| offer.pointer.rsplit('/').next().unwrap()).collect();
    assert!(pointers.contains(&"motors_per_channel") && pointers.contains(&"controller_count"), "{pointers:?}");
}

#[test]
fn no_absurd_pack_is_offered() {
    let mut truck = truck();
    truck["job"]["runtime_min"] = json!(2000);
    for offer in remedies(&read(&truck), 0, CheckCode::BatteryRuntime, None, None) {
        let ah = offer.value.get("capacity_ah").and_then(Value::as_f64);
        assert!(ah.is_none_or(|ah| ah <= 15.0), "{}", offer.says);
    }
}

// ---- schools

#[test]
fn just_enough_holds_every_check_of_the_battery() {
    for slug in ["tracking-shot-dolly-board", "meadow-strip-mower", "hillside-harvest-cart"] {
        let document = demo(slug);
        let build = read(&document);
        let Some(question) = questions(&build, 0).into_iter().find(|question| question.id == "c_rating") else {
            continue;
        };
        let enough = &question.schools[0];
        let mut changed = document.clone();
        if let (Some(pointer), Some(value)) = (&enough.pointer, &enough.value) {
            *changed.pointer_mut(pointer).unwrap() = value.clone();
        }
        let judged = first_option(&changed);
        for check in judged
            .checks
            .iter()
            .filter(|check| check.code.word().starts_with("battery.") || check.code == "fit.battery")
        {
            assert_ne!(check.verdict, Verdict::Fail, "{slug}: {}", check.because);
        }
    }
}

#[test]
fn a_fan_hears_nothing_of_hills() {
    let fan: Value = serde_json::from_str(
        ypsidyne_core::library::templates::TEMPLATES.iter().find(|start| start.kind == "fan").unwrap().json,
    )
    .unwrap();
    for question in questions(&read(&fan), 0) {
        for school in question.schools.iter().filter(|_| question.id == "c_rating") {
            assert!(
                !school.says.contains("hill") && school.figures.iter().all(|figure| !figure.what.contains("hill")),
                "{}",
                school.says
            );
        }
    }
}

// ---- launchers

#[test]
fn a_feeder_ties_the_rate_to_its_speed() {
    let mut launcher = demo("shuttlecock-launcher");
    launcher["job"]["drives"][1]["load"]["shots_per_turn"] = json!(1);
    let judged = first_option(&launcher);
    let feeder = judged.drives[1].cases.iter().find(|case| case.case == Case::FullThrottle).unwrap();
    let rate = check(&judged, "performance.rate");
    assert_relative_eq!(rate.demand.unwrap(), feeder.output_rpm.unwrap() / 60.0, max_relative = 1e-9);
    assert!(rate.because.contains("the feeder pushes in"), "{}", rate.because);
    // The same without a rate that was asked for, and in a run.
    launcher["job"]["drives"][0]["load"]["projectile"].as_object_mut().unwrap().remove("per_second");
    assert_relative_eq!(
        check(&first_option(&launcher), "performance.rate").demand.unwrap(),
        rate.demand.unwrap(),
        max_relative = 1e-9
    );
    let asked = json!({ "format": "ypsidyne.simulation/1", "build": launcher, "option": launcher["options"][0]["name"],
        "drive": "wheels", "mode": { "kind": "shots", "shots": 3 } });
    let ran =
        simulate(&Simulation::from_value(&asked).unwrap_or_else(|problems| panic!("{problems:#?}")), &mut |_| true);
    let shots = &ran.lead.launcher.unwrap().shots;
    assert_relative_eq!(shots[1].t_s - shots[0].t_s, 1.0 / rate.demand.unwrap(), max_relative = 1e-6);
}

#[test]
fn wheels_that_slip_on_it_throw_no_faster() {
    let mut launcher = demo("shuttlecock-launcher");
    launcher["job"]["drives"][0]["load"]["projectile"]["grip_speed_m_s"] = json!(26);
    let judged = first_option(&launcher);
    assert_eq!(judged.drives[0].shots.unwrap().launch_speed_m_s, 26.0);
    let asked = json!({ "format": "ypsidyne.simulation/1", "build": launcher, "option": launcher["options"][0]["name"],
        "drive": "wheels", "mode": { "kind": "shots", "shots": 3 }, "until_s": 20 });
    let ran =
        simulate(&Simulation::from_value(&asked).unwrap_or_else(|problems| panic!("{problems:#?}")), &mut |_| true);
    let shots = &ran.lead.launcher.unwrap().shots;
    assert!(!shots.is_empty() && shots.iter().all(|shot| shot.speed_m_s <= 26.0), "{shots:?}");
    // Energy leaves the wheels by the speed that is reached: ½·m·v²/η out of ½·J·ω².
    let inertia = 0.5 * launcher["job"]["drives"][0]["load"]["inertia_kg_m2"].as_f64().unwrap();
    assert!(inertia > 0.0);
}

#[test]
fn wheel_inertia_by_size_is_that_of_discs() {
    let mut launcher = demo("shuttlecock-launcher");
    let wheels = launcher["job"]["drives"][0]["load"].as_object_mut().unwrap();
    for (key, value) in [
        ("wheel_diameter_mm", json!(40)),
        ("wheel_width_mm", json!(20)),
        ("wheel_material", json!("aluminium")),
        ("wheel_count", json!(2)),
    ] {
        wheels.insert(key.to_owned(), value);
    }
    // ½·m·r²: 2700·π·0.02²·0.02 kg = 67.86 g, twice 13.57 kg·mm².
    let found = first_option(&launcher).drives[0].inertia_by_size_kg_m2.unwrap();
    assert_relative_eq!(found, 2.0 * 0.5 * 0.067_858 * 0.02 * 0.02, max_relative = 1e-4);
}

#[test]
fn a_charge_has_so_many_shots() {
    let launcher = demo("shuttlecock-launcher");
    let judged = first_option(&launcher);
    let shots = judged.drives[0].shots.unwrap();
    let per_charge = shots.per_charge.unwrap();
    // At three a second the wheels' own draw of the target sets the upper bound: 60 · minutes on one charge · 3.
    let by_time = 60.0 * 3.0 * 0.8 * 1.5 * 3600.0 / 60.0 / judged.supply.all_target.current_a.unwrap();
    assert!(per_charge < by_time && per_charge > 0.3 * by_time, "{per_charge} {by_time}");
}

// ---- heat against a listed rating

#[test]
fn where_the_estimate_burns_what_the_listing_allows_both_are_told() {
    let mut truck = truck();
    let motor = truck["options"][0]["drives"][0]["motor"].as_object_mut().unwrap();
    motor.insert("max_continuous_current_a".to_owned(), json!(40));
    truck["job"]["drives"][0]["load"]["grade_percent"] = json!(35);
    truck["job"]["drives"][0]["load"]["climb_speed_m_s"] = json!(3);
    let judged = first_option(&truck);
    let heat = check(&judged, "motor.winding_temperature");
    assert_eq!(heat.verdict, Verdict::Fail);
    assert!(heat.because.contains("The estimate is trusted") && heat.because.contains("40 A"), "{}", heat.because);
    let by_rating = judged.drives[0].winding_by_rating_c.unwrap();
    let offers = remedies(&read(&truck), 0, CheckCode::MotorWindingTemperature, Some("wheels"), None);
    let calibrated =
        offers.iter().find(|offer| offer.pointer.ends_with("/motor/thermal")).expect("one press trusts the rating");
    *truck
        .pointer_mut("/options/0/drives/0/motor")
        .unwrap()
        .as_object_mut()
        .unwrap()
        .entry("thermal")
        .or_insert(Value::Null) = calibrated.value.clone();
    assert_relative_eq!(
        first_option(&truck).drives[0].thermal.unwrap().winding_c.unwrap(),
        by_rating,
        max_relative = 1e-6
    );
}

// ---- failsafe

#[test]
fn a_failsafe_is_judged_from_the_loaded_speed_beside_what_the_former_motor_did() {
    let mut board = demo("tracking-shot-dolly-board");
    let mut strong = board["options"][0].clone();
    strong["name"] = json!("stronger");
    strong["drives"][0]["motor"]["kv_rpm_per_v"] = json!(300);
    strong["drives"][0]["controller"]["failsafe_throttle"] = json!(0.2);
    board["options"].as_array_mut().unwrap().insert(1, strong);
    let judged = &evaluate(&read(&board)).options[1];
    let failsafe = check(judged, "safety.failsafe");
    assert!(
        failsafe.because.contains("it runs at") && failsafe.because.contains("the same throttle gave"),
        "{}",
        failsafe.because
    );
}

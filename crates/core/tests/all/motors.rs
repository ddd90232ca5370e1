//! Reading motors, which kind, going slower, and the trap of the smaller motor. Common practice unless a source is named.

use approx::assert_relative_eq;
use rstest::rstest;
use serde_json::{Value, json};
use ypsidyne_core::document::{Build, Motor};
use ypsidyne_core::evaluation::evaluate_option;
use ypsidyne_core::library::demo;
use ypsidyne_core::listing::size_code::{size_code, size_code_of};
use ypsidyne_core::variants::motor_guide::guide::{MotorFamily, guide};
use ypsidyne_core::variants::motor_guide::reading::reading;
use ypsidyne_core::variants::motor_guide::slower::slower;
use ypsidyne_core::variants::motor_guide::swap::swap;

fn document(name: &str) -> Value {
    let demo = demo::BUILDS.iter().find(|demo| demo.json.contains(name)).expect("it is among the demos");
    serde_json::from_str(demo.json).expect("it reads")
}

fn build(json: &Value) -> Build {
    Build::from_value(json).unwrap_or_else(|problems| panic!("{problems:#?}"))
}

#[rstest]
#[case("Outer-rotor 6355", 63.0, 55.0, true)]
#[case("5687 on a mount", 56.0, 87.0, true)]
#[case("3652 4-pole", 36.0, 52.0, true)]
#[case("63100", 63.0, 100.0, true)]
#[case("63 x 60 outer-rotor 170", 63.0, 60.0, true)]
#[case("36x74", 36.0, 74.0, true)]
#[case("a 540 can", 35.8, 50.0, false)]
#[case("130", 20.0, 25.0, false)]
#[case("775 tool motor", 42.2, 66.7, false)]
fn size_codes_are_read(#[case] text: &str, #[case] diameter: f64, #[case] length: f64, #[case] measure: bool) {
    let code = size_code(text).expect("there is a code");
    assert_eq!((code.diameter_mm, code.length_mm, code.is_measure), (diameter, length, measure));
    assert_eq!(code.says.contains("not a measure"), !measure, "{}", code.says);
}

#[rstest]
#[case("")]
#[case("a motor")]
#[case("12 V")]
#[case("9999999")]
#[case("0000")]
#[case("x")]
fn what_is_no_code_is_none(#[case] text: &str) {
    assert_eq!(size_code(text), None);
}

/// Shafts (common practice): 1/8 in on most 36 mm two-pole motors; 5 mm on the longer four-pole ones of 36 mm, on brushless 550
/// and on 42 mm; 8 mm on the 56 mm class and board motors.
#[rstest]
#[case("540", "brushed", None, 3.175)]
#[case("3650", "brushless", Some(1), 3.175)]
#[case("3652", "brushless", Some(2), 5.0)]
#[case("3660", "brushless", None, 5.0)]
#[case("3674", "brushless", Some(2), 5.0)]
#[case("550", "brushed", None, 3.175)]
#[case("550", "brushless", Some(2), 5.0)]
#[case("4274", "brushless", None, 5.0)]
#[case("5687", "brushless", None, 8.0)]
#[case("6355", "brushless", Some(7), 8.0)]
fn shafts_are_those_of_the_trade(#[case] name: &str, #[case] kind: &str, #[case] pairs: Option<u32>, #[case] mm: f64) {
    let motor =
        json!({ "label": name, "kind": kind, "kv_rpm_per_v": 1000, "resistance_ohm": 0.1, "pole_pairs": pairs });
    let motor = Motor::from_value(&motor, "motor").unwrap();
    assert_eq!(size_code_of(&motor).unwrap().shaft_mm, Some(mm), "{name}");
}

#[test]
fn a_code_that_is_not_the_can_says_so() {
    let with = |can: [f64; 2]| {
        let motor = json!({ "label": "5065 outrunner", "kind": "brushless", "kv_rpm_per_v": 200, "resistance_ohm": 0.05,
            "can_diameter_mm": can[0], "can_length_mm": can[1] });
        size_code_of(&Motor::from_value(&motor, "motor").unwrap()).unwrap().differs
    };
    assert_eq!(with([50.0, 65.0]), None);
    let says = with([59.0, 72.0]).expect("they differ");
    assert!(says.contains("50 by 65 mm") && says.contains("59 mm by 72 mm"), "{says}");
}

/// Usual Kv of 1/10 cars by cells (common practice): two 4000 to 5200, three up to 4000, four 1900 to 2200, six up to 2200,
/// eight 800 to 1300, twelve about 560.
#[rstest]
#[case(2, 4000.0, 5200.0)]
#[case(3, 2500.0, 4000.0)]
#[case(4, 1900.0, 2200.0)]
#[case(6, 1400.0, 2200.0)]
#[case(8, 800.0, 1300.0)]
#[case(12, 500.0, 620.0)]
fn model_cars_have_a_usual_kv_for_each_number_of_cells(#[case] cells: u32, #[case] low: f64, #[case] high: f64) {
    let mut json = document("dolly");
    json["job"]["drives"][0]["load"]["base_mass_kg"] = json!(2.0);
    json["job"]["drives"][0]["load"]["payload_kg"] = json!(0);
    json["options"][0]["battery"]["chemistry"] = json!("lipo");
    json["options"][0]["battery"]["cells_series"] = json!(cells);
    assert_eq!(reading(&build(&json), 0, 0, &[]).unwrap().kv.usual, Some([low, high]));
}

#[test]
fn a_stage_of_one_to_one_counts_as_direct() {
    let mut json = document("dolly");
    for gearing in
        [json!([]), json!([{ "kind": "direct" }]), json!([{ "kind": "belt", "driver_teeth": 20, "driven_teeth": 20 }])]
    {
        json["options"][0]["drives"][0]["gearing"] = gearing;
        assert_eq!(reading(&build(&json), 0, 0, &[]).unwrap().kv.usual_for, "direct hub motors of boards");
    }
}

/// Kv ∝ 1/turns, R ∝ turns²: 13 turns instead of 10 have 0.77 of the Kv and 1.69 of the resistance.
#[test]
fn turns_are_read_both_ways() {
    let mut json = document("dolly");
    json["options"][0]["drives"][0]["motor"]["turns"] = json!(10);
    let read = reading(&build(&json), 0, 0, &[13.0]).expect("the drive is there");
    let row = read.turns.iter().find(|row| row.turns == Some(13.0)).expect("it was asked for");
    assert_relative_eq!(row.kv_rpm_per_v, 170.0 / 1.3, max_relative = 1e-9);
    assert_relative_eq!(row.resistance_ohm, 0.052 * 1.69, max_relative = 1e-3);
    let now = read.turns.iter().find(|row| row.now).expect("the present winding is among them");
    let straight = evaluate_option(&build(&json).job, &build(&json).options[0], 0);
    assert_eq!(now.verdict, straight.verdict);
}

/// Two lithium cells on a 6 V motor are about 25 % too much, and people live with it (7.4 V nominal; 8.4 V charged is 40 %).
/// Twice the voltage doubles speed and stall torque and quadruples the heat (MODEL: linear motor, closed form).
#[test]
fn a_quarter_more_volts_is_a_quarter_more_speed_and_more_heat() {
    let read = reading(&build(&document("dolly")), 0, 0, &[]).expect("the drive is there");
    let [now, more] = read.volts;
    assert_relative_eq!(more.stall_current_a / now.stall_current_a, 1.25, max_relative = 1e-9);
    assert_relative_eq!(more.stall_heat_w / now.stall_heat_w, 1.5625, max_relative = 1e-9);
    assert!((more.no_load_rpm / now.no_load_rpm - 1.25).abs() < 0.01);
}

#[test]
fn a_fatter_rotor_may_turn_slower() {
    let read = reading(&build(&document("dolly")), 0, 0, &[]).expect("the drive is there");
    let rim = read.rim.expect("a rotor diameter is given");
    assert!(rim.says.contains("fatter motors turn slower") && !rim.assumed);
    let wider = read.sizes.iter().find(|size| size.says == "a fifth wider").expect("it is shown");
    // Torque goes with D²·L, the safe speed with 1/D.
    assert_relative_eq!(wider.torque, 1.44, max_relative = 1e-12);
    assert_relative_eq!(wider.safe_speed, 1.0 / 1.2, max_relative = 1e-12);
}

/// Boards: belt 170–270 rpm/V.
#[test]
fn a_belt_board_has_the_usual_band_of_kv() {
    let read = reading(&build(&document("dolly")), 0, 0, &[]).expect("the drive is there");
    assert_eq!(read.kv.usual, Some([180.0, 270.0]));
    let least = read.kv.computed.expect("the target can be reached");
    assert!(least > 20.0 && least < 170.0);
    let mut json = document("dolly");
    json["options"][0]["drives"][0]["motor"]["kv_rpm_per_v"] = json!(least * 0.97);
    assert!(reading(&build(&json), 0, 0, &[]).expect("the drive").kv.computed > Some(least * 0.97));
}

#[test]
fn which_kind_follows_the_wishes_of_the_build() {
    let mut json = document("dolly");
    json["job"]["drives"][0]["wishes"] = json!({ "wetness": "mud", "upkeep": "nobody" });
    let ranked = guide(&build(&json), 0, 0).expect("the drive is there").kinds;
    assert_eq!(ranked[0].kind, MotorFamily::Sensorless, "mud and no upkeep: {ranked:#?}");
    json["job"]["drives"][0]["wishes"] = json!({ "finesse": "much", "noise": "quiet" });
    let ranked = guide(&build(&json), 0, 0).expect("the drive is there").kinds;
    assert_eq!(ranked[0].kind, MotorFamily::FieldOriented, "crawling and quiet");
    json["job"]["drives"][0]["wishes"] = json!({ "class_rule": "sealed_only" });
    let ranked = guide(&build(&json), 0, 0).expect("the drive is there").kinds;
    let brushless = ranked.iter().filter(|kind| kind.label.contains("rushless"));
    assert!(brushless.into_iter().all(|kind| kind.ruled_out));
}

/// A smaller motor to go slower is a trap: its Kv is higher, so without regearing it is asked for more, not less.
#[test]
fn a_smaller_motor_without_regearing_is_asked_for_more() {
    let json = document("dolly");
    let build = build(&json);
    let mut small = json["options"][0]["drives"][0]["motor"].clone();
    small["kv_rpm_per_v"] = json!(340);
    small["resistance_ohm"] = json!(0.04);
    small["can_diameter_mm"] = json!(50);
    let small = Motor::from_value(&small, "motor").expect("it reads");
    let found = swap(&build, 0, 0, &small).expect("smaller and faster");
    assert!(found.says.starts_with("Underpowering burns too"));
    assert_relative_eq!(found.ratio_restoring, 2.0 * found.ratio_now, max_relative = 1e-9);
    let [now, then, regeared] = found.motor_current_a;
    assert!(then > now, "{found:?}");
    assert!(regeared < then, "{found:?}");
    // The stage that is offered has that ratio as nearly as teeth come.
    let mut changed = json.clone();
    *changed.pointer_mut(&found.pointer.expect("there is a stage")).expect("it is there") =
        found.value.expect("with its teeth");
    let ratio = evaluate_option(&self::build(&changed).job, &self::build(&changed).options[0], 0).drives[0].ratio;
    assert!((ratio / found.ratio_restoring - 1.0).abs() < 0.04, "{ratio}");
    // The same motor, a larger one, a slower one: nothing to say.
    let same = Motor::from_value(&json["options"][0]["drives"][0]["motor"], "motor").expect("it reads");
    assert_eq!(swap(&build, 0, 0, &same), None);
}

/// Slow down by voltage, Kv or gearing: each way still reaches the target, and shorter gearing draws less motor current.
#[test]
fn three_ways_to_go_slower_still_do_the_work() {
    let json = document("dolly");
    let slower = slower(&build(&json), 0, 0).expect("the board is faster than it must be");
    assert_eq!(slower.ways.len(), 3, "{slower:#?}");
    for way in &slower.ways {
        let mut changed = json.clone();
        let pointer = way.pointer.as_ref().expect("each can be done");
        *changed.pointer_mut(pointer).expect("it is there") = way.value.clone().expect("a value");
        let result = evaluate_option(&build(&changed).job, &build(&changed).options[0], 0);
        let holds = |case: ypsidyne_core::Case| {
            let mut cases = result.drives[0].cases.iter();
            cases.any(|seen| seen.case == case && seen.state_of_charge == 0.5 && seen.feasible)
        };
        assert!(holds(ypsidyne_core::Case::Target), "{}", way.says);
        assert_eq!(result.verdict, way.effect.verdict, "{}", way.says);
        assert!(way.effect.speed_m_s < slower.now.effect.speed_m_s, "{}", way.says);
    }
    let gearing = slower.ways.last().expect("gearing is the last");
    assert!(gearing.says.starts_with("Shorter gearing"));
    assert!(gearing.motor_current_target_a < slower.now.motor_current_target_a);
}

#[test]
fn nothing_is_said_where_nothing_is_to_spare() {
    let mut json = document("dolly");
    json["job"]["drives"][0]["load"]["target_speed_m_s"] = json!(11.0);
    assert_eq!(slower(&build(&json), 0, 0), None);
}

/// Every rule of the guide, by the wish or the job that makes it apply: what comes to the front, what falls back.
#[rstest]
#[case::smooth_starts(json!({ "finesse": "smooth" }), MotorFamily::Sensored, MotorFamily::Sensorless)]
#[case::crawling(json!({ "finesse": "much" }), MotorFamily::FieldOriented, MotorFamily::HubDirect)]
#[case::mud(json!({ "wetness": "mud" }), MotorFamily::Sensorless, MotorFamily::Rebuildable)]
#[case::splashes(json!({ "wetness": "splash" }), MotorFamily::Sensorless, MotorFamily::Rebuildable)]
#[case::quiet(json!({ "noise": "quiet" }), MotorFamily::HubDirect, MotorFamily::HubGeared)]
#[case::nobody_cares(json!({ "upkeep": "nobody" }), MotorFamily::Sensored, MotorFamily::SealedCan)]
#[case::someone_likes_to(json!({ "upkeep": "handy" }), MotorFamily::Rebuildable, MotorFamily::SealedCan)]
#[case::cheap_for_two(json!({ "purse": "small" }), MotorFamily::SealedCan, MotorFamily::FieldOriented)]
#[case::any_wheel(json!({ "wheel": "any" }), MotorFamily::Sensored, MotorFamily::HubDirect)]
#[case::hidden(json!({ "wheel": "fixed" }), MotorFamily::HubDirect, MotorFamily::Sensorless)]
fn each_wish_gives_one_kind_more_points_than_another(
    #[case] wishes: Value,
    #[case] gains: MotorFamily,
    #[case] loses: MotorFamily,
) {
    let mut json = document("dolly");
    json["job"]["drives"][0]["wishes"] = json!({});
    let balance = |json: &Value, kind: MotorFamily| {
        let ranked = guide(&build(json), 0, 0).expect("the drive is there").kinds;
        let found = ranked.iter().find(|ranked| ranked.kind == kind).expect("every kind is ranked");
        i64::from(found.points_for) - i64::from(found.points_against)
    };
    let before = balance(&json, gains) - balance(&json, loses);
    json["job"]["drives"][0]["wishes"] = wishes;
    assert!(balance(&json, gains) - balance(&json, loses) > before);
}

#[rstest]
#[case::a_hub_is_a_wheel("launcher", MotorFamily::HubDirect)]
#[case::no_gear_motor_turns_that_fast("launcher", MotorFamily::GearMotorWorm)]
fn what_cannot_be_is_ruled_out_with_its_reason(#[case] demo: &str, #[case] kind: MotorFamily) {
    let ranked = guide(&build(&document(demo)), 0, 0).expect("the drive is there").kinds;
    let found = ranked.iter().find(|ranked| ranked.kind == kind).expect("every kind is ranked");
    assert!(found.ruled_out, "{found:?}");
    assert!(guide(&build(&document(demo)), 0, 99).is_none());
}

/// The bench's own copy of the trade: a motor is read in every demo build, for every option and drive, without a gap.
#[test]
fn every_motor_of_the_demo_builds_is_read() {
    for demo in demo::BUILDS {
        let build = build(&serde_json::from_str(demo.json).expect("it reads"));
        for (option, sheet) in build.options.iter().enumerate() {
            for drive in 0..sheet.drives.len() {
                let read = reading(&build, option, drive, &[]).expect("the drive is there");
                assert!(read.turns.iter().filter(|row| row.now).count() == 1, "{}", demo.slug);
                assert!(read.timing.iter().any(|row| (row.torque_per_ampere - 1.0).abs() < 1e-9));
                assert!(read.volts[1].voltage_v > read.volts[0].voltage_v);
                assert!(read.kv.says.ends_with('.') && read.volts_say.ends_with('.'));
            }
        }
    }
}

/// More turns: slower, more torque for each ampere, so less current for the same work; fewer: the other way round.
#[test]
fn more_turns_take_less_current_for_the_same_work() {
    let read = reading(&build(&document("dolly")), 0, 0, &[]).expect("the drive is there");
    for pair in read.turns.windows(2) {
        assert!(pair[1].kv_rpm_per_v < pair[0].kv_rpm_per_v && pair[1].resistance_ohm > pair[0].resistance_ohm);
        assert!(pair[1].motor_current_a < pair[0].motor_current_a, "{pair:?}");
    }
}

/// A motor with the same can but a higher Kv is no smaller motor, and a gear motor counts with its own gear.
#[test]
fn only_a_smaller_motor_is_a_trap() {
    let json = document("harvest cart");
    let build = build(&json);
    let motor = |change: &dyn Fn(&mut Value)| {
        let mut motor = json["options"][0]["drives"][0]["motor"].clone();
        change(&mut motor);
        Motor::from_value(&motor, "motor").expect("it reads")
    };
    assert_eq!(swap(&build, 0, 0, &motor(&|motor| motor["kv_rpm_per_v"] = json!(260))), None, "as large");
    let small_and_geared = motor(&|motor| {
        motor["kv_rpm_per_v"] = json!(260);
        motor["can_diameter_mm"] = json!(42);
        motor["gearbox"]["ratio"] = json!(54);
    });
    assert_eq!(swap(&build, 0, 0, &small_and_geared), None, "its gearbox makes up for its Kv");
    let small = motor(&|motor| {
        motor["kv_rpm_per_v"] = json!(260);
        motor["can_diameter_mm"] = json!(42);
    });
    assert!(swap(&build, 0, 0, &small).is_some());
}

/// What a practitioner would say of eight machines (common practice): what is ruled out, and what is not.
#[test]
fn the_guide_knows_eight_jobs() {
    use ypsidyne_core::library::templates::TEMPLATES;
    use ypsidyne_core::variants::motor_guide::guide::{Guide, MotorFamily};
    let ask = |kind: &str, wishes: Value| -> Guide {
        let json = TEMPLATES.iter().find(|template| template.kind == kind).expect("there is such a start").json;
        let mut document: Value = serde_json::from_str(json).expect("JSON");
        if wishes != json!({}) {
            document["job"]["drives"][0]["wishes"] = wishes;
        }
        guide(&build(&document), 0, 0).expect("the drive is there")
    };
    let out = |guide: &Guide, kind: MotorFamily| guide.kinds.iter().any(|entry| entry.kind == kind && entry.ruled_out);
    let points = |guide: &Guide, kind: MotorFamily| {
        let entry = guide.kinds.iter().find(|entry| entry.kind == kind).expect("every kind is there");
        i64::from(entry.points_for) - i64::from(entry.points_against)
    };
    // A board, a model car and a launcher turn too fast for gear motors; a cart and a small truck do not.
    for kind in ["board", "car", "launcher"] {
        assert!(out(&ask(kind, json!({})), MotorFamily::GearMotorPlanetary), "{kind}");
    }
    for kind in ["cart", "micro"] {
        assert!(!out(&ask(kind, json!({})), MotorFamily::GearMotorPlanetary), "{kind}");
    }
    // Only what rolls has a hub; nothing answered is no ranking.
    assert!(
        out(&ask("plane", json!({})), MotorFamily::HubDirect)
            && !out(&ask("scooter", json!({})), MotorFamily::HubDirect)
    );
    let silent = ask("car", json!({}));
    assert!(!silent.ranked && silent.kinds.windows(2).all(|pair| pair[0].ruled_out <= pair[1].ruled_out));
    assert!(silent.size.is_some_and(|size| size.contains("brushed can")), "the size that the power asks for");
    // Racing wants sensors; a class of one can forbids hubs, and its cells are counted.
    let racing = ask("car", json!({ "purpose": "racing", "class_can": "540", "class_cells": 1 }));
    assert!(racing.ranked && points(&racing, MotorFamily::Sensored) > points(&racing, MotorFamily::Sensorless));
    assert!(out(&racing, MotorFamily::HubDirect));
    assert!(
        racing.forbidden.iter().any(|entry| entry.contains("allows one cell; the pack has 2")),
        "{:?}",
        racing.forbidden
    );
    // A generator has rules of its own: no worm, a stepper is looked at, a plain brushless motor is best with a speed-up.
    let turned = ask("generator", json!({}));
    assert!(out(&turned, MotorFamily::GearMotorWorm));
    assert!(turned.kinds.iter().any(|entry| entry.kind == MotorFamily::Stepper));
    for source in ["generator", "Millrace"] {
        let turned = if source == "generator" {
            turned.clone()
        } else {
            let mut document = document(source);
            document["job"]["drives"][0]["wishes"] = json!({});
            guide(&build(&document), 0, 0).expect("the drive is there")
        };
        let place = |kind: MotorFamily| turned.kinds.iter().position(|entry| entry.kind == kind).expect("it is there");
        assert_eq!(place(MotorFamily::Sensorless), 0, "{source}: {:?}", turned.kinds[0].kind);
        assert!(place(MotorFamily::GearMotorPlanetary) > 0, "{source}: loud and worn, but it works slowly");
        let needs = |kind: MotorFamily| turned.kinds[place(kind)].needs.join("; ");
        assert!(needs(MotorFamily::Sensorless).contains("three-phase bridge"));
        assert!(turned.kinds.iter().all(|entry| entry.needs.iter().all(|need| !need.contains("controller"))));
        assert_eq!(needs(MotorFamily::Stepper), "two bridges, one for each phase; a smoothing capacitor");
    }
    assert!(!ask("cart", json!({})).kinds.iter().any(|entry| entry.kind == MotorFamily::Stepper));
}

/// Sizes that such machines are built with (common practice): a car of 1.5 kg on a 540 can or a 3650, one of 4 kg on a
/// 4074, one of 0.8 kg on a 380; a cart that walks asks for its watts alone.
#[rstest]
#[case::a_tenth("car", 1.5, 6.0, &["540", "3650"])]
#[case::an_eighth("car", 4.0, 9.0, &["4074"])]
#[case::an_eighteenth("car", 0.8, 5.0, &["380"])]
#[case::a_scooter("scooter", 90.0, 5.6, &["5055, a hub sold for 250 W"])]
#[case::a_crawler("car", 1.5, 0.8, &["130"])]
fn the_guide_names_the_size_that_mass_and_power_ask_for(
    #[case] kind: &str,
    #[case] mass_kg: f64,
    #[case] speed_m_s: f64,
    #[case] sizes: &[&str],
) {
    const DRIVE_PARTS_KG: f64 = 0.5;
    let json = ypsidyne_core::library::templates::TEMPLATES.iter().find(|start| start.kind == kind).unwrap().json;
    let mut document: Value = serde_json::from_str(json).unwrap();
    let load = &mut document["job"]["drives"][0]["load"];
    load["base_mass_kg"] = json!(mass_kg - DRIVE_PARTS_KG);
    load["payload_kg"] = json!(0);
    load["target_speed_m_s"] = json!(speed_m_s);
    let said = guide(&build(&document), 0, 0).expect("the drive is there").size.expect("it says a size");
    for size in sizes {
        assert!(said.contains(&format!("of the size {size}")), "{said}");
    }
}

#[test]
fn a_machine_on_a_source_tells_its_best_speed_up() {
    use ypsidyne_core::evaluation::generator_curves::machines;
    let json =
        ypsidyne_core::library::templates::TEMPLATES.iter().find(|template| template.kind == "generator").unwrap().json;
    let document: Value = serde_json::from_str(json).unwrap();
    let build = build(&document);
    let drive = build.options[0].drives[0].drive.clone();
    let own = build.options[0].drives[0].motor.clone();
    let fast = ypsidyne_core::document::Motor {
        kv_rpm_per_v: 2.0 * own.kv_rpm_per_v,
        resistance_ohm: own.resistance_ohm / 4.0,
        ..own.clone()
    };
    let found = machines(&build, 0, &drive, &[("a".to_owned(), "too fast a winding".to_owned(), fast)]);
    assert!(found.iter().all(|machine| machine.best_power_w >= machine.now.output_power_w - 1e-6), "{found:?}");
    assert!(found[1].best_speed_up > found[0].best_speed_up, "a higher Kv wants to be turned faster");
}

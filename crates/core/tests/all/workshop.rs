//! From plan to thing: leads, how it hangs together, settings, the first power-up, the sheet.

use approx::assert_relative_eq;
use rstest::rstest;
use serde_json::{Value, json};
use ypsidyne_core::document::Build;
use ypsidyne_core::evaluation::checks::{Check, CheckClass, Verdict};
use ypsidyne_core::evaluation::evaluate;
use ypsidyne_core::evaluation::wiring::{JudgedRun, judged};
use ypsidyne_core::formulas::wire::awg_area_mm2;
use ypsidyne_core::library::demo;
use ypsidyne_core::workshop::build_sheet::{Title, chosen, sheet};
use ypsidyne_core::workshop::topology::{LoomWeight, findings};
use ypsidyne_core::workshop::workshop;
use ypsidyne_testkit::{demo, read};

fn check(document: &Value, code: &str) -> Option<Check> {
    evaluate(&read(document)).options[0].checks.iter().find(|check| check.code == code).cloned()
}

/// The runs of the first option, judged.
fn judged_runs(document: &Value) -> Vec<JudgedRun> {
    let build = read(document);
    judged(&build.job, &build.options[0])
}

/// The board with another main lead.
fn board(lead: Value) -> Value {
    let mut build = demo("tracking-shot-dolly-board");
    let mut run = json!({ "name": "pack to controllers", "circuit": "supply", "length_m": 0.35 });
    run.as_object_mut().unwrap().extend(lead.as_object().unwrap().clone());
    build["options"][0]["wiring"]["runs"] = json!([run]);
    build
}

#[test]
fn a_thin_lead_burns_and_what_is_suggested_does_not() {
    let thin = board(json!({ "awg": 26, "insulation": "pvc" }));
    let hot = check(&thin, "wire.temperature").unwrap();
    assert_eq!(hot.verdict, Verdict::Fail, "{}", hot.because);
    let build = read(&thin);
    let run = &judged(&build.job, &build.options[0])[0];
    let enough = run.awg_suggested.unwrap();
    let better = check(&board(json!({ "awg": enough, "insulation": "pvc" })), "wire.temperature").unwrap();
    assert!(better.utilisation.unwrap() < 1.0, "{}", better.because);
    let area = run.area_suggested_mm2.unwrap();
    let metric = check(&board(json!({ "area_mm2": area, "insulation": "pvc" })), "wire.drop").unwrap();
    assert!(metric.utilisation.unwrap() <= 1.0, "{}", metric.because);
}

#[test]
fn the_drop_is_current_times_the_loop() {
    let build = read(&board(json!({ "awg": 12, "connector_ohm": 0.002 })));
    let run = &judged(&build.job, &build.options[0])[0];
    let ohm = 2.0 * 0.35 * 5.210_8e-3 + 0.002;
    assert_relative_eq!(run.drop_v.unwrap(), run.steady_a.unwrap() * ohm, max_relative = 1e-3);
    // A current that was measured goes before the one that is worked out.
    let build = read(&board(json!({ "awg": 12, "steady_a": 20 })));
    assert_relative_eq!(judged(&build.job, &build.options[0])[0].steady_a.unwrap(), 20.0);
}

#[rstest]
#[case::blows_at_work(json!({ "awg": 10, "fuse_a": 10 }), Verdict::Fail, "ask for a fuse")]
#[case::burns_the_wire(json!({ "awg": 22, "insulation": "pvc", "fuse_a": 100 }), Verdict::Fail, "must blow before")]
#[case::right(json!({ "awg": 10, "insulation": "silicone", "fuse_a": 60 }), Verdict::Ok, "")]
#[case::none(json!({ "awg": 10 }), Verdict::Unknown, "No fuse is given")]
fn a_fuse_protects_the_wire_and_survives_the_start(#[case] lead: Value, #[case] verdict: Verdict, #[case] words: &str) {
    let fuse = check(&board(lead), "wire.fuse").unwrap();
    assert_eq!(fuse.verdict, verdict, "{}", fuse.because);
    assert!(fuse.because.contains(words), "{}", fuse.because);
}

#[test]
fn connectors_and_switches_are_judged_by_their_ratings() {
    let weak = check(&board(json!({ "awg": 10, "connector_a": 10 })), "wire.connector").unwrap();
    assert_eq!(weak.verdict, Verdict::Fail);
    let wrong = board(json!({ "awg": 10, "switch": "rocker", "switch_a": 30, "switch_rated_for": "ac" }));
    let wrong = check(&wrong, "wire.switch").unwrap();
    assert_eq!((wrong.verdict, wrong.utilisation), (Verdict::Fail, None));
    assert!(wrong.because.contains("alternating current"));
    let nobody = check(&board(json!({ "awg": 10, "switch": "rocker" })), "wire.switch").unwrap();
    assert_eq!(nobody.verdict, Verdict::Unknown);
    assert!(check(&board(json!({ "awg": 10 })), "wire.switch").is_none());
}

#[test]
fn a_switch_that_carries_launcher_motors_is_judged_at_stall() {
    let mut build = demo("shuttlecock-launcher");
    build["options"][0]["wiring"]["runs"][0]["switch_a"] = json!(15);
    let small = check(&build, "wire.switch").unwrap();
    assert_eq!(small.verdict, Verdict::Fail);
    // Stalled the motors take far more than at work.
    assert!(small.demand.unwrap() > 50.0 && small.because.contains("relay"), "{}", small.because);
}

#[test]
fn what_people_typed_is_no_markup() {
    let mut build = demo("hillside-harvest-cart");
    build["name"] = json!("<script>alert(1)</script>");
    build["options"][0]["wiring"]["runs"][0]["name"] = json!("a & b <i>");
    let title = Title { day: "2026-11-26".to_owned(), revision: Some(3) };
    let text = sheet(&read(&build), 0, &title, &|| true).unwrap();
    assert!(!text.contains("<script") && !text.contains("<i>"));
    assert!(text.contains("&lt;script&gt;") && text.contains("a &amp; b &lt;i&gt;"));
}

#[rstest]
#[case::shared_brushless(&[("/options/0/drives/0/motors_per_channel", json!(2))], "one_controller_each", Some(LoomWeight::Wrong))]
#[case::two_regulators(&[("/options/0/wiring/regulators", json!(2))], "one_regulator", Some(LoomWeight::Wrong))]
#[case::no_regulator(&[("/options/0/wiring/regulators", json!(0))], "no_regulator", Some(LoomWeight::Wrong))]
#[case::one_regulator(&[], "one_regulator", None)]
#[case::servos_on_a_y_lead(&[("/options/0/wiring/servos", json!(2)), ("/options/0/wiring/signal_split", json!(true))], "servo_y_lead", Some(LoomWeight::Risky))]
#[case::servos_apart(&[("/options/0/wiring/servos", json!(2))], "servo_y_lead", None)]
#[case::packs_in_series(&[("/options/0/battery/packs_series", json!(2))], "series_packs", Some(LoomWeight::Mind))]
#[case::packs_side_by_side(&[("/options/0/battery/packs_parallel", json!(2))], "parallel_packs", Some(LoomWeight::Risky))]
#[case::spark(&[("/options/0/wiring/main_switch", json!("switch"))], "precharge", Some(LoomWeight::Risky))]
#[case::no_spark(&[], "precharge", None)]
#[case::board_and_braking(&[], "board_and_braking", Some(LoomWeight::Risky))]
#[case::nothing_takes_it_off(&[("/options/0/wiring/main_switch", Value::Null)], "main_switch", Some(LoomWeight::Risky))]
#[case::neither_board_nor_alarm(&[("/options/0/battery/bms_limit_a", Value::Null)], "alarm", Some(LoomWeight::Risky))]
fn what_hangs_on_what_is_judged(#[case] set: &[(&str, Value)], #[case] code: &str, #[case] weight: Option<LoomWeight>) {
    let mut build = demo("tracking-shot-dolly-board");
    for (pointer, value) in set {
        let (parent, key) = pointer.rsplit_once('/').unwrap();
        let parent = build.pointer_mut(parent).unwrap().as_object_mut().unwrap();
        if value.is_null() {
            parent.remove(key);
        } else {
            parent.insert(key.to_owned(), value.clone());
        }
    }
    let build = read(&build);
    let found = findings(&build, &build.options[0]);
    assert_eq!(found.iter().find(|finding| finding.code == code).map(|finding| finding.weight), weight, "{found:#?}");
}

#[test]
fn settings_keep_to_what_the_weakest_part_stands() {
    let mut build = demo("tracking-shot-dolly-board");
    let shop = workshop(&read(&build), 0, &|| true).unwrap();
    let value = |shop: &ypsidyne_core::workshop::Workshop, name: &str| {
        shop.settings.iter().find(|setting| setting.name == name).map(|setting| setting.value.clone())
    };
    assert_eq!(value(&shop, "motor current, most").as_deref(), Some("55 A"));
    assert_eq!(value(&shop, "cut-off ends").as_deref(), Some("30 V"));
    assert_eq!(value(&shop, "motor poles").as_deref(), Some("14"));
    // 0.5 C of 10 Ah comes back at most.
    assert_eq!(value(&shop, "braking, battery current").as_deref(), Some("-5 A"));
    let controller = build["options"][0]["drives"][0]["controller"].as_object_mut().unwrap();
    controller.remove("motor_current_limit_a");
    let open = workshop(&read(&build), 0, &|| true).unwrap();
    // The motor's 75 A for a moment, a tenth kept.
    assert_eq!(value(&open, "motor current, most").as_deref(), Some("67.5 A"));
}

#[test]
fn the_first_power_up_names_what_this_build_should_show() {
    for demo in demo::BUILDS {
        let build = Build::from_json(demo.json).unwrap();
        for place in 0..build.options.len() {
            let steps = workshop(&build, place, &|| true).unwrap().power_up;
            let mut keys: Vec<&str> = steps.iter().map(|step| step.key.as_str()).collect();
            for step in &steps {
                if let Some(reading) = &step.reading {
                    assert!(reading.from <= reading.about && reading.about <= reading.to, "{}: {step:?}", demo.slug);
                }
            }
            let count = keys.len();
            keys.sort_unstable();
            keys.dedup();
            assert_eq!(keys.len(), count, "{}: every step has its own name", demo.slug);
        }
    }
    let build = read(&demo("tracking-shot-dolly-board"));
    let steps = workshop(&build, 0, &|| true).unwrap().power_up;
    let place = |key: &str| steps.iter().position(|step| step.key == key).unwrap();
    assert!(place("poles") < place("weak_source") && place("weak_source") < place("no_load.wheels"));
    assert!(place("guarded.wheels") < place("direction.wheels") && place("failsafe") < place("heat.wheels.2"));
    let heat = |key: &str| steps[place(key)].reading.as_ref().unwrap().about;
    assert!(heat("heat.wheels.2") < heat("heat.wheels.5") && heat("heat.wheels.5") < heat("heat.wheels.15"));
}

#[test]
fn shots_blades_brakes_mounts_and_failsafes_are_judged_for_people() {
    // 5.2 g at 24 m/s on a face of 27 mm: 1.498 J, 2616 J/m² against 2500 for toys (ASTM F963-17 4.21): no toy, but no fault.
    // That is what a controller holds, or wheels that slip on it; on a plain switch the wheels run faster and so does the shot.
    let mut launcher = demo("shuttlecock-launcher");
    let energy = |speed_m_s: f64| 0.5 * 0.0052 * speed_m_s.powi(2) / (std::f64::consts::FRAC_PI_4 * 0.027 * 0.027);
    let thrown = launcher["job"]["drives"][0]["load"]["projectile"].as_object_mut().unwrap();
    thrown.remove("grip_speed_m_s");
    let shot = check(&launcher, "safety.projectile_energy").unwrap();
    let full = evaluate(&read(&launcher)).options[0].drives[0].cases[1].output_rpm.unwrap();
    let target = launcher["job"]["drives"][0]["load"]["target_rpm"].as_f64().unwrap();
    assert!(full > 1.2 * target);
    assert_relative_eq!(shot.demand.unwrap(), energy(24.0 * full / target), max_relative = 1e-9);
    assert_eq!((shot.class, shot.verdict), (CheckClass::Caution, Verdict::Tight));
    launcher["job"]["drives"][0]["load"]["projectile"]["grip_speed_m_s"] = json!(24);
    let held = check(&launcher, "safety.projectile_energy").unwrap();
    assert_relative_eq!(held.demand.unwrap(), energy(24.0), max_relative = 1e-9);

    // Against a brake alone the blade stands after J·Δω/T; air and bearings only help.
    let mut mower = demo("meadow-strip-mower");
    let stop = check(&mower, "safety.blade_stop").unwrap();
    let rad_s = 68.0 / 0.21;
    let inertia = 0.012 + 0.0004;
    assert!(stop.demand.unwrap() < 0.97 * inertia * rad_s / 2.0, "{}", stop.because);
    mower["job"]["drives"][0]["load"].as_object_mut().unwrap().remove("brake_torque_nm");
    assert_eq!(check(&mower, "safety.blade_stop").unwrap().verdict, Verdict::Fail);
    mower["job"]["drives"][0]["load"].as_object_mut().unwrap().remove("inertia_kg_m2");
    assert_eq!(check(&mower, "safety.blade_stop").unwrap().verdict, Verdict::Unknown);

    let mut ride = demo("tracking-shot-dolly-board");
    assert!(check(&ride, "safety.no_brake").is_none());
    ride["options"][0]["drives"][0]["controller"]["can_brake"] = json!(false);
    assert_eq!(check(&ride, "safety.no_brake").unwrap().verdict, Verdict::Fail);
    ride["options"][0]["drives"][0]["controller"]["failsafe_throttle"] = json!(0.2);
    let runs_away = check(&ride, "safety.failsafe").unwrap();
    assert_eq!(runs_away.verdict, Verdict::Fail);
    assert!(runs_away.because.contains("holds 20 % throttle, and it runs at") && runs_away.because.contains("km/h"));
    ride["options"][0]["drives"][0]["mount_material"] = json!("pla");
    let mount = check(&ride, "safety.hot_surface").unwrap();
    assert_eq!(mount.limit, Some(50.0));
    ride["options"][0]["drives"][0]["mount_material"] = json!("metal");
    assert!(check(&ride, "safety.hot_surface").is_none());
}

#[test]
fn every_demo_build_has_a_sheet_with_all_its_sections() {
    for demo in demo::BUILDS {
        let build = Build::from_json(demo.json).unwrap();
        let title = Title { day: "2026-11-26".to_owned(), revision: None };
        let text = sheet(&build, chosen(&build), &title, &|| true).unwrap();
        for id in [
            "job",
            "decision",
            "power",
            "verdict",
            "parts",
            "wiring",
            "mechanics",
            "charging",
            "power-up",
            "cautions",
            "figures",
        ] {
            assert!(text.contains(&format!("<section id=\"{id}\">")), "{}: {id}", demo.slug);
        }
        // It stands alone.
        assert!(
            !text.contains("http://") || text.matches("http").count() == text.matches("http://www.w3.org/").count()
        );
        assert!(!text.contains("NaN") && !text.contains("inf "), "{}", demo.slug);
        assert_eq!(text.matches("<table>").count(), text.matches("</table>").count());
    }
    assert!(
        sheet(&read(&demo("hillside-harvest-cart")), 9, &Title { day: String::new(), revision: None }, &|| true)
            .is_none()
    );
}

#[test]
fn ticks_of_the_first_power_up_stand_in_the_document_and_on_the_sheet() {
    let mut build = demo("hillside-harvest-cart");
    build["options"][0]["power_up"] = json!([{ "step": "pack", "at": "2026-11-20T10:00:00Z", "reading": 25.4 }, { "step": "looked_over", "at": "2026-11-20T09:50:00Z" }]);
    let build = read(&build);
    let again = read(&serde_json::to_value(&build).unwrap());
    assert_eq!(again, build);
    let text = sheet(&build, 0, &Title { day: String::new(), revision: None }, &|| true).unwrap();
    assert_eq!(text.matches("<li class=\"done\">").count(), 2);
    assert!(text.contains("read 25.4"));
}

#[test]
fn a_short_is_bounded_by_the_pack_and_burns_in_adiabatic_time() {
    let build = read(&board(json!({ "awg": 12, "insulation": "pvc" })));
    let run = &judged(&build.job, &build.options[0])[0];
    // 10 cells of 4.2 V over 10 x 6.5 mΩ and 2 x 0.35 m of 12 AWG.
    let amperes = 42.0 / (0.065 + 0.7 * 5.210_8e-3);
    assert_relative_eq!(run.short_a.unwrap(), amperes, max_relative = 1e-3);
    // k = 115 A·√s/mm² for PVC from 70 to 160 °C (IEC 60364-5-54).
    let seconds = (115.0 * 3.3088 / amperes) * (115.0 * 3.3088 / amperes);
    assert_relative_eq!(run.short_s.unwrap(), seconds, max_relative = 5e-3);
}

#[test]
fn a_thin_lead_of_a_motor_burns_in_a_jam_and_the_suggested_one_does_not() {
    let mut build = demo("hillside-harvest-cart");
    // 20 AWG carries the steady current with ease; the 40 A that the controller lets through in a jam are another matter.
    build["options"][0]["wiring"]["runs"][1]["awg"] = json!(20);
    assert_eq!(check(&build, "wire.temperature").unwrap().verdict, Verdict::Ok, "its wheels slip before that");
    build["job"]["drives"][0]["can_jam"] = json!(true);
    let found = check(&build, "wire.temperature").unwrap();
    assert_eq!(found.verdict, Verdict::Fail);
    assert!(
        found.because.starts_with("Not the work but a jam: it sends 40 A through controller to motors"),
        "{}",
        found.because
    );
    let runs = judged_runs(&build);
    let run = &runs[1];
    assert!(run.copper_c.unwrap() < run.limit_c && run.jam_c.unwrap() > run.limit_c && run.jam_s.unwrap() < 10.0);
    // By hand: T = (234.5 + T0)·exp((I/S)²·t/c) − 234.5, c = 226² from k = 226·√ln(…) (IEC 60364-5-54, annex A).
    let area_mm2 = awg_area_mm2(20.0);
    let by_hand =
        (234.5 + run.copper_c.unwrap()) * ((40.0 / area_mm2).powi(2) * 10.0 / 226.0_f64.powi(2)).exp() - 234.5;
    assert_relative_eq!(run.jam_c.unwrap(), by_hand, max_relative = 0.02);

    build["options"][0]["wiring"]["runs"][1]["awg"] = json!(run.awg_suggested.unwrap());
    let runs = judged_runs(&build);
    assert!(runs[1].jam_c.unwrap() <= runs[1].limit_c);
    assert_ne!(check(&build, "wire.temperature").unwrap().verdict, Verdict::Fail);
    // The battery's lead has a fuse: a jam is not its matter.
    assert_eq!(runs[0].jam_c, None);
}

#[test]
fn where_nothing_flows_no_gauge_and_no_fuse_is_suggested() {
    let build = demo("millrace-generator");
    let option = &read(&build).options[1];
    for run in judged(&read(&build).job, option) {
        assert_eq!((run.steady_a, run.awg_suggested, run.fuse_suggested_a), (Some(0.0), None, None), "{}", run.name);
    }
}

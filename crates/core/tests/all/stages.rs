//! Stages in a build: what goes through them, how they are judged, the map of teeth and the ratio needed.

use approx::assert_relative_eq;
use rstest::rstest;
use serde_json::{Value, json};
use ypsidyne_core::Case;
use ypsidyne_core::document::Build;
use ypsidyne_core::evaluation::checks::CheckCode;
use ypsidyne_core::evaluation::checks::{Check, Verdict};
use ypsidyne_core::evaluation::gearing::stages::PeakBy;
use ypsidyne_core::evaluation::{OptionEvaluation, evaluate_option};
use ypsidyne_core::library::demo;
use ypsidyne_core::variants::ratio_needed::{nearest_pairs, ratio_needed};
use ypsidyne_core::variants::tooth_map::tooth_grid;
use ypsidyne_testkit::{check, first_option, with as put};

fn dolly() -> Value {
    let demo = demo::BUILDS.iter().find(|demo| demo.json.contains("dolly")).expect("the board is among the demos");
    serde_json::from_str(demo.json).expect("it reads")
}

fn with(pointer: &str, value: Value) -> OptionEvaluation {
    first_option(&put(dolly(), pointer, value))
}

fn spur(module_mm: f64, driven: Value) -> Value {
    let mut stage = json!({
        "kind": "spur", "driver_teeth": 20, "driven_teeth": 50, "module_mm": module_mm, "face_width_mm": 15,
        "material": "hardened steel",
    });
    for (key, value) in driven.as_object().expect("members") {
        stage[key] = value.clone();
    }
    stage
}

const GEARING: &str = "/options/0/drives/0/gearing";

/// 32 DP and module 0.8 differ by 0.79 %: close, and they do not mesh (ISO 54 against DP).
#[rstest]
#[case::inch_on_metric(0.8, json!({ "driven_diametral_pitch": 32 }), Verdict::Fail)]
#[case::far_off(0.5, json!({ "driven_diametral_pitch": 48 }), Verdict::Fail)]
#[case::too_close(1.5, json!({ "centre_distance_mm": 52.3 }), Verdict::Fail)]
#[case::right(1.5, json!({ "centre_distance_mm": 52.55 }), Verdict::Ok)]
fn wheels_mesh_only_with_one_pitch_and_the_right_distance(
    #[case] module_mm: f64,
    #[case] driven: Value,
    #[case] verdict: Verdict,
) {
    let result = with(GEARING, json!([spur(module_mm, driven)]));
    let mesh = check(&result, "gearing.mesh");
    assert_eq!(mesh.verdict, verdict, "{}", mesh.because);
}

#[rstest]
#[case::goes_on(8.0, Verdict::Ok)]
#[case::too_small(6.35, Verdict::Fail)]
#[case::wants_a_sleeve(10.0, Verdict::Fail)]
fn a_bore_goes_on_its_shaft_or_not(#[case] bore_mm: f64, #[case] verdict: Verdict) {
    let result = with("/options/0/drives/0/gearing/0/driver_bore_mm", json!(bore_mm));
    assert_eq!(check(&result, "gearing.bore").verdict, verdict);
}

#[rstest]
#[case("gearing.bore", "/options/0/drives/0/gearing/0/driver_bore_mm")]
#[case("gearing.belt_tension", "/options/0/drives/0/gearing/0/width_mm")]
#[case("gearing.teeth_in_mesh", "/options/0/drives/0/gearing/0/belt_teeth")]
#[case("motor.rim_speed", "/options/0/drives/0/motor/rotor_diameter_mm")]
#[case("motor.shaft", "/options/0/drives/0/motor/shaft_diameter_mm")]
#[case("fit.battery", "/options/0/battery/size_mm")]
#[case("fit.controller", "/options/0/drives/0/controller/size_mm")]
fn what_is_not_given_is_unknown_and_never_ok(#[case] code: &str, #[case] pointer: &str) {
    let result = with(pointer, Value::Null);
    let seen = check(&result, code);
    assert_eq!(seen.verdict, Verdict::Unknown, "{}", seen.because);
    assert!(seen.because.starts_with("No"), "it says what is missing: {}", seen.because);
}

/// The force at the teeth times the pitch radius is the torque; the wheel sees the ratio times the efficiency more.
#[test]
fn force_and_torque_go_through_the_stages() {
    let second =
        json!({ "kind": "chain", "driver_teeth": 12, "driven_teeth": 24, "pitch_mm": 6.35, "efficiency": 0.9 });
    let mut json = dolly();
    let first = json.pointer(GEARING).expect("stages")[0].clone();
    json.pointer_mut("/options/0/drives/0").expect("a drive")["gearing"] = json!([first, second]);
    let build = Build::from_value(&json).expect("it reads");
    let result = evaluate_option(&build.job, &build.options[0], 0);
    let [belt, chain] = &result.drives[0].stages[..] else { panic!("two stages") };
    let pair = belt.pair.as_ref().expect("teeth and pitch are given");
    let (peak, force) = (belt.load.peak_torque_nm.expect("it can stall"), pair.peak_force_n.expect("so a force"));
    assert_relative_eq!(force * pair.driver_mm / 2000.0, peak, max_relative = 1e-12);
    let through = belt.ratio * 0.95;
    assert_relative_eq!(chain.load.peak_torque_nm.expect("a torque"), peak * through, max_relative = 1e-9);
    assert_relative_eq!(chain.load.driver_rpm, belt.load.driver_rpm / belt.ratio, max_relative = 1e-9);
    let codes: Vec<_> = result.checks.iter().filter_map(|check| Some((check.code, check.stage?))).collect();
    assert!(codes.contains(&(CheckCode::GearingBeltTension, 0)) && codes.contains(&(CheckCode::GearingChainLoad, 1)));
}

#[test]
fn slipping_wheels_spare_the_belt() {
    let result = with("/job/drives/0/load/friction", json!(0.05));
    let load = result.drives[0].stages[0].load;
    assert_eq!(load.peak_by, PeakBy::Slip);
    let free = with("/job/drives/0/load/friction", json!(2.0));
    assert_eq!(free.drives[0].stages[0].load.peak_by, PeakBy::Stall);
    assert!(load.peak_torque_nm < free.drives[0].stages[0].load.peak_torque_nm);
}

#[test]
fn a_slip_clutch_lets_go_before_the_gearbox_breaks() {
    let demo = demo::BUILDS.iter().find(|demo| demo.json.contains("harvest cart")).expect("the cart");
    let mut json: Value = serde_json::from_str(demo.json).expect("it reads");
    let jam = |json: &Value| {
        let build = Build::from_value(json).expect("it reads");
        let result = evaluate_option(&build.job, &build.options[0], 0);
        check(&result, "gearing.gearbox_jam").clone()
    };
    assert!(jam(&json).utilisation > Some(1.0));
    json.pointer_mut("/options/0/drives/0/motor/gearbox").expect("a gearbox")["slip_clutch_nm"] = json!(30);
    let spared = jam(&json);
    assert_eq!((spared.demand, spared.verdict), (Some(30.0), Verdict::Ok));
}

/// The map's cell of the pair in use is the build itself; every cell is the build with that pair.
#[test]
fn the_map_says_what_the_build_would_do() {
    let build = Build::from_value(&dolly()).expect("it reads");
    let (driver, driven): (Vec<u32>, Vec<u32>) = ((14..20).collect(), (36..46).collect());
    let grid = tooth_grid(&build, 0, 0, 0, &driver, &driven).expect("the stage is there");
    assert_eq!(grid.verdict.len(), driver.len() * driven.len());
    for (place, (few, many)) in
        driver.iter().flat_map(|few| driven.iter().map(move |many| (*few, *many))).enumerate().step_by(7)
    {
        let mut json = dolly();
        let stage = json.pointer_mut("/options/0/drives/0/gearing/0").expect("a stage");
        stage["driver_teeth"] = json!(few);
        stage["driven_teeth"] = json!(many);
        if (few, many) != (16, 40) {
            stage["belt_teeth"] = Value::Null;
        }
        let changed = Build::from_value(&json).expect("it reads");
        let result = evaluate_option(&changed.job, &changed.options[0], 0);
        assert_eq!(grid.worst_utilisation[place], result.weakest().and_then(|check| check.utilisation), "{few}:{many}");
        assert_eq!(grid.verdict[place], result.verdict);
        assert_relative_eq!(grid.ratio[place], f64::from(many) / f64::from(few), max_relative = 1e-12);
    }
    assert!(tooth_grid(&build, 0, 0, 7, &driver, &driven).is_none());
    assert!(tooth_grid(&build, 9, 0, 0, &driver, &driven).is_none());
}

#[test]
fn the_largest_ratio_just_reaches_the_target_and_a_little_more_does_not() {
    let build = Build::from_value(&dolly()).expect("it reads");
    let needed = ratio_needed(&build, 0, 0, 0, &[14, 15, 16], &[36, 40, 44, 60]).expect("the stage is there");
    let largest = needed.largest.expect("the target can be reached");
    let reaches = |ratio: f64| {
        let mut json = dolly();
        let stage = json.pointer_mut("/options/0/drives/0/gearing/0").expect("a stage");
        for key in ["driver_teeth", "driven_teeth", "belt_teeth"] {
            stage[key] = Value::Null;
        }
        stage["ratio"] = json!(ratio);
        let build = Build::from_value(&json).expect("it reads");
        let result = evaluate_option(&build.job, &build.options[0], 0);
        let target =
            result.drives[0].cases.iter().find(|case| case.case == Case::Target && case.state_of_charge == 0.5);
        target.expect("half charge is computed").feasible
    };
    assert!(reaches(largest) && !reaches(largest * 1.002));
    let smallest = needed.smallest.expect("it can climb");
    assert!(smallest < needed.now && needed.now < largest);
    assert!(needed.pairs.iter().take(1).all(|pair| pair.ratio <= largest));
}

#[test]
fn nearest_pairs_are_the_nearest() {
    let all: Vec<u32> = (10..=60).collect();
    let pairs = nearest_pairs(2.4, &all, &all);
    assert!(pairs[..4].iter().all(|pair| pair.off.abs() < 1e-9), "four pairs are exactly 2.4: {pairs:?}");
    assert_eq!((pairs[0].driver_teeth, pairs[0].driven_teeth), (25, 60));
    // Common practice: pulleys of 15 and 36 gear down by 2.4.
    assert!(nearest_pairs(2.4, &[15], &[36])[0].off.abs() < 1e-12);
}

/// Advice names what a maker would name, and only where it is so.
#[rstest]
#[case::undercut(json!({ "kind": "spur", "driver_teeth": 12, "driven_teeth": 40, "module_mm": 1 }), "undercut", true)]
#[case::no_undercut(json!({ "kind": "spur", "driver_teeth": 18, "driven_teeth": 40, "module_mm": 1 }), "undercut", false)]
#[case::rare_module(json!({ "kind": "spur", "driver_teeth": 18, "driven_teeth": 40, "module_mm": 1.7 }), "ISO 54", true)]
#[case::usual_module(json!({ "kind": "spur", "driver_teeth": 18, "driven_teeth": 40, "module_mm": 1.5 }), "ISO 54", false)]
#[case::inch_pitch(json!({ "kind": "spur", "driver_teeth": 18, "driven_teeth": 40, "diametral_pitch": 20 }), "ISO 54", false)]
#[case::sharp_bend(json!({ "kind": "belt", "driver_teeth": 11, "driven_teeth": 40, "pitch_mm": 5, "width_mm": 15 }), "bends", true)]
#[case::wrong_length(
    json!({ "kind": "belt", "driver_teeth": 16, "driven_teeth": 40, "pitch_mm": 5, "width_mm": 15, "belt_teeth": 72, "centre_distance_mm": 100 }),
    "wants the shafts 108 mm apart", true
)]
#[case::rough_chain(json!({ "kind": "chain", "driver_teeth": 9, "driven_teeth": 40, "pitch_mm": 6.35 }), "rough", true)]
#[case::smooth_chain(json!({ "kind": "chain", "driver_teeth": 19, "driven_teeth": 40, "pitch_mm": 6.35 }), "swing", false)]
#[case::guard(json!({ "kind": "chain", "driver_teeth": 19, "driven_teeth": 40, "pitch_mm": 6.35 }), "fingers", true)]
#[case::holding_worm(json!({ "kind": "worm", "ratio": 2.5, "efficiency": 0.45 }), "holds by itself", true)]
#[case::free_worm(json!({ "kind": "worm", "ratio": 2.5, "efficiency": 0.8 }), "does not hold by itself", true)]
#[case::worm_by_its_angle(json!({ "kind": "worm", "ratio": 2.5, "efficiency": 0.8, "lead_angle_deg": 10 }), "about 77 % comes through", true)]
fn advice_is_given_where_it_is_due(#[case] stage: Value, #[case] words: &str, #[case] said: bool) {
    let result = with(GEARING, json!([stage]));
    let advice = &result.drives[0].stages[0].advice;
    assert_eq!(advice.iter().any(|line| line.contains(words)), said, "{advice:?}");
}

/// Work, jam and their limits: the larger of the two decides, and the sentence says which.
#[test]
fn a_chain_is_judged_by_the_worse_of_jam_and_work() {
    let chain = |limit: f64| json!([{ "kind": "chain", "driver_teeth": 11, "driven_teeth": 28, "pitch_mm": 6.35, "permissible_tension_n": limit }]);
    let result = with(GEARING, chain(500.0));
    let pair = result.drives[0].stages[0].pair.clone().expect("teeth and pitch are given");
    let seen = check(&result, "gearing.chain_load");
    let (jam, work) = (pair.peak_force_n.expect("it stalls") / 2.0, pair.running_force_n.expect("it works"));
    assert_relative_eq!(seen.demand.expect("a number"), jam.max(work), max_relative = 1e-9);
    assert_eq!(seen.limit, Some(500.0));
    assert_eq!(seen.because.contains("jams"), jam > work, "{}", seen.because);
}

/// The weakest of both wheels decides: an acetal wheel on a steel pinion, not the pinion.
#[test]
fn the_weaker_wheel_of_a_pair_decides() {
    let stage = json!([{ "kind": "spur", "driver_teeth": 20, "driven_teeth": 50, "module_mm": 1.5, "face_width_mm": 12,
        "material": "hardened steel", "driven_material": "acetal" }]);
    let mixed = with(GEARING, stage);
    let seen = check(&mixed, "gearing.bending");
    assert_eq!(seen.limit, Some(35.0));
    assert!(seen.because.contains("wheel of 50 teeth (acetal)"), "{}", seen.because);
    let unknown = with(
        GEARING,
        json!([{ "kind": "spur", "driver_teeth": 20, "driven_teeth": 50, "module_mm": 1.5,
        "face_width_mm": 12, "material": "unobtainium" }]),
    );
    assert_eq!(check(&unknown, "gearing.bending").verdict, Verdict::Unknown);
}

/// A thicker shaft stands more, with the third power; a hardened one 300/117 as much; a heavy machine is told of 5 mm.
#[test]
fn a_shaft_is_judged_by_its_thickness_and_hardness() {
    let of = |diameter: f64| {
        let result = with("/options/0/drives/0/motor/shaft_diameter_mm", json!(diameter));
        check(&result, "motor.shaft").clone()
    };
    let (thick, thin) = (of(8.0), of(4.0));
    assert_relative_eq!(thin.demand.expect("a number") / thick.demand.expect("a number"), 8.0, max_relative = 1e-9);
    assert!(thin.because.contains("5 mm or more") && !thick.because.contains("5 mm or more"));
    let hard = with("/options/0/drives/0/motor/shaft_hardened", json!(true));
    let hard = check(&hard, "motor.shaft");
    assert_relative_eq!(
        hard.utilisation.expect("a number"),
        thick.utilisation.expect("a number") * 117.0 / 300.0,
        max_relative = 1e-9
    );
}

/// Two stages of one kind are two checks, told apart by their place, and each finds its own remedies.
#[test]
fn two_stages_of_a_kind_are_judged_apart() {
    let belt = |width: f64| json!({ "kind": "belt", "driver_teeth": 16, "driven_teeth": 25, "pitch_mm": 5, "width_mm": width });
    let mut json = dolly();
    json.pointer_mut("/options/0/drives/0").expect("a drive")["gearing"] = json!([belt(15.0), belt(9.0)]);
    let build = Build::from_value(&json).expect("it reads");
    let result = evaluate_option(&build.job, &build.options[0], 0);
    let tension: Vec<&Check> = result.checks.iter().filter(|check| check.code == "gearing.belt_tension").collect();
    let mut places: Vec<_> = tension.iter().filter_map(|check| check.stage).collect();
    places.sort_unstable();
    assert_eq!(places, [0, 1]);
    let second = tension.iter().find(|check| check.stage == Some(1)).expect("the second belt");
    assert_eq!(second.verdict, Verdict::Fail, "{}", second.because);
    assert!(second.because.starts_with("Stage 2: "), "{}", second.because);
    let offered =
        ypsidyne_core::variants::remedies::remedies(&build, 0, second.code, second.drive.as_deref(), second.stage);
    assert!(offered.iter().any(|remedy| remedy.pointer.contains("/gearing/1")), "{offered:#?}");
    let sums = ypsidyne_core::evaluation::workings::sums(&build.job, &build.options[0], 0);
    assert!(sums.iter().any(|sum| sum.id == "check.gearing.belt_tension.2"));
}

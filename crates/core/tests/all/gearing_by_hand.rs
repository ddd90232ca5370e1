//! Checks of gearing, shaft and room on a rig that can be worked out by hand.
//!
//! One lithium polymer cell without resistance, 4.2 V full, on a plain switch; a loss-free motor of 100 rpm/V and 1 Ω.
//! Held still it takes 4.2 A and pushes 4.2·60/(2π·100) = 0.40107 N·m; spinning free it turns 420 rpm.

use std::f64::consts::PI;

use approx::assert_relative_eq;
use rstest::rstest;
use serde_json::{Value, json};
use ypsidyne_core::document::Build;
use ypsidyne_core::evaluation::checks::{Check, Verdict};
use ypsidyne_core::evaluation::{OptionEvaluation, evaluate_option};

/// Stall torque of the rig, N·m.
const STALL_NM: f64 = 4.2 * 60.0 / (2.0 * PI * 100.0);
/// Speed of the rig spinning free with a full cell, rpm.
const FREE_RPM: f64 = 420.0;

struct Rig {
    motor: Value,
    gearing: Value,
    job: Value,
    battery: Value,
    space: Value,
}

impl Default for Rig {
    fn default() -> Self {
        Self { motor: json!({}), gearing: json!([]), job: json!({}), battery: json!({}), space: Value::Null }
    }
}

fn merged(mut base: Value, more: &Value) -> Value {
    for (key, value) in more.as_object().expect("members") {
        base[key] = value.clone();
    }
    base
}

impl Rig {
    fn evaluated(&self) -> OptionEvaluation {
        let mut job_drive = json!({
            "name": "it", "load": { "kind": "constant_torque", "torque_nm": 0.01, "target_rpm": 10 },
        });
        if !self.space.is_null() {
            job_drive["motor_space"] = self.space.clone();
        }
        let motor = merged(
            json!({ "kind": "brushed", "kv_rpm_per_v": 100, "resistance_ohm": 1, "no_load_current_a": 0, "no_load_voltage_v": 12 }),
            &self.motor,
        );
        let battery = merged(
            json!({ "chemistry": "lipo", "cells_series": 1, "capacity_ah": 10, "cell_resistance_ohm": 0 }),
            &self.battery,
        );
        let document = json!({
            "format": "ypsidyne.build/1", "name": "rig", "job": merged(json!({ "drives": [job_drive] }), &self.job),
            "options": [{ "name": "A", "battery": battery,
                "drives": [{ "drive": "it", "motor": motor, "gearing": self.gearing }] }],
        });
        let build = Build::from_value(&document).unwrap_or_else(|problems| panic!("{problems:#?}"));
        evaluate_option(&build.job, &build.options[0], 0)
    }

    fn check(&self, code: &str) -> Check {
        let result = self.evaluated();
        let found = result.checks.into_iter().find(|check| check.code == code);
        found.unwrap_or_else(|| panic!("{code} is judged"))
    }
}

fn belt(more: &Value) -> Value {
    let base = json!({ "kind": "belt", "driver_teeth": 20, "driven_teeth": 40, "pitch_mm": 5, "width_mm": 9 });
    json!([merged(base, more)])
}

/// 20 teeth of 5 mm are 31.831 mm across: 0.40107 N·m pull with 2·0.40107/0.031831 = 25.2 N, of 18 N for each of 9 mm.
#[test]
fn a_belt_pulls_with_twice_the_torque_over_the_pitch_diameter() {
    let seen = Rig { gearing: belt(&json!({})), ..Rig::default() }.check("gearing.belt_tension");
    let force = 2.0 * STALL_NM / (0.020 * 5.0 / PI);
    // A jam passes: for a moment a belt takes twice what it takes continuously (common practice).
    assert_relative_eq!(seen.demand.expect("a number"), force / 2.0, max_relative = 1e-9);
    assert_relative_eq!(force, 25.2, max_relative = 1e-3);
    assert_relative_eq!(seen.limit.expect("a number"), 9.0 * 18.0, max_relative = 1e-12);
}

/// At 60 mm between pulleys of 10 and 40 teeth, 5 mm: γ = asin(23.873/60) = 0.409, so the smaller holds 10(π − 2γ)/2π = 3.7
/// teeth. Each of the three that lack to six takes a fifth of the rating.
#[rstest]
#[case::far_apart(json!({ "centre_distance_mm": 400 }), 1.0)]
#[case::near(json!({ "driver_teeth": 10, "centre_distance_mm": 60 }), 0.4)]
fn few_teeth_in_mesh_take_from_the_rating(#[case] more: Value, #[case] factor: f64) {
    let rig = Rig { gearing: belt(&more), ..Rig::default() };
    assert_relative_eq!(
        rig.check("gearing.belt_tension").limit.expect("a number"),
        162.0 * factor,
        max_relative = 1e-9
    );
    let teeth = more["driver_teeth"].as_f64().unwrap_or(20.0);
    let centre = more["centre_distance_mm"].as_f64().expect("given");
    let lean = ((40.0 - teeth) * 5.0 / PI / 2.0 / centre).asin();
    let mesh = rig.check("gearing.teeth_in_mesh");
    assert_relative_eq!(mesh.limit.expect("a number"), teeth * (PI - 2.0 * lean) / (2.0 * PI), max_relative = 1e-9);
    assert_eq!(mesh.demand, Some(6.0));
}

/// A tension that is listed counts before the table, and a pitch that is in no table is unknown without one.
#[rstest]
#[case::listed(json!({ "permissible_tension_n": 40 }), Verdict::Ok)]
#[case::listed_and_enough_for_a_moment(json!({ "permissible_tension_n": 15 }), Verdict::Ok)]
#[case::listed_and_too_little(json!({ "permissible_tension_n": 12 }), Verdict::Fail)]
#[case::odd_pitch(json!({ "pitch_mm": 4.4 }), Verdict::Unknown)]
#[case::odd_pitch_listed(json!({ "pitch_mm": 4.4, "permissible_tension_n": 80 }), Verdict::Ok)]
fn a_listed_tension_counts_before_the_table(#[case] more: Value, #[case] verdict: Verdict) {
    let seen = Rig { gearing: belt(&more), ..Rig::default() }.check("gearing.belt_tension");
    assert_eq!(seen.verdict, verdict, "{}", seen.because);
}

/// Module 1, 20 teeth: 20 mm across, so 40.107 N at the teeth; σ = W/(b·m·Y) with Y 0.322 on 5 mm (Lewis).
#[rstest]
#[case::brass("brass", 50.0)]
#[case::acetal("acetal", 35.0)]
#[case::printed("printed PLA", 12.5)]
fn teeth_bend_by_lewis(#[case] material: &str, #[case] trusted: f64) {
    let stage = json!([{ "kind": "spur", "driver_teeth": 20, "driven_teeth": 60, "module_mm": 1, "face_width_mm": 5,
        "material": material }]);
    let seen = Rig { gearing: stage, ..Rig::default() }.check("gearing.bending");
    let stress = (2000.0 * STALL_NM / 20.0) / (5.0 * 1.0 * 0.322);
    assert_relative_eq!(seen.demand.expect("a number"), stress, max_relative = 1e-9);
    assert_eq!(seen.limit, Some(trusted));
    assert_eq!(seen.verdict, Verdict::of(stress / trusted));
}

/// 6.35 mm, 11 teeth: 22.539 mm across; a jam counts half against the working load of 3500/8 N.
#[test]
fn a_chain_in_a_jam_may_use_half_its_safety() {
    let stage = json!([{ "kind": "chain", "driver_teeth": 11, "driven_teeth": 33, "pitch_mm": 6.35 }]);
    let seen = Rig { gearing: stage, ..Rig::default() }.check("gearing.chain_load");
    let force = 2000.0 * STALL_NM / (6.35 / (PI / 11.0).sin());
    assert_relative_eq!(seen.demand.expect("a number"), force / 2.0, max_relative = 1e-9);
    assert_relative_eq!(seen.limit.expect("a number"), 437.5, max_relative = 1e-12);
}

/// A shaft of 3 mm without a wheel: 16T/πd³ = 75.66 MPa; with a pinion the tooth force bends it too.
#[test]
fn a_shaft_is_twisted_and_bent() {
    let motor = json!({ "shaft_diameter_mm": 3 });
    let twisted = Rig { motor: motor.clone(), ..Rig::default() }.check("motor.shaft");
    let torsion = 16.0 * STALL_NM * 1000.0 / (PI * 27.0);
    assert_relative_eq!(twisted.demand.expect("a number"), torsion, max_relative = 1e-9);
    assert_relative_eq!(torsion, 75.66, max_relative = 1e-3);
    let stage =
        json!([{ "kind": "spur", "driver_teeth": 20, "driven_teeth": 60, "module_mm": 1, "face_width_mm": 10 }]);
    let bent = Rig { motor, gearing: stage, ..Rig::default() }.check("motor.shaft");
    // Tooth force Wt/cos 20°, 5 mm of overhang and half of the face from the bearing.
    let moment = 2.0 * STALL_NM / 0.020 / (20.0_f64.to_radians()).cos() * 0.010;
    let both = torsion * (1.0 + (moment / STALL_NM).powi(2)).sqrt();
    assert_relative_eq!(bent.demand.expect("a number"), both, max_relative = 1e-9);
}

/// 50 mm at 420 rpm: π·0.05·7 = 1.0996 m/s, against the listed speed or √(40 MPa/7500 kg/m³) = 73.03 m/s.
#[rstest]
#[case::listed(json!({ "rotor_diameter_mm": 50, "max_speed_rpm": 840 }), PI * 0.05 * 14.0)]
#[case::assumed(json!({ "rotor_diameter_mm": 50 }), 73.029_674)]
fn the_rim_flies_with_the_speed_of_the_rotor(#[case] motor: Value, #[case] limit: f64) {
    let seen = Rig { motor, ..Rig::default() }.check("motor.rim_speed");
    assert_relative_eq!(seen.demand.expect("a number"), PI * 0.05 * FREE_RPM / 60.0, max_relative = 1e-6);
    assert_relative_eq!(seen.limit.expect("a number"), limit, max_relative = 1e-6);
}

/// A bore may be 0.05 mm wider than its shaft; 1/8 in is 3.175 mm.
#[rstest]
#[case::eighth_of_an_inch(3.175, 3.175, Verdict::Ok)]
#[case::reamed(3.2, 3.175, Verdict::Ok)]
#[case::three_on_an_eighth(3.0, 3.175, Verdict::Fail)]
#[case::five_on_an_eighth(5.0, 3.175, Verdict::Fail)]
#[case::five(5.0, 5.0, Verdict::Ok)]
fn a_bore_and_a_shaft_are_of_one_size(#[case] bore: f64, #[case] shaft: f64, #[case] verdict: Verdict) {
    let rig = Rig {
        motor: json!({ "shaft_diameter_mm": shaft }),
        gearing: belt(&json!({ "driver_bore_mm": bore })),
        ..Rig::default()
    };
    let seen = rig.check("gearing.bore");
    assert_eq!(seen.verdict, verdict, "{}", seen.because);
    assert!(seen.because.contains(&bore.to_string()) && seen.because.contains(&shaft.to_string()), "{}", seen.because);
}

/// m(z₁ + z₂)/2 = 40 mm for 20 and 60 teeth of module 1, give or take a tenth of the module.
#[rstest]
#[case::right(40.0, Verdict::Ok)]
#[case::a_little_far(40.08, Verdict::Ok)]
#[case::just_so(40.0999, Verdict::Ok)]
#[case::too_far(40.2, Verdict::Fail)]
#[case::too_close(39.85, Verdict::Fail)]
fn spur_gears_stand_where_they_mesh(#[case] centre: f64, #[case] verdict: Verdict) {
    let stage = json!([{ "kind": "spur", "driver_teeth": 20, "driven_teeth": 60, "module_mm": 1, "centre_distance_mm": centre }]);
    let seen = Rig { gearing: stage, ..Rig::default() }.check("gearing.mesh");
    assert_eq!(seen.verdict, verdict, "{}", seen.because);
    let how = match seen.fits {
        Some(true) => "they mesh",
        _ if centre < 40.0 => "mm too close, they bind",
        _ => "mm too far apart, they skip",
    };
    assert!(seen.because.contains(how), "{}", seen.because);
}

#[rstest]
#[case::fits(json!({ "diameter_mm": 37, "length_mm": 60 }), json!({}), Verdict::Ok)]
#[case::just_fits(json!({ "diameter_mm": 36, "length_mm": 50 }), json!({}), Verdict::Ok)]
#[case::too_wide(json!({ "diameter_mm": 35 }), json!({}), Verdict::Fail)]
#[case::too_long(json!({ "length_mm": 49 }), json!({}), Verdict::Fail)]
#[case::other_circle(json!({ "bolt_circle_mm": 19 }), json!({}), Verdict::Fail)]
#[case::near_enough_circle(json!({ "bolt_circle_mm": 25.2, "diameter_mm": 40 }), json!({}), Verdict::Ok)]
#[case::other_thread(json!({ "thread": "M4" }), json!({}), Verdict::Fail)]
#[case::thread_in_capitals(json!({ "thread": "m3", "diameter_mm": 40 }), json!({}), Verdict::Ok)]
#[case::thin_shaft(json!({ "shaft_diameter_mm": 5 }), json!({}), Verdict::Fail)]
#[case::thick_shaft(json!({ "shaft_diameter_mm": 3 }), json!({}), Verdict::Fail)]
#[case::unknown_length(json!({ "length_mm": 60 }), json!({ "can_length_mm": null }), Verdict::Unknown)]
#[case::unknown_mount(json!({ "bolt_circle_mm": 25, "diameter_mm": 40 }), json!({ "mount": null }), Verdict::Unknown)]
#[case::unknown_but_too_wide(json!({ "bolt_circle_mm": 25, "diameter_mm": 30 }), json!({ "mount": null }), Verdict::Fail)]
#[case::unknown_shaft(json!({ "shaft_diameter_mm": 3.175, "diameter_mm": 40 }), json!({ "shaft_diameter_mm": null }), Verdict::Unknown)]
fn a_motor_goes_into_its_place_or_not(#[case] space: Value, #[case] more: Value, #[case] verdict: Verdict) {
    let can = json!({ "can_diameter_mm": 36, "can_length_mm": 50, "shaft_diameter_mm": 3.175,
        "mount": { "bolt_circle_mm": 25, "thread": "M3" } });
    let seen = Rig { motor: merged(can, &more), space, ..Rig::default() }.check("fit.motor");
    assert_eq!(seen.verdict, verdict, "{}", seen.because);
}

#[rstest]
#[case::lying(json!({ "length_mm": 110, "width_mm": 45, "height_mm": 30 }), 1, Verdict::Ok)]
#[case::turned(json!({ "length_mm": 30, "width_mm": 110, "height_mm": 45 }), 1, Verdict::Ok)]
#[case::two_of_them(json!({ "length_mm": 110, "width_mm": 45, "height_mm": 60 }), 2, Verdict::Ok)]
#[case::three_do_not(json!({ "length_mm": 110, "width_mm": 45, "height_mm": 60 }), 3, Verdict::Fail)]
#[case::clear_of_the_ground(json!({ "length_mm": 110, "width_mm": 45, "height_mm": 30, "above_ground_mm": 90, "ground_clearance_mm": 60 }), 1, Verdict::Ok)]
#[case::too_near_the_ground(json!({ "length_mm": 110, "width_mm": 45, "height_mm": 30, "above_ground_mm": 80, "ground_clearance_mm": 60 }), 1, Verdict::Fail)]
fn packs_go_into_their_room_or_not(#[case] room: Value, #[case] packs: u32, #[case] verdict: Verdict) {
    let rig = Rig {
        job: json!({ "compartment": room }),
        battery: json!({ "packs_parallel": packs, "size_mm": { "length": 100, "width": 40, "height": 25 } }),
        ..Rig::default()
    };
    let seen = rig.check("fit.battery");
    assert_eq!(seen.verdict, verdict, "{}", seen.because);
    let plan = rig.evaluated().battery_fit.and_then(|fit| fit.packs).expect("a plan is drawn");
    assert_eq!(plan.tightest() <= 1.0, verdict == Verdict::Ok || seen.because.contains("ground"), "{plan:?}");
}

/// What nobody asked about is not judged: no room, no check; no stage, no mesh.
#[test]
fn what_is_not_asked_is_not_judged() {
    let codes: Vec<&str> = Rig::default().evaluated().checks.iter().map(|check| check.code.word()).collect();
    for code in ["fit.motor", "fit.battery", "fit.controller", "gearing.mesh", "gearing.bore", "gearing.belt_tension"] {
        assert!(!codes.contains(&code), "{code}");
    }
}

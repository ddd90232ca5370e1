//! Weak batteries: evaluation and runs follow one rule, so that a launch takes the time the verdict says, no run draws more than
//! the peak that wires and fuses are chosen by, and a hill that is held never fails its check.

use approx::assert_relative_eq;
use proptest::prelude::*;
use serde_json::{Value, json};
use ypsidyne_core::document::{Build, Simulation};
use ypsidyne_core::evaluation::checks::Verdict;
use ypsidyne_core::evaluation::envelope::envelopes;
use ypsidyne_core::evaluation::{OptionEvaluation, evaluate};
use ypsidyne_core::simulation::{Simulated, simulate};
use ypsidyne_core::{Case, Limit};
use ypsidyne_testkit::check;

/// A cart of 60 kg on ten lithium cells, at 20 °C so that a run begins with the resistance of the evaluation; the charge hardly
/// falls in a launch.
#[derive(Debug, Clone)]
struct Cart {
    cell_ohm: f64,
    motor_limit_a: Option<f64>,
    battery_limit_a: Option<f64>,
    friction: Option<f64>,
    grade_percent: f64,
    ratio: f64,
    idle_w: f64,
}

impl Cart {
    fn weak() -> Self {
        Self {
            cell_ohm: 0.15,
            motor_limit_a: Some(60.0),
            battery_limit_a: None,
            friction: Some(0.8),
            grade_percent: 0.0,
            ratio: 12.0,
            idle_w: 0.0,
        }
    }

    fn document(&self) -> Value {
        json!({
            "format": "ypsidyne.build/1", "name": "cart",
            "job": { "ambient_c": 20, "drives": [{ "name": "wheels", "load": {
                "kind": "vehicle", "base_mass_kg": 60, "rolling_resistance": 0.02, "drag_area_m2": 0.4, "target_speed_m_s": 1.5,
                "grade_percent": self.grade_percent, "climb_speed_m_s": 1, "friction": self.friction, "accelerate_s": 5
            } }] },
            "options": [{
                "name": "A",
                "battery": { "chemistry": "li_ion", "cells_series": 10, "capacity_ah": 5000, "continuous_c": 1, "cell_resistance_ohm": self.cell_ohm },
                "drives": [{
                    "drive": "wheels", "output": { "wheel_diameter_m": 0.2 },
                    "gearing": [{ "kind": "planetary", "ratio": self.ratio, "efficiency": 0.85 }],
                    "motor": { "kind": "brushed", "kv_rpm_per_v": 100, "resistance_ohm": 0.1, "no_load_current_a": 0.8,
                        "no_load_voltage_v": 24, "rotor_inertia_kg_m2": 1e-4, "magnet": "ferrite" },
                    "controller": { "kind": "brushed", "motor_current_limit_a": self.motor_limit_a,
                        "battery_current_limit_a": self.battery_limit_a, "idle_power_w": self.idle_w },
                }],
            }],
        })
    }

    fn read(&self) -> Build {
        Build::from_value(&self.document()).unwrap_or_else(|problems| panic!("{problems:#?}"))
    }

    fn evaluated(&self) -> OptionEvaluation {
        evaluate(&self.read()).options.remove(0)
    }

    fn launch(&self, charge: f64, sample_s: f64) -> Simulated {
        let asked = json!({
            "format": "ypsidyne.simulation/1", "build": self.document(), "option": "A", "drive": "wheels",
            "mode": { "kind": "launch" }, "state_of_charge": charge, "sample_s": sample_s, "until_s": (400_000.0 * sample_s).min(600.0), "stop_voltage_cutback": false
        });
        let simulation = Simulation::from_value(&asked).unwrap_or_else(|problems| panic!("{problems:#?}"));
        simulate(&simulation, &mut |_| true)
    }
}

/// When a run passes a speed, s, straight between two rows.
fn passes(run: &Simulated, output_rpm: f64) -> Option<f64> {
    let series = &run.lead.series;
    let after = series.output_rpm.iter().position(|rpm| *rpm >= output_rpm)?;
    if after == 0 {
        return Some(0.0);
    }
    let (low, high) = (series.output_rpm[after - 1], series.output_rpm[after]);
    let share = (output_rpm - low) / (high - low);
    Some(series.t_s[after - 1] + share * (series.t_s[after] - series.t_s[after - 1]))
}

fn carts() -> impl Strategy<Value = Cart> {
    let decades = |from: f64, to: f64| (from.log10()..to.log10()).prop_map(|power| 10f64.powf(power));
    (
        decades(1e-4, 1.0),
        prop::option::of(decades(5.0, 200.0)),
        prop::option::of(decades(5.0, 200.0)),
        prop::option::of(0.2..1.2f64),
        prop_oneof![Just(0.0), 1.0..40.0f64],
        decades(4.0, 40.0),
        prop_oneof![Just(0.0), 0.0..4.0f64],
    )
        .prop_map(|(cell_ohm, motor_limit_a, battery_limit_a, friction, grade_percent, ratio, idle_w)| Cart {
            cell_ohm,
            motor_limit_a,
            battery_limit_a,
            friction,
            grade_percent,
            ratio,
            idle_w,
        })
}

proptest! {
    #![proptest_config(ProptestConfig { cases: 80, ..ProptestConfig::default() })]

    #[test]
    fn a_launch_takes_the_time_that_the_verdict_says(cart in carts()) {
        let option = cart.evaluated();
        let (seconds, target) = (option.drives[0].acceleration_s.flatten(), option.drives[0].required.output_rpm);
        let full = option.drives[0].at_half(Case::FullThrottle).and_then(|case| case.output_rpm).unwrap_or(0.0);
        match seconds {
            // A launch ends at 99 % of its steady speed.
            Some(seconds) if target < 0.985 * full => {
                let run = cart.launch(0.5, (seconds / 400.0).max(1e-3));
                let took = passes(&run, target);
                prop_assert!(took.is_some_and(|took| (took / seconds - 1.0).abs() < 1e-3), "{took:?} against {seconds}: {cart:?}");
            }
            Some(_) => {}
            None => {
                let run = cart.launch(0.5, 0.05);
                prop_assert!(passes(&run, target * 1.001).is_none(), "it gets there: {cart:?}");
            }
        }
    }

    #[test]
    fn no_launch_draws_more_than_the_peak_that_wires_are_chosen_by(cart in carts(), charge in prop::sample::select(vec![1.0, 0.2])) {
        // Without a friction the grip is a guess of the peak alone; a run has none.
        prop_assume!(cart.friction.is_some());
        let option = cart.evaluated();
        let peak = if charge > 0.5 { option.supply.all_peak } else { option.supply.all_peak_low };
        let run = cart.launch(charge, 0.05);
        let Some(peak_a) = peak.current_a else { return Ok(()) };
        prop_assert!(run.lead.summary.peak_supply_current_a <= peak_a * (1.0 + 1e-4), "{} over {peak_a}: {cart:?}", run.lead.summary.peak_supply_current_a);
    }

    #[test]
    fn a_hill_that_is_held_never_fails_its_check(cart in carts()) {
        let cart = Cart { grade_percent: cart.grade_percent.max(1.0), ..cart };
        let option = cart.evaluated();
        let climb = option.drives[0].at_half(Case::Climb).unwrap();
        let judged = check(&option, "performance.climb");
        if climb.feasible {
            prop_assert!(judged.utilisation.is_some_and(|used| used <= 1.0 + 1e-6), "{judged:?}: {cart:?}");
        } else {
            prop_assert!(judged.verdict != Verdict::Ok || climb.supply_voltage_v.is_none(), "{judged:?}: {cart:?}");
        }
    }

    #[test]
    fn the_envelope_has_a_point_at_every_change_of_what_limits(cart in carts()) {
        let build = cart.read();
        for envelope in envelopes(&build.job, &build.options[0]) {
            for pair in envelope.stretches.windows(2) {
                let at = pair[0].to_rpm;
                prop_assert!((pair[1].from_rpm - at).abs() < 1e-9);
                prop_assert!(envelope.points.iter().any(|point| (point.motor_rpm - at).abs() < 1e-9), "{at}: {cart:?}");
            }
            // Drawn straight between its points it is nowhere further off than the bend of its curve: no slope hides a jump.
            let most = envelope.points.iter().map(|point| point.shaft_torque_nm).fold(0.0, f64::max);
            for pair in envelope.points.windows(2) {
                let narrow = (pair[1].motor_rpm - pair[0].motor_rpm).abs() < 1e-6 * pair[1].motor_rpm.max(1.0);
                prop_assert!(!narrow || (pair[0].shaft_torque_nm - pair[1].shaft_torque_nm).abs() < 1e-3 * most, "{pair:?}: {cart:?}");
            }
        }
    }
}

/// A pack of 1.5 Ω behind a limit of 60 A. Before, the bus jumped to another branch: "never" for a launch of a second, 24 A for a
/// peak of 12.4, and the run knew better than the verdict.
#[test]
fn a_weak_pack_gets_the_cart_up_to_speed_in_the_time_that_the_run_takes() {
    let cart = Cart::weak();
    let option = cart.evaluated();
    let seconds = option.drives[0].acceleration_s.flatten().expect("it gets there");
    let run = cart.launch(0.5, seconds / 500.0);
    let took = passes(&run, option.drives[0].required.output_rpm).expect("it passes the target");
    assert_relative_eq!(took, seconds, max_relative = 1e-3);
    assert_eq!(check(&option, "performance.acceleration").verdict, Verdict::Ok);
}

/// Most a source gives is V²/4R at V/2, so V/2R flows: 42 V over 3 Ω are 14 A, whatever the limit of the controller says.
#[test]
fn the_peak_of_a_weak_pack_is_half_its_voltage_over_its_resistance() {
    let cart = Cart { friction: Some(3.0), ..Cart::weak() };
    let option = cart.evaluated();
    let (peak, open_v) = (option.supply.all_peak, option.supply.open_circuit_v.full);
    assert_relative_eq!(peak.voltage_v.unwrap(), open_v / 2.0, max_relative = 1e-9);
    assert_relative_eq!(peak.current_a.unwrap(), open_v / 2.0 / 1.5, max_relative = 1e-9);
    let run = cart.launch(1.0, 0.01);
    assert_relative_eq!(run.lead.summary.peak_supply_current_a, peak.current_a.unwrap(), max_relative = 1e-3);
    // And the sag says so: half of 3.55 V a cell is far below what harms it.
    assert_eq!(check(&option, "battery.peak_sag").verdict, Verdict::Fail);
}

#[test]
fn a_weak_pack_limits_where_the_case_says_so() {
    let option = Cart { friction: Some(3.0), ..Cart::weak() }.evaluated();
    let stall = option.drives[0].at_half(Case::Stall).unwrap();
    assert_eq!(stall.limited_by, Some(Limit::Supply));
    assert!(stall.feasible);
}

/// Two drives behind controllers and one on a plain switch share what is left: together never more than V²/4R.
#[test]
fn several_drives_on_a_weak_pack_never_take_more_than_it_gives() {
    for cell_ohm in [0.001, 0.02, 0.1, 0.5] {
        let mut document: Value =
            serde_json::from_str(include_str!("../../src/library/demo_builds/meadow-strip-mower.json")).unwrap();
        document["options"].as_array_mut().unwrap().truncate(1);
        (document["chosen"], document["decided"]) = (Value::Null, Value::Null);
        document["options"][0]["battery"]["cell_resistance_ohm"] = json!(cell_ohm);
        let build = Build::from_value(&document).unwrap_or_else(|problems| panic!("{problems:#?}"));
        let supply = evaluate(&build).options.remove(0).supply;
        for case in [supply.all_stalled, supply.all_peak, supply.all_peak_low, supply.all_flat_out] {
            let open_v = match case.state_of_charge {
                c if c > 0.9 => supply.open_circuit_v.full,
                c if c > 0.4 => supply.open_circuit_v.mid,
                _ => supply.open_circuit_v.low,
            };
            let most_w = open_v * open_v / 4.0 / supply.resistance_ohm;
            assert!(case.power_w.unwrap() <= most_w * (1.0 + 1e-9), "{cell_ohm}: {case:?}");
            let voltage_v = case.voltage_v.unwrap();
            assert_relative_eq!(
                case.current_a.unwrap(),
                (open_v - voltage_v) / supply.resistance_ohm,
                max_relative = 1e-6
            );
        }
    }
}

//! Sums that people of the trade do by hand. Common practice, no published source.

use rstest::rstest;
use serde_json::{Value, json};
use ypsidyne_core::Case;
use ypsidyne_core::document::Build;
use ypsidyne_core::evaluation::{OptionEvaluation, evaluate};

fn option(load: Value, battery: Value, drive: Value) -> OptionEvaluation {
    let mut drive = drive;
    drive["drive"] = json!("it");
    let document = json!({
        "format": "ypsidyne.build/1", "name": "by hand", "job": { "drives": [{ "name": "it", "load": load }] },
        "options": [{ "name": "A", "battery": battery, "drives": [drive] }],
    });
    let build = Build::from_value(&document).unwrap_or_else(|problems| panic!("{problems:#?}"));
    evaluate(&build).options.remove(0)
}

fn shaft() -> Value {
    json!({ "kind": "constant_torque", "torque_nm": 0.001, "target_rpm": 10 })
}

fn motor(kv: f64, ohm: f64) -> Value {
    json!({ "motor": { "kind": "brushed", "kv_rpm_per_v": kv, "resistance_ohm": ohm, "no_load_current_a": 0, "no_load_voltage_v": 12 } })
}

#[rstest]
#[case::twenty_c(20.0, 5.0, 100.0)]
#[case::sixty_c(60.0, 5.0, 300.0)]
#[case::sixty_five_c(65.0, 1.0, 65.0)]
fn current_is_c_times_capacity(#[case] c: f64, #[case] ah: f64, #[case] amperes: f64) {
    let battery = json!({ "chemistry": "lipo", "cells_series": 3, "capacity_ah": ah, "continuous_c": c });
    assert_eq!(option(shaft(), battery, motor(100.0, 1.0)).supply.continuous_a, Some(amperes));
}

#[rstest]
#[case::significant(3, 11.1)]
#[case::two(2, 7.4)]
fn nominal_volts_of_pouch_packs(#[case] cells: u32, #[case] volts: f64) {
    let battery = json!({ "chemistry": "lipo", "cells_series": cells, "capacity_ah": 1, "continuous_c": 20 });
    let supply = option(shaft(), battery, motor(100.0, 1.0)).supply;
    assert!((supply.energy_wh - volts).abs() < 1e-9, "1 Ah: as many Wh as V");
}

#[test]
fn ten_in_series_are_42_volts_full() {
    let battery = json!({ "chemistry": "lipo", "cells_series": 10, "capacity_ah": 1, "continuous_c": 20 });
    let supply = option(shaft(), battery, motor(100.0, 1.0)).supply;
    assert!((supply.open_circuit_v.full - 42.0).abs() < 1e-9);
    assert!((supply.charger_end_v - 42.0).abs() < 1e-9);
}

#[test]
fn two_motors_that_stall_at_25_amperes_draw_50() {
    let battery = json!({ "chemistry": "lead_acid", "cells_series": 6, "capacity_ah": 100, "cell_resistance_ohm": 0 });
    let volts = 6.0 * 2.122;
    let mut drive = motor(100.0, volts / 25.0);
    drive["motor_count"] = json!(2);
    let result = option(shaft(), battery, drive);
    assert!((result.supply.all_stalled.current_a.unwrap() - 50.0).abs() < 1e-6);
}

#[test]
fn fifteen_to_thirty_six_on_six_cells_rides_about_30_km_h() {
    // 195 Kv, six cells, 15:36, usual board wheels of 90 mm; a rider of 80 kg on the level, half charged.
    let load = json!({
        "kind": "vehicle", "base_mass_kg": 6, "payload_kg": 80, "rolling_resistance": 0.015, "drag_area_m2": 0.5,
        "target_speed_m_s": 5,
    });
    let battery = json!({ "chemistry": "lipo", "cells_series": 6, "capacity_ah": 8, "continuous_c": 30 });
    let drive = json!({
        "motor": {
            "kind": "brushless", "kv_rpm_per_v": 195, "resistance_ohm": 0.04, "no_load_current_a": 1.2, "no_load_voltage_v": 20,
        },
        "controller": { "kind": "brushless" },
        "gearing": [{ "kind": "belt", "driver_teeth": 15, "driven_teeth": 36, "efficiency": 0.95 }],
        "output": { "wheel_diameter_m": 0.09 },
    });
    let result = option(load, battery, drive);
    assert!((result.drives[0].ratio - 2.4).abs() < 1e-12);
    let top = result.drives[0]
        .cases
        .iter()
        .find(|case| case.case == Case::FullThrottle && case.state_of_charge == 0.5)
        .unwrap();
    let km_h = top.speed_m_s.unwrap() * 3.6;
    assert!((24.0..33.0).contains(&km_h), "{km_h}");
}

#[test]
fn a_gear_motor_of_85_rpm_with_86_to_1_turns_7310_inside() {
    let load = json!({ "kind": "constant_torque", "torque_nm": 0.1, "target_rpm": 85 });
    let battery = json!({ "chemistry": "lipo", "cells_series": 3, "capacity_ah": 1, "continuous_c": 20 });
    let mut drive = motor(700.0, 1.0);
    drive["motor"]["gearbox"] = json!({ "kind": "planetary", "ratio": 86, "efficiency": 0.7 });
    assert!((option(load, battery, drive).drives[0].required.motor_rpm - 7310.0).abs() < 1e-9);
}

#[test]
fn a_smaller_motor_with_a_higher_kv_is_asked_for_more_current_for_the_same_work() {
    let load = json!({ "kind": "constant_torque", "torque_nm": 0.5, "target_rpm": 500 });
    let battery = json!({ "chemistry": "lipo", "cells_series": 6, "capacity_ah": 10, "continuous_c": 20 });
    let current = |kv: f64| {
        let mut drive = motor(kv, 0.05);
        drive["controller"] = json!({ "kind": "brushed" });
        let result = option(load.clone(), battery.clone(), drive);
        result.drives[0].cases.iter().find(|case| case.case == Case::Target).unwrap().motor_current_a.unwrap()
    };
    assert!(current(400.0) > 1.9 * current(200.0));
}

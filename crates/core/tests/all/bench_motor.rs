//! The simulated motor against the closed forms of a direct-current machine, and its figures put where they belong.

use approx::assert_relative_eq;
use rstest::rstest;
use serde_json::{Value, json};
use ypsidyne_core::document::{Measurement, Motor};
use ypsidyne_core::measurement::into_part::apply;
use ypsidyne_core::measurement::measure;
use ypsidyne_core::measurement::simulated_motor::{MotorFaults, Setup, SimulatedMotor};
use ypsidyne_testkit::{demo, read, with};

const CART: &str = "hillside-harvest-cart";
const FREE: Setup = Setup { set_v: 12.0, limit_a: 30.0, lead_ohm: 0.1, locked: false, winding_c: 20.0 };

/// 100 rpm/V, 0.4 Ω, no brushes' drop, 0.5 A of friction that does not change with speed.
fn motor() -> Motor {
    let motor = json!({ "kind": "brushed", "kv_rpm_per_v": 100, "resistance_ohm": 0.4, "no_load_current_a": 0.5,
        "no_load_voltage_v": 12, "no_load_speed_share": 0, "brush_drop_v": 0 });
    Motor::from_value(&motor, "motor").unwrap()
}

/// Kirchhoff round the loop and n = Kv·(V − I·R).
#[test]
fn free_it_turns_as_its_constants_say() {
    let seen = SimulatedMotor::new(&motor(), MotorFaults::default()).settled(&FREE);
    assert_relative_eq!(seen.current_a, 0.5, max_relative = 1e-3);
    assert_relative_eq!(seen.supply_v - seen.motor_v, seen.current_a * FREE.lead_ohm, max_relative = 1e-9);
    assert_relative_eq!(seen.rpm, 100.0 * (seen.motor_v - seen.current_a * 0.4), max_relative = 1e-3);
    assert!(!seen.limited);
}

/// Held still Ohm's law alone is left: I = V/(R + leads), until the supply limits; then V = I·(R + leads).
#[rstest]
#[case::below_the_limit(5.0, 30.0, 5.0 / 0.5, false)]
#[case::at_the_limit(12.0, 6.0, 6.0, true)]
fn held_still_it_is_a_resistance(
    #[case] set_v: f64,
    #[case] limit_a: f64,
    #[case] current_a: f64,
    #[case] limited: bool,
) {
    let setup = Setup { set_v, limit_a, locked: true, ..FREE };
    let seen = SimulatedMotor::new(&motor(), MotorFaults::default()).settled(&setup);
    assert_relative_eq!(seen.current_a, current_a, max_relative = 0.03);
    assert_eq!((seen.limited, seen.rpm), (limited, 0.0));
    assert_relative_eq!(seen.motor_v, seen.current_a * 0.4, max_relative = 0.03);
}

/// A brush off: nothing flows. Weak magnets: faster, by as much as they are weaker. A turn bridged: less resistance.
#[test]
fn its_faults_show_as_they_do_on_a_real_one() {
    let seen = |faults| SimulatedMotor::new(&motor(), faults).settled(&FREE);
    let fine = seen(MotorFaults::default());
    let open = seen(MotorFaults { open_brush: true, ..MotorFaults::default() });
    assert_eq!((open.current_a, open.rpm), (0.0, 0.0));
    let weak = seen(MotorFaults { weak_magnet: true, ..MotorFaults::default() });
    assert!(weak.rpm > 1.15 * fine.rpm && weak.current_a > fine.current_a, "{weak:?} {fine:?}");
    let ohm = |faults| SimulatedMotor::new(&motor(), faults).winding_ohm(0.0, 20.0);
    let bridged = MotorFaults { shorted_turn: true, ..MotorFaults::default() };
    assert!(ohm(bridged) < 0.9 * ohm(MotorFaults::default()));
}

/// Sheets that give a figure, the field of the drive it goes to, and what must stand there.
#[rstest]
#[case::winding(json!({ "kind": "winding_resistance", "lead_readings_ohm": [0.1, 0.1], "motor_readings_ohm": [0.9, 0.9, 0.9] }),
    "/options/0/drives/0/motor/resistance_ohm", 0.8)]
#[case::speed_constant(json!({ "kind": "spin_test", "wiring": "brushed",
    "points": [{ "rpm": 300, "voltage_v": 3 }, { "rpm": 600, "voltage_v": 6 }, { "rpm": 900, "voltage_v": 9 }] }),
    "/options/0/drives/0/motor/kv_rpm_per_v", 100.0)]
#[case::rolling(json!({ "kind": "pull_test", "mass_kg": 80, "pull_n": [16, 16, 16] }),
    "/job/drives/0/load/rolling_resistance", 16.0 / (80.0 * 9.806_65))]
fn a_sheet_goes_into_the_field_it_measures_and_nothing_else_changes(
    #[case] sheet: Value,
    #[case] pointer: &str,
    #[case] wanted: f64,
) {
    let before = demo(CART);
    let sheet = with(sheet, "/format", json!("ypsidyne.measurement/1"));
    let measured = measure(&Measurement::from_value(&sheet).unwrap()).unwrap();
    let applied = apply(&measured, &read(&before), 0, 0, "2026-11-28T08:00:00Z").unwrap();
    let stands = applied.build.pointer(pointer).and_then(Value::as_f64).unwrap();
    assert_relative_eq!(stands, wanted, max_relative = 1e-6);
    let change = applied.changes.iter().find(|change| change.pointer == pointer).expect("it is told");
    assert_eq!(change.before, before.pointer(pointer).and_then(Value::as_f64));
    assert_relative_eq!(change.after, wanted, max_relative = 1e-6);
    // Everything that is not told of stands as it was.
    let told: Vec<&str> = applied.changes.iter().map(|change| change.pointer.as_str()).collect();
    for kept in [
        "/job/drives/0/load/target_speed_m_s",
        "/options/0/battery/capacity_ah",
        "/options/1/drives/0/motor/kv_rpm_per_v",
    ] {
        assert!(!told.contains(&kept));
        assert_eq!(
            applied.build.pointer(kept).and_then(Value::as_f64),
            before.pointer(kept).and_then(Value::as_f64),
            "{kept}"
        );
    }
}

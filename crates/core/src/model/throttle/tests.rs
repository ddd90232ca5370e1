//! Full throttle on weak batteries: torque over speed has no jump, and every change of what limits stands in the corners.

use proptest::prelude::*;
use serde_json::json;

use super::{Alone, Pull, Throttled, Yields};
use crate::document::Build;
use crate::model::Drive;
use crate::model::battery::BatteryModel;
use crate::model::bus::{Limit, Source};

/// A motor of 100 rpm/V on ten lithium cells behind a controller with limits.
#[derive(Debug, Clone)]
struct Rig {
    cell_ohm: f64,
    motor_ohm: f64,
    motor_limit_a: Option<f64>,
    battery_limit_a: Option<f64>,
    idle_w: f64,
    accessory_w: f64,
}

fn rigs() -> impl Strategy<Value = Rig> {
    let decades = |from: f64, to: f64| (from.log10()..to.log10()).prop_map(|power| 10f64.powf(power));
    (
        decades(1e-4, 1.0),
        decades(5e-3, 1.0),
        prop::option::of(decades(1.0, 300.0)),
        prop::option::of(decades(1.0, 300.0)),
        prop_oneof![Just(0.0), 0.0..5.0f64],
        prop_oneof![Just(0.0), 0.0..20.0f64],
    )
        .prop_map(|(cell_ohm, motor_ohm, motor_limit_a, battery_limit_a, idle_w, accessory_w)| Rig {
            cell_ohm,
            motor_ohm,
            motor_limit_a,
            battery_limit_a,
            idle_w,
            accessory_w,
        })
}

impl Rig {
    fn build(&self) -> Build {
        let document = json!({
            "format": "ypsidyne.build/1", "name": "rig",
            "job": { "drives": [{ "name": "it", "load": { "kind": "constant_torque", "torque_nm": 0.01, "target_rpm": 100 } }] },
            "options": [{
                "name": "A",
                "battery": { "chemistry": "li_ion", "cells_series": 10, "capacity_ah": 10, "cell_resistance_ohm": self.cell_ohm },
                "drives": [{
                    "drive": "it",
                    "motor": { "kind": "brushed", "kv_rpm_per_v": 100, "resistance_ohm": self.motor_ohm,
                        "no_load_current_a": 0.1, "no_load_voltage_v": 24 },
                    "controller": { "kind": "brushed", "motor_current_limit_a": self.motor_limit_a,
                        "battery_current_limit_a": self.battery_limit_a, "idle_power_w": self.idle_w },
                }],
            }],
        });
        Build::from_value(&document).unwrap_or_else(|problems| panic!("{problems:#?}"))
    }

    fn with<T>(&self, look: impl FnOnce(&Drive<'_>, &Source) -> T) -> T {
        let build = self.build();
        let drive = Drive::new(&build.job.drives[0], &build.options[0], 0, 0.0);
        let source = BatteryModel::new(&build.options[0]).source(0.5, self.accessory_w);
        look(&drive, &source)
    }
}

/// Speed above which nothing flows, rad/s.
fn top(drive: &Drive<'_>, source: &Source) -> f64 {
    source.bus_v(drive.controller.idle_w).unwrap_or(0.0) / drive.motor.torque_constant_nm_per_a
}

fn at(drive: &Drive<'_>, source: &Source, motor_rad_s: f64) -> Option<Throttled> {
    Alone::new(source, drive).throttled(motor_rad_s)
}

proptest! {
    #![proptest_config(ProptestConfig { cases: 600, ..ProptestConfig::default() })]

    #[test]
    fn torque_over_speed_has_no_jump_and_never_rises(rig in rigs()) {
        rig.with(|drive, source| {
            let top = top(drive, source);
            let current = |speed: f64| at(drive, source, speed).map_or(0.0, |point| point.current_a);
            let rest_a = current(0.0);
            const STEPS: u32 = 64;
            for step in 0..STEPS {
                let (mut low, mut high) = (top * f64::from(step) / f64::from(STEPS), top * f64::from(step + 1) / f64::from(STEPS));
                prop_assert!(current(high) <= current(low) * (1.0 + 1e-9), "rises from {low} to {high}: {rig:?}");
                // A jump stays however closely one looks: halved forty times the larger half is the one that has it.
                for _ in 0..40 {
                    let middle = 0.5 * (low + high);
                    if current(low) - current(middle) > current(middle) - current(high) { high = middle } else { low = middle }
                }
                prop_assert!(current(low) - current(high) <= 1e-5 * rest_a, "jumps by {} of {rest_a} at {low}: {rig:?}", current(low) - current(high));
            }
            Ok(())
        })?;
    }

    #[test]
    fn every_change_of_what_limits_is_a_corner(rig in rigs()) {
        rig.with(|drive, source| {
            let top = top(drive, source);
            let limit = |speed: f64| at(drive, source, speed).map(|point| point.limited_by);
            let mut corners = source.corner_speeds_rad_s(drive).to_vec();
            corners.sort_unstable_by(f64::total_cmp);
            const STEPS: u32 = 200;
            for step in 0..STEPS {
                let (mut low, mut high) = (top * f64::from(step) / f64::from(STEPS), top * f64::from(step + 1) / f64::from(STEPS));
                let (below, above) = (limit(low), limit(high));
                if below == above { continue }
                for _ in 0..50 {
                    let middle = 0.5 * (low + high);
                    if limit(middle) == below { low = middle } else { high = middle }
                }
                prop_assert!(
                    corners.iter().any(|corner| (corner - low).abs() <= 1e-6 * top),
                    "{below:?} to {above:?} at {low}, corners {corners:?}: {rig:?}"
                );
            }
            Ok(())
        })?;
    }

    #[test]
    fn no_battery_gives_more_than_its_most_and_none_falls_below_half(rig in rigs(), share in 0.0..1.0f64) {
        rig.with(|drive, source| {
            if let Some(point) = at(drive, source, share * top(drive, source)) {
                let pull = Pull::new(drive, share * top(drive, source), Yields::Never);
                prop_assert!(point.bus_v >= source.half_v() * (1.0 - 1e-9), "{point:?}: {rig:?}");
                if point.current_a > 0.0 {
                    prop_assert!(pull.power_w(point.current_a) <= source.most_w() * (1.0 + 1e-9), "{point:?}: {rig:?}");
                }
            }
            Ok(())
        })?;
    }

    #[test]
    fn one_drive_shares_with_nobody(rig in rigs(), share in 0.0..1.0f64) {
        rig.with(|drive, source| {
            let speed = share * top(drive, source);
            let pull = Pull::new(drive, speed, Yields::Never);
            let (alone, shared) = (Alone::new(source, drive).pulled(&pull), source.shared(&[pull]));
            match (alone, shared) {
                (Some(alone), Some(shared)) => {
                    let taken = shared.taken()[0];
                    prop_assert!((alone.bus_v - shared.bus_v).abs() <= 1e-7 * alone.bus_v, "{alone:?} {shared:?}: {rig:?}");
                    let near = (alone.current_a - taken.current_a).abs() <= 1e-6 * alone.current_a.max(1e-3);
                    prop_assert!(near, "{alone:?} {taken:?}: {rig:?}");
                }
                (alone, shared) => prop_assert!(alone.is_none() && shared.is_none(), "{alone:?} {shared:?}: {rig:?}"),
            }
            Ok(())
        })?;
    }
}

/// Ten cells of 0.5 Ω: most 37.2²/(4·5) = 69.2 W at 18.6 V. By hand at rest: I²·0.1 = 69.2 W gives 26.3 A, where a limit of 60 A
/// would have let the bus collapse to where full duty takes over.
#[test]
fn validated_a_weak_pack_gives_its_most_at_half_its_voltage() {
    let rig = Rig {
        cell_ohm: 0.5,
        motor_ohm: 0.1,
        motor_limit_a: Some(60.0),
        battery_limit_a: None,
        idle_w: 0.0,
        accessory_w: 0.0,
    };
    rig.with(|drive, source| {
        let rest = at(drive, source, 0.0).unwrap();
        assert_eq!(rest.limited_by, Limit::Supply);
        approx::assert_relative_eq!(rest.bus_v, 18.6, max_relative = 1e-9);
        approx::assert_relative_eq!(rest.current_a, (37.2f64.powi(2) / 20.0 / 0.1).sqrt(), max_relative = 1e-9);
    });
}

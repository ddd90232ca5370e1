//! Runs: closed forms, balances, what gives way, what is refused.

use approx::assert_relative_eq;
use rstest::rstest;
use serde_json::{Value, json};
use ypsidyne_core::document::{Build, Simulation};
use ypsidyne_core::library::demo;
use ypsidyne_core::simulation::limits::RunLimit;
use ypsidyne_core::simulation::outcome::{EndedBy, EventKind};
use ypsidyne_core::simulation::{self, Simulated};
use ypsidyne_testkit::{demo, simulate, simulation, used_wh};

/// One motor on a stiff source, nothing lost that is not named; 20 °C, no heat path.
fn plain(load: Value, motor: Value, controller: Value) -> Value {
    let mut whole = json!({ "kind": "brushed", "kv_rpm_per_v": 100, "resistance_ohm": 0.5, "no_load_current_a": 0, "no_load_voltage_v": 12, "magnet": "ferrite" });
    whole.as_object_mut().unwrap().extend(motor.as_object().unwrap().clone());
    json!({
        "format": "ypsidyne.build/1", "name": "plain",
        "job": { "ambient_c": 20, "drives": [{ "name": "d", "load": load }] },
        "options": [{
            "name": "only",
            "battery": { "chemistry": "li_ion", "cells_series": 6, "capacity_ah": 10, "cell_resistance_ohm": 0 },
            "drives": [{ "drive": "d", "motor": whole, "controller": controller, "output": { "wheel_diameter_m": 0.2 } }]
        }]
    })
}

const KT: f64 = 60.0 / (2.0 * std::f64::consts::PI * 100.0);

#[test]
fn validated_spin_up_is_an_exponential() {
    // J dω/dt = Kt(V − Kt ω)/R: 99 % after τ·ln 100, τ = J·R/Kt². The charge barely moves: 10 000 Ah.
    let mut build =
        plain(json!({ "kind": "flywheel", "inertia_kg_m2": 0.01, "target_rpm": 1000 }), json!({}), Value::Null);
    build["options"][0]["battery"]["capacity_ah"] = json!(10_000);
    let ran = simulate(&build, json!({ "mode": { "kind": "launch" } }));
    let tau = 0.01 * 0.5 / (KT * KT);
    assert_eq!(ran.ended_by, EndedBy::Steady);
    assert_relative_eq!(ran.lead.summary.t_s, tau * 100f64.ln(), max_relative = 1e-4);
    assert_relative_eq!(ran.lead.summary.output_rpm, 0.99 * 25.2 * 100.0, max_relative = 1e-5);
    assert_relative_eq!(ran.lead.summary.peak_supply_current_a, 25.2 / 0.5, max_relative = 1e-6);
    // Heat in the winding is the kinetic energy reached plus what slipping costs: ∫I²R = ½Jω∞²(1 − e^(−2t/τ)).
    let free = 25.2 / KT;
    assert_relative_eq!(
        ran.energy_wh.motor_copper * 3600.0,
        0.5 * 0.01 * free * free * (1.0 - 1e-4),
        max_relative = 1e-4
    );
}

#[test]
fn validated_constant_power_discharge() {
    // No resistance anywhere that matters: the energy under the voltage curve from full to 20 % over the power.
    let load = json!({ "kind": "constant_torque", "torque_nm": 0.2, "target_rpm": 1200 });
    let controller = json!({ "kind": "brushed" });
    let build = plain(load, json!({ "resistance_ohm": 0.0001 }), controller);
    let ran = simulate(&build, json!({ "mode": { "kind": "hold" } }));
    let table = [3.55, 3.61, 3.66, 3.72, 3.81, 3.90, 3.99, 4.08, 4.20];
    let area: f64 = table.windows(2).map(|pair| 0.05 * (pair[0] + pair[1])).sum();
    let current = 0.2 / KT;
    let power = 0.2 * 1200.0 * std::f64::consts::PI / 30.0 + current * current * 0.0001;
    assert_eq!(ran.ended_by, EndedBy::Empty);
    assert_relative_eq!(ran.lead.summary.t_s, 6.0 * area * 10.0 * 3600.0 / power, max_relative = 1e-4);
}

#[test]
fn validated_two_node_heating() {
    // A steady current in a motor whose copper does not know its temperature is linear: P·R(1 − e^(−t/τ)) for one node.
    // The case is made so large that the winding alone heats: 50 W, 1.5 K/W, 300 J/K, 600 s; REFERENCES: 55.23 K
    // without the growth of copper. With it dT/dt = (P(1 + αT) − T/R)/C: T = P/(1/R − αP)·(1 − e^(−(1/R − αP)t/C)).
    let amperes = 10.0;
    let motor = json!({
        "resistance_ohm": 0.5, "insulation_class": "H",
        "thermal": { "winding_to_case_k_per_w": 1.5, "case_to_ambient_k_per_w": 0.0001, "winding_j_per_k": 300, "case_j_per_k": 1e7 }
    });
    let load = json!({ "kind": "constant_torque", "torque_nm": amperes * KT, "target_rpm": 600 });
    let build = plain(load, motor, json!({ "kind": "brushed" }));
    let ran = simulate(&build, json!({ "mode": { "kind": "hold" }, "until_s": 600 }));
    let (power, alpha) = (50.0, 0.003_93);
    let slope = 1.0 / 1.5 - alpha * power;
    let rise = power / slope * (1.0 - (-slope * 600.0 / 300.0f64).exp());
    assert_relative_eq!(ran.lead.summary.winding_c.unwrap() - 20.0, rise, max_relative = 1e-4);
    assert!((rise - 55.230_21).abs() > 5.0, "the growth of copper must matter: {rise}");
}

#[test]
fn every_run_of_the_demo_balances_its_energy() {
    for demo in demo::BUILDS {
        let build = Build::from_json(demo.json).unwrap();
        for (index, option) in build.options.iter().enumerate() {
            for course in simulation::courses::courses(&build, index).iter().chain(&build.courses) {
                let title = format!("{} / {} / {}", demo.slug, option.name, course.name);
                let Ok(simulation) = Simulation::of_course(&build, &option.name, course) else { continue };
                let ran = simulation::simulate(&simulation, &mut |_| true);
                let e = ran.energy_wh;
                let sum: f64 = used_wh(&e).iter().sum();
                assert_relative_eq!(sum, e.cells, max_relative = 1e-6, epsilon = 1e-9);
                let series = &ran.lead.series;
                assert!(series.t_s.windows(2).all(|pair| pair[0] < pair[1]), "{title}");
                let fills = e.cells < 0.0;
                assert!(fills || series.state_of_charge.windows(2).all(|pair| pair[1] <= pair[0] + 1e-3), "{title}");
                for text in ran.words.iter().chain(ran.events.iter().map(|event| &event.words)) {
                    assert!(!text.contains("inf") && !text.contains("NaN"), "{title}: {text}");
                }
                let columns = [&series.output_rpm, &series.motor_current_a, &series.supply_voltage_v, &series.duty];
                assert!(columns.iter().all(|column| column.iter().all(|value| value.is_finite())), "{title}");
                assert_eq!(series.to_csv().lines().count(), series.t_s.len() + 1);
            }
        }
    }
}

#[test]
fn the_same_run_twice_gives_the_same_and_a_stopped_one_gives_what_there_is() {
    let build = demo("hillside-harvest-cart");
    let asked = simulation(&build, json!({ "mode": { "kind": "hold" } })).unwrap();
    let once = simulation::simulate(&asked, &mut |_| true);
    assert_eq!(once, simulation::simulate(&asked, &mut |_| true));
    let mut seen = Vec::new();
    let stopped = simulation::simulate(&asked, &mut |progress| {
        seen.push(progress);
        seen.len() < 3
    });
    assert_eq!(stopped.ended_by, EndedBy::Stopped);
    assert!(stopped.lead.summary.t_s > 0.0 && stopped.lead.summary.t_s < once.lead.summary.t_s);
    assert!(seen.windows(2).all(|pair| pair[0].share <= pair[1].share), "{seen:?}");
}

#[test]
fn a_sensor_cuts_the_current_back_and_saves_the_winding() {
    let mut build = demo("hillside-harvest-cart");
    let climb = json!({ "kind": "profile", "points": [
        { "t_s": 0, "speed_m_s": 0.6, "grade_percent": 12 }, { "t_s": 600, "speed_m_s": 0.6, "grade_percent": 12 }
    ] });
    let option = build["options"][1]["name"].clone();
    let burned = simulate(&build, json!({ "option": option, "mode": climb }));
    assert!(burned.lead.summary.hottest_winding_c.unwrap() > 200.0);
    let limit = burned.events.iter().find(|event| event.kind == EventKind::WindingLimit).unwrap();
    assert!(limit.t_s > 10.0 && limit.t_s < 300.0);
    build["options"][1]["drives"][0]["motor"]["temperature_sensor"] = json!(true);
    let saved = simulate(&build, json!({ "option": option, "mode": climb }));
    let hottest = saved.lead.summary.hottest_winding_c.unwrap();
    assert!((110.0..=130.0).contains(&hottest), "{hottest}");
    assert!(saved.lead.series.limited_by.contains(&Some(RunLimit::Temperature)));
    assert!(saved.lead.summary.max_shortfall_m_s.unwrap() > 0.1);
    assert!(saved.events.iter().any(|event| event.kind == EventKind::SensorCuts));
    // Cutting from 40 K below to 30 K below keeps it at least that much cooler.
    let careful = json!({ "option": option, "mode": climb, "sensor_from_k": 40, "sensor_to_k": 30 });
    assert!(simulate(&build, careful).lead.summary.hottest_winding_c.unwrap() <= 100.0);
}

#[test]
fn magnets_that_got_too_hot_are_weaker_for_the_rest_of_the_run() {
    let motor = |grade: &str| {
        json!({
            "kind": "brushless", "magnet": "ndfeb", "magnet_grade": grade, "insulation_class": "H", "resistance_ohm": 0.05,
            "thermal": { "winding_to_case_k_per_w": 0.1, "case_to_ambient_k_per_w": 2.0, "winding_j_per_k": 100, "case_j_per_k": 200 }
        })
    };
    let load = json!({ "kind": "constant_torque", "torque_nm": 2.4, "target_rpm": 1000 });
    let controller = json!({ "kind": "brushless" });
    let ran = |grade: &str| {
        let build = plain(load.clone(), motor(grade), controller.clone());
        simulate(&build, json!({ "mode": { "kind": "hold" }, "until_s": 900, "burn_on": true }))
    };
    let (weak, strong) = (ran("none"), ran("EH"));
    let factor = weak.lead.summary.kv_factor;
    let hottest = weak.lead.summary.hottest_case_c.unwrap();
    assert!(hottest > 80.0 && hottest < 130.0, "{hottest}");
    assert_relative_eq!(factor, 1.0 / (1.0 - 0.01 * (hottest - 80.0)), max_relative = 1e-3);
    assert_relative_eq!(strong.lead.summary.kv_factor, 1.0);
    assert!(weak.lead.summary.energy_wh > strong.lead.summary.energy_wh);
    let lost = weak.events.iter().find(|event| event.kind == EventKind::Demagnetised).unwrap();
    let before = weak.lead.series.t_s.iter().rposition(|t| *t < lost.t_s).unwrap();
    assert!(weak.lead.series.motor_current_a.last().unwrap() > &(1.02 * weak.lead.series.motor_current_a[before]));
}

#[test]
fn downhill_with_a_full_battery_the_motors_cannot_brake() {
    let build = demo("tracking-shot-dolly-board");
    let down = json!({ "kind": "hold", "speed_m_s": 5, "grade_percent": -8 });
    let full = simulate(&build, json!({ "mode": down, "until_s": 20 }));
    let half = simulate(&build, json!({ "mode": down, "until_s": 20, "state_of_charge": 0.5 }));
    assert!(half.lead.summary.recovered_wh > 0.0 && half.lead.summary.state_of_charge > 0.5);
    assert!(full.lead.summary.recovered_wh < 0.2 * half.lead.summary.recovered_wh);
    assert!(full.lead.summary.max_brake_shortfall_n.unwrap() > 30.0, "{:?}", full.lead.summary.max_brake_shortfall_n);
    assert!(full.events.iter().any(|event| event.kind == EventKind::BrakeMissing), "{:?}", full.events);
    // The pack is charged no faster than it may be: 0.5 C of 10 Ah.
    assert!(half.lead.series.supply_current_a.iter().all(|amperes| *amperes >= -5.0 - 1e-6));
    let mut without = build.clone();
    without["options"][0]["drives"][0]["controller"]["can_brake"] = json!(false);
    without["job"]["drives"][0]["load"]["friction_brake"] = json!(false);
    let none = simulate(&without, json!({ "mode": down, "until_s": 20, "state_of_charge": 0.5 }));
    assert_eq!(none.lead.summary.recovered_wh, 0.0);
    assert!(none.words.iter().any(|text| text.contains("no friction brake, so nothing holds it")), "{:?}", none.words);
}

#[test]
fn the_stop_voltage_is_kept_when_the_controllers_cut_back() {
    let build = demo("meadow-strip-mower");
    let option = build["options"][1]["name"].clone();
    let asked = |cut: bool| {
        json!({
            "option": option, "drive": "blade", "mode": { "kind": "launch" }, "state_of_charge": 0.3,
            "others": [{ "drive": "wheels", "mode": { "kind": "launch" } }], "stop_voltage_cutback": cut, "until_s": 3
        })
    };
    let (cut, free) = (simulate(&build, asked(true)), simulate(&build, asked(false)));
    let stop_v = cut.lead.limits.stop_v;
    assert_relative_eq!(stop_v, 12.0 * 1.75);
    // The bus stands lower than the pack by what the leads take.
    assert!(cut.lead.series.limited_by.contains(&Some(RunLimit::StopVoltage)));
    assert!(cut.events.iter().all(|event| event.kind != EventKind::BelowStopVoltage), "{:?}", cut.events);
    assert!(free.events.iter().any(|event| event.kind == EventKind::BelowStopVoltage));
    assert!(cut.lead.summary.peak_supply_current_a < free.lead.summary.peak_supply_current_a);
}

#[test]
fn drives_on_one_battery_feel_each_other() {
    let build = demo("meadow-strip-mower");
    let wheels = json!({ "drive": "wheels", "mode": { "kind": "hold" } });
    let alone = simulate(&build, json!({ "drive": "blade", "mode": { "kind": "hold" } }));
    let both = simulate(&build, json!({ "drive": "blade", "mode": { "kind": "hold" }, "others": [wheels] }));
    assert_eq!(both.others.len(), 1);
    assert!(both.lead.summary.t_s < alone.lead.summary.t_s);
    assert_eq!(both.others[0].series.t_s, both.lead.series.t_s);
    // Together they take what each takes, less the accessories once, but for the sag that each adds.
    let other = simulate(&build, json!({ "drive": "wheels", "mode": { "kind": "hold" } }));
    let amperes = |ran: &Simulated| ran.lead.series.supply_current_a[0];
    assert_relative_eq!(amperes(&both), amperes(&alone) + amperes(&other), max_relative = 0.02);
}

#[test]
fn shots_take_the_energy_that_the_model_says() {
    let build = demo("shuttlecock-launcher");
    let option = build["options"][1]["name"].clone();
    let ran = simulate(
        &build,
        json!({
            "option": option, "mode": { "kind": "shots", "per_second": 2, "shots": 5, "bursts": 2, "pause_s": 3 }
        }),
    );
    assert_eq!(ran.ended_by, EndedBy::Done);
    let launcher = ran.lead.launcher.as_ref().unwrap();
    assert_eq!(launcher.shots.len(), 10);
    let inertia = 3e-5 + 2.0 * 1.1e-6;
    for shot in &launcher.shots {
        let rad = |rpm: f64| rpm * std::f64::consts::PI / 30.0;
        let share = shot.before_rpm / 18_500.0;
        let energy = 0.5 * 0.0052 * 24.0 * 24.0 / 0.4 * share * share;
        let left = rad(shot.before_rpm).powi(2) - 2.0 * energy / inertia;
        assert_relative_eq!(rad(shot.after_rpm), left.sqrt(), max_relative = 1e-9);
        assert_relative_eq!(shot.speed_m_s, 24.0 * share, max_relative = 1e-9);
    }
    let gaps: Vec<f64> = launcher.shots.windows(2).map(|pair| pair[1].t_s - pair[0].t_s).collect();
    assert_relative_eq!(gaps[0], 0.5, max_relative = 1e-6);
    assert_relative_eq!(gaps[4], 3.0, max_relative = 1e-6);
    // Down to a tenth: ∫ J/(t0 + t2 ω² + losses) is bounded by the drag without the motors.
    assert!(launcher.rev_down_s.unwrap() > 0.1);
    let changes = simulation::launcher::changes(&Build::from_value(&build).unwrap(), 1, "wheels");
    assert!(changes.len() >= 4 && changes[1].spin_up_s < changes[0].spin_up_s, "{changes:?}");
    assert!(changes[2].lost_rpm < changes[0].lost_rpm, "more inertia loses less: {changes:?}");
}

#[test]
fn validated_ring_stress() {
    // ρ·v², steel of 7850 kg/m³ at 50, 100 and 150 m/s (Roark, rotating ring; computed a second time outside).
    for (speed, mpa) in [(50.0, 19.625), (100.0, 78.5), (150.0, 176.625)] {
        assert_relative_eq!(ypsidyne_core::formulas::ring::ring_stress_mpa(7850.0, speed), mpa, max_relative = 1e-9);
    }
}

#[test]
fn how_long_agrees_with_the_run_and_the_allowed_current_ends_at_the_limit() {
    let build = Build::from_value(&demo("hillside-harvest-cart")).unwrap();
    for index in 0..2 {
        let told = &simulation::endurance::endurance(&build, index)[0];
        let allowed = told.allowed_a.unwrap();
        // Above it the limit is reached, below it never.
        for point in &told.curve {
            assert_eq!(point.cold_s.is_some(), point.current_a > allowed * (1.0 + 1e-6), "{point:?} {allowed}");
            if let (Some(cold), Some(warm)) = (point.cold_s, point.warm_s) {
                assert!(warm <= cold);
            }
        }
        assert!(told.curve.windows(2).all(|pair| pair[1].cold_s.unwrap_or(1e9) <= pair[0].cold_s.unwrap_or(1e9)));
        let fan = told.changes.iter().find(|change| change.change.contains("fan")).unwrap();
        assert!(fan.allowed_a.unwrap() > allowed);
    }
    // A held torque: the current grows as the magnets warm, so the run ends a little before the steady current says.
    let small = &simulation::endurance::endurance(&build, 1)[0];
    let climb = small.climb_a.unwrap();
    let ran = simulate(
        &demo("hillside-harvest-cart"),
        json!({
            "option": build.options[1].name, "mode": { "kind": "hold", "speed_m_s": 0.6, "grade_percent": 12 }
        }),
    );
    assert_eq!(ran.ended_by, EndedBy::WindingLimit);
    let nearest = small.curve.iter().min_by(|a, b| (a.current_a - climb).abs().total_cmp(&(b.current_a - climb).abs()));
    let seconds = nearest.unwrap().cold_s.unwrap();
    assert!((0.6..1.6).contains(&(ran.lead.summary.t_s / seconds)), "{} against {seconds}", ran.lead.summary.t_s);
}

#[rstest]
#[case::no_option(json!({ "option": "gone", "mode": { "kind": "launch" } }), "/option", "no such option")]
#[case::no_drive(json!({ "drive": "wings", "mode": { "kind": "launch" } }), "/drive", "no such drive")]
#[case::no_mode(json!({}), "/mode", "missing")]
#[case::unknown_mode(json!({ "mode": { "kind": "fly" } }), "/mode/kind", "launch, hold, profile, shots")]
#[case::throws_nothing(json!({ "mode": { "kind": "shots" } }), "/mode/kind", "throws nothing")]
#[case::one_point(json!({ "mode": { "kind": "profile", "points": [{ "t_s": 0, "speed_m_s": 1 }] } }), "/mode/points", "2")]
#[case::backwards(
    json!({ "mode": { "kind": "profile", "points": [{ "t_s": 5, "speed_m_s": 1 }, { "t_s": 5, "speed_m_s": 1 }] } }),
    "/mode/points/1/t_s", "not above 5"
)]
#[case::mixed(
    json!({ "mode": { "kind": "profile", "points": [{ "t_s": 0, "speed_m_s": 1 }, { "distance_m": 5, "speed_m_s": 1 }] } }),
    "/mode/points/1", "mixed"
)]
#[case::never_gets_there(
    json!({ "mode": { "kind": "profile", "points": [{ "distance_m": 0, "speed_m_s": 0 }, { "distance_m": 5, "speed_m_s": 0 }] } }),
    "/mode/points/1/speed_m_s", "never get there"
)]
#[case::jump(
    json!({ "repeat": true, "mode": { "kind": "profile", "points": [{ "t_s": 0, "speed_m_s": 0 }, { "t_s": 5, "speed_m_s": 1 }] } }),
    "/mode", "same speed"
)]
#[case::both_speeds(json!({ "mode": { "kind": "hold", "speed_m_s": 1, "output_rpm": 5 } }), "/mode/output_rpm", "one of the two")]
#[case::twice(
    json!({ "mode": { "kind": "launch" }, "others": [{ "drive": "wheels", "mode": { "kind": "launch" } }] }),
    "/others/0/drive", "twice"
)]
#[case::bad_build(json!({ "build": { "format": "ypsidyne.build/1" }, "mode": { "kind": "launch" } }), "/build/job", "missing")]
#[case::rows(json!({ "mode": { "kind": "launch" }, "until_s": 1e6, "sample_s": 0.001 }), "/sample_s", "rows")]
fn what_cannot_run_is_named(#[case] more: Value, #[case] pointer: &str, #[case] words: &str) {
    let problems = simulation(&demo("hillside-harvest-cart"), more).unwrap_err();
    assert!(
        problems.iter().any(|problem| problem.pointer == pointer && problem.detail.contains(words)),
        "{problems:#?}"
    );
}

#[test]
fn a_bare_switch_holds_no_speed() {
    let problems = simulation(&demo("shuttlecock-launcher"), json!({ "mode": { "kind": "hold" } })).unwrap_err();
    assert!(problems[0].detail.contains("plain switch"), "{problems:#?}");
}

#[test]
fn each_row_says_where_the_power_goes_at_that_moment() {
    let build = demo("hillside-harvest-cart");
    let ran =
        simulate(&build, json!({ "mode": { "kind": "hold", "grade_percent": 12, "speed_m_s": 0.6 }, "until_s": 60 }));
    let series = &ran.lead.series;
    for row in 0..series.t_s.len() {
        let bus_w = series.supply_voltage_v[row] * series.supply_current_a[row];
        let used_w = series.controller_loss_w[row]
            + series.motor_loss_w[row]
            + series.gearing_loss_w[row]
            + series.output_power_w[row];
        // 4 W of other consumers.
        assert_relative_eq!(bus_w, used_w + 4.0, max_relative = 1e-6);
        assert!(series.supply_loss_w[row] > 0.0);
    }
}

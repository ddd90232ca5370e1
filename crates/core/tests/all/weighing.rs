//! Options side by side, the verdict over the range of a figure, and ways to a share of a limit.

use serde_json::{Value, json};
use ypsidyne_core::document::Build;
use ypsidyne_core::evaluation::checks::{CheckCode, Verdict};
use ypsidyne_core::evaluation::discharge::discharge;
use ypsidyne_core::evaluation::{evaluate, evaluate_option};
use ypsidyne_core::library::demo;
use ypsidyne_core::variants::remedies::ways_to;
use ypsidyne_core::variants::side_by_side::{SideBySide, Standing, side_by_side};
use ypsidyne_core::variants::verdict_strip::{values_over, verdicts_over};

fn json_of(name: &str) -> Value {
    let demo = demo::BUILDS.iter().find(|demo| demo.json.contains(name)).unwrap();
    serde_json::from_str(demo.json).unwrap()
}

fn read(json: &Value) -> Build {
    Build::from_json(&json.to_string()).unwrap()
}

fn compared(build: &Build) -> SideBySide {
    side_by_side(build, &evaluate(build))
}

/// What the row says stands where a run that empties the battery at the target leaves it. The run's current follows the
/// falling voltage, so its heat is a little other than that of the half charge.
#[test]
fn the_pack_is_as_warm_as_a_run_to_empty_leaves_it() {
    let mut tried = 0;
    for name in ["Hillside", "Tracking"] {
        let mut json = json_of(name);
        json["job"]["duty_cycle"] = json!(1.0);
        json["job"]["accessory_power_w"] = json!(0.0);
        for drive in json["job"]["drives"].as_array_mut().unwrap() {
            let _ = drive["load"].as_object_mut().unwrap().remove("usual_speed_m_s");
        }
        // Cells of many milliohms, so that the pack has something to warm it.
        for option in json["options"].as_array_mut().unwrap() {
            option["battery"]["cell_resistance_ohm"] = json!(0.03);
        }
        let speed = json["job"]["drives"][0]["load"]["target_speed_m_s"].clone();
        let row = compared(&read(&json)).rows.into_iter().find(|row| row.key == "pack_c").unwrap();
        for (place, said) in row.values.iter().enumerate() {
            let Some(said) = said else { continue };
            let mode = json!({ "kind": "hold", "speed_m_s": speed });
            let asked = json!({ "option": json["options"][place]["name"], "mode": mode, "until_s": 40_000.0, "sample_s": 60.0 });
            let run = ypsidyne_testkit::simulate(&json, asked);
            let ran = run.lead.series.battery_c.last().copied().flatten().unwrap();
            let ambient = json["job"]["ambient_c"].as_f64().unwrap_or(25.0);
            assert!((said - ran).abs() < 0.15 * (ran - ambient).max(2.0), "{name} {place}: {said} against {ran}");
            tried += 1;
        }
    }
    assert!(tried >= 3, "{tried}");
}

#[test]
fn what_hardly_differs_has_no_best_and_what_differs_has_one() {
    let mut json = json_of("Hillside");
    let first = json["options"][0].clone();
    let mut second = first.clone();
    second["name"] = json!("A little heavier");
    second["battery"]["capacity_ah"] = json!(first["battery"]["capacity_ah"].as_f64().unwrap() * 1.02);
    let mut third = first.clone();
    third["name"] = json!("Twice the pack");
    third["battery"]["packs_parallel"] = json!(2);
    json["options"] = json!([first, second]);
    let row = |compared: &SideBySide, key: &str| compared.rows.iter().find(|row| row.key == key).unwrap().clone();
    let near = compared(&read(&json));
    assert_eq!(row(&near, "runtime_min").standing, [None, None], "two in a hundred decide nothing");
    json["options"].as_array_mut().unwrap().push(third);
    let far = compared(&read(&json));
    let runs = row(&far, "runtime_min");
    assert_eq!(runs.standing[2], Some(Standing::Best));
    assert_eq!(runs.standing[0], Some(Standing::Worst));
    assert_eq!(runs.asked, json["job"]["runtime_min"].as_f64());
    assert!(far.says.contains("C runs longest"), "{}", far.says);
}

#[test]
fn an_option_that_cannot_run_is_best_at_nothing() {
    let mut json = json_of("Hillside");
    let mut slow = json["options"][0].clone();
    slow["name"] = json!("Never gets there");
    slow["drives"][0]["motor"]["kv_rpm_per_v"] = json!(13);
    slow["battery"]["price"] = json!(1);
    json["options"] = json!([json["options"][0], slow]);
    let build = read(&json);
    assert!(evaluate_option(&build.job, &build.options[1], 1).drives[0].first_not_held().is_some());
    let all = compared(&build);
    assert!(all.rows.iter().all(|row| row.standing.iter().all(Option::is_none)), "one that runs has nobody to beat");
    assert!(all.says.contains("B never gets to its speed"), "{}", all.says);
}

#[test]
fn rows_belong_to_the_kind_of_machine() {
    let keys = |name: &str| compared(&read(&json_of(name))).rows.into_iter().map(|row| row.key).collect::<Vec<_>>();
    let cart = keys("Hillside");
    assert!(cart.contains(&"to_speed_s") && cart.contains(&"start_pull_n") && cart.contains(&"hill_m_s"));
    assert!(!cart.contains(&"shots") && !cart.contains(&"source_rpm"));
    let launcher = keys("Shuttlecock");
    assert!(launcher.contains(&"spin_up_s") && launcher.contains(&"shots") && !launcher.contains(&"start_pull_n"));
    let generator = keys("Millrace");
    assert!(generator.contains(&"generator_output_w") && generator.contains(&"source_rpm"));
}

#[test]
fn the_pull_at_start_is_the_stall_torque_over_the_wheel_s_radius() {
    let build = read(&json_of("Hillside"));
    let result = evaluate_option(&build.job, &build.options[0], 0);
    let stall = result.drives[0]
        .cases
        .iter()
        .find(|case| serde_json::to_value(case.case).unwrap() == "stall" && (case.state_of_charge - 0.5).abs() < 1e-9);
    let torque = stall.unwrap().output_torque_nm.unwrap();
    let wheel = json_of("Hillside")["options"][0]["drives"][0]["output"]["wheel_diameter_m"].as_f64().unwrap();
    let pull = compared(&build).rows.into_iter().find(|row| row.key == "start_pull_n").unwrap();
    approx::assert_relative_eq!(pull.values[0].unwrap(), torque / (wheel / 2.0), max_relative = 1e-9);
}

#[test]
fn a_strip_says_at_each_value_what_the_build_with_it_says() {
    let json = json_of("Hillside");
    let pointer = "/options/0/battery/cells_series";
    let values = values_over(1.0, 14.0, true, 61);
    assert_eq!(values, (1..=14).map(f64::from).collect::<Vec<_>>(), "whole numbers, each once");
    let strip = verdicts_over(&read(&json), 0, pointer, &values);
    for point in &strip {
        let mut changed = json.clone();
        *changed.pointer_mut(pointer).unwrap() = json!(point.value as i64);
        let build = read(&changed);
        let result = evaluate_option(&build.job, &build.options[0], 0);
        assert_eq!(point.verdict, Some(result.verdict), "{} cells", point.value);
    }
    assert!(strip.iter().any(|point| point.verdict == Some(Verdict::Fail)));
    assert!(strip.iter().any(|point| point.verdict != Some(Verdict::Fail)));
    // What the document does not allow has no verdict.
    assert_eq!(verdicts_over(&read(&json), 0, pointer, &[0.5, -3.0])[1].verdict, None);
    assert_eq!(verdicts_over(&read(&json), 7, pointer, &[3.0])[0].verdict, None);
    assert_eq!(verdicts_over(&read(&json), 0, "/options/0/nothing/there", &[3.0])[0].verdict, None);
    let wide = values_over(0.01, 10.0, false, 4);
    for (found, expected) in wide.iter().zip([0.01, 0.1, 1.0, 10.0]) {
        approx::assert_relative_eq!(*found, expected, max_relative = 1e-9);
    }
}

#[test]
fn ways_to_a_share_bring_the_check_there_and_are_read_back() {
    const SHARE: f64 = 0.8;
    let mut offered = 0;
    for demo in demo::BUILDS {
        let json: Value = serde_json::from_str(demo.json).unwrap();
        let build = read(&json);
        let result = evaluate_option(&build.job, &build.options[0], 0);
        for check in result.checks.iter().filter(|check| check.utilisation.is_some_and(|used| used > SHARE)) {
            for way in ways_to(&build, 0, check.code, check.drive.as_deref(), check.stage, SHARE) {
                offered += 1;
                let mut changed = json.clone();
                let (parent, key) = way.pointer.rsplit_once('/').unwrap();
                let place = changed.pointer_mut(parent).unwrap();
                match place {
                    Value::Array(list) => list[key.parse::<usize>().unwrap()] = way.value.clone(),
                    other => other[key] = way.value.clone(),
                }
                let then = read(&changed);
                let after = evaluate_option(&then.job, &then.options[0], 0);
                let same = after.checks.iter().find(|other| other.same_as(check)).unwrap();
                assert!(same.utilisation.unwrap() <= SHARE, "{}: {:?}", way.says, same.utilisation);
            }
        }
    }
    assert!(offered > 5, "{offered}");
    let cart = read(&json_of("Hillside"));
    assert!(
        ways_to(&cart, 0, CheckCode::WireTemperature, None, None, SHARE).is_empty(),
        "what is there already needs nothing"
    );
}

#[test]
fn a_cell_sags_by_its_resistance_at_every_charge_and_rests_where_the_option_rests() {
    for demo in demo::BUILDS {
        let build = Build::from_json(demo.json).unwrap();
        let option = &build.options[0];
        let result = evaluate_option(&build.job, option, 0);
        let curve = discharge(option, &result.supply);
        let cells = f64::from(option.battery.cells_series) * f64::from(option.battery.packs_series);
        let at = |used: f64| curve.points.iter().find(|point| (point.used - used).abs() < 1e-9).unwrap();
        for (used, rest_v) in [
            (0.0, result.supply.open_circuit_v.full),
            (0.5, result.supply.open_circuit_v.mid),
            (0.8, result.supply.open_circuit_v.low),
        ] {
            approx::assert_relative_eq!(at(used).rest_v * cells, rest_v, max_relative = 1e-9);
        }
        if let Some(current_a) = curve.hardest_a {
            let each_a = current_a / f64::from(option.battery.packs_parallel);
            let sag = at(0.5).rest_v - at(0.5).working_v.unwrap();
            approx::assert_relative_eq!(sag, each_a * curve.cell_resistance_ohm, max_relative = 1e-9, epsilon = 1e-12);
        }
        assert!(curve.points.windows(2).all(|pair| pair[1].rest_v <= pair[0].rest_v + 1e-9), "it only falls");
    }
}

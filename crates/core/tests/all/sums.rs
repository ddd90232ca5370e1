//! Each sum is worked out again from its own text by a general-purpose expression library, and gives its result.

use std::collections::BTreeSet;

use approx::assert_relative_eq;
use ypsidyne_core::document::Build;
use ypsidyne_core::evaluation::evaluate;
use ypsidyne_core::evaluation::workings::{Sum, job_sums, sums};
use ypsidyne_core::library::demo;
use ypsidyne_core::library::templates::TEMPLATES;

/// The text of a sum as the library writes formulas.
fn recomputed(text: &str) -> f64 {
    let plain = text.replace('·', "*").replace('−', "-").replace('√', "sqrt").replace('π', "PI");
    exmex::eval_str::<f64>(&plain).unwrap_or_else(|error| panic!("{text}: {error}"))
}

fn every_build() -> Vec<Build> {
    let texts = demo::BUILDS.iter().map(|demo| demo.json).chain(TEMPLATES.iter().map(|template| template.json));
    texts.map(|json| Build::from_json(json).unwrap()).collect()
}

fn all_sums(build: &Build) -> Vec<(usize, Sum)> {
    let options = build.options.iter().enumerate();
    options
        .flat_map(|(index, option)| sums(&build.job, option, index).into_iter().map(move |sum| (index, sum)))
        .collect()
}

#[test]
fn every_sum_gives_its_result_from_its_own_text() {
    let mut worked = 0;
    for build in every_build() {
        for (_, sum) in all_sums(&build) {
            let again = recomputed(&sum.put_in);
            let scale = sum.result.abs().max(1e-9);
            assert!(
                (again - sum.result).abs() <= 5e-5 * scale,
                "{}: {} = {again}, not {}",
                sum.id,
                sum.put_in,
                sum.result
            );
            worked += 1;
        }
    }
    assert!(worked > 1000, "{worked}");
}

#[test]
fn a_vehicle_shows_at_least_forty_headline_figures_besides_its_checks() {
    let dolly = every_build().into_iter().find(|build| build.name.contains("dolly")).unwrap();
    let ids: BTreeSet<String> = all_sums(&dolly)
        .into_iter()
        .filter(|(option, sum)| *option == 0 && !sum.id.starts_with("check."))
        .map(|(_, sum)| sum.id)
        .collect();
    assert!(ids.len() >= 40, "{}", ids.len());
    for asked in [
        "motor.required_speed",
        "motor.required_torque",
        "motor.stall_current",
        "stall.motor_current",
        "supply.all_hardest",
        "battery.sag",
        "battery.runtime",
        "gearing.ratio",
        "motor.case_to_air",
        "target.motor_current",
        "climb.motor_current",
    ] {
        assert!(ids.contains(asked), "{asked}");
    }
}

#[test]
fn sums_show_the_figures_of_the_evaluation_itself() {
    for build in every_build() {
        let evaluation = evaluate(&build);
        for (index, option) in build.options.iter().enumerate() {
            let all = sums(&build.job, option, index);
            let result = &evaluation.options[index];
            let of = |id: &str| all.iter().find(|sum| sum.id == id).map(|sum| sum.result);
            assert_eq!(of("battery.energy"), Some(result.supply.energy_wh));
            assert_eq!(of("battery.runtime"), result.supply.runtime_min);
            assert_eq!(of("supply.all_stalled"), result.supply.all_stalled.current_a);
            assert_relative_eq!(of("build.hardware_mass").unwrap(), result.hardware_mass_kg, max_relative = 1e-12);
            for drive in result.drives.iter().filter(|drive| drive.generating.is_none()) {
                let of = |id: &str| {
                    all.iter()
                        .find(|sum| sum.id == id && sum.drive.as_ref() == Some(&drive.drive))
                        .map(|sum| sum.result)
                };
                assert_eq!(of("gearing.ratio"), Some(drive.ratio));
                assert_eq!(of("motor.required_speed"), Some(drive.required.motor_rpm));
                assert_eq!(of("motor.torque_constant"), Some(drive.motor.torque_constant_nm_per_a));
            }
            for check in result.checks.iter().filter(|check| check.utilisation.is_some() && check.limit.is_some()) {
                let id = format!("check.{}", check.code);
                assert!(
                    all.iter()
                        .any(|sum| sum.id == id && sum.drive == check.drive && Some(sum.result) == check.utilisation)
                );
            }
        }
    }
}

#[test]
fn numbers_point_at_what_was_entered_or_at_another_sum() {
    for build in every_build() {
        let document = serde_json::to_value(&build).unwrap();
        let all = all_sums(&build);
        for (option, sum) in &all {
            for input in &sum.inputs {
                if let Some(pointer) = &input.pointer
                    && let Some(stands) = document.pointer(pointer).and_then(serde_json::Value::as_f64)
                    && input.symbol != "n_b"
                {
                    assert_relative_eq!(stands, input.value, max_relative = 1e-9);
                }
                if let Some(wanted) = input.sum {
                    let found = all.iter().any(|(other, sum)| other == option && sum.id == wanted);
                    // A level machine has no hill, a fan says its speed itself.
                    assert!(
                        found || wanted == "job.slope" || wanted == "job.output_speed",
                        "{} needs {wanted}",
                        sum.id
                    );
                }
            }
            assert!(!sum.source.is_empty() && !sum.asks.is_empty() && sum.formula.contains('='), "{}", sum.id);
        }
    }
}

#[test]
fn every_sum_has_a_name_of_its_own() {
    for build in every_build() {
        for (index, option) in build.options.iter().enumerate() {
            let mut names = BTreeSet::new();
            for sum in sums(&build.job, option, index) {
                assert!(names.insert((sum.id.clone(), sum.drive.clone())), "{} stands twice", sum.id);
            }
            let job = job_sums(&build.job, option);
            assert!(job.iter().all(|sum| names.contains(&(sum.id.clone(), sum.drive.clone()))));
            assert!(job.len() >= 2);
        }
    }
}

/// A sum by hand, from the trade's own words (common practice): walking pace of 1.4 m/s on a wheel of six inches is
/// about three turns a second.
#[test]
fn walking_pace_on_a_six_inch_wheel() {
    let mut json: serde_json::Value =
        serde_json::from_str(demo::BUILDS.iter().find(|demo| demo.json.contains("harvest cart")).unwrap().json)
            .unwrap();
    json["job"]["drives"][0]["load"]["target_speed_m_s"] = 1.4.into();
    json["options"][0]["drives"][0]["output"]["wheel_diameter_m"] = 0.1524.into();
    let build = Build::from_value(&json).unwrap();
    let sum = sums(&build.job, &build.options[0], 0).into_iter().find(|sum| sum.id == "job.output_speed").unwrap();
    assert_eq!(sum.put_in, "60 · 1.4 / (π · 0.1524)");
    assert_relative_eq!(sum.result / 60.0, 3.0, max_relative = 0.03);
}

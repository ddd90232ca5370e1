//! What is drawn and what is shown as a sum agrees with what is evaluated.

use approx::assert_relative_eq;
use serde_json::Value;
use ypsidyne_core::document::Build;
use ypsidyne_core::evaluation::envelope::{Envelope, envelopes};
use ypsidyne_core::evaluation::workings::{Sum, job_sums};
use ypsidyne_core::evaluation::{OptionEvaluation, evaluate_option};
use ypsidyne_core::library::{demo, templates};
use ypsidyne_core::{Case, Limit};

type Drawn = (String, OptionEvaluation, Vec<Envelope>, Vec<Sum>);

/// Every option of every demo build and every start.
fn every_option() -> Vec<Drawn> {
    every_option_with(|_| ())
}

/// The same with shafts that can all be held.
fn every_option_that_can_jam() -> Vec<Drawn> {
    every_option_with(|drive| drive["can_jam"] = Value::Bool(true))
}

fn every_option_with(change: impl Fn(&mut Value)) -> Vec<Drawn> {
    let documents =
        demo::BUILDS.iter().map(|demo| demo.json).chain(templates::TEMPLATES.iter().map(|start| start.json));
    documents
        .flat_map(|text| {
            let mut document: Value = serde_json::from_str(text).unwrap();
            document["job"]["drives"].as_array_mut().unwrap().iter_mut().for_each(&change);
            let build = Build::from_value(&document).unwrap();
            let options: Vec<_> = build
                .options
                .iter()
                .enumerate()
                .map(|(index, option)| {
                    (
                        format!("{}, {}", build.name, option.name),
                        evaluate_option(&build.job, option, index),
                        envelopes(&build.job, option),
                        job_sums(&build.job, option),
                    )
                })
                .collect();
            options
        })
        .collect()
}

fn case(
    option: &OptionEvaluation,
    envelope: &Envelope,
    case: Case,
) -> Option<ypsidyne_core::evaluation::CaseEvaluation> {
    let drive = option.drives.iter().find(|drive| drive.drive == envelope.drive)?;
    drive.cases.iter().find(|found| found.case == case && found.state_of_charge == envelope.state_of_charge).cloned()
}

#[test]
fn the_envelope_begins_at_stall_and_ends_at_no_load() {
    for (name, option, envelopes, _) in every_option() {
        for envelope in &envelopes {
            let (first, last) = (envelope.points.first().unwrap(), envelope.points.last().unwrap());
            let stall = case(&option, envelope, Case::Stall).unwrap();
            let free = case(&option, envelope, Case::NoLoad).unwrap();
            assert_eq!(first.motor_rpm, 0.0, "{name}");
            assert_relative_eq!(first.motor_current_a, stall.motor_current_a.unwrap(), max_relative = 1e-9);
            assert_relative_eq!(first.shaft_torque_nm, stall.motor_torque_nm.unwrap(), max_relative = 1e-9);
            assert_relative_eq!(last.motor_rpm, free.motor_rpm.unwrap(), max_relative = 1e-9);
            assert!(last.shaft_torque_nm <= 1e-6 * first.shaft_torque_nm, "{name}: {last:?}");
        }
    }
}

#[test]
fn the_envelope_falls_and_its_stretches_cover_it() {
    for (name, _, envelopes, _) in every_option() {
        for envelope in &envelopes {
            for pair in envelope.points.windows(2) {
                assert!(pair[0].motor_rpm < pair[1].motor_rpm, "{name}");
                assert!(pair[1].shaft_torque_nm <= pair[0].shaft_torque_nm * (1.0 + 1e-9), "{name}: {pair:?}");
            }
            let ends = envelope.stretches.windows(2).all(|pair| pair[0].to_rpm == pair[1].from_rpm);
            assert!(ends, "{name}: {:?}", envelope.stretches);
            assert_eq!(envelope.stretches.first().unwrap().from_rpm, 0.0);
            assert_eq!(envelope.stretches.last().unwrap().to_rpm, envelope.points.last().unwrap().motor_rpm);
            assert_eq!(
                envelope.stretches.last().unwrap().limited_by,
                Limit::Duty,
                "{name}: at the top the voltage limits"
            );
        }
    }
}

#[test]
fn marks_stand_where_the_cases_are() {
    for (_, option, envelopes, _) in every_option() {
        for envelope in &envelopes {
            for mark in &envelope.marks {
                let found = case(&option, envelope, mark.case).unwrap();
                assert_relative_eq!(mark.motor_rpm, found.motor_rpm.unwrap(), max_relative = 1e-12);
                assert_eq!(mark.feasible, found.feasible);
            }
        }
    }
}

#[test]
fn nowhere_on_the_envelope_does_the_battery_give_more_than_at_its_hungriest() {
    for (name, option, envelopes, _) in every_option_that_can_jam() {
        for envelope in &envelopes {
            let hungriest = envelope.hungriest.unwrap();
            let top = case(&option, envelope, Case::FullThrottle).unwrap().motor_rpm.unwrap();
            for point in envelope.points.iter().filter(|point| point.motor_rpm <= top) {
                let (ours, most) = (point.controller_battery_current_a, hungriest.controller_battery_current_a);
                assert!(ours <= most * (1.0 + 1e-6), "{name} at {} rpm: {ours} over {most}", point.motor_rpm);
            }
        }
    }
}

#[test]
fn a_motor_current_limit_moves_the_hungriest_speed_away_from_stall() {
    let find = |slug: &str, index: usize| {
        let demo = demo::BUILDS.iter().find(|demo| demo.slug == slug).unwrap();
        let build = Build::from_json(demo.json).unwrap();
        envelopes(&build.job, &build.options[index]).remove(0).hungriest.unwrap().motor_rpm
    };
    assert!(find("hillside-harvest-cart", 0) > 500.0, "limited: where the limit meets full duty");
    assert_eq!(find("shuttlecock-launcher", 0), 0.0, "a plain switch: at stall");
}

#[test]
fn the_two_limits_are_told_apart_with_the_currents_of_the_curves() {
    let says_of = |slug: &str, option: usize| {
        let demo = demo::BUILDS.iter().find(|demo| demo.slug == slug).unwrap();
        let build = Build::from_json(demo.json).unwrap();
        let envelope = envelopes(&build.job, &build.options[option]).remove(0);
        (envelope.says.clone().unwrap(), envelope)
    };
    let says = |slug: &str| says_of(slug, 0);
    let (limited, envelope) = says("hillside-harvest-cart");
    let (still, most) = (envelope.points[0], envelope.hungriest.unwrap());
    let drawn_a = envelope.points.iter().map(|point| point.controller_battery_current_a).fold(0.0, f64::max);
    assert!(drawn_a > 2.0 * most.controller_battery_current_a, "the wheels of the cart slip before it draws most");
    for number in
        [still.motor_current_a, still.controller_battery_current_a, drawn_a, most.controller_battery_current_a]
    {
        let near = |said: f64| (said / number - 1.0).abs() < 5e-3;
        let said = limited.split(' ').filter_map(|word| word.parse().ok()).any(near);
        assert!(said, "{number} A in {limited}");
    }
    assert!(limited.contains("On the ground the wheels slip before that"), "{limited}");
    assert!(limited.contains("two different numbers"));
    let (shared, _) = says_of("shuttlecock-launcher", 1);
    assert!(shared.starts_with("Held still, each motor takes 12 A, the 2 of a channel 24 A, but"), "{shared}");
    let (bare, _) = says("shuttlecock-launcher");
    assert!(bare.starts_with("With nothing to limit the current the battery gives most at stall: "), "{bare}");
}

#[test]
fn the_sum_ends_at_what_the_evaluation_requires() {
    for (name, option, _, sums) in every_option() {
        for drive in option.drives.iter().filter(|drive| drive.generating.is_none()) {
            let of = |id: &str| {
                sums.iter().find(|sum| sum.id == id && sum.drive.as_ref() == Some(&drive.drive)).map(|sum| sum.result)
            };
            assert_relative_eq!(of("job.output_torque").unwrap(), drive.required.output_torque_nm, max_relative = 1e-9);
            assert_relative_eq!(of("job.output_power").unwrap(), drive.required.output_power_w, max_relative = 1e-9);
            if let Some(rpm) = of("job.output_speed") {
                assert_relative_eq!(rpm, drive.required.output_rpm, max_relative = 1e-9);
            }
        }
        assert!(sums.len() >= 2 * option.drives.len(), "{name}");
    }
}

//! What each part does, in one sentence: said with the figures of the evaluation.

use serde_json::{Value, json};
use ypsidyne_core::document::Build;
use ypsidyne_core::evaluation::checks::Step;
use ypsidyne_core::evaluation::evaluate_option;
use ypsidyne_core::evaluation::step_sentences::{StepSentence, step_sentences};
use ypsidyne_core::library::demo;

fn said(name: &str, option: usize, change: impl Fn(&mut Value)) -> Vec<StepSentence> {
    let demo = demo::BUILDS.iter().find(|demo| demo.json.contains(name)).unwrap();
    let mut json: Value = serde_json::from_str(demo.json).unwrap();
    change(&mut json);
    let build = Build::from_json(&json.to_string()).unwrap();
    let result = evaluate_option(&build.job, &build.options[option], option);
    step_sentences(&build.job, &build.options[option], &result)
}

fn of(all: &[StepSentence], step: Step) -> &str {
    &all.iter().find(|sentence| sentence.step == step).unwrap().says
}

#[test]
fn every_step_of_every_demo_option_has_one_sentence_that_ends() {
    for demo in demo::BUILDS {
        let build = Build::from_json(demo.json).unwrap();
        for (index, option) in build.options.iter().enumerate() {
            let result = evaluate_option(&build.job, option, index);
            let all = step_sentences(&build.job, option, &result);
            assert_eq!(all.len(), 4 * option.drives.len() + 2);
            for sentence in &all {
                assert!(sentence.says.ends_with('.') && sentence.says.len() < 160, "{}", sentence.says);
                assert!(!sentence.says.contains("NaN") && !sentence.says.contains("inf"), "{}", sentence.says);
            }
        }
    }
}

#[test]
fn the_cart_is_told_with_its_own_figures() {
    let all = said("Hillside", 0, |_| {});
    // 4.68 km/h on 260 mm wheels: 4.68 / 3.6 / 0.13 rad/s = 95.5 rpm, through 27 : 1 that is 2578 rpm.
    assert!(of(&all, Step::Job).contains("at 95.5 rpm") && of(&all, Step::Job).contains("The hill takes"));
    let motor = of(&all, Step::Motor);
    assert!(motor.starts_with("At the target each motor gives") && motor.contains("2578 rpm"), "{motor}");
    assert!(of(&all, Step::Gearing).starts_with("27 turns of the motor"), "{}", of(&all, Step::Gearing));
}

#[test]
fn a_target_out_of_reach_and_a_plain_switch_are_said_as_such() {
    let slow = said("Hillside", 0, |build| {
        build["options"][0]["drives"][0]["motor"]["kv_rpm_per_v"] = json!(13);
    });
    assert_eq!(of(&slow, Step::Motor), "The motor does not reach the speed wanted at half charge.");
    assert!(of(&slow, Step::Battery).contains("target is not reached"), "{}", of(&slow, Step::Battery));
    let bare = said("Hillside", 0, |build| build["options"][0]["drives"][0]["controller"] = Value::Null);
    assert!(of(&bare, Step::Controller).starts_with("A plain switch"));
    let unwired = said("Hillside", 0, |build| build["options"][0]["wiring"]["runs"] = json!([]));
    assert!(of(&unwired, Step::Wiring).starts_with("No lead is described"));
}

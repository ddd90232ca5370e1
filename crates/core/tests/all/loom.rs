//! The loom: what is joined to what, where its boxes stand, and what people change in it.

use crate::looms::is_drawn_clearly;
use rstest::rstest;
use serde_json::{Value, json};
use ypsidyne_core::document::Build;
use ypsidyne_core::workshop::loom::{LeadKind, LoomPartKind, loom};
use ypsidyne_core::workshop::loom_drawing::svg;
use ypsidyne_testkit::{demo, read};

#[rstest]
#[case::one(1, 1)]
#[case::two(2, 2)]
#[case::four(4, 2)]
fn the_loom_has_every_motor_and_its_leads(#[case] motors: u32, #[case] channels: u32) {
    let mut build = demo("tracking-shot-dolly-board");
    let drive = &mut build["options"][0]["drives"][0];
    drive["motor_count"] = json!(motors);
    drive["controller"]["channels"] = json!(channels);
    drive["controller_count"] = json!(motors.div_ceil(channels));
    let drawn = loom(&read(&build).options[0]);
    let count = motors as usize;
    assert_eq!(drawn.count(LoomPartKind::Motor), count);
    assert_eq!(drawn.leads_of(LeadKind::Phases), count);
    assert_eq!(drawn.leads_of(LeadKind::Sensor), count);
    assert_eq!(drawn.count(LoomPartKind::Controller), motors.div_ceil(channels) as usize);
    assert_eq!(drawn.count(LoomPartKind::Splitter), usize::from(motors.div_ceil(channels) > 1));
    assert_eq!(
        (drawn.count(LoomPartKind::MainSwitch), drawn.count(LoomPartKind::Board), drawn.count(LoomPartKind::Fuse)),
        (1, 1, 1)
    );
    is_drawn_clearly(&drawn, "board");
    let text = svg(&drawn);
    assert_eq!(text.matches("data-part=\"motor\"").count(), count);
    assert_eq!(text.matches("data-lead=\"phases\"").count(), count);
}

#[test]
fn a_brushed_drive_without_controllers_hangs_on_a_switch() {
    let build = read(&demo("shuttlecock-launcher"));
    let drawn = loom(&build.options[0]);
    assert_eq!((drawn.count(LoomPartKind::BareSwitch), drawn.count(LoomPartKind::Controller)), (2, 0));
    assert_eq!((drawn.leads_of(LeadKind::Motor), drawn.leads_of(LeadKind::Phases)), (3, 0));
    assert_eq!(drawn.count(LoomPartKind::Alarm), 1);
}

#[test]
fn several_controllers_hang_on_the_receiver_by_a_y_lead_and_one_feeds_it() {
    let mut build = demo("tracking-shot-dolly-board");
    build["options"][0]["drives"][0]["controller"]["channels"] = json!(1);
    build["options"][0]["drives"][0]["controller_count"] = json!(2);
    let drawn = loom(&read(&build).options[0]);
    let signals: Vec<&str> =
        drawn.leads.iter().filter(|lead| lead.kind == LeadKind::Signal).map(|lead| lead.label.as_str()).collect();
    assert_eq!(signals, ["Y-lead, fed", "Y-lead, red wire out"]);
}

#[test]
fn boxes_stand_where_they_were_put_and_their_leads_follow() {
    let mut build = demo("tracking-shot-dolly-board");
    let generated = loom(&read(&build).options[0]);
    build["options"][0]["wiring"]["placed"] = json!([
        { "part": "motor:wheels:2", "x": 40, "y": 300 },
        { "part": "motor:wheels:9", "x": 4, "y": 4 },
    ]);
    let drawn = loom(&read(&build).options[0]);
    assert_eq!(drawn.parts.len(), generated.parts.len());
    for (was, part) in generated.parts.iter().zip(&drawn.parts) {
        if part.key == "motor:wheels:2" {
            assert_eq!((part.x, part.y, part.placed), (40.0, 300.0, true));
        } else {
            assert_eq!(part, was);
        }
    }
    assert!(drawn.height >= 300.0 + drawn.parts[0].height);
    // Its phases leave the controller to the left and end at the right edge of the motor.
    let motor = drawn.place_of("motor:wheels:2").unwrap();
    let (place, lead) = drawn.leads.iter().enumerate().find(|(_, lead)| lead.to == motor).unwrap();
    assert_eq!(lead.kind, LeadKind::Phases);
    let text = svg(&drawn);
    let group = text.split(&format!("data-place=\"{place}\"")).nth(1).unwrap().split("</g>").next().unwrap();
    let (from, to) = (&drawn.parts[lead.from], &drawn.parts[motor]);
    assert_eq!(group.matches(&format!("M{:.1} ", from.x)).count(), 3, "{group}");
    assert_eq!(group.matches(&format!("H{:.1}\"", to.x + to.width)).count(), 3, "{group}");
}

#[rstest]
#[case::light("receiver::1", "signal", LeadKind::Signal)]
#[case::voltmeter("battery::1", "balance", LeadKind::Balance)]
#[case::horn("main_switch::1", "supply", LeadKind::Supply)]
fn what_is_hung_in_by_hand_is_drawn_on_its_lead(#[case] on: &str, #[case] by: &str, #[case] kind: LeadKind) {
    let mut build = demo("tracking-shot-dolly-board");
    build["options"][0]["wiring"]["extras"] = json!([
        { "name": "a <horn>", "on": on, "by": by },
        { "name": "lost", "on": "servo::4" },
        { "name": "put", "on": on, "by": by, "x": 12, "y": 400 },
    ]);
    let drawn = loom(&read(&build).options[0]);
    let extras: Vec<_> = drawn.parts.iter().filter(|part| part.kind == LoomPartKind::Extra).collect();
    assert_eq!(extras.iter().map(|part| part.key.as_str()).collect::<Vec<_>>(), ["extra::1", "extra::2", "extra::3"]);
    assert_eq!((extras[2].x, extras[2].y, extras[2].placed), (12.0, 400.0, true));
    let bearer = drawn.place_of(on).unwrap();
    let hung: Vec<_> = drawn.leads.iter().filter(|lead| drawn.parts[lead.to].kind == LoomPartKind::Extra).collect();
    // What hangs on something that is not there stands alone.
    assert_eq!(hung.len(), 2);
    assert!(hung.iter().all(|lead| lead.from == bearer && lead.kind == kind && lead.run.is_none()));
    assert!(svg(&drawn).contains("a &lt;horn&gt;"));
}

#[rstest]
#[case(json!([{ "name": "", "on": "battery::1" }]), "extras", "/options/0/wiring/extras/0/name")]
#[case(json!([{ "name": "horn", "on": "battery::1", "by": "air" }]), "extras", "/options/0/wiring/extras/0/by")]
#[case(json!([{ "part": "battery::1", "x": -4, "y": 0 }]), "placed", "/options/0/wiring/placed/0/x")]
#[case(json!([{ "part": "battery::1", "x": 4 }]), "placed", "/options/0/wiring/placed/0/y")]
fn wrong_edits_of_the_loom_are_named(#[case] list: Value, #[case] name: &str, #[case] pointer: &str) {
    let mut build = demo("tracking-shot-dolly-board");
    build["options"][0]["wiring"][name] = list;
    let problems = Build::from_json(&build.to_string()).unwrap_err();
    assert_eq!(problems.iter().map(|problem| problem.pointer.as_str()).collect::<Vec<_>>(), [pointer]);
}

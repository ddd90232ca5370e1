//! Parts of the shelf put in with what they need, on machines that people know: what a practitioner would expect (common
//! practice).

use ypsidyne_core::document::{Build, GearingStage};
use ypsidyne_core::library::{demo, templates};
use ypsidyne_core::shelf::place::Slot;
use ypsidyne_core::shelf::stock::PARTS;
use ypsidyne_core::shelf::{PartKind, ShelfPart};
use ypsidyne_core::variants::candidates::{FoldedAway, Placed, best_first, placed};

fn start(kind: &str) -> Build {
    let found = templates::TEMPLATES.iter().find(|template| template.kind == kind).expect("there is such a start");
    Build::from_json(found.json).expect("a start reads")
}

fn demo_build(word: &str) -> Build {
    let found = demo::BUILDS.iter().find(|demo| demo.json.contains(word)).expect("there is such a demo");
    Build::from_json(found.json).expect("the demo reads")
}

fn stages() -> Vec<GearingStage> {
    PARTS
        .iter()
        .filter_map(|part| match part {
            ShelfPart::GearingStage(stage) => Some((**stage).clone()),
            _ => None,
        })
        .collect()
}

/// The parts of a kind, best first, with their names.
fn ordered(build: &Build, drive: usize, kind: PartKind) -> Vec<(String, Placed)> {
    let parts: Vec<(&str, &ShelfPart)> =
        PARTS.iter().filter(|part| part.kind() == kind).map(|part| ("", part)).collect();
    let names: Vec<String> = parts.iter().map(|(_, part)| part.label().to_owned()).collect();
    let found = placed(build, 0, Slot { drive, stage: 0 }, &stages(), parts);
    let mut all: Vec<(String, Placed)> =
        names.into_iter().zip(found).filter_map(|(name, placed)| Some((name, placed?))).collect();
    best_first(&mut all);
    all
}

#[test]
fn no_heavy_motor_stands_at_a_launcher() {
    let all = ordered(&start("launcher"), 0, PartKind::Motor);
    for (name, placed) in all.iter().take(8) {
        let mass = placed.option.drives[0].motor.mass_kg.unwrap_or(0.0);
        assert!(mass < 0.5, "{name} of {mass} kg in front");
    }
    let heavy = all.iter().filter(|(_, placed)| placed.folded == Some(FoldedAway::TooHeavy)).count();
    assert!(heavy > 10, "{heavy}");
}

#[test]
fn a_bare_motor_in_place_of_a_gear_motor_brings_its_reduction() {
    let build = demo_build("harvest cart");
    let all = ordered(&build, 0, PartKind::Motor);
    let (_, bare) = all
        .iter()
        .find(|(name, placed)| name.starts_with("Brushed can 42") && !placed.brings.is_empty())
        .expect("a can comes with stages");
    assert!(!bare.option.drives[0].gearing.is_empty(), "{:?}", bare.brings);
    assert!(bare.effect.speed_over_target.is_some_and(|over| (0.8..1.8).contains(&over)), "{:?}", bare.effect);
}

#[test]
fn a_hub_comes_on_its_tyre_without_the_stage() {
    let all = ordered(&start("board"), 0, PartKind::Motor);
    let (name, hub) = all.iter().find(|(name, _)| name.contains("107 mm tyre")).expect("the shelf has one");
    assert!(hub.option.drives[0].gearing.is_empty(), "{name}: {:?}", hub.brings);
    assert_eq!(hub.option.drives[0].output.wheel_diameter_m, Some(0.107));
}

#[test]
fn micro_gear_motors_are_no_answer_for_a_board() {
    let all = ordered(&start("board"), 0, PartKind::Motor);
    let front: Vec<&str> = all.iter().take(10).map(|(name, _)| name.as_str()).collect();
    assert!(front.iter().all(|name| !name.contains("Micro") && !name.contains("Plastic")), "{front:?}");
    assert!(front[..6].iter().any(|name| name.starts_with("Outer-rotor 63")), "{front:?}");
}

#[test]
fn packs_come_in_series_and_side_by_side_as_the_job_needs() {
    let all = ordered(&start("cart"), 0, PartKind::Battery);
    let (name, several) = all
        .iter()
        .find(|(_, placed)| placed.brings.iter().any(|words| words.contains("in series")))
        .expect("some pack comes more than once");
    assert!(several.option.battery.packs_series > 1, "{name}");
    assert!(all[0].1.effect.failing == 0, "{:?}", all[0].0);
}

/// A pack of all the volts is one pack, whatever stood there in series; however often one goes in, it is told.
#[test]
fn one_pack_of_the_right_volts_comes_as_one() {
    let build = demo_build("harvest cart");
    assert_eq!(build.options[0].battery.packs_series, 2, "two stand in series");
    let all = ordered(&build, 0, PartKind::Battery);
    let (_, six) = all.iter().find(|(name, _)| name == "Pouch pack 6S, 5 Ah, 60 C").expect("the shelf has one");
    assert_eq!((six.option.battery.packs_series, six.effect.failing), (1, 0), "{:?}", six.effect);
    for (name, placed) in &all {
        let battery = &placed.option.battery;
        let told = |count: u32, words: &str| {
            let words = format!("{count} {words}");
            assert_eq!(count > 1, placed.brings.contains(&words), "{name}: {words} in {:?}", placed.brings);
        };
        told(battery.packs_series, "in series");
        told(battery.packs_parallel, "side by side");
    }
}

/// Where two packs stood side by side and one of another kind does, it comes alone.
#[test]
fn fewer_packs_come_where_fewer_do() {
    let mut json: serde_json::Value = serde_json::from_str(
        demo::BUILDS.iter().find(|demo| demo.json.contains("harvest cart")).expect("there is such a demo").json,
    )
    .expect("it is JSON");
    json["options"][0]["battery"]["packs_parallel"] = 2.into();
    let build = Build::from_value(&json).expect("it reads");
    let all = ordered(&build, 0, PartKind::Battery);
    let (name, large) = all.iter().find(|(name, _)| name == "Pouch pack 6S, 16 Ah, 15 C").expect("the shelf has one");
    assert_eq!((large.effect.failing, large.brings.len()), (0, 0), "{name}: {:?}", large.brings);
}

/// Nobody wires nine small packs where two do: those in front are few. Only small ones go into the dolly's box.
#[test]
fn few_packs_stand_before_many() {
    for (word, best, most) in [("harvest cart", 6, 1), ("dolly", 1, 2), ("mower", 3, 3), ("launcher", 2, 1)] {
        let all = ordered(&demo_build(word), 0, PartKind::Battery);
        let packs = |placed: &Placed| placed.option.battery.packs_series * placed.option.battery.packs_parallel;
        for (name, placed) in &all[..best] {
            assert!(
                packs(placed) <= most && placed.effect.failing == 0,
                "{word}: {name} in front, {:?}",
                placed.brings
            );
        }
        assert!(all.iter().all(|(_, placed)| packs(placed) <= 6), "{word}");
    }
}

/// What packs, motors and machines that are turned are told apart by.
#[test]
fn columns_have_what_the_step_asks_for() {
    for (name, pack) in ordered(&start("board"), 0, PartKind::Battery).iter().take(5) {
        let battery = &pack.option.battery;
        let ah = battery.capacity_ah * f64::from(battery.packs_parallel);
        let effect = &pack.effect;
        assert!((effect.battery_c.expect("C is known") * ah / effect.battery_a.expect("amps are") - 1.0).abs() < 1e-9);
        assert!(effect.generated_w.is_none() && effect.motor_stall_nm.is_some_and(|nm| nm > 0.0), "{name}");
    }
    let wheel = demo_build("Millrace");
    let all = ordered(&wheel, 0, PartKind::Motor);
    let gives = |placed: &Placed| placed.effect.generated_w.expect("a machine that is turned gives something");
    let most = all.iter().map(|(_, placed)| gives(placed)).fold(0.0, f64::max);
    assert!(gives(&all[0].1) > 0.8 * most, "{} gives {} of {most}", all[0].0, gives(&all[0].1));
}

#[test]
fn a_wheel_brings_how_it_rolls_and_grips() {
    let build = start("board");
    let all = ordered(&build, 0, PartKind::Wheel);
    let (_, soft) = all.iter().find(|(name, _)| name.starts_with("Air tyre 7")).expect("the shelf has one");
    assert!(soft.job.is_some(), "{:?}", soft.brings);
    assert!(soft.brings.iter().any(|words| words.contains("rolls with 0.02")), "{:?}", soft.brings);
}

/// A barrow's tyre is no answer for a model truck, nor a bicycle's for a board: folded away, whatever the sum says.
#[test]
fn wheels_of_another_world_are_folded_away() {
    for (kind, front, folded) in [
        ("car", "Model truck wheel 105 mm", &["Air tyre 6 in", "Barrow wheel 260 mm", "Bicycle wheel 20 in"] as &[_]),
        ("board", "Street wheel 97 mm", &["Bicycle wheel 20 in", "Cart wheel 16 in"]),
        ("cart", "Barrow wheel 260 mm", &["Model car wheel 66 mm"]),
    ] {
        let all = ordered(&start(kind), 0, PartKind::Wheel);
        let of = |name: &str| &all.iter().find(|(label, _)| label == name).expect("the shelf has it").1;
        assert_eq!(of(front).folded, None, "{kind}");
        for name in folded {
            assert!(of(name).folded.is_some(), "{kind}: {name}");
        }
    }
}

#[test]
fn two_brushed_motors_share_a_channel_and_brushless_ones_do_not() {
    let mut option = demo_build("harvest cart");
    let all = ordered(&option, 0, PartKind::Controller);
    for (name, placed) in all.iter().filter(|(_, placed)| placed.effect.failing == 0) {
        let drive = &placed.option.drives[0];
        let controller = drive.controller.as_ref().expect("a controller was put in");
        let channels = controller.channels * drive.controller_count;
        assert!(drive.motor_count.div_ceil(drive.motors_per_channel) <= channels, "{name}");
    }
    option = start("board");
    for (name, placed) in ordered(&option, 0, PartKind::Controller).iter().filter(|(_, placed)| placed.folded.is_none())
    {
        assert_eq!(placed.option.drives[0].motors_per_channel, 1, "{name}");
    }
}

/// No motor of a demo or a start is of another world than the shelf: cans of the same size have like motor constants, and a
/// part of the same name the same figures.
#[test]
fn demo_and_start_motors_agree_with_the_shelf() {
    let constant = |motor: &ypsidyne_core::document::Motor| 1.0 / (motor.kv_rpm_per_v * motor.resistance_ohm.sqrt());
    let texts = demo::BUILDS.iter().map(|demo| demo.json).chain(templates::TEMPLATES.iter().map(|start| start.json));
    let mut compared = 0;
    for build in texts.map(|json| Build::from_json(json).expect("it reads")) {
        for motor in build.options.iter().flat_map(|option| &option.drives).map(|drive| &drive.motor) {
            for part in PARTS.iter() {
                let ShelfPart::Motor(shelved) = part else { continue };
                let near = |a: Option<f64>, b: Option<f64>| a.zip(b).is_some_and(|(a, b)| (a / b - 1.0).abs() < 0.04);
                if shelved.label == motor.label {
                    assert_eq!(shelved.kv_rpm_per_v, motor.kv_rpm_per_v, "{:?}", motor.label);
                }
                let same = shelved.kind == motor.kind
                    && near(shelved.can_diameter_mm, motor.can_diameter_mm)
                    && near(shelved.can_length_mm, motor.can_length_mm);
                if same {
                    compared += 1;
                    let times = constant(motor) / constant(shelved);
                    assert!((0.45..2.2).contains(&times), "{:?} {:?}: {times}", motor.label, shelved.label);
                }
            }
        }
    }
    assert!(compared > 5, "{compared}");
}

/// What a label prints, the part stands: a 24 V motor runs on a 24 V battery fresh from the charger, and a micro gear motor
/// of 6 V on two lithium cells, on the shelf as in the starts.
#[test]
fn printed_volts_are_not_the_most_that_a_motor_stands() {
    for part in PARTS.iter() {
        let ShelfPart::Motor(motor) = part else { continue };
        let label = motor.label.as_deref().unwrap_or_default();
        if let Some((printed, most)) = motor.nominal_voltage_v.zip(motor.max_voltage_v) {
            assert!((1.3..=1.55).contains(&(most / printed)), "{label}: {printed} and {most} V");
        }
        if let Some((printed, fresh)) =
            [(12.0, 14.7), (24.0, 29.4)].iter().find(|(volts, _)| label.contains(&format!("{volts} V")))
        {
            assert!(motor.max_voltage_v.is_none_or(|most| most >= *fresh), "{label} on a battery of {printed} V");
        }
    }
    let small = ordered(&start("micro"), 0, PartKind::Motor);
    let (name, placed) =
        small.iter().find(|(name, _)| name.starts_with("Micro gear motor")).expect("the shelf has some");
    assert_eq!(placed.effect.failing, 0, "{name}: {:?}", placed.effect);
    assert!(
        small[..4].iter().any(|(name, _)| name.starts_with("Micro gear motor")),
        "{:?}",
        small[..4].iter().map(|(name, _)| name).collect::<Vec<_>>()
    );
}

/// A car on a 540 is no car on a toy's can: motors far smaller than such machines are built with stand behind.
#[test]
fn motors_of_the_usual_size_stand_in_front() {
    let all = ordered(&start("car"), 0, PartKind::Motor);
    for (name, placed) in &all[..3] {
        let mass = placed.option.drives[0].motor.mass_kg.unwrap_or(0.0);
        assert!(mass > 0.1, "{name} of {mass} kg in a car of 1.65 kg");
    }
    // A scooter's hub of 10 A in hand wants no controller for a racing boat.
    for (name, placed) in &ordered(&start("scooter"), 0, PartKind::Controller)[..3] {
        let amps =
            placed.option.drives[0].controller.as_ref().and_then(|controller| controller.motor_current_continuous_a);
        assert!(amps.is_some_and(|amps| amps <= 60.0), "{name}: {amps:?} A");
    }
    let source = ordered(&start("generator"), 0, PartKind::Battery);
    for (name, placed) in source.iter().filter(|(_, placed)| placed.folded.is_none()) {
        let cells = placed.option.battery.cells_series * placed.option.battery.packs_series;
        assert!(cells >= 3, "{name}: {cells} cells on a source of more volts");
    }
}

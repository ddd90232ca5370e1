//! Stages that make a ratio: one of the shelf where it is near enough, else standard teeth, in as many steps as it takes.

use serde_json::json;

use crate::document::reading::{Place, Problems};
use crate::document::{GearingKind, GearingStage};
use crate::variants::ratio_needed::nearest_pairs;

/// So near to 1 a shaft goes straight to its load.
const DIRECT: std::ops::RangeInclusive<f64> = 0.87..=1.2;
/// A stage of the shelf may be so much below the ratio that is wanted, and hardly above.
const NEAR_ENOUGH: std::ops::RangeInclusive<f64> = 0.85..=1.02;
/// Most of one step of belt or gears (common practice).
const MOST_OF_A_STEP: f64 = 5.0;
/// Most steps.
const MOST_STEPS: u32 = 3;
/// Smallest ratio one step speeds up by.
const MOST_UP: f64 = 0.3;

/// How heavy the work is that the teeth do.
#[derive(Debug, Clone, Copy, PartialEq, Eq)]
pub enum Size {
    /// Up to a tenth of a newton metre: module 0.5.
    Small,
    /// Up to half a newton metre: module 1.
    Middle,
    /// More: belts of 5 mm pitch, chain behind them.
    Large,
}

/// The stages for a ratio of motor turns to output turns; `None` where no three steps make it. An empty list is a direct
/// drive.
///
/// `shelf`: the stages that can be had. One of them alone that is near enough comes first, then one step of standard teeth,
/// then two of the shelf, then more steps of standard teeth.
#[must_use]
pub fn reduction(ratio: f64, size: Size, shelf: &[GearingStage]) -> Option<Vec<GearingStage>> {
    if DIRECT.contains(&ratio) {
        return Some(Vec::new());
    }
    if !(MOST_UP..=MOST_OF_A_STEP.powf(f64::from(MOST_STEPS))).contains(&ratio) {
        return None;
    }
    let usable = |stage: &&GearingStage| suits(stage, size);
    let near = |found: f64| NEAR_ENOUGH.contains(&(found / ratio));
    let one = shelf
        .iter()
        .filter(usable)
        .filter(|stage| near(stage.ratio()))
        .min_by(|a, b| off(a.ratio(), ratio).total_cmp(&off(b.ratio(), ratio)));
    if let Some(stage) = one {
        return Some(vec![stage.clone()]);
    }
    if ratio <= MOST_OF_A_STEP {
        return steps(ratio, 1, size);
    }
    if let Some(two) = two_of_the_shelf(ratio, shelf.iter().filter(usable)) {
        return Some(two);
    }
    (2..=MOST_STEPS)
        .find(|count| ratio <= MOST_OF_A_STEP.powf(f64::from(*count)))
        .and_then(|count| steps(ratio, count, size))
}

/// The two stages of the shelf whose product is nearest, where it is near enough.
fn two_of_the_shelf<'a>(ratio: f64, usable: impl Iterator<Item = &'a GearingStage>) -> Option<Vec<GearingStage>> {
    let mut sorted: Vec<(f64, &GearingStage)> = usable.map(|stage| (stage.ratio(), stage)).collect();
    sorted.sort_by(|a, b| a.0.total_cmp(&b.0));
    let mut best: Option<(f64, usize, usize)> = None;
    for (first, (made, _)) in sorted.iter().enumerate() {
        // The second is one of the two on either side of what is left.
        let after = sorted.partition_point(|(other, _)| other * made < ratio);
        for second in [after.checked_sub(1), (after < sorted.len()).then_some(after)].into_iter().flatten() {
            let product = made * sorted[second].0;
            let off = off(product, ratio);
            if NEAR_ENOUGH.contains(&(product / ratio)) && best.is_none_or(|(least, ..)| off < least) {
                best = Some((off, first, second));
            }
        }
    }
    best.map(|(_, first, second)| vec![sorted[first].1.clone(), sorted[second].1.clone()])
}

fn off(found: f64, wanted: f64) -> f64 {
    (found / wanted).ln().abs()
}

/// Worm boxes come with a motor of their own; small teeth do no heavy work.
fn suits(stage: &&GearingStage, size: Size) -> bool {
    let module = stage.module_mm.unwrap_or(1.0);
    match stage.kind {
        GearingKind::Worm | GearingKind::Direct | GearingKind::Bevel => false,
        GearingKind::Spur => match size {
            Size::Small => module <= 0.8,
            Size::Middle => (0.8..=1.0).contains(&module),
            Size::Large => false,
        },
        GearingKind::Belt => match size {
            Size::Small => false,
            Size::Middle => stage.pitch_mm.is_some_and(|pitch| pitch <= 3.0),
            Size::Large => stage.pitch_mm.is_some_and(|pitch| pitch >= 5.0),
        },
        GearingKind::Chain => size == Size::Large,
        GearingKind::Planetary => size != Size::Small,
    }
}

/// So many equal steps of standard teeth.
fn steps(ratio: f64, count: u32, size: Size) -> Option<Vec<GearingStage>> {
    let driver: Vec<u32> = (12..=20).collect();
    let driven: Vec<u32> = (16..=80).collect();
    let mut left = ratio;
    let mut found = Vec::new();
    for done in 0..count {
        let step = left.powf(1.0 / f64::from(count - done));
        // Up instead of down: the large wheel sits on the motor.
        let pair =
            if step < 1.0 { nearest_pairs(step, &driven, &driver) } else { nearest_pairs(step, &driver, &driven) };
        let pair = pair.iter().find(|pair| pair.off <= 0.01).or(pair.first())?;
        left /= pair.ratio;
        found.push(standard(pair.driver_teeth, pair.driven_teeth, size)?);
    }
    Some(found)
}

/// A stage of standard teeth.
fn standard(driver: u32, driven: u32, size: Size) -> Option<GearingStage> {
    let teeth = format!("{driver}:{driven}");
    let stage = match size {
        Size::Small => json!({
            "kind": "spur", "label": format!("Spur pair module 0.5, {teeth}"), "module_mm": 0.5, "face_width_mm": 4,
            "efficiency": 0.94, "driver_teeth": driver, "driven_teeth": driven
        }),
        Size::Middle => json!({
            "kind": "spur", "label": format!("Spur pair module 1, {teeth}"), "module_mm": 1, "face_width_mm": 8,
            "material": "steel on steel", "efficiency": 0.95, "driver_teeth": driver, "driven_teeth": driven
        }),
        Size::Large => json!({
            "kind": "belt", "label": format!("Belt 5 mm pitch, 15 mm wide, {teeth}"), "pitch_mm": 5, "width_mm": 15,
            "efficiency": 0.95, "driver_teeth": driver, "driven_teeth": driven
        }),
    };
    let mut problems = Problems::default();
    GearingStage::read_object(&stage, &[], &Place::root(), &mut problems).filter(|_| problems.0.is_empty())
}

/// Stages in a few words: "12:60 and 15:45".
#[must_use]
pub fn in_words(stages: &[GearingStage]) -> String {
    let words: Vec<String> = stages
        .iter()
        .map(|stage| match (stage.driver_teeth, stage.driven_teeth) {
            (Some(driver), Some(driven)) => format!("{driver}:{driven} {}", kind_in_words(stage.kind)),
            _ => format!("1:{} {}", crate::format::significant(stage.ratio()), kind_in_words(stage.kind)),
        })
        .collect();
    words.join(" and ")
}

fn kind_in_words(kind: GearingKind) -> &'static str {
    match kind {
        GearingKind::Spur => "gears",
        GearingKind::Belt => "belt",
        GearingKind::Chain => "chain",
        GearingKind::Planetary => "planetary box",
        GearingKind::Worm => "worm",
        GearingKind::Bevel => "bevel",
        GearingKind::Direct => "coupling",
    }
}

#[cfg(test)]
mod tests {
    use super::*;
    use rstest::rstest;

    #[rstest]
    #[case(1.0, 0)]
    #[case(1.15, 0)]
    #[case(2.4, 1)]
    #[case(4.9, 1)]
    #[case(11.0, 2)]
    #[case(24.0, 2)]
    #[case(90.0, 3)]
    #[case(0.5, 1)]
    fn standard_teeth_make_the_ratio_in_as_few_steps_as_it_takes(#[case] ratio: f64, #[case] count: usize) {
        for size in [Size::Small, Size::Middle, Size::Large] {
            let stages = reduction(ratio, size, &[]).expect("it can be made");
            assert_eq!(stages.len(), count);
            let made: f64 = stages.iter().map(GearingStage::ratio).product();
            assert!(count == 0 || (made / ratio - 1.0).abs() < 0.03, "{ratio}: {made}");
            for stage in &stages {
                assert!((0.3..=5.01).contains(&stage.ratio()));
            }
        }
    }

    #[test]
    fn what_three_steps_cannot_make_is_none() {
        assert_eq!(reduction(200.0, Size::Large, &[]), None);
        assert_eq!(reduction(0.1, Size::Large, &[]), None);
    }

    #[test]
    fn a_stage_of_the_shelf_comes_before_teeth_that_nobody_has() {
        let shelf: Vec<GearingStage> = crate::shelf::stock::PARTS
            .iter()
            .filter_map(|part| match part {
                crate::shelf::ShelfPart::GearingStage(stage) => Some((**stage).clone()),
                _ => None,
            })
            .collect();
        let stages = reduction(2.45, Size::Large, &shelf).unwrap();
        assert_eq!(stages.len(), 1);
        assert!(shelf.contains(&stages[0]), "{:?}", stages[0].label);
        assert!(reduction(16.5, Size::Large, &shelf).unwrap().iter().all(|stage| shelf.contains(stage)));
    }
}

//! Boxes in rooms: every orientation, side by side or stacked.

use proptest::prelude::*;
use rstest::rstest;
use serde_json::json;
use ypsidyne_core::document::Build;
use ypsidyne_core::evaluation::fits::{Best, battery_fit, best_packing};

#[rstest]
#[case::as_it_lies([100.0, 50.0, 20.0], 1, [110.0, 60.0, 25.0], true)]
#[case::turned([20.0, 100.0, 50.0], 1, [110.0, 60.0, 25.0], true)]
#[case::stood_up([100.0, 50.0, 20.0], 1, [30.0, 60.0, 120.0], true)]
#[case::too_long([100.0, 50.0, 20.0], 1, [90.0, 60.0, 60.0], false)]
#[case::two_side_by_side([151.0, 98.0, 95.0], 2, [320.0, 170.0, 180.0], true)]
#[case::four_in_a_square([50.0, 50.0, 100.0], 4, [101.0, 101.0, 101.0], true)]
#[case::five_do_not([50.0, 50.0, 100.0], 5, [101.0, 101.0, 101.0], false)]
fn boxes_are_turned_until_they_fit(
    #[case] sides: [f64; 3],
    #[case] count: u32,
    #[case] room: [f64; 3],
    #[case] fits: bool,
) {
    let packing = best_packing(sides, count, room, Best::Roomy);
    assert_eq!(packing.tightest() <= 1.0, fits, "{packing:?}");
}

proptest! {
    /// The boxes of a packing are the boxes that were given, all of them have a place, and what is left is what is left.
    #[test]
    fn a_packing_holds_every_box(
        sides in prop::array::uniform3(1.0..500.0_f64), count in 1..12_u32, room in prop::array::uniform3(1.0..900.0_f64),
    ) {
        let packing = best_packing(sides, count, room, Best::Roomy);
        let sorted = |mut sides: [f64; 3]| { sides.sort_by(f64::total_cmp); sides };
        prop_assert_eq!(sorted(packing.box_mm), sorted(sides));
        prop_assert!(packing.count.iter().product::<u32>() >= count);
        for (axis, side) in room.into_iter().enumerate() {
            let stack = packing.box_mm[axis] * f64::from(packing.count[axis]);
            prop_assert!((packing.left_mm[axis] - (side - stack)).abs() < 1e-9);
        }
        // Straight as it lies is one of the ways, so the best is no worse.
        let lying = (0..3).map(|axis| sides[axis] * if axis == 0 { f64::from(count) } else { 1.0 } / room[axis]);
        prop_assert!(packing.tightest() <= lying.fold(0.0, f64::max) + 1e-12);
    }
}

/// Common practice: flat wide packs under a deck, not tall ones; a tall pack becomes two flat halves.
#[test]
fn two_flat_halves_leave_more_ground_clearance() {
    let mut json: serde_json::Value = serde_json::from_str(
        ypsidyne_core::library::demo::BUILDS.iter().find(|demo| demo.json.contains("dolly")).expect("the board").json,
    )
    .expect("it reads");
    json["options"][0]["battery"]["size_mm"] = json!({ "length": 180, "width": 140, "height": 50 });
    json["job"]["compartment"] = json!({ "length_mm": 400, "width_mm": 170, "height_mm": 60, "above_ground_mm": 110, "ground_clearance_mm": 70 });
    let build = Build::from_value(&json).expect("it reads");
    let fit = battery_fit(&build.job, &build.options[0].battery).expect("a room is given");
    let (whole, halves) = (fit.packs.expect("a size is given"), fit.halves.expect("an even number of cells"));
    assert_eq!(whole.ground_clearance_mm, Some(60.0));
    assert_eq!(halves.ground_clearance_mm, Some(85.0));
    assert_eq!(halves.count.iter().product::<u32>(), 2);
}

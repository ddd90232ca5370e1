//! Geometry and strength of gearing against published tables, worked examples and closed forms.
//!
//! Standards and books are quoted from memory; where an example was recomputed from its inputs, the source says so.

use approx::assert_relative_eq;
use proptest::prelude::*;
use rstest::rstest;
use ypsidyne_core::formulas::{belt, chain_drive, ring, shaft, spur, tooth_materials, worm};

/// m = 25.4/DP (ISO 54 and its inch counterpart).
#[rstest]
#[case(16.0, 1.5875)]
#[case(20.0, 1.27)]
#[case(32.0, 0.79375)]
#[case(48.0, 0.529_166_7)]
#[case(64.0, 0.396_875)]
fn validated_diametral_pitch_in_millimetres(#[case] diametral_pitch: f64, #[case] module_mm: f64) {
    assert_relative_eq!(spur::module_of_diametral_pitch_mm(diametral_pitch), module_mm, max_relative = 1e-7);
}

/// ISO 54:1996, table of the first series, from memory: each module is 1.2 to 1.34 times the one before.
#[test]
fn validated_first_series_of_iso_54() {
    let series = spur::ISO_54_SERIES_1_MM;
    assert_eq!((series.len(), series[0], series[series.len() - 1]), (18, 1.0, 50.0));
    for pair in series.windows(2) {
        let step = pair[1] / pair[0];
        assert!((1.19..=1.34).contains(&step), "{pair:?}");
    }
}

/// Contact ratio of 20° full-depth teeth: length of action over base pitch, worked out elsewhere.
#[rstest]
#[case(20, 40, 1.63519)]
#[case(17, 51, 1.63645)]
fn validated_contact_ratio(#[case] driver: u32, #[case] driven: u32, #[case] expected: f64) {
    assert_relative_eq!(spur::contact_ratio(driver, driven), expected, max_relative = 1e-5);
}

/// Shigley, Mechanical Engineering Design, table 14-2 (Y, 20° full depth), from memory.
#[rstest]
#[case(12, 0.245)]
#[case(17, 0.303)]
#[case(21, 0.328)]
#[case(28, 0.353)]
#[case(50, 0.409)]
#[case(100, 0.447)]
#[case(300, 0.472)]
#[case(400, 0.480)]
fn validated_lewis_form_factor(#[case] teeth: u32, #[case] expected: f64) {
    assert!((spur::lewis_form_factor(teeth) - expected).abs() <= 5e-4);
}

#[test]
fn the_form_factor_rises_with_the_teeth_also_where_the_table_has_none() {
    let mut last = 0.0;
    for teeth in 5..=400 {
        let here = spur::lewis_form_factor(teeth);
        assert!(here >= last && here > 0.0, "{teeth}");
        last = here;
    }
}

/// Shigley, example 14-1, recomputed in metres: module 3.175 mm, face 38.1 mm, 16 teeth, 1620.35 N at 3.19186 m/s give
/// the 10 kpsi (68.95 MPa) the example allows.
#[test]
fn validated_worked_example_of_lewis_and_barth() {
    assert_relative_eq!(spur::barth_speed_factor(3.19186), 1.523255, max_relative = 1e-5);
    assert_relative_eq!(spur::bending_mpa(1620.35, 3.19186, 38.1, 3.175, 16), 68.932, max_relative = 1e-4);
    // Its plain form without speed: W/(b·m·Y).
    assert_relative_eq!(spur::bending_mpa(100.0, 0.0, 10.0, 1.0, 20), 31.055_900_62, max_relative = 1e-9);
}

/// Shigley, equations 14-4 to 14-6 in metres, cut teeth.
#[rstest]
#[case(1.0, 1.163_934_426)]
#[case(5.0, 1.819_672_131)]
#[case(10.0, 2.639_344_262)]
fn validated_barth_speed_factor(#[case] speed: f64, #[case] expected: f64) {
    assert_relative_eq!(spur::barth_speed_factor(speed), expected, max_relative = 1e-9);
}

/// Common practice: 17 teeth are not undercut, fewer are, and 12 want a shift of about 0.3.
#[test]
fn undercut_begins_below_seventeen() {
    assert_eq!(spur::usual_profile_shift(17), 0.0);
    assert_relative_eq!(spur::usual_profile_shift(12), 0.294, max_relative = 1e-2);
    // The strict limit against a rack, 2/sin²20°, is 17.1 (closed form).
    let strict = 2.0 / spur::PRESSURE_ANGLE_RAD.sin().powi(2);
    assert_relative_eq!(strict, 17.097, max_relative = 1e-4);
    assert_eq!(spur::UNDERCUT_BELOW_TEETH, 17);
}

/// ISO 5295/5296 belt length, exact form; rows 1 and 2 were checked as the perimeter of the hull of two circles.
#[rstest]
#[case(5.0, 18, 36, 150.0, 436.368_878_265_049_94, 8.452_030_632_881_893)]
#[case(5.0, 16, 36, 80.0, 293.176_856_322_207_1, 6.979_982_662_182_2)]
#[case(3.0, 15, 60, 100.0, 317.134_457_237_265_8, 6.466_061_211_453_21)]
#[case(8.0, 24, 72, 300.0, 996.493_951_954_244, 10.432_735_810_074_949)]
#[case(5.08, 10, 30, 100.0, 304.220_477_579_985, 4.483_018_518_926_852)]
#[case(2.0, 20, 60, 60.0, 202.712_177_271_312_36, 8.638_700_497_090_651)]
fn validated_belt_length_and_teeth_in_mesh(
    #[case] pitch_mm: f64,
    #[case] driver: u32,
    #[case] driven: u32,
    #[case] centre_mm: f64,
    #[case] length_mm: f64,
    #[case] in_mesh: f64,
) {
    let (a, b) = (belt::pitch_diameter_mm(pitch_mm, driver), belt::pitch_diameter_mm(pitch_mm, driven));
    let length = belt::length_mm(a, b, centre_mm).expect("the pulleys are apart");
    assert_relative_eq!(length, length_mm, max_relative = 1e-9);
    assert_relative_eq!(belt::length_mm(b, a, centre_mm).expect("either may drive"), length, max_relative = 1e-12);
    let teeth = belt::teeth_in_mesh(pitch_mm, driver, driven, centre_mm).expect("the pulleys are apart");
    assert_relative_eq!(teeth, in_mesh, max_relative = 1e-9);
    // And back.
    let centre = belt::centre_distance_mm(a, b, length).expect("a belt of its own length fits");
    assert_relative_eq!(centre, centre_mm, max_relative = 1e-9);
}

/// Worked out elsewhere: a 60-tooth belt of 5 mm round 16 and 36 teeth.
#[test]
fn validated_centre_distance_of_a_bought_belt() {
    let (a, b) = (belt::pitch_diameter_mm(5.0, 16), belt::pitch_diameter_mm(5.0, 36));
    assert_relative_eq!(belt::centre_distance_mm(a, b, 300.0).expect("long enough"), 83.478_173, max_relative = 1e-7);
    assert_eq!(belt::centre_distance_mm(a, b, 100.0), None, "too short to go round");
    assert_eq!(belt::length_mm(a, b, 20.0), None, "the pulleys overlap");
}

proptest! {
    /// A belt is at least as long as twice the distance and half of each pulley, and at most a little more than the
    /// approximate form says; a longer distance takes a longer belt; and the distance comes back from the length.
    #[test]
    fn a_belt_goes_round_both_pulleys(
        pitch in 2.0..10.0_f64, driver in 10..120_u32, driven in 10..120_u32, spread in 1.01..8.0_f64,
    ) {
        let (a, b) = (belt::pitch_diameter_mm(pitch, driver), belt::pitch_diameter_mm(pitch, driven));
        let centre = (a + b) / 2.0 * spread;
        let length = belt::length_mm(a, b, centre).expect("the pulleys are apart");
        let half_rounds = std::f64::consts::PI * (a + b) / 2.0;
        prop_assert!(length >= 2.0 * centre + half_rounds - 1e-9);
        let approximate = 2.0 * centre + half_rounds + (a - b).powi(2) / (4.0 * centre);
        prop_assert!((length - approximate).abs() <= 0.06 * length, "{length} against {approximate}");
        prop_assert!(belt::length_mm(a, b, centre * 1.01).expect("apart") > length);
        let back = belt::centre_distance_mm(a, b, length).expect("its own length fits");
        prop_assert!((back / centre - 1.0).abs() < 1e-7, "{back} against {centre}");
        // The smaller pulley is held by at most half of its teeth, by exactly half when both are equal.
        let mesh = belt::teeth_in_mesh(pitch, driver, driven, centre).expect("apart");
        prop_assert!(mesh <= f64::from(driver.min(driven)) / 2.0 + 1e-9 && mesh > 0.0);
    }

    /// Pitch diameters of chain and belt of many teeth agree: the polygon becomes the circle.
    #[test]
    fn a_sprocket_of_many_teeth_is_a_pulley(pitch in 4.0..20.0_f64, teeth in 60..400_u32) {
        let (chain, belt) = (chain_drive::pitch_diameter_mm(pitch, teeth), belt::pitch_diameter_mm(pitch, teeth));
        prop_assert!(chain > belt && chain / belt < 1.0006);
    }

    /// More face, more module, more teeth: less stress. More force or more speed: more.
    #[test]
    fn bending_goes_the_way_teeth_go(
        force in 1.0..5000.0_f64, speed in 0.0..30.0_f64, face in 2.0..50.0_f64, module in 0.3..5.0_f64, teeth in 10..200_u32,
    ) {
        let stress = spur::bending_mpa(force, speed, face, module, teeth);
        prop_assert!(stress > 0.0 && stress.is_finite());
        prop_assert!(spur::bending_mpa(force, speed, face * 1.1, module, teeth) < stress);
        prop_assert!(spur::bending_mpa(force, speed, face, module * 1.1, teeth) < stress);
        prop_assert!(spur::bending_mpa(force, speed, face, module, teeth + 5) <= stress);
        prop_assert!(spur::bending_mpa(force * 1.1, speed, face, module, teeth) > stress);
        prop_assert!(spur::bending_mpa(force, speed + 1.0, face, module, teeth) > stress);
    }

    /// A longer chain stands further apart, and an even number of links can always be found beside any distance.
    #[test]
    fn a_chain_of_more_links_stands_further_apart(driver in 9..60_u32, driven in 9..120_u32, spread in 1.2..6.0_f64) {
        let pitch = 12.7;
        let centre = spread * (chain_drive::pitch_diameter_mm(pitch, driver) + chain_drive::pitch_diameter_mm(pitch, driven)) / 2.0;
        let links = (chain_drive::length_links(pitch, driver, driven, centre) / 2.0).ceil() * 2.0;
        let near = chain_drive::centre_distance_mm(pitch, driver, driven, links).expect("long enough");
        let far = chain_drive::centre_distance_mm(pitch, driver, driven, links + 2.0).expect("long enough");
        prop_assert!(near >= centre - 1e-6 && far > near && far - near < 2.0 * pitch);
    }
}

/// Stock lengths are whole teeth, each once, rising; the nearest of them are the nearest.
#[test]
fn belts_that_are_sold_are_listed_once_and_found_by_nearness() {
    for known in belt::PITCHES {
        assert!(known.stock_teeth.windows(2).all(|pair| pair[0] < pair[1]), "{} mm", known.pitch_mm);
        assert!(known.widths_mm.windows(2).all(|pair| pair[0] < pair[1]), "{} mm", known.pitch_mm);
        for wanted in [60.2, 99.5, 140.0] {
            let near = belt::nearest_stock(known.pitch_mm, wanted, 3);
            let off = |teeth: u32| (f64::from(teeth) - wanted).abs();
            assert!(near.windows(2).all(|pair| off(pair[0]) <= off(pair[1])));
            assert!(known.stock_teeth.iter().all(|teeth| near.contains(teeth) || off(*teeth) >= off(near[2])));
        }
    }
    assert!(belt::nearest_stock(4.4, 60.0, 3).is_empty(), "a pitch nobody sells");
}

/// ISO 13050 pitches for curved teeth, ISO 5296 for trapezoids, from memory.
#[test]
fn validated_belt_pitches() {
    for pitch in [3.0, 5.0, 8.0, 2.032, 5.08, 9.525, 12.7] {
        assert!(belt::pitch(pitch).is_some(), "{pitch} mm");
    }
    assert_relative_eq!(2.032, 0.08 * 25.4, max_relative = 1e-12);
    assert_relative_eq!(5.08, 0.2 * 25.4, max_relative = 1e-12);
    assert_relative_eq!(9.525, 0.375 * 25.4, max_relative = 1e-12);
}

/// Common rule of belt handbooks: whole rating from six teeth in mesh on, a fifth less for each that lacks.
#[rstest]
#[case(8.4, 1.0)]
#[case(6.0, 1.0)]
#[case(5.9, 0.8)]
#[case(4.2, 0.6)]
#[case(1.0, 0.2)]
fn few_teeth_in_mesh_carry_less(#[case] teeth: f64, #[case] factor: f64) {
    assert_relative_eq!(belt::mesh_factor(teeth), factor, max_relative = 1e-12);
}

/// ISO 606: pitches are quarters, three eighths and halves of an inch and so on; 05B alone is metric.
#[rstest]
#[case("04C", 0.25)]
#[case("06C", 0.375)]
#[case("08A", 0.5)]
#[case("10A", 0.625)]
#[case("12A", 0.75)]
fn validated_chain_pitches_of_iso_606(#[case] name: &str, #[case] inches: f64) {
    let found = chain_drive::CHAINS.iter().find(|chain| chain.name == name).expect("it is listed");
    assert_relative_eq!(found.pitch_mm, inches * 25.4, max_relative = 1e-12);
}

/// ISO 606: p/sin(180°/N).
#[rstest]
#[case(6.35, 11, 22.539_106)]
#[case(6.35, 65, 131.433_571)]
#[case(12.7, 17, 69.115_828)]
#[case(9.525, 15, 45.812_720)]
#[case(12.7, 40, 161.867_784)]
fn validated_sprocket_diameters(#[case] pitch_mm: f64, #[case] teeth: u32, #[case] expected: f64) {
    assert_relative_eq!(chain_drive::pitch_diameter_mm(pitch_mm, teeth), expected, max_relative = 1e-7);
}

/// Shigley, chapter 17: chordal speed variation.
#[rstest]
#[case(9, 0.061_549_727)]
#[case(11, 0.041_062_985)]
#[case(17, 0.017_124_202)]
#[case(25, 0.007_906_090)]
fn validated_chordal_variation(#[case] teeth: u32, #[case] expected: f64) {
    assert_relative_eq!(chain_drive::chordal_variation(teeth), expected, max_relative = 1e-7);
}

/// Length in links (Shigley, chapter 17), worked out elsewhere, and back.
#[rstest]
#[case(12.7, 17, 51, 400.0, 97.921_823_835)]
#[case(6.35, 11, 65, 180.0, 97.298_64)]
fn validated_chain_length(
    #[case] pitch_mm: f64,
    #[case] driver: u32,
    #[case] driven: u32,
    #[case] centre_mm: f64,
    #[case] links: f64,
) {
    let length = chain_drive::length_links(pitch_mm, driver, driven, centre_mm);
    assert_relative_eq!(length, links, max_relative = 1e-6);
    let back = chain_drive::centre_distance_mm(pitch_mm, driver, driven, length).expect("long enough");
    assert_relative_eq!(back, centre_mm, max_relative = 1e-9);
    assert_eq!(chain_drive::centre_distance_mm(pitch_mm, driver, driven, 20.0), None);
}

/// Shigley, table 13-6 and equation 13-46, friction 0.05, normal pressure angle 14.5°.
#[rstest]
#[case(1.0, 0.252)]
#[case(5.0, 0.626)]
#[case(10.0, 0.766)]
#[case(20.0, 0.859)]
#[case(30.0, 0.891)]
fn validated_worm_efficiency(#[case] lead_angle_deg: f64, #[case] expected: f64) {
    assert_relative_eq!(worm::efficiency(lead_angle_deg), expected, max_relative = 2e-3);
}

#[test]
fn a_worm_below_half_holds_by_itself() {
    assert!(worm::holds_by_itself(0.45) && worm::holds_by_itself(0.5) && !worm::holds_by_itself(0.6));
    // The one the formula calls self-locking has an efficiency below a half (closed form: λ = φ gives under 0.5).
    assert!(worm::holds_by_itself(worm::efficiency(2.5)));
}

/// Thin ring, closed form ρ·v²: 7850 kg/m³ at 100 m/s is 78.5 MPa, so 7500 kg/m³ is 75.0.
#[test]
fn validated_hoop_stress_of_a_ring() {
    assert_relative_eq!(ring::hoop_stress_mpa(100.0), 78.5 * ring::RING_DENSITY_KG_M3 / 7850.0, max_relative = 1e-12);
    assert_relative_eq!(ring::rim_speed_at_m_s(ring::hoop_stress_mpa(64.0)), 64.0, max_relative = 1e-12);
    // 0.1 m radius at 10 000 rpm is 104.7198 m/s (closed form).
    assert_relative_eq!(ring::rim_speed_m_s(200.0, 10_000.0), 104.7198, max_relative = 1e-6);
}

/// Shear of a round shaft, closed form 16T/πd³; bending alone doubles as 16M/πd³ in the theory of largest shear.
#[test]
fn validated_shear_of_a_round_shaft() {
    let torsion = shaft::shear_mpa(10.0, 20.0, 0.0);
    assert_relative_eq!(torsion, 101.859, max_relative = 1e-5);
    assert_relative_eq!(shaft::shear_mpa(10.0, 12.0, 16.0), torsion, max_relative = 1e-12);
}

/// Common practice: 1/8 in on 36 mm cans, 5 mm and 8 mm above.
#[test]
fn bores_that_are_sold_have_the_eighth_of_an_inch() {
    for size in [3.175, 5.0, 6.0, 8.0] {
        assert!(shaft::SIZES_MM.contains(&size), "{size}");
    }
}

#[rstest]
#[case("Steel, hardened", "Hardened steel")]
#[case("C45 steel", "Steel")]
#[case("POM", "Acetal")]
#[case("printed PLA", "Printed PLA")]
#[case("printed nylon", "Printed nylon")]
#[case("nylon 66", "Nylon")]
#[case("Aluminum", "Aluminium")]
fn materials_are_found_by_what_makers_write(#[case] text: &str, #[case] name: &str) {
    assert_eq!(tooth_materials::named(text).map(|material| material.name), Some(name));
}

#[test]
fn an_unknown_material_stays_unknown_and_printed_teeth_are_trusted_with_a_quarter() {
    assert_eq!(tooth_materials::named("unobtainium"), None);
    for material in tooth_materials::MATERIALS.iter().filter(|material| material.printed) {
        assert!(material.bending_mpa <= 12.5, "{}", material.name);
    }
}

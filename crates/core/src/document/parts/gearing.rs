//! Gearing stages and wheels.

use std::collections::BTreeMap;

use super::{SizeMm, check_marks};
use crate::document::reading::{Place, Problems, Provenance, name, number, text, typed};

choice! {
    /// What a gearing stage is made of.
    GearingKind {
        Spur = "spur", "Spur gears"; Belt = "belt", "Toothed belt"; Chain = "chain", "Chain";
        Planetary = "planetary", "Planetary"; Worm = "worm", "Worm"; Bevel = "bevel", "Bevel gears";
        Direct = "direct", "Direct";
    }
}

part! {
    /// One gearing stage.
    GearingStage {
        kind: GearingKind, typed(), "Stage", "What the stage is made of.";
        driver_teeth: Option<u32>, number(5.0, 400.0), "Driver teeth", "Teeth on the motor side.";
        driven_teeth: Option<u32>, number(5.0, 400.0), "Driven teeth", "Teeth on the load side.";
        ratio: Option<f64>, number(0.001, 10_000.0), "Ratio", "Driver turns per driven turn.";
        efficiency: Option<f64>, number(0.01, 1.0), "Efficiency", "Share of the power that comes through.";
        module_mm: Option<f64>, number(0.05, 50.0), "Module", "Pitch diameter per tooth.";
        diametral_pitch: Option<f64>, number(0.5, 500.0), "Diametral pitch", "Teeth per inch of pitch diameter.";
        face_width_mm: Option<f64>, number(0.1, 1000.0), "Face width", "Width of the teeth.";
        material: Option<String>, text(80), "Material", "What the teeth are made of.";
        pitch_mm: Option<f64>, number(0.5, 100.0), "Pitch", "Pitch of belt or chain.";
        width_mm: Option<f64>, number(0.5, 1000.0), "Width", "Width of the belt.";
        centre_distance_mm: Option<f64>, number(1.0, 10_000.0), "Centre distance", "Between the two shafts.";
        driver_bore_mm: Option<f64>, number(0.2, 500.0), "Driver bore", "Bore of the driver.";
        driven_module_mm: Option<f64>, number(0.05, 50.0), "Driven module",
            "Module of the driven wheel, where it is another one.";
        driven_diametral_pitch: Option<f64>, number(0.5, 500.0), "Driven diametral pitch",
            "Diametral pitch of the driven wheel, where it is another one.";
        driven_material: Option<String>, text(80), "Driven material",
            "What the driven wheel is made of, where it differs.";
        belt_teeth: Option<u32>, number(10.0, 5000.0), "Belt teeth", "Length of the belt in teeth.";
        chain_links: Option<u32>, number(8.0, 5000.0), "Chain links", "Length of the chain in links.";
        permissible_tension_n: Option<f64>, number(0.1, 1e6), "Permissible tension",
            "Pull that belt or chain may carry continuously.";
        lead_angle_deg: Option<f64>, number(0.5, 60.0), "Lead angle", "Lead angle of the worm.";
    }
    check(|stage, at, problems| {
        let teeth = stage.driver_teeth.is_some() || stage.driven_teeth.is_some();
        match (stage.ratio, teeth) {
            (Some(ratio), true) => problems.note(
                &at.key("ratio"),
                format!("{ratio} came beside teeth: give the teeth or the ratio, not both"),
            ),
            (None, true) if stage.driver_teeth.is_none() => {
                problems.note(&at.key("driver_teeth"), "missing: driven_teeth came, so driver_teeth is needed, 5 to 400");
            }
            (None, true) if stage.driven_teeth.is_none() => {
                problems.note(&at.key("driven_teeth"), "missing: driver_teeth came, so driven_teeth is needed, 5 to 400");
            }
            (None, false) if stage.kind != GearingKind::Direct => {
                problems.note(at, "neither teeth nor a ratio came: driver_teeth and driven_teeth, or ratio, is needed");
            }
            _ => {}
        }
        if stage.module_mm.is_some() && stage.diametral_pitch.is_some() {
            problems.note(&at.key("diametral_pitch"), "came beside module_mm: give one of the two");
        }
        if stage.driven_module_mm.is_some() && stage.driven_diametral_pitch.is_some() {
            problems.note(&at.key("driven_diametral_pitch"), "came beside driven_module_mm: give one of the two");
        }
    })
}

impl GearingStage {
    /// Driver turns per driven turn: driven/driver teeth, or `ratio`, else 1.
    #[must_use]
    pub fn ratio(&self) -> f64 {
        match (self.driver_teeth, self.driven_teeth) {
            (Some(driver), Some(driven)) => f64::from(driven) / f64::from(driver),
            _ => self.ratio.unwrap_or(1.0),
        }
    }
}

part! {
    /// One wheel on the shelf; in a build its figures stand in the output of the drive.
    Wheel {
        diameter_m: f64, number(0.001, 10.0), "Diameter", "Outer diameter under load.";
        width_mm: Option<f64>, number(0.1, 5000.0), "Width", "Width of the tread.";
        inertia_kg_m2: Option<f64>, number(0.0, 1e4), "Inertia", "Inertia about the axle.";
        bore_mm: Option<f64>, number(0.2, 500.0), "Bore", "Bore of the hub.";
        rolling_resistance: Option<f64>, number(0.0, 1.0), "Rolling resistance", "On firm level ground.";
        friction: Option<f64>, number(0.01, 3.0), "Grip", "Coefficient of friction on firm ground.";
    }
}

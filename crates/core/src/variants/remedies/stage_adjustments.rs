//! Levers of gearing stages, shafts and rooms: teeth, belts, chains, bores, what has to fit.

use super::Group;
use super::adjustments::Adjustment;
use super::drive_adjustments::DriveLevers;
use super::grid;
use super::grid::rising;
use crate::document::{GearingKind, GearingStage};
use crate::format::significant;
use crate::formulas::numeric::whole;
use crate::formulas::{belt, chain_drive, shaft, tooth_materials};

/// Modules that are sold for small machines, mm (common practice below 1, ISO 54 above).
const MODULES_MM: &[f64] = &[0.3, 0.4, 0.5, 0.6, 0.8, 1.0, 1.25, 1.5, 2.0, 2.5, 3.0, 4.0, 5.0];

fn above(table: &[f64], now: f64) -> Vec<f64> {
    table.iter().copied().filter(|value| *value > now * (1.0 + 1e-9)).collect()
}

fn counted(place: usize) -> f64 {
    f64::from(u32::try_from(place).unwrap_or(u32::MAX))
}

impl DriveLevers<'_> {
    fn stage_at(&self, stage: usize, rest: &str) -> String {
        format!("/options/{}/drives/{}/gearing/{stage}{rest}", self.index, self.place)
    }

    /// A lever that changes one stage.
    fn stage_lever(
        &self,
        stage: usize,
        rest: &str,
        steps: Vec<f64>,
        change: impl Fn(&mut GearingStage, f64) + Send + Sync + 'static,
        says: impl Fn(f64) -> String + Send + Sync + 'static,
    ) -> Adjustment {
        let place = self.place;
        Adjustment::new(
            Group::Gearing,
            self.stage_at(stage, rest),
            steps,
            move |draft, step| change(&mut draft.option.drives[place].gearing[stage], step),
            says,
        )
    }

    /// Two wheels of one module, with the shafts where they want to be.
    pub fn meshing(&self, at: usize) -> Vec<Adjustment> {
        let Some(stage) = self.parts.gearing.get(at) else { return Vec::new() };
        let mut levers = Vec::new();
        let (driver, driven) = (stage.driver_module_mm(), stage.driven_wheel_module_mm());
        if let (Some(module), Some(other)) = (driver, driven)
            && (module / other - 1.0).abs() > 1e-6
        {
            levers.push(self.stage_lever(
                at,
                "",
                vec![module],
                |stage, _| (stage.driven_module_mm, stage.driven_diametral_pitch) = (None, None),
                move |step| {
                    format!(
                        "A driven wheel of module {} like its driver, instead of {}.",
                        significant(step),
                        significant(other)
                    )
                },
            ));
            levers.push(self.stage_lever(
                at,
                "",
                vec![other],
                |stage, step| {
                    (stage.module_mm, stage.diametral_pitch) = (Some(step), None);
                    (stage.driven_module_mm, stage.driven_diametral_pitch) = (None, None);
                },
                move |step| {
                    format!(
                        "A driver of module {} like its wheel, instead of {}.",
                        significant(step),
                        significant(module)
                    )
                },
            ));
        }
        if let (Some(given), Some(wanted)) = (stage.centre_distance_mm, stage.wanted_centre_mm()) {
            levers.push(self.stage_lever(
                at,
                "/centre_distance_mm",
                vec![(wanted * 1000.0).round() / 1000.0],
                |stage, step| stage.centre_distance_mm = Some(step),
                move |step| format!("The shafts {step} mm apart instead of {given} mm."),
            ));
        }
        levers
    }

    /// A driver bored for the shaft, or a motor with the shaft for the bore.
    pub fn bore(&self, at: usize) -> Vec<Adjustment> {
        let place = self.place;
        let (Some(bore), Some(shaft_mm)) =
            (self.parts.gearing.get(at).and_then(|stage| stage.driver_bore_mm), self.parts.motor.shaft_diameter_mm)
        else {
            return Vec::new();
        };
        vec![
            self.stage_lever(
                at,
                "/driver_bore_mm",
                vec![shaft_mm],
                |stage, step| stage.driver_bore_mm = Some(step),
                move |step| format!("A driver bored {step} mm instead of {bore} mm."),
            ),
            Adjustment::new(
                Group::Motor,
                format!("/options/{}/drives/{place}/motor/shaft_diameter_mm", self.index),
                vec![bore],
                move |draft, step| draft.option.drives[place].motor.shaft_diameter_mm = Some(step),
                move |step| format!("A motor with a shaft of {step} mm instead of {shaft_mm} mm."),
            ),
        ]
    }

    /// Wider, coarser or harder teeth.
    pub fn stronger_teeth(&self, at: usize) -> Vec<Adjustment> {
        let Some(stage) = self.parts.gearing.get(at) else { return Vec::new() };
        let mut levers = vec![self.larger_wheels(at)];
        if let Some(now) = stage.face_width_mm {
            levers.push(self.stage_lever(
                at,
                "/face_width_mm",
                rising(now, 4.0),
                |stage, step| stage.face_width_mm = Some(step),
                move |step| format!("Teeth {} mm wide instead of {} mm.", significant(step), significant(now)),
            ));
        }
        if let Some(now) = stage.driver_module_mm() {
            levers.push(self.stage_lever(
                at,
                "",
                above(MODULES_MM, now),
                |stage, step| {
                    (stage.module_mm, stage.diametral_pitch) = (Some(step), None);
                    (stage.driven_module_mm, stage.driven_diametral_pitch) = (None, None);
                    stage.centre_distance_mm = None;
                },
                move |step| {
                    format!(
                        "Teeth of module {} instead of {}, as many on both wheels.",
                        significant(step),
                        significant(now)
                    )
                },
            ));
        }
        let named = |text: &Option<String>| text.as_deref().and_then(tooth_materials::named);
        if let Some(now) = named(&stage.material) {
            let weaker =
                named(&stage.driven_material).map_or(now.bending_mpa, |other| other.bending_mpa.min(now.bending_mpa));
            let mut better: Vec<usize> = (0..tooth_materials::MATERIALS.len())
                .filter(|place| tooth_materials::MATERIALS[*place].bending_mpa > weaker)
                .collect();
            better.sort_by(|a, b| {
                tooth_materials::MATERIALS[*a].bending_mpa.total_cmp(&tooth_materials::MATERIALS[*b].bending_mpa)
            });
            levers.push(self.stage_lever(
                at,
                "",
                better.into_iter().map(counted).collect(),
                |stage, step| {
                    stage.material = Some(tooth_materials::MATERIALS[whole(step) as usize].name.to_owned());
                    stage.driven_material = None;
                },
                |step| {
                    format!("Both wheels of {}.", tooth_materials::MATERIALS[whole(step) as usize].name.to_lowercase())
                },
            ));
        }
        levers
    }

    /// Both wheels larger at nearly the same ratio: less force for the same torque, more teeth in mesh.
    pub fn larger_wheels(&self, at: usize) -> Adjustment {
        let teeth = self.parts.gearing.get(at).and_then(GearingStage::teeth);
        let (few, many) = teeth.unwrap_or((1, 1));
        let ratio = f64::from(many) / f64::from(few);
        let steps = if teeth.is_some() { grid::counting_up(few, 60, 1) } else { Vec::new() };
        let wheel = move |step: f64| (step * ratio).round().clamp(5.0, 400.0);
        self.stage_lever(
            at,
            "",
            steps,
            move |stage, step| {
                stage.driver_teeth = Some(whole(step));
                stage.driven_teeth = Some(whole(wheel(step)));
                (stage.belt_teeth, stage.chain_links) = (None, None);
                if stage.kind == GearingKind::Spur {
                    stage.centre_distance_mm = None;
                }
            },
            move |step| {
                format!(
                    "Larger wheels at the same ratio: {} to {} teeth instead of {few} to {many}.",
                    whole(step),
                    whole(wheel(step))
                )
            },
        )
    }

    /// A wider belt, or one of coarser pitch on pulleys of the same size.
    pub fn stronger_belt(&self, at: usize) -> Vec<Adjustment> {
        let Some(stage) = self.parts.gearing.get(at) else { return Vec::new() };
        let Some(pitch) = stage.pitch_mm else { return Vec::new() };
        let mut levers = Vec::new();
        if let (Some(known), Some(now)) = (belt::pitch(pitch), stage.width_mm)
            && stage.permissible_tension_n.is_none()
        {
            levers.push(self.stage_lever(
                at,
                "/width_mm",
                above(known.widths_mm, now),
                |stage, step| stage.width_mm = Some(step),
                move |step| format!("A belt {} mm wide instead of {} mm.", significant(step), significant(now)),
            ));
        }
        if let Some((few, many)) = stage.teeth()
            && stage.permissible_tension_n.is_none()
        {
            let coarser: Vec<f64> = [3.0, 5.0, 8.0].into_iter().filter(|coarse| *coarse > pitch * 1.01).collect();
            let fewer = move |teeth: u32, step: f64| whole((f64::from(teeth) * pitch / step).round().max(10.0));
            levers.push(self.stage_lever(
                at,
                "",
                coarser,
                move |stage, step| {
                    stage.pitch_mm = Some(step);
                    (stage.driver_teeth, stage.driven_teeth) = (Some(fewer(few, step)), Some(fewer(many, step)));
                    stage.belt_teeth = None;
                    let widths = belt::pitch(step).map_or(&[][..], |known| known.widths_mm);
                    let now = stage.width_mm.unwrap_or(0.0);
                    stage.width_mm = widths.iter().copied().find(|width| *width >= now).or(widths.last().copied());
                },
                move |step| {
                    format!(
                        "A belt of {} mm pitch on pulleys of the same size: {} to {} teeth.",
                        significant(step),
                        fewer(few, step),
                        fewer(many, step)
                    )
                },
            ));
        }
        levers
    }

    /// The shafts further apart, or a longer belt.
    pub fn longer_centre(&self, at: usize) -> Vec<Adjustment> {
        let Some(stage) = self.parts.gearing.get(at) else { return Vec::new() };
        let mut levers = Vec::new();
        if let Some(now) = stage.centre_distance_mm {
            levers.push(self.stage_lever(
                at,
                "/centre_distance_mm",
                rising(now, 4.0),
                |stage, step| stage.centre_distance_mm = Some(step),
                move |step| format!("The shafts {} mm apart instead of {} mm.", significant(step), significant(now)),
            ));
        } else if let (Some(now), Some(pitch)) = (stage.belt_teeth, stage.pitch_mm) {
            let longer = belt::pitch(pitch).map_or(&[][..], |known| known.stock_teeth);
            levers.push(self.stage_lever(
                at,
                "/belt_teeth",
                longer.iter().filter(|teeth| **teeth > now).map(|teeth| f64::from(*teeth)).collect(),
                |stage, step| stage.belt_teeth = Some(whole(step)),
                move |step| format!("A belt of {} teeth instead of {now}.", whole(step)),
            ));
        }
        levers
    }

    /// A chain of coarser pitch on sprockets of the same size.
    pub fn stronger_chain(&self, at: usize) -> Vec<Adjustment> {
        let Some(stage) = self.parts.gearing.get(at) else { return Vec::new() };
        let mut levers = vec![self.larger_wheels(at)];
        if let (Some((few, many)), Some(pitch), None) = (stage.teeth(), stage.pitch_mm, stage.permissible_tension_n) {
            let fewer = move |teeth: u32, step: f64| whole((f64::from(teeth) * pitch / step).round().max(9.0));
            levers.push(
                self.stage_lever(
                    at,
                    "",
                    chain_drive::CHAINS
                        .iter()
                        .map(|chain| chain.pitch_mm)
                        .filter(|coarse| *coarse > pitch * 1.01)
                        .collect(),
                    move |stage, step| {
                        stage.pitch_mm = Some(step);
                        (stage.driver_teeth, stage.driven_teeth) = (Some(fewer(few, step)), Some(fewer(many, step)));
                        stage.chain_links = None;
                    },
                    move |step| {
                        format!(
                            "A chain of {step} mm pitch on sprockets of about the same size: {} to {} teeth.",
                            fewer(few, step),
                            fewer(many, step)
                        )
                    },
                ),
            );
        }
        levers
    }

    /// A thicker or a hardened shaft.
    pub fn stronger_shaft(&self) -> Vec<Adjustment> {
        let place = self.place;
        let Some(now) = self.parts.motor.shaft_diameter_mm else { return Vec::new() };
        let at = |key: &str| format!("/options/{}/drives/{place}/motor/{key}", self.index);
        let mut levers = vec![Adjustment::new(
            Group::Motor,
            // The driver must go on as well: one change of the drive.
            format!("/options/{}/drives/{place}", self.index),
            above(shaft::SIZES_MM, now),
            move |draft, step| {
                let drive = &mut draft.option.drives[place];
                drive.motor.shaft_diameter_mm = Some(step);
                if let Some(stage) = drive.gearing.first_mut()
                    && stage.driver_bore_mm.is_some()
                {
                    stage.driver_bore_mm = Some(step);
                }
            },
            move |step| format!("A motor with a shaft of {step} mm instead of {now} mm, and the driver bored for it."),
        )];
        if self.parts.motor.shaft_hardened != Some(true) {
            levers.push(Adjustment::new(
                Group::Count,
                at("shaft_hardened"),
                vec![1.0],
                move |draft, _| draft.option.drives[place].motor.shaft_hardened = Some(true),
                |_| "A motor with a hardened shaft.".to_owned(),
            ));
        }
        levers
    }

    /// A clutch in the gearbox that slips before its teeth break.
    pub fn slip_clutch(&self) -> Option<Adjustment> {
        let place = self.place;
        let strong = self.parts.motor.gearbox.as_ref()?.max_torque_nm?;
        let now = self.parts.motor.gearbox.as_ref()?.slip_clutch_nm;
        Some(Adjustment::new(
            Group::Gearing,
            format!("/options/{}/drives/{place}/motor/gearbox/slip_clutch_nm", self.index),
            grid::falling(now.unwrap_or(strong), 0.2),
            move |draft, step| {
                if let Some(gearbox) = &mut draft.option.drives[place].motor.gearbox {
                    gearbox.slip_clutch_nm = Some(step);
                }
            },
            move |step| {
                format!(
                    "A slip clutch that lets go at {} N·m, before the {} N·m of the gearbox.",
                    significant(step),
                    significant(strong)
                )
            },
        ))
    }
}

//! The levers of one drive; here those of ratio and wheel, beside it those of motor and controller.

use super::adjustments::Adjustment;
use super::grid::{counting_down, counting_up, falling, rising};
use super::{Group, PartNeed, Wanted};
use crate::document::OptionDrive;
use crate::document::parts::GearingKind;
use crate::format::significant;
use crate::formulas::numeric::whole;
use crate::shelf::PartKind;

/// The levers of the drive at `place` of the option at `index`.
pub(super) struct DriveLevers<'a> {
    pub parts: &'a OptionDrive,
    pub place: usize,
    pub index: usize,
}

/// Share of the power that two chains one after the other let through (common practice).
const CHAINS_EFFICIENCY: f64 = 0.9;

impl DriveLevers<'_> {
    pub(super) fn pointer(&self, rest: &str) -> String {
        format!("/options/{}/drives/{}{rest}", self.index, self.place)
    }

    /// Teeth, or the ratio, of every stage that has them; `gear_down` gives more turns of the motor for one of the output.
    pub fn gearing(&self, gear_down: bool) -> Vec<Adjustment> {
        let mut levers = Vec::new();
        for (stage_place, stage) in self.parts.gearing.iter().enumerate() {
            let place = self.place;
            let at = |key: &str| self.pointer(&format!("/gearing/{stage_place}/{key}"));
            if let (Some(driver), Some(driven)) = (stage.driver_teeth, stage.driven_teeth) {
                // Fewer than nine teeth are cut under, more than a hundred are no wheel one can buy (common practice).
                let driver_steps = if gear_down { counting_down(driver, 9, 1) } else { counting_up(driver, 60, 1) };
                levers.push(Adjustment::new(
                    Group::Gearing,
                    at("driver_teeth"),
                    driver_steps,
                    move |draft, step| draft.option.drives[place].gearing[stage_place].driver_teeth = Some(whole(step)),
                    move |step| format!("A driver of {} teeth instead of {driver}, to {driven}.", whole(step)),
                ));
                let driven_steps = if gear_down { counting_up(driven, 120, 1) } else { counting_down(driven, 9, 1) };
                levers.push(Adjustment::new(
                    Group::Gearing,
                    at("driven_teeth"),
                    driven_steps,
                    move |draft, step| draft.option.drives[place].gearing[stage_place].driven_teeth = Some(whole(step)),
                    move |step| format!("A driven wheel of {} teeth instead of {driven}, from {driver}.", whole(step)),
                ));
            } else if let Some(now) = stage.ratio {
                levers.push(Adjustment::new(
                    Group::Gearing,
                    at("ratio"),
                    if gear_down { rising(now, 4.0) } else { falling(now, 0.25) },
                    move |draft, step| draft.option.drives[place].gearing[stage_place].ratio = Some(step),
                    move |step| format!("A ratio of {} instead of {}.", significant(step), significant(now)),
                ));
            }
        }
        if let Some(gearbox) = &self.parts.motor.gearbox {
            let (place, now) = (self.place, gearbox.ratio);
            levers.push(Adjustment::new(
                Group::Gearing,
                self.pointer("/motor/gearbox/ratio"),
                if gear_down { rising(now, 4.0) } else { falling(now, 0.25) },
                move |draft, step| {
                    if let Some(gearbox) = &mut draft.option.drives[place].motor.gearbox {
                        gearbox.ratio = step;
                    }
                },
                move |step| {
                    format!(
                        "The same motor with a gearbox of {} : 1 instead of {} : 1.",
                        significant(step),
                        significant(now)
                    )
                },
            ));
        }
        levers
    }

    /// Chains in place of a direct drive, so that the machine turns faster than what turns it.
    pub fn speed_up(&self) -> Vec<Adjustment> {
        let place = self.place;
        let direct = self.parts.gearing.iter().enumerate().filter(|(_, stage)| {
            stage.kind == GearingKind::Direct && stage.ratio.is_none() && stage.driver_teeth.is_none()
        });
        direct
            .map(|(stage_place, _)| {
                Adjustment::new(
                    Group::Gearing,
                    self.pointer(&format!("/gearing/{stage_place}")),
                    rising(1.0, 60.0),
                    move |draft, step| {
                        let stage = &mut draft.option.drives[place].gearing[stage_place];
                        stage.kind = GearingKind::Chain;
                        stage.ratio = Some(step);
                        stage.efficiency = Some(CHAINS_EFFICIENCY);
                    },
                    |step| format!("Chains of 1 : {} in all instead of a direct drive.", significant(step)),
                )
            })
            .collect()
    }

    /// A smaller or larger driven wheel.
    pub fn wheel(&self, larger: bool) -> Option<Adjustment> {
        let (place, now) = (self.place, self.parts.output.wheel_diameter_m?);
        let lever = Adjustment::new(
            Group::Gearing,
            self.pointer("/output/wheel_diameter_m"),
            if larger { rising(now, 1.6) } else { falling(now, 0.6) },
            move |draft, step| draft.option.drives[place].output.wheel_diameter_m = Some(step),
            move |step| {
                format!("Wheels of {} mm instead of {} mm.", significant(1000.0 * step), significant(1000.0 * now))
            },
        );
        Some(lever.needing(move |draft| PartNeed {
            part: PartKind::Wheel,
            figures: vec![Wanted::near(
                "diameter_m",
                draft.option.drives[place].output.wheel_diameter_m.unwrap_or_default(),
                0.03,
            )],
        }))
    }
}

#[allow(clippy::cast_precision_loss, reason = "a place in a list of some seven")]
pub(super) fn counted(place: usize) -> f64 {
    place as f64
}

//! What a maker should know about a stage, in whole sentences. Common practice.

use super::stages::Pair;
use crate::document::{GearingKind, GearingStage};
use crate::format::{percent, significant};
use crate::formulas::{belt, chain_drive, spur, worm};

/// Advice for a stage and its pair of wheels.
pub(super) fn advice(stage: &GearingStage, pair: Option<&Pair>) -> Vec<String> {
    let mut said = Vec::new();
    match stage.kind {
        GearingKind::Spur => spur_advice(stage, &mut said),
        GearingKind::Belt => {
            if let (Some((driver, driven)), Some(pitch)) = (stage.teeth(), stage.pitch_mm) {
                let few = driver.min(driven);
                let least = if pitch < 4.0 {
                    12
                } else if pitch < 7.0 {
                    14
                } else {
                    22
                };
                if few < least {
                    said.push(format!(
                        "A pulley of {few} teeth bends a belt of {} mm pitch sharply: {least} or more let it live \
                         longer.",
                        significant(pitch)
                    ));
                }
                if belt::pitch(pitch).is_none() {
                    said.push(format!(
                        "A pitch of {} mm is not in the table: give the permissible tension.",
                        significant(pitch)
                    ));
                }
            }
            if let (Some(given), Some(wanted)) = (stage.centre_distance_mm, stage.wanted_centre_mm())
                && (given - wanted).abs() > 0.05
            {
                said.push(format!(
                    "This belt wants the shafts {} mm apart; {} mm is given.",
                    significant(wanted),
                    significant(given)
                ));
            }
            said.push(
                "Guard it: fingers go in with the belt, and a stone between belt and pulley tears teeth off."
                    .to_owned(),
            );
        }
        GearingKind::Chain => {
            if let Some((driver, driven)) = stage.teeth() {
                let few = driver.min(driven);
                if few < 17 {
                    let rough = if few < chain_drive::FEW_TEETH { ", rough and hard on the chain" } else { "" };
                    said.push(format!(
                        "A sprocket of {few} teeth makes the speed swing by {}{rough}; 17 run smoothly.",
                        percent(chain_drive::chordal_variation(few))
                    ));
                }
            }
            said.push("Guard it and oil it: a chain pulls fingers in, and a dry one wears fast.".to_owned());
        }
        GearingKind::Worm => worm_advice(stage, &mut said),
        _ => {}
    }
    if let Some(pair) = pair
        && pair.pitch_line_m_s > belt::FAST_M_S
        && stage.kind == GearingKind::Belt
    {
        said.push(format!(
            "The belt runs at {} m/s: above about {} m/s it whines, warms and wants balanced pulleys.",
            significant(pair.pitch_line_m_s),
            significant(belt::FAST_M_S)
        ));
    }
    if let Some(pair) = pair
        && pair.pitch_line_m_s > 10.0
        && stage.kind == GearingKind::Spur
    {
        said.push(format!(
            "The teeth run at {} m/s: open wheels scream above 10 m/s.",
            significant(pair.pitch_line_m_s)
        ));
    }
    said
}

fn spur_advice(stage: &GearingStage, said: &mut Vec<String>) {
    let Some((driver, driven)) = stage.teeth() else { return };
    let few = driver.min(driven);
    if few < spur::UNDERCUT_BELOW_TEETH {
        said.push(format!(
            "{few} teeth are undercut at 20°: below {} a wheel is weaker at the foot unless it is cut with a profile \
             shift of about {} modules.",
            spur::UNDERCUT_BELOW_TEETH,
            significant(spur::usual_profile_shift(few))
        ));
    }
    if let Some(module) = stage.driver_module_mm() {
        let listed = spur::ISO_54_SERIES_1_MM.iter().any(|known| (known - module).abs() < 1e-6);
        if module >= 1.0 && !listed && stage.diametral_pitch.is_none() {
            said.push(format!(
                "Module {} mm is not of the first series of ISO 54: harder to buy.",
                significant(module)
            ));
        }
    }
    let contact = spur::contact_ratio(driver, driven);
    if contact < 1.2 {
        said.push(format!("Only {} pairs of teeth carry on average: 1.2 or more run evenly.", significant(contact)));
    }
}

fn worm_advice(stage: &GearingStage, said: &mut Vec<String>) {
    if let Some(lead_deg) = stage.lead_angle_deg {
        let worked_out = worm::efficiency(lead_deg);
        let given = stage.efficiency.unwrap_or(1.0);
        said.push(format!(
            "With a lead angle of {}° about {} comes through; {} is given.",
            significant(lead_deg),
            percent(worked_out),
            percent(given)
        ));
    }
    let efficiency = stage.efficiency.unwrap_or(1.0);
    said.push(if worm::holds_by_itself(efficiency) {
        "It holds by itself: the load cannot turn the motor. Shaking can still walk it down, so a hoist wants a brake."
            .to_owned()
    } else {
        "It does not hold by itself: the load can turn the motor backwards.".to_owned()
    });
}

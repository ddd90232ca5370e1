//! The power path as a drawing for paper: a ribbon whose width is power, losses named under it.

use std::fmt::Write as _;

use crate::evaluation::{CaseEvaluation, DriveEvaluation};
use crate::format::{escaped, significant};

const WIDTH: f64 = 760.0;
const THICKEST: f64 = 40.0;
const TOP: f64 = 26.0;
const HEIGHT: f64 = 104.0;

/// One stage: what it is called, what reaches it, what it loses, W.
struct Stage {
    name: &'static str,
    in_w: f64,
    lost_w: f64,
}

fn stages(point: &CaseEvaluation) -> Option<Vec<Stage>> {
    let losses = point.losses_w.as_ref()?;
    let out_w = point.output_power_w?;
    let battery_w = point.battery_loss_w.unwrap_or(0.0);
    let lost = [
        ("Battery", battery_w),
        ("Wiring", (losses.supply - battery_w).max(0.0)),
        ("Controller", losses.controller),
        ("Motor", losses.motor_copper + losses.motor_leads + losses.motor_no_load),
        ("Gearing", losses.gearing),
    ];
    let mut flowing = out_w + lost.iter().map(|(_, watts)| watts).sum::<f64>();
    let mut stages = Vec::with_capacity(6);
    for (name, lost_w) in lost {
        stages.push(Stage { name, in_w: flowing, lost_w });
        flowing -= lost_w;
    }
    stages.push(Stage { name: "Load", in_w: out_w, lost_w: 0.0 });
    Some(stages)
}

/// The ribbon of one drive at one point; nothing where the point has no numbers.
pub(super) fn ribbon(drive: &DriveEvaluation, point: &CaseEvaluation) -> Option<String> {
    let stages = stages(point)?;
    let scale = THICKEST / stages[0].in_w.max(1e-9);
    let pitch = WIDTH / 6.0;
    let mut text = format!(
        "<svg viewBox=\"0 0 {WIDTH} {HEIGHT}\" class=\"ribbon\" role=\"img\" aria-label=\"Power path of {}\" font-size=\"11\">",
        escaped(&drive.drive)
    );
    for (place, stage) in stages.iter().enumerate() {
        #[allow(clippy::cast_precision_loss, reason = "six stages")]
        let x = pitch * place as f64;
        let thick = stage.in_w * scale;
        let after = (stage.in_w - stage.lost_w) * scale;
        let end = if place == 5 { x + pitch * 0.6 } else { x + pitch };
        let half = 0.5 * (x + end);
        // Writing to a text cannot fail.
        let _ = write!(
            text,
            "<path d=\"M{x:.1} {TOP}H{end:.1}V{:.1}H{half:.1}V{:.1}H{x:.1}Z\" fill=\"#d5dde6\" stroke=\"#444\" stroke-width=\"0.6\"/>\
             <text x=\"{:.1}\" y=\"14\" font-weight=\"600\">{}</text><text x=\"{:.1}\" y=\"{:.1}\">{} W</text>",
            TOP + after,
            TOP + thick,
            x + 3.0,
            stage.name,
            x + 3.0,
            TOP + THICKEST + 16.0,
            significant(stage.in_w),
        );
        if stage.lost_w > 0.0005 * stages[0].in_w {
            let _ = write!(
                text,
                "<text x=\"{:.1}\" y=\"{:.1}\" fill=\"#555\">−{} W heat</text>",
                x + 3.0,
                TOP + THICKEST + 31.0,
                significant(stage.lost_w)
            );
        }
    }
    text.push_str("</svg>");
    Some(text)
}

//! The power path as a drawing for paper: a ribbon whose width is power, losses named under it.

use maud::{Markup, html};

use super::tenth;
use crate::evaluation::{CaseEvaluation, DriveEvaluation};
use crate::format::significant;

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
    let losses = point.stage_losses_w.as_ref()?;
    let out_w = point.output_power_w?;
    let lost = [
        ("Battery", losses.battery),
        ("Wiring", losses.wiring),
        ("Controller", losses.controller),
        ("Motor", losses.motor),
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
pub(super) fn ribbon(drive: &DriveEvaluation, point: &CaseEvaluation) -> Option<Markup> {
    let stages = stages(point)?;
    let first_w = stages[0].in_w;
    let scale = THICKEST / first_w.max(1e-9);
    let pitch = WIDTH / 6.0;
    let last = stages.len() - 1;
    Some(html! {
        svg.ribbon viewBox=(format!("0 0 {WIDTH} {HEIGHT}")) role="img" aria-label=(format!("Power path of {}", drive.drive)) font-size="11" {
            @for (place, stage) in stages.iter().enumerate() {
                @let x = left(place, pitch);
                @let end = x + if place == last { pitch * 0.6 } else { pitch };
                path d=(outline(x, end, stage, scale)) fill="#d5dde6" stroke="#444" stroke-width="0.6" {}
                text x=(tenth(x + 3.0)) y="14" font-weight="600" { (stage.name) }
                text x=(tenth(x + 3.0)) y=(tenth(TOP + THICKEST + 16.0)) { (significant(stage.in_w)) " W" }
                @if stage.lost_w > 0.0005 * first_w {
                    text x=(tenth(x + 3.0)) y=(tenth(TOP + THICKEST + 31.0)) fill="#555" {
                        "−" (significant(stage.lost_w)) " W heat"
                    }
                }
            }
        }
    })
}

#[allow(clippy::cast_precision_loss, reason = "six stages")]
const fn left(place: usize, pitch: f64) -> f64 {
    pitch * place as f64
}

/// A stage that gets thinner half way by what it loses.
fn outline(x: f64, end: f64, stage: &Stage, scale: f64) -> String {
    let (thick, after) = (TOP + stage.in_w * scale, TOP + (stage.in_w - stage.lost_w) * scale);
    format!("M{x:.1} {TOP}H{end:.1}V{after:.1}H{:.1}V{thick:.1}H{x:.1}Z", 0.5 * (x + end))
}

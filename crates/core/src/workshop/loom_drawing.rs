//! The loom as an SVG drawing: boxes, and leads that are told apart by their count and their dash.

use maud::{Markup, html};

use super::build_sheet::tenth;
use super::loom::{LeadKind, Loom, LoomLead, LoomPart, LoomPartKind, word};

const INK: &str = "var(--ink, #000)";
const SOFT: &str = "var(--soft, #555)";

/// The loom as SVG. Its colours follow the page where it has `--ink` and the like, and are ink on nothing elsewhere; leads are
/// told apart by count and dash, so that it holds in black and white.
#[must_use]
pub fn svg(loom: &Loom) -> String {
    let drawing = html! {
        svg.loom xmlns="http://www.w3.org/2000/svg" viewBox=(format!("0 0 {} {}", loom.width, loom.height)) role="group"
            aria-label="Loom" font-family="inherit" font-size="11" {
            @for (place, lead) in loom.leads.iter().enumerate() {
                (drawn_lead(place, lead, &loom.parts[lead.from], &loom.parts[lead.to]))
            }
            @for part in &loom.parts {
                g data-part=(word(part.kind)) data-key=(part.key) {
                    rect x=(tenth(part.x)) y=(tenth(part.y)) width=(part.width) height=(part.height)
                        fill="var(--sheet, #fff)" stroke=(INK) {}
                    text x=(tenth(part.x + 0.5 * part.width)) y=(tenth(part.y + 22.0)) text-anchor="middle" fill=(INK) {
                        (part.label)
                    }
                }
            }
        }
    };
    drawing.into_string()
}

fn drawn_lead(place: usize, lead: &LoomLead, from: &LoomPart, to: &LoomPart) -> Markup {
    let (offsets, dash, stroke): (&[f64], Option<&str>, &str) = match lead.kind {
        LeadKind::Supply | LeadKind::Motor => (&[-3.0, 3.0], None, INK),
        LeadKind::Phases => (&[-6.0, 0.0, 6.0], None, INK),
        LeadKind::Sensor => (&[11.0], Some("2 3"), SOFT),
        LeadKind::Signal => (&[0.0], Some("5 3"), SOFT),
        LeadKind::Balance => (&[0.0], Some("1 3"), SOFT),
    };
    let freely = from.placed || to.placed || to.kind == LoomPartKind::Extra;
    let route = if freely { Route::between(lead.kind, from, to) } else { Route::generated(lead.kind, from, to) };
    // The lead of the minus pole is the thinner one.
    let width = |wire: usize| if matches!(lead.kind, LeadKind::Supply) && wire == 0 { "2" } else { "1.2" };
    let (x, y) = if freely { route.label() } else { generated_label(lead.kind, from, to, &route) };
    html! {
        g data-lead=(word(lead.kind)) data-place=(place) data-run=[lead.run] {
            @for (wire, offset) in offsets.iter().enumerate() {
                path d=(route.path(*offset)) fill="none" stroke=(stroke) stroke-width=(width(wire)) stroke-dasharray=[dash] {}
            }
            @if !lead.label.is_empty() {
                text x=(tenth(x)) y=(tenth(y)) font-size="10" fill=(SOFT) { (lead.label) }
            }
        }
    }
}

/// Where the label of a lead stands that nobody moved.
fn generated_label(kind: LeadKind, from: &LoomPart, to: &LoomPart, route: &Route) -> (f64, f64) {
    match kind {
        LeadKind::Signal => (route.to.0 - 96.0, route.to.1 + 12.0),
        // Boxes of the battery's side stand close: above them is room.
        LeadKind::Supply => (route.from.0 + 4.0, from.y.min(to.y) - 6.0),
        _ => (route.from.0 + 4.0, route.to.1 - 10.0),
    }
}

/// The way of a lead: from an edge to an edge with one bend.
struct Route {
    from: (f64, f64),
    to: (f64, f64),
    /// Where it bends: along x for one that runs level, along y for one that runs down.
    bend: f64,
    level: bool,
}

impl Route {
    /// The way in the drawing as it is generated: from left to right, balance leads down, signals up to their controller.
    fn generated(kind: LeadKind, from: &LoomPart, to: &LoomPart) -> Self {
        let downwards = to.x < from.x + from.width;
        let start = if downwards {
            (from.x + 0.5 * from.width.min(to.width), from.y + from.height)
        } else {
            (from.x + from.width, from.y + 0.5 * from.height)
        };
        let level = !(downwards && kind == LeadKind::Balance);
        let end = match kind {
            LeadKind::Balance if downwards => (to.x + 0.5 * to.width.min(from.width), to.y),
            // A signal goes up to a controller that stands above its receiver.
            LeadKind::Signal => (to.x, to.y + 0.75 * to.height),
            _ => (to.x, to.y + 0.5 * to.height),
        };
        let bend = match (level, kind) {
            (false, _) => 0.5 * (start.1 + end.1),
            (true, LeadKind::Signal) => to.x - 12.0,
            (true, _) => end.0 - 22.0,
        };
        Self { from: start, to: end, bend, level }
    }

    /// The way between two boxes wherever they stand: side to side where there is room between them, else top to bottom.
    /// Thin leads keep out of the way of the thick ones: they leave low and bend late.
    fn between(kind: LeadKind, from: &LoomPart, to: &LoomPart) -> Self {
        let thin = matches!(kind, LeadKind::Signal | LeadKind::Balance);
        let low = if thin { 0.75 } else { 0.5 };
        let centre = |part: &LoomPart| (part.x + 0.5 * part.width, part.y + low * part.height);
        let (right, left) = (to.x - from.x - from.width, from.x - to.x - to.width);
        if right.max(left) >= ROOM {
            let (x1, x2) = if right > left { (from.x + from.width, to.x) } else { (from.x, to.x + to.width) };
            let bend = if thin { x2 - 0.5 * ROOM * (x2 - x1).signum() } else { 0.5 * (x1 + x2) };
            return Self { from: (x1, centre(from).1), to: (x2, centre(to).1), bend, level: true };
        }
        let down = centre(to).1 >= centre(from).1;
        let (y1, y2) = if down { (from.y + from.height, to.y) } else { (from.y, to.y + to.height) };
        Self { from: (centre(from).0, y1), to: (centre(to).0, y2), bend: 0.5 * (y1 + y2), level: false }
    }

    /// One wire of the lead, beside its middle. The wires of a bundle bend one after the other, so that they do not cross.
    fn path(&self, offset: f64) -> String {
        let ((x1, y1), (x2, y2)) = (self.from, self.to);
        let bend = self.bend + if (y2 > y1) == (x2 > x1) { -offset } else { offset };
        if self.level {
            format!("M{x1:.1} {:.1}H{bend:.1}V{:.1}H{x2:.1}", y1 + offset, y2 + offset)
        } else {
            format!("M{:.1} {y1:.1}V{bend:.1}H{:.1}V{y2:.1}", x1 + offset, x2 + offset)
        }
    }

    /// Where the label stands.
    fn label(&self) -> (f64, f64) {
        if self.level {
            (self.from.0.min(self.bend) + 4.0, self.from.1 - 10.0)
        } else {
            (self.from.0 + 10.0, 0.5 * (self.from.1 + self.bend) + 3.0)
        }
    }
}

/// Room a lead needs between two boxes to run level.
const ROOM: f64 = 24.0;

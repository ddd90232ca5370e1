//! What holds for the drawing of every loom.

use ypsidyne_core::workshop::loom::Loom;

/// Every lead joins two boxes that are there, every box lies on the paper and covers no other.
pub fn is_drawn_clearly(loom: &Loom, title: &str) {
    assert!(loom.leads.iter().all(|lead| lead.from < loom.parts.len() && lead.to < loom.parts.len()), "{title}");
    for (place, a) in loom.parts.iter().enumerate() {
        let inside = a.x >= 0.0 && a.x + a.width <= loom.width && a.y >= 0.0 && a.y + a.height <= loom.height;
        assert!(inside, "{title}: {} leaves the paper", a.label);
        for b in &loom.parts[place + 1..] {
            let apart = a.x + a.width <= b.x || b.x + b.width <= a.x || a.y + a.height <= b.y || b.y + b.height <= a.y;
            assert!(apart, "{title}: {} covers {}", a.label, b.label);
        }
    }
}

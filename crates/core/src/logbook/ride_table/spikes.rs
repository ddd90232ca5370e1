//! Readings that stand alone and are none.

use super::{Reading, short};

/// A current that stands alone is no reading where it is so many times what is usual at most.
const FAR_BEYOND: f64 = 5.0;

impl Reading {
    /// A single reading far from both neighbours, which agree with each other, is none.
    pub(super) fn spikes_taken_out(&mut self) {
        let mut found: Vec<(usize, usize, f64)> = Vec::new();
        for (at, (place, values)) in self.values.iter().enumerate() {
            let Some(channel) = self.understood[*place].map(|found| found.channel) else { continue };
            let Some(far) = channel.spike().or_else(|| channel.is_flow().then(|| far_beyond(values))) else { continue };
            for row in 1..values.len().saturating_sub(1) {
                let (before, now, after) = (values[row - 1], values[row], values[row + 1]);
                let (up, down) = (now - before, now - after);
                if up * down > 0.0 && up.abs().min(down.abs()) > far && (before - after).abs() < 0.3 * far {
                    found.push((at, row, now));
                }
            }
        }
        for (at, row, value) in found {
            let place = self.values[at].0;
            self.values[at].1[row] = f64::NAN;
            self.mapped[place].readings -= 1;
            let (line, name) = (self.lines[row], self.mapped[place].head.clone());
            let shown = self.understood[place].map_or(value, |found| (value - found.offset) / found.factor);
            self.note(line, Some(&name), || format!("{} stands alone between two that agree: left out", short(shown)));
        }
    }
}

/// Currents have spikes of their own: only one that is far beyond all the others is a fault of the logger.
fn far_beyond(values: &[f64]) -> f64 {
    let mut sizes: Vec<f64> = values.iter().filter(|value| !value.is_nan()).map(|value| value.abs()).collect();
    let Some(last) = sizes.len().checked_sub(1) else { return f64::INFINITY };
    let place = last - last / 100;
    // Of a hundred readings the largest is left out of what is usual.
    let usual = *sizes.select_nth_unstable_by(place.min(last.saturating_sub(1)), f64::total_cmp).1;
    (FAR_BEYOND * usual).max(1.0)
}

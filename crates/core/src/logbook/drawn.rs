//! A ride as it is drawn: few points, every peak kept.

use serde::Serialize;

use crate::document::log::RideColumns;

/// One channel over time.
#[derive(Debug, Clone, PartialEq, Serialize, schemars::JsonSchema)]
pub struct DrawnChannel {
    /// Key of the channel.
    pub name: &'static str,
    /// Since the start, s.
    pub t_s: Vec<f64>,
    /// Its readings; null where nothing was read, and across a gap.
    pub values: Vec<Option<f64>>,
}

/// Draws the stretch from `from_s` to `to_s` with about `points` points a channel: where there are more rows, the least and the most
/// of each part of the stretch are kept, so that no peak is lost.
#[must_use]
pub fn drawn(columns: &RideColumns, from_s: f64, to_s: f64, points: usize) -> Vec<DrawnChannel> {
    let times = &columns.t_s.0;
    // One row more on both sides, so that lines leave the picture.
    let first = times.partition_point(|time| *time < from_s).saturating_sub(1);
    let last = (times.partition_point(|time| *time <= to_s) + 1).min(times.len());
    if first >= last {
        return Vec::new();
    }
    let rows = last - first;
    let stretch = if rows <= points.max(2) { 1 } else { rows.div_ceil((points / 2).max(1)) };
    let gaps = super::totals::gaps(times);
    columns
        .channels()
        .filter(|(_, column)| !column.is_empty())
        .map(|(name, column)| {
            let values = &column.0[first..last];
            let keep = if stretch == 1 { (0..rows).collect() } else { super::comparison::peaks(values, stretch) };
            let mut drawn =
                DrawnChannel { name, t_s: Vec::with_capacity(keep.len()), values: Vec::with_capacity(keep.len()) };
            let mut gap = 0;
            for place in keep {
                let time = times[first + place];
                while gaps.get(gap).is_some_and(|gap| gap.from_s + gap.lasts_s <= time) {
                    if drawn.t_s.last().is_some_and(|before| *before <= gaps[gap].from_s) {
                        drawn.t_s.push(gaps[gap].from_s + 0.5 * gaps[gap].lasts_s);
                        drawn.values.push(None);
                    }
                    gap += 1;
                }
                drawn.t_s.push(time);
                drawn.values.push(Some(values[place]).filter(|value| !value.is_nan()));
            }
            drawn
        })
        .collect()
}

#[cfg(test)]
mod tests {
    use super::drawn;
    use crate::document::log::{Column, RideColumns};

    #[test]
    fn no_peak_is_lost_and_gaps_stay_open() {
        let rows = 100_000;
        let mut columns = RideColumns::of_times(
            (0..rows).map(|row| f64::from(row) * 0.1 + if row > 50_000 { 60.0 } else { 0.0 }).collect(),
        );
        let mut amps: Vec<f64> = (0..rows).map(|row| 5.0 + f64::from(row % 7) * 0.1).collect();
        amps[31_416] = 88.0;
        amps[70_001] = -20.0;
        columns.supply_current_a = Some(Column(amps));
        let lines = drawn(&columns, 0.0, 1e9, 1200);
        assert_eq!(lines.len(), 1);
        let known: Vec<f64> = lines[0].values.iter().copied().flatten().collect();
        assert!(known.contains(&88.0) && known.contains(&-20.0));
        assert!(lines[0].t_s.len() <= 1300, "{}", lines[0].t_s.len());
        assert_eq!(lines[0].values.iter().filter(|value| value.is_none()).count(), 1);
        assert!(lines[0].t_s.windows(2).all(|pair| pair[1] >= pair[0]));
        let near = drawn(&columns, 3141.0, 3142.0, 1200);
        assert!(near[0].t_s.len() < 16 && near[0].values.contains(&Some(88.0)));
    }
}

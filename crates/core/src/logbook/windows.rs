//! The readings of a ride in equal windows of time: less noise, fewer rows, gaps left out.

use super::totals::{gaps, usual_step_s};
use crate::document::log::{Column, RideColumns};

/// Most windows of a ride.
const MOST_WINDOWS: f64 = 4000.0;
/// Windows are at least this long, s.
const SHORTEST_S: f64 = 0.5;
/// And at most this long, where noise asks for more.
const LONGEST_S: f64 = 5.0;
/// The speed's noise may look like this acceleration, m/s².
const QUIET_M_S2: f64 = 0.04;

/// A ride in windows.
pub(super) struct Windows {
    /// Middle of each window by the readings in it, s.
    pub t_s: Vec<f64>,
    /// Mean speed, m/s; NaN where none was read.
    pub speed_m_s: Vec<f64>,
    /// Grade, %.
    pub grade_percent: Vec<f64>,
    /// How long a window is, s.
    pub width_s: f64,
    /// Rows of each window.
    rows: Vec<(usize, usize)>,
}

impl Windows {
    /// Cuts a ride.
    pub fn of(columns: &RideColumns) -> Self {
        let times = &columns.t_s.0;
        let speed = speed_of(columns);
        let width_s = width_s(times, speed.as_ref());
        let first = times.first().copied().unwrap_or_default();
        let mut rows: Vec<(usize, usize)> = Vec::new();
        let mut from = 0;
        let holes = gaps(times);
        let mut hole = 0;
        for row in 1..=times.len() {
            let in_gap = holes.get(hole).is_some_and(|gap| row < times.len() && times[row - 1] >= gap.from_s);
            let place = |row: usize| ((times[row] - first) / width_s).floor();
            if row == times.len() || in_gap || place(row) > place(from) {
                rows.push((from, row));
                from = row;
                hole += usize::from(in_gap);
            }
        }
        let mean = |column: &Column| rows.iter().map(|rows| mean_of(column, *rows)).collect::<Vec<f64>>();
        let t_s: Vec<f64> = rows
            .iter()
            .map(|(from, to)| {
                #[allow(clippy::cast_precision_loss, reason = "rows are at most a million")]
                let count = (to - from) as f64;
                times[*from..*to].iter().sum::<f64>() / count
            })
            .collect();
        let speed_m_s = speed.as_ref().map_or_else(|| vec![f64::NAN; rows.len()], mean);
        let grade_percent = grade_of(columns, &t_s, &speed_m_s, &mean);
        Self { t_s, speed_m_s, grade_percent, width_s, rows }
    }

    /// Mean of a channel in each window; NaN where nothing was read.
    pub fn mean(&self, column: &Column) -> Vec<f64> {
        self.rows.iter().map(|rows| mean_of(column, *rows)).collect()
    }
}

fn mean_of(column: &Column, (from, to): (usize, usize)) -> f64 {
    let (mut sum, mut count) = (0.0, 0.0);
    for value in column.0[from..to].iter().filter(|value| !value.is_nan()) {
        sum += value;
        count += 1.0;
    }
    sum / count
}

/// The speed column, else the way's rise over time.
fn speed_of(columns: &RideColumns) -> Option<Column> {
    if let Some(speed) = columns.speed_m_s.as_ref().filter(|speed| !speed.is_empty()) {
        return Some(Column(speed.0.iter().map(|speed| speed.abs()).collect()));
    }
    let way = columns.distance_m.as_ref().filter(|way| !way.is_empty())?;
    let times = &columns.t_s.0;
    let mut speeds = vec![f64::NAN; times.len()];
    let mut before: Option<(usize, f64)> = None;
    for row in 0..times.len() {
        let Some(now) = way.at(row) else { continue };
        if let Some((then, was)) = before {
            let speed = ((now - was) / (times[row] - times[then])).abs();
            speeds[then..row].fill(speed);
            speeds[row] = speed;
        }
        before = Some((row, now));
    }
    Some(Column(speeds))
}

/// Long enough that the noise of the speed does not look like an acceleration.
fn width_s(times: &[f64], speed: Option<&Column>) -> f64 {
    let step = usual_step_s(times).max(1e-3);
    let duration = times.last().zip(times.first()).map_or(0.0, |(last, first)| last - first);
    let mut width = SHORTEST_S.max(step).max(duration / MOST_WINDOWS);
    let noise = speed.map_or(0.0, |speed| noise_of(&speed.0));
    // Two windows of n readings each, w apart: √2·σ/(√n·w).
    while width < LONGEST_S && std::f64::consts::SQRT_2 * noise / ((width / step).max(1.0).sqrt() * width) > QUIET_M_S2
    {
        width *= 1.25;
    }
    width
}

/// Scatter of readings about a smooth line: the median of second differences, over what normal scatter makes of it.
fn noise_of(values: &[f64]) -> f64 {
    let mut second: Vec<f64> = values
        .windows(3)
        .map(|three| (three[0] - 2.0 * three[1] + three[2]).abs())
        .filter(|value| !value.is_nan())
        .collect();
    if second.is_empty() {
        return 0.0;
    }
    let middle = second.len() / 2;
    let median = *second.select_nth_unstable_by(middle, f64::total_cmp).1;
    median / (0.6745 * 6f64.sqrt())
}

/// Way over which a slope is told by heights, m: what a barometer or a map tells is no finer.
const SLOPE_OVER_M: f64 = 20.0;

/// The grade column, else height over way, else level.
fn grade_of(columns: &RideColumns, t_s: &[f64], speed_m_s: &[f64], mean: &dyn Fn(&Column) -> Vec<f64>) -> Vec<f64> {
    if let Some(grade) = columns.grade_percent.as_ref().filter(|grade| !grade.is_empty()) {
        return filled(mean(grade));
    }
    let Some(height) = columns.altitude_m.as_ref().filter(|height| !height.is_empty()) else {
        return vec![0.0; t_s.len()];
    };
    let height = filled(mean(height));
    let speed = filled(speed_m_s.to_vec());
    let mut way = vec![0.0; t_s.len()];
    for at in 1..t_s.len() {
        way[at] = way[at - 1] + 0.5 * (speed[at] + speed[at - 1]) * (t_s[at] - t_s[at - 1]);
    }
    let mut back = 0;
    let mut ahead = 0;
    (0..t_s.len())
        .map(|at| {
            while way[at] - way[back] > 0.5 * SLOPE_OVER_M {
                back += 1;
            }
            while ahead + 1 < way.len() && way[ahead] - way[at] < 0.5 * SLOPE_OVER_M {
                ahead += 1;
            }
            let over = way[ahead] - way[back];
            if over > 1.0 { (100.0 * (height[ahead] - height[back]) / over).clamp(-100.0, 100.0) } else { 0.0 }
        })
        .collect()
}

/// Readings that are missing become those before, the first ones those behind.
pub(super) fn filled(mut values: Vec<f64>) -> Vec<f64> {
    let first = values.iter().copied().find(|value| !value.is_nan()).unwrap_or_default();
    let mut last = first;
    for value in &mut values {
        if value.is_nan() {
            *value = last;
        }
        last = *value;
    }
    values
}

//! Wear: a length over hours of running, and the hours that are left.

use serde::Serialize;

use crate::document::log::{Entry, Happened};
use crate::format::significant;
use crate::measurement::least_squares::{line, student};

/// What measured lengths of one thing say.
#[derive(Debug, Clone, PartialEq, Serialize, schemars::JsonSchema)]
pub struct Wear {
    /// What wears.
    pub item: String,
    /// Hours of running and length, mm, of every measurement.
    pub points: Vec<[f64; 2]>,
    /// Length at which it is due, mm.
    pub limit_mm: f64,
    /// Length lost in an hour, mm; null with one measurement, or where nothing is lost.
    pub mm_per_hour: Option<f64>,
    /// Hours left from the last measurement; null where that is not told.
    pub hours_left: Option<f64>,
    /// Their 90 % interval; the second null where the readings allow that it never comes. Null with fewer than three.
    pub interval_90: Option<[Option<f64>; 2]>,
    /// In one sentence.
    pub says: String,
}

/// The wear of everything that was measured, by name.
#[must_use]
pub fn wear(entries: &[Entry]) -> Vec<Wear> {
    let mut groups: Vec<(String, f64, Vec<[f64; 2]>)> = Vec::new();
    for entry in entries {
        let Happened::Upkeep(upkeep) = &entry.happened else { continue };
        let (Some(read), Some(hours)) = (&upkeep.measured, upkeep.hours) else { continue };
        match groups.iter_mut().find(|(item, ..)| item.eq_ignore_ascii_case(&upkeep.item)) {
            Some((_, limit_mm, points)) => {
                *limit_mm = read.limit_mm;
                points.push([hours, read.length_mm]);
            }
            None => groups.push((upkeep.item.clone(), read.limit_mm, vec![[hours, read.length_mm]])),
        }
    }
    groups
        .into_iter()
        .map(|(item, limit_mm, mut points)| {
            points.sort_by(|a, b| a[0].total_cmp(&b[0]));
            of(item, limit_mm, since_the_last_new_one(points))
        })
        .collect()
}

/// A length that has grown is a new one: what was before it is another's.
fn since_the_last_new_one(points: Vec<[f64; 2]>) -> Vec<[f64; 2]> {
    let from = (1..points.len()).rev().find(|at| points[*at][1] > points[at - 1][1] * 1.05).unwrap_or(0);
    points[from..].to_vec()
}

/// Hours left by a straight line through the lengths.
///
/// # Source
/// Inverse prediction from a line (Fieller's interval; Draper, Smith, Applied Regression Analysis, ch. 3.2), 90 %.
fn of(item: String, limit_mm: f64, points: Vec<[f64; 2]>) -> Wear {
    let told = |says: String, mm_per_hour, hours_left, interval_90| Wear {
        item: item.clone(),
        points: points.clone(),
        limit_mm,
        mm_per_hour,
        hours_left,
        interval_90,
        says,
    };
    let Some([last_h, last_mm]) = points.last().copied() else { return told(String::new(), None, None, None) };
    if last_mm <= limit_mm {
        return told(
            format!("{item}: due, {} mm of {} mm.", significant(last_mm), significant(limit_mm)),
            None,
            Some(0.0),
            None,
        );
    }
    let (hours, lengths): (Vec<f64>, Vec<f64>) = points.iter().map(|[hours, length]| (*hours, *length)).unzip();
    if points.len() == 2 && hours[1] > hours[0] {
        let rate = (lengths[0] - lengths[1]) / (hours[1] - hours[0]);
        if rate <= 0.0 {
            return told(format!("{item}: nothing lost between the two measurements."), None, None, None);
        }
        let left = (last_mm - limit_mm) / rate;
        let says = format!("{item}: about {} h left; a third measurement tells how sure that is.", significant(left));
        return told(says, Some(rate), Some(left), None);
    }
    let Some(fitted) = (points.len() >= 3).then(|| line(&hours, &lengths)).flatten() else {
        let says = format!("{item}: {} mm; the next measurement tells how fast it wears.", significant(last_mm));
        return told(says, None, None, None);
    };
    let rate = -fitted.slope.value;
    if rate <= 0.0 {
        return told(format!("{item}: nothing lost over {} measurements.", points.len()), None, None, None);
    }
    let left = ((fitted.at(last_h) - limit_mm) / rate).max(0.0);
    let interval = interval(&fitted, &hours, limit_mm, last_h);
    let says = match interval {
        Some([Some(least), Some(most)]) => format!(
            "{item}: {} h left, between {} and {} (90 %).",
            significant(left),
            significant(least),
            significant(most)
        ),
        Some([Some(least), None]) => {
            format!("{item}: {} h left, at least {} (90 %).", significant(left), significant(least))
        }
        _ => format!("{item}: {} h left.", significant(left)),
    };
    told(says, Some(rate), Some(left), interval)
}

fn interval(
    fitted: &crate::measurement::least_squares::Line,
    hours: &[f64],
    limit_mm: f64,
    last_h: f64,
) -> Option<[Option<f64>; 2]> {
    let scatter = fitted.scatter?;
    let t = student(0.95, fitted.slope.freedom)?;
    #[allow(clippy::cast_precision_loss, reason = "measurements are some tens")]
    let count = hours.len() as f64;
    let mean_h = hours.iter().sum::<f64>() / count;
    let spread = hours.iter().map(|hour| (hour - mean_h).powi(2)).sum::<f64>();
    let slope = fitted.slope.value;
    // Where the mean of the line crosses the limit: (a + b·d − L)² = t²·s²·(1/n + d²/S), d = h − mean.
    let above = fitted.at(mean_h) - limit_mm;
    let (a, b, c) = (
        slope * slope - t * t * scatter * scatter / spread,
        2.0 * slope * above,
        above * above - t * t * scatter * scatter / count,
    );
    let root = b * b - 4.0 * a * c;
    if root < 0.0 {
        return None;
    }
    let ends = [(-b - root.sqrt()) / (2.0 * a), (-b + root.sqrt()) / (2.0 * a)];
    let hours_of = |end: f64| (end + mean_h - last_h).max(0.0);
    if a <= 0.0 {
        // The slope may be none: the nearer end counts, the farther never comes.
        let nearer = ends.into_iter().filter(|end| *end > 0.0).fold(f64::INFINITY, f64::min);
        return nearer.is_finite().then(|| [Some(hours_of(nearer)), None]);
    }
    Some([Some(hours_of(ends[0].min(ends[1]))), Some(hours_of(ends[0].max(ends[1])))])
}

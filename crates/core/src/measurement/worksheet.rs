//! What is written while a sheet is worked out.

use serde_json::{Map, Value, json};

use super::given::Given;
use super::least_squares::{Estimate, Line, far_off};
use super::{Axis, Figure, Finding, Fit, FitPoint, Gives, MEASURED_FORMAT, Measured, Weight};
use crate::document::Measurement;
use crate::format::significant;

/// The sheet while it is worked out.
pub(crate) struct Worksheet<'a> {
    measurement: &'a Measurement,
    measured: Measured,
}

/// Readings of one list that are used, with their place in it.
pub(crate) struct Used<T> {
    pub values: Vec<T>,
    pub places: Vec<usize>,
}

impl<'a> Worksheet<'a> {
    pub fn new(measurement: &'a Measurement) -> Self {
        Self {
            measurement,
            measured: Measured {
                format: MEASURED_FORMAT,
                kind: measurement.sheet().kind(),
                results: Map::new(),
                figures: Vec::new(),
                fits: Vec::new(),
                findings: Vec::new(),
                working: Vec::new(),
                gives: Vec::new(),
            },
        }
    }

    pub fn finished(self) -> Measured {
        self.measured
    }

    /// The readings of a list that are not struck out.
    pub fn used<S, T>(&self, list: &str, readings: &[S], value: impl Fn(&S) -> T) -> Used<T> {
        let kept = || (0..readings.len()).filter(|place| !self.measurement.is_struck(list, *place));
        Used { values: kept().map(|place| value(&readings[place])).collect(), places: kept().collect() }
    }

    /// A figure with its uncertainty, also among the results.
    pub fn figure(&mut self, key: &'static str, label: &'static str, unit: &'static str, estimate: Estimate) {
        self.result(key, estimate.value);
        self.measured.figures.push(Figure {
            key,
            label,
            unit,
            value: estimate.value,
            standard_error: estimate.standard_error.filter(|error| error.is_finite()),
            interval_95: estimate.interval_95().filter(|ends| ends.iter().all(|end| end.is_finite())),
        });
    }

    /// A result by key; what is no number is null.
    pub fn result(&mut self, key: &str, value: impl Into<Value>) {
        self.measured.results.insert(key.to_owned(), value.into());
    }

    /// A line of the sum.
    pub fn work(&mut self, line: String) {
        self.measured.working.push(line);
    }

    /// Something wrong or worth knowing.
    pub fn find(&mut self, code: &'static str, weight: Weight, reading: Option<String>, text: impl Into<String>) {
        self.measured.findings.push(Finding { code, reading, weight, text: text.into() });
    }

    /// A figure that a part can have.
    pub fn gives(&mut self, given: Given, value: f64) {
        self.measured.gives.push(Gives { target: given.target(), key: given.key(), value });
    }

    /// Readings drawn with the line through those that are used; the ones far off are named.
    ///
    /// * `all`: every reading of the list as a point, struck ones too.
    pub fn draw(
        &mut self,
        title: &'static str,
        [x, y]: [Axis; 2],
        list: &'static str,
        all: &[[f64; 2]],
        value: impl Fn(f64) -> f64,
    ) {
        let points: Vec<FitPoint> = all
            .iter()
            .enumerate()
            .map(|(place, [across, up])| {
                let struck = self.measurement.is_struck(list, place);
                FitPoint {
                    reading: format!("{list}/{place}"),
                    x: *across,
                    y: *up,
                    residual: (!struck).then(|| up - value(*across)),
                    struck,
                }
            })
            .collect();
        let used: Vec<&FitPoint> = points.iter().filter(|point| !point.struck).collect();
        let residuals: Vec<f64> = used.iter().filter_map(|point| point.residual).collect();
        let up: Vec<f64> = used.iter().map(|point| point.y).collect();
        let across: Vec<f64> = used.iter().map(|point| point.x).collect();
        for place in far_off(&across, &up, &residuals) {
            let point = used[place];
            let text = format!(
                "Reading {} lies far off the line: {} {} where the others say {}. Read it again, or strike it out.",
                point.reading.rsplit('/').next().and_then(|place| place.parse::<usize>().ok()).unwrap_or(0) + 1,
                significant(point.y),
                y.unit,
                significant(value(point.x)),
            );
            self.measured.findings.push(Finding {
                code: "far_off",
                reading: Some(point.reading.clone()),
                weight: Weight::Doubt,
                text,
            });
        }
        // One point, or points one above the other, draw no line that says anything.
        let differ = |values: &[f64]| values.iter().any(|value| (value - values[0]).abs() > 1e-12);
        let across: Vec<f64> = all.iter().map(|point| point[0]).collect();
        if across.len() > 1 && differ(&across) {
            self.measured.fits.push(Fit { title, x, y, line: sampled(all, value), points });
        }
    }

    /// Says so where a line explains little of its readings.
    pub fn judge_line(&mut self, line: &Line, what: &str) {
        if line.r_squared < 0.98 {
            let weight = if line.r_squared < 0.9 { Weight::Poor } else { Weight::Doubt };
            let text = format!(
                "The readings do not lie on a line: it explains {} % of {what}. Look for a loose lead, a motor that was \
                 not steady yet, or a reading of something else.",
                significant(100.0 * line.r_squared)
            );
            self.find("poor_line", weight, None, text);
        }
    }
}

/// A curve from the leftmost to the rightmost reading.
fn sampled(all: &[[f64; 2]], value: impl Fn(f64) -> f64) -> Vec<[f64; 2]> {
    const PIECES: u32 = 40;
    let (low, high) =
        all.iter().fold((f64::INFINITY, f64::NEG_INFINITY), |(low, high), [x, _]| (low.min(*x), high.max(*x)));
    if !(low.is_finite() && high.is_finite() && high > low) {
        return Vec::new();
    }
    let at = |piece: u32| low + (high - low) * f64::from(piece) / f64::from(PIECES);
    (0..=PIECES).map(|piece| [at(piece), value(at(piece))]).filter(|[_, y]| y.is_finite()).collect()
}

/// A list of numbers as a result; what is not finite is null.
pub(crate) fn numbers(values: impl Iterator<Item = f64>) -> Value {
    values.map(|value| json!(value)).collect()
}

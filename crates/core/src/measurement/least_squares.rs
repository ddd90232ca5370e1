//! Straight lines and means with their uncertainty, and curves by damped least squares.

use levenberg_marquardt::{LeastSquaresProblem, LevenbergMarquardt};
use nalgebra::storage::Owned;
use nalgebra::{DMatrix, DVector, Dyn, OVector, U1};
use statrs::distribution::{ContinuousCDF, StudentsT};

/// A value with how far it may be off.
#[derive(Debug, Clone, Copy, PartialEq)]
pub(crate) struct Estimate {
    pub value: f64,
    /// Standard error; `None` where the readings do not tell.
    pub standard_error: Option<f64>,
    /// Degrees of freedom of the standard error.
    pub freedom: f64,
}

impl Estimate {
    /// A value that is taken as it is.
    pub const fn exact(value: f64) -> Self {
        Self { value, standard_error: None, freedom: 0.0 }
    }

    /// The 95 % interval by Student's t.
    pub fn interval_95(&self) -> Option<[f64; 2]> {
        let half = student_975(self.freedom)? * self.standard_error?;
        Some([self.value - half, self.value + half])
    }

    /// One over the value, with the same relative error.
    pub fn inverted(self) -> Self {
        Self {
            value: 1.0 / self.value,
            standard_error: self.standard_error.map(|error| error / self.value.powi(2)),
            ..self
        }
    }

    /// The value and its error scaled together.
    pub fn times(self, factor: f64) -> Self {
        Self {
            value: self.value * factor,
            standard_error: self.standard_error.map(|error| error * factor.abs()),
            ..self
        }
    }
}

/// Student's t that a share stays below; `None` without degrees of freedom.
pub(crate) fn student(share: f64, freedom: f64) -> Option<f64> {
    StudentsT::new(0.0, 1.0, freedom).ok().map(|student| student.inverse_cdf(share))
}

/// Student's t that 97.5 % stay below; `None` without degrees of freedom.
pub(crate) fn student_975(freedom: f64) -> Option<f64> {
    student(0.975, freedom)
}

#[allow(clippy::cast_precision_loss, reason = "counts of readings are far below 2^52")]
pub(crate) fn count(values: &[f64]) -> f64 {
    values.len() as f64
}

/// Mean with its standard error s/√n, s with n − 1; one reading tells nothing of its error.
pub(crate) fn mean(values: &[f64]) -> Option<Estimate> {
    let n = count(values);
    if values.is_empty() {
        return None;
    }
    let value = values.iter().sum::<f64>() / n;
    let squares: f64 = values.iter().map(|reading| (reading - value).powi(2)).sum();
    let standard_error = (values.len() > 1).then(|| (squares / (n - 1.0) / n).sqrt());
    Some(Estimate { value, standard_error, freedom: n - 1.0 })
}

/// A straight line through readings.
#[derive(Debug, Clone, Copy, PartialEq)]
pub(crate) struct Line {
    pub slope: Estimate,
    pub intercept: Estimate,
    /// Residual standard deviation; `None` with no reading to spare.
    pub scatter: Option<f64>,
    /// Share of the spread that the line explains.
    pub r_squared: f64,
}

impl Line {
    /// The line's value at a place.
    pub fn at(&self, x: f64) -> f64 {
        self.intercept.value + self.slope.value * x
    }
}

/// y = a + b·x by least squares; `None` with fewer than two different places.
///
/// # Source
/// Ordinary least squares; standard errors from the residuals with n − 2.
pub(crate) fn line(x: &[f64], y: &[f64]) -> Option<Line> {
    let n = count(x);
    let (mean_x, mean_y) = (mean(x)?.value, mean(y)?.value);
    let xx: f64 = x.iter().map(|x| (x - mean_x).powi(2)).sum();
    let xy: f64 = x.iter().zip(y).map(|(x, y)| (x - mean_x) * (y - mean_y)).sum();
    let yy: f64 = y.iter().map(|y| (y - mean_y).powi(2)).sum();
    // Places that differ only in their rounding are one place.
    let largest = x.iter().fold(0.0f64, |most, x| most.max(x.abs()));
    if x.len() < 2 || xx <= (1e-9 * largest).powi(2) * n {
        return None;
    }
    let slope = xy / xx;
    let intercept = mean_y - slope * mean_x;
    let squares: f64 = x.iter().zip(y).map(|(x, y)| (y - intercept - slope * x).powi(2)).sum();
    let freedom = n - 2.0;
    let scatter = (freedom > 0.0).then(|| (squares / freedom).sqrt());
    Some(Line {
        slope: Estimate { value: slope, standard_error: scatter.map(|s| s / xx.sqrt()), freedom },
        intercept: Estimate {
            value: intercept,
            standard_error: scatter.map(|s| s * (1.0 / n + mean_x * mean_x / xx).sqrt()),
            freedom,
        },
        scatter,
        r_squared: if yy > 0.0 { (1.0 - squares / yy).max(0.0) } else { 1.0 },
    })
}

/// y = b·x by least squares, through the origin; `None` where every x is 0.
pub(crate) fn through_origin(x: &[f64], y: &[f64]) -> Option<Line> {
    let xx: f64 = x.iter().map(|x| x * x).sum();
    if xx <= 0.0 {
        return None;
    }
    let slope = x.iter().zip(y).map(|(x, y)| x * y).sum::<f64>() / xx;
    let squares: f64 = x.iter().zip(y).map(|(x, y)| (y - slope * x).powi(2)).sum();
    let yy: f64 = y.iter().map(|y| y * y).sum();
    let freedom = count(x) - 1.0;
    let scatter = (freedom > 0.0).then(|| (squares / freedom).sqrt());
    Some(Line {
        slope: Estimate { value: slope, standard_error: scatter.map(|s| s / xx.sqrt()), freedom },
        intercept: Estimate::exact(0.0),
        scatter,
        r_squared: if yy > 0.0 { (1.0 - squares / yy).max(0.0) } else { 1.0 },
    })
}

/// A curve with a few parameters, to be fitted to readings.
struct Curve<'a, F> {
    x: &'a [f64],
    y: &'a [f64],
    parameters: DVector<f64>,
    value: F,
}

impl<F: Fn(&[f64], f64) -> f64> Curve<'_, F> {
    /// Slope of the curve along one parameter, by a central difference.
    fn slope(&self, place: usize, x: f64) -> f64 {
        const STEP: f64 = 1e-6;
        let mut moved = self.parameters.clone();
        let step = STEP * self.parameters[place].abs().max(1e-6);
        moved[place] += step;
        let above = (self.value)(moved.as_slice(), x);
        moved[place] -= 2.0 * step;
        (above - (self.value)(moved.as_slice(), x)) / (2.0 * step)
    }
}

impl<F: Fn(&[f64], f64) -> f64> LeastSquaresProblem<f64, Dyn, Dyn> for Curve<'_, F> {
    type ResidualStorage = Owned<f64, Dyn, U1>;
    type JacobianStorage = Owned<f64, Dyn, Dyn>;
    type ParameterStorage = Owned<f64, Dyn, U1>;

    fn set_params(&mut self, parameters: &OVector<f64, Dyn>) {
        self.parameters.copy_from(parameters);
    }

    fn params(&self) -> OVector<f64, Dyn> {
        self.parameters.clone()
    }

    fn residuals(&self) -> Option<DVector<f64>> {
        let value = |x: f64| (self.value)(self.parameters.as_slice(), x);
        Some(DVector::from_iterator(self.x.len(), self.x.iter().zip(self.y).map(|(x, y)| value(*x) - y)))
    }

    fn jacobian(&self) -> Option<DMatrix<f64>> {
        Some(DMatrix::from_fn(self.x.len(), self.parameters.len(), |row, column| self.slope(column, self.x[row])))
    }
}

/// A fitted curve.
#[derive(Debug, Clone, PartialEq)]
pub(crate) struct Fitted {
    /// Its parameters, with their errors from the slopes at the fit.
    pub parameters: Vec<Estimate>,
    /// Residual standard deviation.
    pub scatter: Option<f64>,
}

/// Parameters of a curve by damped least squares from a first guess; `None` where it does not settle or the readings do not
/// tell the parameters apart.
///
/// # Source
/// Levenberg 1944, Marquardt 1963, as MINPACK does it; errors from s²·(JᵀJ)⁻¹.
pub(crate) fn curve(x: &[f64], y: &[f64], guess: &[f64], value: impl Fn(&[f64], f64) -> f64) -> Option<Fitted> {
    if x.len() < guess.len() {
        return None;
    }
    let start = Curve { x, y, parameters: DVector::from_column_slice(guess), value };
    let (fitted, report) = LevenbergMarquardt::new().minimize(start);
    if !report.termination.was_successful() || fitted.parameters.iter().any(|value| !value.is_finite()) {
        return None;
    }
    let jacobian = fitted.jacobian()?;
    let inverse = (jacobian.transpose() * &jacobian).try_inverse()?;
    let squares = fitted.residuals()?.norm_squared();
    #[allow(clippy::cast_precision_loss, reason = "counts of readings are far below 2^52")]
    let freedom = x.len() as f64 - guess.len() as f64;
    let scatter = (freedom > 0.0).then(|| (squares / freedom).sqrt());
    let parameters = fitted
        .parameters
        .iter()
        .enumerate()
        .map(|(place, value)| Estimate {
            value: *value,
            standard_error: scatter.map(|s| s * inverse[(place, place)].max(0.0).sqrt()),
            freedom,
        })
        .collect();
    Some(Fitted { parameters, scatter })
}

/// Places of readings that lie far off: more than five times the usual distance from the line that most of the residuals lie
/// on, and by more than a twentieth of the span of the readings and
/// a thousandth of the largest, below which nobody would read again.
///
/// A reading far off pulls the fitted line towards itself, so that the good ones seem to stray: the residuals are taken from
/// a line that one bad reading in four does not move.
///
/// # Source
/// Theil 1950 and Sen 1968: the median of the slopes of all pairs; median absolute deviation times 1.4826 for normal scatter
/// (Hampel 1974); five of them is common practice.
pub(crate) fn far_off(x: &[f64], y: &[f64], residuals: &[f64]) -> Vec<usize> {
    const FAR: f64 = 5.0;
    const OF_SPAN: f64 = 0.05;
    const OF_LARGEST: f64 = 1e-3;
    /// Beyond this many readings one of them moves no line.
    const FEW: usize = 200;
    if residuals.len() < 4 {
        return Vec::new();
    }
    let slope = if residuals.len() > FEW {
        0.0
    } else {
        let pairs = (0..x.len()).flat_map(|b| (0..b).map(move |a| (a, b)));
        let slopes: Vec<f64> = pairs
            .filter(|(a, b)| (x[*b] - x[*a]).abs() > 0.0)
            .map(|(a, b)| (residuals[b] - residuals[a]) / (x[b] - x[a]))
            .collect();
        median(&slopes)
    };
    let straight: Vec<f64> = x.iter().zip(residuals).map(|(x, residual)| residual - slope * x).collect();
    let middle = median(&straight);
    let distances: Vec<f64> = straight.iter().map(|residual| (residual - middle).abs()).collect();
    let ends = y.iter().fold((f64::INFINITY, f64::NEG_INFINITY), |(low, high), y| (low.min(*y), high.max(*y)));
    let largest = ends.0.abs().max(ends.1.abs());
    let least = (OF_SPAN * (ends.1 - ends.0)).max(OF_LARGEST * largest);
    let far = (FAR * 1.4826 * median(&distances)).max(least);
    distances.iter().enumerate().filter(|(_, distance)| **distance > far).map(|(place, _)| place).collect()
}

pub(crate) fn median(values: &[f64]) -> f64 {
    let mut sorted = values.to_vec();
    sorted.sort_by(f64::total_cmp);
    match sorted.len() {
        0 => 0.0,
        n if n % 2 == 1 => sorted[n / 2],
        n => 0.5 * (sorted[n / 2 - 1] + sorted[n / 2]),
    }
}

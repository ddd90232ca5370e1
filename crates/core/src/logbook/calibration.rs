//! Which figures of a build a ride corrects, and how surely.
//!
//! # Source
//! Least squares with what was known before as one more reading of each figure (Gauss-Newton; Tarantola, Inverse Problem
//! Theory, ch. 3): over battery current, battery voltage and temperatures, each weighed by what is left of it, and by how many
//! of its readings tell something new (first-order autocorrelation of what is left; Box, Jenkins, Time Series Analysis, ch. 2).

use nalgebra::{DMatrix, DVector};
use serde::Serialize;

use super::adjusted::{Adjustable, adjustable, multiplied};
use super::prediction::{Course, Predicted};
use super::totals::ride_totals;
use crate::document::Build;
use crate::document::log::{Calibrated, Ride};
use crate::format::significant;

/// A figure, before the ride and after.
#[derive(Debug, Clone, PartialEq, Serialize, schemars::JsonSchema)]
pub struct CalibratedFigure {
    /// Which figure.
    #[serde(skip)]
    pub figure: Calibrated,
    /// Key of the figure.
    pub name: &'static str,
    /// What a maker calls it.
    pub title: &'static str,
    /// Unit; empty where it has none.
    pub unit: &'static str,
    /// What stands in the build; of the gearing the efficiency of all stages.
    pub before: f64,
    /// One sigma of how far that usually is off.
    pub before_sigma: f64,
    /// What the ride says.
    pub after: f64,
    /// One sigma of that.
    pub after_sigma: f64,
    /// The 95 % interval.
    pub interval_95: [f64; 2],
    /// Whether the ride tells it: it halves at least what was unsure.
    pub determined: bool,
    /// In one sentence; where the ride does not tell, which ride would.
    pub says: String,
}

/// Channels that figures are corrected by, and the step of a usual logger.
const CHANNELS: [(&str, f64); 4] =
    [("supply_current_a", 0.02), ("supply_voltage_v", 0.01), ("winding_c", 0.3), ("case_c", 0.3)];
/// Step of a difference, as a logarithm.
const STEP: f64 = 0.03;
/// Steps towards the best figures; before each of these the channels are weighed anew.
const STEPS: [usize; 3] = [3, 1, 1];
/// A step shorter than this, as a logarithm, is none.
const SHORTEST_STEP: f64 = 1e-3;
/// No figure moves further than this in a step, as a logarithm.
const LONGEST_STEP: f64 = 0.6;
/// A ride that uses less than this share of the charge tells no capacity (common practice).
const USED_SHARE: f64 = 0.3;
/// 95 % of a normal distribution.
const NORMAL_975: f64 = 1.959_964;

/// A channel with its readings and its weight.
struct Channel {
    key: &'static str,
    step: f64,
    readings: Vec<f64>,
    /// 1/(σ²·k).
    weight: f64,
}

impl Calibrated {
    /// Unit of the figure; empty where it has none.
    pub(super) const fn unit(self) -> &'static str {
        match self {
            Self::RollingResistance | Self::GearingEfficiency => "",
            Self::DragArea => "m²",
            Self::CellResistance => "Ω",
            Self::Capacity => "Ah",
            Self::WindingToCase | Self::CaseToAmbient => "K/W",
        }
    }

    /// However many readings there are, the figure is no surer than this share: readings cut the corners of the speed, and the
    /// heat of hard moments with them.
    const fn model_error(self) -> f64 {
        match self {
            Self::RollingResistance | Self::DragArea | Self::GearingEfficiency => 0.005,
            Self::CellResistance | Self::Capacity => 0.002,
            Self::WindingToCase | Self::CaseToAmbient => 0.01,
        }
    }

    /// The ride that would tell it.
    const fn asks_for(self) -> &'static str {
        match self {
            Self::RollingResistance => "a long level stretch at a walking pace, or rolling out, tells it",
            Self::DragArea => {
                "fast and slow stretches on the level, or rolling out from high speed, part it from rolling"
            }
            Self::GearingEfficiency => "a known hill at a known mass tells it, together with rolling out",
            Self::CellResistance => "hard pulls and stops tell it: the volts must step with the amps",
            Self::Capacity => "a ride that uses more than half the charge tells it, best to the stop voltage",
            Self::WindingToCase => "a long hard pull with the winding's sensor read tells it",
            Self::CaseToAmbient => "a pull until the temperatures settle tells it, half an hour or more",
        }
    }
}

/// What a ride says of the figures it is asked for; without asking, of all that are there.
#[must_use]
pub fn calibrate(build: &Build, option: usize, drive: usize, ride: &Ride, course: &Course) -> Vec<CalibratedFigure> {
    let asked = ride.calibrate.clone().unwrap_or_else(|| Calibrated::ALL.to_vec());
    let all: Vec<Adjustable> =
        asked.into_iter().filter_map(|figure| adjustable(build, option, drive, figure)).collect();
    // How the open voltage falls with the charge is a table's, not this pack's: little charge used tells no capacity.
    let used_ah = ride_totals(ride).charge_ah.unwrap_or(0.0);
    let (untold, found): (Vec<Adjustable>, Vec<Adjustable>) = all.into_iter().partition(|now| {
        now.figure == Calibrated::Capacity && used_ah < USED_SHARE * now.value * packs_parallel(build, option)
    });
    let channels: Vec<Channel> = CHANNELS
        .iter()
        .filter_map(|(key, step)| {
            let column = ride.columns.channels().find(|(name, _)| name == key)?.1;
            let readings = course.windows.mean(column);
            let known = readings.iter().filter(|value| !value.is_nan()).count();
            (known >= 10).then_some(Channel { key, step: *step, readings, weight: 0.0 })
        })
        .collect();
    if found.is_empty() || channels.is_empty() {
        return Vec::new();
    }
    let mut fit = Fit { course, option, drive, found: &found, channels };
    let (mut x, mut sigma) = fit.settled();
    x.extend(untold.iter().map(|_| 0.0));
    sigma.extend(untold.iter().map(|now| now.sigma));
    found
        .iter()
        .chain(&untold)
        .enumerate()
        .map(|(at, now)| {
            let after = now.value * x[at].exp();
            let determined = sigma[at] < 0.5 * now.sigma;
            let title = now.figure.label();
            let at_most = if now.figure == Calibrated::GearingEfficiency { 1.0 } else { f64::INFINITY };
            let end = |way: f64| (after * (way * NORMAL_975 * sigma[at]).exp()).min(at_most);
            CalibratedFigure {
                figure: now.figure,
                name: now.figure.word(),
                title,
                unit: now.figure.unit(),
                before: now.value,
                before_sigma: now.value * now.sigma,
                after: after.min(at_most),
                after_sigma: after * sigma[at],
                interval_95: [end(-1.0), end(1.0)],
                determined,
                says: said(now, after.min(at_most), sigma[at], determined),
            }
        })
        .collect()
}

fn packs_parallel(build: &Build, option: usize) -> f64 {
    build.options.get(option).map_or(1.0, |sheet| f64::from(sheet.battery.packs_parallel))
}

fn said(now: &Adjustable, after: f64, sigma: f64, determined: bool) -> String {
    let unit = now.figure.unit();
    let space = if unit.is_empty() { "" } else { " " };
    let title = now.figure.label();
    if !determined {
        return format!("{title}: not told by this ride; {}.", now.figure.asks_for());
    }
    let moved = (after / now.value).ln();
    if moved.abs() <= 2.0 * sigma {
        return format!("{title}: {}{space}{unit} holds.", significant(now.value));
    }
    format!(
        "{title}: {}{space}{unit} rather than {}{space}{unit}, ± {} %.",
        significant(after),
        significant(now.value),
        significant(100.0 * 2.0 * sigma)
    )
}

struct Fit<'a> {
    course: &'a Course,
    option: usize,
    drive: usize,
    found: &'a [Adjustable],
    channels: Vec<Channel>,
}

impl Fit<'_> {
    fn computed(&self, x: &[f64]) -> Predicted {
        let mut build = self.course.build().clone();
        for (now, x) in self.found.iter().zip(x) {
            multiplied(&mut build, self.option, self.drive, now, x.exp());
        }
        self.course.run_with(build)
    }

    /// Measured less computed, channel by channel; NaN where one is missing.
    fn left(&self, computed: &Predicted) -> Vec<Vec<f64>> {
        let of = |channel: &Channel| {
            let computed = computed.channel(channel.key);
            channel.readings.iter().zip(computed).map(|(read, computed)| read - computed).collect()
        };
        self.channels.iter().map(of).collect()
    }

    fn cost(&self, left: &[Vec<f64>], x: &[f64]) -> f64 {
        let squares =
            |left: &Vec<f64>| left.iter().filter(|value| !value.is_nan()).map(|value| value * value).sum::<f64>();
        let readings: f64 = self.channels.iter().zip(left).map(|(channel, left)| channel.weight * squares(left)).sum();
        readings + self.found.iter().zip(x).map(|(now, x)| (x / now.sigma).powi(2)).sum::<f64>()
    }

    /// Each channel counts by what is left of it, and by how many of its readings are news.
    fn weigh(&mut self, left: &[Vec<f64>]) {
        for (channel, left) in self.channels.iter_mut().zip(left) {
            let known: Vec<f64> = left.iter().copied().filter(|value| !value.is_nan()).collect();
            #[allow(clippy::cast_precision_loss, reason = "windows are some thousands")]
            let count = known.len().max(1) as f64;
            let square = known.iter().map(|value| value * value).sum::<f64>() / count;
            let pairs = known.windows(2).map(|pair| pair[0] * pair[1]).sum::<f64>() / count;
            let alike = (pairs / square.max(1e-30)).clamp(0.0, 0.995);
            let news = (1.0 + alike) / (1.0 - alike);
            channel.weight = 1.0 / (square.max(channel.step * channel.step) * news);
        }
    }

    /// Figures as logarithms over what stands in the build, and one sigma of each.
    fn settled(&mut self) -> (Vec<f64>, Vec<f64>) {
        let count = self.found.len();
        let mut x = vec![0.0; count];
        let mut now = self.computed(&x);
        let mut left = self.left(&now);
        let mut hessian = DMatrix::<f64>::identity(count, count);
        for steps in STEPS {
            self.weigh(&left);
            let mut cost = self.cost(&left, &x);
            for _ in 0..steps {
                let slopes = self.slopes(&x, &now);
                let (matrix, gradient) = self.normal(&slopes, &left, &x);
                hessian.clone_from(&matrix);
                let Some(step) = matrix.cholesky().map(|cholesky| cholesky.solve(&gradient)) else { break };
                let longest = step.iter().fold(0.0f64, |most, value| most.max(value.abs()));
                let mut share = (LONGEST_STEP / longest.max(1e-12)).min(1.0);
                let before = cost;
                while longest * share > SHORTEST_STEP {
                    let tried: Vec<f64> = x.iter().zip(&step).map(|(x, step)| x + share * step).collect();
                    let then = self.computed(&tried);
                    let left_then = self.left(&then);
                    let cost_then = self.cost(&left_then, &tried);
                    if cost_then < cost {
                        (x, now, left, cost) = (tried, then, left_then, cost_then);
                        break;
                    }
                    share *= 0.3;
                }
                if before - cost < 1e-3 * before {
                    break;
                }
            }
        }
        let sigma = hessian.try_inverse().map_or_else(
            || self.found.iter().map(|now| now.sigma).collect(),
            |inverse| {
                let of = |at: usize| inverse[(at, at)].max(0.0).sqrt().hypot(self.found[at].figure.model_error());
                (0..count).map(of).collect()
            },
        );
        (x, sigma)
    }

    /// How each channel moves with each figure.
    fn slopes(&self, x: &[f64], now: &Predicted) -> Vec<Vec<Vec<f64>>> {
        use rayon::prelude::*;
        (0..x.len())
            .into_par_iter()
            .map(|at| {
                let mut moved = x.to_vec();
                // An efficiency cannot grow beyond 1: it is moved down.
                let way = if self.found[at].figure == Calibrated::GearingEfficiency { -STEP } else { STEP };
                moved[at] += way;
                let then = self.computed(&moved);
                self.channels
                    .iter()
                    .map(|channel| {
                        let (before, after) = (now.channel(channel.key), then.channel(channel.key));
                        before.iter().zip(after).map(|(before, after)| (after - before) / way).collect()
                    })
                    .collect()
            })
            .collect()
    }

    /// JᵀWJ + P and JᵀWr − P·x.
    fn normal(&self, slopes: &[Vec<Vec<f64>>], left: &[Vec<f64>], x: &[f64]) -> (DMatrix<f64>, DVector<f64>) {
        let count = x.len();
        let mut matrix = DMatrix::zeros(count, count);
        let mut gradient = DVector::zeros(count);
        for a in 0..count {
            let prior = self.found[a].sigma.powi(-2);
            matrix[(a, a)] += prior;
            gradient[a] -= prior * x[a];
            for (place, channel) in self.channels.iter().enumerate() {
                let along = &slopes[a][place];
                let product = |other: &[f64]| {
                    along.iter().zip(other).map(|(a, b)| a * b).filter(|value| !value.is_nan()).sum::<f64>()
                };
                gradient[a] += channel.weight * product(&left[place]);
                for b in 0..=a {
                    let value = channel.weight * product(&slopes[b][place]);
                    matrix[(a, b)] += value;
                    if a != b {
                        matrix[(b, a)] += value;
                    }
                }
            }
        }
        (matrix, gradient)
    }
}

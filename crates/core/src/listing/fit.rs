//! What is known of a motor as weighted equations between the logarithms of its constants, solved by least squares.
//!
//! Every equation of a direct-current motor that people have figures for is a product of powers of Kv, R, the ratio and
//! the efficiency of a gearbox, so that its logarithm is a straight line; what such motors usually are enters in the same
//! way, with a wide error, and gives way to anything that is known.
//!
//! # Source
//! Weighted linear least squares; the error of each unknown is the root of the diagonal of the inverse normal matrix.

use nalgebra::{SMatrix, SVector};

/// The unknowns: logarithms of Kv (rpm/V), R (Ω), gearbox ratio, gearbox efficiency.
pub(super) const UNKNOWNS: usize = 4;
/// Place of each among the unknowns.
pub(super) const KV: usize = 0;
pub(super) const OHM: usize = 1;
pub(super) const RATIO: usize = 2;
pub(super) const EFFICIENCY: usize = 3;

type Vector = SVector<f64, UNKNOWNS>;
type Matrix = SMatrix<f64, UNKNOWNS, UNKNOWNS>;

/// One equation: Σ weight·unknown = value, good to an error.
#[derive(Debug, Clone, PartialEq)]
pub(super) struct Equation {
    /// Key among what is known; `None` for what is merely usual.
    pub key: Option<&'static str>,
    /// Weight of each unknown.
    pub weights: [f64; UNKNOWNS],
    /// Value of the sum, a logarithm.
    pub value: f64,
    /// How far off such a figure usually is, as a logarithm.
    pub error: f64,
}

/// The best answer to a set of equations.
#[derive(Debug, Clone, PartialEq)]
pub(super) struct Solution {
    /// The unknowns, logarithms.
    pub unknowns: Vector,
    covariance: Matrix,
}

impl Solution {
    /// Error of an unknown as a logarithm.
    pub fn error(&self, unknown: usize) -> f64 {
        self.covariance[(unknown, unknown)].max(0.0).sqrt()
    }

    /// What an equation leaves, value less sum, and the error of that sum.
    pub fn left(&self, equation: &Equation) -> (f64, f64) {
        let weights = Vector::from(equation.weights);
        let sum = weights.dot(&self.unknowns);
        let variance = (self.covariance * weights).dot(&weights);
        (equation.value - sum, variance.max(0.0).sqrt())
    }
}

/// An unknown that nothing speaks of is held by this much at 1, so that there always is an answer.
const NOTHING_KNOWN: f64 = 30.0;

/// Solves the equations.
pub(super) fn solve<'a>(equations: impl IntoIterator<Item = &'a Equation>) -> Solution {
    let mut normal = Matrix::identity() * NOTHING_KNOWN.powi(-2);
    let mut right = Vector::zeros();
    for equation in equations {
        let weights = Vector::from(equation.weights);
        let weight = equation.error.powi(-2);
        normal += weights * weights.transpose() * weight;
        right += weights * (weight * equation.value);
    }
    // Positive definite by the first line, so there always is an inverse.
    let covariance = normal.try_inverse().unwrap_or_else(Matrix::zeros);
    Solution { unknowns: covariance * right, covariance }
}

#[cfg(test)]
mod tests {
    use super::*;
    use approx::assert_relative_eq;

    fn known(weights: [f64; UNKNOWNS], value: f64, error: f64) -> Equation {
        Equation { key: Some("x"), weights, value, error }
    }

    #[test]
    fn two_figures_of_one_unknown_meet_by_their_errors() {
        let solution = solve(&[
            known([1.0, 0.0, 0.0, 0.0], 1.0, 0.1),
            known([1.0, 0.0, 0.0, 0.0], 2.0, 0.2),
            known([0.0, 1.0, 0.0, 0.0], 3.0, 0.5),
        ]);
        // Weights 100 and 25: (100·1 + 25·2)/125 = 1.2, error 1/√125; the inverse of the 4×4 by hand is diagonal here.
        assert_relative_eq!(solution.unknowns[KV], 1.2, max_relative = 1e-4);
        assert_relative_eq!(solution.error(KV), 125f64.sqrt().recip(), max_relative = 1e-4);
        assert_relative_eq!(solution.unknowns[OHM], 3.0, max_relative = 1e-3);
        assert!(solution.error(RATIO) > 20.0, "nothing speaks of it");
    }

    #[test]
    fn a_sum_and_a_part_give_the_other_part() {
        let equations = [
            known([1.0, 1.0, 0.0, 0.0], 5.0, 0.01),
            known([0.0, 1.0, 0.0, 0.0], 2.0, 0.01),
            known([0.0, 0.0, 1.0, -1.0], 0.5, 0.1),
        ];
        let solution = solve(&equations);
        assert_relative_eq!(solution.unknowns[KV], 3.0, max_relative = 1e-4);
        let (left, error) = solution.left(&known([1.0, 0.0, 0.0, 0.0], 3.5, 0.1));
        assert_relative_eq!(left, 0.5, max_relative = 1e-3);
        assert_relative_eq!(error, 0.02f64 / 2f64.sqrt(), max_relative = 1e-3);
        // The difference of the last two unknowns is known, neither of them is.
        assert!(solution.error(EFFICIENCY) > 20.0 && solution.left(&equations[2]).1 < 0.11);
    }
}

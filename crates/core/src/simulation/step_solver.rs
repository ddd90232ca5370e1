//! One step of the Dormand–Prince pair, and the state in between.

/// Stages: nodes, weights. Source: Dormand and Prince, J. Comp. Appl. Math. 6 (1980), 19–26, table 2.
const C: [f64; 6] = [0.2, 0.3, 0.8, 8.0 / 9.0, 1.0, 1.0];
const A: [[f64; 6]; 6] = [
    [0.2, 0.0, 0.0, 0.0, 0.0, 0.0],
    [3.0 / 40.0, 9.0 / 40.0, 0.0, 0.0, 0.0, 0.0],
    [44.0 / 45.0, -56.0 / 15.0, 32.0 / 9.0, 0.0, 0.0, 0.0],
    [19372.0 / 6561.0, -25360.0 / 2187.0, 64448.0 / 6561.0, -212.0 / 729.0, 0.0, 0.0],
    [9017.0 / 3168.0, -355.0 / 33.0, 46732.0 / 5247.0, 49.0 / 176.0, -5103.0 / 18656.0, 0.0],
    [35.0 / 384.0, 0.0, 500.0 / 1113.0, 125.0 / 192.0, -2187.0 / 6784.0, 11.0 / 84.0],
];
/// Difference of the fifth and fourth order weights.
const E: [f64; 7] =
    [71.0 / 57600.0, 0.0, -71.0 / 16695.0, 71.0 / 1920.0, -17253.0 / 339_200.0, 22.0 / 525.0, -1.0 / 40.0];

/// Room for the stages of a step.
#[derive(Debug, Clone)]
pub(super) struct Stepper {
    stages: [Vec<f64>; 7],
    between: Vec<f64>,
    /// State at the end of the last step tried.
    pub end: Vec<f64>,
}

impl Stepper {
    pub fn new(len: usize) -> Self {
        Self { stages: std::array::from_fn(|_| vec![0.0; len]), between: vec![0.0; len], end: vec![0.0; len] }
    }

    /// Rates at the start of the step.
    pub fn first(&mut self) -> &mut Vec<f64> {
        &mut self.stages[0]
    }

    /// Rates at the end of the last step tried.
    pub fn last(&self) -> &[f64] {
        &self.stages[6]
    }

    /// The rates at the end become those at the start of the next step.
    pub fn keep(&mut self) {
        self.stages.swap(0, 6);
    }

    /// Tries a step of `h` from `start`, whose rates stand in [`Self::first`].
    pub fn step(&mut self, t: f64, start: &[f64], h: f64, mut rates: impl FnMut(f64, &[f64], &mut [f64])) {
        for stage in 0..6 {
            let weights = &A[stage];
            for (place, value) in start.iter().enumerate() {
                let mut sum = 0.0;
                for (earlier, weight) in weights.iter().enumerate().take(stage + 1) {
                    sum += weight * self.stages[earlier][place];
                }
                self.between[place] = value + h * sum;
            }
            rates(t + C[stage] * h, &self.between, &mut self.stages[stage + 1]);
        }
        self.end.copy_from_slice(&self.between);
    }

    /// Estimated error of one place in the last step of `h`.
    pub fn error(&self, place: usize, h: f64) -> f64 {
        let sum: f64 = E.iter().zip(&self.stages).map(|(weight, stage)| weight * stage[place]).sum();
        (h * sum).abs()
    }

    /// State at a share of the last step of `h`: the cubic through both ends and their rates.
    pub fn between(&self, start: &[f64], h: f64, share: f64, into: &mut [f64]) {
        let s = share;
        for place in 0..start.len() {
            let (y0, y1) = (start[place], self.end[place]);
            let (f0, f1) = (h * self.stages[0][place], h * self.stages[6][place]);
            let bend = (1.0 - 2.0 * s) * (y1 - y0) + (s - 1.0) * f0 + s * f1;
            into[place] = (1.0 - s) * y0 + s * y1 + s * (s - 1.0) * bend;
        }
    }
}

#[cfg(test)]
mod tests {
    use super::*;
    use approx::assert_relative_eq;

    #[test]
    fn validated_step_on_an_exponential_and_the_cubic_in_between() {
        let mut stepper = Stepper::new(1);
        let start = [1.0];
        let h = 0.1;
        stepper.first()[0] = -1.0;
        stepper.step(0.0, &start, h, |_, y, out| out[0] = -y[0]);
        assert_relative_eq!(stepper.end[0], (-0.1f64).exp(), max_relative = 1e-9);
        assert!(stepper.error(0, h) < 1e-7);
        let mut middle = [0.0];
        stepper.between(&start, h, 0.3, &mut middle);
        assert_relative_eq!(middle[0], (-0.03f64).exp(), max_relative = 1e-6);
    }
}

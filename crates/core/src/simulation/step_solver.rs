//! One step in time, by Dormand's and Prince's pair or by Lobatto's rule, and the state in between.

/// A way to take a step: nodes and weights of its stages behind the first, weights of the end, and how far a coarser rule is
/// off.
#[derive(Debug)]
struct Method {
    nodes: &'static [f64],
    stages: &'static [&'static [f64]],
    /// Of the end; `None` where the last stage is the end. Where it has weights of its own the coarser rule is off by far more
    /// than the finer one: by the square of that over the whole change.
    end: Option<&'static [f64]>,
    off: &'static [f64],
}

/// Dormand and Prince, J. Comp. Appl. Math. 6 (1980), 19–26, table 2.
const DORMAND_PRINCE: Method = Method {
    nodes: &[0.2, 0.3, 0.8, 8.0 / 9.0, 1.0, 1.0],
    stages: &[
        &[0.2],
        &[3.0 / 40.0, 9.0 / 40.0],
        &[44.0 / 45.0, -56.0 / 15.0, 32.0 / 9.0],
        &[19372.0 / 6561.0, -25360.0 / 2187.0, 64448.0 / 6561.0, -212.0 / 729.0],
        &[9017.0 / 3168.0, -355.0 / 33.0, 46732.0 / 5247.0, 49.0 / 176.0, -5103.0 / 18656.0],
        &[35.0 / 384.0, 0.0, 500.0 / 1113.0, 125.0 / 192.0, -2187.0 / 6784.0, 11.0 / 84.0],
    ],
    end: None,
    off: &[71.0 / 57600.0, 0.0, -71.0 / 16695.0, 71.0 / 1920.0, -17253.0 / 339_200.0, 22.0 / 525.0, -1.0 / 40.0],
};

/// Lobatto's rule of four points, exact for polynomials up to the fifth power (Abramowitz and Stegun, 25.4.32), for a state
/// whose quick parts are known in time: speeds that follow their course. What changes slowly, temperatures and charge, is taken
/// to each point by the rule through the points before it. The coarser rule leaves the third point out.
const LOBATTO: Method = Method {
    nodes: &[0.276_393_202_250_021, 0.723_606_797_749_979, 1.0],
    stages: &[
        &[0.276_393_202_250_021],
        &[-0.223_606_797_749_978_9, 0.947_213_595_499_957_9],
        &[0.166_666_666_666_666_5, 0.230_327_668_541_684_1, 0.603_005_664_791_649_2],
    ],
    end: Some(&[1.0 / 12.0, 5.0 / 12.0, 5.0 / 12.0, 1.0 / 12.0]),
    off: &[0.186_338_998_124_982_3, -0.416_666_666_666_666_5, 0.416_666_666_666_666_5, -0.186_338_998_124_982_4],
};

/// Room for the stages of a step.
#[derive(Debug, Clone)]
pub(super) struct Stepper {
    method: &'static Method,
    stages: [Vec<f64>; 7],
    between: Vec<f64>,
    /// State at the end of the last step tried.
    pub end: Vec<f64>,
}

impl Stepper {
    pub fn new(len: usize) -> Self {
        Self {
            method: &DORMAND_PRINCE,
            stages: std::array::from_fn(|_| vec![0.0; len]),
            between: vec![0.0; len],
            end: vec![0.0; len],
        }
    }

    /// Chooses how the next steps are taken: by Lobatto's rule where the speeds are known in time, else by Dormand's and
    /// Prince's.
    pub const fn follow(&mut self, speeds_are_known: bool) {
        self.method = if speeds_are_known { &LOBATTO } else { &DORMAND_PRINCE };
    }

    /// Rates at the start of the step.
    pub fn first(&mut self) -> &mut Vec<f64> {
        &mut self.stages[0]
    }

    /// Rates at the end of the last step tried.
    pub fn last(&self) -> &[f64] {
        &self.stages[self.method.stages.len()]
    }

    /// The rates at the end become those at the start of the next step.
    pub fn keep(&mut self) {
        self.stages.swap(0, self.method.stages.len());
    }

    /// Tries a step of `h` from `start`, whose rates stand in [`Self::first`].
    pub fn step(&mut self, t: f64, start: &[f64], h: f64, mut rates: impl FnMut(f64, &[f64], &mut [f64])) {
        let method = self.method;
        for (stage, (weights, node)) in method.stages.iter().zip(method.nodes).enumerate() {
            let (earlier, later) = self.stages.split_at_mut(stage + 1);
            add(start, h, weights, earlier, &mut self.between);
            rates(t + node * h, &self.between, &mut later[0]);
        }
        match method.end {
            None => self.end.copy_from_slice(&self.between),
            Some(weights) => add(start, h, weights, &self.stages, &mut self.end),
        }
    }

    /// Estimated error of one place in the last step of `h`.
    pub fn error(&self, place: usize, h: f64) -> f64 {
        let of = |weights: &[f64]| h * weights.iter().zip(&self.stages).map(|(w, stage)| w * stage[place]).sum::<f64>();
        let off = of(self.method.off).abs();
        match self.method.end {
            Some(weights) if off > 0.0 => off * off / (of(weights).abs() + off),
            _ => off,
        }
    }

    /// State at a share of the last step of `h`: the cubic through both ends and their rates.
    pub fn between(&self, start: &[f64], h: f64, share: f64, into: &mut [f64]) {
        let s = share;
        for place in 0..start.len() {
            let (y0, y1) = (start[place], self.end[place]);
            let (f0, f1) = (h * self.stages[0][place], h * self.last()[place]);
            let bend = (1.0 - 2.0 * s) * (y1 - y0) + (s - 1.0) * f0 + s * f1;
            into[place] = (1.0 - s) * y0 + s * y1 + s * (s - 1.0) * bend;
        }
    }
}

/// A state that is `h` times the weighted rates on from a start.
fn add(start: &[f64], h: f64, weights: &[f64], rates: &[Vec<f64>], into: &mut [f64]) {
    into.copy_from_slice(start);
    for (weight, rates) in weights.iter().zip(rates).filter(|(weight, _)| **weight != 0.0) {
        let by = h * weight;
        for (value, rate) in into.iter_mut().zip(rates) {
            *value += by * rate;
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

    #[test]
    fn validated_step_of_lobatto_on_powers_of_the_time_and_on_an_exponential() {
        let mut stepper = Stepper::new(3);
        stepper.follow(true);
        let (start, h) = ([0.0, 0.0, 1.0], 0.5);
        let rates = |t: f64, y: &[f64], out: &mut [f64]| {
            (out[0], out[1], out[2]) = (t.powi(5), (3.0 * t).sin(), -0.1 * y[2]);
        };
        let mut first = [0.0; 3];
        rates(1.0, &start, &mut first);
        stepper.first().copy_from_slice(&first);
        stepper.step(1.0, &start, h, rates);
        assert_relative_eq!(stepper.end[0], (1.5f64.powi(6) - 1.0) / 6.0, max_relative = 1e-14);
        let sine = ((3f64).cos() - (4.5f64).cos()) / 3.0;
        assert_relative_eq!(stepper.end[1], sine, max_relative = 1e-4);
        assert!(stepper.error(1, h) >= 0.2 * (stepper.end[1] - sine).abs(), "the error is told");
        assert_relative_eq!(stepper.end[2], (-0.05f64).exp(), max_relative = 1e-5);
        assert_eq!(stepper.last().len(), 3);
    }

    #[test]
    fn the_weights_of_each_stage_add_up_to_its_node_and_those_of_an_error_to_nothing() {
        for method in [&DORMAND_PRINCE, &LOBATTO] {
            for (weights, node) in method.stages.iter().zip(method.nodes) {
                assert_relative_eq!(weights.iter().sum::<f64>(), *node, epsilon = 1e-14);
            }
            assert_relative_eq!(method.off.iter().sum::<f64>(), 0.0, epsilon = 1e-14);
            assert_eq!(method.off.len(), method.stages.len() + 1);
        }
    }
}

//! Getting up to speed, and shots.

use super::Drive;
use super::bus::Source;
use super::load::Slope;
use super::throttle::Alone;
use crate::formulas::numeric::{falling_root, integral};

/// So closely both rules of the quadrature agree; the better of the two, which is taken, is far closer (tested: 1e-7).
const TIME_TOLERANCE: f64 = 1e-4;

/// What one shot does to the wheels.
#[derive(Debug, Clone, Copy, PartialEq)]
pub(crate) struct Shot {
    /// Wheel speed right after it, rad/s.
    pub after_rad_s: f64,
    /// Time back to the target speed at full throttle, s; `None` where it cannot get there.
    pub recovery_s: Option<f64>,
}

impl Drive<'_> {
    /// Torque at the output at full throttle, N·m, held to what the tyres can put on the ground.
    fn driving_nm(&self, alone: &Alone<'_>, output_rad_s: f64, grip_nm: Option<f64>) -> f64 {
        let shaft_nm = alone.shaft_nm(self.motor_rad_s(output_rad_s)).unwrap_or(0.0);
        let output_nm = self.output_nm(shaft_nm);
        grip_nm.map_or(output_nm, |grip_nm| output_nm.min(grip_nm))
    }

    /// Time, s, at full throttle from one output speed to a higher one, rad/s, on the level.
    ///
    /// `None` where it cannot get there or nothing has inertia. The motion is autonomous, so the time is the
    /// quadrature ∫ J/(T_drive − T_load) dω, split where the limiting quantity changes.
    pub fn time_between_s(&self, source: &Source, from_rad_s: f64, to_rad_s: f64) -> Option<f64> {
        self.over_the_way(source, from_rad_s, to_rad_s, &|_| 1.0)
    }

    /// Energy, J, that the cells give on the same way, alone on the source.
    pub fn energy_between_j(&self, source: &Source, from_rad_s: f64, to_rad_s: f64) -> Option<f64> {
        self.over_the_way(source, from_rad_s, to_rad_s, &|output_rad_s| {
            let figures = self.throttled_figures(source, self.motor_rad_s(output_rad_s));
            figures.map_or(0.0, |(figures, _)| source.open_circuit_v * figures.supply_a)
        })
    }

    /// ∫ rate dt at full throttle from one output speed to a higher one, rad/s; the rate by output speed.
    fn over_the_way(&self, source: &Source, from_rad_s: f64, to_rad_s: f64, rate: &impl Fn(f64) -> f64) -> Option<f64> {
        let inertia = self.inertia_kg_m2();
        if inertia <= 0.0 {
            return None;
        }
        let grip_nm = self.load.vehicle.as_ref().and_then(|vehicle| vehicle.grip_nm(Slope::LEVEL));
        let alone = Alone::new(source, self);
        let surplus_nm =
            |output_rad_s: f64| self.driving_nm(&alone, output_rad_s, grip_nm) - self.load.level_nm(output_rad_s);
        // The surplus only falls with speed, so the end decides.
        if surplus_nm(to_rad_s) <= 0.0 || surplus_nm(from_rad_s) <= 0.0 {
            return None;
        }
        let mut corners = [from_rad_s; 7];
        for (corner, motor_rad_s) in corners.iter_mut().zip(source.corner_speeds_rad_s(self)) {
            *corner = motor_rad_s / self.gearing.ratio;
        }
        if let Some(grip_nm) = grip_nm {
            corners[5] = falling_root(from_rad_s, to_rad_s, 1e-9, |output_rad_s| {
                self.driving_nm(&alone, output_rad_s, None) - grip_nm
            });
        }
        corners[6] = to_rad_s;
        corners.sort_unstable_by(f64::total_cmp);
        let mut sum = 0.0;
        let mut from = from_rad_s;
        for corner in corners {
            let to = corner.clamp(from, to_rad_s);
            // Slivers between corners that are the same but for rounding carry nothing.
            if to - from > 1e-12 * to_rad_s {
                sum += integral(from, to, TIME_TOLERANCE, &|output_rad_s| {
                    rate(output_rad_s) * inertia / surplus_nm(output_rad_s)
                })?;
                from = to;
            }
        }
        Some(sum)
    }

    /// What one shot does, when the load throws something and the wheels have the energy for it.
    pub fn shot(&self, source: &Source) -> Option<Shot> {
        let energy_j = self.load.shot_energy_j?;
        let target = self.load.target_rad_s;
        let left = target * target - 2.0 * energy_j / self.inertia_kg_m2();
        if left <= 0.0 {
            return None;
        }
        let after_rad_s = left.sqrt();
        Some(Shot { after_rad_s, recovery_s: self.time_between_s(source, after_rad_s, target) })
    }
}

#[cfg(test)]
mod tests {
    use crate::document::Build;
    use crate::library::demo;
    use crate::model::supply::Chain;
    use approx::assert_relative_eq;

    /// Time and energy of a way are those of its hundred pieces, in each of which the quadrature has next to nothing to do.
    #[test]
    fn a_way_takes_as_long_as_its_pieces() {
        let mut seen = 0;
        for demo in demo::BUILDS {
            let build = Build::from_json(demo.json).unwrap();
            for option in &build.options {
                let chain = Chain::new(&build.job, option);
                for (drive, source) in
                    chain.drives.iter().flat_map(|drive| chain.sources.iter().map(move |at| (drive, at)))
                {
                    let target = drive.load.target_rad_s;
                    let Some(whole_s) = drive.time_between_s(source, 0.0, target) else { continue };
                    let whole_j = drive.energy_between_j(source, 0.0, target).unwrap();
                    let at = |piece: u32| target * f64::from(piece) / 100.0;
                    let pieces = |of: &dyn Fn(f64, f64) -> Option<f64>| -> f64 {
                        (0..100).map(|piece| of(at(piece), at(piece + 1)).unwrap()).sum()
                    };
                    let pieces_s = pieces(&|from, to| drive.time_between_s(source, from, to));
                    let pieces_j = pieces(&|from, to| drive.energy_between_j(source, from, to));
                    assert_relative_eq!(whole_s, pieces_s, max_relative = 1e-7);
                    assert_relative_eq!(whole_j, pieces_j, max_relative = 1e-7);
                    seen += 1;
                }
            }
        }
        assert!(seen > 10, "{seen} ways");
    }
}

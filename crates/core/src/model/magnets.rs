//! Magnets: weaker while they are warm, and weaker for good once they were too warm.

use super::motor::MotorModel;
use crate::document::{Magnet, MagnetGrade, Motor, MotorKind};
use crate::formulas::constants::REFERENCE_TEMPERATURE_C;

/// A run goes on with at least this share of the strength: beyond it the machine has long been ash.
const LEAST_STRENGTH: f64 = 0.05;

impl Magnet {
    /// Relative change of remanence per kelvin from 20 °C, 1/K. Source: IEC 60404-8-1, MMPA 0100-00.
    #[must_use]
    pub const fn coefficient_per_k(self) -> f64 {
        match self {
            Self::Ndfeb => -0.0012,
            Self::Ferrite => -0.002,
            Self::Smco => -0.0004,
            Self::Alnico => -0.0002,
        }
    }
}

impl MagnetGrade {
    /// Highest working temperature of a neodymium grade, °C (trade convention, GB/T 13560).
    #[must_use]
    pub const fn limit_c(self) -> f64 {
        match self {
            Self::None | Self::N => 80.0,
            Self::M => 100.0,
            Self::H => 120.0,
            Self::Sh => 150.0,
            Self::Uh => 180.0,
            Self::Eh => 200.0,
        }
    }
}

impl MotorModel {
    /// Share of their strength at 20 °C that the magnets have at a temperature, °C; below zero where the straight line leaves
    /// what is real.
    ///
    /// # Source
    /// Reversible coefficient of remanence, linear from 20 °C (IEC 60404-8-1).
    #[must_use]
    pub fn magnet_strength_at(&self, celsius: f64) -> f64 {
        1.0 + self.magnet_coefficient_per_k * (celsius - REFERENCE_TEMPERATURE_C)
    }

    /// The same where something must go on: never below a twentieth.
    #[must_use]
    pub fn magnet_strength_in_a_run(&self, celsius: f64) -> f64 {
        self.magnet_strength_at(celsius).max(LEAST_STRENGTH)
    }
}

impl Motor {
    /// Magnet material, or what is usual for the kind: ferrite when brushed, else neodymium.
    #[must_use]
    pub fn magnet_or_usual(&self) -> Magnet {
        self.magnet.unwrap_or(match self.kind {
            MotorKind::Brushless | MotorKind::Stepper => Magnet::Ndfeb,
            MotorKind::Brushed => Magnet::Ferrite,
        })
    }

    /// Temperature limit of its magnets, °C, where they are neodymium: that of a grade without suffix, 80 °C, when none is
    /// given. `None` for magnets that stand more than any winding.
    #[must_use]
    pub fn magnet_limit_c(&self) -> Option<f64> {
        (self.magnet_or_usual() == Magnet::Ndfeb).then(|| self.magnet_grade.unwrap_or(MagnetGrade::None).limit_c())
    }

    /// Share of their strength that its magnets have left once they were at a temperature, °C.
    ///
    /// # Source
    /// Beyond the limit neodymium loses strength for good: a hundredth for each kelvin, a half at most (estimate, common
    /// practice).
    #[must_use]
    pub fn magnet_strength_after(&self, hottest_c: f64) -> f64 {
        const LOST_PER_K: f64 = 0.01;
        const MOST_LOST: f64 = 0.5;
        let beyond_k = self.magnet_limit_c().map_or(0.0, |limit_c| (hottest_c - limit_c).max(0.0));
        1.0 - (LOST_PER_K * beyond_k).min(MOST_LOST)
    }
}

#[cfg(test)]
mod tests {
    use super::*;
    use approx::assert_relative_eq;
    use rstest::rstest;

    /// Remanence at 100 °C against 20 °C. Source: IEC 60404-8-1.
    #[rstest]
    #[case(Magnet::Ndfeb, 0.904)]
    #[case(Magnet::Ferrite, 0.84)]
    #[case(Magnet::Alnico, 0.984)]
    fn validated_warm_magnets(#[case] magnet: Magnet, #[case] factor: f64) {
        assert_relative_eq!(1.0 + 80.0 * magnet.coefficient_per_k(), factor, max_relative = 1e-12);
    }
}

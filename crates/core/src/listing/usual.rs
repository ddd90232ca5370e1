//! What motors usually are, for whatever nobody knows of one. Common practice, from memory, with how far it is usually off.

use crate::document::{GearingKind, MotorForm, MotorKind};

/// A usual figure and how far off it usually is, as a factor either way.
#[derive(Debug, Clone, Copy, PartialEq)]
pub(super) struct Usual {
    /// The figure.
    pub value: f64,
    /// Factor either way.
    pub factor: f64,
}

const fn usual(value: f64, factor: f64) -> Usual {
    Usual { value, factor }
}

/// Lithium cell as it is printed, V.
pub(super) const CELL_V: f64 = 3.7;

/// Motor constant Km = Kt/√R, N·m/√W, of a can of a volume, cm³: it goes with volume^(5/6).
pub(super) fn motor_constant(form: MotorForm, can_cm3: f64) -> Usual {
    let per = match form {
        // Ferrite and brushes: the lower end of the 0.001 of inner rotors.
        MotorForm::Can | MotorForm::Gear => 0.0008,
        // A stepper is worked out by what it holds, not by this; small ones hold about 0.001 too.
        MotorForm::Stepper => 0.001,
        MotorForm::Inner => 0.001,
        MotorForm::Outer | MotorForm::Hub => 0.0035,
    };
    usual(per * can_cm3.powf(5.0 / 6.0), 1.5)
}

/// Mass of a can for its volume, kg/cm³; half the mass of a gear motor is its gearbox.
pub(super) fn can_cm3_of_mass(form: MotorForm, mass_kg: f64) -> Usual {
    match form {
        MotorForm::Gear => usual(0.5 * mass_kg / 0.0033, 1.6),
        MotorForm::Can | MotorForm::Inner | MotorForm::Stepper => usual(mass_kg / 0.0033, 1.3),
        MotorForm::Outer | MotorForm::Hub => usual(mass_kg / 0.0038, 1.3),
    }
}

/// Length of a can over its diameter, where only a volume or a diameter is known.
pub(super) fn length_over_diameter(form: MotorForm) -> f64 {
    match form {
        MotorForm::Can | MotorForm::Gear | MotorForm::Inner => 1.4,
        MotorForm::Outer | MotorForm::Stepper => 1.1,
        MotorForm::Hub => 0.35,
    }
}

/// Kv times turns of a can of 36 by 50 mm; other cans go with 1/(diameter · length).
pub(super) fn kv_times_turns(kind: MotorKind, diameter_mm: f64, length_mm: f64) -> Usual {
    let of_540 = match kind {
        MotorKind::Brushed => 56_000.0,
        MotorKind::Brushless | MotorKind::Stepper => 38_000.0,
    };
    usual(of_540 * (36.0 * 50.0) / (diameter_mm * length_mm), 1.3)
}

/// Volts squared over ohms, W, for each rated watt.
pub(super) const STALL_OVER_RATED: Usual = usual(12.0, 1.8);
/// Stall current over the most amps that a motor is sold for.
pub(super) const STALL_OVER_MOST: Usual = usual(10.0, 2.2);

/// Volts squared over ohms, W, where nothing tells the size of a motor.
pub(super) fn stall_power(form: MotorForm) -> Usual {
    match form {
        MotorForm::Gear | MotorForm::Stepper => usual(60.0, 4.0),
        MotorForm::Can => usual(300.0, 4.0),
        MotorForm::Inner | MotorForm::Outer => usual(5000.0, 4.0),
        MotorForm::Hub => usual(6000.0, 3.0),
    }
}

/// Free speed of a motor at its own volts, rpm, where nobody told one. `wheel_diameter_m`: of the wheel a hub sits in.
pub(super) fn free_speed(form: MotorForm, wheel_diameter_m: Option<f64>) -> Usual {
    match form {
        MotorForm::Gear => usual(8000.0, 1.7),
        MotorForm::Can => usual(14_000.0, 1.8),
        MotorForm::Inner => usual(30_000.0, 2.0),
        MotorForm::Outer => usual(8000.0, 2.0),
        MotorForm::Stepper => usual(300.0, 3.0),
        // A hub free of the ground turns its tyre at some 13 m/s; a scooter's tyre of 10 in where no wheel is known.
        MotorForm::Hub => usual(13.0 * 60.0 / (std::f64::consts::PI * wheel_diameter_m.unwrap_or(0.254)), 1.5),
    }
}

/// Below this free speed, rpm, a brushed motor has a gearbox.
pub(super) const SLOWEST_BARE_RPM: f64 = 1500.0;

/// Ratio of a gearbox that nobody counted.
pub(super) const SOME_RATIO: Usual = usual(50.0, 5.0);

/// Efficiency of a small gearbox: 0.9 for each stage of up to 1:5, 0.45 for a worm.
pub(super) fn gearbox_efficiency(kind: Option<GearingKind>, ratio: f64) -> Usual {
    if kind == Some(GearingKind::Worm) {
        return usual(0.45, 1.35);
    }
    let stages = (ratio.max(1.0).ln() / 5f64.ln()).ceil().max(1.0);
    usual(0.9f64.powf(stages), 1.15)
}

/// Winding rise that a listed current is counted with where none is listed, K: class B over 25 °C.
pub(super) const TRUSTED_RISE_K: f64 = 105.0;

impl MotorForm {
    /// Brushed, brushless or a stepper.
    #[must_use]
    pub const fn kind(self) -> MotorKind {
        match self {
            Self::Can | Self::Gear => MotorKind::Brushed,
            Self::Inner | Self::Outer | Self::Hub => MotorKind::Brushless,
            Self::Stepper => MotorKind::Stepper,
        }
    }
}

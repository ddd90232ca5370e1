//! Parts: battery, motor, controller, gearing stage, wiring run. Their figures stand inside the document.

use std::collections::BTreeMap;

use super::reading::{Place, Problems, Spec, number, text};

mod battery;
mod controller;
mod gearing;
mod motor;
mod wiring;

pub use battery::*;
pub use controller::*;
pub use gearing::*;
pub use motor::*;
pub use wiring::*;

choice! {
    /// What a controller drives: brushed motors, or brushless ones as their equivalent direct-current motor.
    MachineKind { Brushed = "brushed", "Brushed"; Brushless = "brushless", "Brushless"; }
}

choice! {
    /// What kind of machine a motor is.
    MotorKind {
        Brushed = "brushed", "Brushed";
        Brushless = "brushless", "Brushless";
        Stepper = "stepper", "Stepper";
    }
}

impl MachineKind {
    /// The motors it drives.
    #[must_use]
    pub const fn motor(self) -> MotorKind {
        match self {
            Self::Brushed => MotorKind::Brushed,
            Self::Brushless => MotorKind::Brushless,
        }
    }
}

impl MotorKind {
    /// The controllers that drive it; `None` for a stepper, whose drivers are not worked out here.
    #[must_use]
    pub const fn controller(self) -> Option<MachineKind> {
        match self {
            Self::Brushed => Some(MachineKind::Brushed),
            Self::Brushless => Some(MachineKind::Brushless),
            Self::Stepper => None,
        }
    }

    /// Leads of one motor.
    #[must_use]
    pub const fn leads(self) -> u32 {
        match self {
            Self::Brushed => 2,
            Self::Brushless => 3,
            Self::Stepper => 4,
        }
    }
}

choice! {
    /// How far a thing is on its way into the machine, beside lying in the drawer.
    Getting { Ordered = "ordered", "Ordered"; Fitted = "fitted", "Fitted"; }
}

record! {
    /// Outer size.
    SizeMm {
        length: f64, number(0.1, 10_000.0), "Length", "Longest side, mm.";
        width: f64, number(0.1, 10_000.0), "Width", "Second side, mm.";
        height: f64, number(0.1, 10_000.0), "Height", "Third side, mm.";
    }
}

record! {
    /// How a part is fastened.
    Mount {
        bolt_circle_mm: Option<f64>, number(0.5, 1000.0), "Bolt circle", "Diameter of the bolt circle.";
        thread: Option<String>, text(40), "Thread", "Thread of the mounting screws.";
    }
}

pub(crate) fn check_marks<T>(
    given: Option<&BTreeMap<String, T>>,
    member: &str,
    fields: &[Spec],
    at: &Place<'_>,
    problems: &mut Problems,
) {
    let place = at.key(member);
    for key in given.into_iter().flat_map(BTreeMap::keys) {
        if !fields.iter().any(|field| field.key == key) {
            problems.note(&place.key(key), "no field of this part has that name");
        }
    }
}

//! How a utilisation becomes a verdict: what fails, what is tight, what is only to be known.

use serde::{Deserialize, Serialize};

use super::code::{CheckCode, CheckKind};

/// Utilisation above which a check that holds is called tight.
pub const TIGHT_ABOVE: f64 = 0.85;
/// Utilisation above which a check fails: nothing is known better, and equal is not too much.
pub const FAILS_ABOVE: f64 = 1.005;
/// 12 cells of 4.2 V are 50.400000000000006 V: that is 50.4 of 50.4, not more.
pub(super) const ROUNDING: f64 = 1e-9;

/// What a check says about a machine.
#[derive(Debug, Clone, Copy, PartialEq, Eq, Hash, Serialize, schemars::JsonSchema)]
#[serde(rename_all = "snake_case")]
pub enum CheckClass {
    /// What must hold, with room for what is not known better.
    Requirement,
    /// An exact figure against an exact limit: ok up to it, and no weak link while it holds.
    Ceiling,
    /// To be known: never fails, never gives way first, does not touch the verdict.
    Caution,
}

/// How a check came out.
#[derive(Debug, Clone, Copy, PartialEq, Eq, Hash, Serialize, Deserialize, schemars::JsonSchema)]
#[serde(rename_all = "snake_case")]
pub enum Verdict {
    /// Holds with room.
    Ok,
    /// Holds, but with less than 15 % to spare.
    Tight,
    /// Does not hold.
    Fail,
    /// Nobody gave the limit.
    Unknown,
}

/// Utilisation above which a check fails that can be asked before anything is computed, or whose limit is raised.
pub(crate) fn fails_above(code: CheckCode) -> f64 {
    Scale::of(code).tight_to
}

/// How a utilisation becomes a verdict.
#[derive(Debug, Clone, Copy, PartialEq)]
pub(crate) struct Scale {
    pub(super) class: CheckClass,
    ok_to: f64,
    pub(super) tight_to: f64,
    /// Sizes fit or do not fit; a share of too much says nothing of them.
    pub(super) fits: bool,
    /// The limit is what the machine does: it falls short rather than being too much.
    pub(super) falls_short: bool,
    /// A time that is held or not; what share of it is said by the times themselves.
    pub(super) lasts: bool,
}

impl Scale {
    /// Demand and limit as figures are known here.
    pub const PLAIN: Self = Self {
        class: CheckClass::Requirement,
        ok_to: TIGHT_ABOVE,
        tight_to: FAILS_ABOVE,
        fits: false,
        falls_short: false,
        lasts: false,
    };
    /// What it must do as figures are known here: the limit is what it does.
    pub const ABILITY: Self = Self { falls_short: true, ..Self::PLAIN };
    /// Exact figures.
    pub const CEILING: Self = Self { class: CheckClass::Ceiling, ok_to: 1.0 + ROUNDING, ..Self::PLAIN };
    /// Sizes, and numbers of teeth.
    pub const FIT: Self = Self { fits: true, ..Self::CEILING };
    /// To be known.
    pub const CAUTION: Self = Self { class: CheckClass::Caution, tight_to: f64::INFINITY, ..Self::PLAIN };
    /// The highest voltage of a motor, which is no cliff.
    pub const MOTOR_VOLTAGE: Self = Self { tight_to: 1.05, ..Self::CEILING };
    /// The highest voltage of a controller that brakes: braking lifts the bus.
    pub const BRAKING_VOLTAGE: Self = Self { ok_to: 0.97, ..Self::CEILING };

    /// How a check is judged unless the machine says otherwise.
    pub const fn of(code: CheckCode) -> Self {
        match (code.kind(), code) {
            (_, CheckCode::MotorVoltage) => Self::MOTOR_VOLTAGE,
            (CheckKind::Requirement | CheckKind::Held, _) => Self::PLAIN,
            (CheckKind::Ability | CheckKind::Requested, _) => Self::ABILITY,
            (CheckKind::Ceiling, _) => Self::CEILING,
            (CheckKind::Geometry, _) => Self::FIT,
            (CheckKind::Caution, _) => Self::CAUTION,
        }
    }

    /// The same for a time that is held or not.
    pub const fn of_time(self) -> Self {
        Self { lasts: true, ..self }
    }

    /// A requirement, or a ceiling where the demand is a limit that is set.
    pub const fn unless_set(set: bool) -> Self {
        if set { Self::CEILING } else { Self::PLAIN }
    }

    /// The verdict of a utilisation on this scale.
    pub fn verdict(&self, utilisation: f64) -> Verdict {
        if utilisation > self.tight_to {
            Verdict::Fail
        } else if utilisation > self.ok_to {
            Verdict::Tight
        } else {
            Verdict::Ok
        }
    }

    /// The verdict of what cannot be done at all.
    pub(super) fn impossible(&self) -> Verdict {
        if self.class == CheckClass::Caution { Verdict::Tight } else { Verdict::Fail }
    }
}

impl Verdict {
    /// The verdict of a utilisation as figures are known here.
    #[must_use]
    pub fn of(utilisation: f64) -> Self {
        Scale::PLAIN.verdict(utilisation)
    }
}

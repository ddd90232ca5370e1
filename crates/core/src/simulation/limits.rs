//! What keeps a drive from giving or braking more: by name, in words, and where it is put right.

use serde::Serialize;
use serde_json::{Value, json};

use crate::evaluation::checks::Step;
use crate::model::bus::Limit;

macro_rules! limits {
    ($($(#[$doc:meta])+ $name:ident $key:literal $word:literal $step:ident $because:literal;)+) => {
        /// What keeps a drive from giving or braking more.
        #[derive(Debug, Clone, Copy, PartialEq, Eq, Hash, Serialize, schemars::JsonSchema)]
        #[schemars(extend("x-limits" = facts()))]
        pub enum RunLimit {
            $($(#[$doc])+ #[serde(rename = $key)] $name,)+
        }

        impl RunLimit {
            /// All of them.
            pub const ALL: &'static [Self] = &[$(Self::$name),+];

            /// As replies write it.
            #[must_use]
            pub const fn key(self) -> &'static str {
                match self { $(Self::$name => $key,)+ }
            }

            /// In a drawing.
            #[must_use]
            pub const fn word(self) -> &'static str {
                match self { $(Self::$name => $word,)+ }
            }

            /// In a sentence, after a colon.
            #[must_use]
            pub const fn because(self) -> &'static str {
                match self { $(Self::$name => $because,)+ }
            }

            /// The step in which it is put right.
            #[must_use]
            pub const fn step(self) -> Step {
                match self { $(Self::$name => Step::$step,)+ }
            }
        }
    };
}

limits! {
    /// The battery cannot deliver the power.
    Supply "supply" "battery at its end" Battery "the battery can give no more";
    /// Full duty: the battery voltage.
    Duty "duty" "battery voltage" Controller "the battery voltage is used up";
    /// The motor-current limit.
    MotorCurrent "motor_current" "motor-current limit" Controller "the motor-current limit holds it";
    /// The battery-current limit.
    BatteryCurrent "battery_current" "battery-current limit" Controller "the battery-current limit holds it";
    /// The wheels slip.
    Grip "grip" "wheels slip" Job "the wheels slip";
    /// The temperature sensor cuts the current back.
    Temperature "temperature" "temperature sensor" Motor "the temperature sensor cuts the current back";
    /// The battery is held at its stop voltage.
    StopVoltage "stop_voltage" "stop voltage" Battery "the battery stands at its stop voltage";
    /// The motor cannot move the load.
    Load "load" "load too heavy" Job "the motor cannot move the load";
    /// Braking: the battery may be charged no faster.
    Charge "charge" "charge limit, braking" Battery "the battery may be charged no faster";
    /// Braking: the battery is full.
    Full "full" "battery full" Battery "the battery is full";
    /// Braking: the controller cannot.
    NoBrake "no_brake" "cannot brake" Controller "the controller cannot brake";
}

impl RunLimit {
    /// What keeps motors from braking more, in a sentence after a colon.
    #[must_use]
    pub const fn because_braking(self) -> &'static str {
        match self {
            Self::Duty => "so slow they can brake no more",
            Self::Grip => "the wheels would slip",
            other => other.because(),
        }
    }
}

impl From<Limit> for RunLimit {
    fn from(limit: Limit) -> Self {
        match limit {
            Limit::Supply => Self::Supply,
            Limit::Duty => Self::Duty,
            Limit::MotorCurrent => Self::MotorCurrent,
            Limit::BatteryCurrent => Self::BatteryCurrent,
            Limit::Load => Self::Load,
        }
    }
}

/// Word and step of every limit by its key, for the page.
fn facts() -> Value {
    let facts = RunLimit::ALL.iter();
    facts.map(|limit| (limit.key().to_owned(), json!({ "word": limit.word(), "step": limit.step() }))).collect()
}

#[cfg(test)]
mod tests {
    use super::*;

    #[test]
    fn a_limit_of_a_case_is_written_as_the_same_limit_of_a_run() {
        let all = [Limit::Supply, Limit::Duty, Limit::MotorCurrent, Limit::BatteryCurrent, Limit::Load];
        for limit in all {
            assert_eq!(serde_json::to_value(limit).unwrap(), RunLimit::from(limit).key());
        }
        for limit in RunLimit::ALL {
            assert_eq!(serde_json::to_value(limit).unwrap(), limit.key());
        }
    }
}

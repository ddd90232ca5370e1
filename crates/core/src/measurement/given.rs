//! Which figure of a measurement goes to which field of a document.

use serde::Serialize;
use serde_json::{Value, json};

use super::Target;
use crate::document::load::Vehicle;
use crate::document::parts::Thermal;
use crate::document::{Battery, Motor};

macro_rules! given {
    ($($(#[$doc:meta])+ $name:ident $target:ident $key:literal;)+) => {
        /// A figure that a measurement can put where a listed or a guessed one stood.
        #[derive(Debug, Clone, Copy, PartialEq, Eq)]
        pub enum Given {
            $($(#[$doc])+ $name,)+
        }

        impl Given {
            /// All of them.
            pub const ALL: &'static [Self] = &[$(Self::$name),+];

            /// Where it goes.
            #[must_use]
            pub const fn target(self) -> Target {
                match self { $(Self::$name => Target::$target,)+ }
            }

            /// Key of the document, dotted where it stands in a record of its own.
            #[must_use]
            pub const fn key(self) -> &'static str {
                match self { $(Self::$name => $key,)+ }
            }
        }
    };
}

given! {
    /// Speed constant.
    Kv Motor "kv_rpm_per_v";
    /// Winding resistance.
    Resistance Motor "resistance_ohm";
    /// Current with nothing on the shaft.
    NoLoadCurrent Motor "no_load_current_a";
    /// Volts at that current.
    NoLoadVoltage Motor "no_load_voltage_v";
    /// Share of the friction there that grows with speed.
    NoLoadSpeedShare Motor "no_load_speed_share";
    /// Volts lost at the brushes.
    BrushDrop Motor "brush_drop_v";
    /// Heat path from the case to the air.
    CaseToAmbient Motor "thermal.case_to_ambient_k_per_w";
    /// Heat that the case takes up.
    CaseHeat Motor "thermal.case_j_per_k";
    /// Resistance of a cell.
    CellResistance Battery "cell_resistance_ohm";
    /// Amp-hours.
    Capacity Battery "capacity_ah";
    /// Rolling resistance.
    RollingResistance Vehicle "rolling_resistance";
    /// Drag area.
    DragArea Vehicle "drag_area_m2";
}

impl Given {
    /// What a maker calls it, as the document has it.
    #[must_use]
    pub fn label(self) -> &'static str {
        let (fields, key) = match (self.target(), self.key().split_once('.')) {
            (Target::Motor, Some((_, inner))) => (Thermal::FIELDS, inner),
            (Target::Motor, None) => (Motor::FIELDS, self.key()),
            (Target::Battery, _) => (Battery::FIELDS, self.key()),
            (Target::Vehicle, _) => (Vehicle::FIELDS, self.key()),
        };
        fields.iter().find(|field| field.key == key).map_or(key, |field| field.label)
    }

    /// The figure that a document has under a key, dotted where it stands in a record of its own.
    #[must_use]
    pub fn of(target: Target, key: &str) -> Option<Self> {
        Self::ALL.iter().copied().find(|given| given.target() == target && given.key() == key)
    }
}

impl Serialize for Given {
    fn serialize<S: serde::Serializer>(&self, to: S) -> Result<S::Ok, S::Error> {
        let value: Value = json!({ "target": self.target(), "key": self.key(), "label": self.label() });
        value.serialize(to)
    }
}

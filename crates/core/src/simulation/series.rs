//! The columns of a run: described once, and from that the struct, its rows, thinning and table.

use serde::Serialize;

use super::limits::RunLimit;
use crate::shelf::table;

/// Writes [`Series`] and [`Row`] from one list of columns.
macro_rules! series {
    ($($(#[$doc:meta])+ $name:ident: $kind:ty,)+) => {
        /// Columns of equal length, one row a moment.
        #[derive(Debug, Clone, PartialEq, Default, Serialize, schemars::JsonSchema)]
        pub struct Series {
            $($(#[$doc])+ pub $name: Vec<$kind>,)+
        }

        /// One moment of a run.
        #[derive(Debug, Clone, Copy)]
        pub(super) struct Row {
            $($(#[$doc])+ pub $name: $kind,)+
        }

        impl Series {
            /// Appends a moment.
            pub(super) fn push(&mut self, row: &Row) {
                $(self.$name.push(row.$name);)+
            }

            /// Keeps every other row.
            pub(super) fn thin(&mut self) {
                $(every_other(&mut self.$name);)+
            }

            /// The columns as CSV, with the names of the format as heading.
            #[must_use]
            pub fn to_csv(&self) -> String {
                let rows = (0..self.t_s.len()).map(|row| [$(self.$name[row].cell()),+]);
                table::write([$(stringify!($name)),+], rows)
            }
        }
    };
}

series! {
    /// Since the start, s.
    t_s: f64,
    /// Output speed, rpm.
    output_rpm: f64,
    /// Speed, m/s; null where nothing travels.
    speed_m_s: Option<f64>,
    /// Motor current of each motor, A, as the controller shows it; below zero it brakes.
    motor_current_a: f64,
    /// Bus voltage, V.
    supply_voltage_v: f64,
    /// Battery current, A.
    supply_current_a: f64,
    /// Share of the time the controller switches on.
    duty: f64,
    /// Charge, 0 to 1.
    state_of_charge: f64,
    /// Winding, °C.
    winding_c: Option<f64>,
    /// Case and magnets, °C.
    case_c: Option<f64>,
    /// What keeps it from more.
    limited_by: Option<RunLimit>,
    /// Wanted output speed, rpm; null at full throttle.
    wanted_rpm: Option<f64>,
    /// Grade, %.
    grade_percent: f64,
    /// Way, m; null where nothing travels.
    distance_m: Option<f64>,
    /// Power at the output, W.
    output_power_w: f64,
    /// Controller, °C.
    controller_c: Option<f64>,
    /// Battery, °C.
    battery_c: Option<f64>,
    /// Heat in battery and supply leads, all drives, W.
    supply_loss_w: f64,
    /// Heat in the controllers of the drive, W.
    controller_loss_w: f64,
    /// Heat in its motors and their leads, W.
    motor_loss_w: f64,
    /// Heat in its gearing, W.
    gearing_loss_w: f64,
}

fn every_other<T>(column: &mut Vec<T>) {
    let mut place = 0;
    column.retain(|_| {
        place += 1;
        place % 2 == 1
    });
}

/// A value as a cell of a table: empty where there is none.
trait Cell {
    fn cell(&self) -> String;
}

impl Cell for f64 {
    fn cell(&self) -> String {
        self.to_string()
    }
}

impl Cell for RunLimit {
    fn cell(&self) -> String {
        serde_json::to_value(self).ok().and_then(|word| word.as_str().map(str::to_owned)).unwrap_or_default()
    }
}

impl<T: Cell> Cell for Option<T> {
    fn cell(&self) -> String {
        self.as_ref().map(Cell::cell).unwrap_or_default()
    }
}

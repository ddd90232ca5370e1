//! A ride: what a logger wrote, channel by channel, and what was on that day.

use serde::ser::SerializeSeq;
use serde::{Serialize, Serializer};

use crate::document::reading::{FieldValue, Place, Problems, Shape, Spec, list, name, number, shown, typed};

/// Most rows of a ride.
pub const MOST_ROWS: usize = 1_000_000;

/// The readings of one channel; a reading that is missing is NaN here and null in the document.
#[derive(Debug, Clone, Default)]
pub struct Column(pub Vec<f64>);

impl Column {
    /// A reading; `None` where it is missing.
    #[must_use]
    pub fn at(&self, row: usize) -> Option<f64> {
        self.0.get(row).copied().filter(|value| !value.is_nan())
    }

    /// Whether no reading is there.
    #[must_use]
    pub fn is_empty(&self) -> bool {
        self.0.iter().all(|value| value.is_nan())
    }
}

impl PartialEq for Column {
    /// What is missing in both is alike.
    fn eq(&self, other: &Self) -> bool {
        self.0.len() == other.0.len()
            && self.0.iter().zip(&other.0).all(|(a, b)| a.total_cmp(b).is_eq() || (a.is_nan() && b.is_nan()))
    }
}

impl Serialize for Column {
    fn serialize<S: Serializer>(&self, serializer: S) -> Result<S::Ok, S::Error> {
        let mut entries = serializer.serialize_seq(Some(self.0.len()))?;
        for value in &self.0 {
            entries.serialize_element(&(!value.is_nan()).then_some(*value))?;
        }
        entries.end()
    }
}

impl FieldValue for Column {
    fn read(value: &serde_json::Value, spec: &Spec, at: &Place<'_>, problems: &mut Problems) -> Option<Self> {
        let Shape::Number { min, max } = spec.shape else { unreachable!("a channel has a range") };
        let Some(entries) = value.as_array() else {
            problems.note(at, format!("{} came, a list of numbers is needed, null where one is missing", shown(value)));
            return None;
        };
        if entries.len() > MOST_ROWS {
            problems.note(at, format!("{} readings came, at most {MOST_ROWS} are possible", entries.len()));
            return None;
        }
        let mut read = Vec::with_capacity(entries.len());
        for (row, entry) in entries.iter().enumerate() {
            match entry.as_f64() {
                None if entry.is_null() => read.push(f64::NAN),
                Some(value) if (min..=max).contains(&value) => read.push(value),
                _ => {
                    let came = shown(entry);
                    problems
                        .note(&at.index(row), format!("{came} came, a number from {min} to {max} or null is needed"));
                    return None;
                }
            }
        }
        Some(Self(read))
    }

    fn schema(spec: &Spec, _generator: &mut schemars::SchemaGenerator) -> schemars::Schema {
        let Shape::Number { min, max } = spec.shape else { unreachable!("a channel has a range") };
        schemars::json_schema!({
            "type": "array", "maxItems": MOST_ROWS,
            "items": { "type": ["number", "null"], "minimum": min, "maximum": max }
        })
    }
}

record! {
    /// The channels of a ride, all of one length.
    RideColumns {
        t_s: Column, number(0.0, 1e7), "Time", "Since the start; each above the one before.";
        speed_m_s: Option<Column>, number(-150.0, 150.0), "Speed", "Over ground.";
        distance_m: Option<Column>, number(-1e8, 1e8), "Distance", "Since some start.";
        grade_percent: Option<Column>, number(-100.0, 100.0), "Grade", "Rise over run; below zero it goes down.";
        altitude_m: Option<Column>, number(-1000.0, 10_000.0), "Height", "Above some level.";
        motor_current_a: Option<Column>, number(-10_000.0, 10_000.0), "Motor current", "Of each motor; below zero it brakes.";
        supply_current_a: Option<Column>, number(-10_000.0, 10_000.0), "Battery current", "Below zero it charges.";
        supply_voltage_v: Option<Column>, number(0.0, 2000.0), "Battery voltage", "At the battery.";
        winding_c: Option<Column>, number(-60.0, 400.0), "Winding", "Of the motor.";
        case_c: Option<Column>, number(-60.0, 400.0), "Motor case", "Of the motor.";
        controller_c: Option<Column>, number(-60.0, 400.0), "Controller", "Its temperature.";
        battery_c: Option<Column>, number(-60.0, 400.0), "Battery", "Its temperature.";
    }
    check(|columns, at, problems| {
        let rows = columns.t_s.0.len();
        if rows < 2 {
            problems.note(&at.key("t_s"), format!("{rows} rows came, at least 2 are needed"));
        }
        for (key, column) in columns.channels() {
            if column.0.len() != rows {
                problems.note(
                    &at.key(key),
                    format!("{} readings came and {rows} times: each channel has a reading or null for every time", column.0.len()),
                );
            }
        }
        let times = &columns.t_s.0;
        if let Some(row) = times.iter().position(|time| time.is_nan()) {
            problems.note(&at.key("t_s").index(row), "null came: every row has a time");
        } else if let Some(row) = (1..rows).find(|row| times[*row] <= times[row - 1]) {
            let detail = format!("{} is not above {} of the row before", times[row], times[row - 1]);
            problems.note(&at.key("t_s").index(row), detail);
        }
    })
}

impl RideColumns {
    /// No channel but the time.
    #[must_use]
    pub const fn of_times(t_s: Vec<f64>) -> Self {
        Self {
            t_s: Column(t_s),
            speed_m_s: None,
            distance_m: None,
            grade_percent: None,
            altitude_m: None,
            motor_current_a: None,
            supply_current_a: None,
            supply_voltage_v: None,
            winding_c: None,
            case_c: None,
            controller_c: None,
            battery_c: None,
        }
    }

    /// Every channel that is there beside the time, by its key.
    pub fn channels(&self) -> impl Iterator<Item = (&'static str, &Column)> {
        [
            ("speed_m_s", &self.speed_m_s),
            ("distance_m", &self.distance_m),
            ("grade_percent", &self.grade_percent),
            ("altitude_m", &self.altitude_m),
            ("motor_current_a", &self.motor_current_a),
            ("supply_current_a", &self.supply_current_a),
            ("supply_voltage_v", &self.supply_voltage_v),
            ("winding_c", &self.winding_c),
            ("case_c", &self.case_c),
            ("controller_c", &self.controller_c),
            ("battery_c", &self.battery_c),
        ]
        .into_iter()
        .filter_map(|(key, column)| Some((key, column.as_ref()?)))
    }

    /// The place of a channel by its key; `None` for the time and for what is no channel.
    pub fn channel_mut(&mut self, key: &str) -> Option<&mut Option<Column>> {
        Some(match key {
            "speed_m_s" => &mut self.speed_m_s,
            "distance_m" => &mut self.distance_m,
            "grade_percent" => &mut self.grade_percent,
            "altitude_m" => &mut self.altitude_m,
            "motor_current_a" => &mut self.motor_current_a,
            "supply_current_a" => &mut self.supply_current_a,
            "supply_voltage_v" => &mut self.supply_voltage_v,
            "winding_c" => &mut self.winding_c,
            "case_c" => &mut self.case_c,
            "controller_c" => &mut self.controller_c,
            "battery_c" => &mut self.battery_c,
            _ => return None,
        })
    }
}

choice! {
    /// A figure of a build that a ride may correct.
    Calibrated {
        RollingResistance = "rolling_resistance", "Rolling resistance";
        DragArea = "drag_area_m2", "Drag area";
        GearingEfficiency = "gearing_efficiency", "Gearing efficiency";
        CellResistance = "cell_resistance_ohm", "Cell resistance";
        Capacity = "capacity_ah", "Capacity";
        WindingToCase = "winding_to_case_k_per_w", "Winding to case";
        CaseToAmbient = "case_to_ambient_k_per_w", "Case to air";
    }
}

record! {
    /// A ride with what was on that day.
    Ride {
        state_of_charge: f64 = 1.0, number(0.0, 1.0), "Charge at the start", "Share of the full charge.";
        ambient_c: Option<f64>, number(-50.0, 80.0), "Air", "Temperature of the air; that of the job when left out.";
        payload_kg: Option<f64>, number(0.0, 1e5), "Payload", "What it carried; that of the job when left out.";
        charged_ah: Option<f64>, number(0.0, 1e6), "Charged back", "What the charger put in afterwards.";
        option: Option<String>, name(120), "Option", "The option it was driven with; that of the log when left out.";
        drive: Option<String>, name(60), "Drive", "The drive that it is about; that of the log when left out.";
        columns: RideColumns, typed(), "Channels", "What the logger wrote.";
        calibrate: Option<Vec<Calibrated>>, list(0, 7), "To be corrected", "All that the ride can tell, when left out.";
    }
}

//! Controllers: ratings, limits, settings.

use std::collections::BTreeMap;

use super::{MachineKind, Mount, Sensor, SizeMm, check_marks};
use crate::document::reading::{Place, Problems, Provenance, name, number, text, typed};

choice! {
    /// How a brushless controller drives the three phases.
    Commutation { SixStep = "six_step", "Six-step"; Foc = "foc", "Field-oriented"; }
}

record! {
    /// The regulator that feeds receiver and servos.
    Bec {
        voltage_v: f64, number(0.5, 60.0), "Voltage", "Voltage it gives.";
        current_a: f64, number(0.01, 100.0), "Current", "Current it gives.";
    }
}

part! {
    /// One controller; ratings and settings are per channel.
    Controller {
        kind: MachineKind, typed(), "Kind", "For brushed or brushless motors.";
        channels: u32 = 1, number(1.0, 16.0), "Channels", "Motor outputs that are driven separately.";
        min_voltage_v: Option<f64>, number(0.1, 2000.0), "Lowest voltage", "Below it the controller stops.";
        max_voltage_v: Option<f64>, number(0.1, 2000.0), "Highest voltage", "Above it the controller fails.";
        motor_current_continuous_a: Option<f64>, number(0.01, 10_000.0), "Motor current, continuous",
            "Motor current rating of a channel, continuous.";
        motor_current_peak_a: Option<f64>, number(0.01, 10_000.0), "Motor current, peak",
            "Motor current rating of a channel, for moments.";
        battery_current_continuous_a: Option<f64>, number(0.01, 10_000.0), "Battery current, continuous",
            "Battery current rating of a channel, continuous.";
        battery_current_peak_a: Option<f64>, number(0.01, 10_000.0), "Battery current, peak",
            "Battery current rating of a channel, for moments.";
        motor_current_limit_a: Option<f64>, number(0.01, 10_000.0), "Motor current limit",
            "Setting: most motor current of a channel.";
        battery_current_limit_a: Option<f64>, number(0.01, 10_000.0), "Battery current limit",
            "Setting: most battery current of a channel.";
        limits_current: Option<bool>, typed(), "Holds its own current down",
            "Whether it keeps the current at its rating by itself. Field-oriented ones do; others usually only survive it.";
        commutation: Commutation = Commutation::SixStep, typed(), "Commutation", "How the phases are driven.";
        on_resistance_ohm: f64 = 0.0, number(0.0, 10.0), "On-resistance", "Resistance of the whole conduction path.";
        idle_power_w: f64 = 0.0, number(0.0, 1000.0), "Idle power", "What it draws at rest.";
        failsafe_throttle: Option<f64>, number(0.0, 1.0), "Failsafe throttle", "What it holds when the signal is lost; 0 stops.";
        max_duty: f64 = 1.0, number(0.05, 1.0), "Highest duty", "Largest share of the battery voltage it passes on.";
        max_erpm: Option<f64>, number(100.0, 10_000_000.0), "Highest electrical speed", "Speed times pole pairs.";
        sensors: Option<Vec<Sensor>>, crate::document::reading::list(0, 3), "Sensors it reads", "Rotor sensors it can read.";
        can_brake: bool = false, typed(), "Can brake", "Feeds braking power back into the battery.";
        bec: Option<Bec>, typed(), "Receiver supply", "The regulator that feeds receiver and servos.";
        mount: Option<Mount>, typed(), "Mount", "How it is fastened.";
        case_to_ambient_k_per_w: Option<f64>, number(1e-3, 1e4), "Case to air", "Rise of its case over air per watt of its loss.";
        max_temperature_c: Option<f64>, number(20.0, 250.0), "Highest temperature", "Where it cuts back or fails.";
    }
    check(|controller, at, problems| {
        if let (Some(low), Some(high)) = (controller.min_voltage_v, controller.max_voltage_v)
            && low >= high
        {
            problems.note(&at.key("min_voltage_v"), format!("{low} is not below max_voltage_v {high}"));
        }
        if controller.kind == MachineKind::Brushed && controller.commutation == Commutation::Foc {
            problems.note(&at.key("commutation"), "foc came for a brushed controller: only brushless ones have phases");
        }
    })
}

impl Controller {
    /// Whether it holds the current at its ratings by itself: as given, else what is usual: field-oriented ones do, six-step
    /// and brushed ones do not (common practice).
    #[must_use]
    pub fn holds_its_current(&self) -> bool {
        self.limits_current.unwrap_or(self.commutation == Commutation::Foc)
    }

    /// Most motor current of a channel that it lets through, A: what is set, else the peak rating where it holds it.
    #[must_use]
    pub fn motor_current_held_a(&self) -> Option<f64> {
        self.motor_current_limit_a.or(self.motor_current_peak_a.filter(|_| self.holds_its_current()))
    }

    /// Most battery current of a channel that it lets through, A: what is set, else the peak rating where it holds it.
    #[must_use]
    pub fn battery_current_held_a(&self) -> Option<f64> {
        self.battery_current_limit_a.or(self.battery_current_peak_a.filter(|_| self.holds_its_current()))
    }
}

//! Motors: constants, limits, gearbox, heat.

use std::collections::BTreeMap;

use super::{GearingKind, MotorKind, Mount, SizeMm, check_marks};
use crate::document::reading::{Place, Problems, Provenance, name, number, text, typed};

choice! {
    /// Rotor position sensor.
    Sensor { None = "none", "None"; Hall = "hall", "Hall sensors"; Encoder = "encoder", "Encoder"; }
}

choice! {
    /// Magnet material.
    Magnet {
        Ndfeb = "ndfeb", "Neodymium";
        Ferrite = "ferrite", "Ferrite";
        Smco = "smco", "Samarium-cobalt";
        Alnico = "alnico", "Alnico";
    }
}

choice! {
    /// Temperature suffix of a neodymium grade.
    MagnetGrade {
        None = "none", "No suffix (80 °C)";
        N = "N", "N (80 °C)";
        M = "M", "M (100 °C)";
        H = "H", "H (120 °C)";
        Sh = "SH", "SH (150 °C)";
        Uh = "UH", "UH (180 °C)";
        Eh = "EH", "EH (200 °C)";
    }
}

choice! {
    /// Thermal class of the winding insulation (IEC 60085).
    InsulationClass {
        A = "A", "A (105 °C)"; E = "E", "E (120 °C)"; B = "B", "B (130 °C)";
        F = "F", "F (155 °C)"; H = "H", "H (180 °C)";
    }
}

choice! {
    /// Air around the motor.
    Cooling {
        Still = "still", "Still, on metal";
        Airflow = "airflow", "Moving air";
        Fan = "fan", "A fan blows on it";
    }
}

record! {
    /// A gearbox that is part of the motor; the first gearing stage.
    Gearbox {
        kind: GearingKind, typed(), "Gearbox", "Kind of gearbox.";
        ratio: f64, number(0.001, 10_000.0), "Ratio", "Motor turns per turn of the gearbox shaft.";
        efficiency: f64 = 1.0, number(0.01, 1.0), "Efficiency", "Share of the power that comes through.";
        max_torque_nm: Option<f64>, number(1e-5, 1e6), "Highest torque", "Torque its output may carry.";
        max_input_rpm: Option<f64>, number(1.0, 500_000.0), "Highest input speed", "Speed its input may turn.";
        slip_clutch_nm: Option<f64>, number(1e-5, 1e6), "Slip clutch",
            "Torque at its output from which a clutch slips.";
    }
}

record! {
    /// Measured thermal values; what is not given is estimated from can and mass.
    Thermal {
        winding_to_case_k_per_w: Option<f64>, number(1e-4, 1e4), "Winding to case", "Rise of winding over case.";
        case_to_ambient_k_per_w: Option<f64>, number(1e-4, 1e4), "Case to air", "Rise of case over air.";
        winding_j_per_k: Option<f64>, number(1e-3, 1e7), "Winding heat capacity", "Heat to warm the winding by 1 K.";
        case_j_per_k: Option<f64>, number(1e-3, 1e7), "Case heat capacity", "Heat to warm the case by 1 K.";
    }
}

choice! {
    /// What a motor is, at a look.
    MotorForm {
        Can = "can", "Brushed can";
        Gear = "gear", "Gear motor, brushed";
        Inner = "inner", "Brushless, only its shaft turns";
        Outer = "outer", "Brushless, its can turns";
        Hub = "hub", "Hub motor";
        Stepper = "stepper", "Stepper";
    }
}

choice! {
    /// Which shaft a figure was taken at.
    Shaft { Motor = "motor", "The motor's own"; Output = "output", "The gearbox's"; }
}

record! {
    /// What is known of a motor from its label, its seller or a look at it. Its other figures are worked out from these.
    MotorFacts {
        form: Option<MotorForm>, typed(), "What it is", "What it looks like.";
        voltage_v: Option<f64>, number(0.1, 1000.0), "Volts", "Volts that its speed and amps are told at.";
        cells: Option<u32>, number(1.0, 30.0), "or lithium cells", "Cells it is told for, 3.7 V each.";
        speed_rpm: Option<f64>, number(0.1, 500_000.0), "Speed at those volts", "Turns a minute with nothing on the shaft.";
        shaft: Option<Shaft>, typed(), "at which shaft", "Whether speed and stall torque are the motor's own or those of its gearbox.";
        gear_ratio: Option<f64>, number(0.5, 10_000.0), "Gearbox, 1 to", "Motor turns per turn of the gearbox shaft.";
        no_load_current_a: Option<f64>, number(0.0001, 500.0), "Amps with nothing on it", "Current at that speed.";
        stall_current_a: Option<f64>, number(0.001, 10_000.0), "Amps held still", "Current with the shaft held, at those volts.";
        stall_torque_nm: Option<f64>, number(1e-5, 10_000.0), "Torque held still", "Torque with the shaft held, at those volts.";
        rated_power_w: Option<f64>, number(0.01, 500_000.0), "Rated watts", "Power it is sold with; hp is read too.";
        max_current_a: Option<f64>, number(0.001, 5000.0), "Most amps", "Current it is sold for.";
        kv_rpm_per_v: Option<f64>, number(0.1, 20_000.0), "Kv", "Turns per minute per volt.";
        turns: Option<f64>, number(0.5, 1000.0), "Turns", "Turns of wire on a tooth, as 27T.";
        size_code: Option<String>, text(40), "Size", "A size code or name as 540, 3650, 63x74, 130.";
        resistance_ohm: Option<f64>, number(1e-5, 1000.0), "Ohms", "Between two leads.";
        step_deg: Option<f64>, number(0.1, 90.0), "Step", "Angle of a step, of a stepper; 1.8° for the usual ones.";
        mass_kg: Option<f64>, number(0.0005, 1000.0), "Mass", "Mass of one, with its gearbox.";
    }
}

part! {
    /// One motor.
    Motor {
        kind: MotorKind, typed(), "Kind", "Brushed, brushless or a stepper.";
        kv_rpm_per_v: f64, number(1.0, 20_000.0), "Speed constant Kv", "Turns per minute per volt without load; of a stepper, per volt of the peak of one winding.";
        resistance_ohm: f64, number(1e-5, 1000.0), "Winding resistance",
            "Between the two leads (brushless: any two of three; stepper: one of its windings) at 20 °C.";
        no_load_current_a: Option<f64>, number(0.0, 500.0), "No-load current", "Current with nothing on the shaft.";
        no_load_voltage_v: Option<f64>, number(0.1, 1000.0), "at a voltage of",
            "Voltage at which the no-load current was taken.";
        no_load_speed_share: Option<f64>, number(0.0, 1.0), "Speed share of the loss",
            "Share of the no-load loss torque that grows with speed.";
        brush_drop_v: Option<f64>, number(0.0, 20.0), "Brush drop", "Voltage lost at the brushes.";
        pole_pairs: Option<u32>, number(1.0, 100.0), "Pole pairs", "Half the number of magnet poles.";
        phase_inductance_mh: Option<f64>, number(1e-4, 10_000.0), "Inductance of a winding",
            "Of one winding of a stepper; from 2 to 10 mH for the usual ones.";
        timing_advance_deg: Option<f64>, number(-60.0, 60.0), "Timing advance",
            "Electrical degrees beyond the setting at which Kv was found.";
        turns: Option<f64>, number(0.5, 1000.0), "Turns", "Turns per tooth.";
        sensor: Option<Sensor>, typed(), "Rotor sensor", "How the controller knows the rotor position.";
        temperature_sensor: Option<bool>, typed(), "Temperature sensor", "Whether the winding has one.";
        magnet: Option<Magnet>, typed(), "Magnet", "Magnet material.";
        magnet_grade: Option<MagnetGrade>, typed(), "Magnet grade", "Temperature suffix of the grade.";
        insulation_class: Option<InsulationClass>, typed(), "Insulation class", "Thermal class of the enamel.";
        nominal_voltage_v: Option<f64>, number(0.1, 1000.0), "Volts as printed",
            "What is printed on it: volts, or cells times the nominal voltage of one.";
        max_voltage_v: Option<f64>, number(0.1, 2000.0), "Highest voltage", "Voltage the motor is rated for.";
        max_continuous_current_a: Option<f64>, number(0.001, 5000.0), "Continuous current", "Current it takes continuously.";
        max_burst_current_a: Option<f64>, number(0.001, 10_000.0), "Burst current", "Current it takes for moments.";
        rated_power_w: Option<f64>, number(0.01, 500_000.0), "Rated watts", "Power at the shaft that it is sold for.";
        max_speed_rpm: Option<f64>, number(1.0, 500_000.0), "Highest speed", "Speed the rotor is safe at.";
        rotor_inertia_kg_m2: Option<f64>, number(0.0, 100.0), "Rotor inertia", "Inertia of the rotor.";
        rotor_diameter_mm: Option<f64>, number(0.5, 2000.0), "Rotor diameter", "Diameter of the rotor.";
        can_diameter_mm: Option<f64>, number(1.0, 2000.0), "Can diameter", "Outer diameter of the can.";
        can_length_mm: Option<f64>, number(1.0, 5000.0), "Can length", "Length of the can.";
        shaft_diameter_mm: Option<f64>, number(0.2, 500.0), "Shaft", "Diameter of the shaft.";
        shaft_hardened: Option<bool>, typed(), "Hardened shaft", "Whether the shaft is hardened.";
        mount: Option<Mount>, typed(), "Mount", "How it is fastened.";
        gearbox: Option<Gearbox>, typed(), "Built-in gearbox", "A gearbox that is part of the motor.";
        thermal: Option<Thermal>, typed(), "Thermal values", "Measured thermal values.";
        facts: Option<MotorFacts>, typed(), "What is known of it", "What its label or seller says, as it was typed.";
    }
    check(|motor, at, problems| {
        if let (Some(current_a), Some(voltage_v)) = (motor.no_load_current_a, motor.no_load_voltage_v) {
            let left_v = voltage_v - current_a * motor.resistance_ohm - motor.brush_drop_v.unwrap_or(0.0);
            if left_v <= 0.0 {
                problems.note(
                    &at.key("no_load_current_a"),
                    format!(
                        "{current_a} A through {} ohm leaves nothing of {voltage_v} V to turn the motor: \
                         the current or the resistance is too high",
                        motor.resistance_ohm
                    ),
                );
            }
        }
        if motor.kind != MotorKind::Brushed && motor.brush_drop_v.is_some_and(|drop| drop > 0.0) {
            let detail = format!("a {} motor has no brushes: leave it out", motor.kind.word());
            problems.note(&at.key("brush_drop_v"), detail);
        }
    })
}

/// Pole pairs of the usual stepper: 200 steps a turn, four to a pair.
pub const USUAL_STEPPER_POLE_PAIRS: u32 = 50;

impl Motor {
    /// Where one of its figures came from; `None` where nobody said.
    #[must_use]
    pub fn provenance_of(&self, key: &str) -> Option<Provenance> {
        self.provenance.as_ref()?.get(key).copied()
    }

    /// Reads one motor, as it stands in a build under `key`.
    ///
    /// # Errors
    /// Every problem at once, each with its JSON pointer from `key` on.
    pub fn from_value(value: &serde_json::Value, key: &str) -> Result<Self, Vec<crate::document::Problem>> {
        let mut problems = Problems::default();
        let read = Self::read_object(value, &[], &Place::root().key(key), &mut problems);
        read.filter(|_| problems.0.is_empty()).ok_or(problems.0)
    }
}

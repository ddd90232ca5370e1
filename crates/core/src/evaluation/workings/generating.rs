//! A machine that is turned: its voltage, its current, what comes out.

use super::worksheet::Worksheet;
use super::{DC_MACHINE, MECHANICS, OHM, WorkingContext};
use crate::document::{Load, MotorKind};
use crate::model::Drive;
use crate::model::generating::GeneratorModel;
use crate::model::generator_figures::Generating;

const BRIDGE: &str =
    "three-phase bridge, two diodes conduct at a time (Mohan, Undeland, Robbins, Power Electronics, ch. 5)";

const TWO_BRIDGES: &str = "each winding on a bridge into a constant voltage, half wave by half wave (Mohan, Undeland, Robbins, Power Electronics, ch. 5)";

/// Writes the sums of a generator.
pub(super) fn write<S>(desk: &WorkingContext<'_, S>, drive: &Drive<'_>, paper: &mut Worksheet) {
    let (Some(dynamo), Load::Generator(load)) = (GeneratorModel::of(drive), &drive.job.load) else { return };
    let result = dynamo.generating();
    let name = Some(drive.parts.drive.as_str());
    let at = |key: &str| desk.at_drive(drive, key);
    let asked = |key: &str| desk.at_load(drive, key);
    let kt = drive.motor.torque_constant_nm_per_a;
    paper
        .line("generating.motor_speed", name, "machine speed", "How fast does the machine turn?")
        .solved("n", "speed of the source with its load", result.source_rpm, "rpm")
        .given("G", "machine turns per source turn", drive.gearing.ratio, "", at("gearing"), None)
        .gives("n_m = n · G", result.motor_rpm, "rpm", MECHANICS);
    paper
        .line("generating.emf", name, "voltage inside", "What voltage does it make?")
        .summed("n_m", "machine speed", result.motor_rpm, "rpm", "generating.motor_speed")
        .given("Kv", "speed constant", drive.parts.motor.kv_rpm_per_v, "rpm/V", at("motor/kv_rpm_per_v"), None)
        .given(
            "δ",
            "timing advance",
            drive.parts.motor.timing_advance_deg.unwrap_or(0.0),
            "°",
            at("motor/timing_advance_deg"),
            None,
        )
        .gives("E = n_m / Kv · cos(δ · π / 180)", result.emf_v, "V", DC_MACHINE);
    let brush = drive.motor.brush_drop_v;
    let mut lost = paper.line("generating.lost", name, "lost on the way out", "What do brushes or diodes take?").given(
        "V_b",
        "brush drop",
        brush,
        "V",
        at("motor/brush_drop_v"),
        None,
    );
    let formula = if drive.parts.motor.kind != MotorKind::Brushed {
        lost = lost.job_figure("V_f", "one diode", load.diode_drop_v, "V", asked("diode_drop_v"));
        "V_d = V_b + 2 · V_f"
    } else {
        "V_d = V_b"
    };
    lost.gives(formula, dynamo.lost_v(), "V", BRIDGE);
    if drive.parts.motor.kind == MotorKind::Stepper {
        stepper(drive, &result, paper);
    } else if result.current_a > 0.0 {
        let line = paper
            .line("generating.current", name, "current", "What current flows?")
            .summed("E", "voltage inside", result.emf_v, "V", "generating.emf")
            .summed("V_d", "lost on the way out", dynamo.lost_v(), "V", "generating.lost")
            .given("R", "winding resistance", drive.motor.resistance_ohm, "Ω", at("motor/resistance_ohm"), None)
            .solved("R_w", "leads of the machine", drive.leads_ohm, "Ω");
        match (load.electrical.battery_v, load.electrical.resistance_ohm) {
            (Some(volts), _) => line.job_figure("V_bat", "battery", volts, "V", asked("electrical/battery_v")).gives(
                "I = (E - V_d - V_bat) / (R + R_w)",
                result.current_a,
                "A",
                OHM,
            ),
            (None, ohm) => line
                .job_figure("R_l", "load", ohm.unwrap_or(0.0), "Ω", asked("electrical/resistance_ohm"))
                .gives("I = (E - V_d) / (R + R_w + R_l)", result.current_a, "A", OHM),
        }
    }
    if drive.parts.motor.kind != MotorKind::Stepper {
        let loss_nm =
            drive.motor.loss.at_nm(drive.motor_rad_s(result.source_rpm * crate::formulas::constants::RAD_S_PER_RPM));
        paper
            .line("generating.torque", name, "torque at the source", "What torque does it take to turn it?")
            .constant("Kt", "torque constant", kt, "N·m/A", "from Kv")
            .solved("I", "current", result.current_a, "A")
            .solved("T_l", "loss torque of the machine", loss_nm, "N·m")
            .given("N", "machines", drive.motors, "", at("motor_count"), None)
            .given("G", "machine turns per source turn", drive.gearing.ratio, "", at("gearing"), None)
            .solved("η", "efficiency of the gearing", drive.gearing.efficiency, "")
            .gives("T = (Kt · I + T_l) · N · G / η", result.source_torque_nm, "N·m", DC_MACHINE);
    }
    paper
        .line("generating.power", name, "power that comes out", "How much power comes out?")
        .given("N", "machines", drive.motors, "", at("motor_count"), None)
        .solved("U", "voltage at what hangs on it", result.output_voltage_v, "V")
        .solved("I", "current", result.current_a, "A")
        .gives("P = N · U · I", result.output_power_w, "W", OHM);
    if result.runaway_voltage_v <= 0.0 {
        return;
    }
    paper
        .line("generating.runaway", name, "voltage when the load falls off", "What if nothing hangs on it any more?")
        .solved("n_r", "machine speed then", result.runaway_motor_rpm, "rpm")
        .given("Kv", "speed constant", drive.parts.motor.kv_rpm_per_v, "rpm/V", at("motor/kv_rpm_per_v"), None)
        .given(
            "δ",
            "timing advance",
            drive.parts.motor.timing_advance_deg.unwrap_or(0.0),
            "°",
            at("motor/timing_advance_deg"),
            None,
        )
        .summed("V_d", "lost on the way out", dynamo.lost_v(), "V", "generating.lost")
        .gives("U_r = n_r / Kv · cos(δ · π / 180) - V_d", result.runaway_voltage_v, "V", DC_MACHINE);
}

/// Two windings, each on a bridge of its own: what they give and take is solved, not a line of a sum.
fn stepper(drive: &Drive<'_>, result: &Generating, paper: &mut Worksheet) {
    let name = Some(drive.parts.drive.as_str());
    paper
        .line("generating.current", name, "current", "What current flows?")
        .solved(
            "I_1",
            "mean of one winding, while its voltage stands above what it must reach",
            0.5 * result.current_a,
            "A",
        )
        .gives("I = 2 · I_1", result.current_a, "A", TWO_BRIDGES);
    paper
        .line("generating.torque", name, "torque at the source", "What torque does it take to turn it?")
        .solved("P", "power of the source: what comes out and every loss", result.source_power_w, "W")
        .solved("n", "speed of the source with its load", result.source_rpm, "rpm")
        .gives("T = P / (n · π / 30)", result.source_torque_nm, "N·m", MECHANICS);
}

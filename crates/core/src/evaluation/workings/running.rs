//! The chain at work: currents, duty, bus voltage, losses, efficiency; stalled, and flat out.

use super::worksheet::Worksheet;
use super::{DC_MACHINE, FullDesk, MECHANICS, OHM};
use crate::document::Provenance;
use crate::evaluation::DriveEvaluation;
use crate::model::bus::Limit;
use crate::model::cases::{Case, CaseResult, Figures, rpm};
use crate::model::supply::{FULL, HALF};
use crate::model::{Drive, bus::Source};

const BALANCE: &str = "power balance of the controller";
const FIELD_ORIENTED: &str = "power balance of a sine drive (π/(2√3), 3/π)";

/// Writes the sums of one drive at work.
pub(super) fn write(desk: &FullDesk<'_>, drive: &Drive<'_>, result: &DriveEvaluation, paper: &mut Worksheet) {
    let half = &desk.chain.sources[HALF];
    let case = |charge, case| desk.chain.case(drive.index, charge, case);
    if let Some(figures) = case(HALF, Case::Target).and_then(|case| case.figures.as_ref())
        && drive.controller.present
    {
        let torque = (result.required.motor_torque_nm, "motor.required_torque");
        held(desk, drive, "target", figures, torque, paper);
        chain(desk, drive, "target", figures, half, paper);
    }
    if let (Some(figures), Some(climb)) =
        (case(HALF, Case::Climb).and_then(|case| case.figures.as_ref()), drive.climb())
    {
        climb_torque(desk, drive, climb.output_nm, paper);
        held(desk, drive, "climb", figures, (drive.motor_nm(climb.output_nm), "motor.climb_torque"), paper);
        chain(desk, drive, "climb", figures, half, paper);
    }
    if let Some(stall) = case(FULL, Case::Stall) {
        stalled(desk, drive, stall, paper);
    }
    if let Some(full) = case(HALF, Case::FullThrottle) {
        flat_out(drive, full, paper);
    }
}

/// Resistance of the loop of one motor, with where its parts stand.
struct Loop {
    k_r: f64,
    motor: f64,
    leads: f64,
    m: f64,
    on: f64,
}

impl Loop {
    fn of(drive: &Drive<'_>) -> Self {
        Self {
            k_r: drive.controller.resistance_factor,
            motor: drive.motor.resistance_ohm,
            leads: drive.leads_ohm,
            m: drive.per_channel,
            on: drive.controller.on_resistance_ohm,
        }
    }
}

fn known(drive: &Drive<'_>, key: &str) -> Option<Provenance> {
    drive.parts.motor.provenance.as_ref().and_then(|provenance| provenance.get(key)).copied()
}

fn climb_torque(desk: &FullDesk<'_>, drive: &Drive<'_>, output_nm: f64, paper: &mut Worksheet) {
    paper
        .line(
            "motor.climb_torque",
            Some(&drive.parts.drive),
            "motor torque on the hill",
            "What torque must each motor give on the hill?",
        )
        .summed("T", "wheel torque, hill", output_nm, "N·m", "job.climb_torque")
        .given("N", "motors", drive.motors, "", desk.at_drive(drive, "motor_count"), None)
        .summed("G", "ratio", drive.gearing.ratio, "", "gearing.ratio")
        .summed("η", "efficiency of the gearing", drive.gearing.efficiency, "", "gearing.efficiency")
        .gives("T_m = T / (N · G · η)", drive.motor_nm(output_nm), "N·m", MECHANICS);
}

/// The current that holds a torque.
fn held(
    desk: &FullDesk<'_>,
    drive: &Drive<'_>,
    case: &'static str,
    figures: &Figures,
    torque: (f64, &'static str),
    paper: &mut Worksheet,
) {
    let name = Some(drive.parts.drive.as_str());
    let loss_nm = drive.motor.loss.at_nm(figures.motor_rad_s);
    let (what, asks) = match case {
        "climb" => ("motor current, hill", "What current does each motor show on the hill?"),
        _ => ("motor current, level", "What current does each motor show at the target?"),
    };
    paper
        .line(format!("{case}.motor_current"), name, what, asks)
        .summed("T_m", "motor torque needed", torque.0, "N·m", torque.1)
        .solved("T_l", "loss torque at that speed", loss_nm, "N·m")
        .summed("Kt", "torque constant", drive.motor.torque_constant_nm_per_a, "N·m/A", "motor.torque_constant")
        .constant("k_i", "shown ampere", drive.controller.current_factor, "", "1, or 0.9069 field-oriented")
        .gives("I = (T_m + T_l) / Kt / k_i", figures.motor_current_a, "A", DC_MACHINE);
    let parts = Loop::of(drive);
    let wire = |key: &str| desk.at_drive(drive, key);
    let emf_v = drive.emf_v(figures.motor_rad_s);
    paper
        .line(
            format!("{case}.back_emf"),
            name,
            "back-EMF and brushes",
            "What voltage does the turning motor hold against the battery?",
        )
        .summed("Kt", "torque constant", drive.motor.torque_constant_nm_per_a, "N·m/A", "motor.torque_constant")
        .solved("n", "motor speed", rpm(figures.motor_rad_s), "rpm")
        .given(
            "V_b",
            "brush drop",
            drive.motor.brush_drop_v,
            "V",
            wire("motor/brush_drop_v"),
            known(drive, "brush_drop_v"),
        )
        .gives("E = Kt · n · 2 · π / 60 + V_b", emf_v, "V", DC_MACHINE);
    paper
        .line(
            format!("{case}.loop_resistance"),
            name,
            "resistance of the motor loop",
            "What resistance does the motor current meet?",
        )
        .constant("k_r", "sine factor", parts.k_r, "", "1, or 0.9119 field-oriented")
        .given(
            "R",
            "winding resistance",
            parts.motor,
            "Ω",
            wire("motor/resistance_ohm"),
            known(drive, "resistance_ohm"),
        )
        .solved("R_l", "motor leads", parts.leads, "Ω")
        .given("m", "motors on a channel", parts.m, "", wire("motors_per_channel"), None)
        .given("R_on", "on-resistance", parts.on, "Ω", wire("controller/on_resistance_ohm"), None)
        .gives("R_loop = k_r · (R + R_l + m · R_on)", drive.loop_ohm, "Ω", OHM);
}

/// From the motor current back to the battery, and what is lost on the way.
fn chain(
    desk: &FullDesk<'_>,
    drive: &Drive<'_>,
    case: &'static str,
    figures: &Figures,
    source: &Source,
    paper: &mut Worksheet,
) {
    let name = Some(drive.parts.drive.as_str());
    let emf_v = drive.emf_v(figures.motor_rad_s);
    let (emf, loop_ohm): (&'static str, &'static str) = match case {
        "climb" => ("climb.back_emf", "climb.loop_resistance"),
        _ => ("target.back_emf", "target.loop_resistance"),
    };
    let (bus, supply): (&'static str, &'static str) = match case {
        "climb" => ("climb.bus_voltage", "climb.supply_current"),
        _ => ("target.bus_voltage", "target.supply_current"),
    };
    let power_w = drive.supply_power_w(figures.current_a, figures.motor_rad_s) + source.accessory_w;
    paper
        .line(
            format!("{case}.bus_voltage"),
            name,
            "voltage at the controller",
            "What voltage is left at the controller?",
        )
        .summed("V_oc", "resting pack, half charge", source.open_circuit_v, "V", "battery.open_circuit")
        .summed("R_s", "pack and leads", source.resistance_ohm, "Ω", "battery.supply_resistance")
        .solved("P", "power of drive and other consumers", power_w, "W")
        .gives("V_bus = V_oc / 2 + √(V_oc^2 / 4 − R_s · P)", figures.bus_v, "V", "root of V² − V_oc·V + R_s·P = 0");
    paper
        .line(format!("{case}.duty"), name, "duty", "What share of the time is the switch closed?")
        .summed("E", "back-EMF and brushes", emf_v, "V", emf)
        .solved("I", "equivalent motor current", figures.current_a, "A")
        .summed("R_loop", "resistance of the motor loop", drive.loop_ohm, "Ω", loop_ohm)
        .constant("k_v", "voltage factor", drive.controller.voltage_factor, "", "1, or 0.9549 field-oriented")
        .summed("V_bus", "voltage at the controller", figures.bus_v, "V", bus)
        .gives(
            "D = (E + I · R_loop) / (k_v · V_bus)",
            figures.duty,
            "",
            if drive.controller.voltage_factor < 1.0 { FIELD_ORIENTED } else { BALANCE },
        );
    paper
        .line(
            format!("{case}.channel_battery_current"),
            name,
            "battery current of a channel",
            "What does one channel draw from the battery?",
        )
        .given("m", "motors on a channel", drive.per_channel, "", desk.at_drive(drive, "motors_per_channel"), None)
        .solved("I", "equivalent motor current", figures.current_a, "A")
        .summed("E", "back-EMF and brushes", emf_v, "V", emf)
        .summed("R_loop", "resistance of the motor loop", drive.loop_ohm, "Ω", loop_ohm)
        .summed("V_bus", "voltage at the controller", figures.bus_v, "V", bus)
        .gives("I_c = m · I · (E + I · R_loop) / V_bus", figures.channel_battery_a, "A", BALANCE);
    paper
        .line(format!("{case}.supply_current"), name, "battery current", "What does the battery give?")
        .solved("P", "power of drive and other consumers", power_w, "W")
        .summed("V_bus", "voltage at the controller", figures.bus_v, "V", bus)
        .gives("I_b = P / V_bus", figures.supply_a, "A", MECHANICS);
    losses(desk, drive, case, figures, source, supply, paper);
}

fn losses(
    desk: &FullDesk<'_>,
    drive: &Drive<'_>,
    case: &'static str,
    figures: &Figures,
    source: &Source,
    supply: &'static str,
    paper: &mut Worksheet,
) {
    let name = Some(drive.parts.drive.as_str());
    let at = |key: &str| desk.at_drive(drive, key);
    paper
        .line(format!("{case}.copper_loss"), name, "heat in the windings", "What do the windings turn into heat?")
        .given("N", "motors", drive.motors, "", at("motor_count"), None)
        .constant("k_r", "sine factor", drive.controller.resistance_factor, "", "1, or 0.9119 field-oriented")
        .solved("I", "equivalent motor current", figures.current_a, "A")
        .given(
            "R",
            "winding resistance",
            drive.motor.resistance_ohm,
            "Ω",
            at("motor/resistance_ohm"),
            known(drive, "resistance_ohm"),
        )
        .given(
            "V_b",
            "brush drop",
            drive.motor.brush_drop_v,
            "V",
            at("motor/brush_drop_v"),
            known(drive, "brush_drop_v"),
        )
        .gives("P_cu = N · (k_r · I^2 · R + I · V_b)", figures.losses.motor_copper, "W", OHM);
    paper
        .line(
            format!("{case}.controller_loss"),
            name,
            "heat in the controller",
            "What does the controller turn into heat?",
        )
        .given("N", "motors", drive.motors, "", at("motor_count"), None)
        .constant("k_r", "sine factor", drive.controller.resistance_factor, "", "1, or 0.9119 field-oriented")
        .solved("I", "equivalent motor current", figures.current_a, "A")
        .given("m", "motors on a channel", drive.per_channel, "", at("motors_per_channel"), None)
        .given(
            "R_on",
            "on-resistance",
            drive.controller.on_resistance_ohm,
            "Ω",
            at("controller/on_resistance_ohm"),
            None,
        )
        .given(
            "P_0",
            "idle power of all controllers",
            drive.controller.idle_w,
            "W",
            at("controller/idle_power_w"),
            None,
        )
        .gives("P_c = N · k_r · I^2 · m · R_on + P_0", figures.losses.controller, "W", OHM);
    paper
        .line(format!("{case}.no_load_loss"), name, "loss inside the motors", "What do iron, air and bearings take?")
        .given("N", "motors", drive.motors, "", at("motor_count"), None)
        .solved("T_l", "loss torque at that speed", drive.motor.loss.at_nm(figures.motor_rad_s), "N·m")
        .solved("n", "motor speed", rpm(figures.motor_rad_s), "rpm")
        .gives("P_fe = N · T_l · n · 2 · π / 60", figures.losses.motor_no_load, "W", MECHANICS);
    paper
        .line(format!("{case}.supply_loss"), name, "heat in pack and leads", "What stays in pack and leads?")
        .summed("I_b", "battery current", figures.supply_a, "A", supply)
        .summed("R_s", "pack and leads", source.resistance_ohm, "Ω", "battery.supply_resistance")
        .gives("P_s = I_b^2 · R_s", figures.losses.supply, "W", OHM);
    paper
        .line(
            format!("{case}.efficiency"),
            name,
            "efficiency, battery to load",
            "What share of the battery's power arrives?",
        )
        .solved("P_out", "power at the output", figures.output_w, "W")
        .summed("V_oc", "resting pack, half charge", source.open_circuit_v, "V", "battery.open_circuit")
        .summed("I_b", "battery current", figures.supply_a, "A", supply)
        .gives("η = P_out / (V_oc · I_b)", figures.efficiency, "", MECHANICS);
}

/// What flows with the shaft held at full throttle: the limit that acts, put into its own formula.
fn stalled(desk: &FullDesk<'_>, drive: &Drive<'_>, stall: &CaseResult, paper: &mut Worksheet) {
    let Some(figures) = &stall.figures else { return };
    let name = Some(drive.parts.drive.as_str());
    let controller = &drive.controller;
    let line = paper.line(
        "stall.motor_current",
        name,
        "motor current, stalled",
        "What does each motor show when the shaft is held at full throttle?",
    );
    let k_i = controller.current_factor;
    let shown = figures.motor_current_a;
    match stall.limited_by {
        Some(Limit::MotorCurrent) => line
            .given(
                "I_lim",
                "motor current limit of a channel",
                controller.motor_limit_a.unwrap_or(0.0) * drive.per_channel / k_i,
                "A",
                desk.at_drive(drive, "controller/motor_current_limit_a"),
                None,
            )
            .given("m", "motors on a channel", drive.per_channel, "", desk.at_drive(drive, "motors_per_channel"), None)
            .gives("I = I_lim / m", shown, "A", "setting of the controller"),
        Some(Limit::BatteryCurrent) => line
            .given(
                "I_lim",
                "battery current limit of a channel",
                controller.battery_limit_a.unwrap_or(0.0) * drive.per_channel,
                "A",
                desk.at_drive(drive, "controller/battery_current_limit_a"),
                None,
            )
            .given("m", "motors on a channel", drive.per_channel, "", desk.at_drive(drive, "motors_per_channel"), None)
            .given("V_b", "brush drop", drive.motor.brush_drop_v, "V", desk.at_drive(drive, "motor/brush_drop_v"), None)
            .solved("R_loop", "resistance of the motor loop", drive.loop_ohm, "Ω")
            .solved("V_bus", "voltage at the controller", figures.bus_v, "V")
            .constant("k_i", "shown ampere", k_i, "", "1, or 0.9069 field-oriented")
            .gives("I = (√(V_b^2 + 4 · R_loop · I_lim / m · V_bus) − V_b) / (2 · R_loop) / k_i", shown, "A", BALANCE),
        _ => line
            .constant(
                "D",
                "full duty times voltage factor",
                controller.voltage_share(),
                "",
                "setting of the controller",
            )
            .solved("V_bus", "voltage at the controller", figures.bus_v, "V")
            .given("V_b", "brush drop", drive.motor.brush_drop_v, "V", desk.at_drive(drive, "motor/brush_drop_v"), None)
            .solved("R_loop", "resistance of the motor loop", drive.loop_ohm, "Ω")
            .constant("k_i", "shown ampere", k_i, "", "1, or 0.9069 field-oriented")
            .gives("I = (D · V_bus − V_b) / R_loop / k_i", shown, "A", OHM),
    }
    paper
        .line("stall.output_torque", name, "torque at the output, stalled", "What torque is that at the output?")
        .solved("T_m", "shaft torque of each motor", figures.motor_nm, "N·m")
        .given("N", "motors", drive.motors, "", desk.at_drive(drive, "motor_count"), None)
        .summed("G", "ratio", drive.gearing.ratio, "", "gearing.ratio")
        .summed("η", "efficiency of the gearing", drive.gearing.efficiency, "", "gearing.efficiency")
        .gives("T = T_m · N · G · η", figures.output_nm, "N·m", MECHANICS);
}

/// How fast it goes flat out, from the voltage that is left.
fn flat_out(drive: &Drive<'_>, full: &CaseResult, paper: &mut Worksheet) {
    let Some(figures) = full.figures.as_ref().filter(|_| full.feasible) else { return };
    let name = Some(drive.parts.drive.as_str());
    let rpm_out = rpm(figures.output_rad_s);
    paper
        .line("full_throttle.output_speed", name, "speed flat out", "How fast does it go flat out at half charge?")
        .solved(
            "V_m",
            "voltage at the motor over the voltage factor",
            figures.motor_v * drive.controller.voltage_factor,
            "V",
        )
        .solved("I", "equivalent motor current", figures.current_a, "A")
        .solved("R_loop", "resistance of the motor loop", drive.loop_ohm, "Ω")
        .solved("V_b", "brush drop", drive.motor.brush_drop_v, "V")
        .summed("Kt", "torque constant", drive.motor.torque_constant_nm_per_a, "N·m/A", "motor.torque_constant")
        .summed("G", "ratio", drive.gearing.ratio, "", "gearing.ratio")
        .gives("n = (V_m − I · R_loop − V_b) / Kt · 60 / (2 · π) / G", rpm_out, "rpm", DC_MACHINE);
    if let Some(radius) = drive.load.travel_radius_m {
        paper
            .line("full_throttle.travel_speed", name, "travel flat out", "What speed of travel is that?")
            .summed("n", "speed flat out", rpm_out, "rpm", "full_throttle.output_speed")
            .solved("d", "diameter of wheel or drum", 2.0 * radius, "m")
            .gives("v = n · π · d / 60", figures.output_rad_s * radius, "m/s", MECHANICS);
    }
}

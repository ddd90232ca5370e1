//! Motor and gearing: constants, what the bare motor gives, what the load asks of it, its heat path.

use std::f64::consts::PI;

use super::worksheet::{Line, Worksheet};
use super::{COMMON_PRACTICE, DC_MACHINE, FullDesk, MECHANICS, OHM};
use crate::document::{Motor, Provenance};
use crate::evaluation::DriveEvaluation;
use crate::formulas::machine::torque_constant_nm_per_a;
use crate::model::Drive;
use crate::model::cases::rpm;
use crate::model::motor::{NoLoadRun, USUAL_SPEED_SHARE};

/// Writes the sums of motor and gearing of one drive.
pub(super) fn write(desk: &FullDesk<'_>, drive: &Drive<'_>, result: &DriveEvaluation, paper: &mut Worksheet) {
    let name = Some(drive.parts.drive.as_str());
    let listed = &drive.parts.motor;
    let at = |key: &str| desk.at_drive(drive, &format!("motor/{key}"));
    let known = |key: &str| listed.provenance.as_ref().and_then(|provenance| provenance.get(key)).copied();
    let kt = drive.motor.torque_constant_nm_per_a;
    paper
        .line("motor.torque_constant", name, "torque constant", "How much torque does an ampere make?")
        .given("Kv", "speed constant", listed.kv_rpm_per_v, "rpm/V", at("kv_rpm_per_v"), known("kv_rpm_per_v"))
        .given(
            "δ",
            "timing advance",
            listed.timing_advance_deg.unwrap_or(0.0),
            "°",
            at("timing_advance_deg"),
            known("timing_advance_deg"),
        )
        .gives("Kt = 60 / (2 · π · Kv) · cos(δ · π / 180)", kt, "N·m/A", DC_MACHINE);
    gearing(desk, drive, result, paper);
    paper
        .line("motor.required_speed", name, "motor speed needed", "How fast must the motor turn?")
        .summed("n", "speed at the output", result.required.output_rpm, "rpm", "job.output_speed")
        .summed("G", "ratio", result.ratio, "", "gearing.ratio")
        .gives("n_m = n · G", result.required.motor_rpm, "rpm", MECHANICS);
    paper
        .line("motor.required_torque", name, "motor torque needed", "What torque must each motor give?")
        .summed("T", "torque at the output", result.required.output_torque_nm, "N·m", "job.output_torque")
        .given("N", "motors", drive.motors, "", desk.at_drive(drive, "motor_count"), None)
        .summed("G", "ratio", result.ratio, "", "gearing.ratio")
        .summed("η", "efficiency of the gearing", result.gearing_efficiency, "", "gearing.efficiency")
        .gives("T_m = T / (N · G · η)", result.required.motor_torque_nm, "N·m", MECHANICS);
    loss(desk, drive, paper);
    bare(desk, drive, result, paper);
    heat_path(desk, drive, paper);
}

fn gearing(desk: &FullDesk<'_>, drive: &Drive<'_>, result: &DriveEvaluation, paper: &mut Worksheet) {
    let name = Some(drive.parts.drive.as_str());
    let mut ratio =
        paper.line("gearing.ratio", name, "ratio", "How many turns of the motor make one turn of the output?");
    let mut factors: Vec<String> = Vec::new();
    if let Some(gearbox) = &drive.parts.motor.gearbox {
        ratio = ratio.given(
            "i_0",
            "built-in gearbox",
            gearbox.ratio,
            "",
            desk.at_drive(drive, "motor/gearbox/ratio"),
            None,
        );
        factors.push("i_0".to_owned());
    }
    for (place, stage) in drive.parts.gearing.iter().enumerate() {
        let at = |key: &str| desk.at_drive(drive, &format!("gearing/{place}/{key}"));
        let number = place + 1;
        if let (Some(driver), Some(driven)) = (stage.driver_teeth, stage.driven_teeth) {
            let (small, large) = (format!("z_{number}"), format!("Z_{number}"));
            ratio = ratio.given(&large, "driven teeth", f64::from(driven), "", at("driven_teeth"), None).given(
                &small,
                "driver teeth",
                f64::from(driver),
                "",
                at("driver_teeth"),
                None,
            );
            factors.push(format!("{large} / {small}"));
        } else {
            let symbol = format!("i_{number}");
            ratio = ratio.given(&symbol, "ratio of the stage", stage.ratio(), "", at("ratio"), None);
            factors.push(symbol);
        }
    }
    if factors.is_empty() {
        ratio = ratio.constant("i_d", "driven directly", 1.0, "", "no stage");
        factors.push("i_d".to_owned());
    }
    ratio.gives(format!("G = {}", factors.join(" · ")), result.ratio, "", MECHANICS);

    let mut efficiency =
        paper.line("gearing.efficiency", name, "efficiency of the gearing", "What share of the power comes through?");
    let mut factors: Vec<String> = Vec::new();
    if let Some(gearbox) = &drive.parts.motor.gearbox {
        efficiency = efficiency.given(
            "η_0",
            "built-in gearbox",
            gearbox.efficiency,
            "",
            desk.at_drive(drive, "motor/gearbox/efficiency"),
            None,
        );
        factors.push("η_0".to_owned());
    }
    for (place, stage) in drive.parts.gearing.iter().enumerate() {
        let symbol = format!("η_{}", place + 1);
        let pointer = desk.at_drive(drive, &format!("gearing/{place}/efficiency"));
        let known = stage.provenance.as_ref().and_then(|provenance| provenance.get("efficiency")).copied();
        efficiency = match stage.efficiency {
            Some(share) => efficiency.given(&symbol, "stage", share, "", pointer, known),
            None => efficiency.assumed(&symbol, "stage", 1.0, ""),
        };
        factors.push(symbol);
    }
    if factors.is_empty() {
        efficiency = efficiency.constant("η_d", "driven directly", 1.0, "", "no stage");
        factors.push("η_d".to_owned());
    }
    efficiency.gives(format!("η = {}", factors.join(" · ")), result.gearing_efficiency, "", MECHANICS);
}

fn at_volts<'p>(line: Line<'p>, listed: &Motor, run: &NoLoadRun, desk: &FullDesk<'_>, drive: &Drive<'_>) -> Line<'p> {
    const KEY: &str = "no_load_voltage_v";
    if listed.no_load_voltage_v.is_none() {
        return line.assumed("V0", "at a voltage of", run.voltage_v, "V");
    }
    let known = listed.provenance.as_ref().and_then(|provenance| provenance.get(KEY)).copied();
    line.given("V0", "at a voltage of", run.voltage_v, "V", desk.at_drive(drive, &format!("motor/{KEY}")), known)
}

fn at_current<'p>(line: Line<'p>, listed: &Motor, run: &NoLoadRun, desk: &FullDesk<'_>, drive: &Drive<'_>) -> Line<'p> {
    const KEY: &str = "no_load_current_a";
    if run.current_estimated {
        return line.summed("I0", "no-load current, estimated", run.current_a, "A", "motor.no_load_current");
    }
    let known = listed.provenance.as_ref().and_then(|provenance| provenance.get(KEY)).copied();
    line.given("I0", "no-load current", run.current_a, "A", desk.at_drive(drive, &format!("motor/{KEY}")), known)
}

/// The loss torque: from no-load current and voltage, or from what such motors usually reach.
fn loss(desk: &FullDesk<'_>, drive: &Drive<'_>, paper: &mut Worksheet) {
    let name = Some(drive.parts.drive.as_str());
    let listed = &drive.parts.motor;
    let at = |key: &str| desk.at_drive(drive, &format!("motor/{key}"));
    let known = |key: &str| listed.provenance.as_ref().and_then(|provenance| provenance.get(key)).copied();
    let motor = &drive.motor;
    let run = listed.no_load_run(desk.chain.battery.nominal_v());
    let kt = torque_constant_nm_per_a(listed.kv_rpm_per_v);
    let no_load_nm = kt * run.current_a;
    let no_load_rad_s = (run.voltage_v - run.current_a * motor.resistance_ohm - motor.brush_drop_v) / kt;
    if no_load_rad_s <= 0.0 {
        return;
    }
    if run.current_estimated {
        let line = paper
            .line(
                "motor.no_load_current",
                name,
                "no-load current, estimated",
                "What does a motor of this kind and size usually take to turn itself?",
            )
            .given("R", "winding resistance", motor.resistance_ohm, "Ω", at("resistance_ohm"), known("resistance_ohm"))
            .given("V_b", "brush drop", motor.brush_drop_v, "V", at("brush_drop_v"), known("brush_drop_v"))
            .assumed("η_b", "best efficiency such motors reach", listed.usual_best_efficiency(), "");
        at_volts(line, listed, &run, desk, drive).gives(
            "I0 = (V0 − V_b) / R · (1 − sqrt(η_b))^2",
            run.current_a,
            "A",
            COMMON_PRACTICE,
        );
    }
    let line = paper
        .line("motor.no_load_torque", name, "loss torque without load", "What torque does the motor lose in itself?")
        .given("Kv", "speed constant", listed.kv_rpm_per_v, "rpm/V", at("kv_rpm_per_v"), known("kv_rpm_per_v"));
    at_current(line, listed, &run, desk, drive).gives("T_nl = 60 / (2 · π · Kv) · I0", no_load_nm, "N·m", DC_MACHINE);
    let line = paper
        .line(
            "motor.no_load_speed_of_test",
            name,
            "speed of the no-load figure",
            "How fast did it turn when that current was taken?",
        )
        .given("Kv", "speed constant", listed.kv_rpm_per_v, "rpm/V", at("kv_rpm_per_v"), known("kv_rpm_per_v"))
        .given("R", "winding resistance", motor.resistance_ohm, "Ω", at("resistance_ohm"), known("resistance_ohm"))
        .given("V_b", "brush drop", motor.brush_drop_v, "V", at("brush_drop_v"), known("brush_drop_v"));
    at_current(at_volts(line, listed, &run, desk, drive), listed, &run, desk, drive).gives(
        "n_0 = (V0 − I0 · R − V_b) · Kv",
        rpm(no_load_rad_s),
        "rpm",
        DC_MACHINE,
    );
    let share = listed.no_load_speed_share.unwrap_or(USUAL_SPEED_SHARE);
    let speed = drive.motor_rad_s(drive.load.target_rad_s);
    let line = paper
        .line(
            "motor.loss_torque",
            name,
            "loss torque at the target",
            "What does the motor lose in itself at the target?",
        )
        .summed("T_nl", "loss torque without load", no_load_nm, "N·m", "motor.no_load_torque")
        .summed("n_m", "motor speed needed", rpm(speed), "rpm", "motor.required_speed")
        .summed("n_0", "speed of the no-load figure", rpm(no_load_rad_s), "rpm", "motor.no_load_speed_of_test");
    let line = match listed.no_load_speed_share {
        Some(share) => line.given(
            "s",
            "share that grows with speed",
            share,
            "",
            at("no_load_speed_share"),
            known("no_load_speed_share"),
        ),
        None => line.assumed("s", "share that grows with speed", share, ""),
    };
    line.gives("T_l = T_nl · (1 − s + s · n_m / n_0)", motor.loss.at_nm(speed), "N·m", COMMON_PRACTICE);
}

/// The bare motor on the resting pack at half charge.
fn bare(desk: &FullDesk<'_>, drive: &Drive<'_>, result: &DriveEvaluation, paper: &mut Worksheet) {
    let name = Some(drive.parts.drive.as_str());
    let listed = &drive.parts.motor;
    let at = |key: &str| desk.at_drive(drive, &format!("motor/{key}"));
    let known = |key: &str| listed.provenance.as_ref().and_then(|provenance| provenance.get(key)).copied();
    let motor = &drive.motor;
    let kt = motor.torque_constant_nm_per_a;
    let mid_v = desk.supply.open_circuit_v.mid;
    paper
        .line(
            "motor.stall_current",
            name,
            "stall current, bare",
            "What flows when the shaft is held and only the winding limits?",
        )
        .summed("V", "resting pack, half charge", mid_v, "V", "battery.open_circuit")
        .given("V_b", "brush drop", motor.brush_drop_v, "V", at("brush_drop_v"), known("brush_drop_v"))
        .given("R", "winding resistance", motor.resistance_ohm, "Ω", at("resistance_ohm"), known("resistance_ohm"))
        .gives("I_s = (V − V_b) / R", (mid_v > motor.brush_drop_v).then_some(result.motor.stall_current_a), "A", OHM);
    paper
        .line("motor.stall_torque", name, "stall torque, bare", "What torque is that?")
        .summed("Kt", "torque constant", kt, "N·m/A", "motor.torque_constant")
        .summed("I_s", "stall current, bare", result.motor.stall_current_a, "A", "motor.stall_current")
        .solved("T_r", "loss torque at rest", motor.loss.at_rest_nm, "N·m")
        .gives(
            "T_s = Kt · I_s − T_r",
            (result.motor.stall_torque_nm > 0.0).then_some(result.motor.stall_torque_nm),
            "N·m",
            DC_MACHINE,
        );
    let no_load_rad_s = result.motor.no_load_rpm * PI / 30.0;
    let no_load_a = motor.loss.at_nm(no_load_rad_s) / kt;
    paper
        .line("motor.no_load_speed", name, "no-load speed", "How fast does the bare motor run up on the resting pack?")
        .summed("V", "resting pack, half charge", mid_v, "V", "battery.open_circuit")
        .given("V_b", "brush drop", motor.brush_drop_v, "V", at("brush_drop_v"), known("brush_drop_v"))
        .solved("I", "current it takes to turn itself", no_load_a, "A")
        .given("R", "winding resistance", motor.resistance_ohm, "Ω", at("resistance_ohm"), known("resistance_ohm"))
        .summed("Kt", "torque constant", kt, "N·m/A", "motor.torque_constant")
        .gives(
            "n_0 = (V − V_b − I · R) / Kt · 60 / (2 · π)",
            (result.motor.no_load_rpm > 0.0).then_some(result.motor.no_load_rpm),
            "rpm",
            DC_MACHINE,
        );
    // T = p·I − q and ω = c − d·I, so that efficiency is greatest where p·d·I² = q·c.
    let (c, d) = ((mid_v - motor.brush_drop_v) / kt, motor.resistance_ohm / kt);
    let (p, q) = (kt + motor.loss.per_rad_s * d, motor.loss.at_rest_nm + motor.loss.per_rad_s * c);
    paper
        .line(
            "motor.best_current",
            name,
            "current of best efficiency",
            "At what current is the bare motor at its best?",
        )
        .solved("q", "loss torque at the speed without current", q, "N·m")
        .solved("c", "speed without current", c, "rad/s")
        .solved("p", "torque per ampere, less what speed costs", p, "N·m/A")
        .solved("b", "speed lost per ampere", d, "rad/s/A")
        .gives("I_η = √(q · c / (p · b))", result.motor.best_efficiency_current_a, "A", DC_MACHINE);
    if let Some(current_a) = result.motor.best_efficiency_current_a {
        paper
            .line("motor.best_efficiency", name, "best efficiency", "What share of the power is then motion?")
            .solved("p", "torque per ampere, less what speed costs", p, "N·m/A")
            .solved("q", "loss torque at the speed without current", q, "N·m")
            .solved("c", "speed without current", c, "rad/s")
            .solved("b", "speed lost per ampere", d, "rad/s/A")
            .summed("I_η", "current of best efficiency", current_a, "A", "motor.best_current")
            .summed("V", "resting pack, half charge", mid_v, "V", "battery.open_circuit")
            .gives("η_m = (p · I_η − q) · (c − b · I_η) / (V · I_η)", result.motor.best_efficiency, "", DC_MACHINE);
    }
}

/// Size of the can to the resistance of its heat path, where no measured values stand.
fn heat_path(desk: &FullDesk<'_>, drive: &Drive<'_>, paper: &mut Worksheet) {
    let name = Some(drive.parts.drive.as_str());
    let listed = &drive.parts.motor;
    let at = |key: &str| desk.at_drive(drive, &format!("motor/{key}"));
    let known = |key: &str| listed.provenance.as_ref().and_then(|provenance| provenance.get(key)).copied();
    let (Some(path), Some(diameter_mm), Some(length_mm)) =
        (drive.thermal_path(), listed.can_diameter_mm, listed.can_length_mm)
    else {
        return;
    };
    let (d, l) = (diameter_mm / 1000.0, length_mm / 1000.0);
    let area_m2 = PI * d * l + PI * d * d / 2.0;
    let given = listed.thermal.as_ref();
    paper
        .line("motor.can_area", name, "surface of the can", "How much surface gives off the heat?")
        .given("D", "can diameter", diameter_mm, "mm", at("can_diameter_mm"), known("can_diameter_mm"))
        .given("L", "can length", length_mm, "mm", at("can_length_mm"), known("can_length_mm"))
        .gives("A = (π · D · L + π · D^2 / 2) / 1000000", area_m2, "m²", "geometry of the cylinder");
    if given.and_then(|thermal| thermal.case_to_ambient_k_per_w).is_none() {
        paper
            .line("motor.case_to_air", name, "case to air", "How far does a watt lift the case over the air?")
            .constant(
                "h",
                "heat transfer",
                drive.parts.cooling.coefficient_w_m2_k(),
                "W/m²K",
                "common practice for this air",
            )
            .summed("A", "surface of the can", area_m2, "m²", "motor.can_area")
            .gives("R_ca = 1 / (h · A)", path.case_k_per_w, "K/W", COMMON_PRACTICE);
    }
    if given.and_then(|thermal| thermal.winding_to_case_k_per_w).is_none() {
        paper
            .line(
                "motor.winding_to_case",
                name,
                "winding to case",
                "How far does a watt lift the winding over the case?",
            )
            .summed("A", "surface of the can", area_m2, "m²", "motor.can_area")
            .gives("R_wc = 0.3 / (20 · A)", path.winding_k_per_w, "K/W", COMMON_PRACTICE);
    }
    if let Some(mass_kg) = listed.mass_kg
        && let Some([winding_j, _]) = path.capacity_j_per_k
        && given.and_then(|thermal| thermal.winding_j_per_k).is_none()
    {
        paper
            .line(
                "motor.winding_capacity",
                name,
                "heat capacity of the winding",
                "How much heat warms the winding by a kelvin?",
            )
            .given(
                "m",
                "mass of the motor",
                mass_kg,
                "kg",
                at("mass_kg"),
                known("mass_kg").or(Some(Provenance::Listed)),
            )
            .constant(
                "c_cu",
                "heat capacity of copper",
                crate::formulas::constants::COPPER_SPECIFIC_HEAT_J_KG_K,
                "J/kgK",
                "handbook value",
            )
            .gives("C_w = 0.2 · m · c_cu", winding_j, "J/K", COMMON_PRACTICE);
    }
}

//! The battery: voltages, resistance, ratings, currents of all drives together, sag, time and distance on one charge.

use super::battery;
use super::worksheet::Worksheet;
use super::{COMMON_PRACTICE, FullDesk, MECHANICS, OHM};
use crate::document::BatteryRule;
use crate::evaluation::price::{price, price_of_parts};
use crate::model::supply::{CHARGES, FULL, HALF, LOW};

const CELL_TABLE: &str = "table of the chemistry";

/// Writes the sums of battery and whole.
pub(super) fn write(desk: &FullDesk<'_>, paper: &mut Worksheet) {
    let battery = &desk.chain.battery;
    let listed = battery.battery;
    let at = |key: &str| desk.at(&format!("battery/{key}"));
    let known = |key: &str| listed.provenance.as_ref().and_then(|provenance| provenance.get(key)).copied();
    let (series, parallel) = (f64::from(listed.packs_series), f64::from(listed.packs_parallel));
    paper
        .line("battery.cells", None, "cells in series", "How many cells stand in series?")
        .given(
            "s",
            "cells in series in a pack",
            f64::from(listed.cells_series),
            "",
            at("cells_series"),
            known("cells_series"),
        )
        .given("p_s", "packs in series", series, "", at("packs_series"), None)
        .gives("n = s · p_s", battery.cells, "", MECHANICS);
    let open = desk.supply.open_circuit_v;
    for (id, what, charge, volts) in [
        ("battery.open_circuit_full", "resting, full", FULL, open.full),
        ("battery.open_circuit", "resting, half charge", HALF, open.mid),
        ("battery.open_circuit_low", "resting, low charge", LOW, open.low),
    ] {
        paper
            .line(id, None, what, "What does the pack show at rest?")
            .summed("n", "cells in series", battery.cells, "", "battery.cells")
            .constant(
                "U_c",
                "voltage of a cell at that charge",
                battery.cell.open_circuit_v(CHARGES[charge]),
                "V",
                CELL_TABLE,
            )
            .gives("V_oc = n · U_c", volts, "V", CELL_TABLE);
    }
    paper
        .line("battery.charger_end", None, "fresh from the charger", "What is the highest voltage it ever shows?")
        .summed("n", "cells in series", battery.cells, "", "battery.cells")
        .constant("U_e", "end of charging, a cell", battery.cell.charger_end_v, "V", CELL_TABLE)
        .gives("V_max = n · U_e", desk.supply.charger_end_v, "V", CELL_TABLE);
    paper
        .line("battery.capacity", None, "capacity", "How much charge do all packs hold?")
        .given("C_p", "capacity of a pack", listed.capacity_ah, "Ah", at("capacity_ah"), known("capacity_ah"))
        .given("p_p", "packs in parallel", parallel, "", at("packs_parallel"), None)
        .gives("C = C_p · p_p", desk.supply.capacity_ah, "Ah", MECHANICS);
    paper
        .line("battery.energy", None, "energy", "How much energy is that?")
        .summed("n", "cells in series", battery.cells, "", "battery.cells")
        .constant("U_n", "nominal voltage of a cell", battery.cell.nominal_v, "V", CELL_TABLE)
        .summed("C", "capacity", desk.supply.capacity_ah, "Ah", "battery.capacity")
        .gives("E = n · U_n · C", desk.supply.energy_wh, "Wh", MECHANICS);
    battery::ratings(desk, paper);
    battery::resistance(desk, paper, parallel, known("cell_resistance_ohm"));
    together(desk, paper);
    sag(desk, paper);
    lasting(desk, paper);
    whole(desk, paper);
}

/// Currents of all drives together.
fn together(desk: &FullDesk<'_>, paper: &mut Worksheet) {
    let cases = [
        (
            "supply.all_target",
            "battery current, all at target",
            "What does the battery give with every drive at its target?",
            &desk.supply.all_target,
        ),
        (
            "supply.all_hardest",
            "battery current, hardest work",
            "What does the battery give with every drive at its hardest?",
            &desk.supply.all_hardest,
        ),
        (
            "supply.all_hardest_low",
            "the same, low charge",
            "And near the end of the charge?",
            &desk.supply.all_hardest_low,
        ),
        (
            "supply.all_stalled",
            "battery current, all stalled",
            "What does the battery give with every shaft held at full throttle?",
            &desk.supply.all_stalled,
        ),
        (
            "supply.all_peak",
            "battery current, the moment that takes most",
            "What does the battery give when every drive draws most?",
            &desk.supply.all_peak,
        ),
        (
            "supply.all_usual",
            "battery current, usual work",
            "What does the battery give with every drive at its usual speed?",
            &desk.supply.all_usual,
        ),
        (
            "supply.all_flat_out",
            "battery current, flat out",
            "What does the battery give with every drive held at full throttle?",
            &desk.supply.all_flat_out,
        ),
        ("supply.all_peak_low", "the same, low charge", "And near the end of the charge?", &desk.supply.all_peak_low),
    ];
    for (id, what, asks, case) in cases {
        let (Some(voltage_v), Some(power_w)) = (case.voltage_v, case.power_w) else { continue };
        paper
            .line(id, None, what, asks)
            .solved("P", "power of all drives and other consumers", power_w, "W")
            .solved("V_bus", "voltage at the controllers", voltage_v, "V")
            .gives("I = P / V_bus", case.current_a, "A", MECHANICS);
    }
}

fn sag(desk: &FullDesk<'_>, paper: &mut Worksheet) {
    let battery = &desk.chain.battery;
    let cases = [
        (
            "battery.sag",
            "sag of a cell under the hardest work",
            "By how much does the hardest work pull a cell down at low charge?",
            desk.supply.all_hardest_low.current_a,
            "supply.all_hardest_low",
        ),
        (
            "battery.peak_sag",
            "sag of a cell at the moment that takes most",
            "By how much does the moment that takes most pull a cell down at low charge?",
            desk.supply.all_peak_low.current_a,
            "supply.all_peak_low",
        ),
    ];
    for (id, what, asks, current_a, sum) in cases {
        let Some(current_a) = current_a else { continue };
        paper
            .line(id, None, what, asks)
            .summed("I", "battery current", current_a, "A", sum)
            .summed("R_p", "resistance of the packs", battery.pack_ohm, "Ω", "battery.pack_resistance")
            .summed("n", "cells in series", battery.cells, "", "battery.cells")
            .gives("ΔU = I · R_p / n", battery.cell_sag_v(current_a), "V", OHM);
    }
    if let Some(hardest_a) = desk.supply.all_hardest.current_a
        && desk.chain.job.battery_rule == BatteryRule::ContinuousWithHeadroom
    {
        let headroom = desk.chain.job.battery_headroom;
        paper
            .line(
                "battery.current_with_headroom",
                None,
                "current the pack should be good for",
                "What should the pack be good for, with headroom?",
            )
            .job_figure("k", "headroom", headroom, "", "/job/battery_headroom".to_owned())
            .summed("I", "battery current, hardest work", hardest_a, "A", "supply.all_hardest")
            .gives("I_h = k · I", headroom * hardest_a, "A", COMMON_PRACTICE);
    }
}

/// Time and distance on one charge.
fn lasting(desk: &FullDesk<'_>, paper: &mut Worksheet) {
    let battery = &desk.chain.battery;
    let listed = battery.battery;
    let job = desk.chain.job;
    let (Some(minutes), Some(working_a)) = (desk.supply.runtime_min, desk.supply.all_usual.current_a) else { return };
    let idle_w = desk.chain.drives.iter().map(|drive| drive.controller.idle_w).sum::<f64>() + job.accessory_power_w;
    let exponent = listed.peukert_exponent.unwrap_or(battery.cell.peukert_exponent);
    let at = |key: &str| desk.at(&format!("battery/{key}"));
    paper
        .line("battery.average_current", None, "current on average", "What flows on average, work and rest together?")
        .job_figure("d", "duty cycle", job.duty_cycle, "", "/job/duty_cycle".to_owned())
        .summed("I", "battery current, usual work", working_a, "A", "supply.all_usual")
        .solved("P_0", "idle power and other consumers", idle_w, "W")
        .summed("V_oc", "resting, half charge", desk.supply.open_circuit_v.mid, "V", "battery.open_circuit")
        .gives(
            "I_m = d · I + (1 − d) · P_0 / V_oc",
            job.duty_cycle * working_a + (1.0 - job.duty_cycle) * idle_w / desk.supply.open_circuit_v.mid,
            "A",
            MECHANICS,
        );
    let effective = (battery.capacity_ah / (working_a * listed.rated_hours)).powf(exponent - 1.0).min(1.0);
    paper
        .line(
            "battery.effective_share",
            None,
            "what is left of the capacity at that current",
            "How much of its capacity does it give so fast?",
        )
        .summed("C", "capacity", battery.capacity_ah, "Ah", "battery.capacity")
        .summed("I", "battery current, usual work", working_a, "A", "supply.all_usual")
        .given("H", "rated over", listed.rated_hours, "h", at("rated_hours"), None)
        .constant("k", "Peukert exponent", exponent, "", CELL_TABLE)
        .gives("e = min(1, (C / (I · H))^(k − 1))", effective, "", "Peukert's law");
    paper
        .line("battery.runtime", None, "time on one charge", "How long does it work on one charge?")
        .given("u", "usable share", listed.usable_fraction, "", at("usable_fraction"), None)
        .summed("e", "what is left at that current", effective, "", "battery.effective_share")
        .summed("C", "capacity", battery.capacity_ah, "Ah", "battery.capacity")
        .solved(
            "I_m",
            "current on average",
            job.duty_cycle * working_a + (1.0 - job.duty_cycle) * idle_w / desk.supply.open_circuit_v.mid,
            "A",
        )
        .gives("t = 60 · u · e · C / I_m", minutes, "min", "Peukert's law");
    if let Some(Some(range_m)) = desk.supply.range_m
        && let Some(drive) = desk.chain.drives.iter().find(|drive| drive.load.vehicle.is_some())
    {
        let line = paper.line("battery.range", None, "distance on one charge", "How far does it go on one charge?");
        let radius_m = drive.load.travel_radius_m.unwrap_or(0.0);
        let line = if !drive.controller.present {
            line.solved("v", "speed on a plain switch", range_m / (60.0 * minutes * job.duty_cycle), "m/s")
        } else if let Some(usual) = drive.load.usual_rad_s {
            line.job_figure("v", "usual speed", usual * radius_m, "m/s", desk.at_load(drive, "usual_speed_m_s"))
        } else {
            let speed_m_s = drive.load.target_rad_s * radius_m;
            line.job_figure("v", "speed on the level", speed_m_s, "m/s", desk.at_load(drive, "target_speed_m_s"))
        };
        line.summed("t", "time on one charge", minutes, "min", "battery.runtime")
            .job_figure("d", "duty cycle", job.duty_cycle, "", "/job/duty_cycle".to_owned())
            .gives("s = v · 60 · t · d", range_m, "m", MECHANICS);
    }
}

/// Mass and price of all parts.
fn whole(desk: &FullDesk<'_>, paper: &mut Worksheet) {
    let mut line = paper.line(
        "build.hardware_mass",
        None,
        "mass of the drive parts",
        "What do battery, motors, controllers and gearing weigh?",
    );
    let mut terms: Vec<String> = Vec::new();
    if desk.chain.job.uses_battery() {
        let battery = &desk.option.battery;
        let packs = f64::from(battery.packs());
        line = line.given("n_b", "packs", packs, "", desk.at("battery/packs_parallel"), None).given(
            "m_b",
            "a pack",
            battery.mass_kg.unwrap_or(0.0),
            "kg",
            desk.at("battery/mass_kg"),
            None,
        );
        terms.push("n_b · m_b".to_owned());
    }
    for (place, drive) in desk.option.drives.iter().enumerate() {
        let at = |key: &str| desk.at(&format!("drives/{place}/{key}"));
        line = line
            .given(&format!("n_m{place}"), "motors", f64::from(drive.motor_count), "", at("motor_count"), None)
            .given(
                &format!("m_m{place}"),
                "a motor",
                drive.motor.mass_kg.unwrap_or(0.0),
                "kg",
                at("motor/mass_kg"),
                None,
            );
        terms.push(format!("n_m{place} · m_m{place}"));
        if let Some(controller) = &drive.controller {
            line = line
                .given(
                    &format!("n_c{place}"),
                    "controllers",
                    f64::from(drive.controller_count),
                    "",
                    at("controller_count"),
                    None,
                )
                .given(
                    &format!("m_c{place}"),
                    "a controller",
                    controller.mass_kg.unwrap_or(0.0),
                    "kg",
                    at("controller/mass_kg"),
                    None,
                );
            terms.push(format!("n_c{place} · m_c{place}"));
        }
        for (stage_place, stage) in drive.gearing.iter().enumerate() {
            let symbol = format!("m_g{place}_{stage_place}");
            line = line.given(
                &symbol,
                "a stage",
                stage.mass_kg.unwrap_or(0.0),
                "kg",
                at(&format!("gearing/{stage_place}/mass_kg")),
                None,
            );
            terms.push(symbol);
        }
    }
    line.gives(format!("m_d = {}", terms.join(" + ")), desk.chain.hardware_kg, "kg", MECHANICS);

    let mut line = paper.line("build.price", None, "price of the drive parts", "What do all parts cost?");
    let mut terms: Vec<String> = Vec::new();
    for (place, part) in price_of_parts(desk.chain.job, desk.option).into_iter().enumerate() {
        let Some(price) = part.price else { continue };
        line = line
            .given(&format!("n_{place}"), part.what, f64::from(part.count), "", desk.at(&part.place.to_string()), None)
            .given(&format!("p_{place}"), "price of one", price, "", desk.at(&format!("{}/price", part.place)), None);
        terms.push(format!("n_{place} · p_{place}"));
    }
    if !terms.is_empty() {
        line.gives(format!("p = {}", terms.join(" + ")), price(desk.chain.job, desk.option, false), "", MECHANICS);
    }
}

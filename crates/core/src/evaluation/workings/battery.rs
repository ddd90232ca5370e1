//! The sums of the battery by itself: its ratings and its resistance.

use super::worksheet::Worksheet;
use super::{COMMON_PRACTICE, FullDesk, OHM};
use crate::document::Provenance;

pub(super) fn ratings(desk: &FullDesk<'_>, paper: &mut Worksheet) {
    let listed = desk.chain.battery.battery;
    let at = |key: &str| desk.at(&format!("battery/{key}"));
    let known = |key: &str| listed.provenance.as_ref().and_then(|provenance| provenance.get(key)).copied();
    let capacity = desk.supply.capacity_ah;
    if let Some(c) = listed.continuous_c {
        paper
            .line(
                "battery.continuous_current",
                None,
                "rated current, continuous",
                "What current does it give continuously?",
            )
            .given("c", "continuous rating", c, "C", at("continuous_c"), known("continuous_c"))
            .summed("C", "capacity", capacity, "Ah", "battery.capacity")
            .gives("I_c = c · C", desk.supply.continuous_a, "A", COMMON_PRACTICE);
    }
    if let Some(c) = listed.burst_c.or(listed.continuous_c) {
        let key = if listed.burst_c.is_some() { "burst_c" } else { "continuous_c" };
        paper
            .line(
                "battery.burst_current",
                None,
                "rated current, ten seconds",
                "What current does it give for about ten seconds?",
            )
            .given("b", "burst rating", c, "C", at(key), known(key))
            .summed("C", "capacity", capacity, "Ah", "battery.capacity")
            .gives("I_p = b · C", desk.supply.burst_a, "A", COMMON_PRACTICE);
    }
}

pub(super) fn resistance(desk: &FullDesk<'_>, paper: &mut Worksheet, parallel: f64, known: Option<Provenance>) {
    let battery = &desk.chain.battery;
    let listed = battery.battery;
    let cell_ohm = battery.pack_ohm * parallel / battery.cells;
    if battery.resistance_estimated {
        paper
            .line(
                "battery.cell_resistance",
                None,
                "cell resistance, a guess",
                "What resistance has a cell that nobody measured?",
            )
            .constant("u", "usual sag at the continuous rating", battery.cell.rated_sag_v, "V", COMMON_PRACTICE)
            .given(
                "c",
                "continuous rating",
                listed.continuous_c.unwrap_or(1.0),
                "C",
                desk.at("battery/continuous_c"),
                None,
            )
            .given("C_p", "capacity of a pack", listed.capacity_ah, "Ah", desk.at("battery/capacity_ah"), None)
            .gives("r = u / (c · C_p)", cell_ohm, "Ω", COMMON_PRACTICE);
    }
    let line = paper
        .line("battery.pack_resistance", None, "resistance of the packs", "What resistance have all packs together?")
        .summed("n", "cells in series", battery.cells, "", "battery.cells");
    let line = if battery.resistance_estimated {
        line.summed("r", "cell resistance, a guess", cell_ohm, "Ω", "battery.cell_resistance")
    } else {
        line.given("r", "cell resistance", cell_ohm, "Ω", desk.at("battery/cell_resistance_ohm"), known)
    };
    line.given("p_p", "packs in parallel", parallel, "", desk.at("battery/packs_parallel"), None).gives(
        "R_p = n · r / p_p",
        desk.supply.pack_resistance_ohm,
        "Ω",
        OHM,
    );
    paper
        .line(
            "battery.supply_resistance",
            None,
            "pack and leads",
            "What resistance stands between cells and controller?",
        )
        .summed("R_p", "resistance of the packs", desk.supply.pack_resistance_ohm, "Ω", "battery.pack_resistance")
        .solved(
            "R_w",
            "supply leads, there and back",
            desk.supply.resistance_ohm - desk.supply.pack_resistance_ohm,
            "Ω",
        )
        .gives("R_s = R_p + R_w", desk.supply.resistance_ohm, "Ω", OHM);
    for (place, run) in desk.option.wiring.runs.iter().enumerate() {
        paper
            .line(
                format!("wiring.{place}.resistance"),
                None,
                "a pair of leads",
                "What resistance has this pair, there and back?",
            )
            .given("l", "length, one way", run.length_m, "m", desk.at(&format!("wiring/runs/{place}/length_m")), None)
            .constant(
                "ρ",
                "resistivity of copper, 20 °C",
                crate::formulas::constants::COPPER_RESISTIVITY_OHM_M * 1e6,
                "Ω·mm²/m",
                "IEC 60028",
            )
            .solved("A", "cross-section", run.copper_area_mm2(), "mm²")
            .given(
                "R_k",
                "connectors",
                run.connector_ohm,
                "Ω",
                desk.at(&format!("wiring/runs/{place}/connector_ohm")),
                None,
            )
            .gives("R = 2 · l · ρ / A + R_k", run.loop_resistance_ohm(), "Ω", OHM);
    }
}

//! The end of a record: what was noted becomes the answer.

use std::mem;

use super::super::dynamics::{Dynamics, block, head};
use super::super::launcher;
use super::super::outcome::{DriveRun, EndedBy, EnergyWh, EventKind, Limits, RunSummary, SIMULATED_FORMAT, Simulated};
use super::super::sentences;
use super::super::task::Task;
use super::*;
use crate::document::{Circuit, Simulation};
use crate::format::significant;
use crate::model::cases::rpm;

impl Recorder {
    /// Notes fuses by what flowed, closes the books and says what there is to say.
    #[allow(clippy::too_many_arguments, reason = "everything the run has come to")]
    pub fn close(
        mut self,
        simulation: &Simulation,
        ended_by: EndedBy,
        t_s: f64,
        state: &[f64],
        plant: &Dynamics<'_>,
        tasks: &[Task],
        empty_charge: f64,
    ) -> Simulated {
        let option = &simulation.build().options[simulation.option()];
        let rms_supply_a = if t_s > 0.0 { (state[head::SQUARE].max(0.0) / t_s).sqrt() } else { 0.0 };
        for run in &option.wiring.runs {
            if let (Some(fuse_a), Circuit::Supply) = (run.fuse_a, &run.circuit)
                && rms_supply_a > fuse_a
            {
                let words = format!(
                    "The fuse of {} A in {} carries {} A in the mean: it would blow.",
                    significant(fuse_a),
                    run.name,
                    significant(rms_supply_a)
                );
                self.note(t_s, EventKind::FuseOver, None, &words);
            }
        }
        let mut energy = EnergyWh {
            cells: state[head::CHEMICAL_J] / J_PER_WH,
            supply: state[head::SUPPLY_LOSS_J] / J_PER_WH,
            accessories: state[head::ACCESSORY_J] / J_PER_WH,
            ..EnergyWh::default()
        };
        let mut drives = Vec::with_capacity(tasks.len());
        let pages = mem::take(&mut self.pages);
        for (index, mut page) in pages.into_iter().enumerate() {
            let runner = &plant.runners[index];
            let at = Dynamics::at(index);
            let own = &state[at..at + block::LEN];
            for (sum, place) in [
                (&mut energy.controller, block::CONTROLLER_J),
                (&mut energy.motor_copper, block::COPPER_J),
                (&mut energy.motor_leads, block::LEADS_J),
                (&mut energy.motor_no_load, block::NO_LOAD_J),
                (&mut energy.gearing, block::GEARING_J),
                (&mut energy.output, block::OUTPUT_J),
                (&mut energy.friction_brakes, block::BRAKE_J),
            ] {
                *sum += own[place] / J_PER_WH;
            }
            let travel = runner.travel_m();
            if let Some(metres) = travel {
                page.end_climb(t_s, own[block::ANGLE], metres);
            }
            let warm = runner.path.is_some();
            let lacking_nm = page.lacking.iter().map(|lacking| lacking.most_nm).fold(0.0, f64::max);
            for lacking in page.lacking.iter().filter(|lacking| lacking.most_nm >= WORTH_TELLING * lacking_nm) {
                let words = brake_words(runner, lacking.most_nm, lacking.limit);
                self.note(lacking.from_s, EventKind::BrakeMissing, Some(runner.cold.parts.drive.clone()), &words);
            }
            let vehicle = runner.cold.load.vehicle.as_ref();
            let motor = &runner.cold.parts.motor;
            let summary = RunSummary {
                t_s,
                distance_m: travel.map(|metres| own[block::ANGLE] * metres),
                energy_wh: state[head::GIVEN_J] / J_PER_WH,
                recovered_wh: state[head::TAKEN_J] / J_PER_WH,
                state_of_charge: state[head::CHARGE],
                winding_c: warm.then_some(own[block::WINDING_C]),
                case_c: warm.then_some(own[block::CASE_C]),
                peak_supply_current_a: self.peak_supply_a,
                min_supply_voltage_v: self.least_bus_v,
                output_rpm: rpm(own[block::SPEED]),
                hottest_winding_c: warm.then_some(page.hottest_winding.0),
                hottest_winding_s: page.hottest_winding.1,
                hottest_case_c: warm.then_some(page.hottest_case_c),
                peak_motor_current_a: page.peak_motor_a,
                rms_motor_current_a: if t_s > 0.0 { (own[block::SQUARE].max(0.0) / t_s).sqrt() } else { 0.0 },
                rms_supply_current_a: rms_supply_a,
                max_shortfall_m_s: travel.map(|metres| page.shortfall_rad_s * metres),
                max_shortfall_rpm: rpm(page.shortfall_rad_s),
                max_brake_shortfall_nm: lacking_nm,
                max_brake_shortfall_n: vehicle.map(|vehicle| lacking_nm / vehicle.wheel_radius_m),
                rounds: tasks[index].track().map_or(0, |track| track.rounds),
                hottest_controller_c: runner.controller_node.map(|_| page.hottest_controller_c),
                hottest_battery_c: plant.battery_node.map(|_| self.hottest_battery_c),
                kv_factor: 1.0 / runner.magnet_strength,
            };
            drives.push(DriveRun {
                drive: runner.cold.parts.drive.clone(),
                summary,
                series: page.series,
                limits: Limits {
                    winding_c: runner.cold.parts.motor.winding_limit_c(),
                    magnet_c: motor.magnet_limit_c(),
                    controller_c: runner.controller_node.map(|node| node.limit_c),
                    battery_c: plant.battery_node.map(|node| node.limit_c),
                    stop_v: plant.battery.cells * plant.battery.cutoff_v_per_cell(),
                    empty_charge,
                },
                hills: page.hills,
                launcher: launcher::figures(&runner.cold, &tasks[index], &plant.source(simulation.state_of_charge)),
            });
        }
        self.events.sort_by(|a, b| a.t_s.total_cmp(&b.t_s));
        let lead = drives.remove(0);
        let words = sentences::run_in_words(ended_by, &lead, &drives, &self.events, simulation);
        Simulated {
            format: SIMULATED_FORMAT,
            option: option.name.clone(),
            ended_by,
            words,
            events: self.events,
            energy_wh: energy,
            estimates: estimates(plant),
            lead,
            others: drives,
        }
    }
}

/// Which temperatures stand on an estimate.
fn estimates(plant: &Dynamics<'_>) -> Vec<String> {
    let mut said = Vec::new();
    for runner in &plant.runners {
        let name = &runner.cold.parts.drive;
        match runner.path {
            None => said.push(format!(
                "{name}: no temperature of the motor, for mass and can size or thermal values are missing"
            )),
            Some(path) if path.estimated => {
                said.push(format!("{name}: the heat path of the motor is estimated from can and mass"));
            }
            Some(_) => {}
        }
        match runner.controller_node {
            Some(node) if node.estimated => {
                said.push(format!(
                    "{name}: the controller's heat is estimated from its size and mass, {} °C its limit",
                    significant(node.limit_c)
                ));
            }
            None if runner.cold.parts.controller.is_some() => {
                said.push(format!("{name}: no temperature of the controller, for its mass is missing"));
            }
            _ => {}
        }
    }
    match plant.battery_node {
        Some(node) => said.push(format!(
            "the battery's heat is estimated from its mass and surface, {} °C its limit",
            significant(node.limit_c)
        )),
        None => said.push("no temperature of the battery, for its mass is missing".to_owned()),
    }
    said
}

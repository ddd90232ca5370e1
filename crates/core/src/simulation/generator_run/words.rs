//! A run of a generator in words.

use super::super::outcome::{DriveRun, EndedBy, RunEvent};
use super::super::sentences;
use super::*;
use crate::document::load::Generator;
use crate::format::significant;
use crate::model::generating::GeneratorModel;

impl Turned<'_> {
    /// What happens when the battery is full.
    pub(super) fn runaway_words(&mut self, state: &[f64]) -> String {
        let stands_v = self.cold.parts.controller.as_ref().and_then(|controller| controller.max_voltage_v);
        let Some(now) = self.moment(state) else { return String::new() };
        let judged = match stands_v {
            Some(volts) if now.point.open_voltage_v > volts => {
                format!("; what hangs on it stands only {} V", significant(volts))
            }
            Some(volts) => format!("; what hangs on it stands {} V", significant(volts)),
            None => "; nobody said what hangs on it stands".to_owned(),
        };
        format!(
            "The battery is full and takes nothing more: the source runs up to {} rpm and {} V stand on the leads{judged}.",
            significant(now.point.source_rpm),
            significant(now.point.open_voltage_v)
        )
    }

    pub(super) fn estimates(&self) -> Vec<String> {
        let name = &self.cold.parts.drive;
        let mut said = Vec::new();
        match self.path {
            None => said.push(format!(
                "{name}: no temperature of the machine, for mass and can size or thermal values are missing"
            )),
            Some(path) if path.estimated => {
                said.push(format!("{name}: the heat path of the machine is estimated from can and mass"));
            }
            Some(_) => {}
        }
        said.push(format!("{name}: the source is taken as even; wind and water are not"));
        said
    }

    pub(super) fn words(
        &self,
        ended_by: EndedBy,
        generator: &Generator,
        lead: &DriveRun,
        events: &[RunEvent],
    ) -> Vec<String> {
        let summary = &lead.summary;
        let after = crate::format::lasting(summary.t_s);
        let first_v = lead.series.supply_voltage_v.first().copied().unwrap_or(0.0);
        let mut said = vec![match ended_by {
            EndedBy::Full if summary.t_s <= 0.0 => "The battery is full from the first moment.".to_owned(),
            EndedBy::Full => format!("Full after {after}, {} Wh put in.", significant(summary.recovered_wh)),
            EndedBy::WindingLimit => {
                format!("The winding reaches its {} °C after {after}.", significant(lead.limits.winding_c))
            }
            EndedBy::TooLong => sentences::too_long(&after),
            EndedBy::Stopped => format!("Stopped by you at {after}."),
            _ if summary.recovered_wh > 0.0 && self.charges => format!(
                "{} Wh in {after}, the battery at {} %.",
                significant(summary.recovered_wh),
                significant(100.0 * summary.state_of_charge)
            ),
            _ if summary.recovered_wh > 0.0 => format!(
                "{} Wh in {after}, {} W at the end.",
                significant(summary.recovered_wh),
                significant(
                    lead.series.supply_voltage_v.last().copied().unwrap_or(0.0)
                        * lead.series.supply_current_a.last().copied().unwrap_or(0.0).abs()
                )
            ),
            _ => "Nothing flows.".to_owned(),
        }];
        if let Some(needed_v) = generator.needed_v()
            && first_v < needed_v * (1.0 - 1e-9)
        {
            let geared = GeneratorModel::of(&self.cold)
                .and_then(|dynamo| dynamo.generating().ratio_for_needed_voltage)
                .map_or("; no speed-up reaches it on this source".to_owned(), |ratio| {
                    format!("; it takes a speed-up of 1 : {} or more", significant(ratio))
                });
            said.push(format!(
                "It reaches {} V and {} V are needed{geared}.",
                significant(first_v),
                significant(needed_v)
            ));
        }
        said.extend(sentences::heat(lead, false));
        said.extend(sentences::damaged_magnets(lead));
        if let (Some(charge_c), true) = (self.battery.battery.max_charge_c, self.charges) {
            let takes_a = charge_c * self.battery.capacity_ah;
            let gives_a = self.hot.motors * summary.peak_motor_current_a;
            if gives_a > takes_a {
                said.push(format!(
                    "It charges with {} A, and the battery takes {} A continuously: a charge controller must hold it back.",
                    significant(gives_a),
                    significant(takes_a)
                ));
            }
        }
        for event in events {
            said.push(format!(
                "{} {}",
                sentences::capital(&sentences::moment(event.t_s)),
                sentences::lower_first(&event.words)
            ));
        }
        said
    }
}

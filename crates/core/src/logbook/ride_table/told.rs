//! A table as a ride: its channels, what was made of power and charge, what is said of it.

use super::{ReadRide, Reading, short};
use crate::document::log::{Column, RideColumns};
use crate::logbook::channel_heads::Channel;
use crate::logbook::totals::{gaps, usual_step_s};
use crate::shelf::csv_in::TableError;

impl Reading {
    pub(super) fn told(mut self) -> Result<ReadRide, TableError> {
        if self.seconds.len() < 2 {
            return Err(TableError::Empty);
        }
        let mut columns = RideColumns::of_times(std::mem::take(&mut self.seconds));
        let mut power = None;
        let mut drawn = None;
        for (place, values) in std::mem::take(&mut self.values) {
            let Some(channel) = self.understood[place].map(|found| found.channel) else { continue };
            let column = Column(values);
            if column.is_empty() {
                self.says.push(format!("{:?} has no reading that can be used.", self.mapped[place].head));
                continue;
            }
            match channel {
                Channel::SupplyPower => power = Some(column),
                Channel::ChargeDrawn => drawn = Some(column),
                _ => {
                    if let Some(at) = channel.key().and_then(|key| columns.channel_mut(key)) {
                        *at = Some(column);
                    }
                }
            }
        }
        self.current_by_other_means(&mut columns, power, drawn);
        let rows = columns.t_s.0.len();
        let gaps = gaps(&columns.t_s.0);
        self.says.insert(0, rows_said(rows, self.left_out, usual_step_s(&columns.t_s.0)));
        for mapped in self.mapped.iter().filter(|mapped| mapped.channel.is_some() && !mapped.unit_said) {
            if mapped.units.len() > 1 && mapped.channel != Some(Channel::Time) {
                self.says.push(format!("{:?} names no unit: it is taken for {}.", mapped.head, mapped.unit));
            }
        }
        let unused: Vec<&str> =
            self.mapped.iter().filter(|mapped| mapped.channel.is_none()).map(|mapped| mapped.head.as_str()).collect();
        if !unused.is_empty() {
            self.says.push(format!("Not used: {}.", unused.join(", ")));
        }
        Ok(ReadRide {
            mapped: self.mapped,
            began_s: self.began_s,
            rows,
            left_out: self.left_out,
            problems: self.problems,
            problem_count: self.problem_count,
            gaps,
            says: self.says,
            columns,
        })
    }

    /// Battery current from power over voltage, or from the charge that was drawn.
    pub(super) fn current_by_other_means(
        &mut self,
        columns: &mut RideColumns,
        power: Option<Column>,
        drawn: Option<Column>,
    ) {
        if columns.supply_current_a.is_some() {
            return;
        }
        if let (Some(power), Some(volts)) = (&power, &columns.supply_voltage_v) {
            let amps =
                power.0.iter().zip(&volts.0).map(|(watts, volts)| if *volts > 0.5 { watts / volts } else { f64::NAN });
            columns.supply_current_a = Some(Column(amps.collect()));
            self.says.push("The battery current is the power over the voltage.".to_owned());
            return;
        }
        let Some(drawn) = drawn else { return };
        let times = &columns.t_s.0;
        let mut amps = vec![f64::NAN; times.len()];
        let mut before: Option<usize> = None;
        for row in 0..times.len() {
            if drawn.0[row].is_nan() {
                continue;
            }
            match before {
                None => before = Some(row),
                Some(then) => {
                    let (hours, more) = ((times[row] - times[then]) / 3600.0, drawn.0[row] - drawn.0[then]);
                    // The counter moves in steps: a rate over less than a few of them is noise.
                    if more.abs() > 0.0 && times[row] - times[then] >= 5.0 {
                        amps[then..=row].fill(more / hours);
                        before = Some(row);
                    }
                }
            }
        }
        columns.supply_current_a = Some(Column(amps));
        self.says.push("The battery current is how fast the charge drawn rises.".to_owned());
    }
}

fn rows_said(rows: usize, left_out: usize, step_s: f64) -> String {
    let every = if step_s >= 1.0 {
        format!("{} s apart", short(step_s))
    } else {
        format!("{} a second", short(1.0 / step_s.max(1e-6)))
    };
    if left_out == 0 { format!("{rows} rows, {every}.") } else { format!("{rows} rows, {every}; {left_out} left out.") }
}

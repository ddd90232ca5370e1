//! A sheet of one's own: up to four columns under names of one's own, such as a scale under a propeller, the lowest volts of a
//! whole model in use, a motor's temperature. Each column's least, mean and most are told; nothing is concluded.

use serde_json::{Value, json};

use super::least_squares::{Estimate, mean};
use super::{Refusal, Worksheet, refused};
use crate::document::measurement::{FreeReading, FreeSheet};
use crate::format::significant;

/// A column: its name where it has one, and what stands in it.
type Column<'a> = (Option<&'a str>, fn(&FreeReading) -> Option<f64>);

/// Least, mean and most of each named column.
pub(super) fn free_sheet(sheet: &FreeSheet, paper: &mut Worksheet<'_>) -> Result<(), Refusal> {
    let used = paper.used("readings", &sheet.readings, Clone::clone).values;
    let columns: [Column<'_>; 4] = [
        (Some(sheet.name_a.as_str()), |reading| reading.a),
        (sheet.name_b.as_deref(), |reading| reading.b),
        (sheet.name_c.as_deref(), |reading| reading.c),
        (sheet.name_d.as_deref(), |reading| reading.d),
    ];
    let mut rows: Vec<Value> = Vec::new();
    for (name, read) in columns {
        let Some(name) = name else { continue };
        let values: Vec<f64> = used.iter().filter_map(read).collect();
        let Some(middle) = mean(&values) else { continue };
        let (least, most) = values.iter().fold((f64::INFINITY, f64::NEG_INFINITY), |(a, b), x| (a.min(*x), b.max(*x)));
        if rows.is_empty() {
            paper.figure("mean", "mean of the first column", "", middle);
            paper.figure("most", "most", "", Estimate::exact(most));
            paper.figure("least", "least", "", Estimate::exact(least));
        }
        paper.work(format!(
            "{name}: {} readings, least {}, mean {}, most {}",
            values.len(),
            significant(least),
            significant(middle.value),
            significant(most)
        ));
        rows.push(json!({ "name": name, "count": values.len(), "least": least, "mean": middle.value, "most": most }));
    }
    if rows.is_empty() {
        return Err(refused("readings", "nothing was read yet: at least 1 figure is needed"));
    }
    paper.result("columns", rows);
    Ok(())
}

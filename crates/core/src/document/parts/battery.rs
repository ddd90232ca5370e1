//! Packs: chemistry, cells, ratings.

use std::collections::BTreeMap;

use super::{SizeMm, check_marks};
use crate::document::reading::{Place, Problems, Provenance, name, number, text, typed};

choice! {
    /// Cell chemistry; each has its own table of voltages.
    Chemistry {
        Lipo = "lipo", "Lithium polymer";
        LiIon = "li_ion", "Lithium-ion";
        Lifepo4 = "lifepo4", "Iron phosphate";
        Nimh = "nimh", "Nickel hydride";
        LeadAcid = "lead_acid", "Lead-acid";
    }
}

part! {
    /// One pack, and how many of them stand in series and in parallel.
    Battery {
        chemistry: Chemistry, typed(), "Chemistry", "Kind of cell.";
        cells_series: u32, number(1.0, 200.0), "Cells in series", "Cells in series in one pack.";
        capacity_ah: f64, number(0.01, 10_000.0), "Capacity", "Capacity of one pack.";
        packs_series: u32 = 1, number(1.0, 50.0), "Packs in series", "Equal packs in series.";
        packs_parallel: u32 = 1, number(1.0, 100.0), "Packs in parallel", "Equal packs in parallel.";
        continuous_c: Option<f64>, number(0.01, 500.0), "Continuous rating",
            "Continuous current as a multiple of the capacity.";
        burst_c: Option<f64>, number(0.01, 1000.0), "Burst rating",
            "Current for about 10 s as a multiple of the capacity.";
        cell_resistance_ohm: Option<f64>, number(0.0, 10.0), "Cell resistance",
            "Resistance of one series position of one pack.";
        max_charge_c: Option<f64>, number(0.01, 20.0), "Charge rating",
            "Highest charge current as a multiple of the capacity.";
        bms_limit_a: Option<f64>, number(0.1, 10_000.0), "Protection board limit",
            "Current at which the protection board of one pack opens.";
        cutoff_v_per_cell: Option<f64>, number(0.1, 5.0), "Stop voltage per cell",
            "Lowest voltage per cell under load.";
        usable_fraction: f64 = 0.8, number(0.01, 1.0), "Usable share", "Share of the capacity that is used.";
        peukert_exponent: Option<f64>, number(1.0, 2.0), "Peukert exponent",
            "How capacity shrinks with current: 1 not at all.";
        rated_hours: f64 = 20.0, number(0.05, 1000.0), "Rated over", "Hours over which the capacity is rated.";
        connector: Option<String>, text(80), "Connector", "Connector on the pack.";
    }
    check(|battery, at, problems| {
        if battery.continuous_c.is_none() && battery.cell_resistance_ohm.is_none() {
            problems.note(
                at,
                "neither continuous_c nor cell_resistance_ohm came: one is needed, or the sag cannot be worked out",
            );
        }
        if let (Some(continuous), Some(burst)) = (battery.continuous_c, battery.burst_c)
            && burst < continuous
        {
            problems.note(
                &at.key("burst_c"),
                format!("{burst} is below continuous_c {continuous}: a pack gives at least as much for 10 s"),
            );
        }
    })
}

impl Battery {
    /// Packs in all, in series and side by side.
    #[must_use]
    pub const fn packs(&self) -> u32 {
        self.packs_series * self.packs_parallel
    }
}

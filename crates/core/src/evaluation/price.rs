//! What an option costs: packs, motors, controllers and stages by their numbers.

use crate::document::{Job, OptionSheet};

/// A part of an option, for its price.
pub(crate) struct PricedPart {
    /// What a maker calls it.
    pub what: &'static str,
    /// Where it stands in the option.
    pub place: String,
    /// How many.
    pub count: u32,
    /// Price of one.
    pub price: Option<f64>,
    /// Already in the drawer.
    pub owned: bool,
    /// Counts 0 without a price, where another part makes the whole unknown.
    pub small: bool,
}

/// Every part of an option that costs something.
pub(crate) fn price_of_parts(job: &Job, option: &OptionSheet) -> Vec<PricedPart> {
    let battery = &option.battery;
    let mut parts = Vec::new();
    if job.uses_battery() {
        parts.push(PricedPart {
            what: "packs",
            place: "battery".to_owned(),
            count: battery.packs_series * battery.packs_parallel,
            price: battery.price,
            owned: battery.owned,
            small: false,
        });
    }
    for (place, drive) in option.drives.iter().enumerate() {
        let mut push = |what, key: &str, count, price, owned, small| {
            parts.push(PricedPart { what, place: format!("drives/{place}/{key}"), count, price, owned, small });
        };
        push("motors", "motor", drive.motor_count, drive.motor.price, drive.motor.owned, false);
        if let Some(controller) = &drive.controller {
            push("controllers", "controller", drive.controller_count, controller.price, controller.owned, false);
        }
        for (stage_place, stage) in drive.gearing.iter().enumerate() {
            push("a stage", &format!("gearing/{stage_place}"), 1, stage.price, stage.owned, true);
        }
    }
    parts
}

/// Price of all parts, or of those still to buy. A stage without a price counts 0, another part makes it unknown.
pub(crate) fn price(job: &Job, option: &OptionSheet, still_to_buy: bool) -> Option<f64> {
    price_of_parts(job, option)
        .into_iter()
        .map(|part| match part.price {
            _ if still_to_buy && part.owned => Some(0.0),
            None if part.small => Some(0.0),
            price => price.map(|price| price * f64::from(part.count)),
        })
        .sum()
}

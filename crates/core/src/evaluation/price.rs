//! What an option costs: packs, motors, controllers and stages by their numbers.

use crate::document::{Job, OptionSheet};

/// Where a part stands in an option: by the places of its drive and its stage. Written, it is a pointer into the option.
#[derive(Debug, Clone, Copy, PartialEq, Eq)]
pub(crate) enum PartPlace {
    Battery,
    Motor(usize),
    Controller(usize),
    Stage(usize, usize),
}

impl std::fmt::Display for PartPlace {
    fn fmt(&self, formatter: &mut std::fmt::Formatter<'_>) -> std::fmt::Result {
        match self {
            Self::Battery => formatter.write_str("battery"),
            Self::Motor(drive) => write!(formatter, "drives/{drive}/motor"),
            Self::Controller(drive) => write!(formatter, "drives/{drive}/controller"),
            Self::Stage(drive, stage) => write!(formatter, "drives/{drive}/gearing/{stage}"),
        }
    }
}

/// A part of an option, for its price.
pub(crate) struct PricedPart {
    /// What a maker calls it.
    pub what: &'static str,
    /// Where it stands in the option.
    pub place: PartPlace,
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
            place: PartPlace::Battery,
            count: battery.packs(),
            price: battery.price,
            owned: battery.owned,
            small: false,
        });
    }
    for (place, drive) in option.drives.iter().enumerate() {
        let mut push = |what, place, count, price, owned, small| {
            parts.push(PricedPart { what, place, count, price, owned, small });
        };
        push("motors", PartPlace::Motor(place), drive.motor_count, drive.motor.price, drive.motor.owned, false);
        if let Some(controller) = &drive.controller {
            push(
                "controllers",
                PartPlace::Controller(place),
                drive.controller_count,
                controller.price,
                controller.owned,
                false,
            );
        }
        for (stage_place, stage) in drive.gearing.iter().enumerate() {
            push("a stage", PartPlace::Stage(place, stage_place), 1, stage.price, stage.owned, true);
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

//! What a build keeps beside its figures: lines of the parts list, and what a decision was based on.

use super::parts::Getting;
use super::reading::{list, name, number, text, typed};

record! {
    /// A line of the parts list that no other part of the document says: leads, connectors, pulleys, screws.
    FreeLine {
        what: String, name(200), "What", "What is needed.";
        quantity: f64 = 1.0, number(0.0, 1e6), "Quantity", "How many, or how much of its unit.";
        unit: Option<String>, text(20), "Unit", "Unit of the quantity: m, pairs; pieces when left out.";
        price: Option<f64>, number(0.0, 1e7), "Price", "Price of one, in the currency of the budget.";
        owned: bool = false, typed(), "In the drawer", "Already in the drawer: nothing to buy.";
        made: bool = false, typed(), "To be made", "Made in the workshop: a mount, an adapter, holes.";
        getting: Option<Getting>, typed(), "Getting it", "Ordered, or fitted already.";
        ordered_on: Option<String>, text(40), "Ordered on", "The day it was ordered.";
        note: Option<String>, text(400), "Note", "Where to get it, what to watch.";
    }
}

record! {
    /// An option as it stood when the decision was made.
    DecidedOption {
        name: String, name(120), "Option", "What it was called.";
        failing: u32, number(0.0, 1000.0), "Checks that fail", "How many failed.";
        weakest: Option<String>, text(120), "Weakest link", "What gave way first.";
        worst_utilisation: Option<f64>, number(0.0, 1e9), "Used", "How far that was used.";
        price: Option<f64>, number(0.0, 1e9), "Price", "Price of all drive parts.";
        to_buy: Option<f64>, number(0.0, 1e9), "To buy", "Price without the drawer.";
        mass_kg: f64, number(0.0, 1e7), "Mass", "Mass of all drive parts.";
        runtime_min: Option<f64>, number(0.0, 1e9), "Runs", "Minutes on one charge.";
        winding_c: Option<f64>, number(-100.0, 1e4), "Winding", "Hottest winding.";
    }
}

record! {
    /// What a decision was based on.
    Decided {
        at: String, name(40), "Decided", "When, RFC 3339.";
        option: String, name(120), "Option", "The option that was chosen.";
        options: Vec<DecidedOption>, list(1, 50), "Options", "All options as they stood then.";
    }
}

//! The page in a real browser, in one program: linked once.

#[path = "../support/link.rs"]
mod link;
#[path = "../support/rides.rs"]
mod rides;
#[path = "../support/mod.rs"]
mod support;
#[path = "../support/browser.rs"]
mod window;

mod access;
mod choosing;
mod fields;
mod handling;
mod known;
mod links;
mod logbook;
mod measuring;
mod options;
mod reading;
mod run;
mod saving;
mod search;
mod sharing;
mod sheets;
mod shelf;
mod trade;
mod workbench;
mod workshop;

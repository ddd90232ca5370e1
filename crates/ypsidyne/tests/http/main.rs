//! The program from outside, over HTTP and by its command line, in one program: linked once.

#[path = "../support/request.rs"]
mod request;
#[path = "../support/rides.rs"]
mod rides;
#[path = "../support/mod.rs"]
mod support;

mod archive;
mod builds;
mod command_line;
mod compression;
mod day;
mod description;
mod hostile;
mod instruments;
mod known;
mod logbook;
mod options;
mod runs;
mod search;
mod sheets;
mod shelf;
mod trade;
mod visitors;
mod weighing;
mod workshop;

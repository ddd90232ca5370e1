//! Ypsidyne as a program: the command line, the server, the page inside it.
//!
//! * [`cli`]: what can be said on the command line.
//! * [`serve`]: from settings and a listener to a running server; `connections`: their time limits and their end.
//! * [`api`]: the interface over HTTP; one list of routes makes router and OpenAPI document.
//! * [`instruments`]: the bench spoken to in SCPI, and a simulated one.
//! * [`backups`]: a copy of the data every day.
//! * `jobs`: searches that run; `underway`: runs that do.
//! * [`guard`]: who may talk to the server.

pub mod api;
pub mod archive;
mod backups;
pub mod cli;
mod connections;
pub mod guard;
pub mod instruments;
mod jobs;
mod page;
pub mod serve;
mod time;
mod underway;

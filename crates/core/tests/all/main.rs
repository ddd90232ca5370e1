//! Every test of the core from outside, in one program: linked once.

#[path = "../support/looms.rs"]
mod looms;

mod altered;
mod bench_motor;
mod check_list;
mod checks;
mod choosing;
mod closed_forms;
mod common_practice;
mod drawings;
mod fair_verdicts;
mod fit;
mod fitting;
mod floors;
mod gearing_by_hand;
mod generators;
mod heat_and_times;
mod loads;
mod loom;
mod measure;
mod model_document;
mod motors;
mod odds;
mod options;
mod outside_checks;
mod properties;
mod proposing;
mod published_schema;
mod remedies;
mod run;
mod run_reference;
mod run_turned;
mod search;
mod search_demo;
mod seller_lines;
mod shelf;
mod stages;
mod strict_reading;
mod sums;
mod teeth;
mod units;
mod weak_batteries;
mod worked_answers;
mod workshop;
mod workshop_all;

//! How a sum is written down: a formula whose symbols are replaced by the numbers put in.

use serde::Serialize;

use super::{Sum, section_of};
use crate::document::Provenance;

/// One number that goes into a sum.
#[derive(Debug, Clone, PartialEq, Serialize, schemars::JsonSchema)]
pub struct Input {
    /// Symbol in the formula.
    pub symbol: String,
    /// What it is.
    pub what: &'static str,
    /// Its value.
    pub value: f64,
    /// Its unit.
    pub unit: &'static str,
    /// Where it came from, in words.
    pub from: String,
    /// Where it stands in the build document; null when it stands nowhere.
    pub pointer: Option<String>,
    /// The sum that gave it; null when it was given.
    pub sum: Option<&'static str>,
}

/// Sums written so far.
#[derive(Default)]
pub(super) struct Worksheet {
    pub sums: Vec<Sum>,
}

/// A sum that is being written.
pub(super) struct Line<'p> {
    paper: &'p mut Worksheet,
    sum: Sum,
}

impl Worksheet {
    /// Begins a sum: which figure, what it is called, what is asked.
    pub fn line(
        &mut self,
        id: impl Into<String>,
        drive: Option<&str>,
        what: &'static str,
        asks: &'static str,
    ) -> Line<'_> {
        let id = id.into();
        let sum = Sum {
            section: section_of(&id),
            id,
            drive: drive.map(str::to_owned),
            what,
            asks,
            formula: String::new(),
            inputs: Vec::new(),
            put_in: String::new(),
            result: 0.0,
            unit: "",
            source: "",
        };
        Line { paper: self, sum }
    }
}

impl Line<'_> {
    fn input(mut self, symbol: &str, what: &'static str, value: f64, unit: &'static str, from: String) -> Self {
        let symbol = symbol.to_owned();
        self.sum.inputs.push(Input { symbol, what, value, unit, from, pointer: None, sum: None });
        self
    }

    /// A figure that somebody gave in the job.
    pub fn job_figure(self, symbol: &str, what: &'static str, value: f64, unit: &'static str, pointer: String) -> Self {
        self.input(symbol, what, value, unit, "the job".to_owned()).pointing(pointer)
    }

    /// A figure that stands at a part, with what is known of where it came from.
    pub fn given(
        self,
        symbol: &str,
        what: &'static str,
        value: f64,
        unit: &'static str,
        pointer: String,
        provenance: Option<Provenance>,
    ) -> Self {
        let from = match provenance {
            Some(Provenance::Measured) => "measured",
            Some(Provenance::Estimated) => "a guess",
            Some(Provenance::WorkedOut) => "worked out",
            Some(Provenance::Listed) => "listed",
            None => "as entered",
        };
        self.input(symbol, what, value, unit, from.to_owned()).pointing(pointer)
    }

    /// A figure that was assumed for want of one.
    pub fn assumed(self, symbol: &str, what: &'static str, value: f64, unit: &'static str) -> Self {
        self.input(symbol, what, value, unit, "assumed, none is given".to_owned())
    }

    /// A constant or a value of a table.
    pub fn constant(self, symbol: &str, what: &'static str, value: f64, unit: &'static str, from: &str) -> Self {
        self.input(symbol, what, value, unit, from.to_owned())
    }

    /// A figure that another sum gave.
    pub fn summed(
        mut self,
        symbol: &str,
        what: &'static str,
        value: f64,
        unit: &'static str,
        sum: &'static str,
    ) -> Self {
        self = self.input(symbol, what, value, unit, "worked out before".to_owned());
        if let Some(last) = self.sum.inputs.last_mut() {
            last.sum = Some(sum);
        }
        self
    }

    /// A figure the model solved for.
    pub fn solved(self, symbol: &str, what: &'static str, value: f64, unit: &'static str) -> Self {
        self.input(symbol, what, value, unit, "solved with the whole chain".to_owned())
    }

    fn pointing(mut self, pointer: String) -> Self {
        if let Some(last) = self.sum.inputs.last_mut() {
            last.pointer = Some(pointer);
        }
        self
    }

    /// Ends the sum with its formula, result, unit and source. A result without a number writes no sum.
    pub fn gives(
        mut self,
        formula: impl Into<String>,
        result: impl Into<Option<f64>>,
        unit: &'static str,
        source: &'static str,
    ) {
        let Some(result) = result.into().filter(|result| result.is_finite()) else { return };
        let formula = formula.into();
        let right = formula.split_once('=').map_or(formula.as_str(), |(_, right)| right.trim());
        self.sum.put_in = numbers_in(right, &self.sum.inputs);
        self.sum.formula = formula;
        self.sum.result = result;
        self.sum.unit = unit;
        self.sum.source = source;
        self.paper.sums.push(self.sum);
    }
}

/// A formula with its symbols replaced by their numbers.
fn numbers_in(formula: &str, inputs: &[Input]) -> String {
    let mut text = String::with_capacity(formula.len() * 2);
    let mut letters = formula.chars().peekable();
    while let Some(letter) = letters.next() {
        if !letter.is_alphabetic() {
            text.push(letter);
            continue;
        }
        let mut symbol = String::from(letter);
        while let Some(next) = letters.next_if(|next| next.is_alphanumeric() || *next == '_') {
            symbol.push(next);
        }
        match inputs.iter().find(|input| input.symbol == symbol) {
            Some(input) => text.push_str(&number(input.value)),
            None => text.push_str(&symbol),
        }
    }
    text
}

/// Seven significant figures without a tail of zeros, in brackets when negative.
fn number(value: f64) -> String {
    let size = value.abs();
    let text = if value == 0.0 {
        "0".to_owned()
    } else if (1e-4..1e7).contains(&size) {
        let digits = format!("{value:.6e}");
        let rounded: f64 = digits.parse().unwrap_or(value);
        format!("{rounded}")
    } else {
        let digits = format!("{value:.6e}");
        let (mantissa, exponent) = digits.split_once('e').unwrap_or((&digits, "0"));
        let mantissa = mantissa.trim_end_matches('0').trim_end_matches('.');
        return format!("({mantissa} · 10^({exponent}))");
    };
    if value < 0.0 { format!("({text})") } else { text }
}

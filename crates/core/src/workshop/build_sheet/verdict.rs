//! The verdict on the build sheet: what does not hold, what is to be known, what holds.

use maud::{Markup, html};

use super::html::{section, table};
use crate::evaluation::OptionEvaluation;
use crate::evaluation::checks::{Check, CheckClass, Verdict};
use crate::format::significant;

/// Verdict and class in a word: sizes fit or do not, whatever fails is called out.
const fn word(check: &Check) -> &'static str {
    match check.verdict {
        Verdict::Fail if check.fits.is_some() => "DOES NOT FIT",
        Verdict::Ok => "holds",
        Verdict::Tight => "tight",
        Verdict::Fail => "FAILS",
        Verdict::Unknown => "unknown",
    }
}

/// Title of a check, with the drive where it is about one.
fn name(check: &Check) -> String {
    check.drive.as_ref().map_or_else(|| check.title.to_owned(), |drive| format!("{}, {drive}", check.title))
}

/// Demand and limit; sizes say it in their sentence.
fn figures(check: &Check) -> String {
    match (check.demand, check.limit) {
        (Some(demand), Some(limit)) if check.fits.is_none() => {
            format!("{} of {} {}", significant(demand), significant(limit), check.unit)
        }
        _ => String::new(),
    }
}

/// What does not hold, what is to be known, what holds.
pub(super) fn verdict(result: &OptionEvaluation) -> Markup {
    let (holds, rest): (Vec<&Check>, Vec<&Check>) =
        result.checks.iter().partition(|check| check.verdict == Verdict::Ok);
    let (to_know, rest): (Vec<&Check>, Vec<&Check>) =
        rest.into_iter().partition(|check| check.class == CheckClass::Caution && check.verdict == Verdict::Tight);
    let wrong: Vec<Vec<String>> = rest
        .iter()
        .map(|check| vec![word(check).to_owned(), name(check), figures(check), check.because.clone()])
        .collect();
    let known: Vec<Vec<String>> =
        to_know.iter().map(|check| vec![name(check), figures(check), check.because.clone()]).collect();
    // What holds needs no reason: two to a line.
    let cells = |check: Option<&&Check>| match check {
        Some(check) if check.fits == Some(true) => [name(check), "fits".to_owned()],
        Some(check) => [name(check), figures(check)],
        None => [String::new(), String::new()],
    };
    let fine: Vec<Vec<String>> =
        holds.chunks(2).map(|pair| [cells(pair.first()), cells(pair.get(1))].concat()).collect();
    let inside = html! {
        @if wrong.is_empty() {
            p { "Everything holds with room to spare." }
        } @else {
            (table(&["", "check", "#figures", "why"], &wrong))
        }
        @if !known.is_empty() { h3 { "know this" } (table(&["caution", "#figures", "why"], &known)) }
        @if !fine.is_empty() { h3 { "holds" } (table(&["check", "#figures", "check", "#figures"], &fine)) }
    };
    section("verdict", "Verdict", &inside)
}

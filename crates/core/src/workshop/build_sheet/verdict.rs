//! The verdict on the build sheet: what does not hold, what is to be known, what holds.

use maud::{Markup, html};

use super::html::{section, table};
use crate::evaluation::OptionEvaluation;
use crate::evaluation::checks::{Check, CheckClass, Verdict};
use crate::format::percent;

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

/// What does not hold, what is to be known, what holds.
pub(super) fn verdict(result: &OptionEvaluation) -> Markup {
    let (holds, rest): (Vec<&Check>, Vec<&Check>) =
        result.checks.iter().partition(|check| check.verdict == Verdict::Ok);
    let (to_know, rest): (Vec<&Check>, Vec<&Check>) =
        rest.into_iter().partition(|check| check.class == CheckClass::Caution && check.verdict == Verdict::Tight);
    let wrong: Vec<Vec<String>> = rest
        .iter()
        .map(|check| vec![word(check).to_owned(), name(check), check.said.clone(), check.because.clone()])
        .collect();
    let known: Vec<Vec<String>> =
        to_know.iter().map(|check| vec![name(check), check.said.clone(), check.because.clone()]).collect();
    // What holds is counted: which of it would be next is what one may want to know.
    let next = holds
        .iter()
        .filter(|check| check.fits.is_none())
        .max_by(|a, b| a.utilisation.unwrap_or_default().total_cmp(&b.utilisation.unwrap_or_default()));
    let fine = match (holds.len(), next.and_then(|check| Some((check, check.utilisation?)))) {
        (0, _) => String::new(),
        (count, Some((check, used))) => {
            format!(
                "{count} checks hold; nearest to its limit is {}, {} of it used.",
                name(check).to_lowercase(),
                percent(used)
            )
        }
        (count, None) => format!("{count} checks hold."),
    };
    let inside = html! {
        @if wrong.is_empty() {
            p { "Everything holds with room to spare." }
        } @else {
            (table(&["", "check", "#figures", "why"], &wrong))
        }
        @if !known.is_empty() { h3 { "know this" } (table(&["caution", "#figures", "why"], &known)) }
        @if !fine.is_empty() { p { (fine) } }
    };
    section("verdict", "Verdict", &inside)
}

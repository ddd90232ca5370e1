//! The pieces every section of the sheet is made of.

use maud::{Markup, html};

/// A section under its heading.
pub(super) fn section(id: &str, heading: &str, inside: &Markup) -> Markup {
    html! { section id=(id) { h2 { (heading) } (inside) } }
}

/// A table: heads, then rows; columns whose head starts with `#` hold figures.
pub(super) fn table(heads: &[&str], rows: &[Vec<String>]) -> Markup {
    let figure = |head: &str| head.starts_with('#').then_some("n");
    html! {
        table {
            thead { tr { @for head in heads { th class=[figure(head)] { (head.trim_start_matches('#')) } } } }
            tbody {
                @for row in rows {
                    tr { @for (cell, head) in row.iter().zip(heads) { td class=[figure(head)] { (cell) } } }
                }
            }
        }
    }
}

/// A list of plain sentences.
pub(super) fn list<S: AsRef<str>>(items: impl IntoIterator<Item = S>) -> Markup {
    html! { ul { @for item in items { li { (item.as_ref()) } } } }
}

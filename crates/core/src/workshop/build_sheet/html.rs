//! Text that goes into HTML.

use std::fmt::Write as _;

use crate::format::escaped;

/// A document that is being written.
#[derive(Debug, Default)]
pub(super) struct Html(pub String);

impl Html {
    /// Markup as it is.
    pub fn raw(&mut self, markup: &str) {
        self.0.push_str(markup);
    }

    /// A paragraph of plain text.
    pub fn words(&mut self, class: &str, text: &str) {
        // Writing to a text cannot fail.
        let _ = write!(self.0, "<p class=\"{class}\">{}</p>", escaped(text));
    }

    /// Opens a section with its heading.
    pub fn section(&mut self, id: &str, heading: &str) {
        let _ = write!(self.0, "<section id=\"{id}\"><h2>{}</h2>", escaped(heading));
    }

    /// Closes it.
    pub fn end(&mut self) {
        self.raw("</section>");
    }

    /// A table: heads, then rows; columns whose head starts with `#` hold figures.
    pub fn table(&mut self, heads: &[&str], rows: &[Vec<String>]) {
        let figure: Vec<bool> = heads.iter().map(|head| head.starts_with('#')).collect();
        self.raw("<table><thead><tr>");
        for head in heads {
            let class = if head.starts_with('#') { " class=\"n\"" } else { "" };
            let _ = write!(self.0, "<th{class}>{}</th>", escaped(head.trim_start_matches('#')));
        }
        self.raw("</tr></thead><tbody>");
        for row in rows {
            self.raw("<tr>");
            for (cell, figure) in row.iter().zip(&figure) {
                let class = if *figure { " class=\"n\"" } else { "" };
                let _ = write!(self.0, "<td{class}>{}</td>", escaped(cell));
            }
            self.raw("</tr>");
        }
        self.raw("</tbody></table>");
    }

    /// A list of plain sentences.
    pub fn list<S: AsRef<str>>(&mut self, class: &str, items: impl IntoIterator<Item = S>) {
        let _ = write!(self.0, "<ul class=\"{class}\">");
        for item in items {
            let _ = write!(self.0, "<li>{}</li>", escaped(item.as_ref()));
        }
        self.raw("</ul>");
    }
}

//! What every table file has: its text, what divides its cells, cells that a table program would run.

use super::csv_in::TableError;

/// Letters that make table programs run a cell as a formula.
pub const RUNS: &[char] = &['=', '+', '-', '@', '\t', '\r'];

/// The text of a table file, without a byte-order mark.
///
/// # Errors
/// [`TableError::Utf16`] and [`TableError::Encoding`] with line and byte.
pub fn text_of(bytes: &[u8]) -> Result<&str, TableError> {
    if bytes.starts_with(&[0xFF, 0xFE]) || bytes.starts_with(&[0xFE, 0xFF]) {
        return Err(TableError::Utf16);
    }
    let bytes = bytes.strip_prefix(&[0xEF, 0xBB, 0xBF]).unwrap_or(bytes);
    std::str::from_utf8(bytes).map_err(|error| {
        let good = error.valid_up_to();
        TableError::Encoding { line: 1 + bytes[..good].iter().filter(|byte| **byte == b'\n').count(), byte: good + 1 }
    })
}

/// Comma, semicolon or tab: the one the header has most of.
pub(crate) fn delimiter(text: &str) -> u8 {
    let header = text.lines().next().unwrap_or_default();
    let count = |delimiter: u8| header.bytes().filter(|byte| *byte == delimiter).count();
    [b',', b';', b'\t'].into_iter().rev().max_by_key(|delimiter| count(*delimiter)).unwrap_or(b',')
}

/// A table program reads on to the end of the file from a quote that is never closed; here it is named.
pub(crate) fn refuse_open_quote(text: &str) -> Result<(), TableError> {
    let mut open: Option<usize> = None;
    let mut line = 1;
    for byte in text.bytes() {
        match byte {
            b'"' => open = if open.is_some() { None } else { Some(line) },
            b'\n' => line += 1,
            _ => {}
        }
    }
    open.map_or(Ok(()), |line| Err(TableError::OpenQuote { line }))
}

/// A cell without the apostrophe that keeps table programs from running it.
pub(crate) fn harmless(cell: &str) -> &str {
    match cell.strip_prefix('\'') {
        Some(rest) if rest.trim_start_matches('\'').starts_with(RUNS) => rest,
        _ => cell,
    }
}

/// A table as CSV: a heading and rows of cells.
pub(crate) fn write<H, R, C>(heading: H, rows: R) -> String
where
    H: IntoIterator<Item: AsRef<[u8]>>,
    R: IntoIterator<Item = C>,
    C: IntoIterator<Item: AsRef<[u8]>>,
{
    lines([heading]) + &lines(rows)
}

/// Lines of a table as CSV.
pub(crate) fn lines<R, C>(rows: R) -> String
where
    R: IntoIterator<Item = C>,
    C: IntoIterator<Item: AsRef<[u8]>>,
{
    let mut writer = csv::WriterBuilder::new().flexible(true).from_writer(Vec::new());
    for row in rows {
        // Writing to memory does not fail.
        let _ = writer.write_record(row);
    }
    writer.into_inner().ok().and_then(|bytes| String::from_utf8(bytes).ok()).unwrap_or_default()
}

/// Text that no table program runs: an apostrophe in front of what would be a formula.
pub(crate) fn defused(text: &str) -> String {
    if text.trim_start_matches('\'').starts_with(RUNS) { format!("'{text}") } else { text.to_owned() }
}

/// A number with a decimal point, or with a comma where semicolons divide the cells.
pub(crate) fn figure(text: &str, decimal_comma: bool) -> Option<f64> {
    let text = if decimal_comma { text.replace(',', ".") } else { text.to_owned() };
    text.parse::<f64>().ok().filter(|value| value.is_finite())
}

//! A search of the shelf: each condition marks the parts it holds for, in one pass over an index; those with every mark are
//! put in order, and only the documents of the page are read.

use rusqlite::types::Value;
use rusqlite::{Connection, Params, params_from_iter};

use super::{StoredPart, row};
use crate::StoreError;

/// A range that a figure must be in.
#[derive(Debug, Clone, PartialEq)]
pub struct Range {
    /// Key of the figure.
    pub key: String,
    /// Smallest value that does.
    pub at_least: Option<f64>,
    /// Largest value that does.
    pub at_most: Option<f64>,
}

/// What is looked for.
#[derive(Debug, Clone, Default, PartialEq)]
pub struct Search {
    /// Kind of part; any when left out.
    pub kind: Option<String>,
    /// Beginnings of words, all of which must be found.
    pub text: String,
    /// Ranges of figures, all of which must hold. A part without the figure is not found.
    pub ranges: Vec<Range>,
    /// Words that must stand, by key.
    pub words: Vec<(String, String)>,
    /// Only parts in the drawer, or only those that are not.
    pub owned: Option<bool>,
    /// Retired parts instead of the others.
    pub retired: bool,
    /// Key of the figure to sort by; by name when left out. Parts without it come last.
    pub sort: Option<String>,
    /// Largest first.
    pub descending: bool,
    /// How many to give at most.
    pub limit: u32,
    /// How many to skip.
    pub offset: u32,
}

/// What was found.
#[derive(Debug, Clone, PartialEq, Eq)]
pub struct Found {
    /// How many there are in all.
    pub total: u32,
    /// The ones asked for.
    pub parts: Vec<StoredPart>,
}

/// Searches the shelf.
///
/// # Errors
/// What SQLite reports.
pub fn search(connection: &Connection, search: &Search) -> Result<Found, StoreError> {
    // One state of the shelf for all that is asked of it.
    let at_one_moment = connection.unchecked_transaction()?;
    let found = numbers(&at_one_moment, search)?;
    let page: Vec<i64> = found.iter().skip(search.offset as usize).take(search.limit as usize).copied().collect();
    Ok(Found { total: u32::try_from(found.len()).unwrap_or(u32::MAX), parts: by_numbers(&at_one_moment, &page)? })
}

/// The numbers of all parts that a search finds, in its order; `limit` and `offset` are not looked at.
///
/// # Errors
/// What SQLite reports.
pub fn numbers(connection: &Connection, search: &Search) -> Result<Vec<i64>, StoreError> {
    let mut found = by_name(connection, search)?;
    let met = Met::of(connection, search, &found)?;
    found.retain(|number| met.all(*number));
    if let Some(key) = &search.sort {
        by_figure(connection, key, search.descending, &mut found)?;
    } else if search.descending {
        found.reverse();
    }
    Ok(found)
}

/// The parts of these numbers, in their order. A number that is not there is left out.
///
/// # Errors
/// What SQLite reports.
pub fn by_numbers(connection: &Connection, numbers: &[i64]) -> Result<Vec<StoredPart>, StoreError> {
    let mut whole = connection
        .prepare_cached("SELECT id, revision, updated_at, retired_at, document FROM part WHERE number = ?")?;
    let mut parts = Vec::with_capacity(numbers.len());
    for number in numbers {
        parts.extend(whole.query_map([number], row)?.collect::<Result<Vec<_>, _>>()?);
    }
    Ok(parts)
}

/// Everything of the kind that is offered, or retired, by name.
fn by_name(connection: &Connection, search: &Search) -> Result<Vec<i64>, StoreError> {
    let retired = if search.retired { "NOT " } else { "" };
    let (kind, bound) = match &search.kind {
        Some(kind) => ("AND kind = ? ", Some(kind)),
        None => ("", None),
    };
    let asked =
        format!("SELECT number FROM part WHERE retired_at IS {retired}NULL {kind}ORDER BY label COLLATE NOCASE, id");
    let mut statement = connection.prepare_cached(&asked)?;
    let numbers = statement.query_map(params_from_iter(bound), |row| row.get(0))?.collect::<Result<_, _>>()?;
    Ok(numbers)
}

/// How many conditions each part meets, by its number.
struct Met {
    asked: usize,
    of: Vec<usize>,
}

impl Met {
    /// Asks each condition of a search; only the parts `among` count.
    fn of(connection: &Connection, search: &Search, among: &[i64]) -> Result<Self, StoreError> {
        let room = among.iter().max().map_or(0, |most| place(*most) + 1);
        let mut met = Self { asked: 0, of: vec![0; room] };
        if let Some(pattern) = pattern(&search.text) {
            met.mark(connection, "SELECT rowid FROM part_text WHERE part_text MATCH ?", [pattern])?;
        }
        for range in &search.ranges {
            let (least, most) = (range.at_least.unwrap_or(f64::MIN), range.at_most.unwrap_or(f64::MAX));
            let bound: [Value; 3] = [range.key.clone().into(), least.into(), most.into()];
            met.mark(
                connection,
                "SELECT part FROM part_figure WHERE key = ? AND value BETWEEN ? AND ?",
                params_from_iter(bound),
            )?;
        }
        const WITH_WORD: &str = "SELECT part FROM part_word WHERE key = ? AND word = ?";
        for (key, word) in &search.words {
            met.mark(connection, WITH_WORD, [key, word])?;
        }
        match search.owned {
            Some(true) => met.mark(connection, WITH_WORD, ["owned", "true"])?,
            Some(false) => met.unmark(connection, WITH_WORD, ["owned", "true"])?,
            None => {}
        }
        Ok(met)
    }

    /// One more condition, met by the parts that are selected.
    fn mark(&mut self, connection: &Connection, select: &str, bound: impl Params) -> Result<(), StoreError> {
        self.asked += 1;
        self.each(connection, select, bound, |met| *met = met.saturating_add(1))
    }

    /// The parts that are selected are out.
    fn unmark(&mut self, connection: &Connection, select: &str, bound: impl Params) -> Result<(), StoreError> {
        self.each(connection, select, bound, |met| *met = usize::MAX)
    }

    fn each(
        &mut self,
        connection: &Connection,
        select: &str,
        bound: impl Params,
        mark: impl Fn(&mut usize),
    ) -> Result<(), StoreError> {
        let mut statement = connection.prepare_cached(select)?;
        let mut rows = statement.query(bound)?;
        while let Some(row) = rows.next()? {
            if let Some(met) = self.of.get_mut(place(row.get(0)?)) {
                mark(met);
            }
        }
        Ok(())
    }

    fn all(&self, number: i64) -> bool {
        self.of.get(place(number)) == Some(&self.asked)
    }
}

/// Puts parts that stand by name in the order of a figure; those without it come last, those with the same stay by name.
fn by_figure(connection: &Connection, key: &str, descending: bool, parts: &mut [i64]) -> Result<(), StoreError> {
    let room = parts.iter().max().map_or(0, |most| place(*most) + 1);
    let mut values = vec![f64::NAN; room];
    let mut statement = connection.prepare_cached("SELECT part, value FROM part_figure WHERE key = ?")?;
    let mut rows = statement.query([key])?;
    while let Some(row) = rows.next()? {
        if let Some(value) = values.get_mut(place(row.get(0)?)) {
            *value = row.get(1)?;
        }
    }
    parts.sort_by(|one, other| {
        let (one, other) = (values[place(*one)], values[place(*other)]);
        let by_value = if descending { other.total_cmp(&one) } else { one.total_cmp(&other) };
        one.is_nan().cmp(&other.is_nan()).then(by_value)
    });
    Ok(())
}

/// Numbers of parts count up from 1.
fn place(number: i64) -> usize {
    usize::try_from(number).unwrap_or(0)
}

/// The full-text pattern of what was typed: every word from its beginning, whatever signs stand between; `None` when
/// there is no word in it.
fn pattern(typed: &str) -> Option<String> {
    const MOST_WORDS: usize = 12;
    let words: Vec<String> = typed
        .split(|letter: char| !letter.is_alphanumeric())
        .filter(|word| !word.is_empty())
        .take(MOST_WORDS)
        .map(|word| format!("\"{word}\"*"))
        .collect();
    (!words.is_empty()).then(|| words.join(" "))
}

//! Points of a course as a table: read from CSV, written as CSV. Columns are named as in the document.

use serde::Serialize;

use crate::document::course::{CoursePoint, MOST_POINTS};
use crate::shelf::csv_in::{RowProblem, TableError};
use crate::shelf::table::{self, delimiter, figure, harmless, refuse_open_quote};

/// What a table says of a course.
#[derive(Debug, Clone, PartialEq, Default, Serialize, schemars::JsonSchema)]
pub struct ReadPoints {
    /// The points, in the order of the table.
    pub points: Vec<CoursePoint>,
    /// What is wrong with rows; those are left out.
    pub problems: Vec<RowProblem>,
}

/// A column that is read: what it may be headed, and what turns its figure into the unit of the document.
struct Column {
    heads: &'static [&'static str],
    factor: f64,
    set: fn(&mut CoursePoint, f64),
    least: f64,
    most: f64,
}

/// Columns by their heads. Speeds are also taken in km/h and mph, times in minutes, ways in km.
const COLUMNS: &[Column] = &[
    Column { heads: &["t_s", "time", "seconds"], factor: 1.0, set: |p, v| p.t_s = Some(v), least: 0.0, most: 1e6 },
    Column { heads: &["t_min", "minutes"], factor: 60.0, set: |p, v| p.t_s = Some(v), least: 0.0, most: 1e6 },
    Column {
        heads: &["distance_m", "distance"],
        factor: 1.0,
        set: |p, v| p.distance_m = Some(v),
        least: 0.0,
        most: 1e7,
    },
    Column { heads: &["distance_km"], factor: 1000.0, set: |p, v| p.distance_m = Some(v), least: 0.0, most: 1e7 },
    Column { heads: &["speed_m_s", "speed"], factor: 1.0, set: |p, v| p.speed_m_s = Some(v), least: 0.0, most: 150.0 },
    Column {
        heads: &["speed_km_h", "km/h"],
        factor: 1.0 / 3.6,
        set: |p, v| p.speed_m_s = Some(v),
        least: 0.0,
        most: 150.0,
    },
    Column {
        heads: &["speed_mph", "mph"],
        factor: 0.447_04,
        set: |p, v| p.speed_m_s = Some(v),
        least: 0.0,
        most: 150.0,
    },
    Column {
        heads: &["output_rpm", "rpm"],
        factor: 1.0,
        set: |p, v| p.output_rpm = Some(v),
        least: 0.0,
        most: 500_000.0,
    },
    Column {
        heads: &["grade_percent", "grade"],
        factor: 1.0,
        set: |p, v| p.grade_percent = v,
        least: -100.0,
        most: 100.0,
    },
    Column { heads: &["load_share", "load"], factor: 1.0, set: |p, v| p.load_share = v, least: 0.0, most: 20.0 },
    Column { heads: &["wait_s", "wait"], factor: 1.0, set: |p, v| p.wait_s = v, least: 0.0, most: 1e5 },
];

const EMPTY: CoursePoint = CoursePoint {
    t_s: None,
    distance_m: None,
    speed_m_s: None,
    output_rpm: None,
    grade_percent: 0.0,
    load_share: 1.0,
    wait_s: 0.0,
};

/// Reads a table of points. A column of time or distance is needed, and one of speed; the rest may be left out.
///
/// # Errors
/// [`TableError`] when the file as a whole cannot be read. What is wrong with single rows is in the answer.
pub fn from_csv(text: &str) -> Result<ReadPoints, TableError> {
    refuse_open_quote(text)?;
    let mark = delimiter(text);
    let mut reader = csv::ReaderBuilder::new().delimiter(mark).flexible(true).from_reader(text.as_bytes());
    let heads = reader.headers().map_err(|_| TableError::Empty)?.clone();
    let columns: Vec<(usize, &str, &Column)> = heads
        .iter()
        .enumerate()
        .filter_map(|(place, head)| {
            let head = head.trim();
            let column =
                COLUMNS.iter().find(|column| column.heads.iter().any(|known| known.eq_ignore_ascii_case(head)))?;
            Some((place, head, column))
        })
        .collect();
    let has = |keys: &[&str]| columns.iter().any(|(_, _, column)| keys.contains(&column.heads[0]));
    if !has(&["t_s", "t_min", "distance_m", "distance_km"]) {
        return Err(TableError::NoColumn { header: "t_s or distance_m" });
    }
    if !has(&["speed_m_s", "speed_km_h", "speed_mph", "output_rpm"]) {
        return Err(TableError::NoColumn { header: "speed_m_s or output_rpm" });
    }
    let mut read = ReadPoints::default();
    for record in reader.records().filter_map(Result::ok) {
        if record.iter().all(|cell| cell.trim().is_empty()) {
            continue;
        }
        let line = record.position().map_or(0, csv::Position::line);
        let mut point = EMPTY;
        let before = read.problems.len();
        for (place, head, column) in &columns {
            let cell = harmless(record.get(*place).unwrap_or_default().trim());
            if cell.is_empty() {
                continue;
            }
            let value = figure(cell, mark == b';').map(|value| value * column.factor);
            match value.filter(|value| (column.least..=column.most).contains(value)) {
                Some(value) => (column.set)(&mut point, value),
                None => read.problems.push(RowProblem {
                    line,
                    column: Some((*head).to_owned()),
                    detail: format!(
                        "{cell:?} came, a number from {} to {} is needed",
                        column.least / column.factor,
                        column.most / column.factor
                    ),
                }),
            }
        }
        if read.points.len() >= MOST_POINTS {
            read.problems.push(RowProblem {
                line,
                column: None,
                detail: format!("at most {MOST_POINTS} points are possible: the rest is left out"),
            });
            break;
        }
        if read.problems.len() == before {
            read.points.push(point);
        }
    }
    Ok(read)
}

/// The points as a table, with the columns that any of them uses.
#[must_use]
pub fn to_csv(points: &[CoursePoint]) -> String {
    type Get = fn(&CoursePoint) -> Option<f64>;
    let all: [(&str, Get, bool); 7] = [
        ("t_s", |p| p.t_s, false),
        ("distance_m", |p| p.distance_m, false),
        ("speed_m_s", |p| p.speed_m_s, false),
        ("output_rpm", |p| p.output_rpm, false),
        ("grade_percent", |p| (p.grade_percent != 0.0).then_some(p.grade_percent), false),
        ("load_share", |p| (p.load_share != 1.0).then_some(p.load_share), true),
        ("wait_s", |p| (p.wait_s != 0.0).then_some(p.wait_s), false),
    ];
    let used: Vec<_> = all.iter().filter(|(_, get, _)| points.iter().any(|point| get(point).is_some())).collect();
    let heading: Vec<&str> = used.iter().map(|(head, ..)| *head).collect();
    let rows = points.iter().map(|point| {
        used.iter()
            .map(|(_, get, one)| get(point).unwrap_or(if *one { 1.0 } else { 0.0 }).to_string())
            .collect::<Vec<_>>()
    });
    table::write(heading, rows)
}

#[cfg(test)]
mod tests {
    use super::{from_csv, to_csv};
    use crate::shelf::csv_in::TableError;

    #[test]
    fn other_units_semicolons_and_commas_are_taken() {
        let read = from_csv("t_min;speed_km_h;grade\n0;0;0\n1,5;36;-4,5\n").unwrap();
        assert!(read.problems.is_empty());
        assert_eq!(read.points[1].t_s, Some(90.0));
        assert!((read.points[1].speed_m_s.unwrap() - 10.0).abs() < 1e-12);
        assert!((read.points[1].grade_percent + 4.5).abs() < 1e-12);
    }

    #[test]
    fn a_table_written_is_read_back() {
        let table =
            "distance_m,speed_m_s,grade_percent,load_share,wait_s\n0,0,0,1,0\n10.5,2.25,-3,1.5,0\n20,0,0,1,30\n";
        assert_eq!(to_csv(&from_csv(table).unwrap().points), table);
    }

    #[test]
    fn rows_that_cannot_be_are_named_and_left_out() {
        let read = from_csv("t_s,speed_m_s\n0,0\n1,fast\n2,400\n\n3,1\n").unwrap();
        assert_eq!(read.points.len(), 2);
        let said: Vec<_> = read.problems.iter().map(|problem| (problem.line, problem.detail.as_str())).collect();
        assert_eq!(
            said,
            [
                (3, "\"fast\" came, a number from 0 to 150 is needed"),
                (4, "\"400\" came, a number from 0 to 150 is needed")
            ]
        );
    }

    #[test]
    fn a_table_without_the_columns_it_needs_says_which() {
        assert_eq!(from_csv("a,b\n1,2\n").unwrap_err(), TableError::NoColumn { header: "t_s or distance_m" });
        assert_eq!(from_csv("t_s,b\n1,2\n").unwrap_err(), TableError::NoColumn { header: "speed_m_s or output_rpm" });
    }
}

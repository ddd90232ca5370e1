//! A line of words, or a seller's block of text, read into the figures of a part.
//!
//! `5S 5000 20C`, `63x74 190kv 45A`, `1:27 24V 120rpm`, `27T 540`: what was understood is told figure by figure with the words
//! it came from, and what was not is left.

use std::sync::LazyLock;

use regex::{Captures, Regex};
use serde::Serialize;
use serde_json::{Map, Value, json};

use super::PartKind;
use super::line_text::{kind_of_text, plain};
use super::line_usual::{FLAT_CELL_V, FULL_CELL_V, MOST_INCHES, SOLD_FOR, lead_acid_volts, round_cell_volts};
use super::line_words::{Pattern, patterns};
use crate::document::{Chemistry, GearingKind, MotorForm};
use crate::format::four_figures;
use crate::formulas::units::quantity_of;
use crate::listing::size_code::size_code;
use crate::listing::work_out::WorkedOut;

/// Longest text that is read, letters.
pub const LONGEST: usize = 8000;
/// What a pattern means.
#[derive(Debug, Clone, Copy, PartialEq)]
pub(super) enum Heard {
    /// A number in a unit; the pattern's own group `unit` counts before the one named here.
    Figure { key: &'static str, unit: &'static str },
    /// Two numbers; an empty key is not kept.
    Pair { keys: [&'static str; 2], unit: &'static str },
    /// A word of a choice.
    Word { key: &'static str, word: &'static str },
    /// Something it can do.
    Flag { key: &'static str },
    /// A number in words.
    Count { key: &'static str, count: u32 },
    /// Speed under load: counts where no other is told.
    LoadedSpeed,
    /// Volts of the battery that a controller is sold for, or the most it stands.
    SupplyVolts,
    /// Diameter by length.
    Size,
    /// Three to five figures that may be a size by name or by measure.
    SizeName,
    /// Brushless: which kind hangs on Kv.
    Brushless,
    /// Cells in series and side by side.
    SeriesParallel,
    /// Volts of a pack: cells by what one has.
    PackVolts,
    /// Watt-hours of a pack.
    PackEnergy,
    /// Amps of a pack: a C rating by its capacity.
    PackAmps,
    /// A bare number of milliampere-hours.
    PackMilliamps,
    /// Length by width by height.
    Box,
    /// A gear motor that everybody calls by two letters.
    PlasticGearMotor,
    /// Pitch of a chain by its name.
    ChainPitch { mm: f64 },
    /// Diameter by width: in inches while it is small.
    Tyre,
    /// About something else, or about nothing.
    Elsewhere,
}

/// A figure that was understood.
#[derive(Debug, Clone, PartialEq, Serialize, schemars::JsonSchema)]
pub struct HeardFigure {
    /// Dotted key in the part's document.
    pub key: String,
    /// What a maker calls it.
    pub label: String,
    /// Value in the document's unit, or a word.
    pub value: Value,
    /// The words it came from; empty where nobody said it.
    pub heard: String,
}

/// A text as it was understood.
#[derive(Debug, Clone, PartialEq, Serialize, schemars::JsonSchema)]
pub struct LineReading {
    /// Kind of the part.
    pub kind: PartKind,
    /// What was understood, in the order of the text.
    pub figures: Vec<HeardFigure>,
    /// What stands in the part because it is usual, not because it was read.
    pub usual: Vec<HeardFigure>,
    /// What was not.
    pub left: Vec<String>,
    /// The members of the part's document; a motor's with what was worked out.
    pub part: Value,
    /// What was worked out of a motor; null for anything else.
    pub worked_out: Option<WorkedOut>,
}

pub(super) struct Compiled {
    pub regex: Regex,
    pub heard: Heard,
}

pub(super) fn compiled(kind: PartKind) -> &'static [Compiled] {
    static ALL: LazyLock<Vec<Vec<Compiled>>> = LazyLock::new(|| {
        let compile =
            |pattern: &Pattern| Regex::new(pattern.regex).ok().map(|regex| Compiled { regex, heard: pattern.heard });
        PartKind::ALL.iter().map(|kind| patterns(*kind).filter_map(compile).collect()).collect()
    });
    let place = PartKind::ALL.iter().position(|known| *known == kind).unwrap_or_default();
    &ALL[place]
}

/// Reads a text. `kind`: what it is about where that is known; `wheel_diameter_m`: of the wheel that a hub would sit in.
#[must_use]
pub fn read_line(text: &str, kind: Option<PartKind>, wheel_diameter_m: Option<f64>) -> LineReading {
    let kind = kind.unwrap_or_else(|| kind_of_text(text));
    let mut reader = Reader {
        kind,
        rest: plain(text),
        part: Map::new(),
        heard: Vec::new(),
        usual: Vec::new(),
        aside: Vec::new(),
        parallel: 1.0,
        loaded: None,
        sold_for: None,
    };
    for pattern in compiled(kind) {
        reader.listen(pattern);
    }
    reader.told(wheel_diameter_m)
}

pub(super) struct Reader {
    pub kind: PartKind,
    /// What has not been understood yet; what has is blanked, so that places stay.
    pub rest: String,
    pub part: Map<String, Value>,
    /// With its place in the text.
    pub heard: Vec<(usize, HeardFigure)>,
    /// What nobody said and is usual.
    pub usual: Vec<HeardFigure>,
    /// Figures that are about something else.
    pub aside: Vec<String>,
    /// Cells in parallel.
    pub parallel: f64,
    /// Place, rpm and words of a speed under load.
    pub loaded: Option<(usize, f64, String)>,
    /// Fresh from the charger: the battery that a controller is sold for, V.
    pub sold_for: Option<f64>,
}

/// What stands for a letter that was understood.
pub(super) const TAKEN: char = '\u{1}';

impl Reader {
    fn listen(&mut self, pattern: &Compiled) {
        let mut from = 0;
        while let Some(found) = pattern.regex.captures_at(&self.rest.clone(), from) {
            let Some(whole) = found.get(0).filter(|whole| !whole.is_empty()) else { return };
            from = whole.end();
            if self.take(pattern.heard, &found) {
                let blank: String =
                    self.rest[whole.range()].chars().map(|letter| if letter == '\n' { '\n' } else { TAKEN }).collect();
                // A letter of more than one byte is taken as one: places behind it move back.
                self.rest.replace_range(whole.range(), &blank);
                from = whole.start() + blank.len();
            }
        }
    }

    /// Takes a match; false leaves it.
    fn take(&mut self, heard: Heard, found: &Captures<'_>) -> bool {
        let number = |group: usize| found.get(group).and_then(|text| text.as_str().parse::<f64>().ok());
        match heard {
            Heard::Count { key, count } => self.put(key, json!(f64::from(count)), found),
            Heard::PlasticGearMotor => {
                self.get("facts.form").is_none_or(|form| *form == MotorForm::Gear.word())
                    && self.put("facts.form", MotorForm::Gear.word().into(), found)
                    && (self.get("facts.size_code").is_some() || self.put("facts.size_code", "130".into(), found))
            }
            Heard::ChainPitch { mm } => {
                self.put("kind", GearingKind::Chain.word().into(), found) && self.put("pitch_mm", json!(mm), found)
            }
            Heard::Tyre => {
                let Some((across, wide)) = number(1).zip(number(2)) else { return false };
                let mm = if across <= MOST_INCHES { 25.4 } else { 1.0 };
                let diameter_m = four_figures(across * mm / 1000.0);
                self.put("diameter_m", json!(diameter_m), found)
                    && self.put("width_mm", json!(four_figures(wide * mm)), found)
            }
            Heard::LoadedSpeed => {
                let Some(rpm) = number(1).filter(|_| self.loaded.is_none()) else { return false };
                let words = found.get(0).map_or((0, String::new()), |whole| (whole.start(), whole.as_str().to_owned()));
                self.loaded = Some((words.0, rpm, words.1));
                true
            }
            Heard::SupplyVolts => {
                let Some(volts) = number(1) else { return false };
                match SOLD_FOR.iter().find(|(sold_for, _)| *sold_for == volts) {
                    Some((_, full)) if self.get("max_voltage_v").is_none() && self.sold_for.is_none() => {
                        self.sold_for = Some(*full);
                        true
                    }
                    Some(_) => false,
                    None => self.put("max_voltage_v", json!(volts), found),
                }
            }
            Heard::Elsewhere => {
                let words = found.get(0).map_or("", |whole| whole.as_str());
                let has_figures = words.chars().any(|letter| letter.is_ascii_digit());
                if has_figures {
                    self.aside.push(words.to_owned());
                }
                has_figures
            }
            Heard::Figure { key, unit } => {
                let Some(value) = number(1) else { return false };
                let written = found
                    .name("unit")
                    .map(|unit| unit.as_str().replace(char::is_whitespace, ""))
                    .filter(|unit| !unit.is_empty());
                let Some(value) = in_document(key, value, written.as_deref().unwrap_or(unit)) else { return false };
                self.put(key, json!(value), found)
            }
            Heard::Pair { keys, unit } => {
                let mut any = false;
                for (place, key) in keys.iter().enumerate().filter(|(_, key)| !key.is_empty()) {
                    let Some(value) = number(place + 1).and_then(|value| in_document(key, value, unit)) else {
                        continue;
                    };
                    any |= self.put(key, json!(value), found);
                }
                any
            }
            Heard::Word { key, word } => {
                // A size is more than a family; what was measured counts.
                self.get(key).is_none_or(|there| *there == word) && self.put(key, word.into(), found)
            }
            Heard::Flag { key } => self.put(key, true.into(), found),
            Heard::Size => {
                let sides = number(1).zip(number(2)).map(|(a, b)| format!("{a}x{b}"));
                sides.is_some_and(|sides| {
                    size_code(&sides).is_some() && self.put("facts.size_code", sides.into(), found)
                })
            }
            Heard::SizeName => {
                let Some(name) = found.get(1).map(|name| name.as_str().to_owned()) else { return false };
                let plausible = size_code(&name)
                    .is_some_and(|size| (8.0..=130.0).contains(&size.diameter_mm) && size.length_mm >= 8.0);
                plausible && self.get("facts.size_code").is_none() && self.put("facts.size_code", name.into(), found)
            }
            Heard::Brushless => {
                if self.get("facts.form").is_some() {
                    return false;
                }
                // Fast ones have their rotor inside.
                let fast = self.get("facts.kv_rpm_per_v").and_then(Value::as_f64).is_some_and(|kv| kv > 1000.0);
                let turned = self.get("facts.turns").is_some();
                let form = if fast || turned { MotorForm::Inner } else { MotorForm::Outer };
                self.put("facts.form", form.word().into(), found)
            }
            Heard::SeriesParallel => {
                self.parallel = number(2).unwrap_or(1.0);
                number(1).is_some_and(|series| self.put("cells_series", json!(series), found))
            }
            Heard::PackVolts => {
                let Some(volts) = number(1) else { return false };
                if self.get("cells_series").is_some() {
                    return true;
                }
                let chemistry = self.chemistry().unwrap_or(match volts {
                    volts if lead_acid_volts(volts) => Chemistry::LeadAcid,
                    volts if round_cell_volts(volts) => Chemistry::LiIon,
                    _ => Chemistry::Lipo,
                });
                let cells = match volts {
                    // Tools are told by their volts fresh from the charger.
                    20.0 if chemistry == Chemistry::LiIon => 5.0,
                    40.0 if chemistry == Chemistry::LiIon => 10.0,
                    _ => (volts / chemistry.cell().nominal_v).round().max(1.0),
                };
                self.put("chemistry", chemistry.word().into(), found);
                self.put("cells_series", json!(cells), found)
            }
            Heard::PackEnergy => {
                let (Some(energy), None) = (number(1), self.get("capacity_ah")) else {
                    return self.get("capacity_ah").is_some();
                };
                let Some(cells) = self.get("cells_series").and_then(Value::as_f64) else { return false };
                let nominal = self.chemistry().unwrap_or(Chemistry::Lipo).cell().nominal_v;
                self.put("capacity_ah", json!(four_figures(energy / (cells * nominal))), found)
            }
            Heard::PackAmps => {
                let (Some(amps), Some(capacity)) = (number(1), self.get("capacity_ah").and_then(Value::as_f64)) else {
                    return false;
                };
                self.get("continuous_c").is_none()
                    && self.put("continuous_c", json!(four_figures(amps / capacity)), found)
            }
            Heard::PackMilliamps => {
                let Some(milliamps) = number(1) else { return false };
                self.get("capacity_ah").is_none()
                    && self.put("capacity_ah", json!(four_figures(milliamps / 1000.0)), found)
            }
            Heard::Box => {
                let sides: Vec<f64> = [1, 2, 3].into_iter().filter_map(number).collect();
                for (key, side) in ["size_mm.length", "size_mm.width", "size_mm.height"].into_iter().zip(sides) {
                    self.put(key, json!(side), found);
                }
                true
            }
        }
    }

    pub(super) fn chemistry(&self) -> Option<Chemistry> {
        let word = self.get("chemistry")?.as_str()?;
        Chemistry::ALL.iter().copied().find(|known| known.word() == word)
    }

    pub(super) fn get(&self, key: &str) -> Option<&Value> {
        match key.split_once('.') {
            Some((outer, inner)) => self.part.get(outer)?.get(inner),
            None => self.part.get(key),
        }
    }

    /// Keeps a value; the first one counts, a second of the same key is left.
    fn put(&mut self, key: &str, value: Value, found: &Captures<'_>) -> bool {
        if self.get(key).is_some() {
            return self.get(key) == Some(&value);
        }
        let Some(label) = label_of(self.kind, key) else { return self.put_in_other_words(key, &value, found) };
        super::csv_cell::insert(&mut self.part, key, value.clone());
        self.told_of(key, label, value, found);
        true
    }

    fn told_of(&mut self, key: &str, label: String, value: Value, found: &Captures<'_>) {
        let Some(whole) = found.get(0) else { return };
        let heard = whole.as_str().replace(TAKEN, " ").split_whitespace().collect::<Vec<_>>().join(" ");
        self.heard.push((whole.start(), HeardFigure { key: key.to_owned(), label, value, heard }));
    }

    /// Puts what is usual where nothing was said.
    pub(super) fn assume(&mut self, key: &str, value: Value) {
        if self.get(key).is_some() {
            return;
        }
        super::csv_cell::insert(&mut self.part, key, value.clone());
        let label = label_of(self.kind, key).unwrap_or_default();
        self.usual.push(HeardFigure { key: key.to_owned(), label, value, heard: String::new() });
    }

    /// Figures that stand in the document as another.
    fn put_in_other_words(&mut self, key: &str, value: &Value, found: &Captures<'_>) -> bool {
        let Some(value) = value.as_f64() else { return false };
        match key {
            "poles" => self.put("pole_pairs", json!((value / 2.0).round()), found),
            "steps" => self.put("facts.step_deg", json!(four_figures(360.0 / value)), found),
            // The face of a stepper in tenths of an inch.
            "face" => {
                let _ = self.put("can_diameter_mm", json!(four_figures(2.54 * value)), found);
                self.get("facts.form").is_some() || self.put("facts.form", MotorForm::Stepper.word().into(), found)
            }
            "cells.max" => self.put("max_voltage_v", json!(four_figures(value * FULL_CELL_V)), found),
            "cells.min" => self.put("min_voltage_v", json!(four_figures(value * FLAT_CELL_V)), found),
            _ => false,
        }
    }
}

/// A figure in the document's unit.
fn in_document(key: &str, value: f64, unit: &str) -> Option<f64> {
    if unit.is_empty() {
        return Some(value);
    }
    let unit = match unit {
        "watt" | "watts" => "W",
        other => other,
    };
    let known = quantity_of(key).unit(unit)?;
    format!("{:.9e}", known.in_document(value)).parse().ok()
}

/// What a maker calls a figure of a part.
pub(super) fn label_of(kind: PartKind, key: &str) -> Option<String> {
    super::csv_in::spec_of(kind, key).map(|spec| spec.label.to_owned())
}

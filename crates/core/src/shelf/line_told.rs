//! What was understood of a line, told: figures in the order of the text, what is usual beside them, what was left.

use std::sync::LazyLock;

use regex::Regex;
use serde_json::{Value, json};

use super::PartKind;
use super::line::{Heard, HeardFigure, LineReading, Reader, TAKEN, compiled, label_of};
use super::line_usual::{ROUND_CELL_C, usual_c};
use super::line_words::LABELS_OF_FIGURES;
use crate::document::{Chemistry, MachineKind, Provenance};
use crate::listing::work_out::work_out;

impl Reader {
    /// The speed under load stands for the free one where nobody told that.
    fn settle_speed(&mut self) {
        const SPEED: &str = "facts.speed_rpm";
        let Some((place, rpm, words)) = self.loaded.take() else { return };
        if self.get(SPEED).is_some() {
            self.aside.push(words);
            return;
        }
        super::csv_cell::insert(&mut self.part, SPEED, json!(rpm));
        let label = label_of(self.kind, SPEED).unwrap_or_default();
        self.heard.push((place, HeardFigure { key: SPEED.to_owned(), label, value: json!(rpm), heard: words }));
    }

    pub(super) fn told(mut self, wheel_diameter_m: Option<f64>) -> LineReading {
        self.settle_speed();
        self.heard.sort_by_key(|(place, _)| *place);
        self.usual_for_kind();
        let noise = compiled(self.kind).iter().filter(|pattern| pattern.heard == Heard::Elsewhere).collect::<Vec<_>>();
        let letters = |words: &str| words.chars().filter(|letter| letter.is_alphanumeric()).count();
        let left = self
            .rest
            .split(|letter: char| matches!(letter, TAKEN | '\n' | ',' | ';' | '|' | '(' | ')' | '/'))
            .map(|words| {
                let words = words.split_whitespace().collect::<Vec<_>>().join(" ");
                let whole = noise
                    .iter()
                    .any(|pattern| pattern.regex.find(&words).is_some_and(|found| found.len() == words.len()));
                // What stands beside a figure that was understood was understood with it.
                let label = letters(&without_labels(&words)) < 2;
                let has_figures = words.chars().any(|letter| letter.is_ascii_digit());
                if (whole || label) && !has_figures || letters(&words) < 2 { String::new() } else { words }
            })
            .filter(|words| !words.is_empty())
            .chain(std::mem::take(&mut self.aside))
            .collect();
        let heard = !self.heard.is_empty();
        let worked_out =
            (self.kind == PartKind::Motor && heard).then(|| work_out(&self.part, wheel_diameter_m).ok()).flatten();
        let part = worked_out.as_ref().map_or(Value::Object(self.part), |worked| worked.motor.clone());
        LineReading {
            kind: self.kind,
            figures: self.heard.into_iter().map(|(_, heard)| heard).collect(),
            usual: self.usual,
            left,
            part,
            worked_out,
        }
    }

    /// What a part of its kind is where nobody says otherwise.
    fn usual_for_kind(&mut self) {
        if self.heard.is_empty() && self.sold_for.is_none() {
            return;
        }
        match self.kind {
            PartKind::Battery => {
                // Pouches come in the size that is wanted and are told by their C; what stands in parallel is round cells
                // (common practice).
                let round = self.parallel > 1.0
                    && self.get("continuous_c").and_then(Value::as_f64).is_none_or(|c| c < ROUND_CELL_C);
                let usual = if round { Chemistry::LiIon } else { Chemistry::Lipo };
                self.assume("chemistry", usual.word().into());
                if !self.part.contains_key("continuous_c") && !self.part.contains_key("cell_resistance_ohm") {
                    let usual = usual_c(self.chemistry().unwrap_or(Chemistry::Lipo));
                    self.assume("continuous_c", json!(usual));
                    self.part.insert("provenance".to_owned(), json!({ "continuous_c": Provenance::Estimated }));
                }
            }
            PartKind::Controller => {
                if let Some(full) = self.sold_for.filter(|_| self.get("max_voltage_v").is_none()) {
                    self.assume("max_voltage_v", json!(full));
                    self.part.insert("provenance".to_owned(), json!({ "max_voltage_v": Provenance::Estimated }));
                }
                self.assume("kind", MachineKind::Brushless.word().into());
            }
            PartKind::GearingStage => {
                self.assume("kind", "spur".into());
            }
            PartKind::Motor | PartKind::Wheel => {}
        }
    }
}

/// A text without the words that only say which figure comes.
fn without_labels(words: &str) -> String {
    static LABELS: LazyLock<Option<Regex>> = LazyLock::new(|| Regex::new(LABELS_OF_FIGURES).ok());
    LABELS.as_ref().map_or_else(|| words.to_owned(), |labels| labels.replace_all(words, "").into_owned())
}

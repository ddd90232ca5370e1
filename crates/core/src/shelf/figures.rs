//! What a part is searched, filtered and compared by: its numbers and its words.

use serde_json::Value;

use super::ShelfPart;

/// One number of a part, by its dotted key (`gearbox.ratio`).
#[derive(Debug, Clone, PartialEq)]
pub struct Figure {
    /// Dotted key.
    pub key: String,
    /// Value in the document's unit.
    pub value: f64,
}

/// One word of a part: a choice, or true and false.
#[derive(Debug, Clone, PartialEq, Eq)]
pub struct Word {
    /// Dotted key.
    pub key: String,
    /// The word in the document.
    pub word: String,
}

impl ShelfPart {
    /// Every number of the part; a stage always with its `ratio`, also where teeth give it.
    #[must_use]
    pub fn figures(&self) -> Vec<Figure> {
        let mut figures = Vec::new();
        walk(&self.document(), "", &mut |key, value| {
            if let Some(value) = value.as_f64() {
                figures.push(Figure { key: key.to_owned(), value });
            }
        });
        if let Self::GearingStage(stage) = self
            && stage.ratio.is_none()
        {
            figures.push(Figure { key: "ratio".to_owned(), value: stage.ratio() });
        }
        figures
    }

    /// Every choice of the part.
    #[must_use]
    pub fn words(&self) -> Vec<Word> {
        const FREE: &[&str] = &["format", "part", "label", "source", "part_id", "connector", "material", "thread"];
        let mut words = Vec::new();
        walk(&self.document(), "", &mut |key, value| {
            if FREE.contains(&key.rsplit('.').next().unwrap_or(key)) || key.starts_with("provenance") {
                return;
            }
            let word = match value {
                Value::String(word) => word.clone(),
                Value::Bool(flag) => flag.to_string(),
                _ => return,
            };
            words.push(Word { key: key.to_owned(), word });
        });
        words
    }

    /// The text that a search looks through: name, source, kinds in words, and figures as people write them.
    #[must_use]
    pub fn search_text(&self) -> String {
        let mut text: Vec<String> = vec![self.label().to_owned(), self.kind().label().to_owned()];
        let document = self.document();
        for key in ["source", "connector", "material"] {
            text.extend(document.get(key).and_then(Value::as_str).map(str::to_owned));
        }
        match self {
            Self::Motor(motor) => {
                text.push(motor.kind.label().to_owned());
                text.push(format!("{}Kv", motor.kv_rpm_per_v));
                text.extend(
                    motor.gearbox.as_ref().map(|gearbox| format!("{} gear motor geared", gearbox.kind.label())),
                );
                text.extend(motor.sensor.map(|sensor| sensor.label().to_owned()));
            }
            Self::Controller(controller) => {
                text.push(controller.kind.label().to_owned());
                text.extend(controller.motor_current_continuous_a.map(|amps| format!("{amps}A")));
                text.extend(controller.can_brake.then(|| "brake".to_owned()));
            }
            Self::Battery(battery) => {
                text.push(battery.chemistry.label().to_owned());
                text.push(battery.chemistry.word().to_owned());
                text.push(format!(
                    "{}S {}Ah {}mAh",
                    battery.cells_series,
                    battery.capacity_ah,
                    (battery.capacity_ah * 1000.0).round()
                ));
                text.extend(battery.continuous_c.map(|c| format!("{c}C")));
            }
            Self::GearingStage(stage) => {
                text.push(stage.kind.label().to_owned());
                if let (Some(driver), Some(driven)) = (stage.driver_teeth, stage.driven_teeth) {
                    text.push(format!("{driver}:{driven} {driver}T {driven}T"));
                }
            }
            Self::Wheel(wheel) => {
                text.push(format!("{}mm {:.1}in", (wheel.diameter_m * 1000.0).round(), wheel.diameter_m / 0.0254));
            }
        }
        text.join(" ")
    }
}

/// Visits every leaf of an object by its dotted key.
fn walk(value: &Value, at: &str, visit: &mut impl FnMut(&str, &Value)) {
    let Value::Object(members) = value else {
        visit(at, value);
        return;
    };
    for (key, member) in members {
        let dotted = if at.is_empty() { key.clone() } else { format!("{at}.{key}") };
        walk(member, &dotted, visit);
    }
}

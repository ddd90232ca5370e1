//! `ypsidyne.search/1`: what to try in an option, and what to rank it by.

use super::build::check_against_job;
use super::job::Job;
use super::parts::{Battery, Controller, Motor};
use super::reading::{Place, Problem, Problems, expect_format, list, name, number, object, typed};
use super::{OptionSheet, SEARCH_FORMAT};

choice! {
    /// What the best one is best in.
    RankBy {
        Price = "price", "Price";
        Mass = "mass", "Mass";
        Runtime = "runtime", "Time on one charge";
        Margin = "margin", "Margin";
    }
}

entry! {
    /// A number of teeth.
    Teeth(u32), number(5.0, 400.0)
}
entry! {
    /// A number of motors.
    MotorCount(u32), number(1.0, 32.0)
}
entry! {
    /// A wheel diameter, m.
    WheelDiameter(f64), number(0.001, 10.0)
}

/// Most parts of one kind in a search.
pub const MOST_PARTS: usize = 2000;

record! {
    /// Teeth to try at one stage.
    VaryGearing {
        stage: u32 = 0, number(0.0, 7.0), "Stage", "Place in the gearing, from 0, without a built-in gearbox.";
        driver_teeth: Vec<Teeth>, list(1, 400), "Driver teeth", "Teeth of the driver to try.";
        driven_teeth: Vec<Teeth>, list(1, 400), "Driven teeth", "Teeth of the driven wheel to try.";
    }
}

record! {
    /// What is replaced in the base, every combination; what is left out stays as it is.
    Vary {
        motors: Vec<Motor> = Vec::new(), list(0, MOST_PARTS), "Motors", "Motors to try.";
        batteries: Vec<Battery> = Vec::new(), list(0, MOST_PARTS), "Batteries", "Batteries to try.";
        controllers: Vec<Controller> = Vec::new(), list(0, MOST_PARTS), "Controllers", "Controllers to try.";
        motor_count: Vec<MotorCount> = Vec::new(), list(0, 8), "Motors",
            "Numbers of equal motors to try, each with as many controllers as it needs.";
        gearing: Option<VaryGearing>, typed(), "Gearing", "Teeth to try at one stage.";
        wheel_diameter_m: Vec<WheelDiameter> = Vec::new(), list(0, 200), "Wheel diameters", "Wheel diameters to try.";
    }
}

record! {
    /// The members of a search beside `format`.
    SearchBody {
        job: Job, typed(), "Job", "What the machine must do.";
        drive: String, name(60), "Drive", "The drive in which parts are tried.";
        base: OptionSheet, typed(), "Base", "The option they are tried in.";
        vary: Vary, typed(), "Vary", "What is tried.";
        rank_by: RankBy = RankBy::Margin, typed(), "Rank by", "What the best one is best in.";
        limit: u32 = 20, number(1.0, 1000.0), "Limit", "How many are given back.";
    }
    check(|search, at, problems| {
        check_against_job(&search.base, &search.job, &at.key("base"), problems);
        let Some(drive) = search.base.drives.iter().find(|drive| drive.drive == search.drive) else {
            problems.note(&at.key("drive"), format!("{:?} came, but the base serves no such drive", search.drive));
            return;
        };
        if let Some(gearing) = &search.vary.gearing
            && gearing.stage as usize >= drive.gearing.len()
        {
            problems.note(
                &at.key("vary").key("gearing").key("stage"),
                format!("{} came, but the drive has {} stages, counted from 0", gearing.stage, drive.gearing.len()),
            );
        }
    })
}

/// A search, read and sound.
#[derive(Debug, Clone, PartialEq)]
pub struct Search {
    body: SearchBody,
}

impl Search {
    /// Reads a search from JSON text.
    ///
    /// # Errors
    /// Every problem of the document at once, each with its JSON pointer.
    pub fn from_json(text: &str) -> Result<Self, Vec<Problem>> {
        match super::duplicate_keys::parse(text) {
            Ok(value) => Self::from_value(&value),
            Err(error) => Err(vec![Problem { pointer: String::new(), detail: format!("not readable: {error}") }]),
        }
    }

    /// Reads a search from a parsed value.
    ///
    /// # Errors
    /// Every problem of the document at once, each with its JSON pointer.
    pub fn from_value(value: &serde_json::Value) -> Result<Self, Vec<Problem>> {
        let mut problems = Problems::default();
        let root = Place::root();
        if let Some(object) = object(value, &root, &mut problems) {
            expect_format(object, SEARCH_FORMAT, &root, &mut problems);
        }
        let body = SearchBody::read_object(value, &["format"], &root, &mut problems);
        match body {
            Some(body) if problems.0.is_empty() => Ok(Self { body }),
            _ => Err(problems.0),
        }
    }
}

impl std::ops::Deref for Search {
    type Target = SearchBody;

    fn deref(&self) -> &SearchBody {
        &self.body
    }
}

impl schemars::JsonSchema for Search {
    fn schema_name() -> std::borrow::Cow<'static, str> {
        "Search".into()
    }

    fn json_schema(generator: &mut schemars::SchemaGenerator) -> schemars::Schema {
        let (mut members, mut required) = SearchBody::schema_members(generator);
        members.insert("format".to_owned(), serde_json::json!({ "type": "string", "const": SEARCH_FORMAT }));
        required.push("format".into());
        schemars::json_schema!({
            "type": "object", "properties": members, "required": required, "additionalProperties": false
        })
    }
}

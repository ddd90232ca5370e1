//! `ypsidyne.simulation/1`: a build, and what one of its options is asked to do over time.

use serde_json::Value;

use super::Build;
use super::course::{Course, CoursePart, Mode, refuse_jump_on_repeat};
use super::reading::{Place, Problem, Problems, expect_format, list, name, number, object, typed};

/// The `format` of a simulation.
pub const SIMULATION_FORMAT: &str = "ypsidyne.simulation/1";

/// Most rows of a series that are asked for with `sample_s` and `until_s`.
const MOST_ROWS: f64 = 500_000.0;

record! {
    /// The members of a simulation beside `format` and `build`.
    SimulationBody {
        option: Option<String>, name(120), "Option", "The option that runs; the first when left out.";
        drive: Option<String>, name(60), "Drive", "The drive that leads; the first when left out.";
        mode: Mode, typed(), "Does", "What it is asked to do.";
        others: Vec<CoursePart> = Vec::new(), list(0, super::job::MOST_DRIVES), "With it",
            "Other drives on the same battery, each with its own task; those not named stand still.";
        state_of_charge: f64 = 1.0, number(0.0, 1.0), "Charge at the start", "Share of the full charge.";
        until_s: Option<f64>, number(0.001, 1e6), "Ends after", "Ends it after this time.";
        sample_s: Option<f64>, number(0.0001, 1e5), "A row every", "Spacing of the series; fitted to the run when left out.";
        repeat: bool = false, typed(), "Over and over", "Until the battery is empty or something gives.";
        stop_voltage_cutback: bool = false, typed(), "Cut back at the stop voltage",
            "The controllers take less rather than pull the battery below its stop voltage.";
        burn_on: bool = false, typed(), "Let it burn on", "A held speed goes on beyond the limit of the winding.";
        sensor_from_k: f64 = 20.0, number(0.1, 500.0), "Sensor cuts from", "Kelvin below the limit of the class where a temperature sensor begins to cut the current back.";
        sensor_to_k: f64 = 0.0, number(0.0, 499.0), "Sensor cuts to nothing at", "Kelvin below the limit where no current is left.";
        start_c: Option<f64>, number(-50.0, 1000.0), "Starts at", "Temperature of every part at the start; that of the air when left out.";
    }
    check(|body, at, problems| {
        if body.sensor_to_k >= body.sensor_from_k {
            problems.note(
                &at.key("sensor_to_k"),
                format!("{} is not below sensor_from_k {}: the cut must end nearer to the limit", body.sensor_to_k, body.sensor_from_k),
            );
        }
        if let (Some(until_s), Some(sample_s)) = (body.until_s, body.sample_s)
            && until_s / sample_s > MOST_ROWS
        {
            problems.note(
                &at.key("sample_s"),
                format!("{sample_s} s over {until_s} s are more than {MOST_ROWS} rows: {} s or more would do", until_s / MOST_ROWS),
            );
        }
        refuse_jump_on_repeat(body.repeat, Some(&body.mode), &at.key("mode"), problems);
    })
}

/// A simulation, read and sound: option and drives exist, and each task suits its drive.
#[derive(Debug, Clone, PartialEq)]
pub struct Simulation {
    build: Build,
    body: SimulationBody,
    option: usize,
    parts: Vec<CoursePart>,
}

impl Simulation {
    /// Reads a simulation from JSON text.
    ///
    /// # Errors
    /// Every problem of the document at once, each with its JSON pointer.
    pub fn from_json(text: &str) -> Result<Self, Vec<Problem>> {
        match super::duplicate_keys::parse(text) {
            Ok(value) => Self::from_value(&value),
            Err(error) => Err(vec![Problem { pointer: String::new(), detail: format!("not readable: {error}") }]),
        }
    }

    /// Reads a simulation from a parsed value.
    ///
    /// # Errors
    /// Every problem of the document at once, each with its JSON pointer.
    pub fn from_value(value: &Value) -> Result<Self, Vec<Problem>> {
        let mut problems = Problems::default();
        let root = Place::root();
        let mut build = None;
        if let Some(object) = object(value, &root, &mut problems) {
            expect_format(object, SIMULATION_FORMAT, &root, &mut problems);
            match object.get("build") {
                None => problems.note(&root.key("build"), "missing: a build document is needed"),
                Some(value) => match Build::from_value(value) {
                    Ok(read) => build = Some(read),
                    Err(found) => problems.0.extend(found.into_iter().map(|problem| Problem {
                        pointer: format!("/build{}", problem.pointer),
                        detail: problem.detail,
                    })),
                },
            }
        }
        let body = SimulationBody::read_object(value, &["format", "build"], &root, &mut problems);
        let (Some(build), Some(body)) = (build, body) else { return Err(problems.0) };
        let option = match &body.option {
            None => 0,
            Some(name) => build.options.iter().position(|option| &option.name == name).unwrap_or_else(|| {
                let names: Vec<_> = build.options.iter().map(|option| option.name.as_str()).collect();
                problems.note(
                    &root.key("option"),
                    format!("{name:?} came, but the build has no such option; it has {}", names.join(", ")),
                );
                0
            }),
        };
        let lead = body.drive.clone().unwrap_or_else(|| build.job.drives[0].name.clone());
        let mut parts = vec![CoursePart { drive: lead, mode: body.mode.clone() }];
        parts.extend(body.others.iter().cloned());
        let others = root.key("others");
        let alone = parts.len() == 1;
        for (index, part) in parts.iter().enumerate() {
            let (place, mode_place);
            if index == 0 {
                place = root.key("drive");
                mode_place = root.key("mode");
                check_part(&build, option, part, &place, &mode_place, alone, &mut problems);
            } else {
                let entry = others.index(index - 1);
                check_part(&build, option, part, &entry.key("drive"), &entry.key("mode"), alone, &mut problems);
                if parts[..index].iter().any(|earlier| earlier.drive == part.drive) {
                    problems.note(&entry.key("drive"), format!("{:?} came twice: each drive has one task", part.drive));
                }
            }
        }
        if problems.0.is_empty() { Ok(Self { build, body, option, parts }) } else { Err(problems.0) }
    }

    /// A course of a build as a simulation of one of its options.
    ///
    /// # Errors
    /// What does not suit the build, each with its JSON pointer from the simulation on.
    pub fn of_course(build: &Build, option: &str, course: &Course) -> Result<Self, Vec<Problem>> {
        let lead = &course.parts[0];
        let document = serde_json::json!({
            "format": SIMULATION_FORMAT,
            "build": build,
            "option": option,
            "drive": lead.drive,
            "mode": lead.mode,
            "others": course.parts[1..],
            "state_of_charge": course.state_of_charge,
            "repeat": course.repeat,
            "stop_voltage_cutback": course.stop_voltage_cutback,
        });
        let mut document = document;
        if let Some(until_s) = course.until_s {
            document["until_s"] = until_s.into();
        }
        Self::from_value(&document)
    }

    /// The same on a build with the same names and other figures.
    pub(crate) fn on(&self, build: Build) -> Self {
        Self { build, ..self.clone() }
    }

    /// The build.
    #[must_use]
    pub const fn build(&self) -> &Build {
        &self.build
    }

    /// Place of the option in the build.
    #[must_use]
    pub const fn option(&self) -> usize {
        self.option
    }

    /// What each drive that runs does; the first one leads.
    #[must_use]
    pub fn parts(&self) -> &[CoursePart] {
        &self.parts
    }
}

/// What a task owes to its drive: it exists, a controller where a speed is to be held, wheels that throw for shots.
fn check_part(
    build: &Build,
    option: usize,
    part: &CoursePart,
    drive_at: &Place<'_>,
    mode_at: &Place<'_>,
    alone: bool,
    problems: &mut Problems,
) {
    let Some(job) = build.job.drives.iter().find(|drive| drive.name == part.drive) else {
        let names: Vec<_> = build.job.drives.iter().map(|drive| drive.name.as_str()).collect();
        problems.note(
            drive_at,
            format!("{:?} came, but the job has no such drive; it has {}", part.drive, names.join(", ")),
        );
        return;
    };
    if matches!(job.load, super::Load::Generator(_)) {
        let held = matches!(&part.mode, Mode::Hold(hold) if hold.speed_m_s.is_none() && hold.output_rpm.is_none());
        if !held {
            problems.note(
                mode_at,
                format!(
                    "{:?} is a generator: its source turns it; hold without a speed would do, load_share of its torque",
                    part.drive
                ),
            );
        } else if !alone {
            problems.note(drive_at, format!("{:?} is a generator: it runs without other drives", part.drive));
        }
        return;
    }
    let travels = matches!(job.load, super::Load::Vehicle(_) | super::Load::Hoist(_));
    let served = build.options[option].drives.iter().find(|served| served.drive == part.drive);
    let bare = served.is_some_and(|served| served.controller.is_none());
    match &part.mode {
        Mode::Launch(_) => {}
        Mode::Hold(_) | Mode::Profile(_) if bare => problems.note(
            mode_at,
            format!("{:?} has a plain switch, which holds no speed: launch would do, or a controller", part.drive),
        ),
        Mode::Hold(hold) if hold.speed_m_s.is_some() && !travels => {
            problems.note(&mode_at.key("speed_m_s"), "came for a drive where nothing travels: output_rpm is needed");
        }
        Mode::Profile(profile) if !travels && profile.points.iter().any(|point| point.speed_m_s.is_some()) => {
            problems
                .note(&mode_at.key("points"), "speed_m_s came for a drive where nothing travels: output_rpm is needed");
        }
        Mode::Shots(_) if !matches!(&job.load, super::Load::Flywheel(wheels) if wheels.projectile.is_some()) => {
            problems.note(
                &mode_at.key("kind"),
                format!("shots came, but {:?} throws nothing: a flywheel with a projectile is needed", part.drive),
            );
        }
        _ => {}
    }
}

impl std::ops::Deref for Simulation {
    type Target = SimulationBody;

    fn deref(&self) -> &SimulationBody {
        &self.body
    }
}

impl schemars::JsonSchema for Simulation {
    fn schema_name() -> std::borrow::Cow<'static, str> {
        "Simulation".into()
    }

    fn json_schema(generator: &mut schemars::SchemaGenerator) -> schemars::Schema {
        let (mut members, mut required) = SimulationBody::schema_members(generator);
        members.insert("format".to_owned(), serde_json::json!({ "type": "string", "const": SIMULATION_FORMAT }));
        members.insert("build".to_owned(), generator.subschema_for::<Build>().to_value());
        required.extend(["format".into(), "build".into()]);
        schemars::json_schema!({
            "type": "object", "properties": members, "required": required, "additionalProperties": false
        })
    }
}

//! The whole document: one machine, its job and the options that could do it.

use serde::Serialize;
use serde_json::Value;

use super::BUILD_FORMAT;
use super::course::{Course, MOST_COURSES};
use super::duplicate_keys;
use super::job::{Job, MOST_DRIVES, refuse_twins};
use super::parts::{Battery, Circuit, Controller, Cooling, GearingStage, Motor, WiringRun};
use super::reading::{Place, Problem, Problems, expect_format, list, name, number, object, text, typed};
use super::sheet::{Decided, FreeLine};

record! {
    /// What the last shaft turns.
    Output {
        wheel_diameter_m: Option<f64>, number(0.001, 10.0), "Wheel diameter", "Diameter of the driven wheels.";
        wheel_inertia_kg_m2: f64 = 0.0, number(0.0, 1e4), "Wheel inertia", "Inertia of all driven wheels.";
    }
}

/// Most gearing stages of a drive.
pub const MOST_STAGES: usize = 8;

record! {
    /// The chain from controller to load that serves one drive of the job.
    OptionDrive {
        drive: String, name(60), "Drive", "The job's drive that it serves.";
        motor: Motor, typed(), "Motor", "The motor.";
        motor_count: u32 = 1, number(1.0, 32.0), "Motors", "Equal motors that share the work.";
        motors_per_channel: u32 = 1, number(1.0, 32.0), "Motors on one channel", "Motors side by side on one channel.";
        cooling: Cooling = Cooling::Still, typed(), "Air around the motor", "How the motor is cooled.";
        gearing: Vec<GearingStage> = Vec::new(), list(0, MOST_STAGES), "Gearing", "Stages from motor to load.";
        output: Output = Output { wheel_diameter_m: None, wheel_inertia_kg_m2: 0.0 }, typed(), "Output",
            "What the last shaft turns.";
        controller: Option<Controller>, typed(), "Controller", "The controller; none for a plain switch.";
        controller_count: u32 = 1, number(1.0, 32.0), "Controllers", "Equal controllers.";
        mount_material: Option<MountMaterial>, typed(), "Mounted in", "What the motor's mount is made of.";
    }
    check(|drive, at, problems| {
        if drive.motors_per_channel > drive.motor_count {
            problems.note(
                &at.key("motors_per_channel"),
                format!("{} on a channel came, but there are {} motors", drive.motors_per_channel, drive.motor_count),
            );
        }
    })
}

choice! {
    /// What takes the battery off.
    MainSwitch {
        Switch = "switch", "Switch";
        AntiSpark = "anti_spark", "Anti-spark switch";
        LoopKey = "loop_key", "Loop key";
    }
}

choice! {
    /// By what something hangs in the loom.
    HangsBy {
        Supply = "supply", "Battery current";
        Signal = "signal", "A signal lead";
        Balance = "balance", "The balance lead";
    }
}

record! {
    /// A box of the loom drawing where somebody put it.
    LoomPlace {
        part: String, name(100), "Box", "Which box of the drawing.";
        x: f64, number(0.0, 1600.0), "From the left", "Left edge in the units of the drawing.";
        y: f64, number(0.0, 1600.0), "From the top", "Top edge in the units of the drawing.";
    }
}

record! {
    /// Something in the loom that no other step asks for: a light, a horn, a voltmeter.
    LoomExtra {
        name: String, name(60), "Name", "What it is.";
        on: String, name(100), "Hangs on", "Which box of the drawing.";
        by: HangsBy = HangsBy::Supply, typed(), "By", "What runs to it.";
        x: Option<f64>, number(0.0, 1600.0), "From the left", "Left edge, where somebody put it.";
        y: Option<f64>, number(0.0, 1600.0), "From the top", "Top edge, where somebody put it.";
    }
}

/// Most boxes of a loom that are placed by hand.
pub const MOST_PLACED: usize = 300;
/// Most extra things in a loom.
pub const MOST_EXTRAS: usize = 40;

record! {
    /// Leads, and what else hangs in the loom.
    Wiring {
        runs: Vec<WiringRun> = Vec::new(), list(0, 64), "Runs", "Pairs of leads.";
        main_switch: Option<MainSwitch>, typed(), "Main switch", "What takes the battery off.";
        alarm: bool = false, typed(), "Alarm on the balance lead", "Sounds when a cell is low.";
        input_capacitance_uf: Option<f64>, number(0.0, 1e6), "Capacitors at the input", "Of all controllers together, µF.";
        receiver: bool = false, typed(), "Receiver", "Radio control.";
        regulators: u32 = 1, number(0.0, 20.0), "Regulators that feed it", "Red wires that are left in: one is right.";
        servos: u32 = 0, number(0.0, 20.0), "Servos", "On the receiver.";
        signal_split: bool = false, typed(), "Servos on a Y-lead", "Two servos on one channel.";
        extras: Vec<LoomExtra> = Vec::new(), list(0, MOST_EXTRAS), "Else in the loom", "Lights, a horn, a voltmeter.";
        placed: Vec<LoomPlace> = Vec::new(), list(0, MOST_PLACED), "Boxes put by hand",
            "Where boxes of the drawing stand.";
    }
}

impl Default for Wiring {
    fn default() -> Self {
        Self {
            runs: Vec::new(),
            main_switch: None,
            alarm: false,
            input_capacitance_uf: None,
            receiver: false,
            regulators: 1,
            servos: 0,
            signal_split: false,
            extras: Vec::new(),
            placed: Vec::new(),
        }
    }
}

choice! {
    /// What a motor is mounted in.
    MountMaterial {
        Metal = "metal", "Metal";
        Pla = "pla", "Printed PLA";
        Petg = "petg", "Printed PETG";
        Abs = "abs", "Printed ABS or ASA";
        Nylon = "nylon", "Printed nylon";
        Wood = "wood", "Wood";
    }
}

impl MountMaterial {
    /// What it may get continuously where it carries a motor, °C; `None` for metal.
    ///
    /// # Source
    /// Somewhat below the glass transition of the plastic (datasheet ranges, from memory; judgement).
    #[must_use]
    pub const fn limit_c(self) -> Option<f64> {
        match self {
            Self::Metal => None,
            Self::Pla => Some(50.0),
            Self::Petg => Some(65.0),
            Self::Abs => Some(85.0),
            Self::Nylon => Some(80.0),
            Self::Wood => Some(90.0),
        }
    }
}

record! {
    /// A step of the first power-up that was done.
    Tick {
        step: String, name(100), "Step", "Which one.";
        at: String, text(40), "Done", "When, RFC 3339.";
        reading: Option<f64>, number(-1e6, 1e9), "Reading", "What was read.";
    }
}

/// Most ticks of an option.
pub const MOST_TICKS: usize = 200;

/// Most free lines of a parts list.
pub const MOST_LINES: usize = 300;

record! {
    /// One complete drive train that could do the job.
    OptionSheet {
        name: String, name(120), "Option", "What you call this option.";
        battery: Battery, typed(), "Battery", "The battery.";
        wiring: Wiring = Wiring::default(), typed(), "Wiring", "Leads.";
        drives: Vec<OptionDrive>, list(1, MOST_DRIVES), "Drives", "One for each drive of the job.";
        parts_list: Vec<FreeLine> = Vec::new(), list(0, MOST_LINES), "Parts list", "What else is needed.";
        power_up: Vec<Tick> = Vec::new(), list(0, MOST_TICKS), "First power-up", "What is done of it.";
    }
    check(|option, at, problems| {
        refuse_twins(option.drives.iter().map(|drive| drive.drive.as_str()), "drive", &at.key("drives"), problems);
    })
}

record! {
    /// The members of a build beside `format`.
    BuildBody {
        name: String, name(120), "Build", "What you call this machine.";
        notes: String = String::new(), text(20_000), "Notes", "Free text.";
        job: Job, typed(), "Job", "What the machine must do.";
        options: Vec<OptionSheet>, list(1, 50), "Options", "Drive trains that could do it.";
        chosen: Option<String>, name(120), "Chosen", "Name of the chosen option.";
        decision: String = String::new(), text(20_000), "Decision", "Why it was chosen.";
        decided: Option<Decided>, typed(), "Decided", "When, and the figures it was based on.";
        courses: Vec<Course> = Vec::new(), list(0, MOST_COURSES), "Courses", "What it is sent through in Run.";
    }
    check(|build, at, problems| {
        let options = at.key("options");
        refuse_twins(build.options.iter().map(|option| option.name.as_str()), "name", &options, problems);
        if let Some(chosen) = &build.chosen
            && !build.options.iter().any(|option| &option.name == chosen)
        {
            problems.note(&at.key("chosen"), format!("{chosen:?} came, but no option has that name"));
        }
        for (index, option) in build.options.iter().enumerate() {
            check_against_job(option, &build.job, &options.index(index), problems);
        }
        let courses = at.key("courses");
        refuse_twins(build.courses.iter().map(|course| course.name.as_str()), "name", &courses, problems);
    })
}

/// What an option owes to its job: each drive served once, wheels where something rolls, leads to known drives.
pub(super) fn check_against_job(option: &OptionSheet, job: &Job, at: &Place<'_>, problems: &mut Problems) {
    let known = |name: &str| job.drives.iter().find(|drive| drive.name == name);
    let names = || job.drives.iter().map(|drive| drive.name.as_str()).collect::<Vec<_>>().join(", ");
    let drives = at.key("drives");
    for (index, drive) in option.drives.iter().enumerate() {
        let place = drives.index(index);
        match known(&drive.drive) {
            None => problems.note(
                &place.key("drive"),
                format!("{:?} came, but the job has no such drive; it has {}", drive.drive, names()),
            ),
            Some(served)
                if matches!(served.load, super::Load::Vehicle(_)) && drive.output.wheel_diameter_m.is_none() =>
            {
                problems.note(
                    &place.key("output").key("wheel_diameter_m"),
                    "missing: wheels turn the vehicle, so their diameter is needed, 0.001 to 10",
                );
            }
            Some(_) => {}
        }
    }
    for drive in &job.drives {
        if !option.drives.iter().any(|candidate| candidate.drive == drive.name) {
            problems.note(&drives, format!("nothing serves the job's drive {:?}: each needs one entry", drive.name));
        }
    }
    let wiring = at.key("wiring");
    let runs = wiring.key("runs");
    for (index, run) in option.wiring.runs.iter().enumerate() {
        if let Circuit::Motor(name) = &run.circuit
            && known(name).is_none()
        {
            problems.note(
                &runs.index(index).key("circuit"),
                format!("\"motor:{name}\" came, but the job has no such drive; it has {}", names()),
            );
        }
    }
}

/// A read and checked `ypsidyne.build/1`.
///
/// There is no public way to one but reading, so holding one means that every figure is in range.
#[derive(Debug, Clone, PartialEq, Serialize)]
pub struct Build {
    format: &'static str,
    #[serde(flatten)]
    body: BuildBody,
}

impl Build {
    /// Reads a build from JSON text.
    ///
    /// # Errors
    /// Every problem of the document at once, each with its JSON pointer; text that is not JSON gives one
    /// problem with line and column.
    ///
    /// ```
    /// let problems = ypsidyne_core::document::Build::from_json(r#"{"format": "ypsidyne.build/1"}"#).unwrap_err();
    /// assert!(problems.iter().any(|problem| problem.pointer == "/job"));
    /// ```
    pub fn from_json(text: &str) -> Result<Self, Vec<Problem>> {
        match duplicate_keys::parse(text) {
            Ok(value) => Self::from_value(&value),
            Err(error) => Err(vec![Problem { pointer: String::new(), detail: format!("not readable: {error}") }]),
        }
    }

    /// Reads a build from a parsed value.
    ///
    /// # Errors
    /// Every problem of the document at once, each with its JSON pointer.
    pub fn from_value(value: &Value) -> Result<Self, Vec<Problem>> {
        let mut problems = Problems::default();
        let root = Place::root();
        if let Some(object) = object(value, &root, &mut problems) {
            expect_format(object, BUILD_FORMAT, &root, &mut problems);
        }
        let body = BuildBody::read_object(value, &["format"], &root, &mut problems);
        match body {
            Some(body) if problems.0.is_empty() => Ok(Self { format: BUILD_FORMAT, body }),
            _ => Err(problems.0),
        }
    }
}

impl Build {
    /// Its figures, for what computes with others in their place: who changes one keeps it in its range.
    pub(crate) const fn figures_mut(&mut self) -> &mut BuildBody {
        &mut self.body
    }
}

impl std::ops::Deref for Build {
    type Target = BuildBody;

    fn deref(&self) -> &BuildBody {
        &self.body
    }
}

impl schemars::JsonSchema for Build {
    fn schema_name() -> std::borrow::Cow<'static, str> {
        "Build".into()
    }

    fn json_schema(generator: &mut schemars::SchemaGenerator) -> schemars::Schema {
        let (mut members, mut required) = BuildBody::schema_members(generator);
        members.insert("format".to_owned(), serde_json::json!({ "type": "string", "const": BUILD_FORMAT }));
        required.push("format".into());
        schemars::json_schema!({
            "type": "object", "properties": members, "required": required, "additionalProperties": false
        })
    }
}

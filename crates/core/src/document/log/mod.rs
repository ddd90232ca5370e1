//! `ypsidyne.log/1`: what happened to a machine, entry by entry.

mod entries;
mod packed;
mod ride;

pub use entries::*;
pub use ride::*;

use serde::Serialize;

use super::Build;
use super::reading::{Place, Problem, Problems, expect_format, name, object, shown, text};

/// The `format` of a log.
pub const LOG_FORMAT: &str = "ypsidyne.log/1";

/// Most entries of a log.
pub const MOST_ENTRIES: usize = 20_000;

record! {
    /// What every entry has.
    EntryHeading {
        at: String, name(40), "When", "Date and time, RFC 3339.";
        title: Option<String>, name(160), "Title", "In a few words.";
        notes: Option<String>, text(8000), "Notes", "What is worth remembering.";
    }
}

kinds! {
    /// What an entry is about.
    Happened {
        Ride(Ride) = "ride", "Ride";
        Heat(HeatEntry) = "heat", "Heat stages";
        Check(CheckEntry) = "check", "Check";
        Upkeep(UpkeepEntry) = "upkeep", "Upkeep";
        Failure(FailureEntry) = "failure", "Failure";
        Change(ChangeEntry) = "change", "Change";
        Note(NoteEntry) = "note", "Note";
    }
}

/// One entry.
#[derive(Debug, Clone, PartialEq, Serialize)]
pub struct Entry {
    /// When, and what it is called.
    #[serde(flatten)]
    pub heading: EntryHeading,
    /// What happened.
    #[serde(flatten)]
    pub happened: Happened,
}

impl Entry {
    /// Reads an entry from a parsed value.
    ///
    /// # Errors
    /// Every problem at once, each with its JSON pointer.
    pub fn from_value(value: &serde_json::Value) -> Result<Self, Vec<Problem>> {
        let mut problems = Problems::default();
        match Self::read(value, &Place::root(), &mut problems) {
            Some(entry) if problems.0.is_empty() => Ok(entry),
            _ => Err(problems.0),
        }
    }

    /// The entry without the channels of a ride, to be kept beside them.
    #[must_use]
    pub fn without_readings(&self) -> serde_json::Value {
        let mut value = serde_json::to_value(self).unwrap_or_default();
        if let Some(members) = value.as_object_mut() {
            members.remove("columns");
        }
        value
    }

    /// An entry from what was kept without its channels, and the channels.
    ///
    /// # Errors
    /// Every problem at once, each with its JSON pointer; a ride without channels.
    pub fn with_readings(value: &serde_json::Value, columns: Option<RideColumns>) -> Result<Self, Vec<Problem>> {
        let Some(columns) = columns.filter(|_| value.get("kind").and_then(|kind| kind.as_str()) == Some("ride")) else {
            return Self::from_value(value);
        };
        let mut whole = value.clone();
        whole["columns"] = serde_json::json!({ "t_s": [0.0, 1.0] });
        let mut entry = Self::from_value(&whole)?;
        if let Happened::Ride(ride) = &mut entry.happened {
            ride.columns = columns;
        }
        Ok(entry)
    }

    fn read(value: &serde_json::Value, at: &Place<'_>, problems: &mut Problems) -> Option<Self> {
        let mut heading_members = serde_json::Map::new();
        let mut besides = vec!["kind"];
        let object = object(value, at, problems)?;
        for spec in EntryHeading::FIELDS {
            besides.push(spec.key);
            if let Some(value) = object.get(spec.key) {
                heading_members.insert(spec.key.to_owned(), value.clone());
            }
        }
        let heading = EntryHeading::read_object(&serde_json::Value::Object(heading_members), &[], at, problems);
        let happened = Happened::read(value, &besides, at, problems);
        Some(Self { heading: heading?, happened: happened? })
    }

    /// A ride of which nothing but its channels is known.
    #[must_use]
    pub fn of_ride(at: &str, columns: RideColumns) -> Self {
        let ride = Ride {
            state_of_charge: 1.0,
            ambient_c: None,
            payload_kg: None,
            charged_ah: None,
            option: None,
            drive: None,
            columns,
            calibrate: None,
        };
        let heading = EntryHeading { at: at.to_owned(), title: None, notes: None };
        Self { heading, happened: Happened::Ride(ride) }
    }

    /// What it is called: its title, else its kind.
    #[must_use]
    pub fn title(&self) -> &str {
        let kind = Happened::KINDS.iter().find(|(word, _)| *word == self.happened.kind());
        self.heading.title.as_deref().unwrap_or_else(|| kind.map_or("", |(_, title)| title))
    }
}

impl schemars::JsonSchema for Entry {
    fn schema_name() -> std::borrow::Cow<'static, str> {
        "LogEntry".into()
    }

    fn json_schema(generator: &mut schemars::SchemaGenerator) -> schemars::Schema {
        let (heading, needed) = EntryHeading::schema_members(generator);
        super::reading::tagged_schema(Happened::schemas(generator).into_iter().map(
            |(kind, (mut members, mut required))| {
                members.extend(heading.clone());
                required.extend(needed.clone());
                (kind, (members, required))
            },
        ))
    }
}

record! {
    /// The members of a log beside its format, its build and its entries.
    LogHeading {
        name: Option<String>, name(160), "Name", "Whose log it is.";
        option: Option<String>, name(120), "Option", "The option that was built; the first when left out.";
        drive: Option<String>, name(60), "Drive", "The drive that the rides are about; the first when left out.";
    }
}

/// A log, read and sound.
#[derive(Debug, Clone, PartialEq, Serialize)]
pub struct Log {
    format: &'static str,
    #[serde(flatten)]
    heading: LogHeading,
    build: Build,
    entries: Vec<Entry>,
    #[serde(skip)]
    option: usize,
    #[serde(skip)]
    drive: usize,
}

impl Log {
    /// Reads a log from JSON text.
    ///
    /// # Errors
    /// Every problem of the document at once, each with its JSON pointer.
    pub fn from_json(text: &str) -> Result<Self, Vec<Problem>> {
        match super::duplicate_keys::parse(text) {
            Ok(value) => Self::from_value(&value),
            Err(error) => Err(vec![Problem { pointer: String::new(), detail: format!("not readable: {error}") }]),
        }
    }

    /// Reads a log from a parsed value.
    ///
    /// # Errors
    /// Every problem of the document at once, each with its JSON pointer.
    pub fn from_value(value: &serde_json::Value) -> Result<Self, Vec<Problem>> {
        let mut problems = Problems::default();
        let root = Place::root();
        let Some(members) = object(value, &root, &mut problems) else { return Err(problems.0) };
        expect_format(members, LOG_FORMAT, &root, &mut problems);
        let heading = LogHeading::read_object(value, &["format", "build", "entries"], &root, &mut problems);
        let build = match members.get("build").map(Build::from_value) {
            None => {
                problems.note(&root.key("build"), "missing: a build document is needed");
                None
            }
            Some(Ok(build)) => Some(build),
            Some(Err(found)) => {
                let here = |problem: Problem| Problem { pointer: format!("/build{}", problem.pointer), ..problem };
                problems.0.extend(found.into_iter().map(here));
                None
            }
        };
        let place = root.key("entries");
        let entries: Vec<Entry> = match members.get("entries").map(|entries| (entries, entries.as_array())) {
            Some((_, Some(entries))) if entries.len() <= MOST_ENTRIES => {
                let read = |(index, entry)| Entry::read(entry, &place.index(index), &mut problems);
                entries.iter().enumerate().filter_map(read).collect()
            }
            Some((_, Some(entries))) => {
                problems.note(&place, format!("{} entries came, at most {MOST_ENTRIES} are possible", entries.len()));
                Vec::new()
            }
            Some((other, None)) => {
                problems.note(&place, format!("{} came, a list of entries is needed", shown(other)));
                Vec::new()
            }
            None => {
                problems.note(&place, "missing: a list of entries is needed, possibly empty");
                Vec::new()
            }
        };
        let (Some(heading), Some(build)) = (heading, build) else { return Err(problems.0) };
        Self::put_together(heading, build, entries, problems)
    }

    fn put_together(
        heading: LogHeading,
        build: Build,
        entries: Vec<Entry>,
        mut problems: Problems,
    ) -> Result<Self, Vec<Problem>> {
        let root = Place::root();
        let option = match &heading.option {
            None => 0,
            Some(name) => build.options.iter().position(|option| &option.name == name).unwrap_or_else(|| {
                let names: Vec<_> = build.options.iter().map(|option| option.name.as_str()).collect();
                let detail = format!("{name:?} came, but the build has no such option; it has {}", names.join(", "));
                problems.note(&root.key("option"), detail);
                0
            }),
        };
        let drive = match &heading.drive {
            None => 0,
            Some(name) => build.job.drives.iter().position(|drive| &drive.name == name).unwrap_or_else(|| {
                let names: Vec<_> = build.job.drives.iter().map(|drive| drive.name.as_str()).collect();
                let detail = format!("{name:?} came, but the job has no such drive; it has {}", names.join(", "));
                problems.note(&root.key("drive"), detail);
                0
            }),
        };
        for (place, entry) in entries.iter().enumerate() {
            let Happened::Ride(ride) = &entry.happened else { continue };
            let at = root.key("entries");
            let at = at.index(place);
            if let Some(named) = &ride.option
                && !build.options.iter().any(|option| option.name == *named)
            {
                problems.note(&at.key("option"), format!("{named:?} came, but the build has no such option"));
            }
            if let Some(named) = &ride.drive
                && !build.job.drives.iter().any(|drive| drive.name == *named)
            {
                problems.note(&at.key("drive"), format!("{named:?} came, but the job has no such drive"));
            }
        }
        if !problems.0.is_empty() {
            return Err(problems.0);
        }
        Ok(Self { format: LOG_FORMAT, heading, build, entries, option, drive })
    }

    /// A log of entries that are read already.
    ///
    /// # Errors
    /// An option or a drive that the build does not have.
    pub fn of(build: Build, heading: LogHeading, entries: Vec<Entry>) -> Result<Self, Vec<Problem>> {
        Self::put_together(heading, build, entries, Problems::default())
    }

    /// Whose log it is.
    #[must_use]
    pub const fn heading(&self) -> &LogHeading {
        &self.heading
    }

    /// The machine.
    #[must_use]
    pub const fn build(&self) -> &Build {
        &self.build
    }

    /// Place of the option that was built.
    #[must_use]
    pub const fn option(&self) -> usize {
        self.option
    }

    /// Place, in the job, of the drive that the rides are about.
    #[must_use]
    pub const fn drive(&self) -> usize {
        self.drive
    }

    /// Places of the option and the drive that a ride is about.
    #[must_use]
    pub fn about(&self, ride: &Ride) -> (usize, usize) {
        let option =
            ride.option.as_ref().and_then(|named| self.build.options.iter().position(|one| one.name == *named));
        let drive =
            ride.drive.as_ref().and_then(|named| self.build.job.drives.iter().position(|one| one.name == *named));
        (option.unwrap_or(self.option), drive.unwrap_or(self.drive))
    }

    /// What happened, as it was written.
    #[must_use]
    pub fn entries(&self) -> &[Entry] {
        &self.entries
    }
}

impl schemars::JsonSchema for Log {
    fn schema_name() -> std::borrow::Cow<'static, str> {
        "Log".into()
    }

    fn json_schema(generator: &mut schemars::SchemaGenerator) -> schemars::Schema {
        let (mut members, mut required) = LogHeading::schema_members(generator);
        members.insert("format".to_owned(), serde_json::json!({ "type": "string", "const": LOG_FORMAT }));
        members.insert("build".to_owned(), generator.subschema_for::<Build>().to_value());
        let entry = generator.subschema_for::<Entry>();
        members.insert(
            "entries".to_owned(),
            serde_json::json!({ "type": "array", "maxItems": MOST_ENTRIES, "items": entry }),
        );
        required.extend(["format".into(), "build".into(), "entries".into()]);
        schemars::json_schema!({
            "type": "object", "properties": members, "required": required, "additionalProperties": false
        })
    }
}

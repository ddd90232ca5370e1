//! `ypsidyne.measurement/1`: the readings of a bench sheet, told apart by `kind`.
//!
//! Over 400 lines: it holds nothing but records, one for each kind of sheet.

use serde::Serialize;

use super::parts::{Chemistry, Motor, Shaft};
use super::reading::{
    FieldValue, Place, Problem, Problems, Spec, expect_format, list, name, number, object, text, typed,
};

/// The `format` of the readings of a bench sheet.
pub const MEASUREMENT_FORMAT: &str = "ypsidyne.measurement/1";

/// Most readings of one list.
pub const MOST_READINGS: usize = 2000;

entry! {
    /// A resistance as a meter shows it, Ω; leads that were zeroed too far read below zero.
    Ohm(f64), number(-10.0, 1e6)
}
entry! {
    /// A voltage, V.
    Volt(f64), number(0.0, 1000.0)
}
entry! {
    /// A force, N.
    Newton(f64), number(0.0, 1e5)
}
entry! {
    /// A grade, %.
    Percent(f64), number(0.0, 100.0)
}

choice! {
    /// How a machine that is spun is wired.
    SpunWiring {
        Brushed = "brushed", "Two leads, direct volts";
        ThreePhase = "three_phase", "Three leads, alternating volts between two";
        OneWinding = "one_winding", "Stepper: alternating volts of one winding";
    }
}

choice! {
    /// What the motors of one sheet are to each other.
    MotorsAre {
        Alike = "alike", "Alike: each should take the same";
        Unlike = "unlike", "Unlike: each has its own";
    }
}

record! {
    /// Ohms of a winding, with the leads shorted first and at several rotor positions.
    WindingResistance {
        lead_readings_ohm: Vec<Ohm> = Vec::new(), list(0, 200), "Leads shorted", "The meter's leads held together.";
        motor_readings_ohm: Vec<Ohm>, list(0, MOST_READINGS), "Winding", "The winding, the rotor turned in between.";
        supply_v: Option<f64>, number(0.01, 1000.0), "Volts it will run on", "For the current when it is held still.";
        meter_step_ohm: Option<f64>, number(1e-6, 100.0), "Step of the meter", "Its last digit; left out, as the readings show.";
        temperature_c: f64 = 20.0, number(-50.0, 200.0), "Winding temperature", "Of the winding while measured.";
    }
}

record! {
    /// Volts and amps of a motor that is held still.
    LockedPoint {
        voltage_v: f64, number(0.0, 1000.0), "Voltage", "At the motor's terminals.";
        current_a: f64, number(0.0, 10_000.0), "Current", "Through the motor.";
        limited: bool = false, typed(), "Current limit", "The supply was in its current limit.";
    }
}

record! {
    /// The motor held still for moments at low voltage: where a meter is too coarse.
    LockedRotor {
        points: Vec<LockedPoint>, list(0, MOST_READINGS), "Steps", "Brief steps, each at another voltage.";
        supply_v: Option<f64>, number(0.01, 1000.0), "Volts it will run on", "For the current when it is held still.";
        temperature_c: f64 = 20.0, number(-50.0, 200.0), "Winding temperature", "Of the winding while measured.";
    }
}

record! {
    /// A motor that turns nothing.
    SweepPoint {
        voltage_v: f64, number(0.0, 1000.0), "Voltage", "At the motor's terminals.";
        current_a: f64, number(0.0, 10_000.0), "Current", "Through the motor.";
        rpm: f64, number(0.0, 1e6), "Speed", "Of its shaft.";
        limited: bool = false, typed(), "Current limit", "The supply was in its current limit.";
    }
}

record! {
    /// Speed over voltage without load.
    NoLoadSweep {
        resistance_ohm: f64, number(0.0, 1e6), "Winding resistance", "From its own sheet.";
        brush_drop_v: f64 = 0.0, number(0.0, 10.0), "Brush drop", "Voltage lost at the brushes.";
        shaft: Option<Shaft>, typed(), "Which shaft?", "The one that the speed is read at.";
        gear_ratio: Option<f64>, number(0.5, 10_000.0), "Its gearbox, 1 to", "Motor turns per turn of the gearbox shaft.";
        points: Vec<SweepPoint>, list(0, MOST_READINGS), "Points", "Steady at each voltage.";
    }
}

record! {
    /// A machine driven from outside.
    SpinPoint {
        rpm: f64, number(0.0, 1e6), "Speed", "Of its shaft.";
        voltage_v: f64, number(0.0, 1000.0), "Voltage", "Open leads; three-phase: between two of them, rms.";
    }
}

record! {
    /// Volts over speed of a machine driven by a drill.
    SpinTest {
        wiring: SpunWiring, typed(), "Wiring", "How it is wired.";
        shaft: Option<Shaft>, typed(), "Which shaft?", "The one that is spun.";
        gear_ratio: Option<f64>, number(0.5, 10_000.0), "Its gearbox, 1 to", "Motor turns per turn of the gearbox shaft.";
        points: Vec<SpinPoint>, list(0, MOST_READINGS), "Points", "At each speed.";
    }
}

record! {
    /// A pack under a load.
    PackPoint {
        current_a: f64, number(-10_000.0, 10_000.0), "Current", "Out of the pack; charging is below zero.";
        voltage_v: f64, number(0.0, 1000.0), "Voltage", "At the pack.";
    }
}

record! {
    /// Pack voltage over current.
    PackResistance {
        cells_series: u32, number(1.0, 400.0), "Cells in series", "Of all packs in series.";
        packs_parallel: u32 = 1, number(1.0, 100.0), "Packs in parallel", "Equal packs side by side.";
        points: Vec<PackPoint>, list(0, MOST_READINGS), "Points", "A few seconds at each load.";
    }
}

record! {
    /// A moment of a discharge.
    DischargePoint {
        t_s: f64, number(0.0, 1e6), "Time", "Since the start.";
        current_a: f64, number(0.0, 10_000.0), "Current", "Out of the pack.";
        voltage_v: Option<f64>, number(0.0, 1000.0), "Voltage", "At the pack.";
    }
}

record! {
    /// A timed discharge from full to the stop voltage.
    Capacity {
        rated_ah: Option<f64>, number(0.01, 10_000.0), "Written on it", "Capacity the maker gives.";
        points: Vec<DischargePoint>, list(0, MOST_READINGS), "Moments", "From full to empty.";
    }
}

record! {
    /// Every cell at rest.
    CellVoltages {
        chemistry: Chemistry, typed(), "Chemistry", "Kind of cell.";
        pack_v: Option<f64>, number(0.0, 1000.0), "Whole pack", "Where the cells cannot be read one by one.";
        cells_series: Option<u32>, number(1.0, 400.0), "Cells in series", "Of the whole pack.";
        voltages_v: Vec<Volt>, list(0, 400), "Cells", "Each cell at rest for an hour.";
        cutoff_v_per_cell: Option<f64>, number(0.1, 5.0), "Stop voltage per cell", "The usual one when left out.";
    }
}

record! {
    /// A machine rolling out.
    CoastPoint {
        t_s: f64, number(0.0, 1e5), "Time", "Since the first reading.";
        speed_m_s: f64, number(0.0, 150.0), "Speed", "At that moment.";
    }
}

record! {
    /// Speed over time while rolling out on the level, drive disconnected.
    CoastDown {
        mass_kg: f64, number(0.001, 1e5), "Mass", "Machine and rider.";
        rotating_mass_kg: f64 = 0.0, number(0.0, 1e5), "Turning mass", "Wheels and a coupled rotor, as mass.";
        points: Vec<CoastPoint>, list(0, MOST_READINGS), "Points", "Rolling out.";
    }
}

record! {
    /// A luggage scale and a slope.
    PullTest {
        mass_kg: Option<f64>, number(0.001, 1e5), "Mass", "On the wheels; from the scale when left out.";
        wheel_loads_n: Vec<Newton> = Vec::new(), list(0, 16), "Weight on each axle", "The scale lifting one axle after the other.";
        pull_n: Vec<Newton> = Vec::new(), list(0, 200), "Pull on the level", "Steady, at walking pace.";
        rolling_grade_percent: Vec<Percent> = Vec::new(), list(0, 200), "Grade it just rolls down", "At steady speed.";
    }
}

record! {
    /// A generator under a load.
    GeneratorPoint {
        rpm: Option<f64>, number(0.0, 1e6), "Speed", "Of its shaft.";
        load_ohm: f64, number(0.0001, 1e9), "Load", "Resistance of the load.";
        voltage_v: f64, number(0.0, 1000.0), "Voltage", "At the load.";
        torque_nm: Option<f64>, number(0.0, 1e5), "Torque", "That drives it.";
        drive_power_w: Option<f64>, number(0.0, 1e6), "Drive power", "At its shaft, where the torque is not known.";
    }
}

record! {
    /// A generator at load steps.
    GeneratorTest {
        bridge_drop_v: f64 = 0.0, number(0.0, 10.0), "Lost at the bridge",
            "Two diodes in series, about 1.4 V; 0 where the volts are read before it.";
        winding_ohm: Option<f64>, number(0.0, 1e6), "Winding, by meter", "For one load at several speeds.";
        points: Vec<GeneratorPoint>, list(0, MOST_READINGS), "Points", "At each load.";
    }
}

record! {
    /// A propeller that loads a motor.
    KnownLoad {
        reference_rpm: f64, number(0.1, 500_000.0), "Known point: speed", "Speed of a known point.";
        reference_power_w: f64, number(0.0, 1e6), "Known point: power", "Shaft power at that speed.";
    }
}

record! {
    /// A motor that is known, with the propeller that the others turn too.
    KnownReading {
        candidate: u32, number(0.0, 500.0), "Which", "Its place among the candidates.";
        voltage_v: f64, number(0.01, 1000.0), "Voltage", "At its terminals.";
        current_a: f64, number(0.0, 10_000.0), "Current", "Through it.";
    }
}

record! {
    /// What was read of one unknown motor.
    UnknownMotor {
        label: String, name(120), "Name", "What you call it.";
        voltage_v: f64, number(0.01, 1000.0), "Voltage", "At its terminals.";
        current_a: Option<f64>, number(0.0, 10_000.0), "Current", "Through it.";
        rpm: Option<f64>, number(0.0, 1e6), "Speed", "Of its shaft.";
        resistance_ohm: Option<f64>, number(0.0, 1e6), "Winding resistance", "By meter.";
        mass_kg: Option<f64>, number(0.0, 1e4), "Mass", "On the scale.";
    }
}

record! {
    /// Unknown motors against candidates.
    Identify {
        load: Option<KnownLoad>, typed(), "Propeller", "The load on the shaft; none turns free.";
        known: Option<KnownReading>, typed(), "Known motor", "Turns the same propeller, which is worked out of it.";
        unknowns: Vec<UnknownMotor>, list(0, 40), "Unknown", "One reading of each.";
        candidates: Vec<Motor>, list(0, 500), "Candidates", "Motors it may be.";
    }
}

record! {
    /// Temperatures at a moment of a run.
    HeatPoint {
        t_s: f64, number(0.0, 1e6), "Time", "Since the start.";
        motor_c: Option<f64>, number(-50.0, 400.0), "Motor", "Can or winding.";
        controller_c: Option<f64>, number(-50.0, 400.0), "Controller", "Its hottest place.";
        battery_c: Option<f64>, number(-50.0, 400.0), "Battery", "Between the cells.";
    }
}

record! {
    /// How hot each may get.
    HeatLimits {
        motor_c: f64 = 90.0, number(0.0, 400.0), "Motor", "Highest temperature of the motor.";
        controller_c: f64 = 80.0, number(0.0, 400.0), "Controller", "Highest temperature of the controller.";
        battery_c: f64 = 60.0, number(0.0, 400.0), "Battery", "Highest temperature of the battery.";
    }
}

record! {
    /// A stage of running it warm.
    HeatRun {
        ambient_c: f64, number(-50.0, 80.0), "Air", "Temperature of the air.";
        planned_s: f64, number(1.0, 1e6), "Planned", "How long the whole run is to last.";
        motor_heat_w: Option<f64>, number(0.01, 1e5), "Heat in the motor", "Watts in less watts at the shaft; held still, volts times amps.";
        points: Vec<HeatPoint>, list(0, MOST_READINGS), "Readings", "Through the run.";
        limits: HeatLimits = HeatLimits { motor_c: 90.0, controller_c: 80.0, battery_c: 60.0 }, typed(), "Limits",
            "How hot each may get.";
    }
}

record! {
    /// The current of one motor.
    LoadedMotor {
        label: String, name(120), "Name", "Which motor.";
        current_a: f64, number(0.0, 10_000.0), "Current", "With the load on.";
        limited: bool = false, typed(), "Current limit", "The supply was in its current limit.";
    }
}

record! {
    /// Motors on one supply, each with the same load.
    LoadedCurrents {
        motors_are: Option<MotorsAre>, typed(), "The motors are meant to be", "Only alike ones are judged by each other.";
        supply_v: Option<f64>, number(0.01, 1000.0), "Supply", "Volts of the supply.";
        compared_to: Option<String>, name(120), "Compared to", "Name of the motor that the others are told by.";
        how_many: Option<u32>, number(1.0, 64.0), "How many of that one", "As many as the machine is to have.";
        pack_ah: Option<f64>, number(0.001, 10_000.0), "Pack", "Capacity of the pack they are to run on.";
        readings: Vec<LoadedMotor>, list(0, 64), "Motors", "One after the other, the same load.";
    }
}

record! {
    /// One reading under names of one's own.
    FreeReading {
        words: Option<String>, text(120), "What", "When, or of what.";
        a: Option<f64>, number(-1e9, 1e9), "First", "In the unit of its name.";
        b: Option<f64>, number(-1e9, 1e9), "Second", "In the unit of its name.";
        c: Option<f64>, number(-1e9, 1e9), "Third", "In the unit of its name.";
        d: Option<f64>, number(-1e9, 1e9), "Fourth", "In the unit of its name.";
    }
}

record! {
    /// Readings in columns with names of one's own.
    FreeSheet {
        name_a: String, name(60), "First column", "What it is, and its unit: thrust, g.";
        name_b: Option<String>, name(60), "Second column", "What it is, and its unit.";
        name_c: Option<String>, name(60), "Third column", "What it is, and its unit.";
        name_d: Option<String>, name(60), "Fourth column", "What it is, and its unit.";
        readings: Vec<FreeReading>, list(0, MOST_READINGS), "Readings", "One after the other.";
    }
}

kinds! {
    /// The readings of one kind of sheet.
    Sheet {
        WindingResistance(WindingResistance) = "winding_resistance", "Winding resistance";
        LockedRotor(LockedRotor) = "locked_rotor", "Held still";
        NoLoadSweep(NoLoadSweep) = "no_load_sweep", "Speed without load";
        SpinTest(SpinTest) = "spin_test", "Spun by a drill";
        PackResistance(PackResistance) = "pack_resistance", "Pack resistance";
        Capacity(Capacity) = "capacity", "Capacity";
        CellVoltages(CellVoltages) = "cell_voltages", "Cells at rest";
        CoastDown(CoastDown) = "coast_down", "Rolling out";
        PullTest(PullTest) = "pull_test", "Luggage scale";
        GeneratorTest(GeneratorTest) = "generator_test", "As a generator";
        Identify(Identify) = "identify", "Which motor is it";
        HeatRun(HeatRun) = "heat_run", "Heat run";
        LoadedCurrents(LoadedCurrents) = "loaded_currents", "Currents under load";
        FreeSheet(FreeSheet) = "free_sheet", "Readings of your own";
    }
}

record! {
    /// The members of a measurement beside its format and its readings.
    Heading {
        label: Option<String>, name(160), "Name", "What was measured.";
        notes: Option<String>, text(4000), "Notes", "Where, with what.";
        at: Option<String>, text(40), "Measured", "When, RFC 3339.";
        build_id: Option<String>, name(80), "Build", "Link to the build it was measured for.";
        part_id: Option<String>, name(80), "Part", "Link to the part on the shelf.";
        struck: Vec<Struck> = Vec::new(), list(0, MOST_READINGS), "Struck out", "Readings that are kept but not used.";
    }
}

/// A reading that is struck out: its list and its place in it, such as `points/3`.
#[derive(Debug, Clone, PartialEq, Eq, Serialize)]
pub struct Struck(pub String);

impl FieldValue for Struck {
    fn read(value: &serde_json::Value, spec: &Spec, at: &Place<'_>, problems: &mut Problems) -> Option<Self> {
        let own = Spec { key: spec.key, label: spec.label, doc: spec.doc, shape: name(80) };
        String::read(value, &own, at, problems).map(Self)
    }

    fn schema(spec: &Spec, generator: &mut schemars::SchemaGenerator) -> schemars::Schema {
        let own = Spec { key: spec.key, label: spec.label, doc: spec.doc, shape: name(80) };
        String::schema(&own, generator)
    }
}

/// A read and checked `ypsidyne.measurement/1`.
#[derive(Debug, Clone, PartialEq, Serialize)]
pub struct Measurement {
    format: &'static str,
    #[serde(flatten)]
    heading: Heading,
    #[serde(flatten)]
    sheet: Sheet,
}

impl Measurement {
    /// Reads a measurement from JSON text.
    ///
    /// # Errors
    /// Every problem of the document at once, each with its JSON pointer.
    pub fn from_json(text: &str) -> Result<Self, Vec<Problem>> {
        match super::duplicate_keys::parse(text) {
            Ok(value) => Self::from_value(&value),
            Err(error) => Err(vec![Problem { pointer: String::new(), detail: format!("not readable: {error}") }]),
        }
    }

    /// Reads a measurement from a parsed value.
    ///
    /// # Errors
    /// Every problem of the document at once, each with its JSON pointer.
    pub fn from_value(value: &serde_json::Value) -> Result<Self, Vec<Problem>> {
        let mut problems = Problems::default();
        let root = Place::root();
        let mut heading_members = serde_json::Map::new();
        let mut besides = vec!["format", "kind"];
        if let Some(object) = object(value, &root, &mut problems) {
            expect_format(object, MEASUREMENT_FORMAT, &root, &mut problems);
            for spec in Heading::FIELDS {
                besides.push(spec.key);
                if let Some(value) = object.get(spec.key) {
                    heading_members.insert(spec.key.to_owned(), value.clone());
                }
            }
        }
        let heading = Heading::read_object(&serde_json::Value::Object(heading_members), &[], &root, &mut problems);
        let sheet = Sheet::read(value, &besides, &root, &mut problems);
        match (heading, sheet) {
            (Some(heading), Some(sheet)) if problems.0.is_empty() => {
                Ok(Self { format: MEASUREMENT_FORMAT, heading, sheet })
            }
            _ => Err(problems.0),
        }
    }

    /// What was measured, when, and what is struck out.
    #[must_use]
    pub const fn heading(&self) -> &Heading {
        &self.heading
    }

    /// The readings.
    #[must_use]
    pub const fn sheet(&self) -> &Sheet {
        &self.sheet
    }

    /// Whether a reading is struck out.
    #[must_use]
    pub fn is_struck(&self, list: &str, place: usize) -> bool {
        let name = format!("{list}/{place}");
        self.heading.struck.iter().any(|struck| struck.0 == name)
    }
}

impl schemars::JsonSchema for Measurement {
    fn schema_name() -> std::borrow::Cow<'static, str> {
        "Measurement".into()
    }

    fn json_schema(generator: &mut schemars::SchemaGenerator) -> schemars::Schema {
        let (heading, _) = Heading::schema_members(generator);
        let format = serde_json::json!({ "type": "string", "const": MEASUREMENT_FORMAT });
        super::reading::tagged_schema(Sheet::schemas(generator).into_iter().map(
            |(kind, (mut members, mut required))| {
                members.extend(heading.clone());
                members.insert("format".to_owned(), format.clone());
                required.push("format".into());
                (kind, (members, required))
            },
        ))
    }
}

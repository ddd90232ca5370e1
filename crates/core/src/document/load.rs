//! What a drive has to move: `load`, told apart by `kind`.

use std::collections::BTreeMap;

use super::Provenance;
use super::parts::check_marks;
use super::reading::{FieldValue, Place, Problems, Spec, number, text, typed};

record! {
    /// Something on wheels.
    Vehicle {
        base_mass_kg: f64, number(0.001, 1e5), "Machine without drive parts",
            "Mass of frame and wheels; motors, battery, controller and gearing are added from the parts.";
        payload_kg: f64 = 0.0, number(0.0, 1e5), "Rider or load", "Mass it carries.";
        towed_mass_kg: f64 = 0.0, number(0.0, 1e5), "Towed", "Mass it pulls; does not press on the driven wheels.";
        rolling_resistance: f64, number(0.0, 1.0), "Rolling resistance", "Force to roll, as a share of the weight.";
        drag_area_m2: f64 = 0.0, number(0.0, 100.0), "Drag area", "Frontal area times drag coefficient.";
        target_speed_m_s: f64, number(0.001, 150.0), "Fastest on the level", "The fastest it must hold on the level.";
        usual_speed_m_s: Option<f64>, number(0.001, 150.0), "Usual speed",
            "What it is driven at most of the time: time and distance on one charge count with it; the fastest when left out.";
        grade_percent: f64 = 0.0, number(0.0, 100.0), "Steepest grade", "Rise over run of the steepest hill.";
        climb_speed_m_s: Option<f64>, number(0.001, 150.0), "Speed on that grade",
            "Speed it must hold on the grade; as on the level when left out.";
        climb_duration_min: Option<f64>, number(0.001, 10_000.0), "Climb lasts", "How long the hill lasts.";
        accelerate_s: Option<f64>, number(0.01, 10_000.0), "Up to speed within", "Time from rest to the target speed.";
        friction: Option<f64>, number(0.01, 3.0), "Grip", "Coefficient of friction between tyre and ground.";
        friction_brake: Option<bool>, typed(), "Friction brake", "Whether it has a brake besides the motors.";
        driven_weight_share: f64 = 1.0, number(0.01, 1.0), "Weight on driven wheels",
            "Share of the weight that stands on the driven wheels.";
        provenance: Option<BTreeMap<String, Provenance>>, typed(), "Provenance",
            "Field by field: listed, measured or estimated.";
        measured_on: Option<BTreeMap<String, String>>, text(200), "Measured on",
            "Field by field: when it was measured, RFC 3339, and by what.";
    }
    check(|vehicle, at, problems| {
        check_marks(vehicle.provenance.as_ref(), "provenance", Self::FIELDS, at, problems);
        check_marks(vehicle.measured_on.as_ref(), "measured_on", Self::FIELDS, at, problems);
    })
}

impl Vehicle {
    /// Whether a figure of it was measured.
    #[must_use]
    pub fn is_measured(&self, key: &str) -> bool {
        self.provenance.as_ref().and_then(|marks| marks.get(key)) == Some(&Provenance::Measured)
    }
}

record! {
    /// What a launcher wheel throws.
    Projectile {
        mass_kg: f64, number(1e-6, 100.0), "Mass of one", "Mass of one projectile.";
        speed_m_s: f64, number(0.01, 1000.0), "Launch speed", "Speed it leaves with.";
        per_second: Option<f64>, number(0.001, 1000.0), "Shots per second", "How many a second in a long burst.";
        transfer_efficiency: f64 = 1.0, number(0.01, 1.0), "Transfer efficiency",
            "Share of the energy the wheels lose that goes into the projectile.";
        diameter_mm: Option<f64>, number(0.1, 1000.0), "Diameter", "Diameter of the projectile.";
        grip_speed_m_s: Option<f64>, number(0.01, 1000.0), "Most the wheels can give it",
            "Launch speed at which the wheels begin to slip on it: faster wheels throw no faster.";
    }
}

choice! {
    /// What launcher wheels are made of.
    WheelMaterial {
        PrintedPlastic = "printed_plastic", "Printed plastic";
        MouldedPlastic = "moulded_plastic", "Moulded plastic";
        Aluminium = "aluminium", "Aluminium";
        Steel = "steel", "Steel";
    }
}

record! {
    /// Wheels that store energy.
    Flywheel {
        inertia_kg_m2: f64, number(1e-12, 1e5), "Inertia of all wheels", "Inertia of all wheels of the drive together.";
        target_rpm: f64, number(0.1, 500_000.0), "Wheel speed", "Speed of the wheels.";
        spin_up_s: Option<f64>, number(0.001, 10_000.0), "Spun up within", "Time from rest to that speed.";
        drag_torque_nm: f64 = 0.0, number(0.0, 1e5), "Bearing drag", "Torque that does not change with speed.";
        windage_torque_nm: f64 = 0.0, number(0.0, 1e5), "Windage", "Air torque at the target speed; grows as its square.";
        projectile: Option<Projectile>, typed(), "Projectile", "What the wheels throw.";
        wheel_diameter_mm: Option<f64>, number(1.0, 5000.0), "Wheel diameter", "Outer diameter of one wheel.";
        wheel_material: Option<WheelMaterial>, typed(), "Wheels made of", "For the stress in the rim, and the inertia by size.";
        wheel_width_mm: Option<f64>, number(0.5, 5000.0), "Wheel width", "Along its axle; for the inertia by size.";
        wheel_count: Option<u32>, number(1.0, 100.0), "Wheels", "How many there are; a pair when left out.";
    }
}

impl Flywheel {
    /// Inertia of all wheels by size and material, kg·m²; `None` while one of them is missing.
    ///
    /// # Source
    /// Solid discs: ½·m·r² each, m = ρ·π·r²·w. Hollow wheels have less.
    #[must_use]
    pub fn inertia_by_size_kg_m2(&self) -> Option<f64> {
        let (radius_m, width_m) = (self.wheel_diameter_mm? / 2000.0, self.wheel_width_mm? / 1000.0);
        let mass_kg = self.wheel_material?.density_kg_m3() * std::f64::consts::PI * radius_m * radius_m * width_m;
        Some(0.5 * mass_kg * radius_m * radius_m * f64::from(self.wheel_count.unwrap_or(2)))
    }
}

record! {
    /// Fan, propeller, blower or pump.
    Fan {
        reference_rpm: f64, number(0.1, 500_000.0), "Known point: speed", "Speed of a known operating point.";
        reference_power_w: f64, number(0.0, 1e6), "Known point: power", "Shaft power at that speed.";
        target_rpm: f64, number(0.1, 500_000.0), "Speed wanted", "Speed it must hold.";
        inertia_kg_m2: Option<f64>, number(0.0, 1e5), "Inertia", "Inertia of the rotor.";
        spin_up_s: Option<f64>, number(0.001, 10_000.0), "Spun up within", "Time from rest to that speed.";
    }
}

record! {
    /// A cutting blade.
    Blade {
        blade_radius_m: f64, number(0.001, 10.0), "Blade radius", "From the centre to the tip.";
        reference_rpm: f64, number(0.1, 500_000.0), "Known point: speed", "Speed of a known point in free air.";
        reference_power_w: f64, number(0.0, 1e6), "Known point: power", "Shaft power in free air at that speed.";
        cutting_torque_nm: f64 = 0.0, number(0.0, 1e5), "Cutting torque", "Torque the crop adds.";
        brake_torque_nm: Option<f64>, number(0.0, 1e5), "Blade brake", "Torque of a brake that grips when the switch is let go.";
        target_tip_speed_m_s: f64, number(0.01, 400.0), "Tip speed wanted", "Speed of the blade tip.";
        inertia_kg_m2: Option<f64>, number(0.0, 1e5), "Inertia", "Inertia of the blade.";
        spin_up_s: Option<f64>, number(0.001, 10_000.0), "Spun up within", "Time from rest to that speed.";
    }
}

record! {
    /// A mass on a drum.
    Hoist {
        mass_kg: f64, number(0.001, 1e5), "Mass lifted", "Mass on the rope.";
        drum_radius_m: f64, number(0.001, 10.0), "Drum radius", "To the middle of the rope.";
        lift_speed_m_s: f64, number(0.0001, 100.0), "Lift speed", "Speed it must lift with.";
        inertia_kg_m2: Option<f64>, number(0.0, 1e5), "Drum inertia", "Inertia of the drum.";
    }
}

record! {
    /// The same torque at every speed.
    ConstantTorque {
        torque_nm: f64, number(0.0, 1e6), "Torque", "Torque at the output shaft.";
        target_rpm: f64, number(0.01, 500_000.0), "Speed wanted", "Speed of the output shaft.";
        inertia_kg_m2: Option<f64>, number(0.0, 1e5), "Inertia", "Inertia at the output shaft.";
        shots_per_turn: Option<f64>, number(0.001, 1000.0), "Shots per turn",
            "For a feeder: how many it pushes into the wheels with each turn.";
    }
}

choice! {
    /// What turns a generator.
    SourceKind {
        WaterWheel = "water_wheel", "Water wheel";
        Wind = "wind", "Wind rotor";
        HandCrank = "hand_crank", "Hand crank";
        Bench = "bench", "Bench drive";
    }
}

record! {
    /// What turns a generator: a torque that falls evenly from standstill to the runaway speed, or a fixed speed.
    GeneratorSource {
        kind: Option<SourceKind>, typed(), "Turned by", "What turns it.";
        stall_torque_nm: Option<f64>, number(1e-5, 1e6), "Torque when held", "Torque of the source when it is held still.";
        runaway_rpm: Option<f64>, number(0.01, 500_000.0), "Runaway speed", "Speed of the source with nothing on it.";
        rpm: Option<f64>, number(0.01, 500_000.0), "Fixed speed", "Speed the source keeps whatever hangs on it.";
    }
    check(|source, at, problems| match (source.stall_torque_nm, source.runaway_rpm, source.rpm) {
        (Some(_), Some(_), None) | (None, None, Some(_)) => {}
        (None, None, None) => {
            problems.note(at, "no speed came: stall_torque_nm and runaway_rpm, or rpm, is needed");
        }
        (_, _, Some(_)) => problems.note(&at.key("rpm"), "came beside a torque: give stall_torque_nm and runaway_rpm, or rpm"),
        (None, _, None) => problems.note(&at.key("stall_torque_nm"), "missing: runaway_rpm came, so it is needed"),
        (_, None, None) => problems.note(&at.key("runaway_rpm"), "missing: stall_torque_nm came, so it is needed"),
    })
}

record! {
    /// What hangs on a generator.
    Electrical {
        resistance_ohm: Option<f64>, number(1e-4, 1e9), "Resistance", "Of a heater or a lamp, for each machine.";
        battery_v: Option<f64>, number(0.1, 1000.0), "Battery", "Voltage of the battery it charges.";
    }
    check(|electrical, at, problems| match (electrical.resistance_ohm, electrical.battery_v) {
        (Some(_), Some(_)) => problems.note(&at.key("battery_v"), "came beside resistance_ohm: give one of the two"),
        (None, None) => problems.note(at, "neither resistance_ohm nor battery_v came: one is needed"),
        _ => {}
    })
}

record! {
    /// A machine that is turned and gives current.
    Generator {
        source: GeneratorSource, typed(), "Source", "What turns it.";
        electrical: Electrical, typed(), "Hangs on it", "What takes the current.";
        diode_drop_v: f64 = 0.7, number(0.0, 3.0), "Diode drop", "Voltage lost in each of the two diodes of a bridge.";
        needed_voltage_v: Option<f64>, number(0.1, 1000.0), "Voltage needed", "What must be reached; that of the battery when left out.";
    }
}

impl Generator {
    /// Voltage that must be reached, V; `None` where neither a battery nor a voltage is given.
    #[must_use]
    pub fn needed_v(&self) -> Option<f64> {
        self.needed_voltage_v.or(self.electrical.battery_v)
    }
}

kinds! {
    /// What a drive has to move.
    Load {
        Vehicle(Vehicle) = "vehicle", "Something on wheels";
        Flywheel(Flywheel) = "flywheel", "Wheels that store energy";
        Fan(Fan) = "fan", "Fan, propeller, blower or pump";
        Blade(Blade) = "blade", "A cutting blade";
        Hoist(Hoist) = "hoist", "A mass on a drum";
        ConstantTorque(ConstantTorque) = "constant_torque", "The same torque at every speed";
        Generator(Generator) = "generator", "A machine that is turned and gives current";
    }
}

impl Load {
    /// Mass of a vehicle with what it carries, without its drive parts, kg; `None` for anything else.
    #[must_use]
    pub const fn vehicle_kg(&self) -> Option<f64> {
        match self {
            Self::Vehicle(vehicle) => Some(vehicle.base_mass_kg + vehicle.payload_kg),
            _ => None,
        }
    }

    /// Whether a source turns it.
    #[must_use]
    pub const fn is_turned(&self) -> bool {
        matches!(self, Self::Generator(_))
    }
}

impl FieldValue for Load {
    fn read(value: &serde_json::Value, _spec: &Spec, at: &Place<'_>, problems: &mut Problems) -> Option<Self> {
        Self::read(value, &["kind"], at, problems)
    }

    fn schema(_spec: &Spec, generator: &mut schemars::SchemaGenerator) -> schemars::Schema {
        generator.subschema_for::<Self>()
    }
}

impl schemars::JsonSchema for Load {
    fn schema_name() -> std::borrow::Cow<'static, str> {
        "Load".into()
    }

    fn json_schema(generator: &mut schemars::SchemaGenerator) -> schemars::Schema {
        super::reading::tagged_schema(Self::schemas(generator))
    }
}

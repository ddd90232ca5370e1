//! What a drive has to move: `load`, told apart by `kind`.

use serde::Serialize;

use super::reading::{FieldValue, Place, Problems, Spec, number, object, shown, typed};

record! {
    /// Something on wheels.
    Vehicle {
        base_mass_kg: f64, number(0.001, 1e5), "Machine without drive parts",
            "Mass of frame and wheels; motors, battery, controller and gearing are added from the parts.";
        payload_kg: f64 = 0.0, number(0.0, 1e5), "Rider or load", "Mass it carries.";
        towed_mass_kg: f64 = 0.0, number(0.0, 1e5), "Towed", "Mass it pulls; does not press on the driven wheels.";
        rolling_resistance: f64, number(0.0, 1.0), "Rolling resistance", "Force to roll, as a share of the weight.";
        drag_area_m2: f64 = 0.0, number(0.0, 100.0), "Drag area", "Frontal area times drag coefficient.";
        target_speed_m_s: f64, number(0.001, 150.0), "Speed on the level", "Speed it must hold on the level.";
        grade_percent: f64 = 0.0, number(0.0, 100.0), "Steepest grade", "Rise over run of the steepest hill.";
        climb_speed_m_s: Option<f64>, number(0.001, 150.0), "Speed on that grade",
            "Speed it must hold on the grade; as on the level when left out.";
        climb_duration_min: Option<f64>, number(0.001, 10_000.0), "Climb lasts", "How long the hill lasts.";
        accelerate_s: Option<f64>, number(0.01, 10_000.0), "Up to speed within", "Time from rest to the target speed.";
        friction: Option<f64>, number(0.01, 3.0), "Grip", "Coefficient of friction between tyre and ground.";
        driven_weight_share: f64 = 1.0, number(0.01, 1.0), "Weight on driven wheels",
            "Share of the weight that stands on the driven wheels.";
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
    }
}

/// What a drive has to move.
#[derive(Debug, Clone, PartialEq, Serialize)]
#[serde(tag = "kind", rename_all = "snake_case")]
pub enum Load {
    /// Something on wheels.
    Vehicle(Vehicle),
    /// Wheels that store energy.
    Flywheel(Flywheel),
    /// Fan, propeller, blower or pump.
    Fan(Fan),
    /// A cutting blade.
    Blade(Blade),
    /// A mass on a drum.
    Hoist(Hoist),
    /// The same torque at every speed.
    ConstantTorque(ConstantTorque),
}

impl FieldValue for Load {
    fn read(value: &serde_json::Value, _spec: &Spec, at: &Place<'_>, problems: &mut Problems) -> Option<Self> {
        const BESIDES: &[&str] = &["kind"];
        let kind = object(value, at, problems)?.get("kind");
        match kind.and_then(serde_json::Value::as_str) {
            Some("vehicle") => Vehicle::read_object(value, BESIDES, at, problems).map(Self::Vehicle),
            Some("flywheel") => Flywheel::read_object(value, BESIDES, at, problems).map(Self::Flywheel),
            Some("fan") => Fan::read_object(value, BESIDES, at, problems).map(Self::Fan),
            Some("blade") => Blade::read_object(value, BESIDES, at, problems).map(Self::Blade),
            Some("hoist") => Hoist::read_object(value, BESIDES, at, problems).map(Self::Hoist),
            Some("constant_torque") => {
                ConstantTorque::read_object(value, BESIDES, at, problems).map(Self::ConstantTorque)
            }
            _ => {
                let came = kind.map_or_else(|| "nothing".to_owned(), shown);
                problems.note(
                    &at.key("kind"),
                    format!("{came} came, one of vehicle, flywheel, fan, blade, hoist, constant_torque is needed"),
                );
                None
            }
        }
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
        let kinds = [
            ("vehicle", Vehicle::schema_members(generator)),
            ("flywheel", Flywheel::schema_members(generator)),
            ("fan", Fan::schema_members(generator)),
            ("blade", Blade::schema_members(generator)),
            ("hoist", Hoist::schema_members(generator)),
            ("constant_torque", ConstantTorque::schema_members(generator)),
        ];
        let variants: Vec<serde_json::Value> = kinds
            .into_iter()
            .map(|(kind, (mut members, mut required))| {
                members.insert("kind".to_owned(), serde_json::json!({ "const": kind, "type": "string" }));
                required.push("kind".into());
                serde_json::json!({
                    "type": "object", "properties": members, "required": required,
                    "additionalProperties": false
                })
            })
            .collect();
        schemars::json_schema!({ "oneOf": variants })
    }
}

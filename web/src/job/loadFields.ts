// What is typed of each kind of load, and what it asks for.

/** Kinds of load with a start for each. */
export const KINDS = [
  { kind: "vehicle", said: "rolls on wheels", template: "cart" },
  { kind: "flywheel", said: "flywheels, launcher wheels", template: "launcher" },
  { kind: "fan", said: "fan, propeller, pump", template: "fan" },
  { kind: "blade", said: "cutting blade", template: "mower" },
  { kind: "hoist", said: "lifts on a drum", template: "hoist" },
  { kind: "generator", said: "is turned and gives current", template: "generator" },
  { kind: "constant_torque", said: "the same torque at any speed", template: "other" },
];

/** Fields of a load, the most important first. */
export const LOAD_FIELDS: Record<string, readonly string[]> = {
  vehicle: [
    "target_speed_m_s",
    "usual_speed_m_s",
    "base_mass_kg",
    "payload_kg",
    "towed_mass_kg",
    "rolling_resistance",
    "drag_area_m2",
    "grade_percent",
    "climb_speed_m_s",
    "climb_duration_min",
    "accelerate_s",
    "friction",
    "driven_weight_share",
    "friction_brake",
  ],
  flywheel: [
    "target_rpm",
    "inertia_kg_m2",
    "spin_up_s",
    "drag_torque_nm",
    "windage_torque_nm",
    "wheel_diameter_mm",
    "wheel_width_mm",
    "wheel_count",
    "wheel_material",
  ],
  generator: ["diode_drop_v", "needed_voltage_v"],
  fan: ["target_rpm", "reference_rpm", "reference_power_w", "inertia_kg_m2", "spin_up_s"],
  blade: [
    "target_tip_speed_m_s",
    "blade_radius_m",
    "reference_rpm",
    "reference_power_w",
    "cutting_torque_nm",
    "brake_torque_nm",
    "inertia_kg_m2",
    "spin_up_s",
  ],
  hoist: ["mass_kg", "drum_radius_m", "lift_speed_m_s", "inertia_kg_m2"],
  constant_torque: ["torque_nm", "target_rpm", "inertia_kg_m2", "shots_per_turn"],
};
export const PROJECTILE = [
  "mass_kg",
  "speed_m_s",
  "per_second",
  "transfer_efficiency",
  "diameter_mm",
  "grip_speed_m_s",
];

/** What a machine that is turned gives. */
export const GIVEN = [
  { name: "power", key: "output_power_w", quantity: "power", places: 3 },
  { name: "voltage", key: "output_voltage_v", quantity: "voltage", places: 3 },
  { name: "source", key: "source_rpm", quantity: "rotation", places: 3 },
] as const;
/** What the load asks for. */
export const ASKED_OF_IT = [
  { name: "speed", key: "output_rpm", quantity: "rotation", places: 4 },
  { name: "torque", key: "output_torque_nm", quantity: "torque", places: 3 },
  { name: "power", key: "output_power_w", quantity: "power", places: 3 },
] as const;

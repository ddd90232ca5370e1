//! Parts: battery, motor, controller, gearing stage, wiring run. Their figures stand inside the document.

use std::collections::BTreeMap;

use super::reading::{Place, Problems, Provenance, Spec, name, number, text, typed};

choice! {
    /// Brushed, or brushless as its equivalent direct-current motor.
    MachineKind { Brushed = "brushed", "Brushed"; Brushless = "brushless", "Brushless"; }
}

choice! {
    /// Cell chemistry; each has its own table of voltages.
    Chemistry {
        Lipo = "lipo", "Lithium polymer";
        LiIon = "li_ion", "Lithium-ion";
        Lifepo4 = "lifepo4", "Iron phosphate";
        Nimh = "nimh", "Nickel hydride";
        LeadAcid = "lead_acid", "Lead-acid";
    }
}

choice! {
    /// Rotor position sensor.
    Sensor { None = "none", "None"; Hall = "hall", "Hall sensors"; Encoder = "encoder", "Encoder"; }
}

choice! {
    /// Magnet material.
    Magnet {
        Ndfeb = "ndfeb", "Neodymium";
        Ferrite = "ferrite", "Ferrite";
        Smco = "smco", "Samarium-cobalt";
        Alnico = "alnico", "Alnico";
    }
}

choice! {
    /// Temperature suffix of a neodymium grade.
    MagnetGrade {
        None = "none", "No suffix (80 °C)";
        N = "N", "N (80 °C)";
        M = "M", "M (100 °C)";
        H = "H", "H (120 °C)";
        Sh = "SH", "SH (150 °C)";
        Uh = "UH", "UH (180 °C)";
        Eh = "EH", "EH (200 °C)";
    }
}

choice! {
    /// Thermal class of the winding insulation (IEC 60085).
    InsulationClass {
        A = "A", "A (105 °C)"; E = "E", "E (120 °C)"; B = "B", "B (130 °C)";
        F = "F", "F (155 °C)"; H = "H", "H (180 °C)";
    }
}

choice! {
    /// How a brushless controller drives the three phases.
    Commutation { SixStep = "six_step", "Six-step"; Foc = "foc", "Field-oriented"; }
}

choice! {
    /// Air around the motor.
    Cooling {
        Still = "still", "Still, on metal";
        Airflow = "airflow", "Moving air";
        Fan = "fan", "A fan blows on it";
    }
}

choice! {
    /// What a gearing stage is made of.
    GearingKind {
        Spur = "spur", "Spur gears"; Belt = "belt", "Toothed belt"; Chain = "chain", "Chain";
        Planetary = "planetary", "Planetary"; Worm = "worm", "Worm"; Bevel = "bevel", "Bevel gears";
        Direct = "direct", "Direct";
    }
}

record! {
    /// Outer size.
    SizeMm {
        length: f64, number(0.1, 10_000.0), "Length", "Longest side, mm.";
        width: f64, number(0.1, 10_000.0), "Width", "Second side, mm.";
        height: f64, number(0.1, 10_000.0), "Height", "Third side, mm.";
    }
}

record! {
    /// How a part is fastened.
    Mount {
        bolt_circle_mm: Option<f64>, number(0.5, 1000.0), "Bolt circle", "Diameter of the bolt circle.";
        thread: Option<String>, text(40), "Thread", "Thread of the mounting screws.";
    }
}

fn check_marks<T>(
    given: Option<&BTreeMap<String, T>>,
    member: &str,
    fields: &[Spec],
    at: &Place<'_>,
    problems: &mut Problems,
) {
    let place = at.key(member);
    for key in given.into_iter().flat_map(BTreeMap::keys) {
        if !fields.iter().any(|field| field.key == key) {
            problems.note(&place.key(key), "no field of this part has that name");
        }
    }
}

part! {
    /// One pack, and how many of them stand in series and in parallel.
    Battery {
        chemistry: Chemistry, typed(), "Chemistry", "Kind of cell.";
        cells_series: u32, number(1.0, 200.0), "Cells in series", "Cells in series in one pack.";
        capacity_ah: f64, number(0.01, 10_000.0), "Capacity", "Capacity of one pack.";
        packs_series: u32 = 1, number(1.0, 50.0), "Packs in series", "Equal packs in series.";
        packs_parallel: u32 = 1, number(1.0, 100.0), "Packs in parallel", "Equal packs in parallel.";
        continuous_c: Option<f64>, number(0.01, 500.0), "Continuous rating",
            "Continuous current as a multiple of the capacity.";
        burst_c: Option<f64>, number(0.01, 1000.0), "Burst rating",
            "Current for about 10 s as a multiple of the capacity.";
        cell_resistance_ohm: Option<f64>, number(0.0, 10.0), "Cell resistance",
            "Resistance of one series position of one pack.";
        max_charge_c: Option<f64>, number(0.01, 20.0), "Charge rating",
            "Highest charge current as a multiple of the capacity.";
        bms_limit_a: Option<f64>, number(0.1, 10_000.0), "Protection board limit",
            "Current at which the protection board of one pack opens.";
        cutoff_v_per_cell: Option<f64>, number(0.1, 5.0), "Stop voltage per cell",
            "Lowest voltage per cell under load.";
        usable_fraction: f64 = 0.8, number(0.01, 1.0), "Usable share", "Share of the capacity that is used.";
        peukert_exponent: Option<f64>, number(1.0, 2.0), "Peukert exponent",
            "How capacity shrinks with current: 1 not at all.";
        rated_hours: f64 = 20.0, number(0.05, 1000.0), "Rated over", "Hours over which the capacity is rated.";
        connector: Option<String>, text(80), "Connector", "Connector on the pack.";
    }
    check(|battery, at, problems| {
        if battery.continuous_c.is_none() && battery.cell_resistance_ohm.is_none() {
            problems.note(
                at,
                "neither continuous_c nor cell_resistance_ohm came: one is needed, or the sag cannot be worked out",
            );
        }
        if let (Some(continuous), Some(burst)) = (battery.continuous_c, battery.burst_c)
            && burst < continuous
        {
            problems.note(
                &at.key("burst_c"),
                format!("{burst} is below continuous_c {continuous}: a pack gives at least as much for 10 s"),
            );
        }
    })
}

record! {
    /// A gearbox that is part of the motor; the first gearing stage.
    Gearbox {
        kind: GearingKind, typed(), "Gearbox", "Kind of gearbox.";
        ratio: f64, number(0.001, 10_000.0), "Ratio", "Motor turns per turn of the gearbox shaft.";
        efficiency: f64 = 1.0, number(0.01, 1.0), "Efficiency", "Share of the power that comes through.";
        max_torque_nm: Option<f64>, number(1e-5, 1e6), "Highest torque", "Torque its output may carry.";
        max_input_rpm: Option<f64>, number(1.0, 500_000.0), "Highest input speed", "Speed its input may turn.";
        slip_clutch_nm: Option<f64>, number(1e-5, 1e6), "Slip clutch",
            "Torque at its output from which a clutch slips.";
    }
}

record! {
    /// Measured thermal values; what is not given is estimated from can and mass.
    Thermal {
        winding_to_case_k_per_w: Option<f64>, number(1e-4, 1e4), "Winding to case", "Rise of winding over case.";
        case_to_ambient_k_per_w: Option<f64>, number(1e-4, 1e4), "Case to air", "Rise of case over air.";
        winding_j_per_k: Option<f64>, number(1e-3, 1e7), "Winding heat capacity", "Heat to warm the winding by 1 K.";
        case_j_per_k: Option<f64>, number(1e-3, 1e7), "Case heat capacity", "Heat to warm the case by 1 K.";
    }
}

part! {
    /// One motor.
    Motor {
        kind: MachineKind, typed(), "Kind", "Brushed or brushless.";
        kv_rpm_per_v: f64, number(1.0, 20_000.0), "Speed constant Kv", "Turns per minute per volt without load.";
        resistance_ohm: f64, number(1e-5, 1000.0), "Winding resistance",
            "Between the two leads (brushless: any two of three) at 20 °C.";
        no_load_current_a: Option<f64>, number(0.0, 500.0), "No-load current", "Current with nothing on the shaft.";
        no_load_voltage_v: Option<f64>, number(0.1, 1000.0), "at a voltage of",
            "Voltage at which the no-load current was taken.";
        no_load_speed_share: Option<f64>, number(0.0, 1.0), "Speed share of the loss",
            "Share of the no-load loss torque that grows with speed.";
        brush_drop_v: Option<f64>, number(0.0, 20.0), "Brush drop", "Voltage lost at the brushes.";
        pole_pairs: Option<u32>, number(1.0, 100.0), "Pole pairs", "Half the number of magnet poles.";
        timing_advance_deg: Option<f64>, number(-60.0, 60.0), "Timing advance",
            "Electrical degrees beyond the setting at which Kv was found.";
        turns: Option<f64>, number(0.5, 1000.0), "Turns", "Turns per tooth.";
        sensor: Option<Sensor>, typed(), "Rotor sensor", "How the controller knows the rotor position.";
        temperature_sensor: Option<bool>, typed(), "Temperature sensor", "Whether the winding has one.";
        magnet: Option<Magnet>, typed(), "Magnet", "Magnet material.";
        magnet_grade: Option<MagnetGrade>, typed(), "Magnet grade", "Temperature suffix of the grade.";
        insulation_class: Option<InsulationClass>, typed(), "Insulation class", "Thermal class of the enamel.";
        nominal_voltage_v: Option<f64>, number(0.1, 1000.0), "Volts as printed",
            "What is printed on it: volts, or cells times the nominal voltage of one.";
        max_voltage_v: Option<f64>, number(0.1, 2000.0), "Highest voltage", "Voltage the motor is rated for.";
        max_continuous_current_a: Option<f64>, number(0.001, 5000.0), "Continuous current", "Current it takes for good.";
        max_burst_current_a: Option<f64>, number(0.001, 10_000.0), "Burst current", "Current it takes for moments.";
        max_speed_rpm: Option<f64>, number(1.0, 500_000.0), "Highest speed", "Speed the rotor is safe at.";
        rotor_inertia_kg_m2: Option<f64>, number(0.0, 100.0), "Rotor inertia", "Inertia of the rotor.";
        rotor_diameter_mm: Option<f64>, number(0.5, 2000.0), "Rotor diameter", "Diameter of the rotor.";
        can_diameter_mm: Option<f64>, number(1.0, 2000.0), "Can diameter", "Outer diameter of the can.";
        can_length_mm: Option<f64>, number(1.0, 5000.0), "Can length", "Length of the can.";
        shaft_diameter_mm: Option<f64>, number(0.2, 500.0), "Shaft", "Diameter of the shaft.";
        shaft_hardened: Option<bool>, typed(), "Hardened shaft", "Whether the shaft is hardened.";
        mount: Option<Mount>, typed(), "Mount", "How it is fastened.";
        gearbox: Option<Gearbox>, typed(), "Built-in gearbox", "A gearbox that is part of the motor.";
        thermal: Option<Thermal>, typed(), "Thermal values", "Measured thermal values.";
    }
    check(|motor, at, problems| {
        if let (Some(current_a), Some(voltage_v)) = (motor.no_load_current_a, motor.no_load_voltage_v) {
            let left_v = voltage_v - current_a * motor.resistance_ohm - motor.brush_drop_v.unwrap_or(0.0);
            if left_v <= 0.0 {
                problems.note(
                    &at.key("no_load_current_a"),
                    format!(
                        "{current_a} A through {} ohm leaves nothing of {voltage_v} V to turn the motor: \
                         the current or the resistance is too high",
                        motor.resistance_ohm
                    ),
                );
            }
        }
        if motor.kind == MachineKind::Brushless && motor.brush_drop_v.is_some_and(|drop| drop > 0.0) {
            problems.note(&at.key("brush_drop_v"), "a brushless motor has no brushes: leave it out");
        }
    })
}

impl Motor {
    /// Reads one motor, as it stands in a build under `key`.
    ///
    /// # Errors
    /// Every problem at once, each with its JSON pointer from `key` on.
    pub fn from_value(value: &serde_json::Value, key: &str) -> Result<Self, Vec<super::Problem>> {
        let mut problems = Problems::default();
        let read = Self::read_object(value, &[], &Place::root().key(key), &mut problems);
        read.filter(|_| problems.0.is_empty()).ok_or(problems.0)
    }
}

record! {
    /// The regulator that feeds receiver and servos.
    Bec {
        voltage_v: f64, number(0.5, 60.0), "Voltage", "Voltage it gives.";
        current_a: f64, number(0.01, 100.0), "Current", "Current it gives.";
    }
}

part! {
    /// One controller; ratings and settings are per channel.
    Controller {
        kind: MachineKind, typed(), "Kind", "For brushed or brushless motors.";
        channels: u32 = 1, number(1.0, 16.0), "Channels", "Motor outputs that are driven separately.";
        min_voltage_v: Option<f64>, number(0.1, 2000.0), "Lowest voltage", "Below it the controller stops.";
        max_voltage_v: Option<f64>, number(0.1, 2000.0), "Highest voltage", "Above it the controller fails.";
        motor_current_continuous_a: Option<f64>, number(0.01, 10_000.0), "Motor current, for good",
            "Motor current rating of a channel, continuous.";
        motor_current_peak_a: Option<f64>, number(0.01, 10_000.0), "Motor current, peak",
            "Motor current rating of a channel, for moments.";
        battery_current_continuous_a: Option<f64>, number(0.01, 10_000.0), "Battery current, for good",
            "Battery current rating of a channel, continuous.";
        battery_current_peak_a: Option<f64>, number(0.01, 10_000.0), "Battery current, peak",
            "Battery current rating of a channel, for moments.";
        motor_current_limit_a: Option<f64>, number(0.01, 10_000.0), "Motor current limit",
            "Setting: most motor current of a channel.";
        battery_current_limit_a: Option<f64>, number(0.01, 10_000.0), "Battery current limit",
            "Setting: most battery current of a channel.";
        limits_current: Option<bool>, typed(), "Holds its own current down",
            "Whether it keeps the current at its rating by itself. Field-oriented ones do; others usually only survive it.";
        commutation: Commutation = Commutation::SixStep, typed(), "Commutation", "How the phases are driven.";
        on_resistance_ohm: f64 = 0.0, number(0.0, 10.0), "On-resistance", "Resistance of the whole conduction path.";
        idle_power_w: f64 = 0.0, number(0.0, 1000.0), "Idle power", "What it draws at rest.";
        failsafe_throttle: Option<f64>, number(0.0, 1.0), "Failsafe throttle", "What it holds when the signal is lost; 0 stops.";
        max_duty: f64 = 1.0, number(0.05, 1.0), "Highest duty", "Largest share of the battery voltage it passes on.";
        max_erpm: Option<f64>, number(100.0, 10_000_000.0), "Highest electrical speed", "Speed times pole pairs.";
        sensors: Option<Vec<Sensor>>, super::reading::list(0, 3), "Sensors it reads", "Rotor sensors it can read.";
        can_brake: bool = false, typed(), "Can brake", "Feeds braking power back into the battery.";
        bec: Option<Bec>, typed(), "Receiver supply", "The regulator that feeds receiver and servos.";
        mount: Option<Mount>, typed(), "Mount", "How it is fastened.";
        case_to_ambient_k_per_w: Option<f64>, number(1e-3, 1e4), "Case to air", "Rise of its case over air per watt of its loss.";
        max_temperature_c: Option<f64>, number(20.0, 250.0), "Highest temperature", "Where it cuts back or fails.";
    }
    check(|controller, at, problems| {
        if let (Some(low), Some(high)) = (controller.min_voltage_v, controller.max_voltage_v)
            && low >= high
        {
            problems.note(&at.key("min_voltage_v"), format!("{low} is not below max_voltage_v {high}"));
        }
        if controller.kind == MachineKind::Brushed && controller.commutation == Commutation::Foc {
            problems.note(&at.key("commutation"), "foc came for a brushed controller: only brushless ones have phases");
        }
    })
}

part! {
    /// One gearing stage.
    GearingStage {
        kind: GearingKind, typed(), "Stage", "What the stage is made of.";
        driver_teeth: Option<u32>, number(5.0, 400.0), "Driver teeth", "Teeth on the motor side.";
        driven_teeth: Option<u32>, number(5.0, 400.0), "Driven teeth", "Teeth on the load side.";
        ratio: Option<f64>, number(0.001, 10_000.0), "Ratio", "Driver turns per driven turn.";
        efficiency: Option<f64>, number(0.01, 1.0), "Efficiency", "Share of the power that comes through.";
        module_mm: Option<f64>, number(0.05, 50.0), "Module", "Pitch diameter per tooth.";
        diametral_pitch: Option<f64>, number(0.5, 500.0), "Diametral pitch", "Teeth per inch of pitch diameter.";
        face_width_mm: Option<f64>, number(0.1, 1000.0), "Face width", "Width of the teeth.";
        material: Option<String>, text(80), "Material", "What the teeth are made of.";
        pitch_mm: Option<f64>, number(0.5, 100.0), "Pitch", "Pitch of belt or chain.";
        width_mm: Option<f64>, number(0.5, 1000.0), "Width", "Width of the belt.";
        centre_distance_mm: Option<f64>, number(1.0, 10_000.0), "Centre distance", "Between the two shafts.";
        driver_bore_mm: Option<f64>, number(0.2, 500.0), "Driver bore", "Bore of the driver.";
        driven_module_mm: Option<f64>, number(0.05, 50.0), "Driven module",
            "Module of the driven wheel, where it is another one.";
        driven_diametral_pitch: Option<f64>, number(0.5, 500.0), "Driven diametral pitch",
            "Diametral pitch of the driven wheel, where it is another one.";
        driven_material: Option<String>, text(80), "Driven material",
            "What the driven wheel is made of, where it differs.";
        belt_teeth: Option<u32>, number(10.0, 5000.0), "Belt teeth", "Length of the belt in teeth.";
        chain_links: Option<u32>, number(8.0, 5000.0), "Chain links", "Length of the chain in links.";
        permissible_tension_n: Option<f64>, number(0.1, 1e6), "Permissible tension",
            "Pull that belt or chain may carry for good.";
        lead_angle_deg: Option<f64>, number(0.5, 60.0), "Lead angle", "Lead angle of the worm.";
    }
    check(|stage, at, problems| {
        let teeth = stage.driver_teeth.is_some() || stage.driven_teeth.is_some();
        match (stage.ratio, teeth) {
            (Some(ratio), true) => problems.note(
                &at.key("ratio"),
                format!("{ratio} came beside teeth: give the teeth or the ratio, not both"),
            ),
            (None, true) if stage.driver_teeth.is_none() => {
                problems.note(&at.key("driver_teeth"), "missing: driven_teeth came, so driver_teeth is needed, 5 to 400");
            }
            (None, true) if stage.driven_teeth.is_none() => {
                problems.note(&at.key("driven_teeth"), "missing: driver_teeth came, so driven_teeth is needed, 5 to 400");
            }
            (None, false) if stage.kind != GearingKind::Direct => {
                problems.note(at, "neither teeth nor a ratio came: driver_teeth and driven_teeth, or ratio, is needed");
            }
            _ => {}
        }
        if stage.module_mm.is_some() && stage.diametral_pitch.is_some() {
            problems.note(&at.key("diametral_pitch"), "came beside module_mm: give one of the two");
        }
        if stage.driven_module_mm.is_some() && stage.driven_diametral_pitch.is_some() {
            problems.note(&at.key("driven_diametral_pitch"), "came beside driven_module_mm: give one of the two");
        }
    })
}

impl Controller {
    /// Whether it holds the current at its ratings by itself: as given, else what is usual: field-oriented ones do, six-step
    /// and brushed ones do not (common practice).
    #[must_use]
    pub fn holds_its_current(&self) -> bool {
        self.limits_current.unwrap_or(self.commutation == Commutation::Foc)
    }

    /// Most motor current of a channel that it lets through, A: what is set, else the peak rating where it holds it.
    #[must_use]
    pub fn motor_current_held_a(&self) -> Option<f64> {
        self.motor_current_limit_a.or(self.motor_current_peak_a.filter(|_| self.holds_its_current()))
    }

    /// Most battery current of a channel that it lets through, A: what is set, else the peak rating where it holds it.
    #[must_use]
    pub fn battery_current_held_a(&self) -> Option<f64> {
        self.battery_current_limit_a.or(self.battery_current_peak_a.filter(|_| self.holds_its_current()))
    }
}

impl GearingStage {
    /// Driver turns per driven turn: driven/driver teeth, or `ratio`, else 1.
    #[must_use]
    pub fn ratio(&self) -> f64 {
        match (self.driver_teeth, self.driven_teeth) {
            (Some(driver), Some(driven)) => f64::from(driven) / f64::from(driver),
            _ => self.ratio.unwrap_or(1.0),
        }
    }
}

part! {
    /// One wheel on the shelf; in a build its figures stand in the output of the drive.
    Wheel {
        diameter_m: f64, number(0.001, 10.0), "Diameter", "Outer diameter under load.";
        width_mm: Option<f64>, number(0.1, 5000.0), "Width", "Width of the tread.";
        inertia_kg_m2: Option<f64>, number(0.0, 1e4), "Inertia", "Inertia about the axle.";
        bore_mm: Option<f64>, number(0.2, 500.0), "Bore", "Bore of the hub.";
        rolling_resistance: Option<f64>, number(0.0, 1.0), "Rolling resistance", "On firm level ground.";
        friction: Option<f64>, number(0.01, 3.0), "Grip", "Coefficient of friction on firm ground.";
    }
}

/// Which current a wiring run carries.
#[derive(Debug, Clone, PartialEq, Eq, Hash)]
pub enum Circuit {
    /// Between battery and controllers.
    Supply,
    /// Between the controller and the motors of the named drive.
    Motor(String),
}

impl serde::Serialize for Circuit {
    fn serialize<S: serde::Serializer>(&self, serializer: S) -> Result<S::Ok, S::Error> {
        match self {
            Self::Supply => serializer.serialize_str("supply"),
            Self::Motor(drive) => serializer.collect_str(&format_args!("motor:{drive}")),
        }
    }
}

impl super::reading::FieldValue for Circuit {
    fn read(value: &serde_json::Value, _spec: &Spec, at: &Place<'_>, problems: &mut Problems) -> Option<Self> {
        match value.as_str() {
            Some("supply") => Some(Self::Supply),
            Some(text) if text.len() > "motor:".len() && text.starts_with("motor:") => {
                Some(Self::Motor(text["motor:".len()..].to_owned()))
            }
            _ => {
                problems.note(
                    at,
                    format!(
                        "{} came, \"supply\" or \"motor:\" with a drive's name is needed",
                        super::reading::shown(value)
                    ),
                );
                None
            }
        }
    }

    fn schema(_spec: &Spec, _generator: &mut schemars::SchemaGenerator) -> schemars::Schema {
        schemars::json_schema!({ "type": "string", "pattern": "^(supply|motor:.+)$" })
    }
}

choice! {
    /// What a wire is insulated with.
    Insulation {
        Pvc = "pvc", "PVC";
        Xlpe = "xlpe", "Cross-linked polyethylene";
        Rubber = "rubber", "Rubber";
        Silicone = "silicone", "Silicone";
        Ptfe = "ptfe", "PTFE";
        Enamel = "enamel", "Enamel";
    }
}

impl Insulation {
    /// What it stands for good, °C.
    ///
    /// # Source
    /// IEC 60227 PVC 70 °C, IEC 60502 cross-linked polyethylene 90 °C, IEC 60245 rubber 60 °C and silicone 180 °C, enamel of
    /// class F 155 °C (IEC 60085), PTFE 200 °C (common practice); from memory.
    #[must_use]
    pub const fn limit_c(self) -> f64 {
        match self {
            Self::Rubber => 60.0,
            Self::Pvc => 70.0,
            Self::Xlpe => 90.0,
            Self::Enamel => 155.0,
            Self::Silicone => 180.0,
            Self::Ptfe => 200.0,
        }
    }
}

impl Insulation {
    /// What it stands for the moments of a short, °C.
    ///
    /// # Source
    /// IEC 60364-5-54 annex A: PVC 160 °C, rubber 200 °C, cross-linked polyethylene 250 °C; silicone and PTFE 350 °C, enamel
    /// 250 °C (from memory).
    #[must_use]
    pub const fn short_c(self) -> f64 {
        match self {
            Self::Pvc => 160.0,
            Self::Rubber => 200.0,
            Self::Xlpe | Self::Enamel => 250.0,
            Self::Silicone | Self::Ptfe => 350.0,
        }
    }
}

choice! {
    /// What a rating is for.
    CurrentKind { Dc = "dc", "Direct current"; Ac = "ac", "Alternating current"; }
}

record! {
    /// A pair of leads; `length_m` is one way.
    WiringRun {
        name: String, name(80), "Run", "What it joins.";
        circuit: Circuit, typed(), "Carries", "Battery current, or the current of a drive's motor.";
        awg: Option<f64>, number(-3.0, 40.0), "Gauge (AWG)", "American wire gauge; 0, -1, -2, -3 for 1/0 to 4/0.";
        area_mm2: Option<f64>, number(0.005, 1000.0), "Cross-section", "Copper area.";
        length_m: f64, number(0.0, 1000.0), "Length, one way", "Length of one lead of the pair.";
        insulation: Option<Insulation>, typed(), "Insulation", "What the insulation is made of; PVC is assumed.";
        wall_mm: Option<f64>, number(0.0, 20.0), "Insulation wall", "Thickness of the insulation; the usual one when left out.";
        bundled: Option<u32>, number(1.0, 100.0), "Wires together", "Wires that lie together and carry current, those of this run counted; other circuits among them warm it.";
        steady_a: Option<f64>, number(0.0, 10_000.0), "Steady current", "Of a kept run or a clamp meter; the hardest work when left out.";
        connector: Option<String>, text(80), "Connector", "Connector family, generic.";
        connector_a: Option<f64>, number(0.01, 10_000.0), "Connector good for", "Steady current its family is good for.";
        crimps: Option<u32>, number(0.0, 1000.0), "Crimps", "Crimped ends in the run, for the parts list.";
        connector_ohm: f64 = 0.0, number(0.0, 10.0), "Connectors", "Resistance of all connectors in the run.";
        fuse_a: Option<f64>, number(0.01, 10_000.0), "Fuse", "Rating of the fuse in the run.";
        switch: Option<String>, text(80), "Switch", "Switch in the run.";
        switch_a: Option<f64>, number(0.001, 10_000.0), "Switch good for", "Current it carries and breaks.";
        switch_rated_for: Option<CurrentKind>, typed(), "Switch rated for", "Direct or alternating current.";
    }
    check(|run, at, problems| {
        match (run.awg, run.area_mm2) {
            (Some(_), Some(_)) => {
                problems.note(&at.key("area_mm2"), "came beside awg: give the gauge or the cross-section, not both");
            }
            (None, None) => problems.note(at, "neither awg nor area_mm2 came: one is needed"),
            _ => {}
        }
    })
}

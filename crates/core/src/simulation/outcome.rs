//! `ypsidyne.simulated/1`: what a run came to.

use serde::Serialize;

use super::series::Series;

/// The `format` of a simulated run.
pub const SIMULATED_FORMAT: &str = "ypsidyne.simulated/1";

/// Why a run ended.
#[derive(Debug, Clone, Copy, PartialEq, Eq, Hash, Serialize, schemars::JsonSchema)]
#[serde(rename_all = "snake_case")]
pub enum EndedBy {
    /// 99 % of the steady speed is reached.
    Steady,
    /// Full throttle does not move it.
    CannotMove,
    /// The usable charge is used.
    Empty,
    /// The battery that is charged is full.
    Full,
    /// The winding has reached the limit of its class.
    WindingLimit,
    /// The speed can no longer be held.
    CannotHold,
    /// The target speed is never reached.
    CannotReach,
    /// The time is up, or the course is at its end.
    Time,
    /// The end of a course along the way.
    Distance,
    /// All shots are fired.
    Done,
    /// It stands and cannot go on.
    Stuck,
    /// Somebody stopped it.
    Stopped,
    /// It took more steps than a run may.
    TooLong,
}

/// Something that happened on the way.
#[derive(Debug, Clone, Copy, PartialEq, Eq, Hash, Serialize, schemars::JsonSchema)]
#[serde(rename_all = "snake_case")]
pub enum EventKind {
    /// The winding passed the limit of its class.
    WindingLimit,
    /// The magnets passed the limit of their grade and lose strength for good.
    Demagnetised,
    /// The temperature sensor began to cut the current back.
    SensorCuts,
    /// The controller passed the temperature it is made for.
    ControllerHot,
    /// The battery passed the temperature it is made for.
    BatteryHot,
    /// The protection board would have opened.
    BoardOpens,
    /// A fuse carries more than its rating.
    FuseOver,
    /// The battery stands below its stop voltage.
    BelowStopVoltage,
    /// The drive falls behind what is wanted.
    FallsBehind,
    /// It stands on full throttle.
    Stuck,
    /// The battery is full: the motors can no longer brake.
    BatteryFull,
    /// Friction brakes must take what the motors cannot, or nothing does.
    BrakeMissing,
}

/// Something that happened on the way, with the moment.
#[derive(Debug, Clone, PartialEq, Serialize, schemars::JsonSchema)]
pub struct RunEvent {
    /// Since the start, s.
    pub t_s: f64,
    /// What.
    pub kind: EventKind,
    /// The drive; null for the battery.
    pub drive: Option<String>,
    /// In one sentence.
    pub words: String,
}

/// Figures of a whole run.
#[derive(Debug, Clone, PartialEq, Serialize, schemars::JsonSchema)]
pub struct RunSummary {
    /// How long it lasted, s.
    pub t_s: f64,
    /// RoadSegment made, m; null where nothing travels.
    pub distance_m: Option<f64>,
    /// Energy on the bus, Wh.
    pub energy_wh: f64,
    /// Energy fed back, Wh.
    pub recovered_wh: f64,
    /// Charge at the end, 0 to 1.
    pub state_of_charge: f64,
    /// Winding at the end, °C; null when the heat path is unknown.
    pub winding_c: Option<f64>,
    /// Case at the end, °C.
    pub case_c: Option<f64>,
    /// Largest current from the battery, A.
    pub peak_supply_current_a: f64,
    /// Lowest bus voltage, V.
    pub min_supply_voltage_v: f64,
    /// Output speed at the end, rpm.
    pub output_rpm: f64,
    /// Hottest winding of the run, °C.
    pub hottest_winding_c: Option<f64>,
    /// When, s.
    pub hottest_winding_s: f64,
    /// Hottest case, °C.
    pub hottest_case_c: Option<f64>,
    /// Largest motor current, A, as the controller shows it.
    pub peak_motor_current_a: f64,
    /// Root of the mean square of the motor current, A: the steady current that heats alike.
    pub rms_motor_current_a: f64,
    /// The same of the battery current, A.
    pub rms_supply_current_a: f64,
    /// Most that it fell behind the wanted speed, m/s; null where nothing travels.
    pub max_shortfall_m_s: Option<f64>,
    /// Most that it fell behind the wanted speed, rpm of the output.
    pub max_shortfall_rpm: f64,
    /// Largest braking torque at the output that the motors could not take, N·m.
    pub max_brake_shortfall_nm: f64,
    /// The same as force at the wheels, N; null where nothing travels.
    pub max_brake_shortfall_n: Option<f64>,
    /// Rounds of the course that were finished.
    pub rounds: u32,
    /// Hottest controller, °C; null without its mass.
    pub hottest_controller_c: Option<f64>,
    /// Hottest battery, °C; null without its mass.
    pub hottest_battery_c: Option<f64>,
    /// Kv at the end over that of the start; above 1 when magnets were lost.
    pub kv_factor: f64,
}

/// Where the energy of a run went, Wh; all drives.
#[derive(Debug, Clone, Copy, PartialEq, Default, Serialize, schemars::JsonSchema)]
pub struct EnergyWh {
    /// Out of the cells, before their own resistance.
    pub cells: f64,
    /// Heat in battery and supply leads.
    pub supply: f64,
    /// Other consumers.
    pub accessories: f64,
    /// Controllers.
    pub controller: f64,
    /// Windings and brushes.
    pub motor_copper: f64,
    /// Motor leads.
    pub motor_leads: f64,
    /// Iron, bearings, air in the motors.
    pub motor_no_load: f64,
    /// Gearing.
    pub gearing: f64,
    /// Work at the outputs; what came back from the load is taken off.
    pub output: f64,
    /// Taken by friction brakes.
    pub friction_brakes: f64,
}

/// A climb of the course.
#[derive(Debug, Clone, Copy, PartialEq, Serialize, schemars::JsonSchema)]
pub struct Hill {
    /// When it began, s.
    pub from_s: f64,
    /// When it was over, s.
    pub to_s: f64,
    /// Steepest grade, %.
    pub grade_percent: f64,
    /// Mean speed on it, m/s.
    pub mean_m_s: f64,
    /// Mean speed wanted, m/s.
    pub wanted_m_s: f64,
}

/// One shot.
#[derive(Debug, Clone, Copy, PartialEq, Serialize, schemars::JsonSchema)]
pub struct Shot {
    /// When, s.
    pub t_s: f64,
    /// Speed of the wheels before it, rpm.
    pub before_rpm: f64,
    /// Speed of the wheels after it, rpm.
    pub after_rpm: f64,
    /// Speed it leaves with, m/s.
    pub speed_m_s: f64,
}

/// Figures of launcher wheels.
#[derive(Debug, Clone, PartialEq, Serialize, schemars::JsonSchema)]
pub struct Launcher {
    /// From rest to the target, s; null where it is never reached.
    pub spin_up_s: Option<f64>,
    /// Every shot.
    pub shots: Vec<Shot>,
    /// Shots per second that hold with the target speed before each; null where it is never reached.
    pub kept_per_second: Option<f64>,
    /// From the target down to a tenth of it with the power off, s.
    pub rev_down_s: Option<f64>,
    /// Speed of the rim at the target, m/s; null without a wheel diameter.
    pub rim_speed_m_s: Option<f64>,
    /// Stress in a rim at that speed, MPa; null without diameter and material.
    pub rim_stress_mpa: Option<f64>,
    /// What the material of the wheels may carry, MPa.
    pub rim_allowed_mpa: Option<f64>,
}

/// Temperature limits that the charts draw.
#[derive(Debug, Clone, Copy, PartialEq, Serialize, schemars::JsonSchema)]
pub struct Limits {
    /// Winding class, °C.
    pub winding_c: f64,
    /// Magnet grade, °C; null where no grade is given.
    pub magnet_c: Option<f64>,
    /// Controller, °C.
    pub controller_c: Option<f64>,
    /// Battery, °C.
    pub battery_c: Option<f64>,
    /// Stop voltage of the battery, V.
    pub stop_v: f64,
    /// Charge at which it counts as empty.
    pub empty_charge: f64,
}

/// One drive of a run.
#[derive(Debug, Clone, PartialEq, Serialize, schemars::JsonSchema)]
pub struct DriveRun {
    /// Name of the drive.
    pub drive: String,
    /// Its figures.
    pub summary: RunSummary,
    /// Its columns.
    pub series: Series,
    /// Its limits.
    pub limits: Limits,
    /// Climbs of its course.
    pub hills: Vec<Hill>,
    /// Launcher wheels; absent for anything else.
    #[serde(skip_serializing_if = "Option::is_none")]
    pub launcher: Option<Launcher>,
}

/// What a run came to.
#[derive(Debug, Clone, PartialEq, Serialize, schemars::JsonSchema)]
pub struct Simulated {
    /// Always `ypsidyne.simulated/1`.
    pub format: &'static str,
    /// The option that ran.
    pub option: String,
    /// Why it ended.
    pub ended_by: EndedBy,
    /// The run in words, the most important first.
    pub words: Vec<String>,
    /// What happened on the way.
    pub events: Vec<RunEvent>,
    /// Where the energy went.
    pub energy_wh: EnergyWh,
    /// Which of the temperatures stand on an estimate.
    pub estimates: Vec<String>,
    /// The drive that leads.
    #[serde(flatten)]
    pub lead: DriveRun,
    /// The other drives.
    pub others: Vec<DriveRun>,
}

//! `ypsidyne.simulated/1`: what a run came to.

use serde::Serialize;

/// The `format` of a simulated run.
pub const SIMULATED_FORMAT: &str = "ypsidyne.simulated/1";

/// What keeps a drive from giving or braking more.
#[derive(Debug, Clone, Copy, PartialEq, Eq, Hash, Serialize, schemars::JsonSchema)]
#[serde(rename_all = "snake_case")]
pub enum RunLimit {
    /// The battery cannot deliver the power.
    Supply,
    /// Full duty: the battery voltage.
    Duty,
    /// The motor-current limit.
    MotorCurrent,
    /// The battery-current limit.
    BatteryCurrent,
    /// The wheels slip.
    Grip,
    /// The temperature sensor cuts the current back.
    Temperature,
    /// The battery is held at its stop voltage.
    StopVoltage,
    /// The motor cannot move the load.
    Load,
    /// Braking: the battery may be charged no faster.
    Charge,
    /// Braking: the battery is full.
    Full,
    /// Braking: the controller cannot.
    NoBrake,
}

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

/// Columns of equal length, one row a moment.
#[derive(Debug, Clone, PartialEq, Default, Serialize, schemars::JsonSchema)]
pub struct Series {
    /// Since the start, s.
    pub t_s: Vec<f64>,
    /// Output speed, rpm.
    pub output_rpm: Vec<f64>,
    /// Speed, m/s; null where nothing travels.
    pub speed_m_s: Vec<Option<f64>>,
    /// Motor current of each motor, A, as the controller shows it; below zero it brakes.
    pub motor_current_a: Vec<f64>,
    /// Bus voltage, V.
    pub supply_voltage_v: Vec<f64>,
    /// Battery current, A.
    pub supply_current_a: Vec<f64>,
    /// Share of the time the controller switches on.
    pub duty: Vec<f64>,
    /// Charge, 0 to 1.
    pub state_of_charge: Vec<f64>,
    /// Winding, °C.
    pub winding_c: Vec<Option<f64>>,
    /// Case and magnets, °C.
    pub case_c: Vec<Option<f64>>,
    /// What keeps it from more.
    pub limited_by: Vec<Option<RunLimit>>,
    /// Wanted output speed, rpm; null at full throttle.
    pub wanted_rpm: Vec<Option<f64>>,
    /// Grade, %.
    pub grade_percent: Vec<f64>,
    /// RoadSegment, m; null where nothing travels.
    pub distance_m: Vec<Option<f64>>,
    /// Power at the output, W.
    pub output_power_w: Vec<f64>,
    /// Controller, °C.
    pub controller_c: Vec<Option<f64>>,
    /// Battery, °C.
    pub battery_c: Vec<Option<f64>>,
    /// Heat in battery and supply leads, all drives, W.
    pub supply_loss_w: Vec<f64>,
    /// Heat in the controllers of the drive, W.
    pub controller_loss_w: Vec<f64>,
    /// Heat in its motors and their leads, W.
    pub motor_loss_w: Vec<f64>,
    /// Heat in its gearing, W.
    pub gearing_loss_w: Vec<f64>,
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

impl Series {
    /// The columns as CSV, with the names of the format as heading.
    #[must_use]
    pub fn to_csv(&self) -> String {
        use std::fmt::Write;
        let mut text = String::from(
            "t_s,output_rpm,speed_m_s,motor_current_a,supply_voltage_v,supply_current_a,duty,state_of_charge,\
             winding_c,case_c,limited_by,wanted_rpm,grade_percent,distance_m,output_power_w,controller_c,battery_c,\
             supply_loss_w,controller_loss_w,motor_loss_w,gearing_loss_w\n",
        );
        let maybe = |value: Option<f64>| value.map_or(String::new(), |value| value.to_string());
        for row in 0..self.t_s.len() {
            let limit = self.limited_by[row]
                .and_then(|limit| serde_json::to_value(limit).ok())
                .and_then(|word| word.as_str().map(str::to_owned))
                .unwrap_or_default();
            // Writing to a text cannot fail.
            let _ = writeln!(
                text,
                "{},{},{},{},{},{},{},{},{},{},{},{},{},{},{},{},{},{},{},{},{}",
                self.t_s[row],
                self.output_rpm[row],
                maybe(self.speed_m_s[row]),
                self.motor_current_a[row],
                self.supply_voltage_v[row],
                self.supply_current_a[row],
                self.duty[row],
                self.state_of_charge[row],
                maybe(self.winding_c[row]),
                maybe(self.case_c[row]),
                limit,
                maybe(self.wanted_rpm[row]),
                self.grade_percent[row],
                maybe(self.distance_m[row]),
                self.output_power_w[row],
                maybe(self.controller_c[row]),
                maybe(self.battery_c[row]),
                self.supply_loss_w[row],
                self.controller_loss_w[row],
                self.motor_loss_w[row],
                self.gearing_loss_w[row],
            );
        }
        text
    }

    /// Keeps every other row.
    pub(super) fn thin(&mut self) {
        fn every_other<T>(column: &mut Vec<T>) {
            let mut place = 0;
            column.retain(|_| {
                place += 1;
                place % 2 == 1
            });
        }
        every_other(&mut self.t_s);
        every_other(&mut self.output_rpm);
        every_other(&mut self.speed_m_s);
        every_other(&mut self.motor_current_a);
        every_other(&mut self.supply_voltage_v);
        every_other(&mut self.supply_current_a);
        every_other(&mut self.duty);
        every_other(&mut self.state_of_charge);
        every_other(&mut self.winding_c);
        every_other(&mut self.case_c);
        every_other(&mut self.limited_by);
        every_other(&mut self.wanted_rpm);
        every_other(&mut self.grade_percent);
        every_other(&mut self.distance_m);
        every_other(&mut self.output_power_w);
        every_other(&mut self.controller_c);
        every_other(&mut self.battery_c);
        every_other(&mut self.supply_loss_w);
        every_other(&mut self.controller_loss_w);
        every_other(&mut self.motor_loss_w);
        every_other(&mut self.gearing_loss_w);
    }
}

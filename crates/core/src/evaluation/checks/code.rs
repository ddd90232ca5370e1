//! The one list of checks: code, title, unit, kind, and the step of the workbench in which each is put right.
//!
//! Whoever treats checks apart matches on [`CheckCode`] without a `_`, so that a new check cannot fall into one silently.

use std::fmt;

use serde::Serialize;
use serde_json::{Value, json};

/// What a check asks in general; a state of the machine can turn one into another ([`super::scale::Scale`]).
#[derive(Debug, Clone, Copy, PartialEq, Eq, Serialize)]
#[serde(rename_all = "snake_case")]
pub enum CheckKind {
    /// What must hold, with room for what is not known better.
    Requirement,
    /// What it must do: the limit is what it does.
    Ability,
    /// An exact figure against an exact limit.
    Ceiling,
    /// A requirement, or a ceiling where a limit that is set holds the demand.
    Held,
    /// Sizes and numbers of teeth, which fit or do not.
    Geometry,
    /// An ability where it is asked for, a caution where it is not.
    Requested,
    /// To be known.
    Caution,
}

/// The step of the workbench in which a check is put right.
#[derive(Debug, Clone, Copy, PartialEq, Eq, Serialize, schemars::JsonSchema)]
#[serde(rename_all = "snake_case")]
pub enum Step {
    /// What the machine must do.
    Job,
    /// The motor.
    Motor,
    /// Ratio, stages, teeth.
    Gearing,
    /// The battery.
    Battery,
    /// The controller.
    Controller,
    /// Leads, fuses, switches.
    Wiring,
}

/// What a check is about: the word before the dot of its code.
#[derive(Debug, Clone, Copy, PartialEq, Eq)]
pub enum CheckGroup {
    /// The pack.
    Battery,
    /// The motor.
    Motor,
    /// The controller.
    Controller,
    /// Gearbox and stages.
    Gearing,
    /// What the machine must do.
    Performance,
    /// The leads.
    Wire,
    /// Room.
    Fit,
    /// A machine that is turned.
    Generator,
    /// People.
    Safety,
}

macro_rules! checks {
    ($($name:ident $code:literal $title:literal $unit:literal $group:ident $kind:ident $step:ident;)+) => {
        /// A check, by what it looks at.
        #[derive(Debug, Clone, Copy, PartialEq, Eq, PartialOrd, Ord, Hash, Serialize, schemars::JsonSchema)]
        #[schemars(extend("x-checks" = facts()))]
        pub enum CheckCode {
            $(
                #[doc = $title]
                #[serde(rename = $code)]
                $name,
            )+
        }

        impl CheckCode {
            /// Every check.
            pub const ALL: &[Self] = &[$(Self::$name),+];

            /// As documents and replies write it, for example `battery.sag`.
            #[must_use]
            pub const fn word(self) -> &'static str {
                match self { $(Self::$name => $code),+ }
            }

            /// What a maker calls it.
            #[must_use]
            pub const fn title(self) -> &'static str {
                match self { $(Self::$name => $title),+ }
            }

            /// Unit of its demand and limit; empty where there is none.
            #[must_use]
            pub const fn unit(self) -> &'static str {
                match self { $(Self::$name => $unit),+ }
            }

            /// What it is about.
            #[must_use]
            pub const fn group(self) -> CheckGroup {
                match self { $(Self::$name => CheckGroup::$group),+ }
            }

            /// What it asks in general.
            #[must_use]
            pub const fn kind(self) -> CheckKind {
                match self { $(Self::$name => CheckKind::$kind),+ }
            }

            /// The step of the workbench in which it is put right.
            #[must_use]
            pub const fn step(self) -> Step {
                match self { $(Self::$name => Step::$step),+ }
            }
        }
    };
}

checks! {
    BatteryContinuousCurrent "battery.continuous_current" "Battery current, continuous" "A" Battery Held Battery;
    BatteryBurstCurrent "battery.burst_current" "Battery current, peak" "A" Battery Held Battery;
    BatterySag "battery.sag" "Sag at low charge" "V/cell" Battery Requirement Battery;
    BatteryPeakSag "battery.peak_sag" "Sag for a moment" "V/cell" Battery Requirement Battery;
    BatteryFlatOutCurrent "battery.flat_out_current" "Battery current, flat out" "A" Battery Caution Battery;
    BatteryRuntime "battery.runtime" "Time on one charge" "min" Battery Ability Battery;
    BatteryBmsCurrent "battery.bms_current" "Protection board" "A" Battery Held Battery;
    MotorVoltage "motor.voltage" "Motor voltage ceiling" "V" Motor Ceiling Motor;
    MotorNominalVoltage "motor.nominal_voltage" "Volts printed on the motor" "V" Motor Requirement Motor;
    MotorSpeed "motor.speed" "Motor speed limit" "rpm" Motor Requirement Motor;
    MotorContinuousCurrent "motor.continuous_current" "Motor current, sustained" "A" Motor Requirement Motor;
    MotorBurstCurrent "motor.burst_current" "Motor current, held still" "A" Motor Held Motor;
    MotorRatedPower "motor.rated_power" "Rated watts, sustained" "W" Motor Requirement Motor;
    MotorFlatOutPower "motor.flat_out_power" "Rated watts, flat out" "W" Motor Caution Motor;
    MotorWindingTemperature "motor.winding_temperature" "Winding heat" "K" Motor Requirement Motor;
    MotorMagnetTemperature "motor.magnet_temperature" "Magnet heat" "K" Motor Requirement Motor;
    MotorFlatOut "motor.flat_out" "Flat out, held" "s" Motor Requested Motor;
    MotorRimSpeed "motor.rim_speed" "Rotor rim speed" "m/s" Motor Requirement Motor;
    MotorShaft "motor.shaft" "Motor shaft" "MPa" Motor Requirement Motor;
    ControllerKind "controller.kind" "Controller fits the motor" "" Controller Requirement Controller;
    ControllerChannels "controller.channels" "Controller channels" "" Controller Requirement Controller;
    ControllerMaxVoltage "controller.max_voltage" "Controller voltage ceiling" "V" Controller Ceiling Controller;
    ControllerMinVoltage "controller.min_voltage" "Controller voltage floor" "V" Controller Requirement Controller;
    ControllerBrownOut "controller.brown_out" "Controller stays awake" "V" Controller Requirement Controller;
    ControllerMotorCurrentContinuous "controller.motor_current_continuous" "Controller motor current, continuous" "A"
        Controller Requirement Controller;
    ControllerMotorCurrentPeak "controller.motor_current_peak" "Controller motor current, peak" "A"
        Controller Held Controller;
    ControllerFlatOutCurrent "controller.flat_out_current" "Controller motor current, flat out" "A"
        Controller Caution Controller;
    ControllerBatteryCurrentContinuous "controller.battery_current_continuous" "Controller battery current, continuous" "A"
        Controller Requirement Controller;
    ControllerErpm "controller.erpm" "Electrical speed" "rpm" Controller Requirement Controller;
    GearingInputSpeed "gearing.input_speed" "Gearbox input speed" "rpm" Gearing Requirement Gearing;
    GearingGearboxJam "gearing.gearbox_jam" "Gearbox in a jam" "N·m" Gearing Caution Gearing;
    GearingGearboxTorque "gearing.gearbox_torque" "Gearbox torque" "N·m" Gearing Requirement Gearing;
    GearingMesh "gearing.mesh" "Teeth mesh" "mm" Gearing Geometry Gearing;
    GearingBore "gearing.bore" "Bore on the shaft" "mm" Gearing Geometry Gearing;
    GearingBending "gearing.bending" "Teeth in bending" "MPa" Gearing Requirement Gearing;
    GearingBeltTension "gearing.belt_tension" "Belt tension" "N" Gearing Requirement Gearing;
    GearingTeethInMesh "gearing.teeth_in_mesh" "Teeth in mesh" "teeth" Gearing Geometry Gearing;
    GearingChainLoad "gearing.chain_load" "Chain load" "N" Gearing Requirement Gearing;
    PerformanceTargetSpeed "performance.target_speed" "Speed wanted" "rpm" Performance Ability Job;
    PerformanceClimb "performance.climb" "Climb" "N·m" Performance Ability Job;
    PerformanceTraction "performance.traction" "Grip" "N" Performance Requirement Job;
    PerformanceAcceleration "performance.acceleration" "Up to speed" "s" Performance Requirement Job;
    PerformanceSpinUp "performance.spin_up" "Spun up" "s" Performance Requirement Job;
    PerformanceRate "performance.rate" "Rate of fire" "1/s" Performance Ability Job;
    WireTemperature "wire.temperature" "Wire heat" "K" Wire Requirement Wiring;
    WireDrop "wire.drop" "Voltage lost in a lead" "%" Wire Requirement Wiring;
    WireFuse "wire.fuse" "Fuse" "A" Wire Requirement Wiring;
    WireConnector "wire.connector" "Connector" "A" Wire Requirement Wiring;
    WireSwitch "wire.switch" "Switch" "A" Wire Requirement Wiring;
    FitMotor "fit.motor" "Motor in its place" "mm" Fit Geometry Motor;
    FitBattery "fit.battery" "Packs in their room" "mm" Fit Geometry Battery;
    FitController "fit.controller" "Controllers in their room" "mm" Fit Geometry Controller;
    GeneratorVoltage "generator.voltage" "Voltage reached" "V" Generator Ability Gearing;
    SafetyTouchVoltage "safety.touch_voltage" "Voltage to touch" "V" Safety Caution Battery;
    SafetyProjectileEnergy "safety.projectile_energy" "Energy of a shot" "J/m²" Safety Caution Job;
    SafetyRimSpeed "safety.rim_speed" "Stress in the wheel's rim" "MPa" Safety Requirement Job;
    SafetyBladeStop "safety.blade_stop" "Blade stands after" "s" Safety Requirement Job;
    SafetyNoBrake "safety.no_brake" "Brake" "" Safety Requirement Job;
    SafetyHotSurface "safety.hot_surface" "Mount under the motor" "°C" Safety Requirement Motor;
    SafetyFailsafe "safety.failsafe" "Failsafe" "" Safety Requirement Controller;
    SafetyBladeTipSpeed "safety.blade_tip_speed" "Blade tip speed" "m/s" Safety Requirement Motor;
    SafetyRunawayGenerator "safety.runaway_generator" "Voltage when the load falls off" "V" Safety Ceiling Controller;
}

impl CheckCode {
    /// The check of a code; `None` where there is none.
    #[must_use]
    pub fn named(word: &str) -> Option<Self> {
        Self::ALL.iter().copied().find(|code| code.word() == word)
    }

    /// The section of `docs/model.md` that tells how it is judged.
    #[must_use]
    pub const fn section(self) -> &'static str {
        match self {
            Self::BatteryContinuousCurrent
            | Self::BatteryBurstCurrent
            | Self::BatterySag
            | Self::BatteryPeakSag
            | Self::BatteryFlatOutCurrent
            | Self::BatteryBmsCurrent => "battery",
            Self::MotorVoltage
            | Self::MotorNominalVoltage
            | Self::MotorSpeed
            | Self::MotorContinuousCurrent
            | Self::MotorRatedPower
            | Self::MotorFlatOutPower
            | Self::MotorBurstCurrent => "motor",
            Self::MotorWindingTemperature | Self::MotorMagnetTemperature | Self::SafetyHotSurface => "heat",
            Self::MotorFlatOut => "flat-out",
            Self::MotorRimSpeed | Self::MotorShaft | Self::SafetyRimSpeed => "rotor-and-shaft",
            Self::ControllerKind
            | Self::ControllerChannels
            | Self::ControllerMaxVoltage
            | Self::ControllerMinVoltage
            | Self::ControllerBrownOut
            | Self::ControllerMotorCurrentContinuous
            | Self::ControllerMotorCurrentPeak
            | Self::ControllerFlatOutCurrent
            | Self::ControllerBatteryCurrentContinuous
            | Self::ControllerErpm => "controller",
            Self::GearingInputSpeed
            | Self::GearingGearboxJam
            | Self::GearingGearboxTorque
            | Self::GearingMesh
            | Self::GearingBore => "gearing",
            Self::GearingBending | Self::GearingBeltTension | Self::GearingTeethInMesh | Self::GearingChainLoad => {
                "teeth-belts-and-chains"
            }
            Self::PerformanceTargetSpeed | Self::PerformanceClimb | Self::BatteryRuntime => "cases",
            Self::PerformanceTraction => "load",
            Self::PerformanceAcceleration
            | Self::PerformanceSpinUp
            | Self::PerformanceRate
            | Self::SafetyProjectileEnergy => "times",
            Self::WireTemperature | Self::WireDrop | Self::WireFuse | Self::WireConnector | Self::WireSwitch => {
                "wiring"
            }
            Self::FitMotor | Self::FitBattery | Self::FitController => "room",
            Self::GeneratorVoltage | Self::SafetyRunawayGenerator => "generators",
            Self::SafetyTouchVoltage
            | Self::SafetyBladeStop
            | Self::SafetyNoBrake
            | Self::SafetyFailsafe
            | Self::SafetyBladeTipSpeed => "people",
        }
    }

    /// Whether it hangs on sizes alone: no speed or mass the job asks for moves it.
    #[must_use]
    pub const fn is_geometry(self) -> bool {
        matches!(self.kind(), CheckKind::Geometry)
    }

    /// Whether an evaluation has it only while it is wrong, so that it holds where it is not there.
    #[must_use]
    pub const fn is_there_only_when_wrong(self) -> bool {
        matches!(self, Self::ControllerKind | Self::ControllerChannels | Self::GearingMesh | Self::FitMotor)
    }

    /// Whether it fails without a number only because another does: that one stands before it.
    #[must_use]
    pub const fn follows_from_another(self) -> bool {
        matches!(self, Self::BatteryRuntime)
    }

    /// Whether it can give way first at all; what came of it decides the rest ([`super::Check::can_be_weakest`]).
    #[must_use]
    pub const fn can_be_weakest(self) -> bool {
        !matches!(self.kind(), CheckKind::Caution)
    }
}

/// The list for whoever reads the schema: code by code its title, unit, kind, step, and whether it can be the weakest.
fn facts() -> Value {
    CheckCode::ALL
        .iter()
        .map(|code| {
            let facts = json!({
                "title": code.title(),
                "unit": code.unit(),
                "kind": code.kind(),
                "step": code.step(),
                "can_be_weakest": code.can_be_weakest(),
            });
            (code.word().to_owned(), facts)
        })
        .collect::<serde_json::Map<_, _>>()
        .into()
}

impl fmt::Display for CheckCode {
    fn fmt(&self, out: &mut fmt::Formatter<'_>) -> fmt::Result {
        out.write_str(self.word())
    }
}

/// As replies write it.
impl PartialEq<&str> for CheckCode {
    fn eq(&self, word: &&str) -> bool {
        self.word() == *word
    }
}

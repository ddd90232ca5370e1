//! What rules a set of parts out before anything is computed.

use crate::document::{Job, Load, MotorKind, OptionDrive, OptionSheet};
use crate::evaluation::checks::{CheckCode, fails_above};
use crate::format::percent;
use crate::model::battery::BatteryModel;

/// A bound that hangs on the parts alone, whatever the teeth.
#[derive(Debug, Clone, Copy, PartialEq, Eq, PartialOrd, Ord)]
pub enum PartsBound {
    /// The controller is for another kind of motor.
    ControllerKind,
    /// Too few channels.
    ControllerChannels,
    /// Too much voltage for the motor.
    MotorVoltage,
    /// Too much voltage for the controller.
    ControllerMaxVoltage,
}

impl PartsBound {
    /// All, in the order in which they are asked.
    pub const ALL: [Self; 4] =
        [Self::ControllerKind, Self::ControllerChannels, Self::MotorVoltage, Self::ControllerMaxVoltage];

    /// The check that says the same of a whole evaluation.
    #[must_use]
    pub const fn check(self) -> CheckCode {
        match self {
            Self::ControllerKind => CheckCode::ControllerKind,
            Self::ControllerChannels => CheckCode::ControllerChannels,
            Self::MotorVoltage => CheckCode::MotorVoltage,
            Self::ControllerMaxVoltage => CheckCode::ControllerMaxVoltage,
        }
    }

    /// The bound that says the same as a check; `None` where none does.
    #[must_use]
    pub fn of(code: CheckCode) -> Option<Self> {
        Self::ALL.into_iter().find(|bound| bound.check() == code)
    }

    /// What a maker calls it.
    #[must_use]
    pub const fn title(self) -> &'static str {
        match self {
            Self::ControllerKind => "Kind of controller",
            Self::ControllerChannels => "Controller channels",
            Self::MotorVoltage => "Motor voltage",
            Self::ControllerMaxVoltage => "Controller voltage",
        }
    }

    /// Whether there is a near and far, so that it can give way.
    pub(super) const fn can_be_lifted(self) -> bool {
        match self {
            Self::ControllerKind => false,
            Self::ControllerChannels | Self::MotorVoltage | Self::ControllerMaxVoltage => true,
        }
    }

    /// What gives way by a share, to be read after "if".
    pub(super) fn lifted_by(self, share: f64) -> String {
        match self {
            Self::MotorVoltage => format!("the motor took {} more voltage", percent(share)),
            Self::ControllerMaxVoltage => format!("the controller took {} more voltage", percent(share)),
            Self::ControllerChannels => "there were as many controllers as the motors need".to_owned(),
            Self::ControllerKind => "the controller were for this kind of motor".to_owned(),
        }
    }

    /// Leaves the bound out of an option.
    pub(super) fn lift(self, option: &mut OptionSheet, place: usize) {
        let drive = &mut option.drives[place];
        match self {
            Self::MotorVoltage => drive.motor.max_voltage_v = None,
            Self::ControllerMaxVoltage => {
                if let Some(controller) = &mut drive.controller {
                    controller.max_voltage_v = None;
                }
            }
            Self::ControllerChannels => {
                if let Some(controller) = &drive.controller {
                    let channels = drive.motor_count.div_ceil(drive.motors_per_channel);
                    drive.controller_count = channels.div_ceil(controller.channels);
                }
            }
            Self::ControllerKind => {}
        }
    }
}

/// A bound that a set of parts breaks.
pub(super) struct Broken {
    pub bound: PartsBound,
    /// How much of the bound it takes; `None` where there is no near and far.
    pub far: Option<f64>,
}

/// What rules parts out: kinds, channels, voltages, in this order. Nothing rules those of a generator out: it is turned, not
/// fed, and none of these checks is about it.
pub(super) fn ruled_out(job: &Job, option: &OptionSheet, place: usize) -> Option<Broken> {
    let drive: &OptionDrive = &option.drives[place];
    let served = job.drives.iter().find(|served| served.name == drive.drive);
    if served.is_some_and(|served| matches!(served.load, Load::Generator(_))) {
        return None;
    }
    let controller = drive.controller.as_ref();
    let kinds_differ = match controller {
        Some(controller) => controller.kind.motor() != drive.motor.kind,
        None => drive.motor.kind != MotorKind::Brushed,
    };
    if kinds_differ {
        return Some(Broken { bound: PartsBound::ControllerKind, far: None });
    }
    if let Some(controller) = controller {
        let needed = drive.motor_count.div_ceil(drive.motors_per_channel);
        let there = controller.channels * drive.controller_count;
        if needed > there {
            let far = Some(f64::from(needed) / f64::from(there));
            return Some(Broken { bound: PartsBound::ControllerChannels, far });
        }
    }
    let charged_v = BatteryModel::new(option).charger_end_v();
    let voltages = [
        (PartsBound::MotorVoltage, drive.motor.max_voltage_v),
        (PartsBound::ControllerMaxVoltage, controller.and_then(|controller| controller.max_voltage_v)),
    ];
    voltages.into_iter().find_map(|(bound, limit)| {
        let far = charged_v / limit?;
        (far > fails_above(bound.check())).then_some(Broken { bound, far: Some(far) })
    })
}

//! What rules a set of parts out before anything is computed.

use crate::document::{MachineKind, OptionDrive, OptionSheet};
use crate::evaluation::checks::fails_above;
use crate::model::battery::BatteryModel;

/// The bounds that hang on the parts alone, in the order in which they are asked.
pub(super) const OF_PARTS: [&str; 4] =
    ["controller.kind", "controller.channels", "motor.voltage", "controller.max_voltage"];

/// A bound that a set of parts breaks.
pub(super) struct Broken {
    pub code: &'static str,
    /// How much of the bound it takes; `None` where there is no near and far.
    pub far: Option<f64>,
}

/// What rules parts out: kinds, channels, voltages, in this order.
pub(super) fn ruled_out(option: &OptionSheet, place: usize) -> Option<Broken> {
    let drive: &OptionDrive = &option.drives[place];
    let controller = drive.controller.as_ref();
    let kinds_differ = match controller {
        Some(controller) => controller.kind != drive.motor.kind,
        None => drive.motor.kind == MachineKind::Brushless,
    };
    if kinds_differ {
        return Some(Broken { code: "controller.kind", far: None });
    }
    if let Some(controller) = controller {
        let needed = drive.motor_count.div_ceil(drive.motors_per_channel);
        let there = controller.channels * drive.controller_count;
        if needed > there {
            return Some(Broken { code: "controller.channels", far: Some(f64::from(needed) / f64::from(there)) });
        }
    }
    let charged_v = BatteryModel::new(option).charger_end_v();
    let voltages = [
        ("motor.voltage", drive.motor.max_voltage_v),
        ("controller.max_voltage", controller.and_then(|controller| controller.max_voltage_v)),
    ];
    voltages.into_iter().find_map(|(code, limit)| {
        let far = charged_v / limit?;
        (far > fails_above(code)).then_some(Broken { code, far: Some(far) })
    })
}

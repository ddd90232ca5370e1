//! Checks of a built-in gearbox.

use super::{CheckBuilder, CheckCode, CheckContext, CheckLimit, Subject};
use crate::format::significant;
use crate::model::Drive;
use crate::model::cases::{Case, rpm};
use crate::model::load::Slope;
use crate::model::supply::FULL;

/// How fast the input of the gearbox turns, where a limit is listed.
fn input_speed(evidence: &CheckContext<'_>, drive: &Drive<'_>, ledger: &mut CheckBuilder) {
    let Some(limit) = drive.parts.motor.gearbox.as_ref().and_then(|gearbox| gearbox.max_input_rpm) else { return };
    let turning = evidence.chain.figures(drive.index, FULL, Case::NoLoad).map(|figures| rpm(figures.motor_rad_s));
    let subject = Subject::of_drive(CheckCode::GearingInputSpeed, drive);
    ledger.judge(&subject, turning, &CheckLimit::At(limit), |demand, limit| {
        format!(
            "Spinning free the motor turns the gearbox with {} rpm; it is made for {} rpm at its input.",
            significant(demand),
            significant(limit)
        )
    });
}

pub(super) fn judge(evidence: &CheckContext<'_>, drive: &Drive<'_>, ledger: &mut CheckBuilder) {
    let Some(gearbox) = &drive.parts.motor.gearbox else {
        return;
    };
    input_speed(evidence, drive, ledger);
    const ASK: &str = "No highest torque is given for the gearbox.";
    let chain = evidence.chain;
    let through = gearbox.ratio * gearbox.efficiency;
    let clutch_nm = gearbox.slip_clutch_nm.unwrap_or(f64::INFINITY);
    let jam_nm = chain.stalled(drive.index).map(|figures| (figures.motor_nm * through).min(clutch_nm));
    // Without numbers for the stall the supply checks have said it already.
    if jam_nm.is_none() && gearbox.max_torque_nm.is_some() {
        return;
    }
    ledger.judge(
        &Subject::of_drive(CheckCode::GearingGearboxJam, drive),
        jam_nm,
        &CheckLimit::given(gearbox.max_torque_nm, ASK),
        |demand, limit| {
            format!(
                "If the output is jammed at full throttle the motor pushes {} N·m through a gearbox made for {} N·m: \
                 a jam is not the plan, but a lower current limit would save the teeth.",
                significant(demand),
                significant(limit)
            )
        },
    );
    let subject = Subject::of_drive(CheckCode::GearingGearboxTorque, drive);
    let bound = CheckLimit::given(gearbox.max_torque_nm, ASK);
    if let Some(vehicle) = &drive.load.vehicle {
        let slip_nm = vehicle.grip_nm(Slope::LEVEL).filter(|_| !drive.job.jams()).map(|grip_nm| {
            grip_nm / (drive.motors * drive.gearing.ratio_after_gearbox * drive.gearing.efficiency_after_gearbox)
        });
        let slips_first = slip_nm.zip(jam_nm).is_some_and(|(slip, jam)| slip < jam);
        let demand = jam_nm.map(|jam_nm| slip_nm.map_or(jam_nm, |slip_nm| slip_nm.min(jam_nm)));
        ledger.judge(&subject, demand, &bound, |demand, limit| {
            if slips_first {
                format!(
                    "The wheels slip before each gearbox carries more than {} N·m; it is made for {} N·m.",
                    significant(demand),
                    significant(limit)
                )
            } else {
                format!(
                    "The stalled motor pushes {} N·m through the gearbox, made for {} N·m.",
                    significant(demand),
                    significant(limit)
                )
            }
        });
    } else {
        let running_nm = chain
            .figures(drive.index, FULL, Case::FullThrottle)
            .map(|figures| (figures.motor_nm * through).min(clutch_nm));
        ledger.judge(&subject, running_nm, &bound, |demand, limit| {
            format!(
                "At full throttle the gearbox carries {} N·m of the {} N·m it is made for.",
                significant(demand),
                significant(limit)
            )
        });
    }
}

//! What rules a combination out before the whole evaluation: a wish that a drive misses, a motor that burns.

use super::rejections::RejectedBy;
use crate::Case;
use crate::document::{OptionSheet, Search};
use crate::evaluation::checks::{CheckCode, fails_above};
use crate::model::battery::BatteryModel;
use crate::model::bus::Source;
use crate::model::generating::GeneratorModel;
use crate::model::supply::{CHARGES, HALF};
use crate::model::{Drive, hardware_mass_kg};

/// A combination that a bound ruled out.
#[derive(Debug, Clone, Copy, PartialEq)]
pub(super) struct RuledOut {
    pub by: RejectedBy,
    /// How much of the bound it takes; `None` where there is no number.
    pub far: Option<f64>,
    /// Whether it is the drive that is searched: another one is not helped by less asked of this one.
    pub own: bool,
}

/// The bounds of a set of parts. What teeth and wheel do not change is worked out once.
pub(super) struct DriveBounds<'a> {
    search: &'a Search,
    place: usize,
    hardware_kg: f64,
    half: Source,
    /// What the other drives miss.
    others_miss: Option<RuledOut>,
    /// Whether the motor of another drive burns.
    others_burn: bool,
}

impl<'a> DriveBounds<'a> {
    pub fn new(search: &'a Search, option: &OptionSheet, place: usize) -> Self {
        let mut bounds = Self {
            search,
            place,
            hardware_kg: hardware_mass_kg(&search.job, option),
            half: BatteryModel::new(option).source(CHARGES[HALF], search.job.accessory_power_w),
            others_miss: None,
            others_burn: false,
        };
        let others: Vec<Drive<'_>> = (0..option.drives.len())
            .filter(|index| *index != place)
            .filter_map(|index| bounds.drive(option, index))
            .collect();
        bounds.others_miss = others.iter().find_map(|drive| bounds.missed(drive, false));
        bounds.others_burn = others.iter().any(|drive| bounds.burns(drive));
        bounds
    }

    /// What rules the set out with the teeth and the wheel that now are in the option; `None` where the whole evaluation must
    /// say. In the order of [`super::fell_to`].
    pub fn ruled_out(&self, option: &OptionSheet) -> Option<RuledOut> {
        let drive = self.drive(option, self.place)?;
        let heat = |own| RuledOut { by: RejectedBy::Check(CheckCode::MotorWindingTemperature), far: None, own };
        self.missed(&drive, true)
            .or(self.others_miss)
            .or_else(|| self.burns(&drive).then(|| heat(true)))
            .or_else(|| self.others_burn.then(|| heat(false)))
    }

    fn drive<'o>(&self, option: &'o OptionSheet, index: usize) -> Option<Drive<'o>>
    where
        'a: 'o,
    {
        let search: &'a Search = self.search;
        let served = search.job.drives.iter().find(|drive| drive.name == option.drives[index].drive)?;
        Some(Drive::new(served, option, index, self.hardware_kg))
    }

    /// The first wish of a drive that it misses.
    fn missed(&self, drive: &Drive<'_>, own: bool) -> Option<RuledOut> {
        let Some(generator) = GeneratorModel::of(drive) else {
            let missed = drive.first_missed(&self.half)?;
            return Some(RuledOut { by: missed_case(missed.case), far: missed.far, own });
        };
        let by = RejectedBy::Check(CheckCode::GeneratorVoltage);
        let (needed_v, there_v) = (generator.needed_v()?, generator.voltage_there_v());
        if there_v <= 0.0 {
            return Some(RuledOut { by, far: None, own });
        }
        let far = needed_v / there_v;
        (far > fails_above(CheckCode::GeneratorVoltage)).then_some(RuledOut { by, far: Some(far), own })
    }

    fn burns(&self, drive: &Drive<'_>) -> bool {
        drive.burns(&self.half, self.search.job.ambient_c, self.search.job.duty_cycle)
    }
}

/// What a case that cannot be held is counted under.
pub(super) const fn missed_case(case: Case) -> RejectedBy {
    match case {
        Case::Climb => RejectedBy::Climb,
        _ => RejectedBy::Target,
    }
}

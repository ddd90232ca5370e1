//! An option resolved: battery, drives and sources, with every case of every drive.

use crate::document::{Job, OptionSheet};
use crate::model::battery::BatteryModel;
use crate::model::supply::{Asked, CHARGES, Chain};
use crate::model::{Drive, hardware_mass_kg};

impl<'d> Chain<'d> {
    /// Resolves an option and computes the cases of every drive.
    pub(crate) fn new(job: &'d Job, option: &'d OptionSheet) -> Self {
        let mut chain = Self::resolved(job, option);
        chain.cases = chain
            .drives
            .iter()
            .map(|drive| {
                std::array::from_fn(|charge| {
                    // What is turned has none of the cases of what turns.
                    if drive.generates() { Vec::new() } else { drive.cases(&chain.sources[charge], CHARGES[charge]) }
                })
            })
            .collect();
        chain
    }

    /// Resolves an option without computing a case.
    pub(crate) fn resolved(job: &'d Job, option: &'d OptionSheet) -> Self {
        let battery = BatteryModel::new(option);
        let hardware_kg = hardware_mass_kg(job, option);
        let sources = CHARGES.map(|charge| battery.source(charge, job.accessory_power_w));
        let drives: Vec<Drive<'d>> = (0..option.drives.len())
            .filter_map(|index| {
                // Reading refuses an option whose drive the job does not have.
                let served = job.drives.iter().find(|drive| drive.name == option.drives[index].drive)?;
                Some(Drive::new(served, option, index, hardware_kg))
            })
            .collect();
        Self { job, option, battery, hardware_kg, sources, drives, cases: Vec::new(), asked: Asked::Words }
    }
}

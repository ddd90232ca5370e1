//! What the checks may look at.

use crate::evaluation::fits::{BatteryFit, ControllerFit, battery_fit, controller_fit};
use crate::model::Drive;
use crate::model::bus::Limit;
use crate::model::cases::{Case, Figures};
use crate::model::supply::{Chain, FULL, HALF, Supply};
use crate::model::throttle::Yields;

/// What a motor takes when it is held still at full throttle.
#[derive(Debug, Clone, Copy, PartialEq)]
pub(crate) struct Held {
    /// Shown current of each motor, A.
    pub shown_a: f64,
    /// What holds it to that.
    pub by: HeldBy,
}

/// What holds the current of a motor down when its shaft is held.
#[derive(Debug, Clone, Copy, PartialEq, Eq)]
pub(crate) enum HeldBy {
    /// Nothing but resistance and battery.
    Nothing,
    /// A limit that is set, or that the controller keeps by itself.
    Limit,
    /// The wheels slip.
    Grip,
    /// It is started softly.
    SoftStart,
}

/// Everything a check may look at.
pub(crate) struct CheckContext<'a> {
    pub chain: &'a Chain<'a>,
    pub supply: &'a Supply,
    /// How packs and controllers stand in their rooms; `None` where the job gives none.
    pub battery_fit: Option<BatteryFit>,
    pub controller_fit: Option<ControllerFit>,
}

impl<'a> CheckContext<'a> {
    /// An option and what its supply does.
    pub fn new(chain: &'a Chain<'a>, supply: &'a Supply) -> Self {
        let battery_fit = battery_fit(chain.job, chain.battery.battery);
        Self { chain, supply, battery_fit, controller_fit: controller_fit(chain.job, chain.option) }
    }

    /// The larger of target and climb at half charge of one quantity, over the cases that have numbers.
    pub fn sustained(&self, drive: &Drive<'_>, quantity: impl Fn(&Figures) -> f64) -> Option<f64> {
        [Case::Target, Case::Climb]
            .into_iter()
            .filter_map(|case| self.chain.figures(drive.index, HALF, case).map(&quantity))
            .reduce(f64::max)
    }

    /// The current that flows when a motor of the drive is held still at full throttle on a full battery, as far as anything
    /// can hold it; `None` when the battery cannot give it.
    pub fn held(&self, drive: &Drive<'_>) -> Option<Held> {
        let stall = self.chain.case(drive.index, FULL, Case::Stall)?;
        let stalled_a = stall.figures?.motor_current_a;
        let yields = self.chain.yields(drive, FULL);
        let through = drive.yields_at_a(yields, 0.0).map(|current_a| current_a / drive.controller.current_factor);
        Some(match (through, yields) {
            (Some(through_a), Yields::Slips(_)) if through_a < stalled_a => {
                Held { shown_a: through_a, by: HeldBy::Grip }
            }
            (Some(through_a), _) if through_a < stalled_a => Held { shown_a: through_a, by: HeldBy::SoftStart },
            _ if stall.limited_by == Some(Limit::MotorCurrent) => Held { shown_a: stalled_a, by: HeldBy::Limit },
            _ => Held { shown_a: stalled_a, by: HeldBy::Nothing },
        })
    }

    /// The larger of all drives stalled and all drives where they draw most, A.
    pub fn worst_supply_a(&self) -> Option<f64> {
        Some(self.supply.all_stalled.current_a?.max(self.supply.all_peak.current_a?))
    }
}

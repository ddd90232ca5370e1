//! What can be changed at the controllers of a drive.

use super::Variant;
use super::adjustments::Adjustment;
use super::drive_adjustments::DriveLevers;
use super::grid::{counting_up, falling, rising};
use super::{Group, PartNeed, Wanted};
use crate::document::{Controller, MachineKind, MotorKind};
use crate::format::significant;
use crate::formulas::numeric::whole;
use crate::shelf::PartKind;
use crate::variants::scaling::{stronger, times};

type ControllerFigure = fn(&mut Controller) -> &mut Option<f64>;

fn controller_need(place: usize) -> impl Fn(&Variant) -> PartNeed {
    move |draft| {
        let mut figures = Vec::new();
        if let Some(controller) = &draft.option.drives[place].controller {
            figures.push(Wanted::word("kind", controller.kind.word()));
            figures.push(Wanted::at_least("channels", f64::from(controller.channels)));
            let at_least = [
                ("max_voltage_v", controller.max_voltage_v),
                ("motor_current_continuous_a", controller.motor_current_continuous_a),
                ("motor_current_peak_a", controller.motor_current_peak_a),
                ("battery_current_continuous_a", controller.battery_current_continuous_a),
            ];
            figures.extend(at_least.into_iter().filter_map(|(key, value)| Some(Wanted::at_least(key, value?))));
        }
        PartNeed { part: PartKind::Controller, figures }
    }
}

impl DriveLevers<'_> {
    /// A controller that brakes.
    pub fn braking(&self) -> Option<Adjustment> {
        let place = self.place;
        let controller = self.parts.controller.as_ref().filter(|controller| !controller.can_brake)?;
        controller.motor_current_limit_a?;
        Some(Adjustment::new(
            Group::Setting,
            self.pointer("/controller/can_brake"),
            vec![1.0],
            move |draft, _| {
                if let Some(controller) = &mut draft.option.drives[place].controller {
                    controller.can_brake = true;
                }
            },
            |_| "A controller that brakes the motor, set to brake when the throttle is let go.".to_owned(),
        ))
    }

    /// A failsafe that stops.
    pub fn failsafe_off(&self) -> Option<Adjustment> {
        let place = self.place;
        self.parts.controller.as_ref()?.failsafe_throttle.filter(|held| *held > 0.0)?;
        Some(Adjustment::new(
            Group::Setting,
            self.pointer("/controller/failsafe_throttle"),
            vec![0.0],
            move |draft, _| {
                if let Some(controller) = &mut draft.option.drives[place].controller {
                    controller.failsafe_throttle = Some(0.0);
                }
            },
            |_| "A failsafe that stops when the signal is lost.".to_owned(),
        ))
    }

    /// A current limit set lower, or set at all. `stalled_a` is what flows without it.
    pub fn lower_limit(
        &self,
        key: &'static str,
        words: &'static str,
        figure: ControllerFigure,
        stalled_a: f64,
    ) -> Option<Adjustment> {
        let place = self.place;
        let mut controller = self.parts.controller.clone()?;
        let set = *figure(&mut controller);
        // From what flows down to a fiftieth of it: a motor of little resistance takes hundreds of amperes.
        let from = set.map_or(stalled_a, |set| set.min(stalled_a));
        (from > 0.0).then(|| {
            Adjustment::new(
                Group::Setting,
                self.pointer(&format!("/controller/{key}")),
                falling(from, 0.02),
                move |draft, step| {
                    if let Some(controller) = &mut draft.option.drives[place].controller {
                        *figure(controller) = Some(step);
                    }
                },
                move |step| match set {
                    Some(now) => format!("{words} set to {} A instead of {} A.", significant(step), significant(now)),
                    None => format!("{words} set to {} A; none is set now.", significant(step)),
                },
            )
        })
    }

    /// A current limit set higher.
    pub fn raise_limit(&self, key: &'static str, words: &'static str, figure: ControllerFigure) -> Option<Adjustment> {
        let place = self.place;
        let mut controller = self.parts.controller.clone()?;
        let now = (*figure(&mut controller))?;
        Some(Adjustment::new(
            Group::Setting,
            self.pointer(&format!("/controller/{key}")),
            rising(now, 6.0),
            move |draft, step| {
                if let Some(controller) = &mut draft.option.drives[place].controller {
                    *figure(controller) = Some(step);
                }
            },
            move |step| format!("{words} set to {} A instead of {} A.", significant(step), significant(now)),
        ))
    }

    /// A controller for more current.
    pub fn stronger_controller(&self) -> Option<Adjustment> {
        let place = self.place;
        let controller = self.parts.controller.as_ref()?;
        let now = controller.motor_current_peak_a.or(controller.motor_current_continuous_a)?;
        let lever = Adjustment::new(
            Group::Controller,
            self.pointer("/controller"),
            rising(1.0, 5.0),
            move |draft, step| {
                if let Some(controller) = &mut draft.option.drives[place].controller {
                    stronger(controller, step);
                }
            },
            move |step| {
                format!(
                    "A controller for {} the current: {} A on a channel instead of {} A.",
                    times(step),
                    significant(step * now),
                    significant(now)
                )
            },
        );
        Some(lever.needing(controller_need(place)))
    }

    /// A controller with another rating, all else the same.
    pub fn controller_rating(
        &self,
        key: &'static str,
        words: &'static str,
        figure: ControllerFigure,
        higher: bool,
    ) -> Option<Adjustment> {
        let place = self.place;
        let mut controller = self.parts.controller.clone()?;
        let now = (*figure(&mut controller))?;
        let lever = Adjustment::new(
            Group::Controller,
            self.pointer(&format!("/controller/{key}")),
            if higher { rising(now, 5.0) } else { falling(now, 0.2) },
            move |draft, step| {
                if let Some(controller) = &mut draft.option.drives[place].controller {
                    *figure(controller) = Some(step);
                }
            },
            move |step| format!("A controller good for {} {words} instead of {}.", significant(step), significant(now)),
        );
        Some(lever.needing(controller_need(place)))
    }

    /// More controllers, so that every motor has its channel.
    pub fn controllers(&self) -> Adjustment {
        let (place, now) = (self.place, self.parts.controller_count);
        Adjustment::new(
            Group::Controller,
            self.pointer("/controller_count"),
            counting_up(now, now + 15, 1),
            move |draft, step| draft.option.drives[place].controller_count = whole(step),
            move |step| format!("{} of this controller instead of {now}.", whole(step)),
        )
    }

    /// One channel for each motor, with the controllers that takes.
    pub fn own_channels(&self) -> Option<Adjustment> {
        let (place, now) = (self.place, self.parts.motors_per_channel);
        (now > 1).then(|| {
            Adjustment::new(
                Group::Controller,
                format!("/options/{}/drives/{place}", self.index),
                vec![1.0],
                move |draft, _| {
                    let drive = &mut draft.option.drives[place];
                    drive.motors_per_channel = 1;
                    if let Some(controller) = &drive.controller {
                        drive.controller_count =
                            drive.controller_count.max(drive.motor_count.div_ceil(controller.channels));
                    }
                },
                move |_| format!("A channel for each motor instead of {now} motors on one."),
            )
        })
    }

    /// All motors on one channel, where they are brushed.
    pub fn shared_channel(&self) -> Option<Adjustment> {
        let (place, motors) = (self.place, self.parts.motor_count);
        let brushed = self.parts.motor.kind == MotorKind::Brushed && self.parts.controller.is_some();
        (brushed && motors > self.parts.motors_per_channel).then(|| {
            Adjustment::new(
                Group::Count,
                self.pointer("/motors_per_channel"),
                counting_up(self.parts.motors_per_channel, motors, 1),
                move |draft, step| draft.option.drives[place].motors_per_channel = whole(step),
                move |step| format!("{} motors side by side on one channel: brushed ones may share.", whole(step)),
            )
        })
    }

    /// An end stop of the throttle.
    pub fn end_stop(&self) -> Option<Adjustment> {
        let place = self.place;
        let now = self.parts.controller.as_ref()?.max_duty;
        Some(Adjustment::new(
            Group::Setting,
            self.pointer("/controller/max_duty"),
            falling(now, 0.3),
            move |draft, step| {
                if let Some(controller) = &mut draft.option.drives[place].controller {
                    controller.max_duty = step;
                }
            },
            |step| format!("An end stop of the throttle at {} %.", significant(100.0 * step)),
        ))
    }

    /// A controller of the motor's kind.
    pub fn matching_controller(&self) -> Option<Adjustment> {
        let (place, kind) = (self.place, self.parts.motor.kind.controller()?);
        let controller = self.parts.controller.as_ref()?;
        (controller.kind != kind).then(|| {
            Adjustment::new(
                Group::Controller,
                self.pointer("/controller"),
                vec![1.0],
                move |draft, _| {
                    if let Some(controller) = &mut draft.option.drives[place].controller {
                        controller.kind = kind;
                        if kind == MachineKind::Brushed {
                            controller.commutation = crate::document::Commutation::SixStep;
                        }
                        controller.part_id = None;
                    }
                },
                move |_| format!("A controller for {} motors.", kind.word()),
            )
            .needing(controller_need(place))
        })
    }
}

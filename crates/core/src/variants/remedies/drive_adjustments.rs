//! Levers of one drive: motor, gearing, controller, cooling.

use super::Variant;
use super::adjustments::Adjustment;
use super::grid::{counting_down, counting_up, falling, rising};
use super::scaling::{longer, rewound, stronger, times};
use super::{Group, PartNeed, Wanted};
use crate::document::build::MountMaterial;
use crate::document::parts::GearingKind;
use crate::document::{Controller, Cooling, InsulationClass, MachineKind, MagnetGrade, Motor, OptionDrive};
use crate::format::significant;
use crate::formulas::numeric::whole;
use crate::model::supply::Chain;
use crate::shelf::PartKind;

/// The levers of the drive at `place` of the option at `index`.
pub(super) struct DriveLevers<'a> {
    pub parts: &'a OptionDrive,
    pub place: usize,
    pub index: usize,
}

/// Share of the power that two chains one after the other let through (common practice).
const CHAINS_EFFICIENCY: f64 = 0.9;

fn motor_need(place: usize) -> impl Fn(&Variant) -> PartNeed {
    move |draft| {
        let motor = &draft.option.drives[place].motor;
        let mut figures = vec![
            Wanted::word("kind", motor.kind.word()),
            Wanted::near("kv_rpm_per_v", motor.kv_rpm_per_v, 0.1),
            Wanted { key: "resistance_ohm", at_least: None, at_most: Some(motor.resistance_ohm * 1.05), word: None },
        ];
        let at_least =
            [("max_continuous_current_a", motor.max_continuous_current_a), ("max_voltage_v", motor.max_voltage_v)];
        figures.extend(at_least.into_iter().filter_map(|(key, value)| Some(Wanted::at_least(key, value?))));
        PartNeed { part: PartKind::Motor, figures }
    }
}

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

type MotorFigure = fn(&mut Motor) -> &mut Option<f64>;
type ControllerFigure = fn(&mut Controller) -> &mut Option<f64>;

impl DriveLevers<'_> {
    fn pointer(&self, rest: &str) -> String {
        format!("/options/{}/drives/{}{rest}", self.index, self.place)
    }

    /// A winding with another Kv on the same iron.
    pub fn kv(&self, more: bool) -> Adjustment {
        let (place, now) = (self.place, self.parts.motor.kv_rpm_per_v);
        Adjustment::new(
            Group::Motor,
            self.pointer("/motor"),
            if more { rising(now, 3.0) } else { falling(now, 0.33) },
            move |draft, step| rewound(&mut draft.option.drives[place].motor, step),
            move |step| {
                format!("The same motor wound for {} rpm/V instead of {}.", significant(step), significant(now))
            },
        )
        .needing(motor_need(place))
    }

    /// A longer motor of the same diameter and Kv.
    pub fn size(&self) -> Adjustment {
        let place = self.place;
        Adjustment::new(
            Group::Motor,
            self.pointer("/motor"),
            rising(1.0, 4.0),
            move |draft, step| longer(&mut draft.option.drives[place].motor, step),
            |step| format!("A motor class up: the same Kv and diameter, {} as long.", times(step)),
        )
        .needing(motor_need(place))
    }

    /// A motor with a higher rating, all else the same.
    pub fn motor_rating(&self, key: &'static str, words: &'static str, figure: MotorFigure) -> Option<Adjustment> {
        let place = self.place;
        let now = (*figure(&mut self.parts.motor.clone()))?;
        let lever = Adjustment::new(
            Group::Motor,
            self.pointer(&format!("/motor/{key}")),
            rising(now, 4.0),
            move |draft, step| *figure(&mut draft.option.drives[place].motor) = Some(step),
            move |step| format!("A motor good for {} {words} instead of {}.", significant(step), significant(now)),
        );
        Some(lever.needing(motor_need(place)))
    }

    /// A stronger gearbox on the motor.
    pub fn gearbox(&self) -> Option<Adjustment> {
        let place = self.place;
        let now = self.parts.motor.gearbox.as_ref()?.max_torque_nm?;
        Some(Adjustment::new(
            Group::Gearing,
            self.pointer("/motor/gearbox/max_torque_nm"),
            rising(now, 12.0),
            move |draft, step| {
                if let Some(gearbox) = &mut draft.option.drives[place].motor.gearbox {
                    gearbox.max_torque_nm = Some(step);
                }
            },
            move |step| {
                format!("A gearbox that carries {} N·m instead of {} N·m.", significant(step), significant(now))
            },
        ))
    }

    /// Enamel for more heat.
    pub fn enamel(&self) -> Adjustment {
        let place = self.place;
        let now = self.parts.motor.insulation_class.unwrap_or(InsulationClass::B);
        let better = |place: usize| InsulationClass::ALL[place];
        let steps = InsulationClass::ALL.iter().enumerate().filter(|(_, class)| class.limit_c() > now.limit_c());
        Adjustment::new(
            Group::Motor,
            self.pointer("/motor/insulation_class"),
            steps.map(|(place, _)| counted(place)).collect(),
            move |draft, step| draft.option.drives[place].motor.insulation_class = Some(better(whole(step) as usize)),
            move |step| {
                let class = better(whole(step) as usize);
                format!("A motor with enamel of class {}, good to {} °C.", class.word(), significant(class.limit_c()))
            },
        )
    }

    /// Magnets for more heat.
    pub fn magnets(&self) -> Adjustment {
        let place = self.place;
        let now = self.parts.motor.magnet_grade.unwrap_or(MagnetGrade::None);
        let better = |place: usize| MagnetGrade::ALL[place];
        let steps = MagnetGrade::ALL.iter().enumerate().filter(|(_, grade)| grade.limit_c() > now.limit_c());
        Adjustment::new(
            Group::Motor,
            self.pointer("/motor/magnet_grade"),
            steps.map(|(place, _)| counted(place)).collect(),
            move |draft, step| draft.option.drives[place].motor.magnet_grade = Some(better(whole(step) as usize)),
            move |step| {
                let grade = better(whole(step) as usize);
                format!("A motor with magnets of grade {}, good to {} °C.", grade.word(), significant(grade.limit_c()))
            },
        )
    }

    /// More motors; a brushless one brings its own controller channel.
    pub fn count(&self) -> Adjustment {
        let (place, now) = (self.place, self.parts.motor_count);
        Adjustment::new(
            Group::Count,
            format!("/options/{}/drives/{place}", self.index),
            counting_up(now, now + 3, 1),
            move |draft, step| {
                let drive = &mut draft.option.drives[place];
                drive.motor_count = whole(step);
                if let Some(controller) = &drive.controller {
                    let channels = drive.motor_count.div_ceil(drive.motors_per_channel);
                    drive.controller_count = drive.controller_count.max(channels.div_ceil(controller.channels));
                }
            },
            move |step| format!("{} of this motor instead of {now}, each with its channel.", whole(step)),
        )
    }

    /// More air around the motor.
    pub fn cooling(&self) -> Adjustment {
        let place = self.place;
        let now = self.parts.cooling.coefficient_w_m2_k();
        let steps = Cooling::ALL.iter().enumerate().filter(|(_, air)| air.coefficient_w_m2_k() > now);
        Adjustment::new(
            Group::Cooling,
            self.pointer("/cooling"),
            steps.map(|(place, _)| counted(place)).collect(),
            move |draft, step| draft.option.drives[place].cooling = Cooling::ALL[whole(step) as usize],
            |step| match Cooling::ALL[whole(step) as usize] {
                Cooling::Fan => "A fan that blows on the motor.".to_owned(),
                _ => "Moving air over the motor.".to_owned(),
            },
        )
    }

    /// Teeth, or the ratio, of every stage that has them; `gear_down` gives more turns of the motor for one of the output.
    pub fn gearing(&self, gear_down: bool) -> Vec<Adjustment> {
        let mut levers = Vec::new();
        for (stage_place, stage) in self.parts.gearing.iter().enumerate() {
            let place = self.place;
            let at = |key: &str| self.pointer(&format!("/gearing/{stage_place}/{key}"));
            if let (Some(driver), Some(driven)) = (stage.driver_teeth, stage.driven_teeth) {
                // Fewer than nine teeth are cut under, more than a hundred are no wheel one can buy (common practice).
                let driver_steps = if gear_down { counting_down(driver, 9, 1) } else { counting_up(driver, 60, 1) };
                levers.push(Adjustment::new(
                    Group::Gearing,
                    at("driver_teeth"),
                    driver_steps,
                    move |draft, step| draft.option.drives[place].gearing[stage_place].driver_teeth = Some(whole(step)),
                    move |step| format!("A driver of {} teeth instead of {driver}, to {driven}.", whole(step)),
                ));
                let driven_steps = if gear_down { counting_up(driven, 120, 1) } else { counting_down(driven, 9, 1) };
                levers.push(Adjustment::new(
                    Group::Gearing,
                    at("driven_teeth"),
                    driven_steps,
                    move |draft, step| draft.option.drives[place].gearing[stage_place].driven_teeth = Some(whole(step)),
                    move |step| format!("A driven wheel of {} teeth instead of {driven}, from {driver}.", whole(step)),
                ));
            } else if let Some(now) = stage.ratio {
                levers.push(Adjustment::new(
                    Group::Gearing,
                    at("ratio"),
                    if gear_down { rising(now, 4.0) } else { falling(now, 0.25) },
                    move |draft, step| draft.option.drives[place].gearing[stage_place].ratio = Some(step),
                    move |step| format!("A ratio of {} instead of {}.", significant(step), significant(now)),
                ));
            }
        }
        if let Some(gearbox) = &self.parts.motor.gearbox {
            let (place, now) = (self.place, gearbox.ratio);
            levers.push(Adjustment::new(
                Group::Gearing,
                self.pointer("/motor/gearbox/ratio"),
                if gear_down { rising(now, 4.0) } else { falling(now, 0.25) },
                move |draft, step| {
                    if let Some(gearbox) = &mut draft.option.drives[place].motor.gearbox {
                        gearbox.ratio = step;
                    }
                },
                move |step| {
                    format!(
                        "The same motor with a gearbox of {} : 1 instead of {} : 1.",
                        significant(step),
                        significant(now)
                    )
                },
            ));
        }
        levers
    }

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

    /// A mount of something that stands more heat.
    pub fn mount(&self) -> Option<Adjustment> {
        let place = self.place;
        let now = self.parts.mount_material?.limit_c()?;
        let better =
            MountMaterial::ALL.iter().enumerate().filter(|(_, material)| material.limit_c().is_none_or(|c| c > now));
        #[allow(clippy::cast_precision_loss, reason = "a handful of materials")]
        let steps = better.map(|(place, _)| place as f64).collect();
        Some(Adjustment::new(
            Group::Motor,
            self.pointer("/mount_material"),
            steps,
            move |draft, step| {
                draft.option.drives[place].mount_material = Some(MountMaterial::ALL[whole(step) as usize]);
            },
            |step| format!("A mount of {}.", MountMaterial::ALL[whole(step) as usize].label().to_lowercase()),
        ))
    }

    /// Chains in place of a direct drive, so that the machine turns faster than what turns it.
    pub fn speed_up(&self) -> Vec<Adjustment> {
        let place = self.place;
        let direct = self.parts.gearing.iter().enumerate().filter(|(_, stage)| {
            stage.kind == GearingKind::Direct && stage.ratio.is_none() && stage.driver_teeth.is_none()
        });
        direct
            .map(|(stage_place, _)| {
                Adjustment::new(
                    Group::Gearing,
                    self.pointer(&format!("/gearing/{stage_place}")),
                    rising(1.0, 60.0),
                    move |draft, step| {
                        let stage = &mut draft.option.drives[place].gearing[stage_place];
                        stage.kind = GearingKind::Chain;
                        stage.ratio = Some(step);
                        stage.efficiency = Some(CHAINS_EFFICIENCY);
                    },
                    |step| format!("Chains of 1 : {} in all instead of a direct drive.", significant(step)),
                )
            })
            .collect()
    }

    /// A smaller or larger driven wheel.
    pub fn wheel(&self, larger: bool) -> Option<Adjustment> {
        let (place, now) = (self.place, self.parts.output.wheel_diameter_m?);
        let lever = Adjustment::new(
            Group::Gearing,
            self.pointer("/output/wheel_diameter_m"),
            if larger { rising(now, 1.6) } else { falling(now, 0.6) },
            move |draft, step| draft.option.drives[place].output.wheel_diameter_m = Some(step),
            move |step| {
                format!("Wheels of {} mm instead of {} mm.", significant(1000.0 * step), significant(1000.0 * now))
            },
        );
        Some(lever.needing(move |draft| PartNeed {
            part: PartKind::Wheel,
            figures: vec![Wanted::near(
                "diameter_m",
                draft.option.drives[place].output.wheel_diameter_m.unwrap_or_default(),
                0.03,
            )],
        }))
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
        let brushed = self.parts.motor.kind == MachineKind::Brushed && self.parts.controller.is_some();
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

    /// The heat path that the listed current implies, in place of the estimate from the can.
    pub fn heat_path_by_rating(&self, draft: &Variant) -> Option<Adjustment> {
        let place = self.place;
        let chain = Chain::resolved(&draft.job, &draft.option);
        let drive = chain.drives.iter().find(|drive| drive.index == place)?;
        let path = drive.path_by_rating(drive.motor_rad_s(drive.load.target_rad_s))?;
        let listed_a = self.parts.motor.max_continuous_current_a?;
        let capacity = path.capacity_j_per_k;
        Some(Adjustment::new(
            Group::Motor,
            self.pointer("/motor/thermal"),
            vec![1.0],
            move |draft, _| {
                draft.option.drives[place].motor.thermal = Some(crate::document::Thermal {
                    winding_to_case_k_per_w: Some(path.winding_k_per_w),
                    case_to_ambient_k_per_w: Some(path.case_k_per_w),
                    winding_j_per_k: capacity.map(|[winding, _]| winding),
                    case_j_per_k: capacity.map(|[_, case]| case),
                });
            },
            move |_| {
                format!(
                    "Trusting the {} A it lists for good: a heat path that allows them in place of the one estimated from the can.",
                    significant(listed_a)
                )
            },
        ))
    }

    /// A controller of the motor's kind.
    pub fn matching_controller(&self) -> Option<Adjustment> {
        let (place, kind) = (self.place, self.parts.motor.kind);
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

#[allow(clippy::cast_precision_loss, reason = "a place in a list of some seven")]
fn counted(place: usize) -> f64 {
    place as f64
}

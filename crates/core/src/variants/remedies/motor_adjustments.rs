//! What can be changed at the motors of a drive.

use super::Variant;
use super::adjustments::Adjustment;
use super::drive_adjustments::{DriveLevers, counted};
use super::grid::{counting_up, falling, rising};
use super::{Group, PartNeed, Wanted};
use crate::document::build::MountMaterial;
use crate::document::{Cooling, InsulationClass, MagnetGrade, Motor};
use crate::format::significant;
use crate::formulas::numeric::whole;
use crate::model::supply::Chain;
use crate::shelf::PartKind;
use crate::variants::scaling::{longer, rewound, times};

type MotorFigure = fn(&mut Motor) -> &mut Option<f64>;

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

impl DriveLevers<'_> {
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
                    "Trusting the {} A it lists as continuous: a heat path that allows them in place of the one estimated from the can.",
                    significant(listed_a)
                )
            },
        ))
    }
}

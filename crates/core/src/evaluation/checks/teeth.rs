//! Checks of the stages: mesh, bore, bending, belt, chain.

use super::{CheckBuilder, CheckCode, CheckContext, CheckLimit, Subject};
use crate::document::{GearingKind, GearingStage};
use crate::evaluation::gearing::stages::{PeakBy, StageLoad};
use crate::format::significant;
use crate::formulas::{belt, chain_drive, ring, shaft, spur, tooth_materials};
use crate::model::Drive;

/// Most by which the shafts of spur gears may be off, as a share of the module (common practice: closer binds, further
/// leaves too little of the teeth in contact).
const CENTRE_PLAY_MODULES: f64 = 0.1;

/// Most by which two modules may differ and still mesh.
const SAME_MODULE: f64 = 1e-3;

pub(super) fn judge(evidence: &CheckContext<'_>, drive: &Drive<'_>, ledger: &mut CheckBuilder) {
    for (place, stage) in drive.parts.gearing.iter().enumerate() {
        let at = Stage { drive, place, stage, load: evidence.chain.stage_load(drive, place) };
        match stage.kind {
            GearingKind::Spur => {
                at.mesh(ledger);
                at.bending(ledger);
            }
            GearingKind::Belt => {
                at.belt_tension(ledger);
                at.teeth_in_mesh(ledger);
            }
            GearingKind::Chain => at.chain_load(ledger),
            _ => {}
        }
        if place == 0 && matches!(stage.kind, GearingKind::Spur | GearingKind::Belt | GearingKind::Chain) {
            at.bore(ledger);
        }
    }
}

/// One stage with what goes through it.
struct Stage<'a> {
    drive: &'a Drive<'a>,
    place: usize,
    stage: &'a GearingStage,
    load: StageLoad,
}

impl<'a> Stage<'a> {
    fn subject(&self, code: CheckCode) -> Subject<'a> {
        Subject { code, drive: Some(self.drive), stage: Some(self.place), said_in: None }
    }

    /// "Stage 2: ", where there are several.
    fn name(&self) -> String {
        if self.drive.parts.gearing.len() > 1 { format!("Stage {}: ", self.place + 1) } else { String::new() }
    }

    fn mesh(&self, ledger: &mut CheckBuilder) {
        let subject = self.subject(CheckCode::GearingMesh);
        let Some((driver, driven)) = self.stage.driver_module_mm().zip(self.stage.driven_wheel_module_mm()) else {
            ledger.unknown(&subject, "No module or diametral pitch is given.");
            return;
        };
        let apart = (driver / driven - 1.0).abs();
        if apart > SAME_MODULE {
            ledger.does_not_fit(
                &subject,
                format!(
                    "{}A driver of module {:.4} mm does not mesh with a wheel of module {:.4} mm: the teeth are {:.1} % \
                     apart, and they grind.",
                    self.name(),
                    driver,
                    driven,
                    100.0 * apart
                ),
            );
            return;
        }
        let (Some(given), Some(wanted)) = (self.stage.centre_distance_mm, self.stage.wanted_centre_mm()) else {
            return;
        };
        let play_mm = CENTRE_PLAY_MODULES * driver;
        let off_mm = (given - wanted).abs();
        ledger.judge(&subject, Some(off_mm), &CheckLimit::At(play_mm), |off_mm, limit| {
            let how = if off_mm <= limit {
                "they mesh".to_owned()
            } else if given < wanted {
                format!("{} mm too close, they bind", significant(off_mm))
            } else {
                format!("{} mm too far apart, they skip", significant(off_mm))
            };
            format!(
                "{}The shafts stand {given:.2} mm apart and the teeth want {wanted:.2} mm, {} mm either way: {how}.",
                self.name(),
                significant(limit)
            )
        });
    }

    fn bore(&self, ledger: &mut CheckBuilder) {
        let subject = self.subject(CheckCode::GearingBore);
        let bound = match (self.stage.driver_bore_mm, self.drive.parts.motor.shaft_diameter_mm) {
            (None, _) => CheckLimit::NotGiven("No bore is given for the driver on the motor shaft."),
            (_, None) => CheckLimit::NotGiven("No diameter is given for the motor shaft."),
            _ => CheckLimit::At(shaft::BORE_PLAY_MM),
        };
        let (bore, shaft_mm) =
            (self.stage.driver_bore_mm.unwrap_or(0.0), self.drive.parts.motor.shaft_diameter_mm.unwrap_or(0.0));
        ledger.judge(&subject, Some((bore - shaft_mm).abs()), &bound, |off_mm, _| {
            let how = if bore + 1e-9 < shaft_mm {
                format!("it does not go on, {} mm too narrow", figure(off_mm))
            } else if bore - shaft_mm > shaft::BORE_PLAY_MM {
                format!("it wants a sleeve of {} mm on each side", figure(off_mm / 2.0))
            } else {
                "it goes on".to_owned()
            };
            format!("A bore of {} mm on a shaft of {} mm: {how}.", figure(bore), figure(shaft_mm))
        });
    }

    fn bending(&self, ledger: &mut CheckBuilder) {
        let subject = self.subject(CheckCode::GearingBending);
        let stage = self.stage;
        let ask = if stage.teeth().is_none() {
            Some("No numbers of teeth are given.")
        } else if stage.driver_module_mm().is_none() {
            Some("No module or diametral pitch is given.")
        } else if stage.face_width_mm.is_none() {
            Some("No face width is given for the teeth.")
        } else if stage.material.is_none() {
            Some("Nothing says what the teeth are made of.")
        } else {
            None
        };
        let wheels = self.wheels();
        let Some(worst) = wheels.iter().max_by(|a, b| a.share().total_cmp(&b.share())) else {
            let ask = ask.unwrap_or(
                "The material is not in the table of materials: steel, brass, acetal, nylon and others are.",
            );
            ledger.unknown(&subject, ask);
            return;
        };
        ledger.judge(&subject, Some(worst.stress_mpa), &CheckLimit::At(worst.material.bending_mpa), |demand, limit| {
            format!(
                "{}{} the {} of {} teeth ({}) takes {} MPa at the foot of a tooth and is trusted with {} MPa.",
                self.name(),
                worst.when,
                worst.which,
                worst.teeth,
                worst.material.name.to_lowercase(),
                significant(demand),
                significant(limit)
            )
        });
    }

    /// Driver and driven wheel, each at its peak and at work; empty while something is unknown.
    fn wheels(&self) -> Vec<Wheel> {
        let stage = self.stage;
        let given = || {
            let (driver, driven) = stage.teeth()?;
            Some((driver, driven, stage.driver_module_mm()?, stage.driven_wheel_module_mm()?, stage.face_width_mm?))
        };
        let Some((driver, driven, module, driven_module, face)) = given() else { return Vec::new() };
        let driver_material = stage.material.as_deref().and_then(tooth_materials::named);
        let driven_material = match &stage.driven_material {
            Some(text) => tooth_materials::named(text),
            None => driver_material,
        };
        let Some((driver_material, driven_material)) = driver_material.zip(driven_material) else { return Vec::new() };
        let pitch_mm = spur::pitch_diameter_mm(module, driver);
        let line_m_s = ring::rim_speed_m_s(pitch_mm, self.load.driver_rpm);
        let mut wheels = Vec::new();
        // At the peak the teeth stand still; at work they run, and the speed factor counts.
        let states = [
            (self.load.peak_torque_nm, 0.0, self.load.peak_by.when()),
            (self.load.running_torque_nm, line_m_s, "At work"),
        ];
        for (torque_nm, speed_m_s, when) in states {
            let Some(force_n) = torque_nm.map(|nm| 2000.0 * nm / pitch_mm) else { continue };
            for (which, teeth, module, material) in
                [("driver", driver, module, driver_material), ("wheel", driven, driven_module, driven_material)]
            {
                let stress_mpa = spur::bending_mpa(force_n, speed_m_s, face, module, teeth);
                wheels.push(Wheel { which, teeth, material, stress_mpa, when });
            }
        }
        wheels
    }

    fn belt_tension(&self, ledger: &mut CheckBuilder) {
        let subject = self.subject(CheckCode::GearingBeltTension);
        let stage = self.stage;
        let pull = self.pull_n(stage);
        let moment = pull.is_some_and(|pull| pull.moment);
        let ask = if stage.teeth().is_none() || stage.pitch_mm.is_none() {
            "No teeth or no pitch is given for the belt."
        } else {
            "No width is given for the belt, or its pitch is not in the table: give the permissible tension."
        };
        let factor = stage
            .centre_mm()
            .zip(stage.teeth())
            .and_then(|(centre, (few, many))| belt::teeth_in_mesh(stage.pitch_mm?, few, many, centre))
            .map_or(1.0, belt::mesh_factor);
        let bound = match (pull, stage.trusted_tension_n()) {
            (_, None) => CheckLimit::NotGiven(ask),
            (None, _) if stage.pitch_diameters_mm().is_none() => CheckLimit::NotGiven(ask),
            (_, Some((trusted, _))) => CheckLimit::At(trusted * factor),
        };
        ledger.judge(&subject, pull.map(|pull| pull.force_n), &bound, |demand, limit| {
            let belt = match stage.width_mm {
                Some(width) if factor < 1.0 => format!("a belt {} mm wide with so few teeth in mesh", significant(width)),
                Some(width) => format!("a belt {} mm wide", significant(width)),
                None => "this belt".to_owned(),
            };
            let (name, when) = (self.name(), pull.map_or("At work", |pull| pull.when));
            if moment {
                format!(
                    "{name}{when} the belt pulls with {} N; {belt} may for a moment take {} N, twice what it takes continuously.",
                    significant(belt::MOMENT_FACTOR * demand),
                    significant(belt::MOMENT_FACTOR * limit)
                )
            } else {
                format!("{name}{when} the belt pulls with {} N; {} N is what {belt} takes continuously.", significant(demand), significant(limit))
            }
        });
    }

    /// The harder of the pull at the peak, which passes and counts by what a moment may take, and at work.
    fn pull_n(&self, stage: &GearingStage) -> Option<Pull> {
        let (driver_mm, _) = stage.pitch_diameters_mm()?;
        let force = |nm: f64| 2000.0 * nm / driver_mm;
        // Full throttle behind a gearbox is work, not a moment.
        let moment = !matches!(self.load.peak_by, PeakBy::FullThrottle);
        let share = if moment { belt::MOMENT_FACTOR } else { 1.0 };
        let when = self.load.peak_by.when();
        let peak = self.load.peak_torque_nm.map(|nm| Pull { force_n: force(nm) / share, when, moment });
        let work = self.load.running_torque_nm.map(|nm| Pull { force_n: force(nm), when: "At work", moment: false });
        [peak, work].into_iter().flatten().max_by(|a, b| a.force_n.total_cmp(&b.force_n))
    }

    fn teeth_in_mesh(&self, ledger: &mut CheckBuilder) {
        let subject = self.subject(CheckCode::GearingTeethInMesh);
        let stage = self.stage;
        let mesh = stage
            .teeth()
            .zip(stage.pitch_mm)
            .map(|((few, many), pitch)| stage.centre_mm().map(|centre| belt::teeth_in_mesh(pitch, few, many, centre)));
        let bound = match mesh {
            None => CheckLimit::NotGiven("No teeth or no pitch is given for the belt."),
            Some(None) => CheckLimit::NotGiven("No centre distance and no belt length is given."),
            Some(Some(None)) => CheckLimit::Impossible("The pulleys overlap at this centre distance."),
            Some(Some(Some(teeth))) => CheckLimit::At(teeth),
        };
        ledger.judge(&subject, Some(belt::FULL_MESH_TEETH), &bound, |demand, limit| {
            format!(
                "{}{:.1} teeth of the smaller pulley carry; {} are wanted for the whole rating.",
                self.name(),
                limit,
                significant(demand)
            )
        });
    }

    fn chain_load(&self, ledger: &mut CheckBuilder) {
        let subject = self.subject(CheckCode::GearingChainLoad);
        let stage = self.stage;
        let pitch_mm = stage.pitch_diameters_mm().map(|(driver, _)| driver);
        let ask = if pitch_mm.is_none() {
            "No teeth or no pitch is given for the chain."
        } else {
            "The pitch is not one of ISO 606: give the permissible tension."
        };
        // A jam may use half of the safety that steady work keeps.
        let demand = pitch_mm.and_then(|pitch_mm| {
            let force = |nm: f64| 2000.0 * nm / pitch_mm;
            let jam =
                self.load.peak_torque_nm.map(|nm| force(nm) * chain_drive::SAFETY_JAM / chain_drive::SAFETY_RUNNING);
            let work = self.load.running_torque_nm.map(force);
            [(jam, true), (work, false)]
                .into_iter()
                .filter_map(|(force, jam)| Some((force?, jam)))
                .max_by(|a, b| a.0.total_cmp(&b.0))
        });
        let bound = match (pitch_mm, stage.trusted_tension_n()) {
            (Some(_), Some((trusted, _))) => CheckLimit::At(trusted),
            _ => CheckLimit::NotGiven(ask),
        };
        ledger.judge(&subject, demand.map(|(force, _)| force), &bound, |demand_n, limit| {
            let name = self.name();
            match demand {
                Some((_, true)) => format!(
                    "{name}{} the chain pulls with {} N; it may for a moment take {} N, twice its working load.",
                    self.load.peak_by.when(),
                    significant(2.0 * demand_n),
                    significant(2.0 * limit)
                ),
                _ => format!(
                    "{name}At work the chain pulls with {} N; its working load is {} N, an eighth of what breaks it.",
                    significant(demand_n),
                    significant(limit)
                ),
            }
        });
    }
}

/// What pulls at a belt.
#[derive(Clone, Copy)]
struct Pull {
    /// As a pull continuously, N: what passes for a moment counts half.
    force_n: f64,
    when: &'static str,
    moment: bool,
}

/// A wheel under load.
struct Wheel {
    which: &'static str,
    teeth: u32,
    material: &'static tooth_materials::ToothMaterial,
    stress_mpa: f64,
    when: &'static str,
}

impl Wheel {
    fn share(&self) -> f64 {
        self.stress_mpa / self.material.bending_mpa
    }
}

/// A diameter with as many digits as it needs: 3.175, 5, 6.35.
fn figure(value: f64) -> String {
    let text = format!("{value:.3}");
    text.trim_end_matches('0').trim_end_matches('.').to_owned()
}

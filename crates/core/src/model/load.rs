//! The load at the output shaft: torque over speed, inertia, what is asked.

use crate::document::load::{Blade, Fan, Flywheel, Hoist, Projectile, Vehicle};
use crate::document::{Load, Output};
use crate::formulas::constants::{AIR_DENSITY_KG_M3, GRAVITY_M_S2, RAD_S_PER_RPM};

/// A load ready to compute with: T = t0 + t2·ω² at the output, SI units.
#[derive(Debug, Clone, PartialEq)]
pub(crate) struct LoadModel {
    /// Torque that does not change with speed, N·m.
    pub constant_nm: f64,
    /// Torque that grows with the square of the speed, N·m·s².
    pub square_nm_s2: f64,
    /// Inertia at the output without the rotors, kg·m².
    pub inertia_kg_m2: f64,
    /// Output speed wanted, rad/s.
    pub target_rad_s: f64,
    /// Output speed most of the time, rad/s, where it is another one.
    pub usual_rad_s: Option<f64>,
    /// Radius that turns output speed into a speed in m/s: wheel, drum.
    pub travel_radius_m: Option<f64>,
    /// What only a vehicle has.
    pub vehicle: Option<VehicleModel>,
    /// Energy that one shot takes from the wheels, J.
    pub shot_energy_j: Option<f64>,
}

/// What only a vehicle has.
#[derive(Debug, Clone, PartialEq)]
pub(crate) struct VehicleModel {
    /// All that moves, kg.
    pub mass_kg: f64,
    /// All that presses on the ground at the machine itself, kg.
    pub pressing_kg: f64,
    /// Grip times driven share: force per newton of pressing weight. `None` without a friction figure.
    pub grip_share: Option<f64>,
    /// The same for what the wheels let through at most, with a usual friction where none is given.
    slip_share: f64,
    /// Wheel radius, m.
    pub wheel_radius_m: f64,
    /// The hill, if there is one.
    pub climb: Option<Climb>,
}

/// A slope of the way, by sine and cosine of its angle: a run asks for them at every look.
#[derive(Debug, Clone, Copy, PartialEq)]
pub(crate) struct Slope {
    sin: f64,
    cos: f64,
}

/// The hill.
#[derive(Debug, Clone, Copy, PartialEq)]
pub(crate) struct Climb {
    pub slope: Slope,
    /// Output speed, rad/s.
    pub output_rad_s: f64,
    /// Output torque, N·m.
    pub output_nm: f64,
}

/// Friction of a tyre on firm ground where nobody gave it, for the current that slipping wheels let through and for nothing
/// else (common practice).
pub(crate) const USUAL_FRICTION: f64 = 0.8;

/// Force, N, that moves a vehicle steadily.
///
/// * `mass_kg` all that moves; `rolling_resistance` force per weight; `drag_area_m2`; `speed_m_s`; `slope_rad`.
///
/// # Source
/// F = M·g·(Crr·cosθ + sinθ) + ½·ρ·CdA·v², the road-load equation (Gillespie, Fundamentals of Vehicle Dynamics, ch. 4).
#[must_use]
pub fn road_force_n(mass_kg: f64, rolling_resistance: f64, drag_area_m2: f64, speed_m_s: f64, slope_rad: f64) -> f64 {
    mass_kg * GRAVITY_M_S2 * (rolling_resistance * slope_rad.cos() + slope_rad.sin())
        + 0.5 * AIR_DENSITY_KG_M3 * drag_area_m2 * speed_m_s * speed_m_s
}

impl LoadModel {
    /// The load of a drive; `hardware_kg` is the mass of all drive parts, which a vehicle carries.
    pub fn new(load: &Load, output: &Output, hardware_kg: f64) -> Self {
        match load {
            Load::Vehicle(vehicle) => Self::vehicle(vehicle, output, hardware_kg),
            Load::Flywheel(flywheel) => Self::flywheel(flywheel),
            Load::Fan(fan) => Self::fan(fan),
            Load::Blade(blade) => Self::blade(blade),
            Load::Hoist(hoist) => Self::hoist(hoist),
            Load::ConstantTorque(load) => Self {
                constant_nm: load.torque_nm,
                inertia_kg_m2: load.inertia_kg_m2.unwrap_or(0.0),
                ..Self::turning(load.target_rpm * RAD_S_PER_RPM)
            },
            // Nothing to move: its source turns it.
            Load::Generator(generator) => {
                let source = &generator.source;
                Self::turning(source.rpm.or(source.runaway_rpm).unwrap_or(0.0) * RAD_S_PER_RPM)
            }
        }
    }

    fn turning(target_rad_s: f64) -> Self {
        Self {
            constant_nm: 0.0,
            square_nm_s2: 0.0,
            inertia_kg_m2: 0.0,
            target_rad_s,
            usual_rad_s: None,
            travel_radius_m: None,
            vehicle: None,
            shot_energy_j: None,
        }
    }

    fn vehicle(vehicle: &Vehicle, output: &Output, hardware_kg: f64) -> Self {
        // A build is refused when a vehicle's option has no wheel diameter.
        let radius = output.wheel_diameter_m.unwrap_or(1.0) / 2.0;
        let mass_kg = vehicle.base_mass_kg + vehicle.payload_kg + vehicle.towed_mass_kg + hardware_kg;
        let slope = Slope::of_percent(vehicle.grade_percent);
        let force_n =
            |speed, slope| road_force_n(mass_kg, vehicle.rolling_resistance, vehicle.drag_area_m2, speed, slope);
        let climb_speed = vehicle.climb_speed_m_s.unwrap_or(vehicle.target_speed_m_s);
        let climb = (vehicle.grade_percent > 0.0).then(|| Climb {
            slope,
            output_rad_s: climb_speed / radius,
            output_nm: force_n(climb_speed, slope.rad()) * radius,
        });
        Self {
            constant_nm: force_n(0.0, 0.0) * radius,
            square_nm_s2: 0.5 * AIR_DENSITY_KG_M3 * vehicle.drag_area_m2 * radius.powi(3),
            inertia_kg_m2: mass_kg * radius * radius + output.wheel_inertia_kg_m2,
            travel_radius_m: Some(radius),
            usual_rad_s: vehicle.usual_speed_m_s.map(|speed_m_s| speed_m_s / radius),
            vehicle: Some(VehicleModel {
                mass_kg,
                pressing_kg: mass_kg - vehicle.towed_mass_kg,
                grip_share: vehicle.friction.map(|friction| friction * vehicle.driven_weight_share),
                slip_share: vehicle.friction.unwrap_or(USUAL_FRICTION) * vehicle.driven_weight_share,
                wheel_radius_m: radius,
                climb,
            }),
            ..Self::turning(vehicle.target_speed_m_s / radius)
        }
    }

    fn flywheel(flywheel: &Flywheel) -> Self {
        let target = flywheel.target_rpm * RAD_S_PER_RPM;
        Self {
            constant_nm: flywheel.drag_torque_nm,
            square_nm_s2: flywheel.windage_torque_nm / (target * target),
            inertia_kg_m2: flywheel.inertia_kg_m2,
            shot_energy_j: flywheel.projectile.as_ref().map(Projectile::energy_from_wheels_j),
            ..Self::turning(target)
        }
    }

    fn fan(fan: &Fan) -> Self {
        Self {
            square_nm_s2: air_load_nm_s2(fan.reference_power_w, fan.reference_rpm),
            inertia_kg_m2: fan.inertia_kg_m2.unwrap_or(0.0),
            ..Self::turning(fan.target_rpm * RAD_S_PER_RPM)
        }
    }

    fn blade(blade: &Blade) -> Self {
        Self {
            constant_nm: blade.cutting_torque_nm,
            square_nm_s2: air_load_nm_s2(blade.reference_power_w, blade.reference_rpm),
            inertia_kg_m2: blade.inertia_kg_m2.unwrap_or(0.0),
            ..Self::turning(blade.target_tip_speed_m_s / blade.blade_radius_m)
        }
    }

    fn hoist(hoist: &Hoist) -> Self {
        let radius = hoist.drum_radius_m;
        Self {
            constant_nm: hoist.mass_kg * GRAVITY_M_S2 * radius,
            inertia_kg_m2: hoist.inertia_kg_m2.unwrap_or(0.0) + hoist.mass_kg * radius * radius,
            travel_radius_m: Some(radius),
            ..Self::turning(hoist.lift_speed_m_s / radius)
        }
    }

    /// Torque wanted on a slope, N·m, at an output speed, rad/s, with a share of the part that does not come from
    /// speed.
    pub fn slope_nm(&self, output_rad_s: f64, slope: Slope, share: f64) -> f64 {
        let constant_nm = self.constant_nm * share;
        let square_nm = self.square_nm_s2 * output_rad_s * output_rad_s;
        match &self.vehicle {
            Some(vehicle) => {
                constant_nm * slope.cos
                    + vehicle.mass_kg * GRAVITY_M_S2 * slope.sin * vehicle.wheel_radius_m
                    + square_nm
            }
            None => constant_nm + square_nm,
        }
    }

    /// Torque at the output, N·m, at which the wheels of a vehicle slip on the level; `None` for any other load.
    pub fn slip_nm(&self) -> Option<f64> {
        let vehicle = self.vehicle.as_ref()?;
        Some(vehicle.slip_share * vehicle.pressing_kg * GRAVITY_M_S2 * vehicle.wheel_radius_m)
    }

    /// Torque wanted on the level, N·m, at an output speed, rad/s.
    pub fn level_nm(&self, output_rad_s: f64) -> f64 {
        self.constant_nm + self.square_nm_s2 * output_rad_s * output_rad_s
    }
}

impl Slope {
    /// The level.
    pub const LEVEL: Self = Self { sin: 0.0, cos: 1.0 };

    /// Of a grade, %: climb over level distance.
    #[must_use]
    pub fn of_percent(percent: f64) -> Self {
        let rise = percent / 100.0;
        let cos = 1.0 / (1.0 + rise * rise).sqrt();
        Self { sin: rise * cos, cos }
    }

    /// The grade, %.
    #[must_use]
    pub fn percent(self) -> f64 {
        100.0 * self.sin / self.cos
    }

    /// Its angle, rad.
    #[must_use]
    pub fn rad(self) -> f64 {
        self.sin.atan2(self.cos)
    }
}

impl VehicleModel {
    /// Force the driven wheels can put on the ground, N, on a slope. `None` without a friction figure.
    pub fn grip_n(&self, slope: Slope) -> Option<f64> {
        self.grip_share.map(|share| share * self.pressing_kg * GRAVITY_M_S2 * slope.cos)
    }

    /// The torque at the output at which the driven wheels slip on a slope, N·m; `None` without a figure for the grip.
    #[must_use]
    pub fn grip_nm(&self, slope: Slope) -> Option<f64> {
        self.grip_n(slope).map(|grip_n| grip_n * self.wheel_radius_m)
    }
}

impl Projectile {
    /// Energy one shot takes from the wheels, J: ½·m·v² over the transfer efficiency.
    #[must_use]
    pub fn energy_from_wheels_j(&self) -> f64 {
        0.5 * self.mass_kg * self.speed_m_s * self.speed_m_s / self.transfer_efficiency
    }
}

/// t2 of an air load, N·m·s²: P/ω³ at a known point. Source: affinity laws, torque ∝ speed².
fn air_load_nm_s2(power_w: f64, rpm: f64) -> f64 {
    power_w / (rpm * RAD_S_PER_RPM).powi(3)
}

#[cfg(test)]
mod tests {
    use super::*;
    use approx::assert_relative_eq;
    use rstest::rstest;

    /// Power at the wheels, W, for mass, speed in km/h, rolling resistance, drag area and grade: own cases,
    /// computed a second time outside the project.
    #[rstest]
    #[case(90.0, 25.0, 0.015, 0.6, 0.0, 215.012_350_180_041_18)]
    #[case(90.0, 25.0, 0.015, 0.6, 10.0, 824.429_923_966_210_5)]
    #[case(90.0, 40.0, 0.015, 0.6, 0.0, 651.214_976_337_448_4)]
    #[case(100.0, 15.0, 0.02, 0.6, 15.0, 713.536_683_232_847_8)]
    #[case(85.0, 32.0, 0.005, 0.5, 0.0, 252.136_507_681_755_86)]
    fn validated_road_load(
        #[case] kg: f64,
        #[case] km_h: f64,
        #[case] rolling: f64,
        #[case] drag_m2: f64,
        #[case] grade: f64,
        #[case] watts: f64,
    ) {
        let speed = km_h / 3.6;
        let force = road_force_n(kg, rolling, drag_m2, speed, (grade / 100.0f64).atan());
        assert_relative_eq!(force * speed, watts, max_relative = 1e-9);
    }

    #[test]
    fn validated_truck_of_the_textbook() {
        // Gillespie, Fundamentals of Vehicle Dynamics, ch. 4 example (from memory): 72 500 lb at 67 mph; rolling
        // 497 lb (2208.1 N); fr = 0.0041 + 0.000041·67. The air is thinner than ours, so its part is scaled.
        let (kg, rolling, speed) = (32_885.4, 0.0041 + 0.000_041 * 67.0, 29.951_68);
        assert_relative_eq!(road_force_n(kg, rolling, 0.0, speed, 0.0), 2208.1, max_relative = 2e-3);
        let air = road_force_n(0.0, 0.0, 6.929_41 * 1.081_54 / AIR_DENSITY_KG_M3, speed, 0.0);
        assert_relative_eq!(air, 3361.6, max_relative = 2e-3);
    }

    #[test]
    fn validated_tip_speed_limit() {
        // ANSI/OPEI B71.1: 19 000 ft/min; an 18 in blade turns 4031.93 rpm at it.
        let m_s = uom::si::f64::Velocity::new::<uom::si::velocity::foot_per_minute>(19_000.0)
            .get::<uom::si::velocity::meter_per_second>();
        assert_relative_eq!(m_s, 96.52, max_relative = 1e-9);
        let blade = Blade {
            blade_radius_m: 9.0 * 0.0254,
            reference_rpm: 1000.0,
            reference_power_w: 10.0,
            cutting_torque_nm: 0.0,
            brake_torque_nm: None,
            target_tip_speed_m_s: m_s,
            inertia_kg_m2: None,
            spin_up_s: None,
        };
        let rpm = LoadModel::blade(&blade).target_rad_s / RAD_S_PER_RPM;
        assert_relative_eq!(rpm, 4_031.925_224_994_682, max_relative = 1e-9);
    }

    #[test]
    fn air_power_grows_with_the_cube_of_the_speed() {
        // Affinity laws: 1.2 times the speed takes 1.728 times the power.
        let fan = Fan {
            reference_rpm: 3000.0,
            reference_power_w: 100.0,
            target_rpm: 3600.0,
            inertia_kg_m2: None,
            spin_up_s: None,
        };
        let load = LoadModel::fan(&fan);
        assert_relative_eq!(load.level_nm(load.target_rad_s) * load.target_rad_s, 172.8, max_relative = 1e-9);
    }

    #[test]
    fn walking_pace_on_six_inch_wheels_is_about_180_rpm() {
        // Common practice: 4.6 ft/s, circumference 18.85 in, about three turns a second.
        let cart = crate::library::demo::BUILDS.iter().find(|demo| demo.slug == "hillside-harvest-cart").unwrap();
        let mut document: serde_json::Value = serde_json::from_str(cart.json).unwrap();
        *document.pointer_mut("/job/drives/0/load/target_speed_m_s").unwrap() = (4.6 * 0.3048).into();
        *document.pointer_mut("/options/0/drives/0/output/wheel_diameter_m").unwrap() = (6.0 * 0.0254).into();
        let build = crate::document::Build::from_value(&document).unwrap();
        let chain = crate::model::supply::Chain::resolved(&build.job, &build.options[0]);
        let rpm = chain.drives[0].load.target_rad_s / RAD_S_PER_RPM;
        assert!((170.0..185.0).contains(&rpm), "{rpm}");
    }
}

//! Units against a general-purpose reference library.

use approx::assert_relative_eq;
use rstest::rstest;
use uom::si::f64::{
    Acceleration, Area, Energy, Force, Length, Mass, MomentOfInertia, Power, ThermodynamicTemperature, Torque, Velocity,
};
use uom::si::{acceleration, angular_velocity, area, energy, force, length, mass, moment_of_inertia, power};
use uom::si::{thermodynamic_temperature, torque, velocity};
use ypsidyne_core::formulas::units::{QUANTITIES, quantity_of};

fn document(key: &str, written: f64, unit: &str) -> f64 {
    let quantity = quantity_of(key);
    quantity.unit(unit).unwrap_or_else(|| panic!("{} has no {unit}", quantity.name)).in_document(written)
}

/// The reference library rounds the pound and the horsepower to seven figures.
fn same(ours: f64, reference: f64) {
    assert_relative_eq!(ours, reference, max_relative = 2e-7);
}

#[test]
fn validated_speeds() {
    let of = |unit| document("target_speed_m_s", 3.7, unit);
    same(of("km/h"), Velocity::new::<velocity::kilometer_per_hour>(3.7).value);
    same(of("mph"), Velocity::new::<velocity::mile_per_hour>(3.7).value);
    same(of("ft/s"), Velocity::new::<velocity::foot_per_second>(3.7).value);
    same(of("in/s"), Velocity::new::<velocity::inch_per_second>(3.7).value);
    same(of("ft/min"), Velocity::new::<velocity::foot_per_minute>(3.7).value);
}

#[test]
fn validated_lengths_areas_and_masses() {
    same(document("wheel_diameter_m", 6.5, "in"), Length::new::<length::inch>(6.5).value);
    same(document("wheel_diameter_m", 2.0, "ft"), Length::new::<length::foot>(2.0).value);
    same(document("shaft_diameter_mm", 0.125, "in"), Length::new::<length::inch>(0.125).get::<length::millimeter>());
    same(document("drag_area_m2", 3.0, "ft²"), Area::new::<area::square_foot>(3.0).value);
    same(document("mass_kg", 12.0, "lb"), Mass::new::<mass::pound>(12.0).value);
    same(document("mass_kg", 7.0, "oz"), Mass::new::<mass::ounce>(7.0).value);
}

#[test]
fn validated_torques() {
    let gravity = Acceleration::new::<acceleration::standard_gravity>(1.0);
    let of = |kg: Mass, arm: Length| (kg * gravity * arm).value;
    let (gram, kilogram) = (Mass::new::<mass::gram>(1.0), Mass::new::<mass::kilogram>(1.0));
    let (pound, ounce) = (Mass::new::<mass::pound>(1.0), Mass::new::<mass::ounce>(1.0));
    let (centimetre, inch) = (Length::new::<length::centimeter>(1.0), Length::new::<length::inch>(1.0));
    same(document("max_torque_nm", 290.0, "gf.cm"), 290.0 * of(gram, centimetre));
    same(document("max_torque_nm", 3.0, "kg-cm"), 3.0 * of(kilogram, centimetre));
    same(document("max_torque_nm", 40.0, "oz-in"), 40.0 * of(ounce, inch));
    same(document("max_torque_nm", 5.0, "lb-in"), 5.0 * of(pound, inch));
    same(document("max_torque_nm", 5.0, "lbf·ft"), Torque::new::<torque::pound_force_foot>(5.0).value);
    same(document("max_torque_nm", 5.0, "mN·m"), Torque::new::<torque::millinewton_meter>(5.0).value);
}

#[test]
fn validated_power_energy_force_inertia_rotation_temperature() {
    same(document("reference_power_w", 1.5, "hp"), Power::new::<power::horsepower>(1.5).value);
    same(document("energy_wh", 1.5, "kWh") * 3600.0, Energy::new::<energy::kilowatt_hour>(1.5).value);
    same(document("load_n", 4.0, "lbf"), Force::new::<force::pound_force>(4.0).value);
    let gcm2 = Mass::new::<mass::gram>(1.0).value * Length::new::<length::centimeter>(1.0).value.powi(2);
    let reference = MomentOfInertia::new::<moment_of_inertia::kilogram_square_meter>(gcm2).value;
    same(document("rotor_inertia_kg_m2", 120.0, "g·cm²"), 120.0 * reference);
    let turning = uom::si::f64::AngularVelocity::new::<angular_velocity::radian_per_second>(100.0);
    same(document("target_rpm", 100.0, "rad/s"), turning.get::<angular_velocity::revolution_per_minute>());
    let warm = ThermodynamicTemperature::new::<thermodynamic_temperature::degree_fahrenheit>(77.0);
    same(document("ambient_c", 77.0, "°F"), warm.get::<thermodynamic_temperature::degree_celsius>());
}

#[rstest]
#[case("max_torque_nm", "oz-in", "ozf·in")]
#[case("max_torque_nm", "OZ IN", "ozf·in")]
#[case("max_torque_nm", "kg-cm", "kgf·cm")]
#[case("max_torque_nm", "g·cm", "gf·cm")]
#[case("resistance_ohm", "mohm", "mΩ")]
#[case("resistance_ohm", "Ω", "Ω")]
#[case("rotor_inertia_kg_m2", "g cm2", "g·cm²")]
#[case("capacity_ah", "mah", "mAh")]
#[case("wheel_diameter_m", "\"", "in")]
fn forms_people_write_are_understood(#[case] key: &str, #[case] written: &str, #[case] symbol: &str) {
    assert_eq!(quantity_of(key).unit(written).map(|unit| unit.symbol), Some(symbol));
}

#[test]
fn every_unit_is_found_by_each_way_to_write_it_and_goes_both_ways() {
    for quantity in QUANTITIES {
        for unit in quantity.units {
            for written in [unit.symbol].iter().chain(unit.also) {
                assert_eq!(quantity.unit(written).map(|found| found.symbol), Some(unit.symbol), "{written}");
            }
            same(unit.shown(unit.in_document(12.25)), 12.25);
        }
        assert_eq!(quantity.units[0].factor, 1.0, "the document's own unit stands first: {}", quantity.name);
    }
}

//! The motor as an equivalent direct-current machine.

use crate::document::Motor;
use crate::formulas::constants::RAD_S_PER_RPM;
use crate::formulas::machine::{no_load_share, torque_constant_nm_per_a, usual_best_efficiency};

/// A motor at 20 °C.
#[derive(Debug, Clone, Copy, PartialEq)]
pub(crate) struct MotorModel {
    /// Torque per ampere and back-EMF per rad/s, N·m/A = V·s/rad.
    pub torque_constant_nm_per_a: f64,
    /// Terminal (brushless: line-to-line) resistance at 20 °C, Ω.
    pub resistance_ohm: f64,
    /// Voltage lost at the brushes, V.
    pub brush_drop_v: f64,
    /// What turning the motor itself costs.
    pub loss: LossTorque,
    /// Relative change of the torque constant with magnet temperature, 1/K.
    pub magnet_coefficient_per_k: f64,
}

/// T_loss(ω) = T_nl·((1−s) + s·|ω|/ω_nl), N·m, as a straight line over speed.
#[derive(Debug, Clone, Copy, PartialEq)]
pub(crate) struct LossTorque {
    /// At rest, N·m.
    pub at_rest_nm: f64,
    /// Rise with speed, N·m·s.
    pub per_rad_s: f64,
}

impl LossTorque {
    /// Loss torque, N·m, at a motor speed, rad/s.
    pub fn at_nm(&self, motor_rad_s: f64) -> f64 {
        self.at_rest_nm + self.per_rad_s * motor_rad_s.abs()
    }
}

/// Share of the no-load loss torque that grows with speed when nobody measured it (common practice).
pub(crate) const USUAL_SPEED_SHARE: f64 = 0.5;

/// What turning a motor itself costs, as listed: current and voltage of the no-load run.
#[derive(Debug, Clone, Copy, PartialEq)]
pub(crate) struct NoLoadRun {
    /// Current with nothing on the shaft, A.
    pub current_a: f64,
    /// Voltage at which it flows, V.
    pub voltage_v: f64,
    /// Whether the current is an estimate from the best efficiency that such motors reach.
    pub current_estimated: bool,
    /// Whether the voltage is taken from what is printed on the motor, or from the battery.
    pub voltage_assumed: bool,
}

impl Motor {
    /// Best efficiency that motors of its kind and size reach, 0 to 1 (common practice).
    #[must_use]
    pub fn usual_best_efficiency(&self) -> f64 {
        usual_best_efficiency(self.kind, self.can_diameter_mm)
    }

    /// The no-load run: as listed; what is missing is estimated, so that a motor never turns without loss.
    ///
    /// `battery_v`: nominal voltage of the battery, V, which stands for a voltage that nobody gave.
    pub(crate) fn no_load_run(&self, battery_v: f64) -> NoLoadRun {
        let voltage_v = self.no_load_voltage_v.or(self.nominal_voltage_v).unwrap_or(battery_v);
        let stall_a = (voltage_v - self.brush_drop_v.unwrap_or(0.0)).max(0.0) / self.resistance_ohm;
        let usual_a = || stall_a * no_load_share(self.usual_best_efficiency());
        NoLoadRun {
            current_a: self.no_load_current_a.unwrap_or_else(usual_a),
            voltage_v,
            current_estimated: self.no_load_current_a.is_none(),
            voltage_assumed: self.no_load_voltage_v.is_none(),
        }
    }
}

impl MotorModel {
    /// The model of a motor on a battery of a nominal voltage, V, which stands for a no-load voltage that nobody gave.
    ///
    /// The loss torque is the one at the timing at which Kv was found: iron and friction do not shrink with an advance, so an
    /// advanced motor takes more current and runs hotter.
    pub fn new(motor: &Motor, battery_v: f64) -> Self {
        let advance = motor.timing_advance_deg.unwrap_or(0.0).to_radians().cos();
        let unadvanced = torque_constant_nm_per_a(motor.kv_rpm_per_v);
        let brush_drop_v = motor.brush_drop_v.unwrap_or(0.0);
        let run = motor.no_load_run(battery_v);
        let no_load_nm = unadvanced * run.current_a;
        // A current that leaves nothing of an assumed voltage would turn backwards: a tenth of it at the least turns the motor.
        let left_v = (run.voltage_v - run.current_a * motor.resistance_ohm - brush_drop_v).max(0.1 * run.voltage_v);
        let no_load_rad_s = left_v / unadvanced;
        let share = motor.no_load_speed_share.unwrap_or(USUAL_SPEED_SHARE);
        Self {
            torque_constant_nm_per_a: unadvanced * advance,
            resistance_ohm: motor.resistance_ohm,
            brush_drop_v,
            loss: LossTorque { at_rest_nm: no_load_nm * (1.0 - share), per_rad_s: no_load_nm * share / no_load_rad_s },
            magnet_coefficient_per_k: motor.magnet_or_usual().coefficient_per_k(),
        }
    }

    /// Figures of the bare motor on a stiff source.
    pub fn listed_at(&self, voltage_v: f64) -> Listed {
        let kt = self.torque_constant_nm_per_a;
        let driving_v = (voltage_v - self.brush_drop_v).max(0.0);
        let stall_current_a = driving_v / self.resistance_ohm;
        let stall_torque_nm = (kt * stall_current_a - self.loss.at_rest_nm).max(0.0);
        // Torque is a falling line over current: T = (Kt + b·d)·I − (a + b·c), speed ω = c − d·I.
        let (c, d) = (driving_v / kt, self.resistance_ohm / kt);
        let p = kt + self.loss.per_rad_s * d;
        let q = self.loss.at_rest_nm + self.loss.per_rad_s * c;
        let no_load_current_a = q / p;
        let no_load_rad_s = (c - d * no_load_current_a).max(0.0);
        // Efficiency (p·I − q)(c − d·I)/(V·I) is greatest where p·d·I² = q·c.
        let best_current_a = (q * c / (p * d)).sqrt();
        let best_efficiency = if best_current_a > 0.0 && stall_torque_nm > 0.0 {
            ((p * best_current_a - q) * (c - d * best_current_a) / (voltage_v * best_current_a)).max(0.0)
        } else {
            0.0
        };
        let has_best = best_efficiency > 0.0;
        Listed {
            torque_constant_nm_per_a: kt,
            stall_current_a,
            stall_torque_nm,
            no_load_rpm: no_load_rad_s / RAD_S_PER_RPM,
            no_load_current_a,
            best_efficiency_current_a: has_best.then_some(best_current_a),
            best_efficiency: has_best.then_some(best_efficiency),
        }
    }
}

/// Figures of a bare motor on a stiff source at the pack's mid open-circuit voltage.
#[derive(Debug, Clone, PartialEq, serde::Serialize, schemars::JsonSchema)]
pub struct Listed {
    /// Torque per ampere, N·m/A.
    pub torque_constant_nm_per_a: f64,
    /// Current when the shaft is held, A: (V − V_brush)/R.
    pub stall_current_a: f64,
    /// Torque when the shaft is held, N·m.
    pub stall_torque_nm: f64,
    /// Speed with nothing on the shaft, rpm.
    pub no_load_rpm: f64,
    /// Current with nothing on the shaft, A; of a gear motor with its gearbox.
    pub no_load_current_a: f64,
    /// Current of best efficiency, A; null without a loss figure.
    pub best_efficiency_current_a: Option<f64>,
    /// Best efficiency, 0 to 1; null without a loss figure.
    pub best_efficiency: Option<f64>,
}

#[cfg(test)]
mod tests {
    use super::*;
    use approx::assert_relative_eq;
    use rstest::rstest;

    fn constant_loss(kv: f64, ohm: f64, no_load_a: f64) -> MotorModel {
        let kt = torque_constant_nm_per_a(kv);
        MotorModel {
            torque_constant_nm_per_a: kt,
            resistance_ohm: ohm,
            brush_drop_v: 0.0,
            loss: LossTorque { at_rest_nm: kt * no_load_a, per_rad_s: 0.0 },
            magnet_coefficient_per_k: 0.0,
        }
    }

    #[rstest]
    #[case(1000.0, 0.009_549_296_585_513_721)]
    #[case(190.0, 0.050_259_455_713_230_11)]
    #[case(170.0, 0.056_172_332_855_963_06)]
    #[case(50.0, 0.190_985_931_710_274_4)]
    fn validated_torque_constant_by_its_identity(#[case] kv: f64, #[case] nm_per_a: f64) {
        assert_relative_eq!(torque_constant_nm_per_a(kv), nm_per_a, max_relative = 1e-12);
        // Imperial form of the same identity: Kt·Kv = 1352.29 ozf·in·rpm/(A·V); handbooks print 1352 or 1355.
        let ozf_in = uom::si::f64::Torque::new::<uom::si::torque::newton_meter>(torque_constant_nm_per_a(kv))
            .get::<uom::si::torque::ounce_force_inch>();
        assert_relative_eq!(ozf_in * kv, 1352.29, max_relative = 1e-5);
    }

    /// No-load speed, best efficiency and its current with a constant no-load current; the closed forms
    /// (1 − √(I0/Is))² and √(I0·Is) were confirmed by a numerical optimiser.
    #[rstest]
    #[case(190.0, 0.05, 1.2, 36.0, 6828.6, 0.920_017_008_573_894_1, 29.393_876_913_398_138)]
    #[case(1000.0, 0.1, 1.0, 12.0, 11_900.0, 0.825_759_147_498_278, 10.954_451_150_103_322)]
    #[case(100.0, 0.25, 0.5, 24.0, 2387.5, 0.860_870_766_035_926_8, 6.928_203_230_275_509)]
    fn validated_listed_figures(
        #[case] kv: f64,
        #[case] ohm: f64,
        #[case] no_load_a: f64,
        #[case] volts: f64,
        #[case] rpm: f64,
        #[case] best: f64,
        #[case] best_a: f64,
    ) {
        let listed = constant_loss(kv, ohm, no_load_a).listed_at(volts);
        assert_relative_eq!(listed.no_load_rpm, rpm, max_relative = 1e-9);
        assert_relative_eq!(listed.best_efficiency.unwrap(), best, max_relative = 1e-9);
        assert_relative_eq!(listed.best_efficiency_current_a.unwrap(), best_a, max_relative = 1e-9);
        assert_relative_eq!(listed.stall_current_a, volts / ohm, max_relative = 1e-12);
    }

    #[test]
    fn validated_permanent_magnet_motor_of_the_textbook() {
        // Fitzgerald, Kingsley, Umans, Electric Machinery, 6th ed., ch. 7, permanent-magnet example (from memory):
        // R 1.03 Ω, no load 50 V, 2100 rpm, 1.25 A; then 48 V at 1700 rpm. With the loss torque held constant the
        // armature current is 8.3166 A and the output 278.66 W; the book holds the loss in watts instead.
        let omega = 2100.0 * RAD_S_PER_RPM;
        let kt = (50.0 - 1.25 * 1.03) / omega;
        assert_relative_eq!(kt, 0.221_509_576, max_relative = 1e-7);
        let motor = constant_loss(60.0 / (2.0 * std::f64::consts::PI * kt), 1.03, 1.25);
        let running = 1700.0 * RAD_S_PER_RPM;
        let current_a = (48.0 - motor.torque_constant_nm_per_a * running) / motor.resistance_ohm;
        assert_relative_eq!(current_a, 8.316_574, max_relative = 1e-6);
        let output_w = (kt * current_a - motor.loss.at_nm(running)) * running;
        assert_relative_eq!(output_w, 278.662_78, max_relative = 1e-6);
    }

    #[test]
    fn twelve_volts_over_seven_tenths_of_an_ohm_stall_at_17_amperes() {
        // Common practice: Ohm's law on the bench.
        let listed = constant_loss(100.0, 0.7, 0.0).listed_at(12.0);
        assert_relative_eq!(listed.stall_current_a, 17.142_857, max_relative = 1e-6);
        assert_eq!(listed.best_efficiency, None);
    }

    #[test]
    fn twice_the_voltage_is_twice_the_no_load_speed_and_stall_torque() {
        let motor = constant_loss(130.0, 0.32, 0.0);
        let (once, twice) = (motor.listed_at(12.0), motor.listed_at(24.0));
        assert_relative_eq!(twice.no_load_rpm, 2.0 * once.no_load_rpm, max_relative = 1e-12);
        assert_relative_eq!(twice.stall_torque_nm, 2.0 * once.stall_torque_nm, max_relative = 1e-12);
    }
}
